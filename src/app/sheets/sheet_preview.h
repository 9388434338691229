// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sheets/paper_sheet.h"

#include <QAbstractScrollArea>
#include <QPixmap>

#include <memory>

namespace yarrin {

/// A sheet as it will come out of the printer, page by page, with the painter that puts it on paper.
class SheetPreview : public QAbstractScrollArea {
    Q_OBJECT
public:
    explicit SheetPreview(QWidget* parent = nullptr);

    /// Shows a sheet, or why there is none.
    void present(const std::shared_ptr<const PaperSheet>& sheet, const SheetPaper& paper, const QString& fault);
    /// Null where there is no sheet, or it cannot be laid out.
    [[nodiscard]] const LaidSheet* laid() const { return m_laid.get(); }
    [[nodiscard]] int page() const { return m_page; }
    [[nodiscard]] int pages() const { return m_laid ? int(m_laid->pages()) : 0; }
    void setPage(int page);
    enum class Size { whole, width, real };
    [[nodiscard]] Size size() const { return m_size; }
    void setSize(Size size);
    /// Where the paper lies on the viewport.
    [[nodiscard]] QRect paperRect() const;

    /// Where the dashed lines lie on the viewport, at which a page breaks; none where there are none.
    [[nodiscard]] std::optional<int> rowBreakY() const;
    [[nodiscard]] std::optional<int> timeBreakX() const;

signals:
    void changed();
    /// A page is to end before another row: from the one that begins the next page now, to another; none by itself.
    void rowBreakMoved(ActivityId from, ActivityId to);
    /// Pages beside each other are to begin with these days; none evenly.
    void timeBreaksMoved(const std::vector<Date>& days);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void scrollContentsBy(int dx, int dy) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;

private:
    void forget();
    [[nodiscard]] double dotsPerInch() const;
    enum class Hold { nothing, row, time };
    [[nodiscard]] Hold holdAt(const QPoint& at) const;
    [[nodiscard]] std::optional<PageGrid> gridNow() const;
    /// The row that a page would begin with, and the day, at a point.
    [[nodiscard]] std::size_t rowAt(int y) const;
    [[nodiscard]] Date dayAt(int x) const;
    void paintBreaks(QPainter& painter) const;

    std::shared_ptr<const LaidSheet> m_laid;
    QString m_fault;
    QPixmap m_picture;
    Size m_size = Size::whole;
    int m_page = 0;
    Hold m_hold = Hold::nothing;
    QPoint m_at; ///< of the mouse while it holds a break
};

} // namespace yarrin
