// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Delay cases worked by hand, as a delay analyst would: on a calendar without breaks from Monday 1 March 2027,
// activities of ten days unless said. Each is told again with its rows shuffled, which changes nothing. The rules are
// those of docs/engine.md section 11, after the SCL Delay and Disruption Protocol, 2nd edition 2017 (from memory).
#include "core/delay/analysis.h"
#include "core/delay/insertion.h"
#include "core/delay/parts.h"
#include "core/delay/prolongation.h"
#include "support/everyday.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

constexpr Minutes day = minutesPerDay;

struct Works : EverydayHistory<Works> {
    Works& work(const std::string& key, int days = 10) {
        addWork(key, days);
        return *this;
    }
    Works& end() {
        section("S1", "M", "2027-03-20", 1000);
        return *this;
    }
    Works& started(const std::string& key, int from, int daysLeft) {
        change(key, [&](Activity& a) {
            a.actualStart = morning(from);
            a.actualFinish.reset();
            a.remaining = daysLeft * day;
        });
        return *this;
    }
    [[nodiscard]] Effect stop(const std::string& key, int from, int to) const {
        Effect effect;
        effect.kind = EffectKind::suspension;
        effect.activity = id(key);
        effect.from = march(from);
        effect.to = march(to);
        return effect;
    }
    [[nodiscard]] Effect access(const std::string& key, int from) const {
        Effect effect;
        effect.kind = EffectKind::access;
        effect.activity = id(key);
        effect.from = march(from);
        return effect;
    }
};

/// "E 6; own 10; back -1": what each event moved (and, in common with others, +N), the days it entitles to and those of
/// them that are concurrent, /paid; then own progress.
QString told(const std::vector<Stand>& stands, DelayMethod method, const DelayRules& rules = {}) {
    const DelayAnalysis found = analyse(method, stands, {}, rules);
    const Programme& now = stands.back().programme;
    const SectionId section = now.sections[0].id;
    QStringList parts;
    std::vector<std::pair<std::string, EventId>> events;
    for (const DelayEvent& event : now.events) events.emplace_back(event.key, event.id);
    std::sort(events.begin(), events.end());
    for (const auto& [key, id] : events) {
        const EventDaysFound days = daysOf(found, id, section);
        QString text = QStringLiteral("%1 %2").arg(QString::fromStdString(key)).arg(days.moved);
        if (days.common != 0) text += QStringLiteral("&%1").arg(days.common);
        if (days.entitled > 0 || days.concurrent > 0)
            text += QStringLiteral(" (%1/%2 paid %3)").arg(days.entitled).arg(days.concurrent).arg(days.compensable);
        parts << text;
    }
    int own = 0, rest = 0;
    for (const DelayStep& step : found.steps) {
        if (step.kind == DelayStep::Kind::progress) own += step.of(section)->moved();
        if (step.kind == DelayStep::Kind::unseen) rest += step.of(section)->moved();
    }
    if (own != 0) parts << QStringLiteral("own %1").arg(own);
    if (rest != 0) parts << QStringLiteral("rest %1").arg(rest);
    return parts.join(QStringLiteral("; "));
}

std::vector<Stand> shuffled(std::vector<Stand> stands, unsigned seed) {
    std::mt19937 random(seed);
    for (Stand& stand : stands) {
        shuffleRows(stand.programme.activities, random);
        shuffleRows(stand.programme.links, random);
        shuffleRows(stand.programme.events, random);
    }
    return stands;
}

/// As told, whatever the order of rows.
QString saidAlike(const std::vector<Stand>& stands, DelayMethod method, const DelayRules& rules = {}) {
    const QString text = told(stands, method, rules);
    for (unsigned seed = 1; seed <= 6; ++seed)
        if (const QString other = told(shuffled(stands, seed), method, rules); other != text)
            return QStringLiteral("%1, but shuffled %2").arg(text, other);
    return text;
}

constexpr DelayMethod impacted = DelayMethod::impactedAsPlanned, impact = DelayMethod::timeImpact,
                      windows = DelayMethod::windows, built = DelayMethod::asPlannedAsBuilt,
                      collapsed = DelayMethod::collapsedAsBuilt;
constexpr DelayMethod all[] = {impacted, impact, windows, built, collapsed};

bool flagged(const std::vector<Stand>& stands, DelayMethod method, DelayFlag::Kind kind) {
    const DelayAnalysis found = analyse(method, stands);
    return std::any_of(found.flags.begin(), found.flags.end(), [&](const DelayFlag& f) { return f.kind == kind; });
}

/// A, then B and D side by side, both to the milestone.
Works sideBySide() {
    Works job;
    job.work("A").work("B").work("D").milestone("M");
    job.link("A", "B").link("A", "D").link("B", "M").link("D", "M");
    job.end();
    return job;
}

} // namespace

class DelayCasesTest : public QObject {
    Q_OBJECT

    /// A 10, then B 20 (to the 30th); C 20 waits five days behind B's start and ends five behind its end: the 35th. Six
    /// days more of B: the 41st.
    static Works ladder(bool startToStart, bool stretch) {
        Works job;
        job.work("A").work("B", 20).work("C", 20).milestone("M").link("A", "B");
        if (startToStart) job.link("B", "C", LinkType::ss, 5 * day);
        job.link("B", "C", LinkType::ff, 5 * day).link("C", "M");
        job.end();
        job.change("C", [&](Activity& a) { a.stretch = stretch; });
        return job;
    }

private slots:
    /// Case 1: the finish link holds C; by every method the six days are E's, as forecast and as built.
    void aLadder() {
        for (const bool startToStart : {true, false})
            for (const bool stretch : {false, true}) {
                Works job = ladder(startToStart, stretch);
                std::vector<Stand> stands{{"plan", job.programme}};
                (void)job.event("E", Risk::employer, 12, {}, {job.more("B", 6)});
                stands.push_back({"now", job.programme});
                for (const DelayMethod method : all)
                    QCOMPARE(saidAlike(stands, method), QStringLiteral("E 6 (6/0 paid 6)"));
                // As built: B took 26 days, C began on its day and ended five days behind B.
                job.at(42).done("A", 1, 10).done("B", 11, 36).done("C", startToStart ? 16 : 11, 41);
                stands.back().programme = job.programme;
                for (const DelayMethod method : all)
                    QCOMPARE(saidAlike(stands, method), QStringLiteral("E 6 (6/0 paid 6)"));
            }
    }

    /// Case 2: A then B; A is ten days late by itself and one day by E.
    void aSmallEventDoesNotTakeTheSlip() {
        Works job;
        job.work("A").work("B").milestone("M").link("A", "B").link("B", "M");
        job.end();
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("E", Risk::employer, 5, 5, {job.more("A", 1)});
        job.at(22).done("A", 1, 21);
        stands.push_back({"now", job.programme});
        QCOMPARE(saidAlike(stands, windows), QStringLiteral("E 1 (1/0 paid 1); own 10"));
        QCOMPARE(saidAlike(stands, built), QStringLiteral("E 1 (1/0 paid 1); own 10"));
        QCOMPARE(saidAlike(stands, impact), QStringLiteral("E 1 (1/0 paid 1); own 10"));
        QCOMPARE(saidAlike(stands, impacted), QStringLiteral("E 1 (1/0 paid 1); rest 10"));
        QCOMPARE(saidAlike(stands, collapsed), QStringLiteral("E 1 (1/0 paid 1); own 10"));
    }

    /// Case 3: one and nine days on one activity, one after the other, are in series; exchanged likewise.
    void inSeriesNothingIsConcurrent() {
        for (const bool exchanged : {false, true}) {
            Works job;
            job.work("A").work("B").milestone("M").link("A", "B").link("B", "M");
            job.end();
            std::vector<Stand> stands{{"plan", job.programme}};
            (void)job.event("O", exchanged ? Risk::employer : Risk::contractor, 3, 3, {job.more("A", 1)});
            (void)job.event("E", exchanged ? Risk::contractor : Risk::employer, 6, 14, {job.more("A", 9)});
            job.at(21).done("A", 1, 20);
            stands.push_back({"now", job.programme});
            for (const DelayMethod method : {impact, windows, built})
                QCOMPARE(saidAlike(stands, method),
                         exchanged ? QStringLiteral("E 9; O 1 (1/0 paid 1)") : QStringLiteral("E 9 (9/0 paid 9); O 1"));
        }
    }

    /// Case 4: five days each on parallel paths on the same days are common to both: five of time, all concurrent.
    void alikeOnParallelPaths() {
        Works job = sideBySide();
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("O", Risk::contractor, 12, 16, {job.more("B", 5)});
        (void)job.event("E", Risk::employer, 12, 16, {job.more("D", 5)});
        stands.push_back({"now", job.programme});
        for (const ConcurrencyRule rule : {ConcurrencyRule::timeNotMoney, ConcurrencyRule::effectiveCause})
            for (const DelayMethod method : {impacted, impact})
                QCOMPARE(saidAlike(stands, method, {rule, {}}),
                         QStringLiteral("E 0&5 (5/5 paid 0); O 0&5 (5/5 paid 0)"));
        QVERIFY(flagged(stands, impact, DelayFlag::Kind::tie));
        // Seen on the driving paths it is the same.
        job.at(26).done("A", 1, 10).done("B", 11, 25).done("D", 11, 25);
        stands.back().programme = job.programme;
        QCOMPARE(saidAlike(stands, windows), QStringLiteral("E 0&5 (5/5 paid 0); O 0&5 (0/5 paid 0)"));
        QVERIFY(flagged(stands, windows, DelayFlag::Kind::nearPath));
    }

    /// Case 5: a day each, begun on one day, in front of 80 days without work (21 March to 8 June). One day more is
    /// then 81 days later. On parallel paths they share them; on one activity the second day is the second's own.
    void beforeAClosedSeason() {
        for (const bool parallel : {true, false}) {
            Works job = sideBySide();
            Calendar season;
            season.id = CalendarId{9};
            season.key = "season";
            season.dayMinutes = day;
            for (auto& work : season.week) work = DayWork{{0, 1440}};
            season.exceptions.push_back({dateFrom(2027, 3, 21), dateFrom(2027, 6, 8), true, {}, "closed"});
            job.programme.calendars.append(season);
            for (const char* key : {"B", "D"}) job.change(key, [](Activity& a) { a.calendar = CalendarId{9}; });
            std::vector<Stand> stands{{"plan", job.programme}};
            (void)job.event("O", Risk::contractor, 13, 13, {job.more("B", 1)});
            (void)job.event("E", Risk::employer, 13, 13, {job.more(parallel ? "D" : "B", 1)});
            stands.push_back({"now", job.programme});
            QCOMPARE(saidAlike(stands, impact), parallel
                                                    ? QStringLiteral("E 0&81 (81/81 paid 0); O 0&81 (81/81 paid 0)")
                                                    : QStringLiteral("E 1&80 (81/80 paid 1); O 1&80 (80/80 paid 0)"));
            QVERIFY(flagged(stands, impact, DelayFlag::Kind::tie));
        }
    }

    /// Case 6: an employer's and a neutral event alike: the time once, and no money.
    void alikeWithANeutralEvent() {
        Works job = sideBySide();
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("N", Risk::neutral, 12, 16, {job.more("B", 5)});
        (void)job.event("E", Risk::employer, 12, 16, {job.more("D", 5)});
        stands.push_back({"now", job.programme});
        QCOMPARE(saidAlike(stands, impact), QStringLiteral("E 0&5 (5/0 paid 0); N 0&5 (5/0 paid 0)"));
        const DelayAnalysis found = analyse(impact, stands);
        const DelayShares shares = sharesOf(found, job.programme, job.programme.sections[0].id);
        QCOMPARE(shares.entitled, 5);
        QCOMPARE(shares.compensable, 0);
        // Begun a day later beside it, the employer's event gives no money either: N would have cost those days anyway.
        DelayEvent later = stands.back().programme.events[1];
        later.from = march(13);
        stands.back().programme.events.replace(1, later);
        QCOMPARE(saidAlike(stands, impact), QStringLiteral("E 0; N 5 (5/0 paid 0)"));
    }

    /// Case 7: 120 on the 5th, 150 on the 8th: the later instruction counts, however they are recorded; two of one day
    /// are a problem with a name, and the longer one counts.
    void theLaterInstructionCounts() {
        for (const bool reversed : {false, true}) {
            Works job;
            job.work("A").milestone("M").link("A", "M");
            job.end();
            job.change("A", [](Activity& a) {
                a.duration.reset();
                a.measure = Measure{Decimal(100), "m3", Decimal(10), {}, Decimal(1), Decimal(1), RoundTo::day};
            });
            const auto quantity = [&](int value) {
                Effect effect;
                effect.kind = EffectKind::quantity;
                effect.activity = job.id("A");
                effect.value = Decimal(value);
                return effect;
            };
            std::vector<Stand> stands{{"plan", job.programme}};
            const std::pair<int, int> given[] = {{5, 120}, {8, 150}};
            for (const auto& [from, value] : {given[reversed], given[!reversed]})
                (void)job.event("E" + std::to_string(from), Risk::employer, from, from, {quantity(value)});
            stands.push_back({"now", job.programme});
            QCOMPARE(completionDate(*schedule(job.programme).programmeFinish), march(15));
            QCOMPARE(saidAlike(stands, impact), QStringLiteral("E5 2 (2/0 paid 2); E8 3 (3/0 paid 3)"));
            DelayEvent same = job.programme.events[0];
            same.from = job.programme.events[1].from;
            job.programme.events.replace(0, same);
            const Schedule found = schedule(job.programme);
            QCOMPARE(completionDate(*found.programmeFinish), march(15));
            QVERIFY(std::any_of(found.problems.begin(), found.problems.end(), [](const Problem& problem) {
                return problem.what.find("events E5 and E8 begin on one day") != std::string::npos;
            }));
        }
    }

    /// Case 8: own slowness has A end on the 19th; access to B is withheld from the 18th until the 22nd. B would have
    /// begun on the 20th: two days are E's.
    void accessWithheldBehindOwnSlowness() {
        Works job;
        job.work("A").work("B").milestone("M").link("A", "B").link("B", "M");
        job.end();
        std::vector<Stand> stands{{"plan", job.programme}}, updated;
        (void)job.event("E", Risk::employer, 18, 21, {job.access("B", 22)});
        job.at(22).done("A", 1, 19);
        stands.push_back({"now", job.programme});
        for (const DelayMethod method : {windows, built, collapsed})
            QCOMPARE(saidAlike(stands, method), QStringLiteral("E 2 (2/0 paid 2); own 9"));
        // Put into the plan, which has B on the 11th, it does the four days from its beginning, and the plan is too
        // old.
        QCOMPARE(saidAlike(stands, impacted), QStringLiteral("E 4 (4/0 paid 4); rest 7"));
        QVERIFY(flagged(stands, impacted, DelayFlag::Kind::tooOld));
        Works update = job;
        update.programme.events.assign({});
        update.at(15).started("A", 1, 5);
        updated = {stands[0], {"update", update.programme}, stands[1]};
        QCOMPARE(saidAlike(updated, impact), QStringLiteral("E 2 (2/0 paid 2); own 9"));
        QVERIFY(!flagged(updated, impact, DelayFlag::Kind::tooOld));
    }

    /// Case 9: one stop over two windows: twelve days of E in all; nothing own, nothing recovered.
    void oneStopOverTwoWindows() {
        Works job;
        job.work("A").work("B").milestone("M").link("A", "B").link("B", "M");
        job.end();
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("E", Risk::employer, 4, 15, {job.stop("A", 4, 15)});
        job.at(9).started("A", 1, 7);
        stands.push_back({"update", job.programme});
        job.at(23).done("A", 1, 22);
        stands.push_back({"now", job.programme});
        for (const DelayMethod method : {impact, windows, built})
            QCOMPARE(saidAlike(stands, method), QStringLiteral("E 12 (12/0 paid 12)"));
    }

    /// Case 10: over before update 1 and recorded only after it: E's in the first window all the same.
    void recordedAfterTheUpdate() {
        Works job;
        job.work("A").work("B").milestone("M").link("A", "B").link("B", "M");
        job.end();
        std::vector<Stand> stands{{"plan", job.programme}};
        job.at(12).started("A", 1, 4);
        stands.push_back({"update", job.programme});
        (void)job.event("E", Risk::employer, 3, 7, {job.more("A", 5)});
        job.at(16).done("A", 1, 15);
        stands.push_back({"now", job.programme});
        for (const DelayMethod method : {impact, windows, built})
            QCOMPARE(saidAlike(stands, method), QStringLiteral("E 5 (5/0 paid 5)"));
        QVERIFY(flagged(stands, impact, DelayFlag::Kind::missing));
    }

    /// Case 11: on work that is new since the plan, the event has what the later stand moves back without it.
    void onWorkThatIsNew() {
        Works job;
        job.work("A").work("B").milestone("M").link("A", "B").link("B", "M");
        job.end();
        std::vector<Stand> stands{{"plan", job.programme}};
        job.work("X", 4).link("A", "X").link("X", "B");
        (void)job.event("E", Risk::employer, 11, 13, {job.more("X", 3)});
        stands.push_back({"now", job.programme});
        for (const DelayMethod method : {windows, built})
            QCOMPARE(saidAlike(stands, method), QStringLiteral("E 3 (3/0 paid 3); own 4"));
        QVERIFY(!analyse(windows, stands).notes.empty());
    }

    /// Case 12: what the accepted update has already stays in it: own 2 and E2 4 in series.
    void whatTheBaselineHasStaysInIt() {
        Works job;
        job.work("A").work("B").milestone("M").link("A", "B").link("B", "M");
        job.end();
        (void)job.event("E1", Risk::employer, 2, 4, {job.more("A", 3)});
        job.at(5).started("A", 1, 9);
        std::vector<Stand> stands{{"accepted update", job.programme}};
        (void)job.event("O", Risk::contractor, 15, 16, {job.more("B", 2)});
        (void)job.event("E2", Risk::employer, 18, 21, {job.more("B", 4)});
        job.at(30).done("A", 1, 13).done("B", 14, 29);
        stands.push_back({"now", job.programme});
        QCOMPARE(saidAlike(stands, collapsed), QStringLiteral("E1 0; E2 4 (4/0 paid 4); O 0; own 2"));
        for (const DelayMethod method : {windows, built})
            QCOMPARE(saidAlike(stands, method), QStringLiteral("E1 0; E2 4 (4/0 paid 4); O 2"));
        QVERIFY(flagged(stands, collapsed, DelayFlag::Kind::baseline));
    }

    /// Case 13: O (six days, from the 12th) and the shorter E (four, from the 14th) on parallel paths. E moves nothing:
    /// nothing by effective cause, four days of time that are all concurrent by time, not money, whenever O ended.
    void theShorterOneSecond() {
        for (const std::optional<int> end :
             {std::optional(20), std::optional(14), std::optional(13), std::optional<int>()})
            for (const int update : {11, 12}) { // case 14: a day later, when B has begun, the same
                Works job = sideBySide();
                std::vector<Stand> stands{{"plan", job.programme}};
                job.at(update).done("A", 1, 10);
                if (update > 11) job.started("B", 11, 9).started("D", 11, 9);
                stands.push_back({"update", job.programme});
                (void)job.event("O", Risk::contractor, 12, end, {job.more("B", 6)});
                (void)job.event("E", Risk::employer, 14, 18, {job.more("D", 4)});
                stands.push_back({"now", job.programme});
                QCOMPARE(saidAlike(stands, impact), QStringLiteral("E 0 (4/4 paid 0); O 6 (0/4 paid 0)"));
                QCOMPARE(saidAlike(stands, impact, {ConcurrencyRule::effectiveCause, {}}),
                         QStringLiteral("E 0; O 6 (0/4 paid 0)"));
                QVERIFY(flagged(stands, impact, DelayFlag::Kind::aboveMoved));
            }
    }

    /// The mirror of it: the employer's longer one first, the own shorter one beside it. All of the first is entitled.
    void theShorterOwnOneSecond() {
        Works job = sideBySide();
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("E", Risk::employer, 12, 20, {job.more("B", 6)});
        (void)job.event("O", Risk::contractor, 14, 18, {job.more("D", 4)});
        stands.push_back({"now", job.programme});
        // O would have cost four of the six days anyway: two are paid.
        QCOMPARE(saidAlike(stands, impact), QStringLiteral("E 6 (6/4 paid 2); O 0 (0/4 paid 0)"));
    }

    /// An employer's five days beside three of our own: five of time, three concurrent, two paid, whoever began first.
    void fiveBesideThree() {
        for (const bool ownFirst : {true, false}) {
            Works job = sideBySide();
            std::vector<Stand> stands{{"plan", job.programme}};
            (void)job.event("O", Risk::contractor, ownFirst ? 12 : 14, 18, {job.more("B", 3)});
            (void)job.event("E", Risk::employer, ownFirst ? 14 : 12, 18, {job.more("D", 5)});
            stands.push_back({"now", job.programme});
            const DelayAnalysis found = analyse(impact, stands);
            const EventDaysFound days = daysOf(found, job.programme.events[1].id, job.programme.sections[0].id);
            QCOMPARE(days.entitled, 5);
            QCOMPARE(days.concurrent, 3);
            QCOMPARE(days.compensable, 2);
        }
    }

    /// Apportioned: of three shared days the employer's event has five eighths.
    void apportioned() {
        Works job = sideBySide();
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("O", Risk::contractor, 12, 18, {job.more("B", 3)});
        (void)job.event("E", Risk::employer, 14, 18, {job.more("D", 5)});
        stands.push_back({"now", job.programme});
        // a 5, o 3, joint 5: shared 3; time 5 - 3 + 3 * 5 / 8 = 3.875, rounded 4.
        const DelayAnalysis found = analyse(impact, stands, {}, {ConcurrencyRule::apportioned, {}});
        const EventDaysFound days = daysOf(found, job.programme.events[1].id, job.programme.sections[0].id);
        QCOMPARE(days.entitled, 4);
        QCOMPARE(days.concurrent, 0);
    }

    /// Case 15: D has five days of float; E takes them, then O delays D by five: completion is O's, in windows too.
    void theFirstTakesTheFloat() {
        Works job;
        job.work("A").work("B", 15).work("D").milestone("M");
        job.link("A", "B").link("A", "D").link("B", "M").link("D", "M");
        job.end();
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("E", Risk::employer, 12, 16, {job.more("D", 5)});
        (void)job.event("O", Risk::contractor, 18, 22, {job.more("D", 5)});
        job.at(31).done("A", 1, 10).done("B", 11, 25).done("D", 11, 30);
        stands.push_back({"now", job.programme});
        for (const DelayMethod method : {impact, windows, built})
            QCOMPARE(saidAlike(stands, method), QStringLiteral("E 0; O 5"));
    }

    /// Case 16: modelled as twenty days on work that was planned to take ten and took thirteen: no more than three.
    void modelledLongerThanItTook() {
        Works job;
        job.work("A").work("B").milestone("M").link("A", "B").link("B", "M");
        job.end();
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("E", Risk::employer, 3, 9, {job.more("A", 20)});
        job.at(14).done("A", 1, 13);
        stands.push_back({"now", job.programme});
        QCOMPARE(saidAlike(stands, collapsed), QStringLiteral("E 3 (3/0 paid 3)"));
        QVERIFY(flagged(stands, collapsed, DelayFlag::Kind::aboveTaken));
        for (const DelayMethod method : {windows, built})
            QCOMPARE(saidAlike(stands, method), QStringLiteral("E 3 (3/0 paid 3)"));
    }

    /// Case 18: E1 moves four; then O on B from the 13th moves three, E3 on D from the 14th works five, of which two
    /// move completion: time 4 and 5, concurrent 0 and 3, paid 4 and 2 days, 6,000 at 1,000 a day.
    void whatIsPaid() {
        Works job = sideBySide();
        Activity hammock;
        hammock.key = "H";
        hammock.kind = ActivityKind::hammock;
        hammock.costPerWeek = Decimal(7000);
        hammock.from = {{job.id("A"), End::start, 0}};
        hammock.to = {{job.id("M"), End::finish, 0}};
        job.add(std::move(hammock));
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("E1", Risk::employer, 3, 6, {job.more("A", 4)});
        (void)job.event("O", Risk::contractor, 17, 19, {job.more("B", 3)});
        (void)job.event("E3", Risk::employer, 18, 22, {job.more("D", 5)});
        stands.push_back({"now", job.programme});
        QCOMPARE(saidAlike(stands, impact), QStringLiteral("E1 4 (4/0 paid 4); E3 2 (5/3 paid 2); O 3 (0/3 paid 0)"));
        const DelayAnalysis found = analyse(impact, stands);
        QCOMPARE(prolongationOf(found, job.programme).paid, Fraction(6000));
    }

    /// Case 19: float is told in working days of the calendar without the stop.
    void floatFallsWhenDelayComes() {
        Works job;
        job.work("A").work("B", 20).work("D").milestone("M");
        job.link("A", "B").link("A", "D").link("B", "M").link("D", "M");
        job.end();
        std::vector<Stand> stands{{"plan", job.programme}};
        (void)job.event("E", Risk::employer, 13, 18, {job.stop("D", 13, 18)});
        stands.push_back({"now", job.programme});
        const DelayAnalysis found = analyse(impact, stands);
        QCOMPARE(found.steps.size(), std::size_t(1));
        QCOMPARE(found.steps[0].floatBefore, std::optional(10));
        QCOMPARE(found.steps[0].floatAfter, std::optional(4));
    }

    // ---- taking together

    void partsOfWhatCameTogether() {
        const auto parts = [](int joint, std::vector<int> first, std::vector<int> last) {
            const Parts found = partsOf(joint, first, last);
            QString text;
            for (const int own : found.own) text += QString::number(own) + QLatin1Char(' ');
            return text + QString::number(found.common);
        };
        QCOMPARE(parts(5, {5, 5}, {0, 0}), QStringLiteral("0 0 5"));
        QCOMPARE(parts(82, {81, 81}, {1, 1}), QStringLiteral("1 1 80"));
        QCOMPARE(parts(7, {4, 3}, {4, 3}), QStringLiteral("4 3 0"));
        QCOMPARE(parts(0, {0, 0}, {0, 0}), QStringLiteral("0 0 0"));
        // Own parts beyond the whole are scaled to it.
        QCOMPARE(parts(5, {6, 3}, {6, 4}), QStringLiteral("3 2 0"));
        QCOMPARE(parts(-2, {-2, 0}, {-2, 0}), QStringLiteral("0 0 -2"));
    }
};

QTEST_APPLESS_MAIN(DelayCasesTest)
#include "delay_cases_test.moc"
