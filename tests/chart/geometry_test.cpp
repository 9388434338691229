// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Geometry by its properties: what is laid out does not overlap, hangs together, answers to the pointer where it lies,
// and is the same whichever part of it is asked for.
#include "chart/layout/bar_layout.h"
#include "chart/layout/line_layout.h"
#include "chart/layout/tree_layout.h"
#include "chart/layout/week_layout.h"
#include "chart/layout/year_layout.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

#include <algorithm>
#include <chrono>
#include <cmath>
#include <random>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

#define SEEDED(condition) QVERIFY2(condition, qPrintable(QStringLiteral("seed %1").arg(seed)))

bool overlap(const Box& a, const Box& b) {
    return a.x + 0.01 < b.x + b.width && b.x + 0.01 < a.x + a.width && a.y + 0.01 < b.y + b.height &&
           b.y + 0.01 < a.y + a.height;
}

std::vector<TreeItem> randomTree(std::uint32_t seed, int count) {
    std::mt19937 random(seed);
    std::vector<TreeItem> items;
    for (int i = 0; i < count; ++i) {
        TreeItem item;
        item.id = std::uint32_t(i);
        item.parent = i == 0 ? -1 : int(random() % std::uint32_t(i));
        while (item.parent >= 0 && items[std::size_t(item.parent)].leaf)
            item.parent = items[std::size_t(item.parent)].parent;
        item.folded = random() % 6 == 0 && i > 0;
        item.leaf = i > 0 && random() % 4 == 0;
        item.name = std::string(3 + random() % 30, 'x');
        item.code = std::to_string(i);
        items.push_back(std::move(item));
    }
    return items;
}

bool hiddenByFolding(const std::vector<TreeItem>& items, std::size_t item) {
    for (int at = items[item].parent; at >= 0; at = items[std::size_t(at)].parent)
        if (items[std::size_t(at)].folded) return true;
    return false;
}

DayWork randomWork(std::mt19937& random) {
    DayWork work;
    int at = int(random() % 600);
    for (int i = int(random() % 4); i > 0; --i) {
        const int from = at + int(random() % 300), to = from + 5 + int(random() % 500);
        if (from >= 1440 || to > 2880) break;
        work.push_back({from, to});
        at = to + int(random() % 3) * 20;
    }
    return faultOf(work) ? DayWork{} : work;
}

} // namespace

class GeometryTest : public QObject {
    Q_OBJECT
private slots:
    // ---- time

    void scalesGoBothWays() {
        std::mt19937 random(3);
        for (int round = 0; round < 5000; ++round) {
            const TimeScale scale{startOf(dateFrom(2027, 1, 1) + int(random() % 900)),
                                  0.02 + double(random() % 24000) / 100};
            const Instant t = scale.origin + Minutes(random() % 2000000);
            QVERIFY(std::abs((scale.at(scale.x(t)) - t)) <= 1);
            QVERIFY(scale.x(t + 60) > scale.x(t));
        }
    }

    /// At every zoom cells follow each other without holes, and words stand only where there is room.
    void axisCellsJoinOn() {
        std::mt19937 random(4);
        for (int round = 0; round < 400; ++round) {
            const double zoom =
                std::exp(std::log(leastPixelsPerDay) +
                         double(random() % 1000) / 1000 * std::log(mostPixelsPerDay / leastPixelsPerDay));
            const TimeScale scale{startOf(dateFrom(2026, 1, 1) + int(random() % 2000)) + Minutes(random() % 1440),
                                  zoom};
            const AxisLayout axis = axisFor(scale, 900, dateFrom(2025, 12, 29)); // there is no week 0 to be looked at
            for (const auto* line : {&axis.upper, &axis.lower}) {
                // Where quarters would be a haze there is no lower line; weeks begin with the first that is counted.
                if (line == &axis.lower && line->empty()) {
                    QVERIFY(zoom * 91 < 22);
                    continue;
                }
                const double spare = line == &axis.lower && axis.weeks ? line->front().x1 - line->front().x0 : 0.5;
                QVERIFY(line->front().x0 <= spare && line->back().x1 >= 899);
                for (std::size_t i = 1; i < line->size(); ++i)
                    QVERIFY2(std::abs((*line)[i].x0 - (*line)[i - 1].x1) < 0.01, qPrintable(QString::number(zoom)));
                for (const AxisCell& cell : *line) QVERIFY(cell.x1 > cell.x0);
            }
            QVERIFY2(axis.lower.size() < 200, "the lower line is a haze");
        }
    }

    /// Week 1 holds the start, every seventh day another begins: counted with std::chrono.
    void contractWeeksCountFromTheStart() {
        using namespace std::chrono;
        for (int start = 0; start < 14; ++start) {
            const Date first = dateFrom(2026, 3, 2) + start;
            // The Monday of the week that holds the start.
            const sys_days day = sys_days{year{2026} / 3 / 2} + days{start};
            const sys_days monday = day - days{int((std::chrono::weekday{day}.c_encoding() + 6) % 7)};
            for (int later = 0; later < 800; later += 5) {
                const auto weeks = duration_cast<days>(day + days{later} - monday).count() / 7 + 1;
                QCOMPARE(contractWeek(first + later, first), int(weeks));
            }
        }
    }

    // ---- bars

    /// Laid out a few rows at a time, a chart is the same as all at once; links are right-angled and lead between bars.
    void partsOfAChartAreThoseOfTheWhole() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            RandomShape shape;
            shape.activities = 40;
            const Programme programme = randomProgramme(seed, shape);
            const Schedule schedule = yarrin::schedule(programme);
            if (!schedule.ok()) continue;
            const auto rows = rowsFor(programme, schedule, {}, {});
            const auto request = [&](std::size_t first, std::size_t last) {
                return BarRequest{programme, schedule, rows, first, last, {programme.job.start, 8},
                                  100000,    {},       {},   true};
            };
            const BarLayout all = layoutBars(request(0, rows.size()));
            std::set<std::uint32_t> links, linksOfParts;
            for (const LinkShape& link : all.links) links.insert(link.link.value);
            std::vector<BarShape> bars;
            for (std::size_t first = 0; first < rows.size(); first += 7) {
                const BarLayout part = layoutBars(request(first, std::min(first + 7, rows.size())));
                bars.insert(bars.end(), part.bars.begin(), part.bars.end());
                for (const LinkShape& link : part.links) linksOfParts.insert(link.link.value);
            }
            SEEDED(links == linksOfParts);
            SEEDED(bars.size() == all.bars.size());
            for (std::size_t i = 0; i < bars.size(); ++i) {
                SEEDED(bars[i].activity == all.bars[i].activity && bars[i].x0 == all.bars[i].x0 &&
                       bars[i].y == all.bars[i].y);
                const ActivityFigures& f = schedule.activities[programme.activities.indexOf(bars[i].activity)];
                const TimeScale scale{programme.job.start, 8};
                SEEDED(bars[i].diamond || std::abs(bars[i].x0 - scale.x(f.earlyStart)) < 0.01);
                SEEDED(bars[i].tone == toneOf(f));
            }
            for (const LinkShape& link : all.links) {
                SEEDED(link.points.size() >= 2);
                for (std::size_t i = 1; i < link.points.size(); ++i)
                    SEEDED(link.points[i].x == link.points[i - 1].x || link.points[i].y == link.points[i - 1].y);
                const std::size_t index = programme.links.indexOf(link.link);
                SEEDED(link.driving == (schedule.driving[index] != 0));
            }
        }
    }

    /// Whatever a lens groups and sorts by, every activity that it shows stands in one row, below a heading that counts
    /// it.
    void everyLensShowsEachActivityOnce() {
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            Programme programme = randomProgramme(seed, {});
            std::mt19937 random(seed);
            programme.breakdown.append({BreakdownId{1}, "B1", "Outer", {}, {}});
            programme.breakdown.append({BreakdownId{2}, "B2", "Inner", BreakdownId{1}, {}});
            std::vector<Activity> list = programme.activities.take();
            for (Activity& activity : list) activity.breakdown = BreakdownId{std::uint32_t(random() % 3)};
            programme.activities.assign(std::move(list));
            const Schedule schedule = yarrin::schedule(programme);
            if (!schedule.ok()) continue;
            const Lookup lookup(programme);
            const FieldContext context(programme, schedule, &lookup);
            std::vector<std::string> grouping, all;
            for (const ViewField& field : fieldsOf(programme)) {
                all.push_back(field.name);
                if (field.groups) grouping.push_back(field.name);
            }
            for (int round = 0; round < 24; ++round) {
                Lens lens;
                lens.groups.clear();
                for (std::uint32_t level = 0; level < random() % 4; ++level)
                    lens.groups.push_back({grouping[random() % grouping.size()], random() % 2 == 0});
                for (std::uint32_t key = 0; key < random() % 3; ++key)
                    lens.order.push_back({all[random() % all.size()], random() % 2 == 0});
                const auto rows = rowsFor(context, lens, {});
                std::multiset<std::uint32_t> shown;
                std::vector<std::pair<std::size_t, std::size_t>> open; // headings above: their row, and what they count
                for (std::size_t i = 0; i < rows.size(); ++i) {
                    while (!open.empty() && rows[open.back().first].depth >= rows[i].depth) {
                        SEEDED(open.back().second == rows[open.back().first].count);
                        open.pop_back();
                    }
                    SEEDED(rows[i].depth <= int(open.size()));
                    if (rows[i].isGroup) {
                        open.emplace_back(i, 0);
                        continue;
                    }
                    shown.insert(rows[i].activity.value);
                    for (auto& [row, count] : open) ++count;
                }
                SEEDED(shown.size() == programme.activities.size());
                SEEDED(std::set<std::uint32_t>(shown.begin(), shown.end()).size() == shown.size());
                // No two groups are one, so that each folds alone.
                std::set<std::uint32_t> numbers;
                std::size_t groups = 0;
                for (const ChartRow& row : rows)
                    if (row.isGroup) {
                        numbers.insert(row.group);
                        ++groups;
                    }
                SEEDED(numbers.size() == groups);
                if (!lens.groups.empty() || lens.order.empty()) continue;
                const auto field = fieldNamed(programme, lens.order.front().field);
                for (std::size_t i = 1; i < rows.size(); ++i) {
                    const FieldValue x = field->value(context, rows[i - 1].index);
                    const FieldValue y = field->value(context, rows[i].index);
                    const bool nothing = std::holds_alternative<std::monostate>(y);
                    const int order = compareValues(x, y);
                    SEEDED(nothing || (lens.order.front().down ? order >= 0 : order <= 0));
                }
            }
        }
    }

    // ---- trees

    void boxesOfATreeNeverOverlapAndLieBelowTheirParents() {
        for (std::uint32_t seed = 1; seed <= 120; ++seed)
            for (const TreeArrangement arrangement :
                 {TreeArrangement::across, TreeArrangement::stacked, TreeArrangement::outline}) {
                auto items = randomTree(seed, 30);
                const TreeLayout layout = layOutTree(items, arrangement, 1 + seed % 5);
                std::size_t shown = 0;
                for (std::size_t i = 0; i < items.size(); ++i) shown += !hiddenByFolding(items, i);
                SEEDED(layout.boxes.size() == shown);
                std::vector<const Box*> boxOf(items.size());
                for (const TreeBox& box : layout.boxes) boxOf[box.item] = &box.box;
                for (std::size_t a = 0; a < layout.boxes.size(); ++a) {
                    const Box& box = layout.boxes[a].box;
                    SEEDED(box.x >= 0 && box.y >= 0 && box.x + box.width <= layout.width + 0.01 &&
                           box.y + box.height <= layout.height + 0.01);
                    for (std::size_t b = a + 1; b < layout.boxes.size(); ++b)
                        SEEDED(!overlap(box, layout.boxes[b].box));
                    const int parent = items[layout.boxes[a].item].parent;
                    if (parent >= 0) SEEDED(box.y > boxOf[std::size_t(parent)]->y);
                    // The pointer finds each box, and what stands for it.
                    const TreeBox* found = layout.at(box.x + box.width / 2, box.y + box.height / 2);
                    SEEDED(found && found->item == layout.boxes[a].item);
                    // Activities have ids of their own: what is asked for by id is a group.
                    const TreeItem& item = items[layout.boxes[a].item];
                    SEEDED(layout.of(item.id, items) == (item.leaf ? nullptr : &layout.boxes[a]));
                }
                for (const TreeLine& line : layout.lines) {
                    SEEDED(line.x0 == line.x1 || line.y0 == line.y1);
                    // No line runs through a box.
                    for (const TreeBox& one : layout.boxes) {
                        const Box& b = one.box;
                        SEEDED(std::max(line.x0, line.x1) <= b.x || std::min(line.x0, line.x1) >= b.x + b.width ||
                               std::max(line.y0, line.y1) <= b.y || std::min(line.y0, line.y1) >= b.y + b.height);
                    }
                }
                // On a narrow page rows show it no smaller than one row does.
                const auto zoom = [](const TreeLayout& l) { return std::min({1.0, 700 / l.width, 500 / l.height}); };
                SEEDED(zoom(layOutTreeFor(items, arrangement, 700, 500)) >=
                       zoom(layOutTree(items, arrangement)) - 0.0001);
                for (std::size_t i = 0; i < items.size(); ++i)
                    if (!items[i].folded) SEEDED(items[i].hidden == 0);
            }
    }

    /// What is dropped never lands in itself; where it lands is a box that shows.
    void everyPlaceOfATreeLandsSomewhereSensible() {
        auto items = randomTree(9, 25);
        const TreeLayout layout = layOutTree(items, TreeArrangement::across);
        int landings = 0;
        for (double y = 0; y < layout.height; y += 9)
            for (double x = 0; x < layout.width; x += 9)
                if (const auto landing = landingAt(layout, items, TreeArrangement::across, x, y)) {
                    ++landings;
                    QVERIFY(landing->item < items.size() && !hiddenByFolding(items, landing->item));
                    if (landing->side == TreeLanding::Side::inside) QVERIFY(!items[landing->item].leaf);
                    if (items[landing->item].parent < 0) QVERIFY(landing->side == TreeLanding::Side::inside);
                }
        QVERIFY(landings > 50);
    }

    // ---- weeks and years

    void spellsAnswerWhereTheyLie() {
        std::mt19937 random(21);
        for (int round = 0; round < 400; ++round) {
            std::array<DayWork, 7> week;
            for (DayWork& work : week) work = randomWork(random);
            const WeekLayout layout = layOutWeek(week, 700, 320);
            for (const SpellShape& shape : layout.spells) {
                const Box& box = shape.box;
                QVERIFY(box.height >= 0 && box.x >= layout.area.x - 0.01 &&
                        box.x + box.width <= layout.area.x + layout.area.width + 0.01);
                QVERIFY(box.y + box.height <= layout.area.y + layout.area.height + 0.01);
                if (box.height < 30) continue;
                const WeekHit hit = layout.at(box.x + box.width / 2, box.y + box.height / 2);
                // Where a spell of the night before reaches into another, the later one drawn answers.
                bool covered = false;
                for (const SpellShape& other : layout.spells) {
                    const Box reach{other.box.x, other.box.y - 4, other.box.width, other.box.height + 8};
                    covered = covered || (&other != &shape && overlap(reach, box));
                }
                if (covered) continue;
                QCOMPARE(hit.part, SpellPart::body);
                QCOMPARE(hit.spellDay, shape.weekday);
                QCOMPARE(hit.spell, shape.spell);
                QCOMPARE(layout.at(box.x + box.width / 2, box.y + box.height - 1).part,
                         std::abs(box.y + box.height - layout.area.y - layout.area.height) > 0.5 || shape.carried
                             ? SpellPart::end
                             : SpellPart::body);
            }
        }
    }

    /// However a spell is dragged, the day stays one that can be worked, with as many spells as before.
    void draggingKeepsADayWhole() {
        std::mt19937 random(22);
        for (int round = 0; round < 20000; ++round) {
            const DayWork work = randomWork(random);
            if (work.empty()) continue;
            const std::size_t spell = random() % work.size();
            const int by = int(random() % 4000) - 2000;
            for (const SpellPart part : {SpellPart::start, SpellPart::body, SpellPart::end}) {
                const DayWork after = dragged(work, spell, part, by);
                QCOMPARE(after.size(), work.size());
                QVERIFY2(!faultOf(after),
                         qPrintable(QString::fromStdString(dayWorkText(work) + " by " + std::to_string(by) + " gives " +
                                                           dayWorkText(after))));
                for (std::size_t i = 0; i < work.size(); ++i)
                    if (i != spell) QVERIFY(after[i] == work[i]);
                if (part == SpellPart::body)
                    QCOMPARE(after[spell].to - after[spell].from, work[spell].to - work[spell].from);
            }
        }
    }

    void aNewSpellNeverRunsIntoAnother() {
        std::mt19937 random(23);
        int made = 0;
        for (int round = 0; round < 20000; ++round) {
            const DayWork work = randomWork(random);
            const int from = int(random() % 1440), to = from + int(random() % 600) - 100;
            if (const auto with = withSpell(work, from, to)) {
                ++made;
                QCOMPARE(with->size(), work.size() + 1);
                QVERIFY(!faultOf(*with));
            }
        }
        QVERIFY(made > 1000);
    }

    /// Whatever day weeks begin on has the first column, and its head above it.
    void weeksBeginWhereTheyAreToldTo() {
        for (int first = 0; first < 7; ++first) {
            const YearLayout layout = layOutYear(continuous(), 0, false, 2027, {}, 700, 300, first);
            for (const MonthShape& month : layout.months)
                for (const DayShape& day : month.days) {
                    const int column = (weekday(day.date) - first + 7) % 7;
                    const Box& head = month.weekdays[std::size_t(weekday(day.date))];
                    QVERIFY(std::abs(day.box.x - head.x) < 0.01);
                    QVERIFY(std::abs(head.x - month.title.x - column * head.width) < 0.01);
                    const auto at = layout.headAt(head.x + 1, head.y + 1);
                    QVERIFY(at && at->weekday == weekday(day.date));
                }
        }
    }

    /// Each date of a year has one place, on its weekday's column (std::chrono), and answers there.
    void everyDateOfAYearHasItsPlace_data() {
        QTest::addColumn<int>("year");
        for (const int year : {1900, 2000, 2024, 2026, 2027, 2100}) QTest::addRow("%d", year) << year;
    }
    void everyDateOfAYearHasItsPlace() {
        using namespace std::chrono;
        QFETCH(int, year);
        ResolvedCalendar calendar = continuous();
        calendar.week[6].clear();
        calendar.exceptions.push_back({dateFrom(year, 12, 24), dateFrom(year, 12, 31), false, {}, "Shutdown"});
        const YearLayout layout = layOutYear(calendar, 0, false, year, {}, 700, 300);
        std::vector<const DayShape*> all;
        for (const MonthShape& month : layout.months)
            for (const DayShape& day : month.days) all.push_back(&day);
        const auto length =
            (sys_days{std::chrono::year{year + 1} / 1 / 1} - sys_days{std::chrono::year{year} / 1 / 1}).count();
        QCOMPARE(std::int64_t(all.size()), std::int64_t(length));
        std::map<std::pair<unsigned, unsigned>, double> columns;
        for (std::size_t i = 0; i < all.size(); ++i) {
            const DayShape& day = *all[i];
            QCOMPARE(day.date, dateFrom(year, 1, 1) + int(i));
            const sys_days when = sys_days{std::chrono::year{year} / 1 / 1} + days{int(i)};
            const unsigned column = (std::chrono::weekday{when}.c_encoding() + 6) % 7;
            const auto month = unsigned(year_month_day{when}.month());
            const auto [known, isNew] = columns.try_emplace({month, column}, day.box.x);
            QVERIFY(std::abs(known->second - day.box.x) < 0.01);
            QCOMPARE(layout.dayAt(day.box.x + day.box.width / 2, day.box.y + day.box.height / 2), &day);
            QCOMPARE(layout.day(day.date), &day);
            const bool shut = day.date >= dateFrom(year, 12, 24);
            QCOMPARE(day.tone, shut ? DayTone::off : (column == 6 ? DayTone::dayOff : DayTone::works));
        }
        const YearSum sum = sumOf(layout);
        QCOMPARE(sum.exceptions, 8);
        QCOMPARE(sum.works, int(std::count_if(all.begin(), all.end(),
                                              [](const DayShape* d) { return d->tone == DayTone::works; })));
    }

    // ---- lines

    /// Every point lies between the axes, higher values higher up; ticks are round and rise.
    void linesStayBetweenTheirAxes() {
        std::mt19937 random(31);
        for (int round = 0; round < 500; ++round) {
            const double size = std::pow(10, int(random() % 8));
            std::vector<LineSeries> series(1 + random() % 3);
            const std::size_t count = 2 + random() % 30;
            std::vector<double> places;
            for (std::size_t i = 0; i < count; ++i) places.push_back(double(i));
            for (LineSeries& one : series)
                for (std::size_t i = 0; i < count; ++i)
                    one.values.push_back(random() % 7 ? std::optional(size * double(random() % 1000) / 1000)
                                                      : std::nullopt);
            const LineLayout layout = layoutLines(series, places, 500, 240);
            for (std::size_t s = 0; s < series.size(); ++s) {
                const auto there = std::count_if(series[s].values.begin(), series[s].values.end(),
                                                 [](const auto& v) { return v.has_value(); });
                QCOMPARE(layout.lines[s].size(), std::size_t(there));
                std::size_t at = 0;
                double lastY = 0, lastValue = -1;
                for (std::size_t i = 0; i < count; ++i) {
                    if (!series[s].values[i]) continue;
                    const LinePoint& point = layout.lines[s][at++];
                    QVERIFY(point.x >= layout.left - 0.01 && point.x <= layout.right + 0.01);
                    QVERIFY(point.y >= layout.top - 0.01 && point.y <= layout.bottom + 0.01);
                    if (lastValue >= 0 && *series[s].values[i] > lastValue) QVERIFY(point.y < lastY);
                    lastValue = *series[s].values[i];
                    lastY = point.y;
                }
            }
            for (std::size_t i = 1; i < layout.ticks.size(); ++i) {
                QVERIFY(layout.ticks[i].value > layout.ticks[i - 1].value && layout.ticks[i].y < layout.ticks[i - 1].y);
                QVERIFY2(layout.ticks[i - 1].y - layout.ticks[i].y > 14, "figures on the axis run into each other");
            }
        }
    }
};

QTEST_APPLESS_MAIN(GeometryTest)
#include "geometry_test.moc"
