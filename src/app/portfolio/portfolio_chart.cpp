// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/portfolio/portfolio_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "chart/layout/time_scale.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include <algorithm>

namespace yarrin {

namespace {

int rowHeight() {
    return scaled(20);
}
int headHeight() {
    return scaled(24);
}
int nameWidth() {
    return scaled(230);
}

} // namespace

PortfolioChart::PortfolioChart(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("portfolioChart"));
    setAccessibleName(tr("Sections of all jobs against time"));
}

void PortfolioChart::setJobs(std::shared_ptr<const std::vector<PortfolioJob>> jobs, std::vector<Row> rows, Date today) {
    m_jobs = std::move(jobs);
    m_rows = std::move(rows);
    m_today = today;
    m_chosen = -1;
    m_first = today;
    m_last = today;
    for (const Row& row : m_rows) {
        if (!row.section) continue;
        m_first = std::min({m_first, row.section->extended, row.section->forecast.value_or(m_first)});
        m_last = std::max({m_last, row.section->extended, row.section->forecast.value_or(m_last)});
    }
    m_first = m_first + -20;
    m_last = m_last + 40;
    setMinimumHeight(headHeight() + int(m_rows.size()) * rowHeight() + 4);
    update();
}

void PortfolioChart::choose(int row) {
    m_chosen = row;
    update();
}

QRect PortfolioChart::rowAt(int row) const {
    return {0, headHeight() + row * rowHeight(), width(), rowHeight()};
}

int PortfolioChart::rowAt(QPoint at) const {
    const int row = at.y() < headHeight() ? -1 : (at.y() - headHeight()) / rowHeight();
    return row < int(m_rows.size()) ? row : -1;
}

double PortfolioChart::xOf(Date day) const {
    const double room = width() - nameWidth() - 16;
    return nameWidth() + room * double(day - m_first) / double(std::max(1, m_last - m_first));
}

void PortfolioChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    if (m_rows.empty()) return;
    // Months, as many as have room for their names.
    painter.setFont(secondaryFont());
    const double month = xOf(m_first + 30) - xOf(m_first);
    const int step = month > 46 ? 1 : month > 16 ? 3 : 12;
    YearMonthDay at = yearMonthDay(m_first);
    for (Date day = dateFrom(at.year, at.month, 1); day <= m_last; day = next(monthOf(day)).first) {
        const YearMonthDay now = yearMonthDay(day);
        const double x = xOf(day);
        if (x < nameWidth() || (now.month - 1) % unsigned(step) != 0) continue;
        painter.setPen(QPen(t.rule, 1));
        painter.drawLine(QPointF(x, 4), QPointF(x, height()));
        painter.setPen(t.muted);
        painter.drawText(QPointF(x + 3, headHeight() - 8), show::month(day));
    }
    for (int row = 0; row < int(m_rows.size()); ++row) paintRow(painter, row);
    painter.setPen(QPen(t.accent, 1.6));
    painter.drawLine(QPointF(xOf(m_today), 0), QPointF(xOf(m_today), height()));
}

void PortfolioChart::paintRow(QPainter& painter, int row) const {
    const Theme& t = theme();
    const QRect box = rowAt(row);
    const Row& of = m_rows[std::size_t(row)];
    const PortfolioJob& job = (*m_jobs)[of.job];
    if (row == m_chosen) painter.fillRect(box, t.selection);
    painter.setPen(QPen(t.rule, 1));
    painter.drawLine(box.bottomLeft(), box.bottomRight());
    const bool first = row == 0 || m_rows[std::size_t(row) - 1].job != of.job;
    const QString section = of.section ? show::text(of.section->key) : QString();
    const QString name = first || section.isEmpty() ? nameOf(row) : section;
    paintWords(painter, box.adjusted(first ? 14 : 30, 0, -(width() - nameWidth() + 8), 0), Qt::AlignLeft,
               first ? boldened(secondaryFont()) : secondaryFont(), job.fault ? t.muted : t.ink, name);
    if (!of.section) return;
    const double y = box.center().y() + 0.5, contract = xOf(of.section->extended);
    if (of.section->forecast) {
        const double forecast = xOf(*of.section->forecast);
        const bool late = of.section->daysLate.value_or(0) > 0;
        painter.setPen(QPen(late ? t.critical : t.activity, 5, Qt::SolidLine, Qt::FlatCap));
        painter.drawLine(QPointF(contract, y), QPointF(forecast, y));
        painter.setPen(Qt::NoPen);
        painter.setBrush(late ? t.critical : t.activityDone);
        painter.drawEllipse(QPointF(forecast, y), 4, 4);
        const QString days = QString::number(of.section->daysLate.value_or(0));
        painter.setPen(late ? t.critical : t.muted);
        painter.setFont(secondaryFont());
        if (late) painter.drawText(QPointF(std::max(forecast, contract) + 8, y + 4), QStringLiteral("+") + days);
    }
    // The contract date as a flag, told apart from the forecast by its shape.
    painter.setPen(QPen(t.contractDate, 1.4));
    painter.drawLine(QPointF(contract, box.top() + 3), QPointF(contract, box.bottom() - 2));
    painter.setPen(Qt::NoPen);
    painter.setBrush(t.contractDate);
    painter.drawPolygon(QPolygonF(
        {QPointF(contract, box.top() + 3), QPointF(contract - 7, box.top() + 6), QPointF(contract, box.top() + 9)}));
}

QString PortfolioChart::nameOf(int row) const {
    const Row& of = m_rows[std::size_t(row)];
    const PortfolioJob& job = (*m_jobs)[of.job];
    const QString title = show::text(job.fault ? job.path.filename().string() : job.summary.title);
    return of.section ? title + QStringLiteral(" · ") + show::text(of.section->key) : title;
}

QStringList PortfolioChart::wordsOf(int row) const {
    const JobSummary::Of* of = m_rows[std::size_t(row)].section;
    if (!of) return {};
    QStringList lines{show::text(of->key + " " + of->name), tr("contract date %1").arg(show::date(of->extended))};
    if (of->forecast) lines << tr("forecast %1").arg(show::date(*of->forecast));
    return lines;
}

std::vector<PaintedPart> PortfolioChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    for (int row = 0; row < int(m_rows.size()); ++row) {
        PaintedPart& part = parts.emplace_back();
        part.name = nameOf(row);
        part.value = wordsOf(row).join(QStringLiteral(", "));
        part.rect = rowAt(row);
        part.chosen = row == m_chosen;
        part.press = [chart = const_cast<PortfolioChart*>(this), row] { emit chart->chosen(row); };
    }
    return parts;
}

void PortfolioChart::mousePressEvent(QMouseEvent* event) {
    if (const int row = rowAt(event->pos()); row >= 0) emit chosen(row);
}

void PortfolioChart::mouseDoubleClickEvent(QMouseEvent* event) {
    if (const int row = rowAt(event->pos()); row >= 0) emit opened(row);
}

bool PortfolioChart::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const int row = rowAt(help->pos());
    if (row < 0 || !m_rows[std::size_t(row)].section) {
        QToolTip::hideText();
        return true;
    }
    QToolTip::showText(help->globalPos(), wordsOf(row).join(QLatin1Char('\n')), this);
    return true;
}

} // namespace yarrin
