// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/table_import.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/quantity/bill.h"
#include "core/quantity/figures.h"
#include "core/quantity/units.h"
#include "edit/breakdown_edits.h"
#include "edit/location_edits.h"
#include "edit/schedule_words.h"

#include <algorithm>
#include <unordered_map>

namespace yarrin {

namespace {

enum BillColumn : std::size_t { key, description, unit, quantity, location, breakdown, rate };

/// Letters and figures of a heading in small letters, other signs as blanks.
std::string headingOf(const SheetCell& cell) {
    std::string plain;
    for (const char c : withoutAccents(cell.text)) {
        const bool sign = static_cast<unsigned char>(c) < 0x80 && !((c >= 'a' && c <= 'z') || (c >= '0' && c <= '9'));
        if (sign && (plain.empty() || plain.back() == ' ')) continue;
        plain += sign ? ' ' : c;
    }
    return trimmed(plain);
}

/// How well a heading fits a field: the whole of it better than a word of it.
int fit(const std::string& heading, const TableField& field) {
    int best = 0;
    for (const std::string_view word : field.words) {
        if (heading == word) return 3;
        const std::string padded = " " + heading + " ";
        if (padded.find(" " + std::string(word) + " ") != std::string::npos) best = 2;
    }
    return best;
}

ColumnMap mapOf(const Sheet& sheet, std::size_t row, const std::vector<TableField>& fields,
                const RememberedHeadings& remembered, int& score) {
    ColumnMap map;
    map.headingRow = row;
    map.columns.resize(fields.size());
    score = 0;
    std::vector<bool> taken(sheet.columns());
    std::vector<std::string> headings;
    for (std::size_t column = 0; column < taken.size(); ++column) headings.push_back(headingOf(sheet.at(row, column)));
    for (std::size_t column = 0; column < taken.size(); ++column) {
        const auto known = headings[column].empty() ? remembered.end() : remembered.find(headings[column]);
        if (known == remembered.end()) continue;
        taken[column] = true;
        for (std::size_t f = 0; f < fields.size(); ++f)
            if (known->second == fields[f].name && !map.columns[f]) {
                map.columns[f] = column;
                score += 3;
            }
    }
    for (const int level : {3, 2})
        for (std::size_t f = 0; f < fields.size(); ++f)
            for (std::size_t column = 0; column < taken.size() && !map.columns[f]; ++column)
                if (!taken[column] && !headings[column].empty() && fit(headings[column], fields[f]) == level) {
                    map.columns[f] = column;
                    taken[column] = true;
                    score += level;
                }
    return map;
}

/// Rows by key or by name, as tables name them.
template <typename Id> class Names {
public:
    template <typename Rows> explicit Names(const Rows& rows) {
        for (const auto& row : rows) m_ids.emplace(lowered(row.name), row.id);
        for (const auto& row : rows) m_ids.insert_or_assign(lowered(row.key), row.id);
    }
    [[nodiscard]] Id find(const std::string& text) const {
        const auto found = m_ids.find(lowered(text));
        return found == m_ids.end() ? Id{} : found->second;
    }
    void add(const std::string& text, Id id) { m_ids.emplace(lowered(text), id); }

private:
    std::unordered_map<std::string, Id> m_ids;
};

class BillReader {
public:
    BillReader(const Programme& programme, const Sheet& sheet, const ColumnMap& map)
        : m_programme(programme), m_sheet(sheet), m_map(map), m_locations(programme.locations),
          m_breakdown(programme.breakdown) {
        for (const BillItem& item : programme.bill) m_known.emplace(item.key, item.id);
        m_placed = placedOf(programme);
        std::vector<std::string_view> figures;
        for (std::size_t row = map.headingRow + 1; row < sheet.rows.size(); ++row)
            for (const std::size_t field : {std::size_t(quantity), std::size_t(rate)})
                if (const SheetCell& at = cell(row, field); !at.empty() && !at.number) figures.push_back(at.text);
        m_sign = decimalSignOf(figures);
    }

    BillReading read(const Progress& progress) {
        m_reading.decimalComma = m_sign == DecimalSign::comma;
        for (std::size_t row = m_map.headingRow + 1; row < m_sheet.rows.size(); ++row) {
            if (progress && row % 256 == 0 && !progress(row, m_sheet.rows.size())) {
                m_reading.stopped = true;
                break;
            }
            read(row);
        }
        return std::move(m_reading);
    }

private:
    [[nodiscard]] const SheetCell& cell(std::size_t row, std::size_t field) const {
        static const SheetCell none;
        return field < m_map.columns.size() && m_map.columns[field] ? m_sheet.at(row, *m_map.columns[field]) : none;
    }
    void fault(std::size_t row, std::string reason) { m_reading.faults.push_back({row + 1, std::move(reason)}); }

    Result<Decimal> figure(const SheetCell& at) const {
        if (at.number)
            if (const auto value = Decimal::parse(at.text)) return *value;
        return readFigure(at.text, m_sign);
    }

    void read(std::size_t row) {
        const bool blank = std::all_of(m_sheet.rows[row].begin(), m_sheet.rows[row].end(),
                                       [](const SheetCell& at) { return trimmedView(at.text).empty(); });
        if (blank) return;
        const SheetCell& amount = cell(row, quantity);
        const std::string words = trimmed(cell(row, description).text);
        if (amount.empty() && trimmedView(cell(row, unit).text).empty()) return heading(row, words);
        BillRow taken;
        taken.row = row + 1;
        BillItem& item = taken.item;
        item.key = trimmed(cell(row, key).text);
        item.description = words;
        if (item.key.empty() && m_map.columns[key]) return fault(row, worded("it has no item number"));
        if (item.key.empty()) item.key = std::to_string(row + 1);
        if (const auto before = m_seen.find(item.key); before != m_seen.end())
            return fault(row, worded("item %1 stands in row %2 already", item.key, before->second));
        if (words.empty()) return fault(row, worded("it has no description"));
        const auto measured = unitFromText(cell(row, unit).text);
        if (!measured.ok()) return fault(row, measured.error().what);
        item.unit = *measured;
        const auto value = amount.empty() ? Result<Decimal>(inputError(worded("it has no quantity"))) : figure(amount);
        if (!value.ok()) return fault(row, value.error().sentence());
        if (value->sign() < 0) return fault(row, worded("its quantity is negative"));
        item.quantity = *value;
        if (const SheetCell& price = cell(row, rate); !trimmedView(price.text).empty()) {
            const auto sum = figure(price);
            if (!sum.ok()) return fault(row, worded("its rate: %1", sum.error().sentence()));
            item.rate = *sum;
        }
        taken.location = trimmed(cell(row, location).text);
        taken.breakdown = m_map.columns[breakdown] ? trimmed(cell(row, breakdown).text) : m_heading;
        if (!settle(taken)) return;
        m_seen.emplace(item.key, row + 1);
        m_reading.rows.push_back(std::move(taken));
    }

    void heading(std::size_t row, const std::string& words) {
        std::string text = words;
        if (text.empty())
            for (const SheetCell& at : m_sheet.rows[row])
                if (text.empty() && !at.number) text = trimmed(at.text);
        if (text.empty()) return;
        ++m_reading.headings;
        m_heading = text;
    }

    /// Finds what the row names and which item it replaces.
    bool settle(BillRow& taken) {
        BillItem& item = taken.item;
        item.location = m_locations.find(taken.location);
        item.breakdown = m_breakdown.find(taken.breakdown);
        const auto known = m_known.find(item.key);
        if (known != m_known.end()) {
            const std::size_t index = m_programme.bill.indexOf(known->second);
            const BillItem& before = m_programme.bill[index];
            if (item.quantity < m_placed[index].placed ||
                (item.unit != before.unit && m_placed[index].placed.sign() > 0)) {
                fault(taken.row - 1, worded("%1 %2 of item %3 is placed already", m_placed[index].placed.text(),
                                            unitSymbol(before.unit), item.key));
                return false;
            }
            item.id = known->second;
            if (taken.location.empty()) item.location = before.location;
            if (taken.breakdown.empty()) item.breakdown = before.breakdown;
            if (!item.rate) item.rate = before.rate;
            item.materials = before.materials;
            ++(item == before ? m_reading.same : m_reading.changed);
        } else {
            ++m_reading.added;
        }
        const auto note = [](std::set<std::string>& seen, std::vector<std::string>& list, const std::string& name) {
            if (!name.empty() && seen.insert(lowered(name)).second) list.push_back(name);
        };
        if (!item.breakdown) note(m_newGroups, m_reading.newGroups, taken.breakdown);
        if (!item.location) note(m_newLocations, m_reading.newLocations, taken.location);
        return true;
    }

    const Programme& m_programme;
    const Sheet& m_sheet;
    const ColumnMap& m_map;
    Names<LocationId> m_locations;
    Names<BreakdownId> m_breakdown;
    std::unordered_map<std::string, BillItemId> m_known;
    std::unordered_map<std::string, std::size_t> m_seen;
    std::set<std::string> m_newGroups, m_newLocations;
    std::vector<Placed> m_placed;
    DecimalSign m_sign = DecimalSign::stop;
    std::string m_heading;
    BillReading m_reading;
};

} // namespace

const std::vector<TableField>& billFields() {
    static const std::vector<TableField> fields{
        {"item",
         toWord("Item"),
         {"item", "ref", "reference", "no", "number", "item no", "bill ref", "code", "id", "pos"}},
        {"description",
         toWord("Description"),
         {"description", "text", "work", "particulars", "item description"},
         true},
        {"unit", toWord("Unit"), {"unit", "uom", "u m", "units"}, true},
        {"quantity", toWord("Quantity"), {"quantity", "qty", "quant", "amount measured", "billed"}, true},
        {"location", toWord("Location"), {"location", "zone", "area", "chainage", "floor", "place", "level"}},
        {"breakdown", toWord("Group"), {"group", "section", "breakdown", "trade", "element", "chapter", "bill"}},
        {"rate", toWord("Rate"), {"rate", "price", "unit rate", "unit price", "cost"}}};
    return fields;
}

ColumnMap guessColumns(const Sheet& sheet, const std::vector<TableField>& fields,
                       const RememberedHeadings& remembered) {
    ColumnMap best;
    best.columns.resize(fields.size());
    int most = 0;
    for (std::size_t row = 0; row < std::min<std::size_t>(30, sheet.rows.size()); ++row) {
        int score = 0;
        ColumnMap map = mapOf(sheet, row, fields, remembered, score);
        const bool matches =
            std::count_if(map.columns.begin(), map.columns.end(), [](auto c) { return c.has_value(); }) >= 2;
        if (!matches || score <= most) continue;
        most = score;
        best = std::move(map);
    }
    return best;
}

void remember(RememberedHeadings& remembered, const Sheet& sheet, const std::vector<TableField>& fields,
              const ColumnMap& map) {
    for (std::size_t column = 0; column < sheet.columns(); ++column) {
        const std::string heading = headingOf(sheet.at(map.headingRow, column));
        if (heading.empty()) continue;
        std::string field;
        for (std::size_t f = 0; f < fields.size(); ++f)
            if (map.columns[f] == column) field = fields[f].name;
        remembered[heading] = field;
    }
}

BillReading readBill(const Programme& programme, const Sheet& sheet, const ColumnMap& map, const Progress& progress) {
    for (std::size_t f = 0; f < billFields().size(); ++f)
        if (billFields()[f].needed && !map.columns[f]) {
            BillReading reading;
            reading.faults.push_back({map.headingRow + 1, worded("no column holds the %1; choose it above",
                                                                 lowered(billFields()[f].title))});
            return reading;
        }
    return BillReader(programme, sheet, map).read(progress);
}

Outcome importBill(Transaction& tx, const BillReading& reading) {
    if (reading.rows.empty()) return inputError(worded("no row of the bill can be taken over"));
    // What was read may have been overtaken by what was done since.
    std::unordered_map<std::string, BillItemId> known;
    for (const BillItem& item : tx.programme().bill) known.emplace(item.key, item.id);
    for (const BillRow& row : reading.rows) {
        const auto now = known.find(row.item.key);
        if ((now == known.end() ? BillItemId{} : now->second) != row.item.id ||
            (row.item.id && placedOf(tx.programme(), row.item.id).placed > row.item.quantity))
            return inputError(worded("the bill has changed since the table was read"), worded("read it again"));
    }
    Names<LocationId> locations(tx.programme().locations);
    Names<BreakdownId> groups(tx.programme().breakdown);
    for (const std::string& name : reading.newGroups) {
        const auto added = addChildGroup(tx, {}, name);
        if (!added.ok()) return added.errors();
        groups.add(name, *added);
    }
    for (const std::string& name : reading.newLocations) {
        const auto added = addChildLocation(tx, {}, name);
        if (!added.ok()) return added.errors();
        locations.add(name, *added);
    }
    for (const BillRow& row : reading.rows) {
        BillItem item = row.item;
        if (!item.location) item.location = locations.find(row.location);
        if (!item.breakdown) item.breakdown = groups.find(row.breakdown);
        if (item.id) {
            tx.set(std::move(item));
        } else {
            item.id = tx.programme().bill.freshId();
            tx.append(std::move(item));
        }
    }
    return done();
}

} // namespace yarrin
