// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Where months, sums and cash lie: a month is drawn five times as high as a sum, and cash hangs from nothing.
#include "chart/layout/money_layout.h"

#include <QTest>

using namespace yarrin;

class MoneyLayoutTest : public QObject {
    Q_OBJECT
private slots:
    void monthsAndSumsShareLines() {
        MoneyPicture picture;
        const Date march = *parseDate("2027-03-01"), april = *parseDate("2027-04-01"), may = *parseDate("2027-05-01");
        picture.months = {{march, april, {100, 0, 50, 0, 0, 0}, 200}, {april, may, {0, 0, 0, 0, 0, 0}, 0}};
        picture.spent = {{march, 0}, {april, 150}};
        picture.forecast = {{april, 150}, {may, 1000}};
        picture.cash = {{march, 0}, {*parseDate("2027-03-10"), -400}, {*parseDate("2027-04-20"), 100}};
        picture.dataDate = april;
        const MoneyLayout layout = layoutMoney(picture, 128 + 610, 400);
        QCOMPARE(layout.cells.size(), std::size_t(2));
        QCOMPARE(layout.cells[0].x0, layout.left);
        QCOMPARE(layout.cells[1].x1, layout.right);
        QCOMPARE(layout.cells[0].x1 - layout.cells[0].x0, 310.0); // 31 of 61 days
        // The greatest is 200 of a month, five times: 1,000, as high as the forecast.
        QCOMPARE(layout.values.size(), std::size_t(1));
        QCOMPARE(layout.values[0][2], layout.top);
        QCOMPARE(layout.forecast.back().second, layout.top);
        QCOMPARE(layout.boxes.size(), std::size_t(2));
        QCOMPARE(layout.boxes[0].y1, layout.bottom);
        QCOMPARE(layout.boxes[1].y0, layout.bottom - (layout.bottom - layout.top) * 0.75); // 150 × 5 of 1,000
        QVERIFY(layout.boxes[0].past);
        QCOMPARE(*layout.dataDate, layout.cells[1].x0);
        // Cash: down at the 10th, up again in April, on to the end.
        QCOMPARE(layout.cash.front().second, layout.zero);
        QCOMPARE(layout.cash[2].second, layout.cashBottom);
        QCOMPARE(layout.cash.back().second, layout.cashTop);
        QCOMPARE(layout.cash.back().first, layout.right);
        QCOMPARE(layout.zero, layout.cashTop + (layout.cashBottom - layout.cashTop) / 5);
        QVERIFY(layoutMoney({}, 500, 300).boxes.empty());
    }
};

QTEST_APPLESS_MAIN(MoneyLayoutTest)
#include "money_layout_test.moc"
