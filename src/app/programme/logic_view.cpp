// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/logic_view.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/name_line.h"
#include "app/programme/activity_parts.h"
#include "app/programme/link_line.h"
#include "chart/paint/bar_painter.h"
#include "core/base/worded.h"
#include "core/model/phrases.h"
#include "edit/link_edits.h"

#include <QApplication>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QResizeEvent>
#include <QScrollBar>

#include <cmath>

namespace yarrin {

namespace {

constexpr double leastZoom = 0.02, mostZoom = 3;
constexpr int axisTall = axisHeight;

LogicMetrics metricsOf() {
    LogicMetrics metrics;
    const double larger = textEnlargement();
    metrics.boxWidth += 7 * larger;
    metrics.boxHeight += 5 * larger;
    metrics.letter += 0.5 * larger;
    return metrics;
}

/// What the places of boxes and links follow from, so that a change of dates alone lays out nothing anew.
std::size_t keyOf(const Programme& programme, const std::vector<ChartRow>& rows, const LogicChoice& choice,
                  const Answer* alone) {
    std::size_t key = 1469598103934665603ull;
    const auto take = [&](std::size_t value) { key = (key ^ value) * 1099511628211ull; };
    const auto takeText = [&](const std::string& text) { take(std::hash<std::string>()(text)); };
    take(std::size_t(choice.within));
    take(std::size_t(textEnlargement()));
    for (const ChartRow& row : rows) {
        take(row.isGroup ? row.group : row.activity.value);
        take(std::size_t(row.depth) * 4 + (row.isGroup ? 2 : 0) + (row.folded ? 1 : 0));
        if (row.isGroup) {
            takeText(row.title);
            for (const std::size_t i : row.inside)
                if (row.folded) take(programme.activities[i].id.value);
            continue;
        }
        const Activity& activity = programme.activities[row.index];
        take(activity.location.value);
        take(std::size_t(activity.kind));
        takeText(activity.key);
        if (alone) take(alone->tells(activity.id) ? 1 : 0);
    }
    for (const Link& link : programme.links) {
        take(link.id.value);
        take(link.from.value);
        take(link.to.value);
        takeText(logicWords(programme, link));
    }
    return key;
}

} // namespace

std::string logicWords(const Programme& programme, const Link& link) {
    std::string words;
    if (link.type == LinkType::ss) words = worded("starts");
    if (link.type == LinkType::ff) words = worded("ends");
    if (link.type == LinkType::sf) words = worded("start to end");
    if (link.lag == 0) return words;
    const std::string lag = lagText(programme, link);
    return words + (words.empty() ? "" : " ") + (link.lag > 0 ? "+" : "") + lag;
}

/// The time axis above the boxes, where they are laid out to scale.
class LogicView::Axis : public QWidget {
public:
    explicit Axis(LogicView* view) : QWidget(view), m_view(view) {
        setObjectName(QStringLiteral("logicAxis"));
        setAccessibleName(LogicView::tr("Time axis"));
    }

protected:
    void paintEvent(QPaintEvent*) override { m_view->paintAxisOn(*this); }

private:
    LogicView* m_view;
};

LogicView::LogicView(Document& document, ViewState& state, QWidget* parent)
    : QAbstractScrollArea(parent), m_document(document), m_state(state), m_layout(std::make_shared<LogicLayout>()),
      m_preview(document), m_linkLine(new LinkLine(document, m_preview, viewport(), QStringLiteral("logicLink"))),
      m_name(new NameLine(viewport())), m_axis(new Axis(this)), m_words(new QLabel(viewport())),
      m_stop(quietButton(tr("Stop"), "logicStop", viewport())), m_working(this, [this] { presentWork(); }) {
    setObjectName(QStringLiteral("logicView"));
    setAccessibleName(tr("Network"));
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    viewport()->setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    m_name->setObjectName(QStringLiteral("logicName"));
    m_name->setAccessibleName(tr("Name of the activity"));
    m_words->setObjectName(QStringLiteral("logicWords"));
    m_words->setAlignment(Qt::AlignCenter);
    m_axis->hide();
    connect(m_stop, &QPushButton::clicked, this, [this] { isWorking() ? stop() : markStale(); });
    m_progress.setInterval(100);
    connect(&m_progress, &QTimer::timeout, this, &LogicView::presentWork);
    connect(m_name, &NameLine::left, this, [this] { setFocus(); });
    connect(m_linkLine, &LinkLine::closed, this, [this] {
        if (m_linkLine->isAncestorOf(QApplication::focusWidget())) setFocus();
        viewport()->update();
    });
    connect(m_linkLine, &LinkLine::refused, this, &LogicView::refused);
    connect(&m_document, &Document::changed, m_linkLine, &LinkLine::drop);
    connect(&m_document, &Document::changed, this, [this] {
        m_context.reset();
        markStale();
    });
    connect(&m_document, &Document::replaced, this, [this] {
        m_folded.clear();
        m_layout = std::make_shared<LogicLayout>();
        m_key = 0;
        m_first = true;
    });
    connect(&m_state, &ViewState::rowsChanged, this, &LogicView::markStale);
    connect(&m_state, &ViewState::answerChanged, this, [this] {
        // Of one that stands alone other boxes are left.
        const bool alone = m_state.answer() && m_state.answer()->alone;
        if (alone || m_wasAlone) markStale();
        m_wasAlone = alone;
        invalidate();
        emit scrolled();
    });
    connect(&m_state, &ViewState::selectionChanged, this, [this] {
        invalidate();
        // What was chosen elsewhere comes into sight.
        const QRect box = rectOf(m_state.current());
        if (isVisible() && !box.isEmpty() && !viewport()->rect().intersects(box)) bring(m_state.current());
        tellChosenPart(this);
    });
    connect(&m_state, &ViewState::linkChanged, this, &LogicView::invalidate);
    connect(&lookChanges(), &LookChanges::changed, this, &LogicView::markStale);
}

const std::unordered_set<std::uint32_t>& LogicView::folded() const {
    return m_choice.lanes.empty() ? m_state.folded() : m_folded;
}

void LogicView::setFolded(std::uint32_t group, bool folded) {
    if (m_choice.lanes.empty()) return m_state.setFolded(group, folded);
    if (folded)
        m_folded.insert(group);
    else
        m_folded.erase(group);
    markStale();
}

Lens LogicView::lens() const {
    Lens lens = m_state.lens();
    lens.totals = true; // a folded group is one box, and must know what is in it
    lens.order.clear();
    if (m_choice.lanes == "-")
        lens.groups.clear();
    else if (!m_choice.lanes.empty())
        lens.groups = {{m_choice.lanes}};
    return lens;
}

void LogicView::choose(const LogicChoice& choice) {
    if (choice == m_choice) return;
    if (choice.lanes != m_choice.lanes) m_folded.clear();
    const bool moved =
        choice.lanes != m_choice.lanes || choice.within != m_choice.within || choice.timeScaled != m_choice.timeScaled;
    m_choice = choice;
    if (!moved) return invalidate();
    m_first = true; // other places: what was in sight says nothing there
    markStale();
}

void LogicView::markStale() {
    m_stale = true;
    m_stopped = false;
    if (isVisible()) refresh();
}

void LogicView::refresh() {
    if (!m_stale) return;
    m_stale = false;
    m_progress.start();
    m_working.start(
        m_document.patience(),
        [programme = m_document.sharedProgramme(), dates = m_document.sharedSchedule(), lens = lens(),
         folded = folded(), choice = m_choice, answer = m_state.sharedAnswer(), was = m_layout, key = m_key,
         metrics = metricsOf()](WorkWatch&) {
            const Answer* alone = answer && answer->alone ? answer.get() : nullptr;
            std::vector<ChartRow> rows =
                rowsFor(*programme, *dates, lens, alone ? std::unordered_set<std::uint32_t>() : folded);
            Found found{nullptr, keyOf(*programme, rows, choice, alone)};
            if (found.key == key && !choice.timeScaled && !was->timeScaled) {
                auto again = std::make_shared<LogicLayout>(*was);
                markDriving(*again, *programme, *dates);
                found.layout = std::move(again);
                return found;
            }
            LogicRequest request{*programme, *dates, rows, choice.within, choice.timeScaled, 6, metrics, {}, nullptr};
            request.words = [&](const Link& link) { return logicWords(*programme, link); };
            std::unordered_set<ActivityId> only;
            if (alone)
                for (const auto& [id, path] : alone->path) only.insert(id);
            if (alone) request.only = &only;
            found.layout = std::make_shared<LogicLayout>(layoutLogic(request));
            return found;
        },
        [this](Found found) { take(std::move(found)); });
    presentWork();
}

void LogicView::stop() {
    m_working.stop();
    m_stopped = true;
    m_key = 0;
    presentWork();
}

void LogicView::take(Found found) {
    // What somebody looks at stays where it is, as long as it is there.
    const ActivityId held = m_state.current();
    const QRect before = rectOf(held);
    m_layout = std::move(found.layout);
    m_key = found.key;
    m_context.reset();
    setViewportMargins(0, m_layout->timeScaled ? axisTall : 0, 0, 0);
    m_axis->setVisible(m_layout->timeScaled);
    m_axis->setGeometry(0, 0, viewport()->width(), axisTall);
    updateBars();
    if (std::exchange(m_first, false) && !m_layout->boxes.empty()) {
        horizontalScrollBar()->setValue(0);
        verticalScrollBar()->setValue(0);
        if (held) bring(held);
    } else if (const QRect now = rectOf(held); !before.isEmpty() && !now.isEmpty()) {
        horizontalScrollBar()->setValue(horizontalScrollBar()->value() + now.x() - before.x());
        verticalScrollBar()->setValue(verticalScrollBar()->value() + now.y() - before.y());
    }
    if (const ActivityId wanted = std::exchange(m_brought, ActivityId{})) bring(wanted);
    invalidate();
    emit laidOut();
}

/// While it takes longer than a moment, how far it is; and a way out.
void LogicView::presentWork() {
    const bool working = m_working.isRunning();
    if (!working) m_progress.stop();
    const bool empty = m_layout->boxes.empty();
    QString words;
    if (working) {
        const int thousandths = m_working.thousandths();
        words =
            thousandths < 0 ? tr("Laying out the network…") : tr("Laying out the network… %1 %").arg(thousandths / 10);
    } else if (m_stopped) {
        words = empty ? tr("Stopped: the network is not laid out.") : tr("Stopped: this is the network as it was.");
    } else if (empty && !m_stale) {
        words = m_document.programme().activities.empty() ? tr("Boxes appear here as soon as there is an activity.")
                                                          : tr("The lens hides everything that has a part in logic.");
    }
    m_words->setText(words);
    m_words->setVisible(!words.isEmpty());
    m_stop->setVisible(working || m_stopped);
    m_stop->setText(working ? tr("Stop") : tr("Lay out again"));
    m_words->adjustSize();
    m_stop->adjustSize();
    const QPoint middle(viewport()->width() / 2, empty ? viewport()->height() / 2 : scaled(18));
    m_words->move(middle -
                  QPoint(m_words->width() / 2 + (m_stop->isHidden() ? 0 : m_stop->width() / 2), m_words->height() / 2));
    m_stop->move(m_words->geometry().right() + 10, middle.y() - m_stop->height() / 2);
}

ChartPoint LogicView::chartPoint(QPointF at) const {
    return {(at.x() + horizontalScrollBar()->value()) / m_zoom, (at.y() + verticalScrollBar()->value()) / m_zoom};
}

QPoint LogicView::onViewport(ChartPoint at) const {
    return {int(std::lround(at.x * m_zoom)) - horizontalScrollBar()->value(),
            int(std::lround(at.y * m_zoom)) - verticalScrollBar()->value()};
}

QRectF LogicView::inSight() const {
    const ChartPoint at = chartPoint({0, 0});
    return {at.x, at.y, viewport()->width() / m_zoom, viewport()->height() / m_zoom};
}

QRect LogicView::rectOf(ActivityId id) const {
    const auto box = m_layout->boxOf.find(id);
    if (box == m_layout->boxOf.end()) return {};
    const LogicBox& at = m_layout->boxes[box->second];
    return {onViewport({at.x, at.y}), onViewport({at.x + at.width, at.y + at.height})};
}

void LogicView::updateBars() {
    horizontalScrollBar()->setRange(0, std::max(0, int(m_layout->width * m_zoom) - viewport()->width()));
    verticalScrollBar()->setRange(0, std::max(0, int(m_layout->height * m_zoom) - viewport()->height()));
    horizontalScrollBar()->setPageStep(viewport()->width());
    verticalScrollBar()->setPageStep(viewport()->height());
    horizontalScrollBar()->setSingleStep(60);
    verticalScrollBar()->setSingleStep(40);
}

void LogicView::zoomBy(double factor) {
    const QRect chosen = rectOf(m_state.current());
    const bool seen = viewport()->rect().intersects(chosen);
    setZoom(m_zoom * factor, seen ? QPointF(chosen.center()) : QPointF(viewport()->rect().center()));
}

void LogicView::setZoom(double zoom, QPointF about) {
    const double to = std::clamp(zoom, leastZoom, mostZoom);
    if (to == m_zoom) return;
    const ChartPoint held = chartPoint(about);
    m_zoom = to;
    updateBars();
    horizontalScrollBar()->setValue(int(std::lround(held.x * m_zoom - about.x())));
    verticalScrollBar()->setValue(int(std::lround(held.y * m_zoom - about.y())));
    invalidate();
    emit zoomChanged();
}

void LogicView::fit() {
    if (m_layout->width <= 0 || m_layout->height <= 0) return;
    setZoom(std::min({1.0, viewport()->width() / m_layout->width, viewport()->height() / m_layout->height}), {0, 0});
    horizontalScrollBar()->setValue(0);
    verticalScrollBar()->setValue(0);
}

void LogicView::fitSelection() {
    QRectF all;
    for (const ActivityId id : m_state.selection())
        if (const auto box = m_layout->boxOf.find(id); box != m_layout->boxOf.end()) {
            const LogicBox& at = m_layout->boxes[box->second];
            all = all.united(QRectF(at.x, at.y, at.width, at.height));
        }
    if (all.isEmpty()) return fit();
    all.adjust(-40, -40, 40, 40);
    setZoom(std::min({1.0, viewport()->width() / all.width(), viewport()->height() / all.height()}), {0, 0});
    show(all.center());
}

void LogicView::show(QPointF middle) {
    horizontalScrollBar()->setValue(int(middle.x() * m_zoom) - viewport()->width() / 2);
    verticalScrollBar()->setValue(int(middle.y() * m_zoom) - viewport()->height() / 2);
}

void LogicView::bring(ActivityId id) {
    const QRect box = rectOf(id);
    if (box.isEmpty() || m_working.isRunning()) {
        m_brought = id;
        if (box.isEmpty()) return;
    }
    const QRect room = viewport()->rect().adjusted(30, 40, -30, -30);
    if (room.contains(box)) return;
    const auto& at = m_layout->boxes[m_layout->boxOf.at(id)];
    show({at.x + at.width / 2, at.y + at.height / 2});
}

void LogicView::invalidate() {
    m_whole = true;
    viewport()->update();
    m_axis->update();
}

Tone LogicView::toneOf(const LogicBox& box) const {
    const auto& figures = m_document.schedule().activities;
    if (box.activity) {
        const std::size_t at = m_document.programme().activities.indexOf(box.activity);
        return at < figures.size() ? yarrin::toneOf(figures[at]) : Tone::plain;
    }
    Tone tone = Tone::complete; // a group is as urgent as the most urgent in it
    for (const std::size_t i : box.inside) {
        if (i >= figures.size()) continue;
        const Tone one = yarrin::toneOf(figures[i]);
        if (one == Tone::critical) return one;
        if (one == Tone::nearCritical || (one == Tone::plain && tone != Tone::nearCritical)) tone = one;
    }
    return tone;
}

LogicInk LogicView::ink() const {
    LogicInk ink{theme(), inSight(), m_zoom, {}, {}, {}, {}, m_state.link(), {}, {}, {}, {}, {}};
    ink.texts = [this](const LogicBox& box) { return textsOf(box); };
    ink.tone = [this](const LogicBox& box) { return toneOf(box); };
    ink.laneFigures = [](const LogicLane& lane) { return show::countOf(qint64(lane.count), "activity", "activities"); };
    ink.isSelected = [this](ActivityId id) { return m_state.isSelected(id); };
    const auto& dataDate = m_document.programme().job.dataDate;
    if (m_layout->timeScaled && dataDate) ink.dataDateX = m_layout->scale.x(*dataDate) + m_layout->scaleX;
    const Answer* answer = m_state.answer();
    if (!answer) return ink;
    ink.subject = answer->subject;
    ink.path = [this, answer](const LogicBox& box) {
        if (box.activity) return answer->pathOf(box.activity);
        int least = noPath;
        for (const std::size_t i : box.inside) {
            const int one = answer->pathOf(m_document.programme().activities[i].id);
            // What leads there counts for more than what follows.
            if (one != noPath && (least <= 0 || (one != 0 && one < least))) least = one;
        }
        return least;
    };
    ink.linkPath = [answer](const LogicLink& link) { return answer->pathOf(link.link); };
    for (const ActivityId head : answer->heads) {
        const auto box = m_layout->boxOf.find(head);
        ink.heads.push_back(box == m_layout->boxOf.end() ? LogicHit::none : box->second);
    }
    return ink;
}

std::vector<PaintedPart> LogicView::paintedParts() const {
    std::vector<PaintedPart> parts;
    const QRectF sight = inSight();
    const QPoint origin = viewport()->pos();
    for (const LogicBox& box : m_layout->boxes) {
        const QRectF at(box.x, box.y, box.width, box.height);
        if (!at.intersects(sight)) continue;
        const QRect rect = QRect(onViewport({box.x, box.y}), (at.size() * m_zoom).toSize()).translated(origin);
        if (box.activity) {
            parts.push_back(activityPart(m_document, m_state, box.activity, rect));
            continue;
        }
        PaintedPart group;
        group.name = QString::fromStdString(box.title);
        group.value = show::countOf(qint64(box.inside.size()), "activity", "activities");
        group.rect = rect;
        parts.push_back(std::move(group));
    }
    for (const LogicLink& link : m_layout->links) {
        const QRectF at(link.left, link.top, link.right - link.left, link.bottom - link.top);
        if (!at.intersects(sight)) continue;
        const QPoint from = onViewport({link.left, link.top}) + origin,
                     to = onViewport({link.right, link.bottom}) + origin;
        parts.push_back(linkPart(m_document, m_state, link.link, QRect(from, to)));
    }
    return parts;
}

} // namespace yarrin
