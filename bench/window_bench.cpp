// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// An edit in the real window with a file of 10,000 activities: from committing a cell until everything is painted
// again.
#include "app/base/look.h"
#include "app/programme/bar_chart_view.h"
#include "app/table/activity_table.h"
#include "app/window/main_window.h"
#include "edit/activity_edits.h"
#include "large_programme.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QSettings>
#include <QTemporaryDir>

#include <algorithm>
#include <cstdio>
#include <fstream>

using namespace yarrin;

namespace {

/// Resident memory of this process in MB, from proc(5).
double memoryMb(const char* what) {
    std::ifstream status("/proc/self/status");
    for (std::string line; std::getline(status, line);)
        if (line.starts_with(what)) return std::atof(line.c_str() + std::string(what).size() + 1) / 1024;
    return 0;
}

} // namespace

int main(int count, char** words) {
    QApplication application(count, words);
    applyLook(application, false);
    QTemporaryDir folder;
    QSettings settings(folder.filePath(QStringLiteral("s.ini")), QSettings::IniFormat);
    SystemDialogs dialogs;
    MainWindow window(settings, dialogs, dateFrom(2026, 3, 2));
    const int size = count > 1 ? std::atoi(words[1]) : 10000;
    window.document().replace(largeProgramme(size), {});
    window.resize(1280, 800);
    window.show();
    for (int i = 0; i < 20; ++i) QApplication::processEvents();
    std::vector<double> times, inks;
    for (int i = 0; i < 41; ++i) {
        QElapsedTimer clock;
        clock.start();
        const ActivityId id = window.document().programme().activities[std::size_t(i % 7)].id;
        if (!window.document()
                 .perform(QStringLiteral("edit"),
                          [&](Transaction& tx) {
                              Activity a = *tx.programme().activities.row(id);
                              a.measure.reset();
                              a.duration = 480 * (1 + i % 13);
                              tx.set(a);
                              return done();
                          })
                 .ok())
            return 1;
        QApplication::processEvents(); // paints what the edit changed
        inks.push_back(double(clock.nsecsElapsed()) / 1e6);
        window.grab(); // paints every widget of the window, whether it asked for it or not
        times.push_back(double(clock.nsecsElapsed()) / 1e6);
    }
    std::sort(times.begin(), times.end());
    std::sort(inks.begin(), inks.end());
    std::printf("%d activities: from an edit to its ink: median %.1f ms, worst %.1f ms\n", size, inks[inks.size() / 2],
                inks.back());
    std::printf("%d activities, %zu links: an edit recalculated and the whole window repainted: median %.1f ms, worst "
                "%.1f ms\n",
                size, window.document().programme().links.size(), times[times.size() / 2], times.back());
    std::printf("memory %.0f MB resident, at most %.0f MB\n", memoryMb("VmRSS:"), memoryMb("VmHWM:"));
    return 0;
}
