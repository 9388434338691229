// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPixmap>
#include <QWidget>

namespace yarrin {

class LogicView;

/// The whole network small in a corner of its view, with a frame around what is in sight: drag it, or click where it is
/// to go.
class LogicMap : public QWidget {
    Q_OBJECT
public:
    explicit LogicMap(LogicView& view);

    void setWanted(bool wanted);
    /// Where the frame stands in the picture.
    [[nodiscard]] QRectF frame() const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;

private:
    void forget();
    void place();
    [[nodiscard]] double scale() const;
    [[nodiscard]] QPointF origin() const;

    LogicView& m_view;
    QPixmap m_picture;
    QPointF m_held;
    bool m_wanted = true;
};

} // namespace yarrin
