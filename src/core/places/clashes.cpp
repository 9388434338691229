// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/places/clashes.h"

#include "core/base/natural_order.h"
#include "core/base/worded.h"
#include "core/base/work.h"
#include "core/model/phrases.h"
#include "core/places/meeting.h"

#include <algorithm>
#include <map>
#include <tuple>
#include <unordered_map>

namespace yarrin {

namespace {

/// Where locations lie in their tree: one is inside another if its number lies within the other's.
class Tree {
public:
    explicit Tree(const Programme& programme) {
        std::map<std::uint32_t, std::vector<LocationId>> below;
        for (const Location& one : programme.locations)
            below[programme.locations.row(one.parent) ? one.parent.value : 0].push_back(one.id);
        std::vector<std::pair<LocationId, bool>> open; // and whether all inside is numbered
        for (const LocationId root : below[0]) open.emplace_back(root, false);
        while (!open.empty()) {
            const auto [id, closed] = open.back();
            open.pop_back();
            if (closed) {
                m_range[id].second = m_next++;
                continue;
            }
            m_range[id].first = m_next++;
            open.emplace_back(id, true);
            for (const LocationId child : below[id.value]) open.emplace_back(child, false);
        }
    }
    /// Whether a location is another one, or lies in it.
    [[nodiscard]] bool isIn(LocationId one, LocationId other) const {
        const auto a = m_range.find(one), b = m_range.find(other);
        if (a == m_range.end() || b == m_range.end()) return false;
        return b->second.first <= a->second.first && a->second.second <= b->second.second;
    }

private:
    std::unordered_map<LocationId, std::pair<int, int>> m_range;
    int m_next = 0;
};

/// How narrowly a rule fits two kinds, the one way round or the other; 0 where it does not.
int narrowness(const PlaceRule& rule, const Activity& a, const Activity& b) {
    const auto of = [](const WorkKind& kind) { return kind.item ? 4 : kind.code ? 2 : 0; };
    const WorkKind one = oneKind(rule), other = otherKind(rule);
    const bool fits = (isOf(a, one) && isOf(b, other)) || (isOf(b, one) && isOf(a, other));
    return fits ? 1 + 2 * (of(one) + of(other)) + (rule.location ? 1 : 0) : 0;
}

Minutes minutesOf(const Decimal& days, Minutes day) {
    const auto minutes = (Fraction(days) * Fraction(day)).rounded(0);
    return minutes ? minutes->mantissa() : 0;
}

class Finder {
public:
    Finder(const Programme& programme, const Schedule& schedule, const PlacedWork& placed)
        : m_programme(programme), m_schedule(schedule), m_placed(placed), m_tree(programme) {}

    Clashes run() {
        for (const PlaceRule& rule : m_programme.placeRules) {
            if (rule.days) m_mostDays = std::max(m_mostDays, *rule.days);
            if (rule.metres) m_mostApart = std::max(m_mostApart, millimetres(*rule.metres));
        }
        sweep();
        crews();
        finish();
        return std::move(m_out);
    }

private:
    /// Pairs that are, or nearly are, there at one time: in order of their starts.
    void sweep() {
        std::vector<std::size_t> order(m_placed.pieces.size());
        std::vector<Instant> until(order.size());
        for (std::size_t i = 0; i < order.size(); ++i) {
            order[i] = i;
            until[i] = longest(m_placed.pieces[i]);
        }
        std::sort(order.begin(), order.end(),
                  [&](std::size_t a, std::size_t b) { return m_placed.pieces[a].start < m_placed.pieces[b].start; });
        std::vector<std::size_t> there;
        for (const std::size_t next : order) {
            if (!workGoesOn()) return;
            const Instant now = m_placed.pieces[next].start;
            std::erase_if(there, [&](std::size_t one) { return until[one] <= now; });
            for (const std::size_t one : there) pair(one, next);
            there.push_back(next);
        }
    }
    /// Until when work behind a piece could be too soon.
    [[nodiscard]] Instant longest(const Piece& piece) {
        Instant latest = piece.finish;
        if (m_mostDays.sign() == 0) return latest;
        for (const auto& calendar : m_schedule.calendars)
            latest = std::max(latest, calendar->shift(piece.finish, minutesOf(m_mostDays, calendar->dayMinutes())));
        return std::max(latest, piece.finish + minutesOf(m_mostDays, minutesPerDay));
    }

    /// Whether two pieces share some of their place, or are near enough to be asked how near.
    [[nodiscard]] bool touch(const Piece& a, const Piece& b) const {
        if (a.span && b.span && a.line == b.line) {
            if ((a.borrowed || b.borrowed) && !m_tree.isIn(a.location, b.location) &&
                !m_tree.isIn(b.location, a.location))
                return false;
            return a.span->from - m_mostApart < b.span->to && b.span->from - m_mostApart < a.span->to;
        }
        return m_tree.isIn(a.location, b.location) || m_tree.isIn(b.location, a.location);
    }

    void pair(std::size_t i, std::size_t j) {
        const Piece& a = m_placed.pieces[i];
        const Piece& b = m_placed.pieces[j];
        if (!touch(a, b) || m_out.found.size() >= 4 * mostClashes) return;
        const Apart apart = apartOf(m_programme, a, b);
        if (apart.together) return;
        if (apart.rules.empty() && !(a.start < b.finish && b.start < a.finish)) return;
        const std::vector<Mover> as = movers(i, b), bs = movers(j, a);
        for (const Mover& p : as)
            for (const Mover& q : bs)
                if (meet(a, b, p, q, apart)) return;
        for (const Mover& p : as)
            for (const Mover& q : bs)
                if (soon(a, b, p, q, apart)) return;
        if (a.run != Piece::none && a.run == b.run) return;
        for (const Mover& p : as)
            for (const Mover& q : bs)
                if (near(a, b, p, q, apart)) return;
    }
    /// The fronts of a piece, or its block; what has no chainage takes all of what the other takes.
    [[nodiscard]] std::vector<Mover> movers(std::size_t index, const Piece& other) {
        const Piece& piece = m_placed.pieces[index];
        const bool along = piece.span && other.span && piece.line == other.line;
        const MetreSpan all{0, 1};
        if (!along || !moves(piece.travel)) return {{along ? *piece.span : all, piece.start, piece.finish, nullptr}};
        auto known = m_ways.find(index);
        if (known == m_ways.end()) known = m_ways.emplace(index, waysOf(m_programme, m_schedule, piece)).first;
        std::vector<Mover> out;
        for (const Way& way : known->second) {
            const Millimetres a = way.front().at, b = way.back().at;
            out.push_back({{std::min(a, b), std::max(a, b)}, way.front().when, way.back().when, &way});
        }
        return out;
    }
    [[nodiscard]] const std::string& key(const Piece& piece) const { return m_programme.activities[piece.index].key; }
    Clash& add(ClashKind kind, const Piece& a, const Piece& b, bool aFirst, const Apart& apart) {
        Clash& one = m_out.found.emplace_back();
        one.kind = kind;
        one.one = (aFirst ? a : b).activity;
        one.other = (aFirst ? b : a).activity;
        one.place = m_tree.isIn(a.location, b.location) ? a.location : b.location;
        one.rules = apart.rules;
        return one;
    }
    [[nodiscard]] static bool along(const Piece& a, const Piece& b) { return a.span && b.span && a.line == b.line; }

    /// Actual dates are told by the day: what ends on the day on which the other begins tells no order within it.
    [[nodiscard]] bool toTheDay(const Piece& a, const Piece& b, Instant from, Instant to) const {
        const Activity& one = m_programme.activities[a.index];
        const Activity& other = m_programme.activities[b.index];
        const bool told = (one.actualFinish && other.actualStart) || (other.actualFinish && one.actualStart);
        return told && dateOf(from) == completionDate(to);
    }
    bool meet(const Piece& a, const Piece& b, const Mover& p, const Mover& q, const Apart& apart) {
        const auto met = meetOf(p, q);
        if (!met || toTheDay(a, b, met->from, met->to)) return false;
        Clash& one = add(ClashKind::atOnce, a, b, standsBefore(key(a), key(b)), apart);
        if (along(a, b)) one.span = met->span;
        one.from = met->from;
        one.to = met->to;
        return true;
    }
    [[nodiscard]] DayCount countOf(LagCalendar of, const Piece& first, const Piece& second, Minutes& day) const {
        if (of == LagCalendar::continuous) {
            day = minutesPerDay;
            return {};
        }
        const Piece& whose = of == LagCalendar::predecessor ? first : second;
        const WorkCalendar& calendar = m_schedule.calendarOf(m_schedule.activities[whose.index]);
        day = calendar.dayMinutes();
        return {&calendar};
    }
    bool soon(const Piece& a, const Piece& b, const Mover& p, const Mover& q, const Apart& apart) {
        if (!apart.days) return false;
        Minutes dayIfA = 0, dayIfB = 0;
        const DayCount ifA = countOf(apart.daysOf, a, b, dayIfA), ifB = countOf(apart.daysOf, b, a, dayIfB);
        const auto found = behindOf(p, q, ifA, ifB, minutesOf(*apart.days, dayIfA), minutesOf(*apart.days, dayIfB));
        if (!found) return false;
        Clash& one = add(ClashKind::tooSoon, a, b, found->aFirst, apart);
        if (along(a, b)) one.span = found->span;
        one.from = found->from;
        one.to = found->to;
        one.gap = found->gap;
        one.day = found->aFirst ? dayIfA : dayIfB;
        one.wanted = minutesOf(*apart.days, one.day);
        return true;
    }
    bool near(const Piece& a, const Piece& b, const Mover& p, const Mover& q, const Apart& apart) {
        if (!apart.metres || !along(a, b)) return false;
        const auto found = nearOf(p, q, millimetres(*apart.metres));
        if (!found) return false;
        Clash& one = add(ClashKind::tooNear, a, b, standsBefore(key(a), key(b)), apart);
        one.span = found->span;
        one.from = found->from;
        one.to = found->to;
        one.distance = found->distance;
        one.apart = millimetres(*apart.metres);
        return true;
    }

    /// Work that follows itself from place to place is done by one crew.
    void crews() {
        std::unordered_map<ActivityId, std::size_t> pieceOf;
        for (std::size_t i = 0; i < m_placed.pieces.size(); ++i) pieceOf[m_placed.pieces[i].activity] = i;
        std::vector<std::size_t> head(m_placed.pieces.size());
        for (std::size_t i = 0; i < head.size(); ++i) head[i] = i;
        const auto top = [&](std::size_t i) {
            while (head[i] != i) i = head[i] = head[head[i]];
            return i;
        };
        for (const Link& link : m_programme.links) {
            const auto from = pieceOf.find(link.from), to = pieceOf.find(link.to);
            if (link.type != LinkType::fs || from == pieceOf.end() || to == pieceOf.end()) continue;
            const Piece& a = m_placed.pieces[from->second];
            const Piece& b = m_placed.pieces[to->second];
            const BookItemId item = m_programme.activities[a.index].bookItem;
            if (!item || item != m_programme.activities[b.index].bookItem || a.location == b.location) continue;
            head[top(from->second)] = top(to->second);
        }
        std::map<std::size_t, std::vector<std::size_t>> ways;
        for (std::size_t i = 0; i < head.size(); ++i) ways[top(i)].push_back(i);
        for (auto& [name, pieces] : ways) {
            if (pieces.size() < 2 || !workGoesOn()) continue;
            std::sort(pieces.begin(), pieces.end(), [&](std::size_t a, std::size_t b) { return earlier(a, b); });
            for (std::size_t i = 0; i < pieces.size(); ++i)
                for (std::size_t j = i + 1; j < pieces.size(); ++j) {
                    const Piece& a = m_placed.pieces[pieces[i]];
                    const Piece& b = m_placed.pieces[pieces[j]];
                    if (a.finish <= b.start) break;
                    if (m_tree.isIn(a.location, b.location) || m_tree.isIn(b.location, a.location)) continue;
                    if (toTheDay(a, b, b.start, std::min(a.finish, b.finish))) continue;
                    Clash& one = add(ClashKind::crewTwice, a, b, true, {});
                    one.place = b.location;
                    one.from = b.start;
                    one.to = std::min(a.finish, b.finish);
                }
        }
    }
    [[nodiscard]] bool earlier(std::size_t a, std::size_t b) const {
        const Piece& one = m_placed.pieces[a];
        const Piece& other = m_placed.pieces[b];
        if (one.start != other.start) return one.start < other.start;
        return standsBefore(key(one), key(other));
    }

    void finish() {
        const auto keyOf = [&](ActivityId id) -> const std::string& { return m_programme.activities.row(id)->key; };
        std::sort(m_out.found.begin(), m_out.found.end(), [&](const Clash& a, const Clash& b) {
            if (a.from != b.from) return a.from < b.from;
            const std::size_t p = m_programme.locations.indexOf(a.place), q = m_programme.locations.indexOf(b.place);
            if (p != q) return p < q;
            if (a.one != b.one) return standsBefore(keyOf(a.one), keyOf(b.one));
            if (a.other != b.other) return standsBefore(keyOf(a.other), keyOf(b.other));
            return a.kind < b.kind;
        });
        if (m_out.found.size() > mostClashes) {
            m_out.found.resize(mostClashes);
            m_out.all = false;
        }
        for (Clash& one : m_out.found) {
            one.past = m_programme.job.dataDate && one.to <= *m_programme.job.dataDate;
            for (const SetAside& set : m_programme.setAside)
                if (set.concern == concernOf(one.kind) && ((set.activity == one.one && set.other == one.other) ||
                                                           (set.activity == one.other && set.other == one.one)))
                    one.meant = set.reason;
        }
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    const PlacedWork& m_placed;
    Tree m_tree;
    Decimal m_mostDays;
    Millimetres m_mostApart = 0;
    std::unordered_map<std::size_t, std::vector<Way>> m_ways;
    Clashes m_out;
};

std::string daysText(Minutes minutes, Minutes day) {
    return spanText(minutes, DayUnit{day, 7});
}

} // namespace

Apart apartOf(const Programme& programme, const Piece& a, const Piece& b) {
    Apart apart;
    if (programme.placeRules.empty()) return apart;
    const Activity& one = programme.activities[a.index];
    const Activity& other = programme.activities[b.index];
    int best = 0;
    for (const PlaceRule& rule : programme.placeRules) {
        if (rule.location &&
            !(isWithin(programme, a.location, rule.location) && isWithin(programme, b.location, rule.location)))
            continue;
        const int fits = narrowness(rule, one, other);
        if (fits == 0 || fits < best) continue;
        if (fits > best) apart = {};
        const bool first = fits > best;
        best = fits;
        apart.together = rule.together && (first || apart.together);
        // Of as many days the calendar that stands first among the choices: no order of rows decides.
        if (rule.days &&
            (!apart.days || *apart.days < *rule.days || (*apart.days == *rule.days && rule.daysOf < apart.daysOf))) {
            apart.days = rule.days;
            apart.daysOf = rule.daysOf;
        }
        if (rule.metres && (!apart.metres || *apart.metres < *rule.metres)) apart.metres = rule.metres;
        apart.rules.push_back(rule.id);
    }
    if (apart.days || apart.metres) apart.together = false;
    std::sort(apart.rules.begin(), apart.rules.end());
    return apart;
}

std::size_t Clashes::ahead() const {
    return std::size_t(
        std::count_if(found.begin(), found.end(), [](const Clash& one) { return !one.past && !one.meant; }));
}

Clashes clashesOf(const Programme& programme, const Schedule& schedule, const PlacedWork& placed) {
    return Finder(programme, schedule, placed).run();
}

std::string_view concernOf(ClashKind kind) {
    static constexpr std::string_view names[] = {"place_at_once", "place_too_soon", "place_too_near", "crew_twice"};
    return names[std::size_t(kind)];
}

std::string sentenceOf(const Programme& programme, const Clash& clash) {
    const auto named = [&](ActivityId id) {
        const Activity& row = *programme.activities.row(id);
        return row.key + " " + row.name;
    };
    const Location* place = programme.locations.row(clash.place);
    std::string where = place ? worded(" at %1", place->name) : std::string();
    if (clash.span && clash.span->from < clash.span->to)
        where = worded(" from %1 to %2 m", Decimal((clash.span->from + 500) / 1000).text(),
                       Decimal((clash.span->to + 500) / 1000).text());
    const std::string days = worded(", %1 to %2", isoDate(dateOf(clash.from)), isoDate(completionDate(clash.to)));
    switch (clash.kind) {
    case ClashKind::atOnce:
        return worded("%1 and %2 are in one place at once%3%4", named(clash.one), named(clash.other), where, days);
    case ClashKind::tooSoon:
        return worded("%1 comes %2 behind %3%4, %5 wanted%6", named(clash.other), daysText(clash.gap, clash.day),
                      named(clash.one), where, daysText(clash.wanted, clash.day), days);
    case ClashKind::tooNear:
        return worded("%1 and %2 come within %3 m of each other%4, %5 m wanted%6", named(clash.one), named(clash.other),
                      Decimal(clash.distance, 3).text(), where, Decimal(clash.apart, 3).text(), days);
    case ClashKind::crewTwice:
        return worded("%1 and %2 would want one crew in two places at once%3", named(clash.one), named(clash.other),
                      days);
    }
    return {};
}

} // namespace yarrin
