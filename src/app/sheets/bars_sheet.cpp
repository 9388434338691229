// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheets/bars_sheet.h"

#include "app/base/format.h"
#include "app/base/preferences.h"
#include "app/programme/bar_colours.h"
#include "app/reports/facts.h"
#include "app/table/activity_model.h"
#include "chart/paint/sheet_painter.h"
#include "core/base/worded.h"

#include <QCoreApplication>
#include <QFontMetricsF>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

struct SayBars {
    Q_DECLARE_TR_FUNCTIONS(BarsSheet)
};

constexpr double tableWidth = 640; ///< of columns, beyond which those at the end are left out

/// From the first to the last date that shows.
std::pair<Instant, Instant> reachOf(const Programme& programme, const Schedule& schedule, const Lens& lens) {
    if (lens.time) return {startOf(lens.time->first), startOf(lens.time->second + 1)};
    Instant first = programme.job.start;
    Instant last = schedule.programmeFinish.value_or(first + 90 * minutesPerDay);
    for (const ActivityFigures& one : schedule.activities) first = std::min(first, one.earlyStart);
    for (const Section& section : programme.sections)
        last = std::max(last, startOf(section.completion + section.grantedDays + 1));
    return {first, last};
}

} // namespace

/// All that is painted, as it was.
struct BarsSheet::Content {
    std::shared_ptr<const Programme> programme;
    std::shared_ptr<const Schedule> schedule;
    Lens lens;
    std::vector<ChartRow> rows;
    std::unordered_map<ActivityId, std::vector<QString>> texts; ///< by column
    std::unordered_map<std::uint32_t, QString> headings;        ///< by group
    std::vector<SheetColumn> columns;
    double width = 0; ///< of the table
    std::optional<Outline> outline;
    std::optional<FieldContext> context;
    std::optional<BarColours> colours;
    std::vector<FootCell> foot;
    KeptSheet sheet; ///< its time, links and words
    QString revision;

    [[nodiscard]] SheetInk ink() const;
    void addBreaks(SheetWish& wish, Instant first, Instant last) const;
};

class BarsSheet::Laid : public LaidSheet {
public:
    Laid(std::shared_ptr<const Content> content, SheetLayout layout, const SheetWish& wish)
        : m_content(std::move(content)), m_layout(std::move(layout)), m_inset(wish.margin / millimetresPerInch) {
        inches = QSizeF(wish.paperWidth, wish.paperHeight) / millimetresPerInch;
        smallestText = m_layout.smallestText;
    }
    [[nodiscard]] std::size_t pages() const override { return m_layout.pages.size(); }
    void paint(QPainter& painter, std::size_t page, double dotsPerInch) const override {
        if (page >= m_layout.pages.size()) return;
        painter.save();
        painter.translate(m_inset * dotsPerInch, m_inset * dotsPerInch);
        const double scale = m_layout.pointsPerPixel * dotsPerInch / 72;
        painter.scale(scale, scale);
        painter.setClipRect(QRectF(0, 0, m_layout.width, m_layout.height));
        paintSheetPage(painter, m_layout, page, m_content->ink());
        painter.restore();
    }
    /// The groups, where they begin.
    [[nodiscard]] std::vector<SheetMark> marks() const override {
        std::vector<SheetMark> marks;
        for (std::size_t page = 0; page < m_layout.pages.size(); ++page) {
            const SheetPage& one = m_layout.pages[page];
            if (one.across > 0) continue;
            for (std::size_t row = one.firstRow; row < one.lastRow; ++row) {
                const ChartRow& shown = m_content->rows[row];
                const auto title = m_content->headings.find(shown.group);
                if (!shown.isGroup || title == m_content->headings.end()) continue;
                const double y = m_layout.metrics.head + double(row - one.firstRow) * m_layout.metrics.rowHeight;
                marks.push_back({title->second, page, shown.depth, m_inset + y * m_layout.pointsPerPixel / 72});
            }
        }
        return marks;
    }

    [[nodiscard]] std::optional<PageGrid> grid(std::size_t number) const override {
        const SheetPage& page = m_layout.pages[number];
        const double inch = m_layout.pointsPerPixel / 72;
        PageGrid grid;
        grid.left = m_inset;
        grid.chart = m_inset + m_layout.tableWidth * inch;
        grid.right = grid.chart + std::min(m_layout.chartWidth, page.chartTo - page.chartFrom) * inch;
        grid.top = m_inset + m_layout.metrics.head * inch;
        grid.rowHeight = m_layout.metrics.rowHeight * inch;
        for (std::size_t row = page.firstRow; row < page.lastRow; ++row) grid.rows.push_back(headed(row));
        if (page.lastRow < m_content->rows.size()) grid.next = headed(page.lastRow);
        const SheetMetrics& m = m_layout.metrics;
        const auto room = std::size_t((m_layout.height - m.head - m.legend - m.foot) / m.rowHeight);
        for (std::size_t row = page.lastRow; row < std::min(page.firstRow + room, m_content->rows.size()); ++row)
            grid.below.push_back(headed(row));
        grid.furthest = grid.chart + m_layout.chartWidth * inch;
        grid.from = m_layout.scale.at(page.chartFrom);
        grid.inchesPerDay = m_layout.scale.pixelsPerDay * inch;
        grid.across = page.across;
        grid.wide = m_layout.wide;
        for (int across = 1; across < m_layout.wide; ++across)
            grid.timeBreaks.push_back(dateOf(m_layout.scale.at(m_layout.pages[std::size_t(across)].chartFrom)));
        return grid;
    }

private:
    /// The activity of a row; of a heading the first one below it.
    [[nodiscard]] ActivityId headed(std::size_t row) const {
        while (row < m_content->rows.size() && m_content->rows[row].isGroup) ++row;
        return row < m_content->rows.size() ? m_content->rows[row].activity : ActivityId{};
    }

    std::shared_ptr<const Content> m_content;
    SheetLayout m_layout;
    double m_inset; ///< inches
};

BarsSheet::~BarsSheet() = default;

Result<std::shared_ptr<BarsSheet>> BarsSheet::of(Document& document, const ViewState& shared, const KeptSheet& sheet) {
    const auto lens = lensOf(document.programme(), sheet);
    if (!lens.ok()) return lens.errors();
    ViewState own;
    own.setLens(*lens);
    if (shared.outline()) own.setOutline(*shared.outline());
    const ActivityModel rows(document, own, false, nullptr);
    return std::make_shared<BarsSheet>(document, own, rows, &sheet);
}

BarsSheet::BarsSheet(const Document& document, const ViewState& state, const ActivityModel& rows,
                     const KeptSheet* sheet)
    : m_content(std::make_shared<Content>()) {
    Content& at = *m_content;
    if (sheet) at.sheet = *sheet;
    at.programme = document.sharedProgramme();
    at.schedule = document.sharedSchedule();
    at.lens = state.lens();
    at.rows = rows.rows();
    if (state.outline()) at.outline = *state.outline();
    at.context.emplace(*at.programme, *at.schedule, nullptr, at.outline ? &at.outline->spans : nullptr);
    if (!at.lens.colour.empty()) at.colours.emplace(*at.context, at.lens.colour);
    // As wide as what stands in them, as long as there is room.
    const QFontMetricsF body(bodyFont()), small(secondaryFont());
    std::vector<int> taken;
    for (int column = 0; column < rows.columnCount(); ++column) {
        const ActivityColumn& from = rows.columns()[std::size_t(column)];
        double width = small.horizontalAdvance(from.title) + 18;
        for (int row = 0; row < rows.rowCount(); ++row)
            if (!rows.isHeading(row))
                width = std::max(width, body.horizontalAdvance(rows.index(row, column).data().toString()) + 18 +
                                            (column == 0 ? 12 * rows.depth(row) : 0));
        width = std::min(width, 240.0);
        if (column > 1 && at.width + width > tableWidth) break;
        const std::size_t place = at.columns.size();
        at.columns.push_back({from.title, width, from.right, [&at, place](const ChartRow& row) {
                                  const auto texts = at.texts.find(row.activity);
                                  return texts == at.texts.end() ? QString() : texts->second[place];
                              }});
        at.width += width;
        taken.push_back(column);
    }
    for (int row = 0; row < rows.rowCount(); ++row) {
        const ChartRow& one = at.rows[std::size_t(row)];
        if (one.isGroup) {
            at.headings[one.group] = rows.index(row, 0).data().toString();
            continue;
        }
        std::vector<QString>& texts = at.texts[one.activity];
        for (const int column : taken) texts.push_back(rows.index(row, column).data().toString());
    }
    SheetFacts facts;
    facts.sheet = at.sheet;
    facts.now = {at.programme, at.schedule};
    facts.trial = document.trial().has_value();
    setFoot(facts);
}

QString BarsSheet::shows() const {
    return m_content->revision;
}

void BarsSheet::setFoot(const SheetFacts& facts) {
    Content& at = *m_content;
    at.revision = facts.is ? show::text(facts.is->key) : QString();
    const QString through = show::text(at.lens.name);
    at.foot = sheetFoot(facts, through.isEmpty() ? SayBars::tr("Bars") : through,
                        at.lens.filter.empty() ? SayBars::tr("all rows") : show::text(at.lens.filter),
                        at.outline ? show::text(at.outline->name) : QString());
}

/// Breaks of one's own where what they name is on the sheet; a heading goes with its first row.
void BarsSheet::Content::addBreaks(SheetWish& wish, Instant first, Instant last) const {
    for (std::size_t row = 1; row < rows.size(); ++row) {
        if (rows[row].isGroup ||
            std::find(sheet.rowBreaks.begin(), sheet.rowBreaks.end(), rows[row].activity) == sheet.rowBreaks.end())
            continue;
        std::size_t begins = row;
        while (begins > 0 && rows[begins - 1].isGroup) --begins;
        if (begins > 0) wish.breaks.push_back(begins);
    }
    if (int(sheet.timeBreaks.size()) + 1 != wish.wide) return;
    for (const TimeBreak& one : sheet.timeBreaks)
        if (startOf(one.day) > first && startOf(one.day) < last) wish.timeBreaks.push_back(startOf(one.day));
    if (int(wish.timeBreaks.size()) + 1 != wish.wide) wish.timeBreaks.clear();
}

Result<SheetLayout> BarsSheet::layout(const SheetPaper& paper) const {
    const Content& at = *m_content;
    if (!at.schedule->ok()) return inputError(worded("the programme has no dates to draw"), worded("mend it first"));
    if (at.rows.empty()) return inputError(worded("there are no rows to put on paper"));
    auto wish = paper.wish();
    if (!wish.ok()) return wish.errors();
    auto [first, last] = reachOf(*at.programme, *at.schedule, at.lens);
    const Instant today = startOf(dateOf(at.programme->job.dataDate.value_or(at.programme->job.start)));
    if (at.sheet.weeksBefore) first = today - *at.sheet.weeksBefore * 7 * minutesPerDay;
    if (at.sheet.weeksAfter) last = today + *at.sheet.weeksAfter * 7 * minutesPerDay;
    if (last <= first) last = first + 7 * minutesPerDay;
    at.addBreaks(*wish, first, last);
    SheetMetrics metrics;
    metrics.rowHeight = 26 + 15 * (at.lens.lines - 1);
    return layoutSheet(*wish, at.rows, at.width, first, last, metrics);
}

Result<std::shared_ptr<const LaidSheet>> BarsSheet::layOut(const SheetPaper& paper) const {
    auto laid = layout(paper);
    if (!laid.ok()) return laid.errors();
    return std::shared_ptr<const LaidSheet>(std::make_shared<Laid>(m_content, std::move(*laid), *paper.wish()));
}

QString BarsSheet::title() const {
    return show::text(m_content->programme->job.title);
}

QString BarsSheet::name() const {
    return show::text(m_content->sheet.key.empty() ? m_content->lens.name : m_content->sheet.key);
}

SheetInk BarsSheet::Content::ink() const {
    const Content& at = *this;
    const Theme& light = Theme::light();
    SheetInk ink{
        *at.programme, *at.schedule, at.rows, at.columns, {}, BarInk{light, {}}, AxisInk{light, 0, {}, {}, {}}, {},
        true,          nullptr,      at.foot, {}};
    ink.heading = [&at](const ChartRow& row) {
        const auto title = at.headings.find(row.group);
        return title == at.headings.end() ? QString() : title->second;
    };
    ink.links = !at.sheet.noLinks;
    ink.outline = at.outline ? &*at.outline : nullptr;
    const std::string& currency = at.programme->job.currency;
    ink.bars.hammockText = [&at, &currency](ActivityId id) {
        const Activity* hammock = at.programme->activities.row(id);
        return hammock && hammock->costPerWeek
                   ? SayBars::tr("%1 a week").arg(show::money(*hammock->costPerWeek, currency))
                   : QString();
    };
    if (at.colours && !at.colours->isEmpty())
        ink.bars.colour = [&at](ActivityId id) {
            return at.colours->colourOf(*at.context, at.programme->activities.indexOf(id));
        };
    const auto before = fieldNamed(*at.programme, at.lens.before), on = fieldNamed(*at.programme, at.lens.on),
               after = fieldNamed(*at.programme, at.lens.after);
    if (before || on || after)
        ink.bars.texts = [&at, before, on, after](ActivityId id) {
            const std::size_t index = at.programme->activities.indexOf(id);
            const auto text = [&](const std::optional<ViewField>& field) {
                return field ? show::value(field->value(*at.context, index)) : QString();
            };
            return BarTexts{text(before), text(on), text(after)};
        };
    ink.axis.ratePerDay = [&currency](const Fraction& rate) { return show::money(rate, currency) + SayBars::tr("/d"); };
    ink.axis.pennant = [&at](SectionId id) { return show::text(at.programme->sections.row(id)->key); };
    if (at.programme->job.dataDate) ink.axis.dataDate = show::shortDate(dateOf(*at.programme->job.dataDate));
    const Preferences& prefer = preferences();
    ink.axisStyle = {prefer.firstWeekday, prefer.weekNumbers == Preferences::WeekNumbers::iso, 0};
    ink.pageText = [](int page, int of) { return SayBars::tr("%1 of %2").arg(page).arg(of); };
    return ink;
}

} // namespace yarrin
