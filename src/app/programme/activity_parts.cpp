// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/activity_parts.h"

#include "app/base/format.h"
#include "core/model/phrases.h"

#include <QCoreApplication>

namespace yarrin {

namespace {

struct SayPart {
    Q_DECLARE_TR_FUNCTIONS(ActivityPart)
};

QString datesOf(const Activity& activity, const ActivityFigures& figures) {
    const DaySpan days = daysOf(figures);
    if (isMilestone(activity.kind) || days.first == days.last) return show::date(days.last);
    return SayPart::tr("%1 to %2").arg(show::date(days.first), show::date(days.last));
}

} // namespace

PaintedPart activityPart(const Document& document, ViewState& state, ActivityId id, const QRect& rect) {
    const Programme& programme = document.programme();
    const std::size_t index = programme.activities.indexOf(id);
    PaintedPart part;
    part.rect = rect;
    if (index >= programme.activities.size()) return part;
    const Activity& activity = programme.activities[index];
    part.name = show::text(activity.key + " " + activity.name);
    part.chosen = state.current() == id;
    part.press = [&state, id] { state.select(id); };
    if (index >= document.schedule().activities.size()) return part;
    const ActivityFigures& figures = document.schedule().activities[index];
    QStringList words{datesOf(activity, figures)};
    if (activity.kind == ActivityKind::hammock) words << SayPart::tr("hammock");
    if (isMilestone(activity.kind)) words << SayPart::tr("milestone");
    if (figures.state == NodeState::complete)
        words << SayPart::tr("complete");
    else if (figures.state != NodeState::notStarted)
        words << SayPart::tr("in progress");
    if (figures.aside)
        words << SayPart::tr("stands aside");
    else if (figures.critical)
        words << SayPart::tr("critical");
    else if (figures.nearCritical)
        words << SayPart::tr("near critical");
    if (figures.totalFloat)
        words << SayPart::tr("float %1")
                     .arg(
                         show::daysWithUnit(*figures.totalFloat, document.schedule().calendarOf(figures).dayMinutes()));
    part.value = words.join(QStringLiteral(", "));
    return part;
}

PaintedPart linkPart(const Document& document, ViewState& state, LinkId id, const QRect& rect) {
    const Programme& programme = document.programme();
    PaintedPart part;
    part.rect = rect;
    part.role = QAccessible::Graphic;
    const std::size_t index = programme.links.indexOf(id);
    if (index >= programme.links.size()) return part;
    const Link& link = programme.links[index];
    const Activity *from = programme.activities.row(link.from), *to = programme.activities.row(link.to);
    if (!from || !to) return part;
    part.name = SayPart::tr("%1 waits for %2").arg(show::text(to->key), show::text(linkPhrase(programme, link)));
    if (index < document.schedule().driving.size() && document.schedule().driving[index])
        part.value = SayPart::tr("drives it");
    part.chosen = state.link() == id;
    part.press = [&state, id] { state.selectLink(id); };
    return part;
}

} // namespace yarrin
