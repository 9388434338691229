// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/float_paths.h"
#include "core/network/network.h"
#include "core/network/passes.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

std::string keys(const Programme& p, const FloatPath& path) {
    std::string text;
    for (const ActivityId id : path.activities) text += p.activities.row(id)->key;
    return text;
}

} // namespace

class FloatPathsTest : public QObject {
    Q_OBJECT
private slots:
    // The nine activities of Hendrickson & Au, Project Management for Construction, ch. 10 (from memory), worked out by
    // hand: I waits for F (day 24) and G (22); F for C and B (12 and 3), G for E (21) and D (11), E for C and B.
    void pathsOfNineActivitiesAreAsWorkedOutByHand() {
        Builder b;
        b.nineActivities();
        const Schedule s = schedule(b.programme);
        const auto paths = floatPathsTo(b.programme, s, b.id("I"), 10);
        const struct {
            const char* activities;
            int days;
            const char* joins;
        } expected[] = {{"ACFI", 0, ""}, {"EG", 1, "I"}, {"B", 9, "F"}, {"D", 11, "G"}};
        QCOMPARE(paths.size(), std::size(expected));
        for (std::size_t i = 0; i < paths.size(); ++i) {
            QCOMPARE(keys(b.programme, paths[i]), std::string(expected[i].activities));
            QCOMPARE(paths[i].slack, Minutes(expected[i].days * 480));
            QCOMPARE(paths[i].joins ? b.programme.activities.row(paths[i].joins)->key : "",
                     std::string(expected[i].joins));
        }
        QCOMPARE(floatPathsTo(b.programme, s, b.id("I"), 2).size(), std::size_t(2));
        QCOMPARE(keys(b.programme, floatPathsTo(b.programme, s, b.id("A"), 5).front()), std::string("A"));
    }

    // Where every link is finish to start on one calendar, the slack spent exactly leaves the chosen activity where it
    // is, and one minute more moves it.
    void slackOfAPathIsExactToTheMinute() {
        RandomShape shape;
        shape.activities = 14;
        shape.calendars = shape.constraints = shape.leads = shape.otherTypes = shape.milestones = false;
        int checked = 0;
        for (std::uint32_t seed = 1; seed <= 300; ++seed) {
            const Programme p = randomProgramme(seed, shape);
            CalendarCache cache;
            const Network net = compile(p, cache).network;
            const Schedule s = schedule(p);
            const std::size_t target = p.activities.size() - 1;
            const auto startOfTarget = [&](std::size_t longer, Minutes by) {
                std::vector<Minutes> work = net.work;
                work[net.nodeOf[longer]] += by;
                return runPasses(net, work, {}).start(net.nodeOf[target]);
            };
            const Instant start = s.activities[target].earlyStart;
            std::set<ActivityId> seen;
            Minutes last = 0;
            for (const FloatPath& path : floatPathsTo(p, s, p.activities[target].id, 100)) {
                QVERIFY2(path.slack >= last, qPrintable(QString::number(seed)));
                last = path.slack;
                for (const ActivityId id : path.activities) {
                    QVERIFY2(seen.insert(id).second, qPrintable(QString::number(seed)));
                    const std::size_t i = p.activities.indexOf(id);
                    if (i == target) continue;
                    QVERIFY2(startOfTarget(i, path.slack) == start, qPrintable(QString::number(seed)));
                    QVERIFY2(startOfTarget(i, path.slack + 1) > start, qPrintable(QString::number(seed)));
                    ++checked;
                }
            }
        }
        QVERIFY(checked > 1000);
    }
};

QTEST_APPLESS_MAIN(FloatPathsTest)
#include "float_paths_test.moc"
