// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Sequences between groups of a building model's plan, as links of the tasks in them.
#include "core/base/worded.h"
#include "core/model/lookup.h"
#include "store/ifc_reading.h"
#include "store/ifc_words.h"

#include <algorithm>
#include <map>

namespace yarrin::ifc {

namespace {

constexpr std::size_t mostSpread = 2000; // links of one sequence: more is no plan

class Spreading {
public:
    explicit Spreading(Reading& reading) : m_reading(reading) {
        std::map<std::uint32_t, std::uint64_t> rows; // in the order of the file
        for (const auto& [number, id] : reading.activities) rows.emplace(id.value, number);
        for (const auto& [value, number] : rows) {
            if (reading.programme.activities.row({value})->kind == ActivityKind::hammock) continue;
            for (auto in = reading.above.find(number); in != reading.above.end(); in = reading.above.find(in->second))
                m_within[in->second].push_back({value});
        }
    }

    /// What ends a group or begins it: no other of its tasks is sure to finish later, or to start before.
    [[nodiscard]] std::vector<ActivityId> endsOf(const StepValue& value, bool last) const {
        if (const auto one = m_reading.activities.find(value.reference); one != m_reading.activities.end())
            return {one->second};
        const auto found = m_within.find(value.reference);
        if (found == m_within.end()) return {};
        const std::set<ActivityId> all(found->second.begin(), found->second.end());
        std::set<ActivityId> covered;
        for (const Link& link : m_reading.programme.links) {
            if (link.lag < 0 || !all.contains(link.from) || !all.contains(link.to)) continue;
            if (last && (link.type == LinkType::fs || link.type == LinkType::ff)) covered.insert(link.from);
            if (!last && (link.type == LinkType::fs || link.type == LinkType::ss)) covered.insert(link.to);
        }
        std::vector<ActivityId> ends;
        for (const ActivityId id : found->second)
            if (!covered.contains(id)) ends.push_back(id);
        return ends;
    }
    [[nodiscard]] bool isGroup(const StepValue& value) const { return !m_reading.activities.contains(value.reference); }
    /// One within the other waits for itself.
    [[nodiscard]] bool overlap(const StepValue& a, const StepValue& b) const {
        const auto liesIn = [&](std::uint64_t one, std::uint64_t other) {
            for (; one != other;) {
                const auto above = m_reading.above.find(one);
                if (above == m_reading.above.end()) return false;
                one = above->second;
            }
            return true;
        };
        return liesIn(a.reference, b.reference) || liesIn(b.reference, a.reference);
    }

private:
    Reading& m_reading;
    std::map<std::uint64_t, std::vector<ActivityId>> m_within; ///< of groups: tasks at any depth
};

/// Why no links of tasks say the same; none where they do.
std::optional<Worded> whyNot(const Spreading& spreading, const StepRow& row, std::size_t type) {
    const bool afterStart = type == std::size_t(LinkType::ss) || type == std::size_t(LinkType::sf);
    const bool toFinish = type == std::size_t(LinkType::ff) || type == std::size_t(LinkType::sf);
    if (type >= sequenceTypes.size()) return worded("its type is not one of the four");
    if (spreading.overlap(row.at(4), row.at(5))) return worded("one lies in the other");
    if (spreading.isGroup(row.at(4)) && afterStart) return worded("it waits for the start of a group");
    if (spreading.isGroup(row.at(5)) && toFinish) return worded("it leads to the finish of a group");
    return {};
}

/// The sequences as links, a set for each row; nothing of the programme is changed.
class Making {
public:
    using LagOf = std::function<std::pair<Minutes, LagCalendar>(const StepRow&, const Activity&)>;
    Making(Reading& reading, const LagOf& lagOf) : m_reading(reading), m_lagOf(lagOf), m_spreading(reading) {}

    void make(const StepRow& row) {
        const auto type = typeOf(row);
        if (const auto why = whyNot(m_spreading, row, type)) return leaveOut(row, *why);
        const auto from = m_spreading.endsOf(row.at(4), true), to = m_spreading.endsOf(row.at(5), false);
        if (from.empty() || to.empty()) return leaveOut(row, worded("a group holds no tasks"));
        if (from.size() * to.size() > mostSpread) return leaveOut(row, worded("it would be thousands of links"));
        if (isShare(row) && m_spreading.isGroup(row.at(4)))
            return leaveOut(row, worded("its lag is a share of a group's length"));
        std::vector<Link>& links = m_made.emplace_back(&row, std::vector<Link>()).second;
        for (const ActivityId a : from) {
            const auto [lag, on] = m_lagOf(row, *m_reading.programme.activities.row(a));
            for (const ActivityId b : to) {
                Link& link = links.emplace_back();
                link.from = a;
                link.to = b;
                link.type = LinkType(type);
                link.lag = lag;
                link.lagCalendar = on;
            }
        }
    }

    /// Puts them into the programme. Where all together close a circle they come one after the other, in the order of
    /// the file, and one that would close it does not.
    void put() {
        for (const Link& link : m_reading.programme.links) m_known.emplace(link.from.value, link.to.value, link.type);
        const bool circular = !loopIn(m_reading.programme).empty(); // of its own: told elsewhere
        std::vector<LinkId> all;
        for (const auto& [row, links] : m_made)
            for (const LinkId id : put(links)) all.push_back(id);
        const bool closes = !circular && !loopIn(m_reading.programme).empty();
        if (closes) take(all);
        for (const auto& [row, links] : m_made) {
            if (closes) {
                const std::vector<LinkId> some = put(links);
                if (!loopIn(m_reading.programme).empty()) {
                    take(some);
                    leaveOut(*row, worded("its tasks would wait for each other in a circle"));
                    continue;
                }
            }
            if (otherLag(links))
                m_reading.note(*row, worded("where its tasks follow each other already, the lag of that stays"));
            m_reading.note(*row,
                           worded("the sequence from \"%1\" to \"%2\" is of groups, and stands as %3", named(*row, 4),
                                  named(*row, 5),
                                  wordedCount("%1 link of their tasks", "%1 links of their tasks", links.size())));
        }
    }

private:
    /// Behind the last where it is none of the four.
    [[nodiscard]] static std::size_t typeOf(const StepRow& row) {
        const std::string& word = row.at(7).text;
        const auto found = std::find(sequenceTypes.begin(), sequenceTypes.end(), word);
        if (found == sequenceTypes.end() && word != "USERDEFINED") return std::size_t(LinkType::fs);
        return std::size_t(found - sequenceTypes.begin());
    }
    [[nodiscard]] bool isShare(const StepRow& row) const {
        const StepRow* time = m_reading.file.row(row.at(6).reference);
        return time && time->type == "IFCLAGTIME" && time->at(3).bare().kind == StepValue::Kind::number;
    }
    [[nodiscard]] std::string named(const StepRow& row, std::size_t at) const {
        const StepRow* task = m_reading.file.row(row.at(at).reference);
        return task ? task->at(2).text : std::string();
    }
    void leaveOut(const StepRow& row, const std::string& why) {
        m_reading.note(row,
                       worded("the sequence from \"%1\" to \"%2\" is left out: %3", named(row, 4), named(row, 5), why));
    }
    [[nodiscard]] bool otherLag(const std::vector<Link>& links) const {
        const auto& table = m_reading.programme.links;
        return std::any_of(table.begin(), table.end(), [&](const Link& there) {
            return std::any_of(links.begin(), links.end(), [&](const Link& one) {
                return one.from == there.from && one.to == there.to && one.type == there.type && one.lag != there.lag;
            });
        });
    }
    std::vector<LinkId> put(std::vector<Link> links) {
        std::vector<LinkId> ids;
        for (Link& link : links) {
            if (!m_known.emplace(link.from.value, link.to.value, link.type).second) continue;
            link.id = m_reading.programme.links.freshId();
            ids.push_back(link.id);
            m_reading.programme.links.append(std::move(link));
        }
        return ids;
    }
    void take(const std::vector<LinkId>& ids) {
        auto& table = m_reading.programme.links;
        for (auto id = ids.rbegin(); id != ids.rend(); ++id) {
            const Link& link = *table.row(*id);
            m_known.erase({link.from.value, link.to.value, link.type});
            table.erase(table.indexOf(*id));
        }
    }

    Reading& m_reading;
    const LagOf& m_lagOf;
    Spreading m_spreading; ///< by the links between tasks alone, so that no order decides
    std::vector<std::pair<const StepRow*, std::vector<Link>>> m_made;
    std::set<std::tuple<std::uint32_t, std::uint32_t, LinkType>> m_known;
};

} // namespace

void spreadSequences(Reading& reading, const std::vector<const StepRow*>& rows,
                     const std::function<std::pair<Minutes, LagCalendar>(const StepRow&, const Activity&)>& lagOf) {
    if (rows.empty()) return;
    Making making(reading, lagOf);
    for (const StepRow* row : rows) making.make(*row);
    making.put();
}

} // namespace yarrin::ifc
