// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/outward.h"

#include "core/base/text.h"
#include "core/contract/notices.h"
#include "core/model/phrases.h"
#include "store/file.h"
#include "store/ifc.h"

#include <algorithm>

namespace yarrin {

namespace {

std::string inQuotes(std::string_view text) {
    std::string out = "\"";
    for (const char c : text) {
        if (c == '"' || c == '\\') out += '\\';
        out += c == '\n' || c == '\r' ? ' ' : c;
    }
    return out + '"';
}

/// Within XML; what XML cannot hold is left out.
std::string escaped(std::string_view text) {
    std::string out;
    for (const char c : text) {
        if (c == '&')
            out += "&amp;";
        else if (c == '<')
            out += "&lt;";
        else if (c == '>')
            out += "&gt;";
        else if (c == '"')
            out += "&quot;";
        else if (static_cast<unsigned char>(c) >= 0x20 || c == '\t')
            out += c;
        else
            out += ' ';
    }
    return out;
}

std::string datesText(const ActivityFigures& figures, ActivityKind kind) {
    const Date first = dateOf(figures.earlyStart), last = completionDate(figures.earlyFinish);
    const bool point = kind == ActivityKind::startMilestone || kind == ActivityKind::finishMilestone;
    return point || first == last ? isoDate(last) : isoDate(first) + " to " + isoDate(last);
}

/// "SS +2 d", or nothing of a plain link from finish to start.
std::string labelOf(const Programme& programme, const Link& link) {
    if (link.type == LinkType::fs && link.lag == 0) return {};
    std::string text(link.type == LinkType::fs ? "" : wordOf(link.type));
    if (link.lag != 0) {
        const std::string span = spanText(std::abs(link.lag), dayUnitOf(programme, lagCalendarOf(programme, link)));
        text += (text.empty() ? "" : " ") + std::string(link.lag < 0 ? "-" : "+") + span;
    }
    return text;
}

} // namespace

std::optional<Outward> outwardForName(const std::filesystem::path& path) {
    const std::string ending = lowered(path.extension().string());
    if (ending == ".dot" || ending == ".gv") return Outward::dot;
    if (ending == ".graphml") return Outward::graphml;
    if (ending == ".ics") return Outward::calendar;
    if (isIfcName(path)) return Outward::ifc;
    return {};
}

std::string dotOf(const Programme& programme, const Schedule& dates) {
    std::string out = "digraph programme {\n  rankdir=LR;\n  node [shape=box, fontname=\"sans-serif\"];\n";
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        const ActivityFigures& figures = dates.activities[i];
        // Lines of a label are told apart by \n, which is not to be escaped.
        std::string label = inQuotes(activity.key);
        label.pop_back();
        label += "\\n" + inQuotes(activity.name).substr(1);
        label.pop_back();
        label += "\\n" + datesText(figures, activity.kind) + "\"";
        out += "  " + inQuotes(activity.key) + " [label=" + label;
        if (activity.kind == ActivityKind::startMilestone || activity.kind == ActivityKind::finishMilestone)
            out += ", shape=diamond";
        if (activity.kind == ActivityKind::hammock) out += ", style=dashed";
        if (figures.critical) out += ", penwidth=2.5";
        out += "];\n";
    }
    for (std::size_t i = 0; i < programme.links.size(); ++i) {
        const Link& link = programme.links[i];
        const Activity *from = programme.activities.row(link.from), *to = programme.activities.row(link.to);
        if (!from || !to) continue;
        out += "  " + inQuotes(from->key) + " -> " + inQuotes(to->key);
        const std::string label = labelOf(programme, link);
        std::string more = label.empty() ? "" : "label=" + inQuotes(label);
        if (dates.driving[i]) more += (more.empty() ? "" : ", ") + std::string("penwidth=2");
        out += (more.empty() ? "" : " [" + more + "]") + ";\n";
    }
    return out + "}\n";
}

std::string graphmlOf(const Programme& programme, const Schedule& dates) {
    std::string out = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
                      "<graphml xmlns=\"http://graphml.graphdrafting.org/xmlns\">\n";
    const auto key = [&](const char* id, const char* of, const char* type) {
        out += std::string("  <key id=\"") + id + "\" for=\"" + of + "\" attr.name=\"" + id + "\" attr.type=\"" + type +
               "\"/>\n";
    };
    key("name", "node", "string");
    key("start", "node", "string");
    key("finish", "node", "string");
    key("total_float", "node", "long");
    key("critical", "node", "boolean");
    key("type", "edge", "string");
    key("lag", "edge", "long");
    key("driving", "edge", "boolean");
    out += "  <graph id=\"programme\" edgedefault=\"directed\">\n";
    const auto data = [&](const char* id, const std::string& value) {
        out += std::string("      <data key=\"") + id + "\">" + escaped(value) + "</data>\n";
    };
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        const ActivityFigures& figures = dates.activities[i];
        out += "    <node id=\"" + escaped(activity.key) + "\">\n";
        data("name", activity.name);
        data("start", isoInstant(figures.earlyStart));
        data("finish", isoInstant(figures.earlyFinish));
        if (figures.totalFloat) data("total_float", std::to_string(*figures.totalFloat));
        data("critical", figures.critical ? "true" : "false");
        out += "    </node>\n";
    }
    for (std::size_t i = 0; i < programme.links.size(); ++i) {
        const Link& link = programme.links[i];
        const Activity *from = programme.activities.row(link.from), *to = programme.activities.row(link.to);
        if (!from || !to) continue;
        out += "    <edge source=\"" + escaped(from->key) + "\" target=\"" + escaped(to->key) + "\">\n";
        data("type", std::string(wordOf(link.type)));
        data("lag", std::to_string(link.lag));
        data("driving", dates.driving[i] ? "true" : "false");
        out += "    </edge>\n";
    }
    return out + "  </graph>\n</graphml>\n";
}

std::vector<DayEntry> datesOf(const Programme& programme, const Schedule& dates, Date today) {
    std::vector<DayEntry> all;
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        if (activity.kind != ActivityKind::startMilestone && activity.kind != ActivityKind::finishMilestone) continue;
        const Date day = completionDate(dates.activities[i].earlyFinish);
        all.push_back({"milestone-" + activity.key, activity.key + " " + activity.name,
                       activity.actualFinish ? "reached" : "forecast", day, day});
    }
    for (std::size_t i = 0; i < programme.sections.size(); ++i) {
        const Section& section = programme.sections[i];
        const Date day = dates.sections[i].extended;
        const int late = dates.sections[i].daysLate.value_or(0);
        all.push_back({"contract-" + section.key, "Contract date " + section.key + " " + section.name,
                       late > 0 ? "forecast " + std::to_string(late) + " days late" : "in time", day, day});
    }
    constexpr int ever = 1'000'000; // however far off
    for (const NoticeDue& due : noticesDue(programme, today, ever)) {
        const DelayEvent* event = programme.events.row(due.event);
        if (!event || !due.clock.due) continue;
        const std::string what(wordOf(due.duty));
        all.push_back({what + "-" + event->key, "Due: " + what + " of " + event->key + " " + event->title,
                       due.clock.state == NoticeClock::State::lapsed ? "lapsed" : "", *due.clock.due, *due.clock.due});
    }
    for (const Lack& lack : programme.lacks) {
        const Activity* activity = programme.activities.row(lack.activity);
        if (!activity || !lack.wanted || lack.readyOn) continue;
        all.push_back({"lack-" + std::to_string(lack.id.value),
                       "Wanted: " + lack.kind + (lack.what.empty() ? "" : ", " + lack.what),
                       "for " + activity->key + " " + activity->name + (lack.owner.empty() ? "" : ", " + lack.owner),
                       *lack.wanted, *lack.wanted});
    }
    std::stable_sort(all.begin(), all.end(), [](const DayEntry& a, const DayEntry& b) {
        return std::pair(a.from, a.uid) < std::pair(b.from, b.uid);
    });
    return all;
}

Outcome writeOutward(const Programme& programme, const Schedule& dates, const std::filesystem::path& path, Outward what,
                     Date today) {
    if (!dates.ok()) return dates.errors;
    switch (what) {
    case Outward::dot:
        return writeTextFile(path, dotOf(programme, dates));
    case Outward::graphml:
        return writeTextFile(path, graphmlOf(programme, dates));
    case Outward::ifc:
        return writeTextFile(path, ifcOf(programme, dates));
    case Outward::calendar:
        return writeDays(datesOf(programme, dates, today), path, clockDay(programme.job, today));
    }
    return done();
}

} // namespace yarrin
