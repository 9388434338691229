// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/first_steps.h"

#include <QAbstractButton>
#include <QAction>
#include <QApplication>
#include <QHBoxLayout>
#include <QPushButton>

namespace yarrin {

namespace {

/// Triggers a command, or presses the button of that name that shows.
bool go(QWidget* window, const QString& name) {
    if (auto* command = window->findChild<QAction*>(name)) {
        command->trigger();
        return true;
    }
    for (auto* button : window->findChildren<QAbstractButton*>(name))
        if (button->isVisible() && button->isEnabled()) {
            button->click();
            return true;
        }
    return false;
}

/// The window that has the commands: a second one on the programme has but a few.
QWidget* homeOf(QWidget* window) {
    const auto commands = [](const QWidget* one) { return one->findChild<QAction*>(QStringLiteral("fileNew")); };
    if (commands(window)) return window;
    for (QWidget* one : QApplication::topLevelWidgets())
        if (commands(one)) {
            one->activateWindow();
            return one;
        }
    return window;
}

} // namespace

void followWay(QWidget* window, const QStringList& way) {
    window = homeOf(window);
    for (const QString& name : way)
        if (!go(window, name)) return;
}

FirstSteps::FirstSteps(QWidget* parent, Qt::Alignment where) : QWidget(parent), m_line(new QHBoxLayout(this)) {
    m_line->setContentsMargins(where == Qt::AlignLeft ? 14 : 0, 0, 14, 10);
    m_line->setSpacing(8);
    m_line->setAlignment(where);
}

void FirstSteps::offer(const QString& text, const QStringList& way) {
    auto* button = new QPushButton(text, this);
    button->setObjectName(QStringLiteral("first_") + way.back());
    m_line->addWidget(button);
    connect(button, &QPushButton::clicked, this, [this, way] { followWay(window(), way); });
}

bool FirstSteps::any() const {
    return m_line->count() > 0;
}

} // namespace yarrin
