// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/soundness_rules.h"

#include "core/model/programme.h"

namespace yarrin {

std::span<const LimitKind> limitKinds() {
    // Those of the fourteen measures are the published ones (DCMA 14-Point Assessment, from memory); the others are
    // common practice.
    static constexpr LimitKind kinds[] = {
        {"missing-logic", "activities without a predecessor or a successor", 5, true},
        {"leads", "links with a lead", 0, true},
        {"lags", "links with a lag", 5, true},
        {"finish-to-start", "links from finish to start", 90, true, true},
        {"hard-constraints", "activities held by a hard constraint", 5, true},
        {"high-float", "activities with high float", 5, true},
        {"high-float-days", "float from which on it is high", 44},
        {"negative-float", "activities with negative float", 0, true},
        {"long-durations", "activities with a long duration", 5, true},
        {"long-duration-days", "duration from which on it is long", 44},
        {"invalid-dates", "activities with dates that cannot be", 0, true},
        {"unresourced", "activities without a resource", 0, true},
        {"missed", "activities that missed their planned finish", 5, true},
        {"critical-path-length", "critical path length index", 95, true, true},
        {"baseline-execution", "baseline execution index", 95, true, true},
        {"long-lag-days", "lag from which on it is long", 10},
        {"float-out-of-line-days", "float more than that of what stands beside it", 20},
    };
    return kinds;
}

const LimitKind* limitKind(std::string_view key) {
    for (const LimitKind& kind : limitKinds())
        if (kind.key == key) return &kind;
    return nullptr;
}

std::optional<Error> faultOf(const SoundnessLimit& limit, const Programme& programme) {
    if (!limitKind(limit.key)) return inputError("there is no limit " + limit.key);
    for (const SoundnessLimit& other : programme.soundnessLimits)
        if (other.key == limit.key && other.id != limit.id)
            return inputError("the limit " + limit.key + " stands twice");
    if (limit.value.sign() < 0 || limit.value > Decimal(100'000))
        return inputError("the limit " + limit.key + " is out of all bounds", "a number from 0 to 100,000");
    return {};
}

std::optional<Error> faultOf(const SetAside& one) {
    if (one.concern.empty()) return inputError("it does not say what it is a finding of");
    if (one.reason.empty()) return inputError("what is set aside needs a reason", "say why it is meant so");
    return {};
}

Decimal limitOf(const Programme& programme, std::string_view key) {
    for (const SoundnessLimit& limit : programme.soundnessLimits)
        if (limit.key == key) return limit.value;
    const LimitKind* kind = limitKind(key);
    return kind ? Decimal(kind->shipped) : Decimal(0);
}

} // namespace yarrin
