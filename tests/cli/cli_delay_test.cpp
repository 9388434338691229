// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Events, exposure and impact through the text format and the command line, as a script would use them: every figure
// set against the others that it must agree with, and every way of getting it wrong against its message.
#include "core/delay/analysis.h"
#include "store/file.h"
#include "store/json.h"
#include "support/call.h"

#include <nlohmann/json.hpp>

#include <QTemporaryDir>
#include <QTest>

#include <fstream>
#include <sstream>

using namespace yarrin;
using namespace yarrin::test;

namespace {

using Json = nlohmann::ordered_json;

/// Two tasks of ten and five days one after the other, every minute working, from Monday 1 March 2027: complete on the
/// 15th, due on the 12th at 1,000 a day. Of the events only the first is in the forecast; it adds two days.
Json job() {
    return Json::parse(R"({
      "format": "yarrin-programme", "version": 1, "title": "Quay", "start": "2027-03-01T00:00",
      "activities": [
        {"id": "A", "name": "A", "duration": 14400},
        {"id": "B", "name": "B", "duration": 7200},
        {"id": "M", "name": "Complete", "kind": "finish_milestone"}],
      "links": [{"from": "A", "to": "B", "type": "FS"}, {"from": "B", "to": "M", "type": "FS"}],
      "contract": {"currency": "GBP", "notice_days": 28, "particulars_days": 42, "sections": [
        {"id": "S1", "name": "Quay", "milestone": "M", "completion": "2027-03-12", "rate": 1000, "per": "day"}]},
      "events": [
        {"id": "E1", "section_days": {"S1": {"claimed": 3, "assessed": 2}}, "risk": "employer", "state": "claimed",
         "title": "Late drawings", "from": "2027-03-02", "to": "2027-03-04", "known": "2027-03-02",
         "notice_given": "2027-03-05", "documents": ["letters/14.pdf", "a b.txt"], "affects": ["B"],
         "effects": [{"kind": "added_work", "activity": "A", "work": 2880}]},
        {"id": "E2", "risk": "neutral", "state": "noticed", "title": "Swell", "from": "2027-03-11",
         "known": "2027-03-11", "in_forecast": false,
         "effects": [{"kind": "suspension", "activity": "B", "from": "2027-03-12", "to": "2027-03-14"}]}]})");
}

} // namespace

class CliDelayTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    std::string written(const Json& json) {
        const std::string path = m_folder.filePath(QStringLiteral("job.yarrin.json")).toStdString();
        std::ofstream(path) << json.dump(1);
        return path;
    }
    Json told(const std::vector<std::string>& words) {
        const Call c = call(words);
        if (c.status != ExitStatus::done) qFatal("%s", c.err.c_str());
        return Json::parse(c.out);
    }

private slots:
    // ---- the text format

    /// What is read is written the same again, key by key, and once more.
    void eventsReadBackAsTheyWere() {
        const auto p = programmeFromJson(job().dump());
        QVERIFY2(p.ok(), p.ok() ? "" : p.error().sentence().c_str());
        const std::string once = programmeToJson(*p);
        const auto again = programmeFromJson(once);
        QVERIFY(again.ok());
        QVERIFY(*again == *p);
        QCOMPARE(programmeToJson(*again), once);
        const Json wanted = job()["events"], got = Json::parse(once)["events"];
        for (std::size_t i = 0; i < wanted.size(); ++i)
            for (const auto& [key, value] : wanted[i].items()) {
                if (key == "section_days" || key == "effects") continue; // with their defaults, below
                QVERIFY2(got[i][key] == value, (key + " " + got[i][key].dump()).c_str());
            }
        QVERIFY(got[0]["section_days"]["S1"]["claimed"] == 3);
        QVERIFY(got[0]["effects"][0]["work"] == 2880);
        QVERIFY(got[1]["effects"][0]["to"] == "2027-03-14");
    }

    void faultsOfEventsAreNamedWithTheirPlace_data() {
        QTest::addColumn<QString>("patch"); // JSON pointer and value, to be put into the first event
        QTest::addColumn<QString>("said");
        QTest::newRow("risk") << R"(/risk "act of god")"
                              << "events[0].risk";
        QTest::newRow("state") << R"(/state "lost")"
                               << "events[0].state";
        QTest::newRow("date") << R"(/from "2027-02-30")"
                              << "events[0].from";
        QTest::newRow("no date") << R"(/known 7)"
                                 << "events[0].known";
        QTest::newRow("backwards") << R"(/to "2027-03-01")"
                                   << "ends before it begins";
        QTest::newRow("section") << R"(/section_days {"S9": {"claimed": 1}})"
                                 << "S9";
        QTest::newRow("days") << R"(/section_days {"S1": {"claimed": "many"}})"
                              << "section_days.S1.claimed";
        QTest::newRow("key of days") << R"(/section_days {"S1": {"awarded": 1}})"
                                     << "awarded";
        QTest::newRow("no list") << R"(/documents "letter")"
                                 << "events[0].documents";
        QTest::newRow("affected") << R"(/affects ["Q"])"
                                  << "no activity Q";
        QTest::newRow("kind") << R"(/effects [{"kind": "slower", "activity": "A"}])"
                              << "effects[0].kind";
        QTest::newRow("no kind") << R"(/effects [{"activity": "A"}])"
                                 << "kind";
        QTest::newRow("no activity") << R"(/effects [{"kind": "added_work", "work": 60}])"
                                     << "activity";
        QTest::newRow("unknown activity") << R"(/effects [{"kind": "added_work", "activity": "Q", "work": 60}])"
                                          << "Q";
        QTest::newRow("negative") << R"(/effects [{"kind": "added_work", "activity": "A", "work": -60}])"
                                  << "E1";
        QTest::newRow("endless") << R"(/effects [{"kind": "suspension", "activity": "A", "from": "2027-03-02"}])"
                                 << "E1";
        QTest::newRow("no figure") << R"(/effects [{"kind": "quantity", "activity": "A"}])"
                                   << "E1";
        QTest::newRow("no access") << R"(/effects [{"kind": "access", "activity": "A"}])"
                                   << "E1";
        QTest::newRow("flag") << R"(/in_forecast "yes")"
                              << "events[0].in_forecast";
        QTest::newRow("unknown key") << R"(/blame "them")"
                                     << "events[0].blame";
        QTest::newRow("twice") << R"(/id "E2")"
                               << "used twice";
    }
    void faultsOfEventsAreNamedWithTheirPlace() {
        QFETCH(QString, patch);
        QFETCH(QString, said);
        Json json = job();
        const std::string text = patch.toStdString();
        const auto space = text.find(' ');
        json["events"][0][Json::json_pointer(text.substr(0, space))] = Json::parse(text.substr(space + 1));
        const Call c = call({"calc", written(json), "--json"});
        QVERIFY2(c.status == ExitStatus::file || c.status == ExitStatus::programme, c.out.c_str());
        QVERIFY2(QString::fromStdString(c.err).contains(said), c.err.c_str());
        QVERIFY(c.out.empty());
    }

    // ---- exposure

    /// By hand: two days more make the 17th, five days late. Claimed are three of them, assessed two.
    void exposureIsThatCountedByHand() {
        const Json e = told({"exposure", written(job()), "--json"});
        QVERIFY(e["currency"] == "GBP");
        QVERIFY(e["contract_cap"].is_null());
        QVERIFY(e["damages_total"]["unrelieved"] == 5000);
        QVERIFY(e["damages_total"]["assessed"] == 3000);
        QVERIFY(e["damages_total"]["claimed"] == 2000);
        QCOMPARE(e["lines"].size(), std::size_t(3));
        QVERIFY(e["lines"][2]["events"][0]["event"] == "E1" && e["lines"][2]["events"][0]["days"] == 3);
    }

    /// The same sums as calc prints, on the demo too.
    void exposureAgreesWithCalc() {
        for (const std::string& file : {written(job()), std::string(DEMO)}) {
            const Json calc = told({"calc", file, "--json"}), exposure = told({"exposure", file, "--json"});
            QVERIFY(calc["damages_total"] == exposure["damages_total"]);
            for (const char* relief : {"unrelieved", "assessed", "claimed"}) {
                double sum = 0;
                for (const Json& line : exposure["lines"])
                    if (line["relief"] == relief) sum += line["sum"].get<double>();
                QVERIFY(sum >= calc["damages_total"][relief].get<double>());
            }
            QVERIFY(exposure["updates"].back()["damages_total"] == exposure["damages_total"]);
        }
    }

    void noticesAreToldOnTheDayAskedFor() {
        const auto notices = [&](const char* day) {
            const Json e = told({"exposure", written(job()), "--today", day, "--json"});
            std::string text;
            for (const Json& one : e["notices"])
                text += one["event"].get<std::string>() + " " + one["what"].get<std::string>() + " " +
                        one["due"].get<std::string>() + " " + std::to_string(one["days_left"].get<int>()) + "; ";
            return text;
        };
        QCOMPARE(notices("2027-03-12"), std::string());
        // E2 was known on the 11th of March: 28 days end on the 8th of April.
        QCOMPARE(notices("2027-04-01"), std::string("E2 notice 2027-04-08 7; "));
        QCOMPARE(notices("2027-04-09"), std::string("E2 notice 2027-04-08 -1; "));
    }

    void withoutSectionsThereIsNothingToPay() {
        Json json = job();
        json["contract"].erase("sections");
        json["events"][0].erase("section_days");
        const Json e = told({"exposure", written(json), "--json"});
        QVERIFY(e["damages_total"]["unrelieved"] == 0);
        QVERIFY(e["lines"].is_array() && e["lines"].empty());
    }

    // ---- impact

    /// Without revisions the plan is the programme as if nothing had happened: E1 moves two days, E2 is off.
    void impactStandsOnThePlanWithoutEvents() {
        const Json i = told({"impact", written(job()), "--json"});
        QVERIFY(i["method"] == "time-impact");
        QCOMPARE(i["steps"].size(), std::size_t(1));
        const Json& step = i["steps"][0];
        QVERIFY(step["event"] == "E1" && step["risk"] == "employer" && step["kind"] == "event");
        const Json& f = step["sections"][0];
        QVERIFY(f["before"] == "2027-03-15" && f["after"] == "2027-03-17" && f["moved"] == 2);
        QVERIFY(f["entitled"] == 2 && f["concurrent"] == 0);
        QVERIFY((f["chain_after"] == Json{"A", "B", "M"}));
        QVERIFY(i["notes"].dump().find("E2") != std::string::npos);
        const Call words = call({"impact", written(job())});
        QVERIFY(words.out.find("+2 d  E1 Late drawings (employer), entitled 2 d") != std::string::npos);
    }

    /// The rule is the job's unless one is named; an own delay beside the employer's shows what it changes.
    void rulesOfConcurrency() {
        Json with = job();
        with["activities"].push_back({{"id", "D"}, {"name", "D"}, {"duration", 7200}});
        with["links"].push_back({{"from", "A"}, {"to", "D"}, {"type", "FS"}});
        with["links"].push_back({{"from", "D"}, {"to", "M"}, {"type", "FS"}});
        with["events"] = Json::parse(R"([
          {"id": "O", "risk": "contractor", "state": "noticed", "from": "2027-03-12", "to": "2027-03-20",
           "effects": [{"kind": "added_work", "activity": "B", "work": 8640}]},
          {"id": "E", "risk": "employer", "state": "noticed", "from": "2027-03-13", "to": "2027-03-17",
           "effects": [{"kind": "added_work", "activity": "D", "work": 5760}]}])");
        const auto daysOfE = [&](const std::vector<std::string>& more) {
            std::vector<std::string> words{"impact", written(with), "--json"};
            words.insert(words.end(), more.begin(), more.end());
            const Json found = told(words);
            for (const Json& one : found["sections"][0]["events"])
                if (one["event"] == "E")
                    return found["rule"].get<std::string>() + " " + std::to_string(int(one["entitled"])) + "/" +
                           std::to_string(int(one["concurrent"])) + "/" + std::to_string(int(one["compensable"]));
            return std::string();
        };
        QCOMPARE(daysOfE({}), std::string("time_not_money 4/4/0"));
        QCOMPARE(daysOfE({"--rule", "effective-cause"}), std::string("effective_cause 0/0/0"));
        with["contract"]["concurrency"] = "effective_cause";
        QCOMPARE(daysOfE({}), std::string("effective_cause 0/0/0"));
        QCOMPARE(daysOfE({"--rule", "time-not-money"}), std::string("time_not_money 4/4/0"));
        const Json flags = told({"impact", written(with), "--rule", "time-not-money", "--json"})["flags"];
        QVERIFY(std::any_of(flags.begin(), flags.end(),
                            [](const Json& one) { return one["flag"] == "above_moved" && one["event"] == "E"; }));
        const Call text = call({"impact", written(with), "--rule", "time-not-money", "--near", "3"});
        QVERIFY(text.out.find("Concurrency: time, not money") != std::string::npos);
        QVERIFY(text.out.find("paths within 3 d count as driving") != std::string::npos);
        QVERIFY(text.out.find("What may be attacked:") != std::string::npos);
    }

    /// The table tells the limits of each method too.
    void eachMethodNamesItsLimits() {
        for (std::size_t m = 0; m < delayMethods; ++m) {
            const DelayMethodText& text = textOf(static_cast<DelayMethod>(m));
            const Call c = call({"impact", written(job()), "--method", std::string(text.word)});
            QVERIFY(c.status == ExitStatus::done);
            for (const std::string_view words : {text.name, text.steps, text.limits})
                QVERIFY2(c.out.find(words) != std::string::npos, c.out.c_str());
        }
    }

    void wordsThatAreOffAreRefused_data() {
        QTest::addColumn<QStringList>("words");
        QTest::newRow("no file") << QStringList{"exposure"};
        QTest::newRow("two files") << QStringList{"exposure", "FILE", "FILE"};
        QTest::newRow("no day") << QStringList{"exposure", "FILE", "--today"};
        QTest::newRow("not a day") << QStringList{"exposure", "FILE", "--today", "soon"};
        QTest::newRow("unknown option") << QStringList{"exposure", "FILE", "--loud"};
        QTest::newRow("no method") << QStringList{"impact", "FILE", "--method"};
        QTest::newRow("no rule") << QStringList{"impact", "FILE", "--rule"};
        QTest::newRow("unknown rule") << QStringList{"impact", "FILE", "--rule", "luck"};
        QTest::newRow("near is no number") << QStringList{"impact", "FILE", "--near", "soon"};
        QTest::newRow("near is too far") << QStringList{"impact", "FILE", "--near", "366"};
        QTest::newRow("unknown method") << QStringList{"impact", "FILE", "--method", "dice"};
        QTest::newRow("day of impact") << QStringList{"impact", "FILE", "--day", "2027-03-01"};
    }
    void wordsThatAreOffAreRefused() {
        QFETCH(QStringList, words);
        std::vector<std::string> list;
        for (const QString& word : words)
            list.push_back(word == QLatin1String("FILE") ? written(job()) : word.toStdString());
        const Call c = call(list);
        QVERIFY2(c.status == ExitStatus::usage, c.out.c_str());
        QVERIFY(!c.err.empty() && c.out.empty());
        QVERIFY(call({list[0], "--help"}).status == ExitStatus::done);
    }
};

QTEST_APPLESS_MAIN(CliDelayTest)
#include "cli_delay_test.moc"
