// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What hands do over places: work drawn gives the programme that it shows, ranges shifted, chains in order of time and
// of place, clashes kept apart, all or nothing; whatever the order of rows.
#include "edit/place_hands.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// A road of 300 m in three bays, two dolphins; kerbs at 10 m a crew and day, walls at 4 m3.
struct Road : Builder {
    Road() {
        place("RD", {}, 0, 300);
        for (int bay = 0; bay < 3; ++bay) place("CH" + std::to_string(bay + 1), "RD", 100 * bay, 100 * bay + 100);
        place("BE", {});
        place("D1", "BE");
        place("D2", "BE");
        item(1, "K", "m", 10);
        item(2, "W", "m3", 4);
    }
    void item(std::uint32_t id, const std::string& key, const std::string& unit, int output) {
        BookItem one;
        one.id = BookItemId{id};
        one.key = one.name = key;
        one.unit = unit;
        one.outputPerCrewDay = Decimal(output);
        programme.book.append(one);
    }
    void work(const std::string& key, int days, const std::string& where, Travel travel = Travel::stands) {
        task(key, days);
        change(key, [&](Activity& a) {
            a.location = at(where);
            a.travel = travel;
        });
    }
    void rule(int days) {
        PlaceRule one;
        one.id = PlaceRuleId{1};
        one.days = Decimal(days);
        programme.placeRules.append(one);
    }
    [[nodiscard]] std::vector<Clash> clashes() const {
        const Schedule dates = schedule(programme);
        return clashesOf(programme, dates, placedWork(programme, dates)).found;
    }
    std::string tried(const std::function<Outcome(Transaction&)>& act) {
        const Programme before = programme;
        const std::string fault = run(programme, act);
        if (!fault.empty() && !(programme == before)) qFatal("a refused change left something behind");
        if (const auto faults = faultsOf(programme); !faults.empty()) qFatal("%s", faults[0].sentence().c_str());
        return fault;
    }
    std::string draw(const DrawnWork& drawn) {
        return tried([&](Transaction& tx) -> Outcome {
            auto done_ = drawWork(tx, drawn);
            if (!done_.ok()) return done_.errors();
            made = *done_;
            return done();
        });
    }
    std::string apart() {
        const std::vector<Clash> found = clashes();
        if (found.empty()) return "nothing clashes";
        const Schedule dates = schedule(programme);
        return tried([&](Transaction& tx) { return keepApart(tx, dates, found.front()); });
    }
    std::vector<ActivityId> made;
};

const Date monday = dateFrom(2027, 3, 8);

} // namespace

class PlaceHandsTest : public QObject {
    Q_OBJECT
private slots:
    /// Two hundred metres of kerb in a fortnight are two crews for ten days; its line stands where it was drawn.
    void drawnAlong() {
        Road r;
        QCOMPARE(
            r.draw({BookItemId{1}, {}, {}, r.at("RD"), MetreSpan{50'000, 250'000}, false, {}, monday, monday + 11}),
            std::string());
        const Activity& a = *r.programme.activities.row(r.made.front());
        QCOMPARE(a.measure->quantity, Decimal(200));
        QCOMPARE(a.measure->crews, std::optional(Decimal(2)));
        QCOMPARE(a.travel, Travel::down);
        QCOMPARE(a.stretchOfWork, std::optional(Stretch{50, 250}));
        const Schedule dates = schedule(r.programme);
        QCOMPARE(dates.activities[0].earlyStart, startOf(monday) + 480);
        QCOMPARE(dates.activities[0].duration, Minutes(10 * 480));
        const PlacedWork placed = placedWork(r.programme, dates);
        const Way way = waysOf(r.programme, dates, placed.pieces[0]).front();
        QVERIFY(way.front().at == 250'000 && way.back().at == 50'000);
        // A whole bay is at home there, and needs no range of its own.
        QCOMPARE(r.draw({{}, {}, "Verge", r.at("RD"), MetreSpan{100'000, 200'000}, true, {}, monday, monday}),
                 std::string());
        const Activity& bay = *r.programme.activities.row(r.made.front());
        QVERIFY(bay.location == r.at("CH2") && !bay.stretchOfWork && bay.travel == Travel::up);
    }
    /// Over two dolphins it is one activity in each, one behind the other; a wall takes what a crew does in its days.
    void drawnOverPlaces() {
        Road r;
        QCOMPARE(r.draw({BookItemId{2}, {}, {}, {}, {}, true, {r.at("D1"), r.at("D2")}, monday, monday + 9}),
                 std::string());
        QCOMPARE(r.made.size(), std::size_t(2));
        const Activity& second = *r.programme.activities.row(r.made[1]);
        QCOMPARE(second.name, std::string("W, D2"));
        QVERIFY(!second.constraint);
        QCOMPARE(r.programme.links.size(), std::size_t(1));
        QCOMPARE(r.programme.activities.row(r.made[0])->measure->quantity, Decimal(20)); // five days at 4 m3
        QVERIFY(r.clashes().empty());
    }
    /// A sequence goes over the bays beneath it, in its direction, from its first day on.
    void drawnSequence() {
        Road r;
        Sequence sequence;
        sequence.id = SequenceId{1};
        sequence.key = "Bay";
        for (int step = 1; step <= 2; ++step) {
            SequenceStep one;
            one.number = step;
            one.name = step == 1 ? "Dig" : "Pour";
            one.duration = 960;
            sequence.steps.push_back(one);
        }
        sequence.links = {{1, 2, LinkType::fs, 0, LagCalendar::standard, false},
                          {1, 1, LinkType::fs, 0, LagCalendar::standard, true}};
        r.programme.sequences.append(sequence);
        QCOMPARE(r.draw({{}, SequenceId{1}, {}, r.at("RD"), MetreSpan{90'000, 300'000}, false, {}, monday, monday + 4}),
                 std::string());
        QCOMPARE(r.made.size(), std::size_t(4)); // two bays; of the first one a tenth is not it
        const Activity& first = *r.programme.activities.row(r.made.front());
        QVERIFY(first.location == r.at("CH3") && first.constraint);
        const Schedule dates = schedule(r.programme);
        QCOMPARE(placedWork(r.programme, dates).runs.size(), std::size_t(2));
        QVERIFY(!placedWork(r.programme, dates).runs[0].up);
    }
    void refusedDrawing() {
        Road r;
        const auto says = [&](const DrawnWork& drawn, const char* word) {
            return r.draw(drawn).find(word) != std::string::npos;
        };
        QVERIFY(says({{}, {}, {}, r.at("RD"), MetreSpan{0, 100'000}, true, {}, monday, monday + -1}, "no time"));
        QVERIFY(says({{}, {}, {}, r.at("RD"), MetreSpan{0, 400}, true, {}, monday, monday}, "no length"));
        QVERIFY(says({{}, {}, {}, {}, {}, true, {}, monday, monday}, "no place"));
        QVERIFY(says({{}, {}, {}, {}, {}, true, {r.at("D1"), r.at("D2")}, monday, monday}, "fewer days"));
        QVERIFY(says({{}, {}, {}, {}, {}, true, {r.at("D1")}, monday + 5, monday + 6}, "no work in these days"));
        QVERIFY(r.programme.activities.empty());
    }

    /// Ends and all of a range along the line; beyond its bay into the line; all of its place is no range of its own.
    void shifted() {
        Road r;
        r.work("A", 5, "CH2", Travel::up);
        const auto shift = [&](RangePart part, Millimetres by) {
            return r.tried([&](Transaction& tx) { return shiftRange(tx, r.id("A"), part, by); });
        };
        const auto now = [&] { return *r.programme.activities.row(r.id("A")); };
        QCOMPARE(shift(RangePart::to, -40'000), std::string());
        QCOMPARE(now().stretchOfWork, std::optional(Stretch{100, 160}));
        QCOMPARE(shift(RangePart::from, -50'000), std::string());
        QVERIFY(now().location == r.at("RD") && now().stretchOfWork == Stretch({50, 160}));
        QVERIFY(!shift(RangePart::all, 200'000).empty()); // beyond the end of the road
        QVERIFY(!shift(RangePart::to, -110'000).empty());
        QCOMPARE(shift(RangePart::from, -50'000), std::string());
        QCOMPARE(shift(RangePart::to, 140'000), std::string());
        QVERIFY(!now().stretchOfWork);
        QCOMPARE(r.tried([&](Transaction& tx) { return movePlace(tx, r.id("A"), r.at("D1")); }), std::string());
        QCOMPARE(now().travel, Travel::byItself); // a dolphin has no chainage to go along
    }

    /// In order of time, of place; equal ones by their ids; the order of rows decides nothing.
    void chains() {
        Road r;
        for (const auto& [key, where] : {std::pair("C", "CH1"), std::pair("A", "CH3"), std::pair("B", "CH2")})
            r.work(key, 2, where);
        r.constrain("B", ConstraintType::startNotBefore, "2027-03-02");
        std::mt19937 random(2);
        for (int i = 0; i < 6; ++i) {
            auto rows = r.programme.activities.take();
            std::shuffle(rows.begin(), rows.end(), random);
            r.programme.activities.assign(std::move(rows));
            const Schedule dates = schedule(r.programme);
            std::vector<ActivityId> all{r.id("A"), r.id("B"), r.id("C")};
            std::shuffle(all.begin(), all.end(), random);
            QCOMPARE(chained(r.programme, dates, all, ChainOrder::time),
                     (std::vector{r.id("A"), r.id("C"), r.id("B")}));
            QCOMPARE(chained(r.programme, dates, all, ChainOrder::place),
                     (std::vector{r.id("C"), r.id("B"), r.id("A")}));
        }
        const std::vector<ActivityId> chain{r.id("C"), r.id("B"), r.id("A")};
        QCOMPARE(r.tried([&](Transaction& tx) { return linkChain(tx, chain); }), std::string());
        QCOMPARE(r.programme.links.size(), std::size_t(2));
        QCOMPARE(r.tried([&](Transaction& tx) { return linkChain(tx, chain); }), std::string());
        QCOMPARE(r.programme.links.size(), std::size_t(2)); // those that are there stay
        const std::vector<ActivityId> back{r.id("A"), r.id("C")};
        QVERIFY(!r.tried([&](Transaction& tx) { return linkChain(tx, back); }).empty());
    }

    /// Blocks from finish to start, lines by both ends, lines that meet from finish to start; then nothing clashes.
    void apart() {
        Road blocks;
        blocks.work("A", 4, "D1");
        blocks.work("B", 3, "D1");
        blocks.rule(2);
        QCOMPARE(blocks.apart(), std::string());
        QVERIFY(blocks.clashes().empty());
        QCOMPARE(blocks.programme.links.size(), std::size_t(1));
        QVERIFY(blocks.programme.links[0].type == LinkType::fs && blocks.programme.links[0].lag == 960);

        Road lines;
        lines.work("A", 20, "RD", Travel::up);
        lines.work("B", 10, "RD", Travel::up);
        lines.link("A", "B", LinkType::ss, 480);
        lines.rule(3);
        QCOMPARE(lines.apart(), std::string());
        QVERIFY(lines.clashes().empty());
        QCOMPARE(lines.programme.links.size(), std::size_t(2)); // the start that was there is longer, and the finish
        const Schedule dates = schedule(lines.programme);
        QCOMPARE(dates.calendarOf(dates.activities[1]).worked(dates.activities[1].earlyFinish) -
                     dates.calendarOf(dates.activities[0]).worked(dates.activities[0].earlyFinish),
                 Minutes(3 * 480));

        Road meeting;
        meeting.work("A", 10, "RD", Travel::up);
        meeting.work("B", 10, "RD", Travel::down);
        QCOMPARE(meeting.apart(), std::string());
        QVERIFY(meeting.clashes().empty());
        QCOMPARE(meeting.programme.links[0].type, LinkType::fs);
    }
    /// What has begun cannot come later; what leads to the other the other way round would be a loop.
    void notApart() {
        Road begun;
        begun.work("A", 4, "D1");
        begun.work("B", 3, "D1");
        begun.programme.job.dataDate = startOf(dateFrom(2027, 3, 3));
        for (const char* key : {"A", "B"})
            begun.change(key, [](Activity& a) {
                a.actualStart = startOf(dateFrom(2027, 3, 1)) + 480;
                a.remaining = 960;
            });
        QVERIFY(begun.apart().find("has begun") != std::string::npos);
        Road loop;
        loop.work("A", 4, "D1");
        loop.work("B", 3, "D1");
        loop.link("B", "A", LinkType::ff); // A ends behind B, and begins with it
        QVERIFY(!loop.apart().empty());
        // Meant so: with its reason, and back again.
        const Clash clash = loop.clashes().front();
        QVERIFY(!loop.tried([&](Transaction& tx) { return setClashAside(tx, clash, ""); }).empty());
        QCOMPARE(loop.tried([&](Transaction& tx) { return setClashAside(tx, clash, "two crews"); }), std::string());
        QCOMPARE(loop.clashes().front().meant, std::optional<std::string>("two crews"));
        QCOMPARE(loop.tried([&](Transaction& tx) { return setClashAside(tx, clash, ""); }), std::string());
        QVERIFY(!loop.clashes().front().meant);
    }
};

QTEST_GUILESS_MAIN(PlaceHandsTest)
#include "place_hands_test.moc"
