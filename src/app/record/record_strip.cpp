// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/record/record_strip.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QFileInfo>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QShortcut>
#include <QVBoxLayout>

namespace yarrin {

void RecordStrip::buildTrial() {
    m_trial = line("recordTrial");
    m_trialName = new QLineEdit(m_trial.row);
    m_trialName->setObjectName(QStringLiteral("trialName"));
    m_trialName->setPlaceholderText(tr("What it tries"));
    m_trialName->setAccessibleName(tr("What the trial tries"));
    m_trialName->setMaximumWidth(170);
    auto* compared = new QPushButton(tr("Compare"), m_trial.row);
    compared->setObjectName(QStringLiteral("trialCompare"));
    auto* keep = new QPushButton(tr("Keep as one step"), m_trial.row);
    keep->setObjectName(QStringLiteral("trialKeep"));
    auto* drop = new QPushButton(tr("Drop"), m_trial.row);
    drop->setObjectName(QStringLiteral("trialDrop"));
    for (QWidget* one : std::initializer_list<QWidget*>{m_trialName, compared, keep, drop})
        m_trial.row->layout()->addWidget(one);
    connect(compared, &QPushButton::clicked, this, &RecordStrip::compareTrial);
    connect(keep, &QPushButton::clicked, this, &RecordStrip::keepTrial);
    connect(m_trialName, &QLineEdit::returnPressed, this, &RecordStrip::keepTrial);
    connect(drop, &QPushButton::clicked, this, [this] { static_cast<void>(m_document.dropTrial()); });
}

RecordStrip::RecordStrip(Document& document, QWidget* parent) : QFrame(parent), m_document(document) {
    setObjectName(QStringLiteral("recordStrip"));
    auto* rows = new QVBoxLayout(this);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setSpacing(0);

    m_trouble = line("recordTrouble");
    auto* elsewhere = new QPushButton(tr("Save elsewhere…"), m_trouble.row);
    elsewhere->setObjectName(QStringLiteral("recordElsewhere"));
    auto* again = new QPushButton(tr("Try again"), m_trouble.row);
    again->setObjectName(QStringLiteral("recordRetry"));
    m_trouble.row->layout()->addWidget(again);
    m_trouble.row->layout()->addWidget(elsewhere);

    m_apart = line("recordApart");
    auto* theirs = new QPushButton(tr("Open what is there now"), m_apart.row);
    theirs->setObjectName(QStringLiteral("recordTheirs"));
    auto* mine = new QPushButton(tr("Save mine as…"), m_apart.row);
    mine->setObjectName(QStringLiteral("recordMine"));
    m_apart.row->layout()->addWidget(theirs);
    m_apart.row->layout()->addWidget(mine);
    connect(theirs, &QPushButton::clicked, this, [this] { emit openWanted(m_document.keeper().apartFrom()); });
    connect(mine, &QPushButton::clicked, this, &RecordStrip::saveElsewhere);

    m_readOnly = line("recordReadOnly");
    auto* copy = new QPushButton(tr("Save a copy to work on…"), m_readOnly.row);
    copy->setObjectName(QStringLiteral("recordCopy"));
    m_readOnly.row->layout()->addWidget(copy);

    buildTrial();
    m_naming = line("recordNaming");
    m_naming.text->setText(tr("Every change is on the disk already. Name this version, so that it is found again:"));
    m_name = new QLineEdit(m_naming.row);
    m_name->setObjectName(QStringLiteral("versionName"));
    m_name->setAccessibleName(tr("Name of this version"));
    m_name->setMinimumWidth(220);
    m_naming.row->layout()->addWidget(m_name);
    m_naming.row->hide();

    connect(elsewhere, &QPushButton::clicked, this, &RecordStrip::saveElsewhere);
    connect(copy, &QPushButton::clicked, this, &RecordStrip::saveElsewhere);
    connect(again, &QPushButton::clicked, this, [this] { m_document.keeper().flush(); });
    connect(m_name, &QLineEdit::returnPressed, this, [this] {
        if (m_name->text().trimmed().isEmpty()) return;
        const Outcome named = m_document.nameVersion(m_name->text());
        m_naming.row->hide();
        if (!named.ok()) emit refused(show::error(named.error()));
    });
    auto* escape = new QShortcut(QKeySequence(Qt::Key_Escape), m_name, nullptr, nullptr, Qt::WidgetShortcut);
    connect(escape, &QShortcut::activated, this, [this] { m_naming.row->hide(); });
    connect(&m_document, &Document::fileChanged, this, &RecordStrip::refresh);
    connect(&m_document, &Document::changed, this, &RecordStrip::refreshTrial);
    connect(&m_document, &Document::replaced, this, [this] { m_naming.row->hide(); });
    refresh();
}

RecordStrip::Line RecordStrip::line(const char* name) {
    auto* row = new QWidget(this);
    row->setObjectName(QString::fromLatin1(name));
    row->setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(14, 5, 12, 5);
    layout->setSpacing(8);
    auto* text = new QLabel(row);
    text->setObjectName(QString::fromLatin1(name) + QStringLiteral("Text"));
    text->setTextFormat(Qt::PlainText);
    text->setWordWrap(true);
    layout->addWidget(text, 1);
    static_cast<QVBoxLayout*>(this->layout())->addWidget(row);
    return {row, text};
}

void RecordStrip::refresh() {
    const Keeper& keeper = m_document.keeper();
    m_trouble.row->setVisible(!keeper.trouble().isEmpty());
    if (!keeper.trouble().isEmpty()) {
        const bool one = keeper.unwritten() == 1;
        const QString folder = QFileInfo(keeper.spare()).path();
        const QString where = keeper.spare().isEmpty()
                                  ? (one ? tr("It is in memory only, and lost if the program ends.")
                                         : tr("They are in memory only, and lost if the program ends."))
                                  : (one ? tr("It is kept apart from it in %1.").arg(folder)
                                         : tr("They are kept apart from it in %1.").arg(folder));
        m_trouble.text->setText((one ? tr("The last change is not in the file: %1 %2 Work can go on; it is written as "
                                          "soon as that can be done.")
                                           .arg(keeper.trouble(), where)
                                     : tr("The last %1 changes are not in the file: %2 %3 Work can go on; they are "
                                          "written as soon as that can be "
                                          "done.")
                                           .arg(keeper.unwritten())
                                           .arg(keeper.trouble(), where)));
    }
    m_apart.row->setVisible(!keeper.apartFrom().isEmpty());
    m_apart.text->setText(tr("Another program changed %1, or put another file in its place. It was left as it is. Your "
                             "work up to now, and what you go on to do, is kept apart from it.")
                              .arg(keeper.apartFrom()));
    const bool reading = keeper.file() && keeper.file()->readOnly();
    m_readOnly.row->setVisible(reading);
    if (reading) m_readOnly.text->setText(tr("For reading only: %1.").arg(show::text(*keeper.file()->readOnly())));
    refreshTrial();
}

void RecordStrip::refreshTrial() {
    const bool on = m_document.trial().has_value();
    if (on && m_trial.row->isHidden()) m_trialName->clear();
    m_trial.row->setVisible(on);
    if (on) m_trial.text->setText(trialText());
}

/// Where it began and where it is now: sections, exposure, what moved.
QString RecordStrip::trialText() const {
    const Trial& trial = *m_document.trial();
    const Schedule& then = *trial.schedule;
    const Schedule& now = m_document.schedule();
    const Ripple ripple = rippleBetween(then, now);
    QStringList parts{trial.since.size() > 11 ? tr("Trial since %1").arg(show::text(trial.since.substr(11, 5)))
                                              : tr("Trial")};
    for (std::size_t i = 0; i < now.sections.size() && i < then.sections.size(); ++i) {
        const auto& before = then.sections[i].daysLate;
        const auto& after = now.sections[i].daysLate;
        const Section* section = m_document.programme().sections.row(now.sections[i].section);
        if (section && before && after && *before != *after)
            parts << tr("%1 %2, was %3").arg(show::text(section->key), show::lateness(*after), show::lateness(*before));
    }
    if (!(ripple.before == ripple.after))
        parts << tr("exposure %1, was %2")
                     .arg(show::moneyRange(ripple.after, m_document.programme().job.currency),
                          show::moneyRange(ripple.before, m_document.programme().job.currency));
    parts << (ripple.moved.empty()
                  ? tr("nothing moved yet")
                  : tr("%1 moved").arg(show::countOf(qint64(ripple.moved.size()), "activity", "activities")));
    return parts.join(QStringLiteral(" · "));
}

void RecordStrip::keepTrial() {
    const QString name = m_trialName->text().trimmed();
    const Outcome kept = m_document.keepTrial(name.isEmpty() ? tr("Trial kept") : name);
    if (!kept.ok()) emit refused(show::error(kept.error()));
}

void RecordStrip::askName() {
    m_name->clear();
    m_naming.row->show();
    m_name->setFocus();
}

} // namespace yarrin
