// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/chance_edits.h"

#include "core/base/worded.h"
#include "core/network/network.h"
#include "core/odds/uncertainty.h"
#include "edit/activity_edits.h"
#include "edit/place_edits.h"
#include "edit/typed.h"

#include <algorithm>

namespace yarrin {

namespace {

Error spreadRuleGone() {
    return inputError(worded("the rule is there no more"));
}
Error riskGone() {
    return inputError(worded("the risk is there no more"));
}

/// The figures of a text, with blanks, semicolons or dashes between them; in per cent where it says so.
Result<std::vector<Decimal>> figuresFrom(std::string_view text) {
    std::string plain(text);
    const auto exchange = [&](std::string_view from, std::string_view to) {
        for (std::size_t at = plain.find(from); at != std::string::npos; at = plain.find(from, at + to.size()))
            plain.replace(at, from.size(), to);
    };
    exchange("−", "-");
    exchange("–", " ");
    exchange(";", " ");
    const bool percent = plain.find('%') != std::string::npos;
    exchange("%", " ");
    std::vector<Decimal> figures;
    for (const std::string& word : listed(plain, ' ')) {
        if (word == "to" || word == "d" || word == "days") continue;
        const auto figure = parseFigure(word);
        if (!figure.ok()) return figure.errors();
        if (figure->scale() > 6) return inputError(worded("a figure has at most six decimals"));
        figures.push_back(percent ? Decimal(figure->mantissa(), figure->scale() + 2) : *figure);
    }
    return figures;
}

struct Three {
    Decimal low, likely, high;
};
/// One figure is certain, of two the likely one is the middle, for where there is none.
Result<Three> threeFrom(std::string_view text, const Decimal& times) {
    const auto figures = figuresFrom(text);
    if (!figures.ok()) return figures.errors();
    std::vector<Decimal> list;
    for (const Decimal& one : *figures) {
        const auto scaled = (Fraction(one) * Fraction(times)).rounded(times == Decimal(1) ? 6 : 0);
        if (!scaled) return inputError(worded("a figure is out of all bounds"));
        list.push_back(*scaled);
    }
    if (list.size() == 1) return Three{list[0], list[0], list[0]};
    if (list.size() == 2) {
        const auto middle = ((Fraction(list[0]) + Fraction(list[1])) / Fraction(2)).rounded(6);
        return Three{list[0], middle.value_or(list[0]), list[1]};
    }
    if (list.size() != 3)
        return inputError(worded("low, likely and high are wanted"), worded("write three figures, like 0.9 1 1.3"));
    return Three{list[0], list[1], list[2]};
}

std::string threeText(const Decimal& low, const Decimal& likely, const Decimal& high, SpreadShape shape,
                      const Decimal& times) {
    const auto text = [&](const Decimal& value) {
        const auto divided = (Fraction(value) / Fraction(times)).rounded(2);
        return times == Decimal(1) || !divided ? value.text() : divided->text();
    };
    const bool middle = shape == SpreadShape::triangular || shape == SpreadShape::pert;
    return text(low) + " – " + (middle ? text(likely) + " – " : "") + text(high);
}

Decimal dayOf(const Programme& programme, ActivityId id) {
    const Activity* activity = programme.activities.row(id);
    const auto calendar = activity ? resolve(programme.calendars.rows(), calendarOf(programme, *activity))
                                   : Result<ResolvedCalendar>(continuous());
    return Decimal(calendar.ok() ? calendar->dayMinutes : 480);
}

/// What one of a rule's figures is counted in.
Decimal unitOf(const Programme& programme, const SpreadRule& rule) {
    return rule.in == SpreadIn::work ? dayOf(programme, rule.activity) : Decimal(1);
}
Decimal unitOf(const Programme& programme, const RiskEffect& effect) {
    return effect.kind == EffectKind::addedWork ? dayOf(programme, effect.activity) : Decimal(1);
}

template <typename Rows> auto idOfKey(const Rows& rows, std::string_view key) {
    for (const auto& row : rows)
        if (row.key == key) return row.id;
    return decltype(rows.begin()->id){};
}

/// For what a rule is, from a text.
Fault takeScope(SpreadRule& rule, const Programme& programme, std::string_view typed) {
    const std::string text = trimmed(typed);
    rule.activity = {};
    rule.bookItem = {};
    rule.location = {};
    rule.code = {};
    rule.value.clear();
    if (text.empty() || lowered(text) == "all" || lowered(text) == "all work") return {};
    if (rule.activity = idOfKey(programme.activities, text); rule.activity) return {};
    if (text.starts_with("at "))
        if (rule.location = idOfKey(programme.locations, trimmed(text.substr(3))); rule.location) return {};
    if (const auto kind = workKindFrom(programme, text); kind.ok()) {
        rule.bookItem = kind->item;
        rule.code = kind->code;
        rule.value = kind->value;
        return {};
    }
    return inputError(
        worded("there is nothing called \"%1\"", text),
        worded("write the id of an activity, at and a place, item and one of the output book, a code and its "
               "value, or all"));
}

template <typename Row, typename Id, typename Change>
Outcome changeRow(Transaction& tx, Id id, const Error& gone, const Change& change) {
    const Row* row = tableOf<Row>(tx.programme()).row(id);
    if (!row) return gone;
    Row changed = *row;
    if (Fault fault = change(changed)) return *fault;
    if (Fault fault = faultOf(changed, tx.programme())) return *fault;
    tx.set(std::move(changed));
    return done();
}

Fault takeFigures(SpreadRule& rule, const Programme& programme, std::string_view text) {
    const auto three = threeFrom(text, unitOf(programme, rule));
    if (!three.ok()) return three.error();
    rule.low = three->low;
    rule.likely = three->likely;
    rule.high = three->high;
    return {};
}

/// Figures keep what they mean where they can: a rule begins anew in another unit.
Fault takeUnit(SpreadRule& rule, const Programme& programme, std::string_view text) {
    SpreadIn in = rule.in;
    if (Fault fault = choose(in, text)) return fault;
    if (in == rule.in) return {};
    rule.in = in;
    const Activity* activity = programme.activities.row(rule.activity);
    Decimal one(1);
    if (in == SpreadIn::work) {
        if (!activity)
            return inputError(worded("work is given for one activity"), worded("choose factors for more than one"));
        one =
            Decimal(activity->remaining.value_or(wholeDuration(*activity, dayOf(programme, rule.activity).mantissa())));
    } else if (in == SpreadIn::output) {
        const BookItem* item = programme.book.row(rule.bookItem);
        if (activity && activity->measure && activity->measure->outputPerCrewDay)
            one = *activity->measure->outputPerCrewDay;
        else if (item && item->outputPerCrewDay)
            one = *item->outputPerCrewDay;
        else
            return inputError(worded("there is no output a crew and day to compare with"),
                              worded("give factors of the work"));
    }
    rule.low = rule.likely = rule.high = one;
    return {};
}

bool saysYes(std::string_view text) {
    const std::string word = lowered(trimmed(text));
    return !word.empty() && word != "no";
}

Fault takeText(std::string& into, std::string_view text) {
    into = trimmed(text);
    return {};
}

std::string percentText(const Decimal& share) {
    const auto percent = (Fraction(share) * Fraction(100)).rounded(4);
    return (percent ? percent->text() : share.text()) + " %";
}

/// After a change: chances of a group that add up to too much are told where they arose.
Outcome checked(Transaction& tx, Outcome outcome) {
    if (!outcome.ok()) return outcome;
    for (const auto& [place, fault] : faultsOfChance(tx.programme())) {
        Error error = fault;
        error.place = place;
        return error;
    }
    return outcome;
}

} // namespace

Result<SpreadRuleId> addSpreadRule(Transaction& tx, std::string_view scope) {
    SpreadRule rule;
    rule.id = tx.programme().spreads.freshId();
    if (Fault fault = takeScope(rule, tx.programme(), scope)) return *fault;
    // Common practice for what nothing is known of: a tenth less, three tenths more.
    rule.low = Decimal(9, 1);
    rule.high = Decimal(13, 1);
    if (Fault fault = faultOf(rule, tx.programme())) return *fault;
    const SpreadRuleId id = rule.id;
    tx.append(std::move(rule));
    return id;
}

Outcome removeSpreadRules(Transaction& tx, std::span<const SpreadRuleId> ids) {
    for (const SpreadRuleId id : ids) {
        if (!tx.programme().spreads.row(id)) return spreadRuleGone();
        tx.erase<SpreadRule>(id);
    }
    return done();
}

Outcome moveSpreadRule(Transaction& tx, SpreadRuleId id, int by) {
    const std::size_t at = tx.programme().spreads.indexOf(id), size = tx.programme().spreads.size();
    if (at >= size) return spreadRuleGone();
    const auto to = std::clamp<std::ptrdiff_t>(std::ptrdiff_t(at) + by, 0, std::ptrdiff_t(size) - 1);
    if (std::size_t(to) == at) return done();
    SpreadRule rule = tx.programme().spreads[at];
    tx.erase<SpreadRule>(id);
    tx.insert(std::size_t(to), std::move(rule));
    return done();
}

Outcome setSpreadField(Transaction& tx, SpreadRuleId id, SpreadField field, std::string_view text) {
    const Programme& programme = tx.programme();
    return changeRow<SpreadRule>(tx, id, spreadRuleGone(), [&](SpreadRule& rule) -> Fault {
        switch (field) {
        case SpreadField::scope:
            return takeScope(rule, programme, text);
        case SpreadField::figures:
            return takeFigures(rule, programme, text);
        case SpreadField::in:
            return takeUnit(rule, programme, text);
        case SpreadField::shape:
            if (Fault fault = choose(rule.shape, text)) return fault;
            if (rule.shape != SpreadShape::twoPoint) rule.chance.reset();
            if (rule.shape == SpreadShape::twoPoint || rule.shape == SpreadShape::uniform) rule.tenths = false;
            return {};
        case SpreadField::chance:
            return readShare(rule.chance, text);
        case SpreadField::tenths:
            rule.tenths = saysYes(text);
            return {};
        case SpreadField::note:
            return takeText(rule.note, text);
        }
        return {};
    });
}

std::string spreadText(const Programme& programme, const SpreadRule& rule, SpreadField field) {
    switch (field) {
    case SpreadField::scope:
        return ruleText(programme, rule);
    case SpreadField::figures:
        return threeText(rule.low, rule.likely, rule.high, rule.shape, unitOf(programme, rule));
    case SpreadField::in:
        return std::string(wordOf(rule.in));
    case SpreadField::shape:
        return std::string(wordOf(rule.shape));
    case SpreadField::chance:
        return rule.chance ? percentText(*rule.chance) : std::string();
    case SpreadField::tenths:
        return rule.tenths ? "yes" : "";
    case SpreadField::note:
        return rule.note;
    }
    return {};
}

Outcome learnSpreadRule(Transaction& tx, std::string_view trade) {
    const Programme& programme = tx.programme();
    const auto learnt = learnSpread(programme, trade);
    const Code* code = tradeCodeOf(programme);
    if (!learnt || (!trade.empty() && !code))
        return inputError(worded("fewer than five activities with quantities are complete"),
                          worded("there is nothing to learn from yet"));
    SpreadRuleId id;
    for (const SpreadRule& rule : programme.spreads) {
        const bool ofAll = !rule.activity && !rule.bookItem && !rule.location && !rule.code;
        const bool ofTrade = code && rule.code == code->id && rule.value == trade;
        if (trade.empty() ? ofAll : ofTrade) id = rule.id; // of several the last counts
    }
    if (!id) {
        const auto added = addSpreadRule(tx, trade.empty() ? "all" : code->key + " " + std::string(trade));
        if (!added.ok()) return added.errors();
        id = *added;
    }
    const std::string figures = learnt->low.text() + " " + learnt->likely.text() + " " + learnt->high.text();
    const std::string note = worded("achieved by %1 complete activities", learnt->samples);
    for (const auto& [field, text] :
         {std::pair{SpreadField::shape, std::string("triangular")}, std::pair{SpreadField::in, std::string("factor")},
          std::pair{SpreadField::figures, figures}, std::pair{SpreadField::tenths, std::string("yes")},
          std::pair{SpreadField::note, note}})
        if (Outcome set = setSpreadField(tx, id, field, text); !set.ok()) return set;
    const SpreadRule& rule = *tx.programme().spreads.row(id);
    const Spread spread{rule.low.toDouble(), rule.likely.toDouble(), rule.high.toDouble(), rule.shape, 0.5};
    return fromTenths(spread).ok() ? done() : setSpreadField(tx, id, SpreadField::tenths, "");
}

Result<RiskId> addRisk(Transaction& tx, std::string_view title) {
    RegisteredRisk risk;
    risk.id = tx.programme().risks.freshId();
    risk.key = freshRiskKey(tx.programme());
    risk.title = trimmed(title);
    risk.chance = Decimal(1, 1);
    if (Fault fault = faultOf(risk, tx.programme())) return *fault;
    const RiskId id = risk.id;
    tx.append(std::move(risk));
    return id;
}

Outcome removeRisks(Transaction& tx, std::span<const RiskId> ids) {
    for (const RiskId id : ids) {
        if (!tx.programme().risks.row(id)) return riskGone();
        tx.erase<RegisteredRisk>(id);
    }
    return done();
}

Outcome setRiskField(Transaction& tx, RiskId id, RiskField field, std::string_view text) {
    const Programme& programme = tx.programme();
    return checked(tx, changeRow<RegisteredRisk>(tx, id, riskGone(), [&](RegisteredRisk& risk) -> Fault {
                       switch (field) {
                       case RiskField::key:
                           return takeKey(programme.risks, risk, trimmed(text));
                       case RiskField::title:
                           return takeText(risk.title, text);
                       case RiskField::risk:
                           return choose(risk.risk, text);
                       case RiskField::chance: {
                           std::optional<Decimal> share;
                           if (Fault fault = readShare(share, text)) {
                               if (fault->what.id == "a share is at most 100 %")
                                   fault->what = worded("a chance lies from 0 to 100 %");
                               return fault;
                           }
                           if (!share) return inputError(worded("a risk has a chance"), worded("from 0 to 100 %"));
                           risk.chance = *share;
                           return {};
                       }
                       case RiskField::group:
                           return takeText(risk.group, text);
                       case RiskField::off:
                           risk.off = saysYes(text);
                           return {};
                       case RiskField::event: {
                           const std::string key = trimmed(text);
                           risk.event = key.empty() ? EventId{} : idOfKey(programme.events, key);
                           if (!key.empty() && !risk.event) return inputError(worded("there is no event %1", key));
                           if (risk.event) risk.off = true;
                           return {};
                       }
                       case RiskField::owner:
                           return takeText(risk.owner, text);
                       case RiskField::note:
                           return takeText(risk.note, text);
                       }
                       return {};
                   }));
}

std::string riskText(const Programme& programme, const RegisteredRisk& risk, RiskField field) {
    switch (field) {
    case RiskField::key:
        return risk.key;
    case RiskField::title:
        return risk.title;
    case RiskField::risk:
        return std::string(wordOf(risk.risk));
    case RiskField::chance:
        return percentText(risk.chance);
    case RiskField::group:
        return risk.group;
    case RiskField::off:
        return risk.off ? "yes" : "";
    case RiskField::event: {
        const DelayEvent* event = programme.events.row(risk.event);
        return event ? event->key : std::string();
    }
    case RiskField::owner:
        return risk.owner;
    case RiskField::note:
        return risk.note;
    }
    return {};
}

namespace {

/// On what an effect is: an activity, else a calendar.
Fault takeTarget(RiskEffect& effect, const Programme& programme, std::string_view typed) {
    const std::string key = trimmed(typed);
    const ActivityId activity = idOfKey(programme.activities, key);
    const CalendarId calendar = activity ? CalendarId{} : idOfKey(programme.calendars, key);
    if (!activity && !calendar)
        return inputError(worded("there is no activity %1", key),
                          worded("nor a calendar: write the id of one of them"));
    effect.activity = activity;
    effect.calendar = calendar;
    if (calendar) {
        const bool wasDays = effect.kind == EffectKind::suspension;
        effect.kind = EffectKind::suspension;
        if (!wasDays) effect.low = effect.likely = effect.high = Decimal(5);
    } else {
        effect.from = effect.to = {};
    }
    return {};
}

} // namespace

Outcome addRiskEffect(Transaction& tx, RiskId id, std::string_view target) {
    const Programme& programme = tx.programme();
    return changeRow<RegisteredRisk>(tx, id, riskGone(), [&](RegisteredRisk& risk) -> Fault {
        RiskEffect effect;
        if (Fault fault = takeTarget(effect, programme, target)) return fault;
        if (effect.calendar) {
            risk.effects.push_back(effect);
            return {};
        }
        const Decimal day = dayOf(programme, effect.activity);
        effect.low = effect.likely = effect.high = Decimal(5 * day.mantissa());
        const Activity* row = programme.activities.row(effect.activity);
        if (row->kind != ActivityKind::task) {
            effect.kind = EffectKind::access;
            effect.low = effect.likely = effect.high = Decimal(5);
        }
        risk.effects.push_back(effect);
        return {};
    });
}

Outcome removeRiskEffect(Transaction& tx, RiskId id, std::size_t index) {
    return changeRow<RegisteredRisk>(tx, id, riskGone(), [&](RegisteredRisk& risk) -> Fault {
        if (index >= risk.effects.size()) return inputError(worded("the effect is there no more"));
        risk.effects.erase(risk.effects.begin() + std::ptrdiff_t(index));
        return {};
    });
}

Outcome setRiskEffectField(Transaction& tx, RiskId id, std::size_t index, RiskEffectField field,
                           std::string_view text) {
    const Programme& programme = tx.programme();
    return changeRow<RegisteredRisk>(tx, id, riskGone(), [&](RegisteredRisk& risk) -> Fault {
        if (index >= risk.effects.size()) return inputError(worded("the effect is there no more"));
        RiskEffect& effect = risk.effects[index];
        const Decimal before = unitOf(programme, effect);
        switch (field) {
        case RiskEffectField::target:
            if (Fault fault = takeTarget(effect, programme, text)) return fault;
            if (effect.calendar) return {};
            break;
        case RiskEffectField::from:
            return readDate(effect.from, text);
        case RiskEffectField::to:
            return readDate(effect.to, text);
        case RiskEffectField::kind: {
            const EffectKind was = effect.kind;
            if (Fault fault = choose(effect.kind, text)) return fault;
            const auto isFactor = [](EffectKind kind) {
                return kind == EffectKind::quantity || kind == EffectKind::output;
            };
            if (isFactor(was) != isFactor(effect.kind)) {
                effect.low = effect.likely = effect.high = isFactor(effect.kind) ? Decimal(1) : Decimal(0);
                return {};
            }
            break;
        }
        case RiskEffectField::figures: {
            const auto three = threeFrom(text, before);
            if (!three.ok()) return three.error();
            effect.low = three->low;
            effect.likely = three->likely;
            effect.high = three->high;
            return {};
        }
        case RiskEffectField::shape:
            return choose(effect.shape, text);
        }
        // So many days stay so many days.
        const Decimal after = unitOf(programme, effect);
        for (Decimal* one : {&effect.low, &effect.likely, &effect.high})
            *one = (Fraction(*one) * Fraction(after) / Fraction(before))
                       .rounded(after == Decimal(1) ? 6 : 0)
                       .value_or(*one);
        return {};
    });
}

std::string riskEffectText(const Programme& programme, const RiskEffect& effect, RiskEffectField field) {
    switch (field) {
    case RiskEffectField::target: {
        const Activity* activity = programme.activities.row(effect.activity);
        const Calendar* calendar = programme.calendars.row(effect.calendar);
        return activity ? activity->key : calendar ? calendar->key : std::string();
    }
    case RiskEffectField::from:
        return effect.from ? isoDate(*effect.from) : std::string();
    case RiskEffectField::to:
        return effect.to ? isoDate(*effect.to) : std::string();
    case RiskEffectField::kind:
        return std::string(wordOf(effect.kind));
    case RiskEffectField::figures:
        return threeText(effect.low, effect.likely, effect.high, effect.shape, unitOf(programme, effect));
    case RiskEffectField::shape:
        return std::string(wordOf(effect.shape));
    }
    return {};
}

namespace {

/// Where a number of the job is.
std::optional<int>* numberOf(Job& job, OddsField field) {
    switch (field) {
    case OddsField::runs:
        return &job.oddsRuns;
    case OddsField::seed:
        return &job.oddsSeed;
    case OddsField::width:
        return &job.oddsWidth;
    case OddsField::firstWeekday:
        return &job.firstWeekday;
    case OddsField::weeksAhead:
        return &job.weeksAhead;
    default:
        return nullptr;
    }
}
std::optional<Decimal>* figureOf(Job& job, OddsField field) {
    switch (field) {
    case OddsField::alike:
        return &job.alike;
    case OddsField::alikeAll:
        return &job.alikeAll;
    case OddsField::allowanceLow:
        return &job.allowanceLow;
    case OddsField::allowanceHigh:
        return &job.allowanceHigh;
    default:
        return nullptr;
    }
}

} // namespace

Outcome setOddsField(Transaction& tx, OddsField field, std::string_view typed) {
    Job job = tx.programme().job;
    std::string text = trimmed(typed);
    if (auto* number = numberOf(job, field)) {
        std::erase(text, ','); // 10,000
        const auto read = wholeNumber(text);
        if (!read && !text.empty()) return inputError(worded("\"%1\" is no whole number", text));
        *number = read;
    } else if (auto* figure = figureOf(job, field)) {
        if (Fault fault = readSum(*figure, text, "it")) return *fault;
    } else if (field == OddsField::sure || field == OddsField::keptWanted) {
        if (Fault fault = readShare(field == OddsField::sure ? job.sure : job.keptWanted, text)) return *fault;
    } else if (field == OddsField::weather) {
        if (Fault fault = choose(job.oddsWeather, text)) return *fault;
    } else {
        CodeId& code = field == OddsField::alikeCode ? job.alikeCode : job.tradeCode;
        code = text.empty() ? CodeId{} : idOfKey(tx.programme().codes, text);
        if (!text.empty() && !code) return inputError(worded("there is no code %1", text));
    }
    tx.setJob(std::move(job));
    return checked(tx, done());
}

std::string oddsText(const Programme& programme, OddsField field) {
    Job job = programme.job;
    if (const auto* number = numberOf(job, field)) return *number ? std::to_string(**number) : std::string();
    if (const auto* figure = figureOf(job, field)) return *figure ? (*figure)->text() : std::string();
    if (field == OddsField::sure) return job.sure ? percentText(*job.sure) : std::string();
    if (field == OddsField::keptWanted) return job.keptWanted ? percentText(*job.keptWanted) : std::string();
    if (field == OddsField::weather) return std::string(wordOf(job.oddsWeather));
    const Code* code = programme.codes.row(field == OddsField::alikeCode ? job.alikeCode : job.tradeCode);
    return code ? code->key : std::string();
}

} // namespace yarrin
