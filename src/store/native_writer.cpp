// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/native.h"
#include "store/native_schema.h"
#include "store/statement.h"

namespace yarrin {

namespace {

/// An id as a column: null where it is none, -1 for the continuous calendar, which has no row.
template <typename Tag> std::optional<std::int64_t> reference(Id<Tag> id) {
    if (!id) return {};
    if constexpr (std::is_same_v<Id<Tag>, CalendarId>)
        if (id == continuousCalendar) return -1;
    return id.value;
}

class Writer {
public:
    Writer(const Programme& programme, Database& database) : m_programme(programme), m_database(database) {}

    void write() {
        job();
        calendars();
        tree();
        activities();
        Statement link(m_database, "INSERT INTO link VALUES (?,?,?,?,?,?,?)");
        std::size_t position = 0;
        for (const Link& l : m_programme.links)
            link.insert(l.id.value, position++, l.from.value, l.to.value, wordOf(l.type), l.lag, wordOf(l.lagCalendar));
        contract();
        buildUp();
        sequences();
    }

private:
    void job() {
        const Job& j = m_programme.job;
        Statement row(m_database, "INSERT INTO job VALUES (?,?)");
        row.insert(std::string("title"), j.title);
        row.insert(std::string("start"), j.start);
        row.insert(std::string("data_date"), j.dataDate);
        row.insert(std::string("default_calendar"), reference(j.defaultCalendar));
        row.insert(std::string("lag_calendar"), wordOf(j.lagCalendar));
        row.insert(std::string("out_of_sequence"), wordOf(j.outOfSequence));
        row.insert(std::string("late_dates_from"), wordOf(j.lateDatesFrom));
        row.insert(std::string("required_finish"), j.requiredFinish);
        row.insert(std::string("critical_float"), j.criticalFloat);
        row.insert(std::string("near_critical_float"), j.nearCriticalFloat);
        row.insert(std::string("code_pattern"), j.codePattern);
        row.insert(std::string("currency"), j.currency);
        row.insert(std::string("contract_sum"), j.contractSum);
        row.insert(std::string("damages_cap"), j.damagesCap);
        row.insert(std::string("damages_cap_share"), j.damagesCapShare);
    }

    void calendars() {
        Statement calendar(m_database, "INSERT INTO calendar VALUES (?,?,?,?,?,?,?)");
        Statement day(m_database, "INSERT INTO calendar_day VALUES (?,?,?)");
        Statement exception(m_database, "INSERT INTO calendar_exception VALUES (?,?,?,?,?,?,?,?,?)");
        std::size_t position = 0;
        for (const Calendar& c : m_programme.calendars) {
            calendar.insert(c.id.value, position++, c.key, c.name, c.dayMinutes, reference(c.extends),
                            c.weather ? std::optional(weatherText(*c.weather)) : std::nullopt);
            for (int weekday = 0; weekday < 7; ++weekday)
                if (const auto& work = c.week[static_cast<std::size_t>(weekday)])
                    day.insert(c.id.value, weekday, dayWorkText(*work));
            std::size_t at = 0;
            for (const CalendarException& e : c.exceptions)
                exception.insert(c.id.value, at++, e.from, e.to, e.yearly, dayWorkText(e.work), e.name,
                                 e.rule ? std::optional(ruleText(*e.rule)) : std::nullopt,
                                 e.tide ? std::optional(tideText(*e.tide)) : std::nullopt);
        }
    }

    void tree() {
        Statement node(m_database, "INSERT INTO breakdown VALUES (?,?,?,?,?,?)");
        std::size_t position = 0;
        for (const BreakdownNode& b : m_programme.breakdown)
            node.insert(b.id.value, position++, b.key, b.name, reference(b.parent), b.code);
        Statement location(m_database, "INSERT INTO location VALUES (?,?,?,?,?,?,?)");
        position = 0;
        for (const Location& l : m_programme.locations)
            location.insert(l.id.value, position++, l.key, l.name, reference(l.parent), l.fromChainage, l.toChainage);
    }

    void activities() {
        Statement row(m_database,
                      "INSERT INTO activity VALUES (?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?)");
        Statement pause(m_database, "INSERT INTO pause VALUES (?,?,?,?)");
        Statement anchor(m_database, "INSERT INTO anchor VALUES (?,?,?,?,?,?)");
        std::size_t position = 0;
        const auto anchors = [&](const Activity& a, End side, const std::vector<Anchor>& list) {
            std::size_t at = 0;
            for (const Anchor& one : list)
                anchor.insert(a.id.value, wordOf(side), at++, one.activity.value, wordOf(one.end), one.lag);
        };
        for (const Activity& a : m_programme.activities) {
            const auto& m = a.measure;
            const auto measured = [&](auto value) { return m ? std::optional(value(*m)) : std::nullopt; };
            using M = const Measure&;
            row.insert(a.id.value, position++, a.key, a.name, wordOf(a.kind), reference(a.calendar),
                       reference(a.breakdown), reference(a.location), a.duration,
                       measured([](M x) { return x.quantity; }), measured([](M x) { return x.unit; }),
                       m ? m->outputPerCrewDay : std::nullopt, m ? m->hoursPerUnit : std::nullopt,
                       m ? m->crews : std::nullopt, measured([](M x) { return x.factor; }),
                       measured([](M x) { return wordOf(x.roundTo); }),
                       a.constraint ? std::optional(wordOf(a.constraint->type)) : std::nullopt,
                       a.constraint ? std::optional(a.constraint->date) : std::nullopt, a.deadline, a.stretch, a.asLate,
                       a.actualStart, a.actualFinish, a.remaining, a.notes, a.costPerWeek, reference(a.bookItem),
                       m ? m->learningRate : std::nullopt, measured([](M x) { return x.unitNumber; }));
            std::size_t at = 0;
            for (const Pause& p : a.pauses) pause.insert(a.id.value, at++, p.after, p.rest);
            anchors(a, End::start, a.from);
            anchors(a, End::finish, a.to);
        }
    }

    void contract() {
        Statement section(m_database, "INSERT INTO section VALUES (?,?,?,?,?,?,?,?,?,?,?)");
        std::size_t position = 0;
        for (const Section& s : m_programme.sections)
            section.insert(s.id.value, position++, s.key, s.name, reference(s.milestone), s.completion, s.rate,
                           wordOf(s.per), wordOf(s.part), s.cap, s.grantedDays);
        Statement event(m_database, "INSERT INTO event VALUES (?,?,?,?,?)");
        Statement days(m_database, "INSERT INTO event_days VALUES (?,?,?,?,?)");
        position = 0;
        for (const DelayEvent& e : m_programme.events) {
            event.insert(e.id.value, position++, e.key, wordOf(e.risk), wordOf(e.state));
            std::size_t at = 0;
            for (const EventDays& d : e.sectionDays)
                days.insert(e.id.value, at++, d.section.value, d.claimed, d.assessed);
        }
    }

    void buildUp() {
        Statement book(m_database, "INSERT INTO book_item VALUES (?,?,?,?,?,?,?,?,?,?,?)");
        std::size_t position = 0;
        for (const BookItem& b : m_programme.book)
            book.insert(b.id.value, position++, b.key, b.name, b.group, b.unit, b.outputPerCrewDay, b.hoursPerUnit,
                        crewText(b.crew), b.source, b.note);
        Statement bill(m_database, "INSERT INTO bill_item VALUES (?,?,?,?,?,?,?,?,?)");
        position = 0;
        for (const BillItem& b : m_programme.bill)
            bill.insert(b.id.value, position++, b.key, b.description, b.unit, b.quantity, reference(b.location),
                        reference(b.breakdown), b.rate);
        Statement allocation(m_database, "INSERT INTO allocation VALUES (?,?,?,?,?)");
        position = 0;
        for (const Allocation& a : m_programme.allocations)
            allocation.insert(a.id.value, position++, a.item.value, a.activity.value, a.quantity);
        Statement limit(m_database, "INSERT INTO resource_limit VALUES (?,?,?,?)");
        position = 0;
        for (const Limit& l : m_programme.limits) limit.insert(l.id.value, position++, l.key, l.available);
    }

    void sequences() {
        Statement row(m_database, "INSERT INTO sequence VALUES (?,?,?,?)");
        Statement step(m_database, "INSERT INTO sequence_step VALUES (?,?,?,?,?,?,?,?,?,?,?,?)");
        Statement link(m_database, "INSERT INTO sequence_link VALUES (?,?,?,?,?,?,?,?)");
        std::size_t position = 0;
        for (const Sequence& s : m_programme.sequences) {
            row.insert(s.id.value, position++, s.key, s.idPattern);
            std::size_t at = 0;
            for (const SequenceStep& x : s.steps)
                step.insert(s.id.value, at++, x.number, x.name, reference(x.book), reference(x.bill), x.duration,
                            x.crews, x.factor, reference(x.calendar), x.learningRate, x.notes);
            at = 0;
            for (const StepLink& l : s.links)
                link.insert(s.id.value, at++, l.from, l.to, wordOf(l.type), l.lag, wordOf(l.lagCalendar), l.toNextUnit);
        }
        Statement unit(m_database, "INSERT INTO laid_out VALUES (?,?,?,?,?,?)");
        Statement part(m_database, "INSERT INTO laid_out_step VALUES (?,?,?,?,?)");
        position = 0;
        for (const LaidOut& u : m_programme.laidOut) {
            unit.insert(u.id.value, position++, u.sequence.value, reference(u.location), reference(u.breakdown),
                        u.unit);
            std::size_t at = 0;
            for (const LaidOutStep& s : u.steps)
                part.insert(u.id.value, at++, s.step, reference(s.activity), s.quantity);
        }
    }

    const Programme& m_programme;
    Database& m_database;
};

} // namespace

Outcome writeNative(const Programme& programme, const std::filesystem::path& path) {
    Database database(path.string(), Database::Mode::create);
    // The file only becomes visible when it is whole, so a journal of its own would cost time and gain nothing.
    database.run("PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF");
    const std::string header = "PRAGMA application_id = " + std::to_string(nativeApplicationId) +
                               "; PRAGMA user_version = " + std::to_string(nativeSchemaVersion);
    database.run(header.c_str());
    database.run("BEGIN");
    database.run(nativeSchema);
    if (!database.failed()) Writer(programme, database).write();
    database.run("COMMIT");
    if (database.failed()) return *database.error();
    return done();
}

} // namespace yarrin
