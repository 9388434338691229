// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

namespace yarrin {

class NoticeBar;

/// One of the places on the left rail.
class Stage : public QWidget {
    Q_OBJECT
public:
    explicit Stage(QWidget* parent = nullptr) : QWidget(parent) { setAttribute(Qt::WA_StyledBackground); }

    /// The line in which the stage says what was refused, and asks.
    [[nodiscard]] virtual NoticeBar& notice() = 0;
    /// Puts the keyboard where work goes on.
    virtual void focusMain() = 0;
};

} // namespace yarrin
