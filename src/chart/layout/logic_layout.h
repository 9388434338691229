// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/bar_layout.h"

#include <functional>
#include <span>
#include <string>
#include <unordered_set>
#include <vector>

namespace yarrin {

/// Measures of the network's drawing in pixels.
struct LogicMetrics {
    double boxWidth = 112, boxHeight = 64;
    double rowGap = 16;   ///< between rows of boxes; long links run in it
    double channel = 40;  ///< between columns, where links turn; wider where many do
    double track = 5;     ///< between links that turn beside each other
    double laneHead = 28; ///< above the first row of a lane, for its name
    double laneFoot = 8;
    double margin = 16;
    double letter = 5.8; ///< width of a letter of the words on links
};

/// What the boxes of a lane are put in rows by.
enum class LogicRows {
    places,    ///< a row for each location, in their order, and more where several stand in one column
    crossings, ///< so that few links cross
};

/// An activity, or a folded group of them.
struct LogicBox {
    ActivityId activity; ///< none of a group
    std::size_t index = 0;
    std::uint32_t group = 0;         ///< number of a folded group, as the rows have it
    std::vector<std::size_t> inside; ///< indices of the activities in a folded group
    std::string title;               ///< of a folded group
    std::size_t lane = 0;
    int column = 0, row = 0;
    double x = 0, y = 0, width = 0, height = 0;
    double x0 = 0, x1 = 0; ///< its time, where the drawing is to scale
};

/// A link between two boxes, or all links between two of which one is a folded group.
struct LogicLink {
    LinkId link; ///< of several the one with the lowest id
    std::size_t from = 0, to = 0;
    std::size_t count = 1;
    std::vector<ChartPoint> points; ///< right-angled; the arrow is at the last
    std::string words;              ///< type and lag, where there is anything to say
    ChartPoint wordsAt;             ///< the middle of their foot
    bool driving = false, critical = false;
    double left = 0, top = 0, right = 0, bottom = 0; ///< all of it lies within
};

/// Boxes of one group, one below another's.
struct LogicLane {
    std::uint32_t group = 0;                                   ///< its number as the rows have it
    std::string title;                                         ///< with the groups around it
    std::vector<std::pair<std::uint32_t, std::string>> around; ///< it and the groups around it, from the outermost in
    bool folded = false;
    std::size_t count = 0; ///< activities
    double y = 0, height = 0;
};

/// One row of boxes, from left to right.
struct LogicRow {
    double y = 0;
    std::vector<std::size_t> boxes;
};

struct LogicLayout {
    std::vector<LogicBox> boxes;
    std::vector<LogicLink> links;
    std::vector<LogicLane> lanes;
    std::vector<LogicRow> rows;
    std::unordered_map<ActivityId, std::size_t> boxOf; ///< a folded group's for what is in it
    std::size_t crossings = 0;                         ///< as `layered` counts; 0 where it did not order
    double width = 0, height = 0;
    bool timeScaled = false;
    TimeScale scale; ///< where it is to scale, with x = 0 at `scaleX` of the drawing
    double scaleX = 0;
};

struct LogicRequest {
    const Programme& programme;
    const Schedule& schedule;
    std::span<const ChartRow> rows; ///< groups are lanes, folded ones single boxes; hammocks have no part in logic
    LogicRows within = LogicRows::places;
    bool timeScaled = false; ///< boxes begin at their dates instead of in columns
    double pixelsPerDay = 6;
    LogicMetrics metrics = {};
    std::function<std::string(const Link&)> words = {};
    const std::unordered_set<ActivityId>* only = nullptr; ///< leave out all others
};

/// Lays out the network from left to right: columns follow the logic, or dates. No two boxes overlap, no link runs
/// through a box but where the drawing is to scale. The order of activities and links decides nothing. What it has so
/// far where the work was stopped.
[[nodiscard]] LogicLayout layoutLogic(const LogicRequest& request);
/// Says anew which links of a layout drive; its boxes and links must be those of the programme.
void markDriving(LogicLayout& layout, const Programme& programme, const Schedule& schedule);

/// What lies at a point of the drawing.
struct LogicHit {
    static constexpr std::size_t none = ~std::size_t(0);
    std::size_t box = none, link = none, lane = none;
    bool edge = false; ///< near the box's right edge, from which links are drawn
    bool fold = false; ///< on the name of a lane, where it is folded
};
/// `reach`: how near to a link counts, in pixels of the drawing.
[[nodiscard]] LogicHit hitLogic(const LogicLayout& layout, ChartPoint at, double reach);

} // namespace yarrin
