// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/place_layout.h"

#include "core/progress/progress_lines.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <set>
#include <unordered_map>

namespace yarrin {

namespace {

constexpr double inset = 0.1;        ///< of a column, on both sides of a block
constexpr double outlineWidth = 5;   ///< of the compared programme's block, beside it
constexpr double leastLabelled = 13; ///< height of a block that has room for its name
constexpr int longClosure = 14;      ///< days without work that are told as a closed season

bool overlaps(const Box& a, const Box& b) {
    return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}

class Builder {
public:
    Builder(const PlaceRequest& request, PlaceKept& kept) : m_r(request), m_kept(kept) {}

    PlaceLayout run() {
        if (!m_kept.known) keep();
        shapes();
        arrange();
        labels();
        clashes();
        contract();
        closures();
        nonWorking();
        if (m_r.crews) crewWays();
        if (m_r.links) links();
        if (m_r.programme.job.dataDate)
            if (const double y = this->y(*m_r.programme.job.dataDate); y >= 0 && y <= m_r.height) m_out.dataDateY = y;
        return std::move(m_out);
    }

private:
    /// Wide ones first, lines last; each kind in its order.
    void arrange() {
        std::array<std::vector<PlaceShape>, 3> ranks;
        for (PlaceShape& one : m_out.shapes) ranks[std::size_t(rank(one))].push_back(std::move(one));
        m_out.shapes.clear();
        for (auto& of : ranks) std::move(of.begin(), of.end(), std::back_inserter(m_out.shapes));
    }
    [[nodiscard]] static int rank(const PlaceShape& one) { return one.wide ? 0 : one.ways.empty() ? 1 : 2; }
    [[nodiscard]] double y(Instant t) const { return m_r.scale.x(t); }
    void keep() {
        m_kept = {};
        m_kept.known = true;
        const std::vector<Piece>& pieces = m_r.placed.pieces;
        m_kept.ways.resize(pieces.size());
        m_kept.strips.reserve(pieces.size());
        std::vector<std::set<std::uint16_t>> used(m_r.axis.branches.size());
        std::unordered_map<ActivityId, std::size_t> places;
        for (std::size_t i = 0; i < pieces.size(); ++i) {
            const auto& strip = m_kept.strips.emplace_back(found(pieces[i]));
            if (strip) used[strip->branch].insert(m_r.schedule.activities[pieces[i].index].calendar);
            places.emplace(pieces[i].activity, i);
        }
        for (const auto& one : used) m_kept.calendars.emplace_back(one.begin(), one.end());
        // The same work elsewhere, one behind the other.
        for (const Link& link : m_r.programme.links) {
            const auto from = places.find(link.from), to = places.find(link.to);
            if (from == places.end() || to == places.end()) continue;
            const Piece &p = pieces[from->second], &q = pieces[to->second];
            const Activity &a = m_r.programme.activities[p.index], &b = m_r.programme.activities[q.index];
            if (!a.bookItem || a.bookItem != b.bookItem || a.location == b.location) continue;
            if (p.run == Piece::none || p.run != q.run) m_kept.crews.emplace_back(from->second, to->second);
        }
    }
    /// What a piece takes up along the places.
    [[nodiscard]] std::optional<PlaceAxis::Strip> found(const Piece& piece) const {
        const auto strip = m_r.axis.stripOf(piece.location);
        if (!strip) return {};
        const PlaceBranch& branch = m_r.axis.branches[strip->branch];
        if (!branch.span || !piece.span || piece.borrowed) return strip;
        return PlaceAxis::Strip{strip->branch, branch.x(piece.span->from), branch.x(piece.span->to)};
    }
    [[nodiscard]] bool isShown(ActivityId id) const { return !m_r.shown || m_r.shown->contains(id); }

    /// Which block an activity is in.
    void findBlocks() {
        if (!m_r.blocks) return;
        for (std::size_t i = 0; i < m_r.blocks->size(); ++i)
            for (const ActivityId id : (*m_r.blocks)[i].inside) m_blockOf.emplace(id, i);
    }
    void blockShapes() {
        // By block and branch.
        std::map<std::pair<std::size_t, std::size_t>, std::vector<std::size_t>> blocks;
        for (std::size_t i = 0; i < m_r.placed.pieces.size(); ++i) {
            const auto block = m_blockOf.find(m_r.placed.pieces[i].activity);
            const auto& strip = m_kept.strips[i];
            if (block == m_blockOf.end() || !isShown(m_r.placed.pieces[i].activity) || !strip) continue;
            const bool whole = bool((*m_r.blocks)[block->second].place);
            blocks[{block->second, whole ? 0 : strip->branch}].push_back(i);
        }
        for (auto& [key, pieces] : blocks) blockShape(key.first, pieces);
    }
    void blockShape(std::size_t block, std::vector<std::size_t>& places) {
        const PlaceBlock& of = (*m_r.blocks)[block];
        const auto piece = [&](std::size_t i) -> const Piece& { return m_r.placed.pieces[i]; };
        std::sort(places.begin(), places.end(), [&](std::size_t a, std::size_t b) {
            if (piece(a).start != piece(b).start) return piece(a).start < piece(b).start;
            return m_r.programme.activities[piece(a).index].key < m_r.programme.activities[piece(b).index].key;
        });
        auto strip = of.place ? m_r.axis.stripOf(of.place) : m_kept.strips[places.front()];
        Instant finish = piece(places.front()).finish;
        for (const std::size_t i : places) {
            finish = std::max(finish, piece(i).finish);
            if (of.place || !strip) continue;
            strip->x0 = std::min(strip->x0, m_kept.strips[i]->x0);
            strip->x1 = std::max(strip->x1, m_kept.strips[i]->x1);
        }
        const double top = y(piece(places.front()).start);
        if (!strip || y(finish) < -40 || top > m_r.height + 40) return;
        PlaceShape one;
        one.activity = piece(places.front()).activity;
        one.index = piece(places.front()).index;
        one.block = block;
        const PlaceBranch& branch = m_r.axis.branches[strip->branch];
        const double width = strip->x1 - strip->x0, side = std::min(6.0, width * inset);
        const double column = branch.columns.empty() ? width : branch.columns.front().x1 - branch.columns.front().x0;
        one.wide = !of.place && (branch.span ? width > 0.7 * (branch.x1 - branch.x0) : width > column * 1.5);
        one.box = {strip->x0 + side, top, width - 2 * side, y(finish) - top};
        one.tone = Tone::complete;
        double done = 0, all = 0;
        for (const std::size_t i : places) {
            const ActivityFigures& figures = m_r.schedule.activities[piece(i).index];
            one.inside.push_back(piece(i).activity);
            const double weight = double(std::max<Minutes>(1, figures.duration));
            done += weight * shareDone(m_r.programme.activities[piece(i).index], figures, {});
            all += weight;
            const Tone tone = toneOf(figures); // the most urgent of what is inside
            if (one.tone == Tone::complete || tone == Tone::critical ||
                (tone == Tone::nearCritical && one.tone == Tone::plain))
                if (tone != Tone::complete) one.tone = tone;
        }
        one.doneY = top + one.box.height * done / all;
        m_out.shapes.push_back(std::move(one));
    }

    void shapes() {
        findBlocks();
        blockShapes();
        for (std::size_t i = 0; i < m_r.placed.pieces.size(); ++i) {
            const Piece& piece = m_r.placed.pieces[i];
            const bool beside = m_r.outline && outlineIn(piece);
            const double top = y(piece.start), foot = y(piece.finish);
            if (!beside && (foot < -40 || top > m_r.height + 40)) continue;
            if (!isShown(piece.activity) || m_blockOf.contains(piece.activity)) continue;
            if (const auto& strip = m_kept.strips[i]) shape(i, *strip);
        }
    }
    [[nodiscard]] bool outlineIn(const Piece& piece) const {
        const auto span = m_r.outline->spans.find(piece.activity);
        return span != m_r.outline->spans.end() && y(span->second.second) >= 0 && y(span->second.first) <= m_r.height;
    }

    void shape(std::size_t place, const PlaceAxis::Strip& strip) {
        const Piece& piece = m_r.placed.pieces[place];
        const Activity& activity = m_r.programme.activities[piece.index];
        const ActivityFigures& figures = m_r.schedule.activities[piece.index];
        const PlaceBranch& branch = m_r.axis.branches[strip.branch];
        PlaceShape one;
        one.activity = piece.activity;
        one.index = piece.index;
        one.tone = toneOf(figures);
        one.run = piece.run;
        const double width = strip.x1 - strip.x0;
        const double column = branch.columns.empty() ? width : branch.columns.front().x1 - branch.columns.front().x0;
        one.wide =
            !branch.span ? width > column * 1.5 : (!moves(piece.travel) && width > 0.7 * (branch.x1 - branch.x0));
        const double side = moves(piece.travel) || one.wide ? 0 : std::min(6.0, width * inset);
        one.box = {strip.x0 + side, y(piece.start), width - 2 * side - (m_r.outline && side > 0 ? outlineWidth + 1 : 0),
                   y(piece.finish) - y(piece.start)};
        one.doneY = one.box.y + one.box.height * shareDone(activity, figures, {});
        if (moves(piece.travel)) {
            auto& ways = m_kept.ways[place];
            if (!ways) ways = sketchOf(m_r.programme, m_r.schedule, piece);
            for (const Way& way : *ways) one.ways.push_back(drawn(branch, way));
        }
        if (m_r.outline && !one.wide) outline(piece, strip, one);
        if (piece.activity == m_r.selected && figures.totalFloat && *figures.totalFloat > 0 && figures.lateFinish)
            one.floatY = y(*figures.lateFinish);
        m_out.shapes.push_back(std::move(one));
    }
    [[nodiscard]] std::vector<ChartPoint> drawn(const PlaceBranch& branch, const Way& way) const {
        std::vector<ChartPoint> points;
        for (const WayPoint& point : way) {
            const ChartPoint next{branch.x(point.at), y(point.when)};
            // Days of a fraction of a pixel are drawn as one.
            if (points.size() > 1 && std::abs(next.x - points.back().x) + std::abs(next.y - points.back().y) < 0.7 &&
                &point != &way.back())
                continue;
            points.push_back(next);
        }
        return points;
    }
    void outline(const Piece& piece, const PlaceAxis::Strip& strip, PlaceShape& one) const {
        const auto span = m_r.outline->spans.find(piece.activity);
        if (span == m_r.outline->spans.end() || !(span->second.first < span->second.second)) return;
        const double top = y(span->second.first), foot = y(span->second.second);
        if (one.ways.empty()) {
            one.outline = Box{one.box.x + one.box.width + 1.5, top, outlineWidth, foot - top};
            return;
        }
        if (piece.travel == Travel::up) one.outlineWay = {{strip.x0, top}, {strip.x1, foot}};
        if (piece.travel == Travel::down) one.outlineWay = {{strip.x1, top}, {strip.x0, foot}};
    }

    // ------------------------------------------------------------------------------------------------------- labels

    bool take(const Box& box) {
        if (box.x < 0 || box.y < 0 || box.x + box.width > m_r.axis.width || box.y + box.height > m_r.height)
            return false;
        if (std::any_of(m_taken.begin(), m_taken.end(), [&](const Box& one) { return overlaps(one, box); }))
            return false;
        m_taken.push_back(box);
        return true;
    }
    void labels() {
        std::set<std::size_t> named;
        // Runs first, at their longest piece in sight; then what stands, by its size.
        std::map<std::size_t, std::vector<const PlaceShape*>> runs;
        for (const PlaceShape& one : m_out.shapes)
            if (one.run != Piece::none && !one.ways.empty() && one.box.y + one.box.height > 10 &&
                one.box.y < m_r.height - 10)
                runs[one.run].push_back(&one);
        for (auto& [run, seen] : runs) lineLabel(m_r.placed.runs[run], seen);
        std::vector<std::size_t> order;
        for (std::size_t i = 0; i < m_out.shapes.size(); ++i) order.push_back(i);
        std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
            const bool p = m_out.shapes[a].activity == m_r.selected, q = m_out.shapes[b].activity == m_r.selected;
            if (p != q) return p;
            return m_out.shapes[a].box.height > m_out.shapes[b].box.height;
        });
        for (const std::size_t i : order) {
            const PlaceShape& one = m_out.shapes[i];
            if (one.run == Piece::none && !one.ways.empty()) alongWay(one, m_r.programme.activities[one.index].name);
            if (one.ways.empty()) blockLabel(one);
        }
    }
    /// The name of a run stands along its middle piece that is in sight.
    void lineLabel(const Run& row, std::vector<const PlaceShape*>& seen) {
        std::sort(seen.begin(), seen.end(), [](const auto* a, const auto* b) { return a->box.y < b->box.y; });
        for (std::size_t step = 0; step < seen.size(); ++step) {
            // From the middle outwards, until one has room.
            const std::size_t middle = seen.size() / 2, away = (step + 1) / 2;
            const std::size_t at = step % 2 ? middle + away : middle >= away ? middle - away : seen.size();
            if (at < seen.size() && alongWay(*seen[at], row.name)) return;
        }
    }
    [[nodiscard]] double widthOf(const std::string& text) const { return m_r.letter * double(text.size()) + 6; }
    bool alongWay(const PlaceShape& one, const std::string& text) {
        const auto& way = one.ways.front();
        if (way.size() < 2) return false;
        const ChartPoint &a = way.front(), &b = way.back();
        const double dx = b.x - a.x, dy = b.y - a.y;
        const double width = widthOf(text);
        // Of a name beside a line much shorter than it nobody knows whose it is; a run is longer than its piece.
        constexpr double leastPart = 0.6;
        if (one.run == Piece::none && std::hypot(dx, dy) < leastPart * width) return false;
        double angle = std::atan2(dy, dx) * 180 / 3.14159265358979;
        if (angle > 90) angle -= 180;
        if (angle < -90) angle += 180;
        if (std::abs(angle) > 75) angle = angle > 0 ? 90 : -90;
        const double turned = angle * 3.14159265358979 / 180;
        // Off the line, on the side away from what is done: up and to the right.
        const double off = 8;
        for (const double share : {0.5, 0.3, 0.7}) {
            const ChartPoint on = way[std::size_t(double(way.size() - 1) * share)]; // on the way, not on its chord
            const ChartPoint at{on.x + off * std::sin(turned), on.y - off * std::cos(turned)};
            const double w = std::abs(width * std::cos(turned)) + std::abs(12 * std::sin(turned));
            const double h = std::abs(width * std::sin(turned)) + std::abs(12 * std::cos(turned));
            if (!take({at.x - w / 2, at.y - h / 2, w, h})) continue;
            m_out.labels.push_back({text, one.activity, at, angle, 0, true});
            return true;
        }
        return false;
    }
    void blockLabel(const PlaceShape& one) {
        const double top = std::max(0.0, one.box.y), foot = std::min(m_r.height, one.box.y + one.box.height);
        if (foot - top < leastLabelled) return;
        std::string text = m_r.programme.activities[one.index].name;
        if (one.block) text = (*m_r.blocks)[*one.block].name;
        // Within a place its name says nothing.
        if (const std::size_t comma = text.rfind(", "); comma != std::string::npos && !one.wide) text.resize(comma);
        const double room = one.box.width - 4;
        if (room < 10) return;
        const double wanted = m_r.letter * double(text.size()) + 2;
        // A slim and tall block has its name upright.
        if (room < wanted && foot - top >= std::min(wanted, 40.0) && foot - top > room) {
            const double length = std::min(wanted, foot - top - 4);
            for (const double at : {top + 2, (top + foot - length) / 2, foot - length - 2}) {
                if (!take({one.box.x, at, one.box.width, length})) continue;
                m_out.labels.push_back(
                    {text, one.activity, {one.box.x + one.box.width / 2, at + length / 2}, -90, length, false});
                return;
            }
        }
        if (room < 14) return;
        const Box box{one.box.x, top + 1, one.box.width, leastLabelled};
        // Where its head is taken, anywhere below it.
        for (double at = box.y; at + leastLabelled <= foot; at += leastLabelled) {
            if (!take({box.x, at, box.width, leastLabelled - 1})) continue;
            m_out.labels.push_back(
                {text, one.activity, {one.box.x + one.box.width / 2, at + leastLabelled / 2}, 0, room, false});
            return;
        }
    }

    // ---------------------------------------------------------------------------------------------- what lies beneath

    void clashes() {
        for (std::size_t i = 0; i < m_r.clashes.found.size(); ++i) {
            const Clash& one = m_r.clashes.found[i];
            if (one.kind == ClashKind::crewTwice || one.meant) continue;
            if (!isShown(one.one) && !isShown(one.other)) continue;
            const double top = y(one.from), foot = std::max(y(one.to), top + 6);
            if (foot < 0 || top > m_r.height) continue;
            const auto strip = m_r.axis.stripOf(one.place);
            if (!strip) continue;
            const PlaceBranch& branch = m_r.axis.branches[strip->branch];
            Box box{strip->x0 + 2, top, strip->x1 - strip->x0 - 4, foot - top};
            if (branch.span && one.span) {
                box.x = branch.x(one.span->from);
                box.width = std::max(6.0, branch.x(one.span->to) - box.x);
            }
            m_out.clashes.push_back({i, one.past, box, {}});
            if (one.kind == ClashKind::tooSoon && branch.span && one.span)
                between(one, box.x, box.x + box.width, m_out.clashes.back());
        }
    }

    /// What lies between two lines over a stretch of them.
    void between(const Clash& clash, double from, double to, ClashShape& shape) const {
        std::vector<ChartPoint> sides[2];
        double least = m_r.height, most = 0;
        for (const PlaceShape& one : m_out.shapes)
            if (one.activity == clash.one || one.activity == clash.other)
                for (const auto& way : one.ways)
                    for (const ChartPoint& point : way)
                        if (point.x >= from - 0.5 && point.x <= to + 0.5) {
                            sides[one.activity == clash.other].push_back(point);
                            least = std::min(least, point.y);
                            most = std::max(most, point.y);
                        }
        if (sides[0].size() < 2 || sides[1].size() < 2) return;
        shape.between = sides[0];
        shape.between.insert(shape.between.end(), sides[1].rbegin(), sides[1].rend());
        shape.box = {from, least, to - from, most - least};
    }

    /// Damages run from each section's date on, over the places that owe it.
    void contract() {
        for (const PlaceBranch& branch : m_r.axis.branches) {
            int level = 0;
            double last = -1;
            for (const SectionId id : branch.sections) {
                const Section* section = m_r.programme.sections.row(id);
                if (!section) continue;
                const double at = y(startOf(section->completion + section->grantedDays + 1));
                ++level;
                if (at > m_r.height) continue;
                if (at >= 0) m_out.dates.push_back({id, branch.x0, branch.x1, at});
                if (section->rate.sign() <= 0) continue;
                const double from = std::max(0.0, at);
                if (last >= 0 && !m_out.damages.empty()) m_out.damages.back().box.height = from - last;
                m_out.damages.push_back({{branch.x0, from, branch.x1 - branch.x0, m_r.height - from}, level});
                last = from;
            }
        }
    }

    /// Seasons in which a calendar of a branch has no work, longer than a break.
    void closures() {
        for (std::size_t b = 0; b < m_r.axis.branches.size(); ++b)
            for (const std::uint16_t calendar : m_kept.calendars[b])
                closuresOf(m_r.axis.branches[b], *m_r.schedule.calendars[calendar]);
    }
    void closuresOf(const PlaceBranch& branch, const WorkCalendar& calendar) {
        Instant at = m_r.scale.at(0) - 120 * minutesPerDay;
        const Instant until = m_r.scale.at(m_r.height);
        for (int guard = 0; at < until && guard < 2000; ++guard) {
            // From the end of a day's work to where it begins again.
            const Instant next = calendar.upStart(at);
            if (isBeyond(next)) return;
            if (next - at >= longClosure * minutesPerDay) {
                const double top = std::max(0.0, y(at)), foot = std::min(m_r.height, y(next));
                if (foot > top)
                    m_out.closures.push_back(
                        {{branch.x0, top, branch.x1 - branch.x0, foot - top}, calendar.definition().key});
                at = next;
                continue;
            }
            // A week on, or to the end of the work before a longer break.
            const Minutes worked = calendar.worked(at + 7 * minutesPerDay);
            const Instant end = calendar.endOfMinute(worked);
            at = end > at && end <= at + 7 * minutesPerDay ? end : at + 7 * minutesPerDay;
        }
    }

    void nonWorking() {
        const std::size_t index = m_r.programme.activities.indexOf(m_r.selected);
        if (index >= m_r.schedule.activities.size() || m_r.scale.pixelsPerDay < 3) return;
        const WorkCalendar& own = m_r.schedule.calendarOf(m_r.schedule.activities[index]);
        const Date last = dateOf(m_r.scale.at(m_r.height));
        std::optional<Date> from;
        for (Date day = dateOf(m_r.scale.at(0)); day <= last + 1; day = day + 1) {
            const bool off = day <= last && !own.worksOn(day);
            if (off && !from) from = day;
            if (!off && from) {
                m_out.nonWorking.emplace_back(y(startOf(*from)), y(startOf(day)));
                from.reset();
            }
        }
    }

    [[nodiscard]] std::unordered_map<ActivityId, const PlaceShape*> byActivity() const {
        std::unordered_map<ActivityId, const PlaceShape*> found;
        for (const PlaceShape& one : m_out.shapes) found.emplace(one.activity, &one);
        return found;
    }
    [[nodiscard]] static ChartPoint startOfShape(const PlaceShape& one) {
        if (!one.ways.empty()) return one.ways.front().front();
        return {one.box.x + one.box.width / 2, one.box.y};
    }
    [[nodiscard]] static ChartPoint finishOfShape(const PlaceShape& one) {
        if (!one.ways.empty()) return one.ways.front().back();
        return {one.box.x + one.box.width / 2, one.box.y + one.box.height};
    }
    void crewWays() {
        const auto shapes = byActivity();
        for (const auto& [one, other] : m_kept.crews) {
            const auto from = shapes.find(m_r.placed.pieces[one].activity);
            const auto to = shapes.find(m_r.placed.pieces[other].activity);
            if (from == shapes.end() || to == shapes.end()) continue;
            m_out.ways.push_back({finishOfShape(*from->second), startOfShape(*to->second)});
        }
    }
    void links() {
        const auto shapes = byActivity();
        for (const Link& link : m_r.programme.links) {
            if (link.from != m_r.selected && link.to != m_r.selected) continue;
            const auto from = shapes.find(link.from), to = shapes.find(link.to);
            if (from == shapes.end() || to == shapes.end()) continue;
            const bool leavesStart = link.type == LinkType::ss || link.type == LinkType::sf;
            const bool reachesFinish = link.type == LinkType::ff || link.type == LinkType::sf;
            m_out.links.emplace_back(
                link.id,
                std::vector<ChartPoint>{leavesStart ? startOfShape(*from->second) : finishOfShape(*from->second),
                                        reachesFinish ? finishOfShape(*to->second) : startOfShape(*to->second)});
        }
    }

    const PlaceRequest& m_r;
    PlaceKept& m_kept;
    PlaceLayout m_out;
    std::vector<Box> m_taken;
    std::unordered_map<ActivityId, std::size_t> m_blockOf;
};

double distanceTo(const std::vector<ChartPoint>& way, ChartPoint at) {
    double least = 1e9;
    for (std::size_t i = 0; i + 1 < way.size(); ++i) {
        const double dx = way[i + 1].x - way[i].x, dy = way[i + 1].y - way[i].y, length = dx * dx + dy * dy;
        const double part =
            length > 0 ? std::clamp(((at.x - way[i].x) * dx + (at.y - way[i].y) * dy) / length, 0.0, 1.0) : 0;
        least = std::min(least, std::hypot(at.x - way[i].x - part * dx, at.y - way[i].y - part * dy));
    }
    return least;
}

} // namespace

std::vector<PlaceBlock> unitBlocks(const Programme& programme, const std::unordered_set<LaidOutId>& open) {
    std::vector<PlaceBlock> blocks;
    for (const LaidOut& unit : programme.laidOut) {
        if (open.contains(unit.id)) continue;
        const Sequence* sequence = programme.sequences.row(unit.sequence);
        PlaceBlock& one =
            blocks.emplace_back(PlaceBlock{sequence ? sequence->key : std::string(), unit.id, 0, unit.location, {}});
        for (const LaidOutStep& step : unit.steps)
            if (step.activity) one.inside.push_back(step.activity);
    }
    return blocks;
}

PlaceLayout layoutPlaces(const PlaceRequest& request, PlaceKept& kept) {
    return Builder(request, kept).run();
}

PlaceLayout layoutPlaces(const PlaceRequest& request) {
    PlaceKept kept;
    return layoutPlaces(request, kept);
}

PlaceHit hitPlaces(const PlaceLayout& layout, ChartPoint at) {
    constexpr double reach = 5;
    PlaceHit hit;
    for (auto one = layout.clashes.rbegin(); one != layout.clashes.rend() && !hit.clash; ++one)
        if (one->box.contains(at.x, at.y)) hit.clash = one->clash;
    const auto part = [&](const PlaceShape& shape) {
        const double top = shape.ways.empty() ? shape.box.y : shape.ways.front().front().y;
        const double foot = shape.ways.empty() ? shape.box.y + shape.box.height : shape.ways.front().back().y;
        if (foot - top > 4 * reach && std::abs(at.y - foot) <= reach) return PlaceHit::Part::finish;
        if (foot - top > 4 * reach && std::abs(at.y - top) <= reach) return PlaceHit::Part::start;
        return PlaceHit::Part::body;
    };
    for (auto one = layout.shapes.rbegin(); one != layout.shapes.rend(); ++one) {
        bool hits = false;
        if (one->ways.empty())
            hits = one->box.contains(at.x, at.y) ||
                   Box{one->box.x, one->box.y - 2, one->box.width, one->box.height + 4}.contains(at.x, at.y);
        else
            for (const auto& way : one->ways) hits = hits || distanceTo(way, at) <= reach;
        if (!hits) continue;
        hit.activity = one->activity;
        hit.part = part(*one);
        return hit;
    }
    return hit;
}

} // namespace yarrin
