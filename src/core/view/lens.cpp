// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/view/lens.h"

#include "core/base/text.h"
#include "core/base/worded.h"

#include <algorithm>

namespace yarrin {

namespace {

std::string textOf(const std::vector<LensColumn>& columns) {
    std::string text;
    for (const LensColumn& one : columns) {
        text += (text.empty() ? "" : "; ") + one.field;
        if (one.width > 0 || one.decimals) text += "|" + std::to_string(one.width);
        if (one.decimals) text += "|" + std::to_string(*one.decimals);
    }
    return text;
}

std::string textOf(const std::vector<LensKey>& keys) {
    std::string text;
    for (const LensKey& one : keys) text += (text.empty() ? "" : "; ") + one.field + (one.down ? "|down" : "");
    return text;
}

std::vector<LensColumn> columnsFrom(std::string_view text) {
    std::vector<LensColumn> columns;
    for (const std::string& one : listed(text, ';')) {
        const std::vector<std::string> parts = listed(one, '|');
        if (parts.empty()) continue;
        LensColumn column{parts[0]};
        if (parts.size() > 1) column.width = std::clamp(wholeNumber(parts[1]).value_or(0), 0, 2000);
        if (parts.size() > 2)
            if (const auto decimals = wholeNumber(parts[2])) column.decimals = std::clamp(*decimals, 0, 6);
        const auto twin = [&](const LensColumn& other) { return other.field == column.field; };
        if (std::none_of(columns.begin(), columns.end(), twin)) columns.push_back(std::move(column));
    }
    return columns;
}

std::vector<LensKey> keysFrom(std::string_view text, std::size_t most) {
    std::vector<LensKey> keys;
    for (const std::string& one : listed(text, ';')) {
        const std::vector<std::string> parts = listed(one, '|');
        if (!parts.empty() && keys.size() < most) keys.push_back({parts[0], parts.size() > 1 && parts[1] == "down"});
    }
    return keys;
}

/// "before=id; on=responsible": pairs of a word and what it says.
std::string said(std::string_view text, std::string_view word) {
    for (const std::string& one : listed(text, ';'))
        if (const std::size_t at = one.find('='); at != std::string::npos && trimmedView(one.substr(0, at)) == word)
            return trimmed(std::string_view(one).substr(at + 1));
    return {};
}
void say(std::string& text, std::string_view word, const std::string& what) {
    if (!what.empty()) text += (text.empty() ? "" : "; ") + std::string(word) + "=" + what;
}

Lens shipped(std::string name, std::vector<LensKey> groups, std::vector<LensKey> order, std::string filter = {}) {
    Lens lens;
    lens.name = std::move(name);
    lens.groups = std::move(groups);
    lens.order = std::move(order);
    lens.filter = std::move(filter);
    return lens;
}

} // namespace

KeptLens keptFrom(const Lens& lens) {
    KeptLens kept;
    kept.key = lens.name;
    kept.columns = textOf(lens.columns);
    kept.buildUpColumns = textOf(lens.buildUpColumns);
    kept.groups = textOf(lens.groups);
    kept.order = textOf(lens.order);
    kept.filter = lens.filter;
    kept.words = lens.words;
    kept.colour = lens.colour;
    say(kept.texts, "before", lens.before);
    say(kept.texts, "on", lens.on);
    say(kept.texts, "after", lens.after);
    if (lens.lines != 1) say(kept.view, "lines", std::to_string(lens.lines));
    if (lens.totals) say(kept.view, "totals", "yes");
    if (lens.time) say(kept.view, "time", isoDate(lens.time->first) + "/" + isoDate(lens.time->second));
    return kept;
}

Lens lensFrom(const KeptLens& kept) {
    Lens lens;
    lens.name = kept.key;
    lens.columns = columnsFrom(kept.columns);
    lens.buildUpColumns = columnsFrom(kept.buildUpColumns);
    lens.groups = keysFrom(kept.groups, mostLensGroups);
    lens.order = keysFrom(kept.order, mostLensOrders);
    lens.filter = kept.filter;
    lens.words = kept.words;
    lens.colour = kept.colour;
    lens.before = said(kept.texts, "before");
    lens.on = said(kept.texts, "on");
    lens.after = said(kept.texts, "after");
    lens.lines = std::clamp(wholeNumber(said(kept.view, "lines")).value_or(1), 1, mostLensLines);
    lens.totals = said(kept.view, "totals") == "yes";
    const std::string time = said(kept.view, "time");
    if (const std::size_t at = time.find('/'); at != std::string::npos) {
        const auto from = parseDate(time.substr(0, at)), to = parseDate(time.substr(at + 1));
        if (from && to && *from <= *to) lens.time = {*from, *to};
    }
    return lens;
}

const std::vector<Lens>& shippedLenses() {
    static const std::vector<Lens> list = [] {
        const std::vector<LensKey> byStart{{"start"}, {"id"}};
        std::vector<Lens> made{
            shipped(worded("By breakdown"), {{"breakdown"}}, {}),
            shipped(worded("By location"), {{"location"}}, byStart),
            shipped(worded("One list"), {}, byStart),
            shipped(worded("Critical and near"), {{"breakdown"}}, byStart, "critical or near critical"),
            shipped(worded("By responsible"), {{"responsible"}}, byStart),
            shipped(worded("Next six weeks"), {{"start_month"}}, byStart,
                    "not complete and (start within 6 weeks or in hand)"),
            shipped(worded("Against the contract"), {{"breakdown"}}, byStart),
            shipped(worded("Loose ends"), {{"breakdown"}}, byStart, "open start or open end")};
        made[5].columns = {{"id"},     {"name"},      {"days"},  {"start"},
                           {"finish"}, {"remaining"}, {"float"}, {"responsible"}};
        made[5].after = "finish";
        made[6].columns = {{"id"},     {"name"},      {"planned_start"}, {"start"}, {"planned_finish"},
                           {"finish"}, {"days_late"}, {"float"}};
        made[7].columns = {{"id"}, {"name"}, {"days"}, {"start"}, {"finish"}, {"waits"}, {"leads"}};
        return made;
    }();
    return list;
}

} // namespace yarrin
