// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/bar_layout.h"
#include "chart/layout/week_layout.h"
#include "core/places/clashes.h"

#include <optional>
#include <span>
#include <string>
#include <unordered_set>
#include <vector>

namespace yarrin {

/// A place of its own width: a zone, a floor, a lane.
struct PlaceColumn {
    LocationId location;
    std::string name, key;
    double x0 = 0, x1 = 0;
};
struct PlaceTick {
    Millimetres at = 0;
    double x = 0;
    bool named = false; ///< there is room for its figure
};

/// Places beside each other: a line of chainage to scale, or the innermost places of a branch in their order.
struct PlaceBranch {
    LocationId root;
    std::string name;
    std::vector<SectionId> sections; ///< that its work leads to first, by their date
    double x0 = 0, x1 = 0;
    std::optional<MetreSpan> span; ///< to scale
    std::vector<PlaceColumn> columns;
    std::vector<PlaceTick> ticks;

    [[nodiscard]] double x(Millimetres at) const {
        return x0 + (x1 - x0) * double(at - span->from) / double(span->length());
    }
    [[nodiscard]] Millimetres at(double px) const {
        return span->from + Millimetres((px - x0) / (x1 - x0) * double(span->length()));
    }
};

/// Where places stand: pixels along the axis of places.
struct PlaceAxis {
    std::vector<PlaceBranch> branches;
    double width = 0;

    struct Strip {
        std::size_t branch = 0;
        double x0 = 0, x1 = 0;
    };
    /// What a location takes up; none where no branch shows it.
    [[nodiscard]] std::optional<Strip> stripOf(LocationId location) const;
    /// The branch at a place, and its column; none beside them.
    [[nodiscard]] const PlaceBranch* branchAt(double px) const;
    [[nodiscard]] const PlaceColumn* columnAt(double px) const;

    std::vector<std::pair<LocationId, Strip>> strips; ///< sorted by location
};
/// Branches that can be shown: locations of the top level, and inside those without chainage each line that has it.
[[nodiscard]] std::vector<LocationId> placeBranches(const Programme& programme);
/// Lays the chosen branches side by side, in the order of the locations; `larger` widens columns for larger letters.
[[nodiscard]] PlaceAxis placeAxis(const Programme& programme, const Schedule& schedule,
                                  std::span<const LocationId> chosen, double width, double larger = 0);

/// A piece of work: a line or a block.
struct PlaceShape {
    ActivityId activity;
    std::size_t index = 0; ///< among the programme's activities
    Tone tone = Tone::plain;
    bool wide = false;                         ///< takes a group of places
    Box box;                                   ///< all that it takes up
    std::vector<std::vector<ChartPoint>> ways; ///< of its fronts; empty where it stands
    std::size_t run = static_cast<std::size_t>(-1);
    double doneY = 0;                   ///< done from the box's top to here
    std::optional<Box> outline;         ///< where the compared programme has it
    std::vector<ChartPoint> outlineWay; ///< the same of a line
    std::optional<std::size_t> block;   ///< of those asked for, that it is
    std::vector<ActivityId> inside;     ///< of such a block, in order of time
    std::optional<double> floatY;       ///< of the selected one
};
/// The name of a run, or of a piece, and where it stands.
struct PlaceLabel {
    std::string text;
    ActivityId activity;
    ChartPoint at;         ///< middle of the text
    double angle = 0;      ///< in degrees, clockwise
    double width = 0;      ///< of the room for it; 0: as wide as it is
    bool onGround = false; ///< on paper rather than on a block
};
struct ClashShape {
    std::size_t clash = 0; ///< place among the clashes
    bool past = false;
    Box box;
    std::vector<ChartPoint> between; ///< of two lines, what lies between them; else empty
};
struct PlaceWash {
    Box box;
    int level = 1;
};
struct PlaceDate {
    SectionId section;
    double x0 = 0, x1 = 0, y = 0;
};
struct PlaceClosure {
    Box box;
    std::string name; ///< of the calendar
};
/// The way of a crew from one piece to the next.
struct CrewWay {
    ChartPoint from, to;
};

struct PlaceLayout {
    std::vector<PlaceShape> shapes; ///< wide ones first, lines last
    std::vector<PlaceLabel> labels;
    std::vector<ClashShape> clashes;
    std::vector<PlaceWash> damages;
    std::vector<PlaceDate> dates;
    std::vector<PlaceClosure> closures;
    std::vector<std::pair<double, double>> nonWorking; ///< of the selected work's calendar
    std::vector<CrewWay> ways;
    std::vector<std::pair<LinkId, std::vector<ChartPoint>>> links; ///< of the selected work
    std::optional<double> dataDateY;
};

/// Work that is shown as one block, which follows its insides: a unit of a sequence, or a group of rows.
struct PlaceBlock {
    std::string name;
    LaidOutId unit;
    std::uint32_t group = 0;
    LocationId place; ///< that it takes; none: all that its work takes, in each branch
    std::vector<ActivityId> inside;
};
/// The units of sequences, but those that are open.
[[nodiscard]] std::vector<PlaceBlock> unitBlocks(const Programme& programme, const std::unordered_set<LaidOutId>& open);

/// What to lay out: places along x, time along y from 0 to `height`, as `scale` has it.
struct PlaceRequest {
    const Programme& programme;
    const Schedule& schedule;
    const PlacedWork& placed;
    const Clashes& clashes;
    const PlaceAxis& axis;
    TimeScale scale;
    double height = 0;
    const Outline* outline = nullptr;
    ActivityId selected;
    bool links = false, crews = true;
    const std::unordered_set<ActivityId>* shown = nullptr; ///< that the filter leaves; null: all
    const std::vector<PlaceBlock>* blocks = nullptr; ///< what is shown as one; of several the first takes an activity
    double letter = 6.2;                             ///< how wide a letter is, about
};
/// What of a layout is the same wherever one looks: kept by who lays out again and again, with the placed work and the
/// axis that it was made for. All of it is found when it is first wanted; by place among the pieces.
struct PlaceKept {
    bool known = false;
    std::vector<std::optional<PlaceAxis::Strip>> strips;
    std::vector<std::optional<std::vector<Way>>> ways;      ///< of those that were in sight
    std::vector<std::vector<std::uint16_t>> calendars;      ///< that work of a branch goes to, by branch
    std::vector<std::pair<std::size_t, std::size_t>> crews; ///< pieces of the same work, one behind the other
};
[[nodiscard]] PlaceLayout layoutPlaces(const PlaceRequest& request, PlaceKept& kept);
[[nodiscard]] PlaceLayout layoutPlaces(const PlaceRequest& request);

/// What lies at a point: the last drawn first.
struct PlaceHit {
    enum class Part { nothing, body, start, finish };
    ActivityId activity;
    Part part = Part::nothing;
    std::optional<std::size_t> clash;
};
[[nodiscard]] PlaceHit hitPlaces(const PlaceLayout& layout, ChartPoint at);

/// A quantity for each stretch, or column, along the axis of places.
struct ProfileBar {
    double x0 = 0, x1 = 0;
    double value = 0; ///< a metre along a line, else of the place
    double part = 0;  ///< of the greatest in its branch
    double done = 0;  ///< 0 to 1
    double quantity = 0;
};
/// The quantities of a kind of work by place: of work that is of the item of the book.
[[nodiscard]] std::vector<ProfileBar> profileBars(const Programme& programme, const Schedule& schedule,
                                                  const PlacedWork& placed, const PlaceAxis& axis, BookItemId item);

} // namespace yarrin
