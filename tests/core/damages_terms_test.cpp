// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The lesser terms of damages, each worked out on paper beside its check: docs/engine.md section 9.
#include "core/contract/damages_account.h"
#include "core/contract/damages_lines.h"
#include "core/contract/notices.h"
#include "support/everyday.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

QString text(const Fraction& sum) {
    return QString::fromStdString(sum.rounded(2)->text());
}

/// 1,000 a day, due on 10 March.
Section plain() {
    Section s;
    s.id = SectionId{1};
    s.key = "S1";
    s.completion = march(10);
    s.rate = Decimal(1000);
    return s;
}

QString late(const Section& section, int days) {
    return text(damagesBetween(section, section.completion, section.completion + days));
}

/// A of 19 days from 1 March is done at the end of the 19th, nine days behind the date.
struct Works : Everyday {
    Works() {
        addWork("A", 19);
        milestone("M");
        link("A", "M");
        section("S1", "M", "2027-03-10", 1000);
    }
    /// The data date; A goes as planned.
    Works& at(int n) {
        programme.job.dataDate = startOf(march(n));
        change("A", [&](Activity& a) {
            a.actualStart = startOf(march(1));
            if (n >= 20)
                a.actualFinish = startOf(march(20));
            else
                a.remaining = (20 - n) * Everyday::day;
        });
        if (n >= 20) change("M", [](Activity& a) { a.actualFinish = a.actualStart = startOf(march(20)); });
        return *this;
    }
    template <typename Change> Works& terms(Change change) {
        Section s = programme.sections[0];
        change(s);
        programme.sections.replace(0, s);
        return *this;
    }
    template <typename Change> EventId event(const std::string& key, Change change) {
        DelayEvent e;
        e.id = programme.events.freshId();
        e.key = key;
        e.known = march(1);
        change(e);
        const EventId id = e.id;
        programme.events.append(std::move(e));
        return id;
    }
    [[nodiscard]] Schedule dates() const { return schedule(programme); }
    [[nodiscard]] DamagesAccount account() const { return damagesAccounts(programme, dates().sections)[0]; }
    [[nodiscard]] SectionId first() const { return programme.sections[0].id; }
};

ClaimEntry said(ClaimStep step, int day, int days, SectionId section = SectionId{1}) {
    return {step, march(day), section, days, {}};
}

} // namespace

class DamagesTermsTest : public QObject {
    Q_OBJECT
private slots:
    /// Of nine days late with three of grace six cost; with nine of grace none, with eight the ninth does.
    void graceIsDeducted() {
        Section s = plain();
        s.graceDays = 3;
        QCOMPARE(late(s, 9), QStringLiteral("6000"));
        QCOMPARE(late(s, 3), QStringLiteral("0"));
        QCOMPARE(late(s, 4), QStringLiteral("1000"));
        s.graceDays = 8;
        QCOMPARE(late(s, 9), QStringLiteral("1000"));
        s.graceDays = 9;
        QCOMPARE(late(s, 9), QStringLiteral("0"));
    }

    /// 1,000 to day 4, 2,000 from day 5, 3,000 from day 8: nine days are 4 + 3*2 + 2*3 thousand. Days of grace count
    /// among the days of lateness. The order of the rows decides nothing.
    void stepsBeginWithTheirDay() {
        Section s = plain();
        s.steps = {{8, Decimal(3000)}, {5, Decimal(2000)}};
        QCOMPARE(late(s, 9), QStringLiteral("16000"));
        QCOMPARE(late(s, 4), QStringLiteral("4000"));
        QCOMPARE(late(s, 5), QStringLiteral("6000"));
        QCOMPARE(late(s, 7), QStringLiteral("10000"));
        QCOMPARE(late(s, 8), QStringLiteral("13000"));
        std::swap(s.steps[0], s.steps[1]);
        QCOMPARE(late(s, 9), QStringLiteral("16000"));
        s.graceDays = 5; // days 6 and 7 at 2,000, 8 and 9 at 3,000
        QCOMPARE(late(s, 9), QStringLiteral("10000"));
        const auto parts = damagesParts(s, s.completion, s.completion + 9);
        QCOMPARE(parts.size(), std::size_t(2));
        QCOMPARE(parts[0].fromDay, 6);
        QCOMPARE(parts[0].days, 2);
        QCOMPARE(parts[1].fromDay, 8);
        s.cap = Decimal(7000);
        QCOMPARE(late(s, 9), QStringLiteral("7000"));
    }

    /// A whole or begun week costs what its first day costs: weeks begin on days 1, 8 and 15.
    void weeksCostWhatTheirFirstDayCosts() {
        Section s = plain();
        s.per = DamagesPer::week;
        s.rate = Decimal(700);
        s.steps = {{9, Decimal(1400)}};
        s.part = PartRule::wholeOnly;
        QCOMPARE(late(s, 16), QStringLiteral("1400")); // two whole weeks, both begun before day 9
        QCOMPARE(late(s, 21), QStringLiteral("2800")); // and the third, from day 15
        s.part = PartRule::roundUp;
        QCOMPARE(late(s, 8), QStringLiteral("1400"));
        QCOMPARE(late(s, 15), QStringLiteral("2800"));
        s.part = PartRule::proRata; // eight days at 100, eight at 200
        QCOMPARE(late(s, 16), QStringLiteral("2400"));
    }

    /// A quarter in use from the 13th on, so days 4 to 9 (14th to 19th) at three quarters: 3,000 and 4,500. A second
    /// half from the 16th: days 7 to 9 at a quarter: 3,000, 2,250 and 750.
    void partsInUseLowerTheRate() {
        Section s = plain();
        s.possessions = {{march(13), Decimal(25, 2)}};
        QCOMPARE(late(s, 9), QStringLiteral("7500"));
        s.possessions.push_back({march(16), Decimal(5, 1)});
        QCOMPARE(late(s, 9), QStringLiteral("6000"));
        std::swap(s.possessions[0], s.possessions[1]);
        QCOMPARE(late(s, 9), QStringLiteral("6000"));
        // A day of time more moves the lateness, not the day of use: nine days until the 19th become eight.
        QCOMPARE(text(damagesBetween(s, s.completion + 1, s.completion + 9)), QStringLiteral("5000"));
    }

    /// Taken over on the 14th it is four days late, whatever is not finished; before its date it is not late, and
    /// early.
    void takingOverEndsDamages() {
        Works job;
        QCOMPARE(*job.dates().sections[0].daysLate, 9);
        job.terms([](Section& s) { s.takenOver = march(14); });
        QCOMPARE(*job.dates().sections[0].daysLate, 4);
        QCOMPARE(text(job.dates().damages.unrelieved), QStringLiteral("4000"));
        QCOMPARE(*job.dates().sections[0].forecast, march(19));
        job.terms([](Section& s) { s.takenOver = march(25); }); // later than it is finished: no difference
        QCOMPARE(*job.dates().sections[0].daysLate, 9);
        job.terms([](Section& s) {
            s.takenOver = march(7);
            s.bonus = Decimal(400);
        });
        QCOMPARE(text(job.dates().sections[0].bonus), QStringLiteral("1200"));
        QCOMPARE(text(job.dates().damages.unrelieved), QStringLiteral("0"));
    }

    /// Done on the 19th, due on the 25th: six days early.
    void aBonusGrowsToItsCap() {
        Works job;
        job.terms([](Section& s) {
            s.completion = march(25);
            s.bonus = Decimal(400);
        });
        QCOMPARE(text(job.dates().sections[0].bonus), QStringLiteral("2400"));
        job.terms([](Section& s) { s.bonusCap = Decimal(2000); });
        QCOMPARE(text(job.dates().sections[0].bonus), QStringLiteral("2000"));
        job.terms([](Section& s) { s.completion = march(19); });
        QCOMPARE(text(job.dates().sections[0].bonus), QStringLiteral("0"));
        // Time granted counts for it.
        job.terms([](Section& s) { s.grantedDays = 2; });
        QCOMPARE(text(job.dates().sections[0].bonus), QStringLiteral("800"));
    }

    /// Case of a claim of 12, assessed 10, granted 5 for now: what is open is 5 and 7 beyond the grant.
    void whatWasGrantedForNowIsNotOpenTwice() {
        Works job;
        const EventId id = job.event("E1", [](DelayEvent& e) {
            e.course = {said(ClaimStep::interim, 20, 5), said(ClaimStep::claimed, 12, 12),
                        said(ClaimStep::assessed, 14, 10)};
            takeFromCourse(e);
        });
        job.terms([](Section& s) { s.grantedDays = 5; });
        const DelayEvent& event = *job.programme.events.row(id);
        QCOMPARE(event.state, EventState::claimed);
        QCOMPARE(openDays(job.programme, event, job.first()).assessed, 5);
        QCOMPARE(openDays(job.programme, event, job.first()).claimed, 7);
        const SectionFigures figures = job.dates().sections[0];
        QCOMPARE(*figures.daysLate, 4); // extended to the 15th
        QCOMPARE(text(figures.damages.unrelieved), QStringLiteral("4000"));
        QCOMPARE(text(figures.damages.assessed), QStringLiteral("0"));
    }

    /// Refused and granted for good an event is settled; disputed it is open again with its balance; one section may be
    /// settled while another is not.
    void aDisputeOpensTheBalance() {
        DelayEvent e;
        e.risk = Risk::employer;
        e.course = {said(ClaimStep::claimed, 5, 12), said(ClaimStep::granted, 9, 4)};
        takeFromCourse(e);
        QCOMPARE(e.state, EventState::granted);
        QVERIFY(!isOpenIn(e, SectionId{1}));
        e.course.push_back(said(ClaimStep::disputed, 12, 0));
        takeFromCourse(e);
        QCOMPARE(e.state, EventState::claimed);
        QVERIFY(isOpenIn(e, SectionId{1}));
        QCOMPARE(e.sectionDays[0].claimedStill(), 8);
        // Of one day the decision stands behind what it decides, whatever the order of the lines.
        e.sectionDays.clear();
        e.course = {said(ClaimStep::refused, 9, 0), said(ClaimStep::claimed, 9, 12)};
        takeFromCourse(e);
        QCOMPARE(e.state, EventState::refused);
        e.course = {said(ClaimStep::refused, 9, 0), said(ClaimStep::claimed, 5, 12),
                    said(ClaimStep::claimed, 6, 3, SectionId{2})};
        takeFromCourse(e);
        QCOMPARE(e.state, EventState::claimed);
        QVERIFY(!isOpenIn(e, SectionId{1}));
        QVERIFY(isOpenIn(e, SectionId{2}));
    }

    /// 7 in all: 2 without a day, 3 on the 12th, 2 more of the same event on the 16th.
    void completionHasAHistory() {
        Works job;
        (void)job.event("E1", [](DelayEvent& e) {
            e.course = {said(ClaimStep::granted, 16, 5), said(ClaimStep::interim, 12, 3)};
            takeFromCourse(e);
        });
        job.terms([](Section& s) { s.grantedDays = 7; });
        const auto history = extensionsOf(job.programme, job.programme.sections[0]);
        QCOMPARE(history.size(), std::size_t(3));
        QVERIFY(!history[0].on);
        QCOMPARE(history[0].completion, march(12));
        QCOMPARE(history[1].days, 3);
        QVERIFY(history[1].interim);
        QCOMPARE(history[2].days, 2);
        QCOMPARE(history[2].completion, march(17));
        QCOMPARE(extendedOn(job.programme.sections[0], history, march(11)), march(12));
        QCOMPARE(extendedOn(job.programme.sections[0], history, march(12)), march(15));
        QCOMPARE(extendedOn(job.programme.sections[0], history, march(30)), march(17));
    }

    /// On the morning of the 16th five days are over that were late; at the end nine.
    void damagesAccrueToTheDataDate() {
        Works job;
        job.at(16);
        QCOMPARE(text(job.account().accrued), QStringLiteral("5000"));
        QCOMPARE(text(job.account().forecast), QStringLiteral("9000"));
        job.at(10);
        QCOMPARE(text(job.account().accrued), QStringLiteral("0"));
        Works open;
        QVERIFY(!open.account().dated);
    }

    /// 9,000 were taken on the 20th, when nine days late cost as much. On the 25th four days are granted: five days,
    /// 5,000, remain due; 4,000 come back. At 10 % a year they bear interest from the 25th until the morning of 4
    /// April, ten days: 4,000 * 0.1 * 10 / 365 = 10.96. A repayment on the 30th ends it after five days: 5.48.
    void whatWasTakenBeforeAGrantComesBackWithInterest() {
        Works job;
        job.at(35); // 4 April
        job.programme.job.interestRate = Decimal(1, 1);
        job.terms([](Section& s) { s.deductions = {{DeductionKind::paid, march(20), Decimal(9000), {}}}; });
        QCOMPARE(text(job.account().repayable), QStringLiteral("0"));
        QCOMPARE(text(job.account().interest), QStringLiteral("0"));
        (void)job.event("E1", [](DelayEvent& e) {
            e.course = {said(ClaimStep::granted, 25, 4)};
            takeFromCourse(e);
        });
        job.terms([](Section& s) { s.grantedDays = 4; });
        QCOMPARE(text(job.account().accrued), QStringLiteral("5000"));
        QCOMPARE(text(job.account().repayable), QStringLiteral("4000"));
        QCOMPARE(text(job.account().interest), QStringLiteral("10.96"));
        job.terms([](Section& s) { s.deductions.push_back({DeductionKind::repaid, march(30), Decimal(4000), {}}); });
        QCOMPARE(text(job.account().repayable), QStringLiteral("0"));
        QCOMPARE(text(job.account().interest), QStringLiteral("5.48"));
        // What was only called for is not held, and bears nothing.
        job.terms([](Section& s) { s.deductions = {{DeductionKind::levied, march(20), Decimal(9000), {}}}; });
        QCOMPARE(text(job.account().levied), QStringLiteral("9000"));
        QCOMPARE(text(job.account().repayable), QStringLiteral("0"));
        QCOMPARE(text(job.account().interest), QStringLiteral("0"));
    }

    /// Taken too early: 9,000 on the 12th, when one day had cost 1,000. Each day a thousand less is too much: 7,000 at
    /// the end of the 12th (two days late), … 1,000 at that of the 18th, none on the 19th: 28,000 money days at 36.5 %
    /// a year are 28.
    void whatIsTakenTooEarlyBearsInterestDayByDay() {
        Works job;
        job.at(35);
        job.programme.job.interestRate = Decimal(365, 3);
        job.terms([](Section& s) { s.deductions = {{DeductionKind::paid, march(12), Decimal(9000), {}}}; });
        QCOMPARE(text(job.account().interest), QStringLiteral("28"));
        QCOMPARE(text(job.account().repayable), QStringLiteral("0"));
    }

    /// Notice within 5 days is a condition. Known on the 1st and told on the 6th is in time, on the 7th late; not told
    /// it is barred once the data date lies behind the 6th, and a file says the same on every day.
    void lateNoticeBarsTime() {
        Works job;
        const EventId id = job.event("E1", [](DelayEvent& e) {
            e.sectionDays = {{SectionId{1}, 6, 4, 0}};
            e.state = EventState::noticed;
        });
        job.programme.job.noticeDays = 5;
        const auto barred = [&] { return isBarred(job.programme.job, *job.programme.events.row(id)); };
        QVERIFY(!barred());
        job.programme.job.noticeIsCondition = true;
        QVERIFY(!barred()); // no data date: nothing has lapsed yet
        job.at(6);
        QVERIFY(!barred());
        job.at(7);
        QVERIFY(barred());
        // The switch tells both ways.
        QCOMPARE(job.dates().sections[0].claimedDays, 6);
        auto other = exposureOtherwise(job.programme, job.dates().sections);
        QVERIFY(other);
        QCOMPARE(text(other->claimed), QStringLiteral("9000"));
        job.programme.job.barredCount = false;
        QCOMPARE(job.dates().sections[0].claimedDays, 0);
        QCOMPARE(text(job.dates().damages.claimed), QStringLiteral("9000"));
        other = exposureOtherwise(job.programme, job.dates().sections);
        QCOMPARE(text(other->claimed), QStringLiteral("3000"));
        QCOMPARE(damagesLines(job.programme, job.dates().sections, Relief::claimed)[0].barred.size(), std::size_t(1));
        const auto told = [&](int day) {
            DelayEvent e = *job.programme.events.row(id);
            e.noticeGiven = march(day);
            e.state = EventState::notified;
            job.programme.events.replace(0, e);
        };
        told(6);
        QVERIFY(!barred());
        told(7);
        QVERIFY(barred());
    }

    /// Particulars within 10 days of the notice (4th), of knowing (1st) or of the end (8th); updates every 7 days while
    /// it lasts, from the last word.
    void particularsAndUpdatesRunAsTheContractSays() {
        DelayEvent e;
        e.key = "E1";
        e.known = march(1);
        e.noticeGiven = march(4);
        e.to = march(8);
        e.state = EventState::notified;
        Job job;
        job.particularsDays = 10;
        QCOMPARE(*particularsClock(job, e, march(5)).due, march(14));
        job.particularsFrom = ParticularsFrom::awareness;
        QCOMPARE(*particularsClock(job, e, march(5)).due, march(11));
        job.particularsFrom = ParticularsFrom::end;
        QCOMPARE(*particularsClock(job, e, march(5)).due, march(18));
        e.to.reset();
        QVERIFY(!particularsClock(job, e, march(5)).due);
        job.updateDays = 7;
        QCOMPARE(*updateClock(job, e, march(5)).due, march(11));
        e.updates = {{march(20), {}}, {march(9), {}}};
        QCOMPARE(*updateClock(job, e, march(21)).due, march(27));
        QCOMPARE(updateClock(job, e, march(28)).state, NoticeClock::State::lapsed);
        e.to = march(22);
        QVERIFY(updateClock(job, e, march(22)).due);
        QVERIFY(!updateClock(job, e, march(23)).due);
        e.to.reset();
        e.risk = Risk::contractor;
        QVERIFY(!updateClock(job, e, march(21)).due);
    }
};

QTEST_GUILESS_MAIN(DamagesTermsTest)
#include "damages_terms_test.moc"
