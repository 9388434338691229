// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/link_edits.h"
#include "edit/table_import.h"

#include "core/network/schedule.h"
#include "edit/bill_edits.h"
#include "store/workbook.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

using namespace yarrin;
using test::Builder;
using test::run;

namespace {

Sheet sheetNamed(const char* name) {
    const auto book = readWorkbook(std::filesystem::path(SOURCE_DIR) / "tests/data/sheets" / name);
    return book.ok() ? book->sheets[0] : Sheet{};
}

Sheet typed(const char* text) {
    return sheetFromClipboard(text);
}

QStringList faults(const std::vector<RowFault>& list) {
    QStringList lines;
    for (const RowFault& fault : list)
        lines << QStringLiteral("%1: %2").arg(fault.row).arg(QString::fromStdString(fault.reason));
    return lines;
}

ColumnMap billMap(const Sheet& sheet) {
    return guessColumns(sheet, billFields(), {});
}

} // namespace

/// Bills and schedules from tables: what is read, what is refused by row, and what comes of it.
class TableImportTest : public QObject {
    Q_OBJECT
private slots:
    void officeBill_data() {
        QTest::addColumn<QString>("name");
        QTest::newRow("Office Open XML") << "bill.xlsx";
        QTest::newRow("OpenDocument") << "bill.ods";
    }
    void officeBill() {
        QFETCH(QString, name);
        Builder b;
        const Sheet sheet = sheetNamed(name.toUtf8().constData());
        const ColumnMap map = billMap(sheet);
        QCOMPARE(map.headingRow, std::size_t(2));
        const BillReading reading = readBill(b.programme, sheet, map);
        QCOMPARE(reading.rows.size(), std::size_t(5));
        QCOMPARE(reading.headings, std::size_t(2));
        const QStringList wrong = faults(reading.faults);
        QCOMPARE(wrong.size(), 3);
        QCOMPARE(wrong[0], QStringLiteral("11: item 2.02 stands in row 10 already"));
        QVERIFY(wrong[1].startsWith(QStringLiteral("12: \"furlong\" is not a known unit")));
        QVERIFY(wrong[2].startsWith(QStringLiteral("13: \"about 12\" is not a number")));
        QCOMPARE(run(b.programme, [&](Transaction& tx) { return importBill(tx, reading); }), std::string());
        const Programme& p = b.programme;
        QCOMPARE(p.bill.size(), std::size_t(5));
        QCOMPARE(p.bill[1].quantity, Decimal(15006, 1)); // 1250.5 times 1.2, by a formula
        QCOMPARE(p.bill[2].quantity, Decimal(3, 1));     // 0.1 + 0.2
        QCOMPARE(p.bill[3].quantity, Decimal(1344));     // a text with its thousands parted
        QCOMPARE(p.breakdown.row(p.bill[0].breakdown)->name, std::string("Earthworks"));
        QCOMPARE(p.breakdown.row(p.bill[4].breakdown)->name, std::string("Concrete"));
        QCOMPARE(p.locations.row(p.bill[2].location)->name, std::string("North")); // from a merged cell
        QCOMPARE(*p.bill[0].rate, Decimal(725, 2));
        // What was read once cannot be taken over twice, nor after the bill has changed.
        QVERIFY(run(b.programme, [&](Transaction& tx) { return importBill(tx, reading); }).find("has changed") !=
                std::string::npos);
        // Again: nothing changes; with another quantity one item does.
        const BillReading again = readBill(p, sheet, map);
        QCOMPARE(again.same, std::size_t(5));
        QCOMPARE(again.added + again.changed, std::size_t(0));
        QVERIFY(again.newGroups.empty() && again.newLocations.empty());
    }

    void decimalCommas() {
        Builder b;
        const Sheet sheet =
            typed("Pos\tText\tEinheit\tMenge\n1\tErde\tm3\t1.250,5\n2\tBeton\tm3\t344\n3\tStahl\tt\t2,75\n");
        ColumnMap map = billMap(sheet);
        QVERIFY(!map.columns[2]); // a heading in another language is assigned once …
        map.columns[2] = 2;
        map.columns[3] = 3;
        RememberedHeadings remembered;
        remember(remembered, sheet, billFields(), map);
        QCOMPARE(guessColumns(sheet, billFields(), remembered), map); // … and remembered
        const BillReading reading = readBill(b.programme, sheet, map);
        QVERIFY(reading.decimalComma);
        QVERIFY(reading.faults.empty());
        QCOMPARE(reading.rows[0].item.quantity, Decimal(12505, 1));
        QCOMPARE(reading.rows[2].item.quantity, Decimal(275, 2));
    }

    void lessThanPlaced() {
        Builder b;
        b.task("A", 1);
        const Sheet first = typed("Item\tDescription\tUnit\tQty\n1\tDig\tm3\t100\n");
        const BillReading read = readBill(b.programme, first, billMap(first));
        QCOMPARE(run(b.programme,
                     [&](Transaction& tx) -> Outcome {
                         if (auto done = importBill(tx, read); !done.ok()) return done;
                         return allocate(tx, tx.programme().bill[0].id, b.id("A"), 80);
                     }),
                 std::string());
        const Sheet second =
            typed("Item\tDescription\tUnit\tQty\n1\tDig\tm3\t79\n2\tFill\tm3\t-5\n3\t\tm3\t5\n4\tRock\tm3\t\n");
        const BillReading less = readBill(b.programme, second, billMap(second));
        QCOMPARE(faults(less.faults),
                 (QStringList{QString::fromUtf8("2: 80 m³ of item 1 is placed already"), "3: its quantity is negative",
                              "4: it has no description", "5: it has no quantity"}));
        QVERIFY(!run(b.programme, [&](Transaction& tx) { return importBill(tx, less); }).empty());
        QCOMPARE(b.programme.bill.size(), std::size_t(1));
        // Without a column for what is needed nothing is read, and the reason says so.
        const Sheet none = typed("Colour\tSize\nred\t5\n");
        QCOMPARE(readBill(b.programme, none, billMap(none)).faults.size(), std::size_t(1));
    }

    void stopped() {
        std::string text = "Item\tDescription\tUnit\tQty\n";
        for (int i = 1; i <= 5000; ++i) text += std::to_string(i) + "\tDig\tm3\t100\n";
        Builder b;
        const Sheet sheet = typed(text.c_str());
        int asked = 0;
        const BillReading reading =
            readBill(b.programme, sheet, billMap(sheet), [&](std::size_t, std::size_t) { return ++asked < 3; });
        QVERIFY(reading.stopped);
        QVERIFY(reading.rows.size() < 1000);
    }

    void officeSchedule_data() {
        QTest::addColumn<QString>("name");
        QTest::newRow("Office Open XML") << "schedule.xlsx";
        QTest::newRow("OpenDocument") << "schedule.ods";
    }
    /// By hand: 16 to 27 March 2026 are two weeks of five days, ten days of work. Row numbers are the sheet's.
    void officeSchedule() {
        QFETCH(QString, name);
        Builder b;
        const Sheet sheet = sheetNamed(name.toUtf8().constData());
        const ScheduleReading reading =
            readSchedule(b.programme, sheet, guessColumns(sheet, scheduleFields(), {}), Builder::five);
        QCOMPARE(faults(reading.faults),
                 QStringList{"6: there is nothing called \"77\" to wait for; the row is taken over without its links"});
        QVERIFY(reading.byRowNumbers);
        QCOMPARE(reading.tasks, std::size_t(4));
        QCOMPARE(reading.milestones, std::size_t(1));
        QCOMPARE(reading.fromDates, std::size_t(1));
        QCOMPARE(reading.datesLeft, std::size_t(1));
        QCOMPARE(run(b.programme, [&](Transaction& tx) { return importSchedule(tx, reading, Builder::five); }),
                 std::string());
        const Programme& p = b.programme;
        QCOMPARE(p.activities.size(), std::size_t(5));
        QCOMPARE(*p.activities[0].duration, Minutes(10 * 480));
        QCOMPARE(*p.activities[1].duration, Minutes(10 * 480));
        QCOMPARE(p.activities[2].kind, ActivityKind::finishMilestone);
        QCOMPARE(*p.activities[3].duration, Minutes(10 * 480)); // two weeks
        QCOMPARE(p.links.size(), std::size_t(4));
        QVERIFY(faultsOf(p).empty());
    }

    void phrasesAndIds() {
        Builder b;
        const Sheet sheet =
            typed("ID\tTask\tDuration\tPredecessors\nX1\tDig\t5d\t\nX2\tPour\t1w\twith X1 +2d\nX3\tCure\t7cd\t"
                  "X2FS+1d; X1\nX3\tTwice\t1d\t\nX5\tBad\tlong\t\n");
        const ScheduleReading reading =
            readSchedule(b.programme, sheet, guessColumns(sheet, scheduleFields(), {}), Builder::five);
        QCOMPARE(reading.faults.size(), std::size_t(2));
        QCOMPARE(reading.rows.size(), std::size_t(3));
        QCOMPARE(run(b.programme, [&](Transaction& tx) { return importSchedule(tx, reading, Builder::five); }),
                 std::string());
        QCOMPARE(b.programme.links.size(), std::size_t(3));
        QCOMPARE(b.programme.links[0].type, LinkType::ss);
        QCOMPARE(b.programme.links[0].lag, Minutes(960));
        // A loop is refused whole, by row.
        Builder other;
        const Sheet loop = typed("ID\tTask\tDuration\tPredecessors\nX1\tDig\t5d\tX2\nX2\tPour\t1w\tX1\n");
        const ScheduleReading round =
            readSchedule(other.programme, loop, guessColumns(loop, scheduleFields(), {}), Builder::five);
        const std::string refused =
            run(other.programme, [&](Transaction& tx) { return importSchedule(tx, round, Builder::five); });
        QVERIFY2(refused.find("row 3") != std::string::npos && refused.find("loop") != std::string::npos,
                 refused.c_str());
        QVERIFY(other.programme.activities.empty());
    }

    /// Cells that run on for a mebibyte must neither take long nor overflow the stack of an expression.
    void endlessCellsOfAScheduleAreRefusedAtOnce() {
        Builder b;
        Sheet sheet = typed("ID\tTask\tDuration\tPredecessors\nX1\tDig\t5d\t\nX2\tPour\t1w\tX1\n");
        const std::string long_(1 << 20, ' '), digits(1 << 20, '7');
        sheet.rows[1][2].text = "5" + long_ + "days";
        sheet.rows[2][2].text = digits + "d";
        sheet.rows[2][3].text = "X1" + long_ + "FS";
        const ScheduleReading reading =
            readSchedule(b.programme, sheet, guessColumns(sheet, scheduleFields(), {}), Builder::five);
        QCOMPARE(reading.faults.size(), std::size_t(2));
        QVERIFY(reading.rows.empty());
        for (const RowFault& fault : reading.faults) QVERIFY(fault.reason.size() < 200);
    }

    /// A link to what does not come is no link; quoted ids hold what phrases are made of.
    void hammocksHangFromIdsWithWordsOfPhrasesInThem() {
        Builder b;
        b.task("X to Y", 2).task("B start", 3).task("H", 1);
        Activity made = *b.programme.activities.row(b.id("H"));
        made.kind = ActivityKind::hammock;
        made.duration.reset();
        made.from = {{b.id("B start")}};
        made.to = {{b.id("X to Y")}};
        b.programme.activities.replace(2, made);
        QCOMPARE(run(b.programme,
                     [&](Transaction& tx) {
                         return setHammockSpan(tx, b.id("H"), "from \"X to Y\" to \"B start\" finish");
                     }),
                 std::string());
        const Activity& hammock = *b.programme.activities.row(b.id("H"));
        QCOMPARE(hammock.from.front().activity.value, b.id("X to Y").value);
        QCOMPARE(hammock.to.front().activity.value, b.id("B start").value);
    }
};

QTEST_GUILESS_MAIN(TableImportTest)
#include "table_import_test.moc"
