// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLineEdit>

#include <functional>

namespace yarrin {

/// A line in which something on a chart is named where it stands: Enter or leaving it takes the name, Escape does not.
class NameLine : public QLineEdit {
    Q_OBJECT
public:
    using Take = std::function<void(const QString&)>;
    explicit NameLine(QWidget* parent);

    /// Opens with a name; `take` is given another one, without spaces around it.
    void open(const QString& name, const QRect& at, Take take);

signals:
    /// The keyboard may go back.
    void left();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void take();

    QString m_was;
    Take m_take;
};

} // namespace yarrin
