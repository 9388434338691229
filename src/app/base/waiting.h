// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/work.h"

#include <QMetaObject>
#include <QObject>
#include <QString>
#include <QThreadPool>

#include <chrono>
#include <functional>
#include <future>
#include <memory>
#include <optional>

namespace yarrin {

/// Has long work done and comes back when it is: `what` says what is being done. In a window it is done on another
/// thread, and the window goes on painting and can stop it; without one it is done here and now.
using LongJob = std::function<void(WorkWatch&)>;
using Waiter = std::function<void(const QString& what, const LongJob& job)>;
/// The one without a window.
[[nodiscard]] inline Waiter plainWaiter() {
    return [](const QString&, const LongJob& job) {
        WorkWatch watch;
        job(watch);
    };
}

/// What is worked out beside the window for one who shows it: one job at a time, a newer one stops the older and its
/// result is dropped. What comes soon is taken at once, so that nothing flickers. Lives on the interface thread; its
/// end waits for the job, which therefore works on what it holds itself.
template <typename Found> class Beside {
public:
    using Take = std::function<void(Found)>;
    /// `home` lives as long as this does; `working` is told of every beginning and end.
    explicit Beside(QObject* home, std::function<void()> working = {}) : m_home(home), m_working(std::move(working)) {
        m_pool.setMaxThreadCount(1);
    }
    ~Beside() {
        m_working = {}; // who would be told is going away
        stop();
        m_pool.waitForDone();
    }
    Beside(const Beside&) = delete;
    Beside& operator=(const Beside&) = delete;

    void start(std::chrono::milliseconds patience, std::function<Found(WorkWatch&)> job, Take take) {
        stop();
        auto run = std::make_shared<Run>();
        run->take = std::move(take);
        m_run = run;
        auto ready = run->done.get_future();
        m_pool.start([this, run, job = std::move(job)] {
            WorkScope scope(run->watch);
            run->found.emplace(job(run->watch));
            run->done.set_value();
            QMetaObject::invokeMethod(
                m_home, [this, run] { finish(run); }, Qt::QueuedConnection);
        });
        if (ready.wait_for(patience) == std::future_status::ready)
            finish(run);
        else if (m_working)
            m_working();
    }
    void stop() {
        if (auto run = std::exchange(m_run, nullptr)) {
            run->watch.stop();
            if (m_working) m_working();
        }
    }
    [[nodiscard]] bool isRunning() const { return m_run != nullptr; }
    /// How far it is; -1 while that is not known.
    [[nodiscard]] int thousandths() const { return m_run ? m_run->watch.thousandths() : -1; }

private:
    struct Run {
        WorkWatch watch;
        std::optional<Found> found;
        std::promise<void> done;
        Take take;
    };
    void finish(const std::shared_ptr<Run>& run) {
        if (run != m_run) return; // a newer one is on, or it was taken already
        m_run = nullptr;
        run->take(std::move(*run->found));
        if (m_working) m_working();
    }

    QObject* m_home;
    std::function<void()> m_working;
    std::shared_ptr<Run> m_run;
    QThreadPool m_pool;
};

} // namespace yarrin
