// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/why.h"

#include <span>
#include <vector>

namespace yarrin {

/// One thing that holds an activity back, and whether it holds its start or its finish.
struct EarlyBound {
    Cause cause; ///< with the instant that it asks for
    bool ofStart = true;
};

/// All that holds an activity back beside the programme's start and its data date: links by the ids of what they come
/// from, then its constraint, levelling and access. `into` are its links; the programme must have been calculated.
[[nodiscard]] std::vector<EarlyBound> earlyBounds(const Programme& programme, const Schedule& schedule,
                                                  const Activity& activity, std::span<const LinkId> into);

} // namespace yarrin
