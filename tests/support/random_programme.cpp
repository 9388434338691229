// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/random_programme.h"

#include "support/builder.h"

#include <set>

namespace yarrin::test {

namespace {

/// Calendars as sites have them, with a night shift, a season and dated exceptions among them.
void addCalendars(Programme& programme) {
    Calendar night;
    night.id = CalendarId{3};
    night.key = night.name = "night";
    night.dayMinutes = 600;
    for (std::size_t day = 0; day < 5; ++day) night.week[day] = DayWork{{1200, 1800}};
    programme.calendars.append(night);
    Calendar season;
    season.id = CalendarId{4};
    season.key = season.name = "season";
    season.extends = Builder::five;
    season.exceptions.push_back({dateFrom(2026, 11, 1), dateFrom(2027, 2, 28), true, {}, "closed"});
    season.exceptions.push_back({dateFrom(2027, 4, 5), dateFrom(2027, 4, 9), false, {{540, 660}}, "short days"});
    programme.calendars.append(season);
}

} // namespace

Programme randomProgramme(std::uint32_t seed, const RandomShape& shape) {
    std::mt19937 random(seed);
    const auto below = [&](int limit) { return int(random() % std::uint32_t(limit)); };
    Builder builder;
    addCalendars(builder.programme);
    const CalendarId calendars[] = {Builder::five, Builder::six, CalendarId{3}, CalendarId{4}, continuousCalendar};
    if (!shape.calendars) builder.programme.job.defaultCalendar = continuousCalendar;
    for (int i = 0; i < shape.activities; ++i) {
        Activity activity;
        activity.key = "A" + std::to_string(i);
        if (shape.calendars) activity.calendar = calendars[below(5)];
        activity.duration = 60 * (1 + below(90));
        if (below(4) == 0) activity.duration = *activity.duration + below(60);
        if (shape.milestones && below(8) == 0) {
            activity.kind = below(2) ? ActivityKind::startMilestone : ActivityKind::finishMilestone;
            activity.duration = 0;
        }
        if (shape.constraints && below(10) == 0) {
            const auto type = static_cast<ConstraintType>(below(6));
            activity.constraint = Constraint{type, {startOf(dateFrom(2027, 3, 1) + below(120)), below(3) != 0}};
            if (!activity.constraint->date.bareDate)
                activity.constraint->date.at = activity.constraint->date.at + 60 * below(24);
        }
        builder.add(std::move(activity));
    }
    std::set<std::tuple<int, int, int>> taken;
    const int links = int(shape.activities * shape.linksPerActivity);
    for (int i = 0; i < links && shape.activities > 1; ++i) {
        int from = below(shape.activities), to = below(shape.activities);
        if (from == to) continue;
        if (from > to) std::swap(from, to);
        const int type = shape.otherTypes ? below(4) : 0;
        if (!taken.emplace(from, to, type).second) continue;
        Minutes lag = below(3) == 0 ? 60 * below(40) : 0;
        if (shape.leads && below(6) == 0) lag = -60 * below(30);
        const auto calendar = shape.calendars ? static_cast<LagCalendar>(below(5)) : LagCalendar::standard;
        builder.link("A" + std::to_string(from), "A" + std::to_string(to), static_cast<LinkType>(type), lag, calendar);
    }
    return builder.programme;
}

} // namespace yarrin::test
