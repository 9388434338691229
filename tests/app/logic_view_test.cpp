// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The network with keys and mouse: boxes are selected, named, linked and folded, and "why then?" is asked, there, on
// the bars and in the table alike.
#include "app/programme/logic_map.h"
#include "app/programme/logic_page.h"
#include "app/programme/why_question.h"
#include "desk.h"

#include <QComboBox>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollBar>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// A leads by B to M; C, a day shorter than B, leads from A to M too; D stands alone.
Programme job() {
    Builder b;
    b.task("A", 5).task("B", 5).task("C", 4).task("D", 3).milestone("M");
    b.link("A", "B").link("B", "M").link("A", "C").link("C", "M");
    b.section("S1", "M", "2027-06-30", 100);
    b.programme.breakdown.append({BreakdownId{1}, "1", "Pier", {}, {}});
    b.programme.breakdown.append({BreakdownId{2}, "2", "Deck", {}, {}});
    for (const char* key : {"A", "B", "C"}) b.change(key, [](Activity& one) { one.breakdown = BreakdownId{1}; });
    for (const char* key : {"D", "M"}) b.change(key, [](Activity& one) { one.breakdown = BreakdownId{2}; });
    return b.programme;
}

} // namespace

class LogicViewTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    struct At : Desk {
        At(const Programme& programme, const QString& file) : Desk(programme, file) {
            QTest::keyClick(&window, Qt::Key_F7);
            QApplication::processEvents();
        }
        LogicView& view() { return *find<LogicView>("logicView"); }
        ProgrammeStage& stage() { return *find<ProgrammeStage>("programmeStage"); }
        QPoint middle(const char* key) { return view().rectOf(id(key)).center(); }
        void click(const QPoint& at, Qt::KeyboardModifiers keys = {}) {
            QTest::mouseClick(view().viewport(), Qt::LeftButton, keys, at);
            QApplication::processEvents();
        }
        void doubleClick(const QPoint& at) {
            QTest::mouseDClick(view().viewport(), Qt::LeftButton, {}, at);
            QApplication::processEvents();
        }
        void drag(const QPoint& from, const QPoint& to) {
            QTest::mousePress(view().viewport(), Qt::LeftButton, {}, from);
            for (const QPoint& point : {(from + to) / 2, to}) {
                QMouseEvent move(QEvent::MouseMove, point, view().viewport()->mapToGlobal(point), Qt::LeftButton,
                                 Qt::LeftButton, {});
                QApplication::sendEvent(view().viewport(), &move);
            }
            QTest::mouseRelease(view().viewport(), Qt::LeftButton, {}, to);
            QApplication::processEvents();
        }
        void press(const char* name) {
            QTest::mouseClick(visible<QPushButton>(name), Qt::LeftButton);
            QApplication::processEvents();
        }
        void key(Qt::Key key, Qt::KeyboardModifiers keys = {}) {
            QTest::keyClick(&view(), key, keys);
            QApplication::processEvents();
        }
        QString words(const char* name) { return find<QLabel>(name)->text(); }
        int linksFrom(const char* from, const char* to) {
            int count = 0;
            for (const Link& link : programme().links) count += link.from == id(from) && link.to == id(to) ? 1 : 0;
            return count;
        }
        LogicLayout layout() { return view().layout(); }
    };
    QString settings() const { return m_folder.filePath(QStringLiteral("s.ini")); }

private slots:
    /// F7 opens it; a press on a box selects it in every window, and what is selected elsewhere comes into sight.
    void selectionIsShared() {
        At at(job(), settings());
        QVERIFY(at.view().isVisible());
        QCOMPARE(at.layout().boxes.size(), 5u);
        at.click(at.middle("B"));
        QCOMPARE(at.window.viewState().current(), at.id("B"));
        at.click(at.middle("C"), Qt::ControlModifier);
        QCOMPARE(at.window.viewState().selection().size(), 2u);
        at.key(Qt::Key_Left);
        QCOMPARE(at.window.viewState().current(), at.id("A"));
        at.key(Qt::Key_Right);
        QCOMPARE(at.window.viewState().current(), at.id("B"));
        for (int i = 0; i < 6; ++i) at.press("logicLarger");
        at.window.viewState().select(at.id("M"));
        QApplication::processEvents();
        QVERIFY(at.view().viewport()->rect().intersects(at.view().rectOf(at.id("M"))));
    }

    /// F2 names a box where it stands; Escape leaves the name, a change is one step back.
    void namedInPlace() {
        At at(job(), settings());
        at.click(at.middle("B"));
        at.key(Qt::Key_F2);
        auto* line = at.visible<QLineEdit>("logicName");
        QTest::keyClicks(line, QStringLiteral("Piles"));
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(at.programme().activities.row(at.id("B"))->name, std::string("Piles"));
        at.key(Qt::Key_F2);
        QTest::keyClicks(line, QStringLiteral("Other"));
        QTest::keyClick(line, Qt::Key_Escape);
        QCOMPARE(at.programme().activities.row(at.id("B"))->name, std::string("Piles"));
        at.document().undo();
        QVERIFY(at.programme().activities.row(at.id("B"))->name != "Piles");
    }

    /// From the edge of a box a link is drawn to another; in the small line it is given its lag, or refused.
    void linksAreDrawnEditedAndTaken() {
        At at(job(), settings());
        const QRect d = at.view().rectOf(at.id("D"));
        at.drag({d.right() - 2, d.center().y()}, at.middle("M"));
        QTest::keyClicks(at.visible<QLineEdit>("logicLinkLag"), QStringLiteral("2d"));
        QTest::keyClick(at.visible<QLineEdit>("logicLinkLag"), Qt::Key_Return);
        QApplication::processEvents();
        QCOMPARE(at.linksFrom("D", "M"), 1);
        // Its words stand on it, and a press on it selects it.
        const LogicLayout layout = at.layout();
        const auto link = std::find_if(layout.links.begin(), layout.links.end(),
                                       [](const LogicLink& one) { return one.words == "+2d"; });
        QVERIFY(link != layout.links.end());
        const QPoint on = at.view().onViewport({link->points.front().x + 8, link->points.front().y});
        at.click(on);
        QCOMPARE(at.window.viewState().link(), link->link);
        QVERIFY(at.notice().contains(QStringLiteral("waits for D")));
        at.doubleClick(on);
        QTest::keyClick(at.visible<QLineEdit>("logicLinkLag"), Qt::Key_Escape);
        at.window.viewState().selectLink(link->link);
        at.key(Qt::Key_Delete);
        QCOMPARE(at.linksFrom("D", "M"), 0);
        // Back from M to A would close a loop.
        const QRect m = at.view().rectOf(at.id("M"));
        at.drag({m.right() - 2, m.center().y()}, at.middle("A"));
        QTRY_VERIFY(at.visible<QLabel>("logicLinkWords")->text().contains(QStringLiteral("loop")));
        QTest::keyClick(at.visible<QLineEdit>("logicLinkLag"), Qt::Key_Return);
        QApplication::processEvents();
        QCOMPARE(at.linksFrom("M", "A"), 0);
        QTest::keyClick(at.visible<QLineEdit>("logicLinkLag"), Qt::Key_Escape);
        QVERIFY(!at.find<QWidget>("logicLink")->isVisible());
    }

    /// A drag from within a box links nothing, one that ends on the ground neither.
    void otherDragsLinkNothing() {
        At at(job(), settings());
        const std::size_t before = at.programme().links.size();
        at.drag(at.middle("D"), at.middle("M"));
        const QRect d = at.view().rectOf(at.id("D"));
        at.drag({d.right() - 2, d.center().y()}, {at.view().viewport()->width() - 30, 8});
        QCOMPARE(at.programme().links.size(), before);
        QVERIFY(!at.find<QWidget>("logicLink")->isVisible());
    }

    /// The sign before a lane's name folds it into one box, with the links between groups; a double click unfolds it.
    void lanesFold() {
        At at(job(), settings());
        const LogicLane lane = at.layout().lanes.front();
        QCOMPARE(lane.title, std::string("Pier"));
        at.click({13, at.view().onViewport({0, lane.y}).y() + 12});
        QCOMPARE(at.layout().boxes.size(), 3u);
        QCOMPARE(at.layout().links.size(), 1u);
        QCOMPARE(at.layout().links.front().count, 2u);
        // The table is folded with it.
        QCOMPARE(at.table().activities().rowOf(at.id("B")), -1);
        at.doubleClick(at.middle("B"));
        QCOMPARE(at.layout().boxes.size(), 5u);
        QVERIFY(at.table().activities().rowOf(at.id("B")) > 0);
    }

    /// Another choice of lanes, rows and scale; fields in the boxes; all by their menus.
    void choices() {
        At at(job(), settings());
        const auto choose = [&](const char* button, const char* words) {
            auto* menu = at.visible<QPushButton>(button)->menu();
            emit menu->aboutToShow();
            for (QAction* action : menu->actions())
                if (action->text().remove(QLatin1Char('&')) == QLatin1String(words)) {
                    action->trigger();
                    QApplication::processEvents();
                    return true;
                }
            return false;
        };
        QVERIFY(choose("logicLanes", "One for all"));
        QCOMPARE(at.layout().lanes.size(), 1u);
        QVERIFY(choose("logicWithin", "As few crossings as can be"));
        QCOMPARE(at.view().choice().within, LogicRows::crossings);
        at.press("logicScaled");
        QVERIFY(at.layout().timeScaled && at.find<QWidget>("logicAxis")->isVisible());
        at.press("logicScaled");
        QVERIFY(!at.layout().timeScaled && !at.find<QWidget>("logicAxis")->isVisible());
        QVERIFY(choose("logicLanes", "Groups as in the table"));
        QCOMPARE(at.layout().lanes.size(), 2u);
    }

    /// F9 asks of what is selected: what has no part fades, the paths have their numbers, and keys show others.
    void whyThen() {
        At at(job(), settings());
        at.click(at.middle("M"));
        QTest::keyClick(&at.window, Qt::Key_F9);
        QApplication::processEvents();
        const Answer* answer = at.window.viewState().answer();
        QVERIFY(answer);
        QCOMPARE(answer->subject, at.id("M"));
        QCOMPARE(answer->pathOf(at.id("A")), 1);
        QCOMPARE(answer->pathOf(at.id("B")), 1);
        QCOMPARE(answer->pathOf(at.id("C")), 2);
        QCOMPARE(answer->pathOf(at.id("D")), noPath);
        QCOMPARE(at.words("whyWords"), QStringLiteral("2 lies 1 d behind"));
        at.key(Qt::Key_2);
        QCOMPARE(at.window.viewState().answer()->pathOf(at.id("C")), noPath);
        QVERIFY(at.words("whyWords").isEmpty());
        // A day more on C, and both paths drive alike.
        QVERIFY(
            at.document()
                .perform(QStringLiteral("longer"), [&](Transaction& tx) { return setDuration(tx, at.id("C"), "5d"); })
                .ok());
        at.key(Qt::Key_2);
        QCOMPARE(at.words("whyWords"), QStringLiteral("2 lies 0 d behind"));
        // Of what is double clicked it is asked next; what that drives on shows as well.
        at.doubleClick(at.middle("B"));
        answer = at.window.viewState().answer();
        QCOMPARE(answer->subject, at.id("B"));
        QCOMPARE(answer->pathOf(at.id("M")), 0);
        QCOMPARE(at.words("whySubject"), QStringLiteral("B  B"));
        QTest::keyClick(&at.window, Qt::Key_F9);
        QVERIFY(!at.window.viewState().answer());
    }

    /// Alone, table, bars and network show nothing else, folded groups not excepted; and it comes back.
    void alone() {
        At at(job(), settings());
        const int rows = at.table().activities().rowCount();
        at.window.viewState().setFolded(2, true);
        at.window.viewState().select(at.id("B"));
        QTest::keyClick(&at.window, Qt::Key_F9);
        QApplication::processEvents();
        at.press("whyAlone");
        QCOMPARE(at.layout().boxes.size(), 3u);          // A, B, and what B drives, M
        QCOMPARE(at.table().activities().rowCount(), 5); // with two headings
        QCOMPARE(at.table().activities().rowOf(at.id("C")), -1);
        at.press("programmeBars");
        QVERIFY(at.find<QWidget>("whyStrip")->isVisible());
        at.press("whyThen");
        at.window.viewState().setFolded(2, false);
        QCOMPARE(at.table().activities().rowCount(), rows);
        QVERIFY(!at.find<QWidget>("whyStrip")->isVisible());
    }

    /// Who asks of a hammock is told; without an activity there is nothing to ask of.
    void nothingToAskOf() {
        Programme p = job();
        Activity hammock;
        hammock.id = p.activities.freshId();
        hammock.key = "H";
        hammock.name = "Hire";
        hammock.kind = ActivityKind::hammock;
        hammock.from = {{ActivityId{1}, End::start, 0}};
        hammock.to = {{ActivityId{2}, End::finish, 0}};
        p.activities.append(hammock);
        At at(p, settings());
        QCOMPARE(at.layout().boxes.size(), 5u); // it has no part in logic
        at.window.viewState().select(at.id("H"));
        QTest::keyClick(&at.window, Qt::Key_F9);
        QVERIFY(at.notice().contains(QStringLiteral("hammock")));
        QVERIFY(!at.window.viewState().answer());
        At empty(Builder().programme, settings());
        QTest::keyClick(&empty.window, Qt::Key_F9);
        QVERIFY(empty.notice().contains(QStringLiteral("no activity")));
        QVERIFY(empty.words("logicWords").contains(QStringLiteral("Boxes appear here")));
    }

    /// Zoomed in, the small picture in the corner says where one is and goes elsewhere.
    void zoomAndOverview() {
        At at(job(), settings());
        for (int i = 0; i < 4; ++i) at.press("logicLarger");
        QVERIFY(at.view().zoom() > 2.4 && at.words("logicZoom") == QStringLiteral("244 %"));
        auto* map = at.find<LogicMap>("logicMap");
        QVERIFY(map->isVisible());
        const QPointF before = at.view().inSight().center();
        QTest::mouseClick(map, Qt::LeftButton, {}, map->rect().bottomRight() - QPoint(12, 12));
        QVERIFY(at.view().inSight().center().x() > before.x());
        at.press("logicFit");
        QVERIFY(!map->isVisible());
        QCOMPARE(at.view().zoom(), 1.0);
    }

    /// While a large one is laid out it can be stopped, and laid out again.
    void stopAndAgain() {
        At at(job(), settings());
        at.view().stop();
        QVERIFY(at.words("logicWords").contains(QStringLiteral("Stopped")));
        at.press("logicStop");
        QVERIFY(at.words("logicWords").isEmpty());
        QCOMPARE(at.layout().boxes.size(), 5u);
    }
};

QTEST_MAIN(LogicViewTest)
#include "logic_view_test.moc"
