// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/file.h"
#include "support/builder.h"
#include "support/call.h"

#include <QTemporaryDir>
#include <QTest>

#include <nlohmann/json.hpp>

using namespace yarrin;
using namespace yarrin::test;

/// `yarrin-cli odds`: its figures letter by letter, whatever the language.
class CliOddsTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    std::string file() {
        Builder job;
        job.task("A", 10).task("B", 10).milestone("M").link("A", "B").link("B", "M");
        job.section("S1", "M", "2027-03-26", 1000);
        const std::string path = m_folder.filePath(QStringLiteral("job.yarrin.json")).toStdString();
        if (!writeProgramme(job.programme, path, FileFormat::json).ok()) qFatal("not written");
        return path;
    }

private slots:
    void told() {
        const Call json =
            call({"odds", file(), "--runs", "2000", "--seed", "5", "--low", "0.8", "--high", "1.4", "--json"});
        QVERIFY2(json.status == ExitStatus::done, json.err.c_str());
        const auto read = nlohmann::ordered_json::parse(json.out);
        QVERIFY(read["runs"] == 2000 && read["seed"] == 5);
        const auto& section = read["sections"][0];
        QVERIFY(section["id"] == "S1" && section["deterministic"] == "2027-03-26");
        QVERIFY(section["p10"] <= section["p50"] && section["p50"] <= section["p80"]);
        QVERIFY(section["p80_interval"][0] <= section["p80"] && section["p80"] <= section["p80_interval"][1]);
        QVERIFY(section["chance_of_extended"] > 0.05 && section["chance_of_extended"] < 0.6);
        const auto sum = [&](const char* of) { return std::stod(read["exposure"][of].get<std::string>()); };
        QVERIFY(sum("p50") <= sum("p80") && sum("p80") <= sum("max") && sum("max") >= 1000);
        QCOMPARE(read["activities"].size(), std::size_t(3));
        QVERIFY(read["activities"][0]["cruciality"] > 0.4 && read["activities"][2]["cruciality"].is_null());
        // Again, on other threads, the same letters.
        QVERIFY(call({"odds", file(), "--runs", "2000", "--seed", "5", "--low", "0.8", "--high", "1.4", "--threads",
                      "3", "--json"})
                    .out == json.out);
        const Call words = call({"odds", file(), "--runs", "500", "--shape", "pert", "--tenths"});
        QVERIFY2(words.status == ExitStatus::done && words.out.find("S1\tforecast 2027-03-26\tP10 ") == 0,
                 words.out.c_str());
        QVERIFY(words.out.find("A A\ton the longest path 100 %") != std::string::npos);
    }

    void refusals() {
        const std::string at = file();
        for (const std::vector<std::string>& words :
             std::vector<std::vector<std::string>>{{"odds"},
                                                   {"odds", at, "--runs", "many"},
                                                   {"odds", at, "--runs"},
                                                   {"odds", at, "--low", "1,2"},
                                                   {"odds", at, "--low", "1.5"},
                                                   {"odds", at, "--shape", "round"},
                                                   {"odds", at, "--often", "1"},
                                                   {"odds", at, at},
                                                   {"odds", at, "--low", "0.1", "--high", "9", "--tenths"}})
            QVERIFY2(call(words).status == ExitStatus::usage, words.back().c_str());
        QVERIFY(call({"odds", at, "--runs", "0"}).status != ExitStatus::done);
        QVERIFY(call({"odds", at, "--alike", "0.1", "--alike-all", "0.2"}).status != ExitStatus::done);
        QVERIFY(call({"odds", at + "x"}).status == ExitStatus::file);
    }
};

QTEST_GUILESS_MAIN(CliOddsTest)
#include "cli_odds_test.moc"
