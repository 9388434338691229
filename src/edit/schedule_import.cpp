// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/texts.h"
#include "core/network/calendar_set.h"
#include "core/time/typed_date.h"
#include "edit/link_edits.h"
#include "edit/schedule_take.h"
#include "edit/schedule_words.h"

#include <algorithm>
#include <regex>
#include <set>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

namespace {

using Column = ScheduleColumn;

/// Days that spreadsheets count from the last day but one of 1899.
constexpr int firstSerial = 10'000, lastSerial = 100'000;

Result<std::optional<Date>> dateIn(const SheetCell& cell) {
    const std::string text = plainDate(trimmed(cell.text));
    if (text.empty()) return std::optional<Date>{};
    if (cell.number) {
        if (*cell.number < firstSerial || *cell.number > lastSerial)
            return inputError(worded("\"%1\" is not a date", text));
        static const Date origin = *parseDate("1899-12-30");
        return std::optional<Date>(origin + static_cast<int>(*cell.number));
    }
    // A time of day behind the date says nothing about days.
    const auto date = parseTypedDate(text.substr(0, text.find_first_of("T") == 10 ? 10 : text.size()));
    if (date.ok()) return std::optional<Date>(*date);
    const auto short_ = parseTypedDate(text.substr(0, text.rfind(' ')));
    if (short_.ok()) return std::optional<Date>(*short_);
    return date.errors();
}

class ScheduleReader {
public:
    ScheduleReader(const Programme& programme, const Sheet& sheet, const ColumnMap& map, CalendarId calendar)
        : m_programme(programme), m_sheet(sheet), m_map(map), m_unit(dayUnitOf(programme, calendar)) {
        CalendarCache cache;
        CalendarSet calendars(programme, cache);
        const auto index = calendars.indexOf(calendar);
        if (calendars.errors().empty()) m_calendar = calendars.calendars()[index];
        for (const Activity& activity : programme.activities) m_before.emplace(activity.key, activity.id);
        for (const auto& [key_, id] : m_before) m_taken.insert(key_);
        if (!m_map.columns[Column::key]) byNames();
    }

    ScheduleReading read(const Progress& progress) {
        m_reading.saysLinks = m_map.columns[Column::predecessors].has_value();
        levels();
        shares();
        for (std::size_t row = m_map.headingRow + 1; row < m_sheet.rows.size(); ++row) {
            if (progress && row % 256 == 0 && !progress(row, m_sheet.rows.size())) {
                m_reading.stopped = true;
                return std::move(m_reading);
            }
            if (!blank(row)) read(row);
        }
        links();
        return std::move(m_reading);
    }

private:
    [[nodiscard]] const SheetCell& cell(std::size_t row, std::size_t field) const {
        static const SheetCell none;
        return field < m_map.columns.size() && m_map.columns[field] ? m_sheet.at(row, *m_map.columns[field]) : none;
    }
    void fault(std::size_t row, std::string reason) { m_reading.faults.push_back({row, std::move(reason)}); }
    [[nodiscard]] bool blank(std::size_t row) const {
        return std::all_of(m_sheet.rows[row].begin(), m_sheet.rows[row].end(),
                           [](const SheetCell& at) { return trimmedView(at.text).empty(); });
    }

    /// Activities by name and group, where that is only one.
    void byNames() {
        std::set<std::string> twice;
        for (const Activity& activity : m_programme.activities) {
            const BreakdownNode* in = m_programme.breakdown.row(activity.breakdown);
            const std::string named = (in ? in->name : "") + "\n" + activity.name;
            if (!m_named.emplace(named, activity.id).second) twice.insert(named);
        }
        for (const std::string& one : twice) m_named.erase(one);
    }

    /// How deep each row lies, and so which are groups: by a level, an outline number, or blanks before the name.
    void levels() {
        m_level.resize(m_sheet.rows.size(), 0);
        m_isGroup.resize(m_sheet.rows.size());
        std::optional<std::size_t> before;
        for (std::size_t row = m_map.headingRow + 1; row < m_sheet.rows.size(); ++row) {
            if (blank(row)) continue;
            if (m_map.columns[Column::level]) {
                const auto number = Decimal::parse(trimmed(cell(row, Column::level).text));
                m_level[row] = number ? int(std::clamp(number->toDouble(), 0.0, 1000.0)) : 0;
            } else if (m_map.columns[Column::outline]) {
                const std::string number = trimmed(cell(row, Column::outline).text);
                m_level[row] = int(std::count(number.begin(), number.end(), '.'));
            } else {
                m_level[row] = indentOf(cell(row, Column::name).text) + cell(row, Column::name).indent;
            }
            if (before && m_level[row] > m_level[*before]) m_isGroup[*before] = true;
            before = row;
        }
    }

    /// Numbers of shares are of a hundred unless none of them is above one.
    void shares() {
        for (std::size_t row = m_map.headingRow + 1; row < m_sheet.rows.size(); ++row) {
            const SheetCell& at = cell(row, Column::percent);
            const auto value = at.number ? at.number : shareIn(at, false);
            if (value && *value > 1 && !trimmedView(at.text).ends_with('%')) m_ofHundred = true;
        }
    }

    void read(std::size_t row) {
        while (!m_path.empty() && m_path.back().first >= m_level[row]) m_path.pop_back();
        ScheduleRow taken;
        taken.row = row + 1;
        taken.key = trimmed(cell(row, Column::key).text);
        taken.name = trimmed(cell(row, Column::name).text);
        while (taken.name.starts_with("\xc2\xa0")) taken.name = trimmed(taken.name.substr(2));
        taken.links = trimmed(cell(row, Column::predecessors).text);
        if (m_isGroup[row]) return above(row, taken);
        for (const auto& [depth, above] : m_path) taken.groups.push_back(above);
        if (const std::string in = trimmed(cell(row, Column::group).text); !in.empty()) taken.groups = {in};
        if (!text(row, taken)) return;
        if (taken.name.empty()) return fault(row + 1, worded("it has no name"));
        if (taken.key.find_first_of(";\"\n\t") != std::string::npos)
            return fault(row + 1, worded("an id cannot hold semicolons or quotes"));
        if (!taken.key.empty() && !m_seen.insert(taken.key).second)
            return fault(row + 1, worded("the id %1 stands in another row already", taken.key));
        if (const auto wrong = length(row, taken)) return fault(row + 1, *wrong);
        if (!known(row, taken)) return;
        progress(row, taken);
        taken.needs = plainNeeds(trimmed(cell(row, Column::resources).text));
        if (!taken.is) ++(taken.kind == ActivityKind::task ? m_reading.tasks : m_reading.milestones);
        m_reading.fromDates += taken.fromDates ? 1 : 0;
        m_taken.insert(taken.key);
        m_reading.rows.push_back(std::move(taken));
    }

    void above(std::size_t row, const ScheduleRow& taken) {
        if (taken.name.empty()) return fault(row + 1, worded("a group has no name; what lies in it comes without"));
        m_path.emplace_back(m_level[row], taken.name);
        ++m_reading.groups;
        if (!taken.links.empty())
            fault(row + 1, worded("it is a group, and groups wait for nothing: its links are left out"));
    }

    bool text(std::size_t row, ScheduleRow& taken) {
        for (std::size_t i = 0; i < activityTexts().size(); ++i) {
            const PlainText& which = activityTexts()[i];
            std::string words = trimmed(cell(row, Column::texts + i).text);
            std::replace(words.begin(), words.end(), '\n', ' ');
            if (words.size() > which.longest) {
                fault(row + 1, worded("\"%1\" has room for %2 characters", which.label, which.longest));
                return false;
            }
            taken.texts.push_back(std::move(words));
        }
        return true;
    }

    /// Finds the activity that the row changes; false where it cannot.
    bool known(std::size_t row, ScheduleRow& taken) {
        if (const auto same = m_before.find(taken.key); !taken.key.empty() && same != m_before.end()) {
            taken.is = same->second;
        } else if (taken.key.empty()) {
            const std::string named = (taken.groups.empty() ? "" : taken.groups.back()) + "\n" + taken.name;
            if (const auto like = m_named.find(named); like != m_named.end()) {
                taken.is = like->second;
                m_named.erase(like); // another row of the same name is another activity
                taken.key = m_programme.activities.row(taken.is)->key;
            }
        }
        if (!taken.is) return true;
        const Activity& activity = *m_programme.activities.row(taken.is);
        if (activity.kind == ActivityKind::hammock) {
            fault(row + 1, worded("%1 is a hammock here, and left as it is", taken.key));
            return false;
        }
        if (isMilestone(activity.kind) != (taken.kind != ActivityKind::task)) {
            if (taken.hasDuration) {
                fault(row + 1,
                      taken.key + (isMilestone(activity.kind) ? worded(" is a milestone here, and left as it is")
                                                              : worded(" takes time here, and is left as it is")));
                return false;
            }
        }
        taken.kind = activity.kind;
        return true;
    }

    /// What is done of the row, with its dates as actual ones.
    void progress(std::size_t row, ScheduleRow& taken) {
        const SheetCell& at = cell(row, Column::percent);
        if (trimmedView(at.text).empty()) return;
        const auto share = shareIn(at, m_ofHundred);
        if (!share || *share < 0 || *share > 1.0000001)
            return fault(row + 1, worded("\"%1\" is no share of its work; it comes without", at.text));
        if (*share == 0) return;
        const auto from = dateIn(cell(row, Column::start)), to = dateIn(cell(row, Column::finish));
        const std::optional<Instant> now = m_programme.job.dataDate;
        if (!now) return fault(row + 1, worded("it is begun and the job has no data date: it comes as not begun"));
        if (!from.ok() || !*from || startOf(**from) >= *now)
            return fault(row + 1, worded("it is begun and has no start before the data date: it comes as not begun"));
        taken.done = std::min(*share, 1.0);
        taken.begun = **from;
        if (*share > 0.9999999) {
            if (!to.ok() || !*to || startOf(**to) >= *now || **to < **from)
                return fault(row + 1,
                             worded("it is complete and has no finish before the data date: it comes without")),
                       taken.done.reset();
            taken.ended = **to;
        }
        ++m_reading.begun;
    }

    /// The duration, typed or from dates; a row of none is a milestone. Returns what is wrong.
    std::optional<std::string> length(std::size_t row, ScheduleRow& taken) {
        const SheetCell& typed = cell(row, Column::duration);
        const bool hasDates = !cell(row, Column::start).empty() || !cell(row, Column::finish).empty();
        if (!trimmedView(typed.text).empty()) {
            if (typed.text.size() > 4 * longestSpan)
                return worded("its duration is no duration: the cell holds a long text");
            const auto span = parseSpan(plainSpan(trimmed(typed.text)), m_unit);
            if (!span.ok()) return span.error().what;
            taken.duration = span->minutes;
            if (taken.duration == 0) taken.kind = ActivityKind::finishMilestone;
            m_reading.datesLeft += hasDates ? 1 : 0;
            return {};
        }
        const auto from = dateIn(cell(row, Column::start)), to = dateIn(cell(row, Column::finish));
        if (!from.ok()) return worded("its start: %1", from.error().what);
        if (!to.ok()) return worded("its finish: %1", to.error().what);
        if (!*from || !*to) {
            taken.kind = ActivityKind::finishMilestone;
            taken.hasDuration = false;
            m_reading.datesLeft += hasDates ? 1 : 0;
            return {};
        }
        if (**to < **from) return worded("it finishes before it starts");
        if (!m_calendar) return worded("its duration cannot be worked out: the calendar has no work");
        taken.duration = m_calendar->worked(startOf(**to + 1)) - m_calendar->worked(startOf(**from));
        taken.fromDates = true;
        if (taken.duration == 0)
            return worded("no day from %1 to %2 is worked on that calendar", isoDate(**from), isoDate(**to));
        return {};
    }

    /// Turns what stands in the column of predecessors into phrases.
    void links() {
        std::unordered_map<std::string, std::string> byNumber;
        std::unordered_set<std::string> keys;
        // Ids for rows that have none, so that phrases can name them.
        int number = 0;
        const auto fresh = [&] {
            for (;;) {
                std::string made = std::to_string(number += 10);
                made.insert(0, made.size() < 3 ? 3 - made.size() : 0, '0');
                if (m_taken.insert("A" + made).second) return "A" + made;
            }
        };
        for (ScheduleRow& row : m_reading.rows) {
            if (row.key.empty()) row.key = fresh();
            keys.insert(row.key);
            byNumber[std::to_string(row.row)] = row.key;
        }
        const bool hasKeys = m_map.columns[Column::key].has_value();
        m_reading.byRowNumbers = !hasKeys;
        for (ScheduleRow& row : m_reading.rows) {
            std::string phrases;
            std::string wrong;
            for (const std::string& part : parts(row.links)) {
                const std::string phrase = asPhrase(part, keys, byNumber, hasKeys);
                if (phrase.empty()) wrong = worded("there is nothing called \"%1\" to wait for", part);
                phrases += (phrases.empty() ? "" : "; ") + phrase;
                ++m_reading.links;
            }
            row.links = phrases;
            if (!wrong.empty()) fault(row.row, worded("%1; the row is taken over without its links", wrong));
            if (!wrong.empty()) row.links.clear();
            if (!row.is && row.kind == ActivityKind::finishMilestone && row.links.empty())
                row.kind = ActivityKind::startMilestone;
        }
        std::sort(m_reading.faults.begin(), m_reading.faults.end(),
                  [](const RowFault& a, const RowFault& b) { return a.row < b.row; });
    }

    static std::vector<std::string> parts(const std::string& text) {
        std::vector<std::string> list;
        std::string part;
        for (const char c : text + ";")
            if (c == ';' || c == ',' || c == '\n') {
                if (!trimmedView(part).empty()) list.push_back(trimmed(part));
                part.clear();
            } else {
                part += c;
            }
        return list;
    }

    /// "12", "12FS+3d", "12 SS + 5 days" or one of our phrases; nothing where it names no row.
    std::string asPhrase(const std::string& part, const std::unordered_set<std::string>& keys,
                         const std::unordered_map<std::string, std::string>& byNumber, bool hasKeys) const {
        const auto known = [&](const std::string& id) -> std::string {
            if (keys.contains(id) || m_before.contains(id)) return id;
            const auto row = hasKeys ? byNumber.end() : byNumber.find(id);
            return row == byNumber.end() ? std::string() : row->second;
        };
        static const std::regex form(
            R"(^(with\s+|ends\s+with\s+|ends\s+on\s+start\s+of\s+)?(.+?)\s*(FS|SS|FF|SF|EA|AA|EE|AE|FD|DD|DF|FC|CC|CF|FI|II)?\s*([+\-−]\s*[0-9.,]+\s*[^0-9+\-]*)?$)",
            std::regex::icase);
        std::smatch match;
        if (part.size() > 200 || !std::regex_match(part, match, form)) return {};
        std::string id = known(match[2]);
        if (id.empty()) id = known(part);
        if (id.empty()) return {};
        std::string lag = plainSpan(match[4]);
        std::erase(lag, ' ');
        const std::string type = plainLinkType(match[3].str());
        return match[1].str() + quotedKey(id) + (type.empty() ? "" : " " + type) + (lag.empty() ? "" : " " + lag);
    }

    const Programme& m_programme;
    const Sheet& m_sheet;
    const ColumnMap& m_map;
    DayUnit m_unit;
    std::shared_ptr<const WorkCalendar> m_calendar;
    std::unordered_map<std::string, ActivityId> m_before; ///< ids that the programme has
    std::unordered_set<std::string> m_taken;              ///< and those of rows so far
    std::unordered_set<std::string> m_seen;               ///< those of rows alone
    std::unordered_map<std::string, ActivityId> m_named;  ///< by group and name, where rows have no ids
    std::vector<int> m_level;                             ///< of rows
    std::vector<bool> m_isGroup;
    std::vector<std::pair<int, std::string>> m_path; ///< groups above the row at hand, with their levels
    bool m_ofHundred = false;
    ScheduleReading m_reading;
};

} // namespace

ScheduleReading readSchedule(const Programme& programme, const Sheet& sheet, const ColumnMap& map, CalendarId calendar,
                             const Progress& progress) {
    if (!map.columns[Column::name]) {
        ScheduleReading reading;
        reading.faults.push_back(
            {map.headingRow + 1, worded("no column holds the names of activities; choose it above")});
        return reading;
    }
    ScheduleReading reading = ScheduleReader(programme, sheet, map, calendar).read(progress);
    if (!reading.stopped) tellChanges(reading, programme, calendar);
    return reading;
}

} // namespace yarrin
