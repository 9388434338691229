// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A programme that came from elsewhere, its rows matched by what people call them.
#include "edit/activity_edits.h"
#include "edit/identities.h"
#include "edit/transaction.h"
#include "store/file.h"
#include "store/json.h"
#include "support/everyday.h"
#include "support/random_programme.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

#define SEEDED(condition) QVERIFY2(condition, qPrintable(QStringLiteral("seed %1").arg(seed)))

namespace {

/// The same with other numbers, all references with them: what another file would have given.
Programme renumbered(const Programme& programme, std::uint32_t seed) {
    // A programme with its rows in another order gives its numbers anew when it is written and read as text.
    Programme turned = programme;
    std::mt19937 random(seed);
    shuffleRows(turned.activities, random);
    shuffleRows(turned.calendars, random);
    auto read = programmeFromJson(programmeToJson(turned));
    if (!read.ok()) qFatal("%s", read.error().sentence().c_str());
    return std::move(read).value();
}

} // namespace

class IdentitiesTest : public QObject {
    Q_OBJECT
private slots:
    /// What went through the text and came back is the same, whatever its numbers were; only the order of rows is that
    /// of what came.
    void whatCameBackIsTheSame() {
        for (std::uint32_t seed = 1; seed <= 80; ++seed) {
            RandomShape shape;
            const Programme before = randomProgramme(seed, shape);
            const auto text = programmeFromJson(programmeToJson(before));
            SEEDED(text.ok());
            SEEDED(differenceBetween(before, identifiedAs(*text, before), "same").changes.empty());
            const Programme after = identifiedAs(renumbered(before, seed), before);
            SEEDED(after.activities.size() == before.activities.size());
            for (const Activity& row : before.activities)
                SEEDED(after.activities.row(row.id) && *after.activities.row(row.id) == row);
            for (const Calendar& row : before.calendars)
                SEEDED(after.calendars.row(row.id) && *after.calendars.row(row.id) == row);
            for (const Link& row : before.links) SEEDED(after.links.row(row.id) && *after.links.row(row.id) == row);
        }
    }

    /// A row more gets a number that was never given, and what is gone is gone; all else keeps its identity.
    void newRowsAndRowsThatWent() {
        Builder b;
        b.task("A", 3).task("B", 4).task("C", 5).link("A", "B").link("B", "C");
        const Programme before = b.programme;
        Builder other;
        other.task("C", 5).task("X", 2).task("A", 6).link("A", "C").link("A", "X");
        const Programme after = identifiedAs(other.programme, before);
        const auto idOf = [](const Programme& p, const std::string& key) {
            for (const Activity& one : p.activities)
                if (one.key == key) return one.id;
            return ActivityId{};
        };
        QCOMPARE(idOf(after, "A"), idOf(before, "A"));
        QCOMPARE(idOf(after, "C"), idOf(before, "C"));
        QVERIFY(idOf(after, "X").value > before.activities.highest());
        QVERIFY(!idOf(after, "B"));
        QCOMPARE(after.links.size(), std::size_t(2));
        for (const Link& link : after.links) {
            QCOMPARE(link.from, idOf(after, "A"));
            QVERIFY(link.id.value > before.links.highest());
        }
        const Edit edit = differenceBetween(before, after, "taken");
        Programme there = before;
        apply(there, edit);
        QVERIFY(schedule(there).ok());
        apply(there, inverse(edit));
        QVERIFY(there.activities.rows() == before.activities.rows() && there.links.rows() == before.links.rows());
    }
};

QTEST_APPLESS_MAIN(IdentitiesTest)
#include "identities_test.moc"
