// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/drivers_list.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/contract/damages.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

constexpr int pad = 14;
/// So many lines; what drives less is in the table that is copied or printed.
constexpr std::size_t mostDrivers = 10;

int rowHeight() {
    return scaled(20);
}

} // namespace

DriversList::DriversList(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("oddsDrivers"));
    setAccessibleName(tr("What drives the date"));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize DriversList::sizeHint() const {
    const std::size_t rows = std::max<std::size_t>(m_shown.size(), 3);
    return {scaled(400), int(rows) * rowHeight() + scaled(26)};
}

double DriversList::daysOf(const OddsDriver& one) const {
    return one.days[std::min(m_place, one.days.size() - 1)];
}

void DriversList::present(std::shared_ptr<const OddsStudy::Findings> findings, SectionId section,
                          const QString& empty) {
    m_findings = std::move(findings);
    m_empty = empty;
    m_shown.clear();
    m_current = 0;
    if (m_findings && m_findings->odds && m_findings->drivers) {
        const auto& sections = m_findings->odds->sections;
        m_place = sections.size();
        for (std::size_t s = 0; s < sections.size(); ++s)
            if (sections[s].section == section) m_place = s;
        for (const OddsDriver& one : *m_findings->drivers)
            if (daysOf(one) != 0) m_shown.push_back(one);
        std::stable_sort(m_shown.begin(), m_shown.end(), [this](const OddsDriver& a, const OddsDriver& b) {
            return std::abs(daysOf(a)) > std::abs(daysOf(b));
        });
        m_shown.resize(std::min(m_shown.size(), mostDrivers));
        // What helps stands last.
        std::stable_partition(m_shown.begin(), m_shown.end(),
                              [this](const OddsDriver& one) { return daysOf(one) > 0; });
    }
    QStringList words;
    for (const OddsDriver& one : m_shown)
        words << tr("%1 %2, %3 days").arg(show::text(one.key), show::text(one.what)).arg(daysOf(one), 0, 'f', 1);
    setAccessibleDescription(words.isEmpty() ? m_empty : words.join(QStringLiteral(". ")));
    updateGeometry();
    update();
}

QRect DriversList::rowRect(std::size_t row) const {
    return {0, int(row) * rowHeight() + 2, width(), rowHeight()};
}

void DriversList::paintRow(QPainter& painter, std::size_t row, double most) const {
    const Theme& t = theme();
    const OddsDriver& one = m_shown[row];
    const QRect box = rowRect(row);
    if (row == m_current && hasFocus()) painter.fillRect(box, t.selection);
    const int keyWide = scaled(46), figureWide = scaled(40), pathWide = scaled(44);
    const int barWide = std::clamp(width() / 4, 60, scaled(130));
    const int barLeft = width() - pad - pathWide - figureWide - barWide;
    paintWords(painter, QRect(pad, box.top(), keyWide, box.height()), Qt::AlignLeft, secondaryFont(), t.muted,
               show::text(one.key));
    paintWords(painter, QRect(pad + keyWide, box.top(), barLeft - pad - keyWide - 8, box.height()), Qt::AlignLeft,
               bodyFont(), t.ink, show::text(one.what));
    const double days = daysOf(one);
    const int wide = std::max(2, int(std::lround(std::abs(days) / most * barWide)));
    const QRectF bar(barLeft, box.top() + 4, wide, box.height() - 8);
    const bool risk = one.kind == OddsDriver::Kind::risk;
    const QColor colour = risk ? t.own : one.kind == OddsDriver::Kind::weather ? t.neutral : t.activity;
    painter.setRenderHint(QPainter::Antialiasing);
    if (days > 0) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(colour);
        painter.drawRect(bar);
    } else {
        painter.setPen(QPen(t.recovered, 1.4));
        painter.setBrush(mixed(t.recovered, t.paper, 0.85));
        painter.drawRect(bar.adjusted(0.5, 0.5, -0.5, -0.5));
        const double y = bar.center().y();
        painter.drawLine(QPointF(bar.right() - 4, y), QPointF(bar.left() + 4, y));
        painter.drawLine(QPointF(bar.left() + 4, y), QPointF(bar.left() + 8, y - 3));
        painter.drawLine(QPointF(bar.left() + 4, y), QPointF(bar.left() + 8, y + 3));
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
    const QString figure = (days < 0 ? QStringLiteral("−") : QString()) + QString::number(std::abs(days), 'f', 1);
    paintWords(painter, QRect(barLeft + barWide, box.top(), figureWide, box.height()), Qt::AlignRight,
               boldened(bodyFont()), days < 0 ? t.goodText : t.ink, figure);
    if (one.criticality)
        paintWords(painter, QRect(width() - pad - pathWide, box.top(), pathWide, box.height()), Qt::AlignRight,
                   secondaryFont(), t.muted, tr("%1 %").arg(std::lround(*one.criticality * 100)));
}

void DriversList::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    if (m_shown.empty()) {
        painter.setFont(secondaryFont());
        painter.setPen(t.muted);
        painter.drawText(rect().adjusted(pad, 4, -pad, 0), Qt::AlignTop | Qt::TextWordWrap, m_empty);
    }
    double most = 0.1;
    for (const OddsDriver& one : m_shown) most = std::max(most, std::abs(daysOf(one)));
    for (std::size_t row = 0; row < m_shown.size(); ++row) paintRow(painter, row, most);
    if (m_shown.empty()) return;
    // What the colours say; and that the days do not add up.
    const int y = int(m_shown.size()) * rowHeight() + 4;
    int x = pad;
    painter.setFont(secondaryFont());
    const auto sign = [&](const QColor& colour, const QString& words, bool open) {
        painter.setPen(open ? QPen(t.recovered) : QPen(Qt::NoPen));
        painter.setBrush(open ? mixed(t.recovered, t.paper, 0.85) : colour);
        painter.drawRect(x, y + scaled(5), 10, 8);
        painter.setPen(t.muted);
        painter.drawText(x + 15, y + scaled(14), words);
        x += 15 + QFontMetrics(secondaryFont()).horizontalAdvance(words) + 14;
    };
    sign(t.own, tr("risk"), false);
    sign(t.activity, tr("work"), false);
    if (std::any_of(m_shown.begin(), m_shown.end(),
                    [](const OddsDriver& one) { return one.kind == OddsDriver::Kind::weather; }))
        sign(t.neutral, tr("weather"), false);
    if (std::any_of(m_shown.begin(), m_shown.end(), [this](const OddsDriver& one) { return daysOf(one) < 0; }))
        sign(t.recovered, tr("helps: later without it"), true);
    painter.drawText(x, y + scaled(14), tr("they do not add up"));
}

void DriversList::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    for (std::size_t row = 0; row < m_shown.size(); ++row)
        if (rowRect(row).contains(event->pos())) {
            m_current = row;
            update();
            const OddsDriver driver = m_shown[row];
            emit opened(driver);
            return;
        }
}

void DriversList::keyPressEvent(QKeyEvent* event) {
    if (m_shown.empty()) return QWidget::keyPressEvent(event);
    if (event->key() == Qt::Key_Down || event->key() == Qt::Key_Up) {
        const std::ptrdiff_t to = std::ptrdiff_t(m_current) + (event->key() == Qt::Key_Down ? 1 : -1);
        m_current = std::size_t(std::clamp<std::ptrdiff_t>(to, 0, std::ptrdiff_t(m_shown.size()) - 1));
        return update();
    }
    if (event->key() != Qt::Key_Return && event->key() != Qt::Key_Enter) return QWidget::keyPressEvent(event);
    const OddsDriver driver = m_shown[m_current];
    emit opened(driver);
}

bool DriversList::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    auto* help = static_cast<QHelpEvent*>(event);
    for (std::size_t row = 0; row < m_shown.size(); ++row) {
        if (!rowRect(row).contains(help->pos())) continue;
        const OddsDriver& one = m_shown[row];
        const std::string& currency = m_findings->programme->job.currency;
        const QString money = show::money(Decimal(std::abs(one.money), minorDigits(currency)), currency);
        QToolTip::showText(
            help->globalPos(),
            one.money == 0  ? tr("%1: the damages at this chance stay as they are without it").arg(show::text(one.what))
            : one.money > 0 ? tr("%1: without it %2 less would have to be put aside").arg(show::text(one.what), money)
                            : tr("%1: without it %2 more would have to be put aside").arg(show::text(one.what), money),
            this);
        return true;
    }
    return QWidget::event(event);
}

} // namespace yarrin
