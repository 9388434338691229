// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/painted_parts.h"
#include "app/base/view_state.h"
#include "app/base/waiting.h"
#include "app/programme/drag_preview.h"
#include "chart/layout/logic_layout.h"
#include "chart/paint/logic_painter.h"

#include <QAbstractScrollArea>
#include <QPixmap>
#include <QTimer>

#include <memory>

class QLabel;
class QPushButton;

namespace yarrin {

class LinkLine;
class NameLine;

/// What the network is laid out by, and what its boxes say.
struct LogicChoice {
    std::string lanes; ///< field of the lanes; empty: groups as in the table; "-": one for all
    LogicRows within = LogicRows::places;
    bool timeScaled = false;
    std::string corner, foot; ///< fields at the top right and at the foot of a box; empty: float, and dates
    friend bool operator==(const LogicChoice&, const LogicChoice&) = default;
};

/// What is written on a link of the network: its type where it is none from finish to start, and its lag.
[[nodiscard]] std::string logicWords(const Programme& programme, const Link& link);

/// The network of activities as boxes from left to right. It is laid out beside the window; what was laid out last
/// stays in sight meanwhile. Shares selection, links, card and question with the bars.
class LogicView : public QAbstractScrollArea, public HasPaintedParts {
    Q_OBJECT
public:
    LogicView(Document& document, ViewState& state, QWidget* parent = nullptr);

    [[nodiscard]] const LogicChoice& choice() const { return m_choice; }
    void choose(const LogicChoice& choice);
    [[nodiscard]] const LogicLayout& layout() const { return *m_layout; }
    [[nodiscard]] bool isWorking() const { return m_stale || m_working.isRunning(); }
    /// Lays out what changed, once it is in sight.
    void refresh();
    void stop();

    [[nodiscard]] double zoom() const { return m_zoom; }
    void zoomBy(double factor);
    void setZoom(double zoom, QPointF about);
    /// Shows all of it, or the activities that are selected.
    void fit();
    void fitSelection();
    /// Brings an activity's box into sight.
    void bring(ActivityId id);
    /// Where a box stands on the viewport; empty where it is not there.
    [[nodiscard]] QRect rectOf(ActivityId id) const;
    [[nodiscard]] QPoint onViewport(ChartPoint at) const;
    /// Names the selected activity in its box.
    void rename();
    void editSelectedLink(std::optional<QPoint> at = {});
    /// Folds a group of the lanes into one box, or opens it.
    void setFolded(std::uint32_t group, bool folded);
    /// The part of the drawing that is in sight.
    [[nodiscard]] QRectF inSight() const;
    void show(QPointF middle);
    [[nodiscard]] LogicInk ink() const;

    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void laidOut();
    void zoomChanged();
    void scrolled();
    void menuWanted(const QPoint& globalPos, LinkId link);
    void subjectWanted(ActivityId id);
    void refused(const QString& reason);
    void told(const QString& text);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void scrollContentsBy(int dx, int dy) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool viewportEvent(QEvent* event) override;

private:
    class Axis;
    friend class Axis;
    using Shared = std::shared_ptr<const LogicLayout>;
    struct Found {
        Shared layout;
        std::size_t key = 0; ///< of what the places of boxes follow from
    };
    void markStale();
    void take(Found found);
    void invalidate();
    void updateBars();
    void presentWork();
    void paintPart(const QRect& part);
    void paintAxisOn(QWidget& widget) const;
    void paintOver(QPainter& painter) const;
    void paintAnswer(QPainter& painter) const;
    void walk(int key);
    [[nodiscard]] LogicTexts textsOf(const LogicBox& box) const;
    [[nodiscard]] Tone toneOf(const LogicBox& box) const;
    [[nodiscard]] ChartPoint chartPoint(QPointF viewport) const;
    [[nodiscard]] LogicHit hitAt(QPointF viewport) const;
    [[nodiscard]] QString tip(const LogicHit& hit) const;
    [[nodiscard]] const std::unordered_set<std::uint32_t>& folded() const;
    [[nodiscard]] Lens lens() const;

    Document& m_document;
    ViewState& m_state;
    LogicChoice m_choice;
    Shared m_layout;
    std::size_t m_key = 0;
    std::unordered_set<std::uint32_t> m_folded; ///< of lanes that are not the table's groups
    double m_zoom = 1;
    bool m_stale = true, m_first = true, m_stopped = false, m_wasAlone = false;
    DragPreview m_preview;
    LinkLine* m_linkLine;
    NameLine* m_name;
    QWidget* m_axis;
    QLabel* m_words;
    QPushButton* m_stop;
    QTimer m_progress;
    QPixmap m_buffer; ///< what is in sight, so that only what comes into sight need be painted
    bool m_whole = true;
    std::optional<QPointF> m_pressed, m_panned; ///< on the viewport
    ActivityId m_linkFrom;                      ///< while a link is drawn
    QPointF m_linkTo;
    mutable std::optional<FieldContext> m_context;
    ActivityId m_brought; ///< once it is laid out
    Beside<Found> m_working;
};

} // namespace yarrin
