// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/programme.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/codes.h"
#include "core/model/describe/references.h"
#include "core/model/fault_gatherer.h"

#include <algorithm>
#include <set>
#include <string_view>
#include <tuple>
#include <unordered_set>

namespace yarrin {

namespace {

class FaultList : public FaultGatherer {
public:
    using FaultGatherer::FaultGatherer;

    void activity(const Activity& activity) {
        const std::string place = worded("activity %1", activity.key);
        if (activity.name.empty()) add(place, worded("it has no name"), worded("give it one"));
        if (activity.duration && *activity.duration < 0) add(place, worded("its duration is negative"));
        if (activity.duration && *activity.duration > longestDuration)
            add(place, worded("its duration is out of all bounds"));
        if (activity.remaining && (*activity.remaining < 0 || *activity.remaining > longestDuration))
            add(place, worded("its remaining duration is out of all bounds"));
        sum(activity.costToDate, place, toWord("its cost to date"));
        if (activity.quantityDone && activity.quantityDone->sign() < 0)
            add(place, worded("its quantity done is less than nothing"));
        references(activity, place);
        marks(activity, place);
        needs(activity, place);
        texts(activity, place);
        if (activity.measure)
            if (auto fault = faultOf(*activity.measure)) add(place, *fault);
        for (const Pause& pause : activity.pauses)
            if (pause.rest < 0 || pause.rest > longestDuration) add(place, worded("a pause is out of all bounds"));
        if (activity.kind == ActivityKind::hammock) hammock(activity, place);
        if (auto fault = faultOfPlace(m_programme, activity)) add(place, *fault);
        if (auto fault = faultOfAwaited(activity)) add(place, *fault);
    }

    void buildUp() {
        const Programme& p = m_programme;
        for (const BookItem& item : p.book)
            if (auto fault = faultOf(item)) add(worded("book %1", item.key), *fault);
        std::vector<Fraction> left;
        for (const BillItem& item : p.bill) {
            const std::string place = worded("bill item %1", item.key);
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
                add(worded("bill item %1", p.bill[item].key),
                    worded("what %1 does of it must be more than 0", activity->key));
            else
                left[item] = left[item] - Fraction(allocation.quantity);
        }
        for (std::size_t i = 0; i < left.size(); ++i)
            if (left[i].sign() < 0)
                add(worded("bill item %1", p.bill[i].key), worded("activities do more of it than was billed"),
                    worded("give some of it back"));
        for (const Limit& limit : p.limits)
            if (limit.available.sign() < 0)
                add(worded("limit %1", limit.key), worded("less than nothing cannot be available"));
        for (const Sequence& sequence : p.sequences) sequenceFaults(sequence);
        for (const LaidOut& unit : p.laidOut) references(unit, worded("unit %1 of a sequence", unit.unit));
    }

    /// False where it names what is not there.
    bool link(const Link& link) {
        const Activity* from = m_programme.activities.row(link.from);
        const Activity* to = m_programme.activities.row(link.to);
        if (!from || !to) {
            add("links", worded("a link names an activity that is not in the programme"));
            return false;
        }
        if (from == to)
            add(linkPlace(*from, *to), worded("an activity cannot be linked to itself"), worded("remove the link"));
        if (from->kind == ActivityKind::hammock || to->kind == ActivityKind::hammock)
            add(linkPlace(*from, *to), worded("a hammock cannot be linked"),
                worded("hang it from activities by its anchors"));
        if (link.lag > longestDuration || link.lag < -longestDuration)
            add(linkPlace(*from, *to), worded("the lag is out of all bounds"));
        return true;
    }
    void twins(const Link& link) {
        for (const Link& one : m_programme.links)
            if (one.id != link.id && one.from == link.from && one.to == link.to && one.type == link.type)
                add(linkPlace(*m_programme.activities.row(link.from), *m_programme.activities.row(link.to)),
                    worded("two links of one type join the same two activities"), worded("remove one of them"));
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
            add(linkPlace(*from, *to), worded("two links of one type join the same two activities"),
                worded("remove one of them"));
        }
    }

    void section(const Section& section) {
        const std::string place = worded("section %1", section.key);
        const Activity* milestone = section.milestone ? m_programme.activities.row(section.milestone) : nullptr;
        references(section, place);
        dates(section, place);
        if (milestone && milestone->kind == ActivityKind::hammock) add(place, worded("its milestone is a hammock"));
        if (section.rate.sign() < 0) add(place, worded("its rate of damages is negative"));
        if (section.cap && section.cap->sign() < 0) add(place, worded("its cap is negative"));
        days(section.graceDays, place, toWord("its grace"));
        sum(section.bonus, place, toWord("its bonus"));
        sum(section.bonusCap, place, toWord("the cap of its bonus"));
        std::set<int> from;
        for (const RateStep& step : section.steps) {
            if (step.fromDay < 1 || step.fromDay > 36500)
                add(place, worded("a step of its rate begins out of all bounds"));
            if (!from.insert(step.fromDay).second) add(place, worded("two steps of its rate begin on one day"));
            sum(step.rate, place, toWord("a step of its rate"));
        }
        Fraction taken;
        std::set<Date> windows;
        for (const Possession& one : section.possessions) {
            share(one.share, place, toWord("a part that was taken into use"));
            taken = taken + Fraction(one.share);
        }
        if (Fraction(1) < taken) add(place, worded("more than the whole of it was taken into use"));
        for (const Deduction& one : section.deductions) sum(one.sum, place, toWord("a sum that was deducted"));
        for (const SlipMark& one : section.slips)
            if (!windows.insert(one.window).second) add(place, worded("the slip of one window is marked twice"));
    }
    void acceleration(const Acceleration& one) {
        const std::string place = worded("record of time won %1", one.key);
        references(one, place);
        dates(one, place);
        sum(one.cost, place, toWord("its cost"));
        if (one.from && one.to && *one.to < *one.from) add(place, worded("it ends before it begins"));
        std::set<SectionId> sections;
        for (const DaysWon& won : one.won) {
            days(won.days, place, toWord("the days won"));
            if (!sections.insert(won.section).second) add(place, worded("it tells the days of one section twice"));
        }
    }
    void mile(const MeasuredMile& one) {
        const std::string place = worded("measured mile %1", one.key);
        references(one, place);
        dates(one, place);
        sum(one.costPerHour, place, toWord("its cost an hour"));
        for (const auto& [from, to] : {std::pair{one.quietFrom, one.quietTo}, std::pair{one.hurtFrom, one.hurtTo}})
            if (from && to && *to < *from) add(place, worded("a span ends before it begins"));
    }
    void job() {
        for (const auto& [days, what] : {std::pair{m_programme.job.noticeDays, "notice_days"},
                                         std::pair{m_programme.job.particularsDays, "particulars_days"}})
            if (days && (*days < 0 || *days > 3650)) add(what, worded("the period is out of all bounds"));
        const Job& job = m_programme.job;
        dates(job, "job");
        if (job.updateDays && (*job.updateDays < 1 || *job.updateDays > 3650))
            add("update_days", worded("the period is out of all bounds"));
        if (job.tooOldDays && (*job.tooOldDays < 0 || *job.tooOldDays > 3650))
            add("too_old_days", worded("it is out of all bounds"));
        share(job.interestRate, "interest_rate", "it");
        share(job.tenderOverhead, "tender_overhead", "it");
        for (const auto& [value, what] :
             {std::pair{&Job::companyOverhead, "company_overhead"},
              std::pair{&Job::companyTurnover, "company_turnover"}, std::pair{&Job::billedHere, "billed_here"},
              std::pair{&Job::billedInAll, "billed_in_all"}, std::pair{&Job::overheadInAll, "overhead_in_all"}})
            sum(job.*value, what, toWord("the sum"));
        if (m_programme.job.nearDays < 0 || m_programme.job.nearDays > mostNearDays)
            add("near_days", worded("it is out of all bounds"));
        if (const auto pattern = parseCodePattern(m_programme.job.codePattern); !pattern.ok())
            add("code_pattern", pattern.error());
        references(m_programme.job, "job");
        terms();
    }

    void calendars() {
        if (!chainsEnd()) return;
        for (const Calendar& calendar : m_programme.calendars) {
            const std::string place = worded("calendar %1", calendar.key);
            if (calendar.key == "continuous")
                add(place, worded("the id continuous is taken"), worded("choose another id"));
            if (calendar.dayMinutes && (*calendar.dayMinutes <= 0 || *calendar.dayMinutes > minutesPerDay))
                add(place, worded("a day must have between 1 and 1440 minutes"));
            for (const auto& day : calendar.week)
                if (day)
                    if (auto fault = faultOf(*day)) add(place, *fault);
            for (const CalendarException& exception : calendar.exceptions)
                if (auto fault = faultOf(exception)) add(place, *fault);
            if (calendar.weather)
                if (auto fault = faultOf(*calendar.weather)) add(place, *fault);
            if (const auto resolved = resolve(m_programme.calendars.rows(), calendar.id); !resolved.ok())
                take(resolved.error());
        }
    }

    void codes() {
        if (m_programme.codes.size() > mostCodes) add("codes", worded("there are more than %1 of them", mostCodes));
        std::set<std::string> names;
        for (const Code& code : m_programme.codes) {
            const std::string place = worded("code %1", code.key);
            if (code.key.size() > longestSortingName) add(place, worded("its name is too long"));
            if (!names.insert(lowered(code.key)).second)
                add(place, worded("another code has this name in other capitals"),
                    worded("give one of them another name"));
            if (code.values.size() > mostCodeValues) add(place, worded("it has more than %1 values", mostCodeValues));
            std::unordered_set<std::string> seen;
            for (const CodeValue& value : code.values) {
                if (value.name.empty()) add(place, worded("a value has no name"), worded("give it one"));
                if (value.name.size() > longestSortingName || value.longName.size() > longestSortingName)
                    add(place, worded("the name of a value has more than %1 characters", longestSortingName));
                if (!seen.insert(lowered(value.name)).second)
                    add(place, worded("it has the value %1 twice", value.name),
                        worded("give one of them another name"));
                if (!value.colour.empty() && !isColour(value.colour))
                    add(place, worded("the colour of %1 is not written like #2e7d77", value.name));
            }
        }
    }
    void lenses() {
        for (const KeptLens& lens : m_programme.lenses) {
            if (lens.key.size() > longestSortingName) add(worded("lens %1", lens.key), worded("its name is too long"));
            describe::forEachField<KeptLens>([&](const auto& field) {
                if ((lens.*field.member).size() > longestLensText)
                    add(worded("lens %1", lens.key), worded("its %1 is too long", field.name));
            });
        }
        for (const auto& [place, fault] : faultsOfSheets(m_programme)) add(place, fault);
    }

    void labour() {
        std::set<std::string> names;
        for (const Resource& resource : m_programme.resources) {
            const std::string place = worded("resource %1", resource.key);
            if (!names.insert(lowered(trimmed(resource.name))).second)
                add(place, worded("another resource has this name"), worded("give one of them another name"));
            if (auto fault = faultOf(resource)) add(place, *fault);
            references(resource, place);
            dates(resource, place);
        }
        const auto& dataDate = m_programme.job.dataDate;
        for (const CostEntry& entry : m_programme.costs) {
            const std::string place = worded("cost to date of %1", monthText(entry.month));
            references(entry, place);
            date(entry.month.first, place, "month");
            sum(entry.amount, place, toWord("the amount"));
            if (!dataDate || startOf(entry.month.first) >= *dataDate)
                add(place, worded("the month begins after the data date"), worded("leave it to the forecast"));
        }
    }
    void soundness() {
        for (const SoundnessLimit& limit : m_programme.soundnessLimits)
            if (auto fault = faultOf(limit, m_programme)) add(worded("limit %1", limit.key), *fault);
        for (const SetAside& one : m_programme.setAside) {
            references(one, worded("finding set aside"));
            if (auto fault = faultOf(one)) add(worded("finding set aside"), *fault);
        }
    }
    /// What may come otherwise, and what was promised.
    void ahead() {
        for (const Week& week : m_programme.weeks) dates(week, worded("week of %1", isoDate(week.begins)));
        for (const Lack& lack : m_programme.lacks) dates(lack, worded("what is lacking"));
        for (const auto& faults :
             {faultsOfChance(m_programme), faultsOfWeeks(m_programme), faultsOfPlaces(m_programme)})
            for (const auto& [place, fault] : faults) add(place, fault);
    }
    void terms() {
        const Job& job = m_programme.job;
        share(job.retention, "retention", "it");
        share(job.financeRate, "finance_rate", "it");
        for (const auto& [days, what] :
             {std::pair{job.daysToPay, toWord("days_to_pay")}, std::pair{job.defectsDays, toWord("defects_days")},
              std::pair{job.payLabour, toWord("pay of labour")}, std::pair{job.payPlant, toWord("pay of plant")},
              std::pair{job.payMaterials, toWord("pay of materials")},
              std::pair{job.paySubcontract, toWord("pay of subcontract")},
              std::pair{job.payTimeRelated, toWord("pay of time-related")},
              std::pair{job.payOther, toWord("pay of other")}})
            if (days && (*days < 0 || *days > 3650)) add(what, worded("the period is out of all bounds"));
    }

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
                take(resolved.error());
            else
                add(worded("calendar %1", calendar.key), worded("more than %1 calendars stand below it", deepestTree),
                    worded("let one of them stand alone"));
            return false;
        }
        return true;
    }
    void sequenceFaults(const Sequence& sequence) {
        const std::string place = worded("sequence %1", sequence.key);
        references(sequence, place);
        std::unordered_set<int> numbers;
        for (const SequenceStep& step : sequence.steps) {
            if (!numbers.insert(step.number).second) add(place, worded("two of its steps have one number"));
            if (step.name.empty()) add(place, worded("a step has no name"), worded("give it one"));
            if (step.duration && (*step.duration < 0 || *step.duration > longestDuration))
                add(place, worded("a step's duration is out of all bounds"));
        }
        for (const StepLink& link : sequence.links) {
            if (!numbers.contains(link.from) || !numbers.contains(link.to))
                add(place, worded("a link names a step that it does not have"));
            if (link.lag > longestDuration || link.lag < -longestDuration)
                add(place, worded("the lag of a link is out of all bounds"));
            if (link.from == link.to && !link.toNextUnit) add(place, worded("a step cannot be linked to itself"));
        }
    }
    void eventFaults(const DelayEvent& event) {
        const std::string place = worded("event %1", event.key);
        references(event, place);
        dates(event, place);
        for (const ClaimEntry& entry : event.course) days(entry.days, place, toWord("a day count in its course"));
        for (const EventDays& days : event.sectionDays) {
            for (const int count : {days.claimed, days.assessed, days.granted})
                if (count < -36500 || count > 36500) add(place, worded("its days are out of all bounds"));
        }
        if (event.from && event.to && *event.to < *event.from) add(place, worded("it ends before it begins"));
        for (const Effect& effect : event.effects) {
            const Activity* activity = m_programme.activities.row(effect.activity);
            if (!activity) continue;
            if (activity->kind == ActivityKind::hammock) add(place, worded("an effect cannot act on a hammock"));
            const bool dated = effect.kind == EffectKind::suspension || effect.kind == EffectKind::access;
            if (dated && !effect.from) add(place, worded("an effect on %1 has no date", activity->key));
            if (effect.from && effect.to && *effect.to < *effect.from)
                add(place, worded("an effect on %1 ends before it begins", activity->key));
            if (effect.kind == EffectKind::suspension && !effect.to)
                add(place, worded("the suspension of %1 has no last day", activity->key));
            if (effect.work < 0 || effect.work > longestDuration)
                add(place, worded("the work added to %1 is out of all bounds", activity->key));
            const bool valued = effect.kind == EffectKind::quantity || effect.kind == EffectKind::output;
            if (valued && (!effect.value || effect.value->sign() < 0 ||
                           (effect.kind == EffectKind::output && effect.value->sign() == 0)))
                add(place, worded("the changed figure of %1 must be more than nothing", activity->key));
        }
    }
    static std::string linkPlace(const Activity& from, const Activity& to) {
        return worded("link %1 to %2", from.key, to.key);
    }
    void needs(const Activity& activity, const std::string& place) {
        if (!activity.needs.empty() && isMilestone(activity.kind))
            add(place, worded("a milestone has no time in which it could need anything"),
                worded("give it a sum of money"));
        for (const Need& need : activity.needs)
            if (const Resource* resource = m_programme.resources.row(need.resource))
                if (auto fault = faultOf(need, *resource)) add(place, *fault);
        for (const LumpSum& one : activity.lumpSums) sum(one.amount, place, toWord("a lump sum"));
        if (activity.levelledFrom && activity.kind != ActivityKind::task)
            add(place, worded("only work is held by levelling"));
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
                if (activity.codes[j].code == mark.code)
                    add(place, worded("it carries two values of the code %1", code->key));
            if (std::none_of(code->values.begin(), code->values.end(),
                             [&](const CodeValue& value) { return value.name == mark.value; }))
                add(place, worded("the code %1 has no value %2", code->key, mark.value),
                    worded("add it to the code's values"));
        }
    }
    void hammock(const Activity& activity, const std::string& place) {
        if (activity.from.empty() || activity.to.empty())
            add(place, worded("a hammock needs a start anchor and a finish anchor"));
        if (activity.event)
            add(place, worded("a hammock cannot belong to a fragment"),
                worded("hang it from the activities of the fragment"));
        for (const auto* anchors : {&activity.from, &activity.to})
            for (const Anchor& anchor : *anchors) {
                const Activity* at = m_programme.activities.row(anchor.activity);
                if (at && at->kind == ActivityKind::hammock)
                    add(place, worded("it hangs from the hammock %1", at->key),
                        worded("hang it from activities or milestones"));
                if (anchor.lag > longestDuration || anchor.lag < -longestDuration)
                    add(place, worded("the lag of an anchor is out of all bounds"));
            }
    }
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
            if (auto fault = faultOfPlace(programme, activity)) faults.add(worded("activity %1", activity.key), *fault);
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
        faults.uniqueKeys(programme.miles, worded("measured mile"));
        faults.contractRecords();
    }
    if (touched.buildUp) {
        faults.uniqueKeys(programme.book, "book");
        faults.uniqueKeys(programme.bill, worded("bill item"));
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
