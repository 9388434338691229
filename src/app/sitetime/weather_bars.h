// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include <array>
#include <optional>

namespace yarrin {

/// Twelve bars, the working days lost in each month: click, wheel or type a number to change one.
class WeatherBars : public QWidget {
    Q_OBJECT
public:
    explicit WeatherBars(QWidget* parent = nullptr);

    /// None where no allowance is made; `own` is false where it comes from the calendar below.
    void present(const std::optional<std::array<int, 12>>& days, bool own, bool editable);
    [[nodiscard]] QSize sizeHint() const override { return {220, 92}; }

signals:
    void daysWanted(int month, int days); ///< month from 0

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    [[nodiscard]] QRectF column(int month) const;
    [[nodiscard]] int monthAt(double x) const;
    void choose(int month);
    void want(int days);

    std::optional<std::array<int, 12>> m_days;
    bool m_own = true;
    bool m_editable = true;
    int m_month = 0;
    int m_typed = -1; ///< the first digit of a number being typed
};

} // namespace yarrin
