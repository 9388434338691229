// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/labour/working_time.h"
#include "core/model/resource_book.h"

#include <optional>
#include <vector>

namespace yarrin {

enum class DemandBy { day, week, month };

/// What is demanded of a resource in a day, a week or a month: docs/engine.md section 14. Of a resource that is used in
/// quantities, `demand` and `excess` are quantities a day and `hours` and `excessHours` quantities.
struct DemandRow {
    Date from;
    Fraction demand;                ///< the greatest at any instant; of quantities, on any day
    Fraction mean;                  ///< of the days' demands, over days on which it works or is demanded
    Fraction heads;                 ///< people a day, on the busiest: those of two shifts count both
    std::optional<Fraction> supply; ///< where excess is greatest, else where demand is
    Fraction excess;                ///< the greatest above supply
    Fraction excessHours;
    Fraction hours;
};

/// One activity's part in the demand of a resource.
struct DemandPart {
    std::uint32_t activity = 0; ///< place in the programme
    Fraction number;            ///< at once; of quantities, over its whole work
};

/// What a programme needs of its resources, day by day. Asks for one resource are worked out when they come; the
/// programme and the schedule, calculated without errors, must outlive it.
class Demand {
public:
    Demand(const Programme& programme, const Schedule& schedule, AtDates at = AtDates::early);

    [[nodiscard]] const ResourceBook& book() const { return m_book; }
    [[nodiscard]] const std::vector<WorkSpan>& spans() const { return m_spans; }
    /// Activities that need it, in the programme's order.
    [[nodiscard]] const std::vector<DemandPart>& partsOf(std::size_t resource) const { return m_parts[resource]; }
    /// Whether it is used in quantities: material, and whatever has needs in quantities and none in numbers.
    [[nodiscard]] bool inQuantities(std::size_t resource) const { return m_quantities[resource]; }

    /// Days without gaps from the first to the last with demand or supply; none where there is neither.
    [[nodiscard]] std::vector<DemandRow> days(std::size_t resource);
    /// People at work, all trades together, by day; no supply.
    [[nodiscard]] std::vector<DemandRow> people();
    /// What works on a day: at the first instant of its greatest demand; of quantities, what is used that day.
    [[nodiscard]] std::vector<DemandPart> at(std::size_t resource, Date day) { return at(std::vector{resource}, day); }
    /// The same of several together, an activity once for each of them.
    [[nodiscard]] std::vector<DemandPart> at(const std::vector<std::size_t>& resources, Date day);
    /// The same for every activity that works at any time from one day to another: the greatest number it has there.
    [[nodiscard]] std::vector<DemandPart> within(std::size_t resource, Date first, Date last);

    /// The hours, of quantities the quantity, that an activity's part comes to before an instant.
    [[nodiscard]] double before(const DemandPart& part, std::size_t resource, Instant end) const;
    /// The share of an activity's work that is done and was so before an instant.
    [[nodiscard]] double doneBefore(std::uint32_t activity, Instant end) const;
    /// From the first to the last instant at which a resource's parts work; none where nothing works.
    [[nodiscard]] std::optional<WorkRun> reachOf(std::size_t resource) const;

    /// Days put together. Weeks start on Monday; the first and the last may be cut.
    [[nodiscard]] std::vector<DemandRow> rows(const std::vector<DemandRow>& days, DemandBy by, std::size_t resource);

private:
    struct Step {
        Instant from, to;
        Fraction level;
    };
    [[nodiscard]] const std::vector<Step>& stepsKept(const std::vector<std::size_t>& resources);
    [[nodiscard]] std::vector<Step> stepsOf(const std::vector<std::size_t>& resources);
    void addHeads(std::vector<DemandRow>& rows, const std::vector<std::size_t>& resources);
    [[nodiscard]] std::vector<DemandRow> numbered(const std::vector<std::size_t>& resources, const Resource* limits);
    [[nodiscard]] std::vector<DemandRow> quantities(std::size_t resource);
    [[nodiscard]] Fraction usedBefore(const DemandPart& part, Instant end) const;
    [[nodiscard]] Fraction usedOn(const DemandPart& part, Date day) const;
    [[nodiscard]] bool worksOn(std::size_t resource, Date day);

    const Programme& m_programme;
    const Schedule& m_schedule;
    ResourceBook m_book;
    std::vector<WorkSpan> m_spans;
    std::vector<std::vector<DemandPart>> m_parts;
    std::vector<bool> m_quantities;
    WorkSpells m_spells;
    CalendarCache m_cache;
    CalendarSet m_calendars;
    std::vector<std::size_t> m_stepsFor; ///< what was asked for last
    std::vector<Step> m_steps;
};

/// What a demand comes to over all its rows.
struct DemandSum {
    Fraction hours;
    Fraction excessHours;
    Fraction peak;
    int daysOver = 0; ///< of rows by day
};
[[nodiscard]] DemandSum sumOf(const std::vector<DemandRow>& rows);

} // namespace yarrin
