// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What can be done to bring a section in by a day, and the cheapest set of it.
#include "core/squeeze/squeeze.h"
#include "cli/cli.h"
#include "core/base/text.h"
#include "core/model/phrases.h"
#include "core/quantity/figures.h"
#include "store/file.h"
#include "store/squeeze_json.h"

#include <ostream>

namespace yarrin {

namespace {

struct Call {
    std::string file, section;
    std::optional<Date> by;
    SqueezeWays ways;
    bool json = false;
};

/// "50 %" or "50" as a share.
std::optional<Decimal> shareFrom(std::string text) {
    while (!text.empty() && (text.back() == '%' || text.back() == ' ')) text.pop_back();
    const auto value = Decimal::parse(text);
    return value ? exactly(Fraction(*value) / Fraction(100)) : std::nullopt;
}

std::string allWays() {
    std::string words;
    for (const std::string_view word : Words<SqueezeKind>::list)
        words += (words.empty() ? "" : ", ") + std::string(word);
    return words;
}

std::string parseWays(const std::string& argument, const std::string& value, SqueezeWays& ways) {
    if (argument == "--with") {
        ways.kinds.clear();
        for (const std::string& word : listed(value, ',')) {
            const auto kind = fromWord<SqueezeKind>(trimmed(word));
            if (!kind) return "there is no way \"" + trimmed(word) + "\"; there are " + allWays();
            ways.kinds.push_back(*kind);
        }
        return ways.kinds.empty() ? "--with wants ways with commas between them" : "";
    }
    if (argument == "--crews") {
        return takeNumber(value, ways.moreCrews) ? "" : "--crews wants a number from 1 to 9";
    }
    const auto share = shareFrom(value);
    if (!share) return argument + " wants a share like 50%";
    (argument == "--done" ? ways.doneBefore : ways.overtime) = *share;
    return "";
}

std::string parseCall(std::span<const std::string> arguments, Call& call) {
    using Value = const std::string&;
    std::vector<CallOption> options{
        {"--json", &call.json, {}},
        {"--section", nullptr,
         [&](Value id) { return (call.section = id).empty() ? "--section wants the id of a section" : ""; }},
        {"--by", nullptr, [&](Value day) { return takeDay(day, call.by); }}};
    for (const char* const way : {"--with", "--crews", "--done", "--overtime"})
        options.push_back({way, nullptr, [&call, way](Value value) { return parseWays(way, value, call.ways); }});
    if (std::string fault = readCall(arguments, options, call.file); !fault.empty()) return fault;
    if (call.section.empty()) return "--section is missing";
    if (const auto fault = faultOf(call.ways)) return fault->sentence();
    return "";
}

std::string moneyText(const Fine& sum) {
    const auto rounded = sum.rounded(2);
    return rounded ? rounded->text() : "beyond all bounds";
}

std::string costText(const std::optional<Fine>& cost) {
    return cost ? moneyText(*cost) : "cost not known";
}

void printEffect(const SqueezeEffect& effect, const Programme& programme, std::ostream& out) {
    if (effect.hireSaved.sign() != 0) out << "    hire saved: " << moneyText(effect.hireSaved) << "\n";
    if (effect.damagesSaved.sign() != 0) out << "    damages saved: " << moneyText(effect.damagesSaved) << "\n";
    if (effect.newlyCritical.empty()) return;
    out << "    newly critical:";
    for (const ActivityId id : effect.newlyCritical) out << " " << programme.activities.row(id)->key;
    out << "\n";
}

void printNeeds(const Squeeze& squeeze, const Programme& programme, const DayUnit& unit, std::ostream& out) {
    out << "what it takes, each by itself on its path:\n";
    std::size_t path = ~std::size_t(0);
    for (const SqueezeNeed& need : squeeze.needs()) {
        const Activity& activity = *programme.activities.row(need.activity);
        if (need.path != path)
            out << "  path " << need.path + 1 << ", " << spanText(need.needed, unit) << " too long\n";
        path = need.path;
        out << "    " << activity.key << ":" << (need.shorter ? " shorter by that" : " has not so much work left");
        if (need.earlier)
            out << "; could start " << spanText(*need.earlier, dayUnitOf(programme, calendarOf(programme, activity)))
                << " earlier but for what sets it";
        if (need.overlaps) out << "; or overlap so far with " << programme.activities.row(need.overlaps)->key;
        out << "\n";
    }
}

void print(const Programme& programme, const Section& section, const Squeeze& squeeze, const SqueezeSet& set,
           std::ostream& out) {
    out << section.key << " is forecast for " << isoDate(*squeeze.forecast()) << ", wanted by "
        << isoDate(squeeze.wanted()) << ": ";
    if (squeeze.missing() == 0) {
        out << "nothing is missing\n";
        return;
    }
    out << squeeze.missing() << (squeeze.missing() == 1 ? " day" : " days") << " missing\n";
    const Activity& milestone = *programme.activities.row(section.milestone);
    printNeeds(squeeze, programme, dayUnitOf(programme, calendarOf(programme, milestone)), out);
    out << "measures, by what each wins alone:\n";
    for (const SqueezeOption& option : squeeze.options()) {
        out << "  " << option.effect.won << " d  " << option.measure.words << "; " << costText(option.cost());
        if (!option.over.empty()) out << "; above supply, " << option.over;
        out << "\n";
        printEffect(option.effect, programme, out);
    }
    if (set.reaches)
        out << (set.cheapest ? "the cheapest set that reaches it" : "a set that reaches it");
    else
        out << "no set of these reaches it; the best";
    out << " comes to " << (set.effect.forecast ? isoDate(*set.effect.forecast) : "no date") << ", "
        << costText(set.effect.cost) << ":\n";
    for (const std::size_t at : set.taken) out << "  " << squeeze.options()[at].measure.words << "\n";
    printEffect(set.effect, programme, out);
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    if (const std::string fault = parseCall(arguments, call); !fault.empty())
        return usageFault("squeeze", fault, streams);
    const auto programme = readProgramme(call.file);
    if (!programme.ok()) return report(programme.errors(), call.file, streams);
    const Schedule dates = schedule(*programme);
    if (!dates.ok()) return report(dates.errors, call.file, streams);
    const auto refuse = [&](std::vector<Error> errors) {
        for (Error& error : errors) error.code = ErrorCode::programme;
        return report(errors, call.file, streams);
    };
    const Section* section = nullptr;
    for (const Section& one : programme->sections)
        if (one.key == call.section) section = &one;
    if (!section) return refuse({inputError("there is no section " + call.section)});
    // By its date, as far as time was granted, where no other is asked for.
    const Date by = call.by.value_or(section->completion + section->grantedDays);
    auto found = Squeeze::of(*programme, dates, section->id, by, call.ways);
    if (!found.ok()) return refuse(found.errors());
    Squeeze squeeze = std::move(*found);
    if (squeeze.missing() > 0) squeeze.calculateOptions();
    const SqueezeSet set = squeeze.cheapest();
    if (call.json)
        streams.out << squeezeToJson(*programme, *section, squeeze, set);
    else
        print(*programme, *section, squeeze, set, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb squeezeVerb{
    "squeeze", "tells what brings a section in by a day, and the cheapest set of it",
    "yarrin-cli squeeze FILE --section S [--by DATE] [--with WAYS] [--crews N] [--done SHARE] [--overtime SHARE] "
    "[--json]\n\n"
    "By the section's own date where no other is given. First what it takes of each activity on and near the path; "
    "then\n"
    "every measure with the days it wins by itself, all dates calculated anew, and what it costs where rates tell; "
    "then\n"
    "the cheapest set that reaches the day, or the best there is. WAYS are of crews, hours, overlap, lag, constraint\n"
    "and soft_link with commas between them (all); N so many crews more on one activity (1); --done how much of the\n"
    "work before must be done where two overlap (50%); --overtime what hours beyond the calendar's cost more (50%).\n"
    "Nothing is changed.\n",
    run};

} // namespace yarrin
