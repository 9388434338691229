// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/view_reports.h"

#include "app/base/format.h"
#include "app/delay/completion_chart.h"
#include "app/delay/odds_words.h"
#include "app/labour/demand_figure.h"
#include "app/reports/pictures.h"
#include "app/reports/places_sheet.h"
#include "app/reports/weeks_sheet.h"
#include "core/base/natural_order.h"
#include "core/base/worded.h"
#include "core/contract/damages_lines.h"
#include "core/model/codes.h"
#include "core/soundness/soundness.h"

#include <QCoreApplication>
#include <QLocale>

#include <algorithm>
#include <unordered_map>

namespace yarrin {

namespace {

struct SayReport {
    Q_DECLARE_TR_FUNCTIONS(Report)
};

using Facts = std::shared_ptr<const SheetFacts>;

Error noSuch(const std::string& subject) {
    return inputError(worded("there is no \"%1\" any more", subject), worded("choose what the sheet is of"));
}

/// A node of the breakdown below those that it stands in, with what it comes to.
void scope(Report& report, const SheetFacts& facts) {
    const Programme& programme = facts.programme();
    const auto codes = breakdownCodes(programme);
    const auto sums = scopeFigures(programme, facts.schedule());
    std::unordered_map<BreakdownId, std::vector<std::size_t>> below;
    std::unordered_map<BreakdownId, std::pair<Instant, Instant>> spans;
    for (std::size_t i = 0; i < programme.breakdown.size(); ++i) below[programme.breakdown[i].parent].push_back(i);
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const ActivityFigures& figures = facts.schedule().activities[i];
        for (BreakdownId at = programme.activities[i].breakdown; at; at = programme.breakdown.row(at)->parent) {
            const auto span = spans.try_emplace(at, figures.earlyStart, figures.earlyFinish).first;
            span->second.first = std::min(span->second.first, figures.earlyStart);
            span->second.second = std::max(span->second.second, figures.earlyFinish);
        }
    }
    ReportTable table;
    table.name = SayReport::tr("Breakdown");
    table.columns = {{SayReport::tr("Code")},
                     {SayReport::tr("Work")},
                     {SayReport::tr("Activities"), true},
                     {SayReport::tr("Crew-days"), true},
                     {SayReport::tr("Time-related cost"), true},
                     {SayReport::tr("Start"), true},
                     {SayReport::tr("Finish"), true}};
    const auto row = [&](const QString& code, const QString& name, const ScopeFigures& sum) {
        ReportRow made;
        made.cells = {cell::text(code), cell::text(name), cell::count(sum.activities),
                      sum.measured ? cell::number(sum.crewDays.toDouble()) : cell::text({}),
                      sum.costed ? cell::money(sum.cost, facts.currency()) : cell::text({})};
        return made;
    };
    const std::function<void(BreakdownId, int)> add = [&](BreakdownId parent, int depth) {
        for (const std::size_t i : below[parent]) {
            const BreakdownNode& node = programme.breakdown[i];
            ReportRow made =
                row(show::text(codes[i]), QString(3 * depth, QChar::Nbsp) + show::text(node.name), sums[i]);
            if (const auto span = spans.find(node.id); span != spans.end()) {
                made.cells.push_back(cell::date(dateOf(span->second.first)));
                made.cells.push_back(cell::date(completionDate(span->second.second)));
            }
            table.rows.push_back(std::move(made));
            add(node.id, depth + 1);
        }
    };
    add({}, 0);
    ReportRow whole = row({}, SayReport::tr("The whole of it"), sums.back());
    whole.kind = ReportRow::Kind::total;
    table.rows.push_back(std::move(whole));
    report.table(std::move(table));
}

QString hoursOf(const DayWork& work) {
    if (work.empty()) return SayReport::tr("no work");
    QStringList spells;
    for (const Spell& spell : work) spells << show::text(spellText(spell));
    return spells.join(QStringLiteral(", "));
}

Outcome calendars(Report& report, const Facts& facts) {
    const Programme& programme = facts->programme();
    const auto& finish = facts->schedule().programmeFinish;
    const int first = yearMonthDay(dateOf(programme.job.start)).year;
    const int last = finish ? yearMonthDay(completionDate(*finish)).year : first;
    bool any = false;
    for (const Calendar& calendar : programme.calendars) {
        if (!facts->sheet.subject.empty() && calendar.key != facts->sheet.subject) continue;
        const auto resolved = resolve(programme.calendars.rows(), calendar.id);
        if (!resolved.ok()) continue;
        any = true;
        report.heading(show::text(calendar.name.empty() ? calendar.key : calendar.name));
        const auto used = std::count_if(programme.activities.begin(), programme.activities.end(), [&](const auto& one) {
            return one.kind != ActivityKind::hammock && calendarOf(programme, one) == calendar.id;
        });
        report.words(SayReport::tr("%1 work to it. A day is %2 hours.")
                         .arg(show::countOf(used, "activity", "activities"), show::hours(resolved->dayMinutes)));
        ReportTable week;
        week.name = SayReport::tr("Week");
        ReportRow row;
        for (unsigned day = 0; day < 7; ++day) {
            week.columns.push_back({show::dayName(int(day), true)});
            row.cells.push_back(cell::text(hoursOf(resolved->week[day])));
        }
        week.rows.push_back(std::move(row));
        report.table(std::move(week));
        for (int year = first; year <= std::min(last, first + 9); ++year)
            report.picture(picture::year(facts, calendar.id, year));
    }
    if (!any && !facts->sheet.subject.empty()) return noSuch(facts->sheet.subject);
    return any ? done() : Outcome(inputError(worded("the job has no calendars")));
}

/// A resource month by month below its histogram by weeks.
void resource(Report& report, const Facts& facts, LabourFindings& findings, const ResourceLine& line,
              const ViewField& field) {
    auto weeks = std::make_shared<ResourceDemand>(findings.of(line, DemandBy::week, field));
    if (weeks->picture.stacks.empty()) return;
    report.heading(show::text(line.name));
    QString words = line.quantity ? SayReport::tr("%1 in all.").arg(demandFigure(weeks->sum.hours))
                                  : SayReport::tr("%1 at once at most, %2 hours in all.")
                                        .arg(demandFigure(weeks->sum.peak), demandFigure(weeks->sum.hours, 0));
    if (line.daysOver > 0)
        words += SayReport::tr(" More than is on site on %1 to come.").arg(show::countOf(line.daysOver, "day", "days"));
    report.words(words);
    report.picture(picture::demand(facts, line, weeks));
    const ResourceDemand months = findings.of(line, DemandBy::month, field);
    ReportTable table;
    table.name = show::text(line.name);
    table.chart = ReportChart::columns;
    table.columns = {{SayReport::tr("Month")},
                     {line.quantity ? SayReport::tr("Most on a day") : SayReport::tr("Most at once"), true},
                     {SayReport::tr("On site"), true},
                     {SayReport::tr("Over"), true},
                     {line.quantity ? SayReport::tr("Quantity") : SayReport::tr("Hours"), true}};
    for (const DemandRow& row : months.rows) {
        if (row.hours.sign() == 0) continue;
        table.rows.push_back(
            {{cell::text(show::date(row.from).section(QLatin1Char(' '), 1)), cell::number(row.demand.toDouble(), 2),
              row.supply ? cell::number(row.supply->toDouble(), 2) : cell::text({}),
              row.excess.sign() > 0 ? cell::number(row.excess.toDouble(), 2) : cell::text({}),
              cell::number(row.hours.toDouble(), 1)}});
    }
    if (table.rows.size() > 1) {
        ReportRow sum{
            {cell::text(SayReport::tr("In all")), {}, {}, {}, cell::sum(cell::number(months.sum.hours.toDouble(), 1))},
            ReportRow::Kind::total};
        table.rows.push_back(std::move(sum));
    }
    report.table(std::move(table));
}

Outcome demand(Report& report, const Facts& facts) {
    LabourFindings findings(facts->now.programme, facts->now.schedule);
    const auto field = fieldNamed(facts->programme(), "breakdown");
    bool any = false;
    for (const ResourceLine& line : findings.lines()) {
        if (!facts->sheet.subject.empty() && line.name != facts->sheet.subject) continue;
        if (field) resource(report, facts, findings, line, *field);
        any = true;
    }
    if (!any && !facts->sheet.subject.empty()) return noSuch(facts->sheet.subject);
    return any ? done() : Outcome(inputError(worded("the job needs no labour, plant or materials yet")));
}

/// Each step with who carries it.
void steps(Report& report, const SheetFacts& facts, const SectionFigures& section) {
    const DelayAnalysis& analysis = facts.delay->timeImpact;
    ReportTable table;
    table.name = passage::sectionName(facts.programme(), section.section);
    table.columns = {{SayReport::tr("Stand")},
                     {SayReport::tr("Step")},
                     {SayReport::tr("From")},
                     {SayReport::tr("To")},
                     {SayReport::tr("Moved"), true},
                     {SayReport::tr("Entitled"), true},
                     {SayReport::tr("Concurrent"), true},
                     {SayReport::tr("Paid"), true}};
    const auto layout = layoutSteps(analysis, facts.delay->now, section, 700);
    if (!layout) return;
    for (const StepRow& row : layout->rows) {
        const DelayStep& step = analysis.steps[row.step];
        const StepFigures& figures = *step.of(section.section);
        table.rows.push_back(
            {{cell::text(step.window < analysis.stands.size() ? show::text(analysis.stands[step.window]) : QString()),
              cell::text(CompletionChart::wordsOf(row, facts.delay->now)), cell::date(figures.before),
              cell::date(figures.after), cell::count(figures.moved()), cell::count(figures.entitled),
              cell::count(figures.concurrent), cell::count(figures.compensable)}});
    }
    report.table(std::move(table));
}

Outcome completion(Report& report, const Facts& facts) {
    if (!facts->delay->fault.isEmpty()) return inputError(facts->delay->fault.toStdString());
    bool any = false;
    for (const SectionFigures& section : facts->schedule().sections) {
        const Section& row = *facts->programme().sections.row(section.section);
        if (!facts->sheet.subject.empty() && row.key != facts->sheet.subject) continue;
        any = true;
        report.heading(show::text(row.key + " " + row.name));
        if (auto chart = picture::completion(facts, section)) {
            report.picture(std::move(*chart));
            steps(report, *facts, section);
        } else {
            report.words(SayReport::tr("This section has no completion milestone in every stand of the job."));
        }
    }
    if (!any && !facts->sheet.subject.empty()) return noSuch(facts->sheet.subject);
    return any ? done() : Outcome(inputError(worded("the contract has no sections yet")));
}

Outcome narrative(Report& report, const SheetFacts& facts) {
    const std::string& wanted = facts.sheet.subject.empty() ? facts.sheet.revision : facts.sheet.subject;
    if (facts.revisions.empty())
        return inputError(worded("no revision is frozen yet"), worded("a narrative comes with the first"));
    for (auto one = facts.revisions.rbegin(); one != facts.revisions.rend(); ++one) {
        if (!wanted.empty() && one->key != wanted) continue;
        report.subtitle = SayReport::tr("Revision %1, %2, %3")
                              .arg(show::text(one->key), show::text(one->purpose), show::moment(one->at));
        report.markdown(show::text(one->narrative));
        if (report.blocks.empty()) report.words(SayReport::tr("This revision has no narrative."));
        return done();
    }
    return noSuch(wanted);
}

Outcome fill(Report& report, const Facts& facts) {
    switch (facts->sheet.view) {
    case SheetView::scope:
        scope(report, *facts);
        return done();
    case SheetView::calendars:
        return calendars(report, facts);
    case SheetView::demand:
        return demand(report, facts);
    case SheetView::cash:
        passage::cash(report, facts, true);
        return done();
    case SheetView::lines:
        passage::lines(report, *facts);
        return done();
    case SheetView::completion:
        return completion(report, facts);
    case SheetView::exposure:
        if (!facts->delay->fault.isEmpty()) return inputError(facts->delay->fault.toStdString());
        passage::sections(report, *facts);
        if (!facts->programme().sections.empty()) report.picture(picture::sections(facts));
        passage::exposure(report, facts);
        return done();
    case SheetView::soundness:
        passage::soundness(report, *facts, true);
        return done();
    case SheetView::odds:
        if (!facts->odds)
            return inputError(worded("nothing of the job is uncertain yet"),
                              worded("say what is on the page Odds of Delay"));
        if (!facts->odds->odds) return inputError(facts->odds->fault.toStdString());
        passage::odds(report, facts);
        return done();
    case SheetView::weeks:
        return weeksSheet(report, facts);
    case SheetView::places:
        return placesSheet(report, facts);
    case SheetView::narrative:
        return narrative(report, *facts);
    default:
        return inputError(worded("that is no report"));
    }
}

} // namespace

Result<std::shared_ptr<const Report>> reportOf(const std::shared_ptr<const SheetFacts>& facts) {
    if (!facts->schedule().ok()) return inputError(worded("the programme has no dates"), worded("mend it first"));
    if (facts->sheet.view == SheetView::statement) return statementOf(facts);
    if (facts->sheet.view == SheetView::report) return monthlyReportOf(facts);
    auto report = std::make_shared<Report>();
    report->job = show::text(facts->programme().job.title);
    if (facts->is) report->revision = show::text(facts->is->key);
    report->title = show::text(facts->sheet.key);
    report->subtitle = nameOf(facts->sheet.view);
    if (!facts->sheet.subject.empty()) report->subtitle += QStringLiteral(" · ") + show::text(facts->sheet.subject);
    if (Outcome made = fill(*report, facts); !made.ok()) return made.errors();
    report->foot = sheetFoot(*facts, report->subtitle, {});
    return std::shared_ptr<const Report>(report);
}

namespace {

/// What drives the date that is sure, section by section.
void oddsDrivers(Report& report, const OddsStudy::Findings& found) {
    if (!found.drivers || found.drivers->empty()) return;
    report.heading(
        SayReport::tr("What drives %1, each held in turn; the days do not add up").arg(percentileName(found.sure)), 2);
    ReportTable table;
    table.name = SayReport::tr("What drives it");
    table.columns = {{SayReport::tr("What")}};
    for (const OddsOfDate& one : found.odds->sections)
        table.columns.push_back({show::text(found.programme->sections.row(one.section)->key), true});
    table.columns.push_back({SayReport::tr("All work"), true});
    for (const OddsDriver& one : *found.drivers) {
        if (std::all_of(one.days.begin(), one.days.end(), [](double days) { return days == 0; })) continue;
        ReportRow row{{cell::text(show::text(one.key + (one.key.empty() ? "" : " ") + one.what))}};
        for (const double days : one.days) row.cells.push_back(cell::number(days, 1));
        table.rows.push_back(std::move(row));
    }
    report.table(std::move(table));
}

} // namespace

namespace passage {

QString sectionName(const Programme& programme, SectionId id) {
    const Section* section = programme.sections.row(id);
    return section ? show::text(section->key + " " + section->name) : QString();
}

void sections(Report& report, const SheetFacts& facts) {
    if (facts.programme().sections.empty()) return report.words(SayReport::tr("The contract has no sections yet."));
    ReportTable table;
    table.name = SayReport::tr("Sections");
    table.columns = {{SayReport::tr("Section")},          {SayReport::tr("Agreed")},
                     {SayReport::tr("Extended")},         {SayReport::tr("Forecast")},
                     {SayReport::tr("Late, days"), true}, {SayReport::tr("Unrelieved"), true},
                     {SayReport::tr("Assessed"), true},   {SayReport::tr("Claimed"), true}};
    const std::string& currency = facts.currency();
    for (const SectionFigures& one : facts.schedule().sections)
        table.rows.push_back(
            {{cell::text(sectionName(facts.programme(), one.section)), cell::date(one.completion),
              cell::date(one.extended),
              one.forecast ? cell::date(one.forecast) : cell::text(SayReport::tr("no milestone")),
              cell::count(one.daysLate), cell::money(one.damages.unrelieved, currency),
              cell::money(one.damages.assessed, currency), cell::money(one.damages.claimed, currency)}});
    const Exposure& all = facts.schedule().damages;
    // Where the contract's cap holds the whole it is no sum of the lines.
    const auto total = [&](const Fraction& sum, auto part) {
        Fraction lines;
        for (const SectionFigures& one : facts.schedule().sections) lines = lines + part(one.damages);
        return lines == sum ? cell::sum(cell::money(sum, currency)) : cell::money(sum, currency);
    };
    table.rows.push_back({{cell::text(SayReport::tr("In all")),
                           {},
                           {},
                           {},
                           {},
                           total(all.unrelieved, [](const Exposure& e) { return e.unrelieved; }),
                           total(all.assessed, [](const Exposure& e) { return e.assessed; }),
                           total(all.claimed, [](const Exposure& e) { return e.claimed; })},
                          ReportRow::Kind::total});
    report.table(std::move(table));
}

void exposure(Report& report, const std::shared_ptr<const SheetFacts>& facts) {
    const auto& course = facts->delay->report.course;
    if (course.size() < 2 || facts->programme().sections.empty()) return;
    report.heading(SayReport::tr("Over the stands of the job"), 2);
    report.picture(picture::exposure(facts));
    ReportTable table;
    table.name = SayReport::tr("Exposure over the stands");
    table.chart = ReportChart::lines;
    table.columns = {{SayReport::tr("Stand")},
                     {SayReport::tr("Data date")},
                     {SayReport::tr("Unrelieved"), true},
                     {SayReport::tr("Assessed"), true},
                     {SayReport::tr("Claimed"), true}};
    for (const StandExposure& one : course)
        table.rows.push_back(
            {{cell::text(show::text(one.name)),
              cell::date(one.dataDate ? std::optional(dateOf(*one.dataDate)) : std::nullopt),
              cell::money(one.total.unrelieved, facts->currency()), cell::money(one.total.assessed, facts->currency()),
              cell::money(one.total.claimed, facts->currency())}});
    report.table(std::move(table));
}

void odds(Report& report, const std::shared_ptr<const SheetFacts>& facts) {
    if (!facts->odds) return report.words(SayReport::tr("Nothing of the job is said to be uncertain."));
    if (!facts->odds->odds) return report.words(facts->odds->fault);
    const OddsStudy::Findings& found = *facts->odds;
    const Odds& odds = *found.odds;
    const Programme& programme = facts->programme();
    const AsideWords aside = asideWords(found, Relief::unrelieved);
    report.words(SayReport::tr("To put aside: %1. %2").arg(aside.sum, aside.lines.join(QLatin1Char(' '))));
    ReportTable table;
    table.name = SayReport::tr("Dates and their chances");
    table.columns = {{SayReport::tr("Section")},  {SayReport::tr("Due")},  {SayReport::tr("Chance"), true},
                     {SayReport::tr("Forecast")}, {QStringLiteral("P10")}, {QStringLiteral("P50")},
                     {percentileName(found.sure)}};
    const auto add = [&](const OddsOfDate& one) {
        const Section* section = programme.sections.row(one.section);
        const std::optional<Date> due =
            section ? std::optional(section->completion + section->grantedDays) : std::nullopt;
        table.rows.push_back(
            {{cell::text(section ? show::text(section->key + " " + section->name) : SayReport::tr("All work")),
              cell::date(due), due ? cell::share(one.chanceOf(*due)) : cell::text({}), cell::date(one.deterministic),
              cell::date(one.at(100)), cell::date(one.at(500)), cell::date(one.at(found.sure))}});
    };
    for (const OddsOfDate& one : odds.sections) add(one);
    add(odds.finish);
    report.table(std::move(table));
    const bool whole = facts->sheet.view == SheetView::odds;
    for (const OddsOfDate& one : odds.sections)
        if (whole) report.picture(picture::oddsOfDate(facts, one));
    if (odds.unrelieved.sorted.back() > 0) report.picture(picture::oddsOfMoney(facts));
    oddsDrivers(report, found);
    QStringList notes;
    for (const std::string& note : odds.notes) notes << show::text(note);
    notes << SayReport::tr("%1 runs, seed %2").arg(show::number(Decimal(odds.runs))).arg(found.seed);
    report.words(notes.join(QStringLiteral("; ")) + QLatin1Char('.'));
}

void course(Report& report, const std::shared_ptr<const SheetFacts>& facts) {
    if (facts->programme().sections.empty()) return report.words(SayReport::tr("The contract has no sections yet."));
    ReportTable table;
    table.name = SayReport::tr("Sections over the stands");
    table.columns = {{SayReport::tr("Stand")}, {SayReport::tr("Data date")}};
    const Programme& programme = facts->programme();
    for (const Section& section : programme.sections) table.columns.push_back({show::text(section.key)});
    for (const StandExposure& one : facts->delay->report.course) {
        ReportRow row{{cell::text(show::text(one.name)),
                       cell::date(one.dataDate ? std::optional(dateOf(*one.dataDate)) : std::nullopt)}};
        for (const Section& section : programme.sections) {
            const auto at = std::find_if(one.sections.begin(), one.sections.end(),
                                         [&](const SectionFigures& f) { return f.section == section.id; });
            row.cells.push_back(at == one.sections.end() ? cell::text({}) : cell::date(at->forecast));
        }
        table.rows.push_back(std::move(row));
    }
    report.picture(picture::course(facts));
    report.table(std::move(table));
}

void lines(Report& report, const SheetFacts& facts) {
    if (!facts.plan.state.schedule || !facts.plan.state.schedule->ok()) return;
    const QString unit = SayReport::tr("crew-days");
    const ProgressLines lines = progressLines(*facts.plan.state.programme, *facts.plan.state.schedule,
                                              facts.programme(), facts.schedule(), ProgressWeight::crewDays);
    if (lines.earned.budget <= 0) return report.words(SayReport::tr("Nothing in the plan has crews and days."));
    report.picture(picture::lines(lines, unit));
    const EarnedValue& ev = lines.earned;
    if (facts.programme().job.dataDate)
        report.words(
            SayReport::tr("By the data date %1 of %2 crew-days were planned and %3 are done, measured against %4. "
                          "In time that is week %5 of %6.")
                .arg(cell::number(ev.planned).text, cell::number(ev.budget).text, cell::number(ev.earned).text,
                     facts.plan.name, cell::number(ev.earnedSchedule, 1).text, cell::number(ev.weeks, 1).text));
    ReportTable table;
    table.name = SayReport::tr("Planned against done");
    table.chart = ReportChart::lines;
    table.columns = {{SayReport::tr("Up to")},
                     {SayReport::tr("Planned"), true},
                     {SayReport::tr("Done"), true},
                     {SayReport::tr("Forecast"), true}};
    unsigned month = 0;
    for (std::size_t i = 0; i < lines.points.size(); ++i) {
        const ProgressPoint& point = lines.points[i];
        // The first week of each month, and the ends.
        const unsigned now = yearMonthDay(point.day).month;
        if (now == month && i + 1 < lines.points.size() && !(point.done && point.forecast)) continue;
        month = now;
        table.rows.push_back({{cell::date(point.day), cell::number(point.planned),
                               point.done ? cell::number(*point.done) : cell::text({}),
                               point.forecast ? cell::number(*point.forecast) : cell::text({})}});
    }
    report.table(std::move(table));
}

void cash(Report& report, const std::shared_ptr<const SheetFacts>& facts, bool months) {
    const std::shared_ptr<const CostFindings> found = findCosts(facts->now.programme, facts->now.schedule, facts->plan);
    if (found->cash.months.empty())
        return report.words(SayReport::tr("Nothing in the job costs or earns anything yet."));
    const std::string& currency = facts->currency();
    report.words(SayReport::tr("Cost in all %1, value in all %2. The deepest position of cash is %3 on %4.")
                     .arg(cell::money(found->cash.cost, currency).text, cell::money(found->cash.value, currency).text,
                          cell::money(found->cash.deepest.position, currency).text,
                          show::date(found->cash.deepest.day)));
    report.picture(picture::money(found));
    if (!months) return;
    ReportTable table;
    table.name = SayReport::tr("Cost and cash");
    table.chart = ReportChart::lines;
    table.columns = {{SayReport::tr("Month")},          {SayReport::tr("Cost"), true}, {SayReport::tr("Value"), true},
                     {SayReport::tr("Received"), true}, {SayReport::tr("Paid"), true}, {SayReport::tr("Cash"), true}};
    // Rounded so that the months come to the whole.
    Fraction cost, value, received, paid;
    for (const CostPeriod& one : costSchedule(*found, false).periods) {
        cost = cost + Fraction(one.cost);
        value = value + Fraction(one.value);
        received = received + Fraction(one.received);
        paid = paid + Fraction(one.paid);
        table.rows.push_back(
            {{cell::text(show::text(one.name)), cell::money(Fraction(one.cost), currency),
              cell::money(Fraction(one.value), currency), cell::money(Fraction(one.received), currency),
              cell::money(Fraction(one.paid), currency), cell::money(received - paid, currency)}});
    }
    table.rows.push_back({{cell::text(SayReport::tr("In all")),
                           cell::sum(cell::money(cost, currency)),
                           cell::sum(cell::money(value, currency)),
                           cell::sum(cell::money(received, currency)),
                           cell::sum(cell::money(paid, currency)),
                           {}},
                          ReportRow::Kind::total});
    report.table(std::move(table));
}

void soundness(Report& report, const SheetFacts& facts, bool findings) {
    const bool dated = facts.plan.state.schedule && facts.plan.state.schedule->ok();
    const Soundness found = soundnessOf(
        facts.programme(), facts.schedule(),
        dated ? AgreedDates{facts.plan.state.programme.get(), facts.plan.state.schedule.get()} : AgreedDates{});
    ReportTable table;
    table.name = SayReport::tr("Fourteen measures");
    table.columns = {{SayReport::tr("Measure")},
                     {SayReport::tr("Found"), true},
                     {SayReport::tr("Of"), true},
                     {SayReport::tr("Result")},
                     {SayReport::tr("Note")}};
    for (const SoundnessMeasure& one : found.measures) {
        using Verdict = SoundnessMeasure::Verdict;
        const bool measured = one.verdict != Verdict::notMeasured;
        table.rows.push_back(
            {{cell::text(show::words(one.title)), measured ? cell::number(double(one.count)) : cell::text({}),
              measured ? cell::number(double(one.of)) : cell::text({}),
              cell::text(one.verdict == Verdict::passes  ? SayReport::tr("passes")
                         : one.verdict == Verdict::fails ? SayReport::tr("fails")
                                                         : SayReport::tr("not measured")),
              cell::text(show::text(one.note))}});
    }
    report.table(std::move(table));
    if (!findings) return;
    ReportTable list;
    list.name = SayReport::tr("Findings");
    list.columns = {{SayReport::tr("Of")}, {SayReport::tr("Finding")}, {SayReport::tr("Meant so, because")}};
    std::optional<Concern> concern;
    for (const Finding& one : found.findings) {
        if (one.concern != concern)
            list.rows.push_back({{cell::text(show::words(kindOf(one.concern).title))}, ReportRow::Kind::heading});
        concern = one.concern;
        const Activity* of = facts.programme().activities.row(one.activity);
        list.rows.push_back(
            {{cell::text(show::text(of ? of->key + " " + of->name : one.about)), cell::text(show::text(one.sentence)),
              cell::text(one.aside ? show::text(*one.aside) : QString())}});
    }
    if (!list.rows.empty()) report.heading(SayReport::tr("What was found"));
    if (!list.rows.empty()) report.table(std::move(list));
}

} // namespace passage

} // namespace yarrin
