// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/odds_plot.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/odds/ranks.h"

#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

constexpr int leftEdge = 16, rightEdge = 52, topEdge = 40;

int footHeight() {
    return scaled(50);
}

/// The next larger of 1, 2, 5, 10, 20 …
std::int64_t roundStep(double wanted) {
    std::int64_t step = 1;
    for (;; step *= 10)
        for (const int times : {1, 2, 5})
            if (double(step) * times >= wanted) return step * times;
}

} // namespace

OddsPlot::OddsPlot(Content content, const Theme& theme) : m_content(std::move(content)), m_theme(&theme) {
    if (!m_content.sorted.empty()) layOut();
}

QString OddsPlot::words() const {
    QStringList words;
    for (const int at : {100, 500, m_content.sure}) words << tagText(at, atThousandth(m_content.sorted, at));
    for (const Mark& mark : m_content.marks) words << mark.text + QLatin1Char(' ') + mark.strong;
    return words.join(QStringLiteral(". "));
}

/// What is in sight: all runs but the last few, and every mark that is not far away.
void OddsPlot::layOut() {
    const auto& sorted = m_content.sorted;
    m_first = sorted.front();
    m_last = std::max(atThousandth(sorted, 997), m_first + m_content.leastStep);
    const std::int64_t width = m_last - m_first;
    for (const Mark& mark : m_content.marks) {
        if (mark.at < m_first - 2 * width || mark.at > m_last + width) continue;
        m_first = std::min(m_first, mark.at);
        m_last = std::max(m_last, mark.at);
    }
    const std::int64_t margin = std::max<std::int64_t>(m_content.leastStep, (m_last - m_first) / 25);
    if (!m_content.money) m_first -= margin; // sums begin at nothing
    m_last += margin;
    constexpr double mostColumns = 70;
    m_step = m_content.leastStep * roundStep(double(m_last - m_first) / mostColumns / double(m_content.leastStep));
    m_columns.clear();
    m_most = 1;
    for (const std::int64_t value : sorted) {
        const std::int64_t from = m_first + (value - m_first) / m_step * m_step;
        if (m_columns.empty() || m_columns.back().from != from) m_columns.push_back({from, 0});
        m_most = std::max(m_most, ++m_columns.back().runs);
    }
}

QRect OddsPlot::plot() const {
    return QRect(QPoint(0, 0), m_size).adjusted(leftEdge, topEdge, -scaled(rightEdge), -footHeight());
}

int OddsPlot::xOf(double value) const {
    const QRect area = plot();
    return area.left() + int(std::lround((value - double(m_first)) / double(m_last - m_first) * area.width()));
}

std::int64_t OddsPlot::valueAt(int x) const {
    const QRect area = plot();
    const double share = double(x - area.left()) / std::max(1, area.width());
    return m_first + std::int64_t(std::floor(share * double(m_last - m_first)));
}

double OddsPlot::yOf(double share) const {
    const QRect area = plot();
    return area.bottom() - share * area.height();
}

std::optional<std::pair<std::int64_t, std::int64_t>> OddsPlot::columnAt(const QPoint& at) const {
    if (m_columns.empty() || !plot().contains(at)) return {};
    const std::int64_t value = valueAt(at.x());
    const std::int64_t from = m_first + (value - m_first) / m_step * m_step;
    return std::pair(from, from + m_step - 1);
}

QString OddsPlot::tagText(int thousandths, std::int64_t value) const {
    const QString percent =
        thousandths % 10 == 0 ? QString::number(thousandths / 10) : QString::number(thousandths / 10.0, 'f', 1);
    return QStringLiteral("P%1  %2").arg(percent, m_content.value(value));
}

/// Tags below the axis, moved apart where they would lie over each other.
std::vector<OddsPlot::Tag> OddsPlot::tags() const {
    std::vector<Tag> list;
    if (m_content.sorted.empty()) return list;
    std::vector<int> wanted{100, 500};
    const int sure = m_dragged.value_or(m_content.sure);
    if (std::find(wanted.begin(), wanted.end(), sure) == wanted.end()) wanted.push_back(sure);
    std::sort(wanted.begin(), wanted.end());
    const QFontMetrics metrics(boldened(secondaryFont()));
    const int high = metrics.height() + 6, y = height() - high - 3;
    for (const int one : wanted) {
        const std::int64_t value = atThousandth(m_content.sorted, one);
        const int wide = metrics.horizontalAdvance(tagText(one, value)) + 14;
        const int x = xOf(double(value) + (m_content.money ? 0 : 0.5)) - wide / 2;
        list.push_back({one, value, QRect(std::clamp(x, 2, std::max(2, width() - wide - 2)), y, wide, high)});
    }
    constexpr int apart = 5;
    for (std::size_t i = 1; i < list.size(); ++i)
        if (const int over = list[i - 1].box.right() + apart - list[i].box.left(); over > 0)
            list[i].box.translate(over, 0);
    for (std::size_t i = list.size(); i-- > 0;) {
        const int most = i + 1 < list.size() ? list[i + 1].box.left() - apart : width() - 2;
        if (list[i].box.right() > most) list[i].box.moveRight(most);
    }
    return list;
}

std::vector<std::pair<QRect, QString>> OddsPlot::tagWords() const {
    std::vector<std::pair<QRect, QString>> list;
    for (const Tag& tag : tags()) list.emplace_back(tag.box, tagText(tag.thousandths, tag.value));
    return list;
}

QRect OddsPlot::tagOf(int thousandths) const {
    for (const Tag& tag : tags())
        if (tag.thousandths == thousandths) return tag.box;
    return {};
}

void OddsPlot::paintGround(QPainter& painter) const {
    const Theme& t = *m_theme;
    const QRect area = plot();
    if (m_content.goodUpTo && !m_content.money) {
        const int from = std::clamp(xOf(double(*m_content.goodUpTo + 1)), area.left(), area.right());
        QColor wash = t.damages1;
        wash.setAlpha(t.dark ? 60 : 70);
        painter.fillRect(QRect(QPoint(from, area.top()), area.bottomRight()), wash);
    }
    painter.setFont(secondaryFont());
    for (int quarter = 0; quarter <= 4; ++quarter) {
        const int y = int(yOf(quarter / 4.0));
        painter.setPen(t.rule);
        painter.drawLine(area.left(), y, area.right(), y);
        painter.setPen(t.muted);
        painter.drawText(QRect(area.right() + 6, y - 9, scaled(rightEdge) - 6, 18), Qt::AlignVCenter,
                         tr("%1 %").arg(quarter * 25));
    }
    painter.setPen(t.muted);
    painter.drawLine(area.left(), area.bottom(), area.right(), area.bottom());
    int free = 0;
    for (std::int64_t at = m_content.onAxis(m_first); at <= m_last; at = m_content.onAxis(at + 1)) {
        const QString words = m_content.label(at);
        const int wide = QFontMetrics(secondaryFont()).horizontalAdvance(words), x = xOf(double(at));
        painter.drawLine(x, area.bottom(), x, area.bottom() + 3);
        if (x - wide / 2 < free || x + wide / 2 > width()) continue;
        painter.drawText(QRect(x - wide / 2, area.bottom() + 3, wide + 2, scaled(18)), Qt::AlignCenter, words);
        free = x + wide / 2 + 12;
    }
}

void OddsPlot::paintColumns(QPainter& painter) const {
    const Theme& t = *m_theme;
    const QRect area = plot();
    const std::int64_t sure = atThousandth(m_content.sorted, m_dragged.value_or(m_content.sure));
    for (const Column& one : m_columns) {
        const int x = xOf(double(one.from)), to = xOf(double(one.from + m_step));
        if (x > area.right()) continue;
        const double high = double(one.runs) / double(m_most) * area.height() * 0.62;
        const bool good = m_content.goodUpTo && one.from <= *m_content.goodUpTo;
        QColor colour = good ? t.accent : t.activity;
        // Sums that lie beyond what is put aside stand out.
        if (m_content.money) colour = one.from > sure ? t.own : mixed(t.own, t.paper, 0.45);
        const int wide = std::max(1, std::min(to, area.right() + 1) - x - (to - x > 4 ? 1 : 0));
        painter.fillRect(QRectF(x, area.bottom() - high, wide, high), colour);
    }
}

void OddsPlot::paintCurve(QPainter& painter) const {
    const QRect area = plot();
    QPainterPath line(QPointF(area.left(), area.bottom()));
    std::size_t runs = 0;
    for (const Column& one : m_columns) {
        const double x = std::min(xOf(double(one.from)), area.right());
        line.lineTo(x, yOf(double(runs) / double(m_content.sorted.size())));
        runs += one.runs;
        line.lineTo(std::min(xOf(double(one.from + m_step)), area.right()),
                    yOf(double(runs) / double(m_content.sorted.size())));
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(m_theme->ink, 1.6));
    painter.drawPath(line);
}

void OddsPlot::paintMarks(QPainter& painter) const {
    const Theme& t = *m_theme;
    const QRect area = plot();
    std::vector<QRect> taken;
    for (const Mark& mark : m_content.marks) {
        const int x = xOf(double(mark.at) + (m_content.money ? 0 : 0.5));
        if (x < area.left() || x > area.right()) continue;
        painter.setPen(QPen(mark.colour, 1.4, mark.diamond ? Qt::DotLine : Qt::DashLine));
        painter.drawLine(x, area.top() - 4, x, area.bottom());
        if (mark.diamond) {
            painter.setPen(Qt::NoPen);
            painter.setBrush(t.ink);
            painter.drawPolygon(QPolygon({QPoint(x, area.bottom() - 6), QPoint(x + 6, area.bottom()),
                                          QPoint(x, area.bottom() + 6), QPoint(x - 6, area.bottom())}));
        }
        const QFontMetrics plain(secondaryFont()), bold(boldened(secondaryFont()));
        const int wide = std::max(plain.horizontalAdvance(mark.text), bold.horizontalAdvance(mark.strong)) + 6;
        const int high = plain.height() + bold.height();
        const bool onLeft = x - wide - 4 > area.left() && (mark.colour == t.contractDate || x + wide > width());
        QRect box(onLeft ? x - wide - 4 : x + 5, 2, wide, high);
        for (bool moved = true; moved;) {
            moved = false;
            for (const QRect& other : taken)
                if (other.intersects(box)) {
                    box.moveTop(other.bottom() + 2);
                    moved = true;
                }
        }
        taken.push_back(box);
        const int side = onLeft ? Qt::AlignRight : Qt::AlignLeft;
        painter.setPen(mark.diamond ? t.ink : mark.colour);
        painter.setFont(secondaryFont());
        painter.drawText(box, side | Qt::AlignTop, mark.text);
        painter.setFont(boldened(secondaryFont()));
        painter.drawText(box, side | Qt::AlignBottom, mark.strong);
    }
}

void OddsPlot::paintTags(QPainter& painter) const {
    const Theme& t = *m_theme;
    const QRect area = plot();
    const int sure = m_dragged.value_or(m_content.sure);
    for (const Tag& tag : tags()) {
        const bool strong = tag.thousandths == sure;
        const int x = std::clamp(xOf(double(tag.value) + (m_content.money ? 0 : 0.5)), area.left(), area.right());
        const double y = yOf(shareUpTo(m_content.sorted, tag.value));
        const QColor colour = strong ? t.critical : t.muted;
        painter.setPen(QPen(colour, strong ? 1.4 : 1, Qt::DotLine));
        painter.drawLine(QPointF(x, y), QPointF(x, area.bottom()));
        if (strong || tag.thousandths == 500) painter.drawLine(QPointF(x, y), QPointF(area.right(), y));
        painter.setPen(QPen(colour, 1));
        painter.drawLine(QPointF(x, area.bottom()), QPointF(tag.box.center().x(), tag.box.top()));
        painter.setPen(Qt::NoPen);
        painter.setBrush(strong ? t.critical : t.ink);
        painter.drawEllipse(QPointF(x, y), 3.5, 3.5);
        painter.setPen(QPen(colour, 1));
        painter.setBrush(strong ? t.critical : t.paper);
        painter.drawRoundedRect(QRectF(tag.box).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
        painter.setPen(strong ? t.paper : t.ink);
        painter.setFont(boldened(secondaryFont()));
        painter.drawText(tag.box, Qt::AlignCenter, tagText(tag.thousandths, tag.value));
    }
}

/// The percentile of what lies at a place, in whole per cent from 1 to 99.
int OddsPlot::sureAt(int x) const {
    const double share = shareUpTo(m_content.sorted, valueAt(x));
    return std::clamp(int(std::lround(share * 100)), 1, 99) * 10;
}

void OddsPlot::paint(QPainter& painter) const {
    paintGround(painter);
    paintColumns(painter);
    painter.setRenderHint(QPainter::Antialiasing);
    paintCurve(painter);
    paintTags(painter);
    paintMarks(painter);
    painter.setFont(secondaryFont());
    painter.setPen(m_theme->muted);
    painter.drawText(plot().adjusted(0, 0, -8, -8), Qt::AlignRight | Qt::AlignBottom, m_content.note);
    painter.setRenderHint(QPainter::Antialiasing, false);
}

} // namespace yarrin
