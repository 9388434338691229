// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/window/stage.h"

class QLabel;
class QLineEdit;

class QMenu;

namespace yarrin {

class Dialogs;
class LocationPanel;
class ScopeChart;

/// The stage Scope: the breakdown of the work as a chart without dates.
class ScopeStage : public Stage {
    Q_OBJECT
public:
    ScopeStage(Document& document, Dialogs& dialogs, QWidget* parent = nullptr);

    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    [[nodiscard]] ScopeChart& chart() const { return *m_chart; }

private:
    QWidget* buildHead();
    QMenu* buildShownMenu(QWidget* shown);
    QMenu* buildSaveMenu(QWidget* save);
    QWidget* buildFoot();
    void refreshFoot();
    void saveChart();
    [[nodiscard]] bool savePdf(const QString& path) const;

    Document& m_document;
    Dialogs& m_dialogs;
    NoticeBar* m_notice;
    ScopeChart* m_chart;
    LocationPanel* m_locations;
    QLabel* m_empty = nullptr;
    QLabel* m_what = nullptr;
    QLineEdit* m_code = nullptr;
    QLineEdit* m_pattern = nullptr;
    int m_pagesAcross = 1;
    int m_pagesDown = 1;
};

} // namespace yarrin
