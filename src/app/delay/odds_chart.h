// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/painted_parts.h"
#include "app/delay/odds_plot.h"

#include <QWidget>

namespace yarrin {

/// An odds plot in the window: the percentile that one wants to be sure of can be dragged, or moved with Left and
/// Right; a column that is pressed tells its runs.
class OddsChart : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    explicit OddsChart(const QString& name, const QString& accessibleName, QWidget* parent = nullptr);

    void present(OddsPlot::Content content);
    void clear(const QString& why);
    [[nodiscard]] const OddsPlot& plot() const { return m_plot; }
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    /// So many thousandths are wanted.
    void sureChosen(int thousandths);
    /// A column was pressed.
    void columnChosen(qint64 from, qint64 to);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    OddsPlot m_plot;
    QString m_empty;
    std::optional<int> m_dragged; ///< thousandths
};

} // namespace yarrin
