// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sitetime/lost_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include <algorithm>

namespace yarrin {

namespace {

constexpr int leftEdge = 40, rightEdge = 16, topEdge = 14, footHeight = 24;

/// "Mar 2027".
} // namespace

LostChart::LostChart(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("lostChart"));
    setAccessibleName(tr("Days lost to weather by month"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(scaled(150));
}

void LostChart::present(std::vector<LostMonth> months, Date jobFrom, const QString& empty) {
    m_months = std::move(months);
    m_jobFrom = jobFrom;
    m_empty = empty;
    m_most = 4;
    bool there = false;
    for (const LostMonth& one : m_months) {
        m_most = std::max({m_most, one.days, one.allowed});
        there = there || one.month == m_chosen;
    }
    if (!there) m_chosen = m_months.empty() ? Date{} : m_months.back().month;
    choose(m_chosen);
}

void LostChart::choose(Date month) {
    m_chosen = month;
    for (const LostMonth& one : m_months)
        if (one.month == month) setAccessibleDescription(wordsOf(one));
    if (m_months.empty()) setAccessibleDescription(m_empty);
    update();
}

QString LostChart::wordsOf(const LostMonth& month) const {
    QString words = tr("%1: %2 lost, %3 allowed")
                        .arg(show::month(month.month), show::countOf(month.days, "day", "days"))
                        .arg(month.allowed);
    if (const auto rarity = rarityOf(m_months, month.month); rarity && rarity->years > 0 && month.days > month.allowed)
        words += tr("; as bad %1").arg(show::text(rarity->text()));
    if (!month.gaps.empty())
        words += tr("; %1 not recorded").arg(show::countOf(qint64(month.gaps.size()), "day", "days"));
    return words;
}

double LostChart::yOf(double days) const {
    return height() - footHeight - days / m_most * (height() - footHeight - topEdge);
}

QRect LostChart::columnOf(std::size_t month) const {
    const double wide = double(width() - leftEdge - rightEdge) / double(std::max<std::size_t>(m_months.size(), 1));
    const int x = leftEdge + int(wide * double(month));
    return {x, topEdge, std::max(1, int(wide * double(month + 1)) - int(wide * double(month))),
            height() - footHeight - topEdge};
}

void LostChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    painter.setFont(secondaryFont());
    painter.setPen(t.muted);
    if (m_months.empty()) painter.drawText(rect().adjusted(20, 0, -20, 0), Qt::AlignCenter | Qt::TextWordWrap, m_empty);
    for (int days = 0; !m_months.empty() && days <= m_most; days += m_most > 12 ? 5 : 2) {
        const int y = int(yOf(days));
        painter.setPen(t.rule);
        painter.drawLine(leftEdge, y, width() - rightEdge, y);
        painter.setPen(t.muted);
        painter.drawText(QRect(0, y - 9, leftEdge - 6, 18), Qt::AlignRight | Qt::AlignVCenter, QString::number(days));
    }
    int free = 0;
    for (std::size_t i = 0; i < m_months.size(); ++i) {
        const LostMonth& one = m_months[i];
        const QRect box = columnOf(i).adjusted(0, 0, columnOf(i).width() > 3 ? -1 : 0, 0);
        if (one.month == m_chosen) painter.fillRect(box, t.selection);
        const bool past = one.month < m_jobFrom;
        const int within = std::min(one.days, one.allowed);
        const auto bar = [&](double from, double to, const QColor& colour) {
            painter.fillRect(QRectF(box.left(), yOf(to), box.width(), yOf(from) - yOf(to)),
                             past ? mixed(colour, t.paper, 0.5) : colour);
        };
        bar(0, within, t.activity);
        if (one.days > within) bar(within, one.days, t.own);
        if (!one.gaps.empty()) {
            painter.setPen(t.criticalText);
            painter.drawText(box.adjusted(-4, 0, 4, 0), Qt::AlignBottom | Qt::AlignHCenter, QStringLiteral("?"));
        }
        painter.setPen(QPen(t.ink, 1.4));
        const int y = int(yOf(one.allowed));
        painter.drawLine(box.left(), y, box.right(), y);
        const YearMonthDay at = yearMonthDay(one.month);
        if (at.month != 1 || box.left() < free) continue;
        painter.setPen(t.muted);
        painter.drawText(QRect(box.left(), height() - footHeight + 3, 60, 18), Qt::AlignVCenter,
                         QString::number(at.year));
        free = box.left() + 44;
    }
    if (!hasFocus()) return;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(t.accent, 2));
    painter.drawRoundedRect(QRectF(rect()).adjusted(2, 2, -2, -2), 5, 5);
}

void LostChart::mousePressEvent(QMouseEvent* event) {
    for (std::size_t i = 0; i < m_months.size(); ++i) {
        const QRect box = columnOf(i);
        if (event->pos().x() < box.left() || event->pos().x() > box.right()) continue;
        choose(m_months[i].month);
        emit monthChosen(m_chosen);
        return;
    }
}

void LostChart::keyPressEvent(QKeyEvent* event) {
    const bool back = event->key() == Qt::Key_Left;
    if (m_months.empty() || (!back && event->key() != Qt::Key_Right)) return QWidget::keyPressEvent(event);
    std::size_t at = 0;
    while (at + 1 < m_months.size() && m_months[at].month < m_chosen) ++at;
    at = back ? (at > 0 ? at - 1 : 0) : std::min(at + 1, m_months.size() - 1);
    choose(m_months[at].month);
    emit monthChosen(m_chosen);
}

bool LostChart::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    auto* help = static_cast<QHelpEvent*>(event);
    for (std::size_t i = 0; i < m_months.size(); ++i)
        if (columnOf(i).contains(help->pos())) QToolTip::showText(help->globalPos(), wordsOf(m_months[i]), this);
    return true;
}

std::vector<PaintedPart> LostChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    for (std::size_t i = 0; i < m_months.size(); ++i) {
        PaintedPart part;
        part.name = show::month(m_months[i].month);
        part.value = wordsOf(m_months[i]);
        part.rect = columnOf(i);
        part.chosen = m_chosen == m_months[i].month;
        parts.push_back(std::move(part));
    }
    return parts;
}

} // namespace yarrin
