// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/sequence_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/quantity/figures.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/bill_edits.h"
#include "edit/breakdown_edits.h"
#include "edit/forget.h"
#include "edit/link_edits.h"
#include "edit/sequence_follow.h"

#include <algorithm>
#include <set>
#include <unordered_map>

namespace yarrin {

namespace {

Error sequenceGone() {
    return inputError(worded("the sequence is no longer there"));
}
Error stepGone() {
    return inputError(worded("the step is no longer there"));
}

/// A programme whose activities are the steps, called by their numbers, so that links between steps read and write as
/// all links do.
Programme stepsAsProgramme(const Programme& programme, const Sequence& sequence) {
    Programme steps;
    steps.job = programme.job;
    steps.calendars = programme.calendars;
    for (const SequenceStep& step : sequence.steps) {
        Activity activity;
        activity.id = ActivityId{static_cast<std::uint32_t>(step.number)};
        activity.key = std::to_string(step.number);
        activity.name = step.name;
        activity.calendar = step.calendar;
        steps.activities.append(std::move(activity));
    }
    // What a step may wait for in the unit before includes itself; no link leads back from this stand-in.
    Activity last;
    last.id = steps.activities.freshId();
    last.key = "\n";
    last.name = worded("next unit");
    steps.activities.append(std::move(last));
    return steps;
}

Result<std::vector<StepLink>> parseStepLinks(const Programme& programme, const Sequence& sequence, int step,
                                             bool fromUnitBefore, std::string_view text) {
    const Programme steps = stepsAsProgramme(programme, sequence);
    const ActivityId to =
        fromUnitBefore ? steps.activities.rows().back().id : ActivityId{static_cast<std::uint32_t>(step)};
    const auto phrases = parseLinkPhrases(steps, Lookup(steps), to, text);
    if (!phrases.ok()) return phrases.errors();
    std::vector<StepLink> links;
    for (const LinkPhrase& phrase : *phrases) {
        StepLink link;
        link.from = static_cast<int>(phrase.from.value);
        link.to = step;
        link.type = phrase.type;
        link.lag = phrase.lag.minutes;
        link.lagCalendar = phrase.lag.elapsed ? LagCalendar::continuous : LagCalendar::standard;
        link.toNextUnit = fromUnitBefore;
        if (!fromUnitBefore && link.from == step) return inputError(worded("a step cannot wait for itself"));
        links.push_back(link);
    }
    return links;
}

std::string stepLinksText(const Programme& programme, const Sequence& sequence, int step, bool fromUnitBefore) {
    const Programme steps = stepsAsProgramme(programme, sequence);
    std::string text;
    for (const StepLink& link : sequence.links) {
        if (link.to != step || link.toNextUnit != fromUnitBefore) continue;
        Link as;
        as.from = ActivityId{static_cast<std::uint32_t>(link.from)};
        as.to = ActivityId{static_cast<std::uint32_t>(link.to)};
        as.type = link.type;
        as.lag = link.lag;
        as.lagCalendar = link.lagCalendar;
        text += (text.empty() ? "" : "; ") + linkPhrase(steps, as);
    }
    return text;
}

/// Changes a sequence by a function; its units follow.
template <typename Change> Outcome change(Transaction& tx, SequenceId id, Change apply) {
    const Sequence* row = tx.programme().sequences.row(id);
    if (!row) return sequenceGone();
    const Sequence before = *row;
    Sequence after = before;
    if (const Outcome changed = apply(after); !changed.ok()) return changed;
    if (after == before) return done();
    tx.set(after);
    return follow(tx, before, after);
}

Outcome setStep(const Programme& programme, Sequence& sequence, SequenceStep& step, StepField field,
                const std::string& typed) {
    switch (field) {
    case StepField::name:
        if (typed.empty()) return inputError(worded("a step needs a name"));
        step.name = typed;
        break;
    case StepField::book:
        step.book = {};
        for (const BookItem& item : programme.book)
            if (item.key == typed || item.name == typed) step.book = item.id;
        if (!step.book && !typed.empty())
            return inputError(worded("the job has no item \"%1\" of the output book", typed),
                              worded("take it over from the book first"));
        break;
    case StepField::bill: {
        step.bill = {};
        const std::string key = typed.substr(0, typed.find(' '));
        for (const BillItem& item : programme.bill)
            if (item.key == typed || item.key == key) step.bill = item.id;
        if (!step.bill && !typed.empty()) return inputError(worded("the bill has no item \"%1\"", typed));
        break;
    }
    case StepField::duration: {
        step.duration.reset();
        if (typed.empty()) break;
        const CalendarId calendar = step.calendar ? step.calendar : programme.job.defaultCalendar;
        const auto span = parseSpan(typed, dayUnitOf(programme, calendar));
        if (!span.ok()) return span.errors();
        if (span->elapsed) step.calendar = continuousCalendar;
        step.duration = span->minutes;
        break;
    }
    case StepField::crews: {
        const auto value = parseOptionalFigure(typed);
        if (!value.ok()) return value.errors();
        step.crews = *value;
        break;
    }
    case StepField::factor: {
        const auto value = parseOptionalFigure(typed);
        if (!value.ok()) return value.errors();
        step.factor = value->value_or(Decimal(1));
        break;
    }
    case StepField::calendar:
        step.calendar = {};
        for (const Calendar& calendar : programme.calendars)
            if (calendar.name == typed || calendar.key == typed) step.calendar = calendar.id;
        if (typed == "continuous") step.calendar = continuousCalendar;
        if (!step.calendar && !typed.empty()) return inputError(worded("there is no calendar \"%1\"", typed));
        break;
    case StepField::learning: {
        const auto value =
            parseOptionalFigure(typed.ends_with('%') ? trimmed(typed.substr(0, typed.size() - 1)) : typed);
        if (!value.ok()) return value.errors();
        step.learningRate = *value;
        break;
    }
    case StepField::links:
    case StepField::unitLinks: {
        const bool before = field == StepField::unitLinks;
        const auto links = parseStepLinks(programme, sequence, step.number, before, typed);
        if (!links.ok()) return links.errors();
        std::erase_if(sequence.links,
                      [&](const StepLink& link) { return link.to == step.number && link.toNextUnit == before; });
        sequence.links.insert(sequence.links.end(), links->begin(), links->end());
        break;
    }
    case StepField::notes:
        step.notes = typed;
        break;
    }
    Measure measure;
    measure.crews = step.crews;
    measure.factor = step.factor;
    measure.learningRate = step.learningRate;
    if (auto fault = faultOf(measure)) return *fault;
    return done();
}

} // namespace

std::string idFromPattern(const std::string& pattern, int unit, std::size_t step, const std::string& location) {
    std::string key;
    for (std::size_t at = 0; at < pattern.size();) {
        const std::size_t close = pattern[at] == '{' ? pattern.find('}', at) : std::string::npos;
        if (close == std::string::npos) {
            key += pattern[at++];
            continue;
        }
        const std::string word = pattern.substr(at + 1, close - at - 1);
        const std::size_t colon = word.find(':');
        const std::string what = word.substr(0, colon);
        std::string value = what == "unit"       ? std::to_string(unit)
                            : what == "step"     ? std::to_string(step)
                            : what == "location" ? location
                                                 : std::string();
        if (colon != std::string::npos && colon + 1 < word.size() && word[colon + 1] >= '1' && word[colon + 1] <= '9')
            value.insert(0, std::max<std::size_t>(value.size(), std::size_t(word[colon + 1] - '0')) - value.size(),
                         '0');
        key += value;
        at = close + 1;
    }
    return key;
}

Result<SequenceId> addSequence(Transaction& tx, const std::string& name) {
    Sequence sequence;
    sequence.id = tx.programme().sequences.freshId();
    sequence.key = trimmed(name).empty() ? "Sequence" : trimmed(name);
    std::set<std::string> taken;
    for (const Sequence& other : tx.programme().sequences) taken.insert(other.key);
    const std::string stem = sequence.key;
    for (int n = 2; taken.contains(sequence.key); ++n) sequence.key = stem + " " + std::to_string(n);
    const SequenceId id = sequence.id;
    tx.append(std::move(sequence));
    return id;
}

Outcome removeSequence(Transaction& tx, SequenceId id) {
    if (!tx.programme().sequences.row(id)) return sequenceGone();
    forget<SequenceId>(tx, std::span(&id, 1));
    tx.erase<Sequence>(id);
    return done();
}

Outcome renameSequence(Transaction& tx, SequenceId id, const std::string& name) {
    return change(tx, id, [&](Sequence& sequence) -> Outcome {
        if (trimmedView(name).empty()) return inputError(worded("a sequence needs a name"));
        for (const Sequence& other : tx.programme().sequences)
            if (other.key == trimmedView(name) && other.id != id)
                return inputError(worded("there is a sequence %1 already", other.key), worded("choose another name"));
        sequence.key = trimmed(name);
        return done();
    });
}

Outcome setIdPattern(Transaction& tx, SequenceId id, const std::string& pattern) {
    return change(tx, id, [&](Sequence& sequence) -> Outcome {
        const std::string typed = trimmed(pattern);
        const std::string one = idFromPattern(typed, 1, 1, "1"), other = idFromPattern(typed, 1, 2, "1"),
                          next = idFromPattern(typed, 2, 1, "2");
        if (one == other || one == next)
            return inputError(worded("\"%1\" would give two activities one id", typed),
                              worded("let it hold {step}, and {unit} or {location}"));
        sequence.idPattern = typed;
        return done();
    });
}

Result<int> addStep(Transaction& tx, SequenceId id, int after, const std::string& name) {
    int number = 1;
    const Outcome added = change(tx, id, [&](Sequence& sequence) -> Outcome {
        auto at = sequence.steps.end();
        for (auto step = sequence.steps.begin(); step != sequence.steps.end(); ++step) {
            number = std::max(number, step->number + 1);
            if (step->number == after) at = step + 1;
        }
        SequenceStep step;
        step.number = number;
        step.name = name;
        const bool first = sequence.steps.empty();
        const int before = first ? 0 : at == sequence.steps.begin() ? 0 : (at - 1)->number;
        sequence.steps.insert(at, std::move(step));
        // One after the other, and each crew from unit to unit, until somebody says otherwise.
        if (before != 0) sequence.links.push_back({before, number, LinkType::fs, 0, LagCalendar::standard, false});
        sequence.links.push_back({number, number, LinkType::fs, 0, LagCalendar::standard, true});
        return done();
    });
    if (!added.ok()) return added.errors();
    return number;
}

Outcome removeStep(Transaction& tx, SequenceId id, int step) {
    return change(tx, id, [&](Sequence& sequence) -> Outcome {
        if (!stepOf(sequence, step)) return stepGone();
        // What waited for it now waits for what it waited for.
        std::vector<StepLink> bridged;
        for (const StepLink& in : sequence.links)
            for (const StepLink& out : sequence.links)
                if (in.to == step && out.from == step && !in.toNextUnit && !out.toNextUnit && in.from != step &&
                    in.type == LinkType::fs && out.type == LinkType::fs)
                    bridged.push_back({in.from, out.to, LinkType::fs, 0, LagCalendar::standard, false});
        std::erase_if(sequence.links, [&](const StepLink& link) { return link.from == step || link.to == step; });
        for (const StepLink& link : bridged) {
            const bool there = std::any_of(sequence.links.begin(), sequence.links.end(), [&](const StepLink& other) {
                return other.from == link.from && other.to == link.to && !other.toNextUnit;
            });
            if (!there) sequence.links.push_back(link);
        }
        std::erase_if(sequence.steps, [&](const SequenceStep& one) { return one.number == step; });
        return done();
    });
}

Outcome setStepField(Transaction& tx, SequenceId id, int number, StepField field, std::string_view text) {
    return change(tx, id, [&](Sequence& sequence) -> Outcome {
        for (SequenceStep& step : sequence.steps)
            if (step.number == number) return setStep(tx.programme(), sequence, step, field, trimmed(text));
        return stepGone();
    });
}

std::string stepFieldText(const Programme& programme, const Sequence& sequence, const SequenceStep& step,
                          StepField field) {
    switch (field) {
    case StepField::name:
        return step.name;
    case StepField::book: {
        const BookItem* item = programme.book.row(step.book);
        return item ? item->name : "";
    }
    case StepField::bill: {
        const BillItem* item = programme.bill.row(step.bill);
        return item ? item->key + " " + item->description : "";
    }
    case StepField::duration: {
        const CalendarId calendar = step.calendar ? step.calendar : programme.job.defaultCalendar;
        return step.duration ? spanText(*step.duration, dayUnitOf(programme, calendar), calendar == continuousCalendar)
                             : "";
    }
    case StepField::crews:
        return step.crews ? step.crews->text() : "";
    case StepField::factor:
        return step.factor.text();
    case StepField::calendar: {
        const Calendar* calendar = programme.calendars.row(step.calendar);
        return calendar ? calendar->name : step.calendar == continuousCalendar ? "continuous" : "";
    }
    case StepField::learning:
        return step.learningRate ? step.learningRate->text() + " %" : "";
    case StepField::links:
        return stepLinksText(programme, sequence, step.number, false);
    case StepField::unitLinks:
        return stepLinksText(programme, sequence, step.number, true);
    case StepField::notes:
        return step.notes;
    }
    return {};
}

std::vector<UnitToLay> proposedUnits(const Programme& programme, SequenceId id, std::span<const LocationId> locations) {
    std::vector<UnitToLay> units;
    const Sequence* sequence = programme.sequences.row(id);
    if (!sequence) return units;
    std::vector<Decimal> lengths;
    for (const LocationId location : locations) {
        units.push_back({location, {}});
        const Location* row = programme.locations.row(location);
        const bool known = row && row->fromChainage && row->toChainage;
        lengths.push_back(known ? exactly(Fraction(*row->toChainage) - Fraction(*row->fromChainage)).value_or(0)
                                : Decimal(0));
    }
    if (std::any_of(lengths.begin(), lengths.end(), [](const Decimal& length) { return length.sign() <= 0; }))
        std::fill(lengths.begin(), lengths.end(), Decimal(1));
    for (const SequenceStep& step : sequence->steps) {
        const BillItem* item = programme.bill.row(step.bill);
        const BookItem* book = programme.book.row(step.book);
        Decimal left = item ? placedOf(programme, step.bill).left : Decimal(0);
        if (item && book && !book->unit.empty())
            left = [&] {
                const auto turned = converted(left, item->unit, book->unit);
                return turned.ok() ? *turned : Decimal(0); // what measures something else says nothing
            }();
        const std::string& unit = book && !book->unit.empty() ? book->unit : item ? item->unit : std::string();
        const auto shares = shared(left, lengths, unit == "no" || unit == "item" || unit == "set" ? 0 : 3);
        for (std::size_t i = 0; i < units.size(); ++i) units[i].quantities.push_back(shares[i]);
    }
    return units;
}

Result<std::vector<ActivityId>> layOut(Transaction& tx, SequenceId id, std::span<const UnitToLay> units,
                                       BreakdownId parent, bool groupEach) {
    const Sequence* row = tx.programme().sequences.row(id);
    if (!row) return sequenceGone();
    const Sequence sequence = *row;
    if (sequence.steps.empty()) return inputError(worded("the sequence has no steps"), worded("add some first"));
    if (units.empty()) return inputError(worded("no location is chosen"), worded("choose where it is to be laid out"));
    for (const UnitToLay& unit : units)
        if (unit.location && !tx.programme().locations.row(unit.location))
            return inputError(worded("a location that was chosen is no longer there"), worded("choose again"));
    if (parent && !tx.programme().breakdown.row(parent)) return inputError(worded("the group is no longer there"));
    std::vector<ActivityId> made;
    int number = 0;
    for (const LaidOut& unit : tx.programme().laidOut)
        if (unit.sequence == id) number = std::max(number, unit.unit);
    for (const UnitToLay& wanted : units) {
        LaidOut unit;
        unit.id = tx.programme().laidOut.freshId();
        unit.sequence = id;
        unit.location = wanted.location;
        unit.breakdown = parent;
        unit.unit = ++number;
        const Location* place = tx.programme().locations.row(wanted.location);
        if (groupEach) {
            const auto group =
                addChildGroup(tx, parent, place ? place->name : sequence.key + " " + std::to_string(number));
            if (!group.ok()) return group.errors();
            unit.breakdown = *group;
        }
        tx.append(unit);
        for (std::size_t i = 0; i < sequence.steps.size(); ++i) {
            const Decimal quantity = i < wanted.quantities.size() ? wanted.quantities[i] : Decimal(0);
            const auto activity = layStep(tx, sequence, sequence.steps[i].number, unit.id, quantity);
            if (!activity.ok()) return activity.errors();
            made.push_back(*activity);
        }
    }
    // Links come last, because those from unit to unit need both.
    Sequence unlinked = sequence;
    unlinked.links.clear();
    if (const Outcome linked = follow(tx, unlinked, sequence); !linked.ok()) return linked.errors();
    return made;
}

} // namespace yarrin
