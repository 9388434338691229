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
    static constexpr std::tuple top{field(&Job::title, "title").always(), field(&Job::start, "start").always().needed(),
                                    field(&Job::dataDate, "data_date").always(),
                                    field(&Job::defaultCalendar, "default_calendar").always().gone(WhenGone::byAnEdit)};
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
    static constexpr std::tuple periods{
        field(&Job::noticeDays, "notice_days").since(5), field(&Job::particularsDays, "particulars_days").since(5),
        field(&Job::concurrency, "concurrency").since(8), field(&Job::nearDays, "near_days").since(8)};
    static constexpr std::tuple fields = std::tuple_cat(top, options, money, periods);
};

template <> struct Described<Section> {
    static constexpr std::string_view table = "section", list = "sections";
    static constexpr std::tuple fields{field(&Section::key, "id").column("key").needed().always(),
                                       field(&Section::name, "name").always(),
                                       field(&Section::milestone, "milestone").always(),
                                       field(&Section::completion, "completion").needed().always(),
                                       field(&Section::rate, "rate").always(),
                                       field(&Section::per, "per").always(),
                                       field(&Section::part, "part").always(),
                                       field(&Section::cap, "cap").always(),
                                       field(&Section::grantedDays, "granted_days").always()};
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
        field(&DelayEvent::inForecast, "in_forecast").since(5)};
};

} // namespace yarrin::describe
