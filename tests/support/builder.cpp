// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/builder.h"

#include <stdexcept>

namespace yarrin::test {

Builder::Builder() {
    programme.job.title = "Test";
    programme.job.start = *parseInstant("2027-03-01T08:00");
    programme.job.defaultCalendar = five;
    Calendar c;
    c.id = five;
    c.key = "five";
    c.name = "Five days";
    c.dayMinutes = 480;
    for (std::size_t day = 0; day < 5; ++day) c.week[day] = DayWork{{480, 720}, {780, 1020}};
    programme.calendars.append(c);
    Calendar s;
    s.id = six;
    s.key = "six";
    s.name = "Six days";
    s.dayMinutes = 600;
    for (std::size_t day = 0; day < 6; ++day) s.week[day] = DayWork{{420, 720}, {780, 1080}};
    programme.calendars.append(s);
}

Builder& Builder::add(Activity activity) {
    activity.id = programme.activities.freshId();
    if (activity.name.empty()) activity.name = activity.key;
    programme.activities.append(std::move(activity));
    return *this;
}

Builder& Builder::task(const std::string& key, int days) {
    Activity activity;
    activity.key = key;
    activity.duration = days * 480;
    return add(std::move(activity));
}

Builder& Builder::milestone(const std::string& key, ActivityKind kind) {
    Activity activity;
    activity.key = key;
    activity.kind = kind;
    return add(std::move(activity));
}

Builder& Builder::nineActivities() {
    const std::pair<const char*, int> tasks[] = {{"A", 4},  {"B", 3}, {"C", 8}, {"D", 7}, {"E", 9},
                                                 {"F", 12}, {"G", 2}, {"H", 5}, {"I", 6}};
    for (const auto& [key, days] : tasks) task(key, days);
    const char* links[][2] = {{"A", "C"}, {"A", "D"}, {"B", "E"}, {"C", "E"}, {"B", "F"}, {"C", "F"},
                              {"D", "G"}, {"E", "G"}, {"D", "H"}, {"E", "H"}, {"F", "I"}, {"G", "I"}};
    for (const auto& ends : links) link(ends[0], ends[1]);
    return *this;
}

Builder& Builder::quay() {
    task("A010", 4).task("A020", 3).milestone("M").link("A010", "A020").link("A020", "M");
    return change("A010", [](Activity& a) {
        a.duration.reset();
        a.measure = Measure{Decimal(40), "m3", Decimal(10), {}, Decimal(1), Decimal(1), RoundTo::day};
    });
}

ActivityId Builder::id(const std::string& key) const {
    for (const Activity& activity : programme.activities)
        if (activity.key == key) return activity.id;
    throw std::logic_error("no activity " + key);
}

Builder& Builder::link(const std::string& from, const std::string& to, LinkType type, Minutes lag,
                       LagCalendar calendar) {
    programme.links.append({programme.links.freshId(), id(from), id(to), type, lag, calendar});
    return *this;
}

Builder& Builder::change(const std::string& key, const std::function<void(Activity&)>& apply) {
    const std::size_t index = programme.activities.indexOf(id(key));
    Activity activity = programme.activities[index];
    apply(activity);
    programme.activities.replace(index, std::move(activity));
    return *this;
}

Builder& Builder::constrain(const std::string& key, ConstraintType type, const std::string& date) {
    return change(key, [&](Activity& activity) {
        activity.constraint = Constraint{type, parseDateOrInstant(date).value()};
    });
}

Builder& Builder::place(const std::string& key, const std::string& parent, int from, int to) {
    Location one;
    one.id = programme.locations.freshId();
    one.key = one.name = key;
    one.parent = at(parent);
    if (to > from) {
        one.fromChainage = Decimal(from);
        one.toChainage = Decimal(to);
    }
    programme.locations.append(std::move(one));
    return *this;
}

LocationId Builder::at(const std::string& key) const {
    for (const Location& one : programme.locations)
        if (one.key == key) return one.id;
    return {};
}

Builder& Builder::section(const std::string& key, const std::string& milestone, const std::string& completion,
                          int rate) {
    Section section;
    section.id = programme.sections.freshId();
    section.key = section.name = key;
    section.milestone = id(milestone);
    section.completion = parseDate(completion).value();
    section.rate = Decimal(rate);
    programme.sections.append(std::move(section));
    return *this;
}

const ActivityFigures& of(const Programme& programme, const Schedule& schedule, const std::string& key) {
    for (std::size_t i = 0; i < programme.activities.size(); ++i)
        if (programme.activities[i].key == key) return schedule.activities.at(i);
    throw std::logic_error("no activity " + key);
}

std::string dates(const Programme& programme, const Schedule& schedule, const std::string& key) {
    const ActivityFigures& figures = of(programme, schedule, key);
    return isoInstant(figures.earlyStart) + " " + isoInstant(figures.earlyFinish);
}

std::string lateDates(const Programme& programme, const Schedule& schedule, const std::string& key) {
    const ActivityFigures& figures = of(programme, schedule, key);
    return isoInstant(figures.lateStart.value()) + " " + isoInstant(figures.lateFinish.value());
}

} // namespace yarrin::test
