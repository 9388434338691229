// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/bar_chart_view.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/programme/activity_parts.h"
#include "app/programme/link_line.h"
#include "app/programme/tips.h"
#include "app/table/activity_model.h"
#include "chart/paint/bar_painter.h"
#include "core/model/resource_book.h"
#include "edit/activity_edits.h"
#include "edit/link_edits.h"

#include <QApplication>
#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <QToolTip>

#include <cmath>
#include <utility>

namespace yarrin {

/// The time axis above the bars; wheel and drag on it are the chart's.
class BarChartView::Axis : public QWidget {
public:
    explicit Axis(BarChartView* view) : QWidget(view), m_view(view) {
        setObjectName(QStringLiteral("timeAxis"));
        setAccessibleName(BarChartView::tr("Time axis"));
    }

protected:
    void paintEvent(QPaintEvent*) override { m_view->paintAxisOn(*this); }
    bool event(QEvent* event) override {
        if (event->type() != QEvent::ToolTip) return QWidget::event(event);
        const auto* help = static_cast<QHelpEvent*>(event);
        QToolTip::showText(help->globalPos(), m_view->axisTip(help->pos().x()), this);
        return true;
    }

private:
    BarChartView* m_view;
};

BarChartView::BarChartView(Document& document, ViewState& state, ActivityModel& rows, QWidget* parent)
    : QAbstractScrollArea(parent), m_document(document), m_state(state), m_rows(rows), m_axis(new Axis(this)),
      m_preview(document), m_linkLine(new LinkLine(document, m_preview, viewport())),
      m_start(document.programme().job.start) {
    setObjectName(QStringLiteral("barChart"));
    setAccessibleName(tr("Bar chart"));
    setFrameShape(QFrame::NoFrame);
    setViewportMargins(0, axisHeight, 0, 0);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    viewport()->setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    connect(&m_preview, &DragPreview::changed, this, [this] {
        emit previewed(m_preview.what(), m_preview.ripple());
        viewport()->update();
    });
    connect(m_linkLine, &LinkLine::closed, this, [this] {
        if (m_linkLine->isAncestorOf(QApplication::focusWidget())) setFocus();
        viewport()->update();
    });
    connect(m_linkLine, &LinkLine::refused, this, &BarChartView::refused);
    connect(&m_document, &Document::changed, m_linkLine, &LinkLine::drop);
    connect(&m_document, &Document::changed, this, [this] {
        // Its id may be another link's later.
        if (!m_document.programme().links.row(m_state.link())) m_state.selectLink({});
        // A programme that begins at another time is followed there.
        const Instant start = m_document.programme().job.start;
        if (const Minutes moved = start - std::exchange(m_start, start))
            m_state.setTime(m_state.left() + moved, m_state.pixelsPerDay());
        updateScrollBars();
        invalidate();
    });
    connect(&m_rows, &ActivityModel::rowsRebuilt, this, [this] {
        updateScrollBars();
        invalidate();
    });
    connect(&m_state, &ViewState::lensChanged, this, [this] {
        updateScrollBars();
        invalidate();
    });
    connect(&m_state, &ViewState::selectionChanged, this, [this] {
        invalidate();
        tellChosenPart(this);
    });
    connect(&m_state, &ViewState::linkChanged, viewport(), qOverload<>(&QWidget::update));
    connect(&m_state, &ViewState::outlineChanged, this, &BarChartView::invalidate);
    connect(&m_state, &ViewState::answerChanged, this, &BarChartView::invalidate);
    connect(&m_state, &ViewState::timeChanged, this, [this] {
        updateScrollBars();
        invalidate();
    });
    connect(&lookChanges(), &LookChanges::changed, this, [this] { m_colours.reset(); });
    connect(&m_edgeTimer, &QTimer::timeout, this, &BarChartView::runOn);
    connect(horizontalScrollBar(), &QScrollBar::valueChanged, this, &BarChartView::takeHorizontal);
    connect(verticalScrollBar(), &QScrollBar::valueChanged, this, &BarChartView::scrollRows);
}

std::pair<Instant, Instant> BarChartView::extent() const {
    Instant first = m_document.programme().job.start;
    Instant last = m_document.schedule().programmeFinish.value_or(first + 90 * minutesPerDay);
    for (const ActivityFigures& figures : m_document.schedule().activities) first = std::min(first, figures.earlyStart);
    for (const Section& section : m_document.programme().sections)
        last = std::max(last, startOf(section.completion + section.grantedDays));
    return {first, last};
}

void BarChartView::fit() {
    // From edge to edge, but for what stands beside the first and the last of it.
    constexpr double left = 14;
    const double right = m_state.lens().after.empty() ? 48 : 96;
    const auto [first, last] = extent();
    const double days = std::max(1.0, double(last - first) / double(minutesPerDay));
    const double room = std::max(100.0, viewport()->width() - left - right);
    const double ppd = std::clamp(room / days, leastPixelsPerDay, mostPixelsPerDay);
    m_state.setTime(first - static_cast<Minutes>(left / ppd * double(minutesPerDay)), ppd);
}

void BarChartView::fitSelection() {
    std::optional<std::pair<Instant, Instant>> span;
    for (const ActivityId id : m_state.selection()) {
        const std::size_t index = m_document.programme().activities.indexOf(id);
        if (index >= m_document.schedule().activities.size()) continue;
        const ActivityFigures& figures = m_document.schedule().activities[index];
        if (!span) span.emplace(figures.earlyStart, figures.earlyFinish);
        span->first = std::min(span->first, figures.earlyStart);
        span->second = std::max(span->second, figures.earlyFinish);
    }
    if (!span) return fit();
    showSpan(span->first, span->second, 1);
}

void BarChartView::fitWeeks(int weeks) {
    const Job& job = m_document.programme().job;
    const Instant from = startOf(dateOf(job.dataDate.value_or(job.start)));
    showSpan(from, from + weeks * 7 * minutesPerDay, 0);
}

void BarChartView::showSpan(Instant first, Instant last, double around) {
    const double days = std::max(around, static_cast<double>(last - first) / static_cast<double>(minutesPerDay));
    const double width = std::max(100, viewport()->width());
    const double ppd = std::clamp(width / (days * 1.12 + around), leastPixelsPerDay, mostPixelsPerDay);
    m_state.setTime(first - static_cast<Minutes>((days * 0.02 + around / 4) * static_cast<double>(minutesPerDay)), ppd);
}

void BarChartView::setShowsLinks(bool shown) {
    m_links = shown;
    invalidate();
}

BarRequest BarChartView::request() const {
    const double rowHeight = m_state.rowHeight();
    const int top = verticalScrollBar()->value();
    const auto first = static_cast<std::size_t>(std::max(0.0, std::floor(top / rowHeight)));
    const auto count = static_cast<std::size_t>(std::ceil(viewport()->height() / rowHeight) + 1);
    BarRequest request{m_document.programme(),
                       m_document.schedule(),
                       m_rows.rows(),
                       first,
                       std::min(m_rows.rows().size(), first + count),
                       TimeScale{m_state.left(), m_state.pixelsPerDay()},
                       double(viewport()->width()),
                       metrics(),
                       m_state.current(),
                       m_links,
                       m_state.outline()};
    return request;
}

BarMetrics BarChartView::metrics() const {
    BarMetrics metrics;
    metrics.rowHeight = m_state.rowHeight();
    return metrics;
}

const BarLayout& BarChartView::layout() const {
    if (!m_layout) m_layout = layoutBars(request());
    return *m_layout;
}

void BarChartView::invalidate() {
    m_layout.reset();
    if (m_coloursAt != std::pair(m_document.generation(), m_state.lens().colour)) m_colours.reset();
    m_coloursAt = {m_document.generation(), m_state.lens().colour};
    viewport()->update();
    m_axis->update();
}

void BarChartView::updateScrollBars() {
    if (m_settingBars) return;
    m_settingBars = true;
    const int height = static_cast<int>(m_rows.rows().size()) * m_state.rowHeight();
    verticalScrollBar()->setRange(0, std::max(0, height - viewport()->height()));
    verticalScrollBar()->setPageStep(viewport()->height());
    verticalScrollBar()->setSingleStep(m_state.rowHeight());
    // The bar counts pixels from half a screen before the first date to as much after the last one.
    const auto [first, last] = extent();
    emit reached();
    const TimeScale scale{first, m_state.pixelsPerDay()};
    const double margin = viewport()->width() * 0.5;
    const double end = scale.x(last) + margin - viewport()->width();
    const double here = scale.x(m_state.left());
    const double most = 1e9;
    horizontalScrollBar()->setRange(int(std::clamp(std::min(-margin, here), -most, most)),
                                    int(std::clamp(std::max(end, here), -most, most)));
    horizontalScrollBar()->setPageStep(viewport()->width());
    horizontalScrollBar()->setSingleStep(std::max(8, int(m_state.pixelsPerDay() * 7)));
    horizontalScrollBar()->setValue(int(std::clamp(here, -most, most)));
    m_settingBars = false;
}

void BarChartView::takeHorizontal(int value) {
    if (m_settingBars) return;
    m_settingBars = true;
    m_state.setTime(TimeScale{extent().first, m_state.pixelsPerDay()}.at(value), m_state.pixelsPerDay());
    m_settingBars = false;
    invalidate();
}

QPoint BarChartView::onViewport(ChartPoint at) const {
    return QPoint(int(std::lround(at.x)), int(std::lround(at.y)) - verticalScrollBar()->value());
}

ChartPoint BarChartView::chartPoint(const QPoint& at) const {
    return {double(at.x()), double(at.y() + verticalScrollBar()->value())};
}

void BarChartView::resizeEvent(QResizeEvent*) {
    m_axis->setGeometry(0, 0, viewport()->width(), axisHeight);
    updateScrollBars();
    invalidate();
}

AxisLayout BarChartView::axis(int width) const {
    const Preferences& prefer = preferences();
    return axisFor(request().scale, width, dateOf(m_document.programme().job.start),
                   {prefer.firstWeekday, prefer.weekNumbers == Preferences::WeekNumbers::iso, prefer.textSize});
}

/// What stays in sight is moved as it is; only what comes into sight is painted.
void BarChartView::scrollRows() {
    const int by = std::exchange(m_top, verticalScrollBar()->value()) - m_top;
    m_layout.reset();
    const int foot = legendHeight(), rows = viewport()->height() - foot;
    const bool whole = m_tool.active() || m_preview.schedule() || m_linkLine->isOpen() || std::abs(by) >= rows;
    if (whole) return invalidate();
    viewport()->scroll(0, by, QRect(0, 0, viewport()->width(), rows));
}

void BarChartView::paintEvent(QPaintEvent* event) {
    QPainter painter(viewport());
    const int top = verticalScrollBar()->value();
    painter.translate(0, -top);
    // Sideways all of it, up and down what is asked for.
    const QRect asked = event->rect();
    BarInk ink{theme(),       QRectF(0, top + asked.top(), viewport()->width(), asked.height()), metrics(), {}, {},
               m_state.link()};
    ink.isSelected = [this](ActivityId id) { return m_state.isSelected(id); };
    ink.hammockText = [this](ActivityId id) {
        const Activity* hammock = m_document.programme().activities.row(id);
        return hammock && hammock->costPerWeek
                   ? tr("%1 a week").arg(show::money(*hammock->costPerWeek, m_document.programme().job.currency))
                   : QString();
    };
    dress(ink);
    paintBars(painter, layout(), m_rows.rows(), axis(viewport()->width()), ink);
    paintGhosts(painter);
    paintLoop(painter);
    paintPreview(painter);
    painter.resetTransform();
    paintTag(painter);
    paintLegend(painter);
    if (m_rows.rows().empty()) {
        painter.resetTransform();
        painter.setPen(theme().muted);
        painter.drawText(viewport()->rect(), Qt::AlignCenter, tr("Bars appear here as soon as there is an activity."));
    }
}

void BarChartView::setOdds(const OddsStudy& odds) {
    m_odds = &odds;
    connect(&odds, &OddsStudy::found, viewport(), qOverload<>(&QWidget::update));
}

const BarColours& BarChartView::colours() const {
    if (!m_colours) m_colours.emplace(m_rows.context(), m_state.lens().colour);
    return *m_colours;
}

void BarChartView::dress(BarInk& ink) const {
    const Programme& programme = m_document.programme();
    if (const Answer* answer = m_state.answer()) {
        ink.path = [answer](ActivityId id) { return answer->pathOf(id); };
        ink.linkPath = [answer](LinkId id) { return answer->pathOf(id); };
    }
    const Lens& lens = m_state.lens();
    if (!colours().isEmpty())
        ink.colour = [this, &programme](ActivityId id) {
            return colours().colourOf(m_rows.context(), programme.activities.indexOf(id));
        };
    if (const auto found = m_odds ? m_odds->current() : nullptr; found && found->odds)
        ink.sure = [found, scale = request().scale, &programme](ActivityId id) -> std::optional<double> {
            const auto day = found->odds->finishAt(programme.activities.indexOf(id), found->sure);
            if (!day) return {};
            return scale.x(startOf(*day + 1));
        };
    if (lens.before.empty() && lens.on.empty() && lens.after.empty()) return;
    ink.texts = [this, &programme, before = fieldNamed(programme, lens.before), on = fieldNamed(programme, lens.on),
                 after = fieldNamed(programme, lens.after)](ActivityId id) {
        const std::size_t index = programme.activities.indexOf(id);
        const auto text = [&](const std::optional<ViewField>& field) {
            return field ? show::value(field->value(m_rows.context(), index)) : QString();
        };
        return BarTexts{text(before), text(on), text(after)};
    };
}

namespace {

constexpr int legendLine = 22;

} // namespace

/// Where each of the legend's words stands: x, and its line.
std::vector<QPoint> BarChartView::legendPlaces() const {
    const QFontMetrics metrics(secondaryFont());
    std::vector<QPoint> places;
    int x = 8, line = 0;
    for (const auto& [words, colour] : colours().legend()) {
        const int used = metrics.horizontalAdvance(words) + 35;
        if (x > 8 && x + used > viewport()->width()) {
            x = 8;
            ++line;
        }
        places.emplace_back(x, line);
        x += used;
    }
    return places;
}

int BarChartView::legendHeight() const {
    const std::vector<QPoint> places = legendPlaces();
    if (places.empty()) return 0;
    return std::min(places.back().y() + 1, std::max(1, viewport()->height() / 3 / legendLine)) * legendLine;
}

/// What the colours mean, at the foot of the chart, in as many lines as it takes up to a third of its height.
void BarChartView::paintLegend(QPainter& painter) const {
    const auto& legend = colours().legend();
    if (legend.empty()) return;
    painter.setFont(secondaryFont());
    const QFontMetrics metrics = painter.fontMetrics();
    const std::vector<QPoint> places = legendPlaces();
    constexpr int height = legendLine;
    const int width = viewport()->width(), lines = legendHeight() / height;
    const int top = viewport()->height() - lines * height;
    painter.fillRect(0, top, width, lines * height, theme().panel);
    painter.setPen(theme().rule);
    painter.drawLine(0, top, width, top);
    for (std::size_t i = 0; i < legend.size(); ++i) {
        const auto& [words, colour] = legend[i];
        if (places[i].y() >= lines) break;
        const int y = top + places[i].y() * height;
        painter.fillRect(places[i].x(), y + height / 2 - 4, 12, 9, colour);
        painter.setPen(theme().ink);
        painter.drawText(places[i].x() + 17, y, width - places[i].x() - 17, height, Qt::AlignVCenter,
                         metrics.elidedText(words, Qt::ElideRight, width - places[i].x() - 20));
    }
}

void BarChartView::paintAxisOn(QWidget& widget) const {
    QPainter painter(&widget);
    AxisInk ink{theme(), double(widget.width()), {}, {}, {}};
    const Programme& programme = m_document.programme();
    ink.ratePerDay = [&](const Fraction& rate) {
        return show::local(show::money(rate, programme.job.currency)) + tr("/d");
    };
    ink.pennant = [&](SectionId id) { return show::text(programme.sections.row(id)->key); };
    if (programme.job.dataDate) ink.dataDate = show::shortDate(dateOf(*programme.job.dataDate));
    paintAxis(painter, axis(widget.width()), layout(), ink);
}

void BarChartView::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    if (!m_linkLine->keep()) return; // what is refused is to be mended or dropped first
    const ChartPoint at = chartPoint(event->pos());
    m_tool.press(layout(), at);
    const BarHit hit = hitTest(layout(), at);
    if (hit.pin) return pullPin(hit.activity);
    m_state.selectLink(hit.link);
    if (hit.activity) {
        m_state.select(hit.activity);
    } else if (!hit.link) {
        const int row = int(at.y) / m_state.rowHeight();
        if (const ActivityId id = m_rows.activityAt(row)) m_state.select(id);
    } else {
        emit message(chosenLinkText(m_document.programme(), hit.link));
    }
    // Selecting laid the chart out anew; the press belongs to the new one.
    m_tool.press(layout(), at, isGround(at));
    viewport()->update();
}

void BarChartView::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() & Qt::LeftButton) return dragTo(event->pos(), event->modifiers());
    const ChartPoint at = chartPoint(event->pos());
    const BarHit hit = hitTest(layout(), at);
    const bool end = hit.part == BarHit::Part::start || hit.part == BarHit::Part::finish;
    const Qt::CursorShape ends = hit.diamond || hit.hammock ? Qt::CrossCursor : Qt::SizeHorCursor;
    const bool body = hit.part == BarHit::Part::body || hit.link || hit.pin;
    viewport()->setCursor(end ? ends : (body ? Qt::PointingHandCursor : Qt::ArrowCursor));
}

void BarChartView::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    const bool toPoint = event->modifiers() & Qt::ControlModifier;
    finish(m_tool.release(layout(), chartPoint(event->pos()), toPoint), event->modifiers(), event->pos());
    viewport()->update();
}

void BarChartView::mouseDoubleClickEvent(QMouseEvent* event) {
    m_tool.cancel();
    m_tag.clear();
    m_preview.drop();
    const ChartPoint at = chartPoint(event->pos());
    if (hitTest(layout(), at).link) {
        m_state.selectLink(hitTest(layout(), at).link);
        return editSelectedLink(event->pos());
    }
    if (!isGround(at)) return;
    BarGesture point;
    point.x0 = point.x1 = at.x;
    point.y = at.y;
    draw(point);
}

void BarChartView::deleteSelectedLink() {
    const Outcome outcome = deleteChosenLink(m_document, m_state);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

/// What a menu is asked for on is selected first, unless it is among what is.
void BarChartView::contextMenuEvent(QContextMenuEvent* event) {
    m_tool.cancel();
    m_menuX.reset();
    const bool keyed = event->reason() == QContextMenuEvent::Keyboard;
    if (!keyed) {
        const ChartPoint at = chartPoint(event->pos());
        const BarHit hit = hitTest(layout(), at);
        m_menuX = at.x;
        m_state.selectLink(hit.link);
        const ActivityId id = hit.activity ? hit.activity : m_rows.activityAt(int(at.y) / m_state.rowHeight());
        if (!hit.link && id && !m_state.isSelected(id)) m_state.select(id);
        viewport()->update();
    }
    emit menuWanted(keyed ? viewport()->mapToGlobal(viewport()->rect().center()) : event->globalPos(), m_state.link());
    event->accept();
}

void BarChartView::wheelEvent(QWheelEvent* event) {
    if (event->modifiers() & Qt::ControlModifier) {
        m_state.zoomAt(event->position().x(), std::pow(1.0015, event->angleDelta().y()));
        event->accept();
    } else if (event->modifiers() & Qt::ShiftModifier) {
        horizontalScrollBar()->setValue(horizontalScrollBar()->value() - event->angleDelta().y());
        event->accept();
    } else {
        QAbstractScrollArea::wheelEvent(event);
    }
}

void BarChartView::keyPressEvent(QKeyEvent* event) {
    const int row = m_rows.rowOf(m_state.current());
    const auto go = [&](int step) {
        for (int next = row + step; next >= 0 && next < m_rows.rowCount(); next += step)
            if (const ActivityId id = m_rows.activityAt(next)) return m_state.select(id);
    };
    switch (event->key()) {
    case Qt::Key_Escape:
        m_tool.cancel();
        m_tag.clear();
        m_preview.drop();
        m_state.selectLink({});
        viewport()->update();
        return;
    case Qt::Key_Delete:
        return deleteSelectedLink();
    case Qt::Key_Return:
    case Qt::Key_Enter:
    case Qt::Key_F2:
        return editSelectedLink();
    case Qt::Key_Up:
        return go(-1);
    case Qt::Key_Down:
        return go(1);
    case Qt::Key_Left:
        return horizontalScrollBar()->triggerAction(QAbstractSlider::SliderSingleStepSub);
    case Qt::Key_Right:
        return horizontalScrollBar()->triggerAction(QAbstractSlider::SliderSingleStepAdd);
    default:
        QAbstractScrollArea::keyPressEvent(event);
    }
}

QString BarChartView::tip(const BarHit& hit) const {
    if (hit.link) return linkTip(m_document.programme(), hit.link);
    QString text = activityTip(m_document.programme(), m_document.schedule(), hit.activity);
    if (hit.pin && !text.isEmpty()) text += tr(": a click takes it off");
    return text;
}

QString BarChartView::axisTip(int x) const {
    const Programme& programme = m_document.programme();
    QStringList lines{show::weekdayDate(dateOf(request().scale.at(x)))};
    for (const PennantShape& pennant : layout().pennants)
        if (std::abs(pennant.x - x) <= 20)
            for (const SectionId id : pennant.sections) {
                const Section& section = *programme.sections.row(id);
                lines << tr("%1 %2: due %3")
                             .arg(show::text(section.key), show::text(section.name),
                                  show::date(section.completion + section.grantedDays));
            }
    for (const DamagesShape& run : layout().damages)
        if (x >= run.x0 && x < run.x1)
            lines << tr("damages of %1 a day").arg(show::money(run.ratePerDay, programme.job.currency));
    return lines.join(QLatin1Char('\n'));
}

bool BarChartView::viewportEvent(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const QString text = tip(hitTest(layout(), chartPoint(help->pos())));
        if (text.isEmpty())
            QToolTip::hideText();
        else
            QToolTip::showText(help->globalPos(), text, viewport());
        return true;
    }
    return QAbstractScrollArea::viewportEvent(event);
}

std::vector<PaintedPart> BarChartView::paintedParts() const {
    std::vector<PaintedPart> parts;
    const QPoint origin = viewport()->pos();
    const auto on = [&](double x0, double y, double x1, double height) {
        const QPoint at = onViewport({x0, y});
        return QRect(at + origin, QSize(std::max(1, int(std::lround(x1 - x0))), std::max(1, int(std::lround(height)))));
    };
    const double half = layout().rowHeight / 4;
    for (const BarShape& bar : layout().bars)
        parts.push_back(activityPart(m_document, m_state, bar.activity,
                                     bar.diamond ? on(bar.x0 - half, bar.y, bar.x0 + half, bar.height)
                                                 : on(bar.x0, bar.y, bar.x1, bar.height)));
    for (const HammockShape& one : layout().hammocks)
        parts.push_back(activityPart(m_document, m_state, one.activity, on(one.x0, one.y, one.x1, one.height)));
    for (const LinkShape& link : layout().links) {
        const ChartPoint &a = link.points.front(), &b = link.points.back();
        parts.push_back(linkPart(m_document, m_state, link.link,
                                 on(std::min(a.x, b.x), std::min(a.y, b.y), std::max(a.x, b.x), std::abs(b.y - a.y))));
    }
    return parts;
}

} // namespace yarrin
