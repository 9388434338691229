// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/completion_chart.h"
#include "app/delay/delay_stage.h"
#include "app/delay/event_list.h"
#include "app/delay/event_page.h"
#include "app/delay/side_page.h"
#include "app/table/list_page.h"
#include "desk.h"
#include "edit/activity_edits.h"
#include "edit/event_edits.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTemporaryDir>
#include <QUrl>

using namespace yarrin;
using namespace yarrin::test;

class DelayStageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    static void type(Desk& desk, const char* field, const QString& text) {
        auto* edit = desk.visible<QLineEdit>(field);
        edit->setFocus();
        edit->selectAll();
        if (text.isEmpty()) QTest::keyClick(edit, Qt::Key_Delete);
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
        QApplication::processEvents();
    }
    static QString fault(Desk& desk, const char* field) {
        auto* label = desk.find<QLabel>(field);
        return label->isVisible() ? label->text() : QString();
    }
    static DelayStage& stage(Desk& desk) { return *desk.find<DelayStage>("delayStage"); }
    static CompletionChart& chart(Desk& desk) { return *desk.find<CompletionChart>("completionChart"); }
    static EventList& events(Desk& desk) { return *desk.find<EventList>("eventList"); }
    static void waitForFindings(Desk& desk) {
        QTRY_VERIFY_WITH_TIMEOUT(!stage(desk).study().isRunning(), 60000);
        QApplication::processEvents(); // what was found at once is laid out a turn later
    }
    static void enterDay(Desk& desk, int row, const char* column, const QString& text) {
        GridView& grid = *desk.find<GridView>("eventDays");
        auto* model = static_cast<GridModel*>(grid.model());
        typeInto(grid, model->index(row, model->columnOf(QString::fromLatin1(column))), text);
    }
    static QString completion(Desk& desk) {
        return QString::fromStdString(isoDate(*desk.document().schedule().sections[0].forecast));
    }
    /// A small job with one event, its page open.
    static void record(Desk& desk, const QString& title) {
        desk.trigger("recordEvent"); // Ctrl+E, from any stage
        waitForFindings(desk);       // what is worked out meanwhile leaves the title selected, to be typed over
        QApplication::processEvents();
        QTest::keyClicks(desk.visible<QLineEdit>("eventTitle"), title);
        QTest::keyClick(desk.visible<QLineEdit>("eventTitle"), Qt::Key_Return);
    }

private slots:
    void anEventIsRecordedAndMovesTheForecast() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.trigger("stage8");
        QVERIFY(desk.find<QLabel>("eventsEmpty")->isVisible());
        QTest::mouseClick(desk.visible<QPushButton>("eventAdd"), Qt::LeftButton);
        QCOMPARE(desk.programme().events.size(), std::size_t(1));
        desk.trigger("editUndo");
        record(desk, QStringLiteral("Survey late"));
        QCOMPARE(desk.programme().events.size(), std::size_t(1));
        const DelayEvent& event = desk.programme().events[0];
        QCOMPARE(QString::fromStdString(event.title), QStringLiteral("Survey late"));
        QCOMPARE(*event.known, dateFrom(2027, 2, 1));
        QVERIFY(!desk.find<QLabel>("eventsEmpty")->isVisible());
        // A010 5 d, A020 3 d from Monday 1 March: to the 10th; two days more of A010: to the 12th.
        QCOMPARE(completion(desk), QStringLiteral("2027-03-10"));
        type(desk, "eventEffects", QStringLiteral("A010 +2d"));
        QCOMPARE(completion(desk), QStringLiteral("2027-03-12"));
        QTest::mouseClick(desk.visible<QCheckBox>("eventOn"), Qt::LeftButton, {}, QPoint(8, 8));
        QCOMPARE(completion(desk), QStringLiteral("2027-03-10"));
        QVERIFY(events(desk).entry(0).off);
        desk.trigger("editUndo");
        QCOMPARE(completion(desk), QStringLiteral("2027-03-12"));
        desk.trigger("editUndo");
        QCOMPARE(completion(desk), QStringLiteral("2027-03-10"));
    }

    void whatCannotBeIsSaidWhereItIsTyped() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        record(desk, QStringLiteral("Crane off hire"));
        type(desk, "eventEffects", QStringLiteral("A010 slower"));
        QVERIFY2(fault(desk, "eventEffectsFault").contains(QLatin1String("says nothing of A010")),
                 qPrintable(fault(desk, "eventEffectsFault")));
        QVERIFY(desk.programme().events[0].effects.empty());
        type(desk, "eventParticulars", QStringLiteral("9 Mar 2027"));
        QVERIFY(fault(desk, "eventParticularsFault").contains(QLatin1String("notice")));
        type(desk, "eventFragmentBefore", QStringLiteral("Q9"));
        QVERIFY(fault(desk, "eventFragmentBeforeFault").contains(QLatin1String("no activity Q9")));
        type(desk, "eventTitle", {});
        QVERIFY(fault(desk, "eventTitleFault").contains(QLatin1String("needs a title")));
        QCOMPARE(QString::fromStdString(desk.programme().events[0].title), QStringLiteral("Crane off hire"));
    }

    /// Today is 1 February 2027: known on 4 January, 28 days end today.
    void theStandingTellsWhatIsDue() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.trigger("stage1");
        type(desk, "jobNotice", QStringLiteral("28"));
        type(desk, "jobParticulars", QStringLiteral("42 days"));
        type(desk, "jobNotice", QStringLiteral("four weeks"));
        QVERIFY(fault(desk, "jobNoticeFault").contains(QLatin1String("whole number")));
        QCOMPARE(desk.programme().job.noticeDays, std::optional<int>(28));
        record(desk, QStringLiteral("Late drawings"));
        const auto notices = [&] {
            for (const Standing::Block& block : desk.standing().blocks())
                if (block.title == QLatin1String("Notices")) return block.value + QLatin1Char('|') + block.detail;
            return QString();
        };
        QCOMPARE(notices(), QString()); // known today, four weeks left
        type(desk, "eventKnown", QStringLiteral("4 Jan 2027"));
        QCOMPARE(notices(), QStringLiteral("1 due today|E01 notice 1 Feb"));
        QCOMPARE(events(desk).entry(0).clock, QStringLiteral("notice due TODAY"));
        type(desk, "eventKnown", QStringLiteral("1 Jan 2027"));
        QCOMPARE(notices(), QStringLiteral("1 lapsed|E01 notice 29 Jan"));
        type(desk, "eventNotice", QStringLiteral("20 Jan 2027"));
        QCOMPARE(notices(), QString()); // particulars: 3 March
        QCOMPARE(desk.programme().events[0].state, EventState::notified);
        // The block leads to the register.
        type(desk, "eventNotice", {});
        desk.trigger("stage5");
        const QString told = desk.standing().accessibleDescription();
        QVERIFY(told.contains(QLatin1String("Notices 1 lapsed")));
    }

    void daysAreEnteredAndGrantedOnesExtendTheSection() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        record(desk, QStringLiteral("Access late"));
        enterDay(desk, 0, "claimed", QStringLiteral("6"));
        enterDay(desk, 0, "assessed", QStringLiteral("4"));
        QCOMPARE(desk.document().schedule().sections[0].claimedDays, 6);
        QCOMPARE(events(desk).entry(0).days, QStringLiteral("4 d"));
        enterDay(desk, 0, "granted", QStringLiteral("3"));
        QCOMPARE(desk.programme().sections[0].grantedDays, 3);
        QCOMPARE(desk.programme().events[0].state, EventState::granted);
        QCOMPARE(desk.find<QComboBox>("eventState")->currentText(), QStringLiteral("granted"));
        GridView& grid = *desk.find<GridView>("eventDays");
        auto* model = static_cast<GridModel*>(grid.model());
        QCOMPARE(model->index(0, model->columnOf(QStringLiteral("refused"))).data().toString(), QStringLiteral("3"));
        enterDay(desk, 0, "claimed", QStringLiteral("some"));
        QVERIFY2(messageOn(grid).contains(QLatin1String("whole number")), qPrintable(messageOn(grid)));
    }

    void aFragmentIsEditedInTheProgrammeAndGoesWithItsEvent() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        record(desk, QStringLiteral("Rock head"));
        type(desk, "eventFrom", QStringLiteral("8 Mar 2027"));
        type(desk, "eventFragmentBefore", QStringLiteral("A020"));
        const auto fragment = fragmentOf(desk.programme(), desk.programme().events[0].id);
        QCOMPARE(fragment.size(), std::size_t(1));
        // Five days from the 8th, then three of A020: Wednesday the 17th.
        QCOMPARE(completion(desk), QStringLiteral("2027-03-17"));
        QVERIFY(desk.find<QLabel>("eventFragment")->text().contains(QLatin1String("E01a")));
        // In the table of the programme it is a row like any other.
        desk.trigger("stage5");
        desk.enter(desk.cell("E01a", "days"), QStringLiteral("2d"));
        QCOMPARE(completion(desk), QStringLiteral("2027-03-12"));
        desk.trigger("stage8");
        QTest::mouseClick(desk.visible<QCheckBox>("eventOn"), Qt::LeftButton, {}, QPoint(8, 8));
        QCOMPARE(completion(desk), QStringLiteral("2027-03-10"));
        const auto& figures = desk.document().schedule().activities;
        QVERIFY(figures[desk.programme().activities.indexOf(fragment[0])].aside);
        // Deleting names what goes along.
        events(desk).setFocus();
        QTest::keyClick(&events(desk), Qt::Key_Delete);
        QVERIFY2(stage(desk).notice().text().contains(QLatin1String("1 activity of its fragment")),
                 qPrintable(stage(desk).notice().text()));
        QTest::mouseClick(desk.visible<QPushButton>("noticeAnswer"), Qt::LeftButton);
        QVERIFY(desk.programme().events.empty());
        QCOMPARE(desk.programme().activities.size(), std::size_t(4));
        desk.trigger("editUndo");
        QCOMPARE(desk.programme().activities.size(), std::size_t(5));
    }

    void descriptionAndDocumentsAreKeptWhenTheKeyboardLeaves() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        record(desk, QStringLiteral("Storm"));
        auto* words = desk.visible<QPlainTextEdit>("eventDescription");
        words->setFocus();
        QTest::keyClicks(words, QStringLiteral("Force nine"));
        auto* documents = desk.visible<QPlainTextEdit>("eventDocuments");
        documents->setFocus();
        QTest::keyClicks(documents, QStringLiteral("log.pdf"));
        QTest::keyClick(documents, Qt::Key_Return);
        QTest::keyClicks(documents, QStringLiteral("photo.jpg"));
        desk.visible<QLineEdit>("eventCause")->setFocus();
        QApplication::processEvents();
        QCOMPARE(QString::fromStdString(desk.programme().events[0].description), QStringLiteral("Force nine"));
        QCOMPARE(desk.programme().events[0].documents, (std::vector<std::string>{"log.pdf", "photo.jpg"}));
    }

    // ---- on the demo, with its updates

    void theChartLeadsFromThePlanToTheForecastByEveryMethod() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.openDemo();
        QApplication::processEvents(); // the window goes to the programme of what it opened
        QCOMPARE(desk.programme().events.size(), std::size_t(10));
        desk.trigger("stage8");
        waitForFindings(desk);
        auto* method = desk.find<QComboBox>("delayMethod");
        auto* section = desk.find<QComboBox>("delaySection");
        QCOMPARE(section->count(), 3);
        QCOMPARE(section->currentText(), QStringLiteral("S2 · Berth")); // the latest
        for (int m = 0; m < method->count(); ++m)
            for (int s = 0; s < section->count(); ++s) {
                section->setCurrentIndex(s);
                emit section->activated(s);
                method->setCurrentIndex(m);
                emit method->activated(m);
                waitForFindings(desk);
                const auto& layout = chart(desk).layoutNow();
                QVERIFY(layout.has_value());
                const SectionFigures& figures = desk.document().schedule().sections[std::size_t(s)];
                QCOMPARE(layout->forecast.date, *figures.forecast);
                int days = 0;
                double x = layout->contract.x;
                for (const StepRow& row : layout->rows) {
                    if (row.days == 0) continue;
                    QVERIFY(std::abs(row.x0 - x) < 0.01); // each begins where the last ended
                    x = row.x1;
                    days += row.days;
                }
                QVERIFY(std::abs(layout->forecast.x - x) < 0.01);
                QCOMPARE(layout->forecast.date - layout->contract.date, days);
            }
    }

    void aClickOnAStepChoosesItsEvent() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.openDemo();
        QApplication::processEvents(); // the window goes to the programme of what it opened
        desk.trigger("stage8");
        waitForFindings(desk);
        const StepRow* shown = nullptr;
        for (const StepRow& row : chart(desk).layoutNow()->rows)
            if (row.event && row.event != events(desk).current()) shown = &row;
        QVERIFY(shown);
        const EventId id = shown->event;
        QTest::mouseClick(&chart(desk), Qt::LeftButton, {}, QPoint(300, int(shown->y + shown->height / 2)));
        QCOMPARE(events(desk).current(), id);
        QVERIFY(chart(desk).accessibleDescription().contains(QLatin1String("Forecast 25 Jun 2027")));
        // Enter opens it; the filter finds it by a word.
        QTest::keyClick(&events(desk), Qt::Key_Return);
        QVERIFY(desk.find<EventPage>("eventPage")->isVisible());
        desk.find<QLineEdit>("eventFilter")->setText(QStringLiteral("swell"));
        QCOMPARE(events(desk).count(), 2);
    }

    /// What is asked to stop says so, and begins anew when the method is chosen again.
    void aStoppedRunSaysSoAndBeginsAnew() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.openDemo();
        QApplication::processEvents();
        desk.document().keeper().setKeeping({}); // the page shows without what it would wait for
        desk.trigger("stage8");
        QVERIFY(stage(desk).study().isRunning());
        stage(desk).study().stop();
        waitForFindings(desk);
        QVERIFY2(chart(desk).accessibleDescription().startsWith(QLatin1String("Stopped")),
                 qPrintable(chart(desk).accessibleDescription()));
        auto* method = desk.find<QComboBox>("delayMethod");
        emit method->activated(method->currentIndex());
        waitForFindings(desk);
        QVERIFY(chart(desk).layoutNow().has_value());
    }

    /// An edit is followed: the forecast and the exposure of the chart are those of now.
    void theChartFollowsAnEdit() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.openDemo();
        QApplication::processEvents();
        desk.trigger("stage8");
        waitForFindings(desk);
        const Date before = chart(desk).layoutNow()->forecast.date;
        stage(desk).choose(QStringLiteral("E08"));
        QTest::mouseClick(desk.visible<QPushButton>("delayEvent"), Qt::LeftButton);
        type(desk, "eventEffects", QStringLiteral("B330 +20d"));
        QTest::mouseClick(desk.visible<QPushButton>("delayCourse"), Qt::LeftButton);
        waitForFindings(desk);
        const SectionFigures& berth = desk.document().schedule().sections[1];
        QCOMPARE(chart(desk).layoutNow()->forecast.date, *berth.forecast);
        QVERIFY(chart(desk).layoutNow()->forecast.date != before || berth.forecast == before);
        // A click on the notices in the standing leads here from anywhere.
        desk.trigger("stage1");
        QTest::mouseClick(&desk.standing(), Qt::LeftButton, {}, desk.standing().noticesPlace().center());
        QVERIFY(stage(desk).isVisible());
        // And a tile to every sum.
        auto* tiles = desk.find<QWidget>("exposurePanel");
        tiles->setFocus();
        QTest::keyClick(tiles, Qt::Key_Return);
        QVERIFY(desk.find<QWidget>("sumsPage")->isVisible());
    }

    /// All methods stand side by side, by the rule that is chosen there and kept with the job; what of it may be
    /// attacked is listed, and leads to its event.
    void allMethodsStandSideBySide() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.openDemo();
        QApplication::processEvents();
        desk.trigger("stage8");
        waitForFindings(desk);
        const QString latest = desk.find<QComboBox>("delaySection")->currentText();
        QTest::mouseClick(desk.visible<QPushButton>("delaySide"), Qt::LeftButton);
        auto* page = desk.find<SidePage>("sidePage");
        QTRY_VERIFY_WITH_TIMEOUT(page->found() && !page->isWorking(), 60000);
        QCOMPARE(desk.find<QComboBox>("sideSection")->currentText(), latest);
        GridView& list = *desk.find<GridView>("sideBySide");
        auto* rows = static_cast<GridModel*>(list.model());
        QCOMPARE(rows->rowCount(), 10 + 5); // the events, and what they come to
        const auto cell = [&](int row, const char* column) {
            return rows->index(row, rows->columnOf(QString::fromLatin1(column))).data().toString();
        };
        QCOMPARE(cell(0, "event"), QStringLiteral("E01"));
        // By each method the movement of the section is the same.
        for (int m = 1; m < 5; ++m)
            QCOMPARE(cell(13, qPrintable(QStringLiteral("method%1").arg(m))), cell(13, "method0"));
        QVERIFY(desk.find<QLabel>("sideWords")->text().contains(QStringLiteral("Time, not money")));
        QVERIFY(static_cast<GridModel*>(desk.find<GridView>("delayFlags")->model())->rowCount() > 0);

        auto* rule = desk.find<QComboBox>("concurrencyRule");
        rule->setFocus();
        QTest::keyClick(rule, Qt::Key_Down);
        QCOMPARE(desk.programme().job.concurrency, ConcurrencyRule::effectiveCause);
        QTRY_VERIFY_WITH_TIMEOUT(!page->isWorking(), 60000);
        QCOMPARE((*page->found())[1].rule, ConcurrencyRule::effectiveCause);
        desk.trigger("editUndo");
        QCOMPARE(desk.programme().job.concurrency, ConcurrencyRule::timeNotMoney);
        QTRY_COMPARE_WITH_TIMEOUT((*page->found())[1].rule, ConcurrencyRule::timeNotMoney, 60000);
        QCOMPARE(rule->currentIndex(), 0);

        auto* near = desk.find<QLineEdit>("nearDays");
        near->setFocus();
        near->selectAll();
        QTest::keyClicks(near, QStringLiteral("often"));
        QTest::keyClick(near, Qt::Key_Return);
        QVERIFY2(stage(desk).notice().text().contains(QStringLiteral("whole number of days")),
                 qPrintable(stage(desk).notice().text()));
        QCOMPARE(near->text(), QStringLiteral("0"));
        near->selectAll();
        QTest::keyClicks(near, QStringLiteral("5"));
        QTest::keyClick(near, Qt::Key_Return);
        QCOMPARE(desk.programme().job.nearDays, 5);
        QTRY_VERIFY_WITH_TIMEOUT(!page->isWorking(), 60000);
        QCOMPARE((*page->found())[2].nearDays, 5);
        // Stopped it says so, and is worked out when the page is shown again.
        list.setFocus();
        desk.trigger("editUndo");
        if (page->isWorking()) {
            QTest::mouseClick(desk.visible<QPushButton>("sideStop"), Qt::LeftButton);
            QVERIFY(desk.find<QLabel>("sideWords")->text().startsWith(QStringLiteral("Stopped")));
        }
        QTest::mouseClick(desk.visible<QPushButton>("delayCourse"), Qt::LeftButton);
        QTest::mouseClick(desk.visible<QPushButton>("delaySide"), Qt::LeftButton);
        QTRY_VERIFY_WITH_TIMEOUT(!page->isWorking() && (*page->found())[2].nearDays == 0, 60000);
        emit list.doubleClicked(rows->index(7, 0));
        QCOMPARE(desk.find<QLineEdit>("eventTitle")->text(), QStringLiteral("Deeper cap instructed at dolphin 2"));
    }

    /// Each method says what it does and what it cannot tell, a line each, in sight.
    void everyMethodSaysWhatItCannotTell() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.trigger("stage8");
        auto* method = desk.find<QComboBox>("delayMethod");
        for (int m = 0; m < int(delayMethods); ++m) {
            method->setCurrentIndex(m);
            emit method->activated(m);
            waitForFindings(desk);
            auto* words = desk.find<QLabel>("delayWords");
            const DelayMethodText& text = textOf(static_cast<DelayMethod>(m));
            QVERIFY(words->isVisible());
            QVERIFY(words->text().contains(QString::fromUtf8(text.steps)));
            QVERIFY(words->text().contains(QString::fromUtf8(text.limits)));
            QVERIFY2(words->height() >= words->heightForWidth(words->width()), "a line is cut off");
        }
    }

    /// Documents are opened by the system, beside the file of the programme; one that is not there is named.
    void documentsOpenWhereTheyAre() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.dialogs.save = m_folder.filePath(QStringLiteral("papers.yarrin"));
        desk.trigger("fileSaveAs");
        QFile letter(m_folder.filePath(QStringLiteral("letter 14.txt")));
        QVERIFY(letter.open(QIODevice::WriteOnly));
        letter.write("Dear Sirs");
        letter.close();
        record(desk, QStringLiteral("Late drawings"));
        auto* open = desk.find<QLabel>("eventOpen");
        QVERIFY(!open->isVisible());
        auto* documents = desk.visible<QPlainTextEdit>("eventDocuments");
        documents->setFocus();
        QTest::keyClicks(documents, QStringLiteral("letter 14.txt"));
        QTest::keyClick(documents, Qt::Key_Return);
        QTest::keyClicks(documents, QStringLiteral("lost.pdf"));
        desk.visible<QLineEdit>("eventTitle")->setFocus(); // kept when the keyboard leaves
        QApplication::processEvents();
        QVERIFY(open->isVisible() && open->text().contains(QLatin1String("letter 14.txt")));
        // The whole address is asked for, and nothing is opened unless it is wanted.
        emit open->linkActivated(QStringLiteral("letter 14.txt"));
        QCOMPARE(desk.dialogs.shown, QFileInfo(letter.fileName()).canonicalFilePath());
        QVERIFY(desk.dialogs.opened.isEmpty());
        desk.dialogs.mayOpenAnswer = true;
        emit open->linkActivated(QStringLiteral("letter 14.txt"));
        QCOMPARE(desk.dialogs.opened,
                 QList<QUrl>{QUrl::fromLocalFile(QFileInfo(letter.fileName()).canonicalFilePath())});
        emit open->linkActivated(QStringLiteral("lost.pdf"));
        QVERIFY2(stage(desk).notice().text().contains(QLatin1String("lost.pdf")),
                 qPrintable(stage(desk).notice().text()));
        QCOMPARE(desk.dialogs.opened.size(), 1);
        // What the system would run, and what goes elsewhere than to files and https, is refused before anybody is
        // asked.
        const auto write = [&](const char* name, const char* content) {
            QFile file(m_folder.filePath(QString::fromLatin1(name)));
            QVERIFY(file.open(QIODevice::WriteOnly));
            file.write(content);
        };
        write("starter.desktop", "[Desktop Entry]\nExec=true\n");
        write("letter.pdf", "#!/bin/sh\ntrue\n");
        write("notes", "\x7f"
                       "ELF");
        QFile::link(m_folder.filePath(QStringLiteral("starter.desktop")),
                    m_folder.filePath(QStringLiteral("plan.txt")));
        desk.dialogs.shown.clear();
        for (const char* place : {"starter.desktop", "letter.pdf", "notes", "plan.txt", "http://example.org/a.pdf",
                                  "javascript:alert(1)", "smb://host/share", "https://user@example.org/", "/dev/zero",
                                  "mailto:a@example.org", "https://exa\xE2\x80\xAEmple.org/"}) {
            stage(desk).notice().dismiss();
            emit open->linkActivated(QString::fromUtf8(place));
            QVERIFY2(!stage(desk).notice().text().isEmpty(), place);
            QVERIFY2(desk.dialogs.shown.isEmpty(), place);
        }
        emit open->linkActivated(QStringLiteral("https://example.org/a b.pdf"));
        QCOMPARE(desk.dialogs.shown, QStringLiteral("https://example.org/a%20b.pdf"));
        QCOMPARE(desk.dialogs.opened.size(), 2);
    }

    void everySumIsToldLineByLine() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.openDemo();
        QApplication::processEvents(); // the window goes to the programme of what it opened
        desk.trigger("stage8");
        waitForFindings(desk);
        QTest::mouseClick(desk.visible<QPushButton>("delaySums"), Qt::LeftButton);
        QApplication::processEvents();
        QCOMPARE(desk.find<GridView>("damagesLines")->model()->rowCount(), 9); // three sections, three reliefs
        QVERIFY(desk.find<GridView>("prolongationLines")->model()->rowCount() > 5);
        QVERIFY(desk.find<QLabel>("damagesTotal")->text().contains(QLatin1String("unrelieved")));
    }

    void aRecoveryIsWeighedAgainstWhatItSaves() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.openDemo();
        QApplication::processEvents(); // the window goes to the programme of what it opened
        desk.trigger("stage8");
        QTest::mouseClick(desk.visible<QPushButton>("delayRecovery"), Qt::LeftButton);
        QTest::mouseClick(desk.visible<QPushButton>("recoveryBegin"), Qt::LeftButton);
        QVERIFY(desk.document().trial().has_value());
        QVERIFY(desk.document()
                    .perform(
                        QStringLiteral("B430 crews 3"),
                        [&](Transaction& tx) { return setMeasureField(tx, desk.id("B430"), MeasureField::crews, "3"); })
                    .ok());
        QApplication::processEvents();
        type(desk, "recoveryCost", QStringLiteral("£25,000"));
        GridView& grid = *desk.find<GridView>("recoveryTable");
        QHash<QString, QString> saved;
        auto* model = static_cast<GridModel*>(grid.model());
        for (int row = 0; row < model->rowCount(); ++row)
            saved[model->index(row, 0).data().toString()] =
                model->index(row, model->columnOf(QStringLiteral("saved"))).data().toString();
        QVERIFY2(saved[QStringLiteral("Completion of Berth")].contains(QLatin1String("day")),
                 qPrintable(saved[QStringLiteral("Completion of Berth")]));
        QVERIFY(saved[QStringLiteral("Damages, unrelieved")].startsWith(QStringLiteral("£")));
        QVERIFY(saved.contains(QStringLiteral("Cost of the measures, as typed")));
        QVERIFY(desk.find<QLabel>("recoveryWords")->text().contains(QLatin1String("worth")));
    }
};

QTEST_MAIN(DelayStageTest)
#include "delay_stage_test.moc"
