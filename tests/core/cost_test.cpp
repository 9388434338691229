// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Cost, value and cash worked by hand: common practice, and sums that must come out to the penny.
#include "core/labour/cash.h"
#include "core/labour/cost_table.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

#include <algorithm>

using namespace yarrin;
using namespace yarrin::test;

namespace {

QString text(const Fine& value) {
    const auto rounded = value.rounded(2);
    return rounded ? QString::fromStdString(rounded->text()) : QStringLiteral("invalid");
}

Date day(const char* iso) {
    return *parseDate(iso);
}

struct Site : Builder {
    ResourceId resource(const std::string& name, ResourceKind kind, const char* rate, RatePer per,
                        std::vector<RateFrom> rates = {}) {
        Resource row;
        row.id = programme.resources.freshId();
        row.key = row.name = name;
        row.kind = kind;
        row.unit = "t";
        if (*rate) row.rate = Decimal::parse(rate);
        row.ratePer = per;
        row.rates = std::move(rates);
        const ResourceId id = row.id;
        programme.resources.append(row);
        return id;
    }
    void needs(const std::string& key, ResourceId resource, const char* number) {
        change(key, [&](Activity& a) { a.needs.push_back({resource, Decimal::parse(number), {}}); });
    }
    void uses(const std::string& key, ResourceId resource, const char* quantity) {
        change(key, [&](Activity& a) { a.needs.push_back({resource, {}, Decimal::parse(quantity)}); });
    }
    void lump(const std::string& key, int amount, CostHead head = CostHead::other, SpreadAt at = SpreadAt::even) {
        change(key, [&](Activity& a) { a.lumpSums.push_back({head, amount, at, {}}); });
    }
    /// So much of a bill item of one unit at a rate is done by an activity.
    void bill(const std::string& key, int rate) {
        BillItem item;
        item.id = programme.bill.freshId();
        item.key = "B" + std::to_string(item.id.value);
        item.unit = "no";
        item.quantity = 1;
        item.rate = Decimal(rate);
        const BillItemId made = item.id;
        programme.bill.append(item);
        programme.allocations.append({programme.allocations.freshId(), made, id(key), 1});
    }
    [[nodiscard]] Costs costs() const { return costsOf(programme, schedule(programme)); }
    [[nodiscard]] QString cost() const { return text(sumOf(costs().flows)); }
    /// By weeks from Monday 1 March 2027.
    [[nodiscard]] QString weekly(int weeks) const {
        std::vector<Instant> bounds;
        for (int week = 0; week <= weeks; ++week) bounds.push_back(startOf(day("2027-03-01") + 7 * week));
        QStringList list;
        for (const Decimal& one : roundedPeriods(byPeriods(costs().flows, bounds), 2))
            list << QString::fromStdString(one.text());
        return list.join(QLatin1Char(' '));
    }
};

} // namespace

class CostTest : public QObject {
    Q_OBJECT
private slots:
    /// A week with 2 fixers at 33.50 an hour: 2 × 33.5 × 40 = 2,680; one and a half cranes at 380 a day: 2,850; 41.2 t
    /// of rebar at 812.35: 33,468.82; and 12,000 to bring the crane: 50,998.82 in all.
    void ratesTimesNeeds() {
        Site s;
        s.task("A", 5);
        s.needs("A", s.resource("Fixer", ResourceKind::trade, "33.50", RatePer::hour), "2");
        QCOMPARE(s.cost(), QStringLiteral("2680"));
        s.needs("A", s.resource("Crane", ResourceKind::plant, "380", RatePer::day), "1.5");
        QCOMPARE(s.cost(), QStringLiteral("5530"));
        s.uses("A", s.resource("Rebar", ResourceKind::material, "812.35", RatePer::unit), "41.2");
        QCOMPARE(s.cost(), QStringLiteral("38998.82"));
        s.lump("A", 12000, CostHead::plant, SpreadAt::start);
        QCOMPARE(s.cost(), QStringLiteral("50998.82"));
        const Costs costs = s.costs();
        QVERIFY(costs.unpriced.empty());
        Fine plant;
        for (const MoneyFlow& flow : costs.flows)
            if (flow.head == CostHead::plant) plant = plant + Fine(flow.amount);
        QCOMPARE(text(plant), QStringLiteral("14850"));
        // A day is the activity's: ten hours on the other calendar, for the crane as for the men.
        s.change("A", [](Activity& a) {
            a.calendar = Builder::six;
            a.duration = 3000;
        });
        QCOMPARE(s.cost(), QStringLiteral("51668.82"));
        // What a hammock pays for is needed and costs nothing.
        Resource crane = s.programme.resources[1];
        crane.onHire = true;
        s.programme.resources.replace(1, crane);
        QCOMPARE(s.cost(), QStringLiteral("48818.82"));
    }

    /// 30 an hour, from Wednesday 32: two days of eight hours at the one, three at the other: 480 + 768.
    void laterRates() {
        Site s;
        s.task("A", 5);
        const ResourceId fixer =
            s.resource("Fixer", ResourceKind::trade, "30", RatePer::hour, {{day("2027-03-03"), 32}});
        s.needs("A", fixer, "1");
        QCOMPARE(s.cost(), QStringLiteral("1248"));
        // Before any rate it is unpriced and named.
        Resource row = s.programme.resources[0];
        row.rate.reset();
        s.programme.resources.replace(0, row);
        QCOMPARE(s.cost(), QStringLiteral("768"));
        QCOMPARE(s.costs().unpriced.size(), std::size_t(1));
        QCOMPARE(QString::fromStdString(s.costs().unpriced[0].resource), QStringLiteral("Fixer"));
    }

    /// A hammock costs its calendar days, both ends included; 00:00 of a finish belongs to the day before.
    void hammocksByCalendarDays() {
        Site s;
        s.task("A", 5).task("B", 1).link("A", "B");
        Activity h;
        h.key = "H";
        h.kind = ActivityKind::hammock;
        h.from = {{s.id("A"), End::start, 0}};
        h.to = {{s.id("B"), End::finish, 0}};
        h.costPerWeek = Decimal(700);
        s.add(h);
        // Monday 1 March to Monday the 8th: eight days.
        QCOMPARE(s.cost(), QStringLiteral("800"));
        QCOMPARE(s.weekly(2), QStringLiteral("700 100"));
        s.change("B", [](Activity& a) { a.duration = 0; });
        QCOMPARE(s.cost(), QStringLiteral("500")); // to Friday 17:00
        s.change("B", [](Activity& a) {
            a.calendar = continuousCalendar;
            a.duration = 31 * 60;
        });
        QCOMPARE(s.cost(), QStringLiteral("600")); // to 00:00 of Sunday, which is Saturday's
        // With a data date on the Thursday three days lie before it.
        s.programme.job.dataDate = *parseInstant("2027-03-04T00:00");
        s.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.remaining = 960;
        });
        Fine past;
        const Costs costs = s.costs();
        for (const MoneyFlow& flow : costs.flows)
            if (flow.past) past = past + Fine(flow.amount);
        QCOMPARE(text(past), QStringLiteral("300"));
    }

    /// Five stages of 7,000,000 over nine weeks: 100,000 in weeks 1 and 2, which is 0.71 % a week; 1,400,000 in 3 and
    /// 4; 2,500,000 in 4 to 8; 2,000,000 in 6 to 9; 1,000,000 in week 9. The last week ends at 100 %.
    void sCurveByHand() {
        Site s;
        const std::tuple<const char*, int, int, int> stages[] = {{"S1", 1, 2, 100'000},
                                                                 {"S2", 3, 2, 1'400'000},
                                                                 {"S3", 4, 5, 2'500'000},
                                                                 {"S4", 6, 4, 2'000'000},
                                                                 {"S5", 9, 1, 1'000'000}};
        for (const auto& [key, week, weeks, amount] : stages) {
            s.task(key, weeks * 5);
            s.constrain(key, ConstraintType::startOn, isoDate(day("2027-03-01") + 7 * (week - 1)));
            s.lump(key, amount);
        }
        QCOMPARE(s.weekly(9), QStringLiteral("50000 50000 700000 1200000 500000 1000000 1000000 1000000 1500000"));
        std::vector<Instant> bounds;
        for (int week = 0; week <= 9; ++week) bounds.push_back(startOf(day("2027-03-01") + 7 * week));
        QStringList shares;
        for (const ShareRow& row : sharesOf(byPeriods(s.costs().flows, bounds)))
            shares << QString::fromStdString(row.share.text() + "/" + row.cumulative.text());
        QCOMPARE(shares.join(QLatin1Char(' ')),
                 QStringLiteral("0.71/0.71 0.72/1.43 10/11.43 17.14/28.57 7.14/35.71 14.29/50 "
                                "14.29/64.29 14.28/78.57 21.43/100"));
    }

    /// At the start, at the finish, on a milestone; an hour's work of three days by thirds of a penny.
    void whereSumsLie() {
        Site s;
        s.task("A", 10).milestone("M").link("A", "M");
        s.lump("A", 100, CostHead::other, SpreadAt::start);
        QCOMPARE(s.weekly(2), QStringLiteral("100 0"));
        s.lump("A", 30, CostHead::other, SpreadAt::finish);
        QCOMPARE(s.weekly(2), QStringLiteral("100 30"));
        s.lump("M", 7);
        QCOMPARE(s.weekly(2), QStringLiteral("100 37"));
        // Work that ends with a day at 24:00 belongs to that day.
        s.change("A", [](Activity& a) {
            a.calendar = continuousCalendar;
            a.duration = 16 * 60 + 6 * 1440;
        });
        QCOMPARE(s.weekly(2), QStringLiteral("137 0"));
    }

    /// What was really spent on plant in March stands in place of what was worked out for A up to then; what is said of
    /// no activity, in place of all else of its head.
    void costToDate() {
        Site s;
        s.task("A", 40).task("B", 40);
        const ResourceId crane = s.resource("Crane", ResourceKind::plant, "100", RatePer::day);
        s.needs("A", crane, "1");
        s.needs("B", crane, "2");
        s.programme.job.dataDate = *parseInstant("2027-04-05T00:00"); // 25 days worked, 15 left
        for (const char* key : {"A", "B"})
            s.change(key, [](Activity& a) {
                a.actualStart = *parseInstant("2027-03-01T08:00");
                a.remaining = 15 * 480;
            });
        QCOMPARE(s.cost(), QStringLiteral("12000"));
        s.programme.costs.append({CostEntryId{1}, *parseMonth("2027-03"), CostHead::plant, s.id("A"), 3000});
        QCOMPARE(s.cost(), QStringLiteral("12500")); // 3,000 for 2,500
        s.programme.costs.append({CostEntryId{2}, *parseMonth("2027-03"), CostHead::plant, {}, 4000});
        QCOMPARE(s.cost(), QStringLiteral("11500"));                                    // and 4,000 for B's 5,000
        QCOMPARE(s.weekly(5).split(QLatin1Char(' ')).last(), QStringLiteral("677.42")); // three of 31 days of March
        // Another head says nothing about plant.
        s.programme.costs.append({CostEntryId{3}, *parseMonth("2027-04"), CostHead::labour, {}, 50});
        QCOMPARE(s.cost(), QStringLiteral("11550"));
        QVERIFY(faultsOf(s.programme).empty());
        s.programme.costs.append({CostEntryId{4}, *parseMonth("2027-05"), CostHead::labour, {}, 50});
        QCOMPARE(faultsOf(s.programme).size(), std::size_t(1));
    }

    /// Labour of the week from Monday the 1st is paid three days behind Sunday the 7th, plant 28 behind the end of
    /// March. The work, worth 2,000, is applied for on 31 March less 3 %: 1,940 come on 28 April, and with them half of
    /// the retention, as the section was complete by then. The other half is due 365 days behind completion on 2 March:
    /// 1 March 2028, and comes 28 days later. 100 are out for 49 days at 7 %: 0.94.
    void cashByHand() {
        Site s;
        s.task("A", 2).milestone("M").link("A", "M").section("S", "M", "2027-06-30", 100);
        s.lump("A", 100, CostHead::labour, SpreadAt::start);
        s.lump("A", 1000, CostHead::plant, SpreadAt::start);
        s.bill("A", 2000);
        Job& job = s.programme.job;
        job.payLabour = 3;
        job.payPlant = 28;
        job.daysToPay = 28;
        job.retention = Decimal(3, 2);
        job.defectsDays = 365;
        job.financeRate = Decimal(7, 2);
        const auto line = [](const Cash& cash) {
            QStringList list;
            for (const CashDay& d : cash.days)
                list << QString::fromStdString(isoDate(d.day)) + QStringLiteral(" +") + text(d.received) +
                            QStringLiteral(" -") + text(d.paid) + QStringLiteral(" =") + text(d.position);
            return list.join(QStringLiteral(", "));
        };
        Cash cash = cashOf(s.programme, schedule(s.programme));
        QCOMPARE(line(cash),
                 QStringLiteral("2027-03-10 +0 -100 =-100, 2027-04-28 +1970 -1000 =870, 2028-03-29 +30 -0 =900"));
        QCOMPARE(QString::fromStdString(isoDate(cash.deepest.day)), QStringLiteral("2027-03-10"));
        QCOMPARE(text(cash.deepest.position), QStringLiteral("-100"));
        QVERIFY(!cash.deepestToCome);
        QCOMPARE(text(cash.financing), QStringLiteral("0.94"));
        QCOMPARE(cash.months.size(), std::size_t(13));
        QCOMPARE(text(cash.months[0].retentionHeld), QStringLiteral("60"));
        QCOMPARE(text(cash.months[1].retentionHeld), QStringLiteral("30"));
        QCOMPARE(text(cash.months[12].retentionHeld), QStringLiteral("0"));
        QCOMPARE(text(cash.months[0].position), QStringLiteral("-100"));
        QCOMPARE(text(cash.months[11].position), QStringLiteral("870"));
        QCOMPARE(text(cash.months[0].cost), QStringLiteral("1100"));
        QCOMPARE(text(cash.months[0].value), QStringLiteral("2000"));
        // By fortnights from the Monday of the start it is applied for on the 14th.
        job.applyEvery = ApplyEvery::fortnight;
        cash = cashOf(s.programme, schedule(s.programme));
        QVERIFY2(line(cash).contains(QLatin1String("2027-04-11 +1970")), qPrintable(line(cash)));
        // A section complete long after the application gives its half back then: 31 May, paid 28 days later.
        job.applyEvery = ApplyEvery::month;
        s.constrain("M", ConstraintType::finishNotBefore, "2027-05-31");
        cash = cashOf(s.programme, schedule(s.programme));
        QCOMPARE(line(cash), QStringLiteral("2027-03-10 +0 -100 =-100, 2027-04-28 +1940 -1000 =840, "
                                            "2027-06-28 +30 -0 =870, 2028-06-27 +30 -0 =900"));
        // From the data date on nothing lies below what stands then.
        job.dataDate = *parseInstant("2027-03-20T00:00");
        s.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.actualFinish = *parseInstant("2027-03-02T17:00");
        });
        cash = cashOf(s.programme, schedule(s.programme));
        QCOMPARE(QString::fromStdString(isoDate(cash.deepestToCome->day)), QStringLiteral("2027-03-20"));
        QCOMPARE(text(cash.deepestToCome->position), QStringLiteral("-100"));
    }

    /// Money goes to the section named, else to the one reached, of several the one due first, else to all work.
    void moneyOfSections() {
        Site s;
        s.task("A", 2).task("B", 2).task("C", 2).milestone("M1").milestone("M2");
        s.link("A", "M1").link("A", "M2").link("B", "M2");
        s.section("S1", "M1", "2027-06-30", 1).section("S2", "M2", "2027-05-31", 1);
        const auto keys = [&] {
            QStringList list;
            for (const SectionId id : moneySections(s.programme))
                list << (id ? QString::fromStdString(s.programme.sections.row(id)->key) : QStringLiteral("all"));
            return list.join(QLatin1Char(' '));
        };
        QCOMPARE(keys(), QStringLiteral("S2 S2 all S1 S2"));
        s.change("A", [&](Activity& a) { a.section = s.programme.sections[0].id; });
        QCOMPARE(keys(), QStringLiteral("S1 S2 all S1 S2"));
    }

    /// Of random programmes, by weeks and by months: every spread comes to the whole to the penny, cumulative sums
    /// never fall, all that is valued is received in the end, and all that is spent is paid.
    void spreadsSumToThePenny() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            Site s;
            RandomShape shape;
            shape.activities = 20;
            s.programme = randomProgramme(seed, shape);
            const ResourceId man = s.resource("Man", ResourceKind::trade, "31.37", RatePer::hour);
            const ResourceId steel = s.resource("Steel", ResourceKind::material, "799.99", RatePer::unit);
            std::vector<std::string> tasks;
            for (const Activity& a : s.programme.activities)
                if (a.kind == ActivityKind::task) tasks.push_back(a.key);
            for (std::size_t i = 0; i < tasks.size(); ++i) {
                s.needs(tasks[i], man, i % 2 ? "1.3" : "2");
                if (i % 3 == 0) s.uses(tasks[i], steel, "17.77");
                if (i % 4 == 0) s.lump(tasks[i], 1000 + int(i), CostHead::subcontract, SpreadAt(i % 3));
                if (i % 2) s.bill(tasks[i], 777 + int(i));
            }
            s.programme.job.retention = Decimal(5, 2);
            s.programme.job.daysToPay = 30;
            s.programme.job.paySubcontract = 21;
            const Schedule result = schedule(s.programme);
            if (!result.ok()) continue;
            const Costs costs = costsOf(s.programme, result);
            Instant from = costs.flows.front().begin(), to = from;
            for (const MoneyFlow& flow : costs.flows) {
                from = std::min(from, flow.begin());
                to = std::max(to, flow.end());
            }
            for (const int step : {1, 7, 30}) {
                std::vector<Instant> bounds{startOf(dateOf(from))};
                while (bounds.back() < to) bounds.push_back(startOf(dateOf(bounds.back()) + step));
                Fraction sum;
                for (const Decimal& one : roundedPeriods(byPeriods(costs.flows, bounds), 2)) {
                    QVERIFY(one.sign() >= 0);
                    sum = sum + Fraction(one);
                }
                QCOMPARE(text(Fine(sum)), text(sumOf(costs.flows)));
                QCOMPARE(QString::fromStdString(sharesOf(byPeriods(costs.flows, bounds)).back().cumulative.text()),
                         QStringLiteral("100"));
            }
            const Cash cash = cashOf(s.programme, result);
            Fine received, paid;
            for (const CashDay& d : cash.days) {
                received = received + d.received;
                paid = paid + d.paid;
            }
            QCOMPARE(text(received), text(cash.value));
            QCOMPARE(text(paid), text(cash.cost));
            QCOMPARE(text(cash.months.back().retentionHeld), QStringLiteral("0"));
            QCOMPARE(text(cash.months.back().position), text(cash.value - cash.cost));
        }
    }

    /// By head and by breakdown: budget of the plan, to date and to complete of now; the whole is the last row.
    void rowsByGroup() {
        Site s;
        s.programme.breakdown.append({BreakdownId{1}, "1", "Berth", {}, {}});
        s.programme.breakdown.append({BreakdownId{2}, "2", "Dolphin", BreakdownId{1}, {}});
        s.task("A", 10).task("B", 10);
        s.change("A", [](Activity& a) { a.breakdown = BreakdownId{2}; });
        s.lump("A", 1000, CostHead::plant);
        s.lump("B", 300, CostHead::labour);
        s.bill("A", 2000);
        const Programme plan = s.programme;
        const Schedule planned = schedule(plan);
        const Costs planCosts = costsOf(plan, planned);
        s.programme.job.dataDate = *parseInstant("2027-03-08T00:00");
        for (const char* key : {"A", "B"})
            s.change(key, [](Activity& a) {
                a.actualStart = *parseInstant("2027-03-01T08:00");
                a.remaining = 5 * 480;
            });
        s.lump("A", 500, CostHead::plant);
        const Schedule dates = schedule(s.programme);
        const Costs costs = costsOf(s.programme, dates);
        const Values values = valuesOf(s.programme, dates);
        const auto line = [&](const GroupOf& group) {
            QStringList list;
            for (const CostRow& row :
                 costRows({s.programme, costs.flows, values.flows}, {plan, planCosts.flows, {}}, group))
                list << QString::fromStdString(row.name) + QLatin1Char(':') + text(row.budget) + QLatin1Char(' ') +
                            text(row.toDate) + QLatin1Char(' ') + text(row.toComplete) + QLatin1Char(' ') +
                            text(row.value) + QLatin1Char(' ') + text(row.margin());
            return list.join(QStringLiteral(", "));
        };
        QCOMPARE(line(byBreakdown()),
                 QStringLiteral("Berth:1000 750 750 2000 500, :300 150 150 0 -300, :1300 900 900 2000 200"));
        QCOMPARE(line(byHead()),
                 QStringLiteral("labour:300 150 150 0 -300, plant:1000 750 750 0 -1500, :0 0 0 2000 2000, "
                                ":1300 900 900 2000 200"));
    }

    /// Sums of thirds and sevenths are exact where they come to something whole, and halves go away from zero.
    void fineSums() {
        Fine thirds, sevenths;
        for (int i = 0; i < 3'000'000; i += 1000) thirds = thirds + Fine(Fraction(1) / Fraction(3));
        QCOMPARE(text(thirds), QStringLiteral("1000"));
        for (int i = 0; i < 7; ++i) sevenths = sevenths + Fine(Fraction(Decimal(5, 3)) / Fraction(7));
        QCOMPARE(text(sevenths), QStringLiteral("0.01")); // 0.005
        QCOMPARE(text(Fine() - sevenths), QStringLiteral("-0.01"));
        QCOMPARE(text(Fine(Fraction(Decimal(4999, 6)))), QStringLiteral("0"));
        QCOMPARE((thirds - Fine(1000)).sign(), 0);
        QCOMPARE(text(Fine(1'000'000'000'000).part(Fraction(Decimal(3, 2)))), QStringLiteral("30000000000"));
    }
};

QTEST_APPLESS_MAIN(CostTest)
#include "cost_test.moc"
