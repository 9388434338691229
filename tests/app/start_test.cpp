// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Where one begins: a new job from a few fields, jobs of late with what stands in them, one like another, and back.
#include "app/guide/guided_job.h"
#include "app/window/start_page.h"
#include "desk.h"
#include "edit/new_job.h"
#include "store/file.h"
#include "support/any_edit.h"
#include "support/late_access.h"
#include "support/random_programme.h"

#include <QComboBox>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class StartTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    static void press(Desk& desk, const char* button) {
        QTest::mouseClick(desk.visible<QPushButton>(button), Qt::LeftButton);
        QApplication::processEvents();
    }
    static void type(Desk& desk, const char* field, const QString& text) {
        auto* edit = desk.visible<QLineEdit>(field);
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
    }
    static Programme road(int days) {
        Builder b;
        b.task("A", days).milestone("M").link("A", "M").section("S1", "M", "2027-03-12", 1000);
        b.programme.job.title = "Road";
        return b.programme;
    }
    static std::vector<QPushButton*> jobs(Desk& desk) {
        std::vector<QPushButton*> all;
        for (auto* one : desk.find<StartPage>("startPage")->findChildren<QPushButton*>(QStringLiteral("startJob")))
            if (one->isVisible()) all.push_back(one);
        return all;
    }

private slots:
    /// What is asked for makes the job; what cannot be is said in place, and nothing is lost meanwhile.
    void aNewJob() {
        Desk desk(road(5), m_folder.filePath(QStringLiteral("new.ini")));
        const Programme before = desk.programme();
        desk.trigger("fileNew");
        QVERIFY(desk.visible<QLineEdit>("newName")->hasFocus());
        QTest::keyClicks(desk.visible<QLineEdit>("newName"), QStringLiteral("Tarrow bypass"));
        type(desk, "newStart", QStringLiteral("6 Mar 2027")); // a Saturday
        type(desk, "newHours", QStringLiteral("7:30-12, 12:30-16"));
        desk.visible<QComboBox>("newDays")->setCurrentIndex(3);
        desk.visible<QComboBox>("newHolidays")->setCurrentIndex(2);
        type(desk, "newCurrency", QStringLiteral("eur"));
        type(desk, "newStart", QStringLiteral("someday"));
        press(desk, "newMake");
        QVERIFY(!desk.visible<QLabel>("newFault")->text().isEmpty());
        QVERIFY(desk.programme() == before);
        type(desk, "newStart", QStringLiteral("6 Mar 2027"));
        type(desk, "newCurrency", QStringLiteral("pounds"));
        press(desk, "newMake");
        QVERIFY(desk.visible<QLabel>("newFault")->text().contains(QStringLiteral("three letters")));
        type(desk, "newCurrency", QStringLiteral("eur"));
        QTest::keyClick(desk.visible<QLineEdit>("newCurrency"), Qt::Key_Return);
        const Programme& made = desk.programme();
        QCOMPARE(made.job.title, std::string("Tarrow bypass"));
        QCOMPARE(made.job.currency, std::string("EUR"));
        QCOMPARE(made.calendars[0].dayMinutes, std::optional<Minutes>(480));
        QVERIFY(made.calendars[0].week[3]->size() == 2 && made.calendars[0].week[4]->empty());
        QVERIFY(made.calendars[0].exceptions.size() >= 8); // Scotland's
        QCOMPARE(made.job.start, *parseInstant("2027-03-08T07:30"));
        QVERIFY(desk.find<QWidget>("programmeStage")->isVisible());
        // Escape leads back to the job without a new one.
        desk.trigger("fileNew");
        QTest::keyClick(desk.visible<QLineEdit>("newName"), Qt::Key_Escape);
        QTest::keyClick(desk.find<StartPage>("startPage"), Qt::Key_Escape);
        QVERIFY(desk.find<QWidget>("programmeStage")->isVisible());
        QCOMPARE(desk.programme().job.title, std::string("Tarrow bypass"));
    }

    /// Each template is a whole job without a fault, in time, that can be moved to another start and another country.
    void templates() {
        Desk desk(road(5), m_folder.filePath(QStringLiteral("templates.ini")));
        for (const QString& name : StartPage::patterns()) {
            const auto pattern = StartPage::readPattern(name);
            QVERIFY2(pattern.ok(), pattern.ok() ? "" : pattern.error().sentence().c_str());
            QVERIFY(pattern->activities.size() >= 20 && !pattern->bill.empty() && !pattern->book.empty());
            QVERIFY(faultsOf(*pattern).empty());
            const Schedule dates = schedule(*pattern);
            QVERIFY2(dates.ok() && dates.problems.empty(), qPrintable(name));
            QVERIFY2(*dates.sections[0].daysLate <= 0, qPrintable(name));
            desk.trigger("startPage");
            press(desk, qPrintable(QStringLiteral("startTemplate_") + name));
            QVERIFY(!desk.find<QLineEdit>("newHours")->isVisible());
            type(desk, "newName", QStringLiteral("My ") + name);
            type(desk, "newStart", QStringLiteral("5 Jun 2028"));
            desk.visible<QComboBox>("newHolidays")->setCurrentIndex(1);
            press(desk, "newMake");
            const Programme& made = desk.programme();
            QCOMPARE(made.job.title, ("My " + name).toStdString());
            QCOMPARE(dateOf(made.job.start), dateFrom(2028, 6, 5));
            QCOMPARE(made.activities.size(), pattern->activities.size());
            QCOMPARE(made.sections[0].completion - dateFrom(2028, 6, 5),
                     pattern->sections[0].completion - dateOf(pattern->job.start));
            const Calendar& calendar = *made.calendars.row(made.job.defaultCalendar);
            QVERIFY(calendar.exceptions.size() >= 8);
            QVERIFY(faultsOf(made).empty());
        }
        QVERIFY(!StartPage::readPattern(QStringLiteral("castle")).ok());
    }

    /// Files that were opened stand there with what is in them; one that is gone, or broken, says so; a click opens.
    void jobsOfLate() {
        const QString good = m_folder.filePath(QStringLiteral("good.yarrin")),
                      late = m_folder.filePath(QStringLiteral("late.yarrin.json")),
                      broken = m_folder.filePath(QStringLiteral("broken.yarrin"));
        QVERIFY(writeProgramme(road(5), good.toStdString(), FileFormat::native).ok());
        QVERIFY(writeProgramme(road(12), late.toStdString(), FileFormat::json).ok());
        QFile file(broken);
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write("SQLite format 3") > 0);
        file.close();
        const QString ini = m_folder.filePath(QStringLiteral("late.ini"));
        QSettings(ini, QSettings::IniFormat)
            .setValue(QStringLiteral("recent"),
                      QStringList{good, late, broken, m_folder.filePath(QStringLiteral("gone.yarrin"))});
        Desk desk(road(5), ini);
        desk.trigger("startPage");
        QCOMPARE(jobs(desk).size(), std::size_t(4));
        auto* page = desk.find<StartPage>("startPage");
        QTRY_VERIFY(!page->isWorking());
        QStringList words;
        for (auto* label : page->findChildren<QLabel*>()) words << label->text();
        const QString all = words.join(QLatin1Char('\n'));
        QVERIFY2(all.contains(QStringLiteral("2 activities · ends 5 Mar 2027 · in time")), qPrintable(all));
        // Twelve days end on Tuesday the 16th, four days after the 12th.
        QVERIFY2(all.contains(QStringLiteral("ends 16 Mar 2027 · S1 4 days late")), qPrintable(all));
        QVERIFY(all.contains(QStringLiteral("it is not there any more")));
        QCOMPARE(jobs(desk)[0]->text(), QStringLiteral("Road"));
        QTest::mouseClick(jobs(desk)[1], Qt::LeftButton);
        QCOMPARE(desk.document().path(), late);
        QVERIFY(desk.table().isVisible());
        desk.trigger("startPage");
        QTest::mouseClick(desk.visible<QPushButton>("startForget"), Qt::LeftButton);
        QApplication::processEvents();
        QCOMPARE(jobs(desk).size(), std::size_t(3));
        QCOMPARE(desk.settings.value(QStringLiteral("recent")).toStringList().size(), qsizetype(3));
    }

    /// With a job like another its ways go on, not its work; whatever it was, the new one can be written and read.
    void likeAnother() {
        const QString other = m_folder.filePath(QStringLiteral("other.yarrin"));
        Programme from = road(5);
        BookItem item;
        item.id = BookItemId{1};
        item.key = "K1";
        item.name = "Kerb";
        item.unit = "m";
        item.outputPerCrewDay = Decimal(10);
        from.book.append(item);
        QVERIFY(writeProgramme(from, other.toStdString(), FileFormat::native).ok());
        Desk desk(road(5), m_folder.filePath(QStringLiteral("like.ini")));
        desk.dialogs.open = other;
        desk.trigger("startPage");
        press(desk, "startLike");
        QVERIFY(desk.programme().activities.empty() && desk.programme().sections.empty());
        QVERIFY(desk.programme().calendars == from.calendars && desk.programme().book == from.book);
        for (std::uint32_t seed = 1; seed <= 30; ++seed) {
            Programme p = randomProgramme(seed, {.activities = 30});
            std::mt19937 random(seed);
            for (int i = 0; i < 60; ++i) {
                Transaction tx(p);
                if (anyEdit(tx, random).ok() && faultsOf(tx.programme()).empty())
                    (void)tx.commit("edit");
                else
                    tx.rollBack();
            }
            const Programme like = likeJob(p);
            const auto faults = faultsOf(like);
            QVERIFY2(faults.empty(), faults.empty() ? "" : faults[0].sentence().c_str());
            QVERIFY(like.activities.empty() && like.events.empty() && like.bill.empty());
            QCOMPARE(like.calendars.size(), p.calendars.size());
            QCOMPARE(like.sequences.size(), p.sequences.size());
        }
    }

    /// Out as the plan of a building model, in again as a new job, and into one that is open, in one step; what cannot
    /// be read is told, and nothing is lost.
    void planOfAModel() {
        Programme from = road(5);
        addLateAccess(from);
        Desk desk(from, m_folder.filePath(QStringLiteral("plan.ini")));
        const QString path = m_folder.filePath(QStringLiteral("road.ifc"));
        desk.dialogs.save = desk.dialogs.open = path;
        desk.trigger("fileExport");
        QVERIFY2(desk.notice().contains(QLatin1String("1 event of delay")), qPrintable(desk.notice()));
        desk.trigger("startPage");
        press(desk, "startPlan");
        QVERIFY(desk.visible<QPushButton>("planNew")->hasFocus());
        QVERIFY2(desk.visible<QLabel>("planWords")->text().startsWith(QLatin1String("2 activities")),
                 qPrintable(desk.visible<QLabel>("planWords")->text()));
        press(desk, "planLeave");
        QCOMPARE(desk.programme().activities.size(), std::size_t(2));
        // Into the job that is open: what is taken has other ids, the dates of both stay.
        press(desk, "startPlan");
        press(desk, "planInto");
        const Programme& both = desk.programme();
        QCOMPARE(both.activities.size(), std::size_t(4));
        QCOMPARE(QString::fromStdString(both.activities[2].key), QStringLiteral("A-2"));
        QCOMPARE(QString::fromStdString(both.breakdown[0].name), QStringLiteral("Road"));
        QVERIFY(both.activities[2].breakdown == both.breakdown[0].id && both.links.size() == 2);
        QCOMPARE(both.calendars.size(), from.calendars.size()); // the same ones, not again
        QVERIFY(desk.table().isVisible());
        QCOMPARE(desk.document().schedule().activities[2].earlyFinish,
                 desk.document().schedule().activities[0].earlyFinish);
        desk.trigger("editUndo");
        QCOMPARE(desk.programme().activities.size(), std::size_t(2));
        // A new job in place of the one that is open.
        desk.trigger("importPlan");
        press(desk, "planNew");
        QVERIFY(desk.programme().events.empty() && desk.programme().activities.size() == 2);
        QVERIFY(desk.document().path().isEmpty());
        // Of a file with several schedules another is chosen.
        const QString several = m_folder.filePath(QStringLiteral("several.ifc"));
        QFile two(several);
        QVERIFY(two.open(QIODevice::WriteOnly));
        two.write(
            "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('a','2027-01-01T00:00:00',(''),(''),"
            "'O','O','');\nFILE_SCHEMA(('IFC4'));\nENDSEC;\nDATA;\n"
            "#1=IFCWORKSCHEDULE('1',$,'As bid',$,$,$,$,$,$,$,$,$,$,.BASELINE.);\n"
            "#2=IFCTASK('2',$,'Once',$,$,'1',$,$,$,.F.,$,$,.NOTDEFINED.);\n"
            "#3=IFCRELASSIGNSTOCONTROL('3',$,$,$,(#2),$,#1);\n"
            "#4=IFCWORKSCHEDULE('4',$,'Now',$,$,$,$,$,$,$,$,$,$,.PLANNED.);\n"
            "#5=IFCTASK('5',$,'Next',$,$,'2',$,$,$,.F.,$,$,.NOTDEFINED.);\n"
            "#6=IFCRELASSIGNSTOCONTROL('6',$,$,$,(#5),$,#4);\nENDSEC;\nEND-ISO-10303-21;\n");
        two.close();
        desk.dialogs.open = several;
        desk.trigger("importPlan");
        auto* which = desk.visible<QComboBox>("planSchedule");
        QCOMPARE(which->currentText(), QStringLiteral("Now, with 1 task"));
        which->setFocus();
        QTest::keyClick(which, Qt::Key_Up);
        QCOMPARE(which->currentText(), QStringLiteral("As bid, with 1 task"));
        press(desk, "planNew");
        QCOMPARE(QString::fromStdString(desk.programme().activities[0].name), QStringLiteral("Once"));
        desk.dialogs.open = path;
        // Damaged: told by row, nothing changes.
        QFile file(path);
        QVERIFY(file.open(QIODevice::ReadWrite));
        QByteArray text = file.readAll();
        text.replace(text.indexOf("IFCRELSEQUENCE(") + 15, 1, "#9999");
        file.resize(0);
        file.write(text);
        file.close();
        const Programme before = desk.programme();
        desk.trigger("importPlan");
        QVERIFY2(desk.notice().contains(QLatin1String("oad.ifc: line ")), qPrintable(desk.notice()));
        QVERIFY(desk.programme() == before);
    }

    /// The guided job goes on when something is done, whichever way, and leads to where it is done.
    void guidedJob() {
        Desk desk(road(5), m_folder.filePath(QStringLiteral("guided.ini")));
        auto& strip = *desk.find<GuidedJob>("guidedJob");
        QVERIFY(!strip.isVisible());
        desk.trigger("startPage");
        press(desk, "startGuided");
        QVERIFY(strip.isVisible() && strip.step() == 0 && desk.visible<QLineEdit>("newName")->hasFocus());
        // What the job had that was open before counts for nothing.
        QVERIFY(desk.visible<QLabel>("guidedTitle")->text().startsWith(QLatin1String("1 of 12")));
        press(desk, "newMake");
        QCOMPARE(strip.step(), 1);
        press(desk, "guidedShow");
        QVERIFY(desk.find<QWidget>("siteTimeStage")->isVisible());
        press(desk, "guidedSkip");
        QCOMPARE(strip.step(), 2);
        press(desk, "guidedShow");
        press(desk, "locationAdd");
        QCOMPARE(strip.step(), 2);
        press(desk, "locationAdd");
        QCOMPARE(strip.step(), 3);
        press(desk, "guidedShow");
        desk.visible<QPushButton>("sequenceTrades")->menu()->actions().first()->trigger();
        QApplication::processEvents();
        QCOMPARE(strip.step(), 4);
        // Taken back, it is to be done again.
        desk.trigger("editUndo");
        QCOMPARE(strip.step(), 3);
        desk.trigger("editRedo");
        press(desk, "guidedSkip");
        desk.trigger("stage5");
        desk.trigger("addFinishMilestone");
        QCOMPARE(strip.step(), 6);
        for (int i = 0; i < 5; ++i) press(desk, "guidedSkip");
        QCOMPARE(strip.step(), 11);
        desk.dialogs.save = m_folder.filePath(QStringLiteral("guided.yarrin"));
        press(desk, "guidedShow");
        QCOMPARE(strip.step(), GuidedJob::steps());
        press(desk, "guidedLeave");
        QVERIFY(!strip.isVisible());
    }

    /// The first time on a stage it tells what it is for, until that was read; the guide has more.
    void firstLooks() {
        Desk desk(road(5), m_folder.filePath(QStringLiteral("first.ini")));
        auto& look = *desk.find<QWidget>("firstLook");
        desk.trigger("stage1");
        QVERIFY(!look.isVisible()); // not wanted yet
        desk.window.showFirstLooks();
        QStringList told;
        for (int stage = 1; stage <= 9; ++stage) {
            desk.trigger(qPrintable(QStringLiteral("stage%1").arg(stage)));
            QVERIFY(look.isVisible());
            const QString words = desk.find<QLabel>("firstLookWords")->text();
            QCOMPARE(words.count(QLatin1Char('\n')), qsizetype(2));
            QVERIFY(!told.contains(words));
            told << words;
        }
        press(desk, "firstLookClose");
        QVERIFY(!look.isVisible());
        desk.trigger("stage1");
        QVERIFY(look.isVisible());
        press(desk, "firstLookGuide");
        QVERIFY(desk.find<QWidget>("guideStage")->isVisible() && !look.isVisible());
        for (const char* stage : {"stage1", "stage9"}) {
            desk.trigger(stage);
            QVERIFY(!look.isVisible());
        }
        desk.settings.setValue(QStringLiteral("hints"), false);
        desk.trigger("stage2");
        QVERIFY(!look.isVisible());
        desk.trigger("firstLooks");
        QVERIFY(look.isVisible());
    }
};

QTEST_MAIN(StartTest)
#include "start_test.moc"
