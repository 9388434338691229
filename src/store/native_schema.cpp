// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/native_schema.h"

#include "edit/transaction.h"
#include "store/native.h"
#include "store/native_values.h"

#include <utility>

namespace yarrin {

namespace {

/// A table that was never changed since.
constexpr int now = 1'000'000;

struct Written {
    int since;
    int until;
    const char* name;
    const char* sql;
};

/// Each statement as it was written, letter by letter: a file is held against them. A table that changed stands once
/// for each of its forms. Choices are stored by the words of the open text format, decimals and dates as text.
constexpr Written statements[] = {
    {1, now, "job", R"sql(CREATE TABLE job (key TEXT PRIMARY KEY, value TEXT) WITHOUT ROWID)sql"},
    {1, 1, "calendar",
     R"sql(CREATE TABLE calendar (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  day_minutes INTEGER, extends INTEGER))sql"},
    {1, now, "calendar_day",
     R"sql(CREATE TABLE calendar_day (calendar INTEGER NOT NULL, weekday INTEGER NOT NULL, work TEXT NOT NULL,
  PRIMARY KEY (calendar, weekday)) WITHOUT ROWID)sql"},
    {1, 1, "calendar_exception",
     R"sql(CREATE TABLE calendar_exception (calendar INTEGER NOT NULL, position INTEGER NOT NULL, from_date TEXT NOT NULL,
  to_date TEXT NOT NULL, yearly INTEGER NOT NULL, work TEXT NOT NULL, name TEXT NOT NULL,
  PRIMARY KEY (calendar, position)) WITHOUT ROWID)sql"},
    {1, now, "breakdown",
     R"sql(CREATE TABLE breakdown (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  parent INTEGER, code TEXT))sql"},
    {1, now, "location",
     R"sql(CREATE TABLE location (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  parent INTEGER, from_chainage TEXT, to_chainage TEXT))sql"},
    {1, 2, "activity",
     R"sql(CREATE TABLE activity (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  kind TEXT NOT NULL, calendar INTEGER, breakdown INTEGER, location INTEGER, duration INTEGER,
  quantity TEXT, unit TEXT, output_per_crew_day TEXT, hours_per_unit TEXT, crews TEXT, factor TEXT, round_to TEXT,
  constraint_type TEXT, constraint_date TEXT, deadline TEXT, stretch INTEGER NOT NULL, as_late INTEGER NOT NULL,
  actual_start TEXT, actual_finish TEXT, remaining INTEGER, notes TEXT NOT NULL, cost_per_week TEXT))sql"},
    {1, now, "pause",
     R"sql(CREATE TABLE pause (activity INTEGER NOT NULL, position INTEGER NOT NULL, after INTEGER NOT NULL, rest INTEGER NOT NULL,
  PRIMARY KEY (activity, position)) WITHOUT ROWID)sql"},
    {1, now, "anchor",
     R"sql(CREATE TABLE anchor (hammock INTEGER NOT NULL, side TEXT NOT NULL, position INTEGER NOT NULL,
  activity INTEGER NOT NULL, end TEXT NOT NULL, lag INTEGER NOT NULL,
  PRIMARY KEY (hammock, side, position)) WITHOUT ROWID)sql"},
    {1, now, "link",
     R"sql(CREATE TABLE link (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, from_activity INTEGER NOT NULL,
  to_activity INTEGER NOT NULL, type TEXT NOT NULL, lag INTEGER NOT NULL, lag_calendar TEXT NOT NULL))sql"},
    {1, now, "section",
     R"sql(CREATE TABLE section (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  milestone INTEGER, completion TEXT NOT NULL, rate TEXT NOT NULL, per TEXT NOT NULL, part TEXT NOT NULL, cap TEXT,
  granted_days INTEGER NOT NULL))sql"},
    {1, 4, "event",
     R"sql(CREATE TABLE event (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, risk TEXT NOT NULL,
  state TEXT NOT NULL))sql"},
    {1, 4, "event_days",
     R"sql(CREATE TABLE event_days (event INTEGER NOT NULL, position INTEGER NOT NULL, section INTEGER NOT NULL,
  claimed INTEGER NOT NULL, assessed INTEGER NOT NULL, PRIMARY KEY (event, position)) WITHOUT ROWID)sql"},
    {2, now, "calendar",
     R"sql(CREATE TABLE calendar (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  day_minutes INTEGER, extends INTEGER, weather TEXT))sql"},
    {2, now, "calendar_exception",
     R"sql(CREATE TABLE calendar_exception (calendar INTEGER NOT NULL, position INTEGER NOT NULL, from_date TEXT NOT NULL,
  to_date TEXT NOT NULL, yearly INTEGER NOT NULL, work TEXT NOT NULL, name TEXT NOT NULL, rule TEXT, tide TEXT,
  PRIMARY KEY (calendar, position)) WITHOUT ROWID)sql"},
    {3, 3, "activity",
     R"sql(CREATE TABLE activity (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  kind TEXT NOT NULL, calendar INTEGER, breakdown INTEGER, location INTEGER, duration INTEGER,
  quantity TEXT, unit TEXT, output_per_crew_day TEXT, hours_per_unit TEXT, crews TEXT, factor TEXT, round_to TEXT,
  constraint_type TEXT, constraint_date TEXT, deadline TEXT, stretch INTEGER NOT NULL, as_late INTEGER NOT NULL,
  actual_start TEXT, actual_finish TEXT, remaining INTEGER, notes TEXT NOT NULL, cost_per_week TEXT,
  book_item INTEGER, learning_rate TEXT, unit_number INTEGER))sql"},
    {3, now, "book_item",
     R"sql(CREATE TABLE book_item (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  grp TEXT NOT NULL, unit TEXT NOT NULL, output_per_crew_day TEXT, hours_per_unit TEXT, crew TEXT NOT NULL,
  source TEXT NOT NULL, note TEXT NOT NULL))sql"},
    {3, now, "bill_item",
     R"sql(CREATE TABLE bill_item (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL,
  description TEXT NOT NULL, unit TEXT NOT NULL, quantity TEXT NOT NULL, location INTEGER, breakdown INTEGER, rate TEXT))sql"},
    {3, now, "allocation",
     R"sql(CREATE TABLE allocation (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, item INTEGER NOT NULL,
  activity INTEGER NOT NULL, quantity TEXT NOT NULL))sql"},
    {3, now, "resource_limit",
     R"sql(CREATE TABLE resource_limit (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL,
  available TEXT NOT NULL))sql"},
    {3, now, "sequence",
     R"sql(CREATE TABLE sequence (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, id_pattern TEXT NOT NULL))sql"},
    {3, now, "sequence_step",
     R"sql(CREATE TABLE sequence_step (sequence INTEGER NOT NULL, position INTEGER NOT NULL, number INTEGER NOT NULL,
  name TEXT NOT NULL, book_item INTEGER, bill_item INTEGER, duration INTEGER, crews TEXT, factor TEXT NOT NULL,
  calendar INTEGER, learning_rate TEXT, notes TEXT NOT NULL, PRIMARY KEY (sequence, position)) WITHOUT ROWID)sql"},
    {3, now, "sequence_link",
     R"sql(CREATE TABLE sequence_link (sequence INTEGER NOT NULL, position INTEGER NOT NULL, from_step INTEGER NOT NULL,
  to_step INTEGER NOT NULL, type TEXT NOT NULL, lag INTEGER NOT NULL, lag_calendar TEXT NOT NULL,
  to_next_unit INTEGER NOT NULL, PRIMARY KEY (sequence, position)) WITHOUT ROWID)sql"},
    {3, now, "laid_out",
     R"sql(CREATE TABLE laid_out (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, sequence INTEGER NOT NULL, location INTEGER,
  breakdown INTEGER, unit INTEGER NOT NULL))sql"},
    {3, now, "laid_out_step",
     R"sql(CREATE TABLE laid_out_step (laid_out INTEGER NOT NULL, position INTEGER NOT NULL, step INTEGER NOT NULL,
  activity INTEGER, quantity TEXT NOT NULL, PRIMARY KEY (laid_out, position)) WITHOUT ROWID)sql"},
    {4, 4, "activity",
     R"sql(CREATE TABLE activity (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  kind TEXT NOT NULL, calendar INTEGER, breakdown INTEGER, location INTEGER, duration INTEGER,
  quantity TEXT, unit TEXT, output_per_crew_day TEXT, hours_per_unit TEXT, crews TEXT, factor TEXT, round_to TEXT,
  constraint_type TEXT, constraint_date TEXT, deadline TEXT, stretch INTEGER NOT NULL, as_late INTEGER NOT NULL,
  actual_start TEXT, actual_finish TEXT, remaining INTEGER, notes TEXT NOT NULL, cost_per_week TEXT,
  book_item INTEGER, learning_rate TEXT, unit_number INTEGER, quantity_done TEXT))sql"},
    {4, now, "session",
     R"sql(CREATE TABLE session (id INTEGER PRIMARY KEY, author TEXT NOT NULL, opened TEXT NOT NULL, closed TEXT))sql"},
    {4, now, "history",
     R"sql(CREATE TABLE history (id INTEGER PRIMARY KEY, session INTEGER NOT NULL, at TEXT NOT NULL, author TEXT NOT NULL,
  kind TEXT NOT NULL, text TEXT NOT NULL, changes BLOB))sql"},
    {4, 5, "revision",
     R"sql(CREATE TABLE revision (id INTEGER PRIMARY KEY, key TEXT NOT NULL, purpose TEXT NOT NULL, data_date TEXT,
  author TEXT NOT NULL, at TEXT NOT NULL, history INTEGER NOT NULL, narrative TEXT NOT NULL, content BLOB NOT NULL,
  image_digest TEXT NOT NULL, digest TEXT NOT NULL))sql"},
    {4, now, "contract_programme",
     R"sql(CREATE TABLE contract_programme (id INTEGER PRIMARY KEY, revision INTEGER NOT NULL, author TEXT NOT NULL,
  at TEXT NOT NULL, reason TEXT NOT NULL))sql"},
    {4, now, "keeping", R"sql(CREATE TABLE keeping (key TEXT PRIMARY KEY, value TEXT) WITHOUT ROWID)sql"},
    {5, now, "activity",
     R"sql(CREATE TABLE activity (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  kind TEXT NOT NULL, calendar INTEGER, breakdown INTEGER, location INTEGER, duration INTEGER,
  quantity TEXT, unit TEXT, output_per_crew_day TEXT, hours_per_unit TEXT, crews TEXT, factor TEXT, round_to TEXT,
  constraint_type TEXT, constraint_date TEXT, deadline TEXT, stretch INTEGER NOT NULL, as_late INTEGER NOT NULL,
  actual_start TEXT, actual_finish TEXT, remaining INTEGER, notes TEXT NOT NULL, cost_per_week TEXT,
  book_item INTEGER, learning_rate TEXT, unit_number INTEGER, quantity_done TEXT, event INTEGER))sql"},
    {5, now, "event",
     R"sql(CREATE TABLE event (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, risk TEXT NOT NULL,
  state TEXT NOT NULL, title TEXT NOT NULL DEFAULT '', description TEXT NOT NULL DEFAULT '',
  cause TEXT NOT NULL DEFAULT '', from_date TEXT, to_date TEXT, known TEXT, notice_given TEXT, particulars_given TEXT,
  in_forecast INTEGER NOT NULL DEFAULT 1))sql"},
    {5, now, "event_days",
     R"sql(CREATE TABLE event_days (event INTEGER NOT NULL, position INTEGER NOT NULL, section INTEGER NOT NULL,
  claimed INTEGER NOT NULL, assessed INTEGER NOT NULL, granted INTEGER NOT NULL DEFAULT 0,
  PRIMARY KEY (event, position)) WITHOUT ROWID)sql"},
    {5, now, "event_document",
     R"sql(CREATE TABLE event_document (event INTEGER NOT NULL, position INTEGER NOT NULL, place TEXT NOT NULL,
  PRIMARY KEY (event, position)) WITHOUT ROWID)sql"},
    {5, now, "event_activity",
     R"sql(CREATE TABLE event_activity (event INTEGER NOT NULL, position INTEGER NOT NULL, activity INTEGER NOT NULL,
  PRIMARY KEY (event, position)) WITHOUT ROWID)sql"},
    {5, now, "event_effect",
     R"sql(CREATE TABLE event_effect (event INTEGER NOT NULL, position INTEGER NOT NULL, kind TEXT NOT NULL,
  activity INTEGER NOT NULL, work INTEGER NOT NULL, from_date TEXT, to_date TEXT, value TEXT,
  PRIMARY KEY (event, position)) WITHOUT ROWID)sql"},
    {6, now, "revision",
     R"sql(CREATE TABLE revision (id INTEGER PRIMARY KEY, key TEXT NOT NULL, purpose TEXT NOT NULL, data_date TEXT,
  author TEXT NOT NULL, at TEXT NOT NULL, history INTEGER NOT NULL, narrative TEXT NOT NULL, content BLOB NOT NULL,
  image_digest TEXT NOT NULL, digest TEXT NOT NULL,
  form INTEGER NOT NULL DEFAULT 1))sql"},
    {6, now, "numbering",
     R"sql(CREATE TABLE numbering (name TEXT PRIMARY KEY, highest INTEGER NOT NULL) WITHOUT ROWID)sql"},
    {6, now, "chain",
     R"sql(CREATE TABLE chain (number INTEGER PRIMARY KEY, kind TEXT NOT NULL, row INTEGER NOT NULL, content TEXT,
  digest TEXT NOT NULL))sql"},
    {6, now, "signature",
     R"sql(CREATE TABLE signature (id INTEGER PRIMARY KEY, revision INTEGER NOT NULL, signer TEXT NOT NULL,
  public_key TEXT NOT NULL, signature TEXT NOT NULL))sql"},
};

/// Columns that a version brings stand last and have defaults, so that the change sets of an older history still fit.
constexpr std::pair<int, const char*> writtenSteps[] = {
    {4, R"sql(ALTER TABLE activity ADD COLUMN event INTEGER;
ALTER TABLE event ADD COLUMN title TEXT NOT NULL DEFAULT '';
ALTER TABLE event ADD COLUMN description TEXT NOT NULL DEFAULT '';
ALTER TABLE event ADD COLUMN cause TEXT NOT NULL DEFAULT '';
ALTER TABLE event ADD COLUMN from_date TEXT;
ALTER TABLE event ADD COLUMN to_date TEXT;
ALTER TABLE event ADD COLUMN known TEXT;
ALTER TABLE event ADD COLUMN notice_given TEXT;
ALTER TABLE event ADD COLUMN particulars_given TEXT;
ALTER TABLE event ADD COLUMN in_forecast INTEGER NOT NULL DEFAULT 1;
ALTER TABLE event_days ADD COLUMN granted INTEGER NOT NULL DEFAULT 0)sql"},
    {5, "ALTER TABLE revision ADD COLUMN form INTEGER NOT NULL DEFAULT 1"},
};

/// How a column of a described field is declared: what rows that were there before it get is its default.
template <typename Value> std::string declared(const Value& blank) {
    if constexpr (describe::IsOptional<Value>::value) {
        using Inner = typename Value::value_type;
        return std::is_integral_v<Inner> ? "INTEGER" : "TEXT";
    } else if constexpr (describe::IsId<Value>::value) {
        return "INTEGER";
    } else if constexpr (std::is_integral_v<Value>) {
        return "INTEGER NOT NULL DEFAULT " + std::to_string(std::int64_t(blank));
    } else {
        const auto text = stored(blank);
        if constexpr (std::is_same_v<Value, Decimal>)
            return "TEXT NOT NULL DEFAULT '" + text.text() + "'";
        else if constexpr (std::is_constructible_v<std::string, decltype(text)>)
            return "TEXT NOT NULL DEFAULT '" + std::string(text) + "'";
        else
            return "TEXT NOT NULL DEFAULT '0001-01-01'"; // a date that nobody gave is none that anybody means
    }
}
using Later = std::map<std::string, LaterColumns, std::less<>>;

// What is joined for each of hundreds of fields is joined here: unfolded in each place it takes long to compile.
void addColumn(std::string& columns, std::string_view name, std::string_view declaration) {
    columns += ", ";
    columns += name;
    columns += ' ';
    columns += declaration;
}

TableStatement listTable(const describe::Parts& parts, int version, const std::string& columns) {
    const std::string table(parts.table), owner(parts.owner);
    return {version, now, table,
            "CREATE TABLE " + table + " (" + owner + " INTEGER NOT NULL, position INTEGER NOT NULL" + columns +
                ", PRIMARY KEY (" + owner + ", position)) WITHOUT ROWID"};
}

/// "name TYPE, …" of the fields that a described type has in a version, as columns of a new table.
template <typename Part> std::string newColumns(int version) {
    static const Part blank{};
    std::string columns;
    describe::forEachField<Part>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        if constexpr (!inOwnTable<Value>) {
            static_assert(!describe::IsGroup<Value>::value, "a group in a later table would need columns of its own");
            if (field.sinceVersion <= version) addColumn(columns, field.columnName, declared(blank.*field.member));
        }
    });
    return columns;
}

/// The table of a list that came later.
template <typename Field> TableStatement partTable(const Field& field, int version) {
    using Value = typename Field::Value;
    static_assert(describe::IsList<Value>::value);
    using Part = typename Value::value_type;
    std::string columns;
    if constexpr (describe::IsDescribed<Part>)
        columns = newColumns<Part>(version);
    else
        addColumn(columns, field.parts.value, describe::IsId<Part>::value ? "INTEGER NOT NULL" : "TEXT NOT NULL");
    return listTable(field.parts, version, columns);
}

/// What a declaration says after DEFAULT; none where it says nothing.
std::optional<std::string> defaultIn(const std::string& declaration) {
    static const std::string word = " DEFAULT ";
    const std::size_t at = declaration.find(word);
    if (at == std::string::npos) return {};
    std::string text = declaration.substr(at + word.size());
    std::erase(text, '\'');
    return text;
}

/// Columns that a table gets that was there: "…, name TYPE", each with its default.
void addColumns(std::vector<TableStatement>& all, std::vector<Migration>& steps, Later& later, const std::string& table,
                int version, const std::string& columns) {
    for (std::size_t i = 0; i < all.size(); ++i) {
        if (all[i].name != table || all[i].until != now) continue;
        std::string sql = all[i].sql;
        // Before the bracket that ends the columns, or what follows them.
        std::size_t key = sql.find(",\n  PRIMARY KEY (");
        if (key == std::string::npos) key = sql.find(", PRIMARY KEY ("); // of a list that came later
        sql.insert(key != std::string::npos ? key : sql.rfind(')'), columns);
        all[i].until = version - 1;
        all.push_back({version, now, table, std::move(sql)});
        break;
    }
    for (std::size_t at = 0; at < columns.size();) {
        const std::size_t end = std::min(columns.find(", ", at + 2), columns.size());
        const std::string one = columns.substr(at + 2, end - at - 2);
        steps.push_back({version - 1, "ALTER TABLE " + table + " ADD COLUMN " + one});
        later[table][one.substr(0, one.find(' '))] = defaultIn(one);
        at = end;
    }
}

/// Adds what a version brought to a table that was there: columns stand last and have defaults.
template <typename Part>
void addNew(std::vector<TableStatement>& all, std::vector<Migration>& steps, Later& later, const std::string& table,
            int version) {
    static const Part blank{};
    std::string columns;
    describe::forEachField<Part>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        if constexpr (inOwnTable<Value>) {
            if constexpr (describe::IsList<Value>::value) {
                if (std::max(field.sinceVersion, describe::tableSince<Part>()) == version)
                    all.push_back(partTable(field, version));
                else if constexpr (describe::IsDescribed<typename Value::value_type>)
                    addNew<typename Value::value_type>(all, steps, later, std::string(field.parts.table), version);
            }
        } else if constexpr (describe::IsGroup<Value>::value) {
            // Columns of a group say nothing where it is not there.
            describe::forEachField<typename Value::value_type>([&](const auto& inner) {
                using Inner = typename std::decay_t<decltype(inner)>::Value;
                if (inner.sinceVersion == version)
                    addColumn(columns, inner.columnName, std::is_integral_v<Inner> ? "INTEGER" : "TEXT");
            });
        } else if (field.sinceVersion == version) {
            addColumn(columns, field.columnName, declared(blank.*field.member));
        }
    });
    if (!columns.empty() && describe::tableSince<Part>() != version)
        addColumns(all, steps, later, table, version, columns);
}

struct Schema {
    std::vector<TableStatement> tables;
    std::vector<Migration> steps;
    Later later;
};

const Schema& schema() {
    static const Schema made = [] {
        Schema schema;
        for (const Written& one : statements) schema.tables.push_back({one.since, one.until, one.name, one.sql});
        for (const auto& [from, sql] : writtenSteps) schema.steps.push_back({from, sql});
        for (int version = writtenSchemaVersion + 1; version <= nativeSchemaVersion; ++version)
            forEachRowType([&]<typename Row>(Row*) {
                const std::string table(describe::Described<Row>::table);
                if (describe::tableSince<Row>() > version) return;
                if constexpr (describe::tableSince<Row>() > writtenSchemaVersion)
                    if (describe::tableSince<Row>() == version)
                        schema.tables.push_back({version, now, table,
                                                 "CREATE TABLE " + table +
                                                     " (id INTEGER PRIMARY KEY, position INTEGER NOT NULL" +
                                                     newColumns<Row>(version) + ")"});
                addNew<Row>(schema.tables, schema.steps, schema.later, table, version);
            });
        return schema;
    }();
    return made;
}

} // namespace

const std::vector<TableStatement>& tableStatements() {
    return schema().tables;
}

const LaterColumns& laterColumns(const std::string& table) {
    static const LaterColumns none;
    const auto found = schema().later.find(table);
    return found == schema().later.end() ? none : found->second;
}

const std::vector<LaterTable>& laterTables() {
    static const std::vector<LaterTable> tables = [] {
        std::map<std::string, LaterTable> list; // in the order of their names
        std::map<std::string, bool> early;
        for (const Written& one : statements) early[one.name] = true;
        for (const TableStatement& one : schema().tables)
            if (!early.contains(one.name))
                list[one.name] = {one.name, one.sql.find("PRIMARY KEY (") == std::string::npos ? "1" : "1, 2"};
        std::vector<LaterTable> out;
        for (const auto& [name, table] : list) out.push_back(table);
        return out;
    }();
    return tables;
}

const std::vector<Migration>& migrations() {
    return schema().steps;
}

} // namespace yarrin
