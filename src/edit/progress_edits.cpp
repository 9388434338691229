// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/progress_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/network/effects.h"
#include "core/network/network.h"
#include "core/quantity/measure.h"
#include "edit/activity_edits.h"
#include "edit/contract_edits.h"

namespace yarrin {

namespace {

/// The activity's calendar, for dates about a day: a window of a few years is quick to compile.
WorkCalendar calendarAbout(const Programme& programme, const Activity& activity, Date day) {
    auto definition = resolve(programme.calendars.rows(), calendarOf(programme, activity));
    return WorkCalendar(definition.ok() ? std::move(definition).value() : continuous(), day + -400, day + 400);
}

std::string dayText(Instant t) {
    return isoDate(dateOf(t));
}

Result<Activity> found(const Programme& programme, ActivityId id) {
    const Activity* row = programme.activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    if (row->kind == ActivityKind::hammock)
        return inputError(worded("a hammock has no progress of its own"),
                          worded("enter it for the activities that it spans"));
    return *row;
}

Result<Activity> inProgress(const Programme& programme, ActivityId id) {
    auto activity = found(programme, id);
    if (!activity.ok()) return activity;
    if (!activity->actualStart) return inputError(worded("it has not started"), worded("enter its actual start first"));
    if (activity->actualFinish)
        return inputError(worded("it is finished"), worded("take its actual finish away first"));
    return activity;
}

/// The measure with what events made of quantity and output.
std::optional<Measure> measureOf(const Programme& programme, const Activity& activity) {
    return affectedMeasure(activity, ActingEffects(programme).on(activity.id));
}

/// Working time from the actual start to the data date.
Minutes elapsed(const Programme& programme, const Activity& activity) {
    const WorkCalendar calendar = calendarAbout(programme, activity, dateOf(*activity.actualStart));
    return calendar.worked(*programme.job.dataDate) - calendar.worked(*activity.actualStart);
}

} // namespace

Outcome setDataDate(Transaction& tx, std::string_view text) {
    Job job = tx.programme().job;
    if (trimmedView(text).empty()) {
        for (const Activity& activity : tx.programme().activities)
            if (activity.actualStart || activity.actualFinish)
                return inputError(worded("there are actual dates"),
                                  worded("take them away before the data date, %1 first", activity.key));
        job.dataDate.reset();
        tx.setJob(std::move(job));
        return done();
    }
    const auto date = parseTypedDate(text);
    if (!date.ok()) return date.error();
    const Instant at = startOf(*date);
    if (*date < dateOf(job.start))
        return inputError(worded("the programme starts on %1", dayText(job.start)), worded("choose a later day"));
    for (const Activity& activity : tx.programme().activities)
        for (const auto& actual : {activity.actualStart, activity.actualFinish})
            if (actual && *actual > at)
                return inputError(worded("%1 has an actual date of %2", activity.key, dayText(*actual)),
                                  worded("a data date lies behind everything that is known"));
    job.dataDate = at;
    tx.setJob(std::move(job));
    return done();
}

Result<Instant> parseActual(const Programme& programme, const Activity& activity, Actual which, std::string_view text) {
    if (const auto instant = parseInstant(trimmedView(text))) return *instant;
    const auto date = parseTypedDate(text);
    if (!date.ok()) return date.error();
    // The day's work decides; a milestone, and a day without work, have no times of their own.
    const WorkCalendar calendar = calendarAbout(programme, activity, *date);
    return boundOf({startOf(*date), true}, which == Actual::start, calendar);
}

Outcome setActual(Transaction& tx, ActivityId id, Actual which, std::string_view text) {
    auto activity = found(tx.programme(), id);
    if (!activity.ok()) return activity.error();
    Activity a = std::move(activity).value();
    std::optional<Instant>& actual = which == Actual::start ? a.actualStart : a.actualFinish;
    if (trimmedView(text).empty()) {
        if (which == Actual::start && a.actualFinish && !isMilestone(a.kind))
            return inputError(worded("it has an actual finish"), worded("take that away first"));
        actual.reset();
        if (which == Actual::start) {
            a.remaining.reset();
            a.quantityDone.reset();
            if (isMilestone(a.kind)) a.actualFinish.reset();
        }
        tx.set(std::move(a));
        return done();
    }
    const auto& dataDate = tx.programme().job.dataDate;
    if (!dataDate)
        return inputError(worded("there is no data date"), worded("set it first: up to when is known what happened"));
    const auto at = parseActual(tx.programme(), a, which, text);
    if (!at.ok()) return at.error();
    if (*at > *dataDate)
        return inputError(worded("%1 is not before the data date of %2", dayText(*at), dayText(*dataDate)),
                          worded("what happens then is not known yet"));
    if (which == Actual::finish && !isMilestone(a.kind)) {
        if (!a.actualStart) return inputError(worded("it has no actual start"), worded("enter when it started first"));
        if (*at < *a.actualStart)
            return inputError(worded("it started on %1", dayText(*a.actualStart)),
                              worded("it cannot have finished before that"));
        // What is finished has nothing left.
        a.remaining.reset();
        if (a.quantityDone) {
            const auto measure = measureOf(tx.programme(), a);
            a.quantityDone = measure ? std::optional(measure->quantity) : std::nullopt;
        }
    }
    if (which == Actual::start && a.actualFinish && !isMilestone(a.kind) && *a.actualFinish < *at)
        return inputError(worded("it finished on %1", dayText(*a.actualFinish)),
                          worded("it cannot have started after that"));
    actual = *at;
    a.levelledFrom.reset(); // what has started is held by nothing
    // A milestone has one date, whichever column it is typed in.
    if (isMilestone(a.kind)) a.actualStart = a.actualFinish = *at;
    tx.set(std::move(a));
    return done();
}

Outcome setRemaining(Transaction& tx, ActivityId id, std::string_view text) {
    auto activity = inProgress(tx.programme(), id);
    if (!activity.ok()) return activity.error();
    Activity a = std::move(activity).value();
    a.quantityDone.reset();
    a.remaining.reset();
    if (!trimmedView(text).empty()) {
        const auto span = parseSpan(text, dayUnitOf(tx.programme(), calendarOf(tx.programme(), a)));
        if (!span.ok()) return span.error();
        if (span->minutes == 0)
            return inputError(worded("nothing of it is left"), worded("enter its actual finish instead"));
        a.remaining = span->minutes;
    }
    tx.set(std::move(a));
    return done();
}

Outcome setQuantityDone(Transaction& tx, ActivityId id, std::string_view text) {
    auto activity = inProgress(tx.programme(), id);
    if (!activity.ok()) return activity.error();
    Activity a = std::move(activity).value();
    const auto figure = parseOptionalFigure(text);
    if (!figure.ok()) return figure.error();
    a.quantityDone = *figure;
    a.remaining.reset();
    if (a.quantityDone) {
        const ActingEffects acting(tx.programme());
        const auto measure = affectedMeasure(a, acting.on(id));
        if (!measure) return inputError(worded("it has no quantity"), worded("enter the days that are left instead"));
        if (a.quantityDone->sign() < 0) return inputError(worded("less than nothing cannot have been done"));
        const Fraction left = Fraction(measure->quantity) - Fraction(*a.quantityDone);
        if (left.sign() < 0)
            return inputError(worded("that is more than the %1 %2 of it", measure->quantity.text(), measure->unit),
                              worded("correct its quantity first"));
        if (left.sign() == 0) return inputError(worded("all of it is done"), worded("enter its actual finish instead"));
        Measure rest = *measure;
        const auto quantity = left.rounded(12);
        if (!quantity) return inputError(worded("the figure has too many digits"));
        rest.quantity = *quantity;
        const auto minutes = durationOf(rest, dayOf(tx.programme(), a));
        if (!minutes.ok()) return minutes.error();
        if (!*minutes)
            return inputError(worded("no output and crews are stated"), worded("enter the days that are left instead"));
        a.remaining = **minutes;
        // Work that events added has no quantity of its own: of it as much is left as of the rest.
        const Fraction added = Fraction(addedWork(acting.on(id))) * left / Fraction(measure->quantity);
        if (const auto whole = added.ceil()) *a.remaining += *whole;
    }
    tx.set(std::move(a));
    return done();
}

Outcome forecastAtAchieved(Transaction& tx, std::span<const ActivityId> ids) {
    for (const ActivityId id : ids) {
        auto activity = inProgress(tx.programme(), id);
        if (!activity.ok()) return activity.error();
        Activity a = std::move(activity).value();
        if (!a.measure || !a.quantityDone || a.quantityDone->sign() <= 0)
            return inputError(worded("%1 has no quantity done", a.key), worded("enter what was done of it first"));
        const Minutes passed = elapsed(tx.programme(), a);
        if (passed <= 0) return inputError(worded("%1 has had no working time yet", a.key));
        const Fraction left = Fraction(measureOf(tx.programme(), a)->quantity) - Fraction(*a.quantityDone);
        const auto minutes = roundedUp(Fraction(passed) * left / Fraction(*a.quantityDone), a.measure->roundTo,
                                       dayOf(tx.programme(), a));
        if (!minutes.ok()) return minutes.error();
        a.remaining = *minutes;
        tx.set(std::move(a));
    }
    return done();
}

std::optional<Achieved> achievedOf(const Programme& programme, const Activity& activity, const WorkCalendar& calendar,
                                   Minutes duration) {
    if (!activity.measure || !activity.quantityDone || !activity.actualStart || !programme.job.dataDate ||
        duration <= 0)
        return {};
    const Fraction day(calendar.dayMinutes());
    Achieved result{Fraction(measureOf(programme, activity)->quantity) * day / Fraction(duration), {}};
    const Instant until = activity.actualFinish.value_or(*programme.job.dataDate);
    const Minutes passed = calendar.worked(until) - calendar.worked(*activity.actualStart);
    if (passed > 0) result.achieved = Fraction(*activity.quantityDone) * day / Fraction(passed);
    return result;
}

Due dueOf(const Activity& activity, Instant plannedStart, Instant plannedFinish, Instant dataDate,
          std::optional<Instant> since) {
    if (activity.kind == ActivityKind::hammock) return Due::none;
    if (activity.actualFinish) return !since || *activity.actualFinish >= *since ? Due::finished : Due::none;
    if (activity.actualStart) return plannedFinish <= dataDate ? Due::toFinish : Due::started;
    return plannedStart < dataDate ? Due::toStart : Due::none;
}

} // namespace yarrin
