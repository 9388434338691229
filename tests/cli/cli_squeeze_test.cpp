// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// squeeze on the command line.
#include "store/file.h"
#include "support/builder.h"
#include "support/call.h"

#include <nlohmann/json.hpp>

#include <QTemporaryDir>
#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

class CliSqueezeTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    /// A leads to B and B to M, five days each; M is forecast for 12 March 2027 and due on the tenth.
    std::string file(const std::function<void(Programme&)>& change = {}) {
        Builder b;
        b.task("A", 5).task("B", 5).milestone("M").link("A", "B").link("B", "M");
        b.section("S1", "M", "2027-03-10", 1000);
        if (change) change(b.programme);
        const std::string path = m_folder.filePath(QStringLiteral("p.yarrin")).toStdString();
        QFile::remove(QString::fromStdString(path));
        if (!writeProgramme(b.programme, path, formatForName(path)).ok()) qFatal("cannot write");
        return path;
    }

private slots:
    void wordsAndFigures() {
        const Call c = call({"squeeze", file(), "--section", "S1", "--with", "overlap"});
        QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
        QVERIFY(c.out.find("S1 is forecast for 2027-03-12, wanted by 2027-03-10: 2 days missing") != std::string::npos);
        QVERIFY(c.out.find("2 d  B B: begins 2d 4h after A does, and ends behind it; cost not known") !=
                std::string::npos);
        QVERIFY(c.out.find("the cheapest set that reaches it comes to 2027-03-10") != std::string::npos);
        QVERIFY(c.out.find("damages saved: 2000") != std::string::npos);
        const Call late = call({"squeeze", file(), "--section", "S1", "--by", "2027-03-02", "--with", "overlap"});
        QVERIFY(late.out.find("no set of these reaches it; the best comes to 2027-03-10") != std::string::npos);
        const Call early = call({"squeeze", file(), "--section", "S1", "--by", "2027-03-12"});
        QVERIFY(early.status == ExitStatus::done && early.out.find("nothing is missing") != std::string::npos);
    }

    void json() {
        const Call c = call({"squeeze", file(), "--section", "S1", "--with", "overlap", "--done", "40%", "--json"});
        QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
        const auto json = nlohmann::ordered_json::parse(c.out);
        QVERIFY(json["section"] == "S1" && json["by"] == "2027-03-10" && json["missing_days"] == 2);
        QCOMPARE(json["measures"].size(), std::size_t(1));
        QVERIFY(json["measures"][0]["kind"] == "overlap" && json["measures"][0]["activity"] == "B");
        QVERIFY(json["measures"][0]["days"] == 3 && json["measures"][0]["cost"].is_null());
        QVERIFY(json["measures"][0]["sections"]["S1"] == 3 && json["measures"][0]["damages_saved"] == "2000");
        QVERIFY(json["set"]["reaches"] == true && json["set"]["forecast"] == "2027-03-09");
        QVERIFY(json["needed"][0]["activity"] == "A" && json["needed"][0]["needed"] == 960);
        QVERIFY(json["needed"][1]["could_overlap"] == "A");
    }

    /// Each refusal in words, with the status of its kind.
    void refusals() {
        const std::string at = file();
        QVERIFY(call({"squeeze", at}).status == ExitStatus::usage);
        QVERIFY(call({"squeeze", at, "--section", "S1", "--by", "soon"}).status == ExitStatus::usage);
        const Call way = call({"squeeze", at, "--section", "S1", "--with", "magic"});
        QVERIFY(way.status == ExitStatus::usage && way.err.find("soft_link") != std::string::npos);
        QVERIFY(call({"squeeze", at, "--section", "S1", "--crews", "0"}).status == ExitStatus::usage);
        QVERIFY(call({"squeeze", at, "--section", "S1", "--done", "0%"}).status == ExitStatus::usage);
        QVERIFY(call({"squeeze", at, "--section", "S1", "--overtime", "much"}).status == ExitStatus::usage);
        const Call none = call({"squeeze", at, "--section", "S9"});
        QVERIFY(none.status != ExitStatus::done && none.err.find("no section S9") != std::string::npos);
        const std::string dated = file([](Programme& p) { p.job.dataDate = *parseInstant("2027-03-01T08:00"); });
        const Call past = call({"squeeze", dated, "--section", "S1", "--by", "2027-02-01"});
        QVERIFY(past.status != ExitStatus::done && past.err.find("before the data date") != std::string::npos);
        const std::string bare = file([](Programme& p) {
            Section section = p.sections[0];
            section.milestone = {};
            p.sections.replace(0, section);
        });
        QVERIFY(call({"squeeze", bare, "--section", "S1"}).err.find("no milestone") != std::string::npos);
    }
};

QTEST_GUILESS_MAIN(CliSqueezeTest)
#include "cli_squeeze_test.moc"
