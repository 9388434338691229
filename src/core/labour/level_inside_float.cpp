// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/work.h"
#include "core/labour/level_ways.h"

#include <algorithm>

namespace yarrin {

namespace {

/// Less excess first, then less roughness; differences that come from reckoning count for nothing.
int compared(const DemandGrid::Score& a, const DemandGrid::Score& b) {
    if (a.excess != b.excess) return a.excess < b.excess ? -1 : 1;
    const double slack = 1e-9 * (1 + std::abs(a.squares) + std::abs(b.squares));
    if (a.squares < b.squares - slack) return -1;
    return a.squares > b.squares + slack ? 1 : 0;
}

class InsideFloat {
public:
    InsideFloat(const Programme& programme, const std::vector<std::size_t>& resources, const ResourceBook& book,
                const LevelOptions& options)
        : m_programme(programme), m_board(programme, resources, book, options.from, options.leave, options.wholeDays) {}

    FloatLevelling run() {
        FloatLevelling out;
        out.before = m_board.grid().score().squares;
        for (int sweep = 0; sweep < mostSweeps && workGoesOn(std::size_t(sweep), mostSweeps); ++sweep)
            if (!backward()) break;
        if (!workGoesOn()) return out;
        forward();
        out.after = m_board.grid().score().squares;
        for (const std::uint32_t node : m_board.order())
            if (m_board.movable(node) && m_board.at(node).start > m_board.place(node, farPast).start)
                out.held.push_back({m_board.net().nodes[node].id, m_board.at(node).start, {}});
        return out;
    }

private:
    static constexpr int mostSweeps = 12;
    static constexpr double leastGain = 0.003; ///< of the squares

    /// What needs nothing that is levelled stands as early as it can.
    void settleEarly() {
        for (const std::uint32_t node : m_board.order())
            if (m_board.elastic(node)) m_board.move(node, m_board.place(node, farPast));
    }
    /// Or as late as those behind it leave it: its links push it no further, as nothing holds it there.
    void settleLate(std::uint32_t node) {
        const WorkCalendar& own = m_board.calendar(node);
        const Span now = m_board.at(node);
        Minutes low = 0, high = std::max<Minutes>(
                             0, m_board.before().activities[m_board.net().nodes[node].activity].totalFloat.value_or(0));
        const auto shifted = [&](Minutes by) {
            return by == 0 ? now : m_board.place(node, own.startOfMinute(now.startWork + by));
        };
        while (low < high) {
            const Minutes middle = (low + high + 1) / 2;
            if (m_board.holdsOthers(node, shifted(middle)))
                low = middle;
            else
                high = middle - 1;
        }
        m_board.move(node, shifted(low));
    }

    /// True where enough got better to go over all once more.
    bool backward() {
        settleEarly();
        const DemandGrid::Score before = m_board.grid().score();
        const auto& order = m_board.order();
        for (auto node = order.rbegin(); node != order.rend(); ++node) {
            if (m_board.elastic(*node))
                settleLate(*node);
            else if (m_board.movable(*node))
                moveToBest(*node, true);
        }
        const DemandGrid::Score after = m_board.grid().score();
        return after.excess < before.excess || after.squares < before.squares * (1 - leastGain);
    }

    /// Back to as early as is no worse, so that as few as can be are held.
    void forward() {
        settleEarly();
        for (const std::uint32_t node : m_board.order()) {
            if (m_board.elastic(node))
                m_board.move(node, m_board.place(node, farPast));
            else if (m_board.movable(node))
                moveToBest(node, false);
        }
    }

    /// The best of where it stands now and where days of its calendar begin, of equally good ones the latest, which
    /// leaves those in front of it most room, or the earliest.
    void moveToBest(std::uint32_t node, bool latest) {
        DemandGrid& grid = m_board.grid();
        const Span now = m_board.at(node);
        m_parts.clear();
        m_board.partsOf(node, now, m_parts);
        grid.remove(m_parts);
        DemandGrid::Score best = grid.with(m_parts);
        Span chosen = now;
        for (Span span = m_board.place(node, farPast); m_board.holdsOthers(node, span);
             span = m_board.place(node, m_board.nextStart(node, span))) {
            if (!latest && span.start >= now.start) break;
            if (span.start == chosen.start) continue;
            m_parts.clear();
            m_board.partsOf(node, span, m_parts);
            const DemandGrid::Score score = grid.with(m_parts);
            const int order = compared(score, best);
            if (order > 0 || (order == 0 && (latest ? span.start < chosen.start : span.start > chosen.start))) continue;
            best = score;
            chosen = span;
        }
        m_parts.clear();
        m_board.partsOf(node, chosen, m_parts);
        grid.add(m_parts);
        m_board.move(node, chosen);
    }

    const Programme& m_programme;
    LevelBoard m_board;
    std::vector<DemandGrid::Part> m_parts;
};

} // namespace

FloatLevelling levelInsideFloat(const Programme& programme, const std::vector<std::size_t>& resources,
                                const ResourceBook& book, const LevelOptions& options) {
    return InsideFloat(programme, resources, book, options).run();
}

} // namespace yarrin
