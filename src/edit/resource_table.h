// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "core/model/resource_book.h"
#include "edit/transaction.h"

namespace yarrin {

/// Resources as a table that another job reads: one for each, names that only crews use included.
[[nodiscard]] Sheet resourceSheet(const Programme& programme);

/// Takes resources over from a table headed as `resourceSheet` writes it, in any order of columns; only the name must
/// be there. What is known by its name is changed, what is not is added; an empty cell leaves what is there. How many
/// rows there were; a fault names its row, and nothing is taken then. A calendar that this job does not have is left
/// out.
[[nodiscard]] Result<int> readResources(Transaction& tx, const Sheet& sheet);

} // namespace yarrin
