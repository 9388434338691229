// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/odds/simulation.h"

#include <QObject>

#include <memory>

class QTimer;

namespace yarrin {

/// How likely the dates and the damages of the open programme are. Works beside the interface, a while after the last
/// change; what was found of an older programme is never told as that of the present one. Lives on the interface
/// thread.
class OddsStudy : public QObject {
    Q_OBJECT
public:
    explicit OddsStudy(Document& document, QObject* parent = nullptr);

    struct Findings {
        std::shared_ptr<const Programme> programme; ///< what it was found for
        Uncertainty uncertainty;
        std::optional<Odds> odds;
        std::optional<std::vector<OddsDriver>> drivers; ///< for the finish; once they are asked for and found
        QString fault;                                  ///< why there are no odds
        std::uint32_t wanted = 0;                       ///< runs
        std::uint64_t seed = 1;
        double seconds = 0;
        int sure = 800; ///< thousandths
    };
    /// Of the present programme; null where nothing is known of it.
    [[nodiscard]] std::shared_ptr<const Findings> current() const { return m_stale ? nullptr : m_found; }
    /// What was found last, for who says that it is older.
    [[nodiscard]] std::shared_ptr<const Findings> last() const { return m_found; }

    /// Works it out where it is not known; drivers only where they are wanted.
    void update(bool withDrivers);
    /// The same numbers again, for who wants to see that.
    void again();
    /// It is enough: what was found by now is taken.
    void stop();
    [[nodiscard]] bool isRunning() const { return m_run.isRunning() || m_drivers.isRunning(); }
    [[nodiscard]] bool drawsNow() const { return m_run.isRunning(); }
    /// How far it is, in thousandths; -1 while that is not known.
    [[nodiscard]] int thousandths() const { return m_run.isRunning() ? m_run.thousandths() : m_drivers.thousandths(); }

    /// How sure a date or a sum shall be, in thousandths.
    [[nodiscard]] static int sureOf(const Job& job);
    [[nodiscard]] static std::uint32_t runsOf(const Job& job);
    [[nodiscard]] static std::uint64_t seedOf(const Job& job);
    /// Works everything out, on any thread: what the job says.
    [[nodiscard]] static std::shared_ptr<Findings> find(std::shared_ptr<const Programme> programme, WorkWatch& watch,
                                                        std::stop_source enough = {});
    /// Adds what drives the date that is sure.
    [[nodiscard]] static std::shared_ptr<Findings> findDrivers(const Findings& found, WorkWatch& watch,
                                                               std::stop_source enough = {});

signals:
    void found();
    void runningChanged();

private:
    void outdate();
    void startDrivers();

    Document& m_document;
    QTimer* m_soon;
    std::shared_ptr<const Findings> m_found;
    Beside<std::shared_ptr<Findings>> m_run, m_drivers;
    std::stop_source m_enough;
    bool m_stale = true, m_wantsDrivers = false;
};

} // namespace yarrin
