// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/programme_stage.h"

#include "app/base/first_steps.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/base/resource_drop.h"
#include "app/base/tab_row.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/logic_map.h"
#include "app/programme/logic_page.h"
#include "app/programme/overview.h"
#include "app/programme/places_page.h"
#include "app/programme/squeeze_page.h"
#include "app/programme/why_strip.h"
#include "app/soundness/soundness_page.h"
#include "app/table/activity_table.h"
#include "app/table/inline_message.h"
#include "chart/paint/bar_painter.h"

#include <QApplication>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QScrollBar>
#include <QShortcut>
#include <QSplitter>
#include <QStackedWidget>
#include <QTimer>
#include <QVBoxLayout>

#include <utility>

namespace yarrin {

ProgrammeStage::ProgrammeStage(Document& document, ViewState& state, QWidget* parent)
    : Stage(parent), m_document(document), m_state(state), m_notice(new NoticeBar(this)),
      m_table(new ActivityTable(document, state, false, this)),
      m_chart(new BarChartView(document, state, m_table->activities(), this)),
      m_overview(new Overview(document, state, m_table->activities(), this)), m_empty(new QWidget(this)),
      m_splitter(new QSplitter(Qt::Horizontal, this)) {
    setObjectName(QStringLiteral("programmeStage"));
    m_table->setObjectName(QStringLiteral("programmeTable"));
    m_table->setAccessibleName(tr("Activities"));
    m_table->horizontalHeader()->setFixedHeight(axisHeight);
    m_table->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    m_table->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);

    auto* splitter = m_splitter;
    splitter->setObjectName(QStringLiteral("programmeSplitter"));
    splitter->addWidget(m_table);
    splitter->addWidget(m_chart);
    splitter->setChildrenCollapsible(false);
    m_table->setMinimumWidth(180);
    m_chart->setMinimumWidth(240); // in a narrow window the table scrolls before the bars go
    splitter->setHandleWidth(1);
    splitter->setSizes({scaled(528), 700});
    splitter->setStretchFactor(0, 0);
    splitter->setStretchFactor(1, 1);

    auto* emptyLayout = new QVBoxLayout(m_empty);
    auto* words = new QLabel(tr("Activities, links and hammocks go here; dates come out."), m_empty);
    words->setAlignment(Qt::AlignCenter);
    auto* first = new QPushButton(tr("Add the first activity"), m_empty);
    first->setObjectName(QStringLiteral("addFirstActivity"));
    emptyLayout->addStretch();
    emptyLayout->addWidget(words);
    emptyLayout->addWidget(first, 0, Qt::AlignCenter);
    auto* ways = new FirstSteps(m_empty, Qt::AlignHCenter);
    ways->offer(tr("Bring a schedule from a table…"), {QStringLiteral("importSchedule")});
    ways->offer(tr("Lay out a sequence"), {QStringLiteral("stage4"), QStringLiteral("buildUpSequences")});
    ways->offer(tr("Begin from a template"), {QStringLiteral("startPage")});
    emptyLayout->addWidget(ways);
    emptyLayout->addStretch();
    connect(first, &QPushButton::clicked, this, [this] { m_table->addActivity(ActivityKind::task); });
    // The key that adds a row in the table adds the first one too.
    auto* insert =
        new QShortcut(QKeySequence(Qt::Key_Insert), m_empty, nullptr, nullptr, Qt::WidgetWithChildrenShortcut);
    connect(insert, &QShortcut::activated, first, &QPushButton::click);

    buildPages();
    const auto reach = [this] {
        const auto [from, to] = m_chart->extent();
        m_overview->setReach(from - 7 * minutesPerDay, to + 7 * minutesPerDay, m_chart->viewport()->width());
    };
    connect(m_chart, &BarChartView::reached, this, reach);
    reach();

    const auto showEmpty = [this, splitter] {
        const bool empty = m_document.programme().activities.empty() && m_document.programme().breakdown.empty();
        // The keyboard goes where work goes on, rather than to whatever the window has next.
        const QWidget* focus = QApplication::focusWidget();
        const bool here = focus && isAncestorOf(focus) && m_empty->isHidden() == empty;
        m_empty->setVisible(empty);
        splitter->setVisible(!empty);
        m_overview->setVisible(!empty && m_overviewShown);
        if (here) focusMain();
    };
    connect(&document, &Document::changed, this, showEmpty);
    showEmpty();
    connect(&document, &Document::changed, m_notice, &NoticeBar::dismiss);
    // Table and chart scroll as one.
    connect(m_table->verticalScrollBar(), &QScrollBar::valueChanged, m_chart->verticalScrollBar(),
            &QScrollBar::setValue);
    connect(m_chart->verticalScrollBar(), &QScrollBar::valueChanged, m_table->verticalScrollBar(),
            &QScrollBar::setValue);
    acceptResources();
    connect(m_table, &GridView::refused, m_notice, &NoticeBar::say);
    connect(m_table, &ActivityTable::question, m_notice, &NoticeBar::ask);
    connect(m_chart, &BarChartView::drawn, m_table, &ActivityTable::addDrawn);
    connect(m_chart, &BarChartView::refused, m_notice, &NoticeBar::say);
    connect(m_chart, &BarChartView::message, m_notice, &NoticeBar::say);
}

/// Bars, and what can be said of the network as a whole. The row of their names stands in the corner of the axis.
void ProgrammeStage::buildPages() {
    m_bars = new QWidget(this);
    auto* column = new QVBoxLayout(m_bars);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(m_empty, 1);
    column->addWidget(m_splitter, 1);
    column->addWidget(m_overview);
    m_soundness = new SoundnessPage(m_document, m_state, this);
    m_squeeze = new SqueezePage(m_document, m_state, this);
    buildLogic();
    buildPlaces();
    m_pages = new QStackedWidget(this);
    for (QWidget* page : {static_cast<QWidget*>(m_charts), static_cast<QWidget*>(m_logic), belowTabs(m_squeeze),
                          belowTabs(m_soundness)})
        m_pages->addWidget(page);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(&m_logic->line());
    layout->addWidget(&m_places->line());
    layout->addWidget(m_strip);
    layout->addWidget(m_pages);
    m_tabs = new TabRow({{tr("Bars"), "programmeBars"},
                         {tr("Places"), "programmePlaces"},
                         {tr("Logic"), "programmeLogic"},
                         {tr("Squeeze"), "programmeSqueeze"},
                         {tr("Soundness"), "programmeSoundness"}},
                        this);
    m_tabs->setCurrent(0);
    m_tabs->move(scaled(6), scaled(4));
    m_tabs->adjustSize();
    // With larger words it is wider; a turn later everything wears them.
    connect(&preferenceChanges(), &PreferenceChanges::changed, this, [this] {
        QTimer::singleShot(0, this, [this] {
            m_tabs->adjustSize();
            arrange();
        });
    });
    connect(m_tabs, &TabRow::chosen, this, [this](int page) { show(Page(page)); });
    connect(m_soundness, &SoundnessPage::revealWanted, this, &ProgrammeStage::reveal);
    connect(m_soundness, &SoundnessPage::refused, m_notice, &NoticeBar::say);
    connect(m_soundness, &SoundnessPage::told, m_notice, &NoticeBar::tell);
    connect(m_soundness, &SoundnessPage::question, m_notice, &NoticeBar::ask);
    connect(m_squeeze, &SqueezePage::revealWanted, this, &ProgrammeStage::reveal);
    connect(m_squeeze, &SqueezePage::refused, m_notice, &NoticeBar::say);
    connect(m_squeeze, &SqueezePage::told, m_notice, &NoticeBar::tell);
    connect(m_question, &WhyQuestion::changed, this, &ProgrammeStage::arrange);
    placeBars();
    arrange();
}

/// A page that has no line of its own beside the names of the pages.
QWidget* ProgrammeStage::belowTabs(QWidget* page) {
    auto* below = new QWidget(this);
    auto* column = new QVBoxLayout(below);
    column->setContentsMargins(0, scaled(34), 0, 0);
    column->addWidget(page);
    return below;
}

/// Places and bars, alone or both at once.
void ProgrammeStage::buildPlaces() {
    m_places = new PlacesPage(m_document, m_state, this);
    m_charts = new QSplitter(Qt::Vertical, this);
    m_charts->setObjectName(QStringLiteral("placesSplitter"));
    m_charts->addWidget(m_places);
    m_charts->addWidget(m_bars);
    m_charts->setHandleWidth(1);
    m_charts->setChildrenCollapsible(false);
    PlacesView& view = m_places->view();
    connect(m_places, &PlacesPage::refused, m_notice, &NoticeBar::say);
    connect(m_places, &PlacesPage::told, m_notice, &NoticeBar::tell);
    connect(m_places, &PlacesPage::barsWanted, this, &ProgrammeStage::placeBars);
    connect(&view, &PlacesView::menuWanted, this, &ProgrammeStage::logicMenuWanted);
    connect(&view, &PlacesView::previewed, this, &ProgrammeStage::previewed);
    connect(m_chart, &BarChartView::previewed, this, &ProgrammeStage::previewed);
}

void ProgrammeStage::placeBars() {
    const bool places = m_page == Page::places;
    const PlacesPage::Bars wanted = m_places->bars();
    m_places->setVisible(places);
    m_bars->setVisible(!places || wanted != PlacesPage::Bars::none);
    if (!places || wanted == PlacesPage::Bars::none) return;
    const bool beside = wanted == PlacesPage::Bars::beside;
    m_charts->setOrientation(beside ? Qt::Horizontal : Qt::Vertical);
    const int all = beside ? m_charts->width() : m_charts->height();
    m_charts->setSizes(beside ? QList<int>{all / 2, all - all / 2} : QList<int>{all * 2 / 3, all - all * 2 / 3});
}

void ProgrammeStage::buildLogic() {
    m_logic = new LogicPage(m_document, m_state, this);
    m_question = new WhyQuestion(m_document, m_state, this);
    m_strip = new WhyStrip(m_document, m_state, *m_question, this);
    m_strip->layout()->addWidget(&m_logic->zoomLine());
    LogicView& view = m_logic->view();
    connect(&view, &LogicView::refused, m_notice, &NoticeBar::say);
    connect(&view, &LogicView::told, m_notice, &NoticeBar::tell);
    connect(&view, &LogicView::menuWanted, this, &ProgrammeStage::logicMenuWanted);
    connect(&view, &LogicView::subjectWanted, m_question, &WhyQuestion::ask);
    connect(m_strip, &WhyStrip::refused, m_notice, &NoticeBar::say);
    // The numbers of paths, where figures are not typed.
    for (QWidget* chart : {static_cast<QWidget*>(m_chart), static_cast<QWidget*>(&view)})
        for (int i = 0; i < int(WhyQuestion::mostPaths); ++i) {
            auto* key = new QShortcut(QKeySequence(Qt::Key_1 + i), chart, nullptr, nullptr, Qt::WidgetShortcut);
            connect(key, &QShortcut::activated, this, [this, path = std::size_t(i)] {
                if (m_question->isAsked()) m_question->setShows(path, !m_question->shows(path));
            });
        }
}

/// The lines above the page: the network's own, and the question's where it can be seen what it says.
void ProgrammeStage::arrange() {
    const bool logic = page() == Page::logic;
    m_places->line().setVisible(page() == Page::places);
    const int room = m_tabs->x() + m_tabs->width() + scaled(6);
    m_logic->line().setVisible(logic);
    m_logic->zoomLine().setVisible(logic);
    m_logic->setRoom(room);
    m_places->setRoom(room);
    m_strip->layout()->setContentsMargins(logic ? scaled(10) : room, 3, 10, 3);
    m_strip->setVisible(logic || (page() == Page::bars && m_question->isAsked()));
}

void ProgrammeStage::show(Page page) {
    m_page = page;
    // Bars and places share a page of the stack.
    m_pages->setCurrentIndex(std::max(0, int(page) - 1));
    m_tabs->setCurrent(int(page));
    placeBars();
    arrange();
    m_tabs->raise();
    focusMain();
}

LogicView& ProgrammeStage::logic() const {
    return m_logic->view();
}

void ProgrammeStage::toggleQuestion() {
    m_strip->toggle();
}

void ProgrammeStage::zoomBy(double factor) {
    if (page() == Page::logic) return logic().zoomBy(factor);
    if (page() == Page::places) return m_places->view().zoomBy(factor);
    m_state.zoomAt(m_chart->viewport()->width() / 2.0, factor);
}

void ProgrammeStage::fit() {
    if (page() == Page::places) return m_places->view().fit();
    page() == Page::logic ? logic().fit() : m_chart->fit();
}

void ProgrammeStage::fitSelection() {
    if (page() == Page::places) return m_places->view().fitSelection();
    page() == Page::logic ? logic().fitSelection() : m_chart->fitSelection();
}

void ProgrammeStage::editSelectedLink() {
    page() == Page::logic ? logic().editSelectedLink() : m_chart->editSelectedLink();
}

ProgrammeStage::Page ProgrammeStage::page() const {
    return m_page;
}

void ProgrammeStage::showNamed(const QString& name) {
    show(name == QLatin1String("soundness") ? Page::soundness
         : name == QLatin1String("squeeze") ? Page::squeeze
         : name == QLatin1String("logic")   ? Page::logic
         : name == QLatin1String("places")  ? Page::places
                                            : Page::bars);
}

bool ProgrammeStage::isWorking() const {
    return (page() == Page::logic && logic().isWorking()) || (page() == Page::places && m_places->view().isWorking()) ||
           m_question->isWorking() || m_soundness->isWorking() || m_squeeze->isWorking();
}

/// Resources may be let go on rows of the table and on bars.
void ProgrammeStage::acceptResources() {
    const auto accept = [&](QAbstractScrollArea* over, auto rowAt) {
        auto* drop = new ResourceDrop(m_document, m_state, over, [this, over, rowAt](const QPoint& at) {
            const auto [row, top] = rowAt(at.y());
            return std::pair(m_table->activities().activityAt(row),
                             QRect(0, top, over->viewport()->width(), m_state.rowHeight()));
        });
        connect(drop, &ResourceDrop::refused, m_notice, &NoticeBar::say);
        connect(drop, &ResourceDrop::told, m_notice, &NoticeBar::tell);
    };
    accept(m_table, [this](int y) {
        const int row = m_table->rowAt(y);
        return std::pair(row, row < 0 ? 0 : m_table->rowViewportPosition(row));
    });
    accept(m_chart, [this](int y) {
        const int top = m_chart->verticalScrollBar()->value(), row = (y + top) / m_state.rowHeight();
        return std::pair(row, row * m_state.rowHeight() - top);
    });
}

void ProgrammeStage::focusMain() {
    if (page() == Page::soundness) return m_soundness->setFocus();
    if (page() == Page::squeeze) return m_squeeze->setFocus();
    if (page() == Page::logic) return logic().setFocus();
    if (page() == Page::places) return m_places->view().setFocus();
    if (m_empty->isHidden())
        m_table->setFocus();
    else
        m_empty->findChild<QPushButton*>()->setFocus();
}

void ProgrammeStage::setShowsOverview(bool shown) {
    m_overviewShown = shown;
    m_logic->map().setWanted(shown);
    m_overview->setVisible(shown && m_empty->isHidden());
}

void ProgrammeStage::setTableNarrow(bool narrow) {
    if (narrow == !m_wide.isEmpty()) return;
    if (!narrow) return m_splitter->setSizes(std::exchange(m_wide, {}));
    m_wide = m_splitter->sizes();
    int width = 0;
    for (const char* name : {"id", "name"})
        width += m_table->columnWidth(m_table->activities().columnOf(QLatin1String(name)));
    m_table->horizontalScrollBar()->setValue(0);
    m_splitter->setSizes({width, m_wide[0] + m_wide[1] - width});
}

} // namespace yarrin
