// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/resource_book.h"
#include "core/model/words.h"
#include "core/network/calendar_set.h"
#include "core/time/day_plan.h"
#include "store/digest.h"
#include "store/ifc.h"
#include "store/ifc_words.h"
#include "store/step.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

using StepValues = std::vector<std::string>;
const std::string nothing = "$";

std::string text(std::string_view words) {
    return words.empty() ? nothing : StepWriter::text(words);
}
std::string word(std::string_view name) {
    return "." + std::string(name) + ".";
}
std::string truth(bool is) {
    return is ? ".T." : ".F.";
}
std::string moment(Instant at) {
    return StepWriter::text(isoInstant(at) + ":00");
}
std::string clock(int minute) {
    return StepWriter::text(clockText(minute % int(minutesPerDay)) + ":00");
}
/// ISO 8601; days differ from calendar to calendar, so hours and minutes.
std::string duration(Minutes minutes) {
    const Minutes size = std::abs(minutes);
    std::string out = minutes < 0 ? "-PT" : "PT";
    if (size % 60 == 0)
        out += std::to_string(size / 60) + "H";
    else
        out += (size >= 60 ? std::to_string(size / 60) + "H" : std::string()) + std::to_string(size % 60) + "M";
    return StepWriter::text(out);
}
std::string money(const Decimal& sum) {
    return "IFCMONETARYMEASURE(" + StepWriter::number(sum.toDouble()) + ")";
}

/// The identity of a row: 128 bits of a digest of what it stands for, in the 64 signs of the standard.
std::string identity(const std::string& of) {
    static constexpr std::string_view signs = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz_$";
    const std::string bytes = fromHexadecimal(sha256(of).substr(0, 32));
    std::string out;
    unsigned bits = 0, held = 4; // 132 bits are written: the first sign has two of them
    for (const char byte : bytes) {
        for (int i = 7; i >= 0; --i) {
            bits = (bits << 1) | ((static_cast<unsigned char>(byte) >> unsigned(i)) & 1U);
            if (++held == 6) {
                out += signs[bits & 63U];
                bits = held = 0;
            }
        }
    }
    return StepWriter::text(out);
}

class IfcWriter {
public:
    IfcWriter(const Programme& programme, const Schedule& dates)
        : m_programme(programme), m_dates(dates), m_book(programme), m_job("Yarrin/" + programme.job.title),
          m_first(dateOf(programme.job.start)), m_last(m_first) {
        for (const ActivityFigures& one : dates.activities) {
            m_first = std::min({m_first, dateOf(one.earlyStart), dateOf(one.lateStart.value_or(one.earlyStart))});
            m_last = std::max({m_last, dateOf(one.earlyFinish), dateOf(one.lateFinish.value_or(one.earlyFinish))});
        }
    }

    std::string file() {
        head();
        calendars();
        work();
        links();
        resources();
        const Instant at = m_programme.job.dataDate.value_or(m_programme.job.start);
        return m_out.file(ifc::schema, m_programme.job.title, isoInstant(at) + ":00", ifc::program);
    }

private:
    /// A row that has an identity: it comes first of its attributes, then the history, of which nothing is told.
    std::string root(std::string_view type, const std::string& of, const std::string& name, const StepValues& rest) {
        StepValues values{identity(m_job + "/" + of), nothing, text(name)};
        values.insert(values.end(), rest.begin(), rest.end());
        return m_out.add(type, values);
    }
    void relate(std::string_view type, const std::string& of, const StepValues& rest) {
        (void)root(type, std::string(type) + "/" + of, {}, rest);
    }
    void properties(std::string_view set, const std::string& of, const std::string& to,
                    const std::vector<std::pair<std::string_view, std::string>>& list) {
        if (list.empty()) return;
        StepValues rows;
        for (const auto& [name, value] : list)
            rows.push_back(m_out.add("IFCPROPERTYSINGLEVALUE", {text(name), nothing, value, nothing}));
        const std::string row =
            root("IFCPROPERTYSET", "set/" + of, std::string(set), {nothing, StepWriter::list(rows)});
        relate("IFCRELDEFINESBYPROPERTIES", "set/" + of, {nothing, StepWriter::list({to}), row});
    }

    void head() {
        const Job& job = m_programme.job;
        const std::string second = m_out.add("IFCSIUNIT", {"*", ".TIMEUNIT.", nothing, ".SECOND."});
        const std::string currency = m_out.add("IFCMONETARYUNIT", {text(job.currency)});
        const std::string units = m_out.add("IFCUNITASSIGNMENT", {StepWriter::list({second, currency})});
        m_project =
            root("IFCPROJECT", "project", job.title, {nothing, nothing, text(job.title), nothing, nothing, units});
        const Instant at = job.dataDate.value_or(job.start);
        m_schedule =
            root("IFCWORKSCHEDULE", "schedule", job.title,
                 {nothing, nothing, text("1"), moment(at), nothing, nothing, nothing, nothing, moment(job.start),
                  m_dates.programmeFinish ? moment(*m_dates.programmeFinish) : nothing, ".PLANNED."});
        relate("IFCRELDECLARES", "schedule", {nothing, m_project, StepWriter::list({m_schedule})});
        std::vector<std::pair<std::string_view, std::string>> own;
        const auto label = [](std::string_view words) { return "IFCLABEL(" + StepWriter::text(words) + ")"; };
        if (job.lagCalendar != Job{}.lagCalendar) own.emplace_back(ifc::lagCalendar, label(wordOf(job.lagCalendar)));
        if (job.outOfSequence != Job{}.outOfSequence)
            own.emplace_back(ifc::outOfSequence, label(wordOf(job.outOfSequence)));
        if (job.requiredFinish) own.emplace_back(ifc::requiredFinish, label(isoInstant(*job.requiredFinish)));
        properties(ifc::scheduleSet, "schedule", m_schedule, own);
    }

    // Calendars: a week, and days that differ from it.
    std::string periods(const DayWork& work) {
        StepValues list;
        for (const Spell& spell : work)
            list.push_back(m_out.add("IFCTIMEPERIOD", {clock(spell.from), clock(spell.to)}));
        return StepWriter::list(list);
    }
    std::string workTime(const std::string& name, const std::string& pattern, std::optional<std::pair<Date, Date>> on) {
        return m_out.add("IFCWORKTIME",
                         {text(name), nothing, nothing, pattern, on ? StepWriter::text(isoDate(on->first)) : nothing,
                          on ? StepWriter::text(isoDate(on->second)) : nothing});
    }
    std::string everyDay(const DayWork& work) {
        return m_out.add("IFCRECURRENCEPATTERN", {".DAILY.", nothing, nothing, nothing, nothing, nothing, nothing,
                                                  work.empty() ? nothing : periods(work)});
    }
    static DayWork without(const DayWork& work) {
        DayWork rest;
        int from = 0;
        for (const Spell& spell : work) {
            if (spell.from > from) rest.push_back({from, spell.from});
            from = spell.to;
        }
        if (from < int(minutesPerDay)) rest.push_back({from, int(minutesPerDay)});
        return rest;
    }

    /// Exceptions are times without work, so a day with other hours than its week's is one that has the rest of the day
    /// taken away and its hours given.
    void calendar(CalendarId id, const std::string& key, const std::string& name, const ResolvedCalendar& definition) {
        std::map<std::string, std::pair<DayWork, StepValues>> week;
        for (std::size_t day = 0; day < 7; ++day) {
            if (definition.week[day].empty()) continue;
            auto& same = week[dayWorkText(definition.week[day])];
            same.first = definition.week[day];
            same.second.push_back(std::to_string(day + 1));
        }
        StepValues working, exceptions;
        for (const auto& [words, same] : week) {
            const std::string hours = periods(same.first);
            const std::string pattern =
                m_out.add("IFCRECURRENCEPATTERN", {".WEEKLY.", nothing, StepWriter::list(same.second), nothing, nothing,
                                                   nothing, nothing, hours});
            working.push_back(workTime({}, pattern, {}));
        }
        const Date first = m_first + -31;
        const int count = m_last - first + 366;
        const DayPlan plan = planDays(definition, first.days, std::max(count, 1));
        const auto differs = [&](std::size_t i) {
            return plan.workOf(i) != definition.week[std::size_t(weekday(first + int(i)))];
        };
        const auto nameOf = [&](std::size_t i) {
            const DayCause& cause = plan.causeOfDay[i];
            return cause.kind == DayCause::Kind::exception ? definition.exceptions[cause.exception].name
                   : cause.kind == DayCause::Kind::weather ? std::string("Weather")
                                                           : std::string();
        };
        for (std::size_t i = 0; i < plan.patternOfDay.size();) {
            std::size_t end = i + 1;
            for (std::size_t at = end; at < plan.patternOfDay.size(); ++at) {
                const bool same = differs(at) == differs(i) && plan.patternOfDay[at] == plan.patternOfDay[i] &&
                                  nameOf(at) == nameOf(i);
                // Days off lie in between and change nothing.
                if (!same && !(plan.workOf(i).empty() && plan.workOf(at).empty() && !differs(at))) break;
                if (same) end = at + 1;
            }
            if (differs(i)) {
                const DayWork& work = plan.workOf(i);
                const std::pair on(first + int(i), first + (int(end) - 1));
                if (work.empty()) {
                    exceptions.push_back(workTime(nameOf(i), nothing, on));
                } else {
                    if (const DayWork rest = without(work); !rest.empty())
                        exceptions.push_back(workTime(nameOf(i), everyDay(rest), on));
                    working.push_back(workTime(nameOf(i), everyDay(work), on));
                }
            }
            i = end;
        }
        const std::string row =
            root("IFCWORKCALENDAR", "calendar/" + key, name,
                 {nothing, nothing, text(key), working.empty() ? nothing : StepWriter::list(working),
                  exceptions.empty() ? nothing : StepWriter::list(exceptions), ".NOTDEFINED."});
        properties(ifc::calendarSet, "calendar/" + key, row,
                   {{ifc::dayMinutes, "IFCINTEGER(" + std::to_string(definition.dayMinutes) + ")"}});
        m_calendars.emplace_back(id, row);
        m_working[id.value] = row;
    }

    void calendars() {
        StepValues rows;
        const auto add = [&](CalendarId id, const std::string& key, const std::string& name) {
            const auto resolved = id == continuousCalendar ? Result<ResolvedCalendar>(continuous())
                                                           : resolve(m_programme.calendars.rows(), id);
            if (!resolved.ok()) return;
            calendar(id, key, name, *resolved);
            rows.push_back(m_working[id.value]);
        };
        const auto uses = [&](CalendarId id) {
            return m_programme.job.defaultCalendar == id ||
                   std::any_of(m_programme.activities.begin(), m_programme.activities.end(),
                               [&](const Activity& one) { return one.calendar == id; });
        };
        for (const Calendar& one : m_programme.calendars) add(one.id, one.key, one.name);
        if (uses(continuousCalendar)) add(continuousCalendar, std::string(ifc::allTheTime), "Every hour");
        if (rows.empty()) return;
        relate("IFCRELDECLARES", "calendars", {nothing, m_project, StepWriter::list(rows)});
        // The job's own calendar is that of the schedule.
        m_of[m_programme.job.defaultCalendar.value].push_back(m_schedule);
    }

    /// A task's row without its times. `type` is one of our own, or nothing.
    std::string task(const std::string& of, const std::string& name, std::string_view type, const std::string& key,
                     const std::string& notes, const std::string& state, bool milestone, const std::string& time) {
        return root("IFCTASK", of, name,
                    {nothing, text(type), text(key), text(notes), text(state), nothing, truth(milestone), nothing, time,
                     type.empty() ? word("CONSTRUCTION") : word("USERDEFINED")});
    }

    void work() {
        std::map<std::uint32_t, StepValues> inside; // of a group, by its id; 0 at the top
        std::map<std::uint32_t, std::string> groups;
        for (const BreakdownNode& node : m_programme.breakdown)
            groups[node.id.value] =
                task("group/" + node.key, node.name, ifc::group, node.key, node.code.value_or(""), {}, false, nothing);
        for (const BreakdownNode& node : m_programme.breakdown)
            inside[node.parent.value].push_back(groups[node.id.value]);
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i) {
            const Activity& activity = m_programme.activities[i];
            const std::string row = activityRow(activity, m_dates.activities[i]);
            m_tasks[activity.id.value] = row;
            inside[activity.breakdown.value].push_back(row);
            m_of[calendarOf(m_programme, activity).value].push_back(row);
        }
        for (const auto& [group, rows] : inside)
            if (group == 0)
                relate("IFCRELASSIGNSTOCONTROL", "schedule", {nothing, StepWriter::list(rows), nothing, m_schedule});
            else
                relate("IFCRELNESTS", "in/" + groups[group], {nothing, groups[group], StepWriter::list(rows)});
        for (const auto& [id, row] : m_calendars)
            if (const StepValues& rows = m_of[id.value]; !rows.empty())
                relate("IFCRELASSIGNSTOCONTROL", "works/" + row, {nothing, StepWriter::list(rows), nothing, row});
    }

    std::string activityRow(const Activity& activity, const ActivityFigures& figures) {
        const bool begun = figures.state != NodeState::notStarted, complete = figures.state == NodeState::complete;
        const auto maybe = [](const auto& value, const auto& write) { return value ? write(*value) : nothing; };
        const Minutes left = complete ? 0 : activity.remaining.value_or(figures.duration);
        const double share = figures.duration > 0 ? 1 - double(left) / double(figures.duration) : complete ? 1 : 0;
        const std::string time = m_out.add(
            "IFCTASKTIME", {nothing,
                            ".PREDICTED.",
                            nothing,
                            ".WORKTIME.",
                            duration(figures.duration),
                            moment(figures.earlyStart),
                            moment(figures.earlyFinish),
                            moment(figures.earlyStart),
                            moment(figures.earlyFinish),
                            maybe(figures.lateStart, moment),
                            maybe(figures.lateFinish, moment),
                            maybe(figures.freeFloat, duration),
                            maybe(figures.totalFloat, duration),
                            truth(figures.critical),
                            maybe(m_programme.job.dataDate, moment),
                            nothing,
                            maybe(activity.actualStart, moment),
                            maybe(activity.actualFinish, moment),
                            begun && !complete && activity.remaining ? duration(*activity.remaining) : nothing,
                            share > 0 && begun ? StepWriter::number(std::min(share, 1.0)) : nothing});
        const std::string_view type = activity.kind == ActivityKind::hammock           ? ifc::hammock
                                      : activity.kind == ActivityKind::startMilestone  ? ifc::startMilestone
                                      : activity.kind == ActivityKind::finishMilestone ? ifc::finishMilestone
                                                                                       : std::string_view();
        const std::string of = "task/" + activity.key;
        const std::string row = task(of, activity.name, type, activity.key, activity.notes,
                                     complete ? "complete"
                                     : begun  ? "in progress"
                                              : "not started",
                                     isMilestone(activity.kind), time);
        std::vector<std::pair<std::string_view, std::string>> own;
        const auto label = [](const std::string& words) { return "IFCTEXT(" + StepWriter::text(words) + ")"; };
        if (activity.constraint) {
            own.emplace_back(ifc::constraint, label(std::string(wordOf(activity.constraint->type))));
            own.emplace_back(ifc::constraintDate, label(isoText(activity.constraint->date)));
        }
        if (activity.deadline) own.emplace_back(ifc::deadline, label(isoText(*activity.deadline)));
        if (!activity.responsible.empty()) own.emplace_back(ifc::responsible, label(activity.responsible));
        properties(ifc::activitySet, of, row, own);
        costs(activity, row);
        return row;
    }

    void costs(const Activity& activity, const std::string& row) {
        const auto cost = [&](const std::string& of, const std::string& note, const Decimal& sum,
                              std::string_view category, std::string_view at) {
            const std::string value = m_out.add("IFCCOSTVALUE", {text(at), nothing, money(sum), nothing, nothing,
                                                                 nothing, text(category), nothing, nothing, nothing});
            const std::string item =
                root("IFCCOSTITEM", "cost/" + of, note,
                     {nothing, nothing, nothing, ".NOTDEFINED.", StepWriter::list({value}), nothing});
            relate("IFCRELASSIGNSTOCONTROL", "cost/" + of, {nothing, StepWriter::list({row}), nothing, item});
        };
        for (std::size_t i = 0; i < activity.lumpSums.size(); ++i) {
            const LumpSum& sum = activity.lumpSums[i];
            cost(activity.key + "/" + std::to_string(i), sum.note, sum.amount, wordOf(sum.head), wordOf(sum.at));
        }
        if (activity.costPerWeek)
            cost(activity.key + "/week", {}, *activity.costPerWeek, wordOf(CostHead::timeRelated), ifc::perWeek);
    }

    std::string lagRow(Minutes lag, LagCalendar on) {
        const bool elapsed = on == LagCalendar::continuous;
        const std::string name = on == LagCalendar::standard || elapsed ? nothing : text(wordOf(on));
        return m_out.add("IFCLAGTIME", {name, nothing, nothing, "IFCDURATION(" + duration(lag) + ")",
                                        elapsed ? ".ELAPSEDTIME." : ".WORKTIME."});
    }
    void links() {
        for (const Link& link : m_programme.links) {
            const std::string lag = link.lag == 0 && link.lagCalendar == LagCalendar::standard
                                        ? nothing
                                        : lagRow(link.lag, link.lagCalendar);
            relate("IFCRELSEQUENCE", "link/" + std::to_string(link.id.value),
                   {nothing, m_tasks[link.from.value], m_tasks[link.to.value], lag,
                    word(ifc::sequenceTypes[std::size_t(link.type)]), nothing});
        }
        // Where a hammock hangs holds nothing: a sequence of our own type says it.
        for (const Activity& hammock : m_programme.activities) {
            const auto hang = [&](const std::vector<Anchor>& anchors, const char* end) {
                for (std::size_t i = 0; i < anchors.size(); ++i)
                    relate("IFCRELSEQUENCE", "anchor/" + hammock.key + "/" + end + std::to_string(i),
                           {nothing, m_tasks[anchors[i].activity.value], m_tasks[hammock.id.value],
                            anchors[i].lag ? lagRow(anchors[i].lag, LagCalendar::successor) : nothing, ".USERDEFINED.",
                            text("hammock " + std::string(end) + " " + std::string(wordOf(anchors[i].end)))});
            };
            hang(hammock.from, "from");
            hang(hammock.to, "to");
        }
    }

    std::string resourceRow(const Resource& one, const std::string& of, const std::string& type, const std::string& key,
                            const std::string& usage, const std::string& costs, const std::string& quantity) {
        return root(ifc::resourceTypes[std::size_t(one.kind)], of, one.name,
                    {nothing, text(type), text(key), text(one.unit), usage, costs, quantity,
                     type.empty() ? word("NOTDEFINED") : word("USERDEFINED")});
    }
    void resources() {
        std::vector<std::string> main;
        std::vector<StepValues> needs(m_book.size());
        StepValues all;
        for (std::size_t i = 0; i < m_book.size(); ++i) {
            const Resource& one = m_book[i];
            StepValues rates;
            const auto rate = [&](const Decimal& sum, std::optional<Date> from) {
                rates.push_back(m_out.add("IFCCOSTVALUE", {text(wordOf(one.ratePer)), nothing, money(sum), nothing,
                                                           from ? StepWriter::text(isoDate(*from)) : nothing, nothing,
                                                           nothing, nothing, nothing, nothing}));
            };
            if (one.rate) rate(*one.rate, {});
            for (const RateFrom& later : one.rates) rate(later.rate, later.from);
            main.push_back(resourceRow(one, "resource/" + one.name, {}, one.key, nothing,
                                       rates.empty() ? nothing : StepWriter::list(rates), nothing));
            all.push_back(main.back());
        }
        if (all.empty()) return;
        relate("IFCRELDECLARES", "resources", {nothing, m_project, StepWriter::list(all)});
        for (const Activity& activity : m_programme.activities)
            for (const ResourceUse& use : m_book.usesOf(activity)) {
                const bool counted = use.quantity == Fraction(0);
                StepValues usage(18, nothing);
                usage[4] = StepWriter::number(use.number.toDouble());
                const std::string of = activity.key + "/" + m_book[use.resource].name;
                const std::string row = resourceRow(
                    m_book[use.resource], "need/" + of, std::string(ifc::madeUp), {},
                    counted ? m_out.add("IFCRESOURCETIME", usage) : nothing, nothing,
                    counted ? nothing
                            : m_out.add("IFCQUANTITYCOUNT", {text("quantity"), nothing, nothing,
                                                             StepWriter::number(use.quantity.toDouble()), nothing}));
                needs[use.resource].push_back(row);
                relate("IFCRELASSIGNSTOPROCESS", "need/" + of,
                       {nothing, StepWriter::list({row}), nothing, m_tasks[activity.id.value], nothing});
            }
        for (std::size_t i = 0; i < needs.size(); ++i)
            if (!needs[i].empty())
                relate("IFCRELNESTS", "needs/" + m_book[i].name, {nothing, main[i], StepWriter::list(needs[i])});
    }

    const Programme& m_programme;
    const Schedule& m_dates;
    ResourceBook m_book;
    std::string m_job;
    Date m_first, m_last; ///< early and late dates lie between them
    StepWriter m_out;
    std::string m_project, m_schedule;
    std::vector<std::pair<CalendarId, std::string>> m_calendars;
    std::map<std::uint32_t, std::string> m_working; ///< rows of calendars by id
    std::map<std::uint32_t, StepValues> m_of;       ///< what works to a calendar
    std::map<std::uint32_t, std::string> m_tasks;   ///< rows of activities by id
};

} // namespace

std::string ifcOf(const Programme& programme, const Schedule& dates) {
    return IfcWriter(programme, dates).file();
}

std::vector<std::string> notInIfc(const Programme& programme) {
    std::vector<std::string> lines;
    const auto say = [&](std::size_t count, const char* one, const char* many) {
        if (count > 0) lines.push_back(std::to_string(count) + " " + (count == 1 ? one : many));
    };
    const auto having = [&](const auto& has) {
        return std::size_t(std::count_if(programme.activities.begin(), programme.activities.end(), has));
    };
    say(having([](const Activity& one) { return one.measure.has_value(); }),
        "quantity with its output and crews (its duration is there)",
        "quantities with outputs and crews (their durations are there)");
    say(having([](const Activity& one) { return !one.pauses.empty(); }), "activity with a pause",
        "activities with pauses");
    say(having([](const Activity& one) { return one.stretch || one.asLate || one.levelledFrom; }),
        "activity that is stretched, late by choice or levelled",
        "activities that are stretched, late by choice or levelled");
    say(having([](const Activity& one) { return one.awaited.has_value(); }), "activity that waits for another job",
        "activities that wait for other jobs");
    say(having([](const Activity& one) { return bool(one.location) || one.stretchOfWork; }), "place of an activity",
        "places of activities");
    say(having([](const Activity& one) { return !one.codes.empty(); }), "activity with codes", "activities with codes");
    say(programme.sections.size(), "section with its contract date and damages",
        "sections with contract dates and damages");
    say(programme.events.size(), "event of delay", "events of delay");
    say(programme.bill.size(), "item of the bill", "items of the bill");
    say(programme.book.size(), "item of the output book", "items of the output book");
    say(programme.sequences.size(), "sequence", "sequences");
    say(std::size_t(std::count_if(programme.resources.begin(), programme.resources.end(),
                                  [](const Resource& one) { return !one.supply.empty() || one.binds; })),
        "supply or calendar of a resource", "supplies and calendars of resources");
    say(std::size_t(std::count_if(programme.calendars.begin(), programme.calendars.end(),
                                  [](const Calendar& one) {
                                      return one.extends || one.weather ||
                                             std::any_of(one.exceptions.begin(), one.exceptions.end(),
                                                         [](const CalendarException& e) {
                                                             return e.yearly || e.rule || e.tide;
                                                         });
                                  })),
        "calendar's rules (its days are there, to a year behind the end)",
        "calendars' rules (their days are there, to a year behind the end)");
    say(programme.risks.size() + programme.spreads.size(), "risk or range", "risks and ranges");
    say(programme.weather.size(), "month of weather", "months of weather");
    say(programme.weeks.size(), "week of promises", "weeks of promises");
    say(programme.lenses.size() + programme.sheets.size(), "lens or sheet", "lenses and sheets");
    return lines;
}

bool isIfcName(const std::filesystem::path& path) {
    const std::string ending = path.extension().string();
    return ending == ".ifc" || ending == ".IFC";
}

} // namespace yarrin
