// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/buildup/build_up_stage.h"
#include "app/delay/delay_stage.h"
#include "app/labour/labour_stage.h"
#include "app/progress/progress_stage.h"
#include "app/record/record_stage.h"
#include "app/sitetime/site_time_stage.h"
#include "app/window/stage.h"
#include "desk.h"
#include "edit/chance_edits.h"

#include <QStackedWidget>

namespace yarrin::test {

/// Odds of a job with all its risks are worked out on many pages: in few runs here.
inline void fewRuns(Desk& desk) {
    const Outcome few = desk.document().perform(
        QStringLiteral("few runs"), [](Transaction& tx) { return setOddsField(tx, OddsField::runs, "200"); });
    QVERIFY(few.ok());
}

/// Calls a function on every stage, and every page of those that have several.
inline void onEveryPage(Desk& desk, const std::function<void(const QString&)>& look) {
    const auto settled = [&](const QString& name) {
        QApplication::processEvents();
        auto* delay = desk.window.findChild<DelayStage*>();
        // Odds come a while after the last change, and stand in the foot of every page.
        auto* odds = desk.window.findChild<OddsStudy*>();
        if (saysOdds(desk.programme())) QTRY_VERIFY_WITH_TIMEOUT(odds->current(), 60000);
        // What drives them takes as long again for each thing, so that the demo has few runs here.
        if (odds) QTRY_VERIFY_WITH_TIMEOUT(!odds->isRunning(), 60000);
        for (auto* stage : desk.window.findChildren<Stage*>())
            QTRY_VERIFY_WITH_TIMEOUT(!stage->isVisible() || !stage->isWorking(), 60000);
        QTRY_VERIFY_WITH_TIMEOUT(!delay || !delay->isWorking(), 60000);
        QApplication::processEvents();
        look(name);
    };
    for (const char* stage :
         {"stage1", "stage2", "stage3", "stage4", "stage5", "stage6", "stage7", "stage8", "stage9", "fileRecord"}) {
        desk.trigger(stage);
        settled(QString::fromLatin1(stage));
        if (stage != QLatin1String("stage5")) continue;
        desk.trigger("checkSoundness"); // before other pages select anything
        settled(QStringLiteral("programme/soundness"));
        for (const char* page : {"places", "logic", "squeeze"}) {
            desk.window.findChild<ProgrammeStage*>()->showNamed(QString::fromLatin1(page));
            settled(QStringLiteral("programme/") + QLatin1String(page));
        }
        desk.window.findChild<ProgrammeStage*>()->showNamed(QStringLiteral("bars"));
    }
    desk.trigger("stage2");
    for (const char* page : {"weather", "calendars"}) {
        desk.window.findChild<SiteTimeStage*>()->showNamed(QString::fromLatin1(page));
        settled(QStringLiteral("site-time/") + QLatin1String(page));
    }
    desk.trigger("stage4");
    for (const char* page : {"bill", "book", "sequences", "activities"}) {
        desk.window.findChild<BuildUpStage*>()->showNamed(QString::fromLatin1(page));
        settled(QStringLiteral("build-up/") + QLatin1String(page));
    }
    desk.trigger("stage6");
    for (const char* page : {"rates", "cost", "spent", "demand"}) {
        desk.window.findChild<LabourStage*>()->showNamed(QString::fromLatin1(page));
        settled(QStringLiteral("labour/") + QLatin1String(page));
    }
    desk.trigger("stage7");
    for (const auto page : {ProgressStage::Show::inProgress, ProgressStage::Show::finished, ProgressStage::Show::all,
                            ProgressStage::Show::lines, ProgressStage::Show::weeks, ProgressStage::Show::due}) {
        desk.find<ProgressStage>("progressStage")->show(page);
        settled(QStringLiteral("progress/%1").arg(int(page)));
    }
    desk.trigger("stage8");
    for (const char* page : {"event", "sums", "recovery", "odds", "course"}) {
        desk.find<DelayStage>("delayStage")->showNamed(QString::fromLatin1(page));
        settled(QStringLiteral("delay/") + QLatin1String(page));
    }
    desk.trigger("fileRecord");
    for (const char* page : {"revisions", "compare", "history"}) {
        desk.window.findChild<RecordStage*>()->showNamed(QString::fromLatin1(page));
        settled(QStringLiteral("record/") + QLatin1String(page));
    }
    for (const char* page : {"openGuide", "openKeys", "startPage", "fileNew", "openPortfolio"}) {
        desk.trigger(page);
        settled(QString::fromLatin1(page));
    }
}

} // namespace yarrin::test
