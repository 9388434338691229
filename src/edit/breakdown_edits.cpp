// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/breakdown_edits.h"

#include "core/base/worded.h"
#include "core/model/codes.h"
#include "edit/typed.h"

#include <algorithm>
#include <unordered_set>

namespace yarrin {

namespace {

constexpr std::size_t none = decltype(Programme::breakdown)::none;

std::optional<BreakdownId> siblingAbove(const Programme& programme, const BreakdownNode& node) {
    std::optional<BreakdownId> above;
    for (const BreakdownNode& other : programme.breakdown) {
        if (other.id == node.id) return above;
        if (other.parent == node.parent) above = other.id;
    }
    return above;
}

} // namespace

Result<BreakdownId> addGroup(Transaction& tx, BreakdownId after, const std::string& name) {
    if (name.empty()) return inputError(worded("a group needs a name"));
    const Programme& programme = tx.programme();
    BreakdownNode node;
    node.id = programme.breakdown.freshId();
    node.key = freshKey(programme.breakdown, "B");
    node.name = name;
    const std::size_t above = programme.breakdown.indexOf(after);
    if (above != none) node.parent = programme.breakdown[above].parent;
    const BreakdownId id = node.id;
    tx.insert(above == none ? programme.breakdown.size() : above + 1, std::move(node));
    return id;
}

Result<BreakdownId> addChildGroup(Transaction& tx, BreakdownId parent, const std::string& name) {
    if (name.empty()) return inputError(worded("a group needs a name"));
    if (parent && !tx.programme().breakdown.row(parent)) return inputError(worded("the group is no longer there"));
    BreakdownNode node;
    node.id = tx.programme().breakdown.freshId();
    node.key = freshKey(tx.programme().breakdown, "B");
    node.name = name;
    node.parent = parent;
    const BreakdownId id = node.id;
    tx.append(std::move(node));
    return id;
}

Result<BreakdownId> addParentGroup(Transaction& tx, BreakdownId child, const std::string& name) {
    const BreakdownNode* row = tx.programme().breakdown.row(child);
    if (!row) return inputError(worded("the group is no longer there"));
    BreakdownNode below = *row;
    BreakdownNode node;
    node.id = tx.programme().breakdown.freshId();
    node.key = freshKey(tx.programme().breakdown, "B");
    node.name = name;
    node.parent = below.parent;
    const BreakdownId id = node.id;
    tx.insert(tx.programme().breakdown.indexOf(child), std::move(node));
    below.parent = id;
    tx.set(std::move(below));
    return id;
}

Outcome moveGroup(Transaction& tx, BreakdownId id, BreakdownId target, Landing landing) {
    const BreakdownNode* row = tx.programme().breakdown.row(id);
    const BreakdownNode* onto = tx.programme().breakdown.row(target);
    if (!row || (!onto && (target || landing != Landing::inside)))
        return inputError(worded("the group is no longer there"));
    for (BreakdownId up = target; up; up = tx.programme().breakdown.row(up)->parent)
        if (up == id) return inputError(worded("\"%1\" cannot go below itself", row->name));
    BreakdownNode node = *row;
    node.parent = landing == Landing::inside ? target : onto->parent;
    tx.erase<BreakdownNode>(id);
    const auto& table = tx.programme().breakdown;
    std::size_t at = table.size();
    if (landing != Landing::inside) at = table.indexOf(target) + (landing == Landing::after ? 1 : 0);
    tx.insert(at, std::move(node));
    return done();
}

Outcome setGroupCode(Transaction& tx, BreakdownId id, const std::string& code) {
    const BreakdownNode* row = tx.programme().breakdown.row(id);
    if (!row) return inputError(worded("the group is no longer there"));
    BreakdownNode node = *row;
    node.code.reset();
    const auto first = code.find_first_not_of(" \t");
    if (first != std::string::npos) node.code = code.substr(first, code.find_last_not_of(" \t") + 1 - first);
    if (node.code && node.code->size() > 40) return inputError(worded("a code of more than 40 letters is none"));
    if (node.code)
        for (const BreakdownNode& other : tx.programme().breakdown)
            if (other.id != id && other.code == node.code)
                return inputError(worded("\"%1\" has the code %2 already", other.name, *node.code),
                                  worded("type another one, or take that one off first"));
    tx.set(std::move(node));
    return done();
}

Outcome setCodePattern(Transaction& tx, const std::string& pattern) {
    const auto parsed = parseCodePattern(pattern);
    if (!parsed.ok()) return parsed.errors();
    Job job = tx.programme().job;
    job.codePattern = pattern;
    tx.setJob(std::move(job));
    return done();
}

Outcome renameGroup(Transaction& tx, BreakdownId id, const std::string& name) {
    if (name.find_first_not_of(" \t") == std::string::npos) return inputError(worded("a name cannot be empty"));
    const BreakdownNode* row = tx.programme().breakdown.row(id);
    if (!row) return inputError(worded("the group is no longer there"));
    BreakdownNode node = *row;
    node.name = name;
    tx.set(std::move(node));
    return done();
}

Outcome indentGroup(Transaction& tx, BreakdownId id) {
    const BreakdownNode* row = tx.programme().breakdown.row(id);
    if (!row) return inputError(worded("the group is no longer there"));
    const auto above = siblingAbove(tx.programme(), *row);
    if (!above) return inputError(worded("there is no group above \"%1\" on its level to move it into", row->name));
    BreakdownNode node = *row;
    node.parent = *above;
    tx.set(std::move(node));
    return done();
}

Outcome outdentGroup(Transaction& tx, BreakdownId id) {
    const BreakdownNode* row = tx.programme().breakdown.row(id);
    if (!row) return inputError(worded("the group is no longer there"));
    if (!row->parent) return inputError(worded("\"%1\" is already at the top level", row->name));
    const BreakdownNode parent = *tx.programme().breakdown.row(row->parent);
    BreakdownNode node = *row;
    node.parent = parent.parent;
    // Siblings stand in the order of their rows, so it goes right below its old parent.
    tx.erase<BreakdownNode>(id);
    tx.insert(tx.programme().breakdown.indexOf(parent.id) + 1, std::move(node));
    return done();
}

Outcome removeGroup(Transaction& tx, BreakdownId id) {
    const BreakdownNode* row = tx.programme().breakdown.row(id);
    if (!row) return inputError(worded("the group is no longer there"));
    const BreakdownId parent = row->parent;
    std::vector<BreakdownNode> children;
    for (const BreakdownNode& node : tx.programme().breakdown)
        if (node.parent == id) children.push_back(node);
    for (BreakdownNode& child : children) {
        child.parent = parent;
        tx.set(std::move(child));
    }
    std::vector<Activity> activities;
    for (const Activity& activity : tx.programme().activities)
        if (activity.breakdown == id) activities.push_back(activity);
    for (Activity& activity : activities) {
        activity.breakdown = parent;
        tx.set(std::move(activity));
    }
    for (BillItem item : std::vector(tx.programme().bill.rows())) {
        if (item.breakdown != id) continue;
        item.breakdown = parent;
        tx.set(std::move(item));
    }
    for (LaidOut unit : std::vector(tx.programme().laidOut.rows())) {
        if (unit.breakdown != id) continue;
        unit.breakdown = parent;
        tx.set(std::move(unit));
    }
    tx.erase<BreakdownNode>(id);
    return done();
}

Result<BreakdownId> indentActivities(Transaction& tx, std::span<const ActivityId> ids) {
    if (ids.empty()) return inputError(worded("no activity is selected"));
    const Activity* first = tx.programme().activities.row(ids.front());
    const BreakdownId group = first->breakdown;
    BreakdownId into;
    for (const BreakdownNode& node : tx.programme().breakdown)
        if (node.parent == group && !into && (group || node.id)) into = node.id;
    if (!into) {
        BreakdownNode node;
        node.id = into = tx.programme().breakdown.freshId();
        node.key = freshKey(tx.programme().breakdown, "B");
        node.name = worded("New group");
        node.parent = group;
        tx.append(std::move(node));
    }
    for (const ActivityId id : ids) {
        Activity activity = *tx.programme().activities.row(id);
        if (activity.breakdown != group) continue;
        activity.breakdown = into;
        tx.set(std::move(activity));
    }
    return into;
}

Outcome outdentActivities(Transaction& tx, std::span<const ActivityId> ids) {
    for (const ActivityId id : ids) {
        Activity activity = *tx.programme().activities.row(id);
        const BreakdownNode* group = tx.programme().breakdown.row(activity.breakdown);
        if (!group) return inputError(worded("%1 is already outside the breakdown", activity.key));
        activity.breakdown = group->parent;
        tx.set(std::move(activity));
    }
    return done();
}

} // namespace yarrin
