// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPoint>

namespace yarrin {

class ActivityTable;
class Document;
class ViewState;

/// The menu of a column's heading: sort, group, decimals, width, hide, and other columns to show.
void showColumnMenu(ActivityTable& table, Document& document, ViewState& state, const QPoint& at);

} // namespace yarrin
