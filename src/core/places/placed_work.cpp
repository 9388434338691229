// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/natural_order.h"
#include "core/places/track.h"
#include "core/quantity/bill.h"

#include <algorithm>
#include <map>
#include <set>
#include <tuple>
#include <unordered_map>

namespace yarrin {

namespace {

/// The outermost location with chainage on the way up.
LocationId lineOf(const Programme& programme, LocationId id) {
    LocationId line;
    std::size_t left = programme.locations.size() + 1;
    for (const Location* one = programme.locations.row(id); one && left-- > 0;
         one = programme.locations.row(one->parent))
        if (hasChainage(*one)) line = one->id;
    return line;
}

std::optional<MetreSpan> spanOf(const std::optional<Stretch>& stretch) {
    if (!stretch) return {};
    const MetreSpan span{millimetres(stretch->from), millimetres(stretch->to)};
    return span.from < span.to ? std::optional(span) : std::nullopt;
}

/// What makes pieces alike, so that they may be one run.
struct Kind {
    std::uint32_t sequence = 0, step = 0, item = 0;
    std::string name; ///< of work without an item: what is called the same
    friend auto operator<=>(const Kind&, const Kind&) = default;
};

class Placer {
public:
    Placer(const Programme& programme, const Schedule& schedule) : m_programme(programme), m_schedule(schedule) {
        for (const LaidOut& unit : programme.laidOut)
            for (const LaidOutStep& step : unit.steps)
                if (step.activity) m_steps[step.activity] = {unit.sequence, step.step};
    }

    PlacedWork run() {
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i) place(i);
        runs();
        for (Piece& piece : m_out.pieces)
            if (piece.travel == Travel::byItself) piece.travel = Travel::stands;
        return std::move(m_out);
    }

private:
    void place(std::size_t index) {
        const Activity& activity = m_programme.activities[index];
        const ActivityFigures& figures = m_schedule.activities[index];
        if (activity.kind != ActivityKind::task || !activity.location || figures.aside) return;
        const Location* at = m_programme.locations.row(activity.location);
        if (!at || !(figures.earlyStart < figures.earlyFinish)) return;
        Piece piece;
        piece.activity = activity.id;
        piece.index = index;
        piece.location = activity.location;
        piece.line = lineOf(m_programme, activity.location);
        piece.span = spanOf(stretchOf(m_programme, activity));
        if (!piece.span) {
            piece.span = spanOf(stretchOf(m_programme, activity.location));
            piece.borrowed = piece.span.has_value();
        }
        piece.travel = activity.travel;
        piece.start = figures.earlyStart;
        piece.finish = figures.earlyFinish;
        m_out.pieces.push_back(piece);
    }

    [[nodiscard]] Kind kindOf(const Activity& activity) const {
        if (const auto step = m_steps.find(activity.id); step != m_steps.end())
            return {step->second.first.value, std::uint32_t(step->second.second), 0, {}};
        return {0, 0, activity.bookItem.value, activity.bookItem ? std::string() : activity.name};
    }
    [[nodiscard]] std::string nameOf(const Activity& activity, const Kind& kind) const {
        if (const Sequence* sequence = m_programme.sequences.row(SequenceId{kind.sequence}))
            for (const SequenceStep& step : sequence->steps)
                if (std::uint32_t(step.number) == kind.step) return step.name;
        const BookItem* item = m_programme.book.row(activity.bookItem);
        return item ? item->name : activity.name;
    }

    /// Alike pieces along one line that touch each other and start one after the other.
    void runs() {
        using Where = std::tuple<std::uint32_t, Kind>; // line, kind
        std::map<Where, std::vector<std::size_t>> alike;
        for (std::size_t i = 0; i < m_out.pieces.size(); ++i) {
            const Piece& piece = m_out.pieces[i];
            if (piece.travel != Travel::byItself || !piece.span || piece.borrowed) continue;
            alike[{piece.line.value, kindOf(m_programme.activities[piece.index])}].push_back(i);
        }
        for (auto& [where, pieces] : alike) {
            std::sort(pieces.begin(), pieces.end(), [&](std::size_t a, std::size_t b) { return before(a, b); });
            const Kind& kind = std::get<1>(where);
            std::size_t first = 0;
            while (first < pieces.size()) {
                std::size_t last = first;
                int way = 0;
                while (last + 1 < pieces.size()) {
                    const Piece& a = m_out.pieces[pieces[last]];
                    const Piece& b = m_out.pieces[pieces[last + 1]];
                    const int next = a.start < b.start ? 1 : b.start < a.start ? -1 : 0;
                    if (a.span->to != b.span->from || next == 0 || (way != 0 && next != way)) break;
                    way = next;
                    ++last;
                }
                if (last > first) make(pieces, first, last, way, kind);
                first = last + 1;
            }
        }
    }
    [[nodiscard]] bool before(std::size_t a, std::size_t b) const {
        const Piece& one = m_out.pieces[a];
        const Piece& other = m_out.pieces[b];
        if (one.span->from != other.span->from) return one.span->from < other.span->from;
        if (one.start != other.start) return one.start < other.start;
        return standsBefore(m_programme.activities[one.index].key, m_programme.activities[other.index].key);
    }
    void make(const std::vector<std::size_t>& pieces, std::size_t first, std::size_t last, int way, const Kind& kind) {
        Run run;
        run.up = way > 0;
        run.name = nameOf(m_programme.activities[m_out.pieces[pieces[first]].index], kind);
        for (std::size_t i = first; i <= last; ++i) {
            m_out.pieces[pieces[i]].travel = run.up ? Travel::up : Travel::down;
            m_out.pieces[pieces[i]].run = m_out.runs.size();
            run.pieces.push_back(pieces[i]);
        }
        if (!run.up) std::reverse(run.pieces.begin(), run.pieces.end());
        m_out.runs.push_back(std::move(run));
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    std::unordered_map<ActivityId, std::pair<SequenceId, int>> m_steps;
    PlacedWork m_out;
};

/// Adds up stretches that may overlap, each with its quantity spread evenly.
Profile addedUp(const std::vector<std::pair<MetreSpan, Decimal>>& given) {
    std::vector<Millimetres> edges;
    for (const auto& [span, quantity] : given) {
        edges.push_back(span.from);
        edges.push_back(span.to);
    }
    std::sort(edges.begin(), edges.end());
    edges.erase(std::unique(edges.begin(), edges.end()), edges.end());
    Profile profile;
    for (std::size_t i = 0; i + 1 < edges.size(); ++i) {
        const MetreSpan span{edges[i], edges[i + 1]};
        Fraction sum;
        for (const auto& [one, quantity] : given)
            if (const auto both = shared(one, span))
                sum = sum + Fraction(quantity) * Fraction(both->length()) / Fraction(one.length());
        profile.push_back({span, sum.rounded(6).value_or(Decimal())});
    }
    return profile;
}

/// By what an activity does of bill items.
Profile paceFrom(const Programme& programme, const Activity& activity, const MetreSpan& span,
                 const std::vector<const Allocation*>& own) {
    if (activity.pace) return profileOf(programme, activity.pace, lineOf(programme, activity.location));
    // Items that lie at places within its range; one that says nothing finer than the range spoils nothing.
    std::set<std::string> units; // metres and tonnes do not add up
    for (const Allocation* one : own)
        if (const BillItem* item = programme.bill.row(one->item)) units.insert(item->unit);
    if (!activity.measure && units.size() != 1) return {};
    const std::string& unit = activity.measure ? activity.measure->unit : *units.begin();
    std::vector<std::pair<MetreSpan, Decimal>> given;
    bool finer = false;
    for (const Allocation* one : own) {
        const BillItem* item = programme.bill.row(one->item);
        if (!item || item->unit != unit) continue;
        const Location* at = programme.locations.row(item->location);
        const auto place = at && hasChainage(*at) ? std::optional(chainageOf(*at)) : std::nullopt;
        const auto both = place ? shared(*place, span) : std::nullopt;
        finer = finer || (both && *both != span);
        given.emplace_back(both.value_or(span), one->quantity);
    }
    return finer ? addedUp(given) : Profile();
}

/// The paces of all that moves: what each does of the bill is found in one go.
void addPaces(const Programme& programme, PlacedWork& placed) {
    std::unordered_map<ActivityId, std::vector<const Allocation*>> own;
    for (const Allocation& one : programme.allocations) own[one.activity].push_back(&one);
    for (Piece& piece : placed.pieces) {
        if (!moves(piece.travel) || !piece.span) continue;
        const Activity& activity = programme.activities[piece.index];
        const auto found = own.find(activity.id);
        if (found == own.end() && !activity.pace) continue;
        piece.pace = paceFrom(programme, activity, *piece.span,
                              found == own.end() ? std::vector<const Allocation*>() : found->second);
    }
}

} // namespace

bool hasChainage(const Location& one) {
    return one.fromChainage && one.toChainage && *one.fromChainage < *one.toChainage;
}

MetreSpan chainageOf(const Location& one) {
    return {millimetres(*one.fromChainage), millimetres(*one.toChainage)};
}

bool isWithin(const Programme& programme, LocationId one, LocationId other) {
    std::size_t left = programme.locations.size() + 1;
    for (const Location* up = programme.locations.row(one); up && left-- > 0; up = programme.locations.row(up->parent))
        if (up->id == other) return true;
    return false;
}

PlacedWork placedWork(const Programme& programme, const Schedule& schedule) {
    PlacedWork placed = Placer(programme, schedule).run();
    addPaces(programme, placed);
    return placed;
}

Profile profileOf(const Programme& programme, BillItemId item, LocationId line) {
    const BillItem* row = programme.bill.row(item);
    if (!row) return {};
    std::vector<std::pair<MetreSpan, Decimal>> given;
    for (const Allocation& one : programme.allocations) {
        const Activity* activity = programme.activities.row(one.activity);
        if (one.item != item || !activity || lineOf(programme, activity->location) != line) continue;
        if (const auto span = spanOf(stretchOf(programme, *activity))) given.emplace_back(*span, one.quantity);
    }
    const Location* at = programme.locations.row(row->location);
    if (at && hasChainage(*at) && lineOf(programme, at->id) == line)
        if (const Placed placed = placedOf(programme, item); placed.left.sign() > 0)
            given.emplace_back(chainageOf(*at), placed.left);
    return addedUp(given);
}

Profile paceOf(const Programme& programme, const Activity& activity, const MetreSpan& span) {
    std::vector<const Allocation*> own;
    for (const Allocation& one : programme.allocations)
        if (one.activity == activity.id) own.push_back(&one);
    return paceFrom(programme, activity, span, own);
}

} // namespace yarrin
