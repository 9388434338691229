// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "edit/transaction.h"
#include "store/statement.h"

#include <array>
#include <map>
#include <span>

namespace yarrin {

/// A table that holds parts of a row, and its column that names the row.
struct PartTable {
    const char* table;
    const char* column;
};

/// Where the rows of one type stand in a native file.
template <typename Row> struct NativeTable;
#define YARRIN_NATIVE_TABLE(Row, main, ...)                                                                            \
    template <> struct NativeTable<Row> {                                                                              \
        static constexpr const char* name = main;                                                                      \
        static inline const std::vector<PartTable> parts{__VA_ARGS__};                                                 \
    };
YARRIN_NATIVE_TABLE(Calendar, "calendar", {"calendar_day", "calendar"}, {"calendar_exception", "calendar"})
YARRIN_NATIVE_TABLE(BreakdownNode, "breakdown")
YARRIN_NATIVE_TABLE(Location, "location")
YARRIN_NATIVE_TABLE(Activity, "activity", {"pause", "activity"}, {"anchor", "hammock"})
YARRIN_NATIVE_TABLE(Link, "link")
YARRIN_NATIVE_TABLE(Section, "section")
YARRIN_NATIVE_TABLE(DelayEvent, "event", {"event_days", "event"}, {"event_document", "event"},
                    {"event_activity", "event"}, {"event_effect", "event"})
YARRIN_NATIVE_TABLE(BookItem, "book_item")
YARRIN_NATIVE_TABLE(BillItem, "bill_item")
YARRIN_NATIVE_TABLE(Allocation, "allocation")
YARRIN_NATIVE_TABLE(Limit, "resource_limit")
YARRIN_NATIVE_TABLE(Sequence, "sequence", {"sequence_step", "sequence"}, {"sequence_link", "sequence"})
YARRIN_NATIVE_TABLE(LaidOut, "laid_out", {"laid_out_step", "laid_out"})
#undef YARRIN_NATIVE_TABLE

/// Writes rows of a programme into a native file, each with the parts that belong to it. A row that is there already
/// is replaced. Failures are kept by the database.
class RowWriter {
public:
    /// Into empty tables rows go quicker than where they may replace others.
    enum class Into { empty, filled };
    explicit RowWriter(Database& database, Into into = Into::filled) : m_database(database), m_into(into) {}

    void put(const Job& job);
    /// Rows stand in the order of their positions, which need not be whole.
    void put(const Calendar& calendar, double position);
    void put(const BreakdownNode& node, double position);
    void put(const Location& location, double position);
    void put(const Activity& activity, double position);
    void put(const Link& link, double position);
    void put(const Section& section, double position);
    void put(const DelayEvent& event, double position);
    void put(const BookItem& item, double position);
    void put(const BillItem& item, double position);
    void put(const Allocation& allocation, double position);
    void put(const Limit& limit, double position);
    void put(const Sequence& sequence, double position);
    void put(const LaidOut& unit, double position);

    /// Takes a row's parts away, before it is put again, and with them the row itself.
    template <typename Row> void removeParts(std::uint32_t id) {
        for (const PartTable& part : NativeTable<Row>::parts) removeFrom(part.table, part.column, id);
    }
    template <typename Row> void remove(std::uint32_t id) {
        removeParts<Row>(id);
        removeFrom(NativeTable<Row>::name, "id", id);
    }

private:
    Statement& row(const char* table, int columns);
    void removeFrom(const char* table, const char* column, std::uint32_t id);
    void putAnchors(const Activity& activity, End side, const std::vector<Anchor>& anchors);

    Database& m_database;
    Into m_into;
    std::map<std::string, std::unique_ptr<Statement>, std::less<>> m_rows; ///< by table
    std::map<std::string, std::unique_ptr<Statement>, std::less<>> m_removals;
};

/// All rows of a programme into empty tables.
void putAll(RowWriter& writer, const Programme& programme);

} // namespace yarrin
