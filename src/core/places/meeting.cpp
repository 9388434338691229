// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/places/meeting.h"

#include <algorithm>

namespace yarrin {

namespace {

/// When a mover is at a place: all of its time, of a block.
std::optional<Passing> timeAt(const Mover& one, Millimetres at) {
    if (!one.way) return Passing{one.start, one.finish};
    return passing(*one.way, at);
}

/// Places at which anything changes within a span: its ends, and the points of both ways.
std::vector<Millimetres> placesWithin(const MetreSpan& span, const Mover& a, const Mover& b) {
    std::vector<Millimetres> places{span.from, span.to};
    for (const Mover* one : {&a, &b})
        if (one->way)
            for (const WayPoint& point : *one->way)
                if (point.at > span.from && point.at < span.to) places.push_back(point.at);
    std::sort(places.begin(), places.end());
    places.erase(std::unique(places.begin(), places.end()), places.end());
    return places;
}

enum class Order { aFirst, bFirst, both, same };

Order orderOf(const Passing& a, const Passing& b) {
    const bool aFirst = a.leaves <= b.arrives, bFirst = b.leaves <= a.arrives;
    if (aFirst && bFirst) return Order::same;
    return aFirst ? Order::aFirst : bFirst ? Order::bFirst : Order::both;
}

/// When a front is strictly inside a span: from when it leaves the edge by which it comes in until it reaches the
/// other.
std::optional<Passing> inside(const Way& way, const MetreSpan& span) {
    const bool up = way.front().at <= way.back().at;
    const Millimetres in = up ? span.from : span.to, out = up ? span.to : span.from;
    const bool starts = up ? way.front().at > in : way.front().at < in;
    const bool ends = up ? way.back().at < out : way.back().at > out;
    const auto entry = starts ? std::optional(Passing{way.front().when, way.front().when}) : passing(way, in);
    const auto exit = ends ? std::optional(Passing{way.back().when, way.back().when}) : passing(way, out);
    if (!entry || !exit) return {};
    // A front that begins, or ends, on an edge is inside from its start, or until its finish.
    const Instant from = !starts && way.front().at == in ? way.front().when : entry->leaves;
    const Instant to = !ends && way.back().at == out ? way.back().when : exit->arrives;
    return from < to ? std::optional(Passing{from, to}) : std::nullopt;
}

std::optional<AtOnce> blockAndFront(const Mover& block, const Mover& front, const MetreSpan& span) {
    const auto in = inside(*front.way, span);
    if (!in) return {};
    const Instant from = std::max(in->arrives, block.start), to = std::min(in->leaves, block.finish);
    if (!(from < to)) return {};
    const Millimetres a = std::clamp(placeAt(*front.way, from), span.from, span.to);
    const Millimetres b = std::clamp(placeAt(*front.way, to), span.from, span.to);
    return AtOnce{{std::min(a, b), std::max(a, b)}, from, to};
}

std::optional<AtOnce> fronts(const Mover& a, const Mover& b, const MetreSpan& span) {
    std::optional<AtOnce> found;
    const auto take = [&](Millimetres from, Millimetres to, Instant since, Instant until) {
        if (!found) found = AtOnce{{from, to}, since, until};
        found->span = {std::min(found->span.from, from), std::max(found->span.to, to)};
        found->from = std::min(found->from, since);
        found->to = std::max(found->to, until);
    };
    std::optional<Order> known; // who was first where that was told last
    bool any = false;
    Millimetres last = span.from, knownAt = span.from;
    Passing lastA{}, lastB{}, knownA{}, knownB{};
    for (const Millimetres at : placesWithin(span, a, b)) {
        const auto pa = passing(*a.way, at), pb = passing(*b.way, at);
        if (!pa || !pb) continue;
        const Order order = orderOf(*pa, *pb);
        const auto since = [&](const Passing& one, const Passing& other) {
            return std::min({one.arrives, other.arrives, pa->arrives, pb->arrives});
        };
        const auto until = [&](const Passing& one, const Passing& other) {
            return std::max({one.leaves, other.leaves, pa->leaves, pb->leaves});
        };
        if (order == Order::both) take(at, at, std::max(pa->arrives, pb->arrives), std::min(pa->leaves, pb->leaves));
        if (any && lastA.leaves == lastB.leaves && pa->arrives == pb->arrives) // both go along together
            take(last, at, since(lastA, lastB), until(lastA, lastB));
        if (order == Order::aFirst || order == Order::bFirst) {
            if (known && *known != order) take(knownAt, at, since(knownA, knownB), until(knownA, knownB));
            known = order;
            knownAt = at;
            knownA = *pa;
            knownB = *pb;
        }
        any = true;
        last = at;
        lastA = *pa;
        lastB = *pb;
    }
    return found;
}

/// Instants between two at which a calendar starts or stops to work.
void changesWithin(const WorkCalendar& own, Instant from, Instant to, std::vector<Instant>& out) {
    Instant at = from;
    for (int guard = 0; at < to && guard < 10'000; ++guard) {
        const Minutes n = own.worked(at);
        const Instant next = own.startOfMinute(n);
        Instant change = next;
        if (next <= at) { // it works: to the end of this spell
            const Minutes last = own.worked(to);
            if (n >= last) return;
            change = own.endOfMinute(endOfSpell(own, n, last));
        }
        if (!(change < to)) return;
        if (change > from) out.push_back(change);
        at = change > at ? change : at + 1;
    }
}

/// Places where a way crosses a change of the calendar by which gaps are counted.
void addChanges(const Mover& one, const DayCount& days, const MetreSpan& span, std::vector<Millimetres>& places) {
    if (!one.way || !days.calendar) return;
    std::vector<Instant> changes;
    for (std::size_t i = 0; i + 1 < one.way->size(); ++i) {
        const WayPoint& p = (*one.way)[i];
        const WayPoint& q = (*one.way)[i + 1];
        if (p.at == q.at || std::max(p.at, q.at) < span.from || std::min(p.at, q.at) > span.to) continue;
        changesWithin(*days.calendar, p.when, q.when, changes);
    }
    for (const Instant change : changes)
        if (const Millimetres at = placeAt(*one.way, change); at > span.from && at < span.to) places.push_back(at);
}

} // namespace

std::optional<AtOnce> meetOf(const Mover& a, const Mover& b) {
    const auto span = shared(a.span, b.span);
    if (!span || !(a.start < b.finish) || !(b.start < a.finish)) return {};
    if (!a.way && !b.way) return AtOnce{*span, std::max(a.start, b.start), std::min(a.finish, b.finish)};
    if (!a.way) return blockAndFront(a, b, *span);
    if (!b.way) return blockAndFront(b, a, *span);
    return fronts(a, b, *span);
}

std::optional<Behind> behindOf(const Mover& a, const Mover& b, const DayCount& ifAFirst, const DayCount& ifBFirst,
                               Minutes wantedIfAFirst, Minutes wantedIfBFirst) {
    const auto span = shared(a.span, b.span);
    if (!span) return {};
    std::vector<Millimetres> places = placesWithin(*span, a, b);
    for (const Mover* one : {&a, &b})
        for (const DayCount* days : {&ifAFirst, &ifBFirst}) addChanges(*one, *days, *span, places);
    std::sort(places.begin(), places.end());
    places.erase(std::unique(places.begin(), places.end()), places.end());
    // Where both pass a place at one instant, the order elsewhere tells who is in front.
    bool usual = true;
    for (const Millimetres at : places) {
        const auto pa = timeAt(a, at), pb = timeAt(b, at);
        if (!pa || !pb || orderOf(*pa, *pb) == Order::same) continue;
        usual = pa->leaves <= pb->arrives;
        break;
    }
    std::optional<Behind> out;
    std::optional<std::pair<Millimetres, Minutes>> before; // place, and by how much the gap falls short
    for (const Millimetres at : places) {
        const auto pa = timeAt(a, at), pb = timeAt(b, at);
        if (!pa || !pb) continue;
        const bool aFirst = orderOf(*pa, *pb) == Order::same ? usual : pa->leaves <= pb->arrives;
        const Instant from = aFirst ? pa->leaves : pb->leaves, to = aFirst ? pb->arrives : pa->arrives;
        const Minutes gap = (aFirst ? ifAFirst : ifBFirst).between(from, to);
        const Minutes wanted = aFirst ? wantedIfAFirst : wantedIfBFirst, shortBy = wanted - gap;
        const auto edge = [&](std::pair<Millimetres, Minutes> p, std::pair<Millimetres, Minutes> q) {
            // Where between two places the gap is just as wanted.
            return p.first + Millimetres(double(q.first - p.first) * double(p.second) / double(p.second - q.second));
        };
        if (shortBy > 1) {
            if (!out) out = Behind{aFirst, gap, from, to, {at, at}};
            if (gap < out->gap) out = Behind{aFirst, gap, from, to, out->span};
            out->span.from =
                std::min(out->span.from, before && before->second <= 1 ? edge(*before, {at, shortBy}) : at);
            out->span.to = std::max(out->span.to, at);
        } else if (before && before->second > 1) {
            out->span.to = std::max(out->span.to, edge(*before, {at, shortBy}));
        }
        before = {at, shortBy};
    }
    return out;
}

std::optional<Near> nearOf(const Mover& a, const Mover& b, Millimetres wanted) {
    const Instant from = std::max(a.start, b.start), to = std::min(a.finish, b.finish);
    if (!(from < to)) return {};
    std::vector<Instant> times{from, to};
    for (const Mover* one : {&a, &b})
        if (one->way)
            for (const WayPoint& point : *one->way)
                if (point.when > from && point.when < to) times.push_back(point.when);
    std::sort(times.begin(), times.end());
    times.erase(std::unique(times.begin(), times.end()), times.end());
    const auto at = [](const Mover& one, Instant when) {
        if (!one.way) return one.span;
        const Millimetres place = placeAt(*one.way, when);
        return MetreSpan{place, place};
    };
    std::optional<Near> out;
    for (const Instant when : times) {
        const MetreSpan p = at(a, when), q = at(b, when);
        const Millimetres distance = std::max<Millimetres>({0, q.from - p.to, p.from - q.to});
        if (distance + 1 >= wanted) continue; // ways are exact to a millimetre
        const MetreSpan between{std::min(p.to, q.to), std::max(p.from, q.from)};
        if (!out) out = Near{distance, when, when, between};
        if (distance < out->distance) {
            out->distance = distance;
            out->span = between;
        }
        out->to = when;
    }
    if (out && out->from == out->to) { // between two points it may be less too: from the one before to the one behind
        const auto here = std::find(times.begin(), times.end(), out->from);
        if (here != times.begin()) out->from = *std::prev(here);
        if (std::next(here) != times.end()) out->to = *std::next(here);
    }
    return out;
}

} // namespace yarrin
