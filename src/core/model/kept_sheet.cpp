// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/kept_sheet.h"

#include "core/base/text.h"
#include "core/model/programme.h"

#include <array>

namespace yarrin {

std::span<const PaperSize> paperSizes() {
    static constexpr std::array<PaperSize, 5> sizes{
        {{"A4", 210, 297}, {"A3", 297, 420}, {"A2", 420, 594}, {"A1", 594, 841}, {"A0", 841, 1189}}};
    return sizes;
}

const PaperSize* paperNamed(std::string_view name) {
    for (const PaperSize& one : paperSizes())
        if (one.name == name) return &one;
    return nullptr;
}

std::optional<Error> faultOf(const KeptSheet& sheet, const Programme& programme) {
    if (trimmed(sheet.key).empty()) return inputError("a sheet has a name");
    for (const KeptSheet& other : programme.sheets)
        if (other.id != sheet.id && lowered(other.key) == lowered(sheet.key))
            return inputError("there is a sheet " + other.key + " already", "give it another name");
    if (!paperNamed(sheet.paper))
        return inputError("there is no paper \"" + sheet.paper + "\"", "there are A4, A3, A2, A1 and A0");
    if (sheet.wide < 1 || sheet.wide > mostPagesWide)
        return inputError("pages beside each other are 1 to " + std::to_string(mostPagesWide));
    if (sheet.tall && (*sheet.tall < 1 || *sheet.tall > mostPagesTall))
        return inputError("pages below each other are 1 to " + std::to_string(mostPagesTall),
                          "nothing is as many as it takes");
    for (const auto& weeks : {sheet.weeksBefore, sheet.weeksAfter})
        if (weeks && (*weeks < 0 || *weeks > mostSheetWeeks))
            return inputError("weeks are 0 to " + std::to_string(mostSheetWeeks));
    if (sheet.weeksBefore && sheet.weeksAfter && *sheet.weeksBefore + *sheet.weeksAfter == 0)
        return inputError("a sheet shows a week at least");
    for (const std::string* text : {&sheet.key, &sheet.lens, &sheet.drawn, &sheet.checked, &sheet.notes})
        if (text->size() > longestSheetText)
            return inputError("a text of a sheet has more than " + std::to_string(longestSheetText) + " characters");
    return {};
}

} // namespace yarrin
