// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/rows.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/texts.h"
#include "core/view/filter.h"

#include <algorithm>
#include <iterator>
#include <utility>

namespace yarrin {

namespace {

using Indices = std::vector<std::size_t>;

/// What a lens lets through.
class Sieve {
public:
    Sieve(const FieldContext& context, const Lens& lens)
        : m_context(context), m_tasksOnly(lens.tasksOnly), m_words(listed(lowered(lens.words), ' ')) {
        if (auto filter = Filter::parse(context.programme(), lens.filter); filter.ok()) m_filter = std::move(*filter);
    }

    [[nodiscard]] bool shows(std::size_t index) const {
        const Activity& activity = m_context.activity(index);
        if (m_tasksOnly && activity.kind != ActivityKind::task) return false;
        return saysWords(m_context.programme(), activity, m_words) && m_filter.shows(m_context, index);
    }
    [[nodiscard]] bool hides() const { return m_tasksOnly || !m_words.empty() || !m_filter.isEmpty(); }

private:
    const FieldContext& m_context;
    bool m_tasksOnly;
    std::vector<std::string> m_words;
    Filter m_filter;
};

/// A number for a value of a group within the group around it.
std::uint32_t numbered(std::uint32_t around, std::size_t level, const std::string& text) {
    std::uint32_t number = 2166136261u; // FNV-1a
    const auto take = [&](unsigned char c) { number = (number ^ c) * 16777619u; };
    for (int shift = 0; shift < 32; shift += 8) take(static_cast<unsigned char>(around >> shift));
    take(static_cast<unsigned char>(level + 1));
    for (const char c : text) take(static_cast<unsigned char>(c));
    return number | 0x80000000u; // never that of a row of the breakdown
}

/// A group that is not open yet: what it is called, and what lies in it.
struct Bucket {
    FieldValue value;
    Indices members;
};

std::string titleOf(const FieldValue& value) {
    if (const auto* named = std::get_if<Named>(&value)) return named->text;
    return {};
}

class RowBuilder {
public:
    RowBuilder(const FieldContext& context, const Lens& lens, const std::unordered_set<std::uint32_t>& folded)
        : m_context(context), m_programme(context.programme()), m_lens(lens), m_folded(folded), m_sieve(context, lens) {
    }

    std::vector<ChartRow> run() {
        for (const LensKey& key : m_lens.groups) {
            auto field = fieldNamed(m_programme, key.field);
            if (field && field->groups) m_levels.push_back({std::move(*field), key.down});
        }
        Indices shown;
        shown.reserve(m_programme.activities.size());
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i)
            if (m_sieve.shows(i)) shown.push_back(i);
        arrange(shown);
        m_rows.reserve(shown.size() + m_programme.breakdown.size());
        level(0, shown, 0, 0);
        return std::move(m_rows);
    }

private:
    struct Level {
        ViewField field;
        bool down;
    };

    /// Sorts by the lens's keys; what is equal stays in the programme's order, what says nothing stands last.
    void arrange(Indices& shown) const {
        std::vector<std::pair<std::vector<FieldValue>, bool>> keys;
        for (const LensKey& key : m_lens.order) {
            const auto field = fieldNamed(m_programme, key.field);
            if (!field) continue;
            auto& values = keys.emplace_back(std::vector<FieldValue>(m_programme.activities.size()), key.down).first;
            for (const std::size_t i : shown) values[i] = field->value(m_context, i);
        }
        if (keys.empty()) return;
        std::stable_sort(shown.begin(), shown.end(), [&](std::size_t a, std::size_t b) {
            for (const auto& [values, down] : keys) {
                const int order = compareValues(values[a], values[b]);
                const bool says = !std::holds_alternative<std::monostate>(values[a]) &&
                                  !std::holds_alternative<std::monostate>(values[b]);
                if (order != 0) return down && says ? order > 0 : order < 0;
            }
            return false;
        });
    }

    void level(std::size_t at, const Indices& members, int depth, std::uint32_t around) {
        if (at == m_levels.size()) {
            for (const std::size_t index : members) {
                ChartRow row;
                row.depth = depth;
                row.index = index;
                row.activity = m_programme.activities[index].id;
                m_rows.push_back(std::move(row));
            }
            return;
        }
        if (m_levels[at].field.name == "breakdown")
            tree(at, m_programme.breakdown, &Activity::breakdown, members, depth, around);
        else if (m_levels[at].field.name == "location")
            tree(at, m_programme.locations, &Activity::location, members, depth, around);
        else
            values(at, members, depth, around);
    }

    void values(std::size_t at, const Indices& members, int depth, std::uint32_t around) {
        const Level& level = m_levels[at];
        std::vector<std::pair<FieldValue, std::size_t>> pairs;
        pairs.reserve(members.size());
        for (const std::size_t i : members) pairs.emplace_back(level.field.value(m_context, i), i);
        std::stable_sort(pairs.begin(), pairs.end(), [&](const auto& a, const auto& b) {
            const int order = compareValues(a.first, b.first);
            const bool says =
                !std::holds_alternative<std::monostate>(a.first) && !std::holds_alternative<std::monostate>(b.first);
            return level.down && says ? order > 0 : order < 0;
        });
        for (std::size_t from = 0; from < pairs.size();) {
            Indices inside;
            std::size_t to = from;
            for (; to < pairs.size() && compareValues(pairs[to].first, pairs[from].first) == 0; ++to)
                inside.push_back(pairs[to].second);
            const std::string title = titleOf(pairs[from].first);
            const std::uint32_t number = numbered(around, at, title);
            if (heading(at, number, 0, title, inside, depth)) this->level(at + 1, inside, depth + 1, number);
            from = to;
        }
    }

    template <typename Rows, typename Id>
    void tree(std::size_t at, const Rows& rows, Id Activity::*member, const Indices& members, int depth,
              std::uint32_t around) {
        Branches branches;
        // Neighbours mostly stand in one group.
        std::uint32_t last = 0;
        Indices* into = &branches.members[last];
        for (const std::size_t i : members) {
            const std::uint32_t group = (m_programme.activities[i].*member).value;
            if (group != last) into = &branches.members[last = group];
            into->push_back(i);
        }
        for (const auto& row : rows) branches.children[row.parent.value].push_back(row.id.value);
        if (m_levels[at].down)
            for (auto& [parent, list] : branches.children) std::reverse(list.begin(), list.end());
        const auto tops = branches.children.find(0);
        if (tops == branches.children.end()) return level(at + 1, members, depth, around);
        for (const std::uint32_t top : tops->second) branch(at, rows, branches, top, depth, around);
        const Indices& outside = branches.members[0];
        const std::uint32_t number = around ? numbered(around, at, "") : 0;
        if (!outside.empty() && heading(at, number, 0, "", outside, depth))
            level(at + 1, outside, depth + 1, number ? number : numbered(0, at, ""));
    }
    struct Branches {
        std::unordered_map<std::uint32_t, Indices> members;
        std::unordered_map<std::uint32_t, std::vector<std::uint32_t>> children;
    };
    /// All that lies in and below a node.
    static void gather(const Branches& branches, std::uint32_t node, Indices& into) {
        if (const auto own = branches.members.find(node); own != branches.members.end())
            into.insert(into.end(), own->second.begin(), own->second.end());
        if (const auto children = branches.children.find(node); children != branches.children.end())
            for (const std::uint32_t child : children->second) gather(branches, child, into);
    }
    template <typename Rows>
    void branch(std::size_t at, const Rows& rows, const Branches& branches, std::uint32_t node, int depth,
                std::uint32_t around) {
        Indices inside;
        gather(branches, node, inside);
        const auto* row = rows.row(decltype(rows[0].id){node});
        const std::uint32_t number = around ? numbered(around, at, std::to_string(node)) : node;
        if (!heading(at, number, node, row ? row->name : std::string(), inside, depth)) return;
        if (const auto own = branches.members.find(node); own != branches.members.end())
            level(at + 1, own->second, depth + 1, numbered(number, at, ""));
        if (const auto children = branches.children.find(node); children != branches.children.end())
            for (const std::uint32_t child : children->second) branch(at, rows, branches, child, depth + 1, around);
    }

    /// Adds a group's heading, unless a filter leaves it empty; whether what is in it is to follow.
    bool heading(std::size_t at, std::uint32_t number, std::uint32_t node, std::string title, const Indices& inside,
                 int depth) {
        if (inside.empty() && (m_sieve.hides() || at > 0 || m_levels[at].field.name != "breakdown")) return false;
        ChartRow row;
        row.isGroup = true;
        row.depth = depth;
        row.group = number;
        row.level = at;
        row.node = node;
        row.title = std::move(title);
        row.folded = m_folded.contains(number);
        row.count = inside.size();
        if (!inside.empty()) row.index = inside.front();
        if (m_lens.totals) row.inside = inside;
        for (const std::size_t i : inside) {
            const ActivityFigures* figures = m_context.figures(i);
            if (!figures || m_programme.activities[i].kind == ActivityKind::hammock) continue;
            row.start = row.start ? std::min(*row.start, figures->earlyStart) : figures->earlyStart;
            row.finish = row.finish ? std::max(*row.finish, figures->earlyFinish) : figures->earlyFinish;
        }
        m_rows.push_back(std::move(row));
        return !m_rows.back().folded;
    }

    const FieldContext& m_context;
    const Programme& m_programme;
    const Lens& m_lens;
    const std::unordered_set<std::uint32_t>& m_folded;
    Sieve m_sieve;
    std::vector<Level> m_levels;
    std::vector<ChartRow> m_rows;
};

} // namespace

std::vector<ChartRow> rowsFor(const FieldContext& context, const Lens& lens,
                              const std::unordered_set<std::uint32_t>& folded) {
    return RowBuilder(context, lens, folded).run();
}

std::vector<ChartRow> rowsFor(const Programme& programme, const Schedule& schedule, const Lens& lens,
                              const std::unordered_set<std::uint32_t>& folded) {
    return rowsFor(FieldContext(programme, schedule), lens, folded);
}

void leaveOnly(std::vector<ChartRow>& rows, const std::function<bool(ActivityId)>& stays) {
    std::vector<ChartRow> left;
    int wanted = -1; // from below: the depth at which a heading still has something in it
    for (auto row = rows.rbegin(); row != rows.rend(); ++row) {
        if (row->isGroup ? row->depth >= wanted : !stays(row->activity)) continue;
        wanted = row->depth;
        left.push_back(std::move(*row));
    }
    rows.assign(std::make_move_iterator(left.rbegin()), std::make_move_iterator(left.rend()));
}

std::size_t hiddenBy(const FieldContext& context, const Lens& lens) {
    if (lens.filter.empty() && lens.words.empty()) return 0;
    Lens filter = lens;
    filter.tasksOnly = false; // what a stage is not about is not hidden
    const Sieve sieve(context, filter);
    std::size_t count = 0;
    for (std::size_t i = 0; i < context.programme().activities.size(); ++i) count += sieve.shows(i) ? 0 : 1;
    return count;
}

bool saysWords(const Programme& programme, const Activity& activity, const std::vector<std::string>& words) {
    if (words.empty()) return true;
    const Location* place = programme.locations.row(activity.location);
    std::string text = activity.key + " " + activity.name + " " + (place ? place->name : "") + " " + activity.notes;
    for (const PlainText& other : activityTexts()) text += " " + activity.*other.member;
    for (const CodeMark& mark : activity.codes) text += " " + mark.value;
    text = lowered(text);
    return std::all_of(words.begin(), words.end(),
                       [&](const std::string& word) { return text.find(word) != std::string::npos; });
}

std::vector<Error> faultsIn(const Lens& lens, const Programme& programme) {
    std::vector<Error> faults;
    if (const auto filter = Filter::parse(programme, lens.filter); !filter.ok()) {
        Error fault = filter.error();
        fault.place = worded("show only");
        faults.push_back(std::move(fault));
    }
    const auto needs = [&](const std::string& field, const char* place, bool groups) {
        const auto known = fieldNamed(programme, field);
        if (known && (known->groups || !groups)) return;
        const bool code = field.starts_with("code:");
        faults.push_back(
            {ErrorCode::input, worded(place),
             code ? worded("this job has no code %1", field.substr(5)) : worded("\"%1\" is not known here", field),
             code ? worded("add the code, or choose another field") : worded("choose another field")});
    };
    for (const LensKey& key : lens.groups) needs(key.field, toWord("groups"), true);
    for (const LensKey& key : lens.order) needs(key.field, toWord("order"), false);
    if (!lens.colour.empty()) needs(lens.colour, toWord("colours"), true);
    for (const std::string* text : {&lens.before, &lens.on, &lens.after})
        if (!text->empty()) needs(*text, toWord("texts of bars"), false);
    return faults;
}

} // namespace yarrin
