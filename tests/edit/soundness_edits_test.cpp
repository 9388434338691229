// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is done about findings: mended, set aside, held against other limits.
#include "edit/soundness_edits.h"
#include "support/builder.h"
#include "support/random_programme.h"
#include "support/step.h"

#include <QTest>

#include <algorithm>

using namespace yarrin;
using namespace yarrin::test;

namespace {

std::vector<Finding> findingsOf(const Programme& p, Concern concern) {
    const Schedule dates = schedule(p);
    std::vector<Finding> findings = soundnessOf(p, dates, {}).findings;
    std::erase_if(findings, [&](const Finding& finding) { return finding.concern != concern; });
    return findings;
}
QString mended(Programme& p, const std::vector<Finding>& findings) {
    return QString::fromStdString(run(p, [&](Transaction& tx) { return mend(tx, findings); }));
}

} // namespace

class SoundnessEditsTest : public QObject {
    Q_OBJECT
private slots:
    void redundantLinksGo() {
        Builder b;
        b.task("A", 5).task("B", 5).task("C", 2).link("A", "B").link("B", "C").link("A", "C");
        const auto found = findingsOf(b.programme, Concern::redundantLink);
        QCOMPARE(found.size(), std::size_t(1));
        QCOMPARE(mended(b.programme, found), QString());
        QCOMPARE(b.programme.links.size(), std::size_t(2));
        QVERIFY(!mended(b.programme, found).isEmpty()); // it is gone
        // A link that is none is not taken for one: its dates would move.
        Finding wrong = found.front();
        wrong.link = b.programme.links[1].id;
        QVERIFY(mended(b.programme, {wrong}).contains(QLatin1String("would move")));
        QCOMPARE(b.programme.links.size(), std::size_t(2));
    }

    void openEndsLeadToTheirSection() {
        Builder b;
        b.task("A", 5).task("B", 5).task("C", 2).milestone("M").milestone("N").link("A", "M").link("B", "N");
        b.section("S1", "M", "2027-06-01", 1).section("S2", "N", "2027-07-01", 1);
        b.programme.breakdown.append({BreakdownId{1}, "1", "Quay", {}, {}});
        for (const char* key : {"B", "C"}) b.change(key, [](Activity& a) { a.breakdown = BreakdownId{1}; });
        auto found = findingsOf(b.programme, Concern::openEnd);
        QCOMPARE(found.size(), std::size_t(1));
        QVERIFY(found[0].activity == b.id("C") && found[0].other == b.id("N")); // where B of its group leads
        b.change("C", [&](Activity& a) { a.section = b.programme.sections[0].id; });
        found = findingsOf(b.programme, Concern::openEnd);
        QVERIFY(found[0].other == b.id("M")); // it is named
        QCOMPARE(mended(b.programme, found), QString());
        QVERIFY(findingsOf(b.programme, Concern::openEnd).empty());
    }

    void hardConstraintsBecomeSoft() {
        Builder b;
        b.task("A", 5).task("B", 5).task("C", 5).task("D", 5);
        b.constrain("A", ConstraintType::startOn, "2027-03-08").constrain("B", ConstraintType::finishOn, "2027-03-19");
        b.constrain("C", ConstraintType::finishNotAfter, "2027-03-19");
        b.constrain("D", ConstraintType::startNotAfter, "2027-03-19");
        auto found = findingsOf(b.programme, Concern::hardConstraint);
        QCOMPARE(found.size(), std::size_t(4));
        QVERIFY(!found[3].mendable && !mended(b.programme, found).isEmpty()); // of D nothing softer is known
        found.pop_back();
        QCOMPARE(mended(b.programme, found), QString());
        const auto row = [&](const char* key) { return *b.programme.activities.row(b.id(key)); };
        QVERIFY(row("A").constraint->type == ConstraintType::startNotBefore);
        QVERIFY(row("B").constraint->type == ConstraintType::finishNotBefore);
        QVERIFY(!row("C").constraint && row("C").deadline);
        QCOMPARE(findingsOf(b.programme, Concern::hardConstraint).size(), std::size_t(1));
    }

    void floatOutOfLineAndCalendars() {
        Builder b;
        b.task("A", 2).task("B", 40).task("C", 5).milestone("M").link("A", "M").link("B", "C").link("C", "M");
        b.programme.locations.append({LocationId{1}, "1", "Pier", {}, {}, {}});
        for (const char* key : {"A", "C"}) b.change(key, [](Activity& a) { a.location = LocationId{1}; });
        auto found = findingsOf(b.programme, Concern::floatOutOfLine);
        QCOMPARE(found.size(), std::size_t(1));
        QVERIFY(found[0].activity == b.id("A") && found[0].other == b.id("C"));
        QCOMPARE(mended(b.programme, found), QString());
        QCOMPARE(mended(b.programme, findingsOf(b.programme, Concern::unusedCalendar)), QString());
        QVERIFY(findingsOf(b.programme, Concern::unusedCalendar).empty());
        QVERIFY(!mended(b.programme, findingsOf(b.programme, Concern::noQuantity)).isEmpty());
    }

    /// A reason is kept and found again however the finding is worded; limits are typed as people do.
    void setAsideAndLimits() {
        Builder b;
        b.task("A", 50).task("B", 5).link("A", "B", LinkType::fs, -480);
        const auto aside = [&](Concern concern, const char* reason) {
            const Finding finding = findingsOf(b.programme, concern).front();
            return QString::fromStdString(
                run(b.programme, [&](Transaction& tx) { return setFindingAside(tx, finding, reason); }));
        };
        QCOMPARE(aside(Concern::longDuration, " as agreed "), QString());
        QCOMPARE(aside(Concern::lead, "the first lift"), QString());
        b.change("A", [](Activity& a) { a.duration = 60 * 480; });
        QCOMPARE(findingsOf(b.programme, Concern::longDuration).front().aside, std::optional<std::string>("as agreed"));
        QVERIFY(findingsOf(b.programme, Concern::lead).front().aside);
        QCOMPARE(b.programme.setAside.size(), std::size_t(2));
        QCOMPARE(aside(Concern::lead, ""), QString());
        QVERIFY(!findingsOf(b.programme, Concern::lead).front().aside);
        const auto limit = [&](const char* key, const char* typed) {
            return QString::fromStdString(
                run(b.programme, [&](Transaction& tx) { return setSoundnessLimit(tx, key, typed); }));
        };
        QCOMPARE(limit("long-duration-days", "60"), QString());
        QVERIFY(findingsOf(b.programme, Concern::longDuration).empty());
        QCOMPARE(limit("leads", "12.5 %"), QString());
        QCOMPARE(limitOf(b.programme, "leads"), Decimal(125, 1));
        QVERIFY(!limit("leads", "many").isEmpty() && !limit("leads", "-1").isEmpty() && !limit("luck", "1").isEmpty());
        QCOMPARE(limit("leads", ""), QString());
        QCOMPARE(b.programme.soundnessLimits.size(), std::size_t(1));
    }

    /// Two links between the same two are two findings: what is said of one is not said of the other.
    void ofTwoLinksOneIsSetAside() {
        Builder b;
        b.task("A", 5).task("B", 5).link("A", "B").link("A", "B", LinkType::ss).link("A", "B", LinkType::ff);
        const Finding first = findingsOf(b.programme, Concern::redundantLink).front();
        QVERIFY(run(b.programme, [&](Transaction& tx) { return setFindingAside(tx, first, "wanted"); }).empty());
        int aside = 0;
        for (const Finding& finding : findingsOf(b.programme, Concern::redundantLink)) aside += finding.aside ? 1 : 0;
        QCOMPARE(aside, 1);
    }

    /// Whatever the programme: mending redundant links moves nothing, and every mend that goes through leaves a
    /// programme that can be calculated and read.
    void mendsAlways() {
        int went = 0;
        for (std::uint32_t seed = 1; seed <= 30; ++seed) {
            RandomShape shape;
            shape.activities = 16;
            Programme p = randomProgramme(seed, shape);
            if (!schedule(p).ok()) continue;
            for (const ConcernKind& kind : concernKinds()) {
                std::vector<Finding> found = findingsOf(p, kind.concern);
                std::erase_if(found, [](const Finding& finding) { return !finding.mendable; });
                if (found.empty()) continue;
                const Schedule before = schedule(p);
                Programme with = p;
                if (!mended(with, found).isEmpty()) continue;
                ++went;
                const Schedule after = schedule(with);
                QVERIFY2(after.ok() && faultsOf(with).empty(), qPrintable(QString::number(seed)));
                if (kind.mend == Mend::removeLink)
                    for (std::size_t i = 0; i < after.activities.size(); ++i)
                        QVERIFY(before.activities[i].earlyStart == after.activities[i].earlyStart);
            }
        }
        QVERIFY2(went > 40, qPrintable(QString::number(went)));
    }
};

QTEST_APPLESS_MAIN(SoundnessEditsTest)
#include "soundness_edits_test.moc"
