// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/builder.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

QString text(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace

class NetworkTest : public QObject {
    Q_OBJECT
private slots:
    // Hendrickson & Au, Project Management for Construction, ch. 10, nine activities (from memory): 30 days,
    // critical are A, C, F and I.
    void nineActivitiesTakeThirtyDays() {
        Builder b;
        b.nineActivities();
        const Schedule s = schedule(b.programme);
        QVERIFY(s.ok());
        QCOMPARE(text(isoInstant(*s.programmeFinish)), QStringLiteral("2027-04-09T17:00")); // thirty working days
        std::string critical;
        for (std::size_t i = 0; i < s.activities.size(); ++i)
            if (s.activities[i].critical) critical += b.programme.activities[i].key;
        QCOMPARE(text(critical), QStringLiteral("ACFI"));
        QCOMPARE(*of(b.programme, s, "B").totalFloat, 9 * 480);
        QCOMPARE(*of(b.programme, s, "D").freeFloat, 10 * 480);
        QCOMPARE(*of(b.programme, s, "D").totalFloat, 11 * 480);
    }

    void linkTypesBoundWhatTheySay_data() {
        QTest::addColumn<int>("type");
        QTest::addColumn<int>("lag");
        QTest::addColumn<QString>("expected");
        // A takes Mon 1 to Fri 5 March; B takes three days.
        QTest::newRow("FS") << int(LinkType::fs) << 0 << "2027-03-08T08:00 2027-03-10T17:00";
        QTest::newRow("FS +2d") << int(LinkType::fs) << 960 << "2027-03-10T08:00 2027-03-12T17:00";
        QTest::newRow("FS -2d") << int(LinkType::fs) << -960 << "2027-03-04T08:00 2027-03-08T17:00";
        QTest::newRow("SS +2d") << int(LinkType::ss) << 960 << "2027-03-03T08:00 2027-03-05T17:00";
        QTest::newRow("FF") << int(LinkType::ff) << 0 << "2027-03-03T08:00 2027-03-05T17:00";
        QTest::newRow("FF +2d") << int(LinkType::ff) << 960 << "2027-03-05T08:00 2027-03-09T17:00";
        QTest::newRow("SF +5d") << int(LinkType::sf) << 2400 << "2027-03-03T08:00 2027-03-05T17:00";
    }
    void linkTypesBoundWhatTheySay() {
        QFETCH(int, type);
        QFETCH(int, lag);
        QFETCH(QString, expected);
        Builder b;
        b.task("A", 5).task("B", 3).link("A", "B", static_cast<LinkType>(type), lag);
        const Schedule s = schedule(b.programme);
        QCOMPARE(text(dates(b.programme, s, "B")), expected);
    }

    // A ends on Friday 5 March at 17:00 on five days; B works six days of ten hours, 7 to 12 and 13 to 18. By hand:
    // three days of five end on Wednesday at 17:00; 1200 minutes of six are one hour on Friday, ten on Saturday and
    // nine on Monday, to 17:00; 1440 elapsed ones end on Saturday at 17:00. B works at each of these hours.
    void lagsRunOnTheirCalendar_data() {
        QTest::addColumn<int>("calendar");
        QTest::addColumn<int>("lag");
        QTest::addColumn<QString>("start");
        QTest::newRow("predecessor") << int(LagCalendar::predecessor) << 3 * 480 << "2027-03-10T17:00";
        QTest::newRow("programme") << int(LagCalendar::programme) << 3 * 480 << "2027-03-10T17:00";
        QTest::newRow("successor") << int(LagCalendar::successor) << 1200 << "2027-03-08T17:00";
        QTest::newRow("continuous") << int(LagCalendar::continuous) << 1440 << "2027-03-06T17:00";
    }
    void lagsRunOnTheirCalendar() {
        QFETCH(int, calendar);
        QFETCH(int, lag);
        QFETCH(QString, start);
        Builder b;
        b.task("A", 5).task("B", 3).change("B", [](Activity& a) { a.calendar = Builder::six; });
        b.link("A", "B", LinkType::fs, lag, static_cast<LagCalendar>(calendar));
        QCOMPARE(text(dates(b.programme, schedule(b.programme), "B")).left(16), start);
    }

    void constraintsMoveWhatTheySay() {
        Builder b;
        b.task("A", 5).task("B", 2).link("A", "B").task("C", 20);
        b.constrain("B", ConstraintType::startNotBefore, "2027-03-10");
        QCOMPARE(text(dates(b.programme, schedule(b.programme), "B")),
                 QStringLiteral("2027-03-10T08:00 2027-03-11T17:00"));
        b.constrain("B", ConstraintType::finishNotBefore, "2027-03-12");
        QCOMPARE(text(dates(b.programme, schedule(b.programme), "B")),
                 QStringLiteral("2027-03-11T08:00 2027-03-12T17:00"));
        b.constrain("B", ConstraintType::finishNotAfter, "2027-03-08");
        const Schedule late = schedule(b.programme);
        QCOMPARE(*of(b.programme, late, "B").totalFloat, -480);
        QCOMPARE(*of(b.programme, late, "A").totalFloat, -480);
        b.constrain("B", ConstraintType::startNotAfter, "2027-03-15");
        const Schedule held = schedule(b.programme);
        QCOMPARE(text(lateDates(b.programme, held, "B")), QStringLiteral("2027-03-15T08:00 2027-03-16T17:00"));
    }

    void workMayStretchWhereItIsHeldBack() {
        Builder b;
        b.task("A", 5).task("B", 2).link("A", "B", LinkType::ff);
        QCOMPARE(text(dates(b.programme, schedule(b.programme), "B")),
                 QStringLiteral("2027-03-04T08:00 2027-03-05T17:00"));
        b.change("B", [](Activity& a) { a.stretch = true; });
        QCOMPARE(text(dates(b.programme, schedule(b.programme), "B")),
                 QStringLiteral("2027-03-01T08:00 2027-03-05T17:00"));
    }

    void milestonesStandWhereTheirBoundsPutThem() {
        Builder b;
        b.task("A", 5)
            .milestone("F")
            .milestone("S", ActivityKind::startMilestone)
            .link("A", "F")
            .link("A", "S")
            .task("B", 1)
            .link("S", "B");
        const Schedule s = schedule(b.programme);
        QCOMPARE(text(dates(b.programme, s, "F")), QStringLiteral("2027-03-05T17:00 2027-03-05T17:00"));
        QCOMPARE(text(dates(b.programme, s, "S")), QStringLiteral("2027-03-08T08:00 2027-03-08T08:00"));
    }

    void pausesLengthenTheSpanNotTheWork() {
        Builder b;
        b.task("A", 4).change("A", [](Activity& a) { a.pauses = {{960, 480}, {0, 480}}; });
        const Schedule s = schedule(b.programme);
        QCOMPARE(text(dates(b.programme, s, "A")), QStringLiteral("2027-03-01T08:00 2027-03-05T17:00"));
        QCOMPARE(of(b.programme, s, "A").duration, 4 * 480);
        QCOMPARE(s.problems.size(), std::size_t(1)); // the pause that stands before the work
    }

    void hammocksSpanWhatTheyHangFrom() {
        Builder b;
        b.task("A", 5).task("B", 5).link("A", "B").task("C", 15);
        Activity h;
        h.key = "H";
        h.kind = ActivityKind::hammock;
        h.from = {{b.id("A"), End::finish, 480}};
        h.to = {{b.id("B"), End::finish, 0}, {b.id("A"), End::finish, 0}};
        b.add(h);
        const Schedule s = schedule(b.programme);
        QCOMPARE(text(dates(b.programme, s, "H")), QStringLiteral("2027-03-09T08:00 2027-03-12T17:00"));
        QCOMPARE(of(b.programme, s, "H").duration, 4 * 480);
        QCOMPARE(*of(b.programme, s, "H").totalFloat, 5 * 480);
        QVERIFY(!of(b.programme, s, "H").freeFloat);
        b.change("H", [&](Activity& a) { a.from = {{b.id("C"), End::finish, 0}}; });
        const Schedule crossed = schedule(b.programme);
        QCOMPARE(of(b.programme, crossed, "H").duration, 0);
        QCOMPARE(crossed.problems.size(), std::size_t(1));
        QVERIFY(!of(b.programme, crossed, "H").totalFloat);
    }

    void asLateMovesByTheFreeFloatAndNothingElse() {
        Builder b;
        b.task("A", 2).task("B", 10).task("C", 1).link("A", "C").link("B", "C");
        const Schedule early = schedule(b.programme);
        b.change("A", [](Activity& a) { a.asLate = true; });
        const Schedule late = schedule(b.programme);
        QCOMPARE(text(dates(b.programme, late, "A")), QStringLiteral("2027-03-11T08:00 2027-03-12T17:00"));
        QCOMPARE(*of(b.programme, late, "A").freeFloat, 0);
        QCOMPARE(*of(b.programme, late, "A").totalFloat, 0);
        QCOMPARE(late.programmeFinish, early.programmeFinish);
    }

    void workingBackFromARequiredFinishGivesTheLatestStart() {
        Builder b;
        b.task("A", 5).task("B", 5).link("A", "B");
        b.programme.job.requiredFinish = parseInstant("2027-03-10T17:00");
        const Schedule s = schedule(b.programme);
        QCOMPARE(*of(b.programme, s, "A").totalFloat, -2 * 480);
        QCOMPARE(text(isoInstant(*s.latestStart)), QStringLiteral("2027-02-25T08:00"));
        QCOMPARE(text(isoInstant(*s.programmeFinish)), QStringLiteral("2027-03-12T17:00"));
    }

    void floatToContractDatesCanBePositive() {
        Builder b;
        b.task("A", 5).milestone("M").link("A", "M").section("S1", "M", "2027-03-12", 1000);
        b.programme.job.lateDatesFrom = LateDatesFrom::contract;
        QCOMPARE(*of(b.programme, schedule(b.programme), "A").totalFloat, 5 * 480);
    }

    void aLoopIsNamedActivityByActivity() {
        Builder b;
        b.task("A", 1).task("B", 1).task("C", 1).task("D", 1).link("D", "A").link("A", "B").link("B", "C").link("C",
                                                                                                                "A");
        const Schedule s = schedule(b.programme);
        QVERIFY(!s.ok());
        QVERIFY2(s.errors[0].what.find("A → B → C → A") != std::string::npos, s.errors[0].what.c_str());
        QVERIFY(s.activities.empty());
    }

    void aCalendarWithoutWorkIsNamed() {
        Builder b;
        Calendar none;
        none.id = CalendarId{9};
        none.key = "idle";
        b.programme.calendars.append(none);
        b.task("A", 1);
        QVERIFY(schedule(b.programme).ok()); // nothing uses it
        b.change("A", [](Activity& a) { a.calendar = CalendarId{9}; });
        const Schedule s = schedule(b.programme);
        QVERIFY(!s.ok());
        QVERIFY(s.errors[0].place.find("idle") != std::string::npos);
    }

    void whatNoCalendarHoldsIsAnErrorAndNoHang() {
        Builder b;
        Calendar tides;
        tides.id = CalendarId{9};
        tides.key = "tides";
        tides.exceptions.push_back({dateFrom(2027, 3, 1), dateFrom(2027, 4, 30), false, {{480, 540}}, "low water"});
        b.programme.calendars.append(tides);
        b.task("A", 10).change("A", [](Activity& a) { a.calendar = CalendarId{9}; });
        const Schedule s = schedule(b.programme);
        QVERIFY(!s.ok());
        QVERIFY(s.errors[0].what.find("tides") != std::string::npos);
    }

    void faultsOfAProgrammeAreAllNamed() {
        Builder b;
        b.task("A", 1).task("A", 1).task("B", 1).link("B", "B").task("C", 1).link("B", "C").link("B", "C");
        b.change("C", [](Activity& a) { a.name.clear(); });
        Activity h;
        h.key = "H";
        h.kind = ActivityKind::hammock;
        b.add(h).link("B", "H");
        std::string all;
        for (const Error& fault : faultsOf(b.programme)) all += fault.sentence() + "\n";
        for (const char* part : {"the id is used twice", "linked to itself", "two links of one type", "it has no name",
                                 "a hammock cannot be linked", "needs a start anchor"})
            QVERIFY2(all.find(part) != std::string::npos, (std::string(part) + " not in\n" + all).c_str());
    }
};

QTEST_APPLESS_MAIN(NetworkTest)
#include "network_test.moc"
