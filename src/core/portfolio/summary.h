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
    /// What is needed of a trade or plant: the most at once in each month in which any is.
    struct Need {
        std::string name;
        std::vector<std::pair<Date, Decimal>> months; ///< by the month's first day, in order
        friend bool operator==(const Need&, const Need&) = default;
    };
    /// What other jobs may wait for.
    struct Milestone {
        std::string key, name;
        Instant at;        ///< when it is reached
        bool done = false; ///< it has been
        friend bool operator==(const Milestone&, const Milestone&) = default;
    };
    std::string title, currency;
    Date start;
    std::int64_t activities = 0;
    std::optional<Date> dataDate, finish;
    bool calculated = false; ///< false: it has a fault that stops the calculation, and no dates
    std::vector<Of> sections;
    Decimal unrelieved, assessed, claimed; ///< damages of all sections, in the currency, rounded to its minor unit
    std::vector<Notice> notices;           ///< in the order of their days
    std::vector<Need> needs;               ///< of trades and plant, by the alphabet
    std::vector<Milestone> milestones;     ///< in the order of the job
    friend bool operator==(const JobSummary&, const JobSummary&) = default;

    /// The section that is most days late, or least early; null where none has a forecast.
    [[nodiscard]] const Of* worst() const;
    /// The first day on which something is due.
    [[nodiscard]] const Notice* next() const { return notices.empty() ? nullptr : &notices.front(); }
};
[[nodiscard]] JobSummary summaryOf(const Programme& programme, const Schedule& dates);

/// What several jobs need of one trade or plant, month by month.
struct NeedOfAll {
    std::string name;                                         ///< as the first job has it; capitals make no other
    std::vector<std::pair<Date, Decimal>> months;             ///< of all jobs together
    std::vector<std::vector<std::pair<Date, Decimal>>> byJob; ///< of each, in the order of the jobs
    std::optional<Decimal> has;                               ///< what the firm has of it
    /// The greatest of all months, and the first month that has it.
    [[nodiscard]] std::pair<Date, Decimal> most() const;
    /// Months in which more is needed than the firm has.
    [[nodiscard]] std::size_t monthsOver() const;
};
/// Needs of all jobs by the alphabet; of each month the most of every job is added up, which is never less than what is
/// needed at once, as their days may differ. `has` is what the firm has, by name.
[[nodiscard]] std::vector<NeedOfAll> needsOfAll(const std::vector<const JobSummary*>& jobs,
                                                const std::vector<std::pair<std::string, Decimal>>& has);

} // namespace yarrin
