// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/place_edits.h"

#include "core/base/worded.h"
#include "core/quantity/figures.h"
#include "edit/activity_edits.h"
#include "edit/typed.h"

#include <algorithm>
#include <regex>

namespace yarrin {

namespace {

Error placeRuleGone() {
    return inputError(worded("the rule is there no more"));
}

/// "1+250" is 1250; "62" is 62.
Result<Decimal> parseChainage(const std::string& text) {
    const std::string typed = trimmed(text);
    const std::size_t plus = typed.find('+');
    if (plus == std::string::npos) return parseFigure(typed);
    const auto kilometres = parseFigure(typed.substr(0, plus));
    const auto metres = parseFigure(typed.substr(plus + 1));
    if (!kilometres.ok()) return kilometres;
    if (!metres.ok()) return metres;
    const auto sum = exactly(Fraction(*kilometres) * Fraction(1000) + Fraction(*metres));
    if (!sum) return inputError(worded("\"%1\" is no chainage", typed));
    return *sum;
}

template <typename Change> Outcome changePlace(Transaction& tx, ActivityId id, const Change& change) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    Activity activity = *row;
    if (Fault fault = change(activity)) return *fault;
    if (Fault fault = faultOfPlace(tx.programme(), activity)) return *fault;
    tx.set(std::move(activity));
    return done();
}

Fault takeApart(std::optional<Decimal>& apart, std::string_view text) {
    if (text.empty()) {
        apart.reset();
        return {};
    }
    const auto figure = parseFigure(text);
    if (!figure.ok()) return figure.error();
    apart = *figure;
    return {};
}

Fault takeRuleField(PlaceRule& rule, const Programme& programme, PlaceRuleField field, const std::string& text) {
    switch (field) {
    case PlaceRuleField::one:
    case PlaceRuleField::other: {
        const auto kind = workKindFrom(programme, text);
        if (!kind.ok()) return kind.error();
        const bool one = field == PlaceRuleField::one;
        (one ? rule.item : rule.otherItem) = kind->item;
        (one ? rule.code : rule.otherCode) = kind->code;
        (one ? rule.value : rule.otherValue) = kind->value;
        return {};
    }
    case PlaceRuleField::location:
        rule.location = {};
        for (const Location& one : programme.locations)
            if (!text.empty() && (one.key == text || one.name == text)) rule.location = one.id;
        if (!text.empty() && !rule.location)
            return inputError(worded("there is no location \"%1\"", text), worded("make it in Scope first"));
        return {};
    case PlaceRuleField::together:
        rule.together = text == "yes";
        if (rule.together) {
            rule.days.reset();
            rule.metres.reset();
        } else if (!rule.days && !rule.metres) {
            rule.days = Decimal(1);
        }
        return {};
    case PlaceRuleField::days:
    case PlaceRuleField::metres: {
        if (Fault fault = takeApart(field == PlaceRuleField::days ? rule.days : rule.metres, text)) return fault;
        rule.together = !rule.days && !rule.metres;
        return {};
    }
    case PlaceRuleField::daysOf:
        return choose(rule.daysOf, text);
    case PlaceRuleField::note:
        rule.note = text;
        return {};
    }
    return {};
}

} // namespace

Result<std::optional<Stretch>> parseStretch(std::string_view given) {
    const std::string text(given);
    if (trimmed(text).empty()) return std::optional<Stretch>();
    static const std::regex form(
        R"(^\s*(?:ch\.?\s*)?([0-9][0-9., +]*?)\s*(?:–|-|to|\.\.)\s*([0-9][0-9., +]*?)\s*(?:m)?\s*$)",
        std::regex::icase);
    std::smatch parts;
    if (text.size() > 60 || !std::regex_match(text, parts, form))
        return inputError(worded("\"%1\" is no range", trimmed(text)),
                          worded("write it as \"0 – 62\" or \"1+250 to 1+300\""));
    const auto from = parseChainage(parts[1]);
    const auto to = parseChainage(parts[2]);
    if (!from.ok()) return from.errors();
    if (!to.ok()) return to.errors();
    if (*to <= *from) return inputError(worded("a range runs from the smaller chainage to the larger one"));
    return std::optional(Stretch{*from, *to});
}

std::string stretchText(const Stretch& stretch) {
    return stretch.from.text() + " – " + stretch.to.text();
}

Outcome setStretch(Transaction& tx, ActivityId id, std::string_view text) {
    const auto stretch = parseStretch(text);
    if (!stretch.ok()) return stretch.errors();
    return changePlace(tx, id, [&](Activity& activity) -> Fault {
        activity.stretchOfWork = *stretch;
        if (!*stretch) fitPlace(tx.programme(), activity);
        return {};
    });
}

Outcome setTravel(Transaction& tx, ActivityId id, Travel travel) {
    return changePlace(tx, id, [&](Activity& activity) -> Fault {
        activity.travel = travel;
        return {};
    });
}

Outcome setPace(Transaction& tx, ActivityId id, std::string_view billItem) {
    return changePlace(tx, id, [&](Activity& activity) -> Fault {
        const std::string key = trimmed(billItem);
        activity.pace = {};
        for (const BillItem& item : tx.programme().bill)
            if (!key.empty() && item.key == key) activity.pace = item.id;
        if (!key.empty() && !activity.pace)
            return inputError(worded("there is no bill item \"%1\"", key), worded("write its number in the bill"));
        return {};
    });
}

Result<WorkKind> workKindFrom(const Programme& programme, std::string_view typed) {
    const std::string text = trimmed(typed), low = lowered(text);
    if (text.empty() || low == "all" || low == "all work") return WorkKind{};
    if (low.starts_with("item ")) {
        const std::string key = trimmed(text.substr(5));
        for (const BookItem& item : programme.book)
            if (item.key == key) return WorkKind{item.id, {}, {}};
    }
    for (const Code& code : programme.codes)
        for (const CodeValue& value : code.values)
            for (const char* between : {" ", "="})
                if (low == lowered(code.key + between + value.name)) return WorkKind{{}, code.id, value.name};
    return inputError(worded("there is no kind of work called \"%1\"", text),
                      worded("write item and one of the output book, a code and its value, or all"));
}

std::string workKindText(const Programme& programme, const WorkKind& kind) {
    if (const BookItem* item = programme.book.row(kind.item)) return worded("item %1", item->key);
    if (const Code* code = programme.codes.row(kind.code)) return code->key + " " + kind.value;
    return worded("all work");
}

Result<PlaceRuleId> addPlaceRule(Transaction& tx) {
    PlaceRule rule;
    rule.id = tx.programme().placeRules.freshId();
    rule.days = Decimal(1);
    const PlaceRuleId id = rule.id;
    tx.append(std::move(rule));
    return id;
}

Outcome setPlaceRuleField(Transaction& tx, PlaceRuleId id, PlaceRuleField field, std::string_view text) {
    const PlaceRule* row = tx.programme().placeRules.row(id);
    if (!row) return placeRuleGone();
    PlaceRule rule = *row;
    if (Fault fault = takeRuleField(rule, tx.programme(), field, trimmed(text))) return *fault;
    if (Fault fault = faultOf(rule, tx.programme())) return *fault;
    tx.set(std::move(rule));
    return done();
}

std::string placeRuleText(const Programme& programme, const PlaceRule& rule, PlaceRuleField field) {
    switch (field) {
    case PlaceRuleField::one:
        return workKindText(programme, oneKind(rule));
    case PlaceRuleField::other:
        return workKindText(programme, otherKind(rule));
    case PlaceRuleField::location: {
        const Location* place = programme.locations.row(rule.location);
        return place ? place->key : std::string();
    }
    case PlaceRuleField::together:
        return rule.together ? "yes" : "no";
    case PlaceRuleField::days:
        return rule.days ? rule.days->text() : std::string();
    case PlaceRuleField::daysOf:
        return std::string(wordOf(rule.daysOf));
    case PlaceRuleField::metres:
        return rule.metres ? rule.metres->text() : std::string();
    case PlaceRuleField::note:
        return rule.note;
    }
    return {};
}

Outcome removePlaceRules(Transaction& tx, std::span<const PlaceRuleId> ids) {
    for (const PlaceRuleId id : ids)
        if (!tx.programme().placeRules.row(id)) return placeRuleGone();
    tx.eraseAll<PlaceRule>(ids);
    return done();
}

} // namespace yarrin
