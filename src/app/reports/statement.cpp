// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A statement of delay: of one event, or of all that the job has a claim for.
#include "app/base/format.h"
#include "app/delay/event_list.h"
#include "app/reports/pictures.h"
#include "app/reports/view_reports.h"
#include "core/base/natural_order.h"
#include "core/base/worded.h"
#include "core/contract/notices.h"
#include "core/delay/driving_path.h"
#include "core/delay/insertion.h"
#include "core/delay/prolongation.h"

#include <QCoreApplication>

#include <algorithm>
#include <array>

namespace yarrin {

namespace {

struct SayStatement {
    Q_DECLARE_TR_FUNCTIONS(DelayStatement)
};

} // namespace

QString passage::clockText(const NoticeClock& clock) {
    switch (clock.state) {
    case NoticeClock::State::running:
    case NoticeClock::State::today:
        return SayStatement::tr("due by %1").arg(show::date(*clock.due));
    case NoticeClock::State::lapsed:
        return SayStatement::tr("not given; due by %1").arg(show::date(*clock.due));
    case NoticeClock::State::given:
        return clock.due ? SayStatement::tr("in time: due by %1").arg(show::date(*clock.due))
                         : SayStatement::tr("given");
    case NoticeClock::State::late:
        return SayStatement::tr("late: due by %1").arg(show::date(*clock.due));
    case NoticeClock::State::none:
        break;
    }
    return SayStatement::tr("nothing is due");
}

namespace {

using passage::clockText;

class Statement {
public:
    explicit Statement(std::shared_ptr<const SheetFacts> facts)
        : m_facts(std::move(facts)), m_programme(m_facts->programme()), m_analysis(m_facts->delay->timeImpact) {}

    Outcome run(Report& report) {
        const std::string& subject = m_facts->sheet.subject;
        for (const DelayEvent& event : m_programme.events)
            if (subject.empty() ? event.risk != Risk::contractor : event.key == subject) m_events.push_back(&event);
        if (m_events.empty())
            return subject.empty() ? inputError(worded("the job has no event that a claim could be for"))
                                   : inputError(worded("there is no event \"%1\" any more", subject),
                                                worded("choose what the statement is of"));
        std::sort(m_events.begin(), m_events.end(),
                  [](const DelayEvent* a, const DelayEvent* b) { return standsBefore(a->key, b->key); });
        m_report = &report;
        for (const SheetPart& part : partsOf(m_facts->sheet)) {
            if (part.part != ReportPart::words) report.heading(nameOf(part.part));
            report.markdown(show::text(part.text));
            tell(part.part);
        }
        return done();
    }

private:
    void tell(ReportPart part) {
        switch (part) {
        case ReportPart::facts:
            return facts();
        case ReportPart::fragment:
            return fragments();
        case ReportPart::steps:
            return steps();
        case ReportPart::money:
            return money();
        case ReportPart::assumptions:
            return assumptions();
        case ReportPart::record:
            return record();
        case ReportPart::sections:
            return passage::sections(*m_report, *m_facts);
        case ReportPart::exposure:
            return passage::exposure(*m_report, m_facts);
        default:
            return;
        }
    }
    [[nodiscard]] QString nameOfEvent(const DelayEvent& event) const {
        return show::text(event.key + " " + event.title);
    }

    void facts() {
        for (const DelayEvent* event : m_events) {
            m_report->heading(nameOfEvent(*event), 2);
            m_report->words(show::text(event->description));
            if (!event->cause.empty()) m_report->words(SayStatement::tr("Cause: %1").arg(show::text(event->cause)));
            const QString gives = event->risk == Risk::employer  ? SayStatement::tr("time and money")
                                  : event->risk == Risk::neutral ? SayStatement::tr("time, no money")
                                                                 : SayStatement::tr("neither time nor money");
            QString words = SayStatement::tr("%1: %2; %3.").arg(riskText(event->risk), gives, stateText(event->state));
            if (event->from)
                words += event->to ? SayStatement::tr(" It lasted from %1 to %2.")
                                         .arg(show::date(*event->from), show::date(*event->to))
                                   : SayStatement::tr(" It began on %1 and lasts.").arg(show::date(*event->from));
            m_report->words(words);
            notices(*event);
            days(*event);
            for (const std::string& document : event->documents)
                m_report->point(SayStatement::tr("Document: %1").arg(show::text(document)));
        }
    }
    void notices(const DelayEvent& event) {
        ReportTable table;
        table.name = SayStatement::tr("Notices of %1").arg(show::text(event.key));
        table.columns = {
            {SayStatement::tr("What")}, {SayStatement::tr("On")}, {SayStatement::tr("Against its period")}};
        const Date today = m_facts->today();
        const auto row = [&](const QString& what, const std::optional<Date>& on, const QString& state) {
            table.rows.push_back({{cell::text(what), cell::date(on), cell::text(state)}});
        };
        row(SayStatement::tr("First known"), event.known, {});
        row(SayStatement::tr("Notice"), event.noticeGiven, clockText(noticeClock(m_programme.job, event, today)));
        row(SayStatement::tr("Particulars"), event.particularsGiven,
            clockText(particularsClock(m_programme.job, event, today)));
        for (const EventUpdate& update : event.updates)
            row(SayStatement::tr("Update"), update.date, show::text(update.note));
        for (const ClaimEntry& entry : inOrder(event.course)) {
            const QString days =
                entry.days > 0 ? SayStatement::tr(", %1").arg(show::countOf(entry.days, "day", "days")) : QString();
            row(stepName(entry.step), entry.date,
                passage::sectionName(m_programme, entry.section) + days +
                    (entry.letter.empty() ? QString() : QStringLiteral(" (%1)").arg(show::text(entry.letter))));
        }
        m_report->table(std::move(table));
    }
    static QString stepName(ClaimStep step) {
        const std::array<QString, 6> names{SayStatement::tr("Claimed"),         SayStatement::tr("Assessed by us"),
                                           SayStatement::tr("Granted for now"), SayStatement::tr("Granted"),
                                           SayStatement::tr("Refused"),         SayStatement::tr("Disputed")};
        return names[std::size_t(step)];
    }
    void days(const DelayEvent& event) {
        ReportTable table;
        table.name = SayStatement::tr("Days of %1").arg(show::text(event.key));
        table.columns = {{SayStatement::tr("Section")},          {SayStatement::tr("Claimed"), true},
                         {SayStatement::tr("Assessed"), true},   {SayStatement::tr("Granted"), true},
                         {SayStatement::tr("Moved"), true},      {SayStatement::tr("Entitled"), true},
                         {SayStatement::tr("Concurrent"), true}, {SayStatement::tr("Paid"), true}};
        for (const Section& section : m_programme.sections) {
            const auto at = std::find_if(event.sectionDays.begin(), event.sectionDays.end(),
                                         [&](const EventDays& one) { return one.section == section.id; });
            const EventDays typed = at == event.sectionDays.end() ? EventDays{} : *at;
            const EventDaysFound found = daysOf(m_analysis, event.id, section.id);
            if (at == event.sectionDays.end() && found.moved + found.common == 0 && found.entitled == 0) continue;
            table.rows.push_back(
                {{cell::text(passage::sectionName(m_programme, section.id)), cell::count(typed.claimed),
                  cell::count(typed.assessed), cell::count(typed.granted), cell::count(found.moved + found.common),
                  cell::count(found.entitled), cell::count(found.concurrent), cell::count(found.compensable)}});
        }
        if (!table.rows.empty()) m_report->table(std::move(table));
    }

    /// Each event put into the stand that it came after: what drives the section that it moves most, without it and
    /// with it.
    void fragments() {
        bool any = false;
        for (const DelayEvent* event : m_events) any = fragment(*event) || any;
        if (!any) m_report->words(SayStatement::tr("No event changes the programme."));
    }
    [[nodiscard]] static bool touches(const DelayEvent& event, const Activity& activity) {
        return activity.event == event.id ||
               std::any_of(event.effects.begin(), event.effects.end(),
                           [&](const Effect& one) { return one.activity == activity.id; });
    }
    /// The window that the analysis tells of an event in; 0 where it does not.
    [[nodiscard]] std::size_t windowOf(const DelayEvent& event) const {
        for (const DelayStep& step : m_analysis.steps)
            if (step.event == event.id ||
                std::find(step.together.begin(), step.together.end(), event.id) != step.together.end())
                return step.window;
        return 0;
    }
    /// The section that moves most, and by how many days; of equal ones the first by what people call them.
    [[nodiscard]] std::pair<SectionId, int> mostMoved(const Schedule& before, const Schedule& after) const {
        std::pair<SectionId, int> most;
        const auto named = [&](SectionId id) { return m_programme.sections.row(id)->key; };
        const auto beats = [&](SectionId id, int moved) {
            if (!most.first || std::abs(moved) != std::abs(most.second))
                return !most.first || std::abs(moved) > std::abs(most.second);
            return standsBefore(named(id), named(most.first));
        };
        for (const SectionFigures& one : after.sections)
            for (const SectionFigures& was : before.sections)
                if (was.section == one.section && m_programme.sections.row(one.section) && was.forecast &&
                    one.forecast && beats(one.section, *one.forecast - *was.forecast))
                    most = {one.section, *one.forecast - *was.forecast};
        return most;
    }
    bool fragment(const DelayEvent& event) {
        const std::size_t window = windowOf(event);
        if (window == 0 || window >= m_facts->delay->stands.size()) return false;
        const Stand& stand = m_facts->delay->stands[window - 1];
        Programme without = stand.programme;
        switchOff(without, event.id);
        Programme with = without;
        putIn(with, m_facts->delay->now, event.id);
        const FrozenState before{std::make_shared<const Programme>(without),
                                 std::make_shared<const Schedule>(yarrin::schedule(without))};
        const FrozenState after{std::make_shared<const Programme>(with),
                                std::make_shared<const Schedule>(yarrin::schedule(with))};
        if (!before.schedule->ok() || !after.schedule->ok()) return false;
        const auto [most, moved] = mostMoved(*before.schedule, *after.schedule);
        if (!most) return false;
        m_report->heading(nameOfEvent(event), 2);
        m_report->words(SayStatement::tr("Put into %1 by itself: %2 is forecast %3 without it and %4 with it, %5.")
                            .arg(show::text(stand.name), passage::sectionName(m_programme, most),
                                 forecastOf(*before.schedule, most), forecastOf(*after.schedule, most),
                                 moved == 0 ? SayStatement::tr("which does not move") : show::shiftOf(moved)));
        const auto path = [&, id = most](const FrozenState& state) {
            return lastOf(drivingPath(*state.programme, *state.schedule, state.programme->sections.row(id)->milestone));
        };
        std::vector<ActivityId> rows = path(after);
        const DelayEvent& there = *with.events.row(event.id);
        for (const Activity& one : with.activities)
            if (touches(there, one) && std::find(rows.begin(), rows.end(), one.id) == rows.end())
                rows.push_back(one.id);
        byStart(rows, with, *after.schedule);
        const auto& data = stand.programme.job.dataDate;
        const auto day = data ? std::optional(dateOf(*data)) : std::nullopt;
        m_report->picture(
            picture::bars(before, path(before), SayStatement::tr("What drives it without the event."), day));
        m_report->picture(
            picture::bars(after, rows, SayStatement::tr("With it; outlined below each bar, where it would be without."),
                          day, before.schedule));
        floats(there, before, after);
        return true;
    }
    [[nodiscard]] static QString forecastOf(const Schedule& schedule, SectionId id) {
        for (const SectionFigures& one : schedule.sections)
            if (one.section == id && one.forecast) return show::date(*one.forecast);
        return SayStatement::tr("without a date");
    }
    /// The end of a long chain says what there is to say.
    static std::vector<ActivityId> lastOf(std::vector<ActivityId> path) {
        constexpr std::size_t most = 18;
        if (path.size() > most) path.erase(path.begin(), path.end() - most);
        return path;
    }
    static void byStart(std::vector<ActivityId>& ids, const Programme& programme, const Schedule& schedule) {
        const auto start = [&](ActivityId id) {
            return schedule.activities[programme.activities.indexOf(id)].earlyStart;
        };
        std::sort(ids.begin(), ids.end(), [&](ActivityId a, ActivityId b) {
            if (start(a) != start(b)) return start(a) < start(b);
            return standsBefore(programme.activities.row(a)->key, programme.activities.row(b)->key);
        });
    }
    /// Dates and float of what it touches, without it and with it.
    void floats(const DelayEvent& event, const FrozenState& before, const FrozenState& after) {
        ReportTable table;
        table.name = SayStatement::tr("Float around %1").arg(show::text(event.key));
        table.columns = {{SayStatement::tr("Activity")},           {SayStatement::tr("Start without it")},
                         {SayStatement::tr("Start with it")},      {SayStatement::tr("Finish without")},
                         {SayStatement::tr("Finish with it")},     {SayStatement::tr("Float without"), true},
                         {SayStatement::tr("Float with it"), true}};
        for (const Activity& activity : after.programme->activities) {
            if (!touches(event, activity)) continue;
            ReportRow row{{cell::text(show::text(activity.key + " " + activity.name))}};
            std::array<ReportCell, 2> starts, finishes, floats;
            for (const std::size_t side : {std::size_t(0), std::size_t(1)}) {
                const FrozenState& state = side == 0 ? before : after;
                const std::size_t index = state.programme->activities.indexOf(activity.id);
                if (index >= state.programme->activities.size()) continue;
                const ActivityFigures& figures = state.schedule->activities[index];
                if (figures.aside) continue;
                starts[side] = cell::date(dateOf(figures.earlyStart));
                finishes[side] = cell::date(completionDate(figures.earlyFinish));
                if (figures.totalFloat)
                    floats[side] = cell::text(
                        show::daysWithUnit(*figures.totalFloat, state.schedule->calendarOf(figures).dayMinutes()));
            }
            row.cells.insert(row.cells.end(), {starts[0], starts[1], finishes[0], finishes[1], floats[0], floats[1]});
            table.rows.push_back(std::move(row));
        }
        if (!table.rows.empty()) m_report->table(std::move(table));
    }

    void steps() {
        const DelayMethodText& text = textOf(m_analysis.method);
        m_report->words(SayStatement::tr("%1. %2").arg(show::words(text.name), show::words(text.steps)));
        for (const SectionFigures& section : m_facts->schedule().sections) {
            if (!isFelt(section.section)) continue;
            auto chart = picture::completion(m_facts, section, m_events.size() == 1 ? m_events.front()->id : EventId{});
            if (!chart) continue;
            m_report->heading(passage::sectionName(m_programme, section.section), 2);
            m_report->picture(std::move(*chart));
            for (const DelayStep& step : m_analysis.steps) reason(step, section.section);
            const DelayShares shares = sharesOf(m_analysis, m_facts->delay->now, section.section);
            m_report->words(
                SayStatement::tr("In all: employer's %1, nobody's %2, our own %3, in common %4, recovered %5. Entitled "
                                 "to %6, of them %7 with our own delay; paid %8.")
                    .arg(days(shares.employer), days(shares.neutral), days(shares.own), days(shares.common),
                         days(-shares.recovered), days(shares.entitled), days(shares.concurrent),
                         days(shares.compensable)));
        }
        m_report->words(show::words(text.limits));
    }
    /// Whether any of the events has days there.
    [[nodiscard]] bool isFelt(SectionId section) const {
        return std::any_of(m_events.begin(), m_events.end(), [&](const DelayEvent* event) {
            const EventDaysFound found = daysOf(m_analysis, event->id, section);
            return found.moved != 0 || found.common != 0 || found.entitled != 0 || found.concurrent != 0;
        });
    }
    static QString days(int number) { return show::countOf(number, "day", "days"); }
    /// Steps of the events that it is about, with what drove completion before and after.
    void reason(const DelayStep& step, SectionId section) {
        const StepFigures* figures = step.of(section);
        if (!figures || (figures->moved() == 0 && figures->entitled == 0)) return;
        const auto ours = [&](EventId id) {
            return std::any_of(m_events.begin(), m_events.end(), [&](const DelayEvent* one) { return one->id == id; });
        };
        if (!ours(step.event) && std::none_of(step.together.begin(), step.together.end(), ours)) return;
        const DelayEvent* event = m_programme.events.row(step.event);
        QString words = SayStatement::tr("%1, up to %2: from %3 to %4.")
                            .arg(event ? nameOfEvent(*event) : SayStatement::tr("In common"),
                                 show::text(m_analysis.stands[step.window]), show::date(figures->before),
                                 show::date(figures->after));
        const auto chain = [](const std::vector<std::string>& keys) {
            QStringList list;
            for (const std::string& key : keys) list << show::text(key);
            return list.join(QStringLiteral(" → "));
        };
        if (!figures->chainBefore.empty())
            words += SayStatement::tr(" Driven before by %1.").arg(chain(figures->chainBefore));
        if (!figures->chainAfter.empty())
            words += SayStatement::tr(" And after by %1.").arg(chain(figures->chainAfter));
        if (step.floatBefore && step.floatAfter)
            words += SayStatement::tr(" Float of the first delayed activity: %1, then %2.")
                         .arg(days(*step.floatBefore), days(*step.floatAfter));
        if (!step.note.empty()) words += QLatin1Char(' ') + show::text(step.note);
        m_report->point(words);
    }

    void money() {
        const ExposureReport& report = m_facts->delay->report;
        const std::string& currency = m_facts->currency();
        ReportTable table;
        table.name = SayStatement::tr("Prolongation");
        table.columns = {{SayStatement::tr("Step")},
                         {SayStatement::tr("Employer's"), true},
                         {SayStatement::tr("Concurrent"), true},
                         {SayStatement::tr("Nobody's"), true},
                         {SayStatement::tr("Our own"), true},
                         {SayStatement::tr("Recovered"), true}};
        const auto row = [&](const QString& name, const Prolongation& one, ReportRow::Kind kind) {
            const bool total = kind == ReportRow::Kind::total;
            ReportRow made{{cell::text(name)}, kind};
            for (const Fraction& sum : {one.employer, one.concurrent, one.neutral, one.own, one.recovered}) {
                const ReportCell figure = cell::money(sum, currency);
                made.cells.push_back(total ? cell::sum(figure) : figure);
            }
            table.rows.push_back(std::move(made));
        };
        for (std::size_t i = 0; i < m_analysis.steps.size() && i < report.stepCosts.size(); ++i) {
            const DelayStep& step = m_analysis.steps[i];
            const Prolongation& one = report.stepCosts[i];
            if (one.employer.sign() == 0 && one.concurrent.sign() == 0 && one.neutral.sign() == 0 &&
                one.own.sign() == 0 && one.recovered.sign() == 0)
                continue;
            const DelayEvent* event = m_programme.events.row(step.event);
            row(SayStatement::tr("%1: %2").arg(
                    show::text(m_analysis.stands[step.window]),
                    event                                    ? nameOfEvent(*event)
                    : step.kind == DelayStep::Kind::progress ? SayStatement::tr("our progress")
                    : step.kind == DelayStep::Kind::common   ? SayStatement::tr("in common")
                                                             : SayStatement::tr("not seen by this method")),
                one, ReportRow::Kind::plain);
        }
        row(SayStatement::tr("In all"), report.cost, ReportRow::Kind::total);
        m_report->table(std::move(table));
        for (const PaidSum& one : report.paid)
            if (one.days > 0)
                m_report->point(
                    SayStatement::tr("%1: %2 paid, %3 at what its time-related cost was when they were suffered; less "
                                     "what was recovered, %4 and %5.")
                        .arg(passage::sectionName(m_programme, one.section), days(one.days),
                             show::money(one.modelled, currency), days(one.afterRecovery),
                             show::money(one.recovered, currency)));
    }

    void assumptions() {
        m_report->point(SayStatement::tr("Concurrency: %1").arg(show::words(textOf(m_analysis.rule))));
        if (m_analysis.nearDays > 0)
            m_report->point(SayStatement::tr("Paths within %1 of the driving one count as driving.")
                                .arg(days(m_analysis.nearDays)));
        for (const std::string& note : m_analysis.notes) m_report->point(show::text(note));
        for (const DelayFlag& flag : m_analysis.flags)
            if (m_facts->sheet.subject.empty() || !flag.event || flag.event == m_events.front()->id)
                m_report->point(show::text(flag.text));
    }

    /// The revisions that it rests on, each with the sum over its canonical form.
    void record() {
        ReportTable table;
        table.name = SayStatement::tr("Revisions");
        table.columns = {{SayStatement::tr("Revision")},
                         {SayStatement::tr("For")},
                         {SayStatement::tr("Data date")},
                         {SayStatement::tr("Frozen")},
                         {SayStatement::tr("SHA-256")}};
        for (const Revision& one : m_facts->revisions)
            table.rows.push_back({{cell::text(show::text(one.key)), cell::text(show::text(one.purpose)),
                                   cell::date(one.dataDate ? std::optional(dateOf(*one.dataDate)) : std::nullopt),
                                   cell::text(show::moment(one.at)), cell::text(show::text(one.digest))}});
        m_report->words(SayStatement::tr("Stands that were gone through: %1.").arg([&] {
            QStringList names;
            for (const std::string& name : m_analysis.stands) names << show::text(name);
            return names.join(QStringLiteral("; "));
        }()));
        if (table.rows.empty()) return m_report->words(SayStatement::tr("No revision is frozen yet."));
        m_report->table(std::move(table));
    }

    std::shared_ptr<const SheetFacts> m_facts;
    const Programme& m_programme;
    const DelayAnalysis& m_analysis;
    std::vector<const DelayEvent*> m_events;
    Report* m_report = nullptr;
};

} // namespace

std::vector<SheetPart> partsOf(const KeptSheet& sheet) {
    if (!sheet.parts.empty()) return sheet.parts;
    using enum ReportPart;
    std::vector<SheetPart> parts;
    const std::vector<ReportPart> list =
        sheet.view == SheetView::statement
            ? std::vector{facts, fragment, steps, money, assumptions, record}
            : std::vector{standing, moved, sections, exposure, odds, lines, events, next, soundness, cash};
    parts.reserve(list.size());
    for (const ReportPart part : list) parts.push_back({part, {}});
    return parts;
}

Result<std::shared_ptr<const Report>> statementOf(const std::shared_ptr<const SheetFacts>& facts) {
    if (!facts->delay->fault.isEmpty()) return inputError(facts->delay->fault.toStdString());
    if (!facts->delay->timeImpact.errors.empty()) return facts->delay->timeImpact.errors.front();
    auto report = std::make_shared<Report>();
    report->job = show::text(facts->programme().job.title);
    if (facts->is) report->revision = show::text(facts->is->key);
    report->title = show::text(facts->sheet.key);
    report->subtitle =
        SayStatement::tr("%1 · %2 · time impact analysis, drawn up to %3")
            .arg(nameOf(facts->sheet.view), show::text(facts->programme().job.title), show::date(facts->today()));
    if (Outcome made = Statement(facts).run(*report); !made.ok()) return made.errors();
    report->foot = sheetFoot(*facts, nameOf(facts->sheet.view), show::text(facts->sheet.subject));
    return std::shared_ptr<const Report>(report);
}

} // namespace yarrin
