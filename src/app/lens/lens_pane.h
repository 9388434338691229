// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"

#include <QFrame>

class QComboBox;
class QCheckBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QVBoxLayout;

namespace yarrin {

class CodesPage;
class Dialogs;
class KeyRows;
class TabRow;

/// The pane in which lenses and codes are made: what is chosen shows at once, and is kept with the job by a button.
class LensPane : public QFrame {
    Q_OBJECT
public:
    LensPane(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent = nullptr);

    /// For the table of the build-up, or of the programme.
    void setBuildUp(bool buildUp);
    void focusFilter();
    void showCodes();

signals:
    void closed();
    void refused(const QString& reason);
    void told(const QString& text);
    /// The days that the chart shows are wanted for the lens; it gives them to the state.
    void timeWanted(bool wanted);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* buildLens();
    void buildHead(QVBoxLayout& layout);
    void buildFilter(QVBoxLayout& layout);
    void buildColumns(QVBoxLayout& layout);
    void buildBars(QVBoxLayout& layout);
    void refresh();
    void refreshColumns();
    void refreshCondition();
    void addCondition();
    void takeColumns();
    void change(const std::function<void(Lens&)>& change);
    void keep(const std::string& name);
    void rename();
    void remove();
    void reset();
    void exportLens();
    void importLens();
    [[nodiscard]] const KeptLens* kept() const;

    Document& m_document;
    ViewState& m_state;
    Dialogs& m_dialogs;
    bool m_buildUp = false;
    bool m_filling = false;
    TabRow* m_tabs;
    QWidget* m_lensPage;
    CodesPage* m_codes;
    QLineEdit* m_name = nullptr;
    QLineEdit* m_filter = nullptr;
    QLabel* m_filterFault = nullptr;
    QComboBox* m_join = nullptr;
    QComboBox* m_field = nullptr;
    QComboBox* m_comparison = nullptr;
    QComboBox* m_value = nullptr;
    KeyRows* m_groups = nullptr;
    KeyRows* m_order = nullptr;
    QListWidget* m_columns = nullptr;
    QLineEdit* m_columnWords = nullptr;
    QComboBox* m_colour = nullptr;
    QComboBox* m_before = nullptr;
    QComboBox* m_on = nullptr;
    QComboBox* m_after = nullptr;
    QComboBox* m_lines = nullptr;
    QCheckBox* m_totals = nullptr;
    QCheckBox* m_time = nullptr;
};

} // namespace yarrin
