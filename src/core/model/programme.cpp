// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/programme.h"

#include "core/base/text.h"
#include "core/model/codes.h"
#include "core/model/describe/references.h"

#include <algorithm>
#include <set>
#include <string_view>
#include <tuple>
#include <unordered_set>

namespace yarrin {

namespace {

class FaultList {
public:
    explicit FaultList(const Programme& programme) : m_programme(programme) {}

    void add(std::string place, std::string what, std::string todo = {}) {
        m_faults.push_back({ErrorCode::programme, std::move(place), std::move(what), std::move(todo)});
    }
    void add(std::string place, Error fault) { add(std::move(place), std::move(fault.what), std::move(fault.todo)); }

    template <typename Rows> void uniqueKeys(const Rows& rows, const char* kind) {
        std::unordered_set<std::string_view> seen;
        seen.reserve(rows.size());
        for (const auto& row : rows) {
            if (row.key.empty()) add(kind, "an id is empty", "give it one");
            if (!seen.insert(row.key).second)
                add(std::string(kind) + " " + row.key, "the id is used twice", "give one of them another id");
        }
    }

    /// The same for a few rows that were added or renamed.
    template <typename Rows, typename Ids> void uniqueAmong(const Rows& rows, const Ids& ids, const char* kind) {
        if (ids.size() > 16) return uniqueKeys(rows, kind);
        for (const auto id : ids) {
            const auto* one = rows.row(id);
            if (!one) continue;
            if (one->key.empty()) add(kind, "an id is empty", "give it one");
            const auto twin = std::find_if(rows.begin(), rows.end(),
                                           [&](const auto& row) { return row.id != id && row.key == one->key; });
            if (twin != rows.end())
                add(std::string(kind) + " " + one->key, "the id is used twice", "give one of them another id");
        }
    }

    template <typename Rows> void few(const Rows& rows, const char* kind) {
        if (rows.size() > mostRows)
            add(kind, "there are " + std::to_string(rows.size()) + " of them, more than a million");
        for (const auto& row : rows) sound(row.id, kind);
    }
    /// Every row has a number of its own, and a name of its own where rows of its kind have names.
    template <typename Row, typename Id> void named(const Table<Row, Id>& rows) {
        const std::string kind = kindOfRow<Row>();
        few(rows, kind.c_str());
        if constexpr (requires(const Row& row) { row.key; }) uniqueKeys(rows, kind.c_str());
    }
    template <typename Row> static std::string kindOfRow() {
        std::string kind(describe::Described<Row>::table);
        std::replace(kind.begin(), kind.end(), '_', ' ');
        return kind;
    }
    template <typename Id> void sound(Id id, const char* kind) {
        if (id.value < 1 || id.value > largestId)
            add(kind, "there is no number left for another row", "export the programme as JSON and go on with that");
    }

    /// What a row names must be there.
    template <typename Row> void references(const Row& row, const std::string& place) {
        describe::forEachDangling(m_programme, row, [&](const std::string& what) { add(place, what); });
    }
    /// Texts that people edit in tables.
    template <typename Row> void texts(const Row& row, const std::string& place) {
        describe::forEachField<Row>([&](const auto& field) {
            if constexpr (std::is_same_v<typename std::decay_t<decltype(field)>::Value, std::string>)
                if (field.longest > 0 && (row.*field.member).size() > field.longest)
                    add(place, "its " + std::string(field.name) + " has more than " + std::to_string(field.longest) +
                                   " characters");
        });
    }

    /// Dates that can be written, in a row and in its parts.
    template <typename Row> void dates(const Row& row, const std::string& place) {
        describe::forEachField<Row>([&](const auto& field) {
            using Value = typename std::decay_t<decltype(field)>::Value;
            const Value& value = row.*field.member;
            if constexpr (std::is_same_v<Value, Date>)
                date(value, place, field.name);
            else if constexpr (std::is_same_v<Value, std::optional<Date>>)
                date(value.value_or(Date{}), place, field.name);
            else if constexpr (std::is_same_v<Value, Instant>)
                date(dateOf(value), place, field.name);
            else if constexpr (std::is_same_v<Value, std::optional<Instant>>)
                date(dateOf(value.value_or(Instant{})), place, field.name);
            else if constexpr (describe::IsList<Value>::value)
                if constexpr (describe::IsDescribed<typename Value::value_type>)
                    for (const auto& part : value) dates(part, place);
        });
    }
    void date(Date date, const std::string& place, std::string_view name) {
        static const Date first = dateFrom(firstYear, 1, 1), last = dateFrom(lastYear, 12, 31);
        if (date < first || date > last)
            add(place, "the date that it names as " + std::string(name) + " lies outside the years 1 to 9999");
    }
    void days(int count, const std::string& place, const char* what) {
        if (count < 0 || count > 36500) add(place, std::string(what) + " is out of all bounds");
    }
    void sum(const std::optional<Decimal>& sum, const std::string& place, const char* what) {
        if (sum && (sum->sign() < 0 || *sum > Decimal(1'000'000'000'000)))
            add(place, std::string(what) + " is out of all bounds");
    }
    void share(const std::optional<Decimal>& share, const std::string& place, const char* what) {
        if (share && (share->sign() < 0 || *share > Decimal(1))) add(place, std::string(what) + " is no share of it");
    }

    /// Parents that lead back to a row are reported once per row.
    template <typename Rows> void noCircles(const Rows& rows, const char* kind) {
        for (const auto& row : rows) {
            auto parent = row.parent;
            int steps = 0;
            while (parent && parent != row.id && steps++ <= deepestTree) {
                const auto* above = rows.row(parent);
                if (!above) add(std::string(kind) + " " + row.key, "its parent is not in the programme");
                parent = above ? above->parent : decltype(parent){};
            }
            if (parent == row.id) add(std::string(kind) + " " + row.key, "it is its own parent through others");
            if (steps > deepestTree)
                return add(std::string(kind) + " " + row.key,
                           "it stands more than " + std::to_string(deepestTree) + " levels deep",
                           "move it further out");
        }
    }

    void activity(const Activity& activity) {
        const std::string place = "activity " + activity.key;
        if (activity.name.empty()) add(place, "it has no name", "give it one");
        if (activity.duration && *activity.duration < 0) add(place, "its duration is negative");
        if (activity.duration && *activity.duration > longestDuration) add(place, "its duration is out of all bounds");
        if (activity.remaining && (*activity.remaining < 0 || *activity.remaining > longestDuration))
            add(place, "its remaining duration is out of all bounds");
        sum(activity.costToDate, place, "its cost to date");
        if (activity.quantityDone && activity.quantityDone->sign() < 0)
            add(place, "its quantity done is less than nothing");
        references(activity, place);
        marks(activity, place);
        needs(activity, place);
        texts(activity, place);
        if (activity.measure)
            if (auto fault = faultOf(*activity.measure)) add(place, *fault);
        for (const Pause& pause : activity.pauses)
            if (pause.rest < 0 || pause.rest > longestDuration) add(place, "a pause is out of all bounds");
        if (activity.kind == ActivityKind::hammock) hammock(activity, place);
        if (auto fault = faultOfPlace(m_programme, activity)) add(place, *fault);
        if (auto fault = faultOfAwaited(activity)) add(place, *fault);
    }

    void buildUp() {
        const Programme& p = m_programme;
        for (const BookItem& item : p.book)
            if (auto fault = faultOf(item)) add("book " + item.key, *fault);
        std::vector<Fraction> left;
        for (const BillItem& item : p.bill) {
            const std::string place = "bill item " + item.key;
            left.emplace_back(item.quantity);
            if (auto fault = faultOf(p, item)) add(place, *fault);
            references(item, place);
        }
        for (const Allocation& allocation : p.allocations) {
            const std::size_t item = p.bill.indexOf(allocation.item);
            const Activity* activity = p.activities.row(allocation.activity);
            references(allocation, "allocations");
            if (item == p.bill.none || !activity) continue;
            if (allocation.quantity.sign() <= 0)
                add("bill item " + p.bill[item].key, "what " + activity->key + " does of it must be more than 0");
            else
                left[item] = left[item] - Fraction(allocation.quantity);
        }
        for (std::size_t i = 0; i < left.size(); ++i)
            if (left[i].sign() < 0)
                add("bill item " + p.bill[i].key, "activities do more of it than was billed", "give some of it back");
        for (const Limit& limit : p.limits)
            if (limit.available.sign() < 0) add("limit " + limit.key, "less than nothing cannot be available");
        for (const Sequence& sequence : p.sequences) sequenceFaults(sequence);
        for (const LaidOut& unit : p.laidOut) references(unit, "unit " + std::to_string(unit.unit) + " of a sequence");
    }

    /// False where it names what is not there.
    bool link(const Link& link) {
        const Activity* from = m_programme.activities.row(link.from);
        const Activity* to = m_programme.activities.row(link.to);
        if (!from || !to) {
            add("links", "a link names an activity that is not in the programme");
            return false;
        }
        if (from == to) add(linkPlace(*from, *to), "an activity cannot be linked to itself", "remove the link");
        if (from->kind == ActivityKind::hammock || to->kind == ActivityKind::hammock)
            add(linkPlace(*from, *to), "a hammock cannot be linked", "hang it from activities by its anchors");
        if (link.lag > longestDuration || link.lag < -longestDuration)
            add(linkPlace(*from, *to), "the lag is out of all bounds");
        return true;
    }
    void twins(const Link& link) {
        for (const Link& one : m_programme.links)
            if (one.id != link.id && one.from == link.from && one.to == link.to && one.type == link.type)
                add(linkPlace(*m_programme.activities.row(link.from), *m_programme.activities.row(link.to)),
                    "two links of one type join the same two activities", "remove one of them");
    }
    void links() {
        using Ends = std::tuple<std::uint32_t, std::uint32_t, LinkType>;
        std::vector<Ends> seen;
        seen.reserve(m_programme.links.size());
        for (const Link& one : m_programme.links)
            if (link(one)) seen.emplace_back(one.from.value, one.to.value, one.type);
        std::sort(seen.begin(), seen.end());
        for (auto twin = std::adjacent_find(seen.begin(), seen.end()); twin != seen.end();
             twin = std::adjacent_find(twin + 1, seen.end())) {
            const Activity* from = m_programme.activities.row(ActivityId{std::get<0>(*twin)});
            const Activity* to = m_programme.activities.row(ActivityId{std::get<1>(*twin)});
            add(linkPlace(*from, *to), "two links of one type join the same two activities", "remove one of them");
        }
    }

    void section(const Section& section) {
        const std::string place = "section " + section.key;
        const Activity* milestone = section.milestone ? m_programme.activities.row(section.milestone) : nullptr;
        references(section, place);
        dates(section, place);
        if (milestone && milestone->kind == ActivityKind::hammock) add(place, "its milestone is a hammock");
        if (section.rate.sign() < 0) add(place, "its rate of damages is negative");
        if (section.cap && section.cap->sign() < 0) add(place, "its cap is negative");
        days(section.graceDays, place, "its grace");
        sum(section.bonus, place, "its bonus");
        sum(section.bonusCap, place, "the cap of its bonus");
        std::set<int> from;
        for (const RateStep& step : section.steps) {
            if (step.fromDay < 1 || step.fromDay > 36500) add(place, "a step of its rate begins out of all bounds");
            if (!from.insert(step.fromDay).second) add(place, "two steps of its rate begin on one day");
            sum(step.rate, place, "a step of its rate");
        }
        Fraction taken;
        std::set<Date> windows;
        for (const Possession& one : section.possessions) {
            share(one.share, place, "a part that was taken into use");
            taken = taken + Fraction(one.share);
        }
        if (Fraction(1) < taken) add(place, "more than the whole of it was taken into use");
        for (const Deduction& one : section.deductions) sum(one.sum, place, "a sum that was deducted");
        for (const SlipMark& one : section.slips)
            if (!windows.insert(one.window).second) add(place, "the slip of one window is marked twice");
    }
    void acceleration(const Acceleration& one) {
        const std::string place = "record of time won " + one.key;
        references(one, place);
        dates(one, place);
        sum(one.cost, place, "its cost");
        if (one.from && one.to && *one.to < *one.from) add(place, "it ends before it begins");
        std::set<SectionId> sections;
        for (const DaysWon& won : one.won) {
            days(won.days, place, "the days won");
            if (!sections.insert(won.section).second) add(place, "it tells the days of one section twice");
        }
    }
    void mile(const MeasuredMile& one) {
        const std::string place = "measured mile " + one.key;
        references(one, place);
        dates(one, place);
        sum(one.costPerHour, place, "its cost an hour");
        for (const auto& [from, to] : {std::pair{one.quietFrom, one.quietTo}, std::pair{one.hurtFrom, one.hurtTo}})
            if (from && to && *to < *from) add(place, "a span ends before it begins");
    }
    void job() {
        for (const auto& [days, what] : {std::pair{m_programme.job.noticeDays, "notice_days"},
                                         std::pair{m_programme.job.particularsDays, "particulars_days"}})
            if (days && (*days < 0 || *days > 3650)) add(what, "the period is out of all bounds");
        const Job& job = m_programme.job;
        dates(job, "job");
        if (job.updateDays && (*job.updateDays < 1 || *job.updateDays > 3650))
            add("update_days", "the period is out of all bounds");
        if (job.tooOldDays && (*job.tooOldDays < 0 || *job.tooOldDays > 3650))
            add("too_old_days", "it is out of all bounds");
        share(job.interestRate, "interest_rate", "it");
        share(job.tenderOverhead, "tender_overhead", "it");
        for (const auto& [value, what] :
             {std::pair{&Job::companyOverhead, "company_overhead"},
              std::pair{&Job::companyTurnover, "company_turnover"}, std::pair{&Job::billedHere, "billed_here"},
              std::pair{&Job::billedInAll, "billed_in_all"}, std::pair{&Job::overheadInAll, "overhead_in_all"}})
            sum(job.*value, what, "the sum");
        if (m_programme.job.nearDays < 0 || m_programme.job.nearDays > mostNearDays)
            add("near_days", "it is out of all bounds");
        if (const auto pattern = parseCodePattern(m_programme.job.codePattern); !pattern.ok())
            add("code_pattern", pattern.error());
        references(m_programme.job, "job");
        terms();
    }

    void calendars() {
        if (!chainsEnd()) return;
        for (const Calendar& calendar : m_programme.calendars) {
            const std::string place = "calendar " + calendar.key;
            if (calendar.key == "continuous") add(place, "the id continuous is taken", "choose another id");
            if (calendar.dayMinutes && (*calendar.dayMinutes <= 0 || *calendar.dayMinutes > minutesPerDay))
                add(place, "a day must have between 1 and 1440 minutes");
            for (const auto& day : calendar.week)
                if (day)
                    if (auto fault = faultOf(*day)) add(place, *fault);
            for (const CalendarException& exception : calendar.exceptions)
                if (auto fault = faultOf(exception)) add(place, *fault);
            if (calendar.weather)
                if (auto fault = faultOf(*calendar.weather)) add(place, *fault);
            if (const auto resolved = resolve(m_programme.calendars.rows(), calendar.id); !resolved.ok())
                m_faults.push_back(resolved.error());
        }
    }

    void codes() {
        if (m_programme.codes.size() > mostCodes)
            add("codes", "there are more than " + std::to_string(mostCodes) + " of them");
        std::set<std::string> names;
        for (const Code& code : m_programme.codes) {
            const std::string place = "code " + code.key;
            if (code.key.size() > longestSortingName) add(place, "its name is too long");
            if (!names.insert(lowered(code.key)).second)
                add(place, "another code has this name in other capitals", "give one of them another name");
            if (code.values.size() > mostCodeValues)
                add(place, "it has more than " + std::to_string(mostCodeValues) + " values");
            std::unordered_set<std::string> seen;
            for (const CodeValue& value : code.values) {
                if (value.name.empty()) add(place, "a value has no name", "give it one");
                if (value.name.size() > longestSortingName || value.longName.size() > longestSortingName)
                    add(place,
                        "the name of a value has more than " + std::to_string(longestSortingName) + " characters");
                if (!seen.insert(lowered(value.name)).second)
                    add(place, "it has the value " + value.name + " twice", "give one of them another name");
                if (!value.colour.empty() && !isColour(value.colour))
                    add(place, "the colour of " + value.name + " is not written like #2e7d77");
            }
        }
    }
    void lenses() {
        for (const KeptLens& lens : m_programme.lenses) {
            if (lens.key.size() > longestSortingName) add("lens " + lens.key, "its name is too long");
            describe::forEachField<KeptLens>([&](const auto& field) {
                if ((lens.*field.member).size() > longestLensText)
                    add("lens " + lens.key, "its " + std::string(field.name) + " is too long");
            });
        }
        for (const auto& [place, fault] : faultsOfSheets(m_programme)) add(place, fault);
    }

    void labour() {
        std::set<std::string> names;
        for (const Resource& resource : m_programme.resources) {
            const std::string place = "resource " + resource.key;
            if (!names.insert(lowered(trimmed(resource.name))).second)
                add(place, "another resource has this name", "give one of them another name");
            if (auto fault = faultOf(resource)) add(place, *fault);
            references(resource, place);
            dates(resource, place);
        }
        const auto& dataDate = m_programme.job.dataDate;
        for (const CostEntry& entry : m_programme.costs) {
            const std::string place = "cost to date of " + monthText(entry.month);
            references(entry, place);
            date(entry.month.first, place, "month");
            sum(entry.amount, place, "the amount");
            if (!dataDate || startOf(entry.month.first) >= *dataDate)
                add(place, "the month begins after the data date", "leave it to the forecast");
        }
    }
    void soundness() {
        for (const SoundnessLimit& limit : m_programme.soundnessLimits)
            if (auto fault = faultOf(limit, m_programme)) add("limit " + limit.key, *fault);
        for (const SetAside& one : m_programme.setAside) {
            references(one, "finding set aside");
            if (auto fault = faultOf(one)) add("finding set aside", *fault);
        }
    }
    /// What may come otherwise, and what was promised.
    void ahead() {
        for (const Week& week : m_programme.weeks) dates(week, "week of " + isoDate(week.begins));
        for (const Lack& lack : m_programme.lacks) dates(lack, "what is lacking");
        for (const auto& faults :
             {faultsOfChance(m_programme), faultsOfWeeks(m_programme), faultsOfPlaces(m_programme)})
            for (const auto& [place, fault] : faults) add(place, fault);
    }
    void terms() {
        const Job& job = m_programme.job;
        share(job.retention, "retention", "it");
        share(job.financeRate, "finance_rate", "it");
        for (const auto& [days, what] :
             {std::pair{job.daysToPay, "days_to_pay"}, std::pair{job.defectsDays, "defects_days"},
              std::pair{job.payLabour, "pay of labour"}, std::pair{job.payPlant, "pay of plant"},
              std::pair{job.payMaterials, "pay of materials"}, std::pair{job.paySubcontract, "pay of subcontract"},
              std::pair{job.payTimeRelated, "pay of time-related"}, std::pair{job.payOther, "pay of other"}})
            if (days && (*days < 0 || *days > 3650)) add(what, "the period is out of all bounds");
    }

    [[nodiscard]] std::vector<Error> take() { return std::move(m_faults); }

    void contractRecords() {
        for (const DelayEvent& event : m_programme.events) eventFaults(event);
        for (const Acceleration& one : m_programme.accelerations) acceleration(one);
        for (const MeasuredMile& one : m_programme.miles) mile(one);
    }

private:
    /// Whether no calendar rests on too many others; a circle is told by who resolves it.
    bool chainsEnd() {
        for (const Calendar& calendar : m_programme.calendars) {
            int steps = 0;
            const Calendar* at = &calendar;
            while (at && at->extends && at->extends != continuousCalendar && at->extends != calendar.id &&
                   steps++ <= deepestTree)
                at = m_programme.calendars.row(at->extends);
            if (steps <= deepestTree) continue;
            // Running into a circle, or really so deep.
            const auto resolved = resolve(m_programme.calendars.rows(), calendar.id);
            if (!resolved.ok())
                m_faults.push_back(resolved.error());
            else
                add("calendar " + calendar.key,
                    "more than " + std::to_string(deepestTree) + " calendars stand below it",
                    "let one of them stand alone");
            return false;
        }
        return true;
    }
    void sequenceFaults(const Sequence& sequence) {
        const std::string place = "sequence " + sequence.key;
        references(sequence, place);
        std::unordered_set<int> numbers;
        for (const SequenceStep& step : sequence.steps) {
            if (!numbers.insert(step.number).second) add(place, "two of its steps have one number");
            if (step.name.empty()) add(place, "a step has no name", "give it one");
            if (step.duration && (*step.duration < 0 || *step.duration > longestDuration))
                add(place, "a step's duration is out of all bounds");
        }
        for (const StepLink& link : sequence.links) {
            if (!numbers.contains(link.from) || !numbers.contains(link.to))
                add(place, "a link names a step that it does not have");
            if (link.lag > longestDuration || link.lag < -longestDuration)
                add(place, "the lag of a link is out of all bounds");
            if (link.from == link.to && !link.toNextUnit) add(place, "a step cannot be linked to itself");
        }
    }
    void eventFaults(const DelayEvent& event) {
        const std::string place = "event " + event.key;
        references(event, place);
        dates(event, place);
        for (const ClaimEntry& entry : event.course) days(entry.days, place, "a day count in its course");
        for (const EventDays& days : event.sectionDays) {
            for (const int count : {days.claimed, days.assessed, days.granted})
                if (count < -36500 || count > 36500) add(place, "its days are out of all bounds");
        }
        if (event.from && event.to && *event.to < *event.from) add(place, "it ends before it begins");
        for (const Effect& effect : event.effects) {
            const Activity* activity = m_programme.activities.row(effect.activity);
            if (!activity) continue;
            if (activity->kind == ActivityKind::hammock) add(place, "an effect cannot act on a hammock");
            const bool dated = effect.kind == EffectKind::suspension || effect.kind == EffectKind::access;
            if (dated && !effect.from) add(place, "an effect on " + activity->key + " has no date");
            if (effect.from && effect.to && *effect.to < *effect.from)
                add(place, "an effect on " + activity->key + " ends before it begins");
            if (effect.kind == EffectKind::suspension && !effect.to)
                add(place, "the suspension of " + activity->key + " has no last day");
            if (effect.work < 0 || effect.work > longestDuration)
                add(place, "the work added to " + activity->key + " is out of all bounds");
            const bool valued = effect.kind == EffectKind::quantity || effect.kind == EffectKind::output;
            if (valued && (!effect.value || effect.value->sign() < 0 ||
                           (effect.kind == EffectKind::output && effect.value->sign() == 0)))
                add(place, "the changed figure of " + activity->key + " must be more than nothing");
        }
    }
    static std::string linkPlace(const Activity& from, const Activity& to) {
        return "link " + from.key + " to " + to.key;
    }
    void needs(const Activity& activity, const std::string& place) {
        if (!activity.needs.empty() && isMilestone(activity.kind))
            add(place, "a milestone has no time in which it could need anything", "give it a sum of money");
        for (const Need& need : activity.needs)
            if (const Resource* resource = m_programme.resources.row(need.resource))
                if (auto fault = faultOf(need, *resource)) add(place, *fault);
        for (const LumpSum& one : activity.lumpSums) sum(one.amount, place, "a lump sum");
        if (activity.levelledFrom && activity.kind != ActivityKind::task) add(place, "only work is held by levelling");
        if (activity.levelledFrom) date(dateOf(*activity.levelledFrom), place, "levelled_from");
        if (activity.awaited) date(dateOf(activity.awaited->at), place, "awaited");
    }
    /// Of each code one value, of those that it has.
    void marks(const Activity& activity, const std::string& place) {
        for (std::size_t i = 0; i < activity.codes.size(); ++i) {
            const CodeMark& mark = activity.codes[i];
            const Code* code = m_programme.codes.row(mark.code);
            if (!code) continue; // said of references
            for (std::size_t j = 0; j < i; ++j)
                if (activity.codes[j].code == mark.code) add(place, "it carries two values of the code " + code->key);
            if (std::none_of(code->values.begin(), code->values.end(),
                             [&](const CodeValue& value) { return value.name == mark.value; }))
                add(place, "the code " + code->key + " has no value " + mark.value, "add it to the code's values");
        }
    }
    void hammock(const Activity& activity, const std::string& place) {
        if (activity.from.empty() || activity.to.empty())
            add(place, "a hammock needs a start anchor and a finish anchor");
        if (activity.event)
            add(place, "a hammock cannot belong to a fragment", "hang it from the activities of the fragment");
        for (const auto* anchors : {&activity.from, &activity.to})
            for (const Anchor& anchor : *anchors) {
                const Activity* at = m_programme.activities.row(anchor.activity);
                if (at && at->kind == ActivityKind::hammock)
                    add(place, "it hangs from the hammock " + at->key, "hang it from activities or milestones");
                if (anchor.lag > longestDuration || anchor.lag < -longestDuration)
                    add(place, "the lag of an anchor is out of all bounds");
            }
    }

    const Programme& m_programme;
    std::vector<Error> m_faults;
};

} // namespace

std::vector<Error> faultsOf(const Programme& programme) {
    FaultList faults(programme);
#define YARRIN_NAMED(Row, member) faults.named(programme.member);
    YARRIN_TABLES(YARRIN_NAMED)
#undef YARRIN_NAMED
    faults.noCircles(programme.breakdown, "breakdown");
    faults.noCircles(programme.locations, "location");
    faults.calendars();
    faults.job();
    for (const Activity& activity : programme.activities) faults.activity(activity);
    faults.links();
    for (const Section& section : programme.sections) faults.section(section);
    faults.contractRecords();
    faults.buildUp();
    faults.codes();
    faults.lenses();
    faults.labour();
    faults.soundness();
    faults.ahead();
    return faults.take();
}

std::vector<Error> faultsOf(const Programme& programme, const Touched& touched) {
    if (touched.whole) return faultsOf(programme);
    FaultList faults(programme);
    if (touched.job) faults.job();
    if (touched.calendars) {
        faults.uniqueKeys(programme.calendars, "calendar");
        faults.calendars();
    }
    if (touched.trees) {
        faults.uniqueKeys(programme.breakdown, "breakdown");
        faults.uniqueKeys(programme.locations, "location");
        faults.noCircles(programme.breakdown, "breakdown");
        faults.noCircles(programme.locations, "location");
        for (const Activity& activity : programme.activities)
            if (auto fault = faultOfPlace(programme, activity)) faults.add("activity " + activity.key, *fault);
    }
    faults.uniqueAmong(programme.activities, touched.named, "activity");
    for (const ActivityId id : touched.named) faults.sound(id, "activities");
    for (const ActivityId id : touched.activities)
        if (const Activity* activity = programme.activities.row(id)) faults.activity(*activity);
    if (touched.links.size() > 16) faults.links();
    for (const LinkId id : touched.links) {
        faults.sound(id, "links");
        const Link* link = programme.links.row(id);
        if (touched.links.size() <= 16 && link && faults.link(*link)) faults.twins(*link);
    }
    if (touched.contract) {
        faults.uniqueKeys(programme.sections, "section");
        faults.uniqueKeys(programme.events, "event");
        for (const Section& section : programme.sections) faults.section(section);
        faults.uniqueKeys(programme.accelerations, "acceleration");
        faults.uniqueKeys(programme.miles, "measured mile");
        faults.contractRecords();
    }
    if (touched.buildUp) {
        faults.uniqueKeys(programme.book, "book");
        faults.uniqueKeys(programme.bill, "bill item");
        faults.uniqueKeys(programme.limits, "limit");
        faults.uniqueKeys(programme.sequences, "sequence");
        faults.buildUp();
    }
    if (touched.lenses) {
        faults.uniqueKeys(programme.lenses, "lens");
        faults.lenses();
    }
    if (touched.labour || touched.job) faults.labour();
    if (touched.soundness) faults.soundness();
    if (touched.ahead || touched.job) faults.ahead();
    return faults.take();
}

} // namespace yarrin
