// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/demand_layout.h"
#include "chart/paint/demand_painter.h"
#include "core/labour/demand.h"
#include "core/view/fields.h"

#include <map>
#include <memory>
#include <string>
#include <vector>

namespace yarrin {

/// One resource as the list tells it.
struct ResourceLine {
    std::size_t place = 0; ///< in the book; `everybody` for all trades together
    ResourceId id;         ///< none where it is no row yet
    std::string name, unit;
    ResourceKind kind = ResourceKind::trade;
    bool quantity = false;
    bool ahead = false; ///< something of it is needed from the data date on
    int activities = 0;
    int daysOver = 0;               ///< from the data date on
    Fraction peak;                  ///< from the data date on: where it is most over, else the greatest
    std::optional<Fraction> supply; ///< then
    Fraction excessHours;
    DemandSpark spark;
    static constexpr std::size_t everybody = ResourceBook::none;
};

/// What one resource needs over time, and of whom.
struct ResourceDemand {
    DemandPicture picture;
    std::vector<std::string> groups;     ///< as the stacks count them, the largest first
    std::vector<Fraction> worked, ahead; ///< hours (or quantity) before and after the data date, by group
    std::vector<DemandRow> rows;
    DemandSum sum;
};

/// A programme with its demand, worked out beside the window and kept while it shows.
class LabourFindings {
public:
    LabourFindings(std::shared_ptr<const Programme> programme, std::shared_ptr<const Schedule> schedule);

    [[nodiscard]] const Programme& programme() const { return *m_programme; }
    [[nodiscard]] const Schedule& schedule() const { return *m_schedule; }
    [[nodiscard]] std::shared_ptr<const Schedule> dates() const { return m_schedule; }
    [[nodiscard]] Demand& demand() { return m_demand; }
    /// Trades, plant, materials and so on; within each what is over first, then by name, what is done last.
    [[nodiscard]] const std::vector<ResourceLine>& lines() const { return m_lines; }
    /// Of a line's resource; stacked by the values of a field.
    [[nodiscard]] ResourceDemand of(const ResourceLine& line, DemandBy by, const ViewField& field);
    /// Who needs it on these days.
    [[nodiscard]] std::vector<DemandPart> within(const ResourceLine& line, Date first, Date last);

private:
    [[nodiscard]] Date today() const;
    void measure(ResourceLine& line, const std::vector<DemandRow>& days) const;
    void drawSparks(const std::vector<std::vector<DemandRow>>& weeks);
    void findLines();
    [[nodiscard]] std::map<std::uint32_t, std::size_t> group(const ResourceLine& line, const ViewField& field,
                                                             ResourceDemand& out) const;
    [[nodiscard]] std::vector<std::size_t> placesOf(const ResourceLine& line) const;

    std::shared_ptr<const Programme> m_programme;
    std::shared_ptr<const Schedule> m_schedule;
    Demand m_demand;
    std::vector<ResourceLine> m_lines;
};

} // namespace yarrin
