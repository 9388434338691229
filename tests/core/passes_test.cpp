// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// One compiled network run with other amounts of work, as simulation and levelling do: each run must give what
// compiling the programme with those durations gives, whatever ran before.
#include "core/network/batches.h"
#include "core/network/passes.h"
#include "core/network/schedule.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

#include <algorithm>
#include <random>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

Programme network(std::uint32_t seed) {
    RandomShape shape;
    shape.activities = 40 + int(seed % 160);
    shape.linksPerActivity = 0.8 + 0.02 * double(seed % 50);
    shape.constraints = seed % 3 == 0;
    return randomProgramme(seed, shape);
}

#define SEEDED(condition) QVERIFY2(condition, qPrintable(QStringLiteral("seed %1").arg(seed)))

} // namespace

class PassesTest : public QObject {
    Q_OBJECT
private slots:
    /// Random durations, some of them none: the runner and a fresh compilation agree on every date, float and path.
    void otherAmountsOfWorkAreOtherDurations() {
        int runs = 0, without = 0;
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            const Programme p = network(seed);
            CalendarCache cache;
            const CompiledProgramme compiled = compile(p, cache);
            SEEDED(compiled.errors.empty());
            const Network& net = compiled.network;
            PassRunner runner(net);
            std::mt19937 random(seed);
            for (int round = 0; round < 3; ++round) {
                std::vector<Minutes> work = net.work;
                Programme changed = p;
                std::vector<Activity> rows = changed.activities.take();
                for (std::size_t i = 0; i < net.nodes.size(); ++i) {
                    Activity& row = rows[net.nodes[i].activity];
                    if (net.nodes[i].kind != NodeKind::task || random() % 3 == 0) continue;
                    // A task without work stands as a finish milestone does, on whichever side of the passes it falls.
                    work[i] = random() % 8 == 0 ? 0 : Minutes(1 + random() % 4000);
                    row.duration = work[i];
                    without += work[i] == 0;
                }
                changed.activities.assign(std::move(rows));
                const PassResult& got = runner.run(work, {});
                const Schedule wanted = schedule(changed, cache);
                SEEDED(wanted.ok() && !got.beyond);
                SEEDED(got.programmeFinish == *wanted.programmeFinish);
                for (std::size_t i = 0; i < net.nodes.size(); ++i) {
                    const ActivityFigures& f = wanted.activities[net.nodes[i].activity];
                    SEEDED(got.start(i) == f.earlyStart && got.finish(i) == f.earlyFinish);
                    SEEDED(got.totalFloat[i] == *f.totalFloat && got.freeFloat[i] == *f.freeFloat);
                    SEEDED((got.onLongestPath[i] != 0) == f.onLongestPath);
                }
                for (std::size_t at = 0; at < net.links.size(); ++at)
                    SEEDED((got.driving[at] != 0) == wanted.driving[net.linkOf[at]]);
                ++runs;
            }
        }
        QVERIFY(runs == 360 && without > 500);
    }

    /// Nothing of one run is left in the next.
    void runsLeaveNothingBehind() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            const Programme p = network(seed);
            CalendarCache cache;
            const Network net = compile(p, cache).network;
            PassRunner runner(net);
            const PassResult first = runner.run(net.work, {});
            std::vector<Minutes> work(net.work.size(), 77);
            (void)runner.run(work, p.job.start + 1440);
            const PassResult& again = runner.run(net.work, {});
            SEEDED(again.programmeFinish == first.programmeFinish);
            SEEDED(again.totalFloat == first.totalFloat && again.freeFloat == first.freeFloat);
            SEEDED(again.driving == first.driving && again.onLongestPath == first.onLongestPath);
            for (std::size_t i = 0; i < net.nodes.size(); ++i)
                SEEDED(again.start(i) == first.start(i) && again.finish(i) == first.finish(i));
        }
    }

    /// A required finish moves late dates and floats by as much work as it lies from the finish, and no early date.
    void aRequiredFinishMovesFloatsOnly() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            RandomShape shape;
            shape.activities = 120;
            shape.calendars = shape.constraints = false;
            const Programme p = randomProgramme(seed, shape);
            CalendarCache cache;
            const Network net = compile(p, cache).network;
            PassRunner runner(net);
            const PassResult free = runner.run(net.work, {});
            const Minutes earlier = 60 * Minutes(seed);
            const PassResult& bound = runner.run(net.work, free.programmeFinish + -earlier);
            for (std::size_t i = 0; i < net.nodes.size(); ++i) {
                SEEDED(bound.start(i) == free.start(i) && bound.finish(i) == free.finish(i));
                // Every minute works, so that each float is less by as much.
                SEEDED(bound.totalFloat[i] == free.totalFloat[i] - earlier);
            }
        }
    }

    /// Batches hold each node once, in order; none holds two of which one waits for the other, or of two calendars.
    void batchesHoldWhatMayGoTogether() {
        std::size_t largest = 0;
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            CalendarCache cache;
            const Network net = compile(network(seed), cache).network;
            const Batches batches(net);
            std::uint32_t next = 0;
            std::set<std::uint32_t> lagged;
            for (const Batch& batch : batches.list()) {
                SEEDED(batch.first == next && batch.last > batch.first && batch.count() <= int(largestBatch));
                next = batch.last;
                largest = std::max(largest, std::size_t(batch.count()));
                for (auto i = batch.first; i < batch.last; ++i) {
                    SEEDED(batch.count() == 1 || (net.nodes[i].plain && net.nodes[i].calendar == batch.calendar));
                    for (auto at = net.firstInto[i]; at < net.firstInto[i + 1]; ++at)
                        SEEDED(net.links[at].from < batch.first);
                }
                for (const auto& list : {batches.carriedOf(batch), batches.othersOf(batch)})
                    for (const Lagged& link : list) {
                        SEEDED(lagged.insert(link.link).second);
                        SEEDED(net.links[link.link].from >= batch.first && net.links[link.link].from < batch.last);
                    }
            }
            SEEDED(next == net.nodes.size());
            std::size_t wanted = 0;
            for (const NetLink& link : net.links) wanted += link.way != LinkWay::direct;
            SEEDED(lagged.size() == wanted);
        }
        QVERIFY2(largest > 8, "the networks are too narrow to show anything");
    }
};

QTEST_APPLESS_MAIN(PassesTest)
#include "passes_test.moc"
