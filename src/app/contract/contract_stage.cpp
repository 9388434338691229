// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/contract/contract_stage.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/contract/field_edit.h"
#include "app/contract/section_chart.h"
#include "app/contract/section_model.h"
#include "app/contract/section_terms.h"
#include "app/contract/time_cost_page.h"
#include "app/table/grid_view.h"
#include "app/table/inline_message.h"
#include "app/table/list_page.h"

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QStackedWidget>
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
    inner->addWidget(buildSections());
    inner->addWidget(buildPages(), 1);
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
    buildNotices(grid);
    buildLateDates(grid);
    for (int column = 0; column < 4; ++column) grid.setColumnStretch(column, 1);
}

/// From when particulars run, updates of what lasts, and whether notice is a condition.
void ContractStage::buildNotices(QGridLayout& grid) {
    auto* runs = new QComboBox(this);
    runs->setObjectName(QStringLiteral("particularsFrom"));
    runs->setAccessibleName(tr("Particulars run from"));
    runs->addItems({tr("Particulars run from the notice"), tr("Particulars run from knowing of it"),
                    tr("Particulars run from its end")});
    grid.addWidget(runs, 2, 2, Qt::AlignBottom);
    grid.addWidget(field(
                       QStringLiteral("jobUpdates"), tr("Updates while an event lasts, every"), tr("28 days"),
                       [this] {
                           const auto& days = m_document.programme().job.updateDays;
                           return days ? tr("%1 days").arg(*days) : QString();
                       },
                       [](Transaction& tx, const std::string& text) { return setPeriod(tx, Period::update, text); }),
                   2, 3);
    auto* condition = new QCheckBox(tr("Without notice in time there is no time"), this);
    condition->setObjectName(QStringLiteral("noticeIsCondition"));
    auto* counts = new QCheckBox(tr("Time-barred events relieve the exposure all the same"), this);
    counts->setObjectName(QStringLiteral("barredCount"));
    grid.addWidget(condition, 3, 0, 1, 2);
    grid.addWidget(counts, 3, 2, 1, 2);
    const auto refresh = [this, runs, condition, counts] {
        const Job& job = m_document.programme().job;
        runs->setCurrentIndex(int(job.particularsFrom));
        condition->setChecked(job.noticeIsCondition);
        counts->setChecked(job.barredCount);
        counts->setEnabled(job.noticeIsCondition);
    };
    connect(&m_document, &Document::changed, runs, refresh);
    refresh();
    const auto perform = [this, refresh](const QString& text, const Document::Operation& operation) {
        const Outcome outcome = m_document.perform(text, operation);
        if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
        refresh();
    };
    connect(runs, &QComboBox::activated, this, [perform, runs](int chosen) {
        perform(runs->itemText(chosen),
                [chosen](Transaction& tx) { return setParticularsFrom(tx, static_cast<ParticularsFrom>(chosen)); });
    });
    for (QCheckBox* box : {condition, counts}) {
        const JobSwitch which = box == condition ? JobSwitch::noticeIsCondition : JobSwitch::barredCount;
        connect(box, &QCheckBox::clicked, this, [perform, box, which](bool on) {
            perform(tr("%1: %2").arg(box->text(), on ? tr("yes") : tr("no")),
                    [which, on](Transaction& tx) { return setJobSwitch(tx, which, on); });
        });
    }
}

/// To what float is measured, and when the programme would have to start.
void ContractStage::buildLateDates(QGridLayout& grid) {
    auto* from = new QComboBox(this);
    from->setObjectName(QStringLiteral("jobLateDates"));
    from->setAccessibleName(tr("Float is measured to"));
    from->addItems(
        {tr("Float is measured to the programme's own finish"), tr("Float is measured to the contract dates")});
    grid.addWidget(from, 4, 0, 1, 2);
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
    grid.addWidget(latest, 4, 2, 1, 2);
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
    for (int i = 0; i < m_model->columnCount(); ++i)
        m_table->setColumnWidth(
            i, columnRoom(widths[i], m_model->headerData(i, Qt::Horizontal, Qt::DisplayRole).toString()));
    m_table->horizontalHeader()->setStretchLastSection(true);
    layout->addWidget(m_table);
    const auto fit = [this] {
        // The table is as tall as its rows, within reason.
        m_table->setFixedHeight(std::min(8, std::max(1, m_model->rowCount())) * GridView::rowHeight + 28 + 14);
    };
    connect(&m_document, &Document::changed, m_table, fit);
    fit();
    return part;
}

/// What belongs to the sections: where they stand in time, the lesser terms of the chosen one, what was levied, and
/// what time costs.
QWidget* ContractStage::buildPages() {
    auto* part = new QWidget(this);
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    m_tabs = new TabRow({{tr("In time"), "contractTime"},
                         {tr("Terms"), "contractTerms"},
                         {tr("Levied and repaid"), "contractLevied"},
                         {tr("Time-related cost"), "contractCost"}},
                        part);
    m_pages = new QStackedWidget(part);
    m_terms = new SectionTerms(m_document, part);
    m_account = new SectionAccount(m_document, part);
    m_cost = new TimeCostPage(m_document, part);
    for (QWidget* page : std::initializer_list<QWidget*>{buildTime(), m_terms, m_account, m_cost})
        m_pages->addWidget(scrolledPage(page, m_pages));
    layout->addWidget(m_tabs, 0, Qt::AlignLeft);
    layout->addWidget(m_pages, 1);
    connect(m_tabs, &TabRow::chosen, this, [this](int page) {
        m_tabs->setCurrent(page);
        m_pages->setCurrentIndex(page);
        presentPages();
    });
    connect(m_table->selectionModel(), &QItemSelectionModel::currentChanged, this, &ContractStage::presentPages);
    connect(&m_document, &Document::changed, this, &ContractStage::presentPages);
    connect(m_terms, &SectionTerms::refused, m_notice, &NoticeBar::say);
    connect(m_account, &SectionAccount::refused, m_notice, &NoticeBar::say);
    connect(m_cost, &TimeCostPage::refused, m_notice, &NoticeBar::say);
    m_tabs->setCurrent(0);
    presentPages();
    return part;
}

void ContractStage::presentPages() {
    const auto& sections = m_document.programme().sections;
    SectionId id = m_model->sectionAt(m_table->currentIndex().row());
    if (!id && !sections.empty()) id = sections[0].id;
    m_terms->present(id);
    m_account->present(id);
    m_cost->present();
}

void ContractStage::showNamed(const QString& name) {
    const int page = name == QLatin1String("terms")    ? 1
                     : name == QLatin1String("levied") ? 2
                     : name == QLatin1String("cost")   ? 3
                                                       : 0;
    m_tabs->setCurrent(page);
    m_pages->setCurrentIndex(page);
    presentPages();
}

void ContractStage::chooseNamed(const QString& key) {
    const auto& sections = m_document.programme().sections;
    for (std::size_t i = 0; i < sections.size(); ++i)
        if (show::text(sections[i].key) == key) m_table->setCurrentIndex(m_model->index(int(i), 1));
}

QWidget* ContractStage::buildTime() {
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 6, 0, 6);
    layout->setSpacing(4);
    auto* chart = new SectionChart(m_document, page);
    layout->addWidget(chart);
    connect(chart, &SectionChart::sectionChosen, this, [this](SectionId id) {
        const auto index = m_document.programme().sections.indexOf(id);
        m_table->setCurrentIndex(m_model->index(int(index), 1));
    });
    auto* sumTitle = new QLabel(tr("Damages, line by line"), page);
    sumTitle->setFont(boldened(bodyFont()));
    layout->addWidget(sumTitle);
    auto* lines = new QLabel(page);
    lines->setObjectName(QStringLiteral("damagesLines"));
    lines->setTextInteractionFlags(Qt::TextSelectableByMouse);
    lines->setWordWrap(true);
    layout->addWidget(lines);
    layout->addStretch(1);
    const auto tell = [this, lines, sumTitle] {
        sumTitle->setVisible(!m_document.programme().sections.empty());
        lines->setText(damagesLines().join(QLatin1Char('\n')));
    };
    connect(&m_document, &Document::changed, lines, tell);
    tell();
    return page;
}

QStringList ContractStage::damagesLines() const {
    const Programme& programme = m_document.programme();
    const Schedule& schedule = m_document.schedule();
    const std::string& currency = programme.job.currency;
    QStringList lines;
    if (programme.sections.empty() || !schedule.ok()) return lines;
    const auto sumOf = [&](const SectionFigures& figures, int relief) {
        const Section& section = *programme.sections.row(figures.section);
        const int late = *figures.daysLate - relief;
        if (late <= 0) return tr("%1: nothing").arg(late == 0 ? tr("on its date") : show::lateness(late));
        const Date extended = figures.extended + relief;
        const auto parts = damagesParts(section, extended, *figures.until);
        QStringList terms;
        // Rate by rate where there is more than one, or where a part is in use.
        if (parts.size() > 1 || (parts.size() == 1 && !(parts[0].share == Fraction(1))))
            for (const DamagesPart& part : parts) {
                QString term = tr("%1 d at %2").arg(part.days).arg(show::money(part.rate, currency));
                if (!(part.share == Fraction(1)))
                    term +=
                        tr(" of %1 %").arg(show::number((part.share * Fraction(100)).rounded(2).value_or(Decimal(0))));
                terms << term;
            }
        QString words = tr("%1: %2").arg(show::lateness(late),
                                         show::money(damagesBetween(section, extended, *figures.until), currency));
        if (!terms.isEmpty()) words += QStringLiteral(" (%1)").arg(terms.join(QStringLiteral(" + ")));
        return words;
    };
    for (const SectionFigures& figures : schedule.sections) {
        const Section& section = *programme.sections.row(figures.section);
        if (!figures.daysLate) {
            lines << tr("%1 %2: no milestone says when it is complete.")
                         .arg(show::text(section.key), show::text(section.name));
            continue;
        }
        QString line = tr("%1 %2, forecast %3 against %4, at %5 a %6. Granted only, %7")
                           .arg(show::text(section.key), show::text(section.name), show::date(*figures.forecast),
                                show::date(figures.extended), show::money(section.rate, currency),
                                section.per == DamagesPer::day ? tr("day") : tr("week"), sumOf(figures, 0));
        if (figures.assessedDays > 0)
            line += tr(". With the %1 assessed, %2")
                        .arg(show::countOf(figures.assessedDays, "day", "days"), sumOf(figures, figures.assessedDays));
        if (figures.claimedDays > 0)
            line += tr(". With the %1 claimed, %2")
                        .arg(show::countOf(figures.claimedDays, "day", "days"), sumOf(figures, figures.claimedDays));
        if (section.graceDays > 0) line += tr(". %1 of grace").arg(show::countOf(section.graceDays, "day", "days"));
        if (figures.until != figures.forecast) line += tr(". Taken over %1").arg(show::date(*figures.until));
        if (figures.bonus.sign() > 0) line += tr(". Bonus %1").arg(show::money(figures.bonus, currency));
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
