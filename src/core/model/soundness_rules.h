// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/base/result.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>

namespace yarrin {

/// A limit that the job sets for itself in place of the one that ships: docs/engine.md section 18.
struct SoundnessLimit {
    SoundnessLimitId id;
    std::string key; ///< one of `limitKinds`, once
    Decimal value;
    friend bool operator==(const SoundnessLimit&, const SoundnessLimit&) = default;
};

/// A finding of the check that is known and meant so, with the reason.
struct SetAside {
    SetAsideId id;
    std::string concern;    ///< the word of what it is a finding of
    ActivityId activity;    ///< none: of no activity
    ActivityId other;       ///< at the other end of a link
    std::string about = {}; ///< what else it names: a calendar, a section, a place
    std::string reason;
    friend bool operator==(const SetAside&, const SetAside&) = default;
};

/// A limit that can be set: its word, what it limits, and what ships.
struct LimitKind {
    std::string_view key;
    std::string_view title;
    int shipped;          ///< days, or per cent
    bool perCent = false; ///< else days of the activity's calendar
    bool atLeast = false; ///< what is below is worse
};
[[nodiscard]] std::span<const LimitKind> limitKinds();
/// The kind of that word; null where there is none.
[[nodiscard]] const LimitKind* limitKind(std::string_view key);

struct Programme;
/// Why a limit cannot be: no such, twice, out of bounds.
[[nodiscard]] std::optional<Error> faultOf(const SoundnessLimit& limit, const Programme& programme);
/// Why a finding cannot be set aside so: without a reason.
[[nodiscard]] std::optional<Error> faultOf(const SetAside& one);
/// The limit in force.
[[nodiscard]] Decimal limitOf(const Programme& programme, std::string_view key);

} // namespace yarrin
