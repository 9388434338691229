// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/file.h"
#include "support/builder.h"
#include "support/call.h"

#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <nlohmann/json.hpp>

using namespace yarrin;
using namespace yarrin::test;

/// `yarrin-cli weeks`: the work of the weeks ahead, promises and what lacks, letter by letter whatever the language.
class CliWeeksTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    std::string at(const char* name) { return m_folder.filePath(QString::fromLatin1(name)).toStdString(); }
    std::string file() {
        Builder job;
        job.task("A", 8).task("B", 3).link("A", "B");
        Lack lack;
        lack.id = LackId{1};
        lack.activity = job.id("B");
        lack.kind = "drawings";
        lack.what = "rev C";
        lack.wanted = dateFrom(2027, 3, 9);
        job.programme.lacks.append(lack);
        Week week;
        week.id = WeekId{1};
        week.begins = dateFrom(2027, 2, 22);
        for (const Kept kept : {Kept::kept, Kept::notKept, Kept::kept}) {
            Promise promise;
            promise.key = "P" + std::to_string(week.promises.size());
            promise.kept = kept;
            if (kept == Kept::notKept) promise.reason = "weather";
            week.promises.push_back(promise);
        }
        job.programme.weeks.append(week);
        const std::string path = at("job.yarrin.json");
        if (!writeProgramme(job.programme, path, FileFormat::json).ok()) qFatal("not written");
        return path;
    }

private slots:
    void told() {
        const Call words = call({"weeks", file(), "--weeks", "3"});
        QCOMPARE(words.out, std::string("week 1 from 2027-03-01, 3 weeks\n"
                                        "A A\t-\t-\t2027-03-01\t2027-03-10\t5 3 0\n"
                                        "B B\t-\t-\t2027-03-11\t2027-03-15\t0 2 1\n"));
        const auto read = nlohmann::json::parse(call({"weeks", file(), "--json"}).out);
        QCOMPARE(read["weeks"].size(), std::size_t(6));
        QVERIFY(read["weeks"][1]["week"] == 2 && read["weeks"][1]["begins"] == "2027-03-08");
        QVERIFY(read["activities"][1]["lacking"][0]["kind"] == "drawings");
        QVERIFY(read["activities"][1]["lacking"][0]["wanted"] == "2027-03-09");
        QVERIFY(read["promises"]["promised"] == 3 && read["promises"]["kept"] == 2);
        QVERIFY(read["promises"]["reasons"]["weather"] == 1);
        QVERIFY(
            call({"weeks", file(), "--week", "2", "--weeks", "1"}).out.find("A A\t-\t-\t2027-03-01\t2027-03-10\t3\n") !=
            std::string::npos);
    }

    void forPhones() {
        const Call made = call({"weeks", file(), "--ics", at("weeks.ics")});
        QVERIFY2(made.status == ExitStatus::done, made.err.c_str());
        QFile read(m_folder.filePath(QStringLiteral("weeks.ics")));
        QVERIFY(read.open(QIODevice::ReadOnly));
        QString text = QString::fromUtf8(read.readAll());
        text.replace(QStringLiteral("\r\n "), QString()); // long lines are folded
        QCOMPARE(text.count(QStringLiteral("BEGIN:VEVENT")), 2);
        QVERIFY(text.contains(QStringLiteral("SUMMARY:B B")) &&
                text.contains(QStringLiteral("DTSTART;VALUE=DATE:20270311")));
        QVERIFY(text.contains(QStringLiteral("DTEND;VALUE=DATE:20270316"))); // the day after the last
        QVERIFY(text.contains(QStringLiteral("lacks drawings: rev C")));
        QVERIFY(call({"weeks", file(), "--ics", at("none.ics"), "--of", "Nobody"}).status != ExitStatus::done);
        QVERIFY(!QFile::exists(m_folder.filePath(QStringLiteral("none.ics"))));
    }

    void refusals() {
        const std::string job = file();
        for (const std::vector<std::string>& words :
             std::vector<std::vector<std::string>>{{"weeks"},
                                                   {"weeks", job, "--week", "0"},
                                                   {"weeks", job, "--weeks", "99"},
                                                   {"weeks", job, "--of", "x"},
                                                   {"weeks", job, "--then"}})
            QCOMPARE(call(words).status, ExitStatus::usage);
        QVERIFY(call({"weeks", at("none.yarrin")}).status != ExitStatus::done);
    }
};

QTEST_GUILESS_MAIN(CliWeeksTest)
#include "cli_weeks_test.moc"
