// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/pictures.h"

#include "app/base/format.h"
#include "app/base/preferences.h"
#include "app/delay/completion_chart.h"
#include "app/labour/heads.h"
#include "app/progress/lines_page.h"
#include "chart/layout/section_layout.h"
#include "chart/layout/year_layout.h"
#include "chart/paint/calendar_painter.h"
#include "chart/paint/money_painter.h"
#include "chart/paint/section_painter.h"
#include "chart/paint/step_painter.h"
#include "core/contract/damages_lines.h"

#include "app/delay/odds_words.h"
#include <QCoreApplication>
#include <QFontMetricsF>

#include <QLocale>

#include <cmath>

namespace yarrin::picture {

namespace {

struct SayPicture {
    Q_DECLARE_TR_FUNCTIONS(ReportPicture)
};

constexpr double usual = 700; ///< a width of which the height of a chart follows, where it does

const Theme& light() {
    return Theme::light();
}

/// What colours and strokes mean, from left to right.
class Signs {
public:
    Signs(QPainter& painter, double x, double y) : m_painter(painter), m_x(x), m_y(y) {}
    void box(const QString& words, const QBrush& brush, const QColor& edge = {}) {
        m_painter.setPen(edge.isValid() ? QPen(edge, 1) : QPen(Qt::NoPen));
        m_painter.setBrush(brush);
        m_painter.drawRect(QRectF(m_x, m_y + 3, 13, 8));
        put(words, 18);
    }
    void stroke(const QString& words, const QPen& pen) {
        m_painter.setPen(pen);
        m_painter.drawLine(QPointF(m_x, m_y + 7), QPointF(m_x + 16, m_y + 7));
        put(words, 21);
    }

private:
    void put(const QString& words, double after) {
        m_painter.setFont(secondaryFont());
        m_painter.setPen(light().muted);
        m_painter.drawText(QRectF(m_x + after, m_y, 400, 15), Qt::AlignVCenter, words);
        m_x += after + QFontMetricsF(secondaryFont()).horizontalAdvance(words) + 18;
    }
    QPainter& m_painter;
    double m_x, m_y;
};

void words(QPainter& painter, const QRectF& box, Qt::Alignment side, const QColor& colour, const QString& text) {
    painter.setFont(secondaryFont());
    painter.setPen(colour);
    painter.drawText(box, side | Qt::AlignVCenter,
                     QFontMetricsF(secondaryFont()).elidedText(text, Qt::ElideRight, box.width()));
}

AxisStyle axisStyle() {
    const Preferences& prefer = preferences();
    return {prefer.firstWeekday, prefer.weekNumbers == Preferences::WeekNumbers::iso, 0};
}

/// Months and weeks over a chart, without damages.
void axisAbove(QPainter& painter, const TimeScale& scale, double width, const Job& job) {
    BarLayout layout;
    if (job.dataDate) layout.dataDateX = scale.x(*job.dataDate);
    AxisInk ink{light(), width, [](const Fraction&) { return QString(); }, [](SectionId) { return QString(); }, {}};
    if (job.dataDate) ink.dataDate = show::shortDate(dateOf(*job.dataDate));
    painter.save();
    painter.setClipRect(QRectF(0, 0, width, axisHeight), Qt::IntersectClip);
    paintAxis(painter, axisFor(scale, width, dateOf(job.start), axisStyle()), layout, ink);
    painter.restore();
}

QString sectionName(const Programme& programme, SectionId id) {
    const Section* section = programme.sections.row(id);
    return section ? show::text(section->key + " " + section->name) : QString();
}

} // namespace

ReportPicture sections(const std::shared_ptr<const SheetFacts>& facts) {
    ReportPicture made;
    made.name = QStringLiteral("sections");
    made.caption =
        SayPicture::tr("Each section's date as agreed and as extended, the forecast, and damages between them.");
    made.height = layoutSections(facts->programme(), facts->schedule().sections, usual).height;
    made.paint = [facts](QPainter& painter, const QSizeF& size) {
        const Programme& programme = facts->programme();
        const SectionLayout layout = layoutSections(programme, facts->schedule().sections, size.width());
        const SectionInk ink{light(), [&](const SectionLine& line) { return sectionName(programme, line.section); },
                             [&](const SectionLine& line) {
                                 const Section& section = *programme.sections.row(line.section);
                                 return SayPicture::tr("%1 a %2").arg(
                                     show::money(section.rate, facts->currency()),
                                     section.per == DamagesPer::day ? SayPicture::tr("day") : SayPicture::tr("week"));
                             },
                             [&](const SectionLine& line) {
                                 if (line.daysLate <= 0) return show::lateness(line.daysLate);
                                 const QString sum = show::money(line.sum, facts->currency());
                                 return SayPicture::tr("%1, %2").arg(show::lateness(line.daysLate), sum);
                             },
                             [](Date date) { return show::shortDate(date); }};
        paintSections(painter, layout, ink);
    };
    return made;
}

std::optional<ReportPicture> completion(const std::shared_ptr<const SheetFacts>& facts, const SectionFigures& section,
                                        EventId chosen) {
    if (!facts->delay) return {};
    const auto laid = [facts, section](double width) {
        return layoutSteps(facts->delay->timeImpact, facts->delay->now, section, width);
    };
    const auto first = laid(usual);
    if (!first) return {};
    ReportPicture made;
    made.name = QStringLiteral("completion");
    made.caption = SayPicture::tr("%1: from the completion agreed to the forecast, step by step, by who carries it.")
                       .arg(sectionName(facts->programme(), section.section));
    constexpr double forSigns = 20;
    made.height = first->height + forSigns;
    made.paint = [facts, laid, chosen](QPainter& painter, const QSizeF& size) {
        const auto layout = laid(size.width());
        if (!layout) return;
        const auto marked = [](const std::optional<StepMark>& mark, const QString& text) {
            return mark ? text.arg(show::shortDate(mark->date)) : QString();
        };
        const StepInk ink{light(),
                          size.width(),
                          [](Date date) { return show::shortDate(date); },
                          [&](const StepRow& row) { return CompletionChart::wordsOf(row, facts->delay->now); },
                          SayPicture::tr("completion %1").arg(show::date(layout->contract.date)),
                          show::date(layout->forecast.date),
                          show::text(facts->delay->timeImpact.stands.front()),
                          SayPicture::tr("Forecast"),
                          marked(layout->granted, SayPicture::tr("granted: %1")),
                          marked(layout->assessed, SayPicture::tr("assessed: %1")),
                          chosen};
        paintSteps(painter, *layout, ink);
        Signs signs(painter, 16, size.height() - 17);
        signs.box(SayPicture::tr("Employer's risk"), light().employer);
        signs.box(SayPicture::tr("Neutral"), light().neutral);
        signs.box(SayPicture::tr("Our risk"), light().own);
        signs.box(SayPicture::tr("Recovered"), light().recovered);
        signs.box(SayPicture::tr("Concurrent: time, no money"), QBrush(light().own, Qt::BDiagPattern), light().own);
    };
    return made;
}

ReportPicture exposure(const std::shared_ptr<const SheetFacts>& facts) {
    ReportPicture made;
    made.name = QStringLiteral("exposure");
    made.caption =
        SayPicture::tr("Damages exposed to at each stand of the job: with the time granted only, with what our own "
                       "analysis supports, and with everything claimed.");
    made.height = 210;
    made.paint = [facts](QPainter& painter, const QSizeF& size) {
        const auto& course = facts->delay->report.course;
        if (course.empty()) return;
        std::vector<LineSeries> series(reliefs);
        std::vector<double> places;
        LinesInk ink{light(),
                     {{light().critical, 2, true, false}, {light().nearText, 2, false, true}, {light().goodText, 2}},
                     [&](double value) { return show::money(Decimal(std::int64_t(value)), facts->currency()); },
                     {}};
        for (std::size_t i = 0; i < course.size(); ++i) {
            places.push_back(double(i));
            ink.places.push_back(show::text(course[i].name).section(QLatin1Char(' '), 0, 1));
            for (std::size_t r = 0; r < reliefs; ++r)
                series[r].values.push_back(sumOf(course[i].total, static_cast<Relief>(r)).toDouble());
        }
        paintLines(painter, layoutLines(series, places, size.width(), size.height() - 20, {76, 40, 10, 24}), ink);
        Signs signs(painter, 76, size.height() - 17);
        signs.stroke(SayPicture::tr("unrelieved"), QPen(light().critical, 2, Qt::DotLine));
        signs.stroke(SayPicture::tr("assessed"), QPen(light().nearText, 2, Qt::DashLine));
        signs.stroke(SayPicture::tr("claimed"), QPen(light().goodText, 2));
    };
    return made;
}

ReportPicture course(const std::shared_ptr<const SheetFacts>& facts) {
    ReportPicture made;
    made.name = QStringLiteral("course");
    made.caption = SayPicture::tr("Days that each section was forecast late at each stand of the job.");
    made.height = 190;
    made.paint = [facts](QPainter& painter, const QSizeF& size) {
        const auto& course = facts->delay->report.course;
        std::vector<LineSeries> series;
        std::vector<double> places;
        LinesInk ink{light(), {}, [](double value) { return SayPicture::tr("%1 d").arg(value); }, {}};
        const Qt::PenStyle styles[] = {Qt::SolidLine, Qt::DashLine, Qt::DotLine};
        Signs signs(painter, 60, size.height() - 17);
        for (std::size_t s = 0; s < facts->programme().sections.size(); ++s) {
            const Section& section = facts->programme().sections[s];
            LineSeries line;
            for (const StandExposure& stand : course) {
                std::optional<double> late;
                for (const SectionFigures& one : stand.sections)
                    if (one.section == section.id && one.daysLate) late = std::max(0, *one.daysLate);
                line.values.push_back(late);
            }
            const QColor colour = light().sorting[s % light().sorting.size()];
            const Qt::PenStyle style = styles[s % std::size(styles)];
            ink.lines.push_back({colour, 2, style == Qt::DotLine, style == Qt::DashLine});
            series.push_back(std::move(line));
            signs.stroke(show::text(section.key), QPen(colour, 2, style));
        }
        for (std::size_t i = 0; i < course.size(); ++i) {
            places.push_back(double(i));
            ink.places.push_back(show::text(course[i].name).section(QLatin1Char(' '), 0, 1));
        }
        if (!series.empty())
            paintLines(painter, layoutLines(series, places, size.width(), size.height() - 20, {60, 40, 10, 24}), ink);
    };
    return made;
}

ReportPicture lines(const ProgressLines& lines, const QString& unit) {
    ReportPicture made;
    made.name = QStringLiteral("progress");
    made.caption = SayPicture::tr("Planned against done, in %1.").arg(unit);
    made.height = 230;
    made.paint = [points = lines.points](QPainter& painter, const QSizeF& size) {
        if (points.size() < 2) return;
        (void)paintProgressLines(painter, points, light(), size.width(), size.height() - 20);
        Signs signs(painter, 70, size.height() - 17);
        signs.stroke(SayPicture::tr("planned"), QPen(light().hammock, 2));
        signs.stroke(SayPicture::tr("done"), QPen(light().accent, 2.5));
        signs.stroke(SayPicture::tr("forecast"), QPen(light().accent, 1.5, Qt::DashLine));
    };
    return made;
}

ReportPicture demand(const std::shared_ptr<const SheetFacts>& facts, const ResourceLine& line,
                     const std::shared_ptr<const ResourceDemand>& demand) {
    ReportPicture made;
    made.name = QStringLiteral("demand-") + show::text(line.name);
    made.height = 210;
    made.paint = [facts, demand](QPainter& painter, const QSizeF& size) {
        const auto& stacks = demand->picture.stacks;
        if (stacks.empty()) return;
        constexpr double left = 40;
        const double wide = size.width() - left, tall = size.height() - axisHeight - 18;
        const double days = std::max(1, stacks.back().to - stacks.front().from);
        const TimeScale scale{startOf(stacks.front().from), wide / days};
        painter.translate(left, 0);
        axisAbove(painter, scale, wide, facts->programme().job);
        painter.translate(0, axisHeight);
        const auto colour = [](int group) { return light().sorting[std::size_t(group) % light().sorting.size()]; };
        const DemandLayout layout = layoutDemand(demand->picture, scale, wide, tall, facts->programme().job.dataDate);
        paintDemand(painter, layout, wide, DemandInk{light(), colour, {}, {}});
        for (const auto& [y, value] : layout.marks)
            if (value > 0)
                words(painter, QRectF(-left, y - 7, left - 6, 14), Qt::AlignRight, light().muted,
                      QLocale::c().toString(value, 'g', 6));
        Signs signs(painter, 0, tall + 3);
        for (std::size_t g = 0; g < demand->groups.size() && g < 5; ++g) {
            const QString name = show::text(demand->groups[g]).section(QStringLiteral(" / "), -1);
            signs.box(name.isEmpty() ? SayPicture::tr("without") : name, mixed(colour(int(g)), light().paper, 0.2));
        }
        if (!demand->picture.supply.empty()) signs.stroke(SayPicture::tr("on site"), QPen(light().ink, 2));
        if (demand->sum.daysOver > 0)
            signs.box(SayPicture::tr("over it"), QBrush(light().critical, Qt::BDiagPattern), light().critical);
    };
    return made;
}

ReportPicture money(const std::shared_ptr<const CostFindings>& found) {
    ReportPicture made;
    made.name = QStringLiteral("cash");
    made.caption =
        SayPicture::tr("Cost and value month by month, their sums as planned and as forecast, and the position of "
                       "cash below.");
    made.height = 320;
    made.paint = [found](QPainter& painter, const QSizeF& size) {
        if (found->picture.months.empty()) return;
        const MoneyLayout layout = layoutMoney(found->picture, size.width(), size.height() - 20);
        const auto figure = [](double value) {
            return std::abs(value) >= 1e6 ? SayPicture::tr("%1 m").arg(QLocale::c().toString(value / 1e6, 'g', 3))
                                          : SayPicture::tr("%1 k").arg(QLocale::c().toString(value / 1e3, 'g', 4));
        };
        MoneyInk ink{light(), figure, {}, {}};
        if (found->picture.dataDate) ink.dataDate = show::shortDate(*found->picture.dataDate);
        paintMoney(painter, layout, size.width(), ink);
        std::array<bool, costHeads> used{};
        for (const MoneyBox& box : layout.boxes) used[std::size_t(box.head)] = true;
        Signs signs(painter, layout.left, size.height() - 17);
        for (int h = 0; h < int(costHeads); ++h)
            if (used[std::size_t(h)]) signs.box(shownHeads().of(CostHead(h)), headColour(h, light()));
        signs.stroke(SayPicture::tr("cost"), QPen(light().accent, 2.4));
        signs.stroke(SayPicture::tr("planned"), QPen(light().hammock, 1.6));
        if (!layout.values.empty()) signs.stroke(SayPicture::tr("value"), QPen(light().ink, 2));
    };
    return made;
}

ReportPicture year(const std::shared_ptr<const SheetFacts>& facts, CalendarId id, int number) {
    ReportPicture made;
    made.name = QStringLiteral("calendar-%1-%2").arg(id.value).arg(number);
    made.height = 250;
    made.paint = [facts, id, number](QPainter& painter, const QSizeF& size) {
        const auto resolved = resolve(facts->programme().calendars.rows(), id);
        if (!resolved.ok()) return;
        const Calendar* calendar = facts->programme().calendars.row(id);
        const std::size_t own = calendar ? calendar->exceptions.size() : 0;
        const bool ownWeather = !calendar || calendar->weather.has_value() || !resolved->weather;
        const std::set<Date> none;
        paintYear(painter,
                  layOutYear(*resolved, resolved->exceptions.size() - own, ownWeather, number, {}, size.width() - 4,
                             size.height() - 4, preferences().firstWeekday),
                  {light(), none, {}, {}});
    };
    return made;
}

ReportPicture bars(FrozenState state, const std::vector<ActivityId>& ids, const QString& caption,
                   std::optional<Date> dataDate, const std::shared_ptr<const Schedule>& outlined) {
    struct Held {
        FrozenState state;
        std::vector<ChartRow> rows;
        std::optional<Outline> outline;
        TimeScale scale;
        Job job;
    };
    auto held = std::make_shared<Held>();
    held->state = std::move(state);
    held->job = held->state.programme->job;
    if (dataDate) held->job.dataDate = startOf(*dataDate);
    if (outlined) held->outline = outlineOf(*outlined, {});
    std::optional<Instant> first, last;
    for (const ActivityId id : ids) {
        const std::size_t index = held->state.programme->activities.indexOf(id);
        if (index >= held->state.programme->activities.size()) continue;
        ChartRow row;
        row.activity = id;
        row.index = index;
        held->rows.push_back(row);
        const ActivityFigures& figures = held->state.schedule->activities[index];
        first = std::min(first.value_or(figures.earlyStart), figures.earlyStart);
        last = std::max(last.value_or(figures.earlyFinish), figures.earlyFinish);
    }
    constexpr double rowTall = 22;
    ReportPicture made;
    made.name = QStringLiteral("bars");
    made.caption = caption;
    made.height = axisHeight + rowTall * double(held->rows.size()) + 4;
    held->scale.origin = first.value_or(held->job.start) - 7 * minutesPerDay;
    const double days = double(last.value_or(held->scale.origin) - held->scale.origin) / minutesPerDay + 21;
    made.paint = [held, days](QPainter& painter, const QSizeF& size) {
        const double names = std::min(240.0, size.width() * 0.36), wide = size.width() - names;
        const TimeScale scale{held->scale.origin, wide / std::max(14.0, days)};
        BarMetrics metrics;
        metrics.rowHeight = rowTall;
        const BarRequest request{*held->state.programme,
                                 *held->state.schedule,
                                 held->rows,
                                 0,
                                 held->rows.size(),
                                 scale,
                                 wide,
                                 metrics,
                                 {},
                                 true,
                                 held->outline ? &*held->outline : nullptr};
        for (std::size_t i = 0; i < held->rows.size(); ++i) {
            const Activity& activity = held->state.programme->activities[held->rows[i].index];
            words(painter, QRectF(0, axisHeight + rowTall * double(i), names - 8, rowTall), Qt::AlignLeft, light().ink,
                  show::text(activity.key + "  " + activity.name));
        }
        painter.translate(names, 0);
        axisAbove(painter, scale, wide, held->job);
        painter.translate(0, axisHeight);
        painter.setClipRect(QRectF(0, 0, wide, size.height() - axisHeight), Qt::IntersectClip);
        BarInk ink{light(), QRectF(0, 0, wide, size.height() - axisHeight)};
        ink.metrics = metrics;
        paintBars(painter, layoutBars(request), held->rows, axisFor(scale, wide, dateOf(held->job.start), axisStyle()),
                  ink);
    };
    return made;
}

ReportPicture oddsOfDate(const std::shared_ptr<const SheetFacts>& facts, const OddsOfDate& date) {
    const Section* section = facts->programme().sections.row(date.section);
    ReportPicture picture;
    picture.name = section ? QStringLiteral("odds-") + show::text(section->key) : QStringLiteral("odds");
    picture.caption =
        section ? SayPicture::tr("When %1 may be complete").arg(show::text(section->key + " " + section->name))
                : SayPicture::tr("When all work may be complete");
    picture.height = 230;
    picture.paint = [facts, date](QPainter& painter, const QSizeF& size) {
        OddsPlot plot(datePlot(*facts->odds, date, facts->schedule(), light()), light());
        plot.setSize(size.toSize());
        plot.paint(painter);
    };
    return picture;
}

ReportPicture oddsOfMoney(const std::shared_ptr<const SheetFacts>& facts) {
    ReportPicture picture;
    picture.name = QStringLiteral("odds-of-damages");
    picture.caption = SayPicture::tr("What damages may come to, on the time granted so far");
    picture.height = 230;
    picture.paint = [facts](QPainter& painter, const QSizeF& size) {
        OddsPlot plot(moneyPlot(*facts->odds, Relief::unrelieved, facts->schedule(), light()), light());
        plot.setSize(size.toSize());
        plot.paint(painter);
    };
    return picture;
}

} // namespace yarrin::picture
