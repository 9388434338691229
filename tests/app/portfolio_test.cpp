// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Several jobs of a folder: listed and drawn without being opened, opened by a double click, and what closing a job
// leaves for the next look.
#include "app/portfolio/portfolio_stage.h"
#include "app/table/list_page.h"
#include "desk.h"
#include "store/file.h"

#include <QDir>
#include <QFile>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class PortfolioTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_root;

    static Programme job(const std::string& title, int days) {
        Builder b;
        b.task("A", days).milestone("M").link("A", "M").section("S1", "M", "2027-03-12", 1000);
        b.programme.job.title = title;
        return b.programme;
    }
    QString path(const char* name) { return m_root.filePath(QString::fromLatin1(name)); }
    static QString cell(Desk& desk, int row, const char* column) {
        GridView& grid = *desk.find<GridView>("portfolioJobs");
        auto* model = static_cast<GridModel*>(grid.model());
        return model->index(row, model->columnOf(QString::fromLatin1(column))).data().toString();
    }

private slots:
    void seen() {
        QDir(m_root.path()).mkpath(QStringLiteral("jobs"));
        const QString road = path("jobs/a road.yarrin"), bridge = path("jobs/b bridge.yarrin.json");
        QVERIFY(writeProgramme(job("Road", 5), road.toStdString(), FileFormat::native).ok());
        QVERIFY(writeProgramme(job("Bridge", 12), bridge.toStdString(), FileFormat::json).ok());
        QFile none(path("jobs/c none.yarrin"));
        QVERIFY(none.open(QIODevice::WriteOnly) && none.write("none") > 0);
        none.close();
        Desk desk(job("Other", 3), path("s.ini"));
        desk.trigger("openPortfolio");
        auto* stage = desk.find<PortfolioStage>("portfolioStage");
        QVERIFY(!stage->isWorking());
        desk.dialogs.open = path("jobs");
        QTest::mouseClick(desk.visible<QPushButton>("portfolioFolder"), Qt::LeftButton);
        QTRY_VERIFY(!stage->isWorking());
        QCOMPARE(desk.find<QLabel>("portfolioWords")->text(),
                 QStringLiteral("jobs · 2 jobs · 1 late · 1 file that is none"));
        auto& grid = *desk.find<GridView>("portfolioJobs");
        QCOMPARE(grid.model()->rowCount(), 3);
        QCOMPARE(cell(desk, 0, "job"), QStringLiteral("Road"));
        QCOMPARE(cell(desk, 0, "late"), QStringLiteral("-7"));
        QCOMPARE(cell(desk, 1, "late"), QStringLiteral("4"));
        QCOMPARE(cell(desk, 1, "forecast"), QStringLiteral("16 Mar 2027"));
        QVERIFY(cell(desk, 2, "job").startsWith(QStringLiteral("c none.yarrin: ")));
        // The chart has the same rows: chosen here, chosen there.
        auto* chart = desk.find<PortfolioChart>("portfolioChart");
        QTest::mouseClick(chart, Qt::LeftButton, {}, chart->rowAt(1).center());
        QCOMPARE(grid.currentIndex().row(), 1);
        QVERIFY(chart->xOf(dateFrom(2027, 3, 16)) > chart->xOf(dateFrom(2027, 3, 12)));
        // A file that is none says why, another is opened.
        QTest::mouseDClick(chart, Qt::LeftButton, {}, chart->rowAt(2).center());
        QVERIFY(!desk.document().path().endsWith(QStringLiteral("none.yarrin")));
        grid.selectRow(0);
        QTest::keyClick(&grid, Qt::Key_Return);
        QCOMPARE(desk.document().path(), road);
        QVERIFY(desk.table().isVisible());
        // What is changed and closed says where it stands.
        QVERIFY(!keptSummary(road.toStdString()));
        QVERIFY(desk.document()
                    .perform(QStringLiteral("longer"),
                             [&](Transaction& tx) { return setDuration(tx, desk.id("A"), "12d"); })
                    .ok());
        desk.newJob();
        const auto kept = keptSummary(road.toStdString());
        QVERIFY(kept && kept->worst() && kept->worst()->daysLate == 4);
        desk.trigger("openPortfolio");
        QTRY_VERIFY(!stage->isWorking());
        QCOMPARE(cell(desk, 0, "late"), QStringLiteral("4"));
        QTest::keyClick(&grid, Qt::Key_Escape);
        QVERIFY(!stage->isVisible());
    }

    /// A milestone of another job is picked for what is selected; it moves, which is told when the job is opened again
    /// and taken over by a button, as one step.
    void awaited() {
        QDir(m_root.path()).mkpath(QStringLiteral("awaited"));
        const QString road = path("awaited/road.yarrin"), own = path("awaited/own.yarrin");
        QVERIFY(writeProgramme(job("Road", 5), road.toStdString(), FileFormat::native).ok());
        Desk desk(job("Own", 2), path("a.ini"));
        desk.window.viewState().select(desk.id("A"));
        desk.trigger("pickAwaited");
        QVERIFY(desk.notice().contains(QStringLiteral("Save this job first")));
        desk.dialogs.save = own;
        desk.trigger("fileSaveAs");
        QApplication::processEvents();
        QTest::mouseClick(desk.visible<QPushButton>("cardAwait"), Qt::LeftButton);
        const auto list = [&] { return desk.visible<QListWidget>("awaitedList"); };
        QCOMPARE(list()->count(), 1);
        QCOMPARE(list()->item(0)->text(), QStringLiteral("M M of Road, 5 Mar 2027"));
        // A second file of a job of that name is told by its file.
        QTest::keyClick(desk.visible<QLineEdit>("awaitedWords"), Qt::Key_Escape);
        QVERIFY(QFile::copy(road, path("awaited/again.yarrin")));
        desk.trigger("pickAwaited");
        QCOMPARE(list()->count(), 2);
        QCOMPARE(list()->item(0)->text(), QStringLiteral("M M of Road, 5 Mar 2027  (again.yarrin)"));
        QTest::keyClick(desk.visible<QLineEdit>("awaitedWords"), Qt::Key_Escape);
        QVERIFY(QFile::remove(path("awaited/again.yarrin")));
        desk.trigger("pickAwaited");
        auto* words = desk.visible<QLineEdit>("awaitedWords");
        QTest::keyClicks(words, QStringLiteral("quay"));
        QCOMPARE(list()->item(0)->text(), QStringLiteral("No milestone has these words."));
        QTest::keyClick(words, Qt::Key_Return);
        QVERIFY(!desk.document().programme().activities[0].awaited);
        words->clear();
        QTest::keyClicks(words, QStringLiteral("road"));
        QTest::keyClick(words, Qt::Key_Return);
        const auto start = [&] { return desk.document().schedule().activities[0].earlyStart; };
        QVERIFY(start() == *parseInstant("2027-03-08T08:00"));
        QApplication::processEvents();
        QCOMPARE(desk.find<QLabel>("cardAwaited")->text(), QStringLiteral("M M of Road, 5 Mar 2027"));
        desk.trigger("lookAtAwaited");
        QTRY_VERIFY(desk.notice().contains(QStringLiteral("has their dates")) ||
                    desk.notice().contains(QStringLiteral("have their dates")) || !desk.notice().isEmpty());
        desk.trigger("fileSave");
        desk.newJob();
        QVERIFY(writeProgramme(job("Road", 10), road.toStdString(), FileFormat::native).ok());
        QVERIFY(desk.window.openFile(own));
        QTRY_VERIFY(desk.notice().contains(QStringLiteral("5 Mar 2027, now 12 Mar 2027, 7 days later")));
        QVERIFY(start() == *parseInstant("2027-03-08T08:00")); // nothing moves by itself
        // What was found of one job is not told of the next, however soon that comes.
        Keeping soon;
        soon.pageMilliseconds = 0;
        desk.document().keeper().setKeeping(soon);
        QVERIFY(desk.window.openFile(own));
        desk.newJob();
        QTest::qWait(300);
        QVERIFY(!desk.notice().contains(QStringLiteral("waits for")) ||
                !desk.window.findChild<ProgrammeStage*>()->notice().isVisible());
        QVERIFY(desk.window.openFile(own));
        QTRY_VERIFY(desk.notice().contains(QStringLiteral("5 Mar 2027, now 12 Mar 2027, 7 days later")));
        QTest::mouseClick(desk.visible<QPushButton>("noticeAnswer"), Qt::LeftButton);
        QVERIFY(start() == *parseInstant("2027-03-15T08:00"));
        desk.trigger("editUndo");
        QVERIFY(start() == *parseInstant("2027-03-08T08:00"));
        // Saved in another folder it goes on to find the other job; the file that is left does so from its own.
        const auto file = [](const Programme& programme) { return programme.activities[0].awaited->file; };
        QDir(m_root.path()).mkpath(QStringLiteral("awaited/deeper"));
        desk.dialogs.save = path("awaited/deeper/own.yarrin");
        desk.trigger("fileSaveAs");
        QCOMPARE(file(desk.document().programme()), std::string("../road.yarrin"));
        desk.trigger("lookAtAwaited");
        QTRY_VERIFY(desk.notice().contains(QStringLiteral("5 Mar 2027, now 12 Mar 2027, 7 days later")));
        QCOMPARE(file(*readProgramme(own.toStdString())), std::string("road.yarrin"));
        desk.dialogs.save = path("needs.yarrin.json");
        desk.trigger("fileSaveAs");
        QVERIFY(!desk.document().isModified());
        QCOMPARE(file(*readProgramme(desk.dialogs.save.toStdString())), std::string("awaited/road.yarrin"));
        // Under another name in the same folder nothing is to be changed.
        desk.dialogs.save = path("again.yarrin");
        desk.trigger("fileSaveAs");
        QCOMPARE(file(desk.document().programme()), std::string("awaited/road.yarrin"));
        QVERIFY(start() == *parseInstant("2027-03-08T08:00"));
        desk.window.viewState().select(desk.id("A"));
        QApplication::processEvents();
        QTest::mouseClick(desk.visible<QPushButton>("cardAwaitedOff"), Qt::LeftButton);
        QVERIFY(start() == *parseInstant("2027-03-01T08:00"));
    }

    /// What all jobs need of a trade, and what is typed of what the firm has.
    void needs() {
        QDir(m_root.path()).mkpath(QStringLiteral("needs"));
        for (const auto& [name, number] : {std::pair("Road", 2), std::pair("Bridge", 3)}) {
            Programme p = job(name, 5);
            Resource fixer;
            fixer.id = ResourceId{1};
            fixer.key = "R1";
            fixer.name = "Fixer";
            p.resources.append(fixer);
            Activity a = p.activities[0];
            a.needs = {{ResourceId{1}, Decimal(number), {}}};
            p.activities.replace(0, a);
            QVERIFY(writeProgramme(p, path("needs").toStdString() + "/" + name + ".yarrin", FileFormat::native).ok());
        }
        Desk desk(job("Other", 3), path("needs.ini"));
        desk.trigger("openPortfolio");
        auto* stage = desk.find<PortfolioStage>("portfolioStage");
        stage->showNamed(path("needs"));
        QTRY_VERIFY(!stage->isWorking());
        GridView& grid = *desk.find<GridView>("portfolioNeeds");
        auto* model = static_cast<GridModel*>(grid.model());
        const auto at = [&](const char* column) {
            return model->index(0, model->columnOf(QString::fromLatin1(column)));
        };
        QCOMPARE(at("most").data().toString(), QStringLiteral("5"));
        QCOMPARE(at("jobs").data().toString(), QStringLiteral("Bridge 3 · Road 2"));
        typeInto(grid, at("has"), QStringLiteral("some"));
        QVERIFY(at("has").data().toString().isEmpty());
        typeInto(grid, at("has"), QStringLiteral("4"));
        QCOMPARE(at("over").data().toString(), QStringLiteral("1 month"));
        const auto kept = firmHasIn(path("needs").toStdString());
        QVERIFY(kept.ok() && *kept == (FirmHas{{"Fixer", 4}}));
        typeInto(grid, at("has"), QStringLiteral("6"));
        QVERIFY(at("over").data().toString().isEmpty());
    }

    /// A folder that is gone is told, and the list is empty.
    void gone() {
        Desk desk(job("Other", 3), path("gone.ini"));
        desk.settings.setValue(QStringLiteral("portfolio"), path("nowhere"));
        desk.trigger("openPortfolio");
        auto* stage = desk.find<PortfolioStage>("portfolioStage");
        QTRY_VERIFY(!stage->isWorking());
        QVERIFY(stage->notice().text().contains(QStringLiteral("cannot be read")));
        QCOMPARE(desk.find<GridView>("portfolioJobs")->model()->rowCount(), 0);
    }
};

QTEST_MAIN(PortfolioTest)
#include "portfolio_test.moc"
