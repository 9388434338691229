// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Whatever the window takes must open again: every operation that there is, with what people type and what nobody
// should, on random programmes; saved natively and as JSON they come back equal.
#include "edit/activity_edits.h"
#include "store/file.h"
#include "store/json.h"
#include "store/read_back.h"
#include "support/anybody.h"
#include "support/random_programme.h"

#include <QTemporaryDir>
#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

class OpensAgainTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    void opens(const Programme& p, std::uint32_t seed, int step) {
        const QByteArray at =
            QByteArray("seed ") + QByteArray::number(seed) + ", step " + QByteArray::number(step) + ": ";
        const auto native = m_folder.filePath(QStringLiteral("p.yarrin")).toStdString();
        const auto json = m_folder.filePath(QStringLiteral("p.yarrin.json")).toStdString();
        QVERIFY(writeProgramme(p, native, FileFormat::native).ok());
        const auto back = readProgramme(native);
        QVERIFY2(back.ok(), at + (back.ok() ? "" : back.error().sentence().c_str()));
        QVERIFY2(*back == p, at + "the native file gives back another programme");
        QVERIFY(writeProgramme(p, json, FileFormat::json).ok());
        const auto text = readProgramme(json);
        QVERIFY2(text.ok(), at + (text.ok() ? "" : text.error().sentence().c_str()));
        QVERIFY2(programmeToJson(*text) == programmeToJson(p), at + "the JSON gives back another programme");
    }

private slots:
    void whateverIsTakenOpensAgain() {
        std::size_t taken = 0, refused = 0, kept = 0;
        ReadBack readBack;
        // More of them, and others, where scripts/torture asks for it.
        const bool torture = qEnvironmentVariableIntValue("YARRIN_TORTURE") > 0;
        const std::uint32_t first = torture ? std::random_device{}() % 1000000 : 0;
        const std::uint32_t many = torture ? 60u * std::uint32_t(qEnvironmentVariableIntValue("YARRIN_TORTURE")) : 60u;
        for (std::uint32_t seed = first + 1; seed <= first + many; ++seed) {
            std::mt19937 random(seed);
            Programme p = randomProgramme(seed, {.activities = 12});
            CalendarCache cache;
            for (int step = 0; step < 120; ++step) {
                Transaction tx(p);
                if (!anybody(tx, random, Manners::bad).ok() || tx.empty()) {
                    ++refused;
                    continue;
                }
                // As the document does it.
                if (!readBack.check(tx.edit(), p).ok()) {
                    ++kept;
                    continue;
                }
                if (!schedule(p, cache).ok()) continue;
                static_cast<void>(tx.commit("step"));
                ++taken;
                if (step % 6 == 0) opens(p, seed, step);
                if (QTest::currentTestFailed()) return;
            }
            opens(p, seed, -1);
            QVERIFY(faultsOf(p).empty());
        }
        qInfo("%zu steps taken, %zu refused where they were typed, %zu kept from the file", taken, refused, kept);
        QVERIFY(taken > 1500 && refused > 300);
    }

    /// Numbers keep all their digits: 1/3 of a metre to the eighteenth decimal is what comes back.
    void jsonKeepsDecimalsExactly() {
        Programme p = randomProgramme(2, {.activities = 3});
        for (const char* text : {"0.333333333333333333", "123456789012345678", "0.1", "1234567.123456789",
                                 "9007199254740993", "0.000000000000000001", "-0.30000000000000004"}) {
            Activity a = p.activities[0];
            a.costPerWeek = Decimal::parse(text);
            QVERIFY(a.costPerWeek);
            p.activities.replace(0, a);
            const auto back = programmeFromJson(programmeToJson(p));
            QVERIFY2(back.ok(), back.ok() ? "" : back.error().sentence().c_str());
            QCOMPARE(back->activities[0].costPerWeek->text(), a.costPerWeek->text());
        }
    }

    void jsonWithAKeyTwiceIsRefused() {
        for (
            const char* text :
            {R"({"format": "yarrin-programme", "format": "x"})",
             R"({"format": "yarrin-programme", "start": "2027-03-01T08:00", "options": {"lag_calendar": "predecessor", "lag_calendar": "successor"}})"}) {
            const auto read = programmeFromJson(text);
            QVERIFY(!read.ok());
            QVERIFY2(read.error().what.find("twice") != std::string::npos, read.error().what.c_str());
        }
    }

    /// What is far too deep or too many is refused with a reason, and at once.
    void depthAndNumberHaveBounds() {
        std::string calendars, nodes;
        for (int i = 0; i < 5000; ++i)
            calendars +=
                std::string(i ? "," : "") + "{\"id\":\"c" + std::to_string(i) +
                "\",\"name\":\"x\",\"extends\":" + (i ? "\"c" + std::to_string(i - 1) + "\"" : "\"continuous\"") + "}";
        for (int i = 0; i < 30000; ++i)
            nodes += std::string(i ? "," : "") + "{\"id\":\"n" + std::to_string(i) +
                     "\",\"name\":\"x\",\"parent\":" + (i ? "\"n" + std::to_string(i - 1) + "\"" : "null") + "}";
        const std::string head = "{\"format\":\"yarrin-programme\",\"version\":1,\"start\":\"2027-03-01T08:00\",";
        const auto deepCalendars = programmeFromJson(head + "\"calendars\":[" + calendars + "]}");
        QVERIFY(!deepCalendars.ok());
        QVERIFY2(deepCalendars.error().what.find("calendars stand below it") != std::string::npos,
                 deepCalendars.error().what.c_str());
        const auto deepTree = programmeFromJson(head + "\"breakdown\":[" + nodes + "]}");
        QVERIFY(!deepTree.ok());
        QVERIFY2(deepTree.error().what.find("levels deep") != std::string::npos, deepTree.error().what.c_str());
        std::string many = head + "\"activities\":[";
        many.reserve(70'000'000);
        for (int i = 0; i < 2'000'005; ++i) many += i ? ",{\"id\":\"a\"}" : "{\"id\":\"a\"}";
        const auto tooMany = programmeFromJson(many + "]}");
        QVERIFY(!tooMany.ok());
        QVERIFY2(tooMany.error().what.find("two million") != std::string::npos, tooMany.error().what.c_str());
    }

    /// A programme at the edge of what ids can be takes no more rows, and says so.
    void theLastIdIsTheLast() {
        Programme p = randomProgramme(3, {.activities = 4});
        std::vector<Activity> rows(p.activities.begin(), p.activities.end());
        rows.back().id = ActivityId{largestId};
        p.activities.assign(rows);
        p.links.assign({});
        p.sections.assign({});
        for (std::size_t i = 0; i < p.activities.size(); ++i) {
            Activity a = p.activities[i];
            a.kind = ActivityKind::task;
            a.from.clear();
            a.to.clear();
            p.activities.replace(i, a);
        }
        opens(p, 3, 0);
        Transaction tx(p);
        QVERIFY(addActivity(tx, ActivityKind::task, {}, {}, "One more").ok());
        ReadBack readBack;
        const Outcome kept = readBack.check(tx.edit(), p);
        QVERIFY(!kept.ok());
        QVERIFY2(kept.error().what.find("no number left") != std::string::npos, kept.error().what.c_str());
    }
};

QTEST_GUILESS_MAIN(OpensAgainTest)
#include "opens_again_test.moc"
