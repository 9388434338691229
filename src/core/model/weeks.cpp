// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/weeks.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/references.h"

#include <algorithm>
#include <set>

namespace yarrin {

std::span<const std::string_view> shippedWords(WordList list) {
    static constexpr std::string_view lacking[] = {"drawings", "access", "materials", "crew", "permit", "earlier work"};
    static constexpr std::string_view whyNot[] = {"weather",    "materials late",    "work before not finished",
                                                  "no access",  "crew short",        "drawings",
                                                  "plant down", "promised too much", "other"};
    return list == WordList::lacking ? std::span<const std::string_view>(lacking)
                                     : std::span<const std::string_view>(whyNot);
}

std::vector<std::string> wordsOf(const Programme& programme, WordList list) {
    std::vector<std::string> words;
    for (const ListWord& one : programme.listWords)
        if (one.list == list) words.push_back(one.word);
    if (words.empty())
        for (const std::string_view word : shippedWords(list)) words.emplace_back(word);
    return words;
}

namespace {

bool inList(const Programme& programme, WordList list, const std::string& word) {
    const auto words = wordsOf(programme, list);
    return std::find(words.begin(), words.end(), word) != words.end();
}

bool tooLong(std::initializer_list<const std::string*> texts) {
    return std::any_of(texts.begin(), texts.end(),
                       [](const std::string* text) { return text->size() > longestWeekText; });
}

std::optional<Error> faultOf(const Promise& promise) {
    if (tooLong({&promise.key, &promise.name, &promise.firm, &promise.trade, &promise.place, &promise.reason,
                 &promise.note}))
        return inputError(worded("a text of a promise is too long"));
    const bool broken = promise.kept == Kept::inPart || promise.kept == Kept::notKept;
    if (broken && promise.reason.empty())
        return inputError(worded("%1 was not kept, but why is not said", promise.key), worded("choose a reason"));
    if (promise.from && promise.to && *promise.to < *promise.from)
        return inputError(worded("%1 is promised to end before it begins", promise.key));
    for (const auto& sum : {promise.amount, promise.done})
        if (sum && sum->sign() < 0) return inputError(worded("%1 promises less than nothing", promise.key));
    return {};
}

} // namespace

std::optional<Error> faultOf(const Firm& firm, const Programme&) {
    if (tooLong({&firm.key, &firm.contact})) return inputError(worded("a text of a firm is too long"));
    std::set<std::string> seen;
    for (const std::string& trade : firm.trades)
        if (!seen.insert(trade).second) return inputError(worded("it has the trade %1 twice", trade));
    return {};
}

std::optional<Error> faultOf(const Lack& lack, const Programme& programme) {
    if (!inList(programme, WordList::lacking, lack.kind))
        return inputError(worded("\"%1\" is not in the list of what work may lack", lack.kind));
    if (tooLong({&lack.what, &lack.owner})) return inputError(worded("a text of what is lacking is too long"));
    return {};
}

std::optional<Error> faultOf(const Week& week, const Programme&) {
    if (week.promises.size() > mostPromises) return inputError(worded("a week has too many promises"));
    if (week.by.size() > longestWeekText) return inputError(worded("a name is too long"));
    std::set<ActivityId> seen;
    for (const Promise& promise : week.promises) {
        if (promise.activity && !seen.insert(promise.activity).second)
            return inputError(worded("%1 is promised twice in it", promise.key));
        if (auto fault = faultOf(promise)) return fault;
    }
    return {};
}

std::vector<std::pair<std::string, Error>> faultsOfWeeks(const Programme& programme) {
    std::vector<std::pair<std::string, Error>> faults;
    const auto check = [&](const auto& row, const std::string& place) {
        describe::forEachDangling(programme, row,
                                  [&](const std::string& what) { faults.emplace_back(place, inputError(what)); });
        if (auto fault = faultOf(row, programme)) faults.emplace_back(place, *fault);
    };
    std::set<std::string> names;
    for (const Firm& firm : programme.firms) {
        check(firm, worded("firm %1", firm.key));
        if (!names.insert(lowered(firm.key)).second)
            faults.emplace_back(worded("firm %1", firm.key), inputError(worded("another firm has this name")));
    }
    std::set<std::pair<WordList, std::string>> words;
    for (const ListWord& one : programme.listWords) {
        if (one.word.empty() || one.word.size() > longestMeasureName)
            faults.emplace_back("words", inputError(worded("a word of a list has 1 to 40 characters")));
        if (!words.emplace(one.list, lowered(one.word)).second)
            faults.emplace_back("words", inputError(worded("\"%1\" stands twice in its list", one.word)));
    }
    if (programme.listWords.size() > 2 * mostListWords)
        faults.emplace_back("words", inputError(worded("a list is too long")));
    for (const Lack& lack : programme.lacks) check(lack, worded("what is lacking"));
    std::set<Date> begins;
    for (const Week& week : programme.weeks) {
        check(week, worded("week of %1", isoDate(week.begins)));
        if (!begins.insert(week.begins).second)
            faults.emplace_back(worded("week of %1", isoDate(week.begins)),
                                inputError(worded("this week is there twice")));
    }
    return faults;
}

} // namespace yarrin
