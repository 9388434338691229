// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/model/chance.h"
#include "core/model/resource.h"
#include "core/time/calendar.h"

#include <optional>
#include <string>

namespace yarrin {

enum class OutOfSequence { wait, carryOn };
enum class LateDatesFrom { programmeFinish, contract };

/// How days are answered for on which both sides delayed completion: docs/engine.md section 11.
enum class ConcurrencyRule {
    timeNotMoney,   ///< time for the employer's event, money only for what it moves beyond the own delay
    effectiveCause, ///< who began first (SCL Protocol, core principle 10)
    apportioned,    ///< shared days by what each would have moved alone
};

inline constexpr int mostNearDays = 365; ///< as far as paths may lie apart that count as driving
/// From when the period for particulars runs.
enum class ParticularsFrom {
    notice,
    awareness, ///< when the event was first known
    end,       ///< when it ended; nothing runs while it lasts
};

/// What a programme has only one of.
struct Job {
    std::string title, firm, logo; ///< of the firm: its name and sign, see faultOfLogo
    Instant start;
    std::optional<Instant> dataDate;
    CalendarId defaultCalendar = continuousCalendar;
    LagCalendar lagCalendar = LagCalendar::predecessor;
    OutOfSequence outOfSequence = OutOfSequence::wait;
    LateDatesFrom lateDatesFrom = LateDatesFrom::programmeFinish;
    std::optional<Instant> requiredFinish;
    Minutes criticalFloat = 0;
    std::optional<Minutes> nearCriticalFloat; ///< none: five days of the activity's calendar
    std::string currency = "GBP";
    std::optional<Decimal> contractSum;
    std::optional<Decimal> damagesCap;
    std::optional<Decimal> damagesCapShare; ///< of the contract sum
    std::string codePattern = "1.1";        ///< of the breakdown, see core/model/codes.h
    std::optional<int> noticeDays;          ///< calendar days from knowing of an event to its notice
    std::optional<int> particularsDays;     ///< from the notice to the particulars
    ConcurrencyRule concurrency = ConcurrencyRule::timeNotMoney;
    int nearDays = 0;         ///< paths so near to the driving one count as driving when a slip is taken apart
    bool causesOnly = false;  ///< own delays lie beside others on the days of their causes only, not as long as felt
    bool neutralPaid = false; ///< nobody's delay beside the employer's takes no money from it
    ParticularsFrom particularsFrom = ParticularsFrom::notice;
    std::optional<int> updateDays;         ///< from one update of an event that lasts to the next
    bool noticeIsCondition = false;        ///< without notice in time there is no time
    bool barredCount = true;               ///< what lapsed relieves the exposure all the same
    std::string baseline;                  ///< revision that analyses begin with; none: the contract programme in force
    std::string leftOut;                   ///< revisions that are no stands, with semicolons between them
    std::optional<int> tooOldDays;         ///< a stand so much older than an event is flagged
    std::optional<Decimal> interestRate;   ///< a year, as a share, on what is repayable
    std::optional<Decimal> tenderOverhead; ///< head office in the tender, as a share of the contract sum
    std::optional<Decimal> companyOverhead, companyTurnover; ///< of the firm in a year
    std::optional<Decimal> billedHere, billedInAll;          ///< of the job and of the firm over the job's actual time
    std::optional<Decimal> overheadInAll;                    ///< the firm's head office over that time
    ApplyEvery applyEvery = ApplyEvery::month;
    std::optional<int> daysToPay,
        defectsDays; ///< from an application, and from completion to the rest of the retention
    std::optional<Decimal> retention, financeRate; ///< shares: of each application, and a year of money that is out
    OddsWeather oddsWeather = OddsWeather::allowance;
    CodeId alikeCode;                                   ///< work of one of its values comes out alike; none: "trade"
    std::optional<Decimal> alike, alikeAll;             ///< correlations; none: 0.3 and 0.15
    std::optional<Decimal> allowanceLow, allowanceHigh; ///< factors of the allowance that odds draw between
    std::optional<int> oddsRuns, oddsSeed;              ///< none: 5,000 and 1
    std::optional<Decimal> sure;                        ///< how sure a date or a sum shall be, a share; none: 0.8
    std::optional<int> oddsWidth; ///< working days that the interval of that date may be wide; none: five
    std::optional<int> firstWeekday, weeksAhead; ///< of weeks: 1 is Monday; how many are looked ahead, none: six
    std::optional<Decimal> keptWanted;           ///< share of promises that should be kept; none: 0.8
    CodeId tradeCode;                            ///< of firms and weeks; none: the code called "trade"
    std::optional<int> payLabour, payPlant, payMaterials, paySubcontract, payTimeRelated, payOther; ///< days to pay
    friend bool operator==(const Job&, const Job&) = default;
};

} // namespace yarrin
