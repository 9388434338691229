// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "large_programme.h"

#include <random>

namespace yarrin {

Programme largeProgramme(int activities) {
    std::mt19937 random(42);
    const auto below = [&](int limit) { return int(random() % std::uint32_t(limit)); };
    Programme p;
    p.job.title = "Large";
    p.job.start = *parseInstant("2026-03-02T08:00");
    for (std::uint32_t i = 1; i <= 8; ++i) {
        Calendar c;
        c.id = CalendarId{i};
        c.key = "cal" + std::to_string(i);
        c.name = "Calendar " + std::to_string(i);
        c.dayMinutes = i % 2 ? 480 : 600;
        for (std::size_t day = 0; day < 5 + i % 3; ++day)
            c.week[day] = i % 2 ? DayWork{{480, 720}, {780, 1020}} : DayWork{{420, 720}, {780, 1080}};
        c.exceptions.push_back({dateFrom(2026, 12, 23), dateFrom(2027, 1, 3), true, {}, "Winter"});
        p.calendars.append(std::move(c));
    }
    p.job.defaultCalendar = CalendarId{1};
    std::vector<BreakdownNode> groups;
    for (std::uint32_t i = 1; i <= std::uint32_t(activities / 20 + 1); ++i)
        groups.push_back({BreakdownId{i}, "G" + std::to_string(i), "Group " + std::to_string(i), {}, {}});
    p.breakdown.assign(std::move(groups));
    std::vector<Activity> rows;
    std::vector<Link> links;
    const int reach = std::max(20, activities / 40);
    for (int i = 0; i < activities; ++i) {
        Activity a;
        a.id = ActivityId{std::uint32_t(i + 1)};
        a.key = "A" + std::to_string(100000 + i);
        a.name = "Activity number " + std::to_string(i);
        a.calendar = CalendarId{std::uint32_t(1 + below(8))};
        a.breakdown = BreakdownId{std::uint32_t(i / 20 + 1)};
        if (below(2))
            a.measure = Measure{Decimal(10 + below(500)),
                                "m3",
                                Decimal(5 + below(40)),
                                {},
                                Decimal(1 + below(3)),
                                Decimal(9, 1),
                                RoundTo::day};
        else
            a.duration = 480 * (1 + below(15));
        rows.push_back(std::move(a));
        // Large jobs are wider, not longer, than small ones: links reach back so far that any size spans some years.
        for (int k = 0; i > 0 && k < 2; ++k) {
            if (k == 1 && below(10) >= 8) continue;
            const int from = std::max(0, i - 1 - below(reach) * (k + 1));
            if (k == 1 && links.back().from.value == std::uint32_t(from + 1)) continue;
            links.push_back({LinkId{std::uint32_t(links.size() + 1)}, ActivityId{std::uint32_t(from + 1)},
                             ActivityId{std::uint32_t(i + 1)},
                             below(10) ? LinkType::fs : static_cast<LinkType>(below(4)), below(5) ? 0 : 480 * below(4),
                             LagCalendar::standard});
        }
    }
    p.activities.assign(std::move(rows));
    p.links.assign(std::move(links));
    return p;
}

} // namespace yarrin
