// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Help within the window.
#include "app/guide/guide_stage.h"
#include "app/window/main_window.h"
#include "app/window/stages.h"

#include <QAbstractButton>
#include <QMenuBar>
#include <QStackedWidget>

namespace yarrin {

void MainWindow::buildHelpMenu() {
    QMenu* help = menuBar()->addMenu(tr("&Help"));
    help->addAction(
        action(QStringLiteral("openGuide"), tr("&Guide"), QKeySequence(Qt::Key_F1), [this] { openGuide(); }));
    const auto page = [this](const QString& name) {
        go(Place::guide);
        stageAt(Place::guide).showNamed(name);
    };
    help->addAction(action(QStringLiteral("openKeys"), tr("All &keys"), QKeySequence(Qt::CTRL | Qt::Key_F1),
                           [page] { page(QStringLiteral("keys")); }));
    help->addAction(
        action(QStringLiteral("openNews"), tr("What is &new"), {}, [page] { page(QStringLiteral("new")); }));
    help->addSeparator();
    help->addAction(action(QStringLiteral("openDemo"), tr("Open the &demo"), {}, [this] {
        if (mayLeave()) openDemo();
    }));
    help->addAction(action(QStringLiteral("about"), tr("&About Yarrin"), {}, [this] { m_dialogs.about(this); }));
}

void MainWindow::openGuide() {
    const auto from = Place(m_stack->currentIndex());
    if (from == Place::guide) return stageAt(Place::guide).focusMain();
    // The pages of a stage are chosen by buttons: what is pressed of them is what one looks at.
    QStringList pages;
    for (const auto* button : stage().findChildren<QAbstractButton*>())
        if (button->isCheckable() && button->isChecked() && button->isVisible())
            pages << button->text().remove(QLatin1Char('&'));
    const QString title = from == Place::record        ? QStringLiteral("record")
                          : from == Place::preferences ? QStringLiteral("Everywhere")
                                                       : QString::fromLatin1(infoOf(from).title);
    auto& guide = stageAs<GuideStage>(Place::guide);
    go(Place::guide);
    guide.open(title, pages);
}

QString MainWindow::keysText() const {
    QString text = tr("## All keys") + QStringLiteral("\n\n") +
                   tr("Keys of charts and tables stand in the guide, where their page is told of.") +
                   QStringLiteral("\n");
    for (const QAction* menu : menuBar()->actions()) {
        QString rows;
        for (const QAction* one : menu->menu()->actions()) {
            QString words = one->text().remove(QLatin1Char('&'));
            QStringList keys;
            for (const QKeySequence& key : one->shortcuts()) keys << key.toString(QKeySequence::NativeText);
            // Some keys are taken by the tables themselves, and stand behind the words.
            if (keys.isEmpty() && words.contains(QLatin1Char('\t'))) keys << words.section(QLatin1Char('\t'), 1);
            words = words.section(QLatin1Char('\t'), 0, 0);
            if (keys.isEmpty()) continue;
            rows += QStringLiteral("| %1 | %2 |\n")
                        .arg(keys.join(QStringLiteral(", ")).replace(QLatin1Char('|'), QLatin1String("\\|")), words);
        }
        if (rows.isEmpty()) continue;
        text += QStringLiteral("\n### %1\n\n| %2 | %3 |\n|---|---|\n%4")
                    .arg(menu->text().remove(QLatin1Char('&')), tr("Key"), tr("What it does"), rows);
    }
    return text;
}

} // namespace yarrin
