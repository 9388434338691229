// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/uncertainty.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/network/calculation.h"
#include "core/network/effects.h"
#include "core/odds/ranks.h"
#include "core/weather/lost_days.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

/// A number for a value of a code that hangs on nothing but its name (FNV-1a).
std::uint32_t numberOf(const std::string& value) {
    std::uint32_t hash = 2166136261U;
    for (const char c : value) hash = (hash ^ std::uint32_t(static_cast<unsigned char>(c))) * 16777619U;
    return hash & 0x3fffffffU;
}

void groupBy(Uncertainty& all, const Programme& programme, const Code& code) {
    for (const Activity& activity : programme.activities) {
        // Without a value it is a group of its own: these lie above the numbers of values.
        std::uint32_t group = activity.id.value + 0x40000000U;
        for (const CodeMark& mark : activity.codes)
            if (mark.code == code.id && !mark.value.empty()) {
                group = numberOf(mark.value);
                all.groupNames.emplace(group, mark.value);
            }
        all.groups.push_back(group);
    }
}

/// How narrow a rule is for an activity: 0 where it is not for it, else the more the narrower.
int narrowness(const Programme& programme, const Activity& activity, const SpreadRule& rule) {
    constexpr int all = 1, byCode = 2, byPlace = 10, byBook = 1000, byItself = 2000;
    if (rule.activity) return rule.activity == activity.id ? byItself : 0;
    if (rule.bookItem) return rule.bookItem == activity.bookItem ? byBook : 0;
    if (rule.code) {
        for (const CodeMark& mark : activity.codes)
            if (mark.code == rule.code && mark.value == rule.value) return byCode;
        return 0;
    }
    if (!rule.location) return all;
    // Of two places that hold it the deeper one counts.
    int depth = -1, found = -1;
    std::vector<LocationId> above;
    LocationId at = activity.location;
    for (int steps = 0; at && steps <= deepestTree; ++steps) {
        above.push_back(at);
        const Location* row = programme.locations.row(at);
        at = row ? row->parent : LocationId{};
    }
    for (auto one = above.rbegin(); one != above.rend(); ++one) {
        ++depth;
        if (*one == rule.location) found = depth;
    }
    return found < 0 ? 0 : byPlace + found;
}

double number(const Decimal& value) {
    return value.toDouble();
}

/// Minutes of work left as the programme has them.
Minutes leftOf(const Programme& programme, const Activity& activity) {
    const auto calendar = resolve(programme.calendars.rows(), calendarOf(programme, activity));
    const Minutes whole = wholeDuration(activity, calendar.ok() ? calendar->dayMinutes : 480);
    return activity.actualStart ? activity.remaining.value_or(whole) : whole;
}

} // namespace

const SpreadRule* ruleFor(const Programme& programme, const Activity& activity) {
    const SpreadRule* found = nullptr;
    int most = 0;
    for (const SpreadRule& rule : programme.spreads)
        if (const int narrow = narrowness(programme, activity, rule); narrow > 0 && narrow >= most) {
            found = &rule;
            most = narrow;
        }
    return found;
}

std::string ruleText(const Programme& programme, const SpreadRule& rule) {
    const auto key = [](const auto* row) { return row ? row->key : std::string("?"); };
    if (rule.activity) return key(programme.activities.row(rule.activity));
    if (rule.bookItem) return worded("item %1", key(programme.book.row(rule.bookItem)));
    if (rule.location) return worded("at %1", key(programme.locations.row(rule.location)));
    if (rule.code) return key(programme.codes.row(rule.code)) + " " + rule.value;
    return worded("all work");
}

Result<Spread> spreadOf(const Programme& programme, const Activity& activity, const SpreadRule& rule) {
    Spread spread{number(rule.low), number(rule.likely), number(rule.high), rule.shape, 0.5};
    if (rule.chance) spread.chance = number(*rule.chance);
    if (rule.in == SpreadIn::work) {
        const Minutes left = leftOf(programme, activity);
        if (left <= 0) return inputError(worded("%1 has no work left to compare with", activity.key));
        for (double* one : {&spread.low, &spread.likely, &spread.high}) *one /= double(left);
    }
    if (rule.in == SpreadIn::output) {
        const auto measure = affectedMeasure(activity, ActingEffects(programme).on(activity.id));
        if (!measure || !measure->outputPerCrewDay || measure->outputPerCrewDay->sign() <= 0)
            return inputError(worded("%1 has no output a crew and day", activity.key),
                              worded("give factors of its work"));
        const double planned = number(*measure->outputPerCrewDay);
        // The greatest output makes the least work.
        spread.low = planned / number(rule.high);
        spread.likely = planned / number(rule.likely);
        spread.high = planned / number(rule.low);
        spread.chance = 1 - spread.chance;
    }
    if (auto fault = faultOf(spread)) {
        fault->place = activity.key;
        return *fault;
    }
    return rule.tenths ? fromTenths(spread) : Result<Spread>(spread);
}

Result<Uncertainty> uncertaintyOf(const Programme& programme) {
    Uncertainty made;
    made.spreads.resize(programme.activities.size());
    made.rules.resize(programme.activities.size());
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        if (activity.kind != ActivityKind::task || activity.actualFinish || standsAside(programme, activity)) continue;
        const SpreadRule* rule = ruleFor(programme, activity);
        if (!rule || (rule->in != SpreadIn::factor && leftOf(programme, activity) <= 0)) continue;
        auto spread = spreadOf(programme, activity, *rule);
        if (!spread.ok()) return spread.errors();
        made.spreads[i] = *spread;
        made.rules[i] = rule->id;
    }
    if (const Code* code = alikeCodeOf(programme)) groupBy(made, programme, *code);
    const Job& job = programme.job;
    if (job.alike) made.alike = number(*job.alike);
    if (job.alikeAll) made.alikeAll = number(*job.alikeAll);
    made.risks = true;
    made.weather = job.oddsWeather;
    const Date today = dateOf(job.dataDate.value_or(job.start));
    for (const RegisteredRisk& risk : programme.risks)
        for (const RiskEffect& effect : risk.effects) {
            const Activity* activity = programme.activities.row(effect.activity);
            const Calendar* calendar = programme.calendars.row(effect.calendar);
            if (risk.off) continue;
            if (activity && activity->actualFinish)
                made.notes.push_back(
                    worded("%1 can do nothing to %2 any more, which is complete", risk.key, activity->key));
            if (calendar && effect.to && *effect.to < today)
                made.notes.push_back(worded("%1 can close %2 no more: its days have passed", risk.key, calendar->key));
        }
    return made;
}

Uncertainty uncertaintyOfAll(const Programme& programme, const Spread& spread, std::string_view code) {
    Uncertainty all;
    all.spreads.assign(programme.activities.size(), spread);
    const Code* chosen = nullptr;
    for (const Code& one : programme.codes)
        if (lowered(one.key) == lowered(code)) chosen = &one;
    if (chosen) groupBy(all, programme, *chosen);
    return all;
}

bool saysOdds(const Programme& programme) {
    return !programme.spreads.empty() || !programme.risks.empty() ||
           programme.job.oddsWeather == OddsWeather::records || programme.job.allowanceHigh;
}

Spread heldAt(const Spread& spread) {
    double likely = spread.likely;
    if (spread.shape == SpreadShape::uniform) likely = (spread.low + spread.high) / 2;
    if (spread.shape == SpreadShape::twoPoint) likely = spread.chance > 0.5 ? spread.high : spread.low;
    return {likely, likely, likely, SpreadShape::triangular, 0.5};
}

std::optional<Learnt> learnSpread(const Programme& programme, std::string_view trade) {
    constexpr std::size_t fewest = 5;
    const Code* code = tradeCodeOf(programme);
    const ActingEffects effects(programme);
    const WeatherRecord record(programme);
    CalendarCache cache;
    CompiledProgramme compiled = compile(programme, cache);
    std::vector<std::int64_t> factors; // in millionths
    for (const Activity& activity : programme.activities) {
        if (activity.kind != ActivityKind::task || !activity.measure || !activity.actualStart || !activity.actualFinish)
            continue;
        const auto hasTrade = [&](const CodeMark& mark) {
            return code && mark.code == code->id && mark.value == trade;
        };
        if (!trade.empty() && std::none_of(activity.codes.begin(), activity.codes.end(), hasTrade)) continue;
        const CalendarId id = calendarOf(programme, activity);
        const std::uint16_t index = compiled.calendars.narrowed(id, suspensionsOf(effects.on(activity.id)), {});
        const WorkCalendar& own = *compiled.calendars.calendars()[index];
        const Minutes planned = wholeDuration(activity, own.dayMinutes());
        Minutes worked = own.worked(*activity.actualFinish) - own.worked(*activity.actualStart);
        worked -= addedWork(effects.on(activity.id));
        const auto thresholds = thresholdsOf(programme, id);
        const Date last = completionDate(*activity.actualFinish);
        for (Date month = monthOf(dateOf(*activity.actualStart)).first; !thresholds.empty() && month <= last;
             month = next(Month{month}).first)
            for (const LostDay& lost : lostIn(record, thresholds, own.definition(), month).lost) {
                const Instant from = std::max(startOf(lost.day), *activity.actualStart);
                const Instant to = std::min(startOf(lost.day + 1), *activity.actualFinish);
                if (from < to) worked -= (own.worked(to) - own.worked(from)) * lost.halves / 2;
            }
        if (planned > 0 && worked > 0) factors.push_back(worked * 1'000'000 / planned);
    }
    if (factors.size() < fewest) return {};
    std::sort(factors.begin(), factors.end());
    const auto at = [&](int thousandths) {
        return Decimal(std::clamp<std::int64_t>((atThousandth(factors, thousandths) + 5000) / 10000, 1, 1000), 2);
    };
    return Learnt{factors.size(), at(100), at(500), at(900)};
}

} // namespace yarrin
