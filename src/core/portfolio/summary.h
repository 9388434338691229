// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/notices.h"
#include "core/network/schedule.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// Where a job stands, as much as a list of many jobs tells of it.
struct JobSummary {
    struct Of {
        std::string key, name;
        std::optional<Date> forecast; ///< none without a milestone
        Date completion, extended;
        std::optional<int> daysLate; ///< negative when early
        friend bool operator==(const Of&, const Of&) = default;
    };
    /// What is due, or has lapsed, of an event; whether it has is told by the day on which one asks.
    struct Notice {
        std::string event, title;
        Duty duty = Duty::notice;
        Date due;
        friend bool operator==(const Notice&, const Notice&) = default;
    };
    std::string title, currency;
    Date start;
    std::int64_t activities = 0;
    std::optional<Date> dataDate, finish;
    bool calculated = false; ///< false: it has a fault that stops the calculation, and no dates
    std::vector<Of> sections;
    Decimal unrelieved, assessed, claimed; ///< damages of all sections, in the currency, rounded to its minor unit
    std::vector<Notice> notices;           ///< in the order of their days
    friend bool operator==(const JobSummary&, const JobSummary&) = default;

    /// The section that is most days late, or least early; null where none has a forecast.
    [[nodiscard]] const Of* worst() const;
    /// The first day on which something is due.
    [[nodiscard]] const Notice* next() const { return notices.empty() ? nullptr : &notices.front(); }
};
[[nodiscard]] JobSummary summaryOf(const Programme& programme, const Schedule& dates);

} // namespace yarrin
