// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sitetime/year_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "chart/paint/calendar_painter.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace yarrin {

YearChart::YearChart(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("yearChart"));
    setAccessibleName(tr("Days of the year"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
}

void YearChart::present(const ResolvedCalendar& calendar, std::size_t ownFrom, bool weatherIsOwn) {
    m_calendar = calendar;
    m_ownFrom = ownFrom;
    m_weatherIsOwn = weatherIsOwn;
    relayout();
}

void YearChart::relayout() {
    m_layout = layOutYear(m_calendar, m_ownFrom, m_weatherIsOwn, m_year, m_month, width() - 4, height() - 4,
                          preferences().firstWeekday);
    update();
}

void YearChart::showYear(int year) {
    m_year = std::clamp(year, firstYear + 1, lastYear - 1);
    relayout();
    emit shownChanged();
}

void YearChart::showMonth(std::optional<unsigned> month) {
    m_month = month;
    relayout();
    emit shownChanged();
}

void YearChart::step(int by) {
    if (!m_month) return showYear(m_year + by);
    const int at = m_year * 12 + int(*m_month) - 1 + by;
    m_month = unsigned(at % 12 + 1);
    showYear(at / 12);
}

void YearChart::choose(std::set<Date> dates) {
    m_chosen = std::move(dates);
    m_anchor = m_current = m_chosen.empty() ? std::nullopt : std::optional(*m_chosen.begin());
    changed();
}

void YearChart::changed() {
    QString words = m_current ? show::weekdayDate(*m_current) : QString();
    if (m_current)
        if (const DayShape* day = m_layout.day(*m_current))
            words += QStringLiteral(", ") + (day->work.empty() ? tr("no work") : show::text(dayWorkText(day->work))) +
                     (day->name.empty() ? QString() : QStringLiteral(", ") + show::text(day->name));
    setAccessibleDescription(words);
    update();
    emit chosenChanged();
}

void YearChart::range(Date from, Date to, bool add) {
    if (to < from) std::swap(from, to);
    m_chosen = add ? m_kept : std::set<Date>{};
    for (Date date = from; date <= to; date = date + 1) m_chosen.insert(date);
    changed();
}

void YearChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.translate(2, 2);
    paintYear(painter, m_layout, {theme(), m_chosen, hasFocus() ? m_current : std::nullopt, {}});
}

void YearChart::resizeEvent(QResizeEvent*) {
    relayout();
}

void YearChart::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    const double x = event->position().x() - 2, y = event->position().y() - 2;
    const bool add = event->modifiers().testFlag(Qt::ControlModifier);
    const bool extend = event->modifiers().testFlag(Qt::ShiftModifier);
    if (const DayShape* day = m_layout.dayAt(x, y)) {
        const Date date = day->date;
        m_kept = add ? m_chosen : std::set<Date>{};
        m_current = date;
        if (extend && m_anchor) return range(*m_anchor, date, add);
        m_anchor = date;
        m_dragging = true;
        if (add && m_chosen.contains(date)) {
            m_dragging = false;
            m_chosen.erase(date);
            return changed();
        }
        return range(date, date, add);
    }
    if (const auto head = m_layout.headAt(x, y)) {
        // All of that weekday: of the month, or with Shift of the year.
        std::set<Date> dates = add ? m_chosen : std::set<Date>{};
        for (const MonthShape& month : m_layout.months)
            for (const DayShape& one : month.days)
                if (weekday(one.date) == head->weekday && (extend || month.month == head->month))
                    dates.insert(one.date);
        return choose(std::move(dates));
    }
    if (const auto month = m_layout.titleAt(x, y)) return showMonth(m_month ? std::nullopt : month);
    choose({});
}

void YearChart::mouseMoveEvent(QMouseEvent* event) {
    const double x = event->position().x() - 2, y = event->position().y() - 2;
    const DayShape* day = m_layout.dayAt(x, y);
    setCursor(day || m_layout.headAt(x, y) || m_layout.titleAt(x, y) ? Qt::PointingHandCursor : Qt::ArrowCursor);
    if (!m_dragging || !day || !m_anchor || m_current == day->date) return;
    m_current = day->date;
    range(*m_anchor, day->date, true);
}

void YearChart::mouseReleaseEvent(QMouseEvent*) {
    m_dragging = false;
}

void YearChart::mouseDoubleClickEvent(QMouseEvent* event) {
    if (const DayShape* day = m_layout.dayAt(event->position().x() - 2, event->position().y() - 2); day && !m_month)
        showMonth(yearMonthDay(day->date).month);
}

void YearChart::moveTo(Date date, bool extend) {
    const auto day = yearMonthDay(date);
    if (day.year != m_year) showYear(day.year);
    if (m_month && *m_month != day.month) showMonth(day.month);
    m_current = date;
    if (!extend || !m_anchor) m_anchor = date;
    m_kept.clear();
    range(*m_anchor, date, false);
}

void YearChart::keyPressEvent(QKeyEvent* event) {
    const bool extend = event->modifiers().testFlag(Qt::ShiftModifier);
    const Date at = m_current.value_or(dateFrom(m_year, m_month.value_or(1), 1));
    switch (event->key()) {
    case Qt::Key_Left:
        return moveTo(at + -1, extend);
    case Qt::Key_Right:
        return moveTo(at + 1, extend);
    case Qt::Key_Up:
        return moveTo(at + -7, extend);
    case Qt::Key_Down:
        return moveTo(at + 7, extend);
    case Qt::Key_PageUp:
        return step(-1);
    case Qt::Key_PageDown:
        return step(1);
    case Qt::Key_Return:
    case Qt::Key_Enter:
        return showMonth(m_month ? std::nullopt : std::optional(yearMonthDay(at).month));
    case Qt::Key_Escape:
        if (m_month) return showMonth({});
        return choose({});
    case Qt::Key_Delete:
        return emit offWanted();
    case Qt::Key_Backspace:
        return emit backWanted();
    default:
        QWidget::keyPressEvent(event);
    }
}

bool YearChart::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        if (const DayShape* day = m_layout.dayAt(help->pos().x() - 2, help->pos().y() - 2)) {
            QString words = show::weekdayDate(day->date);
            words += QLatin1Char('\n') + wordsOf(*day);
            QToolTip::showText(help->globalPos(), words, this);
        } else {
            QToolTip::hideText();
        }
        return true;
    }
    return QWidget::event(event);
}

QString YearChart::wordsOf(const DayShape& day) const {
    QString words;
    if (!day.name.empty()) words = show::text(day.name) + QLatin1Char('\n');
    return words + (day.work.empty() ? tr("no work") : show::text(dayWorkText(day.work)));
}

std::vector<PaintedPart> YearChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    for (const MonthShape& month : m_layout.months)
        for (const DayShape& day : month.days) {
            PaintedPart part;
            part.name = show::weekdayDate(day.date);
            part.value = wordsOf(day).replace(QLatin1Char('\n'), QLatin1String(", "));
            part.role = QAccessible::Cell;
            part.rect = QRectF(day.box.x + 2, day.box.y + 2, day.box.width, day.box.height).toRect();
            part.chosen = m_current == day.date;
            parts.push_back(std::move(part));
        }
    return parts;
}

} // namespace yarrin
