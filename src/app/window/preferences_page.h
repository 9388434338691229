// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/preferences.h"
#include "app/window/stage.h"

#include <functional>

class QComboBox;
class QGridLayout;
class QLabel;
class QLineEdit;

namespace yarrin {

/// The page of preferences: what is chosen takes effect at once, and nothing is asked to be confirmed.
class PreferencesPage : public Stage {
    Q_OBJECT
public:
    /// `prefer` keeps preferences and puts them into effect.
    explicit PreferencesPage(std::function<void(const Preferences&)> prefer, QWidget* parent = nullptr);

    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;

signals:
    /// Back to where one came from.
    void left();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void heading(const QString& words);
    void row(const QString& label, QWidget* field, const QString& hint);
    void choice(const char* name, const QString& label, const QStringList& choices, const QString& hint,
                std::function<int(const Preferences&)> get, std::function<void(Preferences&, int)> set);
    void addSeeing();
    void addWriting();
    void addWorking();
    void addDuration();
    void refresh();

    std::function<void(const Preferences&)> m_prefer;
    NoticeBar* m_notice;
    QGridLayout* m_grid;
    std::vector<std::pair<QComboBox*, std::function<int(const Preferences&)>>> m_choices;
    QLineEdit* m_duration = nullptr;
    QLabel* m_durationFault = nullptr;
    QLabel* m_sample;
};

} // namespace yarrin
