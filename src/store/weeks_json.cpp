// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/weeks_json.h"

#include "store/json_values.h"

namespace yarrin {

std::string weeksToJson(const Programme& programme, const Schedule& dates, const std::vector<WeekRow>& rows,
                        Date first) {
    using Out = nlohmann::ordered_json;
    Out weeks = Out::array(), activities = Out::array();
    for (std::size_t week = 0; !rows.empty() && week < rows.front().days.size(); ++week)
        weeks.push_back(Out{{"week", weekNumber(programme.job, first + 7 * int(week))},
                            {"begins", isoDate(first + 7 * int(week))}});
    for (const WeekRow& row : rows) {
        const std::size_t at = programme.activities.indexOf(row.activity);
        activities.push_back(Out{{"id", programme.activities[at].key},
                                 {"trade", row.trade},
                                 {"firm", row.firm},
                                 {"start", isoDate(dateOf(dates.activities[at].earlyStart))},
                                 {"finish", isoDate(completionDate(dates.activities[at].earlyFinish))},
                                 {"overdue", row.overdue},
                                 {"days", row.days}});
    }
    return json::textOf(Out{{"weeks", std::move(weeks)}, {"activities", std::move(activities)}});
}

} // namespace yarrin
