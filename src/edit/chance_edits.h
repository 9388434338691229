// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <span>
#include <string>
#include <string_view>

namespace yarrin {

/// A rule of how work may come out: for an activity by its id, "at Z1", "item C01", "trade Marine", or all.
[[nodiscard]] Result<SpreadRuleId> addSpreadRule(Transaction& tx, std::string_view scope);
[[nodiscard]] Outcome removeSpreadRules(Transaction& tx, std::span<const SpreadRuleId> ids);
/// So many places down, or up: of equally narrow rules the last counts.
[[nodiscard]] Outcome moveSpreadRule(Transaction& tx, SpreadRuleId id, int by);

enum class SpreadField { scope, figures, in, shape, chance, tenths, note };
/// A field as typed. Figures are low, likely and high ("0.9 1 1.3", "90 % 100 % 130 %"), of work in days of the
/// activity's calendar, or two of them where there is no likely one; a chance is in per cent; "yes" or nothing for what
/// is so or not.
[[nodiscard]] Outcome setSpreadField(Transaction& tx, SpreadRuleId id, SpreadField field, std::string_view text);
/// The text that setSpreadField reads back.
[[nodiscard]] std::string spreadText(const Programme& programme, const SpreadRule& rule, SpreadField field);

/// Makes the rule of all work, or of a value of the job's trades, say what complete work has shown: tenths of a
/// triangle where there are such, else the least and the most. Refused where fewer than five activities have shown
/// anything.
[[nodiscard]] Outcome learnSpreadRule(Transaction& tx, std::string_view trade);

/// A line of the register. Its id is the next that is free.
[[nodiscard]] Result<RiskId> addRisk(Transaction& tx, std::string_view title);
[[nodiscard]] Outcome removeRisks(Transaction& tx, std::span<const RiskId> ids);

enum class RiskField { key, title, risk, chance, group, off, event, owner, note };
/// A field as typed: a chance in per cent, an event by its id; a risk that became an event is drawn no more.
[[nodiscard]] Outcome setRiskField(Transaction& tx, RiskId id, RiskField field, std::string_view text);
[[nodiscard]] std::string riskText(const Programme& programme, const RegisteredRisk& risk, RiskField field);

/// What a risk does to an activity, or to a calendar: named by its id.
[[nodiscard]] Outcome addRiskEffect(Transaction& tx, RiskId id, std::string_view target);
[[nodiscard]] Outcome removeRiskEffect(Transaction& tx, RiskId id, std::size_t index);
enum class RiskEffectField { target, kind, figures, shape, from, to };
/// Figures are days (of work, without work, or until access), or factors: "5 10 20", "-10 -6 -4". A calendar can only
/// be without work; between which days that begins is a date, or nothing.
[[nodiscard]] Outcome setRiskEffectField(Transaction& tx, RiskId id, std::size_t index, RiskEffectField field,
                                         std::string_view text);
[[nodiscard]] std::string riskEffectText(const Programme& programme, const RiskEffect& effect, RiskEffectField field);

enum class OddsField {
    weather,
    alikeCode,
    alike,
    alikeAll,
    allowanceLow,
    allowanceHigh,
    runs,
    seed,
    sure,
    width,
    firstWeekday,
    weeksAhead,
    keptWanted,
    tradeCode
};
/// What the job keeps for its odds and weeks, as typed; nothing takes it away.
[[nodiscard]] Outcome setOddsField(Transaction& tx, OddsField field, std::string_view text);
[[nodiscard]] std::string oddsText(const Programme& programme, OddsField field);

} // namespace yarrin
