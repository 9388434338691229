// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Bars by hand: stretched at both ends, cut and pulled apart, drawn anew, moved by their lags; links from points of
// bars, and posts of hammocks.
#include "desk.h"

#include <QComboBox>
#include <QMenu>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

namespace {

constexpr Minutes day = 480;

class HandsTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    int m_settings = 0;
    QString settings() { return m_folder.filePath(QStringLiteral("settings%1.ini").arg(++m_settings)); }

    static const Activity& row(Desk& desk, const char* key) { return *desk.programme().activities.row(desk.id(key)); }
    static Date start(Desk& desk, const char* key) {
        return dateOf(
            desk.document().schedule().activities[desk.programme().activities.indexOf(desk.id(key))].earlyStart);
    }
    static ChartPoint middle(const BarShape& bar) { return {(bar.x0 + bar.x1) / 2, bar.y + bar.height / 2}; }
    /// Takes hold of an end and moves it along its row by so many days.
    static void stretch(Desk& desk, const char* key, bool atStart, int days, Qt::KeyboardModifiers keys = {}) {
        const BarShape bar = desk.bar(key);
        const double x = atStart ? bar.x0 + 1 : bar.x1 - 1;
        desk.drag({x, middle(bar).y}, {(atStart ? bar.x0 : bar.x1) + desk.days(days), middle(bar).y}, keys);
    }
    static Programme measured() {
        Programme p = small();
        Activity a = p.activities[2];
        a.measure->crews = Decimal(1);
        p.activities.replace(2, a);
        return p;
    }

private slots:
    void init() { setPreferencesBack(); }
    void cleanup() { setPreferencesBack(); }
    static void setPreferencesBack() {
        QTemporaryDir folder;
        QSettings none(folder.filePath(QStringLiteral("none.ini")), QSettings::IniFormat);
        usePreferences(*qApp, none);
    }

    /// A010 is 1 to 5 March; pulled over the weekend to the 9th it has seven days.
    void theFinishIsStretched() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        stretch(desk, "A010", false, 4);
        QCOMPARE(*row(desk, "A010").duration, 7 * day);
        QVERIFY(!row(desk, "A010").constraint);
        QCOMPARE(desk.standing().lastChange().value.left(24), QStringLiteral("A010 stretched to 7 d: S"));
        stretch(desk, "A010", false, -30); // never less than a day
        QCOMPARE(*row(desk, "A010").duration, day);
        desk.trigger("editUndo");
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
        // Escape leaves nothing behind.
        const BarShape bar = desk.bar("A010");
        const QPoint to = desk.chart().onViewport({bar.x1 + desk.days(5), middle(bar).y});
        desk.pull(desk.chart().onViewport({bar.x1 - 1, middle(bar).y}), to);
        QTRY_VERIFY(desk.chart().preview().schedule());
        QTest::keyClick(&desk.chart(), Qt::Key_Escape);
        QTest::mouseRelease(desk.chart().viewport(), Qt::LeftButton, {}, to);
        QVERIFY(desk.programme() == before);
        // With Alt it goes by hours.
        desk.window.viewState().zoomAt(0, 6);
        const BarShape wide = desk.bar("A010");
        desk.drag({wide.x1 - 1, middle(wide).y}, {wide.x1 - desk.days(1) / 8, middle(wide).y}, Qt::AltModifier);
        QVERIFY(*row(desk, "A010").duration % day != 0);
        QVERIFY(*row(desk, "A010").duration < 5 * day);
    }

    /// A010 from Wednesday on: held there, three days, so that it still ends on Friday.
    void theStartIsStretched() {
        Desk desk(small(), settings());
        stretch(desk, "A010", true, 2);
        QCOMPARE(*row(desk, "A010").duration, 3 * day);
        QCOMPARE(start(desk, "A010"), dateFrom(2027, 3, 3));
        QCOMPARE(start(desk, "A020"), dateFrom(2027, 3, 8));
        // Back again, for it is only held there.
        stretch(desk, "A010", true, -1);
        QCOMPARE(start(desk, "A010"), dateFrom(2027, 3, 2));
        QCOMPARE(*row(desk, "A010").duration, 4 * day);
        // What waits for others cannot begin earlier, and is told so.
        const Programme before = desk.programme();
        stretch(desk, "A020", true, -4);
        QVERIFY(desk.programme() == before);
        QVERIFY2(desk.notice().contains(QLatin1String("cannot start earlier")), qPrintable(desk.notice()));
    }

    void whatIsDoneStays() {
        Programme p = small();
        p.job.dataDate = startOf(dateFrom(2027, 3, 9));
        Activity a = p.activities[0];
        a.actualStart = Instant{startOf(dateFrom(2027, 3, 1)).minutes + 480};
        a.actualFinish = Instant{startOf(dateFrom(2027, 3, 5)).minutes + 1020};
        p.activities.replace(0, a);
        Desk desk(p, settings());
        stretch(desk, "A010", false, 3);
        QVERIFY2(desk.notice().contains(QLatin1String("A010 is done")), qPrintable(desk.notice()));
        const BarShape bar = desk.bar("A010");
        desk.drag(middle(bar), {middle(bar).x + desk.days(3), middle(bar).y});
        QVERIFY2(desk.notice().contains(QLatin1String("has begun")), qPrintable(desk.notice()));
        QVERIFY(desk.programme() == p);
    }

    /// Asked once, remembered, and done by it from then on.
    void measuredWorkAsksWhatFollows() {
        Desk desk(measured(), settings());
        stretch(desk, "A030", false, -2);
        auto* menu = desk.visible<QMenu>("stretchMenu");
        QVERIFY(desk.programme() == measured());
        QTest::keyClick(menu, Qt::Key_Escape);
        QApplication::processEvents();
        QVERIFY(desk.programme() == measured());
        QVERIFY(preferences().stretched == Preferences::Stretched::ask);
        stretch(desk, "A030", false, -2);
        menu = desk.visible<QMenu>("stretchMenu");
        QTest::mouseClick(menu, Qt::LeftButton, {},
                          menu->actionGeometry(menu->findChild<QAction*>("stretchOutput")).center());
        QCOMPARE(*row(desk, "A030").measure->outputPerCrewDay, Decimal(20));
        QCOMPARE(*row(desk, "A030").measure->crews, Decimal(1));
        QVERIFY(preferences().stretched == Preferences::Stretched::output);
        desk.trigger("editUndo");
        stretch(desk, "A030", false, -2);
        QCOMPARE(*row(desk, "A030").measure->outputPerCrewDay, Decimal(20)); // nobody was asked
        desk.trigger("editUndo");
        Preferences crews = preferences();
        crews.stretched = Preferences::Stretched::crews;
        setPreferences(*qApp, desk.settings, crews);
        stretch(desk, "A030", false, -2);
        QCOMPARE(*row(desk, "A030").measure->crews, Decimal(2));
    }

    /// A010 cut behind its second day, pulled apart, pulled on, and joined.
    void aBarIsCutAndPulledApart() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        const BarShape bar = desk.bar("A010");
        const ChartPoint at{bar.x0 + desk.days(2), middle(bar).y};
        QContextMenuEvent asked(QContextMenuEvent::Mouse, desk.chart().onViewport(at), {});
        QApplication::sendEvent(desk.chart().viewport(), &asked);
        auto* menu = desk.visible<QMenu>("contextMenu");
        QTest::mouseClick(menu, Qt::LeftButton, {}, menu->actionGeometry(desk.find<QAction>("cutBar")).center());
        QVERIFY(row(desk, "A010").pauses == (std::vector<Pause>{{2 * day, day}}));
        QCOMPARE(start(desk, "A020"), dateFrom(2027, 3, 9));
        BarShape cut = desk.bar("A010");
        QCOMPARE(cut.gaps.size(), std::size_t(1));
        const auto last = [&] { return ChartPoint{(cut.gaps[0].second + cut.x1) / 2, middle(cut).y}; };
        desk.drag(last(), {last().x + desk.days(1), last().y});
        QVERIFY(row(desk, "A010").pauses == (std::vector<Pause>{{2 * day, 2 * day}}));
        // The first part moves the whole.
        cut = desk.bar("A010");
        const ChartPoint first{(cut.x0 + cut.gaps[0].first) / 2, middle(cut).y};
        desk.drag(first, {first.x + desk.days(7), first.y});
        QCOMPARE(start(desk, "A010"), dateFrom(2027, 3, 8));
        QCOMPARE(row(desk, "A010").pauses.size(), std::size_t(1));
        desk.trigger("editUndo");
        cut = desk.bar("A010");
        desk.drag(last(), {last().x - desk.days(6), last().y});
        QVERIFY(row(desk, "A010").pauses.empty());
        desk.trigger("editUndo");
        desk.trigger("closeGap");
        QVERIFY(row(desk, "A010").pauses.empty());
        desk.trigger("closeGap"); // nothing to join
        QVERIFY2(desk.notice().contains(QLatin1String("rests")), qPrintable(desk.notice()));
        for (int i = 0; i < 3; ++i) desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
        // By the keyboard alone the work is halved.
        desk.trigger("cutBar");
        QVERIFY(row(desk, "A010").pauses == (std::vector<Pause>{{2 * day, day}}));
    }

    /// Below the last row: from Wednesday 10 March over three days, in the group, and named at once.
    void somethingNewIsDrawn() {
        Desk desk(small(), settings());
        const TimeScale scale = desk.chart().request().scale;
        const double y = (desk.table().activities().rowCount() + 1.5) * desk.window.viewState().rowHeight();
        desk.drag({scale.x(startOf(dateFrom(2027, 3, 10))), y}, {scale.x(startOf(dateFrom(2027, 3, 13))), y});
        QCOMPARE(desk.programme().activities.size(), std::size_t(5));
        const Activity drawn = desk.programme().activities[4];
        QCOMPARE(*drawn.duration, 3 * day);
        QCOMPARE(drawn.breakdown, BreakdownId{1});
        QCOMPARE(start(desk, drawn.key.c_str()), dateFrom(2027, 3, 10));
        QLineEdit* editor = openEditor(desk.table());
        editor->selectAll();
        QTest::keyClicks(editor, QStringLiteral("Fenders"));
        QTest::keyClick(editor, Qt::Key_Return);
        QCOMPARE(desk.programme().activities[4].name, std::string("Fenders"));
        // On the heading's row too, and a double click makes a milestone.
        const double heading = 0.5 * desk.window.viewState().rowHeight();
        const double clear = scale.x(startOf(dateFrom(2027, 3, 22)));
        QTest::mouseDClick(desk.chart().viewport(), Qt::LeftButton, {}, desk.chart().onViewport({clear + 2, heading}));
        QCOMPARE(desk.programme().activities.size(), std::size_t(6));
        const ActivityId made = desk.window.viewState().current();
        const Activity& milestone = *desk.programme().activities.row(made);
        QVERIFY(milestone.kind == ActivityKind::finishMilestone);
        QCOMPARE(dateOf(milestone.constraint->date.at), dateFrom(2027, 3, 22));
        QCOMPARE(milestone.breakdown, BreakdownId{1});
    }

    /// From two days into A010 to A030: with its start, two days later.
    void aLinkLeavesFromWithinABar() {
        Desk desk(small(), settings());
        const BarShape from = desk.bar("A010"), to = desk.bar("A030");
        const ChartPoint point{from.x0 + desk.days(2), middle(from).y};
        desk.drag(point, {to.x0 + 2, middle(to).y});
        QCOMPARE(desk.visible<QLineEdit>("linkLineLag")->text(), QStringLiteral("2d"));
        QTest::keyClick(desk.visible<QLineEdit>("linkLineLag"), Qt::Key_Return);
        const Link& link = desk.programme().links[3];
        QVERIFY(link.from == desk.id("A010") && link.to == desk.id("A030"));
        QVERIFY(link.type == LinkType::ss && link.lag == 2 * day);
        QCOMPARE(start(desk, "A030"), dateFrom(2027, 3, 3));
        desk.trigger("editUndo");
        // To a point: A020's second day begins when A010 ends.
        const BarShape target = desk.bar("A030");
        desk.drag({from.x1 - 1, middle(from).y}, {target.x0 + desk.days(1), middle(target).y}, Qt::ControlModifier);
        QCOMPARE(desk.visible<QLineEdit>("linkLineLag")->text(), QStringLiteral("-1d"));
        QTest::keyClick(desk.visible<QLineEdit>("linkLineLag"), Qt::Key_Return);
        QVERIFY(desk.programme().links[3].type == LinkType::fs && desk.programme().links[3].lag == -day);
        QCOMPARE(start(desk, "A030"), dateFrom(2027, 3, 5));
    }

    /// With Shift, or where it is preferred, what drives a bar lets it go later; with nothing to drive it, it is held.
    void aBarMovesByItsLag() {
        Desk desk(small(), settings());
        const BarShape bar = desk.bar("A020");
        desk.drag(middle(bar), {middle(bar).x + desk.days(1), middle(bar).y}, Qt::ShiftModifier);
        QCOMPARE(desk.programme().links[0].lag, day);
        QVERIFY(!row(desk, "A020").constraint);
        QCOMPARE(start(desk, "A020"), dateFrom(2027, 3, 9));
        Preferences lags = preferences();
        lags.moved = Preferences::Moved::lag;
        setPreferences(*qApp, desk.settings, lags);
        const BarShape now = desk.bar("A020");
        desk.drag(middle(now), {middle(now).x - desk.days(4), middle(now).y}); // over the weekend
        QCOMPARE(start(desk, "A020"), dateFrom(2027, 3, 5));
        QCOMPARE(desk.programme().links[0].lag, -day);
        const BarShape free = desk.bar("A030");
        desk.drag(middle(free), {middle(free).x + desk.days(1), middle(free).y});
        QVERIFY(row(desk, "A030").constraint);
    }

    void aChosenLinkIsEdited() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        LinkShape shape;
        for (const LinkShape& one : desk.chart().layout().links)
            if (one.link == desk.programme().links[0].id) shape = one;
        const QPoint at = desk.chart().onViewport(
            {(shape.points[0].x + shape.points[1].x) / 2, (shape.points[0].y + shape.points[1].y) / 2});
        QTest::mouseDClick(desk.chart().viewport(), Qt::LeftButton, {}, at);
        QVERIFY(desk.window.viewState().link() == desk.programme().links[0].id);
        auto* lag = desk.visible<QLineEdit>("linkLineLag");
        QTest::keyClicks(lag, QStringLiteral("2d"));
        QTest::keyClick(lag, Qt::Key_Return);
        QCOMPARE(desk.programme().links.size(), before.links.size());
        QCOMPARE(desk.programme().links[0].lag, 2 * day);
        // Opened again it says what it is, and left as it is nothing happens.
        QTest::keyClick(&desk.chart(), Qt::Key_Return);
        QCOMPARE(desk.visible<QLineEdit>("linkLineLag")->text(), QStringLiteral("2d"));
        const auto generation = desk.document().generation();
        QTest::keyClick(desk.visible<QLineEdit>("linkLineLag"), Qt::Key_Return);
        QCOMPARE(desk.document().generation(), generation);
    }

    void aHammocksPostGoesElsewhere() {
        Programme p = small();
        Activity hammock;
        hammock.id = p.activities.freshId();
        hammock.key = "H1";
        hammock.name = "Crane";
        hammock.kind = ActivityKind::hammock;
        hammock.breakdown = BreakdownId{1};
        hammock.from = {{p.activities[0].id, End::start, 0}};
        hammock.to = {{p.activities[0].id, End::finish, 0}};
        p.activities.append(hammock);
        Desk desk(p, settings());
        const auto post = [&](bool start) {
            const HammockShape& shape = desk.chart().layout().hammocks[0];
            return ChartPoint{start ? shape.x0 : shape.x1, shape.y + 2};
        };
        const BarShape to = desk.bar("A020");
        desk.drag(post(false), {to.x1 - 1, middle(to).y});
        QVERIFY(row(desk, "H1").to == (std::vector<Anchor>{{desk.id("A020"), End::finish, 0}}));
        // With Ctrl it is hung from that, too.
        const BarShape more = desk.bar("A030");
        desk.drag(post(true), {more.x0 + 1, middle(more).y}, Qt::ControlModifier);
        QCOMPARE(row(desk, "H1").from.size(), std::size_t(2));
        desk.trigger("editUndo");
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == p);
        // Its menu takes away what it hangs from, but for the last.
        desk.drag(post(false), {desk.bar("A020").x1 - 1, middle(desk.bar("A020")).y}, Qt::ControlModifier);
        const auto choose = [&](const QString& words) {
            const HammockShape& shape = desk.chart().layout().hammocks[0];
            QContextMenuEvent asked(QContextMenuEvent::Mouse,
                                    desk.chart().onViewport({(shape.x0 + shape.x1) / 2, shape.y + 4}), {});
            QApplication::sendEvent(desk.chart().viewport(), &asked);
            auto* menu = desk.visible<QMenu>("contextMenu");
            for (QAction* one : menu->actions())
                if (one->text() == words)
                    return QTest::mouseClick(menu, Qt::LeftButton, {}, menu->actionGeometry(one).center());
            qFatal("no such entry");
        };
        choose(QStringLiteral("No longer end at A010"));
        QVERIFY(row(desk, "H1").to == (std::vector<Anchor>{{desk.id("A020"), End::finish, 0}}));
        QApplication::processEvents();
        choose(QStringLiteral("No longer end at A020"));
        QVERIFY2(desk.notice().contains(QLatin1String("hang from nothing")), qPrintable(desk.notice()));
        QCOMPARE(row(desk, "H1").to.size(), std::size_t(1));
    }
};

} // namespace

QTEST_MAIN(HandsTest)
#include "hands_test.moc"
