// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "support/builder.h"

namespace yarrin::test {

/// A leads to B and B to M, five days each; both are 50 m3 at 10 a day, done by one fixer at 20 an hour. M is forecast
/// for Friday 12 March 2027.
inline Builder walls() {
    Builder b;
    b.task("A", 5).task("B", 5).milestone("M").link("A", "B").link("B", "M");
    b.section("S1", "M", "2027-03-10", 1000);
    BookItem item;
    item.id = BookItemId{1};
    item.key = "P1";
    item.name = "Wall";
    item.unit = "m3";
    item.outputPerCrewDay = Decimal(10);
    item.crew = {{"Fixer", Decimal(1)}};
    b.programme.book.append(item);
    Resource fixer;
    fixer.id = ResourceId{1};
    fixer.key = "FX";
    fixer.name = "Fixer";
    fixer.rate = Decimal(20);
    b.programme.resources.append(fixer);
    for (const char* key : {"A", "B"})
        b.change(key, [](Activity& one) {
            one.duration.reset();
            one.measure = Measure{Decimal(50), "m3", Decimal(10), {}, Decimal(1), Decimal(1), RoundTo::day};
            one.bookItem = BookItemId{1};
        });
    return b;
}

} // namespace yarrin::test
