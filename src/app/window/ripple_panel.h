// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QFrame>

class QLabel;
class QTreeWidget;

namespace yarrin {

/// The list of what the last change moved, and by how much; choosing one goes to it.
class RipplePanel : public QFrame {
    Q_OBJECT
public:
    explicit RipplePanel(Document& document, QWidget* parent);

    void open();

signals:
    void reveal(ActivityId id);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    Document& m_document;
    QLabel* m_title;
    QTreeWidget* m_list;
};

} // namespace yarrin
