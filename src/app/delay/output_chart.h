// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/painted_parts.h"
#include "core/delay/measured_mile.h"

#include <QWidget>

namespace yarrin {

/// Output a crew-hour week by week, with the two spans of a measured mile. Dragging marks the span that is being
/// chosen; Left and Right move it by a week, with Shift its end.
class OutputChart : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    explicit OutputChart(QWidget* parent = nullptr);

    void present(const OutputHistory& history, const MeasuredMile& mile, const MileFigures& figures,
                 const QString& unit);
    void clear(const QString& why);
    /// Which span is marked: the one without disruption, or the disturbed one.
    void setMarking(bool hurt);
    [[nodiscard]] bool marksHurt() const { return m_hurt; }
    [[nodiscard]] int xOf(Date date) const;
    [[nodiscard]] Date dateAt(int x) const;
    [[nodiscard]] std::size_t weeks() const { return m_weeks.size(); }
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void spanChosen(bool hurt, Date from, Date to);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    struct Week {
        Date first;
        Output output;
    };
    [[nodiscard]] QString wordsOf(const Week& week) const;
    using Span = std::optional<std::pair<Date, Date>>;
    void paintSpan(QPainter& painter, const Span& span, const QColor& colour, const QString& words, double rate);
    void paintAxis(QPainter& painter);
    [[nodiscard]] double yOf(double rate) const;
    [[nodiscard]] Span marked() const { return m_hurt ? m_spans[1] : m_spans[0]; }

    std::vector<Week> m_weeks;
    Span m_spans[2]; ///< without disruption, disturbed
    MileFigures m_figures;
    QString m_unit, m_empty;
    double m_most = 0;
    bool m_hurt = false;
    std::optional<Date> m_dragFrom, m_dragTo;
};

} // namespace yarrin
