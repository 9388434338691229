// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <atomic>
#include <cstddef>
#include <stop_token>
#include <utility>

namespace yarrin {

/// What long work and whoever waits for it share: how far it is, and whether it was stopped. Any thread.
class WorkWatch {
public:
    void stop() { m_stop.request_stop(); }
    [[nodiscard]] bool stopped() const { return m_stop.stop_requested(); }
    [[nodiscard]] std::stop_token token() const { return m_stop.get_token(); }
    void tell(std::size_t done, std::size_t of) { m_thousandths = of == 0 ? -1 : int(done * 1000 / of); }
    /// -1 while it is not known.
    [[nodiscard]] int thousandths() const { return m_thousandths; }

private:
    std::stop_source m_stop;
    std::atomic<int> m_thousandths = -1;
};

/// Makes a watch that of all this thread does while it lives. Reading and writing files lies many calls below who waits
/// for it; what takes long there asks `workGoesOn`.
class WorkScope {
public:
    explicit WorkScope(WorkWatch& watch) : m_outer(std::exchange(current(), &watch)) {}
    ~WorkScope() { current() = m_outer; }
    WorkScope(const WorkScope&) = delete;
    WorkScope& operator=(const WorkScope&) = delete;

    /// Null where nobody watches.
    [[nodiscard]] static WorkWatch*& current() {
        static thread_local WorkWatch* watch = nullptr;
        return watch;
    }

private:
    WorkWatch* m_outer;
};

/// Whether the work of this thread was not stopped.
[[nodiscard]] inline bool workGoesOn() {
    const WorkWatch* watch = WorkScope::current();
    return !watch || !watch->stopped();
}
/// The same, telling how far it is.
[[nodiscard]] inline bool workGoesOn(std::size_t done, std::size_t of) {
    if (WorkWatch* watch = WorkScope::current()) watch->tell(done, of);
    return workGoesOn();
}

} // namespace yarrin
