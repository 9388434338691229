// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The demo is the first thing a planner judges: what it says here and there must agree.
#include "core/contract/notices.h"
#include "core/delay/prolongation.h"
#include "store/file.h"
#include "store/stands.h"

#include <QTest>

#include <set>

using namespace yarrin;

class DemoTest : public QObject {
    Q_OBJECT
    Programme m_now;
    std::vector<Stand> m_stands;
    DelayAnalysis m_impact;

private slots:
    void initTestCase() {
        const auto now = readProgramme(DEMO);
        QVERIFY2(now.ok(), now.ok() ? "" : now.error().sentence().c_str());
        m_now = *now;
        const auto stands = standsIn(DEMO);
        QVERIFY(stands.ok());
        m_stands = *stands;
        m_impact = analyse(DelayMethod::timeImpact, m_stands);
        QVERIFY(m_impact.errors.empty());
    }

    void itHoldsAContractProgrammeAndFourUpdatesAsFrozen() {
        const auto verified = verifyFile(DEMO);
        QVERIFY(verified.ok());
        QVERIFY(verified->whole());
        QCOMPARE(verified->revisions.size(), std::size_t(5));
        for (const Verified& one : verified->revisions) {
            QVERIFY2(one.fault.empty(), one.fault.c_str());
            // Nothing of a draft is left open in what was frozen.
            QVERIFY2(one.revision.narrative.find('<') == std::string::npos, one.revision.narrative.c_str());
        }
        QVERIFY(verified->revisions.front().revision.contract);
        QCOMPARE(QString::fromStdString(verified->revisions.front().revision.key), QStringLiteral("B"));
        QCOMPARE(isoInstant(*verified->revisions.back().revision.dataDate), std::string("2027-03-01T00:00"));
        QCOMPARE(m_stands.size(), std::size_t(5));                           // what is forecast now is the last update
        QVERIFY(schedule(m_stands.front().programme).damages == Exposure{}); // agreed to be on time
    }

    void itsTenEventsAreOfAllRisksAndStates() {
        QCOMPARE(m_now.events.size(), std::size_t(10));
        std::set<Risk> risks;
        std::set<EventState> states;
        for (const DelayEvent& event : m_now.events) {
            risks.insert(event.risk);
            states.insert(event.state);
        }
        QCOMPARE(risks.size(), std::size_t(3));
        QCOMPARE(states.size(), std::size_t(5));
        const auto due = noticesDue(m_now, dateOf(*m_now.job.dataDate));
        QVERIFY(!due.empty());
        QVERIFY(due.front().clock.daysLeft >= 0); // none has lapsed
    }

    /// What is assessed on open events is what the analysis supports; nobody claims less, nor is more granted.
    void daysAgreeWithTheAnalysis() {
        for (const DelayEvent& event : m_now.events)
            for (const EventDays& days : event.sectionDays) {
                QVERIFY2(days.granted <= days.claimed, event.key.c_str());
                if (!isOpen(event)) continue;
                QVERIFY2(days.assessed <= days.claimed, event.key.c_str());
                int entitled = 0;
                for (const DelayStep& step : m_impact.steps)
                    if (step.event == event.id) entitled += step.of(days.section)->entitled;
                QCOMPARE(days.assessed, entitled);
            }
        for (const Section& section : m_now.sections) {
            int granted = 0;
            for (const DelayEvent& event : m_now.events)
                for (const EventDays& days : event.sectionDays)
                    if (days.section == section.id) granted += days.granted;
            QCOMPARE(section.grantedDays, granted);
        }
    }

    /// The prolongation by its steps is the cost of the hammocks now less that in the contract programme.
    void prolongationIsTheGrowthOfTheHammocks() {
        const auto cost = [](const Programme& p) { return timeCost(p, schedule(p)); };
        QVERIFY(prolongationOf(m_impact, m_now).total() == cost(m_now) - cost(m_stands.front().programme));
    }

    /// Nothing is reported as wrong with it, and no update reports what had not happened by its data date.
    void itHasNoProblems() {
        for (const Stand& stand : m_stands)
            for (const Problem& problem : schedule(stand.programme).problems)
                QVERIFY2(false, (stand.name + ": " + problem.where + " " + problem.what).c_str());
    }
};

QTEST_GUILESS_MAIN(DemoTest)
#include "demo_test.moc"
