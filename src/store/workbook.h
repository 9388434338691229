// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/base/sheet.h"

#include <atomic>
#include <filesystem>
#include <string_view>

namespace yarrin {

/// The tables of a file.
struct Workbook {
    std::vector<Sheet> sheets; ///< those that hold anything
    std::string note;          ///< what the reader should know, in a sentence; empty where nothing
};

/// Reads a spreadsheet (Office Open XML or OpenDocument) or a text table (commas, semicolons or tabs, in any usual
/// encoding), told apart by content. Formulas give the results that were saved with them; cells merged downwards all
/// hold what the first one holds. Refused in words: what is protected by a password, damaged, or unpacks to more than
/// any table needs.
/// It is read in a process of its own (store/outside.h), which `stop` ends at once.
[[nodiscard]] Result<Workbook> readWorkbook(const std::filesystem::path& path, const std::atomic<bool>* stop = nullptr);
/// A table from the clipboard, its cells parted by tabs.
[[nodiscard]] Sheet sheetFromClipboard(std::string_view text);
/// Writes tables as Office Open XML, or as text where the name ends in .csv: then each has a file of its own, the first
/// under the name itself, the others beside it. Each file is whole or not there.
[[nodiscard]] Outcome writeWorkbook(const std::vector<Sheet>& sheets, const std::filesystem::path& path);
/// Where a table of several goes that are written as text.
[[nodiscard]] std::filesystem::path textTableFor(const std::filesystem::path& path, const std::vector<Sheet>& sheets,
                                                 std::size_t index);
/// Writes one table in the format that the ending names: `.csv`, else a workbook.
[[nodiscard]] Outcome writeTable(const Sheet& sheet, const std::filesystem::path& path);

} // namespace yarrin
