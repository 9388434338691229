// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/cli.h"
#include "core/contract/damages_lines.h"
#include "core/contract/notices.h"
#include "core/delay/exposure_report.h"
#include "core/model/words.h"
#include "store/delay_json.h"
#include "store/stands.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <ctime>
#include <ostream>

namespace yarrin {

namespace {

struct Call {
    std::string file;
    bool json = false;
    std::optional<DelayMethod> method;
    std::optional<Date> today;
    DelayRules rules;
    std::optional<std::string> baseline;
};

std::optional<DelayMethod> methodNamed(std::string_view word) {
    for (std::size_t m = 0; m < delayMethods; ++m)
        if (textOf(static_cast<DelayMethod>(m)).word == word) return static_cast<DelayMethod>(m);
    return {};
}

/// The rules of files, with hyphens as words of a call have them.
std::optional<ConcurrencyRule> ruleNamed(std::string word) {
    std::replace(word.begin(), word.end(), '-', '_');
    return fromWord<ConcurrencyRule>(word);
}

std::optional<int> daysNamed(const std::string& word) {
    int days = 0;
    const auto [end, failed] = std::from_chars(word.data(), word.data() + word.size(), days);
    if (failed != std::errc{} || end != word.data() + word.size() || days < 0 || days > 365) return {};
    return days;
}

/// Reads the words of a call; what is off is printed.
std::optional<Call> callOf(std::string_view verb, std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    const auto off = [&](const std::string& what) {
        (void)usageFault(verb, what, streams);
        return std::nullopt;
    };
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        const bool method = verb == "impact" && argument == "--method";
        const bool today = verb == "exposure" && argument == "--today";
        const bool rule = argument == "--rule", near = argument == "--near", baseline = argument == "--baseline";
        if (argument == "--json") {
            call.json = true;
        } else if (method || today || rule || near || baseline) {
            if (++i == arguments.size()) return off(argument + " wants a value");
            if (method) call.method = methodNamed(arguments[i]);
            if (method && !call.method) return off("there is no method " + arguments[i]);
            if (rule) call.rules.concurrency = ruleNamed(arguments[i]);
            if (rule && !call.rules.concurrency) return off("there is no rule " + arguments[i]);
            if (baseline) call.baseline = arguments[i];
            if (near) call.rules.nearDays = daysNamed(arguments[i]);
            if (near && !call.rules.nearDays) return off("\"" + arguments[i] + "\" is not a number of days up to 365");
            if (today) call.today = parseDate(arguments[i]);
            if (today && !call.today) return off("\"" + arguments[i] + "\" is not a date like 2027-03-01");
        } else if (argument.starts_with("--")) {
            return off("there is no option " + argument);
        } else if (!call.file.empty()) {
            return off("one file is expected");
        } else {
            call.file = argument;
        }
    }
    if (call.file.empty()) return off("a file is missing");
    return call;
}

std::string dayCount(int days) {
    return std::to_string(days) + " d";
}

void printDamages(const Programme& programme, const Schedule& figures, std::ostream& out) {
    static constexpr const char* names[] = {"Unrelieved", "Assessed", "Claimed"};
    const std::string& currency = programme.job.currency;
    for (std::size_t r = 0; r < reliefs; ++r) {
        const auto relief = static_cast<Relief>(r);
        out << names[r] << ": " << sumText(sumOf(figures.damages, relief), currency) << "\n";
        for (const DamagesLine& line : damagesLines(programme, figures.sections, relief)) {
            const Section& section = *programme.sections.row(line.section);
            out << "  " << section.key << " " << section.name << ": ";
            if (!line.forecast) {
                out << "no completion milestone\n";
                continue;
            }
            out << "forecast " << isoDate(*line.forecast) << ", " << dayCount(*line.forecast - line.completion)
                << " after " << isoDate(line.completion);
            if (line.granted != 0) out << ", granted " << dayCount(line.granted);
            for (const auto& [event, days] : line.events)
                out << ", " << programme.events.row(event)->key << " " << dayCount(days);
            for (const auto& [event, days] : line.barred)
                out << ", " << programme.events.row(event)->key << " " << dayCount(days) << " time-barred";
            out << ": " << dayCount(line.daysLate) << " late";
            if (section.takenOver) out << " (taken over " << isoDate(*section.takenOver) << ")";
            const char* sign = "";
            for (const DamagesPart& part : line.parts) {
                out << sign << (*sign ? " " : " at ") << sumText(part.rate, currency) << " a "
                    << (section.per == DamagesPer::day ? "day" : "week");
                if (line.parts.size() > 1) out << " for " << dayCount(part.days) << " from day " << part.fromDay;
                if (!(part.share == Fraction(1)))
                    out << " of " << (part.share * Fraction(100)).rounded(2).value_or(Decimal(0)).text() << " %";
                sign = ",";
            }
            if (line.parts.empty())
                out << " at " << sumText(section.rate, currency) << " a "
                    << (section.per == DamagesPer::day ? "day" : "week");
            out << " = " << sumText(line.sum, currency) << (line.capped ? " (capped)" : "") << "\n";
        }
    }
    if (const auto cap = contractCap(programme.job)) out << "Cap of the contract: " << sumText(*cap, currency) << "\n";
}

/// What was granted when, and what was deducted for it.
void printAccounts(const Programme& programme, const ExposureReport& told, std::ostream& out) {
    const std::string& currency = programme.job.currency;
    if (told.otherwise)
        out << "Time-barred events "
            << (programme.job.barredCount ? "count; without them " : "do not count; with them ")
            << sumText(told.otherwise->unrelieved, currency) << ", " << sumText(told.otherwise->assessed, currency)
            << ", " << sumText(told.otherwise->claimed, currency) << "\n";
    out << "\nDamages so far:\n";
    for (const DamagesAccount& one : told.accounts) {
        const Section& section = *programme.sections.row(one.section);
        out << "  " << section.key << ": ";
        if (one.dated) out << "accrued " << sumText(one.accrued, currency) << ", ";
        out << "forecast " << sumText(one.forecast, currency) << ", levied " << sumText(one.levied, currency)
            << ", paid " << sumText(one.paid, currency) << ", repaid " << sumText(one.repaid, currency);
        if (one.dated)
            out << ", repayable " << sumText(one.repayable, currency) << ", interest "
                << sumText(one.interest, currency);
        if (one.bonus.sign() > 0) out << ", bonus " << sumText(one.bonus, currency);
        out << "\n";
        for (const Extension& extension : extensionsOf(programme, section)) {
            const DelayEvent* event = programme.events.row(extension.event);
            out << "    " << (extension.on ? isoDate(*extension.on) : "no day recorded") << ": "
                << dayCount(extension.days) << (event ? " for " + event->key : std::string())
                << (extension.interim ? ", for the time being" : "") << ", to " << isoDate(extension.completion)
                << (extension.letter.empty() ? "" : ", ") << extension.letter << "\n";
        }
    }
}

void printMile(const Programme& programme, const MileFigures& one, std::ostream& out) {
    const auto figure = [](double value) {
        const auto rounded = Decimal::fromDouble(std::round(value * 100) / 100);
        return rounded ? rounded->text() : std::string("?");
    };
    const MeasuredMile& mile = *programme.miles.row(one.mile);
    out << "Measured mile " << mile.key << " " << mile.title << ": ";
    if (!one.whyNot.empty()) {
        out << one.whyNot << "\n";
        return;
    }
    out << figure(one.quiet.rate()) << " a crew-hour without, " << figure(one.hurt.rate()) << " with disruption; "
        << figure(one.hurt.crewHours) << " crew-hours for what should have taken " << figure(one.expectedHours)
        << ", lost " << figure(one.lostHours);
    if (one.cost) out << " = " << sumText(*one.cost, programme.job.currency);
    out << "\n";
}

/// What paid days, recoveries, overheads and disruption come to.
void printMoney(const Programme& programme, const ExposureReport& told, std::ostream& out) {
    const std::string& currency = programme.job.currency;
    for (const PaidSum& one : told.paid) {
        if (one.days == 0) continue;
        out << "  " << programme.sections.row(one.section)->key << ": " << dayCount(one.days)
            << ", priced when they were suffered " << sumText(one.modelled, currency) << "; after recovery "
            << dayCount(one.afterRecovery) << " " << sumText(one.recovered, currency) << "; as came about "
            << dayCount(one.cameAbout) << " " << sumText(one.capped, currency);
        if (one.actual) out << "; at actual cost " << sumText(*one.actual, currency);
        out << "\n";
    }
    for (const Recovery& one : told.recoveries) {
        if (one.days == 0 && one.credit == 0 && one.records.empty()) continue;
        out << "Recovered in " << programme.sections.row(one.section)->key << ": " << dayCount(one.days)
            << "; the employer's " << dayCount(one.employer) << ", ours by record " << dayCount(one.contractor)
            << ", ours without record " << dayCount(one.unrecorded);
        if (one.credit > 0) out << "; credit for omissions " << dayCount(one.credit);
        if (one.beyond > 0) out << "; recorded beyond it " << dayCount(one.beyond);
        out << "\n";
    }
    const Overheads& o = told.overheads;
    const std::pair<const char*, const std::optional<Fraction>*> formulas[] = {
        {"Hudson", &o.hudson}, {"Emden", &o.emden}, {"Eichleay", &o.eichleay}};
    for (const auto& [name, sum] : formulas)
        if (*sum)
            out << "Head office by " << name << ": " << sumText(**sum, currency) << " for " << dayCount(o.days) << "\n";
    for (const MileFigures& one : told.miles) printMile(programme, one, out);
}

ExitStatus exposure(std::span<const std::string> arguments, CliStreams streams) {
    const auto call = callOf("exposure", arguments, streams);
    if (!call) return ExitStatus::usage;
    const auto stands = standsIn(call->file, call->baseline);
    if (!stands.ok()) return report(stands.errors(), call->file, streams);
    const Programme& now = stands->back().programme;
    const Schedule figures = schedule(now);
    if (!figures.ok()) return report(figures.errors, call->file, streams);
    const DelayAnalysis analysis = analyse(DelayMethod::timeImpact, *stands, {}, call->rules);
    const auto told = exposureReport(*stands, analysis);
    if (!told.ok()) return report(told.errors(), call->file, streams);
    const Prolongation& cost = told->cost;
    const std::time_t clock = std::time(nullptr);
    std::tm local{};
    localtime_r(&clock, &local);
    const Date system = dateFrom(local.tm_year + 1900, unsigned(local.tm_mon + 1), unsigned(local.tm_mday));
    const Date today = call->today.value_or(clockDay(now.job, system));
    const auto due = noticesDue(now, today);
    if (call->json) {
        streams.out << exposureToJson(now, figures, *told, due);
        return ExitStatus::done;
    }
    std::ostream& out = streams.out;
    const std::string& currency = now.job.currency;
    printDamages(now, figures, out);
    printAccounts(now, *told, out);
    out << "\nSo far (unrelieved, assessed, claimed):\n";
    for (const StandExposure& stand : told->course)
        out << "  " << stand.name << ": " << sumText(stand.total.unrelieved, currency) << ", "
            << sumText(stand.total.assessed, currency) << ", " << sumText(stand.total.claimed, currency) << "\n";
    out << "\nProlongation, time-related cost by who answers for it: employer " << sumText(cost.employer, currency)
        << ", concurrent " << sumText(cost.concurrent, currency) << ", neutral " << sumText(cost.neutral, currency)
        << ", own " << sumText(cost.own, currency) << ", recovered " << sumText(cost.recovered, currency) << "; in all "
        << sumText(cost.total(), currency)
        << "\nCompensable days at what the hammocks cost a day: " << sumText(cost.paid, currency) << " ("
        << textOf(analysis.rule) << ")\n";
    printMoney(now, *told, out);
    for (const NoticeDue& one : due)
        out << now.events.row(one.event)->key << ": " << wordOf(one.duty) << " due " << isoDate(*one.clock.due)
            << (one.clock.daysLeft < 0 ? ", lapsed" : "") << "\n";
    return ExitStatus::done;
}

void printSteps(const DelayAnalysis& found, const Programme& now, std::ostream& out) {
    const DelayMethodText& text = textOf(found.method);
    out << text.name << "\n" << text.steps << "\n" << text.limits << "\n";
    out << "Concurrency: " << textOf(found.rule);
    if (found.nearDays > 0) out << "; paths within " << dayCount(found.nearDays) << " count as driving";
    out << "\n";
    for (const Section& section : now.sections) {
        if (found.steps.empty() || !found.steps.front().of(section.id)) continue;
        out << "\n" << section.key << " " << section.name << "\n";
        for (const DelayStep& step : found.steps) {
            const StepFigures& f = *step.of(section.id);
            if (f.moved() == 0 && f.entitled == 0 && f.alone == 0 && step.kind != DelayStep::Kind::event) continue;
            const DelayEvent* event = now.events.row(step.event);
            std::string together;
            for (const EventId id : step.together) together += (together.empty() ? "" : ", ") + now.events.row(id)->key;
            const std::string who = step.kind == DelayStep::Kind::event    ? event->key + " " + event->title
                                    : step.kind == DelayStep::Kind::common ? together + " in common"
                                    : step.kind == DelayStep::Kind::progress
                                        ? (f.moved() > 0 ? "own progress" : "recovered")
                                        : "not seen by this method";
            out << "  " << found.stands[step.window] << ": " << isoDate(f.before) << " to " << isoDate(f.after) << " "
                << (f.moved() > 0 ? "+" : "") << dayCount(f.moved()) << "  " << who;
            if (event) out << " (" << wordOf(event->risk) << ")";
            if (f.entitled > 0) out << ", entitled " << dayCount(f.entitled);
            if (f.concurrent > 0) out << ", concurrent " << dayCount(f.concurrent);
            if (f.entitled > 0) out << ", paid " << dayCount(f.compensable);
            if (f.alone > f.moved()) out << ", alone " << dayCount(f.alone);
            out << "\n";
        }
        const DelayShares shares = sharesOf(found, now, section.id);
        out << "  employer " << dayCount(shares.employer) << ", neutral " << dayCount(shares.neutral) << ", own "
            << dayCount(shares.own) << ", in common " << dayCount(shares.common) << ", recovered "
            << dayCount(shares.recovered) << "; entitled " << dayCount(shares.entitled) << ", of these concurrent "
            << dayCount(shares.concurrent) << ", paid " << dayCount(shares.compensable) << "\n";
    }
    for (const OwnSlip& slip : found.slips) {
        out << found.stands[slip.window] << ", " << now.sections.row(slip.section)->key << ": our own work slipped "
            << dayCount(slip.days) << ", " << dayCount(slip.beside) << " of it beside ";
        const char* sign = "";
        for (const EventId id : slip.events) {
            out << sign << now.events.row(id)->key;
            sign = ", ";
        }
        out << ": "
            << (slip.mark
                    ? std::string(wordOf(slip.mark->is)) + (slip.mark->who.empty() ? "" : ", says " + slip.mark->who)
                    : std::string("open"));
        if (slip.taken > 0) out << "; it takes " << dayCount(slip.taken) << " of what is paid";
        out << "\n";
    }
    for (const std::string& note : found.notes) out << note << "\n";
    if (!found.flags.empty()) out << "\nWhat may be attacked:\n";
    for (const DelayFlag& flag : found.flags) out << "  " << flag.text << "\n";
}

ExitStatus impact(std::span<const std::string> arguments, CliStreams streams) {
    const auto call = callOf("impact", arguments, streams);
    if (!call) return ExitStatus::usage;
    const auto stands = standsIn(call->file, call->baseline);
    if (!stands.ok()) return report(stands.errors(), call->file, streams);
    const DelayAnalysis found = analyse(call->method.value_or(DelayMethod::timeImpact), *stands, {}, call->rules);
    if (!found.errors.empty()) return report(found.errors, call->file, streams);
    const Programme& now = stands->back().programme;
    if (call->json)
        streams.out << analysisToJson(found, now);
    else
        printSteps(found, now, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb exposureVerb{
    "exposure", "prints exposure to damages and how each sum comes about",
    "yarrin-cli exposure FILE [--today DATE] [--rule RULE] [--near DAYS] [--baseline KEY] [--json]\n\n"
    "Prints damages unrelieved, assessed and claimed, per section and in all, with the days behind each\n"
    "sum; what has accrued, was deducted and is repayable, with the history of each completion date; the\n"
    "same at each frozen update; prolongation cost by who answers for it; paid days priced when they were\n"
    "suffered, before and after recovery; who won time back; head-office overheads by three formulas;\n"
    "hours lost by measured mile; and what has to be given within a week or has lapsed on the later of\n"
    "today and the data date, or on DATE. KEY is the revision to begin with.\n",
    exposure};

const Verb impactVerb{
    "impact", "tells what moved completion, by a recognised method",
    "yarrin-cli impact FILE [--method METHOD] [--rule RULE] [--near DAYS] [--baseline KEY] [--json]\n\n"
    "METHOD is time-impact (the default), impacted-as-planned, windows, as-planned-as-built or\n"
    "collapsed-as-built. RULE says how concurrent days are answered for: time-not-money, effective-cause\n"
    "or apportioned; without it the rule kept with the job counts. Paths within DAYS of the driving one\n"
    "count as driving. Stands on the contract programme in force and the updates that a native file\n"
    "holds; without them on the programme as if nothing had happened. KEY is another revision to begin\n"
    "with. Own slips that nobody recorded are told beside the events. Last come the flags: what the\n"
    "other side may attack.\n",
    impact};

} // namespace yarrin
