// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The stage Build-up, driven with mouse and keyboard: bill, output book, sequences, imports, tables as spreadsheets.
#include "app/base/look.h"
#include "app/buildup/bill_list.h"
#include "app/buildup/build_up_stage.h"
#include "app/buildup/import_page.h"
#include "app/buildup/sequence_page.h"
#include "app/card/card.h"
#include "app/card/crew_chart.h"
#include "app/scope/location_panel.h"
#include "app/table/list_page.h"
#include "desk.h"
#include "edit/bill_edits.h"
#include "store/file.h"
#include "store/workbook.h"

#include <QClipboard>
#include <QComboBox>
#include <QContextMenuEvent>
#include <QHeaderView>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QTimer>
#include <QToolButton>
#include <QTreeWidget>

using namespace yarrin;
using namespace yarrin::test;

class BuildUpStageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    int m_count = 0;

    struct BuildUp : Desk {
        explicit BuildUp(const Programme& programme, const QString& settingsFile) : Desk(programme, settingsFile) {
            trigger("stage4");
            settle();
        }
        static void settle() {
            for (int i = 0; i < 6; ++i) QApplication::processEvents();
        }
        BuildUpStage& stage() { return *window.findChild<BuildUpStage*>(); }
        QString said() { return stage().notice().text(); }
        ActivityTable& activities() { return *find<ActivityTable>("buildUpTable"); }
        void press(const char* button) {
            QTest::mouseClick(visible<QPushButton>(button), Qt::LeftButton);
            settle();
        }
        /// Waits for a table to be read beside the window.
        void waitForReading() {
            auto* page = find<ImportPage>("importPage");
            if (!QTest::qWaitFor([&] { return !page->isBusy() && !result().startsWith(QString::fromUtf8("Reading…")); },
                                 60000))
                qFatal("the table is not read");
            settle();
        }
        QString result() { return find<QLabel>("importResult")->text(); }
        QString faults() { return find<QLabel>("importFaults")->text(); }
        void importBill(const QString& path) {
            dialogs.open = path;
            press("billImport");
            waitForReading();
        }
        /// Types into a cell of a list, as a person does.
        void type(const char* list, int row, const char* column, const QString& text) {
            auto* table = visible<GridView>(list);
            const QModelIndex at = table->grid()->index(row, table->grid()->columnOf(QLatin1String(column)));
            table->scrollTo(at);
            QTest::mouseClick(table->viewport(), Qt::LeftButton, {}, table->visualRect(at).center());
            QTest::keyClick(table, Qt::Key_F2);
            QLineEdit* editor = openEditor(*table);
            editor->selectAll();
            QTest::keyClicks(editor, text);
            QTest::keyClick(editor, Qt::Key_Return);
            settle();
        }
        QString cellText(const char* list, int row, const char* column) {
            auto* table = visible<GridView>(list);
            return table->grid()->index(row, table->grid()->columnOf(QLatin1String(column))).data().toString();
        }
        void chooseItem(const char* key) {
            auto* list = find<BillList>("billList");
            for (const BillItem& item : programme().bill)
                if (item.key == key) {
                    list->choose(item.id);
                    settle();
                    QTest::mouseClick(list->viewport(), Qt::LeftButton, {},
                                      list->visualRect(list->currentIndex()).center());
                }
            settle();
        }
    };
    BuildUp desk(const Programme& programme = small()) {
        // Settings stand in a folder of their own, and so does the output book.
        const QString folder = m_folder.filePath(QString::number(++m_count));
        QDir().mkpath(folder);
        return BuildUp(programme, folder + QStringLiteral("/s.ini"));
    }
    QString file(const char* name, const std::string& text) {
        const QString path = m_folder.filePath(QString::fromLatin1(name));
        if (!writeTextFile(path.toStdString(), text).ok()) qFatal("cannot write");
        return path;
    }
    /// A berth with a bill of concrete and steel.
    static Programme withBill() {
        Programme p = small();
        p.bill.append({BillItemId{1}, "2.01", "Concrete to walls C35", "m3", 90, {}, BreakdownId{1}, {}, {}});
        p.bill.append({BillItemId{2}, "2.02", "Reinforcement bars", "t", 12, {}, BreakdownId{1}, {}, {}});
        return p;
    }

private slots:
    void initTestCase() { applyLook(*qApp, false); }

    void aBillIsImportedMatchedAndPlaced() {
        BuildUp at = desk();
        at.importBill(QStringLiteral(SOURCE_DIR "/tests/data/sheets/bill.xlsx"));
        QVERIFY2(at.result().contains(QLatin1String("5 new items")), qPrintable(at.result()));
        QVERIFY(at.result().contains(QLatin1String("3 rows are not read")));
        QVERIFY(at.faults().contains(QLatin1String("Row 11: item 2.02 stands in row 10 already")));
        QVERIFY(at.faults().contains(QLatin1String("Row 13: \"about 12\" is not a number")));
        QVERIFY(at.programme().bill.empty()); // nothing yet
        at.press("importTakeOver");
        QCOMPARE(at.programme().bill.size(), std::size_t(5));
        QVERIFY(at.find<QLabel>("billCount")->text().startsWith(QLatin1String("5 items")));

        // An item becomes an activity with what the book suggests; all of it is placed, and dates come out.
        at.chooseItem("2.01");
        QCOMPARE(at.visible<QLabel>("billLeft")->text(), QString::fromUtf8("1,344 m³"));
        auto* suggestion = at.visible<QPushButton>("bookOffer");
        QVERIFY2(suggestion->text().startsWith(QLatin1String("Concrete to walls")), qPrintable(suggestion->text()));
        QTest::mouseClick(suggestion, Qt::LeftButton);
        BuildUp::settle();
        const Activity& made = at.programme().activities.rows().back();
        QCOMPARE(made.measure->quantity, Decimal(1344));
        QCOMPARE(*made.measure->outputPerCrewDay, Decimal(22));
        QCOMPARE(at.programme().book.size(), std::size_t(1));                             // the job's own copy
        QCOMPARE(at.document().schedule().activities.back().duration, Minutes(62 * 480)); // 1344 / 22 = 61.1
        at.chooseItem("2.01");
        QCOMPARE(at.visible<QLabel>("billLeft")->text(), QString::fromUtf8("0 m³"));
        // One step each, taken back whole.
        at.document().undo();
        QCOMPARE(at.programme().activities.size(), std::size_t(4));
        QVERIFY(at.programme().book.empty());
        at.document().undo();
        QVERIFY(at.programme().bill.empty() && at.programme().locations.empty());
    }

    /// An activity made without an output is where the hand goes on, and its card goes on offering the book.
    void theCardGoesOnOfferingTheBook() {
        BuildUp at = desk(withBill());
        at.chooseItem("2.01");
        QTest::mouseClick(at.visible<QPushButton>("billMake"), Qt::LeftButton);
        BuildUp::settle();
        const ActivityId made = at.programme().activities.rows().back().id;
        QCOMPARE(QApplication::focusWidget(), &at.activities());
        QCOMPARE(at.activities().activities().activityAt(at.activities().currentIndex().row()), made);
        QVERIFY(!at.programme().activities.row(made)->measure->outputPerCrewDay);
        Card* card = at.find<Card>("card");
        QPushButton* offer = nullptr;
        for (auto* one : card->findChildren<QPushButton*>(QStringLiteral("bookOffer")))
            if (!offer && one->isVisible()) offer = one;
        QVERIFY(offer);
        for (const QString& line : offer->text().split(QLatin1Char('\n')))
            QVERIFY2(offer->fontMetrics().horizontalAdvance(line) <= offer->width(), qPrintable(line));
        QVERIFY(card->viewport()->rect().contains(
            QRect(offer->mapTo(card->viewport(), QPoint()), offer->size()).adjusted(0, 0, 0, -offer->height())));
        QTest::mouseClick(offer, Qt::LeftButton);
        BuildUp::settle();
        QCOMPARE(*at.programme().activities.row(made)->measure->outputPerCrewDay, Decimal(22));
        for (auto* one : card->findChildren<QPushButton*>(QStringLiteral("bookOffer"))) QVERIFY(!one->isVisible());
        at.trigger("editUndo");
        QVERIFY(!at.programme().activities.row(made)->measure->outputPerCrewDay);
    }

    /// A place with others in it stands for them, shows how far they are ticked, and can be meant itself.
    void placesAreTickedWithWhatLiesInThem() {
        Programme p = withBill();
        p.locations.append({LocationId{1}, "PA", "Pier A", {}, {}, {}});
        p.locations.append({LocationId{2}, "L1", "Level 1", LocationId{1}, {}, {}});
        p.locations.append({LocationId{3}, "L2", "Level 2", LocationId{1}, {}, {}});
        BuildUp at = desk(p);
        at.press("buildUpSequences");
        at.press("sequenceAdd");
        BuildUp::settle();
        auto* places = at.find<QTreeWidget>("sequencePlaces");
        QTreeWidgetItem* pier = places->topLevelItem(0);
        const auto box = [&](QTreeWidgetItem* item) {
            QStyleOptionViewItem option;
            option.initFrom(places);
            option.rect = places->visualItemRect(item);
            option.features = QStyleOptionViewItem::HasCheckIndicator | QStyleOptionViewItem::HasDisplay;
            option.widget = places;
            return places->style()->subElementRect(QStyle::SE_ItemViewItemCheckIndicator, &option, places).center();
        };
        QTest::mouseClick(places->viewport(), Qt::LeftButton, {}, box(pier->child(0)));
        QCOMPARE(pier->child(0)->checkState(0), Qt::Checked);
        QCOMPARE(pier->checkState(0), Qt::PartiallyChecked);
        QTest::mouseClick(places->viewport(), Qt::LeftButton, {}, box(pier->child(1)));
        QCOMPARE(pier->checkState(0), Qt::Checked);
        QVERIFY2(at.visible<QPushButton>("sequenceLay")->text().contains(QLatin1String("2 units")),
                 qPrintable(at.visible<QPushButton>("sequenceLay")->text()));
        QTest::mouseClick(places->viewport(), Qt::LeftButton, {}, box(pier));
        QCOMPARE(pier->child(0)->checkState(0), Qt::Unchecked);
        // Meant itself, by the menu of the keyboard.
        places->setCurrentItem(pier);
        QTimer::singleShot(200, places, [] {
            QMenu* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
            if (!menu) qFatal("no menu opened");
            QTest::keyClick(menu, Qt::Key_Down);
            QTest::keyClick(menu, Qt::Key_Return);
        });
        QContextMenuEvent asked(QContextMenuEvent::Keyboard, {4, 4}, places->mapToGlobal(QPoint(4, 4)));
        QApplication::sendEvent(places->viewport(), &asked);
        QVERIFY2(pier->text(0).endsWith(QLatin1String("itself")), qPrintable(pier->text(0)));
        QVERIFY(at.visible<QPushButton>("sequenceLay")->text().contains(QLatin1String("1 unit")));
    }

    /// The bill changes under an open import: it is read again, and what it says is true when it is taken over.
    void anImportKeepsUpWithTheBill() {
        BuildUp at = desk();
        const QString path = file("two.csv", "Item,Description,Unit,Quantity\n1,Dig,m3,10\n2,Fill,m3,20\n");
        at.importBill(path);
        at.press("importTakeOver");
        at.importBill(path);
        QVERIFY2(at.result().contains(QLatin1String("2 items as they were")), qPrintable(at.result()));
        at.document().undo();
        at.waitForReading();
        QVERIFY2(at.result().contains(QLatin1String("2 new items")), qPrintable(at.result()));
        at.press("importTakeOver");
        QCOMPARE(at.programme().bill.size(), std::size_t(2));
    }

    void columnsAreAssignedOnceAndRemembered() {
        BuildUp at = desk();
        const QString path = file("german.csv", "Pos;Was;Mass;Menge\n1;Erde;m3;1.250,5\n2;Stahl;t;2,75\n");
        at.importBill(path);
        QVERIFY2(at.result().contains(QLatin1String("Nothing can be taken over yet")), qPrintable(at.result()));
        QVERIFY(!at.find<QPushButton>("importTakeOver")->isEnabled());
        const auto assign = [&](int column, const char* title) {
            auto* box = at.find<QTableWidget>("importTable")
                            ->findChild<QComboBox*>(QStringLiteral("importColumn%1").arg(column));
            const int index = box->findText(QLatin1String(title));
            box->setCurrentIndex(index);
            emit box->activated(index);
            at.waitForReading();
        };
        assign(1, "Description");
        assign(2, "Unit");
        assign(3, "Quantity");
        QVERIFY2(at.result().contains(QLatin1String("2 new items")), qPrintable(at.result()));
        QVERIFY(at.result().contains(QLatin1String("decimal comma")));
        at.press("importTakeOver");
        QCOMPARE(at.programme().bill[0].quantity, Decimal(12505, 1));
        at.document().undo();
        at.importBill(path);
        QVERIFY2(at.result().contains(QLatin1String("2 new items")), qPrintable(at.result()));
        at.press("importCancel");
        QVERIFY(at.programme().bill.empty());
    }

    void whatCannotBeReadIsSaidInPlace() {
        BuildUp at = desk();
        at.importBill(QStringLiteral(SOURCE_DIR "/tests/data/sheets/secret.ods"));
        QVERIFY2(at.result().contains(QLatin1String("password")), qPrintable(at.result()));
        QVERIFY(!at.find<QPushButton>("importTakeOver")->isEnabled());
        at.importBill(file("broken.xlsx", "PK\x03\x04 and nothing more"));
        QVERIFY2(at.result().contains(QLatin1String("damaged")), qPrintable(at.result()));
        QApplication::clipboard()->setText(QString());
        at.press("importCancel");
        at.press("buildUpBill");
        at.press("billPaste");
        at.waitForReading();
        QVERIFY(at.result().contains(QLatin1String("clipboard holds no table")));
    }

    /// Twenty thousand rows come in while the window goes on; stopped half way they leave nothing behind.
    void aLongBillCanBeStopped() {
        std::string text = "Item,Description,Unit,Quantity\n";
        for (int i = 1; i <= 20'000; ++i)
            text += std::to_string(i) + ",Lay kerb no " + std::to_string(i) + ",m," + std::to_string(i % 97) + ".5\n";
        const QString path = file("long.csv", text);
        BuildUp at = desk();
        at.importBill(path);
        QVERIFY2(at.result().contains(QLatin1String("20,000 new items")), qPrintable(at.result()));
        at.press("importTakeOver");
        QCOMPARE(at.programme().bill.size(), std::size_t(20'000));
        at.document().undo();
        QVERIFY(at.programme().bill.empty());
        // Another column has all rows read again beside the window; that is stopped as soon as it began.
        at.importBill(path);
        auto* column = at.visible<QComboBox>("importColumn0");
        QVERIFY(!at.find<QPushButton>("importStop")->isVisible());
        QTest::keyClick(column, Qt::Key_Up); // the item's number is left out
        QVERIFY(at.find<QPushButton>("importStop")->isVisible());
        QTest::mouseClick(at.find<QPushButton>("importStop"), Qt::LeftButton);
        at.waitForReading();
        QVERIFY2(at.result().startsWith(QLatin1String("Stopped.")), qPrintable(at.result()));
        QVERIFY(!at.find<QPushButton>("importTakeOver")->isEnabled());
        // All is read but not shown yet: Stop still counts.
        QTest::keyClick(at.visible<QComboBox>("importColumn0"), Qt::Key_Down);
        QThread::sleep(2);
        QTest::mouseClick(at.find<QPushButton>("importStop"), Qt::LeftButton);
        at.waitForReading();
        QVERIFY2(at.result().startsWith(QLatin1String("Stopped.")), qPrintable(at.result()));
        QTest::keyClick(at.visible<QComboBox>("importColumn0"), Qt::Key_Up);
        at.waitForReading();
        // Read again, it is whole.
        column = at.visible<QComboBox>("importColumn0");
        QVERIFY(column->hasFocus()); // the hand stays where it was, though the table was filled anew
        QTest::keyClick(column, Qt::Key_Down);
        at.waitForReading();
        QVERIFY2(at.result().contains(QLatin1String("20,000 new items")), qPrintable(at.result()));
        QVERIFY(at.find<QPushButton>("importTakeOver")->isEnabled());
        QVERIFY(at.programme().bill.empty());
    }

    /// Stop is pressed while the file itself is still being read: that ends at once, and nothing of it comes later.
    void stopEndsTheReadingOfAFile() {
        const QString path = file("slow.csv", "Item,Description,Unit,Quantity\n1,Kerb,m,5\n");
        const QString reader = file("reader.sh", "#!/bin/sh\nexec sleep 600\n");
        QFile::setPermissions(reader, QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
        qputenv("YARRIN_READER", reader.toUtf8());
        BuildUp at = desk();
        at.dialogs.open = path;
        QTest::mouseClick(at.visible<QPushButton>("billImport"), Qt::LeftButton);
        QTRY_VERIFY(at.find<QPushButton>("importStop")->isVisible());
        QTest::mouseClick(at.find<QPushButton>("importStop"), Qt::LeftButton);
        at.waitForReading();
        qunsetenv("YARRIN_READER");
        QVERIFY2(at.result().contains(QLatin1String("stopped")), qPrintable(at.result()));
        QVERIFY(at.programme().bill.empty());
        QVERIFY(!at.find<QPushButton>("importTakeOver")->isEnabled());
    }

    void quantitiesAreSharedAndTypedOver() {
        BuildUp at = desk(withBill());
        at.window.viewState().select({at.id("A010"), at.id("A020")}, at.id("A010"));
        at.chooseItem("2.01");
        QCOMPARE(at.visible<QPushButton>("billShare")->text(), QStringLiteral("Share among 2"));
        at.press("billShare");
        QCOMPARE(at.programme().allocations.size(), std::size_t(2));
        QCOMPARE(at.programme().activities.row(at.id("A020"))->measure->quantity, Decimal(45));
        auto* placed = at.visible<QLineEdit>("billPlaced-A010");
        placed->setFocus();
        placed->selectAll();
        QTest::keyClicks(placed, QStringLiteral("50"));
        QTest::keyClick(placed, Qt::Key_Return);
        BuildUp::settle();
        QVERIFY2(at.said().contains(QString::fromUtf8("only 45 m³ is left")), qPrintable(at.said()));
        placed = at.visible<QLineEdit>("billPlaced-A010");
        placed->setFocus();
        placed->selectAll();
        QTest::keyClicks(placed, QStringLiteral("30"));
        QTest::keyClick(placed, Qt::Key_Return);
        BuildUp::settle();
        QCOMPARE(at.programme().activities.row(at.id("A010"))->measure->quantity, Decimal(30));
        QCOMPARE(placedOf(at.programme())[0].left, Decimal(15));
    }

    void theBillIsATableLikeASpreadsheet() {
        BuildUp at = desk(withBill());
        at.press("buildUpBill");
        auto* table = at.find<GridView>("billTable");
        // More rows than there are: the table grows, as one step.
        table->setCurrentIndex(table->grid()->index(1, 0));
        table->setFocus();
        QApplication::clipboard()->setText(
            QStringLiteral("2.02\tReinforcement bars\tt\t14\n2.03\tFormwork\tm2\t1,250\n2.10\tKerb\tm\t80\n"));
        QTest::keyClick(table, Qt::Key_V, Qt::ControlModifier);
        QVERIFY2(at.said().isEmpty(), qPrintable(at.said()));
        QCOMPARE(at.programme().bill.size(), std::size_t(4));
        QCOMPARE(at.programme().bill[1].quantity, Decimal(14));
        QCOMPARE(at.programme().bill[2].quantity, Decimal(1250));
        // One wrong cell, and nothing of the block is taken.
        table->setCurrentIndex(table->grid()->index(0, 0));
        QApplication::clipboard()->setText(QStringLiteral("2.01\tWalls\tm3\tmany\n"));
        QTest::keyClick(table, Qt::Key_V, Qt::ControlModifier);
        QVERIFY2(at.said().contains(QLatin1String("\"many\"")), qPrintable(at.said()));
        QCOMPARE(at.programme().bill[0].description, std::string("Concrete to walls C35"));
        // Sorted by quantity, largest first; then by item, 2.10 behind 2.03; then as they came.
        QHeaderView* header = table->horizontalHeader();
        const auto click = [&](const char* column) {
            const int section = table->grid()->columnOf(QLatin1String(column));
            QTest::mouseClick(header->viewport(), Qt::LeftButton, {},
                              {header->sectionViewportPosition(section) + 12, header->height() / 2});
        };
        click("quantity");
        click("quantity");
        QCOMPARE(at.cellText("billTable", 0, "item"), QStringLiteral("2.03"));
        click("item");
        QCOMPARE(at.cellText("billTable", 3, "item"), QStringLiteral("2.10"));
        auto* filter = at.visible<QLineEdit>("billTableFilter");
        QTest::keyClicks(filter, QStringLiteral("form"));
        QCOMPARE(table->grid()->rowCount(), 1);
        QCOMPARE(at.cellText("billTable", 0, "item"), QStringLiteral("2.03"));
        filter->clear();
        at.type("billTable", 0, "unit", QStringLiteral("stone"));
        QVERIFY(messageOn(*table).contains(QLatin1String("not a known unit")));
        QTest::keyClick(openEditor(*table), Qt::Key_Escape);
    }

    void pastedRowsBecomeActivities() {
        BuildUp at = desk();
        ActivityTable& table = at.activities();
        at.clickCell(at.cell("A030", "name", &table), &table);
        QApplication::clipboard()->setText(QStringLiteral("Pour\nCure\nStrip\n"));
        QTest::keyClick(&table, Qt::Key_V, Qt::ControlModifier);
        QVERIFY2(at.said().isEmpty(), qPrintable(at.said()));
        QCOMPARE(at.programme().activities.size(), std::size_t(6));
        QCOMPARE(at.programme().activities.row(at.id("A030"))->name, std::string("Pour"));
        at.document().undo();
        QCOMPARE(at.programme().activities.size(), std::size_t(4));
    }

    /// Activities are sorted within their groups and filtered by words, in table and chart alike.
    void activitiesAreSortedAndFiltered() {
        BuildUp at = desk();
        ActivityTable& table = at.activities();
        const auto keys = [&](ActivityTable& of) {
            QStringList list;
            for (int row = 0; row < of.activities().rowCount(); ++row)
                if (const Activity* a = at.programme().activities.row(of.activities().activityAt(row)))
                    list << QString::fromStdString(a->key);
            return list.join(QLatin1Char(' '));
        };
        const auto click = [&](const char* column) {
            QHeaderView* header = table.horizontalHeader();
            const int section = table.activities().columnOf(QLatin1String(column));
            QTest::mouseClick(header->viewport(), Qt::LeftButton, {},
                              {header->sectionViewportPosition(section) + 12, header->height() / 2});
            BuildUp::settle();
        };
        click("days");
        QCOMPARE(keys(table), QStringLiteral("A020 A030 A010"));
        click("days");
        QCOMPARE(keys(table), QStringLiteral("A010 A030 A020"));
        QCOMPARE(at.table().horizontalHeader()->sortIndicatorSection(),
                 at.table().activities().columnOf(QStringLiteral("days"))); // the other table says so too
        QVERIFY(at.find<QToolButton>("lensButton")->text().contains(QLatin1String("sorted")));
        click("days");
        QCOMPARE(keys(table), QStringLiteral("A010 A020 A030"));
        at.find<QLineEdit>("lensWords")->setText(QStringLiteral("30"));
        BuildUp::settle();
        QCOMPARE(keys(table), QStringLiteral("A030"));
        QCOMPARE(keys(at.table()), QStringLiteral("A030"));
        // What is gone to is shown, and the words give way.
        at.activities().reveal(at.id("A010"));
        BuildUp::settle();
        QCOMPARE(at.find<QLineEdit>("lensWords")->text(), QString());
        QCOMPARE(keys(table), QStringLiteral("A010 A020 A030"));
    }

    void theBookIsKeptAndShared() {
        QString settingsFile;
        {
            BuildUp at = desk(withBill());
            settingsFile = at.settings.fileName();
            at.press("buildUpBook");
            QVERIFY(at.stage().book().items().size() >= 60);
            at.press("bookAdd");
            auto* table = at.find<GridView>("ownBook");
            QLineEdit* editor = openEditor(*table);
            editor->selectAll();
            QTest::keyClicks(editor, QStringLiteral("Slipform wall"));
            QTest::keyClick(editor, Qt::Key_Return);
            const int last = table->grid()->rowCount() - 1;
            at.type("ownBook", last, "unit", QStringLiteral("m3"));
            at.type("ownBook", last, "output", QStringLiteral("35"));
            at.type("ownBook", last, "crew", QStringLiteral("6 concrete hands; 1 crane"));
            QCOMPARE(at.stage().book().items().back().crew.size(), std::size_t(2));
            at.type("ownBook", last, "output", QStringLiteral("0"));
            QVERIFY(messageOn(*table).contains(QLatin1String("more than 0")));
            QTest::keyClick(openEditor(*table), Qt::Key_Escape);
            // It is used, and the job has its copy; plant that is short shows where the days come from.
            at.window.viewState().select(at.id("A030"));
            table->setCurrentIndex(table->grid()->index(last, 0));
            at.press("bookApply");
            QCOMPARE(*at.programme().activities.row(at.id("A030"))->measure->outputPerCrewDay, Decimal(35));
            QCOMPARE(at.cellText("jobBook", 0, "name"), QStringLiteral("Slipform wall"));
            auto* limits = at.find<GridView>("limits");
            for (int row = 0; row < limits->grid()->rowCount(); ++row)
                if (at.cellText("limits", row, "trade") == QLatin1String("crane"))
                    at.type("limits", row, "available", QStringLiteral("1"));
            at.press("buildUpActivities");
            QCOMPARE(at.cell("A030", "driven", &at.activities()).data().toString(), QStringLiteral("crane"));
            // A unit of another kind is refused.
            at.press("buildUpBook");
            const auto steel = std::find_if(at.stage().book().items().begin(), at.stage().book().items().end(),
                                            [](const BookItem& item) { return item.unit == "t"; });
            table->setCurrentIndex(table->grid()->index(int(steel - at.stage().book().items().begin()), 0));
            at.press("bookApply");
            QVERIFY2(at.said().contains(QLatin1String("measures the same")), qPrintable(at.said()));
            at.dialogs.save = m_folder.filePath(QStringLiteral("book.csv"));
            at.press("bookExport");
        }
        // Another job, another window: the book is the same.
        BuildUp other(small(), settingsFile);
        QCOMPARE(other.stage().book().items().back().name, std::string("Slipform wall"));
        BuildUp third = desk();
        third.press("buildUpBook");
        third.dialogs.open = m_folder.filePath(QStringLiteral("book.csv"));
        third.press("bookImport");
        QCOMPARE(third.stage().book().items().size(), other.stage().book().items().size());
        QCOMPARE(third.stage().book().items().back().crew, other.stage().book().items().back().crew);
    }

    /// A book that cannot be read is not written over.
    void aDamagedBookIsLeftAlone() {
        const QString folder = m_folder.filePath(QStringLiteral("damaged"));
        QDir().mkpath(folder);
        const QString path = folder + QStringLiteral("/output-book.json");
        QVERIFY(writeTextFile(path.toStdString(), "{ \"format\": ").ok());
        BuildUp at(small(), folder + QStringLiteral("/s.ini"));
        QVERIFY2(at.said().contains(QLatin1String("cannot be read")), qPrintable(at.said()));
        at.press("buildUpBook");
        at.press("bookAdd");
        QVERIFY2(at.said().contains(QLatin1String("move that file away")), qPrintable(at.said()));
        QCOMPARE(*readTextFile(path.toStdString()), std::string("{ \"format\": "));
    }

    void aSequenceIsMadeAndLaidOut() {
        Programme p = withBill();
        p.locations.append({LocationId{1}, "L1", "North", {}, Decimal(0), Decimal(20)});
        p.locations.append({LocationId{2}, "L2", "South", {}, Decimal(20), Decimal(30)});
        BuildUp at = desk(p);
        at.press("buildUpSequences");
        at.press("sequenceAdd");
        at.type("sequenceSteps", 0, "name", QStringLiteral("Wall"));
        at.type("sequenceSteps", 0, "book", QStringLiteral("Concrete to walls"));
        at.type("sequenceSteps", 0, "bill", QStringLiteral("2.01"));
        at.press("sequenceAddStep");
        QLineEdit* editor = openEditor(*at.find<GridView>("sequenceSteps"));
        editor->selectAll();
        QTest::keyClicks(editor, QStringLiteral("Cure"));
        QTest::keyClick(editor, Qt::Key_Return);
        at.type("sequenceSteps", 1, "calendar", QStringLiteral("continuous"));
        at.type("sequenceSteps", 1, "duration", QStringLiteral("7cd"));
        at.type("sequenceSteps", 1, "unitLinks", QString());
        QCOMPARE(at.cellText("sequenceSteps", 1, "links"), QStringLiteral("1"));
        // Both places; the concrete is shared by their lengths.
        auto* places = at.find<QTreeWidget>("sequencePlaces");
        places->topLevelItem(0)->setCheckState(0, Qt::Checked);
        places->topLevelItem(1)->setCheckState(0, Qt::Checked);
        BuildUp::settle();
        QCOMPARE(at.cellText("sequenceQuantities", 0, "quantity1"), QStringLiteral("60"));
        QCOMPARE(at.cellText("sequenceQuantities", 1, "quantity1"), QStringLiteral("30"));
        const std::size_t before = at.programme().activities.size();
        at.press("sequenceLay");
        QCOMPARE(at.programme().activities.size(), before + 4);
        const Activity& wall = *at.programme().activities.row(at.id("A210"));
        QCOMPARE(wall.name, std::string("Wall, South"));
        QCOMPARE(wall.measure->quantity, Decimal(30));
        QCOMPARE(placedOf(at.programme())[0].left, Decimal(0));
        // Altered by hand it is marked, keeps its value, and follows again when asked.
        at.enter(at.cell("A210", "crews", &at.activities()), QStringLiteral("2"), &at.activities());
        QVERIFY(at.cell("A210", "driven", &at.activities()).data().toString().contains(QLatin1String("by hand")));
        at.press("buildUpSequences");
        QCOMPARE(at.visible<QLabel>("sequenceByHand")->text(), QStringLiteral("A210 Wall, South: crews"));
        at.type("sequenceSteps", 0, "crews", QStringLiteral("3"));
        QCOMPARE(*at.programme().activities.row(at.id("A110"))->measure->crews, Decimal(3));
        QCOMPARE(*at.programme().activities.row(at.id("A210"))->measure->crews, Decimal(2));
        at.press("sequenceFollow");
        QCOMPARE(*at.programme().activities.row(at.id("A210"))->measure->crews, Decimal(3));
        // A step's faults are said where they are typed.
        at.type("sequenceSteps", 0, "links", QStringLiteral("7"));
        QVERIFY(!messageOn(*at.find<GridView>("sequenceSteps")).isEmpty());
        QTest::keyClick(openEditor(*at.find<GridView>("sequenceSteps")), Qt::Key_Escape);
        // Laying it out was one step: with the four of its change it comes back whole.
        while (at.programme().activities.size() > before) at.document().undo();
        QCOMPARE(at.programme().activities.size(), before);
        QVERIFY(at.programme().laidOut.empty());
    }

    void aScheduleComesFromASpreadsheet() {
        BuildUp at = desk();
        at.dialogs.open = QStringLiteral(SOURCE_DIR "/tests/data/sheets/schedule.ods");
        at.trigger("importSchedule");
        at.waitForReading();
        QVERIFY2(at.result().contains(QLatin1String("4 tasks, 1 milestone")), qPrintable(at.result()));
        QVERIFY(at.result().contains(QLatin1String("1 duration worked out from dates")));
        QVERIFY(at.result().contains(QLatin1String("predecessors read as row numbers")));
        QVERIFY(at.faults().contains(QLatin1String("Row 6")));
        at.press("importTakeOver");
        QCOMPARE(at.programme().activities.size(), std::size_t(9));
        QVERIFY(at.document().schedule().ok());
        at.document().undo();
        QCOMPARE(at.programme().activities.size(), std::size_t(4));
    }

    /// The card's "if crews were" is the real calculation: each row is what the programme says with so many crews.
    void ifCrewsWere() {
        Programme p = small();
        p.links.append({LinkId{9}, ActivityId{2}, ActivityId{3}, LinkType::fs, 0, LagCalendar::standard});
        BuildUp at = desk(p);
        at.window.viewState().select(at.id("A030"));
        BuildUp::settle();
        auto* chart = at.window.findChild<CrewChart*>();
        QVERIFY(chart->rows().size() >= 3);
        for (const CrewChart::Row& row : chart->rows()) {
            Programme with = p;
            for (std::size_t i = 0; i < with.activities.size(); ++i)
                if (with.activities[i].key == "A030") {
                    Activity a = with.activities[i];
                    a.measure->crews = Decimal(row.crews);
                    with.activities.replace(i, a);
                }
            const Schedule calculated = schedule(with);
            QCOMPARE(row.exposure, calculated.damages.unrelieved);
            QVERIFY2(row.section.endsWith(QString::number(2027)), qPrintable(row.section));
        }
        QVERIFY(chart->rows()[1].duration < chart->rows()[0].duration);
    }

    /// Any of the four figures comes out of the other three: 40 m3 at 10 a day and one crew are four days.
    void anyOfTheFourIsSolved() {
        BuildUp at = desk();
        at.window.viewState().select(at.id("A030"));
        BuildUp::settle();
        const auto type = [&](const char* box, const char* text) {
            auto* edit = at.visible<QLineEdit>(box);
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, QString::fromLatin1(text));
            QTest::keyClick(edit, Qt::Key_Return);
            BuildUp::settle();
        };
        const auto measure = [&]() -> const Measure& { return *at.programme().activities.row(at.id("A030"))->measure; };
        at.press("solveOutput");
        type("boxDays", "5");
        QCOMPARE(*measure().outputPerCrewDay, Decimal(8));
        type("boxCrews", "2"); // the five days stay
        QCOMPARE(*measure().outputPerCrewDay, Decimal(4));
        at.press("solveQuantity");
        type("boxDays", "10");
        QCOMPARE(measure().quantity, Decimal(80));
        at.press("solveCrews");
        type("boxDays", "7");
        QCOMPARE(*measure().crews, Decimal(3)); // 2.86, in whole crews
        at.press("solveDays");
        type("boxCrews", "1");
        QCOMPARE(at.document().schedule().activities[2].duration, Minutes(20 * 480));
    }

    void learningIsTypedOnTheCard() {
        Programme p = small();
        BuildUp at = desk(p);
        at.window.viewState().select(at.id("A030"));
        BuildUp::settle();
        auto* edit = at.visible<QLineEdit>("cardLearning");
        edit->setFocus();
        QTest::keyClicks(edit, QStringLiteral("90"));
        QTest::keyClick(edit, Qt::Key_Return);
        BuildUp::settle();
        QCOMPARE(*at.programme().activities.row(at.id("A030"))->measure->learningRate, Decimal(90));
    }

    void locationsAreATree() {
        BuildUp at = desk();
        at.trigger("stage3");
        BuildUp::settle();
        auto* panel = at.window.findChild<LocationPanel*>();
        auto* tree = at.find<QTreeWidget>("locationTree");
        const auto name = [&](const char* text) {
            auto* editor = tree->viewport()->findChild<QLineEdit*>();
            if (!editor) qFatal("no name can be typed");
            editor->selectAll();
            QTest::keyClicks(editor, QString::fromLatin1(text));
            QTest::keyClick(editor, Qt::Key_Return);
            BuildUp::settle();
        };
        at.press("locationAdd");
        name("Causeway");
        QTest::keyClick(tree, Qt::Key_Insert);
        name("Pier");
        QCOMPARE(at.programme().locations.size(), std::size_t(2));
        panel->choose(at.programme().locations[0].id);
        tree->currentItem()->setText(2, QStringLiteral("0 – 620"));
        BuildUp::settle();
        auto* length = at.find<QLineEdit>("locationLength");
        QTest::keyClicks(length, QStringLiteral("62 m"));
        QTest::keyClick(length, Qt::Key_Return);
        BuildUp::settle();
        QCOMPARE(at.programme().locations.size(), std::size_t(12));
        QCOMPARE(tree->topLevelItem(0)->childCount(), 10);
        tree->topLevelItem(1)->setText(2, QStringLiteral("wide"));
        BuildUp::settle();
        QVERIFY(at.programme().locations[1].fromChainage == std::nullopt);
        // Dropped in front of the other one, it stands there; into what is below itself it is refused.
        const LocationId causeway = at.programme().locations[0].id, pier = at.programme().locations[1].id;
        auto* places = static_cast<LocationTree*>(tree);
        emit places->moved(pier, causeway, Landing::before);
        BuildUp::settle();
        QCOMPARE(tree->topLevelItem(0)->text(0), QStringLiteral("Pier"));
        emit places->moved(causeway, at.programme().locations.rows().back().id, Landing::inside);
        BuildUp::settle();
        QCOMPARE(tree->topLevelItemCount(), 2);
        at.document().undo();
        panel->choose(at.programme().locations.rows().back().id);
        QTest::keyClick(tree, Qt::Key_Delete);
        BuildUp::settle();
        QCOMPARE(at.programme().locations.size(), std::size_t(11));
        at.document().undo();
        at.document().undo();
        QCOMPARE(at.programme().locations.size(), std::size_t(2));
    }

    void tablesGoToAWorkbook() {
        BuildUp at = desk(withBill());
        at.dialogs.save = m_folder.filePath(QStringLiteral("tables.xlsx"));
        at.trigger("exportTable");
        const auto book = readWorkbook(at.dialogs.save.toStdString());
        QVERIFY(book.ok());
        QCOMPARE(book->sheets.size(), std::size_t(2));
        QCOMPARE(book->sheets[0].rows.size(), at.programme().activities.size() + 1);
        QCOMPARE(book->sheets[1].at(1, 3).number.value_or(0), 90.0);
    }
};

QTEST_MAIN(BuildUpStageTest)
#include "build_up_stage_test.moc"
