// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What hands do to bars and links: stretched, cut, pulled apart, drawn anew, hung elsewhere.
#include "edit/bar_edits.h"
#include "edit/link_edits.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

#include <algorithm>

using namespace yarrin;
using namespace yarrin::test;

namespace {

constexpr Minutes day = 480;

Programme row() {
    Builder b;
    b.task("A", 6).task("B", 3).link("A", "B");
    return b.programme;
}

ActivityId idOf(const Programme& p, std::string_view key) {
    for (const Activity& activity : p.activities)
        if (activity.key == key) return activity.id;
    return {};
}

const Activity& at(const Programme& p, std::string_view key) {
    return *p.activities.row(idOf(p, key));
}

std::string dates(const Programme& p, const char* key) {
    return yarrin::test::dates(p, schedule(p), key);
}

} // namespace

class BarEditsTest : public QObject {
    Q_OBJECT
private slots:
    void workIsStretched() {
        Programme p = row();
        const ActivityId a = idOf(p, "A");
        QCOMPARE(run(p, [&](Transaction& tx) { return stretchTo(tx, a, 7 * day + 60); }), std::string());
        QCOMPARE(*at(p, "A").duration, 7 * day + 60);
        QVERIFY(!run(p, [&](Transaction& tx) { return stretchTo(tx, a, 0); }).empty());
        QCOMPARE(*at(p, "A").duration, 7 * day + 60);
    }

    /// 40 m3 at 10 a crew and day: in two days two crews do it, or 20 a day, or 20 m3 are left of it.
    void measuredWorkIsStretchedInThreeWays() {
        for (const Solved follows : {Solved::crews, Solved::output, Solved::quantity}) {
            Builder b;
            b.quay();
            Programme p = b.programme;
            QCOMPARE(run(p, [&](Transaction& tx) { return stretchTo(tx, idOf(p, "A010"), 2 * day, follows); }),
                     std::string());
            const Measure& m = *at(p, "A010").measure;
            QCOMPARE(m.quantity, follows == Solved::quantity ? Decimal(20) : Decimal(40));
            QCOMPARE(*m.crews, follows == Solved::crews ? Decimal(2) : Decimal(1));
            QCOMPARE(*m.outputPerCrewDay, follows == Solved::output ? Decimal(20) : Decimal(10));
        }
    }

    void whatIsDoneIsNotStretched() {
        Programme p = row();
        const ActivityId a = idOf(p, "A");
        p.job.dataDate = startOf(dateFrom(2027, 3, 4));
        Activity begun = at(p, "A");
        begun.actualStart = p.job.start;
        p.activities.replace(0, begun);
        QCOMPARE(run(p, [&](Transaction& tx) { return stretchTo(tx, a, 2 * day); }), std::string());
        QCOMPARE(*at(p, "A").remaining, 2 * day); // of work in hand it is what is left
        QCOMPARE(*at(p, "A").duration, 6 * day);
        begun.actualFinish = startOf(dateFrom(2027, 3, 3));
        p.activities.replace(0, begun);
        QVERIFY(run(p, [&](Transaction& tx) { return stretchTo(tx, a, 2 * day); }).find("is done") !=
                std::string::npos);
    }

    /// Six days from Monday 1 March: cut after two with a rest of three, the last four are 8 to 11 March.
    void workRests() {
        Programme p = row();
        const ActivityId a = idOf(p, "A");
        QCOMPARE(dates(p, "A"), std::string("2027-03-01T08:00 2027-03-08T17:00"));
        QCOMPARE(run(p, [&](Transaction& tx) { return setPause(tx, a, 2 * day, 3 * day); }), std::string());
        QCOMPARE(dates(p, "A"), std::string("2027-03-01T08:00 2027-03-11T17:00"));
        QCOMPARE(run(p, [&](Transaction& tx) { return setPause(tx, a, 4 * day, day); }), std::string());
        QCOMPARE(pausesText(p, at(p, "A")), std::string("3d after 2d; 1d after 4d"));
        QCOMPARE(dates(p, "A"), std::string("2027-03-01T08:00 2027-03-12T17:00"));
        // The same place again is that rest, not a second one.
        QCOMPARE(run(p, [&](Transaction& tx) { return setPause(tx, a, 2 * day, day); }), std::string());
        QCOMPARE(dates(p, "A"), std::string("2027-03-01T08:00 2027-03-10T17:00"));
        QCOMPARE(run(p, [&](Transaction& tx) { return setPause(tx, a, 2 * day, 0); }), std::string());
        QCOMPARE(pausesText(p, at(p, "A")), std::string("1d after 4d"));
        // At its ends there is nothing to part.
        for (const Minutes after : {Minutes(0), 6 * day, -day, 9 * day})
            QVERIFY(run(p, [&](Transaction& tx) { return setPause(tx, a, after, day); }).find("cut") !=
                    std::string::npos);
        QCOMPARE(pausesText(p, at(p, "A")), std::string("1d after 4d"));
    }

    void restsAreTyped() {
        Programme p = row();
        const ActivityId a = idOf(p, "A");
        // The order in which they are typed decides nothing.
        for (const char* text : {"2d after 3d; 4h after 1d", "4h after 1d;2d after 3d ;"}) {
            QCOMPARE(run(p, [&](Transaction& tx) { return setPauses(tx, a, text); }), std::string());
            QCOMPARE(pausesText(p, at(p, "A")), std::string("4h after 1d; 2d after 3d"));
        }
        const Programme before = p;
        for (const char* bad :
             {"2d", "after 3d", "2d after", "0d after 3d", "2d after 6d", "1d after 2d; 2d after 2d", "x"})
            QVERIFY2(!run(p, [&](Transaction& tx) { return setPauses(tx, a, bad); }).empty(), bad);
        QVERIFY(p == before);
        // What is written reads back.
        QCOMPARE(run(p, [&](Transaction& tx) { return setPauses(tx, a, pausesText(before, at(before, "A"))); }),
                 std::string());
        QVERIFY(p == before);
        QCOMPARE(run(p, [&](Transaction& tx) { return setPauses(tx, a, ""); }), std::string());
        QVERIFY(at(p, "A").pauses.empty());
    }

    void lagsAreReadAndWritten() {
        Programme p = row();
        const Link link = p.links[0];
        const std::pair<const char*, std::pair<Minutes, LagCalendar>> cases[] = {
            {"3d", {3 * day, LagCalendar::standard}},
            {"+3d", {3 * day, LagCalendar::standard}},
            {"-2d", {-2 * day, LagCalendar::standard}},
            {"\u22122d", {-2 * day, LagCalendar::standard}},
            {"7cd", {7 * minutesPerDay, LagCalendar::continuous}},
            {"-1cd", {-minutesPerDay, LagCalendar::continuous}},
            {"  ", {0, LagCalendar::standard}}};
        for (const auto& [text, is] : cases) {
            const auto read = withLag(p, link, text);
            QVERIFY2(read.ok(), text);
            QCOMPARE(read->lag, is.first);
            QVERIFY2(read->lagCalendar == is.second, text);
            const auto again = withLag(p, *read, lagText(p, *read));
            QVERIFY2(again.ok() && *again == *read, text);
        }
        for (const char* bad : {"-", "soon", "3x", "--3d"}) QVERIFY2(!withLag(p, link, bad).ok(), bad);
    }

    void linksAreChangedAndJoined() {
        Builder b;
        b.task("A", 1).task("B", 1).task("C", 1).task("D", 1).link("A", "B").link("B", "C");
        Programme p = b.programme;
        Link link = p.links[0];
        link.type = LinkType::ff;
        link.lag = day;
        QCOMPARE(run(p, [&](Transaction& tx) { return setLink(tx, link); }), std::string());
        QVERIFY(p.links[0] == link);
        // A second one of its type between the same two is none.
        Link twin = link;
        twin.type = LinkType::ss;
        QCOMPARE(run(p, [&](Transaction& tx) { return linkTo(tx, twin, std::vector{twin.from}, true); }),
                 std::string());
        twin.id = p.links[2].id;
        twin.type = LinkType::ff;
        QVERIFY(run(p, [&](Transaction& tx) { return setLink(tx, twin); }).find("already") != std::string::npos);
        p = b.programme;
        // Several at once, those that are there already stay as they are.
        Link like;
        like.to = idOf(p, "D");
        const std::vector<ActivityId> others{idOf(p, "A"), idOf(p, "C")};
        QCOMPARE(run(p, [&](Transaction& tx) { return linkTo(tx, like, others, true); }), std::string());
        QCOMPARE(p.links.size(), std::size_t(4));
        QCOMPARE(run(p, [&](Transaction& tx) { return linkTo(tx, like, others, true); }), std::string());
        QCOMPARE(p.links.size(), std::size_t(4));
        Link back;
        back.from = idOf(p, "D");
        const Programme before = p;
        QVERIFY(!run(p, [&](Transaction& tx) { return linkTo(tx, back, others, false); }).empty()); // a loop
        QVERIFY(p == before);
    }

    void hammocksAreHung() {
        Builder b;
        b.task("A", 2).task("B", 2).task("C", 2);
        Activity hammock;
        hammock.key = "H";
        hammock.name = "Crane";
        hammock.kind = ActivityKind::hammock;
        hammock.from = {{b.id("A"), End::start, day}};
        hammock.to = {{b.id("A"), End::finish, 0}};
        b.add(hammock);
        Programme p = b.programme;
        const ActivityId h = idOf(p, "H"), other = idOf(p, "B");
        QCOMPARE(run(p,
                     [&](Transaction& tx) {
                         return setAnchor(tx, h, End::finish, {other, End::finish, 0}, false);
                     }),
                 std::string());
        QCOMPARE(at(p, "H").to.size(), std::size_t(2));
        QCOMPARE(run(p,
                     [&](Transaction& tx) {
                         return setAnchor(tx, h, End::start, {other, End::start, 0}, true);
                     }),
                 std::string());
        QVERIFY(at(p, "H").from == (std::vector<Anchor>{{other, End::start, 0}}));
        // Hung again from the same, it hangs from it once.
        p = b.programme;
        QCOMPARE(run(p,
                     [&](Transaction& tx) {
                         return setAnchor(tx, h, End::start, {idOf(p, "A"), End::finish, day}, false);
                     }),
                 std::string());
        QVERIFY(at(p, "H").from == (std::vector<Anchor>{{idOf(p, "A"), End::finish, day}}));
        const Programme before = p;
        QVERIFY(!run(p, [&](Transaction& tx) { return removeAnchor(tx, h, End::start, idOf(p, "A")); }).empty());
        QVERIFY(!run(p, [&](Transaction& tx) {
                     return setAnchor(tx, h, End::start, {h, End::start, 0}, false);
                 }).empty());
        QVERIFY(p == before);
        QCOMPARE(run(p,
                     [&](Transaction& tx) {
                         return setAnchor(tx, h, End::start, {other, End::start, 0}, false);
                     }),
                 std::string());
        QCOMPARE(run(p, [&](Transaction& tx) { return removeAnchor(tx, h, End::start, idOf(p, "A")); }), std::string());
        QVERIFY(at(p, "H").from == (std::vector<Anchor>{{other, End::start, 0}}));
    }

    void workIsDrawn() {
        Programme p = row();
        QCOMPARE(run(p,
                     [&](Transaction& tx) -> Outcome {
                         const auto id = drawActivity(tx, ActivityKind::task, idOf(p, "A"), {}, "Piles",
                                                      dateFrom(2027, 3, 10), 3 * day);
                         return id.ok() ? done() : Outcome(id.errors());
                     }),
                 std::string());
        QCOMPARE(p.activities[1].name, std::string("Piles"));
        QCOMPARE(dates(p, p.activities[1].key.c_str()), std::string("2027-03-10T08:00 2027-03-12T17:00"));
    }
};

QTEST_MAIN(BarEditsTest)
#include "bar_edits_test.moc"
