// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/tab_row.h"

#include "app/base/look.h"

#include <QHBoxLayout>
#include <QPushButton>

namespace yarrin {

TabRow::TabRow(const std::vector<Tab>& tabs, QWidget* parent) : QWidget(parent) {
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(2);
    setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Maximum);
    for (std::size_t i = 0; i < tabs.size(); ++i) {
        QPushButton* button = quietButton(tabs[i].text, tabs[i].name, this);
        button->setCheckable(true);
        line->addWidget(button, 0, Qt::AlignTop);
        m_buttons.push_back(button);
        connect(button, &QPushButton::clicked, this, [this, i] {
            setCurrent(m_current); // stays down until the stage says otherwise
            emit chosen(int(i));
        });
    }
}

void TabRow::setCurrent(int index) {
    m_current = index;
    for (std::size_t i = 0; i < m_buttons.size(); ++i) m_buttons[i]->setChecked(int(i) == index);
}

} // namespace yarrin
