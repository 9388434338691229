// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "chart/layout/line_layout.h"
#include "chart/paint/theme.h"
#include "core/progress/progress_lines.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QPainter;

namespace yarrin {

/// Paints planned, done and forecast with the data date, in the window and on paper; where it put them. There are two
/// points at least.
LineLayout paintProgressLines(QPainter& painter, const std::vector<ProgressPoint>& points, const Theme& theme,
                              double width, double height);

/// Planned against done over time, by crew-days, value or one item's quantity, with earned value and earned schedule.
class LinesPage : public QWidget {
    Q_OBJECT
public:
    explicit LinesPage(Document& document, QWidget* parent = nullptr);

    /// What was planned, and its name.
    void present(const FrozenState& plan, const QString& name);
    [[nodiscard]] bool isWorking() const { return m_working.isRunning(); }
    [[nodiscard]] const ProgressLines& lines() const { return m_lines; }

private:
    class Chart;
    void fillWeights();
    void work();
    void take(ProgressLines lines);
    void showFigures();
    [[nodiscard]] bool isMoney() const;

    Document& m_document;
    FrozenState m_plan;
    QString m_planName;
    ProgressLines m_lines;
    QComboBox* m_weight;
    std::vector<std::pair<ProgressWeight, BookItemId>> m_weights;
    QString m_unit;
    QLabel* m_figures;
    QLabel* m_words;
    Chart* m_chart;
    Beside<ProgressLines> m_working;
};

} // namespace yarrin
