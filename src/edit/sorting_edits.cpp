// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/sorting_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/texts.h"
#include "core/view/fields.h"
#include "core/view/lens.h"
#include "edit/activity_edits.h"
#include "edit/forget.h"
#include "edit/typed.h"

#include <algorithm>

namespace yarrin {

namespace {

/// A name as it is taken: trimmed, not empty, not too long, and without the marks that part names in lenses.
Result<std::string> takeName(std::string_view text, const Worded& what) {
    std::string name = trimmed(text);
    if (name.empty()) return inputError(worded("%1 needs a name", what));
    if (name.size() > longestSortingName)
        return inputError(worded("the name has more than %1 characters", longestSortingName));
    if (name.find_first_of(";|\"\n\t") != std::string::npos)
        return inputError(worded("the name has a semicolon, a bar or a quotation mark in it"), worded("leave it out"));
    return name;
}

Fault freeName(const Programme& programme, CodeId own, const std::string& name) {
    const std::string low = lowered(name);
    for (const Code& code : programme.codes)
        if (code.id != own && lowered(code.key) == low)
            return inputError(worded("there is a code %1 already", code.key), worded("choose another name"));
    for (const ViewField& field : plainFields())
        if (lowered(field.label) == low)
            return inputError(worded("\"%1\" is what a field of all activities is called", field.label),
                              worded("choose another name"));
    return {};
}

template <typename Change> Outcome changeCode(Transaction& tx, CodeId id, const Change& change) {
    const Code* row = tx.programme().codes.row(id);
    if (!row) return inputError(worded("the code is no longer there"));
    Code code = *row;
    if (Fault fault = change(code)) return *fault;
    tx.set(std::move(code));
    return done();
}

Fault freeValue(const Code& code, std::size_t own, const std::string& name) {
    for (std::size_t i = 0; i < code.values.size(); ++i)
        if (i != own && lowered(code.values[i].name) == lowered(name))
            return inputError(worded("the code %1 has the value %2 already", code.key, code.values[i].name));
    return {};
}

/// What activities carry becomes another value, or goes with an empty one.
void changeMarks(Transaction& tx, CodeId id, const std::string& from, const std::string& to) {
    std::vector<Activity> changed;
    for (const Activity& activity : tx.programme().activities)
        if (markOf(activity, id) == from) changed.push_back(activity);
    for (Activity& activity : changed) {
        if (to.empty()) std::erase_if(activity.codes, [&](const CodeMark& mark) { return mark.code == id; });
        for (CodeMark& mark : activity.codes)
            if (mark.code == id) mark.value = to;
        tx.set(std::move(activity));
    }
    std::vector<SpreadRule> rules;
    for (const SpreadRule& rule : tx.programme().spreads)
        if (rule.code == id && rule.value == from) rules.push_back(rule);
    for (SpreadRule& rule : rules) {
        rule.value = to;
        if (to.empty())
            tx.erase<SpreadRule>(rule.id);
        else
            tx.set(std::move(rule));
    }
    std::vector<PlaceRule> apart;
    for (const PlaceRule& rule : tx.programme().placeRules)
        if ((rule.code == id && rule.value == from) || (rule.otherCode == id && rule.otherValue == from))
            apart.push_back(rule);
    for (PlaceRule& rule : apart) {
        if (rule.code == id && rule.value == from) rule.value = to;
        if (rule.otherCode == id && rule.otherValue == from) rule.otherValue = to;
        if (to.empty())
            tx.erase<PlaceRule>(rule.id);
        else
            tx.set(std::move(rule));
    }
    const Code* trades = tradeCodeOf(tx.programme());
    if (!trades || trades->id != id) return;
    std::vector<Firm> firms;
    for (const Firm& firm : tx.programme().firms)
        if (std::find(firm.trades.begin(), firm.trades.end(), from) != firm.trades.end()) firms.push_back(firm);
    for (Firm& firm : firms) {
        std::replace(firm.trades.begin(), firm.trades.end(), from, to);
        std::erase(firm.trades, std::string());
        tx.set(std::move(firm));
    }
}

bool isNumeral(char c) {
    return (c >= '0' && c <= '9') || (c >= 'a' && c <= 'f');
}

/// Exchanges a name in a list of fields.
void rename(std::vector<LensColumn>& columns, const std::string& from, const std::string& to) {
    for (LensColumn& one : columns)
        if (one.field == from) one.field = to;
}
void rename(std::vector<LensKey>& keys, const std::string& from, const std::string& to) {
    for (LensKey& one : keys)
        if (one.field == from) one.field = to;
}

} // namespace

Result<CodeId> addCode(Transaction& tx, std::string_view text) {
    const auto name = takeName(text, worded("a code"));
    if (!name.ok()) return name.errors();
    if (Fault fault = freeName(tx.programme(), {}, *name)) return *fault;
    if (tx.programme().codes.size() >= mostCodes)
        return inputError(worded("a job has no more than %1 codes", mostCodes));
    Code code;
    code.id = tx.programme().codes.freshId();
    code.key = *name;
    tx.append(code);
    return code.id;
}

Outcome renameCode(Transaction& tx, CodeId id, std::string_view text) {
    const auto name = takeName(text, worded("a code"));
    if (!name.ok()) return name.errors();
    if (Fault fault = freeName(tx.programme(), id, *name)) return *fault;
    const Code* row = tx.programme().codes.row(id);
    if (!row) return inputError(worded("the code is no longer there"));
    const std::string from = codeField(row->key), to = codeField(*name);
    std::vector<KeptLens> kept;
    for (const KeptLens& one : tx.programme().lenses) {
        Lens lens = lensFrom(one);
        rename(lens.columns, from, to);
        rename(lens.buildUpColumns, from, to);
        rename(lens.groups, from, to);
        rename(lens.order, from, to);
        for (std::string* field : {&lens.colour, &lens.before, &lens.on, &lens.after})
            if (*field == from) *field = to;
        if (lens == lensFrom(one)) continue;
        kept.push_back(keptFrom(lens));
        kept.back().id = one.id;
    }
    for (KeptLens& one : kept) tx.set(std::move(one));
    return changeCode(tx, id, [&](Code& code) -> Fault {
        code.key = *name;
        return {};
    });
}

Outcome removeCode(Transaction& tx, CodeId id) {
    if (!tx.programme().codes.row(id)) return inputError(worded("the code is no longer there"));
    forget<CodeId>(tx, std::span(&id, 1));
    Job job = tx.programme().job;
    if (job.alikeCode == id) job.alikeCode = {};
    if (job.tradeCode == id) job.tradeCode = {};
    if (!(job == tx.programme().job)) tx.setJob(std::move(job));
    tx.erase<Code>(id);
    return done();
}

Outcome moveCode(Transaction& tx, CodeId id, int step) {
    const auto& codes = tx.programme().codes;
    const std::size_t at = codes.indexOf(id);
    if (at >= codes.size()) return inputError(worded("the code is no longer there"));
    if ((step < 0 && at == 0) || (step > 0 && at + 1 == codes.size())) return done();
    const Code code = codes[at];
    tx.erase<Code>(id);
    tx.insert(step < 0 ? at - 1 : at + 1, code);
    return done();
}

Outcome addCodeValue(Transaction& tx, CodeId id, std::string_view text) {
    const auto name = takeName(text, worded("a value"));
    if (!name.ok()) return name.errors();
    return changeCode(tx, id, [&](Code& code) -> Fault {
        if (Fault fault = freeValue(code, code.values.size(), *name)) return fault;
        if (code.values.size() >= mostCodeValues)
            return inputError(worded("a code has no more than %1 values", mostCodeValues));
        code.values.push_back({*name, {}, {}});
        return {};
    });
}

Outcome setCodeValue(Transaction& tx, CodeId id, std::size_t index, CodeValueField field, std::string_view text) {
    std::string before;
    std::string after;
    const Outcome changed = changeCode(tx, id, [&](Code& code) -> Fault {
        if (index >= code.values.size()) return inputError(worded("the value is no longer there"));
        CodeValue& value = code.values[index];
        if (field == CodeValueField::name) {
            const auto name = takeName(text, worded("a value"));
            if (!name.ok()) return name.error();
            if (Fault fault = freeValue(code, index, *name)) return fault;
            before = std::exchange(value.name, *name);
            after = *name;
            return {};
        }
        std::string said = trimmed(text);
        if (field == CodeValueField::longName) {
            if (said.size() > longestSortingName)
                return inputError(worded("the name has more than %1 characters", longestSortingName));
            value.longName = std::move(said);
            return {};
        }
        said = lowered(said);
        if (!said.empty() &&
            (said.size() != 7 || said[0] != '#' || !std::all_of(said.begin() + 1, said.end(), isNumeral)))
            return inputError(worded("\"%1\" is not a colour", said), worded("write it as #2e7d77, or leave it empty"));
        value.colour = std::move(said);
        return {};
    });
    if (changed.ok() && before != after) changeMarks(tx, id, before, after);
    return changed;
}

Outcome moveCodeValue(Transaction& tx, CodeId id, std::size_t index, int step) {
    return changeCode(tx, id, [&](Code& code) -> Fault {
        if (index >= code.values.size()) return inputError(worded("the value is no longer there"));
        const std::size_t to = step < 0 ? index - 1 : index + 1; // wraps below the first
        if (to < code.values.size()) std::swap(code.values[index], code.values[to]);
        return {};
    });
}

Outcome removeCodeValue(Transaction& tx, CodeId id, std::size_t index) {
    std::string gone;
    const Outcome changed = changeCode(tx, id, [&](Code& code) -> Fault {
        if (index >= code.values.size()) return inputError(worded("the value is no longer there"));
        gone = code.values[index].name;
        code.values.erase(code.values.begin() + std::ptrdiff_t(index));
        return {};
    });
    if (changed.ok()) changeMarks(tx, id, gone, {});
    return changed;
}

const CodeValue* valueMeant(const Code& code, std::string_view text) {
    const std::string low = lowered(trimmedView(text));
    const auto find = [&](std::string CodeValue::*name) -> const CodeValue* {
        for (const CodeValue& value : code.values)
            if (!low.empty() && lowered(value.*name) == low) return &value;
        return nullptr;
    };
    const CodeValue* shortly = find(&CodeValue::name);
    return shortly ? shortly : find(&CodeValue::longName);
}

Outcome setCodeMark(Transaction& tx, ActivityId id, CodeId codeId, std::string_view text) {
    const Activity* row = tx.programme().activities.row(id);
    const Code* code = tx.programme().codes.row(codeId);
    if (!row || !code) return inputError(worded("it is no longer there"));
    const CodeValue* value = valueMeant(*code, text);
    if (!value && !trimmedView(text).empty())
        return inputError(worded("\"%1\" is no value of the code %2", trimmed(text), code->key),
                          worded("add it to the code first"));
    Activity activity = *row;
    std::erase_if(activity.codes, [&](const CodeMark& mark) { return mark.code == codeId; });
    if (value) activity.codes.push_back({codeId, value->name});
    // In the order of the codes, so that the same marks are the same row whoever came first.
    std::sort(activity.codes.begin(), activity.codes.end(),
              [](const CodeMark& a, const CodeMark& b) { return a.code < b.code; });
    tx.set(std::move(activity));
    return done();
}

namespace {

Outcome sortOneInto(Transaction& tx, ActivityId id, const GroupValue& group) {
    if (group.field == "breakdown") return setBreakdown(tx, id, BreakdownId{group.node});
    if (group.field == "location") {
        const Activity* row = tx.programme().activities.row(id);
        if (!row) return inputError(worded("it is no longer there"));
        Activity activity = *row;
        activity.location = LocationId{group.node};
        fitPlace(tx.programme(), activity);
        tx.set(std::move(activity));
        return done();
    }
    for (const Code& code : tx.programme().codes)
        if (codeField(code.key) == group.field) return setCodeMark(tx, id, code.id, group.text);
    for (const PlainText& text : activityTexts())
        if (text.name == group.field) return setText(tx, id, text, group.text);
    if (group.field == "calendar") {
        for (const Calendar& calendar : tx.programme().calendars)
            if ((calendar.name.empty() ? calendar.key : calendar.name) == group.text)
                return setCalendar(tx, id, calendar.id);
        if (group.text == "Continuous") return setCalendar(tx, id, continuousCalendar);
    }
    const auto field = fieldNamed(tx.programme(), group.field);
    return inputError(worded("\"%1\" follows from the programme", (field ? field->label : group.field)),
                      worded("rows are sorted by hand into groups of codes, breakdown, location, calendar or texts"));
}

} // namespace

Outcome sortInto(Transaction& tx, std::span<const ActivityId> ids, const GroupValue& group) {
    for (const ActivityId id : ids)
        if (Outcome sorted = sortOneInto(tx, id, group); !sorted.ok()) return sorted;
    return done();
}

Outcome keepLens(Transaction& tx, KeptLens lens) {
    const auto name = takeName(lens.key, worded("a lens"));
    if (!name.ok()) return name.errors();
    lens.key = *name;
    for (const KeptLens& one : tx.programme().lenses)
        if (lowered(one.key) == lowered(*name)) {
            lens.id = one.id;
            tx.set(std::move(lens));
            return done();
        }
    lens.id = tx.programme().lenses.freshId();
    tx.append(std::move(lens));
    return done();
}

Outcome renameLens(Transaction& tx, LensId id, std::string_view text) {
    const auto name = takeName(text, worded("a lens"));
    if (!name.ok()) return name.errors();
    const KeptLens* row = tx.programme().lenses.row(id);
    if (!row) return inputError(worded("the lens is no longer there"));
    for (const KeptLens& one : tx.programme().lenses)
        if (one.id != id && lowered(one.key) == lowered(*name))
            return inputError(worded("there is a lens %1 already", one.key), worded("choose another name"));
    KeptLens lens = *row;
    lens.key = *name;
    tx.set(std::move(lens));
    return done();
}

Outcome removeLens(Transaction& tx, LensId id) {
    if (!tx.programme().lenses.row(id)) return inputError(worded("the lens is no longer there"));
    tx.erase<KeptLens>(id);
    return done();
}

} // namespace yarrin
