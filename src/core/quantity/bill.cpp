// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/bill.h"

#include "core/base/text.h"
#include "core/model/resource_book.h"
#include "core/quantity/figures.h"
#include "core/quantity/units.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

namespace yarrin {

namespace {

Placed placed(const BillItem& item, const Fraction& sum) {
    return {exactly(sum).value_or(Decimal(0)), exactly(Fraction(item.quantity) - sum).value_or(Decimal(0))};
}

/// The words of a text that mean something: of three letters or more, or with a digit, without a plural s.
std::set<std::string> wordsOf(std::string_view text) {
    static const std::set<std::string_view> empty{"and", "the", "for", "with", "incl", "including", "all", "per"};
    std::set<std::string> words;
    std::string word;
    const auto end = [&] {
        const bool digit = word.find_first_of("0123456789") != std::string::npos;
        if (word.size() > 3 && !digit && word.back() == 's') word.pop_back();
        if ((word.size() >= 3 || digit) && !empty.contains(word)) words.insert(word);
        word.clear();
    };
    for (const char c : lowered(text)) {
        if ((c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || static_cast<unsigned char>(c) >= 0x80)
            word += c;
        else
            end();
    }
    end();
    return words;
}

} // namespace

std::vector<Placed> placedOf(const Programme& programme) {
    std::vector<Fraction> sums(programme.bill.size());
    for (const Allocation& allocation : programme.allocations) {
        const std::size_t item = programme.bill.indexOf(allocation.item);
        if (item < sums.size()) sums[item] = sums[item] + Fraction(allocation.quantity);
    }
    std::vector<Placed> all;
    for (std::size_t i = 0; i < sums.size(); ++i) all.push_back(placed(programme.bill[i], sums[i]));
    return all;
}

Placed placedOf(const Programme& programme, BillItemId item) {
    Fraction sum;
    for (const Allocation& allocation : programme.allocations)
        if (allocation.item == item) sum = sum + Fraction(allocation.quantity);
    const BillItem* row = programme.bill.row(item);
    return row ? placed(*row, sum) : Placed{};
}

std::vector<Suggestion> suggestionsFor(std::string_view description, std::string_view unit,
                                       const std::vector<BookItem>& book, std::size_t most) {
    std::vector<std::set<std::string>> words;
    std::map<std::string, int> spread;
    for (const BookItem& item : book) {
        words.push_back(wordsOf(item.name));
        for (const std::string& word : words.back()) ++spread[word];
    }
    const double items = static_cast<double>(book.size());
    const auto weight = [&](const std::string& word) {
        const auto found = spread.find(word);
        return std::log(1 + items / (found == spread.end() ? 1 : found->second));
    };
    const std::set<std::string> wanted = wordsOf(description);
    std::vector<Suggestion> found;
    for (std::size_t i = 0; i < book.size(); ++i) {
        if (!unit.empty() && !book[i].unit.empty() && !unitsIn(unit, book[i].unit)) continue;
        double both = 0, either = 0;
        for (const std::string& word : words[i]) {
            (wanted.contains(word) ? both : either) += weight(word);
        }
        // What the bill says beyond the book's words (grades, places) counts for less than the other way round.
        for (const std::string& word : wanted)
            if (!words[i].contains(word)) either += 0.3 * weight(word);
        if (both > 0) found.push_back({i, both / (both + either)});
    }
    std::stable_sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.fit > b.fit; });
    if (found.size() > most) found.resize(most);
    return found;
}

Driver driverOf(const Programme& programme, const Activity& activity) {
    Driver driver;
    const auto& m = activity.measure;
    if (!m) return driver;
    driver.by = m->crews && (m->outputPerCrewDay || m->hoursPerUnit) ? Driver::By::crews : Driver::By::unsolved;
    const BookItem* item = programme.book.row(activity.bookItem);
    if (!item || driver.by != Driver::By::crews) return driver;
    for (const CrewMember& member : item->crew) {
        // The most that there will ever be: how much when it works, its dates decide.
        const auto most = mostSupplyOf(programme, member.name);
        if (!most) continue;
        const auto whole = (Fraction(*most) / Fraction(member.count)).floor();
        if (!whole || (driver.mostCrews && Decimal(*whole) >= *driver.mostCrews)) continue;
        driver.mostCrews = Decimal(*whole);
        driver.resource = member.name;
    }
    if (!driver.mostCrews) return driver;
    driver.exceeded = *m->crews > *driver.mostCrews;
    if (driver.exceeded || Fraction(*driver.mostCrews) < Fraction(*m->crews) + Fraction(1))
        driver.by = Driver::By::limit;
    return driver;
}

} // namespace yarrin
