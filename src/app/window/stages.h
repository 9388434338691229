// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/window/main_window.h"

#include <array>

namespace yarrin {

/// All that there is to say of a place of the window, once: rail, menu, shortcut, stack and command line go by it.
struct StageInfo {
    MainWindow::Place place;
    const char* name;  ///< on the command line
    const char* icon;  ///< on the rail; none: it is no stage of the work
    const char* title; ///< on the rail and, with the mark of its key, in the menu
    const char* entry;
    int number;           ///< Alt and this digit lead to it; 0: an action of its own does
    bool aboutActivities; ///< card and lens belong to it
};

inline constexpr std::array<StageInfo, MainWindow::placeCount> stages{
    {{MainWindow::Place::contract, "contract", "contract", QT_TRANSLATE_NOOP("yarrin::MainWindow", "Contract"),
      QT_TRANSLATE_NOOP("yarrin::MainWindow", "&Contract"), 1, false},
     {MainWindow::Place::siteTime, "site-time", "sitetime", QT_TRANSLATE_NOOP("yarrin::MainWindow", "Site time"),
      QT_TRANSLATE_NOOP("yarrin::MainWindow", "&Site time"), 2, false},
     {MainWindow::Place::scope, "scope", "scope", QT_TRANSLATE_NOOP("yarrin::MainWindow", "Scope"),
      QT_TRANSLATE_NOOP("yarrin::MainWindow", "S&cope"), 3, false},
     {MainWindow::Place::buildUp, "build-up", "buildup", QT_TRANSLATE_NOOP("yarrin::MainWindow", "Build-up"),
      QT_TRANSLATE_NOOP("yarrin::MainWindow", "&Build-up"), 4, true},
     {MainWindow::Place::programme, "programme", "programme", QT_TRANSLATE_NOOP("yarrin::MainWindow", "Programme"),
      QT_TRANSLATE_NOOP("yarrin::MainWindow", "&Programme"), 5, true},
     {MainWindow::Place::labour, "labour", "labour", QT_TRANSLATE_NOOP("yarrin::MainWindow", "Labour"),
      QT_TRANSLATE_NOOP("yarrin::MainWindow", "&Labour"), 6, false},
     {MainWindow::Place::progress, "progress", "progress", QT_TRANSLATE_NOOP("yarrin::MainWindow", "Progress"),
      QT_TRANSLATE_NOOP("yarrin::MainWindow", "P&rogress"), 7, false},
     {MainWindow::Place::delay, "delay", "delay", QT_TRANSLATE_NOOP("yarrin::MainWindow", "Delay"),
      QT_TRANSLATE_NOOP("yarrin::MainWindow", "&Delay"), 8, false},
     {MainWindow::Place::sheets, "sheets", "sheets", QT_TRANSLATE_NOOP("yarrin::MainWindow", "Sheets"),
      QT_TRANSLATE_NOOP("yarrin::MainWindow", "S&heets"), 9, false},
     {MainWindow::Place::record, "record", nullptr, "", "", 0, false},
     {MainWindow::Place::preferences, "preferences", nullptr, "", "", 0, false},
     {MainWindow::Place::guide, "guide", nullptr, "", "", 0, false},
     {MainWindow::Place::start, "start", nullptr, "", "", 0, false},
     {MainWindow::Place::portfolio, "portfolio", nullptr, "", "", 0, false}}};

[[nodiscard]] constexpr const StageInfo& infoOf(MainWindow::Place place) {
    return stages[static_cast<std::size_t>(place)];
}

} // namespace yarrin
