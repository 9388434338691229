// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/result.h"
#include "core/model/words.h"
#include "core/time/instant.h"

#include <map>
#include <memory>
#include <optional>
#include <string>
#include <string_view>

struct sqlite3;
struct sqlite3_stmt;

namespace yarrin {

/// A connection to one SQLite file; closes itself. The first failure is kept in words.
class Database {
public:
    /// Opens for reading only, or for changing what is there, or makes a new file.
    enum class Mode { readOnly, change, create };
    Database(const std::string& path, Mode mode);
    ~Database();
    Database(const Database&) = delete;
    Database& operator=(const Database&) = delete;

    [[nodiscard]] bool failed() const { return m_error.has_value(); }
    [[nodiscard]] const std::optional<Error>& error() const { return m_error; }
    bool run(const char* sql);
    [[nodiscard]] std::int64_t number(const char* sql);
    [[nodiscard]] std::string text(const char* sql);
    void fail(int code);
    /// Whether it failed for a reason that may pass and says nothing of the file: somebody has it, the disk does not
    /// answer, there is no memory.
    [[nodiscard]] bool mayPass() const { return failed() && m_mayPass; }
    /// Forgets a failure, once what was begun is rolled back.
    void forgive() { m_error.reset(); }
    [[nodiscard]] sqlite3* handle() const { return m_handle; }

private:
    sqlite3* m_handle = nullptr;
    std::optional<Error> m_error;
    bool m_mayPass = false;
};

/// Bytes as they are, in a column.
struct Blob {
    std::string bytes;
};

/// A prepared statement: bound from left to right, read from left to right.
class Statement {
public:
    Statement(Database& database, const std::string& sql);
    ~Statement();
    Statement(const Statement&) = delete;
    Statement& operator=(const Statement&) = delete;

    template <typename... Values> bool insert(const Values&... values) {
        begin();
        (add(values), ...);
        return execute();
    }
    /// The same value by value: `begin`, `add` for each, `execute`.
    void begin() { m_column = 1; }
    template <typename Value> void add(const Value& value) { bind(value); }
    bool execute();
    /// Moves to the next row; false at the end or on a failure, which the database keeps.
    bool next();

    /// Whether the next column says nothing, and past it.
    [[nodiscard]] bool isNull();
    void skip() { ++m_column; }
    [[nodiscard]] std::int64_t number();
    [[nodiscard]] std::optional<std::int64_t> optionalNumber();
    [[nodiscard]] std::string text();
    [[nodiscard]] std::optional<std::string> optionalText();
    [[nodiscard]] double real();
    [[nodiscard]] Blob blob();
    /// Adds the whole row column by column, with names, types and lengths, so that no two rows read the same:
    /// docs/file-format.md.
    /// Columns listed are left out where they hold what is listed beside them, or nothing where nothing is.
    void canonical(std::string& text,
                   const std::map<std::string, std::optional<std::string>, std::less<>>* later = nullptr);
    /// Begins a query anew with other values.
    template <typename... Values> Statement& with(const Values&... values) {
        again();
        m_column = 1;
        (bind(values), ...);
        return *this;
    }

private:
    void bind(std::int64_t value);
    void bind(int value) { bind(static_cast<std::int64_t>(value)); }
    void bind(std::uint32_t value) { bind(static_cast<std::int64_t>(value)); }
    void bind(std::size_t value) { bind(static_cast<std::int64_t>(value)); }
    void bind(bool value) { bind(static_cast<std::int64_t>(value)); }
    void bind(double value);
    void bind(const Blob& value);
    void again();
    void bind(std::string_view value);
    void bind(const std::string& value) { bind(std::string_view(value)); }
    void bind(const Decimal& value) { bind(value.text()); }
    void bind(const Instant& value) { bind(isoInstant(value)); }
    void bind(const Date& value) { bind(isoDate(value)); }
    void bind(const DateOrInstant& value) { bind(isoText(value)); }
    template <typename Value> void bind(const std::optional<Value>& value) {
        if (value)
            bind(*value);
        else
            bindNull();
    }
    void bind(std::nullopt_t) { bindNull(); }
    void bindNull();

    Database& m_database;
    sqlite3_stmt* m_statement = nullptr;
    int m_column = 0;
};

} // namespace yarrin
