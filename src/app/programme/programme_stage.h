// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/window/stage.h"

class QSplitter;
class QStackedWidget;

namespace yarrin {

class ActivityTable;
class Overview;
class BarChartView;
class SoundnessPage;
class TabRow;

/// The stage Programme: the table of activities and the bar chart side by side, and how sound the network is.
class ProgrammeStage : public Stage {
    Q_OBJECT
public:
    ProgrammeStage(Document& document, ViewState& state, QWidget* parent = nullptr);

    [[nodiscard]] ActivityTable& table() const { return *m_table; }
    [[nodiscard]] BarChartView& chart() const { return *m_chart; }
    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    enum class Page { bars, soundness };
    void show(Page page);
    [[nodiscard]] Page page() const;
    /// "bars" or "soundness".
    void showNamed(const QString& name) override;
    [[nodiscard]] bool isWorking() const override;
    [[nodiscard]] SoundnessPage& soundness() const { return *m_soundness; }
    /// Leaves the table no more width than its ids and names need, or gives it back what it had.
    void setTableNarrow(bool narrow);
    void setShowsOverview(bool shown);
    [[nodiscard]] bool showsOverview() const { return m_overviewShown; }

signals:
    void reveal(ActivityId id);

private:
    void buildPages();
    void acceptResources();

    Document& m_document;
    ViewState& m_state;
    NoticeBar* m_notice;
    ActivityTable* m_table;
    BarChartView* m_chart;
    Overview* m_overview;
    QWidget* m_empty;
    QStackedWidget* m_pages = nullptr;
    SoundnessPage* m_soundness = nullptr;
    TabRow* m_tabs = nullptr;
    QSplitter* m_splitter;
    bool m_overviewShown = true;
    QList<int> m_wide; ///< widths of table and chart before the table was made narrow
};

} // namespace yarrin
