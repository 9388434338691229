// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/delay_study.h"

#include "app/base/format.h"
#include "store/stands.h"

namespace yarrin {

DelayStudy::DelayStudy(Document& document, QObject* parent) : QObject(parent), m_document(document) {
    m_pool.setMaxThreadCount(1);
    connect(&document, &Document::changed, this, [this] { m_stale = true; });
    connect(&document, &Document::recordChanged, this, [this] { m_stale = true; });
    connect(&document, &Document::replaced, this, [this] {
        m_stale = true;
        m_revisions.clear();
        m_findings.reset();
    });
}

DelayStudy::~DelayStudy() {
    stop();
    m_pool.waitForDone();
}

void DelayStudy::setMethod(DelayMethod method) {
    if (method == m_method && !m_stale) return;
    m_method = method;
    m_stale = true;
    update();
}

Result<std::vector<Stand>> DelayStudy::stands() {
    HeldFile* file = m_document.keeper().file();
    std::vector<Revision> revisions;
    if (file) {
        auto list = file->revisions();
        if (!list.ok()) return list.errors();
        revisions = std::move(list).value();
    }
    return standsFrom(std::move(revisions), m_document.programme(),
                      [this, file](const Revision& revision) -> Result<Programme> {
                          const auto known = m_revisions.find(revision.number);
                          if (known != m_revisions.end()) return known->second;
                          auto programme = file->programmeOf(revision);
                          if (programme.ok()) m_revisions.emplace(revision.number, *programme);
                          return programme;
                      });
}

void DelayStudy::update() {
    if (!m_stale) return;
    m_stale = false;
    if (m_run) m_run->stop.request_stop();
    auto run = std::make_shared<Run>();
    run->generation = m_document.generation();
    run->method = m_method;
    auto findings = std::make_shared<Findings>();
    auto all = stands();
    if (!all.ok()) {
        findings->fault = show::error(all.error());
        m_run = run;
        return finish(run, std::move(findings));
    }
    m_run = run;
    emit runningChanged();
    m_pool.start([this, run, findings, list = std::move(all).value()] {
        const std::stop_token stop = run->stop.get_token();
        findings->now = list.back().programme;
        auto course = exposureCourse(list);
        if (course.ok())
            findings->course = std::move(course).value();
        else
            findings->fault = show::error(course.error());
        if (course.ok()) {
            findings->timeImpact = analyse(DelayMethod::timeImpact, list, stop);
            findings->chosen =
                run->method == DelayMethod::timeImpact ? findings->timeImpact : analyse(run->method, list, stop);
            findings->cost = prolongationOf(findings->timeImpact, findings->now);
            if (!findings->chosen.errors.empty()) findings->fault = show::error(findings->chosen.errors.front());
        }
        QMetaObject::invokeMethod(
            this, [this, run, findings] { finish(run, findings); }, Qt::QueuedConnection);
    });
}

void DelayStudy::finish(const std::shared_ptr<Run>& run, std::shared_ptr<Findings> findings) {
    if (run != m_run) return; // a newer one is on
    m_run.reset();
    if (run->stop.stop_requested()) {
        // Asked for again it begins anew.
        m_stale = true;
        findings->chosen = findings->timeImpact = {};
        findings->fault = tr("Stopped. Choose the method again to have it worked out.");
    }
    m_findings = std::move(findings);
    emit runningChanged();
    emit found();
}

void DelayStudy::stop() {
    if (m_run) m_run->stop.request_stop();
}

} // namespace yarrin
