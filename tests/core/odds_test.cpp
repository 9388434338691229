// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Odds: the generator against its published vectors (Random123, kat_vectors; from memory), distributions against closed
// forms, ranks by hand, simulations against what can be worked out exactly, and that nothing hangs on threads or rows.
#include "core/contract/damages.h"
#include "core/odds/draws.h"
#include "core/odds/ranks.h"
#include "core/odds/simulation.h"
#include "support/everyday.h"
#include "support/random_programme.h"

#include <QTest>

#include <cmath>
#include <numbers>
#include <numeric>
#include <thread>

using namespace yarrin;
using namespace yarrin::test;

namespace {

struct Works : EverydayHistory<Works> {};

/// A and B side by side, ten days each, to the milestone: the 10th.
Works sideBySide() {
    Works job;
    job.addWork("A", 10);
    job.addWork("B", 10);
    job.milestone("M").link("A", "M").link("B", "M").section("S1", "M", "2027-03-10", 1000);
    return job;
}

Uncertainty all(const Programme& programme, const Spread& spread, double alike = 0, double alikeAll = 0) {
    Uncertainty made = uncertaintyOfAll(programme, spread, "trade");
    made.alike = alike;
    made.alikeAll = alikeAll;
    return made;
}

Odds run(const Programme& programme, const Uncertainty& uncertainty, std::uint32_t runs, std::uint64_t seed = 7,
         unsigned threads = 2) {
    const auto odds = simulate(programme, uncertainty, {runs, seed, threads});
    if (!odds.ok()) qFatal("%s", odds.error().sentence().c_str());
    return *odds;
}

constexpr Spread even{0.5, 1, 1.5, SpreadShape::uniform}; ///< ten days come out as five to fifteen

} // namespace

class OddsTest : public QObject {
    Q_OBJECT
private slots:
    void theGenerator() {
        const std::uint32_t f = 0xffffffff;
        QCOMPARE(philox({0, 0, 0, 0}, {0, 0}), (PhiloxCounter{0x6627e8d5, 0xe169c58d, 0xbc57ac4c, 0x9b00dbd8}));
        QCOMPARE(philox({f, f, f, f}, {f, f}), (PhiloxCounter{0x408f276d, 0x41c83b0e, 0xa20bc7c6, 0x6d5451fd}));
        QCOMPARE(philox({0x243f6a88, 0x85a308d3, 0x13198a2e, 0x03707344}, {0xa4093822, 0x299f31d0}),
                 (PhiloxCounter{0xd16cfe09, 0x94fdcceb, 0x5001e420, 0x24126ea1}));
        // Draws are even, and the normal ones are normal: mean and mean square within four standard errors.
        constexpr int count = 40000;
        double sum = 0, normal = 0, squares = 0;
        for (std::uint32_t i = 0; i < count; ++i) {
            const double u = uniformDraw(1, i, DrawKind::activity, 5), z = normalDraw(1, i, DrawKind::activity, 5);
            QVERIFY(u > 0 && u < 1 && std::abs(normalShare(z) - u) < 1e-9);
            sum += u;
            normal += z;
            squares += z * z;
        }
        QVERIFY(std::abs(sum / count - 0.5) < 4 * std::sqrt(1.0 / 12 / count));
        QVERIFY(std::abs(normal / count) < 4 / std::sqrt(count));
        QVERIFY(std::abs(squares / count - 1) < 4 * std::sqrt(2.0 / count));
    }

    /// Medians and quarters in closed form; the PERT of (0.5, 1, 1.5) is symmetric, its mean (low + 4 likely + high)
    /// / 6.
    void shapes() {
        const SpreadQuantile triangle({0.8, 1, 1.6, SpreadShape::triangular});
        QVERIFY(std::abs(triangle(0.25) - 1) < 1e-12); // a quarter of it lies below the likeliest
        QVERIFY(std::abs(triangle(0.0625) - 0.9) < 1e-12);
        QVERIFY(std::abs(triangle(0.8125) - 1.3) < 1e-12);
        const SpreadQuantile uniform({0.8, 1, 1.6, SpreadShape::uniform});
        QVERIFY(std::abs(uniform(0.25) - 1) < 1e-12);
        for (const Spread& spread : {Spread{0.5, 1, 1.5, SpreadShape::pert}, Spread{0.9, 1, 2, SpreadShape::pert}}) {
            const SpreadQuantile pert(spread);
            double mean = 0;
            constexpr int parts = 20000;
            for (int i = 0; i < parts; ++i) {
                const double x = pert((i + 0.5) / parts);
                QVERIFY(x >= spread.low && x <= spread.high);
                mean += x / parts;
            }
            QVERIFY(std::abs(mean - (spread.low + 4 * spread.likely + spread.high) / 6) < 1e-4);
        }
        QVERIFY(std::abs(SpreadQuantile({0.5, 1, 1.5, SpreadShape::pert})(0.5) - 1) < 1e-5);
        const SpreadQuantile certain({1.2, 1.2, 1.2, SpreadShape::triangular});
        QVERIFY(certain(0.01) == 1.2 && certain(0.99) == 1.2);
        for (const Spread& bad : {Spread{1, 0.9, 1.2}, Spread{0, 1, 2}, Spread{1, 1, 11}, Spread{1, 1, NAN}})
            QVERIFY(faultOf(bad).has_value());
    }

    /// Ends that are passed one time in ten, for shapes and many of them.
    void tenths() {
        for (const SpreadShape shape : {SpreadShape::triangular, SpreadShape::pert, SpreadShape::uniform})
            for (const double high : {1.1, 1.2, 1.4}) {
                const Spread told{0.9, 1, high, shape};
                const auto ends = fromTenths(told);
                QVERIFY2(ends.ok(), ends.ok() ? "" : ends.error().sentence().c_str());
                QVERIFY(ends->low < told.low && ends->high > told.high && ends->likely == told.likely);
                const SpreadQuantile found(*ends);
                QVERIFY2(std::abs(found(0.1) - told.low) < 1e-4 && std::abs(found(0.9) - told.high) < 1e-4,
                         qPrintable(QStringLiteral("%1 %2").arg(found(0.1)).arg(found(0.9))));
            }
        QVERIFY(!fromTenths({0.2, 1, 9, SpreadShape::triangular}).ok()); // its least would be below nothing
    }

    void ranksByHand() {
        std::vector<std::int64_t> ten(10);
        std::iota(ten.begin(), ten.end(), 1);
        QCOMPARE(atThousandth(ten, 800), std::int64_t(8));
        QCOMPARE(atThousandth(ten, 801), std::int64_t(9));
        QCOMPARE(atThousandth(ten, 100), std::int64_t(1));
        QCOMPARE(atThousandth(ten, 1000), std::int64_t(10));
        QCOMPARE(atThousandth(ten, 0), std::int64_t(1));
        QCOMPARE(shareUpTo(ten, 8), 0.8);
        QCOMPARE(shareUpTo(ten, 0), 0.0);
        // 0.8^16 = 2.8 % is too much above, 0.8^17 = 2.25 % is not.
        std::vector<std::int64_t> more(17);
        std::iota(more.begin(), more.end(), 1);
        QVERIFY(!intervalOf(std::span(more).first(16), 800));
        QVERIFY(intervalOf(more, 800) && intervalOf(more, 800)->second == 17);
        // Ranks 1 2.5 2.5 4 against 1 2 3 4: by the formula of products, 4.5 / sqrt(4.5 * 5).
        const std::vector<double> a{1, 2, 2, 3}, b{10, 20, 30, 40}, flat{1, 1, 1, 1};
        QCOMPARE(ranksOf(a), (std::vector<double>{1, 2.5, 2.5, 4}));
        QVERIFY(std::abs(*rankCorrelation(a, b) - 4.5 / std::sqrt(4.5 * 5)) < 1e-12);
        QVERIFY(!rankCorrelation(a, flat));
        // Without ties 1 - 6 sum d^2 / (n (n^2 - 1)): here d = 1, 1, 0, 0.
        const std::vector<double> c{2, 1, 3, 4}, d{1, 2, 3, 4};
        QVERIFY(std::abs(*rankCorrelation(c, d) - (1 - 6.0 * 2 / (4 * 15))) < 1e-12);
    }

    /// Ten days come out evenly as five to fifteen: done by the end of the n-th day with (n - 5) / 10. Side by side
    /// with another it is the square, where they are alike the same as one.
    void exactly() {
        const Works job = sideBySide();
        constexpr std::uint32_t runs = 20000;
        const auto chance = [&](double alike, int day) {
            const Odds odds = run(job.programme, all(job.programme, even, alike, alike), runs);
            return odds.sections[0].chanceOf(march(day));
        };
        for (const int day : {6, 9, 12, 14}) {
            const double one = (day - 5) / 10.0, both = one * one;
            const auto near = [](double found, double expected) {
                return std::abs(found - expected) < 4 * std::sqrt(expected * (1 - expected) / runs) + 2e-4;
            };
            QVERIFY2(near(chance(0, day), both), qPrintable(QString::number(chance(0, day))));
            QVERIFY2(near(chance(1, day), one), qPrintable(QString::number(chance(1, day))));
        }
        // A third of the time by itself is more than a square and less than one alone.
        QVERIFY(chance(0.5, 9) > chance(0, 9) + 0.02 && chance(0.5, 9) < chance(1, 9) - 0.02);
    }

    /// In a row the work adds up: the mean is twenty days, the variance twice that of one.
    void inARow() {
        Works job;
        job.addWork("A", 10);
        job.addWork("B", 10);
        job.link("A", "B");
        constexpr std::uint32_t runs = 20000;
        const Odds odds = run(job.programme, all(job.programme, even), runs);
        double sum = 0, squares = 0;
        for (const std::int64_t day : odds.finish.days) {
            const double length = double(day - (march(1) - Date{})) + 0.5; // the middle of the day it ends on
            sum += length;
            squares += length * length;
        }
        const double mean = sum / runs, variance = squares / runs - mean * mean, expected = 2 * 100.0 / 12;
        QVERIFY2(std::abs(mean - 20) < 4 * std::sqrt(expected / runs) + 0.02, qPrintable(QString::number(mean)));
        QVERIFY2(std::abs(variance - expected - 1.0 / 12) < 0.6, qPrintable(QString::number(variance)));
        // Each matters as much: Spearman of one of two even ones with their sum is about 0.68.
        for (const OddsOfActivity& one : odds.activities) {
            QVERIFY(one.criticality == 1.0);
            QVERIFY2(std::abs(*one.cruciality - 0.69) < 0.03, qPrintable(QString::number(*one.cruciality)));
        }
        QCOMPARE(odds.finish.deterministic, std::optional(march(20)));
        const int p50 = odds.finish.at(500) - march(20), of = odds.finish.mean() - march(20);
        QVERIFY2(std::abs(p50) <= 1 && std::abs(of) <= 1, qPrintable(QStringLiteral("%1 %2").arg(p50).arg(of)));
    }

    /// The later of two chains of twelve even ones, each all but normal with a variance of one day: by Clark (The
    /// Greatest of a Finite Set of Random Variables, Operations Research 9, 1961) its mean lies 1 / sqrt(pi) behind
    /// that of one, its variance is 1 - 1 / pi.
    void laterOfTwo() {
        Works job;
        for (const char* chain : {"A", "B"})
            for (int i = 1; i <= 12; ++i) {
                const std::string key = chain + std::to_string(i);
                job.addWork(key, 1);
                if (i > 1) job.link(chain + std::to_string(i - 1), key);
            }
        constexpr std::uint32_t runs = 20000;
        const auto uncertainty = all(job.programme, even);
        const auto odds = simulate(job.programme, uncertainty, {runs, 5, 2, true});
        QVERIFY(odds.ok());
        double mean = 0, square = 0;
        for (const std::int64_t day : odds->finish.days) {
            const double length = double(day - (march(1) - Date{})) + 0.5;
            mean += length / runs;
            square += length * length / runs;
        }
        const double expected = 12 + 1 / std::sqrt(std::numbers::pi);
        QVERIFY2(std::abs(mean - expected) < 0.04, qPrintable(QString::number(mean - expected)));
        const double variance = square - mean * mean - 1.0 / 12; // of days within which it ends
        QVERIFY2(std::abs(variance - (1 - 1 / std::numbers::pi)) < 0.05, qPrintable(QString::number(variance)));
    }

    /// Ten equal paths meet: by each day all of them are done with the tenth power of the chance of one.
    void tenPathsMeet() {
        Works job;
        job.milestone("M");
        for (int i = 1; i <= 10; ++i) {
            job.addWork("A" + std::to_string(i), 10);
            job.link("A" + std::to_string(i), "M");
        }
        job.section("S1", "M", "2027-03-10", 1000);
        constexpr std::uint32_t runs = 20000;
        const Odds odds = run(job.programme, all(job.programme, even), runs);
        for (const int day : {11, 12, 13, 14}) {
            const double expected = std::pow((day - 5) / 10.0, 10), found = odds.sections[0].chanceOf(march(day));
            QVERIFY2(std::abs(found - expected) < 4 * std::sqrt(expected * (1 - expected) / runs) + 2e-4,
                     qPrintable(QStringLiteral("%1 %2").arg(found).arg(expected)));
        }
    }

    /// A network by hand with PERT's mean, (a + 4 m + b) / 6 (Malcolm, Roseboom, Clark and Fazar, Application of a
    /// Technique for Research and Development Program Evaluation, Operations Research 7, 1959): ten days from 8 to 18
    /// have 11, two in a row 22. The variance is that of the beta, (mean - a)(b - mean) / 7.
    void pertInARow() {
        Works job;
        job.addWork("A", 10);
        job.addWork("B", 10);
        job.addWork("C", 12); // beside them, hardly ever in the way
        job.link("A", "B");
        constexpr std::uint32_t runs = 20000;
        const Odds odds = run(job.programme, all(job.programme, {0.8, 1, 1.8, SpreadShape::pert}), runs);
        double mean = 0, square = 0;
        for (const std::int64_t day : odds.finish.days) {
            const double length = double(day - (march(1) - Date{})) + 0.5;
            mean += length / runs;
            square += length * length / runs;
        }
        QVERIFY2(std::abs(mean - 22) < 0.06, qPrintable(QString::number(mean)));
        const double expected = 2 * (11.0 - 8) * (18 - 11) / 7;
        QVERIFY2(std::abs(square - mean * mean - 1.0 / 12 - expected) < 0.25,
                 qPrintable(QString::number(square - mean * mean)));
        QVERIFY(odds.activities[0].criticality > 0.98 && odds.activities[2].criticality < 0.02);
    }

    /// The damages of a run are those of its completion, up to the contract's cap.
    void damages() {
        Works job = sideBySide();
        const Odds odds = run(job.programme, all(job.programme, even), 3000);
        job.programme.job.damagesCap = Decimal(2500);
        const Odds capped = run(job.programme, all(job.programme, even), 3000);
        for (std::size_t i = 0; i < odds.runs; ++i) {
            const std::int64_t late = std::max<std::int64_t>(0, odds.sections[0].days[i] - (march(10) - Date{}));
            QCOMPARE(odds.unrelieved.sums[i], late * 1000 * 100);
            QCOMPARE(capped.unrelieved.sums[i], std::min<std::int64_t>(late * 100'000, 250'000));
        }
        QVERIFY(odds.unrelieved.sorted.back() >= 4 * 100'000);
    }

    /// What is certain: all runs are the forecast, complete work does not vary, what is left of work in progress does.
    void certainties() {
        for (std::uint32_t seed = 1; seed <= 20; ++seed) {
            const Programme p = randomProgramme(seed, {});
            if (const Schedule dates = schedule(p); !dates.ok() || !dates.programmeFinish) continue;
            const Odds odds = run(p, all(p, {1, 1, 1}), 20);
            QCOMPARE(odds.finish.sorted.front(), odds.finish.sorted.back());
            QCOMPARE(Date{} + int(odds.finish.sorted.front()), *odds.finish.deterministic);
            for (const OddsOfActivity& one : odds.activities) QVERIFY(!one.cruciality);
        }
        Works job = sideBySide();
        (void)job.done("A", 1, 10).at(11);
        job.change("B", [](Activity& b) {
            b.actualStart = morning(1);
            b.remaining = 4 * minutesPerDay;
        });
        const Odds odds = run(job.programme, all(job.programme, even), 4000);
        QCOMPARE(Date{} + int(odds.finish.sorted.front()),
                 march(13)); // more than two, less than six days from the 11th
        QCOMPARE(Date{} + int(odds.finish.sorted.back()), march(16));
        QVERIFY(!odds.activities[0].criticality && !odds.activities[0].cruciality);
    }

    /// The same figures on one thread and on five, with rows in another order, and with work beside it that is drawn
    /// too.
    void nothingElseDecides() {
        for (std::uint32_t seed = 1; seed <= 8; ++seed) {
            Programme p = randomProgramme(seed, {});
            if (!schedule(p).ok()) continue;
            const Spread spread{0.8, 1, 1.5, SpreadShape::triangular};
            const Odds one = run(p, all(p, spread, 0.3, 0.1), 300, seed, 1);
            const Odds five = run(p, all(p, spread, 0.3, 0.1), 300, seed, 5);
            QCOMPARE(one.finish.days, five.finish.days);
            QCOMPARE(one.unrelieved.sums, five.unrelieved.sums);
            Programme shuffled = p;
            std::mt19937 random(seed);
            shuffleRows(shuffled.activities, random);
            shuffleRows(shuffled.links, random);
            const Odds other = run(shuffled, all(shuffled, spread, 0.3, 0.1), 300, seed, 2);
            QCOMPARE(one.finish.days, other.finish.days);
            for (const OddsOfActivity& a : one.activities)
                for (const OddsOfActivity& b : other.activities)
                    if (a.activity == b.activity)
                        QVERIFY(a.criticality == b.criticality && a.cruciality == b.cruciality);
            // More runs begin with the same ones.
            const Odds more = run(p, all(p, spread, 0.3, 0.1), 450, seed, 3);
            QVERIFY(std::equal(one.finish.days.begin(), one.finish.days.end(), more.finish.days.begin()));
            QVERIFY(run(p, all(p, spread, 0.3, 0.1), 300, seed + 100).finish.days != one.finish.days ||
                    one.finish.sorted.front() == one.finish.sorted.back());
        }
        Works job = sideBySide();
        const Odds before = run(job.programme, all(job.programme, even), 200);
        job.addWork("C", 1);
        const Odds after = run(job.programme, all(job.programme, even), 200);
        QCOMPARE(before.sections[0].days, after.sections[0].days);
    }

    /// Stopped, it holds the runs up to there, as they would have been.
    void stopped() {
        const Works job = sideBySide();
        const Uncertainty spread = all(job.programme, even);
        const Odds whole = run(job.programme, spread, 60000);
        std::stop_source source;
        std::jthread later([&] {
            std::this_thread::sleep_for(std::chrono::milliseconds(5));
            source.request_stop();
        });
        const auto cut = simulate(job.programme, spread, {60000, 7, 2}, source.get_token());
        if (!cut.ok()) return; // before the first
        QVERIFY(cut->runs <= whole.runs);
        QVERIFY(std::equal(cut->finish.days.begin(), cut->finish.days.end(), whole.finish.days.begin()));
        source.request_stop();
        QVERIFY(!simulate(job.programme, spread, {10, 7, 1}, source.get_token()).ok());
    }

    /// Correlations come out as asked: Spearman of two normals of correlation r is 6 / pi asin(r / 2).
    void alikeAsAsked() {
        constexpr std::uint32_t runs = 20000;
        for (const double r : {0.0, 0.15, 0.6}) {
            std::vector<double> a, b;
            for (std::uint32_t i = 0; i < runs; ++i) {
                const double g = normalDraw(3, i, DrawKind::group, 1);
                a.push_back(std::sqrt(r) * g + std::sqrt(1 - r) * normalDraw(3, i, DrawKind::activity, 1));
                b.push_back(std::sqrt(r) * g + std::sqrt(1 - r) * normalDraw(3, i, DrawKind::activity, 2));
            }
            const double expected = 6 / std::numbers::pi * std::asin(r / 2);
            QVERIFY2(std::abs(*rankCorrelation(a, b) - expected) < 0.03, qPrintable(QString::number(r)));
        }
    }

    void refusals() {
        const Works job = sideBySide();
        const Uncertainty spread = all(job.programme, even);
        const auto fault = [&](const Uncertainty& of, const OddsWish& wish) {
            return !simulate(job.programme, of, wish).ok();
        };
        QVERIFY(fault(spread, {0, 1, 1}) && fault(spread, {mostRuns + 1, 1, 1}));
        QVERIFY(fault(all(job.programme, {1.2, 1, 1.3}), {10, 1, 1}));
        QVERIFY(fault(all(job.programme, even, 0.1, 0.2), {10, 1, 1}) &&
                fault(all(job.programme, even, 1.1), {10, 1, 1}));
        QVERIFY(fault({}, {10, 1, 1}));
        QVERIFY(!fault(spread, {1, 1, 1}));
    }
};

QTEST_GUILESS_MAIN(OddsTest)
#include "odds_test.moc"
