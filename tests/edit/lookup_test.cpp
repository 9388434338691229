// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is found by key and by link stays right through random edits, their undoing and redoing.
#include "core/model/lookup.h"
#include "edit/link_edits.h"
#include "support/any_edit.h"
#include "support/random_programme.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

template <typename Ids> std::vector<std::uint32_t> sorted(const Ids& ids) {
    std::vector<std::uint32_t> values;
    for (const auto id : ids) values.push_back(id.value);
    std::sort(values.begin(), values.end());
    return values;
}

void holds(const Programme& p, const Lookup& kept) {
    const Lookup fresh(p);
    for (const Activity& activity : p.activities) {
        QCOMPARE(kept.activity(activity.key).value, activity.id.value);
        QCOMPARE(sorted(kept.into(activity.id)), sorted(fresh.into(activity.id)));
        QCOMPARE(sorted(kept.outOf(activity.id)), sorted(fresh.outOf(activity.id)));
    }
}

} // namespace

class LookupTest : public QObject {
    Q_OBJECT
private slots:
    void staysRightThroughEditsUndoingAndRedoing() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            Programme p = randomProgramme(seed, {});
            Lookup kept(p);
            std::mt19937 random(seed);
            std::vector<Edit> history;
            for (int i = 0; i < 25 && !p.activities.empty(); ++i) {
                Transaction tx(p, &kept);
                if (!anyEdit(tx, random).ok()) tx.rollBack();
                if (auto edit = tx.commit("step")) history.push_back(std::move(*edit));
                holds(p, kept);
            }
            for (auto edit = history.rbegin(); edit != history.rend(); ++edit) apply(p, inverse(*edit), &kept);
            holds(p, kept);
            for (const Edit& edit : history) apply(p, edit, &kept);
            holds(p, kept);
        }
    }

    void capitalsDoNotMatterWhereOneActivityIsMeant() {
        Builder b;
        b.task("Ab", 1);
        b.task("cd", 1);
        b.task("CD", 1);
        const Lookup lookup(b.programme);
        QCOMPARE(lookup.activity("aB").value, b.id("Ab").value);
        QCOMPARE(lookup.activity("cd").value, b.id("cd").value);
        QCOMPARE(lookup.activity("CD").value, b.id("CD").value);
        // Either could be meant: the order of the rows must not decide.
        QVERIFY(!lookup.activity("Cd"));
        QVERIFY(!lookup.activity("ef"));
    }

    /// Any order of rows leads to any other, by taking out and putting in no more rows than have to move.
    void anotherOrderOfRowsIsAShortEdit() {
        std::mt19937 random(7);
        for (int run = 0; run < 200; ++run) {
            Programme from = randomProgramme(std::uint32_t(run + 1), {});
            Programme to = from;
            auto rows = to.activities.take();
            const bool one = run % 2 == 0 && rows.size() > 2;
            if (one)
                std::rotate(rows.begin(), rows.begin() + 1, rows.end());
            else
                std::shuffle(rows.begin(), rows.end(), random);
            if (run % 3 == 0 && !rows.empty()) rows.front().name += " renamed";
            to.activities.assign(rows);
            const Edit edit = differenceBetween(from, to, "other order");
            if (one) QVERIFY2(edit.changes.size() <= 3, qPrintable(QString::number(edit.changes.size())));
            Programme there = from;
            apply(there, edit);
            QVERIFY(there == to);
            apply(there, inverse(edit));
            QVERIFY(there == from);
        }
    }

    void aLoopIsFoundAndToldFromItsFirstRow() {
        Builder b;
        for (const char* key : {"A", "B", "C", "D"}) b.task(key, 1);
        b.link("A", "B");
        b.link("C", "D");
        QVERIFY(loopIn(b.programme).empty());
        b.link("D", "B");
        b.link("B", "C");
        const std::vector<ActivityId> loop{b.id("B"), b.id("C"), b.id("D")};
        QVERIFY(loopIn(b.programme) == loop);
        auto links = b.programme.links.take();
        std::reverse(links.begin(), links.end());
        b.programme.links.assign(links);
        QVERIFY(loopIn(b.programme) == loop);
    }
};

QTEST_GUILESS_MAIN(LookupTest)
#include "lookup_test.moc"
