// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Terms, claims, slips, time won and disruption, pressed in the window: keys, buttons, drags, undo, and what is
// refused.
#include "app/base/tab_row.h"
#include "app/contract/contract_stage.h"
#include "app/contract/section_chart.h"
#include "app/delay/delay_stage.h"
#include "app/delay/output_chart.h"
#include "app/delay/side_page.h"
#include "app/table/list_page.h"
#include "desk.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHelpEvent>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class ClaimsTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    [[nodiscard]] QString settings() const { return m_folder.filePath(QStringLiteral("s.ini")); }
    static void press(Desk& desk, const char* button) {
        QTest::mouseClick(desk.visible<QPushButton>(button), Qt::LeftButton);
        QApplication::processEvents();
    }
    static void type(Desk& desk, const char* field, const QString& text, bool enter = true) {
        auto* edit = desk.visible<QLineEdit>(field);
        edit->setFocus();
        edit->selectAll();
        if (text.isEmpty()) QTest::keyClick(edit, Qt::Key_Delete);
        QTest::keyClicks(edit, text);
        if (enter) QTest::keyClick(edit, Qt::Key_Return);
        QApplication::processEvents();
    }
    static QString fault(Desk& desk, const char* name) {
        auto* label = desk.find<QLabel>(name);
        return label->isVisible() ? label->text() : QString();
    }
    static QModelIndex cell(GridView& grid, int row, const char* column) {
        return grid.model()->index(row, grid.grid()->columnOf(QString::fromLatin1(column)));
    }
    static QString shown(Desk& desk, const char* list, int row, const char* column) {
        return cell(*desk.find<GridView>(list), row, column).data().toString();
    }
    static void enter(Desk& desk, const char* list, int row, const char* column, const QString& text) {
        GridView& grid = *desk.find<GridView>(list);
        typeInto(grid, cell(grid, row, column), text);
    }
    static void choose(Desk& desk, const char* box, int index) {
        auto* one = desk.visible<QComboBox>(box);
        one->setCurrentIndex(index);
        emit one->activated(index);
        QApplication::processEvents();
    }
    static DelayStage& stage(Desk& desk) { return *desk.find<DelayStage>("delayStage"); }
    static void waitForFindings(Desk& desk) {
        QTRY_VERIFY_WITH_TIMEOUT(!stage(desk).isWorking(), 60000);
        QApplication::processEvents();
    }
    static void remove(Desk& desk, const char* list, int row) {
        GridView& grid = *desk.find<GridView>(list);
        grid.setFocus();
        grid.setCurrentIndex(grid.model()->index(row, 0));
        QTest::keyClick(&grid, Qt::Key_Delete);
        QApplication::processEvents();
    }
    static void openDemo(Desk& desk) {
        desk.window.openDemo();
        QApplication::processEvents();
        desk.trigger("stage8");
        waitForFindings(desk);
    }
    static void record(Desk& desk, const QString& title) {
        desk.trigger("recordEvent");
        waitForFindings(desk);
        QTest::keyClicks(desk.visible<QLineEdit>("eventTitle"), title);
        QTest::keyClick(desk.visible<QLineEdit>("eventTitle"), Qt::Key_Return);
    }

private slots:
    /// Complete on Wednesday 10 March against the 9th: a day late at 1,000.
    void termsOfASectionAreTypedAndTakenBack() {
        Desk desk(small(), settings());
        desk.trigger("stage1");
        const auto damages = [&] { return desk.document().schedule().damages.unrelieved.toDouble(); };
        QCOMPARE(damages(), 1000.0);
        press(desk, "contractTerms");
        type(desk, "sectionGrace", QStringLiteral("1 day"));
        QCOMPARE(damages(), 0.0);
        QCOMPARE(desk.programme().sections[0].graceDays, 1);
        type(desk, "sectionGrace", QStringLiteral("often"));
        QVERIFY(fault(desk, "sectionGraceFault").contains(QLatin1String("whole number")));
        desk.find<GridView>("sectionTable")->setFocus();
        desk.trigger("editUndo");
        QCOMPARE(damages(), 1000.0);
        // A step of the rate, refused without its rate, then taken; edited in its cell; taken away by Delete.
        type(desk, "stepDay", QStringLiteral("1"), false);
        press(desk, "stepEntryAdd");
        QVERIFY(fault(desk, "stepEntryFault").contains(QLatin1String("needs its rate")));
        type(desk, "stepRate", QStringLiteral("2500"));
        QCOMPARE(fault(desk, "stepEntryFault"), QString());
        QCOMPARE(damages(), 2500.0);
        QCOMPARE(shown(desk, "rateSteps", 0, "rate"), QStringLiteral("£2,500"));
        enter(desk, "rateSteps", 0, "rate", QStringLiteral("3000"));
        QCOMPARE(damages(), 3000.0);
        remove(desk, "rateSteps", 0);
        QCOMPARE(damages(), 1000.0);
        desk.trigger("editUndo");
        QCOMPARE(damages(), 3000.0);
        desk.trigger("editUndo");
        desk.trigger("editUndo");
        // A quarter in use lowers it from the day after.
        type(desk, "possessionDate", QStringLiteral("9 Mar 2027"), false);
        type(desk, "possessionShare", QStringLiteral("25 %"));
        QCOMPARE(damages(), 750.0);
        QCOMPARE(shown(desk, "possessions", 0, "share"), QStringLiteral("25 %"));
        enter(desk, "possessions", 0, "share", QStringLiteral("120"));
        QVERIFY(messageOn(*desk.find<GridView>("possessions")).contains(QLatin1String("at most 100 %")));
        QTest::keyClick(openEditor(*desk.find<GridView>("possessions")), Qt::Key_Escape);
        type(desk, "sectionTakenOver", QStringLiteral("9 Mar 2027"));
        QCOMPARE(damages(), 0.0);
        // The line that tells it grows with its terms.
        press(desk, "contractTime");
        QVERIFY2(desk.find<QLabel>("damagesLines")->text().contains(QLatin1String("Taken over 9 Mar 2027")),
                 qPrintable(desk.find<QLabel>("damagesLines")->text()));
    }

    void whatWasLeviedStandsAgainstWhatIsDue() {
        Desk desk(small(), settings());
        desk.trigger("stage1");
        press(desk, "contractLevied");
        choose(desk, "deductionKind", 1); // paid
        type(desk, "deductionDate", QStringLiteral("9 Mar 2027"), false);
        type(desk, "deductionSum", QStringLiteral("1,500"), false);
        type(desk, "deductionNote", QStringLiteral("certificate 4"));
        QCOMPARE(desk.programme().sections[0].deductions.size(), std::size_t(1));
        QCOMPARE(shown(desk, "deductions", 0, "kind"), QStringLiteral("paid"));
        QVERIFY2(desk.find<QLabel>("accountWords")->text().contains(QStringLiteral("paid £1,500")),
                 qPrintable(desk.find<QLabel>("accountWords")->text()));
        enter(desk, "deductions", 0, "kind", QStringLiteral("levied"));
        QCOMPARE(desk.programme().sections[0].deductions[0].kind, DeductionKind::levied);
        press(desk, "deductionEntryAdd"); // empty
        QVERIFY(fault(desk, "deductionEntryFault").contains(QLatin1String("not a date")));
        remove(desk, "deductions", 0);
        QVERIFY(desk.programme().sections[0].deductions.empty());
    }

    /// The chart tells what the table says, and choosing there chooses the section.
    void theSectionsStandInTime() {
        Desk desk(small(), settings());
        desk.window.openDemo();
        QApplication::processEvents();
        desk.trigger("stage1");
        QApplication::processEvents();
        auto* chart = desk.find<SectionChart>("sectionChart");
        const SectionLayout& layout = chart->layoutShown();
        QCOMPARE(layout.lines.size(), std::size_t(3));
        for (std::size_t i = 0; i < 3; ++i) {
            const SectionFigures& figures = desk.document().schedule().sections[i];
            const SectionLine& line = layout.lines[i];
            QVERIFY(line.forecast && line.forecast->date == *figures.until);
            QCOMPARE(line.extended.date, figures.extended);
            QVERIFY(line.sum == figures.damages.unrelieved);
            QCOMPARE(line.growth.empty(), *figures.daysLate <= 0);
            if (!line.grants.empty()) {
                // Grants lead from the agreed date to the extended one, each where the last ended.
                QCOMPARE(line.grants.front().x0, line.contract.x);
                QCOMPARE(line.grants.back().x1, line.extended.x);
                for (std::size_t g = 1; g < line.grants.size(); ++g) QCOMPARE(line.grants[g].x0, line.grants[g - 1].x1);
            }
        }
        QCOMPARE(layout.lines[1].grants.size(), std::size_t(4));
        QVERIFY(chart->accessibleDescription().contains(QLatin1String("granted for E01")));
        QTest::mouseClick(chart, Qt::LeftButton, {}, QPoint(300, int(layout.lines[1].y + 10)));
        press(desk, "contractTerms");
        QCOMPARE(shown(desk, "rateSteps", 0, "fromDay"), QStringLiteral("29"));
        // Hammocks tell where their days count and what they cost so far.
        press(desk, "contractCost");
        GridView& costs = *desk.find<GridView>("hammockCosts");
        QCOMPARE(costs.model()->rowCount(), 5);
        enter(desk, "hammockCosts", 0, "costToDate", QStringLiteral("2,000,000"));
        QCOMPARE(shown(desk, "hammockCosts", 0, "costToDate"), QStringLiteral("£2,000,000"));
        enter(desk, "hammockCosts", 0, "costToDate", QStringLiteral("-3"));
        QVERIFY(messageOn(costs).contains(QLatin1String("negative")));
        QTest::keyClick(openEditor(costs), Qt::Key_Escape);
        type(desk, "interestRate", QStringLiteral("8 %"));
        QCOMPARE(*desk.programme().job.interestRate, Decimal(8, 2));
    }

    void noticesRunAsTheContractSays() {
        Desk desk(small(), settings());
        desk.trigger("stage1");
        choose(desk, "particularsFrom", 2);
        QCOMPARE(desk.programme().job.particularsFrom, ParticularsFrom::end);
        type(desk, "jobUpdates", QStringLiteral("28"));
        QCOMPARE(*desk.programme().job.updateDays, 28);
        QVERIFY(!desk.find<QCheckBox>("barredCount")->isEnabled());
        auto* condition = desk.visible<QCheckBox>("noticeIsCondition");
        QTest::mouseClick(condition, Qt::LeftButton, {}, QPoint(8, condition->height() / 2));
        QVERIFY(desk.programme().job.noticeIsCondition);
        auto* counts = desk.find<QCheckBox>("barredCount");
        QVERIFY(counts->isEnabled());
        QTest::mouseClick(counts, Qt::LeftButton, {}, QPoint(8, counts->height() / 2));
        QVERIFY(!desk.programme().job.barredCount);
        desk.trigger("editUndo");
        QVERIFY(desk.find<QCheckBox>("barredCount")->isChecked());
        // An event that lasts wants its next update.
        desk.trigger("editUndo");
        record(desk, QStringLiteral("Access withheld"));
        type(desk, "eventKnown", QStringLiteral("4 Jan 2027"));
        type(desk, "eventNotice", QStringLiteral("5 Jan 2027"));
        QVERIFY2(desk.find<QLabel>("eventClocks")->text().contains(QLatin1String("update")),
                 qPrintable(desk.find<QLabel>("eventClocks")->text()));
        type(desk, "updateDate", QStringLiteral("30 Jan 2027"), false);
        type(desk, "updateNote", QStringLiteral("still no access"));
        QCOMPARE(desk.programme().events[0].updates.size(), std::size_t(1));
        QVERIFY(desk.find<QLabel>("eventClocks")->text().contains(QLatin1String("27 Feb")));
        enter(desk, "eventUpdates", 0, "note", QStringLiteral("half of it free"));
        QCOMPARE(desk.programme().events[0].updates[0].note, std::string("half of it free"));
        remove(desk, "eventUpdates", 0);
        QVERIFY(desk.programme().events[0].updates.empty());
    }

    void daysFollowTheCourseOfTheClaim() {
        Desk desk(small(), settings());
        record(desk, QStringLiteral("Access late"));
        press(desk, "claimEntryAdd");
        QVERIFY(fault(desk, "claimEntryFault").contains(QLatin1String("ow many days")));
        type(desk, "claimDays", QStringLiteral("6"), false);
        type(desk, "claimDate", QStringLiteral("3 Feb 2027"), false);
        type(desk, "claimLetter", QStringLiteral("letter 9"));
        QCOMPARE(shown(desk, "claimCourseList", 0, "step"), QStringLiteral("claimed"));
        QCOMPARE(shown(desk, "eventDays", 0, "claimed"), QStringLiteral("6"));
        choose(desk, "claimStep", 3); // granted
        type(desk, "claimDays", QStringLiteral("4"), false);
        type(desk, "claimDate", QStringLiteral("10 Feb 2027"));
        QCOMPARE(desk.programme().sections[0].grantedDays, 4);
        QCOMPARE(desk.find<QComboBox>("eventState")->currentText(), QStringLiteral("granted"));
        enter(desk, "claimCourseList", 1, "step", QStringLiteral("granted for now"));
        QCOMPARE(desk.programme().events[0].state, EventState::claimed);
        QCOMPARE(desk.programme().sections[0].grantedDays, 4);
        enter(desk, "eventDays", 0, "granted", QStringLiteral("5"));
        QVERIFY(messageOn(*desk.find<GridView>("eventDays")).contains(QLatin1String("follow its course")));
        QTest::keyClick(openEditor(*desk.find<GridView>("eventDays")), Qt::Key_Escape);
        remove(desk, "claimCourseList", 1);
        QCOMPARE(desk.programme().sections[0].grantedDays, 0);
        desk.trigger("editUndo");
        QCOMPARE(desk.programme().sections[0].grantedDays, 4);
    }

    /// What the analyses go by is chosen in one line, kept with the job and undone; what is no stand is named.
    void whatTheAnalysesGoByIsChosenInOneLine() {
        Desk desk(small(), settings());
        openDemo(desk);
        press(desk, "delaySide");
        auto* page = desk.find<SidePage>("sidePage");
        QTRY_VERIFY_WITH_TIMEOUT(page->found() && !page->isWorking(), 60000);
        QCOMPARE((*page->found())[1].stands.size(), std::size_t(5));
        auto* baseline = desk.visible<QComboBox>("sideBaseline");
        QCOMPARE(baseline->count(), 6);
        choose(desk, "sideBaseline", 2); // Update 1
        QCOMPARE(desk.programme().job.baseline, std::string("1"));
        QTRY_VERIFY_WITH_TIMEOUT(!page->isWorking() && (*page->found())[1].stands.front() == "Baseline 1", 60000);
        desk.trigger("editUndo");
        QTRY_VERIFY_WITH_TIMEOUT(!page->isWorking() && (*page->found())[1].stands.size() == 5, 60000);
        QCOMPARE(baseline->currentIndex(), 0);
        // A stand is left out by the menu, and named.
        press(desk, "sideStands");
        auto* menu = desk.find<QMenu>("sideStandsMenu");
        QAction* second = menu->findChild<QAction*>(QStringLiteral("stand2"));
        QVERIFY(second && second->isChecked());
        second->trigger();
        menu->close();
        QCOMPARE(desk.programme().job.leftOut, std::string("2"));
        QTRY_VERIFY_WITH_TIMEOUT(!page->isWorking() && (*page->found())[1].stands.size() == 4, 60000);
        QVERIFY(desk.find<QLabel>("sideIgnored")
                    ->text()
                    .contains(QLatin1String("revision 2 is no stand: it was left out")));
        press(desk, "sideLesser");
        desk.find<QAction>("causesOnly")->trigger();
        desk.find<QMenu>("sideLesserMenu")->close();
        QVERIFY(desk.programme().job.causesOnly);
        type(desk, "tooOldDays", QStringLiteral("30"));
        QCOMPARE(*desk.programme().job.tooOldDays, 30);
        type(desk, "tooOldDays", QStringLiteral("soon"));
        QVERIFY(stage(desk).notice().text().contains(QLatin1String("whole number")));
    }

    /// Own slips that nobody recorded are marked where they are listed; a flag leads there; Delete opens one again.
    void ownSlipsAreMarked() {
        Desk desk(small(), settings());
        openDemo(desk);
        press(desk, "delaySide");
        auto* page = desk.find<SidePage>("sidePage");
        QTRY_VERIFY_WITH_TIMEOUT(page->found() && !page->isWorking(), 60000);
        GridView& slips = *desk.find<GridView>("slipList");
        const int rows = slips.model()->rowCount();
        QVERIFY(rows > 0);
        QCOMPARE(shown(desk, "slipList", 0, "is"), QStringLiteral("open"));
        GridView& flags = *desk.find<GridView>("delayFlags");
        for (int row = 0; row < flags.model()->rowCount(); ++row)
            if (cell(flags, row, "text").data().toString().startsWith(QLatin1String("own slip"))) {
                emit flags.doubleClicked(cell(flags, row, "text"));
                break;
            }
        QCOMPARE(slips.currentIndex().column(), slips.grid()->columnOf(QStringLiteral("is")));
        enter(desk, "slipList", 0, "is", QStringLiteral("pacing"));
        const auto marked = [&]() -> const SlipMark* {
            for (const Section& section : desk.programme().sections)
                for (const SlipMark& mark : section.slips) return &mark;
            return nullptr;
        };
        QVERIFY(marked() && marked()->is == SlipIs::pacing && marked()->on);
        enter(desk, "slipList", 0, "who", QStringLiteral("Agent"));
        QCOMPARE(marked()->who, std::string("Agent"));
        QTRY_VERIFY_WITH_TIMEOUT(!page->isWorking(), 60000);
        QCOMPARE(shown(desk, "slipList", 0, "is"), QStringLiteral("pacing"));
        enter(desk, "slipList", 0, "is", QStringLiteral("perhaps"));
        QVERIFY(messageOn(slips).contains(QLatin1String("not one of the choices")));
        QTest::keyClick(openEditor(slips), Qt::Key_Escape);
        remove(desk, "slipList", 0);
        QVERIFY(!marked());
        desk.trigger("editUndo");
        QVERIFY(marked());
    }

    void timeWonIsRecorded() {
        Desk desk(small(), settings());
        openDemo(desk);
        press(desk, "delayRecovery");
        QCOMPARE(desk.find<GridView>("wonList")->model()->rowCount(), 2);
        QVERIFY2(
            desk.find<QLabel>("wonWords")->text().contains(QLatin1String("S2 recovered 17 days: the employer's 5")),
            qPrintable(desk.find<QLabel>("wonWords")->text()));
        press(desk, "wonAdd");
        QTest::keyClick(openEditor(*desk.find<GridView>("wonList")), Qt::Key_Escape);
        QCOMPARE(desk.programme().accelerations.size(), std::size_t(3));
        enter(desk, "wonList", 2, "by", QStringLiteral("the employer"));
        enter(desk, "wonList", 2, "won", QStringLiteral("S2 2"));
        waitForFindings(desk);
        QVERIFY(desk.find<QLabel>("wonWords")->text().contains(QLatin1String("2 more are recorded")));
        enter(desk, "wonList", 2, "won", QStringLiteral("S7 2"));
        QVERIFY(messageOn(*desk.find<GridView>("wonList")).contains(QLatin1String("no section S7")));
        QTest::keyClick(openEditor(*desk.find<GridView>("wonList")), Qt::Key_Escape);
        remove(desk, "wonList", 2);
        QCOMPARE(desk.programme().accelerations.size(), std::size_t(2));
    }

    /// The spans of a measured mile are dragged on the chart of what was achieved, or moved by the arrow keys.
    void spansOfAMeasuredMileAreDragged() {
        Desk desk(small(), settings());
        openDemo(desk);
        press(desk, "delayDisruption");
        auto* chart = desk.find<OutputChart>("outputChart");
        QVERIFY(chart->weeks() > 5);
        QVERIFY(desk.find<QLabel>("mileWords")->text().contains(QLatin1String("crew-hours")));
        const auto mile = [&]() -> const MeasuredMile& { return desk.programme().miles[0]; };
        const auto drag = [&](Date from, Date to) {
            const int y = chart->height() / 2;
            QTest::mousePress(chart, Qt::LeftButton, {}, QPoint(chart->xOf(from) + 1, y));
            QTest::mouseMove(chart, QPoint((chart->xOf(from) + chart->xOf(to)) / 2, y));
            QTest::mouseMove(chart, QPoint(chart->xOf(to) + 1, y));
            QTest::mouseRelease(chart, Qt::LeftButton, {}, QPoint(chart->xOf(to) + 1, y));
            QApplication::processEvents();
        };
        // Its weeks are read out, those of the span that is marked as chosen.
        const auto* told = dynamic_cast<const HasPaintedParts*>(chart);
        const auto marked = [&] {
            const auto weeks = told->paintedParts();
            return std::count_if(weeks.begin(), weeks.end(), [](const PaintedPart& week) { return week.chosen; });
        };
        QCOMPARE(told->paintedParts().size(), chart->weeks());
        QVERIFY(told->paintedParts().front().name.startsWith(QLatin1String("Week of ")));
        drag(dateFrom(2026, 8, 6), dateFrom(2026, 8, 20));
        QCOMPARE(marked(), 3);
        QVERIFY(std::abs(*mile().quietFrom - dateFrom(2026, 8, 6)) <= 1);
        QVERIFY(std::abs(*mile().quietTo - dateFrom(2026, 8, 20)) <= 1);
        waitForFindings(desk);
        press(desk, "markHurt");
        QVERIFY(chart->marksHurt());
        drag(dateFrom(2026, 7, 20), dateFrom(2026, 7, 6)); // backwards
        QVERIFY(std::abs(*mile().hurtFrom - dateFrom(2026, 7, 6)) <= 1);
        waitForFindings(desk);
        const Date from = *mile().hurtFrom, to = *mile().hurtTo;
        chart->setFocus();
        QTest::keyClick(chart, Qt::Key_Right);
        QCOMPARE(*mile().hurtFrom, from + 7);
        QCOMPARE(*mile().hurtTo, to + 7);
        QTest::keyClick(chart, Qt::Key_Left, Qt::ShiftModifier);
        QCOMPARE(*mile().hurtFrom, from + 7);
        QCOMPARE(*mile().hurtTo, to);
        // A click alone marks nothing, Escape lets go of a drag.
        const MeasuredMile before = mile();
        QTest::mouseClick(chart, Qt::LeftButton, {}, QPoint(chart->width() / 2, 60));
        QTest::mousePress(chart, Qt::LeftButton, {}, QPoint(chart->width() / 2, 60));
        QTest::keyClick(chart, Qt::Key_Escape);
        QTest::mouseRelease(chart, Qt::LeftButton, {}, QPoint(chart->width() / 2 + 90, 60));
        QVERIFY(mile() == before);
        // A new one says what it lacks; its item is chosen by id.
        press(desk, "mileAdd");
        QTest::keyClick(openEditor(*desk.find<GridView>("mileList")), Qt::Key_Escape);
        waitForFindings(desk);
        QVERIFY2(desk.find<QLabel>("mileWords")->text().contains(QLatin1String("no work item is chosen")),
                 qPrintable(desk.find<QLabel>("mileWords")->text()));
        enter(desk, "mileList", 1, "item", QStringLiteral("Z99"));
        QVERIFY(messageOn(*desk.find<GridView>("mileList")).contains(QLatin1String("no item of the output book")));
        QTest::keyClick(openEditor(*desk.find<GridView>("mileList")), Qt::Key_Escape);
        remove(desk, "mileList", 1);
        QCOMPARE(desk.programme().miles.size(), std::size_t(1));
    }

    /// Before, after and capped by recovery stand side by side, with what was entered as cost and by three formulas.
    void everySumTellsPaidDays() {
        Desk desk(small(), settings());
        openDemo(desk);
        press(desk, "delaySums");
        GridView& paid = *desk.find<GridView>("paidSums");
        QCOMPARE(paid.model()->rowCount(), 3);
        const auto& sum = stage(desk).study().findings()->report.paid[1];
        QVERIFY(shown(desk, "paidSums", 1, "before").startsWith(QStringLiteral("%1 d").arg(sum.days)));
        QVERIFY(shown(desk, "paidSums", 1, "after").startsWith(QStringLiteral("%1 d").arg(sum.afterRecovery)));
        QVERIFY(!shown(desk, "paidSums", 1, "actual").contains(QLatin1String("not entered")));
        for (const char* formula : {"Hudson", "Emden", "Eichleay"})
            QVERIFY(desk.find<QLabel>("overheadsWords")->text().contains(QLatin1String(formula)));
        QVERIFY(desk.find<QLabel>("accountsWords")->text().contains(QLatin1String("Accrued to the data date")));
    }
};

QTEST_MAIN(ClaimsTest)
#include "claims_test.moc"
