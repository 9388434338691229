// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/progress_edits.h"
#include "support/builder.h"
#include "support/random_programme.h"
#include "support/step.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

Programme quay() {
    return Builder().quay().programme;
}

ActivityId idOf(const Programme& p, const std::string& key) {
    for (const Activity& a : p.activities)
        if (a.key == key) return a.id;
    return {};
}

std::string actual(Programme& p, const char* key, Actual which, const char* text) {
    return run(p, [&](Transaction& tx) { return setActual(tx, idOf(p, key), which, text); });
}
std::string done(Programme& p, const char* key, const char* text) {
    return run(p, [&](Transaction& tx) { return setQuantityDone(tx, idOf(p, key), text); });
}

#define REFUSED(call, part)                                                                                            \
    do {                                                                                                               \
        const Programme before = p;                                                                                    \
        const std::string said = call;                                                                                 \
        QVERIFY2(said.find(part) != std::string::npos, ("said: " + said).c_str());                                     \
        QVERIFY(p == before);                                                                                          \
    } while (false)

} // namespace

class ProgressEditsTest : public QObject {
    Q_OBJECT
private slots:
    void theWorkLeftFollowsFromTheQuantityLeft() {
        Programme p = quay();
        QCOMPARE(run(p, [](Transaction& tx) { return setDataDate(tx, "3 Mar 2027"); }), std::string());
        QCOMPARE(actual(p, "A010", Actual::start, "1 Mar 2027"), std::string());
        const Activity& a = p.activities[0];
        QCOMPARE(isoInstant(*a.actualStart), std::string("2027-03-01T08:00"));
        // By hand: 25 of 40 are left, two and a half days at 10 a day, three whole ones: Wednesday to Friday.
        QCOMPARE(done(p, "A010", "15"), std::string());
        QCOMPARE(*p.activities[0].remaining, Minutes(3 * 480));
        Schedule s = schedule(p);
        QCOMPARE(isoInstant(s.activities[0].earlyFinish), std::string("2027-03-05T17:00"));
        // Two days gave 15, so 25 take three and a third, four whole ones: until Monday.
        const auto output = achievedOf(p, p.activities[0], s.calendarOf(s.activities[0]), s.activities[0].duration);
        QVERIFY(output && output->planned == Fraction(10) && *output->achieved == Fraction(15) / Fraction(2));
        const ActivityId id = idOf(p, "A010");
        QCOMPARE(run(p, [&](Transaction& tx) { return forecastAtAchieved(tx, std::array{id}); }), std::string());
        QCOMPARE(*p.activities[0].remaining, Minutes(4 * 480));
        QCOMPARE(isoInstant(schedule(p).activities[0].earlyFinish), std::string("2027-03-08T17:00"));
        // Days typed take the place of the quantity.
        QCOMPARE(run(p, [&](Transaction& tx) { return setRemaining(tx, id, "1d 4h"); }), std::string());
        QVERIFY(*p.activities[0].remaining == 720 && !p.activities[0].quantityDone);
        QCOMPARE(actual(p, "A010", Actual::finish, "2 Mar 2027"), std::string());
        QVERIFY(!p.activities[0].remaining);
        QCOMPARE(isoInstant(*p.activities[0].actualFinish), std::string("2027-03-02T17:00"));
        QVERIFY(schedule(p).problems.empty());
    }

    void whatCannotHaveHappenedIsRefused() {
        Programme p = quay();
        REFUSED(actual(p, "A010", Actual::start, "1 Mar 2027"), "there is no data date");
        REFUSED(run(p, [](Transaction& tx) { return setDataDate(tx, "1 Jan 2020"); }), "the programme starts on");
        QCOMPARE(run(p, [](Transaction& tx) { return setDataDate(tx, "8 Mar 2027"); }), std::string());
        REFUSED(actual(p, "A010", Actual::finish, "2 Mar 2027"), "no actual start");
        REFUSED(actual(p, "A010", Actual::start, "8 Mar 2027"), "not before the data date");
        REFUSED(actual(p, "A010", Actual::start, "yesterday"), "is not a date");
        REFUSED(done(p, "A010", "5"), "has not started");
        QCOMPARE(actual(p, "A010", Actual::start, "3 Mar 2027"), std::string());
        REFUSED(actual(p, "A010", Actual::finish, "2 Mar 2027"), "it started on");
        REFUSED(done(p, "A010", "41"), "more than the 40 m3");
        REFUSED(done(p, "A010", "40"), "enter its actual finish");
        REFUSED(done(p, "A010", "-1"), "less than nothing");
        REFUSED(done(p, "A010", "1,5"), "two ways");
        const ActivityId id = idOf(p, "A010");
        REFUSED(run(p, [&](Transaction& tx) { return setRemaining(tx, id, "0"); }), "enter its actual finish");
        REFUSED(run(p, [&](Transaction& tx) { return forecastAtAchieved(tx, std::array{id}); }), "no quantity done");
        REFUSED(run(p, [](Transaction& tx) { return setDataDate(tx, "2 Mar 2027"); }), "has an actual date");
        REFUSED(run(p, [](Transaction& tx) { return setDataDate(tx, ""); }), "there are actual dates");
        QCOMPARE(actual(p, "A010", Actual::finish, "5 Mar 2027"), std::string());
        REFUSED(actual(p, "A010", Actual::start, ""), "take that away first");
        REFUSED(done(p, "A010", "5"), "it is finished");
        QCOMPARE(actual(p, "A010", Actual::finish, ""), std::string());
        QCOMPARE(actual(p, "A010", Actual::start, ""), std::string());
        REFUSED(done(p, "A020", "5"), "has not started");
    }

    void aMilestoneHasOneDate() {
        Programme p = quay();
        QCOMPARE(run(p, [](Transaction& tx) { return setDataDate(tx, "29 Mar 2027"); }), std::string());
        QCOMPARE(actual(p, "M", Actual::finish, "12 Mar 2027"), std::string());
        const Activity& m = p.activities[2];
        QVERIFY(m.actualStart && m.actualStart == m.actualFinish);
        QCOMPARE(actual(p, "M", Actual::start, ""), std::string());
        QVERIFY(!p.activities[2].actualStart && !p.activities[2].actualFinish);
    }

    /// Whatever is typed, in whatever order: what is taken leaves no problem with actual dates, and what is refused
    /// changes nothing.
    void whatIsTakenIsPossible() {
        const char* days[] = {"1 Mar 2027", "3 Mar 2027", "10 Mar 2027",     "19 Mar 2027",
                              "2 Apr 2027", "",           "2027-03-04T10:00"};
        for (std::uint32_t seed = 1; seed <= 200; ++seed) {
            std::mt19937 random(seed);
            Programme p = randomProgramme(seed, {});
            p.job.dataDate.reset();
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                Activity a = p.activities[i];
                a.actualStart.reset();
                a.actualFinish.reset();
                a.remaining.reset();
                p.activities.replace(i, a);
            }
            int taken = 0;
            CalendarCache cache;
            for (int step = 0; step < 60; ++step) {
                const ActivityId id = p.activities[random() % p.activities.size()].id;
                const char* day = days[random() % std::size(days)];
                const Programme before = p;
                const std::string said = run(p, [&](Transaction& tx) -> Outcome {
                    switch (random() % 5) {
                    case 0:
                        return setDataDate(tx, day);
                    case 1:
                        return setActual(tx, id, Actual::finish, day);
                    case 2:
                        return setRemaining(tx, id, "3d");
                    case 3:
                        return setQuantityDone(tx, id, "1");
                    default:
                        return setActual(tx, id, Actual::start, day);
                    }
                });
                if (!said.empty()) QVERIFY2(p == before, said.c_str());
                taken += said.empty();
                QVERIFY(faultsOf(p).empty());
                for (const Problem& problem : schedule(p, cache).problems)
                    QVERIFY2(problem.what.find("actual") == std::string::npos &&
                                 problem.what.find("nothing of it remains") == std::string::npos,
                             qPrintable(QStringLiteral("seed %1: %2 %3")
                                            .arg(seed)
                                            .arg(problem.where.c_str(), problem.what.c_str())));
            }
            QVERIFY(taken > 0);
        }
    }

    void anUpdateListsWhatItConcerns() {
        Activity a;
        a.kind = ActivityKind::task;
        const Instant monday = *parseInstant("2027-03-01T08:00"), friday = *parseInstant("2027-03-05T17:00");
        const auto due = [&](const char* dataDate) { return dueOf(a, monday, friday, *parseInstant(dataDate), {}); };
        QVERIFY(due("2027-03-01T00:00") == Due::none);
        QVERIFY(due("2027-03-02T00:00") == Due::toStart);
        a.actualStart = monday;
        QVERIFY(due("2027-03-02T00:00") == Due::started);
        QVERIFY(due("2027-03-08T00:00") == Due::toFinish);
        a.actualFinish = friday;
        QVERIFY(due("2027-03-08T00:00") == Due::finished);
        QVERIFY(dueOf(a, monday, friday, *parseInstant("2027-04-05T00:00"), *parseInstant("2027-03-08T00:00")) ==
                Due::none);
    }
};

QTEST_APPLESS_MAIN(ProgressEditsTest)
#include "progress_edits_test.moc"
