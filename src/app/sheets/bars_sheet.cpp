// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheets/bars_sheet.h"

#include "app/base/format.h"
#include "app/base/preferences.h"
#include "app/programme/bar_colours.h"
#include "app/table/activity_model.h"
#include "chart/paint/sheet_painter.h"
#include "core/base/work.h"

#include <QCoreApplication>
#include <QFileInfo>
#include <QFontMetricsF>
#include <QImage>
#include <QPainter>
#include <QPdfWriter>
#include <QSaveFile>
#include <QSvgGenerator>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

struct Say {
    Q_DECLARE_TR_FUNCTIONS(BarsSheet)
};

constexpr double margin = 10;       ///< millimetres
constexpr double tableWidth = 640;  ///< of columns, beyond which those at the end are left out
constexpr double pictureDots = 200; ///< to the inch
constexpr double millimetresPerInch = 25.4;

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

Result<SheetWish> SheetPaper::wish() const {
    const PaperSize* paper = paperNamed(size);
    if (!paper) return inputError("there is no paper \"" + size + "\"", "there are A4, A3, A2, A1 and A0");
    SheetWish wish;
    wish.paperWidth = landscape ? paper->height : paper->width;
    wish.paperHeight = landscape ? paper->width : paper->height;
    wish.margin = margin;
    wish.wide = wide;
    wish.tall = tall;
    return wish;
}

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
    std::vector<SheetCell> foot;
    KeptSheet sheet; ///< its time, links and words

    void addFoot(bool trial);
};

BarsSheet::~BarsSheet() = default;

Result<std::unique_ptr<BarsSheet>> BarsSheet::of(Document& document, const ViewState& shared, const KeptSheet& sheet) {
    std::optional<Lens> lens;
    for (const Lens& one : shippedLenses())
        if (one.name == sheet.lens || (sheet.lens.empty() && !lens)) lens = one;
    for (const KeptLens& kept : document.programme().lenses)
        if (kept.key == sheet.lens) lens = lensFrom(kept);
    if (!lens) return inputError("its lens \"" + sheet.lens + "\" is there no more", "choose another one");
    ViewState own;
    own.setLens(*lens);
    if (shared.outline()) own.setOutline(*shared.outline());
    const ActivityModel rows(document, own, false, nullptr);
    return std::make_unique<BarsSheet>(document, own, rows, &sheet);
}

BarsSheet::BarsSheet(const Document& document, const ViewState& state, const ActivityModel& rows,
                     const KeptSheet* sheet)
    : m_content(std::make_unique<Content>()) {
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
    at.addFoot(document.trial().has_value());
}

/// What it is of, through which lens, where sections stand, and what it was made from.
void BarsSheet::Content::addFoot(bool trial) {
    const Job& job = programme->job;
    foot.push_back({{}, {show::text(job.title), Say::tr("starts %1").arg(show::date(dateOf(job.start)))}, 1.2});
    const QString through = show::text(lens.name);
    const QString shown = lens.filter.empty() ? Say::tr("all rows") : show::text(lens.filter);
    if (sheet.key.empty())
        foot.push_back({{}, {through.isEmpty() ? Say::tr("Bars") : through, shown}, 1.2});
    else
        foot.push_back(
            {{}, {show::text(sheet.key), through + QStringLiteral(" · ") + shown, show::text(sheet.notes)}, 1.4});
    SheetCell sections{Say::tr("Sections"), {}, 1.8};
    for (const SectionFigures& one : schedule->sections) {
        const Section& row = *programme->sections.row(one.section);
        if (one.forecast)
            sections.lines.push_back(
                Say::tr("%1 %2 · due %3")
                    .arg(show::text(row.key), show::date(*one.forecast), show::date(one.extended)));
    }
    if (!sections.lines.empty()) foot.push_back(std::move(sections));
    foot.push_back({Say::tr("State"),
                    {job.dataDate ? Say::tr("data date %1").arg(show::date(dateOf(*job.dataDate)))
                                  : Say::tr("before the first update"),
                     trial ? Say::tr("a trial, not a revision") : Say::tr("as it stands, not a revision"),
                     outline ? Say::tr("outlined: %1").arg(show::text(outline->name)) : QString()},
                    1.2});
    foot.push_back({Say::tr("Drawn, checked"), {show::text(sheet.drawn), show::text(sheet.checked)}, 0.9});
}

Result<SheetLayout> BarsSheet::layout(const SheetPaper& paper) const {
    const Content& at = *m_content;
    if (!at.schedule->ok()) return inputError("the programme has no dates to draw", "mend it first");
    if (at.rows.empty()) return inputError("there are no rows to put on paper");
    const auto wish = paper.wish();
    if (!wish.ok()) return wish.errors();
    auto [first, last] = reachOf(*at.programme, *at.schedule, at.lens);
    const Instant today = startOf(dateOf(at.programme->job.dataDate.value_or(at.programme->job.start)));
    if (at.sheet.weeksBefore) first = today - *at.sheet.weeksBefore * 7 * minutesPerDay;
    if (at.sheet.weeksAfter) last = today + *at.sheet.weeksAfter * 7 * minutesPerDay;
    if (last <= first) last = first + 7 * minutesPerDay;
    SheetMetrics metrics;
    metrics.rowHeight = 26 + 15 * (at.lens.lines - 1);
    return layoutSheet(*wish, at.rows, at.width, first, last, metrics);
}

SheetInk BarsSheet::ink() const {
    const Content& at = *m_content;
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
        return hammock && hammock->costPerWeek ? Say::tr("%1 a week").arg(show::money(*hammock->costPerWeek, currency))
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
    ink.axis.ratePerDay = [&currency](const Fraction& rate) { return show::money(rate, currency) + Say::tr("/d"); };
    ink.axis.pennant = [&at](SectionId id) { return show::text(at.programme->sections.row(id)->key); };
    if (at.programme->job.dataDate) ink.axis.dataDate = show::shortDate(dateOf(*at.programme->job.dataDate));
    const Preferences& prefer = preferences();
    ink.axisStyle = {prefer.firstWeekday, prefer.weekNumbers == Preferences::WeekNumbers::iso, 0};
    ink.pageText = [](int page, int of) { return Say::tr("%1 of %2").arg(page).arg(of); };
    return ink;
}

void BarsSheet::paint(QPainter& painter, const SheetPaper& paper, const SheetLayout& layout, std::size_t page,
                      double dotsPerInch) const {
    const auto wish = paper.wish();
    if (!wish.ok() || page >= layout.pages.size()) return;
    painter.save();
    const double inset = wish->margin / millimetresPerInch * dotsPerInch;
    painter.translate(inset, inset);
    const double scale = layout.pointsPerPixel * dotsPerInch / 72;
    painter.scale(scale, scale);
    painter.setClipRect(QRectF(0, 0, layout.width, layout.height));
    paintSheetPage(painter, layout, page, ink());
    painter.restore();
}

namespace {

Error unwritten(const QString& path, const QString& why) {
    Error error = inputError("it cannot be written: " + why.toStdString(), "choose another place");
    error.code = ErrorCode::file;
    error.place = path.toStdString();
    return error;
}

QSizeF inchesOf(const SheetPaper& paper) {
    const SheetWish wish = *paper.wish();
    return {wish.paperWidth / millimetresPerInch, wish.paperHeight / millimetresPerInch};
}

const Error stopped = inputError("stopped; nothing was written");

} // namespace

Result<QStringList> BarsSheet::write(const QString& path, const SheetPaper& paper) const {
    const auto layout = this->layout(paper);
    if (!layout.ok()) return layout.errors();
    const QString suffix = QFileInfo(path).suffix().toLower();
    if (suffix == QLatin1String("pdf")) return writePdf(path, {{this, paper}});
    if (suffix != QLatin1String("svg") && suffix != QLatin1String("png"))
        return inputError("a sheet is a PDF, an SVG or a PNG", "let the name end in .pdf, .svg or .png");
    // All of them are painted before the first is put in its place.
    const std::size_t count = layout->pages.size();
    std::vector<std::unique_ptr<QSaveFile>> files;
    QStringList names;
    for (std::size_t page = 0; page < count; ++page) {
        if (!workGoesOn(page, count)) return stopped;
        const QFileInfo info(path);
        names << (count == 1 ? path
                             : info.path() + QLatin1Char('/') + info.completeBaseName() +
                                   QStringLiteral("-%1.").arg(page + 1) + suffix);
        auto file = std::make_unique<QSaveFile>(names.back());
        if (!file->open(QIODevice::WriteOnly)) return unwritten(names.back(), file->errorString());
        const bool done = suffix == QLatin1String("svg") ? paintSvg(*file, paper, *layout, page)
                                                         : paintPng(*file, paper, *layout, page);
        if (!done) return unwritten(names.back(), Say::tr("the picture cannot be made"));
        files.push_back(std::move(file));
    }
    for (const auto& file : files)
        if (!file->commit()) return unwritten(file->fileName(), file->errorString());
    return names;
}

Result<QStringList> BarsSheet::writePdf(const QString& path, const std::vector<Part>& parts) {
    std::vector<SheetLayout> layouts;
    std::size_t count = 0, done = 0;
    for (const auto& [sheet, paper] : parts) {
        auto layout = sheet->layout(paper);
        if (!layout.ok()) return layout.errors();
        count += layout->pages.size();
        layouts.push_back(std::move(*layout));
    }
    if (parts.empty()) return inputError("there is no sheet to save");
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly)) return unwritten(path, file.errorString());
    QPdfWriter writer(&file);
    constexpr int dots = 1200;
    writer.setResolution(dots);
    writer.setTitle(show::text(parts.front().first->m_content->programme->job.title));
    writer.setCreator(QStringLiteral("Yarrin"));
    writer.setPageMargins(QMarginsF(0, 0, 0, 0));
    QPainter painter;
    for (std::size_t part = 0; part < parts.size(); ++part) {
        const QSizeF size = inchesOf(parts[part].second) * millimetresPerInch;
        writer.setPageSize(QPageSize(size, QPageSize::Millimeter, QString(), QPageSize::ExactMatch));
        if (part == 0 && !painter.begin(&writer)) return unwritten(path, Say::tr("the pages cannot be begun"));
        for (std::size_t page = 0; page < layouts[part].pages.size(); ++page) {
            if (!workGoesOn(done, count)) return stopped;
            if (done++ > 0) writer.newPage();
            parts[part].first->paint(painter, parts[part].second, layouts[part], page, dots);
        }
    }
    if (!painter.end() || !file.commit()) return unwritten(path, file.errorString());
    return QStringList{path};
}

bool BarsSheet::paintSvg(QIODevice& file, const SheetPaper& paper, const SheetLayout& layout, std::size_t page) const {
    constexpr int dots = 96;
    QSvgGenerator generator;
    generator.setOutputDevice(&file);
    generator.setResolution(dots);
    generator.setSize((inchesOf(paper) * dots).toSize());
    generator.setViewBox(QRectF(QPointF(), inchesOf(paper) * dots));
    generator.setTitle(show::text(m_content->programme->job.title));
    QPainter painter;
    if (!painter.begin(&generator)) return false;
    paint(painter, paper, layout, page, dots);
    return painter.end();
}

bool BarsSheet::paintPng(QIODevice& file, const SheetPaper& paper, const SheetLayout& layout, std::size_t page) const {
    QImage image((inchesOf(paper) * pictureDots).toSize(), QImage::Format_RGB32);
    if (image.isNull()) return false;
    image.setDotsPerMeterX(int(pictureDots / 0.0254));
    image.setDotsPerMeterY(int(pictureDots / 0.0254));
    image.fill(Qt::white);
    QPainter painter(&image);
    paint(painter, paper, layout, page, pictureDots);
    painter.end();
    return image.save(&file, "PNG");
}

} // namespace yarrin
