// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/bar_painter.h"
#include "chart/paint/step_painter.h"
#include "support/builder.h"

#include <QImage>
#include <QTest>

#include <cmath>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// A chart of a programme at ten pixels a day, its first day at x = 0.
struct Chart {
    explicit Chart(Programme p)
        : programme(std::move(p)), schedule(yarrin::schedule(programme)), rows(rowsFor(programme, schedule, {}, {})) {}
    [[nodiscard]] BarRequest request() const {
        return {programme, schedule, rows, 0, rows.size(), {startOf(dateFrom(2027, 3, 1)), 10}, 400, {}, {}, true};
    }
    Programme programme;
    Schedule schedule;
    std::vector<ChartRow> rows;
};

QImage painted(const Chart& chart, double scale, const Theme& theme = Theme::light()) {
    QImage image(int(400 * scale), int(130 * scale), QImage::Format_RGB32);
    image.setDevicePixelRatio(scale);
    QPainter painter(&image);
    BarInk ink{theme, QRectF(0, 0, 400, 130)};
    paintBars(painter, layoutBars(chart.request()), chart.rows,
              axisFor(chart.request().scale, 400, dateFrom(2027, 3, 1)), ink);
    return image;
}

QColor at(const QImage& image, double x, double y) {
    return image.pixelColor(int(x * image.devicePixelRatio()), int(y * image.devicePixelRatio()));
}

bool near(const QColor& a, const QColor& b) {
    return std::abs(a.red() - b.red()) + std::abs(a.green() - b.green()) + std::abs(a.blue() - b.blue()) < 24;
}

} // namespace

class ChartTest : public QObject {
    Q_OBJECT
private slots:
    // ---- steps and lines

    /// Three steps by hand: +4 employer, own 2 beside it, -3 recovered, on a scale of 7 days over 300 pixels.
    void stepsJoinOnToEachOther() {
        const SectionId id{1};
        Programme now;
        DelayEvent event;
        event.id = EventId{1};
        now.events.append(event);
        event.id = EventId{2};
        event.risk = Risk::contractor;
        now.events.append(event);
        DelayAnalysis analysis;
        analysis.stands = {"plan", "now"};
        const Date first = dateFrom(2027, 6, 1);
        const auto add = [&](DelayStep::Kind kind, EventId of, int from, int to, int concurrent) {
            DelayStep step;
            step.kind = kind;
            step.event = of;
            step.window = 1;
            step.sections = {{id, first + from, first + to, 0, concurrent, 0, 0, {}, {}}};
            analysis.steps.push_back(step);
        };
        add(DelayStep::Kind::event, EventId{1}, 0, 4, 2);
        add(DelayStep::Kind::event, EventId{2}, 4, 4, 2);
        add(DelayStep::Kind::progress, {}, 4, 4, 0); // moves nothing: no row
        add(DelayStep::Kind::progress, {}, 4, 1, 0);
        SectionFigures figures;
        figures.section = id;
        figures.extended = first + 2;
        figures.assessedDays = 5;
        StepMetrics metrics;
        const auto layout = layoutSteps(analysis, now, figures, metrics.labelWidth + 14 + 700 + metrics.after, metrics);
        QVERIFY(layout.has_value());
        QCOMPARE(layout->rows.size(), std::size_t(3));
        const auto& rows = layout->rows;
        QCOMPARE(rows[0].heading, std::string("now"));
        QVERIFY(rows[1].heading.empty());
        QCOMPARE(rows[0].carrier, Carrier::employer);
        QCOMPARE(rows[1].carrier, Carrier::own);
        QCOMPARE(rows[2].carrier, Carrier::recovered);
        const double day = 100; // seven days, the latest being the seventh
        QCOMPARE(rows[0].x1 - rows[0].x0, 4 * day);
        QCOMPARE(rows[2].x1 - rows[2].x0, -3 * day);
        QCOMPARE(rows[1].hatch1 - rows[1].hatch0, 2 * day); // the last two days of the employer's four
        QCOMPARE(rows[1].hatch1, rows[0].x1);
        QCOMPARE(layout->forecast.x, rows[2].x1);
        QCOMPARE(layout->granted->x - layout->contract.x, 2 * day);
        QCOMPARE(layout->assessed->x - layout->contract.x, 7 * day);
        for (std::size_t i = 1; i < rows.size(); ++i) QVERIFY(rows[i].y > rows[i - 1].y + rows[i - 1].height);
        QVERIFY(!layoutSteps(analysis, now, SectionFigures{}, 800).has_value());
        // Something is painted where the bar is, in its colour.
        QImage image(int(layout->right + metrics.after), int(layout->height), QImage::Format_RGB32);
        QPainter painter(&image);
        painter.fillRect(image.rect(), Theme::light().paper);
        StepInk ink{Theme::light(),
                    double(image.width()),
                    [](Date) { return QString(); },
                    [](const StepRow&) { return QString(); },
                    {},
                    {},
                    {},
                    {},
                    {},
                    {},
                    {}};
        paintSteps(painter, *layout, ink);
        const int y = int(rows[0].y + rows[0].height / 2);
        QCOMPARE(image.pixelColor(int(rows[0].x0) + 20, y), Theme::light().employer);
    }

    void linesStandOnRoundValues() {
        const LineLayout layout = layoutLines({{{0.0, 184000.0, std::nullopt, 73500.0}}}, {0, 1, 2, 3}, 400, 200);
        QCOMPARE(layout.lines[0].size(), std::size_t(3));
        QCOMPARE(layout.lines[0][0].y, layout.bottom);
        QVERIFY(layout.ticks.size() >= 3 && layout.ticks.size() <= 7);
        QVERIFY(layout.ticks.back().value >= 184000);
        for (const LineTick& tick : layout.ticks) QVERIFY(std::fmod(tick.value, 10000) == 0);
        QCOMPARE(layout.places.front(), layout.left);
        QCOMPARE(layout.places.back(), layout.right);
        QVERIFY(layoutLines({}, {}, 100, 100).lines.empty());
    }

    /// Painted strip by strip, as scrolling does, a chart is the same as painted in one go.
    void stripsMakeOnePicture() {
        Builder b;
        for (const char* key : {"A", "B", "C", "D", "E"}) b.task(key, 3);
        b.milestone("M").link("A", "B").link("A", "C", LinkType::ss, 480).link("B", "E").link("E", "M").link("D", "M");
        b.change("D", [](Activity& a) {
            a.pauses = {{480, 480}};
            a.constraint = Constraint{ConstraintType::startNotBefore, {startOf(dateFrom(2027, 3, 3)), true}};
        });
        b.section("S1", "M", "2027-03-12", 1000);
        const Chart chart(b.programme);
        const BarLayout layout = layoutBars(chart.request());
        QVERIFY(!layout.pennants.empty() && !layout.links.empty());
        const AxisLayout axis = axisFor(chart.request().scale, 400, dateFrom(2027, 3, 1));
        const QImage whole = painted(chart, 1);
        for (const int strip : {7, 26, 41}) {
            QImage image(whole.size(), whole.format());
            QPainter painter(&image);
            for (int top = 0; top < image.height(); top += strip) {
                const QRect part(0, top, image.width(), std::min(strip, image.height() - top));
                painter.setClipRect(part);
                paintBars(painter, layout, chart.rows, axis, {Theme::light(), QRectF(part)});
            }
            painter.end();
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x)
                    QVERIFY2(image.pixel(x, y) == whole.pixel(x, y),
                             qPrintable(QStringLiteral("strips of %1: %2, %3").arg(strip).arg(x).arg(y)));
        }
    }

    void contractWeekOneHoldsTheStart() {
        const Date start = dateFrom(2026, 3, 4); // a Wednesday
        QCOMPARE(contractWeek(start, start), 1);
        QCOMPARE(contractWeek(dateFrom(2026, 3, 2), start), 1);
        QCOMPARE(contractWeek(dateFrom(2026, 3, 8), start), 1);
        QCOMPARE(contractWeek(dateFrom(2026, 3, 9), start), 2);
        QCOMPARE(contractWeek(dateFrom(2026, 3, 1), start), -1);
    }

    void contractWeeksBeginWhereTheyAreToldTo() {
        for (int first = 0; first < 7; ++first)
            for (int offset = -40; offset < 40; ++offset) {
                const Date start = dateFrom(2026, 3, 4), day = start + offset;
                const int week = contractWeek(day, start, first), next = contractWeek(day + 1, start, first);
                QCOMPARE(contractWeek(start, start, first), 1);
                const bool begins = weekday(day + 1) == first;
                QCOMPARE(next == week, !begins);
                if (begins) QCOMPARE(next, week == -1 ? 1 : week + 1);
            }
    }

    /// Held against the toolkit's own count of ISO 8601.
    void weeksOfTheYearAreThoseOfTheStandard() {
        for (Date day = dateFrom(1995, 1, 1); day < dateFrom(2055, 1, 1); day = day + 1) {
            const auto ymd = yearMonthDay(day);
            QCOMPARE(isoWeek(day), QDate(ymd.year, int(ymd.month), int(ymd.day)).weekNumber());
        }
    }

    /// The weeks that are named do not run into each other, also where the year ends with its 53rd; the first of a year
    /// is always among them.
    void weeksOfTheYearStandOnTheAxis() {
        for (const double ppd : {0.6, 1.0, 1.7, 3.0, 6.0, 14.0})
            for (int offset = 0; offset < 400; offset += 3) {
                const TimeScale scale{startOf(dateFrom(2026, 6, 1) + offset), ppd};
                const AxisLayout axis = axisFor(scale, 900, dateFrom(2026, 1, 1), {0, true, 0});
                QVERIFY(axis.weeks);
                bool first =
                    dateOf(scale.at(900)) < dateFrom(2027, 2, 1) || dateOf(scale.at(0)) > dateFrom(2026, 12, 20);
                for (std::size_t i = 0; i < axis.lower.size(); ++i) {
                    const AxisCell& cell = axis.lower[i];
                    if (i > 0) QVERIFY(cell.x0 >= axis.lower[i - 1].x1 - 0.01);
                    const Date monday = dateOf(scale.at(cell.x0 + 0.01 * ppd));
                    QCOMPARE(weekday(monday), 0);
                    if (!cell.text.empty()) QCOMPARE(cell.text, std::to_string(isoWeek(monday)));
                    first = first || (cell.text == "1" && monday == dateFrom(2027, 1, 4));
                }
                QVERIFY2(first, qPrintable(QStringLiteral("%1 %2").arg(ppd).arg(offset)));
            }
    }

    void theAxisFitsItsWordsAtEveryZoom() {
        for (double ppd = leastPixelsPerDay; ppd <= mostPixelsPerDay; ppd *= 1.37) {
            const AxisLayout axis = axisFor({startOf(dateFrom(2027, 1, 13)), ppd}, 1200, dateFrom(2027, 1, 13));
            QVERIFY2(!axis.upper.empty(), qPrintable(QString::number(ppd)));
            QVERIFY(axis.lower.size() < 400);
            bool words = false;
            for (const auto* line : {&axis.upper, &axis.lower})
                for (std::size_t i = 1; i < line->size(); ++i) {
                    QVERIFY((*line)[i].x0 >= (*line)[i - 1].x0);
                    words = words || !(*line)[i].text.empty();
                }
            QVERIFY2(words || axis.upper.size() < 3, qPrintable(QString::number(ppd)));
        }
    }

    // From every day of two years: the first label tells its year, every January too, and none runs into the next.
    void theAxisTellsTheYearFirst() {
        for (const double ppd : {0.56, 0.7, 0.9, 1.05, 1.1, 1.3, 1.6, 1.9, 2.5, 6.0, 14.0, 40.0})
            for (int offset = 0; offset < 730; ++offset) {
                const AxisLayout axis =
                    axisFor({startOf(dateFrom(2026, 1, 1) + offset), ppd}, 900, dateFrom(2026, 1, 1));
                double free = -1;
                bool first = true;
                for (const AxisCell& cell : axis.upper) {
                    if (cell.text.empty()) continue;
                    const QString where =
                        QStringLiteral("%1 %2 ").arg(ppd).arg(offset) + QString::fromStdString(cell.text);
                    const bool year = cell.text.size() > 3;
                    QVERIFY2(year || !first, qPrintable(where));
                    QVERIFY2(year || cell.text != "Jan", qPrintable(where));
                    QVERIFY2(std::max(0.0, cell.x0) >= free, qPrintable(where));
                    free = std::max(0.0, cell.x0) + 7 * double(cell.text.size());
                    first = false;
                }
                QVERIFY2(!first || ppd > 14, qPrintable(QString::number(offset)));
            }
    }

    void barsLieOnTheirDates() {
        Builder b;
        b.task("A", 5).task("B", 2).link("A", "B").task("C", 10);
        const Chart chart(b.programme);
        const BarLayout layout = layoutBars(chart.request());
        QCOMPARE(layout.bars.size(), std::size_t(3));
        QCOMPARE(layout.bars[0].x0, 10.0 * 8 / 24);
        QCOMPARE(layout.bars[0].x1, 10.0 * (4 + 17 / 24.0));
        QVERIFY(layout.bars[1].tone != Tone::critical);
        QVERIFY(layout.bars[2].tone == Tone::critical);
        QVERIFY(!layout.bars[2].floatX);
        QCOMPARE(*layout.bars[1].floatX, 10.0 * (11 + 17 / 24.0)); // Friday of the second week at five
        QCOMPARE(layout.links.size(), std::size_t(1));
        QVERIFY(layout.links[0].driving);
    }

    void outlinesLieBelowTheirBarsOnTheirOwnDates() {
        Builder b;
        b.task("A", 5).task("B", 2).milestone("M").link("A", "B").link("B", "M").task("New", 1);
        Programme before = b.programme;
        before.activities.erase(3);
        Activity a = before.activities[0];
        a.duration = 3 * 480;
        before.activities.replace(0, a);
        const Outline outline = outlineOf(schedule(before), "before");
        const Chart chart(b.programme);
        BarRequest request = chart.request();
        QVERIFY(layoutBars(request).outlines.empty());
        request.outline = &outline;
        const BarLayout layout = layoutBars(request);
        QCOMPARE(layout.outlines.size(), std::size_t(3)); // what is new has none
        const OutlineShape& first = layout.outlines[0];
        QCOMPARE(first.x0, layout.bars[0].x0);
        QCOMPARE(first.x1, 10.0 * (2 + 17 / 24.0)); // Wednesday at five
        QVERIFY(first.y > layout.bars[0].y + layout.bars[0].height);
        QVERIFY(first.y + first.height < request.metrics.rowHeight);
        QVERIFY(layout.outlines[2].diamond && layout.outlines[2].x0 < layout.bars[2].x0);
    }

    void linksAreRightAngledAndEndAtTheirBars_data() {
        QTest::addColumn<int>("type");
        QTest::addColumn<double>("shift");
        for (int type = 0; type < 4; ++type)
            for (const double shift : {-60.0, -5.0, 0.0, 5.0, 80.0})
                QTest::addRow("type %d by %g", type, shift) << type << shift;
    }
    void linksAreRightAngledAndEndAtTheirBars() {
        QFETCH(int, type);
        QFETCH(double, shift);
        BarShape from, to;
        from.x0 = 100, from.x1 = 150, from.y = 7, from.height = 11;
        to = from;
        to.x0 += 50 + shift, to.x1 += 50 + shift, to.y += 52;
        const auto way = routeLink(static_cast<LinkType>(type), from, to, {});
        QVERIFY(way.size() >= 2);
        for (std::size_t i = 1; i < way.size(); ++i) QVERIFY(way[i].x == way[i - 1].x || way[i].y == way[i - 1].y);
        const bool leavesStart = type == int(LinkType::ss) || type == int(LinkType::sf);
        QCOMPARE(way.front().x, leavesStart ? from.x0 : from.x1);
        const bool entersStart = type == int(LinkType::fs) || type == int(LinkType::ss);
        QVERIFY(entersStart ? std::abs(way.back().x - to.x0) < 5 : way.back().x == to.x1);
    }

    void damagesAddUpFromEachSectionsDate() {
        Builder b;
        b.task("A", 3).milestone("M").milestone("N").link("A", "M").link("A", "N");
        b.section("S1", "M", "2027-03-10", 3500).section("S2", "N", "2027-03-20", 8000);
        const BarLayout layout = layoutBars(Chart(b.programme).request());
        QCOMPARE(layout.damages.size(), std::size_t(2));
        QCOMPARE(layout.damages[0].x0, 100.0); // from the end of the tenth
        QCOMPARE(layout.damages[1].ratePerDay.floor(), std::optional<std::int64_t>(11500));
        QCOMPARE(layout.pennants.size(), std::size_t(2));
    }

    void groupsSpanTheirActivitiesAndFold() {
        Builder b;
        b.programme.breakdown.append({BreakdownId{1}, "B1", "Outer", {}, {}});
        b.programme.breakdown.append({BreakdownId{2}, "B2", "Inner", BreakdownId{1}, {}});
        b.task("A", 5).task("B", 10).task("C", 1);
        b.change("A", [](Activity& a) { a.breakdown = BreakdownId{1}; }).change("B", [](Activity& a) {
            a.breakdown = BreakdownId{2};
        });
        const Chart chart(b.programme);
        std::string shape;
        for (const ChartRow& row : chart.rows)
            shape += row.isGroup ? "[" + std::to_string(row.count) + "]" : chart.programme.activities[row.index].key;
        QCOMPARE(shape, std::string("[2]A[1]B[1]C"));
        QCOMPARE(chart.rows[0].finish, chart.schedule.activities[1].earlyFinish);
        QCOMPARE(rowsFor(chart.programme, chart.schedule, {}, {1}).size(), std::size_t(3));
        Lens critical;
        critical.filter = "critical";
        QCOMPARE(rowsFor(chart.programme, chart.schedule, critical, {}).size(), std::size_t(3)); // both headings and B
    }

    void inkLiesWhereTheLayoutSays_data() {
        QTest::addColumn<double>("scale");
        QTest::newRow("plain") << 1.0;
        QTest::newRow("high-DPI") << 2.0;
    }
    void inkLiesWhereTheLayoutSays() {
        QFETCH(double, scale);
        Builder b;
        b.task("A", 5).task("B", 20).task("C", 3);
        b.change("A", [](Activity& a) {
            a.actualStart = parseInstant("2027-03-01T08:00");
            a.remaining = 2 * 480;
        });
        b.programme.job.dataDate = parseInstant("2027-03-04T08:00");
        const Chart chart(b.programme);
        const BarLayout layout = layoutBars(chart.request());
        const QImage image = painted(chart, scale);
        const Theme& t = Theme::light();
        const BarShape& a = layout.bars[0];
        QVERIFY(near(at(image, a.x0 + 8, a.y + 3), t.activity));
        QVERIFY(near(at(image, a.x0 + 8, a.y + a.height - 3), t.activityDone)); // the darker band of work done
        QVERIFY(near(at(image, a.x1 - 4, a.y + a.height - 3), t.activity));
        const BarShape& c = layout.bars[1];
        QVERIFY(near(at(image, c.x0 + 20, c.y + 5), t.critical));
        QVERIFY(near(at(image, 390, 120), t.paper));
        QVERIFY(near(at(image, *layout.dataDateX + 0.5, 110), t.accent));
        QVERIFY(near(at(painted(chart, scale, Theme::darkVariant()), 390, 120), Theme::darkVariant().paper));
    }

    // WCAG 2.1, 1.4.3: text needs 4.5 to 1 on its ground.
    void textMeetsTheContrastOfWcagAA() {
        const auto luminance = [](const QColor& c) {
            const auto part = [](double v) { return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
            return 0.2126 * part(c.redF()) + 0.7152 * part(c.greenF()) + 0.0722 * part(c.blueF());
        };
        for (const Theme* t : {&Theme::light(), &Theme::darkVariant()}) {
            const std::pair<QColor, QColor> pairs[] = {{t->ink, t->paper},
                                                       {t->ink, t->panel},
                                                       {t->muted, t->paper},
                                                       {t->muted, t->panel},
                                                       {t->ink, t->selection},
                                                       {t->muted, t->selection},
                                                       {t->criticalText, t->paper},
                                                       {t->criticalText, t->selection},
                                                       {t->nearText, t->paper},
                                                       {t->goodText, t->paper},
                                                       {t->accent, t->paper},
                                                       {t->railText, t->rail},
                                                       {t->standingText, t->standing},
                                                       {t->standingMuted, t->standing},
                                                       {t->standingWarn, t->standing},
                                                       {t->damagesText, t->damages1},
                                                       {t->damagesText, t->damages2}};
            int i = 0;
            for (const auto& [text, ground] : pairs) {
                const double a = luminance(text), b = luminance(ground);
                const double ratio = (std::max(a, b) + 0.05) / (std::min(a, b) + 0.05);
                QVERIFY2(ratio >= 4.5, qPrintable(QStringLiteral("%1 pair %2: %3")
                                                      .arg(t->dark ? QStringLiteral("dark") : QStringLiteral("light"))
                                                      .arg(i)
                                                      .arg(ratio)));
                ++i;
            }
        }
    }
};

QTEST_MAIN(ChartTest)
#include "chart_test.moc"
