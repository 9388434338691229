// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace yarrin {

class Database;

/// One table of native files, in the form that it had from one version of the schema to another. docs/file-format.md
/// explains the tables; rows of each stand in the order of `position`.
struct TableStatement {
    int since;
    int until;
    std::string name;
    std::string sql;
};
/// Up to version `writtenSchemaVersion` as they stand in the source; what came later is made from the description.
[[nodiscard]] const std::vector<TableStatement>& tableStatements();

/// What makes the tables of one version those of the next, apart from tables that the next one adds.
struct Migration {
    int from;
    std::string sql;
};
[[nodiscard]] const std::vector<Migration>& migrations();

/// Columns of a table that came after version `writtenSchemaVersion`, each with its default as text, none for null.
/// Where they say nothing the digest of tables leaves them out, so that it stays what it was before there were any.
using LaterColumns = std::map<std::string, std::optional<std::string>, std::less<>>;
[[nodiscard]] const LaterColumns& laterColumns(const std::string& table);

/// A table that came after version `writtenSchemaVersion`, and the columns by which its rows are ordered. Where it has
/// no rows the digest of tables leaves it out, for the same reason.
struct LaterTable {
    std::string name;
    std::string order;
};
[[nodiscard]] const std::vector<LaterTable>& laterTables();

/// Makes the tables of a version in an empty database, with the marks in its header.
void makeTables(Database& database, int version);
/// Brings the tables from a version to the next one.
void migrate(Database& database, int from);

/// Whether a database holds the tables of the version that its header names and nothing else: a trigger, an index, a
/// column in another place or a conflict clause could change what is read or written. Says what is off, else nothing.
[[nodiscard]] std::string schemaFault(Database& database);

} // namespace yarrin
