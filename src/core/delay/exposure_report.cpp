// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/exposure_report.h"

namespace yarrin {

Result<ExposureReport> exposureReport(std::span<const Stand> stands, const DelayAnalysis& impact) {
    ExposureReport report;
    auto course = exposureCourse(stands);
    if (!course.ok()) return course.errors();
    report.course = std::move(course).value();
    const Programme& now = stands.back().programme;
    const Schedule dates = schedule(now);
    if (!dates.ok()) return dates.errors;
    report.cost = prolongationOf(impact, now);
    report.stepCosts = prolongationsOf(impact, now);
    report.accounts = damagesAccounts(now, dates.sections);
    report.account = totalAccount(now, report.accounts);
    report.otherwise = exposureOtherwise(now, dates.sections);
    report.paid = paidSums(impact, stands);
    report.recoveries = recoveriesOf(impact, now);
    report.overheads = overheadsOf(now, dates, report.paid);
    for (const MeasuredMile& mile : now.miles) {
        const OutputHistory& history =
            report.outputs.try_emplace(mile.item, OutputHistory(stands, mile.item)).first->second;
        report.miles.push_back(figuresOf(mile, history));
    }
    return report;
}

} // namespace yarrin
