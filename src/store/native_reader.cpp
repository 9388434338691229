// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/work.h"
#include "edit/transaction.h"
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_schema.h"
#include "store/native_values.h"
#include "store/statement.h"

#include <algorithm>
#include <unordered_map>

namespace yarrin {

namespace {

/// Reads every table; what a row holds that cannot be is gathered as faults with table and row.
class TablesReader {
public:
    TablesReader(Database& database, std::int64_t version) : m_database(database), m_version(version) {}

    Result<Programme> read(bool checked) {
        forEachRowType([&]<typename Row>(Row*) {
            if (checked && m_version >= describe::tableSince<Row>())
                m_rowsInAll +=
                    m_database.number(("SELECT count(*) FROM " + std::string(describe::Described<Row>::table)).c_str());
        });
        job();
        forEachRowType([&]<typename Row>(Row*) {
            if (m_version >= describe::tableSince<Row>()) table<Row>();
        });
        for (const auto& [name, lines] : m_partsRead)
            if (m_database.number(("SELECT count(*) FROM " + name).c_str()) != lines) {
                at(name, 0);
                fault("a line belongs to nothing that is known");
            }
        if (m_version >= 4 && checked) numbering();
        if (m_database.failed()) return *m_database.error();
        if (!workGoesOn()) return Error{ErrorCode::file, {}, "it was stopped", {}};
        if (m_faults.empty() && checked) m_faults = faultsOf(m_programme);
        if (!m_faults.empty()) return std::move(m_faults);
        return std::move(m_programme);
    }

private:
    void fault(const std::string& what) {
        if (m_faults.size() < 100)
            m_faults.push_back(
                {ErrorCode::file, m_table + " row " + std::to_string(m_row), what, "the file is damaged"});
    }
    void missing(std::string_view column) { fault(std::string(column) + " is missing"); }
    void at(std::string_view table, std::int64_t row) {
        m_table = table;
        m_row = row;
    }

    template <typename Id> Id id(std::int64_t value) {
        if constexpr (std::is_same_v<Id, CalendarId>)
            if (value == -1) return continuousCalendar;
        if (value < 1 || value > largestId) {
            fault("an id is out of bounds");
            return {};
        }
        return Id{static_cast<std::uint32_t>(value)};
    }
    template <typename Value, typename Parse>
    std::optional<Value> parsed(const std::string& text, Parse parse, const char* what) {
        const auto value = parse(text);
        if (!value) fault("\"" + text + "\" is not " + what);
        return value;
    }
    template <typename Enum> Enum choice(const std::string& word) {
        const auto value = fromWord<Enum>(word);
        if (!value) fault("\"" + word + "\" is not one of the choices");
        return value.value_or(Enum{});
    }
    int small(std::int64_t value) {
        if (value < -1'000'000 || value > 1'000'000) fault("a number is out of bounds");
        return static_cast<int>(std::clamp<std::int64_t>(value, -1'000'000, 1'000'000));
    }
    /// A text in words of its own, like a rule for a holiday.
    template <typename Value> void phrase(const Result<Value>& read, Value& value) {
        if (read.ok())
            value = *read;
        else
            fault(read.error().what);
    }

    /// Reads a value from the text or number that stands for it: the other way round than `stored`.
    template <typename Value> void take(Statement& row, Value& value) {
        if constexpr (std::is_same_v<Value, bool>) {
            value = row.number() != 0;
        } else if constexpr (std::is_same_v<Value, int>) {
            value = small(row.number());
        } else if constexpr (std::is_same_v<Value, std::int64_t>) {
            value = row.number();
        } else if constexpr (describe::IsId<Value>::value) {
            value = id<Value>(row.number());
        } else {
            words(row.text(), value);
        }
    }
    template <typename Value> void words(const std::string& text, Value& value) {
        if constexpr (std::is_same_v<Value, std::string>) {
            value = text;
        } else if constexpr (std::is_enum_v<Value>) {
            value = choice<Value>(text);
        } else if constexpr (std::is_same_v<Value, Decimal>) {
            value = parsed<Decimal>(text, Decimal::parse, "a number").value_or(value);
        } else if constexpr (std::is_same_v<Value, Date>) {
            value = parsed<Date>(text, parseDate, "a date").value_or(value);
        } else if constexpr (std::is_same_v<Value, Month>) {
            value = parsed<Month>(text, parseMonth, "a month").value_or(value);
        } else if constexpr (std::is_same_v<Value, Instant>) {
            value = parsed<Instant>(text, parseInstant, "a date and time").value_or(value);
        } else if constexpr (std::is_same_v<Value, DateOrInstant>) {
            value = parsed<DateOrInstant>(text, parseDateOrInstant, "a date").value_or(value);
        } else if constexpr (std::is_same_v<Value, DayWork>) {
            phrase(parseDayWork(text), value);
        } else if constexpr (std::is_same_v<Value, Crew>) {
            phrase(parseCrew(text), value);
        } else if constexpr (std::is_same_v<Value, HolidayRule>) {
            phrase(parseRule(text), value);
        } else if constexpr (std::is_same_v<Value, TideWindow>) {
            phrase(parseTideWindow(text), value);
        } else {
            static_assert(std::is_same_v<Value, std::array<int, 12>>);
            phrase(parseWeather(text), value);
        }
    }

    /// One field's column, or the columns of a group, which is there where the first of them says something.
    template <typename Row, typename Field> void takeField(Statement& row, Row& into, const Field& field) {
        using Value = typename Field::Value;
        Value& value = into.*field.member;
        if constexpr (describe::IsGroup<Value>::value) {
            if (row.isNull())
                forEachColumn<typename Value::value_type>(int(m_version), [&](std::string_view) { row.skip(); });
            else
                takeColumns(row, value.emplace());
        } else if constexpr (describe::IsOptional<Value>::value) {
            if (row.isNull())
                row.skip();
            else
                take(row, value.emplace());
        } else if (row.isNull()) {
            // None is what an id says where it names nothing; elsewhere the default stands.
            row.skip();
            if (field.mustBe) missing(field.columnName);
        } else {
            take(row, value);
        }
    }
    template <typename Row> void takeColumns(Statement& row, Row& into) {
        describe::forEachField<Row>([&](const auto& field) {
            using Value = typename std::decay_t<decltype(field)>::Value;
            // What has a table of its own is read from there.
            if constexpr (!inOwnTable<Value>)
                if (field.sinceVersion <= m_version) takeField(row, into, field);
        });
    }

    /// There is one line for each figure of the job; older files lack those that came later.
    void job() {
        std::map<std::string, std::optional<std::string>, std::less<>> values;
        Statement row(m_database, "SELECT key, value FROM job");
        while (row.next()) {
            std::string key = row.text();
            values[std::move(key)] = row.optionalText();
        }
        at("job", 0);
        describe::forEachField<Job>([&](const auto& field) {
            const auto found = values.find(field.columnName);
            const bool there = found != values.end() && found->second;
            using Value = typename std::decay_t<decltype(field)>::Value;
            if constexpr (describe::IsOptional<Value>::value) {
                if (there) figure(field.columnName, *found->second, (m_programme.job.*field.member).emplace());
            } else {
                if (there)
                    figure(field.columnName, *found->second, m_programme.job.*field.member);
                else if (field.sinceVersion <= std::min<std::int64_t>(m_version, writtenSchemaVersion))
                    fault("there is no " + std::string(field.columnName));
            }
        });
    }
    template <typename Value> void figure(std::string_view key, const std::string& text, Value& value) {
        if constexpr (std::is_integral_v<Value> || describe::IsId<Value>::value) {
            const auto number = parsed<Decimal>(text, Decimal::parse, "a number");
            if (!number) return;
            if (number->scale() != 0 || number->mantissa() > longestDuration || number->mantissa() < -longestDuration)
                return fault(std::string(key) + " is out of bounds");
            if constexpr (describe::IsId<Value>::value)
                value = id<Value>(number->mantissa());
            else if constexpr (std::is_same_v<Value, int>)
                value = small(number->mantissa());
            else
                value = number->mantissa();
        } else {
            words(text, value);
        }
    }

    template <typename Row> void table() {
        using Described = describe::Described<Row>;
        std::vector<Row> rows;
        std::unordered_map<std::int64_t, std::size_t> places;
        const std::string name(Described::table);
        Statement row(m_database,
                      "SELECT id, " + columnsOf<Row>(int(m_version)) + " FROM " + name + " ORDER BY position");
        while (row.next()) {
            if (++m_rowsRead % 1024 == 0 && !workGoesOn(std::size_t(m_rowsRead), std::size_t(m_rowsInAll))) return;
            Row& one = rows.emplace_back();
            const std::int64_t number = row.number();
            at(Described::table, number);
            // Twins cannot be, as it is the table's key.
            one.id = id<decltype(one.id)>(number < 1 ? 0 : number);
            takeColumns(row, one);
        }
        const auto owner = [&](std::int64_t of) -> Row* {
            if (places.empty() && !rows.empty())
                for (std::size_t i = 0; i < rows.size(); ++i) places[rows[i].id.value] = i;
            const auto found = places.find(of);
            if (found == places.end()) fault("it belongs to no " + name);
            return found == places.end() ? nullptr : &rows[found->second];
        };
        describe::forEachField<Row>([&](const auto& field) {
            if constexpr (inOwnTable<typename std::decay_t<decltype(field)>::Value>)
                if (field.sinceVersion <= m_version) parts(field, owner);
        });
        tableOf<Row>(m_programme).assign(std::move(rows));
    }

    /// Hands each line of a table of parts to the row that it belongs to.
    template <typename Field, typename Owner> void parts(const Field& field, const Owner& owner) {
        using Value = typename Field::Value;
        constexpr bool isWeek = std::is_same_v<Value, decltype(Calendar::week)>;
        const describe::Parts& from = field.parts;
        std::string columns;
        if constexpr (isWeek)
            columns = "weekday, work";
        else
            columns = columnsOf<typename Value::value_type>(int(m_version), from.value);
        std::string sql = "SELECT " + std::string(from.owner) + ", " + columns + " FROM " + std::string(from.table);
        if (!from.sideColumn.empty())
            sql += " WHERE " + std::string(from.sideColumn) + " = '" + std::string(from.side) + "'";
        sql += " ORDER BY " + std::string(from.owner) + (isWeek ? ", weekday" : ", position");
        Statement part(m_database, sql);
        std::int64_t& lines = m_partsRead[std::string(from.table)];
        for (; part.next(); ++lines) {
            const std::int64_t of = part.number();
            at(from.table, of);
            auto* row = owner(of);
            if (!row) continue;
            if constexpr (isWeek) {
                const std::int64_t weekday = part.number();
                if (weekday < 0 || weekday > 6)
                    fault("there is no such weekday");
                else
                    take(part, (row->*field.member)[std::size_t(weekday)].emplace());
            } else {
                auto& one = (row->*field.member).emplace_back();
                if constexpr (describe::IsDescribed<typename Value::value_type>)
                    takeColumns(part, one);
                else
                    take(part, one);
            }
        }
    }

    /// Ids that the file gave to rows which are no longer there are not given to others.
    void numbering() {
        std::map<std::string, std::int64_t, std::less<>> given;
        if (m_version < 6) {
            given = numbersGiven(m_database);
        } else {
            Statement row(m_database, "SELECT name, highest FROM numbering");
            while (row.next()) {
                std::string name = row.text();
                given[std::move(name)] = row.number();
            }
        }
        at("numbering", 0);
        for (const auto& [name, highest] : given) {
            bool known = false;
            const std::string& table = name;
            const std::int64_t most = highest;
            forEachRowType([&]<typename Row>(Row*) {
                if (table != describe::Described<Row>::table) return;
                known = true;
                if (most >= 0 && most <= largestId) tableOf<Row>(m_programme).reserve(std::uint32_t(most));
            });
            if (!known || most < 0 || most > largestId) fault("it is not known");
        }
    }

    Database& m_database;
    std::int64_t m_version;
    Programme m_programme;
    std::vector<Error> m_faults;
    std::string m_table;
    std::int64_t m_row = 0;
    std::int64_t m_rowsRead = 0;
    std::int64_t m_rowsInAll = 0;                    ///< as far as it matters to who waits
    std::map<std::string, std::int64_t> m_partsRead; ///< lines of each table of parts
};

} // namespace

Result<Programme> readTables(Database& database) {
    const std::int64_t version = database.number("PRAGMA user_version");
    if (database.failed()) return *database.error();
    if (auto many = tooManyRows(database)) return std::move(*many);
    return TablesReader(database, version).read(true);
}

Result<Programme> readTablesUnchecked(Database& database) {
    return TablesReader(database, nativeSchemaVersion).read(false);
}

} // namespace yarrin
