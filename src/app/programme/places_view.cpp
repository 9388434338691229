// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/places_view.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/programme/activity_parts.h"
#include "chart/paint/bar_painter.h"

#include <QPaintEvent>
#include <QPainter>
#include <QScrollBar>
#include <QTimer>

#include <algorithm>
#include <cmath>

namespace yarrin {

/// The heads of places: above the chart, or down its side.
class PlacesView::Heads : public QWidget {
public:
    explicit Heads(PlacesView& view) : QWidget(&view), m_view(view) {}

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.fillRect(rect(), theme().panel);
        const PlaceInk ink = m_view.ink();
        const PlaceAxis& axis = m_view.places();
        painter.save();
        if (m_view.m_choice.timeAcross) {
            painter.translate(0, -m_view.verticalScrollBar()->value());
            paintPlaceHeads(painter, axis, ink, width());
        } else {
            painter.translate(-m_view.horizontalScrollBar()->value(), 0);
            const Programme& programme = m_view.m_document.programme();
            const BookItem* item = programme.book.row(m_view.profileItem());
            if (!m_view.m_profile)
                m_view.m_profile =
                    item ? profileBars(programme, m_view.m_document.schedule(), m_view.placed(), axis, item->id)
                         : std::vector<ProfileBar>();
            paintPlaceProfile(
                painter, *m_view.m_profile,
                item ? tr("%1, %2").arg(show::text(item->name).section(QLatin1Char(','), 0, 0), show::text(item->unit))
                     : QString(),
                axis, ink);
            painter.translate(0, placeProfile);
            paintPlaceHeads(painter, axis, ink, width());
        }
        painter.restore();
        painter.setPen(QPen(theme().rule, 1));
        if (m_view.m_choice.timeAcross)
            painter.drawLine(QPointF(width() - 0.5, 0), QPointF(width() - 0.5, height()));
        else
            painter.drawLine(QPointF(0, height() - 0.5), QPointF(width(), height() - 0.5));
    }

private:
    PlacesView& m_view;
};

/// The axis of time: down the side of the chart, or above it.
class PlacesView::Times : public QWidget {
public:
    explicit Times(PlacesView& view) : QWidget(&view), m_view(view) {}

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        const Job& job = m_view.m_document.programme().job;
        const Preferences& prefer = preferences();
        const AxisStyle style{prefer.firstWeekday, prefer.weekNumbers == Preferences::WeekNumbers::iso,
                              prefer.textSize};
        const QString today = job.dataDate ? show::shortDate(dateOf(*job.dataDate)) : QString();
        if (!m_view.m_choice.timeAcross) {
            paintTimeDown(painter, axisFor(m_view.scale(), height(), dateOf(job.start), style), height(), m_view.ink(),
                          m_view.layout().dataDateY, today);
            return;
        }
        BarLayout contract;
        const BarRequest request{m_view.m_document.programme(),
                                 m_view.m_document.schedule(),
                                 {},
                                 0,
                                 0,
                                 m_view.scale(),
                                 double(width()),
                                 {},
                                 {},
                                 false,
                                 nullptr};
        layoutContract(request, contract);
        contract.dataDateX = m_view.layout().dataDateY;
        AxisInk ink{theme(), double(width()), {}, {}, today};
        ink.ratePerDay = [&](const Fraction& rate) {
            return show::local(show::money(rate, job.currency)) + PlacesView::tr("/d");
        };
        ink.pennant = [this](SectionId id) {
            const Section* section = m_view.m_document.programme().sections.row(id);
            return section ? show::text(section->key) : QString();
        };
        paintAxis(painter, axisFor(m_view.scale(), width(), dateOf(job.start), style), contract, ink);
    }

private:
    PlacesView& m_view;
};

PlacesView::PlacesView(Document& document, ViewState& state, QWidget* parent)
    : QAbstractScrollArea(parent), m_document(document), m_state(state), m_heads(new Heads(*this)),
      m_times(new Times(*this)), m_preview(document, this), m_looking(this, [this] { viewport()->update(); }) {
    setObjectName(QStringLiteral("placesView"));
    setAccessibleName(tr("Places"));
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::StrongFocus);
    viewport()->setMouseTracking(true);
    viewport()->setBackgroundRole(QPalette::Base);
    const auto changed = [this] {
        m_placed.reset();
        m_extent.reset();
        m_axis.reset();
        m_kept = {};
        m_blocks.reset();
        m_shown.reset();
        m_clashes.reset();
        m_context.reset();
        m_colours.reset();
        invalidate();
        if (isVisible()) {
            updateBars();
            lookForClashes();
        } else {
            m_looking.stop();
        }
    };
    connect(&document, &Document::changed, this, changed);
    connect(&document, &Document::replaced, this, [this] {
        m_choice = {};
        m_first = true;
        drawOf({});
    });
    connect(&state, &ViewState::selectionChanged, this, &PlacesView::invalidateTime);
    connect(&state, &ViewState::linkChanged, this, &PlacesView::invalidateTime);
    connect(&state, &ViewState::outlineChanged, this, &PlacesView::invalidate);
    connect(&state, &ViewState::timeChanged, this, [this] {
        updateBars();
        moved();
    });
    const auto lens = [this] {
        m_shown.reset();
        m_blocks.reset();
        m_colours.reset();
        invalidate();
    };
    connect(&state, &ViewState::lensChanged, this, lens);
    connect(&state, &ViewState::rowsChanged, this, lens);
    connect(&m_preview, &DragPreview::changed, this, [this] {
        emit previewed(m_preview.what(), m_preview.ripple());
        viewport()->update();
    });
    const auto scrolledTime = [this](int value) {
        if (m_settingBars) return;
        m_settingBars = true;
        m_state.setTime(TimeScale{extent().first, m_state.pixelsPerDay()}.at(value), m_state.pixelsPerDay());
        m_settingBars = false;
        moved();
    };
    const auto scrolledPlaces = [this] {
        m_heads->update();
        viewport()->update();
    };
    connect(verticalScrollBar(), &QScrollBar::valueChanged, this, [this, scrolledTime, scrolledPlaces](int value) {
        m_choice.timeAcross ? scrolledPlaces() : scrolledTime(value);
    });
    connect(horizontalScrollBar(), &QScrollBar::valueChanged, this, [this, scrolledTime, scrolledPlaces](int value) {
        m_choice.timeAcross ? scrolledTime(value) : scrolledPlaces();
    });
    connect(&lookChanges(), &LookChanges::changed, this, &PlacesView::invalidate);
    m_zooming.setSingleShot(true);
    connect(&m_zooming, &QTimer::timeout, viewport(), qOverload<>(&QWidget::update));
    arrange();
}

void PlacesView::choose(const PlacesChoice& choice) {
    const bool turned = choice.timeAcross != m_choice.timeAcross;
    m_choice = choice;
    m_axis.reset();
    m_kept = {};
    m_blocks.reset();
    if (turned) arrange();
    updateBars();
    invalidate();
}

/// Room for the two axes.
void PlacesView::arrange() {
    if (m_choice.timeAcross)
        setViewportMargins(scaled(150), axisHeight, 0, 0);
    else
        setViewportMargins(placeTimeWidth, placeProfile + placeHead, 0, 0);
    setVerticalScrollBarPolicy(Qt::ScrollBarAsNeeded);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAsNeeded);
    const QRect inner = viewport()->geometry();
    if (m_choice.timeAcross) {
        m_heads->setGeometry(0, inner.top(), inner.left(), inner.height());
        m_times->setGeometry(inner.left(), 0, inner.width(), axisHeight);
    } else {
        m_heads->setGeometry(inner.left(), 0, inner.width(), placeProfile + placeHead);
        m_times->setGeometry(0, inner.top(), placeTimeWidth, inner.height());
    }
}

double PlacesView::timeLength() const {
    return m_choice.timeAcross ? viewport()->width() : viewport()->height();
}

double PlacesView::placeLength() const {
    return m_choice.timeAcross ? viewport()->height() : viewport()->width();
}

const PlacedWork& PlacesView::placed() const {
    if (!m_placed) {
        const Schedule& dates = m_document.schedule();
        m_placed = dates.ok() ? placedWork(m_document.programme(), dates) : PlacedWork();
    }
    return *m_placed;
}

/// Units of sequences, and groups as they are folded in table and bars.
std::vector<PlaceBlock> PlacesView::blocks() const {
    std::vector<PlaceBlock> all;
    const Programme& programme = m_document.programme();
    if (m_choice.units) all = unitBlocks(programme, m_choice.open);
    if (!m_choice.groups || m_state.folded().empty()) return all;
    Lens lens = m_state.lens();
    lens.totals = true; // so that groups know what is in them
    for (ChartRow& row : rowsFor(programme, m_document.schedule(), lens, m_state.folded())) {
        if (!row.isGroup || !row.folded) continue;
        PlaceBlock& one = all.emplace_back(PlaceBlock{std::move(row.title), {}, row.group, {}, {}});
        for (const std::size_t i : row.inside) one.inside.push_back(programme.activities[i].id);
    }
    return all;
}

const PlaceAxis& PlacesView::places() const {
    if (!m_axis) {
        std::vector<LocationId> chosen = placeBranches(m_document.programme());
        std::erase_if(chosen, [&](LocationId id) { return m_choice.hidden.contains(id); });
        m_axis = m_document.schedule().ok() ? placeAxis(m_document.programme(), m_document.schedule(), chosen,
                                                        placeLength(), textEnlargement())
                                            : PlaceAxis();
    }
    return *m_axis;
}

const PlaceLayout& PlacesView::layout() const {
    if (m_layout) return *m_layout;
    if (!m_document.schedule().ok()) return m_layout.emplace();
    const Lens& lens = m_state.lens();
    if (!m_shown && (!lens.filter.empty() || !lens.words.empty())) {
        m_shown.emplace();
        for (const ChartRow& row : rowsFor(m_document.programme(), m_document.schedule(), lens, {}))
            if (row.activity) m_shown->insert(row.activity);
    }
    static const Clashes none;
    if (!m_blocks) m_blocks = blocks();
    PlaceRequest request{m_document.programme(),
                         m_document.schedule(),
                         placed(),
                         m_clashes ? *m_clashes : none,
                         places(),
                         scale(),
                         timeLength(),
                         m_state.outline(),
                         m_state.current(),
                         m_choice.links,
                         m_choice.crews,
                         m_shown ? &*m_shown : nullptr,
                         &*m_blocks,
                         6.2 + textEnlargement() * 0.5};
    return m_layout.emplace(layoutPlaces(request, m_kept));
}

void PlacesView::invalidate() {
    m_profile.reset();
    m_heads->update();
    invalidateTime();
}

/// What the heads of places do not tell.
void PlacesView::invalidateTime() {
    m_picture.reset();
    moved();
}

/// The same work lies elsewhere, or is longer or shorter.
void PlacesView::moved() {
    m_layout.reset();
    viewport()->update();
    m_times->update();
}

/// Beside the window; what comes soon is there at once.
void PlacesView::lookForClashes() {
    if (m_clashes || !m_document.schedule().ok()) return;
    using namespace std::chrono_literals;
    auto programme = m_document.sharedProgramme();
    auto dates = m_document.sharedSchedule();
    m_looking.start(
        60ms,
        [programme, dates](WorkWatch&) -> std::shared_ptr<const Clashes> {
            return std::make_shared<const Clashes>(clashesOf(*programme, *dates, placedWork(*programme, *dates)));
        },
        [this](std::shared_ptr<const Clashes> found) {
            m_clashes = std::move(found);
            invalidate();
            emit clashesFound();
        });
}

std::pair<Instant, Instant> PlacesView::extent() const {
    if (m_extent) return *m_extent;
    Instant first = m_document.programme().job.start, last = first + 30 * minutesPerDay;
    for (const Piece& piece : placed().pieces) {
        first = std::min(first, piece.start);
        last = std::max(last, piece.finish);
    }
    for (const Section& section : m_document.programme().sections)
        last = std::max(last, startOf(section.completion + 1));
    return m_extent.emplace(first, last);
}

void PlacesView::updateBars() {
    if (m_settingBars) return;
    m_settingBars = true;
    QScrollBar* time = m_choice.timeAcross ? horizontalScrollBar() : verticalScrollBar();
    QScrollBar* place = m_choice.timeAcross ? verticalScrollBar() : horizontalScrollBar();
    const auto [first, last] = extent();
    const TimeScale scale{first, m_state.pixelsPerDay()};
    const double margin = timeLength() * 0.4, here = scale.x(m_state.left()), most = 1e9;
    const double end = scale.x(last) + margin - timeLength();
    time->setRange(int(std::clamp(std::min(-margin, here), -most, most)),
                   int(std::clamp(std::max(end, here), -most, most)));
    time->setPageStep(int(timeLength()));
    time->setSingleStep(std::max(8, int(m_state.pixelsPerDay() * 7)));
    time->setValue(int(std::clamp(here, -most, most)));
    place->setRange(0, std::max(0, int(std::ceil(places().width - placeLength()))));
    place->setPageStep(int(placeLength()));
    place->setSingleStep(40);
    m_settingBars = false;
}

void PlacesView::resizeEvent(QResizeEvent*) {
    arrange();
    m_axis.reset();
    m_kept = {};
    updateBars();
    invalidate();
}

void PlacesView::showEvent(QShowEvent* event) {
    QAbstractScrollArea::showEvent(event);
    arrange();
    updateBars();
    lookForClashes();
    // Once it has its size.
    if (std::exchange(m_first, false))
        QTimer::singleShot(0, this, [this] {
            if (!placed().pieces.empty()) fit();
        });
}

void PlacesView::fit() {
    const auto [first, last] = extent();
    const double days = double(last - first) / minutesPerDay + 14;
    m_state.setTime(first - 5 * minutesPerDay,
                    std::clamp(timeLength() / std::max(7.0, days), leastPixelsPerDay, mostPixelsPerDay));
}

void PlacesView::fitSelection() {
    std::optional<Instant> first, last;
    for (const Piece& piece : placed().pieces) {
        if (!m_state.isSelected(piece.activity)) continue;
        first = std::min(first.value_or(piece.start), piece.start);
        last = std::max(last.value_or(piece.finish), piece.finish);
    }
    if (!first) return fit();
    const double days = double(*last - *first) / minutesPerDay;
    const double around = std::max(3.0, days * 0.15);
    m_state.setTime(*first - Minutes(around * minutesPerDay),
                    std::clamp(timeLength() / (days + 2 * around), leastPixelsPerDay, mostPixelsPerDay));
}

void PlacesView::zoomBy(double factor) {
    zoomAt(timeLength() / 2, factor);
}

/// By hand: so that zooming stays smooth where there is much to paint.
void PlacesView::zoomAt(double at, double factor) {
    constexpr int stillFor = 90; // milliseconds
    m_zooming.start(stillFor);
    m_state.zoomAt(at, factor);
}

void PlacesView::bring(ActivityId id) {
    for (const Piece& piece : placed().pieces) {
        if (piece.activity != id) continue;
        const double top = scale().x(piece.start), foot = scale().x(piece.finish);
        if (top < 0 || foot > timeLength())
            m_state.setTime(scale().at((top + foot) / 2 - timeLength() / 2), m_state.pixelsPerDay());
        if (const auto strip = places().stripOf(piece.location)) {
            QScrollBar* bar = m_choice.timeAcross ? verticalScrollBar() : horizontalScrollBar();
            if (strip->x0 < bar->value() || strip->x1 > bar->value() + placeLength())
                bar->setValue(int((strip->x0 + strip->x1 - placeLength()) / 2));
        }
        return;
    }
}

void PlacesView::bring(const Clash& clash) {
    const double middle = (scale().x(clash.from) + scale().x(clash.to)) / 2;
    if (middle < 20 || middle > timeLength() - 20)
        m_state.setTime(scale().at(middle - timeLength() / 2), m_state.pixelsPerDay());
    m_state.select({clash.one, clash.other}, clash.other);
}

QPoint PlacesView::onViewport(ChartPoint at) const {
    const QPointF turned = PlaceTurn{m_choice.timeAcross}.at(at);
    return m_choice.timeAcross
               ? QPoint(int(std::lround(turned.x())), int(std::lround(turned.y())) - verticalScrollBar()->value())
               : QPoint(int(std::lround(turned.x())) - horizontalScrollBar()->value(), int(std::lround(turned.y())));
}

ChartPoint PlacesView::chartPoint(QPointF viewport) const {
    if (m_choice.timeAcross) return {viewport.y() + verticalScrollBar()->value(), viewport.x()};
    return {viewport.x() + horizontalScrollBar()->value(), viewport.y()};
}

BookItemId PlacesView::profileItem() const {
    if (m_choice.profile && m_document.programme().book.row(m_choice.profile)) return m_choice.profile;
    // The kind of work with the most places.
    std::unordered_map<std::uint32_t, int> count;
    BookItemId best;
    for (const Piece& piece : placed().pieces) {
        const Activity& activity = m_document.programme().activities[piece.index];
        if (!activity.bookItem || !activity.measure || !piece.span) continue;
        const int n = ++count[activity.bookItem.value];
        const int most = best ? count[best.value] : 0;
        if (n > most || (n == most && activity.bookItem < best)) best = activity.bookItem;
    }
    return best;
}

PlaceInk PlacesView::ink(bool) const {
    PlaceInk ink{theme(), PlaceTurn{m_choice.timeAcross}, {}, {}, {}, {}, {}, {}, &m_words};
    ink.isSelected = [this](ActivityId id) { return m_state.isSelected(id); };
    ink.pennant = [this](SectionId id) {
        const Section* section = m_document.programme().sections.row(id);
        return section ? show::text(section->key) : QString();
    };
    ink.closed = tr("closed");
    ink.selectedLink = m_state.link();
    if (m_state.lens().colour.empty() || !m_document.schedule().ok()) return ink;
    if (!m_context) m_context.emplace(m_document.programme(), m_document.schedule(), &m_document.lookup());
    if (!m_colours) m_colours.emplace(*m_context, m_state.lens().colour);
    if (!m_colours->isEmpty())
        ink.colour = [this](ActivityId id) {
            return m_colours->colourOf(*m_context, m_document.programme().activities.indexOf(id));
        };
    return ink;
}

const PlaceShape* PlacesView::shapeOf(ActivityId id) const {
    for (const PlaceShape& one : layout().shapes)
        if (one.activity == id) return &one;
    return nullptr;
}

std::vector<PaintedPart> PlacesView::paintedParts() const {
    std::vector<PaintedPart> parts;
    const QPoint origin = viewport()->pos();
    const Programme& programme = m_document.programme();
    for (const PlaceShape& shape : layout().shapes) {
        const QPoint from = onViewport({shape.box.x, shape.box.y}),
                     to = onViewport({shape.box.x + shape.box.width, shape.box.y + shape.box.height});
        PaintedPart part =
            activityPart(m_document, m_state, shape.activity, QRect(from, to).normalized().translated(origin));
        if (const Activity* activity = programme.activities.row(shape.activity))
            if (const Location* place = programme.locations.row(activity->location))
                part.value += QStringLiteral(", ") + show::text(place->name);
        parts.push_back(std::move(part));
    }
    return parts;
}

} // namespace yarrin
