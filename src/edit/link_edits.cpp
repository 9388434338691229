// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/link_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"

#include <algorithm>

namespace yarrin {

namespace {

Worded nameOf(LinkType type) {
    switch (type) {
    case LinkType::fs:
        return worded("finish to start");
    case LinkType::ss:
        return worded("start with start");
    case LinkType::ff:
        return worded("finish with finish");
    case LinkType::sf:
        return worded("start to finish");
    }
    return "";
}

std::optional<Error> faultOfLink(Transaction& tx, const Link& link, Loops loops) {
    const Programme& programme = tx.programme();
    const Activity* from = programme.activities.row(link.from);
    const Activity* to = programme.activities.row(link.to);
    if (!from || !to) return inputError(worded("the activity is no longer there"));
    if (from == to) return inputError(worded("%1 cannot wait for itself", from->key));
    for (const Activity* end : {from, to})
        if (end->kind == ActivityKind::hammock)
            return inputError(worded("%1 is a hammock and cannot be linked", end->key),
                              worded("hang it from activities instead"));
    for (const LinkId id : tx.lookup().into(link.to)) {
        const Link& other = *programme.links.row(id);
        if (other.id != link.id && other.from == link.from && other.type == link.type)
            return inputError(worded("there is already a %1 link from %2 to %3", nameOf(link.type), from->key, to->key),
                              worded("change its lag instead"));
    }
    if (loops == Loops::later) return {};
    const auto back = pathBetween(programme, tx.lookup(), link.to, link.from);
    if (back.empty()) return {};
    std::string loop = from->key;
    for (const ActivityId id : back) loop += " → " + programme.activities.row(id)->key;
    return inputError(worded("this link would close a loop: %1", loop), worded("remove one of these links first"));
}

} // namespace

Result<LinkId> addLink(Transaction& tx, Link link, Loops loops) {
    link.id = tx.programme().links.freshId();
    if (auto fault = faultOfLink(tx, link, loops)) return *fault;
    tx.append(link);
    return link.id;
}

Outcome reverseLink(Transaction& tx, LinkId id) {
    const Link* row = tx.programme().links.row(id);
    if (!row) return inputError(worded("the link is no longer there"));
    Link link = *row;
    std::swap(link.from, link.to);
    if (Outcome gone = removeLink(tx, id); !gone.ok()) return gone;
    const auto added = addLink(tx, link);
    return added.ok() ? done() : Outcome(added.errors());
}

Outcome removeLink(Transaction& tx, LinkId id) {
    if (!tx.programme().links.row(id)) return inputError(worded("the link is no longer there"));
    tx.erase<Link>(id);
    return done();
}

Outcome setLink(Transaction& tx, const Link& link) {
    const Link* row = tx.programme().links.row(link.id);
    if (!row) return inputError(worded("the link is no longer there"));
    Link changed = link;
    changed.from = row->from;
    changed.to = row->to;
    if (auto fault = faultOfLink(tx, changed, Loops::later)) return *fault;
    tx.set(changed);
    return done();
}

Outcome linkTo(Transaction& tx, Link like, std::span<const ActivityId> others, bool lead) {
    const ActivityId own = lead ? like.to : like.from;
    for (const ActivityId other : others) {
        like.from = lead ? other : own;
        like.to = lead ? own : other;
        const auto same = [&](LinkId id) {
            const Link& link = *tx.programme().links.row(id);
            return link.from == like.from && link.type == like.type;
        };
        const auto into = tx.lookup().into(like.to);
        if (std::any_of(into.begin(), into.end(), same)) continue;
        if (const auto added = addLink(tx, like); !added.ok()) return added.errors();
    }
    return done();
}

Result<Link> withLag(const Programme& programme, Link link, std::string_view text) {
    // What says nothing of calendar days keeps to none.
    if (link.lagCalendar == LagCalendar::continuous && !trimmedView(text).empty() &&
        text.find("cd") == std::string_view::npos)
        link.lagCalendar = LagCalendar::standard;
    const auto span = parseShift(text, dayUnitOf(programme, lagCalendarOf(programme, link)));
    if (!span.ok()) return span.errors();
    link.lag = span->minutes;
    if (span->elapsed && lagCalendarOf(programme, link) != continuousCalendar)
        link.lagCalendar = LagCalendar::continuous;
    return link;
}

std::string lagText(const Programme& programme, const Link& link) {
    const CalendarId calendar = lagCalendarOf(programme, link);
    return shiftText(link.lag, dayUnitOf(programme, calendar), calendar == continuousCalendar);
}

Outcome setWaitsFor(Transaction& tx, ActivityId id, std::string_view text, Loops loops) {
    auto phrases = parseLinkPhrases(tx.programme(), tx.lookup(), id, text);
    if (!phrases.ok()) return phrases.errors();
    std::vector<Link> old = linksInto(tx.programme(), tx.lookup(), id);
    std::vector<std::pair<Link, bool>> wanted; // with whether it is new
    for (const LinkPhrase& phrase : *phrases) {
        Link link{
            {},          phrase.from,        id,
            phrase.type, phrase.lag.minutes, phrase.lag.elapsed ? LagCalendar::continuous : LagCalendar::standard};
        const auto kept = std::find_if(old.begin(), old.end(), [&](const Link& other) {
            return other.from == link.from && other.type == link.type;
        });
        const bool isNew = kept == old.end();
        if (!isNew) {
            link.id = kept->id;
            // The lag's calendar is not always part of the phrase; where the lag reads the same, it stays.
            if (kept->lag == link.lag || (!phrase.lag.elapsed && kept->lagCalendar != LagCalendar::continuous))
                link.lagCalendar = kept->lagCalendar;
            old.erase(kept);
        }
        wanted.emplace_back(link, isNew);
    }
    std::vector<LinkId> going;
    going.reserve(old.size());
    for (const Link& link : old) going.push_back(link.id);
    tx.eraseAll<Link>(going);
    for (auto& [link, isNew] : wanted) {
        if (isNew) {
            const auto added = addLink(tx, link, loops);
            if (!added.ok()) return added.errors();
        } else {
            if (auto fault = faultOfLink(tx, link, loops)) return *fault;
            tx.set(link);
        }
    }
    return done();
}

std::string waitsForText(const Programme& programme, const Lookup& lookup, ActivityId id) {
    std::string text;
    for (const Link& link : linksInto(programme, lookup, id)) {
        if (!text.empty()) text += "; ";
        text += linkPhrase(programme, link);
    }
    return text;
}

namespace {

/// Where a mark stands first that is no part of a quoted id.
std::size_t outsideQuotes(std::string_view in, std::string_view mark) {
    bool quoted = false;
    for (std::size_t i = 0; i < in.size(); ++i) {
        if (!quoted && in.substr(i).starts_with(mark)) return i;
        if (in[i] == '"') quoted = !quoted;
    }
    return std::string_view::npos;
}

} // namespace

Outcome setHammockSpan(Transaction& tx, ActivityId hammock, std::string_view text) {
    const auto to = outsideQuotes(text, " to ");
    if (!text.starts_with("from ") || to == std::string_view::npos)
        return inputError(worded("\"%1\" does not say what the hammock spans", text),
                          worded("write it as from A010 to A090"));
    Outcome outcome = setAnchors(tx, hammock, End::start, text.substr(5, to - 5));
    return outcome.ok() ? setAnchors(tx, hammock, End::finish, text.substr(to + 4)) : outcome;
}

Outcome setAnchors(Transaction& tx, ActivityId hammock, End side, std::string_view text) {
    const Activity* row = tx.programme().activities.row(hammock);
    if (!row || row->kind != ActivityKind::hammock) return inputError(worded("only a hammock hangs from activities"));
    Activity changed = *row;
    std::vector<Anchor> anchors;
    while (!text.empty()) {
        const auto end = std::min(outsideQuotes(text, ";"), text.size());
        std::string part(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
        Anchor anchor;
        anchor.end = side;
        for (const auto& [word, which] : {std::pair{" start", End::start}, std::pair{" finish", End::finish}})
            if (const auto at = outsideQuotes(part, word); at != std::string_view::npos) {
                anchor.end = which;
                part.erase(at, std::string_view(word).size());
            }
        const auto phrase = parseLinkPhrases(tx.programme(), tx.lookup(), hammock, part, LagCalendar::successor);
        if (!phrase.ok()) return phrase.errors();
        if (phrase->empty()) continue;
        anchor.activity = phrase->front().from;
        const Activity* at = tx.programme().activities.row(anchor.activity);
        if (at->kind == ActivityKind::hammock)
            return inputError(worded("a hammock cannot hang from the hammock %1", at->key),
                              worded("hang it from activities"));
        anchor.lag = phrase->front().lag.minutes;
        anchors.push_back(anchor);
    }
    if (anchors.empty())
        return inputError(worded("a hammock needs something to hang from"), worded("write the id of an activity"));
    (side == End::start ? changed.from : changed.to) = anchors;
    tx.set(std::move(changed));
    return done();
}

Outcome setAnchor(Transaction& tx, ActivityId hammock, End side, const Anchor& anchor, bool alone) {
    const Activity* row = tx.programme().activities.row(hammock);
    const Activity* at = tx.programme().activities.row(anchor.activity);
    if (!row || row->kind != ActivityKind::hammock) return inputError(worded("only a hammock hangs from activities"));
    if (!at) return inputError(worded("the activity is no longer there"));
    if (at->kind == ActivityKind::hammock)
        return inputError(worded("a hammock cannot hang from the hammock %1", at->key),
                          worded("hang it from activities"));
    Activity changed = *row;
    auto& anchors = side == End::start ? changed.from : changed.to;
    const auto same = std::find_if(anchors.begin(), anchors.end(),
                                   [&](const Anchor& other) { return other.activity == anchor.activity; });
    if (alone)
        anchors = {anchor};
    else if (same != anchors.end())
        *same = anchor;
    else
        anchors.push_back(anchor);
    tx.set(std::move(changed));
    return done();
}

Outcome removeAnchor(Transaction& tx, ActivityId hammock, End side, ActivityId from) {
    const Activity* row = tx.programme().activities.row(hammock);
    if (!row || row->kind != ActivityKind::hammock) return inputError(worded("only a hammock hangs from activities"));
    Activity changed = *row;
    auto& anchors = side == End::start ? changed.from : changed.to;
    std::erase_if(anchors, [&](const Anchor& other) { return other.activity == from; });
    if (anchors.empty())
        return inputError(worded("%1 would hang from nothing", row->key),
                          worded("hang it from another activity first"));
    tx.set(std::move(changed));
    return done();
}

std::string anchorsText(const Programme& programme, const Activity& hammock, End side) {
    std::string text;
    for (const Anchor& anchor : side == End::start ? hammock.from : hammock.to) {
        if (!text.empty()) text += "; ";
        const Activity* at = programme.activities.row(anchor.activity);
        text += at ? quotedKey(at->key) : "?";
        if (anchor.end != side) text += anchor.end == End::start ? " start" : " finish";
        if (anchor.lag != 0)
            text += (anchor.lag < 0 ? " " : " +") +
                    spanText(anchor.lag, dayUnitOf(programme, calendarOf(programme, hammock)));
    }
    return text;
}

} // namespace yarrin
