// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Bringing a section in: the trade-off against the plain linear programme of Kelley (1961) and against all subsets;
// measures by hand, each with its mirror image and with one number changed by one.
#include "core/squeeze/plan.h"
#include "core/squeeze/squeeze.h"
#include "support/builder.h"
#include "support/random_programme.h"
#include "support/shuffle.h"
#include "support/walls.h"

#include <QTest>

#include <glpk.h>

#include <algorithm>
#include <random>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

#define SEEDED(condition) QVERIFY2(condition, qPrintable(QStringLiteral("seed %1").arg(seed)))

namespace {

/// A textbook network in days: normal and crash length, and what a day less costs.
struct Work {
    int normal, crash;
    double slope;
};

/// Kelley's formulation as it stands: starts and shortenings as columns, continuous.
double costByPlainProgramme(const std::vector<Work>& work, const std::vector<std::pair<int, int>>& links, int last,
                            int by) {
    glp_term_out(GLP_OFF);
    glp_prob* lp = glp_create_prob();
    const int count = int(work.size());
    glp_set_obj_dir(lp, GLP_MIN);
    glp_add_cols(lp, 2 * count);
    for (int i = 0; i < count; ++i) {
        glp_set_col_bnds(lp, i + 1, GLP_LO, 0, 0);
        const int most = work[std::size_t(i)].normal - work[std::size_t(i)].crash;
        glp_set_col_bnds(lp, count + i + 1, most > 0 ? GLP_DB : GLP_FX, 0, most);
        glp_set_obj_coef(lp, count + i + 1, work[std::size_t(i)].slope);
    }
    const auto row = [&](std::vector<int> columns, std::vector<double> factors, int kind, double bound) {
        const int at = glp_add_rows(lp, 1);
        glp_set_row_bnds(lp, at, kind, bound, bound);
        columns.insert(columns.begin(), 0);
        factors.insert(factors.begin(), 0);
        glp_set_mat_row(lp, at, int(columns.size()) - 1, columns.data(), factors.data());
    };
    for (const auto& [from, to] : links)
        row({to + 1, from + 1, count + from + 1}, {1, -1, 1}, GLP_LO, work[std::size_t(from)].normal);
    row({last + 1, count + last + 1}, {1, -1}, GLP_UP, by - work[std::size_t(last)].normal);
    glp_smcp options;
    glp_init_smcp(&options);
    glp_simplex(lp, &options);
    const double cost = glp_get_status(lp) == GLP_OPT ? glp_get_obj_val(lp) : -1;
    glp_delete_prob(lp);
    return cost;
}

/// The same as choices of a day each.
TradeOff tradeOf(const std::vector<Work>& work, const std::vector<std::pair<int, int>>& links, int last) {
    TradeOff plan;
    plan.last = std::size_t(last);
    for (const Work& one : work) plan.nodes.push_back({0, double(one.normal)});
    for (const auto& [from, to] : links) plan.arcs.push_back({std::size_t(from), std::size_t(to), false, false, 0});
    for (std::size_t i = 0; i < work.size(); ++i)
        for (int day = work[i].crash; day < work[i].normal; ++day)
            plan.choices.push_back({work[i].slope, {{i, 1}}, {}, {}});
    return plan;
}

/// A squeeze of the first section, with the programme and the dates that it looks into.
struct Looked {
    Programme programme;
    Schedule dates;
    Squeeze squeeze;

    Looked(Programme of, const char* by, const SqueezeWays& ways)
        : programme(std::move(of)), dates(schedule(programme)), squeeze(made(*this, by, ways)) {
        squeeze.calculateOptions();
    }
    Looked(const Looked&) = delete;
    Looked& operator=(const Looked&) = delete;
    static Squeeze made(const Looked& at, const char* by, const SqueezeWays& ways) {
        auto made = Squeeze::of(at.programme, at.dates, at.programme.sections[0].id, *parseDate(by), ways);
        if (!made.ok()) qFatal("%s", made.error().sentence().c_str());
        return std::move(*made);
    }
    [[nodiscard]] std::size_t at(const std::string& words) const {
        for (std::size_t i = 0; i < squeeze.options().size(); ++i)
            if (squeeze.options()[i].measure.words.find(words) != std::string::npos) return i;
        qFatal("no such measure: %s", words.c_str());
    }
    [[nodiscard]] const SqueezeOption& option(const std::string& words) const { return squeeze.options()[at(words)]; }
};
std::unique_ptr<Looked> looked(Programme programme, const char* by, const SqueezeWays& ways = {}) {
    return std::make_unique<Looked>(std::move(programme), by, ways);
}

std::string costOf(const SqueezeEffect& effect) {
    return effect.cost ? effect.cost->rounded(2)->text() : "unknown";
}

std::vector<std::string> wordsOf(const Squeeze& squeeze, const SqueezeSet& set) {
    std::vector<std::string> words;
    for (const std::size_t at : set.taken) words.push_back(squeeze.options()[at].measure.words);
    std::sort(words.begin(), words.end());
    return words;
}

} // namespace

class SqueezeTest : public QObject {
    Q_OBJECT
private slots:
    /// Nine activities of Hendrickson & Au, ch. 10 (from memory), with crash lengths and slopes invented here: for
    /// every length from thirty days down the cost is that of the plain linear programme, and where that has no answer
    /// no set reaches it.
    void tradeOffAsKelleys() {
        const std::vector<Work> work{{4, 2, 400},  {3, 2, 150}, {8, 5, 250}, {7, 6, 100}, {9, 6, 200},
                                     {12, 8, 120}, {2, 2, 0},   {5, 4, 500}, {6, 3, 350}};
        const std::vector<std::pair<int, int>> links{{0, 2}, {1, 3}, {0, 4}, {1, 4}, {2, 5}, {3, 5},
                                                     {3, 6}, {4, 6}, {5, 7}, {6, 7}, {5, 8}};
        std::vector<Work> all = work;
        all.push_back({0, 0, 0}); // the end of all
        std::vector<std::pair<int, int>> ends = links;
        for (int i = 0; i < 9; ++i) ends.emplace_back(i, 9);
        const TradeOff plan = tradeOf(all, ends, 9);
        int reached = 0;
        for (int by = 31; by >= 15; --by) {
            const double plain = costByPlainProgramme(all, ends, 9, by);
            const Chosen chosen = cheapestSet(plan, by, 10);
            QCOMPARE(chosen.reaches, plain >= 0);
            if (plain < 0) continue;
            ++reached;
            QVERIFY(chosen.proved);
            QVERIFY2(std::abs(chosen.cost - plain) < 1e-6,
                     qPrintable(QStringLiteral("by %1: %2, %3").arg(by).arg(chosen.cost).arg(plain)));
            QVERIFY(chosen.finish <= by + 1e-6);
        }
        QVERIFY(reached > 8 && reached < 17); // some lengths can be had, some cannot
    }

    /// Small random networks with overlaps, waits and bounds: against every subset of the choices.
    void tradeOffAgainstAllSubsets() {
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            std::mt19937 random(seed);
            TradeOff plan;
            const std::size_t count = 5 + random() % 3;
            for (std::size_t i = 0; i < count; ++i)
                plan.nodes.push_back({random() % 4 == 0 ? double(random() % 12) : 0, double(1 + random() % 9)});
            for (std::size_t i = 1; i < count; ++i)
                for (std::size_t j = 0; j < i; ++j)
                    if (random() % 2 == 0)
                        plan.arcs.push_back({j, i, random() % 4 == 0, random() % 5 == 0, double(random() % 4) - 1});
            plan.last = count - 1;
            const std::size_t choices = 6 + random() % 3;
            for (std::size_t i = 0; i < choices; ++i) {
                TradeOff::Choice choice;
                choice.cost = double(1 + random() % 50);
                const std::size_t node = random() % count;
                if (random() % 2 == 0)
                    choice.shortens.emplace_back(node, double(random() % std::uint32_t(plan.nodes[node].length)));
                else if (!plan.arcs.empty() && random() % 4 != 0)
                    choice.loosens.emplace_back(random() % plan.arcs.size(), double(1 + random() % 6));
                else
                    choice.frees.emplace_back(node, double(1 + random() % 6));
                plan.choices.push_back(std::move(choice));
            }
            plan.either.push_back({0, 1, 2});
            const double now = finishWith(plan, std::vector<bool>(choices, false));
            const double by = now - double(1 + random() % 4);
            double cheapest = 1e9, earliest = now;
            for (std::uint32_t set = 0; set < (1u << choices); ++set) {
                if (((set & 1) + (set >> 1 & 1) + (set >> 2 & 1)) > 1) continue;
                std::vector<bool> taken(choices);
                double cost = 0;
                for (std::size_t i = 0; i < choices; ++i)
                    if ((taken[i] = (set >> i & 1) != 0)) cost += plan.choices[i].cost;
                const double finish = finishWith(plan, taken);
                earliest = std::min(earliest, finish);
                if (finish <= by + 1e-6) cheapest = std::min(cheapest, cost);
            }
            const Chosen chosen = cheapestSet(plan, by, 10);
            SEEDED(chosen.reaches == (cheapest < 1e9));
            if (chosen.reaches)
                SEEDED(std::abs(chosen.cost - cheapest) < 1e-6 && chosen.proved);
            else
                SEEDED(std::abs(chosen.finish - earliest) < 1e-4);
        }
    }

    /// By hand: 50 m3 by two crews take 2.5 days, rounded up three: two days won. Two fixers for 24 hours cost 960
    /// where one cost 800 for 40. One day missing or two is the same; three are not reached by B alone.
    void crewsByHand() {
        const auto two = looked(walls().programme, "2027-03-10");
        QCOMPARE(two->squeeze.missing(), 2);
        const SqueezeOption& b = two->option("B B: 2 crews instead of 1");
        QCOMPARE(b.effect.won, 2);
        QCOMPARE(costOf(b.effect), std::string("160"));
        QCOMPARE(b.effect.damagesSaved.rounded(0)->text(), std::string("2000"));
        // The mirror image: A instead wins as much and costs as much.
        QCOMPARE(two->option("A A: 2 crews instead of 1").effect.won, 2);
        QCOMPARE(costOf(two->option("A A: 2 crews").effect), std::string("160"));
        const SqueezeSet set = two->squeeze.cheapest();
        QVERIFY(set.reaches && set.cheapest);
        QCOMPARE(set.taken.size(), 1u);
        QCOMPARE(set.effect.won, 2);
        // One day earlier: one of them is not enough, both or one with an overlap are; what has a price comes first.
        const auto three = looked(walls().programme, "2027-03-09");
        const SqueezeSet both = three->squeeze.cheapest();
        QVERIFY(both.reaches);
        QCOMPARE(wordsOf(three->squeeze, both),
                 (std::vector<std::string>{"A A: 2 crews instead of 1", "B B: 2 crews instead of 1"}));
        QCOMPARE(both.effect.won, 4);
        QCOMPARE(costOf(both.effect), std::string("320"));
    }

    /// B begins when half of A is done, 2.5 days after it did, and is through 2.5 days earlier: Wednesday noon instead
    /// of Friday. What it costs nobody knows, until it is said.
    void overlapByHand() {
        auto at = looked(walls().programme, "2027-03-10");
        const std::size_t place = at->at("B B: begins 2d 4h after A does");
        const SqueezeOption& overlap = at->squeeze.options()[place];
        QCOMPARE(overlap.effect.won, 2);
        QVERIFY(!overlap.effect.cost);
        Programme with = at->programme;
        take(with, overlap.measure);
        QCOMPARE(with.links.size(), 3u);
        QCOMPARE(dates(with, schedule(with), "B"), std::string("2027-03-03T13:00 2027-03-10T12:00"));
        // For 100 it is the cheapest; for 161 more crews are, by a pound; nothing below nothing.
        QVERIFY(!at->squeeze.setCost(place, Decimal(-1)).ok());
        QVERIFY(at->squeeze.setCost(place, Decimal(100)).ok());
        QCOMPARE(at->squeeze.cheapest().taken, std::vector<std::size_t>{place});
        QCOMPARE(costOf(at->squeeze.cheapest().effect), std::string("100"));
        QVERIFY(at->squeeze.setCost(place, Decimal(161)).ok());
        QVERIFY(at->squeeze.cheapest().taken != std::vector<std::size_t>{place});
        QVERIFY(!at->squeeze.setCost(at->at("B B: 2 crews"), Decimal(1)).ok()); // its rates are known
        // A short successor ends behind what it overlaps, not before.
        Builder b = walls();
        b.change("B", [](Activity& one) { one.measure->quantity = Decimal(10); });
        const auto brief = looked(b.programme, "2027-03-05");
        with = brief->programme;
        take(with, brief->option("B B: begins").measure);
        QCOMPARE(dates(with, schedule(with), "B").substr(17), std::string("2027-03-05T17:00"));
    }

    /// Two fixers where there is one: told, and in no set that is worked out.
    void suppliesAreKept() {
        Builder b = walls();
        Resource fixer = b.programme.resources[0];
        fixer.supply = {{*parseDate("2027-01-01"), Decimal(1)}};
        b.programme.resources.replace(0, fixer);
        const auto one = looked(b.programme, "2027-03-10");
        QCOMPARE(one->option("B B: 2 crews").over, std::string("Fixer: 2 of 1"));
        for (const std::size_t at : one->squeeze.cheapest().taken) QVERIFY(one->squeeze.options()[at].over.empty());
        fixer.supply = {{*parseDate("2027-01-01"), Decimal(2)}};
        b.programme.resources.replace(0, fixer);
        QVERIFY(looked(b.programme, "2027-03-10")->option("B B: 2 crews").over.empty());
    }

    /// Saturdays too: ten days of work are through after eight and a half weeks' days. Overtime is on the share of
    /// hours that the five days have not: 20 of 60, of twice 800 of labour, a half more.
    void hoursByHand() {
        const auto at = looked(walls().programme, "2027-03-10");
        const SqueezeOption& hours = at->option("B B: to");
        QCOMPARE(hours.measure.calendar, Builder::six);
        // B by ten hours a day and six days: 50 m3 are five days still, Saturday 6 to Thursday 11 March.
        Programme with = at->programme;
        take(with, hours.measure);
        QCOMPARE(hours.effect.won, completionDate(of(at->programme, at->dates, "M").earlyFinish) -
                                       completionDate(of(with, schedule(with), "M").earlyFinish));
        QVERIFY(hours.effect.won > 0);
        QVERIFY(hours.effect.cost.has_value());
        SqueezeWays free;
        free.overtime = Decimal(0);
        const auto plain = looked(walls().programme, "2027-03-10", free);
        // What overtime adds: half of a third of what the labour costs then.
        const double labour = plain->option("B B: to").effect.cost->toDouble() + 800;
        QVERIFY(std::abs(hours.effect.cost->toDouble() - plain->option("B B: to").effect.cost->toDouble() -
                         labour * 0.5 / 3) < 1.0);
    }

    /// A wait is halved, a held date goes forward by what is missing, the same crew's way is given up.
    void linksAndDatesByHand() {
        Builder b = walls();
        b.programme.links.replace(0, [&] {
            Link link = b.programme.links[0];
            link.lag = 4 * 480;
            return link;
        }());
        const auto waits = looked(b.programme, "2027-03-16"); // forecast for Thursday 18
        QCOMPARE(waits->option("waits 2d behind A instead of 4d").effect.won, 2);
        Builder held = walls();
        held.constrain("B", ConstraintType::startNotBefore, "2027-03-15"); // a week later than A lets it
        const auto date = looked(held.programme, "2027-03-16");            // forecast for Friday 19
        QCOMPARE(date->squeeze.missing(), 3);
        QCOMPARE(date->option("held to 2027-03-12 instead of 2027-03-15").effect.won, 1);
        Builder way = walls();
        for (std::uint32_t i = 1; i <= 2; ++i)
            way.programme.locations.append({LocationId{i}, "L" + std::to_string(i), "Bay", {}, {}, {}});
        way.change("A", [](Activity& one) { one.location = LocationId{1}; });
        way.change("B", [](Activity& one) { one.location = LocationId{2}; });
        // Without the link B begins on the first day: five working days won, which are a week.
        QCOMPARE(looked(way.programme, "2027-03-10")->option("does not wait for A").effect.won, 7);
        for (const SqueezeOption& option : looked(walls().programme, "2027-03-10")->squeeze.options())
            QVERIFY(option.measure.kind != SqueezeKind::softLink); // one place: the order is the work's
    }

    /// Taken for a while and given back, a programme is as it was, whatever the measure.
    void givenBack() {
        std::set<SqueezeKind> kinds;
        for (std::uint32_t seed = 1; seed <= 30; ++seed) {
            Programme p = randomProgramme(seed, {14});
            const Schedule dates = schedule(p);
            if (!dates.ok()) continue;
            std::vector<ActivityId> all;
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                Activity one = p.activities[i];
                if (one.kind == ActivityKind::task && !one.measure) {
                    one.duration.reset();
                    one.measure = Measure{Decimal(50), "m3", Decimal(10), {}, Decimal(1), Decimal(1), RoundTo::day};
                }
                one.bookItem = BookItemId{1};
                one.location = LocationId{std::uint32_t(1 + i)};
                p.activities.replace(i, one);
                all.push_back(one.id);
            }
            for (const SqueezeMeasure& measure : measuresFor(p, dates, all, 5, {})) {
                kinds.insert(measure.kind);
                Programme with = p;
                {
                    const Taken taken(with, measure);
                    SEEDED(!(with == p));
                    Programme other = p;
                    take(other, measure);
                    SEEDED(other.activities.rows() == with.activities.rows() &&
                           other.links.rows() == with.links.rows());
                }
                SEEDED(with.activities.rows() == p.activities.rows() && with.links.rows() == p.links.rows());
            }
        }
        QCOMPARE(kinds.size(), squeezeKinds);
    }

    /// What no set reaches: said, with the best there is.
    void beyondReach() {
        const auto at = looked(walls().programme, "2027-03-02");
        const SqueezeSet set = at->squeeze.cheapest();
        QVERIFY(!set.reaches && !set.cheapest);
        QVERIFY(set.effect.forecast && *set.effect.forecast > at->squeeze.wanted());
        // No subset of what can be taken together comes nearer.
        const auto& options = at->squeeze.options();
        QVERIFY(options.size() < 12);
        int best = 0;
        for (std::uint32_t subset = 0; subset < (1u << options.size()); ++subset) {
            std::vector<std::size_t> taken;
            bool can = true;
            for (std::size_t i = 0; i < options.size() && can; ++i) {
                if ((subset >> i & 1) == 0) continue;
                for (const std::size_t other : taken)
                    can = can && !Squeeze::excludes(options[i].measure, options[other].measure);
                taken.push_back(i);
            }
            if (can) best = std::max(best, at->squeeze.effectOf(taken).won);
        }
        QCOMPARE(set.effect.won, best);
        QVERIFY(best > 0);
    }

    /// Refused where it was asked: no milestone, complete, before the data date, ways that cannot be so.
    void refusals() {
        const auto refused = [](const Programme& p, const char* by, const SqueezeWays& ways = {}) {
            const Schedule dates = schedule(p);
            return !Squeeze::of(p, dates, p.sections[0].id, *parseDate(by), ways).ok();
        };
        Builder b = walls();
        QVERIFY(!refused(b.programme, "2027-03-10"));
        b.programme.job.dataDate = *parseInstant("2027-03-02T08:00");
        QVERIFY(refused(b.programme, "2027-02-28"));
        Section bare = b.programme.sections[0];
        bare.milestone = {};
        b.programme.sections.replace(0, bare);
        QVERIFY(refused(b.programme, "2027-03-10"));
        SqueezeWays ways;
        for (const int crews : {0, 10}) {
            ways.moreCrews = crews;
            QVERIFY(refused(walls().programme, "2027-03-10", ways));
        }
        for (const Decimal share : {Decimal(0), Decimal(1), Decimal(-1, 1), Decimal(11, 1)}) {
            ways = {};
            ways.doneBefore = share;
            QVERIFY(refused(walls().programme, "2027-03-10", ways));
        }
        ways = {};
        ways.overtime = Decimal(6);
        QVERIFY(refused(walls().programme, "2027-03-10", ways));
        ways = {};
        ways.kinds.clear();
        QVERIFY(refused(walls().programme, "2027-03-10", ways));
        // Nothing missing: no measures are needed, the empty set reaches it.
        const auto early = looked(walls().programme, "2027-03-12");
        QCOMPARE(early->squeeze.missing(), 0);
        QVERIFY(early->squeeze.cheapest().reaches && early->squeeze.cheapest().taken.empty());
    }

    /// Random programmes: a set that is said to reach the date does so when all is calculated anew, nothing of it can
    /// be left out, and the order of rows decides nothing.
    void setsHoldWhenCalculated() {
        int reached = 0;
        for (std::uint32_t seed = 1; seed <= 25; ++seed) {
            RandomShape shape;
            shape.activities = 16;
            shape.constraints = false;
            Programme p = randomProgramme(seed, shape);
            Schedule dates = schedule(p);
            if (!dates.ok()) continue;
            const ActivityId last = lastActivity(p, dates);
            Section section;
            section.id = SectionId{1};
            section.key = "S1";
            section.milestone = last;
            section.completion = completionDate(*dates.programmeFinish) + -3;
            p.sections = {};
            p.sections.append(section);
            const auto look = [&](const Programme& of, std::vector<std::string>& words) {
                const Schedule its = schedule(of);
                auto found = Squeeze::of(of, its, SectionId{1}, section.completion, {});
                if (!found.ok()) return;
                Squeeze own = std::move(*found);
                const Squeeze* squeeze = &own;
                own.calculateOptions();
                const SqueezeSet set = squeeze->cheapest();
                words = wordsOf(own, set);
                Programme with = of;
                for (const std::size_t at : set.taken) take(with, squeeze->options()[at].measure);
                const Schedule then = schedule(with);
                QVERIFY(then.ok());
                SEEDED(set.reaches == (then.sections[0].forecast && *then.sections[0].forecast <= section.completion));
                reached += set.reaches && !set.taken.empty() ? 1 : 0;
                for (const std::size_t gone : set.taken) {
                    if (!set.reaches) break;
                    std::vector<std::size_t> without = set.taken;
                    std::erase(without, gone);
                    SEEDED(*squeeze->effectOf(without).forecast > section.completion);
                }
            };
            std::vector<std::string> words, again;
            look(p, words);
            look(withRowsShuffled(p, seed), again);
            SEEDED(words == again);
        }
        QVERIFY(reached > 5);
    }
};

QTEST_GUILESS_MAIN(SqueezeTest)
#include "squeeze_test.moc"
