// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/table_export.h"

#include "app/base/format.h"
#include "core/model/describe/texts.h"
#include "core/model/resource_book.h"
#include "core/model/words.h"
#include "core/quantity/bill.h"
#include "core/quantity/units.h"
#include "edit/link_edits.h"

namespace yarrin {

namespace {

SheetCell words(const std::string& text) {
    return {text, {}};
}
SheetCell figure(const std::optional<Decimal>& value) {
    return value ? SheetCell{value->text(), value->toDouble()} : SheetCell{};
}
SheetCell days(const std::optional<Minutes>& minutes, Minutes day) {
    return minutes ? numberCell(static_cast<double>(*minutes) / static_cast<double>(day)) : SheetCell{};
}

Sheet activitySheet(const Programme& p, const Schedule& schedule) {
    Sheet sheet;
    sheet.name = "Activities";
    auto& head = sheet.rows.emplace_back();
    for (const char* title :
         {"ID", "Activity", "Kind", "Days", "Start", "Finish", "Total float, days", "Waits for", "Quantity", "Unit",
          "Output a day", "Hours a unit", "Crews", "Factor", "Output book", "Location"})
        head.push_back(words(title));
    for (const PlainText& text : activityTexts()) head.push_back(words(text.label));
    const Lookup lookup(p);
    for (std::size_t i = 0; i < p.activities.size(); ++i) {
        const Activity& a = p.activities[i];
        const ActivityFigures* figures = i < schedule.activities.size() ? &schedule.activities[i] : nullptr;
        const Minutes day = dayOf(p, a);
        const auto& m = a.measure;
        const BookItem* book = p.book.row(a.bookItem);
        const Location* place = p.locations.row(a.location);
        sheet.rows.push_back({words(a.key), words(a.name), words(std::string(wordOf(a.kind))),
                              figures ? days(figures->duration, day) : SheetCell{},
                              words(figures ? isoDate(dateOf(figures->earlyStart)) : ""),
                              words(figures ? isoDate(completionDate(figures->earlyFinish)) : ""),
                              figures ? days(figures->totalFloat, day) : SheetCell{},
                              words(waitsForText(p, lookup, a.id)), m ? figure(m->quantity) : SheetCell{},
                              words(m ? m->unit : ""), m ? figure(m->outputPerCrewDay) : SheetCell{},
                              m ? figure(m->hoursPerUnit) : SheetCell{}, m ? figure(m->crews) : SheetCell{},
                              m ? figure(m->factor) : SheetCell{}, words(book ? book->name : ""),
                              words(place ? place->name : "")});
        for (const PlainText& text : activityTexts()) sheet.rows.back().push_back(words(a.*text.member));
    }
    return sheet;
}

Sheet billSheet(const Programme& p) {
    Sheet sheet;
    sheet.name = "Bill";
    auto& head = sheet.rows.emplace_back();
    for (const char* title :
         {"Item", "Description", "Unit", "Quantity", "Placed", "Left", "Rate", "Location", "Group", "Materials"})
        head.push_back(words(title));
    const auto placed = placedOf(p);
    for (std::size_t i = 0; i < p.bill.size(); ++i) {
        const BillItem& item = p.bill[i];
        const Location* place = p.locations.row(item.location);
        const BreakdownNode* group = p.breakdown.row(item.breakdown);
        sheet.rows.push_back({words(item.key), words(item.description), words(item.unit), figure(item.quantity),
                              figure(placed[i].placed), figure(placed[i].left), figure(item.rate),
                              words(place ? place->name : ""), words(group ? group->name : ""),
                              words(needsText(p, item.materials))});
    }
    return sheet;
}

} // namespace

std::vector<Sheet> tablesOf(const Programme& programme, const Schedule& schedule) {
    return {activitySheet(programme, schedule), billSheet(programme)};
}

} // namespace yarrin
