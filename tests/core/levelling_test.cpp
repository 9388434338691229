// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Levelling: cases by hand, and what must hold of every proposal, whatever the programme.
#include "core/delay/prolongation.h"
#include "core/labour/levelling.h"
#include "support/builder.h"
#include "support/random_programme.h"
#include "support/shuffle.h"

#include <QFile>
#include <QTest>

#include <algorithm>
#include <random>
#include <sstream>

using namespace yarrin;
using namespace yarrin::test;

namespace {

struct Site : Builder {
    ResourceId resource(const std::string& name, std::optional<int> supply = {}) {
        Resource row;
        row.id = programme.resources.freshId();
        row.key = row.name = name;
        if (supply) row.supply = {{dateOf(programme.job.start), *supply}};
        const ResourceId id = row.id;
        programme.resources.append(row);
        return id;
    }
    Site& needs(const std::string& key, ResourceId resource, int number) {
        change(key, [&](Activity& a) { a.needs.push_back({resource, Decimal(number), {}}); });
        return *this;
    }
    [[nodiscard]] QString moves(const Result<LevelResult>& result) const {
        if (!result.ok()) return QString::fromStdString(result.error().sentence());
        QStringList list;
        for (const LevelMove& move : result->moves)
            list << QString::fromStdString(programme.activities.row(move.activity)->key + " " +
                                           isoInstant(move.to).substr(5, 5) + " +" + std::to_string(move.delay / 480));
        std::sort(list.begin(), list.end());
        return list.join(QStringLiteral(", "));
    }
    [[nodiscard]] QString days(const Programme& p) const {
        const Schedule result = schedule(p);
        Demand demand(p, result);
        QString line;
        for (const DemandRow& row : demand.days(0))
            line += QString::fromStdString(row.demand.rounded(3)->text()) + QLatin1Char(' ');
        return line.trimmed();
    }
};

/// Random work with needs of a few resources; some have no supply.
Programme loaded(std::uint32_t seed, int activities, bool limited) {
    RandomShape shape;
    shape.activities = activities;
    Programme p = randomProgramme(seed, shape);
    std::mt19937 random(seed * 31 + 5);
    const auto below = [&](int n) { return int(random() % std::uint32_t(n)); };
    for (int r = 0; r < 3; ++r) {
        Resource row;
        row.id = ResourceId{std::uint32_t(r + 1)};
        row.key = row.name = "R" + std::to_string(r);
        if (limited || below(2)) row.supply = {{dateOf(p.job.start) + -5, Decimal(4 + below(4))}};
        if (below(2)) row.rate = Decimal(20 + below(30));
        p.resources.append(row);
    }
    auto rows = p.activities.take();
    for (Activity& a : rows)
        for (int r = 0; r < 3; ++r)
            if (a.kind == ActivityKind::task && below(2) == 0)
                a.needs.push_back({ResourceId{std::uint32_t(r + 1)}, Decimal(1 + below(3)), {}});
    p.activities.assign(std::move(rows));
    return p;
}

} // namespace

class LevellingTest : public QObject {
    Q_OBJECT
private slots:
    /// A of 5 days is critical and needs 2 men, B of 2 days needs 2 and may stand anywhere in A's days, C of 3 days
    /// needs 2 likewise: laid behind each other they need 4 all the time, not 6 and then 2.
    void insideFloatByHand() {
        Site s;
        s.task("A", 5).task("B", 2).task("C", 3).milestone("M");
        s.link("A", "M").link("B", "M").link("C", "M");
        const ResourceId man = s.resource("Man");
        s.needs("A", man, 2).needs("B", man, 2).needs("C", man, 2);
        QCOMPARE(s.days(s.programme), QStringLiteral("6 6 4 2 2"));
        const auto result = level(s.programme, {});
        QCOMPARE(s.moves(result), QStringLiteral("C 03-03 +2"));
        QCOMPARE(s.days(levelled(s.programme, *result)), QStringLiteral("4 4 4 4 4"));
        QCOMPARE(result->peaks.front().before, Fraction(6));
        QCOMPARE(result->peaks.front().after, Fraction(4));
        QVERIFY(result->roughnessAfter < result->roughnessBefore);
        QVERIFY(result->finishBefore == result->finishAfter);
    }

    /// What comes before can only move when what needs nobody behind it is pushed along.
    void whatNeedsNobodyIsPushed() {
        Site s;
        s.task("A", 6).task("B", 2).task("N", 2).milestone("M");
        s.link("A", "M").link("B", "N").link("N", "M");
        const ResourceId man = s.resource("Man", 2);
        s.needs("A", man, 1).needs("B", man, 2);
        s.change("A", [](Activity& a) { a.duration = 2 * 480; });
        s.task("W", 6).link("W", "M");
        const auto result = level(s.programme, {});
        QCOMPARE(s.moves(result), QStringLiteral("B 03-03 +2"));
        QCOMPARE(result->pushed.size(), std::size_t(1)); // N, which nothing holds
        QCOMPARE(result->excessBefore, Fraction(16));
        QCOMPARE(result->excessAfter, Fraction(0));
    }

    /// A section's forecast stays, also where the programme goes on behind it; a hammock must not get dearer.
    void sectionsAndHammocksStay() {
        Site s;
        s.task("A", 3).task("B", 3).task("Z", 20).milestone("M");
        s.link("A", "M").link("B", "M").section("S", "M", "2027-12-31", 100);
        const ResourceId man = s.resource("Man", 2);
        s.needs("A", man, 2).needs("B", man, 2);
        QCOMPARE(s.moves(level(s.programme, {})), QString());
        // Without the section there is room.
        s.programme.sections.assign({});
        QCOMPARE(level(s.programme, {})->moves.size(), std::size_t(1));
        Activity hammock;
        hammock.key = "H";
        hammock.kind = ActivityKind::hammock;
        hammock.from = {{s.id("A"), End::start, 0}};
        hammock.to = {{s.id("A"), End::finish, 0}, {s.id("B"), End::finish, 0}};
        hammock.costPerWeek = Decimal(700);
        s.add(hammock);
        // Whoever moves, the hammock would be longer, or begin later only where A moves and B stays, and end later.
        QCOMPARE(s.moves(level(s.programme, {})), QString());
    }

    /// What has begun and what is left alone stays; from a day on.
    void whatStays() {
        Site s;
        s.task("A", 4).task("B", 4).task("Z", 20);
        const ResourceId man = s.resource("Man", 2);
        s.needs("A", man, 2).needs("B", man, 2);
        LevelOptions options;
        options.leave = {s.id("B")};
        QCOMPARE(s.moves(level(s.programme, options)), QStringLiteral("A 03-05 +4"));
        options.leave = {s.id("A")};
        QCOMPARE(s.moves(level(s.programme, options)), QStringLiteral("B 03-05 +4"));
        options.leave.clear();
        options.from = *parseDate("2027-03-02");
        QCOMPARE(s.moves(level(s.programme, options)), QString());
        s.programme.job.dataDate = *parseInstant("2027-03-03T00:00");
        s.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.remaining = 960;
        });
        options.from.reset();
        QCOMPARE(s.moves(level(s.programme, options)), QStringLiteral("B 03-05 +2"));
        options.resources = {"Nobody"};
        QVERIFY(!level(s.programme, options).ok());
    }

    /// Three works of four days that need one crane each, of which there is one, and a section: the one that the
    /// section waits for goes first.
    void withinSupplyByHand() {
        Site s;
        s.task("A", 4).task("B", 4).task("C", 4).milestone("M").link("C", "M").section("S", "M", "2027-03-04", 100);
        const ResourceId crane = s.resource("Crane", 1);
        s.needs("A", crane, 1).needs("B", crane, 1).needs("C", crane, 1);
        LevelOptions options;
        options.way = LevelWay::withinSupply;
        const auto result = level(s.programme, options);
        QVERIFY(result.ok());
        QCOMPARE(result->damagesAfter.unrelieved, Fraction(0));
        QCOMPARE(s.days(levelled(s.programme, *result)), QStringLiteral("1 1 1 1 1 0 0 1 1 1 1 1 0 0 1 1"));
        QCOMPARE(result->moves.size(), std::size_t(2));
        QCOMPARE(result->excessAfter, Fraction(0));
        // Levelling again starts from none, and comes to the same.
        const auto again = level(levelled(s.programme, *result), options);
        QCOMPARE(s.moves(again), s.moves(result));
    }

    /// The crane goes for a week and comes back; two are never there.
    void supplyByDates() {
        Site s;
        s.task("A", 4);
        const ResourceId crane = s.resource("Crane", 1);
        s.needs("A", crane, 1);
        Resource row = s.programme.resources[0];
        row.supply = {{*parseDate("2027-03-01"), 1}, {*parseDate("2027-03-03"), 0}, {*parseDate("2027-03-10"), 1}};
        s.programme.resources.replace(0, row);
        LevelOptions options;
        options.way = LevelWay::withinSupply;
        QCOMPARE(s.moves(level(s.programme, options)), QStringLiteral("A 03-10 +7"));
        s.change("A", [](Activity& a) { a.needs[0].number = Decimal(2); });
        const QString fault = s.moves(level(s.programme, options));
        QVERIFY2(fault.contains(QLatin1String("A needs 2 Crane")) && fault.contains(QLatin1String("is 1")),
                 qPrintable(fault));
    }

    /// The only crane is lent on Wednesday and Thursday. In one piece B waits until Friday; split it works on Monday
    /// and Tuesday, rests two days, and ends on Monday. Lent on Monday and Tuesday there is nothing to split, and lent
    /// for one day there is one day of rest.
    void workIsSplit() {
        LevelOptions options;
        options.way = LevelWay::withinSupply;
        const auto site = [](const char* lent, int days) {
            Site s;
            s.task("K", days).task("B", 4);
            const ResourceId crane = s.resource("Crane", 1);
            s.needs("K", crane, 1).needs("B", crane, 1);
            s.change("K", [&](Activity& a) {
                a.constraint = Constraint{ConstraintType::startOn, DateOrInstant{*parseInstant(lent), false}};
            });
            return s;
        };
        Site s = site("2027-03-03T08:00", 2);
        QCOMPARE(s.moves(level(s.programme, options)), QStringLiteral("B 03-05 +4"));
        options.split = true;
        auto result = level(s.programme, options);
        QCOMPARE(s.moves(result), QStringLiteral("B 03-01 +0"));
        QCOMPARE(result->moves.front().pauses, (std::vector<Pause>{{960, 960, true}}));
        const Programme with = levelled(s.programme, *result);
        QCOMPARE(s.days(with), QStringLiteral("1 1 1 1 1 0 0 1"));
        // Taken off nothing of it stays; a pause of its own does.
        Activity b = *with.activities.row(s.id("B"));
        b.pauses.push_back({480, 60});
        QVERIFY(heldByLevelling(b));
        takeOffLevelling(b);
        QCOMPARE(b.pauses, (std::vector<Pause>{{480, 60}}));
        QVERIFY(!heldByLevelling(b));
        // Levelling again starts from none.
        QCOMPARE(s.moves(level(with, options)), s.moves(result));

        Site mirrored = site("2027-03-01T08:00", 2);
        result = level(mirrored.programme, options);
        QCOMPARE(mirrored.moves(result), QStringLiteral("B 03-03 +2"));
        QVERIFY(result->moves.front().pauses.empty());

        Site shorter = site("2027-03-03T08:00", 1);
        result = level(shorter.programme, options);
        QCOMPARE(result->moves.front().pauses, (std::vector<Pause>{{960, 480, true}}));
        QCOMPARE(shorter.days(levelled(shorter.programme, *result)), QStringLiteral("1 1 1 1 1"));
    }

    /// A night shift that goes over midnight rests whole shifts, not the halves of two.
    void nightShiftsRestWhole() {
        Site s;
        Calendar night;
        night.id = CalendarId{40};
        night.key = night.name = "Night";
        for (int weekday = 0; weekday < 5; ++weekday) night.week[std::size_t(weekday)] = DayWork{{20 * 60, 30 * 60}};
        s.programme.calendars.append(night);
        s.task("K", 1).task("B", 3);
        const ResourceId crane = s.resource("Crane", 1);
        s.needs("K", crane, 1).needs("B", crane, 1);
        s.change("B", [](Activity& a) {
            a.calendar = CalendarId{40};
            a.duration = 3 * 600;
        });
        s.change("K", [](Activity& a) {
            a.calendar = CalendarId{40};
            a.duration = 600;
            a.constraint = Constraint{ConstraintType::startOn, DateOrInstant{*parseInstant("2027-03-02T20:00"), false}};
        });
        LevelOptions options;
        options.way = LevelWay::withinSupply;
        options.split = true;
        const auto result = level(s.programme, options);
        QVERIFY2(result.ok(), result.ok() ? "" : result.error().sentence().c_str());
        QCOMPARE(result->moves.size(), std::size_t(1));
        QCOMPARE(result->moves.front().pauses, (std::vector<Pause>{{600, 600, true}}));
    }

    /// What is to come first has the crane first, and what leads to it does.
    void whatComesFirst() {
        LevelOptions options;
        options.way = LevelWay::withinSupply;
        for (const char* first : {"A", "B", "C", "D"}) {
            Site s;
            s.task("A", 4).task("B", 4).task("C", 4).task("D", 2).link("C", "D");
            const ResourceId crane = s.resource("Crane", 1);
            s.needs("A", crane, 1).needs("B", crane, 1).needs("C", crane, 1);
            options.first = {s.id(first)};
            const auto result = level(s.programme, options);
            QVERIFY(result.ok());
            const Schedule dates = schedule(levelled(s.programme, *result));
            const std::string early = std::string(first) == "D" ? "C" : first;
            for (const char* key : {"A", "B", "C"})
                QCOMPARE(dates.activities[s.programme.activities.indexOf(s.id(key))].earlyStart ==
                             *parseInstant("2027-03-01T08:00"),
                         early == key);
        }
    }

    /// Whatever the programme, inside float: every section, the finish and every hammock stays, no deadline is newly
    /// missed, no float gets below nothing, excess falls or the squares do; the order of rows decides nothing.
    void insideFloatAlways() {
        int moved = 0;
        for (std::uint32_t seed = 1; seed <= 100; ++seed) {
            const Programme p = loaded(seed, 30, false);
            const Schedule before = schedule(p);
            if (!before.ok()) continue;
            const auto result = level(p, {});
            QVERIFY(result.ok());
            moved += int(result->moves.size());
            const Programme with = levelled(p, *result);
            const Schedule after = schedule(with);
            QVERIFY(after.ok());
            QVERIFY(before.programmeFinish == after.programmeFinish);
            for (std::size_t i = 0; i < before.activities.size(); ++i) {
                const auto floatBefore = before.activities[i].totalFloat.value_or(0);
                QVERIFY(after.activities[i].totalFloat.value_or(0) >= std::min<Minutes>(floatBefore, 0));
                QVERIFY(after.activities[i].earlyStart >= before.activities[i].earlyStart);
            }
            QVERIFY(!(timeCost(p, before) < timeCost(with, after)));
            const bool less = result->excessAfter < result->excessBefore;
            QVERIFY(less || result->roughnessAfter <= result->roughnessBefore * (1 + 1e-9) ||
                    result->excessBefore.sign() > 0);
            QCOMPARE(shuffledMoves(p, seed), movesOf(p, *result));
        }
        QVERIFY(moved > 200);
    }

    /// Within supply: nothing that may move works where more is needed than there is, every link holds, and it is the
    /// same again.
    void withinSupplyAlways() {
        LevelOptions options;
        options.way = LevelWay::withinSupply;
        int levelledOnes = 0;
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            const Programme p = loaded(seed, 20, true);
            if (!schedule(p).ok()) continue;
            const auto result = level(p, options);
            QVERIFY2(result.ok(), result.ok() ? "" : result.error().sentence().c_str());
            levelledOnes += result->moves.empty() ? 0 : 1;
            const Programme with = levelled(p, *result);
            const Schedule after = schedule(with);
            QVERIFY(after.ok());
            for (const LevelLeft& left : result->left)
                QVERIFY2(stays(p, left.activity), qPrintable(QString::number(seed)));
            for (const LevelMove& move : result->moves)
                QVERIFY(after.activities[with.activities.indexOf(move.activity)].earlyStart == move.to);
            // The same again, and whatever the order of rows.
            QCOMPARE(shuffledMoves(p, seed, options), movesOf(p, *result));
        }
        QVERIFY(levelledOnes > 20);
    }

    /// The same where work may be split: as many hours are worked as before, each in whole days of its calendar, and
    /// what is told is what comes of it.
    void splitWithinSupplyAlways() {
        LevelOptions options;
        options.way = LevelWay::withinSupply;
        options.split = true;
        int splits = 0;
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            const Programme p = loaded(seed, 20, true);
            const Schedule before = schedule(p);
            if (!before.ok()) continue;
            const auto result = level(p, options);
            QVERIFY2(result.ok(), result.ok() ? "" : result.error().sentence().c_str());
            const Programme with = levelled(p, *result);
            const Schedule after = schedule(with);
            QVERIFY2(after.ok(), qPrintable(QString::number(seed)));
            for (const LevelLeft& left : result->left)
                QVERIFY2(stays(p, left.activity), qPrintable(QString::number(seed)));
            Demand was(p, before), is(with, after);
            for (std::size_t r = 0; r < was.book().size(); ++r)
                QCOMPARE(sumOf(was.days(r)).hours, sumOf(is.days(r)).hours);
            for (const LevelMove& move : result->moves) {
                splits += int(move.pauses.size());
                QVERIFY(after.activities[with.activities.indexOf(move.activity)].earlyStart == move.to);
                for (const Pause& pause : move.pauses) QVERIFY(pause.levelled && pause.rest > 0 && pause.after > 0);
            }
            QCOMPARE(shuffledMoves(p, seed, options), movesOf(p, *result));
        }
        QVERIFY2(splits > 10, qPrintable(QString::number(splits)));
    }

    /// Small cases against the least makespan, found by MiniZinc with Gecode (tests/data/levelling/optima.py made
    /// them): equal in at least 95 of 100, and never more than 5 % above.
    void makespansAreLeast() {
        QFile file(QStringLiteral(SOURCE_DIR "/tests/data/levelling/cases.txt"));
        QVERIFY(file.open(QIODevice::ReadOnly));
        std::istringstream in(file.readAll().toStdString());
        LevelOptions options;
        options.way = LevelWay::withinSupply;
        int cases = 0, equal = 0;
        for (int count = 0, resources = 0, optimum = 0; in >> count >> resources >> optimum; ++cases) {
            Site s;
            s.programme.job.start = *parseInstant("2027-03-01T00:00");
            std::vector<ResourceId> ids;
            for (int r = 0; r < resources; ++r) {
                int supply = 0;
                in >> supply;
                ids.push_back(s.resource("R" + std::to_string(r), supply));
            }
            for (int a = 0; a < count; ++a) {
                const std::string key = "A" + std::to_string(a);
                int days = 0, before = 0;
                in >> days;
                Activity activity;
                activity.key = key;
                activity.calendar = continuousCalendar;
                activity.duration = days * 1440;
                s.add(activity);
                for (int r = 0; r < resources; ++r) {
                    int need = 0;
                    in >> need;
                    if (need > 0) s.needs(key, ids[std::size_t(r)], need);
                }
                in >> before;
                for (int b = 0; b < before; ++b) {
                    int from = 0;
                    in >> from;
                    s.link("A" + std::to_string(from), key);
                }
            }
            const auto result = level(s.programme, options);
            QVERIFY2(result.ok(), result.ok() ? "" : result.error().sentence().c_str());
            QCOMPARE(result->excessAfter, Fraction(0));
            const auto days = (*result->finishAfter - s.programme.job.start) / 1440;
            QVERIFY2(days >= optimum, qPrintable(QStringLiteral("case %1").arg(cases)));
            QVERIFY2(double(days) <= 1.05 * optimum,
                     qPrintable(QStringLiteral("case %1: %2 for %3").arg(cases).arg(days).arg(optimum)));
            equal += days == optimum ? 1 : 0;
        }
        qInfo("%d of %d equal", equal, cases);
        QVERIFY(cases >= 100);
        QVERIFY2(equal * 100 >= cases * 95, qPrintable(QStringLiteral("%1 of %2").arg(equal).arg(cases)));
    }

private:
    static bool stays(const Programme& p, ActivityId id) {
        const Activity& a = *p.activities.row(id);
        const bool dated = a.constraint && (a.constraint->type == ConstraintType::startOn ||
                                            a.constraint->type == ConstraintType::finishOn);
        return a.stretch || a.asLate || dated || a.actualStart || a.kind != ActivityKind::task;
    }
    static QString movesOf(const Programme& p, const LevelResult& result) {
        QStringList list;
        for (const LevelMove& move : result.moves)
            list << QString::fromStdString(p.activities.row(move.activity)->key + " " + isoInstant(move.to));
        list.sort();
        return list.join(QLatin1Char(' '));
    }
    static QString shuffledMoves(const Programme& p, std::uint32_t seed, const LevelOptions& options = {}) {
        const Programme other = withRowsShuffled(p, seed);
        return movesOf(other, *level(other, options));
    }
};

QTEST_APPLESS_MAIN(LevellingTest)
#include "levelling_test.moc"
