// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheets/sheet_preview.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <QWheelEvent>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

constexpr int around = 16;

} // namespace

SheetPreview::SheetPreview(QWidget* parent) : QAbstractScrollArea(parent) {
    setObjectName(QStringLiteral("sheetPreview"));
    setAccessibleName(tr("Pages of the sheet"));
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::StrongFocus);
    viewport()->setMouseTracking(true);
    connect(&lookChanges(), &LookChanges::changed, viewport(), qOverload<>(&QWidget::update));
}

void SheetPreview::present(const std::shared_ptr<const PaperSheet>& sheet, const SheetPaper& paper,
                           const QString& fault) {
    m_fault = fault;
    m_laid.reset();
    if (sheet) {
        auto laid = sheet->layOut(paper);
        if (laid.ok())
            m_laid = std::move(*laid);
        else
            m_fault = show::error(laid.error());
    }
    m_page = std::clamp(m_page, 0, std::max(0, pages() - 1));
    forget();
}

void SheetPreview::setPage(int page) {
    const int to = std::clamp(page, 0, std::max(0, pages() - 1));
    if (to == m_page) return;
    m_page = to;
    forget();
}

void SheetPreview::setSize(Size size) {
    if (size == m_size) return;
    m_size = size;
    forget();
}

void SheetPreview::forget() {
    m_picture = {};
    const QSize paper = paperRect().size() + QSize(2 * around, 2 * around);
    horizontalScrollBar()->setRange(0, std::max(0, paper.width() - viewport()->width()));
    verticalScrollBar()->setRange(0, std::max(0, paper.height() - viewport()->height()));
    horizontalScrollBar()->setPageStep(viewport()->width());
    verticalScrollBar()->setPageStep(viewport()->height());
    verticalScrollBar()->setSingleStep(40);
    viewport()->update();
    emit changed();
}

double SheetPreview::dotsPerInch() const {
    if (!m_laid || m_size == Size::real) return logicalDpiX();
    const double wide = (viewport()->width() - 2.0 * around) / m_laid->inches.width();
    const double tall = (viewport()->height() - 2.0 * around) / m_laid->inches.height();
    return std::max(6.0, m_size == Size::width ? wide : std::min(wide, tall));
}

QRect SheetPreview::paperRect() const {
    if (!m_laid) return {};
    const QSizeF exact = m_laid->inches * dotsPerInch();
    const QSize size(int(std::lround(exact.width())), int(std::lround(exact.height())));
    const auto place = [](int room, int used, int scrolled) {
        return used + 2 * around <= room ? (room - used) / 2 : around - scrolled;
    };
    return {QPoint(place(viewport()->width(), size.width(), horizontalScrollBar()->value()),
                   place(viewport()->height(), size.height(), verticalScrollBar()->value())),
            size};
}

void SheetPreview::paintEvent(QPaintEvent*) {
    QPainter painter(viewport());
    painter.fillRect(viewport()->rect(), mixed(theme().panel, theme().ink, theme().dark ? 0.06 : 0.12));
    if (!m_laid) {
        painter.setPen(m_fault.isEmpty() ? theme().muted : theme().criticalText);
        painter.drawText(viewport()->rect().adjusted(40, 0, -40, 0), Qt::AlignCenter | Qt::TextWordWrap, m_fault);
        return;
    }
    const QRect paper = paperRect();
    if (m_picture.isNull()) {
        const qreal ratio = devicePixelRatioF();
        m_picture = QPixmap((QSizeF(paper.size()) * ratio).toSize());
        m_picture.setDevicePixelRatio(ratio);
        m_picture.fill(Qt::white);
        QPainter on(&m_picture);
        m_laid->paint(on, std::size_t(m_page), dotsPerInch());
    }
    painter.fillRect(paper.translated(2, 3), QColor(0, 0, 0, 40));
    painter.drawPixmap(paper.topLeft(), m_picture);
    paintBreaks(painter);
}

std::optional<PageGrid> SheetPreview::gridNow() const {
    return m_laid && m_page < pages() ? m_laid->grid(std::size_t(m_page)) : std::nullopt;
}

std::optional<int> SheetPreview::rowBreakY() const {
    const auto grid = gridNow();
    if (!grid || grid->rows.empty() || (grid->rows.size() < 2 && !grid->next)) return {};
    const double inches = grid->top + grid->rowHeight * double(grid->rows.size());
    return paperRect().top() + int(std::lround(inches * dotsPerInch()));
}

std::optional<int> SheetPreview::timeBreakX() const {
    const auto grid = gridNow();
    if (!grid || grid->across + 1 >= grid->wide) return {};
    return paperRect().left() + int(std::lround(grid->right * dotsPerInch()));
}

SheetPreview::Hold SheetPreview::holdAt(const QPoint& at) const {
    constexpr int near = 5;
    const auto grid = gridNow();
    if (!grid || !paperRect().contains(at)) return Hold::nothing;
    if (const auto y = rowBreakY(); y && std::abs(at.y() - *y) <= near) return Hold::row;
    if (const auto x = timeBreakX(); x && std::abs(at.x() - *x) <= near) return Hold::time;
    return Hold::nothing;
}

std::size_t SheetPreview::rowAt(int y) const {
    const auto grid = gridNow();
    const double inches = double(y - paperRect().top()) / dotsPerInch() - grid->top;
    const auto row = std::lround(inches / grid->rowHeight);
    return std::size_t(std::clamp(row, 1L, long(grid->rows.size() + grid->below.size())));
}

Date SheetPreview::dayAt(int x) const {
    const auto grid = gridNow();
    const double inches = double(x - paperRect().left()) / dotsPerInch() - grid->chart;
    const auto days = std::lround(std::max(1.0, inches / grid->inchesPerDay));
    return dateOf(grid->from) + int(days);
}

/// Dashed, in the colour of what can be taken hold of; while it is held, where it would go.
void SheetPreview::paintBreaks(QPainter& painter) const {
    const auto grid = gridNow();
    if (!grid) return;
    const QRect paper = paperRect();
    const auto at = [&](double inches) { return int(std::lround(inches * dotsPerInch())); };
    painter.setPen(QPen(theme().accent, 1.4, Qt::DashLine));
    if (auto y = rowBreakY()) {
        if (m_hold == Hold::row) y = paper.top() + at(grid->top + grid->rowHeight * double(rowAt(m_at.y())));
        painter.drawLine(paper.left() + at(grid->left), *y, paper.left() + at(grid->right), *y);
    }
    if (auto x = timeBreakX()) {
        if (m_hold == Hold::time) x = std::min(m_at.x(), paper.left() + at(grid->furthest));
        painter.drawLine(*x, paper.top() + at(grid->top), *x,
                         paper.top() + at(grid->top + grid->rowHeight * double(grid->rows.size())));
        if (m_hold == Hold::time) {
            painter.setPen(theme().accent);
            painter.setFont(boldened(secondaryFont()));
            painter.drawText(QRect(*x - 104, paper.top() + at(grid->top) + 4, 100, 16), Qt::AlignRight,
                             show::date(dayAt(*x)));
        }
    }
}

void SheetPreview::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    m_hold = holdAt(event->pos());
    m_at = event->pos();
}

void SheetPreview::mouseMoveEvent(QMouseEvent* event) {
    if (m_hold != Hold::nothing) {
        m_at = event->pos();
        return viewport()->update();
    }
    const Hold over = holdAt(event->pos());
    viewport()->setCursor(over == Hold::row    ? Qt::SplitVCursor
                          : over == Hold::time ? Qt::SplitHCursor
                                               : Qt::ArrowCursor);
    viewport()->setToolTip(over == Hold::nothing ? QString()
                                                 : tr("Drag to break the page elsewhere; a double click lets it "
                                                      "break by itself"));
}

void SheetPreview::mouseReleaseEvent(QMouseEvent*) {
    const Hold hold = std::exchange(m_hold, Hold::nothing);
    viewport()->update();
    const auto grid = gridNow();
    if (!grid) return;
    if (hold == Hold::row) {
        const std::size_t row = rowAt(m_at.y());
        const std::size_t here = grid->rows.size();
        if (row == here) return;
        // Where the page is full it breaks by itself.
        const bool full = row == here + grid->below.size();
        emit rowBreakMoved(grid->next, row < here ? grid->rows[row] : full ? ActivityId{} : grid->below[row - here]);
    } else if (hold == Hold::time && std::abs(m_at.x() - *timeBreakX()) > 2) {
        std::vector<Date> days = grid->timeBreaks;
        const int furthest = paperRect().left() + int(grid->furthest * dotsPerInch());
        const Date day = dayAt(std::min(m_at.x(), furthest));
        const auto own = std::size_t(grid->across);
        if ((own > 0 && day <= days[own - 1]) || (own + 1 < days.size() && day >= days[own + 1])) return;
        days[own] = day;
        emit timeBreaksMoved(days);
    }
}

void SheetPreview::mouseDoubleClickEvent(QMouseEvent* event) {
    const auto grid = gridNow();
    const Hold over = holdAt(event->pos());
    m_hold = Hold::nothing;
    if (over == Hold::row && grid->next) emit rowBreakMoved(grid->next, {});
    if (over == Hold::time) emit timeBreaksMoved({});
}

void SheetPreview::resizeEvent(QResizeEvent*) {
    forget();
}

void SheetPreview::scrollContentsBy(int, int) {
    viewport()->update();
}

void SheetPreview::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_PageDown:
        return setPage(m_page + 1);
    case Qt::Key_PageUp:
        return setPage(m_page - 1);
    case Qt::Key_Home:
        return setPage(0);
    case Qt::Key_End:
        return setPage(pages() - 1);
    default:
        QAbstractScrollArea::keyPressEvent(event);
    }
}

/// With Ctrl nearer or farther; where all of it is in sight, to the next page.
void SheetPreview::wheelEvent(QWheelEvent* event) {
    const bool up = event->angleDelta().y() > 0;
    if (event->modifiers() & Qt::ControlModifier) {
        const int to = std::clamp(int(m_size) + (up ? 1 : -1), 0, int(Size::real));
        event->accept();
        return setSize(Size(to));
    }
    if (verticalScrollBar()->maximum() == 0) {
        event->accept();
        return setPage(m_page + (up ? -1 : 1));
    }
    QAbstractScrollArea::wheelEvent(event);
}

} // namespace yarrin
