// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/why_question.h"

#include "core/network/why_then.h"

#include <algorithm>
#include <iterator>

namespace yarrin {

WhyQuestion::WhyQuestion(Document& document, ViewState& state, QObject* parent)
    : QObject(parent), m_document(document), m_state(state), m_working(this) {
    connect(&document, &Document::changed, this, [this] {
        if (!m_subject) return;
        if (!m_document.programme().activities.row(m_subject)) return drop();
        work();
    });
}

const std::vector<FloatPath>& WhyQuestion::paths() const {
    static const std::vector<FloatPath> none;
    return m_found ? m_found->paths : none;
}

void WhyQuestion::ask(ActivityId subject) {
    const Activity* activity = m_document.programme().activities.row(subject);
    if (!activity || activity->kind == ActivityKind::hammock) return;
    m_subject = subject;
    work();
}

void WhyQuestion::drop() {
    m_working.stop();
    m_subject = {};
    m_found.reset();
    m_state.setAnswer(nullptr);
    emit changed();
}

void WhyQuestion::setShows(std::size_t path, bool shown) {
    if (path >= mostPaths || m_shown[path] == shown) return;
    m_shown[path] = shown;
    tell();
}

void WhyQuestion::setAlone(bool alone) {
    if (m_alone == alone) return;
    m_alone = alone;
    tell();
}

void WhyQuestion::work() {
    m_working.start(
        m_document.patience(),
        [programme = m_document.sharedProgramme(), dates = m_document.sharedSchedule(), id = m_subject](WorkWatch&) {
            auto found = std::make_shared<Found>();
            if (!dates->ok()) return std::shared_ptr<const Found>(found);
            found->on = explain(*programme, *dates, id).chainOn;
            if (const auto other = otherwise(*programme, *dates, id)) found->otherwise = other->start;
            if (workGoesOn()) found->paths = floatPathsTo(*programme, *dates, id, mostPaths);
            for (std::size_t i = 0; i < programme->links.size(); ++i)
                if (dates->driving[i])
                    found->driving.push_back(
                        {{programme->links[i].from, programme->links[i].to}, programme->links[i].id});
            std::sort(found->driving.begin(), found->driving.end());
            return std::shared_ptr<const Found>(found);
        },
        [this](std::shared_ptr<const Found> found) {
            m_found = std::move(found);
            tell();
        });
    emit changed();
}

/// What shows of what was found. Of what lies on several, the most critical path counts.
void WhyQuestion::tell() {
    emit changed();
    if (!m_subject || !m_found) return;
    auto answer = std::make_shared<Answer>();
    answer->subject = m_subject;
    answer->alone = m_alone;
    answer->otherwise = m_found->otherwise;
    const auto take = [&](const std::vector<ActivityId>& chain, int number) {
        for (const ActivityId id : chain) answer->path.try_emplace(id, number);
        for (std::size_t i = 1; i < chain.size(); ++i) {
            const std::pair ends(chain[i - 1], chain[i]);
            auto at = std::lower_bound(m_found->driving.begin(), m_found->driving.end(), std::pair(ends, LinkId{}));
            for (; at != m_found->driving.end() && at->first == ends; ++at)
                answer->links.try_emplace(at->second, number);
        }
    };
    for (std::size_t i = 0; i < m_found->paths.size(); ++i) {
        const FloatPath& path = m_found->paths[i];
        answer->heads.push_back(m_shown[i] && !path.activities.empty() ? path.activities.front() : ActivityId{});
        if (!m_shown[i]) continue;
        take(path.activities, int(i) + 1);
        if (path.joinsBy) answer->links.try_emplace(path.joinsBy, int(i) + 1);
    }
    answer->path.try_emplace(m_subject, 1);
    take(m_found->on, 0);
    m_state.setAnswer(std::move(answer));
}

} // namespace yarrin
