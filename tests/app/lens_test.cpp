// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Lenses and codes in the real window: made, kept, found again, and pressed with mouse and keyboard.
#include "app/base/look.h"
#include "app/lens/lens_pane.h"
#include "app/table/entry_line.h"
#include "app/table/frozen_columns.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "core/view/fields.h"
#include "desk.h"

#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QPushButton>
#include <QScrollBar>
#include <QTableView>
#include <QTemporaryDir>
#include <QToolButton>

using namespace yarrin;
using namespace yarrin::test;

namespace {

class LensTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    int m_settings = 0;
    QString settings() { return m_folder.filePath(QStringLiteral("settings%1.ini").arg(++m_settings)); }
    QString path(const char* name) { return m_folder.filePath(QString::fromLatin1(name)); }

    static const Lens& lens(Desk& desk) { return desk.window.viewState().lens(); }
    static LensPane& open(Desk& desk) {
        auto& pane = *desk.find<LensPane>("lensPane");
        if (pane.isHidden()) QTest::keyClick(&desk.window, Qt::Key_E, Qt::ControlModifier | Qt::ShiftModifier);
        QApplication::processEvents();
        if (!pane.isVisible()) qFatal("the pane does not open");
        QTest::mouseClick(desk.find<QPushButton>("lensTab"), Qt::LeftButton);
        desk.find<QLineEdit>("lensFilter")->setFocus();
        return pane;
    }
    static void type(Desk& desk, const char* line, const QString& text) {
        auto* edit = desk.find<QLineEdit>(line);
        edit->setFocus();
        edit->selectAll();
        QTest::keyClick(edit, Qt::Key_Delete);
        QTest::keyClicks(edit, text);
    }
    static void press(Desk& desk, const char* button) {
        QTest::mouseClick(desk.visible<QPushButton>(button), Qt::LeftButton);
        QApplication::processEvents();
    }
    /// Chooses in a box as with the keyboard: by the words that it shows.
    static void choose(Desk& desk, const char* name, const QString& text) {
        auto* box = desk.visible<QComboBox>(name);
        const int index = box->findText(text);
        if (index < 0) qFatal("%s has no %s", name, qPrintable(text));
        box->setCurrentIndex(index);
        emit box->activated(index);
        QApplication::processEvents();
    }
    /// Rows as they stand: headings in brackets.
    static QString rows(Desk& desk) {
        const ActivityModel& model = desk.table().activities();
        QStringList words;
        for (int row = 0; row < model.rowCount(); ++row)
            words << (model.isHeading(row)
                          ? QStringLiteral("[%1]").arg(model.index(row, 0).data().toString())
                          : QString::fromStdString(desk.programme().activities.row(model.activityAt(row))->key));
        return words.join(QLatin1Char(' '));
    }
    static QStringList columns(Desk& desk) {
        QStringList names;
        for (int i = 0; i < desk.table().activities().columnCount(); ++i)
            names << desk.table().activities().columnName(i);
        return names;
    }
    static QAction* inMenu(QMenu* menu, const QString& text) {
        for (QAction* action : menu->actions()) {
            if (action->text().remove(QLatin1Char('&')) == text) return action;
            if (action->menu())
                if (QAction* found = inMenu(action->menu(), text)) return found;
        }
        return nullptr;
    }
    static QMenu* columnMenu(Desk& desk, const char* column) {
        QHeaderView* header = desk.table().horizontalHeader();
        const int at = desk.table().activities().columnOf(QString::fromLatin1(column));
        emit header->customContextMenuRequested(QPoint(header->sectionViewportPosition(at) + 4, 4));
        auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
        if (!menu) qFatal("no menu came");
        return menu;
    }
    static void chooseInMenu(Desk& desk, const char* column, const QString& text) {
        QMenu* menu = columnMenu(desk, column);
        QAction* action = inMenu(menu, text);
        if (!action) qFatal("the menu has no %s", qPrintable(text));
        action->trigger();
        menu->close();
        QApplication::processEvents();
    }
    /// Adds the code Trade with two values, and shows its column.
    static void addTrade(Desk& desk) {
        desk.trigger("codesPane");
        QApplication::processEvents();
        type(desk, "codeNew", QStringLiteral("Trade"));
        QTest::keyClick(desk.find<QLineEdit>("codeNew"), Qt::Key_Return);
        for (const char* value : {"Piling", "Concrete"}) {
            type(desk, "valueNew", QString::fromLatin1(value));
            QTest::keyClick(desk.find<QLineEdit>("valueNew"), Qt::Key_Return);
        }
        desk.table().showColumn(QStringLiteral("code:Trade"), QStringLiteral("name"));
        QApplication::processEvents();
    }
    static QString trade(Desk& desk, const char* key) {
        const Activity& activity = *desk.programme().activities.row(desk.id(key));
        return activity.codes.empty() ? QString() : QString::fromStdString(activity.codes[0].value);
    }
    static void dragRow(Desk& desk, const char* key, QPoint to) {
        ActivityTable& table = desk.table();
        desk.clickCell(desk.cell(key, "id"));
        const QPoint from = table.visualRect(desk.cell(key, "id")).center();
        QTest::mousePress(table.viewport(), Qt::LeftButton, {}, from);
        QTest::mouseMove(table.viewport(), (from + to) / 2);
        QMouseEvent move(QEvent::MouseMove, to, table.viewport()->mapToGlobal(to), Qt::LeftButton, Qt::LeftButton, {});
        QApplication::sendEvent(table.viewport(), &move);
        QTest::mouseRelease(table.viewport(), Qt::LeftButton, {}, to);
        QApplication::processEvents();
    }
    static QPoint rowAt(Desk& desk, int row, bool lower) {
        const QRect box = desk.table().visualRect(desk.table().activities().index(row, 0));
        return QPoint(box.center().x(), lower ? box.bottom() - 3 : box.top() + 3);
    }

private slots:
    void aFilterIsTypedAndItsFaultIsSaid() {
        Desk desk(small(), settings());
        open(desk);
        QVERIFY(desk.find<QLineEdit>("lensFilter")->hasFocus());
        type(desk, "lensFilter", QStringLiteral("crit"));
        auto* fault = desk.find<QLabel>("lensFilterFault");
        QVERIFY2(fault->text().contains(QLatin1String("no field called \"crit\"")), qPrintable(fault->text()));
        QCOMPARE(rows(desk), QStringLiteral("[Berth] A010 A020 A030 M100")); // it hides nothing
        type(desk, "lensFilter", QStringLiteral("critical"));
        QCOMPARE(rows(desk), QStringLiteral("[Berth] A010 A020 M100"));
        QVERIFY2(fault->text().contains(QLatin1String("1 activity hidden")), qPrintable(fault->text()));
        // A condition is chosen, and joined by or.
        choose(desk, "conditionJoin", QStringLiteral("or"));
        choose(desk, "conditionField", QStringLiteral("Float"));
        choose(desk, "conditionComparison", QStringLiteral(">="));
        desk.visible<QComboBox>("conditionValue")->setEditText(QStringLiteral("4d"));
        press(desk, "conditionAdd");
        QCOMPARE(lens(desk).filter, std::string("critical or float >= 4d"));
        QCOMPARE(rows(desk), QStringLiteral("[Berth] A010 A020 A030 M100"));
        // The next one is to hold beside both.
        choose(desk, "conditionJoin", QStringLiteral("and"));
        choose(desk, "conditionField", QStringLiteral("Milestone"));
        choose(desk, "conditionComparison", QStringLiteral("not"));
        press(desk, "conditionAdd");
        QCOMPARE(lens(desk).filter, std::string("(critical or float >= 4d) and not milestone"));
        QCOMPARE(rows(desk), QStringLiteral("[Berth] A010 A020 A030"));
        QTest::keyClick(desk.find<QLineEdit>("lensFilter"), Qt::Key_Escape);
        QVERIFY(desk.find<LensPane>("lensPane")->isHidden());
        QVERIFY(desk.programme() == small()); // looking changes nothing
    }

    void rowsAreGroupedInLevelsAndOrdered() {
        Desk desk(small(), settings());
        open(desk);
        choose(desk, "lensGroup0", QStringLiteral("Kind"));
        choose(desk, "lensGroup1", QStringLiteral("Float band"));
        QCOMPARE(rows(desk),
                 QStringLiteral("[task] [none] A010 A020 [up to 5 days] A030 [finish milestone] [none] M100"));
        press(desk, "lensGroup0Down");
        QCOMPARE(rows(desk),
                 QStringLiteral("[finish milestone] [none] M100 [task] [none] A010 A020 [up to 5 days] A030"));
        // Two groups of one name fold each alone.
        ActivityModel& model = desk.table().activities();
        model.toggleFold(1);
        QCOMPARE(rows(desk), QStringLiteral("[finish milestone] [none] [task] [none] A010 A020 [up to 5 days] A030"));
        choose(desk, "lensGroup1", QStringLiteral("and within them…"));
        choose(desk, "lensGroup0", QStringLiteral("no groups"));
        choose(desk, "lensOrder0", QStringLiteral("Days"));
        QCOMPARE(rows(desk), QStringLiteral("A020 A030 A010 M100")); // what has none stands last
        press(desk, "lensOrder0Down");
        QCOMPARE(rows(desk), QStringLiteral("A010 A030 A020 M100"));
        choose(desk, "lensOrder0", QStringLiteral("Start"));
        choose(desk, "lensOrder1", QStringLiteral("ID"));
        QCOMPARE(lens(desk).order.size(), std::size_t(2));
        // The Build-up follows, without milestones.
        desk.trigger("stage4");
        QCOMPARE(desk.find<ActivityTable>("buildUpTable")->activities().rowCount(), 3);
    }

    void columnsAreChosenHiddenMovedAndWidened() {
        Desk desk(small(), settings());
        const QStringList own = columns(desk);
        open(desk);
        auto* list = desk.find<QListWidget>("lensColumns");
        type(desk, "lensColumnWords", QStringLiteral("late fin"));
        QListWidgetItem* late = nullptr;
        for (int i = 0; i < list->count(); ++i)
            if (!list->item(i)->isHidden()) late = list->item(i);
        QVERIFY(late && late->text() == QLatin1String("Late finish"));
        list->setCurrentItem(late);
        QTest::keyClick(list, Qt::Key_Space);
        QApplication::processEvents();
        QCOMPARE(columns(desk), own + QStringList{QStringLiteral("late_finish")});
        const QModelIndex cell = desk.cell("A010", "late_finish");
        QCOMPARE(cell.data().toString(), QStringLiteral("5 Mar 2027"));
        QVERIFY(!(cell.flags() & Qt::ItemIsEditable)); // it follows
        // In the table itself: hidden, inserted, dragged, widened.
        chooseInMenu(desk, "waits", QStringLiteral("Hide “Waits for”"));
        QVERIFY(!columns(desk).contains(QStringLiteral("waits")));
        chooseInMenu(desk, "finish", QStringLiteral("Quantity"));
        QCOMPARE(columns(desk).indexOf(QLatin1String("quantity")), columns(desk).indexOf(QLatin1String("finish")) + 1);
        QCOMPARE(desk.cell("A030", "quantity").data().toString(), QStringLiteral("40 m³"));
        chooseInMenu(desk, "quantity", QStringLiteral("2"));
        QCOMPARE(desk.cell("A030", "quantity").data().toString(), QStringLiteral("40.00"));
        QHeaderView* header = desk.table().horizontalHeader();
        header->moveSection(header->visualIndex(desk.table().activities().columnOf(QStringLiteral("float"))), 2);
        header->resizeSection(desk.table().activities().columnOf(QStringLiteral("start")), 123);
        QTRY_COMPARE(columns(desk).indexOf(QLatin1String("float")), 2);
        QCOMPARE(desk.table().columnWidth(desk.table().activities().columnOf(QStringLiteral("start"))), 123);
        // Nothing comes in front of the name.
        header->moveSection(header->visualIndex(desk.table().activities().columnOf(QStringLiteral("start"))), 0);
        QTRY_COMPARE(columns(desk).mid(0, 3),
                     (QStringList{QStringLiteral("id"), QStringLiteral("name"), QStringLiteral("start")}));
        for (int i = 0; i < header->count(); ++i) QCOMPARE(header->visualIndex(i), i);
        chooseInMenu(desk, "start", QStringLiteral("The table’s own columns"));
        QCOMPARE(columns(desk), own);
    }

    void idAndNameStayInSight() {
        Desk desk(small(), settings());
        ActivityTable& table = desk.table();
        auto& frozen = *table.findChild<FrozenColumns*>();
        QVERIFY(!frozen.isVisible());
        table.horizontalScrollBar()->setValue(table.horizontalScrollBar()->maximum());
        QApplication::processEvents();
        QVERIFY(frozen.isVisible());
        QCOMPARE(frozen.width(), table.columnWidth(0) + table.columnWidth(1));
        const int sideways = table.horizontalScrollBar()->value();
        for (const char* key : {"A010", "M100"})
            QCOMPARE(frozen.visualRect(desk.cell(key, "id")).top(), table.visualRect(desk.cell(key, "id")).top());
        // A click there selects and scrolls nothing; typing there brings the column back.
        const QModelIndex name = desk.cell("A020", "name");
        QTest::mouseClick(frozen.viewport(), Qt::LeftButton, {}, frozen.visualRect(name).center());
        QCOMPARE(desk.window.viewState().current(), desk.id("A020"));
        QCOMPARE(table.horizontalScrollBar()->value(), sideways);
        QTest::mouseDClick(frozen.viewport(), Qt::LeftButton, {}, frozen.visualRect(name).center());
        QCOMPARE(table.horizontalScrollBar()->value(), 0);
        QLineEdit* editor = openEditor(table);
        editor->selectAll();
        QTest::keyClicks(editor, QStringLiteral("Quay"));
        QTest::keyClick(editor, Qt::Key_Return);
        QCOMPARE(desk.programme().activities.row(desk.id("A020"))->name, std::string("Quay"));
        // Going along the row, a cell never ends below them.
        table.horizontalScrollBar()->setValue(table.horizontalScrollBar()->maximum());
        const QModelIndex start = desk.cell("A020", "days");
        table.setCurrentIndex(start);
        table.scrollTo(start);
        QVERIFY(table.visualRect(start).left() >= frozen.covered());
        QVERIFY(!frozen.isVisible() || frozen.verticalScrollBar()->value() == table.verticalScrollBar()->value());
    }

    void aLensIsKeptAndFoundAfterReopening() {
        {
            Desk desk(small(), settings());
            open(desk);
            type(desk, "lensFilter", QStringLiteral("critical"));
            choose(desk, "lensGroup0", QStringLiteral("Kind"));
            choose(desk, "lensLines", QStringLiteral("2"));
            const auto name = [&] { return desk.find<QToolButton>("lensButton")->text(); };
            QVERIFY2(name().contains(QLatin1String("changed")), qPrintable(name()));
            type(desk, "lensName", QStringLiteral("My paths"));
            press(desk, "lensKeep");
            QVERIFY2(desk.notice().contains(QLatin1String("My paths")), qPrintable(desk.notice()));
            QVERIFY2(name().contains(QLatin1String("My paths")) && !name().contains(QLatin1String("changed")),
                     qPrintable(name()));
            QCOMPARE(desk.programme().lenses.size(), std::size_t(1));
            // Duplicated, renamed, deleted, and as it was again.
            QMenu* more = desk.find<QToolButton>("lensMore")->menu();
            emit more->aboutToShow();
            desk.find<QAction>("lensDuplicate")->trigger();
            QCOMPARE(desk.programme().lenses[1].key, std::string("My paths 2"));
            type(desk, "lensName", QStringLiteral("Other"));
            emit more->aboutToShow();
            desk.find<QAction>("lensRename")->trigger();
            QCOMPARE(desk.programme().lenses[1].key, std::string("Other"));
            type(desk, "lensFilter", QStringLiteral("milestone"));
            desk.find<QAction>("lensReset")->trigger();
            QCOMPARE(lens(desk).filter, std::string("critical"));
            desk.find<QAction>("lensDelete")->trigger();
            QCOMPARE(desk.programme().lenses.size(), std::size_t(1));
            QCOMPARE(lens(desk).name, std::string("By breakdown"));
            desk.document().undo(); // the deletion is a change as others
            QCOMPARE(desk.programme().lenses.size(), std::size_t(2));
            desk.document().redo();
            QVERIFY(desk.document().save(path("kept.yarrin")).ok());
        }
        Desk desk(small(), settings());
        QVERIFY(desk.window.openFile(path("kept.yarrin")));
        QMenu* menu = desk.find<QToolButton>("lensButton")->menu();
        emit menu->aboutToShow();
        QAction* mine = inMenu(menu, QStringLiteral("My paths"));
        QVERIFY(mine);
        mine->trigger();
        QCOMPARE(rows(desk), QStringLiteral("[task] A010 A020 [finish milestone] M100"));
        QCOMPARE(desk.table().verticalHeader()->sectionSize(0), 41);
        QCOMPARE(desk.chart().request().metrics.rowHeight, 41.0);
    }

    void aLensGoesToAnotherJob() {
        {
            Desk desk(small(), settings());
            addTrade(desk);
            open(desk);
            Lens made = lens(desk);
            made.groups = {{"code:Trade"}};
            desk.window.viewState().setLens(made);
            type(desk, "lensName", QStringLiteral("Trades"));
            desk.dialogs.save = path("trades.yarrin-lens");
            press(desk, "lensKeep");
            desk.find<QAction>("lensExport")->trigger();
            QVERIFY2(desk.notice().contains(desk.dialogs.save), qPrintable(desk.notice()));
        }
        Desk desk(small(), settings());
        open(desk);
        desk.dialogs.open = path("trades.yarrin-lens");
        desk.find<QAction>("lensImport")->trigger();
        QVERIFY2(desk.notice().contains(QLatin1String("has no code Trade")), qPrintable(desk.notice()));
        QCOMPARE(rows(desk), QStringLiteral("A010 A020 A030 M100")); // nothing is hidden
        QCOMPARE(desk.programme().lenses.size(), std::size_t(1));
        QFile bad(path("bad.yarrin-lens"));
        QVERIFY(bad.open(QFile::WriteOnly));
        bad.write("no lens");
        bad.close();
        desk.dialogs.open = path("bad.yarrin-lens");
        desk.find<QAction>("lensImport")->trigger();
        QVERIFY2(desk.notice().contains(QLatin1String("Not imported")), qPrintable(desk.notice()));
    }

    void aLensStaysBehindWithItsJob() {
        Desk desk(small(), settings());
        Lens made = lens(desk);
        made.filter = "Trade is Piling";
        made.groups = {{"code:Trade"}};
        desk.window.viewState().setLens(made);
        desk.document().replace(small(), {});
        QCOMPARE(lens(desk).name, std::string("By breakdown"));
        QVERIFY(lens(desk).filter.empty());
        // One that is understood stays.
        made = lens(desk);
        made.filter = "critical";
        desk.window.viewState().setLens(made);
        desk.document().replace(small(), {});
        QCOMPARE(lens(desk).filter, std::string("critical"));
    }

    void codesAreMadeTypedAndUnknownValuesOffered() {
        Desk desk(small(), settings());
        addTrade(desk);
        QCOMPARE(desk.programme().codes[0].values.size(), std::size_t(2));
        desk.enter(desk.cell("A010", "code:Trade"), QStringLiteral("piling"));
        QCOMPARE(trade(desk, "A010"), QStringLiteral("Piling"));
        // What is not known is offered, and added only when it is wanted.
        desk.enter(desk.cell("A020", "code:Trade"), QStringLiteral("Steel"));
        QCOMPARE(trade(desk, "A020"), QString());
        QVERIFY2(desk.notice().contains(QStringLiteral("“Steel” to Trade")), qPrintable(desk.notice()));
        press(desk, "noticeAnswer");
        QCOMPARE(trade(desk, "A020"), QStringLiteral("Steel"));
        QCOMPARE(desk.programme().codes[0].values.size(), std::size_t(3));
        desk.document().undo(); // the value and what carries it are one step
        QCOMPARE(desk.programme().codes[0].values.size(), std::size_t(2));
        // Pasted over several rows.
        QApplication::clipboard()->setText(QStringLiteral("Concrete\nDredging\n"));
        desk.clickCell(desk.cell("A020", "code:Trade"));
        QTest::keyClick(&desk.table(), Qt::Key_V, Qt::ControlModifier);
        QCOMPARE(trade(desk, "A020"), QString());
        press(desk, "noticeAnswer");
        QCOMPARE(trade(desk, "A020") + trade(desk, "A030"), QStringLiteral("ConcreteDredging"));
        // Filled down.
        desk.clickCell(desk.cell("A010", "code:Trade"));
        QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, Qt::ShiftModifier,
                          desk.table().visualRect(desk.cell("A030", "code:Trade")).center());
        QTest::keyClick(&desk.table(), Qt::Key_D, Qt::ControlModifier);
        QCOMPARE(trade(desk, "A030"), QStringLiteral("Piling"));
        // Renamed in its list, activities follow; moved, groups do.
        desk.trigger("codesPane");
        QApplication::processEvents();
        auto& values = *desk.find<GridView>("codeValues");
        typeInto(values, values.model()->index(0, 0), QStringLiteral("Bored piles"));
        QCOMPARE(trade(desk, "A010"), QStringLiteral("Bored piles"));
        values.setCurrentIndex(values.model()->index(0, 0));
        QTest::keyClick(&values, Qt::Key_Down, Qt::AltModifier);
        QCOMPARE(desk.programme().codes[0].values[1].name, std::string("Bored piles"));
        typeInto(values, values.model()->index(0, 2), QStringLiteral("red"));
        QVERIFY(desk.programme().codes[0].values[0].colour.empty());
    }

    /// A flat list is sorted into groups by typing and dragging; groups stand in the order of the values.
    void rowsAreDraggedIntoGroups() {
        Desk desk(small(), settings());
        addTrade(desk);
        Lens made = lens(desk);
        made.groups = {{"code:Trade"}};
        desk.window.viewState().setLens(made);
        QCOMPARE(rows(desk), QStringLiteral("[Without “Trade”] A010 A020 A030 M100"));
        desk.enter(desk.cell("A010", "code:Trade"), QStringLiteral("Concrete"));
        desk.enter(desk.cell("A020", "code:Trade"), QStringLiteral("Piling"));
        QCOMPARE(rows(desk), QStringLiteral("[Piling] A020 [Concrete] A010 [Without “Trade”] A030 M100"));
        dragRow(desk, "A030", rowAt(desk, 0, true)); // onto the heading
        QCOMPARE(rows(desk), QStringLiteral("[Piling] A020 A030 [Concrete] A010 [Without “Trade”] M100"));
        desk.document().undo();
        dragRow(desk, "A030", rowAt(desk, 3, true)); // below a row
        QCOMPARE(trade(desk, "A030"), QStringLiteral("Concrete"));
        desk.document().undo();
        // Out of all groups.
        dragRow(desk, "A010", rowAt(desk, 6, true));
        QCOMPARE(trade(desk, "A010"), QString());
        // Groups that follow from dates take nothing, and say so.
        made.groups = {{"float_band"}};
        desk.window.viewState().setLens(made);
        const Programme before = desk.programme();
        dragRow(desk, "A030", rowAt(desk, 0, true));
        QVERIFY2(desk.notice().contains(QLatin1String("follows from the programme")), qPrintable(desk.notice()));
        QVERIFY(desk.programme() == before);
        // Escape leaves nothing behind.
        ActivityTable& table = desk.table();
        const QPoint from = table.visualRect(desk.cell("A030", "id")).center();
        QTest::mousePress(table.viewport(), Qt::LeftButton, {}, from);
        QMouseEvent move(QEvent::MouseMove, rowAt(desk, 1, false), table.viewport()->mapToGlobal(from), Qt::LeftButton,
                         Qt::LeftButton, {});
        QApplication::sendEvent(table.viewport(), &move);
        QTest::keyClick(&table, Qt::Key_Escape);
        QTest::mouseRelease(table.viewport(), Qt::LeftButton, {}, rowAt(desk, 1, false));
        QVERIFY(desk.programme() == before);
    }

    void theIdOfASelectedRowIsTypedIn() {
        Desk desk(small(), settings());
        const QModelIndex cell = desk.cell("A030", "id");
        desk.clickCell(cell); // selected: the next press takes hold of the row
        const QPoint at = desk.table().visualRect(cell).center();
        QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, {}, at);
        QTest::mouseDClick(desk.table().viewport(), Qt::LeftButton, {}, at);
        QLineEdit* editor = openEditor(desk.table());
        editor->selectAll();
        QTest::keyClicks(editor, QStringLiteral("A031"));
        QTest::keyClick(editor, Qt::Key_Return);
        QVERIFY(desk.id("A031"));
        // The pointer holds no row any more.
        QTest::mouseMove(desk.table().viewport(), at + QPoint(0, 60));
        QTest::mouseRelease(desk.table().viewport(), Qt::LeftButton, {}, at + QPoint(0, 60));
        QCOMPARE(rows(desk), QStringLiteral("[Berth] A010 A020 A031 M100"));
    }

    /// While the other columns are scrolled sideways, the ids that stay in sight are what rows are dragged by.
    void rowsAreDraggedByIdsThatStay() {
        Desk desk(small(), settings());
        desk.window.resize(1000, 700);
        QApplication::processEvents();
        desk.clickCell(desk.cell("A030", "id"));
        QScrollBar* sideways = desk.table().horizontalScrollBar();
        sideways->setValue(sideways->maximum());
        QApplication::processEvents();
        auto* frozen = desk.find<QTableView>("frozenColumns");
        QVERIFY(frozen->isVisible());
        const QPoint from = frozen->visualRect(desk.cell("A030", "id")).center();
        const QRect first = frozen->visualRect(desk.cell("A010", "id"));
        const QPoint to(from.x(), first.top() + 3);
        QTest::mousePress(frozen->viewport(), Qt::LeftButton, {}, from);
        for (const QPoint& at : {(from + to) / 2, to}) {
            QMouseEvent move(QEvent::MouseMove, at, frozen->viewport()->mapToGlobal(at), Qt::LeftButton, Qt::LeftButton,
                             {});
            QApplication::sendEvent(frozen->viewport(), &move);
        }
        QTest::mouseRelease(frozen->viewport(), Qt::LeftButton, {}, to);
        QCOMPARE(desk.programme().activities[0].key, std::string("A030"));
        QCOMPARE(sideways->value(), sideways->maximum());
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == small());
    }

    void rowsAreDraggedWithinTheBreakdown() {
        Desk desk(small(), settings());
        dragRow(desk, "A030", rowAt(desk, 1, false)); // above A010
        QCOMPARE(rows(desk), QStringLiteral("[Berth] A030 A010 A020 M100"));
        dragRow(desk, "A010", rowAt(desk, 4, true)); // below the last
        QCOMPARE(rows(desk), QStringLiteral("[Berth] A030 A020 M100 A010"));
        desk.document().undo();
        desk.document().undo();
        QVERIFY(desk.programme() == small());
    }

    void barsAreColouredAndNamedByFields() {
        Desk desk(small(), settings());
        addTrade(desk);
        desk.enter(desk.cell("A010", "code:Trade"), QStringLiteral("Piling"));
        desk.enter(desk.cell("A030", "code:Trade"), QStringLiteral("Concrete"));
        open(desk);
        choose(desk, "lensColour", QStringLiteral("Trade"));
        choose(desk, "lensAfter", QStringLiteral("Finish"));
        QApplication::processEvents();
        const auto colourOf = [&](const char* key) {
            const QImage image = desk.chart().viewport()->grab().toImage();
            for (const BarShape& bar : desk.chart().layout().bars)
                if (bar.activity == desk.id(key)) {
                    const QPoint at = desk.chart().onViewport({(bar.x0 + bar.x1) / 2, bar.y + 3});
                    return image.pixelColor(at);
                }
            return QColor();
        };
        QCOMPARE(colourOf("A010"), theme().sorting[0]);
        QCOMPARE(colourOf("A030"), theme().sorting[1]);
        QCOMPARE(colourOf("A020"), theme().critical); // says nothing: coloured by its urgency
        // A value's own colour.
        desk.trigger("codesPane");
        QApplication::processEvents();
        auto& values = *desk.find<GridView>("codeValues");
        typeInto(values, values.model()->index(1, 2), QStringLiteral("#123456"));
        QCOMPARE(colourOf("A030"), QColor(0x12, 0x34, 0x56));
    }

    void headingsAddFiguresUp() {
        Programme programme = small();
        Activity second = programme.activities[1];
        second.duration.reset();
        second.measure = Measure{Decimal(25, 1), "m3", Decimal(10), {}, Decimal(1), Decimal(1), RoundTo::day};
        programme.activities.replace(1, second);
        Desk desk(programme, settings());
        desk.table().showColumn(QStringLiteral("quantity"), QStringLiteral("name"));
        const int column = desk.table().activities().columnOf(QStringLiteral("quantity"));
        QCOMPARE(desk.table().activities().headingFigure(0, column), QString());
        Lens lens = desk.window.viewState().lens();
        lens.totals = true;
        desk.window.viewState().setLens(lens);
        QCOMPARE(desk.table().activities().headingFigure(0, column), QStringLiteral("42.5 m³"));
        // What is of several units does not add up.
        desk.trigger("stage4");
        auto& buildUp = *desk.find<ActivityTable>("buildUpTable");
        desk.enter(desk.cell("A020", "unit", &buildUp), QStringLiteral("t"), &buildUp);
        QCOMPARE(desk.table().activities().headingFigure(0, column), QString());
    }
};

} // namespace

QTEST_MAIN(LensTest)
#include "lens_test.moc"
