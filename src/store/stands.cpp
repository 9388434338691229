// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/stands.h"

#include "core/delay/prolongation.h"
#include "core/time/work_calendar.h"
#include "store/file.h"

#include <algorithm>

namespace yarrin {

Result<std::vector<Stand>> standsFrom(std::vector<Revision> revisions, const Programme& now, const ReadRevision& read) {
    std::vector<Stand> stands;
    std::optional<Instant> since;
    for (const Revision& revision : revisions) {
        if (!revision.contract) continue;
        auto programme = read(revision);
        if (!programme.ok()) return programme.errors();
        stands.push_back({"Contract programme " + revision.key, std::move(programme).value()});
        since = revision.dataDate.value_or(farPast);
    }
    if (stands.empty()) stands.push_back({"As planned", asPlanned(now)});
    // Updates only: with a data date of their own behind the contract programme's, of one date the last.
    std::stable_sort(revisions.begin(), revisions.end(),
                     [](const Revision& a, const Revision& b) { return a.dataDate < b.dataDate; });
    for (std::size_t i = 0; since && i < revisions.size(); ++i) {
        const Revision& revision = revisions[i];
        if (revision.contract || !revision.dataDate || *revision.dataDate <= *since) continue;
        if (i + 1 < revisions.size() && revisions[i + 1].dataDate == revision.dataDate) continue;
        if (now.job.dataDate && *revision.dataDate > *now.job.dataDate) continue;
        auto programme = read(revision);
        if (!programme.ok()) return programme.errors();
        stands.push_back({revision.purpose.empty() ? revision.key : revision.purpose, std::move(programme).value()});
    }
    if (stands.size() == 1 || !(stands.back().programme == now)) stands.push_back({"Now", now});
    return stands;
}

Result<std::vector<Stand>> standsOf(ProgrammeFile* file, const Programme& now) {
    if (!file) return standsFrom({}, now, {});
    auto revisions = file->revisions();
    if (!revisions.ok()) return revisions.errors();
    return standsFrom(std::move(revisions).value(), now,
                      [file](const Revision& revision) { return file->programmeOf(revision); });
}

Result<std::vector<Stand>> standsIn(const std::filesystem::path& path) {
    const auto now = readProgramme(path);
    if (!now.ok()) return now.errors();
    if (!isNative(path)) return standsFrom({}, *now, {});
    auto revisions = revisionsIn(path);
    if (!revisions.ok()) return revisions.errors();
    return standsFrom(std::move(revisions).value(), *now,
                      [&path](const Revision& revision) { return revisionIn(path, revision.key); });
}

} // namespace yarrin
