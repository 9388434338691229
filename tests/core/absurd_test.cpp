// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Valid input that no job would have: the answer is right or a clear error, and it comes at once.
#include "core/network/float_paths.h"
#include "core/network/schedule.h"
#include "core/network/why.h"
#include "support/builder.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

class AbsurdTest : public QObject {
    Q_OBJECT

    /// Works from `from` to `to` o'clock on Wednesdays only.
    static void onWednesdays(Programme& p, int from, int to) {
        Calendar c = *p.calendars.row(Builder::five);
        for (auto& day : c.week) day = DayWork{};
        c.week[2] = DayWork{{from, to}};
        c.dayMinutes = to - from;
        p.calendars.replace(p.calendars.indexOf(Builder::five), c);
    }

private slots:
    void aLagOfTenThousandDays() {
        Builder b;
        b.task("A", 5).task("B", 5).link("A", "B", LinkType::fs, Minutes{10000} * 480);
        const Schedule s = schedule(b.programme);
        QVERIFY(s.ok());
        // 10,000 days of a five-day week are 2000 weeks: A ends on Friday 5 March 2027, the lag on a Friday as well.
        const Instant monday = startOf(dateFrom(2027, 3, 8)) + Minutes{2000} * 7 * 1440 + 480;
        QCOMPARE(isoInstant(of(b.programme, s, "B").earlyStart), isoInstant(monday));
        QCOMPARE(*of(b.programme, s, "A").totalFloat, Minutes(0));
    }

    void anActivityOfFiftyYears() {
        Builder b;
        b.task("A", 50 * 52 * 5).task("B", 1).link("A", "B");
        const Schedule s = schedule(b.programme);
        QVERIFY(s.ok());
        const Instant friday = startOf(dateFrom(2027, 3, 1)) + Minutes{50 * 52} * 7 * 1440 - 3 * 1440 + 1020;
        QCOMPARE(isoInstant(of(b.programme, s, "A").earlyFinish), isoInstant(friday));
    }

    void aCalendarThatWorksOneMinuteAWeek() {
        Builder b;
        onWednesdays(b.programme, 720, 721);
        b.add([] {
            Activity a;
            a.key = "A";
            a.duration = 1000;
            return a;
        }());
        const Schedule s = schedule(b.programme);
        QVERIFY(s.ok());
        const Instant first = startOf(dateFrom(2027, 3, 3)) + 720;
        QCOMPARE(isoInstant(of(b.programme, s, "A").earlyStart), isoInstant(first));
        QCOMPARE(isoInstant(of(b.programme, s, "A").earlyFinish), isoInstant(first + Minutes{999} * 7 * 1440 + 1));
    }

    // 3000 weeks of 7979 years: it runs out of years that can be written.
    void workBeyondTheLastYearIsAClearError() {
        Builder b;
        onWednesdays(b.programme, 720, 721);
        b.task("A", 2000).task("B", 1).link("A", "B", LinkType::fs, 480000);
        const Schedule s = schedule(b.programme);
        QVERIFY(!s.ok());
        QVERIFY2(s.errors.front().sentence().find("beyond") != std::string::npos, s.errors.front().sentence().c_str());
    }

    void startsIn1900And2199() {
        for (const int year : {1900, 2199}) {
            Builder b;
            b.programme.job.start = startOf(dateFrom(year, 1, 1)) + 480;
            b.task("A", 5).task("B", 5).link("A", "B");
            const Schedule s = schedule(b.programme);
            QVERIFY(s.ok());
            // 1 January 1900 was a Monday, 1 January 2199 is a Tuesday.
            const Date finish = year == 1900 ? dateFrom(1900, 1, 12) : dateFrom(2199, 1, 14);
            QCOMPARE(isoInstant(*s.programmeFinish), isoInstant(startOf(finish) + 1020));
        }
    }

    void requiredFinishCenturiesAgo() {
        Builder b;
        b.task("A", 5);
        b.programme.job.requiredFinish = startOf(dateFrom(1801, 1, 1));
        const Schedule s = schedule(b.programme);
        QVERIFY(s.ok());
        QVERIFY(*of(b.programme, s, "A").totalFloat < -Minutes{226} * 52 * 5 * 480 + 10 * 480);
        QVERIFY(*s.latestStart < startOf(dateFrom(1801, 1, 1)));
    }

    // 1500 activities with nearly every link that they can have.
    void aMillionLinks() {
        Programme p = Builder().programme;
        const std::uint32_t count = 1500;
        std::vector<Activity> rows;
        std::vector<Link> links;
        for (std::uint32_t i = 1; i <= count; ++i) {
            Activity a;
            a.id = ActivityId{i};
            a.key = "A" + std::to_string(i);
            a.duration = 480;
            rows.push_back(std::move(a));
            for (std::uint32_t from = 1; from < i; ++from)
                links.push_back({LinkId{std::uint32_t(links.size() + 1)}, ActivityId{from}, ActivityId{i}});
        }
        QVERIFY(links.size() > 1'000'000);
        p.activities.assign(std::move(rows));
        p.links.assign(std::move(links));
        const Schedule s = schedule(p);
        QVERIFY(s.ok());
        const Instant last = startOf(dateFrom(2027, 3, 1)) + Minutes{300 * 7 - 3} * 1440 + 1020;
        QCOMPARE(isoInstant(*s.programmeFinish), isoInstant(last));
        QCOMPARE(explain(p, s, ActivityId{count}).chainBack.size(), std::size_t(count));
        QCOMPARE(floatPathsTo(p, s, ActivityId{count}, 3).front().activities.size(), std::size_t(count));
    }

    void factorsAndQuantitiesAtTheirLimits() {
        Builder b;
        b.task("A", 1).change("A", [](Activity& a) {
            a.measure =
                Measure{Decimal(1'000'000'000'000), "m3", Decimal(1, 9), {}, Decimal(1), Decimal(1, 9), RoundTo::none};
        });
        const Schedule s = schedule(b.programme);
        // Far more than any calendar holds: reported, and the typed duration counts.
        QVERIFY(!s.problems.empty());
        QCOMPARE(of(b.programme, s, "A").duration, Minutes(480));
    }
};

QTEST_APPLESS_MAIN(AbsurdTest)
#include "absurd_test.moc"
