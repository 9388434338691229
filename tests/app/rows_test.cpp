// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Whole rows in the real window: moved, duplicated, chained, taken to another job, and the menus under the pointer.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/window/state_line.h"
#include "desk.h"
#include "edit/activity_edits.h"
#include "edit/contract_edits.h"

#include <QApplication>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QMenu>
#include <QMimeData>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTest>
#include <QToolButton>

#include <array>
#include <cmath>

using namespace yarrin;
using namespace yarrin::test;

namespace {

constexpr auto ctrlShift = Qt::ControlModifier | Qt::ShiftModifier;

QString keys(Desk& desk) {
    QStringList all;
    for (const Activity& activity : desk.programme().activities) all << show::text(activity.key);
    return all.join(QLatin1Char(' '));
}

/// Selects from one row to another as a person does, with Shift.
void choose(Desk& desk, const char* first, const char* last) {
    desk.clickCell(desk.cell(first, "name"));
    QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, Qt::ShiftModifier,
                      desk.table().visualRect(desk.cell(last, "name")).center());
}

/// A right click, as the window system tells it.
QMenu* rightClick(Desk& desk, QWidget* on, const QPoint& at) {
    QContextMenuEvent event(QContextMenuEvent::Mouse, at, on->mapToGlobal(at));
    QApplication::sendEvent(on, &event);
    for (QMenu* menu : desk.window.findChildren<QMenu*>(QStringLiteral("contextMenu")))
        if (menu->isVisible()) return menu;
    return nullptr;
}

QStringList entries(const QMenu& menu) {
    QStringList all;
    for (const QAction* one : menu.actions())
        if (!one->isSeparator()) all << one->text().section(QLatin1Char('\t'), 0, 0).remove(QLatin1Char('&'));
    return all;
}

void press(QMenu& menu, const QString& text) {
    for (QAction* one : menu.actions())
        if (one->text().remove(QLatin1Char('&')).startsWith(text)) {
            QTest::mouseClick(&menu, Qt::LeftButton, {}, menu.actionGeometry(one).center());
            QApplication::processEvents();
            return;
        }
    QFAIL(qPrintable(QStringLiteral("no entry ") + text));
}

} // namespace

class RowsTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    [[nodiscard]] QString settings() const { return m_folder.filePath(QStringLiteral("settings.ini")); }
private slots:
    void initTestCase() { applyLook(*qApp, false); }

    void tabGoesToTheNextCellThatCanBeTypedIn() {
        Desk desk(small(), settings());
        ActivityTable& table = desk.table();
        const auto at = [&] {
            const QModelIndex here = table.currentIndex();
            const ActivityId id = table.activities().activityAt(here.row());
            return show::text(desk.programme().activities.row(id)->key) + QLatin1Char(' ') +
                   table.activities().columnName(here.column());
        };
        desk.clickCell(desk.cell("A010", "id"));
        QStringList way;
        for (int i = 0; i < 9; ++i) {
            QTest::keyClick(&table, Qt::Key_Tab);
            way << at();
        }
        QCOMPARE(way.mid(0, 2).join(QLatin1String(", ")), QStringLiteral("A010 name, A010 days"));
        for (const QString& stop : way)
            QVERIFY2(!stop.endsWith(QLatin1String("start")) && !stop.endsWith(QLatin1String("finish")) &&
                         !stop.endsWith(QLatin1String("float")),
                     qPrintable(stop));
        QVERIFY2(way.contains(QStringLiteral("A020 id")), qPrintable(way.join(QLatin1String(", "))));
        for (int i = 0; i < 9; ++i) QTest::keyClick(&table, Qt::Key_Backtab);
        QCOMPARE(at(), QStringLiteral("A010 id"));
        // Within an editor it commits and goes on typing in the next one.
        QLineEdit* editor = desk.startTyping(desk.cell("A010", "name"), QStringLiteral("Blinding"));
        QTest::keyClick(editor, Qt::Key_Tab);
        QApplication::processEvents();
        QCOMPARE(at(), QStringLiteral("A010 days"));
        editor = openEditor(table);
        editor->selectAll();
        QTest::keyClicks(editor, QStringLiteral("7d"));
        QTest::keyClick(editor, Qt::Key_Tab);
        QApplication::processEvents();
        QCOMPARE(desk.programme().activities.row(desk.id("A010"))->name, std::string("Blinding"));
        QCOMPARE(desk.cell("A010", "days").data().toString(), QStringLiteral("7"));
    }

    void lookingAtAnotherWindowTakesNoHalfWord() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        QLineEdit* editor = desk.startTyping(desk.cell("A030", "waits"), QStringLiteral("A02"));
        QWidget other;
        other.show();
        other.activateWindow();
        QTRY_VERIFY(other.isActiveWindow());
        QVERIFY(desk.programme() == before);
        QVERIFY2(desk.notice().isEmpty(), qPrintable(desk.notice()));
        desk.window.activateWindow();
        QTRY_VERIFY(desk.window.isActiveWindow());
        QCOMPARE(openEditor(desk.table()), editor);
        QVERIFY(editor->hasFocus());
        QTest::keyClicks(editor, QStringLiteral("0"));
        QTest::keyClick(editor, Qt::Key_Return);
        QCOMPARE(desk.cell("A030", "waits").data().toString(), QStringLiteral("A020"));
        // Another field of the same window takes it.
        desk.startTyping(desk.cell("A030", "name"), QStringLiteral("Poured"));
        desk.trigger("editFind");
        QCOMPARE(desk.programme().activities.row(desk.id("A030"))->name, std::string("Poured"));
    }

    void aDateTypedWhereOneIsComputedOffersToHold() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        desk.enter(desk.cell("A010", "start"), QStringLiteral("8 Mar 2027"));
        QVERIFY(desk.programme() == before); // asked first
        QVERIFY2(desk.notice().contains(QLatin1String("start not before 8 Mar 2027")), qPrintable(desk.notice()));
        QTest::mouseClick(desk.visible<QPushButton>("noticeAnswer"), Qt::LeftButton);
        QCOMPARE(desk.cell("A010", "start").data().toString(), QStringLiteral("8 Mar 2027"));
        const auto held = desk.programme().activities.row(desk.id("A010"))->constraint;
        QVERIFY(held && held->type == ConstraintType::startNotBefore);
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
        // What is no date is said in the cell.
        QLineEdit* editor = desk.startTyping(desk.cell("A010", "finish"), QStringLiteral("soon"));
        QTest::keyClick(editor, Qt::Key_Return);
        QVERIFY(!messageOn(desk.table()).isEmpty());
        QTest::keyClick(editor, Qt::Key_Escape);
        QVERIFY(desk.programme() == before);
        // A block that is cleared or filled leaves such cells alone.
        desk.clickCell(desk.cell("A010", "start"));
        QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, Qt::ShiftModifier,
                          desk.table().visualRect(desk.cell("A020", "finish")).center());
        QTest::keyClick(&desk.table(), Qt::Key_Backspace);
        QVERIFY(desk.programme() == before);
        QVERIFY(desk.notice().isEmpty() || !desk.notice().contains(QLatin1String("cannot")));
    }

    void rowsMoveByKeyboardAndSaySoWhereTheyCannot() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        choose(desk, "A020", "A030");
        QTest::keyClick(&desk.table(), Qt::Key_Up, Qt::AltModifier);
        QCOMPARE(keys(desk), QStringLiteral("A020 A030 A010 M100"));
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(2));
        QTest::keyClick(&desk.table(), Qt::Key_Down, Qt::AltModifier);
        QTest::keyClick(&desk.table(), Qt::Key_Down, Qt::AltModifier);
        QCOMPARE(keys(desk), QStringLiteral("A010 M100 A020 A030"));
        QTest::keyClick(&desk.table(), Qt::Key_Down, Qt::AltModifier);
        QVERIFY2(desk.notice().contains(QLatin1String("last of its group")), qPrintable(desk.notice()));
        for (int i = 0; i < 3; ++i) desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
        desk.table().activities().sort(desk.table().activities().columnOf(QStringLiteral("name")), Qt::AscendingOrder);
        QTest::keyClick(&desk.table(), Qt::Key_Up, Qt::AltModifier);
        QVERIFY2(desk.notice().contains(QLatin1String("own order")), qPrintable(desk.notice()));
        QVERIFY(desk.programme() == before);
    }

    void rowsAreDuplicatedChainedAndTakenToAnotherJob() {
        Desk desk(small(), settings());
        choose(desk, "A010", "A020");
        QTest::keyClick(&desk.window, Qt::Key_D, ctrlShift);
        QCOMPARE(keys(desk), QStringLiteral("A010 A020 A021 A022 A030 M100"));
        QCOMPARE(desk.cell("A022", "waits").data().toString(), QStringLiteral("A021"));
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(2)); // the new ones
        desk.trigger("editUndo");
        choose(desk, "A010", "A030");
        QTest::keyClick(&desk.window, Qt::Key_L, ctrlShift);
        QCOMPARE(desk.cell("A030", "waits").data().toString(), QStringLiteral("A020"));
        QCOMPARE(desk.cell("A020", "waits").data().toString(), QStringLiteral("A010"));
        choose(desk, "A010", "A030");
        QTest::keyClick(&desk.window, Qt::Key_C, ctrlShift);
        QVERIFY(QApplication::clipboard()->text().startsWith(QLatin1String("A010\t")));
        Desk other(small(), settings());
        other.clickCell(other.cell("M100", "name"));
        QTest::keyClick(&other.window, Qt::Key_V, ctrlShift);
        QCOMPARE(other.programme().activities.size(), std::size_t(7));
        QCOMPARE(other.programme().links.size(), std::size_t(5));
        QVERIFY(other.programme().activities[6].breakdown == BreakdownId{1});
        other.trigger("editUndo");
        QVERIFY(other.programme() == small());
        // Text that comes from elsewhere is no activities.
        QApplication::clipboard()->setText(QStringLiteral("A1\tName"));
        QTest::keyClick(&other.window, Qt::Key_V, ctrlShift);
        QVERIFY2(other.notice().contains(QLatin1String("no activities on the clipboard")), qPrintable(other.notice()));
        auto* broken = new QMimeData;
        broken->setData(QStringLiteral("application/x-yarrin-activities+json"), "{\"format\": 3");
        QApplication::clipboard()->setMimeData(broken);
        QTest::keyClick(&other.window, Qt::Key_V, ctrlShift);
        QVERIFY2(other.notice().startsWith(QLatin1String("Not pasted.")), qPrintable(other.notice()));
        QVERIFY(other.programme() == small());
    }

    void aRightClickOffersWhatTheMenuBarHas() {
        Desk desk(small(), settings());
        const QPoint row = desk.table().visualRect(desk.cell("A020", "name")).center();
        QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, {}, row);
        QMenu* menu = rightClick(desk, desk.table().viewport(), row);
        QVERIFY(menu);
        for (const char* entry : {"Add an activity below", "Duplicate", "Delete", "Select the driving path"})
            QVERIFY2(entries(*menu).contains(QLatin1String(entry)), entry);
        press(*menu, QStringLiteral("Select the driving path"));
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(3)); // A010, A020, M100
        // On the group's heading: what concerns groups.
        const QPoint heading = desk.table().visualRect(desk.table().activities().index(0, 0)).center();
        QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, {}, heading);
        menu = rightClick(desk, desk.table().viewport(), heading);
        QVERIFY(menu && entries(*menu).contains(QStringLiteral("Add a group")) &&
                !entries(*menu).contains(QStringLiteral("Duplicate")));
        press(*menu, QStringLiteral("Select the whole group"));
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(4));
        // By the key, where the cell is.
        desk.clickCell(desk.cell("A030", "name"));
        QContextMenuEvent key(QContextMenuEvent::Keyboard, {}, {});
        QApplication::sendEvent(desk.table().viewport(), &key);
        menu = desk.visible<QMenu>("contextMenu");
        press(*menu, QStringLiteral("Delete"));
        QVERIFY(!desk.notice().isEmpty() || !desk.id("A030")); // it asks, for a link hangs from it
    }

    // 8 March 2027 is a Monday; the calendar has five days.
    void aBarIsHeldOnAWorkingDayUnlessItIsMovedFreely() {
        Desk desk(small(), settings());
        BarChartView& chart = desk.chart();
        const auto drag = [&](int days, Qt::KeyboardModifiers with) {
            for (const BarShape& bar : chart.layout().bars) {
                if (bar.activity != desk.id("A010")) continue;
                const QPoint from = chart.onViewport({(bar.x0 + bar.x1) / 2, bar.y + 5});
                const QPoint to = from + QPoint(int(std::lround(days * desk.window.viewState().pixelsPerDay())), 0);
                QTest::mousePress(chart.viewport(), Qt::LeftButton, with, from);
                QTest::mouseMove(chart.viewport(), to);
                QTest::mouseRelease(chart.viewport(), Qt::LeftButton, with, to);
                return;
            }
            qFatal("no bar");
        };
        const auto held = [&] {
            const auto constraint = desk.programme().activities.row(desk.id("A010"))->constraint;
            return constraint ? constraintText(*constraint) : QString();
        };
        drag(5, {}); // to Saturday the 6th
        QCOMPARE(held(), QStringLiteral("start not before 8 Mar 2027"));
        desk.trigger("editUndo");
        drag(4, {}); // Friday
        QCOMPARE(held(), QStringLiteral("start not before 5 Mar 2027"));
        desk.trigger("editUndo");
        drag(5, Qt::AltModifier);
        QCOMPARE(held(), QStringLiteral("start not before 6 Mar 2027"));
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == small());
    }

    void aFilterSaysHowManyRowsItHides() {
        Desk desk(small(), settings());
        const auto name = [&] { return desk.find<QToolButton>("lensButton")->text(); };
        QVERIFY2(!name().contains(QLatin1String("hidden")), qPrintable(name()));
        Lens lens = desk.window.viewState().lens();
        lens.words = "a01";
        desk.window.viewState().setLens(lens);
        QVERIFY2(name().contains(QLatin1String("3 hidden")), qPrintable(name()));
        lens.words.clear();
        lens.filter = "critical";
        desk.window.viewState().setLens(lens); // A030 has four days of float
        QVERIFY2(name().contains(QLatin1String("1 hidden")), qPrintable(name()));
        // An edit that takes its float shows it.
        desk.enter(desk.cell("A010", "days"), QStringLiteral("1d"));
        QVERIFY2(!name().contains(QLatin1String("hidden")), qPrintable(name()));
    }

    /// The words below the title lead where they say.
    void wordsOfTheContextLineLead() {
        Programme programme = small();
        programme.job.dataDate = parseInstant("2027-03-02T08:00");
        Desk desk(programme, settings());
        QVERIFY(desk.document().save(m_folder.filePath(QStringLiteral("led.yarrin"))).ok());
        QApplication::processEvents();
        auto* line = static_cast<StateLine*>(desk.find<QLabel>("contextState"));
        const auto press = [&](const QString& words) {
            for (std::size_t i = 0; i < line->parts().size(); ++i)
                if (line->parts()[i].words.startsWith(words)) {
                    const auto [from, to] = line->spanOf(i);
                    QTest::mouseClick(line, Qt::LeftButton, {}, QPoint((from + std::min(to, line->width())) / 2, 6));
                    return true;
                }
            return false;
        };
        QVERIFY(press(QStringLiteral("data date")));
        QVERIFY(!desk.window.findChild<ProgrammeStage*>()->isVisible());
        desk.trigger("stage5");
        QVERIFY(press(QStringLiteral("led")));
        QCOMPARE(desk.dialogs.opened.size(), qsizetype(1));
        QCOMPARE(QFileInfo(desk.dialogs.opened[0].toLocalFile()).canonicalFilePath(),
                 QFileInfo(m_folder.path()).canonicalFilePath());
    }

    void hitsFollowEachOther() {
        Desk desk(small(), settings());
        auto* find = desk.find<QLineEdit>("findField");
        find->setFocus();
        QTest::keyClicks(find, QStringLiteral("A0"));
        QTest::keyClick(find, Qt::Key_Return);
        QApplication::processEvents();
        const auto current = [&] {
            return QString::fromStdString(desk.programme().activities.row(desk.window.viewState().current())->key);
        };
        QCOMPARE(current(), QStringLiteral("A010"));
        QStringList way;
        for (int i = 0; i < 3; ++i) {
            QTest::keyClick(&desk.window, Qt::Key_F3);
            way << current();
        }
        QCOMPARE(way.join(QLatin1Char(' ')), QStringLiteral("A020 A030 A010")); // round and round, without M100
        QVERIFY2(desk.notice().contains(QLatin1String("1 of 3")), qPrintable(desk.notice()));
        QTest::keyClick(&desk.window, Qt::Key_F3, Qt::ShiftModifier);
        QCOMPARE(current(), QStringLiteral("A030"));
        // From a row that is none, the next and the one before are its neighbours.
        desk.window.viewState().select(desk.id("M100"));
        QTest::keyClick(&desk.window, Qt::Key_F3, Qt::ShiftModifier);
        QCOMPARE(current(), QStringLiteral("A030"));
    }

    void oneValueIsGivenToAllSelectedRows() {
        Desk desk(small(), settings());
        desk.clickCell(desk.cell("A010", "calendar"));
        QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, Qt::ShiftModifier,
                          desk.table().visualRect(desk.cell("A030", "calendar")).center());
        QTest::keyClick(&desk.table(), Qt::Key_F2);
        QLineEdit* editor = openEditor(desk.table());
        editor->selectAll();
        QTest::keyClicks(editor, QStringLiteral("Moon"));
        QTest::keyClick(editor, Qt::Key_Return, Qt::ControlModifier);
        QVERIFY(!messageOn(desk.table()).isEmpty());
        QVERIFY(desk.programme() == small()); // none of them
        editor->selectAll();
        QTest::keyClicks(editor, show::text(desk.programme().calendars.row(Builder::six)->name));
        QTest::keyClick(editor, Qt::Key_Return, Qt::ControlModifier);
        for (const char* key : {"A010", "A020", "A030"})
            QVERIFY2(desk.programme().activities.row(desk.id(key))->calendar == Builder::six, key);
        QVERIFY(desk.programme().activities.row(desk.id("M100"))->calendar != Builder::six);
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == small());
    }

    void waysAreGoneAlongAndBack() {
        Desk desk(small(), settings());
        const auto current = [&] {
            const Activity* one = desk.programme().activities.row(desk.window.viewState().current());
            return one ? show::text(one->key) : QString();
        };
        const auto press = [&](Qt::Key key) { QTest::keyClick(&desk.window, key, Qt::ControlModifier); };
        desk.clickCell(desk.cell("M100", "name"));
        press(Qt::Key_Comma);
        QCOMPARE(current(), QStringLiteral("A020"));
        press(Qt::Key_Comma);
        QCOMPARE(current(), QStringLiteral("A010"));
        press(Qt::Key_Comma); // nothing else drives it
        QCOMPARE(current(), QStringLiteral("A010"));
        QVERIFY2(desk.notice().contains(QLatin1String("Nothing else drives A010")), qPrintable(desk.notice()));
        press(Qt::Key_Period);
        QCOMPARE(current(), QStringLiteral("A020"));
        press(Qt::Key_BracketLeft);
        press(Qt::Key_BracketLeft);
        QCOMPARE(current(), QStringLiteral("A020"));
        press(Qt::Key_BracketLeft);
        QCOMPARE(current(), QStringLiteral("M100"));
        press(Qt::Key_BracketRight);
        QCOMPARE(current(), QStringLiteral("A020"));
        // Over stages, and past what is no longer there.
        desk.window.go(MainWindow::Place::contract);
        press(Qt::Key_BracketLeft);
        QVERIFY(desk.table().isVisible());
        QCOMPARE(current(), QStringLiteral("A020"));
        desk.window.go(MainWindow::Place::delay);
        QVERIFY(desk.document()
                    .perform(QStringLiteral("x"),
                             [&](Transaction& tx) { return removeActivities(tx, std::array{desk.id("A020")}); })
                    .ok());
        press(Qt::Key_BracketLeft);
        QVERIFY(current() != QLatin1String("A020"));
        for (int i = 0; i < 10; ++i) press(Qt::Key_BracketLeft);
        QVERIFY2(desk.notice().contains(QLatin1String("nothing to go back to")), qPrintable(desk.notice()));
    }

    void theTableGivesWayToTheBars() {
        Desk desk(small(), settings());
        const int before = desk.table().width();
        QTest::keyClick(&desk.window, Qt::Key_B, ctrlShift);
        QCOMPARE(desk.table().width(),
                 std::max(desk.table().minimumWidth(), desk.table().columnWidth(0) + desk.table().columnWidth(1)));
        QVERIFY(desk.table().width() < before);
        QTest::keyClick(&desk.window, Qt::Key_B, ctrlShift);
        QCOMPARE(desk.table().width(), before);
    }

    void theChartFollowsTheStartOfTheProgramme() {
        Desk desk(small(), settings());
        const Instant left = desk.window.viewState().left();
        QVERIFY(desk.document()
                    .perform(QStringLiteral("Start"), [](Transaction& tx) { return setStart(tx, "1 Jun 2027"); })
                    .ok());
        QCOMPARE(desk.window.viewState().left() - left, Minutes(92 * minutesPerDay));
        desk.trigger("editUndo");
        QVERIFY(desk.window.viewState().left() == left);
    }

    void everyTableOffersWhatItCanDo() {
        Desk desk(small(), settings());
        desk.window.go(MainWindow::Place::contract);
        auto* table = desk.find<GridView>("sectionTable");
        const QPoint cell = table->visualRect(table->model()->index(0, 1)).center();
        QTest::mouseClick(table->viewport(), Qt::LeftButton, {}, cell);
        QContextMenuEvent event(QContextMenuEvent::Mouse, cell, table->viewport()->mapToGlobal(cell));
        QApplication::sendEvent(table->viewport(), &event);
        auto* menu = desk.visible<QMenu>("gridMenu");
        QCOMPARE(entries(*menu).join(QLatin1Char('|')),
                 QStringLiteral("Copy cells|Paste cells|Fill down|Clear|Add a row|Delete"));
        press(*menu, QStringLiteral("Add a row"));
        QCOMPARE(desk.programme().sections.size(), std::size_t(2));
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == small());
    }

    void theChartHasItsMenus() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        BarChartView& chart = desk.chart();
        const BarShape one = desk.bar("A020");
        const QPoint middle = chart.onViewport({(one.x0 + one.x1) / 2, one.y + one.height / 2});
        QMenu* menu = rightClick(desk, chart.viewport(), middle);
        QVERIFY(menu);
        QVERIFY(desk.window.viewState().current() == desk.id("A020"));
        const double wide = desk.window.viewState().pixelsPerDay();
        press(*menu, QStringLiteral("Zoom to the selected"));
        QVERIFY(desk.window.viewState().pixelsPerDay() > wide);
        QVERIFY(desk.bar("A020").x0 >= 0 && desk.bar("A020").x1 <= chart.viewport()->width());
        desk.trigger("zoomFit");
        // A link: reversed, then deleted.
        const auto onLink = [&] {
            for (const LinkShape& link : chart.layout().links)
                for (std::size_t i = 1; i < link.points.size(); ++i) {
                    const ChartPoint a = link.points[i - 1], b = link.points[i];
                    const ChartPoint at{(a.x + b.x) / 2, (a.y + b.y) / 2};
                    const BarHit hit = hitTest(chart.layout(), at);
                    if (hit.link && desk.programme().links.row(hit.link)->from == desk.id("A010"))
                        return chart.onViewport(at);
                }
            qFatal("no link in sight");
        };
        menu = rightClick(desk, chart.viewport(), onLink());
        QVERIFY(menu);
        QCOMPARE(entries(*menu).join(QLatin1Char('|')),
                 QStringLiteral("Go to A010|Go to A020|Type and lag…|Reverse the link|Delete the link"));
        press(*menu, QStringLiteral("Reverse"));
        QCOMPARE(desk.cell("A010", "waits").data().toString(), QStringLiteral("A020"));
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
        menu = rightClick(desk, chart.viewport(), onLink());
        press(*menu, QStringLiteral("Delete the link"));
        QCOMPARE(desk.programme().links.size(), before.links.size() - 1);
        desk.trigger("editUndo");
        menu = rightClick(desk, chart.viewport(), onLink());
        QTest::keyClick(menu, Qt::Key_Escape);
        QVERIFY(desk.programme() == before);
    }
};

QTEST_MAIN(RowsTest)
#include "rows_test.moc"
