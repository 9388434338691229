// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/kept_sheet.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/programme.h"

#include <algorithm>
#include <array>

namespace yarrin {

std::span<const PaperSize> paperSizes() {
    static constexpr std::array<PaperSize, 5> sizes{
        {{"A4", 210, 297}, {"A3", 297, 420}, {"A2", 420, 594}, {"A1", 594, 841}, {"A0", 841, 1189}}};
    return sizes;
}

std::optional<PaperSize> paperNamed(std::string_view name) {
    for (const PaperSize& one : paperSizes())
        if (one.name == name) return one;
    const std::size_t by = name.find_first_of("xX");
    if (by == std::string_view::npos) return {};
    const auto width = wholeNumber(trimmed(name.substr(0, by))), height = wholeNumber(trimmed(name.substr(by + 1)));
    constexpr int least = 100, most = 5000;
    if (!width || !height || *width < least || *width > most || *height < least || *height > most) return {};
    return PaperSize{{}, double(*width), double(*height)};
}

namespace {

Error noPaper(const std::string& name) {
    return inputError(
        worded("there is no paper \"%1\"", name),
        worded("there are A4, A3, A2, A1 and A0, and sizes in millimetres from 100 to 5000, like 300 x 900"));
}

std::optional<Error> faultOfParts(const KeptSheet& sheet) {
    if (sheet.rowBreaks.size() > mostBreaks || sheet.timeBreaks.size() >= std::size_t(mostPagesWide))
        return inputError(worded("a sheet has too many breaks of its own"));
    const auto before = [](const TimeBreak& a, const TimeBreak& b) { return a.day < b.day; };
    if (!std::is_sorted(sheet.timeBreaks.begin(), sheet.timeBreaks.end(), before))
        return inputError(worded("the breaks of a sheet in time follow each other"));
    if (sheet.parts.size() > mostParts) return inputError(worded("a report has at most %1 parts", mostParts));
    for (const SheetPart& part : sheet.parts)
        if (part.text.size() > longestPartText)
            return inputError(worded("a text of a report has more than %1 characters", longestPartText));
    return {};
}

} // namespace

std::optional<Error> faultOfLogo(std::string_view base64) {
    if (base64.empty()) return {};
    if (base64.size() > longestLogo)
        return inputError(worded("the firm's sign is larger than 300 kB"), worded("save a smaller picture"));
    // What a PNG and what a text begins with: RFC 2083, and "<" or a byte order mark.
    if (base64.starts_with("iVBORw0KGgo") || base64.starts_with("PD") || base64.starts_with("PH") ||
        base64.starts_with("77u/P"))
        return {};
    return inputError(worded("the firm's sign is neither a PNG nor an SVG"));
}

std::optional<Error> faultOf(const KeptSheet& sheet, const Programme& programme) {
    if (trimmed(sheet.key).empty()) return inputError(worded("a sheet has a name"));
    for (const KeptSheet& other : programme.sheets)
        if (other.id != sheet.id && lowered(other.key) == lowered(sheet.key))
            return inputError(worded("there is a sheet %1 already", other.key), worded("give it another name"));
    if (!paperNamed(sheet.paper)) return noPaper(sheet.paper);
    if (sheet.margin && (*sheet.margin < leastMargin || *sheet.margin > mostMargin))
        return inputError(worded("a margin is %1 to %2 mm", leastMargin, mostMargin));
    if (sheet.weekWidth && (*sheet.weekWidth < 1 || *sheet.weekWidth > mostWeekWidth))
        return inputError(worded("a week is 1 to %1 mm wide", mostWeekWidth));
    if (sheet.columns.size() > longestSheetColumns)
        return inputError(worded("the columns of a sheet have more than %1 characters", longestSheetColumns));
    if (sheet.wide < 1 || sheet.wide > mostPagesWide)
        return inputError(worded("pages beside each other are 1 to %1", mostPagesWide));
    if (sheet.tall && (*sheet.tall < 1 || *sheet.tall > mostPagesTall))
        return inputError(worded("pages below each other are 1 to %1", mostPagesTall),
                          worded("nothing is as many as it takes"));
    for (const auto& weeks : {sheet.weeksBefore, sheet.weeksAfter})
        if (weeks && (*weeks < 0 || *weeks > mostSheetWeeks))
            return inputError(worded("weeks are 0 to %1", mostSheetWeeks));
    if (sheet.weeksBefore && sheet.weeksAfter && *sheet.weeksBefore + *sheet.weeksAfter == 0)
        return inputError(worded("a sheet shows a week at least"));
    for (const std::string* text : {&sheet.key, &sheet.subject, &sheet.revision, &sheet.lens, &sheet.drawn,
                                    &sheet.checked, &sheet.notes, &sheet.sentAs})
        if (text->size() > longestSheetText)
            return inputError(worded("a text of a sheet has more than %1 characters", longestSheetText));
    return faultOfParts(sheet);
}

std::vector<std::pair<std::string, Error>> faultsOfSheets(const Programme& programme) {
    std::vector<std::pair<std::string, Error>> faults;
    if (programme.job.firm.size() > longestSheetText)
        faults.emplace_back("firm", inputError(worded("its name has more than %1 characters", longestSheetText)));
    if (auto fault = faultOfLogo(programme.job.logo)) faults.emplace_back("logo", *fault);
    for (const KeptSheet& one : programme.sheets)
        if (auto fault = faultOf(one, programme)) faults.emplace_back(worded("sheet %1", one.key), *fault);
    return faults;
}

} // namespace yarrin
