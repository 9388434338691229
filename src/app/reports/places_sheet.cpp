// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/places_sheet.h"

#include "app/base/format.h"
#include "app/base/preferences.h"
#include "chart/paint/place_painter.h"
#include "core/base/worded.h"

#include <QCoreApplication>
#include <QPainter>

#include <algorithm>

namespace yarrin {

namespace {

struct SayPlaces {
    Q_DECLARE_TR_FUNCTIONS(PlacesSheet)
};

struct Held {
    std::shared_ptr<const SheetFacts> facts;
    PlacedWork placed;
    Clashes clashes;
    std::vector<LocationId> branches;
    std::optional<Outline> outline;
    Instant first, last;
};

void paintOn(QPainter& painter, const QSizeF& size, const Held& held) {
    const Programme& programme = held.facts->programme();
    const Schedule& dates = held.facts->schedule();
    const double head = placeHead, wide = size.width() - placeTimeWidth, tall = size.height() - head;
    const PlaceAxis axis = placeAxis(programme, dates, held.branches, wide);
    const double days = double(held.last - held.first) / minutesPerDay + 14;
    const TimeScale scale{held.first - 5 * minutesPerDay, tall / std::max(7.0, days)};
    const PlaceRequest request{
        programme, dates, held.placed, held.clashes, axis,    scale, tall, held.outline ? &*held.outline : nullptr,
        {},        false, true,        nullptr,      nullptr, 6.2};
    const PlaceLayout layout = layoutPlaces(request);
    PlaceInk ink{Theme::light(), {}, {}, {}, {}, {}, {}, {}, nullptr};
    ink.isSelected = [](ActivityId) { return false; };
    ink.area = QRectF(0, 0, axis.width, tall);
    ink.closed = SayPlaces::tr("closed");
    ink.pennant = [&](SectionId id) {
        const Section* section = programme.sections.row(id);
        return section ? show::text(section->key) : QString();
    };
    // Columns keep a least width: more than fit are made smaller.
    const double fit = axis.width > wide ? wide / axis.width : 1;
    painter.save();
    painter.translate(placeTimeWidth, 0);
    painter.scale(fit, 1);
    paintPlaceHeads(painter, axis, ink, axis.width);
    painter.translate(0, head);
    painter.setClipRect(QRectF(-8, 0, axis.width + 16, tall), Qt::IntersectClip);
    paintPlaces(painter, layout, axis, tall, ink);
    painter.restore();
    painter.save();
    painter.translate(0, head);
    const Preferences& prefer = preferences();
    paintTimeDown(painter,
                  axisFor(scale, tall, dateOf(programme.job.start),
                          {prefer.firstWeekday, prefer.weekNumbers == Preferences::WeekNumbers::iso, 0}),
                  tall, ink, layout.dataDateY,
                  programme.job.dataDate ? show::shortDate(dateOf(*programme.job.dataDate)) : QString());
    painter.restore();
}

void addClashes(Report& report, const Held& held) {
    const Programme& programme = held.facts->programme();
    ReportTable table;
    table.name = SayPlaces::tr("Clashes ahead");
    table.columns = {{SayPlaces::tr("From")}, {SayPlaces::tr("To")}, {SayPlaces::tr("What")}};
    for (const Clash& one : held.clashes.found)
        if (!one.past && !one.meant)
            table.rows.push_back({{cell::date(dateOf(one.from)), cell::date(completionDate(one.to)),
                                   cell::text(show::text(sentenceOf(programme, one)))}});
    if (table.rows.empty()) return report.words(SayPlaces::tr("Nothing ahead is in the way of anything else."));
    report.table(std::move(table));
}

} // namespace

Outcome placesSheet(Report& report, const std::shared_ptr<const SheetFacts>& facts) {
    const Programme& programme = facts->programme();
    auto held = std::make_shared<Held>();
    held->facts = facts;
    held->placed = placedWork(programme, facts->schedule());
    held->clashes = clashesOf(programme, facts->schedule(), held->placed);
    for (const LocationId id : placeBranches(programme)) {
        const Location& place = *programme.locations.row(id);
        if (facts->sheet.subject.empty() || place.key == facts->sheet.subject) held->branches.push_back(id);
    }
    if (held->branches.empty())
        return inputError(facts->sheet.subject.empty()
                              ? worded("the job has no places")
                              : worded("no chart shows the place \"%1\"", facts->sheet.subject),
                          worded("places are made in Scope"));
    if (held->placed.pieces.empty())
        return inputError(worded("no work has a place"), worded("give it one on its card"));
    if (facts->plan.state.schedule && facts->plan.state.schedule->ok())
        held->outline = outlineOf(*facts->plan.state.schedule, {});
    held->first = held->placed.pieces.front().start;
    held->last = held->placed.pieces.front().finish;
    const PlaceAxis axis = placeAxis(programme, facts->schedule(), held->branches, 1000);
    for (const Piece& piece : held->placed.pieces) {
        if (!axis.stripOf(piece.location)) continue;
        held->first = std::min(held->first, piece.start);
        held->last = std::max(held->last, piece.finish);
    }
    ReportPicture picture;
    picture.name = QStringLiteral("places");
    picture.height = 800;
    picture.paint = [held](QPainter& painter, const QSizeF& size) { paintOn(painter, size, *held); };
    report.picture(std::move(picture));
    addClashes(report, *held);
    return done();
}

} // namespace yarrin
