// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Courses of claims, terms of sections, records of time won and measured miles, as they are typed: what is taken, what
// is refused and leaves everything as it was, and what goes along.
#include "edit/acceleration_edits.h"
#include "edit/claim_edits.h"
#include "edit/contract_edits.h"
#include "edit/cost_edits.h"
#include "edit/event_edits.h"
#include "edit/section_edits.h"
#include "support/builder.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

Builder job() {
    Builder b;
    b.task("A", 10)
        .milestone("M")
        .link("A", "M")
        .section("S1", "M", "2027-03-10", 1000)
        .section("S2", "M", "2027-03-20", 500);
    DelayEvent e;
    e.id = EventId{1};
    e.key = "E1";
    e.known = dateFrom(2027, 3, 1);
    b.programme.events.append(e);
    e.id = EventId{2};
    e.key = "E2";
    e.risk = Risk::contractor;
    b.programme.events.append(e);
    b.programme.book.append({BookItemId{1}, "P1", "Pipe", {}, "m", Decimal(10), {}, {}, {}, {}});
    Activity h;
    h.key = "H";
    h.kind = ActivityKind::hammock;
    h.from = {{b.id("A"), End::start, 0}};
    h.to = {{b.id("A"), End::finish, 0}};
    b.add(std::move(h));
    return b;
}

QString refusal(const Outcome& outcome) {
    return outcome.ok() ? QString() : QString::fromStdString(outcome.error().sentence());
}

constexpr EventId e1{1}, e2{2};

} // namespace

class ClaimEditsTest : public QObject {
    Q_OBJECT
private slots:
    void daysAndTimeGrantedFollowTheCourse() {
        Builder b = job();
        Transaction tx(b.programme);
        const SectionId s1 = b.programme.sections[0].id, s2 = b.programme.sections[1].id;
        const auto section = [&](SectionId id) { return b.programme.sections.row(id)->grantedDays; };
        const auto event = [&]() -> const DelayEvent& { return *b.programme.events.row(e1); };
        // What was typed before there was a course stays until the course speaks of it.
        QVERIFY(setEventDays(tx, e1, s2, EventDay::claimed, "3").ok());
        QVERIFY(addClaimEntry(tx, e1, ClaimStep::claimed, s1, "12", "5 Mar 2027", "letter 7").ok());
        QCOMPARE(event().sectionDays.size(), std::size_t(2));
        QCOMPARE(event().state, EventState::claimed);
        QVERIFY(addClaimEntry(tx, e1, ClaimStep::granted, s1, "4", "20 Mar 2027", "").ok());
        QCOMPARE(section(s1), 4);
        QVERIFY(addClaimEntry(tx, e1, ClaimStep::interim, s1, "2", "9 Mar 2027", "").ok());
        QCOMPARE(event().course.size(), std::size_t(3));
        QCOMPARE(event().course[1].step, ClaimStep::interim); // by day
        QCOMPARE(section(s1), 4);                             // the later one counts
        QVERIFY(setClaimEntry(tx, e1, 2, ClaimPart::days, "6").ok());
        QCOMPARE(section(s1), 6);
        QVERIFY(removeClaimEntry(tx, e1, 2).ok());
        QCOMPARE(section(s1), 2);
        QVERIFY(removeClaimEntry(tx, e1, 1).ok());
        QCOMPARE(section(s1), 0);
        QVERIFY(removeClaimEntry(tx, e1, 0).ok());
        QCOMPARE(event().sectionDays.size(), std::size_t(1)); // what the course never spoke of is still there
        QCOMPARE(event().sectionDays[0].claimed, 3);
        QCOMPARE(section(s2), 0);
    }

    void whatACourseCannotSayIsRefused() {
        Builder b = job();
        const Programme before = b.programme;
        {
            Transaction tx(b.programme);
            const SectionId s1 = b.programme.sections[0].id;
            const auto add = [&](EventId id, ClaimStep step, const char* days, const char* date) {
                return refusal(addClaimEntry(tx, id, step, s1, days, date, ""));
            };
            QVERIFY(add(e1, ClaimStep::claimed, "", "5 Mar 2027").contains("how many days"));
            QVERIFY(add(e1, ClaimStep::claimed, "-3", "5 Mar 2027").contains("whole number"));
            QVERIFY(add(e1, ClaimStep::claimed, "4.5", "5 Mar 2027").contains("whole number"));
            QVERIFY(add(e1, ClaimStep::claimed, "36501", "5 Mar 2027").contains("whole number"));
            QVERIFY(add(e1, ClaimStep::refused, "4", "5 Mar 2027").contains("no days of its own"));
            QVERIFY(add(e1, ClaimStep::claimed, "4", "31 Feb 2027").contains("no 31 Feb"));
            QVERIFY(add(e1, ClaimStep::claimed, "4", "").contains("not a date"));
            QVERIFY(add(e1, ClaimStep::claimed, "4", "28 Feb 2027").contains("before it was first known"));
            QVERIFY(add(e2, ClaimStep::claimed, "4", "5 Mar 2027").contains("our own risk"));
            QVERIFY(add(EventId{9}, ClaimStep::claimed, "4", "5 Mar 2027").contains("no longer there"));
            QVERIFY(refusal(addClaimEntry(tx, e1, ClaimStep::claimed, {}, "4", "5 Mar 2027", ""))
                        .contains("belongs to a section"));
            QVERIFY(tx.empty());
            QVERIFY(add(e1, ClaimStep::claimed, "4", "5 Mar 2027").isEmpty());
            // From then on it is the course that says it.
            QVERIFY(refusal(setEventDays(tx, e1, s1, EventDay::granted, "3")).contains("follow its course"));
            QVERIFY(refusal(setEventField(tx, e1, EventField::state, "granted")).contains("follows its course"));
            QVERIFY(refusal(setEventField(tx, e1, EventField::risk, "contractor")).contains("lines of its course"));
            QVERIFY(refusal(setClaimEntry(tx, e1, 0, ClaimPart::section, "S9")).contains("no section S9"));
            QVERIFY(refusal(setClaimEntry(tx, e1, 0, ClaimPart::step, "maybe")).contains("not one of the choices"));
            QVERIFY(refusal(setClaimEntry(tx, e1, 5, ClaimPart::days, "2")).contains("no longer there"));
            QVERIFY(refusal(removeClaimEntry(tx, e1, 5)).contains("no longer there"));
            tx.rollBack();
        }
        QVERIFY(b.programme == before);
    }

    /// An event that goes takes its grants along, and what named it forgets it; a section takes its lines.
    void whatGoesTakesItsGrantsAlong() {
        Builder b = job();
        Transaction tx(b.programme);
        const SectionId s1 = b.programme.sections[0].id;
        QVERIFY(addClaimEntry(tx, e1, ClaimStep::granted, s1, "4", "20 Mar 2027", "").ok());
        const MileId mile = *addMile(tx);
        QVERIFY(setMileField(tx, mile, MileField::event, "E1").ok());
        const AccelerationId won = *addAcceleration(tx, dateFrom(2027, 3, 2));
        QVERIFY(setWonField(tx, won, WonField::won, "S1 4; S2 1").ok());
        QVERIFY(removeEvent(tx, e1).ok());
        QCOMPARE(b.programme.sections.row(s1)->grantedDays, 0);
        QVERIFY(!b.programme.miles.row(mile)->event);
        QVERIFY(removeSection(tx, s1).ok());
        QCOMPARE(b.programme.accelerations.row(won)->won.size(), std::size_t(1));
        QVERIFY(faultsOf(b.programme).empty());
    }

    void updatesStandInTheOrderOfTheirDays() {
        Builder b = job();
        Transaction tx(b.programme);
        QVERIFY(setEventField(tx, e1, EventField::noticeGiven, "4 Mar 2027").ok());
        QVERIFY(addEventUpdate(tx, e1, "20 Mar 2027", "still").ok());
        QVERIFY(addEventUpdate(tx, e1, "10 Mar 2027", "so far").ok());
        QCOMPARE(b.programme.events.row(e1)->updates[0].note, std::string("so far"));
        QVERIFY(refusal(addEventUpdate(tx, e1, "3 Mar 2027", "")).contains("before the notice"));
        QVERIFY(setEventUpdate(tx, e1, 0, UpdatePart::date, "25 Mar 2027").ok());
        QCOMPARE(b.programme.events.row(e1)->updates[1].note, std::string("so far"));
        QVERIFY(removeEventUpdate(tx, e1, 1).ok());
        QVERIFY(!removeEventUpdate(tx, e1, 1).ok());
    }

    void termsAreTakenAndRefused() {
        Builder b = job();
        Transaction tx(b.programme);
        const SectionId s1 = b.programme.sections[0].id;
        const auto section = [&]() -> const Section& { return *b.programme.sections.row(s1); };
        QVERIFY(addRateStep(tx, s1, "29", "2,000").ok());
        QVERIFY(addRateStep(tx, s1, "15 d", "1500").ok());
        QCOMPARE(section().steps[0].fromDay, 15);
        QVERIFY(refusal(addRateStep(tx, s1, "29", "9")).contains("day 29 already"));
        QVERIFY(refusal(addRateStep(tx, s1, "0", "9")).contains("whole number"));
        QVERIFY(refusal(addRateStep(tx, s1, "", "9")).contains("first day late is 1"));
        QVERIFY(refusal(addRateStep(tx, s1, "40", "")).contains("needs its rate"));
        QVERIFY(refusal(setRateStep(tx, s1, 0, StepPart::fromDay, "29")).contains("already"));
        QCOMPARE(section().steps.size(), std::size_t(2));
        QVERIFY(addPossession(tx, s1, "5 Apr 2027", "60 %").ok());
        QVERIFY(refusal(addPossession(tx, s1, "9 Apr 2027", "41")).contains("more than the whole"));
        QVERIFY(refusal(addPossession(tx, s1, "9 Apr 2027", "0")).contains("share of the value"));
        QVERIFY(refusal(addPossession(tx, s1, "soon", "10")).contains("not a date"));
        QVERIFY(addPossession(tx, s1, "9 Mar 2027", "40").ok());
        QCOMPARE(section().possessions[0].date, dateFrom(2027, 3, 9));
        QVERIFY(addDeduction(tx, s1, DeductionKind::paid, "1 May 2027", "12,500.50", "certificate 9").ok());
        QCOMPARE(section().deductions[0].sum, Decimal(1250050, 2));
        QVERIFY(refusal(addDeduction(tx, s1, DeductionKind::paid, "1 May 2027", "", "")).contains("sum is wanted"));
        QVERIFY(
            refusal(addDeduction(tx, s1, DeductionKind::paid, "1 May 2027", "-5", "")).contains("cannot be negative"));
        QVERIFY(setDeduction(tx, s1, 0, DeductionPart::kind, "repaid").ok());
        QVERIFY(!setDeduction(tx, s1, 0, DeductionPart::kind, "lost").ok());
        QVERIFY(setSectionField(tx, s1, SectionField::grace, "7 days").ok());
        QVERIFY(setSectionField(tx, s1, SectionField::takenOver, "1 Jun 2027").ok());
        QVERIFY(!setSectionField(tx, s1, SectionField::grace, "a week").ok());
        QVERIFY(setSectionField(tx, s1, SectionField::bonusCap, "").ok());
        QVERIFY(removeRateStep(tx, s1, 0).ok() && removePossession(tx, s1, 1).ok() && removeDeduction(tx, s1, 0).ok());
        QVERIFY(!removeRateStep(tx, s1, 1).ok() && !removePossession(tx, s1, 1).ok() &&
                !removeDeduction(tx, s1, 0).ok());
        QVERIFY(faultsOf(b.programme).empty());
    }

    void aSlipIsMarkedOnceAndOpenedAgain() {
        Builder b = job();
        Transaction tx(b.programme);
        const SectionId s1 = b.programme.sections[0].id;
        const Date window = dateFrom(2027, 4, 1);
        QVERIFY(refusal(markSlip(tx, s1, {window, SlipIs::pacing, " ", {}, {}})).contains("who says so"));
        QVERIFY(markSlip(tx, s1, {window, SlipIs::pacing, "Agent", window, "waited for steel"}).ok());
        QVERIFY(markSlip(tx, s1, {window, SlipIs::concurrent, "", {}, ""}).ok());
        QCOMPARE(b.programme.sections.row(s1)->slips.size(), std::size_t(1));
        QCOMPARE(b.programme.sections.row(s1)->slips[0].is, SlipIs::concurrent);
        QVERIFY(openSlip(tx, s1, window).ok());
        QVERIFY(b.programme.sections.row(s1)->slips.empty());
    }

    void recordsOfTimeWonAndMilesAreTyped() {
        Builder b = job();
        Transaction tx(b.programme);
        const AccelerationId id = *addAcceleration(tx, dateFrom(2027, 3, 2));
        const auto set = [&](WonField field, const char* text) { return refusal(setWonField(tx, id, field, text)); };
        for (const auto& [field, text] : {std::pair{WonField::title, "Night shift"},
                                          {WonField::by, "employer"},
                                          {WonField::how, "replanned"},
                                          {WonField::cost, "12,000"},
                                          {WonField::won, "S1 6; S2 3"},
                                          {WonField::activities, "A; A"}})
            QVERIFY2(set(field, text).isEmpty(), text);
        QCOMPARE(wonText(b.programme, *b.programme.accelerations.row(id)), std::string("S1 6; S2 3"));
        QCOMPARE(b.programme.accelerations.row(id)->activities.size(), std::size_t(1));
        QVERIFY(set(WonField::won, "S9 3").contains("no section S9"));
        QVERIFY(set(WonField::won, "S1").contains("says no days"));
        QVERIFY(set(WonField::won, "S1 2; S1 3").contains("twice"));
        QVERIFY(set(WonField::to, "1 Mar 2027").contains("ends before it begins"));
        QVERIFY(set(WonField::by, "nobody").contains("not one of the choices"));
        QVERIFY(set(WonField::key, "").contains("cannot be empty"));
        QVERIFY(set(WonField::activities, "Z").contains("no activity Z"));
        const AccelerationId other = *addAcceleration(tx, dateFrom(2027, 3, 2));
        QVERIFY(refusal(setWonField(tx, other, WonField::key, "R1")).contains("used already"));
        const MileId mile = *addMile(tx);
        const auto miles = [&](MileField field, const char* text) {
            return refusal(setMileField(tx, mile, field, text));
        };
        QVERIFY(miles(MileField::item, "P1").isEmpty());
        QVERIFY(miles(MileField::item, "P9").contains("no item of the output book P9"));
        QVERIFY(miles(MileField::event, "E9").contains("no event E9"));
        QVERIFY(miles(MileField::quietFrom, "1 Apr 2027").isEmpty());
        QVERIFY(miles(MileField::quietTo, "1 Mar 2027").contains("ends before it begins"));
        QVERIFY(setMileSpan(tx, mile, true, dateFrom(2027, 5, 1), dateFrom(2027, 5, 9)).ok());
        QVERIFY(!setMileSpan(tx, mile, true, dateFrom(2027, 5, 9), dateFrom(2027, 5, 1)).ok());
        QVERIFY(removeMile(tx, mile).ok() && !removeMile(tx, mile).ok());
        QVERIFY(removeAcceleration(tx, id).ok() && !removeAcceleration(tx, id).ok());
    }

    void costsAreOfHammocks() {
        Builder b = job();
        Transaction tx(b.programme);
        QVERIFY(setCostPerWeek(tx, b.id("H"), "4,200").ok());
        QVERIFY(setCostToDate(tx, b.id("H"), "9000").ok());
        QCOMPARE(*b.programme.activities.row(b.id("H"))->costToDate, Decimal(9000));
        QVERIFY(refusal(setCostToDate(tx, b.id("A"), "9000")).contains("no hammock"));
        QVERIFY(refusal(setCostToDate(tx, b.id("H"), "-1")).contains("negative"));
        QVERIFY(setCostToDate(tx, b.id("H"), "").ok());
        QVERIFY(!b.programme.activities.row(b.id("H"))->costToDate);
    }

    void whatTheAnalysesGoByIsKeptWithTheJob() {
        Builder b = job();
        Transaction tx(b.programme);
        QVERIFY(setLeftOut(tx, "U2", true).ok() && setLeftOut(tx, "U1", true).ok());
        QCOMPARE(b.programme.job.leftOut, std::string("U1; U2"));
        QVERIFY(setLeftOut(tx, "U2", false).ok());
        QCOMPARE(leftOutOf(b.programme.job), std::vector<std::string>{"U1"});
        QVERIFY(!setLeftOut(tx, "a;b", true).ok());
        QVERIFY(setBaseline(tx, " B ").ok());
        QCOMPARE(b.programme.job.baseline, std::string("B"));
        QVERIFY(setPeriod(tx, Period::tooOld, "30").ok());
        QVERIFY(!setPeriod(tx, Period::update, "0").ok());
        QVERIFY(setJobSum(tx, JobSum::interestRate, "8 %").ok());
        QCOMPARE(*b.programme.job.interestRate, Decimal(8, 2));
        QVERIFY(!setJobSum(tx, JobSum::tenderOverhead, "101 %").ok());
        QVERIFY(setJobSwitch(tx, JobSwitch::barredCount, false).ok());
        QVERIFY(!b.programme.job.barredCount);
        QVERIFY(setParticularsFrom(tx, ParticularsFrom::end).ok());
    }

    /// A date that could not be written is refused where it is typed, so that the file opens again.
    void aDateAtTheEndOfAllDatesIsAFault() {
        Builder b = job();
        Transaction tx(b.programme);
        QVERIFY(setRequiredFinish(tx, "31 Dec 9999").ok());
        QVERIFY(!faultsOf(b.programme).empty());
        QVERIFY(setRequiredFinish(tx, "30 Dec 9998").ok());
        QVERIFY(faultsOf(b.programme).empty());
    }
};

QTEST_GUILESS_MAIN(ClaimEditsTest)
#include "claim_edits_test.moc"
