// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/painted_parts.h"
#include "store/portfolio.h"

#include <QWidget>

#include <memory>
#include <vector>

namespace yarrin {

/// Sections of many jobs against one time: where each stands, its contract date as extended, and what lies between.
class PortfolioChart : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    explicit PortfolioChart(QWidget* parent = nullptr);

    struct Row {
        std::size_t job = 0;
        const JobSummary::Of* section = nullptr;
    };
    void setJobs(std::shared_ptr<const std::vector<PortfolioJob>> jobs, std::vector<Row> rows, Date today);
    void choose(int row);
    /// Where a row is drawn, and a day along it.
    [[nodiscard]] QRect rowAt(int row) const;
    [[nodiscard]] double xOf(Date day) const;
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void chosen(int row);
    void opened(int row);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] int rowAt(QPoint at) const;
    void paintRow(QPainter& painter, int row) const;
    [[nodiscard]] QString nameOf(int row) const;
    /// What hovering over it says; nothing of a file that is no job.
    [[nodiscard]] QStringList wordsOf(int row) const;

    std::shared_ptr<const std::vector<PortfolioJob>> m_jobs;
    std::vector<Row> m_rows;
    Date m_today, m_first, m_last;
    int m_chosen = -1;
};

} // namespace yarrin
