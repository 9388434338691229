// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The board of weeks, pressed: work ticked with mouse and key, a week committed, promises closed, what lacks toggled
// with its letter, all of it taken back.
#include "app/progress/promise_panel.h"
#include "app/progress/weeks_board.h"
#include "app/progress/weeks_page.h"
#include "app/table/list_page.h"
#include "core/weeks/promises.h"
#include "desk.h"

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class WeeksPageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    static void press(Desk& desk, const char* button) {
        QTest::mouseClick(desk.visible<QPushButton>(button), Qt::LeftButton);
        QApplication::processEvents();
    }
    static WeeksBoard& board(Desk& desk) { return *desk.find<WeeksBoard>("weeksBoard"); }
    /// The board of `small` from its start: A010 and A030 work in its first week, A020 in the second.
    static void open(Desk& desk) {
        desk.trigger("stage7");
        press(desk, "progressWeeks");
    }
    static void click(Desk& desk, const QRect& box, int x) {
        QVERIFY(!box.isEmpty());
        QTest::mouseClick(board(desk).viewport(), Qt::LeftButton, {}, QPoint(box.left() + x, box.center().y()));
        QApplication::processEvents();
    }

private slots:
    void committedAndClosed() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("commit.ini")));
        open(desk);
        auto* commit = desk.find<QPushButton>("weeksCommit");
        QCOMPARE(commit->text(), QStringLiteral("Commit week 1"));
        QVERIFY(!commit->isEnabled());
        click(desk, board(desk).chipRect(desk.id("A010")), 12);
        QCOMPARE(board(desk).ticked(), std::set<ActivityId>{desk.id("A010")});
        click(desk, board(desk).chipRect(desk.id("A010")), 60); // beside the box it is only chosen
        QCOMPARE(board(desk).ticked().size(), std::size_t(1));
        QTest::keyClick(&board(desk), Qt::Key_Space);
        QVERIFY(board(desk).ticked().empty());
        press(desk, "weeksTick");
        QCOMPARE(board(desk).ticked().size(), std::size_t(2));
        press(desk, "weeksCommit");
        QCOMPARE(desk.programme().weeks.size(), std::size_t(1));
        QCOMPARE(desk.programme().weeks[0].promises.size(), std::size_t(2));
        QVERIFY(!commit->isVisible());
        // A week later it is to be closed.
        press(desk, "weeksAhead");
        QCOMPARE(desk.find<WeeksPage>("weeksPage")->week(), dateFrom(2027, 3, 8));
        click(desk, board(desk).promiseRect(0), 8);
        QCOMPARE(desk.programme().weeks[0].promises[0].kept, Kept::kept);
        click(desk, board(desk).promiseRect(1), 60);
        QTest::keyClick(&board(desk), Qt::Key_N);
        QCOMPARE(desk.programme().weeks[0].promises[1].kept, Kept::notKept);
        QCOMPARE(desk.programme().weeks[0].promises[1].reason, std::string("weather"));
        const PromiseRecord& record = desk.find<PromisePanel>("promisePanel")->record();
        QCOMPARE(record.all.share(), std::optional(0.5));
        desk.trigger("editUndo");
        desk.trigger("editUndo");
        QCOMPARE(desk.programme().weeks[0].promises[0].kept, Kept::open);
        desk.trigger("editUndo");
        QVERIFY(desk.programme().weeks.empty());
        press(desk, "weeksToday");
        QCOMPARE(desk.find<WeeksPage>("weeksPage")->week(), dateFrom(2027, 3, 1));
    }

    void lacking() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("lack.ini")));
        open(desk);
        click(desk, board(desk).chipRect(desk.id("A030")), 60);
        QTest::keyClick(&board(desk), Qt::Key_D);
        QCOMPARE(desk.programme().lacks.size(), std::size_t(1));
        QCOMPARE(desk.programme().lacks[0].kind, std::string("drawings"));
        QCOMPARE(desk.find<PromisePanel>("promisePanel")->ready().size(), std::size_t(1));
        // It cannot be promised: neither ticked by itself nor with all that is ready.
        click(desk, board(desk).chipRect(desk.id("A030")), 12);
        press(desk, "weeksTick");
        QCOMPARE(board(desk).ticked(), std::set<ActivityId>{desk.id("A010")});
        press(desk, "weeksLacks");
        GridView& grid = *desk.find<GridView>("weekLacks");
        auto* model = static_cast<GridModel*>(grid.model());
        typeInto(grid, model->index(0, model->columnOf(QStringLiteral("what"))), QStringLiteral("Slab, rev C"));
        typeInto(grid, model->index(0, model->columnOf(QStringLiteral("wanted"))), QStringLiteral("2 Mar 2027"));
        QCOMPARE(desk.programme().lacks[0].wanted, std::optional(dateFrom(2027, 3, 2)));
        typeInto(grid, model->index(0, model->columnOf(QStringLiteral("wanted"))), QStringLiteral("soon"));
        QCOMPARE(desk.programme().lacks[0].wanted, std::optional(dateFrom(2027, 3, 2)));
        QTest::keyClick(&grid, Qt::Key_Escape);
        // Own words: in order, and none that is in use can go.
        auto* words = desk.visible<QLineEdit>("weekLackWords");
        const auto type = [&](const QString& text) {
            words->setFocus();
            words->selectAll();
            QTest::keyClicks(words, text);
            QTest::keyClick(words, Qt::Key_Return);
            QApplication::processEvents();
        };
        type(QStringLiteral("tides; drawings"));
        QCOMPARE(wordsOf(desk.programme(), WordList::lacking), (std::vector<std::string>{"tides", "drawings"}));
        type(QStringLiteral("tides"));
        QCOMPARE(wordsOf(desk.programme(), WordList::lacking), (std::vector<std::string>{"tides", "drawings"}));
        QTest::keyClick(words, Qt::Key_Escape);
        press(desk, "weeksBoardTab");
        click(desk, board(desk).chipRect(desk.id("A030")), 60);
        QTest::keyClick(&board(desk), Qt::Key_D);
        QCOMPARE(desk.programme().lacks[0].readyOn, std::optional(dateFrom(2027, 3, 1)));
        QVERIFY(desk.find<PromisePanel>("promisePanel")->ready().empty());
    }

    void firms() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("firms.ini")));
        open(desk);
        press(desk, "weeksFirms");
        press(desk, "weekFirmAdd");
        GridView& grid = *desk.find<GridView>("weekFirms");
        auto* model = static_cast<GridModel*>(grid.model());
        typeInto(grid, model->index(0, model->columnOf(QStringLiteral("name"))), QStringLiteral("Stoneworks"));
        QCOMPARE(desk.programme().firms[0].key, std::string("Stoneworks"));
        typeInto(grid, model->index(0, model->columnOf(QStringLiteral("trades"))), QStringLiteral("Baker"));
        QVERIFY(desk.programme().firms[0].trades.empty());
    }
};

QTEST_MAIN(WeeksPageTest)
#include "weeks_page_test.moc"
