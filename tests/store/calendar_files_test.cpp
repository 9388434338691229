// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Holidays as iCalendar (RFC 5545) and CSV (RFC 4180).
#include "store/calendar_files.h"
#include "store/file.h"
#include "support/builder.h"

#include <QTemporaryDir>
#include <QTest>

#include <fstream>

using namespace yarrin;
using namespace yarrin::test;

class CalendarFilesTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    std::filesystem::path written(const char* name, const std::string& text) {
        const std::filesystem::path path = m_folder.filePath(QString::fromLatin1(name)).toStdString();
        std::ofstream(path, std::ios::binary) << text;
        return path;
    }
    static std::string ical(const std::string& events) {
        return "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Somebody//EN\r\n" + events + "END:VCALENDAR\r\n";
    }
    static std::string event(const std::string& lines) {
        return "BEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\n" + lines + "END:VEVENT\r\n";
    }
    const Date m_start = dateFrom(2027, 3, 1);

    static std::string text(const Result<ReadExceptions>& read) {
        if (!read.ok()) return "refused: " + read.error().sentence();
        std::string all;
        for (const CalendarException& e : read->exceptions)
            all += (all.empty() ? "" : "; ") + isoDate(e.from) + (e.to != e.from ? " to " + isoDate(e.to) : "") +
                   (e.yearly ? " yearly" : "") + (e.name.empty() ? "" : " " + e.name);
        return all;
    }

private slots:
    void wholeDaysRangesAndYears() {
        QCOMPARE(
            text(readExceptions(
                written("a.ics", ical(event("DTSTART;VALUE=DATE:20270503\r\nSUMMARY:May\r\n") +
                                      event("DTSTART;VALUE=DATE:20271224\r\nDTEND;VALUE=DATE:20280103\r\n") +
                                      event("DTSTART;VALUE=DATE:20271225\r\nRRULE:FREQ=YEARLY\r\nSUMMARY:Xmas\r\n"))),
                m_start)),
            std::string("2027-05-03 May; 2027-12-24 to 2028-01-02; 2027-12-25 yearly Xmas"));
    }

    // Expanded by libical: the first Monday in May of three years, one of them left out, one added.
    void recurrencesAreWrittenOut() {
        QCOMPARE(text(readExceptions(
                     written("b.ics",
                             ical(event(
                                 "DTSTART;VALUE=DATE:20270503\r\nRRULE:FREQ=YEARLY;BYMONTH=5;BYDAY=1MO;COUNT=3\r\n"))),
                     m_start)),
                 std::string("2027-05-03; 2028-05-01; 2029-05-07"));
        QCOMPARE(text(readExceptions(
                     written("c.ics", ical(event("DTSTART;VALUE=DATE:20270503\r\nRRULE:FREQ=WEEKLY;COUNT=3\r\n"
                                                 "EXDATE;VALUE=DATE:20270510\r\n"))),
                     m_start)),
                 std::string("2027-05-03; 2027-05-17"));
        // Without an end: ten years and no more.
        const auto endless = readExceptions(
            written("d.ics", ical(event("DTSTART;VALUE=DATE:20270503\r\nRRULE:FREQ=YEARLY;BYMONTH=5;BYDAY=1MO\r\n"))),
            m_start);
        QCOMPARE(endless->exceptions.size(), std::size_t(10));
    }

    void eventsWithTimesAreLeftOutAndCounted() {
        const auto read =
            readExceptions(written("e.ics", ical(event("DTSTART:20270503T100000Z\r\nSUMMARY:Meeting\r\n") +
                                                 event("DTSTART;VALUE=DATE:20270504\r\n"))),
                           m_start);
        QVERIFY(read.ok());
        QCOMPARE(read->leftOut, 1);
        QCOMPARE(read->exceptions.size(), std::size_t(1));
    }

    void whatCannotBeReadIsRefusedWithTheReason_data() {
        QTest::addColumn<QString>("name");
        QTest::addColumn<QString>("content");
        QTest::newRow("empty") << "x.ics"
                               << "";
        QTest::newRow("not a calendar") << "x.ics"
                                        << "hello";
        QTest::newRow("an event alone") << "x.ics"
                                        << "BEGIN:VEVENT\r\nDTSTART;VALUE=DATE:20270503\r\nEND:VEVENT\r\n";
        QTest::newRow("no such day") << "x.ics"
                                     << QString::fromStdString(ical(event("DTSTART;VALUE=DATE:20270231\r\n")));
        QTest::newRow("no date") << "x.ics" << QString::fromStdString(ical(event("SUMMARY:x\r\n")));
        QTest::newRow("ends before it starts")
            << "x.ics"
            << QString::fromStdString(ical(event("DTSTART;VALUE=DATE:20270503\r\nDTEND;VALUE=DATE:20270501\r\n")));
        QTest::newRow("no events") << "x.ics" << QString::fromStdString(ical(""));
        QTest::newRow("bad times") << "x.ics"
                                   << QString::fromStdString(
                                          ical(event("DTSTART;VALUE=DATE:20270503\r\nX-YARRIN-WORK:12:00-08:00\r\n")));
        QTest::newRow("no headings") << "x.csv"
                                     << "2027-05-03,x\n";
        QTest::newRow("no rows") << "x.csv"
                                 << "from,name\n";
        QTest::newRow("31 February") << "x.csv"
                                     << "from,name\n31 February 2027,x\n";
        QTest::newRow("end before start") << "x.csv"
                                          << "from,to\n2027-05-03,2027-05-01\n";
        QTest::newRow("overlap") << "x.csv"
                                 << "from,work\n2027-05-03,\"8-12, 11-13\"\n";
        QTest::newRow("open quotation") << "x.csv"
                                        << "from,name\n2027-05-03,\"x\n";
        QTest::newRow("bad rule") << "x.csv"
                                  << "rule\nnever\n";
    }
    void whatCannotBeReadIsRefusedWithTheReason() {
        QFETCH(QString, name);
        QFETCH(QString, content);
        const auto read = readExceptions(written(qPrintable(name), content.toStdString()), m_start);
        QVERIFY(!read.ok());
        QVERIFY(!read.error().what.empty());
        if (name.endsWith(QStringLiteral("csv")) && content.contains(QStringLiteral("2027-05-03,2027")))
            QVERIFY2(read.error().what.find("row 2") != std::string::npos, read.error().what.c_str());
    }

    void csvOfOtherProgramsIsRead() {
        // Semicolons, a byte order mark, other columns, dates as people write them, quoted names with line breaks
        // inside.
        QCOMPARE(text(readExceptions(written("f.csv", "\xEF\xBB\xBFName;Colour;From;To;Yearly\r\n"
                                                      "\"Works\noutside\";red;3 May 2027;5 May 2027;\r\n"
                                                      "Xmas;;2027-12-25;;yes\r\n"),
                                     m_start)),
                 std::string("2027-05-03 to 2027-05-05 Works\noutside; 2027-12-25 yearly Xmas"));
    }

    void whatIsWrittenReadsBackTheSame() {
        Calendar calendar;
        calendar.key = "c";
        CalendarException range;
        range.from = dateFrom(2027, 12, 24);
        range.to = dateFrom(2028, 1, 2);
        range.name = "Winter, with a comma; and \"more\"";
        CalendarException season;
        season.from = dateFrom(2027, 11, 1);
        season.to = dateFrom(2028, 2, 29);
        season.yearly = true;
        CalendarException times;
        times.from = times.to = dateFrom(2027, 5, 8);
        times.work = {{480, 720}, {780, 900}};
        CalendarException tide;
        tide.from = dateFrom(2027, 6, 1);
        tide.to = dateFrom(2027, 6, 30);
        tide.tide = *parseTideWindow("below 1.25");
        calendar.exceptions = {range, season, times, tide};
        for (const PublicHoliday& holiday : publicHolidays(HolidayRegion::ireland)) {
            CalendarException e;
            e.name = holiday.name;
            e.rule = holiday.rule;
            calendar.exceptions.push_back(e);
        }
        for (const char* name : {"g.ics", "g.csv"}) {
            const std::filesystem::path path = m_folder.filePath(QString::fromLatin1(name)).toStdString();
            QVERIFY(writeExceptions(calendar, path, m_start).ok());
            const auto read = readExceptions(path, m_start);
            QVERIFY2(read.ok(), text(read).c_str());
            for (std::size_t i = 0; i < calendar.exceptions.size(); ++i)
                QVERIFY2(read->exceptions[i] == calendar.exceptions[i], qPrintable(QString::number(i)));
            QCOMPARE(read->exceptions.size(), calendar.exceptions.size());
        }
        QVERIFY(
            !writeExceptions(calendar, m_folder.filePath(QStringLiteral("no/where.ics")).toStdString(), m_start).ok());
    }

    // Both formats keep what a calendar can hold, and a file of the first version opens.
    void programmesKeepRulesTidesAndWeather() {
        Builder b;
        Calendar c = *b.programme.calendars.row(Builder::five);
        CalendarException rule;
        rule.rule = *parseRule("last Friday in August, moved off weekends");
        CalendarException tide;
        tide.from = dateFrom(2027, 6, 1);
        tide.to = dateFrom(2027, 6, 30);
        tide.tide = *parseTideWindow("above -0.5");
        c.exceptions.insert(c.exceptions.end(), {rule, tide});
        c.weather = {5, 5, 4, 2, 1, 1, 1, 1, 2, 3, 4, 5};
        b.programme.calendars.replace(b.programme.calendars.indexOf(c.id), c);
        for (const char* name : {"h.yarrin", "h.json"}) {
            const std::filesystem::path path = m_folder.filePath(QString::fromLatin1(name)).toStdString();
            QVERIFY(writeProgramme(b.programme, path, formatForName(path)).ok());
            const auto read = readProgramme(path);
            QVERIFY2(read.ok(), read.ok() ? "" : read.error().sentence().c_str());
            QVERIFY(*read == b.programme);
        }
    }
};

QTEST_APPLESS_MAIN(CalendarFilesTest)
#include "calendar_files_test.moc"
