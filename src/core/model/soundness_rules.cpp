// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/soundness_rules.h"

#include "core/base/worded.h"
#include "core/model/programme.h"

namespace yarrin {

std::span<const LimitKind> limitKinds() {
    // Those of the fourteen measures are the published ones (DCMA 14-Point Assessment, from memory); the others are
    // common practice.
    static constexpr LimitKind kinds[] = {
        {"missing-logic", toWord("activities without a predecessor or a successor"), 5, true},
        {"leads", toWord("links with a lead"), 0, true},
        {"lags", toWord("links with a lag"), 5, true},
        {"finish-to-start", toWord("links from finish to start"), 90, true, true},
        {"hard-constraints", toWord("activities held by a hard constraint"), 5, true},
        {"high-float", toWord("activities with high float"), 5, true},
        {"high-float-days", toWord("float from which on it is high"), 44},
        {"negative-float", toWord("activities with negative float"), 0, true},
        {"long-durations", toWord("activities with a long duration"), 5, true},
        {"long-duration-days", toWord("duration from which on it is long"), 44},
        {"invalid-dates", toWord("activities with dates that cannot be"), 0, true},
        {"unresourced", toWord("activities without a resource"), 0, true},
        {"missed", toWord("activities that missed their planned finish"), 5, true},
        {"critical-path-length", toWord("critical path length index"), 95, true, true},
        {"baseline-execution", toWord("baseline execution index"), 95, true, true},
        {"long-lag-days", toWord("lag from which on it is long"), 10},
        {"float-out-of-line-days", toWord("float more than that of what stands beside it"), 20},
    };
    return kinds;
}

const LimitKind* limitKind(std::string_view key) {
    for (const LimitKind& kind : limitKinds())
        if (kind.key == key) return &kind;
    return nullptr;
}

std::optional<Error> faultOf(const SoundnessLimit& limit, const Programme& programme) {
    if (!limitKind(limit.key)) return inputError(worded("there is no limit %1", limit.key));
    for (const SoundnessLimit& other : programme.soundnessLimits)
        if (other.key == limit.key && other.id != limit.id)
            return inputError(worded("the limit %1 stands twice", limit.key));
    if (limit.value.sign() < 0 || limit.value > Decimal(100'000))
        return inputError(worded("the limit %1 is out of all bounds", limit.key), worded("a number from 0 to 100,000"));
    return {};
}

std::optional<Error> faultOf(const SetAside& one) {
    if (one.concern.empty()) return inputError(worded("it does not say what it is a finding of"));
    if (one.reason.empty())
        return inputError(worded("what is set aside needs a reason"), worded("say why it is meant so"));
    return {};
}

Decimal limitOf(const Programme& programme, std::string_view key) {
    for (const SoundnessLimit& limit : programme.soundnessLimits)
        if (limit.key == key) return limit.value;
    const LimitKind* kind = limitKind(key);
    return kind ? Decimal(kind->shipped) : Decimal(0);
}

} // namespace yarrin
