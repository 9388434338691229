// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/week_edits.h"

#include "core/base/worded.h"
#include "core/weeks/look_ahead.h"
#include "core/weeks/promises.h"
#include "edit/activity_edits.h"
#include "edit/progress_edits.h"
#include "edit/typed.h"

#include <algorithm>
#include <set>

namespace yarrin {

namespace {

Error weekGone() {
    return inputError(worded("this week was not committed"));
}
Error lackGone() {
    return inputError(worded("it is there no more"));
}
Error firmGone() {
    return inputError(worded("the firm is there no more"));
}

Result<Promise> promiseOf(const Programme& programme, const Schedule& dates, ActivityId id, Date begins) {
    const Activity* activity = programme.activities.row(id);
    if (!activity) return inputError(worded("the activity is there no more"));
    const auto days = daysIn(programme, dates, id, begins);
    if (!days) return inputError(worded("%1 does not work in the week of %2", activity->key, isoDate(begins)));
    if (const auto lacking = lackingOn(programme, id); !lacking.empty())
        return inputError(worded("%1 still lacks %2%3", activity->key, lacking.front().kind,
                                 (lacking.front().what.empty() ? "" : ": " + lacking.front().what)),
                          worded("make it ready first"));
    Promise promise;
    promise.activity = id;
    promise.key = activity->key;
    promise.name = activity->name;
    promise.trade = tradeOf(programme, *activity);
    promise.firm = firmOf(programme, *activity);
    if (const Location* place = programme.locations.row(activity->location)) promise.place = place->name;
    promise.from = days->first;
    promise.to = days->second;
    if (activity->measure) promise.unit = activity->measure->unit;
    return promise;
}

Outcome put(Transaction& tx, Week week) {
    if (Fault fault = faultOf(week, tx.programme())) return *fault;
    if (tx.programme().weeks.row(week.id))
        tx.set(std::move(week));
    else
        tx.append(std::move(week));
    return done();
}

} // namespace

Outcome commitWeek(Transaction& tx, const Schedule& dates, Date begins, std::span<const ActivityId> activities,
                   std::string_view by, std::optional<Date> on) {
    const Programme& programme = tx.programme();
    if (weekBegin(programme.job, begins) != begins)
        return inputError(worded("no week begins on %1", isoDate(begins)),
                          worded("weeks begin on the job's first weekday"));
    if (weekOf(programme, begins)) return inputError(worded("the week of %1 is committed already", isoDate(begins)));
    if (activities.empty()) return inputError(worded("nothing is promised"), worded("tick what is promised first"));
    Week week;
    week.id = programme.weeks.freshId();
    week.begins = begins;
    week.by = trimmed(by);
    week.committedOn = on;
    for (const ActivityId id : activities) {
        auto promise = promiseOf(programme, dates, id, begins);
        if (!promise.ok()) return promise.errors();
        week.promises.push_back(*promise);
    }
    std::sort(week.promises.begin(), week.promises.end(),
              [](const Promise& a, const Promise& b) { return a.key < b.key; });
    return put(tx, std::move(week));
}

Outcome promiseLater(Transaction& tx, const Schedule& dates, Date begins, ActivityId activity) {
    const Week* row = weekOf(tx.programme(), begins);
    if (!row) return weekGone();
    auto promise = promiseOf(tx.programme(), dates, activity, begins);
    if (!promise.ok()) return promise.errors();
    Week week = *row;
    week.promises.push_back(*promise);
    week.promises.back().later = true;
    return put(tx, std::move(week));
}

Outcome removeWeek(Transaction& tx, Date begins) {
    const Week* row = weekOf(tx.programme(), begins);
    if (!row) return weekGone();
    tx.erase<Week>(row->id);
    return done();
}

Outcome setPromiseField(Transaction& tx, Date begins, std::size_t index, PromiseField field, std::string_view text) {
    const Week* row = weekOf(tx.programme(), begins);
    if (!row || index >= row->promises.size()) return weekGone();
    Week week = *row;
    Promise& promise = week.promises[index];
    const auto reasons = wordsOf(tx.programme(), WordList::whyNot);
    const std::string typed = trimmed(text);
    switch (field) {
    case PromiseField::kept:
        if (Fault fault = choose(promise.kept, typed)) return *fault;
        if (promise.kept == Kept::kept || promise.kept == Kept::open) promise.reason.clear();
        if ((promise.kept == Kept::notKept || promise.kept == Kept::inPart) && promise.reason.empty() &&
            !reasons.empty())
            promise.reason = reasons.front();
        break;
    case PromiseField::reason:
        if (!typed.empty() && std::find(reasons.begin(), reasons.end(), typed) == reasons.end())
            return inputError(worded("\"%1\" is not in the list of reasons", typed));
        promise.reason = typed;
        break;
    case PromiseField::note:
        promise.note = typed;
        break;
    case PromiseField::done: {
        const auto sum = parseOptionalFigure(typed);
        if (!sum.ok()) return sum.errors();
        promise.done = *sum;
        break;
    }
    }
    return put(tx, std::move(week));
}

Outcome enterPromise(Transaction& tx, const Schedule& dates, Date begins, std::size_t index) {
    const Week* row = weekOf(tx.programme(), begins);
    if (!row || index >= row->promises.size()) return weekGone();
    const Promise promise = row->promises[index];
    if (promise.kept != Kept::kept)
        return inputError(worded("%1 was not kept: enter what was done by hand", promise.key));
    const std::size_t at = tx.programme().activities.indexOf(promise.activity);
    if (at >= dates.activities.size()) return inputError(worded("%1 is there no more", promise.key));
    const Activity& activity = tx.programme().activities[at];
    if (activity.actualFinish) return inputError(worded("%1 is complete already", promise.key));
    if (!activity.actualStart && promise.from)
        if (Outcome set = setActual(tx, promise.activity, Actual::start, isoDate(*promise.from)); !set.ok()) return set;
    const bool ends = promise.to && completionDate(dates.activities[at].earlyFinish) <= *promise.to;
    if (promise.to && ends) return setActual(tx, promise.activity, Actual::finish, isoDate(*promise.to));
    return done();
}

Result<LackId> addLack(Transaction& tx, ActivityId activity, std::string_view kind) {
    Lack lack;
    lack.id = tx.programme().lacks.freshId();
    lack.activity = activity;
    const auto words = wordsOf(tx.programme(), WordList::lacking);
    lack.kind = trimmed(kind).empty() && !words.empty() ? words.front() : trimmed(kind);
    if (!tx.programme().activities.row(activity)) return inputError(worded("the activity is there no more"));
    if (Fault fault = faultOf(lack, tx.programme())) return *fault;
    const LackId id = lack.id;
    tx.append(std::move(lack));
    return id;
}

Outcome removeLacks(Transaction& tx, std::span<const LackId> ids) {
    for (const LackId id : ids) {
        if (!tx.programme().lacks.row(id)) return lackGone();
        tx.erase<Lack>(id);
    }
    return done();
}

Outcome setLackField(Transaction& tx, LackId id, LackField field, std::string_view text) {
    const Lack* row = tx.programme().lacks.row(id);
    if (!row) return lackGone();
    Lack lack = *row;
    const std::string typed = trimmed(text);
    switch (field) {
    case LackField::activity:
        lack.activity = {};
        for (const Activity& activity : tx.programme().activities)
            if (activity.key == typed) lack.activity = activity.id;
        if (!lack.activity) return inputError(worded("there is no activity %1", typed));
        break;
    case LackField::kind:
        lack.kind = typed;
        break;
    case LackField::what:
        lack.what = typed;
        break;
    case LackField::owner:
        lack.owner = typed;
        break;
    case LackField::wanted:
        if (Fault fault = readDate(lack.wanted, typed)) return *fault;
        break;
    case LackField::readyOn:
        if (Fault fault = readDate(lack.readyOn, typed)) return *fault;
        break;
    }
    if (Fault fault = faultOf(lack, tx.programme())) return *fault;
    tx.set(std::move(lack));
    return done();
}

std::string lackText(const Programme& programme, const Lack& lack, LackField field) {
    switch (field) {
    case LackField::activity: {
        const Activity* activity = programme.activities.row(lack.activity);
        return activity ? activity->key : std::string();
    }
    case LackField::kind:
        return lack.kind;
    case LackField::what:
        return lack.what;
    case LackField::owner:
        return lack.owner;
    case LackField::wanted:
        return lack.wanted ? isoDate(*lack.wanted) : std::string();
    case LackField::readyOn:
        return lack.readyOn ? isoDate(*lack.readyOn) : std::string();
    }
    return {};
}

Result<FirmId> addFirm(Transaction& tx, std::string_view name) {
    Firm firm;
    firm.id = tx.programme().firms.freshId();
    firm.key = trimmed(name).empty() ? freshKey(tx.programme().firms, worded("Firm ").c_str()) : trimmed(name);
    if (isTaken(tx.programme().firms, firm.key)) return inputError(worded("there is a firm %1 already", firm.key));
    if (Fault fault = faultOf(firm, tx.programme())) return *fault;
    const FirmId id = firm.id;
    tx.append(std::move(firm));
    return id;
}

Outcome removeFirms(Transaction& tx, std::span<const FirmId> ids) {
    for (const FirmId id : ids) {
        if (!tx.programme().firms.row(id)) return firmGone();
        tx.erase<Firm>(id);
    }
    return done();
}

Outcome setFirmField(Transaction& tx, FirmId id, FirmField field, std::string_view text) {
    const Firm* row = tx.programme().firms.row(id);
    if (!row) return firmGone();
    Firm firm = *row;
    const std::string typed = trimmed(text), before = firm.key;
    if (field == FirmField::name) {
        if (Fault fault = takeKey(tx.programme().firms, firm, typed)) return *fault;
    } else if (field == FirmField::contact) {
        firm.contact = typed;
    } else {
        firm.trades.clear();
        const Code* code = tradeCodeOf(tx.programme());
        for (const std::string& trade : listed(typed, ';')) {
            const bool known = code && std::any_of(code->values.begin(), code->values.end(),
                                                   [&](const CodeValue& one) { return one.name == trade; });
            if (!known)
                return inputError(worded("there is no trade %1", trade),
                                  worded("trades are the values of the code called trade"));
            firm.trades.push_back(trade);
        }
    }
    if (Fault fault = faultOf(firm, tx.programme())) return *fault;
    const std::string after = firm.key;
    tx.set(std::move(firm));
    std::vector<Activity> named;
    for (const Activity& activity : tx.programme().activities)
        if (before != after && activity.responsible == before) named.push_back(activity);
    for (Activity& activity : named) {
        activity.responsible = after;
        tx.set(std::move(activity));
    }
    return done();
}

std::string firmText(const Firm& firm, FirmField field) {
    if (field == FirmField::name) return firm.key;
    if (field == FirmField::contact) return firm.contact;
    std::string trades;
    for (const std::string& trade : firm.trades) trades += (trades.empty() ? "" : "; ") + trade;
    return trades;
}

Outcome setWords(Transaction& tx, WordList list, const std::vector<std::string>& words) {
    std::vector<ListWordId> going;
    for (const ListWord& one : tx.programme().listWords)
        if (one.list == list) going.push_back(one.id);
    for (const ListWordId id : going) tx.erase<ListWord>(id);
    const auto shipped = shippedWords(list);
    const bool asShipped = std::equal(words.begin(), words.end(), shipped.begin(), shipped.end());
    for (const std::string& word : words) {
        if (asShipped) break;
        ListWord one;
        one.id = tx.programme().listWords.freshId();
        one.list = list;
        one.word = trimmed(word);
        tx.append(std::move(one));
    }
    for (const auto& [place, fault] : faultsOfWeeks(tx.programme()))
        return Error{fault.code, place, fault.what, fault.todo};
    return done();
}

} // namespace yarrin
