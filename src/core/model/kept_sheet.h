// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/ids.h"
#include "core/base/result.h"
#include "core/time/instant.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace yarrin {

/// A size of paper in millimetres, upright (ISO 216).
struct PaperSize {
    std::string_view name;
    double width = 0, height = 0;
};
[[nodiscard]] std::span<const PaperSize> paperSizes();
/// A size by its name, or one of its own: "300 x 900". None where it is neither, or no printer's.
[[nodiscard]] std::optional<PaperSize> paperNamed(std::string_view name);

/// What a sheet shows, in the order of the stages.
enum class SheetView {
    bars,
    logic,
    scope,
    calendars,
    demand,
    cash,
    lines,
    completion,
    exposure,
    soundness,
    odds,
    weeks,     ///< of a firm or a trade, or all
    places,    ///< where against when
    narrative, ///< of a revision
    statement, ///< of a delay: one event, or all of the claim
    report     ///< of a month
};
inline constexpr std::size_t sheetViews = 16;

/// Parts of a statement of delay and of a monthly report, in the order that they come in by themselves.
enum class ReportPart {
    words, ///< only what is written
    standing,
    moved,
    sections,
    exposure,
    lines,
    events,
    next,
    soundness,
    cash,
    odds,
    facts,
    fragment,
    steps,
    money,
    assumptions,
    record
};

/// A part of a statement or a report, with words of one's own before it.
struct SheetPart {
    ReportPart part = ReportPart::words;
    std::string text; ///< Markdown: blank lines part paragraphs
    friend bool operator==(const SheetPart&, const SheetPart&) = default;
};

/// The day with which a page beside another begins.
struct TimeBreak {
    Date day;
    friend bool operator==(const TimeBreak&, const TimeBreak&) = default;
};

/// A sheet of the job: a view of it on pages of paper.
struct KeptSheet {
    SheetId id;
    std::string key; ///< its name, unique
    SheetView view = SheetView::bars;
    std::string subject;      ///< of which section, event, calendar, resource or revision, by its key; none: of all
    std::string revision;     ///< shown in place of the job as it stands, by its key
    std::string lens;         ///< by name; none: the one that a job opens with
    std::string columns;      ///< of the table, as a lens has them; none: those of the lens
    std::string paper = "A3"; ///< a size by name, or its own in millimetres as it lies upright: "300 x 900"
    bool upright = false;
    std::optional<int> margin;                  ///< millimetres; none: ten
    std::optional<int> weekWidth;               ///< millimetres; as many pages beside each other as that takes
    int wide = 1;                               ///< pages beside each other, where a week is as wide as it comes
    std::optional<int> tall;                    ///< pages below each other; none: as many as it takes
    std::optional<int> weeksBefore, weeksAfter; ///< the data date, or the start before there is one; none: all of it
    bool noLinks = false;
    std::string drawn, checked, notes; ///< in the foot
    std::vector<SheetPart> parts;      ///< of a statement or a report; none: all that it has
    std::vector<ActivityId> rowBreaks; ///< with whose row a page begins, whatever else
    std::vector<TimeBreak> timeBreaks; ///< in order; none: evenly
    std::optional<Date> sentOn;        ///< when it last went out,
    std::string sentAs;                ///< as which revision; none: work in hand
    std::optional<Date> sentUpTo;      ///< and its data date then
    friend bool operator==(const KeptSheet&, const KeptSheet&) = default;
};

inline constexpr int mostPagesWide = 20, mostPagesTall = 200, mostSheetWeeks = 520;
/// So many characters a text of a sheet may have.
inline constexpr std::size_t longestSheetText = 120;
inline constexpr std::size_t longestSheetColumns = 600;
inline constexpr int leastMargin = 3, mostMargin = 60, mostWeekWidth = 500; ///< millimetres
/// Of words of one's own, and so many parts.
inline constexpr std::size_t longestPartText = 8000, mostParts = 60, mostBreaks = 400;
/// A firm's sign is kept as it is, a PNG or an SVG, in base64 and no longer than that.
inline constexpr std::size_t longestLogo = 400'000;

struct Programme;
/// Why a sheet cannot be so; none where it can.
[[nodiscard]] std::optional<Error> faultOf(const KeptSheet& sheet, const Programme& programme);
/// The same of all of a job, with the firm's name and sign: where, and why.
[[nodiscard]] std::vector<std::pair<std::string, Error>> faultsOfSheets(const Programme& programme);
/// Why a text cannot be a firm's sign.
[[nodiscard]] std::optional<Error> faultOfLogo(std::string_view base64);

} // namespace yarrin
