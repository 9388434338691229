// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Rules for holidays, weather, tides and seasons, against what is published or counted by hand.
#include "core/time/day_plan.h"
#include "core/time/work_calendar.h"

#include <QTest>

#include <cmath>
#include <numbers>
#include <set>

using namespace yarrin;

namespace {

CalendarException byRule(const std::string& text) {
    CalendarException e;
    const auto rule = parseRule(text);
    if (!rule.ok()) qFatal("%s", rule.error().sentence().c_str());
    e.rule = *rule;
    return e;
}

CalendarException range(Date from, Date to, bool yearly = false, DayWork work = {}) {
    CalendarException e;
    e.from = from;
    e.to = to;
    e.yearly = yearly;
    e.work = std::move(work);
    return e;
}

ResolvedCalendar week(int days, DayWork work) {
    ResolvedCalendar c;
    for (int day = 0; day < days; ++day) c.week[std::size_t(day)] = work;
    return c;
}

/// Weekdays off in a year by the public holidays of a region, as "1 Jan" in order.
QString weekdaysOff(HolidayRegion region, int year) {
    ResolvedCalendar c = week(5, {{480, 960}});
    for (const PublicHoliday& holiday : publicHolidays(region)) {
        CalendarException e;
        e.rule = holiday.rule;
        c.exceptions.push_back(e);
    }
    const Date first = dateFrom(year, 1, 1);
    const int count = dateFrom(year + 1, 1, 1) - first;
    const DayPlan plan = planDays(c, first.days, count);
    QStringList off;
    for (int i = 0; i < count; ++i)
        if (weekday(first + i) < 5 && plan.workOf(std::size_t(i)).empty()) {
            const auto day = yearMonthDay(first + i);
            off << QStringLiteral("%1.%2").arg(day.day).arg(day.month);
        }
    return off.join(QLatin1Char(' '));
}

} // namespace

class SiteTimeTest : public QObject {
    Q_OBJECT
private slots:
    // Dates of Easter 2024 to 2030: Meeus, Astronomical Algorithms, ch. 8 (from memory).
    void easterFallsWhereItIsPublished() {
        const char* dates[] = {"2024-03-31", "2025-04-20", "2026-04-05", "2027-03-28",
                               "2028-04-16", "2029-04-01", "2030-04-21"};
        for (int i = 0; i < 7; ++i) QCOMPARE(isoDate(easterSunday(2024 + i)), std::string(dates[i]));
        QCOMPARE(isoDate(easterSunday(1818)), std::string("1818-03-22")); // the earliest and the latest that there are
        QCOMPARE(isoDate(easterSunday(1943)), std::string("1943-04-25"));
    }

    // The lists that the governments publish, from memory; single holidays (a jubilee, a moved Spring holiday) left
    // out.
    void publicHolidaysAreThoseOfThePublishedLists() {
        using R = HolidayRegion;
        QCOMPARE(weekdaysOff(R::englandAndWales, 2024), QStringLiteral("1.1 29.3 1.4 6.5 27.5 26.8 25.12 26.12"));
        QCOMPARE(weekdaysOff(R::englandAndWales, 2025), QStringLiteral("1.1 18.4 21.4 5.5 26.5 25.8 25.12 26.12"));
        QCOMPARE(weekdaysOff(R::englandAndWales, 2026), QStringLiteral("1.1 3.4 6.4 4.5 25.5 31.8 25.12 28.12"));
        QCOMPARE(weekdaysOff(R::englandAndWales, 2027), QStringLiteral("1.1 26.3 29.3 3.5 31.5 30.8 27.12 28.12"));
        QCOMPARE(weekdaysOff(R::scotland, 2025), QStringLiteral("1.1 2.1 18.4 5.5 26.5 4.8 1.12 25.12 26.12"));
        QCOMPARE(weekdaysOff(R::scotland, 2026), QStringLiteral("1.1 2.1 3.4 4.5 25.5 3.8 30.11 25.12 28.12"));
        QCOMPARE(weekdaysOff(R::ireland, 2024), QStringLiteral("1.1 5.2 18.3 1.4 6.5 3.6 5.8 28.10 25.12 26.12")
                                                    .remove(QStringLiteral("18.3 "))); // 17 March was a Sunday
        QCOMPARE(weekdaysOff(R::ireland, 2025), QStringLiteral("1.1 3.2 17.3 21.4 5.5 2.6 4.8 27.10 25.12 26.12"));
        // 1 February 2030 is a Friday, and St Brigid's Day with it.
        QVERIFY(weekdaysOff(R::ireland, 2030).startsWith(QStringLiteral("1.1 1.2 22.4")));
    }

    void christmasAndBoxingDayMakeWayForEachOther() {
        // 2021: Saturday and Sunday, off on Monday and Tuesday; 2022: Sunday and Monday, off on Monday and Tuesday.
        QVERIFY(weekdaysOff(HolidayRegion::englandAndWales, 2021).endsWith(QStringLiteral("27.12 28.12")));
        QVERIFY(weekdaysOff(HolidayRegion::englandAndWales, 2022).endsWith(QStringLiteral("26.12 27.12")));
        QVERIFY(weekdaysOff(HolidayRegion::scotland, 2022).startsWith(QStringLiteral("3.1 4.1")));
    }

    void rulesReadBackAsWritten() {
        for (const char* text : {"25 December", "29 February", "first Monday in May", "last Friday in August",
                                 "fifth Tuesday in March", "Easter", "Easter +1", "Easter -47",
                                 "first Monday in February or 1st if Friday", "26 December, moved off weekends"})
            QCOMPARE(ruleText(*parseRule(text)), std::string(text));
        QCOMPARE(ruleText(*parseRule(" LAST  mon of aug ")), std::string("last Monday in August"));
        for (const char* text : {"", "31 February", "0 May", "first Monday", "sixth Monday in May", "Easter 3x",
                                 "Eastern", "first Xyzday in May", "12", "Christmas", "25 December, moved"})
            QVERIFY2(!parseRule(text).ok(), text);
        QVERIFY(parseRule("31 February").error().what.find("no 31 February") != std::string::npos);
    }

    void aRuleOnTwentyNinthFebruaryCoversNothingInACommonYear() {
        ResolvedCalendar c = week(7, {{0, 1440}});
        c.exceptions.push_back(byRule("29 February"));
        const WorkCalendar calendar(c, dateFrom(2027, 1, 1), dateFrom(2030, 1, 1));
        QVERIFY(calendar.worksOn(dateFrom(2027, 2, 28)) && calendar.worksOn(dateFrom(2027, 3, 1)));
        QVERIFY(!calendar.worksOn(dateFrom(2028, 2, 29)));
    }

    // A fifth Sunday in a month is rare, and a holiday at its place in the list gives way to a later exception.
    void aLaterExceptionWinsOverARule() {
        ResolvedCalendar c = week(6, {{420, 1020}});
        c.exceptions = {byRule("Easter -2"), range(dateFrom(2027, 3, 26), dateFrom(2027, 3, 26), false, {{480, 720}})};
        const WorkCalendar calendar(c, dateFrom(2027, 1, 1), dateFrom(2029, 1, 1));
        const auto minutes = [&](Date d) { return calendar.worked(startOf(d + 1)) - calendar.worked(startOf(d)); };
        QCOMPARE(minutes(dateFrom(2027, 3, 26)), Minutes(240));
        QCOMPARE(minutes(dateFrom(2028, 4, 14)), Minutes(0));
    }

    // Six days a week, closed from 1 November to the end of February, counted by hand for 2027: March to October have
    // 245 days, of which 35 are Sundays (the first on 7 March, the last on 31 October), so 210 days of ten hours.
    void aYearOfASeasonalSixDayCalendar() {
        ResolvedCalendar c = week(6, {{420, 720}, {780, 1080}});
        c.exceptions = {range(dateFrom(2026, 11, 1), dateFrom(2027, 2, 28), true)};
        const WorkCalendar calendar(c, dateFrom(2027, 1, 1), dateFrom(2028, 1, 1));
        const Minutes year =
            calendar.worked(startOf(dateFrom(2028, 1, 1))) - calendar.worked(startOf(dateFrom(2027, 1, 1)));
        QCOMPARE(year, Minutes(210 * 600));
        // To the end of February: in the leap year 2028 the 29th is closed too where the season says so.
        c.exceptions = {range(dateFrom(2027, 11, 1), dateFrom(2028, 2, 29), true)};
        const WorkCalendar leap(c, dateFrom(2027, 1, 1), dateFrom(2029, 1, 1));
        QVERIFY(!leap.worksOn(dateFrom(2028, 2, 29)) && leap.worksOn(dateFrom(2028, 3, 1)));
        QVERIFY(!leap.worksOn(dateFrom(2027, 2, 27)) && leap.worksOn(dateFrom(2027, 3, 1)));
    }

    // February 2027 has twenty weekdays from Monday 1 to Friday 26. Of 4 lost, the k-th is weekday (2k+1)·20/8 = 2, 7,
    // 12 and 17 counted from 0: Wed 3, Wed 10, Wed 17, Wed 24.
    void weatherIsSpreadEvenlyOverTheDaysThatWork() {
        ResolvedCalendar c = week(5, {{480, 960}});
        c.weather = {0, 4, 0, 0, 0, 0, 0, 0, 0, 0, 0, 31};
        const WorkCalendar calendar(c, dateFrom(2027, 1, 1), dateFrom(2028, 1, 1));
        std::set<int> off;
        for (int day = 1; day <= 28; ++day)
            if (weekday(dateFrom(2027, 2, unsigned(day))) < 5 && !calendar.worksOn(dateFrom(2027, 2, unsigned(day))))
                off.insert(day);
        QCOMPARE(off, (std::set<int>{3, 10, 17, 24}));
        for (int day = 1; day <= 31; ++day) QVERIFY(!calendar.worksOn(dateFrom(2027, 12, unsigned(day))));
        QVERIFY(calendar.worksOn(dateFrom(2028, 1, 3)));
        // Far outside its table a calendar goes on the same.
        QVERIFY(!calendar.worksOn(dateFrom(2427, 2, 3)) && calendar.worksOn(dateFrom(2427, 2, 4)));
        // Whatever part of the month is asked for.
        const DayPlan plan = planDays(c, dateFrom(2027, 2, 10).days, 2);
        QVERIFY(plan.causeOfDay[0].kind == DayCause::Kind::weather && plan.causeOfDay[1].kind == DayCause::Kind::week);
    }

    void weatherFallsOnNoHoliday() {
        ResolvedCalendar c = week(5, {{480, 960}});
        c.exceptions = {range(dateFrom(2027, 2, 1), dateFrom(2027, 2, 12))};
        c.weather = {0, 5, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0};
        const DayPlan plan = planDays(c, dateFrom(2027, 2, 1).days, 28);
        int lost = 0;
        for (std::size_t day = 0; day < 28; ++day) {
            if (plan.causeOfDay[day].kind != DayCause::Kind::weather) continue;
            ++lost;
            QVERIFY(day >= 14 && weekday(dateFrom(2027, 2, 1) + int(day)) < 5);
        }
        QCOMPARE(lost, 5);
    }

    // Against the harmonic sum, evaluated minute by minute with a cosine each.
    void tideSpellsAreThoseOfTheHarmonicSum() {
        const struct {
            const char* name;
            double amplitude, speed, phase;
        } constituents[] = {{"M2", 1.42, 28.9841042, 123},
                            {"S2", 0.48, 30, 161},
                            {"N2", 0.28, 28.4397295, 98},
                            {"K1", 0.11, 15.0410686, 172},
                            {"O1", 0.09, 13.9430356, 21}};
        const auto levelAt = [&](Instant t) {
            const double hours = double(t - startOf(dateFrom(2000, 1, 1))) / 60;
            double level = 0;
            for (const auto& c : constituents)
                level += c.amplitude * std::cos((c.speed * hours - c.phase) * std::numbers::pi / 180);
            return level;
        };
        int spells = 0;
        for (const auto& [text, height, below] :
             {std::tuple("below -0.6", -0.6, true), std::tuple("above 1.1", 1.1, false)}) {
            const TideWindow window = *parseTideWindow(text);
            for (Date day = dateFrom(2027, 6, 1); day < dateFrom(2027, 8, 1); day = day + 1) {
                std::vector<bool> open(600, false);
                for (const TideSpell& spell : openSpells(window, day, 420, 1020)) {
                    QVERIFY(spell.from >= 420 && spell.to <= 1020 && spell.from < spell.to);
                    for (int m = spell.from; m < spell.to; ++m) open[std::size_t(m - 420)] = true;
                    ++spells;
                }
                for (int m = 0; m < 600; ++m) {
                    const double level = levelAt(startOf(day) + 420 + m);
                    if (std::abs(level - height) > 1e-6) QCOMPARE(open[std::size_t(m)], (level < height) == below);
                }
            }
        }
        QVERIFY(spells > 60);
        QVERIFY(std::abs(tideLevel(startOf(dateFrom(2027, 6, 1))) - levelAt(startOf(dateFrom(2027, 6, 1)))) < 1e-9);
    }

    // The two tides of a day come 12 h 25 min apart: some fifty minutes later every day (common practice).
    void tidesWalkThroughTheDay() {
        ResolvedCalendar c = week(7, {{0, 1440}});
        CalendarException tide = range(dateFrom(2027, 6, 1), dateFrom(2027, 6, 30));
        tide.tide = *parseTideWindow("below 0");
        c.exceptions = {tide};
        const DayPlan plan = planDays(c, dateFrom(2027, 6, 1).days, 40);
        QVERIFY(plan.workOf(0).size() >= 2);
        QCOMPARE(plan.workOf(35), (DayWork{{0, 1440}})); // July is out of the range
        const WorkCalendar calendar(c, dateFrom(2027, 1, 1), dateFrom(2028, 1, 1));
        const Minutes june =
            calendar.worked(startOf(dateFrom(2027, 7, 1))) - calendar.worked(startOf(dateFrom(2027, 6, 1)));
        QVERIFY(june > 30 * 600 && june < 30 * 840); // about half of the time
    }

    void aTideLeavesHolidaysAndNightsAlone() {
        ResolvedCalendar c = week(6, {{360, 1200}});
        CalendarException tide = range(dateFrom(2027, 6, 1), dateFrom(2027, 6, 30));
        tide.tide = *parseTideWindow("below 0.2");
        c.exceptions = {range(dateFrom(2027, 6, 2), dateFrom(2027, 6, 2)), tide};
        const DayPlan plan = planDays(c, dateFrom(2027, 6, 1).days, 30);
        QVERIFY(plan.workOf(1).empty() && plan.workOf(5).empty());
        for (std::size_t day = 0; day < 30; ++day)
            for (const Spell& spell : plan.workOf(day)) QVERIFY(spell.from >= 360 && spell.to <= 1200);
    }

    void whatCannotBeIsRefused() {
        QVERIFY(!parseTideWindow("under 3").ok() && !parseTideWindow("below").ok() &&
                !parseTideWindow("below 1e9").ok());
        QVERIFY(!parseWeather("1,2,3").ok() && !parseWeather("1,2,3,4,5,6,7,8,9,10,11,x").ok());
        QVERIFY(!parseWeather("1,2,3,4,5,6,7,8,9,10,11,32").ok() &&
                !parseWeather("1,2,3,4,5,6,7,8,9,10,11,12,13").ok());
        QCOMPARE(weatherText(*parseWeather(" 5,5, 4,2,1,1,1,1,2,3,4,5")), std::string("5,5,4,2,1,1,1,1,2,3,4,5"));
        CalendarException tide = range(dateFrom(2027, 1, 1), dateFrom(2060, 1, 1));
        tide.tide = *parseTideWindow("below 0");
        QVERIFY(faultOf(tide).has_value());
    }

    // Neither of these years lies in the compiled window.
    void easterFarFromTheStartIsStillRight() {
        ResolvedCalendar c = week(5, {{480, 960}});
        c.exceptions = {byRule("Easter -2")};
        const WorkCalendar calendar(c, dateFrom(2020, 1, 1), dateFrom(2030, 1, 1));
        const WorkCalendar whole(c, dateFrom(1900, 1, 1), dateFrom(2200, 1, 1));
        for (const int year : {1961, 2118})
            QVERIFY(!calendar.worksOn(easterSunday(year) + -2) && calendar.worksOn(easterSunday(year) + -3));
        const Minutes shift =
            whole.worked(startOf(dateFrom(2020, 1, 1))) - calendar.worked(startOf(dateFrom(2020, 1, 1)));
        for (int year = 1905; year < 2195; year += 5)
            for (const int day : {0, 90, 200}) {
                const Instant t = startOf(dateFrom(year, 1, 1) + day) + 600;
                QCOMPARE(calendar.worked(t) + shift, whole.worked(t));
                QCOMPARE(calendar.startOfMinute(calendar.worked(t)), whole.startOfMinute(whole.worked(t)));
                QCOMPARE(calendar.endOfMinute(calendar.worked(t)), whole.endOfMinute(whole.worked(t)));
            }
        // Behind all tables it still counts on without a break.
        for (const int year : {1500, 2500, 2600}) {
            const Instant t = startOf(dateFrom(year, 6, 1)) + 600;
            const Instant start = calendar.startOfMinute(calendar.worked(t));
            QCOMPARE(calendar.worked(start), calendar.worked(t));
        }
    }

    // A calendar that works on a handful of days thousands of years apart, and one with more spells than two a day.
    void longAndManifoldTablesCountRight() {
        ResolvedCalendar c = week(7, {{60, 120}, {180, 240}, {300, 420}, {1380, 1560}});
        c.exceptions = {range(dateFrom(1, 1, 5), dateFrom(1, 1, 5)), range(dateFrom(9998, 1, 5), dateFrom(9998, 1, 5))};
        const WorkCalendar calendar(c, dateFrom(2020, 1, 1), dateFrom(2030, 1, 1));
        for (Instant t = startOf(dateFrom(2027, 3, 1)); t < startOf(dateFrom(2027, 3, 4)); t = t + 1) {
            const int m = int((t - startOf(dateFrom(2027, 3, 1))) % 1440);
            const bool works =
                (m >= 60 && m < 120) || (m >= 180 && m < 240) || (m >= 300 && m < 420) || m >= 1380 || m < 120;
            QCOMPARE(calendar.upStart(t) == t, works);
            const auto place = calendar.placeOf(t);
            QCOMPARE(place.start, calendar.upStart(t));
            QCOMPARE(place.end, calendar.endOfMinute(calendar.worked(t)));
            if (works) QCOMPARE(calendar.upStart(t), t);
        }
    }
};

QTEST_APPLESS_MAIN(SiteTimeTest)
#include "site_time_test.moc"
