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
        QTest::newRow("course") << R"(/course [{"step": "promised", "date": "2027-03-09", "section": "S1"}])"
                                << "course[0].step";
        QTest::newRow("course without day") << R"(/course [{"step": "claimed", "section": "S1"}])"
                                            << "course[0].date";
        QTest::newRow("course without section") << R"(/course [{"step": "claimed", "date": "2027-03-09"}])"
                                                << "course[0].section";
        QTest::newRow("course elsewhere") << R"(/course [{"step": "claimed", "date": "2027-03-09", "section": "S9"}])"
                                          << "no section S9";
        QTest::newRow("days of a course")
            << R"(/course [{"step": "claimed", "date": "2027-03-09", "section": "S1", "days": -1}])"
            << "course is out of all bounds";
        QTest::newRow("update") << R"(/updates [{"date": "soon"}])"
                                << "updates[0].date";
    }

    /// The same of terms, records and miles: each with the place where it stands.
    void faultsOfTermsAreNamedWithTheirPlace_data() {
        QTest::addColumn<QString>("patch");
        QTest::addColumn<QString>("said");
        const auto row = [](const char* name, const char* patch, const char* said) {
            QTest::newRow(name) << QString::fromLatin1(patch) << QString::fromLatin1(said);
        };
        row("grace", R"(/contract/sections/0/grace_days -1)", "its grace is out of all bounds");
        row("step", R"(/contract/sections/0/steps [{"from_day": 0, "rate": 5}])", "step of its rate begins");
        row("steps", R"(/contract/sections/0/steps [{"from_day": 5, "rate": 5}, {"from_day": 5, "rate": 6}])",
            "begin on one day");
        row("rate", R"(/contract/sections/0/steps [{"from_day": 5, "rate": -5}])", "step of its rate is out");
        row("share", R"(/contract/sections/0/possessions [{"date": "2027-03-09", "share": 1.5}])", "no share");
        row("shares",
            R"(/contract/sections/0/possessions [{"date": "2027-03-09", "share": 0.6}, {"date": "2027-03-10", "share": 0.5}])",
            "more than the whole");
        row("deduction", R"(/contract/sections/0/deductions [{"kind": "lost", "date": "2027-03-09", "sum": 1}])",
            "deductions[0].kind");
        row("sum", R"(/contract/sections/0/deductions [{"kind": "paid", "date": "2027-03-09", "sum": -1}])",
            "a sum that was deducted");
        row("marks",
            R"(/contract/sections/0/slips [{"window": "2027-03-09", "is": "pacing"}, {"window": "2027-03-09", "is": "neither"}])",
            "marked twice");
        row("interest", R"(/contract/interest_rate 8)", "interest_rate");
        row("updates", R"(/contract/update_days 0)", "update_days");
        row("from", R"(/contract/particulars_from "whenever")", "particulars_from");
        row("won", R"(/accelerations [{"id": "R1", "won": [{"section": "S9", "days": 3}]}])", "no section S9");
        row("won twice", R"(/accelerations [{"id": "R1"}, {"id": "R1"}])", "used twice");
        row("by", R"(/accelerations [{"id": "R1", "by": "nobody"}])", "accelerations[0].by");
        row("mile", R"(/measured_miles [{"id": "D1", "item": "P9"}])", "no item of the output book P9");
        row("span", R"(/measured_miles [{"id": "D1", "quiet_from": "2027-03-09", "quiet_to": "2027-03-01"}])",
            "a span ends before it begins");
        row("cost", R"(/activities/0/cost_to_date -1)", "cost to date");
    }
    void faultsOfTermsAreNamedWithTheirPlace() {
        QFETCH(QString, patch);
        QFETCH(QString, said);
        Json json = job();
        const std::string text = patch.toStdString();
        const auto space = text.find(' ');
        json[Json::json_pointer(text.substr(0, space))] = Json::parse(text.substr(space + 1));
        const Call c = call({"calc", written(json), "--json"});
        QVERIFY2(c.status == ExitStatus::file || c.status == ExitStatus::programme, c.out.c_str());
        QVERIFY2(QString::fromStdString(c.err).contains(said), c.err.c_str());
    }

    /// Terms, courses, records and miles read back as they were written.
    void termsReadBackAsTheyWere() {
        const auto demo = readProgramme(DEMO);
        QVERIFY(demo.ok());
        const std::string once = programmeToJson(*demo);
        const auto again = programmeFromJson(once);
        QVERIFY2(again.ok(), again.ok() ? "" : again.error().sentence().c_str());
        QCOMPARE(programmeToJson(*again), once);
        const Json json = Json::parse(once);
        QVERIFY(json["accelerations"].size() == 2 && json["measured_miles"].size() == 1);
        QVERIFY(json["contract"]["sections"][1]["steps"][0]["from_day"] == 29);
        QVERIFY(json["events"][0]["course"].size() >= 3);
        // What says nothing is not written: older programs read what older programs could say.
        const std::string plain = programmeToJson(*programmeFromJson(job().dump()));
        for (const char* key : {"accelerations", "measured_miles", "grace_days", "course", "baseline", "barred_count"})
            QVERIFY2(plain.find(key) == std::string::npos, key);
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

    /// On the demo: every figure of time and money is there, and those that follow from each other agree.
    void exposureTellsTimeAndMoney() {
        const Json e = told({"exposure", DEMO, "--json"});
        const Json& berth = e["accounts"][1];
        QVERIFY(berth["section"] == "S2" && berth["extensions"].size() == 4);
        int days = 0;
        for (const Json& one : berth["extensions"]) days += one["days"].get<int>();
        for (const Json& line : e["lines"])
            if (line["relief"] == "unrelieved" && line["section"] == "S2") {
                QVERIFY(line["granted_days"] == days);
                double sum = 0;
                for (const Json& part : line["parts"]) sum += part["sum"].get<double>();
                QCOMPARE(sum, line["sum"].get<double>());
            }
        QVERIFY(berth["forecast"].get<double>() > 0 && berth["accrued"] == 0);
        const Json impact = told({"impact", DEMO, "--json"});
        for (std::size_t s = 0; s < 3; ++s) {
            const Json &paid = e["paid_days"][s], &won = e["recoveries"][s], &section = impact["sections"][s];
            QVERIFY(paid["days"] == section["compensable"]);
            QVERIFY(won["days"].get<int>() + won["credit"].get<int>() == -section["recovered"].get<int>());
            QVERIFY(won["employer"].get<int>() + won["contractor"].get<int>() + won["unrecorded"].get<int>() ==
                    won["days"]);
            QVERIFY(paid["after_recovery"].get<double>() <= paid["before_recovery"].get<double>());
        }
        QVERIFY(e["recoveries"][1]["records"] == Json({"R1", "R2"}));
        for (const char* formula : {"hudson", "emden", "eichleay"}) QVERIFY(e["overheads"][formula].get<double>() > 0);
        QVERIFY(e["measured_miles"][0]["id"] == "D1" && e["measured_miles"][0]["lost_hours"].get<double>() > 0);
        QVERIFY(!impact["own_slips"].empty() && impact["own_slips"][0]["taken_for"].is_null());
        const Call words = call({"exposure", DEMO});
        for (const char* part : {"Damages so far:", "certificate of time 1", "Recovered in S2", "Head office by Hudson",
                                 "Measured mile D1", "priced when they were suffered"})
            QVERIFY2(words.out.find(part) != std::string::npos, part);
        QVERIFY(call({"impact", DEMO}).out.find("beside E01") != std::string::npos);
    }

    /// Another baseline may be named; one that is not there is an error, and what is no stand is told.
    void anotherBaselineMayBeNamed() {
        const Json whole = told({"impact", DEMO, "--json"}),
                   later = told({"impact", DEMO, "--baseline", "2", "--json"});
        QVERIFY(whole["stands"].size() == 5 && later["stands"].size() == 3);
        QVERIFY(later["stands"][0] == "Baseline 2");
        QVERIFY(later["notes"].dump().find("revision 1 is no stand") != std::string::npos);
        QVERIFY(later["steps"][0]["sections"][1]["before"] == "2027-06-25");
        const Call missing = call({"impact", DEMO, "--baseline", "Z"});
        QVERIFY(missing.status != ExitStatus::done);
        QVERIFY2(missing.err.find("no revision Z") != std::string::npos, missing.err.c_str());
        QVERIFY(call({"exposure", written(job()), "--baseline", "Z"}).status != ExitStatus::done);
        QVERIFY(told({"exposure", DEMO, "--baseline", "2", "--json"})["updates"].size() == 3);
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
        QTest::newRow("no baseline") << QStringList{"impact", "FILE", "--baseline"};
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
