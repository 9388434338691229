// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/activity_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/network/network.h"
#include "core/quantity/units.h"
#include "edit/bill_edits.h"
#include "edit/forget.h"

#include <algorithm>
#include <unordered_set>

namespace yarrin {

namespace {

/// Changes one activity by a function and puts it back.
template <typename Change> Outcome change(Transaction& tx, ActivityId id, Change apply) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    Activity activity = *row;
    if (auto fault = apply(activity)) return *fault;
    tx.set(std::move(activity));
    return done();
}

using Fault = std::optional<Error>;

/// Whether a measure says enough to give a duration; typed durations then no longer stand beside it.
Fault settle(const Programme& programme, Activity& activity) {
    const auto days = durationOf(*activity.measure, dayOf(programme, activity));
    if (!days.ok()) return days.error();
    if (*days) activity.duration.reset();
    return {};
}

} // namespace

namespace {

/// Whether the digits between separators of thousands are grouped as such: three each, at most three in front.
bool grouped(std::string_view whole, char separator) {
    std::size_t at = whole.find(separator);
    if (at == 0 || at > 3) return false;
    while (at != std::string_view::npos) {
        const std::size_t next = whole.find(separator, at + 1);
        if ((next == std::string_view::npos ? whole.size() : next) - at != 4) return false;
        at = next;
    }
    return true;
}

} // namespace

Result<Decimal> parseFigure(std::string_view typed) {
    std::string text = trimmed(typed);
    const std::string shown = text;
    // Blanks that do not break, thin and narrow ones are blanks.
    for (const std::string_view blank : {"\u00A0", "\u2009", "\u202F"})
        for (auto at = text.find(blank); at != std::string::npos; at = text.find(blank))
            text.replace(at, blank.size(), " ");
    const auto twoWays = [&](const Worded& todo) {
        return inputError(worded("\"%1\" can be read in two ways", shown), todo);
    };
    const std::string sign = text.starts_with('-') || text.starts_with('+') ? text.substr(0, 1) : "";
    text.erase(0, sign.size());
    const auto count = [&](char c) { return std::count(text.begin(), text.end(), c); };
    // Where both stand, the last one parts the decimals; where one stands several times, it parts thousands.
    const std::size_t comma = text.rfind(','), stop = text.rfind('.');
    char decimal = '.';
    if (comma != std::string::npos && stop != std::string::npos && comma > stop) decimal = ',';
    if (comma == std::string::npos && count('.') > 1) decimal = ',';
    if (count(decimal) > 1) return inputError(worded("\"%1\" is not a number", shown));
    const char thousands = decimal == '.' ? ',' : '.';
    const std::size_t point = text.find(decimal);
    std::string whole = text.substr(0, point);
    const std::string rest = point == std::string::npos ? "" : text.substr(point + 1);
    if (rest.find_first_of(", .") != std::string::npos) return inputError(worded("\"%1\" is not a number", shown));
    for (const char separator : {thousands, ' '}) {
        if (whole.find(separator) == std::string::npos) continue;
        if (!grouped(whole, separator)) return twoWays(worded("write decimals with a full stop"));
        // 0,500 is no thousand.
        if (whole.starts_with('0')) return twoWays(worded("write decimals with a full stop"));
        std::erase(whole, separator);
    }
    const auto value = Decimal::parse(sign + whole + (point == std::string::npos ? "" : "." + rest));
    if (!value) return inputError(worded("\"%1\" is not a number", shown));
    return *value;
}

Result<std::optional<Decimal>> parseOptionalFigure(std::string_view text) {
    if (trimmedView(text).empty()) return std::optional<Decimal>{};
    const auto value = parseFigure(text);
    if (!value.ok()) return value.errors();
    return std::optional(*value);
}

std::string freeKey(const Programme& programme, const std::string& like) {
    std::unordered_set<std::string> taken;
    for (const Activity& activity : programme.activities) taken.insert(activity.key);
    return freeKey(taken, like);
}

std::string freeKey(const std::unordered_set<std::string>& taken, const std::string& like) {
    std::size_t digits = 0;
    while (digits < like.size() && like[like.size() - 1 - digits] >= '0' && like[like.size() - 1 - digits] <= '9')
        ++digits;
    digits = std::min<std::size_t>(digits, 9);
    const std::string prefix = digits > 0 ? like.substr(0, like.size() - digits) : (like.empty() ? "A" : like + "-");
    const std::size_t width = digits > 0 ? digits : 3;
    long number = digits > 0 ? std::stol(like.substr(like.size() - digits)) : 0;
    const auto key = [&](long n) {
        std::string text = std::to_string(n);
        if (text.size() < width) text.insert(0, width - text.size(), '0');
        return prefix + text;
    };
    const long ten = (number / 10 + 1) * 10;
    if (!taken.contains(key(ten))) return key(ten);
    do ++number;
    while (taken.contains(key(number)));
    return key(number);
}

Result<ActivityId> addActivity(Transaction& tx, ActivityKind kind, ActivityId below, BreakdownId breakdown,
                               const std::string& name, const NewWork& as) {
    if (trimmed(name).empty()) return inputError(worded("an activity needs a name"));
    const Programme& programme = tx.programme();
    const std::size_t above = programme.activities.indexOf(below);
    Activity activity;
    activity.id = programme.activities.freshId();
    activity.kind = kind;
    activity.name = trimmed(name);
    activity.breakdown = breakdown;
    std::size_t index = programme.activities.size();
    std::string like = programme.activities.empty() ? "A000" : programme.activities[index - 1].key;
    if (above != decltype(programme.activities)::none) {
        index = above + 1;
        like = programme.activities[above].key;
        if (as.asRowAbove) activity.calendar = programme.activities[above].calendar;
        activity.location = programme.activities[above].location;
    }
    activity.key = freeKey(programme, like);
    if (kind == ActivityKind::task) {
        const auto span = parseSpan(as.duration, dayUnitOf(programme, calendarOf(programme, activity)));
        if (!span.ok()) return span.errors();
        if (span->elapsed) activity.calendar = continuousCalendar;
        activity.duration = span->minutes;
    }
    if (kind == ActivityKind::hammock) {
        if (above == decltype(programme.activities)::none || programme.activities[above].kind == ActivityKind::hammock)
            return inputError(worded("a hammock needs an activity to hang from"),
                              worded("select the activity that it should span"));
        activity.from = {{below, End::start, 0}};
        activity.to = {{below, End::finish, 0}};
    }
    const ActivityId id = activity.id;
    tx.insert(index, std::move(activity));
    return id;
}

std::vector<std::string> dependentsOf(const Programme& programme, std::span<const ActivityId> ids) {
    const std::unordered_set<ActivityId> going(ids.begin(), ids.end());
    std::vector<std::string> words;
    std::size_t links = 0;
    for (const Link& link : programme.links) links += going.contains(link.from) != going.contains(link.to) ? 1 : 0;
    if (links > 0) words.push_back(wordedCount("%1 link to other activities", "%1 links to other activities", links));
    for (const Activity& activity : programme.activities) {
        const auto hangs = [&](const Anchor& anchor) { return going.contains(anchor.activity); };
        if (!going.contains(activity.id) && (std::any_of(activity.from.begin(), activity.from.end(), hangs) ||
                                             std::any_of(activity.to.begin(), activity.to.end(), hangs)))
            words.push_back(worded("an anchor of hammock %1", activity.key));
    }
    for (const DelayEvent& event : programme.events)
        if (std::any_of(event.effects.begin(), event.effects.end(),
                        [&](const Effect& effect) { return going.contains(effect.activity); }))
            words.push_back(worded("an effect of event %1", event.key));
    for (const Section& section : programme.sections)
        if (going.contains(section.milestone))
            words.push_back(worded("the completion milestone of section %1", section.name));
    return words;
}

Outcome removeActivities(Transaction& tx, std::span<const ActivityId> ids) {
    std::unordered_set<ActivityId> going(ids.begin(), ids.end());
    const Programme& programme = tx.programme();
    std::vector<Activity> hammocks;
    for (const Activity& activity : programme.activities) {
        if (activity.kind != ActivityKind::hammock || going.contains(activity.id)) continue;
        Activity left = activity;
        const auto hangs = [&](const Anchor& anchor) { return going.contains(anchor.activity); };
        std::erase_if(left.from, hangs);
        std::erase_if(left.to, hangs);
        if (left.from.empty() || left.to.empty())
            going.insert(left.id);
        else
            hammocks.push_back(std::move(left));
    }
    for (Activity& hammock : hammocks) tx.set(std::move(hammock));
    std::vector<ActivityId> rows;
    for (const Activity& activity : programme.activities)
        if (going.contains(activity.id)) rows.push_back(activity.id);
    forget<ActivityId>(tx, rows);
    tx.eraseAll<Activity>(rows);
    return done();
}

Outcome setKey(Transaction& tx, ActivityId id, std::string key) {
    key = trimmed(key);
    if (key.empty()) return inputError(worded("an id cannot be empty"));
    if (key.size() > 60) return inputError(worded("an id of more than 60 characters cannot be read in a table"));
    if (key.find_first_of(";\"\n\t") != std::string::npos)
        return inputError(worded("an id cannot hold semicolons or quotes"), worded("links are written with them"));
    for (const Activity& other : tx.programme().activities)
        if (other.key == key && other.id != id)
            return inputError(worded("the id %1 is used by \"%2\"", key, other.name), worded("choose another id"));
    return change(tx, id, [&](Activity& activity) -> Fault {
        activity.key = key;
        return {};
    });
}

Outcome setName(Transaction& tx, ActivityId id, std::string name) {
    name = trimmed(name);
    if (name.empty()) return inputError(worded("a name cannot be empty"));
    return change(tx, id, [&](Activity& activity) -> Fault {
        activity.name = name;
        return {};
    });
}

Outcome setText(Transaction& tx, ActivityId id, const PlainText& which, std::string text) {
    text = trimmed(text);
    if (text.size() > which.longest)
        return inputError(worded("\"%1\" has room for %2 characters", which.label, which.longest));
    if (text.find('\n') != std::string::npos) return inputError(worded("\"%1\" is one line", which.label));
    return change(tx, id, [&](Activity& activity) -> Fault {
        activity.*which.member = text;
        return {};
    });
}

Outcome setCalendar(Transaction& tx, ActivityId id, CalendarId calendar) {
    if (calendar && calendar != continuousCalendar && !tx.programme().calendars.row(calendar))
        return inputError(worded("the calendar is no longer there"));
    return change(tx, id, [&](Activity& activity) -> Fault {
        // A typed duration is a number of days to the planner: it stays so many days of the new calendar.
        const Minutes before = dayOf(tx.programme(), activity);
        activity.calendar = calendar;
        const Minutes after = dayOf(tx.programme(), activity);
        if (activity.duration && before != after && *activity.duration % before == 0)
            activity.duration = *activity.duration / before * after;
        return activity.measure ? settle(tx.programme(), activity) : Fault{};
    });
}

Outcome setKind(Transaction& tx, ActivityId id, ActivityKind kind) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row || row->kind == kind) return done();
    if (kind == ActivityKind::hammock || row->kind == ActivityKind::hammock)
        return inputError(worded("an activity cannot be turned into a hammock or back"),
                          worded("add a hammock of its own"));
    return change(tx, id, [&](Activity& activity) -> Fault {
        activity.kind = kind;
        if (kind != ActivityKind::task) {
            activity.duration.reset();
            activity.measure.reset();
            activity.pauses.clear();
            activity.travel = Travel::byItself;
        }
        return {};
    });
}

Outcome setDuration(Transaction& tx, ActivityId id, std::string_view text) {
    return change(tx, id, [&](Activity& activity) -> Fault {
        if (activity.kind == ActivityKind::hammock)
            return inputError(worded("a hammock has no duration of its own"), worded("it spans what it hangs from"));
        const auto span = parseSpan(text, dayUnitOf(tx.programme(), calendarOf(tx.programme(), activity)));
        if (!span.ok()) return span.error();
        if (isMilestone(activity.kind) && span->minutes > 0)
            return inputError(worded("a milestone has no duration"), worded("make it a task first"));
        if (isMilestone(activity.kind)) return {};
        if (activity.measure && activity.measure->crews) {
            if (span->elapsed)
                return inputError(worded("a measured activity works in working days"), worded("write 12d"));
            const auto crews = crewsFor(*activity.measure, span->minutes, dayOf(tx.programme(), activity));
            if (!crews.ok()) return crews.error();
            activity.measure->crews = *crews;
            return settle(tx.programme(), activity);
        }
        if (span->elapsed) activity.calendar = continuousCalendar;
        activity.duration = span->minutes;
        return {};
    });
}

Outcome setBreakdown(Transaction& tx, ActivityId id, BreakdownId breakdown) {
    return change(tx, id, [&](Activity& activity) -> Fault {
        activity.breakdown = breakdown;
        return {};
    });
}

Outcome setConstraint(Transaction& tx, ActivityId id, std::optional<Constraint> constraint) {
    return change(tx, id, [&](Activity& activity) -> Fault {
        if (activity.kind == ActivityKind::hammock && constraint)
            return inputError(worded("a hammock cannot be held by a date"), worded("constrain what it hangs from"));
        activity.constraint = constraint;
        return {};
    });
}

Outcome setNotes(Transaction& tx, ActivityId id, std::string notes) {
    return change(tx, id, [&](Activity& activity) -> Fault {
        activity.notes = notes;
        return {};
    });
}

Outcome setMeasureField(Transaction& tx, ActivityId id, MeasureField field, std::string_view text) {
    return change(tx, id, [&](Activity& activity) -> Fault {
        if (activity.kind != ActivityKind::task) return inputError(worded("only a task has a quantity"));
        const bool empty = trimmed(text).empty();
        if (empty && field == MeasureField::quantity) {
            // Without a quantity nothing is measured; the duration it had stays as a typed one.
            activity.duration = wholeDuration(activity, dayOf(tx.programme(), activity));
            activity.measure.reset();
            return {};
        }
        std::optional<Decimal> value;
        if (!empty) {
            const auto figure = parseFigure(text);
            if (!figure.ok()) return figure.error();
            value = *figure;
        }
        if (!activity.measure) activity.measure = Measure{};
        Measure& measure = *activity.measure;
        switch (field) {
        case MeasureField::quantity:
            measure.quantity = *value;
            break;
        case MeasureField::output:
            measure.outputPerCrewDay = value;
            if (value) measure.hoursPerUnit.reset();
            break;
        case MeasureField::hours:
            measure.hoursPerUnit = value;
            if (value) measure.outputPerCrewDay.reset();
            break;
        case MeasureField::crews:
            measure.crews = value;
            break;
        case MeasureField::factor:
            measure.factor = value.value_or(Decimal(1));
            break;
        }
        return settle(tx.programme(), activity);
    });
}

Outcome solveFor(Transaction& tx, ActivityId id, Solved what, std::string_view days) {
    if (what == Solved::days || what == Solved::crews) return setDuration(tx, id, days);
    return change(tx, id, [&](Activity& activity) -> Fault {
        if (!activity.measure)
            return inputError(worded("only measured work can be solved"), worded("type a quantity first"));
        const auto span = parseSpan(days, dayUnitOf(tx.programme(), calendarOf(tx.programme(), activity)));
        if (!span.ok()) return span.error();
        if (span->elapsed) return inputError(worded("a measured activity works in working days"), worded("write 12d"));
        Measure& measure = *activity.measure;
        const Minutes day = dayOf(tx.programme(), activity);
        const auto solved = what == Solved::quantity ? quantityFor(measure, span->minutes, day)
                                                     : outputFor(measure, span->minutes, day);
        if (!solved.ok()) return solved.error();
        if (what == Solved::quantity) {
            measure.quantity = *solved;
        } else {
            measure.outputPerCrewDay = *solved;
            measure.hoursPerUnit.reset();
        }
        return settle(tx.programme(), activity);
    });
}

Outcome setUnit(Transaction& tx, ActivityId id, std::string_view text) {
    return change(tx, id, [&](Activity& activity) -> Fault {
        if (activity.kind != ActivityKind::task) return inputError(worded("only a task has a quantity"));
        const auto unit = unitFromText(text);
        if (!unit.ok()) return unit.error();
        if (!activity.measure) activity.measure = Measure{};
        activity.measure->unit = *unit;
        return settle(tx.programme(), activity);
    });
}

Outcome setRounding(Transaction& tx, ActivityId id, RoundTo roundTo) {
    return change(tx, id, [&](Activity& activity) -> Fault {
        if (!activity.measure)
            return inputError(worded("only a measured duration is rounded"), worded("type a quantity first"));
        activity.measure->roundTo = roundTo;
        return settle(tx.programme(), activity);
    });
}

} // namespace yarrin
