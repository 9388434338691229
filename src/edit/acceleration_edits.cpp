// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/acceleration_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/typed.h"

#include <algorithm>

namespace yarrin {

namespace {

template <typename Rows> auto named(const Rows& rows, std::string_view key) -> decltype(&rows[0]) {
    for (const auto& row : rows)
        if (row.key == key) return &row;
    return nullptr;
}

Fault readWon(const Programme& programme, std::vector<DaysWon>& won, std::string_view text) {
    won.clear();
    for (const std::string& phrase : listed(text, ';')) {
        const std::size_t blank = phrase.rfind(' ');
        if (blank == std::string::npos)
            return inputError(worded("\"%1\" says no days", phrase), worded("write it as S1 6; S2 3"));
        const std::string key = trimmed(phrase.substr(0, blank));
        const Section* section = named(programme.sections, key);
        if (!section) return inputError(worded("there is no section %1", key), worded("write it as S1 6; S2 3"));
        std::optional<int> days;
        if (Fault fault = readDays(days, phrase.substr(blank + 1), 0, 36500)) return fault;
        for (const DaysWon& one : won)
            if (one.section == section->id) return inputError(worded("the days of %1 stand there twice", key));
        if (days && *days > 0) won.push_back({section->id, *days});
    }
    return {};
}

Fault readActivities(const Programme& programme, std::vector<ActivityId>& ids, std::string_view text) {
    ids.clear();
    for (const std::string& key : listed(text, ';')) {
        const Activity* activity = named(programme.activities, key);
        if (!activity) return inputError(worded("there is no activity %1", key));
        if (std::find(ids.begin(), ids.end(), activity->id) == ids.end()) ids.push_back(activity->id);
    }
    return {};
}

template <typename Id, typename Rows>
Fault readNamed(const Rows& rows, Id& id, std::string_view key, const Worded& kind) {
    id = {};
    if (key.empty()) return {};
    const auto* row = named(rows, key);
    if (!row) return inputError(std::string(worded("there is no ")) + kind + " " + std::string(key));
    id = row->id;
    return {};
}

Fault inOrder(const std::optional<Date>& from, const std::optional<Date>& to) {
    if (from && to && *to < *from) return inputError(worded("it ends before it begins"));
    return {};
}

} // namespace

Result<AccelerationId> addAcceleration(Transaction& tx, Date on) {
    Acceleration record;
    record.id = tx.programme().accelerations.freshId();
    record.key = freshKey(tx.programme().accelerations, "R");
    record.title = worded("Time won");
    record.from = on;
    const AccelerationId id = record.id;
    tx.append(std::move(record));
    return id;
}

Outcome removeAcceleration(Transaction& tx, AccelerationId id) {
    if (!tx.programme().accelerations.row(id)) return inputError(worded("the record is no longer there"));
    tx.erase<Acceleration>(id);
    return done();
}

Outcome setWonField(Transaction& tx, AccelerationId id, WonField field, std::string_view text) {
    const Programme& programme = tx.programme();
    const Acceleration* row = programme.accelerations.row(id);
    if (!row) return inputError(worded("the record is no longer there"));
    Acceleration record = *row;
    text = trimmedView(text);
    Fault fault;
    switch (field) {
    case WonField::key:
        fault = takeKey(programme.accelerations, record, text);
        break;
    case WonField::title:
        if (text.empty()) fault = inputError(worded("a record needs a title"));
        record.title = text;
        break;
    case WonField::by:
        fault = choose(record.by, text);
        break;
    case WonField::how:
        fault = choose(record.how, text);
        break;
    case WonField::from:
        fault = readDate(record.from, text);
        break;
    case WonField::to:
        fault = readDate(record.to, text);
        break;
    case WonField::cost:
        fault = readSum(record.cost, text, worded("a cost"));
        break;
    case WonField::won:
        fault = readWon(programme, record.won, text);
        break;
    case WonField::activities:
        fault = readActivities(programme, record.activities, text);
        break;
    case WonField::note:
        record.note = text;
        break;
    }
    if (!fault) fault = inOrder(record.from, record.to);
    if (fault) return *fault;
    tx.set(std::move(record));
    return done();
}

std::string wonText(const Programme& programme, const Acceleration& record) {
    std::string text;
    for (const DaysWon& won : record.won)
        if (const Section* section = programme.sections.row(won.section))
            text += (text.empty() ? "" : "; ") + section->key + " " + std::to_string(won.days);
    return text;
}

Result<MileId> addMile(Transaction& tx) {
    MeasuredMile mile;
    mile.id = tx.programme().miles.freshId();
    mile.key = freshKey(tx.programme().miles, "D");
    mile.title = "Disruption";
    const MileId id = mile.id;
    tx.append(std::move(mile));
    return id;
}

Outcome removeMile(Transaction& tx, MileId id) {
    if (!tx.programme().miles.row(id)) return inputError(worded("the measured mile is no longer there"));
    tx.erase<MeasuredMile>(id);
    return done();
}

Outcome setMileField(Transaction& tx, MileId id, MileField field, std::string_view text) {
    const Programme& programme = tx.programme();
    const MeasuredMile* row = programme.miles.row(id);
    if (!row) return inputError(worded("the measured mile is no longer there"));
    MeasuredMile mile = *row;
    text = trimmedView(text);
    Fault fault;
    switch (field) {
    case MileField::key:
        fault = takeKey(programme.miles, mile, text);
        break;
    case MileField::title:
        if (text.empty()) fault = inputError(worded("a measured mile needs a title"));
        mile.title = text;
        break;
    case MileField::event:
        fault = readNamed(programme.events, mile.event, text, worded("event"));
        break;
    case MileField::item:
        fault = readNamed(programme.book, mile.item, text, worded("item of the output book"));
        break;
    case MileField::quietFrom:
        fault = readDate(mile.quietFrom, text);
        break;
    case MileField::quietTo:
        fault = readDate(mile.quietTo, text);
        break;
    case MileField::hurtFrom:
        fault = readDate(mile.hurtFrom, text);
        break;
    case MileField::hurtTo:
        fault = readDate(mile.hurtTo, text);
        break;
    case MileField::costPerHour:
        fault = readSum(mile.costPerHour, text, worded("a cost"));
        break;
    case MileField::note:
        mile.note = text;
        break;
    }
    if (!fault) fault = inOrder(mile.quietFrom, mile.quietTo);
    if (!fault) fault = inOrder(mile.hurtFrom, mile.hurtTo);
    if (fault) return *fault;
    tx.set(std::move(mile));
    return done();
}

Outcome setMileSpan(Transaction& tx, MileId id, bool hurt, Date from, Date to) {
    const MeasuredMile* row = tx.programme().miles.row(id);
    if (!row) return inputError(worded("the measured mile is no longer there"));
    if (to < from) return inputError(worded("it ends before it begins"));
    MeasuredMile mile = *row;
    (hurt ? mile.hurtFrom : mile.quietFrom) = from;
    (hurt ? mile.hurtTo : mile.quietTo) = to;
    tx.set(std::move(mile));
    return done();
}

} // namespace yarrin
