// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Where a histogram's boxes lie: heights add up, what is over stands upon supply, figures stand at even steps.
#include "chart/layout/demand_layout.h"

#include <QTest>

#include <cmath>

using namespace yarrin;

class DemandLayoutTest : public QObject {
    Q_OBJECT
    static DemandStack stack(const char* from, std::vector<double> parts, double excess) {
        DemandStack one;
        one.from = *parseDate(from);
        one.to = one.from + 7;
        one.parts = std::move(parts);
        for (const double part : one.parts) one.demand += part;
        one.excess = excess;
        return one;
    }
private slots:
    void boxesAddUp() {
        DemandPicture picture;
        picture.stacks = {stack("2027-03-01", {2, 4}, 2), stack("2027-03-08", {0, 3}, 0)};
        picture.supply = {{*parseDate("2027-03-01"), 4}, {*parseDate("2027-03-08"), 8}};
        const TimeScale scale{*parseInstant("2027-03-01T00:00"), 10};
        const DemandLayout layout = layoutDemand(picture, scale, 300, 224, *parseInstant("2027-03-08T00:00"));
        const double unit = (layout.bottom - layout.top) / 8; // the supply of eight is the highest
        QCOMPARE(layout.boxes.size(), std::size_t(3));
        QCOMPARE(layout.boxes[0].y1, layout.bottom);
        QCOMPARE(layout.boxes[0].y1 - layout.boxes[0].y0, 2 * unit);
        QCOMPARE(layout.boxes[1].y1, layout.boxes[0].y0);
        QVERIFY(layout.boxes[0].past && !layout.boxes[2].past);
        QCOMPARE(layout.over.size(), std::size_t(1));
        QCOMPARE(layout.over[0].y0, layout.boxes[1].y0);
        QCOMPARE(layout.over[0].y1, layout.bottom - 4 * unit);
        // The line goes along four, up at the 8th, and on along eight to the end.
        QCOMPARE(layout.supply.size(), std::size_t(4));
        QCOMPARE(layout.supply[1].first, 70.0);
        QCOMPARE(layout.supply[2].second, layout.bottom - 8 * unit);
        QCOMPARE(layout.supply[3].first, 300.0);
        QCOMPARE(*layout.dataDate, 70.0);
        // What lies out of sight is left out, but can still be chosen.
        QCOMPARE(layoutDemand(picture, scale, 50, 224, {}).boxes.size(), std::size_t(2));
        QCOMPARE(layoutDemand(picture, scale, 50, 224, {}).reach.size(), std::size_t(2));
    }

    void figuresStandAtEvenSteps() {
        for (const double most : {0.5, 1.0, 3.0, 7.0, 26.0, 480.0, 12345.0}) {
            DemandPicture picture;
            picture.stacks = {stack("2027-03-01", {most}, 0)};
            const DemandLayout layout = layoutDemand(picture, {*parseInstant("2027-03-01T00:00"), 10}, 300, 224, {});
            QVERIFY(layout.marks.size() >= 3 && layout.marks.size() <= 9);
            const double step = layout.marks[1].second;
            const double lead = step / std::pow(10, std::floor(std::log10(step) + 1e-9));
            QVERIFY2(std::abs(lead - 1) < 1e-6 || std::abs(lead - 2) < 1e-6 || std::abs(lead - 5) < 1e-6,
                     qPrintable(QString::number(step)));
            QVERIFY(layout.marks.back().second <= most * (1 + 1e-9));
        }
        QVERIFY(layoutDemand({}, {}, 300, 224, {}).boxes.empty());
    }
};

QTEST_APPLESS_MAIN(DemandLayoutTest)
#include "demand_layout_test.moc"
