// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/awaited_edits.h"

#include "core/base/worded.h"

namespace yarrin {

Outcome setAwaited(Transaction& tx, ActivityId id, std::optional<Awaited> awaited) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    Activity activity = *row;
    activity.awaited = std::move(awaited);
    if (auto fault = faultOfAwaited(activity)) return *fault;
    tx.set(std::move(activity));
    return done();
}

Outcome takeAwaited(Transaction& tx, std::span<const AwaitedNow> now, Date today) {
    bool any = false;
    for (const AwaitedNow& one : now) {
        const Activity* row = tx.programme().activities.row(one.activity);
        // What was changed since is not overwritten by what was read before.
        if (one.is != AwaitedNow::Is::moved || !row || row->awaited != one.kept) continue;
        Awaited next = one.kept;
        next.before = next.at;
        next.at = one.now.at;
        next.changed = today;
        next.name = one.now.name;
        next.job = one.job;
        if (Outcome set = setAwaited(tx, one.activity, std::move(next)); !set.ok()) return set;
        any = true;
    }
    if (!any) return inputError(worded("nothing that other jobs have moved is waited for"));
    return done();
}

bool followFolder(Transaction& tx, const std::filesystem::path& before, const std::filesystem::path& after) {
    std::vector<Activity> changed;
    for (const Activity& activity : tx.programme().activities) {
        if (!activity.awaited) continue;
        const std::string& file = activity.awaited->file;
        const auto there = (before / std::u8string(file.begin(), file.end())).lexically_normal();
        const std::u8string seen = there.lexically_relative(after.lexically_normal()).generic_u8string();
        Activity next = activity;
        next.awaited->file.assign(seen.begin(), seen.end());
        if (!seen.empty() && next != activity && !faultOfAwaited(next)) changed.push_back(std::move(next));
    }
    for (Activity& activity : changed) tx.set(std::move(activity));
    return !changed.empty();
}

} // namespace yarrin
