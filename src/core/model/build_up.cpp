// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/build_up.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/programme.h"
#include "core/quantity/measure.h"
#include "core/quantity/units.h"

namespace yarrin {

std::string crewText(const Crew& crew) {
    std::string text;
    for (const CrewMember& member : crew) text += (text.empty() ? "" : "; ") + member.count.text() + " " + member.name;
    return text;
}

Result<Crew> parseCrew(std::string_view text) {
    Crew crew;
    while (!text.empty()) {
        const std::size_t end = text.find(';');
        const std::string part = trimmed(text.substr(0, end));
        text = end == std::string_view::npos ? std::string_view() : text.substr(end + 1);
        if (part.empty()) continue;
        const std::size_t space = part.find(' ');
        auto count = Decimal::parse(std::string_view(part).substr(0, space));
        CrewMember member;
        member.name = count ? (space == std::string::npos ? "" : trimmed(part.substr(space))) : part;
        member.count = count.value_or(Decimal(1));
        if (member.name.empty())
            return inputError(worded("\"%1\" names no trade or plant", part),
                              worded("write it as \"4 steel fixers; 0.5 crane\""));
        if (member.count.sign() <= 0 || member.count > Decimal(10'000))
            return inputError(worded("\"%1\": so many cannot be in a crew", part),
                              worded("write it as \"4 steel fixers\""));
        for (const CrewMember& other : crew)
            if (other.name == member.name) return inputError(worded("%1 stands twice in the crew", member.name));
        crew.push_back(std::move(member));
    }
    return crew;
}

std::optional<Error> faultOf(const Programme& programme, const BillItem& item) {
    if (item.quantity.sign() < 0 || item.quantity > Decimal(1'000'000'000'000))
        return inputError(worded("its quantity is out of all bounds"));
    for (const Need& need : item.materials) {
        const Resource* resource = programme.resources.row(need.resource);
        if (!resource) continue; // said of references
        if (need.number) return inputError(worded("what it takes of %1 a unit must be a quantity", resource->name));
        if (auto fault = faultOf(need, *resource)) return fault;
    }
    return {};
}

std::optional<Error> faultOf(const BookItem& item) {
    if (trimmed(item.name).empty()) return inputError(worded("an item of the book needs a name"));
    if (const auto unit = unitFromText(item.unit); !unit.ok() || *unit != item.unit)
        return unit.ok() ? inputError(worded("the unit should be written as %1", *unit)) : unit.error();
    if (item.outputPerCrewDay && item.hoursPerUnit)
        return inputError(worded("an item states either what a crew does in a day or the hours a unit takes"),
                          worded("take one of them away"));
    Measure measure;
    measure.outputPerCrewDay = item.outputPerCrewDay;
    measure.hoursPerUnit = item.hoursPerUnit;
    return faultOf(measure);
}

} // namespace yarrin
