// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/odds_study.h"

#include <QWidget>

namespace yarrin {

/// What drives the date that is sure, ranked: bars of days, a chance that makes it earlier as an open bar that points
/// back. Up and Down choose, Enter or a click opens what it is.
class DriversList : public QWidget {
    Q_OBJECT
public:
    explicit DriversList(QWidget* parent = nullptr);

    /// Ranked by a section, or the finish; null findings show why there is nothing.
    void present(std::shared_ptr<const OddsStudy::Findings> findings, SectionId section, const QString& empty);
    [[nodiscard]] const std::vector<OddsDriver>& shown() const { return m_shown; }
    [[nodiscard]] QRect rowRect(std::size_t row) const;
    QSize sizeHint() const override;

signals:
    void opened(const yarrin::OddsDriver& driver);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] double daysOf(const OddsDriver& one) const;
    void paintRow(class QPainter& painter, std::size_t row, double most) const;

    std::shared_ptr<const OddsStudy::Findings> m_findings;
    std::size_t m_place = 0; ///< of the section among the days, or of the finish
    std::vector<OddsDriver> m_shown;
    QString m_empty;
    std::size_t m_current = 0;
};

} // namespace yarrin
