// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Odds and weather, pressed in the window: rules and risks typed, the percentile dragged and moved with keys, drivers
// opened, runs stopped, P80 where it stands, undo; records brought, thresholds typed, a month made an event.
#include "app/delay/delay_stage.h"
#include "app/delay/drivers_list.h"
#include "app/delay/exposure_panel.h"
#include "app/delay/odds_chart.h"
#include "app/delay/odds_page.h"
#include "app/sitetime/lost_chart.h"
#include "app/table/list_page.h"
#include "app/window/standing.h"
#include "core/odds/ranks.h"
#include "desk.h"

#include <QClipboard>
#include <QComboBox>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class OddsPageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    static void press(Desk& desk, const char* button) {
        QTest::mouseClick(desk.visible<QPushButton>(button), Qt::LeftButton);
        QApplication::processEvents();
    }
    static void cell(Desk& desk, const char* table, int row, const char* column, const QString& text) {
        GridView& grid = *desk.find<GridView>(table);
        auto* model = static_cast<GridModel*>(grid.model());
        typeInto(grid, model->index(row, model->columnOf(QString::fromLatin1(column))), text);
        QApplication::processEvents();
    }
    static QString shown(Desk& desk, const char* table, int row, const char* column) {
        GridView& grid = *desk.find<GridView>(table);
        auto* model = static_cast<GridModel*>(grid.model());
        return model->index(row, model->columnOf(QString::fromLatin1(column))).data().toString();
    }
    static QString words(Desk& desk, const char* label) { return desk.find<QLabel>(label)->text(); }
    static void wait(Desk& desk) {
        QTRY_VERIFY_WITH_TIMEOUT(!desk.find<DelayStage>("delayStage")->isWorking(), 60000);
        QApplication::processEvents();
    }
    /// A slipway of ten days to S1, due on the 12th at 1,000 a day; the page of odds is open.
    static Programme slipway() {
        Builder job;
        job.task("A", 10).milestone("M").link("A", "M").section("S1", "M", "2027-03-12", 1000);
        return job.programme;
    }
    QString settings(const char* name) { return m_folder.filePath(QLatin1String(name)); }
    static void openOdds(Desk& desk) {
        desk.trigger("stage8");
        press(desk, "delayOdds");
    }

private slots:
    /// From nothing to a sum: a risk that always strikes makes every run three calendar days later.
    void fromNothing() {
        Desk desk(slipway(), settings("nothing.ini"));
        openOdds(desk);
        QVERIFY(words(desk, "oddsWords").startsWith(QStringLiteral("Nothing is uncertain yet")));
        press(desk, "uncertainRisks");
        press(desk, "riskAdd");
        cell(desk, "riskRegister", 0, "title", QStringLiteral("Late stone"));
        cell(desk, "riskRegister", 0, "chance", QStringLiteral("100 %"));
        press(desk, "riskEffectAdd");
        cell(desk, "riskEffects", 0, "figures", QStringLiteral("1 1 1"));
        wait(desk);
        QCOMPARE(shown(desk, "riskRegister", 0, "does"), QStringLiteral("A 1 – 1 – 1"));
        // Monday the 15th is three days late.
        QCOMPARE(words(desk, "oddsSum"), QStringLiteral("£3,000"));
        QVERIFY(words(desk, "oddsWords").startsWith(QStringLiteral("In 8 runs of 10 the damages of all sections")));
        const OddsPlot& plot = desk.find<OddsChart>("oddsDates")->plot();
        QCOMPARE(plot.content().sorted.front(), plot.content().sorted.back());
        QCOMPARE(plot.content().marks.back().strong, QStringLiteral("0 % by then"));
        // P80 stands in the foot.
        const auto& blocks = desk.find<Standing>("standing")->blocks();
        QCOMPARE(blocks[0].detail, QStringLiteral("on its date · P80 15 Mar"));
        QCOMPARE(blocks.back().detail, QStringLiteral("P80 £3,000"));
        // The driver leads to the risk; without it nothing would have to be put aside.
        auto& drivers = *desk.find<DriversList>("oddsDrivers");
        QTRY_COMPARE_WITH_TIMEOUT(drivers.shown().size(), std::size_t(1), 20000);
        QCOMPARE(drivers.shown()[0].key, std::string("R1"));
        QVERIFY(words(desk, "oddsWords").contains(QStringLiteral("Without R1, Late stone, it would be £3,000 less.")));
        press(desk, "uncertainWork");
        QTest::mouseClick(&drivers, Qt::LeftButton, {}, drivers.rowRect(0).center());
        QVERIFY(desk.find<GridView>("riskRegister")->isVisible());
        press(desk, "oddsCopy");
        QVERIFY(QApplication::clipboard()->text().startsWith(QStringLiteral("£3,000\nIn 8 runs of 10")));
        // What cannot be is refused where it is typed; undo takes each step back.
        cell(desk, "riskRegister", 0, "chance", QStringLiteral("120"));
        QCOMPARE(desk.programme().risks[0].chance, Decimal(1));
        desk.trigger("editUndo");
        QCOMPARE(desk.programme().risks[0].effects[0].low, Decimal(5 * 480));
    }

    /// How sure one wants to be: dragged on the chart, moved with a key, chosen from the list.
    void howSure() {
        Desk desk(slipway(), settings("sure.ini"));
        openOdds(desk);
        press(desk, "spreadAdd");
        cell(desk, "spreadRules", 0, "figures", QStringLiteral("0.8 1 1.6"));
        wait(desk);
        QCOMPARE(desk.programme().spreads.size(), std::size_t(1));
        auto& chart = *desk.find<OddsChart>("oddsDates");
        QVERIFY(!chart.plot().empty());
        const QRect tag = chart.plot().tagOf(800);
        QTest::mousePress(&chart, Qt::LeftButton, {}, tag.center());
        const int to = chart.plot().xOf(double(atThousandth(chart.plot().content().sorted, 950)) + 0.5);
        QTest::mouseMove(&chart, QPoint(to, tag.center().y()));
        QTest::mouseRelease(&chart, Qt::LeftButton, {}, QPoint(to, tag.center().y()));
        const int dragged = OddsStudy::sureOf(desk.programme().job);
        QVERIFY2(dragged >= 900 && dragged <= 990, qPrintable(QString::number(dragged)));
        wait(desk);
        QTest::keyClick(&chart, Qt::Key_Left);
        const int moved = OddsStudy::sureOf(desk.programme().job);
        QVERIFY(moved < dragged && moved % 50 == 0);
        desk.trigger("editUndo");
        QCOMPARE(OddsStudy::sureOf(desk.programme().job), dragged);
        wait(desk);
        // Escape while it is dragged changes nothing.
        const QRect again = chart.plot().tagOf(dragged);
        QTest::mousePress(&chart, Qt::LeftButton, {}, again.center());
        QTest::mouseMove(&chart, QPoint(60, again.center().y()));
        QTest::keyClick(&chart, Qt::Key_Escape);
        QTest::mouseRelease(&chart, Qt::LeftButton, {}, QPoint(60, again.center().y()));
        QCOMPARE(OddsStudy::sureOf(desk.programme().job), dragged);
        // A column tells its runs.
        QTest::mouseClick(
            &chart, Qt::LeftButton, {},
            QPoint(chart.plot().xOf(double(chart.plot().content().sorted.front()) + 0.5), chart.height() / 2));
        QVERIFY2(words(desk, "oddsDateWords").contains(QStringLiteral(" on ")),
                 qPrintable(words(desk, "oddsDateWords")));
        const std::uint64_t seed = OddsStudy::seedOf(desk.programme().job);
        press(desk, "oddsSeed");
        QVERIFY(OddsStudy::seedOf(desk.programme().job) != seed);
        // A change makes what was found older: it is no longer told.
        wait(desk);
        QVERIFY(!desk.find<Standing>("standing")->blocks()[0].detail.isEmpty());
        cell(desk, "spreadRules", 0, "figures", QStringLiteral("1 1 1"));
        wait(desk);
        QCOMPARE(chart.plot().content().sorted.front(), chart.plot().content().sorted.back());
    }

    /// A calendar closed for certain, for three of its days, between two dates; a late column tells why it is late.
    void closedCalendar() {
        Desk desk(slipway(), settings("closed.ini"));
        openOdds(desk);
        press(desk, "uncertainRisks");
        press(desk, "riskAdd");
        cell(desk, "riskRegister", 0, "chance", QStringLiteral("100 %"));
        press(desk, "riskClosureAdd");
        QCOMPARE(shown(desk, "riskEffects", 0, "target"), QStringLiteral("five"));
        QVERIFY(shown(desk, "riskEffects", 0, "name").startsWith(QStringLiteral("calendar ")));
        cell(desk, "riskEffects", 0, "figures", QStringLiteral("3 3 3"));
        cell(desk, "riskEffects", 0, "from", QStringLiteral("3 Mar 2027"));
        cell(desk, "riskEffects", 0, "to", QStringLiteral("2 Mar 2027"));
        QVERIFY(!desk.programme().risks[0].effects[0].to); // it would end before it begins
        cell(desk, "riskEffects", 0, "to", QStringLiteral("3 Mar 2027"));
        cell(desk, "riskEffects", 0, "kind", QStringLiteral("more work, days"));
        QVERIFY(desk.programme().risks[0].effects[0].kind == EffectKind::suspension);
        wait(desk);
        // Wednesday to Friday are lost: the end moves from Friday the 12th to Wednesday the 17th.
        const OddsPlot& plot = desk.find<OddsChart>("oddsDates")->plot();
        const std::int64_t end = dateFrom(2027, 3, 17) - Date{};
        QCOMPARE(plot.content().sorted.front(), end);
        QCOMPARE(plot.content().sorted.back(), end);
        QCOMPARE(words(desk, "oddsSum"), QStringLiteral("£5,000"));
        cell(desk, "riskRegister", 0, "chance", QStringLiteral("50 %"));
        wait(desk);
        auto& chart = *desk.find<OddsChart>("oddsDates");
        QTest::mouseClick(&chart, Qt::LeftButton, {}, QPoint(chart.plot().xOf(double(end) + 0.5), chart.height() / 2));
        QVERIFY2(words(desk, "oddsDateWords").contains(QStringLiteral("R1 struck in 100 % of them, in ")),
                 qPrintable(words(desk, "oddsDateWords")));
        // On its row: Escape lets what is typed go, Delete takes the row away, and it comes back.
        auto& grid = *desk.visible<GridView>("riskEffects");
        const RegisteredRisk before = desk.programme().risks[0];
        const QModelIndex at = grid.model()->index(0, 0);
        QTest::mouseClick(grid.viewport(), Qt::LeftButton, {}, grid.visualRect(at).center());
        QTest::keyClick(&grid, Qt::Key_F2);
        QTest::keyClicks(openEditor(grid), QStringLiteral("six"));
        QTest::keyClick(openEditor(grid), Qt::Key_Escape);
        QVERIFY(desk.programme().risks[0] == before);
        QTest::keyClick(&grid, Qt::Key_Delete);
        QVERIFY(desk.programme().risks.size() == 1 && desk.programme().risks[0].effects.empty());
        desk.trigger("editUndo");
        QVERIFY(desk.programme().risks[0] == before);
    }

    /// What is complete is offered as rules to learn, one for all and one for each trade that has shown enough.
    void learning() {
        Builder job;
        Code trade;
        trade.id = CodeId{1};
        trade.key = "Trade";
        trade.values = {{"Fixer", {}, {}}, {"Mason", {}, {}}};
        job.programme.codes.append(trade);
        for (int number = 1; number <= 6; ++number) {
            const std::string key = "F" + std::to_string(number);
            job.task(key, 8).change(key, [&](Activity& a) {
                a.measure = Measure{};
                a.measure->quantity = Decimal(80);
                a.measure->outputPerCrewDay = Decimal(10);
                if (number < 6) a.codes = {{CodeId{1}, "Fixer"}};
                a.actualStart = *parseInstant("2027-03-01T08:00");
                a.actualFinish = *parseInstant(number < 5 ? "2027-03-10T17:00" : "2027-03-12T17:00");
            });
        }
        job.programme.job.dataDate = parseInstant("2027-04-01T08:00");
        Desk desk(job.programme, settings("learn.ini"));
        openOdds(desk);
        press(desk, "uncertainWork");
        QMenu& menu = *desk.visible<QPushButton>("spreadLearn")->menu();
        emit menu.aboutToShow();
        QCOMPARE(menu.actions().size(), qsizetype(2)); // of Masons nothing is complete
        QVERIFY(menu.actions()[1]->text().startsWith(QStringLiteral("Trade Fixer: 1 – 1 – 1.25, 5 complete")));
        menu.actions()[1]->trigger();
        QCOMPARE(shown(desk, "spreadRules", 0, "for"), QStringLiteral("Trade Fixer"));
        desk.trigger("editUndo");
        QVERIFY(desk.programme().spreads.empty());
    }

    /// It is enough: the runs so far are taken, and it says how many.
    void stopped() {
        Desk desk(slipway(), settings("stop.ini"));
        openOdds(desk);
        press(desk, "uncertainSettings");
        auto* runs = desk.visible<QLineEdit>("oddsRuns");
        runs->setFocus();
        runs->selectAll();
        QTest::keyClicks(runs, QStringLiteral("1000000"));
        QTest::keyClick(runs, Qt::Key_Return);
        QCOMPARE(desk.programme().job.oddsRuns, std::optional(1'000'000));
        press(desk, "uncertainWork");
        Keeping keeping;
        keeping.pageMilliseconds = 0;
        desk.document().keeper().setKeeping(keeping);
        press(desk, "spreadAdd");
        auto& stage = *desk.find<DelayStage>("delayStage");
        QTRY_VERIFY_WITH_TIMEOUT(stage.isWorking(), 5000);
        QTest::qWait(150);
        press(desk, "oddsStop");
        wait(desk);
        QVERIFY2(words(desk, "oddsState").startsWith(QStringLiteral("stopped after ")),
                 qPrintable(words(desk, "oddsState")));
        QVERIFY(!desk.find<OddsChart>("oddsDates")->plot().empty());
    }

    /// Records with a gap, a threshold, a month beyond the allowance as an event.
    void weather() {
        Builder job;
        job.task("A", 10);
        Calendar calendar;
        calendar.id = job.programme.calendars.freshId();
        calendar.key = calendar.name = "open";
        for (std::size_t day = 0; day < 5; ++day) calendar.week[day] = DayWork{{480, 960}};
        job.programme.calendars.append(calendar);
        Desk desk(job.programme, settings("weather.ini"));
        desk.trigger("stage2");
        press(desk, "siteTimeWeather");
        QVERIFY(words(desk, "weatherWords").startsWith(QStringLiteral("Nothing is recorded yet")));
        QFile table(m_folder.filePath(QStringLiteral("mast.csv")));
        QVERIFY(table.open(QIODevice::WriteOnly));
        table.write("date,wind (m/s)\n");
        for (int day = 1; day <= 31; ++day)
            table.write(QStringLiteral("2027-03-%1,%2\n")
                            .arg(day, 2, 10, QLatin1Char('0'))
                            .arg(day == 3 || day == 4 ? 15 : 5)
                            .toUtf8());
        table.close();
        // A table of other headings asks what its columns are, and is known the next time.
        QFile logger(m_folder.filePath(QStringLiteral("logger.csv")));
        QVERIFY(logger.open(QIODevice::WriteOnly));
        logger.write("TS,RR,battery\n2026-03-01,4,12.6\n");
        logger.close();
        desk.dialogs.open = logger.fileName();
        press(desk, "weatherBring");
        QVERIFY(desk.programme().weather.empty());
        const auto column = [&](int at, const char* meaning) {
            auto* box = desk.visible<QComboBox>(qPrintable(QStringLiteral("recordColumn%1").arg(at)));
            box->setFocus();
            box->lineEdit()->selectAll();
            QTest::keyClicks(box, QString::fromUtf8(meaning));
        };
        column(0, "date");
        press(desk, "recordColumnsBring");
        QVERIFY(desk.programme().weather.empty()); // nothing is measured yet
        QVERIFY(desk.find<QWidget>("recordColumns")->isVisible());
        column(1, "rain (mm)");
        press(desk, "recordColumnsBring");
        QCOMPARE(desk.programme().weather.size(), std::size_t(1));
        QVERIFY(!desk.find<QWidget>("recordColumns")->isVisible());
        desk.trigger("editUndo");
        press(desk, "weatherBring");
        QCOMPARE(desk.programme().weather.size(), std::size_t(1));
        QVERIFY(!desk.find<QWidget>("recordColumns")->isVisible());
        desk.trigger("editUndo");
        desk.dialogs.open = table.fileName();
        press(desk, "weatherBring");
        QCOMPARE(desk.programme().weather.size(), std::size_t(1));
        auto* calendars = desk.visible<QComboBox>("weatherCalendar");
        calendars->setCurrentIndex(calendars->findText(QStringLiteral("open")));
        emit calendars->activated(calendars->currentIndex());
        press(desk, "weatherThresholdAdd");
        cell(desk, "weatherThresholds", 0, "above", QStringLiteral("14.5"));
        QCOMPARE(desk.programme().thresholds[0].above, std::optional(Decimal(145, 1)));
        QCOMPARE(shown(desk, "weatherMonths", 0, "lost"), QStringLiteral("2"));
        QCOMPARE(shown(desk, "weatherMonths", 0, "days"), QStringLiteral("3 Mar 15 m/s, 4 Mar 15 m/s"));
        cell(desk, "weatherThresholds", 0, "above", QStringLiteral("gale"));
        QCOMPARE(desk.programme().thresholds[0].above, std::optional(Decimal(145, 1)));
        auto& chart = *desk.find<LostChart>("lostChart");
        QTest::mouseClick(&chart, Qt::LeftButton, {}, chart.columnOf(0).center());
        QCOMPARE(chart.chosen(), dateFrom(2027, 3, 1));
        desk.visible<QPushButton>("weatherEvent")->menu()->actions().first()->trigger();
        QCOMPARE(desk.programme().events.size(), std::size_t(1));
        QVERIFY(desk.programme().events[0].description.starts_with(
            "2 days lost in 2027-03 on open, 0 of them allowed for"));
        desk.trigger("editUndo");
        QVERIFY(desk.programme().events.empty());
        // A day by hand; a unit that is not kept is refused, nothing takes the figure away.
        const auto type = [&](const char* field, const QString& text) {
            auto* edit = desk.visible<QLineEdit>(field);
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, text);
        };
        desk.visible<QComboBox>("weatherMeasure")->setCurrentText(QStringLiteral("wind (m/s)"));
        type("weatherDay", QStringLiteral("5 Mar 2027"));
        type("weatherFigure", QStringLiteral("19.5"));
        QTest::keyClick(desk.visible<QLineEdit>("weatherFigure"), Qt::Key_Return);
        QCOMPARE((*figuresOf(desk.programme().weather[0]))[4], std::optional(Decimal(195, 1)));
        QCOMPARE(desk.visible<QLineEdit>("weatherDay")->text(), QStringLiteral("6 Mar 2027"));
        QCOMPARE(shown(desk, "weatherMonths", 0, "lost"), QStringLiteral("3"));
        desk.visible<QComboBox>("weatherMeasure")->setCurrentText(QStringLiteral("wind (kn)"));
        type("weatherFigure", QStringLiteral("30"));
        press(desk, "weatherEnter");
        QCOMPARE((*figuresOf(desk.programme().weather[0]))[5], std::optional(Decimal(5)));
        press(desk, "weatherStation");
        QVERIFY(words(desk, "weatherWords").endsWith(QStringLiteral("made up by the simulated station")));
    }
};

QTEST_MAIN(OddsPageTest)
#include "odds_page_test.moc"
