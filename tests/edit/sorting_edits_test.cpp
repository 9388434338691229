// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Codes, their values, what activities carry, and lenses kept with the job: as people change them, undo them, and as
// files hold them.
#include "core/network/schedule.h"
#include "core/view/fields.h"
#include "core/view/lens.h"
#include "edit/compare.h"
#include "edit/row_edits.h"
#include "edit/sorting_edits.h"
#include "store/file.h"
#include "store/json.h"
#include "store/lens_file.h"
#include "support/builder.h"

#include <QTemporaryDir>
#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

class SortingEditsTest : public QObject {
    Q_OBJECT

    Builder b;
    CodeId trade;

    /// What an operation says, empty where it was taken. What was done is undone and redone on the way.
    std::string said(const std::function<Outcome(Transaction&)>& operation) {
        const Programme before = b.programme;
        Transaction tx(b.programme);
        const Outcome outcome = operation(tx);
        if (!outcome.ok()) {
            tx.rollBack();
            if (!(b.programme == before)) return "something was left behind";
            return outcome.error().sentence();
        }
        const auto edit = tx.commit("step");
        if (edit) {
            const Programme after = b.programme;
            apply(b.programme, inverse(*edit));
            if (!(b.programme == before)) return "it cannot be undone";
            apply(b.programme, *edit);
            if (!(b.programme == after)) return "it cannot be done again";
        }
        for (const Error& fault : faultsOf(b.programme)) return "fault: " + fault.sentence();
        return {};
    }
    std::string mark(const char* key) const {
        return std::string(markOf(*b.programme.activities.row(b.id(key)), trade));
    }
    const Code& code() const { return *b.programme.codes.row(trade); }

private slots:
    void init() {
        b = Builder();
        b.programme.breakdown.append({BreakdownId{1}, "B1", "Berth", {}, {}});
        b.task("A", 5).task("B", 3).task("C", 2);
        const auto made = [&](Transaction& tx) -> Outcome {
            const auto added = addCode(tx, " Trade ");
            if (!added.ok()) return added.errors();
            trade = *added;
            for (const char* value : {"Piling", "Concrete", "Steel"})
                if (Outcome one = addCodeValue(tx, trade, value); !one.ok()) return one;
            return done();
        };
        QCOMPARE(said(made), std::string());
        QCOMPARE(code().key, std::string("Trade"));
        const auto marked = [&](Transaction& tx) { return setCodeMark(tx, b.id("A"), trade, "piling"); };
        QCOMPARE(said(marked), std::string());
        QCOMPARE(mark("A"), std::string("Piling"));
    }

    void whatCannotBeIsRefused() {
        const auto add = [&](const char* name) {
            return said([&](Transaction& tx) -> Outcome {
                const auto added = addCode(tx, name);
                return added.ok() ? done() : Outcome(added.errors());
            });
        };
        QVERIFY(add("TRADE").find("already") != std::string::npos);
        QVERIFY(add("Float").find("field of all activities") != std::string::npos);
        QVERIFY(add("  ").find("needs a name") != std::string::npos);
        QVERIFY(add("a;b").find("semicolon") != std::string::npos);
        QVERIFY(add(std::string(121, 'x').c_str()).find("more than") != std::string::npos);
        const auto value = [&](std::size_t i, CodeValueField field, const char* text) {
            return said([&](Transaction& tx) { return setCodeValue(tx, trade, i, field, text); });
        };
        QVERIFY(value(1, CodeValueField::name, "pILING").find("already") != std::string::npos);
        QVERIFY(value(9, CodeValueField::name, "x").find("no longer there") != std::string::npos);
        QVERIFY(value(0, CodeValueField::colour, "red").find("not a colour") != std::string::npos);
        QCOMPARE(value(0, CodeValueField::colour, "#2E7D77"), std::string());
        QCOMPARE(code().values[0].colour, std::string("#2e7d77"));
        QCOMPARE(value(0, CodeValueField::colour, ""), std::string());
        QVERIFY(said([&](Transaction& tx) {
                    return setCodeMark(tx, b.id("B"), trade, "Fencing");
                }).find("no value of the code Trade") != std::string::npos);
    }

    void activitiesFollowTheirValues() {
        QCOMPARE(
            said([&](Transaction& tx) { return setCodeValue(tx, trade, 0, CodeValueField::name, "Bored piling"); }),
            std::string());
        QCOMPARE(mark("A"), std::string("Bored piling"));
        QCOMPARE(said([&](Transaction& tx) { return moveCodeValue(tx, trade, 0, 1); }), std::string());
        QCOMPARE(code().values[1].name, std::string("Bored piling"));
        QCOMPARE(mark("A"), std::string("Bored piling"));
        QCOMPARE(said([&](Transaction& tx) { return moveCodeValue(tx, trade, 0, -1); }), std::string()); // stays
        QCOMPARE(code().values[0].name, std::string("Concrete"));
        // By the long name, too.
        QCOMPARE(said([&](Transaction& tx) {
                     return setCodeValue(tx, trade, 2, CodeValueField::longName, "Structural steel");
                 }),
                 std::string());
        QCOMPARE(said([&](Transaction& tx) { return setCodeMark(tx, b.id("C"), trade, "structural STEEL"); }),
                 std::string());
        QCOMPARE(mark("C"), std::string("Steel"));
        QCOMPARE(said([&](Transaction& tx) { return removeCodeValue(tx, trade, 1); }), std::string());
        QCOMPARE(mark("A"), std::string());
        QCOMPARE(said([&](Transaction& tx) { return removeCode(tx, trade); }), std::string());
        QVERIFY(b.programme.activities.row(b.id("C"))->codes.empty());
    }

    void rowsAreSortedIntoGroups() {
        const std::vector<ActivityId> ids{b.id("A"), b.id("B")};
        const auto into = [&](GroupValue group) {
            return said([&](Transaction& tx) { return sortInto(tx, ids, group); });
        };
        QCOMPARE(into({codeField("Trade"), "Steel"}), std::string());
        QCOMPARE(mark("A") + mark("B"), std::string("SteelSteel"));
        QCOMPARE(into({codeField("Trade"), ""}), std::string());
        QCOMPARE(mark("A"), std::string());
        QCOMPARE(into({"breakdown", "Berth", 1}), std::string());
        QCOMPARE(b.programme.activities.row(b.id("B"))->breakdown, BreakdownId{1});
        QCOMPARE(into({"responsible", "Kerr"}), std::string());
        QCOMPARE(b.programme.activities.row(b.id("B"))->responsible, std::string("Kerr"));
        QVERIFY(into({"start_month", "March 2027"}).find("follows from the programme") != std::string::npos);
    }

    void rowsArePlacedBesideOthers() {
        const auto order = [&] {
            std::string keys;
            for (const Activity& activity : b.programme.activities) keys += activity.key;
            return keys;
        };
        const auto place = [&](std::vector<const char*> keys, const char* beside, bool below) {
            std::vector<ActivityId> ids;
            for (const char* key : keys) ids.push_back(b.id(key));
            return said([&](Transaction& tx) {
                return placeActivities(tx, ids, *beside ? b.id(beside) : ActivityId{}, below);
            });
        };
        QCOMPARE(place({"A"}, "C", true), std::string());
        QCOMPARE(order(), std::string("BCA"));
        QCOMPARE(place({"A", "C"}, "B", false), std::string()); // in their own order, whatever was selected first
        QCOMPARE(order(), std::string("CAB"));
        QCOMPARE(place({"A", "C"}, "C", true), std::string()); // beside itself nothing moves
        QCOMPARE(order(), std::string("CAB"));
        QCOMPARE(place({"C"}, "", true), std::string()); // beside nothing: at the end
        QCOMPARE(order(), std::string("ABC"));
    }

    void lensesAreKeptRenamedAndFollowCodes() {
        Lens lens;
        lens.name = "Mine";
        lens.columns = {{"id"}, {"name"}, {codeField("Trade"), 90}};
        lens.groups = {{codeField("Trade")}};
        lens.colour = codeField("Trade");
        const auto keep = [&](const Lens& one) {
            return said([&](Transaction& tx) { return keepLens(tx, keptFrom(one)); });
        };
        QCOMPARE(keep(lens), std::string());
        lens.lines = 2;
        lens.name = "MINE"; // the same one
        QCOMPARE(keep(lens), std::string());
        QCOMPARE(b.programme.lenses.size(), std::size_t(1));
        QCOMPARE(said([&](Transaction& tx) { return renameCode(tx, trade, "Gewerk"); }), std::string());
        const Lens kept = lensFrom(b.programme.lenses[0]);
        QCOMPARE(kept.groups[0].field, codeField("Gewerk"));
        QCOMPARE(kept.columns[2].field, codeField("Gewerk"));
        QCOMPARE(kept.colour, codeField("Gewerk"));
        lens.name = "Other";
        QCOMPARE(keep(lens), std::string());
        const LensId first = b.programme.lenses[0].id;
        QVERIFY(said([&](Transaction& tx) { return renameLens(tx, first, "other"); }).find("already") !=
                std::string::npos);
        QCOMPARE(said([&](Transaction& tx) { return renameLens(tx, first, "Another"); }), std::string());
        QCOMPARE(said([&](Transaction& tx) { return removeLens(tx, first); }), std::string());
        QCOMPARE(b.programme.lenses[0].key, std::string("Other"));
    }

    void filesHoldThem() {
        Lens lens;
        lens.name = "Mine";
        lens.filter = "Trade is Piling";
        QCOMPARE(said([&](Transaction& tx) { return keepLens(tx, keptFrom(lens)); }), std::string());
        const auto json = programmeFromJson(programmeToJson(b.programme));
        QVERIFY(json.ok());
        QVERIFY(*json == b.programme);
        QTemporaryDir folder;
        const std::string path = folder.filePath(QStringLiteral("job.yarrin")).toStdString();
        QVERIFY(writeProgramme(b.programme, path, FileFormat::native).ok());
        const auto native = readProgramme(path);
        QVERIFY(native.ok());
        QVERIFY(*native == b.programme);
        // Alone, as a file of its own.
        const auto alone = lensFromJson(lensToJson(b.programme.lenses[0]));
        QVERIFY(alone.ok());
        QVERIFY(lensFrom(*alone) == lens);
        for (const char* bad :
             {"", "[]", "{}", R"({"format":"yarrin-programme"})", R"({"format":"yarrin-lens"})",
              R"({"format":"yarrin-lens","version":2,"id":"x"})", R"({"format":"yarrin-lens","id":"x","columns":7})",
              R"({"format":"yarrin-lens","id":"x","what":""})"})
            QVERIFY2(!lensFromJson(bad).ok(), bad);
    }

    /// What a file says must hold as what is typed.
    void filesThatContradictThemselvesAreRefused() {
        const auto fault = [&](const std::function<void(Programme&)>& spoil) {
            Programme spoilt = b.programme;
            spoil(spoilt);
            const auto faults = faultsOf(spoilt);
            const auto read = programmeFromJson(programmeToJson(spoilt));
            return faults.empty() || read.ok() ? std::string("it was taken") : faults.front().sentence();
        };
        const auto activity = [&](const std::vector<CodeMark>& marks) {
            return [this, marks](Programme& p) {
                Activity row = p.activities[0];
                row.codes = marks;
                p.activities.replace(0, row);
            };
        };
        QVERIFY(fault(activity({{trade, "Fencing"}})).find("no value Fencing") != std::string::npos);
        QVERIFY(fault(activity({{trade, "Piling"}, {trade, "Steel"}})).find("two values") != std::string::npos);
        const auto coded = [&](const Code& row) { return [row](Programme& p) { p.codes.replace(0, row); }; };
        Code twice = code();
        twice.values.push_back({"PILING", "", ""});
        QVERIFY(fault(coded(twice)).find("twice") != std::string::npos);
        Code red = code();
        red.values[0].colour = "red";
        QVERIFY(fault(coded(red)).find("#2e7d77") != std::string::npos);
    }

    /// Another job has them by name, and comparison tells them by name.
    void otherJobsKnowCodesByName() {
        const std::vector<ActivityId> ids{b.id("A")};
        const Programme taken = takenAlone(b.programme, ids);
        Builder other;
        other.programme.codes.append({CodeId{4}, "Area", {}});
        other.programme.codes.append({CodeId{9}, "Trade", {{"piling", "", ""}}});
        Transaction tx(other.programme);
        const auto put = putActivities(tx, taken, {}, {});
        QVERIFY(put.ok());
        QCOMPARE(std::string(markOf(*other.programme.activities.row((*put)[0]), CodeId{9})), std::string("piling"));
        Programme later = b.programme;
        Transaction change(later);
        QVERIFY(setCodeMark(change, b.id("A"), trade, "Steel").ok());
        QVERIFY(change.commit("later"));
        bool told = false;
        for (const Difference& one :
             compare({b.programme, schedule(b.programme)}, {later, schedule(later)}, MatchBy::identity))
            told = told || (one.what == "Trade" && one.before == "Piling" && one.after == "Steel");
        QVERIFY(told);
    }
};

} // namespace

QTEST_APPLESS_MAIN(SortingEditsTest)
#include "sorting_edits_test.moc"
