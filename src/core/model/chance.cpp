// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/chance.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/references.h"
#include "core/model/words.h"

#include <algorithm>
#include <map>
#include <set>

namespace yarrin {

namespace {

const Decimal most(1'000'000'000);

bool isShare(const Decimal& value) {
    return value.sign() >= 0 && value <= Decimal(1);
}

/// Three figures that rise and stay within bounds.
std::optional<Error> faultOfThree(const Decimal& low, const Decimal& likely, const Decimal& high, SpreadShape shape) {
    const bool middle = shape == SpreadShape::triangular || shape == SpreadShape::pert;
    if (high < low)
        return inputError(worded("low %1 is above high %2", low.text(), high.text()), worded("turn them round"));
    if (middle && (likely < low || high < likely))
        return inputError(worded("likely %1 does not lie between low and high", likely.text()),
                          worded("low %1 is the least, high %2 the most", low.text(), high.text()));
    if (high > most || low < Decimal(-1'000'000'000)) return inputError(worded("a figure is out of all bounds"));
    return {};
}

const Code* codeNamed(const Programme& programme, CodeId id, std::string_view name) {
    if (id) return programme.codes.row(id);
    for (const Code& code : programme.codes)
        if (lowered(code.key) == name) return &code;
    return nullptr;
}

std::optional<Error> faultOfClosure(const RiskEffect& effect, const Programme& programme) {
    const Calendar* calendar = programme.calendars.row(effect.calendar);
    if (!calendar) return inputError(worded("an effect names no calendar of the programme"));
    const std::string of = calendar->key + ": ";
    if (effect.activity) return inputError(worded("%1an effect is on an activity or on a calendar, not on both", of));
    if (effect.kind != EffectKind::suspension)
        return inputError(worded("%1a calendar can only have days without work", of), worded("choose no work, days"));
    if (effect.shape == SpreadShape::twoPoint)
        return inputError(worded("%1an effect has one draw, not two points", of),
                          worded("make two risks of one group of it"));
    if (auto fault = faultOfThree(effect.low, effect.likely, effect.high, effect.shape)) {
        fault->what = of + fault->what;
        return fault;
    }
    if (effect.low.sign() < 0 || effect.high > Decimal(longestClosure))
        return inputError(worded("%1a closure has from 0 to %2 working days", of, longestClosure));
    if (effect.from && effect.to && *effect.to < *effect.from)
        return inputError(worded("%1the last day on which it may begin is before the first", of),
                          worded("turn them round"));
    return {};
}

std::optional<Error> faultOfEffect(const RiskEffect& effect, const Programme& programme) {
    if (effect.calendar) return faultOfClosure(effect, programme);
    if (effect.from || effect.to)
        return inputError(worded("only closures of calendars begin between days"),
                          worded("an activity's come with its own work"));
    const Activity* activity = programme.activities.row(effect.activity);
    if (!activity) return inputError(worded("an effect names no activity of the programme"));
    const std::string of = activity->key + ": ";
    if (activity->kind != ActivityKind::task && effect.kind != EffectKind::access)
        return inputError(worded("%1only a task has work to which that can happen", of));
    if (activity->kind == ActivityKind::hammock) return inputError(worded("%1a hammock has no dates of its own", of));
    if (effect.shape == SpreadShape::twoPoint)
        return inputError(worded("%1an effect has one draw, not two points", of),
                          worded("make two risks of one group of it"));
    if (auto fault = faultOfThree(effect.low, effect.likely, effect.high, effect.shape)) {
        fault->what = of + fault->what;
        return fault;
    }
    const bool factor = effect.kind == EffectKind::quantity || effect.kind == EffectKind::output;
    if (factor && (effect.low.sign() <= 0 || effect.high > Decimal(10)))
        return inputError(worded("%1a factor lies above 0 and up to 10", of));
    const bool days = effect.kind == EffectKind::suspension || effect.kind == EffectKind::access;
    if (days && (effect.low.sign() < 0 || effect.high > Decimal(3650)))
        return inputError(worded("%1days lie from 0 to 3,650", of));
    return {};
}

/// What the job keeps for its odds and weeks beside rows.
void jobFaults(const Programme& programme, std::vector<std::pair<std::string, Error>>& faults) {
    const Job& job = programme.job;
    const auto bad = [&](const Worded& what, const Worded& why) {
        faults.emplace_back("odds", inputError(std::string(what) + why));
    };
    const auto share = [&](const std::optional<Decimal>& value, const Worded& what) {
        if (value && !isShare(*value)) bad(what, worded(" lies from 0 to 1"));
    };
    share(job.alike, worded("a correlation"));
    share(job.alikeAll, worded("the correlation of all work"));
    share(job.keptWanted, worded("the share of promises"));
    if (job.sure && (job.sure->sign() <= 0 || *job.sure >= Decimal(1) || job.sure->scale() > 3))
        bad(worded("how sure one wants to be"), worded(" lies between 0 and 1, in thousandths"));
    if (job.alikeAll.value_or(Decimal(15, 2)) > job.alike.value_or(Decimal(3, 1)))
        bad(worded("the correlation of all work"), worded(" is at most that within a code"));
    if (job.oddsRuns && (*job.oddsRuns < 1 || *job.oddsRuns > 1'000'000))
        bad(worded("the runs"), worded(" are 1 to 1,000,000"));
    if (job.oddsSeed && *job.oddsSeed < 0) bad(worded("the seed"), worded(" is a whole number from 0 on"));
    if (job.oddsWidth && (*job.oddsWidth < 1 || *job.oddsWidth > 365))
        bad(worded("the width"), worded(" is 1 to 365 days"));
    const Decimal low = job.allowanceLow.value_or(Decimal(1)), high = job.allowanceHigh.value_or(Decimal(1));
    if (low.sign() < 0 || high < low || high > Decimal(10))
        bad(worded("factors of the allowance"), worded(" rise from 0 to 10"));
    if (job.firstWeekday && (*job.firstWeekday < 1 || *job.firstWeekday > 7))
        bad(worded("the first day of weeks"), worded(" is 1, Monday, to 7"));
    if (job.weeksAhead && (*job.weeksAhead < 1 || *job.weeksAhead > 26))
        bad(worded("weeks ahead"), worded(" are 1 to 26"));
}

} // namespace

std::optional<Error> faultOf(const SpreadRule& rule, const Programme&) {
    const int named =
        int(bool(rule.activity)) + int(bool(rule.bookItem)) + int(bool(rule.location)) + int(bool(rule.code));
    if (named > 1) return inputError(worded("a rule is for one thing: an activity, a book item, a place or a code"));
    if (bool(rule.code) != !rule.value.empty()) return inputError(worded("a rule for a code names one of its values"));
    if (auto fault = faultOfThree(rule.low, rule.likely, rule.high, rule.shape)) return fault;
    if (rule.low.sign() <= 0) return inputError(worded("low is above 0"));
    if (rule.in == SpreadIn::factor && rule.high > Decimal(10)) return inputError(worded("a factor is at most 10"));
    if (rule.in != SpreadIn::factor && !rule.activity && !(rule.in == SpreadIn::output && rule.bookItem))
        return inputError(worded("work is given for one activity, output for one or for a book item"),
                          worded("give factors, 1 is as planned"));
    if (rule.chance && !isShare(*rule.chance)) return inputError(worded("a chance lies from 0 to 100 %"));
    if (rule.chance && rule.shape != SpreadShape::twoPoint) return inputError(worded("only two points have a chance"));
    if (rule.tenths && (rule.shape == SpreadShape::twoPoint || rule.shape == SpreadShape::uniform))
        return inputError(worded("one time in ten is asked of triangles and PERT only"));
    if (rule.value.size() > longestChanceText || rule.note.size() > longestChanceText)
        return inputError(worded("a text of a rule is too long"));
    return {};
}

std::optional<Error> faultOf(const RegisteredRisk& risk, const Programme& programme) {
    if (!isShare(risk.chance)) return inputError(worded("a chance lies from 0 to 100 %"));
    for (const std::string* text : {&risk.key, &risk.title, &risk.group, &risk.owner, &risk.note})
        if (text->size() > longestChanceText) return inputError(worded("a text of a risk is too long"));
    if (risk.effects.size() > mostRiskEffects)
        return inputError(worded("a risk has at most %1 effects", mostRiskEffects));
    for (const RiskEffect& effect : risk.effects)
        if (auto fault = faultOfEffect(effect, programme)) return fault;
    return {};
}

std::vector<std::pair<std::string, Error>> faultsOfChance(const Programme& programme) {
    std::vector<std::pair<std::string, Error>> faults;
    jobFaults(programme, faults);
    const auto check = [&](const auto& row, const std::string& place) {
        describe::forEachDangling(programme, row,
                                  [&](const std::string& what) { faults.emplace_back(place, inputError(what)); });
        if (auto fault = faultOf(row, programme)) faults.emplace_back(place, *fault);
    };
    for (const SpreadRule& rule : programme.spreads) check(rule, "uncertainty");
    std::map<std::string, Fraction> groups;
    std::set<std::string> keys;
    for (const RegisteredRisk& risk : programme.risks) {
        check(risk, worded("risk %1", risk.key));
        if (!keys.insert(risk.key).second)
            faults.emplace_back(worded("risk %1", risk.key), inputError(worded("this id is used twice")));
        if (!risk.group.empty() && !risk.off) groups[risk.group] = groups[risk.group] + risk.chance;
    }
    for (const auto& [group, sum] : groups)
        if (Fraction(1) < sum)
            faults.emplace_back(worded("risks of %1", group),
                                inputError(worded("their chances add up to more than 100 %"),
                                           worded("at most one of a group strikes")));
    for (auto& fault : faultsOfWeather(programme)) faults.push_back(std::move(fault));
    return faults;
}

std::string freshRiskKey(const Programme& programme) {
    std::set<std::string> taken;
    for (const RegisteredRisk& risk : programme.risks) taken.insert(risk.key);
    for (int number = 1;; ++number)
        if (std::string key = "R" + std::to_string(number); !taken.contains(key)) return key;
}

const Code* tradeCodeOf(const Programme& programme) {
    return codeNamed(programme, programme.job.tradeCode, "trade");
}

const Code* alikeCodeOf(const Programme& programme) {
    return codeNamed(programme, programme.job.alikeCode, "trade");
}

} // namespace yarrin
