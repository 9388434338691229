// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/lookup.h"
#include "core/network/schedule.h"

#include <functional>
#include <string>
#include <string_view>
#include <unordered_map>
#include <utility>
#include <variant>
#include <vector>

namespace yarrin {

/// Another programme's dates, by activity: start and finish.
using DatesOf = std::unordered_map<ActivityId, std::pair<Instant, Instant>>;

/// Values of fields. What has a rank stands by it: values of a code, months, bands of float.
struct Named {
    std::string text;
    int rank = -1;
    friend bool operator==(const Named&, const Named&) = default;
};
/// Working minutes, and how many of them are a day.
struct WorkingDays {
    Minutes minutes = 0;
    Minutes day = 1;
    friend bool operator==(const WorkingDays&, const WorkingDays&) = default;
};
/// An instant, and the date that people call it by: work that ends at midnight ends on the day before.
struct DayAt {
    Instant at;
    Date date;
    friend bool operator==(const DayAt&, const DayAt&) = default;
};
/// What a field says of an activity; nothing where it says nothing.
using FieldValue = std::variant<std::monostate, Named, Decimal, WorkingDays, DayAt, bool>;

enum class FieldKind { text, number, days, date, flag };

/// Which of two values stands first: negative, nothing or positive. What says nothing stands last.
[[nodiscard]] int compareValues(const FieldValue& a, const FieldValue& b);

/// What fields are read from. Made for one pass over a programme that stays as it is meanwhile; what costs a walk over
/// all links is worked out when a field first asks for it.
class FieldContext {
public:
    FieldContext(const Programme& programme, const Schedule& schedule, const Lookup* lookup = nullptr,
                 const DatesOf* outlined = nullptr)
        : m_programme(programme), m_schedule(schedule), m_lookup(lookup), m_outlined(outlined) {}

    [[nodiscard]] const Programme& programme() const { return m_programme; }
    [[nodiscard]] const Activity& activity(std::size_t index) const { return m_programme.activities[index]; }
    /// None where nothing could be calculated.
    [[nodiscard]] const ActivityFigures* figures(std::size_t index) const {
        return index < m_schedule.activities.size() ? &m_schedule.activities[index] : nullptr;
    }
    [[nodiscard]] Minutes dayMinutes(std::size_t index) const;
    /// The dates that the outline below the bars has of an activity.
    [[nodiscard]] const std::pair<Instant, Instant>* outlined(std::size_t index) const;
    [[nodiscard]] bool hasOutline() const { return m_outlined != nullptr; }
    /// From when "within six weeks" counts: the data date, or the start of the programme.
    [[nodiscard]] Date today() const;
    /// The section named on an activity, else the one that it leads to: of those whose milestone links reach from it,
    /// the one due first.
    [[nodiscard]] const Section* sectionOf(std::size_t index) const;
    [[nodiscard]] bool hasLinkIn(std::size_t index) const;
    [[nodiscard]] bool hasLinkOut(std::size_t index) const;
    /// Keys of the activities whose links drive it, in natural order.
    [[nodiscard]] std::vector<std::string> driversOf(std::size_t index) const;

    /// Working minutes by which levelling holds it; 0 where it does not.
    [[nodiscard]] Minutes levellingDelay(std::size_t index) const;

private:
    void walkLinks() const;

    const Programme& m_programme;
    const Schedule& m_schedule;
    const Lookup* m_lookup;
    const DatesOf* m_outlined;
    mutable bool m_walked = false;
    mutable std::vector<char> m_in, m_out;
    mutable bool m_sectionsKnown = false;
    mutable std::vector<const Section*> m_sectionOf;
};

/// A field of activities as lenses know it: to filter, sort, group and colour by, and to show.
struct ViewField {
    std::string name;  ///< stable, as lenses are kept: "late_start", "code:Trade"
    std::string label; ///< what people read and write in filters: "Late start"
    FieldKind kind = FieldKind::text;
    bool groups = false; ///< has few values, so that rows can be grouped and bars coloured by it
    std::function<FieldValue(const FieldContext&, std::size_t index)> value;
};

/// All fields that do not depend on the job.
[[nodiscard]] const std::vector<ViewField>& plainFields();
/// Those and one for each of the job's codes.
[[nodiscard]] std::vector<ViewField> fieldsOf(const Programme& programme);
/// The field of this name, or none.
[[nodiscard]] std::optional<ViewField> fieldNamed(const Programme& programme, std::string_view name);
/// "code:Trade".
[[nodiscard]] std::string codeField(std::string_view code);
/// The value that an activity carries of a code; empty where none.
[[nodiscard]] std::string_view markOf(const Activity& activity, CodeId code);

} // namespace yarrin
