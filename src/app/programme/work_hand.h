// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/network/calendar_set.h"
#include "edit/activity_edits.h"

#include <QCoreApplication>

#include <optional>
#include <span>

namespace yarrin {

/// What a drag comes to: the change, its words for the history, and the few words beside the pointer.
struct HandChange {
    QString words;
    QString tag;
    Document::Operation operation;
    QString refusal; ///< where it cannot be
};

[[nodiscard]] Constraint heldAt(Date date);
/// Working time between two instants, in whole days of a calendar, or in hours.
[[nodiscard]] Minutes workBetween(const WorkCalendar& calendar, Instant from, Instant to, bool freely);
/// The rests within work of a length, in their order.
[[nodiscard]] std::vector<Pause> restsOf(const Activity& activity, Minutes duration);

/// What hands do to work on any chart: moved in time, made longer or shorter. Whatever the chart, the same drag is the
/// same change.
class WorkHand {
    Q_DECLARE_TR_FUNCTIONS(WorkHand)
public:
    WorkHand(const Document& document, CalendarCache& calendars) : m_document(document), m_calendars(calendars) {}

    [[nodiscard]] const ActivityFigures* figuresOf(ActivityId id) const;
    [[nodiscard]] std::shared_ptr<const WorkCalendar> calendar(CalendarId id) const;
    /// The day that work moved by so many days would be held at: a working one of its calendar unless it is moved
    /// freely; none where it stays.
    [[nodiscard]] std::optional<Date> landing(ActivityId id, double days, bool freely) const;
    /// Moved in time: held there, or by the lags of what drives it, as the preferences say and Shift turns round.
    [[nodiscard]] HandChange moved(ActivityId id, double days, Qt::KeyboardModifiers keys) const;
    /// Several at once, by as many days each: those that no other of them drives are moved, the rest follows its links;
    /// what has begun stays. `grasped` is the one beneath the pointer.
    [[nodiscard]] HandChange movedTogether(std::span<const ActivityId> ids, ActivityId grasped, double days,
                                           Qt::KeyboardModifiers keys) const;
    /// Its finish, or with `atStart` its start, goes to an instant; the other end stays.
    [[nodiscard]] HandChange stretched(ActivityId id, bool atStart, double days, bool freely, Solved follows) const;

private:
    [[nodiscard]] HandChange movedByLag(ActivityId id, Date date) const;
    [[nodiscard]] HandChange startStretched(const Activity& activity, const ActivityFigures& figures, double days,
                                            bool freely, Solved follows, Minutes rests) const;

    const Document& m_document;
    CalendarCache& m_calendars;
};

} // namespace yarrin
