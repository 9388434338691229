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

/// A takes five days, B five after it; the data date is Wednesday 3 March at eight.
Builder twoInARow() {
    Builder b;
    b.task("A", 5).task("B", 5).link("A", "B");
    b.programme.job.dataDate = parseInstant("2027-03-03T08:00");
    return b;
}

} // namespace

class ProgressTest : public QObject {
    Q_OBJECT
private slots:
    void nothingNotStartedStandsBeforeTheDataDate() {
        Builder b = twoInARow();
        QCOMPARE(text(dates(b.programme, schedule(b.programme), "A")),
                 QStringLiteral("2027-03-03T08:00 2027-03-09T17:00"));
    }

    void workLeftGoesOnFromTheDataDate() {
        Builder b = twoInARow();
        b.change("A", [](Activity& a) {
            a.actualStart = parseInstant("2027-03-01T08:00");
            a.remaining = 960;
        });
        const Schedule s = schedule(b.programme);
        const ActivityFigures& a = of(b.programme, s, "A");
        QCOMPARE(text(dates(b.programme, s, "A")), QStringLiteral("2027-03-01T08:00 2027-03-04T17:00"));
        QCOMPARE(text(isoInstant(*a.remainingStart)), QStringLiteral("2027-03-03T08:00"));
        QCOMPARE(*a.totalFloat, 0);
        QCOMPARE(text(dates(b.programme, s, "B")), QStringLiteral("2027-03-05T08:00 2027-03-11T17:00"));
    }

    void completeWorkHasNoFloatAndBoundsByItsActualDates() {
        Builder b = twoInARow();
        b.change("A", [](Activity& a) {
            a.actualStart = parseInstant("2027-03-01T08:00");
            a.actualFinish = parseInstant("2027-03-02T12:00");
        });
        const Schedule s = schedule(b.programme);
        QVERIFY(!of(b.programme, s, "A").totalFloat);
        QVERIFY(!of(b.programme, s, "A").critical);
        QVERIFY(!of(b.programme, s, "A").lateStart);
        QCOMPARE(text(dates(b.programme, s, "B")), QStringLiteral("2027-03-03T08:00 2027-03-09T17:00"));
    }

    /// A task of no duration that began on one day and was over on another keeps both, and a hammock on it its length:
    /// from Monday the 1st at eight to Wednesday the 3rd at eight are two days of work.
    void aTaskOfNoDurationKeepsBothActualDates() {
        Builder b;
        b.task("A", 0).task("B", 5).task("H", 0).link("A", "B");
        b.change("H", [&](Activity& a) {
            a.kind = ActivityKind::hammock;
            a.from = {{b.id("A"), End::start, 0}};
            a.to = {{b.id("A"), End::finish, 0}};
        });
        b.programme.job.dataDate = parseInstant("2027-03-03T08:00");
        b.change("A", [](Activity& a) {
            a.actualStart = parseInstant("2027-03-01T08:00");
            a.actualFinish = parseInstant("2027-03-03T08:00");
        });
        const Schedule s = schedule(b.programme);
        QVERIFY(s.ok());
        QCOMPARE(text(dates(b.programme, s, "A")), QStringLiteral("2027-03-01T08:00 2027-03-03T08:00"));
        QCOMPARE(of(b.programme, s, "H").duration, 2 * 480);
        // With one of them it is a point in time, as a milestone is.
        b.change("A", [](Activity& a) { a.actualStart.reset(); });
        const Schedule one = schedule(b.programme);
        QCOMPARE(text(dates(b.programme, one, "A")), QStringLiteral("2027-03-03T08:00 2027-03-03T08:00"));
        QCOMPARE(of(b.programme, one, "H").duration, 0);
    }

    // B began before A was complete: it waits for A, or carries on.
    void outOfSequenceWorkWaitsOrCarriesOn() {
        Builder b = twoInARow();
        b.change("B", [](Activity& a) {
            a.actualStart = parseInstant("2027-03-02T08:00");
            a.remaining = 4 * 480;
        });
        const Schedule waits = schedule(b.programme);
        QCOMPARE(text(isoInstant(*of(b.programme, waits, "B").remainingStart)), QStringLiteral("2027-03-10T08:00"));
        QVERIFY(waits.driving[0]);
        b.programme.job.outOfSequence = OutOfSequence::carryOn;
        const Schedule carries = schedule(b.programme);
        QCOMPARE(text(isoInstant(*of(b.programme, carries, "B").remainingStart)), QStringLiteral("2027-03-03T08:00"));
        QVERIFY(!carries.driving[0]);
        QCOMPARE(*of(b.programme, carries, "A").totalFloat, 0); // it ends last now
    }

    void whatCannotBeIsReportedByName_data() {
        QTest::addColumn<QString>("start");
        QTest::addColumn<QString>("finish");
        QTest::addColumn<int>("remaining");
        QTest::addColumn<bool>("dataDate");
        QTest::newRow("start after the data date") << "2027-03-04T08:00"
                                                   << "" << -1 << true;
        QTest::newRow("finish before start") << "2027-03-02T08:00"
                                             << "2027-03-01T17:00" << -1 << true;
        QTest::newRow("nothing left but not finished") << "2027-03-02T08:00"
                                                       << "" << 0 << true;
        QTest::newRow("no data date") << "2027-03-02T08:00"
                                      << "" << 480 << false;
        QTest::newRow("finish without a start") << ""
                                                << "2027-03-02T17:00" << -1 << true;
    }
    void whatCannotBeIsReportedByName() {
        QFETCH(QString, start);
        QFETCH(QString, finish);
        QFETCH(int, remaining);
        QFETCH(bool, dataDate);
        Builder b = twoInARow();
        if (!dataDate) b.programme.job.dataDate.reset();
        b.change("A", [&](Activity& a) {
            a.actualStart = parseInstant(start.toStdString());
            a.actualFinish = parseInstant(finish.toStdString());
            if (remaining >= 0) a.remaining = remaining;
        });
        const Schedule s = schedule(b.programme);
        QVERIFY(s.ok());
        QVERIFY(!s.problems.empty());
        QCOMPARE(s.problems[0].where, std::string("A"));
        QVERIFY(s.problems[0].severity == Problem::Severity::error);
    }

    void aMissedDeadlineIsAWarningAndMovesNothing() {
        Builder b;
        b.task("A", 5);
        const Schedule before = schedule(b.programme);
        b.change("A", [](Activity& a) { a.deadline = parseDateOrInstant("2027-03-04"); });
        const Schedule s = schedule(b.programme);
        QCOMPARE(s.activities, before.activities);
        QCOMPARE(s.problems.size(), std::size_t(1));
        QVERIFY(s.problems[0].severity == Problem::Severity::warning);
    }

    void pausesAheadCountPausesBehindDoNot() {
        Builder b;
        b.task("A", 4).change("A", [](Activity& a) {
            a.pauses = {{480, 480}, {3 * 480, 480}};
            a.actualStart = parseInstant("2027-03-01T08:00");
            a.remaining = 2 * 480;
        });
        b.programme.job.dataDate = parseInstant("2027-03-03T08:00");
        QCOMPARE(text(dates(b.programme, schedule(b.programme), "A")),
                 QStringLiteral("2027-03-01T08:00 2027-03-05T17:00"));
    }
};

QTEST_APPLESS_MAIN(ProgressTest)
#include "progress_test.moc"
