// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/look.h"
#include "edit/transaction.h"

#include <QFrame>

#include <functional>
#include <vector>

class QComboBox;
class QLabel;
class QLineEdit;

namespace yarrin {

class Document;
class DragPreview;
class ViewState;

/// A small line where a link was let go, or chosen: its type and its lag, with the date that comes of it. Enter
/// or a press elsewhere keeps it, Escape leaves nothing behind.
class LinkLine : public QFrame {
    Q_OBJECT
public:
    /// `name` is its object's name, and begins those of its fields.
    LinkLine(Document& document, DragPreview& preview, QWidget* parent,
             const QString& name = QStringLiteral("linkLine"));

    /// Opens for a link, there already or not yet, beside a point of the parent.
    void open(const Link& link, const QPoint& at);
    [[nodiscard]] bool isOpen() const { return isVisible(); }
    /// The activities of the loop that the link would close, in its order; empty where it closes none.
    [[nodiscard]] const std::vector<ActivityId>& loop() const { return m_loop; }
    /// Takes the link as it stands; false where it is refused, with the reason in the line.
    bool keep();
    void drop();

signals:
    /// The keyboard may go back.
    void closed();
    void refused(const QString& reason);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    [[nodiscard]] Result<Link> link() const;
    [[nodiscard]] static std::function<Outcome(Transaction&)> operation(const Link& link);
    void ask();
    void tell();
    void say(const QString& words, Ink ink);
    void fit();

    Document& m_document;
    DragPreview& m_preview;
    Link m_link;
    std::vector<ActivityId> m_loop;
    QLabel* m_ends;
    QComboBox* m_type;
    QLineEdit* m_lag;
    QLabel* m_words;
    bool m_closing = false;
};

/// A link in words, "A010 to A020"; empty where it is none.
[[nodiscard]] QString linkWords(const Programme& programme, LinkId id);
/// What a chart does with the link that is chosen there: takes it away, turns it round. Nothing where none is.
[[nodiscard]] Outcome deleteChosenLink(Document& document, ViewState& state);
[[nodiscard]] Outcome reverseChosenLink(Document& document, ViewState& state);
/// What is told of a link that was chosen.
[[nodiscard]] QString chosenLinkText(const Programme& programme, LinkId id);

} // namespace yarrin
