// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/labour/cost_page.h"
#include "app/labour/labour_findings.h"
#include "app/reports/facts.h"
#include "app/reports/report.h"
#include "core/progress/progress_lines.h"

namespace yarrin {

/// The charts of the application as pictures of a report, in the light look. Each holds what it paints.
namespace picture {

/// Sections over time, with what lateness costs.
[[nodiscard]] ReportPicture sections(const std::shared_ptr<const SheetFacts>& facts);
/// How one section's completion moved; none where the analysis has no figures for it.
[[nodiscard]] std::optional<ReportPicture> completion(const std::shared_ptr<const SheetFacts>& facts,
                                                      const SectionFigures& section, EventId chosen = {});
/// When a section may be complete, and what damages may come to; of facts with odds.
[[nodiscard]] ReportPicture oddsOfDate(const std::shared_ptr<const SheetFacts>& facts, const OddsOfDate& date);
[[nodiscard]] ReportPicture oddsOfMoney(const std::shared_ptr<const SheetFacts>& facts);
/// Exposure over the stands.
[[nodiscard]] ReportPicture exposure(const std::shared_ptr<const SheetFacts>& facts);
[[nodiscard]] ReportPicture lines(const ProgressLines& lines, const QString& unit);
/// Forecast dates of the sections at each stand, in days against their date.
[[nodiscard]] ReportPicture course(const std::shared_ptr<const SheetFacts>& facts);
[[nodiscard]] ReportPicture demand(const std::shared_ptr<const SheetFacts>& facts, const ResourceLine& line,
                                   const std::shared_ptr<const ResourceDemand>& demand);
[[nodiscard]] ReportPicture money(const std::shared_ptr<const CostFindings>& found);
/// A calendar's year.
[[nodiscard]] ReportPicture year(const std::shared_ptr<const SheetFacts>& facts, CalendarId calendar, int year);
/// Activities as bars in this order, over the time that they and a last day need; where there is another programme,
/// its dates as outlines.
[[nodiscard]] ReportPicture bars(FrozenState state, const std::vector<ActivityId>& rows, const QString& caption,
                                 std::optional<Date> dataDate,
                                 const std::shared_ptr<const Schedule>& outlined = nullptr);

} // namespace picture

} // namespace yarrin
