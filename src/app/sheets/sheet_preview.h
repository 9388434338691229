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
    void present(std::shared_ptr<const PaperSheet> sheet, const SheetPaper& paper, const QString& fault);
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

signals:
    void changed();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void scrollContentsBy(int dx, int dy) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;

private:
    void forget();
    [[nodiscard]] double dotsPerInch() const;

    std::shared_ptr<const LaidSheet> m_laid;
    QString m_fault;
    QPixmap m_picture;
    Size m_size = Size::whole;
    int m_page = 0;
};

} // namespace yarrin
