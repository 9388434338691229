// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/json_build_up.h"

#include "core/quantity/bill.h"
#include "store/json.h"

namespace yarrin::json {

namespace {

using Out = nlohmann::ordered_json;

class BuildUpReader {
public:
    BuildUpReader(Programme& programme, const KnownKeys& keys) : m_programme(programme), m_keys(keys) {}

    void read(Object& root) {
        rows<BookItem>(root, "book", m_programme.book, [](Object& o, BookItem& item) { item = readBookItem(o); });
        rows<BillItem>(root, "bill", m_programme.bill, [this](Object& o, BillItem& item) { bill(o, item); });
        rows<Limit>(root, "limits", m_programme.limits, [](Object& o, Limit& limit) {
            o.text("name", limit.key, true);
            o.decimal("available", limit.available);
        });
        rows<Sequence>(root, "sequences", m_programme.sequences,
                       [this](Object& o, Sequence& sequence) { readSequence(o, sequence); });
        rows<Allocation>(root, "allocations", m_programme.allocations, [this](Object& o, Allocation& allocation) {
            allocation.item = m_bill.find(o, "item", "bill item");
            allocation.activity = m_keys.activities.find(o, "activity", "activity");
            o.decimal("quantity", allocation.quantity);
        });
        rows<LaidOut>(root, "laid_out", m_programme.laidOut, [this](Object& o, LaidOut& unit) { laidOut(o, unit); });
    }

private:
    template <typename Row, typename Table, typename Read>
    void rows(Object& root, const char* key, Table& table, Read take) {
        std::vector<Row> rows;
        root.objects(key, [&](Object& object) {
            Row row;
            take(object, row);
            row.id = decltype(row.id){static_cast<std::uint32_t>(rows.size() + 1)};
            rows.push_back(std::move(row));
        });
        table.assign(std::move(rows));
    }

    void bill(Object& o, BillItem& item) {
        o.text("id", item.key, true);
        m_bill.add(item.key, BillItemId{++m_billCount});
        o.text("description", item.description);
        o.text("unit", item.unit);
        o.decimal("quantity", item.quantity);
        item.location = m_keys.locations.find(o, "location", "location");
        item.breakdown = m_keys.breakdown.find(o, "breakdown", "breakdown");
        o.decimal("rate", item.rate);
    }

    void readSequence(Object& o, Sequence& sequence) {
        o.text("name", sequence.key, true);
        m_sequences.add(sequence.key, SequenceId{++m_sequenceCount});
        o.text("id_pattern", sequence.idPattern);
        o.objects("steps", [&](Object& item) {
            SequenceStep step;
            item.whole("number", step.number);
            item.text("name", step.name, true);
            step.book = m_keys.book.find(item, "book_item", "item of the output book");
            step.bill = m_bill.find(item, "bill_item", "bill item");
            item.whole("duration", step.duration);
            item.decimal("crews", step.crews);
            item.decimal("factor", step.factor);
            step.calendar = m_keys.calendars.find(item, "calendar", "calendar");
            item.decimal("learning_rate", step.learningRate);
            item.text("notes", step.notes);
            sequence.steps.push_back(std::move(step));
        });
        o.objects("links", [&](Object& item) {
            StepLink link;
            item.whole("from", link.from);
            item.whole("to", link.to);
            item.choice("type", link.type);
            item.whole("lag", link.lag);
            item.choice("lag_calendar", link.lagCalendar);
            item.flag("to_next_unit", link.toNextUnit);
            sequence.links.push_back(link);
        });
    }

    void laidOut(Object& o, LaidOut& unit) {
        unit.sequence = m_sequences.find(o, "sequence", "sequence");
        unit.location = m_keys.locations.find(o, "location", "location");
        unit.breakdown = m_keys.breakdown.find(o, "breakdown", "breakdown");
        o.whole("unit", unit.unit);
        o.objects("steps", [&](Object& item) {
            LaidOutStep step;
            item.whole("step", step.step);
            step.activity = m_keys.activities.find(item, "activity", "activity");
            item.decimal("quantity", step.quantity);
            unit.steps.push_back(step);
        });
    }

    Programme& m_programme;
    const KnownKeys& m_keys;
    Keys<BillItemId> m_bill;
    Keys<SequenceId> m_sequences;
    std::uint32_t m_billCount = 0;
    std::uint32_t m_sequenceCount = 0;
};

/// The key of a row under a name, left out where there is none.
template <typename Rows, typename Id> void name(Out& json, const char* key, const Rows& rows, Id id) {
    if constexpr (std::is_same_v<Id, CalendarId>)
        if (id == continuousCalendar) json[key] = "continuous";
    if (const auto* row = rows.row(id)) json[key] = row->key;
}

Out sequenceJson(const Programme& p, const Sequence& sequence) {
    Out json{{"name", sequence.key}, {"id_pattern", sequence.idPattern}};
    json["steps"] = Out::array();
    for (const SequenceStep& step : sequence.steps) {
        Out row{{"number", step.number}, {"name", step.name}};
        name(row, "book_item", p.book, step.book);
        name(row, "bill_item", p.bill, step.bill);
        if (step.duration) row["duration"] = *step.duration;
        if (step.crews) row["crews"] = number(step.crews);
        if (step.factor != Decimal(1)) row["factor"] = number(step.factor);
        name(row, "calendar", p.calendars, step.calendar);
        if (step.learningRate) row["learning_rate"] = number(step.learningRate);
        if (!step.notes.empty()) row["notes"] = step.notes;
        json["steps"].push_back(std::move(row));
    }
    json["links"] = Out::array();
    for (const StepLink& link : sequence.links) {
        Out row{{"from", link.from}, {"to", link.to}, {"type", wordOf(link.type)}, {"lag", link.lag}};
        if (link.lagCalendar != LagCalendar::standard) row["lag_calendar"] = wordOf(link.lagCalendar);
        if (link.toNextUnit) row["to_next_unit"] = true;
        json["links"].push_back(std::move(row));
    }
    return json;
}

} // namespace

BookItem readBookItem(Object& o) {
    BookItem item;
    o.text("id", item.key, true);
    o.text("name", item.name, true);
    o.text("group", item.group);
    o.text("unit", item.unit);
    o.decimal("output_per_crew_day", item.outputPerCrewDay);
    o.decimal("hours_per_unit", item.hoursPerUnit);
    o.objects("crew", [&](Object& member) {
        CrewMember one;
        member.text("name", one.name, true);
        member.decimal("count", one.count);
        item.crew.push_back(std::move(one));
    });
    o.text("source", item.source);
    o.text("note", item.note);
    return item;
}

void readBuildUp(Object& root, Programme& programme, const KnownKeys& keys) {
    BuildUpReader(programme, keys).read(root);
}

Out number(const std::optional<Decimal>& value) {
    return exactNumber(value);
}

Out bookItemJson(const BookItem& item) {
    Out json{{"id", item.key}, {"name", item.name}};
    if (!item.group.empty()) json["group"] = item.group;
    json["unit"] = item.unit;
    if (item.outputPerCrewDay) json["output_per_crew_day"] = number(item.outputPerCrewDay);
    if (item.hoursPerUnit) json["hours_per_unit"] = number(item.hoursPerUnit);
    for (const CrewMember& member : item.crew)
        json["crew"].push_back({{"name", member.name}, {"count", number(member.count)}});
    if (!item.source.empty()) json["source"] = item.source;
    if (!item.note.empty()) json["note"] = item.note;
    return json;
}

void writeBuildUp(Out& json, const Programme& p) {
    for (const char* list : {"book", "bill", "allocations", "limits", "sequences", "laid_out"})
        json[list] = Out::array();
    for (const BookItem& item : p.book) json["book"].push_back(bookItemJson(item));
    for (const BillItem& item : p.bill) {
        Out row{{"id", item.key},
                {"description", item.description},
                {"unit", item.unit},
                {"quantity", number(item.quantity)}};
        name(row, "location", p.locations, item.location);
        name(row, "breakdown", p.breakdown, item.breakdown);
        if (item.rate) row["rate"] = number(item.rate);
        json["bill"].push_back(std::move(row));
    }
    for (const Allocation& allocation : p.allocations) {
        Out row = Out::object();
        name(row, "item", p.bill, allocation.item);
        name(row, "activity", p.activities, allocation.activity);
        row["quantity"] = number(allocation.quantity);
        json["allocations"].push_back(std::move(row));
    }
    for (const Limit& limit : p.limits)
        json["limits"].push_back({{"name", limit.key}, {"available", number(limit.available)}});
    for (const Sequence& sequence : p.sequences) json["sequences"].push_back(sequenceJson(p, sequence));
    for (const LaidOut& unit : p.laidOut) {
        Out row = Out::object();
        name(row, "sequence", p.sequences, unit.sequence);
        name(row, "location", p.locations, unit.location);
        name(row, "breakdown", p.breakdown, unit.breakdown);
        row["unit"] = unit.unit;
        row["steps"] = Out::array();
        for (const LaidOutStep& step : unit.steps) {
            Out one{{"step", step.step}};
            name(one, "activity", p.activities, step.activity);
            one["quantity"] = number(step.quantity);
            row["steps"].push_back(std::move(one));
        }
        json["laid_out"].push_back(std::move(row));
    }
}

} // namespace yarrin::json

namespace yarrin {

std::string billToJson(const Programme& programme) {
    using Out = nlohmann::ordered_json;
    Out items = Out::array();
    const auto placed = placedOf(programme);
    for (std::size_t i = 0; i < programme.bill.size(); ++i) {
        const BillItem& item = programme.bill[i];
        Out row{{"id", item.key},
                {"unit", item.unit},
                {"quantity", json::number(item.quantity)},
                {"placed", json::number(placed[i].placed)},
                {"left", json::number(placed[i].left)},
                {"activities", Out::array()}};
        for (const Allocation& allocation : programme.allocations)
            if (allocation.item == item.id)
                row["activities"].push_back({{"activity", programme.activities.row(allocation.activity)->key},
                                             {"quantity", json::number(allocation.quantity)}});
        items.push_back(std::move(row));
    }
    return json::textOf(Out{{"bill", std::move(items)}});
}

} // namespace yarrin
