// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/plan_page.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QComboBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>

namespace yarrin {

PlanPage::PlanPage(QWidget* parent)
    : QWidget(parent), m_title(new QLabel(this)), m_words(new QLabel(this)), m_told(new QLabel(this)),
      m_notes(new QListWidget(this)), m_schedule(new QComboBox(this)), m_new(new QPushButton(tr("As a new job"), this)),
      m_into(new QPushButton(this)), m_leave(new QPushButton(tr("Leave it"), this)) {
    setObjectName(QStringLiteral("planPage"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    m_title->setObjectName(QStringLiteral("planTitle"));
    m_title->setFont(headingFont());
    m_words->setObjectName(QStringLiteral("planWords"));
    m_words->setWordWrap(true);
    m_told->setWordWrap(true);
    setInk(m_words, Ink::muted);
    m_notes->setObjectName(QStringLiteral("planNotes"));
    m_notes->setAccessibleName(tr("What was not understood, or taken otherwise than it stands"));
    m_notes->setWordWrap(true);
    m_notes->setFrameShape(QFrame::NoFrame);
    m_notes->setSelectionMode(QAbstractItemView::ExtendedSelection);
    column->addWidget(m_title);
    m_schedule->setObjectName(QStringLiteral("planSchedule"));
    m_schedule->setAccessibleName(tr("Schedule of the file"));
    m_schedule->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    auto* which = new QHBoxLayout;
    which->addWidget(m_schedule);
    which->addStretch(1);
    column->addLayout(which);
    column->addWidget(m_words);
    column->addSpacing(8);
    column->addWidget(m_told);
    column->addWidget(m_notes, 100);
    auto* buttons = new QHBoxLayout;
    m_new->setObjectName(QStringLiteral("planNew"));
    m_new->setProperty("primary", true);
    m_into->setObjectName(QStringLiteral("planInto"));
    m_leave->setObjectName(QStringLiteral("planLeave"));
    for (QPushButton* one : {m_new, m_into, m_leave}) buttons->addWidget(one);
    buttons->addStretch(1);
    column->addLayout(buttons);
    column->addStretch(1); // where there are no notes
    connect(m_new, &QPushButton::clicked, this, [this] { emit newWanted(m_reading->programme); });
    connect(m_into, &QPushButton::clicked, this, [this] { emit intoWanted(m_reading->programme, m_name); });
    connect(m_schedule, &QComboBox::activated, this, [this](int index) {
        if (std::size_t(index) != m_reading->taken) emit scheduleWanted(index);
    });
    connect(m_leave, &QPushButton::clicked, this, &PlanPage::left);
}

void PlanPage::present(IfcReading reading, const QString& file, const QString& job) {
    m_reading = std::make_shared<const IfcReading>(std::move(reading));
    const Programme& plan = m_reading->programme;
    const QString title = show::text(plan.job.title);
    m_name = title.isEmpty() ? QFileInfo(file).completeBaseName() : title;
    m_title->setText(title.isEmpty() ? file : tr("%1: %2").arg(file, title));
    const auto count = [](std::size_t number, const char* one, const char* many) {
        return show::countOf(qint64(number), one, many);
    };
    m_words->setText(
        tr("%1 from %2, with %3, %4, %5 and %6. Dates are worked out here, from work, links and calendars.")
            .arg(count(plan.activities.size(), "activity", "activities"), show::date(dateOf(plan.job.start)),
                 count(plan.links.size(), "link", "links"), count(plan.breakdown.size(), "group", "groups"),
                 count(plan.calendars.size(), "calendar", "calendars"),
                 count(plan.resources.size(), "resource", "resources")));
    m_schedule->clear();
    for (const IfcSchedule& one : m_reading->schedules)
        m_schedule->addItem(tr("%1, with %2")
                                .arg(one.name.empty() ? tr("Schedule without a name") : show::text(one.name),
                                     count(one.tasks, "task", "tasks")));
    m_schedule->setCurrentIndex(int(m_reading->taken));
    m_schedule->setVisible(m_schedule->count() > 1);
    m_notes->clear();
    for (const std::string& note : m_reading->notes) m_notes->addItem(show::text(note));
    m_notes->setVisible(m_notes->count() > 0);
    m_told->setText(m_notes->count() > 0 ? tr("Not understood, or taken otherwise than it stands:")
                                         : tr("All of it was understood."));
    m_into->setText(tr("Into “%1”").arg(job));
    m_into->setToolTip(tr("Below a group of its own; one step, which can be undone"));
    m_into->setVisible(!job.isEmpty());
}

void PlanPage::focusMain() {
    m_new->setFocus();
}

} // namespace yarrin
