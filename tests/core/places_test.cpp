// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Where work is: fronts found minute by minute, runs and rules by hand, clashes against a brute force over minutes and
// metres on random programmes; whatever the order of rows.
#include "core/places/clashes.h"
#include "core/places/meeting.h"
#include "edit/place_edits.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

#include <cmath>
#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// A causeway of four bays of 100 m, and a berth of two dolphins without chainage.
struct Works : Builder {
    Works() {
        place("CW", {}, 0, 400);
        for (int bay = 0; bay < 4; ++bay) place("CH" + std::to_string(bay + 1), "CW", 100 * bay, 100 * bay + 100);
        place("BE", {});
        place("D1", "BE");
        place("D2", "BE");
    }
    Works& work(const std::string& key, int days, const std::string& where, Travel travel = Travel::byItself,
                std::optional<Stretch> own = {}) {
        task(key, days);
        change(key, [&](Activity& activity) {
            activity.location = at(where);
            activity.travel = travel;
            activity.stretchOfWork = own;
        });
        return *this;
    }
    Works& from(const std::string& key, const std::string& date) {
        constrain(key, ConstraintType::startNotBefore, date);
        return *this;
    }
    /// Days between two items of the book.
    PlaceRule& rule(std::optional<int> days, std::optional<int> metres = {}) {
        PlaceRule one;
        one.id = programme.placeRules.freshId();
        if (days) one.days = Decimal(*days);
        if (metres) one.metres = Decimal(*metres);
        programme.placeRules.append(one);
        m_rule = one;
        return m_rule;
    }
    void set(const PlaceRule& one) { programme.placeRules.replace(programme.placeRules.indexOf(one.id), one); }
    [[nodiscard]] Clashes clashes() const {
        const Schedule dates = schedule(programme);
        return clashesOf(programme, dates, placedWork(programme, dates));
    }

private:
    PlaceRule m_rule;
};

std::string key(const Programme& p, ActivityId id) {
    return p.activities.row(id)->key;
}
/// "at_once A B 100-200", in order.
std::vector<std::string> told(const Programme& p, const Clashes& clashes) {
    std::vector<std::string> out;
    for (const Clash& one : clashes.found) {
        std::string text = std::string(wordOf(one.kind)) + " " + key(p, one.one) + " " + key(p, one.other);
        if (one.span) text += " " + std::to_string(one.span->from / 1000) + "-" + std::to_string(one.span->to / 1000);
        out.push_back(text);
    }
    return out;
}
using Told = std::vector<std::string>;

void shuffle(Programme& p, std::mt19937& random) {
    const auto mix = [&](auto& table) {
        auto rows = table.take();
        std::shuffle(rows.begin(), rows.end(), random);
        table.assign(std::move(rows));
    };
    mix(p.activities);
    mix(p.links);
    mix(p.placeRules);
    mix(p.allocations);
}

/// Where the front is at a minute, from the minutes worked by then: nothing is taken from ways.
double counted(const Programme& p, const Schedule& dates, const Piece& piece, Instant when) {
    const ActivityFigures& f = dates.activities[piece.index];
    const WorkCalendar& own = dates.calendarOf(f);
    const double all = double(own.worked(piece.finish) - own.worked(piece.start));
    const double done = std::clamp(double(own.worked(when) - own.worked(piece.start)) / all, 0.0, 1.0);
    const Profile pace = paceOf(p, p.activities[piece.index], *piece.span);
    double place = done * double(piece.span->length());
    if (!pace.empty()) {
        double sum = 0, gone = 0;
        for (const ProfilePart& part : pace) sum += part.quantity.toDouble();
        place = 0;
        std::vector<ProfilePart> parts = pace;
        if (piece.travel == Travel::down) std::reverse(parts.begin(), parts.end());
        for (const ProfilePart& part : parts) {
            const double left = done * sum - gone, here = part.quantity.toDouble();
            if (here > 0) place += double(part.span.length()) * std::clamp(left / here, 0.0, 1.0);
            gone += here;
        }
    }
    return piece.travel == Travel::down ? double(piece.span->to) - place : double(piece.span->from) + place;
}

} // namespace

class PlacesTest : public QObject {
    Q_OBJECT
private slots:
    /// Every minute of random work: the way is where the minutes worked say, to the millimetre that ways are exact to.
    void minuteByMinute() {
        std::mt19937 random(5);
        for (int round = 0; round < 40; ++round) {
            Works w;
            const bool up = random() % 2 == 0;
            w.work("A", 1 + int(random() % 9), "CW", up ? Travel::up : Travel::down,
                   random() % 2 ? std::optional<Stretch>() : Stretch{Decimal(50), Decimal(350)});
            if (random() % 2) w.change("A", [](Activity& a) { a.calendar = Builder::six; });
            if (random() % 2) { // quantities by bay
                BillItem item;
                item.id = BillItemId{1};
                item.key = "P";
                item.unit = "t";
                for (std::uint32_t bay = 1; bay <= 4; ++bay) {
                    item.id = BillItemId{bay};
                    item.key = "P" + std::to_string(bay);
                    item.quantity = Decimal(int(100 + random() % 900));
                    item.location = w.at("CH" + std::to_string(bay));
                    w.programme.bill.append(item);
                    Allocation one;
                    one.id = AllocationId{bay};
                    one.item = item.id;
                    one.activity = w.id("A");
                    one.quantity = item.quantity;
                    w.programme.allocations.append(one);
                }
            }
            const Schedule dates = schedule(w.programme);
            const PlacedWork placed = placedWork(w.programme, dates);
            QCOMPARE(placed.pieces.size(), std::size_t(1));
            const Piece& piece = placed.pieces[0];
            const auto ways = waysOf(w.programme, dates, piece);
            QCOMPARE(ways.size(), std::size_t(1));
            const auto sketch = sketchOf(w.programme, dates, piece);
            // Shares of quantities are held to a millionth, which is less than a millimetre of this line.
            for (Instant t = piece.start; t <= piece.finish; t = t + 7) {
                const double is = double(placeAt(ways[0], t)), should = counted(w.programme, dates, piece, t);
                QVERIFY2(std::abs(is - should) <= 2.0,
                         qPrintable(QStringLiteral("round %1: %2 against %3").arg(round).arg(is).arg(should)));
            }
            for (const WayPoint& point : sketch[0])
                QVERIFY(std::abs(double(point.at) - counted(w.programme, dates, piece, point.when)) <= 2.0);
            for (Millimetres at = piece.span->from; at <= piece.span->to; at += 7919) {
                const auto pass = passing(ways[0], at);
                QVERIFY(pass && pass->arrives <= pass->leaves);
                // A minute before it is not there yet, a minute on it is there or beyond.
                const Millimetres sign = piece.travel == Travel::down ? -1 : 1;
                QVERIFY(sign * placeAt(ways[0], pass->arrives - 1) <= sign * at);
                QVERIFY(sign * placeAt(ways[0], pass->arrives + 1) >= sign * at);
            }
        }
    }

    /// From both ends the fronts meet in the middle; what is half done by the data date stands there and goes on.
    void directions() {
        Works w;
        w.work("A", 4, "CW", Travel::fromEnds).work("B", 4, "CW", Travel::fromMiddle);
        w.programme.job.dataDate = startOf(dateFrom(2027, 3, 3));
        w.work("C", 10, "CW", Travel::up);
        w.change("C", [](Activity& c) {
            c.actualStart = startOf(dateFrom(2027, 3, 1)) + 480;
            c.remaining = 5 * 480;
        });
        const Schedule dates = schedule(w.programme);
        const PlacedWork placed = placedWork(w.programme, dates);
        const auto ends = waysOf(w.programme, dates, placed.pieces[0]);
        QCOMPARE(ends.size(), std::size_t(2));
        QCOMPARE(ends[0].front().at, Millimetres(0));
        QCOMPARE(ends[1].front().at, Millimetres(400'000));
        QCOMPARE(ends[0].back().at, ends[1].back().at);
        const auto middle = waysOf(w.programme, dates, placed.pieces[1]);
        QCOMPARE(middle[0].front().at, Millimetres(200'000));
        QCOMPARE(middle[1].back().at, Millimetres(400'000));
        const auto on = waysOf(w.programme, dates, placed.pieces[2]);
        QCOMPARE(placeAt(on[0], *w.programme.job.dataDate), Millimetres(200'000));
        QCOMPARE(on[0].back().at, Millimetres(400'000));
        QVERIFY(std::is_sorted(on[0].begin(), on[0].end(), [](const auto& a, const auto& b) { return a.at < b.at; }));
    }

    /// Alike pieces over bays that touch, one after the other, are one line; a gap, a turn or a tie ends it.
    void runs() {
        Works w;
        for (int bay = 1; bay <= 4; ++bay) {
            w.work("A" + std::to_string(bay), 2, "CH" + std::to_string(bay));
            w.change("A" + std::to_string(bay), [](Activity& a) { a.name = "Armour"; });
            if (bay > 1) w.link("A" + std::to_string(bay - 1), "A" + std::to_string(bay));
        }
        w.work("B1", 2, "CH4").work("B2", 2, "CH3").work("B3", 2, "CH1");
        for (const char* one : {"B1", "B2", "B3"}) w.change(one, [](Activity& a) { a.name = "Backfill"; });
        w.link("B1", "B2").link("B2", "B3");
        std::mt19937 random(3);
        for (int round = 0; round < 8; ++round) {
            const Schedule dates = schedule(w.programme);
            const PlacedWork placed = placedWork(w.programme, dates);
            QCOMPARE(placed.runs.size(), std::size_t(2));
            const bool armourFirst = placed.runs[0].name == "Armour";
            const Run& armour = placed.runs[armourFirst ? 0 : 1];
            const Run& backfill = placed.runs[armourFirst ? 1 : 0];
            QVERIFY(armour.up && !backfill.up);
            Told keys;
            for (const std::size_t one : armour.pieces) keys.push_back(key(w.programme, placed.pieces[one].activity));
            QCOMPARE(keys, (Told{"A1", "A2", "A3", "A4"}));
            QCOMPARE(backfill.pieces.size(), std::size_t(2)); // the bay between is missing
            for (const Piece& piece : placed.pieces)
                if (key(w.programme, piece.activity) == "B3") QCOMPARE(piece.travel, Travel::stands);
            shuffle(w.programme, random);
        }
        for (std::size_t i = 0; i < w.programme.links.size(); ++i) // A1 and A2 begin together
            if (w.programme.links[i].to == w.id("A2")) w.programme.links.erase(i--);
        const Schedule dates = schedule(w.programme);
        for (const Run& run : placedWork(w.programme, dates).runs)
            if (run.name == "Armour") QCOMPARE(run.pieces.size(), std::size_t(3));
    }

    /// Two blocks in one bay: at once where their days overlap, not where one ends as the other begins; with one day
    /// wanted between them, too soon; the mirror image the same.
    void blocksByHand() {
        Works w;
        w.work("A", 3, "CH2").work("B", 3, "CH2").work("C", 2, "CH3").work("D", 2, "D1");
        QCOMPARE(told(w.programme, w.clashes()), (Told{"at_once A B 100-200"}));
        w.link("A", "B");
        QCOMPARE(told(w.programme, w.clashes()), Told{});
        PlaceRule day = w.rule(1);
        const Clashes soon = w.clashes();
        QCOMPARE(told(w.programme, soon), (Told{"too_soon A B 100-200"}));
        QCOMPARE(soon.found[0].gap, Minutes(0));
        QCOMPARE(soon.found[0].wanted, Minutes(480));
        w.programme.links.erase(0);
        w.link("B", "A");
        QCOMPARE(told(w.programme, w.clashes()), (Told{"too_soon B A 100-200"}));
        w.programme.links.erase(0);
        w.link("A", "B", LinkType::fs, 479);
        QCOMPARE(told(w.programme, w.clashes()), Told{}); // a minute is not told
        w.programme.links.erase(0);
        w.link("A", "B", LinkType::fs, 478);
        QCOMPARE(told(w.programme, w.clashes()), (Told{"too_soon A B 100-200"}));
        // By the clock a weekend counts: A ends on Wednesday evening, B begins on Thursday morning.
        w.programme.links.erase(0);
        w.link("A", "B");
        day.daysOf = LagCalendar::continuous;
        w.set(day);
        QCOMPARE(w.clashes().found.at(0).gap, Minutes(15 * 60));
        QVERIFY(w.clashes().found.at(0).wanted == 1440);
    }

    /// What takes a group of places is in the way of all inside it; places beside each other are not.
    void groups() {
        Works w;
        w.work("A", 3, "BE").work("B", 3, "D1").work("C", 3, "D2");
        QCOMPARE(told(w.programme, w.clashes()), (Told{"at_once A B", "at_once A C"}));
        w.place("N1", "CH1");
        w.place("S1", "CH1");
        w.work("N", 3, "N1").work("S", 3, "S1").work("K", 3, "CH1");
        QCOMPARE(told(w.programme, w.clashes()),
                 (Told{"at_once A B", "at_once A C", "at_once K N 0-100", "at_once K S 0-100"}));
    }

    /// Two lines upwards: the faster one behind catches up with the slower one; with the same pace it never does.
    void linesByHand() {
        Works w;
        w.work("A", 20, "CW", Travel::up).work("B", 10, "CW", Travel::up);
        w.link("A", "B", LinkType::ss, 5 * 480);
        const Clashes met = w.clashes();
        QCOMPARE(met.found.size(), std::size_t(1));
        // A is at 20 m a day, B at 40 m a day from day 5 on: at 200 m after ten days.
        QVERIFY(met.found[0].span->from <= 200'000 && met.found[0].span->to >= 200'000);
        QVERIFY(met.found[0].span->length() < 50'000);
        w.change("B", [](Activity& b) { b.duration = 20 * 480; });
        QCOMPARE(told(w.programme, w.clashes()), Told{});
        w.rule(5);
        QCOMPARE(told(w.programme, w.clashes()), Told{});
        PlaceRule six = w.programme.placeRules[0];
        six.days = Decimal(6);
        w.set(six);
        const Clashes soon = w.clashes();
        QCOMPARE(told(w.programme, soon), (Told{"too_soon A B 0-400"}));
        QCOMPARE(soon.found[0].gap, Minutes(5 * 480));
        // Five days behind at 0 m, half a day at the end: too soon for three days from where it is three on.
        w.change("B", [](Activity& b) { b.duration = 15 * 480 + 240; });
        six.days = Decimal(3);
        w.set(six);
        const Clashes end = w.clashes();
        QCOMPARE(end.found.size(), std::size_t(1));
        QCOMPARE(end.found[0].gap, Minutes(240));
        QCOMPARE(end.found[0].span->to, Millimetres(400'000));
        QVERIFY(std::abs(double(end.found[0].span->from) - 400'000 * 2 / 4.5) < 1500);
        // Metres: A 20 m a day, five days behind, is 100 m.
        w.change("B", [](Activity& b) { b.duration = 20 * 480; });
        six.days.reset();
        six.metres = Decimal(100);
        w.set(six);
        QCOMPARE(told(w.programme, w.clashes()), Told{});
        six.metres = Decimal(101);
        w.set(six);
        QCOMPARE(w.clashes().found.at(0).kind, ClashKind::tooNear);
        QCOMPARE(w.clashes().found.at(0).distance, Millimetres(100'000));
        // One up, one down: they meet.
        w.programme.placeRules.erase(0);
        w.change("B", [](Activity& b) { b.travel = Travel::down; });
        QCOMPARE(w.clashes().found.at(0).kind, ClashKind::atOnce);
        // Along together all the way.
        w.programme.links.erase(0);
        w.change("B", [](Activity& b) { b.travel = Travel::up; });
        for (const std::string& one : told(w.programme, w.clashes())) QVERIFY2(one == "at_once A B 0-400", one.c_str());
        QCOMPARE(w.clashes().found.size(), std::size_t(1));
    }

    /// The narrowest rule counts, either way round; of equals the strictest; together takes all away.
    void rules() {
        Works w;
        for (std::uint32_t i = 1; i <= 2; ++i) {
            BookItem item;
            item.id = BookItemId{i};
            item.key = "I" + std::to_string(i);
            item.name = item.key;
            item.unit = "m";
            w.programme.book.append(item);
        }
        w.work("A", 3, "CH1").work("B", 3, "CH1");
        w.change("A", [](Activity& a) { a.bookItem = BookItemId{1}; });
        w.change("B", [](Activity& b) { b.bookItem = BookItemId{2}; });
        PlaceRule all = w.rule({});
        all.together = true;
        w.set(all);
        QCOMPARE(told(w.programme, w.clashes()), Told{});
        PlaceRule narrow = w.rule(2);
        narrow.item = BookItemId{2};
        narrow.otherItem = BookItemId{1};
        w.set(narrow);
        QCOMPARE(told(w.programme, w.clashes()), (Told{"at_once A B 0-100"}));
        w.link("A", "B");
        PlaceRule same = w.rule(4);
        same.item = BookItemId{1};
        same.otherItem = BookItemId{2};
        w.set(same);
        QCOMPARE(w.clashes().found.at(0).wanted, Minutes(4 * 480));
        QCOMPARE(w.clashes().found.at(0).rules.size(), std::size_t(2));
        same.location = w.at("CH2");
        w.set(same);
        QCOMPARE(w.clashes().found.at(0).wanted, Minutes(2 * 480));
        std::mt19937 random(1);
        for (int i = 0; i < 6; ++i) {
            shuffle(w.programme, random);
            QCOMPARE(told(w.programme, w.clashes()), (Told{"too_soon A B 0-100"}));
        }
        // Set aside as meant so it is still told, and counts no more.
        SetAside aside;
        aside.id = SetAsideId{1};
        aside.concern = concernOf(ClashKind::tooSoon);
        aside.activity = w.id("B");
        aside.other = w.id("A");
        aside.reason = "trial bay";
        w.programme.setAside.append(aside);
        QCOMPARE(w.clashes().found.at(0).meant, std::optional<std::string>("trial bay"));
        QCOMPARE(w.clashes().ahead(), std::size_t(0));
    }

    /// Actual dates are told by the day: one that ended on the day on which the other began is no clash, on the day
    /// after it is one.
    void toldByTheDay() {
        Works w;
        w.work("A", 3, "CH1").work("B", 3, "CH1");
        w.programme.job.dataDate = startOf(dateFrom(2027, 3, 8));
        w.change("A", [](Activity& a) {
            a.actualStart = startOf(dateFrom(2027, 3, 1)) + 480;
            a.actualFinish = startOf(dateFrom(2027, 3, 3)) + 960;
        });
        w.change("B", [](Activity& b) { b.actualStart = startOf(dateFrom(2027, 3, 3)) + 480; });
        QCOMPARE(told(w.programme, w.clashes()), Told{});
        w.change("A", [](Activity& a) { a.actualFinish = startOf(dateFrom(2027, 3, 4)) + 960; });
        QCOMPARE(told(w.programme, w.clashes()), (Told{"at_once A B 0-100"}));
        QVERIFY(w.clashes().found[0].past);
    }

    /// Two lines that begin together, and two rules of as many days: whatever the order of rows, the same is told.
    void ties() {
        Works w;
        w.work("A", 10, "CW", Travel::up).work("B", 5, "CW", Travel::up);
        w.rule(2);
        PlaceRule clock = w.rule(2);
        clock.daysOf = LagCalendar::continuous;
        w.set(clock);
        std::mt19937 random(6);
        for (int i = 0; i < 10; ++i) {
            const Clashes found = w.clashes();
            QCOMPARE(found.found.size(), std::size_t(1));
            QCOMPARE(found.found[0].kind, ClashKind::tooSoon);
            QCOMPARE(key(w.programme, found.found[0].one), std::string("B")); // the faster one is in front
            QCOMPARE(found.found[0].wanted, Minutes(2 * 480));
            shuffle(w.programme, random);
        }
    }

    /// A crew that goes from bay to bay; with a lead it would have to be in two of them.
    void crews() {
        Works w;
        BookItem item;
        item.id = BookItemId{1};
        item.key = item.name = "Fix";
        item.unit = "m";
        w.programme.book.append(item);
        w.work("A", 3, "D1").work("B", 3, "D2");
        for (const char* one : {"A", "B"}) w.change(one, [](Activity& a) { a.bookItem = BookItemId{1}; });
        w.link("A", "B");
        QCOMPARE(told(w.programme, w.clashes()), Told{});
        w.programme.links.erase(0);
        w.link("A", "B", LinkType::fs, -480);
        QCOMPARE(told(w.programme, w.clashes()), (Told{"crew_twice A B"}));
    }

    /// Everything that a minute and a metre show, and nothing that they do not.
    void againstBruteForce() {
        std::mt19937 random(11);
        int met = 0, soon = 0, none = 0;
        for (int round = 0; round < 250; ++round) {
            Works w;
            const int wanted = int(random() % 4);
            if (wanted > 0) w.rule(wanted);
            for (int i = 0; i < 2; ++i) {
                const std::string name(1, char('A' + i));
                const auto travel = Travel(1 + random() % 3);
                const int from = 10 * int(random() % 20), to = from + 10 * int(1 + random() % 20);
                w.work(name, 1 + int(random() % 5), "CW", travel, Stretch{Decimal(from), Decimal(std::min(400, to))});
                w.from(name, isoDate(dateFrom(2027, 3, 1) + int(random() % 8)));
                if (random() % 3 == 0) w.change(name, [](Activity& a) { a.calendar = Builder::six; });
            }
            const Schedule dates = schedule(w.programme);
            const PlacedWork placed = placedWork(w.programme, dates);
            const Clashes found = clashesOf(w.programme, dates, placed);
            const Piece& a = placed.pieces[0];
            const Piece& b = placed.pieces[1];
            const auto fault = brute(w.programme, dates, a, b, wanted);
            if (!fault) continue; // a touch, which is as exact as a minute
            const auto is = found.found.empty() ? std::string("none") : std::string(wordOf(found.found[0].kind));
            QVERIFY2(is == *fault, qPrintable(QStringLiteral("round %1: %2 against %3")
                                                  .arg(round)
                                                  .arg(QString::fromStdString(is), QString::fromStdString(*fault))));
            met += *fault == "at_once";
            soon += *fault == "too_soon";
            none += *fault == "none";
        }
        QVERIFY2(met > 20 && soon > 20 && none > 20,
                 qPrintable(QStringLiteral("%1 %2 %3").arg(met).arg(soon).arg(none)));
    }

    /// Bad ranges, directions and rules are refused where they are typed, and nothing is half done.
    void badInput() {
        Works w;
        w.work("A", 3, "CH2").work("B", 3, "D1").work("C", 3, "CW");
        w.milestone("M");
        const auto tried = [&](const std::function<Outcome(Transaction&)>& act) { return run(w.programme, act); };
        const Programme before = w.programme;
        const auto refused = [&](const std::function<Outcome(Transaction&)>& act, const char* word) {
            const std::string said = tried(act);
            return said.find(word) != std::string::npos && w.programme == before;
        };
        QVERIFY(refused([&](Transaction& tx) { return setStretch(tx, w.id("A"), "50 – 150"); }, "leaves its location"));
        QVERIFY(refused([&](Transaction& tx) { return setStretch(tx, w.id("A"), "150 – 120"); }, "smaller"));
        QVERIFY(refused([&](Transaction& tx) { return setStretch(tx, w.id("B"), "0 – 10"); }, "has none"));
        QVERIFY(refused([&](Transaction& tx) { return setTravel(tx, w.id("B"), Travel::up); }, "no range"));
        QVERIFY(refused([&](Transaction& tx) { return setTravel(tx, w.id("M"), Travel::up); }, "only a task"));
        QVERIFY(refused([&](Transaction& tx) { return setPace(tx, w.id("C"), "Q7"); }, "no bill item"));
        QVERIFY(tried([&](Transaction& tx) { return setStretch(tx, w.id("C"), "0+050 to 0+150"); }).empty());
        QVERIFY(tried([&](Transaction& tx) { return setTravel(tx, w.id("C"), Travel::down); }).empty());
        QCOMPARE(w.programme.activities.row(w.id("C"))->stretchOfWork, std::optional(Stretch{50, 150}));
        PlaceRuleId id;
        QVERIFY(tried([&](Transaction& tx) -> Outcome {
                    auto made = addPlaceRule(tx);
                    id = *made;
                    return done();
                }).empty());
        const auto field = [&](PlaceRuleField which, const char* text) {
            return tried([&](Transaction& tx) { return setPlaceRuleField(tx, id, which, text); });
        };
        QVERIFY(!field(PlaceRuleField::days, "-1").empty() && !field(PlaceRuleField::metres, "x").empty());
        QVERIFY(!field(PlaceRuleField::one, "item Z9").empty() && !field(PlaceRuleField::location, "Mars").empty());
        QVERIFY(field(PlaceRuleField::metres, "40").empty() && field(PlaceRuleField::days, "").empty());
        QCOMPARE(w.programme.placeRules[0].metres, std::optional(Decimal(40)));
        QVERIFY(field(PlaceRuleField::together, "yes").empty());
        QVERIFY(w.programme.placeRules[0].together && !w.programme.placeRules[0].metres);
    }

private:
    /// What minutes and metres show of two pieces: a word, or nothing where it hangs on a minute.
    static std::optional<std::string> brute(const Programme& p, const Schedule& dates, const Piece& a, const Piece& b,
                                            int wanted) {
        const auto both = shared(*a.span, *b.span);
        if (!both) return "none";
        const auto trackOf = [&](const Piece& piece) {
            std::vector<double> at;
            if (piece.travel != Travel::stands)
                for (Instant t = piece.start; t <= piece.finish; t = t + 1) at.push_back(counted(p, dates, piece, t));
            return at;
        };
        const std::vector<double> tracks[] = {trackOf(a), trackOf(b)};
        const auto placed = [&](const Piece& piece, Instant t) {
            return tracks[&piece == &b][std::size_t(t - piece.start)];
        };
        // At once: minutes in which the one is where the other is, or passes it.
        double last = 0;
        bool any = false, met = false, close = false;
        for (Instant t = std::max(a.start, b.start); t <= std::min(a.finish, b.finish); t = t + 1) {
            const bool blockA = a.travel == Travel::stands, blockB = b.travel == Travel::stands;
            const double x = blockA ? 0 : placed(a, t), y = blockB ? 0 : placed(b, t);
            if (blockA && blockB) {
                met = t > std::max(a.start, b.start);
            } else if (blockA || blockB) {
                const double front = blockA ? y : x;
                const Piece& block = blockA ? a : b;
                const double inside = std::min(front - double(block.span->from), double(block.span->to) - front);
                if (inside > 700) met = true;
                if (inside > -700) close = true;
            } else {
                const double apart = x - y;
                if (any && ((last > 700 && apart < 700) || (last < -700 && apart > -700))) close = true;
                if (any && ((last > 0 && apart < 0) || (last < 0 && apart > 0))) met = true;
                if (std::abs(apart) < 700) close = true;
                if (std::abs(apart) > 700) {
                    last = apart;
                    any = true;
                }
            }
        }
        if (met) return "at_once";
        if (close) return {};
        if (wanted == 0) return "none";
        double least = 1e9;
        for (Millimetres at = both->from; at <= both->to; at += 500) {
            const auto time = [&](const Piece& piece) {
                if (piece.travel == Travel::stands) return std::pair(piece.start, piece.finish);
                // The first minute that is there, and the last one.
                const bool up = piece.travel == Travel::up;
                const std::vector<double>& track = tracks[&piece == &b];
                const auto beyond = [&](double x) { return up ? x - double(at) : double(at) - x; };
                const auto in =
                    std::partition_point(track.begin(), track.end(), [&](double x) { return beyond(x) < -1e-6; });
                const auto out =
                    std::partition_point(track.begin(), track.end(), [&](double x) { return beyond(x) <= 1e-6; });
                const auto when = [&](auto i) { return piece.start + (i - track.begin()); };
                return std::pair(when(in), out == track.begin() ? piece.start : when(out) - 1);
            };
            const auto [aIn, aOut] = time(a);
            const auto [bIn, bOut] = time(b);
            const bool aFirst = aOut <= bIn + 1;
            const Piece& second = aFirst ? b : a;
            const WorkCalendar& own = dates.calendarOf(dates.activities[second.index]);
            const Minutes gap = aFirst ? own.worked(bIn) - own.worked(aOut) : own.worked(aIn) - own.worked(bOut);
            least = std::min(least, double(gap) / double(own.dayMinutes()) - wanted);
        }
        if (std::abs(least) < 0.02) return {};
        return least < 0 ? "too_soon" : "none";
    }
};

QTEST_GUILESS_MAIN(PlacesTest)
#include "places_test.moc"
