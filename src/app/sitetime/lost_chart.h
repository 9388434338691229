// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/painted_parts.h"
#include "core/weather/lost_days.h"

#include <QWidget>

namespace yarrin {

/// Days lost month by month, a stroke for what the calendar allows, what lies beyond it in a colour of its own. Left
/// and Right choose a month, a click too.
class LostChart : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    explicit LostChart(QWidget* parent = nullptr);

    /// Months in order; `jobFrom` is where the job begins, months before it are paler.
    void present(std::vector<LostMonth> months, Date jobFrom, const QString& empty);
    void choose(Date month);
    [[nodiscard]] Date chosen() const { return m_chosen; }
    [[nodiscard]] QRect columnOf(std::size_t month) const;

    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void monthChosen(yarrin::Date month);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] QString wordsOf(const LostMonth& month) const;
    [[nodiscard]] double yOf(double days) const;

    std::vector<LostMonth> m_months;
    Date m_jobFrom, m_chosen;
    QString m_empty;
    int m_most = 1;
};

} // namespace yarrin
