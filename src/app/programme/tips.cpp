// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/tips.h"

#include "app/base/format.h"
#include "app/table/activity_columns.h"
#include "core/model/phrases.h"
#include "core/model/resource_book.h"

#include <QCoreApplication>

namespace yarrin {

namespace {

struct Tips {
    Q_DECLARE_TR_FUNCTIONS(Tips)
};

} // namespace

QString linkTip(const Programme& programme, LinkId id) {
    const Link* link = programme.links.row(id);
    if (!link) return {};
    return Tips::tr("%1 waits for %2")
        .arg(show::text(programme.activities.row(link->to)->key), show::text(linkPhrase(programme, *link)));
}

QString activityTip(const Programme& programme, const Schedule& schedule, ActivityId id) {
    const std::size_t index = programme.activities.indexOf(id);
    if (!id || index >= schedule.activities.size()) return {};
    const Activity& activity = programme.activities[index];
    const ActivityFigures& figures = schedule.activities[index];
    QString text = Tips::tr("%1  %2\n%3 – %4")
                       .arg(show::text(activity.key), show::text(activity.name), show::startDate(figures.earlyStart),
                            show::finishDate(figures.earlyFinish));
    const Minutes day = schedule.calendarOf(figures).dayMinutes();
    if (figures.totalFloat) text += Tips::tr("\nfloat %1").arg(show::daysWithUnit(*figures.totalFloat, day));
    if (figures.state == NodeState::notStarted && heldByLevelling(activity)) text += Tips::tr("\nheld by levelling");
    if (activity.constraint) text += QLatin1Char('\n') + constraintText(*activity.constraint);
    return text;
}

} // namespace yarrin
