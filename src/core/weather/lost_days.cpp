// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/weather/lost_days.h"

#include "core/base/worded.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

WeatherRecord::WeatherRecord(const Programme& programme) {
    for (const WeatherMonth& month : programme.weather) {
        const auto figures = figuresOf(month);
        if (!figures.ok()) continue; // told where it was read
        m_measures.emplace(month.measure, month.unit);
        m_months.insert(month.month.first);
        m_figures[{month.measure, month.month.first}] = *figures;
        m_madeUp = m_madeUp || month.madeUp;
    }
}

std::optional<Decimal> WeatherRecord::on(const std::string& measure, Date day) const {
    const auto found = m_figures.find({measure, monthOf(day).first});
    if (found == m_figures.end()) return {};
    return found->second[yearMonthDay(day).day - 1];
}

std::vector<Threshold> thresholdsOf(const Programme& programme, CalendarId calendar) {
    std::vector<Threshold> found;
    for (int steps = 0; found.empty() && calendar && steps <= deepestTree; ++steps) {
        for (const Threshold& one : programme.thresholds)
            if (one.calendar == calendar) found.push_back(one);
        const Calendar* row = programme.calendars.row(calendar);
        calendar = row ? row->extends : CalendarId{};
    }
    const auto before = [](const Threshold& a, const Threshold& b) {
        if (a.measure != b.measure) return a.measure < b.measure;
        if (a.above.has_value() != b.above.has_value()) return a.above.has_value();
        const Decimal &one = a.above ? *a.above : *a.below, &other = b.above ? *b.above : *b.below;
        return one != other ? one < other : a.id < b.id;
    };
    std::sort(found.begin(), found.end(), before);
    return found;
}

std::string thresholdText(const Threshold& threshold) {
    const std::string value = (threshold.above ? *threshold.above : *threshold.below).text();
    const bool whole = threshold.lose == Decimal(1);
    const char* sentence =
        whole             ? threshold.above ? toWord("no work above %1 %2 of %3") : toWord("no work below %1 %2 of %3")
                    : threshold.above ? toWord("half a day's work above %1 %2 of %3")
                          : toWord("half a day's work below %1 %2 of %3");
    return worded(sentence, value, threshold.unit, threshold.measure);
}

LostMonth lostIn(const WeatherRecord& record, const std::vector<Threshold>& thresholds,
                 const ResolvedCalendar& calendar, Date from) {
    LostMonth out;
    out.month = monthOf(from).first;
    if (calendar.weather) out.allowed = (*calendar.weather)[yearMonthDay(from).month - 1];
    for (Date day = from; day < next(Month{out.month}).first; day = day + 1) {
        if (calendar.week[std::size_t(weekday(day))].empty()) continue;
        ++out.worked;
        LostDay worst{day, 0, {}, {}};
        bool gap = false;
        for (const Threshold& one : thresholds) {
            const auto figure = record.on(one.measure, day);
            gap = gap || !figure;
            if (!figure || !(one.above ? *figure > *one.above : *figure < *one.below)) continue;
            const int halves = one.lose == Decimal(1) ? 2 : 1;
            if (halves > worst.halves) worst = {day, halves, one, *figure};
        }
        if (gap) out.gaps.push_back(day);
        if (worst.halves > 0) out.lost.push_back(worst);
        out.halves += worst.halves;
    }
    out.days = (out.halves + 1) / 2;
    return out;
}

std::vector<LostMonth> lostMonths(const Programme& programme, const WeatherRecord& record, CalendarId id) {
    const std::vector<Threshold> thresholds = thresholdsOf(programme, id);
    const auto calendar = resolve(programme.calendars.rows(), id);
    const bool any = std::any_of(thresholds.begin(), thresholds.end(),
                                 [&](const Threshold& one) { return record.measures().contains(one.measure); });
    std::vector<LostMonth> months;
    if (!any || !calendar.ok()) return months;
    for (const Date month : record.months()) months.push_back(lostIn(record, thresholds, *calendar, month));
    return months;
}

std::string Rarity::text() const {
    const double once = onceIn();
    std::string number = std::to_string(int(once));
    if (once != std::floor(once)) number += "." + std::to_string(int(std::lround(once * 10)) % 10);
    return asBad == 0 ? worded("at least once in %1 years", number) : worded("once in %1 years", number);
}

std::optional<Rarity> rarityOf(const std::vector<LostMonth>& months, Date month) {
    const LostMonth* self = nullptr;
    for (const LostMonth& one : months)
        if (one.month == month) self = &one;
    if (!self || !self->gaps.empty()) return {};
    Rarity rarity;
    for (const LostMonth& one : months) {
        const bool sameOfYear = yearMonthDay(one.month).month == yearMonthDay(month).month;
        if (!sameOfYear || !(one.month < month) || !one.gaps.empty()) continue;
        ++rarity.years;
        rarity.asBad += one.halves >= self->halves;
    }
    return rarity;
}

} // namespace yarrin
