// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Earned value by ANSI/EIA-748, earned schedule by Lipke 2003 (formulas from memory), worked by hand.
#include "core/delay/prolongation.h"
#include "core/progress/progress_lines.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

#include <cmath>

using namespace yarrin;
using namespace yarrin::test;

class ProgressLinesTest : public QObject {
    Q_OBJECT
private slots:
    /// A 10 days by one crew, then B 10 days by two crews, five-day weeks from Monday 1 March: 30 crew-days, 10 in the
    /// first two weeks, 20 in the next two. On Monday the 22nd (three weeks) 10 + 10 = 20 were planned. A took 12 days
    /// (to Tuesday the 16th), B began on the 17th and 2 of its 10 days are done after the three days to the 19th:
    /// EV = 10 + 4 = 14. Worked: 12 + 3 days of two crews = 18 crew-days.
    void figuresByHand() {
        Builder b;
        b.task("A", 10).task("B", 10).link("A", "B");
        const auto crew = [&](const char* key, int crews) {
            b.change(key, [&](Activity& a) {
                a.measure = Measure{};
                a.measure->quantity = 10;
                a.measure->crews = Decimal(crews);
            });
        };
        crew("A", 1);
        crew("B", 2);
        const Programme plan = b.programme;
        b.programme.job.dataDate = *parseInstant("2027-03-22T00:00");
        b.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.actualFinish = *parseInstant("2027-03-16T17:00");
        });
        b.change("B", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-17T08:00");
            a.remaining = 8 * 480;
        });
        const ProgressLines lines =
            progressLines(plan, schedule(plan), b.programme, schedule(b.programme), ProgressWeight::crewDays);
        const EarnedValue& ev = lines.earned;
        QCOMPARE(ev.budget, 30.0);
        QCOMPARE(ev.planned, 20.0);
        QCOMPARE(ev.earned, 14.0);
        QCOMPARE(ev.cost.value_or(0), 18.0);
        QCOMPARE(ev.spi.value_or(0), 0.7);
        QCOMPARE(ev.cpi.value_or(0), 14.0 / 18);
        QCOMPARE(ev.eac.value_or(0), 30 * 18.0 / 14);
        QCOMPARE(ev.tcpi.value_or(0), (30.0 - 14) / (30 - 18));
        // 14 crew-days were planned after two weeks (10) and 4 of the 10 of the third: 2.4 weeks, of 2.95 (from 8
        // o'clock).
        QCOMPARE(ev.weeks, (21.0 - 8.0 / 24) / 7);
        QVERIFY(std::abs(ev.earnedSchedule - 2.4) < 1e-9);
        QVERIFY(std::abs(*ev.spiTime - 2.4 / ev.weeks) < 1e-9);
        const ProgressPoint& at = lines.points[3];
        QCOMPARE(at.day, *parseDate("2027-03-21"));
        QCOMPARE(at.done.value_or(0), 14.0);
        QCOMPARE(lines.points.back().planned, 30.0);
        QCOMPARE(lines.points.back().forecast.value_or(0), 30.0);
    }

    /// 100 m at 10 a day by one crew: ten days. In 6 days 45 m are done: 7.5 a crew-day.
    void outputOfAnItem() {
        Builder b;
        b.task("A", 1);
        BookItem item;
        item.id = BookItemId{7};
        item.key = "D01";
        b.programme.book.append(item);
        b.change("A", [](Activity& a) {
            a.duration.reset();
            a.bookItem = BookItemId{7};
            a.measure = Measure{};
            a.measure->quantity = 100;
            a.measure->outputPerCrewDay = Decimal(10);
            a.measure->crews = Decimal(1);
        });
        const Programme plan = b.programme;
        b.programme.job.dataDate = *parseInstant("2027-03-09T00:00");
        b.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.quantityDone = Decimal(45);
            a.remaining = 6 * 480;
        });
        const ProgressLines lines = progressLines(plan, schedule(plan), b.programme, schedule(b.programme),
                                                  ProgressWeight::quantity, BookItemId{7});
        QCOMPARE(lines.earned.earned, 45.0);
        QCOMPARE(lines.earned.outputPlanned.value_or(0), 10.0);
        QCOMPARE(lines.earned.outputAchieved.value_or(0), 7.5);
    }

    void valueIsWhatTheBillPays() {
        Builder b;
        b.task("A", 5).task("B", 5).link("A", "B");
        BillItem item;
        item.id = BillItemId{1};
        item.key = "1.1";
        item.quantity = 100;
        item.rate = *Decimal::parse("12.50");
        b.programme.bill.append(item);
        b.programme.allocations.append({AllocationId{1}, item.id, b.id("A"), Decimal(60)});
        b.programme.allocations.append({AllocationId{2}, item.id, b.id("B"), Decimal(40)});
        const Schedule found = schedule(b.programme);
        const ProgressLines lines = progressLines(b.programme, found, b.programme, found, ProgressWeight::value);
        QCOMPARE(lines.earned.budget, 1250.0);
        QCOMPARE(lines.points[1].planned, 750.0); // A is the first week
        QVERIFY(!lines.earned.cost);
    }

    /// Lines never fall, end at the whole, and what is done is never more.
    void linesRiseToTheWhole() {
        for (unsigned seed = 1; seed <= 60; ++seed) {
            const Programme p = randomProgramme(seed, {});
            const Programme plan = asPlanned(p);
            const Schedule planned = schedule(plan), now = schedule(p);
            if (!planned.ok() || !now.ok()) continue;
            const ProgressLines lines = progressLines(plan, planned, p, now, ProgressWeight::crewDays);
            double planned0 = 0, done0 = 0;
            for (const ProgressPoint& point : lines.points) {
                QVERIFY(point.planned >= planned0 - 1e-9);
                planned0 = point.planned;
                if (!point.done) continue;
                QVERIFY(*point.done >= done0 - 1e-9 && *point.done <= lines.earned.earned + 1e-9);
                done0 = *point.done;
            }
            QVERIFY(std::abs(planned0 - lines.earned.budget) < 1e-6);
            QVERIFY(lines.earned.earned <= lines.earned.budget + 1e-9);
        }
    }
};

QTEST_GUILESS_MAIN(ProgressLinesTest)
#include "progress_lines_test.moc"
