// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/logic_layout.h"
#include "chart/paint/theme.h"

#include <QPainter>
#include <QString>

#include <functional>
#include <optional>
#include <utility>

namespace yarrin {

/// What a box says, and what its signs are.
struct LogicTexts {
    QString key, length, corner, name, foot;
    double done = 0; ///< share of the work, from 0 to 1
    bool milestone = false;
};

/// What the painter of the network needs beside the layout.
struct LogicInk {
    const Theme& theme;
    QRectF area;     ///< to be painted, in the drawing's pixels
    double zoom = 1; ///< what is too small to be read is drawn simpler
    std::function<LogicTexts(const LogicBox&)> texts;
    std::function<Tone(const LogicBox&)> tone;
    std::function<QString(const LogicLane&)> laneFigures; ///< beside its name
    std::function<bool(ActivityId)> isSelected = [](ActivityId) { return false; };
    LinkId selectedLink = {};
    /// The number of the path that a box or link is on, 0 for what the subject drives on, `noPath` for what fades. Not
    /// set: no question is asked.
    std::function<int(const LogicBox&)> path = {};
    std::function<int(const LogicLink&)> linkPath = {};
    ActivityId subject = {};              ///< of the question
    std::optional<double> dataDateX = {}; ///< where the drawing is to scale
    std::vector<std::size_t> heads = {};  ///< boxes with which paths 1, 2, … begin, for their numbers
};

inline constexpr double laneNameHeight = 22;

/// Paints lanes, links and boxes within the area.
void paintLogic(QPainter& painter, const LogicLayout& layout, const LogicInk& ink);
/// The names of lanes along the left edge, in the view's own pixels: `y` of the drawing is seen at y · zoom - top. A
/// lane is named where there is room for it, with a sign that says whether it is folded.
void paintLaneNames(QPainter& painter, const LogicLayout& layout, const LogicInk& ink, double top, double height);
/// The colour of a path by its number.
[[nodiscard]] QColor pathColour(const Theme& theme, int path, bool critical);
/// The whole of it in a small picture: boxes as spots.
void paintLogicSmall(QPainter& painter, const LogicLayout& layout, const LogicInk& ink);

} // namespace yarrin
