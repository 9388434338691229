// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/resource_table.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/labour_edits.h"

#include <algorithm>
#include <optional>
#include <utility>

namespace yarrin {

namespace {

/// In an order in which every row can be set: a kind before its rate, a calendar before what waits for it.
constexpr std::pair<const char*, ResourceField> columns[] = {
    {"Resource", ResourceField::name},    {"Kind", ResourceField::kind},      {"Unit", ResourceField::unit},
    {"For", ResourceField::ratePer},      {"Rate", ResourceField::rate},      {"Later rates", ResourceField::rates},
    {"Cost head", ResourceField::head},   {"On site", ResourceField::supply}, {"Works to", ResourceField::calendar},
    {"Work waits", ResourceField::binds}, {"On hire", ResourceField::onHire},
};

std::string cellOf(const Sheet& sheet, std::size_t row, std::optional<std::size_t> column) {
    return column ? trimmed(sheet.at(row, *column).text) : std::string();
}

} // namespace

Sheet resourceSheet(const Programme& programme) {
    Sheet sheet{"Resources", {}};
    auto& head = sheet.rows.emplace_back();
    for (const auto& [title, field] : columns) head.push_back({title, {}});
    const ResourceBook book(programme);
    for (const KnownResource& known : book.all()) {
        auto& row = sheet.rows.emplace_back();
        for (const auto& [title, field] : columns) {
            const std::string text = resourceText(programme, known.resource, field);
            if (field == ResourceField::rate && known.resource.rate)
                row.push_back(numberCell(known.resource.rate->toDouble()));
            else
                row.push_back({text, {}});
        }
    }
    return sheet;
}

Result<int> readResources(Transaction& tx, const Sheet& sheet) {
    std::optional<std::size_t> places[std::size(columns)];
    for (std::size_t column = 0; column < sheet.columns(); ++column)
        for (std::size_t i = 0; i < std::size(columns); ++i)
            if (lowered(cellOf(sheet, 0, column)) == lowered(columns[i].first)) places[i] = column;
    if (!places[0])
        return inputError(worded("the table has no column headed Resource"),
                          worded("name its columns in its first row"));
    int count = 0;
    for (std::size_t row = 1; row < sheet.rows.size(); ++row) {
        const auto faulty = [&](const Error& error) {
            return inputError(worded("row %1: %2", row + 1, error.what), error.todo);
        };
        const std::string name = cellOf(sheet, row, places[0]);
        if (name.empty()) continue;
        ++count;
        const ResourceBook book(tx.programme());
        const auto id = book.named(name) == ResourceBook::none ? addResource(tx, name) : resourceNamed(tx, name);
        if (!id.ok()) return faulty(id.error());
        bool calendarKnown = true;
        for (std::size_t i = 1; i < std::size(columns); ++i) {
            const std::string text = cellOf(sheet, row, places[i]);
            const ResourceField field = columns[i].second;
            if (text.empty()) continue;
            if (field == ResourceField::calendar) {
                const auto& calendars = tx.programme().calendars;
                calendarKnown =
                    text == "continuous" || std::any_of(calendars.begin(), calendars.end(),
                                                        [&](const Calendar& one) { return one.key == text; });
                if (!calendarKnown) continue;
            }
            if (field == ResourceField::binds && !calendarKnown) continue;
            if (const Outcome set = setResourceField(tx, *id, field, text); !set.ok()) return faulty(set.error());
        }
    }
    return count;
}

} // namespace yarrin
