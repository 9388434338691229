// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/resource_book.h"

#include <cstdint>
#include <vector>

namespace yarrin {

/// Demand of the resources that are levelled, day by day, in whole units so that it can be added to and taken from
/// exactly. A unit is the smallest part in which any activity needs the resource.
class DemandGrid {
public:
    using Wide = __int128;
    struct Column {
        std::size_t place = 0;   ///< in the book
        bool quantity = false;   ///< of what is used a day, not at once
        std::int64_t scale = 1;  ///< units of one
        std::int64_t weight = 1; ///< of what exceeds supply
        double perMean = 0;      ///< 1 / mean² of the day's demand before levelling
    };
    /// One activity's part on one day: of numbers within minutes of the day, of quantities all day.
    struct Part {
        std::uint32_t resource;
        std::int32_t day; ///< from the grid's first
        std::int16_t from, to;
        std::int64_t amount;
    };
    /// What levelling makes less: what exceeds supply first, then roughness.
    struct Score {
        Wide excess = 0;
        double squares = 0;
    };

    DemandGrid(std::vector<Column> columns, Date first, int days);

    [[nodiscard]] const std::vector<Column>& columns() const { return m_columns; }
    [[nodiscard]] Date first() const { return m_first; }
    /// Supply in units; none is no limit.
    void setSupply(std::uint32_t resource, const Resource& of);
    void add(const std::vector<Part>& parts) { put(parts, 1); }
    void remove(const std::vector<Part>& parts) { put(parts, -1); }
    /// What the score becomes where parts are added.
    [[nodiscard]] Score with(const std::vector<Part>& parts) const;
    [[nodiscard]] Score score() const { return m_score; }
    void takeMeans(int days);

    /// The first part in time that does not fit below the supply; none where all do.
    [[nodiscard]] const Part* misfit(const std::vector<Part>& parts) const;

private:
    struct Segment {
        std::int16_t from, to;
        std::int64_t level;
    };
    struct Day {
        std::vector<Segment> segments; ///< with demand, in order, apart
        std::int64_t peak = 0;
        Wide excess = 0;
    };
    struct Row {
        std::vector<Day> days;
        std::vector<std::int64_t> supply; ///< by day; -1 where none is known; the last holds on
        Wide squares = 0;
    };
    void put(const std::vector<Part>& parts, int sign);
    [[nodiscard]] std::int64_t supplyOn(const Row& row, std::int32_t day) const;
    static void change(Day& day, std::int16_t from, std::int16_t to, std::int64_t amount);
    void measure(const Column& column, const Row& row, std::int32_t at, Day& day) const;
    void addUp(const Part* from, const Part* to, std::int64_t& peak, Wide& excess) const;
    void replace(std::uint32_t resource, std::int32_t at, Day&& now);

    std::vector<Column> m_columns;
    std::vector<Row> m_rows;
    Date m_first;
    Score m_score;
};

} // namespace yarrin
