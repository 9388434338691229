// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/row_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/activity_edits.h"
#include "edit/link_edits.h"
#include "edit/sequence_edits.h"
#include "edit/sorting_edits.h"

#include <algorithm>
#include <cctype>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

namespace {

using Rows = std::vector<std::size_t>;

/// Where activities stand, in the order of the table.
Rows placesOf(const Programme& programme, std::span<const ActivityId> ids) {
    Rows places;
    for (const ActivityId id : ids)
        if (const std::size_t at = programme.activities.indexOf(id); at != programme.activities.none)
            places.push_back(at);
    std::sort(places.begin(), places.end());
    places.erase(std::unique(places.begin(), places.end()), places.end());
    return places;
}

/// As it was planned, without what was done of it.
void forgetProgress(Activity& activity) {
    activity.actualStart.reset();
    activity.actualFinish.reset();
    activity.remaining.reset();
    activity.quantityDone.reset();
    activity.costToDate.reset();
    activity.event = {};
}

/// What stands before an id's last digits.
std::string lettersOf(const std::string& key) {
    const std::size_t last = key.find_last_not_of("0123456789");
    return last == std::string::npos ? std::string() : key.substr(0, last + 1);
}

/// Adds copies of activities from a place on, each with a free id, and the links between them; a hammock hangs from the
/// copies of what it hung from, or stays where it hung if that is here.
std::vector<ActivityId> put(Transaction& tx, const std::vector<Activity>& rows, const std::vector<Link>& links,
                            std::size_t place) {
    std::unordered_map<ActivityId, ActivityId> now;
    std::vector<ActivityId> made;
    std::uint32_t next = tx.programme().activities.freshId().value;
    made.reserve(rows.size());
    for (const Activity& row : rows) made.push_back(now[row.id] = ActivityId{next++});
    std::unordered_set<std::string> taken;
    for (const Activity& activity : tx.programme().activities) taken.insert(activity.key);
    std::unordered_map<std::string, std::string> last; // the id that ids of the same letters count on from
    for (const Activity& row : rows) last[lettersOf(row.key)] = row.key;
    std::vector<std::pair<std::size_t, Activity>> coming;
    for (std::size_t i = 0; i < rows.size(); ++i) {
        Activity activity = rows[i];
        activity.id = made[i];
        if (taken.contains(activity.key)) {
            std::string& like = last[lettersOf(activity.key)];
            activity.key = like = freeKey(taken, like);
        }
        taken.insert(activity.key);
        for (auto* anchors : {&activity.from, &activity.to})
            for (Anchor& anchor : *anchors)
                if (const auto found = now.find(anchor.activity); found != now.end()) anchor.activity = found->second;
        forgetProgress(activity);
        coming.emplace_back(place + i, std::move(activity));
    }
    tx.insertAll(std::move(coming));
    for (Link link : links) {
        link.id = tx.programme().links.freshId();
        link.from = now.at(link.from);
        link.to = now.at(link.to);
        tx.append(link);
    }
    return made;
}

std::vector<Link> innerLinks(const Programme& programme, const std::unordered_set<ActivityId>& inner) {
    std::vector<Link> links;
    for (const Link& link : programme.links)
        if (inner.contains(link.from) && inner.contains(link.to)) links.push_back(link);
    return links;
}

template <typename Row, typename Id> Id namedHere(const Table<Row, Id>& here, const Table<Row, Id>& there, Id id) {
    const Row* row = there.row(id);
    if (row)
        for (const Row& one : here)
            if (one.key == row->key) return one.id;
    return {};
}

} // namespace

Outcome moveActivities(Transaction& tx, std::span<const ActivityId> ids, int step) {
    const auto& table = tx.programme().activities;
    const Rows places = placesOf(tx.programme(), ids);
    if (places.empty()) return inputError(worded("select the rows that are to move"));
    const BreakdownId group = table[places.front()].breakdown;
    if (std::any_of(places.begin(), places.end(), [&](std::size_t at) { return table[at].breakdown != group; }))
        return inputError(worded("rows of several groups do not move together"), worded("select rows of one group"));
    const std::unordered_set<std::size_t> moving(places.begin(), places.end());
    std::optional<std::size_t> neighbour; // the row of the group that they pass
    if (step < 0) {
        for (std::size_t at = places.front(); at-- > 0 && !neighbour;)
            if (table[at].breakdown == group && !moving.contains(at)) neighbour = at;
    } else {
        for (std::size_t at = places.back() + 1; at < table.size() && !neighbour; ++at)
            if (table[at].breakdown == group) neighbour = at;
    }
    if (!neighbour)
        return inputError(step < 0 ? worded("it is the first of its group") : worded("it is the last of its group"));
    std::vector<Activity> rows;
    std::vector<ActivityId> going;
    for (const std::size_t at : places) {
        rows.push_back(table[at]);
        going.push_back(table[at].id);
    }
    // Rows that stand before the neighbour are no longer there when the block is put back.
    const auto before =
        std::size_t(std::count_if(places.begin(), places.end(), [&](std::size_t at) { return at < *neighbour; }));
    std::size_t place = *neighbour - before + (step > 0 ? 1 : 0);
    tx.eraseAll<Activity>(going);
    std::vector<std::pair<std::size_t, Activity>> coming;
    coming.reserve(rows.size());
    for (Activity& row : rows) coming.emplace_back(place++, std::move(row));
    tx.insertAll(std::move(coming));
    return done();
}

Outcome placeActivities(Transaction& tx, std::span<const ActivityId> ids, ActivityId beside, bool below) {
    const auto& table = tx.programme().activities;
    const std::unordered_set<ActivityId> moving(ids.begin(), ids.end());
    if (moving.contains(beside)) return done();
    std::vector<Activity> rows;
    std::vector<ActivityId> going;
    for (const std::size_t at : placesOf(tx.programme(), ids)) {
        rows.push_back(table[at]);
        going.push_back(table[at].id);
    }
    if (rows.empty()) return inputError(worded("select the rows that are to move"));
    tx.eraseAll<Activity>(going);
    const std::size_t at = table.indexOf(beside);
    std::size_t place = at == table.none ? table.size() : at + (below ? 1 : 0);
    std::vector<std::pair<std::size_t, Activity>> coming;
    coming.reserve(rows.size());
    for (Activity& row : rows) coming.emplace_back(place++, std::move(row));
    tx.insertAll(std::move(coming));
    return done();
}

Outcome chainActivities(Transaction& tx, std::span<const ActivityId> ids) {
    if (ids.size() < 2) return inputError(worded("select two activities or more to chain them in their order"));
    for (std::size_t i = 1; i < ids.size(); ++i) {
        const auto same = [&](const Link& link) {
            return link.from == ids[i - 1] && link.to == ids[i] && link.type == LinkType::fs;
        };
        if (std::any_of(tx.programme().links.begin(), tx.programme().links.end(), same)) continue;
        Link link;
        link.from = ids[i - 1];
        link.to = ids[i];
        const auto added = addLink(tx, link);
        if (!added.ok()) return added.errors();
    }
    return done();
}

Result<std::vector<ActivityId>> duplicateActivities(Transaction& tx, std::span<const ActivityId> ids) {
    const Programme& programme = tx.programme();
    const Rows places = placesOf(programme, ids);
    if (places.empty()) return inputError(worded("select the activities to write again"));
    std::vector<Activity> rows;
    for (const std::size_t at : places) rows.push_back(programme.activities[at]);
    return put(tx, rows, innerLinks(programme, {ids.begin(), ids.end()}), places.back() + 1);
}

namespace {

/// A name with what it says of one place saying another.
std::string renamed(std::string name, const Location* from, const Location& to) {
    if (!from) return name;
    for (const auto& [was, is] : {std::pair{from->name, to.name}, {from->key, to.key}}) {
        const auto isWord = [](char c) { return std::isalnum(static_cast<unsigned char>(c)) || (c & 0x80); };
        for (std::size_t at = name.find(was); !was.empty() && at != std::string::npos;
             at = name.find(was, at + is.size())) {
            const std::size_t end = at + was.size();
            if ((at > 0 && isWord(name[at - 1])) || (end < name.size() && isWord(name[end]))) {
                at = end - is.size(); // part of a longer word
                continue;
            }
            name.replace(at, was.size(), is);
        }
    }
    return name;
}

std::string keyFrom(std::string pattern, const std::string& old, int unit, std::size_t step, const std::string& place) {
    constexpr std::string_view word = "{id}";
    for (std::size_t at = pattern.find(word); at != std::string::npos; at = pattern.find(word, at + old.size()))
        pattern.replace(at, word.size(), old);
    return trimmed(idFromPattern(pattern, unit, step, place));
}

} // namespace

Result<std::vector<ActivityId>> duplicateAt(Transaction& tx, std::span<const ActivityId> ids,
                                            std::span<const LocationId> places, const std::string& pattern) {
    const Rows at = placesOf(tx.programme(), ids);
    if (at.empty()) return inputError(worded("select the activities to write again"));
    if (places.empty()) return inputError(worded("choose the locations first"));
    std::vector<Activity> block;
    for (const std::size_t place : at) block.push_back(tx.programme().activities[place]);
    const std::vector<Link> links = innerLinks(tx.programme(), {ids.begin(), ids.end()});
    std::vector<ActivityId> made;
    std::size_t below = at.back() + 1;
    int unit = 0;
    for (const LocationId place : places) {
        const Location* to = tx.programme().locations.row(place);
        if (!to) return inputError(worded("the location is no longer there"));
        ++unit;
        std::vector<Activity> rows = block;
        for (Activity& row : rows) {
            row.name = renamed(row.name, tx.programme().locations.row(row.location), *to);
            row.location = place;
            fitPlace(tx.programme(), row);
        }
        const std::string called = to->key;
        const std::vector<ActivityId> copies = put(tx, rows, links, below);
        // By the rules for any id that is typed.
        for (std::size_t i = 0; i < copies.size(); ++i)
            if (Outcome named = setKey(tx, copies[i], keyFrom(pattern, block[i].key, unit, i + 1, called)); !named.ok())
                return named.errors();
        made.insert(made.end(), copies.begin(), copies.end());
        below += rows.size();
    }
    return made;
}

Result<std::vector<ActivityId>> addSeveral(Transaction& tx, ActivityId below, BreakdownId group, int count,
                                           const std::string& names, bool linked, const NewWork& as) {
    if (count < 1 || count > mostAtOnce) return inputError(worded("from 1 to %1 can be added at once", mostAtOnce));
    std::vector<ActivityId> made;
    for (int number = 1; number <= count; ++number) {
        std::string name = names;
        const std::size_t sign = name.find('#');
        if (sign != std::string::npos)
            name.replace(sign, 1, std::to_string(number));
        else if (count > 1)
            name += " " + std::to_string(number);
        const auto id = addActivity(tx, ActivityKind::task, made.empty() ? below : made.back(), group, name, as);
        if (!id.ok()) return id.errors();
        made.push_back(*id);
    }
    if (linked && count > 1)
        if (const Outcome chained = chainActivities(tx, made); !chained.ok()) return chained.errors();
    return made;
}

Programme takenAlone(const Programme& programme, std::span<const ActivityId> ids) {
    Programme alone;
    const std::unordered_set<ActivityId> inner(ids.begin(), ids.end());
    alone.job = programme.job;
    alone.job.requiredFinish.reset();
    alone.job.dataDate.reset();
    alone.calendars = programme.calendars;
    alone.locations = programme.locations;
    alone.book = programme.book;
    alone.codes = programme.codes;
    std::vector<Activity> rows;
    for (const std::size_t at : placesOf(programme, ids)) {
        Activity activity = programme.activities[at];
        activity.breakdown = {};
        forgetProgress(activity);
        const auto outside = [&](const Anchor& anchor) { return !inner.contains(anchor.activity); };
        std::erase_if(activity.from, outside);
        std::erase_if(activity.to, outside);
        if (activity.kind == ActivityKind::hammock && (activity.from.empty() || activity.to.empty())) continue;
        rows.push_back(std::move(activity));
    }
    alone.activities.assign(std::move(rows));
    alone.links.assign(innerLinks(programme, inner));
    return alone;
}

Result<std::vector<ActivityId>> putActivities(Transaction& tx, const Programme& taken, ActivityId below,
                                              BreakdownId group) {
    if (taken.activities.empty())
        return inputError(worded("there is no activity on the clipboard"), worded("copy some first"));
    const auto& table = tx.programme().activities;
    const std::size_t at = table.indexOf(below);
    std::vector<Activity> rows;
    for (Activity activity : taken.activities) {
        activity.breakdown = group;
        if (activity.calendar != continuousCalendar)
            activity.calendar = namedHere(tx.programme().calendars, taken.calendars, activity.calendar);
        activity.location = namedHere(tx.programme().locations, taken.locations, activity.location);
        activity.pace = {};
        fitPlace(tx.programme(), activity);
        // Codes that are called the same here are the same, with the values that they have here.
        std::vector<CodeMark> marks;
        for (const CodeMark& mark : activity.codes) {
            const Code* code = tx.programme().codes.row(namedHere(tx.programme().codes, taken.codes, mark.code));
            const CodeValue* value = code ? valueMeant(*code, mark.value) : nullptr;
            if (value) marks.push_back({code->id, value->name});
        }
        std::sort(marks.begin(), marks.end(), [](const CodeMark& a, const CodeMark& b) { return a.code < b.code; });
        activity.codes = std::move(marks);
        const BookItemId item = namedHere(tx.programme().book, taken.book, activity.bookItem);
        if (const BookItem* row = taken.book.row(activity.bookItem); row && !item) {
            BookItem copy = *row;
            copy.id = tx.programme().book.freshId();
            activity.bookItem = copy.id;
            tx.append(std::move(copy));
        } else {
            activity.bookItem = item;
        }
        rows.push_back(std::move(activity));
    }
    return put(tx, rows, taken.links.rows(), at == table.none ? table.size() : at + 1);
}

} // namespace yarrin
