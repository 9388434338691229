// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/painted_parts.h"
#include "app/base/view_state.h"
#include "app/base/waiting.h"
#include "app/programme/bar_colours.h"
#include "app/programme/drag_preview.h"
#include "app/programme/work_hand.h"
#include "chart/paint/place_painter.h"
#include "edit/place_hands.h"

#include <QAbstractScrollArea>
#include <QPixmap>
#include <QTimer>

#include <memory>
#include <optional>
#include <unordered_set>

namespace yarrin {

/// What a chart of places shows.
struct PlacesChoice {
    std::unordered_set<LocationId> hidden; ///< branches left out
    bool timeAcross = false, links = false, crews = true;
    bool key = false;   ///< what signs and colours mean
    bool units = false; ///< those of sequences are one block each, but those that are open
    std::unordered_set<LaidOutId> open;
    bool groups = false; ///< what is folded in table and bars is one block
    BookItemId profile;  ///< whose quantities stand above the places; none: the first that has any
};

/// Where against when: places along one side, time along the other, work as lines and blocks. Shares selection, time,
/// zoom, lens and the compared programme with the bars; clashes are looked for beside the window.
class PlacesView : public QAbstractScrollArea, public HasPaintedParts {
    Q_OBJECT
public:
    PlacesView(Document& document, ViewState& state, QWidget* parent = nullptr);

    [[nodiscard]] const PlacesChoice& choice() const { return m_choice; }
    void choose(const PlacesChoice& choice);
    [[nodiscard]] const PlaceLayout& layout() const;
    [[nodiscard]] const PlaceAxis& places() const;
    [[nodiscard]] const PlacedWork& placed() const;
    /// Of the programme as it stands; null while they are looked for.
    [[nodiscard]] const Clashes* clashes() const { return m_clashes ? m_clashes.get() : nullptr; }
    [[nodiscard]] bool isWorking() const { return m_looking.isRunning(); }
    void stop() { m_looking.stop(); }

    /// Draws work of a kind with every drag, until Escape; none: drags select again.
    struct Kind {
        BookItemId item;
        SequenceId sequence;
    };
    void drawOf(std::optional<Kind> kind);
    [[nodiscard]] bool draws() const { return m_drawn.has_value(); }
    [[nodiscard]] bool drawsWithoutItem() const { return m_drawn && !m_drawn->item && !m_drawn->sequence; }
    /// What work is called that is drawn without an item; empty: new work.
    void setDrawnName(const QString& name) { m_drawnName = name; }

    /// All of the work in sight, or what is selected.
    void fit();
    void fitSelection();
    void zoomBy(double factor);
    void bring(ActivityId id);
    void bring(const Clash& clash);
    /// Where a point of the layout lies on the viewport.
    [[nodiscard]] QPoint onViewport(ChartPoint at) const;
    [[nodiscard]] const DragPreview& preview() const { return m_preview; }
    void addCrews(int by);

    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void clashesFound();
    void drawingEnded();
    void menuWanted(const QPoint& globalPos, LinkId link);
    void refused(const QString& reason);
    void told(const QString& text);
    void previewed(const QString& what, const yarrin::Ripple* ripple);
    void clashChosen(std::size_t index);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void scrollContentsBy(int, int) override {}
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool viewportEvent(QEvent* event) override;

private:
    class Heads;
    class Times;
    friend class Heads;
    friend class Times;
    enum class Drag { none, body, start, finish, frame, draw };
    /// Which way a drag went first: along the time or along the places.
    enum class Way { open, time, place };

    void arrange();
    void invalidate();
    void invalidateTime();
    void moved();
    void paintWork(QPainter& painter);
    void paintPicture(const QRectF& area);
    [[nodiscard]] QPointF scrolledBy() const;
    void paintStretched(QPainter& painter) const;
    void zoomAt(double at, double factor);
    void lookForClashes();
    void updateBars();
    [[nodiscard]] double timeLength() const; ///< pixels of the viewport along the time
    [[nodiscard]] double placeLength() const;
    [[nodiscard]] ChartPoint chartPoint(QPointF viewport) const;
    [[nodiscard]] TimeScale scale() const { return {m_state.left(), m_state.pixelsPerDay()}; }
    [[nodiscard]] PlaceInk ink(bool dark = true) const;
    [[nodiscard]] std::pair<Instant, Instant> extent() const;
    [[nodiscard]] HandChange changeOf() const;
    [[nodiscard]] HandChange placeChange(const Activity& activity) const;
    [[nodiscard]] std::optional<DrawnWork> drawn() const;
    void preview(Qt::KeyboardModifiers keys);
    void finishDrag();
    void carryOut(const HandChange& change);
    void selectFrame(bool more);
    void paintDrag(QPainter& painter) const;
    void paintReadout(QPainter& painter) const;
    void paintKey(QPainter& painter) const;
    [[nodiscard]] QStringList readout() const;
    [[nodiscard]] QString tip(const PlaceHit& hit) const;
    void walk(int key);
    bool selectLine(ActivityId id);
    [[nodiscard]] const PlaceShape* shapeOf(ActivityId id) const;
    [[nodiscard]] BookItemId profileItem() const;
    [[nodiscard]] std::vector<PlaceBlock> blocks() const;
    bool toggleBlock(ActivityId id);

    Document& m_document;
    ViewState& m_state;
    PlacesChoice m_choice;
    QWidget* m_heads;
    QWidget* m_times;
    DragPreview m_preview;
    mutable CalendarCache m_calendars;
    mutable std::optional<PlacedWork> m_placed;
    mutable std::optional<std::pair<Instant, Instant>> m_extent; ///< of the placed work and the contract
    mutable PlaceWords m_words;
    mutable std::optional<PlaceAxis> m_axis;
    mutable std::optional<PlaceLayout> m_layout;
    mutable std::optional<std::vector<PlaceBlock>> m_blocks; ///< of the lens and what is folded
    mutable PlaceKept m_kept;                                ///< of the placed work and the axis
    /// Work as it was painted last: scrolled along, so that only what comes into sight is painted.
    struct Picture {
        QPixmap pixels;
        Instant anchor;
        double time = 0; ///< where the anchor lies, along the time
        int place = 0;   ///< how far places were scrolled
        double pixelsPerDay = 0;
        double took = 0; ///< milliseconds to paint all of it
    };
    std::optional<Picture> m_picture;
    QTimer m_zooming;                                              ///< runs while one zooms by hand
    mutable std::optional<std::vector<ProfileBar>> m_profile;      ///< of the programme and the axis as they stand
    mutable std::optional<std::unordered_set<ActivityId>> m_shown; ///< what the lens leaves
    mutable std::optional<FieldContext> m_context;
    mutable std::optional<BarColours> m_colours;
    std::shared_ptr<const Clashes> m_clashes;
    bool m_settingBars = false, m_first = true;

    Drag m_drag = Drag::none;
    Way m_way = Way::open;
    QPointF m_pressed, m_at; ///< on the viewport
    bool m_moved = false;
    Qt::KeyboardModifiers m_keys;
    std::optional<Kind> m_drawn;
    QString m_drawnName;
    HandChange m_change;
    Beside<std::shared_ptr<const Clashes>> m_looking;
};

} // namespace yarrin
