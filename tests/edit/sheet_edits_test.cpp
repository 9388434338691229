// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Sheets of the job: added, duplicated, moved, changed and taken away; what cannot be is refused and leaves no trace.
#include "edit/activity_edits.h"
#include "edit/sheet_edits.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

class SheetEditsTest : public QObject {
    Q_OBJECT
    static std::string names(const Programme& p) {
        std::string all;
        for (const KeptSheet& one : p.sheets) all += (all.empty() ? "" : ", ") + one.key;
        return all;
    }
    /// What a change is refused with; empty where it is not, and then it is made.
    static std::string tried(Programme& p, const std::function<Outcome(Transaction&)>& act) {
        const Programme before = p;
        const std::string fault = run(p, act);
        if (!fault.empty() && !(p == before)) qFatal("a refused change left something behind");
        return fault;
    }

private slots:
    void rows() {
        Programme p = Builder().programme;
        const auto add = [&](const char* name) {
            return tried(p, [&](Transaction& tx) -> Outcome {
                const auto id = addSheet(tx, name);
                return id.ok() ? done() : Outcome(id.errors());
            });
        };
        QVERIFY(add("Wall").empty() && add("Wall").empty() && add("").empty());
        QCOMPARE(names(p), std::string("Wall, Wall 2, Sheet"));
        QVERIFY(!add(std::string(200, 'x').c_str()).empty());
        const SheetId first = p.sheets[0].id;
        QVERIFY(tried(p, [&](Transaction& tx) { return setSheetField(tx, first, SheetField::paper, "A1"); }).empty());
        QVERIFY(tried(p, [&](Transaction& tx) -> Outcome {
                    const auto id = duplicateSheet(tx, first);
                    return id.ok() ? done() : Outcome(id.errors());
                }).empty());
        QCOMPARE(names(p), std::string("Wall, Wall 3, Wall 2, Sheet"));
        QCOMPARE(p.sheets[1].paper, std::string("A1"));
        QVERIFY(tried(p, [&](Transaction& tx) { return moveSheet(tx, first, 2); }).empty());
        QCOMPARE(names(p), std::string("Wall 3, Wall 2, Wall, Sheet"));
        QVERIFY(tried(p, [&](Transaction& tx) { return moveSheet(tx, first, -9); }).empty());
        QVERIFY(tried(p, [&](Transaction& tx) { return removeSheet(tx, first); }).empty());
        QCOMPARE(names(p), std::string("Wall 3, Wall 2, Sheet"));
        QVERIFY(!tried(p, [&](Transaction& tx) { return removeSheet(tx, first); }).empty());
        QVERIFY(!tried(p, [&](Transaction& tx) { return moveSheet(tx, first, 1); }).empty());
    }

    void fields() {
        Programme p = Builder().programme;
        SheetId id;
        QVERIFY(tried(p, [&](Transaction& tx) -> Outcome {
                    (void)addSheet(tx, "Other");
                    const auto made = addSheet(tx, "Wall");
                    id = *made;
                    return done();
                }).empty());
        const auto set = [&](SheetField field, const char* text) {
            return tried(p, [&](Transaction& tx) { return setSheetField(tx, id, field, text); });
        };
        QVERIFY(set(SheetField::wide, "2").empty() && set(SheetField::tall, " 3 ").empty());
        QCOMPARE(p.sheets[1].wide, 2);
        QCOMPARE(p.sheets[1].tall, std::optional<int>(3));
        QVERIFY(set(SheetField::tall, "").empty() && set(SheetField::wide, "").empty());
        QVERIFY(!p.sheets[1].tall && p.sheets[1].wide == 1);
        QVERIFY(set(SheetField::upright, "yes").empty() && p.sheets[1].upright);
        QVERIFY(set(SheetField::weeksBefore, "1").empty() && set(SheetField::weeksAfter, "8").empty());
        QVERIFY(set(SheetField::drawn, "R. Tamsin").empty());
        for (const char* text : {"0", "21", "-1", "two", "1.5"}) QVERIFY2(!set(SheetField::wide, text).empty(), text);
        for (const char* text : {"0", "201", "x"}) QVERIFY2(!set(SheetField::tall, text).empty(), text);
        QVERIFY(!set(SheetField::weeksBefore, "-1").empty() && !set(SheetField::weeksAfter, "521").empty());
        QVERIFY(!set(SheetField::paper, "B5").empty() && !set(SheetField::name, " ").empty());
        QVERIFY(!set(SheetField::name, "other").empty()); // taken, whatever the capitals
        QVERIFY(set(SheetField::name, "WALL").empty());   // its own
        QVERIFY(set(SheetField::weeksBefore, "0").empty() && !set(SheetField::weeksAfter, "0").empty());
    }

    /// What a sheet shows, its paper of its own size, its margin; another view forgets what it was of.
    void views() {
        Programme p = Builder().task("A", 5).task("B", 5).programme;
        SheetId id;
        QVERIFY(tried(p, [&](Transaction& tx) -> Outcome {
                    id = *addSheet(tx, "One");
                    return done();
                }).empty());
        const auto set = [&](SheetField field, const char* text) {
            return tried(p, [&](Transaction& tx) { return setSheetField(tx, id, field, text); });
        };
        QVERIFY(set(SheetField::view, "statement").empty() && set(SheetField::subject, "E1").empty());
        QVERIFY(tried(p, [&](Transaction& tx) {
                    return setSheetParts(tx, id, {{ReportPart::steps, "own"}, {ReportPart::words, {}}});
                }).empty());
        QCOMPARE(p.sheets[0].parts.size(), std::size_t(2));
        QVERIFY(set(SheetField::view, "statement").empty() && !p.sheets[0].parts.empty());
        QVERIFY(set(SheetField::view, "cash").empty() && p.sheets[0].parts.empty() && p.sheets[0].subject.empty());
        QVERIFY(!set(SheetField::view, "poster").empty());
        for (const char* text : {"300 x 900", "100X5000", " 841x1189 "})
            QVERIFY2(set(SheetField::paper, text).empty(), text);
        for (const char* text : {"99 x 900", "300 x 5001", "300", "x", "a x b", "300 x 900 x 2"})
            QVERIFY2(!set(SheetField::paper, text).empty(), text);
        QVERIFY(set(SheetField::margin, "3").empty() && set(SheetField::margin, "60").empty());
        QVERIFY(set(SheetField::weekWidth, "12").empty() && set(SheetField::columns, "id; name").empty());
        QVERIFY(!set(SheetField::weekWidth, "0").empty() && !set(SheetField::weekWidth, "501").empty());
        QVERIFY(!set(SheetField::columns, std::string(601, 'x').c_str()).empty());
        QVERIFY(!set(SheetField::margin, "2").empty() && !set(SheetField::margin, "61").empty());
        QVERIFY(!tried(p, [&](Transaction& tx) {
                     return setSheetParts(tx, id, {{ReportPart::words, std::string(8001, 'x')}});
                 }).empty());
    }

    /// Breaks of one's own: moved, taken away; with an activity that goes its break goes.
    void breaks() {
        Programme p = Builder().task("A", 5).task("B", 5).programme;
        const ActivityId a = p.activities[0].id, b = p.activities[1].id;
        SheetId id;
        QVERIFY(tried(p, [&](Transaction& tx) -> Outcome {
                    id = *addSheet(tx, "One");
                    return done();
                }).empty());
        const auto move = [&](ActivityId from, ActivityId to) {
            return tried(p, [&](Transaction& tx) { return moveRowBreak(tx, id, from, to); });
        };
        QVERIFY(move({}, a).empty() && move({}, b).empty() && move({}, b).empty());
        QCOMPARE(p.sheets[0].rowBreaks, (std::vector<ActivityId>{a, b}));
        QVERIFY(move(a, {}).empty());
        QCOMPARE(p.sheets[0].rowBreaks, std::vector<ActivityId>{b});
        QVERIFY(!move({}, ActivityId{999}).empty());
        QVERIFY(tried(p, [&](Transaction& tx) { return removeActivities(tx, std::span(&b, 1)); }).empty());
        QVERIFY(p.sheets[0].rowBreaks.empty());
        const auto times = [&](std::vector<Date> days) {
            return tried(p, [&](Transaction& tx) { return setTimeBreaks(tx, id, days); });
        };
        const Date day = dateFrom(2027, 3, 10);
        QVERIFY(times({day, day + 7}).empty());
        QCOMPARE(p.sheets[0].wide, 3);
        QVERIFY(!times({day, day + -1}).empty());
        QVERIFY(tried(p, [&](Transaction& tx) { return setSheetField(tx, id, SheetField::wide, "2"); }).empty());
        QVERIFY(p.sheets[0].timeBreaks.empty());
        QVERIFY(tried(p, [&](Transaction& tx) { return markSent(tx, id, day, "4"); }).empty());
        QVERIFY(p.sheets[0].sentOn == day && p.sheets[0].sentAs == "4" && !p.sheets[0].sentUpTo);
    }

    /// A sign is a PNG or an SVG, and not too large.
    void firm() {
        Programme p = Builder().programme;
        const auto logo = [&](const std::string& text) {
            return tried(p, [&](Transaction& tx) { return setLogo(tx, text); });
        };
        QVERIFY(logo("PHN2Zy8+").empty() && p.job.logo == "PHN2Zy8+"); // <svg/>
        QVERIFY(logo("iVBORw0KGgoAAAA=").empty());
        QVERIFY(!logo("R0lGODlh").empty() && !logo("PHN2" + std::string(400'000, 'A')).empty());
        QCOMPARE(p.job.logo, std::string("iVBORw0KGgoAAAA="));
        QVERIFY(logo("").empty() && p.job.logo.empty());
        QVERIFY(!tried(p, [](Transaction& tx) { return setFirm(tx, std::string(121, 'x')); }).empty());
    }
};

QTEST_GUILESS_MAIN(SheetEditsTest)
#include "sheet_edits_test.moc"
