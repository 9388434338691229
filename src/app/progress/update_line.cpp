// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/progress/update_line.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/record/next_revision.h"
#include "core/base/worded.h"
#include "edit/progress_edits.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

namespace yarrin {

UpdateLine::UpdateLine(Document& document, QWidget* parent)
    : QFrame(parent), m_document(document), m_date(new QLineEdit(this)), m_keep(new QCheckBox(this)),
      m_key(new QLineEdit(this)), m_kept(new QLabel(this)) {
    setObjectName(QStringLiteral("updateLine"));
    auto* until = new QLabel(tr("A new update: what happened is known up to"), this);
    until->setBuddy(m_date);
    m_date->setObjectName(QStringLiteral("updateDate"));
    m_date->setAccessibleName(tr("Data date of the new update"));
    keepWidth(m_date, 110);
    m_keep->setObjectName(QStringLiteral("updateKeep"));
    m_key->setObjectName(QStringLiteral("updateKey"));
    m_key->setAccessibleName(tr("Name of the revision that keeps the last update"));
    keepWidth(m_key, 70);
    m_kept->setObjectName(QStringLiteral("updateKept"));
    m_kept->setProperty("quiet", true);
    auto* start = new QPushButton(tr("Begin the update"), this);
    start->setObjectName(QStringLiteral("updateBegin"));
    auto* cancel = quietButton(tr("Leave it"), "updateCancel", this);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(16, 6, 12, 6);
    layout->setSpacing(8);
    for (QWidget* one : std::initializer_list<QWidget*>{until, m_date, m_keep, m_key, m_kept}) layout->addWidget(one);
    layout->addStretch(1);
    layout->addWidget(start);
    layout->addWidget(cancel);
    connect(start, &QPushButton::clicked, this, &UpdateLine::accept);
    connect(cancel, &QPushButton::clicked, this, &QWidget::hide);
    connect(m_date, &QLineEdit::returnPressed, this, &UpdateLine::accept);
    connect(m_key, &QLineEdit::returnPressed, this, &UpdateLine::accept);
    connect(m_keep, &QCheckBox::toggled, m_key, &QWidget::setEnabled);
    // Another programme has other revisions, or none.
    connect(&m_document, &Document::replaced, this, [this] {
        m_revisions.clear();
        hide();
    });
    hide();
}

void UpdateLine::begin() {
    m_revisions.clear();
    if (HeldFile* file = m_document.keeper().file())
        if (auto list = file->revisions(); list.ok()) m_revisions = std::move(list).value();
    const auto& dataDate = m_document.programme().job.dataDate;
    // Updates are made every four weeks until somebody says otherwise.
    const Date last = dateOf(dataDate.value_or(m_document.programme().job.start));
    m_date->setText(show::date(last + 28));
    m_key->setText(nextRevisionKey(m_revisions));
    showKept();
    show();
    m_date->setFocus();
    m_date->selectAll();
}

const Revision* UpdateLine::keeping() const {
    if (!m_document.keeper().file()) return nullptr;
    for (const Revision& revision : m_revisions) {
        if (revision.dataDate != m_document.programme().job.dataDate) continue;
        bool same = false;
        m_document.wait(QObject::tr("Reading revision %1").arg(show::text(revision.key)),
                        [&, read = m_document.readerOf(revision)](WorkWatch&) {
                            const auto state = read();
                            same = state.ok() && *state->programme == m_document.programme();
                        });
        if (same) return &revision;
    }
    return nullptr;
}

void UpdateLine::showKept() {
    const auto& dataDate = m_document.programme().job.dataDate;
    const bool canKeep = dataDate && m_document.keeper().file();
    const Revision* kept = canKeep ? keeping() : nullptr;
    m_keep->setText(tr("Keep that of %1 as revision").arg(dataDate ? show::date(dateOf(*dataDate)) : QString()));
    m_keep->setVisible(canKeep && !kept);
    m_key->setVisible(canKeep && !kept);
    m_keep->setChecked(canKeep && !kept);
    m_kept->setVisible(kept != nullptr);
    if (kept)
        m_kept->setText(
            tr("Revision %1 keeps that of %2 as it is.").arg(show::text(kept->key), show::date(dateOf(*dataDate))));
}

void UpdateLine::accept() {
    const std::string text = m_date->text().toStdString();
    // Nothing is frozen for an update that cannot begin.
    const auto begins = [&](Transaction& tx) -> Outcome {
        const auto before = tx.programme().job.dataDate;
        const Outcome set = setDataDate(tx, text);
        if (!set.ok()) return set;
        const auto& after = tx.programme().job.dataDate;
        if (!after) return inputError(worded("a new update needs a data date"), worded("type a day, as in 4 May 2026"));
        if (before && *after <= *before)
            return inputError(
                worded("a new update is later than the last one, of %1", show::date(dateOf(*before)).toStdString()),
                worded("correct the data date at the right where it was wrong"));
        return done();
    };
    if (const Schedule possible = m_document.tried(begins); !possible.ok())
        return emit told(show::error(possible.errors.front()));
    QString frozen;
    if (m_keep->isVisible() && m_keep->isChecked()) {
        const auto revision = m_document.freeze(m_key->text(), tr("Update"), draftedNarrative(m_document, m_revisions));
        if (!revision.ok()) return emit told(show::error(revision.error()));
        frozen = tr("Revision %1 keeps what was known before. ").arg(show::text(revision->key));
    }
    const Outcome outcome = m_document.perform(tr("A new update, data date %1").arg(m_date->text()), begins);
    if (!outcome.ok()) return emit told(frozen + show::error(outcome.error()));
    hide();
    emit told(frozen + tr("The update begins: enter what started, was done and finished up to %1.")
                           .arg(show::date(dateOf(*m_document.programme().job.dataDate))));
}

void UpdateLine::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return hide();
    QFrame::keyPressEvent(event);
}

} // namespace yarrin
