// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Schedules of other people's tables: in their languages, with indented names, shares done and resources in a cell; and
// the same table again.
#include "core/labour/demand.h"
#include "edit/schedule_words.h"
#include "edit/table_import.h"
#include "store/workbook.h"
#include "support/builder.h"

#include <QTest>

#include <algorithm>
#include <random>

using namespace yarrin;
using namespace yarrin::test;

class ScheduleShapesTest : public QObject {
    Q_OBJECT

    static Sheet typed(const std::string& text) { return sheetFromClipboard(text); }
    static ScheduleReading read(const Programme& programme, const Sheet& sheet) {
        return readSchedule(programme, sheet, guessColumns(sheet, scheduleFields(), {}), Builder::five);
    }
    static std::string told(const ScheduleReading& reading) {
        std::string all;
        for (const RowFault& fault : reading.faults) all += std::to_string(fault.row) + ": " + fault.reason + "\n";
        for (const Difference& one : reading.changes)
            all += one.key + " " + one.what + " " + one.before + " > " + one.after + "\n";
        return all;
    }
    /// Takes a table over; what was wrong.
    static std::string take(Programme& programme, const Sheet& sheet) {
        const ScheduleReading reading = read(programme, sheet);
        Transaction tx(programme);
        const Outcome taken = importSchedule(tx, reading, Builder::five);
        if (!taken.ok()) return taken.error().sentence();
        (void)tx.commit("import");
        return told(reading);
    }
    static const Activity& named(const Programme& programme, const char* name) {
        for (const Activity& one : programme.activities)
            if (one.name == name) return one;
        qFatal("there is no %s", name);
    }
    static QStringList pathOf(const Programme& programme, const Activity& activity) {
        QStringList path;
        for (const BreakdownNode* node = programme.breakdown.row(activity.breakdown); node;
             node = programme.breakdown.row(node->parent))
            path.prepend(QString::fromStdString(node->name));
        return path;
    }

private slots:
    /// Dates with the names of months, and what only looks like one.
    void namedMonths_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("plain");
        const auto row = [](const char* text, const char* plain) {
            QTest::newRow(text) << QString::fromUtf8(text) << QString::fromUtf8(plain);
        };
        row("7 May 2027", "7 May 2027");
        row("Fr 7. Mai 2027", "7 May 2027");
        row("mar. 2 mars 2027", "2 March 2027");
        row("mar 4 mai 2027", "4 May 2027");
        row("15 février 2027", "15 February 2027");
        row("1 août 27", "1 August 27");
        row("7 de mayo de 2027", "7 May 2027");
        row("Mär 5 2027", "5 March 2027");
        row("31. Dez. 2026", "31 December 2026");
        row("5 ott 2027", "5 October 2027");
        row("12 mrt 2027", "12 March 2027");
        row("gio 3 giu 2027 08:00", "3 June 2027 08:00");
        for (const char* other :
             {"2027-05-07", "07.05.2027", "KW 12 März 2027", "5 jui 2027", "Mai 2027", "soon", "Phase 2 May 2027", ""})
            row(other, other);
    }
    void namedMonths() {
        QFETCH(QString, text);
        QFETCH(QString, plain);
        QCOMPARE(QString::fromStdString(plainDate(text.toStdString())), plain);
    }
    /// And of a whole table: an end on Friday 5 March.
    void namedMonthsOfATable() {
        Builder b;
        const ScheduleReading reading =
            read(b.programme, typed(QString::fromUtf8("Nr.\tVorgangsname\tDauer\tAnfang\tFertig %\n"
                                                      "1\tAushub\t5 Tage\tMo 1. März 2027\t0\n")
                                        .toStdString()));
        QCOMPARE(told(reading), std::string());
    }
    /// Two days, a week of five, a day after: 1 and 2 March, 3 to 9 March, and from the 11th.
    void languages_data() {
        QTest::addColumn<QString>("text");
        QTest::newRow("German") << QString::fromUtf8(
            "Nr.\tVorgangsname\tDauer\tVorgänger\n"
            "1\tErdbau\t2 Tage\t\n2\tPfähle\t1 Woche\t1\n3\tKappen\t1 Tag\t2EA+1 Tag\n");
        QTest::newRow("French") << QString::fromUtf8(
            "N°\tNom de la tâche\tDurée\tPrédécesseurs\n"
            "1\tErdbau\t2 jours\t\n2\tPfähle\t1 sem\t1FD\n3\tKappen\t1 j\t2FD+1 jour\n");
        QTest::newRow("Spanish") << QString::fromUtf8(
            "Código\tNombre de tarea\tDuración\tPredecesoras\n"
            "1\tErdbau\t2 días\t\n2\tPfähle\t1 semana\t1FC\n3\tKappen\t1 día\t2FC+1 día\n");
        QTest::newRow("Italian") << QString::fromUtf8(
            "Codice\tNome attività\tDurata\tPredecessori\n"
            "1\tErdbau\t2 giorni\t\n2\tPfähle\t1 settimana\t1FI\n3\tKappen\t1 g\t2FI+1 g\n");
        QTest::newRow("Dutch") << QString::fromUtf8(
            "Nummer\tTaaknaam\tDuur\tVoorgangers\n"
            "1\tErdbau\t2 dagen\t\n2\tPfähle\t1 week\t1\n3\tKappen\t1 dag\t2FS+1 dag\n");
        QTest::newRow("capitals") << QString::fromUtf8(
            "NR.\tVORGANG\tDAUER\tVORGÄNGER\n"
            "1\tErdbau\t2 TAGE\t\n2\tPfähle\t5d\t1\n3\tKappen\t1d\t2ea+1 tag\n");
    }
    void languages() {
        QFETCH(QString, text);
        Builder b;
        QCOMPARE(take(b.programme, typed(text.toStdString())), std::string());
        const Schedule dates = schedule(b.programme);
        QCOMPARE(b.programme.activities.size(), std::size_t(3));
        QCOMPARE(b.programme.activities[1].name, std::string("Pfähle"));
        QCOMPARE(test::dates(b.programme, dates, "2"), std::string("2027-03-03T08:00 2027-03-09T17:00"));
        QCOMPARE(test::dates(b.programme, dates, "3"), std::string("2027-03-11T08:00 2027-03-11T17:00"));
    }

    /// However it is said which rows lie in which: by blanks, a level or a number.
    void groups_data() {
        QTest::addColumn<QString>("text");
        const QString blanks = QStringLiteral(
            "Task\tDuration\nPier\t9d\n  Piles\t\n    Drive\t4d\n    Trim\t2d\n  Deck\t3d\nHandover\t0d\n");
        QTest::newRow("blanks") << blanks;
        QTest::newRow("format") << blanks;
        QTest::newRow("level") << "Level\tTask\tDuration\n1\tPier\t9d\n2\tPiles\t\n3\tDrive\t4d\n3\tTrim\t2d\n2\tDeck\t"
                                  "3d\n1\tHandover\t0d\n";
        QTest::newRow("outline") << "WBS\tTask\tDuration\n1\tPier\t9d\n1.1\tPiles\t\n1.1.1\tDrive\t4d\n1.1."
                                    "2\tTrim\t2d\n1.2\tDeck\t3d\n2\tHandover\t0d\n";
    }
    void groups() {
        QFETCH(QString, text);
        Sheet sheet = typed(text.toStdString());
        // Blanks of a text, or as many of its format.
        if (QByteArray(QTest::currentDataTag()) == "format")
            for (auto& row : sheet.rows) {
                SheetCell& task = row.front();
                task.indent = int(task.text.find_first_not_of(' '));
                task.text = task.text.substr(std::size_t(task.indent));
            }
        Builder b;
        QCOMPARE(take(b.programme, sheet), std::string());
        const Programme& p = b.programme;
        QCOMPARE(p.activities.size(), std::size_t(4));
        QCOMPARE(p.breakdown.size(), std::size_t(2));
        QCOMPARE(pathOf(p, named(p, "Trim")), (QStringList{QStringLiteral("Pier"), QStringLiteral("Piles")}));
        QCOMPARE(pathOf(p, named(p, "Deck")), QStringList{QStringLiteral("Pier")});
        QVERIFY(pathOf(p, named(p, "Handover")).isEmpty());
        // Read again it is all there.
        const ScheduleReading again = read(p, sheet);
        QVERIFY2(again.changed == 0 && again.same == 4 && again.tasks == 0, told(again).c_str());
    }

    /// Shares as they are written, with the dates that were; what cannot be comes as not begun and is told.
    void progress() {
        const char* text = "ID\tTask\tDuration\tStart\tFinish\t% complete\n"
                           "A\tDig\t4d\t2027-03-01\t2027-03-04\t100%\nB\tPour\t5d\t2027-03-05\t\t40%\n"
                           "C\tCure\t5d\t2027-03-20\t\t10%\nD\tStrip\t5d\t\t\t0\nE\tClean\t5d\t2027-03-02\t\t140%\n";
        Builder none;
        const std::string said = take(none.programme, typed(text));
        QVERIFY2(said.find("2: it is begun and the job has no data date") != std::string::npos, said.c_str());
        Builder b;
        b.programme.job.dataDate = *parseInstant("2027-03-09T00:00");
        const std::string now = take(b.programme, typed(text));
        QVERIFY2(now.find("4: it is begun and has no start before the data date") != std::string::npos, now.c_str());
        QVERIFY2(now.find("6: \"140%\" is no share of its work") != std::string::npos, now.c_str());
        const Activity &dug = named(b.programme, "Dig"), &poured = named(b.programme, "Pour");
        QCOMPARE(isoInstant(*dug.actualFinish), std::string("2027-03-04T17:00"));
        QCOMPARE(*poured.remaining, Minutes(3 * 480));
        QCOMPARE(isoInstant(*poured.actualStart), std::string("2027-03-05T08:00"));
        QVERIFY(!named(b.programme, "Cure").actualStart && !named(b.programme, "Strip").actualStart);
        QVERIFY(schedule(b.programme).ok());
        // Numbers without a sign are of a hundred where one of them is above one.
        Builder c;
        c.programme.job.dataDate = b.programme.job.dataDate;
        QCOMPARE(
            take(c.programme,
                 typed("ID\tTask\tDuration\tStart\tDone\nA\tDig\t4d\t2027-03-01\t50\nB\tPour\t4d\t2027-03-01\t1\n")),
            std::string());
        QCOMPARE(*named(c.programme, "Dig").remaining, Minutes(2 * 480));
        QCOMPARE(*named(c.programme, "Pour").remaining, Minutes(1901)); // a hundredth of 1920 minutes, 19.2, is done
    }

    /// Several in one cell, however their number is written; known names whatever their capitals.
    void resources() {
        QCOMPARE(plainNeeds("Fixer[2], Crane"), std::string("2 Fixer; 1 Crane"));
        QCOMPARE(plainNeeds("Crane[50%]; 3 Fixer"), std::string("0.5 Crane; 3 Fixer"));
        QCOMPARE(plainNeeds("Fixer x2, 2x Joiner, Box 4, Pump (1,5)"),
                 std::string("2 Fixer; 2 Joiner; 1 Box 4; 1.5 Pump"));
        Builder b;
        const Sheet sheet =
            typed("ID\tTask\tDuration\tResource names\nA\tDig\t4d\tDigger, Banksman[2]\nB\tPour\t2d\tbanksman\n");
        const ScheduleReading reading = read(b.programme, sheet);
        std::string fresh;
        for (const std::string& name : reading.newResources) fresh += name + ", ";
        QCOMPARE(fresh, std::string("Digger, Banksman, "));
        QCOMPARE(take(b.programme, sheet), std::string());
        const Schedule dates = schedule(b.programme);
        Demand demand(b.programme, dates);
        const auto days = demand.days(demand.book().named("Banksman"));
        QVERIFY(days[0].demand == Fraction(3)); // both begin on the first day
    }

    /// The same table again changes what is other in it and nothing else, in whatever order its rows stand.
    void again() {
        const std::string head = "ID\tTask\tDuration\tPredecessors\tResponsible\n";
        std::vector<std::string> rows{"A\tDig\t4d\t\tLorne\n", "B\tPour\t5d\tA\t\n", "C\tCure\t7cd\tB\t\n",
                                      "D\tStrip\t2d\tC FS+1d\tLorne\n", "E\tHandover\t0d\tD; B\t\n"};
        const auto all = [&] {
            std::string text = head;
            for (const std::string& row : rows) text += row;
            return typed(text);
        };
        Builder b;
        QCOMPARE(take(b.programme, all()), std::string());
        const Programme first = b.programme;
        std::mt19937 random(3);
        for (int round = 0; round < 20; ++round) {
            std::shuffle(rows.begin(), rows.end(), random);
            const ScheduleReading same = read(b.programme, all());
            QVERIFY2(same.same == 5 && same.changed == 0 && same.tasks == 0 && same.faults.empty(), told(same).c_str());
        }
        std::sort(rows.begin(), rows.end());
        rows[1] = "B\tPour\t6d\tA SS+2d\tQuayle\n";
        rows.push_back("F\tClean\t1d\tE\t\n");
        const ScheduleReading changed = read(b.programme, all());
        QCOMPARE(changed.changed, std::size_t(1));
        QCOMPARE(changed.same, std::size_t(4));
        QCOMPARE(changed.tasks, std::size_t(1));
        QVERIFY2(told(changed).find("B duration 5d > 6d") != std::string::npos, told(changed).c_str());
        QVERIFY(b.programme == first); // nothing is done yet
        (void)take(b.programme, all());
        QCOMPARE(b.programme.activities.size(), std::size_t(6));
        QVERIFY(b.programme.activities[0] == first.activities[0]);
        QCOMPARE(b.programme.activities[1].responsible, std::string("Quayle"));
        // What was done here stays: a quantity that gives the duration, a calendar, words in cells that are empty.
        Activity own = b.programme.activities[2];
        own.responsible = "Own";
        own.calendar = Builder::six;
        b.programme.activities.replace(2, own);
        const ScheduleReading kept = read(b.programme, all());
        QVERIFY2(kept.same == 5 || kept.changed <= 1, told(kept).c_str());
        (void)take(b.programme, all());
        QVERIFY(b.programme.activities[2].responsible == "Own" && b.programme.activities[2].calendar == Builder::six);
        // What it no longer waits for goes.
        rows[4] = "E\tHandover\t0d\tD\t\n";
        QVERIFY2(told(read(b.programme, all())).find("E no longer waits for B") != std::string::npos,
                 told(read(b.programme, all())).c_str());
    }

    /// Without ids rows are the same by group and name; two of one name are two.
    void againWithoutIds() {
        Builder b;
        const Sheet sheet =
            typed("Task\tDuration\tGroup\nDig\t4d\tNorth\nDig\t5d\tSouth\nPaint\t1d\tSouth\nPaint\t2d\tSouth\n");
        QCOMPARE(take(b.programme, sheet), std::string());
        QCOMPARE(b.programme.activities.size(), std::size_t(4));
        const ScheduleReading reading =
            read(b.programme, typed("Task\tDuration\tGroup\nDig\t4d\tNorth\nDig\t6d\tSouth\n"));
        QVERIFY2(reading.same == 1 && reading.changed == 1 && reading.tasks == 0, told(reading).c_str());
        QVERIFY2(told(reading).find("duration 5d > 6d") != std::string::npos, told(reading).c_str());
        // Where a name stands twice here nobody knows which is meant: they come anew.
        QCOMPARE(read(b.programme, sheet).tasks, std::size_t(2));
    }

    /// What cannot change is said by row.
    void refused() {
        Builder b;
        b.task("A", 3).task("B", 2).milestone("M").link("A", "M");
        const ScheduleReading reading = read(b.programme, typed("ID\tTask\tDuration\tPredecessors\nM\tMilestone\t3d\t\n"
                                                                "A\tFirst\t3d\tB\nB\tSecond\t2d\tA\nA\tTwice\t1d\t\n"));
        QVERIFY2(told(reading).find("2: M is a milestone here") != std::string::npos, told(reading).c_str());
        QVERIFY2(told(reading).find("5: the id A stands in another row") != std::string::npos, told(reading).c_str());
        QVERIFY2(told(reading).find("links form a loop") != std::string::npos, told(reading).c_str());
    }
};

QTEST_GUILESS_MAIN(ScheduleShapesTest)
#include "schedule_shapes_test.moc"
