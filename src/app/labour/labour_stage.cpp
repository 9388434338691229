// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/labour_stage.h"

#include "app/base/agreed_plan.h"
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/resource_drop.h"
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
    : Stage(parent), m_document(document), m_state(state), m_notice(new NoticeBar(this)), m_working(this),
      m_summing(this) {
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
    m_sums = quietButton(tr("Sums"), "labourSums", head);
    m_sums->setCheckable(true);
    m_sums->setToolTip(tr("Draws what is needed from the beginning on over it: by early and late dates, as agreed, and "
                          "what of it is done"));
    connect(m_sums, &QPushButton::toggled, this, &LabourStage::findCurves);
    line->addWidget(m_sums);
    line->addWidget(m_by);
    line->addWidget(m_stack);
    connect(m_tabs, &TabRow::chosen, this, [this](int page) { show(Page(page)); });
    for (QComboBox* box : {m_by, m_stack}) connect(box, &QComboBox::activated, this, &LabourStage::presentChart);
    return head;
}

QWidget* LabourStage::buildDemand() {
    m_chartBox = new QWidget(this);
    auto* charts = new QVBoxLayout(m_chartBox);
    charts->setContentsMargins(0, 0, 0, 0);
    charts->setSpacing(0);
    addChart();
    m_band = new LevelBand(m_document, m_state, this);
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
    auto* split = m_split = new QSplitter(Qt::Vertical, this);
    split->setObjectName(QStringLiteral("labourSplit"));
    split->setChildrenCollapsible(false);
    split->addWidget(m_chartBox);
    split->addWidget(lower);
    split->setStretchFactor(0, 1);
    split->setStretchFactor(1, 1);
    auto* drop =
        new ResourceDrop(m_document, m_state, m_rows, [this](const QPoint& at) { return m_rows->activityAt(at); });
    connect(drop, &ResourceDrop::refused, m_notice, &NoticeBar::say);
    connect(drop, &ResourceDrop::told, m_notice, &NoticeBar::tell);
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

DemandChart* LabourStage::addChart() {
    auto* chart = new DemandChart(m_document, m_state, m_chartBox);
    chart->setAxisShown(m_charts.empty());
    m_chartBox->layout()->addWidget(chart);
    connect(chart, &DemandChart::chosen, this, [this, chart] { daysChosen(chart); });
    m_charts.push_back(chart);
    return chart;
}

/// Days chosen in one are those of all; its activities are the ones that are listed.
void LabourStage::daysChosen(DemandChart* chart) {
    const auto at = std::find(m_charts.begin(), m_charts.end(), chart);
    if (m_presenting || at == m_charts.end()) return;
    m_active = std::size_t(at - m_charts.begin());
    for (DemandChart* other : m_charts)
        if (other != chart) other->mark(chart->chosenDays());
    presentRows();
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
    m_sums->setVisible(page == Page::demand);
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
    return m_working.isRunning() || m_summing.isRunning() || m_band->isWorking() || m_cost->isWorking();
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
        if (field.groups && field.kind == FieldKind::text) offer(field.name, show::within(show::label(field)));
    offer("id", tr("activity"));
    int at = m_stack->findText(kept);
    for (std::size_t i = 0; i < m_fields.size() && at < 0; ++i)
        if (m_fields[i] == "breakdown") at = int(i);
    m_stack->setCurrentIndex(std::max(0, at));
}

void LabourStage::refresh() {
    m_stale = false;
    m_summing.stop();
    m_curves = {};
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
    constexpr std::size_t mostCharts = 5;
    const int at = m_stack->currentIndex();
    m_lines = m_list->selected();
    if (m_lines.size() > mostCharts) m_lines.resize(mostCharts);
    const std::size_t wanted = std::max<std::size_t>(1, m_lines.size());
    if (wanted > m_charts.size()) { // room for those that come, as far as the list below keeps some
        const int whole = m_split->height(),
                  upper = std::max(m_split->sizes().value(0), scaled(120 + 120 * int(wanted)));
        m_split->setSizes({std::min(upper, whole * 7 / 10), std::max(whole - upper, whole * 3 / 10)});
    }
    while (m_charts.size() > wanted) {
        delete m_charts.back();
        m_charts.pop_back();
    }
    while (m_charts.size() < wanted) addChart();
    m_active = std::min(m_active, m_charts.size() - 1);
    const auto field = at < 0 ? std::nullopt : fieldNamed(m_document.programme(), m_fields[std::size_t(at)]);
    if (!m_findings || m_lines.empty() || !field) {
        m_lines.clear();
        m_band->setResource({}, false);
        return chart().clear();
    }
    const ResourceLine* line = m_list->current();
    const bool everybody = line->place == ResourceLine::everybody;
    m_band->setResource(everybody ? std::string() : line->name, line->supply.has_value());
    presentAfter();
    m_presenting = true;
    for (std::size_t i = 0; i < m_lines.size(); ++i) presentOne(i, *field);
    m_presenting = false;
    daysChosen(m_charts[m_active]);
    findCurves();
}

void LabourStage::presentOne(std::size_t chart, const ViewField& field) {
    const ResourceLine& line = *m_lines[chart];
    const ResourceDemand demand = m_findings->of(line, DemandBy(m_by->currentIndex()), field);
    QString detail =
        line.quantity
            ? tr("%1 in all")
                  .arg((demandFigure(demand.sum.hours, 0) + QLatin1Char(' ') + show::text(line.unit)).trimmed())
            : tr("%1 hours in all").arg(demandFigure(demand.sum.hours, 0));
    if (line.daysOver > 0) detail = tr("over on %1 to come").arg(show::countOf(line.daysOver, "day", "days"));
    m_charts[chart]->present(line.place == ResourceLine::everybody ? tr("Everybody") : show::text(line.name), detail,
                             demand, line.quantity);
}

/// Sums are worked out beside the window, since they ask for late dates and for what was agreed.
void LabourStage::findCurves() {
    if (!m_sums->isChecked() || !m_findings || m_lines.empty()) {
        m_summing.stop();
        m_curves.list.clear();
        return presentCurves();
    }
    std::vector<std::vector<std::string>> names;
    for (const ResourceLine* line : m_lines) {
        auto& list = names.emplace_back();
        if (line->place != ResourceLine::everybody) {
            list.push_back(line->name);
            continue;
        }
        for (const ResourceLine& one : m_findings->lines())
            if (one.kind == ResourceKind::trade && !one.quantity && one.place != ResourceLine::everybody)
                list.push_back(one.name);
    }
    m_summing.start(
        m_document.patience(),
        [known = m_curves, names, agreed = agreedPlanOf(m_document), programme = m_document.sharedProgramme(),
         dates = m_document.sharedSchedule()](WorkWatch&) {
            Curves curves = known;
            curves.list.clear();
            if (!curves.source) {
                const AgreedPlan plan = agreed();
                if (!plan.state.schedule->ok()) return curves;
                curves.agreed = plan.name;
                curves.source = std::make_shared<const SumsOfDemand>(
                    SumsOfDemand::State{programme, dates},
                    SumsOfDemand::State{plan.state.programme, plan.state.schedule});
            }
            for (const auto& list : names) curves.list.push_back(curves.source->of(list));
            return curves;
        },
        [this](Curves curves) {
            m_curves = std::move(curves);
            presentCurves();
        });
}

void LabourStage::presentCurves() {
    for (std::size_t i = 0; i < m_charts.size(); ++i) {
        DemandCurves curves;
        if (i < m_curves.list.size()) {
            const SumCurves& found = m_curves.list[i];
            curves = {found.early, found.late, found.agreed, found.earned};
        }
        m_charts[i]->setCurves(std::move(curves), m_curves.agreed);
    }
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
    for (std::size_t i = 0; i < m_charts.size(); ++i)
        m_charts[i]->setAfter(i < m_lines.size() && m_lines[i] == line ? corners
                                                                       : std::vector<std::pair<Date, double>>{});
}

void LabourStage::presentRows() {
    const ResourceLine* line = m_active < m_lines.size() ? m_lines[m_active] : nullptr;
    const auto days = m_charts[m_active]->chosenDays();
    m_band->setDay(days ? std::optional(days->first) : std::nullopt);
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
