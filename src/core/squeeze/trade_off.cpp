// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/squeeze/trade_off.h"

#include "core/base/work.h"

#include <glpk.h>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

/// Rows of a linear programme as they are added.
class Rows {
public:
    explicit Rows(glp_prob* lp) : m_lp(lp) {}
    void add(std::vector<std::pair<int, double>> terms, double atLeast) { put(std::move(terms), GLP_LO, atLeast); }
    void addAtMost(std::vector<std::pair<int, double>> terms, double atMost) { put(std::move(terms), GLP_UP, atMost); }

private:
    void put(std::vector<std::pair<int, double>> terms, int kind, double bound) {
        // A column stands in a row once.
        std::sort(terms.begin(), terms.end());
        std::vector<int> columns{0};
        std::vector<double> factors{0};
        for (const auto& [column, factor] : terms) {
            if (columns.back() == column && columns.size() > 1)
                factors.back() += factor;
            else {
                columns.push_back(column);
                factors.push_back(factor);
            }
        }
        const int row = glp_add_rows(m_lp, 1);
        glp_set_row_bnds(m_lp, row, kind, bound, bound);
        glp_set_mat_row(m_lp, row, int(columns.size()) - 1, columns.data(), factors.data());
    }
    glp_prob* m_lp;
};

void stopWhereAsked(glp_tree* tree, void*) {
    if (!workGoesOn()) glp_ios_terminate(tree);
}

/// The programme: a start for each node, and for each choice whether it is taken.
class Model {
public:
    explicit Model(const TradeOff& plan) : m_plan(plan), m_lp(glp_create_prob()), m_nodes(int(plan.nodes.size())) {
        glp_term_out(GLP_OFF);
        glp_add_cols(m_lp, m_nodes + int(plan.choices.size()));
        for (int i = 1; i <= m_nodes; ++i) glp_set_col_bnds(m_lp, i, GLP_FR, 0, 0);
        for (std::size_t i = 0; i < plan.choices.size(); ++i) glp_set_col_kind(m_lp, choice(i), GLP_BV);
        build();
    }
    ~Model() { glp_delete_prob(m_lp); }
    Model(const Model&) = delete;
    Model& operator=(const Model&) = delete;

    /// The least cost with the last finish by a time.
    bool cheapest(double by, double seconds, Chosen& found) {
        for (int i = 1; i <= m_nodes; ++i) glp_set_obj_coef(m_lp, i, 0);
        for (std::size_t i = 0; i < m_plan.choices.size(); ++i)
            glp_set_obj_coef(m_lp, choice(i), m_plan.choices[i].cost);
        Rows(m_lp).addAtMost(finishTerms(), by - m_plan.nodes[m_plan.last].length);
        return solve(seconds, found);
    }
    /// The earliest finish, of several the cheapest as far as that can be told apart from it.
    bool earliest(double seconds, Chosen& found) {
        double all = 1;
        for (const TradeOff::Choice& one : m_plan.choices) all += std::abs(one.cost);
        for (std::size_t i = 0; i < m_plan.choices.size(); ++i)
            glp_set_obj_coef(m_lp, choice(i), m_plan.choices[i].cost / all);
        for (const auto& [column, factor] : finishTerms())
            glp_set_obj_coef(m_lp, column, glp_get_obj_coef(m_lp, column) + factor);
        return solve(seconds, found);
    }

private:
    [[nodiscard]] int start(std::size_t node) const { return int(node) + 1; }
    [[nodiscard]] int choice(std::size_t one) const { return m_nodes + int(one) + 1; }
    /// The finish of the last node, but for its own length.
    [[nodiscard]] std::vector<std::pair<int, double>> finishTerms() const {
        std::vector<std::pair<int, double>> terms{{start(m_plan.last), 1}};
        addLength(terms, m_plan.last, 1);
        return terms;
    }
    /// What choices take off a node's length, times a factor.
    void addLength(std::vector<std::pair<int, double>>& terms, std::size_t node, double factor) const {
        for (const auto& [one, by] : m_shortens[node]) terms.emplace_back(choice(one), -by * factor);
    }

    void build() {
        m_shortens.resize(m_plan.nodes.size());
        std::vector<std::vector<std::pair<std::size_t, double>>> loosens(m_plan.arcs.size()),
            frees(m_plan.nodes.size());
        for (std::size_t i = 0; i < m_plan.choices.size(); ++i) {
            for (const auto& [node, by] : m_plan.choices[i].shortens) m_shortens[node].emplace_back(i, by);
            for (const auto& [arc, by] : m_plan.choices[i].loosens) loosens[arc].emplace_back(i, by);
            for (const auto& [node, by] : m_plan.choices[i].frees) frees[node].emplace_back(i, by);
        }
        Rows rows(m_lp);
        for (std::size_t i = 0; i < m_plan.nodes.size(); ++i) {
            std::vector<std::pair<int, double>> terms{{start(i), 1}};
            for (const auto& [one, by] : frees[i]) terms.emplace_back(choice(one), by);
            rows.add(std::move(terms), m_plan.nodes[i].earliest);
        }
        for (std::size_t i = 0; i < m_plan.arcs.size(); ++i) {
            const TradeOff::Arc& arc = m_plan.arcs[i];
            std::vector<std::pair<int, double>> terms{{start(arc.to), 1}, {start(arc.from), -1}};
            double least = arc.gap;
            if (!arc.fromStart) {
                least += m_plan.nodes[arc.from].length;
                addLength(terms, arc.from, -1);
            }
            if (arc.toFinish) {
                least -= m_plan.nodes[arc.to].length;
                addLength(terms, arc.to, 1);
            }
            for (const auto& [one, by] : loosens[i]) terms.emplace_back(choice(one), by);
            rows.add(std::move(terms), least);
        }
        for (const auto& either : m_plan.either) {
            std::vector<std::pair<int, double>> terms;
            for (const std::size_t one : either) terms.emplace_back(choice(one), 1);
            rows.addAtMost(std::move(terms), 1);
        }
    }

    bool solve(double seconds, Chosen& found) {
        glp_set_obj_dir(m_lp, GLP_MIN);
        glp_iocp options;
        glp_init_iocp(&options);
        options.msg_lev = GLP_MSG_OFF;
        options.presolve = GLP_ON;
        options.gmi_cuts = options.mir_cuts = options.cov_cuts = GLP_ON;
        options.tm_lim = std::max(1, int(seconds * 1000));
        options.cb_func = stopWhereAsked;
        const int ended = glp_intopt(m_lp, &options);
        const int status = glp_mip_status(m_lp);
        if (status != GLP_OPT && status != GLP_FEAS) return false;
        found.proved = ended == 0 && status == GLP_OPT;
        found.taken.assign(m_plan.choices.size(), false);
        found.cost = 0;
        for (std::size_t i = 0; i < m_plan.choices.size(); ++i)
            if (glp_mip_col_val(m_lp, choice(i)) > 0.5) {
                found.taken[i] = true;
                found.cost += m_plan.choices[i].cost;
            }
        found.finish = finishWith(m_plan, found.taken);
        return true;
    }

    const TradeOff& m_plan;
    glp_prob* m_lp;
    int m_nodes;
    std::vector<std::vector<std::pair<std::size_t, double>>> m_shortens;
};

} // namespace

double finishWith(const TradeOff& plan, const std::vector<bool>& taken) {
    std::vector<double> start(plan.nodes.size()), length(plan.nodes.size()), gap(plan.arcs.size());
    for (std::size_t i = 0; i < plan.nodes.size(); ++i) {
        start[i] = plan.nodes[i].earliest;
        length[i] = plan.nodes[i].length;
    }
    for (std::size_t i = 0; i < plan.arcs.size(); ++i) gap[i] = plan.arcs[i].gap;
    for (std::size_t i = 0; i < plan.choices.size(); ++i) {
        if (!taken[i]) continue;
        for (const auto& [node, by] : plan.choices[i].shortens) length[node] -= by;
        for (const auto& [arc, by] : plan.choices[i].loosens) gap[arc] -= by;
        for (const auto& [node, by] : plan.choices[i].frees) start[node] -= by;
    }
    // The network has no loops: as often as there are nodes is enough.
    for (std::size_t turn = 0; turn < plan.nodes.size(); ++turn) {
        bool moved = false;
        for (std::size_t i = 0; i < plan.arcs.size(); ++i) {
            const TradeOff::Arc& arc = plan.arcs[i];
            const double least =
                start[arc.from] + (arc.fromStart ? 0 : length[arc.from]) + gap[i] - (arc.toFinish ? length[arc.to] : 0);
            if (least <= start[arc.to] + 1e-6) continue;
            start[arc.to] = least;
            moved = true;
        }
        if (!moved) break;
    }
    return plan.nodes.empty() ? 0 : start[plan.last] + length[plan.last];
}

Chosen cheapestSet(const TradeOff& plan, double by, double seconds) {
    Chosen found;
    found.taken.assign(plan.choices.size(), false);
    found.finish = finishWith(plan, found.taken);
    if (found.finish <= by + 1e-6) {
        found.reaches = found.proved = true;
        return found;
    }
    if (plan.choices.empty()) return found;
    if (Model(plan).cheapest(by, seconds, found)) {
        found.reaches = found.finish <= by + 1;
        if (found.reaches) return found;
    }
    Model(plan).earliest(seconds, found);
    found.reaches = false;
    return found;
}

} // namespace yarrin
