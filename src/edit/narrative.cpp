// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/narrative.h"

#include "core/base/worded.h"
#include "core/model/phrases.h"
#include "core/model/words.h"
#include "core/quantity/units.h"
#include "core/time/typed_date.h"

#include <algorithm>
#include <set>

namespace yarrin {

namespace {

std::string longDate(Date date) {
    const auto day = yearMonthDay(date);
    return std::to_string(day.day) + " " + worded(monthNames[day.month - 1].data()) + " " + std::to_string(day.year);
}

std::string count(std::size_t number, const char* one, const char* many) {
    return std::to_string(number) + " " + wordedCount(one, many, number);
}

std::string days(int number) {
    return count(std::size_t(std::abs(number)), "day", "days");
}

/// What a name needs so that Markdown takes it for nothing but text.
std::string plain(const std::string& name) {
    std::string text;
    for (const char c : name) {
        if (c == '|' || c == '*' || c == '_' || c == '`' || c == '<' || c == '[' || c == '\\') text += '\\';
        text += c == '\n' ? ' ' : c;
    }
    return text;
}

class Drafter {
public:
    Drafter(const Calculated& now, const Calculated* previous, const std::string& previousName, const Odds* odds)
        : m_programme(now.programme), m_schedule(now.schedule), m_now(now), m_previous(previous),
          m_previousName(previousName), m_odds(odds) {}

    std::string run() {
        m_text = "# " +
                 (m_programme.job.title.empty() ? std::string(worded("Programme")) : plain(m_programme.job.title)) +
                 "\n\n";
        basis();
        if (!m_schedule.ok()) {
            m_text += worded("*No dates: %1.*\n", plain(m_schedule.errors.front().sentence()));
            return m_text;
        }
        sections();
        calendars();
        criticalPath();
        quantities();
        constraints();
        m_text +=
            worded("## Assumptions\n\n- <access, design information, approvals, work by others>\n- <weather, tides, "
                   "possessions>\n- <labour and plant that can be had>\n\n");
        soundness();
        changes();
        return m_text;
    }

private:
    void basis() {
        const Job& job = m_programme.job;
        m_text += worded("## Basis\n\nThe programme starts on %1", longDate(dateOf(job.start)));
        if (job.dataDate) m_text += worded(" and is drawn up to the data date of %1", longDate(dateOf(*job.dataDate)));
        m_text += worded(". It has %1 and %2. <purpose, documents and drawings it rests on>\n\n",
                         count(m_programme.activities.size(), "activity", "activities"),
                         count(m_programme.links.size(), "link", "links"));
    }

    void sections() {
        m_text += worded("## Sections and dates\n\n");
        if (m_schedule.programmeFinish)
            m_text += worded("All work is complete on %1.\n\n", longDate(completionDate(*m_schedule.programmeFinish)));
        if (m_programme.sections.empty()) return;
        m_text +=
            worded("| Section | Contract date | Time granted | Forecast | Against the date |\n|---|---|---|---|---|\n");
        for (std::size_t i = 0; i < m_programme.sections.size(); ++i) {
            const Section& section = m_programme.sections[i];
            const SectionFigures& f = m_schedule.sections[i];
            m_text += "| " + plain(section.key + " " + section.name) + " | " + longDate(section.completion) + " | " +
                      days(section.grantedDays) + " | " +
                      (f.forecast ? longDate(*f.forecast) : worded("no milestone")) + " | ";
            if (!f.daysLate)
                m_text += "–";
            else if (*f.daysLate > 0)
                m_text += worded("%1 late", days(*f.daysLate));
            else
                m_text += *f.daysLate == 0 ? worded("on the date") : worded("%1 in hand", days(*f.daysLate));
            m_text += " |\n";
        }
        m_text += "\n";
        chances();
    }

    /// How sure these forecasts are, from the job's own rules and register.
    void chances() {
        if (!m_odds || m_odds->runs == 0) return;
        const int sure = sureOf(m_programme.job);
        const std::string percent = Decimal(sure, 1).text() + " %";
        m_text += worded("How sure the forecasts are, of %1 by the rules and risks of the job:\n\n| Section | By its "
                         "contract date | Likelier than not by | %2 sure by |\n|---|---|---|---|\n",
                         count(m_odds->runs, "run", "runs"), percent);
        for (const OddsOfDate& one : m_odds->sections) {
            const Section* section = m_programme.sections.row(one.section);
            if (!section || one.sorted.empty()) continue;
            const Date due = section->completion + section->grantedDays;
            m_text += "| " + plain(section->key + " " + section->name) + " | " +
                      std::to_string(int(one.chanceOf(due) * 100 + 0.5)) + " % (" + longDate(due) + ") | " +
                      longDate(one.at(500)) + " | " + longDate(one.at(sure)) + " |\n";
        }
        m_text += "\n";
        for (const std::string& note : m_odds->notes) m_text += "- " + plain(note) + "\n";
        if (!m_odds->notes.empty()) m_text += "\n";
    }

    void calendars() {
        m_text += worded("## Calendars\n\n");
        for (const Calendar& calendar : m_programme.calendars) {
            const auto used =
                std::count_if(m_programme.activities.begin(), m_programme.activities.end(), [&](const Activity& a) {
                    return a.kind != ActivityKind::hammock && calendarOf(m_programme, a) == calendar.id;
                });
            if (used == 0) continue;
            const DayUnit unit = dayUnitOf(m_programme, calendar.id);
            m_text += "- **" + plain(calendar.name) + "** (" + count(std::size_t(used), "activity", "activities") +
                      "): " + worded("%1 days a week of %2", unit.daysPerWeek, hours(unit.dayMinutes)) + ", " +
                      count(calendar.exceptions.size(), "exception", "exceptions") +
                      (calendar.weather ? worded(", with days allowed for weather") : "") + "\n";
        }
        m_text += "\n";
    }
    static std::string hours(Minutes minutes) {
        std::string text = std::to_string(minutes / 60);
        if (minutes % 60 != 0) text += "h " + std::to_string(minutes % 60) + "m";
        return minutes % 60 == 0 ? worded("%1 hours", text) : text;
    }

    void criticalPath() {
        m_text += worded("## Critical path\n\n");
        std::vector<std::size_t> path;
        for (std::size_t i = 0; i < m_schedule.activities.size(); ++i)
            if (m_schedule.activities[i].onLongestPath && m_programme.activities[i].kind != ActivityKind::hammock)
                path.push_back(i);
        std::stable_sort(path.begin(), path.end(), [&](std::size_t a, std::size_t b) {
            return m_schedule.activities[a].earlyStart < m_schedule.activities[b].earlyStart;
        });
        if (path.empty()) {
            m_text += worded("No activity lies on it.\n\n");
            return;
        }
        m_text +=
            worded("The longest path runs through %1, from %2 to %3:\n\n", count(path.size(), "activity", "activities"),
                   longDate(dateOf(m_schedule.activities[path.front()].earlyStart)),
                   longDate(completionDate(m_schedule.activities[path.back()].earlyFinish)));
        // A run of activities of one group is one line.
        constexpr std::size_t most = 40;
        std::size_t lines = 0;
        for (std::size_t at = 0; at < path.size() && lines < most; ++lines) {
            const BreakdownId group = m_programme.activities[path[at]].breakdown;
            std::size_t end = at + 1;
            while (end < path.size() && m_programme.activities[path[end]].breakdown == group) ++end;
            const BreakdownNode* node = m_programme.breakdown.row(group);
            m_text += std::to_string(lines + 1) + ". " + (node ? "**" + plain(node->name) + "**: " : std::string());
            for (std::size_t i = at; i < end; ++i) {
                const Activity& activity = m_programme.activities[path[i]];
                m_text += (i == at ? "" : "; ") + plain(activity.name) + " (" + plain(activity.key) + ", " +
                          length(path[i]) + ")";
            }
            m_text += "\n";
            at = end;
        }
        if (lines == most) m_text += worded("\n<and so on>\n");
        m_text += "\n";
    }
    std::string length(std::size_t index) const {
        const ActivityFigures& f = m_schedule.activities[index];
        if (f.duration == 0) return longDate(completionDate(f.earlyFinish));
        return spanText(f.duration, DayUnit{m_schedule.calendarOf(f).dayMinutes(), 5});
    }

    void quantities() {
        std::vector<std::size_t> measured;
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i)
            if (m_programme.activities[i].measure && m_schedule.activities[i].duration > 0) measured.push_back(i);
        if (measured.empty()) return;
        std::stable_sort(measured.begin(), measured.end(), [&](std::size_t a, std::size_t b) {
            return m_schedule.activities[a].duration > m_schedule.activities[b].duration;
        });
        m_text +=
            wordedCount("## Main quantities and outputs\n\nThe duration of %1 activity comes of quantities. The "
                        "longest:\n\n| Activity | Quantity | Output | Crews | Duration |\n|---|---|---|---|---|\n",
                        "## Main quantities and outputs\n\nThe durations of %1 activities come of quantities. The "
                        "longest:\n\n| Activity | Quantity | Output | Crews | Duration |\n|---|---|---|---|---|\n",
                        measured.size());
        for (std::size_t n = 0; n < std::min<std::size_t>(12, measured.size()); ++n) {
            const Activity& activity = m_programme.activities[measured[n]];
            const Measure& m = *activity.measure;
            const std::string unit(unitSymbol(m.unit));
            m_text += "| " + plain(activity.key + " " + activity.name) + " | " + m.quantity.text() + " " + unit + " | ";
            if (m.outputPerCrewDay)
                m_text += worded("%1 %2 a crew day", m.outputPerCrewDay->text(), unit);
            else if (m.hoursPerUnit)
                m_text += worded("%1 crew hours a %2", m.hoursPerUnit->text(), unit);
            m_text += " | " + (m.crews ? m.crews->text() : std::string("–")) + " | " + length(measured[n]) + " |\n";
        }
        m_text += "\n";
    }

    void constraints() {
        m_text += worded("## Constraints\n\n");
        std::size_t found = 0;
        for (const Activity& activity : m_programme.activities) {
            if (!activity.constraint) continue;
            ++found;
            std::string type(wordOf(activity.constraint->type));
            std::replace(type.begin(), type.end(), '_', ' ');
            m_text += "- " + plain(activity.key + " " + activity.name) + ": " + worded(type.c_str()) + " " +
                      longDate(dateOf(activity.constraint->date.at)) + ". " +
                      (activity.notes.empty() ? worded("<why>") : plain(activity.notes)) + "\n";
        }
        m_text += found == 0 ? worded("None: all dates follow from links, durations and calendars.\n\n") : "\n";
    }

    void soundness() {
        const NetworkCounts s = networkCountsOf(m_now);
        m_text += worded("## Soundness\n\n");
        m_text += wordedCount("- %1 activity waits for nothing, %2 to nothing\n",
                              "- %1 activities wait for nothing, %2 to nothing\n", s.noPredecessor,
                              count(s.noSuccessor, "leads", "lead"));
        m_text += worded("- %1 of %2 from finish to start; %3\n", s.finishToStart, count(s.links, "link", "links"),
                         count(s.leads, "lead", "leads"));
        m_text += worded("- %1; %2 with negative float\n", count(s.constraints, "constraint", "constraints"),
                         count(s.negativeFloat, "activity", "activities"));
        m_text +=
            worded("- %1 of %2 critical; %3 of %4 from quantities\n\n", s.critical,
                   count(s.activities, "activity", "activities"), s.measured, count(s.tasks, "duration", "durations"));
    }

    void changes() {
        if (!m_previous) return;
        m_text += worded("## Changes since %1\n\n", plain(m_previousName));
        const auto differences = compare(*m_previous, m_now, MatchBy::identity);
        const auto counts = countsOf(differences);
        if (differences.empty()) m_text += worded("None.\n");
        for (std::size_t kind = 0; kind < differenceKinds; ++kind) {
            const auto which = static_cast<DifferenceKind>(kind);
            if (counts[kind] == 0 || which == DifferenceKind::date || which == DifferenceKind::floats) continue;
            m_text += "- " + worded(nameOf(which)) + ": ";
            std::size_t shown = 0;
            std::set<std::string> told;
            for (const Difference& d : differences) {
                if (d.kind != which) continue;
                std::string one = plain(d.key) + " " + d.what;
                if (!d.before.empty() && !d.after.empty()) one += worded(" %1 to %2", plain(d.before), plain(d.after));
                if (which == DifferenceKind::added || which == DifferenceKind::removed)
                    one = plain(d.key + " " + d.name);
                if (!told.insert(one).second) continue;
                if (shown == 15) {
                    m_text += worded(" … %1 in all", counts[kind]);
                    break;
                }
                m_text += (shown++ == 0 ? "" : "; ") + one;
            }
            m_text += "\n";
        }
        m_text += "\n";
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    const Calculated& m_now;
    const Calculated* m_previous;
    const std::string& m_previousName;
    const Odds* m_odds;
    std::string m_text;
};

} // namespace

NetworkCounts networkCountsOf(const Calculated& calculated) {
    const Programme& p = calculated.programme;
    NetworkCounts s;
    std::set<ActivityId> waits, leads;
    for (const Link& link : p.links) {
        waits.insert(link.to);
        leads.insert(link.from);
        ++s.links;
        if (link.type == LinkType::fs) ++s.finishToStart;
        if (link.lag < 0) ++s.leads;
    }
    for (std::size_t i = 0; i < p.activities.size(); ++i) {
        const Activity& activity = p.activities[i];
        if (activity.kind == ActivityKind::hammock) continue;
        ++s.activities;
        if (!waits.contains(activity.id)) ++s.noPredecessor;
        if (!leads.contains(activity.id)) ++s.noSuccessor;
        if (activity.constraint) ++s.constraints;
        if (activity.kind == ActivityKind::task) {
            ++s.tasks;
            if (activity.measure && activity.measure->crews) ++s.measured;
        }
        if (!calculated.schedule.ok()) continue;
        const ActivityFigures& f = calculated.schedule.activities[i];
        if (f.critical && f.state != NodeState::complete) ++s.critical;
        if (f.totalFloat && *f.totalFloat < 0) ++s.negativeFloat;
    }
    return s;
}

std::string draftNarrative(const Calculated& now, const Calculated* previous, const std::string& previousName,
                           const Odds* odds) {
    return Drafter(now, previous, previousName, odds).run();
}

} // namespace yarrin
