// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/reports/facts.h"
#include "app/reports/report.h"
#include "core/contract/notices.h"

namespace yarrin {

/// A view of the job as a report. An error where there is nothing to show, or what it is of is gone. Any thread.
[[nodiscard]] Result<std::shared_ptr<const Report>> reportOf(const std::shared_ptr<const SheetFacts>& facts);

/// What stands alike in several reports.
namespace passage {
/// A line of figures for each section: dates, lateness, damages.
void sections(Report& report, const SheetFacts& facts);
void exposure(Report& report, const std::shared_ptr<const SheetFacts>& facts);
void lines(Report& report, const SheetFacts& facts);
void cash(Report& report, const std::shared_ptr<const SheetFacts>& facts, bool months);
void soundness(Report& report, const SheetFacts& facts, bool findings);
/// What to put aside, how likely each date is and, where they were looked for, what drives it.
void odds(Report& report, const std::shared_ptr<const SheetFacts>& facts);
/// Forecast completion at each stand.
void course(Report& report, const std::shared_ptr<const SheetFacts>& facts);
[[nodiscard]] QString sectionName(const Programme& programme, SectionId id);
/// How a notice stands against its period.
[[nodiscard]] QString clockText(const NoticeClock& clock);
} // namespace passage

[[nodiscard]] Result<std::shared_ptr<const Report>> statementOf(const std::shared_ptr<const SheetFacts>& facts);
[[nodiscard]] Result<std::shared_ptr<const Report>> monthlyReportOf(const std::shared_ptr<const SheetFacts>& facts);
/// The parts of a statement or a monthly report, those that it has by itself where none are chosen.
[[nodiscard]] std::vector<SheetPart> partsOf(const KeptSheet& sheet);

} // namespace yarrin
