// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Sentences of the core: what they were formed from, and another language.
#include "core/base/result.h"

#include <QScopeGuard>
#include <QTest>

#include <map>

using namespace yarrin;

namespace {

/// A language with three forms for numbers, and an order of words of its own.
class Other : public Catalogue {
public:
    std::string of(const char* id, const char* many, std::int64_t count) const override {
        static const std::map<std::string, std::string> said{{"%1 waits for %2", "za %2 eka %1"}, {"no name", "nomo"}};
        if (many) return count == 1 ? "una %1 su %2" : count < 5 ? "kelka %1 su %2" : "multa %1 su %2";
        const auto found = said.find(id);
        return found == said.end() ? std::string() : found->second;
    }
};

} // namespace

class WordedTest : public QObject {
    Q_OBJECT

private slots:
    void sentencesKnowTheirIdAndArguments() {
        const Error error = inputError(worded("%1 waits for %2", "A010", 7), worded("choose another"));
        QCOMPARE(error.sentence(), std::string("A010 waits for 7; choose another"));
        QCOMPARE(error.what.id, std::string("%1 waits for %2"));
        QCOMPARE(error.what.arguments, (std::vector<std::string>{"A010", "7"}));
        QCOMPARE(error.todo.id, std::string("choose another"));
        // What somebody else said is of no language.
        QVERIFY(Worded(std::string("disk I/O error")).id.empty());
    }

    void argumentsAreNotReadAgain() {
        QCOMPARE(std::string(worded("%1 and %2", "%2", "%1")), std::string("%2 and %1"));
        QCOMPARE(std::string(worded("%1, %1", "100 %")), std::string("100 %, 100 %"));
        // A place without an argument, and a sign of per cent, stay.
        QCOMPARE(std::string(worded("50 % of %1, %2", "it")), std::string("50 % of it, %2"));
    }

    void numbersHaveTheirForms() {
        QCOMPARE(std::string(wordedCount("%1 day on %2", "%1 days on %2", 1, "A")), std::string("1 day on A"));
        QCOMPARE(std::string(wordedCount("%1 day on %2", "%1 days on %2", 0, "A")), std::string("0 days on A"));
        QCOMPARE(std::string(wordedCount("%1 day on %2", "%1 days on %2", -1, "A")), std::string("-1 days on A"));
    }

    void anotherLanguageHasItsOwnOrderAndForms() {
        const Other other;
        useCatalogue(&other);
        const auto back = qScopeGuard([] { useCatalogue(nullptr); });
        const Worded said = worded("%1 waits for %2", "A010", "B020");
        QCOMPARE(std::string(said), std::string("za B020 eka A010"));
        QCOMPARE(said.id, std::string("%1 waits for %2"));
        QCOMPARE(std::string(wordedCount("%1 day on %2", "%1 days on %2", 3, "A")), std::string("kelka 3 su A"));
        QCOMPARE(std::string(wordedCount("%1 day on %2", "%1 days on %2", 9, "A")), std::string("multa 9 su A"));
        // A word from a table is worded where it is shown; what the language lacks stays English.
        QCOMPARE(std::string(worded(toWord("no name"))), std::string("nomo"));
        QCOMPARE(std::string(worded("not there")), std::string("not there"));
    }
};

QTEST_GUILESS_MAIN(WordedTest)
#include "worded_test.moc"
