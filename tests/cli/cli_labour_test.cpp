// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// demand, cash and level on the command line; and that a comma for a point in the system's language changes nothing.
#include "core/model/resource_book.h"
#include "store/file.h"
#include "support/builder.h"
#include "support/call.h"

#include <nlohmann/json.hpp>

#include <QTemporaryDir>
#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

class CliLabourTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    std::string written(const Programme& p, const char* name) {
        const std::string file = m_folder.filePath(QString::fromLatin1(name)).toStdString();
        if (!writeProgramme(p, file, formatForName(file)).ok()) qFatal("cannot write");
        return file;
    }
    /// A and B need two men each at 30 an hour, there are two; Z leaves B time.
    static Builder crowd() {
        Builder b;
        b.task("A", 5).task("B", 5).task("Z", 15).milestone("M").link("A", "M").link("B", "M").link("Z", "M");
        b.section("S1", "M", "2027-03-19", 1000);
        Resource man;
        man.id = ResourceId{1};
        man.key = "fx";
        man.name = "Fixer";
        man.rate = Decimal(30);
        man.supply = {{*parseDate("2027-03-01"), 2}};
        b.programme.resources.append(man);
        for (const char* key : {"A", "B"})
            b.change(key, [](Activity& a) { a.needs = {{ResourceId{1}, Decimal(2), {}}}; });
        return b;
    }
    static std::string keysOf(const nlohmann::ordered_json& json) {
        std::string keys;
        for (const auto& [key, value] : json.items()) keys += key + " ";
        return keys;
    }

private slots:
    void demandByDayWeekAndMonth() {
        const std::string file = written(crowd().programme, "p.yarrin");
        const Call c = call({"demand", file, "--resource", "fx", "--by", "day", "--json"});
        QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
        const auto json = nlohmann::ordered_json::parse(c.out);
        QCOMPARE(keysOf(json), std::string("resource rows hours excess_hours "));
        QCOMPARE(keysOf(json["rows"][0]), std::string("from demand mean heads supply excess excess_hours hours "));
        QVERIFY(json["rows"].size() == 5 && json["rows"][0]["demand"] == 4 && json["rows"][4]["excess"] == 2);
        QVERIFY(json["hours"] == 160 && json["excess_hours"] == 80);
        // By the name as well; all of them as a list; weeks start on Monday.
        const auto week = nlohmann::ordered_json::parse(call({"demand", file, "--resource", "fixer", "--json"}).out);
        QVERIFY(week["rows"].size() == 1 && week["rows"][0]["from"] == "2027-03-01" && week["rows"][0]["hours"] == 160);
        const auto all = nlohmann::ordered_json::parse(call({"demand", file, "--by", "month", "--json"}).out);
        QVERIFY(all["resources"].size() == 1);
        QVERIFY(call({"demand", file, "--people"}).out.find("people: 160 hours") != std::string::npos);
        QVERIFY(call({"demand", file, "--resource", "nobody"}).status == ExitStatus::programme);
        QVERIFY(call({"demand", file, "--by", "year"}).status == ExitStatus::usage);
        QVERIFY(call({"demand"}).status == ExitStatus::usage);
    }

    void cashMonthByMonth() {
        Builder b = crowd();
        b.programme.job.payLabour = 3;
        const std::string file = written(b.programme, "p.yarrin.json");
        const Call c = call({"cash", file, "--json"});
        QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
        const auto json = nlohmann::ordered_json::parse(c.out);
        QCOMPARE(keysOf(json), std::string("currency months budget cost value deepest deepest_to_come financing "
                                           "unpriced unplaced "));
        QCOMPARE(keysOf(json["months"][0]),
                 std::string("month cost value paid received retention_held position heads "));
        QVERIFY(json["months"][0]["cost"] == 4800 && json["months"][0]["heads"]["labour"] == 4800);
        QVERIFY(json["budget"] == 4800 && json["deepest"]["position"] == -4800);
        QVERIFY(json["deepest"]["date"] == "2027-03-10"); // three days behind Sunday the 7th
        QVERIFY(call({"cash", file}).out.find("2027-03\t4800\t0\t4800") != std::string::npos);
        QVERIFY(call({"cash", file, "--all"}).status == ExitStatus::usage);
    }

    /// Both formats keep what a unit of an item takes, and where levelling split work.
    void materialsAndSplitsAreKept() {
        Builder b = crowd();
        Resource bar;
        bar.id = ResourceId{7};
        bar.key = bar.name = "Bar";
        bar.kind = ResourceKind::material;
        bar.unit = "t";
        bar.ratePer = RatePer::unit;
        b.programme.resources.append(bar);
        b.programme.bill.append({BillItemId{1}, "1", "Walls", "m3", 40, {}, {}, {}, {{bar.id, {}, Decimal(12, 2)}}});
        b.programme.allocations.append({AllocationId{1}, BillItemId{1}, b.id("A"), 40});
        b.change("A", [](Activity& a) { a.pauses = {{480, 960, true}, {960, 480, false}}; });
        for (const char* name : {"m.yarrin", "m.yarrin.json"}) {
            const std::string file = written(b.programme, name);
            const auto again = readProgramme(file);
            QVERIFY2(again.ok(), again.ok() ? "" : again.error().sentence().c_str());
            QCOMPARE(needsText(*again, again->bill[0].materials), std::string("0.12 t Bar"));
            QVERIFY(again->activities[0].pauses == b.programme.activities[0].pauses);
            const auto json = nlohmann::ordered_json::parse(call({"demand", file, "--resource", "bar", "--json"}).out);
            QCOMPARE(json["quantity"].get<double>(), 4.8);
        }
        // A number cannot be taken by the unit.
        b.programme.bill.replace(0, {BillItemId{1}, "1", "Walls", "m3", 40, {}, {}, {}, {{ResourceId{1}, 1, {}}}});
        QVERIFY(!readProgramme(written(b.programme, "bad.yarrin.json")).ok());
    }

    void levelProposesAndWrites() {
        const std::string file = written(crowd().programme, "p.yarrin");
        const std::string out = m_folder.filePath(QStringLiteral("out.yarrin.json")).toStdString();
        const Call c = call({"level", file, "--inside-float", "--json", "--write", out});
        QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
        const auto json = nlohmann::ordered_json::parse(c.out);
        QVERIFY(json["moves"].size() == 1);
        QCOMPARE(keysOf(json["moves"][0]), std::string("activity delay from to "));
        QVERIFY(json["moves"][0]["delay"] == 5 * 480 && json["excess_hours"]["before"] == 80);
        QVERIFY(json["excess_hours"]["after"] == 0 && json["sections"][0]["before"] == json["sections"][0]["forecast"]);
        const auto again = readProgramme(out);
        QVERIFY(again.ok());
        const auto held = std::count_if(again->activities.begin(), again->activities.end(),
                                        [](const Activity& a) { return a.levelledFrom.has_value(); });
        QCOMPARE(held, 1);
        // The file itself stays; what levelling did is told by "why".
        QVERIFY(call({"level", file, "--within-supply"}).out.find("1 held") != std::string::npos);
        const std::string moved = json["moves"][0]["activity"];
        QVERIFY(call({"why", out, moved}).out.find("levelling") != std::string::npos);
        QVERIFY(call({"level", file, "--within-supply", "--split", "--first", "A"}).status == ExitStatus::done);
        QVERIFY(call({"level", file, "--inside-float", "--split"}).status == ExitStatus::usage);
        QVERIFY(call({"level", file, "--within-supply", "--first", "Q"}).status == ExitStatus::programme);
        QVERIFY(call({"level", file}).status == ExitStatus::usage);
        QVERIFY(call({"level", file, "--inside-float", "--within-supply"}).status == ExitStatus::usage);
        QVERIFY(call({"level", file, "--inside-float", "--leave", "Q"}).status == ExitStatus::programme);
        Builder never = crowd();
        never.change("A", [](Activity& a) { a.needs[0].number = Decimal(3); });
        const Call much = call({"level", written(never.programme, "n.yarrin"), "--within-supply"});
        QVERIFY(much.status == ExitStatus::programme);
        QVERIFY(much.err.find("A needs 3 Fixer") != std::string::npos);
    }

    /// What is read is written again, letter by letter; what cannot be is refused with its place.
    void filesKeepResourcesAndMoney() {
        Builder b = crowd();
        Resource rebar;
        rebar.id = ResourceId{2};
        rebar.key = rebar.name = "Rebar";
        rebar.kind = ResourceKind::material;
        rebar.unit = "t";
        rebar.rate = Decimal::parse("812.35");
        rebar.ratePer = RatePer::unit;
        rebar.rates = {{*parseDate("2027-06-01"), Decimal(850)}};
        rebar.head = CostHead::other;
        rebar.calendar = Builder::six;
        rebar.onHire = true;
        b.programme.resources.append(rebar);
        b.change("A", [&](Activity& a) {
            a.needs.push_back({ResourceId{2}, {}, Decimal::parse("41.2")});
            a.lumpSums = {{CostHead::timeRelated, 12, SpreadAt::finish, "note"}};
            a.levelledFrom = *parseInstant("2027-03-02T08:00");
            a.section = b.programme.sections[0].id;
        });
        Job& job = b.programme.job;
        job.applyEvery = ApplyEvery::fortnight;
        job.daysToPay = 28;
        job.retention = Decimal(3, 2);
        job.payTimeRelated = 14;
        job.dataDate = *parseInstant("2027-04-01T00:00");
        b.programme.costs.append({CostEntryId{1}, *parseMonth("2027-03"), CostHead::plant, b.id("A"), 77});
        for (const char* name : {"k.yarrin.json", "k.yarrin"}) {
            const auto read = readProgramme(written(b.programme, name));
            QVERIFY2(read.ok(), read.ok() ? "" : read.error().sentence().c_str());
            QVERIFY(*read == b.programme);
        }
    }
};

QTEST_APPLESS_MAIN(CliLabourTest)
#include "cli_labour_test.moc"
