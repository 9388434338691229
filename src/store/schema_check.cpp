// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/native.h"
#include "store/native_schema.h"
#include "store/statement.h"

#include <map>
#include <set>

namespace yarrin {

namespace {

/// By table, the statements that a file of a version may hold.
using Allowed = std::map<std::string, std::set<std::string>>;

void gather(Database& database, Allowed& allowed) {
    Statement row(database, "SELECT name, sql FROM sqlite_schema");
    while (row.next()) {
        const std::string name = row.text();
        allowed[name].insert(row.text());
    }
}

/// A file may have been made in a version, or have been brought to it from any version that is migrated in place: the
/// ways are gone, and what SQLite then says of the tables is what it says of a good file.
const Allowed& allowedIn(int version) {
    static const std::map<int, Allowed> all = [] {
        std::map<int, Allowed> made;
        for (int first = 1; first <= nativeSchemaVersion; ++first) {
            Database memory(":memory:", Database::Mode::create);
            makeTables(memory, first);
            gather(memory, made[first]);
            for (int at = first; at >= 4 && at < nativeSchemaVersion; ++at) {
                migrate(memory, at);
                gather(memory, made[at + 1]);
            }
        }
        return made;
    }();
    return all.at(version);
}

/// Rows that were there before a column are written anew with it: the session extension takes what a row does not hold
/// for nothing rather than for the default, and a change could not be taken back.
void writeWhole(Database& database, const std::string& sql) {
    static const std::string alter = "ALTER TABLE ", add = " ADD COLUMN ";
    for (std::size_t at = sql.find(alter); at != std::string::npos; at = sql.find(alter, at + 1)) {
        const std::size_t table = at + alter.size(), column = sql.find(add, table);
        if (column == std::string::npos) return;
        const std::string name =
            sql.substr(column + add.size(), sql.find(' ', column + add.size()) - column - add.size());
        database.run(("UPDATE " + sql.substr(table, column - table) + " SET " + name + " = " + name).c_str());
    }
}

} // namespace

void makeTables(Database& database, int version) {
    const std::string header = "PRAGMA application_id = " + std::to_string(nativeApplicationId) +
                               "; PRAGMA user_version = " + std::to_string(version);
    database.run(header.c_str());
    for (const TableStatement& table : tableStatements())
        if (table.since <= version && version <= table.until) database.run(table.sql.c_str());
}

void migrate(Database& database, int from) {
    for (const Migration& step : migrations()) {
        if (step.from != from) continue;
        database.run(step.sql.c_str());
        writeWhole(database, step.sql);
    }
    std::set<std::string> there;
    for (const TableStatement& table : tableStatements())
        if (table.since <= from && from <= table.until) there.insert(table.name);
    for (const TableStatement& table : tableStatements())
        if (table.since == from + 1 && !there.contains(table.name)) database.run(table.sql.c_str());
    database.run(("PRAGMA user_version = " + std::to_string(from + 1)).c_str());
}

std::string schemaFault(Database& database) {
    const std::int64_t version = database.number("PRAGMA user_version");
    if (version < 1 || version > nativeSchemaVersion) return "there is no version " + std::to_string(version);
    const Allowed& allowed = allowedIn(int(version));
    std::set<std::string> seen;
    Statement row(database, "SELECT type, name, tbl_name, sql FROM sqlite_schema");
    while (row.next()) {
        const std::string type = row.text(), name = row.text(), table = row.text(), sql = row.text();
        const auto known = allowed.find(name);
        if (type != "table" || known == allowed.end() || table != name)
            return "the " + type + " " + name + " does not belong into version " + std::to_string(version);
        if (!known->second.contains(sql))
            return "the table " + name + " is not that of version " + std::to_string(version);
        seen.insert(name);
    }
    for (const auto& [name, sql] : allowed)
        if (!seen.contains(name)) return "the table " + name + " of version " + std::to_string(version) + " is missing";
    return {};
}

} // namespace yarrin
