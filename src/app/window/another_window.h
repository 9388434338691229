// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/programme/programme_stage.h"

#include <QMainWindow>

namespace yarrin {

/// Another window on the programme, for another screen: bars, places, logic and the like. What is selected, the time in
/// sight and the lens are those of the main window, and so is every change; what page shows is its own.
class AnotherWindow : public QMainWindow {
    Q_OBJECT
public:
    /// `keys` are actions of the main window whose keys work here too.
    AnotherWindow(Document& document, ViewState& state, const QList<QAction*>& keys);

    [[nodiscard]] ProgrammeStage& stage() const { return *m_stage; }

private:
    void refreshTitle();
    void addKey(const QKeySequence& key, std::function<void()> run);

    Document& m_document;
    ProgrammeStage* m_stage;
};

} // namespace yarrin
