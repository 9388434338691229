// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/place_layout.h"
#include "core/progress/progress_lines.h"
#include "core/view/fields.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <map>

namespace yarrin {

namespace {

constexpr double branchGap = 18;  ///< between branches
constexpr double lineColumns = 7; ///< a line is as wide as so many columns
constexpr double leastColumn = 30;

using Children = std::map<std::uint32_t, std::vector<const Location*>>;
Children childrenOf(const Programme& programme) {
    Children children;
    for (const Location& one : programme.locations)
        children[programme.locations.row(one.parent) ? one.parent.value : 0].push_back(&one);
    return children;
}

/// The innermost places inside one, but lines of chainage, in their order.
void innermost(const Children& children, const Location& root, std::vector<const Location*>& out, int depth = 0) {
    const auto below = children.find(root.id.value);
    bool any = false;
    if (below != children.end() && depth <= deepestTree)
        for (const Location* one : below->second) {
            any = true;
            if (!hasChainage(*one)) innermost(children, *one, out, depth + 1);
        }
    if (!any && !hasChainage(root)) out.push_back(&root);
}

/// How far apart ticks stand, in metres: 1, 2 or 5 times a power of ten.
Millimetres tickStep(const MetreSpan& span, double width) {
    const double wanted = double(span.length()) * 44 / std::max(44.0, width);
    double step = 1000;
    while (step < wanted)
        for (const double next : {2.0, 2.5, 2.0}) {
            if (step >= wanted) break;
            step *= next;
        }
    return Millimetres(step);
}

void addTicks(const Children& children, PlaceBranch& branch) {
    // Where its parts meet, as long as these can be told apart; else at even figures.
    std::vector<Millimetres> edges{branch.span->from, branch.span->to};
    if (const auto below = children.find(branch.root.value); below != children.end())
        for (const Location* one : below->second)
            if (hasChainage(*one)) {
                edges.push_back(chainageOf(*one).from);
                edges.push_back(chainageOf(*one).to);
            }
    std::sort(edges.begin(), edges.end());
    edges.erase(std::unique(edges.begin(), edges.end()), edges.end());
    std::erase_if(edges, [&](Millimetres at) { return at < branch.span->from || at > branch.span->to; });
    if (edges.size() <= 2 || double(edges.size()) * 8 > branch.x1 - branch.x0) {
        const Millimetres step = tickStep(*branch.span, branch.x1 - branch.x0);
        edges = {branch.span->from};
        for (Millimetres at = (branch.span->from / step + 1) * step; at < branch.span->to; at += step)
            edges.push_back(at);
        edges.push_back(branch.span->to);
    }
    double free = branch.x0 - 100;
    for (const Millimetres at : edges) {
        PlaceTick tick{at, branch.x(at), false};
        const bool last = at == branch.span->to;
        if (last)
            for (PlaceTick& one : branch.ticks)
                if (one.named && one.at != branch.span->from && tick.x - one.x < 34) one.named = false;
        if (tick.x - free >= 34 || last) {
            tick.named = true;
            free = tick.x;
        }
        branch.ticks.push_back(tick);
    }
}

void addSections(const Programme& programme, const Schedule& schedule, PlaceAxis& axis) {
    if (programme.sections.empty()) return;
    const FieldContext context(programme, schedule);
    std::vector<std::map<SectionId, int>> counted(axis.branches.size());
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        // What is complete owes nothing any more.
        if (activity.kind != ActivityKind::task || schedule.activities[i].aside ||
            schedule.activities[i].state == NodeState::complete)
            continue;
        if (const auto strip = axis.stripOf(activity.location))
            if (const Section* section = context.sectionOf(i)) ++counted[strip->branch][section->id];
    }
    for (std::size_t b = 0; b < axis.branches.size(); ++b) {
        for (const auto& [section, count] : counted[b]) axis.branches[b].sections.push_back(section);
        std::sort(axis.branches[b].sections.begin(), axis.branches[b].sections.end(), [&](SectionId a, SectionId c) {
            const Section& one = *programme.sections.row(a);
            const Section& other = *programme.sections.row(c);
            return one.completion != other.completion ? one.completion < other.completion : one.key < other.key;
        });
    }
}

/// Every location inside a branch gets what it takes up of it.
void addStrips(const Programme& programme, PlaceAxis& axis) {
    std::map<LocationId, PlaceAxis::Strip> strips;
    const auto widen = [&](LocationId id, const PlaceAxis::Strip& by) {
        const auto [at, isNew] = strips.emplace(id, by);
        if (isNew || at->second.branch != by.branch) return;
        at->second.x0 = std::min(at->second.x0, by.x0);
        at->second.x1 = std::max(at->second.x1, by.x1);
    };
    for (std::size_t b = 0; b < axis.branches.size(); ++b) {
        const PlaceBranch& branch = axis.branches[b];
        for (const PlaceColumn& column : branch.columns) {
            std::size_t left = programme.locations.size() + 1;
            for (const Location* one = programme.locations.row(column.location); one && left-- > 0;
                 one = programme.locations.row(one->parent)) {
                widen(one->id, {b, column.x0, column.x1});
                if (one->id == branch.root) break;
            }
        }
        if (!branch.span) continue;
        for (const Location& one : programme.locations) {
            const bool in = isWithin(programme, one.id, branch.root);
            const auto stretch = in ? stretchOf(programme, one.id) : std::nullopt;
            if (!stretch) continue;
            const double a = branch.x(std::clamp(millimetres(stretch->from), branch.span->from, branch.span->to));
            const double c = branch.x(std::clamp(millimetres(stretch->to), branch.span->from, branch.span->to));
            widen(one.id, {b, a, c});
        }
    }
    axis.strips.assign(strips.begin(), strips.end());
}

} // namespace

std::optional<PlaceAxis::Strip> PlaceAxis::stripOf(LocationId location) const {
    const auto at = std::lower_bound(strips.begin(), strips.end(), location,
                                     [](const auto& one, LocationId id) { return one.first < id; });
    return at != strips.end() && at->first == location ? std::optional(at->second) : std::nullopt;
}

const PlaceBranch* PlaceAxis::branchAt(double px) const {
    for (const PlaceBranch& one : branches)
        if (px >= one.x0 && px <= one.x1) return &one;
    return nullptr;
}

const PlaceColumn* PlaceAxis::columnAt(double px) const {
    const PlaceBranch* branch = branchAt(px);
    if (branch)
        for (const PlaceColumn& one : branch->columns)
            if (px >= one.x0 && px <= one.x1) return &one;
    return nullptr;
}

std::vector<LocationId> placeBranches(const Programme& programme) {
    const Children children = childrenOf(programme);
    std::vector<LocationId> branches;
    const std::function<void(const Location&, bool, int)> look = [&](const Location& one, bool top, int depth) {
        if (hasChainage(one)) return branches.push_back(one.id);
        if (top) branches.push_back(one.id);
        if (const auto below = children.find(one.id.value); below != children.end() && depth <= deepestTree)
            for (const Location* child : below->second) look(*child, false, depth + 1);
    };
    if (const auto roots = children.find(0); roots != children.end())
        for (const Location* root : roots->second) look(*root, true, 0);
    return branches;
}

PlaceAxis placeAxis(const Programme& programme, const Schedule& schedule, std::span<const LocationId> chosen,
                    double width, double larger) {
    PlaceAxis axis;
    const Children children = childrenOf(programme);
    double units = 0;
    std::vector<std::vector<const Location*>> columns;
    for (const LocationId id : placeBranches(programme)) {
        if (std::find(chosen.begin(), chosen.end(), id) == chosen.end()) continue;
        const Location& root = *programme.locations.row(id);
        PlaceBranch branch;
        branch.root = id;
        branch.name = root.name.empty() ? root.key : root.name;
        std::vector<const Location*> inside;
        if (hasChainage(root)) {
            branch.span = chainageOf(root);
            units += lineColumns;
        } else {
            innermost(children, root, inside);
            if (inside.empty()) continue; // nothing but lines, which stand by themselves
            units += double(inside.size());
        }
        columns.push_back(std::move(inside));
        axis.branches.push_back(std::move(branch));
    }
    if (axis.branches.empty()) return axis;
    const double gaps = branchGap * double(axis.branches.size() - 1) + 2 * branchGap / 3;
    const double unit = std::max(leastColumn + larger * 3, (width - gaps) / units);
    double x = branchGap / 3;
    for (std::size_t b = 0; b < axis.branches.size(); ++b) {
        PlaceBranch& branch = axis.branches[b];
        branch.x0 = x;
        branch.x1 = x + unit * (branch.span ? lineColumns : double(columns[b].size()));
        for (std::size_t c = 0; c < columns[b].size(); ++c) {
            const Location& one = *columns[b][c];
            branch.columns.push_back({one.id, one.name.empty() ? one.key : one.name, one.key, x + unit * double(c),
                                      x + unit * double(c + 1)});
        }
        if (branch.span) addTicks(children, branch);
        x = branch.x1 + branchGap;
    }
    axis.width = x - branchGap + branchGap / 3;
    addStrips(programme, axis);
    addSections(programme, schedule, axis);
    return axis;
}

std::vector<ProfileBar> profileBars(const Programme& programme, const Schedule& schedule, const PlacedWork& placed,
                                    const PlaceAxis& axis, BookItemId item) {
    struct Sum {
        double quantity = 0, done = 0, length = 0;
    };
    std::map<std::pair<double, double>, Sum> sums;
    for (const Piece& piece : placed.pieces) {
        const Activity& activity = programme.activities[piece.index];
        if (activity.bookItem != item || !activity.measure) continue;
        const auto strip = axis.stripOf(piece.location);
        if (!strip) continue;
        const PlaceBranch& branch = axis.branches[strip->branch];
        const bool along = branch.span && piece.span && !piece.borrowed;
        const std::pair<double, double> at =
            along ? std::pair(branch.x(piece.span->from), branch.x(piece.span->to)) : std::pair(strip->x0, strip->x1);
        Sum& sum = sums[at];
        const double quantity = activity.measure->quantity.toDouble();
        sum.quantity += quantity;
        sum.done += quantity * shareDone(activity, schedule.activities[piece.index], {});
        sum.length = along ? metres(piece.span->length()) : 1;
    }
    std::vector<ProfileBar> bars;
    std::map<const PlaceBranch*, double> greatest;
    for (const auto& [at, sum] : sums) {
        ProfileBar bar{at.first, at.second, sum.quantity / std::max(0.001, sum.length), 0, 0, sum.quantity};
        bar.done = sum.quantity > 0 ? std::clamp(sum.done / sum.quantity, 0.0, 1.0) : 0;
        double& most = greatest[axis.branchAt((at.first + at.second) / 2)];
        most = std::max(most, bar.value);
        bars.push_back(std::move(bar));
    }
    for (ProfileBar& bar : bars)
        if (const double most = greatest[axis.branchAt((bar.x0 + bar.x1) / 2)]; most > 0) bar.part = bar.value / most;
    return bars;
}

} // namespace yarrin
