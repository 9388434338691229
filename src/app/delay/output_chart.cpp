// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/output_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include <cmath>

namespace yarrin {

namespace {

constexpr int left = 52, right = 16, top = 40, foot = 24;

/// To three digits where it is small.
QString chartFigure(double value) {
    const double digits = std::abs(value) < 1 ? 1000 : std::abs(value) < 100 ? 100 : 1;
    const auto rounded = Decimal::fromDouble(std::round(value * digits) / digits);
    return rounded ? show::number(*rounded) : QString();
}

} // namespace

OutputChart::OutputChart(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("outputChart"));
    setAccessibleName(tr("Output a crew-hour week by week"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(230);
    setCursor(Qt::CrossCursor);
}

void OutputChart::present(const OutputHistory& history, const MeasuredMile& mile, const MileFigures& figures,
                          const QString& unit) {
    m_weeks.clear();
    m_most = 0;
    m_empty.clear();
    m_unit = unit;
    m_figures = figures;
    const auto span = [](const std::optional<Date>& from, const std::optional<Date>& to) -> Span {
        return from && to ? Span({*from, *to}) : std::nullopt;
    };
    m_spans[0] = span(mile.quietFrom, mile.quietTo);
    m_spans[1] = span(mile.hurtFrom, mile.hurtTo);
    const auto days = history.days();
    if (!days)
        return clear(tr("Nothing was recorded as done of this work item: progress with quantities makes its output."));
    for (Date week = days->first + -weekday(days->first); week <= days->second; week = week + 7) {
        m_weeks.push_back({week, history.within(week, week + 6)});
        m_most = std::max(m_most, m_weeks.back().output.rate());
    }
    setAccessibleDescription(figures.whyNot.empty()
                                 ? tr("%1 without disruption, %2 with it")
                                       .arg(chartFigure(figures.quiet.rate()), chartFigure(figures.hurt.rate()))
                                 : show::text(figures.whyNot));
    update();
}

void OutputChart::clear(const QString& why) {
    m_weeks.clear();
    m_empty = why;
    setAccessibleDescription(why);
    update();
}

void OutputChart::setMarking(bool hurt) {
    m_hurt = hurt;
    update();
}

int OutputChart::xOf(Date date) const {
    if (m_weeks.empty()) return left;
    const double wide = double(width() - left - right) / double(7 * m_weeks.size());
    return left + int(std::lround(wide * (date - m_weeks.front().first)));
}

Date OutputChart::dateAt(int x) const {
    if (m_weeks.empty()) return {};
    const double wide = double(width() - left - right) / double(7 * m_weeks.size());
    const int days = int(std::floor((x - left) / wide));
    return m_weeks.front().first + std::clamp(days, 0, int(7 * m_weeks.size()) - 1);
}

double OutputChart::yOf(double rate) const {
    const double high = height() - top - foot;
    return height() - foot - (m_most > 0 ? rate / m_most * high * 0.92 : 0);
}

void OutputChart::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || m_weeks.empty()) return;
    setFocus();
    m_dragFrom = m_dragTo = dateAt(event->pos().x());
    update();
}

void OutputChart::mouseMoveEvent(QMouseEvent* event) {
    if (!m_dragFrom) return;
    m_dragTo = dateAt(event->pos().x());
    update();
}

void OutputChart::mouseReleaseEvent(QMouseEvent* event) {
    if (!m_dragFrom || event->button() != Qt::LeftButton) return;
    const Date from = std::min(*m_dragFrom, *m_dragTo), to = std::max(*m_dragFrom, *m_dragTo);
    m_dragFrom.reset();
    m_dragTo.reset();
    update();
    // A click marks nothing.
    if (from != to) emit spanChosen(m_hurt, from, to);
}

void OutputChart::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && m_dragFrom) {
        m_dragFrom.reset();
        return update();
    }
    const bool back = event->key() == Qt::Key_Left;
    if (m_weeks.empty() || (!back && event->key() != Qt::Key_Right)) return QWidget::keyPressEvent(event);
    const Date first = m_weeks.front().first, last = m_weeks.back().first + 6;
    auto [from, to] = marked().value_or(std::pair{first, std::min(last, first + 27)});
    const int step = !marked() ? 0 : back ? -7 : 7;
    if (event->modifiers() & Qt::ShiftModifier) {
        to = std::clamp(to + step, from, last);
    } else if (from + step >= first && to + step <= last) {
        from = from + step;
        to = to + step;
    }
    emit spanChosen(m_hurt, from, to);
}

bool OutputChart::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip || m_weeks.empty()) return QWidget::event(event);
    auto* help = static_cast<QHelpEvent*>(event);
    const Date day = dateAt(help->pos().x());
    for (const Week& week : m_weeks)
        if (day >= week.first && day <= week.first + 6) QToolTip::showText(help->globalPos(), wordsOf(week), this);
    return true;
}

QString OutputChart::wordsOf(const Week& week) const {
    return tr("Week of %1: %2 %3 in %4 crew-hours, %5 an hour")
        .arg(show::date(week.first), chartFigure(week.output.quantity), m_unit, chartFigure(week.output.crewHours),
             chartFigure(week.output.rate()));
}

std::vector<PaintedPart> OutputChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    for (const Week& week : m_weeks) {
        PaintedPart part;
        part.name = wordsOf(week);
        const Date last = week.first + 6;
        const auto within = [&](const Span& span) { return span && week.first <= span->second && last >= span->first; };
        if (within(m_spans[0])) part.value = tr("without disruption");
        if (within(m_spans[1])) part.value = tr("disturbed");
        part.rect = QRect(QPoint(xOf(week.first), top), QPoint(xOf(week.first + 7) - 1, height() - foot));
        part.chosen = within(marked());
        parts.push_back(std::move(part));
    }
    return parts;
}

void OutputChart::paintSpan(QPainter& painter, const Span& span, const QColor& colour, const QString& words,
                            double rate) {
    if (!span) return;
    const int a = xOf(span->first), b = xOf(span->second + 1);
    QColor wash = colour;
    wash.setAlpha(38);
    painter.fillRect(QRect(a, top, b - a, height() - top - foot), wash);
    painter.setPen(colour);
    painter.drawLine(a, top, a, height() - foot);
    painter.drawLine(b, top, b, height() - foot);
    painter.setFont(boldened(secondaryFont()));
    painter.drawText(QRect(a + 4, top - 18, std::max(110, b - a), 18), Qt::AlignVCenter, words);
    if (rate <= 0) return;
    QPen level(colour, 2);
    painter.setPen(level);
    const int y = int(yOf(rate));
    painter.drawLine(a, y, b, y);
    painter.drawText(QRect(a + 4, y - 18, 120, 16), Qt::AlignVCenter, chartFigure(rate));
}

void OutputChart::paintAxis(QPainter& painter) {
    const Theme& t = theme();
    painter.setFont(secondaryFont());
    painter.setPen(t.muted);
    painter.drawLine(left, height() - foot, width() - right, height() - foot);
    painter.drawText(QRect(0, 4, left + 110, 18), Qt::AlignVCenter, tr("%1 a crew-hour").arg(m_unit));
    painter.drawText(QRect(0, int(yOf(m_most)) - 9, left - 6, 18), Qt::AlignRight | Qt::AlignVCenter,
                     chartFigure(m_most));
    painter.drawText(QRect(0, int(yOf(m_most / 2)) - 9, left - 6, 18), Qt::AlignRight | Qt::AlignVCenter,
                     chartFigure(m_most / 2));
    int free = left;
    for (const Week& week : m_weeks) {
        const YearMonthDay day = yearMonthDay(week.first);
        if (day.day > 7) continue;
        const int x = xOf(week.first);
        if (x < free) continue;
        const QString words = show::date(week.first).section(QLatin1Char(' '), 1);
        painter.drawText(QRect(x, height() - foot + 4, 80, 16), Qt::AlignVCenter, words);
        free = x + painter.fontMetrics().horizontalAdvance(words) + 10;
    }
}

void OutputChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    if (m_weeks.empty()) {
        painter.setPen(t.muted);
        painter.setFont(bodyFont());
        painter.drawText(rect().adjusted(8, 8, -8, -8), Qt::AlignTop | Qt::TextWordWrap, m_empty);
        return;
    }
    for (const Week& week : m_weeks) {
        const int a = xOf(week.first), b = xOf(week.first + 7);
        const int y = int(yOf(week.output.rate()));
        if (week.output.crewHours > 0)
            painter.fillRect(QRect(a + 1, y, std::max(1, b - a - 2), height() - foot - y), t.activity);
    }
    const bool known = m_figures.whyNot.empty();
    paintSpan(painter, m_spans[0], t.goodText, tr("without disruption"), known ? m_figures.quiet.rate() : 0);
    paintSpan(painter, m_spans[1], t.criticalText, tr("disturbed"), known ? m_figures.hurt.rate() : 0);
    if (m_dragFrom)
        paintSpan(painter, std::pair{std::min(*m_dragFrom, *m_dragTo), std::max(*m_dragFrom, *m_dragTo)}, t.accent, {},
                  0);
    paintAxis(painter);
    if (hasFocus()) {
        painter.setPen(QPen(t.accent, 1));
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

} // namespace yarrin
