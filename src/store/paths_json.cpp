// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/paths_json.h"

#include "store/json.h"
#include "store/json_values.h"

namespace yarrin {

std::string pathsToJson(const Programme& programme, const Schedule& dates, ActivityId to,
                        const std::vector<FloatPath>& paths, const std::vector<NearPath>& near,
                        const std::vector<Shortening>* needed) {
    using Out = nlohmann::ordered_json;
    const auto figures = [&](ActivityId id) -> const ActivityFigures& {
        return dates.activities[programme.activities.indexOf(id)];
    };
    const auto keys = [&](const std::vector<ActivityId>& ids) {
        Out list = Out::array();
        for (const ActivityId id : ids) list.push_back(programme.activities.row(id)->key);
        return list;
    };
    const WorkCalendar& own = dates.calendarOf(figures(to));
    Out list = Out::array(), close = Out::array();
    for (const FloatPath& path : paths) {
        const Minutes length = own.worked(figures(path.activities.back()).earlyFinish) -
                               own.worked(figures(path.activities.front()).earlyStart);
        Out row{{"slack", path.slack}, {"length", length}, {"activities", keys(path.activities)}};
        row["joins"] = path.joins ? Out(programme.activities.row(path.joins)->key) : Out(nullptr);
        list.push_back(std::move(row));
    }
    for (const NearPath& one : near) close.push_back({{"days", one.days}, {"activities", keys(one.activities)}});
    Out out{{"to", programme.activities.row(to)->key},
            {"day_minutes", own.dayMinutes()},
            {"paths", std::move(list)},
            {"near", std::move(close)}};
    if (needed) {
        out["needed"] = Out::array();
        for (const Shortening& one : *needed)
            out["needed"].push_back({{"shorter", one.needed}, {"activities", keys(one.path.activities)}});
    }
    return json::textOf(out);
}

} // namespace yarrin
