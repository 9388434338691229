// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/contract/contract_stage.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/contract/field_edit.h"
#include "app/contract/section_model.h"
#include "app/table/grid_view.h"
#include "app/table/inline_message.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

namespace {

QString sum(const std::optional<Decimal>& value) {
    return value ? show::number(*value) : QString();
}

} // namespace

ContractStage::ContractStage(Document& document, QWidget* parent)
    : Stage(parent), m_document(document), m_notice(new NoticeBar(this)), m_model(new SectionModel(document, this)),
      m_table(new GridView(this)) {
    setObjectName(QStringLiteral("contractStage"));
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_notice);
    layout->addWidget(page, 1);
    auto* inner = new QVBoxLayout(page);
    inner->setContentsMargins(18, 14, 18, 10);
    inner->setSpacing(10);
    auto* title = new QLabel(tr("What was promised"), page);
    title->setFont(headingFont());
    inner->addWidget(title);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(8);
    buildFields(*grid);
    inner->addLayout(grid);
    inner->addSpacing(6);
    inner->addWidget(buildSections(), 1);
    connect(&m_document, &Document::changed, this, [this] {
        for (FieldEdit* field : m_fields) field->refresh();
        m_notice->dismiss();
    });
    connect(m_table, &GridView::refused, m_notice, &NoticeBar::say);
    connect(m_table, &GridView::addRequested, this, &ContractStage::addSection);
    connect(m_table, &GridView::deleteRequested, this, &ContractStage::deleteSection);
}

FieldEdit* ContractStage::field(const QString& name, const QString& label, const QString& hint,
                                std::function<QString()> value, Commit commit) {
    auto* made = new FieldEdit(
        name, label, hint, std::move(value),
        [this, label, commit](const std::string& text) {
            const QString step =
                text.empty() ? tr("%1 taken away").arg(label) : tr("%1 → %2").arg(label, show::text(text));
            return m_document.perform(step, [&](Transaction& tx) { return commit(tx, text); });
        },
        this);
    m_fields.push_back(made);
    return made;
}

void ContractStage::buildFields(QGridLayout& grid) {
    const auto job = [this]() -> const Job& { return m_document.programme().job; };
    grid.addWidget(field(
                       QStringLiteral("jobTitle"), tr("Job"), tr("Its name"), [=] { return show::text(job().title); },
                       [](Transaction& tx, const std::string& text) { return setTitle(tx, text); }),
                   0, 0, 1, 2);
    grid.addWidget(field(
                       QStringLiteral("jobStart"), tr("Start or possession"), tr("7 May 2027"),
                       [=] { return show::weekdayDate(dateOf(job().start)); },
                       [](Transaction& tx, const std::string& text) { return setStart(tx, text); }),
                   0, 2);
    grid.addWidget(
        field(
            QStringLiteral("jobRequired"), tr("Required finish (to work back from)"), tr("none"),
            [=] { return job().requiredFinish ? show::weekdayDate(completionDate(*job().requiredFinish)) : QString(); },
            [](Transaction& tx, const std::string& text) { return setRequiredFinish(tx, text); }),
        0, 3);
    grid.addWidget(field(
                       QStringLiteral("jobCurrency"), tr("Currency"), tr("GBP"),
                       [=] { return show::text(job().currency); },
                       [](Transaction& tx, const std::string& text) { return setCurrency(tx, text); }),
                   1, 0);
    grid.addWidget(
        field(
            QStringLiteral("jobSum"), tr("Contract sum"), tr("not stated"), [=] { return sum(job().contractSum); },
            [](Transaction& tx, const std::string& text) { return setJobSum(tx, JobSum::contractSum, text); }),
        1, 1);
    grid.addWidget(
        field(
            QStringLiteral("jobCap"), tr("Cap on all damages, as a sum"), tr("none"),
            [=] { return sum(job().damagesCap); },
            [](Transaction& tx, const std::string& text) { return setJobSum(tx, JobSum::damagesCap, text); }),
        1, 2);
    grid.addWidget(
        field(
            QStringLiteral("jobShare"), tr("Cap, in per cent of the contract sum"), tr("none"),
            [=] {
                const auto& share = job().damagesCapShare;
                const auto percent = share ? (Fraction(*share) * Fraction(100)).rounded(6) : std::nullopt;
                return percent ? show::number(*percent) + QStringLiteral(" %") : QString();
            },
            [](Transaction& tx, const std::string& text) { return setJobSum(tx, JobSum::damagesCapShare, text); }),
        1, 3);
    const auto period = [](const std::optional<int>& days) { return days ? tr("%1 days").arg(*days) : QString(); };
    grid.addWidget(field(
                       QStringLiteral("jobNotice"), tr("Notice of an event, after knowing of it"), tr("28 days"),
                       [=] { return period(job().noticeDays); },
                       [](Transaction& tx, const std::string& text) { return setPeriod(tx, Period::notice, text); }),
                   2, 0);
    grid.addWidget(
        field(
            QStringLiteral("jobParticulars"), tr("Particulars, after the notice"), tr("42 days"),
            [=] { return period(job().particularsDays); },
            [](Transaction& tx, const std::string& text) { return setPeriod(tx, Period::particulars, text); }),
        2, 1);
    buildLateDates(grid);
    for (int column = 0; column < 4; ++column) grid.setColumnStretch(column, 1);
}

/// To what float is measured, and when the programme would have to start.
void ContractStage::buildLateDates(QGridLayout& grid) {
    auto* from = new QComboBox(this);
    from->setObjectName(QStringLiteral("jobLateDates"));
    from->setAccessibleName(tr("Float is measured to"));
    from->addItems(
        {tr("Float is measured to the programme's own finish"), tr("Float is measured to the contract dates")});
    grid.addWidget(from, 3, 0, 1, 2);
    const auto refresh = [this, from] { from->setCurrentIndex(int(m_document.programme().job.lateDatesFrom)); };
    connect(&m_document, &Document::changed, from, refresh);
    refresh();
    connect(from, &QComboBox::activated, this, [this, from](int chosen) {
        const Outcome outcome = m_document.perform(from->itemText(chosen), [chosen](Transaction& tx) {
            return setLateDatesFrom(tx, chosen == 1 ? LateDatesFrom::contract : LateDatesFrom::programmeFinish);
        });
        if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
    });
    auto* latest = new QLabel(this);
    latest->setObjectName(QStringLiteral("latestStart"));
    grid.addWidget(latest, 3, 2, 1, 2);
    const auto showLatest = [this, latest] {
        const Schedule& schedule = m_document.schedule();
        const Job& j = m_document.programme().job;
        if (!schedule.ok()) return latest->setText(show::error(schedule.errors.front()));
        if (!schedule.latestStart) return latest->clear();
        const int late = dateOf(j.start) - dateOf(*schedule.latestStart);
        QString text = tr("Latest start of the programme: %1").arg(show::weekdayDate(dateOf(*schedule.latestStart)));
        if (late > 0) text += tr(", %1 before the start: too late by as much").arg(show::countOf(late, "day", "days"));
        latest->setText(text);
        setInk(latest, late > 0 ? Ink::critical : Ink::muted);
    };
    connect(&m_document, &Document::changed, latest, showLatest);
    showLatest();
}

QWidget* ContractStage::buildSections() {
    auto* part = new QWidget(this);
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(6);
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(tr("Sections"), part);
    title->setFont(headingFont());
    auto* add = new QPushButton(tr("Add a section"), part);
    add->setObjectName(QStringLiteral("addSection"));
    add->setProperty("quiet", true);
    head->addWidget(title);
    head->addStretch();
    head->addWidget(add);
    connect(add, &QPushButton::clicked, this, &ContractStage::addSection);
    layout->addLayout(head);
    auto* empty = new QLabel(
        tr("Each part of the works that has a completion date and damages of its own is a section. Add the first one."),
        part);
    layout->addWidget(empty);
    const auto refresh = [this, empty] { empty->setVisible(m_document.programme().sections.empty()); };
    connect(&m_document, &Document::changed, empty, refresh);
    refresh();
    m_table->setObjectName(QStringLiteral("sectionTable"));
    m_table->setAccessibleName(tr("Sections"));
    m_table->setModel(m_model);
    m_table->horizontalHeader()->setFixedHeight(28);
    const int widths[] = {40, 140, 190, 92, 76, 50, 122, 76, 88, 92, 104};
    for (int i = 0; i < m_model->columnCount(); ++i) m_table->setColumnWidth(i, widths[i]);
    m_table->horizontalHeader()->setStretchLastSection(true);
    layout->addWidget(m_table);
    layout->addSpacing(10);
    auto* sumTitle = new QLabel(tr("Damages, line by line"), part);
    sumTitle->setFont(headingFont());
    layout->addWidget(sumTitle);
    auto* lines = new QLabel(part);
    lines->setObjectName(QStringLiteral("damagesLines"));
    lines->setTextInteractionFlags(Qt::TextSelectableByMouse);
    lines->setWordWrap(true);
    layout->addWidget(lines);
    layout->addStretch(1);
    const auto tell = [this, lines, sumTitle] {
        // The table is as tall as its rows, within reason.
        m_table->setFixedHeight(std::min(12, std::max(1, m_model->rowCount())) * GridView::rowHeight + 28 + 14);
        sumTitle->setVisible(!m_document.programme().sections.empty());
        lines->setText(damagesLines().join(QLatin1Char('\n')));
    };
    connect(&m_document, &Document::changed, lines, tell);
    tell();
    return part;
}

QStringList ContractStage::damagesLines() const {
    const Programme& programme = m_document.programme();
    const Schedule& schedule = m_document.schedule();
    const std::string& currency = programme.job.currency;
    QStringList lines;
    if (programme.sections.empty() || !schedule.ok()) return lines;
    const auto sumOf = [&](const Section& section, int late) {
        return late <= 0 ? tr("%1: nothing").arg(late == 0 ? tr("on its date") : show::lateness(late))
                         : tr("%1: %2").arg(show::lateness(late), show::money(damagesFor(section, late), currency));
    };
    for (const SectionFigures& figures : schedule.sections) {
        const Section& section = *programme.sections.row(figures.section);
        if (!figures.daysLate) {
            lines << tr("%1 %2: no milestone says when it is complete.")
                         .arg(show::text(section.key), show::text(section.name));
            continue;
        }
        QString line =
            tr("%1 %2, forecast %3 against %4, at %5 a %6. Granted only, %7")
                .arg(show::text(section.key), show::text(section.name), show::date(*figures.forecast),
                     show::date(figures.extended), show::money(section.rate, currency),
                     section.per == DamagesPer::day ? tr("day") : tr("week"), sumOf(section, *figures.daysLate));
        if (figures.assessedDays > 0)
            line += tr(". With the %1 assessed, %2")
                        .arg(show::countOf(figures.assessedDays, "day", "days"),
                             sumOf(section, *figures.daysLate - figures.assessedDays));
        if (figures.claimedDays > 0)
            line += tr(". With the %1 claimed, %2")
                        .arg(show::countOf(figures.claimedDays, "day", "days"),
                             sumOf(section, *figures.daysLate - figures.claimedDays));
        lines << line + QLatin1Char('.');
    }
    const auto cap = contractCap(programme.job);
    lines << tr("In all %1%2.")
                 .arg(show::moneyRange(schedule.damages, currency),
                      cap ? tr(", capped at %1").arg(show::money(*cap, currency)) : QString());
    return lines;
}

void ContractStage::addSection() {
    const Outcome outcome = m_document.perform(tr("Section added"), [](Transaction& tx) -> Outcome {
        const auto added = yarrin::addSection(tx);
        return added.ok() ? done() : Outcome(added.errors());
    });
    if (!outcome.ok()) return m_notice->say(show::error(outcome.error()));
    const QModelIndex cell = m_model->index(m_model->rowCount() - 1, m_model->columnOf(QStringLiteral("name")));
    m_table->setFocus();
    m_table->setCurrentIndex(cell);
    m_table->edit(cell);
}

void ContractStage::deleteSection() {
    const SectionId id = m_model->sectionAt(m_table->currentIndex().row());
    const Section* section = m_document.programme().sections.row(id);
    if (!section) return;
    const QString name = show::text(section->name);
    m_notice->ask(tr("Delete the section “%1” with its date, its damages and the days claimed on it?").arg(name),
                  tr("Delete"), [this, id, name] {
                      const Outcome outcome =
                          m_document.perform(tr("Section “%1” deleted").arg(name),
                                             [id](Transaction& tx) { return removeSection(tx, id); });
                      if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
                  });
}

void ContractStage::focusMain() {
    if (auto* first = findChild<QLineEdit*>(QStringLiteral("jobTitle"))) first->setFocus();
}

} // namespace yarrin
