// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/field.h"
#include "core/model/programme.h"

/// What the check of soundness is held against, and what of its findings is meant so.
namespace yarrin::describe {

template <> struct Described<SoundnessLimit> {
    static constexpr std::string_view table = "soundness_limit", list = "soundness_limits";
    static constexpr int since = 12;
    static constexpr std::tuple fields{field(&SoundnessLimit::key, "limit").column("key").needed().always(),
                                       field(&SoundnessLimit::value, "value").needed().always()};
};

template <> struct Described<SetAside> {
    static constexpr std::string_view table = "set_aside", list = "set_aside";
    static constexpr int since = 12;
    static constexpr std::tuple fields{field(&SetAside::concern, "concern").needed().always(),
                                       field(&SetAside::activity, "activity").gone(WhenGone::goesToo),
                                       field(&SetAside::other, "other").gone(WhenGone::goesToo),
                                       field(&SetAside::about, "about"),
                                       field(&SetAside::reason, "reason").needed().always()};
};

} // namespace yarrin::describe
