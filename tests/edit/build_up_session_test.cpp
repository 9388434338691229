// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Random sessions on bill, book, locations and sequences. Whatever a person does in whatever order: each step either
// goes through whole or is refused with a reason and changes nothing, the programme keeps its rules, quantities
// reconcile, and undoing leads back through every state to the first. A failure prints the seed.
#include "core/network/schedule.h"
#include "core/quantity/figures.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/bill_edits.h"
#include "edit/location_edits.h"
#include "edit/sequence_edits.h"
#include "support/builder.h"

#include <QTest>

#include <map>
#include <random>

using namespace yarrin;
using test::Builder;

namespace {

/// A person who does not know what they are doing.
class Person {
    int below(int limit) { return int(m_random() % std::uint32_t(limit)); }
    std::string unit() {
        static const char* units[] = {"m3", "l", "t", "kg", "no", "m2"};
        return units[below(6)];
    }
    /// The id of any row; of none where there is none.
    template <typename Rows> auto some(const Rows& rows) {
        using Id = std::decay_t<decltype(rows[0].id)>;
        return rows.empty() ? Id{} : rows[std::size_t(below(int(rows.size())))].id;
    }

public:
    Person(Programme& programme, std::uint32_t seed) : m_programme(programme), m_random(seed) {}

    Outcome act(Transaction& tx) {
        switch (below(15)) {
        case 0: {
            const auto added = addBillItem(tx, some(m_programme.bill));
            return added.ok() ? setBillField(tx, *added, BillField::quantity, std::to_string(below(500)) + ".25")
                              : Outcome(added.errors());
        }
        case 1:
            return setBillField(tx, some(m_programme.bill), BillField::quantity, std::to_string(below(300)));
        case 2:
            return setBillField(tx, some(m_programme.bill), BillField::unit, unit());
        case 3:
            return allocate(tx, some(m_programme.bill), some(m_programme.activities), Decimal(below(4000), 2));
        case 4: {
            const std::vector<ActivityId> to{some(m_programme.activities), some(m_programme.activities)};
            return shareAmong(tx, some(m_programme.bill), to);
        }
        case 5:
            return made(activityFrom(tx, some(m_programme.bill)));
        case 6: {
            BookItem item;
            item.key = "K" + std::to_string(below(6));
            item.name = "Work " + item.key;
            item.unit = unit();
            item.outputPerCrewDay = Decimal(1 + below(50));
            item.crew = {{"Crane", Decimal(1)}};
            const auto copy = copyToJob(tx, item);
            return copy.ok() ? applyBook(tx, some(m_programme.activities), *copy) : Outcome(copy.errors());
        }
        case 7:
            return setBookField(tx, some(m_programme.book), BookField::output, std::to_string(1 + below(30)));
        case 8: {
            const auto place = addChildLocation(tx, below(2) ? some(m_programme.locations) : LocationId{}, "Place");
            return place.ok() ? setChainage(tx, *place, "0 – " + std::to_string(1 + below(90)))
                              : Outcome(place.errors());
        }
        case 9:
            return below(3)
                       ? moveLocation(tx, some(m_programme.locations), some(m_programme.locations), Landing(below(3)))
                       : removeLocation(tx, some(m_programme.locations));
        case 10: {
            if (m_programme.sequences.size() < 2) {
                const auto added = addSequence(tx, "Trade");
                if (!added.ok()) return added.errors();
            }
            return made(addStep(tx, some(m_programme.sequences), 0, "Step"));
        }
        case 11:
            return changeStep(tx);
        case 12: {
            const SequenceId id = some(m_programme.sequences);
            const std::vector<LocationId> where{some(m_programme.locations)};
            return made(layOut(tx, id, proposedUnits(m_programme, id, where), {}, below(2) == 0));
        }
        case 13: {
            const std::vector<ActivityId> ids{some(m_programme.activities)};
            return below(2) ? removeActivities(tx, ids) : followAgain(tx, ids);
        }
        default:
            return setMeasureField(tx, some(m_programme.activities), MeasureField(below(5)),
                                   std::to_string(1 + below(40)));
        }
    }

private:
    template <typename Value> static Outcome made(const Result<Value>& result) {
        return result.ok() ? done() : Outcome(result.errors());
    }
    Outcome changeStep(Transaction& tx) {
        const SequenceId id = some(m_programme.sequences);
        const Sequence* sequence = m_programme.sequences.row(id);
        if (!sequence || sequence->steps.empty()) return inputError("no step");
        const int number = sequence->steps[std::size_t(below(int(sequence->steps.size())))].number;
        const std::string other = std::to_string(1 + below(4));
        switch (below(9)) {
        case 0:
            return removeStep(tx, id, number);
        case 1:
            return setStepField(tx, id, number, StepField::links, below(2) ? other : "with " + other + " +1d");
        case 2:
            return setStepField(tx, id, number, StepField::unitLinks, below(2) ? "" : other);
        case 3:
            return setStepField(tx, id, number, StepField::crews, std::to_string(1 + below(4)));
        case 4:
            return setStepField(tx, id, number, StepField::duration, std::to_string(below(9)) + "d");
        case 5:
            return setStepField(tx, id, number, StepField::book,
                                m_programme.book.empty() ? "" : m_programme.book.row(some(m_programme.book))->key);
        case 6:
            return setStepField(tx, id, number, StepField::bill,
                                m_programme.bill.empty() ? "" : m_programme.bill.row(some(m_programme.bill))->key);
        case 7:
            return setStepField(tx, id, number, StepField::learning, below(2) ? "90" : "");
        default:
            return setStepField(tx, id, number, StepField::name, "Step " + other);
        }
    }

    Programme& m_programme;
    std::mt19937 m_random;
};

/// What is placed and left, added up here in another way than the product does it.
bool reconciles(const Programme& p) {
    std::map<std::uint32_t, Fraction> sums;
    for (const Allocation& a : p.allocations) sums[a.item.value] = sums[a.item.value] + Fraction(a.quantity);
    const auto placed = placedOf(p);
    for (std::size_t i = 0; i < p.bill.size(); ++i) {
        if (!(Fraction(placed[i].placed) == sums[p.bill[i].id.value])) return false;
        if (!(Fraction(placed[i].placed) + Fraction(placed[i].left) == Fraction(p.bill[i].quantity))) return false;
        if (placed[i].left.sign() < 0) return false;
    }
    return true;
}

/// Units keep to what there is: every activity they name exists, and none stands in two of them.
bool unitsAreSound(const Programme& p) {
    std::map<std::uint32_t, int> seen;
    for (const LaidOut& unit : p.laidOut)
        for (const LaidOutStep& step : unit.steps)
            if (step.activity && (!p.activities.row(step.activity) || ++seen[step.activity.value] > 1)) return false;
    return true;
}

} // namespace

class BuildUpSessionTest : public QObject {
    Q_OBJECT
private slots:
    void randomSessions() {
        std::size_t went = 0, refused = 0, laidOut = 0, altered = 0;
        for (std::uint32_t seed = 1; seed <= 50; ++seed) {
            const std::string at = "seed " + std::to_string(seed);
            Builder b;
            b.task("A", 5).task("B", 3).link("A", "B");
            Programme& p = b.programme;
            Person person(p, seed);
            std::vector<Programme> states{p};
            std::vector<Edit> edits;
            for (int i = 0; i < 60; ++i) {
                Transaction tx(p);
                const Outcome outcome = person.act(tx);
                // The document refuses what cannot be calculated; so does this one.
                if (!outcome.ok() || !schedule(p).ok()) {
                    QVERIFY2(outcome.ok() || !outcome.error().what.empty(), at.c_str());
                    tx.rollBack();
                    QVERIFY2(p == states.back(), at.c_str());
                    ++refused;
                    continue;
                }
                auto edit = tx.commit("step");
                if (!edit) continue;
                ++went;
                for (const Error& wrong : faultsOf(p)) QFAIL((at + ": " + wrong.sentence()).c_str());
                QVERIFY2(reconciles(p), at.c_str());
                QVERIFY2(unitsAreSound(p), at.c_str());
                edits.push_back(std::move(*edit));
                states.push_back(p);
            }
            laidOut += p.laidOut.size();
            altered += byHandOf(p).size();
            for (std::size_t i = edits.size(); i-- > 0;) {
                apply(p, inverse(edits[i]));
                QVERIFY2(p == states[i], at.c_str());
            }
            for (std::size_t i = 0; i < edits.size(); ++i) apply(p, edits[i]);
            QVERIFY2(p == states.back(), at.c_str());
        }
        // Enough of everything happened for this to mean something.
        QVERIFY2(went > 700 && refused > 150, std::to_string(went).c_str());
        QVERIFY2(laidOut > 30, std::to_string(laidOut).c_str());
        QVERIFY2(altered > 6, std::to_string(altered).c_str());
    }

    /// A sequence that nobody interferes with: after any changes the units are as if they had been laid out with the
    /// sequence as it is now.
    void changedAndLaidOutAreTheSame() {
        int compared = 0;
        for (std::uint32_t seed = 1; seed <= 100; ++seed) {
            std::mt19937 random(seed);
            Builder b;
            Programme& p = b.programme;
            for (std::uint32_t i = 1; i <= 2; ++i) {
                BookItem item;
                item.id = BookItemId{i};
                item.key = item.name = "K" + std::to_string(i);
                item.unit = "m3";
                item.outputPerCrewDay = Decimal(7 + int(i));
                p.book.append(item);
            }
            Transaction setup(p);
            const SequenceId id = *addSequence(setup, "Trade");
            for (int i = 0; i < 3; ++i) QVERIFY(addStep(setup, id, 0, "Step " + std::to_string(i)).ok());
            std::vector<UnitToLay> units;
            for (int i = 0; i < 3; ++i) {
                const auto place = addLocation(setup, {}, "P" + std::to_string(i));
                units.push_back({*place, {Decimal(10 + i), Decimal(20 + i), Decimal(30 + i)}});
            }
            static_cast<void>(setup.commit("setup"));
            Programme later = p;
            const auto change = [&](Programme& of, std::mt19937 how) {
                const auto less = [&](int limit) { return int(how() % std::uint32_t(limit)); };
                for (int i = 0; i < 8; ++i) {
                    Transaction tx(of);
                    const int step = 1 + less(3);
                    const StepField field[] = {StepField::book,  StepField::crews,   StepField::factor,
                                               StepField::name,  StepField::links,   StepField::unitLinks,
                                               StepField::notes, StepField::learning};
                    const int what = less(8);
                    const std::string texts[] = {
                        "K" + std::to_string(1 + less(2)),
                        std::to_string(1 + less(3)),
                        "0." + std::to_string(5 + less(4)),
                        "Name " + std::to_string(less(5)),
                        step > 1 ? std::to_string(1 + less(step - 1)) + " +" + std::to_string(less(4)) + "d" : "",
                        less(2) ? std::to_string(step) : "",
                        "Note",
                        less(2) ? "95" : ""};
                    if (setStepField(tx, id, step, field[what], texts[what]).ok())
                        static_cast<void>(tx.commit("change"));
                }
            };
            const auto changes = std::uint32_t(random());
            {
                Transaction tx(p);
                QVERIFY(layOut(tx, id, units, {}, false).ok());
                static_cast<void>(tx.commit("laid out"));
            }
            change(p, std::mt19937(changes));
            change(later, std::mt19937(changes));
            {
                Transaction tx(later);
                QVERIFY(layOut(tx, id, units, {}, false).ok());
                static_cast<void>(tx.commit("laid out"));
            }
            QVERIFY(p.sequences == later.sequences);
            QCOMPARE(p.activities.size(), later.activities.size());
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                Activity x = p.activities[i], y = later.activities[i];
                QVERIFY2(x == y, ("seed " + std::to_string(seed) + ", " + x.key).c_str());
                ++compared;
            }
            const auto links = [](const Programme& of) {
                std::vector<std::string> list;
                for (const Link& l : of.links)
                    list.push_back(std::to_string(l.from.value) + ">" + std::to_string(l.to.value) + ":" +
                                   std::to_string(int(l.type)) + "+" + std::to_string(l.lag));
                std::sort(list.begin(), list.end());
                return list;
            };
            QVERIFY2(links(p) == links(later), ("seed " + std::to_string(seed)).c_str());
            QVERIFY(byHandOf(p).empty());
        }
        QCOMPARE(compared, 100 * 9);
    }
};

QTEST_GUILESS_MAIN(BuildUpSessionTest)
#include "build_up_session_test.moc"
