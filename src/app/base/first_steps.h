// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QHBoxLayout;

namespace yarrin {

/// Goes a way of commands and buttons of a window by their object names, as one would by hand; ends at the first that
/// is not there or cannot be pressed.
void followWay(QWidget* window, const QStringList& way);

/// The first steps on a page that is empty, as buttons: each goes a way of commands and buttons of the window, by their
/// object names, as one would by hand.
class FirstSteps : public QWidget {
public:
    explicit FirstSteps(QWidget* parent = nullptr, Qt::Alignment where = Qt::AlignLeft);

    void offer(const QString& text, const QStringList& way);
    [[nodiscard]] bool any() const;

private:
    QHBoxLayout* m_line;
};

} // namespace yarrin
