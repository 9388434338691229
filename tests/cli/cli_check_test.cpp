// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// check and paths on the command line.
#include "store/file.h"
#include "support/builder.h"
#include "support/call.h"

#include <nlohmann/json.hpp>

#include <QTemporaryDir>
#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

class CliCheckTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    std::string written(const Programme& p, const char* name) {
        const std::string file = m_folder.filePath(QString::fromLatin1(name)).toStdString();
        if (!writeProgramme(p, file, formatForName(file)).ok()) qFatal("cannot write");
        return file;
    }
    /// A leads to B and M, which B leads to: one redundant link; C stands alone.
    static Builder job() {
        Builder b;
        b.task("A", 5).task("B", 5).task("C", 2).milestone("M").link("A", "B").link("B", "M").link("A", "M");
        b.section("S1", "M", "2027-06-30", 100);
        return b;
    }

private slots:
    void measuresAndFindings() {
        Builder b = job();
        b.programme.setAside.append({SetAsideId{1}, "open-end", b.id("C"), {}, {}, "handed over as it is"});
        b.programme.soundnessLimits.append({SoundnessLimitId{1}, "lags", Decimal(7)});
        for (const char* name : {"p.yarrin", "p.yarrin.json"}) {
            const std::string file = written(b.programme, name);
            const Call c = call({"check", file, "--json"});
            QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
            const auto json = nlohmann::ordered_json::parse(c.out);
            QCOMPARE(json["measures"].size(), std::size_t(14));
            QVERIFY(json["measures"][0]["measure"] == "missing-logic" && json["measures"][0]["verdict"] == "fails");
            QVERIFY(json["measures"][2]["limit"] == 7);
            const auto of = [&](const char* concern) {
                for (const auto& finding : json["findings"])
                    if (finding["concern"] == concern) return finding;
                return nlohmann::ordered_json();
            };
            QVERIFY(of("redundant-link")["activity"] == "M" && of("redundant-link")["other"] == "A");
            QVERIFY(of("redundant-link")["mendable"] == true && of("redundant-link")["set_aside"].is_null());
            QVERIFY(of("open-end")["set_aside"] == "handed over as it is");
            QVERIFY(call({"check", file}).out.find("Set aside: handed over as it is") != std::string::npos);
            // What is set aside does not fail; what is not does; a measure fails by its limit.
            QVERIFY(call({"check", file, "--fail-on", "open-end"}).status == ExitStatus::done);
            QVERIFY(call({"check", file, "--fail-on", "open-end,redundant-link"}).status == ExitStatus::programme);
            QVERIFY(call({"check", file, "--fail-on", "missing-logic"}).status == ExitStatus::programme);
            QVERIFY(call({"check", file, "--fail-on", "leads,lags"}).status == ExitStatus::done);
        }
        QVERIFY(call({"check"}).status == ExitStatus::usage);
        QVERIFY(call({"check", "x", "--fail-on", "luck"}).status == ExitStatus::usage);
        QVERIFY(call({"check", m_folder.filePath(QStringLiteral("none")).toStdString()}).status == ExitStatus::file);
    }

    void limitsAndReasonsAreRules() {
        Builder b = job();
        b.programme.soundnessLimits.append({SoundnessLimitId{1}, "luck", Decimal(7)});
        QVERIFY(!readProgramme(written(b.programme, "a.yarrin.json")).ok());
        Builder c = job();
        c.programme.setAside.append({SetAsideId{1}, "lead", c.id("A"), {}, {}, ""});
        QVERIFY(!readProgramme(written(c.programme, "b.yarrin.json")).ok());
    }

    void pathsToASection() {
        Builder b = job();
        b.link("C", "M");
        const std::string file = written(b.programme, "q.yarrin");
        const Call c = call({"paths", file, "--section", "S1", "--json"});
        QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
        const auto json = nlohmann::ordered_json::parse(c.out);
        QVERIFY(json["to"] == "M" && json["paths"].size() == 2);
        QVERIFY(json["paths"][0]["slack"] == 0 && json["paths"][0]["length"] == 10 * 480);
        QVERIFY(json["paths"][0]["activities"] == nlohmann::ordered_json({"A", "B", "M"}));
        QVERIFY(json["paths"][1]["slack"] == 8 * 480 && json["paths"][1]["joins"] == "M");
        QVERIFY(json["near"][2]["activities"].empty() && json["near"][3]["activities"][0] == "C");
        QVERIFY(call({"paths", file}).out.find("drives: A → B → M") != std::string::npos);
        const auto by =
            nlohmann::ordered_json::parse(call({"paths", file, "--section", "S1", "--by", "2027-03-11", "--json"}).out);
        QVERIFY(by["needed"].size() == 1 && by["needed"][0]["shorter"] == 480);
        QVERIFY(call({"paths", file, "--section", "S1", "--by", "2027-03-11"}).out.find("1d shorter: A B M") !=
                std::string::npos);
        QVERIFY(call({"paths", file, "--by", "2027-03-11"}).status == ExitStatus::usage);
        QVERIFY(call({"paths", file, "--section", "S1", "--by", "soon"}).status == ExitStatus::usage);
        QVERIFY(call({"paths", file, "--to", "Q"}).status == ExitStatus::programme);
        QVERIFY(call({"paths", file, "--section", "S9"}).status == ExitStatus::programme);
        QVERIFY(call({"paths", file, "--count", "0"}).status == ExitStatus::usage);
        QVERIFY(call({"why", file, "M"}).out.find("otherwise it would start 2027-03-05T17:00") != std::string::npos);
        QVERIFY(call({"why", file, "B"}).out.find("a day later: section S1 +3 d, finish +3 d") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(CliCheckTest)
#include "cli_check_test.moc"
