// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Balance of a sequence over its units: start intervals for unequal rates worked by hand (the line of balance of
// Lumsden, 1968), what continuity costs and saves, crews that keep up; whatever the order of units.
#include "edit/balance_edits.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Four floors, three trades of 3, 2 and 4 days a floor; each trade goes from floor to floor behind the one before it.
struct Floors : Builder {
    explicit Floors(std::vector<int> days = {3, 2, 4}, int floors = 4) {
        Sequence sequence;
        sequence.id = SequenceId{1};
        sequence.key = "Floor";
        for (std::size_t s = 0; s < days.size(); ++s) {
            SequenceStep step;
            step.number = int(s) + 1;
            step.name = std::string(1, char('A' + s));
            sequence.steps.push_back(step);
        }
        programme.sequences.append(sequence);
        for (int f = 1; f <= floors; ++f) {
            LaidOut unit;
            unit.id = LaidOutId{std::uint32_t(f)};
            unit.sequence = SequenceId{1};
            unit.unit = f;
            for (std::size_t s = 0; s < days.size(); ++s) {
                const std::string key = name(s, f);
                task(key, days[s]);
                change(key, [&](Activity& a) {
                    a.measure =
                        Measure{Decimal(10 * days[s]), "m2", Decimal(5), {}, Decimal(2), Decimal(1), RoundTo::none};
                    a.duration.reset();
                });
                unit.steps.push_back({int(s) + 1, id(key), Decimal(10)});
                if (s > 0) link(name(s - 1, f), key);
                if (f > 1) link(name(s, f - 1), key);
            }
            programme.laidOut.append(unit);
        }
    }
    static std::string name(std::size_t step, int floor) {
        return std::string(1, char('A' + step)) + std::to_string(floor);
    }
    [[nodiscard]] Balance balance() const { return balanceOf(programme, schedule(programme), SequenceId{1}); }
    /// Working days from the start of the programme to that of an activity.
    [[nodiscard]] double day(const std::string& key) const {
        const Schedule dates = schedule(programme);
        const ActivityFigures& f = of(programme, dates, key);
        const WorkCalendar& own = dates.calendarOf(f);
        return double(own.worked(f.earlyStart) - own.worked(programme.job.start)) / 480;
    }
    std::string tried(const std::function<Outcome(Transaction&)>& act) { return run(programme, act); }
};

} // namespace

class BalanceTest : public QObject {
    Q_OBJECT
private slots:
    /// As early as possible: B works 3–5, 6–8, 9–11, 12–14 and waits a day between floors; C from 5 on without a wait,
    /// to 21. C is the slowest.
    void early() {
        Floors f;
        const Balance b = f.balance();
        QCOMPARE(b.lines.size(), std::size_t(3));
        QCOMPARE(b.lines[1].waits, Minutes(3 * 480));
        QCOMPARE(b.lines[0].waits + b.lines[2].waits, Minutes(0));
        QCOMPARE(b.lines[1].idleCrewDays, 6.0); // three days of two crews
        QCOMPARE(b.idleCrewDays, 6.0);
        QCOMPARE(b.pace, std::size_t(2));
        QCOMPARE(b.lines[0].unitsPerWeek, 5.0 / 3);
        QCOMPARE(b.lines[2].naturalDays, std::optional(8.0));
        QCOMPARE(f.day("C4"), 17.0);
    }
    /// Without waits B begins on day 6, so that it ends with the last floor of A: max over floors of 3u − 2(u − 1) = 6.
    /// C follows its first floor on day 8 and ends three days later than before.
    void continuous() {
        Floors f;
        QCOMPARE(f.tried([](Transaction& tx) { return startWithoutWaiting(tx, SequenceId{1}); }), std::string());
        QCOMPARE(f.day("B1"), 6.0);
        QCOMPARE(f.day("B4"), 12.0);
        QCOMPARE(f.day("C1"), 8.0);
        QCOMPARE(f.day("C4"), 20.0);
        QCOMPARE(f.balance().idleCrewDays, 0.0);
        QCOMPARE(f.tried([](Transaction& tx) { return startEarly(tx, SequenceId{1}); }), std::string());
        QCOMPARE(f.day("B1"), 3.0);
        QCOMPARE(f.day("C4"), 17.0);
        QVERIFY(!f.programme.activities.row(f.id("B1"))->levelledFrom);
    }
    /// The mirror image: a slower trade behind a faster one has no wait, and continuity costs nothing.
    void slowerBehind() {
        Floors f({2, 3});
        QCOMPARE(f.balance().idleCrewDays, 0.0);
        const Programme before = f.programme;
        QCOMPARE(f.tried([](Transaction& tx) { return startWithoutWaiting(tx, SequenceId{1}); }), std::string());
        QVERIFY(f.programme == before);
    }
    /// Crews that keep up with the slowest: the trades need 6, 4 and 8 days of one crew for a floor.
    void crews() {
        Floors f;
        QCOMPARE(f.tried([](Transaction& tx) { return matchCrews(tx, SequenceId{1}); }), std::string());
        // A: 6 crew-days in 4 days are two crews; B: 4 in 4 is one; C stays.
        QCOMPARE(f.programme.activities.row(f.id("A2"))->measure->crews, std::optional(Decimal(2)));
        QCOMPARE(f.programme.activities.row(f.id("B3"))->measure->crews, std::optional(Decimal(1)));
        QCOMPARE(f.programme.activities.row(f.id("C1"))->measure->crews, std::optional(Decimal(2)));
        QCOMPARE(f.programme.sequences[0].steps[1].crews, std::optional(Decimal(1)));
        // By the fastest: all need more.
        QCOMPARE(f.tried([](Transaction& tx) { return matchCrews(tx, SequenceId{1}, 1); }), std::string());
        QCOMPARE(f.programme.activities.row(f.id("C1"))->measure->crews, std::optional(Decimal(3)));
        QVERIFY(!f.tried([](Transaction& tx) { return matchCrews(tx, SequenceId{7}); }).empty());
    }
    /// Random floors and trades: no trade waits afterwards, none begins before it could, and with one day less it would
    /// wait.
    void random() {
        std::mt19937 random(4);
        for (int round = 0; round < 20; ++round) {
            std::vector<int> days;
            for (std::size_t i = 0; i < 2 + random() % 3; ++i) days.push_back(1 + int(random() % 5));
            Floors f(days, 2 + int(random() % 4));
            auto units = f.programme.laidOut.take();
            std::shuffle(units.begin(), units.end(), random);
            f.programme.laidOut.assign(std::move(units));
            const Balance before = f.balance();
            QCOMPARE(f.tried([](Transaction& tx) { return startWithoutWaiting(tx, SequenceId{1}); }), std::string());
            const Balance after = f.balance();
            QCOMPARE(after.idleCrewDays, 0.0);
            for (std::size_t s = 0; s < after.lines.size(); ++s) {
                QVERIFY(after.lines[s].start >= before.lines[s].start);
                // The start by the published formula: the greatest of what the trade before allows for each unit.
                double wanted = 0;
                for (std::size_t u = 0; s > 0 && u < after.lines[s].activities.size(); ++u) {
                    const double ready = f.day(Floors::name(s - 1, int(u) + 1)) + days[s - 1];
                    wanted = std::max(wanted, ready - double(u) * days[s]);
                }
                QCOMPARE(f.day(Floors::name(s, 1)), wanted);
            }
        }
    }
};

QTEST_GUILESS_MAIN(BalanceTest)
#include "balance_test.moc"
