// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/claim_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/typed.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

std::map<SectionId, int> grantedOf(const DelayEvent& event) {
    std::map<SectionId, int> granted;
    for (const EventDays& days : event.sectionDays) granted[days.section] += days.granted;
    return granted;
}

/// Days of which the course spoke before, and no longer speaks, are no longer there.
void forgetDays(DelayEvent& event, const DelayEvent& before) {
    const auto says = [](const DelayEvent& of, SectionId section, std::initializer_list<ClaimStep> steps) {
        return std::any_of(of.course.begin(), of.course.end(), [&](const ClaimEntry& entry) {
            return entry.section == section && std::find(steps.begin(), steps.end(), entry.step) != steps.end();
        });
    };
    const auto gone = [&](SectionId section, std::initializer_list<ClaimStep> steps) {
        return says(before, section, steps) && !says(event, section, steps);
    };
    for (EventDays& days : event.sectionDays) {
        if (gone(days.section, {ClaimStep::claimed})) days.claimed = 0;
        if (gone(days.section, {ClaimStep::assessed})) days.assessed = 0;
        if (gone(days.section, {ClaimStep::interim, ClaimStep::granted})) days.granted = 0;
    }
    std::erase_if(event.sectionDays,
                  [](const EventDays& d) { return d.claimed == 0 && d.assessed == 0 && d.granted == 0; });
    if (event.course.empty() && !before.course.empty() && !isOpen(event))
        event.state = event.noticeGiven ? EventState::notified : EventState::noticed;
}

bool hasDays(ClaimStep step) {
    return step != ClaimStep::refused && step != ClaimStep::disputed;
}

/// What cannot be of a line of a course.
Fault faultIn(const DelayEvent& event, const ClaimEntry& entry) {
    if (!entry.section) return inputError(worded("a line of its course belongs to a section"));
    if (event.risk == Risk::contractor && entry.step != ClaimStep::assessed)
        return inputError(worded("it is our own risk"), worded("only what is the employer's or nobody's gives time"));
    if (event.known && entry.date < *event.known && entry.step != ClaimStep::assessed)
        return inputError(worded("that was before it was first known"));
    return {};
}

Fault read(const Programme& programme, ClaimEntry& entry, ClaimPart part, std::string_view text) {
    text = trimmedView(text);
    std::optional<int> days;
    switch (part) {
    case ClaimPart::step:
        if (Fault fault = choose(entry.step, text)) return fault;
        if (!hasDays(entry.step)) entry.days = 0;
        return {};
    case ClaimPart::section:
        for (const Section& section : programme.sections)
            if (section.key == text) {
                entry.section = section.id;
                return {};
            }
        return inputError(worded("there is no section %1", text));
    case ClaimPart::days:
        if (Fault fault = readDays(days, text, 0, 36500)) return fault;
        if (days && !hasDays(entry.step)) return inputError(worded("a refusal or a dispute has no days of its own"));
        if (!days && hasDays(entry.step))
            return inputError(worded("how many days?"), worded("of the whole event, as in 12"));
        entry.days = days.value_or(0);
        return {};
    case ClaimPart::date:
        return readDay(entry.date, text);
    case ClaimPart::letter:
        entry.letter = text;
        return {};
    }
    return {};
}

template <typename Change> Outcome change(Transaction& tx, EventId id, Change apply) {
    const DelayEvent* row = tx.programme().events.row(id);
    if (!row) return inputError(worded("the event is no longer there"));
    DelayEvent event = *row;
    if (Fault fault = apply(event)) return *fault;
    event.course = inOrder(std::move(event.course));
    std::stable_sort(event.updates.begin(), event.updates.end(),
                     [](const EventUpdate& a, const EventUpdate& b) { return a.date < b.date; });
    return putEvent(tx, std::move(event));
}

} // namespace

bool followsCourse(const DelayEvent& event, SectionId section) {
    return std::any_of(event.course.begin(), event.course.end(),
                       [&](const ClaimEntry& entry) { return entry.section == section; });
}

Outcome putEvent(Transaction& tx, DelayEvent event) {
    const DelayEvent* row = tx.programme().events.row(event.id);
    if (!row) return inputError(worded("the event is no longer there"));
    forgetDays(event, *row);
    takeFromCourse(event);
    std::map<SectionId, int> more = grantedOf(event);
    for (const auto& [section, days] : grantedOf(*row)) more[section] -= days;
    for (const auto& [id, days] : more) {
        const Section* section = tx.programme().sections.row(id);
        if (!section || days == 0) continue;
        Section extended = *section;
        extended.grantedDays += days;
        if (extended.grantedDays < 0)
            return inputError(worded("the section would have less than no time granted"),
                              worded("correct its time granted on the stage Contract first"));
        tx.set(std::move(extended));
    }
    tx.set(std::move(event));
    return done();
}

Outcome addClaimEntry(Transaction& tx, EventId id, ClaimStep step, SectionId section, std::string_view days,
                      std::string_view date, std::string_view letter) {
    return change(tx, id, [&](DelayEvent& event) -> Fault {
        ClaimEntry entry;
        entry.step = step;
        entry.section = section;
        for (const auto& [part, text] :
             {std::pair{ClaimPart::days, days}, std::pair{ClaimPart::date, date}, std::pair{ClaimPart::letter, letter}})
            if (Fault fault = read(tx.programme(), entry, part, text)) return fault;
        if (Fault fault = faultIn(event, entry)) return fault;
        event.course.push_back(std::move(entry));
        return {};
    });
}

Outcome setClaimEntry(Transaction& tx, EventId id, std::size_t row, ClaimPart part, std::string_view text) {
    return change(tx, id, [&](DelayEvent& event) -> Fault {
        if (row >= event.course.size()) return inputError(worded("the line is no longer there"));
        if (Fault fault = read(tx.programme(), event.course[row], part, text)) return fault;
        return faultIn(event, event.course[row]);
    });
}

Outcome removeClaimEntry(Transaction& tx, EventId id, std::size_t row) {
    return change(tx, id, [&](DelayEvent& event) -> Fault {
        if (row >= event.course.size()) return inputError(worded("the line is no longer there"));
        event.course.erase(event.course.begin() + std::ptrdiff_t(row));
        return {};
    });
}

Outcome addEventUpdate(Transaction& tx, EventId id, std::string_view date, std::string_view note) {
    return change(tx, id, [&](DelayEvent& event) -> Fault {
        EventUpdate& update = event.updates.emplace_back();
        update.note = trimmedView(note);
        if (Fault fault = readDay(update.date, date)) return fault;
        if (event.noticeGiven && update.date < *event.noticeGiven)
            return inputError(worded("that was before the notice of it was given"));
        return {};
    });
}

Outcome setEventUpdate(Transaction& tx, EventId id, std::size_t row, UpdatePart part, std::string_view text) {
    return change(tx, id, [&](DelayEvent& event) -> Fault {
        if (row >= event.updates.size()) return inputError(worded("the line is no longer there"));
        if (part == UpdatePart::date) return readDay(event.updates[row].date, text);
        event.updates[row].note = trimmedView(text);
        return {};
    });
}

Outcome removeEventUpdate(Transaction& tx, EventId id, std::size_t row) {
    return change(tx, id, [&](DelayEvent& event) -> Fault {
        if (row >= event.updates.size()) return inputError(worded("the line is no longer there"));
        event.updates.erase(event.updates.begin() + std::ptrdiff_t(row));
        return {};
    });
}

} // namespace yarrin
