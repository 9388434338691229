// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How long the window keeps anybody waiting: the longest turn of the event loop while files are opened, tables taken
// over, programmes frozen, compared and saved, and stages shown, with a programme of 100,000 activities.
#include "app/base/look.h"
#include "app/buildup/build_up_stage.h"
#include "app/buildup/import_page.h"
#include "app/window/main_window.h"
#include "edit/activity_edits.h"
#include "large_programme.h"
#include "store/csv.h"
#include "store/file.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QPushButton>
#include <QSettings>
#include <QTemporaryDir>
#include <QTimer>

#include <algorithm>
#include <cstdio>
#include <cstdlib>

using namespace yarrin;

namespace {

class OneFile : public SystemDialogs {
public:
    QString fileToImport(QWidget*, const QString&, const QString&) override { return path; }
    Unsaved unsavedChanges(QWidget*, const QString&) override { return Unsaved::discard; }
    QString path;
};

/// Ticks as often as the event loop lets it; between two ticks lies a turn.
class Turns {
public:
    Turns() {
        m_timer.setTimerType(Qt::PreciseTimer);
        m_timer.setInterval(0);
        QObject::connect(&m_timer, &QTimer::timeout, [this] { tick(); });
    }
    /// Does something and goes on until nothing is left to do; prints the longest turn and how long all of it took.
    template <typename Act> void of(MainWindow& window, const char* what, Act act) {
        QElapsedTimer whole;
        whole.start();
        m_longest = 0;
        m_since.start();
        m_timer.start();
        act();
        for (int idle = 0; idle < 6;) {
            QApplication::processEvents(QEventLoop::AllEvents, 5);
            idle = window.isWorking() ? 0 : idle + 1;
        }
        tick();
        m_timer.stop();
        std::printf("%-34s longest turn %7.1f ms, in all %8.1f ms\n", what, m_longest,
                    double(whole.nsecsElapsed()) / 1e6);
        std::fflush(stdout);
        m_worst = std::max(m_worst, m_longest);
    }
    [[nodiscard]] double worst() const { return m_worst; }

private:
    void tick() {
        m_longest = std::max(m_longest, double(m_since.nsecsElapsed()) / 1e6);
        m_since.start();
    }
    QTimer m_timer;
    QElapsedTimer m_since;
    double m_longest = 0, m_worst = 0;
};

Sheet scheduleOfRows(int rows) {
    Sheet sheet;
    sheet.name = "Schedule";
    sheet.rows.push_back({{"ID", {}}, {"Activity", {}}, {"Duration", {}}, {"Waits for", {}}, {"Group", {}}});
    for (int i = 1; i <= rows; ++i)
        sheet.rows.push_back({{"A" + std::to_string(i), {}},
                              {"Work " + std::to_string(i), {}},
                              {std::to_string(i % 9 + 1) + "d", {}},
                              {i > 40 ? "A" + std::to_string(i - 40) : std::string(), {}},
                              {"Part " + std::to_string(i % 300), {}}});
    return sheet;
}

Outcome longer(Document& document, std::size_t which) {
    return document.perform(QStringLiteral("edit"), [which](Transaction& tx) {
        Activity a = tx.programme().activities[which];
        a.measure.reset();
        a.duration = a.duration.value_or(480) + 480;
        tx.set(a);
        return done();
    });
}

void importRows(MainWindow& window, Turns& turns, OneFile& dialogs, const QString& path) {
    dialogs.path = path;
    window.go(MainWindow::Place::buildUp);
    auto* stage = window.findChild<BuildUpStage*>();
    turns.of(window, "reading a schedule's table", [&] {
        stage->importSchedule();
        auto* take = window.findChild<QPushButton*>(QStringLiteral("importTakeOver"));
        while (!take->isEnabled()) QApplication::processEvents(QEventLoop::AllEvents, 5);
    });
    turns.of(window, "taking it over",
             [&] { window.findChild<QPushButton*>(QStringLiteral("importTakeOver"))->click(); });
}

} // namespace

int main(int count, char** words) {
    QApplication application(count, words);
    applyLook(application, false);
    QTemporaryDir folder;
    QSettings settings(folder.filePath(QStringLiteral("s.ini")), QSettings::IniFormat);
    OneFile dialogs;
    const int size = count > 1 ? std::atoi(words[1]) : 100000;
    const QString native = folder.filePath(QStringLiteral("large.yarrin"));
    const QString json = folder.filePath(QStringLiteral("large.json"));
    const QString table = folder.filePath(QStringLiteral("large.csv"));
    const Programme large = largeProgramme(size);
    if (!writeProgramme(large, native.toStdString(), FileFormat::native).ok() ||
        !writeProgramme(large, json.toStdString(), FileFormat::json).ok() ||
        !writeTextFile(table.toStdString(), csvText(scheduleOfRows(size))).ok())
        return 1;
    MainWindow window(settings, dialogs, dateFrom(2026, 3, 2));
    Document& document = window.document();
    window.resize(1280, 800);
    window.show();
    for (int i = 0; i < 20; ++i) QApplication::processEvents();
    std::printf("%d activities, %zu links\n", size, large.links.size());
    Turns turns;
    turns.of(window, "opening a native file", [&] { window.openFile(native); });
    turns.of(window, "an edit", [&] { (void)longer(document, 3); });
    turns.of(window, "taking it back", [&] { document.undo(); });
    turns.of(window, "freezing", [&] { (void)document.freeze(QStringLiteral("A"), QStringLiteral("Bench"), {}); });
    turns.of(window, "an edit after it", [&] { (void)longer(document, 5); });
    turns.of(window, "comparing with what was frozen", [&] { window.goNamed(QStringLiteral("record/compare"), {}); });
    turns.of(window, "an edit, compared again", [&] { (void)longer(document, 6); });
    turns.of(window, "progress, what is due", [&] { window.goNamed(QStringLiteral("progress"), {}); });
    turns.of(window, "progress lines", [&] { window.goNamed(QStringLiteral("progress/lines"), {}); });
    turns.of(window, "an edit below the lines", [&] { (void)longer(document, 7); });
    for (const char* stage : {"contract", "site-time", "scope", "build-up", "delay", "record", "programme"})
        turns.of(window, (std::string("showing ") + stage).c_str(),
                 [&] { window.goNamed(QString::fromLatin1(stage), {}); });
    turns.of(window, "an edit, every stage built", [&] { (void)longer(document, 8); });
    Lens sorted = shippedLenses().front();
    sorted.groups = {{"start_month"}, {"calendar"}};
    sorted.order = {{"float"}, {"start"}, {"id"}};
    sorted.colour = "float_band";
    sorted.after = "finish";
    turns.of(window, "another lens: groups, order, colours", [&] { window.viewState().setLens(sorted); });
    sorted.filter = "not complete and (float < 20d or start within 6 weeks)";
    turns.of(window, "a filter", [&] { window.viewState().setLens(sorted); });
    sorted.words = "work 7";
    turns.of(window, "words", [&] { window.viewState().setLens(sorted); });
    turns.of(window, "an edit below the lens", [&] { (void)longer(document, 9); });
    turns.of(window, "the first lens again", [&] { window.viewState().setLens(shippedLenses().front()); });
    turns.of(window, "saving a copy", [&] { (void)document.save(folder.filePath(QStringLiteral("copy.yarrin"))); });
    turns.of(window, "writing JSON",
             [&] { (void)document.exportFor(folder.filePath(QStringLiteral("out.json")), dateFrom(2026, 3, 2)); });
    turns.of(window, "opening JSON", [&] { window.openFile(json); });
    turns.of(window, "a new job", [&] { document.replace(Document::blank(dateFrom(2026, 3, 2)), {}); });
    importRows(window, turns, dialogs, table);
    turns.of(window, "taking the table back", [&] { document.undo(); });
    std::printf("the longest turn of all: %.1f ms\n", turns.worst());
    return 0;
}
