// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/day_plan.h"
#include "core/time/work_calendar.h"
#include "edit/calendar_edits.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

DayWork workOn(const Programme& p, CalendarId id, Date date) {
    return planDays(*resolve(p.calendars.rows(), id), date.days, 1).workOf(0);
}

} // namespace

class CalendarEditsTest : public QObject {
    Q_OBJECT
    static constexpr CalendarId five = Builder::five;
private slots:
    void typedTimesAreRead_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("read");
        QTest::newRow("plain") << "08:00-12:00"
                               << "08:00-12:00";
        QTest::newRow("hours") << "8-12, 13-17"
                               << "08:00-12:00, 13:00-17:00";
        QTest::newRow("past midnight") << "20:00-06:00"
                                       << "20:00-30:00";
        QTest::newRow("dash") << "7:30 – 9"
                              << "07:30-09:00";
        QTest::newRow("to midnight") << "16-24"
                                     << "16:00-24:00";
        QTest::newRow("nothing") << "none"
                                 << "";
        QTest::newRow("semicolons") << "8-9; 10-11"
                                    << "08:00-09:00, 10:00-11:00";
        for (const char* wrong : {"8-12, 11-14", "12-12", "8", "25-26", "a-b", "8-12,,13-17"})
            QTest::newRow(wrong) << wrong << "!";
    }
    void typedTimesAreRead() {
        QFETCH(QString, typed);
        QFETCH(QString, read);
        const auto work = parseTypedDayWork(typed.toStdString());
        QCOMPARE(work.ok() ? QString::fromStdString(dayWorkText(*work)) : QStringLiteral("!"), read);
    }

    void typedExceptionsAreRead() {
        const auto season = parseException(TypedException::season, "1 Nov to end of Feb", "Asphalt");
        QVERIFY(season.ok() && season->yearly);
        QCOMPARE(isoDate(season->from) + " " + isoDate(season->to), std::string("2027-11-01 2028-02-29"));
        const auto ban = parseException(TypedException::season, "1 April – 31 May", "");
        QCOMPARE(isoDate(ban->from) + " " + isoDate(ban->to), std::string("2027-04-01 2027-05-31"));
        const auto one = parseException(TypedException::shutdown, "7 May 2027", "");
        QVERIFY(one.ok() && one->from == one->to);
        QVERIFY(!parseException(TypedException::shutdown, "9 May 2027 to 7 May 2027", "").ok());
        QVERIFY(!parseException(TypedException::shutdown, "31 February 2027", "").ok());
        QVERIFY(!parseException(TypedException::season, "30 Feb to 1 May", "").ok());
        QVERIFY(!parseException(TypedException::tide, "below 1.2", "").ok());
        QVERIFY(parseException(TypedException::tide, "above 1.2 m, 1 Jun 2027 to 2 Jun 2027", "").ok());
        QVERIFY(!parseException(TypedException::rule, " ", "").ok());
    }

    // What is chosen works as asked, what is not works as before; whatever exceptions were there.
    void chosenDatesAndNoOthersChange() {
        for (std::uint32_t seed = 1; seed <= 300; ++seed) {
            std::mt19937 random(seed);
            const auto below = [&](int limit) { return int(random() % std::uint32_t(limit)); };
            Programme p = Builder().programme;
            const Date first = dateFrom(2027, 1, 1);
            for (int step = 0; step < 6; ++step) {
                std::set<Date> dates;
                for (int run = 0; run <= below(3); ++run)
                    for (int from = below(300), i = 0; i <= below(12); ++i) dates.insert(first + from + i);
                std::vector<DayWork> before;
                for (int day = 0; day < 330; ++day) before.push_back(workOn(p, five, first + day));
                const bool back = below(3) == 0;
                const DayWork work = below(2) ? DayWork{} : DayWork{{480, 600 + below(100)}};
                const std::string fault = run(p, [&](Transaction& tx) {
                    return back ? clearDates(tx, five, dates) : setDates(tx, five, dates, work, "x", false);
                });
                QVERIFY2(fault.empty(), fault.c_str());
                const auto week = resolve(p.calendars.rows(), five)->week;
                for (int day = 0; day < 330; ++day) {
                    const Date date = first + day;
                    const DayWork expected = !dates.contains(date) ? before[std::size_t(day)]
                                             : back                ? week[std::size_t(weekday(date))]
                                                                   : work;
                    QVERIFY2(workOn(p, five, date) == expected, qPrintable(QString::number(seed)));
                }
            }
        }
    }

    void backToStandardOverridesRulesAndTheBase() {
        Programme p = Builder().programme;
        QCOMPARE(run(p, [](Transaction& tx) { return addPublicHolidays(tx, five, HolidayRegion::scotland); }),
                 std::string());
        CalendarId derived;
        QCOMPARE(run(p,
                     [&](Transaction& tx) -> Outcome {
                         const auto made = extendCalendar(tx, five);
                         if (made.ok()) derived = *made;
                         return made.ok() ? done() : Outcome(made.errors());
                     }),
                 std::string());
        const Date friday = dateFrom(2027, 3, 26);
        QVERIFY(workOn(p, derived, friday).empty());
        QCOMPARE(run(p, [&](Transaction& tx) { return clearDates(tx, derived, {friday}); }), std::string());
        QVERIFY(!workOn(p, derived, friday).empty());
        QVERIFY(workOn(p, five, friday).empty());
        QVERIFY(workOn(p, derived, dateFrom(2028, 4, 14)).empty()); // the next year's stays
    }

    void aReplacementThatExtendsTheDeletedKeepsItsHours() {
        Programme p = Builder().programme;
        CalendarId derived;
        static_cast<void>(run(p, [&](Transaction& tx) -> Outcome {
            derived = *extendCalendar(tx, five);
            return done();
        }));
        const auto before = resolve(p.calendars.rows(), derived);
        QCOMPARE(run(p, [&](Transaction& tx) { return removeCalendar(tx, five, derived); }), std::string());
        const auto after = resolve(p.calendars.rows(), derived);
        QVERIFY(after.ok() && after->week == before->week && after->dayMinutes == before->dayMinutes);
        QCOMPARE(p.job.defaultCalendar, derived);
    }

    void namesAreUniqueAndSomeThingsAreRefused() {
        Programme p = Builder().programme;
        QVERIFY(!run(p, [](Transaction& tx) { return renameCalendar(tx, five, " "); }).empty());
        const std::string other = p.calendars.row(Builder::six)->name;
        QVERIFY(!run(p, [&](Transaction& tx) { return renameCalendar(tx, five, other); }).empty());
        QVERIFY(!run(p, [](Transaction& tx) { return removeCalendar(tx, five, {}); }).empty());
        QVERIFY(!run(p, [](Transaction& tx) { return removeCalendar(tx, five, five); }).empty());
        QVERIFY(!run(p, [](Transaction& tx) { return setHoursADay(tx, five, "25"); }).empty());
        QVERIFY(!run(p, [](Transaction& tx) { return setHoursADay(tx, five, "ten"); }).empty());
        QVERIFY(!run(p, [](Transaction& tx) { return setBase(tx, five, five); }).empty());
        std::array<int, 12> wet{};
        wet[1] = 40;
        QVERIFY(!run(p, [&](Transaction& tx) { return setWeather(tx, five, wet); }).empty());
        const int all[] = {0, 1, 2, 3, 4, 5, 6};
        QVERIFY(!run(p, [&](Transaction& tx) { return setWeekdays(tx, five, all, DayWork{}); }).empty());
        QVERIFY(p == Builder().programme);
    }

    void startingPointsHaveTheShiftsOfTheirNames() {
        for (const StartingPoint& point : startingPoints()) {
            for (const DayWork& day : point.week) QVERIFY2(!faultOf(day), point.name);
            QVERIFY2(shiftOf(point.week) > 0, point.name);
        }
        QCOMPARE(shiftOf(startingPoints()[0].week), Minutes(480));
        QCOMPARE(shiftOf(startingPoints()[3].week), Minutes(600)); // four tens: ten hours are one day (common practice)
        QCOMPARE(shiftOf(startingPoints()[4].week), Minutes(960));
    }
};

QTEST_APPLESS_MAIN(CalendarEditsTest)
#include "calendar_edits_test.moc"
