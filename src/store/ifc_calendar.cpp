// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/ifc_calendar.h"

#include <algorithm>
#include <map>

namespace yarrin::ifc {

namespace {

/// What is taken up to midnight is taken with all that runs on past it: that belongs to the day on which it starts.
constexpr int dayLength = int(minutesPerDay), wholeDay = 2 * dayLength;
/// Dates that calendars of one file may name, some five hundred years.
constexpr int mostDates = 200'000;

std::optional<int> clockIn(const StepValue& value) {
    return value.kind == StepValue::Kind::text ? parseClock(value.text.substr(0, 5)) : std::nullopt;
}

DayWork joined(DayWork work) {
    std::sort(work.begin(), work.end(), [](const Spell& a, const Spell& b) { return a.from < b.from; });
    DayWork out;
    for (const Spell& one : work)
        if (!out.empty() && one.from <= out.back().to)
            out.back().to = std::max(out.back().to, one.to);
        else
            out.push_back(one);
    return out;
}

DayWork less(const DayWork& work, const DayWork& taken) {
    DayWork out = work;
    for (const Spell& t : taken) {
        DayWork left;
        for (const Spell& w : out) {
            if (w.from < std::min(w.to, t.from)) left.push_back({w.from, std::min(w.to, t.from)});
            if (std::max(w.from, t.to) < w.to) left.push_back({std::max(w.from, t.to), w.to});
        }
        out = left;
    }
    return out;
}

/// An IFCWORKTIME as far as it is understood.
struct WorkTime {
    std::string name;
    std::optional<std::pair<Date, Date>> on;
    std::array<bool, 7> days{true, true, true, true, true, true, true};
    DayWork spells; ///< none: the whole day
    std::optional<HolidayRule> rule;
};

class CalendarReader {
public:
    CalendarReader(const StepFile& file, const StepRow& row, const Notes& notes)
        : m_file(file), m_row(row), m_notes(notes) {}

    Calendar read() {
        const std::vector<WorkTime> working = times(m_row.at(6)), taken = times(m_row.at(7));
        std::array<DayWork, 7> week;
        const bool always = std::none_of(working.begin(), working.end(), [](const WorkTime& one) { return !one.on; });
        for (std::size_t day = 0; day < 7; ++day) {
            if (always && m_row.at(6).items.empty()) week[day] = {{0, dayLength}};
            for (const WorkTime& one : working)
                if (!one.on && !one.rule && one.days[day]) add(week[day], one, false);
            week[day] = joined(week[day]);
            for (const WorkTime& one : taken)
                if (!one.on && !one.rule && one.days[day]) week[day] = less(week[day], spellsOf(one, true));
        }
        Calendar calendar;
        for (std::size_t day = 0; day < 7; ++day) calendar.week[day] = week[day];
        // Days that come every year stand first, so that those with dates count before them.
        for (const WorkTime& one : taken)
            if (one.rule) calendar.exceptions.push_back({{}, {}, false, {}, one.name, one.rule});
        dated(calendar, week, working, taken);
        return calendar;
    }

private:
    static DayWork spellsOf(const WorkTime& one, bool taken) {
        if (one.spells.empty()) return {{0, taken ? wholeDay : dayLength}};
        DayWork spells = joined(one.spells);
        if (taken && spells.back().to == dayLength) spells.back().to = wholeDay;
        return spells;
    }
    static void add(DayWork& work, const WorkTime& one, bool taken) {
        for (const Spell& spell : spellsOf(one, taken)) work.push_back(spell);
    }

    std::vector<WorkTime> times(const StepValue& list) {
        std::vector<WorkTime> out;
        for (const StepValue& item : list.items) {
            const StepRow* row = m_file.row(item.reference);
            if (!row || row->type != "IFCWORKTIME") continue;
            WorkTime one;
            one.name = row->at(0).text;
            const auto from = dateIn(row->at(4)), to = dateIn(row->at(5));
            if (from || to) one.on = std::pair(from.value_or(*to), to.value_or(*from));
            if (one.on && (one.on->second < one.on->first)) {
                m_notes(*row, "a time that ends before it begins is left out");
                continue;
            }
            if (const StepRow* pattern = m_file.row(row->at(3).reference); !pattern || understood(one, *pattern))
                out.push_back(std::move(one));
        }
        return out;
    }

    static std::optional<int> only(const StepValue& list) {
        if (list.items.size() != 1 || list.items[0].kind != StepValue::Kind::number) return {};
        return int(std::clamp(list.items[0].number, -1e6, 1e6));
    }

    bool understood(WorkTime& one, const StepRow& pattern) {
        const auto strange = [&](const char* what) {
            m_notes(pattern, what);
            return false;
        };
        for (const StepValue& item : pattern.at(7).items) {
            const StepRow* period = m_file.row(item.reference);
            const auto from = period ? clockIn(period->at(0)) : std::nullopt;
            const auto to = period ? clockIn(period->at(1)) : std::nullopt;
            if (!from || !to || *from >= dayLength) return strange("hours that cannot be read are left out");
            one.spells.push_back({*from, *to > *from ? *to : *to + dayLength});
        }
        if (pattern.at(5).kind == StepValue::Kind::number && pattern.at(5).number > 1)
            return strange("what comes round only every so often is left out");
        const std::string& type = pattern.at(0).text;
        if (type == "DAILY") return true;
        if (type == "WEEKLY") {
            if (pattern.at(2).items.empty()) return true;
            one.days = {};
            for (const StepValue& day : pattern.at(2).items)
                if (day.number >= 1 && day.number <= 7) one.days[std::size_t(day.number) - 1] = true;
            return true;
        }
        HolidayRule rule;
        const auto month = only(pattern.at(3));
        if (type == "YEARLY_BY_DAY_OF_MONTH" && month && only(pattern.at(1)) && one.spells.empty()) {
            rule.kind = HolidayRule::Kind::fixedDate;
            rule.day = *only(pattern.at(1));
        } else if (type == "YEARLY_BY_POSITION" && month && only(pattern.at(2)) && one.spells.empty() &&
                   pattern.at(4).kind == StepValue::Kind::number) {
            rule.kind = HolidayRule::Kind::nthWeekday;
            rule.weekday = *only(pattern.at(2)) - 1;
            rule.nth = int(std::clamp(pattern.at(4).number, -9.0, 9.0));
        } else {
            return strange("a pattern of days that is not understood is left out");
        }
        rule.month = *month;
        if (faultOf(rule)) return strange("a day that there is not is left out");
        one.rule = rule;
        one.on.reset();
        return true;
    }

    /// Every date that either names, with what it works; the same ones in a row are one exception.
    void dated(Calendar& calendar, const std::array<DayWork, 7>& week, const std::vector<WorkTime>& working,
               const std::vector<WorkTime>& taken) {
        struct Day {
            DayWork given, away;
            std::string name;
        };
        std::map<Date, Day> days;
        const auto gather = [&](const std::vector<WorkTime>& list, DayWork Day::*where, bool away) {
            for (const WorkTime& one : list) {
                if (!one.on) continue;
                if (one.on->second - one.on->first > mostDates || days.size() > std::size_t(mostDates)) {
                    m_notes(m_row, "dates over more years than any job lasts are left out");
                    continue;
                }
                for (Date date = one.on->first; date <= one.on->second; date = date + 1) {
                    if (!one.days[std::size_t(weekday(date))]) continue;
                    Day& day = days[date];
                    add(day.*where, one, away);
                    if (!one.name.empty()) day.name = one.name;
                }
            }
        };
        gather(working, &Day::given, false);
        gather(taken, &Day::away, true);
        for (const auto& [date, day] : days) {
            DayWork work = week[std::size_t(weekday(date))];
            work.insert(work.end(), day.given.begin(), day.given.end());
            work = less(joined(std::move(work)), joined(day.away));
            auto& list = calendar.exceptions;
            if (!list.empty() && !list.back().rule && list.back().to + 1 == date && list.back().work == work &&
                list.back().name == day.name)
                list.back().to = date;
            else
                list.push_back({date, date, false, work, day.name});
        }
    }

    const StepFile& m_file;
    const StepRow& m_row;
    const Notes& m_notes;
};

} // namespace

std::optional<Instant> momentIn(const StepValue& value) {
    if (value.kind != StepValue::Kind::text || value.text.size() < 10) return {};
    const auto date = parseDate(std::string_view(value.text).substr(0, 10));
    if (!date) return {};
    if (value.text.size() < 16) return startOf(*date);
    return parseInstant(std::string_view(value.text).substr(0, 16));
}

std::optional<Date> dateIn(const StepValue& value) {
    if (value.kind != StepValue::Kind::text || value.text.size() < 10) return {};
    return parseDate(std::string_view(value.text).substr(0, 10));
}

Calendar calendarOf(const StepFile& file, const StepRow& row, const Notes& notes) {
    return CalendarReader(file, row, notes).read();
}

} // namespace yarrin::ifc
