// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/progress/promise_panel.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/weeks/look_ahead.h"

#include <QMouseEvent>
#include <QPainter>

#include <cmath>

namespace yarrin {

namespace {

constexpr int pad = 14;
constexpr std::size_t mostBars = 6;

int lineHeight() {
    return scaled(21);
}
double wantedOf(const Job& job) {
    return job.keptWanted ? job.keptWanted->toDouble() : 0.8;
}

} // namespace

PromisePanel::PromisePanel(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("promisePanel"));
    setAccessibleName(tr("Promises kept"));
    setMinimumWidth(scaled(200));
}

void PromisePanel::present(const Job& job, PromiseRecord record, std::vector<Ready> ready) {
    m_job = job;
    m_record = std::move(record);
    m_ready = std::move(ready);
    QStringList words;
    if (const auto share = m_record.all.share())
        words << tr("%1 of %2 promises kept, %3 %")
                     .arg(m_record.all.kept)
                     .arg(m_record.all.promised)
                     .arg(std::lround(*share * 100));
    for (const auto& [reason, count] : m_record.reasons) words << tr("%1: %2").arg(show::text(reason)).arg(count);
    setAccessibleDescription(words.join(QStringLiteral(". ")));
    update();
}

int PromisePanel::heading(QPainter& painter, int y, const QString& words) const {
    painter.setPen(theme().rule);
    painter.drawLine(pad, y + 6, width() - pad, y + 6);
    paintWords(painter, QRect(pad, y + 10, width() - 2 * pad, lineHeight()), Qt::AlignLeft, boldened(secondaryFont()),
               theme().accent, words.toUpper());
    return y + 12 + lineHeight();
}

int PromisePanel::paintWeeks(QPainter& painter, int y) const {
    const Theme& t = theme();
    const auto share = m_record.all.share();
    paintWords(painter, QRect(pad, y, width() - 2 * pad, lineHeight()), Qt::AlignLeft, headingFont(), t.ink,
               tr("Promises kept"));
    paintWords(painter, QRect(pad, y, width() - 2 * pad, lineHeight()), Qt::AlignRight, headingFont(), t.ink,
               share ? tr("%1 %").arg(std::lround(*share * 100)) : tr("–"));
    y += lineHeight();
    const QString of = m_record.weeks.empty() ? tr("no week is committed yet")
                                              : tr("%1 of %2 in %3")
                                                    .arg(m_record.all.kept)
                                                    .arg(m_record.all.promised)
                                                    .arg(show::countOf(qint64(m_record.weeks.size()), "week", "weeks"));
    paintWords(painter, QRect(pad, y, width() - 2 * pad, lineHeight()), Qt::AlignLeft, secondaryFont(), t.muted, of);
    paintWords(painter, QRect(pad, y, width() - 2 * pad, lineHeight()), Qt::AlignRight, secondaryFont(), t.accent,
               tr("wanted %1 %").arg(std::lround(wantedOf(m_job) * 100)));
    y += lineHeight() + 6;
    if (m_record.weeks.empty()) return y;
    const int high = scaled(86), foot = y + 14 + high;
    const double wide = double(width() - 2 * pad) / double(std::max<std::size_t>(m_record.weeks.size(), 4));
    const double wanted = wantedOf(m_job);
    for (std::size_t i = 0; i < m_record.weeks.size(); ++i) {
        const auto& [begins, count] = m_record.weeks[i];
        const QRect box(pad + int(wide * double(i)), y, int(wide) - 3, 14 + high);
        painter.setFont(secondaryFont());
        painter.setPen(t.muted);
        painter.drawText(QRect(box.left(), foot + 2, box.width(), lineHeight()), Qt::AlignCenter,
                         QString::number(weekNumber(m_job, begins)));
        const auto kept = count.share();
        if (!kept) continue;
        const int top = foot - int(*kept * high);
        const QRect bar(box.left(), top, box.width(), foot - top);
        // What is still to be answered is hatched.
        painter.fillRect(bar, count.open > 0 ? QBrush(t.activity, Qt::BDiagPattern)
                                             : QBrush(*kept >= wanted ? t.accent : t.activity));
        painter.setPen(t.ink);
        painter.drawText(QRect(box.left() - 6, top - 15, box.width() + 12, 14), Qt::AlignCenter,
                         QString::number(std::lround(*kept * 100)));
    }
    painter.setPen(QPen(t.accent, 1.2, Qt::DashLine));
    painter.drawLine(pad, foot - int(wanted * high), width() - pad, foot - int(wanted * high));
    painter.setPen(t.rule);
    painter.drawLine(pad, foot, width() - pad, foot);
    return foot + lineHeight() + 2;
}

int PromisePanel::paintBars(QPainter& painter, int y) const {
    const Theme& t = theme();
    const int barLeft = width() / 2 + 20, barWide = width() - pad - scaled(40) - barLeft;
    const auto line = [&](const QString& name, double share, const QString& figure, const QColor& colour,
                          std::optional<double> wanted) {
        paintWords(painter, QRect(pad, y, barLeft - pad - 6, lineHeight()), Qt::AlignLeft, bodyFont(), t.ink, name);
        painter.fillRect(QRectF(barLeft, y + 5, std::max(1.0, share * barWide), lineHeight() - 10), colour);
        if (wanted) {
            painter.setPen(QPen(t.accent, 1.6));
            painter.drawLine(QPointF(barLeft + *wanted * barWide, y + 3),
                             QPointF(barLeft + *wanted * barWide, y + lineHeight() - 3));
        }
        paintWords(painter, QRect(width() - pad - scaled(38), y, scaled(38), lineHeight()), Qt::AlignRight,
                   boldened(secondaryFont()), t.ink, figure);
        y += lineHeight();
    };
    if (!m_record.reasons.empty()) {
        int all = 0;
        for (const auto& one : m_record.reasons) all += one.second;
        y = heading(painter, y, tr("Why not, %1").arg(all));
        for (std::size_t i = 0; i < std::min(mostBars, m_record.reasons.size()); ++i)
            line(show::text(m_record.reasons[i].first),
                 double(m_record.reasons[i].second) / m_record.reasons.front().second,
                 QString::number(m_record.reasons[i].second), t.own, {});
    }
    if (m_record.trades.empty()) return y;
    y = heading(painter, y, tr("By trade"));
    for (std::size_t i = 0; i < std::min(mostBars + 2, m_record.trades.size()); ++i) {
        const PromiseCount& count = m_record.trades[i].second;
        line(m_record.trades[i].first.empty() ? tr("no trade") : show::text(m_record.trades[i].first), *count.share(),
             QStringLiteral("%1/%2").arg(count.kept).arg(count.promised),
             *count.share() >= wantedOf(m_job) ? t.accent : t.activity, wantedOf(m_job));
    }
    return y;
}

QRect PromisePanel::readyRect(std::size_t row) const {
    return {pad, m_readyTop + int(row) * lineHeight(), width() - 2 * pad, lineHeight()};
}

void PromisePanel::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.panel);
    int y = paintBars(painter, paintWeeks(painter, 8));
    m_readyTop = 0;
    if (m_ready.empty()) return;
    m_readyTop = heading(painter, y, tr("To make ready first"));
    for (std::size_t i = 0; i < m_ready.size() && readyRect(i).bottom() < height(); ++i) {
        const Ready& one = m_ready[i];
        const QRect box = readyRect(i);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(t.nearText, 1.2));
        painter.setBrush(t.paper);
        const QRectF round(box.left(), box.center().y() - 7, 14, 14);
        painter.drawEllipse(round);
        painter.setFont(boldened(secondaryFont()));
        painter.drawText(round, Qt::AlignCenter, one.letter);
        painter.setRenderHint(QPainter::Antialiasing, false);
        paintWords(painter, box.adjusted(20, 0, -scaled(52), 0), Qt::AlignLeft, bodyFont(), t.ink, one.words);
        paintWords(painter, box, Qt::AlignRight, one.late ? boldened(secondaryFont()) : secondaryFont(),
                   one.late ? t.criticalText : t.muted, show::shortDate(one.wanted));
    }
}

void PromisePanel::mousePressEvent(QMouseEvent* event) {
    for (std::size_t i = 0; i < m_ready.size(); ++i)
        if (m_readyTop > 0 && readyRect(i).contains(event->pos()))
            return void(emit activityWanted(m_ready[i].activity));
}

} // namespace yarrin
