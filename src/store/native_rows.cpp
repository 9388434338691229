// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/native_rows.h"

namespace yarrin {

namespace {

/// An id as a column: null where it is none, -1 for the continuous calendar, which has no row.
template <typename Tag> std::optional<std::int64_t> reference(Id<Tag> id) {
    if (!id) return {};
    if constexpr (std::is_same_v<Id<Tag>, CalendarId>)
        if (id == continuousCalendar) return -1;
    return id.value;
}

} // namespace

Statement& RowWriter::row(const char* table, int columns) {
    auto& kept = m_rows[table];
    if (!kept) {
        std::string sql =
            std::string(m_into == Into::empty ? "INSERT INTO " : "INSERT OR REPLACE INTO ") + table + " VALUES (?";
        for (int i = 1; i < columns; ++i) sql += ",?";
        kept = std::make_unique<Statement>(m_database, sql + ")");
    }
    return *kept;
}

void RowWriter::removeFrom(const char* table, const char* column, std::uint32_t id) {
    auto& kept = m_removals[table];
    if (!kept)
        kept =
            std::make_unique<Statement>(m_database, std::string("DELETE FROM ") + table + " WHERE " + column + " = ?");
    kept->insert(id);
}

void RowWriter::put(const Job& j) {
    Statement& line = row("job", 2);
    line.insert(std::string("title"), j.title);
    line.insert(std::string("start"), j.start);
    line.insert(std::string("data_date"), j.dataDate);
    line.insert(std::string("default_calendar"), reference(j.defaultCalendar));
    line.insert(std::string("lag_calendar"), wordOf(j.lagCalendar));
    line.insert(std::string("out_of_sequence"), wordOf(j.outOfSequence));
    line.insert(std::string("late_dates_from"), wordOf(j.lateDatesFrom));
    line.insert(std::string("required_finish"), j.requiredFinish);
    line.insert(std::string("critical_float"), j.criticalFloat);
    line.insert(std::string("near_critical_float"), j.nearCriticalFloat);
    line.insert(std::string("code_pattern"), j.codePattern);
    line.insert(std::string("currency"), j.currency);
    line.insert(std::string("contract_sum"), j.contractSum);
    line.insert(std::string("damages_cap"), j.damagesCap);
    line.insert(std::string("damages_cap_share"), j.damagesCapShare);
    line.insert(std::string("notice_days"), j.noticeDays);
    line.insert(std::string("particulars_days"), j.particularsDays);
}

void RowWriter::put(const Calendar& c, double position) {
    row("calendar", 7)
        .insert(c.id.value, position, c.key, c.name, c.dayMinutes, reference(c.extends),
                c.weather ? std::optional(weatherText(*c.weather)) : std::nullopt);
    for (int weekday = 0; weekday < 7; ++weekday)
        if (const auto& work = c.week[static_cast<std::size_t>(weekday)])
            row("calendar_day", 3).insert(c.id.value, weekday, dayWorkText(*work));
    std::size_t at = 0;
    for (const CalendarException& e : c.exceptions)
        row("calendar_exception", 9)
            .insert(c.id.value, at++, e.from, e.to, e.yearly, dayWorkText(e.work), e.name,
                    e.rule ? std::optional(ruleText(*e.rule)) : std::nullopt,
                    e.tide ? std::optional(tideText(*e.tide)) : std::nullopt);
}

void RowWriter::put(const BreakdownNode& b, double position) {
    row("breakdown", 6).insert(b.id.value, position, b.key, b.name, reference(b.parent), b.code);
}

void RowWriter::put(const Location& l, double position) {
    row("location", 7).insert(l.id.value, position, l.key, l.name, reference(l.parent), l.fromChainage, l.toChainage);
}

void RowWriter::put(const Activity& a, double position) {
    const auto& m = a.measure;
    const auto measured = [&](auto value) { return m ? std::optional(value(*m)) : std::nullopt; };
    using M = const Measure&;
    row("activity", 31)
        .insert(a.id.value, position, a.key, a.name, wordOf(a.kind), reference(a.calendar), reference(a.breakdown),
                reference(a.location), a.duration, measured([](M x) { return x.quantity; }),
                measured([](M x) { return x.unit; }), m ? m->outputPerCrewDay : std::nullopt,
                m ? m->hoursPerUnit : std::nullopt, m ? m->crews : std::nullopt, measured([](M x) { return x.factor; }),
                measured([](M x) { return wordOf(x.roundTo); }),
                a.constraint ? std::optional(wordOf(a.constraint->type)) : std::nullopt,
                a.constraint ? std::optional(a.constraint->date) : std::nullopt, a.deadline, a.stretch, a.asLate,
                a.actualStart, a.actualFinish, a.remaining, a.notes, a.costPerWeek, reference(a.bookItem),
                m ? m->learningRate : std::nullopt, measured([](M x) { return x.unitNumber; }), a.quantityDone,
                reference(a.event));
    std::size_t at = 0;
    for (const Pause& p : a.pauses) row("pause", 4).insert(a.id.value, at++, p.after, p.rest);
    putAnchors(a, End::start, a.from);
    putAnchors(a, End::finish, a.to);
}

void RowWriter::putAnchors(const Activity& activity, End side, const std::vector<Anchor>& anchors) {
    std::size_t at = 0;
    for (const Anchor& one : anchors)
        row("anchor", 6).insert(activity.id.value, wordOf(side), at++, one.activity.value, wordOf(one.end), one.lag);
}

void RowWriter::put(const Link& l, double position) {
    row("link", 7).insert(l.id.value, position, l.from.value, l.to.value, wordOf(l.type), l.lag, wordOf(l.lagCalendar));
}

void RowWriter::put(const Section& s, double position) {
    row("section", 11)
        .insert(s.id.value, position, s.key, s.name, reference(s.milestone), s.completion, s.rate, wordOf(s.per),
                wordOf(s.part), s.cap, s.grantedDays);
}

void RowWriter::put(const DelayEvent& e, double position) {
    row("event", 14)
        .insert(e.id.value, position, e.key, wordOf(e.risk), wordOf(e.state), e.title, e.description, e.cause, e.from,
                e.to, e.known, e.noticeGiven, e.particularsGiven, e.inForecast);
    std::size_t at = 0;
    for (const EventDays& d : e.sectionDays)
        row("event_days", 6).insert(e.id.value, at++, d.section.value, d.claimed, d.assessed, d.granted);
    at = 0;
    for (const std::string& place : e.documents) row("event_document", 3).insert(e.id.value, at++, place);
    at = 0;
    for (const ActivityId id : e.affects) row("event_activity", 3).insert(e.id.value, at++, id.value);
    at = 0;
    for (const Effect& x : e.effects)
        row("event_effect", 8)
            .insert(e.id.value, at++, wordOf(x.kind), x.activity.value, x.work, x.from, x.to, x.value);
}

void RowWriter::put(const BookItem& b, double position) {
    row("book_item", 11)
        .insert(b.id.value, position, b.key, b.name, b.group, b.unit, b.outputPerCrewDay, b.hoursPerUnit,
                crewText(b.crew), b.source, b.note);
}

void RowWriter::put(const BillItem& b, double position) {
    row("bill_item", 9)
        .insert(b.id.value, position, b.key, b.description, b.unit, b.quantity, reference(b.location),
                reference(b.breakdown), b.rate);
}

void RowWriter::put(const Allocation& a, double position) {
    row("allocation", 5).insert(a.id.value, position, a.item.value, a.activity.value, a.quantity);
}

void RowWriter::put(const Limit& l, double position) {
    row("resource_limit", 4).insert(l.id.value, position, l.key, l.available);
}

void RowWriter::put(const Sequence& s, double position) {
    row("sequence", 4).insert(s.id.value, position, s.key, s.idPattern);
    std::size_t at = 0;
    for (const SequenceStep& x : s.steps)
        row("sequence_step", 12)
            .insert(s.id.value, at++, x.number, x.name, reference(x.book), reference(x.bill), x.duration, x.crews,
                    x.factor, reference(x.calendar), x.learningRate, x.notes);
    at = 0;
    for (const StepLink& l : s.links)
        row("sequence_link", 8)
            .insert(s.id.value, at++, l.from, l.to, wordOf(l.type), l.lag, wordOf(l.lagCalendar), l.toNextUnit);
}

void RowWriter::put(const LaidOut& u, double position) {
    row("laid_out", 6)
        .insert(u.id.value, position, u.sequence.value, reference(u.location), reference(u.breakdown), u.unit);
    std::size_t at = 0;
    for (const LaidOutStep& s : u.steps)
        row("laid_out_step", 5).insert(u.id.value, at++, s.step, reference(s.activity), s.quantity);
}

void putAll(RowWriter& writer, const Programme& programme) {
    const auto all = [&](const auto& rows) {
        double position = 0;
        for (const auto& one : rows) writer.put(one, position++);
    };
    writer.put(programme.job);
    all(programme.calendars);
    all(programme.breakdown);
    all(programme.locations);
    all(programme.activities);
    all(programme.links);
    all(programme.sections);
    all(programme.events);
    all(programme.book);
    all(programme.bill);
    all(programme.allocations);
    all(programme.limits);
    all(programme.sequences);
    all(programme.laidOut);
}

} // namespace yarrin
