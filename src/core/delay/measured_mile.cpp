// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/measured_mile.h"

#include "core/base/worded.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

struct Point {
    Instant at;
    double quantity;
};

/// What was known to be done of an activity, by time.
std::vector<Point> pointsOf(std::span<const Stand> stands, const Activity& activity) {
    std::vector<Point> points;
    if (!activity.actualStart || !activity.measure) return points;
    points.push_back({*activity.actualStart, 0});
    for (const Stand& stand : stands) {
        const Activity* then = stand.programme.activities.row(activity.id);
        const auto& dataDate = stand.programme.job.dataDate;
        if (!then || !then->actualStart || then->actualFinish || !then->quantityDone || !dataDate) continue;
        points.push_back({*dataDate, then->quantityDone->toDouble()});
    }
    if (activity.actualFinish) points.push_back({*activity.actualFinish, activity.measure->quantity.toDouble()});
    std::stable_sort(points.begin(), points.end(), [](const Point& a, const Point& b) { return a.at < b.at; });
    // Of one moment the last word counts.
    std::vector<Point> kept;
    for (const Point& point : points) {
        if (!kept.empty() && kept.back().at == point.at) kept.pop_back();
        kept.push_back(point);
    }
    return kept;
}

} // namespace

OutputHistory::OutputHistory(std::span<const Stand> stands, BookItemId item) {
    if (stands.empty() || !item) return;
    const Programme& now = stands.back().programme;
    const Schedule dates = schedule(now);
    if (!dates.ok()) return;
    for (std::size_t i = 0; i < now.activities.size(); ++i) {
        const Activity& activity = now.activities[i];
        if (activity.bookItem != item || !activity.measure) continue;
        const auto points = pointsOf(stands, activity);
        const double crews = activity.measure->crews ? activity.measure->crews->toDouble() : 1;
        for (std::size_t p = 1; p < points.size(); ++p)
            m_records.push_back({points[p - 1].at, points[p].at, points[p].quantity - points[p - 1].quantity, crews,
                                 dates.calendars[dates.activities[i].calendar]});
    }
}

Output OutputHistory::within(Date from, Date to) const {
    Output out;
    const Instant first = startOf(from), last = startOf(to + 1);
    for (const Record& record : m_records) {
        const Instant a = std::max(first, record.from), b = std::min(last, record.to);
        if (b <= a) continue;
        const auto worked = [&](Instant x, Instant y) {
            return static_cast<double>(record.calendar->worked(y) - record.calendar->worked(x));
        };
        const double whole = worked(record.from, record.to), part = worked(a, b);
        if (whole <= 0) continue;
        out.quantity += record.quantity * part / whole;
        out.crewHours += record.crews * part / 60;
    }
    return out;
}

std::optional<std::pair<Date, Date>> OutputHistory::days() const {
    std::optional<std::pair<Date, Date>> days;
    for (const Record& record : m_records) {
        const std::pair<Date, Date> own{dateOf(record.from), completionDate(record.to)};
        days = days ? std::pair{std::min(days->first, own.first), std::max(days->second, own.second)} : own;
    }
    return days;
}

MileFigures figuresOf(const MeasuredMile& mile, const OutputHistory& history) {
    MileFigures out;
    out.mile = mile.id;
    if (!mile.item)
        out.whyNot = worded("no work item is chosen");
    else if (!history.days())
        out.whyNot = worded("nothing was recorded as done of its work item");
    else if (!mile.quietFrom || !mile.quietTo)
        out.whyNot = worded("no span without disruption is chosen");
    else if (!mile.hurtFrom || !mile.hurtTo)
        out.whyNot = worded("no disturbed span is chosen");
    else if (*mile.quietFrom <= *mile.hurtTo && *mile.hurtFrom <= *mile.quietTo)
        out.whyNot = worded("the two spans lie over each other");
    if (!out.whyNot.empty()) return out;
    out.quiet = history.within(*mile.quietFrom, *mile.quietTo);
    out.hurt = history.within(*mile.hurtFrom, *mile.hurtTo);
    if (out.quiet.rate() <= 0) out.whyNot = worded("nothing was done in the span without disruption");
    if (out.hurt.crewHours <= 0) out.whyNot = worded("nobody worked in the disturbed span");
    if (!out.whyNot.empty()) return out;
    out.expectedHours = out.hurt.quantity / out.quiet.rate();
    out.lostHours = out.hurt.crewHours - out.expectedHours;
    if (mile.costPerHour)
        out.cost = Decimal::fromDouble(std::round(out.lostHours * mile.costPerHour->toDouble() * 100) / 100);
    return out;
}

} // namespace yarrin
