// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/time/instant.h"

#include <optional>
#include <string>

namespace yarrin {

struct Activity;

/// A milestone of another job that something waits for, as that job's file had it when it was last looked at.
struct Awaited {
    std::string file;              ///< of the other job, as its path goes from this job's folder, with forward strokes
    std::string milestone;         ///< its id there
    std::string name;              ///< its name there
    std::string job;               ///< the other job's title
    Instant at{};                  ///< when it is reached
    std::optional<Instant> before; ///< when it was, until that last changed
    std::optional<Date> changed;   ///< the day on which the change was taken over
    friend bool operator==(const Awaited&, const Awaited&) = default;
};

/// Why an activity cannot wait for what it waits for: a file that is no job's, no milestone, a text that is too long; a
/// hammock waits for nothing.
[[nodiscard]] std::optional<Error> faultOfAwaited(const Activity& activity);
/// "M30 Quay handed over of Harbour quay".
[[nodiscard]] std::string nameOf(const Awaited& awaited);

} // namespace yarrin
