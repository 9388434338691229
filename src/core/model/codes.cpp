// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/codes.h"

#include "core/base/worded.h"
#include "core/network/schedule.h"

#include <algorithm>
#include <functional>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

namespace {

bool isStyle(char c) {
    return c == '0' || c == '1' || c == 'A' || c == 'a';
}

/// Children of every node in the table's order; key 0 holds the top level.
std::unordered_map<BreakdownId, std::vector<std::size_t>> childrenOf(const Programme& programme) {
    std::unordered_map<BreakdownId, std::vector<std::size_t>> children;
    for (std::size_t i = 0; i < programme.breakdown.size(); ++i) {
        const BreakdownId parent = programme.breakdown[i].parent;
        children[programme.breakdown.row(parent) ? parent : BreakdownId{}].push_back(i);
    }
    return children;
}

} // namespace

Result<std::vector<CodeLevel>> parseCodePattern(std::string_view pattern) {
    const auto bad = [&] {
        return inputError(worded("\"%1\" is not a pattern for codes", pattern), worded("write it as 1.1.1 or A-01.a"));
    };
    std::vector<CodeLevel> levels;
    for (std::size_t at = 0; at < pattern.size();) {
        CodeLevel level;
        while (at < pattern.size() && !isStyle(pattern[at])) level.separator += pattern[at++];
        if (at == pattern.size() || level.separator.size() > 3) return bad();
        if (pattern[at] == 'A' || pattern[at] == 'a') {
            level.style = pattern[at] == 'A' ? CodeLevel::Style::capitals : CodeLevel::Style::letters;
            const char letter = pattern[at];
            for (++at; at < pattern.size() && pattern[at] == letter; ++at) ++level.width;
        } else {
            while (at < pattern.size() && pattern[at] == '0') ++level.width, ++at;
            if (at == pattern.size() || pattern[at] != '1') return bad();
            ++at;
        }
        if (level.width > 6 || (!levels.empty() && level.separator.empty() && levels.back().style == level.style))
            return bad();
        levels.push_back(std::move(level));
    }
    if (levels.empty() || levels.size() > 12) return bad();
    return levels;
}

std::string codeOf(const CodeLevel& level, int n) {
    std::string text;
    if (level.style == CodeLevel::Style::digits) {
        text = std::to_string(n);
        if (text.size() < static_cast<std::size_t>(level.width))
            text.insert(0, static_cast<std::size_t>(level.width) - text.size(), '0');
        return text;
    }
    const char first = level.style == CodeLevel::Style::capitals ? 'A' : 'a';
    for (; n > 0; n = (n - 1) / 26) text.insert(text.begin(), static_cast<char>(first + (n - 1) % 26));
    while (text.size() < static_cast<std::size_t>(level.width)) text.insert(text.begin(), first);
    return text;
}

std::vector<std::string> breakdownCodes(const Programme& programme) {
    const auto parsed = parseCodePattern(programme.job.codePattern);
    const std::vector<CodeLevel> levels = parsed.ok() ? *parsed : *parseCodePattern("1.1");
    std::unordered_set<std::string> typed;
    std::vector<bool> counts(programme.breakdown.size(), false);
    for (std::size_t i = 0; i < programme.breakdown.size(); ++i)
        if (const auto& code = programme.breakdown[i].code; code && !code->empty())
            counts[i] = typed.insert(*code).second;
    std::vector<std::string> codes(programme.breakdown.size());
    std::unordered_set<std::string> taken = typed;
    const auto children = childrenOf(programme);
    const std::function<void(BreakdownId, const std::string&, std::size_t)> go =
        [&](BreakdownId parent, const std::string& prefix, std::size_t depth) {
            const auto found = children.find(parent);
            if (found == children.end()) return;
            CodeLevel level = levels[std::min(depth, levels.size() - 1)];
            if (depth > 0 && level.separator.empty() && depth >= levels.size()) level.separator = ".";
            int n = 0;
            for (const std::size_t i : found->second) {
                std::string& code = codes[i];
                ++n;
                if (counts[i]) {
                    code = *programme.breakdown[i].code;
                } else {
                    while (!taken.insert(code = prefix + level.separator + codeOf(level, n)).second) ++n;
                }
                go(programme.breakdown[i].id, code, depth + 1);
            }
        };
    go(BreakdownId{}, "", 0);
    return codes;
}

std::vector<ScopeFigures> scopeFigures(const Programme& programme, const Schedule& schedule) {
    const std::size_t count = programme.breakdown.size();
    std::vector<ScopeFigures> figures(count + 1);
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        ScopeFigures own;
        if (activity.kind == ActivityKind::task) own.activities = 1;
        const bool dated = i < schedule.activities.size();
        if (activity.kind == ActivityKind::task && activity.measure && dated) {
            Measure one = *activity.measure;
            one.crews = Decimal(1);
            if (const auto days = exactDays(one, schedule.calendarOf(schedule.activities[i]).dayMinutes());
                days && (one.outputPerCrewDay || one.hoursPerUnit)) {
                own.crewDays = *days;
                own.measured = true;
            }
        }
        if (activity.kind == ActivityKind::hammock && activity.costPerWeek && dated) {
            own.cost = hireCost(activity, schedule.activities[i]);
            own.costed = true;
        }
        const auto addTo = [&](ScopeFigures& sum) {
            sum.activities += own.activities;
            if (own.measured) sum.crewDays = sum.crewDays + own.crewDays;
            if (own.costed) sum.cost = sum.cost + own.cost;
            sum.measured = sum.measured || own.measured;
            sum.costed = sum.costed || own.costed;
        };
        addTo(figures[count]);
        std::size_t steps = 0;
        for (std::size_t at = programme.breakdown.indexOf(activity.breakdown);
             at != decltype(programme.breakdown)::none && steps++ <= count;
             at = programme.breakdown.indexOf(programme.breakdown[at].parent))
            addTo(figures[at]);
    }
    return figures;
}

} // namespace yarrin
