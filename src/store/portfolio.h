// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/portfolio/awaited_now.h"
#include "core/portfolio/summary.h"

#include <filesystem>
#include <stop_token>
#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

/// A summary as a native file keeps it, one line of JSON.
[[nodiscard]] std::string summaryToText(const JobSummary& summary);
[[nodiscard]] Result<JobSummary> summaryFromText(std::string_view text);
/// The summary that a native file keeps, where it is of the file's last change; none where it has to be read whole.
[[nodiscard]] std::optional<JobSummary> keptSummary(const std::filesystem::path& path);

/// One file of a folder of jobs.
struct PortfolioJob {
    std::filesystem::path path;
    std::optional<Error> fault; ///< why it is no job that can be read
    JobSummary summary;
    bool kept = false;   ///< taken from what the file keeps, without reading it whole
    std::string alikeTo; ///< another file of the folder that seems to be the same job; empty: none
};
/// All programmes in a folder, by their names: files that end in .yarrin or .yarrin.json. Their files are not changed.
/// `threads` of them are read at once, 0: as many as there are cores. An error where the folder cannot be read;
/// stopped, those that were read.
[[nodiscard]] Result<std::vector<PortfolioJob>> portfolioOf(const std::filesystem::path& folder, unsigned threads = 0,
                                                            std::stop_token stop = {});

/// One job, as in a list of many.
[[nodiscard]] PortfolioJob portfolioJobAt(const std::filesystem::path& path);
/// How the files of other jobs have what a programme waits for; their paths go from `folder`.
[[nodiscard]] std::vector<AwaitedNow> awaitedFrom(const Programme& programme, const std::filesystem::path& folder);
/// One line on it: "M10 waits for M30 Quay handed over of Harbour quay: 2027-03-05, now 2027-03-19, 14 days later".
[[nodiscard]] std::string awaitedLine(const Programme& programme, const AwaitedNow& one,
                                      const std::function<std::string(Date)>& day = isoDate);
[[nodiscard]] std::string awaitedToJson(const Programme& programme, const std::vector<AwaitedNow>& list);

/// What a firm has of trades and plant, as the folder's file `firm-has.csv` says: name and number. Nothing where there
/// is no such file; an error where a row of it is none.
using FirmHas = std::vector<std::pair<std::string, Decimal>>;
[[nodiscard]] Result<FirmHas> firmHasIn(const std::filesystem::path& folder);
[[nodiscard]] Outcome writeFirmHas(const std::filesystem::path& folder, const FirmHas& has);
/// Summaries of those that are jobs; of two files of one job the first counts.
[[nodiscard]] std::vector<const JobSummary*> eachJobOnce(const std::vector<PortfolioJob>& jobs);

/// As docs/cli.md says; notices by the days that are left on a day.
[[nodiscard]] std::string portfolioToJson(const std::vector<PortfolioJob>& jobs, const FirmHas& has, Date today);

} // namespace yarrin
