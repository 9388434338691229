// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace yarrin {

/// What the command line wants on paper: all sheets of a job, one of them, or a view as a sheet.
struct SheetCommand {
    QString file, to;
    bool all = false;
    QString name;                ///< of a sheet
    QString view, subject, lens; ///< where no sheet is named
};
/// Does it without a window, from a copy of the file, so that whoever has it open is not disturbed. The status of the
/// command line, with what went wrong on standard error.
[[nodiscard]] int runSheetCommand(const SheetCommand& command);

} // namespace yarrin
