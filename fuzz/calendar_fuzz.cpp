// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Lists of holidays from outside, as iCalendar and as a text table: what is read keeps the rules, and can be written
// and read again.
#include "store/outside.h"

using namespace yarrin;

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    if (size > 20'000) return 0;
    const void* bytes = data;
    const std::string text(static_cast<const char*>(bytes), size);
    for (const char* name : {"x.ics", "x.csv"})
        if (const auto read = exceptionsIn(text, name, dateFrom(2027, 1, 1)); read.ok())
            for (const CalendarException& one : read->exceptions)
                if (faultOf(one)) __builtin_trap();
    return 0;
}
