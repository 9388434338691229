// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/reports/report.h"

class QMimeData;

namespace yarrin {

class GridView;

/// A table as it shows: its columns in their order with the rows that are there, dates as dates and figures as figures.
[[nodiscard]] ReportTable shownTable(const GridView& view);
/// Tables for the clipboard, as other programs take them: with tabs between, and as a table of a page.
[[nodiscard]] QMimeData* onClipboard(const std::vector<ReportTable>& tables);

} // namespace yarrin
