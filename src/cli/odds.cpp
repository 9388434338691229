// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How likely dates and sums are, where work comes out otherwise.
#include "cli/cli.h"
#include "core/base/natural_order.h"
#include "core/contract/damages.h"
#include "core/odds/ranks.h"
#include "core/odds/simulation.h"
#include "store/file.h"
#include "store/odds_json.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <ostream>

namespace yarrin {

namespace {

struct Call {
    std::string file, code = "trade";
    Spread spread{0.9, 1, 1.3, SpreadShape::triangular};
    bool tenths = false, json = false;
    double alike = 0.3, alikeAll = 0.15;
    OddsWish wish;
};

template <typename Number> bool take(const std::string& text, Number& into) {
    const auto read = std::from_chars(text.data(), text.data() + text.size(), into);
    return read.ec == std::errc() && read.ptr == text.data() + text.size();
}

bool takeShape(const std::string& word, SpreadShape& shape) {
    constexpr std::array<std::string_view, 3> words{"triangular", "pert", "uniform"};
    const auto at = std::find(words.begin(), words.end(), word);
    if (at == words.end()) return false;
    shape = static_cast<SpreadShape>(at - words.begin());
    return true;
}

/// The option's value; why it cannot be, else nothing.
std::string takeOption(const std::string& option, const std::string& value, Call& call) {
    const auto bad = [&](bool taken) { return taken ? std::string() : option + " cannot be " + value; };
    if (option == "--runs") return bad(take(value, call.wish.runs));
    if (option == "--seed") return bad(take(value, call.wish.seed));
    if (option == "--threads") return bad(take(value, call.wish.threads) && call.wish.threads <= 64);
    if (option == "--low") return bad(take(value, call.spread.low));
    if (option == "--likely") return bad(take(value, call.spread.likely));
    if (option == "--high") return bad(take(value, call.spread.high));
    if (option == "--shape") return bad(takeShape(value, call.spread.shape));
    if (option == "--alike") return bad(take(value, call.alike));
    if (option == "--alike-all") return bad(take(value, call.alikeAll));
    if (option == "--code") return call.code = value, std::string();
    return "there is no option " + option;
}

std::string parseCall(std::span<const std::string> arguments, Call& call) {
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        if (argument == "--json") {
            call.json = true;
        } else if (argument == "--tenths") {
            call.tenths = true;
        } else if (argument.starts_with("--")) {
            if (i + 1 == arguments.size()) return argument + " wants a value";
            if (std::string fault = takeOption(argument, arguments[++i], call); !fault.empty()) return fault;
        } else if (!call.file.empty()) {
            return "one file is expected";
        } else {
            call.file = argument;
        }
    }
    return call.file.empty() ? "a file is missing" : "";
}

std::string percent(double share) {
    return std::to_string(std::lround(share * 100)) + " %";
}

void printDate(std::ostream& out, const std::string& name, const OddsOfDate& odds, const Section* section) {
    out << name << "\tforecast " << (odds.deterministic ? isoDate(*odds.deterministic) : "-") << "\tP10 "
        << isoDate(odds.at(100)) << "\tP50 " << isoDate(odds.at(500)) << "\tP80 " << isoDate(odds.at(800));
    if (const auto interval = odds.intervalOf(800))
        out << " (" << isoDate(interval->first) << " to " << isoDate(interval->second) << ")";
    if (section)
        out << "\tby " << isoDate(section->completion + section->grantedDays) << " "
            << percent(odds.chanceOf(section->completion + section->grantedDays));
    out << "\n";
}

void print(const Programme& programme, const Odds& odds, std::ostream& out) {
    for (const OddsOfDate& one : odds.sections) {
        const Section& section = *programme.sections.row(one.section);
        printDate(out, section.key, one, &section);
    }
    printDate(out, "all work", odds.finish, nullptr);
    const int digits = minorDigits(programme.job.currency);
    const auto sum = [&](const OddsOfMoney& money, int at) {
        return programme.job.currency + " " + Decimal(atThousandth(money.sorted, at), digits).text();
    };
    out << "damages, unrelieved\tP50 " << sum(odds.unrelieved, 500) << "\tP80 " << sum(odds.unrelieved, 800) << "\n";
    std::vector<const OddsOfActivity*> most;
    for (const OddsOfActivity& one : odds.activities)
        if (one.cruciality) most.push_back(&one);
    constexpr std::size_t shown = 10;
    std::stable_sort(most.begin(), most.end(),
                     [](const OddsOfActivity* a, const OddsOfActivity* b) { return *a->cruciality > *b->cruciality; });
    for (std::size_t i = 0; i < std::min(shown, most.size()); ++i) {
        const Activity& activity = *programme.activities.row(most[i]->activity);
        out << activity.key << " " << activity.name << "\ton the longest path "
            << percent(most[i]->criticality.value_or(0)) << "\tcruciality " << percent(*most[i]->cruciality) << "\n";
    }
    for (const std::string& note : odds.notes) out << note << "\n";
}

ExitStatus runOdds(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    if (const std::string fault = parseCall(arguments, call); !fault.empty()) return usageFault("odds", fault, streams);
    const auto programme = readProgramme(call.file);
    if (!programme.ok()) return report(programme.errors(), call.file, streams);
    Spread spread = call.spread;
    if (call.tenths) {
        const auto ends = fromTenths(spread);
        if (!ends.ok()) return usageFault("odds", ends.error().sentence(), streams);
        spread = *ends;
    }
    if (const auto fault = faultOf(spread)) return usageFault("odds", fault->sentence(), streams);
    Uncertainty uncertainty = uncertaintyOfAll(*programme, spread, call.code);
    uncertainty.alike = call.alike;
    uncertainty.alikeAll = call.alikeAll;
    const auto odds = simulate(*programme, uncertainty, call.wish);
    if (!odds.ok()) return report(odds.errors(), call.file, streams);
    if (call.json)
        streams.out << oddsToJson(*programme, *odds, call.wish.seed);
    else
        print(*programme, *odds, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb oddsVerb{
    "odds", "how likely dates and damages are",
    "yarrin-cli odds FILE [--runs N] [--seed S] [--low F] [--likely F] [--high F] [--shape SHAPE] [--tenths]\n"
    "                [--code CODE] [--alike R] [--alike-all R] [--threads N] [--json]\n\n"
    "Runs the programme N times (1000) with what is left of each activity's work times a factor: from --low (0.9) "
    "over\n"
    "--likely (1) to --high (1.3), triangular, pert or uniform. With --tenths low and high are passed one time in "
    "ten.\n"
    "Work of one value of a code (trade) comes out alike with correlation --alike (0.3), any two with --alike-all\n"
    "(0.15). The same seed gives the same figures, on however many threads. Told are percentiles of each section and "
    "of\n"
    "all work, the chance of each date with the time granted, damages without relief, and which work matters most.\n",
    runOdds};

} // namespace yarrin
