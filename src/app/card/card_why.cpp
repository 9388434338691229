// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Why an activity stands where it does, what else nearly sets it, what a day's delay of it does, and the paths to it.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/card/card.h"
#include "app/table/activity_columns.h"
#include "core/model/phrases.h"
#include "core/network/float_paths.h"
#include "core/network/why_then.h"
#include "edit/link_edits.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPointer>
#include <QPushButton>
#include <QVBoxLayout>

#include <array>
#include <set>

namespace yarrin {

/// What the card tells of reasons, worked out beside the window.
struct WhyFound {
    Why why;
    std::optional<Otherwise> otherwise;
    DelayEffect delay;
    std::vector<FloatPath> paths;
    std::vector<NearPath> near;                                   ///< what would drive it if it were so many days later
    std::vector<std::pair<Date, std::vector<Shortening>>> needed; ///< of sections that go by it and are late
};

namespace {

constexpr std::size_t pathCount = 5;
constexpr std::array<int, 4> nearDays{1, 2, 5, 10};

QString named(const Programme& programme, ActivityId id) {
    const Activity& activity = *programme.activities.row(id);
    return show::text(activity.key + " " + activity.name);
}

/// What a cause says, behind "because".
QString because(const Programme& programme, const Schedule& dates, const Activity& activity, const Cause& cause) {
    switch (cause.kind) {
    case CauseKind::link: {
        const Link& link = *programme.links.row(cause.link);
        const ActivityFigures& from = dates.activities[programme.activities.indexOf(link.from)];
        const bool leavesStart = link.type == LinkType::ss || link.type == LinkType::sf;
        const QString lag = link.lag == 0
                                ? QString()
                                : QStringLiteral(", ") + show::text(lagText(programme, link)).remove(QLatin1Char('-')) +
                                      (link.lag > 0 ? Card::tr(" behind it") : Card::tr(" ahead"));
        return (leavesStart ? Card::tr("%1 starts on %2") : Card::tr("%1 ends on %2"))
                   .arg(named(programme, link.from),
                        leavesStart ? show::startDate(from.earlyStart) : show::finishDate(from.earlyFinish)) +
               lag;
    }
    case CauseKind::constraint:
        return activity.constraint ? Card::tr("it is held: %1").arg(constraintText(*activity.constraint)) : QString();
    case CauseKind::programmeStart:
        return Card::tr("the job starts then");
    case CauseKind::dataDate:
        return Card::tr("what is left begins at the data date");
    case CauseKind::calendarGap:
        return Card::tr("its calendar has no work before");
    case CauseKind::levelling:
        return Card::tr("levelling holds it");
    case CauseKind::awaited:
        return Card::tr("%1 is reached then").arg(activity.awaited ? show::text(nameOf(*activity.awaited)) : QString());
    case CauseKind::access:
        return Card::tr("access comes then, %1").arg(show::text(programme.events.row(cause.event)->key));
    case CauseKind::actual:
        return Card::tr("it started then");
    default:
        return {};
    }
}

QString lateBecause(const Programme& programme, const Activity& activity, const Cause& cause) {
    switch (cause.kind) {
    case CauseKind::link:
        return Card::tr("%1 waits for it").arg(named(programme, cause.activity));
    case CauseKind::contractDate:
        return Card::tr("section %1 is due").arg(show::text(programme.sections.row(cause.section)->key));
    case CauseKind::requiredFinish:
        return Card::tr("the finish is required by then");
    case CauseKind::programmeFinish:
        return Card::tr("the job ends then");
    case CauseKind::constraint:
        return activity.constraint ? constraintText(*activity.constraint) : QString();
    default:
        return {};
    }
}

QString pathText(const Programme& programme, const FloatPath& path) {
    QStringList keys;
    for (const ActivityId id : path.activities) keys << show::text(programme.activities.row(id)->key);
    if (keys.size() > 3) keys = {keys[0], QStringLiteral("…"), keys[keys.size() - 2], keys.back()};
    return keys.join(QStringLiteral(" → "));
}

} // namespace

void Card::why(const Activity& activity, const ActivityFigures& figures) {
    if (activity.kind == ActivityKind::hammock || figures.aside || figures.state == NodeState::complete) return;
    auto* box = new QWidget(m_owner);
    box->setObjectName(QStringLiteral("cardWhy"));
    auto* layout = new QVBoxLayout(box);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(m_into->spacing());
    m_into->addWidget(box);
    using std::chrono::milliseconds;
    // Nobody waits for reasons: a selection must not stand still for them.
    const milliseconds patience = m_document.patience() > milliseconds(1000) ? m_document.patience() : milliseconds(0);
    m_whyWorking.start(
        patience,
        [programme = m_document.sharedProgramme(), dates = m_document.sharedSchedule(), id = activity.id](WorkWatch&) {
            auto found = std::make_shared<WhyFound>();
            if (!workGoesOn()) return std::shared_ptr<const WhyFound>(found);
            found->why = explain(*programme, *dates, id);
            found->otherwise = otherwise(*programme, *dates, id);
            if (workGoesOn()) found->delay = DelayTrials(*programme, *dates).of(id, 1);
            if (workGoesOn()) found->paths = floatPathsTo(*programme, *dates, id, pathCount);
            if (workGoesOn()) found->near = nearPathsTo(*programme, *dates, id, nearDays);
            for (const Section& section : programme->sections) {
                const Date due = section.completion + section.grantedDays;
                if (section.milestone != id || section.takenOver || !workGoesOn()) continue;
                const auto needed = whatItTakes(*programme, *dates, section.id, due);
                if (needed.ok() && !needed->empty()) found->needed.emplace_back(due, *needed);
            }
            return std::shared_ptr<const WhyFound>(found);
        },
        [this, box = QPointer<QWidget>(box), id = activity.id](const std::shared_ptr<const WhyFound>& found) {
            const Activity* now = m_document.programme().activities.row(id);
            if (!box || !now) return;
            auto* into = std::exchange(m_into, static_cast<QVBoxLayout*>(box->layout()));
            auto* owner = std::exchange(m_owner, box);
            presentWhy(*now, *found);
            m_into = into;
            m_owner = owner;
        });
}

void Card::presentWhy(const Activity& activity, const WhyFound& found) {
    const Programme& programme = m_document.programme();
    const Schedule& dates = m_document.schedule();
    const std::size_t at = programme.activities.indexOf(activity.id);
    if (at >= dates.activities.size()) return;
    const ActivityFigures& figures = dates.activities[at];
    const Minutes day = dates.calendarOf(figures).dayMinutes();
    heading(tr("Why then"));
    QStringList reasons;
    for (const Cause& cause : found.why.start)
        if (const QString reason = because(programme, dates, activity, cause); !reason.isEmpty()) reasons << reason;
    const Instant start = figures.remainingStart.value_or(figures.earlyStart);
    words((figures.remainingStart ? tr("Goes on from %1 because %2.") : tr("Starts on %1 because %2."))
              .arg(show::startDate(start), reasons.join(tr("; and "))),
          Ink::plain);
    if (found.otherwise) {
        QStringList others;
        for (const Cause& cause : found.otherwise->causes) others << because(programme, dates, activity, cause);
        words(tr("Otherwise on %1, %2 earlier%3.")
                  .arg(show::startDate(found.otherwise->start), show::daysWithUnit(found.otherwise->earlier, day),
                       others.isEmpty() ? QString() : tr(": %1").arg(others.join(tr("; and ")))));
    }
    QStringList late;
    for (const Cause& cause : found.why.late)
        if (const QString reason = lateBecause(programme, activity, cause); !reason.isEmpty()) late << reason;
    if (figures.lateFinish && !late.isEmpty())
        words(tr("Must end by %1: %2.").arg(show::finishDate(*figures.lateFinish), late.join(tr("; and "))));
    QStringList moved;
    for (const auto& [section, days] : found.delay.sections)
        moved << tr("%1 %2 later")
                     .arg(show::text(programme.sections.row(section)->key), show::countOf(days, "day", "days"));
    if (found.delay.finish != 0)
        moved << tr("the finish %1 later").arg(show::countOf(found.delay.finish, "day", "days"));
    words(tr("A day later here: %1.")
              .arg(moved.isEmpty() ? tr("no section moves to another day, nor does the finish")
                                   : moved.join(QStringLiteral(", "))));
    for (const auto& [due, list] : found.needed) {
        QStringList each;
        for (std::size_t i = 0; i < list.size() && i < pathCount; ++i)
            each << tr("%1 %2").arg(show::text(programme.activities.row(list[i].path.activities.front())->key),
                                    show::daysWithUnit(list[i].needed, day));
        if (list.size() > pathCount) each << tr("and %1 more").arg(list.size() - pathCount);
        words(tr("For %1 the paths from these would have to be shorter: %2.")
                  .arg(show::date(due), each.join(QStringLiteral(", "))));
    }
    presentPaths(found.paths, day);
    presentNear(found.near);
}

/// What would drive it if it were a few days later; each activity at the fewest that do.
void Card::presentNear(const std::vector<NearPath>& near) {
    const Programme& programme = m_document.programme();
    std::set<ActivityId> told;
    QStringList each;
    for (const NearPath& one : near) {
        constexpr qsizetype most = 4;
        QStringList keys;
        qsizetype more = 0;
        for (const ActivityId id : one.activities) {
            const Activity* activity = programme.activities.row(id);
            if (!activity || !told.insert(id).second) continue;
            if (keys.size() < most)
                keys << show::text(activity->key);
            else
                ++more;
        }
        if (keys.isEmpty()) continue;
        if (more > 0) keys << tr("%1 more").arg(more);
        each << tr("%1 later: %2").arg(show::countOf(one.days, "day", "days"), keys.join(QStringLiteral(", ")));
    }
    if (!each.isEmpty()) words(tr("Would drive it too if %1.").arg(each.join(QStringLiteral("; "))));
}

/// The most critical paths to it; one that is pressed selects its activities.
void Card::presentPaths(const std::vector<FloatPath>& paths, Minutes day) {
    if (paths.empty() || (paths.size() == 1 && paths.front().activities.size() == 1)) return;
    const Programme& programme = m_document.programme();
    heading(tr("Paths to it"));
    int number = 0;
    for (const FloatPath& path : paths) {
        auto* row = new QHBoxLayout;
        row->setSpacing(4);
        auto* go = new QPushButton(QStringLiteral("%1  %2").arg(++number).arg(pathText(programme, path)), m_owner);
        go->setObjectName(QStringLiteral("cardPath%1").arg(number));
        go->setProperty("quiet", true);
        go->setProperty("inText", true);
        go->setToolTip(tr("Select the activities of this path"));
        connect(go, &QPushButton::clicked, this, [this, ids = path.activities] { m_state.select(ids, ids.back()); });
        row->addWidget(go, 1);
        auto* behind = new QLabel(
            path.slack == 0 ? tr("drives") : tr("%1 behind").arg(show::daysWithUnit(path.slack, day)), m_owner);
        behind->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
        setInk(behind, path.slack == 0 ? Ink::critical : Ink::muted);
        row->addWidget(behind);
        m_into->addLayout(row);
    }
}

} // namespace yarrin
