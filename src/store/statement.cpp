// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/statement.h"

#include "core/base/work.h"
#include "store/digest.h"

#include <bit>
#include <sqlite3.h>

namespace yarrin {

Database::Database(const std::string& path, Mode mode) {
    const int flags = mode == Mode::readOnly ? SQLITE_OPEN_READONLY
                      : mode == Mode::change ? SQLITE_OPEN_READWRITE
                                             : SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE;
    const int code = sqlite3_open_v2(path.c_str(), &m_handle, flags | SQLITE_OPEN_NOMUTEX, nullptr);
    if (code != SQLITE_OK) {
        fail(code);
        return;
    }
    // A file from outside may hold anything: its schema gets no say in what is run.
    sqlite3_db_config(m_handle, SQLITE_DBCONFIG_DEFENSIVE, 1, nullptr);
    sqlite3_db_config(m_handle, SQLITE_DBCONFIG_TRUSTED_SCHEMA, 0, nullptr);
    sqlite3_db_config(m_handle, SQLITE_DBCONFIG_ENABLE_TRIGGER, 0, nullptr);
    sqlite3_db_config(m_handle, SQLITE_DBCONFIG_ENABLE_VIEW, 0, nullptr);
    // Another window may just be reading or writing; who holds the file for longer is told of, and it is tried again.
    sqlite3_busy_timeout(m_handle, 100);
    // What takes long, like copying a file, ends where somebody stopped it; what was begun is rolled back.
    sqlite3_progress_handler(
        m_handle, 20'000, [](void*) { return workGoesOn() ? 0 : 1; }, nullptr);
    run("PRAGMA cell_size_check = ON");
}

Database::~Database() {
    sqlite3_close_v2(m_handle);
}

void Database::fail(int code) {
    if (m_error) return;
    Error error{ErrorCode::file, {}, {}, {}};
    switch (code & 0xff) {
    case SQLITE_BUSY:
    case SQLITE_LOCKED:
    case SQLITE_IOERR:
    case SQLITE_CANTOPEN:
    case SQLITE_NOMEM:
    case SQLITE_INTERRUPT:
        m_mayPass = true;
        break;
    default:
        m_mayPass = false;
    }
    switch (code & 0xff) {
    case SQLITE_CORRUPT:
    case SQLITE_NOTADB:
    case SQLITE_SCHEMA:
    case SQLITE_ERROR:
    case SQLITE_MISMATCH:
        error.what = "the file is damaged";
        error.todo = "open a copy or an earlier version of it";
        break;
    case SQLITE_INTERRUPT:
        error.what = "it was stopped";
        break;
    case SQLITE_FULL:
        error.what = "the disk is full";
        error.todo = "free some space or save elsewhere";
        break;
    case SQLITE_READONLY:
    case SQLITE_PERM:
    case SQLITE_CANTOPEN:
        error.what = "there is no permission to use the file or its folder";
        error.todo = "choose another folder";
        break;
    case SQLITE_BUSY:
    case SQLITE_LOCKED:
        error.what = "another program holds the file";
        error.todo = "close it there and try again";
        break;
    default:
        error.what = std::string("the file cannot be used: ") + sqlite3_errstr(code);
        break;
    }
    m_error = std::move(error);
}

bool Database::run(const char* sql) {
    if (failed()) return false;
    const int code = sqlite3_exec(m_handle, sql, nullptr, nullptr, nullptr);
    if (code != SQLITE_OK) fail(code);
    return code == SQLITE_OK;
}

std::int64_t Database::number(const char* sql) {
    Statement statement(*this, sql);
    return statement.next() ? statement.number() : 0;
}

std::string Database::text(const char* sql) {
    Statement statement(*this, sql);
    return statement.next() ? statement.text() : std::string();
}

Statement::Statement(Database& database, const std::string& sql) : m_database(database) {
    if (m_database.failed()) return;
    const int code =
        sqlite3_prepare_v2(m_database.handle(), sql.c_str(), static_cast<int>(sql.size()), &m_statement, nullptr);
    if (code != SQLITE_OK) m_database.fail(code);
}

Statement::~Statement() {
    sqlite3_finalize(m_statement);
}

bool Statement::next() {
    if (m_database.failed()) return false;
    m_column = 0;
    const int code = sqlite3_step(m_statement);
    if (code != SQLITE_ROW && code != SQLITE_DONE) m_database.fail(code);
    return code == SQLITE_ROW;
}

bool Statement::isNull() {
    return sqlite3_column_type(m_statement, m_column) == SQLITE_NULL;
}

std::int64_t Statement::number() {
    return sqlite3_column_int64(m_statement, m_column++);
}

std::optional<std::int64_t> Statement::optionalNumber() {
    if (sqlite3_column_type(m_statement, m_column) == SQLITE_NULL) {
        ++m_column;
        return {};
    }
    return number();
}

double Statement::real() {
    return sqlite3_column_double(m_statement, m_column++);
}

Blob Statement::blob() {
    const auto* bytes = static_cast<const char*>(sqlite3_column_blob(m_statement, m_column));
    const int count = sqlite3_column_bytes(m_statement, m_column);
    ++m_column;
    return {bytes ? std::string(bytes, static_cast<std::size_t>(count)) : std::string()};
}

void Statement::canonical(std::string& text,
                          const std::map<std::string, std::optional<std::string>, std::less<>>* later) {
    const int columns = sqlite3_column_count(m_statement);
    for (int i = 0; i < columns; ++i) {
        const char* name = sqlite3_column_name(m_statement, i);
        if (later && !later->empty())
            if (const auto found = later->find(std::string_view(name)); found != later->end()) {
                const auto* held = sqlite3_column_text(m_statement, i);
                if (held ? found->second == std::string(reinterpret_cast<const char*>(held)) : !found->second) continue;
            }
        text += name;
        const int type = sqlite3_column_type(m_statement, i);
        if (type == SQLITE_NULL) {
            text += " none\n";
            continue;
        }
        std::string value;
        if (type == SQLITE_BLOB) {
            value = sha256({static_cast<const char*>(sqlite3_column_blob(m_statement, i)),
                            static_cast<std::size_t>(sqlite3_column_bytes(m_statement, i))});
        } else if (type == SQLITE_FLOAT) {
            // The bits, not digits that may be rounded.
            value = std::to_string(std::bit_cast<std::int64_t>(sqlite3_column_double(m_statement, i)));
        } else {
            const auto* bytes = sqlite3_column_text(m_statement, i);
            value.assign(reinterpret_cast<const char*>(bytes),
                         static_cast<std::size_t>(sqlite3_column_bytes(m_statement, i)));
        }
        text += type == SQLITE_INTEGER ? " integer "
                : type == SQLITE_FLOAT ? " real "
                : type == SQLITE_BLOB  ? " bytes "
                                       : " text ";
        text += std::to_string(value.size());
        text += '\n';
        text += value;
        text += '\n';
    }
}

std::string Statement::text() {
    const auto* bytes = sqlite3_column_text(m_statement, m_column);
    const int count = sqlite3_column_bytes(m_statement, m_column);
    ++m_column;
    return bytes ? std::string(reinterpret_cast<const char*>(bytes), static_cast<std::size_t>(count)) : std::string();
}

std::optional<std::string> Statement::optionalText() {
    if (sqlite3_column_type(m_statement, m_column) == SQLITE_NULL) {
        ++m_column;
        return {};
    }
    return text();
}

void Statement::bind(std::int64_t value) {
    if (m_statement) sqlite3_bind_int64(m_statement, m_column++, value);
}

void Statement::bind(std::string_view value) {
    if (m_statement)
        sqlite3_bind_text(m_statement, m_column++, value.data(), static_cast<int>(value.size()),
                          reinterpret_cast<sqlite3_destructor_type>(-1)); // -1: SQLite keeps a copy
}

void Statement::bind(double value) {
    if (m_statement) sqlite3_bind_double(m_statement, m_column++, value);
}

void Statement::bind(const Blob& value) {
    if (m_statement)
        sqlite3_bind_blob64(m_statement, m_column++, value.bytes.data(), value.bytes.size(),
                            reinterpret_cast<sqlite3_destructor_type>(-1)); // -1: SQLite keeps a copy
}

void Statement::again() {
    if (m_statement) sqlite3_reset(m_statement);
}

void Statement::bindNull() {
    if (m_statement) sqlite3_bind_null(m_statement, m_column++);
}

bool Statement::execute() {
    if (m_database.failed()) return false;
    const int code = sqlite3_step(m_statement);
    if (code != SQLITE_DONE) m_database.fail(code);
    sqlite3_reset(m_statement);
    return code == SQLITE_DONE;
}

} // namespace yarrin
