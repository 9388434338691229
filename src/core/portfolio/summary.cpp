// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/portfolio/summary.h"

#include "core/base/text.h"
#include "core/contract/damages.h"
#include "core/labour/demand.h"

#include <algorithm>
#include <map>

namespace yarrin {

const JobSummary::Of* JobSummary::worst() const {
    const Of* found = nullptr;
    for (const Of& one : sections)
        if (one.daysLate &&
            (!found || *one.daysLate > *found->daysLate || (*one.daysLate == *found->daysLate && one.key < found->key)))
            found = &one;
    return found;
}

namespace {

std::vector<JobSummary::Need> needsOf(const Programme& programme, const Schedule& dates) {
    std::vector<JobSummary::Need> needs;
    Demand demand(programme, dates);
    for (std::size_t i = 0; i < demand.book().size(); ++i) {
        const Resource& one = demand.book()[i];
        const bool counted = one.kind == ResourceKind::trade || one.kind == ResourceKind::plant;
        if (!counted || demand.inQuantities(i)) continue;
        JobSummary::Need need{one.name, {}};
        for (const DemandRow& row : demand.rows(demand.days(i), DemandBy::month, i))
            if (row.demand.sign() > 0)
                need.months.emplace_back(monthOf(row.from).first, row.demand.rounded(2).value_or(Decimal()));
        if (!need.months.empty()) needs.push_back(std::move(need));
    }
    std::sort(needs.begin(), needs.end(), [](const auto& a, const auto& b) { return a.name < b.name; });
    return needs;
}

} // namespace

std::pair<Date, Decimal> NeedOfAll::most() const {
    std::pair<Date, Decimal> found{};
    for (const auto& [month, number] : months)
        if (found.second < number) found = {month, number};
    return found;
}

std::size_t NeedOfAll::monthsOver() const {
    return has ? std::size_t(
                     std::count_if(months.begin(), months.end(), [&](const auto& one) { return *has < one.second; }))
               : 0;
}

std::vector<NeedOfAll> needsOfAll(const std::vector<const JobSummary*>& jobs,
                                  const std::vector<std::pair<std::string, Decimal>>& has) {
    std::map<std::string, NeedOfAll> all;
    std::map<std::string, std::map<Date, Fraction>> sums;
    for (std::size_t job = 0; job < jobs.size(); ++job)
        for (const JobSummary::Need& need : jobs[job]->needs) {
            NeedOfAll& one = all[lowered(need.name)];
            if (one.name.empty()) one.name = need.name;
            one.byJob.resize(jobs.size());
            one.byJob[job] = need.months;
            for (const auto& [month, number] : need.months) {
                Fraction& sum = sums[lowered(need.name)][month];
                sum = sum + Fraction(number);
            }
        }
    std::vector<NeedOfAll> list;
    for (auto& [key, one] : all) {
        for (const auto& [month, sum] : sums[key]) one.months.emplace_back(month, sum.rounded(2).value_or(Decimal()));
        for (const auto& [name, number] : has)
            if (lowered(name) == key) one.has = number;
        list.push_back(std::move(one));
    }
    return list;
}

JobSummary summaryOf(const Programme& programme, const Schedule& dates) {
    JobSummary summary;
    const Job& job = programme.job;
    summary.title = job.title;
    summary.currency = job.currency;
    summary.start = dateOf(job.start);
    summary.activities = std::int64_t(programme.activities.size());
    if (job.dataDate) summary.dataDate = dateOf(*job.dataDate);
    summary.calculated = dates.ok();
    // Clocks run from long ago, so that none is left out; whether they have lapsed is asked later.
    constexpr int ever = 1'000'000;
    for (const NoticeDue& due :
         noticesDue(programme, clockDay(job, job.dataDate ? dateOf(*job.dataDate) : Date{}), ever)) {
        const DelayEvent* event = programme.events.row(due.event);
        if (event && due.clock.due) summary.notices.push_back({event->key, event->title, due.duty, *due.clock.due});
    }
    std::stable_sort(summary.notices.begin(), summary.notices.end(), [](const auto& a, const auto& b) {
        return std::tuple(a.due, a.event, a.duty) < std::tuple(b.due, b.event, b.duty);
    });
    if (!dates.ok()) return summary;
    if (dates.programmeFinish && !programme.activities.empty()) summary.finish = completionDate(*dates.programmeFinish);
    for (std::size_t i = 0; i < programme.sections.size(); ++i) {
        const Section& section = programme.sections[i];
        const SectionFigures& figures = dates.sections[i];
        summary.sections.push_back(
            {section.key, section.name, figures.forecast, section.completion, figures.extended, figures.daysLate});
    }
    const auto sum = [&](const Fraction& value) {
        return value.rounded(minorDigits(job.currency)).value_or(Decimal());
    };
    summary.unrelieved = sum(dates.damages.unrelieved);
    summary.assessed = sum(dates.damages.assessed);
    summary.claimed = sum(dates.damages.claimed);
    summary.needs = needsOf(programme, dates);
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& one = programme.activities[i];
        const ActivityFigures& figures = dates.activities[i];
        if (!isMilestone(one.kind) || figures.aside) continue;
        const bool starts = one.kind == ActivityKind::startMilestone;
        summary.milestones.push_back({one.key, one.name, starts ? figures.earlyStart : figures.earlyFinish,
                                      figures.state == NodeState::complete});
    }
    return summary;
}

} // namespace yarrin
