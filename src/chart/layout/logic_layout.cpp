// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/logic_layout.h"

#include "chart/layout/layers.h"
#include "chart/layout/logic_ways.h"
#include "core/base/natural_order.h"
#include "core/base/work.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <tuple>

namespace yarrin {

namespace {

/// Locations by their place in the tree, from the top.
std::unordered_map<LocationId, int> placesOf(const Programme& programme) {
    std::unordered_map<std::uint32_t, std::vector<LocationId>> children;
    for (const Location& one : programme.locations) children[one.parent.value].push_back(one.id);
    std::unordered_map<LocationId, int> places;
    std::vector<LocationId> stack(children[0].rbegin(), children[0].rend());
    while (!stack.empty()) {
        const LocationId id = stack.back();
        stack.pop_back();
        places.emplace(id, int(places.size()));
        const auto& below = children[id.value];
        stack.insert(stack.end(), below.rbegin(), below.rend());
    }
    return places;
}

class LogicBuilder {
public:
    explicit LogicBuilder(const LogicRequest& request)
        : m_request(request), m_programme(request.programme), m_metrics(request.metrics),
          m_places(placesOf(request.programme)) {}

    LogicLayout run() {
        boxes();
        links();
        if (m_request.timeScaled)
            byTime();
        else
            byLogic();
        if (workGoesOn()) routeLinks(m_layout, m_metrics);
        return std::move(m_layout);
    }

private:
    /// The lanes that the rows make, and what stands in them by place and key, so that the order of rows decides
    /// nothing but where lanes stand.
    void boxes() {
        std::vector<const ChartRow*> around;
        std::uint32_t group = 0;
        const auto lane = [&](std::uint32_t number) {
            if (!m_layout.lanes.empty() && m_layout.lanes.back().group == number && m_open) return;
            LogicLane& fresh = m_layout.lanes.emplace_back();
            fresh.group = number;
            for (const ChartRow* row : around) {
                fresh.around.emplace_back(row->group, row->title.empty() ? "Outside" : row->title);
                fresh.title += (fresh.title.empty() ? "" : " ▸ ") + fresh.around.back().second;
            }
            m_open = true;
        };
        for (const ChartRow& row : m_request.rows) {
            if (row.isGroup) {
                while (!around.empty() && around.back()->depth >= row.depth) around.pop_back();
                around.push_back(&row);
                group = row.group;
                m_open = false;
                if (row.folded && !row.inside.empty()) {
                    lane(group);
                    addGroup(row);
                }
                continue;
            }
            const Activity& activity = m_programme.activities[row.index];
            if (activity.kind == ActivityKind::hammock) continue;
            if (m_request.only && !m_request.only->contains(activity.id)) continue;
            lane(group);
            LogicBox box;
            box.activity = activity.id;
            box.index = row.index;
            box.lane = m_layout.lanes.size() - 1;
            ++m_layout.lanes.back().count;
            m_layout.boxes.push_back(std::move(box));
        }
        std::sort(m_layout.boxes.begin(), m_layout.boxes.end(),
                  [&](const LogicBox& a, const LogicBox& b) { return before(a, b); });
        for (std::size_t i = 0; i < m_layout.boxes.size(); ++i) {
            const LogicBox& box = m_layout.boxes[i];
            if (box.activity) m_layout.boxOf.emplace(box.activity, i);
            for (const std::size_t inside : box.inside) m_layout.boxOf.emplace(m_programme.activities[inside].id, i);
        }
    }
    void addGroup(const ChartRow& row) {
        LogicBox box;
        box.index = row.inside.front();
        box.group = row.group;
        box.inside = row.inside;
        std::erase_if(box.inside,
                      [&](std::size_t i) { return m_programme.activities[i].kind == ActivityKind::hammock; });
        if (box.inside.empty()) return m_layout.lanes.pop_back();
        box.title = row.title;
        box.lane = m_layout.lanes.size() - 1;
        m_layout.lanes.back().count = box.inside.size();
        m_layout.lanes.back().folded = true;
        m_layout.boxes.push_back(std::move(box));
    }
    [[nodiscard]] int placeOf(const LogicBox& box) const {
        if (!box.activity) return -1;
        const auto place = m_places.find(m_programme.activities[box.index].location);
        return place == m_places.end() ? int(m_places.size()) : place->second;
    }
    [[nodiscard]] bool before(const LogicBox& a, const LogicBox& b) const {
        if (a.lane != b.lane) return a.lane < b.lane;
        if (const int pa = placeOf(a), pb = placeOf(b); pa != pb) return pa < pb;
        return standsBefore(m_programme.activities[a.index].key, m_programme.activities[b.index].key);
    }

    /// By what they lead from and to, so that neither their order nor that of ids decides.
    void links() {
        std::map<std::pair<std::size_t, std::size_t>, std::size_t> between;
        for (const Link& link : m_programme.links) {
            const auto from = m_layout.boxOf.find(link.from), to = m_layout.boxOf.find(link.to);
            if (from == m_layout.boxOf.end() || to == m_layout.boxOf.end() || from->second == to->second) continue;
            const bool folded = !m_layout.boxes[from->second].activity || !m_layout.boxes[to->second].activity;
            if (folded) {
                const auto [at, added] = between.try_emplace({from->second, to->second}, m_layout.links.size());
                if (!added) {
                    LogicLink& one = m_layout.links[at->second];
                    one.link = std::min(one.link, link.id);
                    ++one.count;
                    one.words = "×" + std::to_string(one.count);
                    continue;
                }
            }
            LogicLink one;
            one.link = link.id;
            one.from = from->second;
            one.to = to->second;
            if (!folded && m_request.words) one.words = m_request.words(link);
            m_layout.links.push_back(std::move(one));
        }
        std::sort(m_layout.links.begin(), m_layout.links.end(), [&](const LogicLink& a, const LogicLink& b) {
            return std::tuple(a.from, a.to, typeOf(a.link), a.link) < std::tuple(b.from, b.to, typeOf(b.link), b.link);
        });
        markDriving(m_layout, m_programme, m_request.schedule);
    }
    [[nodiscard]] LinkType typeOf(LinkId id) const { return m_programme.links.row(id)->type; }

    [[nodiscard]] LayerGraph graph() const {
        LayerGraph graph{m_layout.boxes.size(), {}, {}};
        for (const LogicLink& link : m_layout.links) {
            const std::pair edge(std::uint32_t(link.from), std::uint32_t(link.to));
            if (graph.edges.empty() || graph.edges.back() != edge) graph.edges.push_back(edge);
        }
        for (const LogicBox& box : m_layout.boxes) graph.bands.push_back(int(box.lane));
        return graph;
    }

    void byLogic() {
        const LayerGraph graph = this->graph();
        if (m_request.within == LogicRows::places) {
            const std::vector<int> layer = layersOf(graph);
            for (std::size_t i = 0; i < layer.size(); ++i) m_layout.boxes[i].column = layer[i];
            rowsByPlace([](const LogicBox& box) { return std::pair(double(box.column), double(box.column)); });
        } else {
            const Layers layers = layered(graph);
            for (std::size_t i = 0; i < layers.layer.size(); ++i) m_layout.boxes[i].column = layers.layer[i];
            m_layout.crossings = layers.crossings;
            rowsByOrder(layers, graph);
        }
        stack();
        for (LogicBox& box : m_layout.boxes) box.width = m_metrics.boxWidth;
    }

    /// Boxes begin where their dates do, and are as wide as they last, or as what stands in them needs.
    void byTime() {
        const auto& figures = m_request.schedule.activities;
        if (figures.size() != m_programme.activities.size()) return byLogic();
        m_layout.timeScaled = true;
        const auto spanOf = [&](const LogicBox& box) {
            std::pair<Instant, Instant> span(figures[box.index].earlyStart, figures[box.index].earlyFinish);
            for (const std::size_t i : box.inside)
                span = {std::min(span.first, figures[i].earlyStart), std::max(span.second, figures[i].earlyFinish)};
            return span;
        };
        std::optional<Instant> first;
        for (const LogicBox& box : m_layout.boxes)
            first = first ? std::min(*first, spanOf(box).first) : spanOf(box).first;
        m_layout.scale = {first.value_or(m_programme.job.start), m_request.pixelsPerDay};
        m_layout.scaleX = m_metrics.margin + m_metrics.channel;
        for (LogicBox& box : m_layout.boxes) {
            const auto [from, to] = spanOf(box);
            box.x0 = box.x = m_layout.scaleX + m_layout.scale.x(from);
            box.x1 = std::max(box.x0, m_layout.scaleX + m_layout.scale.x(to));
            box.width = std::max(m_metrics.boxWidth, box.x1 - box.x0);
        }
        rowsByPlace(
            [gap = m_metrics.channel / 2](const LogicBox& box) { return std::pair(box.x, box.x + box.width + gap); });
        stack();
    }

    /// Rows of a lane by place, or without; in a row no two spans meet.
    template <typename Span> void rowsByPlace(const Span& spanOf) {
        std::vector<std::size_t> order(m_layout.boxes.size());
        for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
        const bool places = m_request.within == LogicRows::places;
        const auto key = [&](std::size_t i) {
            const LogicBox& box = m_layout.boxes[i];
            return std::tuple(box.lane, places ? placeOf(box) : 0, spanOf(box).first, i);
        };
        std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return key(a) < key(b); });
        int row = 0;
        std::vector<double> ends; // of the rows of this place
        for (std::size_t at = 0; at < order.size(); ++at) {
            LogicBox& box = m_layout.boxes[order[at]];
            const bool fresh = at == 0 || m_layout.boxes[order[at - 1]].lane != box.lane ||
                               (places && placeOf(m_layout.boxes[order[at - 1]]) != placeOf(box));
            if (fresh) {
                row += int(ends.size());
                ends.clear();
            }
            const auto [from, to] = spanOf(box);
            std::size_t sub = 0;
            while (sub < ends.size() && ends[sub] >= from) ++sub;
            if (sub == ends.size()) ends.push_back(to);
            ends[sub] = to;
            box.row = row + int(sub);
        }
    }

    /// Rows that keep the order of each column and lie near to what their boxes are linked with: the middle of their
    /// neighbours, and where those want one row, as little away from it as the order lets (pooled adjacent violators).
    void rowsByOrder(const Layers& layers, const LayerGraph& graph) {
        std::vector<std::vector<std::uint32_t>> neighbours(graph.count);
        for (const auto& [from, to] : graph.edges) {
            neighbours[from].push_back(to);
            neighbours[to].push_back(from);
        }
        std::vector<double> row(graph.count, 0);
        for (const auto& column : layers.order) {
            std::size_t lane = 0;
            double next = 0;
            for (const int node : column) {
                if (m_layout.boxes[std::size_t(node)].lane != lane) next = 0;
                lane = m_layout.boxes[std::size_t(node)].lane;
                row[std::size_t(node)] = next++;
            }
        }
        constexpr int rounds = 6;
        for (int round = 0; round < rounds && workGoesOn(); ++round)
            for (std::size_t step = 0; step < layers.order.size(); ++step) {
                const auto& column = layers.order[round % 2 == 0 ? step : layers.order.size() - 1 - step];
                for (std::size_t from = 0; from < column.size();) {
                    std::size_t to = from;
                    const std::size_t lane = m_layout.boxes[std::size_t(column[from])].lane;
                    while (to < column.size() && m_layout.boxes[std::size_t(column[to])].lane == lane) ++to;
                    settle(std::span(column).subspan(from, to - from), neighbours, row);
                    from = to;
                }
            }
        pack(row);
    }
    void settle(std::span<const int> nodes, const std::vector<std::vector<std::uint32_t>>& neighbours,
                std::vector<double>& row) const {
        struct Block {
            double sum = 0;
            std::size_t count = 0;
        };
        std::vector<Block> blocks;
        std::vector<double> wanted;
        for (std::size_t i = 0; i < nodes.size(); ++i) {
            const auto node = std::size_t(nodes[i]);
            wanted.clear();
            for (const std::uint32_t other : neighbours[node])
                if (m_layout.boxes[other].lane == m_layout.boxes[node].lane) wanted.push_back(row[other]);
            std::sort(wanted.begin(), wanted.end());
            const double middle =
                wanted.empty() ? row[node] : (wanted[(wanted.size() - 1) / 2] + wanted[wanted.size() / 2]) / 2;
            blocks.push_back({middle - double(i), 1});
            while (blocks.size() > 1) {
                const Block last = blocks.back();
                Block& above = blocks[blocks.size() - 2];
                if (above.sum * double(last.count) <= last.sum * double(above.count)) break;
                above = {above.sum + last.sum, above.count + last.count};
                blocks.pop_back();
            }
        }
        std::size_t at = 0;
        for (const Block& block : blocks)
            for (std::size_t i = 0; i < block.count; ++i, ++at)
                row[std::size_t(nodes[at])] = std::round(block.sum / double(block.count)) + double(at);
    }
    /// Rows of a lane from its first on, without empty ones.
    void pack(const std::vector<double>& row) {
        std::vector<std::vector<int>> used(m_layout.lanes.size());
        for (std::size_t i = 0; i < row.size(); ++i) used[m_layout.boxes[i].lane].push_back(int(row[i]));
        int first = 0;
        std::vector<int> begins;
        for (auto& rows : used) {
            std::sort(rows.begin(), rows.end());
            rows.erase(std::unique(rows.begin(), rows.end()), rows.end());
            begins.push_back(first);
            first += int(rows.size());
        }
        for (std::size_t i = 0; i < row.size(); ++i) {
            LogicBox& box = m_layout.boxes[i];
            const auto& rows = used[box.lane];
            box.row = begins[box.lane] + int(std::lower_bound(rows.begin(), rows.end(), int(row[i])) - rows.begin());
        }
    }

    /// Lanes and rows one below the other.
    void stack() {
        std::vector<std::size_t> laneOf;
        for (const LogicBox& box : m_layout.boxes) {
            if (std::size_t(box.row) >= laneOf.size()) laneOf.resize(std::size_t(box.row) + 1, 0);
            laneOf[std::size_t(box.row)] = box.lane;
        }
        double y = 0;
        m_layout.rows.resize(laneOf.size());
        for (std::size_t i = 0; i < laneOf.size(); ++i) {
            LogicLane& lane = m_layout.lanes[laneOf[i]];
            if (i == 0 || laneOf[i] != laneOf[i - 1]) {
                lane.y = y;
                y += m_metrics.laneHead;
            }
            m_layout.rows[i].y = y;
            y += m_metrics.boxHeight + m_metrics.rowGap;
            if (i + 1 == laneOf.size() || laneOf[i + 1] != laneOf[i]) {
                y += m_metrics.laneFoot;
                lane.height = y - lane.y;
            }
        }
        m_layout.height = y;
        for (std::size_t i = 0; i < m_layout.boxes.size(); ++i) {
            LogicBox& box = m_layout.boxes[i];
            box.y = m_layout.rows[std::size_t(box.row)].y;
            box.height = m_metrics.boxHeight;
            m_layout.rows[std::size_t(box.row)].boxes.push_back(i);
        }
        for (LogicRow& row : m_layout.rows)
            std::sort(row.boxes.begin(), row.boxes.end(), [&](std::size_t a, std::size_t b) {
                return std::pair(m_layout.boxes[a].column, m_layout.boxes[a].x) <
                       std::pair(m_layout.boxes[b].column, m_layout.boxes[b].x);
            });
    }

    const LogicRequest& m_request;
    const Programme& m_programme;
    LogicMetrics m_metrics;
    std::unordered_map<LocationId, int> m_places;
    LogicLayout m_layout;
    bool m_open = false;
};

} // namespace

LogicLayout layoutLogic(const LogicRequest& request) {
    return LogicBuilder(request).run();
}

void markDriving(LogicLayout& layout, const Programme& programme, const Schedule& schedule) {
    if (schedule.driving.size() != programme.links.size()) return;
    for (LogicLink& one : layout.links) one.driving = one.critical = false;
    const auto mark = [&](LogicLink& one, const Link& link) {
        if (!schedule.driving[programme.links.indexOf(link.id)]) return;
        const auto critical = [&](ActivityId id) {
            return toneOf(schedule.activities[programme.activities.indexOf(id)]) == Tone::critical;
        };
        one.driving = true;
        one.critical = one.critical || (critical(link.from) && critical(link.to));
    };
    std::map<std::pair<std::size_t, std::size_t>, LogicLink*> groups;
    for (LogicLink& one : layout.links) {
        if (!layout.boxes[one.from].activity || !layout.boxes[one.to].activity)
            groups[{one.from, one.to}] = &one;
        else if (const Link* link = programme.links.row(one.link))
            mark(one, *link);
    }
    if (groups.empty()) return;
    for (const Link& link : programme.links) {
        const auto from = layout.boxOf.find(link.from), to = layout.boxOf.find(link.to);
        if (from == layout.boxOf.end() || to == layout.boxOf.end()) continue;
        if (const auto at = groups.find({from->second, to->second}); at != groups.end()) mark(*at->second, link);
    }
}

LogicHit hitLogic(const LogicLayout& layout, ChartPoint at, double reach) {
    LogicHit hit;
    const auto below = std::upper_bound(layout.rows.begin(), layout.rows.end(), at.y,
                                        [](double y, const LogicRow& row) { return y < row.y; });
    if (below != layout.rows.begin()) {
        constexpr double edge = 8;
        const LogicRow& row = *(below - 1);
        for (const std::size_t i : row.boxes) {
            const LogicBox& box = layout.boxes[i];
            if (at.x < box.x || at.x > box.x + box.width + 3 || at.y > box.y + box.height) continue;
            hit.box = i;
            hit.edge = at.x > box.x + box.width - edge;
            return hit;
        }
    }
    double nearest = reach;
    for (std::size_t i = 0; i < layout.links.size(); ++i) {
        const LogicLink& link = layout.links[i];
        if (at.x < link.left - reach || at.x > link.right + reach || at.y < link.top - reach ||
            at.y > link.bottom + reach)
            continue;
        if (const double distance = distanceToWay(link.points, at); distance < nearest) {
            nearest = distance;
            hit.link = i;
        }
    }
    if (hit.link != LogicHit::none) return hit;
    for (std::size_t i = 0; i < layout.lanes.size(); ++i)
        if (at.y >= layout.lanes[i].y && at.y < layout.lanes[i].y + layout.lanes[i].height) hit.lane = i;
    return hit;
}

} // namespace yarrin
