// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/programme/bar_colours.h"
#include "app/programme/bar_tool.h"
#include "app/programme/drag_preview.h"

#include <QAbstractScrollArea>

namespace yarrin {

class ActivityModel;
class LinkLine;

/// The bar chart: scrolls, keeps the layout of what is in sight, and forwards the pointer to its tool. Its rows are
/// those of the table beside it.
class BarChartView : public QAbstractScrollArea {
    Q_OBJECT
public:
    BarChartView(Document& document, ViewState& state, ActivityModel& rows, QWidget* parent = nullptr);

    /// The layout of what is in sight, in the chart's pixels: x from the left edge, y from the first row.
    [[nodiscard]] const BarLayout& layout() const;
    /// Where a point of the chart lies on the viewport.
    [[nodiscard]] QPoint onViewport(ChartPoint at) const;
    [[nodiscard]] BarRequest request() const;
    /// Shows the whole programme.
    void fit();
    /// Shows the selected activities in full width; the whole programme where none are.
    void fitSelection();
    /// Fits a span, with so many days about it for what is written beside the bars.
    void showSpan(Instant first, Instant last, double around);
    void setShowsLinks(bool shown);
    /// Shows so many weeks from the data date on, or from the start before there is one.
    void fitWeeks(int weeks);
    [[nodiscard]] bool showsLinks() const { return m_links; }
    [[nodiscard]] LinkId selectedLink() const { return m_selectedLink; }
    void deleteSelectedLink();
    void reverseSelectedLink();
    [[nodiscard]] const DragPreview& preview() const { return m_preview; }

signals:
    /// A menu was asked for; on a link, or on an activity or nothing.
    void menuWanted(const QPoint& globalPos, LinkId link);
    void refused(const QString& reason);
    void message(const QString& text);
    /// What a drag would lead to, in dates that are nobody's yet; none where it ended.
    void previewed(const QString& what, const yarrin::Schedule* would);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
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
    void invalidate();
    [[nodiscard]] BarMetrics metrics() const;
    void updateScrollBars();
    void takeHorizontal(int value);
    void finish(const BarGesture& gesture, bool freely, const QPoint& at);
    /// The day that a bar moved by so many pixels would be held at; none where it stays.
    [[nodiscard]] std::optional<Date> landing(ActivityId id, double movedBy, bool freely) const;
    void previewDrag(bool freely);
    void pullPin(ActivityId id);
    /// What the axis says at a place: the rate of damages, the dates of pennants.
    [[nodiscard]] QString axisTip(int x) const;
    void paintGhosts(QPainter& painter) const;
    void paintLoop(QPainter& painter) const;
    /// The link that is selected, in words; empty where none is.
    [[nodiscard]] QString linkWords() const;
    void paintPreview(QPainter& painter) const;
    void paintLegend(QPainter& painter) const;
    /// Colours and texts that the lens gives bars.
    void dress(struct BarInk& ink) const;
    [[nodiscard]] const BarColours& colours() const;
    [[nodiscard]] ChartPoint chartPoint(const QPoint& at) const;
    [[nodiscard]] QString tip(const BarHit& hit) const;
    void paintAxisOn(QWidget& widget) const;
    [[nodiscard]] std::pair<Instant, Instant> extent() const;

    Document& m_document;
    ViewState& m_state;
    ActivityModel& m_rows;
    Axis* m_axis;
    BarTool m_tool;
    DragPreview m_preview;
    LinkLine* m_linkLine;
    LinkId m_selectedLink;
    Instant m_start; ///< of the programme, as it was shown last
    bool m_links = true;
    bool m_settingBars = false;
    mutable std::optional<BarLayout> m_layout;
    std::pair<quint64, std::string> m_coloursAt;
    mutable std::optional<BarColours> m_colours; ///< by the field of the lens
};

} // namespace yarrin
