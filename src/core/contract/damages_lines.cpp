// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/contract/damages_lines.h"

namespace yarrin {

const Fraction& sumOf(const Exposure& exposure, Relief relief) {
    return relief == Relief::unrelieved ? exposure.unrelieved
           : relief == Relief::assessed ? exposure.assessed
                                        : exposure.claimed;
}

std::vector<DamagesLine> damagesLines(const Programme& programme, const std::vector<SectionFigures>& sections,
                                      Relief relief) {
    std::vector<DamagesLine> lines;
    for (const SectionFigures& figures : sections) {
        const Section& section = *programme.sections.row(figures.section);
        DamagesLine line;
        line.section = section.id;
        line.forecast = figures.forecast;
        line.completion = section.completion;
        line.granted = section.grantedDays;
        line.daysLate = figures.daysLate.value_or(0);
        for (const DelayEvent& event : programme.events) {
            if (relief == Relief::unrelieved || !isOpen(event) || event.risk == Risk::contractor) continue;
            for (const EventDays& days : event.sectionDays) {
                const int count = relief == Relief::assessed ? days.assessedStill() : days.claimedStill();
                if (days.section == section.id && count != 0) line.events.emplace_back(event.id, count);
            }
        }
        for (const auto& [event, days] : line.events) line.daysLate -= days;
        line.sum = sumOf(figures.damages, relief);
        Section uncapped = section;
        uncapped.cap.reset();
        line.capped = figures.daysLate && line.sum < damagesFor(uncapped, line.daysLate);
        lines.push_back(std::move(line));
    }
    return lines;
}

} // namespace yarrin
