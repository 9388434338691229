// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Ink where the layout says it is: in both looks, at plain and at double resolution, and the same on paper.
#include "chart/paint/bar_painter.h"
#include "chart/paint/calendar_painter.h"
#include "chart/paint/step_painter.h"
#include "chart/paint/tree_painter.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QImage>
#include <QPdfWriter>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

struct Canvas {
    Canvas(double width, double height, double scale, const QColor& ground)
        : image(int(width * scale), int(height * scale), QImage::Format_RGB32) {
        image.setDevicePixelRatio(scale);
        image.fill(ground);
    }
    [[nodiscard]] QColor at(double x, double y) const {
        const double scale = image.devicePixelRatio();
        return image.pixelColor(std::clamp(int(x * scale), 0, image.width() - 1),
                                std::clamp(int(y * scale), 0, image.height() - 1));
    }
    QImage image;
};

int apart(const QColor& a, const QColor& b) {
    return std::abs(a.red() - b.red()) + std::abs(a.green() - b.green()) + std::abs(a.blue() - b.blue());
}
bool near(const QColor& a, const QColor& b) {
    return apart(a, b) < 24;
}

/// Two tasks on two rows, five and five days, linked; B is driven by A.
Programme pair() {
    Builder b;
    b.task("A", 5).task("B", 5).link("A", "B");
    return b.programme;
}

} // namespace

class PaintersTest : public QObject {
    Q_OBJECT

    static void looks() {
        QTest::addColumn<bool>("dark");
        QTest::addColumn<double>("scale");
        QTest::newRow("light") << false << 1.0;
        QTest::newRow("light, high-DPI") << false << 2.0;
        QTest::newRow("dark") << true << 1.0;
        QTest::newRow("dark, high-DPI") << true << 2.0;
    }
    static const Theme& themeOf(bool dark) { return dark ? Theme::darkVariant() : Theme::light(); }

private slots:
    // ---- links

    void linksAreInkAlongTheirWay_data() { looks(); }
    /// Every straight part of every link is drawn, whichever of its points lie out of sight.
    void linksAreInkAlongTheirWay() {
        QFETCH(bool, dark);
        QFETCH(double, scale);
        const Theme& t = themeOf(dark);
        RandomShape shape;
        shape.activities = 40;
        shape.constraints = shape.milestones = false;
        const Programme programme = randomProgramme(17, shape);
        const Schedule schedule = yarrin::schedule(programme);
        QVERIFY(schedule.ok());
        const auto rows = rowsFor(programme, schedule, {}, {});
        // Ten rows of forty are in sight: most links come from above or lead on below.
        const QRectF area(0, 15 * 26, 700, 10 * 26);
        const BarLayout layout =
            layoutBars({programme, schedule, rows, 15, 25, {programme.job.start, 9}, 700, {}, {}, true});
        QVERIFY(layout.links.size() > 15);
        BarLayout only;
        only.links = layout.links;
        Canvas canvas(area.width(), area.height(), scale, t.paper);
        QPainter painter(&canvas.image);
        painter.translate(-area.topLeft());
        paintBars(painter, only, {}, {}, {t, area});
        painter.end();
        int probed = 0, missed = 0;
        for (const LinkShape& link : layout.links)
            for (std::size_t i = 1; i < link.points.size(); ++i)
                for (double share = 0.1; share < 1; share += 0.2) {
                    const double x = link.points[i - 1].x + (link.points[i].x - link.points[i - 1].x) * share;
                    const double y =
                        link.points[i - 1].y + (link.points[i].y - link.points[i - 1].y) * share - area.top();
                    const double length =
                        std::hypot(link.points[i].x - link.points[i - 1].x, link.points[i].y - link.points[i - 1].y);
                    const bool nearCorner = length * std::min(share, 1 - share) < 5;
                    if (nearCorner || x < 2 || x > area.width() - 3 || y < 2 || y > area.height() - 3) continue;
                    ++probed;
                    missed += apart(canvas.at(std::floor(x) + 0.5, std::floor(y) + 0.5), t.paper) < 30;
                }
        QVERIFY(probed > 60);
        QCOMPARE(missed, 0);
        // Where no link is, nothing is: at most a tenth of the ground is ink.
        int ink = 0, count = 0;
        for (int y = 0; y < canvas.image.height(); ++y)
            for (int x = 0; x < canvas.image.width(); ++x, ++count)
                ink += apart(canvas.image.pixelColor(x, y), t.paper) > 30;
        QVERIFY2(ink * 10 < count, qPrintable(QStringLiteral("%1 of %2").arg(ink).arg(count)));
    }

    /// Drawn on paper the way of a link is one path, and drawn on a screen the same way: the ink falls on the same
    /// places.
    void paperAndScreenShowTheSameLinks() {
        const Programme programme = pair();
        const Schedule schedule = yarrin::schedule(programme);
        const auto rows = rowsFor(programme, schedule, {}, {});
        const BarLayout layout =
            layoutBars({programme, schedule, rows, 0, rows.size(), {programme.job.start, 12}, 300, {}, {}, true});
        QCOMPARE(layout.links.size(), std::size_t(1));
        QTemporaryDir folder;
        const QString file = folder.filePath(QStringLiteral("links.pdf"));
        {
            QPdfWriter writer(file);
            writer.setResolution(96);
            writer.setPageMargins(QMarginsF(0, 0, 0, 0));
            QPainter painter(&writer);
            paintBars(painter, layout, rows, {}, {Theme::light(), QRectF(0, 0, 300, 60)});
        }
        // Another program turns the paper into a picture, the same size.
        QProcess poppler;
        poppler.start(QStringLiteral("pdftoppm"), {QStringLiteral("-r"), QStringLiteral("96"), QStringLiteral("-png"),
                                                   QStringLiteral("-singlefile"), file, folder.filePath("paper")});
        QVERIFY(poppler.waitForFinished(60000) && poppler.exitCode() == 0);
        const QImage paper(folder.filePath(QStringLiteral("paper.png")));
        QVERIFY(paper.width() > 300 && paper.height() > 60);
        Canvas screen(300, 60, 1, Theme::light().paper);
        {
            QPainter painter(&screen.image);
            paintBars(painter, layout, rows, {}, {Theme::light(), QRectF(0, 0, 300, 60)});
        }
        // Each spot of ink on either has ink within two pixels on the other: lines are drawn with other edges.
        const auto inked = [](const QImage& image, int x, int y) {
            return apart(image.pixelColor(x, y), Theme::light().paper) > 60;
        };
        const auto nearby = [&](const QImage& image, int x, int y) {
            for (int dy = -2; dy <= 2; ++dy)
                for (int dx = -2; dx <= 2; ++dx)
                    if (const QPoint at(x + dx, y + dy); image.rect().contains(at) && inked(image, at.x(), at.y()))
                        return true;
            return false;
        };
        int ink = 0, alone = 0;
        for (int y = 0; y < 60; ++y)
            for (int x = 0; x < 300; ++x) {
                const bool a = inked(screen.image, x, y), b = inked(paper, x, y);
                ink += a;
                alone += (a && !nearby(paper, x, y)) || (b && !nearby(screen.image, x, y));
            }
        QVERIFY2(ink > 200, qPrintable(QString::number(ink)));
        QVERIFY2(alone * 100 < ink, qPrintable(QStringLiteral("%1 of %2").arg(alone).arg(ink)));
    }

    /// What is critical is heavier than what only drives, and that darker than what does neither.
    void linksTellWhatDrivesByMoreThanColour() {
        const Theme& t = Theme::light();
        const auto inked = [&](bool driving, bool critical) {
            BarLayout layout;
            LinkShape link;
            link.link = LinkId{1};
            link.points = {{20, 10}, {60, 10}, {60, 90}, {120, 90}};
            link.driving = driving;
            link.critical = critical;
            layout.links = {link};
            Canvas canvas(140, 100, 1, t.paper);
            QPainter painter(&canvas.image);
            paintBars(painter, layout, {}, {}, {t, QRectF(0, 0, 140, 100)});
            painter.end();
            double sum = 0; // across the upright part
            for (int x = 55; x < 66; ++x) sum += apart(canvas.image.pixelColor(x, 50), t.paper);
            return sum;
        };
        QVERIFY(inked(true, false) > 1.3 * inked(false, false));
        QVERIFY(inked(true, true) > inked(true, false));
    }

    // ---- bars

    void barsWearTheirTones_data() { looks(); }
    void barsWearTheirTones() {
        QFETCH(bool, dark);
        QFETCH(double, scale);
        const Theme& t = themeOf(dark);
        BarLayout layout;
        const std::pair<Tone, QColor> tones[] = {{Tone::plain, t.activity},
                                                 {Tone::critical, t.critical},
                                                 {Tone::nearCritical, t.near},
                                                 {Tone::complete, t.complete}};
        double y = 7;
        for (const auto& [tone, colour] : tones) {
            BarShape bar;
            bar.activity = ActivityId{1};
            bar.tone = tone;
            bar.x0 = 40;
            bar.x1 = 160;
            bar.y = y;
            bar.height = 11;
            bar.doneX = 100;
            layout.bars.push_back(bar);
            y += 26;
        }
        layout.bars[0].floatX = 200;
        layout.bars[1].floatX = 10;
        layout.bars[1].negativeFloat = true;
        Canvas canvas(240, 110, scale, t.paper);
        QPainter painter(&canvas.image);
        paintBars(painter, layout, {}, {}, {t, QRectF(0, 0, 240, 110)});
        painter.end();
        y = 7;
        for (const auto& [tone, colour] : tones) {
            QVERIFY2(near(canvas.at(60, y + 3), colour), qPrintable(canvas.at(60, y + 3).name()));
            // Work done: a darker band along the lower half, as long as the share done.
            QVERIFY(!near(canvas.at(60, y + 9), colour));
            QVERIFY(near(canvas.at(130, y + 9), colour));
            QVERIFY(near(canvas.at(30, y + 13), t.paper));
            y += 26;
        }
        // Float ends in an open circle, negative float to the left in the critical colour.
        QVERIFY(near(canvas.at(200, 12.5), t.paper));
        QVERIFY(!near(canvas.at(202.4, 12.5), t.paper));
        QVERIFY(apart(canvas.at(7.6, 38.5), t.critical) < 160 && !near(canvas.at(7.6, 38.5), t.paper));
    }

    // ---- the axis

    void pennantsStayInSight_data() { looks(); }
    void namesGiveWayToPennants_data() { pennantsStayInSight_data(); }
    /// No number of a week stands below a pennant or the tab of the data date, and no two pennants lie over each other.
    void namesGiveWayToPennants() {
        QFETCH(bool, dark);
        QFETCH(double, scale);
        const Theme& t = themeOf(dark);
        const auto drawn = [&](const std::string& week, const std::string& month, std::vector<double> pennants,
                               std::optional<double> dataDate) {
            BarLayout layout;
            for (std::size_t i = 0; i < pennants.size(); ++i)
                layout.pennants.push_back({pennants[i], {SectionId{std::uint32_t(i + 1)}}});
            layout.dataDateX = dataDate;
            AxisLayout axis;
            axis.lower = {{100, 130, week}};
            axis.upper = {{60, 300, month}};
            Canvas canvas(400, axisHeight, scale, t.panel);
            QPainter painter(&canvas.image);
            paintAxis(painter, axis, layout,
                      {t,
                       400,
                       {},
                       [](SectionId id) { return QStringLiteral("S%1").arg(id.value); },
                       dataDate ? QStringLiteral("1 Mar") : QString()});
            painter.end();
            return canvas.image;
        };
        QVERIFY(drawn("35", "", {}, {}) != drawn("", "", {}, {}));
        QCOMPARE(drawn("35", "", {108}, {}), drawn("", "", {108}, {}));
        QCOMPARE(drawn("35", "", {}, 118), drawn("", "", {}, 118));
        QVERIFY(drawn("35", "", {180}, {}) != drawn("", "", {180}, {}));
        // A second pennant is raised; the month's name goes on behind it, so it is there in other pixels.
        QVERIFY(drawn("", "Jun", {58, 62}, {}) != drawn("", "", {58, 62}, {}));
        // A third has no room: of it there is only the staff.
        const QImage two = drawn("", "", {200, 204}, {}), three = drawn("", "", {200, 204, 208}, {});
        int other = 0;
        for (int x = 0; x < two.width(); ++x)
            for (int y = 0; y < two.height(); ++y) other += two.pixel(x, y) != three.pixel(x, y) ? 1 : 0;
        QVERIFY2(other > 0 && other < 80 * scale * scale, qPrintable(QString::number(other)));
    }

    /// A contract date's pennant flies to the right of its line, at the right edge to the left, and never under the tab
    /// of the data date.
    void pennantsStayInSight() {
        QFETCH(bool, dark);
        QFETCH(double, scale);
        const Theme& t = themeOf(dark);
        const auto inked = [&](double x, std::optional<double> dataDate) {
            BarLayout layout;
            layout.pennants = {{x, {SectionId{1}}}};
            layout.dataDateX = dataDate;
            Canvas canvas(300, axisHeight, scale, t.panel);
            QPainter painter(&canvas.image);
            paintAxis(painter, {}, layout,
                      {t,
                       300,
                       {},
                       [](SectionId) { return QStringLiteral("S1 S3"); },
                       dataDate ? QStringLiteral("1 Mar") : QString()});
            painter.end();
            // Left and right of the line, in the lower and the upper row of the axis.
            const double lower = ribbonHeight + axisLineHeight + 4.5, upper = lower - axisLineHeight + 2;
            QString where;
            for (const auto& [name, dx, y] : {std::tuple{"right", 2.0, lower},
                                              {"left", -2.0, lower},
                                              {"upper right", 2.0, upper},
                                              {"upper left", -2.0, upper}})
                if (near(canvas.at(x + dx, y), t.contractDate)) where += QLatin1String(name) + QLatin1Char(';');
            return where;
        };
        QCOMPARE(inked(100, {}), QStringLiteral("right;"));
        QCOMPARE(inked(290, {}), QStringLiteral("left;"));
        QCOMPARE(inked(290, 262), QStringLiteral("upper left;"));
        QCOMPARE(inked(100, 262), QStringLiteral("right;"));
    }

    // ---- steps of delay

    void stepsWearTheirCarriers_data() { looks(); }
    void stepsWearTheirCarriers() {
        QFETCH(bool, dark);
        QFETCH(double, scale);
        const Theme& t = themeOf(dark);
        StepLayout layout;
        layout.left = 150;
        layout.right = 500;
        layout.firstY = 40;
        layout.lastY = 230;
        layout.height = 270;
        double y = 60;
        const Carrier carriers[] = {Carrier::employer, Carrier::neutral, Carrier::own, Carrier::recovered,
                                    Carrier::unseen};
        for (const Carrier carrier : carriers) {
            StepRow row;
            row.carrier = carrier;
            row.days = carrier == Carrier::recovered ? -4 : 4;
            row.x0 = 200;
            row.x1 = carrier == Carrier::recovered ? 170 : 280;
            row.y = y;
            row.height = 11;
            layout.rows.push_back(row);
            y += 30;
        }
        // Concurrent: hatched in the carrier's colour over its own ground, also where nothing is moved.
        StepRow concurrent = layout.rows[2];
        concurrent.days = 0;
        concurrent.concurrent = 3;
        concurrent.x0 = concurrent.x1 = 400;
        concurrent.hatch0 = 340;
        concurrent.hatch1 = 400;
        concurrent.y = y;
        layout.rows.push_back(concurrent);
        Canvas canvas(640, 270, scale, t.paper);
        QPainter painter(&canvas.image);
        StepInk ink{
            t,  640, [](Date) { return QString(); }, [](const StepRow&) { return QString(); }, {}, {}, {}, {}, {},
            {}, {}};
        paintSteps(painter, layout, ink);
        painter.end();
        std::set<QRgb> colours;
        for (std::size_t i = 0; i < std::size(carriers); ++i) {
            const StepRow& row = layout.rows[i];
            const double middle = (row.x0 + row.x1) / 2;
            const QColor got = canvas.at(middle, row.y + 5);
            QVERIFY2(near(got, carrierColour(carriers[i], t)), qPrintable(got.name()));
            colours.insert(got.rgb());
        }
        QCOMPARE(colours.size(), std::size(carriers)); // no two alike
        int hatched = 0, ground = 0;
        for (double x = 345; x < 395; x += 0.5) // the hatching is as fine as the screen
            for (double row = y + 2; row < y + 9; row += 0.5)
                (near(canvas.at(x, row), t.paper) ? ground : hatched) += 1;
        QVERIFY2(hatched > 40 && ground > 40, qPrintable(QStringLiteral("%1 %2").arg(hatched).arg(ground)));
    }

    // ---- trees, weeks and years

    void treesShowWhatIsChosen_data() { looks(); }
    void treesShowWhatIsChosen() {
        QFETCH(bool, dark);
        QFETCH(double, scale);
        const Theme& t = themeOf(dark);
        std::vector<TreeItem> items(3);
        items[0].name = "Job";
        for (const std::size_t i : {1u, 2u}) {
            items[i].id = std::uint32_t(i);
            items[i].parent = 0;
            items[i].name = "Part";
        }
        const TreeLayout layout = layOutTree(items, TreeArrangement::across);
        const auto painted = [&](std::optional<std::size_t> chosen) {
            Canvas canvas(layout.width, layout.height, scale, t.paper);
            QPainter painter(&canvas.image);
            TreeInk ink{t, chosen, {}, {}, false, true};
            paintTree(painter, layout, items, ink);
            painter.end();
            return canvas;
        };
        const Canvas none = painted({}), second = painted(1);
        const TreeBox* box = layout.of(1, items);
        const auto differs = [&](const Box& where) {
            int count = 0;
            for (double y = where.y; y < where.y + where.height; y += 2)
                for (double x = where.x; x < where.x + where.width; x += 2)
                    count += apart(none.at(x, y), second.at(x, y)) > 6;
            return count;
        };
        QVERIFY(differs(box->box) > 20);
        QCOMPARE(differs(layout.of(2, items)->box), 0);
        // A line joins the boxes.
        bool inked = false;
        for (const TreeLine& line : layout.lines)
            inked = inked || !near(none.at((line.x0 + line.x1) / 2, (line.y0 + line.y1) / 2), t.paper);
        QVERIFY(inked);
    }

    void weeksAndYearsShowWhatWorks_data() { looks(); }
    void weeksAndYearsShowWhatWorks() {
        QFETCH(bool, dark);
        QFETCH(double, scale);
        const Theme& t = themeOf(dark);
        std::array<DayWork, 7> week;
        for (std::size_t day = 0; day < 5; ++day) week[day] = {{480, 1020}};
        const WeekLayout layout = layOutWeek(week, 600, 300);
        Canvas canvas(600, 300, scale, t.paper);
        QPainter painter(&canvas.image);
        WeekInk weekInk{t, {}, -1, {}, false, false};
        paintWeek(painter, layout, week, weekInk);
        painter.end();
        const Box& monday = layout.spells[0].box;
        QVERIFY(!near(canvas.at(monday.x + 8, monday.y + 20), t.paper));
        // A day without work does not look like one with it.
        QVERIFY(apart(canvas.at(layout.x(6) + 20, monday.y + 20), canvas.at(monday.x + 8, monday.y + 20)) > 20);
        ResolvedCalendar calendar = continuous();
        calendar.week[6].clear();
        calendar.exceptions.push_back({dateFrom(2027, 7, 12), dateFrom(2027, 7, 13), false, {}, "Regatta"});
        const YearLayout year = layOutYear(calendar, 0, false, 2027, {}, 700, 300);
        const std::set<Date> chosen{dateFrom(2027, 5, 4)};
        Canvas sheet(700, 300, scale, t.paper);
        QPainter onSheet(&sheet.image);
        paintYear(onSheet, year, {t, chosen, {}, {}});
        onSheet.end();
        const auto inkOf = [&](Date date) {
            const Box& box = year.day(date)->box;
            return sheet.at(box.x + box.width * 0.25, box.y + box.height * 0.75);
        };
        const QColor works = inkOf(dateFrom(2027, 5, 5)), off = inkOf(dateFrom(2027, 7, 12)),
                     sunday = inkOf(dateFrom(2027, 5, 9));
        QVERIFY(apart(works, off) > 40 && apart(works, sunday) > 20 && apart(off, sunday) > 20);
        QVERIFY(near(works, inkOf(dateFrom(2027, 5, 6))));
    }
};

QTEST_MAIN(PaintersTest)
#include "painters_test.moc"
