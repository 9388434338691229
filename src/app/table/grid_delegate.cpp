// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/grid_delegate.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/table/inline_message.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>
#include <QStringListModel>
#include <QTableView>

namespace yarrin {

namespace {

const GridModel& gridOf(const QModelIndex& index) {
    return static_cast<const GridModel&>(*index.model());
}

/// Where the phrase that is being typed starts.
qsizetype phraseStart(const QString& text, int cursor) {
    auto at = text.lastIndexOf(QLatin1Char(';'), cursor - 1) + 1;
    while (at < cursor && text[at] == QLatin1Char(' ')) ++at;
    for (const char* opening : {"ends on start of ", "ends with ", "starts with ", "with ", "after "})
        if (QStringView(text).mid(at).startsWith(QLatin1String(opening))) return at + qsizetype(qstrlen(opening));
    return at;
}

} // namespace

GridDelegate::GridDelegate(QObject* parent) : QStyledItemDelegate(parent) {}

void GridDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const {
    const GridModel& grid = gridOf(index);
    if (grid.isHeading(index.row())) return paintHeading(painter, option, index);
    const Theme& t = theme();
    const auto* view = qobject_cast<const QAbstractItemView*>(option.widget);
    const bool current = view && view->currentIndex() == index;
    const bool rowSelected = index.data(Qt::UserRole).toBool();
    painter->fillRect(option.rect, option.state & QStyle::State_Selected || rowSelected ? t.selection : t.paper);
    painter->setPen(QPen(t.rule, 1));
    painter->setOpacity(0.55);
    painter->drawLine(option.rect.bottomLeft(), option.rect.bottomRight());
    painter->setOpacity(1);
    const QVariant font = index.data(Qt::FontRole);
    painter->setFont(font.isValid() ? font.value<QFont>() : option.font);
    const QVariant colour = index.data(Qt::ForegroundRole);
    painter->setPen(colour.isValid() ? colour.value<QColor>() : t.ink);
    const auto alignment = Qt::Alignment(index.data(Qt::TextAlignmentRole).toInt());
    const QRect box = option.rect.adjusted(6, 0, -6, -1);
    const QString words = alignment & Qt::AlignRight ? show::local(index.data().toString()) : index.data().toString();
    const auto* table = qobject_cast<const QTableView*>(option.widget);
    if (table && table->wordWrap() && painter->fontMetrics().horizontalAdvance(words) > box.width())
        painter->drawText(box.adjusted(0, 4, 0, 0), int(alignment | Qt::AlignTop | Qt::TextWordWrap), words);
    else
        painter->drawText(box, int(alignment | Qt::AlignVCenter),
                          painter->fontMetrics().elidedText(words, Qt::ElideRight, box.width()));
    if (current && view->hasFocus()) {
        painter->setPen(QPen(t.accent, 1));
        painter->setBrush(Qt::NoBrush);
        painter->drawRect(option.rect.adjusted(0, 0, -1, -1));
    }
}

/// Each cell paints its own part of the heading's text, which so runs through all of them.
void GridDelegate::paintHeading(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const {
    const Theme& t = theme();
    const auto* view = qobject_cast<const QTableView*>(option.widget);
    const bool selected = option.state & QStyle::State_Selected;
    painter->fillRect(option.rect, selected ? t.selection : t.groupGround);
    painter->setPen(QPen(t.rule, 1));
    painter->drawLine(option.rect.bottomLeft(), option.rect.bottomRight());
    if (!view) return;
    const GridModel& grid = gridOf(index);
    if (const QString sum = grid.headingFigure(index.row(), index.column()); !sum.isEmpty()) {
        painter->setPen(t.ink);
        painter->setFont(boldened(secondaryFont()));
        painter->drawText(option.rect.adjusted(2, 0, -6, -1), Qt::AlignRight | Qt::AlignVCenter, show::local(sum));
        return;
    }
    const int left = view->columnViewportPosition(0) + 6 + 14 * grid.depth(index.row());
    // The words end where the first sum stands.
    int width = 0;
    for (int place = 0; place < grid.columnCount(); ++place) {
        const int column = view->horizontalHeader()->logicalIndex(place);
        if (view->isColumnHidden(column)) continue;
        if (!grid.headingFigure(index.row(), column).isEmpty()) break;
        width += view->columnWidth(column);
    }
    painter->save();
    painter->setClipRect(option.rect);
    painter->setRenderHint(QPainter::Antialiasing);
    painter->setPen(Qt::NoPen);
    painter->setBrush(t.ink);
    const double middle = option.rect.center().y() + 0.5;
    if (grid.isFolded(index.row()))
        painter->drawPolygon(
            QPolygonF({QPointF(left, middle - 4), QPointF(left + 5.5, middle), QPointF(left, middle + 4)}));
    else
        painter->drawPolygon(QPolygonF(
            {QPointF(left - 1, middle - 2.5), QPointF(left + 7, middle - 2.5), QPointF(left + 3, middle + 3)}));
    painter->setPen(t.ink);
    painter->setFont(boldened(option.font));
    const QRect box(left + 12, option.rect.top(), width - left - 18, option.rect.height() - 1);
    const QString title = index.siblingAtColumn(0).data().toString();
    painter->drawText(box, Qt::AlignVCenter | Qt::AlignLeft,
                      painter->fontMetrics().elidedText(title, Qt::ElideRight, box.width()));
    const int used = painter->fontMetrics().horizontalAdvance(title) + 10;
    painter->setFont(secondaryFont());
    painter->setPen(t.muted);
    if (used < box.width())
        painter->drawText(box.adjusted(used, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft,
                          index.data(Qt::StatusTipRole).toString());
    painter->restore();
}

QWidget* GridDelegate::createEditor(QWidget* parent, const QStyleOptionViewItem&, const QModelIndex& index) const {
    auto* editor = new QLineEdit(parent);
    editor->setObjectName(QStringLiteral("cellEditor"));
    editor->setAccessibleName(index.model()->headerData(index.column(), Qt::Horizontal).toString());
    editor->setAlignment(Qt::Alignment(index.data(Qt::TextAlignmentRole).toInt()) | Qt::AlignVCenter);
    m_editing = index;
    m_editor = editor;
    delete m_message;
    m_message = new InlineMessage(parent);
    offer(editor, index);
    return editor;
}

void GridDelegate::offer(QLineEdit* editor, const QModelIndex& index) const {
    const auto kind = gridOf(index).completion(index.column());
    if (kind == GridModel::Completion::none) return;
    auto* completer = new QCompleter(gridOf(index).choices(index), editor);
    completer->setCaseSensitivity(Qt::CaseInsensitive);
    completer->setFilterMode(Qt::MatchContains);
    completer->setMaxVisibleItems(8);
    auto* self = const_cast<GridDelegate*>(this);
    completer->popup()->installEventFilter(self);
    if (kind == GridModel::Completion::choice) {
        completer->setCompletionMode(QCompleter::UnfilteredPopupCompletion);
        editor->setCompleter(completer);
        QMetaObject::invokeMethod(
            completer, [completer] { completer->complete(); }, Qt::QueuedConnection);
        // What was chosen is taken at once, after the completer has written it.
        connect(
            completer, qOverload<const QString&>(&QCompleter::activated), self,
            [self, line = QPointer<QLineEdit>(editor)] {
                if (line) self->leave(line, Qt::Key_Return);
            },
            Qt::QueuedConnection);
        return;
    }
    // Only the phrase at the cursor is completed, so the completer is driven by hand.
    completer->setWidget(editor);
    connect(editor, &QLineEdit::textEdited, completer, [editor, completer](const QString& text) {
        const auto start = phraseStart(text, editor->cursorPosition());
        const QString typed = text.mid(start, editor->cursorPosition() - start);
        if (typed.isEmpty() || typed.contains(QLatin1Char(' '))) {
            completer->popup()->hide();
            return;
        }
        completer->setCompletionPrefix(typed);
        QRect at = editor->rect();
        at.setWidth(300);
        if (completer->completionCount() > 0)
            completer->complete(at);
        else
            completer->popup()->hide();
    });
    connect(completer, qOverload<const QString&>(&QCompleter::activated), editor, [editor](const QString& chosen) {
        const QString text = editor->text();
        const auto start = phraseStart(text, editor->cursorPosition());
        const QString key = chosen.section(QStringLiteral("   "), 0, 0);
        editor->setText(text.left(start) + key + text.mid(editor->cursorPosition()));
        editor->setCursorPosition(int(start + key.size()));
    });
}

void GridDelegate::setEditorData(QWidget* editor, const QModelIndex& index) const {
    auto* line = static_cast<QLineEdit*>(editor);
    // A recalculation must not wipe what is being typed.
    if (line->property("filled").toBool()) return;
    line->setProperty("filled", true);
    line->setText(index.data(Qt::EditRole).toString());
    line->selectAll();
}

Outcome GridDelegate::take(QLineEdit* editor, bool all) const {
    if (!m_editing.isValid()) return done();
    auto* model = const_cast<GridModel*>(&gridOf(m_editing));
    const auto* view = qobject_cast<QAbstractItemView*>(parent());
    if (all && view && model->takesValue(m_editing)) {
        std::vector<GridModel::Entry> entries;
        for (const QModelIndex& cell : view->selectionModel()->selectedIndexes())
            if (cell.column() == m_editing.column() && !model->isHeading(cell.row()) && model->takesValue(cell))
                entries.push_back({cell.row(), cell.column(), editor->text()});
        if (entries.size() > 1)
            return model->take(entries, tr("%1 set").arg(show::countOf(qint64(entries.size()), "cell", "cells")));
    }
    if (editor->text() == m_editing.data(Qt::EditRole).toString()) return done();
    return model->take({{m_editing.row(), m_editing.column(), editor->text()}}, {});
}

void GridDelegate::setModelData(QWidget* editor, QAbstractItemModel*, const QModelIndex&) const {
    // Reached when the editor is left with the mouse; by key, the text was taken before.
    auto* line = static_cast<QLineEdit*>(editor);
    if (line->property("closed").toBool()) return;
    const Outcome outcome = take(line);
    if (!outcome.ok()) emit refused(tr("%1 was not taken: %2").arg(line->text(), show::error(outcome.error())));
    line->setProperty("closed", true);
}

void GridDelegate::updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option,
                                        const QModelIndex& index) const {
    QRect box = option.rect;
    // Phrases need more room than their column mostly has.
    if (gridOf(index).completion(index.column()) == GridModel::Completion::phrases)
        box.setWidth(std::max(box.width(), 240));
    editor->setGeometry(box);
}

bool GridDelegate::eventFilter(QObject* object, QEvent* event) {
    const bool pressed = event->type() == QEvent::KeyPress;
    const int key = pressed ? static_cast<QKeyEvent*>(event)->key() : 0;
    const bool all = pressed && static_cast<QKeyEvent*>(event)->modifiers() & Qt::ControlModifier;
    const bool leaves = key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Tab || key == Qt::Key_Backtab;
    if (auto* popup = qobject_cast<QAbstractItemView*>(object)) {
        // Nothing in the list is chosen: the key is meant for the cell.
        auto* editor = m_editing.isValid() ? m_editor.data() : nullptr;
        if (!leaves || !editor || popup->currentIndex().isValid()) return false;
        popup->hide();
        leave(editor, key, all);
        return true;
    }
    auto* editor = qobject_cast<QLineEdit*>(object);
    // Half a word is not taken because its author looked at another window.
    if (editor && event->type() == QEvent::FocusOut &&
        static_cast<QFocusEvent*>(event)->reason() == Qt::ActiveWindowFocusReason)
        return false;
    if (!editor || !pressed) return QStyledItemDelegate::eventFilter(object, event);
    if (key == Qt::Key_Escape) {
        editor->setProperty("closed", true);
        if (m_message) m_message->hide();
        emit closeEditor(editor, RevertModelCache);
        return true;
    }
    if (!leaves) {
        if (m_message) m_message->hide();
        return false;
    }
    leave(editor, key, all);
    return true;
}

void GridDelegate::leave(QLineEdit* editor, int key, bool all) {
    const QPersistentModelIndex cell = m_editing;
    const Outcome outcome = take(editor, all);
    if (!outcome.ok()) {
        editor->setProperty("fault", true);
        if (m_message) m_message->showAt(editor->geometry(), show::error(outcome.error()));
        return;
    }
    editor->setProperty("closed", true);
    emit closeEditor(editor, key == Qt::Key_Tab ? EditNextItem : (key == Qt::Key_Backtab ? EditPreviousItem : NoHint));
    auto* view = qobject_cast<QAbstractItemView*>(parent());
    if (key == Qt::Key_Tab || key == Qt::Key_Backtab || !view || !cell.isValid()) return;
    QModelIndex below = cell.sibling(cell.row() + 1, cell.column());
    while (below.isValid() && gridOf(below).isHeading(below.row()))
        below = below.sibling(below.row() + 1, below.column());
    view->setCurrentIndex(below.isValid() ? below : QModelIndex(cell));
    view->setFocus();
}

} // namespace yarrin
