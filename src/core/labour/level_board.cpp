// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/labour/level_board.h"

#include "core/network/effects.h"

#include <algorithm>
#include <numeric>
#include <set>

namespace yarrin {

namespace {

/// Behind the last date at which anything may lie that is levelled.
Instant horizonOf(const Programme& programme, const Schedule& before) {
    const Instant start = programme.job.start, finish = before.programmeFinish.value_or(start);
    return startOf(dateOf(finish) + int((finish - start) / minutesPerDay) + 3 * 366);
}

/// The smallest power of ten in whose parts all of these are whole; what has more than six decimals is rounded up.
std::int64_t scaleFor(const std::vector<Fraction>& figures) {
    std::int64_t scale = 1;
    for (const Fraction& figure : figures)
        while (scale < 1'000'000) {
            const auto whole = (figure * Fraction(scale)).ceil();
            if (whole && Fraction(*whole) == figure * Fraction(scale)) break;
            scale *= 10;
        }
    return scale;
}

} // namespace

LevelBoard::LevelBoard(const Programme& programme, const std::vector<std::size_t>& resources, const ResourceBook& book,
                       std::optional<Date> from, const std::vector<ActivityId>& leave, bool wholeDays)
    : m_programme(programme), m_compiled(compile(programme, m_cache)), m_wholeDays(wholeDays) {
    std::unique_ptr<PassRunner> runner;
    m_before = scheduleOf(programme, m_compiled, runner);
    m_from = std::max(net().base, from ? startOf(*from) : net().base);
    const std::size_t count = net().nodes.size();
    m_out.resize(count);
    m_target.resize(net().links.size());
    for (std::uint32_t node = 0; node < count; ++node)
        for (auto link = net().firstInto[node]; link < net().firstInto[node + 1]; ++link) {
            m_out[net().links[link].from].push_back(link);
            m_target[link] = node;
        }
    m_pauses.resize(count);
    for (std::uint32_t node = 0; node < count; ++node) {
        const Activity& activity = programme.activities[net().nodes[node].activity];
        const NodeState state = net().nodes[node].state;
        const Minutes duration = net().duration[net().nodes[node].activity];
        if (state == NodeState::complete) continue;
        const Minutes done =
            state == NodeState::inProgress ? duration - std::min(activity.remaining.value_or(duration), duration) : 0;
        for (const Pause& pause : activity.pauses)
            if (pause.after > done && pause.after < duration)
                m_pauses[node].push_back({pause.after - done, pause.rest});
        std::stable_sort(m_pauses[node].begin(), m_pauses[node].end(),
                         [](const Pause& a, const Pause& b) { return a.after < b.after; });
    }
    m_at.resize(count);
    reset();
    findUses(resources, book);
    findMovable(leave);
    hangHammocks();
    sortNodes();
    fillGrid();
}

void LevelBoard::reset() {
    for (std::uint32_t node = 0; node < m_at.size(); ++node) {
        const ActivityFigures& f = m_before.activities[net().nodes[node].activity];
        Span& at = m_at[node];
        at.start = f.remainingStart.value_or(f.earlyStart);
        at.finish = f.earlyFinish;
        at.startWork = calendar(node).worked(at.start);
        at.finishWork = calendar(node).worked(at.finish);
    }
}

/// By when they could begin, then by their ids: the order of rows decides nothing. What others wait for comes first.
void LevelBoard::sortNodes() {
    std::vector<std::uint32_t> byKey(m_at.size());
    std::iota(byKey.begin(), byKey.end(), 0u);
    std::sort(byKey.begin(), byKey.end(), [&](std::uint32_t a, std::uint32_t b) {
        return m_programme.activities[net().nodes[a].activity].key <
               m_programme.activities[net().nodes[b].activity].key;
    });
    m_rank.resize(byKey.size());
    for (std::uint32_t i = 0; i < byKey.size(); ++i) m_rank[byKey[i]] = i;
    std::vector<std::uint32_t> waiting(m_at.size(), 0);
    for (const std::uint32_t target : m_target) ++waiting[target];
    using Ready = std::tuple<Instant, std::uint32_t, std::uint32_t>;
    std::set<Ready> ready;
    const auto add = [&](std::uint32_t node) { ready.insert({m_at[node].start, m_rank[node], node}); };
    for (std::uint32_t node = 0; node < waiting.size(); ++node)
        if (waiting[node] == 0) add(node);
    while (!ready.empty()) {
        const std::uint32_t node = std::get<2>(*ready.begin());
        ready.erase(ready.begin());
        m_order.push_back(node);
        for (const std::uint32_t link : m_out[node])
            if (--waiting[m_target[link]] == 0) add(m_target[link]);
    }
}

void LevelBoard::findUses(const std::vector<std::size_t>& resources, const ResourceBook& book) {
    std::vector<std::vector<ResourceUse>> needs(m_at.size());
    std::vector<Fraction> figures;
    std::vector<DemandGrid::Column> columns;
    std::vector<std::uint32_t> columnOf(book.size(), 0xffffffffu);
    for (const std::size_t place : resources) {
        columnOf[place] = std::uint32_t(columns.size());
        columns.push_back({place, yarrin::inQuantities(book[place].kind), 1, 1, 0});
    }
    for (std::uint32_t node = 0; node < needs.size(); ++node) {
        needs[node] = book.usesOf(m_programme.activities[net().nodes[node].activity]);
        std::erase_if(needs[node], [&](const ResourceUse& use) { return columnOf[use.resource] == 0xffffffffu; });
        for (const ResourceUse& use : needs[node]) figures.push_back(use.number.sign() > 0 ? use.number : use.quantity);
    }
    const std::int64_t scale = scaleFor(figures);
    const ActingEffects effects(m_programme);
    // A number at once counts where there is any; only what is needed in quantities alone is levelled by these.
    std::vector<bool> numbered(columns.size(), false);
    for (const auto& list : needs)
        for (const ResourceUse& use : list)
            if (use.number.sign() > 0) numbered[columnOf[use.resource]] = true;
    m_uses.resize(needs.size());
    for (std::uint32_t c = 0; c < columns.size(); ++c) {
        columns[c].scale = scale;
        columns[c].quantity = columns[c].quantity || !numbered[c];
    }
    weigh(columns, book);
    for (std::uint32_t node = 0; node < needs.size(); ++node)
        for (const ResourceUse& use : needs[node]) {
            const std::uint32_t c = columnOf[use.resource];
            Fraction figure = columns[c].quantity ? use.quantity : use.number;
            const ActivityFigures& f = m_before.activities[net().nodes[node].activity];
            if (columns[c].quantity && f.state == NodeState::inProgress) {
                const Activity& activity = m_programme.activities[net().nodes[node].activity];
                figure = figure * (Fraction(1) - doneShare(activity, f, effects.on(activity.id)));
            }
            if (figure.sign() > 0) m_uses[node].push_back({c, (figure * Fraction(scale)).ceil().value_or(0)});
        }
    const Date first = dateOf(net().base);
    const int days = m_before.programmeFinish ? dateOf(*m_before.programmeFinish) - first + 2 : 1;
    m_grid = std::make_unique<DemandGrid>(std::move(columns), first, days);
    for (std::uint32_t c = 0; c < m_grid->columns().size(); ++c) m_grid->setSupply(c, book[m_grid->columns()[c].place]);
}

/// What exceeds supply weighs as it costs; where any of them has no rate, all weigh alike.
void LevelBoard::weigh(std::vector<DemandGrid::Column>& columns, const ResourceBook& book) const {
    std::vector<std::int64_t> weights;
    for (const DemandGrid::Column& column : columns) {
        const Resource& resource = book[column.place];
        auto rate = rateOn(resource, dateOf(net().base));
        if (!rate) return;
        Fraction hourly = *rate;
        if (resource.ratePer == RatePer::day)
            hourly = hourly * Fraction(60) / Fraction(net().calendars.empty() ? 480 : dayMinutesOf(resource));
        weights.push_back(std::max<std::int64_t>(1, (hourly * Fraction(10'000)).floor().value_or(1)));
    }
    for (std::size_t c = 0; c < columns.size(); ++c) columns[c].weight = weights[c];
}

Minutes LevelBoard::dayMinutesOf(const Resource& resource) const {
    const CalendarId id = resource.calendar ? resource.calendar : m_programme.job.defaultCalendar;
    const auto calendar = resolve(m_programme.calendars.rows(), id);
    return id == continuousCalendar ? minutesPerDay : calendar.ok() ? calendar->dayMinutes : 480;
}

void LevelBoard::findMovable(const std::vector<ActivityId>& leave) {
    const std::set<ActivityId> left(leave.begin(), leave.end());
    std::set<ActivityId> milestones;
    for (const Section& section : m_programme.sections) milestones.insert(section.milestone);
    m_movable.assign(m_at.size(), false);
    m_elastic.assign(m_at.size(), false);
    for (std::uint32_t i = 0; i < m_at.size(); ++i) {
        const Node& node = net().nodes[i];
        const Activity& activity = m_programme.activities[node.activity];
        const bool dated = activity.constraint && (activity.constraint->type == ConstraintType::startOn ||
                                                   activity.constraint->type == ConstraintType::finishOn);
        if (node.state != NodeState::notStarted || node.stretch || node.asLate || activity.asLate || dated ||
            left.contains(activity.id) || milestones.contains(activity.id))
            continue;
        if (m_uses[i].empty())
            m_elastic[i] = true;
        else
            m_movable[i] = node.kind == NodeKind::task && m_at[i].start >= m_from;
    }
}

/// How late a node may finish: with the programme, before its deadline, and with the hammocks that hang from it.
void LevelBoard::hangHammocks() {
    const Instant finish = m_before.programmeFinish.value_or(farFuture);
    m_lastFinish.assign(m_at.size(), std::max(finish, net().contractBase));
    const auto limit = [&](ActivityId id, Instant t) {
        const std::uint32_t node = net().nodeOf[m_programme.activities.indexOf(id)];
        if (node != Network::noNode) m_lastFinish[node] = std::min(m_lastFinish[node], t);
    };
    for (std::size_t i = 0; i < m_programme.activities.size(); ++i) {
        const Activity& activity = m_programme.activities[i];
        const ActivityFigures& f = m_before.activities[i];
        const WorkCalendar& own = m_before.calendarOf(f);
        if (activity.deadline) limit(activity.id, std::max(f.earlyFinish, boundOf(*activity.deadline, false, own)));
        if (activity.kind != ActivityKind::hammock || !activity.costPerWeek) continue;
        for (const Anchor& anchor : activity.to) {
            const Instant last =
                anchor.lag == 0 ? f.earlyFinish : own.startOfMinute(own.worked(f.earlyFinish) - anchor.lag);
            const std::uint32_t node = net().nodeOf[m_programme.activities.indexOf(anchor.activity)];
            if (node == Network::noNode) continue;
            limit(anchor.activity, std::max(last, m_at[node].finish));
            if (anchor.end == End::start) m_movable[node] = m_elastic[node] = false;
        }
    }
}

void LevelBoard::fillGrid() {
    std::vector<DemandGrid::Part> parts;
    for (std::uint32_t node = 0; node < m_at.size(); ++node) {
        if (m_uses[node].empty() || net().nodes[node].state == NodeState::complete) continue;
        parts.clear();
        partsOf(node, m_at[node], parts);
        m_grid->add(parts);
    }
    m_grid->takeMeans(m_before.programmeFinish ? dateOf(*m_before.programmeFinish) - m_grid->first() + 1 : 1);
}

Instant LevelBoard::bound(std::uint32_t at, const Span& from) const {
    const NetLink& link = net().links[at];
    const Node& node = net().nodes[link.from];
    const bool leavesStart = link.type == LinkType::ss || link.type == LinkType::sf;
    Instant t = leavesStart ? from.start : from.finish;
    if (leavesStart && node.state == NodeState::inProgress) t = node.actualStart;
    return link.lag == 0 ? t : net().calendars[link.calendar]->shift(t, link.lag);
}

Span LevelBoard::place(std::uint32_t i, Instant notBefore) const {
    const Node& node = net().nodes[i];
    if (node.state == NodeState::complete) return m_at[i];
    Instant start = std::max(node.startBound, notBefore), finish = node.finishBound;
    for (auto link = net().firstInto[i]; link < net().firstInto[i + 1]; ++link) {
        const LinkType type = net().links[link].type;
        Instant& latest = type == LinkType::fs || type == LinkType::ss ? start : finish;
        latest = std::max(latest, bound(link, m_at[net().links[link].from]));
    }
    return placedAt(node.kind, node.stretch, calendar(i), net().work[i], start, finish);
}

bool LevelBoard::holdsOthers(std::uint32_t node, const Span& span) const {
    const ActivityFigures& f = m_before.activities[net().nodes[node].activity];
    if (!f.totalFloat) return false;
    const WorkCalendar& own = calendar(node);
    const Minutes slack = std::max<Minutes>(0, *f.totalFloat);
    if (span.startWork - own.worked(f.earlyStart) > slack || span.finishWork - own.worked(f.earlyFinish) > slack)
        return false;
    if (span.finish > m_lastFinish[node]) return false;
    return std::all_of(m_out[node].begin(), m_out[node].end(), [&](std::uint32_t link) {
        const LinkType type = net().links[link].type;
        const Span& next = m_at[m_target[link]];
        const bool entersStart = type == LinkType::fs || type == LinkType::ss;
        return bound(link, span) <= (entersStart ? next.start : next.finish);
    });
}

Instant LevelBoard::nextStart(std::uint32_t node, const Span& span) const {
    const WorkCalendar& own = calendar(node);
    return m_wholeDays ? own.upStart(startOf(dateOf(span.start) + 1)) : own.startOfMinute(span.startWork + 60);
}

bool LevelBoard::splits(std::uint32_t i) const {
    const Node& node = net().nodes[i];
    if (!m_movable[i] || !m_pauses[i].empty() || node.finishBound > farPast) return false;
    for (auto link = net().firstInto[i]; link < net().firstInto[i + 1]; ++link)
        if (net().links[link].type == LinkType::ff || net().links[link].type == LinkType::sf) return false;
    return true;
}

Span LevelBoard::laid(std::uint32_t node, Minutes startWork, Minutes length) const {
    const WorkCalendar& own = calendar(node);
    return {own.startOfMinute(startWork), own.endOfMinute(startWork + length), startWork, startWork + length};
}

std::pair<Minutes, Minutes> LevelBoard::dayOfWork(std::uint32_t node, Instant at) const {
    constexpr Minutes wholeDay = 1440;
    const WorkCalendar& own = calendar(node);
    const auto& runs = runsOf(node);
    // The run of work that goes on over a midnight, unless it goes on for good.
    const auto over = [&](Instant midnight) -> const WorkRun* {
        const auto run =
            std::upper_bound(runs.begin(), runs.end(), midnight, [](Instant t, const WorkRun& r) { return t < r.to; });
        return run != runs.end() && run->from < midnight && run->to - run->from < wholeDay ? &*run : nullptr;
    };
    const auto begin = [&](Date day) {
        const WorkRun* run = over(startOf(day));
        return own.worked(run ? run->to : startOf(day));
    };
    Date day = dateOf(at);
    if (const WorkRun* run = over(startOf(day)); run && at < run->to) day = day + -1;
    return {begin(day), begin(day + 1)};
}

Instant LevelBoard::horizon() const {
    return horizonOf(m_programme, m_before);
}

/// Runs of work of each calendar, by day.
const std::vector<WorkRun>& LevelBoard::runsOf(std::uint32_t node) const {
    if (!m_spells) m_spells.emplace(startOf(dateOf(net().base) + -1), horizonOf(m_programme, m_before));
    return m_spells->of(calendar(node));
}

void LevelBoard::partsOf(std::uint32_t node, const Span& span, std::vector<DemandGrid::Part>& parts) const {
    const WorkCalendar& own = calendar(node);
    m_stretches.clear();
    Instant from = span.start;
    Minutes at = span.startWork, worked = 0;
    for (const Pause& pause : m_pauses[node]) {
        at += pause.after - worked;
        worked = pause.after;
        m_stretches.push_back({from, std::min(own.endOfMinute(at), span.finish)});
        at += pause.rest;
        from = own.startOfMinute(at);
    }
    m_stretches.push_back({from, span.finish});
    const auto& runs = runsOf(node);
    const Date first = m_grid->first();
    Minutes all = 0;
    for (const WorkRun& stretch : m_stretches)
        if (stretch.from < stretch.to) all += own.worked(stretch.to) - own.worked(stretch.from);
    for (const Use& use : m_uses[node]) {
        const bool quantity = m_grid->columns()[use.resource].quantity;
        Minutes done = 0;
        const auto put = [&](Instant a, Instant b) {
            const std::int32_t day = dateOf(a) - first;
            const auto minute = [&, begun = startOf(dateOf(a))](Instant t) { return std::int16_t(t - begun); };
            if (!quantity) {
                if (day >= 0) parts.push_back({use.resource, day, minute(a), minute(b), use.amount});
                return;
            }
            const auto upTo = [&](Minutes m) { return std::int64_t(DemandGrid::Wide(use.amount) * m / all); };
            const std::int64_t amount = upTo(done + (b - a)) - upTo(done);
            done += b - a;
            if (day < 0) return;
            if (!parts.empty() && parts.back().resource == use.resource && parts.back().day == day)
                parts.back().amount += amount;
            else
                parts.push_back({use.resource, day, 0, 1, amount});
        };
        for (const WorkRun& stretch : m_stretches) {
            auto run = std::upper_bound(runs.begin(), runs.end(), stretch.from,
                                        [](Instant t, const WorkRun& r) { return t < r.to; });
            for (; run != runs.end() && run->from < stretch.to; ++run) {
                Instant a = std::max(run->from, stretch.from);
                const Instant b = std::min(run->to, stretch.to);
                while (a < b) {
                    const Instant end = std::min(b, startOf(dateOf(a) + 1));
                    put(a, end);
                    a = end;
                }
            }
        }
    }
}

} // namespace yarrin
