// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The columns of a lens: those that tables have of their own, codes, and whatever else is known of activities.
#include "app/base/format.h"
#include "app/table/activity_columns.h"
#include "core/model/resource_book.h"
#include "edit/activity_edits.h"
#include "edit/bar_edits.h"
#include "edit/contract_edits.h"
#include "edit/labour_edits.h"
#include "edit/sorting_edits.h"

#include <algorithm>

namespace yarrin {

namespace {

using Cell = const ActivityCell&;
using show::text;

const std::vector<ActivityColumn>& ownColumns(bool buildUp) {
    static const std::vector<ActivityColumn> programme = programmeColumns(), measured = buildUpColumns();
    return buildUp ? measured : programme;
}

const ActivityColumn* ownColumn(const QString& name, bool buildUp) {
    for (const bool of : {buildUp, !buildUp})
        for (const ActivityColumn& column : ownColumns(of))
            if (column.name == name) return &column;
    return nullptr;
}

ActivityColumn codeColumn(const Code& code) {
    ActivityColumn c;
    c.name = text(codeField(code.key));
    c.title = text(code.key);
    c.width = 104;
    c.verb = text(code.key);
    c.code = code.id;
    c.text = [id = code.id](Cell x) { return text(std::string(markOf(x.activity, id))); };
    c.commit = [id = code.id](Transaction& tx, ActivityId activity, const std::string& typed) {
        return setCodeMark(tx, activity, id, typed);
    };
    c.completion = GridModel::Completion::choice;
    c.choices = [id = code.id](const Programme& programme) {
        QStringList values;
        if (const Code* row = programme.codes.row(id))
            for (const CodeValue& value : row->values) values << text(value.name);
        return values;
    };
    return c;
}

/// "B020; C030 SS +2 d": what an activity leads to.
ActivityColumn leadsColumn() {
    ActivityColumn c;
    c.name = QStringLiteral("leads");
    c.title = show::words(toWord("Leads to"));
    c.width = 150;
    c.quiet = true;
    c.text = [](Cell x) {
        std::vector<std::string> phrases;
        for (const LinkId id : x.lookup.outOf(x.activity.id)) {
            const Link* link = x.programme.links.row(id);
            const Activity* to = link ? x.programme.activities.row(link->to) : nullptr;
            if (!to) continue;
            std::string phrase = linkPhrase(x.programme, *link);
            // The phrase names where the link comes from; here it is to name where it goes.
            const std::string from = quotedKey(x.activity.key);
            if (const std::size_t at = phrase.rfind(from); at != std::string::npos)
                phrase.replace(at, from.size(), quotedKey(to->key));
            phrases.push_back(std::move(phrase));
        }
        std::sort(phrases.begin(), phrases.end());
        std::string all;
        for (const std::string& one : phrases) all += (all.empty() ? "" : "; ") + one;
        return text(all);
    };
    return c;
}

ActivityColumn notesColumn() {
    ActivityColumn c;
    c.name = QStringLiteral("notes");
    c.title = show::words(toWord("Notes"));
    c.width = 220;
    c.verb = QStringLiteral("notes");
    c.quiet = true;
    c.text = [](Cell x) { return text(x.activity.notes); };
    c.commit = [](Transaction& tx, ActivityId id, const std::string& typed) { return setNotes(tx, id, typed); };
    return c;
}

/// A phrase of its own that is typed as it is shown.
template <typename Text, typename Commit>
ActivityColumn phraseColumn(const char* name, const char* title, int width, Text shown, Commit commit) {
    ActivityColumn c;
    c.name = QLatin1String(name);
    c.title = show::words(title);
    c.width = width;
    c.verb = show::within(c.title);
    c.quiet = true;
    c.text = [shown](Cell x) { return text(shown(x)); };
    c.commit = [commit](Transaction& tx, ActivityId id, const std::string& typed) { return commit(tx, id, typed); };
    return c;
}

ActivityColumn restsColumn() {
    ActivityColumn c = phraseColumn(
        "rests", toWord("Rests"), 110, [](Cell x) { return pausesText(x.programme, x.activity); }, setPauses);
    c.editable = [](Cell x) { return x.activity.kind == ActivityKind::task && !x.activity.actualFinish; };
    return c;
}

ActivityColumn needsColumn() {
    ActivityColumn c = phraseColumn(
        "needs", toWord("Needs"), 180, [](Cell x) { return needsText(x.programme, x.activity.needs); }, setNeeds);
    c.editable = [](Cell x) { return !isMilestone(x.activity.kind); };
    return c;
}

ActivityColumn sumsColumn() {
    return phraseColumn(
        "sums", toWord("Sums"), 180, [](Cell x) { return lumpSumsText(x.activity); }, setLumpSums);
}

/// What follows, or is typed elsewhere: shown as it is.
ActivityColumn figureColumn(const ViewField& field) {
    ActivityColumn c;
    c.name = text(field.name);
    c.title = show::label(field);
    c.right = field.kind == FieldKind::number || field.kind == FieldKind::days;
    c.width = field.kind == FieldKind::text ? 128 : (field.kind == FieldKind::flag ? 72 : 92);
    c.quiet = true;
    c.text = [value = field.value](Cell x) { return x.fields ? show::value(value(*x.fields, x.index)) : QString(); };
    return c;
}

std::optional<ActivityColumn> columnNamed(const Programme& programme, const std::string& name, bool buildUp) {
    if (const ActivityColumn* own = ownColumn(text(name), buildUp)) return *own;
    if (name == "leads") return leadsColumn();
    if (name == "notes") return notesColumn();
    if (name == "rests") return restsColumn();
    if (name == "needs") return needsColumn();
    if (name == "sums") return sumsColumn();
    for (const Code& code : programme.codes)
        if (codeField(code.key) == name) return codeColumn(code);
    if (const auto field = fieldNamed(programme, name)) return figureColumn(*field);
    return {};
}

/// Numbers with so many decimals, where the lens says how many.
void setDecimals(ActivityColumn& column, const Programme& programme, const LensColumn& wanted) {
    const auto field = fieldNamed(programme, wanted.field);
    if (!wanted.decimals || !field || field->kind != FieldKind::number) return;
    if (!column.editText) column.editText = column.text;
    column.text = [value = field->value, decimals = *wanted.decimals, own = column.text](Cell x) {
        return x.fields ? show::value(value(*x.fields, x.index), decimals) : own(x);
    };
}

} // namespace

std::vector<ActivityColumn> columnsFor(const Programme& programme, const Lens& lens, bool buildUp) {
    const std::vector<LensColumn>& wanted = buildUp ? lens.buildUpColumns : lens.columns;
    if (wanted.empty()) return ownColumns(buildUp);
    std::vector<ActivityColumn> columns{*ownColumn(QStringLiteral("id"), buildUp),
                                        *ownColumn(QStringLiteral("name"), buildUp)};
    for (const LensColumn& one : wanted) {
        auto column = columnNamed(programme, one.field, buildUp);
        if (!column) continue;
        if (one.width > 0) column->width = one.width;
        setDecimals(*column, programme, one);
        const auto twin = std::find_if(columns.begin(), columns.end(),
                                       [&](const ActivityColumn& other) { return other.name == column->name; });
        if (twin == columns.end())
            columns.push_back(std::move(*column));
        else
            *twin = std::move(*column);
    }
    return columns;
}

std::vector<ActivityColumn> typedColumns(const Programme& programme) {
    std::vector<ActivityColumn> columns;
    for (const ColumnChoice& choice : columnChoices(programme, false)) {
        auto column = columnNamed(programme, choice.name.toStdString(), false);
        if (column && column->commit && column->name != QLatin1String("id")) columns.push_back(std::move(*column));
    }
    return columns;
}

std::vector<ColumnChoice> columnChoices(const Programme& programme, bool buildUp) {
    std::vector<ColumnChoice> choices;
    const auto add = [&](const QString& name, const QString& title) {
        const auto same = [&](const ColumnChoice& one) { return one.name == name; };
        if (std::none_of(choices.begin(), choices.end(), same)) choices.push_back({name, title});
    };
    for (const bool of : {buildUp, !buildUp})
        for (const ActivityColumn& column : ownColumns(of)) add(column.name, column.title);
    for (const Code& code : programme.codes) add(text(codeField(code.key)), text(code.key));
    add(QStringLiteral("leads"), show::words(toWord("Leads to")));
    for (const ViewField& field : plainFields()) add(text(field.name), show::label(field));
    return choices;
}

} // namespace yarrin
