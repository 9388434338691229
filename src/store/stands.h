// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/delay/analysis.h"
#include "store/programme_file.h"

#include <functional>

namespace yarrin {

/// The stands of a job that analyses go through: the revision that the job names as baseline, else the contract
/// programme in force (else the programme as if nothing had happened), what was frozen behind it in the order of its
/// data dates, and what is forecast now, unless that is the last one, without those that the job leaves out. Without a
/// file only the first and the last. What is no stand is named with the first.
[[nodiscard]] Result<std::vector<Stand>> standsOf(ProgrammeFile* file, const Programme& now);
/// The same with revisions read by a function, which may keep what never changes.
using ReadRevision = std::function<Result<Programme>(const Revision&)>;
/// A baseline that is given stands in place of the job's; an empty one is the contract programme in force.
[[nodiscard]] Result<std::vector<Stand>> standsFrom(std::vector<Revision> revisions, const Programme& now,
                                                    const ReadRevision& read,
                                                    const std::optional<std::string>& baseline = {});
/// The same of a file that nobody need hold; any file that can be read.
[[nodiscard]] Result<std::vector<Stand>> standsIn(const std::filesystem::path& path,
                                                  const std::optional<std::string>& baseline = {});

} // namespace yarrin
