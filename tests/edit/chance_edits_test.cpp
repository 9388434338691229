// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Rules of spread, risks and what the job keeps for its odds, as they are typed; what cannot be is refused and leaves
// no trace; what goes takes along what stood on it.
#include "edit/activity_edits.h"
#include "edit/calendar_edits.h"
#include "edit/chance_edits.h"
#include "edit/sorting_edits.h"
#include "support/builder.h"
#include "support/step.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// What a change is refused with; empty where it is not, and then it is made.
std::string tried(Programme& p, const std::function<Outcome(Transaction&)>& act) {
    const Programme before = p;
    const std::string fault = run(p, act);
    if (!fault.empty() && !(p == before)) qFatal("a refused change left something behind");
    // As the open document does: what a file could not hold is not taken.
    const auto faults = faultsOf(p);
    if (faults.empty()) return fault;
    p = before;
    return faults[0].sentence();
}
template <typename Id> Outcome outcome(const Result<Id>& made) {
    return made.ok() ? done() : Outcome(made.errors());
}

Builder site() {
    Builder b;
    b.task("A", 10).task("B", 5).milestone("M").link("A", "B").link("B", "M");
    Code trade;
    trade.id = CodeId{1};
    trade.key = "Trade";
    trade.values = {{"Fixer", {}, {}}, {"Mason", {}, {}}};
    b.programme.codes.append(trade);
    return b;
}

} // namespace

class ChanceEditsTest : public QObject {
    Q_OBJECT
private slots:
    void rules() {
        Programme p = site().programme;
        const auto add = [&](const char* scope) {
            return tried(p, [&](Transaction& tx) { return outcome(addSpreadRule(tx, scope)); });
        };
        for (const char* scope : {"", "A", "trade fixer", "Trade=Mason"}) QCOMPARE(add(scope), std::string());
        QVERIFY(add("Z9").starts_with("there is nothing called \"Z9\""));
        const auto shown = [&](std::size_t row, SpreadField field) { return spreadText(p, p.spreads[row], field); };
        QCOMPARE(shown(0, SpreadField::scope), std::string("all work"));
        QCOMPARE(shown(2, SpreadField::scope), std::string("Trade Fixer"));
        QCOMPARE(shown(0, SpreadField::figures), std::string("0.9 – 1 – 1.3"));
        const auto set = [&](std::size_t row, SpreadField field, const char* text) {
            return tried(p, [&](Transaction& tx) { return setSpreadField(tx, p.spreads[row].id, field, text); });
        };
        QCOMPARE(set(0, SpreadField::figures, "80 % 100 % 140 %"), std::string());
        QCOMPARE(shown(0, SpreadField::figures), std::string("0.8 – 1 – 1.4"));
        QCOMPARE(set(0, SpreadField::figures, shown(0, SpreadField::figures).c_str()), std::string());
        QCOMPARE(set(0, SpreadField::figures, "1.4 1 0.8"), std::string("low 1.4 is above high 0.8; turn them round"));
        QVERIFY(!set(0, SpreadField::figures, "1 2 3 4").empty() && !set(0, SpreadField::figures, "wide").empty());
        QVERIFY(!set(0, SpreadField::figures, "0 1 2").empty() && !set(0, SpreadField::figures, "1 2 11").empty());
        QVERIFY(!set(0, SpreadField::chance, "20 %").empty()); // only two points have one
        QCOMPARE(set(0, SpreadField::shape, "two_point"), std::string());
        QCOMPARE(set(0, SpreadField::chance, "20 %"), std::string());
        QVERIFY(!set(0, SpreadField::chance, "120 %").empty());
        QCOMPARE(set(0, SpreadField::shape, "pert"), std::string());
        QVERIFY(!p.spreads[0].chance);
        // Work left is of one activity, in days of its calendar.
        QVERIFY(!set(0, SpreadField::in, "work").empty());
        QVERIFY(!set(1, SpreadField::in, "output").empty());
        QCOMPARE(set(1, SpreadField::in, "work"), std::string());
        QCOMPARE(shown(1, SpreadField::figures), std::string("10 – 10 – 10"));
        QCOMPARE(set(1, SpreadField::figures, "8 10 14.5 d"), std::string());
        QCOMPARE(shown(1, SpreadField::figures), std::string("8 – 10 – 14.5"));
        QCOMPARE(tried(p, [&](Transaction& tx) { return moveSpreadRule(tx, p.spreads[0].id, 9); }), std::string());
        QCOMPARE(shown(3, SpreadField::scope), std::string("all work"));
    }

    /// A renamed value of a code goes on being meant, one that goes takes its rules along; so does an activity.
    void whatGoes() {
        Programme p = site().programme;
        for (const char* scope : {"A", "Trade Fixer", "Trade Mason"})
            (void)tried(p, [&](Transaction& tx) { return outcome(addSpreadRule(tx, scope)); });
        (void)tried(p, [&](Transaction& tx) { return outcome(addRisk(tx, "Late")); });
        for (const char* key : {"A", "B"})
            (void)tried(p, [&](Transaction& tx) { return addRiskEffect(tx, p.risks[0].id, key); });
        (void)tried(p, [&](Transaction& tx) { return setOddsField(tx, OddsField::alikeCode, "Trade"); });
        QCOMPARE(
            tried(p, [&](Transaction& tx) { return setCodeValue(tx, CodeId{1}, 0, CodeValueField::name, "Rigger"); }),
            std::string());
        QCOMPARE(spreadText(p, p.spreads[1], SpreadField::scope), std::string("Trade Rigger"));
        QCOMPARE(tried(p, [&](Transaction& tx) { return removeCodeValue(tx, CodeId{1}, 0); }), std::string());
        QCOMPARE(p.spreads.size(), std::size_t(2));
        QCOMPARE(tried(p, [&](Transaction& tx) { return removeCode(tx, CodeId{1}); }), std::string());
        QCOMPARE(p.spreads.size(), std::size_t(1));
        QVERIFY(!p.job.alikeCode);
        const ActivityId a = p.activities[0].id;
        QCOMPARE(tried(p, [&](Transaction& tx) { return removeActivities(tx, std::span(&a, 1)); }), std::string());
        QVERIFY(p.spreads.empty());
        QCOMPARE(p.risks[0].effects.size(), std::size_t(1));
    }

    void risks() {
        Programme p = site().programme;
        const auto add = [&](const char* title) {
            return tried(p, [&](Transaction& tx) { return outcome(addRisk(tx, title)); });
        };
        QVERIFY(add("Late").empty() && add("Later").empty());
        QCOMPARE(p.risks[1].key, std::string("R2"));
        const RiskId one = p.risks[0].id, two = p.risks[1].id;
        const auto set = [&](RiskId id, RiskField field, const char* text) {
            return tried(p, [&](Transaction& tx) { return setRiskField(tx, id, field, text); });
        };
        QCOMPARE(set(one, RiskField::chance, "60 %"), std::string());
        QCOMPARE(riskText(p, p.risks[0], RiskField::chance), std::string("60 %"));
        QCOMPARE(set(one, RiskField::chance, "101"), std::string("a chance lies from 0 to 100 %"));
        QVERIFY(!set(one, RiskField::chance, "").empty());
        QVERIFY(!set(one, RiskField::key, "R2").empty() && !set(one, RiskField::event, "E9").empty());
        QVERIFY(!set(one, RiskField::risk, "fate").empty());
        QCOMPARE(set(one, RiskField::group, "power"), std::string());
        QCOMPARE(set(two, RiskField::chance, "50"), std::string());
        QVERIFY(set(two, RiskField::group, "power").find("add up to more than 100 %") != std::string::npos);
        QCOMPARE(set(two, RiskField::off, "yes"), std::string());
        QCOMPARE(set(two, RiskField::group, "power"), std::string()); // what is off is not drawn
        QVERIFY(!set(two, RiskField::off, "").empty());
        DelayEvent event;
        event.id = EventId{1};
        event.key = "E01";
        p.events.append(event);
        QCOMPARE(set(one, RiskField::event, "E01"), std::string());
        QVERIFY(p.risks[0].off && p.risks[0].event == EventId{1});
    }

    void effects() {
        Programme p = site().programme;
        (void)tried(p, [&](Transaction& tx) { return outcome(addRisk(tx, "Late")); });
        const RiskId id = p.risks[0].id;
        QVERIFY(!tried(p, [&](Transaction& tx) { return addRiskEffect(tx, id, "Z"); }).empty());
        QVERIFY(tried(p, [&](Transaction& tx) { return addRiskEffect(tx, id, "A"); }).empty());
        QVERIFY(tried(p, [&](Transaction& tx) { return addRiskEffect(tx, id, "M"); }).empty());
        const auto set = [&](std::size_t row, RiskEffectField field, const char* text) {
            return tried(p, [&](Transaction& tx) { return setRiskEffectField(tx, id, row, field, text); });
        };
        const auto shown = [&](std::size_t row, RiskEffectField field) {
            return riskEffectText(p, p.risks[0].effects[row], field);
        };
        QCOMPARE(shown(0, RiskEffectField::figures), std::string("5 – 5 – 5"));
        QCOMPARE(set(0, RiskEffectField::figures, "−10 – −6 – −4"), std::string());
        QCOMPARE(shown(0, RiskEffectField::figures), std::string("-10 – -6 – -4"));
        QVERIFY(!set(0, RiskEffectField::kind, "suspension").empty()); // no such days below nothing
        QCOMPARE(set(0, RiskEffectField::figures, "2 3 8"), std::string());
        QCOMPARE(p.risks[0].effects[0].high, Decimal(8 * 480));
        QCOMPARE(set(0, RiskEffectField::kind, "suspension"), std::string());
        QCOMPARE(shown(0, RiskEffectField::figures), std::string("2 – 3 – 8"));
        QCOMPARE(p.risks[0].effects[0].high, Decimal(8));
        QCOMPARE(set(0, RiskEffectField::kind, "output"), std::string());
        QCOMPARE(shown(0, RiskEffectField::figures), std::string("1 – 1 – 1"));
        QVERIFY(!set(0, RiskEffectField::figures, "0 1 1").empty());
        QVERIFY(!set(0, RiskEffectField::target, "M").empty()); // a milestone has no output
        QVERIFY(!set(1, RiskEffectField::kind, "added_work").empty());
        QVERIFY(!set(9, RiskEffectField::figures, "1").empty());
        // A task of which a risk speaks cannot become a milestone behind its back.
        QVERIFY(!tried(p, [&](Transaction& tx) {
                     return setKind(tx, p.risks[0].effects[0].activity, ActivityKind::finishMilestone);
                 }).empty());
        QVERIFY(tried(p, [&](Transaction& tx) { return removeRiskEffect(tx, id, 0); }).empty());
        QCOMPARE(p.risks[0].effects.size(), std::size_t(1));
    }

    /// A calendar can be closed, and nothing else; it takes its closures along where another takes its place.
    void closures() {
        Programme p = site().programme;
        (void)tried(p, [&](Transaction& tx) { return outcome(addRisk(tx, "Strike")); });
        const RiskId id = p.risks[0].id;
        const std::string own = p.calendars[0].key;
        QVERIFY(tried(p, [&](Transaction& tx) { return addRiskEffect(tx, id, own); }).empty());
        const auto effect = [&]() -> const RiskEffect& { return p.risks[0].effects[0]; };
        const auto set = [&](RiskEffectField field, std::string_view text) {
            return tried(p, [&](Transaction& tx) { return setRiskEffectField(tx, id, 0, field, text); });
        };
        const auto shown = [&](RiskEffectField field) { return riskEffectText(p, effect(), field); };
        QVERIFY(effect().calendar == p.calendars[0].id && effect().kind == EffectKind::suspension);
        QCOMPARE(shown(RiskEffectField::target), own);
        QCOMPARE(set(RiskEffectField::figures, "1 3 8"), std::string());
        QCOMPARE(shown(RiskEffectField::figures), std::string("1 – 3 – 8"));
        QCOMPARE(set(RiskEffectField::from, "2027-04-05"), std::string());
        QVERIFY(set(RiskEffectField::to, "2027-04-04").find("before the first") != std::string::npos);
        QCOMPARE(set(RiskEffectField::to, "2027-04-30"), std::string());
        QCOMPARE(shown(RiskEffectField::to), std::string("2027-04-30"));
        QVERIFY(set(RiskEffectField::kind, "added_work").find("days without work") != std::string::npos);
        QVERIFY(set(RiskEffectField::figures, "1 3 400").find("366") != std::string::npos);
        QVERIFY(set(RiskEffectField::target, "nowhere").find("nor a calendar") != std::string::npos);
        // Turned to an activity it has no days between which it begins, and back again.
        QCOMPARE(set(RiskEffectField::target, "A"), std::string());
        QVERIFY(!effect().calendar && !effect().from && !effect().to && effect().activity);
        QVERIFY(!set(RiskEffectField::from, "2027-04-05").empty());
        QCOMPARE(set(RiskEffectField::kind, "output"), std::string());
        QCOMPARE(set(RiskEffectField::target, own), std::string());
        QCOMPARE(shown(RiskEffectField::figures), std::string("5 – 5 – 5"));
        // The calendar goes.
        Calendar other = p.calendars[0];
        other.id = p.calendars.freshId();
        other.key = "other";
        p.calendars.append(other);
        Threshold threshold;
        threshold.id = ThresholdId{1};
        threshold.calendar = p.calendars[0].id;
        threshold.measure = "rain";
        threshold.unit = "mm";
        threshold.above = Decimal(5);
        p.thresholds.append(threshold);
        QCOMPARE(tried(p, [&](Transaction& tx) { return removeCalendar(tx, p.calendars[0].id, other.id); }),
                 std::string());
        QVERIFY(effect().calendar == other.id && p.thresholds.empty());
    }

    /// From seven complete activities of a trade come a rule for it and, asked for, one for all; five are wanted.
    void learning() {
        Builder b;
        Code trade;
        trade.id = CodeId{1};
        trade.key = "Trade";
        trade.values = {{"Fixer", {}, {}}, {"Mason", {}, {}}};
        b.programme.codes.append(trade);
        // Eight days each as planned; done by Fixers in 8, 8, 8, 8, 10, 10 and 16 of them.
        int number = 0;
        for (const int took : {8, 8, 8, 8, 10, 10, 16}) {
            const std::string key = "F" + std::to_string(++number);
            b.task(key, 8);
            b.change(key, [&](Activity& a) {
                a.measure = Measure{};
                a.measure->quantity = Decimal(80);
                a.measure->outputPerCrewDay = Decimal(10);
                a.codes = {{CodeId{1}, "Fixer"}};
                a.actualStart = *parseInstant("2027-03-01T08:00");
                const Date last = dateFrom(2027, 3, 1) + (took <= 8 ? 9 : took <= 10 ? 11 : 21);
                a.actualFinish = startOf(last) + 17 * 60;
            });
        }
        b.programme.job.dataDate = parseInstant("2027-04-01T08:00");
        Programme p = b.programme;
        const auto learn = [&](const char* of) {
            return tried(p, [&](Transaction& tx) { return learnSpreadRule(tx, of); });
        };
        QVERIFY(learn("Mason").find("fewer than five") != std::string::npos);
        QCOMPARE(learn("Fixer"), std::string());
        QCOMPARE(p.spreads.size(), std::size_t(1));
        QCOMPARE(spreadText(p, p.spreads[0], SpreadField::scope), std::string("Trade Fixer"));
        QCOMPARE(p.spreads[0].note, std::string("achieved by 7 complete activities"));
        QCOMPARE(p.spreads[0].high, Decimal(2));
        QCOMPARE(learn(""), std::string());
        QCOMPARE(p.spreads.size(), std::size_t(2));
        QCOMPARE(learn("Fixer"), std::string()); // the rule that is there is taken again
        QCOMPARE(p.spreads.size(), std::size_t(2));
    }

    void ofTheJob() {
        Programme p = site().programme;
        const auto set = [&](OddsField field, const char* text) {
            return tried(p, [&](Transaction& tx) { return setOddsField(tx, field, text); });
        };
        QVERIFY(set(OddsField::runs, "10,000").empty() && set(OddsField::seed, "7").empty());
        QVERIFY(set(OddsField::sure, "85 %").empty() && set(OddsField::weather, "records").empty());
        QCOMPARE(oddsText(p, OddsField::runs), std::string("10000"));
        QCOMPARE(oddsText(p, OddsField::sure), std::string("85 %"));
        for (const auto& [field, text] :
             {std::pair{OddsField::runs, "0"}, std::pair{OddsField::runs, "1000001"},
              std::pair{OddsField::runs, "many"}, std::pair{OddsField::seed, "-1"}, std::pair{OddsField::sure, "0"},
              std::pair{OddsField::sure, "100"}, std::pair{OddsField::alike, "1.5"},
              std::pair{OddsField::alikeAll, "0.4"}, std::pair{OddsField::weather, "luck"},
              std::pair{OddsField::alikeCode, "Zone"}, std::pair{OddsField::allowanceLow, "2"},
              std::pair{OddsField::width, "0"}})
            QVERIFY2(!set(field, text).empty(), text);
        QVERIFY(set(OddsField::alike, "0.5").empty() && set(OddsField::alikeAll, "0.4").empty());
        QVERIFY(set(OddsField::alike, "").find("at most") != std::string::npos); // 0.3 would lie below
        QVERIFY(set(OddsField::runs, "").empty() && !p.job.oddsRuns);
    }
};

QTEST_GUILESS_MAIN(ChanceEditsTest)
#include "chance_edits_test.moc"
