// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/sheets/paper_sheet.h"

namespace yarrin {

/// Takes from the document here and now what a sheet of the job needs; it is made on any thread. What the window
/// outlines is outlined on the sheet. An error where what it is of is gone.
using MakeSheet = std::function<Result<std::shared_ptr<const PaperSheet>>(WorkWatch&)>;
[[nodiscard]] MakeSheet makerOf(Document& document, const ViewState& shared, const KeptSheet& sheet);
/// All sheets of the job in their order, as long work: one behind the other in one PDF, or, where the name does not end
/// in .pdf, each by its name in a folder.
[[nodiscard]] Result<QStringList> writeAllSheets(Document& document, const ViewState& shared, const QString& path);

} // namespace yarrin
