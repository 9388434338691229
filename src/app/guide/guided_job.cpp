// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/guide/guided_job.h"

#include "app/base/document.h"
#include "app/base/first_steps.h"
#include "app/base/look.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

#include <algorithm>
#include <array>

namespace yarrin {

namespace {

template <typename Rows, typename Has> bool any(const Rows& rows, const Has& has) {
    return std::any_of(rows.begin(), rows.end(), has);
}

struct Step {
    const char *title, *words;
    std::array<const char*, 2> way; ///< commands and buttons that lead to where it is done
    bool (*done)(const Document& document);
};

bool milestoneIsDriven(const Document& document) {
    const Programme& p = document.programme();
    return any(p.links, [&](const Link& link) {
        const Activity* to = p.activities.row(link.to);
        return to && isMilestone(to->kind);
    });
}

/// The first, a new job, is told by the strip itself.
const std::array<Step, 12> guidedSteps{{
    {QT_TRANSLATE_NOOP("GuidedJob", "A new job"),
     QT_TRANSLATE_NOOP("GuidedJob", "Give it a name and a start, and press “Make the job”. Everything can be changed "
                                    "later."),
     {"fileNew", nullptr},
     nullptr},
    {QT_TRANSLATE_NOOP("GuidedJob", "A day off"),
     QT_TRANSLATE_NOOP("GuidedJob", "On Site time, press “Holidays” and take those of a country, or click a day of "
                                    "the year and give it a name. Every duration counts by its calendar."),
     {"stage2", nullptr},
     [](const Document& d) {
         return any(d.programme().calendars, [](const Calendar& c) { return !c.exceptions.empty(); });
     }},
    {QT_TRANSLATE_NOOP("GuidedJob", "Two places"),
     QT_TRANSLATE_NOOP("GuidedJob", "On Scope, press “Add” over the places twice: two floors, two piers, two houses."),
     {"stage3", nullptr},
     [](const Document& d) { return d.programme().locations.size() >= 2; }},
    {QT_TRANSLATE_NOOP("GuidedJob", "The steps of a trade"),
     QT_TRANSLATE_NOOP("GuidedJob", "In Build-up, Sequences, press “For a trade” and take one: its steps come with "
                                    "output and crews of the output book."),
     {"stage4", "buildUpSequences"},
     [](const Document& d) { return !d.programme().sequences.empty(); }},
    {QT_TRANSLATE_NOOP("GuidedJob", "Laid out"),
     QT_TRANSLATE_NOOP("GuidedJob", "Below it, tick both places, give each step a quantity, and press “Lay out”. "
                                    "Durations come of quantity, output and crews."),
     {"stage4", "buildUpSequences"},
     [](const Document& d) { return !d.programme().laidOut.empty(); }},
    {QT_TRANSLATE_NOOP("GuidedJob", "An end"),
     QT_TRANSLATE_NOOP("GuidedJob", "In the programme, add a milestone from the menu Activity: “Handover”."),
     {"stage5", nullptr},
     [](const Document& d) {
         return any(d.programme().activities, [](const Activity& a) { return isMilestone(a.kind); });
     }},
    {QT_TRANSLATE_NOOP("GuidedJob", "What it waits for"),
     QT_TRANSLATE_NOOP("GuidedJob", "On its card, press “+ Pick…” below “Waits for” and type the id of the last "
                                    "activity, or draw from that bar's end to the milestone."),
     {"stage5", nullptr},
     milestoneIsDriven},
    {QT_TRANSLATE_NOOP("GuidedJob", "What was promised"),
     QT_TRANSLATE_NOOP("GuidedJob", "On Contract, add a section: the milestone that completes it, its date, and what "
                                    "a day of lateness costs. The strip at the foot tells from now on."),
     {"stage1", nullptr},
     [](const Document& d) { return any(d.programme().sections, [](const Section& s) { return bool(s.milestone); }); }},
    {QT_TRANSLATE_NOOP("GuidedJob", "Faster"),
     QT_TRANSLATE_NOOP("GuidedJob",
                       "In Build-up, Activities, type 2 in the column Crews of a long one. What it moves is "
                       "told at the foot."),
     {"stage4", "buildUpActivities"},
     [](const Document& d) {
         return any(d.programme().activities,
                    [](const Activity& a) { return a.measure && a.measure->crews && Decimal(1) < *a.measure->crews; });
     }},
    {QT_TRANSLATE_NOOP("GuidedJob", "What has happened"),
     QT_TRANSLATE_NOOP("GuidedJob", "On Progress, set a data date some days after the start, and type when the first "
                                    "activity really started."),
     {"stage7", nullptr},
     [](const Document& d) {
         return any(d.programme().activities, [](const Activity& a) { return a.actualStart.has_value(); });
     }},
    {QT_TRANSLATE_NOOP("GuidedJob", "A delay"),
     QT_TRANSLATE_NOOP("GuidedJob", "On Delay, add an event: whose risk it is, when it was known, and what it does to "
                                    "an activity."),
     {"stage8", nullptr},
     [](const Document& d) { return !d.programme().events.empty(); }},
    {QT_TRANSLATE_NOOP("GuidedJob", "Kept"),
     QT_TRANSLATE_NOOP("GuidedJob", "Save it under a name (Ctrl+S). From now on every change is on the disk as soon "
                                    "as it is made."),
     {"fileSave", nullptr},
     [](const Document& d) { return !d.path().isEmpty(); }},
}};

} // namespace

GuidedJob::GuidedJob(Document& document, QWidget* parent)
    : QFrame(parent), m_document(document), m_title(new QLabel(this)), m_words(new QLabel(this)),
      m_show(quietButton(tr("Show me"), "guidedShow", this)), m_skip(quietButton(tr("Skip"), "guidedSkip", this)),
      m_leave(quietButton(tr("Leave"), "guidedLeave", this)), m_skipped(guidedSteps.size()) {
    setObjectName(QStringLiteral("guidedJob"));
    setAccessibleName(tr("Your first job, step by step"));
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(14, 6, 10, 6);
    line->setSpacing(14);
    m_title->setObjectName(QStringLiteral("guidedTitle"));
    m_title->setFont(boldened(bodyFont()));
    m_words->setObjectName(QStringLiteral("guidedWords"));
    m_words->setWordWrap(true);
    line->addWidget(m_title);
    line->addWidget(m_words, 1);
    for (QPushButton* one : {m_show, m_skip, m_leave}) line->addWidget(one, 0, Qt::AlignVCenter);
    connect(m_show, &QPushButton::clicked, this, [this] {
        QStringList way;
        for (const char* name : guidedSteps[std::size_t(step())].way)
            if (name) way << QLatin1String(name);
        followWay(window(), way);
    });
    connect(m_skip, &QPushButton::clicked, this, [this] {
        if (const int at = step(); at < steps()) m_skipped[std::size_t(at)] = true;
        present();
    });
    connect(m_leave, &QPushButton::clicked, this, &GuidedJob::leave);
    connect(&m_document, &Document::changed, this, &GuidedJob::present);
    connect(&m_document, &Document::fileChanged, this, &GuidedJob::present);
    hide();
}

int GuidedJob::steps() {
    return int(guidedSteps.size());
}

int GuidedJob::step() const {
    for (std::size_t i = 0; i < guidedSteps.size(); ++i) {
        const Step& one = guidedSteps[i];
        const bool done = one.done ? m_newJob && one.done(m_document) : m_newJob;
        if (!done && !m_skipped[i]) return int(i);
    }
    return steps();
}

void GuidedJob::begin() {
    m_on = true;
    m_newJob = false;
    m_skipped.assign(guidedSteps.size(), false);
    present();
    show();
}

void GuidedJob::jobMade() {
    m_newJob = m_on;
    present();
}

void GuidedJob::present() {
    if (!m_on) return;
    const int at = step();
    const bool all = at == steps();
    m_title->setText(all ? tr("All twelve are done")
                         : tr("%1 of %2 · %3").arg(at + 1).arg(steps()).arg(tr(guidedSteps[std::size_t(at)].title)));
    m_words->setText(all ? tr("That is a programme: work from quantities, dates from calendars and links, a promise, "
                              "progress and a delay. The guide (F1) has the rest.")
                         : tr(guidedSteps[std::size_t(at)].words));
    m_show->setVisible(!all);
    m_skip->setVisible(!all && at > 0);
    m_leave->setText(all ? tr("Close") : tr("Leave"));
}

void GuidedJob::leave() {
    m_on = false;
    hide();
}

} // namespace yarrin
