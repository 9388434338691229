// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Demand of people, plant and material, worked by hand, and what must hold whatever the programme.
#include "core/labour/cost.h"
#include "core/labour/demand.h"
#include "core/labour/sum_curves.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

#include <algorithm>
#include <map>
#include <numeric>

using namespace yarrin;
using namespace yarrin::test;

namespace {

QString text(const Fraction& value) {
    const auto rounded = value.rounded(6);
    return rounded ? QString::fromStdString(rounded->text()) : QStringLiteral("invalid");
}

/// A builder with resources, by name.
struct Site : Builder {
    ResourceId resource(const std::string& name, ResourceKind kind = ResourceKind::trade) {
        Resource row;
        row.id = programme.resources.freshId();
        row.key = row.name = name;
        row.kind = kind;
        if (kind == ResourceKind::material) row.ratePer = RatePer::unit;
        const ResourceId id = row.id;
        programme.resources.append(row);
        return id;
    }
    void needs(const std::string& key, ResourceId resource, Decimal number) {
        change(key, [&](Activity& a) { a.needs.push_back({resource, number, {}}); });
    }
    void uses(const std::string& key, ResourceId resource, Decimal quantity) {
        change(key, [&](Activity& a) { a.needs.push_back({resource, {}, quantity}); });
    }
    void supply(ResourceId id, std::vector<SupplyFrom> steps) {
        const std::size_t at = programme.resources.indexOf(id);
        Resource row = programme.resources[at];
        row.supply = std::move(steps);
        programme.resources.replace(at, std::move(row));
    }
    /// "03-01: 2 3/2 …": by day, from the first.
    QString days(const std::string& name) {
        const Schedule result = schedule(programme);
        if (!result.ok()) return QString::fromStdString(result.errors.front().sentence());
        Demand demand(programme, result);
        QString line;
        for (const DemandRow& row : demand.days(demand.book().named(name))) {
            if (line.isEmpty()) line = QString::fromStdString(isoDate(row.from).substr(5)) + QLatin1Char(':');
            line += QLatin1Char(' ') + text(row.demand);
        }
        return line;
    }
};

Date day(const char* iso) {
    return *parseDate(iso);
}

} // namespace

class LabourTest : public QObject {
    Q_OBJECT
private slots:
    /// 2,500 panels, three cranes that hang 30 a day each: 2500 / 90 = 27.8, so three cranes for 28 days.
    void towerCranes() {
        Site s;
        s.task("P", 1);
        BookItem item;
        item.id = BookItemId{1};
        item.key = "B1";
        item.name = "Hang panels";
        item.unit = "no";
        item.outputPerCrewDay = Decimal(30);
        item.crew = {{"Tower crane", 1}, {"Rigger", 4}};
        s.programme.book.append(item);
        s.change("P", [](Activity& a) {
            a.duration.reset();
            a.bookItem = BookItemId{1};
            a.measure = Measure{};
            a.measure->quantity = 2500;
            a.measure->unit = "no";
            a.measure->outputPerCrewDay = Decimal(30);
            a.measure->crews = Decimal(3);
        });
        const Schedule result = schedule(s.programme);
        Demand demand(s.programme, result);
        const auto rows = demand.days(demand.book().named("tower CRANE")); // one name, whatever its capitals
        QCOMPARE(std::count_if(rows.begin(), rows.end(), [](const DemandRow& r) { return r.demand == Fraction(3); }),
                 28);
        QCOMPARE(std::count_if(rows.begin(), rows.end(), [](const DemandRow& r) { return r.demand.sign() > 0; }), 28);
        QCOMPARE(text(sumOf(rows).hours), QString::number(3 * 28 * 8));
        QCOMPARE(text(demand.days(demand.book().named("Rigger")).front().demand), QStringLiteral("12"));
        // What nobody made a row of is known all the same.
        QVERIFY(!demand.book().all()[demand.book().named("Rigger")].declared);
    }

    /// 40 m3 of an item that takes 1.05 m3 of concrete and 0.12 t of bar a unit, on work of four days: 10.5 m3 a day
    /// and 4.8 t in all; half of it placed, half as much, and what the activity needs itself comes to it.
    void materialsOfBillItems() {
        Site s;
        s.task("P", 4);
        const ResourceId concrete = s.resource("Concrete", ResourceKind::material);
        const ResourceId bar = s.resource("Bar", ResourceKind::material);
        BillItem item;
        item.id = BillItemId{1};
        item.key = "1";
        item.unit = "m3";
        item.quantity = 40;
        item.materials = {{concrete, {}, Decimal(105, 2)}, {bar, {}, Decimal(12, 2)}};
        s.programme.bill.append(item);
        s.programme.allocations.append({AllocationId{1}, item.id, s.id("P"), Decimal(40)});
        QCOMPARE(s.days("Concrete"), QStringLiteral("03-01: 10.5 10.5 10.5 10.5"));
        QCOMPARE(s.days("Bar"), QStringLiteral("03-01: 1.2 1.2 1.2 1.2"));
        s.programme.allocations.replace(0, {AllocationId{1}, item.id, s.id("P"), Decimal(20)});
        QCOMPARE(s.days("Concrete"), QStringLiteral("03-01: 5.25 5.25 5.25 5.25"));
        s.uses("P", concrete, 3);
        QCOMPARE(s.days("Concrete"), QStringLiteral("03-01: 6 6 6 6"));
        // What is priced by the unit costs as much as is used.
        Resource row = s.programme.resources[0];
        row.rate = Decimal(100);
        row.unit = "m3";
        s.programme.resources.replace(0, row);
        const Schedule dates = schedule(s.programme);
        Fraction sum;
        for (const MoneyFlow& flow : costsOf(s.programme, dates).flows) sum = sum + flow.amount;
        QCOMPARE(sum.toDouble(), 2400.0);
    }

    /// Two men for five days beside work of ten: 80 hours, by late dates a week later; 48 of them are done on Thursday
    /// morning, when two of the five days are left.
    void sumsFromTheBeginning() {
        Site s;
        s.task("A", 5).task("Z", 10);
        s.needs("A", s.resource("Man"), 2);
        const auto agreed = std::make_shared<const Programme>(s.programme);
        s.programme.job.dataDate = *parseInstant("2027-03-04T00:00");
        s.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.remaining = 960;
        });
        s.change("Z", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.remaining = 7 * 480;
        });
        const auto state = [](std::shared_ptr<const Programme> p) {
            auto dates = std::make_shared<const Schedule>(schedule(*p));
            return SumsOfDemand::State{std::move(p), std::move(dates)};
        };
        const auto now = std::make_shared<const Programme>(s.programme);
        const SumsOfDemand sums(state(now), state(agreed));
        const auto shown = [](const DemandSums& list) {
            QStringList parts;
            for (const auto& [at, sum] : list)
                parts << QString::fromStdString(isoDate(at).substr(5)) + QLatin1Char(' ') + QString::number(sum);
            return parts.join(QStringLiteral(", "));
        };
        SumCurves curves = sums.of({"man"});
        QCOMPARE(shown(curves.early), QStringLiteral("03-01 0, 03-04 48, 03-08 80, 03-15 80"));
        QCOMPARE(shown(curves.late), QStringLiteral("03-01 0, 03-04 48, 03-08 48, 03-15 80"));
        QCOMPARE(shown(curves.agreed), QStringLiteral("03-01 0, 03-04 48, 03-08 80, 03-15 80"));
        QCOMPARE(shown(curves.earned), QStringLiteral("03-01 0, 03-04 48"));
        QVERIFY(sums.of({"nobody"}).early.empty());
        // With a day more to do two fifths are earned, spread over the days that were worked.
        s.change("A", [](Activity& a) { a.remaining = 3 * 480; });
        const SumsOfDemand less(state(std::make_shared<const Programme>(s.programme)), state(agreed));
        curves = less.of({"Man", "Man"});
        QCOMPARE(shown(curves.earned), QStringLiteral("03-01 0, 03-04 32"));
        QCOMPARE(shown(curves.early), QStringLiteral("03-01 0, 03-04 48, 03-08 80, 03-15 96"));
    }

    /// A of two days with 2, B of three days with 3 behind a day of A: 2, 5, 3, 3; over a supply of 4 from the 2nd on
    /// by one man for eight hours.
    void daysAndExcess() {
        Site s;
        const ResourceId fixer = s.resource("Fixer");
        s.task("A", 2).task("B", 3).link("A", "B", LinkType::ss, 480);
        s.needs("A", fixer, 2);
        s.needs("B", fixer, 3);
        QCOMPARE(s.days("Fixer"), QStringLiteral("03-01: 2 5 3 3"));
        s.supply(fixer, {{day("2027-03-02"), 4}, {day("2027-03-04"), 2}});
        const Schedule result = schedule(s.programme);
        Demand demand(s.programme, result);
        const auto rows = demand.days(0);
        QVERIFY(!rows[0].supply); // none is known before the first, which is no limit
        QCOMPARE(text(rows[1].excess), QStringLiteral("1"));
        QCOMPARE(text(rows[1].excessHours), QStringLiteral("8"));
        QCOMPARE(text(rows[3].excess), QStringLiteral("1"));
        QCOMPARE(text(sumOf(rows).hours), QStringLiteral("104"));
        QCOMPARE(sumOf(rows).daysOver, 2);
        // The week shows its busiest day, and the supply of the first of the days on which excess is greatest.
        const auto weeks = demand.rows(rows, DemandBy::week, 0);
        QCOMPARE(weeks.size(), std::size_t(1));
        QCOMPARE(text(weeks[0].demand), QStringLiteral("5"));
        QCOMPARE(text(*weeks[0].supply), QStringLiteral("4"));
        QCOMPARE(text(weeks[0].excessHours), QStringLiteral("16"));
        QCOMPARE(text(weeks[0].mean), QStringLiteral("3.25"));
        // Of the activities that work on the 2nd both are told, of the 4th one.
        QCOMPARE(demand.at(0, day("2027-03-02")).size(), std::size_t(2));
        QCOMPARE(demand.at(0, day("2027-03-04")).size(), std::size_t(1));
        QCOMPARE(demand.within(0, day("2027-03-01"), day("2027-03-04")).size(), std::size_t(2));
    }

    /// A supply of none is a limit, none known is not.
    void nothingIsALimit() {
        Site s;
        const ResourceId fixer = s.resource("Fixer");
        s.task("A", 1);
        s.needs("A", fixer, Decimal(5, 1));
        s.supply(fixer, {{day("2027-03-01"), 0}});
        const Schedule result = schedule(s.programme);
        Demand demand(s.programme, result);
        QCOMPARE(text(demand.days(0)[0].excess), QStringLiteral("0.5"));
    }

    /// A gang of six by day and one by night are six at once and twelve heads; who ends one activity at noon and begins
    /// the next on that day is one.
    void heads() {
        Site s;
        Calendar night;
        night.id = CalendarId{3};
        night.key = night.name = "night";
        for (auto& work : night.week) work = DayWork{{0, 360}, {1200, 1440}};
        s.programme.calendars.append(night);
        const ResourceId fixer = s.resource("Fixer");
        s.task("D", 2).task("N", 2);
        s.change("N", [](Activity& a) {
            a.calendar = CalendarId{3};
            a.duration = 1200;
        });
        s.needs("D", fixer, 6);
        s.needs("N", fixer, 6);
        Schedule result = schedule(s.programme);
        {
            Demand demand(s.programme, result);
            const auto rows = demand.days(0);
            QCOMPARE(text(rows[1].demand), QStringLiteral("6"));
            QCOMPARE(text(rows[1].heads), QStringLiteral("12"));
        }
        Site half;
        const ResourceId one = half.resource("Fixer");
        half.task("A", 1).task("B", 1).link("A", "B");
        half.change("A", [](Activity& a) { a.duration = 240; });
        half.change("B", [](Activity& a) { a.duration = 240; });
        half.needs("A", one, 6);
        half.needs("B", one, 6);
        result = schedule(half.programme);
        Demand demand(half.programme, result);
        QCOMPARE(text(demand.days(0)[0].demand), QStringLiteral("6"));
        QCOMPARE(text(demand.days(0)[0].heads), QStringLiteral("6"));
        QCOMPARE(text(demand.people()[0].heads), QStringLiteral("6"));
    }

    /// Four days with two days of rest behind the second; a week-end lies in between.
    void pausesRest() {
        Site s;
        const ResourceId fixer = s.resource("Fixer");
        s.task("A", 4);
        s.change("A", [](Activity& a) { a.pauses = {{960, 960}}; });
        s.needs("A", fixer, 2);
        QCOMPARE(s.days("Fixer"), QStringLiteral("03-01: 2 2 0 0 2 0 0 2"));
    }

    /// Work of two days stretched over four needs half of what it needs otherwise.
    void stretchedWork() {
        Site s;
        const ResourceId fixer = s.resource("Fixer");
        s.task("A", 4).task("B", 2).link("A", "B", LinkType::ff).link("A", "B", LinkType::ss);
        s.change("B", [](Activity& a) { a.stretch = true; });
        s.needs("B", fixer, 3);
        QCOMPARE(s.days("Fixer"), QStringLiteral("03-01: 1.5 1.5 1.5 1.5"));
    }

    /// Ten days, begun on Monday 1 March; on the Monday after six days are left: five days were worked, and six follow.
    /// Of 100 t of material two fifths are done: 40 over the first five days, 60 over the next six.
    void doneAndAhead() {
        Site s;
        const ResourceId fixer = s.resource("Fixer"), rebar = s.resource("Rebar", ResourceKind::material);
        s.task("A", 10);
        s.needs("A", fixer, 2);
        s.uses("A", rebar, 100);
        s.programme.job.dataDate = *parseInstant("2027-03-08T00:00");
        s.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.remaining = 6 * 480;
        });
        QCOMPARE(s.days("Fixer"), QStringLiteral("03-01: 2 2 2 2 2 0 0 2 2 2 2 2 0 0 2"));
        QCOMPARE(s.days("Rebar"), QStringLiteral("03-01: 8 8 8 8 8 0 0 10 10 10 10 10 0 0 10"));
        const Schedule result = schedule(s.programme);
        Demand demand(s.programme, result);
        QCOMPARE(text(sumOf(demand.days(1)).hours), QStringLiteral("100"));
        QVERIFY(demand.inQuantities(1));
        // Nothing begun yet of what nobody worked on: the share done lies at the data date.
        s.change("A", [](Activity& a) { a.actualStart = *parseInstant("2027-03-08T00:00"); });
        QCOMPARE(s.days("Rebar"), QStringLiteral("03-07: 40 10 10 10 10 10 0 0 10"));
    }

    /// A crane that works mornings only, and that work waits for: two days of eight hours take four mornings, the lag
    /// behind them runs on the same mornings, and a day stays a day.
    void workWaitsForItsCalendar() {
        Site s;
        Calendar mornings;
        mornings.id = CalendarId{3};
        mornings.key = mornings.name = "mornings";
        for (auto& work : mornings.week) work = DayWork{{0, 720}};
        s.programme.calendars.append(mornings);
        const ResourceId crane = s.resource("Crane", ResourceKind::plant);
        s.task("A", 2).task("B", 1).link("A", "B", LinkType::fs, 240);
        s.needs("A", crane, 1);
        QCOMPARE(QString::fromStdString(dates(s.programme, schedule(s.programme), "A")),
                 QStringLiteral("2027-03-01T08:00 2027-03-02T17:00"));
        const auto bind = [&](bool binds, CalendarId calendar) {
            Resource row = s.programme.resources[0];
            row.calendar = calendar;
            row.binds = binds;
            s.programme.resources.replace(0, row);
        };
        bind(false, CalendarId{3});
        QCOMPARE(QString::fromStdString(dates(s.programme, schedule(s.programme), "A")),
                 QStringLiteral("2027-03-01T08:00 2027-03-02T17:00"));
        bind(true, CalendarId{3});
        const Schedule result = schedule(s.programme);
        QCOMPARE(QString::fromStdString(dates(s.programme, result, "A")),
                 QStringLiteral("2027-03-01T08:00 2027-03-04T12:00"));
        QCOMPARE(result.calendarOf(result.activities[0]).dayMinutes(), Minutes(480));
        QCOMPARE(QString::fromStdString(dates(s.programme, result, "B")),
                 QStringLiteral("2027-03-05T13:00 2027-03-08T12:00"));
        QCOMPARE(s.days("Crane"), QStringLiteral("03-01: 1 1 1 1"));
        // Where the two never meet nothing could be done, which is told with both names.
        Calendar nights = mornings;
        nights.id = CalendarId{4};
        nights.key = nights.name = "nights";
        for (auto& work : nights.week) work = DayWork{{1200, 1440}};
        s.programme.calendars.append(nights);
        bind(true, CalendarId{4});
        const Schedule never = schedule(s.programme);
        QVERIFY(!never.ok());
        QVERIFY(never.errors.front().place.find("nights") != std::string::npos);
    }

    /// Two calendars meet where both work, also where a spell past midnight belongs to the day before.
    void meetingsPastMidnight() {
        ResolvedCalendar night, day;
        for (auto& work : night.week) work = DayWork{{1200, 1800}};           // 20:00 to 06:00
        for (auto& work : day.week) work = DayWork{{240, 600}, {1320, 1440}}; // 04:00 to 10:00, 22:00 to 24:00
        ResolvedCalendar both = night;
        both.meets = {day};
        const WorkCalendar meeting(both, dateFrom(2027, 1, 1), dateFrom(2028, 1, 1)),
            a(night, dateFrom(2027, 1, 1), dateFrom(2028, 1, 1)), b(day, dateFrom(2027, 1, 1), dateFrom(2028, 1, 1));
        for (Instant t = startOf(dateFrom(2027, 3, 1)); t < startOf(dateFrom(2027, 3, 8)); t = t + 1) {
            const auto works = [t](const WorkCalendar& c) { return c.worked(t + 1) != c.worked(t); };
            QVERIFY2(works(meeting) == (works(a) && works(b)), isoInstant(t).c_str());
        }
        // Beyond the compiled window, too: four hours a day.
        QCOMPARE(meeting.worked(startOf(dateFrom(2055, 1, 1))) - meeting.worked(startOf(dateFrom(2054, 1, 1))),
                 365 * 240);
    }

    /// Levelling holds the start as a date does, is no link's doing, and counts no more once work has started.
    void heldByLevelling() {
        Site s;
        s.task("A", 2).task("B", 2).link("A", "B");
        s.change("B", [](Activity& a) { a.levelledFrom = *parseInstant("2027-03-08T00:00"); });
        const Schedule result = schedule(s.programme);
        QCOMPARE(QString::fromStdString(dates(s.programme, result, "B")),
                 QStringLiteral("2027-03-08T08:00 2027-03-09T17:00"));
        QVERIFY(!result.driving[0]);
        s.programme.job.dataDate = *parseInstant("2027-03-05T00:00");
        s.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.actualFinish = *parseInstant("2027-03-02T17:00");
        });
        s.change("B", [](Activity& a) { a.actualStart = *parseInstant("2027-03-04T08:00"); });
        QCOMPARE(QString::fromStdString(dates(s.programme, schedule(s.programme), "B")),
                 QStringLiteral("2027-03-04T08:00 2027-03-08T17:00"));
    }

    /// The order of rows decides nothing, of resources, of needs and of activities.
    void orderOfRows() {
        for (std::uint32_t seed = 1; seed <= 20; ++seed) {
            Programme p = loaded(seed);
            const auto before = figures(p);
            std::mt19937 random(seed);
            auto activities = p.activities.take();
            std::shuffle(activities.begin(), activities.end(), random);
            for (Activity& a : activities) std::shuffle(a.needs.begin(), a.needs.end(), random);
            p.activities.assign(std::move(activities));
            auto resources = p.resources.take();
            std::shuffle(resources.begin(), resources.end(), random);
            p.resources.assign(std::move(resources));
            QCOMPARE(figures(p), before);
        }
    }

    /// Whatever the programme: the area of a histogram is the hours worked, weeks and months add up to days, and heads
    /// are never fewer than at once.
    void areasAreHoursWorked() {
        for (std::uint32_t seed = 1; seed <= 200; ++seed) {
            const Programme p = loaded(seed);
            const Schedule result = schedule(p);
            if (!result.ok()) continue;
            Demand demand(p, result);
            for (std::size_t r = 0; r < demand.book().size(); ++r) {
                const auto days = demand.days(r);
                Fraction hours;
                for (const DemandPart& part : demand.partsOf(r)) {
                    const WorkSpan& span = demand.spans()[part.activity];
                    hours = demand.inQuantities(r) ? hours + part.number
                                                   : hours + part.number * Fraction(span.pastMinutes) / Fraction(60) +
                                                         Fraction((part.number * span.pace).rounded(9).value()) *
                                                             Fraction(span.aheadMinutes) / Fraction(60);
                }
                QCOMPARE(text(sumOf(days).hours), text(hours));
                for (const DemandBy by : {DemandBy::week, DemandBy::month}) {
                    const auto rows = demand.rows(days, by, r);
                    QCOMPARE(text(sumOf(rows).hours), text(hours));
                    QCOMPARE(text(sumOf(rows).excessHours), text(sumOf(days).excessHours));
                }
                for (const DemandRow& row : days) QVERIFY(!(row.heads < row.demand) || demand.inQuantities(r));
            }
        }
    }

private:
    /// A random programme whose activities need some of four resources.
    static Programme loaded(std::uint32_t seed) {
        RandomShape shape;
        shape.activities = 25;
        Programme p = randomProgramme(seed, shape);
        std::mt19937 random(seed * 7 + 1);
        const auto below = [&](int n) { return int(random() % std::uint32_t(n)); };
        for (int r = 0; r < 4; ++r) {
            Resource row;
            row.id = ResourceId{std::uint32_t(r + 1)};
            row.key = row.name = "R" + std::to_string(r);
            row.kind = r == 3 ? ResourceKind::material : r == 2 ? ResourceKind::plant : ResourceKind::trade;
            if (below(2)) row.supply = {{dateOf(p.job.start) + below(20), Decimal(below(8))}};
            p.resources.append(row);
        }
        auto rows = p.activities.take();
        for (Activity& a : rows) {
            if (a.kind != ActivityKind::task) continue;
            for (int r = 0; r < 4; ++r)
                if (below(3) == 0) {
                    Need need{ResourceId{std::uint32_t(r + 1)}, {}, {}};
                    (r == 3 ? need.quantity : need.number) = Decimal(1 + below(30), below(2));
                    a.needs.push_back(need);
                }
        }
        p.activities.assign(std::move(rows));
        return p;
    }
    static std::map<std::string, QString> figures(const Programme& p) {
        std::map<std::string, QString> lines;
        const Schedule result = schedule(p);
        if (!result.ok()) return lines;
        Demand demand(p, result);
        for (std::size_t r = 0; r < demand.book().size(); ++r)
            for (const DemandRow& row : demand.days(r))
                lines[demand.book()[r].name] += QString::fromStdString(isoDate(row.from)) + text(row.demand) +
                                                text(row.heads) + text(row.excessHours) + text(row.hours);
        return lines;
    }
};

QTEST_APPLESS_MAIN(LabourTest)
#include "labour_test.moc"
