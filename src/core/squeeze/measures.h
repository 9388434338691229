// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/words.h"
#include "core/network/why_then.h"

#include <string>
#include <vector>

namespace yarrin {

/// What can be done to bring a section in: docs/engine.md section 19.
enum class SqueezeKind {
    crews,      ///< more crews on one activity
    hours,      ///< a calendar of the job that works more
    overlap,    ///< the follower begins once a part of the work is done, and ends behind it
    lag,        ///< half of a wait
    constraint, ///< a date that holds work back is moved forward
    softLink,   ///< the same crew's way from place to place is given up
};
template <> struct Words<SqueezeKind> {
    static constexpr std::string_view list[] = {"crews", "hours", "overlap", "lag", "constraint", "soft_link"};
};
inline constexpr std::size_t squeezeKinds = 6;

/// Which ways are open, and how far they go.
struct SqueezeWays {
    std::vector<SqueezeKind> kinds{SqueezeKind::crews, SqueezeKind::hours,      SqueezeKind::overlap,
                                   SqueezeKind::lag,   SqueezeKind::constraint, SqueezeKind::softLink};
    int moreCrews = 1;                  ///< on one activity, 1 to 9
    Decimal doneBefore = Decimal(5, 1); ///< share of the work that must be done before its follower may begin
    Decimal overtime = Decimal(5, 1);   ///< what hours beyond the calendar's cost more, as a share of labour's rates
};
/// Why ways cannot be so; none where they can.
[[nodiscard]] std::optional<Error> faultOf(const SqueezeWays& ways);

/// One change of a programme that may bring it in.
struct SqueezeMeasure {
    SqueezeKind kind = SqueezeKind::crews;
    ActivityId activity; ///< that is changed; of a link, at its end
    LinkId link;
    CalendarId calendar;          ///< of more hours
    std::optional<Decimal> crews; ///< of more crews
    Minutes lag = 0;              ///< that the link has then; of an overlap, what must be done before
    std::optional<Constraint> constraint;
    std::string words; ///< "B430 Pile cap, D4: 2 crews instead of 1"
};

/// By how many minutes of elapsed time a measure alone changes what it is about.
struct SqueezeChange {
    double shorter = 0; ///< the work
    double looser = 0;  ///< the bound of a link
    double overlap = 0; ///< from the start of the work before to where its follower may begin then
};

/// All measures on the activities of a section's paths that lie less than `missing` behind the driving one, by the ids
/// that people see, then by kind. `missing` is working time of the milestone's calendar, `days` the same in calendar
/// days.
[[nodiscard]] std::vector<SqueezeMeasure> measuresFor(const Programme& programme, const Schedule& schedule,
                                                      const std::vector<ActivityId>& near, int days,
                                                      const SqueezeWays& ways);

/// The rows of a programme that a measure changes, as they are with it.
struct SqueezedRows {
    std::optional<Activity> activity;
    std::optional<Link> link;  ///< that stays, with another type or lag
    LinkId gone;               ///< a link that is given up
    std::optional<Link> added; ///< an overlap's second link, without an id
};
[[nodiscard]] SqueezedRows rowsWith(const Programme& programme, const SqueezeMeasure& measure);
/// A programme with a measure taken.
void take(Programme& programme, const SqueezeMeasure& measure);

/// Takes a measure for as long as it lives; then the programme is as it was. Measures are given back in turn, the last
/// one first.
class Taken {
public:
    Taken(Programme& programme, const SqueezeMeasure& measure);
    ~Taken();
    Taken(const Taken&) = delete;
    Taken& operator=(const Taken&) = delete;

private:
    Programme& m_programme;
    std::optional<Activity> m_activity;
    std::optional<Link> m_link;
    std::size_t m_gone; ///< place of the link that was given up
    bool m_added = false;
};

} // namespace yarrin
