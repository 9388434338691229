// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/place_hands.h"

#include "core/base/natural_order.h"
#include "core/base/worded.h"
#include "core/network/calendar_set.h"
#include "edit/activity_edits.h"
#include "edit/bar_edits.h"
#include "edit/bill_edits.h"
#include "edit/link_edits.h"
#include "edit/location_edits.h"
#include "edit/sequence_edits.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

Decimal metresOf(Millimetres at) {
    return Decimal(at, 3);
}

bool inMetres(const Programme& programme, BookItemId id) {
    const BookItem* item = programme.book.row(id);
    return item && (item->unit == "m" || item->unit == "lm");
}

/// The innermost location around a stretch of a line.
LocationId around(const Programme& programme, LocationId line, const MetreSpan& span) {
    LocationId best = line;
    Millimetres least = 0;
    for (const Location& one : programme.locations) {
        if (!hasChainage(one) || !isWithin(programme, one.id, line)) continue;
        const MetreSpan own = chainageOf(one);
        if (own.from > span.from || own.to < span.to) continue;
        if (least == 0 || own.length() < least) {
            least = own.length();
            best = one.id;
        }
    }
    return best;
}

/// Below which row something new at a place stands: the last one there.
ActivityId lastAt(const Programme& programme, LocationId place) {
    ActivityId below;
    for (const Activity& one : programme.activities)
        if (one.location == place && one.kind == ActivityKind::task) below = one.id;
    return below;
}

/// So much work of the calendar that new work has, from the first to the last day.
Minutes workWithin(const Programme& programme, CalendarId calendar, Date start, Date finish) {
    CalendarCache cache;
    CalendarSet set(programme, cache);
    const auto own = set.calendars()[set.indexOf(calendar)];
    return own->worked(startOf(finish + 1)) - own->worked(startOf(start));
}

/// The measure of what was drawn: its length, or what one crew does in its time.
Outcome measured(Transaction& tx, ActivityId id, const DrawnWork& drawn, Minutes work, bool along) {
    const BookItem& item = *tx.programme().book.row(drawn.item);
    if (Outcome set = setBookItem(tx, id, item.key); !set.ok()) return set;
    const Activity& activity = *tx.programme().activities.row(id);
    const Minutes day = dayOf(tx.programme(), activity);
    Decimal quantity(1);
    if (along && inMetres(tx.programme(), drawn.item)) {
        quantity = metresOf(drawn.span->length());
    } else if (item.outputPerCrewDay) {
        const auto does = (Fraction(*item.outputPerCrewDay) * Fraction(work) / Fraction(day)).rounded(0);
        if (does && does->sign() > 0) quantity = *does;
    } else if (item.hoursPerUnit && item.hoursPerUnit->sign() > 0) {
        const auto does = (Fraction(work) / Fraction(60) / Fraction(*item.hoursPerUnit)).rounded(0);
        if (does && does->sign() > 0) quantity = *does;
    }
    if (Outcome set = setMeasureField(tx, id, MeasureField::quantity, quantity.text()); !set.ok()) return set;
    if (Outcome set = setMeasureField(tx, id, MeasureField::crews, "1"); !set.ok()) return set;
    return stretchTo(tx, id, work);
}

Result<ActivityId> drawOne(Transaction& tx, const DrawnWork& drawn, LocationId place, Date start, Date finish,
                           ActivityId behind) {
    const Location& location = *tx.programme().locations.row(place);
    const BookItem* item = tx.programme().book.row(drawn.item);
    const ActivityId below = behind ? behind : lastAt(tx.programme(), place);
    const Activity* above = tx.programme().activities.row(below);
    std::string name = item ? item->name : drawn.name.empty() ? worded("New work") : drawn.name;
    if (!drawn.span) name += ", " + location.name;
    const BreakdownId group = above ? above->breakdown : BreakdownId{};
    const Minutes work = workWithin(
        tx.programme(), above ? calendarOf(tx.programme(), *above) : tx.programme().job.defaultCalendar, start, finish);
    if (work <= 0)
        return inputError(worded("there is no work in these days"),
                          worded("draw over days on which its calendar works"));
    auto id = drawActivity(tx, ActivityKind::task, below, group, name, start, work);
    if (!id.ok()) return id;
    Activity activity = *tx.programme().activities.row(*id);
    activity.location = place;
    activity.stretchOfWork.reset();
    if (drawn.span) {
        const MetreSpan own{location.fromChainage ? millimetres(*location.fromChainage) : 0,
                            location.toChainage ? millimetres(*location.toChainage) : 0};
        if (own != *drawn.span) activity.stretchOfWork = Stretch{metresOf(drawn.span->from), metresOf(drawn.span->to)};
        activity.travel = drawn.up ? Travel::up : Travel::down;
    }
    if (auto fault = faultOfPlace(tx.programme(), activity)) return *fault;
    tx.set(std::move(activity));
    if (drawn.item)
        if (Outcome set = measured(tx, *id, drawn, work, drawn.span.has_value()); !set.ok()) return set.errors();
    return id;
}

/// The parts of a line that a stretch of it covers by half at least, in its direction; else what is around it.
std::vector<LocationId> partsWithin(const Programme& programme, const DrawnWork& drawn) {
    std::vector<std::pair<Millimetres, LocationId>> parts;
    for (const Location& one : programme.locations) {
        if (one.parent != drawn.line || !hasChainage(one)) continue;
        const MetreSpan own = chainageOf(one);
        const auto both = shared(own, *drawn.span);
        if (both && 2 * both->length() >= own.length()) parts.emplace_back(own.from, one.id);
    }
    std::sort(parts.begin(), parts.end());
    if (!drawn.up) std::reverse(parts.begin(), parts.end());
    std::vector<LocationId> out;
    for (const auto& [from, id] : parts) out.push_back(id);
    if (out.empty()) out.push_back(around(programme, drawn.line, *drawn.span));
    return out;
}

Result<std::vector<ActivityId>> drawSequence(Transaction& tx, const DrawnWork& drawn) {
    const std::vector<LocationId> places = drawn.span ? partsWithin(tx.programme(), drawn) : drawn.places;
    if (places.empty()) return inputError(worded("no place lies beneath it"), worded("draw over a place of the chart"));
    auto made = layOut(tx, drawn.sequence, proposedUnits(tx.programme(), drawn.sequence, places), {}, false);
    if (!made.ok() || made->empty()) return made;
    const Constraint held{ConstraintType::startNotBefore, {startOf(drawn.start), true}};
    if (Outcome set = setConstraint(tx, made->front(), held); !set.ok()) return set.errors();
    return made;
}

Schedule datesNow(const Programme& programme) {
    return schedule(programme);
}

/// The clash of these two that is still there, if it is.
std::optional<Clash> stillThere(const Programme& programme, const Clash& clash) {
    const Schedule dates = datesNow(programme);
    if (!dates.ok()) return clash;
    PlacedWork placed = placedWork(programme, dates);
    std::erase_if(placed.pieces,
                  [&](const Piece& piece) { return piece.activity != clash.one && piece.activity != clash.other; });
    placed.runs.clear();
    for (const Clash& one : clashesOf(programme, dates, placed).found)
        if (one.kind != ClashKind::crewTwice) return one;
    return {};
}

/// A link of a type between two: made, or made longer.
Outcome atLeast(Transaction& tx, ActivityId from, ActivityId to, LinkType type, Minutes lag, LagCalendar calendar) {
    for (const Link& link : tx.programme().links) {
        if (link.from != from || link.to != to || link.type != type) continue;
        Link longer = link;
        longer.lag = std::max(link.lag, lag);
        longer.lagCalendar = calendar;
        return setLink(tx, longer);
    }
    const auto made = addLink(tx, Link{{}, from, to, type, lag, calendar});
    return made.ok() ? done() : Outcome(made.errors());
}

} // namespace

Result<std::vector<ActivityId>> drawWork(Transaction& tx, const DrawnWork& drawn) {
    if (drawn.finish < drawn.start)
        return inputError(worded("it takes no time"), worded("draw from its first day to its last one"));
    if (drawn.sequence) return drawSequence(tx, drawn);
    std::vector<ActivityId> made;
    if (drawn.span) {
        if (drawn.span->length() < 1000)
            return inputError(worded("it has no length"), worded("draw it along the line, a metre at least"));
        const LocationId place = around(tx.programme(), drawn.line, *drawn.span);
        if (!tx.programme().locations.row(place)) return inputError(worded("the location is no longer there"));
        auto id = drawOne(tx, drawn, place, drawn.start, drawn.finish, {});
        if (!id.ok()) return id.errors();
        made.push_back(*id);
        return made;
    }
    if (drawn.places.empty())
        return inputError(worded("no place lies beneath it"), worded("draw over a place of the chart"));
    const int days = drawn.finish - drawn.start + 1, count = int(drawn.places.size());
    if (days < count)
        return inputError(worded("it has fewer days than places"), worded("draw a day at least in each place"));
    for (int i = 0; i < count; ++i) {
        if (!tx.programme().locations.row(drawn.places[std::size_t(i)]))
            return inputError(worded("the location is no longer there"));
        const Date start = drawn.start + days * i / count, finish = drawn.start + (days * (i + 1) / count - 1);
        auto id =
            drawOne(tx, drawn, drawn.places[std::size_t(i)], start, finish, made.empty() ? ActivityId{} : made.back());
        if (!id.ok()) return id.errors();
        if (!made.empty()) {
            // It follows the one before; what holds it is that one.
            const auto linked = addLink(tx, Link{{}, made.back(), *id, LinkType::fs});
            if (!linked.ok()) return linked.errors();
            if (Outcome freed = setConstraint(tx, *id, {}); !freed.ok()) return freed.errors();
        }
        made.push_back(*id);
    }
    return made;
}

Outcome shiftRange(Transaction& tx, ActivityId id, RangePart part, Millimetres by) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    const auto stretch = stretchOf(tx.programme(), *row);
    if (!stretch) return inputError(worded("%1 has no range of chainage", row->key), worded("type its range first"));
    MetreSpan span{millimetres(stretch->from), millimetres(stretch->to)};
    if (part != RangePart::to) span.from += by;
    if (part != RangePart::from) span.to += by;
    if (span.length() < 1000) return inputError(worded("a range has a metre at least"));
    Activity activity = *row;
    activity.stretchOfWork = Stretch{metresOf(span.from), metresOf(span.to)};
    if (faultOfPlace(tx.programme(), activity)) {
        // Into the place next to it, where that holds all of it.
        std::size_t left = tx.programme().locations.size() + 1;
        const Location* at = tx.programme().locations.row(activity.location);
        while (at && left-- > 0 && faultOfPlace(tx.programme(), activity)) {
            at = tx.programme().locations.row(at->parent);
            if (at) activity.location = at->id;
        }
    }
    if (auto fault = faultOfPlace(tx.programme(), activity)) return *fault;
    // A range that is all of its location needs no other.
    const Location& location = *tx.programme().locations.row(activity.location);
    if (location.fromChainage && location.toChainage && activity.stretchOfWork->from == *location.fromChainage &&
        activity.stretchOfWork->to == *location.toChainage)
        activity.stretchOfWork.reset();
    tx.set(std::move(activity));
    return done();
}

Outcome movePlace(Transaction& tx, ActivityId id, LocationId to) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    if (!tx.programme().locations.row(to)) return inputError(worded("the location is no longer there"));
    Activity activity = *row;
    activity.location = to;
    fitPlace(tx.programme(), activity);
    tx.set(std::move(activity));
    return done();
}

std::vector<ActivityId> chained(const Programme& programme, const Schedule& schedule, std::span<const ActivityId> ids,
                                ChainOrder order) {
    struct One {
        ActivityId id;
        Instant start;
        Decimal chainage;
        std::size_t place;
        std::string_view key;
    };
    std::vector<One> rows;
    for (const ActivityId id : ids) {
        const std::size_t at = programme.activities.indexOf(id);
        if (at >= schedule.activities.size() || programme.activities[at].kind == ActivityKind::hammock) continue;
        const Activity& activity = programme.activities[at];
        const auto stretch = stretchOf(programme, activity);
        rows.push_back({id, schedule.activities[at].earlyStart, stretch ? stretch->from : Decimal(),
                        programme.locations.indexOf(activity.location), activity.key});
    }
    std::sort(rows.begin(), rows.end(), [&](const One& a, const One& b) {
        if (order == ChainOrder::place) {
            if (a.chainage != b.chainage) return a.chainage < b.chainage;
            if (a.place != b.place) return a.place < b.place;
        }
        if (a.start != b.start) return a.start < b.start;
        return standsBefore(a.key, b.key);
    });
    std::vector<ActivityId> out;
    for (const One& one : rows) out.push_back(one.id);
    return out;
}

Outcome linkChain(Transaction& tx, std::span<const ActivityId> ids) {
    if (ids.size() < 2) return inputError(worded("there is nothing to link"), worded("choose two activities at least"));
    for (std::size_t i = 0; i + 1 < ids.size(); ++i) {
        const bool linked = std::any_of(tx.programme().links.begin(), tx.programme().links.end(), [&](const Link& one) {
            return one.from == ids[i] && one.to == ids[i + 1] && one.type == LinkType::fs;
        });
        if (linked) continue;
        if (const auto made = addLink(tx, Link{{}, ids[i], ids[i + 1], LinkType::fs}); !made.ok()) return made.errors();
    }
    return done();
}

Outcome keepApart(Transaction& tx, const Schedule& dates, const Clash& clash) {
    if (clash.kind == ClashKind::crewTwice)
        return inputError(worded("a crew in two places is kept apart by its own links"),
                          worded("take the lead from the link between"));
    const PlacedWork placed = placedWork(tx.programme(), dates);
    const auto pieceOf = [&](ActivityId id) {
        return std::find_if(placed.pieces.begin(), placed.pieces.end(),
                            [&](const auto& one) { return one.activity == id; });
    };
    auto first = pieceOf(clash.one), second = pieceOf(clash.other);
    if (first == placed.pieces.end() || second == placed.pieces.end())
        return inputError(worded("the work is no longer there"));
    // What begins first stays in front.
    if (second->start < first->start) std::swap(first, second);
    const Programme& programme = tx.programme();
    const Activity& follower = programme.activities[second->index];
    if (follower.actualStart) return inputError(worded("%1 has begun, and cannot come later", follower.key));
    const Apart apart = apartOf(programme, *first, *second);
    const LagCalendar calendar = apart.daysOf;
    const auto dayOfLag = [&] {
        if (calendar == LagCalendar::continuous) return minutesPerDay;
        const Piece& whose = calendar == LagCalendar::predecessor ? *first : *second;
        return dates.calendarOf(dates.activities[whose.index]).dayMinutes();
    }();
    const auto wanted =
        apart.days ? (Fraction(*apart.days) * Fraction(dayOfLag)).rounded(0).value_or(Decimal()).mantissa() : 0;
    const bool along = moves(first->travel) && first->travel == second->travel && first->line == second->line;
    const ActivityId one = first->activity, other = second->activity;
    Minutes lag = wanted;
    std::optional<Clash> left;
    for (int turn = 0; turn < 12; ++turn) {
        if (along) {
            if (Outcome set = atLeast(tx, one, other, LinkType::ss, lag, calendar); !set.ok()) return set;
            if (Outcome set = atLeast(tx, one, other, LinkType::ff, lag, calendar); !set.ok()) return set;
        } else if (Outcome set = atLeast(tx, one, other, LinkType::fs, lag, calendar); !set.ok()) {
            return set;
        }
        left = stillThere(tx.programme(), clash);
        if (!left) return done();
        const Minutes missing = left->kind == ClashKind::tooSoon ? left->wanted - left->gap : dayOfLag;
        lag += std::max<Minutes>(missing, dayOfLag / 2);
    }
    return inputError(worded("links do not keep them apart: something else holds the dates"),
                      worded("look at their constraints"));
}

Outcome setClashAside(Transaction& tx, const Clash& clash, std::string_view reason) {
    const std::string typed = trimmed(reason);
    for (const SetAside& one : tx.programme().setAside) {
        if (one.concern != concernOf(clash.kind)) continue;
        const bool same = (one.activity == clash.one && one.other == clash.other) ||
                          (one.activity == clash.other && one.other == clash.one);
        if (!same) continue;
        if (typed.empty()) {
            tx.erase<SetAside>(one.id);
            return done();
        }
        SetAside changed = one;
        changed.reason = typed;
        if (auto fault = faultOf(changed)) return *fault;
        tx.set(std::move(changed));
        return done();
    }
    SetAside one;
    one.id = tx.programme().setAside.freshId();
    one.concern = concernOf(clash.kind);
    one.activity = clash.one;
    one.other = clash.other;
    one.reason = typed;
    if (auto fault = faultOf(one)) return *fault;
    tx.append(std::move(one));
    return done();
}

} // namespace yarrin
