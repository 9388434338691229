// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/painted_parts.h"
#include "core/weeks/board.h"

#include <QAbstractScrollArea>

#include <set>

class QPainter;

namespace yarrin {

/// The board of weeks: last week to close, this week to promise by days, the next to make ready. Arrow keys go from one
/// piece to the next; Space ticks it, K and N say of a promise that it was kept or not, the first letter of what work
/// may lack says that this is lacking, or there.
class WeeksBoard : public QAbstractScrollArea, public HasPaintedParts {
    Q_OBJECT
public:
    explicit WeeksBoard(QWidget* parent = nullptr);

    /// The programme must outlive what is shown.
    void present(const Programme* programme, WeekBoard board, Date dataDate);
    void clear(const QString& why);
    [[nodiscard]] const std::set<ActivityId>& ticked() const { return m_ticked; }
    void untick() { m_ticked.clear(); }
    /// All that works in the week and lacks nothing.
    void tickReady();
    [[nodiscard]] const WeekBoard& board() const { return m_board; }
    /// Where a chip, or a promise to close, is on the viewport; empty where it is not.
    [[nodiscard]] QRect chipRect(ActivityId id) const;
    [[nodiscard]] QRect promiseRect(std::size_t index) const;
    /// What is to be closed and what is to be promised, with its place and trade; a press chooses it.
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void chosen(yarrin::ActivityId id);
    void tickedChanged();
    /// What became of a promise of the week before: a word of `Kept`.
    void keptWanted(std::size_t index, const QString& word);
    void promiseMenuWanted(std::size_t index, const QPoint& globalPos);
    void chipMenuWanted(yarrin::ActivityId id, const QPoint& globalPos);
    void lackToggled(yarrin::ActivityId id, const QString& kind);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool viewportEvent(QEvent* event) override;

private:
    struct Item {
        bool promise = false;
        std::size_t index = 0; ///< of a promise
        const BoardChip* chip = nullptr;
        QRect box; ///< in the board, without scrolling
        int row = 0;
    };
    struct Line {
        QString title, detail;
        bool group = false;
        int y = 0, height = 0;
    };
    void layOut();
    [[nodiscard]] int xOf(Date day) const;
    [[nodiscard]] const Item* itemAt(const QPoint& at) const;
    void chooseItem(int index);
    void toggle(const Item& item);
    [[nodiscard]] bool isOfThisWeek(const BoardChip& chip) const;
    [[nodiscard]] bool isPromised(ActivityId id) const;
    void paintHead(QPainter& painter) const;
    void paintGround(QPainter& painter) const;
    void paintChip(QPainter& painter, const Item& item, bool current) const;
    void paintChipWords(QPainter& painter, const Item& item, int x) const;
    void paintPromise(QPainter& painter, const Item& item, bool current) const;
    void paintTick(QPainter& painter, const QRect& box, Kept kept, bool ticked) const;
    [[nodiscard]] QString wordsOf(const Item& item) const;

    const Programme* m_programme = nullptr;
    WeekBoard m_board;
    Date m_dataDate;
    QString m_empty;
    std::vector<Line> m_lines;
    std::vector<Item> m_items;
    std::set<ActivityId> m_ticked;
    int m_current = -1;
    int m_height = 0;
};

} // namespace yarrin
