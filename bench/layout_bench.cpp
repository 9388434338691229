// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The network of a large programme laid out, crossings held against Graphviz's dot on the same graphs, and measures
// that bring a section in; scripts/bench runs it. Call: ACTIVITIES.
#include "chart/layout/layers.h"
#include "chart/layout/logic_layout.h"
#include "core/network/why_then.h"
#include "core/squeeze/squeeze.h"
#include "large_programme.h"

#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <random>
#include <set>
#include <string>

using namespace yarrin;

namespace {

template <typename Function> double seconds(const Function& function) {
    const auto begun = std::chrono::steady_clock::now();
    function();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
}

/// A graph like a network of activities: from each to some that stand a little later.
LayerGraph graphOf(std::uint32_t seed) {
    std::mt19937 random(seed);
    LayerGraph graph{40 + seed % 4 * 60, {}, {}};
    std::set<std::pair<std::uint32_t, std::uint32_t>> edges;
    for (std::uint32_t i = 1; i < graph.count; ++i)
        for (std::uint32_t k = 1 + (random() % 10 < 4) + (random() % 10 < 1); k > 0; --k)
            edges.emplace(std::uint32_t(std::max(0, int(i) - 1 - int(random() % 25))), i);
    graph.edges.assign(edges.begin(), edges.end());
    return graph;
}

/// The crossings that dot tells of, counted as ours are; -1 where it is not there.
long crossingsOfDot(const LayerGraph& graph) {
    const std::string file = (std::filesystem::temp_directory_path() / "yarrin-layout.dot").string();
    std::ofstream out(file);
    out << "digraph {\n";
    for (const auto& [from, to] : graph.edges) out << from << " -> " << to << ";\n";
    out << "}\n";
    out.close();
    FILE* told = popen(("dot -v -Tplain '" + file + "' 2>&1 >/dev/null").c_str(), "r");
    long crossings = -1;
    char line[512];
    while (told && std::fgets(line, sizeof line, told)) {
        const std::string text = line;
        if (const auto at = text.find(" crossings, "); text.starts_with("mincross ") && at != std::string::npos)
            crossings = std::stol(text.substr(text.rfind(' ', at - 1) + 1));
    }
    if (told) pclose(told);
    std::filesystem::remove(file);
    return crossings;
}

void againstDot() {
    std::size_t ours = 0;
    long dots = 0;
    for (std::uint32_t seed = 1; seed <= 24; ++seed) {
        const LayerGraph graph = graphOf(seed);
        const long dot = crossingsOfDot(graph);
        if (dot < 0) {
            std::printf("dot is not there: crossings are not compared\n");
            return;
        }
        ours += layered(graph).crossings;
        dots += dot;
    }
    std::printf("crossings        %zu, dot %ld: %.3f of it, on 24 graphs of 40 to 220\n", ours, dots,
                double(ours) / double(dots));
}

void squeezes(int count) {
    // What is near the finish of a smaller programme, enough of it for some hundreds of activities.
    Programme p = largeProgramme(count);
    const Schedule first = schedule(p);
    Section section;
    section.id = SectionId{900};
    section.key = "Z";
    section.milestone = lastActivity(p, first);
    p.sections.append(section);
    const Schedule dates = schedule(p);
    const Date finish = completionDate(*dates.programmeFinish);
    for (const int days : {10, 20, 40, 80, 160}) {
        double options = 0, set = 0;
        auto found = Squeeze::of(p, dates, section.id, finish + -days, {});
        if (!found.ok()) return;
        Squeeze squeeze = std::move(*found);
        std::size_t near = 0;
        for (const Shortening& one : squeeze.paths()) near += one.path.activities.size();
        options = seconds([&] { squeeze.calculateOptions(); });
        set = seconds([&] { (void)squeeze.cheapest(); });
        std::printf("squeeze %3d days %.2f s for %zu measures on %zu activities near, %.2f s for a set\n", days,
                    options, squeeze.options().size(), near, set);
        if (near >= 200) return;
    }
}

} // namespace

int main(int count, char** words) {
    const int activities = count > 1 ? std::atoi(words[1]) : 20000;
    const Programme p = largeProgramme(activities);
    const Schedule dates = schedule(p);
    for (const LogicRows within : {LogicRows::places, LogicRows::crossings})
        for (const bool timeScaled : {false, true}) {
            std::size_t boxes = 0;
            const double took = seconds([&] {
                const auto rows = rowsFor(p, dates, shippedLenses().front(), {});
                boxes = layoutLogic({p, dates, rows, within, timeScaled}).boxes.size();
            });
            std::printf("laid out %-9s %s %.2f s, %zu boxes\n", within == LogicRows::places ? "by place" : "crossings",
                        timeScaled ? "to scale  " : "in columns", took, boxes);
        }
    againstDot();
    squeezes(2000);
    return 0;
}
