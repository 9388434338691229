// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The network's drawing by its properties: boxes do not overlap, links run forward and through no box, lanes hold their
// own, crossings are what they are counted as, and the order of rows and links decides nothing.
#include "chart/layout/layers.h"
#include "chart/layout/logic_layout.h"
#include "support/builder.h"
#include "support/random_programme.h"
#include "support/shuffle.h"

#include <QTest>

#include <algorithm>
#include <map>
#include <random>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

#define SEEDED(condition) QVERIFY2(condition, qPrintable(QStringLiteral("seed %1").arg(seed)))

namespace {

/// A random programme in a few groups and places.
Programme arranged(std::uint32_t seed, int activities = 40) {
    Programme p = randomProgramme(seed, {activities});
    std::mt19937 random(seed);
    for (std::uint32_t i = 1; i <= 4; ++i) {
        p.breakdown.append(
            {BreakdownId{i}, "G" + std::to_string(i), "Group " + std::to_string(i), BreakdownId{i == 3 ? 2u : 0u}, {}});
        p.locations.append({LocationId{i}, "L" + std::to_string(i), "Place " + std::to_string(i), {}, {}, {}});
    }
    for (std::size_t i = 0; i < p.activities.size(); ++i) {
        Activity one = p.activities[i];
        one.breakdown = BreakdownId{std::uint32_t(random() % 5)};
        one.location = LocationId{std::uint32_t(random() % 5)};
        p.activities.replace(i, one);
    }
    return p;
}

struct Drawn {
    Programme programme;
    Schedule dates;
    std::vector<ChartRow> rows;
    LogicLayout layout;
};
Drawn drawn(Programme programme, LogicRows within, bool timeScaled,
            const std::unordered_set<std::uint32_t>& folded = {}) {
    Drawn one{std::move(programme), {}, {}, {}};
    one.dates = schedule(one.programme);
    Lens lens = shippedLenses().front();
    lens.totals = true;
    one.rows = rowsFor(one.programme, one.dates, lens, folded);
    LogicRequest request{one.programme, one.dates, one.rows, within, timeScaled};
    request.words = [](const Link& link) { return link.lag ? std::to_string(link.lag) : std::string(); };
    one.layout = layoutLogic(request);
    return one;
}

bool overlap(const LogicBox& a, const LogicBox& b) {
    return a.x + 0.01 < b.x + b.width && b.x + 0.01 < a.x + a.width && a.y + 0.01 < b.y + b.height &&
           b.y + 0.01 < a.y + a.height;
}

/// Whether the inside of a box is cut by a piece of a way.
bool cuts(const LogicBox& box, const ChartPoint& from, const ChartPoint& to) {
    return std::max(from.x, to.x) > box.x + 0.5 && std::min(from.x, to.x) < box.x + box.width - 0.5 &&
           std::max(from.y, to.y) > box.y + 0.5 && std::min(from.y, to.y) < box.y + box.height - 0.5;
}

/// Crossings counted pair by pair, in layers that hold the pieces of long edges too, as the places say.
std::size_t crossingsByPairs(const LayerGraph& graph, const Layers& layers) {
    std::size_t sum = 0;
    for (std::size_t a = 0; a < graph.edges.size(); ++a)
        for (std::size_t b = a + 1; b < graph.edges.size(); ++b) {
            const auto [f, t] = graph.edges[a];
            const auto [g, u] = graph.edges[b];
            if (layers.layer[f] != layers.layer[g]) continue;
            sum += (layers.place[f] - layers.place[g]) * (layers.place[t] - layers.place[u]) < 0 ? 1 : 0;
        }
    return sum;
}

/// Where every box stands, by its key.
std::map<std::string, std::pair<double, double>> placesOf(const Drawn& one) {
    std::map<std::string, std::pair<double, double>> places;
    for (const LogicBox& box : one.layout.boxes) places[one.programme.activities[box.index].key] = {box.x, box.y};
    return places;
}

} // namespace

class LogicLayoutTest : public QObject {
    Q_OBJECT
private slots:
    /// Links lead to later layers, and a chain stands in as many layers as it has links.
    void layersFollowTheEdges() {
        const LayerGraph chain{4, {{0, 1}, {1, 2}, {2, 3}, {0, 3}}, {}};
        QCOMPARE(layersOf(chain), (std::vector<int>{0, 1, 2, 3}));
        // What leads to one late thing only stands just before it.
        const LayerGraph late{5, {{0, 1}, {1, 2}, {2, 3}, {4, 3}}, {}};
        QCOMPARE(layersOf(late)[4], 2);
        const LayerGraph loop{3, {{0, 1}, {1, 2}, {2, 0}}, {}};
        QCOMPARE(layersOf(loop), (std::vector<int>{0, 1, 2}));
    }

    /// By hand: two edges that would cross need not; three by three all joined must, nine times.
    void crossingsByHand() {
        QCOMPARE(layered({4, {{0, 3}, {1, 2}}, {}}).crossings, 0u);
        LayerGraph all{6, {}, {}};
        for (std::uint32_t a = 0; a < 3; ++a)
            for (std::uint32_t b = 3; b < 6; ++b) all.edges.emplace_back(a, b);
        QCOMPARE(layered(all).crossings, 9u);
    }

    /// What is counted with a tree is what is counted pair by pair, on graphs of two layers.
    void crossingsAsCountedByPairs() {
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            std::mt19937 random(seed);
            LayerGraph graph{12, {}, {}};
            std::set<std::pair<std::uint32_t, std::uint32_t>> edges;
            for (int i = 0; i < 16; ++i) edges.emplace(random() % 6, 6 + random() % 6);
            graph.edges.assign(edges.begin(), edges.end());
            const Layers layers = layered(graph);
            SEEDED(layers.crossings == crossingsByPairs(graph, layers));
        }
    }

    void boxesDoNotOverlap() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed)
            for (const LogicRows within : {LogicRows::places, LogicRows::crossings})
                for (const bool timeScaled : {false, true}) {
                    const Drawn one = drawn(arranged(seed), within, timeScaled);
                    const auto& boxes = one.layout.boxes;
                    SEEDED(boxes.size() == one.layout.boxOf.size());
                    for (std::size_t a = 0; a < boxes.size(); ++a)
                        for (std::size_t b = a + 1; b < boxes.size(); ++b) SEEDED(!overlap(boxes[a], boxes[b]));
                }
    }

    /// In columns a link leads to the right, from edge to edge, level and upright, and through no box.
    void linksRunBetweenBoxes() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed)
            for (const LogicRows within : {LogicRows::places, LogicRows::crossings}) {
                const Drawn one = drawn(arranged(seed), within, false);
                const LogicLayout& layout = one.layout;
                SEEDED(layout.links.size() == one.programme.links.size());
                for (const LogicLink& link : layout.links) {
                    const LogicBox &from = layout.boxes[link.from], &to = layout.boxes[link.to];
                    SEEDED(from.column < to.column);
                    SEEDED(link.points.front().x == from.x + from.width && link.points.back().x == to.x);
                    SEEDED(link.points.back().y > to.y && link.points.back().y < to.y + to.height);
                    for (std::size_t i = 1; i < link.points.size(); ++i) {
                        const ChartPoint &a = link.points[i - 1], &b = link.points[i];
                        SEEDED(a.x == b.x || a.y == b.y);
                        for (const LogicBox& box : layout.boxes) SEEDED(!cuts(box, a, b));
                    }
                }
            }
    }

    /// A lane holds its own boxes and no others, one lane below the other.
    void lanesHoldTheirBoxes() {
        for (std::uint32_t seed = 1; seed <= 30; ++seed) {
            const Drawn one = drawn(arranged(seed), LogicRows::places, seed % 2 == 0);
            double foot = 0;
            std::size_t count = 0;
            for (const LogicLane& lane : one.layout.lanes) {
                SEEDED(lane.y == foot);
                foot = lane.y + lane.height;
                count += lane.count;
            }
            SEEDED(count == one.layout.boxes.size());
            for (const LogicBox& box : one.layout.boxes) {
                const LogicLane& lane = one.layout.lanes[box.lane];
                SEEDED(box.y > lane.y && box.y + box.height < lane.y + lane.height);
                const std::uint32_t group = one.programme.activities[box.index].breakdown.value;
                SEEDED(group == lane.group);
            }
        }
    }

    /// A row is one place; what stands in one column there stands one below the other.
    void rowsArePlaces() {
        Builder b;
        b.task("A", 1).task("B", 1).task("C", 1).task("D", 1);
        b.programme.locations.append({LocationId{1}, "N", "North", {}, {}, {}});
        b.programme.locations.append({LocationId{2}, "S", "South", {}, {}, {}});
        for (const char* key : {"A", "C", "D"}) b.change(key, [](Activity& one) { one.location = LocationId{2}; });
        b.change("B", [](Activity& one) { one.location = LocationId{1}; });
        b.link("A", "C").link("A", "D").link("B", "C");
        const Drawn one = drawn(b.programme, LogicRows::places, false);
        const auto at = placesOf(one);
        QVERIFY(at.at("B").second < at.at("A").second); // north before south
        QCOMPARE(at.at("A").second, at.at("C").second); // one row
        QVERIFY(at.at("D").second > at.at("C").second); // as C in column and place
        QCOMPARE(at.at("D").first, at.at("C").first);
    }

    void timeScaledBoxesBeginAtTheirDates() {
        Builder b;
        b.task("A", 5).task("B", 10).link("A", "B");
        const Drawn one = drawn(b.programme, LogicRows::places, true);
        const LogicBox &a = one.layout.boxes[one.layout.boxOf.at(b.id("A"))],
                       &next = one.layout.boxes[one.layout.boxOf.at(b.id("B"))];
        // B begins on Monday at eight, a week after A: seven days of six pixels.
        QCOMPARE(next.x - a.x, 42.0);
        QCOMPARE(a.x, one.layout.scaleX);
        QVERIFY(a.row != next.row); // A is wider than the week
    }

    /// Folded, a group is one box, and all links to it from one other box are one.
    void foldedGroupsAreOneBox() {
        Builder b;
        b.task("A", 1).task("B", 1).task("C", 1).task("D", 1);
        b.programme.breakdown.append({BreakdownId{1}, "1", "Pier", {}, {}});
        b.programme.breakdown.append({BreakdownId{2}, "2", "Deck", {}, {}});
        for (const char* key : {"A", "B"}) b.change(key, [](Activity& one) { one.breakdown = BreakdownId{1}; });
        for (const char* key : {"C", "D"}) b.change(key, [](Activity& one) { one.breakdown = BreakdownId{2}; });
        b.link("A", "C").link("B", "C").link("B", "D").link("A", "B");
        const Drawn one = drawn(b.programme, LogicRows::places, false, {1, 2});
        QCOMPARE(one.layout.boxes.size(), 2u);
        QCOMPARE(one.layout.links.size(), 1u);
        QCOMPARE(one.layout.links[0].count, 3u);
        QCOMPARE(one.layout.boxOf.at(b.id("A")), one.layout.boxOf.at(b.id("B")));
        const Drawn half = drawn(b.programme, LogicRows::places, false, {1});
        QCOMPARE(half.layout.boxes.size(), 3u);
        QCOMPARE(half.layout.links.size(), 2u); // to C two as one, to D one
        // Groups that lead to each other and back are drawn all the same.
        b.link("C", "B", LinkType::ss);
        QVERIFY(!drawn(b.programme, LogicRows::places, false, {1, 2}).layout.links.empty());
    }

    /// Activities and links as they are, in another order: every box where it was.
    void orderDecidesNothing() {
        for (std::uint32_t seed = 1; seed <= 20; ++seed)
            for (const LogicRows within : {LogicRows::places, LogicRows::crossings}) {
                const Programme p = arranged(seed, 30);
                const Drawn a = drawn(p, within, false), b = drawn(withRowsShuffled(p, seed), within, false);
                SEEDED(placesOf(a) == placesOf(b));
                SEEDED(a.layout.crossings == b.layout.crossings);
            }
    }

    /// The pointer meets a box, its edge, a link and a lane where they lie.
    void hits() {
        const Drawn one = drawn(arranged(7), LogicRows::places, false);
        for (std::size_t i = 0; i < one.layout.boxes.size(); ++i) {
            const LogicBox& box = one.layout.boxes[i];
            QCOMPARE(hitLogic(one.layout, {box.x + 10, box.y + 10}, 4).box, i);
            QVERIFY(!hitLogic(one.layout, {box.x + 10, box.y + 10}, 4).edge);
            QVERIFY(hitLogic(one.layout, {box.x + box.width - 2, box.y + 20}, 4).edge);
        }
        std::size_t met = 0;
        for (const LogicLink& link : one.layout.links) {
            const ChartPoint a = link.points[0], b = link.points[1];
            const LogicHit hit = hitLogic(one.layout, {(a.x + b.x) / 2, (a.y + b.y) / 2}, 4);
            if (hit.link == LogicHit::none) continue;
            met += one.layout.links[hit.link].from == link.from ? 1 : 0;
        }
        QVERIFY(met * 10 >= one.layout.links.size() * 9); // ways into one box are shared
    }
};

QTEST_GUILESS_MAIN(LogicLayoutTest)
#include "logic_layout_test.moc"
