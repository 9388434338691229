// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/event_edits.h"
#include "core/base/worded.h"
#include "edit/typed.h"

#include "core/base/text.h"
#include "core/model/phrases.h"
#include "core/model/words.h"
#include "edit/activity_edits.h"
#include "edit/claim_edits.h"
#include "edit/contract_edits.h"
#include "edit/forget.h"

#include <algorithm>

namespace yarrin {

namespace {

const Activity* activityNamed(const Programme& programme, std::string_view key) {
    for (const Activity& activity : programme.activities)
        if (activity.key == key) return &activity;
    return nullptr;
}

/// "A010 rest", or "\"A 010\" rest": the activity, and what follows it.
Result<std::pair<const Activity*, std::string>> split(const Programme& programme, const std::string& phrase) {
    const bool quoted = phrase.starts_with('"');
    const std::size_t end = quoted ? phrase.find('"', 1) : phrase.find(' ');
    const std::string key = phrase.substr(quoted ? 1 : 0, end == std::string::npos ? end : end - (quoted ? 1 : 0));
    const Activity* activity = activityNamed(programme, key);
    if (!activity) return inputError(worded("there is no activity %1", key));
    if (activity->kind == ActivityKind::hammock)
        return inputError(worded("%1 is a hammock", key), worded("name the activities that are delayed"));
    if (end == std::string::npos)
        return inputError(worded("what happens to %1 is missing", key), worded("write \"%1 +3d\"", key));
    return std::pair{activity, trimmed(phrase.substr(end + 1))};
}

Result<Effect> parseEffect(const Programme& programme, const std::string& phrase) {
    const auto named = split(programme, phrase);
    if (!named.ok()) return named.error();
    const auto& [activity, rest] = *named;
    Effect effect;
    effect.activity = activity->id;
    const std::size_t blank = rest.find(' ');
    const std::string word = lowered(rest.substr(0, blank));
    const std::string after = blank == std::string::npos ? "" : trimmed(rest.substr(blank + 1));
    if (rest.starts_with('+')) {
        const auto span = parseSpan(rest.substr(1), dayUnitOf(programme, calendarOf(programme, *activity)));
        if (!span.ok()) return span.error();
        if (span->elapsed) return inputError(worded("added work is working time"), worded("write it in days or hours"));
        if (isMilestone(activity->kind)) return inputError(worded("%1 is a milestone and has no work", activity->key));
        effect.work = span->minutes;
        return effect;
    }
    if (word == "quantity" || word == "output") {
        if (!activity->measure)
            return inputError(worded("%1 has no quantity", activity->key), worded("add days of work to it instead"));
        effect.kind = word == "quantity" ? EffectKind::quantity : EffectKind::output;
        const auto value = parseFigure(after);
        if (!value.ok()) return value.error();
        if (value->sign() < 0 || (value->sign() == 0 && word == "output"))
            return inputError(worded("the %1 must be more than nothing", word));
        effect.value = *value;
        return effect;
    }
    if (word == "stopped") {
        effect.kind = EffectKind::suspension;
        const std::size_t to = after.find(" to ");
        const auto from = parseTypedDate(after.substr(0, to));
        if (!from.ok()) return from.error();
        const auto last = to == std::string::npos ? from : parseTypedDate(after.substr(to + 4));
        if (!last.ok()) return last.error();
        if (*last < *from) return inputError(worded("it ends before it begins"));
        effect.from = *from;
        effect.to = *last;
        return effect;
    }
    if (word == "access") {
        effect.kind = EffectKind::access;
        const auto from = parseTypedDate(after);
        if (!from.ok()) return from.error();
        effect.from = *from;
        return effect;
    }
    return inputError(
        worded("\"%1\" says nothing of %2", rest, activity->key),
        worded("write +3d, stopped 4 Jan 2027 to 9 Jan 2027, quantity 340, output 12 or access 4 Jan 2027"));
}

Fault setAffected(const Programme& programme, DelayEvent& event, std::string_view text) {
    event.affects.clear();
    for (const std::string& key : listed(text, ';')) {
        const Activity* activity = activityNamed(programme, key);
        if (!activity) return inputError(worded("there is no activity %1", key));
        if (std::find(event.affects.begin(), event.affects.end(), activity->id) == event.affects.end())
            event.affects.push_back(activity->id);
    }
    return {};
}

/// Dates of an event that cannot all be true.
Fault orderOfDates(const DelayEvent& event) {
    if (event.from && event.to && *event.to < *event.from) return inputError(worded("it ends before it begins"));
    if (event.noticeGiven && event.known && *event.noticeGiven < *event.known)
        return inputError(worded("notice was given before it was known"));
    if (event.particularsGiven && event.noticeGiven && *event.particularsGiven < *event.noticeGiven)
        return inputError(worded("particulars were given before the notice"));
    if (event.particularsGiven && !event.noticeGiven)
        return inputError(worded("particulars follow a notice"), worded("enter the date of the notice first"));
    return {};
}

Fault setState(DelayEvent& event, std::string_view word) {
    const EventState before = event.state;
    if (Fault fault = choose(event.state, word)) return fault;
    if (!event.course.empty() && event.state != before)
        return inputError(worded("its state follows its course"), worded("add a line there"));
    const bool granted = std::any_of(event.sectionDays.begin(), event.sectionDays.end(),
                                     [](const EventDays& days) { return days.granted != 0; });
    if (granted && event.state != EventState::granted && before == EventState::granted)
        return inputError(worded("days were granted for it"), worded("take them back first"));
    return {};
}

} // namespace

Result<std::vector<Effect>> parseEffects(const Programme& programme, std::string_view text) {
    std::vector<Effect> effects;
    for (const std::string& phrase : listed(text, ';')) {
        const auto effect = parseEffect(programme, phrase);
        if (!effect.ok()) return effect.errors();
        effects.push_back(*effect);
    }
    return effects;
}

std::string effectText(const Programme& programme, const Effect& effect, DateText dates) {
    const Activity& activity = *programme.activities.row(effect.activity);
    const std::string key = quotedKey(activity.key) + " ";
    const auto day = [dates](const std::optional<Date>& date) { return date ? dates(*date) : std::string(); };
    switch (effect.kind) {
    case EffectKind::addedWork:
        return key + "+" + spanText(effect.work, dayUnitOf(programme, calendarOf(programme, activity)));
    case EffectKind::suspension:
        return key + "stopped " + day(effect.from) + " to " + day(effect.to);
    case EffectKind::quantity:
        return key + "quantity " + effect.value.value_or(Decimal(0)).text();
    case EffectKind::output:
        return key + "output " + effect.value.value_or(Decimal(0)).text();
    case EffectKind::access:
        return key + "access " + day(effect.from);
    }
    return {};
}

std::string effectsText(const Programme& programme, const DelayEvent& event, DateText dates) {
    std::string text;
    for (const Effect& effect : event.effects)
        text += (text.empty() ? "" : "; ") + effectText(programme, effect, dates);
    return text;
}

Result<EventId> addEvent(Transaction& tx, Date known) {
    const auto& events = tx.programme().events;
    DelayEvent event;
    event.id = events.freshId();
    const auto key = [](std::size_t n) { return std::string(n < 10 ? "E0" : "E") + std::to_string(n); };
    std::size_t number = events.size() + 1;
    while (isTaken(events, key(number))) ++number;
    event.key = key(number);
    event.title = worded("New event");
    event.from = event.known = known;
    const EventId id = event.id;
    tx.append(std::move(event));
    return id;
}

std::vector<ActivityId> fragmentOf(const Programme& programme, EventId id) {
    std::vector<ActivityId> ids;
    for (const Activity& activity : programme.activities)
        if (activity.event == id) ids.push_back(activity.id);
    return ids;
}

Outcome removeEvent(Transaction& tx, EventId id) {
    const DelayEvent* row = tx.programme().events.row(id);
    if (!row) return inputError(worded("the event is no longer there"));
    DelayEvent bare = *row;
    bare.course.clear();
    bare.sectionDays.clear();
    if (Outcome back = putEvent(tx, std::move(bare)); !back.ok()) return back;
    forget<EventId>(tx, std::span(&id, 1));
    if (Outcome gone = removeActivities(tx, fragmentOf(tx.programme(), id)); !gone.ok()) return gone;
    tx.erase<DelayEvent>(id);
    return done();
}

namespace {

/// Reads what was typed into a field of an event; what is wrong with it, if something is.
Fault readInto(DelayEvent& event, const Programme& programme, EventField field, std::string_view text) {
    Fault fault;
    switch (field) {
    case EventField::key:
        if (text.empty()) fault = inputError(worded("an id cannot be empty"));
        for (const DelayEvent& other : programme.events)
            if (other.id != event.id && other.key == text)
                fault = inputError(worded("the id %1 is used by %2", other.key, other.title));
        event.key = text;
        break;
    case EventField::title:
        if (text.empty()) fault = inputError(worded("an event needs a title"));
        event.title = text;
        break;
    case EventField::description:
        event.description = text;
        break;
    case EventField::cause:
        event.cause = text;
        break;
    case EventField::risk:
        fault = choose(event.risk, text);
        break;
    case EventField::state:
        fault = setState(event, text);
        break;
    case EventField::from:
        fault = readDate(event.from, text);
        break;
    case EventField::to:
        fault = readDate(event.to, text);
        break;
    case EventField::known:
        fault = readDate(event.known, text);
        break;
    case EventField::noticeGiven:
        fault = readDate(event.noticeGiven, text);
        if (event.noticeGiven && event.state == EventState::noticed) event.state = EventState::notified;
        if (!event.noticeGiven && event.state == EventState::notified) event.state = EventState::noticed;
        break;
    case EventField::particularsGiven:
        fault = readDate(event.particularsGiven, text);
        if (event.particularsGiven && event.state == EventState::notified) event.state = EventState::claimed;
        if (!event.particularsGiven && event.state == EventState::claimed) event.state = EventState::notified;
        break;
    case EventField::documents:
        event.documents = listed(text, '\n');
        break;
    case EventField::affects:
        fault = setAffected(programme, event, text);
        break;
    case EventField::effects: {
        auto effects = parseEffects(programme, text);
        if (!effects.ok()) return effects.error();
        event.effects = std::move(effects).value();
        break;
    }
    }
    return fault;
}

} // namespace

Outcome setEventField(Transaction& tx, EventId id, EventField field, std::string_view text) {
    const DelayEvent* row = tx.programme().events.row(id);
    if (!row) return inputError(worded("the event is no longer there"));
    DelayEvent event = *row;
    text = trimmedView(text);
    Fault fault = readInto(event, tx.programme(), field, text);
    if (!fault) fault = orderOfDates(event);
    if (fault) return *fault;
    takeFromCourse(event);
    if (event.risk == Risk::contractor &&
        std::any_of(event.course.begin(), event.course.end(),
                    [](const ClaimEntry& entry) { return entry.step != ClaimStep::assessed; }))
        return inputError(worded("time was claimed or granted for it"),
                          worded("take the lines of its course away first"));
    tx.set(std::move(event));
    return done();
}

Outcome setEventDays(Transaction& tx, EventId id, SectionId section, EventDay which, std::string_view text) {
    const DelayEvent* row = tx.programme().events.row(id);
    const Section* of = tx.programme().sections.row(section);
    if (!row || !of) return inputError(worded("the event or the section is no longer there"));
    std::optional<int> typed;
    if (Fault fault = readDays(typed, text, 0, 36500)) return *fault;
    const int count = typed.value_or(0);
    if (followsCourse(*row, section))
        return inputError(worded("its days follow its course"), worded("add a line to the course of its claim"));
    DelayEvent event = *row;
    if (which != EventDay::assessed && count > 0 && event.risk == Risk::contractor)
        return inputError(worded("it is our own risk"), worded("only what is the employer's or nobody's gives time"));
    auto days = std::find_if(event.sectionDays.begin(), event.sectionDays.end(),
                             [&](const EventDays& d) { return d.section == section; });
    if (days == event.sectionDays.end()) days = event.sectionDays.insert(days, EventDays{section, 0, 0, 0});
    if (which == EventDay::granted && count > 0) event.state = EventState::granted;
    int& value = which == EventDay::claimed    ? days->claimed
                 : which == EventDay::assessed ? days->assessed
                                               : days->granted;
    value = count;
    if (days->claimed == 0 && days->assessed == 0 && days->granted == 0) event.sectionDays.erase(days);
    return putEvent(tx, std::move(event));
}

Outcome setInForecast(Transaction& tx, EventId id, bool on) {
    const DelayEvent* row = tx.programme().events.row(id);
    if (!row) return inputError(worded("the event is no longer there"));
    DelayEvent event = *row;
    event.inForecast = on;
    tx.set(std::move(event));
    return done();
}

Result<ActivityId> addToFragment(Transaction& tx, EventId id, ActivityId delayed) {
    const DelayEvent* event = tx.programme().events.row(id);
    const Activity* after = tx.programme().activities.row(delayed);
    if (!event) return inputError(worded("the event is no longer there"));
    if (!after || after->kind == ActivityKind::hammock)
        return inputError(worded("select the activity that the event delays"),
                          worded("the fragment is put in front of it"));
    const std::string stem = event->key, name = event->title;
    const std::optional<Date> from = event->from;
    const auto added = addActivity(tx, ActivityKind::task, delayed, after->breakdown, name);
    if (!added.ok()) return added;
    Activity activity = *tx.programme().activities.row(*added);
    // E10a, E10b and on, then with numbers.
    char letter = 'a';
    while (letter <= 'z' && activityNamed(tx.programme(), stem + letter)) ++letter;
    activity.key = letter <= 'z' ? stem + letter : freeKey(tx.programme(), stem + "-000");
    activity.event = id;
    if (from) activity.constraint = Constraint{ConstraintType::startNotBefore, {startOf(*from), true}};
    tx.set(std::move(activity));
    Link link;
    link.id = tx.programme().links.freshId();
    link.from = *added;
    link.to = delayed;
    tx.append(link);
    return *added;
}

} // namespace yarrin
