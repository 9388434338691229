// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/texts.h"
#include "core/model/lookup.h"
#include "core/model/phrases.h"
#include "core/model/words.h"
#include "core/network/calendar_set.h"
#include "store/csv.h"
#include "store/ifc.h"
#include "store/ifc_calendar.h"
#include "store/ifc_reading.h"
#include "store/ifc_words.h"
#include "store/step.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <map>
#include <set>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

namespace {

constexpr std::size_t mostNotes = 200, mostFaults = 20;

class IfcReader {
public:
    IfcReader(StepFile file, std::optional<std::size_t> wanted) : m_reading(std::move(file)), m_wanted(wanted) {}

    Result<IfcReading> read() {
        references();
        if (!m_faults.empty()) return m_faults;
        nests();
        if (!m_faults.empty()) return m_faults;
        properties();
        schedules();
        if (!m_faults.empty()) return m_faults;
        if (m_taken.empty())
            return Error{ErrorCode::file, {}, worded("it holds no tasks"), worded("ask for the file of the schedule")};
        ifc::readCalendars(m_reading, m_schedule, m_taken);
        breakdown();
        activities();
        sequences();
        ifc::readResources(m_reading);
        ifc::readCosts(m_reading);
        if (!m_faults.empty()) return m_faults;
        job();
        if (auto faults = faultsOf(m_programme); !faults.empty()) {
            if (faults.size() > mostFaults) faults.resize(mostFaults);
            return faults;
        }
        if (const auto loop = loopIn(m_programme); !loop.empty()) return circle(loop);
        compare();
        left();
        IfcReading reading{std::move(m_programme), {}, std::move(m_schedules), m_scheduleTaken};
        for (std::size_t i = 0; i < std::min(m_reading.notes.size(), mostNotes); ++i)
            reading.notes.push_back(m_reading.notes[i]);
        if (m_reading.notes.size() > mostNotes)
            reading.notes.push_back(worded("and %1 more like these", m_reading.notes.size() - mostNotes));
        return reading;
    }

private:
    // Every reference must lead somewhere, whatever it is that it leads to.
    void references() {
        for (const StepRow& row : m_reading.file.rows)
            for (const StepValue& value : row.values) follow(row, value);
    }
    void follow(const StepRow& row, const StepValue& value) {
        if (value.kind == StepValue::Kind::reference && !m_reading.file.has(value.reference) &&
            m_faults.size() < mostFaults)
            m_faults.push_back({ErrorCode::file,
                                ifc::Reading::placeOf(row),
                                worded("it names #%1, which is not there", value.reference),
                                {}});
        for (const StepValue& item : value.items) follow(row, item);
    }

    const StepRow* task(const StepValue& value) const {
        const StepRow* row = m_reading.file.row(value.reference);
        return row && row->type == "IFCTASK" ? row : nullptr;
    }

    void nests() {
        for (const char* type : {"IFCRELNESTS", "IFCRELAGGREGATES"})
            m_reading.each(type, [&](const StepRow& row) {
                const StepRow* above = m_reading.file.row(row.at(4).reference);
                if (!above || (above->type != "IFCTASK" && !ifc::isResource(*above))) return;
                for (const StepValue& item : row.at(5).items) {
                    const StepRow* below = m_reading.file.row(item.reference);
                    if (!below || (below->type == "IFCTASK") != (above->type == "IFCTASK")) continue;
                    if (!m_reading.above.emplace(below->number, above->number).second)
                        m_reading.note(*below, worded("it lies in several others; the first counts"));
                    else
                        m_holds.insert(above->number);
                }
            });
        for (const auto& [below, above] : m_reading.above) {
            std::size_t steps = 0;
            for (auto at = m_reading.above.find(below); at != m_reading.above.end();
                 at = m_reading.above.find(at->second))
                if (++steps > m_reading.above.size()) {
                    m_faults.push_back({ErrorCode::file,
                                        ifc::Reading::placeOf(*m_reading.file.row(below)),
                                        worded("tasks lie in each other in a circle"),
                                        {}});
                    return;
                }
        }
    }

    void properties() {
        m_reading.each("IFCRELDEFINESBYPROPERTIES", [&](const StepRow& row) {
            const StepRow* set = m_reading.file.row(row.at(5).reference);
            if (!set || set->type != "IFCPROPERTYSET" || !set->at(2).text.starts_with("Yarrin_")) return;
            for (const StepValue& of : row.at(4).items)
                for (const StepValue& item : set->at(4).items)
                    if (const StepRow* one = m_reading.file.row(item.reference))
                        m_reading.properties[of.reference][one->at(0).text] = one->at(2).bare();
        });
    }
    /// Of several schedules one is read: what is wanted, else a planned one before others, then that with the most
    /// tasks.
    void schedules() {
        std::unordered_map<std::uint64_t, std::set<std::uint64_t>> under; // task to schedules
        m_reading.each("IFCRELASSIGNSTOCONTROL", [&](const StepRow& row) {
            const StepRow* control = m_reading.file.row(row.at(6).reference);
            if (!control) return;
            for (const StepValue& item : row.at(4).items) {
                if (control->type == "IFCWORKSCHEDULE" && task(item)) under[item.reference].insert(control->number);
                if (control->type == "IFCWORKCALENDAR") m_reading.worksTo.emplace(item.reference, control->number);
            }
        });
        const std::set<std::uint64_t> none{0};
        const auto schedulesOf = [&](std::uint64_t number) -> const std::set<std::uint64_t>& {
            for (;;) {
                if (const auto found = under.find(number); found != under.end()) return found->second;
                const auto above = m_reading.above.find(number);
                if (above == m_reading.above.end()) return none;
                number = above->second;
            }
        };
        std::map<std::uint64_t, std::size_t> counts;
        m_reading.each("IFCTASK", [&](const StepRow& row) {
            for (const std::uint64_t of : schedulesOf(row.number)) ++counts[of];
        });
        chooseSchedule(counts);
        if (!m_faults.empty()) return;
        m_reading.each("IFCTASK", [&](const StepRow& row) {
            const auto& of = schedulesOf(row.number);
            if (m_schedules.size() <= 1 || of.contains(m_schedule->number) ||
                (of == none && counts[m_schedule->number] == 0))
                m_taken.push_back(&row);
        });
    }

    void chooseSchedule(std::map<std::uint64_t, std::size_t>& counts) {
        std::vector<const StepRow*> all;
        m_reading.each("IFCWORKSCHEDULE", [&](const StepRow& row) { all.push_back(&row); });
        std::sort(all.begin(), all.end(), [](const StepRow* a, const StepRow* b) {
            return std::tie(a->at(2).text, a->number) < std::tie(b->at(2).text, b->number);
        });
        const auto rank = [&](const StepRow& one) {
            return std::tuple(counts[one.number] > 0, one.at(13).text == "PLANNED", counts[one.number]);
        };
        for (std::size_t i = 0; i < all.size(); ++i) {
            m_schedules.push_back({all[i]->at(2).text, counts[all[i]->number]});
            if (m_wanted ? i == *m_wanted : !m_schedule || rank(*all[i]) > rank(*m_schedule)) {
                m_schedule = all[i];
                m_scheduleTaken = i;
            }
        }
        if (m_wanted && !m_schedule)
            m_faults.push_back({ErrorCode::file,
                                {},
                                worded("it holds no schedule %1", *m_wanted + 1),
                                all.empty() ? worded("it holds none") : worded("it holds %1", all.size())});
        for (const StepRow* row : all)
            if (row != m_schedule)
                m_reading.note(*row, worded("the schedule \"%1\" is left out: one is read", row->at(2).text));
    }

    bool isGroup(const StepRow& row) const {
        return m_holds.contains(row.number) || (m_reading.own && row.at(4).text == ifc::group);
    }

    void breakdown() {
        std::set<std::string> taken;
        std::size_t made = 0;
        for (const StepRow* row : m_taken) {
            if (!isGroup(*row)) continue;
            BreakdownNode node;
            node.id = m_programme.breakdown.freshId();
            node.key = ifc::keyFrom(*row, 5, "B", taken, made);
            node.name = ifc::nameFrom(*row, node.key);
            if (m_reading.own && !row->at(6).text.empty()) node.code = row->at(6).text;
            m_groups[row->number] = node.id;
            m_programme.breakdown.append(std::move(node));
        }
        for (const auto& [number, id] : m_groups) {
            const auto above = m_reading.above.find(number);
            if (above == m_reading.above.end() || !m_groups.contains(above->second)) continue;
            BreakdownNode node = *m_programme.breakdown.row(id);
            node.parent = m_groups[above->second];
            m_programme.breakdown.replace(m_programme.breakdown.indexOf(id), node);
        }
    }

    DayUnit unitOf(CalendarId id) {
        const auto known = m_units.find(id);
        return known == m_units.end() ? m_units.emplace(id, dayUnitOf(m_programme, id)).first->second : known->second;
    }

    void activities() {
        std::set<std::string> taken;
        std::size_t made = 0;
        CalendarSet compiled(m_programme, m_cache);
        for (const StepRow* row : m_taken) {
            if (isGroup(*row)) continue;
            Activity one;
            one.id = m_programme.activities.freshId();
            one.key = ifc::keyFrom(*row, 5, "T", taken, made);
            one.name = ifc::nameFrom(*row, one.key);
            one.notes = row->at(6).text;
            if (const auto above = m_reading.above.find(row->number); above != m_reading.above.end())
                one.breakdown = m_groups[above->second];
            if (const auto of = m_reading.worksTo.find(row->number); of != m_reading.worksTo.end())
                if (const CalendarId id = m_reading.calendars[of->second]; id != m_programme.job.defaultCalendar)
                    one.calendar = id;
            kindOf(*row, one);
            times(*row, one, compiled);
            ours(*row, one);
            m_reading.activities[row->number] = one.id;
            m_rows[one.id] = row;
            m_programme.activities.append(std::move(one));
        }
        m_reading.say(made, "%1 task has no id of its own, and is numbered",
                      "%1 tasks have no id of their own, and are numbered");
        m_reading.say(m_fromDates, "%1 duration is worked out from dates", "%1 durations are worked out from dates");
        m_reading.say(m_noTime, "%1 task has no duration and no dates: it takes no time",
                      "%1 tasks have no duration and no dates: they take no time");
        m_reading.say(m_elapsed, "%1 task takes elapsed time: it works every hour",
                      "%1 tasks take elapsed time: they work every hour");
        m_reading.say(m_shares, "%1 task's work left is worked out from its share done",
                      "%1 tasks' work left is worked out from their shares done");
    }

    void kindOf(const StepRow& row, Activity& one) const {
        const std::string& type = row.at(4).text;
        if (m_reading.own && type == ifc::hammock)
            one.kind = ActivityKind::hammock;
        else if (row.at(9).text == "T")
            one.kind = m_reading.own && type == ifc::startMilestone ? ActivityKind::startMilestone
                                                                    : ActivityKind::finishMilestone;
    }

    void times(const StepRow& row, Activity& one, CalendarSet& compiled) {
        const StepRow* time = m_reading.file.row(row.at(11).reference);
        if (time && !time->type.starts_with("IFCTASKTIME")) time = nullptr;
        if (one.kind == ActivityKind::task) one.duration = lengthOf(row, time, one, compiled);
        if (!time) return;
        if (time->type == "IFCTASKTIMERECURRING") m_reading.note(*time, worded("that it recurs is left out"));
        one.actualStart = ifc::momentIn(time->at(16));
        one.actualFinish = ifc::momentIn(time->at(17));
        if (one.kind == ActivityKind::hammock) one.actualStart = one.actualFinish = {};
        if (isMilestone(one.kind) && (one.actualStart || one.actualFinish)) {
            const Instant at = one.actualFinish ? *one.actualFinish : *one.actualStart;
            one.actualStart = one.actualFinish = at;
        }
        if (one.actualFinish && !one.actualStart) {
            m_reading.note(row, worded("it is finished and has no start: it is taken as not begun"));
            one.actualFinish.reset();
        }
        if (one.kind == ActivityKind::task && one.actualStart && !one.actualFinish) {
            const DayUnit unit = unitOf(calendarOf(m_programme, one));
            if (const auto left = ifc::spanIn(time->at(18))) {
                one.remaining = std::max<Minutes>(0, left->on(unit.dayMinutes, unit.daysPerWeek));
            } else if (const StepValue& share = time->at(19).bare(); share.kind == StepValue::Kind::number) {
                const double done = std::clamp(share.number, 0.0, 1.0);
                one.remaining = Minutes(std::llround(double(*one.duration) * (1 - done)));
                ++m_shares;
            }
        }
        if (const auto at = ifc::momentIn(time->at(14))) m_status = std::max(m_status.value_or(*at), *at);
        for (const auto& at : {one.actualStart, one.actualFinish})
            if (at) m_lastActual = std::max(m_lastActual.value_or(*at), *at);
        if (const auto start = ifc::momentIn(time->at(5))) {
            m_stated[one.id] = *start;
            m_first = std::min(m_first.value_or(*start), *start);
        }
    }

    Minutes lengthOf(const StepRow& row, const StepRow* time, Activity& one, CalendarSet& compiled) {
        const StepValue& stated = time ? time->at(4) : row.at(99);
        if (time && !stated.none()) {
            if (time->at(3).text == "ELAPSEDTIME" && m_programme.job.defaultCalendar != continuousCalendar) {
                one.calendar = continuousCalendar;
                ++m_elapsed;
            }
            const DayUnit unit = unitOf(calendarOf(m_programme, one));
            if (const auto span = ifc::spanIn(stated)) {
                const Minutes length = span->on(unit.dayMinutes, unit.daysPerWeek);
                if (length >= 0 && length <= longestDuration) return length;
            }
            m_reading.note(row, worded("its duration \"%1\" is not understood", stated.bare().text));
        }
        const auto from = time ? ifc::momentIn(time->at(5)) : std::nullopt,
                   to = time ? ifc::momentIn(time->at(6)) : std::nullopt;
        const auto index = compiled.indexOf(calendarOf(m_programme, one));
        if (from && to && *from <= *to && compiled.errors().empty()) {
            const WorkCalendar& calendar = *compiled.calendars()[index];
            ++m_fromDates;
            return std::min(longestDuration, calendar.worked(*to) - calendar.worked(*from));
        }
        ++m_noTime;
        return 0;
    }

    /// What stands in our own property set.
    void ours(const StepRow& row, Activity& one) {
        const StepValue *type = m_reading.property(row, ifc::constraint),
                        *at = m_reading.property(row, ifc::constraintDate);
        if (type && at) {
            const auto kind = fromWord<ConstraintType>(type->text);
            const auto date = parseDateOrInstant(at->text);
            if (kind && date)
                one.constraint = Constraint{*kind, *date};
            else
                m_reading.note(row, worded("its constraint cannot be read"));
        }
        if (const StepValue* value = m_reading.property(row, ifc::deadline))
            one.deadline = parseDateOrInstant(value->text);
        if (const StepValue* value = m_reading.property(row, ifc::responsible)) {
            one.responsible = value->text;
            const std::size_t longest = activityText("responsible")->longest;
            if (one.responsible.size() > longest) {
                one.responsible.clear();
                m_reading.note(row, worded("who answers for it is longer than there is room for, and left out"));
            }
        }
    }

    struct Lag {
        Minutes minutes = 0;
        LagCalendar on = LagCalendar::standard;
    };
    Lag lagIn(const StepRow& row, const Activity& from) {
        Lag lag;
        const StepRow* time = m_reading.file.row(row.at(6).reference);
        if (!time || time->type != "IFCLAGTIME") return lag;
        if (time->at(4).text == "ELAPSEDTIME") lag.on = LagCalendar::continuous;
        if (const auto on = fromWord<LagCalendar>(time->at(0).text)) lag.on = *on;
        const StepValue& value = time->at(3);
        const DayUnit unit =
            unitOf(lag.on == LagCalendar::continuous ? continuousCalendar : calendarOf(m_programme, from));
        if (value.bare().kind == StepValue::Kind::number) {
            lag.minutes = Minutes(std::llround(value.bare().number * double(from.duration.value_or(0))));
            m_reading.note(row, worded("its lag is a share of the work before it, and stands as its length today"));
        } else if (const auto span = ifc::spanIn(value)) {
            lag.minutes = span->on(unit.dayMinutes, unit.daysPerWeek);
        } else {
            m_reading.note(row, worded("its lag is not understood, and left out"));
        }
        return lag;
    }

    void sequences() {
        std::set<std::tuple<std::uint32_t, std::uint32_t, LinkType>> known;
        std::vector<const StepRow*> ofGroups;
        m_reading.each("IFCRELSEQUENCE", [&](const StepRow& row) {
            const auto idOf = [&](const StepValue& value) {
                const auto found = m_reading.activities.find(value.reference);
                return found == m_reading.activities.end() ? ActivityId() : found->second;
            };
            const ActivityId from = idOf(row.at(4)), to = idOf(row.at(5));
            if (!from || !to) {
                if (m_groups.contains(row.at(4).reference) || m_groups.contains(row.at(5).reference))
                    ofGroups.push_back(&row);
                return;
            }
            const Activity& before = *m_programme.activities.row(from);
            const Lag lag = lagIn(row, before);
            if (row.at(7).text == "USERDEFINED") {
                anchor(row, from, to, lag.minutes);
                return;
            }
            auto type = std::find(ifc::sequenceTypes.begin(), ifc::sequenceTypes.end(), row.at(7).text);
            if (type == ifc::sequenceTypes.end()) {
                m_reading.note(row, worded("its type is not stated: it is taken as finish to start"));
                type = ifc::sequenceTypes.begin();
            }
            Link link;
            link.id = m_programme.links.freshId();
            link.from = from;
            link.to = to;
            link.type = LinkType(type - ifc::sequenceTypes.begin());
            link.lag = lag.minutes;
            link.lagCalendar = lag.on;
            if (from == to)
                m_reading.note(row, worded("a task that follows itself is left out"));
            else if (!known.emplace(from.value, to.value, link.type).second)
                m_reading.note(row, worded("the same sequence stands there already, and is left out"));
            else
                m_programme.links.append(link);
        });
        ifc::spreadSequences(m_reading, ofGroups, [&](const StepRow& row, const Activity& before) {
            const Lag lag = lagIn(row, before);
            return std::pair(lag.minutes, lag.on);
        });
        endless();
    }

    void anchor(const StepRow& row, ActivityId from, ActivityId to, Minutes lag) {
        const std::string& words = row.at(8).text;
        for (const bool start : {true, false})
            for (const End end : {End::start, End::finish}) {
                if (words != std::string("hammock ") + (start ? "from " : "to ") + std::string(wordOf(end))) continue;
                Activity hammock = *m_programme.activities.row(to);
                if (hammock.kind != ActivityKind::hammock) break;
                (start ? hammock.from : hammock.to).push_back({from, end, lag});
                m_reading.put(hammock);
                return;
            }
        m_reading.note(row, worded("a sequence of a type of its own, \"%1\", is left out", words));
    }

    /// Milestones that nothing leads to are those of a start; work of others that nothing drives holds its date.
    void endless() {
        std::unordered_set<ActivityId> driven;
        for (const Link& link : m_programme.links) driven.insert(link.to);
        if (m_reading.own) return;
        std::size_t held = 0;
        const Instant first = begin();
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i) {
            Activity one = m_programme.activities[i];
            if (driven.contains(one.id)) continue;
            const auto at = m_stated.find(one.id);
            if (one.kind == ActivityKind::finishMilestone) one.kind = ActivityKind::startMilestone;
            if (at != m_stated.end() && at->second > first && !one.constraint) {
                one.constraint = Constraint{ConstraintType::startNotBefore, {at->second, false}};
                ++held;
            }
            m_reading.put(one);
        }
        m_reading.say(held, "%1 task that nothing leads to starts no earlier than the file says",
                      "%1 tasks that nothing leads to start no earlier than the file says");
    }

    [[nodiscard]] Instant begin() const {
        if (m_schedule)
            if (const auto at = ifc::momentIn(m_schedule->at(11))) return *at;
        return m_first.value_or(startOf(dateFrom(2026, 1, 5)));
    }

    void job() {
        Job& job = m_programme.job;
        m_reading.each("IFCPROJECT", [&](const StepRow& row) {
            job.title = trimmed(row.at(5).text.empty() ? row.at(2).text : row.at(5).text);
        });
        m_reading.each("IFCMONETARYUNIT", [&](const StepRow& row) {
            const std::string currency = raised(row.at(0).text);
            if (currency.size() == 3) job.currency = currency;
        });
        job.start = begin();
        if (m_schedule) {
            const auto own = [&](std::string_view name) {
                const StepValue* value = m_reading.property(*m_schedule, name);
                return value ? value->text : std::string();
            };
            if (const auto on = fromWord<LagCalendar>(own(ifc::lagCalendar)); on && *on != LagCalendar::standard)
                job.lagCalendar = *on;
            if (const auto how = fromWord<OutOfSequence>(own(ifc::outOfSequence))) job.outOfSequence = *how;
            job.requiredFinish = parseInstant(own(ifc::requiredFinish));
        }
        job.dataDate = m_status;
        if (m_lastActual && (!job.dataDate || *job.dataDate < *m_lastActual)) {
            job.dataDate = *m_lastActual;
            m_reading.notes.push_back(worded("its data date is not stated: it is taken as the last that is known, %1",
                                             isoInstant(*m_lastActual)));
        }
    }

    Error circle(const std::vector<ActivityId>& loop) {
        std::string names;
        for (const ActivityId id : loop) names += m_programme.activities.row(id)->key + " → ";
        return {
            ErrorCode::programme,
            ifc::Reading::placeOf(*m_rows[loop.front()]),
            worded("tasks wait for each other in a circle: %1%2", names, m_programme.activities.row(loop.front())->key),
            {}};
    }

    /// Where our calculation comes to other dates than the file states, that is told.
    void compare() {
        if (m_reading.own) return;
        const Schedule dates = schedule(m_programme);
        std::size_t other = 0;
        Minutes most = 0;
        for (std::size_t i = 0; dates.ok() && i < m_programme.activities.size(); ++i) {
            const auto stated = m_stated.find(m_programme.activities[i].id);
            if (stated == m_stated.end() || m_programme.activities[i].actualStart) continue;
            const Minutes off = std::abs(dates.activities[i].earlyStart - stated->second);
            if (dateOf(dates.activities[i].earlyStart) == dateOf(stated->second)) continue;
            ++other;
            most = std::max(most, off);
        }
        if (other == 0) return;
        const Minutes days = (most + minutesPerDay - 1) / minutesPerDay;
        const std::string off = wordedCount("%1 calendar day", "%1 calendar days", days);
        m_reading.notes.push_back(wordedCount("%1 task starts on another day than the file says, at most %2 off: here "
                                              "its links and calendars give the dates",
                                              "%1 tasks start on another day than the file says, at most %2 off: here "
                                              "its links and calendars give the dates",
                                              other, off));
    }

    void left() {
        std::size_t procedures = 0, events = 0;
        m_reading.each("IFCPROCEDURE", [&](const StepRow&) { ++procedures; });
        m_reading.each("IFCEVENT", [&](const StepRow&) { ++events; });
        m_reading.say(procedures, "%1 procedure is left out", "%1 procedures are left out");
        m_reading.say(events, "%1 event is left out", "%1 events are left out");
    }

    ifc::Reading m_reading;
    Programme& m_programme = m_reading.programme;
    std::vector<Error> m_faults;
    CalendarCache m_cache;
    std::optional<std::size_t> m_wanted;
    const StepRow* m_schedule = nullptr;
    std::vector<IfcSchedule> m_schedules; ///< by their names
    std::size_t m_scheduleTaken = 0;
    std::vector<const StepRow*> m_taken; ///< tasks of the schedule, in the order of the file
    std::unordered_set<std::uint64_t> m_holds;
    std::unordered_map<CalendarId, DayUnit> m_units;
    std::map<std::uint64_t, BreakdownId> m_groups;
    std::unordered_map<ActivityId, const StepRow*> m_rows;
    std::unordered_map<ActivityId, Instant> m_stated;
    std::optional<Instant> m_first, m_status, m_lastActual;
    std::size_t m_fromDates = 0, m_noTime = 0, m_elapsed = 0, m_shares = 0;
};

} // namespace

Result<IfcReading> ifcIn(std::string_view bytes, std::optional<std::size_t> wanted) {
    // The standard's letters are ASCII; what others write into it is UTF-8 or of Western Europe.
    bool guessed = false;
    const auto letters = toUtf8(std::string(bytes), guessed);
    if (!letters.ok()) return letters.errors();
    auto file = readStep(*letters, ifc::isWanted);
    if (!file.ok()) return file.errors();
    const auto isOurs = [](const std::string& name) { return raised(name).starts_with(ifc::schema); };
    if (!std::any_of(file->schemas.begin(), file->schemas.end(), isOurs))
        return Error{ErrorCode::file,
                     {},
                     file->schemas.empty() ? worded("it does not say which schema it follows")
                                           : worded("it follows the schema %1, not IFC4", file->schemas.front()),
                     worded("have it written as IFC4")};
    auto reading = IfcReader(std::move(*file), wanted).read();
    if (guessed && reading.ok())
        reading.value().notes.push_back(worded("its letters were taken for Western European ones of Windows"));
    return reading;
}

} // namespace yarrin
