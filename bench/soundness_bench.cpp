// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Soundness, redundant links, reasons and paths of a large programme; scripts/bench runs it. Call: ACTIVITIES.
#include "core/network/why_then.h"
#include "core/soundness/soundness.h"
#include "large_programme.h"

#include <array>
#include <chrono>
#include <cstdio>
#include <cstdlib>

using namespace yarrin;

namespace {

template <typename Function> double seconds(const Function& function) {
    const auto begun = std::chrono::steady_clock::now();
    function();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
}

} // namespace

int main(int count, char** words) {
    const Programme p = largeProgramme(count > 1 ? std::atoi(words[1]) : 20000);
    const Schedule dates = schedule(p);
    std::size_t findings = 0, redundant = 0, near = 0;
    std::printf("%zu activities, %zu links\n", p.activities.size(), p.links.size());
    const double all = seconds([&] { findings = soundnessOf(p, dates, {}).findings.size(); });
    std::printf("soundness        %.3f s, %zu findings\n", all, findings);
    const double links = seconds([&] { redundant = redundantLinks(p, dates).size(); });
    std::printf("redundant links  %.3f s, %zu of them\n", links, redundant);
    const ActivityId last = lastActivity(p, dates);
    std::printf("a day's delay    %.3f s\n", seconds([&] { (void)DelayTrials(p, dates).of(last, 1); }));
    const double paths = seconds([&] {
        for (const NearPath& one : nearPathsTo(p, dates, last, std::array{1, 2, 5, 10})) near += one.activities.size();
    });
    std::printf("near paths       %.3f s, %zu named\n", paths, near);
    return 0;
}
