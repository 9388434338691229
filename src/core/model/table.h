// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cassert>
#include <cstddef>
#include <cstdint>
#include <iterator>
#include <span>
#include <utility>
#include <vector>

namespace yarrin {

/// Rows of one kind in the order that people gave them, found by id in constant time. A row's type has a member
/// `id` of type Id; ids are unique and not 0.
template <typename Row, typename Id> class Table {
public:
    static constexpr std::size_t none = static_cast<std::size_t>(-1);

    [[nodiscard]] const std::vector<Row>& rows() const { return m_rows; }
    [[nodiscard]] std::size_t size() const { return m_rows.size(); }
    [[nodiscard]] bool empty() const { return m_rows.empty(); }
    [[nodiscard]] auto begin() const { return m_rows.begin(); }
    [[nodiscard]] auto end() const { return m_rows.end(); }
    const Row& operator[](std::size_t index) const { return m_rows[index]; }

    /// Where the row with this id stands, or `none`.
    [[nodiscard]] std::size_t indexOf(Id id) const {
        const auto at = find(id);
        return at == m_places.end() ? none : at->second;
    }
    [[nodiscard]] const Row* row(Id id) const {
        const std::size_t index = indexOf(id);
        return index == none ? nullptr : &m_rows[index];
    }
    /// An id that no row has, nor ever had in this table or in the file that it came from.
    [[nodiscard]] Id freshId() const { return Id{m_highest + 1}; }
    /// The highest id that a row ever had; what a file has used is reserved when it is read.
    [[nodiscard]] std::uint32_t highest() const { return m_highest; }
    void reserve(std::uint32_t highest) { m_highest = std::max(m_highest, highest); }

    void insert(std::size_t index, Row row) {
        assert(row.id && !this->row(row.id) && index <= m_rows.size());
        const Id id = row.id;
        m_highest = std::max(m_highest, id.value);
        const bool last = index == m_rows.size();
        m_rows.insert(m_rows.begin() + static_cast<std::ptrdiff_t>(index), std::move(row));
        if (!last)
            for (Place& place : m_places) place.second += place.second >= index ? 1 : 0;
        m_places.insert(std::lower_bound(m_places.begin(), m_places.end(), Place{id.value, 0}), {id.value, index});
    }
    void append(Row row) { insert(m_rows.size(), std::move(row)); }
    void replace(std::size_t index, Row row) {
        assert(m_rows[index].id == row.id);
        m_rows[index] = std::move(row);
    }
    void erase(std::size_t index) {
        m_places.erase(find(m_rows[index].id));
        for (Place& place : m_places) place.second -= place.second > index ? 1 : 0;
        m_rows.erase(m_rows.begin() + static_cast<std::ptrdiff_t>(index));
    }
    /// Removes many rows at one go: their places, the last first.
    void eraseFromBack(std::span<const std::size_t> places) {
        assert(std::is_sorted(places.rbegin(), places.rend()));
        auto going = places.rbegin();
        std::size_t left = 0;
        for (std::size_t i = 0; i < m_rows.size(); ++i) {
            if (going != places.rend() && *going == i)
                ++going;
            else if (left++ != i)
                m_rows[left - 1] = std::move(m_rows[i]);
        }
        m_rows.erase(m_rows.begin() + static_cast<std::ptrdiff_t>(left), m_rows.end());
        reindex();
    }
    /// Adds many rows at one go: each with the place that it has afterwards, the first first.
    void insertAll(std::vector<std::pair<std::size_t, Row>> coming) {
        assert(std::is_sorted(coming.begin(), coming.end(),
                              [](const auto& a, const auto& b) { return a.first < b.first; }));
        std::vector<Row> rows;
        rows.reserve(m_rows.size() + coming.size());
        auto old = m_rows.begin();
        for (auto& [place, row] : coming) {
            while (rows.size() < place) rows.push_back(std::move(*old++));
            rows.push_back(std::move(row));
        }
        rows.insert(rows.end(), std::make_move_iterator(old), std::make_move_iterator(m_rows.end()));
        assign(std::move(rows));
    }
    /// Takes all rows at once; ids must be unique.
    void assign(std::vector<Row> rows) {
        m_rows = std::move(rows);
        reindex();
    }
    /// Moves all rows out, for many insertions or removals at one go; `assign` puts them back.
    [[nodiscard]] std::vector<Row> take() { return std::exchange(m_rows, {}); }

    friend bool operator==(const Table& a, const Table& b) { return a.m_rows == b.m_rows; }

private:
    using Place = std::pair<std::uint32_t, std::size_t>;
    [[nodiscard]] typename std::vector<Place>::const_iterator find(Id id) const {
        // Ids are mostly 1, 2, 3 …, so the first guess nearly always hits.
        if (id.value >= 1 && id.value <= m_places.size() && m_places[id.value - 1].first == id.value)
            return m_places.begin() + (id.value - 1);
        const auto at = std::lower_bound(m_places.begin(), m_places.end(), id.value,
                                         [](const Place& place, std::uint32_t value) { return place.first < value; });
        return at != m_places.end() && at->first == id.value ? at : m_places.end();
    }
    void reindex() {
        m_places.clear();
        m_places.reserve(m_rows.size());
        for (std::size_t i = 0; i < m_rows.size(); ++i) {
            m_highest = std::max(m_highest, m_rows[i].id.value);
            m_places.emplace_back(m_rows[i].id.value, i);
        }
        if (!std::is_sorted(m_places.begin(), m_places.end())) std::sort(m_places.begin(), m_places.end());
    }

    std::vector<Row> m_rows;
    std::vector<Place> m_places; ///< sorted by id
    std::uint32_t m_highest = 0;
};

} // namespace yarrin
