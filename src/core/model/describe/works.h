// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/field.h"
#include "core/model/programme.h"

/// Calendars, the breakdown, locations, activities and links.
namespace yarrin::describe {

template <> struct Described<CalendarException> {
    static constexpr std::tuple fields{field(&CalendarException::from, "from").column("from_date"),
                                       field(&CalendarException::to, "to").column("to_date"),
                                       field(&CalendarException::yearly, "yearly"),
                                       field(&CalendarException::work, "work"),
                                       field(&CalendarException::name, "name"),
                                       field(&CalendarException::rule, "rule").since(2),
                                       field(&CalendarException::tide, "tide").since(2)};
};

template <> struct Described<Calendar> {
    static constexpr std::string_view table = "calendar", list = "calendars";
    static constexpr std::tuple fields{
        field(&Calendar::key, "id").column("key").needed().always(),
        field(&Calendar::name, "name").always(),
        field(&Calendar::dayMinutes, "day_minutes").always(),
        field(&Calendar::extends, "extends").always().gone(WhenGone::byAnEdit),
        field(&Calendar::week, "week").always().in({"calendar_day", "calendar"}),
        field(&Calendar::exceptions, "exceptions").always().in({"calendar_exception", "calendar"}),
        field(&Calendar::weather, "weather").since(2)};
};

template <> struct Described<BreakdownNode> {
    static constexpr std::string_view table = "breakdown", list = "breakdown";
    static constexpr std::tuple fields{field(&BreakdownNode::key, "id").column("key").needed().always(),
                                       field(&BreakdownNode::name, "name").always(),
                                       field(&BreakdownNode::parent, "parent").always().gone(WhenGone::byAnEdit),
                                       field(&BreakdownNode::code, "code").always()};
};

template <> struct Described<Location> {
    static constexpr std::string_view table = "location", list = "locations";
    static constexpr std::tuple fields{
        field(&Location::key, "id").column("key").needed().always(), field(&Location::name, "name").always(),
        field(&Location::parent, "parent").always().gone(WhenGone::byAnEdit),
        field(&Location::fromChainage, "from_chainage").always(), field(&Location::toChainage, "to_chainage").always()};
};

template <> struct Described<Measure> {
    static constexpr std::tuple fields{field(&Measure::quantity, "quantity").always(),
                                       field(&Measure::unit, "unit").always(),
                                       field(&Measure::outputPerCrewDay, "output_per_crew_day").always(),
                                       field(&Measure::hoursPerUnit, "hours_per_unit").always(),
                                       field(&Measure::crews, "crews").always(),
                                       field(&Measure::factor, "factor").always(),
                                       field(&Measure::roundTo, "round_to").always(),
                                       field(&Measure::learningRate, "learning_rate").since(3),
                                       field(&Measure::unitNumber, "unit_number").since(3)};
};

template <> struct Described<Constraint> {
    static constexpr std::tuple fields{field(&Constraint::type, "type").column("constraint_type").needed().always(),
                                       field(&Constraint::date, "date").column("constraint_date").needed().always()};
};

template <> struct Described<Pause> {
    static constexpr std::tuple fields{field(&Pause::after, "after").always(),
                                       field(&Pause::rest, "for").column("rest").always(),
                                       field(&Pause::levelled, "levelled").since(12)};
};

template <> struct Described<Anchor> {
    static constexpr std::tuple fields{field(&Anchor::activity, "activity").needed().always().gone(WhenGone::byAnEdit),
                                       field(&Anchor::end, "end").always(), field(&Anchor::lag, "lag").always()};
};

template <> struct Described<CodeMark> {
    static constexpr std::tuple fields{field(&CodeMark::code, "code").needed().always().gone(WhenGone::goesToo),
                                       field(&CodeMark::value, "value").needed().always()};
};

template <> struct Described<Stretch> {
    static constexpr std::tuple fields{field(&Stretch::from, "from").column("range_from").since(16).needed().always(),
                                       field(&Stretch::to, "to").column("range_to").since(16).needed().always()};
};

template <> struct Described<Awaited> {
    static constexpr std::tuple fields{
        field(&Awaited::file, "file").column("awaited_file").since(17).needed().always(),
        field(&Awaited::milestone, "milestone").column("awaited_milestone").since(17).needed().always(),
        field(&Awaited::at, "at").column("awaited_at").since(17).needed().always(),
        field(&Awaited::name, "name").column("awaited_name").since(17),
        field(&Awaited::job, "job").column("awaited_job").since(17),
        field(&Awaited::before, "before").column("awaited_before").since(17),
        field(&Awaited::changed, "changed").column("awaited_changed").since(17)};
};

template <> struct Described<Activity> {
    static constexpr std::string_view table = "activity", list = "activities";
    static constexpr std::tuple fields{
        field(&Activity::key, "id").column("key").needed().always(),
        field(&Activity::name, "name").needed().always(),
        field(&Activity::kind, "kind").always(),
        field(&Activity::calendar, "calendar").gone(WhenGone::byAnEdit),
        field(&Activity::breakdown, "breakdown").gone(WhenGone::byAnEdit),
        field(&Activity::location, "location").gone(WhenGone::byAnEdit),
        field(&Activity::duration, "duration"),
        field(&Activity::measure, "measure"),
        field(&Activity::bookItem, "book_item").since(3),
        field(&Activity::constraint, "constraint"),
        field(&Activity::deadline, "deadline"),
        field(&Activity::stretch, "stretch"),
        field(&Activity::asLate, "as_late"),
        field(&Activity::pauses, "pauses").in({"pause", "activity"}),
        field(&Activity::actualStart, "actual_start"),
        field(&Activity::actualFinish, "actual_finish"),
        field(&Activity::remaining, "remaining"),
        field(&Activity::quantityDone, "quantity_done").since(4),
        field(&Activity::notes, "notes"),
        field(&Activity::costPerWeek, "cost_per_week"),
        field(&Activity::from, "from").in({"anchor", "hammock", {}, "side", "start"}),
        field(&Activity::to, "to").in({"anchor", "hammock", {}, "side", "finish"}),
        field(&Activity::event, "event").since(5).gone(WhenGone::byAnEdit),
        field(&Activity::responsible, "responsible").since(7).label(toWord("Responsible"), 120),
        field(&Activity::costToDate, "cost_to_date").since(9),
        field(&Activity::codes, "codes").since(10).in({"activity_code", "activity"}),
        field(&Activity::needs, "needs").since(11).in({"activity_need", "activity"}),
        field(&Activity::lumpSums, "lump_sums").since(11).in({"lump_sum", "activity"}),
        field(&Activity::levelledFrom, "levelled_from").since(11),
        field(&Activity::section, "section").since(11),
        field(&Activity::stretchOfWork, "range").since(16),
        field(&Activity::travel, "travel").since(16),
        field(&Activity::pace, "pace").since(16),
        field(&Activity::awaited, "awaited").since(17)};
};

template <> struct Described<Link> {
    static constexpr std::string_view table = "link", list = "links";
    static constexpr std::tuple fields{
        field(&Link::from, "from").column("from_activity").needed().always().gone(WhenGone::goesToo),
        field(&Link::to, "to").column("to_activity").needed().always().gone(WhenGone::goesToo),
        field(&Link::type, "type").always(), field(&Link::lag, "lag").always(),
        field(&Link::lagCalendar, "lag_calendar").always()};
};

template <> struct Described<CodeValue> {
    static constexpr std::tuple fields{field(&CodeValue::name, "name").needed().always(),
                                       field(&CodeValue::longName, "long_name"), field(&CodeValue::colour, "colour")};
};

template <> struct Described<Code> {
    static constexpr std::string_view table = "code", list = "codes";
    static constexpr int since = 10;
    static constexpr std::tuple fields{field(&Code::key, "id").column("key").needed().always(),
                                       field(&Code::values, "values").always().in({"code_value", "code"})};
};

template <> struct Described<KeptLens> {
    static constexpr std::string_view table = "lens", list = "lenses";
    static constexpr int since = 10;
    static constexpr std::tuple fields{field(&KeptLens::key, "id").column("key").needed().always(),
                                       field(&KeptLens::columns, "columns"),
                                       field(&KeptLens::buildUpColumns, "build_up_columns"),
                                       field(&KeptLens::groups, "groups").column("grouped_by"),
                                       field(&KeptLens::order, "order").column("ordered_by"),
                                       field(&KeptLens::filter, "filter").column("filtered_by"),
                                       field(&KeptLens::words, "words"),
                                       field(&KeptLens::colour, "colour"),
                                       field(&KeptLens::texts, "texts"),
                                       field(&KeptLens::view, "view")};
};

} // namespace yarrin::describe
