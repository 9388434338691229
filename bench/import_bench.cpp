// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A bill of 20,000 rows into the real window: from choosing the file until it is shown for approval, and from taking it
// over until it is painted; and long schedules as edits.
#include "app/base/look.h"
#include "app/buildup/build_up_stage.h"
#include "app/buildup/import_page.h"
#include "app/window/main_window.h"
#include "edit/activity_edits.h"
#include "edit/table_import.h"
#include "store/workbook.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QPushButton>
#include <QSettings>
#include <QTemporaryDir>

#include <cstdio>
#include <cstdlib>

using namespace yarrin;

namespace {

class OneFile : public SystemDialogs {
public:
    QString fileToImport(QWidget*, const QString&, const QString&) override { return path; }
    QString path;
};

Sheet bill(int rows) {
    Sheet sheet;
    sheet.name = "Bill";
    sheet.rows.push_back(
        {{"Item", {}}, {"Description", {}}, {"Unit", {}}, {"Quantity", {}}, {"Location", {}}, {"Rate", {}}});
    for (int i = 1; i <= rows; ++i)
        sheet.rows.push_back({{std::to_string(i), {}},
                              {"Lay kerb type " + std::to_string(i % 400) + " in run " + std::to_string(i), {}},
                              {i % 3 == 0 ? "m2" : "m", {}},
                              numberCell(i % 977 + 0.25),
                              {"Zone " + std::to_string(i % 40), {}},
                              numberCell(i % 91 + 0.5)});
    return sheet;
}

/// A schedule of chains that wait for each other.
Sheet schedule(int rows) {
    Sheet sheet;
    sheet.name = "Schedule";
    sheet.rows.push_back({{"ID", {}}, {"Activity", {}}, {"Duration", {}}, {"Waits for", {}}, {"Group", {}}});
    for (int i = 1; i <= rows; ++i) {
        std::string waits = i > 40 ? "A" + std::to_string(i - 40) : std::string();
        if (i > 57 && i % 5 != 0) waits += "; with A" + std::to_string(i - 57) + " +2d";
        sheet.rows.push_back({{"A" + std::to_string(i), {}},
                              {"Work " + std::to_string(i), {}},
                              {std::to_string(i % 9 + 1) + "d", {}},
                              {waits, {}},
                              {"Part " + std::to_string(i % 300), {}}});
    }
    return sheet;
}

double since(const QElapsedTimer& clock) {
    return double(clock.nsecsElapsed()) / 1e6;
}

/// A long schedule as an edit, taken back and done again, and most of it removed: without a window.
void longSchedule(int rows) {
    Programme programme = Document::blank(dateFrom(2026, 3, 2));
    const Sheet sheet = schedule(rows);
    QElapsedTimer clock;
    clock.start();
    const auto reading = readSchedule(programme, sheet, guessColumns(sheet, scheduleFields(), {}), CalendarId{1});
    const double read = since(clock);
    clock.start();
    Transaction tx(programme);
    if (!importSchedule(tx, reading, CalendarId{1}).ok()) std::abort();
    const double taken = since(clock);
    const auto edit = tx.commit("in");
    clock.start();
    apply(programme, inverse(*edit));
    const double undone = since(clock);
    clock.start();
    apply(programme, *edit);
    const double again = since(clock);
    std::vector<ActivityId> going;
    for (std::size_t i = 0; i < programme.activities.size(); i += 2) going.push_back(programme.activities[i].id);
    clock.start();
    Transaction out(programme);
    if (!removeActivities(out, going).ok()) std::abort();
    std::printf("schedule of %d rows, %zu links: read %.0f ms, taken over %.0f, undone %.0f, done again %.0f, half of "
                "it removed %.0f ms\n",
                rows, programme.links.size(), read, taken, undone, again, since(clock));
}

} // namespace

int main(int count, char** words) {
    QApplication application(count, words);
    applyLook(application, false);
    QTemporaryDir folder;
    for (const char* ending : {"csv", "xlsx"}) {
        QSettings settings(folder.filePath(QStringLiteral("s.ini")), QSettings::IniFormat);
        OneFile dialogs;
        dialogs.path = folder.filePath(QStringLiteral("bill.") + QLatin1String(ending));
        if (!writeWorkbook({bill(20'000)}, dialogs.path.toStdString()).ok()) return 1;
        MainWindow window(settings, dialogs, dateFrom(2026, 3, 2));
        window.resize(1280, 800);
        window.show();
        window.go(MainWindow::Place::buildUp);
        for (int i = 0; i < 10; ++i) QApplication::processEvents();
        auto* page = window.findChild<ImportPage*>();
        auto* take = window.findChild<QPushButton*>(QStringLiteral("importTakeOver"));
        QElapsedTimer clock;
        clock.start();
        window.findChild<BuildUpStage*>()->importBillFile();
        double longest = 0;
        while (page->isBusy() || !take->isEnabled()) {
            QElapsedTimer turn;
            turn.start();
            QApplication::processEvents(QEventLoop::WaitForMoreEvents);
            longest = std::max(longest, double(turn.nsecsElapsed()) / 1e6);
        }
        window.grab();
        const double read = double(clock.nsecsElapsed()) / 1e6;
        clock.start();
        take->click();
        for (int i = 0; i < 4; ++i) QApplication::processEvents();
        window.grab();
        std::printf(
            "bill of 20,000 rows, %s: read and shown %.0f ms (longest turn of the window %.0f ms), taken over %.0f ms, "
            "%zu items\n",
            ending, read, longest, double(clock.nsecsElapsed()) / 1e6, window.document().programme().bill.size());
    }
    for (const int rows : {10'000, 100'000}) longSchedule(rows);
    return 0;
}
