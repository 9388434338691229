// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/contract/section_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "chart/paint/section_painter.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace yarrin {

SectionChart::SectionChart(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("sectionChart"));
    setAccessibleName(tr("Sections over time"));
    connect(&document, &Document::changed, this, &SectionChart::relayout);
    connect(&lookChanges(), &LookChanges::changed, this, qOverload<>(&QWidget::update));
    relayout();
}

void SectionChart::relayout() {
    const Schedule& schedule = m_document.schedule();
    m_layout = schedule.ok() ? layoutSections(m_document.programme(), schedule.sections, width()) : SectionLayout{};
    setFixedHeight(std::max(10, int(m_layout.height)));
    QStringList words;
    for (const SectionLine& line : m_layout.lines) words << storyOf(line).join(QStringLiteral(", "));
    setAccessibleDescription(words.join(QStringLiteral(". ")));
    update();
}

void SectionChart::resizeEvent(QResizeEvent*) {
    relayout();
}

QString SectionChart::resultOf(const SectionLine& line) const {
    if (line.daysLate <= 0) return show::lateness(line.daysLate);
    const QString words =
        tr("%1, %2").arg(show::lateness(line.daysLate), show::money(line.sum, m_document.programme().job.currency));
    return line.takenOver ? tr("taken over %1").arg(words) : words;
}

QStringList SectionChart::storyOf(const SectionLine& line) const {
    const Programme& programme = m_document.programme();
    const Section& section = *programme.sections.row(line.section);
    QStringList story{show::text(section.key + " " + section.name),
                      tr("completion agreed %1").arg(show::date(section.completion))};
    for (const GrantMark& grant : line.grants) {
        const Extension& one = grant.extension;
        const DelayEvent* event = programme.events.row(one.event);
        QString words = one.on ? tr("%1: %2 granted").arg(show::date(*one.on), show::countOf(one.days, "day", "days"))
                               : tr("%1 granted, no day recorded").arg(show::countOf(one.days, "day", "days"));
        if (event) words += tr(" for %1").arg(show::text(event->key));
        if (one.interim) words += tr(" for now");
        if (!one.letter.empty()) words += QStringLiteral(" (%1)").arg(show::text(one.letter));
        story << words;
    }
    if (line.extended.date != line.contract.date) story << tr("extended to %1").arg(show::date(line.extended.date));
    if (line.forecast)
        story << tr("%1 %2, %3")
                     .arg(line.takenOver ? tr("taken over") : tr("forecast"), show::date(line.forecast->date),
                          resultOf(line));
    return story;
}

const SectionLine* SectionChart::lineAt(double y) const {
    for (const SectionLine& line : m_layout.lines)
        if (y >= line.y && y < line.y + line.height) return &line;
    return nullptr;
}

void SectionChart::mousePressEvent(QMouseEvent* event) {
    if (const SectionLine* line = lineAt(event->position().y())) emit sectionChosen(line->section);
}

bool SectionChart::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    auto* help = static_cast<QHelpEvent*>(event);
    const SectionLine* line = lineAt(help->pos().y());
    if (line)
        QToolTip::showText(help->globalPos(), storyOf(*line).join(QLatin1Char('\n')), this);
    else
        QToolTip::hideText();
    return true;
}

void SectionChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), theme().paper);
    if (m_layout.lines.empty()) return;
    const Programme& programme = m_document.programme();
    const SectionInk ink{theme(),
                         [&](const SectionLine& line) {
                             const Section& section = *programme.sections.row(line.section);
                             return show::text(section.key + " " + section.name);
                         },
                         [&](const SectionLine& line) {
                             const Section& section = *programme.sections.row(line.section);
                             return tr("%1 a %2").arg(show::money(section.rate, programme.job.currency),
                                                      section.per == DamagesPer::day ? tr("day") : tr("week"));
                         },
                         [this](const SectionLine& line) { return resultOf(line); },
                         [](Date date) { return show::shortDate(date); }};
    paintSections(painter, m_layout, ink);
}

std::vector<PaintedPart> SectionChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    for (const SectionLine& line : m_layout.lines) {
        const Section* section = m_document.programme().sections.row(line.section);
        if (!section) continue;
        PaintedPart part;
        part.name = show::text(section->key + " " + section->name);
        part.value = storyOf(line).join(QStringLiteral(", "));
        part.rect = QRectF(0, line.y, width(), line.height).toRect();
        parts.push_back(std::move(part));
    }
    return parts;
}

} // namespace yarrin
