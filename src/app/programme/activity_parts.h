// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/painted_parts.h"
#include "app/base/view_state.h"

namespace yarrin {

/// An activity of a chart as a part: its id and name, its dates and how urgent it is; pressed, it is selected.
[[nodiscard]] PaintedPart activityPart(const Document& document, ViewState& state, ActivityId id, const QRect& rect);
/// A link: from what to what, of which type and lag, and whether it drives.
[[nodiscard]] PaintedPart linkPart(const Document& document, ViewState& state, LinkId id, const QRect& rect);

} // namespace yarrin
