// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/painted_parts.h"
#include "app/base/view_state.h"
#include "app/labour/labour_findings.h"

#include <QAbstractScrollArea>
#include <QWidget>

namespace yarrin {

/// So wide are the words in front of the time of histogram and bars.
[[nodiscard]] int labourGutter();

/// The histogram of one resource over the programme's own time and zoom. A click or a drag chooses days, arrow keys go
/// on from there, the wheel moves time and with Ctrl the zoom.
class DemandChart : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    DemandChart(Document& document, ViewState& state, QWidget* parent = nullptr);

    /// The names of groups as they are read.
    void present(const QString& title, const QString& detail, const ResourceDemand& demand, bool quantity);
    void clear();
    /// Demand from a day on, drawn as a broken line: how it would be after levelling.
    void setAfter(std::vector<std::pair<Date, double>> steps);
    /// Sums from the beginning on, drawn over it; none hides them.
    void setCurves(DemandCurves curves, const QString& agreed);
    /// Only the first of several that stand below one another has the axis.
    void setAxisShown(bool shown);
    /// Marks days that were chosen in another one.
    void mark(std::optional<std::pair<Date, Date>> days);
    [[nodiscard]] const ResourceDemand& demand() const { return m_demand; }
    [[nodiscard]] DemandLayout layoutShown() const;
    /// The days that are chosen: the first and the last.
    [[nodiscard]] std::optional<std::pair<Date, Date>> chosenDays() const;
    /// Chooses the stack that holds a day, or the first that is over, or the busiest.
    void choose(std::optional<Date> day);
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void chosen();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] TimeScale scale() const;
    [[nodiscard]] std::optional<std::size_t> stackAt(double x) const;
    [[nodiscard]] int top() const;
    void paintWordsBeside(QPainter& painter) const;
    int paintCurveSigns(QPainter& painter, const QRect& words, int y) const;
    void paintAxisAbove(QPainter& painter) const;
    void bringIntoSight(std::size_t stack);
    void chooseStacks(std::size_t from, std::size_t to);
    [[nodiscard]] QString told(std::size_t stack) const;
    [[nodiscard]] QString groupName(std::size_t group) const;

    Document& m_document;
    ViewState& m_state;
    QString m_title, m_detail;
    std::vector<std::pair<Date, double>> m_after;
    DemandCurves m_curves;
    QString m_agreed;
    bool m_axisShown = true;
    ResourceDemand m_demand;
    bool m_quantity = false;
    std::optional<std::pair<std::size_t, std::size_t>> m_chosen;
    std::optional<std::size_t> m_pressed;
};

/// The activities that make the chosen days, as bars on the same time; with a proposal, where they would go and where
/// they are now.
class DemandRows : public QAbstractScrollArea, public HasPaintedParts {
    Q_OBJECT
public:
    DemandRows(Document& document, ViewState& state, QWidget* parent = nullptr);

    void present(std::vector<DemandPart> parts, std::shared_ptr<const Programme> programme);
    /// The dates to be drawn in place of the present ones, which are outlined then; none ends that.
    void propose(std::shared_ptr<const Schedule> dates);
    [[nodiscard]] const std::vector<DemandPart>& parts() const { return m_parts; }
    /// The activity at a point of the viewport, and where its row lies.
    [[nodiscard]] std::pair<ActivityId, QRect> activityAt(const QPoint& at) const;
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void revealWanted(ActivityId id);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    [[nodiscard]] std::optional<std::size_t> rowAt(const QPoint& at) const;
    void select(std::size_t row);
    [[nodiscard]] QString told(const Activity& activity, const ActivityFigures& figures) const;

    Document& m_document;
    ViewState& m_state;
    std::vector<DemandPart> m_parts;
    std::shared_ptr<const Programme> m_programme;
    std::shared_ptr<const Schedule> m_proposed;
};

} // namespace yarrin
