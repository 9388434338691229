// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Several jobs side by side.
#include "store/portfolio.h"
#include "cli/cli.h"
#include "edit/awaited_edits.h"
#include "store/file.h"

#include <algorithm>
#include <ctime>
#include <ostream>

namespace yarrin {

namespace {

std::string padded(std::string text, std::size_t width) {
    if (text.size() < width) text.append(width - text.size(), ' ');
    return text + "  ";
}

void print(const std::vector<PortfolioJob>& jobs, const FirmHas& has, Date today, std::ostream& out) {
    for (const PortfolioJob& job : jobs) {
        out << job.path.filename().string() << ": ";
        if (job.fault) {
            out << "no job: " << job.fault->sentence() << "\n";
            continue;
        }
        const JobSummary& summary = job.summary;
        out << summary.title << (summary.finish ? ", ends " + isoDate(*summary.finish) : std::string())
            << (summary.calculated ? "" : ", cannot be calculated") << "\n";
        if (!job.alikeTo.empty()) out << "  the same job as " << job.alikeTo << ", it seems\n";
        for (const JobSummary::Of& one : summary.sections)
            out << "  " << padded(one.key, 6) << padded(one.forecast ? isoDate(*one.forecast) : "no forecast", 11)
                << "contract " << isoDate(one.extended) << "  "
                << (one.daysLate ? std::to_string(*one.daysLate) + " days late" : std::string()) << "\n";
        if (!summary.sections.empty())
            out << "  damages: unrelieved " << summary.currency << " " << summary.unrelieved.text() << ", assessed "
                << summary.assessed.text() << ", claimed " << summary.claimed.text() << "\n";
        for (const JobSummary::Notice& one : summary.notices)
            out << "  " << wordOf(one.duty) << " of " << one.event << " due " << isoDate(one.due)
                << (one.due < today ? ": lapsed" : "") << "\n";
    }
    const auto needs = needsOfAll(eachJobOnce(jobs), has);
    if (!needs.empty()) out << "needed by all jobs together, at most at once in a month:\n";
    for (const NeedOfAll& one : needs) {
        const auto [month, most] = one.most();
        out << "  " << padded(one.name, 24) << padded(most.text(), 6) << "in " << monthText(monthOf(month));
        if (one.has) out << "  the firm has " << one.has->text();
        if (one.monthsOver() > 0)
            out << ", too few in " << one.monthsOver() << (one.monthsOver() == 1 ? " month" : " months");
        out << "\n";
    }
}

Date dayOfToday() {
    const std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    return dateFrom(local.tm_year + 1900, unsigned(local.tm_mon) + 1, unsigned(local.tm_mday));
}

ExitStatus runAwaited(std::span<const std::string> arguments, CliStreams streams) {
    std::string file, write;
    bool json = false;
    std::optional<Date> today;
    const CallOption options[] = {{"--json", &json, {}},
                                  {"--today", nullptr, [&](const std::string& text) { return takeDay(text, today); }},
                                  textOption("--write", write)};
    if (const std::string fault = readCall(arguments, options, file); !fault.empty())
        return usageFault("awaited", fault, streams);
    auto programme = readProgramme(file);
    if (!programme.ok()) return report(programme.errors(), file, streams);
    const auto list = awaitedFrom(*programme, std::filesystem::path(file).parent_path());
    const auto is = [&](AwaitedNow::Is what) {
        return std::any_of(list.begin(), list.end(), [what](const AwaitedNow& one) { return one.is == what; });
    };
    if (json)
        streams.out << awaitedToJson(*programme, list);
    else if (list.empty())
        streams.out << "nothing waits for another job\n";
    else
        for (const AwaitedNow& one : list) streams.out << awaitedLine(*programme, one) << "\n";
    if (!write.empty()) {
        Transaction tx(*programme);
        if (is(AwaitedNow::Is::moved))
            if (Outcome taken = takeAwaited(tx, list, today.value_or(dayOfToday())); !taken.ok())
                return report(taken.errors(), file, streams);
        (void)tx.commit({});
        if (const auto written = writeProgramme(*programme, write, formatForName(write)); !written.ok())
            return report(written.errors(), write, streams);
    }
    return is(AwaitedNow::Is::unread) ? ExitStatus::file : ExitStatus::done;
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    std::string folder;
    bool json = false;
    std::optional<Date> today;
    const CallOption options[] = {{"--json", &json, {}},
                                  {"--today", nullptr, [&](const std::string& text) { return takeDay(text, today); }}};
    if (const std::string fault = readCall(arguments, options, folder); !fault.empty())
        return usageFault("portfolio", fault == "a file is missing" ? "a folder is missing" : fault, streams);
    const auto jobs = portfolioOf(folder);
    if (!jobs.ok()) return report(jobs.errors(), folder, streams);
    const auto has = firmHasIn(folder);
    if (!has.ok()) return report(has.errors(), folder, streams);
    const Date day = today.value_or(dayOfToday());
    if (json)
        streams.out << portfolioToJson(*jobs, *has, day);
    else
        print(*jobs, *has, day, streams.out);
    const bool faulty =
        std::any_of(jobs->begin(), jobs->end(), [](const PortfolioJob& job) { return bool(job.fault); });
    return faulty ? ExitStatus::file : ExitStatus::done;
}

} // namespace

const Verb awaitedVerb{
    "awaited", "what waits for milestones of other jobs",
    "yarrin-cli awaited FILE [--write OUT [--today DATE]] [--json]\n\n"
    "Tells of each activity that waits for a milestone of another job when that is reached as FILE has it, and as the\n"
    "other job's file has it now. With --write the dates that moved are taken over, as of today or DATE, and the job\n"
    "is written. Files of other jobs are found from FILE's folder and not changed; where one cannot be read the exit\n"
    "status is 3, and its date stays.\n",
    runAwaited};

const Verb portfolioVerb{
    "portfolio", "where all jobs of a folder stand",
    "yarrin-cli portfolio FOLDER [--today DATE] [--json]\n\n"
    "Tells of each programme in a folder when it ends, where its sections stand against their contract dates, "
    "damages,\n"
    "and what notices are due by today, or by DATE. Files that say where they stand (those that a window closed) are\n"
    "not read whole; none is changed. Then what all jobs together need of each trade and plant, and what the firm has\n"
    "of it by the folder's firm-has.csv (name, number). What is no job is named, with exit status 3 in the end, and so "
    "are two files of\n"
    "what seems one job.\n",
    run};

} // namespace yarrin
