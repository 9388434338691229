// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/field.h"
#include "core/model/programme.h"

/// Output book, bill, limits and sequences.
namespace yarrin::describe {

template <> struct Described<CrewMember> {
    static constexpr std::tuple fields{field(&CrewMember::name, "name").needed().always(),
                                       field(&CrewMember::count, "count").always()};
};

template <> struct Described<BookItem> {
    static constexpr std::string_view table = "book_item", list = "book";
    static constexpr int since = 3;
    static constexpr std::tuple fields{field(&BookItem::key, "id").column("key").needed().always(),
                                       field(&BookItem::name, "name").needed().always(),
                                       field(&BookItem::group, "group").column("grp"),
                                       field(&BookItem::unit, "unit").always(),
                                       field(&BookItem::outputPerCrewDay, "output_per_crew_day"),
                                       field(&BookItem::hoursPerUnit, "hours_per_unit"),
                                       field(&BookItem::crew, "crew"), // a text of its own in the native file
                                       field(&BookItem::source, "source"),
                                       field(&BookItem::note, "note")};
};

template <> struct Described<BillItem> {
    static constexpr std::string_view table = "bill_item", list = "bill";
    static constexpr int since = 3;
    static constexpr std::tuple fields{
        field(&BillItem::key, "id").column("key").needed().always(),
        field(&BillItem::description, "description").always(),
        field(&BillItem::unit, "unit").always(),
        field(&BillItem::quantity, "quantity").always(),
        field(&BillItem::location, "location").gone(WhenGone::byAnEdit),
        field(&BillItem::breakdown, "breakdown").gone(WhenGone::byAnEdit),
        field(&BillItem::rate, "rate"),
        field(&BillItem::materials, "materials").since(12).in({"bill_material", "item"})};
};

template <> struct Described<Allocation> {
    static constexpr std::string_view table = "allocation", list = "allocations";
    static constexpr int since = 3;
    static constexpr std::tuple fields{field(&Allocation::item, "item").needed().gone(WhenGone::goesToo),
                                       field(&Allocation::activity, "activity").needed().gone(WhenGone::goesToo),
                                       field(&Allocation::quantity, "quantity").always()};
};

template <> struct Described<Limit> {
    static constexpr std::string_view table = "resource_limit", list = "limits";
    static constexpr int since = 3;
    static constexpr std::tuple fields{field(&Limit::key, "name").column("key").needed().always(),
                                       field(&Limit::available, "available").always()};
};

template <> struct Described<SequenceStep> {
    static constexpr std::tuple fields{field(&SequenceStep::number, "number").always(),
                                       field(&SequenceStep::name, "name").needed().always(),
                                       field(&SequenceStep::book, "book_item"),
                                       field(&SequenceStep::bill, "bill_item"),
                                       field(&SequenceStep::duration, "duration"),
                                       field(&SequenceStep::crews, "crews"),
                                       field(&SequenceStep::factor, "factor"),
                                       field(&SequenceStep::calendar, "calendar").gone(WhenGone::byAnEdit),
                                       field(&SequenceStep::learningRate, "learning_rate"),
                                       field(&SequenceStep::notes, "notes")};
};

template <> struct Described<StepLink> {
    static constexpr std::tuple fields{field(&StepLink::from, "from").column("from_step").always(),
                                       field(&StepLink::to, "to").column("to_step").always(),
                                       field(&StepLink::type, "type").always(),
                                       field(&StepLink::lag, "lag").always(),
                                       field(&StepLink::lagCalendar, "lag_calendar"),
                                       field(&StepLink::toNextUnit, "to_next_unit")};
};

template <> struct Described<Sequence> {
    static constexpr std::string_view table = "sequence", list = "sequences";
    static constexpr int since = 3;
    static constexpr std::tuple fields{field(&Sequence::key, "name").column("key").needed().always(),
                                       field(&Sequence::idPattern, "id_pattern").always(),
                                       field(&Sequence::steps, "steps").always().in({"sequence_step", "sequence"}),
                                       field(&Sequence::links, "links").always().in({"sequence_link", "sequence"})};
};

template <> struct Described<LaidOutStep> {
    static constexpr std::tuple fields{field(&LaidOutStep::step, "step").always(),
                                       field(&LaidOutStep::activity, "activity"),
                                       field(&LaidOutStep::quantity, "quantity").always()};
};

template <> struct Described<LaidOut> {
    static constexpr std::string_view table = "laid_out", list = "laid_out";
    static constexpr int since = 3;
    static constexpr std::tuple fields{field(&LaidOut::sequence, "sequence").needed().gone(WhenGone::goesToo),
                                       field(&LaidOut::location, "location").gone(WhenGone::byAnEdit),
                                       field(&LaidOut::breakdown, "breakdown"), field(&LaidOut::unit, "unit").always(),
                                       field(&LaidOut::steps, "steps").always().in({"laid_out_step", "laid_out"})};
};

} // namespace yarrin::describe
