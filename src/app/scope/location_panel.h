// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "edit/location_edits.h"

#include <QTreeWidget>

#include <unordered_set>

namespace yarrin {

/// The tree itself: places are dragged before, behind or into each other, with the usual line or frame as the sign of
/// where they will land.
class LocationTree : public QTreeWidget {
    Q_OBJECT
public:
    explicit LocationTree(QWidget* parent);
    [[nodiscard]] static LocationId idOf(const QTreeWidgetItem* item);

signals:
    void moved(LocationId id, LocationId target, Landing landing);

protected:
    void dropEvent(QDropEvent* event) override;
};

/// The locations in which the work happens: zones, floors and ranges of chainage, as a tree that is typed in place.
class LocationPanel : public QWidget {
    Q_OBJECT
public:
    explicit LocationPanel(Document& document, QWidget* parent = nullptr);

    void refresh();
    [[nodiscard]] LocationId chosen() const;
    void choose(LocationId id);
    void add(bool child);
    void remove();
    void divide(const QString& length);

signals:
    void refused(const QString& reason);
    void question(const QString& text, const QString& answer, std::function<void()> accepted);

protected:
    bool eventFilter(QObject* object, QEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void commit(QTreeWidgetItem* item, int column);
    void perform(const QString& text, const Document::Operation& operation);

    Document& m_document;
    LocationTree* m_tree;
    QWidget* m_empty;
    std::unordered_set<LocationId> m_folded;
    bool m_filling = false;
};

} // namespace yarrin
