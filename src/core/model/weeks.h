// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/base/result.h"
#include "core/time/instant.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace yarrin {

/// A firm of the job, or own people.
struct Firm {
    FirmId id;
    std::string key; ///< its name, unique; what activities name as responsible
    std::string contact;
    std::vector<std::string> trades; ///< values of the job's code of trades
    friend bool operator==(const Firm&, const Firm&) = default;
};

/// The job's own lists of words, in its order.
enum class WordList {
    lacking, ///< what work may lack before it can start
    whyNot,  ///< why a promise was not kept
};
struct ListWord {
    ListWordId id;
    WordList list = WordList::lacking;
    std::string word; ///< once in its list
    friend bool operator==(const ListWord&, const ListWord&) = default;
};
/// What ships, where a job has no list of its own (common practice).
[[nodiscard]] std::span<const std::string_view> shippedWords(WordList list);

/// Something that an activity still lacks before it can start.
struct Lack {
    LackId id;
    ActivityId activity;
    std::string kind; ///< a word of the list
    std::string what;
    std::string owner;
    std::optional<Date> wanted;  ///< none: by the activity's start
    std::optional<Date> readyOn; ///< when it was there
    friend bool operator==(const Lack&, const Lack&) = default;
};

/// What became of a promise.
enum class Kept {
    open,
    kept,
    inPart, ///< begun, not wholly done: not kept
    notKept,
    withdrawn, ///< taken back during the week: not kept either
};

/// What was promised for a week, as it was then: work may change or go afterwards.
struct Promise {
    ActivityId activity;
    std::string key, name, firm, trade, place; ///< as they were
    std::optional<Date> from, to;              ///< the promised days
    std::optional<Decimal> amount;             ///< of its measure; none: its work of these days
    std::string unit;
    bool later = false; ///< added after the week was committed: told apart, in no share
    Kept kept = Kept::open;
    std::optional<Decimal> done; ///< of the amount
    std::string reason, note;
    friend bool operator==(const Promise&, const Promise&) = default;
};

/// A week that was committed.
struct Week {
    WeekId id;
    Date begins; ///< its first day, once
    std::optional<Date> committedOn;
    std::string by;
    std::vector<Promise> promises;
    friend bool operator==(const Week&, const Week&) = default;
};

inline constexpr std::size_t longestWeekText = 400, mostPromises = 5000, mostListWords = 60;

struct Programme;
/// The words of a list, the job's own or what ships.
[[nodiscard]] std::vector<std::string> wordsOf(const Programme& programme, WordList list);
[[nodiscard]] std::optional<Error> faultOf(const Firm& firm, const Programme& programme);
[[nodiscard]] std::optional<Error> faultOf(const Lack& lack, const Programme& programme);
[[nodiscard]] std::optional<Error> faultOf(const Week& week, const Programme& programme);
[[nodiscard]] std::vector<std::pair<std::string, Error>> faultsOfWeeks(const Programme& programme);

} // namespace yarrin
