// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Speed of the core and the files; scripts/bench runs it. The passes are set against Boost.Graph's dag_shortest_paths
// and against a bare sweep over arrays, in the same run.
#include "core/delay/analysis.h"
#include "core/network/passes.h"
#include "core/network/schedule.h"
#include "core/odds/simulation.h"
#include "edit/activity_edits.h"
#include "edit/recalculated.h"
#include "edit/ripple.h"
#include "large_programme.h"
#include "store/file.h"
#include "store/programme_file.h"

#include <benchmark/benchmark.h>
#include <boost/graph/adjacency_list.hpp>
#include <boost/graph/dag_shortest_paths.hpp>

#include <filesystem>

using namespace yarrin;

namespace {

const Programme& programmeOf(int size) {
    static std::map<int, Programme> kept;
    auto [place, isNew] = kept.try_emplace(size);
    if (isNew) place->second = largeProgramme(size);
    return place->second;
}

void compileNetwork(benchmark::State& state) {
    const Programme& p = programmeOf(int(state.range(0)));
    CalendarCache cache;
    for (auto _ : state) benchmark::DoNotOptimize(compile(p, cache));
}

void passes(benchmark::State& state) {
    CalendarCache cache;
    const Network net = compile(programmeOf(int(state.range(0))), cache).network;
    PassRunner runner(net);
    for (auto _ : state) benchmark::DoNotOptimize(runner.run(net.work, {}).programmeFinish);
}

void boostLongestPath(benchmark::State& state) {
    using Graph = boost::adjacency_list<boost::vecS, boost::vecS, boost::directedS, boost::no_property,
                                        boost::property<boost::edge_weight_t, long>>;
    CalendarCache cache;
    const Network net = compile(programmeOf(int(state.range(0))), cache).network;
    const std::size_t count = net.nodes.size();
    Graph graph(count + 1);
    for (std::size_t i = 0; i < count; ++i) boost::add_edge(count, i, 0L, graph);
    for (std::size_t i = 0; i < count; ++i)
        for (auto at = net.firstInto[i]; at < net.firstInto[i + 1]; ++at)
            boost::add_edge(net.links[at].from, i, -long(net.work[net.links[at].from] + net.links[at].lag), graph);
    std::vector<long> distance(count + 1);
    for (auto _ : state) {
        boost::dag_shortest_paths(graph, count, boost::distance_map(distance.data()));
        benchmark::DoNotOptimize(distance.data());
    }
}

/// The limit to close in on: one sweep forward over arrays in topological order, no calendars.
void bareSweep(benchmark::State& state) {
    CalendarCache cache;
    const Network net = compile(programmeOf(int(state.range(0))), cache).network;
    std::vector<Minutes> start(net.nodes.size());
    for (auto _ : state) {
        for (std::size_t i = 0; i < net.nodes.size(); ++i) {
            Minutes latest = 0;
            for (auto at = net.firstInto[i]; at < net.firstInto[i + 1]; ++at)
                latest = std::max(latest, start[net.links[at].from] + net.work[net.links[at].from] + net.links[at].lag);
            start[i] = latest;
        }
        benchmark::DoNotOptimize(start.data());
    }
}

void editAndRecalculate(benchmark::State& state) {
    Programme p = programmeOf(int(state.range(0)));
    CalendarCache cache;
    Schedule before = schedule(p, cache);
    int days = 1;
    for (auto _ : state) {
        Transaction tx(p);
        if (!setDuration(tx, p.activities[1].id, std::to_string(1 + days++ % 20) + "d").ok())
            state.SkipWithError("refused");
        benchmark::DoNotOptimize(tx.commit("edit"));
        Schedule after = schedule(p, cache);
        benchmark::DoNotOptimize(rippleBetween(before, after));
        before = std::move(after);
    }
}

/// The same with what was compiled kept, as a document does it.
void editAndPutIn(benchmark::State& state) {
    Programme p = largeProgramme(int(state.range(0)));
    Calculation calculation;
    Schedule before = calculation.whole(p);
    const ActivityId id = p.activities[p.activities.size() / 2].id;
    int days = 3;
    for (auto _ : state) {
        Transaction tx(p);
        if (!setDuration(tx, id, std::to_string(days = days == 3 ? 4 : 3) + "d").ok()) std::abort();
        const Edit edit = *tx.commit("edit");
        Schedule after = recalculated(calculation, p, edit);
        benchmark::DoNotOptimize(rippleBetween(before, after));
        before = std::move(after);
    }
    if (calculation.reused() + 1 < std::size_t(state.iterations())) std::abort();
}

std::filesystem::path fileFor(int size, FileFormat format) {
    return std::filesystem::temp_directory_path() /
           ("yarrin-bench-" + std::to_string(size) + (format == FileFormat::native ? ".yarrin" : ".json"));
}

template <FileFormat format> void save(benchmark::State& state) {
    const Programme& p = programmeOf(int(state.range(0)));
    for (auto _ : state)
        if (!writeProgramme(p, fileFor(int(state.range(0)), format), format).ok()) state.SkipWithError("not written");
}

template <FileFormat format> void open(benchmark::State& state) {
    if (!writeProgramme(programmeOf(int(state.range(0))), fileFor(int(state.range(0)), format), format).ok())
        state.SkipWithError("not written");
    for (auto _ : state) benchmark::DoNotOptimize(readProgramme(fileFor(int(state.range(0)), format)));
    std::filesystem::remove(fileFor(int(state.range(0)), format));
}

/// One change reaching the disk: rows, change set and history in one transaction, synchronised.
void recordEdit(benchmark::State& state) {
    Programme p = programmeOf(int(state.range(0)));
    const auto path = fileFor(int(state.range(0)), FileFormat::native);
    if (!writeProgramme(p, path, FileFormat::native).ok()) state.SkipWithError("not written");
    auto opened = ProgrammeFile::open(path, {"Bench", "2027-03-01 08:00:00"});
    int days = 1;
    // The first change of a file takes the whole programme into the base of its chain.
    Transaction first(p);
    if (!setDuration(first, p.activities[1].id, "37d").ok() ||
        !opened.value().file->record(EntryKind::edit, *first.commit("first"), p, {"Bench", "2027-03-01 08:00:00"}).ok())
        state.SkipWithError("not recorded");
    for (auto _ : state) {
        Transaction tx(p);
        if (!setDuration(tx, p.activities[1].id, std::to_string(1 + days++ % 20) + "d").ok())
            state.SkipWithError("refused");
        const Edit edit = *tx.commit("edit");
        if (!opened.value().file->record(EntryKind::edit, edit, p, {"Bench", "2027-03-01 08:00:00"}).ok())
            state.SkipWithError("not recorded");
    }
    opened.value().file.reset();
    std::filesystem::remove(path);
}

/// A method over ten events on a job of so many activities, between its plan and its forecast.
template <DelayMethod method> void delay(benchmark::State& state) {
    Programme p = programmeOf(int(state.range(0)));
    Section section;
    section.id = SectionId{1};
    section.milestone = p.activities[p.activities.size() - 1].id;
    p.sections.assign({section});
    std::vector<Stand> stands{{"plan", p}, {"now", p}};
    for (int i = 0; i < 10; ++i) {
        DelayEvent event;
        event.id = stands[1].programme.events.freshId();
        event.key = "E" + std::to_string(i);
        event.risk = static_cast<Risk>(i % 3);
        event.from = dateOf(p.job.start) + 30 * i;
        Effect effect;
        effect.activity = p.activities[p.activities.size() * std::size_t(i) / 11].id;
        effect.work = 480 * 5;
        event.effects.push_back(effect);
        stands[1].programme.events.append(std::move(event));
    }
    for (auto _ : state) benchmark::DoNotOptimize(analyse(method, stands));
}

/// Five thousand runs, on all there is.
void odds(benchmark::State& state) {
    const Programme& p = programmeOf(int(state.range(0)));
    const Uncertainty all = uncertaintyOfAll(p, {0.9, 1, 1.3, SpreadShape::triangular}, "trade");
    for (auto _ : state) benchmark::DoNotOptimize(simulate(p, all, {5000, 1, 0})->runs);
}
/// The same with two risks of the register, one of which closes the calendar of all work, and what drives P80.
void oddsDrivers(benchmark::State& state) {
    Programme p = programmeOf(int(state.range(0)));
    for (std::uint32_t i = 1; i <= 2; ++i) {
        RegisteredRisk risk;
        risk.id = RiskId{i};
        risk.key = "R" + std::to_string(i);
        risk.chance = Decimal(2, 1);
        RiskEffect effect;
        effect.kind = i == 1 ? EffectKind::addedWork : EffectKind::suspension;
        if (i == 1) effect.activity = p.activities[p.activities.size() / 2].id;
        if (i == 2) effect.calendar = p.calendars[0].id;
        effect.low = Decimal(2);
        effect.likely = Decimal(5);
        effect.high = Decimal(10);
        risk.effects.push_back(effect);
        p.risks.append(risk);
    }
    Uncertainty all = uncertaintyOfAll(p, {0.9, 1, 1.3, SpreadShape::triangular}, "trade");
    all.risks = true;
    const OddsWish wish{1000, 1, 0};
    const auto found = simulate(p, all, wish);
    for (auto _ : state) benchmark::DoNotOptimize(driversOf(p, all, wish, *found, 800, {})->size());
}

#define SIZES ->Arg(1000)->Arg(10000)->Arg(100000)->Unit(benchmark::kMillisecond)
BENCHMARK(compileNetwork) SIZES;
BENCHMARK(passes) SIZES;
BENCHMARK(odds)->Arg(2000)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(oddsDrivers)->Arg(2000)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(boostLongestPath) SIZES;
BENCHMARK(bareSweep) SIZES;
BENCHMARK(editAndRecalculate) SIZES;
BENCHMARK(editAndPutIn) SIZES;
BENCHMARK(delay<DelayMethod::timeImpact>)->Name("timeImpact")->Arg(1000)->Arg(10000)->Unit(benchmark::kMillisecond);
BENCHMARK(delay<DelayMethod::windows>)->Name("windows")->Arg(1000)->Arg(10000)->Unit(benchmark::kMillisecond);
BENCHMARK(delay<DelayMethod::collapsedAsBuilt>)
    ->Name("collapsedAsBuilt")
    ->Arg(1000)
    ->Arg(10000)
    ->Unit(benchmark::kMillisecond);
BENCHMARK(recordEdit)->Arg(10000)->Arg(100000)->Unit(benchmark::kMillisecond);
BENCHMARK(save<FileFormat::native>)->Arg(10000)->Arg(100000)->Unit(benchmark::kMillisecond);
BENCHMARK(open<FileFormat::native>)->Arg(10000)->Arg(100000)->Unit(benchmark::kMillisecond);
BENCHMARK(save<FileFormat::json>)->Arg(10000)->Arg(100000)->Unit(benchmark::kMillisecond);
BENCHMARK(open<FileFormat::json>)->Arg(10000)->Arg(100000)->Unit(benchmark::kMillisecond);

} // namespace

BENCHMARK_MAIN();
