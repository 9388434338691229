// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sitetime/weather_bars.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "chart/layout/time_scale.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {
constexpr double foot = 14;
constexpr double head = 14;
} // namespace

WeatherBars::WeatherBars(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("weatherBars"));
    setAccessibleName(tr("Weather allowance, working days lost by month"));
    setFocusPolicy(Qt::StrongFocus);
    setFixedHeight(92);
    setToolTip(
        tr("Click above or below a bar's top, turn the wheel or type a number: working days lost in that month"));
}

void WeatherBars::present(const std::optional<std::array<int, 12>>& days, bool own, bool editable) {
    m_days = days;
    m_own = own;
    m_editable = editable;
    update();
}

QRectF WeatherBars::column(int month) const {
    const double step = width() / 12.0;
    return {month * step, head, step - 4, height() - foot - head};
}

int WeatherBars::monthAt(double x) const {
    return std::clamp(int(x / (width() / 12.0)), 0, 11);
}

void WeatherBars::choose(int month) {
    m_month = month;
    m_typed = -1;
    setAccessibleDescription(
        tr("%1: %2").arg(show::monthName(unsigned(month + 1))).arg(m_days ? (*m_days)[std::size_t(month)] : 0));
    update();
}

void WeatherBars::want(int days) {
    const int now = m_days ? (*m_days)[std::size_t(m_month)] : 0;
    days = std::clamp(days, 0, 31);
    if (m_editable && days != now) emit daysWanted(m_month, days);
}

void WeatherBars::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    int most = 6;
    if (m_days) most = std::max(most, *std::max_element(m_days->begin(), m_days->end()));
    QFont small = secondaryFont();
    for (int month = 0; month < 12; ++month) {
        const QRectF box = column(month);
        const int days = m_days ? (*m_days)[std::size_t(month)] : 0;
        const double tall = box.height() * days / most;
        const QRectF bar(box.left(), box.bottom() - tall, box.width(), tall);
        QColor fill = t.near;
        fill.setAlpha(m_own ? 200 : 90);
        if (days > 0) {
            painter.setPen(QPen(t.nearDone, 1, m_own ? Qt::SolidLine : Qt::DashLine));
            painter.setBrush(fill);
            painter.drawRect(bar.adjusted(0.5, 0.5, -0.5, -0.5));
        } else {
            painter.setPen(QPen(t.rule, 1));
            painter.drawLine(box.bottomLeft(), box.bottomRight());
        }
        painter.setPen(days > 0 ? t.ink : t.muted);
        painter.setFont(small);
        painter.drawText(QRectF(box.left() - 4, bar.top() - head, box.width() + 8, head), Qt::AlignCenter,
                         QString::number(days));
        painter.setPen(hasFocus() && month == m_month ? t.accent : t.muted);
        painter.setFont(hasFocus() && month == m_month ? boldened(small) : small);
        painter.drawText(QRectF(box.left() - 4, box.bottom(), box.width() + 8, foot), Qt::AlignCenter,
                         show::monthName(unsigned(month + 1)).left(1));
        if (hasFocus() && month == m_month) {
            painter.setPen(QPen(t.accent, 1.5));
            painter.drawLine(QPointF(box.left(), height() - 1), QPointF(box.right(), height() - 1));
        }
    }
}

void WeatherBars::mousePressEvent(QMouseEvent* event) {
    choose(monthAt(event->position().x()));
    const int now = m_days ? (*m_days)[std::size_t(m_month)] : 0;
    int most = 6;
    if (m_days) most = std::max(most, *std::max_element(m_days->begin(), m_days->end()));
    const QRectF box = column(m_month);
    const double top = box.bottom() - box.height() * now / most;
    want(now + (event->position().y() < top ? 1 : -1));
}

void WeatherBars::wheelEvent(QWheelEvent* event) {
    choose(monthAt(event->position().x()));
    want((m_days ? (*m_days)[std::size_t(m_month)] : 0) + (event->angleDelta().y() > 0 ? 1 : -1));
    event->accept();
}

void WeatherBars::keyPressEvent(QKeyEvent* event) {
    const int now = m_days ? (*m_days)[std::size_t(m_month)] : 0;
    if (event->key() >= Qt::Key_0 && event->key() <= Qt::Key_9) {
        const int digit = event->key() - Qt::Key_0;
        const int both = m_typed * 10 + digit;
        const bool second = m_typed > 0 && both <= 31;
        const int typed = second ? -1 : digit;
        want(second ? both : digit);
        m_typed = typed;
        return;
    }
    switch (event->key()) {
    case Qt::Key_Left:
        return choose(std::max(0, m_month - 1));
    case Qt::Key_Right:
        return choose(std::min(11, m_month + 1));
    case Qt::Key_Up:
        return want(now + 1);
    case Qt::Key_Down:
        return want(now - 1);
    case Qt::Key_Delete:
        return want(0);
    default:
        QWidget::keyPressEvent(event);
    }
}

} // namespace yarrin
