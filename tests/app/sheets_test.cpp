// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is asked in small sheets over the page: several rows, one value for all, a block at other places, links picked
// by typing; and what the card edits of links and hammocks.
#include "app/base/look.h"
#include "app/card/picker.h"
#include "app/programme/overview.h"
#include "app/table/ask_sheet.h"
#include "desk.h"

#include <QComboBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

namespace {

constexpr Minutes day = 480;

class SheetsTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    int m_settings = 0;
    QString settings() { return m_folder.filePath(QStringLiteral("settings%1.ini").arg(++m_settings)); }

    static const Activity& row(Desk& desk, const char* key) { return *desk.programme().activities.row(desk.id(key)); }
    static void fill(Desk& desk, const char* name, const char* text) {
        auto* edit = desk.visible<QLineEdit>(name);
        edit->setFocus();
        edit->selectAll();
        QTest::keyClick(edit, Qt::Key_Backspace);
        QTest::keyClicks(edit, QString::fromUtf8(text));
    }
    static QString words(Desk& desk, const char* name) { return desk.visible<QLabel>(name)->text(); }
    static bool open(Desk& desk, const char* name) {
        QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        for (QWidget* one : desk.window.findChildren<QWidget*>(QString::fromLatin1(name)))
            if (one->isVisible()) return true;
        return false;
    }
    static void select(Desk& desk, const std::vector<const char*>& keys) {
        std::vector<ActivityId> ids;
        for (const char* key : keys) ids.push_back(desk.id(key));
        desk.clickCell(desk.cell(keys.front(), "name"));
        desk.window.viewState().select(ids, ids.front());
    }

private slots:
    void severalAreAddedAtOnce() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        desk.clickCell(desk.cell("A010", "name"));
        desk.trigger("addSeveral");
        QCOMPARE(words(desk, "askWords"), QStringLiteral("From “New activity 1” to “New activity 5”"));
        fill(desk, "severalCount", "three");
        QTest::keyClick(desk.visible<QLineEdit>("severalCount"), Qt::Key_Return);
        QVERIFY2(words(desk, "askWords").contains(QLatin1String("three")), qPrintable(words(desk, "askWords")));
        QVERIFY(desk.programme() == before);
        fill(desk, "severalCount", "3");
        fill(desk, "severalName", "Pile #");
        fill(desk, "severalDuration", "2d");
        desk.visible<QComboBox>("severalLinked")->setCurrentIndex(1);
        QTest::keyClick(desk.visible<QLineEdit>("severalName"), Qt::Key_Return);
        QVERIFY(!open(desk, "askSheet"));
        QCOMPARE(desk.programme().activities.size(), before.activities.size() + 3);
        QCOMPARE(desk.programme().activities[3].name, std::string("Pile 3"));
        QCOMPARE(desk.programme().links.size(), before.links.size() + 2);
        QCOMPARE(desk.window.viewState().selection().size(), std::size_t(3));
        desk.trigger("editUndo"); // one step
        QVERIFY(desk.programme() == before);
        desk.trigger("addSeveral");
        QTest::keyClick(desk.visible<QLineEdit>("severalCount"), Qt::Key_Escape);
        QVERIFY(!open(desk, "askSheet"));
        QVERIFY(desk.programme() == before);
    }

    void oneValueForAll() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        select(desk, {"A010", "A020", "M100"});
        desk.trigger("editForAll");
        auto* field = desk.visible<QComboBox>("allField");
        field->setCurrentText(QStringLiteral("Days"));
        QVERIFY2(words(desk, "askWords").contains(QLatin1String("1 of them take no such value")),
                 qPrintable(words(desk, "askWords")));
        fill(desk, "allValue", "soon");
        QTest::keyClick(desk.visible<QLineEdit>("allValue"), Qt::Key_Return);
        QVERIFY2(words(desk, "askWords").contains(QLatin1String("soon")), qPrintable(words(desk, "askWords")));
        QVERIFY(desk.programme() == before);
        fill(desk, "allValue", "7d");
        QTest::keyClick(desk.visible<QLineEdit>("allValue"), Qt::Key_Return);
        QVERIFY(*row(desk, "A010").duration == 7 * day && *row(desk, "A020").duration == 7 * day);
        QVERIFY(row(desk, "M100").duration.value_or(0) == 0);
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
        for (const auto& [title, value] : {std::pair{"Held by", "start not before 8 Mar 2027"}, {"Calendar", "six"}}) {
            desk.trigger("editForAll");
            desk.visible<QComboBox>("allField")->setCurrentText(QString::fromLatin1(title));
            fill(desk, "allValue", value);
            QTest::mouseClick(desk.visible<QPushButton>("askAccept"), Qt::LeftButton);
        }
        for (const char* key : {"A010", "A020", "M100"}) {
            QVERIFY(row(desk, key).constraint);
            QVERIFY(row(desk, key).calendar == Builder::six);
        }
        QVERIFY(!row(desk, "A030").constraint);
    }

    /// Ids are counted on over ids that are there: they do not stand in each other's way.
    void cellsCountOn() {
        Desk desk(small(), settings());
        const auto choose = [&](const char* column, std::vector<const char*> keys) {
            desk.clickCell(desk.cell(keys.front(), column));
            for (std::size_t i = 1; i < keys.size(); ++i)
                QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, Qt::ControlModifier,
                                  desk.table().visualRect(desk.cell(keys[i], column)).center());
        };
        desk.enter(desk.cell("A020", "id"), QStringLiteral("B1"));
        desk.enter(desk.cell("A030", "id"), QStringLiteral("A020"));
        choose("id", {"A010", "B1", "A020"});
        desk.trigger("editFillSeries");
        QCOMPARE(desk.programme().activities[0].key, std::string("A010"));
        QCOMPARE(desk.programme().activities[1].key, std::string("A020"));
        QCOMPARE(desk.programme().activities[2].key, std::string("A030"));
        // One that is taken by a row that is not among them is refused, and nothing changes.
        choose("id", {"A010", "A020"});
        desk.trigger("editFillSeries"); // A010, A020: as they are
        desk.enter(desk.cell("A010", "id"), QStringLiteral("A020a1"));
        desk.enter(desk.cell("M100", "id"), QStringLiteral("A020a2"));
        const Programme before = desk.programme();
        choose("id", {"A020a1", "A020"});
        desk.trigger("editFillSeries");
        QVERIFY2(desk.notice().contains(QLatin1String("A020a2")), qPrintable(desk.notice()));
        QVERIFY(desk.programme() == before);
        choose("id", {"A020"});
        desk.trigger("editFillSeries");
        QVERIFY2(desk.notice().contains(QLatin1String("go on from it")), qPrintable(desk.notice()));
    }

    void aBlockGoesElsewhere() {
        Programme p = small();
        p.locations.append({LocationId{1}, "D1", "Dolphin 1", {}, {}, {}});
        p.locations.append({LocationId{2}, "D2", "Dolphin 2", {}, {}, {}});
        Desk desk(p, settings());
        select(desk, {"A010", "A020"});
        desk.trigger("duplicateElsewhere");
        auto* places = desk.visible<QListWidget>("elsewherePlaces");
        QCOMPARE(places->count(), 2);
        QTest::keyClick(desk.visible<QLineEdit>("elsewherePattern"), Qt::Key_Return);
        QVERIFY2(words(desk, "askWords").contains(QLatin1String("locations")), qPrintable(words(desk, "askWords")));
        for (int i = 0; i < 2; ++i) {
            places->setCurrentRow(i);
            QTest::keyClick(places, Qt::Key_Space);
        }
        QCOMPARE(words(desk, "askWords"), QStringLiteral("4 activities, from A010-D1 A010 to A020-D2 A020"));
        fill(desk, "elsewherePattern", "{id}");
        QVERIFY2(words(desk, "askWords").contains(QLatin1String("A010 is used")), qPrintable(words(desk, "askWords")));
        QTest::keyClick(desk.visible<QLineEdit>("elsewherePattern"), Qt::Key_Return);
        QVERIFY(desk.programme() == p);
        fill(desk, "elsewherePattern", "{location}-{id}");
        QTest::keyClick(desk.visible<QLineEdit>("elsewherePattern"), Qt::Key_Return);
        QVERIFY(row(desk, "D2-A020").location == LocationId{2});
        QCOMPARE(desk.programme().links.size(), p.links.size() + 2);
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == p);
    }

    /// Typed, picked, and linked in one step; in both directions.
    void linksArePicked() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        desk.clickCell(desk.cell("M100", "name"));
        desk.trigger("pickWaits");
        auto* list = desk.visible<QListWidget>("pickerList");
        QCOMPARE(list->count(), 1); // but for A020 and A030, which it waits for already
        QTest::keyClick(desk.visible<QLineEdit>("pickerWords"), Qt::Key_Escape);
        QVERIFY(!open(desk, "picker"));
        desk.clickCell(desk.cell("A030", "name"));
        desk.trigger("pickWaits");
        auto* typed = desk.visible<QLineEdit>("pickerWords");
        QTest::keyClicks(typed, QStringLiteral("20 a02"));
        QCOMPARE(desk.visible<QListWidget>("pickerList")->count(), 1);
        QTest::keyClick(typed, Qt::Key_Return);
        QCOMPARE(words(desk, "pickerChosen"), QStringLiteral("A020"));
        QTest::keyClick(typed, Qt::Key_Backspace); // taken back
        QCOMPARE(words(desk, "pickerChosen"), QStringLiteral("Nothing picked yet"));
        for (const char* key : {"A010", "A020"}) {
            QTest::keyClicks(typed, QString::fromLatin1(key));
            QTest::keyClick(typed, Qt::Key_Return);
        }
        fill(desk, "pickerLag", "x");
        QTest::keyClick(desk.visible<QLineEdit>("pickerLag"), Qt::Key_Return);
        QVERIFY2(words(desk, "pickerChosen").contains(QLatin1Char('x')), qPrintable(words(desk, "pickerChosen")));
        QVERIFY(desk.programme() == before);
        fill(desk, "pickerLag", "2d");
        QTest::keyClick(desk.visible<QLineEdit>("pickerLag"), Qt::Key_Return);
        QVERIFY(!open(desk, "picker"));
        QCOMPARE(desk.cell("A030", "waits").data().toString(), QStringLiteral("A010 +2d; A020 +2d"));
        desk.trigger("editUndo"); // one step
        QVERIFY(desk.programme() == before);
        desk.clickCell(desk.cell("A030", "name"));
        desk.trigger("pickLeads");
        QTest::keyClicks(desk.visible<QLineEdit>("pickerWords"), QStringLiteral("A010"));
        QTest::keyClick(desk.visible<QLineEdit>("pickerWords"), Qt::Key_Return);
        QTest::keyClick(desk.visible<QLineEdit>("pickerWords"), Qt::Key_Return); // nothing typed: that is all
        QCOMPARE(desk.cell("A010", "waits").data().toString(), QStringLiteral("A030"));
        // A loop is refused in it.
        desk.clickCell(desk.cell("A020", "name"));
        desk.trigger("pickLeads");
        QTest::keyClicks(desk.visible<QLineEdit>("pickerWords"), QStringLiteral("A030"));
        QTest::keyClick(desk.visible<QLineEdit>("pickerWords"), Qt::Key_Return);
        QTest::keyClick(desk.visible<QLineEdit>("pickerWords"), Qt::Key_Return);
        QVERIFY2(words(desk, "pickerChosen").contains(QLatin1String("loop")), qPrintable(words(desk, "pickerChosen")));
    }

    void theCardEditsLinks() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        desk.clickCell(desk.cell("A020", "name"));
        const QString name = QStringLiteral("link%1").arg(desk.programme().links[0].id.value);
        const QByteArray lagName = (name + QStringLiteral("Lag")).toLatin1(),
                         kindName = (name + QStringLiteral("Kind")).toLatin1(),
                         offName = (name + QStringLiteral("Off")).toLatin1();
        auto* lag = desk.visible<QLineEdit>(lagName.constData());
        lag->setFocus();
        QTest::keyClicks(lag, QStringLiteral("2d"));
        QTest::keyClick(lag, Qt::Key_Return);
        QApplication::processEvents();
        QCOMPARE(desk.programme().links[0].lag, 2 * day);
        // The keyboard stays in the field, though the card was filled anew.
        QTRY_VERIFY(desk.visible<QLineEdit>(lagName.constData())->hasFocus());
        auto* kind = desk.visible<QComboBox>(kindName.constData());
        kind->setFocus();
        QTest::keyClick(kind, Qt::Key_Down);
        QApplication::processEvents();
        QVERIFY(desk.programme().links[0].type == LinkType::ss);
        QTest::mouseClick(desk.visible<QPushButton>(offName.constData()), Qt::LeftButton);
        QCOMPARE(desk.programme().links.size(), before.links.size() - 1);
        for (int i = 0; i < 3; ++i) desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
    }

    void aChosenLinkHasACard() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        desk.window.viewState().selectLink(desk.programme().links[1].id);
        QTRY_COMPARE(desk.visible<QLabel>("cardTitle")->text(), QStringLiteral("A020 → M100"));
        auto* lag = desk.visible<QLineEdit>("cardLinkLag");
        lag->setFocus();
        QTest::keyClicks(lag, QStringLiteral("-1d"));
        QTest::keyClick(lag, Qt::Key_Return);
        QCOMPARE(desk.programme().links[1].lag, -day);
        QTest::mouseClick(desk.visible<QPushButton>("cardLinkDelete"), Qt::LeftButton);
        QCOMPARE(desk.programme().links.size(), before.links.size() - 1);
        QVERIFY(!desk.window.viewState().link());
        QApplication::processEvents();
        // A row that was chosen before has its card again, however it is pressed.
        desk.clickCell(desk.cell("A010", "name"));
        desk.window.viewState().selectLink(desk.programme().links[0].id);
        QTRY_COMPARE(desk.visible<QLabel>("cardTitle")->text(), QStringLiteral("A010 → A020"));
        desk.clickCell(desk.cell("A010", "name"));
        QTRY_VERIFY(desk.visible<QLabel>("cardTitle")->text().contains(QLatin1String("A010")));
    }

    void theCardHangsAHammock() {
        Desk desk(small(), settings());
        select(desk, {"A010"});
        desk.trigger("addHammock");
        QTest::keyClick(openEditor(desk.table()), Qt::Key_Escape);
        const ActivityId id = desk.window.viewState().current();
        const auto hammock = [&]() -> const Activity& { return *desk.programme().activities.row(id); };
        const Programme before = desk.programme();
        const QString name = QStringLiteral("anchor1_%1").arg(desk.id("A010").value);
        auto* lag = desk.visible<QLineEdit>((name + QStringLiteral("Lag")).toLatin1().constData());
        lag->setFocus();
        QTest::keyClicks(lag, QStringLiteral("1d"));
        QTest::keyClick(lag, Qt::Key_Return);
        QCOMPARE(hammock().to[0].lag, day);
        desk.trigger("pickLeads"); // of a hammock: what it ends at
        QTest::keyClicks(desk.visible<QLineEdit>("pickerWords"), QStringLiteral("A030"));
        QTest::keyClick(desk.visible<QLineEdit>("pickerWords"), Qt::Key_Return);
        QTest::keyClick(desk.visible<QLineEdit>("pickerWords"), Qt::Key_Return);
        QCOMPARE(hammock().to.size(), std::size_t(2));
        QVERIFY(hammock().to[1].end == End::finish);
        QTest::mouseClick(desk.visible<QPushButton>((name + QStringLiteral("Off")).toLatin1().constData()),
                          Qt::LeftButton);
        QVERIFY(hammock().to == (std::vector<Anchor>{{desk.id("A030"), End::finish, 0}}));
        auto* cost = desk.visible<QLineEdit>("cardCostPerWeek");
        cost->setFocus();
        QTest::keyClicks(cost, QStringLiteral("1,250"));
        QTest::keyClick(cost, Qt::Key_Return);
        QCOMPARE(*hammock().costPerWeek, Decimal(1250));
        for (int i = 0; i < 4; ++i) desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
    }

    void restsAreTypedOnTheCard() {
        Desk desk(small(), settings());
        desk.clickCell(desk.cell("A010", "name"));
        auto* rests = desk.visible<QLineEdit>("cardPauses");
        rests->setFocus();
        QTest::keyClicks(rests, QStringLiteral("2d after 3d"));
        QTest::keyClick(rests, Qt::Key_Return);
        QVERIFY(row(desk, "A010").pauses == (std::vector<Pause>{{3 * day, 2 * day}}));
        QTRY_COMPARE(desk.visible<QLineEdit>("cardPauses")->text(), QStringLiteral("2d after 3d"));
        fill(desk, "cardPauses", "1d after 9d");
        QTest::keyClick(desk.visible<QLineEdit>("cardPauses"), Qt::Key_Return);
        QVERIFY2(desk.notice().contains(QLatin1String("cannot be cut there")), qPrintable(desk.notice()));
        QVERIFY(row(desk, "A010").pauses == (std::vector<Pause>{{3 * day, 2 * day}}));
    }

    /// The frame is the chart's window on time: dragged, made narrower, brought to where one clicks.
    void theOverviewLeadsTheChart() {
        Desk desk(small(), settings());
        desk.window.viewState().zoomAt(0, 4);
        auto* overview = desk.find<Overview>("overview");
        const auto seen = [&] {
            const TimeScale scale = desk.chart().request().scale;
            return std::pair(scale.at(0), scale.at(desk.chart().viewport()->width()));
        };
        // What is critical shows in it, where it lies.
        const QImage strip = overview->grab().toImage();
        const BarShape urgent = desk.bar("A010");
        QVERIFY(urgent.tone == Tone::critical);
        const Instant middle = desk.chart().request().scale.at((urgent.x0 + urgent.x1) / 2);
        int red = 0;
        for (int y = 0; y < strip.height(); ++y)
            red += strip.pixelColor(int(overview->scale().x(middle)), y) == theme().critical ? 1 : 0;
        QVERIFY2(red > 0 && red < strip.height() / 2, qPrintable(QString::number(red)));
        const QRectF frame = overview->frame();
        QVERIFY(frame.width() > 20 && frame.right() < overview->width() - 40);
        QVERIFY(std::abs(double(overview->scale().at(frame.left()) - seen().first)) < 60);
        const QPoint hold = frame.center().toPoint();
        const auto move = [&](const QPoint& to) {
            QMouseEvent event(QEvent::MouseMove, to, overview->mapToGlobal(to), Qt::LeftButton, Qt::LeftButton, {});
            QApplication::sendEvent(overview, &event);
        };
        QTest::mousePress(overview, Qt::LeftButton, {}, hold);
        move(hold + QPoint(30, 0));
        QTest::mouseRelease(overview, Qt::LeftButton, {}, hold + QPoint(30, 0));
        QVERIFY(std::abs(overview->frame().left() - frame.left() - 30) < 1.5);
        QVERIFY(std::abs(overview->frame().width() - frame.width()) < 1);
        // Its right edge.
        const QPoint edge(int(overview->frame().right()), 10);
        const Instant left = seen().first;
        QTest::mousePress(overview, Qt::LeftButton, {}, edge);
        move(edge + QPoint(40, 0));
        QTest::mouseRelease(overview, Qt::LeftButton, {}, edge + QPoint(40, 0));
        QVERIFY(std::abs(overview->frame().width() - frame.width() - 40) < 2);
        QVERIFY(std::abs(double(seen().first - left)) < 1440);
        // A click elsewhere.
        QTest::mouseClick(overview, Qt::LeftButton, {}, {20, 10});
        QVERIFY(std::abs(overview->frame().center().x() - 20) < 2);
        desk.trigger("showOverview");
        QVERIFY(!overview->isVisible());
        desk.trigger("showOverview");
        QVERIFY(overview->isVisible());
        // The whole programme from edge to edge.
        desk.trigger("zoomFit");
        const auto [first, last] = desk.chart().extent();
        const TimeScale scale = desk.chart().request().scale;
        QVERIFY(scale.x(first) >= 0 && scale.x(first) < 20);
        QVERIFY(scale.x(last) > desk.chart().viewport()->width() - 100 &&
                scale.x(last) <= desk.chart().viewport()->width());
    }
};

} // namespace

QTEST_MAIN(SheetsTest)
#include "sheets_test.moc"
