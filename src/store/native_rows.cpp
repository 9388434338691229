// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/native_rows.h"

namespace yarrin {

Statement& RowWriter::statement(std::string_view table, const std::string& fixed, const std::string& columns) {
    const auto found = m_rows.find(table);
    if (found != m_rows.end()) return *found->second;
    const std::string all = columns.empty() ? fixed : fixed + ", " + columns;
    std::string sql = std::string(m_into == Into::empty ? "INSERT INTO " : "INSERT OR REPLACE INTO ") +
                      std::string(table) + " (" + all + ") VALUES (?";
    for (const char c : all) sql += c == ',' ? ",?" : "";
    auto& kept = m_rows[std::string(table)];
    kept = std::make_unique<Statement>(m_database, sql + ")");
    return *kept;
}

void RowWriter::removeFrom(std::string_view table, std::string_view column, std::uint32_t id) {
    auto& kept = m_removals[std::string(table)];
    if (!kept)
        kept = std::make_unique<Statement>(m_database, "DELETE FROM " + std::string(table) + " WHERE " +
                                                           std::string(column) + " = ?");
    kept->insert(id);
}

void RowWriter::put(const Job& job) {
    Statement& line = statement(describe::Described<Job>::table, "key", "value");
    static const Job plain;
    describe::forEachField<Job>([&](const auto& field) {
        // What came later stands there where it says something, so that older files, and their seals, need nothing.
        if (field.sinceVersion > writtenSchemaVersion && job.*field.member == plain.*field.member)
            Statement(m_database, "DELETE FROM job WHERE key = ?").insert(field.columnName);
        else
            line.insert(field.columnName, stored(job.*field.member));
    });
}

void RowWriter::putWeek(const describe::Parts& parts, std::uint32_t id, const decltype(Calendar::week)& week) {
    Statement& line = statement(parts.table, std::string(parts.owner), "weekday, work");
    for (std::size_t day = 0; day < week.size(); ++day)
        if (week[day]) line.insert(id, day, stored(*week[day]));
}

void putAll(RowWriter& writer, const Programme& programme) {
    writer.put(programme.job);
    forEachRowType([&]<typename Row>(Row*) {
        double position = 0;
        for (const Row& row : tableOf<Row>(programme)) writer.put(row, position++);
    });
}

} // namespace yarrin
