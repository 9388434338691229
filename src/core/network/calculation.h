// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/network.h"
#include "core/network/passes.h"
#include "core/network/schedule.h"

#include <memory>
#include <optional>
#include <span>

namespace yarrin {

/// An activity before and after a change of it.
struct ChangedActivity {
    const Activity* before;
    const Activity* after;
};

/// Calculates one programme again and again: what was compiled of it is kept, and where a change leaves the network as
/// it is but for the work of some activities, only that is put in. The result is that of a fresh calculation.
class Calculation {
public:
    [[nodiscard]] CalendarCache& cache() { return m_cache; }

    /// The programme whole, whatever was kept.
    [[nodiscard]] Schedule whole(const Programme& programme);
    /// After a change of these activities alone, since the last calculation of the programme or the last `forget`.
    [[nodiscard]] Schedule after(const Programme& programme, std::span<const ChangedActivity> changes);
    /// What was calculated last is not what the programme is: a change was not taken, or another one made.
    void forget() {
        m_runner.reset();
        m_kept.reset();
    }
    /// How often what was kept could be used, for whoever measures.
    [[nodiscard]] std::size_t reused() const { return m_reused; }

private:
    [[nodiscard]] bool put(const Programme& programme, const ChangedActivity& change);

    CalendarCache m_cache;
    std::optional<CompiledProgramme> m_kept; ///< of the programme below, which it goes on looking into
    std::unique_ptr<PassRunner> m_runner;    ///< of its network, with what depends on who waits for whom alone
    const Programme* m_programme = nullptr;
    std::size_t m_reused = 0;
};

/// What follows from a programme that was compiled, by a runner of its network that is made where there is none;
/// further calendars may be asked of it on the way.
[[nodiscard]] Schedule scheduleOf(const Programme& programme, CompiledProgramme& compiled,
                                  std::unique_ptr<PassRunner>& runner);

} // namespace yarrin
