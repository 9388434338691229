// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The stage Labour with keys and mouse: what is over is found, levelled, kept and taken back; rates and terms are
// typed.
#include "app/base/resource_drop.h"
#include "app/labour/cost_page.h"
#include "app/labour/demand_chart.h"
#include "app/labour/labour_stage.h"
#include "app/labour/level_band.h"
#include "app/labour/resource_list.h"
#include "app/window/rail.h"
#include "core/labour/levelling.h"
#include "core/model/resource_book.h"
#include "desk.h"
#include "edit/labour_edits.h"
#include "store/workbook.h"

#include <QClipboard>
#include <QComboBox>
#include <QDropEvent>
#include <QFile>
#include <QLabel>
#include <QMenu>
#include <QMimeData>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// A and B want two fixers each in one week, there are two; Z leaves B a month of float.
Programme crowd() {
    Builder b;
    b.task("A", 5).task("B", 5).task("Z", 25).milestone("M");
    b.link("A", "M").link("B", "M").link("Z", "M");
    b.section("S1", "M", "2027-06-01", 1000);
    Resource fixer;
    fixer.id = ResourceId{1};
    fixer.key = fixer.name = "Fixer";
    fixer.supply = {{*parseDate("2027-03-01"), 2}};
    b.programme.resources.append(fixer);
    Resource crane = fixer;
    crane.id = ResourceId{2};
    crane.key = crane.name = "Crane";
    crane.kind = ResourceKind::plant;
    crane.supply = {};
    b.programme.resources.append(crane);
    for (const char* key : {"A", "B"}) b.change(key, [](Activity& a) { a.needs = {{ResourceId{1}, Decimal(2), {}}}; });
    b.change("Z", [](Activity& a) { a.needs = {{ResourceId{2}, Decimal(1), {}}}; });
    return b.programme;
}

} // namespace

class LabourStageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    struct At : Desk {
        At(const Programme& programme, const QString& file) : Desk(programme, file) {
            QTest::keyClick(&window, Qt::Key_6, Qt::AltModifier);
            QApplication::processEvents();
        }
        LabourStage& stage() { return *find<LabourStage>("labourStage"); }
        QString words() { return find<QLabel>("levelWords")->text(); }
        void press(const char* name) {
            auto* button = visible<QPushButton>(name);
            QTest::mouseClick(button, Qt::LeftButton);
            QApplication::processEvents();
        }
        GridView& rates() { return *find<GridView>("rates"); }
        QModelIndex rate(const char* resource, const char* column) {
            GridModel& grid = *rates().grid();
            for (int row = 0; row < grid.rowCount(); ++row)
                if (grid.index(row, 0).data().toString() == QLatin1String(resource))
                    return grid.index(row, grid.columnOf(QString::fromLatin1(column)));
            qFatal("no such resource");
        }
        const Resource& resource(const char* name) {
            for (const Resource& row : programme().resources)
                if (row.name == name) return row;
            qFatal("no such resource");
        }
    };
    QString settings() const { return m_folder.filePath(QStringLiteral("s.ini")); }

private slots:
    /// What is over stands first and chosen, with the days on which it is, and who needs it then.
    void theExcessIsFound() {
        At at(crowd(), settings());
        const ResourceLine* line = at.stage().list().current();
        QVERIFY(line);
        QCOMPARE(line->name, std::string("Fixer"));
        QCOMPARE(peakText(*line), QStringLiteral("4 of 2"));
        QCOMPARE(line->daysOver, 5);
        const auto days = at.stage().chart().chosenDays();
        QVERIFY(days && days->first == *parseDate("2027-03-01"));
        QCOMPARE(at.stage().rows().parts().size(), std::size_t(2));
        QVERIFY(at.find<QLabel>("labourSpan")->text().contains(QLatin1String("2 activities")));
        // The chart lays four upon two: one box over, as high as two.
        const DemandLayout layout = at.stage().chart().layoutShown();
        QCOMPARE(layout.over.size(), std::size_t(1));
        // A click behind all of it chooses nothing else; the arrow goes from week to week.
        QTest::keyClick(&at.stage().list(), Qt::Key_Down);
        QApplication::processEvents();
        QCOMPARE(at.stage().list().current()->name, std::string("Crane"));
        QTest::keyClick(&at.stage().chart(), Qt::Key_Right);
        QVERIFY(at.stage().chart().chosenDays()->first == *parseDate("2027-03-08"));
        QTest::keyClick(&at.stage().chart(), Qt::Key_Right, Qt::ShiftModifier);
        QVERIFY(at.stage().chart().chosenDays()->second == *parseDate("2027-03-21"));
        // By day, and by a click at a day.
        at.find<QComboBox>("labourBy")->setCurrentIndex(0);
        emit at.find<QComboBox>("labourBy")->activated(0);
        const double x =
            labourGutter() + TimeScale{at.window.viewState().left(), at.window.viewState().pixelsPerDay()}.x(
                                 *parseInstant("2027-03-10T12:00"));
        QTest::mouseClick(&at.stage().chart(), Qt::LeftButton, {}, QPoint(int(x), at.stage().chart().height() - 20));
        QVERIFY(at.stage().chart().chosenDays()->first == *parseDate("2027-03-10"));
        QCOMPARE(at.stage().rows().parts().size(), std::size_t(1));
        // A row is chosen everywhere, and a double click goes to its bar.
        QTest::mouseClick(at.stage().rows().viewport(), Qt::LeftButton, {}, QPoint(60, 8));
        QVERIFY(at.window.viewState().current() == at.id("Z"));
        QTest::mouseDClick(at.stage().rows().viewport(), Qt::LeftButton, {}, QPoint(60, 8));
        QApplication::processEvents();
        QVERIFY(at.find<ProgrammeStage>("programmeStage")->isVisible());
    }

    /// Two resources stand below one another, and days chosen in one are chosen in the other; whose days they are says
    /// whose activities are listed. Sums are drawn over them when they are asked for.
    void severalAndTheirSums() {
        At at(crowd(), settings());
        LabourStage& stage = at.stage();
        QCOMPARE(stage.charts().size(), std::size_t(1));
        for (int row = 0; row < stage.list().count(); ++row)
            if (const ResourceLine* line = stage.list().lineAt(row); line && line->name != "Everybody")
                stage.list().item(row)->setSelected(true);
        QApplication::processEvents();
        QCOMPARE(stage.charts().size(), std::size_t(2));
        DemandChart *fixer = stage.charts()[0], *crane = stage.charts()[1];
        QVERIFY(crane->isVisible() && crane->y() > fixer->y());
        QCOMPARE(stage.rows().parts().size(), std::size_t(2));
        crane->setFocus();
        QTest::keyClick(crane, Qt::Key_Right);
        QVERIFY(crane->chosenDays()->first == *parseDate("2027-03-08"));
        QVERIFY(!fixer->chosenDays()); // nothing of it is needed or there by then
        QCOMPARE(stage.rows().parts().size(), std::size_t(1));
        QTest::keyClick(crane, Qt::Key_Left);
        QVERIFY(crane->chosenDays()->first == *parseDate("2027-03-01"));
        QVERIFY(fixer->chosenDays()->first == *parseDate("2027-03-01"));
        QTest::mouseClick(fixer, Qt::LeftButton, {}, fixer->mapFrom(&at.window, at.window.rect().center()));
        // Nothing of it is drawn before it is asked for.
        QVERIFY(fixer->layoutShown().early.empty());
        at.press("labourSums");
        QTRY_VERIFY(!fixer->layoutShown().early.empty() && !crane->layoutShown().early.empty());
        const DemandLayout layout = crane->layoutShown();
        QCOMPARE(layout.early.back().second, layout.top); // all 200 hours of it
        QVERIFY(layout.late.front().second == layout.bottom);
        at.press("labourSums");
        QVERIFY(fixer->layoutShown().early.empty());
        stage.list().clearSelection();
        stage.list().choose("Crane");
        QApplication::processEvents();
        QCOMPARE(stage.charts().size(), std::size_t(1));
    }

    /// A resource let go on work asks how many, on selected work for all of it; on a milestone it is refused in words;
    /// Escape leaves nothing. What is dragged over the rail opens a stage.
    void resourcesAreLetGoOnWork() {
        At at(crowd(), settings());
        std::unique_ptr<QMimeData> dragged(draggedResource(QStringLiteral("Crane")));
        const auto send = [&](QWidget* to, QEvent&& event) { QApplication::sendEvent(to, &event); };
        const auto letGo = [&](QWidget* over, const QPoint& point) {
            send(over, QDragEnterEvent(point, Qt::CopyAction, dragged.get(), Qt::LeftButton, {}));
            send(over, QDragMoveEvent(point, Qt::CopyAction, dragged.get(), Qt::LeftButton, {}));
            send(over, QDropEvent(point, Qt::CopyAction, dragged.get(), Qt::LeftButton, {}));
            QApplication::processEvents();
        };
        const auto needs = [&](const char* key) {
            return QString::fromStdString(needsText(at.programme(), at.programme().activities.row(at.id(key))->needs));
        };
        letGo(at.stage().rows().viewport(), QPoint(60, 8)); // of A and B, who need fixers in this week
        auto* amount = at.visible<QLineEdit>("amountLineAmount");
        QVERIFY(amount->hasFocus());
        QTest::keyClick(amount, Qt::Key_Escape);
        QCOMPARE(needs("A"), QStringLiteral("2 Fixer"));
        letGo(at.stage().rows().viewport(), QPoint(60, 8));
        amount = at.visible<QLineEdit>("amountLineAmount");
        QTest::keyClicks(amount, QStringLiteral("0.5"));
        QTest::keyClick(amount, Qt::Key_Return);
        QCOMPARE(needs("A"), QStringLiteral("2 Fixer; 0.5 Crane"));
        at.window.document().undo();
        QCOMPARE(needs("A"), QStringLiteral("2 Fixer"));
        // Over the rail to the bars.
        auto* rail = at.find<Rail>("rail");
        send(rail, QDragEnterEvent(rail->entryRect(4).center(), Qt::CopyAction, dragged.get(), Qt::LeftButton, {}));
        send(rail, QDragMoveEvent(rail->entryRect(4).center(), Qt::CopyAction, dragged.get(), Qt::LeftButton, {}));
        auto* programme = at.find<ProgrammeStage>("programmeStage");
        QTRY_VERIFY(programme->isVisible());
        ActivityTable& table = programme->table();
        const auto rowOf = [&](const char* key) {
            return table.visualRect(table.model()->index(table.activities().rowOf(at.id(key)), 0)).center();
        };
        at.window.viewState().select({at.id("A"), at.id("B")}, at.id("A"));
        letGo(table.viewport(), rowOf("B"));
        QTest::keyClick(at.visible<QLineEdit>("amountLineAmount"), Qt::Key_Return);
        QCOMPARE(needs("A") + needs("B"), QStringLiteral("2 Fixer; 1 Crane2 Fixer; 1 Crane"));
        // On a bar, of one that is not selected; a figure that cannot be is refused and changes nothing.
        const QPoint bar(200, rowOf("Z").y());
        letGo(programme->chart().viewport(), bar);
        amount = at.visible<QLineEdit>("amountLineAmount");
        QTest::keyClicks(amount, QStringLiteral("-1"));
        QTest::keyClick(amount, Qt::Key_Return);
        QCOMPARE(needs("Z"), QStringLiteral("1 Crane"));
        QVERIFY(!programme->notice().text().isEmpty());
        letGo(programme->chart().viewport(), bar);
        QTest::keyClick(at.visible<QLineEdit>("amountLineAmount"), Qt::Key_Return);
        QCOMPARE(needs("Z"), QStringLiteral("2 Crane"));
        letGo(table.viewport(), rowOf("M"));
        QVERIFY(programme->notice().text().contains(QLatin1String("milestone")));
        QVERIFY(at.programme().activities.row(at.id("M"))->needs.empty());
    }

    /// What is chosen under Options counts: work that is selected stays, comes first, or may be split.
    void levellingByOptions() {
        At at(crowd(), settings());
        const auto choose = [&](const char* name) {
            at.find<QAction>(name)->trigger();
            QApplication::processEvents();
        };
        const auto moved = [&] {
            QStringList keys;
            for (const LevelMove& move : at.stage().band().proposal()->moves)
                keys << QString::fromStdString(at.programme().activities.row(move.activity)->key);
            return keys.join(QLatin1Char(' '));
        };
        const auto propose = [&](const char* name) {
            choose(name);
            QTRY_VERIFY(at.stage().band().proposal());
        };
        for (const auto& [left, goes] : {std::pair{"A", "B"}, {"B", "A"}}) {
            at.window.viewState().select(at.id(left));
            choose("levelLeave");
            propose("levelInsideAll");
            QCOMPARE(moved(), QString::fromLatin1(goes));
            choose("levelLeave");
            QVERIFY(!at.stage().band().proposal()); // another option, another proposal
            choose("levelFirst");
            propose("levelWithinAll");
            QCOMPARE(moved(), QString::fromLatin1(goes));
            choose("levelFirst");
        }
        choose("levelSplit");
        propose("levelWithinAll");
        at.press("levelKeep");
        QVERIFY(std::any_of(at.programme().activities.begin(), at.programme().activities.end(), heldByLevelling));
        at.press("levelOff");
        QVERIFY(std::none_of(at.programme().activities.begin(), at.programme().activities.end(), heldByLevelling));
    }

    /// A proposal says what it would bring and changes nothing; kept it is one step, which undo takes back; tried it is
    /// a trial.
    void levelledKeptAndTakenBack() {
        At at(crowd(), settings());
        const Programme before = at.programme();
        const auto propose = [&](const char* action) {
            at.find<QAction>(action)->trigger();
            QTRY_VERIFY_WITH_TIMEOUT(!at.stage().isWorking(), 20000);
            QApplication::processEvents();
        };
        propose("levelInsideOne");
        QVERIFY2(at.words().contains(QStringLiteral("peak 4 → 2")), qPrintable(at.words()));
        QVERIFY(at.words().contains(QLatin1String("no section moves")));
        QVERIFY(at.programme() == before);
        at.press("levelDrop");
        QVERIFY(at.words().isEmpty() && !at.stage().band().proposal());
        propose("levelInsideAll");
        at.press("levelKeep");
        const auto held = [&] {
            return std::count_if(at.programme().activities.begin(), at.programme().activities.end(),
                                 [](const Activity& a) { return a.levelledFrom.has_value(); });
        };
        QCOMPARE(held(), 1);
        QCOMPARE(peakText(*at.stage().list().current()), QStringLiteral("2 of 2"));
        at.trigger("editUndo");
        QApplication::processEvents();
        QCOMPARE(held(), 0);
        QVERIFY(at.programme() == before);
        at.trigger("editRedo");
        QApplication::processEvents();
        at.press("levelOff");
        QCOMPARE(held(), 0);
        propose("levelWithinOne");
        at.press("levelTry");
        QVERIFY(at.document().trial());
        QCOMPARE(held(), 1);
        QVERIFY(at.document().dropTrial().ok());
        QCOMPARE(held(), 0);
        // More than there will ever be is said, with the name.
        typeSupply(at, "1 from 2027-03-01");
        at.press("labourDemand");
        propose("levelWithinOne");
        QVERIFY2(at.stage().notice().text().contains(QLatin1String("needs 2 Fixer")),
                 qPrintable(at.stage().notice().text()));
    }

    /// What takes long is stopped by its button, and by Escape; nothing is changed. Escape drops a proposal, too.
    void levellingIsStopped() {
        Builder b;
        Resource fixer;
        fixer.id = ResourceId{1};
        fixer.key = fixer.name = "Fixer";
        fixer.supply = {{*parseDate("2027-03-01"), 3}};
        b.programme.resources.append(fixer);
        for (int i = 0; i < 400; ++i) {
            const std::string key = "T" + std::to_string(1000 + i);
            b.task(key, 1 + i % 7);
            b.change(key, [i](Activity& a) { a.needs = {{ResourceId{1}, Decimal(1 + i % 3), {}}}; });
        }
        At at(b.programme, settings());
        const Programme before = at.programme();
        Keeping keeping;
        keeping.pageMilliseconds = 0;
        at.document().keeper().setKeeping(keeping);
        at.find<QAction>("levelWithinOne")->trigger();
        QVERIFY(at.stage().band().isWorking());
        at.press("levelStop");
        QVERIFY(!at.stage().band().isWorking() && !at.stage().band().proposal());
        QVERIFY(at.words().contains(QLatin1String("Stopped")));
        at.find<QAction>("levelWithinOne")->trigger();
        QVERIFY(at.stage().band().isWorking());
        QTest::keyClick(&at.stage().list(), Qt::Key_Escape);
        QVERIFY(!at.stage().band().isWorking());
        QTest::qWait(300); // what was stopped comes to nothing later either
        QVERIFY(at.programme() == before && !at.stage().band().proposal());
        at.find<QAction>("levelInsideOne")->trigger();
        QTRY_VERIFY_WITH_TIMEOUT(at.stage().band().proposal(), 20000);
        QTest::keyClick(&at.stage().list(), Qt::Key_Escape);
        QVERIFY(!at.stage().band().proposal());
    }

    /// What an activity needs is typed on its card; what cannot be is said, and nothing happens.
    void needsOnTheCard() {
        At at(crowd(), settings());
        QTest::keyClick(&at.window, Qt::Key_5, Qt::AltModifier);
        at.window.viewState().select(at.id("A"));
        const auto type = [&](const char* field, const char* text) {
            auto* edit = at.visible<QLineEdit>(field);
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, QString::fromLatin1(text));
            QTest::keyClick(edit, Qt::Key_Return);
            QApplication::processEvents();
        };
        type("cardNeeds", "3 fixer; 0.5 crane");
        const Activity& a = *at.programme().activities.row(at.id("A"));
        QCOMPARE(a.needs.size(), std::size_t(2));
        QCOMPARE(a.needs[0].number.value(), Decimal(3));
        type("cardNeeds", "2 Welder");
        QVERIFY2(at.notice().contains(QLatin1String("no resource Welder")), qPrintable(at.notice()));
        QCOMPARE(at.programme().activities.row(at.id("A"))->needs.size(), std::size_t(2));
        type("cardSums", "12000 plant at start: crane on site");
        QCOMPARE(at.programme().activities.row(at.id("A"))->lumpSums.size(), std::size_t(1));
    }

    /// The same for many at once, by the sheet that gives all selected rows one value; milestones stay as they are.
    void needsOfManyAtOnce() {
        At at(crowd(), settings());
        QTest::keyClick(&at.window, Qt::Key_5, Qt::AltModifier);
        at.window.viewState().select({at.id("A"), at.id("B"), at.id("M")}, at.id("A"));
        QApplication::processEvents();
        at.trigger("editForAll");
        at.visible<QComboBox>("allField")->setCurrentText(QStringLiteral("Needs"));
        auto* value = at.visible<QLineEdit>("allValue");
        value->setFocus();
        value->selectAll();
        QTest::keyClicks(value, QStringLiteral("1 Fixer; 0.5 Crane"));
        QTest::keyClick(value, Qt::Key_Return);
        QApplication::processEvents();
        for (const char* key : {"A", "B"}) {
            const auto& needs = at.programme().activities.row(at.id(key))->needs;
            QCOMPARE(needs.size(), std::size_t(2));
            QVERIFY(needs[0].number == Decimal(1) && needs[1].number == Decimal(5, 1));
        }
        QVERIFY(at.programme().activities.row(at.id("M"))->needs.empty());
        at.trigger("editUndo");
        QApplication::processEvents();
        QCOMPARE(at.programme().activities.row(at.id("A"))->needs.size(), std::size_t(1));
    }

    /// Rates, supply and terms of payment are typed; a fault stands where it was typed.
    void ratesAndTermsAreTyped() {
        At at(crowd(), settings());
        at.press("labourRates");
        typeInto(at.rates(), at.rate("Fixer", "rate"), QStringLiteral("33.50"));
        QCOMPARE(at.resource("Fixer").rate.value(), Decimal(335, 1));
        typeInto(at.rates(), at.rate("Crane", "rate"), QStringLiteral("380 a day"));
        QVERIFY(at.resource("Crane").ratePer == RatePer::day);
        typeInto(at.rates(), at.rate("Fixer", "name"), QStringLiteral("Steel fixer"));
        QCOMPARE(at.resource("Steel fixer").rate.value(), Decimal(335, 1));
        const QModelIndex rate = at.rate("Crane", "rate");
        at.rates().scrollTo(rate);
        QTest::mouseClick(at.rates().viewport(), Qt::LeftButton, {}, at.rates().visualRect(rate).center());
        QTest::keyClick(&at.rates(), Qt::Key_F2);
        QLineEdit* editor = openEditor(at.rates());
        editor->selectAll();
        QTest::keyClicks(editor, QStringLiteral("-4"));
        QTest::keyClick(editor, Qt::Key_Return);
        QVERIFY2(messageOn(at.rates()).contains(QLatin1String("negative")), qPrintable(messageOn(at.rates())));
        QTest::keyClick(openEditor(at.rates()), Qt::Key_Escape);
        QCOMPARE(at.resource("Crane").rate.value(), Decimal(380));
        at.press("ratesAdd");
        QTest::keyClicks(openEditor(at.rates()), QStringLiteral("Rebar"));
        QTest::keyClick(openEditor(at.rates()), Qt::Key_Return);
        QApplication::processEvents();
        QVERIFY(at.resource("Rebar").rate == std::nullopt);
        QLineEdit* retention = nullptr;
        for (QWidget* box : at.window.findChildren<QWidget*>(QStringLiteral("termRetention")))
            retention = qobject_cast<QLineEdit*>(box) ? qobject_cast<QLineEdit*>(box) : box->findChild<QLineEdit*>();
        QVERIFY(retention);
        retention->setFocus();
        QTest::keyClicks(retention, QStringLiteral("3"));
        QTest::keyClick(retention, Qt::Key_Return);
        QCOMPARE(at.programme().job.retention.value(), Decimal(3, 2));
    }

    /// What it costs is told against what was planned, by month and by group: 160 hours at 30, and a week's hire.
    void costIsSetAgainstThePlan() {
        Programme p = crowd();
        Resource fixer = p.resources[0];
        fixer.rate = Decimal(30);
        p.resources.replace(0, fixer);
        Activity z = *p.activities.row(p.activities[2].id);
        z.lumpSums = {{CostHead::subcontract, 700, SpreadAt::finish, {}}};
        p.activities.replace(2, z);
        At at(p, settings());
        at.press("labourCost");
        CostPage& page = at.stage().cost();
        QTRY_VERIFY_WITH_TIMEOUT(!page.isWorking() && page.rows().size() > 0, 20000);
        QVERIFY(page.rows().back().forecast() == Fine(5500));
        QVERIFY(page.rows().back().budget == Fine(5500));
        QVERIFY(at.find<QLabel>("costFigures")->text().contains(QStringLiteral("£5,500")));
        // Of a month by the arrow keys, and by head.
        QTest::keyClick(at.find<QWidget>("costChart"), Qt::Key_Right);
        const QString told = at.find<QLabel>("costWords")->text();
        QVERIFY2(told.contains(QLatin1String("Mar")) && told.contains(QStringLiteral("labour £4,800")),
                 qPrintable(told));
        auto* group = at.find<QComboBox>("costGroup");
        group->setFocus();
        QTest::keyClick(group, Qt::Key_Down);
        QTest::keyClick(group, Qt::Key_Down);
        QCOMPARE(page.rows().size(), std::size_t(3));
        QCOMPARE(page.rows()[0].name, std::string("labour"));
        QVERIFY(page.rows()[1].forecast() == Fine(700));
        // The table that people make by hand: shares come to 100 %, formulas are live, and a chart stands in it.
        at.dialogs.save = m_folder.filePath(QStringLiteral("cost.xlsx"));
        at.find<QAction>("costOutWeeks")->trigger();
        const auto book = readWorkbook(at.dialogs.save.toStdString());
        QVERIFY2(book.ok(), book.ok() ? "" : book.error().sentence().c_str());
        const Sheet& sheet = book->sheets.front();
        QCOMPARE(sheet.at(0, 3).text, std::string("Share, summed"));
        QCOMPARE(sheet.at(1, 0).text, std::string("2027-03-01"));
        QCOMPARE(sheet.at(1, 1).number.value(), 4800.0);
        QCOMPARE(sheet.at(1, 2).number.value(), 0.8727); // 4,800 of 5,500, to two decimals
        QCOMPARE(sheet.at(sheet.rows.size() - 2, 3).number.value(), 1.0);
        QCOMPARE(sheet.at(sheet.rows.size() - 1, 4).number.value(), 5500.0);
        QFile file(at.dialogs.save);
        QVERIFY(file.open(QIODevice::ReadOnly));
        QVERIFY(file.readAll().contains("xl/charts/chart1.xml"));
        at.find<QAction>("costCopyMonths")->trigger();
        const QString copied = QGuiApplication::clipboard()->text();
        QVERIFY2(copied.contains(QLatin1String("2027-03\t5500\t100\t100")) ||
                     copied.contains(QLatin1String("2027-03\t4800")),
                 qPrintable(copied));
        // Longer work costs more than was planned.
        QVERIFY(
            at.document()
                .perform(QStringLiteral("longer"), [&](Transaction& tx) { return setNeeds(tx, at.id("A"), "3 Fixer"); })
                .ok());
        QTRY_VERIFY_WITH_TIMEOUT(!page.isWorking(), 20000);
        QVERIFY(page.rows().back().forecast() == Fine(5500 + 1200));
    }

    /// What was really spent is typed in a line, or read from a table; a fault stays with what was typed.
    void spentIsTypedAndRead() {
        Programme p = crowd();
        p.job.dataDate = *parseInstant("2027-04-12T00:00");
        At at(p, settings());
        at.press("labourSpent");
        const auto type = [&](const char* name, const char* text) {
            auto* edit = at.visible<QLineEdit>(name);
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, QString::fromLatin1(text));
            return edit;
        };
        type("spentMonth", "Mar 2027");
        type("spentActivity", "A");
        QTest::keyClick(type("spentAmount", "EUR 5"), Qt::Key_Return);
        QVERIFY(at.programme().costs.empty());
        QTest::keyClick(type("spentAmount", "4,321.50"), Qt::Key_Return);
        QApplication::processEvents();
        QCOMPARE(at.programme().costs.size(), std::size_t(1));
        QCOMPARE(at.programme().costs[0].amount, Decimal(43215, 1));
        QVERIFY(at.programme().costs[0].activity == at.id("A"));
        QFile table(m_folder.filePath(QStringLiteral("costs.csv")));
        QVERIFY(table.open(QIODevice::WriteOnly));
        table.write("Month,Head,Sum\n2027-03,plant,100\n2027-04,plant,50\n");
        table.close();
        at.dialogs.open = table.fileName();
        at.press("spentRead");
        QCOMPARE(at.programme().costs.size(), std::size_t(3));
        QVERIFY(at.stage().notice().text().contains(QLatin1String("2 entries")));
        at.trigger("editUndo");
        QApplication::processEvents();
        QCOMPARE(at.programme().costs.size(), std::size_t(1));
    }

    /// Without anything that is needed the stage says what to do.
    void nothingIsNeeded() {
        At at(small(), settings());
        QVERIFY(at.find<QLabel>("labourEmpty")->isVisible());
        QVERIFY(!at.stage().chart().chosenDays());
        at.press("labourRates");
        at.press("labourDemand");
    }

private:
    static void typeSupply(At& at, const char* text) {
        at.press("labourRates");
        typeInto(at.rates(), at.rate("Fixer", "supply"), QString::fromLatin1(text));
    }
};

QTEST_MAIN(LabourStageTest)
#include "labour_stage_test.moc"
