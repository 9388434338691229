// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Resources, needs and money as they are typed.
#include "core/labour/levelling.h"
#include "edit/bill_edits.h"
#include "edit/calendar_edits.h"
#include "edit/labour_edits.h"
#include "edit/progress_edits.h"
#include "edit/resource_table.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

struct Site : Builder {
    Site() {
        task("A", 5).task("B", 5).milestone("M");
        BookItem item;
        item.id = BookItemId{1};
        item.key = "B1";
        item.name = "Fix";
        item.unit = "t";
        item.crew = {{"Steel fixer", 4}, {"Crane", Decimal(5, 1)}};
        programme.book.append(item);
    }
    QString step(const std::function<Outcome(Transaction&)>& operation) {
        return QString::fromStdString(run(programme, operation));
    }
    const Resource* named(const char* name) const {
        for (const Resource& row : programme.resources)
            if (row.name == name) return &row;
        return nullptr;
    }
    QString field(const char* name, ResourceField field, const char* text) {
        return step([&](Transaction& tx) { return setResourceField(tx, named(name)->id, field, text); });
    }
    QString needs(const char* key, const char* text) {
        return step([&](Transaction& tx) { return setNeeds(tx, id(key), text); });
    }
};

} // namespace

class LabourEditsTest : public QObject {
    Q_OBJECT
private slots:
    /// One name is one resource: a crew's becomes a row when something is said of it, and no second one can be.
    void oneNameOneResource() {
        Site s;
        QCOMPARE(s.step([](Transaction& tx) -> Outcome {
            const auto id = resourceNamed(tx, "steel FIXER");
            if (!id.ok()) return id.errors();
            return done();
        }),
                 QString());
        QVERIFY(s.named("Steel fixer"));
        QVERIFY(s.step([](Transaction& tx) -> Outcome {
                     const auto id = addResource(tx, " STEEL fixer ");
                     if (!id.ok()) return id.errors();
                     return done();
                 }).contains(QLatin1String("already")));
        // Its name is changed in crews, too.
        QCOMPARE(s.field("Steel fixer", ResourceField::name, "Fixer"), QString());
        QCOMPARE(QString::fromStdString(s.programme.book[0].crew[0].name), QStringLiteral("Fixer"));
        QVERIFY(s.field("Fixer", ResourceField::name, "crane").contains(QLatin1String("already")));
        QVERIFY(s.field("Fixer", ResourceField::name, "").contains(QLatin1String("no name")));
    }

    /// What an older file says the site has becomes supply with the first edit, and is gone as a limit.
    void limitsBecomeSupply() {
        Site s;
        s.programme.limits.append({LimitId{1}, "Crane", 2});
        s.programme.limits.append({LimitId{2}, "Rig", 1});
        QCOMPARE(mostSupplyOf(s.programme, "crane").value(), Decimal(2));
        QCOMPARE(s.step([](Transaction& tx) { return setSupply(tx, "Steel fixer", "8"); }), QString());
        QVERIFY(s.programme.limits.empty());
        QCOMPARE(s.named("Crane")->supply.front().number, Decimal(2));
        QVERIFY(s.named("Crane")->supply.front().from == *parseDate("2027-03-01"));
        QCOMPARE(s.named("Rig")->supply.front().number, Decimal(1));
        QCOMPARE(s.named("Steel fixer")->supply.front().number, Decimal(8));
        QVERIFY(faultsOf(s.programme).empty());
    }

    void ratesAndSupply() {
        Site s;
        QCOMPARE(s.step([](Transaction& tx) { return setSupply(tx, "Crane", "1"); }), QString());
        QCOMPARE(s.field("Crane", ResourceField::kind, "plant"), QString());
        QCOMPARE(s.field("Crane", ResourceField::rate, "380 a day"), QString());
        QVERIFY(s.named("Crane")->ratePer == RatePer::day);
        QVERIFY(s.field("Crane", ResourceField::rate, "84/t").contains(QLatin1String("hour or the day")));
        QVERIFY(s.field("Crane", ResourceField::rate, "-3").contains(QLatin1String("negative")));
        QCOMPARE(s.field("Crane", ResourceField::rates, "400 from 1 Jun 2027"), QString());
        QCOMPARE(s.field("Crane", ResourceField::supply, "6 from 2027-03-01; 9 from 2027-06-01"), QString());
        QVERIFY(s.field("Crane", ResourceField::supply, "9 from 2027-06-01; 6 from 2027-03-01")
                    .contains(QLatin1String("out of order")));
        QVERIFY(s.field("Crane", ResourceField::supply, "9").contains(QLatin1String("from when")));
        QCOMPARE(QString::fromStdString(resourceText(s.programme, *s.named("Crane"), ResourceField::supply)),
                 QStringLiteral("6 from 2027-03-01; 9 from 2027-06-01"));
        const ResourceId crane = s.named("Crane")->id;
        QCOMPARE(s.step([&](Transaction& tx) { return setSupplyFrom(tx, crane, *parseDate("2027-04-01"), "7"); }),
                 QString());
        QCOMPARE(s.step([&](Transaction& tx) { return setSupplyFrom(tx, crane, *parseDate("2027-06-01"), ""); }),
                 QString());
        QCOMPARE(QString::fromStdString(resourceText(s.programme, *s.named("Crane"), ResourceField::supply)),
                 QStringLiteral("6 from 2027-03-01; 7 from 2027-04-01"));
        QVERIFY(
            s.step([](Transaction& tx) { return setSupply(tx, "Crane", "3"); }).contains(QLatin1String("by dates")));
        QVERIFY(s.field("Crane", ResourceField::binds, "yes").contains(QLatin1String("calendar")));
        QCOMPARE(s.field("Crane", ResourceField::calendar, "six"), QString());
        QCOMPARE(s.field("Crane", ResourceField::binds, "yes"), QString());
        // A calendar that somebody works to does not just go.
        QVERIFY(s.step([](Transaction& tx) {
                     return removeCalendar(tx, Builder::six, {});
                 }).contains(QLatin1String("in use")));
        QCOMPARE(s.step([](Transaction& tx) { return removeCalendar(tx, Builder::six, Builder::five); }), QString());
        QVERIFY(s.named("Crane")->calendar == Builder::five);
    }

    /// "2 Fixer; 0.5 Crane; 41.2 t Rebar": several kinds at once, in parts, and in another unit of the kind.
    void needsByPhrase() {
        Site s;
        QVERIFY(s.needs("A", "2 Fixer").contains(QLatin1String("did you mean Steel fixer")));
        QVERIFY(s.needs("A", "2 Nobody").contains(QLatin1String("no resource Nobody")));
        QVERIFY(s.named("Steel fixer") == nullptr); // nothing is half done
        QCOMPARE(s.step([](Transaction& tx) -> Outcome {
            const auto id = addResource(tx, "Rebar");
            if (!id.ok()) return id.errors();
            if (auto set = setResourceField(tx, *id, ResourceField::kind, "material"); !set.ok()) return set;
            return setResourceField(tx, *id, ResourceField::rate, "812.35/t");
        }),
                 QString());
        QCOMPARE(s.needs("A", "2 steel fixer; 0.5 Crane; 41.2 t Rebar"), QString());
        QCOMPARE(QString::fromStdString(needsText(s.programme, s.programme.activities.row(s.id("A"))->needs)),
                 QStringLiteral("2 Steel fixer; 0.5 Crane; 41.2 t Rebar"));
        QCOMPARE(s.needs("A", "41200 kg Rebar"), QString());
        QCOMPARE(s.programme.activities.row(s.id("A"))->needs[0].quantity.value(), Decimal(412, 1));
        QVERIFY(s.needs("A", "3 m3 Rebar").contains(QLatin1String("counted in t")));
        QVERIFY(s.needs("A", "-2 Crane").contains(QLatin1String("more than 0")));
        QVERIFY(s.needs("A", "0 Crane").contains(QLatin1String("more than 0")));
        QVERIFY(s.needs("A", "2 Crane; 1 crane").contains(QLatin1String("twice")));
        QVERIFY(s.needs("M", "2 Crane").contains(QLatin1String("milestone")));
        QCOMPARE(s.needs("A", "crane"), QString()); // one of it
        QCOMPARE(s.needs("A", ""), QString());
        QVERIFY(s.programme.activities.row(s.id("A"))->needs.empty());
        // Assigning adds to what is there; a resource that goes is needed by nobody.
        const ResourceId crane = s.named("Crane")->id;
        const std::vector<ActivityId> both{s.id("A"), s.id("B")};
        QCOMPARE(s.step([&](Transaction& tx) { return assignResource(tx, both, crane, 1); }), QString());
        QCOMPARE(s.step([&](Transaction& tx) { return assignResource(tx, std::span(both).first(1), crane, 1); }),
                 QString());
        QCOMPARE(s.programme.activities.row(s.id("A"))->needs[0].number.value(), Decimal(2));
        QCOMPARE(s.programme.activities.row(s.id("B"))->needs[0].number.value(), Decimal(1));
        QVERIFY(s.step([&](Transaction& tx) {
                     return assignResource(tx, std::vector{s.id("M")}, crane, 1);
                 }).contains(QLatin1String("milestone")));
        // A kind that does not go with what is needed is refused.
        QVERIFY(s.field("Crane", ResourceField::kind, "material").contains(QLatin1String("needs it otherwise")));
        QCOMPARE(s.step([&](Transaction& tx) { return removeResources(tx, std::vector{crane}); }), QString());
        QVERIFY(s.programme.activities.row(s.id("A"))->needs.empty());
        QVERIFY(faultsOf(s.programme).empty());
    }

    void money() {
        Site s;
        const auto lumps = [&](const char* key, const char* text) {
            return s.step([&](Transaction& tx) { return setLumpSums(tx, s.id(key), text); });
        };
        QCOMPARE(lumps("A", "12000 plant at start: crane on site; 500"), QString());
        const Activity& a = *s.programme.activities.row(s.id("A"));
        QCOMPARE(a.lumpSums.size(), std::size_t(2));
        QVERIFY(a.lumpSums[0].head == CostHead::plant && a.lumpSums[0].at == SpreadAt::start);
        QCOMPARE(QString::fromStdString(a.lumpSums[0].note), QStringLiteral("crane on site"));
        QCOMPARE(QString::fromStdString(lumpSumsText(a)),
                 QStringLiteral("12000 plant at start: crane on site; 500 other"));
        QCOMPARE(lumps("M", "9000 time-related at finish"), QString());
        QVERIFY(lumps("A", "-5 plant").contains(QLatin1String("negative")));
        QVERIFY(!lumps("A", "plant").isEmpty());
        const auto term = [&](TermField field, const char* text) {
            return s.step([&](Transaction& tx) { return setTerm(tx, field, text); });
        };
        QCOMPARE(term(TermField::retention, "3 %"), QString());
        QCOMPARE(s.programme.job.retention.value(), Decimal(3, 2));
        QCOMPARE(term(TermField::daysToPay, "28 days"), QString());
        QCOMPARE(term(TermField::applyEvery, "fortnight"), QString());
        QVERIFY(!term(TermField::retention, "130").isEmpty());
        QVERIFY(!term(TermField::payPlant, "soon").isEmpty());
        const auto spent = [&](const char* month, const char* amount) {
            return s.step([&](Transaction& tx) { return setCostEntry(tx, month, CostHead::plant, {}, amount); });
        };
        QVERIFY(spent("2027-03", "100").contains(QLatin1String("no data date")));
        s.programme.job.dataDate = *parseInstant("2027-04-12T00:00");
        QCOMPARE(spent("Mar 2027", "1,250.50"), QString());
        QCOMPARE(spent("2027-03", "GBP 900"), QString()); // in place of it
        QCOMPARE(s.programme.costs.size(), std::size_t(1));
        QCOMPARE(s.programme.costs[0].amount, Decimal(900));
        QVERIFY(spent("2027-03", "900 EUR").contains(QLatin1String("kept in GBP")));
        QVERIFY(spent("2027-05", "1").contains(QLatin1String("after the data date")));
        QVERIFY(spent("Smarch", "1").contains(QLatin1String("not a month")));
        QCOMPARE(spent("2027-03", ""), QString());
        QVERIFY(s.programme.costs.empty());
        QCOMPARE(s.step([&](Transaction& tx) { return setActivitySection(tx, s.id("A"), ""); }), QString());
        QVERIFY(!s.step([&](Transaction& tx) { return setActivitySection(tx, s.id("A"), "S9"); }).isEmpty());
    }

    /// A table of what was spent: rows of one month, head and activity are one entry; a fault names its row, and
    /// nothing is taken.
    void costsFromATable() {
        Site s;
        s.programme.job.dataDate = *parseInstant("2027-04-12T00:00");
        const auto sheet = [](std::vector<std::vector<const char*>> rows) {
            Sheet made{"Costs", {}};
            for (const auto& row : rows) {
                auto& cells = made.rows.emplace_back();
                for (const char* text : row) cells.push_back({text, {}});
            }
            return made;
        };
        const auto read = [&](const Sheet& table) {
            return s.step([&](Transaction& tx) -> Outcome {
                const auto count = readCosts(tx, table);
                if (!count.ok()) return count.errors();
                return done();
            });
        };
        QCOMPARE(read(sheet({{"Activity", "Month", "Head", "Amount"},
                             {"A", "2027-03", "Plant", "1,000.50"},
                             {"A", "2027-03", "plant", "500"},
                             {"", "Apr 2027", "labour", "70"},
                             {"", "", "", ""}})),
                 QString());
        QCOMPARE(s.programme.costs.size(), std::size_t(2));
        QCOMPARE(s.programme.costs[0].amount.toDouble() + s.programme.costs[1].amount.toDouble(), 1570.5);
        const QString fault =
            read(sheet({{"Month", "Head", "Sum"}, {"2027-03", "labour", "5"}, {"2027-03", "beer", "5"}}));
        QVERIFY2(fault.contains(QLatin1String("row 3")) && fault.contains(QLatin1String("beer")), qPrintable(fault));
        QCOMPARE(s.programme.costs.size(), std::size_t(2));
        QVERIFY(read(sheet({{"When", "What"}})).contains(QLatin1String("headed Month")));
        QVERIFY(
            read(sheet({{"Month", "Head", "Sum"}, {"2027-05", "labour", "5"}})).contains(QLatin1String("data date")));
    }

    /// One job's resources as a table that another job reads: the same in the end; a fault names its row, and nothing
    /// is taken.
    void resourcesTravelAsATable() {
        Site s, other;
        QCOMPARE(s.step([](Transaction& tx) { return setSupply(tx, "Crane", "1"); }), QString());
        QCOMPARE(s.field("Crane", ResourceField::kind, "plant"), QString());
        QCOMPARE(s.field("Crane", ResourceField::rate, "380.5 a day"), QString());
        QCOMPARE(s.field("Crane", ResourceField::supply, "1 from 2027-03-01; 2 from 2027-06-01"), QString());
        QCOMPARE(s.field("Crane", ResourceField::calendar, "six"), QString());
        QCOMPARE(s.field("Crane", ResourceField::binds, "yes"), QString());
        const Sheet table = resourceSheet(s.programme);
        QCOMPARE(table.rows.size(), std::size_t(3)); // the heading, Crane, and the fixer that only crews know
        const auto read = [&](const Sheet& sheet) {
            return other.step([&](Transaction& tx) -> Outcome {
                const auto count = readResources(tx, sheet);
                if (!count.ok()) return count.errors();
                return done();
            });
        };
        QCOMPARE(read(table), QString());
        Resource there = *other.named("Crane"), here = *s.named("Crane");
        there.id = here.id;
        QVERIFY(there == here);
        QVERIFY(other.named("Steel fixer"));
        const Programme before = other.programme;
        Sheet bad = table;
        bad.rows[1][4] = {"-4", {}};
        QVERIFY(read(bad).contains(QLatin1String("row 2")));
        QVERIFY(other.programme == before);
        QVERIFY(read(Sheet{"x", {{{"Name", {}}}}}).contains(QLatin1String("headed Resource")));
    }

    /// What a unit of a bill item takes is typed in quantities, in any unit of the kind; it goes with its resource, and
    /// a resource does not become what could no longer be taken so.
    void materialsOfItems() {
        Site s;
        s.programme.bill.append({BillItemId{1}, "1", "Walls", "m3", 40, {}, {}, {}, {}});
        QCOMPARE(s.step([](Transaction& tx) { return addResource(tx, "Rebar").ok() ? done() : Outcome(Error{}); }),
                 QString());
        QCOMPARE(s.field("Rebar", ResourceField::kind, "material"), QString());
        QCOMPARE(s.field("Rebar", ResourceField::unit, "t"), QString());
        const auto materials = [&](const char* typed) {
            return s.step(
                [&](Transaction& tx) { return setBillField(tx, BillItemId{1}, BillField::materials, typed); });
        };
        const auto text = [&] { return QString::fromStdString(needsText(s.programme, s.programme.bill[0].materials)); };
        QCOMPARE(materials("0.12 t Rebar"), QString());
        QCOMPARE(text(), QStringLiteral("0.12 t Rebar"));
        QCOMPARE(materials("120 kg rebar"), QString());
        QCOMPARE(text(), QStringLiteral("0.12 t Rebar"));
        QVERIFY(materials("2 Steel fixer").contains(QLatin1String("counted in numbers")));
        QVERIFY(materials("1 m3 Rebar").contains(QLatin1String("counted in t")));
        QVERIFY(materials("-1 t Rebar").size() > 0);
        QVERIFY(materials("1 t Nothing known").size() > 0);
        QCOMPARE(text(), QStringLiteral("0.12 t Rebar"));
        QVERIFY(s.field("Rebar", ResourceField::kind, "trade").contains(QLatin1String("item 1 takes it otherwise")));
        s.change("A", [](Activity& a) { a.pauses = {{480, 960, true}, {960, 480, false}}; });
        // What levelling split goes with the rest of levelling; a rest of its own stays.
        QCOMPARE(s.step([](Transaction& tx) { return clearAllLevelling(tx); }), QString());
        QVERIFY(s.programme.activities[0].pauses == (std::vector<Pause>{{960, 480, false}}));
        QCOMPARE(s.step([&](Transaction& tx) { return removeResources(tx, std::vector{s.named("Rebar")->id}); }),
                 QString());
        QVERIFY(s.programme.bill[0].materials.empty());
    }

    /// Assigned by name, a crew's name becomes a row; what is there is raised.
    void assignedByName() {
        Site s;
        const std::vector<ActivityId> both{s.id("A"), s.id("B")};
        const auto assign = [&](const char* name, const char* amount) {
            return s.step([&](Transaction& tx) { return assignByName(tx, both, name, amount); });
        };
        QCOMPARE(assign("crane", "0.5"), QString());
        QCOMPARE(assign("Crane", "1"), QString());
        for (std::size_t i : {0u, 1u})
            QCOMPARE(QString::fromStdString(needsText(s.programme, s.programme.activities[i].needs)),
                     QStringLiteral("1.5 Crane"));
        QVERIFY(!assign("Crane", "-2").isEmpty() && !assign("Crane", "x").isEmpty() &&
                !assign("Nobody", "1").isEmpty());
        const std::vector<ActivityId> milestone{s.id("M")};
        QVERIFY(s.step([&](Transaction& tx) {
                     return assignByName(tx, milestone, "Crane", "1");
                 }).contains(QLatin1String("milestone")));
    }

    /// What levelling holds goes when work starts, one by one, or all together.
    void levellingIsTakenOff() {
        Site s;
        const auto hold = [&] {
            for (const char* key : {"A", "B"})
                s.change(key, [](Activity& a) { a.levelledFrom = *parseInstant("2027-03-03T08:00"); });
        };
        hold();
        const std::vector<ActivityId> one{s.id("A")};
        QCOMPARE(s.step([&](Transaction& tx) { return clearLevelling(tx, one); }), QString());
        QVERIFY(!s.programme.activities[0].levelledFrom && s.programme.activities[1].levelledFrom);
        hold();
        QCOMPARE(s.step([](Transaction& tx) { return clearAllLevelling(tx); }), QString());
        QVERIFY(!s.programme.activities[0].levelledFrom && !s.programme.activities[1].levelledFrom);
        hold();
        s.programme.job.dataDate = *parseInstant("2027-03-05T00:00");
        QCOMPARE(s.step([&](Transaction& tx) { return setActual(tx, s.id("A"), Actual::start, "2027-03-03"); }),
                 QString());
        QVERIFY(!s.programme.activities[0].levelledFrom);
    }
};

QTEST_APPLESS_MAIN(LabourEditsTest)
#include "labour_edits_test.moc"
