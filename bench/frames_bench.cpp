// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How long frames take while a person scrolls, zooms and drags a bar in the real window, with a programme of 20,000
// activities grouped, sorted, filtered and coloured by a lens: median, 95th percentile and worst, in milliseconds.
#include "app/base/look.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/logic_view.h"
#include "app/programme/places_page.h"
#include "app/programme/programme_stage.h"
#include "app/sheets/bars_sheet.h"
#include "app/table/activity_table.h"
#include "app/window/main_window.h"
#include "large_programme.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QMouseEvent>
#include <QScrollBar>
#include <QSettings>
#include <QTemporaryDir>

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <string_view>
#include <vector>

using namespace yarrin;

namespace {

void print(const char* what, std::vector<double> took) {
    std::sort(took.begin(), took.end());
    std::printf("%-34s median %6.1f  p95 %6.1f  worst %6.1f ms of %zu\n", what, took[took.size() / 2],
                took[took.size() * 95 / 100], took.back(), took.size());
    std::fflush(stdout);
}

/// Does something and has all that it dirtied painted, so many times; prints what a time took.
template <typename Act> void frames(const char* what, int count, Act act) {
    std::vector<double> took;
    for (int i = 0; i < count; ++i) {
        QElapsedTimer timer;
        timer.start();
        act(i);
        QApplication::sendPostedEvents();
        QApplication::processEvents();
        took.push_back(double(timer.nsecsElapsed()) / 1e6);
    }
    print(what, std::move(took));
}

/// The same of painting alone: what is done, and what is laid out for it, is not counted.
template <typename Act> void paints(const char* what, QWidget& painted, int count, Act act) {
    std::vector<double> took;
    for (int i = 0; i < count; ++i) {
        act(i);
        QElapsedTimer timer;
        timer.start();
        painted.repaint();
        took.push_back(double(timer.nsecsElapsed()) / 1e6);
        QApplication::sendPostedEvents();
        QApplication::processEvents();
    }
    print(what, std::move(took));
}

void mouse(QWidget& view, QEvent::Type type, QPoint at) {
    const bool release = type == QEvent::MouseButtonRelease;
    QMouseEvent event(type, at, view.mapToGlobal(at), type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton,
                      release ? Qt::NoButton : Qt::LeftButton, {});
    QApplication::sendEvent(&view, &event);
}

/// A line of a hundred bays and a hundred zones, with the work of the programme shared out among them, half of it going
/// up its bay: where against when.
void places(MainWindow& window, ProgrammeStage& stage, const Programme& large) {
    Programme placed = large;
    const auto add = [&](LocationId parent, int from, int to) {
        Location one;
        one.id = placed.locations.freshId();
        one.key = one.name = "P" + std::to_string(one.id.value);
        one.parent = parent;
        if (to > from) {
            one.fromChainage = Decimal(from);
            one.toChainage = Decimal(to);
        }
        const LocationId id = one.id;
        placed.locations.append(std::move(one));
        return id;
    };
    std::vector<LocationId> all;
    const LocationId line = add({}, 0, 5000), zones = add({}, 0, 0);
    for (int i = 0; i < 100; ++i) all.push_back(add(line, 50 * i, 50 * i + 50));
    for (int i = 0; i < 20; ++i) all.push_back(add(zones, 0, 0));
    auto rows = placed.activities.take();
    for (std::size_t i = 0; i < rows.size(); ++i) {
        if (rows[i].kind != ActivityKind::task) continue;
        rows[i].location = all[i % all.size()];
        if (i % all.size() < 100 && i % 2) rows[i].travel = Travel::up;
    }
    placed.activities.assign(std::move(rows));
    PlaceRule together;
    together.id = PlaceRuleId{1};
    together.together = true;
    placed.placeRules.append(together);
    window.document().replace(placed, {});
    for (int i = 0; i < 20; ++i) QApplication::processEvents();
    PlacesView& view = stage.places().view();
    frames("places open", 1, [&](int) {
        stage.show(ProgrammeStage::Page::places);
        while (view.isWorking()) QApplication::processEvents(QEventLoop::AllEvents, 5);
    });
    std::printf("%zu pieces, %zu in sight\n", view.placed().pieces.size(), view.layout().shapes.size());
    QScrollBar& down = *view.verticalScrollBar();
    frames("scrolling places, all in sight", 60, [&](int i) { down.setValue(down.value() + (i % 2 ? 9 : -7)); });
    window.viewState().setTime(window.viewState().left() + 300 * minutesPerDay, 8);
    QApplication::processEvents();
    std::printf("%zu in sight\n", view.layout().shapes.size());
    frames("scrolling places", 120, [&](int i) { down.setValue(down.value() + (i % 40 < 20 ? 40 : -40)); });
    paints("painting places, scrolled", *view.viewport(), 120, [&](int i) {
        down.setValue(down.value() + (i % 40 < 20 ? 40 : -40));
        (void)view.layout();
    });
    frames("zooming places", 60, [&](int i) { window.viewState().zoomAt(300, i % 30 < 15 ? 1.06 : 1 / 1.06); });
    const auto& shapes = view.layout().shapes;
    for (const PlaceShape& one : shapes) {
        if (one.ways.empty() || one.box.y < 50 || one.box.y > 500) continue;
        const QPoint grip = view.onViewport(
            {(one.ways[0].front().x + one.ways[0].back().x) / 2, (one.ways[0].front().y + one.ways[0].back().y) / 2});
        mouse(*view.viewport(), QEvent::MouseButtonPress, grip);
        frames("dragging work over places", 60,
               [&](int i) { mouse(*view.viewport(), QEvent::MouseMove, grip + QPoint(0, 10 + i % 60)); });
        QKeyEvent escape(QEvent::KeyPress, Qt::Key_Escape, {});
        QApplication::sendEvent(&view, &escape);
        mouse(*view.viewport(), QEvent::MouseButtonRelease, grip);
        break;
    }
    stage.show(ProgrammeStage::Page::bars);
    window.document().replace(large, {});
    for (int i = 0; i < 20; ++i) QApplication::processEvents();
}

} // namespace

int main(int count, char** words) {
    QApplication application(count, words);
    applyLook(application, false);
    QTemporaryDir folder;
    QSettings settings(folder.filePath(QStringLiteral("s.ini")), QSettings::IniFormat);
    SystemDialogs dialogs;
    const int size = count > 1 ? std::atoi(words[1]) : 20000;
    const Programme large = largeProgramme(size);
    MainWindow window(settings, dialogs, dateFrom(2026, 3, 2));
    window.resize(1920, 1080);
    window.show();
    window.document().replace(large, {});
    for (int i = 0; i < 20; ++i) QApplication::processEvents();
    std::printf("%d activities, %zu links, %dx%d\n", size, large.links.size(), window.width(), window.height());
    if (count > 2 && std::string_view(words[2]) == "places") {
        places(window, *window.findChild<ProgrammeStage*>(), large);
        return 0;
    }
    Lens lens = shippedLenses().front();
    lens.groups = {{"start_month"}, {"calendar"}};
    lens.order = {{"float"}, {"start"}, {"id"}};
    lens.filter = "not complete and float < 400d";
    lens.colour = "float_band";
    lens.after = "finish";
    frames("a change of lens", 1, [&](int) { window.viewState().setLens(lens); });
    auto& stage = *window.findChild<ProgrammeStage*>();
    BarChartView& chart = stage.chart();
    QScrollBar& rows = *stage.table().verticalScrollBar();
    frames("scrolling by half a page", 120, [&](int i) { rows.setValue(500 + i * rows.pageStep() / 2); });
    frames("scrolling by a row", 120, [&](int i) { rows.setValue(rows.maximum() / 2 + i * 26); });
    frames("scrolling sideways", 120, [&](int i) {
        chart.horizontalScrollBar()->setValue(chart.horizontalScrollBar()->value() + (i % 2 ? 90 : -60));
    });
    frames("zooming", 80, [&](int i) { window.viewState().zoomAt(300, i % 40 < 20 ? 1.06 : 1 / 1.06); });
    // A bar in sight is taken by its middle and moved about, then dropped.
    // Some task in the middle of the table, with room to move it.
    int middle = stage.table().activities().rowCount() / 2;
    std::size_t index = 0;
    for (bool found = false; !found; ++middle) {
        const ActivityId id = stage.table().activities().activityAt(middle);
        index = large.activities.indexOf(id);
        found = id && large.activities[index].kind == ActivityKind::task &&
                window.document().schedule().activities[index].duration >= 480 * 3;
    }
    const ActivityFigures& figures = window.document().schedule().activities[index];
    rows.setValue((middle - 5) * 26);
    chart.showSpan(figures.earlyStart - 30 * minutesPerDay, figures.earlyFinish + 40 * minutesPerDay, 0);
    QApplication::processEvents();
    QPoint grip(-1, -1);
    for (const BarShape& bar : chart.layout().bars)
        if (!bar.diamond && bar.x1 - bar.x0 > 14 && bar.x0 > 40 && bar.x1 < chart.viewport()->width() - 40)
            grip = chart.onViewport({(bar.x0 + bar.x1) / 2, bar.y + bar.height / 2});
    if (grip.x() >= 0) {
        mouse(*chart.viewport(), QEvent::MouseButtonPress, grip);
        frames("dragging a bar", 120,
               [&](int i) { mouse(*chart.viewport(), QEvent::MouseMove, grip + QPoint(10 + i % 60, 0)); });
        QKeyEvent escape(QEvent::KeyPress, Qt::Key_Escape, {});
        QApplication::sendEvent(&chart, &escape);
        mouse(*chart.viewport(), QEvent::MouseButtonRelease, grip);
    }
    window.viewState().setLens(shippedLenses().front());
    LogicView& logic = stage.logic();
    frames("the network opens", 1, [&](int) {
        stage.show(ProgrammeStage::Page::logic);
        while (logic.isWorking()) QApplication::processEvents(QEventLoop::AllEvents, 5);
    });
    QScrollBar &across = *logic.horizontalScrollBar(), &down = *logic.verticalScrollBar();
    // Into the midst of it, where boxes stand on the diagonal.
    const auto pan = [&](int i) {
        across.setValue(across.value() + (i % 60 < 30 ? 24 : -24));
        down.setValue(down.value() + (i % 60 < 30 ? 17 : -17));
    };
    const auto midst = [&] {
        const LogicBox& box = logic.layout().boxes[logic.layout().boxes.size() / 2];
        logic.show({box.x, box.y});
    };
    midst();
    frames("panning the network", 120, pan);
    logic.setZoom(0.3, {0, 0});
    midst();
    frames("panning it at a third", 120, pan);
    logic.fit();
    frames("zooming the network", 60, [&](int i) { logic.zoomBy(i % 30 < 15 ? 1.2 : 1 / 1.2); });
    stage.show(ProgrammeStage::Page::bars);
    frames("a sheet on A1, as a PDF", 1, [&](int) {
        const auto written = window.writeSheet(folder.filePath(QStringLiteral("sheet.pdf")), {"A1", true, 1, 0});
        if (!written.ok()) std::printf("%s\n", written.error().sentence().c_str());
    });
    places(window, stage, large);
    lens = shippedLenses().front();
    frames("typing words of a filter", 12, [&](int i) {
        lens.words = std::string("work 1 ").substr(0, std::size_t(1 + i % 6));
        window.viewState().setLens(lens);
    });
    return 0;
}
