// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"

#include <QTimer>
#include <QWidget>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;
class QStackedWidget;
class QTextBrowser;

namespace yarrin {

class ListPage;

/// The frozen revisions: at the left the list, at the right what the chosen one says, or the narrative that the next
/// one is to carry.
class RevisionPage : public QWidget {
    Q_OBJECT
public:
    RevisionPage(Document& document, ViewState& state, QWidget* parent = nullptr);

    void refresh();
    /// Shows the form for the next revision, its narrative drafted where there is none yet.
    void beginFreeze();
    /// Selects the revision that is called so.
    void choose(const QString& key);
    [[nodiscard]] const std::vector<Revision>& revisions() const { return m_revisions; }
    /// Keeps the narrative in writing with the programme; else that is done a moment after it was typed.
    void saveDraft();

signals:
    void refused(const QString& text);
    void compareWanted(const QString& key);
    void outlineShown();

private:
    QWidget* buildForm();
    QWidget* buildRevision();
    [[nodiscard]] const Revision* chosen() const;
    void showChosen();
    void draft();
    void proposeNames();
    void takeDraft();
    void freeze();
    void accept();
    void restore();
    [[nodiscard]] Result<FrozenState> read(const Revision& revision);
    void outline();

    Document& m_document;
    ViewState& m_state;
    std::vector<Revision> m_revisions;
    ListPage* m_list;
    QStackedWidget* m_right;
    QLineEdit* m_key;
    QComboBox* m_purpose;
    QPlainTextEdit* m_narrative;
    QPushButton* m_freeze;
    QCheckBox* m_sign;
    QLabel* m_title;
    QLabel* m_facts;
    QTextBrowser* m_text;
    QLineEdit* m_reason;
    QPushButton* m_accept;
    bool m_writing = false; ///< the form shows
    QTimer m_draftTimer;
};

} // namespace yarrin
