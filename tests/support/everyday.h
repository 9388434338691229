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

/// Puts the rows of a table into another order.
template <typename Rows> void shuffleRows(Rows& table, std::mt19937& random) {
    auto rows = table.take();
    std::shuffle(rows.begin(), rows.end(), random);
    table.assign(std::move(rows));
}

} // namespace yarrin::test
