// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What pointer and keys do on the chart of places, and what is seen of it before it is let go.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/programme/places_view.h"
#include "edit/bar_edits.h"

#include <QApplication>
#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <QToolTip>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

constexpr double begins = 5; ///< pixels after which a press is a drag

/// Whole metres where a pixel is less than that, tens of them where it is far more.
Millimetres snapped(Millimetres at, double millimetresPerPixel) {
    const Millimetres step = millimetresPerPixel > 2000 ? 5000 : 1000;
    return (at + step / 2) / step * step;
}

} // namespace

void PlacesView::drawOf(std::optional<Kind> kind) {
    const bool ended = m_drawn && !kind;
    m_drawn = kind;
    m_drag = Drag::none;
    viewport()->setCursor(kind ? Qt::CrossCursor : Qt::ArrowCursor);
    viewport()->update();
    if (ended) emit drawingEnded();
}

void PlacesView::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    setFocus();
    m_pressed = m_at = event->position();
    m_moved = false;
    m_way = Way::open;
    m_change = {};
    m_keys = event->modifiers();
    if (m_drawn) {
        m_drag = Drag::draw;
        return;
    }
    const PlaceHit hit = hitPlaces(layout(), chartPoint(m_pressed));
    if (hit.clash) emit clashChosen(*hit.clash);
    if (!hit.activity) {
        m_drag = Drag::frame;
        return;
    }
    if (event->modifiers() & Qt::ControlModifier) {
        std::vector<ActivityId> chosen = m_state.selection();
        const auto at = std::find(chosen.begin(), chosen.end(), hit.activity);
        if (at == chosen.end())
            chosen.push_back(hit.activity);
        else
            chosen.erase(at);
        m_state.select(chosen, chosen.empty() ? ActivityId{} : chosen.back());
        m_drag = Drag::none;
        return;
    }
    const bool several = m_state.isSelected(hit.activity) && m_state.selection().size() > 1;
    const std::vector<ActivityId> chosen = m_state.selection();
    if (const PlaceShape* unit = shapeOf(hit.activity); unit && !unit->inside.empty())
        m_state.select(unit->inside, hit.activity); // a unit is what is inside
    else if (several)
        m_state.select(chosen, hit.activity); // they are grasped together
    else
        m_state.select(hit.activity);
    m_drag = hit.part == PlaceHit::Part::start    ? Drag::start
             : hit.part == PlaceHit::Part::finish ? Drag::finish
                                                  : Drag::body;
}

void PlacesView::mouseMoveEvent(QMouseEvent* event) {
    m_keys = event->modifiers();
    if (!(event->buttons() & Qt::LeftButton)) {
        if (m_drawn) return;
        const PlaceHit hit = hitPlaces(layout(), chartPoint(event->position()));
        const bool end = hit.part == PlaceHit::Part::start || hit.part == PlaceHit::Part::finish;
        const Qt::CursorShape ends = m_choice.timeAcross ? Qt::SizeHorCursor : Qt::SizeVerCursor;
        viewport()->setCursor(!hit.activity ? Qt::ArrowCursor : end ? ends : Qt::PointingHandCursor);
        return;
    }
    if (m_drag == Drag::none) return;
    m_at = event->position();
    const QPointF by = m_at - m_pressed;
    if (!m_moved && std::hypot(by.x(), by.y()) < begins) return;
    if (!m_moved) {
        const double time = m_choice.timeAcross ? by.x() : by.y(), place = m_choice.timeAcross ? by.y() : by.x();
        m_way = std::abs(time) >= std::abs(place) ? Way::time : Way::place;
    }
    m_moved = true;
    preview(m_keys);
    viewport()->update();
}

void PlacesView::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || m_drag == Drag::none) return;
    m_at = event->position();
    finishDrag();
}

void PlacesView::finishDrag() {
    const Drag drag = std::exchange(m_drag, Drag::none);
    m_preview.drop();
    emit previewed({}, nullptr);
    if (!m_moved) {
        if (drag == Drag::frame && !(m_keys & Qt::ControlModifier)) m_state.clearSelection();
        // A click on one of several that did not move them means that one.
        const PlaceShape* shape = shapeOf(m_state.current());
        if (drag == Drag::body && m_state.selection().size() > 1 && shape && shape->inside.empty())
            m_state.select(m_state.current());
        viewport()->update();
        return;
    }
    m_moved = false;
    if (drag == Drag::frame) {
        m_drag = Drag::frame;
        selectFrame(m_keys & Qt::ControlModifier);
        m_drag = Drag::none;
    } else if (drag == Drag::draw) {
        m_drag = Drag::draw;
        const auto work = drawn();
        m_drag = Drag::none;
        if (!work) {
            emit refused(tr("No place lies beneath it: draw over the places of the chart."));
        } else {
            std::vector<ActivityId> made;
            const Outcome outcome = m_document.perform(tr("Work drawn over places"), [&](Transaction& tx) -> Outcome {
                auto done_ = drawWork(tx, *work);
                if (!done_.ok()) return done_.errors();
                made = *done_;
                return done();
            });
            if (!outcome.ok())
                emit refused(show::error(outcome.error()));
            else
                m_state.select(made, made.front());
        }
    } else {
        m_drag = drag;
        const HandChange change = changeOf();
        m_drag = Drag::none;
        carryOut(change);
    }
    viewport()->update();
}

void PlacesView::carryOut(const HandChange& change) {
    if (!change.refusal.isEmpty()) return emit refused(change.refusal);
    if (!change.operation) return;
    const Outcome outcome = m_document.perform(change.words, change.operation);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

/// What the present drag of a piece comes to.
HandChange PlacesView::changeOf() const {
    const Activity* activity = m_document.programme().activities.row(m_state.current());
    if (!activity) return {};
    if (m_way == Way::place) return placeChange(*activity);
    const QPointF by = m_at - m_pressed;
    const double days = (m_choice.timeAcross ? by.x() : by.y()) / m_state.pixelsPerDay();
    const WorkHand hand(m_document, m_calendars);
    if (m_drag == Drag::body) {
        const auto& chosen = m_state.selection();
        return chosen.size() > 1 ? hand.movedTogether(chosen, activity->id, days, m_keys)
                                 : hand.moved(activity->id, days, m_keys);
    }
    Solved follows = Solved::crews;
    if (preferences().stretched == Preferences::Stretched::output) follows = Solved::output;
    if (preferences().stretched == Preferences::Stretched::quantity) follows = Solved::quantity;
    return hand.stretched(activity->id, m_drag == Drag::start, days, m_keys & Qt::AltModifier, follows);
}

/// Sideways: another place, or another range of chainage.
HandChange PlacesView::placeChange(const Activity& activity) const {
    const QString key = show::text(activity.key);
    if (m_state.selection().size() > 1)
        return {{}, {}, {}, tr("Several move together in time only: take them to other places one by one.")};
    const ChartPoint from = chartPoint(m_pressed), to = chartPoint(m_at);
    const PlaceBranch* branch = places().branchAt(from.x);
    const auto stretch = stretchOf(m_document.programme(), activity);
    if (branch && branch->span && stretch) {
        const double pixel = double(branch->span->length()) / (branch->x1 - branch->x0);
        const Millimetres by = snapped(branch->at(to.x) - branch->at(from.x), pixel);
        if (by == 0) return {};
        RangePart part = RangePart::all;
        if (m_drag != Drag::body) { // the end that lies there
            const bool down = activity.travel == Travel::down;
            part = (m_drag == Drag::start) != down ? RangePart::from : RangePart::to;
        }
        Programme trial = m_document.programme();
        Transaction tx(trial);
        const Outcome shifted = shiftRange(tx, activity.id, part, by);
        if (!shifted.ok()) return {{}, {}, {}, show::error(shifted.error())};
        const Activity& then = *trial.activities.row(activity.id);
        const auto now = stretchOf(trial, then);
        const QString range = now ? show::text(stretchText(*now)) + tr(" m") : QString();
        return {tr("%1 goes %2").arg(key, range),
                range,
                [id = activity.id, part, by](Transaction& edit) { return shiftRange(edit, id, part, by); },
                {}};
    }
    const PlaceColumn* column = places().columnAt(to.x);
    if (!column || column->location == activity.location) return {};
    const QString name = show::text(column->name);
    return {tr("%1 to %2").arg(key, name),
            name,
            [id = activity.id, place = column->location](Transaction& tx) { return movePlace(tx, id, place); },
            {}};
}

/// What the present drag would draw.
std::optional<DrawnWork> PlacesView::drawn() const {
    ChartPoint a = chartPoint(m_pressed), b = chartPoint(m_at);
    const bool turned = b.y < a.y;
    if (turned) std::swap(a, b);
    DrawnWork work;
    const Kind kind = m_drawn.value_or(Kind{});
    work.item = kind.item;
    work.sequence = kind.sequence;
    work.name = (m_drawnName.isEmpty() ? tr("New work") : m_drawnName).toStdString();
    work.start = dateOf(scale().at(a.y) + minutesPerDay / 2);
    work.finish = std::max(work.start, dateOf(scale().at(b.y) + minutesPerDay / 2) + -1);
    const PlaceBranch* branch = places().branchAt(a.x);
    if (!branch) return {};
    if (branch->span) {
        const double pixel = double(branch->span->length()) / (branch->x1 - branch->x0);
        const auto within = [&](double x) {
            const Millimetres at = std::clamp(branch->at(x), branch->span->from, branch->span->to);
            // On the edge of a part where that is near.
            for (const PlaceTick& tick : branch->ticks)
                if (std::abs(tick.x - x) < 5) return tick.at;
            return snapped(at, pixel);
        };
        const Millimetres p = within(a.x), q = within(b.x);
        work.line = branch->root;
        work.up = p <= q;
        work.span = MetreSpan{std::min(p, q), std::max(p, q)};
        return work;
    }
    for (const PlaceColumn& column : branch->columns)
        if (column.x1 > std::min(a.x, b.x) && column.x0 < std::max(a.x, b.x)) work.places.push_back(column.location);
    if (work.places.empty())
        if (const PlaceColumn* column = places().columnAt(a.x)) work.places.push_back(column->location);
    if (b.x < a.x) std::reverse(work.places.begin(), work.places.end());
    return work;
}

void PlacesView::preview(Qt::KeyboardModifiers keys) {
    m_keys = keys;
    m_change = {};
    if (m_drag == Drag::frame) return;
    if (m_drag == Drag::draw) {
        const auto work = drawn();
        if (!work) return m_preview.drop();
        m_change.words = tr("Work drawn over places");
        m_preview.ask(m_change.words + QString::number(m_at.x()) + QString::number(m_at.y()),
                      [work = *work](Transaction& tx) -> Outcome {
                          const auto made = drawWork(tx, work);
                          return made.ok() ? done() : Outcome(made.errors());
                      });
        return;
    }
    m_change = changeOf();
    if (!m_change.operation) return m_preview.drop();
    m_preview.ask(m_change.words, m_change.operation);
}

void PlacesView::selectFrame(bool more) {
    const ChartPoint a = chartPoint(m_pressed), b = chartPoint(m_at);
    const yarrin::Box frame{std::min(a.x, b.x), std::min(a.y, b.y), std::abs(a.x - b.x), std::abs(a.y - b.y)};
    std::vector<ActivityId> chosen;
    if (more) chosen = m_state.selection();
    for (const PlaceShape& one : layout().shapes) {
        const bool in = one.box.x < frame.x + frame.width && frame.x < one.box.x + one.box.width &&
                        one.box.y < frame.y + frame.height && frame.y < one.box.y + one.box.height;
        if (in && std::find(chosen.begin(), chosen.end(), one.activity) == chosen.end()) chosen.push_back(one.activity);
    }
    m_state.select(chosen, chosen.empty() ? ActivityId{} : chosen.front());
}

void PlacesView::addCrews(int by) {
    const Activity* activity = m_document.programme().activities.row(m_state.current());
    if (!activity) return emit refused(tr("Choose a piece of work first."));
    if (!activity->measure || !activity->measure->crews)
        return emit refused(tr("%1 has no quantity and crews: its length is typed.").arg(show::text(activity->key)));
    const Decimal crews = *activity->measure->crews;
    const auto then = (Fraction(crews) + Fraction(by)).rounded(2);
    if (!then || then->sign() <= 0) return emit refused(tr("One crew at least does it."));
    carryOut({tr("%1 crews %2 → %3").arg(show::text(activity->key), show::text(crews.text()), show::text(then->text())),
              {},
              [id = activity->id, text = then->text()](Transaction& tx) {
                  return setMeasureField(tx, id, MeasureField::crews, text);
              },
              {}});
}

/// To the next piece in its place, or to the same time in the next place.
void PlacesView::walk(int key) {
    const PlaceShape* now = shapeOf(m_state.current());
    if (!now) {
        if (!layout().shapes.empty()) m_state.select(layout().shapes.front().activity);
        return;
    }
    const bool turned = m_choice.timeAcross;
    const bool time = turned ? key == Qt::Key_Left || key == Qt::Key_Right : key == Qt::Key_Up || key == Qt::Key_Down;
    const int sign = key == Qt::Key_Up || key == Qt::Key_Left ? -1 : 1;
    const auto middle = [](const PlaceShape& one) {
        return ChartPoint{one.box.x + one.box.width / 2, one.box.y + one.box.height / 2};
    };
    const ChartPoint at = middle(*now);
    const PlaceShape* best = nullptr;
    double least = 1e12;
    for (const PlaceShape& one : layout().shapes) {
        const ChartPoint there = middle(one);
        const double along = (time ? there.y - at.y : there.x - at.x) * sign;
        const double beside = std::abs(time ? there.x - at.x : there.y - at.y);
        if (&one == now || along <= 0.5) continue;
        // In its own place first; sideways what is nearest in time.
        const double away = along + beside * (time ? 6 : 1.5);
        if (away < least || (away == least && best && one.activity < best->activity)) {
            least = away;
            best = &one;
        }
    }
    if (!best) return;
    const ActivityId next = best->activity;
    m_state.select(next);
    bring(next);
}

void PlacesView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Escape:
        if (m_drag != Drag::none && m_moved) {
            m_drag = Drag::none;
            m_moved = false;
            m_preview.drop();
            emit previewed({}, nullptr);
            return viewport()->update();
        }
        if (m_drawn) return drawOf({});
        if (m_looking.isRunning()) return stop();
        return m_state.clearSelection();
    case Qt::Key_Plus:
    case Qt::Key_Equal:
        if (!(event->modifiers() & Qt::ControlModifier)) return addCrews(1);
        break;
    case Qt::Key_Minus:
        if (!(event->modifiers() & Qt::ControlModifier)) return addCrews(-1);
        break;
    case Qt::Key_Up:
    case Qt::Key_Down:
    case Qt::Key_Left:
    case Qt::Key_Right:
        return walk(event->key());
    case Qt::Key_Home:
        return fit();
    default:
        break;
    }
    QAbstractScrollArea::keyPressEvent(event);
}

void PlacesView::wheelEvent(QWheelEvent* event) {
    const QPoint by = event->angleDelta();
    if (event->modifiers() & Qt::ControlModifier) {
        const QPointF at = event->position();
        zoomAt(m_choice.timeAcross ? at.x() : at.y(), std::pow(1.0015, by.y()));
        return event->accept();
    }
    QAbstractScrollArea::wheelEvent(event);
}

void PlacesView::mouseDoubleClickEvent(QMouseEvent* event) {
    const PlaceHit hit = hitPlaces(layout(), chartPoint(event->position()));
    if (!hit.activity) return;
    if (toggleBlock(hit.activity)) return;
    m_drag = Drag::none;
    if (selectLine(hit.activity)) return;
    fitSelection();
}

/// A block is opened to show what is inside, and what is inside of an open unit becomes one block again.
bool PlacesView::toggleBlock(ActivityId id) {
    m_drag = Drag::none;
    const PlaceShape* shape = shapeOf(id);
    if (shape && shape->block)
        if (const std::uint32_t group = (*m_blocks)[*shape->block].group) {
            m_state.setFolded(group, false);
            return true;
        }
    if (!m_choice.units) return false;
    PlacesChoice choice = m_choice;
    for (const LaidOut& unit : m_document.programme().laidOut) {
        const bool in = std::any_of(unit.steps.begin(), unit.steps.end(),
                                    [&](const LaidOutStep& step) { return step.activity == id; });
        if (!in) continue;
        if (!choice.open.erase(unit.id)) choice.open.insert(unit.id);
        choose(choice);
        return true;
    }
    return false;
}

/// All pieces of the line that a piece is a part of; false where it stands alone.
bool PlacesView::selectLine(ActivityId id) {
    const PlaceShape* shape = shapeOf(id);
    if (!shape || shape->run == Piece::none) return false;
    std::vector<ActivityId> all;
    for (const std::size_t piece : placed().runs[shape->run].pieces) all.push_back(placed().pieces[piece].activity);
    if (all.size() < 2) return false;
    m_state.select(all, id);
    return true;
}

void PlacesView::contextMenuEvent(QContextMenuEvent* event) {
    const bool key = event->reason() == QContextMenuEvent::Keyboard;
    QPoint at = viewport()->mapFrom(this, event->pos());
    if (key) {
        const PlaceShape* shape = shapeOf(m_state.current());
        at = shape ? onViewport({shape->box.x + shape->box.width / 2, shape->box.y + shape->box.height / 2})
                   : viewport()->rect().center();
    } else if (const PlaceHit hit = hitPlaces(layout(), chartPoint(at));
               hit.activity && !m_state.isSelected(hit.activity)) {
        m_state.select(hit.activity);
    }
    emit menuWanted(viewport()->mapToGlobal(at), {});
}

bool PlacesView::viewportEvent(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QAbstractScrollArea::viewportEvent(event);
    auto* help = static_cast<QHelpEvent*>(event);
    const QString text = tip(hitPlaces(layout(), chartPoint(help->pos())));
    if (text.isEmpty())
        QToolTip::hideText();
    else
        QToolTip::showText(help->globalPos(), text, viewport());
    return true;
}

QString PlacesView::tip(const PlaceHit& hit) const {
    const Programme& programme = m_document.programme();
    QStringList lines;
    if (const Activity* activity = programme.activities.row(hit.activity)) {
        const ActivityFigures& f = m_document.schedule().activities[programme.activities.indexOf(hit.activity)];
        lines << show::text(activity->key + " " + activity->name);
        lines << tr("%1 to %2").arg(show::date(dateOf(f.earlyStart)), show::date(completionDate(f.earlyFinish)));
        if (const auto stretch = stretchOf(programme, *activity))
            lines << tr("ch %1 m").arg(show::text(stretchText(*stretch)));
    }
    if (hit.clash && m_clashes && *hit.clash < m_clashes->found.size())
        lines << show::text(sentenceOf(programme, m_clashes->found[*hit.clash]));
    return lines.join(QLatin1Char('\n'));
}

} // namespace yarrin
