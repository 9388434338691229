// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include <vector>

class QPushButton;

namespace yarrin {

/// A row of quiet buttons of which one is down: the pages of a stage.
class TabRow : public QWidget {
    Q_OBJECT
public:
    struct Tab {
        QString text;
        const char* name; ///< object name of its button
    };
    explicit TabRow(const std::vector<Tab>& tabs, QWidget* parent = nullptr);

    [[nodiscard]] int current() const { return m_current; }
    void setCurrent(int index);
    [[nodiscard]] QPushButton& button(int index) const { return *m_buttons[std::size_t(index)]; }

signals:
    void chosen(int index);

private:
    std::vector<QPushButton*> m_buttons;
    int m_current = -1;
};

} // namespace yarrin
