// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What paid days cost, who won time back, own slips that nobody recorded, head office and lost output: each worked out
// on paper beside its check. Calendar without breaks from Monday 1 March 2027; docs/engine.md sections 11 and 12.
#include "core/delay/exposure_report.h"
#include "core/delay/insertion.h"
#include "support/everyday.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

constexpr Minutes day = minutesPerDay;
QString text(const Fraction& sum) {
    return QString::fromStdString(sum.rounded(2)->text());
}

/// A, then B and D side by side, ten days each, to the milestone: the 20th.
struct Works : EverydayHistory<Works> {
    Works() {
        for (const char* key : {"A", "B", "D"}) addWork(key, 10);
        milestone("M");
        link("A", "B").link("A", "D").link("B", "M").link("D", "M");
        section("S1", "M", "2027-03-20", 1000);
    }
    Works& hammock(const std::string& key, const std::string& from, const std::string& to, int week) {
        Activity h;
        h.key = key;
        h.kind = ActivityKind::hammock;
        h.costPerWeek = Decimal(week);
        h.from = {{id(from), End::start, 0}};
        h.to = {{id(to), End::finish, 0}};
        add(std::move(h));
        return *this;
    }
    [[nodiscard]] SectionId first() const { return programme.sections[0].id; }
    Works& mark(int window, SlipIs is) {
        Section s = programme.sections[0];
        s.slips = {{march(window), is, "Somebody", {}, {}}};
        programme.sections.replace(0, s);
        return *this;
    }
    Works& record(WonBy by, int days) {
        Acceleration one;
        one.id = programme.accelerations.freshId();
        one.key = "R" + std::to_string(one.id.value);
        one.by = by;
        one.won = {{first(), days}};
        programme.accelerations.append(std::move(one));
        return *this;
    }
};

DelayAnalysis impactOf(const std::vector<Stand>& stands) {
    return analyse(DelayMethod::timeImpact, stands);
}

} // namespace

class DelayMoneyTest : public QObject {
    Q_OBJECT

    /// E stops B for five days from the 13th; D, our own, takes as long and nobody recorded it: complete on the 25th.
    static std::vector<Stand> slipped(std::optional<SlipIs> mark, int ownDays = 5) {
        Works job;
        std::vector<Stand> stands{{"plan", job.programme}};
        Works now = job;
        now.at(31).done("A", 1, 10).done("B", 11, 25).done("D", 11, 20 + ownDays).done("M", 26, 25);
        now.change("M", [](Activity& a) { a.actualStart = a.actualFinish = morning(26); });
        if (ownDays > 5) now.change("M", [=](Activity& a) { a.actualStart = a.actualFinish = morning(21 + ownDays); });
        (void)now.event("E", Risk::employer, 13, 17, {now.more("B", 5)});
        if (mark) now.mark(31, *mark);
        stands.push_back({"now", now.programme});
        return stands;
    }

private slots:
    /// Paid are five days; the own slip of five lay beside them.
    void anOwnSlipThatNobodyRecordedIsFound() {
        const auto stands = slipped({});
        const DelayAnalysis found = impactOf(stands);
        const SectionId s = stands.back().programme.sections[0].id;
        QCOMPARE(found.slips.size(), std::size_t(1));
        QCOMPARE(found.slips[0].days, 5);
        QCOMPARE(found.slips[0].told, 0);
        QCOMPARE(found.slips[0].beside, 5);
        QVERIFY(!found.slips[0].mark);
        QCOMPARE(sharesOf(found, stands.back().programme, s).compensable, 5);
        QVERIFY(std::any_of(found.flags.begin(), found.flags.end(),
                            [](const DelayFlag& f) { return f.kind == DelayFlag::Kind::unrecorded; }));
    }

    /// Two days longer than the event: two are told as own progress, five lay beside it.
    void whatIsToldAsOwnProgressDoesNotLieBeside() {
        const auto stands = slipped({}, 7);
        const DelayAnalysis found = impactOf(stands);
        QCOMPARE(found.slips.size(), std::size_t(1));
        QCOMPARE(found.slips[0].days, 7);
        QCOMPARE(found.slips[0].told, 2);
        QCOMPARE(found.slips[0].beside, 5);
        // Three days shorter: only two lay beside it, as D had no float.
        const DelayAnalysis shorter = impactOf(slipped({}, 2));
        QCOMPARE(shorter.slips[0].beside, 2);
    }

    /// Marked as concurrent it takes the money of its days and no time; pacing and neither take nothing.
    void aMarkTakesMoneyOnly() {
        for (const auto& [is, paid] : {std::pair{SlipIs::concurrent, 0}, {SlipIs::pacing, 5}, {SlipIs::neither, 5}}) {
            const auto stands = slipped(is);
            const DelayAnalysis found = impactOf(stands);
            const DelayShares shares = sharesOf(found, stands.back().programme, stands.back().programme.sections[0].id);
            QCOMPARE(shares.entitled, 5);
            QCOMPARE(shares.compensable, paid);
            QCOMPARE(shares.concurrent, 5 - paid);
            QCOMPARE(found.slips[0].taken, 5 - paid);
            QVERIFY(std::none_of(found.flags.begin(), found.flags.end(),
                                 [](const DelayFlag& f) { return f.kind == DelayFlag::Kind::unrecorded; }));
        }
        const auto stands = slipped(SlipIs::concurrent, 2); // two of five
        QCOMPARE(
            sharesOf(impactOf(stands), stands.back().programme, stands.back().programme.sections[0].id).compensable, 3);
    }

    /// Nothing slips between stands of one data date: what differs there is re-planning.
    void betweenStandsOfOneDayNothingSlips() {
        auto stands = slipped({});
        stands.insert(stands.begin() + 1, {"update", stands.back().programme});
        const DelayAnalysis found = impactOf(stands);
        QCOMPARE(found.slips.size(), std::size_t(1));
        QCOMPARE(found.slips[0].window, std::size_t(1));
    }

    /// The plant is on hire until the end of A, at 7,000 a week: E, felt on A, costs 1,000 a day, F on B nothing.
    void daysArePricedWhenTheyWereSuffered() {
        Works job;
        job.hammock("H", "A", "A", 7000);
        std::vector<Stand> stands{{"plan", job.programme}};
        Works onA = job, onB = job;
        (void)onA.event("E", Risk::employer, 3, 6, {onA.more("A", 4)});
        (void)onB.event("F", Risk::employer, 13, 16, {onB.more("B", 4)});
        const auto paid = [&](const Works& now) {
            const std::vector<Stand> all{stands[0], {"now", now.programme}};
            return paidSums(impactOf(all), all)[0];
        };
        QCOMPARE(paid(onA).days, 4);
        QCOMPARE(text(paid(onA).modelled), QStringLiteral("4000"));
        QCOMPARE(paid(onB).days, 4);
        QCOMPARE(text(paid(onB).modelled), QStringLiteral("0"));
        QVERIFY(!paid(onA).actual);
    }

    /// Ten days modelled of which eight were recovered: before, after and as it came about stand side by side, and the
    /// recovery belongs to whoever is recorded to have won it.
    void whatWasRecoveredStandsBeside() {
        Works job;
        job.hammock("H", "A", "M", 7000);
        std::vector<Stand> stands{{"plan", job.programme}};
        Works now = job;
        (void)now.event("E", Risk::employer, 3, 12, {now.more("A", 10)});
        now.change("B", [](Activity& a) { a.duration = 2 * day; });
        now.change("D", [](Activity& a) { a.duration = 2 * day; });
        now.record(WonBy::employer, 3).record(WonBy::contractor, 4);
        stands.push_back({"now", now.programme});
        const DelayAnalysis found = impactOf(stands);
        const PaidSum sum = paidSums(found, stands)[0];
        QCOMPARE(sum.days, 10);
        QCOMPARE(sum.afterRecovery, 2);
        QCOMPARE(sum.cameAbout, 2);
        QCOMPARE(text(sum.modelled), QStringLiteral("10000"));
        QCOMPARE(text(sum.recovered), QStringLiteral("2000"));
        QCOMPARE(text(sum.capped), QStringLiteral("2000"));
        Recovery won = recoveriesOf(found, now.programme)[0];
        QCOMPARE(won.days, 8);
        QCOMPARE(won.employer, 3);
        QCOMPARE(won.contractor, 4);
        QCOMPARE(won.unrecorded, 1);
        QCOMPARE(won.beyond, 0);
        now.record(WonBy::contractor, 3); // more than was recovered
        stands.back().programme = now.programme;
        won = recoveriesOf(found, now.programme)[0];
        QCOMPARE(won.unrecorded, 0);
        QCOMPARE(won.beyond, 2);
    }

    /// An omission of the employer's that shortens the work is a credit, no recovery of ours.
    void anOmissionIsACredit() {
        Works job;
        job.change("A", [](Activity& a) {
            a.duration.reset();
            a.measure = Measure{Decimal(10), "m", Decimal(1), {}, Decimal(1), Decimal(1), RoundTo::day};
        });
        std::vector<Stand> stands{{"plan", job.programme}};
        Effect less;
        less.kind = EffectKind::quantity;
        less.activity = job.id("A");
        less.value = Decimal(7);
        (void)job.event("E", Risk::employer, 2, 4, {less});
        stands.push_back({"now", job.programme});
        const Recovery won = recoveriesOf(impactOf(stands), job.programme)[0];
        QCOMPARE(won.credit, 3);
        QCOMPARE(won.days, 0);
    }

    /// The site really cost 1,500 a day between the plan and the data date: four paid days are 6,000 beside 4,000.
    void actualCostStandsBesideWhereItWasEntered() {
        Works job;
        job.hammock("H", "A", "M", 7000);
        std::vector<Stand> stands{{"plan", job.programme}};
        Works now = job;
        now.at(15).done("A", 1, 14);
        (void)now.event("E", Risk::employer, 3, 6, {now.more("A", 4)});
        now.change("H", [](Activity& a) { a.costToDate = Decimal(14 * 1500); });
        stands.push_back({"now", now.programme});
        const PaidSum sum = paidSums(impactOf(stands), stands)[0];
        QCOMPARE(sum.days, 4);
        QCOMPARE(text(sum.modelled), QStringLiteral("4000"));
        QCOMPARE(text(*sum.actual), QStringLiteral("6000"));
    }

    /// A hammock that ends at B belongs to the section whose milestone follows B soonest, not to the latest.
    void aHammockBelongsToTheNextMilestone() {
        Works job;
        job.addWork("C", 10);
        job.milestone("N");
        job.link("M", "C").link("C", "N");
        job.section("S2", "N", "2027-03-30", 1000);
        job.hammock("H", "A", "B", 7000).hammock("G", "A", "C", 700);
        const Schedule dates = schedule(job.programme);
        const HammockSections sections(job.programme, dates);
        const auto of = [&](const char* key) {
            return job.programme.sections.row(sections.of(*job.programme.activities.row(job.id(key))))->key;
        };
        QCOMPARE(of("H"), std::string("S1"));
        QCOMPARE(of("G"), std::string("S2"));
        QCOMPARE(job.programme.sections.row(sections.governing())->key, std::string("S2"));
        // The order of rows decides nothing.
        std::mt19937 random(5);
        for (int i = 0; i < 8; ++i) {
            Works other = job;
            shuffleRows(other.programme.links, random);
            shuffleRows(other.programme.activities, random);
            shuffleRows(other.programme.sections, random);
            const Schedule again = schedule(other.programme);
            const HammockSections same(other.programme, again);
            for (const char* key : {"H", "G"})
                QVERIFY(same.of(*other.programme.activities.row(other.id(key))) ==
                        sections.of(*job.programme.activities.row(job.id(key))));
        }
    }

    /// Contract of 200,000 over 20 days, five paid days. Hudson 5 %: 500 a day. Emden 6 of 100: 600 a day. Eichleay:
    /// half of what was billed, 30,000 of overhead, in 30 days: 500 a day.
    void headOfficeByThreeFormulas() {
        Works job;
        job.at(31);
        Job& j = job.programme.job;
        j.contractSum = Decimal(200'000);
        PaidSum paid;
        paid.section = job.first();
        paid.days = 5;
        Overheads none = overheadsOf(job.programme, schedule(job.programme), {paid});
        QVERIFY(!none.hudson && !none.emden && !none.eichleay);
        QCOMPARE(none.contractDays, 20);
        j.tenderOverhead = Decimal(5, 2);
        j.companyOverhead = Decimal(6);
        j.companyTurnover = Decimal(100);
        j.billedHere = Decimal(100);
        j.billedInAll = Decimal(200);
        j.overheadInAll = Decimal(30'000);
        const Overheads found = overheadsOf(job.programme, schedule(job.programme), {paid});
        QCOMPARE(text(*found.hudson), QStringLiteral("2500"));
        QCOMPARE(text(*found.emden), QStringLiteral("3000"));
        QCOMPARE(found.actualDays, 30);
        QCOMPARE(text(*found.eichleay), QStringLiteral("2500"));
    }

    /// A of 100 m with two crews: 60 m by the 4th (three days of 24 h: 144 crew-hours), the other 40 in six days (288).
    /// Quiet 1st to 3rd: 60/144 = 0.41667 m an hour; disturbed 4th to 9th: 40 m should have taken 96 hours: 192 lost.
    void hoursLostByMeasuredMile() {
        Works job;
        job.change("A", [](Activity& a) {
            a.measure = Measure{Decimal(100), "m", Decimal(10), {}, Decimal(2), Decimal(1), RoundTo::day};
            a.bookItem = BookItemId{1};
            a.actualStart = morning(1);
        });
        job.programme.book.append({BookItemId{1}, "P1", "Pipe", {}, "m", Decimal(10), {}, {}, {}, {}});
        Works then = job;
        then.at(4).change("A", [](Activity& a) { a.quantityDone = Decimal(60); });
        Works now = job;
        now.at(10).done("A", 1, 9);
        const std::vector<Stand> stands{{"plan", Works().programme}, {"one", then.programme}, {"now", now.programme}};
        const OutputHistory history(stands, BookItemId{1});
        MeasuredMile mile;
        mile.item = BookItemId{1};
        QCOMPARE(figuresOf(mile, history).whyNot, std::string("no span without disruption is chosen"));
        mile.quietFrom = march(1);
        mile.quietTo = march(3);
        mile.hurtFrom = march(4);
        mile.hurtTo = march(9);
        mile.costPerHour = Decimal(50);
        const MileFigures found = figuresOf(mile, history);
        QCOMPARE(found.whyNot, std::string());
        QCOMPARE(found.quiet.crewHours, 144.0);
        QCOMPARE(found.quiet.quantity, 60.0);
        QVERIFY(std::abs(found.hurt.quantity - 40) < 1e-9);
        QVERIFY(std::abs(found.expectedHours - 96) < 1e-9);
        QVERIFY(std::abs(found.lostHours - 192) < 1e-9);
        QCOMPARE(QString::fromStdString(found.cost->text()), QStringLiteral("9600"));
        // Halves of a record are halves of its output.
        QVERIFY(std::abs(history.within(march(4), march(6)).quantity - 20) < 1e-9);
        mile.hurtFrom = march(3);
        QCOMPARE(figuresOf(mile, history).whyNot, std::string("the two spans lie over each other"));
    }

    /// A delay that is felt for ten days beside an own cause of one: as felt ten days lie beside each other, by causes
    /// only one. And nobody's delay may be told to take no money.
    void lesserRulesOfConcurrency() {
        Works job;
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("O", Risk::contractor, 11, 11, {job.more("B", 5)});
        (void)job.event("E", Risk::employer, 12, 16, {job.more("D", 5)});
        stands.push_back({"now", job.programme});
        const SectionId s = job.first();
        const auto shares = [&] { return sharesOf(impactOf(stands), stands.back().programme, s); };
        QCOMPARE(shares().entitled, 5);
        QCOMPARE(shares().compensable, 0);
        stands.back().programme.job.causesOnly = true;
        QCOMPARE(shares().entitled, 0); // they are not there on one day: O holds completion alone
        Works other;
        std::vector<Stand> neutral{{"plan", other.programme}};
        (void)other.event("N", Risk::neutral, 11, 15, {other.more("B", 5)});
        (void)other.event("E", Risk::employer, 12, 16, {other.more("D", 8)});
        neutral.push_back({"now", other.programme});
        const auto paid = [&] {
            return sharesOf(impactOf(neutral), neutral.back().programme, other.first()).compensable;
        };
        QCOMPARE(paid(), 3);
        neutral.back().programme.job.neutralPaid = true;
        QVERIFY(paid() >= 3);
    }

    /// A stand twelve days older than the event is too old where ten are set.
    void aStandMayBeTooOld() {
        Works job;
        Works then = job;
        then.at(1);
        Works now = job;
        now.at(16);
        (void)now.event("E", Risk::employer, 13, 15, {now.more("B", 3)});
        std::vector<Stand> stands{{"plan", then.programme}, {"now", now.programme}};
        const auto flagged = [&] {
            const DelayAnalysis found = impactOf(stands);
            return std::any_of(found.flags.begin(), found.flags.end(),
                               [](const DelayFlag& f) { return f.kind == DelayFlag::Kind::tooOld; });
        };
        QVERIFY(!flagged());
        stands.back().programme.job.tooOldDays = 12;
        QVERIFY(!flagged());
        stands.back().programme.job.tooOldDays = 11;
        QVERIFY(flagged());
    }
};

QTEST_GUILESS_MAIN(DelayMoneyTest)
#include "delay_money_test.moc"
