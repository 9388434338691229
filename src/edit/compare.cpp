// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/compare.h"

#include "core/base/worded.h"
#include "core/model/describe/said.h"
#include "core/model/describe/texts.h"
#include "core/model/phrases.h"
#include "core/model/resource_book.h"
#include "core/model/words.h"
#include "edit/event_edits.h"

#include <algorithm>
#include <map>
#include <set>
#include <unordered_map>

namespace yarrin {

const char* nameOf(DifferenceKind kind) {
    static constexpr const char* names[differenceKinds] = {
        toWord("added"),      toWord("removed"),        toWord("renamed"), toWord("durations"),
        toWord("quantities"), toWord("calendars used"), toWord("links"),   toWord("constraints"),
        toWord("progress"),   toWord("dates"),          toWord("float"),   toWord("critical paths"),
        toWord("contract"),   toWord("calendars"),      toWord("events"),  toWord("texts")};
    return names[static_cast<std::size_t>(kind)];
}

namespace {

std::string textOf(const std::optional<Decimal>& value) {
    return value ? value->text() : worded("none");
}
std::string textOf(const std::optional<Instant>& value) {
    return value ? isoInstant(*value) : worded("none");
}
std::string textOf(const std::optional<DateOrInstant>& value) {
    return value ? isoText(*value) : worded("none");
}
std::string textOf(bool value) {
    return value ? worded("yes") : worded("no");
}

class Comparer {
public:
    Comparer(const Calculated& before, const Calculated& after, MatchBy match)
        : m_before(before), m_after(after), m_match(match) {}

    std::vector<Difference> run() {
        pair();
        for (std::size_t i = 0; i < m_after.programme.activities.size(); ++i) {
            const Activity& now = m_after.programme.activities[i];
            const auto then = m_earlier.find(now.id);
            if (then == m_earlier.end())
                add(DifferenceKind::added, now, worded("activity"), "", now.name);
            else
                activity(then->second, i);
        }
        for (const Activity& then : m_before.programme.activities)
            if (!m_later.contains(then.id)) add(DifferenceKind::removed, then, worded("activity"), then.name, "");
        describe::forEachDifference(m_before.programme, m_before.programme.job, m_after.programme,
                                    m_after.programme.job,
                                    [&](const std::string& what, const std::string& then, const std::string& now) {
                                        tell(DifferenceKind::contract, "", worded("the job"), what, then, now);
                                    });
        sections();
        calendars();
        events();
        records(m_before.programme.accelerations, m_after.programme.accelerations, DifferenceKind::events,
                toWord("record of time won"));
        records(m_before.programme.miles, m_after.programme.miles, DifferenceKind::events, toWord("measured mile"));
        records(m_before.programme.resources, m_after.programme.resources, DifferenceKind::quantity,
                toWord("resource"));
        costs();
        return std::move(m_out);
    }

private:
    void pair() {
        std::unordered_map<std::string, std::size_t> byKey;
        const auto& earlier = m_before.programme.activities;
        if (m_match == MatchBy::key)
            for (std::size_t i = 0; i < earlier.size(); ++i) byKey[earlier[i].key] = i;
        for (const Activity& now : m_after.programme.activities) {
            std::size_t at = std::decay_t<decltype(earlier)>::none;
            if (m_match == MatchBy::identity)
                at = earlier.indexOf(now.id);
            else if (const auto found = byKey.find(now.key); found != byKey.end())
                at = found->second;
            if (at == std::decay_t<decltype(earlier)>::none) continue;
            m_earlier[now.id] = at;
            m_later[earlier[at].id] = now.id;
        }
        for (const Link& link : m_before.programme.links) m_linksBefore[link.to].push_back(&link);
        for (const Link& link : m_after.programme.links) m_linksAfter[link.to].push_back(&link);
    }

    Difference& add(DifferenceKind kind, const Activity& activity, std::string what, std::string before,
                    std::string after) {
        m_out.push_back(
            {kind, activity.id, activity.key, activity.name, std::move(what), std::move(before), std::move(after)});
        return m_out.back();
    }
    template <typename Value>
    void differ(DifferenceKind kind, const Activity& now, const Worded& what, const Value& before, const Value& after) {
        if (before != after) add(kind, now, what, textOf(before), textOf(after));
    }
    Difference& tell(DifferenceKind kind, std::string key, std::string name, std::string what, std::string before,
                     std::string after) {
        m_out.push_back(
            {kind, {}, std::move(key), std::move(name), std::move(what), std::move(before), std::move(after)});
        return m_out.back();
    }
    /// All that the description knows of two rows, but for what is told in words of its own.
    template <typename Row>
    void fields(DifferenceKind kind, const Row& then, const Row& now, const std::string& name,
                const std::set<std::string>& told) {
        describe::forEachDifference(m_before.programme, then, m_after.programme, now,
                                    [&](const std::string& what, const std::string& before, const std::string& after) {
                                        if (!told.contains(what)) tell(kind, now.key, name, what, before, after);
                                    });
    }
    /// Rows that are matched by what people call them.
    template <typename Rows>
    void records(const Rows& before, const Rows& after, DifferenceKind about, const std::string& kind) {
        const auto titleOf = [](const auto& row) {
            if constexpr (requires { row.title; })
                return row.title;
            else
                return row.name;
        };
        for (const auto& now : after) {
            const auto then =
                std::find_if(before.begin(), before.end(), [&](const auto& r) { return r.key == now.key; });
            if (then == before.end())
                tell(about, now.key, titleOf(now), worded("%1 added", kind), "", "");
            else
                fields(about, *then, now, titleOf(now), {"id"});
        }
        for (const auto& then : before)
            if (std::none_of(after.begin(), after.end(), [&](const auto& r) { return r.key == then.key; }))
                tell(about, then.key, titleOf(then), worded("%1 removed", kind), "", "");
    }
    /// Cost to date by month, head and activity.
    void costs() {
        std::map<std::string, std::pair<Fraction, Fraction>> sums;
        const auto gather = [&](const Programme& programme, auto side) {
            for (const CostEntry& entry : programme.costs) {
                const Activity* activity = programme.activities.row(entry.activity);
                Fraction& sum = sums[monthText(entry.month) + " " + std::string(wordOf(entry.head)) +
                                     (activity ? " " + activity->key : std::string())].*
                                side;
                sum = sum + Fraction(entry.amount);
            }
        };
        using Sums = std::pair<Fraction, Fraction>;
        gather(m_before.programme, &Sums::first);
        gather(m_after.programme, &Sums::second);
        const auto money = [](const Fraction& sum) { return sum.rounded(2).value_or(Decimal(0)).text(); };
        for (const auto& [what, sum] : sums)
            if (!(sum.first == sum.second))
                tell(DifferenceKind::progress, "", what, worded("cost to date"), money(sum.first), money(sum.second));
    }
    static std::string days(Minutes minutes, const WorkCalendar& calendar) {
        return (minutes < 0 ? "-" : "") + spanText(std::abs(minutes), DayUnit{calendar.dayMinutes(), 5});
    }

    void activity(std::size_t at, std::size_t index) {
        const Activity& then = m_before.programme.activities[at];
        const Activity& now = m_after.programme.activities[index];
        if (then.key != now.key) add(DifferenceKind::renamed, now, worded("id"), then.key, now.key);
        if (then.name != now.name) add(DifferenceKind::renamed, now, worded("name"), then.name, now.name);
        if (m_before.schedule.ok() && m_after.schedule.ok())
            figures(now, m_before.schedule.activities[at], m_after.schedule.activities[index]);
        measure(now, then.measure, now.measure);
        const std::string calendarThen = calendarName(m_before.programme, then);
        const std::string calendarNow = calendarName(m_after.programme, now);
        if (calendarThen != calendarNow)
            add(DifferenceKind::calendar, now, worded("calendar"), calendarThen, calendarNow);
        links(then, now);
        const auto held = [](const Activity& a) {
            return a.constraint ? std::string(wordOf(a.constraint->type)) + " " + isoText(a.constraint->date)
                                : std::string("none");
        };
        if (then.constraint != now.constraint)
            add(DifferenceKind::constraint, now, worded("constraint"), held(then), held(now));
        differ(DifferenceKind::constraint, now, worded("deadline"), then.deadline, now.deadline);
        differ(DifferenceKind::constraint, now, worded("as late as possible"), then.asLate, now.asLate);
        differ(DifferenceKind::constraint, now, worded("may stretch"), then.stretch, now.stretch);
        if (then.pauses != now.pauses)
            add(DifferenceKind::constraint, now, worded("pauses"), std::to_string(then.pauses.size()),
                std::to_string(now.pauses.size()));
        differ(DifferenceKind::progress, now, worded("actual start"), then.actualStart, now.actualStart);
        differ(DifferenceKind::progress, now, worded("actual finish"), then.actualFinish, now.actualFinish);
        if (then.remaining != now.remaining) {
            const auto left = [](const Activity& a) {
                return a.remaining ? worded("%1 minutes", *a.remaining) : std::string("none");
            };
            add(DifferenceKind::progress, now, worded("work left"), left(then), left(now));
        }
        differ(DifferenceKind::progress, now, worded("quantity done"), then.quantityDone, now.quantityDone);
        differ(DifferenceKind::progress, now, worded("cost to date"), then.costToDate, now.costToDate);
        const auto phrase = [&](DifferenceKind kind, const Worded& what, std::string was, std::string is) {
            if (was != is) add(kind, now, what, was.empty() ? "none" : was, is.empty() ? "none" : is);
        };
        phrase(DifferenceKind::quantity, worded("needs"), needsText(m_before.programme, then.needs),
               needsText(m_after.programme, now.needs));
        phrase(DifferenceKind::quantity, worded("sums"), lumpSumsText(then), lumpSumsText(now));
        differ(DifferenceKind::constraint, now, worded("levelled from"), then.levelledFrom, now.levelledFrom);
        const auto waits = [](const Activity& a) {
            return a.awaited ? nameOf(*a.awaited) + ", " + isoInstant(a.awaited->at) : std::string();
        };
        phrase(DifferenceKind::constraint, worded("waits for another job"), waits(then), waits(now));
        phrase(DifferenceKind::contract, worded("section"), describe::said(m_before.programme, then.section),
               describe::said(m_after.programme, now.section));
        if (then.notes != now.notes) add(DifferenceKind::texts, now, worded("notes"), then.notes, now.notes);
        codes(then, now);
        for (const PlainText& text : activityTexts())
            if (then.*text.member != now.*text.member)
                add(DifferenceKind::texts, now, text.words, then.*text.member, now.*text.member);
    }

    /// Codes are matched by what people call them, as the two may be of different jobs.
    void codes(const Activity& then, const Activity& now) {
        std::map<std::string, std::pair<std::string, std::string>> values;
        const auto gather = [&](const Programme& programme, const Activity& activity, auto side) {
            for (const CodeMark& mark : activity.codes)
                if (const Code* code = programme.codes.row(mark.code)) values[code->key].*side = mark.value;
        };
        using Values = std::pair<std::string, std::string>;
        gather(m_before.programme, then, &Values::first);
        gather(m_after.programme, now, &Values::second);
        for (const auto& [code, value] : values)
            if (value.first != value.second) add(DifferenceKind::texts, now, code, value.first, value.second);
    }

    void figures(const Activity& now, const ActivityFigures& then, const ActivityFigures& after) {
        const WorkCalendar& calendarThen = m_before.schedule.calendarOf(then);
        const WorkCalendar& calendarNow = m_after.schedule.calendarOf(after);
        if (now.kind != ActivityKind::hammock && then.duration != after.duration)
            add(DifferenceKind::duration, now, worded("duration"), days(then.duration, calendarThen),
                days(after.duration, calendarNow));
        const auto date = [&](const Worded& what, Date before, Date later) {
            if (before == later) return;
            Difference& d = add(DifferenceKind::date, now, what, isoDate(before), isoDate(later));
            d.dateBefore = before;
            d.dateAfter = later;
        };
        if (!isMilestone(now.kind)) date(worded("start"), dateOf(then.earlyStart), dateOf(after.earlyStart));
        date(worded("finish"), completionDate(then.earlyFinish), completionDate(after.earlyFinish));
        if (then.totalFloat && after.totalFloat && *then.totalFloat != *after.totalFloat)
            add(DifferenceKind::floats, now, worded("total float"), days(*then.totalFloat, calendarThen),
                days(*after.totalFloat, calendarNow));
        if (then.critical != after.critical)
            add(DifferenceKind::critical, now, worded("critical"), textOf(then.critical), textOf(after.critical));
        if (then.onLongestPath != after.onLongestPath)
            add(DifferenceKind::critical, now, worded("on the longest path"), textOf(then.onLongestPath),
                textOf(after.onLongestPath));
    }

    void measure(const Activity& now, const std::optional<Measure>& then, const std::optional<Measure>& after) {
        if (then == after) return;
        const auto whole = [](const std::optional<Measure>& m) {
            return m ? m->quantity.text() + " " + m->unit : std::string("none");
        };
        if (whole(then) != whole(after))
            add(DifferenceKind::quantity, now, worded("quantity"), whole(then), whole(after));
        if (!then || !after) return;
        differ(DifferenceKind::quantity, now, worded("output a crew day"), then->outputPerCrewDay,
               after->outputPerCrewDay);
        differ(DifferenceKind::quantity, now, worded("crew hours a unit"), then->hoursPerUnit, after->hoursPerUnit);
        differ(DifferenceKind::quantity, now, worded("crews"), then->crews, after->crews);
        differ(DifferenceKind::quantity, now, worded("working factor"), std::optional(then->factor),
               std::optional(after->factor));
        differ(DifferenceKind::quantity, now, worded("learning rate"), then->learningRate, after->learningRate);
        if (then->roundTo != after->roundTo)
            add(DifferenceKind::quantity, now, worded("rounded to"), std::string(wordOf(then->roundTo)),
                std::string(wordOf(after->roundTo)));
    }

    static std::string calendarName(const Programme& programme, const Activity& activity) {
        const CalendarId id = calendarOf(programme, activity);
        const Calendar* calendar = programme.calendars.row(id);
        return calendar ? calendar->name : "continuous";
    }

    /// Links as the successor reads them; those between the same two, of one type, are one link that was altered.
    void links(const Activity& then, const Activity& now) {
        std::map<std::pair<std::uint32_t, LinkType>, std::pair<const Link*, const Link*>> pairs;
        for (const Link* link : m_linksBefore[then.id]) {
            // By what its predecessor is called now, where it is still there.
            const auto later = m_later.find(link->from);
            if (later != m_later.end())
                pairs[{later->second.value, link->type}].first = link;
            else
                add(DifferenceKind::link, now, worded("no longer waits for"), linkPhrase(m_before.programme, *link),
                    "");
        }
        for (const Link* link : m_linksAfter[now.id]) pairs[{link->from.value, link->type}].second = link;
        for (const auto& [ends, pair] : pairs) {
            const auto& [before, after] = pair;
            if (!before)
                add(DifferenceKind::link, now, worded("waits for"), "", linkPhrase(m_after.programme, *after));
            else if (!after)
                add(DifferenceKind::link, now, worded("no longer waits for"), linkPhrase(m_before.programme, *before),
                    "");
            else if (before->lag != after->lag || before->lagCalendar != after->lagCalendar)
                add(DifferenceKind::link, now, worded("waits otherwise for"), linkPhrase(m_before.programme, *before),
                    linkPhrase(m_after.programme, *after));
        }
    }

    void sectionDate(const Section& section, const Worded& what, std::optional<Date> before,
                     std::optional<Date> after) {
        if (before == after) return;
        m_out.push_back({DifferenceKind::contract,
                         {},
                         section.key,
                         section.name,
                         what,
                         before ? isoDate(*before) : "none",
                         after ? isoDate(*after) : "none",
                         before,
                         after});
    }

    void sections() {
        std::map<std::string, std::size_t> earlier;
        for (std::size_t i = 0; i < m_before.programme.sections.size(); ++i)
            earlier[m_before.programme.sections[i].key] = i;
        for (std::size_t i = 0; i < m_after.programme.sections.size(); ++i) {
            const Section& now = m_after.programme.sections[i];
            const auto found = earlier.find(now.key);
            if (found == earlier.end()) {
                m_out.push_back({DifferenceKind::contract, {}, now.key, now.name, worded("section added")});
                continue;
            }
            const Section& then = m_before.programme.sections[found->second];
            sectionDate(now, worded("completion"), then.completion, now.completion);
            if (then.grantedDays != now.grantedDays)
                m_out.push_back({DifferenceKind::contract,
                                 {},
                                 now.key,
                                 now.name,
                                 worded("days granted"),
                                 std::to_string(then.grantedDays),
                                 std::to_string(now.grantedDays)});
            if (then.rate != now.rate || then.per != now.per)
                m_out.push_back({DifferenceKind::contract,
                                 {},
                                 now.key,
                                 now.name,
                                 "damages",
                                 worded("%1 a %2", then.rate.text(), worded(wordOf(then.per).data())),
                                 worded("%1 a %2", now.rate.text(), worded(wordOf(now.per).data()))});
            fields(DifferenceKind::contract, then, now, now.name, {"id", "completion", "granted days", "rate", "per"});
            if (m_before.schedule.ok() && m_after.schedule.ok())
                sectionDate(now, worded("forecast"), m_before.schedule.sections[found->second].forecast,
                            m_after.schedule.sections[i].forecast);
            earlier.erase(found);
        }
        for (const auto& [key, index] : earlier)
            m_out.push_back({DifferenceKind::contract,
                             {},
                             key,
                             m_before.programme.sections[index].name,
                             worded("section removed")});
    }

    void events() {
        std::map<std::string, const DelayEvent*> earlier;
        for (const DelayEvent& event : m_before.programme.events) earlier[event.key] = &event;
        const auto say = [&](const DelayEvent& event, std::string what, std::string then, std::string now) {
            if (then != now || then.empty())
                m_out.push_back({DifferenceKind::events,
                                 {},
                                 event.key,
                                 event.title,
                                 std::move(what),
                                 std::move(then),
                                 std::move(now)});
        };
        const auto day = [](const std::optional<Date>& date) { return date ? isoDate(*date) : std::string("none"); };
        for (const DelayEvent& now : m_after.programme.events) {
            const auto found = earlier.find(now.key);
            if (found == earlier.end()) {
                say(now, worded("event recorded"), {}, {});
                continue;
            }
            const DelayEvent& then = *found->second;
            say(now, worded("risk"), std::string(wordOf(then.risk)), std::string(wordOf(now.risk)));
            say(now, worded("state"), std::string(wordOf(then.state)), std::string(wordOf(now.state)));
            const std::pair<const char*, std::optional<Date> DelayEvent::*> dates[] = {
                {toWord("from"), &DelayEvent::from},
                {toWord("to"), &DelayEvent::to},
                {toWord("first known"), &DelayEvent::known},
                {toWord("notice given"), &DelayEvent::noticeGiven},
                {toWord("particulars given"), &DelayEvent::particularsGiven}};
            for (const auto& [what, date] : dates) say(now, what, day(then.*date), day(now.*date));
            say(now, worded("days"), daysText(m_before.programme, then), daysText(m_after.programme, now));
            const auto does = [](const Programme& programme, const DelayEvent& event) {
                const std::string text = effectsText(programme, event);
                return text.empty() ? std::string(worded("nothing")) : text;
            };
            say(now, worded("what it does"), does(m_before.programme, then), does(m_after.programme, now));
            say(now, worded("counts in the forecast"), textOf(then.inForecast), textOf(now.inForecast));
            fields(DifferenceKind::events, then, now, now.title,
                   {"id", "section days", "risk", "state", "from", "to", "known", "notice given", "particulars given",
                    "effects", "in forecast"});
            earlier.erase(found);
        }
        for (const auto& [key, event] : earlier) say(*event, worded("event removed"), {}, {});
    }

    /// "S2 claimed 14, assessed 10, granted 0; …".
    static std::string daysText(const Programme& programme, const DelayEvent& event) {
        std::string text;
        for (const EventDays& days : event.sectionDays)
            text += worded("%1%2 claimed %3, assessed %4, granted %5", (text.empty() ? "" : "; "),
                           programme.sections.row(days.section)->key, days.claimed, days.assessed, days.granted);
        return text.empty() ? "none" : text;
    }

    void calendars() {
        std::map<std::string, const Calendar*> earlier;
        for (const Calendar& calendar : m_before.programme.calendars) earlier[calendar.key] = &calendar;
        const auto say = [&](const Calendar& calendar, const Worded& what) {
            m_out.push_back({DifferenceKind::calendarDays, {}, calendar.key, calendar.name, what});
        };
        for (const Calendar& now : m_after.programme.calendars) {
            const auto found = earlier.find(now.key);
            if (found == earlier.end()) {
                say(now, worded("calendar added"));
                continue;
            }
            const Calendar& then = *found->second;
            if (then.week != now.week || then.dayMinutes != now.dayMinutes) say(now, worded("another week"));
            if (then.exceptions != now.exceptions) say(now, worded("other days off or on"));
            if (then.weather != now.weather) say(now, worded("another weather allowance"));
            earlier.erase(found);
        }
        for (const auto& [key, calendar] : earlier) say(*calendar, worded("calendar removed"));
    }

    const Calculated& m_before;
    const Calculated& m_after;
    MatchBy m_match;
    std::unordered_map<ActivityId, std::size_t> m_earlier; ///< by the later id: where it stood before
    std::unordered_map<ActivityId, ActivityId> m_later;    ///< by the earlier id
    std::unordered_map<ActivityId, std::vector<const Link*>> m_linksBefore;
    std::unordered_map<ActivityId, std::vector<const Link*>> m_linksAfter;
    std::vector<Difference> m_out;
};

} // namespace

std::vector<Difference> compare(const Calculated& before, const Calculated& after, MatchBy match) {
    return Comparer(before, after, match).run();
}

std::array<std::size_t, differenceKinds> countsOf(const std::vector<Difference>& differences) {
    std::array<std::size_t, differenceKinds> counts{};
    for (const Difference& one : differences) ++counts[static_cast<std::size_t>(one.kind)];
    return counts;
}

Sheet differenceSheet(const std::vector<Difference>& differences) {
    Sheet sheet{"Differences", {}};
    const auto row = [&](const std::vector<std::string>& texts) {
        auto& cells = sheet.rows.emplace_back();
        for (const std::string& text : texts) cells.push_back({text, {}});
    };
    row({"About", "Id", "Name", "What", "Before", "After", "Days later"});
    for (const Difference& d : differences) {
        row({nameOf(d.kind), d.key, d.name, d.what, d.before, d.after});
        sheet.rows.back().push_back(d.dateBefore && d.dateAfter ? numberCell(double(*d.dateAfter - *d.dateBefore))
                                                                : SheetCell{});
    }
    return sheet;
}

} // namespace yarrin
