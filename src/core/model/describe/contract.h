// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/field.h"
#include "core/model/programme.h"

/// The job, its sections, and events of delay.
namespace yarrin::describe {

/// What there is only one of stands in the native file as a table of names and values; in the open text format at the
/// top, among the options and in the contract.
template <> struct Described<Job> {
    static constexpr std::string_view table = "job";
    static constexpr std::tuple top{field(&Job::title, "title").always(),
                                    field(&Job::start, "start").always().needed(),
                                    field(&Job::dataDate, "data_date").always(),
                                    field(&Job::defaultCalendar, "default_calendar").always().gone(WhenGone::byAnEdit),
                                    field(&Job::firm, "firm").since(14),
                                    field(&Job::logo, "logo").since(14)};
    static constexpr std::tuple options{field(&Job::lagCalendar, "lag_calendar").always(),
                                        field(&Job::outOfSequence, "out_of_sequence").always(),
                                        field(&Job::lateDatesFrom, "late_dates_from").always(),
                                        field(&Job::requiredFinish, "required_finish").always(),
                                        field(&Job::criticalFloat, "critical_float").always(),
                                        field(&Job::nearCriticalFloat, "near_critical_float").always(),
                                        field(&Job::codePattern, "code_pattern").since(2).always()};
    static constexpr std::tuple money{
        field(&Job::currency, "currency").always(), field(&Job::contractSum, "contract_sum").always(),
        field(&Job::damagesCap, "damages_cap").always(), field(&Job::damagesCapShare, "damages_cap_share").always()};
    static constexpr std::tuple periods{field(&Job::noticeDays, "notice_days").since(5),
                                        field(&Job::particularsDays, "particulars_days").since(5),
                                        field(&Job::concurrency, "concurrency").since(8),
                                        field(&Job::nearDays, "near_days").since(8),
                                        field(&Job::causesOnly, "causes_only").since(9),
                                        field(&Job::neutralPaid, "neutral_paid").since(9),
                                        field(&Job::particularsFrom, "particulars_from").since(9),
                                        field(&Job::updateDays, "update_days").since(9),
                                        field(&Job::noticeIsCondition, "notice_is_condition").since(9),
                                        field(&Job::barredCount, "barred_count").since(9),
                                        field(&Job::baseline, "baseline").since(9),
                                        field(&Job::leftOut, "left_out").since(9),
                                        field(&Job::tooOldDays, "too_old_days").since(9),
                                        field(&Job::interestRate, "interest_rate").since(9),
                                        field(&Job::tenderOverhead, "tender_overhead").since(9),
                                        field(&Job::companyOverhead, "company_overhead").since(9),
                                        field(&Job::companyTurnover, "company_turnover").since(9),
                                        field(&Job::billedHere, "billed_here").since(9),
                                        field(&Job::billedInAll, "billed_in_all").since(9),
                                        field(&Job::overheadInAll, "overhead_in_all").since(9)};
    static constexpr std::tuple terms{
        field(&Job::applyEvery, "interval").column("apply_every").since(11),
        field(&Job::daysToPay, "days_to_pay").since(11), field(&Job::retention, "retention").since(11),
        field(&Job::defectsDays, "defects_days").since(11), field(&Job::financeRate, "finance_rate").since(11)};
    static constexpr std::tuple pay{field(&Job::payLabour, "labour").column("pay_labour").since(11),
                                    field(&Job::payPlant, "plant").column("pay_plant").since(11),
                                    field(&Job::payMaterials, "materials").column("pay_materials").since(11),
                                    field(&Job::paySubcontract, "subcontract").column("pay_subcontract").since(11),
                                    field(&Job::payTimeRelated, "time-related").column("pay_time_related").since(11),
                                    field(&Job::payOther, "other").column("pay_other").since(11)};
    static constexpr std::tuple odds{field(&Job::oddsWeather, "weather").column("odds_weather").since(15),
                                     field(&Job::alikeCode, "code").column("alike_code").since(15),
                                     field(&Job::alike, "r").column("alike").since(15),
                                     field(&Job::alikeAll, "r_job").column("alike_all").since(15),
                                     field(&Job::allowanceLow, "allowance_low").since(15),
                                     field(&Job::allowanceHigh, "allowance_high").since(15),
                                     field(&Job::oddsRuns, "runs").column("odds_runs").since(15),
                                     field(&Job::oddsSeed, "seed").column("odds_seed").since(15),
                                     field(&Job::sure, "sure").since(15),
                                     field(&Job::oddsWidth, "width").column("odds_width").since(15),
                                     field(&Job::firstWeekday, "first_weekday").since(15),
                                     field(&Job::weeksAhead, "weeks_ahead").since(15),
                                     field(&Job::keptWanted, "kept_wanted").since(15),
                                     field(&Job::tradeCode, "trade_code").since(15)};
    static constexpr std::tuple fields = std::tuple_cat(top, options, money, periods, terms, pay, odds);
};

template <> struct Described<RateStep> {
    static constexpr std::tuple fields{field(&RateStep::fromDay, "from_day").always(),
                                       field(&RateStep::rate, "rate").always()};
};

template <> struct Described<Possession> {
    static constexpr std::tuple fields{field(&Possession::date, "date").column("day").needed().always(),
                                       field(&Possession::share, "share").always()};
};

template <> struct Described<Deduction> {
    static constexpr std::tuple fields{field(&Deduction::kind, "kind").needed().always(),
                                       field(&Deduction::date, "date").column("day").needed().always(),
                                       field(&Deduction::sum, "sum").always(), field(&Deduction::note, "note")};
};

template <> struct Described<SlipMark> {
    static constexpr std::tuple fields{field(&SlipMark::window, "window").column("window_end").needed().always(),
                                       field(&SlipMark::is, "is").column("taken_for").needed().always(),
                                       field(&SlipMark::who, "who"), field(&SlipMark::on, "on").column("said_on"),
                                       field(&SlipMark::note, "note")};
};

template <> struct Described<Section> {
    static constexpr std::string_view table = "section", list = "sections";
    static constexpr std::tuple fields{
        field(&Section::key, "id").column("key").needed().always(),
        field(&Section::name, "name").always(),
        field(&Section::milestone, "milestone").always(),
        field(&Section::completion, "completion").needed().always(),
        field(&Section::rate, "rate").always(),
        field(&Section::per, "per").always(),
        field(&Section::part, "part").always(),
        field(&Section::cap, "cap").always(),
        field(&Section::grantedDays, "granted_days").always(),
        field(&Section::graceDays, "grace_days").since(9),
        field(&Section::steps, "steps").since(9).in({"rate_step", "section"}),
        field(&Section::bonus, "bonus").since(9),
        field(&Section::bonusCap, "bonus_cap").since(9),
        field(&Section::takenOver, "taken_over").since(9),
        field(&Section::possessions, "possessions").since(9).in({"possession", "section"}),
        field(&Section::deductions, "deductions").since(9).in({"deduction", "section"}),
        field(&Section::slips, "slips").since(9).in({"slip_mark", "section"})};
};

template <> struct Described<EventDays> {
    static constexpr std::tuple fields{field(&EventDays::section, "section").needed().gone(WhenGone::goesToo),
                                       field(&EventDays::claimed, "claimed").always(),
                                       field(&EventDays::assessed, "assessed").always(),
                                       field(&EventDays::granted, "granted").since(5)};
};

template <> struct Described<Effect> {
    static constexpr std::tuple fields{field(&Effect::kind, "kind").needed().always(),
                                       field(&Effect::activity, "activity").needed().always().gone(WhenGone::goesToo),
                                       field(&Effect::work, "work"),
                                       field(&Effect::from, "from").column("from_date"),
                                       field(&Effect::to, "to").column("to_date"),
                                       field(&Effect::value, "value")};
};

template <> struct Described<ClaimEntry> {
    static constexpr std::tuple fields{field(&ClaimEntry::step, "step").needed().always(),
                                       field(&ClaimEntry::date, "date").column("day").needed().always(),
                                       field(&ClaimEntry::section, "section").needed().always().gone(WhenGone::goesToo),
                                       field(&ClaimEntry::days, "days"), field(&ClaimEntry::letter, "letter")};
};

template <> struct Described<EventUpdate> {
    static constexpr std::tuple fields{field(&EventUpdate::date, "date").column("day").needed().always(),
                                       field(&EventUpdate::note, "note")};
};

template <> struct Described<DelayEvent> {
    static constexpr std::string_view table = "event", list = "events";
    static constexpr std::tuple fields{
        field(&DelayEvent::key, "id").column("key").needed().always(),
        field(&DelayEvent::sectionDays, "section_days").always().in({"event_days", "event"}),
        field(&DelayEvent::risk, "risk").always(),
        field(&DelayEvent::state, "state").always(),
        field(&DelayEvent::title, "title").since(5),
        field(&DelayEvent::description, "description").since(5),
        field(&DelayEvent::cause, "cause").since(5),
        field(&DelayEvent::from, "from").column("from_date").since(5),
        field(&DelayEvent::to, "to").column("to_date").since(5),
        field(&DelayEvent::known, "known").since(5),
        field(&DelayEvent::noticeGiven, "notice_given").since(5),
        field(&DelayEvent::particularsGiven, "particulars_given").since(5),
        field(&DelayEvent::documents, "documents").since(5).in({"event_document", "event", "place"}),
        field(&DelayEvent::affects, "affects").since(5).in({"event_activity", "event", "activity"}),
        field(&DelayEvent::effects, "effects").since(5).in({"event_effect", "event"}),
        field(&DelayEvent::inForecast, "in_forecast").since(5),
        field(&DelayEvent::course, "course").since(9).in({"claim_entry", "event"}),
        field(&DelayEvent::updates, "updates").since(9).in({"event_update", "event"})};
};

template <> struct Described<DaysWon> {
    static constexpr std::tuple fields{field(&DaysWon::section, "section").needed().always().gone(WhenGone::goesToo),
                                       field(&DaysWon::days, "days").always()};
};

template <> struct Described<Acceleration> {
    static constexpr std::string_view table = "acceleration", list = "accelerations";
    static constexpr int since = 9;
    static constexpr std::tuple fields{
        field(&Acceleration::key, "id").column("key").needed().always(),
        field(&Acceleration::title, "title"),
        field(&Acceleration::by, "by").column("won_by").always(),
        field(&Acceleration::how, "how").always(),
        field(&Acceleration::from, "from").column("from_date"),
        field(&Acceleration::to, "to").column("to_date"),
        field(&Acceleration::cost, "cost"),
        field(&Acceleration::won, "won").in({"days_won", "acceleration"}),
        field(&Acceleration::activities, "activities").in({"acceleration_activity", "acceleration", "activity"}),
        field(&Acceleration::note, "note")};
};

template <> struct Described<MeasuredMile> {
    static constexpr std::string_view table = "measured_mile", list = "measured_miles";
    static constexpr int since = 9;
    static constexpr std::tuple fields{field(&MeasuredMile::key, "id").column("key").needed().always(),
                                       field(&MeasuredMile::title, "title"),
                                       field(&MeasuredMile::event, "event"),
                                       field(&MeasuredMile::item, "item").column("book_item"),
                                       field(&MeasuredMile::quietFrom, "quiet_from"),
                                       field(&MeasuredMile::quietTo, "quiet_to"),
                                       field(&MeasuredMile::hurtFrom, "hurt_from"),
                                       field(&MeasuredMile::hurtTo, "hurt_to"),
                                       field(&MeasuredMile::costPerHour, "cost_per_hour"),
                                       field(&MeasuredMile::note, "note")};
};

} // namespace yarrin::describe
