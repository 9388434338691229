// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The stage Site time, driven with mouse and keyboard.
#include "app/base/look.h"
#include "app/sitetime/calendar_list.h"
#include "app/sitetime/site_time_stage.h"
#include "app/sitetime/week_chart.h"
#include "app/sitetime/year_chart.h"
#include "desk.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFile>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class SiteTimeStageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    struct Site : Desk {
        explicit Site(const QTemporaryDir& folder) : Desk(small(), folder.filePath(QStringLiteral("s.ini"))) {
            trigger("stage2");
            QApplication::processEvents();
            stage().yearChart().showYear(2027);
        }
        SiteTimeStage& stage() { return *window.findChild<SiteTimeStage*>(); }
        CalendarList& list() { return *find<CalendarList>("calendarList"); }
        WeekChart& week() { return stage().week(); }
        YearChart& year() { return stage().yearChart(); }
        const Calendar& calendar() { return *programme().calendars.row(stage().current()); }
        std::string work(int day) { return dayWorkText(*calendar().week[std::size_t(day)]); }
        QString said() { return stage().notice().text(); }

        QPoint at(int weekday, int minute) {
            const WeekLayout& l = week().layoutNow();
            return {int(l.x(weekday) + l.columnWidth / 2), int(std::lround(l.y(minute)))};
        }
        void drag(QWidget& on, QPoint from, QPoint to) {
            QTest::mousePress(&on, Qt::LeftButton, {}, from);
            QTest::mouseMove(&on, (from + to) / 2);
            QTest::mouseMove(&on, to);
            QTest::mouseRelease(&on, Qt::LeftButton, {}, to);
        }
        QPoint day(unsigned month, unsigned number) {
            const Box& box = year().layoutNow().day(dateFrom(year().year(), month, number))->box;
            return {int(box.x + box.width / 2) + 2, int(box.y + box.height / 2) + 2};
        }
        void type(const char* field, const char* text) {
            auto* line = find<QLineEdit>(field);
            line->setFocus();
            line->selectAll();
            QTest::keyClicks(line, QString::fromUtf8(text));
        }
        void press(const char* button) { QTest::mouseClick(find<QPushButton>(button), Qt::LeftButton); }
        void chooseInMenu(const char* menu, const QString& text) {
            auto* m = find<QMenu>(menu);
            emit m->aboutToShow();
            for (QAction* action : m->actions())
                if (action->text() == text) return action->trigger();
            qFatal("no %s in the menu", qPrintable(text));
        }
        QString finish() { return standing().blocks()[0].value; }
    };

private slots:
    void initTestCase() { applyLook(*qApp, false); }

    // The list marks the calendar that is shown, whatever programme comes.
    void theListMarksWhatIsShown() {
        Site at(m_folder);
        at.list().setCurrentRow(1);
        QCOMPARE(at.stage().current(), at.list().current());
        at.document().replace(Document::blank(dateFrom(2027, 3, 1)), {});
        QApplication::processEvents();
        QCOMPARE(at.stage().current(), at.programme().job.defaultCalendar);
        QCOMPARE(at.list().current(), at.stage().current());
        // Away from the stage, too.
        at.trigger("stage5");
        at.window.openDemo();
        at.trigger("stage2");
        QApplication::processEvents();
        QCOMPARE(at.stage().current(), at.programme().job.defaultCalendar);
        QCOMPARE(at.list().current(), at.stage().current());
    }

    // Drag a spell, make a holiday, see the finish move, take both back.
    void aDraggedSpellAndAHolidayMoveTheFinishAndUndoBringsItBack() {
        Site site(m_folder);
        QCOMPARE(site.finish(), QStringLiteral("10 Mar 2027"));
        const Programme before = site.programme();
        // Monday's afternoon ends at five; drag its end up to three.
        site.drag(site.week(), site.at(0, 1020), site.at(0, 900));
        QCOMPARE(site.work(0), std::string("08:00-12:00, 13:00-15:00"));
        // Forty hours from Mon 1 March end on Mon 8 at ten, and 24 more on Thursday at noon; by hand.
        QCOMPARE(site.finish(), QStringLiteral("11 Mar 2027"));
        QTest::mouseClick(&site.year(), Qt::LeftButton, {}, site.day(3, 2));
        site.type("dayName", "Regatta");
        site.press("daysOff");
        QCOMPARE(site.finish(), QStringLiteral("12 Mar 2027"));
        QCOMPARE(site.calendar().exceptions.size(), std::size_t(1));
        QCOMPARE(site.calendar().exceptions[0].name, std::string("Regatta"));
        QVERIFY(site.document().lastChange()->text.contains(QStringLiteral("Regatta")));
        QVERIFY(!site.document().lastChange()->ripple.moved.empty());
        site.trigger("editUndo");
        site.trigger("editUndo");
        QCOMPARE(site.finish(), QStringLiteral("10 Mar 2027"));
        QVERIFY(site.programme() == before);
    }

    void spellsAreDrawnMovedStretchedAndRemoved() {
        Site site(m_folder);
        site.drag(site.week(), site.at(5, 480), site.at(5, 720)); // Saturday had none
        QCOMPARE(site.work(5), std::string("08:00-12:00"));
        site.drag(site.week(), site.at(5, 600), site.at(5, 660)); // its middle: an hour later
        QCOMPARE(site.work(5), std::string("09:00-13:00"));
        site.drag(site.week(), site.at(5, 540), site.at(5, 480));
        QCOMPARE(site.work(5), std::string("08:00-13:00"));
        site.drag(site.week(), site.at(5, 600), site.at(5, 602)); // less than a snap
        QCOMPARE(site.work(5), std::string("08:00-13:00"));
        QTest::mouseClick(&site.week(), Qt::LeftButton, {}, site.at(5, 600));
        QTest::keyClick(&site.week(), Qt::Key_Down);
        QCOMPARE(site.work(5), std::string("08:15-13:15"));
        QTest::keyClick(&site.week(), Qt::Key_Up, Qt::ShiftModifier);
        QCOMPARE(site.work(5), std::string("08:15-13:00"));
        QTest::keyClick(&site.week(), Qt::Key_Delete);
        QCOMPARE(site.work(5), std::string());
        // A spell stops at its neighbour: the morning dragged down ends where the afternoon starts.
        site.drag(site.week(), site.at(0, 720), site.at(0, 900));
        QCOMPARE(site.work(0), std::string("08:00-13:00, 13:00-17:00"));
    }

    void aNightShiftIsOneSpellDraggedOrTyped() {
        Site site(m_folder);
        site.chooseInMenu("addCalendarMenu", QStringLiteral("Nights"));
        QCOMPARE(site.calendar().name, std::string("Nights"));
        site.week().typeTimes(0);
        auto* line = site.find<QLineEdit>("weekTimes");
        QVERIFY(line->isVisible());
        line->selectAll();
        QTest::keyClicks(line, QStringLiteral("20-6"));
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(site.work(0), std::string("20:00-30:00"));
        // Dragged on past midnight, below the foot of the column.
        site.week().typeTimes(5);
        line->selectAll();
        QTest::keyClicks(line, QStringLiteral("22-24"));
        QTest::keyClick(line, Qt::Key_Return);
        const WeekLayout& l = site.week().layoutNow();
        site.drag(site.week(), site.at(5, 1380), {site.at(5, 0).x(), int(l.y(1500))});
        QCOMPARE(site.work(5), std::string("23:45-25:45"));
    }

    void whatCannotBeIsRefusedAndTheCalendarStays() {
        Site site(m_folder);
        const Programme before = site.programme();
        auto* line = site.find<QLineEdit>("weekTimes");
        for (const char* wrong : {"8-12, 11-14", "8-25:61", "breakfast", "12-12"}) {
            site.week().typeTimes(1);
            line->selectAll();
            QTest::keyClicks(line, QString::fromLatin1(wrong));
            QTest::keyClick(line, Qt::Key_Return);
            QVERIFY2(!site.said().isEmpty(), wrong);
            QVERIFY(site.programme() == before);
        }
        // A week with no work: each day off but the last is fine, the last is refused.
        for (int day = 0; day < 5; ++day) {
            site.week().typeTimes(day);
            line->selectAll();
            QTest::keyClicks(line, QStringLiteral("none"));
            QTest::keyClick(line, Qt::Key_Return);
        }
        QVERIFY2(site.said().contains(QStringLiteral("no work")), qPrintable(site.said()));
        QCOMPARE(site.work(4), std::string("08:00-12:00, 13:00-17:00"));
        for (const char* wrong : {"31 February", "first Someday in May"}) {
            site.type("exceptionWhen", wrong);
            site.press("exceptionAdd");
            auto* fault = site.find<QLabel>("exceptionFault");
            QVERIFY2(fault->isVisible() && !fault->text().isEmpty(), wrong);
            QCOMPARE(site.find<QLineEdit>("exceptionWhen")->text(), QString::fromLatin1(wrong));
        }
        QVERIFY(site.calendar().exceptions.empty());
    }

    // A ten-hour shift read as 1.25 days is the classic mistake.
    void hoursADayFollowTheShiftAndWarnWhereTheyDoNot() {
        Site site(m_folder);
        auto* word = site.find<QLabel>("dayWord");
        QVERIFY2(word->text().contains(QStringLiteral("8 h reads as one day")), qPrintable(word->text()));
        site.week().typeTimes(0);
        auto* line = site.find<QLineEdit>("weekTimes");
        line->selectAll();
        QTest::keyClicks(line, QStringLiteral("7-12, 13-18"));
        QTest::keyClick(line, Qt::Key_Return);
        site.chooseInMenu("copyDayMenu", QStringLiteral("Monday to Friday"));
        QCOMPARE(site.work(4), std::string("07:00-12:00, 13:00-18:00"));
        QCOMPARE(*site.calendar().dayMinutes, Minutes(600)); // it followed
        QVERIFY(word->text().contains(QStringLiteral("10 h reads as one day")));
        site.type("hoursADay", "8");
        QTest::keyClick(site.find<QLineEdit>("hoursADay"), Qt::Key_Return);
        QCOMPARE(*site.calendar().dayMinutes, Minutes(480));
        QVERIFY2(word->text().contains(QStringLiteral("1.25 days")), qPrintable(word->text()));
    }

    void daysAreChosenByClickDragShiftControlAndWeekday() {
        Site site(m_folder);
        QTest::mouseClick(&site.year(), Qt::LeftButton, {}, site.day(5, 3));
        QTest::mouseClick(&site.year(), Qt::LeftButton, Qt::ShiftModifier, site.day(5, 7));
        QCOMPARE(site.year().chosen().size(), std::size_t(5));
        QTest::mouseClick(&site.year(), Qt::LeftButton, Qt::ControlModifier, site.day(6, 1));
        QTest::mouseClick(&site.year(), Qt::LeftButton, Qt::ControlModifier, site.day(5, 4));
        QCOMPARE(site.year().chosen().size(), std::size_t(5));
        site.drag(site.year(), site.day(7, 5), site.day(7, 9));
        QCOMPARE(site.year().chosen().size(), std::size_t(5));
        QCOMPARE(*site.year().chosen().begin(), dateFrom(2027, 7, 5));
        const Box& head = site.year().layoutNow().months[7].weekdays[2];
        QTest::mouseClick(&site.year(), Qt::LeftButton, {}, QPoint(int(head.x) + 5, int(head.y) + 6));
        QCOMPARE(site.year().chosen().size(), std::size_t(4)); // the Wednesdays of August 2027
        site.year().setFocus();
        QTest::keyClick(&site.year(), Qt::Key_Escape);
        QVERIFY(site.year().chosen().empty());
        QTest::keyClick(&site.year(), Qt::Key_Right);
        QTest::keyClick(&site.year(), Qt::Key_Down, Qt::ShiftModifier);
        QCOMPARE(site.year().chosen().size(), std::size_t(8));
    }

    void ownTimesBackToStandardAndEveryYear() {
        Site site(m_folder);
        QTest::mouseClick(&site.year(), Qt::LeftButton, {}, site.day(3, 6)); // a Saturday
        site.type("dayTimes", "8-12");
        site.press("daysWork");
        QCOMPARE(site.calendar().exceptions.back().work, (DayWork{{480, 720}}));
        QCOMPARE(site.finish(), QStringLiteral("10 Mar 2027"));
        site.press("daysBack");
        QVERIFY(site.calendar().exceptions.empty());
        QTest::mouseClick(&site.year(), Qt::LeftButton, {}, site.day(12, 24));
        QTest::mouseClick(&site.year(), Qt::LeftButton, Qt::ShiftModifier, site.day(12, 31));
        QTest::mouseClick(site.find<QCheckBox>("dayYearly"), Qt::LeftButton, {}, QPoint(8, 8));
        site.press("daysOff");
        QVERIFY(site.calendar().exceptions.back().yearly);
        QCOMPARE(site.calendar().exceptions.back().to, dateFrom(2027, 12, 31));
        // One day of a yearly shutdown taken back holds for that date alone.
        QTest::mouseClick(&site.year(), Qt::LeftButton, {}, site.day(12, 30));
        QTest::keyClick(&site.year(), Qt::Key_Backspace);
        QCOMPARE(site.calendar().exceptions.size(), std::size_t(2));
        QVERIFY(!site.year().layoutNow().day(dateFrom(2027, 12, 30))->work.empty());
        QVERIFY(site.year().layoutNow().day(dateFrom(2027, 12, 29))->work.empty());
    }

    void aMonthIsSeenLarge() {
        Site site(m_folder);
        const Box& title = site.year().layoutNow().months[4].title;
        QTest::mouseClick(&site.year(), Qt::LeftButton, {}, QPoint(int(title.x) + 6, int(title.y) + 8));
        QCOMPARE(site.year().month(), std::optional(5u));
        QVERIFY(site.year().layoutNow().months.size() == 1);
        QVERIFY(site.year().layoutNow().months[0].days[0].box.width > 40);
        QTest::mouseClick(site.find<QPushButton>("yearOn"), Qt::LeftButton);
        QCOMPARE(site.year().month(), std::optional(6u));
        site.year().setFocus();
        QTest::keyClick(&site.year(), Qt::Key_Escape);
        QVERIFY(!site.year().month());
    }

    void aDerivedCalendarFollowsItsBaseUnlessOverridden() {
        Site site(m_folder);
        site.chooseInMenu("holidaysMenu", QStringLiteral("Public holidays of Scotland"));
        const CalendarId base = site.stage().current();
        const std::size_t rules = site.calendar().exceptions.size();
        QCOMPARE(rules, std::size_t(9));
        site.chooseInMenu("holidaysMenu", QStringLiteral("Public holidays of Scotland"));
        QCOMPARE(site.calendar().exceptions.size(), rules); // not twice
        const QString name = QString::fromStdString(site.calendar().name);
        site.chooseInMenu("addCalendarMenu", QStringLiteral("One that follows “%1”").arg(name));
        auto* rename = site.list().findChild<QLineEdit*>(QStringLiteral("calendarNameEdit"));
        QVERIFY(rename);
        rename->selectAll();
        QTest::keyClicks(rename, QStringLiteral("Piling"));
        QTest::keyClick(rename, Qt::Key_Return);
        QApplication::processEvents();
        QCOMPARE(site.calendar().name, std::string("Piling"));
        QCOMPARE(site.calendar().extends, base);
        const CalendarId derived = site.stage().current();
        QCOMPARE(site.year().layoutNow().day(dateFrom(2027, 3, 26))->tone, DayTone::offFromBase);
        site.drag(site.week(), site.at(5, 480), site.at(5, 720));
        QCOMPARE(site.work(5), std::string("08:00-12:00"));
        QVERIFY(!site.calendar().week[0]); // Monday still comes from the base
        site.stage().choose(base);
        site.week().typeTimes(0);
        auto* line = site.find<QLineEdit>("weekTimes");
        line->selectAll();
        QTest::keyClicks(line, QStringLiteral("9-17"));
        QTest::keyClick(line, Qt::Key_Return);
        const auto resolved = resolve(site.programme().calendars.rows(), derived);
        QCOMPARE(dayWorkText(resolved->week[0]), std::string("09:00-17:00"));
        // The base may not extend what extends it.
        auto* box = site.find<QComboBox>("calendarBase");
        const int index = box->findText(QStringLiteral("Piling"));
        QVERIFY(index >= 0);
        box->setCurrentIndex(index);
        emit box->activated(index);
        QVERIFY2(site.said().contains(QStringLiteral("circle")), qPrintable(site.said()));
        QVERIFY(!site.calendar().extends);
    }

    void aCalendarInUseIsDeletedForAnother() {
        Site site(m_folder);
        const CalendarId old = site.stage().current();
        site.chooseInMenu("addCalendarMenu", QStringLiteral("Six days of 10 h"));
        const CalendarId six = site.stage().current();
        site.stage().choose(old);
        site.list().setFocus();
        QTest::keyClick(&site.list(), Qt::Key_Delete);
        auto* box = site.find<QComboBox>("replacement");
        QVERIFY(box->isVisible());
        box->setCurrentIndex(box->findData(six.value));
        site.press("deleteCalendar");
        QVERIFY(!site.programme().calendars.row(old));
        QCOMPARE(site.programme().job.defaultCalendar, six);
        site.trigger("editUndo");
        QVERIFY(site.programme().calendars.row(old));
        QCOMPARE(site.programme().job.defaultCalendar, old);
        site.stage().choose(continuousCalendar);
        QTest::keyClick(&site.list(), Qt::Key_Delete);
        QVERIFY(site.said().contains(QStringLiteral("built in")));
    }

    void weatherIsTypedAndSeen() {
        Site site(m_folder);
        auto* bars = site.find<QWidget>("weatherBars");
        bars->setFocus();
        QTest::keyClick(bars, Qt::Key_Right);
        QTest::keyClick(bars, Qt::Key_Right); // March
        QTest::keyClick(bars, Qt::Key_5);
        QCOMPARE((*site.calendar().weather)[2], 5);
        QVERIFY(site.find<QLabel>("weatherSum")->text().startsWith(QStringLiteral("5 days a year")));
        QVERIFY(site.finish() != QStringLiteral("10 Mar 2027"));
        QTest::keyClick(bars, Qt::Key_Delete);
        QVERIFY(!site.calendar().weather);
        QCOMPARE(site.finish(), QStringLiteral("10 Mar 2027"));
    }

    void holidaysAreImportedAndExported() {
        Site site(m_folder);
        site.type("exceptionWhen", "Easter -2");
        site.type("exceptionName", "Good Friday");
        QTest::keyClick(site.find<QLineEdit>("exceptionName"), Qt::Key_Return);
        site.find<QComboBox>("exceptionKind")->setCurrentIndex(1);
        site.type("exceptionWhen", "1 Nov to end of Feb");
        site.press("exceptionAdd");
        site.find<QComboBox>("exceptionKind")->setCurrentIndex(3);
        site.type("exceptionWhen", "below 1.2, 1 Jun 2027 to 31 Aug 2027");
        site.press("exceptionAdd");
        QCOMPARE(site.calendar().exceptions.size(), std::size_t(3));
        QVERIFY(site.calendar().exceptions[2].tide);
        const auto written = site.calendar().exceptions;
        for (const char* name : {"days.ics", "days.csv"}) {
            site.dialogs.save = site.dialogs.open = m_folder.filePath(QString::fromLatin1(name));
            site.chooseInMenu("holidaysMenu", QStringLiteral("Export to a file…"));
            QVERIFY2(QFile::exists(site.dialogs.save), qPrintable(site.said()));
            site.chooseInMenu("addCalendarMenu", QStringLiteral("Four tens"));
            site.chooseInMenu("holidaysMenu", QStringLiteral("Import from a file…"));
            QVERIFY2(site.calendar().exceptions == written, qPrintable(site.said()));
            site.stage().choose(Builder::five);
        }
        QFile broken(m_folder.filePath(QStringLiteral("broken.ics")));
        QVERIFY(broken.open(QFile::WriteOnly));
        broken.write("BEGIN:VEVENT\nnothing\n");
        broken.close();
        site.dialogs.open = broken.fileName();
        site.chooseInMenu("holidaysMenu", QStringLiteral("Import from a file…"));
        QVERIFY2(site.said().contains(QStringLiteral("iCalendar")), qPrintable(site.said()));
        QVERIFY(site.calendar().exceptions == written);
    }

    void whatUsesACalendarIsShownInTheProgramme() {
        Site site(m_folder);
        site.visible<QPushButton>("useGo")->click();
        QCOMPARE(site.window.viewState().selection().size(), std::size_t(4));
        QVERIFY(site.table().isVisible());
    }

    // On the card, to all that are selected, and down a column of the table.
    void calendarsAreAssignedToManyAtOnce() {
        Site site(m_folder);
        site.trigger("stage5");
        site.window.viewState().select({site.id("A010"), site.id("A020"), site.id("A030")}, site.id("A020"));
        QApplication::processEvents();
        auto* box = site.visible<QComboBox>("cardCalendar");
        const QString six = QString::fromStdString(site.programme().calendars.row(Builder::six)->name);
        box->setCurrentText(six);
        emit box->textActivated(six);
        for (const char* key : {"A010", "A020", "A030"})
            QCOMPARE(site.programme().activities.row(site.id(key))->calendar, Builder::six);
        QVERIFY(!site.document().lastChange()->ripple.moved.empty());
        site.trigger("editUndo");
        QVERIFY(!site.programme().activities.row(site.id("A030"))->calendar);
        site.trigger("stage4");
        auto& table = *site.find<ActivityTable>("buildUpTable");
        site.enter(site.cell("A030", "calendar", &table), six, &table);
        QCOMPARE(site.programme().activities.row(site.id("A030"))->calendar, Builder::six);
    }

    void theBuiltInCalendarCannotBeChanged() {
        Site site(m_folder);
        site.stage().choose(continuousCalendar);
        const Programme before = site.programme();
        site.drag(site.week(), site.at(0, 600), site.at(0, 700));
        site.week().typeTimes(0);
        QVERIFY(site.said().contains(QStringLiteral("Every minute")));
        QVERIFY(!site.find<QLineEdit>("hoursADay")->isEnabled());
        QVERIFY(site.programme() == before);
    }
};

QTEST_MAIN(SiteTimeStageTest)
#include "site_time_stage_test.moc"
