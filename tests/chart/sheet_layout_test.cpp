// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Pages of table and bars by their properties: every row once and in order, headings with what they head, groups whole
// where it can be, as few pages as wished for, and nothing where the paper is too small.
#include "chart/layout/sheet_layout.h"

#include <QTest>

#include <random>

using namespace yarrin;

#define SEEDED(condition) QVERIFY2(condition, qPrintable(QStringLiteral("seed %1").arg(seed)))

namespace {

/// Rows by a word: "G" a group, "g" one within, "a" an activity.
std::vector<ChartRow> rowsOf(const char* word) {
    std::vector<ChartRow> rows;
    for (const char* at = word; *at; ++at) {
        ChartRow row;
        row.isGroup = *at != 'a';
        row.depth = *at == 'G' ? 0 : *at == 'g' ? 1 : 2;
        rows.push_back(row);
    }
    return rows;
}

std::vector<ChartRow> randomRows(std::uint32_t seed) {
    std::mt19937 random(seed);
    std::string word = "G";
    for (auto i = 20 + random() % 200; i > 0; --i) word += "aaaaaaagG"[random() % 9];
    return rowsOf((word + "a").c_str());
}

const Instant first = startOf(dateFrom(2027, 3, 1)), last = startOf(dateFrom(2028, 3, 1));

} // namespace

class SheetLayoutTest : public QObject {
    Q_OBJECT
private slots:
    void papersAreTheStandards() {
        QCOMPARE(paperNamed("A3")->width, 297.0);
        QCOMPARE(paperNamed("A3")->height, 420.0);
        QVERIFY(!paperNamed("B5"));
        for (std::size_t i = 1; i < paperSizes().size(); ++i) // each is two of the one before
            QCOMPARE(paperSizes()[i].width, paperSizes()[i - 1].height);
    }

    /// A page begins with a row of one's own choice, and goes on from there by itself.
    void ownBreaks() {
        const auto breaks = [](const char* rows, std::size_t per, std::vector<std::size_t> own) {
            return pageBreaks(rowsOf(rows), per, true, own);
        };
        using Breaks = std::vector<std::size_t>;
        QCOMPARE(breaks("aaaaaa", 5, {2}), (Breaks{0, 2}));
        QCOMPARE(breaks("aaaaaaaaaa", 5, {2}), (Breaks{0, 2, 7}));
        QCOMPARE(breaks("aaaaaaaaaa", 5, {5}), (Breaks{0, 5}));
        QCOMPARE(breaks("aaaaaaaaaa", 5, {6}), (Breaks{0, 5, 6}));
        QCOMPARE(breaks("aaa", 5, {0, 9}), (Breaks{0}));
        // On random rows every page holds what it may, each break is one's own or where the page is full or a group
        // begins, and all own ones are there.
        for (std::uint32_t seed = 1; seed <= 100; ++seed) {
            const std::vector<ChartRow> rows = randomRows(seed);
            std::mt19937 random(seed);
            Breaks own;
            for (std::size_t at = 1; at < rows.size(); ++at)
                if (random() % 17 == 0) own.push_back(at);
            const Breaks begins = pageBreaks(rows, 12, false, own);
            for (const std::size_t one : own) QVERIFY(std::find(begins.begin(), begins.end(), one) != begins.end());
            for (std::size_t i = 0; i < begins.size(); ++i) {
                const std::size_t end = i + 1 < begins.size() ? begins[i + 1] : rows.size();
                QVERIFY(end > begins[i] && end - begins[i] <= 12);
            }
        }
    }

    /// Pages beside each other begin with the days that were chosen, on one scale, and nothing of the time is lost.
    void timeBreaks() {
        const auto rows = rowsOf("Gaaa");
        SheetWish wish;
        wish.wide = 3;
        wish.timeBreaks = {startOf(dateFrom(2027, 5, 3)), startOf(dateFrom(2027, 12, 6))};
        const auto layout = layoutSheet(wish, rows, 300, first, last);
        QVERIFY(layout.ok());
        QCOMPARE(layout->pages.size(), std::size_t(3));
        for (int i = 1; i < 3; ++i) {
            const SheetPage& page = layout->pages[std::size_t(i)];
            QVERIFY(std::abs(layout->scale.x(wish.timeBreaks[std::size_t(i) - 1]) - page.chartFrom) < 0.01);
            QCOMPARE(layout->pages[std::size_t(i) - 1].chartTo, page.chartFrom);
            QVERIFY(page.chartFrom - layout->pages[std::size_t(i) - 1].chartFrom <= layout->chartWidth + 0.01);
        }
        QVERIFY(layout->scale.x(first) >= 0);
        QVERIFY(layout->scale.x(last) <= layout->pages[2].chartFrom + layout->chartWidth + 0.01);
        // The longest stretch fills its page.
        QVERIFY(std::abs(layout->pages[1].chartTo - layout->pages[1].chartFrom - layout->chartWidth) < 0.5);
        // A week of ten millimetres: seven days are as many points, and as many pages as that takes.
        SheetWish scaled;
        scaled.millimetresPerWeek = 10;
        const auto ten = layoutSheet(scaled, rows, 300, first, last);
        QVERIFY(ten.ok());
        QVERIFY(std::abs(ten->scale.pixelsPerDay * 7 * ten->pointsPerPixel - 10 * 72 / 25.4) < 1e-9);
        QVERIFY(ten->wide > 1 && ten->pages.size() == std::size_t(ten->wide));
        QVERIFY(ten->scale.x(last) <= ten->pages.back().chartFrom + ten->chartWidth);
        QVERIFY(ten->scale.x(last) > ten->pages.back().chartFrom);
        scaled.millimetresPerWeek = 400;
        QVERIFY(!layoutSheet(scaled, rows, 300, first, last).ok());
        wish.timeBreaks.pop_back();
        QVERIFY(!layoutSheet(wish, rows, 300, first, last).ok());
        wish = {};
        wish.tall = 1;
        wish.breaks = {2};
        QVERIFY(!layoutSheet(wish, rows, 300, first, last).ok());
    }

    /// By hand: pages of five rows.
    void breaksByHand() {
        using Breaks = std::vector<std::size_t>;
        QCOMPARE(pageBreaks(rowsOf("Gaaaa"), 5, false), (Breaks{0}));
        QCOMPARE(pageBreaks(rowsOf("Gaaaaa"), 5, false), (Breaks{0, 5}));
        // The second group would be torn, and goes over; torn where it may be.
        QCOMPARE(pageBreaks(rowsOf("GaaGaa"), 5, false), (Breaks{0, 3}));
        QCOMPARE(pageBreaks(rowsOf("GaaGaa"), 5, true), (Breaks{0, 5}));
        // A heading is not left alone at the foot of a page, nor two.
        QCOMPARE(pageBreaks(rowsOf("GaaaGaaa"), 5, true), (Breaks{0, 4}));
        QCOMPARE(pageBreaks(rowsOf("GaaGgaaa"), 5, true), (Breaks{0, 3}));
        // What would leave the page mostly empty is torn all the same.
        QCOMPARE(pageBreaks(rowsOf("GaGaaaaaa"), 5, false), (Breaks{0, 5}));
        // An outer group before an inner one.
        QCOMPARE(pageBreaks(rowsOf("GaaaaaGagaaaaa"), 10, false), (Breaks{0, 6}));
    }

    void everyRowOnceAndInOrder() {
        for (std::uint32_t seed = 1; seed <= 200; ++seed) {
            const auto rows = randomRows(seed);
            SheetWish wish;
            wish.wide = 1 + int(seed % 3);
            wish.tall = int(seed % 4);
            const auto layout = layoutSheet(wish, rows, 400, first, last);
            SEEDED(layout.ok());
            std::size_t next = 0;
            for (const SheetPage& page : layout->pages) {
                if (page.across > 0) {
                    SEEDED(page.chartFrom == layout->chartWidth * page.across);
                    continue;
                }
                SEEDED(page.firstRow == next && page.lastRow > page.firstRow);
                next = page.lastRow;
                SEEDED(next == rows.size() || !rows[next - 1].isGroup);
                const double used = layout->metrics.head + layout->metrics.legend + layout->metrics.foot +
                                    double(page.lastRow - page.firstRow) * layout->metrics.rowHeight;
                SEEDED(used <= layout->height + 1e-6);
            }
            SEEDED(next == rows.size());
            SEEDED(wish.tall == 0 || layout->tall <= wish.tall);
            SEEDED(int(layout->pages.size()) == layout->tall * wish.wide);
            // All of the time is on the pages beside each other.
            SEEDED(layout->scale.x(first) >= 0 && layout->scale.x(last) <= layout->chartWidth * wish.wide + 1e-6);
            SEEDED(layout->smallestText <= smallestSheetText * 8 / 12 + 1e-9);
        }
    }

    /// Fewer pages set smaller, more never smaller; free downwards it is eight points.
    void smallerOnFewerPages() {
        const auto rows = randomRows(7);
        SheetWish wish;
        double before = 0;
        for (const int tall : {1, 2, 4, 8}) {
            wish.tall = tall;
            const double points = layoutSheet(wish, rows, 400, first, last)->smallestText;
            QVERIFY(points >= before);
            before = points;
        }
        wish.tall = 0;
        QCOMPARE(layoutSheet(wish, rows, 400, first, last)->pointsPerPixel, 8.0 / 12);
    }

    void refusals() {
        const auto rows = randomRows(3);
        const auto refused = [&](const std::function<void(SheetWish&)>& change, double table = 400) {
            SheetWish wish;
            change(wish);
            return !layoutSheet(wish, rows, table, first, last).ok();
        };
        QVERIFY(!refused([](SheetWish&) {}));
        QVERIFY(refused([](SheetWish& one) { one.paperHeight = 30; })); // smaller than head and foot
        QVERIFY(refused([](SheetWish& one) { one.margin = 149; }));
        QVERIFY(refused([](SheetWish& one) { one.margin = -1; }));
        QVERIFY(refused([](SheetWish& one) { one.wide = 0; }));
        QVERIFY(refused([](SheetWish& one) { one.tall = -1; }));
        QVERIFY(refused([](SheetWish&) {}, 100000)); // a table wider than any page
        const auto many = std::vector<ChartRow>(100000, rows[1]);
        SheetWish one;
        one.tall = 1;
        QVERIFY(!layoutSheet(one, many, 400, first, last).ok());
    }
};

QTEST_GUILESS_MAIN(SheetLayoutTest)
#include "sheet_layout_test.moc"
