// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/card/crew_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/quantity/bill.h"

#include <QPainter>

#include <algorithm>

namespace yarrin {

namespace {
constexpr int rowHeight = 36, lineHeight = 22;
}

CrewChart::CrewChart(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("crewChart"));
    setAccessibleName(tr("If crews were"));
}

void CrewChart::present(ActivityId id) {
    m_rows.clear();
    m_neededIn.reset();
    const Programme& programme = m_document.programme();
    const std::size_t index = programme.activities.indexOf(id);
    if (index < m_document.schedule().activities.size()) {
        const Activity activity = programme.activities[index];
        const ActivityFigures figures = m_document.schedule().activities[index];
        m_currency = programme.job.currency;
        const bool open = figures.state == NodeState::notStarted && activity.kind == ActivityKind::task;
        if (open && activity.measure && activity.measure->crews &&
            (activity.measure->outputPerCrewDay || activity.measure->hoursPerUnit)) {
            m_dayMinutes = m_document.schedule().calendarOf(figures).dayMinutes();
            if (figures.totalFloat) m_neededIn = figures.duration + *figures.totalFloat;
            const Driver driver = driverOf(programme, activity);
            m_resource = show::text(driver.resource);
            const auto now = Fraction(*activity.measure->crews).ceil().value_or(1);
            const int first = int(std::clamp<std::int64_t>(now - 1, 1, 1000));
            for (int crews = std::max(1, first); crews < std::max(1, first) + 4; ++crews) {
                Activity changed = activity;
                changed.measure->crews = Decimal(crews);
                const auto duration = durationOf(*changed.measure, m_dayMinutes);
                if (!duration.ok() || !*duration) break;
                const bool current = *activity.measure->crews == Decimal(crews);
                const Schedule tried = current ? m_document.schedule() : m_document.tried([&](Transaction& tx) {
                    tx.set(changed);
                    return done();
                });
                if (!tried.ok()) break;
                m_rows.push_back({crews, **duration, tried.damages.unrelieved, current,
                                  driver.mostCrews && Decimal(crews) > *driver.mostCrews,
                                  latestSection(programme, tried)});
            }
        }
    }
    QString words;
    for (const Row& row : m_rows)
        words += tr("%1: %2, %3. ")
                     .arg(show::countOf(row.crews, "crew", "crews"), show::daysWithUnit(row.duration, m_dayMinutes),
                          show::money(row.exposure, m_currency) + QStringLiteral(", ") + row.section +
                              (row.isBeyond ? tr(", not enough %1").arg(m_resource) : QString()));
    setAccessibleDescription(words);
    setVisible(!m_rows.empty());
    updateGeometry();
    update();
}

/// "Berth 9 Jun 2027": where the section stands that is latest against its date.
QString CrewChart::latestSection(const Programme& programme, const Schedule& schedule) {
    const SectionFigures* latest = nullptr;
    for (const SectionFigures& one : schedule.sections)
        if (one.daysLate && one.forecast && (!latest || *one.daysLate > *latest->daysLate)) latest = &one;
    if (!latest) return {};
    return tr("%1 %2").arg(show::text(programme.sections.row(latest->section)->name), show::date(*latest->forecast));
}

QSize CrewChart::sizeHint() const {
    return {220, int(m_rows.size()) * rowHeight + 22};
}

/// Where a bar `left` from the edge ends, `most` being the longest that there is room for.
double CrewChart::xOf(Minutes duration, double left, Minutes most) const {
    return left + (width() - left - 108) * double(duration) / double(std::max<Minutes>(1, most));
}

/// By when it is needed, as a line across the bars, or in words where it lies far off.
void CrewChart::paintNeeded(QPainter& painter, double left, Minutes most, int y) {
    const Theme& t = theme();
    const auto x = [&](Minutes d) { return xOf(d, left, most); };
    painter.setFont(secondaryFont());
    painter.setPen(t.contractDate);
    const QString words =
        *m_neededIn >= 0
            ? tr("needed in %1").arg(show::daysWithUnit(*m_neededIn / m_dayMinutes * m_dayMinutes, m_dayMinutes))
            : tr("already too late");
    if (*m_neededIn >= 0 && *m_neededIn <= most) {
        QPen pen(t.contractDate, 1);
        pen.setDashPattern({4, 3});
        painter.setPen(pen);
        // Only beside the bars, so that it never runs through the words below them.
        for (int row = 0; row < int(m_rows.size()); ++row) {
            const bool hitsDays = x(*m_neededIn) > x(m_rows[std::size_t(row)].duration) + 3 &&
                                  x(*m_neededIn) < x(m_rows[std::size_t(row)].duration) + 46;
            if (!hitsDays)
                painter.drawLine(QPointF(x(*m_neededIn), row * rowHeight + 1),
                                 QPointF(x(*m_neededIn), row * rowHeight + 21));
        }
        const double textWidth = painter.fontMetrics().horizontalAdvance(words) + 4;
        painter.drawText(QRectF(std::clamp(x(*m_neededIn) - textWidth / 2, 0.0, width() - textWidth), y, textWidth, 20),
                         Qt::AlignCenter, words);
    } else {
        painter.drawText(QRectF(left, y, width() - left, 20), Qt::AlignVCenter, words);
    }
}

void CrewChart::paintEvent(QPaintEvent*) {
    if (m_rows.empty()) return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    Minutes longest = m_neededIn.value_or(0);
    for (const Row& row : m_rows) longest = std::max(longest, row.duration);
    // Far off, the day it is needed by would squeeze the bars to nothing.
    const Minutes most = std::max(m_rows.front().duration, std::min(longest, m_rows.front().duration * 3 / 2));
    const double left = 20;
    const auto x = [&](Minutes d) { return xOf(d, left, most); };
    int y = 0;
    for (const Row& row : m_rows) {
        const bool late = row.exposure.sign() > 0;
        painter.setFont(row.isCurrent ? boldened(bodyFont()) : bodyFont());
        painter.setPen(t.ink);
        painter.drawText(QRect(0, y, 18, lineHeight), Qt::AlignVCenter, QString::number(row.crews));
        // What cannot be had is only an outline.
        const QColor ink = row.isCurrent ? t.accent : (late ? t.critical : t.activity);
        painter.setPen(row.isBeyond ? QPen(ink, 1) : QPen(Qt::NoPen));
        painter.setBrush(row.isBeyond ? QBrush(Qt::NoBrush) : QBrush(ink));
        painter.drawRoundedRect(QRectF(left, y + 5, std::max(2.0, x(row.duration) - left), 12), 2, 2);
        painter.setPen(t.ink);
        painter.drawText(QRectF(x(row.duration) + 6, y, 60, lineHeight), Qt::AlignVCenter,
                         show::daysWithUnit(row.duration, m_dayMinutes));
        painter.setPen(late ? t.criticalText : t.muted);
        if (late) painter.setFont(boldened(bodyFont()));
        painter.drawText(QRect(width() - 70, y, 70, lineHeight), Qt::AlignVCenter | Qt::AlignRight,
                         show::money(row.exposure, m_currency));
        painter.setFont(secondaryFont());
        painter.setPen(t.muted);
        painter.drawText(QRectF(left, y + lineHeight - 3, width() - left, rowHeight - lineHeight), Qt::AlignVCenter,
                         row.isBeyond ? tr("%1 · not on site").arg(row.section) : row.section);
        y += rowHeight;
    }
    if (m_neededIn) paintNeeded(painter, left, most, y);
}

} // namespace yarrin
