// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/progress_form.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/quantity/units.h"
#include "edit/progress_edits.h"

#include <array>
#include <string>
#include <unordered_map>

namespace yarrin {

namespace {

constexpr std::array<const char*, 11> headings{"ID",       "Activity",  "Planned start", "Planned finish",
                                               "Quantity", "Unit",      "Started",       "Finished",
                                               "Done",     "Days left", "Remarks"};

SheetCell words(std::string text) {
    return {std::move(text), {}};
}
SheetCell day(const std::optional<Instant>& at, bool start) {
    return at ? words(isoDate(start ? dateOf(*at) : completionDate(*at))) : SheetCell{};
}
SheetCell figure(const std::optional<Decimal>& value) {
    return value ? SheetCell{value->text(), value->toDouble()} : SheetCell{};
}

} // namespace

Sheet progressForm(const Programme& programme, const Schedule& schedule, std::span<const ActivityId> ids,
                   std::span<const std::pair<Instant, Instant>> planned) {
    Sheet sheet;
    sheet.name = "Progress";
    auto& head = sheet.rows.emplace_back();
    for (const char* title : headings) head.push_back(words(title));
    for (std::size_t i = 0; i < ids.size(); ++i) {
        const std::size_t index = programme.activities.indexOf(ids[i]);
        const Activity& a = programme.activities[index];
        const ActivityFigures& f = schedule.activities[index];
        const double dayMinutes = static_cast<double>(schedule.calendarOf(f).dayMinutes());
        const bool inHand = a.actualStart && !a.actualFinish;
        const bool dated = i < planned.size() && planned[i].first < planned[i].second;
        sheet.rows.push_back({words(a.key),
                              words(a.name),
                              dated ? words(isoDate(dateOf(planned[i].first))) : SheetCell{},
                              dated ? words(isoDate(completionDate(planned[i].second))) : SheetCell{},
                              a.measure ? figure(a.measure->quantity) : SheetCell{},
                              words(a.measure ? std::string(unitSymbol(a.measure->unit)) : ""),
                              day(a.actualStart, true),
                              day(a.actualFinish, false),
                              figure(a.quantityDone),
                              inHand && a.remaining && !a.quantityDone
                                  ? numberCell(static_cast<double>(*a.remaining) / dayMinutes)
                                  : SheetCell{},
                              {}});
    }
    return sheet;
}

namespace {

/// One line of a form; `text` hands out its cells by heading. What cannot be entered is told with its place.
template <typename Cells>
void enterRow(Transaction& tx, ActivityId id, const Cells& text, const std::string& place, std::vector<Error>& faults) {
    const Activity before = *tx.programme().activities.row(id);
    const auto enter = [&](const char* heading, const auto& change) {
        const std::string typed = text(heading);
        if (typed.empty()) return;
        const Outcome outcome = change(typed);
        if (outcome.ok()) return;
        Error fault = outcome.error();
        fault.place = place + ", " + heading;
        faults.push_back(std::move(fault));
    };
    const auto same = [](const std::optional<Instant>& at, bool start, const std::string& typed) {
        return at && isoDate(start ? dateOf(*at) : completionDate(*at)) == typed;
    };
    enter("started", [&](const std::string& typed) {
        return same(before.actualStart, true, typed) ? done() : setActual(tx, id, Actual::start, typed);
    });
    if (text("finished").empty()) {
        enter("done", [&](const std::string& typed) {
            return before.quantityDone && before.quantityDone->text() == typed && text("days left").empty()
                       ? done()
                       : setQuantityDone(tx, id, typed);
        });
        enter("days left", [&](const std::string& typed) {
            // With a quantity done beside it, the days are the forecast of what is left of that quantity.
            const std::optional<Decimal> quantity = tx.programme().activities.row(id)->quantityDone;
            Outcome outcome = setRemaining(tx, id, typed);
            if (!outcome.ok() || !quantity || text("done").empty()) return outcome;
            Activity activity = *tx.programme().activities.row(id);
            activity.quantityDone = quantity;
            tx.set(std::move(activity));
            return outcome;
        });
    }
    enter("finished", [&](const std::string& typed) {
        return same(before.actualFinish, false, typed) ? done() : setActual(tx, id, Actual::finish, typed);
    });
}

} // namespace

Result<FormCount> applyProgressForm(Transaction& tx, const Sheet& sheet) {
    std::unordered_map<std::string, std::size_t> columns;
    std::size_t first = 0;
    for (; first < sheet.rows.size() && !columns.contains("id"); ++first) {
        columns.clear();
        for (std::size_t c = 0; c < sheet.rows[first].size(); ++c)
            columns.try_emplace(lowered(trimmed(sheet.rows[first][c].text)), c);
    }
    if (!columns.contains("id"))
        return inputError(worded("no row of the table is headed ID, Started, Finished, Done, Days left"),
                          worded("use the form that Yarrin writes"));
    std::unordered_map<std::string, ActivityId> ids;
    for (const Activity& activity : tx.programme().activities) ids.emplace(activity.key, activity.id);
    std::unordered_map<std::string, std::size_t> seen; // rows by id
    std::vector<Error> faults;
    FormCount count;
    for (std::size_t r = first; r < sheet.rows.size(); ++r) {
        const auto text = [&](const char* heading) {
            const auto found = columns.find(heading);
            return found == columns.end() ? std::string() : trimmed(sheet.at(r, found->second).text);
        };
        const std::string key = text("id");
        if (key.empty()) continue;
        const auto found = ids.find(key);
        const std::string row = worded("row %1", r + 1);
        if (found == ids.end()) {
            faults.push_back({ErrorCode::input, row, worded("there is no activity %1", key), worded("correct the id")});
            continue;
        }
        const ActivityId id = found->second;
        if (const auto [other, isNew] = seen.try_emplace(key, r + 1); !isNew) {
            faults.push_back({ErrorCode::input, row, worded("%1 stands in row %2 already", key, other->second),
                              worded("leave one of the two")});
            continue;
        }
        ++count.rows;
        const Activity before = *tx.programme().activities.row(id);
        enterRow(tx, id, text, row + ", " + key, faults);
        if (before != *tx.programme().activities.row(id)) ++count.changed;
    }
    if (!faults.empty()) return faults;
    return count;
}

} // namespace yarrin
