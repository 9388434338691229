// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A bill of 20,000 rows into the real window: from choosing the file until it is shown for approval, and from taking it
// over until it is painted.
#include "app/base/look.h"
#include "app/buildup/build_up_stage.h"
#include "app/buildup/import_page.h"
#include "app/window/main_window.h"
#include "store/workbook.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QPushButton>
#include <QSettings>
#include <QTemporaryDir>

#include <cstdio>

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
    return 0;
}
