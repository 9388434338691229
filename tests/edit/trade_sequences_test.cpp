// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Sequences of common trades: each with the book that ships, laid out over three places, makes work that can be
// calculated and whose crews go on from place to place.
#include "core/network/schedule.h"
#include "edit/trade_sequences.h"
#include "store/book_file.h"
#include "support/builder.h"

#include <QTest>

#include <set>

using namespace yarrin;
using namespace yarrin::test;

class TradeSequencesTest : public QObject {
    Q_OBJECT
    std::vector<BookItem> m_book;

private slots:
    void initTestCase() {
        auto book = readBook(SOURCE_DIR "/resources/book/output-book.csv");
        QVERIFY(book.ok());
        m_book = std::move(*book);
    }

    void eachIsWhole_data() {
        QTest::addColumn<int>("at");
        for (std::size_t i = 0; i < tradeSequences().size(); ++i)
            QTest::newRow(tradeSequences()[i].name.data()) << int(i);
    }
    void eachIsWhole() {
        QFETCH(int, at);
        const TradeSequence& trade = tradeSequences()[std::size_t(at)];
        Builder b;
        b.place("N", "").place("M", "").place("S", "");
        Programme& p = b.programme;
        Transaction tx(p);
        const auto added = addTradeSequence(tx, trade, m_book);
        QVERIFY2(added.ok(), added.ok() ? "" : added.error().sentence().c_str());
        const Sequence& made = *p.sequences.row(*added);
        QCOMPARE(made.steps.size(), trade.steps.size());
        std::vector<UnitToLay> units;
        for (const char* place : {"N", "M", "S"}) {
            UnitToLay unit{b.at(place), {}};
            for (const SequenceStep& step : made.steps) {
                const BookItem* item = p.book.row(step.book);
                // Some days of one crew.
                unit.quantities.push_back(item && item->outputPerCrewDay
                                              ? Decimal::fromDouble(item->outputPerCrewDay->toDouble() * 4).value()
                                          : item ? Decimal(20)
                                                 : Decimal(0));
            }
            units.push_back(std::move(unit));
        }
        const auto laid = layOut(tx, *added, units, {}, true);
        QVERIFY2(laid.ok(), laid.ok() ? "" : laid.error().sentence().c_str());
        QVERIFY(faultsOf(p).empty());
        const Schedule dates = schedule(p);
        QVERIFY2(dates.ok() && dates.problems.empty(),
                 dates.ok() ? (dates.problems.empty() ? "" : dates.problems[0].what.c_str())
                            : dates.errors[0].sentence().c_str());
        QCOMPARE(p.activities.size(), 3 * trade.steps.size());
        // Nothing hangs loose but the first step of the first place; each place's first step waits for the one before.
        std::set<ActivityId> driven;
        for (const Link& link : p.links) driven.insert(link.to);
        for (std::size_t i = 1; i < p.activities.size(); ++i)
            QVERIFY2(driven.contains(p.activities[i].id), p.activities[i].name.c_str());
        for (const ActivityFigures& one : dates.activities) QVERIFY(one.duration > 0);
        // One crew of a step is never in two places.
        for (const SequenceStep& step : made.steps) {
            if (!step.book) continue;
            std::vector<std::pair<Instant, Instant>> spans;
            for (const LaidOut& unit : p.laidOut)
                for (const LaidOutStep& one : unit.steps)
                    if (one.step == step.number) {
                        const ActivityFigures& f = dates.activities[p.activities.indexOf(one.activity)];
                        spans.emplace_back(f.earlyStart, f.earlyFinish);
                    }
            if (made.links.end() == std::find_if(made.links.begin(), made.links.end(), [&](const StepLink& link) {
                    return link.toNextUnit && link.from == step.number && link.to == step.number;
                }))
                continue; // the trade lets it go on by itself
            for (std::size_t i = 1; i < spans.size(); ++i)
                QVERIFY2(spans[i - 1].second <= spans[i].first, step.name.c_str());
        }
    }

    /// Twice, and without the book's item.
    void namesAndFaults() {
        Builder b;
        Transaction tx(b.programme);
        QVERIFY(addTradeSequence(tx, tradeSequences()[0], m_book).ok());
        const auto again = addTradeSequence(tx, tradeSequences()[0], m_book);
        QVERIFY(again.ok());
        QCOMPARE(b.programme.sequences.row(*again)->key, std::string("Strip foundations 2"));
        const auto none = addTradeSequence(tx, tradeSequences()[0], {});
        QVERIFY(!none.ok() && none.error().what.find("the output book has no item E02") != std::string::npos);
    }
};

QTEST_GUILESS_MAIN(TradeSequencesTest)
#include "trade_sequences_test.moc"
