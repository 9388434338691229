// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/progress/progress_stage.h"
#include "app/table/list_page.h"
#include "desk.h"

#include <QClipboard>
#include <QLabel>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class ProgressStageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    static ProgressStage& stage(Desk& desk) { return *desk.find<ProgressStage>("progressStage"); }
    static GridView& table(Desk& desk) { return *desk.find<GridView>("progressTable"); }
    static QModelIndex cell(Desk& desk, const char* key, const char* column) {
        auto* model = static_cast<GridModel*>(table(desk).model());
        for (int row = 0; row < model->rowCount(); ++row)
            if (model->index(row, 0).data().toString() == QLatin1String(key))
                return model->index(row, model->columnOf(QString::fromLatin1(column)));
        return {};
    }
    static void enter(Desk& desk, const char* key, const char* column, const QString& text) {
        typeInto(table(desk), cell(desk, key, column), text);
    }
    static void setDataDate(Desk& desk, const QString& date) {
        auto* edit = desk.find<QLineEdit>("dataDate");
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, date);
        QTest::keyClick(edit, Qt::Key_Return);
    }

private slots:
    void aFormGoesOutAndComesBackFilledIn() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.trigger("stage7");
        setDataDate(desk, QStringLiteral("11 Mar 2027"));
        for (const char* ending : {"csv", "xlsx"}) {
            desk.dialogs.save = m_folder.filePath(QStringLiteral("form.%1").arg(QLatin1String(ending)));
            QTest::mouseClick(desk.visible<QPushButton>("progressFormOut"), Qt::LeftButton);
            QVERIFY(QFile::exists(desk.dialogs.save));
            // As it is, it changes nothing.
            desk.dialogs.open = desk.dialogs.save;
            QTest::mouseClick(desk.visible<QPushButton>("progressFormIn"), Qt::LeftButton);
            QVERIFY2(stage(desk).notice().text().contains(QLatin1String("0 changed")),
                     qPrintable(stage(desk).notice().text()));
        }
        QFile filled(m_folder.filePath(QStringLiteral("filled.csv")));
        QVERIFY(filled.open(QIODevice::WriteOnly));
        filled.write("ID,Started,Finished,Done\nA010,1 Mar 2027,5 Mar 2027,\nA030,2 Mar 2027,,10\n");
        filled.close();
        desk.dialogs.open = filled.fileName();
        QTest::mouseClick(desk.visible<QPushButton>("progressFormIn"), Qt::LeftButton);
        QVERIFY(stage(desk).notice().text().contains(QLatin1String("2 changed")));
        QVERIFY(desk.programme().activities.row(desk.id("A010"))->actualFinish.has_value());
        QCOMPARE(desk.programme().activities.row(desk.id("A030"))->remaining, std::optional<Minutes>(3 * 480));
        // One impossible line, and nothing of it is entered.
        QVERIFY(filled.open(QIODevice::WriteOnly | QIODevice::Truncate));
        filled.write("ID,Started,Finished,Done\nA020,8 Mar 2027,,\nA030,2 Mar 2027,,100\n");
        filled.close();
        QTest::mouseClick(desk.visible<QPushButton>("progressFormIn"), Qt::LeftButton);
        QVERIFY2(stage(desk).notice().text().contains(QLatin1String("Row 3")), qPrintable(stage(desk).notice().text()));
        QVERIFY(!desk.programme().activities.row(desk.id("A020"))->actualStart);
        // The whole form is one step.
        desk.trigger("editUndo");
        QVERIFY(!desk.programme().activities.row(desk.id("A010"))->actualStart);
    }

    void linesSetWhatIsDoneAgainstThePlan() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.trigger("stage7");
        QTest::mouseClick(desk.visible<QPushButton>("progressLines"), Qt::LeftButton);
        QVERIFY(desk.find<QLabel>("earnedValue")->text().contains(QLatin1String("data date")));
        setDataDate(desk, QStringLiteral("8 Mar 2027"));
        QTest::mouseClick(desk.visible<QPushButton>("progressAll"), Qt::LeftButton);
        enter(desk, "A010", "start", QStringLiteral("1 Mar 2027"));
        enter(desk, "A010", "finish", QStringLiteral("5 Mar 2027"));
        QTest::mouseClick(desk.visible<QPushButton>("progressLines"), Qt::LeftButton);
        // Of the first week 5 and 4 crew-days were planned; A010's 5 are earned: SPI 5/9, CPI 1.
        const QString text = desk.find<QLabel>("earnedValue")->text();
        QVERIFY2(text.contains(QLatin1String(">0.56<")) && text.contains(QLatin1String(">1.00<")), qPrintable(text));
    }

    void anUpdateIsEnteredCellByCell() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.trigger("stage7");
        QCOMPARE(table(desk).model()->rowCount(), 0);
        setDataDate(desk, QStringLiteral("4 Mar 2027"));
        QVERIFY(desk.programme().job.dataDate);
        // A010 and A030 start on Monday the 1st; A020 waits for A010.
        QCOMPARE(table(desk).model()->rowCount(), 2);
        QCOMPARE(cell(desk, "A030", "state").data().toString(), QStringLiteral("should have started"));
        enter(desk, "A030", "start", QStringLiteral("2 Mar 2027"));
        QCOMPARE(cell(desk, "A030", "state").data().toString(), QStringLiteral("in hand"));
        enter(desk, "A030", "done", QStringLiteral("10"));
        // 30 of 40 m3 are left, three days at 10 a day.
        QCOMPARE(cell(desk, "A030", "left").data().toString(), QStringLiteral("3"));
        QCOMPARE(cell(desk, "A030", "forecast").data().toString(), QStringLiteral("8 Mar 2027"));
        QCOMPARE(cell(desk, "A030", "output").data().toString(), QStringLiteral("5 / 10 a day"));
        // At five a day the rest takes six.
        table(desk).selectRow(cell(desk, "A030", "id").row());
        QTest::mouseClick(desk.visible<QPushButton>("progressForecast"), Qt::LeftButton);
        QCOMPARE(cell(desk, "A030", "left").data().toString(), QStringLiteral("6"));
        desk.trigger("editUndo");
        QCOMPARE(cell(desk, "A030", "left").data().toString(), QStringLiteral("3"));
        // What cannot be stays in the cell with its reason.
        enter(desk, "A030", "finish", QStringLiteral("5 Mar 2027"));
        QVERIFY2(messageOn(table(desk)).contains(QLatin1String("data date")), qPrintable(messageOn(table(desk))));
        QVERIFY(!desk.programme().activities.row(desk.id("A030"))->actualFinish);
        QTest::keyClick(openEditor(table(desk)), Qt::Key_Escape);
        QTest::mouseClick(desk.visible<QPushButton>("progressAll"), Qt::LeftButton);
        QCOMPARE(table(desk).model()->rowCount(), 4);
        QTest::mouseClick(desk.visible<QPushButton>("progressInHand"), Qt::LeftButton);
        QCOMPARE(table(desk).model()->rowCount(), 1);
    }

    void anUpdateIsPastedFromASpreadsheet() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.trigger("stage7");
        setDataDate(desk, QStringLiteral("15 Mar 2027"));
        QTest::mouseClick(desk.visible<QPushButton>("progressAll"), Qt::LeftButton);
        const QModelIndex first = cell(desk, "A010", "start");
        table(desk).setCurrentIndex(first);
        QGuiApplication::clipboard()->setText(
            QStringLiteral("1 Mar 2027\t5 Mar 2027\n8 Mar 2027\t\n2 Mar 2027\t9 Mar 2027\n"));
        table(desk).paste();
        QVERIFY(desk.programme().activities.row(desk.id("A010"))->actualFinish);
        QVERIFY(desk.programme().activities.row(desk.id("A020"))->actualStart);
        QVERIFY(desk.programme().activities.row(desk.id("A030"))->actualFinish);
        desk.trigger("editUndo");
        QVERIFY2(!desk.programme().activities.row(desk.id("A010"))->actualStart, "a paste is one step");
    }

    /// The line for a new update is open, and another programme takes the place of the one it was opened for.
    void aNewUpdateIsBegunInANewProgramme() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.setKeeping({m_folder.filePath(QStringLiteral("unsaved2")),
                                "A. Planner",
                                [] { return std::string("2027-03-12 09:00:00 +00:00"); },
                                {},
                                20000});
        desk.dialogs.save = m_folder.filePath(QStringLiteral("first.yarrin"));
        desk.trigger("fileSaveAs");
        QVERIFY(desk.document().freeze(QStringLiteral("A"), QStringLiteral("Update"), QStringLiteral("n")).ok());
        desk.trigger("newUpdate");
        QVERIFY(desk.visible<QLineEdit>("updateDate")->isVisible());
        desk.newJob();
        QVERIFY2(!desk.find<QLineEdit>("updateDate")->isVisible(), "the line belongs to a programme that is gone");
        desk.trigger("newUpdate");
        auto* date = desk.visible<QLineEdit>("updateDate");
        date->selectAll();
        QTest::keyClicks(date, QStringLiteral("2027-04-01"));
        desk.visible<QPushButton>("updateBegin")->click();
        QVERIFY(desk.programme().job.dataDate);
    }

    /// A file of its own: the first update is nothing to keep, the second keeps the first as a revision.
    void aNewUpdateKeepsTheLastOne() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.setKeeping({m_folder.filePath(QStringLiteral("unsaved")),
                                "A. Planner",
                                [] { return std::string("2027-03-12 09:00:00 +00:00"); },
                                {},
                                20000});
        desk.dialogs.save = m_folder.filePath(QStringLiteral("job.yarrin"));
        desk.trigger("fileSaveAs");
        const auto revisions = [&] { return desk.document().keeper().file()->revisions().value().size(); };
        const auto begin = [&](const QString& date) {
            desk.trigger("newUpdate"); // Ctrl+U, from any stage
            auto* edit = desk.visible<QLineEdit>("updateDate");
            edit->selectAll();
            QTest::keyClick(edit, Qt::Key_Delete);
            QTest::keyClicks(edit, date);
            QTest::keyClick(edit, Qt::Key_Return);
            QApplication::processEvents();
        };
        desk.trigger("newUpdate");
        QVERIFY2(!desk.find<QWidget>("updateKeep")->isVisible(), "there is nothing to keep yet");
        QTest::keyClick(desk.visible<QLineEdit>("updateDate"), Qt::Key_Escape);
        QVERIFY(!desk.find<QWidget>("updateLine")->isVisible());
        begin(QStringLiteral("4 Mar 2027"));
        QCOMPARE(desk.programme().job.dataDate, std::optional(startOf(dateFrom(2027, 3, 4))));
        QCOMPARE(revisions(), std::size_t(0));
        enter(desk, "A030", "start", QStringLiteral("2 Mar 2027"));
        // Neither earlier, nor no day at all; then nothing is frozen either.
        for (const char* wrong : {"3 Mar 2027", "soon", ""}) {
            begin(QString::fromLatin1(wrong));
            QVERIFY2(!stage(desk).notice().text().isEmpty(), wrong);
            QVERIFY(desk.find<QWidget>("updateLine")->isVisible());
        }
        QCOMPARE(revisions(), std::size_t(0));
        begin(QStringLiteral("11 Mar 2027"));
        QCOMPARE(revisions(), std::size_t(1));
        const Revision kept = desk.document().keeper().file()->revisions().value().front();
        QCOMPARE(kept.dataDate, std::optional(startOf(dateFrom(2027, 3, 4))));
        QVERIFY(desk.document().keeper().file()->programmeOf(kept)->activities.row(desk.id("A030"))->actualStart);
        QVERIFY2(stage(desk).notice().text().contains(QString::fromStdString(kept.key)),
                 qPrintable(stage(desk).notice().text()));
        QCOMPARE(desk.programme().job.dataDate, std::optional(startOf(dateFrom(2027, 3, 11))));
        // The data date is taken back like any step; what was frozen stays, and is not frozen twice.
        desk.trigger("editUndo");
        QCOMPARE(desk.programme().job.dataDate, std::optional(startOf(dateFrom(2027, 3, 4))));
        desk.trigger("newUpdate");
        QVERIFY(desk.find<QLabel>("updateKept")->isVisible());
        QTest::mouseClick(desk.visible<QPushButton>("updateBegin"), Qt::LeftButton);
        QCOMPARE(desk.programme().job.dataDate, std::optional(startOf(dateFrom(2027, 4, 1)))); // four weeks on
        QCOMPARE(revisions(), std::size_t(1));
    }

    void aDataDateThatCannotBeStaysWithItsReason() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.trigger("stage7");
        setDataDate(desk, QStringLiteral("1 Jan 2020"));
        QVERIFY(!desk.programme().job.dataDate);
        QCOMPARE(desk.find<QLineEdit>("dataDate")->text(), QStringLiteral("1 Jan 2020"));
    }
};

QTEST_MAIN(ProgressStageTest)
#include "progress_stage_test.moc"
