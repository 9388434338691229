// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/delay_study.h"

#include "app/base/format.h"
#include "store/stands.h"

#include <map>

namespace yarrin {

DelayStudy::DelayStudy(Document& document, QObject* parent)
    : QObject(parent), m_document(document), m_run(this, [this] { emit runningChanged(); }) {
    connect(&document, &Document::changed, this, [this] { m_stale = true; });
    connect(&document, &Document::revisionsChanged, this, [this] { m_stale = true; });
    connect(&document, &Document::replaced, this, [this] {
        m_stale = true;
        m_findings.reset();
    });
}

void DelayStudy::setMethod(DelayMethod method) {
    if (method == m_method && !m_stale) return;
    m_method = method;
    m_stale = true;
    update();
}

DelayStudy::Stands DelayStudy::standsOf(Document& document, const std::optional<Revision>& upTo) {
    HeldFile* file = document.keeper().file();
    auto list = file ? file->revisions() : Result<std::vector<Revision>>(std::vector<Revision>{});
    if (!list.ok()) return [errors = list.errors()] { return Result<std::vector<Stand>>(errors); };
    std::map<std::int64_t, std::function<Result<FrozenState>()>> readers;
    for (const Revision& revision : *list) readers.emplace(revision.number, file->readerOf(revision));
    if (upTo) std::erase_if(*list, [&](const Revision& one) { return one.number > upTo->number; });
    return [revisions = std::move(list).value(), readers, upTo,
            now = document.sharedProgramme()]() -> Result<std::vector<Stand>> {
        const auto read = [&readers](const Revision& revision) -> Result<Programme> {
            const auto state = readers.at(revision.number)();
            if (!state.ok()) return state.errors();
            return *state->programme;
        };
        if (!upTo) return standsFrom(revisions, *now, read);
        const auto then = read(*upTo);
        return then.ok() ? standsFrom(revisions, *then, read) : Result<std::vector<Stand>>(then.errors());
    };
}

std::shared_ptr<DelayStudy::Findings> DelayStudy::find(const Stands& read, DelayMethod method, std::stop_token stop) {
    auto findings = std::make_shared<Findings>();
    auto all = read();
    if (!all.ok()) {
        findings->fault = show::error(all.error());
        return findings;
    }
    findings->stands = std::move(*all);
    const std::vector<Stand>& list = findings->stands;
    findings->now = list.back().programme;
    findings->timeImpact = analyse(DelayMethod::timeImpact, list, stop);
    auto report = exposureReport(list, findings->timeImpact);
    if (!report.ok()) {
        findings->fault = show::error(report.error());
        return findings;
    }
    findings->report = std::move(report).value();
    findings->chosen = method == DelayMethod::timeImpact ? findings->timeImpact : analyse(method, list, stop);
    if (!findings->chosen.errors.empty()) findings->fault = show::error(findings->chosen.errors.front());
    return findings;
}

void DelayStudy::update() {
    if (!std::exchange(m_stale, false)) return;
    m_run.start(
        m_document.patience(),
        [read = stands(), method = m_method](WorkWatch& watch) { return find(read, method, watch.token()); },
        [this](std::shared_ptr<Findings> findings) {
            m_findings = std::move(findings);
            emit found();
        });
}

void DelayStudy::stop() {
    if (!isRunning()) return;
    m_run.stop();
    // Asked for again it begins anew.
    m_stale = true;
    m_findings = std::make_shared<Findings>();
    m_findings->now = m_document.programme();
    m_findings->fault = tr("Stopped. Choose the method again to have it worked out.");
    emit found();
}

} // namespace yarrin
