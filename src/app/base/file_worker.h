// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <condition_variable>
#include <deque>
#include <functional>
#include <future>
#include <memory>
#include <mutex>
#include <optional>
#include <thread>

namespace yarrin {

/// A thread that does one job after another in the order in which they came: all that touches the file that is held, so
/// that the interface never waits for a disk, a lock or a network. Its end does what is still queued.
class FileWorker {
public:
    FileWorker() : m_thread([this] { run(); }) {}
    ~FileWorker() {
        post({});
        m_thread.join();
    }
    FileWorker(const FileWorker&) = delete;
    FileWorker& operator=(const FileWorker&) = delete;

    /// An empty job ends the thread.
    void post(std::function<void()> job) {
        {
            const std::lock_guard lock(m_mutex);
            m_jobs.push_back(std::move(job));
        }
        m_more.notify_one();
    }
    /// Has a job done and waits for what it yields, for so long. Where that is not enough it is done all the same, and
    /// what it holds must live so long: nothing of the caller's stack.
    template <typename Job> std::optional<std::invoke_result_t<Job>> ask(Job job, std::chrono::milliseconds patience) {
        auto task = std::make_shared<std::packaged_task<std::invoke_result_t<Job>()>>(std::move(job));
        auto done = task->get_future();
        post([task] { (*task)(); });
        if (done.wait_for(patience) != std::future_status::ready) return {};
        return done.get();
    }
    /// The same without an end: for what a person asked for and waits for.
    template <typename Job> std::invoke_result_t<Job> wait(Job job) {
        auto task = std::make_shared<std::packaged_task<std::invoke_result_t<Job>()>>(std::move(job));
        auto done = task->get_future();
        post([task] { (*task)(); });
        return done.get();
    }

private:
    void run() {
        for (;;) {
            std::function<void()> job;
            {
                std::unique_lock lock(m_mutex);
                m_more.wait(lock, [this] { return !m_jobs.empty(); });
                job = std::move(m_jobs.front());
                m_jobs.pop_front();
            }
            if (!job) return;
            job();
        }
    }

    std::mutex m_mutex;
    std::condition_variable m_more;
    std::deque<std::function<void()>> m_jobs;
    std::thread m_thread;
};

} // namespace yarrin
