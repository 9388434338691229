// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold of every analysis of delay, whatever the job: on random networks whose events are put in, taken out,
// ordered and repeated in every way.
#include "core/delay/analysis.h"
#include "core/delay/driving_path.h"
#include "core/delay/insertion.h"
#include "core/delay/prolongation.h"
#include "support/everyday.h"
#include "support/random_programme.h"

#include <QTest>

#include <algorithm>
#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

#define SEEDED(condition) QVERIFY2(condition, qPrintable(QStringLiteral("seed %1").arg(seed)))

const SectionId section1{1};

/// Tasks on one calendar, finish to start, without leads: what is added anywhere can only come later.
RandomShape plainShape() {
    RandomShape shape;
    shape.activities = 14;
    shape.calendars = shape.constraints = shape.leads = shape.otherTypes = shape.milestones = false;
    return shape;
}

/// A random network that ends in the milestone of a section, with a hammock over all of it.
Programme job(std::uint32_t seed, const RandomShape& shape) {
    Builder b;
    b.programme = randomProgramme(seed, shape);
    std::vector<std::string> keys;
    for (const Activity& activity : b.programme.activities)
        if (activity.kind != ActivityKind::hammock) keys.push_back(activity.key);
    b.milestone("END");
    for (const std::string& key : keys) b.link(key, "END");
    b.section("S1", "END", "2027-06-30", 1000);
    Activity hammock;
    hammock.key = "H";
    hammock.kind = ActivityKind::hammock;
    hammock.costPerWeek = Decimal(7000);
    hammock.from = {{b.id(keys.front()), End::start, 0}};
    hammock.to = {{b.id("END"), End::finish, 0}};
    b.add(std::move(hammock));
    return b.programme;
}

/// An event on a random task that adds so many minutes of work.
EventId addEvent(Programme& programme, std::mt19937& random, Risk risk, Minutes work) {
    std::vector<ActivityId> tasks;
    for (const Activity& activity : programme.activities)
        if (activity.kind == ActivityKind::task && !activity.event) tasks.push_back(activity.id);
    DelayEvent event;
    event.id = programme.events.freshId();
    event.key = "E" + std::to_string(event.id.value);
    event.risk = risk;
    Effect effect;
    effect.activity = tasks[random() % tasks.size()];
    // About when the work was to begin, so that it is felt.
    const Schedule planned = schedule(programme);
    event.from =
        dateOf(planned.activities[programme.activities.indexOf(effect.activity)].earlyStart) + (int(random() % 4) - 1);
    if (random() % 2) event.to = *event.from + int(random() % 20);
    effect.work = work;
    event.effects = {effect};
    programme.events.append(event);
    return event.id;
}

/// The plan, and now: the same with some events.
std::vector<Stand> withEvents(std::uint32_t seed, const RandomShape& shape, int events) {
    std::mt19937 random(seed * 7919);
    std::vector<Stand> stands{{"plan", job(seed, shape)}};
    Programme now = stands[0].programme;
    for (int i = 0; i < events; ++i)
        (void)addEvent(now, random, static_cast<Risk>(random() % 3), Minutes(60 * (random() % 60)));
    stands.push_back({"now", std::move(now)});
    return stands;
}

Date completionOf(const Programme& programme) {
    const Schedule found = schedule(programme);
    return completionDate(found.activities[programme.activities.indexOf(programme.sections[0].milestone)].earlyFinish);
}

bool tied(const DelayAnalysis& analysis) {
    return std::any_of(analysis.flags.begin(), analysis.flags.end(),
                       [](const DelayFlag& flag) { return flag.kind == DelayFlag::Kind::tie; });
}

QString told(const DelayAnalysis& analysis, const Programme& now) {
    QStringList lines;
    for (const DelayStep& step : analysis.steps) {
        const DelayEvent* event = now.events.row(step.event);
        const StepFigures* f = step.of(section1);
        lines << QStringLiteral("%1 %2 %3 %4/%5/%6 %7")
                     .arg(int(step.kind))
                     .arg(event ? QString::fromStdString(event->key) : QString())
                     .arg(f ? f->moved() : 0)
                     .arg(f ? f->entitled : 0)
                     .arg(f ? f->concurrent : 0)
                     .arg(f ? f->alone : 0)
                     .arg((step.timeCostAfter - step.timeCostBefore).toDouble(), 0, 'f', 6);
    }
    return lines.join(QLatin1Char('\n'));
}

} // namespace

class DelayPropertyTest : public QObject {
    Q_OBJECT
private slots:
    /// Nothing has happened but the events: put into the plan one after the other they lead to the forecast and leave
    /// nothing unexplained, and time impact, with one window, says the same.
    void eventsAloneExplainTheWholeForecast() {
        int moved = 0;
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            const auto stands = withEvents(seed, plainShape(), 4);
            const Programme& now = stands.back().programme;
            for (const DelayMethod method : {DelayMethod::impactedAsPlanned, DelayMethod::timeImpact}) {
                const DelayAnalysis found = analyse(method, stands);
                SEEDED(found.errors.empty());
                int sum = 0;
                for (const DelayStep& step : found.steps) {
                    SEEDED(step.kind == DelayStep::Kind::event || step.kind == DelayStep::Kind::common);
                    sum += step.of(section1)->moved();
                }
                SEEDED(sum == completionOf(now) - completionOf(stands.front().programme));
                moved += sum > 0;
            }
        }
        QVERIFY(moved > 60);
    }

    /// What is put in and taken out again leaves every date as it was; put in twice it is in once.
    void puttingInAndTakingOutRestoresEveryDate() {
        for (std::uint32_t seed = 1; seed <= 150; ++seed) {
            const auto stands = withEvents(seed, RandomShape{}, 3);
            const Programme &plan = stands.front().programme, &now = stands.back().programme;
            const Schedule before = schedule(plan);
            if (!before.ok()) continue;
            Programme with = plan;
            for (const DelayEvent& event : now.events) putIn(with, now, event.id);
            const Schedule impacted = schedule(with);
            for (const DelayEvent& event : now.events) putIn(with, now, event.id);
            SEEDED(schedule(with).activities == impacted.activities);
            SEEDED(impacted.activities == schedule(now).activities);
            for (const DelayEvent& event : now.events) switchOff(with, event.id);
            SEEDED(schedule(with).activities == before.activities);
        }
    }

    /// More work on finish-to-start networks without leads never brings completion forward, however it is told.
    void moreWorkNeverBringsCompletionForward() {
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            const auto stands = withEvents(seed, plainShape(), 5);
            for (const DelayMethod method : {DelayMethod::impactedAsPlanned, DelayMethod::timeImpact})
                for (const DelayStep& step : analyse(method, stands).steps) {
                    const StepFigures& f = *step.of(section1);
                    SEEDED(f.moved() >= 0 && f.alone >= 0);
                    SEEDED(f.moved() <= std::max(f.alone, f.moved()));
                }
        }
    }

    /// An employer's or neutral event entitles to what it moves or more, never to less than nothing; what is concurrent
    /// is part of it; an event of our own entitles to nothing.
    void entitlementIsNeverReducedByOurOwnDelay() {
        int concurrent = 0;
        for (std::uint32_t seed = 1; seed <= 250; ++seed) {
            const auto stands = withEvents(seed, plainShape(), 6);
            const Programme& now = stands.back().programme;
            for (const DelayStep& step : analyse(DelayMethod::timeImpact, stands).steps) {
                if (step.kind != DelayStep::Kind::event) continue;
                const StepFigures& f = *step.of(section1);
                const bool own = now.events.row(step.event)->risk == Risk::contractor;
                if (own) {
                    SEEDED(f.entitled == 0);
                } else {
                    SEEDED(f.entitled >= f.moved());
                    SEEDED(f.concurrent <= f.entitled);
                }
                concurrent += f.concurrent > 0;
            }
        }
        QVERIFY2(concurrent > 10, qPrintable(QString::number(concurrent)));
    }

    /// Where no event of our own is at work beside it, nothing is concurrent and all methods of insertion agree.
    void withoutOurOwnDelaysNothingIsConcurrent() {
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            auto stands = withEvents(seed, plainShape(), 5);
            std::vector<DelayEvent> events = stands.back().programme.events.take();
            for (DelayEvent& event : events)
                if (event.risk == Risk::contractor) event.risk = Risk::neutral;
            stands.back().programme.events.assign(std::move(events));
            const DelayAnalysis impacted = analyse(DelayMethod::impactedAsPlanned, stands);
            const DelayAnalysis impact = analyse(DelayMethod::timeImpact, stands);
            SEEDED(told(impacted, stands.back().programme) == told(impact, stands.back().programme));
            for (const DelayStep& step : impact.steps) {
                SEEDED(step.of(section1)->concurrent == 0);
                SEEDED(step.of(section1)->entitled == std::max(0, step.of(section1)->moved()));
            }
        }
    }

    /// Sides that are exchanged exchange their days: what moved, and what of it is concurrent, is the same.
    void mirroredSidesExchangeTheirDays() {
        int concurrent = 0;
        for (std::uint32_t seed = 1; seed <= 150; ++seed) {
            auto stands = withEvents(seed, plainShape(), 5);
            const auto give = [&](bool mirrored) {
                std::vector<DelayEvent> events = stands.back().programme.events.take();
                for (DelayEvent& event : events)
                    event.risk = (event.id.value % 2 == 0) == mirrored ? Risk::employer : Risk::contractor;
                stands.back().programme.events.assign(std::move(events));
                return analyse(DelayMethod::timeImpact, stands);
            };
            const DelayAnalysis one = give(false), other = give(true);
            SEEDED(one.steps.size() == other.steps.size());
            for (std::size_t i = 0; i < one.steps.size(); ++i) {
                const StepFigures &a = *one.steps[i].of(section1), &b = *other.steps[i].of(section1);
                SEEDED(one.steps[i].event == other.steps[i].event && a.moved() == b.moved() && a.alone == b.alone);
                if (!tied(one)) SEEDED(a.concurrent == b.concurrent);
                concurrent += a.concurrent > 0;
            }
        }
        QVERIFY2(concurrent > 20, qPrintable(QString::number(concurrent)));
    }

    /// What is paid is what the employer's events move beyond the own delays alone: each day once, whoever began first.
    /// Apart stand ties, and float that own delays had used.
    void whatIsPaidIsWhatTheyMoveBeyondTheOwnDelays() {
        int same = 0, apart = 0;
        for (std::uint32_t seed = 1; seed <= 300; ++seed) {
            auto stands = withEvents(seed, plainShape(), 4);
            std::vector<DelayEvent> events = stands.back().programme.events.take();
            for (DelayEvent& event : events)
                if (event.risk == Risk::neutral) event.risk = Risk::employer;
            stands.back().programme.events.assign(std::move(events));
            const Programme& now = stands.back().programme;
            Programme own = now;
            for (const DelayEvent& event : now.events)
                if (event.risk != Risk::contractor) switchOff(own, event.id);
            const DelayAnalysis found = analyse(DelayMethod::timeImpact, stands);
            int paid = 0;
            for (const DelayStep& step : found.steps) paid += step.of(section1)->compensable;
            const int beyond = completionOf(now) - completionOf(own);
            if (tied(found)) continue;
            // Float is used where an event moves other than it would alone.
            const bool floats = std::any_of(found.steps.begin(), found.steps.end(), [](const DelayStep& step) {
                return step.kind == DelayStep::Kind::event && step.of(section1)->alone != step.of(section1)->moved();
            });
            SEEDED(paid == beyond || floats);
            ++(paid == beyond ? same : apart);
        }
        QVERIFY2(same > 150 && apart < same / 8, qPrintable(QStringLiteral("%1 and %2").arg(same).arg(apart)));
    }

    /// An event of no work, and one on work that nothing waits for, move nothing by any method.
    void whatDoesNothingMovesNothing() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            std::vector<Stand> stands{{"plan", job(seed, plainShape())}};
            Programme now = stands[0].programme;
            std::mt19937 random(seed);
            (void)addEvent(now, random, Risk::employer, 0);
            Builder b;
            b.programme = now;
            b.task("LOOSE", 1);
            now = b.programme;
            Effect effect;
            effect.activity = b.id("LOOSE");
            effect.work = 480;
            DelayEvent loose;
            loose.id = now.events.freshId();
            loose.key = "EL";
            loose.from = dateFrom(2027, 3, 4);
            loose.effects = {effect};
            now.events.append(loose);
            stands.push_back({"now", now});
            for (std::size_t m = 0; m < delayMethods; ++m)
                for (const DelayStep& step : analyse(static_cast<DelayMethod>(m), stands).steps)
                    SEEDED(step.of(section1)->moved() == 0);
        }
    }

    /// The order of rows in the file changes no figure of any method.
    void theOrderInTheFileChangesNoStep() {
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            const auto stands = withEvents(seed, RandomShape{}, 4);
            if (!schedule(stands.back().programme).ok()) continue;
            auto shuffled = stands;
            std::mt19937 random(seed);
            for (Stand& stand : shuffled) {
                shuffleRows(stand.programme.activities, random);
                shuffleRows(stand.programme.links, random);
                shuffleRows(stand.programme.events, random);
            }
            for (std::size_t m = 0; m < delayMethods; ++m) {
                const auto method = static_cast<DelayMethod>(m);
                SEEDED(told(analyse(method, stands), stands.back().programme) ==
                       told(analyse(method, shuffled), shuffled.back().programme));
            }
        }
    }

    /// A run gives the same twice: nothing is left over from the one before.
    void aRunGivesTheSameTwice() {
        for (std::uint32_t seed = 1; seed <= 30; ++seed) {
            const auto stands = withEvents(seed, plainShape(), 5);
            for (std::size_t m = 0; m < delayMethods; ++m) {
                const auto method = static_cast<DelayMethod>(m);
                SEEDED(told(analyse(method, stands), stands.back().programme) ==
                       told(analyse(method, stands), stands.back().programme));
            }
        }
    }

    /// But for all events of the employer and of nobody there is what our own ones alone would have cost.
    void collapsedIsTheForecastWithoutThem() {
        for (std::uint32_t seed = 1; seed <= 100; ++seed) {
            const auto stands = withEvents(seed, plainShape(), 4);
            const Programme& now = stands.back().programme;
            Programme without = now;
            for (const DelayEvent& event : now.events)
                if (event.risk != Risk::contractor) switchOff(without, event.id);
            const DelayAnalysis found = analyse(DelayMethod::collapsedAsBuilt, stands);
            int theirs = 0;
            for (const DelayStep& step : found.steps)
                if (step.kind == DelayStep::Kind::event || step.kind == DelayStep::Kind::common)
                    theirs += step.of(section1)->moved();
            SEEDED(theirs == completionOf(now) - completionOf(without));
        }
    }

    /// Time-related cost is told to the penny: its parts add up to what the hammocks cost now less what they were
    /// planned to, and days of the hammock times a thousand are what the whole movement costs.
    void prolongationAddsUp() {
        for (std::uint32_t seed = 1; seed <= 80; ++seed) {
            const auto stands = withEvents(seed, plainShape(), 5);
            const Programme &plan = stands.front().programme, &now = stands.back().programme;
            const DelayAnalysis found = analyse(DelayMethod::timeImpact, stands);
            const Prolongation parts = prolongationOf(found, now);
            const Fraction whole = timeCost(now, schedule(now)) - timeCost(plan, schedule(plan));
            SEEDED(parts.total() == whole);
            for (const Fraction* part : {&parts.employer, &parts.concurrent, &parts.neutral, &parts.own})
                SEEDED(part->sign() >= 0);
            SEEDED(parts.recovered.sign() <= 0);
            const int longer =
                completionDate(*schedule(now).programmeFinish) - completionDate(*schedule(plan).programmeFinish);
            SEEDED(whole == Fraction(1000 * longer));
        }
    }

    /// Where nothing has started, the path that drives an activity is a chain of driving links, of which the first
    /// activity waits for nothing.
    void theDrivingPathIsAChainOfDrivingLinks() {
        for (std::uint32_t seed = 1; seed <= 200; ++seed) {
            const Programme p = job(seed, RandomShape{});
            const Schedule s = schedule(p);
            if (!s.ok()) continue;
            const auto drives = [&](ActivityId from, ActivityId to) {
                for (std::size_t i = 0; i < p.links.size(); ++i)
                    if (p.links[i].from == from && p.links[i].to == to && s.driving[i]) return true;
                return false;
            };
            for (const Activity& activity : p.activities) {
                if (activity.kind == ActivityKind::hammock) continue;
                const auto path = drivingPath(p, s, activity.id);
                SEEDED(!path.empty() && path.back() == activity.id);
                for (std::size_t i = 1; i < path.size(); ++i) SEEDED(drives(path[i - 1], path[i]));
                for (const Activity& other : p.activities) SEEDED(!drives(other.id, path.front()));
            }
        }
    }

    /// The shares by party add up to the movement of the section.
    void sharesAddUpToTheMovement() {
        for (std::uint32_t seed = 1; seed <= 100; ++seed) {
            const auto stands = withEvents(seed, RandomShape{}, 5);
            if (!schedule(stands.back().programme).ok()) continue;
            for (std::size_t m = 0; m < delayMethods; ++m) {
                const DelayAnalysis found = analyse(static_cast<DelayMethod>(m), stands);
                const DelayShares shares = sharesOf(found, stands.back().programme, section1);
                SEEDED(shares.employer >= 0 && shares.neutral >= 0 && shares.own >= 0 && shares.recovered <= 0);
                if (!found.steps.empty())
                    SEEDED(shares.employer + shares.neutral + shares.own + shares.common + shares.recovered ==
                           completionOf(stands.back().programme) - completionOf(stands.front().programme));
            }
        }
    }
};

QTEST_APPLESS_MAIN(DelayPropertyTest)
#include "delay_property_test.moc"
