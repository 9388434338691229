// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/completion_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "chart/paint/step_painter.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace yarrin {

CompletionChart::CompletionChart(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("completionChart"));
    setAccessibleName(tr("How completion moved"));
    setMinimumWidth(420);
}

void CompletionChart::present(std::shared_ptr<const DelayStudy::Findings> findings, const SectionFigures& section) {
    m_found = std::move(findings);
    m_section = section;
    m_empty.clear();
    relayout();
    if (!m_layout) return clear(tr("This section has no completion milestone in every stand of the job."));
    QString words = tr("Completion as planned %1. ").arg(show::date(m_layout->contract.date));
    for (const StepRow& row : m_layout->rows) words += rowText(row) + QStringLiteral(". ");
    setAccessibleDescription(words + tr("Forecast %1.").arg(show::date(m_layout->forecast.date)));
}

void CompletionChart::clear(const QString& why) {
    m_layout.reset();
    m_empty = why;
    setAccessibleDescription(why);
    setMinimumHeight(80);
    update();
}

void CompletionChart::choose(EventId event) {
    m_chosen = event;
    update();
}

QString CompletionChart::wordsOf(const StepRow& row, const Programme& now) {
    const DelayEvent* event = now.events.row(row.event);
    const QString days =
        tr("%1%2 d").arg(row.days > 0 ? QStringLiteral("+") : QStringLiteral("−")).arg(std::abs(row.days));
    if (event) {
        const QString name = show::text(event->key + " " + event->title);
        if (row.days == 0)
            return (event->risk == Risk::contractor ? tr("%1 d of these too: %2")
                                                    : tr("entitled to %1 d that our own delay takes anyway: %2"))
                .arg(row.concurrent)
                .arg(name);
        if (row.concurrent > 0 && event->risk != Risk::contractor)
            return tr("%1 %2, %3 d with our own").arg(days, name).arg(row.concurrent);
        return tr("%1 %2").arg(days, name);
    }
    QStringList together;
    for (const EventId id : row.together)
        if (const DelayEvent* one = now.events.row(id)) together << show::text(one->key);
    if (!together.isEmpty()) return tr("%1 %2 in common").arg(days, together.join(QStringLiteral(", ")));
    switch (row.carrier) {
    case Carrier::common:
        return tr("%1 of paths that drove alike").arg(days);
    case Carrier::recovered:
        return tr("%1 recovered").arg(days);
    case Carrier::unseen:
        return tr("%1 not seen by this method").arg(days);
    default:
        return tr("%1 our progress").arg(days);
    }
}

void CompletionChart::relayout() {
    if (!m_found) return;
    m_layout = layoutSteps(analysis(), now(), m_section, width());
    if (m_layout) setMinimumHeight(int(m_layout->height));
    update();
}

void CompletionChart::resizeEvent(QResizeEvent*) {
    if (m_layout) relayout();
}

const StepRow* CompletionChart::rowAt(double y) const {
    if (!m_layout) return nullptr;
    for (const StepRow& row : m_layout->rows)
        if (y >= row.y - 8 && y <= row.y + row.height + 8) return &row;
    return nullptr;
}

std::vector<PaintedPart> CompletionChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    if (!m_layout) return parts;
    for (const StepRow& row : m_layout->rows) {
        PaintedPart& part = parts.emplace_back();
        part.name = rowText(row);
        const StepFigures& f = *analysis().steps[row.step].of(m_section.section);
        part.value = tr("%1 to %2").arg(show::date(f.before), show::date(f.after));
        part.rect = QRect(0, int(row.y) - 8, width(), int(row.height) + 16);
        part.chosen = row.event && row.event == m_chosen;
        if (row.event)
            part.press = [chart = const_cast<CompletionChart*>(this), event = row.event] {
                emit chart->eventChosen(event);
            };
    }
    return parts;
}

void CompletionChart::mousePressEvent(QMouseEvent* event) {
    if (const StepRow* row = rowAt(event->position().y()); row && row->event) emit eventChosen(row->event);
}

bool CompletionChart::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    auto* help = static_cast<QHelpEvent*>(event);
    const StepRow* row = rowAt(help->pos().y());
    if (!row) {
        QToolTip::hideText();
        return true;
    }
    const DelayStep& step = analysis().steps[row->step];
    const StepFigures& f = *step.of(m_section.section);
    const auto chain = [](const std::vector<std::string>& keys) {
        QStringList list;
        for (const std::string& key : keys) list << show::text(key);
        return list.join(QStringLiteral(" → "));
    };
    QStringList lines{tr("%1 to %2").arg(show::date(f.before), show::date(f.after))};
    if (f.entitled > 0) lines << tr("entitled to %1").arg(show::countOf(f.entitled, "day", "days"));
    if (f.alone > f.moved()) lines << tr("by itself %1").arg(show::countOf(f.alone, "day", "days"));
    if (!f.chainBefore.empty()) lines << tr("driven before by %1").arg(chain(f.chainBefore));
    if (!f.chainAfter.empty()) lines << tr("and after by %1").arg(chain(f.chainAfter));
    QToolTip::showText(help->globalPos(), lines.join(QLatin1Char('\n')), this);
    return true;
}

void CompletionChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    if (!m_layout) {
        painter.setFont(bodyFont());
        painter.setPen(t.muted);
        painter.drawText(rect().adjusted(16, 8, -16, -8), Qt::AlignTop | Qt::TextWordWrap, m_empty);
        return;
    }
    StepInk ink{t,
                double(width()),
                [](Date date) { return show::shortDate(date); },
                [this](const StepRow& row) { return rowText(row); },
                tr("completion %1").arg(show::date(m_layout->contract.date)),
                show::date(m_layout->forecast.date),
                show::text(analysis().stands.front()),
                tr("Forecast"),
                m_layout->granted ? tr("granted: %1").arg(show::shortDate(m_layout->granted->date)) : QString(),
                m_layout->assessed ? tr("assessed: %1").arg(show::shortDate(m_layout->assessed->date)) : QString(),
                m_chosen};
    paintSteps(painter, *m_layout, ink);
    // What the colours mean; hatched are days of both sides.
    const std::tuple<QString, QColor, Qt::BrushStyle> legend[] = {
        {tr("Employer's risk"), t.employer, Qt::SolidPattern},
        {tr("Neutral"), t.neutral, Qt::SolidPattern},
        {tr("Our risk"), t.own, Qt::SolidPattern},
        {tr("Recovered"), t.recovered, Qt::SolidPattern},
        {tr("Concurrent: time, no money"), t.own, Qt::BDiagPattern}};
    double x = 16;
    const double y = m_layout->height - 14;
    painter.setFont(secondaryFont());
    painter.setRenderHint(QPainter::Antialiasing);
    for (const auto& [words, colour, style] : legend) {
        const bool hatched = style == Qt::BDiagPattern;
        painter.setPen(hatched ? QPen(colour, 1) : QPen(Qt::NoPen));
        painter.setBrush(QBrush(colour, style));
        painter.drawRoundedRect(QRectF(x, y, 12, 8), 2, 2);
        painter.setPen(t.muted);
        const double wide = painter.fontMetrics().horizontalAdvance(words);
        painter.drawText(QRectF(x + 18, y - 5, wide + 2, 18), Qt::AlignVCenter, words);
        x += 18 + wide + 26;
    }
}

} // namespace yarrin
