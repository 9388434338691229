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
    /// Shows a page of it by its name on the command line; one that it does not have shows the first.
    virtual void showNamed(const QString&) {}
    /// Chooses a row of its own kind by what people call it, where there is one.
    virtual void chooseNamed(const QString&) {}
    /// Whether something is being worked out beside the window, so that what shows is not all yet.
    [[nodiscard]] virtual bool isWorking() const { return false; }
};

} // namespace yarrin
