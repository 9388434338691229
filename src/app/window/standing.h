// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/painted_parts.h"
#include "app/delay/odds_study.h"

#include <QRect>
#include <QWidget>

class QPushButton;

namespace yarrin {

/// The dark strip at the foot: where each section stands, the exposure, and what the last change did.
class Standing : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    Standing(Document& document, Date today, const OddsStudy& odds, QWidget* parent = nullptr);
    void setToday(Date today);
    /// Tells what a drag would lead to in place of the last change; none ends that.
    void preview(const QString& what, const Ripple* ripple);

    /// One block of three lines.
    struct Block {
        QString title;
        QString value;
        QString detail;
        bool warn = false;
    };
    [[nodiscard]] const std::vector<Block>& blocks() const { return m_blocks; }
    /// What the last change did: what was done, what it moved, and the third line.
    [[nodiscard]] const Block& lastChange() const { return m_last; }
    /// Where the block of notices stands; empty where there is none.
    [[nodiscard]] const QRect& noticesPlace() const { return m_noticesRect; }

    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void undoRequested();
    void showRequested();
    /// The block of notices was pressed.
    void noticesWanted();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    void refresh();
    [[nodiscard]] int widthOf(const Block& block, bool boldTitle, int most) const;
    [[nodiscard]] std::vector<Block> shownBlocks() const;
    void tellSections();
    void tellLastChange();
    /// Sections that moved, how many activities did, and the exposure.
    [[nodiscard]] Block told(const QString& title, const QString& what, const Ripple& ripple) const;
    void tellNotices();

    Document& m_document;
    const OddsStudy& m_odds;
    Date m_today;
    int m_notices = -1;  ///< the block of notices
    QRect m_noticesRect; ///< where it was painted
    QPushButton* m_undo;
    QPushButton* m_show;
    std::vector<Block> m_blocks;
    Block m_last;
    std::size_t m_waiting = 0; ///< changes that are not on the disk
};

} // namespace yarrin
