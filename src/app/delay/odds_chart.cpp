// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/odds_chart.h"

#include "app/base/look.h"
#include "core/odds/ranks.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace yarrin {

OddsChart::OddsChart(const QString& name, const QString& accessibleName, QWidget* parent) : QWidget(parent) {
    setObjectName(name);
    setAccessibleName(accessibleName);
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(scaled(190));
    setMouseTracking(true);
}

void OddsChart::present(OddsPlot::Content content) {
    m_plot = OddsPlot(std::move(content), theme());
    m_plot.setSize(size());
    m_empty.clear();
    setAccessibleDescription(m_plot.words());
    update();
}

void OddsChart::clear(const QString& why) {
    m_plot = {};
    m_empty = why;
    setAccessibleDescription(why);
    update();
}

void OddsChart::resizeEvent(QResizeEvent*) {
    m_plot.setSize(size());
}

void OddsChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    if (m_plot.empty()) {
        painter.setFont(bodyFont());
        painter.setPen(t.muted);
        painter.drawText(rect().adjusted(24, 0, -24, 0), Qt::AlignCenter | Qt::TextWordWrap, m_empty);
    } else {
        m_plot.setTheme(t);
        m_plot.drag(m_dragged);
        m_plot.paint(painter);
    }
    if (!hasFocus()) return;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(t.accent, 2));
    painter.drawRoundedRect(QRectF(rect()).adjusted(2, 2, -2, -2), 5, 5);
}

std::vector<PaintedPart> OddsChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    if (m_plot.empty()) return parts;
    for (const auto& [box, words] : m_plot.tagWords()) {
        PaintedPart& part = parts.emplace_back();
        part.name = words;
        part.rect = box;
        part.chosen = box == m_plot.tagOf(m_plot.content().sure);
    }
    for (const OddsPlot::Mark& mark : m_plot.content().marks) {
        const int x = m_plot.xOf(double(mark.at));
        if (x < 0 || x >= width()) continue;
        PaintedPart& part = parts.emplace_back();
        part.name = mark.text;
        part.value = mark.strong;
        part.rect = QRect(x - 3, 0, 7, height());
    }
    return parts;
}

void OddsChart::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || m_plot.empty()) return;
    setFocus();
    if (m_plot.tagOf(m_plot.content().sure).adjusted(-2, -6, 2, 2).contains(event->pos())) {
        m_dragged = m_plot.content().sure;
    } else if (const auto column = m_plot.columnAt(event->pos())) {
        emit columnChosen(column->first, column->second);
    }
}

void OddsChart::mouseMoveEvent(QMouseEvent* event) {
    if (m_dragged) {
        m_dragged = m_plot.sureAt(event->pos().x());
        update();
        return;
    }
    const bool grasps = !m_plot.empty() && m_plot.tagOf(m_plot.content().sure).contains(event->pos());
    setCursor(grasps ? Qt::SizeHorCursor : Qt::ArrowCursor);
}

void OddsChart::mouseReleaseEvent(QMouseEvent* event) {
    if (!m_dragged || event->button() != Qt::LeftButton) return;
    const int chosen = *std::exchange(m_dragged, {});
    update();
    if (chosen != m_plot.content().sure) emit sureChosen(chosen);
}

void OddsChart::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && m_dragged) {
        m_dragged.reset();
        return update();
    }
    const bool back = event->key() == Qt::Key_Left;
    if (m_plot.empty() || (!back && event->key() != Qt::Key_Right)) return QWidget::keyPressEvent(event);
    constexpr int step = 50;
    // To the next whole step of five per cent.
    const int next = back ? (m_plot.content().sure - 1) / step * step : (m_plot.content().sure / step + 1) * step;
    emit sureChosen(std::clamp(next, step, 1000 - step));
}

bool OddsChart::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    auto* help = static_cast<QHelpEvent*>(event);
    const auto column = m_plot.columnAt(help->pos());
    if (!column) return QWidget::event(event);
    const double upTo = shareUpTo(m_plot.content().sorted, column->second);
    const double before = shareUpTo(m_plot.content().sorted, column->first - 1);
    const QString where =
        column->first == column->second
            ? m_plot.content().value(column->first)
            : tr("%1 to %2").arg(m_plot.content().value(column->first), m_plot.content().value(column->second));
    QToolTip::showText(
        help->globalPos(),
        tr("%1: %2 % of the runs; %3 % by then")
            .arg(where, QString::number((upTo - before) * 100, 'f', 1), QString::number(upTo * 100, 'f', 1)),
        this);
    return true;
}

} // namespace yarrin
