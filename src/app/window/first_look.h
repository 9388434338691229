// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/window/main_window.h"

#include <QFrame>

class QLabel;
class QSettings;

namespace yarrin {

/// What a stage is for, in three lines above it, the first time that somebody goes there; dismissed for good.
class FirstLook : public QFrame {
    Q_OBJECT
public:
    explicit FirstLook(QSettings& settings, QWidget* parent = nullptr);

    /// Nothing is shown until it is wanted.
    void setWanted(bool wanted) { m_wanted = wanted; }
    void goneTo(MainWindow::Place place);

signals:
    void guideWanted();

private:
    void dismiss();

    QSettings& m_settings;
    QLabel* m_words;
    bool m_wanted = false;
    MainWindow::Place m_place = MainWindow::Place::programme;
};

} // namespace yarrin
