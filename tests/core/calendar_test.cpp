// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/work_calendar.h"

#include <QTest>

#include <chrono>
#include <random>

using namespace yarrin;

namespace {

ResolvedCalendar fiveDays() {
    ResolvedCalendar c;
    c.key = "five";
    for (std::size_t day = 0; day < 5; ++day) c.week[day] = {{480, 720}, {780, 1020}};
    return c;
}

WorkCalendar compiled(ResolvedCalendar c, int first = 2020, int last = 2035) {
    return WorkCalendar(std::move(c), dateFrom(first, 1, 1), dateFrom(last, 1, 1));
}

Instant at(const char* text) {
    return parseInstant(text).value();
}
QString iso(Instant t) {
    return QString::fromStdString(isoInstant(t));
}

/// Minute by minute and straight from the words: whether the minute that starts at t works.
bool worksPlainly(const ResolvedCalendar& c, Instant t) {
    const auto spellsOf = [&](Date day) {
        DayWork work = c.week[std::size_t(weekday(day))];
        for (const CalendarException& e : c.exceptions) {
            const auto key = [](Date d) { return std::pair(yearMonthDay(d).month, yearMonthDay(d).day); };
            bool covers = e.from <= day && day <= e.to;
            if (e.yearly)
                covers = key(e.to) < key(e.from) ? key(day) >= key(e.from) || key(day) <= key(e.to)
                                                 : key(day) >= key(e.from) && key(day) <= key(e.to);
            if (covers) work = e.work;
        }
        return work;
    };
    const Date day = dateOf(t);
    const Minutes minute = t - startOf(day);
    for (const Spell& s : spellsOf(day))
        if (minute >= s.from && minute < s.to) return true;
    for (const Spell& s : spellsOf(day + -1))
        if (minute + 1440 >= s.from && minute + 1440 < s.to) return true;
    return false;
}

} // namespace

class CalendarTest : public QObject {
    Q_OBJECT
private slots:
    // Against std::chrono, an implementation of the proleptic Gregorian calendar that is not ours.
    void datesAndWeekdaysAgreeWithChrono() {
        using namespace std::chrono;
        for (sys_days day = sys_days(year(1899) / 12 / 28); day < sys_days(year(2201) / 1 / 4); day += days(1)) {
            const Date ours{int(day.time_since_epoch().count())};
            const year_month_day ymd(day);
            QCOMPARE(yearMonthDay(ours).day, unsigned(ymd.day()));
            QCOMPARE(dateFrom(int(ymd.year()), unsigned(ymd.month()), unsigned(ymd.day())), ours);
            QCOMPARE(unsigned(yarrin::weekday(ours)) + 1, std::chrono::weekday(day).iso_encoding());
        }
    }

    void datesThatDoNotExistAreNotRead() {
        for (const char* text : {"2027-02-29", "2027-02-31", "2027-13-01", "2027-00-10", "27-01-01", "2027-1-1",
                                 "0000-01-01", "2027-06-31"})
            QVERIFY2(!parseDate(text), text);
        QVERIFY(parseDate("2028-02-29"));
        QCOMPARE(parseInstant("2027-03-01T24:00"), parseInstant("2027-03-02T00:00"));
        QVERIFY(!parseInstant("2027-03-01T24:01"));
    }

    void worksForTheHoursOfTheWeek() {
        const WorkCalendar c = compiled(fiveDays());
        QCOMPARE(c.worked(at("2027-03-08T00:00")) - c.worked(at("2027-03-01T00:00")), 5 * 480);
        QCOMPARE(iso(c.endOfMinute(c.worked(at("2027-03-05T17:00")))), QStringLiteral("2027-03-05T17:00"));
        QCOMPARE(iso(c.upStart(at("2027-03-05T17:00"))), QStringLiteral("2027-03-08T08:00"));
        QCOMPARE(iso(c.up(at("2027-03-05T17:00"))), QStringLiteral("2027-03-05T17:00"));
        QCOMPARE(iso(c.up(at("2027-03-06T10:00"))), QStringLiteral("2027-03-08T08:00"));
        QCOMPARE(iso(c.down(at("2027-03-06T10:00"))), QStringLiteral("2027-03-05T17:00"));
        QCOMPARE(iso(c.downStart(at("2027-03-06T10:00"))), QStringLiteral("2027-03-05T16:59"));
        QCOMPARE(iso(c.downStart(at("2027-03-05T12:00"))), QStringLiteral("2027-03-05T11:59"));
    }

    // Common practice: five days from a Wednesday morning end on Tuesday evening, five calendar days on Sunday.
    void workingAndElapsedDaysDiffer() {
        const WorkCalendar c = compiled(fiveDays());
        QCOMPARE(iso(c.shift(at("2027-03-03T08:00"), 5 * 480)), QStringLiteral("2027-03-09T17:00"));
        const WorkCalendar e = compiled(continuous());
        QCOMPARE(iso(e.shift(at("2027-03-03T00:00"), 5 * 1440)), QStringLiteral("2027-03-08T00:00"));
        QCOMPARE(isoDate(completionDate(e.shift(at("2027-03-03T00:00"), 5 * 1440))), std::string("2027-03-07"));
    }

    void shiftAndUnshiftAreEachOthersLimit() {
        // shift(t, L) <= x exactly when t <= unshift(x, L): docs/engine.md section 2.
        const WorkCalendar c = compiled(fiveDays());
        std::mt19937 random(7);
        for (int i = 0; i < 20000; ++i) {
            const Instant t = at("2027-03-01T00:00") + Minutes(random() % 60000);
            const Instant x = at("2027-03-01T00:00") + Minutes(random() % 60000);
            const Minutes lag = Minutes(random() % 9000) - 4500;
            QCOMPARE(c.shift(t, lag) <= x, t <= c.unshift(x, lag));
        }
    }

    void everyFunctionAgreesWithCountingMinutes_data() {
        QTest::addColumn<int>("kind");
        for (int kind = 0; kind < 4; ++kind) QTest::addRow("calendar %d", kind) << kind;
    }
    void everyFunctionAgreesWithCountingMinutes() {
        QFETCH(int, kind);
        ResolvedCalendar c = fiveDays();
        if (kind == 1)
            for (auto& day : c.week) day = {{1200, 1800}};
        if (kind >= 2) {
            c.exceptions.push_back({dateFrom(2027, 3, 10), dateFrom(2027, 3, 12), false, {}, "off"});
            c.exceptions.push_back(
                {dateFrom(2027, 3, 12), dateFrom(2027, 3, 14), false, {{600, 700}, {1380, 1500}}, "works"});
            c.exceptions.push_back(
                {dateFrom(2026, 3, 25), dateFrom(2026, 3, 2), true, {{60, 120}}, "over the new year"});
        }
        if (kind == 3) c.week[2] = {{0, 2880}};
        // A window that ends in the middle, so that days from the table and days beyond it are both met.
        const WorkCalendar w(c, dateFrom(2027, 3, 5), dateFrom(2027, 3, 19));
        Minutes count = w.worked(at("2027-02-20T00:00"));
        Instant lastWorked = farPast;
        for (Instant t = at("2027-02-20T00:00"); t < at("2027-04-10T00:00"); t = t + 1) {
            QCOMPARE(w.worked(t), count);
            const bool works = worksPlainly(c, t);
            if (works) {
                QCOMPARE(w.startOfMinute(count), t);
                QCOMPARE(w.endOfMinute(count + 1), t + 1);
                lastWorked = t + 1;
            } else if (lastWorked > farPast) {
                QCOMPARE(w.endOfMinute(count), lastWorked);
            }
            count += works ? 1 : 0;
        }
    }

    // Counted by hand: 2027 has 365 days from a Friday to a Friday, so 52 Sundays; November to February take 30 + 31 +
    // 31 + 28 = 120 days, of which 4 + 4 + 5 + 4 = 17 are Sundays. Works: 365 - 52 - (120 - 17) = 210 days.
    void seasonalSixDayYearIsCountedByHand() {
        ResolvedCalendar c;
        for (std::size_t day = 0; day < 6; ++day) c.week[day] = {{420, 1020}};
        c.exceptions.push_back({dateFrom(2020, 11, 1), dateFrom(2021, 2, 28), true, {}, "closed"});
        const WorkCalendar w = compiled(c);
        QCOMPARE(w.worked(at("2028-01-01T00:00")) - w.worked(at("2027-01-01T00:00")), 210 * 600);
    }

    /// Random weeks and exceptions, nights among them: where work starts and ends around each of many instants is found
    /// by walking from minute to minute; and looked up side by side it is the same as one by one, or says that it
    /// cannot tell.
    void randomCalendarsAgreeWithWalking() {
        std::mt19937 random(77);
        const auto below = [&](int limit) { return int(random() % std::uint32_t(limit)); };
        int together = 0;
        for (int round = 0; round < 150; ++round) {
            ResolvedCalendar c;
            c.key = "random";
            const auto work = [&] {
                DayWork list;
                int from = 5 * below(200);
                for (int i = below(4); i > 0 && from < 1435; --i) {
                    const int to = std::min(from + 5 + 5 * below(120), 2880);
                    list.push_back({from, to});
                    from = to + 5 * (1 + below(60));
                }
                return faultOf(list) ? DayWork{} : list;
            };
            for (auto& day : c.week) day = work();
            c.week[std::size_t(below(7))] = {{480, 1020}}; // some work there always is
            for (int i = below(5); i > 0; --i) {
                const Date from = dateFrom(2027, 1, 1) + below(300);
                c.exceptions.push_back({from, from + below(9), below(2) == 0, work(), "e"});
            }
            const WorkCalendar calendar = compiled(c, 2026, 2029);
            std::vector<WorkCalendar::Lane> asked;
            for (int i = 0; i < 64; ++i) {
                const Instant t = startOf(dateFrom(2027, 3, 1)) + below(200 * 1440);
                asked.push_back(WorkCalendar::Lane(t.minutes));
                const bool before = worksPlainly(c, t + -1), after = worksPlainly(c, t);
                Instant start = t, end = t;
                while (!worksPlainly(c, start)) start = start + 1;
                while (!worksPlainly(c, end + -1)) end = end + -1;
                QCOMPARE(iso(calendar.upStart(t)), iso(start));
                QCOMPARE(iso(calendar.up(t)), iso(before || after ? t : start));
                QCOMPARE(iso(calendar.down(t)), iso(before || after ? t : end));
                QCOMPARE(iso(calendar.downStart(t)), iso(after ? t : end + -1));
                const auto place = calendar.placeOf(t);
                QCOMPARE(iso(place.end), iso(end));
                QCOMPARE(iso(place.start), iso(start));
            }
            std::vector<WorkCalendar::Lane> worked(64), end(64), start(64), from(64), minute(64);
            if (!calendar.placesOf(64, asked.data(), worked.data(), end.data(), start.data())) continue;
            ++together;
            for (std::size_t i = 0; i < 64; ++i) {
                const auto place = calendar.placeOf(Instant{asked[i]});
                QCOMPARE(Minutes(worked[i]), place.worked);
                QCOMPARE(Minutes(end[i]), place.end.minutes);
                QCOMPARE(Minutes(start[i]), place.start.minutes);
            }
            QVERIFY(calendar.worked(64, asked.data(), minute.data()));
            QVERIFY(minute == worked);
            QVERIFY(calendar.startsOfMinutes(64, worked.data(), from.data()));
            QVERIFY(from == start);
        }
        QVERIFY2(together > 5, qPrintable(QString::number(together)));
    }

    void aLoneLeapDayCoversNothingInACommonYear() {
        ResolvedCalendar c = continuous();
        c.exceptions.push_back({dateFrom(2028, 2, 29), dateFrom(2028, 2, 29), true, {}, "leap"});
        const WorkCalendar w = compiled(c);
        QCOMPARE(w.worked(at("2028-01-01T00:00")) - w.worked(at("2027-01-01T00:00")), 365 * 1440);
        QCOMPARE(w.worked(at("2029-01-01T00:00")) - w.worked(at("2028-01-01T00:00")), 365 * 1440);
    }

    void datesFarFromTheProgrammeAreRight() {
        ResolvedCalendar c = fiveDays();
        c.exceptions.push_back({dateFrom(2027, 12, 24), dateFrom(2028, 1, 2), true, {}, "winter"});
        const WorkCalendar narrow(c, dateFrom(2027, 1, 1), dateFrom(2028, 1, 1));
        const WorkCalendar wide(c, dateFrom(1600, 1, 1), dateFrom(2500, 1, 1));
        for (const char* text : {"1700-06-01T12:00", "1899-12-31T09:00", "2199-05-05T10:11", "2400-02-29T16:00"}) {
            const Instant t = at(text);
            const Minutes apart = narrow.worked(t) - narrow.worked(at("2027-06-01T00:00"));
            QCOMPARE(apart, wide.worked(t) - wide.worked(at("2027-06-01T00:00")));
            QCOMPARE(narrow.startOfMinute(narrow.worked(t)), wide.startOfMinute(wide.worked(t)));
        }
    }

    void workThatIsNotThereIsBeyondAllDates() {
        ResolvedCalendar c;
        c.exceptions.push_back({dateFrom(2027, 3, 1), dateFrom(2027, 3, 1), false, {{480, 540}}, "one hour"});
        const WorkCalendar w = compiled(c);
        const Minutes before = w.worked(at("2027-01-01T00:00"));
        QCOMPARE(iso(w.endOfMinute(before + 60)), QStringLiteral("2027-03-01T09:00"));
        QVERIFY(isBeyond(w.endOfMinute(before + 61)));
        QVERIFY(isBeyond(w.startOfMinute(before + 60)));
        QVERIFY(isBeyond(w.startOfMinute(before - 1)));
    }

    void extendingOverridesOnlyWhatIsStated() {
        Calendar base;
        base.id = CalendarId{1};
        base.key = "base";
        base.dayMinutes = 480;
        base.week[0] = DayWork{{480, 960}};
        base.week[1] = DayWork{{480, 960}};
        base.exceptions.push_back({dateFrom(2027, 3, 1), dateFrom(2027, 3, 1), false, {}, "off"});
        Calendar child;
        child.id = CalendarId{2};
        child.key = "child";
        child.extends = base.id;
        child.week[1] = DayWork{{0, 60}};
        child.exceptions.push_back({dateFrom(2027, 3, 1), dateFrom(2027, 3, 1), false, {{0, 30}}, "on after all"});
        const auto resolved = resolve({base, child}, child.id);
        QVERIFY(resolved.ok());
        QCOMPARE(resolved->dayMinutes, 480);
        QCOMPARE(resolved->week[0], *base.week[0]);
        QCOMPARE(resolved->week[1], *child.week[1]);
        const WorkCalendar w = compiled(*resolved);
        QCOMPARE(w.worked(at("2027-03-02T00:00")) - w.worked(at("2027-03-01T00:00")), 30);
        base.extends = child.id;
        QVERIFY(!resolve({base, child}, child.id).ok());
    }

    void spellsThatCannotBeAreRefused_data() {
        QTest::addColumn<QString>("text");
        for (const char* text : {"08:00", "12:00-08:00", "08:00-12:00, 11:00-13:00", "13:00-17:00, 08:00-12:00",
                                 "08:00-08:00", "25:00-26:00", "08:00-49:00", "08:60-12:00", "8-12"})
            QTest::addRow("%s", text) << QString::fromLatin1(text);
    }
    void spellsThatCannotBeAreRefused() {
        QFETCH(QString, text);
        QVERIFY(!parseDayWork(text.toStdString()).ok());
    }
    void exceptionsThatCannotBeAreRefused() {
        QVERIFY(faultOf(CalendarException{dateFrom(2027, 3, 2), dateFrom(2027, 3, 1), false, {}, {}}));
        QVERIFY(faultOf(CalendarException{dateFrom(2027, 3, 1), dateFrom(2028, 3, 1), true, {}, {}}));
        QVERIFY(!faultOf(CalendarException{dateFrom(2027, 3, 1), dateFrom(2028, 2, 28), true, {}, {}}));
        QVERIFY(!faultOf(CalendarException{dateFrom(2027, 11, 1), dateFrom(2027, 2, 28), true, {}, {}}));
    }
};

QTEST_APPLESS_MAIN(CalendarTest)
#include "calendar_test.moc"
