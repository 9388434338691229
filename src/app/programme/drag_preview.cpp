// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/drag_preview.h"

#include "app/base/format.h"

#include <chrono>

namespace yarrin {

DragPreview::DragPreview(Document& document, QObject* parent) : QObject(parent), m_document(document), m_run(this) {}

void DragPreview::ask(const QString& what, Document::Operation operation) {
    if (what == m_what) return;
    m_what = what;
    m_run.start(
        std::chrono::milliseconds(0),
        [programme = m_document.sharedProgramme(), now = m_document.sharedSchedule(),
         operation = std::move(operation)](WorkWatch&) -> Found {
            Programme copy = *programme;
            Transaction tx(copy);
            const Outcome outcome = operation(tx);
            if (!outcome.ok()) return {nullptr, show::error(outcome.error())};
            auto schedule = std::make_shared<const Schedule>(yarrin::schedule(copy));
            if (!schedule->ok()) return {nullptr, show::error(schedule->errors.front())};
            (void)tx.commit("preview"); // else its end would take back what nobody looks at any more
            auto ripple = std::make_shared<const Ripple>(rippleBetween(*now, *schedule));
            return {std::move(schedule), {}, std::move(ripple)};
        },
        [this](Found found) {
            m_schedule = std::move(found.schedule);
            m_fault = found.fault;
            m_ripple = std::move(found.ripple);
            emit changed();
        });
}

void DragPreview::drop() {
    m_run.stop();
    if (m_what.isEmpty()) return;
    m_what.clear();
    m_fault.clear();
    m_schedule.reset();
    m_ripple.reset();
    emit changed();
}

} // namespace yarrin
