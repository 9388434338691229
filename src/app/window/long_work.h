// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/waiting.h"

#include <QFrame>

class QLabel;
class QProgressBar;
class QPushButton;

namespace yarrin {

/// Has long work done on a thread of its own while the window goes on painting. After a moment it says over the window
/// what is being done, how far it is, and offers to stop it; until it is done the window takes no other input.
class LongWork : public QFrame {
    Q_OBJECT
public:
    explicit LongWork(QWidget* window);

    /// Comes back when the job is done, or has seen that it was stopped. Within another one it is done here and now.
    void wait(const QString& what, const LongJob& job);
    [[nodiscard]] bool isOn() const { return m_watch != nullptr; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    void present(const QString& what);
    void stop();

    QLabel* m_what;
    QProgressBar* m_bar;
    QPushButton* m_stop;
    WorkWatch* m_watch = nullptr; ///< of the work that is on
};

} // namespace yarrin
