// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/table/activity_model.h"

#include <QImage>
#include <QPixmap>
#include <QWidget>

namespace yarrin {

/// All of the programme's time in a strip: every bar as a line, contract dates, the data date, and a frame about what
/// the chart beside it shows. The frame is dragged, by its edges made wider or narrower; a click elsewhere brings it
/// there, the wheel zooms.
class Overview : public QWidget {
    Q_OBJECT
public:
    static constexpr int tall = 30;

    Overview(Document& document, ViewState& state, ActivityModel& rows, QWidget* parent);

    /// From when to when the strip reaches, and how wide the chart is that it stands for.
    void setReach(Instant first, Instant last, int chartWidth);
    /// Where the frame stands, in pixels of the strip.
    [[nodiscard]] QRectF frame() const;
    [[nodiscard]] TimeScale scale() const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    enum class Grip { none, frame, left, right };
    [[nodiscard]] Grip gripAt(double x) const;
    void show(double left, double right);
    void forget();
    [[nodiscard]] const QPixmap& picture() const;
    [[nodiscard]] QImage bars(const QSize& size, qreal ratio) const;

    Document& m_document;
    ViewState& m_state;
    ActivityModel& m_rows;
    Instant m_first;
    Instant m_last;
    int m_chartWidth = 1;
    Grip m_grip = Grip::none;
    double m_held = 0; ///< how far from the frame's left edge it was taken hold of
    mutable QPixmap m_picture;
};

} // namespace yarrin
