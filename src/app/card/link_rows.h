// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/card/picker.h"

#include <QWidget>

class QVBoxLayout;

namespace yarrin {

/// What an activity waits for, what it leads to, or what a hammock hangs from, as rows that are edited in place: the
/// other activity, how, the lag, and a cross that takes the row away.
class LinkRows : public QWidget {
    Q_OBJECT
public:
    enum class List { waitsFor, leadsTo, from, to };
    LinkRows(Document& document, ViewState& state, ActivityId activity, List list, QWidget* parent);

    /// A picker of what the activity is to wait for, lead to, or hang from.
    [[nodiscard]] static PickerAsk ask(Document& document, ActivityId activity, List list);
    /// Words of the list for its heading.
    [[nodiscard]] static QString title(List list);

signals:
    void reveal(ActivityId id);
    void refused(const QString& reason);

private:
    struct Row {
        ActivityId other;
        QString name; ///< stable, for tests and for the keyboard to come back to
        int kind = 0; ///< type of the link, end of the anchor
        QString lag;
        QString tip;
        bool drives = false;
    };
    void addRow(const Row& row, const std::function<Document::Operation(int kind, const std::string& lag)>& change,
                const Document::Operation& remove);
    void addLinks(bool into);
    void addAnchors(End side);
    void perform(const QString& words, const Document::Operation& operation);

    Document& m_document;
    ViewState& m_state;
    ActivityId m_activity;
    List m_list;
    QVBoxLayout* m_rows;
};

/// The words for types of links, as the successor reads them, in the order of `LinkType`.
[[nodiscard]] QStringList linkTypeWords();

} // namespace yarrin
