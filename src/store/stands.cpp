// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/stands.h"

#include "core/base/worded.h"
#include "core/delay/prolongation.h"
#include "core/time/work_calendar.h"
#include "store/file.h"

#include <algorithm>

namespace yarrin {

namespace {

/// The revision that analyses begin with: the one that is named, else the contract programme in force.
Result<const Revision*> baselineAmong(const std::vector<Revision>& revisions, const std::string& named) {
    for (const Revision& one : revisions)
        if (named.empty() ? one.contract : one.key == named) return &one;
    if (named.empty()) return nullptr;
    return inputError(worded("there is no revision %1 to begin with", named), worded("choose another one as baseline"));
}

/// Why a revision behind the baseline is no stand; empty where it is one.
std::string whyNot(const Revision& one, const Revision* next, const Instant& since, const Job& now) {
    const std::vector<std::string> out = leftOutOf(now);
    if (std::find(out.begin(), out.end(), one.key) != out.end()) return worded("it was left out by choice");
    if (!one.dataDate) return worded("it has no data date");
    if (*one.dataDate <= since) return worded("its data date is not later than that of the baseline");
    if (next && next->dataDate == one.dataDate)
        return worded("%1 has the same data date and was frozen later", next->key);
    if (now.dataDate && *one.dataDate > *now.dataDate) return worded("its data date is later than today's");
    return {};
}

/// Whether two states differ only in what analyses go by: rules, stands, and what own slips were taken for.
bool sameWorks(const Programme& last, const Programme& now) {
    if (last == now) return true;
    Programme as = last;
    for (const auto rule : {&Job::causesOnly, &Job::neutralPaid}) as.job.*rule = now.job.*rule;
    as.job.concurrency = now.job.concurrency;
    as.job.nearDays = now.job.nearDays;
    as.job.tooOldDays = now.job.tooOldDays;
    as.job.baseline = now.job.baseline;
    as.job.leftOut = now.job.leftOut;
    for (std::size_t i = 0; i < as.sections.size(); ++i)
        if (const Section* later = now.sections.row(as.sections[i].id)) {
            Section section = as.sections[i];
            section.slips = later->slips;
            as.sections.replace(i, std::move(section));
        }
    return as == now;
}

} // namespace

Result<std::vector<Stand>> standsFrom(std::vector<Revision> revisions, const Programme& now, const ReadRevision& read,
                                      const std::optional<std::string>& baseline) {
    std::vector<Stand> stands;
    std::vector<std::string> ignored;
    const auto first = baselineAmong(revisions, baseline.value_or(now.job.baseline));
    if (!first.ok()) return first.errors();
    std::optional<std::int64_t> begun;
    Instant since = farPast;
    if (const Revision* one = *first) {
        auto programme = read(*one);
        if (!programme.ok()) return programme.errors();
        stands.push_back({(one->contract ? worded("Contract programme ") : worded("Baseline ")) + one->key,
                          std::move(programme).value()});
        begun = one->number;
        since = one->dataDate.value_or(farPast);
    } else {
        stands.push_back({worded("As planned"), asPlanned(now)});
    }
    // Updates only: with a data date of their own behind the baseline's, of one date the last.
    std::stable_sort(revisions.begin(), revisions.end(),
                     [](const Revision& a, const Revision& b) { return a.dataDate < b.dataDate; });
    std::erase_if(revisions, [&](const Revision& one) { return one.number == begun; });
    for (std::size_t i = 0; i < revisions.size(); ++i) {
        const Revision& one = revisions[i];
        std::string why = begun
                              ? whyNot(one, i + 1 < revisions.size() ? &revisions[i + 1] : nullptr, since, now.job)
                              : worded("no contract programme was agreed, so that nothing is measured against updates");
        if (!why.empty()) {
            ignored.push_back(worded("revision %1 is no stand: %2", one.key, why));
            continue;
        }
        auto programme = read(one);
        if (!programme.ok()) return programme.errors();
        stands.push_back({one.purpose.empty() ? one.key : one.purpose, std::move(programme).value()});
    }
    if (stands.size() == 1 || !sameWorks(stands.back().programme, now))
        stands.push_back({worded("Now"), now});
    else
        stands.back().programme = now;
    stands.front().ignored = std::move(ignored);
    return stands;
}

Result<std::vector<Stand>> standsOf(ProgrammeFile* file, const Programme& now) {
    if (!file) return standsFrom({}, now, {}, std::string());
    auto revisions = file->revisions();
    if (!revisions.ok()) return revisions.errors();
    return standsFrom(std::move(revisions).value(), now,
                      [file](const Revision& revision) { return file->programmeOf(revision); });
}

Result<std::vector<Stand>> standsIn(const std::filesystem::path& path, const std::optional<std::string>& baseline) {
    const auto now = readProgramme(path);
    if (!now.ok()) return now.errors();
    if (!isNative(path)) return standsFrom({}, *now, {}, baseline.value_or(std::string()));
    auto revisions = revisionsIn(path);
    if (!revisions.ok()) return revisions.errors();
    return standsFrom(
        std::move(revisions).value(), *now,
        [&path](const Revision& revision) { return revisionIn(path, revision.key); }, baseline);
}

} // namespace yarrin
