// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/painted_parts.h"
#include "chart/layout/year_layout.h"

#include <QWidget>

#include <set>

namespace yarrin {

/// A year of a calendar, or one month of it large, with the days that are chosen.
class YearChart : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    explicit YearChart(QWidget* parent = nullptr);

    void present(const ResolvedCalendar& calendar, std::size_t ownFrom, bool weatherIsOwn);
    void showYear(int year);
    [[nodiscard]] int year() const { return m_year; }
    /// Shows one month large, or with none the year.
    void showMonth(std::optional<unsigned> month);
    [[nodiscard]] std::optional<unsigned> month() const { return m_month; }
    void step(int by); ///< a year, or the month shown large, on or back

    [[nodiscard]] const std::set<Date>& chosen() const { return m_chosen; }
    void choose(std::set<Date> dates);
    [[nodiscard]] const YearLayout& layoutNow() const { return m_layout; }
    [[nodiscard]] QSize sizeHint() const override { return {700, 280}; }
    [[nodiscard]] QSize minimumSizeHint() const override { return {340, 200}; }

    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void chosenChanged();
    void shownChanged(); ///< another year or month
    void offWanted();    ///< Delete: make the chosen days not work
    void backWanted();   ///< Backspace: back to the standard week

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    void relayout();
    [[nodiscard]] QString wordsOf(const DayShape& day) const;
    void range(Date from, Date to, bool add);
    void moveTo(Date date, bool extend);
    void changed();

    ResolvedCalendar m_calendar;
    std::size_t m_ownFrom = 0;
    bool m_weatherIsOwn = true;
    int m_year = 2027;
    std::optional<unsigned> m_month;
    YearLayout m_layout;
    std::set<Date> m_chosen;
    std::set<Date> m_kept; ///< what was chosen before a drag began
    std::optional<Date> m_anchor, m_current;
    bool m_dragging = false;
};

} // namespace yarrin
