// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Weather by records: thresholds counted by hand, tables with gaps, doubled days and odd units, how rare a month is by
// rank, days beyond the allowance as an event, and the simulated station.
#include "core/weather/lost_days.h"
#include "core/weather/station.h"
#include "edit/weather_edits.h"
#include "support/builder.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

Sheet table(const std::vector<std::vector<std::string>>& rows) {
    Sheet sheet;
    for (const auto& row : rows) {
        auto& cells = sheet.rows.emplace_back();
        for (const std::string& text : row) cells.push_back({text, {}});
    }
    return sheet;
}

/// A five-day week that allows two days in March.
struct Site : Builder {
    Site() {
        Calendar calendar;
        calendar.id = CalendarId{7};
        calendar.key = "site";
        calendar.name = "Site";
        for (std::size_t day = 0; day < 5; ++day) calendar.week[day] = DayWork{{480, 960}};
        std::array<int, 12> weather{};
        weather[2] = 2;
        calendar.weather = weather;
        programme.calendars.append(calendar);
        programme.job.defaultCalendar = calendar.id;
    }
    Threshold& limit(const std::string& measure, const std::string& unit, std::optional<int> above,
                     std::optional<int> below, bool half = false) {
        Threshold one;
        one.id = programme.thresholds.freshId();
        one.calendar = CalendarId{7};
        one.measure = measure;
        one.unit = unit;
        if (above) one.above = Decimal(*above);
        if (below) one.below = Decimal(*below);
        if (half) one.lose = Decimal(5, 1);
        programme.thresholds.append(one);
        m_last = one;
        return m_last;
    }
    /// A month of one measure: this figure every day but on some.
    void month(const std::string& measure, const std::string& unit, const char* which, const std::string& usual,
               const std::vector<std::pair<int, std::string>>& on) {
        WeatherMonth row;
        row.month = *parseMonth(which);
        row.measure = measure;
        row.unit = unit;
        for (Date day = row.month.first; day < next(row.month).first; day = day + 1) {
            std::string figure = usual;
            for (const auto& [number, value] : on)
                if (number == day - row.month.first + 1) figure = value;
            row.days += (row.days.empty() ? "" : " ") + figure;
        }
        row.id = programme.weather.freshId();
        programme.weather.append(row);
    }
    [[nodiscard]] std::vector<LostMonth> months() const {
        return lostMonths(programme, WeatherRecord(programme), CalendarId{7});
    }

private:
    Threshold m_last;
};

} // namespace

class WeatherTest : public QObject {
    Q_OBJECT
private slots:
    /// March 2027 begins on a Monday. The 2nd blows (all), the 3rd freezes (half), on the 4th both: the greater. The
    /// 6th is a Saturday. 14 itself is not above it. 2.5 days are 3.
    void byHand() {
        Site site;
        site.limit("wind", "m/s", 14, {});
        site.limit("temperature", "°C", {}, 2, true);
        site.month("wind", "m/s", "2027-03", "14", {{2, "14.1"}, {4, "20"}, {6, "30"}});
        site.month("temperature", "°C", "2027-03", "2", {{3, "1.9"}, {4, "-3"}, {7, "-9"}});
        const auto months = site.months();
        QCOMPARE(months.size(), std::size_t(1));
        QCOMPARE(months[0].halves, 5);
        QCOMPARE(months[0].days, 3);
        QCOMPARE(months[0].allowed, 2);
        QCOMPARE(months[0].worked, 23);
        QVERIFY(months[0].gaps.empty());
        QCOMPARE(months[0].lost.size(), std::size_t(3));
        QCOMPARE(thresholdText(months[0].lost[0].threshold), std::string("no work above 14 m/s of wind"));
        QCOMPARE(thresholdText(months[0].lost[1].threshold),
                 std::string("half a day's work below 2 °C of temperature"));
        QCOMPARE(months[0].lost[2].halves, 2);
        // In the month of the data date only days from it on.
        const auto calendar = resolve(site.programme.calendars.rows(), CalendarId{7});
        const LostMonth rest = lostIn(WeatherRecord(site.programme), thresholdsOf(site.programme, CalendarId{7}),
                                      *calendar, dateFrom(2027, 3, 4));
        QCOMPARE(rest.halves, 2);
        // What extends it loses the same, unless it has a threshold of its own.
        Calendar other;
        other.id = CalendarId{8};
        other.key = "other";
        other.extends = CalendarId{7};
        site.programme.calendars.append(other);
        QCOMPARE(thresholdsOf(site.programme, CalendarId{8}).size(), std::size_t(2));
    }

    /// A working day without a figure is a gap and loses nothing; a Sunday without one is none.
    void gaps() {
        Site site;
        site.limit("wind", "m/s", 14, {});
        site.month("wind", "m/s", "2027-03", "20", {{1, "-"}, {7, "-"}});
        const auto months = site.months();
        QCOMPARE(months[0].gaps, std::vector<Date>{dateFrom(2027, 3, 1)});
        QCOMPARE(months[0].days, 22);
        QVERIFY(!rarityOf(months, dateFrom(2027, 3, 1)));
    }

    /// Three, one and five days in earlier Marches, four now: one of three at least as bad: once in (3 + 1) / (1 + 1)
    /// years. With one day more none is: at least once in four, and one with gaps does not count.
    void rarity() {
        Site site;
        site.limit("wind", "m/s", 14, {});
        const auto windy = [&](const char* month, int first, int days) {
            std::vector<std::pair<int, std::string>> on;
            for (int i = 0; i < days; ++i) on.emplace_back(first + i, "15");
            site.month("wind", "m/s", month, "3", on);
        };
        windy("2022-03", 1, 3); // a Tuesday
        windy("2023-03", 1, 1);
        windy("2024-03", 4, 5);
        windy("2025-03", 3, 5);
        windy("2025-04", 1, 4); // another month
        windy("2026-03", 2, 4);
        auto rows = site.programme.weather.take();
        auto figures = *figuresOf(rows[3]);
        figures[9].reset();
        rows[3].days = daysText(figures);
        site.programme.weather.assign(rows);
        auto found = rarityOf(site.months(), dateFrom(2026, 3, 1));
        QVERIFY(found.has_value());
        QCOMPARE(found->years, 3);
        QCOMPARE(found->asBad, 1);
        QCOMPARE(found->text(), std::string("once in 2 years"));
        figures = *figuresOf(rows[5]);
        for (int day = 9; day < 11; ++day) figures[std::size_t(day - 1)] = Decimal(15);
        rows[5].days = daysText(figures);
        site.programme.weather.assign(rows);
        found = rarityOf(site.months(), dateFrom(2026, 3, 1));
        QCOMPARE(found->text(), std::string("at least once in 4 years"));
        std::mt19937 random(3);
        for (int i = 0; i < 5; ++i) {
            std::shuffle(rows.begin(), rows.end(), random);
            site.programme.weather.assign(rows);
            QCOMPARE(rarityOf(site.months(), dateFrom(2026, 3, 1)), found);
        }
    }

    /// Columns by their headings, days in any usual writing; gaps are told and stay.
    void tables() {
        const auto read = readWeather(table({{"Wave buoy, made up"},
                                             {"Date", "Swell (m)", "Rain [mm]"},
                                             {"2027-03-01", "0.4", "2"},
                                             {"3 Mar 2027", "1.75", ""},
                                             {"31/3/2027", "-", "0"}}),
                                      "buoy.csv");
        QVERIFY2(read.ok(), read.ok() ? "" : read.error().sentence().c_str());
        QCOMPARE(read->months.size(), std::size_t(2));
        QCOMPARE(read->months[0].measure, std::string("rain"));
        QCOMPARE(read->months[1].unit, std::string("m"));
        const auto swell = *figuresOf(read->months[1]);
        QVERIFY(swell[0] == Decimal(4, 1) && !swell[1] && swell[2] == Decimal(175, 2) && !swell[30]);
        QCOMPARE(read->notes.back(), std::string("between 2027-03-01 and 2027-03-31 28 days are not there"));
        QCOMPARE(read->notes.front(), std::string("rain in 2027-03 has no figure for 29 days"));
        // As spreadsheets count days: 46082 is 1 March 2026.
        Sheet numbers = table({{"day", "wind, m/s"}, {"46082", "7"}});
        numbers.rows[1][0].number = 46082;
        QCOMPARE(readWeather(numbers, {})->months[0].month.first, dateFrom(2026, 3, 1));
    }

    /// Headings of other people: what they are is said by name, a column is left out, two of one measure are not.
    void namedColumns() {
        const Sheet sheet = table({{"Station 7", ""},
                                   {"TS", "WS10", "RR", "battery"},
                                   {"2027-03-01", "15", "2", "12.6"},
                                   {"2027-03-02", "4", "", "12.5"}});
        const auto columns = weatherColumns(sheet, {{"battery", ""}});
        QCOMPARE(columns.size(), std::size_t(4));
        QCOMPARE(columns[1].heading, std::string("WS10"));
        QCOMPARE(columns[1].example, std::string("15"));
        QVERIFY(!columns[0].known && !columns[1].known && columns[3].known);
        QVERIFY(!readWeather(sheet, "x").ok());
        WeatherColumns named{{"TS", "date"}, {"WS10", "wind (m/s)"}, {"RR", "rain (mm)"}};
        const auto unit = readWeather(sheet, "x", named);
        QVERIFY(!unit.ok());
        QVERIFY(unit.error().what.find("battery") != std::string::npos);
        named["battery"] = "";
        const auto read = readWeather(sheet, "x", named);
        QVERIFY(read.ok());
        QCOMPARE(read->months.size(), std::size_t(2));
        QCOMPARE(read->months[0].measure, std::string("rain"));
        QCOMPARE((*figuresOf(read->months[1]))[0], std::optional(Decimal(15)));
        QCOMPARE((*figuresOf(read->months[0]))[1], std::optional<Decimal>());
        named["RR"] = "wind (m/s)";
        QVERIFY(!readWeather(sheet, "x", named).ok());
    }
    void badTables_data() {
        QTest::addColumn<QString>("heading");
        QTest::addColumn<QString>("day");
        QTest::addColumn<QString>("figure");
        QTest::addColumn<QString>("told");
        QTest::newRow("no unit") << "wind"
                                 << "2027-03-02"
                                 << "3"
                                 << "row 1: \"wind\" says no unit; head the column like wind (m/s), or say what it is";
        QTest::newRow("no day") << "wind (m/s)"
                                << "2027-02-30"
                                << "3"
                                << "row 3: \"2027-02-30\" is no day; write it like 2027-03-01";
        QTest::newRow("twice") << "wind (m/s)"
                               << "2027-03-01"
                               << "3"
                               << "row 3: 2027-03-01 stands in row 2 already; keep one of them";
        QTest::newRow("no figure") << "wind (m/s)"
                                   << "2027-03-02"
                                   << "gale"
                                   << "row 3, wind: \"gale\" is no figure; leave it empty where nothing was measured";
    }
    void badTables() {
        QFETCH(QString, heading);
        QFETCH(QString, day);
        QFETCH(QString, figure);
        QFETCH(QString, told);
        const auto read = readWeather(
            table({{"date", heading.toStdString()}, {"2027-03-01", "1"}, {day.toStdString(), figure.toStdString()}}),
            {});
        QVERIFY(!read.ok());
        QCOMPARE(QString::fromStdString(read.error().sentence()), told);
    }

    /// A second table fills what the first left open; another unit is refused, and then nothing is changed.
    void broughtTogether() {
        Site site;
        const auto bring = [&](const Sheet& sheet) {
            Transaction tx(site.programme);
            const Outcome outcome = addWeather(tx, readWeather(sheet, "t")->months);
            if (outcome.ok()) (void)tx.commit("weather");
            return outcome;
        };
        QVERIFY(bring(table({{"date", "wind (m/s)"}, {"2027-03-01", "5"}, {"2027-03-02", "6"}})).ok());
        QVERIFY(bring(table({{"date", "wind (m/s)"}, {"2027-03-02", "7"}, {"2027-03-03", "8"}})).ok());
        QCOMPARE(site.programme.weather.size(), std::size_t(1));
        const auto figures = *figuresOf(site.programme.weather[0]);
        QVERIFY(figures[0] == Decimal(5) && figures[1] == Decimal(7) && figures[2] == Decimal(8));
        const Programme before = site.programme;
        const Outcome odd = bring(table({{"date", "wind (kn)"}, {"2027-03-04", "7"}}));
        QVERIFY(!odd.ok());
        QCOMPARE(odd.error().sentence(), std::string("wind is kept in m/s, this is in kn; bring it in m/s"));
        QVERIFY(site.programme == before);
        // Thresholds of what was never measured are told, not made up; a unit that is not kept is refused.
        Threshold limit = site.limit("swell", "m", 1, {});
        QVERIFY(!faultOf(limit, site.programme));
        QVERIFY(site.months().empty());
        limit.measure = "wind";
        limit.unit = "kn";
        QCOMPARE(faultOf(limit, site.programme)->what, std::string("wind is measured in m/s, not in kn"));
        limit.unit = "m/s";
        limit.below = Decimal(1);
        QVERIFY(faultOf(limit, site.programme).has_value());
    }

    void typed() {
        Site site;
        const auto set = [&](const char* value) {
            Transaction tx(site.programme);
            const Outcome outcome = setWeatherDay(tx, "rain", "mm", dateFrom(2027, 3, 5), value);
            if (outcome.ok()) (void)tx.commit("typed");
            return outcome.ok();
        };
        QVERIFY(set("4.5"));
        QCOMPARE((*figuresOf(site.programme.weather[0]))[4], std::optional(Decimal(45, 1)));
        QVERIFY(!set("much"));
        QVERIFY(set(""));
        QVERIFY(site.programme.weather.empty());
    }

    /// Four days against two that are allowed: an event of two days beyond, with what it rests on. A month within its
    /// allowance, or one with gaps, makes none.
    void asAnEvent() {
        Site site;
        site.limit("wind", "m/s", 14, {});
        site.month("wind", "m/s", "2027-03", "3", {{2, "15"}, {3, "16"}, {4, "17"}, {9, "15.5"}});
        site.month("wind", "m/s", "2027-04", "3", {});
        site.month("wind", "m/s", "2027-05", "15", {{3, "-"}});
        const auto make = [&](const char* month) {
            Transaction tx(site.programme);
            const auto made = eventOfWeather(tx, CalendarId{7}, *parseMonth(month), Risk::neutral);
            if (made.ok()) (void)tx.commit("event");
            return made.ok() ? std::string() : made.error().sentence();
        };
        QCOMPARE(make("2027-03"), std::string());
        const DelayEvent& event = site.programme.events[0];
        QCOMPARE(event.risk, Risk::neutral);
        QCOMPARE(event.from, std::optional(dateFrom(2027, 3, 2)));
        QCOMPARE(event.to, std::optional(dateFrom(2027, 3, 9)));
        QCOMPARE(
            event.description,
            std::string("4 days lost in 2027-03 on Site, 2 of them allowed for, 2 beyond. Threshold: no work above 14 "
                        "m/s of wind. Days: 2027-03-02 15 m/s; 2027-03-03 16 m/s; 2027-03-04 17 m/s; 2027-03-09 "
                        "15.5 m/s."));
        QCOMPARE(make("2027-04"), std::string("no day of 2027-04 is lost beyond the allowance of 0"));
        QVERIFY(make("2027-05").starts_with("1 working days of 2027-05 are not recorded, the first on 2027-05-03"));
        QVERIFY(make("2027-06").starts_with("nothing of 2027-06"));
    }

    /// The same days whichever are asked for; winters blow more than summers; a windy day follows a windy one.
    void station() {
        const auto all = stationMonths(5, *parseMonth("2010-01"), *parseMonth("2019-12"));
        QCOMPARE(all.size(), std::size_t(10 * 12 * 5));
        const auto one = stationMonths(5, *parseMonth("2014-06"), *parseMonth("2014-06"));
        for (const WeatherMonth& month : all)
            for (const WeatherMonth& again : one)
                if (month.month == again.month && month.measure == again.measure) QVERIFY(month == again);
        double winter = 0, summer = 0, product = 0, square = 0, mean = 0;
        std::vector<double> wind;
        for (const WeatherMonth& month : all) {
            QVERIFY(month.madeUp && figuresOf(month).ok());
            if (month.measure != "wind") continue;
            const auto figures = *figuresOf(month);
            const unsigned number = yearMonthDay(month.month.first).month;
            for (const auto& figure : figures) {
                wind.push_back(figure->toDouble());
                if (number == 1) winter += figure->toDouble() / 310;
                if (number == 7) summer += figure->toDouble() / 310;
            }
        }
        QVERIFY2(winter > summer + 2, qPrintable(QStringLiteral("%1 %2").arg(winter).arg(summer)));
        for (const double value : wind) mean += value / double(wind.size());
        for (std::size_t i = 1; i < wind.size(); ++i) {
            product += (wind[i] - mean) * (wind[i - 1] - mean);
            square += (wind[i] - mean) * (wind[i] - mean);
        }
        QVERIFY2(product / square > 0.5, qPrintable(QString::number(product / square)));
        QVERIFY(stationMonths(6, *parseMonth("2014-06"), *parseMonth("2014-06"))[0].days != one[0].days);
    }
};

QTEST_GUILESS_MAIN(WeatherTest)
#include "weather_test.moc"
