// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/delay_event.h"

#include <algorithm>
#include <map>
#include <tuple>

namespace yarrin {

namespace {

/// What the entries of one section come to.
struct CourseOf {
    std::optional<int> claimed, assessed, granted;
    bool settled = false, refused = false;
};

std::map<SectionId, CourseOf> coursesOf(const DelayEvent& event) {
    std::map<SectionId, CourseOf> all;
    for (const ClaimEntry& entry : inOrder(event.course)) {
        CourseOf& one = all[entry.section];
        switch (entry.step) {
        case ClaimStep::claimed:
            one.claimed = entry.days;
            break;
        case ClaimStep::assessed:
            one.assessed = entry.days;
            break;
        case ClaimStep::interim:
        case ClaimStep::granted:
            one.granted = entry.days;
            break;
        case ClaimStep::refused:
        case ClaimStep::disputed:
            break;
        }
        if (entry.step == ClaimStep::granted || entry.step == ClaimStep::refused) {
            one.settled = true;
            one.refused = entry.step == ClaimStep::refused;
        } else if (entry.step == ClaimStep::disputed) {
            one.settled = one.refused = false;
        }
    }
    return all;
}

} // namespace

std::vector<ClaimEntry> inOrder(std::vector<ClaimEntry> course) {
    std::sort(course.begin(), course.end(), [](const ClaimEntry& a, const ClaimEntry& b) {
        return std::tie(a.date, a.step, a.section, a.days, a.letter) <
               std::tie(b.date, b.step, b.section, b.days, b.letter);
    });
    return course;
}

bool isOpenIn(const DelayEvent& event, SectionId section) {
    if (!isOpen(event)) return false;
    const auto courses = coursesOf(event);
    const auto found = courses.find(section);
    return found == courses.end() || !found->second.settled;
}

void takeFromCourse(DelayEvent& event) {
    if (event.course.empty()) return;
    bool settled = true, refused = true, claimed = false;
    for (const auto& [section, course] : coursesOf(event)) {
        const SectionId which = section;
        auto days = std::find_if(event.sectionDays.begin(), event.sectionDays.end(),
                                 [&](const EventDays& d) { return d.section == which; });
        if (days == event.sectionDays.end()) days = event.sectionDays.insert(days, EventDays{section, 0, 0, 0});
        if (course.claimed) days->claimed = *course.claimed;
        if (course.assessed) days->assessed = *course.assessed;
        if (course.granted) days->granted = *course.granted;
        settled = settled && course.settled;
        refused = refused && course.refused && days->granted == 0;
        claimed = claimed || course.claimed || course.granted || course.settled;
        if (days->claimed == 0 && days->assessed == 0 && days->granted == 0) event.sectionDays.erase(days);
    }
    if (settled)
        event.state = refused ? EventState::refused : EventState::granted;
    else if (claimed)
        event.state = EventState::claimed;
    else if (!isOpen(event))
        event.state = event.noticeGiven ? EventState::notified : EventState::noticed;
}

} // namespace yarrin
