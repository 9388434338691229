// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/sums_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/delay/event_list.h"
#include "app/table/list_page.h"

#include <QLabel>
#include <QVBoxLayout>

namespace yarrin {

namespace {

QString reliefText(Relief relief) {
    return relief == Relief::unrelieved ? SumsPage::tr("unrelieved")
           : relief == Relief::assessed ? SumsPage::tr("assessed")
                                        : SumsPage::tr("claimed");
}

} // namespace

SumsPage::SumsPage(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("sumsPage"));
    buildDamages();
    buildCosts();
    buildPaid();
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 10);
    layout->setSpacing(4);
    const auto heading = [&](const QString& words) {
        auto* label = new QLabel(words, page);
        label->setFont(headingFont());
        label->setContentsMargins(16, 8, 0, 0);
        layout->addWidget(label);
    };
    const auto words = [&](const char* name) {
        auto* label = new QLabel(page);
        label->setObjectName(QLatin1String(name));
        label->setContentsMargins(16, 0, 16, 2);
        label->setWordWrap(true);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        label->setProperty("quiet", true);
        layout->addWidget(label);
        return label;
    };
    heading(tr("Damages, each sum as it comes about"));
    m_total = words("damagesTotal");
    layout->addWidget(m_damages);
    m_accounts = words("accountsWords");
    heading(tr("Paid days, priced when they were suffered"));
    layout->addWidget(m_paid);
    m_office = words("overheadsWords");
    heading(tr("Prolongation, time-related cost of hammocks step by step"));
    m_costTotal = words("prolongationTotal");
    layout->addWidget(m_cost);
    layout->addStretch(1);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->addWidget(scrolledPage(page, this));
}

/// Before and after recovery and as it came about, side by side.
void SumsPage::buildPaid() {
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, auto text) {
        columns.push_back({QString::fromLatin1(name), title, width, true, false, std::move(text)});
    };
    const auto sum = [this](const Fraction& money) { return show::money(money, m_document.programme().job.currency); };
    const auto with = [sum](int days, const Fraction& money) { return tr("%1 d  %2").arg(days).arg(sum(money)); };
    columns.push_back({QStringLiteral("section"), tr("Section"), 150, false, false, [this](std::size_t i) {
                           const Section* section = m_document.programme().sections.row(m_sums[i].section);
                           return section ? show::text(section->key + " " + section->name) : QString();
                       }});
    add("before", tr("Before recovery"), 130,
        [this, with](std::size_t i) { return with(m_sums[i].days, m_sums[i].modelled); });
    add("after", tr("After recovery"), 130,
        [this, with](std::size_t i) { return with(m_sums[i].afterRecovery, m_sums[i].recovered); });
    add("capped", tr("As it came about"), 130,
        [this, with](std::size_t i) { return with(m_sums[i].cameAbout, m_sums[i].capped); });
    add("actual", tr("At actual cost"), 110,
        [this, sum](std::size_t i) { return m_sums[i].actual ? sum(*m_sums[i].actual) : tr("not entered"); });
    m_paid = new ListPage(QStringLiteral("paidSums"), tr("Paid days by section"),
                          shownRows([this] { return m_sums.size(); }), std::move(columns), this);
    m_paid->hideLine();
    m_paid->stretch(QStringLiteral("section"));
    m_paid->setEmptyText(tr("There are no sections yet: enter them on the stage Contract."));
    m_paid->offerFirst(tr("To the contract"), {QStringLiteral("stage1")});
}

void SumsPage::buildDamages() {
    const auto section = [this](std::size_t i) { return m_document.programme().sections.row(m_rows[i].line.section); };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, bool right, auto text) -> ListColumn& {
        columns.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
        return columns.back();
    };
    add("relief", tr("Relief"), 78, false, [this](std::size_t i) { return reliefText(m_rows[i].relief); });
    add("section", tr("Section"), 124, false, [section](std::size_t i) {
        return section(i) ? show::text(section(i)->key + " " + section(i)->name) : QString();
    });
    add("forecast", tr("Forecast"), 90, true, [this](std::size_t i) {
        return m_rows[i].line.forecast ? show::date(*m_rows[i].line.forecast) : SumsPage::tr("no milestone");
    });
    add("completion", tr("Contract"), 78, true,
        [this](std::size_t i) { return show::date(m_rows[i].line.completion); });
    add("granted", tr("Granted"), 62, true, [this](std::size_t i) { return tr("%1 d").arg(m_rows[i].line.granted); });
    add("events", tr("Open events"), 150, false, [this](std::size_t i) {
        QStringList list;
        for (const auto& [id, days] : m_rows[i].line.events)
            if (const DelayEvent* event = m_document.programme().events.row(id))
                list << tr("%1 %2 d").arg(show::text(event->key)).arg(days);
        return list.join(QStringLiteral(", "));
    });
    add("late", tr("Late"), 46, true, [this](std::size_t i) {
        return m_rows[i].line.forecast ? show::daysWithUnit(m_rows[i].line.daysLate, 1) : QString();
    }).marked = [this](std::size_t i) { return m_rows[i].line.daysLate > 0; };
    add("rate", tr("Rate"), 72, true, [this, section](std::size_t i) {
        if (!section(i)) return QString();
        const QString rate = show::money(section(i)->rate, m_document.programme().job.currency);
        return section(i)->per == DamagesPer::day ? tr("%1 / d").arg(rate) : tr("%1 / wk").arg(rate);
    });
    add("sum", tr("Sum"), 72, true, [this](std::size_t i) {
        const QString sum = show::money(m_rows[i].line.sum, m_document.programme().job.currency);
        return m_rows[i].line.capped ? tr("%1 capped").arg(sum) : sum;
    });
    m_damages = new ListPage(QStringLiteral("damagesLines"), tr("Damages line by line"),
                             shownRows([this] { return m_rows.size(); }), std::move(columns), this);
    m_damages->hideLine();
    m_damages->stretch(QStringLiteral("events"));
    m_damages->setEmptyText(tr("There are no sections yet: enter them on the stage Contract."));
    m_damages->offerFirst(tr("To the contract"), {QStringLiteral("stage1")});
}

void SumsPage::buildCosts() {
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, bool right, auto text) -> ListColumn& {
        columns.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
        return columns.back();
    };
    const auto money = [this](const Fraction& sum) { return show::money(sum, m_document.programme().job.currency); };
    add("stand", tr("Up to"), 80, false, [this](std::size_t i) { return m_costs[i].stand; });
    add("step", tr("Step"), 200, false, [this](std::size_t i) { return m_costs[i].step; });
    add("who", tr("Risk"), 104, false, [this](std::size_t i) { return m_costs[i].who; });
    add("answers", tr("Who answers for it"), 230, false, [this](std::size_t i) { return m_costs[i].answers; });
    add("added", tr("Added"), 92, true,
        [this, money](std::size_t i) { return money(m_costs[i].after - m_costs[i].before); });
    m_cost = new ListPage(QStringLiteral("prolongationLines"), tr("Prolongation step by step"),
                          shownRows([this] { return m_costs.size(); }), std::move(columns), this);
    m_cost->hideLine();
    m_cost->stretch(QStringLiteral("step"));
    m_cost->setEmptyText(tr("No hammock with a cost a week has grown or shrunk."));
}

void SumsPage::present(const DelayStudy::Findings* findings) {
    const Programme& programme = m_document.programme();
    const std::string& currency = programme.job.currency;
    m_rows.clear();
    m_costs.clear();
    m_sums.clear();
    if (m_document.schedule().ok())
        for (std::size_t r = 0; r < reliefs; ++r)
            for (DamagesLine& line : damagesLines(programme, m_document.schedule().sections, static_cast<Relief>(r)))
                m_rows.push_back({static_cast<Relief>(r), std::move(line)});
    m_damages->refresh();
    m_damages->fitRows(16);
    tellAccounts();
    const Exposure& sum = m_document.schedule().damages;
    const auto cap = contractCap(programme.job);
    m_total->setText(tr("In all %1 unrelieved, %2 with what is assessed on open events, %3 with what is claimed%4.")
                         .arg(show::money(sum.unrelieved, currency), show::money(sum.assessed, currency),
                              show::money(sum.claimed, currency),
                              cap ? tr("; the contract's cap is %1").arg(show::money(*cap, currency)) : QString()));
    if (!findings || !findings->fault.isEmpty()) {
        m_costTotal->setText(findings ? findings->fault : tr("Being worked out…"));
        m_office->clear();
        return showLists();
    }
    for (std::size_t i = 0; i < findings->report.stepCosts.size(); ++i)
        addCost(*findings, findings->timeImpact.steps[i], findings->report.stepCosts[i]);
    m_sums = findings->report.paid;
    tellOverheads(findings->report.overheads);
    showLists();
    const Prolongation& c = findings->report.cost;
    m_costTotal->setText(
        tr("By time impact: employer %1, concurrent %2, neutral %3, ours %4, saved again %5; in all %6.")
            .arg(show::money(c.employer, currency), show::money(c.concurrent, currency),
                 show::money(c.neutral, currency), show::money(c.own, currency), show::money(c.recovered, currency),
                 show::money(c.total(), currency)));
}

/// What a step added to the hammocks, and who answers for it.
void SumsPage::addCost(const DelayStudy::Findings& findings, const DelayStep& step, const Prolongation& cost) {
    if (step.timeCostAfter == step.timeCostBefore) return;
    const DelayEvent* event = findings.now.events.row(step.event);
    CostRow row;
    row.stand = show::text(findings.timeImpact.stands[step.window]);
    QStringList together;
    for (const EventId id : step.together)
        if (const DelayEvent* other = findings.now.events.row(id)) together << show::text(other->key);
    row.step = event                ? show::text(event->key + " " + event->title)
               : together.isEmpty() ? tr("our progress and re-planning")
                                    : tr("%1 in common").arg(together.join(QStringLiteral(", ")));
    row.who = event ? riskText(event->risk) : (together.isEmpty() ? tr("ours") : tr("shared"));
    row.before = step.timeCostBefore;
    row.after = step.timeCostAfter;
    const QString shared = show::money(cost.concurrent, findings.now.job.currency);
    if (cost.recovered.sign() < 0)
        row.answers = tr("saved again");
    else if (cost.concurrent.sign() > 0)
        row.answers = cost.employer.sign() == 0 ? tr("concurrent: each side its own")
                                                : tr("employer, but %1 concurrent").arg(shared);
    else if (cost.employer.sign() > 0)
        row.answers = tr("employer");
    else
        row.answers = cost.neutral.sign() > 0 ? tr("each side its own") : tr("we");
    m_costs.push_back(std::move(row));
}

void SumsPage::showLists() {
    for (ListPage* list : {m_cost, m_paid}) {
        list->refresh();
        list->fitRows(20);
    }
}

/// What has accrued and was deducted, over all sections, and what lapsed notices would change.
void SumsPage::tellAccounts() {
    const Programme& programme = m_document.programme();
    const Schedule& schedule = m_document.schedule();
    if (!schedule.ok() || programme.sections.empty()) return m_accounts->clear();
    const auto money = [&](const Fraction& sum) { return show::money(sum, programme.job.currency); };
    const DamagesAccount account = totalAccount(programme, damagesAccounts(programme, schedule.sections));
    QString words;
    if (account.dated)
        words = tr("Accrued to the data date %1, levied %2, paid %3, repaid %4; repayable %5 with %6 of interest.")
                    .arg(money(account.accrued), money(account.levied), money(account.paid), money(account.repaid),
                         money(account.repayable), money(account.interest));
    if (const auto other = exposureOtherwise(programme, schedule.sections)) {
        QStringList keys;
        for (const DelayEvent& event : programme.events)
            if (isOpen(event) && isBarred(programme.job, event)) keys << show::text(event.key);
        words +=
            (words.isEmpty() ? QString() : QStringLiteral("\n")) +
            (programme.job.barredCount ? tr("%1 may be time-barred; without them %2 assessed, %3 claimed.")
                                       : tr("%1 are time-barred and do not count; with them %2 assessed, %3 claimed."))
                .arg(keys.join(QStringLiteral(", ")), money(other->assessed), money(other->claimed));
    }
    m_accounts->setText(words);
    m_accounts->setVisible(!words.isEmpty());
}

void SumsPage::tellOverheads(const Overheads& overheads) {
    const std::string& currency = m_document.programme().job.currency;
    QStringList sums;
    const std::pair<QString, const std::optional<Fraction>*> formulas[] = {
        {tr("Hudson"), &overheads.hudson}, {tr("Emden"), &overheads.emden}, {tr("Eichleay"), &overheads.eichleay}};
    for (const auto& [name, sum] : formulas)
        if (*sum) sums << tr("%1 %2").arg(name, show::money(**sum, currency));
    m_office->setText(sums.isEmpty()
                          ? tr("Head office: its figures stand on the stage Contract, under Time-related cost.")
                          : tr("Head office for %1 paid, by alternatives: %2.")
                                .arg(show::countOf(overheads.days, "day", "days"), sums.join(QStringLiteral(", "))));
}

} // namespace yarrin
