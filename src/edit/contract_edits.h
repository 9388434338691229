// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/typed_date.h"
#include "edit/transaction.h"

#include <string_view>

namespace yarrin {

[[nodiscard]] Outcome setTitle(Transaction& tx, std::string_view title);
/// The start of the programme; its time of day stays.
[[nodiscard]] Outcome setStart(Transaction& tx, std::string_view date);
[[nodiscard]] Outcome setRequiredFinish(Transaction& tx, std::string_view date);
[[nodiscard]] Outcome setCurrency(Transaction& tx, std::string_view code);
enum class JobSum {
    contractSum,
    damagesCap,
    damagesCapShare, ///< in per cent, as interest and the tender's overheads
    interestRate,
    tenderOverhead,
    companyOverhead,
    companyTurnover,
    billedHere,
    billedInAll,
    overheadInAll,
};
/// A sum of the contract as typed; a share in per cent; empty takes it away.
[[nodiscard]] Outcome setJobSum(Transaction& tx, JobSum which, std::string_view text);
enum class Period {
    notice,
    particulars,
    update, ///< of an event that lasts
    tooOld, ///< between a stand and an event that is put into it
};
/// A period of the contract in calendar days as typed; empty takes it away.
[[nodiscard]] Outcome setPeriod(Transaction& tx, Period which, std::string_view text);
/// How concurrent delay is answered for.
[[nodiscard]] Outcome setConcurrency(Transaction& tx, ConcurrencyRule rule);
/// From when particulars run.
[[nodiscard]] Outcome setParticularsFrom(Transaction& tx, ParticularsFrom from);
enum class JobSwitch { causesOnly, neutralPaid, noticeIsCondition, barredCount };
[[nodiscard]] Outcome setJobSwitch(Transaction& tx, JobSwitch which, bool on);
/// The revision that analyses begin with, by its letter; none is the contract programme in force.
[[nodiscard]] Outcome setBaseline(Transaction& tx, std::string_view revision);
/// Leaves a revision out of the stands, or takes it in again.
[[nodiscard]] Outcome setLeftOut(Transaction& tx, std::string_view revision, bool out);
/// Days within which a path counts as driving, as typed; empty is none.
[[nodiscard]] Outcome setNearDays(Transaction& tx, std::string_view text);
[[nodiscard]] Outcome setLateDatesFrom(Transaction& tx, LateDatesFrom from);

[[nodiscard]] Result<SectionId> addSection(Transaction& tx);
[[nodiscard]] Outcome removeSection(Transaction& tx, SectionId id);
enum class SectionField {
    key,
    name,
    milestone,
    completion,
    rate,
    per,
    part,
    cap,
    granted,
    grace,
    bonus,
    bonusCap,
    takenOver,
};
/// One field of a section as typed or chosen; milestones are named by id, choices by their words.
[[nodiscard]] Outcome setSectionField(Transaction& tx, SectionId id, SectionField field, std::string_view text);

} // namespace yarrin
