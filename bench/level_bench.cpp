// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Levelling of 2,000 activities and 20 resources, both ways, and demand and cash of the same; scripts/bench runs it.
#include "core/labour/cash.h"
#include "core/labour/levelling.h"
#include "large_programme.h"

#include <chrono>
#include <cstdio>
#include <random>

using namespace yarrin;

namespace {

Programme crowded(int activities, int resources) {
    Programme p = largeProgramme(activities);
    std::mt19937 random(7);
    const auto below = [&](int n) { return int(random() % std::uint32_t(n)); };
    auto rows = p.activities.take();
    for (Activity& a : rows)
        for (int k = 0; k < 2 && a.kind == ActivityKind::task; ++k)
            a.needs.push_back({ResourceId{std::uint32_t(1 + below(resources))}, Decimal(1 + below(3)), {}});
    p.activities.assign(std::move(rows));
    for (int r = 0; r < resources; ++r) {
        Resource row;
        row.id = ResourceId{std::uint32_t(r + 1)};
        row.key = row.name = "R" + std::to_string(r);
        row.rate = Decimal(30 + r);
        p.resources.append(row);
    }
    // Half of what is needed at once.
    const Schedule dates = schedule(p);
    Demand demand(p, dates);
    auto table = p.resources.take();
    for (std::size_t r = 0; r < table.size(); ++r)
        table[r].supply = {
            {dateOf(p.job.start),
             std::max<std::int64_t>(3, (sumOf(demand.days(r)).peak * Fraction(1) / Fraction(2)).ceil().value_or(3))}};
    p.resources.assign(std::move(table));
    return p;
}

template <typename Function> double seconds(const Function& function) {
    const auto begun = std::chrono::steady_clock::now();
    function();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
}

} // namespace

int main() {
    const Programme p = crowded(2000, 20);
    const Schedule dates = schedule(p);
    std::printf("demand of all by day      %.3f s\n", seconds([&] {
                    Demand demand(p, dates);
                    for (std::size_t r = 0; r < demand.book().size(); ++r) (void)demand.days(r);
                }));
    std::printf("cash                      %.3f s\n", seconds([&] { (void)cashOf(p, dates); }));
    for (const LevelWay way : {LevelWay::insideFloat, LevelWay::withinSupply}) {
        LevelOptions options;
        options.way = way;
        std::optional<Result<LevelResult>> result;
        const double time = seconds([&] { result.emplace(level(p, options)); });
        if (!result->ok()) {
            std::printf("%s\n", result->error().sentence().c_str());
            continue;
        }
        const LevelResult& found = **result;
        std::printf("%s  %.3f s, %zu moves, hours over %.0f -> %.0f, roughness %.1f -> %.1f, finish %s -> %s\n",
                    way == LevelWay::insideFloat ? "level inside float      " : "level within supply     ", time,
                    found.moves.size(), found.excessBefore.toDouble(), found.excessAfter.toDouble(),
                    found.roughnessBefore, found.roughnessAfter, isoInstant(*found.finishBefore).c_str(),
                    isoInstant(*found.finishAfter).c_str());
    }
}
