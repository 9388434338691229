// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/weeks_json.h"

#include "store/json_values.h"

namespace yarrin {

namespace {

using Out = nlohmann::ordered_json;

constexpr int mostWeeks = 5000;

Out countOut(const PromiseCount& count) {
    const auto share = count.share();
    return Out{{"promised", count.promised},
               {"kept", count.kept},
               {"open", count.open},
               {"later", count.later},
               {"share", share ? Out(*share) : Out(nullptr)}};
}

Out promisesOut(const PromiseRecord& record) {
    Out out = countOut(record.all);
    Out weeks = Out::array(), trades = Out::object(), firms = Out::object(), reasons = Out::object();
    for (const auto& [begins, count] : record.weeks) {
        weeks.push_back(countOut(count));
        weeks.back()["begins"] = isoDate(begins);
    }
    for (const auto& [name, count] : record.trades) trades[name] = countOut(count);
    for (const auto& [name, count] : record.firms) firms[name] = countOut(count);
    for (const auto& [name, count] : record.reasons) reasons[name] = count;
    out["weeks"] = std::move(weeks);
    out["trades"] = std::move(trades);
    out["firms"] = std::move(firms);
    out["reasons"] = std::move(reasons);
    return out;
}

Out lackingOut(const Programme& programme, ActivityId id) {
    Out out = Out::array();
    for (const Lack& lack : lackingOn(programme, id))
        out.push_back(Out{{"kind", lack.kind},
                          {"what", lack.what},
                          {"owner", lack.owner},
                          {"wanted", lack.wanted ? Out(isoDate(*lack.wanted)) : Out(nullptr)}});
    return out;
}

} // namespace

std::string weeksToJson(const Programme& programme, const Schedule& dates, const std::vector<WeekRow>& rows,
                        Date first) {
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
                                 {"lacking", lackingOut(programme, row.activity)},
                                 {"days", row.days}});
    }
    return json::textOf(Out{{"weeks", std::move(weeks)},
                            {"activities", std::move(activities)},
                            {"promises", promisesOut(promiseRecord(programme, first, mostWeeks))}});
}

std::vector<DayEntry> weekDays(const Programme& programme, const Schedule& dates, const std::vector<WeekRow>& rows,
                               Date first, std::string_view of) {
    std::vector<DayEntry> entries;
    for (const WeekRow& row : rows) {
        if (!of.empty() && row.trade != of && row.firm != of) continue;
        const Activity& activity = *programme.activities.row(row.activity);
        std::optional<std::pair<Date, Date>> span;
        for (std::size_t week = 0; week < row.days.size(); ++week)
            if (const auto days = daysIn(programme, dates, row.activity, first + 7 * int(week)))
                span = {span ? span->first : days->first, days->second};
        if (!span) continue;
        std::string more = row.firm;
        if (const Location* place = programme.locations.row(activity.location))
            more += (more.empty() ? "" : ", ") + place->name;
        for (const Lack& lack : lackingOn(programme, row.activity))
            more += "; lacks " + lack.kind + (lack.what.empty() ? "" : ": " + lack.what);
        entries.push_back({activity.key, activity.key + " " + activity.name, more, span->first, span->second});
    }
    return entries;
}

} // namespace yarrin
