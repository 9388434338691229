// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"

#include <QFrame>
#include <QPointer>

#include <functional>

class QAbstractScrollArea;
class QLabel;
class QLineEdit;
class QMimeData;

namespace yarrin {

/// A resource on its way from the list of them, by its name.
[[nodiscard]] QMimeData* draggedResource(const QString& name);
/// The name of a resource that is being dragged; empty where it is something else.
[[nodiscard]] QString resourceIn(const QMimeData& data);

/// A small line where a resource was let go on work: how many of it, or how much. Enter or a press elsewhere keeps it,
/// Escape leaves nothing behind.
class AmountLine : public QFrame {
    Q_OBJECT
public:
    AmountLine(Document& document, QWidget* parent);
    void open(const QString& resource, std::vector<ActivityId> activities, const QPoint& at);

signals:
    void refused(const QString& reason);
    void told(const QString& what);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void keep();
    void drop();

    Document& m_document;
    QString m_resource;
    std::vector<ActivityId> m_activities;
    QLabel* m_words;
    QLineEdit* m_amount;
    QLabel* m_unit;
};

/// Lets resources be let go on the rows of a table or a chart: on a selected row for all that are selected.
class ResourceDrop : public QObject {
    Q_OBJECT
public:
    /// The activity of the row at a point of the viewport, and where that row lies.
    using RowAt = std::function<std::pair<ActivityId, QRect>(const QPoint&)>;
    ResourceDrop(Document& document, ViewState& state, QAbstractScrollArea* over, RowAt rowAt);

signals:
    void refused(const QString& reason);
    void told(const QString& what);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void showRow(const QRect& row);

    Document& m_document;
    ViewState& m_state;
    QAbstractScrollArea* m_over;
    RowAt m_rowAt;
    AmountLine* m_line;
    QWidget* m_frame;
};

} // namespace yarrin
