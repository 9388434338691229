// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/job_glance.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "chart/paint/bar_painter.h"
#include "core/network/schedule.h"
#include "store/file.h"

#include <QCoreApplication>
#include <QPainter>

#include <algorithm>

namespace yarrin {

namespace {

struct Say {
    Q_DECLARE_TR_FUNCTIONS(JobGlance)
};

constexpr std::size_t mostBars = 15;

void takeBars(JobGlance& glance, const Programme& programme, const Schedule& dates) {
    Instant first = farFuture, last = farPast;
    std::vector<const ActivityFigures*> tasks;
    for (std::size_t i = 0; i < dates.activities.size(); ++i) {
        const ActivityFigures& one = dates.activities[i];
        if (programme.activities[i].kind != ActivityKind::task || one.aside) continue;
        tasks.push_back(&one);
        first = std::min(first, one.earlyStart);
        last = std::max(last, one.earlyFinish);
    }
    if (tasks.empty() || !(first < last)) return;
    std::stable_sort(tasks.begin(), tasks.end(),
                     [](const auto* a, const auto* b) { return a->earlyStart < b->earlyStart; });
    const auto share = [&](Instant t) { return double(t - first) / double(last - first); };
    const std::size_t shown = std::min(mostBars, tasks.size());
    for (std::size_t i = 0; i < shown; ++i) {
        const ActivityFigures& one = *tasks[i * tasks.size() / shown];
        glance.bars.push_back({share(one.earlyStart), share(one.earlyFinish), toneOf(one)});
    }
    if (programme.job.dataDate) glance.today = share(*programme.job.dataDate);
}

} // namespace

JobGlance glanceAt(const std::string& path) {
    JobGlance glance;
    const auto programme = readProgramme(path);
    if (!programme.ok()) {
        glance.fault = programme.error();
        return glance;
    }
    const Schedule dates = schedule(*programme);
    glance.summary = summaryOf(*programme, dates);
    if (dates.ok()) takeBars(glance, *programme, dates);
    return glance;
}

QString wordsOf(const JobGlance& glance) {
    if (glance.fault) return show::error(*glance.fault);
    const JobSummary& job = glance.summary;
    if (!job.calculated) return Say::tr("it cannot be calculated as it stands");
    QStringList words{show::countOf(job.activities, "activity", "activities")};
    if (job.finish) words << Say::tr("ends %1").arg(show::date(*job.finish));
    const JobSummary::Of* worst = job.worst();
    if (worst && *worst->daysLate > 0)
        words << Say::tr("%1 %2 late")
                     .arg(show::text(worst->key), show::countOf(qint64(*worst->daysLate), "day", "days"));
    else if (!job.sections.empty())
        words << Say::tr("in time");
    return words.join(QStringLiteral(" · "));
}

GlancePicture::GlancePicture(QWidget* parent) : QWidget(parent) {
    setFixedSize(scaled(112), scaled(64));
}

void GlancePicture::setGlance(std::shared_ptr<const JobGlance> glance) {
    m_glance = std::move(glance);
    update();
}

void GlancePicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    const QRectF box = QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5);
    painter.setPen(QPen(t.rule, 1));
    painter.setBrush(t.paper);
    painter.drawRoundedRect(box, 3, 3);
    if (!m_glance) return;
    const QRectF inner = box.adjusted(6, 5, -6, -5);
    const double high = inner.height() / double(mostBars);
    for (std::size_t i = 0; i < m_glance->bars.size(); ++i) {
        const JobGlance::Bar& bar = m_glance->bars[i];
        const double x = inner.left() + bar.from * inner.width();
        painter.fillRect(QRectF(x, inner.top() + double(i) * high, std::max(1.5, (bar.to - bar.from) * inner.width()),
                                std::max(1.5, high - 1.2)),
                         coloursOf(bar.tone, t).bar);
    }
    if (m_glance->today && *m_glance->today >= 0 && *m_glance->today <= 1) {
        painter.setPen(QPen(t.accent, 1));
        const double x = inner.left() + *m_glance->today * inner.width();
        painter.drawLine(QPointF(x, box.top() + 2), QPointF(x, box.bottom() - 2));
    }
}

} // namespace yarrin
