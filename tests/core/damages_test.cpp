// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/builder.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

QString sum(const Fraction& f) {
    return QString::fromStdString(f.rounded(2)->text());
}

Section section(int rate, DamagesPer per = DamagesPer::day, PartRule part = PartRule::proRata) {
    Section s;
    s.rate = Decimal(rate);
    s.per = per;
    s.part = part;
    return s;
}

/// One section that is seventeen days late: A finishes on Friday 19 March, the date is 2 March.
Builder late() {
    Builder b;
    b.task("A", 15).milestone("M").link("A", "M").section("S1", "M", "2027-03-02", 3500);
    return b;
}

} // namespace

class DamagesTest : public QObject {
    Q_OBJECT
private slots:
    // Common practice: 17 days at 3,500 a day are 59,500; 17 days are 2 3/7 weeks, 2 whole ones, 3 with the part.
    void daysAndWeeksCountAsTheContractSays() {
        QCOMPARE(sum(damagesFor(section(3500), 17)), QStringLiteral("59500"));
        QCOMPARE(sum(damagesFor(section(7000, DamagesPer::week), 17)), QStringLiteral("17000"));
        QCOMPARE(sum(damagesFor(section(1000, DamagesPer::week), 17)), QStringLiteral("2428.57"));
        QCOMPARE(sum(damagesFor(section(7000, DamagesPer::week, PartRule::wholeOnly), 17)), QStringLiteral("14000"));
        QCOMPARE(sum(damagesFor(section(7000, DamagesPer::week, PartRule::roundUp), 17)), QStringLiteral("21000"));
        QCOMPARE(sum(damagesFor(section(3500), 0)), QStringLiteral("0"));
        QCOMPARE(sum(damagesFor(section(3500), -5)), QStringLiteral("0"));
        Section capped = section(3500);
        capped.cap = Decimal(50000);
        QCOMPARE(sum(damagesFor(capped, 17)), QStringLiteral("50000"));
        QCOMPARE(sum(damagesFor(capped, 10)), QStringLiteral("35000"));
    }

    void lateDaysRunFromTheExtendedDate() {
        Builder b = late();
        Schedule s = schedule(b.programme);
        QCOMPARE(*s.sections[0].daysLate, 17);
        QCOMPARE(sum(s.damages.unrelieved), QStringLiteral("59500"));
        Section granted = b.programme.sections[0];
        granted.grantedDays = 7;
        b.programme.sections.replace(0, granted);
        s = schedule(b.programme);
        QCOMPARE(*s.sections[0].daysLate, 10);
        QCOMPARE(isoDate(s.sections[0].extended), std::string("2027-03-09"));
    }

    void midnightBelongsToTheDayBefore() {
        QCOMPARE(isoDate(completionDate(parseInstant("2027-03-06T00:00").value())), std::string("2027-03-05"));
    }

    void openEventsRelieveTheRange() {
        Builder b = late();
        const auto event = [&](Risk risk, EventState state, int claimed, int assessed) {
            DelayEvent row;
            row.id = b.programme.events.freshId();
            row.key = "E" + std::to_string(row.id.value);
            row.sectionDays = {{b.programme.sections[0].id, claimed, assessed, 0}};
            row.risk = risk;
            row.state = state;
            b.programme.events.append(std::move(row));
        };
        event(Risk::employer, EventState::notified, 5, 3);
        event(Risk::neutral, EventState::claimed, 4, 4);
        event(Risk::contractor, EventState::claimed, 50, 50); // own risk gives nothing
        event(Risk::employer, EventState::refused, 50, 50);   // refused gives nothing
        event(Risk::employer, EventState::granted, 50, 50);   // counts through the section's granted days
        const Schedule s = schedule(b.programme);
        QCOMPARE(sum(s.damages.unrelieved), QStringLiteral("59500"));
        QCOMPARE(sum(s.damages.assessed), QStringLiteral("35000")); // 17 - 7
        QCOMPARE(sum(s.damages.claimed), QStringLiteral("28000"));  // 17 - 9
        QVERIFY(s.problems.empty());
        event(Risk::employer, EventState::noticed, 0, 6);
        QCOMPARE(schedule(b.programme).problems.size(), std::size_t(1)); // more assessed than claimed
    }

    /// Claimed 12, assessed 10, for the time being granted 5, which are among the section's days: ten relieve in all,
    /// and two more are still claimed.
    void anInterimGrantIsNotCountedTwice() {
        Builder b = late();
        Section granted = b.programme.sections[0];
        granted.grantedDays = 5;
        b.programme.sections.replace(0, granted);
        DelayEvent event;
        event.id = EventId{1};
        event.key = "E1";
        event.state = EventState::claimed;
        event.sectionDays = {{granted.id, 12, 10, 5}};
        b.programme.events.append(event);
        const Schedule s = schedule(b.programme);
        QCOMPARE(s.sections[0].assessedDays, 5);
        QCOMPARE(s.sections[0].claimedDays, 7);
        QCOMPARE(sum(s.damages.unrelieved), QStringLiteral("42000")); // 17 - 5
        QCOMPARE(sum(s.damages.assessed), QStringLiteral("24500"));   // 17 - 10
        QCOMPARE(sum(s.damages.claimed), QStringLiteral("17500"));    // 17 - 12
    }

    void ofTwoCapsTheLowerCounts() {
        Builder b = late();
        b.programme.job.contractSum = Decimal(400000);
        b.programme.job.damagesCapShare = Decimal::parse("0.1");
        QCOMPARE(sum(schedule(b.programme).damages.unrelieved), QStringLiteral("40000"));
        b.programme.job.damagesCap = Decimal(30000);
        QCOMPARE(sum(schedule(b.programme).damages.unrelieved), QStringLiteral("30000"));
        b.programme.job.damagesCap = Decimal(100000);
        QCOMPARE(sum(schedule(b.programme).damages.unrelieved), QStringLiteral("40000"));
    }

    // ISO 4217: the yen has no minor unit, the Kuwaiti dinar three decimals.
    void minorUnitsAreTheCurrencys() {
        QCOMPARE(minorDigits("GBP"), 2);
        QCOMPARE(minorDigits("JPY"), 0);
        QCOMPARE(minorDigits("KWD"), 3);
    }
};

QTEST_APPLESS_MAIN(DamagesTest)
#include "damages_test.moc"
