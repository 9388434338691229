// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/reports/report.h"
#include "app/sheets/paper_sheet.h"

#include <memory>

namespace yarrin {

/// A report on pages of paper, from top to bottom: headings stay with what follows, tables repeat their head, rows and
/// charts are not torn. Where pages are limited, all of it is set smaller.
class ReportSheet : public PaperSheet {
public:
    explicit ReportSheet(std::shared_ptr<const Report> report) : m_report(std::move(report)) {}
    [[nodiscard]] Result<std::shared_ptr<const LaidSheet>> layOut(const SheetPaper& paper) const override;
    [[nodiscard]] QString title() const override { return m_report->job; }
    [[nodiscard]] QString name() const override { return m_report->title; }
    [[nodiscard]] QString shows() const override { return m_report->revision; }
    /// Also as Markdown with its charts beside it (.md), and its tables as a workbook (.xlsx) or text (.csv).
    [[nodiscard]] Result<QStringList> write(const QString& path, const SheetPaper& paper) const override;
    [[nodiscard]] const Report& report() const { return *m_report; }

private:
    std::shared_ptr<const Report> m_report;
};

} // namespace yarrin
