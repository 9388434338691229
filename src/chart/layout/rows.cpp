// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/rows.h"

#include "core/base/natural_order.h"
#include "core/base/text.h"
#include "core/model/describe/texts.h"

#include <algorithm>
#include <set>
#include <utility>

namespace yarrin {

namespace {

/// Builds the rows of one kind of tree: nodes have an id and a parent of the same id type.
class RowBuilder {
public:
    RowBuilder(const Programme& programme, const Schedule& schedule, const Lens& lens,
               const std::unordered_set<std::uint32_t>& folded)
        : m_programme(programme), m_schedule(schedule), m_lens(lens), m_folded(folded),
          m_groupText(lens.grouping == Grouping::text ? activityText(lens.groupText) : nullptr),
          m_orderText(lens.order == RowOrder::text ? activityText(lens.orderText) : nullptr) {
        std::string word;
        for (const char c : lowered(lens.words) + " ") {
            if (c != ' ') word += c;
            if (c == ' ' && !word.empty()) m_words.push_back(std::exchange(word, {}));
        }
    }

    std::vector<ChartRow> run() {
        if (m_groupText) groupTexts();
        // Neighbours mostly stand in one group.
        std::uint32_t last = 0;
        std::vector<std::size_t>* into = &m_members[last];
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i) {
            const Activity& activity = m_programme.activities[i];
            if (!shows(activity, i)) continue;
            std::uint32_t group = 0;
            if (m_lens.grouping == Grouping::breakdown) group = activity.breakdown.value;
            if (m_lens.grouping == Grouping::location) group = activity.location.value;
            if (m_groupText) group = m_textGroups[activity.*m_groupText->member];
            if (group != last) into = &m_members[last = group];
            into->push_back(i);
        }
        if (m_lens.order != RowOrder::given)
            for (auto& [group, list] : m_members) arrange(list);
        if (m_lens.grouping == Grouping::breakdown) collect(m_programme.breakdown);
        if (m_lens.grouping == Grouping::location) collect(m_programme.locations);
        for (const std::uint32_t top : m_children[0]) group(top, 0);
        const bool grouped = m_lens.grouping != Grouping::none;
        if (!m_members[0].empty() && grouped && !m_children[0].empty()) heading(0, 0);
        if (!isFolded(0)) members(0, grouped && !m_children[0].empty() ? 1 : 0);
        return std::move(m_rows);
    }

    [[nodiscard]] std::size_t hidden() const {
        std::size_t count = 0;
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i)
            count += shows(m_programme.activities[i], i) ? 0 : 1;
        return count;
    }

private:
    [[nodiscard]] bool shows(const Activity& activity, std::size_t index) const {
        if (m_lens.tasksOnly && activity.kind != ActivityKind::task) return false;
        if (!m_words.empty()) {
            const Location* place = m_programme.locations.row(activity.location);
            std::string text =
                activity.key + " " + activity.name + " " + (place ? place->name : "") + " " + activity.notes;
            for (const PlainText& other : activityTexts()) text += " " + activity.*other.member;
            text = lowered(text);
            for (const std::string& word : m_words)
                if (text.find(word) == std::string::npos) return false;
        }
        if (m_lens.filter == RowFilter::all || index >= m_schedule.activities.size()) return true;
        const ActivityFigures& figures = m_schedule.activities[index];
        return figures.critical || (figures.nearCritical && m_lens.filter == RowFilter::criticalAndNear);
    }

    /// Sorts the activities of a group; what is equal, or has no such figure, stays in the programme's order.
    void arrange(std::vector<std::size_t>& list) const {
        const auto before = [&](std::size_t a, std::size_t b) {
            const Activity& x = m_programme.activities[a];
            const Activity& y = m_programme.activities[b];
            if (m_lens.order == RowOrder::key) return standsBefore(x.key, y.key);
            if (m_lens.order == RowOrder::name) return lowered(x.name) < lowered(y.name);
            // What says nothing stands last.
            if (m_orderText) {
                const std::string &s = x.*m_orderText->member, &t = y.*m_orderText->member;
                return s.empty() || t.empty() ? !s.empty() && t.empty() : lowered(s) < lowered(t);
            }
            if (m_lens.order == RowOrder::calendar) return calendarOf(m_programme, x) < calendarOf(m_programme, y);
            if (std::max(a, b) >= m_schedule.activities.size()) return false;
            const ActivityFigures& f = m_schedule.activities[a];
            const ActivityFigures& g = m_schedule.activities[b];
            switch (m_lens.order) {
            case RowOrder::duration:
                return f.duration < g.duration;
            case RowOrder::start:
                return f.earlyStart < g.earlyStart;
            case RowOrder::finish:
                return f.earlyFinish < g.earlyFinish;
            case RowOrder::totalFloat:
                return f.totalFloat && (!g.totalFloat || *f.totalFloat < *g.totalFloat);
            default:
                return false;
            }
        };
        std::stable_sort(list.begin(), list.end(),
                         [&](std::size_t a, std::size_t b) { return m_lens.descending ? before(b, a) : before(a, b); });
    }

    /// A group for each text that there is, in their order, with a number that stays while the text does.
    void groupTexts() {
        std::set<std::pair<std::string, std::string>> texts; // capitals do not part them in the order
        for (const Activity& activity : m_programme.activities)
            if (const std::string& text = activity.*m_groupText->member; !text.empty())
                texts.emplace(lowered(text), text);
        std::unordered_set<std::uint32_t> taken{0};
        for (const auto& [low, text] : texts) {
            std::uint32_t number = 2166136261u; // FNV-1a
            for (const char c : text) number = (number ^ static_cast<unsigned char>(c)) * 16777619u;
            while (!taken.insert(number).second) ++number;
            m_textGroups[text] = number;
            m_children[0].push_back(number);
        }
    }

    template <typename Rows> void collect(const Rows& rows) {
        for (const auto& row : rows) m_children[row.parent.value].push_back(row.id.value);
    }

    [[nodiscard]] bool isFolded(std::uint32_t group) const { return m_folded.contains(group); }

    void members(std::uint32_t group, int depth) {
        m_rows.reserve(m_programme.activities.size() + m_programme.breakdown.size());
        for (const std::size_t index : m_members[group]) {
            ChartRow row;
            row.depth = depth;
            row.index = index;
            row.activity = m_programme.activities[index].id;
            m_rows.push_back(row);
        }
    }

    void span(ChartRow& row, std::uint32_t group) {
        row.count += m_members[group].size();
        for (const std::size_t index : m_members[group]) {
            if (index >= m_schedule.activities.size() || m_programme.activities[index].kind == ActivityKind::hammock)
                continue;
            const ActivityFigures& figures = m_schedule.activities[index];
            row.start = row.start ? std::min(*row.start, figures.earlyStart) : figures.earlyStart;
            row.finish = row.finish ? std::max(*row.finish, figures.earlyFinish) : figures.earlyFinish;
        }
        if (group != 0)
            for (const std::uint32_t child : m_children[group]) span(row, child);
    }

    /// Adds a group's heading, unless a filter leaves it empty.
    bool heading(std::uint32_t group, int depth) {
        ChartRow row;
        row.isGroup = true;
        row.depth = depth;
        row.group = group;
        row.folded = isFolded(group);
        if (m_groupText && !m_members[group].empty()) row.index = m_members[group].front();
        span(row, group);
        const bool filtered = m_lens.filter != RowFilter::all || m_lens.tasksOnly || !m_words.empty();
        if (row.count == 0 && (filtered || m_lens.grouping != Grouping::breakdown)) return false;
        m_rows.push_back(row);
        return true;
    }

    void group(std::uint32_t id, int depth) {
        if (!heading(id, depth) || isFolded(id)) return;
        members(id, depth + 1);
        for (const std::uint32_t child : m_children[id]) group(child, depth + 1);
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    const Lens& m_lens;
    const std::unordered_set<std::uint32_t>& m_folded;
    std::unordered_map<std::uint32_t, std::vector<std::size_t>> m_members;
    std::unordered_map<std::uint32_t, std::vector<std::uint32_t>> m_children;
    std::vector<ChartRow> m_rows;
    std::vector<std::string> m_words;
    const PlainText* m_groupText;
    const PlainText* m_orderText;
    std::unordered_map<std::string, std::uint32_t> m_textGroups;
};

} // namespace

std::vector<ChartRow> rowsFor(const Programme& programme, const Schedule& schedule, const Lens& lens,
                              const std::unordered_set<std::uint32_t>& folded) {
    return RowBuilder(programme, schedule, lens, folded).run();
}

std::size_t hiddenBy(const Lens& lens, const Programme& programme, const Schedule& schedule) {
    if (lens.filter == RowFilter::all && lens.words.empty()) return 0;
    Lens filter = lens;
    filter.tasksOnly = false; // what a stage is not about is not hidden
    return RowBuilder(programme, schedule, filter, {}).hidden();
}

} // namespace yarrin
