// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Damages of random contracts against counting on the fingers: a day after the other, in the smallest unit of money.
#include "core/contract/damages_lines.h"
#include "support/builder.h"

#include <QTest>

#include <algorithm>
#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Seven times a sum in pence, so that a seventh of a weekly rate is whole.
using Sevenths = std::int64_t;

/// docs/engine.md section 9, by going through the days late one by one.
Sevenths counted(const Section& section, std::int64_t ratePence, int daysLate) {
    Sevenths sum = 0;
    int daysOfWeek = 0;
    for (int day = 0; day < daysLate; ++day) {
        if (section.per == DamagesPer::day) {
            sum += 7 * ratePence;
            continue;
        }
        ++daysOfWeek;
        if (section.part == PartRule::proRata) sum += ratePence;
        if (section.part == PartRule::roundUp && daysOfWeek == 1) sum += 7 * ratePence;
        if (section.part == PartRule::wholeOnly && daysOfWeek == 7) sum += 7 * ratePence;
        if (daysOfWeek == 7) daysOfWeek = 0;
    }
    return section.cap ? std::min<Sevenths>(sum, 7 * section.cap->mantissa() * (section.cap->scale() == 0 ? 100 : 1))
                       : sum;
}

Fraction pounds(Sevenths sum) {
    return Fraction(sum) / Fraction(700);
}

struct RandomContract {
    Programme programme;
    std::vector<std::int64_t> ratePence;
    std::vector<int> late; ///< of each section's forecast against its date in the contract

    explicit RandomContract(std::uint32_t seed) {
        std::mt19937 random(seed);
        const auto below = [&](int limit) { return int(random() % std::uint32_t(limit)); };
        Builder b;
        const int count = 1 + below(4);
        for (int i = 0; i < count; ++i) {
            const std::string key = "M" + std::to_string(i);
            b.milestone(key);
            const Date completion = dateFrom(2027, 6, 1) + below(60);
            late.push_back(below(140) - 40);
            b.constrain(key, ConstraintType::finishNotBefore, isoDate(completion + late.back()));
            b.section("S" + std::to_string(i), key, isoDate(completion), 0);
        }
        programme = std::move(b.programme);
        std::vector<Section> sections = programme.sections.take();
        for (Section& section : sections) {
            ratePence.push_back(1 + below(1'000'000));
            section.rate = Decimal(ratePence.back(), 2);
            section.per = below(2) ? DamagesPer::day : DamagesPer::week;
            section.part = static_cast<PartRule>(below(3));
            section.grantedDays = below(30);
            if (below(3) == 0) section.cap = Decimal(1 + below(300'000));
        }
        programme.sections.assign(std::move(sections));
        for (int i = below(6); i > 0; --i) {
            DelayEvent event;
            event.id = programme.events.freshId();
            event.key = "E" + std::to_string(i);
            event.risk = static_cast<Risk>(below(3));
            event.state = static_cast<EventState>(below(5));
            for (const Section& section : programme.sections)
                if (below(2)) event.sectionDays.push_back({section.id, below(40), below(30), below(20)});
            programme.events.append(std::move(event));
        }
        if (below(2)) programme.job.damagesCap = Decimal(1 + below(2'000'000));
        programme.job.contractSum = Decimal(10'000'000);
        if (below(2)) programme.job.damagesCapShare = Decimal(1 + below(20), 2);
    }

    /// Days of open events of the employer's and nobody's risk, less what was granted of them for the time being.
    [[nodiscard]] int relief(SectionId section, Relief which) const {
        int days = 0;
        for (const DelayEvent& event : programme.events) {
            if (which == Relief::unrelieved || event.risk == Risk::contractor) continue;
            if (event.state == EventState::granted || event.state == EventState::refused) continue;
            for (const EventDays& one : event.sectionDays)
                if (one.section == section)
                    days += std::max(0, (which == Relief::claimed ? one.claimed : one.assessed) - one.granted);
        }
        return days;
    }
};

} // namespace

class DamagesPropertyTest : public QObject {
    Q_OBJECT
private slots:
    /// Common practice: 17 days late.
    void seventeenDays_data() {
        QTest::addColumn<int>("per");
        QTest::addColumn<int>("part");
        QTest::addColumn<QString>("sum");
        QTest::newRow("3,500 a day") << int(DamagesPer::day) << int(PartRule::proRata) << "59500";
        QTest::newRow("a week, pro rata: 2 3/7") << int(DamagesPer::week) << int(PartRule::proRata) << "8500";
        QTest::newRow("whole weeks only: 2") << int(DamagesPer::week) << int(PartRule::wholeOnly) << "7000";
        QTest::newRow("a part counts as whole: 3") << int(DamagesPer::week) << int(PartRule::roundUp) << "10500";
    }
    void seventeenDays() {
        QFETCH(int, per);
        QFETCH(int, part);
        QFETCH(QString, sum);
        Section section;
        section.rate = Decimal(3500);
        section.per = static_cast<DamagesPer>(per);
        section.part = static_cast<PartRule>(part);
        QVERIFY(damagesFor(section, 17) == Fraction(*Decimal::parse(sum.toStdString())));
        section.cap = Decimal(5000);
        QVERIFY(damagesFor(section, 17) == Fraction(5000));
        QVERIFY(damagesFor(section, 0) == Fraction(0));
        QVERIFY(damagesFor(section, -17) == Fraction(0));
    }

    void sumsAreThoseCountedDayByDay() {
        for (std::uint32_t seed = 1; seed <= 1500; ++seed) {
            const RandomContract job(seed);
            const Schedule schedule = yarrin::schedule(job.programme);
            QVERIFY2(schedule.ok(), qPrintable(QString::number(seed)));
            std::array<Fraction, reliefs> totals;
            for (std::size_t i = 0; i < job.programme.sections.size(); ++i) {
                const Section& section = job.programme.sections[i];
                const SectionFigures& figures = schedule.sections[i];
                QCOMPARE(figures.daysLate, std::optional(job.late[i] - section.grantedDays));
                for (const Relief which : {Relief::unrelieved, Relief::assessed, Relief::claimed}) {
                    const int late = job.late[i] - section.grantedDays - job.relief(section.id, which);
                    const Fraction wanted = pounds(counted(section, job.ratePence[i], late));
                    QVERIFY2(sumOf(figures.damages, which) == wanted, qPrintable(QString::number(seed)));
                    totals[std::size_t(which)] = totals[std::size_t(which)] + wanted;
                }
            }
            Fraction cap(1'000'000'000);
            if (job.programme.job.damagesCap) cap = Fraction(*job.programme.job.damagesCap);
            if (job.programme.job.damagesCapShare) {
                const Fraction share = Fraction(*job.programme.job.damagesCapShare) * Fraction(10'000'000);
                if (share < cap) cap = share;
            }
            for (const Relief which : {Relief::unrelieved, Relief::assessed, Relief::claimed}) {
                const Fraction& total = totals[std::size_t(which)];
                QVERIFY2(sumOf(schedule.damages, which) == (cap < total ? cap : total),
                         qPrintable(QString::number(seed)));
            }
        }
    }

    /// Each sum is told line by line, and its lines add up to it before the contract's cap.
    void linesAddUpToTheirSums() {
        for (std::uint32_t seed = 1; seed <= 600; ++seed) {
            const RandomContract job(seed);
            const Schedule schedule = yarrin::schedule(job.programme);
            for (const Relief which : {Relief::unrelieved, Relief::assessed, Relief::claimed}) {
                const auto lines = damagesLines(job.programme, schedule.sections, which);
                QCOMPARE(lines.size(), job.programme.sections.size());
                for (std::size_t i = 0; i < lines.size(); ++i) {
                    const DamagesLine& line = lines[i];
                    QVERIFY(line.sum == sumOf(schedule.sections[i].damages, which));
                    int relief = 0;
                    for (const auto& [event, days] : line.events) {
                        QVERIFY(days != 0);
                        QVERIFY(isOpen(*job.programme.events.row(event)));
                        relief += days;
                    }
                    QCOMPARE(relief, job.relief(line.section, which));
                    QCOMPARE(line.daysLate, job.late[i] - line.granted - relief);
                    const Section& section = job.programme.sections[i];
                    QCOMPARE(
                        line.capped,
                        section.cap.has_value() && line.sum == Fraction(*section.cap) && Fraction(*section.cap) < [&] {
                            Section open = section;
                            open.cap.reset();
                            return damagesFor(open, line.daysLate);
                        }());
                }
            }
        }
    }

    /// More relief never costs more, and a later forecast never less.
    void sumsFallWithReliefAndRiseWithLateness() {
        for (std::uint32_t seed = 1; seed <= 600; ++seed) {
            const RandomContract job(seed);
            const Exposure exposure = yarrin::schedule(job.programme).damages;
            QVERIFY(!(exposure.unrelieved < exposure.assessed));
            QVERIFY(!(exposure.unrelieved < exposure.claimed));
            for (const Section& section : job.programme.sections)
                for (int late = -3; late < 60; ++late)
                    QVERIFY(!(damagesFor(section, late + 1) < damagesFor(section, late)));
        }
    }

    /// A granted event counts through the section's days only; its own claimed and assessed days no longer do.
    void whatIsDecidedNoLongerRelieves() {
        Builder b;
        b.milestone("M").constrain("M", ConstraintType::finishNotBefore, "2027-06-30");
        b.section("S", "M", "2027-06-01", 1000);
        DelayEvent event;
        event.id = EventId{1};
        event.key = "E1";
        event.sectionDays = {{SectionId{1}, 20, 10, 0}};
        const auto exposed = [&](EventState state) {
            event.state = state;
            b.programme.events.assign({event});
            return yarrin::schedule(b.programme).damages;
        };
        for (const EventState open : {EventState::noticed, EventState::notified, EventState::claimed}) {
            const Exposure exposure = exposed(open);
            QVERIFY(exposure.unrelieved == Fraction(29'000) && exposure.assessed == Fraction(19'000) &&
                    exposure.claimed == Fraction(9'000));
        }
        for (const EventState decided : {EventState::granted, EventState::refused})
            QVERIFY(exposed(decided).claimed == Fraction(29'000));
        event.risk = Risk::contractor;
        QVERIFY2(exposed(EventState::claimed).claimed == Fraction(29'000), "our own delay relieves of nothing");
    }

    /// Of a section assessed at more than it claims there is a warning that names it.
    void assessedBeyondClaimedIsWarnedOf() {
        int warned = 0, quiet = 0;
        for (std::uint32_t seed = 1; seed <= 300; ++seed) {
            const RandomContract job(seed);
            const Schedule schedule = yarrin::schedule(job.programme);
            for (const Section& section : job.programme.sections) {
                const bool beyond = job.relief(section.id, Relief::assessed) > job.relief(section.id, Relief::claimed);
                const bool named =
                    std::any_of(schedule.problems.begin(), schedule.problems.end(), [&](const Problem& problem) {
                        return problem.where == section.key && problem.severity == Problem::Severity::warning;
                    });
                QCOMPARE(named, beyond);
                ++(beyond ? warned : quiet);
            }
        }
        QVERIFY(warned > 20 && quiet > 20);
    }
};

QTEST_APPLESS_MAIN(DamagesPropertyTest)
#include "damages_property_test.moc"
