// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Delay methods by worked cases. The methods follow the SCL Delay and Disruption Protocol, 2nd edition 2017, AACE
// 29R-03 and ASCE/CI 67-17 (from memory); the cases are worked by hand below.
#include "core/contract/notices.h"
#include "core/delay/analysis.h"
#include "core/delay/driving_path.h"
#include "core/delay/insertion.h"
#include "core/network/why.h"
#include "support/everyday.h"
#include "support/random_programme.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

constexpr Minutes day = minutesPerDay;

struct Job7 : Everyday {
    Job7& work(const std::string& key, int days) {
        addWork(key, days);
        return *this;
    }
    Job7& at(const std::string& date) {
        programme.job.dataDate = *parseInstant(date + "T00:00");
        return *this;
    }
    Job7& started(const std::string& key, const std::string& date, int daysLeft) {
        change(key, [&](Activity& a) {
            a.actualStart = *parseInstant(date + "T00:00");
            a.remaining = daysLeft * day;
        });
        return *this;
    }
    Job7& finished(const std::string& key, const std::string& from, const std::string& to) {
        change(key, [&](Activity& a) {
            a.actualStart = *parseInstant(from + "T00:00");
            a.actualFinish = *parseInstant(to + "T00:00");
            a.remaining.reset();
        });
        return *this;
    }
    EventId event(Risk risk, const std::string& from, std::vector<Effect> effects, const std::string& to = {}) {
        DelayEvent e;
        e.id = programme.events.freshId();
        e.key = "E" + std::to_string(e.id.value);
        e.risk = risk;
        e.from = *parseDate(from);
        if (!to.empty()) e.to = *parseDate(to);
        e.effects = std::move(effects);
        programme.events.append(e);
        return e.id;
    }
    [[nodiscard]] std::string finish() const { return isoDate(completionDate(*schedule(programme).programmeFinish)); }
};

/// A 10, then B 10 and D 10 side by side, then the milestone: 20 March 2027.
Job7 ferry() {
    Job7 job;
    job.work("A", 10).work("B", 10).work("D", 10).milestone("M");
    job.link("A", "B").link("A", "D").link("B", "M").link("D", "M").section("S1", "M", "2027-03-20", 1000);
    return job;
}

/// The contract programme, an update on 11 March and the forecast of 21 March:
/// - E1 (employer, from the 3rd): four days more of A. On the 11th A needs five days more: to the 15th.
/// - E2 (own, 13th to 18th): three days more of B. E3 (employer, 14th to 19th): five days more of D.
/// - On the 21st A was done on the 15th, B needs six days (to the 26th), D nine (to the 29th).
struct Case {
    std::vector<Stand> stands;
    EventId employer1, own, employer2;
};
Case worked() {
    Case result;
    Job7 job = ferry();
    result.stands.push_back({"contract", job.programme});
    job.at("2027-03-11").started("A", "2027-03-01", 5);
    result.employer1 = job.event(Risk::employer, "2027-03-03", {job.more("A", 4)});
    result.stands.push_back({"update 1", job.programme});
    job.at("2027-03-21").finished("A", "2027-03-01", "2027-03-16");
    job.started("B", "2027-03-16", 6).started("D", "2027-03-16", 9);
    result.own = job.event(Risk::contractor, "2027-03-13", {job.more("B", 3)}, "2027-03-18");
    result.employer2 = job.event(Risk::employer, "2027-03-14", {job.more("D", 5)}, "2027-03-19");
    result.stands.push_back({"now", job.programme});
    return result;
}

const SectionId section1{1};

/// "E1+4 own+1": the movements of the one section, step by step; progress as own, unseen as rest.
QString movements(const DelayAnalysis& analysis, const Programme& now) {
    QString text;
    for (const DelayStep& step : analysis.steps) {
        const StepFigures& f = *step.of(section1);
        const QString who = step.kind == DelayStep::Kind::event
                                ? QString::fromStdString(now.events.row(step.event)->key)
                            : step.kind == DelayStep::Kind::progress ? QStringLiteral("own")
                                                                     : QStringLiteral("rest");
        text +=
            QStringLiteral("%1%2%3%4 ")
                .arg(who, f.moved() < 0 ? "" : "+")
                .arg(f.moved())
                .arg(f.entitled > 0 || f.concurrent > 0 ? QStringLiteral("(%1/%2)").arg(f.entitled).arg(f.concurrent)
                                                        : QString());
    }
    return text.trimmed();
}

} // namespace

class DelayTest : public QObject {
    Q_OBJECT
private slots:
    // ---- effects in the programme's own dates

    void effectsMoveTheForecastAndCanBeSwitchedOff() {
        Job7 job = ferry();
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-20"));
        const EventId id = job.event(Risk::employer, "2027-03-03", {job.more("A", 4)});
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-24"));
        switchOff(job.programme, id);
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-20"));
    }

    void aSuspensionTakesItsDaysOutOfOneActivity() {
        Job7 job = ferry();
        Effect stop;
        stop.kind = EffectKind::suspension;
        stop.activity = job.id("A");
        stop.from = *parseDate("2027-03-04");
        stop.to = *parseDate("2027-03-06");
        (void)job.event(Risk::neutral, "2027-03-04", {stop});
        // Ten days from the 1st, without the 4th, 5th and 6th: to the 13th; then ten days more.
        const Schedule found = schedule(job.programme);
        QCOMPARE(QString::fromStdString(dates(job.programme, found, "A")),
                 QStringLiteral("2027-03-01T00:00 2027-03-14T00:00"));
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-23"));
        QCOMPARE(of(job.programme, found, "A").totalFloat, std::optional<Minutes>(0));
    }

    void accessHoldsAStart() {
        Job7 job = ferry();
        Effect access;
        access.kind = EffectKind::access;
        access.activity = job.id("D");
        access.from = *parseDate("2027-03-15");
        (void)job.event(Risk::employer, "2027-03-09", {access});
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-24")); // ten days from the 15th
    }

    /// A lag on the calendar of a suspended activity skips the suspension, in the passes and in the reasons given
    /// alike.
    void reasonsKnowOfSuspensions() {
        Job7 job;
        job.work("A", 5).work("B", 3).milestone("M");
        job.link("A", "B", LinkType::fs, 2 * day).link("B", "M");
        Effect stop;
        stop.kind = EffectKind::suspension;
        stop.activity = job.id("A");
        stop.from = *parseDate("2027-03-06");
        stop.to = *parseDate("2027-03-08");
        (void)job.event(Risk::neutral, "2027-03-06", {stop});
        // A ends on the 5th; its two days of lag are the 9th and the 10th.
        const Schedule found = schedule(job.programme);
        QCOMPARE(QString::fromStdString(dates(job.programme, found, "B")),
                 QStringLiteral("2027-03-11T00:00 2027-03-14T00:00"));
        const Why early = explain(job.programme, found, job.id("B"));
        QCOMPARE(early.start.size(), std::size_t(1));
        QCOMPARE(QString::fromStdString(isoInstant(early.start[0].at)), QStringLiteral("2027-03-11T00:00"));
        const Why late = explain(job.programme, found, job.id("A"));
        QCOMPARE(late.late.size(), std::size_t(1));
        QVERIFY(late.late[0].kind == CauseKind::link);
    }

    /// What holds a start is named with the event that gives access.
    void accessIsNamedWithItsEvent() {
        Job7 job = ferry();
        Effect access;
        access.kind = EffectKind::access;
        access.activity = job.id("D");
        access.from = *parseDate("2027-03-15");
        const EventId id = job.event(Risk::employer, "2027-03-09", {access});
        const Schedule found = schedule(job.programme);
        const Why why = explain(job.programme, found, job.id("D"));
        QCOMPARE(why.start.size(), std::size_t(1));
        QVERIFY(why.start[0].kind == CauseKind::access);
        QCOMPARE(why.start[0].event, id);
    }

    void aChangedQuantityIsRoundedLikeAnyOther() {
        Job7 job = ferry();
        job.change("B", [](Activity& a) {
            a.duration.reset();
            a.measure = Measure{};
            a.measure->quantity = 100;
            a.measure->outputPerCrewDay = Decimal(10);
            a.measure->crews = Decimal(1);
        });
        Effect effect;
        effect.kind = EffectKind::quantity;
        effect.activity = job.id("B");
        effect.value = Decimal(121);
        (void)job.event(Risk::employer, "2027-03-09", {effect});
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-23")); // 12.1 days are 13
        job.programme.events.assign({});
        effect.kind = EffectKind::output;
        effect.value = Decimal(8);
        (void)job.event(Risk::contractor, "2027-03-09", {effect});
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-23")); // 12.5 days are 13
    }

    /// Work left that was stated on the data date knows of what began before it, not of what begins later.
    void workInHandGainsOnlyWhatBeginsLater() {
        Job7 job = ferry();
        job.at("2027-03-05").started("A", "2027-03-01", 7);
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-21"));
        (void)job.event(Risk::employer, "2027-03-03", {job.more("A", 4)});
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-21"));
        (void)job.event(Risk::employer, "2027-03-06", {job.more("A", 2)});
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-23"));
    }

    /// A hammock that hangs from two activities of one fragment and from nothing else stays where their work would lie
    /// when the event is off, as one with a single anchor does: from the 9th to the 15th, and it is no error.
    void aHammockOnTwoActivitiesOfAFragmentOutlivesItsEvent() {
        for (const bool swapped : {false, true}) {
            Job7 job = ferry();
            const EventId id = job.event(Risk::employer, "2027-03-09", {});
            job.work("X", 6);
            job.work("Y", 3);
            job.work("H", 0);
            job.link("A", "X").link("X", "D").link("A", "Y").link("Y", "D");
            for (const char* key : {"X", "Y"}) job.change(key, [&](Activity& a) { a.event = id; });
            const auto named = [&](const char* key) {
                for (const Activity& a : job.programme.activities)
                    if (a.key == key) return a.id;
                return ActivityId{};
            };
            job.change("H", [&](Activity& a) {
                a.kind = ActivityKind::hammock;
                a.from = {{named(swapped ? "Y" : "X"), End::start, 0}, {named(swapped ? "X" : "Y"), End::start, 0}};
                a.to = {{named(swapped ? "Y" : "X"), End::finish, 0}, {named(swapped ? "X" : "Y"), End::finish, 0}};
            });
            QVERIFY(schedule(job.programme).ok());
            switchOff(job.programme, id);
            const Schedule found = schedule(job.programme);
            QVERIFY2(found.ok(), found.ok() ? "" : found.errors.front().sentence().c_str());
            QCOMPARE(QString::fromStdString(dates(job.programme, found, "H")),
                     QStringLiteral("2027-03-09T00:00 2027-03-15T00:00"));
            QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-20"));
        }
    }

    void aFragmentStandsAsideWhenItIsOff() {
        Job7 job = ferry();
        const EventId id = job.event(Risk::employer, "2027-03-09", {});
        job.work("X", 6).link("A", "X").link("X", "D").change("X", [&](Activity& a) { a.event = id; });
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-26"));
        switchOff(job.programme, id);
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-20"));
        const Schedule found = schedule(job.programme);
        const ActivityFigures& x = of(job.programme, found, "X");
        QVERIFY(x.aside && !x.totalFloat && !x.critical);
        QCOMPARE(QString::fromStdString(dates(job.programme, found, "X")),
                 QStringLiteral("2027-03-09T00:00 2027-03-15T00:00"));
        for (const char* key : {"A", "D"})
            QCOMPARE(of(job.programme, found, key).totalFloat, std::optional<Minutes>(0));
        // A loop through it is none while it is off.
        job.link("M", "X");
        QVERIFY(schedule(job.programme).ok());
    }

    /// On random programmes every effect gives what the same change made by hand gives, to the minute: a longer
    /// duration, a calendar of its own, another quantity, a constraint. Switched off, or of a fragment without its
    /// rows, the programme is as if the event were not there.
    void effectsAreTheSameAsChangesByHand() {
        int compared = 0;
        for (unsigned seed = 1; seed <= 150; ++seed) {
            std::mt19937 random(seed);
            Programme p = randomProgramme(seed, {});
            p.events.assign({});
            const std::size_t index = random() % p.activities.size();
            Activity hit = p.activities[index];
            if (hit.kind != ActivityKind::task || hit.actualStart || hit.actualFinish || !hit.pauses.empty()) continue;
            const Date from = dateOf(p.job.start) + int(random() % 60), to = from + int(random() % 12);
            Effect effect;
            effect.activity = hit.id;
            effect.kind = static_cast<EffectKind>(random() % 5);
            Programme byHand = p;
            const Schedule before = schedule(p);
            if (!before.ok()) continue;
            switch (effect.kind) {
            case EffectKind::addedWork:
                effect.work = 480 * Minutes(1 + random() % 9);
                hit.duration = before.activities[index].duration + effect.work;
                hit.measure.reset();
                break;
            case EffectKind::suspension: {
                if (calendarOf(p, hit) == continuousCalendar) continue;
                effect.from = from;
                effect.to = to;
                Calendar own;
                own.id = byHand.calendars.freshId();
                own.key = "suspended";
                own.extends = calendarOf(p, hit);
                own.exceptions.push_back({from, to, false, {}, {}, {}, {}});
                byHand.calendars.append(own);
                hit.calendar = own.id;
                break;
            }
            case EffectKind::quantity:
            case EffectKind::output:
                if (!hit.measure || !hit.measure->outputPerCrewDay) continue;
                effect.value = Decimal(1 + std::int64_t(random() % 500));
                (effect.kind == EffectKind::quantity ? hit.measure->quantity : *hit.measure->outputPerCrewDay) =
                    *effect.value;
                break;
            case EffectKind::access:
                if (hit.constraint) continue;
                effect.from = from;
                hit.constraint = Constraint{ConstraintType::startNotBefore, {startOf(from), true}};
                break;
            }
            byHand.activities.replace(index, hit);
            DelayEvent event;
            event.id = EventId{1};
            event.key = "E1";
            event.effects = {effect};
            Programme affected = p;
            affected.events.append(event);
            const Schedule expected = schedule(byHand), found = schedule(affected);
            QVERIFY2(expected.ok() && found.ok(), qPrintable(QStringLiteral("seed %1").arg(seed)));
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                const ActivityFigures &a = expected.activities[i], &b = found.activities[i];
                const bool same = a.earlyStart == b.earlyStart && a.earlyFinish == b.earlyFinish &&
                                  a.lateStart == b.lateStart && a.lateFinish == b.lateFinish &&
                                  a.totalFloat == b.totalFloat && a.freeFloat == b.freeFloat &&
                                  a.onLongestPath == b.onLongestPath;
                QVERIFY2(same, qPrintable(QStringLiteral("seed %1, kind %2, %3")
                                              .arg(seed)
                                              .arg(int(effect.kind))
                                              .arg(QString::fromStdString(p.activities[i].key))));
            }
            QCOMPARE(found.driving, expected.driving);
            ++compared;
            switchOff(affected, EventId{1});
            const Schedule off = schedule(affected);
            QVERIFY(off.activities == before.activities && off.programmeFinish == before.programmeFinish);
            // A fragment between random activities, off: the rest is as before.
            Activity extra;
            extra.id = affected.activities.freshId();
            extra.key = extra.name = "fragment";
            extra.duration = 4800;
            extra.event = EventId{1};
            affected.activities.append(extra);
            for (int n = 0; n < 3; ++n) {
                const Activity& other = p.activities[random() % p.activities.size()];
                if (other.kind == ActivityKind::hammock) continue;
                Link link;
                link.id = affected.links.freshId();
                link.from = n == 0 ? other.id : extra.id;
                link.to = n == 0 ? extra.id : other.id;
                affected.links.append(link);
            }
            const Schedule aside = schedule(affected);
            QVERIFY(aside.ok());
            for (std::size_t i = 0; i < p.activities.size(); ++i)
                QVERIFY2(aside.activities[i] == before.activities[i], qPrintable(QStringLiteral("seed %1").arg(seed)));
            QCOMPARE(aside.programmeFinish, before.programmeFinish);
            QCOMPARE(aside.latestStart, before.latestStart);
        }
        QVERIFY2(compared > 40, qPrintable(QString::number(compared)));
    }

    // ---- methods, each on the worked case

    /// Into the contract programme (the 20th): E1 +4 (24th); E2 three days of B, +3 (27th); E3 five days of D beside
    /// it, to the 29th, +2. The forecast is the 29th, so nothing is left over. No concurrency is told: of what E3
    /// moves, all is entitled.
    void impactedAsPlanned() {
        const Case c = worked();
        const DelayAnalysis found = analyse(DelayMethod::impactedAsPlanned, c.stands);
        QCOMPARE(movements(found, c.stands.back().programme), QStringLiteral("E1+4(4/0) E2+3 E3+2(2/0)"));
    }

    /// E1 into the contract programme: +4 (24th). The update says the 25th: one day of our own. Into the update E2: +3
    /// (28th), E3 then +2 (30th). But for E2, E3 would have moved it five days: five are entitled, three of them
    /// concurrent with E2, whose three days are all concurrent. The forecast is the 29th: one day recovered.
    void timeImpact() {
        const Case c = worked();
        const DelayAnalysis found = analyse(DelayMethod::timeImpact, c.stands);
        QCOMPARE(movements(found, c.stands.back().programme),
                 QStringLiteral("E1+4(4/0) own+1 E2+3(0/3) E3+2(5/3) own-1"));
        const DelayShares shares = sharesOf(found, c.stands.back().programme, section1);
        QCOMPARE(shares.employer, 6);
        QCOMPARE(shares.own, 4);
        QCOMPARE(shares.recovered, -1);
        QCOMPARE(shares.entitled, 9);
        QCOMPARE(shares.concurrent, 3);
        // A was on the driving path before and after; E3 took the path from B to D.
        QCOMPARE(found.steps[3].of(section1)->chainBefore, (std::vector<std::string>{"A", "B", "M"}));
        QCOMPARE(found.steps[3].of(section1)->chainAfter, (std::vector<std::string>{"A", "D", "M"}));
    }

    /// An own delay that an earlier update told of goes on: E1 (own, 9th to 20th) needs six days more of B, so that
    /// update 1 of the 11th expects the 26th. E2 (employer, 12th to 18th) needs four days more of D, to the 24th, and
    /// moves nothing; without E1 it would move completion from the 20th to the 24th. Four days of time, all of them
    /// concurrent.
    void ownDelaysOfEarlierUpdatesThatLastAreConcurrent() {
        Job7 job = ferry();
        std::vector<Stand> stands{{"contract", job.programme}};
        job.at("2027-03-11").finished("A", "2027-03-01", "2027-03-11");
        job.event(Risk::contractor, "2027-03-09", {job.more("B", 6)}, "2027-03-20");
        stands.push_back({"update 1", job.programme});
        job.at("2027-03-16").started("B", "2027-03-11", 11).started("D", "2027-03-11", 9);
        job.event(Risk::employer, "2027-03-12", {job.more("D", 4)}, "2027-03-18");
        stands.push_back({"now", job.programme});
        const DelayAnalysis analysis = analyse(DelayMethod::timeImpact, stands);
        QCOMPARE(movements(analysis, job.programme), QStringLiteral("E1+1 E1+5(0/3) E2+0(4/4)"));
        // Over before E2 began it is felt all the same: B goes on for longer. Two thirds of it come in before the
        // update.
        for (Stand& stand : stands) {
            std::vector<DelayEvent> events = stand.programme.events.take();
            if (!events.empty()) events.front().to = *parseDate("2027-03-11");
            stand.programme.events.assign(std::move(events));
        }
        QCOMPARE(movements(analyse(DelayMethod::timeImpact, stands), job.programme),
                 QStringLiteral("E1+4 E1+2 E2+0(4/4)"));
    }

    /// What counts is when delays were felt, not when they were caused: E2 on the 13th only and E3 from the 14th both
    /// hold up work that runs side by side.
    void whatCountsIsWhenDelaysWereFelt() {
        Case c = worked();
        Programme& now = c.stands.back().programme;
        DelayEvent own = *now.events.row(c.own);
        own.to = own.from;
        now.events.replace(now.events.indexOf(c.own), own);
        const DelayAnalysis found = analyse(DelayMethod::timeImpact, c.stands);
        QCOMPARE(movements(found, now), QStringLiteral("E1+4(4/0) own+1 E2+3(0/3) E3+2(5/3) own-1"));
        QCOMPARE(found.steps[3].of(section1)->alone, 5);
    }

    /// On one path both add up, whatever the days: nothing is concurrent.
    void delaysOnOnePathAddUp() {
        Case c = worked();
        Programme& now = c.stands.back().programme;
        DelayEvent own = *now.events.row(c.own);
        own.effects[0].activity = ActivityId{3}; // D, as for E3
        now.events.replace(now.events.indexOf(c.own), own);
        const DelayAnalysis found = analyse(DelayMethod::timeImpact, c.stands);
        QCOMPARE(movements(found, now), QStringLiteral("E1+4(4/0) own+1 E2+3 E3+5(5/0) own-4"));
    }

    /// To the 11th, A slipped five days on the path; E1 does four of them by itself. To the 21st, D slipped four more;
    /// E3 would have done five.
    void windowsOnTheDrivingPath() {
        const Case c = worked();
        const DelayAnalysis found = analyse(DelayMethod::windows, c.stands);
        QCOMPARE(movements(found, c.stands.back().programme), QStringLiteral("E1+4(4/0) own+1 E3+4(4/0)"));
    }

    void asPlannedAgainstAsBuilt() {
        const Case c = worked();
        const DelayAnalysis found = analyse(DelayMethod::asPlannedAsBuilt, c.stands);
        QCOMPARE(movements(found, c.stands.back().programme), QStringLiteral("E1+4(4/0) E3+4(4/0) own+1"));
        QCOMPARE(found.steps[0].of(section1)->chainAfter, (std::vector<std::string>{"A +4 d"}));
    }

    /// As built A took 15 days, B eleven, D fourteen. But for E1 and E3: A 11, D 9; B ends on the 22nd: two days are
    /// our own. With E1 again B ends on the 26th: +4. With E3 D ends on the 29th: +3.
    void collapsedAsBuilt() {
        const Case c = worked();
        const DelayAnalysis found = analyse(DelayMethod::collapsedAsBuilt, c.stands);
        QCOMPARE(movements(found, c.stands.back().programme), QStringLiteral("own+2 E1+4(4/0) E3+3(3/0)"));
    }

    /// Paving P (two days) is closed from 12 March to the end of May. Planned, A ends on the 9th, P on the 11th and B
    /// twenty days later, long before C lets the milestone go on 3 June. A ends a day late: P is through on 1 June, B
    /// on the 21st. Eighteen days, all of them A's own; the closed season in between is nobody's slip and nobody's
    /// gain.
    void aClosedSeasonOnThePathIsNoSlipOfItsOwn() {
        Job7 job;
        Calendar season;
        season.id = CalendarId{9};
        season.key = "season";
        season.dayMinutes = day;
        for (auto& work : season.week) work = DayWork{{0, 1440}};
        season.exceptions.push_back({dateFrom(2027, 3, 12), dateFrom(2027, 5, 31), true, {}, "closed"});
        job.programme.calendars.append(season);
        job.work("A", 9).work("P", 2).work("B", 20).work("C", 95).milestone("M");
        job.change("P", [](Activity& a) { a.calendar = CalendarId{9}; });
        job.link("A", "P").link("P", "B").link("B", "M").link("C", "M").section("S1", "M", "2027-06-03", 1000);
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-06-03"));
        std::vector<Stand> stands{{"contract", job.programme}};
        job.at("2027-03-12").finished("A", "2027-03-01", "2027-03-11").started("P", "2027-03-11", 1);
        job.started("C", "2027-03-01", 84);
        stands.push_back({"now", job.programme});
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-06-21"));
        for (const DelayMethod method : {DelayMethod::windows, DelayMethod::asPlannedAsBuilt})
            QCOMPARE(movements(analyse(method, stands), job.programme), QStringLiteral("own+18"));
    }

    /// Progress that made up for more than it lost, on the path: A two days early, then B late by one.
    void windowsTellGainsFromSlips() {
        Job7 job = ferry();
        std::vector<Stand> stands{{"contract", job.programme}};
        job.at("2027-03-12").finished("A", "2027-03-01", "2027-03-09");
        job.started("B", "2027-03-09", 8).started("D", "2027-03-09", 7); // B: to the 19th
        stands.push_back({"now", job.programme});
        const DelayAnalysis found = analyse(DelayMethod::windows, stands);
        QCOMPARE(movements(found, job.programme), QStringLiteral("own+1 own-2"));
    }

    /// A hammock at 7,000 a week over the job: four days more of it cost 4,000.
    void timeRelatedCostFollowsEachStep() {
        Case c = worked();
        for (Stand& stand : c.stands) {
            Activity hammock;
            hammock.id = ActivityId{50};
            hammock.key = hammock.name = "H";
            hammock.kind = ActivityKind::hammock;
            hammock.from = {{ActivityId{1}, End::start, 0}};
            hammock.to = {{ActivityId{4}, End::finish, 0}};
            hammock.costPerWeek = Decimal(7000);
            stand.programme.activities.append(hammock);
        }
        const DelayAnalysis found = analyse(DelayMethod::timeImpact, c.stands);
        Fraction sum;
        for (const DelayStep& step : found.steps) sum = sum + (step.timeCostAfter - step.timeCostBefore);
        QVERIFY(found.steps[0].timeCostAfter - found.steps[0].timeCostBefore == Fraction(4000));
        QVERIFY(sum == Fraction(9000)); // nine days in all
    }

    // ---- what must hold for any job

    /// Random jobs, random progress by their own dates at two data dates, random events of all kinds: whatever the
    /// method, for each section the steps join on to each other and lead from the first stand to the last, to the day.
    void stepsAddUpToTheMovement() {
        int steps = 0;
        for (unsigned seed = 1; seed <= 60; ++seed) {
            const std::vector<Stand> stands = randomStands(seed);
            for (std::size_t m = 0; m < delayMethods; ++m) {
                const DelayAnalysis found = analyse(static_cast<DelayMethod>(m), stands);
                QVERIFY2(found.errors.empty(), qPrintable(QStringLiteral("seed %1").arg(seed)));
                const Programme& now = stands.back().programme;
                const std::size_t milestone = now.activities.indexOf(now.sections[0].milestone);
                const auto at = [&](const Programme& p) {
                    return completionDate(schedule(p).activities[milestone].earlyFinish);
                };
                Date reached = at(stands.front().programme);
                for (const DelayStep& step : found.steps) {
                    const StepFigures& f = *step.of(now.sections[0].id);
                    QVERIFY2(f.before == reached, qPrintable(QStringLiteral("seed %1 method %2").arg(seed).arg(m)));
                    QVERIFY(f.entitled >= 0 && f.concurrent >= 0);
                    reached = f.after;
                    ++steps;
                }
                if (found.steps.empty()) reached = at(now);
                QVERIFY2(reached == at(now), qPrintable(QStringLiteral("seed %1 method %2").arg(seed).arg(m)));
            }
        }
        QVERIFY(steps > 500);
    }

    /// The job as built, taken apart and put together again, gives the forecast: nothing is left unexplained.
    void theAsBuiltModelGivesTheSameDates() {
        int unexplained = 0, runs = 0;
        for (unsigned seed = 1; seed <= 60; ++seed) {
            const DelayAnalysis found = analyse(DelayMethod::collapsedAsBuilt, randomStands(seed));
            ++runs;
            for (const DelayStep& step : found.steps)
                if (step.kind == DelayStep::Kind::unseen && step.sections[0].moved() != 0) ++unexplained;
        }
        QVERIFY2(unexplained <= runs / 10, qPrintable(QStringLiteral("%1 of %2").arg(unexplained).arg(runs)));
    }

    /// What is switched off now is left out, and said to be; the rest still leads to the forecast.
    void anEventThatIsOffIsLeftOut() {
        Case c = worked();
        switchOff(c.stands.back().programme, c.own);
        const DelayAnalysis found = analyse(DelayMethod::timeImpact, c.stands);
        QCOMPARE(movements(found, c.stands.back().programme), QStringLiteral("E1+4(4/0) own+1 E3+5(5/0) own-1"));
        QCOMPARE(found.notes.size(), std::size_t(1));
        QVERIFY(found.notes[0].find("switched off") != std::string::npos);
    }

    /// Without an effect an event moves nothing, whatever is claimed for it.
    void anEventWithoutEffectIsNamed() {
        Case c = worked();
        DelayEvent empty = *c.stands.back().programme.events.row(c.own);
        empty.effects.clear();
        auto& events = c.stands.back().programme.events;
        events.replace(events.indexOf(c.own), empty);
        const DelayAnalysis found = analyse(DelayMethod::impactedAsPlanned, c.stands);
        QCOMPARE(movements(found, c.stands.back().programme), QStringLiteral("E1+4(4/0) E3+5(5/0)"));
        QVERIFY(found.notes[0].find("no effect") != std::string::npos);
    }

    /// The path through finished work follows what ended last before each start.
    void theDrivingPathGoesThroughFinishedWork() {
        Job7 job;
        job.work("A", 5).work("B", 3).work("C", 4).milestone("M");
        job.link("A", "C").link("B", "C").link("C", "M");
        job.at("2027-03-20");
        job.finished("A", "2027-03-01", "2027-03-06").finished("B", "2027-03-01", "2027-03-09");
        job.finished("C", "2027-03-09", "2027-03-13");
        const Schedule found = schedule(job.programme);
        const auto path = drivingPath(job.programme, found, job.id("M"));
        QCOMPARE(path, (std::vector<ActivityId>{job.id("B"), job.id("C"), job.id("M")}));
    }

    /// A fragment goes into an earlier stand as it was planned, though its work was done since.
    void aFragmentGoesIntoAnEarlierStandAsPlanned() {
        Job7 job = ferry();
        std::vector<Stand> stands{{"contract", job.programme}};
        const EventId id = job.event(Risk::employer, "2027-03-09", {});
        job.work("X", 6).link("A", "X").link("X", "D").change("X", [&](Activity& a) { a.event = id; });
        job.at("2027-03-18").finished("A", "2027-03-01", "2027-03-11").finished("X", "2027-03-11", "2027-03-18");
        job.started("B", "2027-03-11", 3);
        stands.push_back({"now", job.programme});
        // Planned, X takes six days and moves D to the 26th; as done it took seven: one day is our progress.
        QCOMPARE(movements(analyse(DelayMethod::timeImpact, stands), job.programme), QStringLiteral("E1+6(6/0) own+1"));
        // Along the path D slipped seven days; the fragment as planned does six of them.
        QCOMPARE(movements(analyse(DelayMethod::windows, stands), job.programme), QStringLiteral("E1+6(6/0) own+1"));
        // But for X, D would have followed A: seven days.
        QCOMPARE(movements(analyse(DelayMethod::collapsedAsBuilt, stands), job.programme), QStringLiteral("E1+7(7/0)"));
    }

    /// Planned, B follows A; now A follows B, with X of the event between them. Put into the plan X closes a loop: the
    /// event is left out there with the reason, by every method the steps still lead to the forecast, and nothing
    /// breaks.
    void aFragmentThatWouldCloseALoopInAnEarlierStandIsLeftOut() {
        Job7 job;
        job.work("A", 5).work("B", 4).milestone("M").link("A", "B").link("B", "M").link("A", "M");
        job.section("S1", "M", "2027-03-09", 1000);
        std::vector<Stand> stands{{"contract", job.programme}};
        const EventId id = job.event(Risk::employer, "2027-03-02", {});
        job.programme.links.erase(0);
        job.work("X", 3).link("B", "X").link("X", "A").change("X", [&](Activity& a) { a.event = id; });
        stands.push_back({"now", job.programme});
        QCOMPARE(QString::fromStdString(job.finish()), QStringLiteral("2027-03-12")); // 4 + 3 + 5 days
        for (std::size_t m = 0; m < delayMethods; ++m) {
            const DelayAnalysis found = analyse(static_cast<DelayMethod>(m), stands);
            QVERIFY(found.errors.empty());
            int moved = 0;
            for (const DelayStep& step : found.steps) moved += step.of(section1)->moved();
            QCOMPARE(moved, 3);
            if (m > std::size_t(DelayMethod::timeImpact)) continue;
            QVERIFY(!found.notes.empty());
            QVERIFY2(found.notes[0].find("E1 cannot be put into contract") == 0 &&
                         found.notes[0].find("loop") != std::string::npos,
                     found.notes[0].c_str());
        }
    }

    /// Access, and a suspension: but for each, completion would have been so much earlier.
    void collapsedTakesAccessAndSuspensionsOut() {
        Job7 job = ferry();
        std::vector<Stand> stands{{"contract", job.programme}};
        Effect access;
        access.kind = EffectKind::access;
        access.activity = job.id("D");
        access.from = *parseDate("2027-03-13");
        (void)job.event(Risk::employer, "2027-03-09", {access});
        Effect stop = access;
        stop.kind = EffectKind::suspension;
        stop.from = *parseDate("2027-03-16");
        stop.to = *parseDate("2027-03-17");
        (void)job.event(Risk::neutral, "2027-03-16", {stop});
        // D was let in on the 13th and began on the 14th, stood still for two days, and ended on the 25th; on the 27th
        // the milestone waits for nothing, a day of our own. But for both, D would have ended on the 20th. With the
        // access again it ends on the 23rd, with the suspension on the 25th.
        job.at("2027-03-27").finished("A", "2027-03-01", "2027-03-11").finished("B", "2027-03-11", "2027-03-21");
        job.finished("D", "2027-03-14", "2027-03-26");
        stands.push_back({"now", job.programme});
        QCOMPARE(movements(analyse(DelayMethod::collapsedAsBuilt, stands), job.programme),
                 QStringLiteral("own+1 E1+3(3/0) E2+2(2/0)"));
    }

    void aRunThatIsStoppedHasNoSteps() {
        std::stop_source stop;
        stop.request_stop();
        QVERIFY(analyse(DelayMethod::timeImpact, worked().stands, stop.get_token()).steps.empty());
    }

    void oneStandAloneIsRefused() {
        const Case c = worked();
        QVERIFY(!analyse(DelayMethod::timeImpact, std::span(c.stands).first(1)).errors.empty());
    }

    // ---- notices

    /// Known on 1 March, 28 days: the last day is the 29th. Notice on the 10th, 42 days: 21 April.
    void clocksRunFromKnowingAndFromTheNotice() {
        yarrin::Job terms;
        terms.noticeDays = 28;
        terms.particularsDays = 42;
        DelayEvent e;
        e.known = *parseDate("2027-03-01");
        using State = NoticeClock::State;
        QCOMPARE(noticeClock(terms, e, *parseDate("2027-03-28")).state, State::running);
        QCOMPARE(noticeClock(terms, e, *parseDate("2027-03-28")).daysLeft, 1);
        QCOMPARE(noticeClock(terms, e, *parseDate("2027-03-29")).state, State::today);
        QCOMPARE(noticeClock(terms, e, *parseDate("2027-03-30")).state, State::lapsed);
        QCOMPARE(particularsClock(terms, e, *parseDate("2027-03-30")).state, State::none);
        e.noticeGiven = *parseDate("2027-03-10");
        e.state = EventState::notified;
        QCOMPARE(noticeClock(terms, e, *parseDate("2027-04-30")).state, State::given);
        QCOMPARE(particularsClock(terms, e, *parseDate("2027-04-01")).due, std::optional(*parseDate("2027-04-21")));
        QCOMPARE(particularsClock(terms, e, *parseDate("2027-04-22")).state, State::lapsed);
        e.noticeGiven = *parseDate("2027-03-30");
        QCOMPARE(noticeClock(terms, e, *parseDate("2027-04-30")).state, State::late);
        e.risk = Risk::contractor;
        QCOMPARE(noticeClock(terms, e, *parseDate("2027-04-30")).state, State::none);
        terms.dataDate = *parseInstant("2027-04-01T00:00");
        QCOMPARE(clockDay(terms, *parseDate("2026-11-24")), *parseDate("2027-04-01"));
        QCOMPARE(clockDay(terms, *parseDate("2027-05-01")), *parseDate("2027-05-01"));
    }

private:
    /// A contract programme, an update and a forecast of one random job, with events.
    static std::vector<Stand> randomStands(unsigned seed) {
        std::mt19937 random(seed);
        const auto below = [&](std::size_t n) { return std::size_t(random()) % n; };
        Programme p = randomProgramme(seed, {});
        p.job.dataDate.reset();
        p.job.requiredFinish.reset();
        p.job.lateDatesFrom = LateDatesFrom::programmeFinish;
        p.events.assign({});
        std::vector<Activity> rows = p.activities.take();
        for (Activity& row : rows) {
            row.actualStart.reset();
            row.actualFinish.reset();
            row.remaining.reset();
        }
        p.activities.assign(std::move(rows));
        std::size_t last = 0;
        const Schedule planned = schedule(p);
        for (std::size_t i = 0; i < p.activities.size(); ++i)
            if (p.activities[i].kind != ActivityKind::hammock &&
                planned.activities[i].earlyFinish >= planned.activities[last].earlyFinish)
                last = i;
        Section section;
        section.id = SectionId{1};
        section.key = "S1";
        section.milestone = p.activities[last].id;
        section.completion = completionDate(planned.activities[last].earlyFinish);
        p.sections.assign({section});
        std::vector<Stand> stands{{"contract", p}};
        const Minutes whole = *planned.programmeFinish - p.job.start;
        for (int update = 1; update <= 2; ++update) {
            const Instant dataDate = startOf(dateOf(p.job.start + whole * update / 3));
            if (dataDate <= p.job.start) continue;
            const Schedule before = schedule(p);
            rows = p.activities.take();
            for (std::size_t i = 0; i < rows.size(); ++i) {
                Activity& row = rows[i];
                const ActivityFigures& f = before.activities[i];
                if (row.kind == ActivityKind::hammock || f.earlyStart >= dataDate || f.aside) continue;
                row.actualStart = f.earlyStart;
                if (isMilestone(row.kind) || f.duration == 0)
                    row.actualFinish = f.earlyStart;
                else if (f.earlyFinish <= dataDate)
                    row.actualFinish = f.earlyFinish;
                else
                    row.remaining = std::max<Minutes>(60, f.duration * Minutes(1 + below(9)) / 6);
                if (row.actualFinish) row.remaining.reset();
            }
            p.activities.assign(std::move(rows));
            p.job.dataDate = dataDate;
            for (int n = 0; n < 3; ++n) {
                DelayEvent e;
                e.id = p.events.freshId();
                e.key = "E" + std::to_string(e.id.value);
                e.risk = static_cast<Risk>(below(3));
                e.from = dateOf(dataDate) + -int(below(20));
                if (below(2) == 0) e.to = *e.from + int(below(15));
                e.inForecast = below(5) != 0;
                const Activity& hit = p.activities[below(p.activities.size())];
                if (hit.kind == ActivityKind::hammock) continue;
                // Every other one about when the work was to begin, so that it is felt.
                if (below(2) == 0)
                    e.from = dateOf(before.activities[p.activities.indexOf(hit.id)].earlyStart) + int(below(3));
                if (e.to && *e.to < *e.from) e.to = e.from;
                Effect effect;
                effect.activity = hit.id;
                effect.kind = std::array{EffectKind::addedWork, EffectKind::suspension, EffectKind::access}[below(3)];
                effect.work = effect.kind == EffectKind::addedWork ? Minutes(480 * (1 + below(8))) : 0;
                effect.from = *e.from;
                effect.to = *e.from + int(below(9));
                e.effects.push_back(effect);
                p.events.append(std::move(e));
            }
            stands.push_back({"update", p});
        }
        return stands;
    }
};

QTEST_GUILESS_MAIN(DelayTest)
#include "delay_test.moc"
