// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Tables from outside: the content of an OpenDocument spreadsheet, text tables and the clipboard, each read as a bill
// and as a schedule.
#include "core/network/schedule.h"
#include "edit/table_import.h"
#include "store/csv.h"
#include "store/open_document.h"
#include "store/workbook.h"

using namespace yarrin;

namespace {

void readAsEverything(const Sheet& sheet) {
    static const Programme empty = [] {
        Programme p;
        p.job.start = *parseInstant("2027-03-01T08:00");
        return p;
    }();
    const auto take = [](const auto& import) {
        Programme p = empty;
        Transaction tx(p);
        // What was read must be taken whole or refused; what was taken must keep the rules.
        if (import(tx).ok() && !faultsOf(p).empty()) __builtin_trap();
    };
    const BillReading bill = readBill(empty, sheet, guessColumns(sheet, billFields(), {}));
    take([&](Transaction& tx) { return importBill(tx, bill); });
    const ScheduleReading schedule =
        readSchedule(empty, sheet, guessColumns(sheet, scheduleFields(), {}), continuousCalendar);
    take([&](Transaction& tx) { return importSchedule(tx, schedule, continuousCalendar); });
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    if (size > 20'000) return 0;
    const void* bytes = data;
    const std::string text(static_cast<const char*>(bytes), size);
    readAsEverything(sheetFromClipboard(text));
    bool guessed = false;
    if (const auto utf8 = toUtf8(text, guessed); utf8.ok())
        if (const auto rows = parseCsv(*utf8); rows.ok()) {
            Sheet sheet;
            for (const CsvRow& row : *rows) {
                auto& cells = sheet.rows.emplace_back();
                for (const std::string& field : row) cells.push_back({field, {}});
            }
            readAsEverything(sheet);
        }
    if (const auto sheets = sheetsOfOpenDocument(text); sheets.ok())
        for (const Sheet& sheet : *sheets) readAsEverything(sheet);
    return 0;
}
