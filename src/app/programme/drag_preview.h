// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/waiting.h"
#include "edit/ripple.h"

#include <QObject>

#include <memory>

namespace yarrin {

/// What a change that is not made yet would lead to: worked out on a copy beside the window, the newest question
/// counts. Nothing of it is ever taken.
class DragPreview : public QObject {
    Q_OBJECT
public:
    explicit DragPreview(Document& document, QObject* parent = nullptr);

    /// Asks; `what` names the change, and a question of the same words stands as it was asked first.
    void ask(const QString& what, Document::Operation operation);
    void drop();

    /// The dates as they would be; null while they are worked out, or where the change is refused.
    [[nodiscard]] const Schedule* schedule() const { return m_schedule.get(); }
    /// What they would move, against the dates as they are; null with them.
    [[nodiscard]] const Ripple* ripple() const { return m_ripple.get(); }
    [[nodiscard]] const QString& what() const { return m_what; }
    /// Whether the dates are still those of an older question.
    [[nodiscard]] bool isWorking() const { return m_run.isRunning(); }
    /// Why the change would be refused; empty where it would not.
    [[nodiscard]] const QString& fault() const { return m_fault; }

signals:
    void changed();

private:
    struct Found {
        std::shared_ptr<const Schedule> schedule;
        QString fault;
        std::shared_ptr<const Ripple> ripple = {};
    };
    Document& m_document;
    QString m_what;
    QString m_fault;
    std::shared_ptr<const Schedule> m_schedule;
    std::shared_ptr<const Ripple> m_ripple;
    Beside<Found> m_run;
};

} // namespace yarrin
