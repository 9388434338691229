// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "store/calendar_files.h"

#include <filesystem>
#include <string>
#include <vector>

namespace yarrin {

/// What other programs read of a job: the network as a graph, the dates as a calendar, the plan of a building model,
/// which alone can be read again (store/ifc.h).
enum class Outward { dot, graphml, calendar, ifc };
/// By the ending of a name: .dot or .gv, .graphml, .ics, .ifc; none for what is no such thing.
[[nodiscard]] std::optional<Outward> outwardForName(const std::filesystem::path& path);

/// The network in the language of Graphviz: a box for each activity with its dates, critical ones heavier, an arrow for
/// each link with its type and lag where it is not plain.
[[nodiscard]] std::string dotOf(const Programme& programme, const Schedule& dates);
/// The same as GraphML (graphml.graphdrafting.org), with figures as data of nodes and edges.
[[nodiscard]] std::string graphmlOf(const Programme& programme, const Schedule& dates);
/// Milestones on their forecast days, contract dates of sections as extended, notices that are due, and what work still
/// lacks on the day by which it is wanted; sorted by day. `today` is the day to which notices run.
[[nodiscard]] std::vector<DayEntry> datesOf(const Programme& programme, const Schedule& dates, Date today);

/// Refused where the programme could not be calculated.
[[nodiscard]] Outcome writeOutward(const Programme& programme, const Schedule& dates, const std::filesystem::path& path,
                                   Outward what, Date today);

} // namespace yarrin
