// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/contract/time_cost_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/contract/field_edit.h"
#include "app/table/list_page.h"
#include "core/delay/prolongation.h"
#include "edit/cost_edits.h"

#include <QGridLayout>
#include <QLabel>
#include <QVBoxLayout>

namespace yarrin {

TimeCostPage::TimeCostPage(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("timeCostPage"));
    buildHammocks();
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 6, 0, 6);
    layout->setSpacing(8);
    layout->addWidget(m_list);
    auto* words =
        new QLabel(tr("Head office and interest, for the three formulas of overheads and for damages that come "
                      "back; what is left empty is not worked out"),
                   this);
    words->setFont(secondaryFont());
    words->setWordWrap(true);
    setInk(words, Ink::muted);
    layout->addWidget(words);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(8);
    const QString none = tr("not stated");
    grid->addWidget(
        field("tenderOverhead", tr("Head office in the tender (Hudson)"), tr("5 %"), JobSum::tenderOverhead), 0, 0);
    grid->addWidget(field("companyOverhead", tr("Firm's overhead a year (Emden)"), none, JobSum::companyOverhead), 0,
                    1);
    grid->addWidget(field("companyTurnover", tr("Firm's turnover a year (Emden)"), none, JobSum::companyTurnover), 0,
                    2);
    grid->addWidget(field("interestRate", tr("Interest on what is repayable, a year"), tr("8 %"), JobSum::interestRate),
                    0, 3);
    grid->addWidget(field("billedHere", tr("Billed on this job (Eichleay)"), none, JobSum::billedHere), 1, 0);
    grid->addWidget(field("billedInAll", tr("Billed by the firm meanwhile"), none, JobSum::billedInAll), 1, 1);
    grid->addWidget(field("overheadInAll", tr("Firm's overhead meanwhile"), none, JobSum::overheadInAll), 1, 2);
    for (int column = 0; column < 4; ++column) grid->setColumnStretch(column, 1);
    layout->addLayout(grid);
    layout->addStretch(1);
    connect(&m_list->table(), &GridView::refused, this, &TimeCostPage::refused);
}

const Activity* TimeCostPage::hammock(std::size_t row) const {
    return row < m_hammocks.size() ? m_document.programme().activities.row(m_hammocks[row]) : nullptr;
}

QString TimeCostPage::value(JobSum which) const {
    const Job& job = m_document.programme().job;
    const auto sum = [](const std::optional<Decimal>& one) { return one ? show::number(*one) : QString(); };
    const auto share = [](const std::optional<Decimal>& one) {
        const auto percent = one ? (Fraction(*one) * Fraction(100)).rounded(6) : std::nullopt;
        return percent ? show::number(*percent) + QStringLiteral(" %") : QString();
    };
    switch (which) {
    case JobSum::interestRate:
        return share(job.interestRate);
    case JobSum::tenderOverhead:
        return share(job.tenderOverhead);
    case JobSum::companyOverhead:
        return sum(job.companyOverhead);
    case JobSum::companyTurnover:
        return sum(job.companyTurnover);
    case JobSum::billedHere:
        return sum(job.billedHere);
    case JobSum::billedInAll:
        return sum(job.billedInAll);
    case JobSum::overheadInAll:
        return sum(job.overheadInAll);
    default:
        return {};
    }
}

FieldEdit* TimeCostPage::field(const char* name, const QString& label, const QString& hint, JobSum which) {
    auto* made = new FieldEdit(
        QString::fromLatin1(name), label, hint, [this, which] { return value(which); },
        [this, which, label](const std::string& text) {
            return m_document.perform(tr("%1 → %2").arg(label, text.empty() ? tr("none") : show::text(text)),
                                      [&](Transaction& tx) { return setJobSum(tx, which, text); });
        },
        this);
    m_fields.push_back(made);
    return made;
}

void TimeCostPage::buildHammocks() {
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, bool right, auto text) -> ListColumn& {
        columns.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
        return columns.back();
    };
    const auto money = [this](const std::optional<Decimal>& sum) {
        return sum ? show::money(*sum, m_document.programme().job.currency) : QString();
    };
    add("id", tr("Hammock"), 70, false, [this](std::size_t i) { return show::text(hammock(i)->key); });
    add("name", tr("Name"), 200, false, [this](std::size_t i) { return show::text(hammock(i)->name); });
    add("section", tr("Its days count in"), 120, false, [this](std::size_t i) {
        const Schedule& dates = m_document.schedule();
        if (!dates.ok()) return QString();
        const HammockSections sections(m_document.programme(), dates);
        const Section* section = m_document.programme().sections.row(sections.of(*hammock(i)));
        return section ? show::text(section->key) : QString();
    });
    ListColumn& cost = add("costPerWeek", tr("Cost a week"), 110, true,
                           [this, money](std::size_t i) { return money(hammock(i)->costPerWeek); });
    cost.editText = [this](std::size_t i) {
        return hammock(i)->costPerWeek ? show::number(*hammock(i)->costPerWeek) : QString();
    };
    cost.commit = [this](Transaction* tx, std::size_t i, const std::string& text) {
        return setCostPerWeek(*tx, m_hammocks[i], text);
    };
    ListColumn& spent = add("costToDate", tr("Cost to the data date"), 140, true,
                            [this, money](std::size_t i) { return money(hammock(i)->costToDate); });
    spent.editText = [this](std::size_t i) {
        return hammock(i)->costToDate ? show::number(*hammock(i)->costToDate) : QString();
    };
    spent.commit = [this](Transaction* tx, std::size_t i, const std::string& text) {
        return setCostToDate(*tx, m_hammocks[i], text);
    };
    m_list = new ListPage(QStringLiteral("hammockCosts"), tr("Time-related cost of hammocks"),
                          documentRows(
                              m_document, [this] { return m_hammocks.size(); },
                              [this](std::size_t i) { return hammock(i) ? show::text(hammock(i)->key) : QString(); }),
                          std::move(columns), this);
    m_list->hideLine();
    m_list->stretch(QStringLiteral("name"));
    m_list->setEmptyText(tr("There is no hammock yet: what costs by time hangs between two points of the programme."));
    m_list->offerFirst(tr("To the programme"), {QStringLiteral("stage5")});
}

void TimeCostPage::present() {
    m_hammocks.clear();
    for (const Activity& activity : m_document.programme().activities)
        if (activity.kind == ActivityKind::hammock) m_hammocks.push_back(activity.id);
    for (FieldEdit* one : m_fields) one->refresh();
    m_list->refresh();
    m_list->fitRows(8);
}

} // namespace yarrin
