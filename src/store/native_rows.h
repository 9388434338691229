// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"
#include "store/native.h"
#include "store/native_values.h"
#include "store/statement.h"

#include <map>
#include <memory>
#include <string>

namespace yarrin {

/// Writes rows of a programme into a native file, each with the parts that belong to it, as they are described. A row
/// that is there already is replaced. Failures are kept by the database.
class RowWriter {
public:
    /// Into empty tables rows go quicker than where they may replace others.
    enum class Into { empty, filled };
    explicit RowWriter(Database& database, Into into = Into::filled) : m_database(database), m_into(into) {}

    void put(const Job& job);
    /// Rows stand in the order of their positions, which need not be whole.
    template <typename Row> void put(const Row& row, double position);

    /// Takes a row's parts away, before it is put again, and with them the row itself.
    template <typename Row> void removeParts(std::uint32_t id) {
        describe::forEachField<Row>([&](const auto& field) {
            if (!field.parts.table.empty()) removeFrom(field.parts.table, field.parts.owner, id);
        });
    }
    template <typename Row> void remove(std::uint32_t id) {
        removeParts<Row>(id);
        removeFrom(describe::Described<Row>::table, "id", id);
    }

private:
    template <typename List> void putParts(const describe::Parts& parts, std::uint32_t id, const List& list);
    /// The days of a calendar's week that it states itself, by their numbers.
    void putWeek(const describe::Parts& parts, std::uint32_t id, const decltype(Calendar::week)& week);
    Statement& statement(std::string_view table, const std::string& fixed, const std::string& columns);
    void removeFrom(std::string_view table, std::string_view column, std::uint32_t id);

    Database& m_database;
    Into m_into;
    std::map<std::string, std::unique_ptr<Statement>, std::less<>> m_rows; ///< by table
    std::map<std::string, std::unique_ptr<Statement>, std::less<>> m_removals;
};

/// All rows of a programme into empty tables.
void putAll(RowWriter& writer, const Programme& programme);

// How it is done, for every type of row.

template <typename Row> void addColumns(Statement& line, const Row& row);

/// A group that is not there leaves all its columns empty.
template <typename Group> void addGroup(Statement& line, const std::optional<Group>& group) {
    if (group)
        addColumns(line, *group);
    else
        forEachColumn<Group>(nativeSchemaVersion, [&](std::string_view) { line.add(std::nullopt); });
}

template <typename Row> void addColumns(Statement& line, const Row& row) {
    describe::forEachField<Row>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        if constexpr (inOwnTable<Value>)
            return;
        else if constexpr (describe::IsGroup<Value>::value)
            addGroup(line, row.*field.member);
        else
            line.add(stored(row.*field.member));
    });
}

template <typename List> void RowWriter::putParts(const describe::Parts& parts, std::uint32_t id, const List& list) {
    using Part = typename List::value_type;
    const bool sided = !parts.sideColumn.empty();
    std::string fixed(parts.owner);
    if (sided) fixed += ", " + std::string(parts.sideColumn);
    fixed += ", position";
    Statement& line = statement(parts.table, fixed, columnsOf<Part>(nativeSchemaVersion, parts.value));
    std::size_t position = 0;
    for (const Part& part : list) {
        line.begin();
        line.add(id);
        if (sided) line.add(parts.side);
        line.add(position++);
        if constexpr (describe::IsDescribed<Part>)
            addColumns(line, part);
        else
            line.add(stored(part));
        line.execute();
    }
}

template <typename Row> void RowWriter::put(const Row& row, double position) {
    static const std::string columns = columnsOf<Row>(nativeSchemaVersion);
    Statement& line = statement(describe::Described<Row>::table, "id, position", columns);
    line.begin();
    line.add(row.id.value);
    line.add(position);
    addColumns(line, row);
    line.execute();
    describe::forEachField<Row>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        if constexpr (std::is_same_v<Value, decltype(Calendar::week)>)
            putWeek(field.parts, row.id.value, row.*field.member);
        else if constexpr (inOwnTable<Value>)
            putParts(field.parts, row.id.value, row.*field.member);
    });
}

} // namespace yarrin
