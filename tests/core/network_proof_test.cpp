// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Checks of the passes against programs that are not ours, and of properties that must hold for any programme. A
// failure prints the seed, which makes the same programme again.
#include "core/network/passes.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <boost/graph/adjacency_list.hpp>
#include <boost/graph/dag_shortest_paths.hpp>
#include <glpk.h>

#include <QTest>

#include <numeric>

using namespace yarrin;
using namespace yarrin::test;

namespace {

RandomShape plainShape() {
    RandomShape shape;
    shape.calendars = shape.constraints = shape.leads = shape.otherTypes = shape.milestones = false;
    shape.activities = 30;
    return shape;
}

/// Early starts by the longest path from a source, Boost.Graph's dag_shortest_paths on negated weights.
std::vector<Minutes> startsByBoost(const Programme& programme) {
    using Graph = boost::adjacency_list<boost::vecS, boost::vecS, boost::directedS, boost::no_property,
                                        boost::property<boost::edge_weight_t, long>>;
    const std::size_t count = programme.activities.size();
    Graph graph(count + 1);
    for (std::size_t i = 0; i < count; ++i) boost::add_edge(count, i, 0L, graph);
    for (const Link& link : programme.links) {
        const std::size_t from = programme.activities.indexOf(link.from);
        boost::add_edge(from, programme.activities.indexOf(link.to),
                        -long(*programme.activities[from].duration + link.lag), graph);
    }
    std::vector<long> distance(count + 1);
    boost::dag_shortest_paths(graph, count, boost::distance_map(distance.data()));
    std::vector<Minutes> starts;
    for (std::size_t i = 0; i < count; ++i) starts.push_back(-distance[i]);
    return starts;
}

/// Starts by linear programming (GLPK): all as early, or as late, as links and the finish allow. With integer data the
/// optimum of each start is whole.
std::vector<Minutes> startsByGlpk(const Programme& programme, Minutes finish, bool latest) {
    glp_term_out(GLP_OFF);
    glp_prob* lp = glp_create_prob();
    glp_set_obj_dir(lp, latest ? GLP_MAX : GLP_MIN);
    const int count = int(programme.activities.size());
    glp_add_cols(lp, count);
    for (int i = 0; i < count; ++i) {
        glp_set_obj_coef(lp, i + 1, 1);
        glp_set_col_bnds(lp, i + 1, GLP_DB, 0, double(finish - *programme.activities[std::size_t(i)].duration));
        if (finish == *programme.activities[std::size_t(i)].duration) glp_set_col_bnds(lp, i + 1, GLP_FX, 0, 0);
    }
    glp_add_rows(lp, int(programme.links.size()));
    for (int i = 0; i < int(programme.links.size()); ++i) {
        const Link& link = programme.links[std::size_t(i)];
        const std::size_t from = programme.activities.indexOf(link.from);
        const int columns[] = {0, int(from) + 1, int(programme.activities.indexOf(link.to)) + 1};
        const double factors[] = {0, -1, 1};
        glp_set_mat_row(lp, i + 1, 2, columns, factors);
        glp_set_row_bnds(lp, i + 1, GLP_LO, double(*programme.activities[from].duration + link.lag), 0);
    }
    glp_smcp options;
    glp_init_smcp(&options);
    options.meth = GLP_DUALP;
    glp_simplex(lp, &options);
    std::vector<Minutes> starts;
    for (int i = 0; i < count; ++i) starts.push_back(std::llround(glp_get_col_prim(lp, i + 1)));
    glp_delete_prob(lp);
    return starts;
}

#define SEEDED(condition) QVERIFY2(condition, qPrintable(QStringLiteral("seed %1").arg(seed)))

} // namespace

class NetworkProofTest : public QObject {
    Q_OBJECT
private slots:
    // Boost.Graph from Debian.
    void earlyDatesAreTheLongestPathOfBoost() {
        for (std::uint32_t seed = 1; seed <= 300; ++seed) {
            const Programme p = randomProgramme(seed, plainShape());
            const Schedule s = schedule(p);
            SEEDED(s.ok());
            const auto starts = startsByBoost(p);
            for (std::size_t i = 0; i < starts.size(); ++i)
                SEEDED(s.activities[i].earlyStart - p.job.start == starts[i]);
        }
    }

    // GLPK from Debian: min and max of the sum of starts under the links.
    void lateDatesAreTheLinearProgrammesOptimum() {
        for (std::uint32_t seed = 1; seed <= 150; ++seed) {
            const Programme p = randomProgramme(seed, plainShape());
            const Schedule s = schedule(p);
            const Minutes finish = *s.programmeFinish - p.job.start;
            const auto early = startsByGlpk(p, finish, false);
            const auto late = startsByGlpk(p, finish, true);
            for (std::size_t i = 0; i < early.size(); ++i) {
                SEEDED(s.activities[i].earlyStart - p.job.start == early[i]);
                SEEDED(*s.activities[i].lateStart - p.job.start == late[i]);
                SEEDED(*s.activities[i].totalFloat == late[i] - early[i]);
            }
        }
    }

    void noLinkCalendarOrConstraintIsViolated() {
        int checked = 0;
        for (std::uint32_t seed = 1; seed <= 3000; ++seed) {
            const Programme p = randomProgramme(seed, {});
            const Schedule s = schedule(p);
            if (!s.ok()) continue;
            ++checked;
            for (const Link& link : p.links) {
                const ActivityFigures& a = s.activities[p.activities.indexOf(link.from)];
                const ActivityFigures& b = s.activities[p.activities.indexOf(link.to)];
                const LagCalendar on =
                    link.lagCalendar == LagCalendar::standard ? LagCalendar::predecessor : link.lagCalendar;
                const WorkCalendar& lag = on == LagCalendar::predecessor ? s.calendarOf(a) : s.calendarOf(b);
                if (on != LagCalendar::predecessor && on != LagCalendar::successor) continue;
                const bool fromStart = link.type == LinkType::ss || link.type == LinkType::sf;
                const bool toStart = link.type == LinkType::fs || link.type == LinkType::ss;
                SEEDED((toStart ? b.earlyStart : b.earlyFinish) >=
                       lag.shift(fromStart ? a.earlyStart : a.earlyFinish, link.lag));
            }
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                const ActivityFigures& f = s.activities[i];
                const WorkCalendar& own = s.calendarOf(f);
                SEEDED(f.earlyStart >= p.job.start);
                if (p.activities[i].kind != ActivityKind::task || f.duration == 0) continue;
                SEEDED(own.upStart(f.earlyStart) == f.earlyStart);
                SEEDED(own.worked(f.earlyFinish) - own.worked(f.earlyStart) == f.duration);
                if (p.activities[i].constraint && p.activities[i].constraint->type == ConstraintType::startNotBefore)
                    SEEDED(f.earlyStart >= boundOf(p.activities[i].constraint->date, true, own));
            }
        }
        QVERIFY(checked > 2500);
    }

    void withoutConstraintsNoFloatIsNegative() {
        RandomShape shape;
        shape.constraints = false;
        for (std::uint32_t seed = 1; seed <= 2000; ++seed) {
            const Programme p = randomProgramme(seed, shape);
            const Schedule s = schedule(p);
            if (!s.ok()) continue;
            bool critical = false;
            for (const ActivityFigures& f : s.activities) {
                SEEDED(*f.totalFloat >= 0);
                SEEDED(*f.freeFloat >= 0 && *f.freeFloat <= *f.totalFloat);
                critical = critical || f.onLongestPath;
            }
            SEEDED(critical);
        }
    }

    /// Adds minutes to the work of one activity and tells the finish of the programme.
    static Instant finishWith(const Network& net, std::size_t node, Minutes more) {
        std::vector<Minutes> work = net.work;
        work[node] += more;
        return runPasses(net, work, {}).programmeFinish;
    }

    // In networks of finish-to-start links on one calendar, float spent exactly leaves the finish where it is, and one
    // minute more moves it.
    void totalFloatIsExactToTheMinute() {
        RandomShape shape = plainShape();
        shape.activities = 15;
        for (std::uint32_t seed = 1; seed <= 400; ++seed) {
            Programme p = randomProgramme(seed, shape);
            p.job.defaultCalendar = Builder::five;
            CalendarCache cache;
            const CompiledProgramme compiled = compile(p, cache);
            const PassResult base = runPasses(compiled.network, compiled.network.work, {});
            for (std::size_t i = 0; i < compiled.network.nodes.size(); ++i) {
                SEEDED(finishWith(compiled.network, i, base.totalFloat[i]) == base.programmeFinish);
                SEEDED(finishWith(compiled.network, i, base.totalFloat[i] + 1) > base.programmeFinish);
            }
        }
    }

    void freeFloatMovesNoSuccessorAndOneMinuteMoreDoes() {
        RandomShape shape = plainShape();
        shape.activities = 15;
        for (std::uint32_t seed = 1; seed <= 400; ++seed) {
            Programme p = randomProgramme(seed, shape);
            p.job.defaultCalendar = Builder::five;
            CalendarCache cache;
            const Network net = compile(p, cache).network;
            const PassResult base = runPasses(net, net.work, {});
            for (std::size_t i = 0; i < net.nodes.size(); ++i) {
                const auto moved = [&](Minutes more) {
                    std::vector<Minutes> work = net.work;
                    work[i] += more;
                    const PassResult after = runPasses(net, work, {});
                    if (after.programmeFinish > base.programmeFinish) return true;
                    for (std::size_t j = 0; j < net.nodes.size(); ++j)
                        if (j != i && after.start(j) != base.start(j)) return true;
                    return false;
                };
                SEEDED(!moved(base.freeFloat[i]));
                SEEDED(moved(base.freeFloat[i] + 1));
            }
        }
    }

    void theOrderInTheFileChangesNoFigure() {
        for (std::uint32_t seed = 1; seed <= 500; ++seed) {
            const Programme p = randomProgramme(seed, {});
            Programme shuffled = p;
            std::mt19937 random(seed);
            auto activities = shuffled.activities.take();
            std::shuffle(activities.begin(), activities.end(), random);
            shuffled.activities.assign(std::move(activities));
            auto links = shuffled.links.take();
            std::shuffle(links.begin(), links.end(), random);
            shuffled.links.assign(std::move(links));
            const Schedule a = schedule(p);
            const Schedule b = schedule(shuffled);
            SEEDED(a.ok() == b.ok());
            if (!a.ok()) continue;
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                ActivityFigures other = b.activities[shuffled.activities.indexOf(p.activities[i].id)];
                other.calendar = a.activities[i].calendar; // only its place in a list
                SEEDED(a.activities[i] == other);
            }
        }
    }
};

QTEST_APPLESS_MAIN(NetworkProofTest)
#include "network_proof_test.moc"
