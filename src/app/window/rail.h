// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTimer>
#include <QWidget>

#include <vector>

namespace yarrin {

/// The dark rail of stages at the left; the current one is joined to the page.
class Rail : public QWidget {
    Q_OBJECT
public:
    struct Entry {
        QString icon;
        QString title;
    };
    explicit Rail(std::vector<Entry> entries, QWidget* parent = nullptr);

    /// -1: none of them.
    void setCurrent(int index);
    [[nodiscard]] int current() const { return m_current; }
    [[nodiscard]] QRect entryRect(int index) const;

signals:
    void chosen(int index);
    /// Something that was taken hold of rests on a stage: it opens, so that it can be let go there.
    void opened(int index);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dragMoveEvent(QDragMoveEvent* event) override;
    void dragLeaveEvent(QDragLeaveEvent* event) override;

private:
    [[nodiscard]] int entryAt(const QPoint& at) const;
    std::vector<Entry> m_entries;
    int m_current = 0;
    int m_hover = -1;
    QTimer m_resting; ///< of what is dragged over a stage
};

} // namespace yarrin
