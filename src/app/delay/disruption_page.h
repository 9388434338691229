// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/delay_study.h"
#include "edit/acceleration_edits.h"

#include <QWidget>

class QLabel;

namespace yarrin {

class ListPage;
struct ListColumn;
class OutputChart;
class TabRow;

/// Disruption by the measured mile: its two spans are marked on a chart of what was achieved of a work item.
class DisruptionPage : public QWidget {
    Q_OBJECT
public:
    explicit DisruptionPage(Document& document, QWidget* parent = nullptr);

    void present(const DelayStudy::Findings* findings);

signals:
    void refused(const QString& text);

private:
    [[nodiscard]] std::vector<ListColumn> columns();
    void addMile();
    void showChosen();
    [[nodiscard]] QString toldOf(const MeasuredMile& mile, const MileFigures& figures) const;
    [[nodiscard]] const MeasuredMile& mile(std::size_t row) const { return m_document.programme().miles[row]; }
    [[nodiscard]] const MeasuredMile* chosen() const;

    Document& m_document;
    ListPage* m_list;
    TabRow* m_marking;
    QLabel* m_words;
    OutputChart* m_chart;
    ExposureReport m_report;
};

} // namespace yarrin
