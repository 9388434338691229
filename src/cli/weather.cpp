// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What weather cost by the records, against what calendars allow.
#include "cli/cli.h"
#include "core/base/text.h"
#include "core/weather/station.h"
#include "edit/weather_edits.h"
#include "store/file.h"
#include "store/weather_json.h"
#include "store/workbook.h"

#include <array>
#include <ostream>

namespace yarrin {

namespace {

struct Call {
    std::string file, records, write;
    WeatherColumns columns;
    std::optional<std::uint64_t> station;
    std::optional<Month> from, to;
    bool json = false;
};

std::string parseCall(std::span<const std::string> arguments, Call& call) {
    using Value = const std::string&;
    const auto month = [](const char* option, std::optional<Month>& into) {
        return CallOption{option, nullptr, [option, &into](Value value) {
                              into = parseMonth(value);
                              return into ? std::string()
                                          : std::string(option) + " cannot be " + value + "; write it like 2027-03";
                          }};
    };
    const std::array options{
        CallOption{"--json", &call.json, {}},
        textOption("--records", call.records),
        textOption("--write", call.write),
        CallOption{"--column", nullptr,
                   [&](Value value) {
                       const std::size_t at = value.find('=');
                       if (at == std::string::npos || at == 0)
                           return "--column cannot be " + value + "; write it like --column \"WS10=wind (m/s)\"";
                       call.columns[trimmed(value.substr(0, at))] = value.substr(at + 1);
                       return std::string();
                   }},
        month("--from", call.from),
        month("--to", call.to),
        CallOption{"--station", nullptr, [&](Value value) {
                       return takeNumber(value, call.station) ? std::string() : "--station cannot be " + value;
                   }}};
    if (std::string fault = readCall(arguments, options, call.file); !fault.empty()) return fault;
    if (call.station && (!call.from || !call.to || *call.to < *call.from))
        return "--station wants --from and --to, months in order";
    if (!call.station && (call.from || call.to)) return "--from and --to go with --station";
    if (call.station && next(*call.to).first - call.from->first > 366 * 60)
        return "--station makes sixty years at most";
    return {};
}

/// Brings records into the programme. Faults are told with the table's name.
Outcome bring(Programme& programme, const Call& call, std::vector<std::string>& notes) {
    std::vector<WeatherMonth> months;
    if (!call.records.empty()) {
        const auto book = readWorkbook(call.records);
        if (!book.ok()) return book.errors();
        if (book->sheets.empty()) return inputError("the table is empty");
        auto read =
            readWeather(book->sheets.front(), std::filesystem::path(call.records).filename().string(), call.columns);
        if (!read.ok()) return read.errors();
        notes = read->notes;
        months = read->months;
    }
    if (call.station)
        for (WeatherMonth& month : stationMonths(*call.station, *call.from, *call.to))
            months.push_back(std::move(month));
    Transaction tx(programme);
    if (Outcome added = addWeather(tx, std::move(months)); !added.ok()) return added;
    (void)tx.commit({});
    return done();
}

void print(const Programme& programme, const WeatherRecord& record, const std::vector<std::string>& notes,
           std::ostream& out) {
    if (record.empty()) out << "nothing is recorded\n";
    bool any = false;
    for (const Calendar& calendar : programme.calendars) {
        const auto months = lostMonths(programme, record, calendar.id);
        if (months.empty()) continue;
        any = true;
        out << calendar.key << " " << calendar.name << "\n";
        for (const LostMonth& one : months) {
            out << "  " << monthText(Month{one.month}) << "\tlost " << one.days << "\tallowed " << one.allowed;
            if (one.days > one.allowed) {
                out << "\tbeyond " << one.days - one.allowed;
                if (const auto rarity = rarityOf(months, one.month); rarity && rarity->years > 0)
                    out << "\tas bad " << rarity->text();
            }
            if (!one.gaps.empty()) out << "\t" << one.gaps.size() << " working days not recorded";
            out << "\n";
        }
    }
    if (!record.empty() && !any) out << "no calendar has a threshold of what is recorded\n";
    if (record.madeUp()) out << "the records are made up by the simulated station\n";
    for (const std::string& note : notes) out << note << "\n";
}

ExitStatus runWeather(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    if (const std::string fault = parseCall(arguments, call); !fault.empty())
        return usageFault("weather", fault, streams);
    auto programme = readProgramme(call.file);
    if (!programme.ok()) return report(programme.errors(), call.file, streams);
    std::vector<std::string> notes;
    if (const Outcome brought = bring(*programme, call, notes); !brought.ok())
        return report(brought.errors(), call.records.empty() ? call.file : call.records, streams);
    if (!call.write.empty()) {
        const auto written = writeProgramme(*programme, call.write, formatForName(call.write));
        if (!written.ok()) return report(written.errors(), call.write, streams);
    }
    const WeatherRecord record(*programme);
    if (call.json)
        streams.out << weatherToJson(*programme, record, notes);
    else
        print(*programme, record, notes, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb weatherVerb{
    "weather", "days lost to weather by the records",
    "yarrin-cli weather FILE [--records TABLE [--column HEADING=MEANING]…]\n"
    "    [--station SEED --from MONTH --to MONTH] [--write OUT] [--json]\n\n"
    "Tells for each calendar with thresholds, month by month, how many days the recorded weather took, how many the\n"
    "calendar allows, and how rare a month beyond that is among the same months of earlier years. A table brings\n"
    "records: a column headed date, and one for each measurement with its unit, like wind (m/s). --column says what a\n"
    "column of another heading is: WS10=wind (m/s), TS=date, or nothing to leave it out. What is not there is told "
    "and\n"
    "never filled. The simulated station makes months up and says so. With --write the job is written with\n"
    "the records.\n",
    runWeather};

} // namespace yarrin
