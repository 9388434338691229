// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/portfolio/awaited_now.h"
#include "edit/transaction.h"

#include <filesystem>
#include <optional>
#include <span>

namespace yarrin {

/// What an activity waits for in another job; none takes it away. A hammock is refused, and so is a file that is no
/// job's.
[[nodiscard]] Outcome setAwaited(Transaction& tx, ActivityId id, std::optional<Awaited> awaited);
/// Takes over from the other jobs what moved there: the new instant, the one before it, and the day on which it was
/// taken over. What was not read stays.
[[nodiscard]] Outcome takeAwaited(Transaction& tx, std::span<const AwaitedNow> now, Date today);
/// Names the other jobs' files as they are seen from another folder than before, by the words of the paths alone. Where
/// no path leads there, or it is too long to keep, it stays as it was. True where any changed.
[[nodiscard]] bool followFolder(Transaction& tx, const std::filesystem::path& before,
                                const std::filesystem::path& after);

} // namespace yarrin
