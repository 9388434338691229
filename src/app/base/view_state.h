// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/bar_layout.h"
#include "chart/layout/rows.h"
#include "chart/layout/time_scale.h"
#include "chart/paint/theme.h"

#include <QObject>

#include <memory>
#include <unordered_map>
#include <unordered_set>
#include <vector>

namespace yarrin {

/// Of the question "why then?" about an activity: what has a part in the answer. The rest fades, or is left out.
struct Answer {
    ActivityId subject;
    /// The number of the path to the subject that something is on, 1 the one that drives; 0 what the subject drives on.
    std::unordered_map<ActivityId, int> path;
    std::unordered_map<LinkId, int> links;
    std::vector<ActivityId> heads;    ///< with which paths 1, 2, … begin; none where a path does not show
    bool alone = false;               ///< the rest is left out
    std::optional<Instant> otherwise; ///< when the subject would start but for what sets its start, where it would
    [[nodiscard]] bool tells(ActivityId id) const { return path.contains(id); }
    [[nodiscard]] int pathOf(ActivityId id) const { return numberIn(path, id); }
    [[nodiscard]] int pathOf(LinkId id) const { return numberIn(links, id); }

private:
    template <typename Numbers, typename Key> static int numberIn(const Numbers& numbers, Key key) {
        const auto at = numbers.find(key);
        return at == numbers.end() ? noPath : at->second;
    }
};

/// What every window on the programme shares: selection, zoom, time in sight, lens and folded groups.
class ViewState : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    [[nodiscard]] const std::vector<ActivityId>& selection() const { return m_selection; }
    /// The activity that the card tells of; none where nothing or a group is selected.
    [[nodiscard]] ActivityId current() const { return m_current; }
    [[nodiscard]] bool isSelected(ActivityId id) const { return m_selected.contains(id); }
    void select(std::vector<ActivityId> ids, ActivityId current);
    void select(ActivityId id) { select({id}, id); }
    void clearSelection() { select({}, {}); }
    /// The link that was chosen on the chart or on the card; none for most of the time.
    [[nodiscard]] LinkId link() const { return m_link; }
    void selectLink(LinkId id);

    [[nodiscard]] const Lens& lens() const { return m_lens; }
    void setLens(const Lens& lens);
    /// As high as a row of table and chart is under the lens.
    [[nodiscard]] int rowHeight() const { return 26 + (15 + textEnlargement()) * (m_lens.lines - 1); }
    [[nodiscard]] const std::unordered_set<std::uint32_t>& folded() const { return m_folded; }
    void setFolded(std::uint32_t group, bool folded);
    void foldAll(const std::vector<std::uint32_t>& groups);

    [[nodiscard]] double pixelsPerDay() const { return m_pixelsPerDay; }
    [[nodiscard]] Instant left() const { return m_left; }
    /// Zooms so that the instant at x pixels from the left edge stays there.
    void zoomAt(double x, double factor);
    void setTime(Instant left, double pixelsPerDay);

    /// Another programme's dates, outlined below the bars; null where there are none.
    [[nodiscard]] const Outline* outline() const { return m_outline ? &*m_outline : nullptr; }
    void setOutline(std::optional<Outline> outline);

    /// Null while no question is asked.
    [[nodiscard]] const Answer* answer() const { return m_answer.get(); }
    [[nodiscard]] std::shared_ptr<const Answer> sharedAnswer() const { return m_answer; }
    void setAnswer(std::shared_ptr<const Answer> answer);

signals:
    void answerChanged();
    void outlineChanged();
    void selectionChanged();
    void linkChanged();
    void lensChanged(); ///< anything of it
    void rowsChanged(); ///< what of the lens chooses and arranges rows, or folded groups
    void timeChanged(); ///< zoom, or the time in sight

private:
    std::vector<ActivityId> m_selection;
    std::unordered_set<ActivityId> m_selected;
    ActivityId m_current;
    LinkId m_link;
    Lens m_lens = shippedLenses().front();
    std::unordered_set<std::uint32_t> m_folded;
    double m_pixelsPerDay = 6;
    Instant m_left;
    std::optional<Outline> m_outline;
    std::shared_ptr<const Answer> m_answer;
};

} // namespace yarrin
