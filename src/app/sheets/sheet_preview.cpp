// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheets/sheet_preview.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QKeyEvent>
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
    connect(&lookChanges(), &LookChanges::changed, viewport(), qOverload<>(&QWidget::update));
}

void SheetPreview::present(std::shared_ptr<const PaperSheet> sheet, const SheetPaper& paper, const QString& fault) {
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
