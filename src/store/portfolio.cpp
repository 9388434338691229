// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/portfolio.h"

#include "core/base/natural_order.h"
#include "core/base/text.h"
#include "core/base/worded.h"
#include "store/csv.h"
#include "store/file.h"
#include "store/json_text.h"
#include "store/statement.h"

#include <algorithm>
#include <atomic>
#include <map>
#include <thread>

namespace yarrin {

namespace fs = std::filesystem;

namespace {

using Out = nlohmann::ordered_json;

Out dateOut(const std::optional<Date>& date) {
    return date ? Out(isoDate(*date)) : Out(nullptr);
}

Out needOut(const std::string& name, const std::vector<std::pair<Date, Decimal>>& months) {
    Out list = Out::array();
    for (const auto& [month, number] : months)
        list.push_back({{"month", monthText(Month{month})}, {"most", number.text()}});
    return {{"name", name}, {"months", std::move(list)}};
}

Out summaryOut(const JobSummary& summary) {
    Out out;
    out["title"] = summary.title;
    out["currency"] = summary.currency;
    out["start"] = isoDate(summary.start);
    out["activities"] = summary.activities;
    out["data_date"] = dateOut(summary.dataDate);
    out["calculated"] = summary.calculated;
    out["finish"] = dateOut(summary.finish);
    out["sections"] = Out::array();
    for (const JobSummary::Of& one : summary.sections)
        out["sections"].push_back({{"id", one.key},
                                   {"name", one.name},
                                   {"forecast", dateOut(one.forecast)},
                                   {"completion", isoDate(one.completion)},
                                   {"extended", isoDate(one.extended)},
                                   {"days_late", one.daysLate ? Out(*one.daysLate) : Out(nullptr)}});
    out["exposure"] = {{"unrelieved", summary.unrelieved.text()},
                       {"assessed", summary.assessed.text()},
                       {"claimed", summary.claimed.text()}};
    out["notices"] = Out::array();
    for (const JobSummary::Notice& one : summary.notices)
        out["notices"].push_back({{"event", one.event},
                                  {"title", one.title},
                                  {"duty", std::string(wordOf(one.duty))},
                                  {"due", isoDate(one.due)}});
    out["needs"] = Out::array();
    for (const JobSummary::Need& one : summary.needs) out["needs"].push_back(needOut(one.name, one.months));
    out["milestones"] = Out::array();
    for (const JobSummary::Milestone& one : summary.milestones)
        out["milestones"].push_back(
            {{"id", one.key}, {"name", one.name}, {"at", isoInstant(one.at)}, {"reached", one.done}});
    return out;
}

/// Takes values out of a tree; what is missing or of another kind is a fault.
class Taking {
public:
    bool ok = true;

    const nlohmann::json& member(const nlohmann::json& of, const char* key) {
        static const nlohmann::json none;
        if (of.is_object() && of.contains(key)) return of[key];
        ok = false;
        return none;
    }
    std::string text(const nlohmann::json& of, const char* key) {
        const nlohmann::json& value = member(of, key);
        ok = ok && value.is_string();
        return value.is_string() ? value.get<std::string>() : std::string();
    }
    std::optional<Date> date(const nlohmann::json& of, const char* key, bool needed) {
        const nlohmann::json& value = member(of, key);
        const auto read = value.is_string() ? parseDate(value.get<std::string>()) : std::nullopt;
        ok = ok && (read || (!needed && value.is_null()));
        return read;
    }
    std::optional<std::int64_t> whole(const nlohmann::json& of, const char* key, bool needed) {
        const auto value = json::decimalOf(member(of, key));
        const bool is = value && value->scale() == 0;
        ok = ok && (is || (!needed && member(of, key).is_null()));
        return is ? std::optional(value->mantissa()) : std::nullopt;
    }
    Decimal sum(const nlohmann::json& of, const char* key) {
        const auto read = Decimal::parse(text(of, key));
        ok = ok && bool(read);
        return read ? *read : Decimal();
    }
};

/// Two files with one name of the job, one start and the same sections seem to be one job twice.
void findTwins(std::vector<PortfolioJob>& jobs) {
    std::map<std::string, const PortfolioJob*> first;
    for (PortfolioJob& job : jobs) {
        if (job.fault) continue;
        std::string key = job.summary.title + "\n" + isoDate(job.summary.start);
        for (const JobSummary::Of& one : job.summary.sections) key += "\n" + one.key;
        const auto [at, isNew] = first.emplace(key, &job);
        if (!isNew) job.alikeTo = at->second->path.filename().string();
    }
}

} // namespace

std::string summaryToText(const JobSummary& summary) {
    return summaryOut(summary).dump(-1, ' ', false, Out::error_handler_t::replace);
}

Result<JobSummary> summaryFromText(std::string_view text) {
    const auto tree = json::parsed(text);
    if (!tree.ok()) return tree.errors();
    Taking take;
    JobSummary summary;
    summary.title = take.text(*tree, "title");
    summary.currency = take.text(*tree, "currency");
    summary.start = take.date(*tree, "start", true).value_or(Date{});
    summary.activities = take.whole(*tree, "activities", true).value_or(0);
    summary.dataDate = take.date(*tree, "data_date", false);
    const nlohmann::json& calculated = take.member(*tree, "calculated");
    take.ok = take.ok && calculated.is_boolean();
    summary.calculated = calculated.is_boolean() && calculated.get<bool>();
    summary.finish = take.date(*tree, "finish", false);
    for (const nlohmann::json& one : take.member(*tree, "sections")) {
        JobSummary::Of of;
        of.key = take.text(one, "id");
        of.name = take.text(one, "name");
        of.forecast = take.date(one, "forecast", false);
        of.completion = take.date(one, "completion", true).value_or(Date{});
        of.extended = take.date(one, "extended", true).value_or(Date{});
        if (const auto late = take.whole(one, "days_late", false)) of.daysLate = int(*late);
        summary.sections.push_back(std::move(of));
    }
    const nlohmann::json& exposure = take.member(*tree, "exposure");
    summary.unrelieved = take.sum(exposure, "unrelieved");
    summary.assessed = take.sum(exposure, "assessed");
    summary.claimed = take.sum(exposure, "claimed");
    for (const nlohmann::json& one : take.member(*tree, "notices")) {
        JobSummary::Notice notice;
        notice.event = take.text(one, "event");
        notice.title = take.text(one, "title");
        const auto duty = fromWord<Duty>(take.text(one, "duty"));
        take.ok = take.ok && bool(duty);
        notice.duty = duty.value_or(Duty::notice);
        notice.due = take.date(one, "due", true).value_or(Date{});
        summary.notices.push_back(std::move(notice));
    }
    for (const nlohmann::json& one : take.member(*tree, "needs")) {
        JobSummary::Need need{take.text(one, "name"), {}};
        for (const nlohmann::json& part : take.member(one, "months")) {
            const auto month = parseMonth(take.text(part, "month"));
            take.ok = take.ok && bool(month);
            if (month) need.months.emplace_back(month->first, take.sum(part, "most"));
        }
        summary.needs.push_back(std::move(need));
    }
    for (const nlohmann::json& one : take.member(*tree, "milestones")) {
        const auto at = parseInstant(take.text(one, "at"));
        const nlohmann::json& reached = take.member(one, "reached");
        take.ok = take.ok && at && reached.is_boolean();
        if (take.ok) summary.milestones.push_back({take.text(one, "id"), take.text(one, "name"), *at, reached});
    }
    if (!take.ok) return Error{ErrorCode::file, {}, worded("its summary is not as it is written"), {}};
    return summary;
}

std::optional<JobSummary> keptSummary(const fs::path& path) {
    if (!isNative(path)) return {};
    Database database(path.string(), Database::Mode::readOnly);
    // Older files keep none.
    if (database.failed() || database.number("SELECT count(*) FROM sqlite_master WHERE name = 'keeping'") == 0)
        return {};
    const std::string kept = database.text("SELECT value FROM keeping WHERE key = 'summary'");
    const std::int64_t last = database.number("SELECT coalesce(max(id), 0) FROM history");
    const std::size_t line = kept.find('\n');
    if (database.failed() || line == std::string::npos || kept.substr(0, line) != std::to_string(last)) return {};
    auto summary = summaryFromText(std::string_view(kept).substr(line + 1));
    return summary.ok() ? std::optional(std::move(summary).value()) : std::nullopt;
}

PortfolioJob portfolioJobAt(const fs::path& path) {
    PortfolioJob job;
    job.path = path;
    if (auto kept = keptSummary(path)) {
        job.summary = std::move(*kept);
        job.kept = true;
        return job;
    }
    const auto programme = readProgramme(path);
    if (!programme.ok()) {
        job.fault = programme.error();
        return job;
    }
    job.summary = summaryOf(*programme, schedule(*programme));
    return job;
}

std::vector<AwaitedNow> awaitedFrom(const Programme& programme, const fs::path& folder) {
    return awaitedNow(programme, [&](const std::string& file) -> Result<JobSummary> {
        PortfolioJob job = portfolioJobAt(folder / fs::path(std::u8string(file.begin(), file.end())));
        if (job.fault) return *job.fault;
        return std::move(job.summary);
    });
}

namespace {

const char* wordOf(AwaitedNow::Is is) {
    switch (is) {
    case AwaitedNow::Is::same:
        return "same";
    case AwaitedNow::Is::moved:
        return "moved";
    case AwaitedNow::Is::missing:
        return "missing";
    case AwaitedNow::Is::undated:
        return "undated";
    case AwaitedNow::Is::unread:
        return "unread";
    }
    return "";
}

} // namespace

std::string awaitedLine(const Programme& programme, const AwaitedNow& one,
                        const std::function<std::string(Date)>& day) {
    const Activity* activity = programme.activities.row(one.activity);
    std::string line = worded("%1 waits for %2: %3", (activity ? activity->key : std::string()), nameOf(one.kept),
                              day(completionDate(one.kept.at)));
    switch (one.is) {
    case AwaitedNow::Is::same:
        return line + (one.now.done ? worded(", reached") : "");
    case AwaitedNow::Is::moved: {
        const int days = one.days();
        line += worded(", now %1", day(completionDate(one.now.at)));
        if (days == 0) return worded("%1, at another hour", line);
        return line + (days > 0 ? wordedCount(", %1 day later", ", %1 days later", days)
                                : wordedCount(", %1 day earlier", ", %1 days earlier", -days));
    }
    case AwaitedNow::Is::missing:
        return worded("%1; %2 has no such milestone any more", line, one.kept.file);
    case AwaitedNow::Is::undated:
        return worded("%1; %2 cannot be calculated", line, one.kept.file);
    case AwaitedNow::Is::unread:
        return worded("%1; %2 cannot be read: %3", line, one.kept.file, one.fault);
    }
    return line;
}

std::string awaitedToJson(const Programme& programme, const std::vector<AwaitedNow>& list) {
    Out out = Out::array();
    for (const AwaitedNow& one : list) {
        const Activity* activity = programme.activities.row(one.activity);
        const bool dated = one.is == AwaitedNow::Is::same || one.is == AwaitedNow::Is::moved;
        out.push_back({{"activity", activity ? activity->key : std::string()},
                       {"file", one.kept.file},
                       {"job", one.job.empty() ? one.kept.job : one.job},
                       {"milestone", one.kept.milestone},
                       {"at", isoInstant(one.kept.at)},
                       {"is", wordOf(one.is)},
                       {"now", dated ? Out(isoInstant(one.now.at)) : Out(nullptr)},
                       {"reached", dated ? Out(one.now.done) : Out(nullptr)},
                       {"days", dated ? Out(one.days()) : Out(nullptr)},
                       {"before", one.kept.before ? Out(isoInstant(*one.kept.before)) : Out(nullptr)},
                       {"changed", dateOut(one.kept.changed)},
                       {"fault", one.fault.empty() ? Out(nullptr) : Out(one.fault)}});
    }
    return json::textOf(Out{{"awaited", std::move(out)}});
}

Result<std::vector<PortfolioJob>> portfolioOf(const fs::path& folder, unsigned threads, std::stop_token stop) {
    std::error_code failed;
    std::vector<fs::path> paths;
    fs::directory_iterator all(folder, failed);
    if (failed)
        return Error{ErrorCode::file, folder.string(), worded("the folder cannot be read: %1", failed.message()), {}};
    for (const fs::directory_entry& entry : all) {
        const std::string name = lowered(entry.path().filename().string());
        const bool named = name.ends_with(".yarrin") || name.ends_with(".yarrin.json");
        if (named && entry.is_regular_file(failed)) paths.push_back(entry.path());
    }
    std::sort(paths.begin(), paths.end(), [](const fs::path& a, const fs::path& b) {
        return standsBefore(a.filename().string(), b.filename().string());
    });
    std::vector<std::optional<PortfolioJob>> read(paths.size());
    std::atomic<std::size_t> next = 0;
    const auto work = [&] {
        for (std::size_t i = next++; i < paths.size() && !stop.stop_requested(); i = next++)
            read[i] = portfolioJobAt(paths[i]);
    };
    {
        const unsigned cores = std::max(1U, std::thread::hardware_concurrency());
        std::vector<std::jthread> others;
        for (unsigned i = 1; i < (threads == 0 ? cores : threads); ++i) others.emplace_back(work);
        work();
    }
    std::vector<PortfolioJob> jobs;
    for (auto& one : read)
        if (one) jobs.push_back(std::move(*one));
    findTwins(jobs);
    return jobs;
}

namespace {

constexpr const char* hasFile = "firm-has.csv";

} // namespace

Result<FirmHas> firmHasIn(const fs::path& folder) {
    const fs::path path = folder / hasFile;
    std::error_code failed;
    if (!fs::exists(path, failed)) return FirmHas{};
    const auto text = readTextFile(path);
    if (!text.ok()) return text.errors();
    const auto rows = parseCsv(*text);
    if (!rows.ok()) return Error{ErrorCode::file, hasFile, rows.error().sentence(), {}};
    FirmHas has;
    for (std::size_t i = 0; i < rows->size(); ++i) {
        const CsvRow& row = (*rows)[i];
        if (row.empty() || (row.size() == 1 && trimmedView(row[0]).empty())) continue;
        const auto number = row.size() > 1 ? Decimal::parse(trimmed(row[1])) : std::nullopt;
        if (i == 0 && !number) continue; // headings
        if (!number || number->sign() < 0)
            return Error{ErrorCode::file, worded("%1, row %2", hasFile, i + 1),
                         worded("it has no number of \"%1\"", row[0]),
                         worded("write a name and a number, like Crane,2")};
        has.emplace_back(trimmed(row[0]), *number);
    }
    return has;
}

Outcome writeFirmHas(const fs::path& folder, const FirmHas& has) {
    std::string text = csvLine({"Name", worded("The firm has")});
    for (const auto& [name, number] : has) text += csvLine({name, number.text()});
    return writeTextFile(folder / hasFile, text);
}

std::vector<const JobSummary*> eachJobOnce(const std::vector<PortfolioJob>& jobs) {
    std::vector<const JobSummary*> list;
    for (const PortfolioJob& job : jobs)
        if (!job.fault && job.alikeTo.empty()) list.push_back(&job.summary);
    return list;
}

std::string portfolioToJson(const std::vector<PortfolioJob>& jobs, const FirmHas& has, Date today) {
    Out list = Out::array();
    for (const PortfolioJob& job : jobs) {
        Out out;
        out["file"] = job.path.filename().string();
        out["fault"] = job.fault ? Out(job.fault->sentence()) : Out(nullptr);
        if (!job.fault) {
            out.update(summaryOut(job.summary));
            for (Out& notice : out["notices"])
                notice["days_left"] = *parseDate(notice["due"].get<std::string>()) - today;
            out["same_job_as"] = job.alikeTo.empty() ? Out(nullptr) : Out(job.alikeTo);
        }
        list.push_back(std::move(out));
    }
    Out needs = Out::array();
    for (const NeedOfAll& one : needsOfAll(eachJobOnce(jobs), has)) {
        Out need = needOut(one.name, one.months);
        need["has"] = one.has ? Out(one.has->text()) : Out(nullptr);
        need["months_over"] = one.monthsOver();
        needs.push_back(std::move(need));
    }
    return json::textOf(Out{{"jobs", std::move(list)}, {"needs", std::move(needs)}});
}

} // namespace yarrin
