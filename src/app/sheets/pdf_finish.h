// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sheets/paper_sheet.h"

#include <QByteArray>

namespace yarrin {

/// Gives a PDF what the painter cannot: the reader's list of places at its side, the language of its text, and an
/// identity that depends on nothing but its content. An error where it cannot be read.
[[nodiscard]] Result<QByteArray> finishedPdf(const QByteArray& pdf, const std::vector<SheetMark>& marks);

} // namespace yarrin
