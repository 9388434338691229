// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The chart of places, pressed: work drawn, moved in time and along its line, stretched, linked, chosen with a frame;
// clashes found, kept apart, meant so; rules; everything taken back.
#include "app/programme/places_page.h"
#include "app/table/list_page.h"
#include "desk.h"

#include <QComboBox>
#include <QMenu>
#include <QPushButton>
#include <QScrollBar>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class PlacesPageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    /// A road of 400 m in four bays, two dolphins; A and B go up the road, D stands at a dolphin.
    static Programme works() {
        Builder b;
        b.place("RD", {}, 0, 400);
        for (int bay = 0; bay < 4; ++bay) b.place("CH" + std::to_string(bay + 1), "RD", 100 * bay, 100 * bay + 100);
        b.place("BE", {}).place("D1", "BE").place("D2", "BE");
        b.task("A", 20).task("B", 20).task("D", 5).milestone("M").link("A", "M").link("B", "M").link("D", "M");
        b.link("A", "B", LinkType::ss, 5 * 480);
        for (const char* key : {"A", "B"})
            b.change(key, [](Activity& a) {
                a.location = LocationId{1};
                a.travel = Travel::up;
            });
        b.change("D", [](Activity& d) {
            d.location = LocationId{7};
            d.duration.reset();
            d.measure = Measure{Decimal(40), "m3", Decimal(4), {}, Decimal(2), Decimal(1), RoundTo::day};
        });
        b.section("S1", "M", "2027-04-30", 1000);
        BookItem item;
        item.id = BookItemId{1};
        item.key = "K1";
        item.name = "Kerb";
        item.unit = "m";
        item.outputPerCrewDay = Decimal(10);
        b.programme.book.append(item);
        return b.programme;
    }
    static PlacesView& view(Desk& desk) { return *desk.find<PlacesView>("placesView"); }
    static PlacesPage& page(Desk& desk) { return *desk.find<PlacesPage>("placesPage"); }
    static void open(Desk& desk) {
        desk.trigger("showPlaces");
        QApplication::processEvents();
        QTRY_VERIFY(view(desk).clashes());
    }
    static const PlaceShape& shape(Desk& desk, const char* key) {
        for (const PlaceShape& one : view(desk).layout().shapes)
            if (one.activity == desk.id(key)) return one;
        qFatal("no shape");
    }
    static QPoint middle(Desk& desk, const char* key) {
        const PlaceShape& one = shape(desk, key);
        if (one.ways.empty())
            return view(desk).onViewport({one.box.x + one.box.width / 2, one.box.y + one.box.height / 2});
        const auto& way = one.ways.front();
        return view(desk).onViewport({(way.front().x + way.back().x) / 2, (way.front().y + way.back().y) / 2});
    }
    static void pull(Desk& desk, const QPoint& from, const QPoint& to, bool release = true,
                     Qt::KeyboardModifiers keys = {}) {
        QWidget* paper = view(desk).viewport();
        QTest::mousePress(paper, Qt::LeftButton, keys, from);
        for (const QPoint& at : {from + (to - from) / 2, to}) {
            QMouseEvent move(QEvent::MouseMove, at, paper->mapToGlobal(at), Qt::LeftButton, Qt::LeftButton, keys);
            QApplication::sendEvent(paper, &move);
        }
        if (release) QTest::mouseRelease(paper, Qt::LeftButton, keys, to);
        QApplication::processEvents();
    }
    static void press(Desk& desk, const char* button) {
        QTest::mouseClick(desk.visible<QPushButton>(button), Qt::LeftButton);
        QApplication::processEvents();
    }
    /// An entry of a menu that is made as it opens.
    static void choose(Desk& desk, const char* button, const QString& text) {
        QMenu* menu = desk.visible<QPushButton>(button)->menu();
        emit menu->aboutToShow();
        for (QAction* one : menu->actions())
            if (one->text().remove(QLatin1Char('&')) == text) return one->trigger();
        qFatal("there is no such entry");
    }
    static Date start(Desk& desk, const char* key) {
        return dateOf(of(desk.programme(), desk.document().schedule(), key).earlyStart);
    }

private slots:
    /// Lines have their slope, blocks their column; what is pressed is selected; arrow keys go on, either way round.
    void seen() {
        Desk desk(works(), m_folder.filePath(QStringLiteral("seen.ini")));
        open(desk);
        QCOMPARE(view(desk).places().branches.size(), std::size_t(2));
        QCOMPARE(shape(desk, "A").ways.size(), std::size_t(1));
        QVERIFY(shape(desk, "D").ways.empty());
        const auto& way = shape(desk, "A").ways.front();
        QVERIFY(way.front().x < way.back().x && way.front().y < way.back().y);
        QTest::mouseClick(view(desk).viewport(), Qt::LeftButton, {}, middle(desk, "A"));
        QCOMPARE(desk.window.viewState().current(), desk.id("A"));
        QTest::keyClick(&view(desk), Qt::Key_Right);
        QCOMPARE(desk.window.viewState().current(), desk.id("D"));
        choose(desk, "placesLook", QStringLiteral("Time from left to right"));
        QApplication::processEvents();
        QVERIFY(view(desk).choice().timeAcross);
        QTest::mouseClick(view(desk).viewport(), Qt::LeftButton, {}, middle(desk, "B"));
        QCOMPARE(desk.window.viewState().current(), desk.id("B"));
        choose(desk, "placesLook", QStringLiteral("Time from left to right"));
        // Another filter leaves less; what no chart shows is not there.
        choose(desk, "placesWhere", QStringLiteral("BE"));
        QCOMPARE(view(desk).places().branches.size(), std::size_t(1));
        QVERIFY(!view(desk).places().stripOf(LocationId{7}));
        choose(desk, "placesWhere", QStringLiteral("All places"));
        QCOMPARE(view(desk).places().branches.size(), std::size_t(2));
        // Bars with it: both are in sight, and follow each other.
        choose(desk, "placesLook", QStringLiteral("Bars below"));
        QVERIFY(desk.chart().isVisible() && view(desk).isVisible());
        QTest::mouseClick(view(desk).viewport(), Qt::LeftButton, {}, middle(desk, "A"));
        QCOMPARE(desk.window.viewState().current(), desk.id("A"));
        desk.window.findChild<ProgrammeStage*>()->show(ProgrammeStage::Page::bars);
        QVERIFY(desk.chart().isVisible() && !view(desk).isVisible());
    }

    /// A drag along the time holds work at a day, at its end it changes crews, across it goes to another place.
    void byHand() {
        Desk desk(works(), m_folder.filePath(QStringLiteral("hand.ini")));
        open(desk);
        const QPoint at = middle(desk, "D");
        pull(desk, at, at + QPoint(0, int(std::lround(desk.days(7)))), false);
        QTRY_VERIFY(view(desk).preview().schedule());
        QTest::keyClick(&view(desk), Qt::Key_Escape); // nothing of it is left
        QTest::mouseRelease(view(desk).viewport(), Qt::LeftButton, {}, at);
        QCOMPARE(start(desk, "D"), dateFrom(2027, 3, 1));
        pull(desk, at, at + QPoint(0, int(std::lround(desk.days(7)))));
        QCOMPARE(start(desk, "D"), dateFrom(2027, 3, 8));
        desk.trigger("editUndo");
        QCOMPARE(start(desk, "D"), dateFrom(2027, 3, 1));
        // Sideways into the next dolphin.
        const auto to = view(desk).places().stripOf(LocationId{8});
        QVERIFY(to);
        pull(desk, at, QPoint(view(desk).onViewport({(to->x0 + to->x1) / 2, 0}).x(), at.y()));
        QCOMPARE(desk.programme().activities.row(desk.id("D"))->location, LocationId{8});
        desk.trigger("editUndo");
        // Its end up by half: twice the crews.
        view(desk).fitSelection();
        QTest::mouseClick(view(desk).viewport(), Qt::LeftButton, {}, middle(desk, "D"));
        view(desk).fitSelection();
        const PlaceShape d = shape(desk, "D");
        const QPoint foot = view(desk).onViewport({d.box.x + d.box.width / 2, d.box.y + d.box.height});
        Preferences wanted = preferences();
        wanted.stretched = Preferences::Stretched::crews;
        setPreferences(*qApp, desk.settings, wanted);
        pull(desk, foot, foot - QPoint(0, int(std::lround(desk.days(2)))));
        QCOMPARE(desk.programme().activities.row(desk.id("D"))->measure->crews, std::optional(Decimal(4)));
        desk.trigger("editUndo");
        QTest::keyClick(&view(desk), Qt::Key_Plus);
        QCOMPARE(desk.programme().activities.row(desk.id("D"))->measure->crews, std::optional(Decimal(3)));
        QTest::keyClick(&view(desk), Qt::Key_Minus);
        QTest::keyClick(&view(desk), Qt::Key_Minus);
        QTest::keyClick(&view(desk), Qt::Key_Minus); // no crews is refused
        QCOMPARE(desk.programme().activities.row(desk.id("D"))->measure->crews, std::optional(Decimal(1)));
        QVERIFY(!desk.notice().isEmpty());
        // The end of a line sideways: its range.
        QTest::mouseClick(view(desk).viewport(), Qt::LeftButton, {}, middle(desk, "D"));
        view(desk).fit();
        const auto way = shape(desk, "B").ways.front();
        const QPoint end = view(desk).onViewport(way.back());
        const double hundred = view(desk).places().branches[0].x(100'000) - view(desk).places().branches[0].x(0);
        pull(desk, end, end - QPoint(int(std::lround(hundred)), 0));
        const auto range = desk.programme().activities.row(desk.id("B"))->stretchOfWork;
        QVERIFY(range && range->from == Decimal(0) && std::abs(range->to.toDouble() - 300) < 6);
    }

    /// Pieces that read as one line are taken as one by a double click, and moved as one; a click takes a piece again.
    void aLineAsAWhole() {
        Programme p = works();
        Builder b;
        b.programme = std::move(p);
        for (int bay = 1; bay <= 3; ++bay) {
            const std::string key = "P" + std::to_string(bay);
            b.task(key, 10).change(key, [&](Activity& a) {
                a.location = LocationId(std::uint32_t(1 + bay));
                a.bookItem = BookItemId{1};
            });
            if (bay > 1) b.link("P" + std::to_string(bay - 1), key);
        }
        Desk desk(b.programme, m_folder.filePath(QStringLiteral("line.ini")));
        open(desk);
        QVERIFY(shape(desk, "P1").run != Piece::none && shape(desk, "P1").run == shape(desk, "P3").run);
        const QPoint at = middle(desk, "P2");
        QTest::mouseClick(view(desk).viewport(), Qt::LeftButton, {}, at);
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(1));
        QTest::mouseDClick(view(desk).viewport(), Qt::LeftButton, {}, at);
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(3));
        const int days = int(std::lround(desk.days(7)));
        pull(desk, at, at + QPoint(0, days));
        QCOMPARE(start(desk, "P1"), dateFrom(2027, 3, 8));
        QCOMPARE(start(desk, "P2"), dateFrom(2027, 3, 22));
        QCOMPARE(start(desk, "P3"), dateFrom(2027, 4, 5));
        const Activity& second = *desk.programme().activities.row(desk.id("P2"));
        QVERIFY(!second.constraint); // it follows its link
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(3));
        const Programme moved = desk.programme();
        pull(desk, middle(desk, "P2"), middle(desk, "P2") + QPoint(60, 0));
        QVERIFY(desk.programme() == moved && !desk.notice().isEmpty());
        desk.trigger("editUndo");
        QCOMPARE(start(desk, "P1"), dateFrom(2027, 3, 1));
        QTest::mouseClick(view(desk).viewport(), Qt::LeftButton, {}, middle(desk, "P3"));
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(1));
        // What has begun stays where it is: the rest is moved.
        Programme begun = desk.programme();
        begun.job.dataDate = parseInstant("2027-03-03T08:00");
        Activity first = *begun.activities.row(desk.id("P1"));
        first.actualStart = parseInstant("2027-03-01T08:00");
        begun.activities.replace(begun.activities.indexOf(first.id), first);
        desk.window.document().replace(begun, {});
        open(desk);
        const Date before = start(desk, "P2");
        QTest::mouseDClick(view(desk).viewport(), Qt::LeftButton, {}, middle(desk, "P2"));
        const int week = int(std::lround(desk.days(7)));
        pull(desk, middle(desk, "P2"), middle(desk, "P2") + QPoint(0, week));
        QCOMPARE(start(desk, "P1"), dateFrom(2027, 3, 1));
        QCOMPARE(start(desk, "P2"), before + 7);
    }

    /// A group that is folded in table and bars is one block that follows its insides, and is opened here and there.
    void groupsAsBlocks() {
        Programme p = works();
        BreakdownNode group;
        group.id = BreakdownId{1};
        group.key = "RD";
        group.name = "Road";
        p.breakdown.append(group);
        for (const char* key : {"A", "B"}) {
            Activity row = p.activities[key[0] == 'A' ? 0 : 1];
            row.breakdown = group.id;
            p.activities.replace(p.activities.indexOf(row.id), row);
        }
        Desk desk(p, m_folder.filePath(QStringLiteral("group.ini")));
        open(desk);
        ViewState& state = desk.window.viewState();
        std::uint32_t number = 0;
        for (const ChartRow& row : rowsFor(desk.programme(), desk.document().schedule(), state.lens(), {}))
            if (row.isGroup && row.node == 1) number = row.group;
        QVERIFY(number > 0);
        choose(desk, "placesLook", QStringLiteral("Groups folded in the bars as one block"));
        QCOMPARE(view(desk).layout().shapes.size(), std::size_t(3));
        state.setFolded(number, true);
        QCOMPARE(view(desk).layout().shapes.size(), std::size_t(2));
        const PlaceShape block = shape(desk, "A");
        QCOMPARE(block.inside, (std::vector<ActivityId>{desk.id("A"), desk.id("B")}));
        const TimeScale scale{state.left(), state.pixelsPerDay()};
        const auto& b = of(desk.programme(), desk.document().schedule(), "B");
        QVERIFY(std::abs(block.box.y + block.box.height - scale.x(b.earlyFinish)) < 0.01);
        // Moved, all of it moves.
        const QPoint at = middle(desk, "A");
        pull(desk, at, at + QPoint(0, int(std::lround(desk.days(7)))));
        QCOMPARE(start(desk, "A"), dateFrom(2027, 3, 8));
        QCOMPARE(start(desk, "B"), dateFrom(2027, 3, 15));
        desk.trigger("editUndo");
        QTest::mouseDClick(view(desk).viewport(), Qt::LeftButton, {}, at);
        QVERIFY(state.folded().empty());
        QCOMPARE(view(desk).layout().shapes.size(), std::size_t(3));
    }

    /// What was painted is moved along when one scrolls; it is the same as if all of it were painted anew.
    void scrolledAsIfPainted() {
        Desk desk(works(), m_folder.filePath(QStringLiteral("scroll.ini")));
        open(desk);
        desk.window.viewState().select(desk.id("A"));
        const auto grabbed = [&] {
            QApplication::processEvents();
            return view(desk).viewport()->grab().toImage();
        };
        const auto anew = [&] {
            view(desk).choose(view(desk).choice());
            return grabbed();
        };
        for (const bool across : {false, true}) {
            PlacesChoice choice = view(desk).choice();
            choice.timeAcross = across;
            view(desk).choose(choice);
            desk.window.viewState().setTime(*parseInstant("2027-02-20T00:00"), 11.0);
            QScrollBar& bar = *(across ? view(desk).horizontalScrollBar() : view(desk).verticalScrollBar());
            (void)grabbed();
            for (const int by : {40, 3, -90, 61, 7, 200, -33}) {
                bar.setValue(bar.value() + by);
                const QImage moved = grabbed(), fresh = anew();
                int differs = 0;
                for (int y = 0; y < fresh.height(); ++y)
                    for (int x = 0; x < fresh.width(); ++x) {
                        const QRgb p = moved.pixel(x, y), q = fresh.pixel(x, y);
                        differs += std::abs(qRed(p) - qRed(q)) + std::abs(qGreen(p) - qGreen(q)) +
                                       std::abs(qBlue(p) - qBlue(q)) >
                                   60;
                    }
                QVERIFY2(differs == 0, qPrintable(QStringLiteral("%1 pixels after %2").arg(differs).arg(by)));
            }
        }
    }

    /// Work is drawn, one piece after the other, until Escape; a drag beside all places says so.
    void drawn() {
        Desk desk(works(), m_folder.filePath(QStringLiteral("draw.ini")));
        open(desk);
        view(desk).fit();
        QMenu* menu = desk.visible<QPushButton>("placesDraw")->menu();
        emit menu->aboutToShow();
        for (QAction* one : menu->actions())
            if (one->menu()) one->menu()->actions().first()->trigger();
        QVERIFY(view(desk).draws());
        const PlaceBranch road = view(desk).places().branches[0];
        const TimeScale scale{desk.window.viewState().left(), desk.window.viewState().pixelsPerDay()};
        const auto at = [&](int metre, Date day) {
            return view(desk).onViewport({road.x(metre * 1000), scale.x(startOf(day))});
        };
        pull(desk, at(100, dateFrom(2027, 3, 29)), at(300, dateFrom(2027, 4, 12)));
        QCOMPARE(desk.programme().activities.size(), std::size_t(5));
        const Activity& made =
            desk.programme().activities.rows()[desk.programme().activities.indexOf(desk.window.viewState().current())];
        QCOMPARE(made.stretchOfWork, std::optional(Stretch{100, 300}));
        QCOMPARE(made.travel, Travel::up);
        QCOMPARE(made.measure->quantity, Decimal(200));
        // Ten working days for 200 m at 10 m a crew and day: two crews.
        QCOMPARE(made.measure->crews, std::optional(Decimal(2)));
        QCOMPARE(start(desk, made.key.c_str()), dateFrom(2027, 3, 29));
        // The other way, and in the places of the berth: one each, linked.
        pull(desk, at(400, dateFrom(2027, 4, 26)), at(0, dateFrom(2027, 5, 10)));
        QCOMPARE(desk.programme().activities.rows().back().travel == Travel::down ||
                     std::any_of(desk.programme().activities.begin(), desk.programme().activities.end(),
                                 [](const Activity& one) { return one.travel == Travel::down; }),
                 true);
        const PlaceBranch berth = view(desk).places().branches[1];
        const auto column = [&](std::size_t i, Date day) {
            return view(desk).onViewport({(berth.columns[i].x0 + berth.columns[i].x1) / 2, scale.x(startOf(day))});
        };
        const std::size_t links = desk.programme().links.size();
        pull(desk, column(0, dateFrom(2027, 4, 5)), column(1, dateFrom(2027, 4, 19)));
        QCOMPARE(desk.programme().activities.size(), std::size_t(8));
        QCOMPARE(desk.programme().links.size(), links + 1);
        // Without an item it has a name of one's own.
        desk.trigger("editUndo");
        choose(desk, "placesDraw", QStringLiteral("Work without a quantity"));
        QTest::keyClicks(desk.visible<QLineEdit>("placesName"), QStringLiteral("Set out"));
        pull(desk, column(0, dateFrom(2027, 4, 5)), column(1, dateFrom(2027, 4, 19)));
        QCOMPARE(desk.programme().activities.size(), std::size_t(8));
        for (const char* place : {"Set out, D1", "Set out, D2"})
            QVERIFY(std::any_of(desk.programme().activities.begin(), desk.programme().activities.end(),
                                [&](const Activity& one) { return one.name == place; }));
        // Refused beside all places; nothing is half done.
        const Programme before = desk.programme();
        const int beside = int((road.x1 + berth.x0) / 2);
        pull(desk, QPoint(beside, 100), QPoint(beside + 4, 160));
        QVERIFY(desk.programme() == before);
        QVERIFY(!desk.notice().isEmpty());
        QTest::keyClick(&view(desk), Qt::Key_Escape);
        QVERIFY(!view(desk).draws());
        for (int i = 0; i < 3; ++i) desk.trigger("editUndo");
        QCOMPARE(desk.programme().activities.size(), std::size_t(4));
    }

    /// Two lines with a buffer: found, led to, kept apart, and taken back; another is meant so.
    void clashes() {
        Desk desk(works(), m_folder.filePath(QStringLiteral("clash.ini")));
        open(desk);
        QCOMPARE(desk.visible<QPushButton>("placesClashes")->text(), QStringLiteral("No clash ahead"));
        press(desk, "placesApart");
        press(desk, "placesRuleAdd");
        QTest::keyClick(openEditor(page(desk).rules().table()), Qt::Key_Escape);
        QCOMPARE(desk.programme().placeRules.size(), std::size_t(1));
        ListPage& rules = page(desk).rules();
        const auto cell = [&](const char* column) {
            for (int c = 0; c < rules.model().columnCount(); ++c)
                if (rules.model().headerData(c, Qt::Horizontal, Qt::DisplayRole).toString() ==
                    QString::fromLatin1(column))
                    return rules.model().index(0, c);
            return QModelIndex();
        };
        typeInto(rules.table(), cell("Days apart"), QStringLiteral("8"));
        QCOMPARE(desk.programme().placeRules[0].days, std::optional(Decimal(8)));
        typeInto(rules.table(), cell("Metres apart"), QStringLiteral("far"));
        QVERIFY(!desk.programme().placeRules[0].metres);
        QTest::keyClick(openEditor(rules.table()), Qt::Key_Escape);
        QTRY_VERIFY(view(desk).clashes() && view(desk).clashes()->ahead() == 1);
        QTRY_COMPARE(desk.visible<QPushButton>("placesClashes")->text(), QStringLiteral("1 clash ahead"));
        QCOMPARE(view(desk).layout().clashes.size(), std::size_t(1));
        press(desk, "placesClashes");
        page(desk).clashes().table().selectRow(0);
        const Date before = start(desk, "B");
        press(desk, "placesKeepApart");
        QTRY_VERIFY(view(desk).clashes() && view(desk).clashes()->ahead() == 0);
        QCOMPARE(start(desk, "B"), before + 3); // eight working days behind A instead of five
        desk.trigger("editUndo");
        QCOMPARE(start(desk, "B"), before);
        QTRY_VERIFY(view(desk).clashes() && view(desk).clashes()->ahead() == 1);
    }

    /// A frame selects what it touches; linked in order of time, the lags stand in a row and can be typed.
    void chained() {
        Desk desk(works(), m_folder.filePath(QStringLiteral("chain.ini")));
        open(desk);
        pull(desk, QPoint(2, 2), QPoint(view(desk).viewport()->width() - 3, view(desk).viewport()->height() - 3));
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(3));
        desk.window.viewState().select({desk.id("A"), desk.id("D")}, desk.id("D"));
        const std::size_t links = desk.programme().links.size();
        choose(desk, "placesLook", QStringLiteral("Link what is selected in order of place"));
        QCOMPARE(desk.programme().links.size(), links + 1);
        auto* lag = desk.visible<QLineEdit>("placesLag0");
        lag->setFocus();
        QTest::keyClicks(lag, QStringLiteral("2d"));
        QTest::keyClick(lag, Qt::Key_Return);
        QApplication::processEvents();
        QCOMPARE(desk.programme().links[links].lag, Minutes(2 * 480));
        desk.trigger("editUndo");
        desk.trigger("editUndo");
        QCOMPARE(desk.programme().links.size(), links);
    }

    /// Range and direction on the card; what cannot be is refused where it is typed.
    void onTheCard() {
        Desk desk(works(), m_folder.filePath(QStringLiteral("card.ini")));
        open(desk);
        desk.window.viewState().select(desk.id("A"));
        auto* range = desk.visible<QLineEdit>("cardRange");
        range->setFocus();
        QTest::keyClicks(range, QStringLiteral("100 - 250"));
        QTest::keyClick(range, Qt::Key_Return);
        QApplication::processEvents();
        QCOMPARE(desk.programme().activities.row(desk.id("A"))->stretchOfWork, std::optional(Stretch{100, 250}));
        auto* travel = desk.visible<QComboBox>("cardTravel");
        travel->setCurrentIndex(int(Travel::fromMiddle));
        emit travel->activated(int(Travel::fromMiddle));
        QApplication::processEvents();
        QCOMPARE(shape(desk, "A").ways.size(), std::size_t(2));
        const Programme before = desk.programme();
        range = desk.visible<QLineEdit>("cardRange");
        range->setFocus();
        range->selectAll();
        QTest::keyClicks(range, QStringLiteral("300 - 900"));
        QTest::keyClick(range, Qt::Key_Return);
        QApplication::processEvents();
        QVERIFY(desk.programme() == before);
    }
};

QTEST_MAIN(PlacesPageTest)
#include "places_page_test.moc"
