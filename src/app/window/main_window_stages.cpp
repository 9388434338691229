// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The stages of the window: built when somebody first goes there.
#include "app/base/output_book.h"
#include "app/buildup/build_up_stage.h"
#include "app/card/card.h"
#include "app/contract/contract_stage.h"
#include "app/delay/delay_stage.h"
#include "app/guide/guide_stage.h"
#include "app/labour/labour_stage.h"
#include "app/lens/lens_pane.h"
#include "app/portfolio/portfolio_stage.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/link_line.h"
#include "app/programme/programme_stage.h"
#include "app/progress/progress_stage.h"
#include "app/record/history_page.h"
#include "app/record/record_stage.h"
#include "app/scope/scope_stage.h"
#include "app/sheets/sheets_stage.h"
#include "app/sitetime/site_time_stage.h"
#include "app/table/activity_table.h"
#include "app/window/first_look.h"
#include "app/window/preferences_page.h"
#include "app/window/rail.h"
#include "app/window/stages.h"
#include "app/window/standing.h"
#include "app/window/start_page.h"

#include <QApplication>
#include <QFileInfo>
#include <QLayout>
#include <QSettings>
#include <QStackedWidget>
#include <QTimer>
#include <QToolButton>

#include <utility>

namespace yarrin {

Stage& MainWindow::stage() {
    return stageAt(Place(m_stack->currentIndex()));
}

Stage& MainWindow::stageAt(Place place) {
    Stage*& made = m_stages[std::size_t(place)];
    if (made) return *made;
    made = makeStage(place);
    QWidget* standIn = m_stack->widget(int(place));
    const bool shown = m_stack->currentWidget() == standIn;
    m_stack->removeWidget(standIn);
    m_stack->insertWidget(int(place), made);
    if (shown) m_stack->setCurrentIndex(int(place));
    delete standIn;
    partAsKept(*made);
    return *made;
}

namespace {

ProgrammeStage* withOdds(ProgrammeStage* stage, const OddsStudy& odds) {
    stage->chart().setOdds(odds);
    return stage;
}

} // namespace

Stage* MainWindow::makeStage(Place place) {
    const auto revealing = [&]<typename Made>(Made* stage) {
        connect(stage, &Made::reveal, this, [this](ActivityId id) {
            go(Place::programme);
            reveal(id);
        });
        return stage;
    };
    switch (place) {
    case Place::contract:
        return new ContractStage(m_document);
    case Place::siteTime: {
        auto* stage = new SiteTimeStage(m_document, m_dialogs, m_settings);
        connect(stage, &SiteTimeStage::activitiesWanted, this, &MainWindow::revealAll);
        return stage;
    }
    case Place::scope:
        return new ScopeStage(m_document, m_dialogs);
    case Place::buildUp: {
        auto* stage = new BuildUpStage(m_document, m_state, book(), m_dialogs, m_settings);
        connect(&stage->table(), &GridView::menuWanted, this, &MainWindow::showRowMenu);
        return stage;
    }
    case Place::programme: {
        auto* stage = withOdds(new ProgrammeStage(m_document, m_state), *m_odds);
        connect(stage, &ProgrammeStage::previewed, m_standing, &Standing::preview);
        connect(&stage->table(), &GridView::menuWanted, this, &MainWindow::showRowMenu);
        connect(&stage->chart(), &BarChartView::menuWanted, this, &MainWindow::showChartMenu);
        connect(stage, &ProgrammeStage::logicMenuWanted, this, &MainWindow::showChartMenu);
        connect(&stage->chart(), &BarChartView::stretchedChosen, this, [this](Preferences::Stretched follows) {
            Preferences wanted = preferences();
            wanted.stretched = follows;
            prefer(wanted);
        });
        return revealing(stage);
    }
    case Place::labour:
        return revealing(new LabourStage(m_document, m_state, m_dialogs));
    case Place::progress:
        return revealing(new ProgressStage(m_document, m_state, m_dialogs));
    case Place::delay:
        return revealing(new DelayStage(m_document, m_dialogs, m_today, *m_odds));
    case Place::sheets:
        return new SheetsStage(m_document, m_state, m_dialogs);
    case Place::record:
        break;
    default:
        return makePage(place);
    }
    auto* stage = revealing(new RecordStage(m_document, m_state, m_dialogs));
    connect(&stage->history(), &HistoryPage::authorTyped, this, [this](const QString& name) {
        m_settings.setValue(QStringLiteral("author"), name);
        m_document.keeper().setAuthor(name.toStdString());
    });
    connect(stage, &RecordStage::chartWanted, this, [this] { go(Place::programme); });
    return stage;
}

/// What is no stage of the work, from which one goes back.
Stage* MainWindow::makePage(Place place) {
    const auto back = [this] { travel(m_back, m_ahead); };
    if (place == Place::start) return makeStartPage();
    if (place == Place::portfolio) return makePortfolio();
    if (place == Place::guide) {
        auto* page = new GuideStage([this] { return keysText(); });
        connect(page, &GuideStage::left, this, back);
        return page;
    }
    auto* page = new PreferencesPage([this](const Preferences& wanted) { prefer(wanted); });
    connect(page, &PreferencesPage::left, this, back);
    return page;
}

void MainWindow::prefer(const Preferences& wanted) {
    setPreferences(*qApp, m_settings, wanted);
}

void MainWindow::takePreferences() {
    m_document.tellAgain();
    emit m_state.lensChanged(); // rows may be of another height
    refreshContext();
}

ProgrammeStage& MainWindow::programmeStage() {
    return stageAs<ProgrammeStage>(Place::programme);
}

OutputBook& MainWindow::book() {
    if (!m_book)
        m_book =
            std::make_unique<OutputBook>(QFileInfo(m_settings.fileName()).path() + QStringLiteral("/output-book.json"));
    return *m_book;
}

ActivityTable& MainWindow::table() {
    if (m_stack->currentIndex() == int(Place::buildUp)) return stageAs<BuildUpStage>(Place::buildUp).table();
    if (m_stack->currentIndex() != int(Place::programme)) go(Place::programme);
    return programmeStage().table();
}

void MainWindow::go(Place place) {
    if (place != Place(m_stack->currentIndex())) {
        for (auto* link : findChildren<LinkLine*>()) link->keep();
        leaveSpot();
    }
    Stage& stage = stageAt(place);
    if (place == Place::start) fillStartPage();
    const StageInfo& info = infoOf(place);
    m_rail->setCurrent(info.icon ? int(place) : -1); // the record is no stage of the work
    m_stack->setCurrentIndex(int(place));
    m_firstLook->goneTo(place);
    if (!info.aboutActivities) m_lensPane->hide();
    m_lensPane->setBuildUp(place == Place::buildUp);
    m_card->setVisible(m_cardWanted && !m_meeting && info.aboutActivities && m_lensPane->isHidden());
    m_card->setBuildUp(place == Place::buildUp);
    m_lens->setVisible(info.aboutActivities);
    if (place == Place::programme && std::exchange(m_fitPending, false)) {
        // The chart has its size only after the layout ran.
        centralWidget()->layout()->activate();
        QTimer::singleShot(0, this, [this] { programmeStage().chart().fit(); });
    }
    stage.focusMain();
}

void MainWindow::goNamed(const QString& place, const QString& row) {
    const QString stage = place.section(QLatin1Char('/'), 0, 0), page = place.section(QLatin1Char('/'), 1);
    Place to = Place::programme;
    for (const StageInfo& info : stages)
        if (stage == QLatin1String(info.name)) to = info.place;
    go(to);
    if (page == QLatin1String("lens") && infoOf(to).aboutActivities)
        showLensPane(true);
    else if (!page.isEmpty())
        stageAt(to).showNamed(page);
    if (!row.isEmpty()) stageAt(to).chooseNamed(row);
}

} // namespace yarrin
