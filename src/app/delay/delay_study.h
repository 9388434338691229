// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/delay/exposure_report.h"

#include <QObject>

#include <memory>

namespace yarrin {

/// What the analyses of delay found out about the open programme. Works beside the interface; what it found last stays
/// until it has found something newer. Lives on the interface thread.
class DelayStudy : public QObject {
    Q_OBJECT
public:
    explicit DelayStudy(Document& document, QObject* parent = nullptr);

    struct Findings {
        Programme now;            ///< what it was found for
        DelayAnalysis chosen;     ///< by the method chosen
        DelayAnalysis timeImpact; ///< what prolongation and events are told by
        ExposureReport report;
        std::vector<Stand> stands; ///< that were gone through
        QString fault;             ///< why there is none
    };
    /// Null until something was found.
    [[nodiscard]] const Findings* findings() const { return m_findings.get(); }
    /// The same, to be kept: it never changes.
    [[nodiscard]] std::shared_ptr<const Findings> sharedFindings() const { return m_findings; }

    [[nodiscard]] DelayMethod method() const { return m_method; }
    void setMethod(DelayMethod method);
    /// Sees to it that the findings become those of the present programme.
    void update();
    [[nodiscard]] bool isRunning() const { return m_run.isRunning(); }
    void stop();
    /// What reads the stands, on another thread.
    using Stands = std::function<Result<std::vector<Stand>>()>;
    [[nodiscard]] Stands stands() { return standsOf(m_document); }
    /// Those up to a revision, which is the last then; none: up to the programme as it is.
    [[nodiscard]] static Stands standsOf(Document& document, const std::optional<Revision>& upTo = {});
    /// Works everything out, on any thread.
    [[nodiscard]] static std::shared_ptr<Findings> find(const Stands& read, DelayMethod method, std::stop_token stop);

signals:
    void found();
    void runningChanged();

private:
    Document& m_document;
    DelayMethod m_method = DelayMethod::timeImpact;
    std::shared_ptr<Findings> m_findings;
    Beside<std::shared_ptr<Findings>> m_run;
    bool m_stale = true;
};

} // namespace yarrin
