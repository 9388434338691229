// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/model/describe/texts.h"
#include "core/network/calendar_set.h"
#include "core/quantity/figures.h"
#include "edit/activity_edits.h"
#include "edit/breakdown_edits.h"
#include "edit/contract_edits.h"
#include "edit/link_edits.h"
#include "edit/table_import.h"

#include <algorithm>
#include <regex>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

namespace {

enum ScheduleColumn : std::size_t { key, name, duration, predecessors, start, finish, group };

/// A span is not written with more characters.
constexpr std::size_t longestSpan = 60;

/// Days that spreadsheets count from the last day but one of 1899.
constexpr int firstSerial = 10'000, lastSerial = 100'000;

Result<std::optional<Date>> dateIn(const SheetCell& cell) {
    const std::string text = trimmed(cell.text);
    if (text.empty()) return std::optional<Date>{};
    if (cell.number) {
        if (*cell.number < firstSerial || *cell.number > lastSerial)
            return inputError("\"" + text + "\" is not a date");
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

/// "5 days" as "5d", "2 wks" as "2w": the words that other tables use.
std::string plainSpan(const std::string& text) {
    if (text.size() > longestSpan) return text; // no span is that long, and the library's expressions recurse
    static const std::pair<std::regex, const char*> words[] = {
        {std::regex(R"((\d)\s*(?:days?|dys?)\b)", std::regex::icase), "$1d"},
        {std::regex(R"((\d)\s*(?:weeks?|wks?)\b)", std::regex::icase), "$1w"},
        {std::regex(R"((\d)\s*(?:hours?|hrs?)\b)", std::regex::icase), "$1h"},
        {std::regex(R"((\d)\s*(?:minutes?|mins?)\b)", std::regex::icase), "$1m"}};
    std::string plain = text;
    for (const auto& [form, with] : words) plain = std::regex_replace(plain, form, with);
    return plain;
}

class ScheduleReader {
public:
    ScheduleReader(const Programme& programme, const Sheet& sheet, const ColumnMap& map, CalendarId calendar)
        : m_programme(programme), m_sheet(sheet), m_map(map), m_unit(dayUnitOf(programme, calendar)) {
        CalendarCache cache;
        CalendarSet calendars(programme, cache);
        const auto index = calendars.indexOf(calendar);
        if (calendars.errors().empty()) m_calendar = calendars.calendars()[index];
        for (const Activity& activity : programme.activities) m_before.insert(activity.key);
        m_taken = m_before;
    }

    ScheduleReading read(const Progress& progress) {
        for (std::size_t row = m_map.headingRow + 1; row < m_sheet.rows.size(); ++row) {
            if (progress && row % 256 == 0 && !progress(row, m_sheet.rows.size())) {
                m_reading.stopped = true;
                return std::move(m_reading);
            }
            read(row);
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

    void read(std::size_t row) {
        const bool blank = std::all_of(m_sheet.rows[row].begin(), m_sheet.rows[row].end(),
                                       [](const SheetCell& at) { return trimmedView(at.text).empty(); });
        if (blank) return;
        ScheduleRow taken;
        taken.row = row + 1;
        taken.key = trimmed(cell(row, key).text);
        taken.name = trimmed(cell(row, name).text);
        taken.links = trimmed(cell(row, predecessors).text);
        taken.breakdown = trimmed(cell(row, group).text);
        for (std::size_t i = 0; i < activityTexts().size(); ++i) {
            const PlainText& which = activityTexts()[i];
            std::string text = trimmed(cell(row, group + 1 + i).text);
            std::replace(text.begin(), text.end(), '\n', ' ');
            if (text.size() > which.longest)
                return fault(row + 1,
                             "\"" + which.label + "\" has room for " + std::to_string(which.longest) + " characters");
            taken.texts.push_back(std::move(text));
        }
        if (taken.name.empty()) return fault(row + 1, "it has no name");
        if (taken.key.find_first_of(";\"\n\t") != std::string::npos)
            return fault(row + 1, "an id cannot hold semicolons or quotes");
        if (!taken.key.empty() && !m_taken.insert(taken.key).second)
            return fault(row + 1, "the id " + taken.key + " is taken already");
        if (const auto wrong = length(row, taken)) return fault(row + 1, *wrong);
        ++(taken.kind == ActivityKind::task ? m_reading.tasks : m_reading.milestones);
        m_reading.fromDates += taken.fromDates ? 1 : 0;
        m_reading.rows.push_back(std::move(taken));
    }

    /// The duration, typed or from dates; a row of none is a milestone. Returns what is wrong.
    std::optional<std::string> length(std::size_t row, ScheduleRow& taken) {
        const SheetCell& typed = cell(row, duration);
        const bool hasDates = !cell(row, start).empty() || !cell(row, finish).empty();
        if (!trimmedView(typed.text).empty()) {
            if (typed.text.size() > 4 * longestSpan) return "its duration is no duration: the cell holds a long text";
            const auto span = parseSpan(plainSpan(trimmed(typed.text)), m_unit);
            if (!span.ok()) return span.error().what;
            taken.duration = span->minutes;
            if (taken.duration == 0) taken.kind = ActivityKind::finishMilestone;
            m_reading.datesLeft += hasDates ? 1 : 0;
            return {};
        }
        const auto from = dateIn(cell(row, start)), to = dateIn(cell(row, finish));
        if (!from.ok()) return "its start: " + from.error().what;
        if (!to.ok()) return "its finish: " + to.error().what;
        if (!*from || !*to) {
            taken.kind = ActivityKind::finishMilestone;
            m_reading.datesLeft += hasDates ? 1 : 0;
            return {};
        }
        if (**to < **from) return "it finishes before it starts";
        if (!m_calendar) return "its duration cannot be worked out: the calendar has no work";
        taken.duration = m_calendar->worked(startOf(**to + 1)) - m_calendar->worked(startOf(**from));
        taken.fromDates = true;
        if (taken.duration == 0)
            return "no day from " + isoDate(**from) + " to " + isoDate(**to) + " is worked on that calendar";
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
        const bool hasKeys = m_map.columns[key].has_value();
        m_reading.byRowNumbers = !hasKeys;
        for (ScheduleRow& row : m_reading.rows) {
            std::string phrases;
            std::string wrong;
            for (const std::string& part : parts(row.links)) {
                const std::string phrase = asPhrase(part, keys, byNumber, hasKeys);
                if (phrase.empty()) wrong = "there is nothing called \"" + part + "\" to wait for";
                phrases += (phrases.empty() ? "" : "; ") + phrase;
                ++m_reading.links;
            }
            row.links = phrases;
            if (!wrong.empty()) fault(row.row, wrong + "; the row is taken over without its links");
            if (!wrong.empty()) row.links.clear();
            if (row.kind == ActivityKind::finishMilestone && row.links.empty()) row.kind = ActivityKind::startMilestone;
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
            R"(^(with\s+|ends\s+with\s+|ends\s+on\s+start\s+of\s+)?(.+?)\s*(FS|SS|FF|SF)?\s*([+\-−]\s*[0-9.,]+\s*[a-z ]*)?$)",
            std::regex::icase);
        std::smatch match;
        if (part.size() > 200 || !std::regex_match(part, match, form)) return {};
        std::string id = known(match[2]);
        if (id.empty()) id = known(part);
        if (id.empty()) return {};
        std::string lag = plainSpan(match[4]);
        std::erase(lag, ' ');
        const std::string type = raised(match[3].str());
        return match[1].str() + quotedKey(id) + (type.empty() ? "" : " " + type) + (lag.empty() ? "" : " " + lag);
    }

    const Programme& m_programme;
    const Sheet& m_sheet;
    const ColumnMap& m_map;
    DayUnit m_unit;
    std::shared_ptr<const WorkCalendar> m_calendar;
    std::unordered_set<std::string> m_before; ///< ids that the programme has
    std::unordered_set<std::string> m_taken;  ///< and those of rows so far
    ScheduleReading m_reading;
};

} // namespace

const std::vector<TableField>& scheduleFields() {
    static const std::vector<TableField> fields = [] {
        std::vector<TableField> list{
            {"id", "ID", {"id", "activity id", "code", "ref", "no", "number"}},
            {"name",
             "Activity",
             {"activity", "name", "task", "description", "activity name", "task name", "work"},
             true},
            {"duration", "Duration", {"duration", "dur", "days", "length"}},
            {"predecessors", "Waits for", {"waits for", "predecessors", "predecessor", "pred", "preds", "after"}},
            {"start", "Start", {"start", "from", "start date", "begin"}},
            {"finish", "Finish", {"finish", "end", "to", "finish date", "end date"}},
            {"group", "Group", {"group", "section", "breakdown", "phase", "area"}}};
        for (const PlainText& text : activityTexts())
            list.push_back({text.name.c_str(), text.label.c_str(), {text.words, text.name}});
        return list;
    }();
    return fields;
}

ScheduleReading readSchedule(const Programme& programme, const Sheet& sheet, const ColumnMap& map, CalendarId calendar,
                             const Progress& progress) {
    if (!map.columns[name]) {
        ScheduleReading reading;
        reading.faults.push_back({map.headingRow + 1, "no column holds the names of activities; choose it above"});
        return reading;
    }
    return ScheduleReader(programme, sheet, map, calendar).read(progress);
}

namespace {

/// Links are held against forming a loop together: one by one that costs a walk over the network each.
Outcome withoutLoop(const Programme& programme, const ScheduleReading& reading, const std::vector<ActivityId>& made) {
    const std::vector<ActivityId> loop = loopIn(programme);
    if (loop.empty()) return done();
    std::size_t last = 0;
    std::string names;
    for (const ActivityId id : loop) {
        const auto row = std::find(made.begin(), made.end(), id) - made.begin();
        if (row < std::ssize(made)) last = std::max(last, static_cast<std::size_t>(row));
        names += programme.activities.row(id)->key + " → ";
    }
    names += programme.activities.row(loop.front())->key;
    return Error{ErrorCode::input, "row " + std::to_string(reading.rows[last].row), "links form a loop: " + names,
                 "remove one of them from the table"};
}

} // namespace

Outcome importSchedule(Transaction& tx, const ScheduleReading& reading, CalendarId calendar) {
    if (reading.rows.empty()) return inputError("no row can be taken over");
    std::unordered_set<std::string> taken;
    for (const Activity& activity : tx.programme().activities) taken.insert(activity.key);
    for (const ScheduleRow& row : reading.rows)
        if (!taken.insert(row.key).second)
            return inputError("the id " + row.key + " has been taken since the table was read", "read it again");
    std::unordered_map<std::string, BreakdownId> groups;
    for (const BreakdownNode& node : tx.programme().breakdown) groups.emplace(node.name, node.id);
    std::vector<ActivityId> made;
    for (const ScheduleRow& row : reading.rows) {
        Activity activity;
        activity.id = tx.programme().activities.freshId();
        activity.key = row.key;
        activity.name = row.name;
        activity.kind = row.kind;
        if (calendar != tx.programme().job.defaultCalendar) activity.calendar = calendar;
        if (row.kind == ActivityKind::task) activity.duration = row.duration;
        for (std::size_t i = 0; i < row.texts.size(); ++i) activity.*activityTexts()[i].member = row.texts[i];
        if (!row.breakdown.empty()) {
            auto& group = groups[row.breakdown];
            if (!group) {
                const auto added = addChildGroup(tx, {}, row.breakdown);
                if (!added.ok()) return added.errors();
                group = *added;
            }
            activity.breakdown = group;
        }
        made.push_back(activity.id);
        tx.append(std::move(activity));
    }
    for (std::size_t i = 0; i < made.size(); ++i) {
        if (reading.rows[i].links.empty()) continue;
        if (Outcome linked = setWaitsFor(tx, made[i], reading.rows[i].links, Loops::later); !linked.ok()) {
            Error error = linked.error();
            error.place = "row " + std::to_string(reading.rows[i].row);
            return error;
        }
    }
    return withoutLoop(tx.programme(), reading, made);
}

} // namespace yarrin
