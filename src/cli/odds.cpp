// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How likely dates and sums are, where work comes out otherwise.
#include "cli/cli.h"
#include "core/base/natural_order.h"
#include "core/contract/damages.h"
#include "core/model/words.h"
#include "core/odds/ranks.h"
#include "core/odds/simulation.h"
#include "store/file.h"
#include "store/odds_json.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <ostream>

namespace yarrin {

namespace {

struct Call {
    std::string file, code = "trade";
    Spread spread{0.9, 1, 1.3, SpreadShape::triangular};
    bool tenths = false, json = false, drivers = false;
    bool typed = false; ///< factors for all work, in place of what the job says
    std::optional<double> alike, alikeAll;
    std::optional<std::uint32_t> runs;
    std::optional<std::uint64_t> seed;
    unsigned threads = 0;
};

std::string parseCall(std::span<const std::string> arguments, Call& call) {
    using Value = const std::string&;
    const auto bad = [](const char* option, Value value) { return std::string(option) + " cannot be " + value; };
    const auto number = [&](const char* option, auto& into) {
        return CallOption{option, nullptr, [&, option](Value value) {
                              return takeNumber(value, into) ? std::string() : bad(option, value);
                          }};
    };
    // Factors for all work stand in place of what the job says.
    const auto factor = [&](const char* option, double& into) {
        return CallOption{option, nullptr, [&, option](Value value) {
                              call.typed = true;
                              return takeNumber(value, into) ? std::string() : bad(option, value);
                          }};
    };
    const auto shape = [&](Value value) {
        const auto read = fromWord<SpreadShape>(value);
        call.typed = true;
        call.spread.shape = read.value_or(SpreadShape::triangular);
        return read ? std::string() : bad("--shape", value);
    };
    const auto threads = [&](Value value) {
        return takeNumber(value, call.threads) && call.threads <= 64 ? std::string() : bad("--threads", value);
    };
    const auto code = [&](Value value) {
        call.typed = true;
        return call.code = value, std::string();
    };
    const std::array options{CallOption{"--json", &call.json, {}},
                             CallOption{"--tenths", &call.tenths, {}},
                             CallOption{"--drivers", &call.drivers, {}},
                             number("--runs", call.runs),
                             number("--seed", call.seed),
                             CallOption{"--threads", nullptr, threads},
                             number("--alike", call.alike),
                             number("--alike-all", call.alikeAll),
                             factor("--low", call.spread.low),
                             factor("--likely", call.spread.likely),
                             factor("--high", call.spread.high),
                             CallOption{"--code", nullptr, code},
                             CallOption{"--shape", nullptr, shape}};
    std::string fault = readCall(arguments, options, call.file);
    call.typed = call.typed || call.tenths;
    return fault;
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
    const auto sums = [&](const char* name, const OddsOfMoney& money) {
        out << name << "\tP50 " << sum(money, 500) << "\tP80 " << sum(money, 800) << "\n";
    };
    sums("damages, unrelieved", odds.unrelieved);
    sums("with what is assessed", odds.assessed);
    sums("with what is claimed", odds.claimed);
    sums("unrelieved, with prolongation", odds.withProlongation);
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
    for (const OddsOfRisk& one : odds.risks) {
        const RegisteredRisk& risk = *programme.risks.row(one.risk);
        out << risk.key << " " << risk.title << "\tstruck in " << percent(one.struck) << " of the runs\n";
    }
    for (const std::string& note : odds.notes) out << note << "\n";
}

void printDrivers(const std::vector<OddsDriver>& drivers, std::ostream& out) {
    out << "What drives P80, in days of the finish (they do not add up):\n";
    for (const OddsDriver& one : drivers)
        if (one.days.back() != 0)
            out << one.key << (one.key.empty() ? "" : " ") << one.what << "\t"
                << Decimal(std::llround(one.days.back() * 10), 1).text() << "\n";
}

/// What the job says of it, or factors for all work.
Result<Uncertainty> uncertaintyFor(const Programme& programme, const Call& call) {
    Result<Uncertainty> made = uncertaintyOf(programme);
    if (call.typed || !saysOdds(programme)) {
        Spread spread = call.spread;
        if (call.tenths) {
            const auto ends = fromTenths(spread);
            if (!ends.ok()) return ends.errors();
            spread = *ends;
        }
        if (const auto fault = faultOf(spread)) return *fault;
        made = uncertaintyOfAll(programme, spread, call.code);
    }
    if (!made.ok()) return made;
    if (call.alike) made.value().alike = *call.alike;
    if (call.alikeAll) made.value().alikeAll = *call.alikeAll;
    return made;
}

ExitStatus runOdds(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    if (const std::string fault = parseCall(arguments, call); !fault.empty()) return usageFault("odds", fault, streams);
    const auto programme = readProgramme(call.file);
    if (!programme.ok()) return report(programme.errors(), call.file, streams);
    const auto uncertainty = uncertaintyFor(*programme, call);
    if (!uncertainty.ok()) {
        if (call.typed) return usageFault("odds", uncertainty.error().sentence(), streams);
        return report(uncertainty.errors(), call.file, streams);
    }
    const Job& job = programme->job;
    OddsWish wish;
    wish.runs = call.runs.value_or(std::uint32_t(job.oddsRuns.value_or(usualRuns)));
    wish.seed = call.seed.value_or(std::uint64_t(job.oddsSeed.value_or(1)));
    wish.threads = call.threads;
    const auto odds = simulate(*programme, *uncertainty, wish);
    if (!odds.ok()) return report(odds.errors(), call.file, streams);
    std::optional<std::vector<OddsDriver>> drivers;
    if (call.drivers) {
        auto found = driversOf(*programme, *uncertainty, wish, *odds, 800, {});
        if (!found.ok()) return report(found.errors(), call.file, streams);
        drivers = std::move(*found);
    }
    if (call.json) {
        streams.out << oddsToJson(*programme, *odds, wish.seed, drivers);
    } else {
        print(*programme, *odds, streams.out);
        if (drivers) printDrivers(*drivers, streams.out);
    }
    return ExitStatus::done;
}

} // namespace

const Verb oddsVerb{
    "odds", "how likely dates and damages are",
    "yarrin-cli odds FILE [--runs N] [--seed S] [--drivers] [--threads N] [--json]\n"
    "                [--low F] [--likely F] [--high F] [--shape SHAPE] [--tenths] [--code CODE]\n"
    "                [--alike R] [--alike-all R]\n\n"
    "Runs the programme N times (as the job says, else 5000) with what is left of the work as the job's rules let it\n"
    "come out, its risks and its weather. With --low and its like, or where the job says nothing, all work is taken\n"
    "times a factor instead: from --low (0.9) over --likely (1) to --high (1.3), triangular, pert, uniform or\n"
    "two_point; with --tenths low and high are passed one time in ten; without risks and weather. Work of one value\n"
    "of a code (trade) comes out alike with correlation --alike (0.3), any two with --alike-all (0.15). The same seed\n"
    "gives the same figures, on however many threads. Told are percentiles of each section and of all work, the\n"
    "chance of each date with the time granted, damages, and which work matters most; with --drivers what would make\n"
    "P80 earlier, each thing held in turn.\n",
    runOdds};

} // namespace yarrin
