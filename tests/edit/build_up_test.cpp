// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/figures.h"
#include "core/quantity/learning.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/bill_edits.h"
#include "edit/labour_edits.h"
#include "edit/location_edits.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

#include <cmath>
#include <random>

using namespace yarrin;
using test::Builder;
using test::run;

namespace {

BillItem item(std::uint32_t id, const char* key, const char* unit, Decimal quantity) {
    BillItem made;
    made.id = BillItemId{id};
    made.key = key;
    made.description = std::string("Item ") + key;
    made.unit = unit;
    made.quantity = quantity;
    return made;
}

BookItem book(std::uint32_t id, const char* name, const char* unit, Decimal output, const char* crew = "") {
    BookItem made;
    made.id = BookItemId{id};
    made.key = "K" + std::to_string(id);
    made.name = name;
    made.unit = unit;
    made.outputPerCrewDay = output;
    made.crew = *parseCrew(crew);
    return made;
}

QString text(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace

/// Bill, allocation, output book, limits and learning.
class BuildUpTest : public QObject {
    Q_OBJECT
private slots:
    /// Common practice: 2500 panels with three cranes at 30 panels a day each take 27.8 days, 28 in whole ones.
    void panels() {
        Builder b;
        b.task("A", 1);
        b.programme.bill.append(item(1, "2.01", "no", 2500));
        QCOMPARE(text(run(b.programme,
                          [&](Transaction& tx) -> Outcome {
                              const auto copy = copyToJob(tx, book(1, "Hang panels", "no", 30, "1 crane"));
                              if (!copy.ok()) return copy.errors();
                              if (auto done = allocate(tx, BillItemId{1}, b.id("A"), 2500); !done.ok()) return done;
                              if (auto done = applyBook(tx, b.id("A"), *copy); !done.ok()) return done;
                              return setMeasureField(tx, b.id("A"), MeasureField::crews, "3");
                          })),
                 QString());
        const Activity& a = *b.programme.activities.row(b.id("A"));
        QCOMPARE(**durationOf(*a.measure, 480), Minutes(28 * 480));
        QCOMPARE(std::round(exactDays(*a.measure, 480)->toDouble() * 10) / 10, 27.8);
        // With three cranes on site a fourth crew cannot be had: the duration is driven by the crane.
        QCOMPARE(driverOf(b.programme, a).by, Driver::By::crews);
        QCOMPARE(text(run(b.programme, [&](Transaction& tx) { return setSupply(tx, "crane", "3"); })), QString());
        QCOMPARE(driverOf(b.programme, a).by, Driver::By::limit);
        QCOMPARE(text(driverOf(b.programme, a).resource), QStringLiteral("crane"));
        QVERIFY(!driverOf(b.programme, a).exceeded);
        QCOMPARE(text(run(b.programme, [&](Transaction& tx) { return setSupply(tx, "crane", "2"); })), QString());
        QVERIFY(driverOf(b.programme, *b.programme.activities.row(b.id("A"))).exceeded);
    }

    /// T. P. Wright 1936 (from memory): at 80 per cent every doubling takes a fifth off: 100, 80, 64, 51.2.
    void learning() {
        QCOMPARE(unitTimeShare(80, 1), Decimal(1));
        QCOMPARE(unitTimeShare(80, 2), Decimal(8, 1));
        QCOMPARE(unitTimeShare(80, 4), Decimal(64, 2));
        QCOMPARE(unitTimeShare(80, 8), Decimal(512, 3));
        // The third unit at 80 per cent takes 70.2 of a hundred (UN ECE 1965, Effect of Repetition; from memory).
        QVERIFY(std::abs(unitTimeShare(80, 3).toDouble() - 0.702) < 0.0005);
        QCOMPARE(unitTimeShare(100, 7), Decimal(1));
        Measure m;
        m.quantity = 100;
        m.outputPerCrewDay = Decimal(10);
        m.crews = Decimal(1);
        m.learningRate = Decimal(80);
        QCOMPARE(**durationOf(m, 480), Minutes(10 * 480));
        m.unitNumber = 2;
        QCOMPARE(**durationOf(m, 480), Minutes(8 * 480));
        m.unitNumber = 4;
        QCOMPARE(**durationOf(m, 480), Minutes(7 * 480)); // 6.4, in whole days
        m.learningRate = Decimal(40);
        QVERIFY(!durationOf(m, 480).ok());
    }

    /// Allocated and left add up to what was billed after any number of random splits, moves and refusals.
    void reconciles() {
        std::mt19937 random(7);
        for (int round = 0; round < 40; ++round) {
            Builder b;
            std::vector<ActivityId> ids;
            for (int i = 0; i < 6; ++i) {
                const std::string key = "A" + std::to_string(i);
                b.task(key, 1);
                ids.push_back(b.id(key));
            }
            Programme& p = b.programme;
            p.bill.append(item(1, "1", "m3", Decimal(std::int64_t(random() % 1'000'000), 3)));
            p.bill.append(item(2, "2", "l", Decimal(std::int64_t(random() % 1'000'000), 1)));
            p.bill.append(item(3, "3", "t", Decimal(std::int64_t(random() % 1'000), 0)));
            for (int stepNo = 0; stepNo < 30; ++stepNo) {
                const BillItemId id{1 + std::uint32_t(random() % 3)};
                const ActivityId activity = ids[random() % ids.size()];
                const Decimal amount(std::int64_t(random() % 500'000), 3);
                const unsigned what = random() % 4;
                const std::string refused = run(p, [&](Transaction& tx) -> Outcome {
                    if (what == 0)
                        return shareAmong(tx, id,
                                          std::vector{ids[0], ids[1],
                                                      activity == ids[0]   ? ids[2]
                                                      : activity == ids[1] ? ids[3]
                                                                           : activity});
                    if (what == 1) return allocate(tx, id, activity, Decimal(0));
                    return allocate(tx, id, activity, amount);
                });
                if (!refused.empty())
                    QVERIFY2(refused.find("left") != std::string::npos || refused.find("all of") != std::string::npos,
                             refused.c_str());
                for (std::size_t i = 0; i < p.bill.size(); ++i) {
                    Fraction sum;
                    for (const Allocation& a : p.allocations)
                        if (a.item == p.bill[i].id) sum = sum + Fraction(a.quantity);
                    const Placed placed = placedOf(p)[i];
                    QCOMPARE(Fraction(placed.placed), sum);
                    QCOMPARE(Fraction(placed.placed) + Fraction(placed.left), Fraction(p.bill[i].quantity));
                    QVERIFY(placed.left.sign() >= 0);
                }
                QVERIFY(faultsOf(p).empty());
            }
        }
    }

    void sharesAddUp() {
        std::mt19937 random(11);
        for (int round = 0; round < 2000; ++round) {
            const Decimal quantity(std::int64_t(random() % 10'000'000), int(random() % 5));
            std::vector<Decimal> weights;
            for (unsigned i = 0; i < 1 + random() % 12; ++i) weights.emplace_back(std::int64_t(random() % 100), 1);
            const auto shares = shared(quantity, weights, 2);
            Fraction sum;
            for (const Decimal& share : shares) {
                QVERIFY(share.sign() >= 0);
                sum = sum + Fraction(share);
            }
            QCOMPARE(sum, Fraction(quantity));
        }
        // Seven piles over three lengths: whole ones, in proportion as near as whole ones can be.
        QCOMPARE(shared(7, {62, 62, 62}, 0), (std::vector<Decimal>{2, 3, 2}));
    }

    /// The activity's quantity follows the bill while it is the bill's, and stays what somebody typed otherwise.
    void quantityFollows() {
        Builder b;
        b.task("A", 1);
        Programme& p = b.programme;
        p.bill.append(item(1, "1", "m3", 100));
        p.bill.append(item(2, "2", "l", 5000));
        p.bill.append(item(3, "3", "t", 20));
        const auto place = [&](std::uint32_t id, Decimal quantity) {
            return run(p, [&](Transaction& tx) { return allocate(tx, BillItemId{id}, b.id("A"), quantity); });
        };
        const auto quantity = [&] { return p.activities.row(b.id("A"))->measure->quantity; };
        QCOMPARE(text(place(1, 60)), QString());
        QCOMPARE(quantity(), Decimal(60));
        QCOMPARE(text(place(2, 500)), QString()); // litres count as cubic metres
        QCOMPARE(quantity(), Decimal(605, 1));
        QCOMPARE(text(place(3, 4)), QString()); // tonnes do not
        QCOMPARE(quantity(), Decimal(605, 1));
        QVERIFY(text(place(1, 101)).contains(QString::fromUtf8("only 100 m³ is left")));
        QCOMPARE(
            text(run(p, [&](Transaction& tx) { return setMeasureField(tx, b.id("A"), MeasureField::quantity, "70"); })),
            QString());
        QCOMPARE(text(place(1, 10)), QString());
        QCOMPARE(quantity(), Decimal(70));
        // Less than is placed cannot be billed, nor its unit changed.
        const auto field = [&](BillField f, const char* typed) {
            return text(run(p, [&](Transaction& tx) { return setBillField(tx, BillItemId{1}, f, typed); }));
        };
        QVERIFY(field(BillField::quantity, "5").contains(QLatin1String("placed already")));
        QVERIFY(field(BillField::unit, "t").contains(QLatin1String("placed")));
        QVERIFY(field(BillField::key, "2").contains(QLatin1String("there already")));
        QVERIFY(field(BillField::unit, "stone").contains(QLatin1String("not a known unit")));
        QCOMPARE(field(BillField::quantity, "10"), QString());
        // What goes with an activity comes back to the bill.
        QCOMPARE(text(run(p, [&](Transaction& tx) { return removeActivities(tx, std::vector{b.id("A")}); })),
                 QString());
        QVERIFY(p.allocations.empty());
        QCOMPARE(placedOf(p)[0].left, Decimal(10));
    }

    void units() {
        QCOMPARE(*converted(Decimal(25, 1), "m3", "l"), Decimal(2500));
        QCOMPARE(*converted(Decimal(750), "kg", "t"), Decimal(75, 2));
        QCOMPARE(*converted(Decimal(2), "ha", "m2"), Decimal(20'000));
        QCOMPARE(*converted(Decimal(3), "no", "no"), Decimal(3));
        QVERIFY(!converted(Decimal(1), "m3", "m2").ok());
        QVERIFY(!converted(Decimal(1), "t", "m3").ok());
        QVERIFY(!converted(Decimal(1), "no", "item").ok());
        for (const std::string& a : knownUnits())
            for (const std::string& b : knownUnits())
                if (const auto each = unitsIn(a, b)) QCOMPARE(*each * *unitsIn(b, a), Fraction(1));
    }

    void bookInTheJob() {
        Builder b;
        b.task("A", 1).task("B", 1);
        Programme& p = b.programme;
        QCOMPARE(text(run(p,
                          [&](Transaction& tx) -> Outcome {
                              const auto copy = copyToJob(tx, book(1, "Core fill", "t", 1000, "1 excavator; 4 truck"));
                              if (!copy.ok()) return copy.errors();
                              for (const char* key : {"A", "B"}) {
                                  if (auto set = setMeasureField(tx, b.id(key), MeasureField::quantity, "5000");
                                      !set.ok())
                                      return set;
                                  if (auto set = setUnit(tx, b.id(key), key[0] == 'A' ? "kg" : "t"); !set.ok())
                                      return set;
                                  if (auto set = applyBook(tx, b.id(key), *copy); !set.ok()) return set;
                              }
                              return setMeasureField(tx, b.id("B"), MeasureField::output, "900");
                          })),
                 QString());
        QCOMPARE(p.activities.row(b.id("A"))->measure->quantity, Decimal(5)); // 5000 kg in tonnes
        // The figure of the item goes on to those that still have it.
        const auto output = [&](const char* key) { return *p.activities.row(b.id(key))->measure->outputPerCrewDay; };
        QCOMPARE(
            text(run(p, [&](Transaction& tx) { return setBookField(tx, BookItemId{1}, BookField::output, "1,200"); })),
            QString());
        QCOMPARE(output("A"), Decimal(1200));
        QCOMPARE(output("B"), Decimal(900));
        QVERIFY(
            text(run(p, [&](Transaction& tx) { return removeBookItem(tx, BookItemId{1}); })).contains("built from it"));
        QVERIFY(text(run(p, [&](Transaction& tx) {
                    return setBookField(tx, BookItemId{1}, BookField::unit, "m3");
                })).contains("built from it"));
        QVERIFY(!parseCrew("0 men").ok());
        QVERIFY(!parseCrew("4").ok());
        QVERIFY(!parseCrew("2 crane; 1 crane").ok());
        QCOMPARE(text(crewText(*parseCrew(" 4 Steel fixers ;0.5 crane; foreman"))),
                 QStringLiteral("4 Steel fixers; 0.5 crane; 1 foreman"));
    }

    void suggestions() {
        const std::vector<BookItem> items{book(1, "Place concrete in slab", "m3", 40),
                                          book(2, "Place concrete in wall", "m3", 20),
                                          book(3, "Fix reinforcement", "t", 2), book(4, "Formwork to wall", "m2", 30),
                                          book(5, "Rock armour, 3 to 6 t", "t", 500)};
        const auto names = [&](const char* description, const char* unit) {
            QStringList found;
            for (const Suggestion& s : suggestionsFor(description, unit, items)) found << text(items[s.item].name);
            return found;
        };
        QCOMPARE(names("Concrete C35/45 to walls", "m3").value(0), QStringLiteral("Place concrete in wall"));
        QCOMPARE(names("Reinforcement B500B in caps", "kg"), QStringList{"Fix reinforcement"});
        // The unit rules out what measures something else.
        QCOMPARE(names("Concrete wall", "m2"), QStringList{"Formwork to wall"});
        QVERIFY(names("Plant hire", "week").isEmpty());
    }

    void figures() {
        const auto read = [](const char* typed, DecimalSign sign) {
            const auto value = readFigure(typed, sign);
            return value.ok() ? text(value->text()) : QStringLiteral("refused");
        };
        using enum DecimalSign;
        QCOMPARE(read("1,344.5", stop), QStringLiteral("1344.5"));
        QCOMPARE(read("1.344,5", comma), QStringLiteral("1344.5"));
        QCOMPARE(read("11 840,25", comma), QStringLiteral("11840.25"));
        QCOMPARE(read("11\u00A0840", stop), QStringLiteral("11840"));
        QCOMPARE(read("2'500'000", stop), QStringLiteral("2500000"));
        QCOMPARE(read("1,34", stop), QStringLiteral("refused"));
        QCOMPARE(read("1.34", comma), QStringLiteral("refused"));
        QCOMPARE(read("12 m3", stop), QStringLiteral("refused"));
        QCOMPARE(read("", stop), QStringLiteral("refused"));
        QCOMPARE(decimalSignOf({"1,5", "1,234"}), comma);
        QCOMPARE(decimalSignOf({"1,234", "12.5"}), stop);
        QCOMPARE(decimalSignOf({"1.234.567"}), comma);
        QCOMPARE(decimalSignOf({"1,234", "5,678"}), stop);
    }

    void locations() {
        Builder b;
        Programme& p = b.programme;
        LocationId causeway, pier;
        QCOMPARE(text(run(p,
                          [&](Transaction& tx) -> Outcome {
                              const auto one = addLocation(tx, {}, "Causeway");
                              const auto two = addLocation(tx, *one, "Pier");
                              causeway = *one;
                              pier = *two;
                              return setChainage(tx, causeway, "0+000 to 0+620");
                          })),
                 QString());
        QCOMPARE(text(run(p,
                          [&](Transaction& tx) -> Outcome {
                              const auto parts = divideLocation(tx, causeway, "200 m");
                              return parts.ok() ? done() : Outcome(parts.errors());
                          })),
                 QString());
        QCOMPARE(p.locations.size(), std::size_t(6));
        QCOMPARE(text(p.locations.rows().back().name), QString::fromUtf8("ch 600–620"));
        QCOMPARE(*p.locations.rows().back().fromChainage, Decimal(600));
        QVERIFY(text(run(p, [&](Transaction& tx) { return setChainage(tx, pier, "62 – 0"); })).contains("smaller"));
        QVERIFY(text(run(p, [&](Transaction& tx) { return setChainage(tx, pier, "north"); })).contains("no range"));
        QVERIFY(text(run(p, [&](Transaction& tx) {
                    return moveLocation(tx, causeway, p.locations.rows().back().id, Landing::inside);
                })).contains("into itself"));
        QCOMPARE(text(run(p, [&](Transaction& tx) { return moveLocation(tx, pier, causeway, Landing::before); })),
                 QString());
        QCOMPARE(p.locations[0].id, pier);
        // What was in a location that goes moves up.
        b.task("A", 1);
        QVERIFY(
            text(run(p, [&](Transaction& tx) { return setLocation(tx, b.id("A"), "Moon"); })).contains("no location"));
        QCOMPARE(
            text(run(p, [&](Transaction& tx) { return setLocation(tx, b.id("A"), p.locations.rows().back().name); })),
            QString());
        QCOMPARE(p.activities.row(b.id("A"))->location, p.locations.rows().back().id);
        QCOMPARE(text(run(p, [&](Transaction& tx) { return removeLocation(tx, p.locations.rows().back().id); })),
                 QString());
        QCOMPARE(p.activities.row(b.id("A"))->location, causeway);
    }
};

QTEST_GUILESS_MAIN(BuildUpTest)
#include "build_up_test.moc"
