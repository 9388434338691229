// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Terms of payment, and what was really spent.
#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/time/typed_date.h"
#include "edit/activity_edits.h"
#include "edit/labour_edits.h"
#include "edit/typed.h"

#include <map>
#include <tuple>

namespace yarrin {

namespace {

std::optional<int>* daysOf(Job& job, TermField field) {
    switch (field) {
    case TermField::daysToPay:
        return &job.daysToPay;
    case TermField::defectsDays:
        return &job.defectsDays;
    case TermField::payLabour:
        return &job.payLabour;
    case TermField::payPlant:
        return &job.payPlant;
    case TermField::payMaterials:
        return &job.payMaterials;
    case TermField::paySubcontract:
        return &job.paySubcontract;
    case TermField::payTimeRelated:
        return &job.payTimeRelated;
    case TermField::payOther:
        return &job.payOther;
    case TermField::applyEvery:
    case TermField::retention:
    case TermField::financeRate:
        break;
    }
    return nullptr;
}

/// "2027-02", "Feb 2027" or a date in the month.
Result<Month> parseTypedMonth(std::string_view text) {
    const std::string typed = trimmed(text);
    if (const auto month = parseMonth(typed)) return *month;
    for (const std::string& form : {typed, "1 " + typed})
        if (const auto date = parseTypedDate(form); date.ok()) return monthOf(*date);
    return inputError(worded("\"%1\" is not a month", typed), worded("write it as Feb 2027 or 2027-02"));
}

} // namespace

Outcome setTerm(Transaction& tx, TermField field, std::string_view text) {
    Job job = tx.programme().job;
    Fault fault;
    if (auto* days = daysOf(job, field))
        fault = readDays(*days, text, 0, 3650);
    else if (field == TermField::applyEvery)
        fault = choose(job.applyEvery, text);
    else
        fault = readShare(field == TermField::retention ? job.retention : job.financeRate, text);
    if (fault) return *fault;
    tx.setJob(std::move(job));
    return done();
}

Outcome setCostEntry(Transaction& tx, std::string_view month, CostHead head, ActivityId activity,
                     std::string_view amount) {
    const auto when = parseTypedMonth(month);
    if (!when.ok()) return when.errors();
    const auto& dataDate = tx.programme().job.dataDate;
    if (!dataDate)
        return inputError(worded("there is no data date"), worded("set it first: up to when is known what was spent"));
    if (startOf(when->first) >= *dataDate)
        return inputError(worded("the month begins after the data date"), worded("what is spent then is forecast"));
    if (activity && !tx.programme().activities.row(activity))
        return inputError(worded("the activity is no longer there"));
    std::optional<Decimal> sum;
    std::string typed = trimmed(amount);
    // A sum may name its currency where that is the job's.
    const std::string& currency = tx.programme().job.currency;
    const auto letters = [](std::string_view word) {
        return word.size() == 3 && std::all_of(word.begin(), word.end(), [](char c) { return c >= 'A' && c <= 'Z'; });
    };
    for (const auto& [word, rest] : {std::pair{typed.substr(0, 3), typed.size() > 3 ? typed.substr(3) : std::string()},
                                     std::pair{typed.size() > 3 ? typed.substr(typed.size() - 3) : std::string(),
                                               typed.size() > 3 ? typed.substr(0, typed.size() - 3) : std::string()}})
        if (letters(word)) {
            if (word != currency) {
                return inputError(worded("the job is kept in %1, not in %2", currency, word),
                                  worded("turn the sum into %1", currency));
            }
            typed = trimmed(rest);
            break;
        }
    if (auto fault = readSum(sum, typed, worded("a cost"))) return *fault;
    for (const CostEntry& entry : tx.programme().costs)
        if (entry.month == *when && entry.head == head && entry.activity == activity) {
            CostEntry row = entry;
            if (!sum) {
                tx.erase<CostEntry>(row.id);
                return done();
            }
            row.amount = *sum;
            tx.set(row);
            return done();
        }
    if (!sum) return inputError(worded("a cost needs a sum"));
    tx.append(CostEntry{tx.programme().costs.freshId(), *when, head, activity, *sum});
    return done();
}

Outcome setCostEntryTyped(Transaction& tx, std::string_view month, std::string_view head, std::string_view activity,
                          std::string_view amount) {
    const auto chosen = fromWord<CostHead>(lowered(trimmed(head)));
    if (!chosen)
        return inputError(worded("\"%1\" is no cost head", trimmed(head)),
                          worded("it is labour, plant, materials, subcontract, time-related or other"));
    ActivityId on;
    const std::string key = trimmed(activity);
    for (const Activity& one : tx.programme().activities)
        if (one.key == key) on = one.id;
    if (!key.empty() && !on) return inputError(worded("there is no activity %1", key));
    return setCostEntry(tx, month, *chosen, on, amount);
}

Result<int> readCosts(Transaction& tx, const Sheet& sheet) {
    constexpr std::size_t nowhere = static_cast<std::size_t>(-1);
    std::size_t month = nowhere, head = nowhere, activity = nowhere, amount = nowhere;
    for (std::size_t column = 0; column < sheet.columns() && !sheet.rows.empty(); ++column) {
        const std::string title = lowered(trimmed(sheet.at(0, column).text));
        if (title == "month") month = column;
        if (title == "head" || title == "cost head") head = column;
        if (title == "activity" || title == "activity id") activity = column;
        if (title == "sum" || title == "amount" || title == "cost") amount = column;
    }
    if (month == nowhere || head == nowhere || amount == nowhere)
        return inputError(worded("the table has no columns headed Month, Head and Sum"),
                          worded("name them in its first row"));
    using Key = std::tuple<std::string, std::string, std::string>;
    std::map<Key, std::pair<Fraction, std::size_t>> sums; // and the row that names it first
    for (std::size_t row = 1; row < sheet.rows.size(); ++row) {
        const auto cell = [&](std::size_t column) {
            return column == nowhere ? std::string() : trimmed(sheet.at(row, column).text);
        };
        if (cell(amount).empty()) continue;
        const auto figure = parseFigure(cell(amount));
        if (!figure.ok()) return inputError(worded("row %1: %2", row + 1, figure.error().what), figure.error().todo);
        auto& [sum, first] =
            sums.try_emplace({cell(month), lowered(cell(head)), cell(activity)}, Fraction(0), row).first->second;
        sum = sum + Fraction(*figure);
    }
    for (const auto& [key, sum] : sums) {
        const auto whole = sum.first.rounded(6);
        const auto& [when, under, on] = key;
        const Outcome set = whole ? setCostEntryTyped(tx, when, under, on, whole->text())
                                  : Outcome(inputError(worded("the sum has too many digits")));
        if (!set.ok()) return inputError(worded("row %1: %2", sum.second + 1, set.error().what), set.error().todo);
    }
    return int(sums.size());
}

Outcome removeCostEntries(Transaction& tx, std::span<const CostEntryId> ids) {
    for (const CostEntryId id : ids)
        if (!tx.programme().costs.row(id)) return inputError(worded("the entry is no longer there"));
    tx.eraseAll<CostEntry>(ids);
    return done();
}

} // namespace yarrin
