// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "support/builder.h"

#include <algorithm>
#include <random>

namespace yarrin::test {

/// Every minute works, from 00:00 of Monday 1 March 2027, so that days can be counted on the fingers.
struct Everyday : Builder {
    static constexpr Minutes day = minutesPerDay;

    Everyday() {
        programme.job.defaultCalendar = continuousCalendar;
        programme.job.start = *parseInstant("2027-03-01T00:00");
    }
    void addWork(const std::string& key, int days) {
        Activity activity;
        activity.key = key;
        activity.duration = days * day;
        add(std::move(activity));
    }
    /// So many days more of an activity's work.
    [[nodiscard]] Effect more(const std::string& key, int days) const {
        Effect effect;
        effect.activity = id(key);
        effect.work = days * day;
        return effect;
    }
};

/// A day of March 2027, counted on, and its first minute.
[[nodiscard]] inline Date march(int n) {
    return dateFrom(2027, 3, 1) + (n - 1);
}
[[nodiscard]] inline Instant morning(int n) {
    return startOf(march(n));
}

/// Such a job that goes on: its data date, what was done, and what came between. `Self` is the job that calls are
/// chained on.
template <typename Self> struct EverydayHistory : Everyday {
    /// The data date: the morning of a day of March.
    Self& at(int n) {
        programme.job.dataDate = morning(n);
        return static_cast<Self&>(*this);
    }
    /// From the morning of one day to the evening of another.
    Self& done(const std::string& key, int from, int to) {
        change(key, [&](Activity& a) {
            a.actualStart = morning(from);
            a.actualFinish = morning(to + 1);
            a.remaining.reset();
        });
        return static_cast<Self&>(*this);
    }
    EventId event(const std::string& key, Risk risk, int from, std::optional<int> to, std::vector<Effect> effects) {
        DelayEvent e;
        e.id = programme.events.freshId();
        e.key = key;
        e.risk = risk;
        e.from = march(from);
        if (to) e.to = march(*to);
        e.effects = std::move(effects);
        programme.events.append(e);
        return e.id;
    }
};

/// Puts the rows of a table into another order.
template <typename Rows> void shuffleRows(Rows& table, std::mt19937& random) {
    auto rows = table.take();
    std::shuffle(rows.begin(), rows.end(), random);
    table.assign(std::move(rows));
}

} // namespace yarrin::test
