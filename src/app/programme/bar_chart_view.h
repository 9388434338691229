// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/painted_parts.h"
#include "app/base/preferences.h"
#include "app/base/view_state.h"
#include "app/delay/odds_study.h"
#include "app/programme/bar_colours.h"
#include "app/programme/bar_tool.h"
#include "app/programme/drag_preview.h"
#include "app/programme/work_hand.h"

#include <QAbstractScrollArea>
#include <QTimer>

namespace yarrin {

class ActivityModel;
class LinkLine;

/// The bar chart: scrolls, keeps the layout of what is in sight, and forwards the pointer to its tool. Its rows are
/// those of the table beside it.
class BarChartView : public QAbstractScrollArea, public HasPaintedParts {
    Q_OBJECT
public:
    BarChartView(Document& document, ViewState& state, ActivityModel& rows, QWidget* parent = nullptr);

    /// The layout of what is in sight, in the chart's pixels: x from the left edge, y from the first row.
    [[nodiscard]] const BarLayout& layout() const;
    /// Where a point of the chart lies on the viewport.
    [[nodiscard]] QPoint onViewport(ChartPoint at) const;
    [[nodiscard]] BarRequest request() const;
    /// From the first to the last date that the programme or its contract knows.
    [[nodiscard]] std::pair<Instant, Instant> extent() const;
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
    void deleteSelectedLink();
    /// Asks for type and lag of the chosen link, beside a point of the viewport or where it ends.
    void editSelectedLink(std::optional<QPoint> at = {});
    /// Cuts the chosen bar where its menu was asked for, else in the middle of its work, and has it rest for a day
    /// there.
    void cutBar();
    /// Joins the parts on both sides of the rest that is next to where the menu was asked for; all parts where it was
    /// not.
    void closeGap();
    [[nodiscard]] const DragPreview& preview() const { return m_preview; }
    /// Shows how far completion that is sure enough lies behind the forecast.
    void setOdds(const OddsStudy& odds);

    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    /// What it reaches over, or its own width, is another.
    void reached();
    /// A menu was asked for; on a link, or on an activity or nothing.
    void menuWanted(const QPoint& globalPos, LinkId link);
    void refused(const QString& reason);
    void message(const QString& text);
    /// Something new was drawn in a row: from a day on, with so much work of the calendar that new work has there.
    void drawn(yarrin::ActivityKind kind, int row, yarrin::Date start, yarrin::Minutes work);
    /// What a person chose to be asked no more.
    void stretchedChosen(yarrin::Preferences::Stretched follows);
    /// What a drag would move; none where it ended.
    void previewed(const QString& what, const yarrin::Ripple* ripple);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void scrollContentsBy(int, int) override {} // each bar sees to what it moves
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
    [[nodiscard]] AxisLayout axis(int width) const;
    void invalidate();
    [[nodiscard]] BarMetrics metrics() const;
    void updateScrollBars();
    void takeHorizontal(int value);
    using Change = HandChange;
    [[nodiscard]] WorkHand hand() const { return {m_document, m_calendars}; }
    [[nodiscard]] Change changeOf(const BarGesture& gesture, Qt::KeyboardModifiers keys) const;
    [[nodiscard]] Change stretched(const BarGesture& gesture, bool freely, Solved follows) const;
    [[nodiscard]] Change pulled(const BarGesture& gesture, bool freely) const;
    [[nodiscard]] Change anchored(const BarGesture& gesture, bool more) const;
    void finish(const BarGesture& gesture, Qt::KeyboardModifiers keys, const QPoint& at);
    void carryOut(const Change& change);
    [[nodiscard]] QString lineTag(const BarGesture& gesture) const;
    /// Asks once what of measured work is to follow its stretched bar.
    void askStretched(const BarGesture& gesture, bool freely, const QPoint& at);
    void draw(const BarGesture& gesture);
    /// Where something new would start, and how much work it would have.
    [[nodiscard]] std::pair<Date, Minutes> drawnSpan(const BarGesture& gesture) const;
    [[nodiscard]] std::shared_ptr<const WorkCalendar> drawnCalendar(const BarGesture& gesture) const;
    /// The link with the lag that its points say.
    [[nodiscard]] Link linkOf(const BarGesture& gesture) const;
    [[nodiscard]] std::shared_ptr<const WorkCalendar> calendar(CalendarId id) const;
    [[nodiscard]] const ActivityFigures* figuresOf(ActivityId id) const;
    [[nodiscard]] bool isGround(ChartPoint at) const;
    void previewDrag(Qt::KeyboardModifiers keys);
    void dragTo(const QPoint& at, Qt::KeyboardModifiers keys);
    void runOn();
    void paintTag(QPainter& painter) const;
    void pullPin(ActivityId id);
    /// What the axis says at a place: the rate of damages, the dates of pennants.
    [[nodiscard]] QString axisTip(int x) const;
    void paintGhosts(QPainter& painter) const;
    void paintLoop(QPainter& painter) const;
    void paintPreview(QPainter& painter) const;
    void paintLegend(QPainter& painter) const;
    [[nodiscard]] std::vector<QPoint> legendPlaces() const;
    [[nodiscard]] int legendHeight() const;
    void scrollRows();
    /// Colours and texts that the lens gives bars.
    void dress(struct BarInk& ink) const;
    [[nodiscard]] const BarColours& colours() const;
    [[nodiscard]] ChartPoint chartPoint(const QPoint& at) const;
    [[nodiscard]] QString tip(const BarHit& hit) const;
    void paintAxisOn(QWidget& widget) const;

    Document& m_document;
    ViewState& m_state;
    ActivityModel& m_rows;
    Axis* m_axis;
    BarTool m_tool;
    DragPreview m_preview;
    const OddsStudy* m_odds = nullptr;
    LinkLine* m_linkLine;
    QTimer m_edgeTimer;            ///< while something is dragged at an edge, the chart runs on
    QString m_tag;                 ///< beside the pointer while something is dragged
    std::optional<double> m_menuX; ///< where a menu was asked for, in the chart's pixels
    mutable CalendarCache m_calendars;
    Instant m_start; ///< of the programme, as it was shown last
    bool m_links = true;
    bool m_settingBars = false;
    int m_top = 0; ///< of what was painted last, in the chart's pixels
    mutable std::optional<BarLayout> m_layout;
    std::pair<quint64, std::string> m_coloursAt;
    mutable std::optional<BarColours> m_colours; ///< by the field of the lens
};

} // namespace yarrin
