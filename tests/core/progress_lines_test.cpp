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

    /// The plan as it stands at a moment when everything went by its early dates.
    static Programme onPlan(const Programme& plan, const Schedule& planned, Instant at) {
        Programme now = plan;
        now.job.dataDate = at;
        std::vector<Activity> rows = now.activities.take();
        for (std::size_t i = 0; i < rows.size(); ++i) {
            const ActivityFigures& f = planned.activities[i];
            const WorkCalendar& own = planned.calendarOf(f);
            if (rows[i].kind != ActivityKind::task || f.earlyStart >= at) continue;
            const Minutes worked = own.worked(at) - own.worked(f.earlyStart);
            rows[i].actualStart = f.earlyStart;
            if (worked >= f.duration)
                rows[i].actualFinish = f.earlyFinish;
            else
                rows[i].remaining = f.duration - worked;
        }
        now.activities.assign(std::move(rows));
        return now;
    }

private slots:
    /// A costs 1,000 over two weeks, then B 3,000 over two; a hammock over all four at 700 a week costs 26 days on
    /// hire: 2,600. After two weeks (13 days by the data date of Monday the 15th, of which ten of twenty worked): PV =
    /// 1,000 + 1,300. A took two days longer, so that EV is 800 + 1,300, and 1,200 more of it were spent than planned.
    void earnedValueByMoney() {
        Builder b;
        b.task("A", 10).task("B", 10).link("A", "B");
        b.change("A", [](Activity& a) { a.lumpSums = {{CostHead::plant, 1000, SpreadAt::even, {}}}; });
        b.change("B", [](Activity& a) { a.lumpSums = {{CostHead::plant, 3000, SpreadAt::even, {}}}; });
        Activity h;
        h.key = "H";
        h.kind = ActivityKind::hammock;
        h.from = {{b.id("A"), End::start, 0}};
        h.to = {{b.id("B"), End::finish, 0}};
        h.costPerWeek = Decimal(700);
        b.add(h);
        const Programme plan = b.programme;
        b.programme.job.dataDate = *parseInstant("2027-03-15T00:00");
        b.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.remaining = 2 * 480;
        });
        b.programme.costs.append({CostEntryId{1}, *parseMonth("2027-03"), CostHead::plant, b.id("A"), 2200});
        const Schedule planned = schedule(plan), current = schedule(b.programme);
        const EarnedValue ev = progressLines(plan, planned, b.programme, current, ProgressWeight::cost).earned;
        QCOMPARE(ev.budget, 6600.0);
        QCOMPARE(ev.planned, 2300.0);
        QCOMPARE(ev.earned, 2100.0);
        QCOMPARE(*ev.cost, 2200.0 + 1400.0); // fourteen days of hire
        QCOMPARE(std::round(*ev.spi * 1000), 913.0);
        QCOMPARE(std::round(*ev.cpi * 1000), 583.0);
        QCOMPARE(std::round(*ev.eac), 11314.0); // 6,600 / 0.5833
    }

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

    /// A job that goes exactly as planned: whatever the day, what is earned is what was planned and what was worked,
    /// and earned schedule is the time that has passed (ANSI/EIA-748; Lipke 2003).
    void aJobOnItsPlanHasIndicesOfOne() {
        int days = 0, running = 0;
        for (unsigned seed = 1; seed <= 80; ++seed) {
            RandomShape shape;
            shape.constraints = shape.milestones = false;
            const Programme plan = randomProgramme(seed, shape);
            const Schedule planned = schedule(plan);
            if (!planned.ok()) continue;
            const Date last = dateOf(*planned.programmeFinish);
            for (Date day = dateOf(plan.job.start) + 1; day <= last; day = day + 5) {
                const Programme now = onPlan(plan, planned, startOf(day));
                const Schedule current = schedule(now);
                QVERIFY(current.ok());
                const ProgressLines lines = progressLines(plan, planned, now, current, ProgressWeight::crewDays);
                const EarnedValue& ev = lines.earned;
                const QByteArray where =
                    QStringLiteral("seed %1, %2").arg(seed).arg(QString::fromStdString(isoDate(day))).toUtf8();
                QVERIFY2(std::abs(ev.earned - ev.planned) < 1e-6, where.constData());
                QVERIFY2(std::abs(ev.cost.value_or(-1) - ev.planned) < 1e-6, where.constData());
                if (ev.planned < 1e-9) continue;
                ++days;
                QVERIFY2(std::abs(*ev.spi - 1) < 1e-9 && std::abs(*ev.cpi - 1) < 1e-9, where.constData());
                QVERIFY2(std::abs(*ev.eac - ev.budget) < 1e-6, where.constData());
                if (ev.tcpi) QVERIFY2(std::abs(*ev.tcpi - 1) < 1e-6, where.constData());
                // Where every minute of the week had work planned, earned schedule is exact; else it is never later
                // than the end of the week that the data date lies in, nor earlier than its beginning.
                QVERIFY2(std::abs(ev.earnedSchedule - ev.weeks) <= 1 + 1e-9, where.constData());
                running += std::abs(ev.earnedSchedule - ev.weeks) < 0.5;
            }
        }
        QVERIFY(days > 300 && running > days / 2);
    }

    /// A job that does the same share less of everything has that share as its SPI; twice the crews weigh twice.
    void indicesFollowFromTheSharesDone() {
        for (unsigned seed = 1; seed <= 60; ++seed) {
            RandomShape shape;
            shape.constraints = shape.milestones = false;
            Programme plan = randomProgramme(seed, shape);
            const Schedule planned = schedule(plan);
            if (!planned.ok()) continue;
            const Date day = dateOf(plan.job.start) + 12;
            Programme now = onPlan(plan, planned, startOf(day));
            // Nothing is finished, and half of each activity's work is left.
            std::vector<Activity> rows = now.activities.take();
            for (std::size_t i = 0; i < rows.size(); ++i) {
                Activity& a = rows[i];
                if (a.kind != ActivityKind::task) continue;
                a.actualStart = planned.activities[i].earlyStart < startOf(day) ? planned.activities[i].earlyStart
                                                                                : std::optional<Instant>();
                a.actualFinish.reset();
                a.remaining = a.actualStart ? std::optional<Minutes>((*a.duration + 1) / 2) : std::nullopt;
            }
            now.activities.assign(std::move(rows));
            const Schedule current = schedule(now);
            if (!current.ok()) continue;
            double begun = 0;
            for (std::size_t i = 0; i < plan.activities.size(); ++i)
                if (now.activities[i].actualStart && plan.activities[i].kind == ActivityKind::task) {
                    const ActivityFigures& f = planned.activities[i];
                    begun +=
                        double(f.duration - *now.activities[i].remaining) / double(planned.calendarOf(f).dayMinutes());
                }
            const EarnedValue ev = progressLines(plan, planned, now, current, ProgressWeight::crewDays).earned;
            QVERIFY2(std::abs(ev.earned - begun) < 1e-6, qPrintable(QString::number(seed)));
            if (ev.planned > 0) QVERIFY(std::abs(*ev.spi - begun / ev.planned) < 1e-9);
        }
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
