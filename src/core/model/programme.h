// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/model/awaited.h"
#include "core/model/build_up.h"
#include "core/model/chance.h"
#include "core/model/delay_event.h"
#include "core/model/job.h"
#include "core/model/kept_sheet.h"
#include "core/model/places.h"
#include "core/model/resource.h"
#include "core/model/section.h"
#include "core/model/sorting.h"
#include "core/model/soundness_rules.h"
#include "core/model/table.h"
#include "core/model/weather_record.h"
#include "core/model/weeks.h"
#include "core/quantity/measure.h"
#include "core/time/calendar.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

enum class ActivityKind { task, startMilestone, finishMilestone, hammock };
enum class ConstraintType { startNotBefore, startNotAfter, startOn, finishNotBefore, finishNotAfter, finishOn };
enum class End { start, finish };

struct Constraint {
    ConstraintType type = ConstraintType::startNotBefore;
    DateOrInstant date;
    friend bool operator==(const Constraint&, const Constraint&) = default;
};

/// After `after` minutes of its work an activity rests for `rest` working minutes of its own calendar.
struct Pause {
    Minutes after = 0, rest = 0;
    bool levelled = false; ///< levelling split the work here, and its pauses go with what it held
    friend bool operator==(const Pause&, const Pause&) = default;
};

/// Where a hammock hangs: an end of an activity, moved by a lag on the hammock's calendar.
struct Anchor {
    ActivityId activity;
    End end = End::start;
    Minutes lag = 0;
    friend bool operator==(const Anchor&, const Anchor&) = default;
};

/// A piece of work, a milestone or a hammock. Durations are working minutes of its calendar.
struct Activity {
    ActivityId id;
    std::string key; ///< the id that people chose and see, unique
    std::string name;
    ActivityKind kind = ActivityKind::task;
    CalendarId calendar; ///< none: the programme's default calendar
    BreakdownId breakdown;
    LocationId location;
    std::optional<Minutes> duration; ///< as typed; where the measure gives one, that counts; none is 0 or the measure's
    std::optional<Measure> measure;
    BookItemId bookItem; ///< where output and crew come from
    std::optional<Constraint> constraint;
    std::optional<DateOrInstant> deadline;
    bool stretch = false; ///< its work may be spread over a longer span where its finish is held back
    bool asLate = false;
    std::vector<Pause> pauses;
    std::optional<Instant> actualStart;
    std::optional<Instant> actualFinish;
    std::optional<Minutes> remaining;
    std::optional<Decimal> quantityDone; ///< of its measure; what is left of the work is in `remaining`
    std::string notes;
    std::vector<Anchor> from; ///< of a hammock
    std::vector<Anchor> to;
    std::optional<Decimal> costPerWeek; ///< time-related cost of a hammock, in the contract's currency
    EventId event;                      ///< whose fragment it belongs to
    std::string responsible;            ///< who answers for it
    std::optional<Decimal> costToDate;  ///< of a hammock, what it really cost up to the data date
    std::vector<CodeMark> codes;        ///< one of each code at most
    std::vector<Need> needs;            ///< beside what its crews are made up of
    std::vector<LumpSum> lumpSums;
    std::optional<Instant> levelledFrom;  ///< levelling lets it start no earlier; counts until it has started
    SectionId section;                    ///< under which its money is retained; none: the one it leads to
    std::optional<Stretch> stretchOfWork; ///< its own range of chainage, inside its location's
    Travel travel = Travel::byItself;
    BillItemId pace; ///< its pace along its range follows the quantities of this item by place; none: of its own
    std::optional<Awaited> awaited; ///< it starts no earlier than that is reached; counts until it has started
    friend bool operator==(const Activity&, const Activity&) = default;
};

struct Link {
    LinkId id;
    ActivityId from;
    ActivityId to;
    LinkType type = LinkType::fs;
    Minutes lag = 0; ///< working minutes of the lag's calendar, negative for a lead
    LagCalendar lagCalendar = LagCalendar::standard;
    friend bool operator==(const Link&, const Link&) = default;
};

/// A node of the breakdown of the work; its children are those that name it as parent, in the table's order.
struct BreakdownNode {
    BreakdownId id;
    std::string key;
    std::string name;
    BreakdownId parent;
    std::optional<std::string> code;
    friend bool operator==(const BreakdownNode&, const BreakdownNode&) = default;
};

struct Location {
    LocationId id;
    std::string key;
    std::string name;
    LocationId parent;
    std::optional<Decimal> fromChainage;
    std::optional<Decimal> toChainage;
    friend bool operator==(const Location&, const Location&) = default;
};

/// A whole programme: plain rows, no dates computed. Copies are independent.
struct Programme {
    Job job;
    Table<Calendar, CalendarId> calendars;
    Table<BreakdownNode, BreakdownId> breakdown;
    Table<Location, LocationId> locations;
    Table<Activity, ActivityId> activities;
    Table<Link, LinkId> links;
    Table<Section, SectionId> sections;
    Table<DelayEvent, EventId> events;
    Table<BookItem, BookItemId> book; ///< the job's own copies of what it uses of the output book
    Table<BillItem, BillItemId> bill;
    Table<Allocation, AllocationId> allocations;
    Table<Limit, LimitId> limits; ///< of older files; the first edit of a resource makes them supply
    Table<Sequence, SequenceId> sequences;
    Table<LaidOut, LaidOutId> laidOut;
    Table<Acceleration, AccelerationId> accelerations;
    Table<MeasuredMile, MileId> miles;
    Table<Code, CodeId> codes;
    Table<KeptLens, LensId> lenses;
    Table<Resource, ResourceId> resources;
    Table<CostEntry, CostEntryId> costs; ///< cost to date
    Table<SoundnessLimit, SoundnessLimitId> soundnessLimits;
    Table<SetAside, SetAsideId> setAside; ///< findings that are meant so
    Table<KeptSheet, SheetId> sheets;
    Table<SpreadRule, SpreadRuleId> spreads; ///< how work may come out otherwise
    Table<RegisteredRisk, RiskId> risks;     ///< the register of risks and chances
    Table<WeatherMonth, WeatherMonthId> weather;
    Table<Threshold, ThresholdId> thresholds; ///< of weather in which a calendar's work stops
    Table<Firm, FirmId> firms;
    Table<ListWord, ListWordId> listWords;    ///< own lists of what lacks and of why not
    Table<Lack, LackId> lacks;                ///< what work still waits for before it can start
    Table<Week, WeekId> weeks;                ///< promises, week by week
    Table<PlaceRule, PlaceRuleId> placeRules; ///< how near kinds of work may come to each other
    // Long to compile, so once only.
    Programme();
    Programme(const Programme& other);
    Programme(Programme&& other) noexcept;
    Programme& operator=(const Programme& other);
    Programme& operator=(Programme&& other) noexcept;
    ~Programme();
    friend bool operator==(const Programme& a, const Programme& b);
};

/// The tables of a programme: its type of row and its member.
#define YARRIN_TABLES(of)                                                                                              \
    of(Calendar, calendars) of(BreakdownNode, breakdown) of(Location, locations) of(Activity, activities)              \
        of(Link, links) of(Section, sections) of(DelayEvent, events) of(BookItem, book) of(BillItem, bill)             \
            of(Allocation, allocations) of(Limit, limits) of(Sequence, sequences) of(LaidOut, laidOut)                 \
                of(Acceleration, accelerations) of(MeasuredMile, miles) of(Code, codes) of(KeptLens, lenses)           \
                    of(Resource, resources) of(CostEntry, costs) of(SoundnessLimit, soundnessLimits)                   \
                        of(SetAside, setAside) of(KeptSheet, sheets) of(SpreadRule, spreads) of(RegisteredRisk, risks) \
                            of(WeatherMonth, weather) of(Threshold, thresholds) of(Firm, firms)                        \
                                of(ListWord, listWords) of(Lack, lacks) of(Week, weeks) of(PlaceRule, placeRules)
#define YARRIN_ONCE(Row, member) extern template class Table<Row, decltype(Row::id)>;
YARRIN_TABLES(YARRIN_ONCE)
#undef YARRIN_ONCE

/// The calendar that an activity works to, with the programme's default where it names none.
[[nodiscard]] inline CalendarId calendarOf(const Programme& programme, const Activity& activity) {
    return activity.calendar ? activity.calendar : programme.job.defaultCalendar;
}

/// Whether an activity belongs to the fragment of an event that does not count in the forecast: it stands aside, its
/// links hold nothing.
[[nodiscard]] inline bool standsAside(const Programme& programme, const Activity& activity) {
    if (!activity.event) return false;
    const DelayEvent* event = programme.events.row(activity.event);
    return event && !event->inForecast;
}

/// Revisions that the job leaves out of its stands.
[[nodiscard]] std::vector<std::string> leftOutOf(const Job& job);
[[nodiscard]] inline bool isMilestone(ActivityKind kind) {
    return kind == ActivityKind::startMilestone || kind == ActivityKind::finishMilestone;
}
[[nodiscard]] inline bool boundsStart(ConstraintType type) {
    return type == ConstraintType::startNotBefore || type == ConstraintType::startNotAfter ||
           type == ConstraintType::startOn;
}

/// Every rule that a programme must keep before it can be calculated, apart from loops and calendars without work:
/// ids used once, names given, links that join two different activities and no hammock, one link of a type between
/// two activities, hammocks with anchors, figures within bounds, trees and tables of a size that can be worked with.
/// All faults are listed.
[[nodiscard]] std::vector<Error> faultsOf(const Programme& programme);

inline constexpr int deepestTree = 64;             ///< of trees, and of calendars that extend each other
inline constexpr std::size_t mostRows = 1'000'000; ///< of a table

/// What an edit touched, so that only that need be held against the rules.
struct Touched {
    bool whole = false; ///< rows went, or became of another kind: anything may have named them
    bool job = false;
    bool calendars = false, trees = false; ///< trees are breakdown and locations
    bool contract = false;
    bool buildUp = false;
    bool lenses = false, labour = false, soundness = false, ahead = false;
    std::vector<ActivityId> activities;
    std::vector<ActivityId> named; ///< of these, those that are new or have another id
    std::vector<LinkId> links;
};
/// The faults that an edit brought into a programme that had none.
[[nodiscard]] std::vector<Error> faultsOf(const Programme& programme, const Touched& touched);

} // namespace yarrin
