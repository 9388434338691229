// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Whole rows: moved, chained, written again, taken from one job into another.
#include "core/base/natural_order.h"
#include "edit/link_edits.h"
#include "edit/row_edits.h"
#include "edit/series.h"
#include "store/json.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

#include <algorithm>
#include <random>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Two groups whose rows stand interleaved in the table: A and C and E in one, B and D in the other.
Programme interleaved() {
    Builder b;
    b.programme.breakdown.append({BreakdownId{1}, "G1", "One", {}, {}});
    b.programme.breakdown.append({BreakdownId{2}, "G2", "Other", {}, {}});
    std::uint32_t i = 0;
    for (const char* key : {"A", "B", "C", "D", "E"}) {
        b.task(key, 2);
        b.change(key, [&](Activity& a) { a.breakdown = BreakdownId{1 + i % 2}; });
        ++i;
    }
    return b.programme;
}

ActivityId idOf(const Programme& p, std::string_view key) {
    for (const Activity& activity : p.activities)
        if (activity.key == key) return activity.id;
    return {};
}

std::vector<ActivityId> idsOf(const Programme& p, const std::vector<const char*>& keys) {
    std::vector<ActivityId> ids;
    for (const char* key : keys) ids.push_back(idOf(p, key));
    return ids;
}

/// The keys of a group in the order of its rows.
std::string group(const Programme& p, std::uint32_t id) {
    std::string text;
    for (const Activity& activity : p.activities)
        if (activity.breakdown == BreakdownId{id}) text += (text.empty() ? "" : " ") + activity.key;
    return text;
}

std::string move(Programme& p, const std::vector<const char*>& keys, int step) {
    return run(p, [&](Transaction& tx) { return moveActivities(tx, idsOf(p, keys), step); });
}

/// "A>C fs 0": links by the keys of their ends, sorted.
std::multiset<std::string> linksOf(const Programme& p) {
    std::multiset<std::string> all;
    for (const Link& link : p.links)
        all.insert(p.activities.row(link.from)->key + ">" + p.activities.row(link.to)->key + " " +
                   std::to_string(int(link.type)) + " " + std::to_string(link.lag));
    return all;
}

/// A built programme with a hammock over two linked activities, one of them with progress.
Programme hung() {
    Builder b;
    b.task("P010", 3).task("P020", 2).task("Q", 1).link("P010", "P020", LinkType::ss, 480).link("P020", "Q");
    Activity hammock;
    hammock.key = "H1";
    hammock.name = "Crane on site";
    hammock.kind = ActivityKind::hammock;
    hammock.from = {{b.id("P010"), End::start, 0}};
    hammock.to = {{b.id("P020"), End::finish, 0}};
    hammock.costPerWeek = Decimal(900);
    b.add(hammock);
    b.change("P010", [&](Activity& a) { a.actualStart = b.programme.job.start; });
    return b.programme;
}

} // namespace

class RowEditsTest : public QObject {
    Q_OBJECT
private slots:
    void valuesCountOn_data() {
        QTest::addColumn<QString>("first");
        QTest::addColumn<QString>("second");
        QTest::addColumn<QString>("fourth");
        const auto add = [](const char* first, const char* second, const char* fourth) {
            QTest::addRow("%s, %s", first, second) << first << second << fourth;
        };
        add("A010", "", "A040"); // ids go by tens where they stand on one
        add("A011", "", "A014");
        add("A010", "A015", "A025");
        add("A010", "B020", "A040"); // of another kind: no step
        add("A990", "", "A1020");
        add("Pile 9", "", "Pile 12");
        add("Pile 10", "Pile 8", "Pile 4");
        add("7 May 2027", "", "10 May 2027");
        add("2027-05-31", "2027-06-07", "21 Jun 2027");
        add("1.5", "", "4.5");
        add("1,000", "1,250.5", "1751.5");
        add("5", "4", "2");
        add("Marine six-day", "", "Marine six-day");
        add("A123456789012", "", "A123456789012"); // more digits than count
    }
    void valuesCountOn() {
        QFETCH(QString, first);
        QFETCH(QString, second);
        QFETCH(QString, fourth);
        const auto step = second.isEmpty() ? std::nullopt : std::optional(second.toStdString());
        const auto values = seriesFrom(first.toStdString(), step, 4);
        QCOMPARE(values.size(), std::size_t(4));
        QCOMPARE(QString::fromStdString(values[3]), fourth);
    }

    void severalAreAdded() {
        Programme p = interleaved();
        std::vector<ActivityId> made;
        const auto add = [&](int count, const char* names, bool linked, const char* duration) {
            return run(p, [&](Transaction& tx) -> Outcome {
                NewWork as;
                as.duration = duration;
                const auto rows = addSeveral(tx, idOf(p, "B"), BreakdownId{2}, count, names, linked, as);
                if (!rows.ok()) return rows.errors();
                made = *rows;
                return done();
            });
        };
        QCOMPARE(add(3, "Pile #", true, "2d"), std::string());
        QCOMPARE(p.activities.size(), std::size_t(8));
        for (std::size_t i = 0; i < 3; ++i) {
            const Activity& one = p.activities[2 + i]; // below B, in their order
            QVERIFY(one.id == made[i]);
            QCOMPARE(one.name, "Pile " + std::to_string(i + 1));
            QCOMPARE(*one.duration, Minutes(960));
            QVERIFY(one.breakdown == BreakdownId{2});
        }
        QCOMPARE(p.links.size(), std::size_t(2));
        const Programme before = p;
        for (const int bad : {0, -1, 501}) QVERIFY(!add(bad, "Pile #", false, "2d").empty());
        QVERIFY(!add(2, "Pile #", false, "soon").empty());
        QVERIFY(p == before);
        QCOMPARE(add(2, "Cap", false, "1d"), std::string());
        QVERIFY(p.activities[2].name == "Cap 1" && p.activities[3].name == "Cap 2");
    }

    /// Two linked activities and their hammock at D1 are written again at D2 and D3, each with its own links.
    void aBlockIsDuplicatedAtOtherPlaces() {
        Programme p = hung();
        p.locations.append({LocationId{1}, "D1", "Dolphin 1", {}, {}, {}});
        p.locations.append({LocationId{2}, "D2", "Dolphin 2", {}, {}, {}});
        p.locations.append({LocationId{3}, "D10", "Dolphin 10", {}, {}, {}});
        for (const char* key : {"P010", "P020", "H1"}) {
            Activity a = *p.activities.row(idOf(p, key));
            a.location = LocationId{1};
            if (a.key == "P010") a.name = "Sockets, Dolphin 1";
            if (a.key == "P020") a.name = "Cap D1 (D11 beside it)";
            p.activities.replace(p.activities.indexOf(a.id), a);
        }
        const Programme before = p;
        const auto duplicate = [&](const std::vector<std::uint32_t>& at, const char* pattern) {
            std::vector<LocationId> places;
            for (const std::uint32_t id : at) places.push_back(LocationId{id});
            return run(p, [&](Transaction& tx) -> Outcome {
                const auto rows = duplicateAt(tx, idsOf(p, {"H1", "P020", "P010"}), places, pattern);
                return rows.ok() ? done() : Outcome(rows.errors());
            });
        };
        QCOMPARE(duplicate({2, 3}, "{id}-{location}"), std::string());
        QCOMPARE(p.activities.size(), before.activities.size() + 6);
        const Activity& sockets = *p.activities.row(idOf(p, "P010-D2"));
        QCOMPARE(sockets.name, std::string("Sockets, Dolphin 2"));
        QVERIFY(sockets.location == LocationId{2} && !sockets.actualStart);
        QCOMPARE(p.activities.row(idOf(p, "P020-D10"))->name, std::string("Cap D10 (D11 beside it)"));
        for (const char* place : {"D2", "D10"}) {
            const std::string tail = std::string("-") + place;
            const Activity& hammock = *p.activities.row(idOf(p, "H1" + tail));
            QVERIFY(hammock.from[0].activity == idOf(p, "P010" + tail) &&
                    hammock.to[0].activity == idOf(p, "P020" + tail));
            QCOMPARE(linksOf(p).count("P010" + tail + ">P020" + tail + " 1 480"), std::size_t(1));
        }
        QCOMPARE(p.links.size(), before.links.size() + 2); // those that lead out of the block stay where they are
        // Two of one id, an id that is there, no id at all: nothing is done.
        p = before;
        for (const char* bad : {"{location}", "{id}", "", "X", "{step}{step}", "{id};{location}", "{id}\"{location}",
                                "{id}{location}-and so much more that no table would have room for all of it"}) {
            const std::string fault = duplicate({2, 3}, bad);
            QVERIFY2(!fault.empty(), bad);
            QVERIFY2(p == before, bad);
        }
        QVERIFY(!duplicate({}, "{id}-{location}").empty());
        QVERIFY(!duplicate({9}, "{id}-{location}").empty());
        QCOMPARE(duplicate({2}, "Q{unit}{step:2}0"), std::string());
        QVERIFY(idOf(p, "Q1010") && idOf(p, "Q1030"));
    }

    void rowsMoveWithinTheirGroupPastOneRow() {
        Programme p = interleaved();
        QCOMPARE(move(p, {"E"}, -1), std::string());
        QCOMPARE(group(p, 1), std::string("A E C"));
        QCOMPARE(group(p, 2), std::string("B D"));
        QCOMPARE(move(p, {"E"}, -1), std::string());
        QCOMPARE(group(p, 1), std::string("E A C"));
        QVERIFY(!move(p, {"E"}, -1).empty());
        QCOMPARE(move(p, {"E", "A"}, 1), std::string());
        QCOMPARE(group(p, 1), std::string("C E A"));
        QVERIFY(!move(p, {"E", "A"}, 1).empty());
        QVERIFY(!move(p, {"A", "B"}, 1).empty()); // of two groups
        QVERIFY(!move(p, {}, 1).empty());
        QCOMPARE(group(p, 1), std::string("C E A"));
    }

    void whatIsApartMovesAsABlock() {
        Programme p = Builder().task("A", 1).task("B", 1).task("C", 1).task("D", 1).programme;
        QCOMPARE(move(p, {"D", "B"}, -1), std::string());
        QCOMPARE(group(p, 0), std::string("B D A C"));
        QCOMPARE(move(p, {"B", "A"}, 1), std::string());
        QCOMPARE(group(p, 0), std::string("D C B A"));
    }

    // Up and down again leaves every group as it was, whichever order the ids are named in; rows of other groups keep
    // theirs; nothing but the order changes.
    void downUndoesUp() {
        for (std::uint32_t seed = 1; seed <= 300; ++seed) {
            std::mt19937 random(seed);
            Builder b;
            for (int i = 0; i < 12; ++i) {
                const std::string key = "K" + std::to_string(i);
                b.task(key, 1 + i % 3);
                b.change(key, [&](Activity& a) { a.breakdown = BreakdownId{std::uint32_t(random() % 3)}; });
            }
            for (std::uint32_t i = 1; i < 3; ++i)
                b.programme.breakdown.append({BreakdownId{i}, "G" + std::to_string(i), "n", {}, {}});
            Programme p = b.programme;
            const std::size_t at = random() % 12;
            std::vector<ActivityId> block;
            for (std::size_t i = at; i < p.activities.size() && block.size() < 1 + seed % 3; ++i)
                if (p.activities[i].breakdown == p.activities[at].breakdown) block.push_back(p.activities[i].id);
            std::shuffle(block.begin(), block.end(), random);
            const std::string before[] = {group(p, 0), group(p, 1), group(p, 2)};
            const auto step = [&](int by) {
                return run(p, [&](Transaction& tx) { return moveActivities(tx, block, by); });
            };
            if (!step(-1).empty()) continue;
            const std::uint32_t own = p.activities.row(block.front())->breakdown.value;
            QVERIFY(group(p, own) != before[own]);
            for (std::uint32_t i = 0; i < 3; ++i)
                if (i != own) QCOMPARE(group(p, i), before[i]);
            QCOMPARE(step(1), std::string());
            QCOMPARE(group(p, own), before[own]);
            for (const Activity& activity : b.programme.activities) QVERIFY(*p.activities.row(activity.id) == activity);
        }
    }

    void rowsAreChainedInTheirOrderAndALoopIsRefusedWhole() {
        Programme p = interleaved();
        const auto chain = [&](const std::vector<const char*>& keys) {
            return run(p, [&](Transaction& tx) { return chainActivities(tx, idsOf(p, keys)); });
        };
        QCOMPARE(chain({"A", "B", "C"}), std::string());
        QCOMPARE(linksOf(p), (std::multiset<std::string>{"A>B 0 0", "B>C 0 0"}));
        QCOMPARE(chain({"A", "B", "D"}), std::string()); // the first two are linked so
        QCOMPARE(linksOf(p), (std::multiset<std::string>{"A>B 0 0", "B>C 0 0", "B>D 0 0"}));
        const Programme before = p;
        QVERIFY(!chain({"D", "E", "A"}).empty());
        QVERIFY(p == before);
        QVERIFY(!chain({"A"}).empty());
    }

    void aLinkTurnsRoundWithTypeAndLag() {
        Programme p = hung();
        const LinkId id = p.links[0].id;
        QCOMPARE(run(p, [&](Transaction& tx) { return reverseLink(tx, id); }), std::string());
        QCOMPARE(linksOf(p), (std::multiset<std::string>{"P020>P010 1 480", "P020>Q 0 0"}));
        Programme loop = interleaved();
        QCOMPARE(run(loop, [&](Transaction& tx) { return chainActivities(tx, idsOf(loop, {"A", "B", "C"})); }), "");
        Link direct;
        direct.from = idOf(loop, "A");
        direct.to = idOf(loop, "C");
        QCOMPARE(run(loop,
                     [&](Transaction& tx) {
                         const auto added = addLink(tx, direct);
                         return added.ok() ? done() : Outcome(added.errors());
                     }),
                 std::string());
        const Programme before = loop;
        const LinkId last = loop.links[2].id;
        QVERIFY(!run(loop, [&](Transaction& tx) { return reverseLink(tx, last); }).empty());
        QVERIFY(loop == before);
    }

    void whatIsDuplicatedHasItsOwnLinksAndHammockAndNothingDone() {
        Programme p = hung();
        QCOMPARE(run(p,
                     [&](Transaction& tx) {
                         const auto made = duplicateActivities(tx, idsOf(p, {"H1", "P020", "P010"}));
                         return made.ok() ? done() : Outcome(made.errors());
                     }),
                 std::string());
        QCOMPARE(p.activities.size(), std::size_t(7));
        QCOMPARE(linksOf(p), (std::multiset<std::string>{"P010>P020 1 480", "P020>Q 0 0", "P030>P040 1 480"}));
        const Activity& copy = *p.activities.row(idOf(p, "P030"));
        QVERIFY(!copy.actualStart);
        const Activity& hammock = *p.activities.row(idOf(p, "H10"));
        QVERIFY(hammock.from.front().activity == idOf(p, "P030"));
        QVERIFY(hammock.to.front().activity == idOf(p, "P040"));
        QVERIFY(hammock.costPerWeek == Decimal(900));
        QVERIFY(p.activities.row(idOf(p, "P010"))->actualStart); // the old one keeps its own
        QVERIFY(programmeFromJson(programmeToJson(p)).ok());
    }

    void activitiesGoIntoAnotherJobThroughText() {
        Programme from = hung();
        BookItem item;
        item.id = BookItemId{7};
        item.key = "17";
        item.name = "Formwork";
        item.unit = "m2";
        item.outputPerCrewDay = Decimal(12);
        from.book.append(item);
        Activity measured = *from.activities.row(idOf(from, "P020"));
        measured.bookItem = item.id;
        measured.measure = Measure{Decimal(24), "m2", {}, {}, Decimal(1), Decimal(1), RoundTo::day};
        measured.duration.reset();
        measured.calendar = Builder::six;
        from.activities.replace(from.activities.indexOf(measured.id), measured);
        const auto taken = programmeFromJson(programmeToJson(takenAlone(from, idsOf(from, {"P010", "P020", "H1"}))));
        QVERIFY2(taken.ok(), taken.ok() ? "" : taken.error().sentence().c_str());
        Builder other;
        other.task("P020", 1).task("Z", 1);
        other.programme.breakdown.append({BreakdownId{1}, "G1", "One", {}, {}});
        Programme into = other.programme;
        for (int twice = 0; twice < 2; ++twice)
            QCOMPARE(run(into,
                         [&](Transaction& tx) {
                             const auto made = putActivities(tx, *taken, other.id("P020"), BreakdownId{1});
                             return made.ok() ? done() : Outcome(made.errors());
                         }),
                     std::string());
        QCOMPARE(into.activities[0].key, std::string("P020"));
        QCOMPARE(into.book.size(), std::size_t(1)); // the second time it is there
        QCOMPARE(into.activities.size(), std::size_t(8));
        QCOMPARE(into.links.size(), std::size_t(2));
        int measuredHere = 0;
        for (const Activity& activity : into.activities) {
            QVERIFY(!activity.actualStart);
            if (!activity.measure) continue;
            ++measuredHere;
            QVERIFY(activity.calendar == Builder::six);
            QVERIFY(activity.bookItem == into.book[0].id);
            QVERIFY(activity.key != "P020"); // that id was taken
        }
        QCOMPARE(measuredHere, 2);
        QVERIFY(programmeFromJson(programmeToJson(into)).ok());
        QVERIFY(!run(into, [&](Transaction& tx) {
                     const auto made = putActivities(tx, Programme{}, {}, {});
                     return made.ok() ? done() : Outcome(made.errors());
                 }).empty());
    }

    void idsStandAsPeopleCount() {
        std::vector<std::string> ids{"A010", "A10", "A9",  "A100", "B1",   "A",     "2.10",
                                     "2.9",  "A9b", "A09", "",     "C2-3", "C10-1", "C2-12"};
        std::vector<std::string> sorted = ids;
        std::sort(sorted.begin(), sorted.end(), standsBefore);
        QCOMPARE(sorted, (std::vector<std::string>{"", "2.9", "2.10", "A", "A09", "A9", "A9b", "A010", "A10", "A100",
                                                   "B1", "C2-3", "C2-12", "C10-1"}));
        for (std::uint32_t seed = 1; seed <= 50; ++seed) { // the order of rows decides nothing
            std::mt19937 random(seed);
            std::shuffle(ids.begin(), ids.end(), random);
            std::vector<std::string> again = ids;
            std::sort(again.begin(), again.end(), standsBefore);
            QCOMPARE(again, sorted);
        }
        for (const std::string& a : ids)
            for (const std::string& b : ids) {
                QVERIFY(!(standsBefore(a, b) && standsBefore(b, a)));
                QVERIFY(a == b || standsBefore(a, b) || standsBefore(b, a));
                for (const std::string& c : ids)
                    QVERIFY(!(standsBefore(a, b) && standsBefore(b, c)) || standsBefore(a, c));
            }
    }
};

QTEST_APPLESS_MAIN(RowEditsTest)
#include "row_edits_test.moc"
