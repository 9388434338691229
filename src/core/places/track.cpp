// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/places/track.h"

#include "core/progress/progress_lines.h"
#include "core/quantity/bill.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace yarrin {

namespace {

using Wide = __int128;

/// a × b / c to the nearest whole number, halves up; c > 0.
std::int64_t share(std::int64_t a, std::int64_t b, std::int64_t c) {
    const Wide product = Wide(a) * Wide(b);
    const Wide half = c / 2;
    const Wide sum = product + half;
    Wide quotient = sum / c;
    if (sum < 0 && quotient * c != sum) --quotient;
    return std::int64_t(quotient);
}

/// A part of an activity's work in time: working minutes of its calendar, and how much of the whole is done before and
/// after, in millionths.
struct Phase {
    Minutes from = 0, to = 0;
    std::int64_t doneFrom = 0, doneTo = 0;
};
constexpr std::int64_t whole = 1'000'000;

/// The phases of an activity; where its calendar has no work between its dates, none.
std::vector<Phase> phasesOf(const Activity& activity, const ActivityFigures& figures, const WorkCalendar& own,
                            std::optional<Instant> dataDate) {
    const Minutes start = own.worked(figures.earlyStart), finish = own.worked(figures.earlyFinish);
    if (figures.state == NodeState::inProgress && dataDate) {
        const auto done =
            std::clamp<std::int64_t>(std::llround(shareDone(activity, figures, {}) * double(whole)), 0, whole);
        const Minutes now = std::max(start, own.worked(*dataDate));
        const Minutes again = std::max(now, own.worked(figures.remainingStart.value_or(*dataDate)));
        return {{start, now, 0, done}, {again, std::max(again, finish), done, whole}};
    }
    std::vector<Phase> phases;
    Minutes at = start, rested = 0;
    if (figures.state == NodeState::notStarted && !activity.pauses.empty() && figures.duration > 0) {
        std::vector<Pause> pauses = activity.pauses;
        std::sort(pauses.begin(), pauses.end(), [](const Pause& a, const Pause& b) { return a.after < b.after; });
        Minutes all = 0;
        for (const Pause& pause : pauses)
            if (pause.after > 0 && pause.after < figures.duration) all += pause.rest;
        const Minutes work = std::max<Minutes>(1, finish - start - all);
        std::int64_t done = 0;
        for (const Pause& pause : pauses) {
            if (pause.after <= 0 || pause.after >= figures.duration) continue;
            const Minutes to = start + pause.after + rested;
            const std::int64_t then = std::min(whole, share(whole, pause.after, work));
            phases.push_back({at, to, done, then});
            done = then;
            rested += pause.rest;
            at = to + pause.rest;
        }
        phases.push_back({at, std::max(at, finish), done, whole});
        return phases;
    }
    return {{start, finish, 0, whole}};
}

/// Where along a front's stretch so much of its work is done.
class Course {
public:
    Course(Millimetres from, Millimetres to, const Profile& profile) : m_from(from), m_to(to) {
        const MetreSpan span{std::min(from, to), std::max(from, to)};
        std::vector<std::pair<Millimetres, double>> parts; // lengths and quantities, in order of chainage
        for (const ProfilePart& part : profile)
            if (const auto both = shared(part.span, span))
                parts.emplace_back(both->length(),
                                   part.quantity.toDouble() * double(both->length()) / double(part.span.length()));
        double all = 0;
        Millimetres length = 0;
        for (const auto& [long_, quantity] : parts) {
            all += quantity;
            length += long_;
        }
        if (!(all > 0) || length != span.length()) return; // no profile for all of it: evenly
        if (to < from) std::reverse(parts.begin(), parts.end());
        double sum = 0;
        length = 0;
        for (const auto& [long_, quantity] : parts) {
            sum += quantity;
            length += long_;
            m_steps.push_back({std::min(whole, std::int64_t(std::llround(sum / all * double(whole)))), length});
        }
        m_steps.back().done = whole;
    }
    /// After `part` of `of` of the work between two shares.
    [[nodiscard]] Millimetres at(const Phase& phase, Minutes part) const {
        const Minutes of = phase.to - phase.from;
        const std::int64_t gone = phase.doneTo - phase.doneFrom;
        // Shares of all of the work, times the minutes of this phase, so that nothing is rounded before the end.
        const Wide done = of > 0 ? Wide(phase.doneFrom) * of + Wide(gone) * part : Wide(phase.doneTo);
        const Wide all = Wide(whole) * std::max<Minutes>(1, of);
        return of > 0 ? placed(done, all) : placed(Wide(phase.doneTo), Wide(whole));
    }
    /// Shares at which the pace changes.
    struct Step {
        std::int64_t done;
        Millimetres length;
    };
    [[nodiscard]] const std::vector<Step>& steps() const { return m_steps; }

private:
    [[nodiscard]] Millimetres placed(Wide done, Wide all) const {
        const Millimetres length = std::abs(m_to - m_from);
        Wide gone = 0;
        if (m_steps.empty()) {
            gone = (Wide(length) * done + all / 2) / all;
        } else {
            Step before{0, 0};
            for (const Step& step : m_steps) {
                if (done * whole > Wide(step.done) * all) {
                    before = step;
                    continue;
                }
                const Wide over = done * whole - Wide(before.done) * all; // of whole × all
                const Wide width = Wide(step.done - before.done) * all;
                gone = width > 0 ? before.length + (Wide(step.length - before.length) * over + width / 2) / width
                                 : Wide(step.length);
                break;
            }
            if (done >= all) gone = length;
        }
        return m_from + (m_to >= m_from ? Millimetres(gone) : -Millimetres(gone));
    }

    Millimetres m_from, m_to;
    std::vector<Step> m_steps;
};

void add(Way& way, Instant when, Millimetres at) {
    if (!way.empty() && way.back().when == when && way.back().at == at) return;
    way.push_back({when, at});
}

class Walker {
public:
    Walker(const WorkCalendar& own, const Piece& piece, const std::vector<Phase>& phases, bool days)
        : m_own(own), m_piece(piece), m_phases(phases), m_days(days) {}

    [[nodiscard]] Way walk(Millimetres from, Millimetres to, const Profile& profile) const {
        const Course course(from, to, profile);
        Way way;
        add(way, m_piece.start, from);
        for (const Phase& phase : m_phases) walk(way, course, phase);
        if (way.back().when < m_piece.finish || way.back().at != to) add(way, m_piece.finish, to);
        return way;
    }

private:
    void walk(Way& way, const Course& course, const Phase& phase) const {
        if (phase.to <= phase.from) return;
        std::set<Minutes> stops{phase.to}; // working minutes at which a point is wanted
        const std::int64_t gone = phase.doneTo - phase.doneFrom;
        for (const Course::Step& step : course.steps())
            if (step.done > phase.doneFrom && step.done < phase.doneTo) {
                // The minutes before and behind it, so that it is right at every minute.
                const Minutes at = phase.from + (step.done - phase.doneFrom) * (phase.to - phase.from) / gone;
                stops.insert(std::min(at, phase.to));
                stops.insert(std::min(at + 1, phase.to));
            }
        if (m_days) {
            const Date last = dateOf(m_own.endOfMinute(phase.to));
            for (Date day = dateOf(m_own.startOfMinute(phase.from)) + 1; day <= last; day = day + 1)
                if (const Minutes n = m_own.worked(startOf(day)); n > phase.from && n < phase.to) stops.insert(n);
        }
        Minutes at = phase.from;
        auto stop = stops.begin();
        while (at < phase.to && stop != stops.end()) {
            if (*stop <= at) {
                ++stop;
                continue;
            }
            const Minutes next = m_days ? *stop : std::min(*stop, endOfSpell(m_own, at, *stop));
            add(way, m_own.startOfMinute(at), course.at(phase, at - phase.from));
            add(way, m_own.endOfMinute(next), course.at(phase, next - phase.from));
            at = next;
        }
    }

    const WorkCalendar& m_own;
    const Piece& m_piece;
    const std::vector<Phase>& m_phases;
    bool m_days;
};

std::vector<Way> walked(const Programme& programme, const Schedule& schedule, const Piece& piece, bool days) {
    if (!moves(piece.travel) || !piece.span) return {};
    const Activity& activity = programme.activities[piece.index];
    const ActivityFigures& figures = schedule.activities[piece.index];
    const WorkCalendar& own = schedule.calendarOf(figures);
    const std::vector<Phase> phases = phasesOf(activity, figures, own, programme.job.dataDate);
    const Profile& profile = piece.pace;
    const Walker walker(own, piece, phases, days);
    const Millimetres a = piece.span->from, b = piece.span->to, middle = a + (b - a) / 2;
    switch (piece.travel) {
    case Travel::up:
        return {walker.walk(a, b, profile)};
    case Travel::down:
        return {walker.walk(b, a, profile)};
    case Travel::fromEnds:
        return {walker.walk(a, middle, profile), walker.walk(b, middle, profile)};
    default:
        return {walker.walk(middle, a, profile), walker.walk(middle, b, profile)};
    }
}

} // namespace

Minutes endOfSpell(const WorkCalendar& own, Minutes n, Minutes last) {
    const Instant start = own.startOfMinute(n);
    const auto unbroken = [&](Minutes to) { return own.endOfMinute(to) - start == to - n; };
    Minutes low = n + 1, step = 240;
    while (low < last && unbroken(std::min(last, low + step))) {
        low = std::min(last, low + step);
        step *= 2;
    }
    Minutes high = std::min(last, low + step);
    if (low >= last) return last;
    while (low + 1 < high) {
        const Minutes middle = low + (high - low) / 2;
        (unbroken(middle) ? low : high) = middle;
    }
    return unbroken(high) ? high : low;
}

Millimetres millimetres(const Decimal& metres) {
    const auto rounded = (Fraction(metres) * Fraction(1000)).rounded(0);
    return rounded ? rounded->mantissa() : 0;
}

double metres(Millimetres at) {
    return double(at) / 1000;
}

std::optional<MetreSpan> shared(const MetreSpan& a, const MetreSpan& b) {
    const MetreSpan both{std::max(a.from, b.from), std::min(a.to, b.to)};
    return both.from < both.to ? std::optional(both) : std::nullopt;
}

Millimetres placeAt(const Way& way, Instant when) {
    if (when <= way.front().when) return way.front().at;
    const auto after =
        std::upper_bound(way.begin(), way.end(), when, [](Instant t, const WayPoint& point) { return t < point.when; });
    if (after == way.end()) return way.back().at;
    const WayPoint& a = *std::prev(after);
    const WayPoint& b = *after;
    return a.at + share(b.at - a.at, when - a.when, b.when - a.when);
}

std::optional<Passing> passing(const Way& way, Millimetres at) {
    const bool up = way.front().at <= way.back().at;
    const auto short_ = [&](const WayPoint& point, Millimetres place) {
        return up ? point.at < place : point.at > place;
    };
    if (short_(way.back(), at) || (up ? at < way.front().at : at > way.front().at)) return {};
    const auto first =
        std::partition_point(way.begin(), way.end(), [&](const auto& point) { return short_(point, at); });
    const auto behind = std::partition_point(
        way.begin(), way.end(), [&](const WayPoint& point) { return up ? point.at <= at : point.at >= at; });
    const auto between = [&](const WayPoint& a, const WayPoint& b) {
        return a.when + share(b.when - a.when, std::abs(at - a.at), std::abs(b.at - a.at));
    };
    Passing out;
    out.arrives = first->at == at ? first->when : between(*std::prev(first), *first);
    const WayPoint& last = *std::prev(behind);
    out.leaves = last.at == at || behind == way.end() ? last.when : between(last, *behind);
    return out;
}

std::vector<Way> waysOf(const Programme& programme, const Schedule& schedule, const Piece& piece) {
    return walked(programme, schedule, piece, false);
}

std::vector<Way> sketchOf(const Programme& programme, const Schedule& schedule, const Piece& piece) {
    return walked(programme, schedule, piece, true);
}

} // namespace yarrin
