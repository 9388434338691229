// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Codes of the breakdown, what its nodes sum up, and moving them about.
#include "core/model/codes.h"
#include "edit/breakdown_edits.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

#include <random>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Berth (Dolphins, Linkspan (Deck)), Yard.
Programme tree() {
    Programme p = Builder().programme;
    p.breakdown.append({BreakdownId{1}, "B1", "Berth", {}, {}});
    p.breakdown.append({BreakdownId{2}, "B2", "Dolphins", BreakdownId{1}, {}});
    p.breakdown.append({BreakdownId{3}, "B3", "Linkspan", BreakdownId{1}, {}});
    p.breakdown.append({BreakdownId{4}, "B4", "Deck", BreakdownId{3}, {}});
    p.breakdown.append({BreakdownId{5}, "B5", "Yard", {}, {}});
    return p;
}

std::string codes(const Programme& p) {
    std::string text;
    for (const std::string& code : breakdownCodes(p)) text += (text.empty() ? "" : " ") + code;
    return text;
}

} // namespace

class ScopeEditsTest : public QObject {
    Q_OBJECT
private slots:
    void codesFollowThePlaceAndCarryDown() {
        Programme p = tree();
        QCOMPARE(codes(p), std::string("1 1.1 1.2 1.2.1 2"));
        QCOMPARE(run(p, [](Transaction& tx) { return setGroupCode(tx, BreakdownId{3}, " LS "); }), std::string());
        QCOMPARE(codes(p), std::string("1 1.1 LS LS.1 2"));
        QCOMPARE(run(p, [](Transaction& tx) { return setCodePattern(tx, "A-01.a"); }), std::string());
        QCOMPARE(codes(p), std::string("A A-01 LS LS.a B"));
        QCOMPARE(run(p, [](Transaction& tx) { return setGroupCode(tx, BreakdownId{3}, ""); }), std::string());
        QCOMPARE(codes(p), std::string("A A-01 A-02 A-02.a B"));
        QVERIFY(!run(p, [](Transaction& tx) { return setCodePattern(tx, "x"); }).empty());
        QVERIFY(!run(p, [](Transaction& tx) { return setCodePattern(tx, ""); }).empty());
    }

    void codesAreNeverAmbiguous() {
        Programme p = tree();
        // Typed as what the next one would get by its place: that one goes on counting.
        QCOMPARE(run(p, [](Transaction& tx) { return setGroupCode(tx, BreakdownId{1}, "2"); }), std::string());
        QCOMPARE(codes(p), std::string("2 2.1 2.2 2.2.1 3"));
        const std::string fault = run(p, [](Transaction& tx) { return setGroupCode(tx, BreakdownId{5}, "2"); });
        QVERIFY2(fault.find("Berth") != std::string::npos, fault.c_str());
        for (std::uint32_t seed = 1; seed <= 300; ++seed) {
            std::mt19937 random(seed);
            const auto below = [&](std::uint32_t limit) { return std::uint32_t(random() % limit); };
            Programme q = Builder().programme;
            const char* patterns[] = {"1.1", "A-01.a", "1", "a.1.A", "001/1"};
            q.job.codePattern = patterns[below(5)];
            for (std::uint32_t i = 1; i <= 25; ++i) {
                BreakdownNode node{BreakdownId{i}, "K" + std::to_string(i), "n", BreakdownId{below(i)}, {}};
                const char* typed[] = {"1", "2", "1.1", "A", "A-01", "B.1"};
                if (below(4) == 0) node.code = typed[below(6)];
                q.breakdown.append(std::move(node));
            }
            const auto all = breakdownCodes(q);
            QVERIFY2(std::set<std::string>(all.begin(), all.end()).size() == all.size(),
                     qPrintable(QString::number(seed)));
        }
    }

    void lettersGoOnBehindZ() {
        const CodeLevel capitals{"", CodeLevel::Style::capitals, 1};
        QCOMPARE(codeOf(capitals, 26) + codeOf(capitals, 27) + codeOf(capitals, 52) + codeOf(capitals, 53),
                 std::string("ZAAAZBA"));
        QCOMPARE(codeOf({"", CodeLevel::Style::digits, 3}, 7), std::string("007"));
    }

    void groupsMoveBeforeAfterAndInside() {
        Programme p = tree();
        const auto names = [&] {
            std::string text;
            const std::function<void(BreakdownId)> go = [&](BreakdownId parent) {
                for (const BreakdownNode& node : p.breakdown)
                    if (node.parent == parent) {
                        text += node.name.substr(0, 1) + "(";
                        go(node.id);
                        text += ")";
                    }
            };
            go({});
            return text;
        };
        const Programme before = p;
        QCOMPARE(names(), std::string("B(D()L(D()))Y()"));
        const auto move = [&](std::uint32_t id, std::uint32_t target, Landing landing) {
            return run(p,
                       [=](Transaction& tx) { return moveGroup(tx, BreakdownId{id}, BreakdownId{target}, landing); });
        };
        QCOMPARE(move(5, 1, Landing::before), std::string());
        QCOMPARE(names(), std::string("Y()B(D()L(D()))"));
        QCOMPARE(move(3, 2, Landing::before), std::string());
        QCOMPARE(names(), std::string("Y()B(L(D())D())"));
        QCOMPARE(move(3, 5, Landing::inside), std::string());
        QCOMPARE(names(), std::string("Y(L(D()))B(D())"));
        QCOMPARE(move(2, 4, Landing::after), std::string());
        QCOMPARE(names(), std::string("Y(L(D()D()))B()"));
        QVERIFY(!move(5, 4, Landing::inside).empty()); // below itself
        QVERIFY(!move(5, 5, Landing::before).empty());
        QVERIFY(p != before);
        QCOMPARE(run(p,
                     [](Transaction& tx) -> Outcome {
                         const auto made = addParentGroup(tx, BreakdownId{1}, "Over");
                         return made.ok() ? done() : Outcome(made.errors());
                     }),
                 std::string());
        QCOMPARE(names(), std::string("Y(L(D()D()))O(B())"));
    }

    // 40 m3 at 10 a crew and day are four crew-days whatever the crews, 40 × 0.5 h on days of eight hours two and a
    // half (by hand); a hammock of one week and one day at 700 a week costs 800.
    void figuresRollUp() {
        Builder b;
        b.programme = tree();
        b.task("A", 1).task("C", 1).task("E", 1).milestone("M");
        const auto into = [](std::uint32_t group, std::optional<Measure> measure) {
            return [=](Activity& a) {
                a.breakdown = BreakdownId{group};
                a.measure = measure;
            };
        };
        b.change("A", into(4, Measure{Decimal(40), "m3", Decimal(10), {}, Decimal(4), Decimal(1), RoundTo::day}));
        b.change("C", into(2, Measure{Decimal(40), "m3", {}, Decimal(5, 1), Decimal(1), Decimal(1), RoundTo::day}));
        b.change("E", into(5, {}));
        b.change("M", into(5, {}));
        Activity hammock;
        hammock.key = "H";
        hammock.kind = ActivityKind::hammock;
        hammock.calendar = continuousCalendar;
        hammock.breakdown = BreakdownId{1};
        hammock.costPerWeek = Decimal(700);
        hammock.from = {{b.id("A"), End::start, 0}};
        hammock.to = {{b.id("A"), End::start, 8 * minutesPerDay}};
        b.add(hammock);
        const Schedule s = schedule(b.programme);
        QVERIFY(s.ok());
        const auto sums = scopeFigures(b.programme, s);
        QCOMPARE(sums.size(), std::size_t(6));
        QVERIFY(sums[3].crewDays == Fraction(4) && sums[2].crewDays == Fraction(4));
        QVERIFY(sums[1].crewDays == Fraction(Decimal(25, 1)));
        QVERIFY(sums[0].crewDays == Fraction(Decimal(65, 1)) && sums[5].crewDays == sums[0].crewDays);
        // On hire from Monday the 1st to Tuesday the 9th at eight: nine days at 100.
        QVERIFY(sums[0].cost == Fraction(900) && sums[0].costed && !sums[4].costed);
        QCOMPARE(sums[0].activities, 2);
        QCOMPARE(sums[4].activities, 1);
        QCOMPARE(sums[5].activities, 3);
    }
};

QTEST_APPLESS_MAIN(ScopeEditsTest)
#include "scope_edits_test.moc"
