// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Weeks: what is ahead counted by hand, promises made, kept and not, shares and reasons, what work lacks; whatever the
// order of rows.
#include "core/weeks/board.h"
#include "core/weeks/look_ahead.h"
#include "edit/activity_edits.h"
#include "edit/week_edits.h"
#include "edit/week_form.h"
#include "support/builder.h"
#include "support/everyday.h"
#include "support/step.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// From Monday 1 March 2027 on a five-day week: A eight days, B three behind it, C two at once; D in May.
Builder site() {
    Builder b;
    b.task("A", 8).task("B", 3).task("C", 2).task("D", 1).milestone("M").link("A", "B").link("B", "M");
    b.change("D", [](Activity& d) {
        d.constraint = Constraint{ConstraintType::startNotBefore, {startOf(dateFrom(2027, 5, 3)), true}};
    });
    Code trade;
    trade.id = CodeId{1};
    trade.key = "Trade";
    trade.values = {{"Fixer", {}, {}}, {"Mason", {}, {}}};
    b.programme.codes.append(trade);
    b.change("A", [](Activity& a) { a.codes = {{CodeId{1}, "Mason"}}; });
    b.change("C", [](Activity& c) { c.codes = {{CodeId{1}, "Fixer"}}; });
    Firm firm;
    firm.id = FirmId{1};
    firm.key = "Stoneworks";
    firm.trades = {"Mason"};
    b.programme.firms.append(firm);
    return b;
}

std::string tried(Programme& p, const std::function<Outcome(Transaction&)>& act) {
    const Programme before = p;
    const std::string fault = run(p, act);
    if (!fault.empty() && !(p == before)) qFatal("a refused change left something behind");
    if (const auto faults = faultsOf(p); !faults.empty()) qFatal("%s", faults[0].sentence().c_str());
    return fault;
}

const Date first = dateFrom(2027, 3, 1);

} // namespace

class WeeksTest : public QObject {
    Q_OBJECT
private slots:
    /// A works five days, then three; B two of the second week and one of the third; D not within six weeks.
    void ahead() {
        Builder b = site();
        const auto rows = weeksAhead(b.programme, schedule(b.programme), first, 6);
        std::vector<std::string> found;
        for (const WeekRow& row : rows) {
            std::string words = b.programme.activities.row(row.activity)->key + " " + row.trade + "/" + row.firm + ":";
            for (const int days : row.days) words += " " + std::to_string(days);
            found.push_back(words);
        }
        QCOMPARE(found, (std::vector<std::string>{"C Fixer/: 2 0 0 0 0 0", "A Mason/Stoneworks: 5 3 0 0 0 0",
                                                  "B /: 0 2 1 0 0 0", "M /: 0 0 0 0 0 0"}));
        std::mt19937 random(2);
        for (int i = 0; i < 5; ++i) {
            shuffleRows(b.programme.activities, random);
            shuffleRows(b.programme.links, random);
            const auto again = weeksAhead(b.programme, schedule(b.programme), first, 6);
            QCOMPARE(again.size(), rows.size());
            for (std::size_t r = 0; r < rows.size(); ++r) QCOMPARE(again[r].activity, rows[r].activity);
        }
        // Whom an activity names comes before who has its trade.
        b.change("A", [](Activity& a) { a.responsible = "R. Tamsin"; });
        QCOMPARE(firmOf(b.programme, *b.programme.activities.row(b.id("A"))), std::string("R. Tamsin"));
    }

    void weeksBegin() {
        Job job;
        job.start = startOf(dateFrom(2027, 3, 3)); // a Wednesday
        QCOMPARE(weekBegin(job, dateFrom(2027, 3, 7)), first);
        QCOMPARE(weekNumber(job, first), 1);
        QCOMPARE(weekNumber(job, first + 7), 2);
        job.firstWeekday = 7; // Sunday
        QCOMPARE(weekBegin(job, dateFrom(2027, 3, 7)), dateFrom(2027, 3, 7));
        QCOMPARE(weekBegin(job, dateFrom(2027, 3, 6)), dateFrom(2027, 2, 28));
    }

    /// What lacks something, does not work then or is promised twice is refused; what was promised stays as it was.
    void committed() {
        Builder b = site();
        Programme& p = b.programme;
        const Schedule dates = schedule(p);
        const auto commit = [&](Date begins, const std::vector<std::string>& keys) {
            std::vector<ActivityId> ids;
            for (const std::string& key : keys) ids.push_back(b.id(key));
            return tried(p, [&](Transaction& tx) { return commitWeek(tx, dates, begins, ids, "R. T.", first); });
        };
        QVERIFY(commit(first, {}).starts_with("nothing is promised"));
        QVERIFY(commit(first + 1, {"A"}).starts_with("no week begins on 2027-03-02"));
        QCOMPARE(commit(first, {"A", "D"}), std::string("D does not work in the week of 2027-03-01"));
        QVERIFY(!commit(first, {"M"}).empty());
        QVERIFY(tried(p, [&](Transaction& tx) -> Outcome {
                    const auto id = addLack(tx, b.id("C"), "access");
                    return id.ok() ? done() : Outcome(id.errors());
                }).empty());
        QCOMPARE(commit(first, {"A", "C"}), std::string("C still lacks access; make it ready first"));
        QVERIFY(tried(p, [&](Transaction& tx) {
                    return setLackField(tx, p.lacks[0].id, LackField::readyOn, "1 Mar 2027");
                }).empty());
        QCOMPARE(commit(first, {"C", "A"}), std::string());
        QCOMPARE(p.weeks[0].promises[0].key, std::string("A"));
        QCOMPARE(p.weeks[0].promises[0].firm, std::string("Stoneworks"));
        QCOMPARE(p.weeks[0].promises[0].to, std::optional(dateFrom(2027, 3, 5)));
        QCOMPARE(p.weeks[0].promises[1].to, std::optional(dateFrom(2027, 3, 2)));
        QCOMPARE(commit(first, {"A"}), std::string("the week of 2027-03-01 is committed already"));
        // What is renamed, or goes, was promised all the same.
        const ActivityId c = b.id("C");
        QVERIFY(tried(p, [&](Transaction& tx) { return removeActivities(tx, std::span(&c, 1)); }).empty());
        QCOMPARE(p.weeks[0].promises[1].key, std::string("C"));
        QVERIFY(!p.weeks[0].promises[1].activity);
    }

    /// Four promised: kept, not, in part, withdrawn: one in four. What was added later counts in no share.
    void shares() {
        Builder b = site();
        Programme& p = b.programme;
        Week week;
        week.id = WeekId{1};
        week.begins = first;
        for (const char* key : {"A", "B", "C", "D", "E"}) {
            Promise promise;
            promise.key = key;
            promise.trade = key[0] < 'C' ? "Fixer" : "Mason";
            promise.later = key[0] == 'E';
            week.promises.push_back(promise);
        }
        p.weeks.append(week);
        const auto set = [&](std::size_t index, PromiseField field, const char* text) {
            return tried(p, [&](Transaction& tx) { return setPromiseField(tx, first, index, field, text); });
        };
        PromiseRecord record = promiseRecord(p, first, 8);
        QCOMPARE(record.all.open, 4);
        QCOMPARE(record.all.share(), std::optional(0.0));
        QVERIFY(set(0, PromiseField::kept, "kept").empty() && set(1, PromiseField::kept, "not_kept").empty());
        QCOMPARE(p.weeks[0].promises[1].reason, std::string("weather")); // the first of the list, until another is said
        QVERIFY(set(1, PromiseField::reason, "drawings").empty() && set(2, PromiseField::kept, "in_part").empty());
        QVERIFY(set(2, PromiseField::reason, "drawings").empty() && set(3, PromiseField::kept, "withdrawn").empty());
        QVERIFY(set(4, PromiseField::kept, "kept").empty());
        QVERIFY(!set(1, PromiseField::reason, "luck").empty() && !set(1, PromiseField::reason, "").empty());
        QVERIFY(!set(9, PromiseField::kept, "kept").empty() && !set(1, PromiseField::kept, "nearly").empty());
        record = promiseRecord(p, first, 8);
        QCOMPARE(record.all.promised, 4);
        QCOMPARE(record.all.kept, 1);
        QCOMPARE(record.all.later, 1);
        QCOMPARE(record.all.share(), std::optional(0.25));
        QCOMPARE(record.reasons, (std::vector<std::pair<std::string, int>>{{"drawings", 2}}));
        QCOMPARE(record.trades[0].first, std::string("Mason")); // the worst first
        QCOMPARE(record.trades[1].second.share(), std::optional(0.5));
        QVERIFY(set(1, PromiseField::kept, "kept").empty());
        QVERIFY(p.weeks[0].promises[1].reason.empty());
        // None promised: no figure. Weeks before the last so many do not count.
        QVERIFY(!promiseRecord(p, first + -1, 8).all.share());
        Week earlier;
        earlier.id = WeekId{2};
        earlier.begins = first + -7;
        p.weeks.append(earlier);
        QCOMPARE(promiseRecord(p, first, 1).weeks.size(), std::size_t(1));
        QCOMPARE(promiseRecord(p, first, 2).weeks[0].first, first + -7);
    }

    /// Kept, it goes into the update: begun on its first day, finished on the last where the work ends then.
    void intoTheUpdate() {
        Builder b = site();
        Programme& p = b.programme;
        Schedule dates = schedule(p);
        const std::vector<ActivityId> ids{b.id("A"), b.id("C")};
        QVERIFY(tried(p, [&](Transaction& tx) { return commitWeek(tx, dates, first, ids, "", {}); }).empty());
        p.job.dataDate = startOf(first + 7);
        QVERIFY(!tried(p, [&](Transaction& tx) { return enterPromise(tx, dates, first, 1); }).empty()); // not kept yet
        for (const std::size_t index : {0U, 1U})
            QVERIFY(tried(p, [&](Transaction& tx) {
                        return setPromiseField(tx, first, index, PromiseField::kept, "kept");
                    }).empty());
        for (const std::size_t index : {0U, 1U})
            QCOMPARE(tried(p, [&](Transaction& tx) { return enterPromise(tx, dates, first, index); }), std::string());
        const Activity &a = *p.activities.row(b.id("A")), &c = *p.activities.row(b.id("C"));
        QCOMPARE(dateOf(*a.actualStart), first);
        QVERIFY(!a.actualFinish); // it goes on in the next week
        QCOMPARE(completionDate(*c.actualFinish), dateFrom(2027, 3, 2));
    }

    /// A form goes out and comes back: every answer, or none where one of them cannot be.
    void forms() {
        Builder b = site();
        Programme& p = b.programme;
        const std::vector<ActivityId> ids{b.id("A"), b.id("C")};
        const Schedule dates = schedule(p);
        QVERIFY(tried(p, [&](Transaction& tx) { return commitWeek(tx, dates, first, ids, "", {}); }).empty());
        Sheet form = weekForm(p, first, {});
        QCOMPARE(form.rows.size(), std::size_t(3));
        QCOMPARE(weekForm(p, first, "Stoneworks").rows.size(), std::size_t(2));
        form.rows[1][5].text = "Yes";
        form.rows[2][5].text = "no";
        form.rows[2][6].text = "Drawings";
        form.rows[2][8].text = "rev C came on Thursday";
        const auto apply = [&](const Sheet& sheet) {
            return tried(p, [&](Transaction& tx) -> Outcome {
                const auto entered = applyWeekForm(tx, first, sheet);
                return entered.ok() ? done() : Outcome(entered.errors());
            });
        };
        QCOMPARE(apply(form), std::string());
        QVERIFY(p.weeks[0].promises[0].kept == Kept::kept && p.weeks[0].promises[1].kept == Kept::notKept);
        QCOMPARE(p.weeks[0].promises[1].reason, std::string("drawings"));
        QCOMPARE(weekForm(p, first, {}).rows[2][5].text, std::string("no"));
        form.rows[1][5].text = "nearly";
        QVERIFY(apply(form).starts_with("row 2, Kept: "));
        form.rows[1][5].text = "yes";
        form.rows[2][0].text = "A";
        QVERIFY(apply(form).starts_with("row 3: A stands in row 2 already"));
        form.rows[2][0].text = "Z";
        QVERIFY(apply(form).starts_with("row 3: Z was not promised"));
        form.rows[0][0].text = "Name";
        QVERIFY(apply(form).starts_with("no row of the table is headed ID"));
    }

    void ownWords() {
        Builder b = site();
        Programme& p = b.programme;
        const auto set = [&](const std::vector<std::string>& words) {
            return tried(p, [&](Transaction& tx) { return setWords(tx, WordList::lacking, words); });
        };
        QVERIFY(set({"cranes", "tides"}).empty());
        QCOMPARE(wordsOf(p, WordList::lacking), (std::vector<std::string>{"cranes", "tides"}));
        QVERIFY(!set({"cranes", "Cranes"}).empty() && !set({""}).empty());
        QVERIFY(tried(p, [&](Transaction& tx) -> Outcome {
                    const auto id = addLack(tx, b.id("C"), "tides");
                    return id.ok() ? done() : Outcome(id.errors());
                }).empty());
        QVERIFY(!set({"cranes"}).empty()); // in use
        QVERIFY(!tried(p, [&](Transaction& tx) -> Outcome {
                     const auto id = addLack(tx, b.id("C"), "luck");
                     return id.ok() ? done() : Outcome(id.errors());
                 }).empty());
        QCOMPARE(wordsOf(p, WordList::whyNot).front(), std::string("weather"));
    }

    /// Rows by place and trade, in lanes that do not overlap; what is open is counted.
    void board() {
        Builder b = site();
        Lack lack;
        lack.id = LackId{1};
        lack.activity = b.id("C");
        lack.kind = "crew";
        b.programme.lacks.append(lack);
        const WeekBoard board = weekBoard(b.programme, schedule(b.programme), first, 6);
        QCOMPARE(board.activities, 3);
        QCOMPARE(board.lacking, 1);
        QCOMPARE(board.groups.size(), std::size_t(1));
        QCOMPARE(board.groups[0].rows.size(), std::size_t(3));
        QCOMPARE(board.groups[0].rows[0].trade, std::string("Fixer"));
        QCOMPARE(board.groups[0].rows[1].chips[0].to, dateFrom(2027, 3, 10));
        for (const BoardRow& row : board.groups[0].rows)
            for (std::size_t i = 1; i < row.chips.size(); ++i)
                QVERIFY(row.chips[i].lane != row.chips[i - 1].lane || row.chips[i].from > row.chips[i - 1].to);
    }

    /// Each firm has all of its work in one row, wherever it is, in lanes that do not overlap; nobody's comes last.
    void lanes() {
        Builder b = site();
        b.change("C", [](Activity& c) { c.responsible = "Stoneworks"; });
        const WeekBoard board = weekBoard(b.programme, schedule(b.programme), first, 6);
        const std::vector<BoardRow> lanes = lanesByFirm(board);
        std::size_t chips = 0;
        for (std::size_t i = 0; i < lanes.size(); ++i) {
            QVERIFY(i == 0 || lanes[i].firm.empty() || lanes[i - 1].firm < lanes[i].firm);
            QVERIFY(i + 1 == lanes.size() || !lanes[i].firm.empty());
            chips += lanes[i].chips.size();
            for (const BoardChip& chip : lanes[i].chips) {
                QCOMPARE(firmOf(b.programme, *b.programme.activities.row(chip.activity)), lanes[i].firm);
                for (const BoardChip& other : lanes[i].chips)
                    QVERIFY(&chip == &other || chip.lane != other.lane || chip.to < other.from || other.to < chip.from);
            }
        }
        QCOMPARE(chips, std::size_t(board.activities));
        QVERIFY(std::any_of(lanes.begin(), lanes.end(), [](const auto& one) { return one.firm == "Stoneworks"; }));
    }

    void firms() {
        Builder b = site();
        Programme& p = b.programme;
        b.change("C", [](Activity& c) { c.responsible = "Stoneworks"; });
        const FirmId id = p.firms[0].id;
        const auto set = [&](FirmField field, const char* text) {
            return tried(p, [&](Transaction& tx) { return setFirmField(tx, id, field, text); });
        };
        QVERIFY(set(FirmField::trades, "Mason; Fixer").empty());
        QVERIFY(!set(FirmField::trades, "Baker").empty() && !set(FirmField::name, "").empty());
        QVERIFY(set(FirmField::name, "Stone & Co").empty());
        QCOMPARE(p.activities.row(b.id("C"))->responsible, std::string("Stone & Co"));
    }
};

QTEST_GUILESS_MAIN(WeeksTest)
#include "weeks_test.moc"
