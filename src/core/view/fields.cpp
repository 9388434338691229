// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/view/fields.h"

#include "core/base/natural_order.h"
#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/labour/cash.h"
#include "core/labour/levelling.h"
#include "core/model/describe/texts.h"
#include "core/model/phrases.h"
#include "core/model/resource_book.h"
#include "core/model/words.h"
#include "core/time/typed_date.h"

#include <algorithm>

namespace yarrin {

namespace {

using Context = const FieldContext&;
using Index = std::size_t;

template <typename Value> int order(const Value& a, const Value& b) {
    return a < b ? -1 : (b < a ? 1 : 0);
}

int compare(const Named& a, const Named& b) {
    // What has a rank stands before what has none: by rank here and by letters there would go round in circles.
    if ((a.rank >= 0) != (b.rank >= 0)) return a.rank >= 0 ? -1 : 1;
    if (a.rank >= 0 && a.rank != b.rank) return order(a.rank, b.rank);
    const std::string x = lowered(a.text), y = lowered(b.text);
    if (x != y) return standsBefore(x, y) ? -1 : 1;
    return order(a.text, b.text);
}
int compare(const WorkingDays& a, const WorkingDays& b) {
    // In days of each one's own calendar, without rounding.
    return order(a.minutes * b.day, b.minutes * a.day);
}
int compare(const DayAt& a, const DayAt& b) {
    return order(a.at, b.at);
}
int compare(const Decimal& a, const Decimal& b) {
    return order(a, b);
}
int compare(bool a, bool b) {
    return order(a, b);
}
int compare(std::monostate, std::monostate) {
    return 0;
}

FieldValue named(std::string text, int rank = -1) {
    if (text.empty()) return {};
    return Named{std::move(text), rank};
}
FieldValue decimal(const std::optional<Decimal>& value) {
    return value ? FieldValue(*value) : FieldValue();
}
FieldValue startAt(const std::optional<Instant>& at) {
    return at ? FieldValue(DayAt{*at, dateOf(*at)}) : FieldValue();
}
FieldValue finishAt(const std::optional<Instant>& at) {
    return at ? FieldValue(DayAt{*at, completionDate(*at)}) : FieldValue();
}
FieldValue days(Context at, Index i, const std::optional<Minutes>& minutes) {
    return minutes ? FieldValue(WorkingDays{*minutes, at.dayMinutes(i)}) : FieldValue();
}

FieldValue monthOf(const FieldValue& date) {
    const auto* day = std::get_if<DayAt>(&date);
    if (!day) return {};
    const auto ymd = yearMonthDay(day->date);
    return Named{std::string(monthNames[ymd.month - 1]) + " " + std::to_string(ymd.year),
                 ymd.year * 12 + int(ymd.month)};
}

FieldValue floatBand(Context at, Index i) {
    const ActivityFigures* f = at.figures(i);
    if (!f || !f->totalFloat) return {};
    static constexpr std::pair<int, const char*> bands[] = {
        {5, "up to 5 days"}, {10, "up to 10 days"}, {20, "up to 20 days"}, {60, "up to 60 days"}};
    const Minutes left = *f->totalFloat, day = at.dayMinutes(i);
    if (left < 0) return Named{"below nothing", 0};
    if (left == 0) return Named{"none", 1};
    int rank = 2;
    for (const auto& [most, text] : bands) {
        if (left <= most * day) return Named{text, rank};
        ++rank;
    }
    return Named{"more than 60 days", rank};
}

/// The branch of a tree that a row hangs on, from the top down, with its place in the table as rank.
template <typename Rows, typename Id> FieldValue branch(const Rows& rows, Id id) {
    std::string path;
    const auto* at = rows.row(id);
    if (!at) return {};
    int steps = 0;
    for (; at && steps <= deepestTree; at = rows.row(at->parent), ++steps)
        path.insert(0, path.empty() ? at->name : at->name + " / ");
    return named(path, int(rows.indexOf(id)));
}

int daysLate(Context at, Index i, const std::pair<Instant, Instant>& planned) {
    return completionDate(at.figures(i)->earlyFinish) - completionDate(planned.second);
}

ViewField field(const char* name, const char* label, FieldKind kind, std::function<FieldValue(Context, Index)> value) {
    return {name, label, kind, false, std::move(value)};
}
ViewField grouping(const char* name, const char* label, std::function<FieldValue(Context, Index)> value) {
    return {name, label, FieldKind::text, true, std::move(value)};
}
ViewField flag(const char* name, const char* label, bool (*holds)(Context, Index)) {
    return field(name, label, FieldKind::flag, [holds](Context at, Index i) -> FieldValue { return holds(at, i); });
}
ViewField measured(const char* name, const char* label, std::optional<Decimal> (*value)(const Measure&)) {
    return field(name, label, FieldKind::number, [value](Context at, Index i) {
        const auto& measure = at.activity(i).measure;
        return measure ? decimal(value(*measure)) : FieldValue();
    });
}

std::vector<ViewField> namesAndPlaces() {
    std::vector<ViewField> list{
        field("id", toWord("ID"), FieldKind::text, [](Context at, Index i) { return named(at.activity(i).key); }),
        field("name", toWord("Activity"), FieldKind::text,
              [](Context at, Index i) { return named(at.activity(i).name); }),
        grouping("kind", toWord("Kind"),
                 [](Context at, Index i) {
                     static constexpr const char* words[] = {"task", "start milestone", "finish milestone", "hammock"};
                     const auto kind = static_cast<std::size_t>(at.activity(i).kind);
                     return named(words[kind], int(kind));
                 }),
        grouping("breakdown", toWord("Breakdown"),
                 [](Context at, Index i) { return branch(at.programme().breakdown, at.activity(i).breakdown); }),
        grouping("location", toWord("Location"),
                 [](Context at, Index i) { return branch(at.programme().locations, at.activity(i).location); }),
        grouping("calendar", toWord("Calendar"),
                 [](Context at, Index i) -> FieldValue {
                     const CalendarId id = calendarOf(at.programme(), at.activity(i));
                     if (id == continuousCalendar) return Named{"Continuous", int(at.programme().calendars.size())};
                     const Calendar* calendar = at.programme().calendars.row(id);
                     if (!calendar) return {};
                     return named(calendar->name.empty() ? calendar->key : calendar->name,
                                  int(at.programme().calendars.indexOf(id)));
                 }),
        grouping("section", toWord("Section"),
                 [](Context at, Index i) {
                     const Section* section = at.sectionOf(i);
                     return section ? named(section->key + " " + section->name,
                                            int(at.programme().sections.indexOf(section->id)))
                                    : FieldValue();
                 }),
        grouping("event", toWord("Event"),
                 [](Context at, Index i) {
                     const DelayEvent* event = at.programme().events.row(at.activity(i).event);
                     return event ? named(event->key + " " + event->title) : FieldValue();
                 }),
        field("rests", toWord("Rests"), FieldKind::text,
              [](Context at, Index i) { return named(pausesText(at.programme(), at.activity(i))); }),
        field("needs", toWord("Needs"), FieldKind::text,
              [](Context at, Index i) { return named(needsText(at.programme(), at.activity(i).needs)); }),
        field("sums", toWord("Sums"), FieldKind::text,
              [](Context at, Index i) { return named(lumpSumsText(at.activity(i))); }),
        field("notes", toWord("Notes"), FieldKind::text,
              [](Context at, Index i) { return named(at.activity(i).notes); })};
    for (const PlainText& text : activityTexts())
        list.push_back(grouping(text.name.c_str(), text.label.c_str(),
                                [text](Context at, Index i) { return named(at.activity(i).*text.member); }));
    return list;
}

void addDates(std::vector<ViewField>& list) {
    using F = const ActivityFigures*;
    const auto figured = [&](const char* name, const char* label, FieldKind kind,
                             FieldValue (*value)(Context, Index, F)) {
        list.push_back(field(name, label, kind, [value](Context at, Index i) {
            const F f = at.figures(i);
            return f ? value(at, i, f) : FieldValue();
        }));
    };
    const auto date = FieldKind::date;
    figured("days", toWord("Days"), FieldKind::days, [](Context at, Index i, F f) {
        return isMilestone(at.activity(i).kind) ? FieldValue() : days(at, i, f->duration);
    });
    figured("start", toWord("Start"), date, [](Context, Index, F f) { return startAt(f->earlyStart); });
    figured("finish", toWord("Finish"), date, [](Context, Index, F f) { return finishAt(f->earlyFinish); });
    figured("late_start", toWord("Late start"), date, [](Context, Index, F f) { return startAt(f->lateStart); });
    figured("late_finish", toWord("Late finish"), date, [](Context, Index, F f) { return finishAt(f->lateFinish); });
    figured("float", toWord("Float"), FieldKind::days,
            [](Context at, Index i, F f) { return days(at, i, f->totalFloat); });
    figured("free_float", toWord("Free float"), FieldKind::days,
            [](Context at, Index i, F f) { return days(at, i, f->freeFloat); });
    list.push_back(grouping("float_band", toWord("Float band"), floatBand));
    list.push_back(grouping("start_month", toWord("Month of start"), [](Context at, Index i) {
        const F f = at.figures(i);
        return f ? monthOf(startAt(f->earlyStart)) : FieldValue();
    }));
    list.push_back(grouping("finish_month", toWord("Month of finish"), [](Context at, Index i) {
        const F f = at.figures(i);
        return f ? monthOf(finishAt(f->earlyFinish)) : FieldValue();
    }));
    list.push_back(field("actual_start", toWord("Actual start"), date,
                         [](Context at, Index i) { return startAt(at.activity(i).actualStart); }));
    list.push_back(field("actual_finish", toWord("Actual finish"), date,
                         [](Context at, Index i) { return finishAt(at.activity(i).actualFinish); }));
    list.push_back(field("remaining", toWord("Days left"), FieldKind::days,
                         [](Context at, Index i) { return days(at, i, at.activity(i).remaining); }));
    list.push_back(field("deadline", toWord("Deadline"), date, [](Context at, Index i) {
        const auto& deadline = at.activity(i).deadline;
        return deadline ? FieldValue(DayAt{deadline->at, dateOf(deadline->at)}) : FieldValue();
    }));
    // Against the programme that is outlined below the bars, mostly the contract programme.
    list.push_back(field("planned_start", toWord("Planned start"), date, [](Context at, Index i) {
        const auto* planned = at.outlined(i);
        return planned ? startAt(planned->first) : FieldValue();
    }));
    list.push_back(field("planned_finish", toWord("Planned finish"), date, [](Context at, Index i) {
        const auto* planned = at.outlined(i);
        return planned ? finishAt(planned->second) : FieldValue();
    }));
    list.push_back(field("days_late", toWord("Days late"), FieldKind::number, [](Context at, Index i) -> FieldValue {
        const auto* planned = at.outlined(i);
        if (!planned || !at.figures(i)) return {};
        return Decimal(daysLate(at, i, *planned));
    }));
    list.push_back(field("driver", toWord("Driven by activity"), FieldKind::text, [](Context at, Index i) {
        std::string keys;
        for (const std::string& key : at.driversOf(i)) keys += (keys.empty() ? "" : "; ") + key;
        return named(keys);
    }));
}

void addFigures(std::vector<ViewField>& list) {
    const auto number = FieldKind::number;
    list.push_back(field("levelled", toWord("Levelled by"), FieldKind::days, [](Context at, Index i) -> FieldValue {
        const Minutes delay = at.levellingDelay(i);
        return delay > 0 ? days(at, i, delay) : FieldValue();
    }));
    list.push_back(
        measured("quantity", toWord("Quantity"), [](const Measure& m) { return std::optional(m.quantity); }));
    list.push_back(grouping("unit", toWord("Unit"), [](Context at, Index i) {
        return at.activity(i).measure ? named(at.activity(i).measure->unit) : FieldValue();
    }));
    list.push_back(field("quantity_done", toWord("Quantity done"), number,
                         [](Context at, Index i) { return decimal(at.activity(i).quantityDone); }));
    list.push_back(measured("output", toWord("Output a day"), [](const Measure& m) { return m.outputPerCrewDay; }));
    list.push_back(measured("hours", toWord("Hours a unit"), [](const Measure& m) { return m.hoursPerUnit; }));
    list.push_back(measured("crews", toWord("Crews"), [](const Measure& m) { return m.crews; }));
    list.push_back(measured("factor", toWord("Factor"), [](const Measure& m) { return std::optional(m.factor); }));
    list.push_back(field("cost_per_week", toWord("Cost a week"), number,
                         [](Context at, Index i) { return decimal(at.activity(i).costPerWeek); }));
    list.push_back(field("cost_to_date", toWord("Cost to date"), number,
                         [](Context at, Index i) { return decimal(at.activity(i).costToDate); }));
}

bool inState(Context at, Index i, NodeState state) {
    return at.figures(i) && !at.figures(i)->aside && at.figures(i)->state == state;
}
bool isWork(Context at, Index i) {
    return at.activity(i).kind != ActivityKind::hammock && !standsAside(at.programme(), at.activity(i));
}

void addFlags(std::vector<ViewField>& list) {
    list.push_back(flag("critical", toWord("Critical"),
                        [](Context at, Index i) { return at.figures(i) && at.figures(i)->critical; }));
    list.push_back(flag("near_critical", toWord("Near critical"),
                        [](Context at, Index i) { return at.figures(i) && at.figures(i)->nearCritical; }));
    list.push_back(flag("longest_path", toWord("On the longest path"),
                        [](Context at, Index i) { return at.figures(i) && at.figures(i)->onLongestPath; }));
    list.push_back(
        flag("in_hand", toWord("In hand"), [](Context at, Index i) { return inState(at, i, NodeState::inProgress); }));
    list.push_back(
        flag("complete", toWord("Complete"), [](Context at, Index i) { return inState(at, i, NodeState::complete); }));
    list.push_back(flag("not_begun", toWord("Not begun"),
                        [](Context at, Index i) { return inState(at, i, NodeState::notStarted); }));
    list.push_back(
        flag("milestone", toWord("Milestone"), [](Context at, Index i) { return isMilestone(at.activity(i).kind); }));
    list.push_back(flag("hammock", toWord("Hammock"),
                        [](Context at, Index i) { return at.activity(i).kind == ActivityKind::hammock; }));
    list.push_back(
        flag("held", toWord("Held"), [](Context at, Index i) { return at.activity(i).constraint.has_value(); }));
    list.push_back(
        flag("measured", toWord("Measured"), [](Context at, Index i) { return at.activity(i).measure.has_value(); }));
    list.push_back(flag("open_start", toWord("Open start"),
                        [](Context at, Index i) { return isWork(at, i) && !at.hasLinkIn(i); }));
    list.push_back(
        flag("open_end", toWord("Open end"), [](Context at, Index i) { return isWork(at, i) && !at.hasLinkOut(i); }));
    list.push_back(flag("late", toWord("Late"), [](Context at, Index i) {
        const auto* planned = at.outlined(i);
        return planned && at.figures(i) && daysLate(at, i, *planned) > 0;
    }));
    // A start is a date as finishes are: the clock alone tells nobody that something was moved.
    list.push_back(flag("moved", toWord("Moved"), [](Context at, Index i) {
        const auto* planned = at.outlined(i);
        return planned && at.figures(i) &&
               (daysLate(at, i, *planned) != 0 || dateOf(at.figures(i)->earlyStart) != dateOf(planned->first));
    }));
    list.push_back(flag("new", toWord("New"), [](Context at, Index i) { return at.hasOutline() && !at.outlined(i); }));
}

} // namespace

int compareValues(const FieldValue& a, const FieldValue& b) {
    const bool noA = std::holds_alternative<std::monostate>(a), noB = std::holds_alternative<std::monostate>(b);
    if (noA || noB) return int(noA) - int(noB);
    if (a.index() != b.index()) return order(a.index(), b.index());
    return std::visit([&](const auto& one) { return compare(one, std::get<std::decay_t<decltype(one)>>(b)); }, a);
}

Minutes FieldContext::dayMinutes(std::size_t index) const {
    const ActivityFigures* f = figures(index);
    return f && m_schedule.ok() ? std::max<Minutes>(1, m_schedule.calendarOf(*f).dayMinutes()) : 480;
}

const std::pair<Instant, Instant>* FieldContext::outlined(std::size_t index) const {
    if (!m_outlined) return nullptr;
    const auto found = m_outlined->find(activity(index).id);
    return found == m_outlined->end() ? nullptr : &found->second;
}

Date FieldContext::today() const {
    return dateOf(m_programme.job.dataDate.value_or(m_programme.job.start));
}

void FieldContext::walkLinks() const {
    if (std::exchange(m_walked, true)) return;
    m_in.assign(m_programme.activities.size(), 0);
    m_out = m_in;
    for (const Link& link : m_programme.links) {
        m_in[m_programme.activities.indexOf(link.to)] = 1;
        m_out[m_programme.activities.indexOf(link.from)] = 1;
    }
}

bool FieldContext::hasLinkIn(std::size_t index) const {
    if (m_lookup) return !m_lookup->into(activity(index).id).empty();
    walkLinks();
    return m_in[index] != 0;
}
bool FieldContext::hasLinkOut(std::size_t index) const {
    if (m_lookup) return !m_lookup->outOf(activity(index).id).empty();
    walkLinks();
    return m_out[index] != 0;
}

const Section* FieldContext::sectionOf(std::size_t index) const {
    if (!std::exchange(m_sectionsKnown, true)) {
        for (const SectionId id : moneySections(m_programme)) m_sectionOf.push_back(m_programme.sections.row(id));
    }
    return m_sectionOf[index];
}

std::vector<std::string> FieldContext::driversOf(std::size_t index) const {
    std::vector<std::string> keys;
    if (!m_lookup) return keys;
    for (const LinkId id : m_lookup->into(activity(index).id)) {
        const std::size_t at = m_programme.links.indexOf(id);
        if (at >= m_schedule.driving.size() || !m_schedule.driving[at]) continue;
        const Activity* from = m_programme.activities.row(m_programme.links[at].from);
        if (from) keys.push_back(from->key);
    }
    std::sort(keys.begin(), keys.end(), [](const auto& a, const auto& b) { return standsBefore(a, b); });
    keys.erase(std::unique(keys.begin(), keys.end()), keys.end());
    return keys;
}

Minutes FieldContext::levellingDelay(std::size_t index) const {
    if (!m_lookup || !activity(index).levelledFrom || !figures(index)) return 0;
    return yarrin::levellingDelay(m_programme, m_schedule, m_lookup->into(activity(index).id), activity(index).id);
}

const std::vector<ViewField>& plainFields() {
    static const std::vector<ViewField> list = [] {
        std::vector<ViewField> made = namesAndPlaces();
        addDates(made);
        addFigures(made);
        addFlags(made);
        return made;
    }();
    return list;
}

std::string codeField(std::string_view code) {
    return "code:" + std::string(code);
}

std::string_view markOf(const Activity& activity, CodeId code) {
    for (const CodeMark& mark : activity.codes)
        if (mark.code == code) return mark.value;
    return {};
}

namespace {

ViewField fieldOfCode(const Code& code) {
    std::unordered_map<std::string, int> ranks;
    for (const CodeValue& value : code.values) ranks.emplace(value.name, int(ranks.size()));
    return {codeField(code.key), code.key, FieldKind::text, true,
            [id = code.id, ranks = std::move(ranks)](Context at, Index i) -> FieldValue {
                const std::string value(markOf(at.activity(i), id));
                const auto rank = ranks.find(value);
                return named(value, rank == ranks.end() ? -1 : rank->second);
            }};
}

} // namespace

std::vector<ViewField> fieldsOf(const Programme& programme) {
    std::vector<ViewField> list = plainFields();
    for (const Code& code : programme.codes) list.push_back(fieldOfCode(code));
    return list;
}

std::optional<ViewField> fieldNamed(const Programme& programme, std::string_view name) {
    if (name.starts_with("code:")) {
        for (const Code& code : programme.codes)
            if (code.key == name.substr(5)) return fieldOfCode(code);
        return {};
    }
    for (const ViewField& field : plainFields())
        if (field.name == name) return field;
    return {};
}

} // namespace yarrin
