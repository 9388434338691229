// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/weather_edits.h"

#include "core/base/worded.h"
#include "core/model/words.h"
#include "core/time/typed_date.h"
#include "core/weather/lost_days.h"
#include "edit/activity_edits.h"
#include "edit/event_edits.h"
#include "edit/typed.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

namespace yarrin {

namespace {

using Figures = std::vector<std::optional<Decimal>>;

std::size_t daysIn(Month month) {
    return std::size_t(next(month).first - month.first);
}

/// A day as text, or as spreadsheets count them: from the 30th of December 1899 on.
std::optional<Date> dayFrom(const SheetCell& cell) {
    constexpr double least = 1000, most = 200'000;
    if (cell.number && *cell.number > least && *cell.number < most && *cell.number == std::floor(*cell.number))
        return dateFrom(1899, 12, 30) + int(*cell.number);
    const auto typed = parseTypedDate(cell.text);
    return typed.ok() ? std::optional(*typed) : std::nullopt;
}

/// What a heading means, where somebody said so or by itself.
std::string meaningOf(const std::string& heading, const WeatherColumns& named) {
    const auto found = named.find(trimmed(heading));
    return found == named.end() ? trimmed(heading) : trimmed(found->second);
}
bool meansDays(const std::string& meaning) {
    const std::string word = lowered(meaning);
    return word == "date" || word == "day";
}

/// The row of headings, and the column of days.
struct Headings {
    std::size_t row = 0, days = 0;
    std::vector<std::pair<std::size_t, std::pair<std::string, std::string>>> measures;
};
constexpr std::size_t rowsOfHeadings = 30;
Result<Headings> headingsOf(const Sheet& sheet, const WeatherColumns& named) {
    for (std::size_t r = 0; r < std::min(sheet.rows.size(), rowsOfHeadings); ++r)
        for (std::size_t c = 0; c < sheet.rows[r].size(); ++c) {
            if (!meansDays(meaningOf(sheet.rows[r][c].text, named))) continue;
            Headings found{r, c, {}};
            for (std::size_t other = 0; other < sheet.rows[r].size(); ++other) {
                const std::string meaning = meaningOf(sheet.rows[r][other].text, named);
                if (other == c || meaning.empty()) continue;
                const auto heading = measureFrom(meaning);
                if (heading.second.empty())
                    return Error{ErrorCode::input, worded("row %1", r + 1),
                                 worded("\"%1\" says no unit", sheet.rows[r][other].text),
                                 worded("head the column like wind (m/s), or say what it is")};
                for (const auto& [column, before] : found.measures)
                    if (before.first == heading.first)
                        return Error{ErrorCode::input, worded("row %1", r + 1),
                                     worded("two columns hold %1", heading.first), worded("leave one of them out")};
                found.measures.emplace_back(other, heading);
            }
            if (found.measures.empty())
                return inputError(worded("beside the days there is no column with a measurement"));
            return found;
        }
    return inputError(worded("no column of the table is headed date or day"),
                      worded("head the days with date, and each measurement "
                             "with its unit: wind (m/s); or say what they are"));
}

/// Months by measurement, filled in day by day.
class Gatherer {
public:
    void put(const std::string& measure, const std::string& unit, Date day, const Decimal& figure) {
        const Month month = monthOf(day);
        auto& place = m_months[{measure, month.first}];
        place.first = unit;
        place.second.resize(daysIn(month));
        place.second[std::size_t(day - month.first)] = figure;
    }
    [[nodiscard]] ReadWeather take(std::string_view from) const {
        ReadWeather read;
        for (const auto& [key, value] : m_months) {
            WeatherMonth& month = read.months.emplace_back();
            month.measure = key.first;
            month.month = Month{key.second};
            month.unit = value.first;
            month.days = daysText(value.second);
            month.from = from;
            const auto gaps = std::count(value.second.begin(), value.second.end(), std::nullopt);
            if (gaps > 0)
                read.notes.push_back(wordedCount("%2 in %3 has no figure for %1 day",
                                                 "%2 in %3 has no figure for %1 days", gaps, key.first,
                                                 monthText(month.month)));
        }
        return read;
    }

private:
    std::map<std::pair<std::string, Date>, std::pair<std::string, Figures>> m_months;
};

Error otherUnit(const WeatherMonth& kept, const std::string& unit) {
    return inputError(worded("%1 is kept in %2, this is in %3", kept.measure, kept.unit, unit),
                      worded("bring it in %1", kept.unit));
}

Error thresholdGone() {
    return inputError(worded("the threshold is there no more"));
}

} // namespace

std::pair<std::string, std::string> measureFrom(std::string_view text) {
    const std::size_t at = text.find_first_of("([,");
    std::string unit = at == std::string_view::npos ? std::string() : trimmed(text.substr(at + 1));
    while (!unit.empty() && (unit.back() == ')' || unit.back() == ']')) unit.pop_back();
    return {lowered(trimmed(text.substr(0, at))), trimmed(unit)};
}

std::vector<WeatherColumn> weatherColumns(const Sheet& sheet, const WeatherColumns& named) {
    std::vector<WeatherColumn> columns;
    for (std::size_t r = 0; r < std::min(sheet.rows.size(), rowsOfHeadings); ++r) {
        const auto words = [&](const SheetCell& cell) { return !cell.number && !trimmed(cell.text).empty(); };
        if (std::count_if(sheet.rows[r].begin(), sheet.rows[r].end(), words) < 2) continue;
        for (std::size_t c = 0; c < sheet.rows[r].size(); ++c) {
            WeatherColumn one{trimmed(sheet.rows[r][c].text), {}, {}, false};
            if (one.heading.empty()) continue;
            for (std::size_t below = r + 1; below < sheet.rows.size() && one.example.empty(); ++below)
                one.example = trimmed(sheet.at(below, c).text);
            const std::string meaning = meaningOf(one.heading, named);
            one.known = meansDays(meaning) || !measureFrom(meaning).second.empty() || meaning.empty();
            if (one.known) one.meaning = meaning;
            columns.push_back(std::move(one));
        }
        break;
    }
    return columns;
}

Result<ReadWeather> readWeather(const Sheet& sheet, std::string_view from, const WeatherColumns& named) {
    const auto headings = headingsOf(sheet, named);
    if (!headings.ok()) return headings.errors();
    std::vector<Error> faults;
    Gatherer gatherer;
    std::map<Date, std::size_t> seen;
    for (std::size_t r = headings->row + 1; r < sheet.rows.size(); ++r) {
        const std::string row = worded("row %1", r + 1);
        const SheetCell& dayCell = sheet.at(r, headings->days);
        if (trimmed(dayCell.text).empty()) continue;
        const auto day = dayFrom(dayCell);
        if (!day) {
            faults.push_back(
                {ErrorCode::input, row, worded("\"%1\" is no day", dayCell.text), worded("write it like 2027-03-01")});
            continue;
        }
        if (const auto [other, isNew] = seen.emplace(*day, r + 1); !isNew) {
            faults.push_back({ErrorCode::input, row,
                              worded("%1 stands in row %2 already", isoDate(*day), other->second),
                              worded("keep one of them")});
            continue;
        }
        for (const auto& [column, heading] : headings->measures) {
            const SheetCell& cell = sheet.at(r, column);
            const std::string text = trimmed(cell.text);
            if (text.empty() || text == "-" || text == "–") continue;
            const auto figure = cell.number ? Decimal::fromDouble(*cell.number) : Decimal::parse(text);
            if (figure)
                gatherer.put(heading.first, heading.second, *day, *figure);
            else
                faults.push_back({ErrorCode::input, row + ", " + heading.first, worded("\"%1\" is no figure", text),
                                  worded("leave it empty where nothing was measured")});
        }
    }
    if (!faults.empty()) return faults;
    ReadWeather read = gatherer.take(from);
    if (read.months.empty()) return inputError(worded("the table holds no figure"));
    // Days that are not there at all lie between the first and the last.
    std::size_t missing = 0;
    for (Date day = seen.begin()->first; day < seen.rbegin()->first; day = day + 1) missing += !seen.contains(day);
    if (missing > 0)
        read.notes.push_back(wordedCount("between %2 and %3 %1 day is not there",
                                         "between %2 and %3 %1 days are not there", missing,
                                         isoDate(seen.begin()->first), isoDate(seen.rbegin()->first)));
    return read;
}

Outcome addWeather(Transaction& tx, std::vector<WeatherMonth> months) {
    for (WeatherMonth& month : months) {
        const WeatherMonth* there = nullptr;
        for (const WeatherMonth& one : tx.programme().weather) {
            if (one.measure != month.measure) continue;
            if (one.unit != month.unit) return otherUnit(one, month.unit);
            if (one.month == month.month) there = &one;
        }
        if (!there) {
            month.id = tx.programme().weather.freshId();
            if (Fault fault = faultOf(month, tx.programme())) return *fault;
            tx.append(std::move(month));
            continue;
        }
        auto kept = figuresOf(*there), coming = figuresOf(month);
        if (!coming.ok()) return coming.errors();
        if (kept.ok())
            for (std::size_t i = 0; i < coming->size(); ++i)
                if (!(*coming)[i]) coming.value()[i] = (*kept)[i];
        month.id = there->id;
        month.days = daysText(*coming);
        tx.set(std::move(month));
    }
    for (const auto& [place, fault] : faultsOfWeather(tx.programme()))
        return Error{fault.code, place, fault.what, fault.todo};
    return done();
}

Outcome setWeatherDay(Transaction& tx, std::string_view measure, std::string_view unit, Date day,
                      std::string_view typed) {
    std::optional<Decimal> figure;
    if (!trimmed(typed).empty()) {
        const auto read = parseFigure(typed);
        if (!read.ok()) return read.errors();
        figure = *read;
    }
    const Month month = monthOf(day);
    WeatherMonth row;
    for (const WeatherMonth& one : tx.programme().weather) {
        if (one.measure != lowered(trimmed(measure))) continue;
        if (one.unit != trimmed(unit)) return otherUnit(one, trimmed(unit));
        if (one.month == month) row = one;
    }
    Figures figures(daysIn(month));
    if (row.id) {
        if (const auto kept = figuresOf(row); kept.ok()) figures = *kept;
    } else {
        if (!figure) return done();
        row.id = tx.programme().weather.freshId();
        row.month = month;
        row.measure = lowered(trimmed(measure));
        row.unit = trimmed(unit);
        row.from = "typed";
    }
    figures[std::size_t(day - month.first)] = figure;
    row.days = daysText(figures);
    if (Fault fault = faultOf(row, tx.programme())) return *fault;
    if (std::all_of(figures.begin(), figures.end(), [](const auto& one) { return !one; })) {
        if (tx.programme().weather.row(row.id)) tx.erase<WeatherMonth>(row.id);
    } else if (tx.programme().weather.row(row.id)) {
        tx.set(std::move(row));
    } else {
        tx.append(std::move(row));
    }
    return done();
}

Outcome removeWeather(Transaction& tx, std::string_view measure) {
    std::vector<WeatherMonthId> going;
    for (const WeatherMonth& one : tx.programme().weather)
        if (one.measure == measure) going.push_back(one.id);
    if (going.empty()) return inputError(worded("nothing of %1 is recorded", measure));
    tx.eraseAll<WeatherMonth>(going);
    return done();
}

Result<ThresholdId> addThreshold(Transaction& tx, CalendarId calendar) {
    const WeatherRecord record(tx.programme());
    if (!tx.programme().calendars.row(calendar)) return inputError(worded("a threshold is for a calendar of the job"));
    Threshold one;
    one.id = tx.programme().thresholds.freshId();
    one.calendar = calendar;
    one.measure = record.empty() ? "wind" : record.measures().begin()->first;
    one.unit = record.empty() ? "m/s" : record.measures().begin()->second;
    if (record.measures().contains("wind")) {
        one.measure = "wind";
        one.unit = record.measures().at("wind");
    }
    one.above = Decimal(14);
    if (Fault fault = faultOf(one, tx.programme())) return *fault;
    const ThresholdId id = one.id;
    tx.append(std::move(one));
    return id;
}

Outcome removeThresholds(Transaction& tx, std::span<const ThresholdId> ids) {
    for (const ThresholdId id : ids) {
        if (!tx.programme().thresholds.row(id)) return thresholdGone();
        tx.erase<Threshold>(id);
    }
    return done();
}

namespace {

Fault takeThreshold(Threshold& one, const Programme& programme, ThresholdField field, std::string_view typed) {
    const std::string text = trimmed(typed);
    switch (field) {
    case ThresholdField::calendar:
        for (const Calendar& calendar : programme.calendars)
            if (calendar.key == text) {
                one.calendar = calendar.id;
                return {};
            }
        return inputError(worded("there is no calendar %1", text));
    case ThresholdField::measure: {
        one.measure = lowered(text);
        const WeatherRecord record(programme);
        if (const auto known = record.measures().find(one.measure); known != record.measures().end())
            one.unit = known->second;
        return {};
    }
    case ThresholdField::unit:
        one.unit = text;
        return {};
    case ThresholdField::above:
    case ThresholdField::below: {
        const auto value = parseOptionalFigure(text);
        if (!value.ok()) return value.error();
        (field == ThresholdField::above ? one.above : one.below) = *value;
        if (*value) (field == ThresholdField::above ? one.below : one.above).reset();
        return {};
    }
    case ThresholdField::lose:
        if (lowered(text) == "all" || text == "1")
            one.lose = Decimal(1);
        else if (lowered(text) == "half" || text == "0.5")
            one.lose = Decimal(5, 1);
        else
            return inputError(worded("a day is lost wholly or by half"), worded("write all or half"));
        return {};
    }
    return {};
}

} // namespace

Outcome setThresholdField(Transaction& tx, ThresholdId id, ThresholdField field, std::string_view text) {
    const Threshold* row = tx.programme().thresholds.row(id);
    if (!row) return thresholdGone();
    Threshold one = *row;
    if (Fault fault = takeThreshold(one, tx.programme(), field, text)) return *fault;
    if (Fault fault = faultOf(one, tx.programme())) return *fault;
    tx.set(std::move(one));
    return done();
}

std::string thresholdFieldText(const Programme& programme, const Threshold& one, ThresholdField field) {
    switch (field) {
    case ThresholdField::calendar: {
        const Calendar* calendar = programme.calendars.row(one.calendar);
        return calendar ? calendar->key : std::string();
    }
    case ThresholdField::measure:
        return one.measure;
    case ThresholdField::unit:
        return one.unit;
    case ThresholdField::above:
        return one.above ? one.above->text() : std::string();
    case ThresholdField::below:
        return one.below ? one.below->text() : std::string();
    case ThresholdField::lose:
        return one.lose == Decimal(1) ? "all" : "half";
    }
    return {};
}

Result<EventId> eventOfWeather(Transaction& tx, CalendarId id, Month month, Risk risk) {
    const Programme& programme = tx.programme();
    const WeatherRecord record(programme);
    const std::vector<LostMonth> months = lostMonths(programme, record, id);
    const auto found =
        std::find_if(months.begin(), months.end(), [&](const LostMonth& one) { return one.month == month.first; });
    if (found == months.end())
        return inputError(worded("nothing of %1 is recorded for this calendar", monthText(month)));
    const LostMonth& lost = *found;
    if (!lost.gaps.empty())
        return inputError(worded("%1 working days of %2 are not recorded, the first on %3", lost.gaps.size(),
                                 monthText(month), isoDate(lost.gaps.front())),
                          worded("bring the whole month first"));
    const int beyond = lost.days - lost.allowed;
    if (beyond <= 0)
        return inputError(worded("no day of %1 is lost beyond the allowance of %2", monthText(month), lost.allowed));
    std::string days;
    std::set<std::string> thresholds;
    for (const LostDay& one : lost.lost) {
        days += (days.empty() ? "" : "; ") + isoDate(one.day) + " " + one.figure.text() + " " + one.threshold.unit +
                (one.halves == 1 ? " (half)" : "");
        thresholds.insert(thresholdText(one.threshold));
    }
    std::string rules;
    for (const std::string& one : thresholds) rules += (rules.empty() ? "" : "; ") + one;
    const std::string calendar = programme.calendars.row(id)->name;
    std::string text = worded("%1 days lost in %2 on %3, %4 of them allowed for, %5 beyond. Threshold: %6. Days: %7.",
                              lost.days, monthText(month), calendar, lost.allowed, beyond, rules, days);
    if (const auto rarity = rarityOf(months, month.first); rarity && rarity->years > 0)
        text += worded(" As bad %1, by the records of %2 earlier years.", rarity->text(), rarity->years);
    if (record.madeUp()) text += worded(" The records are made up by the simulated station.");
    const Date last = lost.lost.back().day, first = lost.lost.front().day;
    const auto added = addEvent(tx, last);
    if (!added.ok()) return added;
    for (const auto& [field, value] :
         {std::pair{EventField::title, std::string(worded("Weather beyond the allowance, %1", monthText(month)))},
          std::pair{EventField::risk, std::string(wordOf(risk))}, std::pair{EventField::cause, std::string("Weather")},
          std::pair{EventField::description, text}, std::pair{EventField::from, isoDate(first)},
          std::pair{EventField::to, isoDate(last)}})
        if (const Outcome set = setEventField(tx, *added, field, value); !set.ok()) return set.errors();
    return added;
}

} // namespace yarrin
