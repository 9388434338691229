// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Bars by hand: what a drag would lead to is seen before it is let go, and a link asks for its type and lag.
#include "app/programme/link_line.h"
#include "desk.h"

#include <QApplication>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QTemporaryDir>

#include <cmath>

using namespace yarrin;
using namespace yarrin::test;

namespace {

class BarsTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    int m_settings = 0;
    QString settings() { return m_folder.filePath(QStringLiteral("settings%1.ini").arg(++m_settings)); }

    static BarShape bar(Desk& desk, const char* key) { return desk.bar(key); }
    /// Presses on a bar and moves by so many days, without letting go; where the pointer is then.
    static QPoint hold(Desk& desk, const char* key, int days) {
        const BarShape one = bar(desk, key);
        const QPoint from = desk.chart().onViewport({(one.x0 + one.x1) / 2, one.y + one.height / 2});
        const QPoint to = from + QPoint(int(std::lround(desk.days(days))), 0);
        desk.pull(from, to);
        return to;
    }
    static void drawLink(Desk& desk, const char* from, bool fromFinish, const char* to, bool toFinish) {
        const BarShape a = bar(desk, from), b = bar(desk, to);
        desk.drag({fromFinish ? a.x1 - 1 : a.x0 + 1, a.y + 5}, {toFinish ? b.x1 - 2 : b.x0 + 2, b.y + 5});
    }
    static QString words(Desk& desk) { return desk.visible<QLabel>("linkLineWords")->text(); }

private slots:
    /// A010 a week later: A020 and the milestone follow as ghosts, the foot says what completion and exposure become.
    void whatADragWouldDoIsSeen() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        const QString last = desk.standing().lastChange().title;
        desk.window.viewState().zoomAt(0, 0.5); // so that there is room for what comes later
        const QImage still = desk.chart().viewport()->grab().toImage();
        const BarShape follower = bar(desk, "A020");
        const QPoint at = hold(desk, "A010", 7);
        QTRY_VERIFY(desk.chart().preview().schedule() && !desk.chart().preview().isWorking());
        const std::size_t index = desk.programme().activities.indexOf(desk.id("A020"));
        QCOMPARE(dateOf(desk.chart().preview().schedule()->activities[index].earlyStart), dateFrom(2027, 3, 15));
        QCOMPARE(desk.standing().lastChange().title, QStringLiteral("If it is let go here"));
        QVERIFY2(desk.standing().lastChange().value.contains(QLatin1String("7 days later")),
                 qPrintable(desk.standing().lastChange().value));
        QVERIFY2(desk.standing().lastChange().detail.contains(QStringLiteral("exposure £1,000 → £8,000")),
                 qPrintable(desk.standing().lastChange().detail));
        QVERIFY(desk.programme() == before);
        // There is ink where A020 would end, which was empty.
        const double week = 7 * desk.window.viewState().pixelsPerDay();
        const QPoint edge = desk.chart().onViewport({follower.x1 + week, follower.y + follower.height / 2});
        const QImage ghosts = desk.chart().viewport()->grab().toImage();
        bool ink = false;
        for (int dx = -3; dx <= 3; ++dx)
            for (int dy = -4; dy <= 4; ++dy)
                ink = ink || ghosts.pixelColor(edge + QPoint(dx, dy)) != still.pixelColor(edge + QPoint(dx, dy));
        QVERIFY(ink);
        // Escape leaves nothing behind.
        QTest::keyClick(&desk.chart(), Qt::Key_Escape);
        QVERIFY(!desk.chart().preview().schedule());
        QCOMPARE(desk.standing().lastChange().title, last);
        QTest::mouseRelease(desk.chart().viewport(), Qt::LeftButton, {}, at);
        QVERIFY(desk.programme() == before);
        // Let go, it is what was foretold.
        const QPoint again = hold(desk, "A010", 7);
        QTRY_VERIFY(desk.chart().preview().schedule() && !desk.chart().preview().isWorking());
        const Instant foretold = desk.chart().preview().schedule()->activities[index].earlyStart;
        QTest::mouseRelease(desk.chart().viewport(), Qt::LeftButton, {}, again);
        QCOMPARE(desk.document().schedule().activities[index].earlyStart, foretold);
        QVERIFY(!desk.chart().preview().schedule());
    }

    void everyKindOfLinkIsDrawn_data() {
        QTest::addColumn<bool>("fromFinish");
        QTest::addColumn<bool>("toFinish");
        QTest::addColumn<int>("type");
        QTest::newRow("finish to start") << true << false << int(LinkType::fs);
        QTest::newRow("start to start") << false << false << int(LinkType::ss);
        QTest::newRow("finish to finish") << true << true << int(LinkType::ff);
        QTest::newRow("start to finish") << false << true << int(LinkType::sf);
    }
    void everyKindOfLinkIsDrawn() {
        QFETCH(bool, fromFinish);
        QFETCH(bool, toFinish);
        QFETCH(int, type);
        Desk desk(small(), settings());
        drawLink(desk, "A010", fromFinish, "A030", toFinish);
        QTest::keyClick(desk.visible<QLineEdit>("linkLineLag"), Qt::Key_Return);
        QCOMPARE(desk.programme().links.size(), std::size_t(4));
        const Link& link = desk.programme().links[3];
        QCOMPARE(int(link.type), type);
        QVERIFY(link.from == desk.id("A010") && link.to == desk.id("A030"));
        QVERIFY(desk.chart().hasFocus());
    }

    void typeAndLagAreSetBeforeItIsKept() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        drawLink(desk, "A010", true, "A030", false);
        auto* lag = desk.visible<QLineEdit>("linkLineLag");
        QVERIFY(lag->hasFocus());
        QTRY_VERIFY2(words(desk).contains(QStringLiteral("A030 would start on 8 Mar 2027, 7 days later")),
                     qPrintable(words(desk)));
        QTest::keyClicks(lag, QStringLiteral("2d"));
        QTRY_VERIFY2(words(desk).contains(QLatin1String("10 Mar 2027")), qPrintable(words(desk)));
        QVERIFY(desk.standing().lastChange().value.contains(QLatin1String("later")));
        lag->selectAll();
        QTest::keyClicks(lag, QStringLiteral("soon"));
        QVERIFY2(words(desk).contains(QLatin1String("soon")), qPrintable(words(desk)));
        QTest::keyClick(lag, Qt::Key_Return);
        QVERIFY(desk.programme() == before); // what makes no sense is not kept
        QVERIFY(lag->isVisible());
        QTest::keyClick(lag, Qt::Key_Escape);
        QVERIFY(!lag->isVisible());
        QVERIFY(desk.programme() == before);
        // A lead, of another type, in calendar days.
        drawLink(desk, "A010", true, "A030", false);
        desk.visible<QComboBox>("linkLineType")->setCurrentIndex(1);
        QTest::keyClicks(desk.visible<QLineEdit>("linkLineLag"), QStringLiteral("-3cd"));
        QTest::keyClick(desk.visible<QLineEdit>("linkLineLag"), Qt::Key_Return);
        const Link& link = desk.programme().links[3];
        QVERIFY(link.type == LinkType::ss && link.lag == -3 * minutesPerDay &&
                link.lagCalendar == LagCalendar::continuous);
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
    }

    /// What may not be is said in the line, and nothing is done.
    void aLoopIsRefusedInPlace() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        const auto ink = [&] {
            const BarShape one = bar(desk, "A010");
            return desk.chart().viewport()->grab().toImage().pixelColor(
                desk.chart().onViewport({(one.x0 + one.x1) / 2 - 6, one.y - 4}));
        };
        const QColor ground = ink();
        drawLink(desk, "A020", true, "A010", false);
        // It is drawn, too: around the bars that it goes through.
        QCOMPARE(desk.find<LinkLine>("linkLine")->loop(), (std::vector<ActivityId>{desk.id("A010"), desk.id("A020")}));
        QVERIFY(ink() != ground && ink().red() > ink().blue() + 40);
        QTRY_VERIFY2(words(desk).contains(QLatin1String("loop")), qPrintable(words(desk)));
        // However long the reason is, all of it can be read.
        auto* said = desk.visible<QLabel>("linkLineWords");
        QVERIFY2(said->height() >= said->heightForWidth(said->width()),
                 qPrintable(QStringLiteral("%1 of %2").arg(said->height()).arg(said->heightForWidth(said->width()))));
        QVERIFY(said->heightForWidth(said->width()) > said->fontMetrics().height() * 3 / 2); // more than a line
        QTest::keyClick(desk.visible<QLineEdit>("linkLineLag"), Qt::Key_Return);
        QVERIFY(desk.programme() == before);
        QVERIFY(desk.find<LinkLine>("linkLine")->isOpen());
        QTest::keyClick(desk.visible<QLineEdit>("linkLineLag"), Qt::Key_Escape);
        QVERIFY(desk.programme() == before);
        QCOMPARE(ink(), ground);
    }

    void aClickTakesThePinOff() {
        Programme programme = small();
        Activity held = programme.activities[2];
        held.constraint = Constraint{ConstraintType::startNotBefore, {startOf(dateFrom(2027, 3, 4)), true}};
        programme.activities.replace(2, held);
        Desk desk(programme, settings());
        const BarShape one = bar(desk, "A030");
        QVERIFY(one.pinStart);
        BarChartView& chart = desk.chart();
        QTest::mouseClick(chart.viewport(), Qt::LeftButton, {}, chart.onViewport({one.x0, one.y - 3}));
        QVERIFY(!desk.programme().activities.row(desk.id("A030"))->constraint);
        QCOMPARE(desk.standing().lastChange().value.left(19), QStringLiteral("A030 no longer held"));
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == programme);
        // Beside it nothing is taken off.
        QTest::mouseClick(chart.viewport(), Qt::LeftButton, {}, chart.onViewport({one.x0 + 9, one.y - 3}));
        QTest::mouseClick(chart.viewport(), Qt::LeftButton, {}, chart.onViewport({one.x0 + 3, one.y + 5}));
        QVERIFY(desk.programme() == programme);
    }

    void theChartShowsTheNextWeeksAndAGroup() {
        Desk desk(small(), settings());
        desk.trigger("zoomWeeks");
        QApplication::processEvents();
        const auto days = [&](double x) { return dateOf(desk.chart().request().scale.at(x)) - dateFrom(2027, 3, 1); };
        QVERIFY2(days(0) <= 0 && days(0) >= -2, qPrintable(QString::number(days(0))));
        QVERIFY2(days(desk.chart().viewport()->width()) >= 42 && days(desk.chart().viewport()->width()) < 52,
                 qPrintable(QString::number(days(desk.chart().viewport()->width()))));
        desk.table().setCurrentIndex(desk.table().activities().index(0, 0)); // the heading
        desk.trigger("zoomSelection");
        QApplication::processEvents();
        QVERIFY(days(desk.chart().viewport()->width()) < 20); // all is done on the 10th
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(4));
    }

    void aHammockSpansWhatIsSelected() {
        Desk desk(small(), settings());
        desk.clickCell(desk.cell("A020", "name"));
        QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, Qt::ShiftModifier,
                          desk.table().visualRect(desk.cell("A030", "name")).center());
        desk.trigger("addHammock");
        const Activity& hammock = *desk.programme().activities.row(desk.window.viewState().current());
        QVERIFY(hammock.kind == ActivityKind::hammock);
        QCOMPARE(hammock.from.size(), std::size_t(2));
        QCOMPARE(hammock.to.size(), std::size_t(2));
        const std::size_t index = desk.programme().activities.indexOf(hammock.id);
        const ActivityFigures& figures = desk.document().schedule().activities[index];
        QCOMPARE(dateOf(figures.earlyStart), dateFrom(2027, 3, 1));           // A030's
        QCOMPARE(completionDate(figures.earlyFinish), dateFrom(2027, 3, 10)); // A020's
    }

    /// What is said lies over the page: nothing below the pointer moves.
    void messagesMoveNothing() {
        Desk desk(small(), settings());
        const QRect table = desk.table().geometry(), chart = desk.chart().geometry();
        desk.clickCell(desk.cell("A030", "name"));
        desk.trigger("deleteActivity");
        auto* bar = desk.window.findChild<ProgrammeStage*>()->findChild<NoticeBar*>();
        QVERIFY(bar->isVisible());
        QCOMPARE(desk.table().geometry(), table);
        QCOMPARE(desk.chart().geometry(), chart);
        QCOMPARE(bar->geometry().bottom(), bar->parentWidget()->rect().bottom());
        desk.window.resize(1000, 700);
        QApplication::processEvents();
        QCOMPARE(bar->geometry().bottom(), bar->parentWidget()->rect().bottom());
        QCOMPARE(bar->width(), bar->parentWidget()->width());
    }

    void rowsAreCutAndPutElsewhere() {
        Desk desk(small(), settings());
        desk.clickCell(desk.cell("A030", "name"));
        desk.trigger("cutRows");
        auto* answer = desk.visible<QPushButton>("noticeAnswer"); // a link goes with it
        QTest::mouseClick(answer, Qt::LeftButton);
        QCOMPARE(desk.programme().activities.size(), std::size_t(3));
        desk.clickCell(desk.cell("M100", "name"));
        desk.trigger("pasteRows");
        QCOMPARE(desk.programme().activities.size(), std::size_t(4));
        QCOMPARE(desk.programme().activities[3].key, std::string("A030"));
    }

    /// Going on elsewhere keeps it as it stands.
    void goingOnElsewhereKeepsIt() {
        Desk desk(small(), settings());
        drawLink(desk, "A010", true, "A030", false);
        desk.clickCell(desk.cell("A020", "name"));
        QCOMPARE(desk.programme().links.size(), std::size_t(4));
        QVERIFY(!desk.find<LinkLine>("linkLine")->isOpen());
        // Who leaves the job leaves it with the link.
        desk.trigger("editUndo");
        drawLink(desk, "A010", true, "A030", false);
        desk.dialogs.unsaved = Dialogs::Unsaved::cancel;
        desk.newJob();
        QCOMPARE(desk.programme().links.size(), std::size_t(4));
    }
};

} // namespace

QTEST_MAIN(BarsTest)
#include "bars_test.moc"
