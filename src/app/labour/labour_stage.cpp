// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/labour_stage.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/labour/cost_page.h"
#include "app/labour/demand_chart.h"
#include "app/labour/demand_figure.h"
#include "app/labour/level_band.h"
#include "app/labour/rates_page.h"
#include "app/labour/resource_list.h"
#include "app/labour/spent_page.h"
#include "app/table/inline_message.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace yarrin {

LabourStage::LabourStage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent)
    : Stage(parent), m_document(document), m_state(state), m_notice(new NoticeBar(this)), m_working(this) {
    setObjectName(QStringLiteral("labourStage"));
    m_rates = new RatesPage(document, dialogs, this);
    m_cost = new CostPage(document, dialogs, this);
    m_spent = new SpentPage(document, dialogs, this);
    m_pages = new QStackedWidget(this);
    m_pages->addWidget(buildDemand());
    m_pages->addWidget(m_cost);
    m_pages->addWidget(m_spent);
    m_pages->addWidget(m_rates);
    auto* right = new QWidget(this);
    auto* column = new QVBoxLayout(right);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(buildHead());
    column->addWidget(m_pages, 1);
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(0);
    m_pane = buildList();
    line->addWidget(m_pane);
    line->addWidget(right, 1);
    connect(m_rates, &RatesPage::refused, m_notice, &NoticeBar::say);
    connect(m_cost, &CostPage::refused, m_notice, &NoticeBar::say);
    connect(m_rates, &RatesPage::told, m_notice, &NoticeBar::tell);
    connect(m_spent, &SpentPage::refused, m_notice, &NoticeBar::say);
    connect(m_spent, &SpentPage::told, m_notice, &NoticeBar::tell);
    connect(m_cost, &CostPage::told, m_notice, &NoticeBar::tell);
    connect(&document, &Document::changed, this, [this] {
        m_stale = true;
        m_notice->dismiss();
        if (isVisible()) refresh();
    });
    m_tabs->setCurrent(0);
}

QWidget* LabourStage::buildList() {
    auto* pane = new QWidget(this);
    pane->setObjectName(QStringLiteral("labourPane"));
    pane->setAttribute(Qt::WA_StyledBackground);
    keepWidth(pane, 264);
    auto* column = new QVBoxLayout(pane);
    column->setContentsMargins(0, 8, 0, 0);
    column->setSpacing(4);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 0, 8, 0);
    auto* title = new QLabel(tr("Labour and plant"), pane);
    title->setFont(headingFont());
    auto* add = quietButton(tr("+ Add"), "labourAdd", pane);
    head->addWidget(title, 1);
    head->addWidget(add);
    connect(add, &QPushButton::clicked, this, [this] {
        show(Page::rates);
        m_rates->addNew();
    });
    m_words = new QLineEdit(pane);
    m_words->setObjectName(QStringLiteral("labourFilter"));
    m_words->setAccessibleName(tr("Show only resources with these words"));
    m_words->setPlaceholderText(tr("Only rows with…"));
    m_words->setClearButtonEnabled(true);
    auto* find = new QHBoxLayout;
    find->setContentsMargins(14, 0, 14, 0);
    find->addWidget(m_words);
    m_which = new TabRow({{tr("All"), "labourAll"}, {tr("Still needed"), "labourNeeded"}}, pane);
    m_which->setCurrent(0);
    auto* tabs = new QHBoxLayout;
    tabs->setContentsMargins(6, 0, 6, 0);
    tabs->addWidget(m_which);
    tabs->addStretch(1);
    m_list = new ResourceList(pane);
    m_empty = new QLabel(tr("Nothing is needed yet. Crews of the output book name trades and plant; needs are typed on "
                            "the card of an activity."),
                         pane);
    m_empty->setObjectName(QStringLiteral("labourEmpty"));
    m_empty->setWordWrap(true);
    m_empty->setContentsMargins(14, 8, 14, 8);
    setInk(m_empty, Ink::muted);
    column->addLayout(head);
    column->addLayout(find);
    column->addLayout(tabs);
    column->addWidget(m_empty);
    column->addWidget(m_list, 1);
    connect(m_words, &QLineEdit::textChanged, this, &LabourStage::presentList);
    connect(m_which, &TabRow::chosen, this, &LabourStage::presentList);
    connect(m_list, &ResourceList::chosen, this, &LabourStage::presentChart);
    return pane;
}

QWidget* LabourStage::buildHead() {
    auto* head = new QWidget(this);
    auto* line = new QHBoxLayout(head);
    line->setContentsMargins(10, 8, 10, 6);
    line->setSpacing(6);
    m_tabs = new TabRow({{tr("Demand"), "labourDemand"},
                         {tr("Cost"), "labourCost"},
                         {tr("Spent"), "labourSpent"},
                         {tr("Rates"), "labourRates"}},
                        head);
    m_by = new QComboBox(head);
    m_by->setObjectName(QStringLiteral("labourBy"));
    m_by->setAccessibleName(tr("Demand by"));
    m_by->addItems({tr("Each day"), tr("Busiest day of each week"), tr("Busiest day of each month")});
    m_by->setCurrentIndex(1);
    m_stack = new QComboBox(head);
    m_stack->setObjectName(QStringLiteral("labourStack"));
    m_stack->setAccessibleName(tr("Stacked by"));
    line->addWidget(m_tabs);
    line->addStretch(1);
    line->addWidget(m_by);
    line->addWidget(m_stack);
    connect(m_tabs, &TabRow::chosen, this, [this](int page) { show(Page(page)); });
    for (QComboBox* box : {m_by, m_stack}) connect(box, &QComboBox::activated, this, &LabourStage::presentChart);
    return head;
}

QWidget* LabourStage::buildDemand() {
    m_chart = new DemandChart(m_document, m_state, this);
    m_band = new LevelBand(m_document, this);
    m_span = new QLabel(this);
    m_span->setObjectName(QStringLiteral("labourSpan"));
    m_span->setContentsMargins(12, 4, 12, 4);
    setInk(m_span, Ink::muted);
    m_rows = new DemandRows(m_document, m_state, this);
    auto* lower = new QWidget(this);
    auto* column = new QVBoxLayout(lower);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(m_band);
    column->addWidget(m_span);
    column->addWidget(m_rows, 1);
    auto* split = new QSplitter(Qt::Vertical, this);
    split->setObjectName(QStringLiteral("labourSplit"));
    split->setChildrenCollapsible(false);
    split->addWidget(m_chart);
    split->addWidget(lower);
    split->setStretchFactor(0, 1);
    split->setStretchFactor(1, 1);
    connect(m_chart, &DemandChart::chosen, this, &LabourStage::presentRows);
    connect(m_rows, &DemandRows::revealWanted, this, &LabourStage::reveal);
    connect(m_band, &LevelBand::proposed, this, [this](const std::shared_ptr<LabourFindings>& after) {
        m_after = after;
        m_rows->propose(after ? after->dates() : nullptr);
        presentAfter();
    });
    connect(m_band, &LevelBand::refused, m_notice, &NoticeBar::say);
    connect(m_band, &LevelBand::told, m_notice, &NoticeBar::tell);
    return split;
}

void LabourStage::focusMain() {
    if (page() == Page::demand)
        m_list->setFocus();
    else
        m_pages->currentWidget()->setFocus();
}

LabourStage::Page LabourStage::page() const {
    return Page(m_pages->currentIndex());
}

void LabourStage::showNamed(const QString& name) {
    static const std::pair<const char*, Page> pages[] = {
        {"cost", Page::cost}, {"spent", Page::spent}, {"rates", Page::rates}};
    for (const auto& [known, page] : pages)
        if (name == QLatin1String(known)) return show(page);
    show(Page::demand);
}

void LabourStage::show(Page page) {
    m_tabs->setCurrent(int(page));
    m_pages->setCurrentIndex(int(page));
    m_pane->setVisible(page == Page::demand);
    m_by->setVisible(page == Page::demand);
    m_stack->setVisible(page == Page::demand);
    if (page == Page::rates) m_rates->refresh();
    if (page == Page::cost) m_cost->refresh();
    if (page == Page::spent) m_spent->refresh();
}

void LabourStage::chooseNamed(const QString& name) {
    m_list->choose(name.toStdString());
}

bool LabourStage::isWorking() const {
    return m_working.isRunning() || m_band->isWorking() || m_cost->isWorking();
}

void LabourStage::showEvent(QShowEvent* event) {
    Stage::showEvent(event);
    if (m_stale) refresh();
}

/// Escape drops what is proposed, or stops looking for it.
void LabourStage::keyPressEvent(QKeyEvent* event) {
    if (event->key() != Qt::Key_Escape || !(m_band->proposal() || m_band->isWorking()))
        return Stage::keyPressEvent(event);
    m_band->isWorking() ? m_band->stop() : m_band->drop();
}

/// Breakdown, section, activity and whatever else groups rows.
void LabourStage::fillFields() {
    const QString kept = m_stack->currentText();
    m_stack->clear();
    m_fields.clear();
    const auto offer = [&](const std::string& name, const QString& label) {
        m_fields.push_back(name);
        m_stack->addItem(tr("Stacked by %1").arg(label));
    };
    for (const ViewField& field : fieldsOf(m_document.programme()))
        if (field.groups && field.kind == FieldKind::text) offer(field.name, show::text(field.label).toLower());
    offer("id", tr("activity"));
    int at = m_stack->findText(kept);
    for (std::size_t i = 0; i < m_fields.size() && at < 0; ++i)
        if (m_fields[i] == "breakdown") at = int(i);
    m_stack->setCurrentIndex(std::max(0, at));
}

void LabourStage::refresh() {
    m_stale = false;
    fillFields();
    if (page() == Page::rates) m_rates->refresh();
    if (page() == Page::cost) m_cost->refresh();
    if (page() == Page::spent) m_spent->refresh();
    if (!m_document.schedule().ok()) {
        m_working.stop();
        m_findings.reset();
        return presentList();
    }
    m_working.start(
        m_document.patience(),
        [programme = m_document.sharedProgramme(), dates = m_document.sharedSchedule()](WorkWatch&) {
            return std::make_shared<LabourFindings>(programme, dates);
        },
        [this](std::shared_ptr<LabourFindings> found) {
            m_findings = std::move(found);
            presentList();
        });
}

void LabourStage::presentList() {
    m_list->present(m_findings.get(), m_words->text(), m_which->current() == 1);
    m_empty->setVisible(!m_findings || m_findings->lines().empty());
}

void LabourStage::presentChart() {
    const ResourceLine* line = m_list->current();
    const int at = m_stack->currentIndex();
    if (!m_findings || !line || at < 0) {
        m_band->setResource({}, false);
        return m_chart->clear();
    }
    const auto field = fieldNamed(m_document.programme(), m_fields[std::size_t(at)]);
    if (!field) return m_chart->clear();
    const ResourceDemand demand = m_findings->of(*line, DemandBy(m_by->currentIndex()), *field);
    QString detail =
        line->quantity
            ? tr("%1 in all")
                  .arg((demandFigure(demand.sum.hours, 0) + QLatin1Char(' ') + show::text(line->unit)).trimmed())
            : tr("%1 hours in all").arg(demandFigure(demand.sum.hours, 0));
    if (line->daysOver > 0) detail = tr("over on %1 to come").arg(show::countOf(line->daysOver, "day", "days"));
    const bool everybody = line->place == ResourceLine::everybody;
    m_band->setResource(everybody ? std::string() : line->name, line->supply.has_value());
    presentAfter();
    m_chart->present(everybody ? tr("Everybody") : show::text(line->name), detail, demand, line->quantity);
}

/// What would be needed after levelling, as a line over the histogram.
void LabourStage::presentAfter() {
    const ResourceLine* line = m_list->current();
    const int at = m_stack->currentIndex();
    std::vector<std::pair<Date, double>> steps;
    if (m_after && line && at >= 0)
        for (const ResourceLine& later : m_after->lines())
            if (later.name == line->name)
                if (const auto field = fieldNamed(m_document.programme(), m_fields[std::size_t(at)]))
                    for (const DemandStack& stack :
                         m_after->of(later, DemandBy(m_by->currentIndex()), *field).picture.stacks) {
                        steps.emplace_back(stack.from, stack.demand);
                        if (stack.to > stack.from) steps.emplace_back(stack.to, 0);
                    }
    // Where one ends the next begins.
    std::vector<std::pair<Date, double>> corners;
    for (const auto& step : steps)
        if (!corners.empty() && corners.back().first == step.first)
            corners.back().second = step.second;
        else
            corners.push_back(step);
    m_chart->setAfter(std::move(corners));
}

void LabourStage::presentRows() {
    const ResourceLine* line = m_list->current();
    const auto days = m_chart->chosenDays();
    if (!m_findings || !line || !days) {
        m_span->clear();
        return m_rows->present({}, m_document.sharedProgramme());
    }
    auto parts = m_findings->within(*line, days->first, days->second);
    const QString span = days->first == days->second
                             ? show::weekdayDate(days->first)
                             : tr("%1 to %2").arg(show::shortDate(days->first), show::date(days->second));
    m_span->setText(tr("%1: %2 at work").arg(span, show::countOf(qint64(parts.size()), "activity", "activities")));
    m_rows->present(std::move(parts), m_document.sharedProgramme());
}

} // namespace yarrin
