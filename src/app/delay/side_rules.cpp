// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/side_rules.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "edit/contract_edits.h"

#include <QAction>
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace yarrin {

SideRules::SideRules(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_baseline(new QComboBox(this)),
      m_stands(quietButton(tr("Stands"), "sideStands", this)), m_rule(new QComboBox(this)),
      m_lesser(quietButton(tr("Lesser rules"), "sideLesser", this)) {
    setObjectName(QStringLiteral("sideRules"));
    m_baseline->setObjectName(QStringLiteral("sideBaseline"));
    m_baseline->setAccessibleName(tr("The revision to begin with"));
    m_baseline->setToolTip(tr("The revision that the analyses begin with"));
    m_rule->setObjectName(QStringLiteral("concurrencyRule"));
    m_rule->setAccessibleName(tr("How concurrent delay is answered for"));
    for (const QString& name : {tr("Time, not money"), tr("Effective cause"), tr("Apportioned")}) m_rule->addItem(name);
    m_near = days(
        "nearDays", tr("Paths within so many days count as driving"),
        [](const std::string& text) -> Document::Operation {
            return [text](Transaction& tx) { return setNearDays(tx, text); };
        },
        tr("Near paths: %1 d"));
    m_tooOld = days(
        "tooOldDays", tr("A stand so many days older than an event is flagged; empty: none is"),
        [](const std::string& text) -> Document::Operation {
            return [text](Transaction& tx) { return setPeriod(tx, Period::tooOld, text); };
        },
        tr("Stands flagged when older than: %1 d"));
    auto* both = new QVBoxLayout(this);
    both->setContentsMargins(0, 0, 0, 0);
    both->setSpacing(4);
    auto* lower = new QHBoxLayout;
    for (QHBoxLayout* line : {m_upper = new QHBoxLayout, lower}) {
        line->setSpacing(6);
        both->addLayout(line);
    }
    const auto words = [&](QHBoxLayout* line, const QString& text) {
        auto* label = new QLabel(text, this);
        setInk(label, Ink::muted);
        line->addWidget(label);
    };
    words(m_upper, tr("From"));
    m_baseline->setMaximumWidth(210);
    m_upper->addWidget(m_baseline);
    m_upper->addWidget(m_stands);
    m_upper->addStretch(1);
    words(lower, tr("Concurrent:"));
    lower->addWidget(m_rule);
    words(lower, tr("near paths, days"));
    lower->addWidget(m_near);
    words(lower, tr("stands older than"));
    lower->addWidget(m_tooOld);
    words(lower, tr("days"));
    lower->addStretch(1);
    lower->addWidget(m_lesser);
    connect(m_baseline, &QComboBox::activated, this, [this](int index) {
        const std::string key = index > 0 ? m_revisions[std::size_t(index - 1)] : std::string();
        perform(tr("Analyses begin with: %1").arg(m_baseline->itemText(index)),
                [key](Transaction& tx) { return setBaseline(tx, key); });
    });
    connect(m_rule, &QComboBox::activated, this, [this](int rule) {
        perform(tr("Rule of concurrency: %1").arg(m_rule->itemText(rule)),
                [rule](Transaction& tx) { return setConcurrency(tx, static_cast<ConcurrencyRule>(rule)); });
    });
    buildMenus();
    refresh();
}

void SideRules::lead(std::initializer_list<QWidget*> widgets) {
    int place = 0;
    for (QWidget* widget : widgets) m_upper->insertWidget(place++, widget);
    m_upper->insertSpacing(place, 6);
}

QLineEdit* SideRules::days(const char* name, const QString& label, Document::Operation (*change)(const std::string&),
                           const QString& step) {
    auto* edit = new QLineEdit(this);
    edit->setObjectName(QLatin1String(name));
    edit->setAccessibleName(label);
    edit->setToolTip(label);
    keepWidth(edit, 44);
    edit->setAlignment(Qt::AlignRight);
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, change, step] {
        if (!edit->isModified()) return;
        edit->setModified(false);
        perform(step.arg(edit->text()), change(edit->text().toStdString()));
    });
    return edit;
}

void SideRules::buildMenus() {
    auto* stands = new QMenu(m_stands);
    stands->setObjectName(QStringLiteral("sideStandsMenu"));
    m_stands->setToolTip(tr("Which revisions behind it count as stands"));
    connect(m_stands, &QPushButton::clicked, this, [this, stands] {
        fillStands();
        stands->popup(m_stands->mapToGlobal(QPoint(0, m_stands->height())));
    });
    auto* lesser = new QMenu(m_lesser);
    lesser->setObjectName(QStringLiteral("sideLesserMenu"));
    struct Rule {
        const char* name;
        QString text;
        bool Job::*value;
        JobSwitch which;
    };
    const Rule rules[] = {{"causesOnly", tr("Delays lie beside each other on the days of their causes only"),
                           &Job::causesOnly, JobSwitch::causesOnly},
                          {"neutralPaid", tr("Nobody's delay takes no money from the employer's"), &Job::neutralPaid,
                           JobSwitch::neutralPaid}};
    for (const Rule& rule : rules) {
        QAction* action = lesser->addAction(rule.text);
        action->setObjectName(QLatin1String(rule.name));
        action->setCheckable(true);
        connect(action, &QAction::triggered, this, [this, action, which = rule.which](bool on) {
            perform(tr("%1: %2").arg(action->text(), on ? tr("yes") : tr("no")),
                    [which, on](Transaction& tx) { return setJobSwitch(tx, which, on); });
        });
        connect(lesser, &QMenu::aboutToShow, action,
                [this, action, value = rule.value] { action->setChecked(m_document.programme().job.*value); });
    }
    connect(m_lesser, &QPushButton::clicked, this,
            [this, lesser] { lesser->popup(m_lesser->mapToGlobal(QPoint(0, m_lesser->height()))); });
}

/// A revision behind another line each, ticked where it counts.
void SideRules::fillStands() {
    auto* menu = findChild<QMenu*>(QStringLiteral("sideStandsMenu"));
    menu->clear();
    const std::vector<std::string> out = leftOutOf(m_document.programme().job);
    if (m_revisions.empty()) menu->addAction(tr("Nothing was frozen yet"))->setEnabled(false);
    for (const std::string& key : m_revisions) {
        QAction* action = menu->addAction(tr("%1 counts").arg(show::text(key)));
        action->setObjectName(QStringLiteral("stand") + show::text(key));
        action->setCheckable(true);
        action->setChecked(std::find(out.begin(), out.end(), key) == out.end());
        connect(action, &QAction::triggered, this, [this, key](bool on) {
            perform(on ? tr("Revision %1 counts as a stand").arg(show::text(key))
                       : tr("Revision %1 is no stand").arg(show::text(key)),
                    [key, on](Transaction& tx) { return setLeftOut(tx, key, !on); });
        });
    }
}

void SideRules::perform(const QString& text, const Document::Operation& operation) {
    const Outcome outcome = m_document.perform(text, operation);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
    refresh();
    emit chosen();
}

void SideRules::refresh() {
    const Job& job = m_document.programme().job;
    m_rule->setCurrentIndex(int(job.concurrency));
    if (!m_near->isModified()) m_near->setText(QString::number(job.nearDays));
    if (!m_tooOld->isModified()) m_tooOld->setText(job.tooOldDays ? QString::number(*job.tooOldDays) : QString());
    HeldFile* file = m_document.keeper().file();
    const auto list = file ? file->revisions() : Result<std::vector<Revision>>(std::vector<Revision>{});
    m_revisions.clear();
    m_baseline->clear();
    m_baseline->addItem(tr("the programme in force"));
    int at = 0;
    if (list.ok())
        for (const Revision& revision : *list) {
            m_revisions.push_back(revision.key);
            m_baseline->addItem(
                show::text(revision.purpose.empty() ? revision.key : revision.key + " · " + revision.purpose));
            if (revision.key == job.baseline) at = m_baseline->count() - 1;
        }
    // One that is no longer there is still what the job says.
    if (at == 0 && !job.baseline.empty()) {
        m_revisions.push_back(job.baseline);
        m_baseline->addItem(tr("%1 (not there)").arg(show::text(job.baseline)));
        at = m_baseline->count() - 1;
    }
    m_baseline->setCurrentIndex(at);
}

} // namespace yarrin
