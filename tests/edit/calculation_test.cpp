// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is calculated by putting changes into what was compiled is what a fresh calculation says, to the minute, through
// random edits, refusals, undoing and redoing.
#include "edit/activity_edits.h"
#include "edit/progress_edits.h"
#include "edit/recalculated.h"
#include "support/any_edit.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Everything that a schedule says; empty where the two say the same.
const char* differsIn(const Schedule& a, const Schedule& b) {
    if (a.ok() != b.ok()) return "whether it could be calculated";
    if (a.activities != b.activities) return "activities";
    if (a.driving != b.driving) return "driving links";
    if (a.problems != b.problems) return "problems";
    if (a.programmeFinish != b.programmeFinish) return "the finish";
    if (a.latestStart != b.latestStart) return "the latest start";
    if (a.sections != b.sections) return "sections";
    if (!(a.damages == b.damages)) return "damages";
    if (a.errors.size() != b.errors.size()) return "errors";
    for (std::size_t i = 0; i < a.errors.size(); ++i)
        if (a.errors[i].sentence() != b.errors[i].sentence()) return "errors";
    return "";
}

/// Mostly what changes work alone, as people mostly do.
Outcome mostlyWork(Transaction& tx, std::mt19937& random) {
    const Programme& p = tx.programme();
    const ActivityId id = p.activities[random() % p.activities.size()].id;
    switch (random() % 8) {
    case 0:
    case 1:
        return setDuration(tx, id, std::to_string(random() % 30) + "d");
    case 2:
        return setMeasureField(tx, id, static_cast<MeasureField>(random() % 5), std::to_string(random() % 40));
    case 3:
        return setName(tx, id, "Named " + std::to_string(random() % 9));
    case 4:
        return setText(tx, id, *activityText("responsible"), "Gang " + std::to_string(random() % 3));
    default:
        return anyEdit(tx, random);
    }
}

} // namespace

class CalculationTest : public QObject {
    Q_OBJECT
private slots:
    void everyStepIsAFreshCalculation() {
        std::size_t reused = 0;
        int steps = 0;
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            Programme p = randomProgramme(seed, {});
            Calculation calculation;
            Schedule last = calculation.whole(p);
            std::mt19937 random(seed);
            std::vector<Edit> done;
            const auto holds = [&](const char* what) {
                const char* off = differsIn(last, schedule(p));
                ++steps;
                QVERIFY2(*off == 0, qPrintable(QStringLiteral("seed %1, %2: %3").arg(seed).arg(what).arg(off)));
            };
            for (int i = 0; i < 40 && !p.activities.empty(); ++i) {
                {
                    Transaction tx(p);
                    if (!mostlyWork(tx, random).ok() || tx.empty() || !faultsOf(p).empty()) continue;
                    Schedule after = recalculated(calculation, p, tx.edit());
                    if (!after.ok() && last.ok()) {
                        calculation.forget(); // as a document does, which drops the edit
                        continue;
                    }
                    last = std::move(after);
                    done.push_back(*tx.commit("step"));
                }
                holds("an edit");
            }
            for (auto edit = done.rbegin(); edit != done.rend(); ++edit) {
                const Edit back = inverse(*edit);
                apply(p, back);
                last = recalculated(calculation, p, back);
                holds("undoing");
            }
            for (const Edit& edit : done) {
                apply(p, edit);
                last = recalculated(calculation, p, edit);
                holds("redoing");
            }
            reused += calculation.reused();
        }
        QVERIFY2(steps > 3000 && reused > 1200, qPrintable(QStringLiteral("%1 of %2").arg(reused).arg(steps)));
    }

    /// By hand: A, five days, then B, three, from Monday 1 March; A of seven days moves B to Wednesday the 10th.
    void aLongerActivityMovesWhatFollows() {
        Builder b;
        b.task("A", 5).task("B", 3).link("A", "B");
        Calculation calculation;
        static_cast<void>(calculation.whole(b.programme));
        const auto typed = [&](const char* days) {
            Transaction tx(b.programme);
            if (!setDuration(tx, b.id("A"), days).ok()) qFatal("refused");
            const Edit edit = *tx.commit("days");
            return dates(b.programme, recalculated(calculation, b.programme, edit), "B");
        };
        QCOMPARE(typed("7d"), std::string("2027-03-10T08:00 2027-03-12T17:00"));
        QCOMPARE(calculation.reused(), std::size_t(1));
        QCOMPARE(typed("6d"), std::string("2027-03-09T08:00 2027-03-11T17:00"));
        // Work of nothing is another kind of node, and work again is one as it was.
        QCOMPARE(typed("0d"), std::string("2027-03-01T08:00 2027-03-03T17:00"));
        QCOMPARE(calculation.reused(), std::size_t(2));
        QCOMPARE(typed("5d"), std::string("2027-03-08T08:00 2027-03-10T17:00"));
    }
};

QTEST_GUILESS_MAIN(CalculationTest)
#include "calculation_test.moc"
