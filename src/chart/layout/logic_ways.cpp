// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/logic_ways.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <utility>

namespace yarrin {

namespace {

/// A line in a channel or in the space between two rows, which all links to one box have in common.
struct Straight {
    double from = 0, to = 0;
    int track = 0;
};
/// Runs of one channel, by the box that they lead to and the side from which they come in.
using Runs = std::map<std::pair<std::size_t, int>, Straight>;

void widen(Runs& runs, std::pair<std::size_t, int> key, double a, double b) {
    const auto [from, to] = std::minmax(a, b);
    const auto [at, added] = runs.try_emplace(key, Straight{from, to});
    if (added) return;
    at->second.from = std::min(at->second.from, from);
    at->second.to = std::max(at->second.to, to);
}

/// Gives runs that lie beside each other tracks of their own, the first that is free; how many there are.
int track(Runs& runs) {
    std::vector<Straight*> order;
    for (auto& [key, run] : runs) order.push_back(&run);
    std::stable_sort(order.begin(), order.end(), [](const Straight* a, const Straight* b) {
        return std::pair(a->from, a->to) < std::pair(b->from, b->to);
    });
    std::vector<double> ends;
    for (Straight* run : order) {
        std::size_t free = 0;
        while (free < ends.size() && ends[free] >= run->from) ++free;
        if (free == ends.size()) ends.push_back(0);
        ends[free] = run->to + 1;
        run->track = int(free);
    }
    return int(ends.size());
}

class Router {
public:
    Router(LogicLayout& layout, const LogicMetrics& metrics) : m_layout(layout), m_metrics(metrics) {}

    void columns() {
        std::size_t columns = 0;
        for (const LogicBox& box : m_layout.boxes) columns = std::max(columns, std::size_t(box.column) + 1);
        m_channels.resize(columns + 1);
        m_wordRoom.assign(columns + 1, 0);
        m_spaces.resize(m_layout.rows.size() + 1);
        m_plans.reserve(m_layout.links.size());
        for (const LogicLink& link : m_layout.links) m_plans.push_back(plan(link));
        for (std::size_t i = 0; i < m_plans.size(); ++i) claim(m_layout.links[i], m_plans[i]);
        place(columns);
        for (Runs& space : m_spaces) m_spaceTracks.push_back(track(space));
        for (std::size_t i = 0; i < m_plans.size(); ++i) draw(m_layout.links[i], m_plans[i]);
        spreadWords();
    }

    /// To scale there are no channels: links turn in the space beside the row that they come from and just before the
    /// box that they lead to.
    void timeScaled() {
        for (LogicLink& link : m_layout.links) {
            const LogicBox &from = m_layout.boxes[link.from], &to = m_layout.boxes[link.to];
            const double y0 = middle(from), y1 = middle(to), x0 = from.x + from.width, x1 = to.x;
            const double turn = x1 - approach;
            if (y0 == y1 && x1 > x0 && isFree(from.row, x0, x1))
                link.points = {{x0, y0}, {x1, y1}};
            else if (std::abs(from.row - to.row) == 1 && turn > x0)
                link.points = {{x0, y0}, {turn, y0}, {turn, y1}, {x1, y1}};
            else {
                const double space =
                    y1 > y0 ? from.y + from.height + m_metrics.rowGap / 2 : from.y - m_metrics.rowGap / 2;
                link.points = {{x0, y0}, {x0 + 6, y0}, {x0 + 6, space}, {turn, space}, {turn, y1}, {x1, y1}};
            }
            finish(link);
            m_layout.width = std::max({m_layout.width, x0 + m_metrics.margin, link.right});
        }
        spreadWords();
        for (const LogicBox& box : m_layout.boxes)
            m_layout.width = std::max(m_layout.width, box.x + box.width + m_metrics.margin);
    }

private:
    static constexpr double approach = 11; ///< level before the arrow
    static constexpr double sideStep = 9;  ///< above the middle, of what comes in along the row of its end

    /// How a link goes. Channel c lies before column c.
    struct Plan {
        enum class Way { next, alongFrom, alongTo, between } way = Way::next;
        std::size_t out = 0, in = 0; ///< channels in which it leaves and comes in
        std::size_t space = 0;       ///< the space above this row, where it runs between rows
    };

    [[nodiscard]] double middle(const LogicBox& box) const { return box.y + box.height / 2; }

    [[nodiscard]] bool isFree(int row, int after, int before) const {
        const auto& boxes = m_layout.rows[std::size_t(row)].boxes;
        const auto first = std::upper_bound(boxes.begin(), boxes.end(), after, [&](int column, std::size_t box) {
            return column < m_layout.boxes[box].column;
        });
        return first == boxes.end() || m_layout.boxes[*first].column >= before;
    }
    [[nodiscard]] bool isFree(int row, double after, double before) const {
        return std::none_of(m_layout.rows[std::size_t(row)].boxes.begin(), m_layout.rows[std::size_t(row)].boxes.end(),
                            [&](std::size_t i) {
                                const LogicBox& box = m_layout.boxes[i];
                                return box.x < before && box.x + box.width > after;
                            });
    }

    [[nodiscard]] Plan plan(const LogicLink& link) const {
        const LogicBox &from = m_layout.boxes[link.from], &to = m_layout.boxes[link.to];
        Plan plan{Plan::Way::next, std::size_t(from.column) + 1, std::size_t(to.column), 0};
        if (to.column == from.column + 1) return plan;
        if (to.column > from.column && isFree(from.row, from.column, to.column))
            plan.way = Plan::Way::alongFrom;
        else if (to.column > from.column && isFree(to.row, from.column, to.column))
            plan.way = Plan::Way::alongTo;
        else {
            plan.way = Plan::Way::between;
            plan.space = std::size_t(to.row) + (from.row > to.row ? 1 : 0);
        }
        return plan;
    }

    /// What of the channels and spaces a link needs.
    void claim(const LogicLink& link, const Plan& plan) {
        const LogicBox &from = m_layout.boxes[link.from], &to = m_layout.boxes[link.to];
        const double y0 = middle(from), y1 = middle(to);
        const std::pair direct(link.to, 0), outer(link.to, 1);
        switch (plan.way) {
        case Plan::Way::next:
        case Plan::Way::alongFrom:
            if (y0 != y1) widen(m_channels[plan.in], direct, y0, y1);
            break;
        case Plan::Way::alongTo:
            widen(m_channels[plan.out], outer, y0, y1 - sideStep);
            break;
        case Plan::Way::between: {
            const double y = spaceY(plan.space);
            widen(m_channels[plan.out], outer, y0, y);
            widen(m_channels[plan.in], direct, y, y1);
            widen(m_spaces[plan.space], direct, double(std::min(plan.out, plan.in)),
                  double(std::max(plan.out, plan.in)));
            break;
        }
        }
        const double room = double(link.words.size()) * m_metrics.letter;
        m_wordRoom[plan.in] = std::max(m_wordRoom[plan.in], room);
    }
    [[nodiscard]] double spaceY(std::size_t space) const {
        const bool last = space == m_layout.rows.size();
        const double top =
            last ? m_layout.rows.back().y + m_metrics.boxHeight + m_metrics.rowGap : m_layout.rows[space].y;
        return top - m_metrics.rowGap / 2;
    }

    void place(std::size_t columns) {
        double x = m_metrics.margin;
        std::vector<double> left;
        for (std::size_t i = 0; i <= columns; ++i) {
            const int tracks = track(m_channels[i]);
            const double needed = approach + m_wordRoom[i] + 8 + (tracks + 1) * m_metrics.track;
            const double least = i == 0 || i == columns ? 8 : m_metrics.channel;
            const bool used = tracks > 0 || m_wordRoom[i] > 0;
            const double width = used ? std::max(least, needed) : least;
            m_channelX.push_back(x);
            x += width;
            left.push_back(x);
            x += m_metrics.boxWidth;
        }
        for (LogicBox& box : m_layout.boxes) box.x = left[std::size_t(box.column)];
        m_layout.width = columns == 0 ? 0 : left[columns] + m_metrics.margin;
    }
    /// Where a run of a channel stands; the words of links have the room behind it.
    [[nodiscard]] double runX(std::size_t channel, std::pair<std::size_t, int> key) const {
        return m_channelX[channel] + 6 + (m_channels[channel].at(key).track + 0.5) * m_metrics.track;
    }
    [[nodiscard]] double runY(std::size_t space, std::size_t to) const {
        // So many tracks as fit; what is more lies on others.
        constexpr int fit = 3;
        const int at = m_spaces[space].at({to, 0}).track % fit;
        const int used = std::min(fit, m_spaceTracks[space]);
        return spaceY(space) + (at - (used - 1) / 2.0) * 3.5;
    }

    void draw(LogicLink& link, const Plan& plan) const {
        const LogicBox &from = m_layout.boxes[link.from], &to = m_layout.boxes[link.to];
        const double x0 = from.x + from.width, y0 = middle(from), x1 = to.x, y1 = middle(to);
        const std::pair direct(link.to, 0), outer(link.to, 1);
        switch (plan.way) {
        case Plan::Way::next:
        case Plan::Way::alongFrom:
            if (y0 == y1) {
                link.points = {{x0, y0}, {x1, y1}};
            } else {
                const double x = runX(plan.in, direct);
                link.points = {{x0, y0}, {x, y0}, {x, y1}, {x1, y1}};
            }
            break;
        case Plan::Way::alongTo: {
            const double x = runX(plan.out, outer), y = y1 - sideStep;
            link.points = {{x0, y0}, {x, y0}, {x, y}, {x1, y}};
            break;
        }
        case Plan::Way::between: {
            const double out = runX(plan.out, outer), in = runX(plan.in, direct), y = runY(plan.space, link.to);
            link.points = {{x0, y0}, {out, y0}, {out, y}, {in, y}, {in, y1}, {x1, y1}};
            break;
        }
        }
        finish(link);
    }

    /// Where its words stand, and the box around it all.
    void finish(LogicLink& link) const {
        const ChartPoint end = link.points.back(), before = link.points[link.points.size() - 2];
        const double half = double(link.words.size()) * m_metrics.letter / 2;
        const double last = end.x - approach - half;
        link.wordsAt = {m_layout.timeScaled ? last : std::max(before.x + half + 2, last), end.y - 3};
        link.left = link.right = end.x;
        link.top = link.bottom = end.y;
        for (const ChartPoint& point : link.points) {
            link.left = std::min(link.left, point.x);
            link.right = std::max(link.right, point.x);
            link.top = std::min(link.top, point.y);
            link.bottom = std::max(link.bottom, point.y);
        }
    }

    /// Words on one line into a box stand over and under it.
    void spreadWords() {
        std::map<std::pair<std::size_t, double>, int> there;
        for (LogicLink& link : m_layout.links) {
            if (link.words.empty()) continue;
            constexpr double line = 11;
            const int level = there[{link.to, link.points.back().y}]++;
            link.wordsAt.y += level % 2 == 0 ? -line * (level / 2) : 13 + line * (level / 2);
        }
    }

    LogicLayout& m_layout;
    const LogicMetrics& m_metrics;
    std::vector<Runs> m_channels, m_spaces;
    std::vector<int> m_spaceTracks;
    std::vector<double> m_wordRoom, m_channelX;
    std::vector<Plan> m_plans;
};

} // namespace

void routeLinks(LogicLayout& layout, const LogicMetrics& metrics) {
    Router router(layout, metrics);
    if (layout.timeScaled)
        router.timeScaled();
    else
        router.columns();
}

} // namespace yarrin
