// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/why_strip.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/network/why_then.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QShortcut>

namespace yarrin {

WhyStrip::WhyStrip(Document& document, ViewState& state, WhyQuestion& question, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_question(question),
      m_ask(quietButton(tr("Why then?"), "whyThen", this)),
      m_alone(quietButton(tr("Only the driving path"), "whyAlone", this)), m_subject(new QLabel(this)),
      m_pathsName(new QLabel(tr("Paths"), this)), m_words(new QLabel(this)) {
    setObjectName(QStringLiteral("whyStrip"));
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(10, 3, 10, 3);
    line->setSpacing(6);
    m_ask->setCheckable(true);
    m_ask->setToolTip(tr("Show what drives the selected activity, and what it drives (F9)"));
    m_alone->setCheckable(true);
    m_alone->setToolTip(tr("Leave out all else, in table, bars and logic"));
    m_subject->setObjectName(QStringLiteral("whySubject"));
    m_subject->setFont(boldened(bodyFont()));
    m_words->setObjectName(QStringLiteral("whyWords"));
    setInk(m_words, Ink::muted);
    setInk(m_pathsName, Ink::muted);
    for (QWidget* one : {static_cast<QWidget*>(m_ask), static_cast<QWidget*>(m_subject), static_cast<QWidget*>(m_alone),
                         static_cast<QWidget*>(m_pathsName)})
        line->addWidget(one);
    for (std::size_t i = 0; i < m_paths.size(); ++i) {
        m_paths[i] = quietButton(QString::number(i + 1), "", this);
        m_paths[i]->setObjectName(QStringLiteral("whyPath%1").arg(i + 1));
        m_paths[i]->setAccessibleName(tr("Path %1").arg(i + 1));
        m_paths[i]->setCheckable(true);
        line->addWidget(m_paths[i]);
        connect(m_paths[i], &QPushButton::clicked, this, [this, i](bool shown) { m_question.setShows(i, shown); });
    }
    line->addWidget(m_words);
    line->addStretch(1);
    connect(m_ask, &QPushButton::clicked, this, &WhyStrip::toggle);
    connect(m_alone, &QPushButton::clicked, this, [this](bool alone) { m_question.setAlone(alone); });
    connect(&question, &WhyQuestion::changed, this, &WhyStrip::present);
    present();
}

void WhyStrip::toggle() {
    if (m_question.isAsked()) return m_question.drop();
    ActivityId id = m_state.current();
    if (!id) id = lastActivity(m_document.programme(), m_document.schedule());
    m_question.ask(id);
    if (!m_question.isAsked())
        emit refused(id ? tr("A hammock follows from others: ask of one that it hangs from.")
                        : tr("There is no activity yet to ask of."));
    present();
}

/// How far the first path that shows beside the driving one lies behind.
QString WhyStrip::words() const {
    const std::size_t at = m_document.programme().activities.indexOf(m_question.subject());
    if (at >= m_document.schedule().activities.size()) return {};
    if (m_question.isWorking()) return tr("looking…");
    const Schedule& dates = m_document.schedule();
    const Minutes day = dates.calendarOf(dates.activities[at]).dayMinutes();
    const auto& paths = m_question.paths();
    if (paths.size() < 2) return tr("there is no other path");
    QStringList each;
    for (std::size_t i = 1; i < paths.size(); ++i)
        if (m_question.shows(i))
            each << tr("%1 lies %2 behind").arg(i + 1).arg(show::daysWithUnit(paths[i].slack, day));
    return each.join(QStringLiteral(" · "));
}

void WhyStrip::present() {
    const bool asked = m_question.isAsked();
    m_ask->setChecked(asked);
    const Activity* subject = m_document.programme().activities.row(m_question.subject());
    m_subject->setText(subject ? show::text(subject->key + "  " + subject->name) : QString());
    for (QWidget* one : {static_cast<QWidget*>(m_subject), static_cast<QWidget*>(m_alone),
                         static_cast<QWidget*>(m_pathsName), static_cast<QWidget*>(m_words)})
        one->setVisible(asked);
    m_alone->setChecked(m_question.isAlone());
    for (std::size_t i = 0; i < m_paths.size(); ++i) {
        m_paths[i]->setVisible(asked);
        m_paths[i]->setEnabled(i < m_question.paths().size());
        m_paths[i]->setChecked(m_question.shows(i));
    }
    m_words->setText(asked ? words() : QString());
}

} // namespace yarrin
