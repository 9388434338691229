// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The report of a month: where the job stands, what moved and why, and what comes next.
#include "app/base/format.h"
#include "app/delay/event_list.h"
#include "app/reports/pictures.h"
#include "app/reports/view_reports.h"
#include "core/base/natural_order.h"
#include "edit/compare.h"

#include <QCoreApplication>

#include <algorithm>

namespace yarrin {

namespace {

struct SayMonthly {
    Q_DECLARE_TR_FUNCTIONS(MonthlyReport)
};

constexpr int weeksToCome = 6;

class Monthly {
public:
    explicit Monthly(std::shared_ptr<const SheetFacts> facts)
        : m_facts(std::move(facts)), m_programme(m_facts->programme()), m_schedule(m_facts->schedule()) {}

    void run(Report& report) {
        m_report = &report;
        for (const SheetPart& part : partsOf(m_facts->sheet)) {
            // Of a job that says nothing of odds there is nothing to tell, unless it is asked for in words.
            if (part.part == ReportPart::odds && !m_facts->odds && part.text.empty()) continue;
            if (part.part != ReportPart::words) report.heading(nameOf(part.part));
            report.markdown(show::text(part.text));
            tell(part.part);
        }
    }

private:
    void tell(ReportPart part) {
        switch (part) {
        case ReportPart::standing:
            return standing();
        case ReportPart::moved:
            return moved();
        case ReportPart::sections:
            return m_facts->delay->report.course.size() > 1 ? passage::course(*m_report, m_facts)
                                                            : passage::sections(*m_report, *m_facts);
        case ReportPart::exposure:
            passage::sections(*m_report, *m_facts);
            return passage::exposure(*m_report, m_facts);
        case ReportPart::lines:
            return passage::lines(*m_report, *m_facts);
        case ReportPart::events:
            return events();
        case ReportPart::next:
            return next();
        case ReportPart::soundness:
            return passage::soundness(*m_report, *m_facts, false);
        case ReportPart::cash:
            return passage::cash(*m_report, m_facts, false);
        case ReportPart::odds:
            return passage::odds(*m_report, m_facts);
        default:
            return;
        }
    }

    void standing() {
        int complete = 0, going = 0, ahead = 0, critical = 0;
        for (std::size_t i = 0; i < m_schedule.activities.size(); ++i) {
            const ActivityFigures& one = m_schedule.activities[i];
            if (m_programme.activities[i].kind == ActivityKind::hammock || one.aside) continue;
            if (one.state == NodeState::complete)
                ++complete;
            else if (one.state == NodeState::notStarted)
                ++ahead;
            else
                ++going;
            critical += one.critical && one.state != NodeState::complete;
        }
        m_report->words(
            SayMonthly::tr("On %1 %2 are complete, %3 are going on and %4 have not started; %5 of what is left are "
                           "critical.")
                .arg(show::date(m_facts->today()), show::countOf(complete, "activity", "activities"))
                .arg(going)
                .arg(ahead)
                .arg(critical));
        if (m_schedule.programmeFinish)
            m_report->words(SayMonthly::tr("All work is complete on %1.")
                                .arg(show::date(completionDate(*m_schedule.programmeFinish))));
        if (!m_programme.sections.empty()) m_report->picture(picture::sections(m_facts));
    }

    [[nodiscard]] static std::optional<Date> forecastOf(const Schedule& schedule, SectionId id) {
        for (const SectionFigures& one : schedule.sections)
            if (one.section == id) return one.forecast;
        return {};
    }
    void moved() {
        if (!m_facts->before || !m_facts->before->schedule->ok())
            return m_report->words(SayMonthly::tr("There is no earlier revision to hold it against."));
        ReportTable table;
        table.name = SayMonthly::tr("What moved");
        table.columns = {{SayMonthly::tr("Section")},
                         {SayMonthly::tr("In revision %1").arg(m_facts->beforeName)},
                         {SayMonthly::tr("Now")},
                         {SayMonthly::tr("Moved, days"), true}};
        for (const Section& section : m_programme.sections) {
            const auto was = forecastOf(*m_facts->before->schedule, section.id),
                       is = forecastOf(m_schedule, section.id);
            table.rows.push_back({{cell::text(passage::sectionName(m_programme, section.id)), cell::date(was),
                                   cell::date(is), cell::count(was && is ? std::optional(*is - *was) : std::nullopt)}});
        }
        if (!table.rows.empty()) m_report->table(std::move(table));
        reasons();
        changes();
    }
    /// The steps of the time impact analysis that led to the last stand.
    void reasons() {
        const DelayAnalysis& analysis = m_facts->delay->timeImpact;
        if (analysis.stands.size() < 2) return;
        bool any = false;
        for (const DelayStep& step : analysis.steps) {
            if (step.window + 1 != analysis.stands.size()) continue;
            for (const StepFigures& one : step.sections) {
                if (one.moved() == 0) continue;
                if (!std::exchange(any, true)) m_report->heading(SayMonthly::tr("Why"), 2);
                const DelayEvent* event = m_programme.events.row(step.event);
                QString words =
                    SayMonthly::tr("%1: %2 by %3.")
                        .arg(passage::sectionName(m_programme, one.section), show::shiftOf(one.moved()),
                             event                                    ? show::text(event->key + " " + event->title)
                             : step.kind == DelayStep::Kind::progress ? SayMonthly::tr("our progress and re-planning")
                             : step.kind == DelayStep::Kind::common   ? SayMonthly::tr("events in common")
                                                                      : SayMonthly::tr("what no event tells"));
                if (!one.chainAfter.empty()) {
                    QStringList chain;
                    for (const std::string& key : one.chainAfter) chain << show::text(key);
                    words += SayMonthly::tr(" Driven by %1.").arg(chain.join(QStringLiteral(" → ")));
                }
                m_report->point(words);
            }
        }
    }
    void changes() {
        const auto list = compare({*m_facts->before->programme, *m_facts->before->schedule}, {m_programme, m_schedule},
                                  MatchBy::identity);
        const auto counts = countsOf(list);
        QStringList parts;
        for (std::size_t kind = 0; kind < differenceKinds; ++kind) {
            const auto which = static_cast<DifferenceKind>(kind);
            if (counts[kind] > 0 && which != DifferenceKind::date && which != DifferenceKind::floats)
                parts << QStringLiteral("%1: %2").arg(show::words(nameOf(which))).arg(counts[kind]);
        }
        if (!parts.isEmpty())
            m_report->words(SayMonthly::tr("Changed in the programme: %1.").arg(parts.join(SayMonthly::tr("; "))));
        // What finishes another day, the farthest first.
        std::vector<const Difference*> finishes;
        for (const Difference& one : list)
            if (one.kind == DifferenceKind::date && one.what == worded("finish") && one.dateBefore && one.dateAfter)
                finishes.push_back(&one);
        const auto shift = [](const Difference* one) { return std::abs(*one->dateAfter - *one->dateBefore); };
        std::sort(finishes.begin(), finishes.end(), [&](const Difference* a, const Difference* b) {
            return shift(a) != shift(b) ? shift(a) > shift(b) : standsBefore(a->key, b->key);
        });
        if (finishes.empty()) return;
        constexpr std::size_t most = 12;
        ReportTable table;
        table.name = SayMonthly::tr("Finishes that moved most");
        table.columns = {{SayMonthly::tr("Activity")},
                         {SayMonthly::tr("Was")},
                         {SayMonthly::tr("Is")},
                         {SayMonthly::tr("Days"), true}};
        for (std::size_t i = 0; i < std::min(most, finishes.size()); ++i)
            table.rows.push_back({{cell::text(show::text(finishes[i]->key + " " + finishes[i]->name)),
                                   cell::date(finishes[i]->dateBefore), cell::date(finishes[i]->dateAfter),
                                   cell::number(*finishes[i]->dateAfter - *finishes[i]->dateBefore)}});
        m_report->heading(SayMonthly::tr("Finishes that moved most, of %1").arg(finishes.size()), 2);
        m_report->table(std::move(table));
    }

    void events() {
        if (m_programme.events.empty()) return m_report->words(SayMonthly::tr("No event of delay is recorded."));
        std::vector<const DelayEvent*> list;
        for (const DelayEvent& one : m_programme.events) list.push_back(&one);
        std::sort(list.begin(), list.end(),
                  [](const DelayEvent* a, const DelayEvent* b) { return standsBefore(a->key, b->key); });
        ReportTable table;
        table.name = SayMonthly::tr("Events");
        table.columns = {{SayMonthly::tr("Event")}, {SayMonthly::tr("Risk")},   {SayMonthly::tr("State")},
                         {SayMonthly::tr("Began")}, {SayMonthly::tr("Notice")}, {SayMonthly::tr("Particulars")}};
        const Date today = m_facts->today();
        for (const DelayEvent* one : list)
            table.rows.push_back({{cell::text(show::text(one->key + " " + one->title)), cell::text(riskText(one->risk)),
                                   cell::text(stateText(one->state)), cell::date(one->from),
                                   cell::text(passage::clockText(noticeClock(m_programme.job, *one, today))),
                                   cell::text(passage::clockText(particularsClock(m_programme.job, *one, today)))}});
        m_report->table(std::move(table));
    }

    void next() {
        const Date from = m_facts->today(), to = from + 7 * weeksToCome;
        std::vector<std::size_t> rows;
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i) {
            const ActivityFigures& one = m_schedule.activities[i];
            if (m_programme.activities[i].kind == ActivityKind::hammock || one.aside ||
                one.state == NodeState::complete)
                continue;
            if (dateOf(one.earlyStart) < to && from <= completionDate(one.earlyFinish)) rows.push_back(i);
        }
        std::sort(rows.begin(), rows.end(), [&](std::size_t a, std::size_t b) {
            const Instant x = m_schedule.activities[a].earlyStart, y = m_schedule.activities[b].earlyStart;
            if (x != y) return x < y;
            return standsBefore(m_programme.activities[a].key, m_programme.activities[b].key);
        });
        if (rows.empty()) return m_report->words(SayMonthly::tr("Nothing starts or goes on in the next six weeks."));
        ReportTable table;
        table.name = SayMonthly::tr("The next six weeks");
        table.columns = {{SayMonthly::tr("Activity")},    {SayMonthly::tr("Start")},       {SayMonthly::tr("Finish")},
                         {SayMonthly::tr("Float"), true}, {SayMonthly::tr("Responsible")}, {SayMonthly::tr("State")}};
        for (const std::size_t i : rows) {
            const Activity& activity = m_programme.activities[i];
            const ActivityFigures& one = m_schedule.activities[i];
            table.rows.push_back(
                {{cell::text(show::text(activity.key + " " + activity.name)), cell::date(dateOf(one.earlyStart)),
                  cell::date(completionDate(one.earlyFinish)),
                  cell::text(one.totalFloat
                                 ? show::daysWithUnit(*one.totalFloat, m_schedule.calendarOf(one).dayMinutes())
                                 : QString()),
                  cell::text(show::text(activity.responsible)),
                  cell::text(one.state == NodeState::notStarted
                                 ? (one.critical ? SayMonthly::tr("critical") : QString())
                             : one.critical ? SayMonthly::tr("goes on, critical")
                                            : SayMonthly::tr("goes on"))}});
        }
        m_report->table(std::move(table));
    }

    std::shared_ptr<const SheetFacts> m_facts;
    const Programme& m_programme;
    const Schedule& m_schedule;
    Report* m_report = nullptr;
};

} // namespace

Result<std::shared_ptr<const Report>> monthlyReportOf(const std::shared_ptr<const SheetFacts>& facts) {
    if (!facts->delay->fault.isEmpty()) return inputError(facts->delay->fault.toStdString());
    auto report = std::make_shared<Report>();
    report->job = show::text(facts->programme().job.title);
    if (facts->is) report->revision = show::text(facts->is->key);
    report->title = show::text(facts->sheet.key);
    report->subtitle =
        SayMonthly::tr("%1 · %2 · drawn up to %3")
            .arg(nameOf(facts->sheet.view), show::text(facts->programme().job.title), show::date(facts->today()));
    Monthly(facts).run(*report);
    report->foot = sheetFoot(*facts, nameOf(facts->sheet.view), {});
    return std::shared_ptr<const Report>(report);
}

} // namespace yarrin
