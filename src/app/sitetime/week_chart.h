// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/painted_parts.h"
#include "chart/layout/week_layout.h"

#include <QWidget>

class QLineEdit;

namespace yarrin {

/// The standard week to look at and to change: spells are dragged out, moved, stretched and taken away, by mouse and by
/// keyboard, or typed. It only asks for changes; what the week is, it is told.
class WeekChart : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    explicit WeekChart(QWidget* parent = nullptr);

    void present(const std::array<DayWork, 7>& week, const std::array<bool, 7>& inherited, bool editable);
    [[nodiscard]] int chosenDay() const { return m_day; }
    [[nodiscard]] const WeekLayout& layoutNow() const { return m_layout; }
    /// Opens the line in which a day's times are typed.
    void typeTimes(int weekday);
    [[nodiscard]] QSize sizeHint() const override { return {700, 262}; }
    [[nodiscard]] QSize minimumSizeHint() const override { return {340, 170}; }

    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void workWanted(int weekday, const yarrin::DayWork& work);
    void timesTyped(int weekday, const QString& text);
    void refused(const QString& reason);
    void dayChosen(int weekday);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    struct Drag {
        int day = 0;
        std::size_t spell = 0;
        SpellPart part = SpellPart::none; ///< none: a new spell is dragged out
        int from = 0;                     ///< the minute where it began
        DayWork before;
    };
    void relayout();
    void choose(int day, std::optional<std::size_t> spell);
    void nudge(int minutes, bool stretch);
    void removeSpell();
    [[nodiscard]] QString describe() const;

    std::array<DayWork, 7> m_week; ///< as shown, with a drag in progress
    std::array<DayWork, 7> m_told;
    std::array<bool, 7> m_inherited{};
    WeekLayout m_layout;
    int m_day = 0;
    std::optional<std::size_t> m_spell;
    std::optional<Drag> m_drag;
    QLineEdit* m_times;
    int m_timesDay = 0;
    bool m_editable = true;
};

} // namespace yarrin
