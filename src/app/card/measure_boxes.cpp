// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/card/measure_boxes.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"

#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include <tuple>

namespace yarrin {

MeasureBoxes::MeasureBoxes(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_sum(new QLabel(this)), m_fault(new QLabel(this)) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 4, 0, 2);
    grid->setSpacing(6);
    grid->setColumnStretch(0, 1);
    grid->setColumnStretch(1, 1);
    build(Box::quantity, tr("Quantity"), QStringLiteral("boxQuantity"));
    build(Box::output, tr("Output a day"), QStringLiteral("boxOutput"));
    build(Box::crews, tr("Crews"), QStringLiteral("boxCrews"));
    build(Box::days, tr("Days"), QStringLiteral("boxDays"));
    grid->addWidget(field(Box::quantity).frame, 0, 0);
    grid->addWidget(field(Box::output).frame, 0, 1);
    grid->addWidget(field(Box::crews).frame, 1, 0);
    grid->addWidget(field(Box::days).frame, 1, 1);
    m_sum->setFont(secondaryFont());
    m_sum->setWordWrap(true);
    m_fault->setFont(secondaryFont());
    m_fault->setWordWrap(true);
    m_fault->setObjectName(QStringLiteral("boxFault"));
    grid->addWidget(m_sum, 2, 0, 1, 2);
    grid->addWidget(m_fault, 3, 0, 1, 2);
    auto* choice = new QHBoxLayout;
    choice->setSpacing(0);
    auto* label = new QLabel(tr("Solve"), this);
    label->setProperty("quiet", true);
    choice->addWidget(label);
    choice->addSpacing(5);
    const std::tuple<Box, QString, const char*> choices[] = {{Box::days, tr("Days"), "solveDays"},
                                                             {Box::crews, tr("Crews"), "solveCrews"},
                                                             {Box::output, tr("Output"), "solveOutput"},
                                                             {Box::quantity, tr("Qty"), "solveQuantity"}};
    for (const auto& [box, text, name] : choices) {
        QPushButton* button = quietButton(text, name, this);
        button->setCheckable(true);
        button->setProperty("tight", true);
        choice->addWidget(button);
        m_choices[static_cast<std::size_t>(box)] = button;
        connect(button, &QPushButton::clicked, this, [this, which = box] { solve(which); });
    }
    choice->addStretch();
    grid->addLayout(choice, 4, 0, 1, 2);
    solve(Box::days);
}

void MeasureBoxes::build(Box box, const QString& title, const QString& name) {
    Field& made = field(box);
    made.frame = new QFrame(this);
    made.frame->setObjectName(QStringLiteral("box"));
    made.title = new QLabel(title, made.frame);
    made.title->setFont(secondaryFont());
    made.solved = new QLabel(tr("solved"), made.frame);
    made.solved->setFont(secondaryFont());
    made.edit = new QLineEdit(made.frame);
    made.edit->setObjectName(name);
    made.edit->setAccessibleName(title);
    made.edit->setFont(headingFont());
    made.edit->setFrame(false);
    auto* layout = new QGridLayout(made.frame);
    layout->setContentsMargins(8, 4, 8, 4);
    layout->setVerticalSpacing(0);
    layout->addWidget(made.title, 0, 0);
    layout->addWidget(made.solved, 0, 1, Qt::AlignRight);
    layout->addWidget(made.edit, 1, 0, 1, 2);
    connect(made.edit, &QLineEdit::editingFinished, this, [this, box] { commit(box); });
}

void MeasureBoxes::solve(Box what) {
    m_solves = what;
    for (const Box box : {Box::quantity, Box::output, Box::crews, Box::days}) {
        const bool solved = box == what;
        m_choices[static_cast<std::size_t>(box)]->setChecked(solved);
        Field& at = field(box);
        at.solved->setVisible(solved);
        setMark(at.frame, "solved", solved);
        setInk(at.solved, Ink::accent);
    }
}

void MeasureBoxes::present(ActivityId id) {
    if (id != m_activity) m_fault->clear();
    m_activity = id;
    fill();
}

void MeasureBoxes::fill() {
    const std::size_t index = m_document.programme().activities.indexOf(m_activity);
    const bool there = index < m_document.programme().activities.size();
    const Activity* activity = there ? &m_document.programme().activities[index] : nullptr;
    const bool task = activity && activity->kind == ActivityKind::task;
    setVisible(task);
    if (!task) return;
    const auto& m = activity->measure;
    const QString unit = m ? show::text(unitSymbol(m->unit)) : QString();
    const auto set = [&](Box box, const QString& value) {
        QLineEdit* edit = field(box).edit;
        if (!edit->isModified()) edit->setText(value);
    };
    set(Box::quantity, m ? (show::number(m->quantity) + QLatin1Char(' ') + unit).trimmed() : QString());
    set(Box::output, m && m->outputPerCrewDay ? show::number(*m->outputPerCrewDay) : QString());
    set(Box::crews, m && m->crews ? show::number(*m->crews) : QString());
    const Minutes day = dayOf(m_document.programme(), *activity);
    const Minutes duration = index < m_document.schedule().activities.size()
                                 ? m_document.schedule().activities[index].duration
                                 : activity->duration.value_or(0);
    set(Box::days, show::days(duration, day));
    m_sum->setText(m ? show::derivation(*m, duration, day)
                     : tr("Typed. Give it a quantity and an output, and the days come out."));
    m_fault->setVisible(!m_fault->text().isEmpty());
    setInk(m_fault, Ink::critical);
}

void MeasureBoxes::commit(Box box) {
    QLineEdit* edit = field(box).edit;
    if (!edit->isModified() || !m_activity) return;
    const Activity* activity = m_document.programme().activities.row(m_activity);
    if (!activity) return;
    QString typed = edit->text().trimmed();
    const QString key = show::text(activity->key);
    const auto unit = activity->measure ? activity->measure->unit : std::string();
    if (box == Box::quantity && !unit.empty() && typed.endsWith(show::text(unitSymbol(unit))))
        typed.chop(show::text(unitSymbol(unit)).size());
    const std::string text = typed.trimmed().toStdString();
    const DayUnit day = dayUnitOf(m_document.programme(), calendarOf(m_document.programme(), *activity));
    const Minutes before = [&] {
        const std::size_t index = m_document.programme().activities.indexOf(m_activity);
        return index < m_document.schedule().activities.size() ? m_document.schedule().activities[index].duration : 0;
    }();
    static const char* names[] = {QT_TR_NOOP("quantity"), QT_TR_NOOP("output"), QT_TR_NOOP("crews"),
                                  QT_TR_NOOP("days")};
    const Outcome outcome = m_document.perform(
        tr("%1 %2 → %3").arg(key, tr(names[int(box)]), edit->text()), [&](Transaction& tx) -> Outcome {
            static constexpr MeasureField fields[] = {MeasureField::quantity, MeasureField::output,
                                                      MeasureField::crews};
            static constexpr Solved solved[] = {Solved::quantity, Solved::output, Solved::crews, Solved::days};
            const Solved what = solved[int(m_solves)];
            if (box == Box::days) return yarrin::solveFor(tx, m_activity, what, text);
            Outcome set = setMeasureField(tx, m_activity, fields[int(box)], text);
            // Where something else than the days is solved, the days stay as they were and it follows.
            if (set.ok() && m_solves != Box::days && m_solves != box)
                return yarrin::solveFor(tx, m_activity, what, spanText(before, day));
            return set;
        });
    if (!outcome.ok()) {
        m_fault->setText(show::error(outcome.error()));
        m_fault->show();
        return;
    }
    edit->setModified(false);
    m_fault->clear();
    fill();
}

} // namespace yarrin
