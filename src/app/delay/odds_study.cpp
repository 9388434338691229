// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/odds_study.h"

#include "app/base/format.h"

#include <QTimer>

#include <chrono>

namespace yarrin {

namespace {

constexpr int soon = 700; ///< milliseconds after a change
/// So many activities times runs are worked out by themselves; beyond that only for who looks.
constexpr std::uint64_t byItself = 15'000'000;

/// Counts along with the watch of the work.
class Progress {
public:
    Progress(WorkWatch& watch, std::uint32_t of)
        : m_watch(watch), m_of(of), m_thread([this](std::stop_token stop) {
              while (!stop.stop_requested()) {
                  m_watch.tell(m_done, m_of);
                  std::this_thread::sleep_for(std::chrono::milliseconds(40));
              }
          }) {}
    [[nodiscard]] std::atomic<std::uint32_t>* counter() { return &m_done; }

private:
    WorkWatch& m_watch;
    std::uint32_t m_of;
    std::atomic<std::uint32_t> m_done = 0;
    std::jthread m_thread;
};

} // namespace

OddsStudy::OddsStudy(Document& document, QObject* parent)
    : QObject(parent), m_document(document), m_soon(new QTimer(this)), m_run(this, [this] { emit runningChanged(); }),
      m_drivers(this, [this] { emit runningChanged(); }) {
    m_soon->setSingleShot(true);
    m_soon->setInterval(soon);
    connect(m_soon, &QTimer::timeout, this, [this] {
        const Programme& programme = m_document.programme();
        const std::uint64_t work = std::uint64_t(programme.activities.size()) * runsOf(programme.job);
        if (saysOdds(programme) && work <= byItself) update(false);
    });
    connect(&document, &Document::changed, this, &OddsStudy::outdate);
    connect(&document, &Document::replaced, this, [this] {
        m_found.reset();
        m_wantsDrivers = false;
        outdate();
    });
    m_soon->start();
}

int OddsStudy::sureOf(const Job& job) {
    return yarrin::sureOf(job);
}

std::uint32_t OddsStudy::runsOf(const Job& job) {
    return std::uint32_t(job.oddsRuns.value_or(int(usualRuns)));
}

std::uint64_t OddsStudy::seedOf(const Job& job) {
    return std::uint64_t(job.oddsSeed.value_or(1));
}

/// Work at this very programme ends; what was found is that of an older one.
void OddsStudy::outdate() {
    m_run.stop();
    m_drivers.stop();
    const bool told = !m_stale && m_found;
    m_stale = true;
    m_wantsDrivers = false; // whoever looks at them asks again
    if (told) emit found();
    m_soon->start();
}

void OddsStudy::stop() {
    m_soon->stop();
    m_enough.request_stop();
}

void OddsStudy::again() {
    m_stale = true;
    update(m_wantsDrivers);
}

void OddsStudy::update(bool withDrivers) {
    m_wantsDrivers = m_wantsDrivers || withDrivers;
    if (!m_stale) {
        if (m_wantsDrivers && m_found->odds && !m_found->drivers && !m_drivers.isRunning()) startDrivers();
        return;
    }
    if (m_run.isRunning()) return;
    m_soon->stop();
    auto programme = std::make_shared<const Programme>(m_document.programme());
    m_enough = std::stop_source();
    m_run.start(
        m_document.patience(),
        [programme, enough = m_enough](WorkWatch& watch) { return find(programme, watch, enough); },
        [this](std::shared_ptr<Findings> findings) {
            m_found = std::move(findings);
            m_stale = false;
            emit found();
            if (m_wantsDrivers && m_found->odds && !m_enough.stop_requested()) startDrivers();
        });
}

void OddsStudy::startDrivers() {
    const std::shared_ptr<const Findings> at = m_found;
    m_enough = std::stop_source();
    m_drivers.start(
        m_document.patience(), [at, enough = m_enough](WorkWatch& watch) { return findDrivers(*at, watch, enough); },
        [this](std::shared_ptr<Findings> findings) {
            m_found = std::move(findings);
            emit found();
        });
}

std::shared_ptr<OddsStudy::Findings> OddsStudy::find(std::shared_ptr<const Programme> programme, WorkWatch& watch,
                                                     std::stop_source enough) {
    const std::stop_callback dropped(watch.token(), [&] { enough.request_stop(); });
    const auto began = std::chrono::steady_clock::now();
    auto out = std::make_shared<Findings>();
    out->programme = programme;
    out->wanted = runsOf(programme->job);
    out->seed = seedOf(programme->job);
    out->sure = sureOf(programme->job);
    auto uncertainty = uncertaintyOf(*programme);
    if (!uncertainty.ok()) {
        out->fault = show::error(uncertainty.error());
        return out;
    }
    out->uncertainty = *uncertainty;
    Progress progress(watch, out->wanted);
    auto odds = simulate(*programme, out->uncertainty, {out->wanted, out->seed, 0, true, progress.counter()},
                         enough.get_token());
    if (odds.ok())
        out->odds = std::move(odds).value();
    else
        out->fault = show::error(odds.error());
    out->seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - began).count();
    return out;
}

std::shared_ptr<OddsStudy::Findings> OddsStudy::findDrivers(const Findings& found, WorkWatch& watch,
                                                            std::stop_source enough) {
    const std::stop_callback dropped(watch.token(), [&] { enough.request_stop(); });
    auto out = std::make_shared<Findings>(found);
    OddsWish wish{found.odds->runs, found.seed};
    auto drivers =
        driversOf(*found.programme, found.uncertainty, wish, *found.odds, found.sure, {}, enough.get_token());
    out->drivers = drivers.ok() ? std::move(drivers).value() : std::vector<OddsDriver>();
    return out;
}

} // namespace yarrin
