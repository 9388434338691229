// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/rows.h"
#include "cli/cli.h"
#include "core/base/text.h"
#include "core/model/phrases.h"
#include "store/file.h"

#include <algorithm>
#include <ostream>

namespace yarrin {

namespace {

/// A value as files write it.
std::string textOf(const FieldValue& value) {
    if (const auto* named = std::get_if<Named>(&value)) return named->text;
    if (const auto* figure = std::get_if<Decimal>(&value)) return figure->text();
    if (const auto* days = std::get_if<WorkingDays>(&value))
        return (days->minutes < 0 ? "-" : "") + spanText(std::abs(days->minutes), DayUnit{days->day, 5});
    if (const auto* day = std::get_if<DayAt>(&value)) return isoDate(day->date);
    if (const auto* flag = std::get_if<bool>(&value)) return *flag ? "yes" : "no";
    return {};
}

std::optional<Lens> lensNamed(const Programme& programme, const std::string& name) {
    for (const KeptLens& kept : programme.lenses)
        if (kept.key == name) return lensFrom(kept);
    for (const Lens& lens : shippedLenses())
        if (lens.name == name) return lens;
    return {};
}

void printLenses(const Programme& programme, CliStreams streams) {
    for (const KeptLens& kept : programme.lenses) streams.out << kept.key << "\tkept with the job\n";
    for (const Lens& lens : shippedLenses()) streams.out << lens.name << "\tships\n";
}

struct Call {
    std::string file;
    std::string lens = shippedLenses().front().name;
    std::optional<std::string> filter;
    std::vector<std::string> columns;
    bool list = false;
};

void printRows(const Programme& programme, const Schedule& result, const Lens& lens,
               const std::vector<ViewField>& columns, CliStreams streams) {
    const Lookup lookup(programme);
    const FieldContext context(programme, result, &lookup);
    for (const ViewField& column : columns) streams.out << (&column == &columns[0] ? "" : "\t") << column.label;
    streams.out << "\n";
    for (const ChartRow& row : rowsFor(context, lens, {})) {
        if (row.isGroup) {
            const auto field = fieldNamed(programme, lens.groups[row.level].field);
            streams.out << std::string(std::size_t(row.depth) + 1, '#') << " "
                        << (row.title.empty() ? "without " + (field ? field->label : std::string()) : row.title) << " ("
                        << row.count << ")\n";
            continue;
        }
        for (const ViewField& column : columns) {
            std::string text = textOf(column.value(context, row.index));
            std::replace(text.begin(), text.end(), '\t', ' ');
            std::replace(text.begin(), text.end(), '\n', ' ');
            streams.out << (&column == &columns[0] ? "" : "\t") << text;
        }
        streams.out << "\n";
    }
    if (const std::size_t hidden = hiddenBy(context, lens))
        streams.err << hidden << (hidden == 1 ? " activity is" : " activities are") << " hidden\n";
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        const bool takes = argument == "--lens" || argument == "--only" || argument == "--columns";
        if (takes && i + 1 >= arguments.size())
            return usageFault("rows", argument + " needs something behind it", streams);
        if (argument == "--lens")
            call.lens = arguments[++i];
        else if (argument == "--only")
            call.filter = arguments[++i];
        else if (argument == "--columns")
            call.columns = listed(arguments[++i], ',');
        else if (argument == "--list")
            call.list = true;
        else if (argument.starts_with("--"))
            return usageFault("rows", "there is no option " + argument, streams);
        else if (call.file.empty())
            call.file = argument;
        else
            return usageFault("rows", "one file is expected", streams);
    }
    if (call.file.empty()) return usageFault("rows", "a file is expected", streams);
    const auto programme = readProgramme(call.file);
    if (!programme.ok()) return report(programme.errors(), call.file, streams);
    if (call.list) {
        printLenses(*programme, streams);
        return ExitStatus::done;
    }
    auto lens = lensNamed(*programme, call.lens);
    if (!lens) return usageFault("rows", "there is no lens " + call.lens, streams);
    if (call.filter) lens->filter = *call.filter;
    for (const Error& fault : faultsIn(*lens, *programme)) return usageFault("rows", fault.sentence(), streams);
    if (call.columns.empty()) call.columns = {"id", "name", "days", "start", "finish", "float"};
    std::vector<ViewField> columns;
    for (const std::string& name : call.columns) {
        auto field = fieldNamed(*programme, name);
        if (!field) return usageFault("rows", "there is no field " + name, streams);
        columns.push_back(std::move(*field));
    }
    const Schedule result = schedule(*programme);
    if (!result.ok()) return report(result.errors, call.file, streams);
    printRows(*programme, result, *lens, columns, streams);
    return ExitStatus::done;
}

} // namespace

const Verb rowsVerb{
    "rows", "lists activities as a lens shows them",
    "yarrin-cli rows FILE [--lens NAME] [--only PHRASE] [--columns a,b,c] [--list]\n\n"
    "Lists the activities that the lens NAME shows (\"By breakdown\" where none is named), in its groups\n"
    "and its order, with tabs between the columns; headings begin with #. With --only, those for which\n"
    "the phrase holds: \"critical or float < 5d\". Columns are named as in kept lenses: id, late_start,\n"
    "code:Trade. How many are hidden is said on the error stream. --list names the lenses there are.\n",
    run};

} // namespace yarrin
