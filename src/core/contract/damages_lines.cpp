// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/contract/damages_lines.h"

namespace yarrin {

const Fraction& sumOf(const Exposure& exposure, Relief relief) {
    return relief == Relief::unrelieved ? exposure.unrelieved
           : relief == Relief::assessed ? exposure.assessed
                                        : exposure.claimed;
}

namespace {

/// Days of an open event that do not count because its notice was not in time.
int barredDays(const Programme& programme, const DelayEvent& event, SectionId section, Relief relief) {
    if (programme.job.barredCount || !isBarred(programme.job, event) || !isOpenIn(event, section)) return 0;
    int days = 0;
    for (const EventDays& one : event.sectionDays)
        if (one.section == section) days += relief == Relief::assessed ? one.assessedStill() : one.claimedStill();
    return days;
}

} // namespace

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
            if (relief == Relief::unrelieved) break;
            const OpenDays open = openDays(programme, event, section.id);
            const int count = relief == Relief::assessed ? open.assessed : open.claimed;
            if (count != 0) line.events.emplace_back(event.id, count);
            const int lost = barredDays(programme, event, section.id, relief);
            if (lost != 0) line.barred.emplace_back(event.id, lost);
        }
        for (const auto& [event, days] : line.events) line.daysLate -= days;
        line.sum = sumOf(figures.damages, relief);
        if (figures.until) {
            line.parts = damagesParts(section, *figures.until + -line.daysLate, *figures.until);
            Section uncapped = section;
            uncapped.cap.reset();
            line.capped = line.sum < damagesBetween(uncapped, *figures.until + -line.daysLate, *figures.until);
        }
        lines.push_back(std::move(line));
    }
    return lines;
}

} // namespace yarrin
