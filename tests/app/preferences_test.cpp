// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Preferences: chosen on their page they show at once, are there again in the next session, and change no file.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "core/time/typed_date.h"
#include "desk.h"
#include "edit/activity_edits.h"

#include <QComboBox>
#include <QLabel>
#include <QSplitter>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

namespace {

class PreferencesTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    int m_settings = 0;
    QString settings() { return m_folder.filePath(QStringLiteral("settings%1.ini").arg(++m_settings)); }
    static void choose(Desk& desk, const char* name, int index) {
        auto* box = desk.visible<QComboBox>(name);
        box->setFocus();
        while (box->currentIndex() != index)
            QTest::keyClick(box, box->currentIndex() < index ? Qt::Key_Down : Qt::Key_Up);
        QApplication::processEvents();
    }

private slots:
    void init() { cleanup(); }
    void cleanup() {
        QSettings none(settings(), QSettings::IniFormat);
        usePreferences(*qApp, none);
    }

    void theyTakeEffectAtOnceAndStay() {
        const QString file = settings();
        {
            Desk desk(small(), file);
            const Programme before = desk.programme();
            const auto cell = [&](const char* column) { return desk.cell("A010", column).data().toString(); };
            QCOMPARE(cell("start"), QStringLiteral("1 Mar 2027"));
            desk.trigger("preferences");
            choose(desk, "preferDates", 1);
            QCOMPARE(cell("start"), QStringLiteral("2027-03-01"));
            choose(desk, "preferSpans", 1);
            QCOMPARE(cell("days"), QStringLiteral("1 w"));
            choose(desk, "preferSpans", 2);
            QCOMPARE(cell("days"), QStringLiteral("40 h"));
            QVERIFY(desk.visible<QLabel>("preferSample")->text().contains(QLatin1String("96 h from Fri 2027-05-07")));
            choose(desk, "preferLook", 1);
            QVERIFY(theme().dark);
            choose(desk, "preferLook", 0);
            QVERIFY(!theme().dark);
            const int before12 = bodyFont().pixelSize();
            choose(desk, "preferText", 3);
            QCOMPARE(bodyFont().pixelSize(), before12 + 2);
            QCOMPARE(desk.visible<QLabel>("preferSample")->font().pixelSize(), before12 + 2);
            QVERIFY(desk.programme() == before);
            QTest::keyClick(desk.window.focusWidget(), Qt::Key_Escape); // back to the programme
            QVERIFY(desk.table().isVisible());
        }
        cleanup();
        QVERIFY(preferences() == Preferences());
        QSettings kept(file, QSettings::IniFormat);
        usePreferences(*qApp, kept);
        QVERIFY(preferences().dates == Preferences::Dates::iso);
        QVERIFY(preferences().spans == Preferences::Spans::hours);
        QCOMPARE(preferences().textSize, 2);
    }

    /// A job that is opened again stands as it was left, another job as a new one does.
    void theWindowIsFoundAgain() {
        const QString file = settings(), job = m_folder.filePath(QStringLiteral("one.yarrin")),
                      other = m_folder.filePath(QStringLiteral("other.yarrin"));
        QSize size;
        QList<int> sizes;
        Instant left;
        double ppd = 0;
        {
            Desk desk(small(), file);
            QVERIFY(desk.document().save(other).ok());
            QVERIFY(desk.document().save(job).ok());
            desk.window.resize(1100, 700);
            Lens lens = desk.window.viewState().lens();
            lens.filter = "activity has \"A0\"";
            lens.lines = 2;
            desk.window.viewState().setLens(lens);
            auto* splitter = desk.find<QSplitter>("programmeSplitter");
            splitter->setSizes({300, 500});
            desk.clickCell(desk.cell("A020", "name"));
            desk.window.viewState().zoomAt(100, 2);
            QApplication::processEvents();
            size = desk.window.size();
            sizes = splitter->sizes();
            left = desk.window.viewState().left();
            ppd = desk.window.viewState().pixelsPerDay();
            desk.window.go(MainWindow::Place::delay);
            desk.window.close();
        }
        Desk desk(small(), file);
        QVERIFY(desk.window.openFile(other));
        QCOMPARE(desk.window.viewState().lens().lines, 1);
        QVERIFY(desk.table().isVisible());
        desk.newJob(); // leaves it
        QVERIFY(desk.window.openFile(job));
        QApplication::processEvents();
        QVERIFY(!desk.table().isVisible());
        QVERIFY(desk.window.findChild<QWidget*>(QStringLiteral("delayStage"))->isVisible());
        QCOMPARE(desk.window.size(), size);
        QCOMPARE(desk.window.viewState().lens().lines, 2);
        QVERIFY(desk.window.viewState().current() == desk.id("A020"));
        desk.trigger("stage5");
        QApplication::processEvents();
        QApplication::processEvents();
        QCOMPARE(desk.find<QSplitter>("programmeSplitter")->sizes(), sizes);
        QVERIFY(desk.window.viewState().left() == left);
        QCOMPARE(desk.window.viewState().pixelsPerDay(), ppd);
        QCOMPARE(desk.table().activities().rowCount(), 4); // the filter hides the milestone
        // What is broken there is as if it had not been kept.
        desk.newJob();
        desk.settings.beginGroup(QStringLiteral("jobs"));
        for (const QString& one : desk.settings.childGroups()) {
            desk.settings.setValue(one + QStringLiteral("/lens"), QStringLiteral("{"));
            desk.settings.setValue(one + QStringLiteral("/stage"), QStringLiteral("nowhere"));
            desk.settings.setValue(one + QStringLiteral("/pixelsPerDay"), QStringLiteral("many"));
            desk.settings.setValue(one + QStringLiteral("/geometry"), QStringLiteral("wide"));
        }
        desk.settings.endGroup();
        QVERIFY(desk.window.openFile(job));
        QVERIFY(desk.table().isVisible());
    }

    /// What was kept and makes no sense is as if it had not been kept.
    void nonsenseIsNotTaken() {
        QSettings kept(settings(), QSettings::IniFormat);
        kept.setValue(QStringLiteral("preferences/dates"), QStringLiteral("roman"));
        kept.setValue(QStringLiteral("preferences/textSize"), 900);
        kept.setValue(QStringLiteral("preferences/daysPerWeek"), QStringLiteral("0"));
        kept.setValue(QStringLiteral("preferences/duration"), QStringLiteral("soon"));
        usePreferences(*qApp, kept);
        QVERIFY(preferences().dates == Preferences::Dates::words);
        QCOMPARE(preferences().textSize, 6);
        QCOMPARE(preferences().daysPerWeek, 1);
        QCOMPARE(preferences().duration, QStringLiteral("5d"));
        QSettings old(settings(), QSettings::IniFormat); // of the version before there were preferences
        old.setValue(QStringLiteral("dark"), true);
        usePreferences(*qApp, old);
        QVERIFY(theme().dark);
    }

    void newWorkIsAsPreferred() {
        Programme p = small();
        Activity other = p.activities[3];
        other.calendar = Builder::six;
        p.activities.replace(3, other);
        Desk desk(p, settings());
        desk.trigger("preferences");
        auto* duration = desk.visible<QLineEdit>("preferDuration");
        duration->selectAll();
        QTest::keyClicks(duration, QStringLiteral("whenever"));
        QTest::keyClick(duration, Qt::Key_Return);
        QVERIFY(desk.visible<QLabel>("preferDurationFault")->text().contains(QLatin1String("whenever")));
        QCOMPARE(preferences().duration, QStringLiteral("5d"));
        duration->selectAll();
        QTest::keyClicks(duration, QStringLiteral("2w"));
        QTest::keyClick(duration, Qt::Key_Return);
        choose(desk, "preferCalendar", 0);
        desk.trigger("stage5");
        desk.clickCell(desk.cell("M100", "name"));
        desk.trigger("addTask");
        const Activity& made = desk.programme().activities[4];
        QCOMPARE(*made.duration, 10 * 480);
        QVERIFY(made.calendar != Builder::six);
        choose2(desk);
        desk.trigger("stage5");
        desk.clickCell(desk.cell("M100", "name"));
        desk.trigger("addTask");
        QVERIFY(desk.programme().activities[4].calendar == Builder::six);
    }
    static void choose2(Desk& desk) {
        desk.trigger("preferences");
        choose(desk, "preferCalendar", 1);
    }

    void spansReadAsPreferred_data() {
        QTest::addColumn<int>("spans");
        QTest::addColumn<int>("week");
        QTest::addColumn<qint64>("minutes");
        QTest::addColumn<qint64>("dayMinutes");
        QTest::addColumn<QString>("text");
        const auto add = [](int spans, int week, qint64 minutes, qint64 dayMinutes, const char* text) {
            QTest::addRow("%s", text) << spans << week << minutes << dayMinutes << QString::fromUtf8(text);
        };
        add(0, 5, 12 * 480, 480, "12 d");
        add(0, 5, 12 * 480 + 95, 480, "12 d 1 h");
        add(0, 5, 95, 480, "1 h 35 min");
        add(1, 5, 12 * 480, 480, "2 w 2 d");
        add(1, 6, 12 * 480, 480, "2 w");
        add(1, 5, -6 * 480, 480, "−1 w 1 d");
        add(1, 5, 15 * 1440, 1440, "2 w 1 d"); // calendar days go seven to a week
        add(1, 5, 90, 480, "1 h 30 min");
        add(1, 5, 9, 1, "9 d"); // a count of days is one
        add(2, 5, 12 * 480 + 30, 480, "96 h 30 min");
        add(2, 5, 0, 480, "0 h");
    }
    void spansReadAsPreferred() {
        QFETCH(int, spans);
        QFETCH(int, week);
        QFETCH(qint64, minutes);
        QFETCH(qint64, dayMinutes);
        QFETCH(QString, text);
        QSettings kept(settings(), QSettings::IniFormat);
        Preferences wanted;
        wanted.spans = Preferences::Spans(spans);
        wanted.daysPerWeek = week;
        setPreferences(*qApp, kept, wanted);
        QCOMPARE(show::daysWithUnit(minutes, dayMinutes), text);
    }

    /// Every date that is shown is read as the same day, however it is shown, in the languages that the tests run
    /// under.
    void datesReadBack() {
        for (const auto dates : {Preferences::Dates::words, Preferences::Dates::iso, Preferences::Dates::locale}) {
            QSettings kept(settings(), QSettings::IniFormat);
            Preferences wanted;
            wanted.dates = dates;
            setPreferences(*qApp, kept, wanted);
            for (Date day = dateFrom(2026, 12, 20); day < dateFrom(2028, 1, 10); day = day + 1)
                for (const QString& shown : {show::date(day), show::weekdayDate(day)}) {
                    const auto read = parseTypedDate(shown.toStdString());
                    QVERIFY2(read.ok() && *read == day, qPrintable(shown));
                }
        }
    }

    /// Figures are shown in the language's way and typed in both, never read in two ways.
    void figuresReadBack() {
        QSettings kept(settings(), QSettings::IniFormat);
        Preferences wanted;
        wanted.numbers = Preferences::Numbers::locale;
        setPreferences(*qApp, kept, wanted);
        const bool comma = QLocale::system().decimalPoint() == QLatin1String(",");
        QCOMPARE(show::local(QStringLiteral("1,344.5 m3 at £1,250.00 on 2027-05-07")),
                 comma ? QStringLiteral("1.344,5 m3 at £1.250,00 on 2027-05-07")
                       : QStringLiteral("1,344.5 m3 at £1,250.00 on 2027-05-07"));
        QCOMPARE(show::local(QStringLiteral("07.05.2027")), QStringLiteral("07.05.2027"));
        const QString none;
        QCOMPARE(*figureTyped(QStringLiteral("1.5"), none), QStringLiteral("1.5"));
        QCOMPARE(*figureTyped(QStringLiteral("1.344"), QStringLiteral("1.344")), QStringLiteral("1.344")); // as it was
        QCOMPARE(figureTyped(QStringLiteral("1.344"), none).ok(), !comma);
        if (comma) QCOMPARE(*figureTyped(QStringLiteral("1344,5"), none), QStringLiteral("1344.5"));
        if (!comma) return;
        Desk desk(small(), settings());
        desk.trigger("stage4");
        auto& table = *desk.window.findChild<ActivityTable*>(QStringLiteral("buildUpTable"));
        desk.enter(desk.cell("A030", "quantity", &table), QStringLiteral("1.344,5"), &table);
        QCOMPARE(desk.programme().activities[2].measure->quantity, *Decimal::parse("1344.5"));
        desk.enter(desk.cell("A030", "quantity", &table), QStringLiteral("12,25"), &table);
        QCOMPARE(desk.programme().activities[2].measure->quantity, *Decimal::parse("12.25"));
        desk.enter(desk.cell("A030", "quantity", &table), QStringLiteral("1.344"), &table);
        QVERIFY2(messageOn(table).contains(QLatin1String("two ways")), qPrintable(messageOn(table)));
        QCOMPARE(desk.programme().activities[2].measure->quantity, *Decimal::parse("12.25"));
    }
};

} // namespace

QTEST_MAIN(PreferencesTest)
#include "preferences_test.moc"
