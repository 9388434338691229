// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/labour/demand_grid.h"
#include "core/labour/working_time.h"
#include "core/network/calculation.h"
#include "core/network/span.h"

#include <cstdint>
#include <memory>
#include <optional>
#include <vector>

namespace yarrin {

/// A programme being levelled: its network, and where each node lies while others are moved about.
class LevelBoard {
public:
    /// The programme must have been calculated without errors, with what levelling held taken off.
    LevelBoard(const Programme& programme, const std::vector<std::size_t>& resources, const ResourceBook& book,
               std::optional<Date> from, const std::vector<ActivityId>& leave, bool wholeDays);

    [[nodiscard]] const Network& net() const { return m_compiled.network; }
    [[nodiscard]] const Schedule& before() const { return m_before; }
    [[nodiscard]] DemandGrid& grid() { return *m_grid; }
    [[nodiscard]] const DemandGrid& grid() const { return *m_grid; }
    /// Whether levelling may hold a node: it needs what is levelled, has not begun, and nobody asked to leave it.
    [[nodiscard]] bool movable(std::uint32_t node) const { return m_movable[node]; }
    /// Whether it needs nothing that is levelled and may stand anywhere that its links let it.
    [[nodiscard]] bool elastic(std::uint32_t node) const { return m_elastic[node]; }
    [[nodiscard]] const WorkCalendar& calendar(std::uint32_t node) const {
        return *net().calendars[net().nodes[node].calendar];
    }
    [[nodiscard]] const std::vector<std::uint32_t>& outOf(std::uint32_t node) const { return m_out[node]; }
    [[nodiscard]] std::uint32_t targetOf(std::uint32_t link) const { return m_target[link]; }

    [[nodiscard]] const Span& at(std::uint32_t node) const { return m_at[node]; }
    void move(std::uint32_t node, const Span& span) { m_at[node] = span; }
    /// Where a node lies that starts no earlier than its links, its dates and an instant let it.
    [[nodiscard]] Span place(std::uint32_t node, Instant notBefore) const;
    /// The instant that a link asks of its successor where its predecessor lies so.
    [[nodiscard]] Instant bound(std::uint32_t link, const Span& from) const;
    /// Whether a node that lies so moves nothing that it leads to, and nothing that must not move.
    [[nodiscard]] bool holdsOthers(std::uint32_t node, const Span& span) const;
    /// What a node needs where it lies so.
    void partsOf(std::uint32_t node, const Span& span, std::vector<DemandGrid::Part>& parts) const;
    /// The next start behind one that is tried: where a day of the node's calendar begins, else an hour of work on.
    [[nodiscard]] Instant nextStart(std::uint32_t node, const Span& span) const;
    /// Whether a node's work may be split: it has no pauses of its own and nothing holds its finish.
    [[nodiscard]] bool splits(std::uint32_t node) const;
    /// Splits a node that may be: the grid counts no work in its pauses. Without any it is whole again.
    void split(std::uint32_t node, std::vector<Pause> pauses) { m_pauses[node] = std::move(pauses); }
    /// Where so many minutes of work and rest of a node lie that begin there.
    [[nodiscard]] Span laid(std::uint32_t node, Minutes startWork, Minutes length) const;
    /// Minutes of a node's calendar before and after the day of work that an instant lies in; a shift over midnight
    /// belongs to the day on which it begins.
    [[nodiscard]] std::pair<Minutes, Minutes> dayOfWork(std::uint32_t node, Instant at) const;
    /// Behind this nothing is looked for.
    [[nodiscard]] Instant horizon() const;
    /// Nothing starts earlier by levelling.
    [[nodiscard]] Instant earliest() const { return m_from; }
    /// Every node where it stood before.
    void reset();
    /// Nodes so that what others wait for comes first, whatever the order of rows; and the rank of a node by its id.
    [[nodiscard]] const std::vector<std::uint32_t>& order() const { return m_order; }
    [[nodiscard]] std::uint32_t rankOf(std::uint32_t node) const { return m_rank[node]; }
    /// Whether it needs anything that is levelled.
    [[nodiscard]] bool needs(std::uint32_t node) const { return !m_uses[node].empty(); }

private:
    struct Use {
        std::uint32_t resource; ///< in the grid
        std::int64_t amount;    ///< units; of quantities, over all its work
    };
    void findMovable(const std::vector<ActivityId>& leave);
    void findUses(const std::vector<std::size_t>& resources, const ResourceBook& book);
    void hangHammocks();
    void sortNodes();
    void weigh(std::vector<DemandGrid::Column>& columns, const ResourceBook& book) const;
    [[nodiscard]] Minutes dayMinutesOf(const Resource& resource) const;
    [[nodiscard]] const std::vector<WorkRun>& runsOf(std::uint32_t node) const;
    void fillGrid();

    const Programme& m_programme;
    CalendarCache m_cache;
    CompiledProgramme m_compiled;
    Schedule m_before;
    Instant m_from;
    bool m_wholeDays;
    std::unique_ptr<DemandGrid> m_grid;
    std::vector<bool> m_movable, m_elastic;
    std::vector<std::vector<std::uint32_t>> m_out; ///< links out of each node
    std::vector<std::uint32_t> m_target;           ///< by link
    std::vector<Span> m_at;
    std::vector<std::vector<Use>> m_uses;     ///< by node
    std::vector<Instant> m_lastFinish;        ///< by node: deadlines, hammocks, the finish
    std::vector<std::vector<Pause>> m_pauses; ///< by node, those that count, in order
    std::vector<std::uint32_t> m_order, m_rank;
    mutable std::optional<WorkSpells> m_spells;
    mutable std::vector<WorkRun> m_stretches; ///< of who is asked last
};

} // namespace yarrin
