// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/anybody.h"

#include "core/network/schedule.h"
#include "core/weeks/look_ahead.h"
#include "edit/acceleration_edits.h"
#include "edit/activity_edits.h"
#include "edit/bar_edits.h"
#include "edit/bill_edits.h"
#include "edit/breakdown_edits.h"
#include "edit/calendar_edits.h"
#include "edit/chance_edits.h"
#include "edit/claim_edits.h"
#include "edit/contract_edits.h"
#include "edit/cost_edits.h"
#include "edit/event_edits.h"
#include "edit/labour_edits.h"
#include "edit/link_edits.h"
#include "edit/location_edits.h"
#include "edit/place_edits.h"
#include "edit/progress_edits.h"
#include "edit/row_edits.h"
#include "edit/section_edits.h"
#include "edit/sequence_edits.h"
#include "edit/sheet_edits.h"
#include "edit/sorting_edits.h"
#include "edit/soundness_edits.h"
#include "edit/squeeze_edits.h"
#include "edit/table_import.h"
#include "edit/weather_edits.h"
#include "edit/week_edits.h"

namespace yarrin::test {

namespace {

class Anybody {
public:
    Anybody(Transaction& tx, std::mt19937& random, Manners manners) : m_tx(tx), m_random(random), m_manners(manners) {}

    Outcome act() {
        switch (below(19)) {
        case 0:
            return activity();
        case 1:
            return links();
        case 2:
            return tree();
        case 3:
            return places();
        case 4:
            return calendar();
        case 5:
            return contract();
        case 6:
            return event();
        case 7:
            return bill();
        case 8:
            return book();
        case 9:
            return sequence();
        case 10:
            return progress();
        case 11:
            return terms();
        case 12:
            return claim();
        case 13:
            return records();
        case 14:
            return sorting();
        case 15:
            return labour();
        case 16:
            return weeks();
        case 17:
            return apart();
        default:
            return tables();
        }
    }

private:
    [[nodiscard]] std::size_t below(std::size_t limit) { return m_random() % std::max<std::size_t>(1, limit); }
    [[nodiscard]] const Programme& p() const { return m_tx.programme(); }
    template <typename Rows> auto some(const Rows& rows) {
        using Id = std::decay_t<decltype(rows[0].id)>;
        return rows.empty() ? Id{} : rows[below(rows.size())].id;
    }
    template <typename Enum> Enum any(int last) { return static_cast<Enum>(below(std::size_t(last) + 1)); }
    /// Names and notes as people type them, and as somebody does who looks for trouble.
    std::string words() {
        static const std::vector<std::string> list{"Pour",
                                                   "Strip",
                                                   "",
                                                   " ",
                                                   "Fix \"A\" and 'B'",
                                                   "a; b, c",
                                                   "=SUM(A1)",
                                                   "Ünïcødé 墙",
                                                   "line\nbreak",
                                                   "tab\there",
                                                   std::string("nul\0inside", 10),
                                                   "\x1b[31mred",
                                                   "\xff\xfe",
                                                   "\xc2\x9b",
                                                   std::string(5000, 'x'),
                                                   "<img src=x>",
                                                   "null",
                                                   "-1",
                                                   "id to start",
                                                   "'quoted",
                                                   "\xED\xA0\x80",
                                                   "a\\b",
                                                   "%s%n",
                                                   "A010",
                                                   "x.yarrin"};
        return m_manners == Manners::good ? "Words " + std::to_string(below(50)) : list[below(list.size())];
    }
    std::string figure() {
        static const std::vector<std::string> list{"0",
                                                   "1",
                                                   "-1",
                                                   "0.1",
                                                   "1344",
                                                   "1,344.5",
                                                   "1.344,5",
                                                   "999999999999999999",
                                                   "0.000000000000000001",
                                                   "1e17",
                                                   "1e300",
                                                   "123456789012.123456",
                                                   "7.25",
                                                   "",
                                                   "abc",
                                                   "1000000000001",
                                                   "-0.5",
                                                   "3650",
                                                   "1000001",
                                                   "2147483648"};
        return list[below(list.size())];
    }
    std::string date() {
        static const std::vector<std::string> list{"2027-03-01",       "1 Mar 2027", "29 Feb 2028", "",
                                                   "2027-03-01T10:00", "1 Jan 0001", "31 Dec 9999", "2027-02-30",
                                                   "1 Apr 2027",       "2026-12-24", "2500-01-01",  "12 May 1900"};
        return list[below(list.size())];
    }
    std::string span() {
        static const std::vector<std::string> list{"5d",     "0",    "3d 4h",   "-2d", "999999999d", "",
                                                   "90 min", "1.5d", "100000d", "7h",  "x"};
        return list[below(list.size())];
    }
    template <typename Value> static Outcome made(const Result<Value>& result) {
        return result.ok() ? done() : Outcome(result.errors());
    }
    std::string key(ActivityId id) {
        const Activity* a = p().activities.row(id);
        return a ? quotedKey(a->key) : "X";
    }

    Outcome activity() {
        const ActivityId id = some(p().activities);
        if (!id) return made(addActivity(m_tx, ActivityKind::task, {}, {}, "First"));
        switch (below(14)) {
        case 0:
            return made(addActivity(m_tx, any<ActivityKind>(3), id, some(p().breakdown), words()));
        case 1:
            return removeActivities(m_tx, std::array{id});
        case 2:
            return setKey(m_tx, id, words());
        case 3:
            return setName(m_tx, id, words());
        case 4:
            return setKind(m_tx, id, any<ActivityKind>(3));
        case 5:
            return setDuration(m_tx, id, span());
        case 6:
            return setConstraint(
                m_tx, id,
                Constraint{any<ConstraintType>(5), {startOf(dateOf(p().job.start) + int(below(900))), below(2) == 0}});
        case 7:
            return setNotes(m_tx, id, words());
        case 8:
            return setMeasureField(m_tx, id, any<MeasureField>(4), figure());
        case 9:
            return setUnit(m_tx, id, below(2) ? "m3" : words());
        case 10:
            return setRounding(m_tx, id, any<RoundTo>(3));
        case 11:
            return solveFor(m_tx, id, any<Solved>(3), span());
        case 12:
            return setLearning(m_tx, id, figure(), below(3) ? std::optional<int>(int(below(2000000))) : std::nullopt);
        default:
            return setCalendar(m_tx, id, below(4) ? some(p().calendars) : continuousCalendar);
        }
    }
    /// What hands do to bars, and what is asked for in sheets.
    Outcome hands() {
        const ActivityId a = some(p().activities), b = some(p().activities);
        const std::array both{a, b};
        const auto minutes = [&] { return Minutes(below(20)) * 120 - 240; };
        switch (below(9)) {
        case 0:
            return stretchTo(m_tx, a, minutes(), any<Solved>(3));
        case 1:
            return setPause(m_tx, a, minutes(), minutes());
        case 2:
            return setPauses(m_tx, a, span() + " after " + span() + (below(2) ? "; 1d after 2d" : ""));
        case 3: {
            const LinkId id = some(p().links);
            const Link* link = p().links.row(id);
            if (!link) return done();
            const auto with = withLag(p(), *link, span());
            return with.ok() ? setLink(m_tx, *with) : Outcome(with.errors());
        }
        case 4:
            return setAnchor(m_tx, a, any<End>(1), {b, any<End>(1), minutes()}, below(2) == 0);
        case 5:
            return removeAnchor(m_tx, a, any<End>(1), b);
        case 6:
            return made(drawActivity(m_tx, any<ActivityKind>(2), a, some(p().breakdown), words(),
                                     dateOf(p().job.start) + int(below(900)), minutes()));
        case 7:
            return made(
                addSeveral(m_tx, a, some(p().breakdown), int(below(4)), words(), below(2) == 0, {span(), true}));
        default:
            return made(
                duplicateAt(m_tx, both, std::array{some(p().locations)}, below(2) ? "{id}-{location}" : words()));
        }
    }
    Outcome links() {
        const ActivityId a = some(p().activities), b = some(p().activities);
        const std::array both{a, b};
        switch (below(12)) {
        case 9:
        case 10:
        case 11:
            return hands();
        case 4:
            return reverseLink(m_tx, some(p().links));
        case 5:
            return moveActivities(m_tx, both, below(2) ? 1 : -1);
        case 6:
            return chainActivities(m_tx, both);
        case 7:
            return made(duplicateActivities(m_tx, both));
        case 8:
            return made(putActivities(m_tx, takenAlone(p(), both), a, some(p().breakdown)));
        case 0:
            return made(
                addLink(m_tx, {{}, a, b, any<LinkType>(3), Minutes(below(3)) * 480 - 480, any<LagCalendar>(4)}));
        case 1:
            return removeLink(m_tx, some(p().links));
        case 2:
            return setWaitsFor(m_tx, a, key(b) + (below(2) ? " +" + span() : ""));
        default:
            return setAnchors(m_tx, a, any<End>(1), key(b) + (below(2) ? " start" : " finish +1d"));
        }
    }
    Outcome tree() {
        const BreakdownId id = some(p().breakdown);
        switch (below(9)) {
        case 0:
            return made(addGroup(m_tx, id, words()));
        case 1:
            return made(addChildGroup(m_tx, id, words()));
        case 2:
            return made(addParentGroup(m_tx, id, words()));
        case 3:
            return moveGroup(m_tx, id, some(p().breakdown), any<Landing>(2));
        case 4:
            return setGroupCode(m_tx, id, words());
        case 5:
            return setCodePattern(m_tx, below(2) ? "A-01.a" : words());
        case 6:
            return renameGroup(m_tx, id, words());
        case 7:
            return removeGroup(m_tx, id);
        default:
            return made(indentActivities(m_tx, std::array{some(p().activities)}));
        }
    }
    Outcome places() {
        const LocationId id = some(p().locations);
        switch (below(8)) {
        case 0:
            return made(addLocation(m_tx, id, words()));
        case 1:
            return made(addChildLocation(m_tx, id, words()));
        case 2:
            return renameLocation(m_tx, id, words());
        case 3:
            return setLocationKey(m_tx, id, words());
        case 4:
            return setChainage(m_tx, id, below(2) ? "1+250 to 1+300" : figure() + " - " + figure());
        case 5:
            return moveLocation(m_tx, id, some(p().locations), any<Landing>(2));
        case 6:
            return removeLocation(m_tx, id);
        default:
            return setLocation(m_tx, some(p().activities), words());
        }
    }
    Outcome calendar() {
        const CalendarId id = some(p().calendars);
        const Date day = dateOf(p().job.start) + int(below(700));
        switch (below(11)) {
        case 0:
            return made(addCalendar(m_tx, startingPoints()[below(startingPoints().size())]));
        case 1:
            return made(extendCalendar(m_tx, id));
        case 2:
            return renameCalendar(m_tx, id, words());
        case 3:
            return removeCalendar(m_tx, id, some(p().calendars));
        case 4:
            return setDefaultCalendar(m_tx, id);
        case 5:
            return setBase(m_tx, id, some(p().calendars));
        case 6:
            return setHoursADay(m_tx, id, figure());
        case 7:
            return setDates(m_tx, id, {day, day + 1}, below(2) ? DayWork{} : DayWork{{480, 720}}, words(),
                            below(2) == 0);
        case 8:
            return addPublicHolidays(m_tx, id, HolidayRegion(below(3)));
        case 9: {
            const auto parsed =
                parseException(any<TypedException>(3), below(2) ? "first Monday in May" : words(), words());
            return parsed.ok() ? addException(m_tx, id, *parsed) : Outcome(parsed.errors());
        }
        default: {
            std::array<int, 12> weather{};
            for (int& days : weather) days = int(below(34)) - 1;
            return setWeather(m_tx, id, weather);
        }
        }
    }
    Outcome contract() {
        switch (below(9)) {
        case 0:
            return made(addSection(m_tx));
        case 1:
            return removeSection(m_tx, some(p().sections));
        case 2:
        case 3: {
            const auto field = any<SectionField>(12);
            return setSectionField(m_tx, some(p().sections), field,
                                   field == SectionField::completion || field == SectionField::takenOver ? date()
                                   : field == SectionField::milestone && !p().activities.empty()
                                       ? p().activities[below(p().activities.size())].key
                                   : below(2) ? figure()
                                              : words());
        }
        case 4:
            return setJobSum(m_tx, any<JobSum>(2), figure());
        case 5:
            return setPeriod(m_tx, any<Period>(1), figure());
        case 6:
            return setTitle(m_tx, words());
        case 7:
            return setCurrency(m_tx, below(2) ? "EUR" : words());
        default:
            return below(2) ? setRequiredFinish(m_tx, date()) : setStart(m_tx, date());
        }
    }
    Outcome event() {
        const EventId id = some(p().events);
        switch (below(6)) {
        case 0:
            return made(addEvent(m_tx, dateOf(p().job.start) + int(below(100))));
        case 1: {
            const auto field = any<EventField>(15);
            return setEventField(m_tx, id, field,
                                 below(3) == 0 ? date()
                                 : below(2)    ? words()
                                               : key(some(p().activities)) + " +" + span());
        }
        case 2:
            return setEventDays(m_tx, id, some(p().sections), any<EventDay>(2), figure());
        case 3:
            return made(addToFragment(m_tx, id, some(p().activities)));
        case 4:
            return setInForecast(m_tx, id, below(2) == 0);
        default:
            return removeEvent(m_tx, id);
        }
    }
    Outcome terms() {
        const SectionId id = some(p().sections);
        const std::size_t row = below(3);
        switch (below(11)) {
        case 0:
            return addRateStep(m_tx, id, figure(), figure());
        case 1:
            return below(2) ? setRateStep(m_tx, id, row, any<StepPart>(1), figure()) : removeRateStep(m_tx, id, row);
        case 2:
            return addPossession(m_tx, id, date(), figure());
        case 3:
            return below(2) ? setPossession(m_tx, id, row, any<PossessionPart>(1), below(2) ? date() : figure())
                            : removePossession(m_tx, id, row);
        case 4:
            return addDeduction(m_tx, id, any<DeductionKind>(2), date(), figure(), words());
        case 5:
            return below(2) ? setDeduction(m_tx, id, row, any<DeductionPart>(3), below(2) ? date() : words())
                            : removeDeduction(m_tx, id, row);
        case 6:
            return markSlip(m_tx, id, {dateOf(p().job.start) + int(below(300)), any<SlipIs>(2), words(), {}, words()});
        case 7:
            return p().sections.row(id) && !p().sections.row(id)->slips.empty()
                       ? openSlip(m_tx, id, p().sections.row(id)->slips[0].window)
                       : setJobSwitch(m_tx, any<JobSwitch>(3), below(2) == 0);
        case 8:
            return setJobSum(m_tx, any<JobSum>(9), figure());
        case 9:
            return below(2) ? setBaseline(m_tx, words()) : setLeftOut(m_tx, words(), below(3) > 0);
        default:
            return below(2) ? setParticularsFrom(m_tx, any<ParticularsFrom>(2))
                            : setPeriod(m_tx, any<Period>(3), figure());
        }
    }
    Outcome claim() {
        const EventId id = some(p().events);
        const std::size_t row = below(3);
        switch (below(6)) {
        case 0:
        case 1:
            return addClaimEntry(m_tx, id, any<ClaimStep>(5), some(p().sections), figure(), date(), words());
        case 2:
            return setClaimEntry(m_tx, id, row, any<ClaimPart>(4),
                                 below(3) == 0 ? date()
                                 : below(2)    ? figure()
                                               : words());
        case 3:
            return removeClaimEntry(m_tx, id, row);
        case 4:
            return addEventUpdate(m_tx, id, date(), words());
        default:
            return below(2) ? setEventUpdate(m_tx, id, row, any<UpdatePart>(1), below(2) ? date() : words())
                            : removeEventUpdate(m_tx, id, row);
        }
    }
    /// Codes, what activities carry of them, and lenses.
    /// Resources, what is needed of them, and money.
    Outcome labour() {
        const ResourceId id = some(p().resources);
        const ActivityId activity = some(p().activities);
        const Resource* row = p().resources.row(id);
        const std::string name = row && below(4) ? row->name : words();
        static const std::vector<std::string> steps{"6 from 2027-03-01", "6 from 2027-03-01; 9 from 2027-06-01",
                                                    "9 from 2027-06-01; 6 from 2027-03-01", "-1 from 2027-03-01", "6"};
        switch (below(13)) {
        case 0:
            return made(addResource(m_tx, words()));
        case 1:
        case 2: {
            static const std::vector<std::string> choices{"trade", "plant", "material", "subcontract", "other",
                                                          "hour",  "day",   "unit",     "yes",         "no",
                                                          "t",     "six",   "labour",   "33.5 an hour"};
            const auto field = any<ResourceField>(11);
            const bool dated = field == ResourceField::rates || field == ResourceField::supply;
            return setResourceField(m_tx, id, field,
                                    dated      ? steps[below(steps.size())]
                                    : below(3) ? choices[below(choices.size())]
                                    : below(2) ? words()
                                               : figure());
        }
        case 3:
            return setNeeds(m_tx, activity, figure() + " " + name + (below(2) ? "" : "; 2 t " + words()));
        case 4:
            return assignResource(m_tx, std::vector{activity}, id, Decimal(std::int64_t(below(4))));
        case 5:
            return setLumpSums(m_tx, activity, figure() + (below(2) ? " plant at start: " : " other ") + words());
        case 6:
            return setTerm(m_tx, any<TermField>(10), below(3) ? figure() : "fortnight");
        case 7:
            return setCostEntry(m_tx, below(2) ? "2027-03" : words(), any<CostHead>(5),
                                below(2) ? activity : ActivityId{}, figure());
        case 8:
            return setSupplyFrom(m_tx, id, dateFrom(2027, 3, unsigned(1 + below(28))), figure());
        case 9:
            return below(2) ? setActivitySection(m_tx, activity, words()) : clearAllLevelling(m_tx);
        case 10:
        case 11:
            return soundness();
        default:
            return removeResources(m_tx, std::vector{id});
        }
    }
    /// Findings set aside, other limits, and what can be mended.
    Outcome soundness() {
        Finding finding;
        finding.concern = any<Concern>(int(concernCount) - 1);
        finding.activity = below(4) ? some(p().activities) : ActivityId{};
        finding.about = below(4) ? "" : words();
        switch (below(3)) {
        case 0:
            return setFindingAside(m_tx, finding, below(5) ? words() : "");
        case 1:
            return setSoundnessLimit(m_tx, below(5) ? limitKinds()[below(limitKinds().size())].key : "luck", figure());
        default:
            break;
        }
        const Schedule dates = schedule(p());
        if (!dates.ok()) return done();
        if (below(2)) return below(2) ? sheets() : below(2) ? chance() : squeeze(dates);
        std::vector<Finding> found = soundnessOf(p(), dates, {}).findings;
        std::erase_if(found, [&](const Finding& one) { return one.concern != finding.concern || !one.mendable; });
        return mend(m_tx, found);
    }
    Outcome sheets() {
        const SheetId id = some(p().sheets);
        switch (below(10)) {
        case 8:
            return moveRowBreak(m_tx, id, some(p().activities), below(3) ? some(p().activities) : ActivityId{});
        case 9:
            return below(2) ? markSent(m_tx, id, dateOf(p().job.start), words())
                            : setTimeBreaks(m_tx, id, {dateOf(p().job.start), dateOf(p().job.start) + int(below(90))});
        case 6:
            return setSheetParts(m_tx, id, {{any<ReportPart>(17), words()}, {any<ReportPart>(17), {}}});
        case 7:
            return below(2) ? setFirm(m_tx, words()) : setLogo(m_tx, below(2) ? "PHN2Zy8+" : words());
        case 0:
            return made(addSheet(m_tx, words()));
        case 1:
            return made(duplicateSheet(m_tx, id));
        case 2:
            return below(3) ? moveSheet(m_tx, id, below(2) ? 1 : -1) : removeSheet(m_tx, id);
        default:
            return setSheetField(m_tx, id, any<SheetField>(18),
                                 below(3) == 0 ? std::string(wordOf(any<SheetView>(sheetViews)))
                                 : below(2)    ? words()
                                 : below(2)    ? "A1"
                                               : std::to_string(below(300)));
        }
    }
    /// Spreads, risks, thresholds and records.
    Outcome chance() {
        const SpreadRuleId rule = some(p().spreads);
        const RiskId risk = some(p().risks);
        const ThresholdId threshold = some(p().thresholds);
        const auto key = [&] {
            const Activity* row = p().activities.row(some(p().activities));
            return row && below(5) ? row->key : words();
        };
        const auto target = [&] {
            const Calendar* calendar = below(3) ? nullptr : p().calendars.row(some(p().calendars));
            return calendar ? calendar->key : key();
        };
        const std::string three = std::to_string(below(3)) + " 2 " + std::to_string(1 + below(4));
        switch (below(14)) {
        case 0:
            return made(addSpreadRule(m_tx, below(3) ? key() : "all"));
        case 1:
            return setSpreadField(m_tx, rule, any<SpreadField>(7),
                                  below(3)   ? three
                                  : below(2) ? std::string(wordOf(any<SpreadIn>(3)))
                                             : words());
        case 2:
            return below(3) ? moveSpreadRule(m_tx, rule, below(2) ? 1 : -1)
                            : removeSpreadRules(m_tx, std::span(&rule, 1));
        case 3:
            return made(addRisk(m_tx, words()));
        case 4:
            return setRiskField(m_tx, risk, any<RiskField>(9), below(2) ? words() : std::to_string(below(120)));
        case 5:
        case 6:
            return addRiskEffect(m_tx, risk, target());
        case 7:
            return setRiskEffectField(m_tx, risk, below(2), any<RiskEffectField>(6),
                                      below(3)   ? three
                                      : below(2) ? std::string(wordOf(any<EffectKind>(5)))
                                      : below(2) ? isoDate(dateOf(p().job.start) + int(below(90)))
                                                 : target());
        case 8:
            return below(3) ? removeRiskEffect(m_tx, risk, below(2)) : removeRisks(m_tx, std::span(&risk, 1));
        case 9:
            return setOddsField(m_tx, any<OddsField>(14), below(3) ? std::to_string(below(9)) : words());
        case 10:
            return made(addThreshold(m_tx, some(p().calendars)));
        case 11:
            return below(4) ? setThresholdField(m_tx, threshold, any<ThresholdField>(6), below(2) ? words() : "12")
                            : removeThresholds(m_tx, std::span(&threshold, 1));
        case 12:
            return setWeatherDay(m_tx, "rain", below(9) ? "mm" : "in", dateOf(p().job.start) + int(below(90)),
                                 below(4) ? std::to_string(below(30)) : words());
        default:
            return below(3)
                       ? made(eventOfWeather(m_tx, some(p().calendars), monthOf(dateOf(p().job.start)), Risk::neutral))
                       : removeWeather(m_tx, "rain");
        }
    }
    /// Promises, what work lacks, firms.
    Outcome weeks() {
        const Schedule dates = schedule(p());
        const Date first = weekBegin(p().job, dateOf(p().job.start) + int(below(60)));
        const Date begins = p().weeks.empty() || below(3) == 0 ? first : p().weeks[below(p().weeks.size())].begins;
        const LackId lack = some(p().lacks);
        const FirmId firm = some(p().firms);
        const ActivityId activity = some(p().activities);
        switch (below(12)) {
        case 0:
        case 1: {
            if (!dates.ok()) return inputError("no dates");
            std::vector<ActivityId> all;
            for (const WeekRow& row : weeksAhead(p(), dates, begins, 1)) all.push_back(row.activity);
            return commitWeek(m_tx, dates, begins, all, words(), {});
        }
        case 2:
            return dates.ok() ? promiseLater(m_tx, dates, begins, activity) : Outcome(inputError("no dates"));
        case 3:
        case 4:
            return setPromiseField(m_tx, begins, below(3), any<PromiseField>(3),
                                   below(2) ? std::string(wordOf(any<Kept>(4))) : words());
        case 5:
            return dates.ok() ? enterPromise(m_tx, dates, begins, below(3)) : Outcome(inputError("no dates"));
        case 6:
            return made(addLack(m_tx, activity, below(2) ? shippedWords(WordList::lacking).front() : words()));
        case 7:
            return below(4) ? setLackField(m_tx, lack, any<LackField>(5), below(2) ? date() : words())
                            : removeLacks(m_tx, std::span(&lack, 1));
        case 8:
            return made(addFirm(m_tx, words()));
        case 9:
            return below(4) ? setFirmField(m_tx, firm, any<FirmField>(2), words())
                            : removeFirms(m_tx, std::span(&firm, 1));
        case 10:
            return setWords(m_tx, any<WordList>(1), {words(), words()});
        default:
            return removeWeek(m_tx, begins);
        }
    }
    /// Ranges, directions, and how near work may come.
    Outcome apart() {
        const ActivityId activity = some(p().activities);
        const PlaceRuleId rule = some(p().placeRules);
        const auto kind = [&] {
            if (below(2) && !p().book.empty()) return "item " + p().book[below(p().book.size())].key;
            const Code* code = p().codes.row(some(p().codes));
            if (!code || code->values.empty()) return below(2) ? std::string("all") : words();
            return code->key + " " + code->values[below(code->values.size())].name;
        };
        switch (below(8)) {
        case 0:
        case 1:
            return setStretch(m_tx, activity,
                              below(4) ? std::to_string(below(60)) + " to " + std::to_string(below(90)) : words());
        case 2:
            return setTravel(m_tx, activity, any<Travel>(5));
        case 3:
            return setPace(m_tx, activity, p().bill.empty() ? words() : p().bill[below(p().bill.size())].key);
        case 4:
            return made(addPlaceRule(m_tx));
        case 5:
        case 6: {
            const auto field = any<PlaceRuleField>(7);
            const bool kinds = field == PlaceRuleField::one || field == PlaceRuleField::other;
            return setPlaceRuleField(m_tx, rule, field,
                                     kinds      ? kind()
                                     : below(2) ? figure()
                                     : below(2) ? std::string("yes")
                                                : words());
        }
        default:
            return removePlaceRules(m_tx, std::span(&rule, 1));
        }
    }
    /// What would bring any of a few activities in, one or two of it.
    Outcome squeeze(const Schedule& dates) {
        std::vector<ActivityId> near;
        for (int i = 0; i < 6; ++i)
            if (const ActivityId id = some(p().activities); id && std::find(near.begin(), near.end(), id) == near.end())
                near.push_back(id);
        std::vector<SqueezeMeasure> all = measuresFor(p(), dates, near, int(below(30)), {}), taken;
        for (std::size_t i = 0; i < 1 + below(2) && !all.empty(); ++i) taken.push_back(all[below(all.size())]);
        return takeMeasures(m_tx, taken);
    }
    Outcome sorting() {
        const CodeId code = some(p().codes);
        const std::size_t value = below(4);
        switch (below(10)) {
        case 0:
            return made(addCode(m_tx, words()));
        case 1:
            return renameCode(m_tx, code, words());
        case 2:
            return below(4) ? moveCode(m_tx, code, below(2) ? 1 : -1) : removeCode(m_tx, code);
        case 3:
        case 4:
            return addCodeValue(m_tx, code, words());
        case 5:
            return setCodeValue(m_tx, code, value, any<CodeValueField>(2), below(3) ? words() : "#2e7d77");
        case 6:
            return below(3) ? moveCodeValue(m_tx, code, value, below(2) ? 1 : -1) : removeCodeValue(m_tx, code, value);
        case 7:
        case 8: {
            const Code* row = p().codes.row(code);
            return setCodeMark(m_tx, some(p().activities), code,
                               row && value < row->values.size() ? row->values[value].name : words());
        }
        default: {
            KeptLens lens;
            lens.key = words();
            lens.filter = words();
            lens.columns = words();
            lens.view = words();
            return below(4) ? keepLens(m_tx, lens) : removeLens(m_tx, some(p().lenses));
        }
        }
    }
    Outcome records() {
        const AccelerationId won = some(p().accelerations);
        const MileId mile = some(p().miles);
        switch (below(8)) {
        case 0:
            return made(addAcceleration(m_tx, dateOf(p().job.start) + int(below(300))));
        case 1:
        case 2: {
            const auto field = any<WonField>(9);
            return setWonField(m_tx, won, field,
                               field == WonField::won && !p().sections.empty() ? p().sections[0].key + " " + figure()
                               : below(2)                                      ? date()
                                                                               : words());
        }
        case 3:
            return made(addMile(m_tx));
        case 4:
        case 5:
            return setMileField(m_tx, mile, any<MileField>(9), below(2) ? date() : words());
        case 6:
            return below(2) ? removeMile(m_tx, mile) : removeAcceleration(m_tx, won);
        default: {
            const ActivityId id = some(p().activities);
            return below(2) ? setCostToDate(m_tx, id, figure()) : setCostPerWeek(m_tx, id, figure());
        }
        }
    }
    Outcome bill() {
        const BillItemId id = some(p().bill);
        switch (below(7)) {
        case 0:
            return made(addBillItem(m_tx, id));
        case 1:
        case 2: {
            const auto field = any<BillField>(7);
            return setBillField(m_tx, id, field, below(2) ? figure() : words());
        }
        case 3: {
            const auto quantity = parseFigure(figure());
            return quantity.ok() ? allocate(m_tx, id, some(p().activities), *quantity) : Outcome(quantity.errors());
        }
        case 4:
            return shareAmong(m_tx, id, std::array{some(p().activities), some(p().activities)});
        case 5:
            return made(activityFrom(m_tx, id));
        default:
            return removeBillItems(m_tx, std::array{id});
        }
    }
    Outcome book() {
        const BookItemId id = some(p().book);
        switch (below(5)) {
        case 0: {
            BookItem item;
            item.key = words();
            item.name = words();
            item.unit = "m3";
            item.outputPerCrewDay = Decimal(1 + std::int64_t(below(50)));
            return made(copyToJob(m_tx, item));
        }
        case 1:
            return applyBook(m_tx, some(p().activities), id);
        case 2:
            return setBookField(m_tx, id, any<BookField>(8), below(2) ? figure() : words());
        case 3:
            return setSupply(m_tx, words(), figure());
        default:
            return removeBookItem(m_tx, id);
        }
    }
    Outcome sequence() {
        const SequenceId id = some(p().sequences);
        const Sequence* row = p().sequences.row(id);
        const int step = row && !row->steps.empty() ? row->steps[below(row->steps.size())].number : 0;
        switch (below(7)) {
        case 0:
            return made(addSequence(m_tx, words()));
        case 1:
            return made(addStep(m_tx, id, step, words()));
        case 2:
            return setStepField(m_tx, id, step, any<StepField>(10),
                                below(3) == 0 ? figure()
                                : below(2)    ? words()
                                              : span());
        case 3:
            return setIdPattern(m_tx, id, below(2) ? "{unit:2}{step}" : words());
        case 4: {
            const std::vector<LocationId> where{some(p().locations)};
            return made(layOut(m_tx, id, proposedUnits(p(), id, where), {}, below(2) == 0));
        }
        case 5:
            return removeStep(m_tx, id, step);
        default:
            return removeSequence(m_tx, id);
        }
    }
    Outcome progress() {
        const ActivityId id = some(p().activities);
        switch (below(5)) {
        case 0:
            return setDataDate(m_tx, date());
        case 1:
            return setActual(m_tx, id, any<Actual>(1), date());
        case 2:
            return setRemaining(m_tx, id, span());
        case 3:
            return setQuantityDone(m_tx, id, figure());
        default:
            return forecastAtAchieved(m_tx, std::array{id});
        }
    }
    /// A table from outside, read before the programme became another one.
    Outcome tables() {
        Sheet sheet;
        sheet.rows.push_back({{"Item", {}}, {"Description", {}}, {"Unit", {}}, {"Quantity", {}}, {"Location", {}}});
        for (int i = 0; i < 3; ++i)
            sheet.rows.push_back(
                {{words(), {}},
                 {words(), {}},
                 {"m3", {}},
                 {figure(), {}},
                 {p().locations.empty() ? words() : p().locations[below(p().locations.size())].name, {}}});
        const BillReading reading = readBill(p(), sheet, guessColumns(sheet, billFields(), {}));
        if (below(2) && !p().locations.empty())
            if (Outcome gone = removeLocation(m_tx, some(p().locations)); !gone.ok()) return gone;
        return importBill(m_tx, reading);
    }

    Transaction& m_tx;
    std::mt19937& m_random;
    Manners m_manners;
};

} // namespace

Outcome anybody(Transaction& tx, std::mt19937& random, Manners manners) {
    Anybody somebody(tx, random, manners);
    return somebody.act();
}

} // namespace yarrin::test
