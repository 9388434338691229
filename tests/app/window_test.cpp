// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The real window, driven with mouse and keyboard as a person does. Positions come from the views' own layout.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/contract/contract_stage.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/programme_stage.h"
#include "app/table/activity_table.h"
#include "app/table/inline_message.h"
#include "app/window/another_window.h"
#include "app/window/main_window.h"
#include "app/window/standing.h"
#include "desk.h"

#include <QAbstractItemModelTester>
#include <QAction>
#include <QClipboard>
#include <QComboBox>
#include <QCompleter>
#include <QFile>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollBar>
#include <QSettings>
#include <QTemporaryDir>
#include <QTest>
#include <QToolButton>
#include <QTreeWidget>

using namespace yarrin;
using namespace yarrin::test;

class WindowTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    [[nodiscard]] QString path(const char* name) const { return m_folder.filePath(QString::fromLatin1(name)); }
    [[nodiscard]] QString settings() const { return path("settings.ini"); }
private slots:
    void initTestCase() { applyLook(*qApp, false); }

    // The first hour of a planner: add, link, see the dates and the standing, take it back, save, open again.
    void anActivityIsAddedLinkedDatedUndoneSavedAndFoundAgain() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        QCOMPARE(desk.standing().blocks()[0].value, QStringLiteral("10 Mar 2027"));
        desk.clickCell(desk.cell("A020", "name"));
        QTest::keyClick(&desk.table(), Qt::Key_Insert);
        QLineEdit* editor = openEditor(desk.table());
        QTest::keyClicks(editor, QStringLiteral("Curing"));
        QTest::keyClick(editor, Qt::Key_Return);
        QVERIFY(desk.id("A021"));
        QCOMPARE(desk.programme().activities.row(desk.id("A021"))->name, std::string("Curing"));
        QVERIFY(desk.programme().activities.row(desk.id("A021"))->breakdown == BreakdownId{1});

        desk.enter(desk.cell("A021", "days"), QStringLiteral("4d"));
        desk.enter(desk.cell("A021", "waits"), QStringLiteral("A020 +1d"));
        desk.enter(desk.cell("M100", "waits"), QStringLiteral("A021; A030"));
        QCOMPARE(desk.cell("A021", "start").data().toString(), QStringLiteral("12 Mar 2027"));
        QCOMPARE(desk.cell("A021", "finish").data().toString(), QStringLiteral("17 Mar 2027"));
        QCOMPARE(desk.standing().blocks()[0].value, QStringLiteral("17 Mar 2027"));
        QVERIFY(desk.standing().blocks()[0].warn);
        QCOMPARE(desk.standing().blocks()[0].detail, QStringLiteral("8 days late, due 9 Mar"));
        QCOMPARE(desk.standing().blocks().back().value, QStringLiteral("£8,000"));
        QVERIFY2(desk.standing().lastChange().value.contains(QLatin1String("S1 7 days later")),
                 qPrintable(desk.standing().lastChange().value));
        QVERIFY(desk.window.isWindowModified());

        desk.dialogs.save = path("mine.yarrin");
        desk.trigger("fileSave");
        QVERIFY(QFile::exists(path("mine.yarrin")));
        QVERIFY(!desk.window.isWindowModified());
        const Programme saved = desk.programme();

        while (desk.document().canUndo()) QTest::mouseClick(desk.find<QPushButton>("standingUndo"), Qt::LeftButton);
        QVERIFY(desk.programme() == before);
        QCOMPARE(desk.standing().blocks()[0].value, QStringLiteral("10 Mar 2027"));
        // The disk is written beside the window.
        QTRY_VERIFY2(!desk.window.isWindowModified(), "what was taken back is on the disk, too");
        while (desk.document().canRedo()) desk.trigger("editRedo");

        Desk again(Document::blank(dateFrom(2027, 1, 1)), settings());
        again.dialogs.open = path("mine.yarrin");
        again.trigger("fileOpen");
        QVERIFY(again.programme() == saved);
        QVERIFY2(again.document().keeper().file()->readOnly(), "two windows hold one file");
        QCOMPARE(again.cell("A021", "finish").data().toString(), QStringLiteral("17 Mar 2027"));
    }

    void whatIsRefusedStaysInTheCellWithItsReason_data() {
        QTest::addColumn<QString>("column");
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("said");
        QTest::newRow("duration") << "days"
                                  << "twelve"
                                  << "is not a duration";
        QTest::newRow("unknown predecessor") << "waits"
                                             << "Q7"
                                             << "no activity Q7";
        QTest::newRow("itself") << "waits"
                                << "A010"
                                << "itself";
        QTest::newRow("loop") << "waits"
                              << "A020"
                              << "A020 → A010 → A020";
        QTest::newRow("id taken") << "id"
                                  << "A020"
                                  << "is used by";
        QTest::newRow("no name") << "name"
                                 << " "
                                 << "cannot be empty";
        QTest::newRow("calendar") << "calendar"
                                  << "Moon"
                                  << "no calendar";
        QTest::newRow("date that is not") << "constraint"
                                          << "start on 31 Feb 2027"
                                          << "in the calendar";
    }
    void whatIsRefusedStaysInTheCellWithItsReason() {
        QFETCH(QString, column);
        QFETCH(QString, typed);
        QFETCH(QString, said);
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        QLineEdit* editor = desk.startTyping(desk.cell("A010", column.toLatin1().constData()), typed);
        QTest::keyClick(editor, Qt::Key_Return);
        QVERIFY2(messageOn(desk.table()).contains(said), qPrintable(messageOn(desk.table())));
        QVERIFY(editor->isVisible());
        QCOMPARE(editor->text(), typed);
        QVERIFY(desk.programme() == before);
        QTest::keyClick(editor, Qt::Key_Escape);
        QVERIFY(desk.programme() == before);
        QVERIFY(!desk.document().canUndo());
    }

    void calendarsAreChosenFromAListAndPhrasesCompleted() {
        Desk desk(small(), settings());
        const auto popupOf = [](QLineEdit& editor) {
            auto* completer = editor.completer() ? editor.completer() : editor.findChild<QCompleter*>();
            return completer->popup();
        };
        desk.clickCell(desk.cell("A010", "calendar"));
        QTest::keyClick(&desk.table(), Qt::Key_F2);
        QAbstractItemView* list = popupOf(*openEditor(desk.table()));
        QTRY_VERIFY(list->isVisible()); // it opens by itself a turn of the event loop later
        QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(list->model()->index(1, 0)).center());
        QApplication::processEvents();
        QVERIFY(desk.programme().activities.row(desk.id("A010"))->calendar == Builder::six);
        QCOMPARE(desk.cell("A010", "days").data().toString(), QStringLiteral("5")); // days stay days
        QLineEdit* editor = desk.startTyping(desk.cell("M100", "waits"), QStringLiteral("A030; ends with a01"));
        list = popupOf(*editor);
        QTRY_VERIFY(list->isVisible()); // it opens by itself a turn of the event loop later
        QTest::keyClick(list, Qt::Key_Down);
        QTest::keyClick(list, Qt::Key_Return);
        QCOMPARE(editor->text(), QStringLiteral("A030; ends with A010"));
        QTest::keyClick(editor, Qt::Key_Return);
        QCOMPARE(desk.cell("M100", "waits").data().toString(), QStringLiteral("A030; ends with A010"));
    }

    void aLinkIsDrawnFromBarToBar() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        const auto bar = [&](const char* key) {
            for (const BarShape& one : desk.chart().layout().bars)
                if (one.activity == desk.id(key)) return one;
            qFatal("no bar");
        };
        const BarShape from = bar("A010");
        const BarShape to = bar("A030");
        QWidget* view = desk.chart().viewport();
        QTest::mousePress(view, Qt::LeftButton, {}, desk.chart().onViewport({from.x1 - 1, from.y + 5}));
        QTest::mouseMove(view, desk.chart().onViewport({from.x1 + 20, from.y + 20}));
        const QPoint end = desk.chart().onViewport({to.x0 + 3, to.y + 5});
        QTest::mouseMove(view, end);
        QTest::mouseRelease(view, Qt::LeftButton, {}, end);
        QVERIFY(desk.programme() == before); // a line asks for type and lag first
        QTest::keyClick(desk.visible<QLineEdit>("linkLineLag"), Qt::Key_Return);
        QCOMPARE(desk.programme().links.size(), before.links.size() + 1);
        QVERIFY(desk.programme().links[3].type == LinkType::fs);
        QCOMPARE(desk.cell("A030", "waits").data().toString(), QStringLiteral("A010"));
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
        desk.trigger("editRedo");
        QCOMPARE(desk.programme().links.size(), before.links.size() + 1);
    }

    /// A text that is described is a column that is typed into, filled down, sorted by and grouped by.
    void aDescribedTextIsEditedSortedFilteredAndGrouped() {
        Desk desk(small(), settings());
        desk.enter(desk.cell("A020", "responsible"), QStringLiteral("Piling gang"));
        QCOMPARE(desk.programme().activities.row(desk.id("A020"))->responsible, std::string("Piling gang"));
        desk.enter(desk.cell("A010", "responsible"), QStringLiteral("Formwork gang"));
        desk.enter(desk.cell("A030", "responsible"), QStringLiteral("formwork gang"));
        // Sorted by the heading: what says nothing last, capitals do not matter.
        const int column = desk.table().activities().columnOf(QStringLiteral("responsible"));
        desk.table().activities().sort(column, Qt::AscendingOrder);
        const auto row = [&](const char* key) { return desk.table().activities().rowOf(desk.id(key)); };
        QVERIFY(row("A010") < row("A030") && row("A030") < row("A020") && row("A020") < row("M100"));
        QCOMPARE(desk.table().activities().sortedColumn(), column);
        // Filtered by words.
        Lens lens = desk.window.viewState().lens();
        lens.words = "gang piling";
        desk.window.viewState().setLens(lens);
        QVERIFY(row("A020") >= 0 && row("A010") < 0);
        // Grouped, from the menu of lenses.
        lens.words.clear();
        desk.window.viewState().setLens(lens);
        QMenu* menu = desk.find<QToolButton>("lensButton")->menu();
        emit menu->aboutToShow();
        QAction* by = nullptr;
        for (QAction* action : menu->actions())
            if (action->text() == QLatin1String("By responsible")) by = action;
        QVERIFY(by);
        by->trigger();
        QStringList headings;
        for (const ChartRow& one : desk.table().activities().rows())
            if (one.isGroup)
                headings << desk.table()
                                .activities()
                                .index(int(&one - desk.table().activities().rows().data()), 0)
                                .data()
                                .toString();
        QVERIFY2(headings.size() == 4, qPrintable(headings.join(QLatin1Char('|'))));
        QVERIFY(headings[0].contains(QLatin1String("Formwork gang")) &&
                headings[2].contains(QLatin1String("Piling gang")));
        QVERIFY2(headings[3].contains(QString::fromUtf8("Without “Responsible”")), qPrintable(headings[3]));
        // Typed again, it stands in the other group; taken back, where it was.
        desk.enter(desk.cell("A020", "responsible"), QStringLiteral("Formwork gang"));
        QVERIFY(row("A020") < row("A030"));
        while (desk.document().canUndo()) desk.trigger("editUndo");
        QVERIFY(desk.programme() == small());
    }

    /// Wherever the keyboard is: a field that has nothing to take back leaves the key to the programme.
    void undoIsTheProgrammesWhereAFieldHasNothing() {
        Desk desk(small(), settings());
        desk.enter(desk.cell("A010", "name"), QStringLiteral("Renamed"));
        auto* find = desk.find<QLineEdit>("findField");
        find->setFocus();
        QTest::keyClicks(find, QStringLiteral("ab"));
        QTest::keyClick(find, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(desk.programme().activities.row(desk.id("A010"))->name, std::string("Renamed"));
        QCOMPARE(find->text(), QString());
        QTest::keyClick(find, Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(desk.programme() == small());
    }

    /// What is chosen on the chart is brought into sight in the table by rows only.
    void choosingABarLeavesTheColumnsWhereTheyAre() {
        Desk desk(small(), settings());
        desk.window.resize(1000, 640);
        QApplication::processEvents();
        desk.trigger("zoomFit");
        QScrollBar* sideways = desk.table().horizontalScrollBar();
        desk.clickCell(desk.cell("A010", "float"));
        sideways->setValue(0);
        QVERIFY(sideways->maximum() > 0);
        const auto& bars = desk.chart().layout().bars;
        const auto bar = std::find_if(bars.begin(), bars.end(),
                                      [&](const BarShape& one) { return one.activity == desk.id("A020"); });
        QVERIFY(bar != bars.end());
        QTest::mouseClick(desk.chart().viewport(), Qt::LeftButton, {},
                          desk.chart().onViewport({(bar->x0 + bar->x1) / 2, bar->y + 5}));
        QVERIFY(desk.table().currentIndex().row() == desk.cell("A020", "id").row());
        QCOMPARE(sideways->value(), 0);
    }

    void escapeDropsADragAndABarMovedByHandIsMarked() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        const BarShape bar = desk.chart().layout().bars[0];
        QWidget* view = desk.chart().viewport();
        const double middle = (bar.x0 + bar.x1) / 2;
        const double day = desk.window.viewState().pixelsPerDay();
        const auto drag = [&] {
            QTest::mousePress(view, Qt::LeftButton, {}, desk.chart().onViewport({middle, bar.y + 5}));
            QTest::mouseMove(view, desk.chart().onViewport({middle + day * 3, bar.y + 5}));
            QTest::mouseMove(view, desk.chart().onViewport({middle + day * 7, bar.y + 5}));
        };
        drag();
        QTest::keyClick(&desk.chart(), Qt::Key_Escape);
        QTest::mouseRelease(view, Qt::LeftButton, {}, desk.chart().onViewport({middle + day * 7, bar.y + 5}));
        QVERIFY(desk.programme() == before);
        drag();
        QTest::mouseRelease(view, Qt::LeftButton, {}, desk.chart().onViewport({middle + day * 7, bar.y + 5}));
        QCOMPARE(desk.cell("A010", "constraint").data().toString(), QStringLiteral("start not before 8 Mar 2027"));
        QVERIFY(desk.chart().layout().bars[0].pinStart);
        QApplication::processEvents();
        QTest::mouseClick(desk.find<QPushButton>("cardTakeOff"), Qt::LeftButton);
        QVERIFY(desk.programme() == before);
    }

    void tableAndChartScrollAndSelectAsOne() {
        Builder b;
        for (int i = 0; i < 120; ++i) b.task("T" + std::to_string(i), 1 + i % 7);
        Desk desk(b.programme, settings());
        desk.chart().verticalScrollBar()->setValue(700);
        QCOMPARE(desk.table().verticalScrollBar()->value(), 700);
        const QModelIndex row = desk.table().indexAt(QPoint(10, 30));
        QVERIFY(row.isValid());
        QCOMPARE(desk.table().visualRect(row).top(), row.row() * GridView::rowHeight - 700);
        QTest::mouseClick(desk.chart().viewport(), Qt::LeftButton, {},
                          QPoint(desk.chart().viewport()->width() - 3, 30));
        QVERIFY(desk.window.viewState().current() == desk.table().activities().activityAt(row.row()));
        QCOMPARE(desk.table().currentIndex().row(), row.row());
        const double before = desk.window.viewState().pixelsPerDay();
        desk.trigger("zoomIn");
        QVERIFY(desk.window.viewState().pixelsPerDay() > before);
    }

    void buildUpChangesCrewsAndTheDatesFollow() {
        Desk desk(small(), settings());
        desk.trigger("stage4");
        auto* table = desk.find<ActivityTable>("buildUpTable");
        QVERIFY(table->isVisible());
        desk.enter(desk.cell("A030", "quantity", table), QStringLiteral("200"), table);
        QCOMPARE(desk.cell("A030", "days", table).data().toString(), QStringLiteral("20"));
        QCOMPARE(desk.standing().blocks()[0].value, QStringLiteral("26 Mar 2027"));
        desk.enter(desk.cell("A030", "crews", table), QStringLiteral("4"), table);
        QCOMPARE(desk.cell("A030", "days", table).data().toString(), QStringLiteral("5"));
        QVERIFY2(desk.standing().lastChange().value.startsWith(QStringLiteral("A030 crews 1 → 4: S1 16 days earlier")),
                 qPrintable(desk.standing().lastChange().value));
        desk.enter(desk.cell("A030", "days", table), QStringLiteral("10d"), table);
        QCOMPARE(desk.cell("A030", "crews", table).data().toString(), QStringLiteral("2"));
        QLineEdit* editor = desk.startTyping(desk.cell("A030", "output", table), QStringLiteral("0"), table);
        QTest::keyClick(editor, Qt::Key_Return);
        QVERIFY(messageOn(*table).contains(QLatin1String("more than 0")));
        QTest::keyClick(editor, Qt::Key_Escape);
    }

    void theCardSolvesForCrewsOrDays() {
        Desk desk(small(), settings());
        desk.trigger("stage4");
        desk.window.viewState().select(desk.id("A030"));
        QApplication::processEvents();
        QTest::mouseClick(desk.find<QPushButton>("solveCrews"), Qt::LeftButton);
        auto* quantity = desk.find<QLineEdit>("boxQuantity");
        quantity->selectAll();
        QTest::keyClicks(quantity, QStringLiteral("80"));
        QTest::keyClick(quantity, Qt::Key_Return);
        QVERIFY(*desk.programme().activities.row(desk.id("A030"))->measure->crews ==
                Decimal(2)); // twice the work in the same days
        QCOMPARE(desk.cell("A030", "days").data().toString(), QStringLiteral("4"));
    }

    void blocksAreCopiedPastedAndFilledDown() {
        Desk desk(small(), settings());
        desk.clickCell(desk.cell("A010", "days"));
        QApplication::clipboard()->setText(QStringLiteral("7d\n2w\n"));
        QTest::keyClick(&desk.table(), Qt::Key_V, Qt::ControlModifier);
        QCOMPARE(desk.cell("A020", "days").data().toString(), QStringLiteral("10"));
        QVERIFY(desk.standing().lastChange().value.startsWith(QLatin1String("2 rows pasted")));
        const Programme pasted = desk.programme();
        QApplication::clipboard()->setText(QStringLiteral("a\tb\tc\td\te\tf\tg\th\ti\tj\n"));
        QTest::keyClick(&desk.table(), Qt::Key_V, Qt::ControlModifier);
        QVERIFY2(desk.notice().contains(QLatin1String("10 columns")), qPrintable(desk.notice()));
        QVERIFY(desk.programme() == pasted);
        QApplication::clipboard()->setText(QStringLiteral("3d\nbad\n"));
        QTest::keyClick(&desk.table(), Qt::Key_V, Qt::ControlModifier);
        QVERIFY2(desk.notice().contains(QLatin1String("A020, Days")), qPrintable(desk.notice()));
        QVERIFY(desk.programme() == pasted); // the good first row was not taken either
        desk.clickCell(desk.cell("A010", "days"));
        QTest::keyClick(&desk.table(), Qt::Key_Down, Qt::ShiftModifier);
        QTest::keyClick(&desk.table(), Qt::Key_D, Qt::ControlModifier);
        QCOMPARE(desk.cell("A020", "days").data().toString(), QStringLiteral("7"));
        QTest::keyClick(&desk.table(), Qt::Key_C, Qt::ControlModifier);
        QCOMPARE(QApplication::clipboard()->text(), QStringLiteral("7d\n7d\n"));
    }

    void deletingNamesWhatDependsFirst() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        desk.clickCell(desk.cell("M100", "name"));
        QTest::keyClick(&desk.table(), Qt::Key_Delete);
        QVERIFY2(desk.notice().contains(QLatin1String("2 links")) &&
                     desk.notice().contains(QLatin1String("section S1")),
                 qPrintable(desk.notice()));
        QVERIFY(desk.programme() == before);
        auto& stage = *desk.window.findChild<ProgrammeStage*>();
        QTest::mouseClick(stage.findChild<QPushButton*>(QStringLiteral("noticeAnswer")), Qt::LeftButton);
        QVERIFY(!desk.id("M100"));
        QCOMPARE(desk.standing().blocks()[0].value, QStringLiteral("no milestone"));
        desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
    }

    void groupsIndentFoldAndAreRenamed() {
        Desk desk(small(), settings());
        desk.clickCell(desk.cell("A020", "name"));
        QTest::keyClick(&desk.table(), Qt::Key_Right, Qt::AltModifier);
        QCOMPARE(desk.programme().breakdown.size(), std::size_t(2));
        const int rows = desk.table().activities().rowCount();
        desk.trigger("foldAll");
        QVERIFY(desk.table().activities().rowCount() < rows);
        desk.trigger("unfoldAll");
        const QModelIndex group = desk.table().activities().index(0, 0);
        QLineEdit* editor = desk.startTyping(group, QStringLiteral("Berth and linkspan"));
        QTest::keyClick(editor, Qt::Key_Return);
        QCOMPARE(desk.programme().breakdown[0].name, std::string("Berth and linkspan"));
    }

    void theContractTakesSectionsAndRefusesWhatIsNoDate() {
        Desk desk(small(), settings());
        desk.trigger("stage1");
        GridView& sections = desk.window.findChild<ContractStage*>()->sections();
        const auto cell = [&](const char* column) {
            return sections.grid()->index(0, sections.grid()->columnOf(QString::fromLatin1(column)));
        };
        const auto typeIn = [&](const char* column, const QString& text) {
            QTest::mouseClick(sections.viewport(), Qt::LeftButton, {}, sections.visualRect(cell(column)).center());
            QTest::keyClick(&sections, Qt::Key_F2);
            QLineEdit* editor = openEditor(sections);
            editor->selectAll();
            QTest::keyClicks(editor, text);
            QTest::keyClick(editor, Qt::Key_Return);
            return editor;
        };
        typeIn("completion", QStringLiteral("5 Mar 2027"));
        typeIn("rate", QStringLiteral("2,500"));
        QCOMPARE(desk.standing().blocks().back().value, QStringLiteral("£12,500"));
        QLineEdit* editor = typeIn("completion", QStringLiteral("31 Feb 2027"));
        QVERIFY(messageOn(sections).contains(QLatin1String("no 31 Feb 2027")));
        QTest::keyClick(editor, Qt::Key_Escape);
        auto* start = desk.find<QLineEdit>("jobStart");
        start->selectAll();
        QTest::keyClicks(start, QStringLiteral("8 Mar 2027"));
        QTest::keyClick(start, Qt::Key_Return);
        QCOMPARE(isoInstant(desk.programme().job.start), std::string("2027-03-08T08:00"));
        start->selectAll();
        QTest::keyClicks(start, QStringLiteral("soon"));
        QTest::keyClick(start, Qt::Key_Return);
        QVERIFY(desk.find<QWidget>("jobStartFault")->isVisible());
        QCOMPARE(isoInstant(desk.programme().job.start), std::string("2027-03-08T08:00"));
    }

    void whatMovedIsShownAndFound() {
        Desk desk(small(), settings());
        desk.enter(desk.cell("A010", "days"), QStringLiteral("8d"));
        QTest::mouseClick(desk.find<QPushButton>("standingShow"), Qt::LeftButton);
        auto* list = desk.find<QTreeWidget>("rippleList");
        QVERIFY(list->isVisible());
        QCOMPARE(list->topLevelItemCount(), 3);
        QVERIFY2(list->topLevelItem(0)->text(2).contains(QLatin1String("5 days later")),
                 qPrintable(list->topLevelItem(0)->text(2)));
    }

    void theFindFieldGoesToAnActivity() {
        Desk desk(small(), settings());
        desk.trigger("editFind");
        auto* field = desk.find<QLineEdit>("findField");
        QTest::keyClicks(field, QStringLiteral("A030"));
        QTest::keyClick(field, Qt::Key_Return);
        QVERIFY(desk.window.viewState().current() == desk.id("A030"));
    }

    void unsavedWorkIsAskedAboutAndFailuresAreSaid() {
        Desk desk(small(), settings());
        desk.enter(desk.cell("A010", "days"), QStringLiteral("8d"));
        desk.dialogs.unsaved = Dialogs::Unsaved::cancel;
        QVERIFY(!desk.window.close());
        QCOMPARE(desk.dialogs.asked, 1);
        QVERIFY(desk.window.isVisible());
        desk.dialogs.save = path("no/such/folder/x.yarrin");
        desk.trigger("fileSave");
        QVERIFY2(desk.notice().startsWith(QLatin1String("Not saved.")), qPrintable(desk.notice()));
        QVERIFY(desk.document().isModified());
        QFile broken(path("broken.yarrin"));
        QVERIFY(broken.open(QIODevice::WriteOnly));
        broken.write("nothing of ours");
        broken.close();
        const Programme before = desk.programme();
        QVERIFY(!desk.window.openFile(path("broken.yarrin")));
        QVERIFY2(desk.notice().contains(QLatin1String("not a Yarrin programme")), qPrintable(desk.notice()));
        QVERIFY(desk.programme() == before);
        desk.dialogs.unsaved = Dialogs::Unsaved::discard;
        QVERIFY(desk.window.close());
    }

    void milestonesHammocksAndGroupsAreAddedFromTheKeyboard() {
        Desk desk(small(), settings());
        const Programme before = desk.programme();
        desk.clickCell(desk.cell("A030", "name"));
        desk.trigger("addFinishMilestone");
        QTest::keyClick(openEditor(desk.table()), Qt::Key_Return);
        QVERIFY(desk.programme().activities.row(desk.id("A040"))->kind == ActivityKind::finishMilestone);
        desk.clickCell(desk.cell("A010", "name"));
        desk.trigger("addHammock");
        QLineEdit* editor = openEditor(desk.table());
        editor->selectAll();
        QTest::keyClicks(editor, QStringLiteral("Plant on hire"));
        QTest::keyClick(editor, Qt::Key_Return);
        QVERIFY(desk.programme().activities.row(desk.id("A011"))->kind == ActivityKind::hammock);
        desk.enter(desk.cell("A011", "waits"), QStringLiteral("from A010 to M100"));
        QCOMPARE(desk.cell("A011", "finish").data().toString(), QStringLiteral("10 Mar 2027"));
        QCOMPARE(desk.chart().layout().hammocks.size(), std::size_t(1));
        QVERIFY(!(desk.cell("A011", "days").flags() & Qt::ItemIsEditable));
        desk.trigger("addGroup");
        QCOMPARE(desk.programme().breakdown.size(), std::size_t(2));
        while (desk.document().canUndo()) desk.trigger("editUndo");
        QVERIFY(desk.programme() == before);
    }

    void theCardWritesNotesAndChangesTheCalendar() {
        Desk desk(small(), settings());
        desk.window.viewState().select(desk.id("A010"));
        QApplication::processEvents();
        auto* notes = desk.visible<QPlainTextEdit>("cardNotes");
        notes->setFocus();
        QTest::keyClicks(notes, QStringLiteral("Swell over the limit"));
        desk.table().setFocus();
        QCOMPARE(desk.programme().activities.row(desk.id("A010"))->notes, std::string("Swell over the limit"));
        QApplication::processEvents();
        QTest::keyClick(desk.visible<QComboBox>("cardCalendar"), Qt::Key_Down); // from five days to six
        QVERIFY(desk.programme().activities.row(desk.id("A010"))->calendar == Builder::six);
        // Five days stay five, of ten hours now; the first began at eight instead of seven, so an hour is left for
        // Saturday.
        QCOMPARE(desk.cell("A010", "finish").data().toString(), QStringLiteral("6 Mar 2027"));
    }

    void exportsAndRemembersFiles() {
        Desk desk(small(), path("recent.ini"));
        desk.dialogs.save = path("out.yarrin.json");
        desk.trigger("fileExport");
        QVERIFY(QFile::exists(path("out.yarrin.json")));
        QVERIFY(desk.document().path().isEmpty()); // a copy: the document has no file yet
        desk.dialogs.save = path("named");
        desk.trigger("fileSaveAs");
        QVERIFY(QFile::exists(path("named.yarrin")));
        QCOMPARE(desk.settings.value(QStringLiteral("recent")).toStringList().first(), path("named.yarrin"));
        QVERIFY(desk.window.openFile(path("out.yarrin.json")));
        QCOMPARE(desk.programme().activities.size(), std::size_t(4));
    }

    void lensesFilterAndTheChartZoomsAboutThePointer() {
        Desk desk(small(), settings());
        Lens critical;
        critical.filter = "critical";
        desk.window.viewState().setLens(critical);
        QCOMPARE(desk.table().activities().rowOf(desk.id("A030")), -1);
        QCOMPARE(desk.chart().layout().bars.size(), std::size_t(3));
        // Going to what the lens hides brings it back.
        desk.table().reveal(desk.id("A030"));
        QVERIFY(desk.table().activities().rowOf(desk.id("A030")) >= 0);
        ViewState& state = desk.window.viewState();
        const Instant under = TimeScale{state.left(), state.pixelsPerDay()}.at(200);
        state.zoomAt(200, 2);
        QVERIFY(std::abs(TimeScale{state.left(), state.pixelsPerDay()}.at(200) - under) <= 1);
        for (int i = 0; i < 100; ++i) state.zoomAt(10, 0.5);
        QCOMPARE(state.pixelsPerDay(), leastPixelsPerDay);
        // At either end bars are where their dates are, and the paper is not all one colour.
        const auto shows = [&] {
            QApplication::processEvents();
            const QImage image = desk.chart().viewport()->grab().toImage();
            QSet<QRgb> colours;
            for (int y = 0; y < image.height(); y += 2)
                for (int x = 0; x < image.width(); x += 2) colours << image.pixel(x, y);
            const TimeScale scale{state.left(), state.pixelsPerDay()};
            for (const BarShape& bar : desk.chart().layout().bars) {
                const auto& figures = of(desk.programme(), desk.document().schedule(),
                                         desk.programme().activities.row(bar.activity)->key);
                if (bar.x1 - bar.x0 > 12 && std::abs(bar.x0 - scale.x(figures.earlyStart)) > 1) return -1;
            }
            return int(colours.size());
        };
        QVERIFY2(shows() > 3, qPrintable(QString::number(shows())));
        for (int i = 0; i < 100; ++i) state.zoomAt(10, 2);
        QCOMPARE(state.pixelsPerDay(), mostPixelsPerDay);
        QVERIFY2(shows() > 3, qPrintable(QString::number(shows())));
        desk.trigger("zoomFit");
        QVERIFY(desk.chart().layout().bars.size() == 4);
    }

    void aSelectedLinkIsDeletedOnTheChart() {
        Desk desk(small(), settings());
        const auto links = desk.programme().links.size();
        const LinkShape way = desk.chart().layout().links.front();
        const ChartPoint a = way.points[0], b = way.points[1];
        const QPoint at = desk.chart().onViewport({(a.x + b.x) / 2, (a.y + b.y) / 2});
        QTest::mouseClick(desk.chart().viewport(), Qt::LeftButton, {}, at);
        QVERIFY(desk.window.viewState().link() == way.link);
        QTest::keyClick(&desk.chart(), Qt::Key_Delete);
        QCOMPARE(desk.programme().links.size(), links - 1);
        desk.trigger("editUndo");
        QCOMPARE(desk.programme().links.size(), links);
    }

    void anEmptyJobOffersTheFirstStep() {
        Desk desk(Document::blank(dateFrom(2027, 2, 3)), settings());
        auto* first = desk.find<QPushButton>("addFirstActivity");
        QVERIFY(first->isVisible());
        QTest::mouseClick(first, Qt::LeftButton);
        QCOMPARE(desk.programme().activities.size(), std::size_t(1));
        QVERIFY(desk.table().isVisible());
        QCOMPARE(isoInstant(desk.programme().job.start), std::string("2027-02-08T08:00")); // the next Monday
        QCOMPARE(desk.standing().blocks()[0].value, QStringLiteral("12 Feb 2027"));
    }

    void theModelsKeepTheirPromises() {
        Desk desk(small(), settings());
        const QAbstractItemModelTester tester(&desk.table().activities(),
                                              QAbstractItemModelTester::FailureReportingMode::Fatal);
        desk.enter(desk.cell("A010", "days"), QStringLiteral("8d"));
        desk.trigger("addGroup");
        while (desk.document().canUndo()) desk.trigger("editUndo");
        desk.window.openDemo();
        QVERIFY(desk.table().activities().rowCount() > 60);
    }

    void theDemoCalculatesAndEveryWidgetHasAName() {
        Desk desk(small(), settings());
        desk.window.openDemo();
        QVERIFY(desk.document().schedule().ok());
        QVERIFY2(desk.document().schedule().problems.empty(),
                 desk.document().schedule().problems.empty() ? ""
                                                             : desk.document().schedule().problems[0].what.c_str());
        QVERIFY(desk.programme().activities.size() >= 60);
        QVERIFY(desk.programme().calendars.size() >= 5);
        for (QAction* action : desk.window.findChildren<QAction*>(QString(), Qt::FindDirectChildrenOnly))
            QVERIFY2(!action->objectName().isEmpty(), qPrintable(action->text()));
    }

    /// On a wall: nothing but the work, larger words, keys from stage to stage; and all as it was before.
    void meeting() {
        Desk desk(small(), settings());
        const auto back = qScopeGuard([&] { setPreferences(*qApp, desk.settings, Preferences()); });
        auto& line = *desk.find<QWidget>("contextLine");
        QVERIFY(line.isVisible() && desk.find<QWidget>("card")->isVisible());
        QTest::keyClick(&desk.window, Qt::Key_F11);
        QVERIFY(desk.window.isFullScreen() && !line.isVisible() && !desk.find<QWidget>("card")->isVisible());
        QCOMPARE(preferences().textSize, 2);
        QApplication::processEvents();
        for (const char* page : {"programmeBars", "programmeSqueeze", "programmeSoundness"}) {
            auto* button = desk.visible<QPushButton>(page);
            QVERIFY2(button->width() + 1 >= button->minimumSizeHint().width(), page);
        }
        QVERIFY(desk.standing().isVisible());
        QTest::keyClick(&desk.window, Qt::Key_PageDown, Qt::ControlModifier);
        QVERIFY(desk.find<QWidget>("labourStage")->isVisible());
        QTest::keyClick(&desk.window, Qt::Key_PageUp, Qt::ControlModifier);
        QVERIFY(desk.table().isVisible() && !desk.find<QWidget>("card")->isVisible());
        QTest::keyClick(&desk.window, Qt::Key_F11);
        QVERIFY(!desk.window.isFullScreen() && line.isVisible() && desk.find<QWidget>("card")->isVisible());
        QCOMPARE(preferences().textSize, 0);
        QVERIFY(!desk.settings.contains(QStringLiteral("preferences/textSize"))); // nothing of it is kept
        // Round the ends of the rail.
        desk.trigger("stage9");
        desk.trigger("nextStage");
        QVERIFY(desk.find<QWidget>("contractStage")->isVisible());
    }

    /// Another window on the programme: a page of its own, everything else as in the first one, in both directions.
    void anotherWindow() {
        Desk desk(small(), settings());
        desk.trigger("stage5");
        ViewState& state = desk.window.viewState();
        const auto others = [] {
            std::vector<AnotherWindow*> list;
            for (QWidget* one : QApplication::topLevelWidgets())
                if (auto* other = qobject_cast<AnotherWindow*>(one)) list.push_back(other);
            return list;
        };
        const auto time = std::pair(state.left(), state.pixelsPerDay());
        QTest::keyClick(&desk.window, Qt::Key_W, Qt::ControlModifier | Qt::AltModifier);
        QCOMPARE(others().size(), std::size_t(1));
        AnotherWindow& other = *others().front();
        QVERIFY(QTest::qWaitForWindowExposed(&other));
        QApplication::processEvents();
        QVERIFY(std::pair(state.left(), state.pixelsPerDay()) == time); // the first stays where it was
        QVERIFY(other.stage().page() == ProgrammeStage::Page::logic);   // there are no places yet
        QVERIFY(desk.window.findChild<ProgrammeStage*>()->page() == ProgrammeStage::Page::bars);
        other.activateWindow();
        other.stage().show(ProgrammeStage::Page::bars);
        QApplication::processEvents();
        // What is selected here is selected there, and the other way round.
        ActivityTable& table = other.stage().table();
        desk.clickCell(desk.cell("A020", "name"));
        QApplication::processEvents();
        QCOMPARE(table.currentIndex().row(), table.activities().rowOf(desk.id("A020")));
        desk.clickCell(desk.cell("A030", "name", &table), &table);
        QApplication::processEvents();
        QCOMPARE(desk.table().currentIndex().row(), desk.table().activities().rowOf(desk.id("A030")));
        // What is typed there moves bars here; undo works in both.
        const double end = desk.bar("A010").x1;
        desk.enter(desk.cell("A010", "days", &table), QStringLiteral("9d"), &table);
        QVERIFY(desk.bar("A010").x1 > end);
        QVERIFY(other.isWindowModified() && desk.window.isWindowModified());
        QTest::keyClick(&other, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(desk.bar("A010").x1, end);
        // What is refused there is said there.
        desk.enter(desk.cell("A010", "days", &table), QStringLiteral("soon"), &table);
        QVERIFY(!messageOn(table).isEmpty());
        QTest::keyClick(openEditor(table), Qt::Key_Escape);
        QTest::keyClick(&other, Qt::Key_F12);
        QVERIFY(other.stage().page() == ProgrammeStage::Page::places);
        QVERIFY(desk.window.findChild<ProgrammeStage*>()->page() == ProgrammeStage::Page::bars);
        QTest::keyClick(&other, Qt::Key_F11);
        QVERIFY(other.isFullScreen() && !desk.window.isFullScreen());
        desk.trigger("anotherWindow");
        QCOMPARE(others().size(), std::size_t(2));
        // Another job shows in all of them; one is closed by its key, the rest with the first.
        desk.newJob();
        QCOMPARE(table.activities().rowOf(ActivityId{1}), -1);
        // First steps of an empty job are gone by the commands of the first window.
        other.stage().show(ProgrammeStage::Page::bars);
        QApplication::processEvents();
        QTest::mouseClick(other.findChild<QPushButton*>(QStringLiteral("first_startPage")), Qt::LeftButton);
        QVERIFY(desk.find<QWidget>("startPage")->isVisible());
        QTest::keyClick(&other, Qt::Key_W, Qt::ControlModifier);
        QTRY_COMPARE(others().size(), std::size_t(1));
        QVERIFY(desk.window.close());
        QTRY_VERIFY(others().empty());
    }
};

QTEST_MAIN(WindowTest)
#include "window_test.moc"
