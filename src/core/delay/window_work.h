// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/delay/portion.h"

#include <map>
#include <set>

namespace yarrin {

/// One stand into which the events of a window are put, all or some of them, in the order of their beginnings whatever
/// is asked. What was worked out is kept.
class WindowWork {
public:
    using Ids = std::set<std::uint32_t>; ///< of events
    /// What is in, and what of the stand's own record is switched off.
    struct Mix {
        Ids in;
        Ids off = {};
        auto operator<=>(const Mix&) const = default;
    };

    /// `stand` and what the incoming events point to must outlive it. Incoming events in order.
    WindowWork(const AnalysisState& stand, std::vector<Incoming> incoming, const std::vector<SectionId>& sections,
               CalendarCache& cache)
        : m_stand(stand), m_incoming(std::move(incoming)), m_sections(sections), m_cache(cache) {}

    /// The stand with a mix; none where it cannot be calculated.
    [[nodiscard]] std::optional<AnalysisState> state(const Mix& mix, std::vector<EventId>* tooOld = nullptr);
    /// Days by which a mix moves completion against the stand as it is, by section; empty where it cannot be
    /// calculated.
    [[nodiscard]] const std::vector<int>& moved(const Mix& mix);
    /// What some events move when they come on top of a mix; zeros where that cannot be calculated.
    [[nodiscard]] std::vector<int> gain(const Mix& mix, const Ids& more);

    /// From the first to the last day on which an event is felt, both included: from the later of its beginning and the
    /// day on which the first activity that it delays would have been at work without it, until the last such activity
    /// ends with it in. None where it delays nothing that is there.
    [[nodiscard]] std::optional<std::pair<Date, Date>> felt(const DelayEvent& event);

private:
    const AnalysisState& m_stand;
    std::vector<Incoming> m_incoming;
    const std::vector<SectionId>& m_sections;
    CalendarCache& m_cache;
    std::map<Mix, std::vector<int>> m_moved;
    std::map<std::uint32_t, std::optional<std::pair<Date, Date>>> m_felt;
};

} // namespace yarrin
