// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/painted_parts.h"
#include "chart/layout/tree_layout.h"

#include <QAbstractScrollArea>

#include <unordered_set>

class QPainter;

namespace yarrin {

class NameLine;

/// The breakdown as a tree without dates: to look at, to walk with the keyboard, and to change in place.
class ScopeChart : public QAbstractScrollArea, public HasPaintedParts {
    Q_OBJECT
public:
    explicit ScopeChart(Document& document, QWidget* parent = nullptr);

    struct Shown {
        bool activities = true; ///< number of activities
        bool crewDays = true;
        bool cost = false;
    };
    void setShown(Shown shown);
    [[nodiscard]] Shown shown() const { return m_shown; }
    void setArrangement(TreeArrangement arrangement);
    [[nodiscard]] TreeArrangement arrangement() const { return m_arrangement; }
    void setShowsActivities(bool shows);
    void refresh();
    void fit();
    void zoomBy(double factor);

    [[nodiscard]] BreakdownId chosen() const { return m_chosen; }
    void choose(BreakdownId id);
    void rename();
    void addSibling();
    void addChild();
    void addParent();
    void remove();
    void fold(bool all);

    [[nodiscard]] const std::vector<TreeItem>& items() const { return m_items; }
    [[nodiscard]] const TreeLayout& layoutNow() const { return m_layout; }
    /// Where a box stands on the viewport; the whole's where the id is none.
    [[nodiscard]] QRect rectOf(BreakdownId id) const;
    /// Paints the whole chart into a rectangle, without what is chosen.
    void paintInto(QPainter& painter, const QRectF& target) const;

    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void refused(const QString& reason);
    void chosenChanged();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void scrollContentsBy(int dx, int dy) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void relayout();
    void updateBars();
    [[nodiscard]] QPointF toChart(QPointF viewport) const;
    [[nodiscard]] std::optional<std::size_t> chosenItem() const;
    [[nodiscard]] bool sideways(std::size_t item) const;
    void added(const QString& step, const std::function<Result<BreakdownId>(Transaction&)>& make);
    void walk(int key);
    void drop();

    Document& m_document;
    std::vector<TreeItem> m_items;
    TreeLayout m_layout;
    TreeArrangement m_arrangement = TreeArrangement::stacked;
    Shown m_shown;
    bool m_showsActivities = false;
    std::unordered_set<std::uint32_t> m_folded;
    BreakdownId m_chosen;
    double m_zoom = 1;
    bool m_fitPending = true;
    bool m_fits = true; ///< the size follows the page; not where somebody zoomed
    bool m_stale = true;
    NameLine* m_name;
    std::optional<QPointF> m_pressed;
    std::optional<std::size_t> m_dragged;
    std::optional<TreeLanding> m_landing;
};

} // namespace yarrin
