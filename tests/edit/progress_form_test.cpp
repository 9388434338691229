// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Forms for the site: what goes out comes back the same, what is filled in is what typing would have entered, and what
// cannot be is named with its row while nothing of the form is entered.
#include "edit/progress_edits.h"
#include "edit/progress_form.h"
#include "support/builder.h"
#include "support/random_programme.h"
#include "support/step.h"

#include <QTest>

#include <algorithm>
#include <numeric>
#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Tasks of which half are measured, a data date some weeks on, and what random days of progress make of it.
Programme withProgress(std::uint32_t seed) {
    RandomShape shape;
    shape.activities = 16;
    shape.calendars = shape.constraints = shape.milestones = false;
    Programme p = randomProgramme(seed, shape);
    std::mt19937 random(seed);
    std::vector<Activity> rows = p.activities.take();
    for (Activity& a : rows)
        if (a.kind == ActivityKind::task && random() % 2) {
            a.duration.reset();
            a.measure =
                Measure{Decimal(40 + int(random() % 400)), "m3", Decimal(10), {}, Decimal(1), Decimal(1), RoundTo::day};
        }
    p.activities.assign(std::move(rows));
    (void)run(p, [](Transaction& tx) { return setDataDate(tx, "2027-04-05"); });
    const std::vector<Activity> now(p.activities.begin(), p.activities.end());
    for (const Activity& a : now) {
        if (a.kind != ActivityKind::task || random() % 3 == 0) continue;
        const Date from = dateFrom(2027, 3, 1) + int(random() % 20);
        (void)run(p, [&](Transaction& tx) { return setActual(tx, a.id, Actual::start, isoDate(from)); });
        if (random() % 3 == 0)
            (void)run(p, [&](Transaction& tx) {
                return setActual(tx, a.id, Actual::finish, isoDate(from + int(random() % 12)));
            });
        else if (a.measure)
            (void)run(p, [&](Transaction& tx) { return setQuantityDone(tx, a.id, std::to_string(1 + random() % 39)); });
        else
            (void)run(p,
                      [&](Transaction& tx) { return setRemaining(tx, a.id, std::to_string(1 + random() % 9) + "d"); });
    }
    return p;
}

Sheet formOf(const Programme& p) {
    const Schedule s = schedule(p);
    std::vector<ActivityId> ids;
    std::vector<std::pair<Instant, Instant>> planned;
    for (std::size_t i = 0; i < p.activities.size(); ++i)
        if (p.activities[i].kind == ActivityKind::task) {
            ids.push_back(p.activities[i].id);
            planned.emplace_back(s.activities[i].earlyStart, s.activities[i].earlyFinish);
        }
    return progressForm(p, s, ids, planned);
}

Result<FormCount> entered(Programme& p, const Sheet& sheet) {
    Transaction tx(p);
    auto count = applyProgressForm(tx, sheet);
    if (count.ok()) (void)tx.commit("form");
    return count;
}

Sheet sheetOf(std::vector<std::vector<std::string>> rows) {
    Sheet sheet;
    for (const auto& row : rows) {
        auto& made = sheet.rows.emplace_back();
        for (const std::string& text : row) made.push_back({text, {}});
    }
    return sheet;
}

Programme quay() {
    Builder b;
    b.quay();
    (void)run(b.programme, [](Transaction& tx) { return setDataDate(tx, "2027-03-10"); });
    return b.programme;
}

} // namespace

class ProgressFormTest : public QObject {
    Q_OBJECT
private slots:
    void aFormThatNobodyFilledInChangesNothing() {
        int rows = 0;
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            Programme p = withProgress(seed);
            const Programme before = p;
            const auto count = entered(p, formOf(p));
            QVERIFY2(count.ok(),
                     qPrintable(QStringLiteral("seed %1: %2")
                                    .arg(seed)
                                    .arg(count.ok() ? QString() : QString::fromStdString(count.error().sentence()))));
            QCOMPARE(count->changed, std::size_t(0));
            QVERIFY2(p == before, qPrintable(QString::number(seed)));
            rows += int(count->rows);
        }
        QVERIFY(rows > 1000);
    }

    /// The form of one state, entered into the state before it, gives that state.
    void aFormCarriesAnUpdateOver() {
        int changed = 0;
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            const Programme later = withProgress(seed);
            Programme p = later;
            std::vector<Activity> rows = p.activities.take();
            for (Activity& a : rows) {
                a.actualStart.reset();
                a.actualFinish.reset();
                a.remaining.reset();
                a.quantityDone.reset();
            }
            p.activities.assign(std::move(rows));
            Sheet form = formOf(later);
            // Site offices move columns and sort rows.
            std::mt19937 random(seed);
            std::shuffle(form.rows.begin() + 1, form.rows.end(), random);
            std::vector<std::size_t> order(form.rows[0].size());
            std::iota(order.begin(), order.end(), std::size_t(0));
            std::shuffle(order.begin(), order.end(), random);
            for (auto& row : form.rows) {
                std::vector<SheetCell> moved;
                for (const std::size_t column : order) moved.push_back(column < row.size() ? row[column] : SheetCell{});
                row = std::move(moved);
            }
            const auto count = entered(p, form);
            QVERIFY2(count.ok(), qPrintable(QString::number(seed)));
            for (const Activity& a : later.activities) {
                const Activity& got = *p.activities.row(a.id);
                QCOMPARE(got.actualStart, a.actualStart);
                QCOMPARE(got.actualFinish, a.actualFinish);
                if (!a.actualFinish) QCOMPARE(got.remaining, a.remaining);
                if (!a.actualFinish) QCOMPARE(got.quantityDone, a.quantityDone);
            }
            changed += int(count->changed);
        }
        QVERIFY(changed > 500);
    }

    void headingsAreFoundWhereverTheyStand() {
        Programme p = quay();
        const auto count = entered(p, sheetOf({{"Progress of the quay"},
                                               {},
                                               {"Remarks", "  id ", "STARTED", "done", "Weather"},
                                               {"late", "A010", "1 Mar 2027", "10", "rain"},
                                               {"", "", "", "", ""},
                                               {"", "A020", "", "", ""}}));
        QVERIFY(count.ok());
        QCOMPARE(count->rows, std::size_t(2));
        QCOMPARE(count->changed, std::size_t(1));
        QCOMPARE(p.activities[0].remaining, std::optional<Minutes>(3 * 480));
    }

    /// With a quantity and days, the days are the forecast of what is left of that quantity.
    void daysBesideAQuantityAreItsForecast() {
        Programme p = quay();
        QVERIFY(entered(p, sheetOf({{"ID", "Started", "Done", "Days left"}, {"A010", "1 Mar 2027", "10", "6"}})).ok());
        QCOMPARE(p.activities[0].quantityDone, std::optional(Decimal(10)));
        QCOMPARE(p.activities[0].remaining, std::optional<Minutes>(6 * 480));
    }

    void whatCannotBeIsNamedAndNothingIsEntered_data() {
        QTest::addColumn<QStringList>("row");
        QTest::addColumn<QString>("said");
        // ID, Started, Finished, Done, Days left
        QTest::newRow("unknown") << QStringList{"Q1", "1 Mar 2027", "", "", ""} << "there is no activity Q1";
        QTest::newRow("no date") << QStringList{"A010", "Tuesday", "", "", ""} << "started";
        QTest::newRow("not known yet") << QStringList{"A010", "11 Mar 2027", "", "", ""} << "data date";
        QTest::newRow("finished before it started")
            << QStringList{"A010", "5 Mar 2027", "3 Mar 2027", "", ""} << "finished";
        QTest::newRow("finished, not started") << QStringList{"A010", "", "3 Mar 2027", "", ""} << "no actual start";
        QTest::newRow("more than all") << QStringList{"A010", "1 Mar 2027", "", "41", ""} << "more than the 40";
        QTest::newRow("less than nothing") << QStringList{"A010", "1 Mar 2027", "", "-1", ""} << "done";
        QTest::newRow("all of it") << QStringList{"A010", "1 Mar 2027", "", "40", ""} << "actual finish instead";
        QTest::newRow("no quantity") << QStringList{"A020", "8 Mar 2027", "", "3", ""} << "no quantity";
        QTest::newRow("nothing left") << QStringList{"A010", "1 Mar 2027", "", "", "0"} << "nothing of it is left";
        QTest::newRow("no figure") << QStringList{"A010", "1 Mar 2027", "", "some", ""} << "done";
        QTest::newRow("not started") << QStringList{"A020", "", "", "", "2"} << "days left";
    }
    void whatCannotBeIsNamedAndNothingIsEntered() {
        QFETCH(QStringList, row);
        QFETCH(QString, said);
        Programme p = quay();
        const Programme before = p;
        std::vector<std::string> cells;
        for (const QString& cell : row) cells.push_back(cell.toStdString());
        // A good row before it is not entered either.
        const auto count = entered(
            p, sheetOf({{"ID", "Started", "Finished", "Done", "Days left"}, {"M", "", "9 Mar 2027", "", ""}, cells}));
        QVERIFY(!count.ok());
        const QString sentence = QString::fromStdString(count.error().place + ": " + count.error().sentence());
        QVERIFY2(sentence.contains(QLatin1String("row 3")) && sentence.contains(said), qPrintable(sentence));
        QVERIFY(p == before);
    }

    void everyFaultIsToldAtOnce() {
        Programme p = quay();
        const auto count = entered(p, sheetOf({{"ID", "Started", "Done"},
                                               {"A010", "40 Mar 2027", ""},
                                               {"A020", "1 Apr 2027", ""},
                                               {"Z", "", ""},
                                               {"A020", "8 Mar 2027", ""}}));
        QVERIFY(!count.ok());
        QCOMPARE(count.errors().size(), std::size_t(4));
        QVERIFY(count.errors()[3].sentence().find("row 3 already") != std::string::npos);
    }

    void aTableWithoutHeadingsIsRefused() {
        Programme p = quay();
        for (const Sheet& sheet : {Sheet{}, sheetOf({{"A010", "1 Mar 2027"}}), sheetOf({{""}, {""}})}) {
            const auto count = entered(p, sheet);
            QVERIFY(!count.ok());
            QVERIFY(count.error().sentence().find("use the form") != std::string::npos);
        }
    }
};

QTEST_APPLESS_MAIN(ProgressFormTest)
#include "progress_form_test.moc"
