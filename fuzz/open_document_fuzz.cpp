// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The content of an OpenDocument spreadsheet, and packed workbooks as they come.
#include "store/open_document.h"
#include "store/outside.h"

using namespace yarrin;

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    if (size > 40'000) return 0;
    const void* bytes = data;
    std::string text(static_cast<const char*>(bytes), size);
    if (const auto sheets = sheetsOfOpenDocument(text); sheets.ok()) {
        std::size_t cells = 0;
        for (const Sheet& sheet : *sheets)
            for (const auto& row : sheet.rows) cells += row.size();
        if (cells > mostSheetCells) __builtin_trap();
    }
    static_cast<void>(workbookIn(std::move(text), "x"));
    return 0;
}
