// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_rows.h"
#include "store/native_schema.h"
#include "store/statement.h"

#include <algorithm>
#include <unordered_map>

namespace yarrin {

namespace {

/// Reads every table; what a row holds that cannot be is gathered as faults with table and row.
class Reader {
public:
    Reader(Database& database, std::int64_t version) : m_database(database), m_version(version) {}

    Result<Programme> read(bool checked) {
        job();
        calendars();
        tree();
        activities();
        links();
        contract();
        events();
        if (m_version >= 3) {
            buildUp();
            sequences();
        }
        if (m_version >= 4 && checked) numbering();
        if (m_database.failed()) return *m_database.error();
        if (m_faults.empty() && checked) m_faults = faultsOf(m_programme);
        if (!m_faults.empty()) return std::move(m_faults);
        return std::move(m_programme);
    }

private:
    void fault(const std::string& what) {
        if (m_faults.size() < 100)
            m_faults.push_back(
                {ErrorCode::file, m_table + " row " + std::to_string(m_row), what, "the file is damaged"});
    }
    void at(const char* table, std::int64_t row) {
        m_table = table;
        m_row = row;
    }

    template <typename Id> Id id(std::int64_t value) {
        if constexpr (std::is_same_v<Id, CalendarId>)
            if (value == -1) return continuousCalendar;
        if (value < 1 || value > largestId) {
            fault("an id is out of bounds");
            return {};
        }
        return Id{static_cast<std::uint32_t>(value)};
    }
    template <typename Id> Id optionalId(Statement& row) {
        const auto value = row.optionalNumber();
        return value ? id<Id>(*value) : Id{};
    }
    /// The id of a row of its own; twins cannot be, as it is the table's key.
    template <typename Id> Id rowId(const char* table, Statement& row) {
        const std::int64_t value = row.number();
        at(table, value);
        return id<Id>(value < 1 ? 0 : value);
    }
    template <typename Value, typename Parse>
    std::optional<Value> parsed(const std::optional<std::string>& text, Parse parse, const char* what) {
        if (!text) return {};
        const auto value = parse(*text);
        if (!value) fault(std::string("\"") + *text + "\" is not " + what);
        return value;
    }
    std::optional<Instant> instant(const std::optional<std::string>& text) {
        return parsed<Instant>(text, parseInstant, "a date and time");
    }
    std::optional<Date> date(const std::optional<std::string>& text) { return parsed<Date>(text, parseDate, "a date"); }
    std::optional<Decimal> decimal(const std::optional<std::string>& text) {
        return parsed<Decimal>(text, Decimal::parse, "a number");
    }
    template <typename Enum> Enum choice(const std::string& word) {
        const auto value = fromWord<Enum>(word);
        if (!value) fault("\"" + word + "\" is not one of the choices");
        return value.value_or(Enum{});
    }
    int small(std::int64_t value) {
        if (value < -1'000'000 || value > 1'000'000) fault("a number is out of bounds");
        return static_cast<int>(std::clamp<std::int64_t>(value, -1'000'000, 1'000'000));
    }
    /// A text in words of its own, like a rule for a holiday.
    template <typename Value, typename Parse>
    std::optional<Value> phrase(const std::optional<std::string>& text, Parse parse) {
        if (!text) return {};
        auto value = parse(*text);
        if (!value.ok()) fault(value.error().what);
        return value.ok() ? std::optional<Value>(*value) : std::nullopt;
    }
    DayWork work(const std::string& text) {
        auto spells = parseDayWork(text);
        if (!spells.ok()) fault(spells.error().what);
        return spells.ok() ? *spells : DayWork{};
    }

    void job() {
        std::unordered_map<std::string, std::optional<std::string>> values;
        Statement row(m_database, "SELECT key, value FROM job");
        while (row.next()) {
            std::string key = row.text();
            values[key] = row.optionalText();
        }
        at("job", 0);
        const auto number = [&](const char* key) -> std::optional<Minutes> {
            const auto value = decimal(values[key]);
            if (!value) return {};
            if (value->scale() != 0 || value->mantissa() > longestDuration || value->mantissa() < -longestDuration)
                fault(std::string(key) + " is out of bounds");
            return value->mantissa();
        };
        Job& j = m_programme.job;
        j.title = values["title"].value_or("");
        if (const auto start = instant(values["start"]))
            j.start = *start;
        else
            fault("there is no start");
        j.dataDate = instant(values["data_date"]);
        j.defaultCalendar = id<CalendarId>(number("default_calendar").value_or(-1));
        j.lagCalendar = choice<LagCalendar>(values["lag_calendar"].value_or(""));
        j.outOfSequence = choice<OutOfSequence>(values["out_of_sequence"].value_or(""));
        j.lateDatesFrom = choice<LateDatesFrom>(values["late_dates_from"].value_or(""));
        j.requiredFinish = instant(values["required_finish"]);
        j.criticalFloat = number("critical_float").value_or(0);
        j.nearCriticalFloat = number("near_critical_float");
        j.codePattern = values["code_pattern"].value_or("1.1");
        j.currency = values["currency"].value_or("GBP");
        j.contractSum = decimal(values["contract_sum"]);
        j.damagesCap = decimal(values["damages_cap"]);
        j.damagesCapShare = decimal(values["damages_cap_share"]);
        if (const auto days = number("notice_days")) j.noticeDays = small(*days);
        if (const auto days = number("particulars_days")) j.particularsDays = small(*days);
    }

    void calendars() {
        std::vector<Calendar> rows;
        std::unordered_map<std::int64_t, std::size_t> places;
        // Files of version 1 know no weather, no rules and no tides.
        const bool first = m_version < 2;
        Statement row(m_database, std::string("SELECT id, key, name, day_minutes, extends, ") +
                                      (first ? "NULL" : "weather") + " FROM calendar ORDER BY position");
        while (row.next()) {
            Calendar c;
            c.id = rowId<CalendarId>("calendar", row);
            c.key = row.text();
            c.name = row.text();
            c.dayMinutes = row.optionalNumber();
            c.extends = optionalId<CalendarId>(row);
            c.weather = phrase<std::array<int, 12>>(row.optionalText(), parseWeather);
            places[c.id.value] = rows.size();
            rows.push_back(std::move(c));
        }
        const auto owner = [&](std::int64_t calendar) -> Calendar* {
            const auto found = places.find(calendar);
            if (found == places.end()) fault("it belongs to no calendar");
            return found == places.end() ? nullptr : &rows[found->second];
        };
        Statement day(m_database, "SELECT calendar, weekday, work FROM calendar_day");
        while (day.next()) {
            const std::int64_t calendar = day.number();
            const std::int64_t weekday = day.number();
            at("calendar_day", calendar);
            Calendar* c = owner(calendar);
            if (weekday < 0 || weekday > 6)
                fault("there is no such weekday");
            else if (c)
                c->week[static_cast<std::size_t>(weekday)] = work(day.text());
        }
        Statement exception(m_database, std::string("SELECT calendar, from_date, to_date, yearly, work, name, ") +
                                            (first ? "NULL, NULL" : "rule, tide") +
                                            " FROM calendar_exception ORDER BY calendar, position");
        while (exception.next()) {
            const std::int64_t calendar = exception.number();
            at("calendar_exception", calendar);
            CalendarException e;
            e.from = date(exception.text()).value_or(Date{});
            e.to = date(exception.text()).value_or(Date{});
            e.yearly = exception.number() != 0;
            e.work = work(exception.text());
            e.name = exception.text();
            e.rule = phrase<HolidayRule>(exception.optionalText(), parseRule);
            e.tide = phrase<TideWindow>(exception.optionalText(), parseTideWindow);
            if (Calendar* c = owner(calendar)) c->exceptions.push_back(std::move(e));
        }
        assign(m_programme.calendars, std::move(rows));
    }

    void tree() {
        std::vector<BreakdownNode> nodes;
        Statement node(m_database, "SELECT id, key, name, parent, code FROM breakdown ORDER BY position");
        while (node.next()) {
            BreakdownNode b;
            b.id = rowId<BreakdownId>("breakdown", node);
            b.key = node.text();
            b.name = node.text();
            b.parent = optionalId<BreakdownId>(node);
            b.code = node.optionalText();
            nodes.push_back(std::move(b));
        }
        assign(m_programme.breakdown, std::move(nodes));
        std::vector<Location> locations;
        Statement row(m_database,
                      "SELECT id, key, name, parent, from_chainage, to_chainage FROM location ORDER BY position");
        while (row.next()) {
            Location l;
            l.id = rowId<LocationId>("location", row);
            l.key = row.text();
            l.name = row.text();
            l.parent = optionalId<LocationId>(row);
            l.fromChainage = decimal(row.optionalText());
            l.toChainage = decimal(row.optionalText());
            locations.push_back(std::move(l));
        }
        assign(m_programme.locations, std::move(locations));
    }

    void activities() {
        std::vector<Activity> rows;
        std::unordered_map<std::int64_t, std::size_t> places;
        Statement row(
            m_database,
            std::string(
                "SELECT id, key, name, kind, calendar, breakdown, location, duration, quantity, unit, "
                "output_per_crew_day, hours_per_unit, crews, factor, round_to, constraint_type, constraint_date, "
                "deadline, stretch, as_late, actual_start, actual_finish, remaining, notes, cost_per_week, ") +
                (m_version < 3 ? "NULL, NULL, 1" : "book_item, learning_rate, unit_number") +
                (m_version < 4   ? ", NULL, NULL"
                 : m_version < 5 ? ", quantity_done, NULL"
                                 : ", quantity_done, event") +
                " FROM activity ORDER BY position");
        while (row.next()) {
            Activity a;
            a.id = rowId<ActivityId>("activity", row);
            a.key = row.text();
            a.name = row.text();
            a.kind = choice<ActivityKind>(row.text());
            a.calendar = optionalId<CalendarId>(row);
            a.breakdown = optionalId<BreakdownId>(row);
            a.location = optionalId<LocationId>(row);
            a.duration = row.optionalNumber();
            measure(row, a);
            const auto type = row.optionalText();
            const auto when = parsed<DateOrInstant>(row.optionalText(), parseDateOrInstant, "a date");
            if (type && when) a.constraint = Constraint{choice<ConstraintType>(*type), *when};
            a.deadline = parsed<DateOrInstant>(row.optionalText(), parseDateOrInstant, "a date");
            a.stretch = row.number() != 0;
            a.asLate = row.number() != 0;
            a.actualStart = instant(row.optionalText());
            a.actualFinish = instant(row.optionalText());
            a.remaining = row.optionalNumber();
            a.notes = row.text();
            a.costPerWeek = decimal(row.optionalText());
            a.bookItem = optionalId<BookItemId>(row);
            const auto learning = decimal(row.optionalText());
            const int unit = small(row.optionalNumber().value_or(1));
            a.quantityDone = decimal(row.optionalText());
            a.event = optionalId<EventId>(row);
            if (a.measure) {
                a.measure->learningRate = learning;
                a.measure->unitNumber = unit;
            }
            places[a.id.value] = rows.size();
            rows.push_back(std::move(a));
        }
        parts(rows, places);
        assign(m_programme.activities, std::move(rows));
    }

    void measure(Statement& row, Activity& activity) {
        const auto quantity = decimal(row.optionalText());
        Measure m;
        m.unit = row.text();
        m.outputPerCrewDay = decimal(row.optionalText());
        m.hoursPerUnit = decimal(row.optionalText());
        m.crews = decimal(row.optionalText());
        m.factor = decimal(row.optionalText()).value_or(Decimal(1));
        const auto rounding = row.optionalText();
        if (!quantity) return;
        m.quantity = *quantity;
        if (rounding) m.roundTo = choice<RoundTo>(*rounding);
        activity.measure = std::move(m);
    }

    void parts(std::vector<Activity>& rows, const std::unordered_map<std::int64_t, std::size_t>& places) {
        const auto owner = [&](std::int64_t activity) -> Activity* {
            const auto found = places.find(activity);
            if (found == places.end()) fault("it belongs to no activity");
            return found == places.end() ? nullptr : &rows[found->second];
        };
        Statement pause(m_database, "SELECT activity, after, rest FROM pause ORDER BY activity, position");
        while (pause.next()) {
            const std::int64_t activity = pause.number();
            at("pause", activity);
            Pause p;
            p.after = pause.number();
            p.rest = pause.number();
            if (Activity* a = owner(activity)) a->pauses.push_back(p);
        }
        Statement anchor(m_database,
                         "SELECT hammock, side, activity, end, lag FROM anchor ORDER BY hammock, side, position");
        while (anchor.next()) {
            const std::int64_t hammock = anchor.number();
            at("anchor", hammock);
            const End side = choice<End>(anchor.text());
            Anchor one;
            one.activity = id<ActivityId>(anchor.number());
            one.end = choice<End>(anchor.text());
            one.lag = anchor.number();
            if (Activity* a = owner(hammock)) (side == End::start ? a->from : a->to).push_back(one);
        }
    }

    void links() {
        std::vector<Link> rows;
        Statement row(m_database,
                      "SELECT id, from_activity, to_activity, type, lag, lag_calendar FROM link ORDER BY position");
        while (row.next()) {
            Link l;
            l.id = rowId<LinkId>("link", row);
            l.from = id<ActivityId>(row.number());
            l.to = id<ActivityId>(row.number());
            l.type = choice<LinkType>(row.text());
            l.lag = row.number();
            l.lagCalendar = choice<LagCalendar>(row.text());
            rows.push_back(l);
        }
        assign(m_programme.links, std::move(rows));
    }

    void contract() {
        std::vector<Section> sections;
        Statement row(m_database, "SELECT id, key, name, milestone, completion, rate, per, part, cap, granted_days "
                                  "FROM section ORDER BY position");
        while (row.next()) {
            Section s;
            s.id = rowId<SectionId>("section", row);
            s.key = row.text();
            s.name = row.text();
            s.milestone = optionalId<ActivityId>(row);
            s.completion = date(row.text()).value_or(Date{});
            s.rate = decimal(row.text()).value_or(Decimal(0));
            s.per = choice<DamagesPer>(row.text());
            s.part = choice<PartRule>(row.text());
            s.cap = decimal(row.optionalText());
            s.grantedDays = small(row.number());
            sections.push_back(std::move(s));
        }
        assign(m_programme.sections, std::move(sections));
    }

    void events() {
        std::vector<DelayEvent> rows;
        std::unordered_map<std::int64_t, std::size_t> places;
        Statement row(m_database, std::string("SELECT id, key, risk, state") +
                                      (m_version < 5 ? ""
                                                     : ", title, description, cause, from_date, to_date, known, "
                                                       "notice_given, particulars_given, in_forecast") +
                                      " FROM event ORDER BY position");
        while (row.next()) {
            DelayEvent e;
            e.id = rowId<EventId>("event", row);
            e.key = row.text();
            e.risk = choice<Risk>(row.text());
            e.state = choice<EventState>(row.text());
            if (m_version >= 5) {
                for (std::string* text : {&e.title, &e.description, &e.cause}) *text = row.text();
                for (auto* day : {&e.from, &e.to, &e.known, &e.noticeGiven, &e.particularsGiven})
                    *day = date(row.optionalText());
                e.inForecast = row.number() != 0;
            }
            places[e.id.value] = rows.size();
            rows.push_back(std::move(e));
        }
        /// Calls with each row of a table of parts, and the event that it belongs to.
        const auto parts = [&](const char* table, const std::string& columns, const auto& take) {
            Statement part(m_database, "SELECT event, " + columns + " FROM " + table + " ORDER BY event, position");
            while (part.next()) {
                const std::int64_t of = part.number();
                at(table, of);
                const auto found = places.find(of);
                if (found == places.end())
                    fault("it belongs to no event");
                else
                    take(rows[found->second], part);
            }
        };
        parts("event_days", m_version < 5 ? "section, claimed, assessed, 0" : "section, claimed, assessed, granted",
              [&](DelayEvent& event, Statement& part) {
                  EventDays& days = event.sectionDays.emplace_back();
                  days.section = id<SectionId>(part.number());
                  for (int* count : {&days.claimed, &days.assessed, &days.granted}) *count = small(part.number());
              });
        if (m_version >= 5) {
            parts("event_document", "place",
                  [](DelayEvent& event, Statement& part) { event.documents.push_back(part.text()); });
            parts("event_activity", "activity",
                  [&](DelayEvent& event, Statement& part) { event.affects.push_back(id<ActivityId>(part.number())); });
            parts("event_effect", "kind, activity, work, from_date, to_date, value",
                  [&](DelayEvent& event, Statement& part) {
                      Effect& effect = event.effects.emplace_back();
                      effect.kind = choice<EffectKind>(part.text());
                      effect.activity = id<ActivityId>(part.number());
                      effect.work = part.number();
                      effect.from = date(part.optionalText());
                      effect.to = date(part.optionalText());
                      effect.value = decimal(part.optionalText());
                  });
        }
        assign(m_programme.events, std::move(rows));
    }

    void buildUp() {
        std::vector<BookItem> book;
        Statement row(m_database, "SELECT id, key, name, grp, unit, output_per_crew_day, hours_per_unit, crew, source, "
                                  "note FROM book_item ORDER BY position");
        while (row.next()) {
            BookItem b;
            b.id = rowId<BookItemId>("book_item", row);
            for (std::string* text : {&b.key, &b.name, &b.group, &b.unit}) *text = row.text();
            b.outputPerCrewDay = decimal(row.optionalText());
            b.hoursPerUnit = decimal(row.optionalText());
            b.crew = phrase<Crew>(row.text(), parseCrew).value_or(Crew{});
            b.source = row.text();
            b.note = row.text();
            book.push_back(std::move(b));
        }
        assign(m_programme.book, std::move(book));
        std::vector<BillItem> bill;
        Statement item(m_database, "SELECT id, key, description, unit, quantity, location, breakdown, rate "
                                   "FROM bill_item ORDER BY position");
        while (item.next()) {
            BillItem b;
            b.id = rowId<BillItemId>("bill_item", item);
            for (std::string* text : {&b.key, &b.description, &b.unit}) *text = item.text();
            b.quantity = decimal(item.text()).value_or(Decimal(0));
            b.location = optionalId<LocationId>(item);
            b.breakdown = optionalId<BreakdownId>(item);
            b.rate = decimal(item.optionalText());
            bill.push_back(std::move(b));
        }
        assign(m_programme.bill, std::move(bill));
        std::vector<Allocation> allocations;
        Statement part(m_database, "SELECT id, item, activity, quantity FROM allocation ORDER BY position");
        while (part.next()) {
            Allocation a;
            a.id = rowId<AllocationId>("allocation", part);
            a.item = id<BillItemId>(part.number());
            a.activity = id<ActivityId>(part.number());
            a.quantity = decimal(part.text()).value_or(Decimal(0));
            allocations.push_back(a);
        }
        assign(m_programme.allocations, std::move(allocations));
        std::vector<Limit> limits;
        Statement limit(m_database, "SELECT id, key, available FROM resource_limit ORDER BY position");
        while (limit.next()) {
            Limit l;
            l.id = rowId<LimitId>("resource_limit", limit);
            l.key = limit.text();
            l.available = decimal(limit.text()).value_or(Decimal(0));
            limits.push_back(std::move(l));
        }
        assign(m_programme.limits, std::move(limits));
    }

    /// The row of a list that parts name by its id.
    template <typename Row> Row* ownerAmong(std::vector<Row>& rows, std::int64_t id) {
        for (Row& row : rows)
            if (row.id.value == id) return &row;
        fault("it belongs to nothing");
        return nullptr;
    }

    void sequences() {
        std::vector<Sequence> rows;
        Statement row(m_database, "SELECT id, key, id_pattern FROM sequence ORDER BY position");
        while (row.next()) {
            Sequence s;
            s.id = rowId<SequenceId>("sequence", row);
            s.key = row.text();
            s.idPattern = row.text();
            rows.push_back(std::move(s));
        }
        Statement step(m_database, "SELECT sequence, number, name, book_item, bill_item, duration, crews, factor, "
                                   "calendar, learning_rate, notes FROM sequence_step ORDER BY sequence, position");
        while (step.next()) {
            const std::int64_t sequence = step.number();
            at("sequence_step", sequence);
            SequenceStep s;
            s.number = small(step.number());
            s.name = step.text();
            s.book = optionalId<BookItemId>(step);
            s.bill = optionalId<BillItemId>(step);
            s.duration = step.optionalNumber();
            s.crews = decimal(step.optionalText());
            s.factor = decimal(step.text()).value_or(Decimal(1));
            s.calendar = optionalId<CalendarId>(step);
            s.learningRate = decimal(step.optionalText());
            s.notes = step.text();
            if (Sequence* owner = ownerAmong(rows, sequence)) owner->steps.push_back(std::move(s));
        }
        Statement link(m_database, "SELECT sequence, from_step, to_step, type, lag, lag_calendar, to_next_unit "
                                   "FROM sequence_link ORDER BY sequence, position");
        while (link.next()) {
            const std::int64_t sequence = link.number();
            at("sequence_link", sequence);
            StepLink l;
            l.from = small(link.number());
            l.to = small(link.number());
            l.type = choice<LinkType>(link.text());
            l.lag = link.number();
            l.lagCalendar = choice<LagCalendar>(link.text());
            l.toNextUnit = link.number() != 0;
            if (Sequence* owner = ownerAmong(rows, sequence)) owner->links.push_back(l);
        }
        assign(m_programme.sequences, std::move(rows));
        std::vector<LaidOut> units;
        Statement unit(m_database, "SELECT id, sequence, location, breakdown, unit FROM laid_out ORDER BY position");
        while (unit.next()) {
            LaidOut u;
            u.id = rowId<LaidOutId>("laid_out", unit);
            u.sequence = id<SequenceId>(unit.number());
            u.location = optionalId<LocationId>(unit);
            u.breakdown = optionalId<BreakdownId>(unit);
            u.unit = small(unit.number());
            units.push_back(std::move(u));
        }
        Statement part(m_database,
                       "SELECT laid_out, step, activity, quantity FROM laid_out_step ORDER BY laid_out, position");
        while (part.next()) {
            const std::int64_t owner = part.number();
            at("laid_out_step", owner);
            LaidOutStep s;
            s.step = small(part.number());
            s.activity = optionalId<ActivityId>(part);
            s.quantity = decimal(part.text()).value_or(Decimal(0));
            if (LaidOut* u = ownerAmong(units, owner)) u->steps.push_back(s);
        }
        assign(m_programme.laidOut, std::move(units));
    }

    /// Ids that the file gave to rows which are no longer there are not given to others.
    void numbering() {
        std::map<std::string, std::int64_t, std::less<>> given;
        if (m_version < 6) {
            given = numbersGiven(m_database);
        } else {
            Statement row(m_database, "SELECT name, highest FROM numbering");
            while (row.next()) {
                std::string name = row.text();
                given[std::move(name)] = row.number();
            }
        }
        at("numbering", 0);
        for (const auto& [name, highest] : given) {
            bool known = false;
            const std::string& table = name;
            const std::int64_t most = highest;
            forEachRowType([&]<typename Row>(Row*) {
                if (table != NativeTable<Row>::name) return;
                known = true;
                if (most >= 0 && most <= largestId) tableOf<Row>(m_programme).reserve(std::uint32_t(most));
            });
            if (!known || most < 0 || most > largestId) fault("it is not known");
        }
    }

    static void assign(auto& table, auto rows) { table.assign(std::move(rows)); }
    Database& m_database;
    std::int64_t m_version;
    Programme m_programme;
    std::vector<Error> m_faults;
    std::string m_table;
    std::int64_t m_row = 0;
};

} // namespace

Result<Programme> readTables(Database& database) {
    const std::int64_t version = database.number("PRAGMA user_version");
    if (database.failed()) return *database.error();
    if (auto many = tooManyRows(database)) return std::move(*many);
    return Reader(database, version).read(true);
}

Result<Programme> readTablesUnchecked(Database& database) {
    return Reader(database, nativeSchemaVersion).read(false);
}

} // namespace yarrin
