// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Odds of what a job keeps: which rule counts, risks against what they must do to the day, weather by recorded years
// against a calendar that loses as many days, what drives a date, prolongation by hand; and that no order of rows
// decides.
#include "core/contract/damages.h"
#include "core/odds/simulation.h"
#include "core/weather/lost_days.h"
#include "support/everyday.h"

#include <QTest>

#include <cmath>
#include <deque>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Days of twenty-four hours, as in Everyday: a day of work is a day.
struct Works : EverydayHistory<Works> {
    RegisteredRisk& risk(const std::string& key, double chance, std::vector<RiskEffect> effects) {
        RegisteredRisk one;
        one.id = programme.risks.freshId();
        one.key = key;
        one.chance = *Decimal::fromDouble(chance);
        one.effects = std::move(effects);
        m_risks.push_back(one);
        programme.risks.append(one);
        return m_risks.back();
    }
    void put(const RegisteredRisk& risk) { programme.risks.replace(programme.risks.indexOf(risk.id), risk); }
    [[nodiscard]] RiskEffect does(EffectKind kind, const std::string& key, Decimal low, Decimal likely,
                                  Decimal high) const {
        return {kind, id(key), low, likely, high, SpreadShape::triangular};
    }
    [[nodiscard]] RiskEffect adds(const std::string& key, int days) const {
        const Decimal minutes(days * minutesPerDay);
        return does(EffectKind::addedWork, key, minutes, minutes, minutes);
    }
    /// A calendar of whole days: so many a week, from Monday; or as the one that it extends.
    CalendarId calendar(const std::string& key, int daysAWeek, CalendarId extends = {}) {
        Calendar one;
        one.id = programme.calendars.freshId();
        one.key = one.name = key;
        one.dayMinutes = minutesPerDay;
        one.extends = extends;
        for (int weekday = 0; weekday < 7 && daysAWeek > 0; ++weekday)
            one.week[std::size_t(weekday)] = weekday < daysAWeek ? DayWork{{0, minutesPerDay}} : DayWork{};
        const CalendarId id = one.id;
        programme.calendars.append(std::move(one));
        return id;
    }
    Works& worksTo(const std::string& key, CalendarId calendar) {
        change(key, [&](Activity& a) { a.calendar = calendar; });
        return *this;
    }
    [[nodiscard]] static RiskEffect closes(CalendarId calendar, int days, int from, int to) {
        RiskEffect effect;
        effect.kind = EffectKind::suspension;
        effect.calendar = calendar;
        effect.low = effect.likely = effect.high = Decimal(days);
        effect.from = march(from);
        effect.to = march(to);
        return effect;
    }
    SpreadRule& rule(SpreadRule one) {
        one.id = programme.spreads.freshId();
        programme.spreads.append(one);
        m_rules.push_back(one);
        return m_rules.back();
    }

private:
    std::deque<RegisteredRisk> m_risks;
    std::deque<SpreadRule> m_rules;
};

Odds run(const Programme& programme, std::uint32_t runs = 4000, std::uint64_t seed = 11, unsigned threads = 2) {
    const auto uncertainty = uncertaintyOf(programme);
    if (!uncertainty.ok()) qFatal("%s", uncertainty.error().sentence().c_str());
    const auto odds = simulate(programme, *uncertainty, {runs, seed, threads});
    if (!odds.ok()) qFatal("%s", odds.error().sentence().c_str());
    return *odds;
}

/// A, ten days, to the milestone of S1, due on the 10th; a day late is 1,000.
Works oneInARow() {
    Works job;
    job.addWork("A", 10);
    job.milestone("M").link("A", "M").section("S1", "M", "2027-03-10", 1000);
    return job;
}

double shareOf(const Odds& odds, int day) {
    const std::int64_t at = march(day) - Date{};
    return double(std::count(odds.finish.days.begin(), odds.finish.days.end(), at)) / odds.runs;
}

bool near(double found, double expected, std::uint32_t runs) {
    return std::abs(found - expected) < 4 * std::sqrt(expected * (1 - expected) / runs) + 1e-9;
}

} // namespace

class OddsRegisterTest : public QObject {
    Q_OBJECT
private slots:
    /// The narrowest counts: activity, item of the book, the deeper place, code, all; of equals the last.
    void whichRule() {
        Works job;
        job.addWork("A", 10);
        Location zone, room;
        zone.id = LocationId{1};
        zone.key = zone.name = "Z";
        room.id = LocationId{2};
        room.key = room.name = "Z1";
        room.parent = zone.id;
        job.programme.locations.append(zone);
        job.programme.locations.append(room);
        Code trade;
        trade.id = CodeId{1};
        trade.key = "trade";
        trade.values = {{"Fixer", {}, {}}};
        job.programme.codes.append(trade);
        BookItem item;
        item.id = BookItemId{1};
        item.key = "C01";
        job.programme.book.append(item);
        job.change("A", [](Activity& a) {
            a.location = LocationId{2};
            a.bookItem = BookItemId{1};
            a.codes = {{CodeId{1}, "Fixer"}};
        });
        std::vector<std::string> counted;
        const auto add = [&](const std::string& note, auto&& set) {
            SpreadRule one;
            one.note = note;
            set(one);
            job.rule(one);
            counted.push_back(ruleFor(job.programme, job.programme.activities[0])->note);
        };
        add("all", [](SpreadRule&) {});
        add("code", [](SpreadRule& r) { r.code = CodeId{1}, r.value = "Fixer"; });
        add("zone", [](SpreadRule& r) { r.location = LocationId{1}; });
        add("room", [](SpreadRule& r) { r.location = LocationId{2}; });
        add("item", [](SpreadRule& r) { r.bookItem = BookItemId{1}; });
        add("own", [&](SpreadRule& r) { r.activity = job.id("A"); });
        QCOMPARE(counted, (std::vector<std::string>{"all", "code", "zone", "room", "item", "own"}));
        std::mt19937 random(5);
        for (int i = 0; i < 10; ++i) {
            shuffleRows(job.programme.spreads, random);
            QCOMPARE(ruleFor(job.programme, job.programme.activities[0])->note, std::string("own"));
        }
        add("own again", [&](SpreadRule& r) { r.activity = job.id("A"); });
        QCOMPARE(counted.back(), std::string("own again"));
        // What it is not for: another value of the code, another place.
        job.change("A", [](Activity& a) {
            a.location = LocationId{}, a.bookItem = {}, a.codes = {{CodeId{1}, "Mason"}};
        });
        job.programme.spreads.assign({});
        counted.clear();
        add("all", [](SpreadRule&) {});
        add("code", [](SpreadRule& r) { r.code = CodeId{1}, r.value = "Fixer"; });
        add("zone", [](SpreadRule& r) { r.location = LocationId{1}; });
        QCOMPARE(counted, (std::vector<std::string>{"all", "all", "all"}));
    }

    /// Outputs: the greatest makes the least work. Work left: as factors of it.
    void otherUnits() {
        Works job;
        job.addWork("A", 10);
        job.change("A", [](Activity& a) {
            Measure measure;
            measure.quantity = Decimal(100);
            measure.unit = "m";
            measure.outputPerCrewDay = Decimal(10);
            a.measure = measure;
        });
        SpreadRule rule;
        rule.activity = job.id("A");
        rule.in = SpreadIn::output;
        rule.low = Decimal(8);
        rule.likely = Decimal(10);
        rule.high = Decimal(20);
        const auto spread = spreadOf(job.programme, job.programme.activities[0], rule);
        QVERIFY(spread.ok());
        QCOMPARE(spread->low, 0.5);
        QCOMPARE(spread->likely, 1.0);
        QCOMPARE(spread->high, 1.25);
        rule.in = SpreadIn::work;
        rule.low = Decimal(5 * minutesPerDay);
        rule.likely = Decimal(10 * minutesPerDay);
        rule.high = Decimal(15 * minutesPerDay);
        const auto days = spreadOf(job.programme, job.programme.activities[0], rule);
        QVERIFY(days.ok());
        QCOMPARE(days->low, 0.5);
        QCOMPARE(days->high, 1.5);
    }

    /// A quarter of the runs are five days later, and no others; then 2,500 more are put aside than nothing.
    void aRisk() {
        Works job = oneInARow();
        job.risk("R1", 0.25, {job.adds("A", 5)});
        const Odds odds = run(job.programme);
        QVERIFY2(near(shareOf(odds, 15), 0.25, odds.runs), qPrintable(QString::number(shareOf(odds, 15))));
        QCOMPARE(shareOf(odds, 10) + shareOf(odds, 15), 1.0);
        QCOMPARE(odds.risks.size(), std::size_t(1));
        QCOMPARE(odds.risks[0].struck, shareOf(odds, 15));
        QVERIFY(std::abs(*odds.risks[0].cruciality - 1) < 1e-12);
        for (std::uint32_t i = 0; i < odds.runs; ++i)
            QCOMPARE(odds.unrelieved.sums[i], (odds.finish.days[i] - (march(10) - Date{})) * 100'000);
        QCOMPARE(odds.finish.deterministic, std::optional(march(10)));
    }

    /// Less work is a chance; more than there is leaves a minute. What is off, or complete, does nothing, and that is
    /// said.
    void chancesAndWhatIsOver() {
        Works job = oneInARow();
        RegisteredRisk& risk = job.risk("R1", 1, {job.adds("A", -4)});
        QCOMPARE(shareOf(run(job.programme, 50), 6), 1.0);
        risk.effects = {job.adds("A", -40)};
        job.put(risk);
        QCOMPARE(shareOf(run(job.programme, 50), 1), 1.0);
        risk.off = true;
        job.put(risk);
        QCOMPARE(shareOf(run(job.programme, 50), 10), 1.0);
        risk.off = false;
        job.put(risk);
        (void)job.done("A", 1, 10).at(11);
        const Odds odds = run(job.programme, 50);
        QCOMPARE(shareOf(odds, 10), 1.0);
        QVERIFY(odds.risks.empty());
        QCOMPARE(odds.notes, std::vector<std::string>{"R1 can do nothing to A any more, which is complete"});
    }

    /// Of a group one strikes at most; here one always does, by its share.
    void oneOfAGroup() {
        Works job = oneInARow();
        RegisteredRisk& a = job.risk("R1", 0.7, {job.adds("A", 1)});
        a.group = "power";
        job.put(a);
        RegisteredRisk& b = job.risk("R2", 0.3, {job.adds("A", 2)});
        b.group = "power";
        job.put(b);
        const Odds odds = run(job.programme);
        QCOMPARE(shareOf(odds, 11) + shareOf(odds, 12), 1.0);
        QVERIFY(near(shareOf(odds, 11), 0.7, odds.runs));
        // Held, the other keeps its chance.
        auto uncertainty = *uncertaintyOf(job.programme);
        uncertainty.held.insert(a.id);
        const auto held = simulate(job.programme, uncertainty, {odds.runs, 11, 2});
        QVERIFY(held.ok());
        QCOMPARE(shareOf(*held, 12), shareOf(odds, 12));
        QCOMPARE(shareOf(*held, 10), shareOf(odds, 11));
        QVERIFY(faultsOf(job.programme).empty());
        b.chance = Decimal(31, 2);
        job.put(b);
        const auto faults = faultsOf(job.programme);
        QCOMPARE(faults.size(), std::size_t(1));
        QCOMPARE(faults[0].sentence(),
                 std::string("risks of power: their chances add up to more than 100 %; at most one "
                             "of a group strikes"));
    }

    /// No work at the start delays what follows the finish, not what follows the start; access moves both; a factor of
    /// the output makes the work longer by as much.
    void whatEffectsDo() {
        const auto finishes = [](EffectKind kind, const Decimal& amount) {
            Works job;
            job.addWork("A", 10);
            job.addWork("B", 1);
            job.addWork("C", 1);
            job.link("A", "B");
            job.link("A", "C", LinkType::ss);
            job.risk("R1", 1, {job.does(kind, "A", amount, amount, amount)});
            auto uncertainty = *uncertaintyOf(job.programme);
            const auto odds = simulate(job.programme, uncertainty, {3, 1, 1, true});
            return std::vector<Date>{*odds->finishAt(0, 500), *odds->finishAt(1, 500), *odds->finishAt(2, 500)};
        };
        QCOMPARE(finishes(EffectKind::suspension, Decimal(3)), (std::vector<Date>{march(13), march(14), march(1)}));
        QCOMPARE(finishes(EffectKind::access, Decimal(3)), (std::vector<Date>{march(13), march(14), march(4)}));
        QCOMPARE(finishes(EffectKind::output, Decimal(5, 1)), (std::vector<Date>{march(20), march(21), march(1)}));
        QCOMPARE(finishes(EffectKind::quantity, Decimal(5, 1)), (std::vector<Date>{march(5), march(6), march(1)}));
        QCOMPARE(finishes(EffectKind::addedWork, Decimal(minutesPerDay)),
                 (std::vector<Date>{march(11), march(12), march(1)}));
    }

    /// A closed calendar stops the work that goes to it, for its own working days, and that of calendars that extend
    /// it; the last day on which it matters is the one on which the work would end.
    void closuresOfCalendars() {
        const auto finishes = [](int days, int from, int daysAWeek = 7, int ofOther = 0, bool closeOther = false) {
            Works job;
            for (const char* key : {"A", "B", "C"}) job.addWork(key, 10);
            const CalendarId own = job.calendar("own", daysAWeek), extending = job.calendar("narrow", ofOther, own);
            job.worksTo("A", own).worksTo("B", extending);
            job.risk("R1", 1, {Works::closes(closeOther ? extending : own, days, from, from)});
            const auto odds = simulate(job.programme, *uncertaintyOf(job.programme), {3, 1, 1, true});
            return std::vector<Date>{*odds->finishAt(0, 500), *odds->finishAt(1, 500), *odds->finishAt(2, 500)};
        };
        const auto dates = [](int a, int b) { return std::vector<Date>{march(a), march(b), march(10)}; };
        QCOMPARE(finishes(3, 5), dates(13, 13));
        QCOMPARE(finishes(4, 5), dates(14, 14));
        QCOMPARE(finishes(0, 5), dates(10, 10));
        QCOMPARE(finishes(3, 10), dates(13, 13));
        QCOMPARE(finishes(3, 11), dates(10, 10));
        QCOMPARE(finishes(3, 5, 7, 0, true), dates(10, 13)); // what extends it is no part of what it extends
        // The 6th is a Saturday: two days of a week of five are Monday and Tuesday.
        QCOMPARE(finishes(0, 6, 5), dates(12, 12));
        QCOMPARE(finishes(2, 6, 5), dates(16, 16));
        // From Friday to Monday, and so four days of one that works on all.
        QCOMPARE(finishes(2, 5, 5, 7), dates(16, 14));
    }

    /// It begins on any day of those between which it may, all alike; what lies behind the data date cannot.
    void whenClosuresBegin() {
        Works job;
        job.addWork("A", 10);
        const CalendarId own = job.calendar("own", 7);
        job.worksTo("A", own);
        RegisteredRisk& risk = job.risk("R1", 1, {Works::closes(own, 1, 1, 20)});
        Odds odds = run(job.programme);
        QVERIFY(near(shareOf(odds, 11), 0.5, odds.runs));
        QCOMPARE(shareOf(odds, 10) + shareOf(odds, 11), 1.0);
        const auto held = driversOf(job.programme, *uncertaintyOf(job.programme), {4000, 11, 2}, odds, 800, {});
        QCOMPARE((*held)[0].key, std::string("R1"));
        QCOMPARE((*held)[0].days, (std::vector<double>{1}));
        risk.chance = Decimal(4, 1);
        job.put(risk);
        odds = run(job.programme);
        QVERIFY(near(shareOf(odds, 11), 0.2, odds.runs));
        (void)job.at(11); // nothing is left of the first ten days, so ten stay: the work has not begun
        risk.chance = Decimal(1);
        job.put(risk);
        odds = run(job.programme);
        QCOMPARE(shareOf(odds, 21), 1.0);
        risk.effects[0].to = march(10);
        job.put(risk);
        const auto uncertainty = uncertaintyOf(job.programme);
        QCOMPARE(uncertainty->notes, (std::vector<std::string>{"R1 can close own no more: its days have passed"}));
        QCOMPARE(shareOf(run(job.programme), 20), 1.0);
        // Without days of its own it begins between the data date and the finish.
        risk.effects[0].from = risk.effects[0].to = {};
        job.put(risk);
        QCOMPARE(shareOf(run(job.programme), 21), 1.0);
    }

    /// Two calendars that one risk closes are closed together; how the rows stand decides nothing.
    void closuresTogether() {
        Works job;
        for (const char* key : {"A", "B"}) job.addWork(key, 10);
        const CalendarId one = job.calendar("one", 7), two = job.calendar("two", 7);
        job.worksTo("A", one).worksTo("B", two);
        RegisteredRisk& risk = job.risk("R1", 0.5, {Works::closes(one, 2, 1, 20), Works::closes(two, 2, 1, 20)});
        const auto both = [&] {
            const auto odds = simulate(job.programme, *uncertaintyOf(job.programme), {500, 3, 2, true});
            std::vector<std::int64_t> days = odds->finish.days;
            for (int p = 100; p <= 1000; p += 100)
                for (const char* key : {"A", "B"})
                    days.push_back(*odds->finishAt(job.programme.activities.indexOf(job.id(key)), p) - Date{});
            return days;
        };
        const auto before = both();
        const auto odds = simulate(job.programme, *uncertaintyOf(job.programme), {500, 3, 2, true});
        for (int p = 5; p <= 1000; p += 5) QCOMPARE(odds->finishAt(0, p), odds->finishAt(1, p));
        QCOMPARE(odds->risks.size(), std::size_t(1));
        QVERIFY(*odds->risks[0].cruciality > 0.5);
        std::mt19937 random(4);
        for (int i = 0; i < 5; ++i) {
            shuffleRows(job.programme.calendars, random);
            shuffleRows(job.programme.activities, random);
            std::reverse(risk.effects.begin(), risk.effects.end());
            job.put(risk);
            QCOMPARE(both(), before);
        }
    }

    /// Among runs that end late stands out what made them late, and nothing that only struck beside it.
    void whatStrikesOftener() {
        Works job = oneInARow();
        job.addWork("B", 2);
        job.risk("R1", 0.3, {job.adds("A", 5)});
        job.risk("R2", 0.5, {job.adds("B", 5)});
        const Odds odds = run(job.programme);
        const auto on = [&](int from, int to) {
            return commonerAmong(odds, odds.finish, march(from) - Date{}, march(to) - Date{});
        };
        const auto late = on(11, 20);
        QCOMPARE(late.size(), std::size_t(1));
        QCOMPARE(late[0].risk, job.programme.risks[0].id);
        QCOMPARE(late[0].among, 1.0);
        QCOMPARE(late[0].inAll, shareOf(odds, 15));
        QVERIFY(on(10, 10).empty());
        QVERIFY(on(1, 20).empty());
        QVERIFY(on(16, 20).empty());
    }

    /// Low with three in four, high with one in four.
    void twoPoints() {
        Works job = oneInARow();
        SpreadRule rule;
        rule.low = Decimal(1);
        rule.likely = Decimal(1);
        rule.high = Decimal(2);
        rule.shape = SpreadShape::twoPoint;
        rule.chance = Decimal(25, 2);
        job.rule(rule);
        const Odds odds = run(job.programme);
        QCOMPARE(shareOf(odds, 10) + shareOf(odds, 20), 1.0);
        QVERIFY(near(shareOf(odds, 20), 0.25, odds.runs));
        QVERIFY(std::abs(*odds.activities[0].cruciality - 1) < 1e-12);
    }

    /// A hammock over the work at 700 a week costs 500 more where it hangs five days longer.
    void prolongation() {
        Works job = oneInARow();
        Activity hammock;
        hammock.key = "H";
        hammock.kind = ActivityKind::hammock;
        hammock.from = {{job.id("A"), End::start, 0}};
        hammock.to = {{job.id("A"), End::finish, 0}};
        hammock.costPerWeek = Decimal(700);
        job.add(std::move(hammock));
        job.risk("R1", 1, {job.adds("A", 5)});
        Odds odds = run(job.programme, 20);
        QCOMPARE(odds.withProlongation.sorted.front(), (5000 + 500) * 100);
        QCOMPARE(odds.unrelieved.sorted.back(), 500'000);
        Works shorter = oneInARow();
        Activity again = job.programme.activities[2];
        shorter.add(std::move(again));
        shorter.risk("R1", 1, {shorter.adds("A", -5)});
        odds = run(shorter.programme, 20);
        QCOMPARE(odds.withProlongation.sorted.front(), -500 * 100); // what is saved counts too
    }

    /// Of two paths the later drives the finish; each section has its own. Held, the date is earlier by what it drives.
    void driversAndPaths() {
        Works job;
        job.addWork("A", 10);
        job.addWork("B", 20);
        job.milestone("M").milestone("N").link("A", "M").link("B", "N");
        job.section("S1", "M", "2027-03-10", 1000).section("S2", "N", "2027-03-20", 1000);
        job.risk("R1", 1, {job.adds("A", 3)});
        job.risk("R2", 1, {job.adds("B", -2)});
        job.risk("R3", 1, {job.adds("B", 6)});
        const Odds odds = run(job.programme, 100);
        const auto& [a, b] = std::pair{odds.activities[0], odds.activities[1]};
        QCOMPARE(a.criticality, std::optional(0.0));
        QCOMPARE(a.criticalFor, (std::vector<std::optional<double>>{1.0, 0.0}));
        QCOMPARE(b.criticality, std::optional(1.0));
        QCOMPARE(b.criticalFor, (std::vector<std::optional<double>>{0.0, 1.0}));
        const auto drivers = driversOf(job.programme, *uncertaintyOf(job.programme), {100, 11, 2}, odds, 800, {});
        QVERIFY(drivers.ok());
        QCOMPARE(drivers->size(), std::size_t(3));
        QCOMPARE((*drivers)[0].key, std::string("R3"));
        QCOMPARE((*drivers)[0].days, (std::vector<double>{0, 6, 6}));
        QCOMPARE((*drivers)[0].money, std::int64_t(4000 * 100)); // on the 24th four days late, without it none
        QCOMPARE((*drivers)[1].days, (std::vector<double>{3, 0, 0}));
        QCOMPARE((*drivers)[2].key, std::string("R2"));
        QCOMPARE((*drivers)[2].days, (std::vector<double>{0, -2, -2}));
    }

    /// Rules, risks and effects in any order, on any number of threads.
    void noOrderDecides() {
        Works job;
        for (const char* key : {"A", "B", "C", "D"}) job.addWork(key, 10);
        job.link("A", "B").link("C", "D").milestone("M").link("B", "M").link("D", "M");
        job.section("S1", "M", "2027-03-20", 1000);
        SpreadRule rule;
        rule.low = Decimal(8, 1);
        rule.high = Decimal(15, 1);
        job.rule(rule);
        rule.activity = job.id("B");
        rule.high = Decimal(2);
        job.rule(rule);
        job.risk("R1", 0.4, {job.adds("A", 5), job.does(EffectKind::access, "C", Decimal(1), Decimal(2), Decimal(9))});
        RegisteredRisk& two = job.risk("R2", 0.3, {job.adds("D", 5)});
        two.group = "G";
        job.put(two);
        RegisteredRisk& three = job.risk("R3", 0.6, {job.adds("B", 3)});
        three.group = "G";
        job.put(three);
        const Odds before = run(job.programme, 500, 3, 1);
        std::mt19937 random(9);
        for (int i = 0; i < 6; ++i) {
            shuffleRows(job.programme.risks, random);
            shuffleRows(job.programme.spreads, random);
            shuffleRows(job.programme.activities, random);
            const Odds after = run(job.programme, 500, 3, unsigned(i + 1));
            QCOMPARE(after.finish.days, before.finish.days);
            QCOMPARE(after.unrelieved.sums, before.unrelieved.sums);
            for (std::size_t r = 0; r < 3; ++r) QCOMPARE(after.risks[r].cruciality, before.risks[r].cruciality);
        }
    }

    /// One recorded year to draw from: every run is the programme whose calendar loses as many days in each month.
    void weatherOfOneYear() {
        Works job;
        Calendar calendar;
        calendar.id = CalendarId{50};
        calendar.key = "windy";
        calendar.dayMinutes = 480;
        for (std::size_t day = 0; day < 5; ++day) calendar.week[day] = DayWork{{480, 960}};
        calendar.weather = std::array<int, 12>{};
        job.programme.calendars.append(calendar);
        Activity work;
        work.key = "A";
        work.calendar = calendar.id;
        work.duration = 480 * 90;
        job.add(std::move(work));
        Threshold limit;
        limit.id = ThresholdId{1};
        limit.calendar = calendar.id;
        limit.measure = "wind";
        limit.unit = "m/s";
        limit.above = Decimal(14);
        job.programme.thresholds.append(limit);
        // July 2020 to June 2021: as many windy working days at the start of each month as the month's number.
        Month month{dateFrom(2020, 7, 1)};
        std::array<int, 12> lost{};
        for (int i = 0; i < 12; ++i, month = next(month)) {
            const int number = int(yearMonthDay(month.first).month);
            std::vector<std::optional<Decimal>> figures;
            int windy = 0;
            for (Date day = month.first; day < next(month).first; day = day + 1) {
                const bool blows = weekday(day) < 5 && windy < number;
                windy += blows;
                figures.emplace_back(blows ? Decimal(141, 1) : Decimal(14)); // 14 itself is not above it
            }
            lost[std::size_t(number - 1)] = number;
            job.programme.weather.append(
                {WeatherMonthId{std::uint32_t(i + 1)}, month, "wind", "m/s", daysText(figures), false, {}});
        }
        QVERIFY(faultsOf(job.programme).empty());
        job.programme.job.oddsWeather = OddsWeather::records;
        const Odds odds = run(job.programme, 20);
        Programme same = job.programme;
        Calendar loses = calendar;
        loses.weather = lost;
        same.calendars.replace(same.calendars.indexOf(loses.id), loses);
        same.job.oddsWeather = OddsWeather::none;
        const Schedule dates = schedule(same);
        QCOMPARE(Date{} + int(odds.finish.sorted.front()), completionDate(*dates.programmeFinish));
        QCOMPARE(odds.finish.sorted.front(), odds.finish.sorted.back());
        QVERIFY(completionDate(*schedule(job.programme).programmeFinish) < completionDate(*dates.programmeFinish));
        QCOMPARE(odds.weatherYears, std::size_t(1));
        // A day that is missing: the year is not drawn from, and that is said.
        auto rows = job.programme.weather.take();
        auto figures = *figuresOf(rows[3]);
        figures[1].reset(); // Friday 2 October 2020
        rows[3].days = daysText(figures);
        job.programme.weather.assign(std::move(rows));
        const Odds none = run(job.programme, 5);
        QCOMPARE(none.weatherYears, std::size_t(0));
        QVERIFY(none.notes[0].find("July 2020 to June 2021 have gaps") != std::string::npos);
        QCOMPARE(Date{} + int(none.finish.sorted.front()), completionDate(*schedule(job.programme).programmeFinish));
    }

    /// The allowance times a factor: at nothing no day is lost, at three three times as many.
    void weatherByFactor() {
        const auto finish = [](const char* factor, int allowed) {
            Works job;
            Calendar calendar;
            calendar.id = CalendarId{50};
            calendar.key = "windy";
            for (auto& day : calendar.week) day = DayWork{{480, 960}};
            std::array<int, 12> weather;
            weather.fill(allowed);
            calendar.weather = weather;
            job.programme.calendars.append(calendar);
            Activity work;
            work.key = "A";
            work.calendar = calendar.id;
            work.duration = 480 * 60;
            job.add(std::move(work));
            job.programme.job.allowanceLow = job.programme.job.allowanceHigh = *Decimal::parse(factor);
            return Date{} + int(run(job.programme, 3).finish.sorted.back());
        };
        QCOMPARE(finish("0", 4), finish("1", 0));
        QCOMPARE(finish("3", 2), finish("1", 6));
        QVERIFY(finish("3", 2) > finish("1", 2));
    }

    /// Six activities of ten days that took 8, 9, 10, 11, 12 and 20: tenths by rank; with five days stopped by an event
    /// the last took fifteen.
    void learning() {
        Works job;
        int at = 1;
        for (const int took : {8, 9, 10, 11, 12, 20}) {
            const std::string key = "A" + std::to_string(took);
            job.addWork(key, 10);
            job.change(key, [](Activity& a) {
                Measure measure;
                measure.quantity = Decimal(10);
                measure.unit = "m";
                measure.outputPerCrewDay = Decimal(1);
                a.measure = measure;
            });
            (void)job.done(key, at, at + took - 1);
            at += took;
        }
        (void)job.at(at);
        auto learnt = learnSpread(job.programme, {});
        QVERIFY(learnt.has_value());
        QCOMPARE(learnt->samples, std::size_t(6));
        QCOMPARE(learnt->low, Decimal(8, 1));
        QCOMPARE(learnt->likely, Decimal(1));
        QCOMPARE(learnt->high, Decimal(2));
        Effect stopped;
        stopped.kind = EffectKind::suspension;
        stopped.activity = job.id("A20");
        stopped.from = march(at - 10);
        stopped.to = march(at - 6);
        (void)job.event("E1", Risk::employer, at - 10, at - 6, {stopped});
        learnt = learnSpread(job.programme, {});
        QCOMPARE(learnt->high, Decimal(15, 1));
        job.change("A8", [](Activity& a) { a.actualFinish.reset(); });
        job.change("A9", [](Activity& a) { a.actualFinish.reset(); });
        QVERIFY(!learnSpread(job.programme, {}));
    }

    void refusals() {
        const auto faultOfRule = [](auto&& set) {
            Works job = oneInARow();
            SpreadRule rule;
            set(rule, job);
            const auto fault = faultOf(rule, job.programme);
            return fault ? std::string(fault->what) : std::string();
        };
        QCOMPARE(faultOfRule([](SpreadRule& r, Works&) { r.low = Decimal(2); }), std::string("low 2 is above high 1"));
        QCOMPARE(faultOfRule([](SpreadRule& r, Works&) { r.likely = Decimal(2); }),
                 std::string("likely 2 does not lie between low and high"));
        QCOMPARE(faultOfRule([](SpreadRule& r, Works&) { r.low = Decimal(0); }), std::string("low is above 0"));
        QCOMPARE(faultOfRule([](SpreadRule& r, Works&) { r.chance = Decimal(2), r.shape = SpreadShape::twoPoint; }),
                 std::string("a chance lies from 0 to 100 %"));
        QVERIFY(!faultOfRule([](SpreadRule& r, Works&) { r.in = SpreadIn::work; }).empty());
        QVERIFY(!faultOfRule([](SpreadRule& r, Works& job) { r.activity = job.id("A"), r.value = "x"; }).empty());
        QVERIFY(faultOfRule([](SpreadRule&, Works&) {}).empty());
        const auto faultOfRisk = [](double chance, auto&& make) {
            Works job = oneInARow();
            const RegisteredRisk risk = job.risk("R1", chance, {make(job)});
            const auto fault = faultOf(risk, job.programme);
            return fault ? std::string(fault->what) : std::string();
        };
        const auto fine = [](Works& job) { return job.adds("A", 1); };
        QVERIFY(faultOfRisk(1, fine).empty());
        QCOMPARE(faultOfRisk(1.01, fine), std::string("a chance lies from 0 to 100 %"));
        QCOMPARE(faultOfRisk(-0.01, fine), std::string("a chance lies from 0 to 100 %"));
        const auto closure = [&](auto&& change) {
            return faultOfRisk(0.5, [&](Works& job) {
                RiskEffect effect = Works::closes(job.calendar("own", 7), 3, 5, 9);
                change(effect, job);
                return effect;
            });
        };
        QVERIFY(closure([](RiskEffect&, Works&) {}).empty());
        QCOMPARE(closure([](RiskEffect& e, Works&) { e.kind = EffectKind::addedWork; }),
                 std::string("own: a calendar can only have days without work"));
        QCOMPARE(closure([](RiskEffect& e, Works&) { e.to = march(4); }),
                 std::string("own: the last day on which it may begin is before the first"));
        QCOMPARE(closure([](RiskEffect& e, Works&) { e.high = Decimal(longestClosure + 1); }),
                 std::string("own: a closure has from 0 to 366 working days"));
        QCOMPARE(closure([](RiskEffect& e, Works& job) { e.activity = job.id("A"); }),
                 std::string("own: an effect is on an activity or on a calendar, not on both"));
        QCOMPARE(closure([](RiskEffect& e, Works&) { e.calendar = CalendarId{9}; }),
                 std::string("an effect names no calendar of the programme"));
        QVERIFY(!faultOfRisk(0.5, [](Works& job) { return job.adds("M", 1); }).empty());
        QVERIFY(!faultOfRisk(0.5, [](Works& job) {
                     return job.does(EffectKind::output, "A", Decimal(0), Decimal(1), Decimal(1));
                 }).empty());
        QVERIFY(!faultOfRisk(0.5, [](Works& job) {
                     return job.does(EffectKind::access, "A", Decimal(-1), Decimal(1), Decimal(1));
                 }).empty());
    }
};

QTEST_GUILESS_MAIN(OddsRegisterTest)
#include "odds_register_test.moc"
