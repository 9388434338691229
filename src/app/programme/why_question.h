// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/base/waiting.h"
#include "core/network/float_paths.h"

#include <QObject>

#include <array>
#include <memory>
#include <vector>

namespace yarrin {

/// Asks why an activity stands where it does: works out beside the window what drives it, what it drives on, and which
/// other paths lead to it, and has every view of the programme show it. Asked anew with every change.
class WhyQuestion : public QObject {
    Q_OBJECT
public:
    static constexpr std::size_t mostPaths = 5;

    WhyQuestion(Document& document, ViewState& state, QObject* parent = nullptr);

    /// Not of a hammock, which follows from others.
    void ask(ActivityId subject);
    void drop();
    [[nodiscard]] bool isAsked() const { return bool(m_subject); }
    [[nodiscard]] ActivityId subject() const { return m_subject; }
    /// The paths that were found, the one that drives first.
    [[nodiscard]] const std::vector<FloatPath>& paths() const;
    [[nodiscard]] bool shows(std::size_t path) const { return m_shown[path]; }
    void setShows(std::size_t path, bool shown);
    [[nodiscard]] bool isAlone() const { return m_alone; }
    void setAlone(bool alone);
    [[nodiscard]] bool isWorking() const { return m_working.isRunning(); }

signals:
    void changed();

private:
    struct Found {
        std::vector<FloatPath> paths;
        std::vector<ActivityId> on; ///< what it drives, itself first
        std::optional<Instant> otherwise;
        /// Links that drive, by what they lead from and to.
        std::vector<std::pair<std::pair<ActivityId, ActivityId>, LinkId>> driving;
    };
    void work();
    void tell();

    Document& m_document;
    ViewState& m_state;
    ActivityId m_subject;
    std::array<bool, mostPaths> m_shown{true, true, false, false, false};
    bool m_alone = false;
    std::shared_ptr<const Found> m_found;
    Beside<std::shared_ptr<const Found>> m_working;
};

} // namespace yarrin
