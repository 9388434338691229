// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sheets/paper_sheet.h"

namespace yarrin {

/// Gives a PDF what the painter cannot: the reader's list of places at its side, the language of its text, and an
/// identity that depends on nothing but its content. Reads a file and writes to a device, page by page, so that a large
/// one needs no room. An error where it cannot be read or written.
[[nodiscard]] Outcome finishPdf(const QString& from, QIODevice& to, const std::vector<SheetMark>& marks);

} // namespace yarrin
