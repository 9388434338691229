// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "edit/transaction.h"

#include <span>
#include <string_view>

namespace yarrin {

/// Commits a week: these activities are promised with their days in it, as they are now, by somebody on a day. An error
/// where the week is committed already, where one of them does not work in it, or still lacks something.
[[nodiscard]] Outcome commitWeek(Transaction& tx, const Schedule& dates, Date begins,
                                 std::span<const ActivityId> activities, std::string_view by, std::optional<Date> on);
/// Adds one to a week that is committed: it is told apart and counts in no share.
[[nodiscard]] Outcome promiseLater(Transaction& tx, const Schedule& dates, Date begins, ActivityId activity);
/// Takes a whole week back, with what came of it.
[[nodiscard]] Outcome removeWeek(Transaction& tx, Date begins);

enum class PromiseField { kept, reason, note, done };
/// What became of a promise, as chosen or typed: what is not kept needs a reason of the job's list, and takes the first
/// where none is said yet; what is kept loses it.
[[nodiscard]] Outcome setPromiseField(Transaction& tx, Date begins, std::size_t index, PromiseField field,
                                      std::string_view text);
/// A promise that was kept goes into the update: begun on its first day where nothing says so, finished on its last day
/// where that is when the work ends.
[[nodiscard]] Outcome enterPromise(Transaction& tx, const Schedule& dates, Date begins, std::size_t index);

/// What an activity still lacks.
[[nodiscard]] Result<LackId> addLack(Transaction& tx, ActivityId activity, std::string_view kind);
[[nodiscard]] Outcome removeLacks(Transaction& tx, std::span<const LackId> ids);
enum class LackField { activity, kind, what, owner, wanted, readyOn };
[[nodiscard]] Outcome setLackField(Transaction& tx, LackId id, LackField field, std::string_view text);
[[nodiscard]] std::string lackText(const Programme& programme, const Lack& lack, LackField field);

[[nodiscard]] Result<FirmId> addFirm(Transaction& tx, std::string_view name);
[[nodiscard]] Outcome removeFirms(Transaction& tx, std::span<const FirmId> ids);
enum class FirmField { name, contact, trades };
/// Trades stand with semicolons between them. A new name goes to the activities that name the firm as responsible.
[[nodiscard]] Outcome setFirmField(Transaction& tx, FirmId id, FirmField field, std::string_view text);
[[nodiscard]] std::string firmText(const Firm& firm, FirmField field);

/// The job's own list of words, in order; those that ship take it away. A word that is in use cannot go.
[[nodiscard]] Outcome setWords(Transaction& tx, WordList list, const std::vector<std::string>& words);

} // namespace yarrin
