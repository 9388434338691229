// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/portfolio/summary.h"

#include "core/contract/damages.h"

#include <algorithm>

namespace yarrin {

const JobSummary::Of* JobSummary::worst() const {
    const Of* found = nullptr;
    for (const Of& one : sections)
        if (one.daysLate &&
            (!found || *one.daysLate > *found->daysLate || (*one.daysLate == *found->daysLate && one.key < found->key)))
            found = &one;
    return found;
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
    return summary;
}

} // namespace yarrin
