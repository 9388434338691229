// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/schedule.h"
#include "edit/activity_edits.h"
#include "edit/bill_edits.h"
#include "edit/link_edits.h"
#include "edit/location_edits.h"
#include "edit/sequence_edits.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

#include <algorithm>

using namespace yarrin;
using test::Builder;
using test::run;

namespace {

/// A dolphin in three steps over three places: sockets from the bill, cap from the bill, a week of curing.
class Dolphins {
public:
    Dolphins() {
        Programme& p = b.programme;
        BillItem sockets{BillItemId{1}, "1", "Sockets", "no", 18, {}, {}, {}, {}};
        BillItem caps{BillItemId{2}, "2", "Caps", "m3", 300, {}, {}, {}, {}};
        p.bill.append(sockets);
        p.bill.append(caps);
        p.book.append(BookItem{BookItemId{1}, "R1", "Rock socket", "", "no", Decimal(1), {}, {{"rig", 1}}, "", ""});
        p.book.append(BookItem{BookItemId{2}, "C1", "Cap concrete", "", "m3", Decimal(20), {}, {}, "", ""});
        step([&](Transaction& tx) -> Outcome {
            sequence = *addSequence(tx, "Dolphin");
            for (const char* name : {"Sockets", "Cap", "Cure"})
                if (const auto added = addStep(tx, sequence, 0, name); !added.ok()) return added.errors();
            return done();
        });
        set(1, StepField::book, "R1");
        set(1, StepField::bill, "1");
        set(2, StepField::book, "C1");
        set(2, StepField::bill, "2");
        set(3, StepField::calendar, "continuous");
        set(3, StepField::duration, "7cd");
        set(3, StepField::links, "2");
        set(3, StepField::unitLinks, "");
        step([&](Transaction& tx) -> Outcome {
            for (const char* name : {"D1", "D2", "D3"}) {
                const auto added = addLocation(tx, {}, name);
                if (!added.ok()) return added.errors();
                places.push_back(*added);
            }
            return setIdPattern(tx, sequence, "B{unit}{step}");
        });
    }

    void step(const std::function<Outcome(Transaction&)>& operation) {
        fault = run(b.programme, operation);
        for (const Error& wrong : faultsOf(b.programme)) QFAIL(wrong.sentence().c_str());
    }
    void set(int number, StepField field, const std::string& text) {
        step([&](Transaction& tx) { return setStepField(tx, sequence, number, field, text); });
        QVERIFY2(fault.empty(), fault.c_str());
    }
    void lay() {
        step([&](Transaction& tx) -> Outcome {
            const auto made = layOut(tx, sequence, proposedUnits(tx.programme(), sequence, places), {}, true);
            return made.ok() ? done() : Outcome(made.errors());
        });
    }
    [[nodiscard]] const Activity& at(const std::string& key) const { return *b.programme.activities.row(b.id(key)); }
    [[nodiscard]] QString links() const {
        QStringList list;
        for (const Link& link : b.programme.links)
            list << QString::fromStdString(b.programme.activities.row(link.from)->key + ">" +
                                           b.programme.activities.row(link.to)->key);
        list.sort();
        return list.join(QLatin1Char(' '));
    }

    Builder b;
    SequenceId sequence;
    std::vector<LocationId> places;
    std::string fault;
};

QString text(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace

class SequenceTest : public QObject {
    Q_OBJECT
private slots:
    void laidOut() {
        Dolphins d;
        d.lay();
        QVERIFY2(d.fault.empty(), d.fault.c_str());
        const Programme& p = d.b.programme;
        QCOMPARE(p.activities.size(), std::size_t(9));
        QCOMPARE(text(d.at("B11").name), QStringLiteral("Sockets, D1"));
        QCOMPARE(d.at("B21").measure->quantity, Decimal(6));
        QCOMPARE(d.at("B22").measure->quantity, Decimal(100));
        QCOMPARE(d.at("B33").calendar, continuousCalendar);
        QCOMPARE(*d.at("B33").duration, Minutes(7 * 1440));
        QCOMPARE(placedOf(p)[0].left, Decimal(0));
        QCOMPARE(placedOf(p)[1].left, Decimal(0));
        QCOMPARE(d.links(),
                 QStringLiteral("B11>B12 B11>B21 B12>B13 B12>B22 B21>B22 B21>B31 B22>B23 B22>B32 B31>B32 B32>B33"));
        QCOMPARE(text(p.breakdown.row(d.at("B32").breakdown)->name), QStringLiteral("D3"));
        // By hand: sockets 6 d each, one rig: D3's end on day 18; caps 5 d: D3's from day 18 to 23; 7 days to cure.
        const Schedule schedule = yarrin::schedule(p);
        QVERIFY(schedule.ok());
        QCOMPARE(text(test::dates(p, schedule, "B31")), QStringLiteral("2027-03-17T08:00 2027-03-24T17:00"));
        QCOMPARE(text(test::dates(p, schedule, "B32")), QStringLiteral("2027-03-25T08:00 2027-03-31T17:00"));
        QVERIFY(byHandOf(p).empty());
    }

    /// What was altered by hand stays; the rest follows, whichever way the sequence changes.
    void follows() {
        Dolphins d;
        d.lay();
        Programme& p = d.b.programme;
        d.step([&](Transaction& tx) -> Outcome {
            if (auto set = setMeasureField(tx, d.b.id("B22"), MeasureField::crews, "2"); !set.ok()) return set;
            if (auto set = setName(tx, d.b.id("B31"), "Last sockets"); !set.ok()) return set;
            // A link taken off by hand and one added.
            return setWaitsFor(tx, d.b.id("B32"), "B31; B13");
        });
        QCOMPARE(text(d.fault), QString());
        const auto byHand = byHandOf(p);
        QCOMPARE(byHand.size(), std::size_t(2));
        QCOMPARE(byHand[0].activity, d.b.id("B22"));
        QCOMPARE(byHand[0].what, std::vector<std::string>{"crews"});
        d.set(2, StepField::crews, "3");
        d.set(2, StepField::factor, "0.8");
        d.set(1, StepField::name, "Rock sockets");
        d.set(2, StepField::links, "1 +2d");
        d.set(2, StepField::learning, "90 %");
        QCOMPARE(*d.at("B12").measure->crews, Decimal(3));
        QCOMPARE(*d.at("B22").measure->crews, Decimal(2)); // by hand
        QCOMPARE(d.at("B22").measure->factor, Decimal(8, 1));
        QCOMPARE(d.at("B32").measure->unitNumber, 3);
        QCOMPARE(*d.at("B32").measure->learningRate, Decimal(90));
        QCOMPARE(text(d.at("B21").name), QStringLiteral("Rock sockets, D2"));
        QCOMPARE(text(d.at("B31").name), QStringLiteral("Last sockets"));
        QVERIFY(d.links().contains(QLatin1String("B13>B32")));
        QVERIFY(!d.links().contains(QLatin1String("B22>B32")));
        for (const Link& link : p.links)
            if (link.to == d.b.id("B12") || link.to == d.b.id("B22"))
                QVERIFY(link.lag == 960 || link.from != d.b.id("B11"));
        d.step([&](Transaction& tx) { return followAgain(tx, std::vector{d.b.id("B22"), d.b.id("B31")}); });
        QCOMPARE(*d.at("B22").measure->crews, Decimal(3));
        QVERIFY(byHandOf(p).empty());
        // The book's figure goes on to all of them.
        d.step([&](Transaction& tx) { return setBookField(tx, BookItemId{2}, BookField::output, "25"); });
        QCOMPARE(*d.at("B32").measure->outputPerCrewDay, Decimal(25));
        QVERIFY(byHandOf(p).empty());
    }

    void stepsComeAndGo() {
        Dolphins d;
        d.lay();
        Programme& p = d.b.programme;
        d.step([&](Transaction& tx) { return removeActivities(tx, std::vector{d.b.id("B21")}); });
        QCOMPARE(text(byHandOf(p).at(0).what[0]), QStringLiteral("deleted"));
        QCOMPARE(placedOf(p)[0].left, Decimal(6));
        d.step([&](Transaction& tx) -> Outcome {
            const auto added = addStep(tx, d.sequence, 3, "Ladder");
            return added.ok() ? done() : Outcome(added.errors());
        });
        QCOMPARE(text(d.fault), QString());
        QCOMPARE(p.activities.size(), std::size_t(11)); // the deleted one stays away
        d.set(4, StepField::duration, "2d");
        QCOMPARE(*d.at("B24").duration, Minutes(960));
        QCOMPARE(text(d.b.programme.activities.row(d.b.id("B24"))->name), QStringLiteral("Ladder, D2"));
        // An altered activity of a step that goes stays as an ordinary one; the others go.
        d.step([&](Transaction& tx) { return setNotes(tx, d.b.id("B34"), "Galvanised"); });
        d.step([&](Transaction& tx) { return removeStep(tx, d.sequence, 4); });
        QCOMPARE(p.activities.size(), std::size_t(9));
        QVERIFY(d.b.id("B34"));
        // Without the sequence everything stays.
        d.step([&](Transaction& tx) { return removeSequence(tx, d.sequence); });
        QCOMPARE(p.activities.size(), std::size_t(9));
        QVERIFY(p.laidOut.empty());
    }

    void oneStepUndone() {
        Dolphins d;
        const Programme before = d.b.programme;
        Transaction tx(d.b.programme);
        QVERIFY(layOut(tx, d.sequence, proposedUnits(d.b.programme, d.sequence, d.places), {}, false).ok());
        const auto edit = tx.commit("laid out");
        QVERIFY(edit.has_value());
        QVERIFY(!(d.b.programme == before));
        apply(d.b.programme, inverse(*edit));
        QVERIFY(d.b.programme == before);
    }

    void moreThanBilled() {
        Dolphins d;
        std::vector<UnitToLay> units = proposedUnits(d.b.programme, d.sequence, d.places);
        units[2].quantities[1] = 101;
        const Programme before = d.b.programme;
        d.step([&](Transaction& tx) -> Outcome {
            const auto made = layOut(tx, d.sequence, units, {}, true);
            return made.ok() ? done() : Outcome(made.errors());
        });
        QVERIFY2(text(d.fault).contains(QString::fromUtf8("only 100 m³ is left")), d.fault.c_str());
        QVERIFY(d.b.programme == before);
    }

    void patterns() {
        QCOMPARE(text(idFromPattern("B2{step}{unit}", 3, 1, "D3")), QStringLiteral("B213"));
        QCOMPARE(text(idFromPattern("{location}-{step:2}", 3, 4, "D3")), QStringLiteral("D3-04"));
        QCOMPARE(text(idFromPattern("C{unit:3}", 12, 1, "")), QStringLiteral("C012"));
        Dolphins d;
        d.step([&](Transaction& tx) { return setIdPattern(tx, d.sequence, "B{step}"); });
        QVERIFY(d.fault.find("one id") != std::string::npos);
        d.step([&](Transaction& tx) { return setIdPattern(tx, d.sequence, "{location}-{step}"); });
        QVERIFY(d.fault.empty());
        // Ids that are taken give way to free ones.
        d.b.task("B11", 1);
        d.step([&](Transaction& tx) { return setIdPattern(tx, d.sequence, "B{unit}{step}"); });
        d.lay();
        QVERIFY2(d.fault.empty(), d.fault.c_str());
        QCOMPARE(d.b.programme.activities.size(), std::size_t(10));
        d.step([&](Transaction& tx) { return setStepField(tx, d.sequence, 2, StepField::links, "9"); });
        QVERIFY(!d.fault.empty());
    }
};

QTEST_GUILESS_MAIN(SequenceTest)
#include "sequence_test.moc"
