// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/calendar_set.h"

#include <cstdint>
#include <memory>
#include <vector>

namespace yarrin {

enum class NodeKind : std::uint8_t { task, startMilestone, finishMilestone };
enum class NodeState : std::uint8_t { notStarted, inProgress, complete };

/// An activity as the passes see it. Bounds that are not there are farPast or farFuture.
struct Node {
    NodeKind kind = NodeKind::task;
    NodeState state = NodeState::notStarted;
    bool stretch = false;
    bool asLate = false;
    bool finishLinksInto = false; ///< an FF or SF link leads into it
    bool plain = false;           ///< a task not started, held by nothing but the base and links
    std::uint16_t calendar = 0;
    std::uint32_t activity = 0; ///< index among the programme's activities
    ActivityId id;
    Instant startBound;  ///< start no earlier than: programme start, data date, constraints
    Instant finishBound; ///< finish no earlier than
    Instant startLimit;  ///< start no later than
    Instant finishLimit; ///< finish no later than
    Instant actualStart;
    Instant actualFinish;
};

/// How a link's bound is found.
enum class LinkWay : std::uint8_t {
    direct,  ///< without a lag: it is a date of the predecessor
    carried, ///< a lag on the calendar of a plain predecessor, with whose work it is counted on
    other,
};

/// A link as the passes see it, from its successor.
struct NetLink {
    std::uint32_t from = 0; ///< node
    std::int32_t lag = 0;   ///< working minutes
    std::uint16_t calendar = 0;
    LinkType type = LinkType::fs;
    LinkWay way = LinkWay::other;
};

/// As many nodes as the passes take at once.
inline constexpr std::uint32_t largestBatch = 64;

/// A programme compiled for calculation: nodes in topological order (plain ones of a calendar together, as many as wait
/// for none of each other), links in one compressed list, calendars. It is
/// immutable and holds no text; simulation, levelling and delay analysis run it with other amounts of work. Links that
/// bound nothing (into what is complete, or carries on whatever its links say) are left out.
struct Network {
    std::vector<std::shared_ptr<const WorkCalendar>> calendars;
    std::vector<Node> nodes;
    std::vector<Minutes> work;            ///< per node: (remaining) duration and pauses, working minutes
    std::vector<Minutes> duration;        ///< per activity of the programme: the whole duration without pauses
    std::vector<std::uint32_t> nodeOf;    ///< per activity of the programme; `noNode` for hammocks
    std::vector<NetLink> links;           ///< sorted by successor
    std::vector<std::uint32_t> linkOf;    ///< per link: its index among the programme's links
    std::vector<std::uint32_t> firstInto; ///< per node and one more: its first link in `links`
    Instant base;                         ///< nothing that has not started starts earlier: programme start or data date
    Instant contractBase; ///< the last contract date where late dates come from the contract, else farPast
    static constexpr std::uint32_t noNode = 0xffffffffu;
};

struct Problem {
    enum class Severity { warning, error };
    Severity severity = Severity::warning;
    std::string where; ///< the activity's (or section's) id as people see it
    std::string what;
    friend bool operator==(const Problem&, const Problem&) = default;
};

/// What compiling found out beside the network.
struct CompiledProgramme {
    Network network;
    CalendarSet calendars; ///< further calendars may be asked of it (hammocks, display)
    std::vector<Problem> problems;
    std::vector<Error> errors; ///< of these, any stops the calculation
    // Indexes among the programme's activities, so that these few are found without going through all again.
    std::vector<std::uint32_t> hammocks = {};
    std::vector<std::uint32_t> withDeadline = {};
    std::vector<std::uint32_t> aside = {}; ///< of fragments that do not count in the forecast
};

/// Compiles a programme whose faultsOf() are none. A loop of links is an error that names its activities in order.
[[nodiscard]] CompiledProgramme compile(const Programme& programme, CalendarCache& cache);

/// The instant that a constraint date means, docs/engine.md section 3: bare dates get their time from the calendar.
[[nodiscard]] Instant boundOf(const DateOrInstant& when, bool ofStart, const WorkCalendar& calendar);

/// The whole duration of an activity: what its measure gives, else what was typed.
[[nodiscard]] Minutes wholeDuration(const Activity& activity, Minutes dayMinutes);

} // namespace yarrin
