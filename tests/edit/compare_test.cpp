// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/compare.h"
#include "edit/narrative.h"
#include "support/any_edit.h"
#include "support/random_programme.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// "A020 finish 2027-03-05 2027-03-09", one a line, for comparing whole lists.
QStringList lines(const std::vector<Difference>& differences) {
    QStringList list;
    for (const Difference& d : differences)
        list << QString::fromStdString(d.key + " " + d.what + ": " + d.before + " > " + d.after);
    return list;
}

std::vector<Difference> between(const Programme& a, const Programme& b, MatchBy match = MatchBy::identity) {
    const Schedule before = schedule(a);
    const Schedule after = schedule(b);
    return compare({a, before}, {b, after}, match);
}

} // namespace

class CompareTest : public QObject {
    Q_OBJECT
private slots:
    void whatBecameOfEventsIsNamed() {
        Builder b;
        b.task("A", 5).milestone("M").link("A", "M").section("S1", "M", "2027-03-05", 1000);
        Transaction first(b.programme);
        const EventId id = *addEvent(first, dateFrom(2027, 3, 1));
        QVERIFY(setEventDays(first, id, b.programme.sections[0].id, EventDay::claimed, "4").ok());
        QVERIFY(first.commit("event"));
        const Programme before = b.programme;
        Programme after = before;
        Transaction tx(after);
        QVERIFY(setEventField(tx, id, EventField::noticeGiven, "9 Mar 2027").ok());
        QVERIFY(setEventField(tx, id, EventField::effects, "A +2d").ok());
        QVERIFY(setEventDays(tx, id, before.sections[0].id, EventDay::assessed, "3").ok());
        QVERIFY(addEvent(tx, dateFrom(2027, 3, 2)).ok());
        QVERIFY(tx.commit("all"));
        const QStringList found = lines(between(before, after));
        for (const char* line : {"E01 state: noticed > notified", "E01 notice given: none > 2027-03-09",
                                 "E01 what it does: nothing > A +2d", "E02 event recorded:  > ",
                                 "E01 days: S1 claimed 4, assessed 0, granted 0 > S1 claimed 4, assessed 3, granted 0"})
            QVERIFY2(found.contains(QLatin1String(line)),
                     qPrintable(QLatin1String(line) + QStringLiteral(" not in\n") + found.join(QLatin1Char('\n'))));
        QVERIFY(lines(between(after, before)).contains(QStringLiteral("E02 event removed:  > ")));
        QVERIFY(between(after, after).empty());
    }

    void eachThingThatDiffersIsNamed() {
        Builder b;
        b.task("A", 5).task("B", 3).task("C", 2);
        b.link("A", "B").link("B", "C");
        const Programme before = b.programme;
        Programme after = before;
        Transaction tx(after);
        const ActivityId a = before.activities[0].id, second = before.activities[1].id, c = before.activities[2].id;
        QVERIFY(setDuration(tx, a, "7d").ok());
        QVERIFY(setKey(tx, second, "B1").ok());
        QVERIFY(setWaitsFor(tx, c, "B1 +1d").ok());
        QVERIFY(addActivity(tx, ActivityKind::task, c, {}, "New").ok());
        QVERIFY(tx.commit("all"));
        const QStringList found = lines(between(before, after));
        for (const char* line : {"A duration: 5d > 7d", "B1 id: B > B1", "C waits otherwise for: B > B1 +1d"})
            QVERIFY2(found.contains(QLatin1String(line)),
                     qPrintable(QLatin1String(line) + QStringLiteral(" not in\n") + found.join(QLatin1Char('\n'))));
        const auto counts = countsOf(between(before, after));
        QCOMPARE(counts[std::size_t(DifferenceKind::added)], std::size_t(1));
        QCOMPARE(counts[std::size_t(DifferenceKind::renamed)], std::size_t(1));
        QCOMPARE(counts[std::size_t(DifferenceKind::duration)], std::size_t(1));
        QCOMPARE(counts[std::size_t(DifferenceKind::link)], std::size_t(1));
        QVERIFY(counts[std::size_t(DifferenceKind::date)] > 0);
        // The other way round what was added is removed.
        QCOMPARE(countsOf(between(after, before))[std::size_t(DifferenceKind::removed)], std::size_t(1));
        // By ids, B is gone and B1 is new.
        const auto byKey = countsOf(between(before, after, MatchBy::key));
        QCOMPARE(byKey[std::size_t(DifferenceKind::removed)], std::size_t(1));
        QCOMPARE(byKey[std::size_t(DifferenceKind::added)], std::size_t(2));
    }

    /// Whatever is edited: nothing differs from itself, something differs where the rows or figures do, and every date
    /// that moved is in the list with the days by which it moved.
    void everyMovedDateIsListed() {
        for (std::uint32_t seed = 1; seed <= 150; ++seed) {
            Programme p = randomProgramme(seed, {});
            const Programme before = p;
            QVERIFY(between(before, before).empty());
            std::mt19937 random(seed);
            for (int i = 0; i < 6 && !p.activities.empty(); ++i) {
                Transaction tx(p);
                if (anyEdit(tx, random).ok()) static_cast<void>(tx.commit("edit"));
            }
            const Schedule then = schedule(before), now = schedule(p);
            if (!then.ok() || !now.ok()) continue;
            const auto differences = compare({before, then}, {p, now}, MatchBy::identity);
            std::size_t moved = 0;
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                const std::size_t at = before.activities.indexOf(p.activities[i].id);
                if (at >= before.activities.size()) continue;
                moved +=
                    completionDate(then.activities[at].earlyFinish) != completionDate(now.activities[i].earlyFinish);
            }
            std::size_t listed = 0, added = 0, removed = 0;
            for (const Difference& d : differences) {
                listed += d.kind == DifferenceKind::date && d.what == "finish";
                added += d.kind == DifferenceKind::added;
                removed += d.kind == DifferenceKind::removed;
                if (d.kind == DifferenceKind::date) QVERIFY(*d.dateBefore != *d.dateAfter);
            }
            QVERIFY2(moved == listed,
                     qPrintable(QStringLiteral("seed %1: %2 moved, %3 listed").arg(seed).arg(moved).arg(listed)));
            QVERIFY(before.activities.size() + added == p.activities.size() + removed);
            QCOMPARE(differenceSheet(differences).rows.size(), differences.size() + 1);
        }
    }

    void theNarrativeTellsTheFacts() {
        Builder b;
        b.task("A", 5).task("B", 3).task("C*", 2);
        b.link("A", "B");
        Programme p = b.programme;
        p.job.title = "Quay | wall";
        const Schedule figures = schedule(p);
        const Calculated now{p, figures};
        const std::string text = draftNarrative(now, nullptr, {});
        for (const char* part : {"# Quay \\| wall\n", "## Basis", "## Calendars", "## Sections and dates",
                                 "## Critical path", "## Constraints\n\nNone:", "## Assumptions", "## Soundness",
                                 "3 activities and 1 link", "2 activities wait for nothing, 2 lead to nothing"})
            QVERIFY2(text.find(part) != std::string::npos, (std::string(part) + " not in\n" + text).c_str());
        QVERIFY(text.find("Changes since") == std::string::npos);
        // Where odds are known, each section's stand with its dates: certain work is on its day, come what may.
        Section section;
        section.id = SectionId{1};
        section.key = "S1";
        section.milestone = b.id("C*");
        section.completion = completionDate(figures.activities[2].earlyFinish);
        p.sections.append(section);
        const Schedule withSection = schedule(p);
        Uncertainty certain;
        certain.spreads.resize(p.activities.size());
        OddsWish wish;
        wish.runs = 50;
        const auto odds = simulate(p, certain, wish);
        QVERIFY(odds.ok());
        const std::string sure = draftNarrative({p, withSection}, nullptr, {}, &*odds);
        QVERIFY2(sure.find("of 50 runs") != std::string::npos && sure.find("| 100 % (") != std::string::npos &&
                     sure.find("80 % sure by") != std::string::npos,
                 sure.c_str());
        p.sections.erase(0);
        Programme then = b.programme;
        Transaction tx(then);
        QVERIFY(setDuration(tx, then.activities[0].id, "9d").ok());
        QVERIFY(tx.commit("x"));
        const Schedule before = schedule(then);
        const Calculated previous{then, before};
        const std::string changed = draftNarrative(now, &previous, "revision A");
        QVERIFY2(changed.find("## Changes since revision A") != std::string::npos &&
                     changed.find("durations: A duration 9d to 5d") != std::string::npos,
                 changed.c_str());
        const NetworkCounts s = networkCountsOf(now);
        QCOMPARE(s.noPredecessor, std::size_t(2));
        QCOMPARE(s.noSuccessor, std::size_t(2));
        QCOMPARE(s.tasks, std::size_t(3));
        QCOMPARE(s.finishToStart, std::size_t(1));
    }

    /// Whatever anybody changes of job, sections, events, records and miles is told.
    void noChangeGoesUntold() {
        int told = 0;
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            std::mt19937 random(seed);
            Programme p = randomProgramme(seed, RandomShape{});
            for (int step = 0; step < 60; ++step) {
                const Programme before = p;
                Transaction tx(p);
                if (!anyEdit(tx, random).ok()) continue;
                const auto edit = tx.commit("step");
                if (!edit) continue;
                if (!faultsOf(p).empty()) {
                    p = before;
                    continue;
                }
                const bool concerned =
                    std::any_of(edit->changes.begin(), edit->changes.end(), [](const Change& change) {
                        return std::holds_alternative<JobChange>(change) ||
                               std::holds_alternative<RowChange<Section>>(change) ||
                               std::holds_alternative<RowChange<DelayEvent>>(change) ||
                               std::holds_alternative<RowChange<Acceleration>>(change) ||
                               std::holds_alternative<RowChange<MeasuredMile>>(change);
                    });
                const bool same = before.job == p.job && before.sections == p.sections && before.events == p.events &&
                                  before.accelerations == p.accelerations && before.miles == p.miles;
                if (!concerned || same) continue;
                QVERIFY2(!between(before, p).empty(),
                         qPrintable(QStringLiteral("seed %1 step %2").arg(seed).arg(step)));
                ++told;
            }
        }
        QVERIFY2(told > 200, qPrintable(QString::number(told)));
    }
};

QTEST_APPLESS_MAIN(CompareTest)
#include "compare_test.moc"
