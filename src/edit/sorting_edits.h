// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <span>
#include <string_view>

namespace yarrin {

/// Codes of the planner's own with their values, what activities carry of them, and lenses kept with the job. Each does
/// the whole of what its name says within the transaction, or returns the reason in words.

/// Adds a code; its name is one that no other code and no field of activities has.
[[nodiscard]] Result<CodeId> addCode(Transaction& tx, std::string_view name);
/// Gives a code another name, in kept lenses too.
[[nodiscard]] Outcome renameCode(Transaction& tx, CodeId id, std::string_view name);
/// Takes a code away, from the activities too.
[[nodiscard]] Outcome removeCode(Transaction& tx, CodeId id);
/// Moves a code among the codes, -1 up, 1 down; nothing at the end.
[[nodiscard]] Outcome moveCode(Transaction& tx, CodeId id, int step);

enum class CodeValueField { name, longName, colour };
/// Adds a value behind the others.
[[nodiscard]] Outcome addCodeValue(Transaction& tx, CodeId id, std::string_view name);
/// One field of a value as typed; activities follow another name. A colour is written #2e7d77.
[[nodiscard]] Outcome setCodeValue(Transaction& tx, CodeId id, std::size_t index, CodeValueField field,
                                   std::string_view text);
[[nodiscard]] Outcome moveCodeValue(Transaction& tx, CodeId id, std::size_t index, int step);
/// Takes a value away, from the activities too.
[[nodiscard]] Outcome removeCodeValue(Transaction& tx, CodeId id, std::size_t index);

/// The value of a code that a typed text means: by its short name, or its long one, in any capitals. Null where there
/// is none.
[[nodiscard]] const CodeValue* valueMeant(const Code& code, std::string_view text);
/// Gives an activity a value of a code, as typed; an empty text takes it away. What is no value of the code is refused.
[[nodiscard]] Outcome setCodeMark(Transaction& tx, ActivityId id, CodeId code, std::string_view text);

/// A group as a lens makes it: a field, and the value or the row of a tree that stands for the group. Neither is what
/// says nothing of the field.
struct GroupValue {
    std::string field;
    std::string text;
    std::uint32_t node = 0; ///< of breakdown and location
};
/// Makes activities belong to a group, by giving them its value. What only follows from the programme, as a month of
/// start does, is refused where an activity is not in the group already.
[[nodiscard]] Outcome sortInto(Transaction& tx, std::span<const ActivityId> ids, const GroupValue& group);

/// Keeps a lens with the job, in place of the one of its name where there is one.
[[nodiscard]] Outcome keepLens(Transaction& tx, KeptLens lens);
[[nodiscard]] Outcome renameLens(Transaction& tx, LensId id, std::string_view name);
[[nodiscard]] Outcome removeLens(Transaction& tx, LensId id);

} // namespace yarrin
