// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/portfolio/awaited_now.h"

#include <algorithm>
#include <map>

namespace yarrin {

int AwaitedNow::days() const {
    return is == Is::moved ? completionDate(now.at) - completionDate(kept.at) : 0;
}

std::vector<AwaitedNow> awaitedNow(const Programme& programme,
                                   const std::function<Result<JobSummary>(const std::string&)>& summary) {
    std::vector<AwaitedNow> list;
    std::map<std::string, Result<JobSummary>> files;
    for (const Activity& activity : programme.activities) {
        if (!activity.awaited) continue;
        AwaitedNow& one = list.emplace_back();
        one.activity = activity.id;
        one.kept = *activity.awaited;
        auto at = files.find(one.kept.file);
        if (at == files.end()) at = files.emplace(one.kept.file, summary(one.kept.file)).first;
        const Result<JobSummary>& read = at->second;
        if (!read.ok()) {
            one.is = AwaitedNow::Is::unread;
            one.fault = read.error().sentence();
            continue;
        }
        one.job = read->title;
        if (!read->calculated) {
            one.is = AwaitedNow::Is::undated;
            continue;
        }
        const auto found = std::find_if(read->milestones.begin(), read->milestones.end(),
                                        [&](const auto& other) { return other.key == one.kept.milestone; });
        if (found == read->milestones.end()) {
            one.is = AwaitedNow::Is::missing;
            continue;
        }
        one.now = *found;
        one.is = found->at == one.kept.at ? AwaitedNow::Is::same : AwaitedNow::Is::moved;
    }
    return list;
}

} // namespace yarrin
