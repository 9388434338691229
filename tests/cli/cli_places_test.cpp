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

/// `yarrin-cli places`: pieces and clashes, letter by letter whatever the language.
class CliPlacesTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    std::string file() {
        Builder job;
        Location road;
        road.id = LocationId{1};
        road.key = "RD";
        road.name = "Road";
        road.fromChainage = Decimal(0);
        road.toChainage = Decimal(1005, 1);
        job.programme.locations.append(road);
        job.task("A", 10).task("B", 10).link("A", "B", LinkType::ss, 2 * 480);
        for (const char* key : {"A", "B"})
            job.change(key, [](Activity& a) {
                a.location = LocationId{1};
                a.travel = Travel::up;
            });
        job.change("B", [](Activity& b) { b.stretchOfWork = Stretch{Decimal(205, 1), Decimal(805, 1)}; });
        PlaceRule rule;
        rule.id = PlaceRuleId{1};
        rule.days = Decimal(15, 1);
        rule.note = "set";
        job.programme.placeRules.append(rule);
        const std::string path = m_folder.filePath(QStringLiteral("job.yarrin.json")).toStdString();
        if (!writeProgramme(job.programme, path, FileFormat::json).ok()) qFatal("not written");
        return path;
    }

private slots:
    void told() {
        const std::string job = file();
        const auto read = readProgramme(job);
        QVERIFY(read.ok());
        QCOMPARE(read->activities[1].stretchOfWork, std::optional(Stretch{Decimal(205, 1), Decimal(805, 1)}));
        QCOMPARE(read->placeRules[0].days, std::optional(Decimal(15, 1)));
        QCOMPARE(call({"places", job}).out, std::string("RD\tA\tA\t2027-03-01\t2027-03-12\t0 to 100.5 m\tup\n"
                                                        "RD\tB\tB\t2027-03-03\t2027-03-16\t20.5 to 80.5 m\tup\n"));
        const auto json = nlohmann::json::parse(call({"places", job, "--clashes", "--json"}).out);
        QCOMPARE(json["pieces"].size(), std::size_t(2));
        QVERIFY(json["pieces"][1]["range"]["from"] == 20.5 && json["pieces"][1]["travel"] == "up");
        // A passes 20.5 m after 2.04 days, B begins there after two, and A overtakes it.
        QCOMPARE(json["clashes"].size(), std::size_t(1));
        QVERIFY(json["clashes"][0]["kind"] == "at_once");
        QVERIFY(json["clashes"][0]["one"] == "A" && json["clashes"][0]["other"] == "B");
        QVERIFY(json["ahead"] == 1 && json["all"] == true);
        const Call words = call({"places", job, "--clashes"});
        QVERIFY2(words.out.ends_with("1 ahead\n"), words.out.c_str());
    }
    void refusals() {
        const std::string job = file();
        for (const std::vector<std::string>& words :
             std::vector<std::vector<std::string>>{{"places"}, {"places", job, "--then"}, {"places", job, job}})
            QCOMPARE(call(words).status, ExitStatus::usage);
        QVERIFY(call({"places", "none.yarrin"}).status != ExitStatus::done);
    }
};

QTEST_GUILESS_MAIN(CliPlacesTest)
#include "cli_places_test.moc"
