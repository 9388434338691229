// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/units.h"
#include "core/time/holiday_rule.h"
#include "edit/activity_edits.h"
#include "edit/breakdown_edits.h"
#include "edit/contract_edits.h"
#include "edit/link_edits.h"
#include "edit/ripple.h"
#include "support/any_edit.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

class EditTest : public QObject {
    Q_OBJECT
private slots:
    void undoingEverythingRestoresEveryRowAndFigure() {
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            Programme p = randomProgramme(seed, {});
            const Programme before = p;
            const Schedule figures = schedule(p);
            std::mt19937 random(seed);
            std::vector<Edit> history;
            std::vector<Programme> states;
            for (int i = 0; i < 25 && !p.activities.empty(); ++i) {
                Transaction tx(p);
                const Programme untouched = tx.programme();
                if (!anyEdit(tx, random).ok()) {
                    tx.rollBack();
                    QVERIFY2(p == untouched,
                             qPrintable(QStringLiteral("seed %1: a refused edit left something behind").arg(seed)));
                    continue;
                }
                auto edit = tx.commit("step");
                if (!edit) continue;
                history.push_back(std::move(*edit));
                states.push_back(p);
                QVERIFY2(
                    faultsOf(p).empty(),
                    qPrintable(QStringLiteral("seed %1: %2")
                                   .arg(seed)
                                   .arg(QString::fromStdString(faultsOf(p).empty() ? "" : faultsOf(p)[0].sentence()))));
            }
            for (std::size_t i = history.size(); i-- > 0;) {
                QVERIFY(p == states[i]);
                apply(p, inverse(history[i]));
            }
            QVERIFY2(p == before, qPrintable(QStringLiteral("seed %1").arg(seed)));
            QVERIFY(schedule(p).activities == figures.activities);
            for (const Edit& edit : history) apply(p, edit);
            if (!states.empty()) QVERIFY(p == states.back());
        }
    }

    void aLinkThatClosesALoopIsRefusedWithTheLoop() {
        Builder b;
        b.task("A", 1).task("B", 1).task("C", 1).link("A", "B").link("B", "C");
        const Programme before = b.programme;
        {
            Transaction tx(b.programme);
            const Outcome outcome = setWaitsFor(tx, b.id("A"), "C");
            QVERIFY(!outcome.ok());
            QVERIFY2(outcome.error().what.find("C → A → B → C") != std::string::npos, outcome.error().what.c_str());
        }
        QVERIFY(b.programme == before);
    }

    void whatIsNoLinkIsRefused_data() {
        QTest::addColumn<QString>("phrases");
        QTest::addColumn<QString>("said");
        QTest::newRow("itself") << "B"
                                << "itself";
        QTest::newRow("hammock") << "H"
                                 << "hammock";
        QTest::newRow("twice") << "A; A +2d"
                               << "already";
        QTest::newRow("unknown") << "Q"
                                 << "no activity Q";
    }
    void whatIsNoLinkIsRefused() {
        QFETCH(QString, phrases);
        QFETCH(QString, said);
        Builder b;
        b.task("A", 1).task("B", 1);
        Activity h;
        h.key = "H";
        h.kind = ActivityKind::hammock;
        h.from = {{b.id("A"), End::start, 0}};
        h.to = {{b.id("A"), End::finish, 0}};
        b.add(h);
        Transaction tx(b.programme);
        const Outcome outcome = setWaitsFor(tx, b.id("B"), phrases.toStdString());
        QVERIFY(!outcome.ok());
        QVERIFY2(QString::fromStdString(outcome.error().what).contains(said), outcome.error().what.c_str());
    }

    void editingPhrasesKeepsLinksThatStay() {
        Builder b;
        b.task("A", 1)
            .task("B", 1)
            .task("C", 1)
            .link("A", "C", LinkType::fs, 90, LagCalendar::successor)
            .link("B", "C");
        const LinkId kept = b.programme.links[0].id;
        Transaction tx(b.programme);
        QVERIFY(
            setWaitsFor(tx, b.id("C"), waitsForText(b.programme, Lookup(b.programme), b.id("C")) + "; ends with B +1d")
                .ok());
        QVERIFY(b.programme.links[0].id == kept);
        QVERIFY(b.programme.links[0].lagCalendar == LagCalendar::successor);
        QCOMPARE(b.programme.links.size(), std::size_t(3));
        QVERIFY(setWaitsFor(tx, b.id("C"), "").ok());
        QVERIFY(b.programme.links.empty());
        tx.rollBack();
        QCOMPARE(b.programme.links.size(), std::size_t(2));
    }

    void durationsOfMeasuredWorkSolveTheCrews() {
        Builder b;
        b.task("A", 1);
        Transaction tx(b.programme);
        QVERIFY(setMeasureField(tx, b.id("A"), MeasureField::quantity, "336").ok());
        QVERIFY(setMeasureField(tx, b.id("A"), MeasureField::output, "7").ok());
        QVERIFY(setMeasureField(tx, b.id("A"), MeasureField::crews, "1").ok());
        QCOMPARE(of(b.programme, schedule(b.programme), "A").duration, 48 * 480);
        QVERIFY(setDuration(tx, b.id("A"), "25d").ok());
        QVERIFY(*b.programme.activities[0].measure->crews == Decimal(2));
        QCOMPARE(of(b.programme, schedule(b.programme), "A").duration, 24 * 480);
        QVERIFY(!setMeasureField(tx, b.id("A"), MeasureField::output, "0").ok());
        QVERIFY(!setMeasureField(tx, b.id("A"), MeasureField::quantity, "-5").ok());
        QVERIFY(!setMeasureField(tx, b.id("A"), MeasureField::quantity, "1,5").ok());
        QVERIFY(!setUnit(tx, b.id("A"), "furlong").ok());
        QVERIFY(setMeasureField(tx, b.id("A"), MeasureField::quantity, "1,344").ok());
        QVERIFY(b.programme.activities[0].measure->quantity == Decimal(1344));
    }

    void deletingNamesAndTakesWhatDepends() {
        Builder b;
        b.task("A", 1).task("B", 1).milestone("M").link("A", "B").link("B", "M").section("S1", "M", "2027-05-01", 1000);
        Activity h;
        h.key = "H";
        h.kind = ActivityKind::hammock;
        h.from = {{b.id("A"), End::start, 0}};
        h.to = {{b.id("M"), End::finish, 0}, {b.id("B"), End::finish, 0}};
        b.add(h);
        const std::array ids{b.id("M")};
        QCOMPARE(dependentsOf(b.programme, ids).size(), std::size_t(3));
        Transaction tx(b.programme);
        QVERIFY(removeActivities(tx, ids).ok());
        QVERIFY(faultsOf(b.programme).empty());
        QVERIFY(!b.programme.sections[0].milestone);
        QCOMPARE(b.programme.activities.size(), std::size_t(3));
        QVERIFY(removeActivities(tx, std::array{b.id("A")}).ok());
        QCOMPARE(b.programme.activities.size(), std::size_t(1)); // the hammock lost its start and went too
    }

    void keysCountOn() {
        Builder b;
        b.task("B220", 1).task("B230", 1);
        QCOMPARE(freeKey(b.programme, "B220"), std::string("B221"));
        QCOMPARE(freeKey(b.programme, "B230"), std::string("B240"));
        QCOMPARE(freeKey(b.programme, "Pier"), std::string("Pier-010"));
    }

    void datesReadAsPeopleTypeThem_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("iso");
        for (const char* text : {"7 May 2027", "7/5/2027", "07.05.27", "2027-05-07", "Fri 7 May 2027", "7 may 27"})
            QTest::addRow("%s", text) << QString::fromLatin1(text) << "2027-05-07";
        for (const char* text :
             {"31 Feb 2027", "29/2/2027", "May 7", "7 Mai 2027", "0/1/2027", "tomorrow", "7 13 2027"})
            QTest::addRow("%s", text) << QString::fromLatin1(text) << "";
    }
    void datesReadAsPeopleTypeThem() {
        QFETCH(QString, text);
        QFETCH(QString, iso);
        const auto date = parseTypedDate(text.toStdString());
        QCOMPARE(date.ok() ? QString::fromStdString(isoDate(*date)) : QString(), iso);
    }

    void theRippleTellsWhatMoved() {
        Builder b;
        b.task("A", 5).task("B", 5).milestone("M").link("A", "B").link("B", "M").task("C", 8).section(
            "S1", "M", "2027-03-10", 1000);
        const Schedule before = schedule(b.programme);
        b.change("A", [](Activity& a) { a.duration = 7 * 480; });
        const Ripple ripple = rippleBetween(before, schedule(b.programme));
        QCOMPARE(ripple.moved.size(), std::size_t(3));
        QCOMPARE(ripple.moved[1].startDays, 2);
        QCOMPARE(ripple.moved[1].finishDays, 4); // over a weekend
        QCOMPARE(ripple.sections.size(), std::size_t(1));
        QCOMPARE(ripple.sections[0].days, 4);
        QVERIFY(ripple.before.unrelieved < ripple.after.unrelieved);
    }

    void groupsMoveInAndOut() {
        Programme p;
        Transaction tx(p);
        const BreakdownId a = *addGroup(tx, {}, "A");
        const BreakdownId b = *addGroup(tx, a, "B");
        const BreakdownId c = *addGroup(tx, b, "C");
        QVERIFY(!indentGroup(tx, a).ok());
        QVERIFY(indentGroup(tx, b).ok());
        QVERIFY(p.breakdown.row(b)->parent == a);
        QVERIFY(outdentGroup(tx, b).ok());
        // Siblings stand in the order of their rows: out again, it goes right below its old parent.
        QVERIFY(p.breakdown[0].id == a && p.breakdown[1].id == b && p.breakdown[2].id == c);
        QVERIFY(!p.breakdown.row(b)->parent);
    }

    /// Ids with blanks, the names of ends and semicolons in them hold hammocks like others.
    void anyIdCanBeAnAnchor() {
        Builder b;
        b.task("Road to start", 5).task("finish line", 3).task("a; b", 2).task("H", 0);
        b.change("H", [&](Activity& a) {
            a.kind = ActivityKind::hammock;
            a.from = a.to = {{b.id("Road to start"), End::start, 0}};
        });
        Transaction tx(b.programme);
        const std::vector<std::string> keys{"Road to start", "finish line", "a; b"};
        for (const std::string& first : keys)
            for (const std::string& second : keys) {
                if (first == second) continue;
                const std::string typed = quotedKey(first) + " finish +1d; " + quotedKey(second);
                const Outcome set = setAnchors(tx, b.id("H"), End::start, typed);
                QVERIFY2(set.ok(), set.ok() ? "" : set.error().sentence().c_str());
                const Activity& h = *b.programme.activities.row(b.id("H"));
                QCOMPARE(h.from.size(), std::size_t(2));
                QVERIFY(h.from[0].activity == b.id(first) && h.from[0].end == End::finish && h.from[0].lag == 480);
                QVERIFY(h.from[1].activity == b.id(second) && h.from[1].end == End::start);
                QCOMPARE(anchorsText(b.programme, h, End::start), typed);
            }
    }

    /// What is plainly meant is taken, in whatever language it is typed; what could be two numbers is refused, and
    /// said.
    void figuresAreTakenAsTheyAreMeant_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("value"); // empty: refused
        const auto row = [](const char* typed, const char* value) { QTest::newRow(typed) << typed << value; };
        row("1344.5", "1344.5");
        row("1,344.5", "1344.5");
        row("1.344,500", "1344.5"); // a stop and then a comma: thousands, then decimals
        row("1.344.500", "1344500");
        row("1.344.500,25", "1344500.25");
        row("1,344,500.25", "1344500.25");
        row("1 344,5", "");
        row("1 344.5", "1344.5");
        row("12 345 678", "12345678");
        row("1\u00A0344.5", "1344.5");
        row("1\u202F344", "1344");
        row("1,344", "1344");
        row("12,345", "12345");
        row("1,5", "");
        row("0,500", "");
        row("1,34.5", "");
        row("1,3445", "");
        row("12 34", "");
        row("1.344,500.2", "");
        row("1,,344", "");
        row(",5", "");
        row("-1.344,5", "-1344.5");
        row("+7.25", "7.25");
        row("1e3", "1000");
        row("abc", "");
        row("", "");
        row(".", "");
        row("1.2.3", "");
    }
    void figuresAreTakenAsTheyAreMeant() {
        QFETCH(QString, typed);
        QFETCH(QString, value);
        const auto figure = parseFigure(typed.toStdString());
        QCOMPARE(figure.ok(), !value.isEmpty());
        if (figure.ok())
            QCOMPARE(QString::fromStdString(figure->text()), value);
        else
            QVERIFY2(!figure.error().what.empty(), "why is not said");
    }

    /// Words are read alike in capitals and small letters, also where the language of the system has an I without a
    /// dot.
    void wordsAreReadInEveryLanguage() {
        for (const char* date : {"7 APRIL 2027", "7 april 2027", "7 Apr 2027"}) {
            const auto read = parseTypedDate(date);
            QVERIFY2(read.ok(), date);
            QCOMPARE(isoDate(*read), std::string("2027-04-07"));
        }
        QVERIFY(parseRule("FIRST MONDAY IN MAY").ok());
        QVERIFY(parseRule("Easter -2").ok());
        QCOMPARE(*unitFromText("LITRE").operator->(), *unitFromText("litre").operator->());
        QCOMPARE(*unitFromText("M3").operator->(), std::string("m3"));
    }
};

QTEST_APPLESS_MAIN(EditTest)
#include "edit_test.moc"
