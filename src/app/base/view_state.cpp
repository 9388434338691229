// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/view_state.h"

#include <algorithm>
#include <utility>

namespace yarrin {

void ViewState::select(std::vector<ActivityId> ids, ActivityId current) {
    selectLink({}); // one thing is chosen at a time
    if (ids == m_selection && current == m_current) return;
    m_selection = std::move(ids);
    m_selected = {m_selection.begin(), m_selection.end()};
    m_current = current;
    emit selectionChanged();
}

void ViewState::selectLink(LinkId id) {
    if (id == m_link) return;
    m_link = id;
    emit linkChanged();
}

void ViewState::setLens(const Lens& lens) {
    if (lens == m_lens) return;
    if (lens.groups != m_lens.groups) m_folded.clear();
    const Lens before = std::exchange(m_lens, lens);
    emit lensChanged();
    // Widths and colours leave the rows as they are.
    if (before.groups != lens.groups || before.order != lens.order || before.filter != lens.filter ||
        before.words != lens.words || before.totals != lens.totals || before.tasksOnly != lens.tasksOnly)
        emit rowsChanged();
}

void ViewState::setFolded(std::uint32_t group, bool folded) {
    if (folded ? m_folded.insert(group).second : m_folded.erase(group) > 0) emit rowsChanged();
}

void ViewState::foldAll(const std::vector<std::uint32_t>& groups) {
    if (groups.empty() && m_folded.empty()) return;
    m_folded = {groups.begin(), groups.end()};
    emit rowsChanged();
}

void ViewState::zoomAt(double x, double factor) {
    const double ppd = std::clamp(m_pixelsPerDay * factor, leastPixelsPerDay, mostPixelsPerDay);
    const Instant there = TimeScale{m_left, m_pixelsPerDay}.at(x);
    const auto back = static_cast<Minutes>(x / ppd * static_cast<double>(minutesPerDay));
    setTime(there - back, ppd);
}

void ViewState::setTime(Instant left, double pixelsPerDay) {
    if (left == m_left && pixelsPerDay == m_pixelsPerDay) return;
    m_left = left;
    m_pixelsPerDay = pixelsPerDay;
    emit timeChanged();
}

void ViewState::setOutline(std::optional<Outline> outline) {
    m_outline = std::move(outline);
    emit outlineChanged();
}

void ViewState::setAnswer(std::shared_ptr<const Answer> answer) {
    const bool rows = (m_answer && m_answer->alone) || (answer && answer->alone);
    m_answer = std::move(answer);
    emit answerChanged();
    if (rows) emit rowsChanged();
}

} // namespace yarrin
