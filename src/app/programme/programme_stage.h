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
class LogicPage;
class PlacesPage;
class LogicView;
class SoundnessPage;
class SqueezePage;
class TabRow;
class WhyQuestion;
class WhyStrip;

/// The stage Programme: the table of activities and the bar chart side by side, the network, what brings a
/// section in, and how sound it all is.
class ProgrammeStage : public Stage {
    Q_OBJECT
public:
    ProgrammeStage(Document& document, ViewState& state, QWidget* parent = nullptr);

    [[nodiscard]] ActivityTable& table() const { return *m_table; }
    [[nodiscard]] BarChartView& chart() const { return *m_chart; }
    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    enum class Page { bars, places, logic, squeeze, soundness };
    void show(Page page);
    [[nodiscard]] Page page() const;
    /// "bars", "places", "logic", "squeeze" or "soundness".
    void showNamed(const QString& name) override;
    [[nodiscard]] bool isWorking() const override;
    [[nodiscard]] SoundnessPage& soundness() const { return *m_soundness; }
    [[nodiscard]] SqueezePage& squeeze() const { return *m_squeeze; }
    [[nodiscard]] LogicView& logic() const;
    [[nodiscard]] LogicPage& logicPage() const { return *m_logic; }
    [[nodiscard]] PlacesPage& places() const { return *m_places; }
    [[nodiscard]] WhyQuestion& question() const { return *m_question; }
    /// Asks "why then?" of what is selected, or asks no more.
    void toggleQuestion();
    /// What the chart that shows does with its zoom.
    void zoomBy(double factor);
    void fit();
    void fitSelection();
    /// Asks for type and lag of the chosen link, where it shows.
    void editSelectedLink();
    /// Leaves the table no more width than its ids and names need, or gives it back what it had.
    void setTableNarrow(bool narrow);
    void setShowsOverview(bool shown);
    [[nodiscard]] bool showsOverview() const { return m_overviewShown; }

signals:
    void reveal(ActivityId id);
    void logicMenuWanted(const QPoint& globalPos, LinkId link);
    void previewed(const QString& what, const yarrin::Ripple* ripple);

private:
    void buildPages();
    void buildLogic();
    void buildPlaces();
    void placeBars();
    [[nodiscard]] QWidget* belowTabs(QWidget* page);
    void arrange();
    void acceptResources();

    Document& m_document;
    ViewState& m_state;
    NoticeBar* m_notice;
    ActivityTable* m_table;
    BarChartView* m_chart;
    Overview* m_overview;
    QWidget* m_empty;
    QStackedWidget* m_pages = nullptr;
    QWidget* m_bars = nullptr;     ///< table, bars and overview
    QSplitter* m_charts = nullptr; ///< places and bars, one or both
    LogicPage* m_logic = nullptr;
    PlacesPage* m_places = nullptr;
    SoundnessPage* m_soundness = nullptr;
    SqueezePage* m_squeeze = nullptr;
    WhyQuestion* m_question = nullptr;
    WhyStrip* m_strip = nullptr;
    TabRow* m_tabs = nullptr;
    QSplitter* m_splitter;
    Page m_page = Page::bars;
    bool m_overviewShown = true;
    QList<int> m_wide; ///< widths of table and chart before the table was made narrow
};

} // namespace yarrin
