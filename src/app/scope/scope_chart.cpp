// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scope/scope_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/name_line.h"
#include "chart/paint/tree_painter.h"
#include "core/model/codes.h"
#include "edit/breakdown_edits.h"

#include <QApplication>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <QTimer>

#include <unordered_map>

namespace yarrin {

namespace {
constexpr double margin = 26;
}

ScopeChart::ScopeChart(Document& document, QWidget* parent)
    : QAbstractScrollArea(parent), m_document(document), m_name(new NameLine(viewport())) {
    setObjectName(QStringLiteral("scopeChart"));
    setAccessibleName(tr("Breakdown of the work"));
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::StrongFocus);
    viewport()->setMouseTracking(true);
    m_name->setObjectName(QStringLiteral("scopeName"));
    m_name->setAccessibleName(tr("Name of the group"));
    connect(m_name, &NameLine::left, this, [this] { setFocus(); });
    connect(&m_document, &Document::changed, this, [this] {
        m_stale = true;
        if (isVisible()) refresh();
    });
    connect(&m_document, &Document::replaced, this, [this] {
        m_folded.clear();
        m_chosen = {};
        m_fitPending = true;
    });
}

void ScopeChart::refresh() {
    m_stale = false;
    const Programme& programme = m_document.programme();
    if (m_chosen && !programme.breakdown.row(m_chosen)) m_chosen = {};
    const auto codes = breakdownCodes(programme);
    const auto sums = scopeFigures(programme, m_document.schedule());
    const auto figuresOf = [&](const ScopeFigures& sum) {
        QStringList parts;
        if (m_shown.activities) parts << show::countOf(sum.activities, "activity", "activities");
        if (m_shown.crewDays && sum.measured)
            parts << tr("%1 crew-days").arg(show::number(sum.crewDays.rounded(0).value_or(Decimal(0))));
        if (m_shown.cost && sum.costed) parts << show::money(sum.cost, programme.job.currency);
        return parts.join(QStringLiteral(" · ")).toStdString();
    };
    m_items.clear();
    TreeItem whole;
    whole.name = programme.job.title;
    whole.figures = figuresOf(sums.back());
    whole.folded = m_folded.contains(0);
    m_items.push_back(std::move(whole));
    std::unordered_map<BreakdownId, std::vector<std::size_t>> below, standing;
    for (std::size_t i = 0; i < programme.breakdown.size(); ++i) below[programme.breakdown[i].parent].push_back(i);
    if (m_showsActivities)
        for (std::size_t i = 0; i < programme.activities.size(); ++i)
            standing[programme.activities[i].breakdown].push_back(i);
    const std::function<void(BreakdownId, int)> add = [&](BreakdownId parent, int at) {
        for (const std::size_t i : below[parent]) {
            const BreakdownNode& node = programme.breakdown[i];
            TreeItem item;
            item.id = node.id.value;
            item.parent = at;
            item.code = codes[i];
            item.name = node.name;
            item.figures = figuresOf(sums[i]);
            item.folded = m_folded.contains(node.id.value);
            m_items.push_back(std::move(item));
            const int own = int(m_items.size()) - 1;
            add(node.id, own);
        }
        if (!m_showsActivities || !parent) return;
        for (const std::size_t i : standing[parent]) {
            const Activity& activity = programme.activities[i];
            TreeItem item;
            item.id = activity.id.value;
            item.parent = at;
            item.leaf = true;
            item.code = activity.key;
            item.name = activity.name;
            m_items.push_back(std::move(item));
        }
    };
    add({}, 0);
    relayout();
}

void ScopeChart::relayout() {
    m_layout =
        layOutTreeFor(m_items, m_arrangement, viewport()->width() - 2 * margin, viewport()->height() - 2 * margin);
    if (const auto item = chosenItem())
        setAccessibleDescription(show::text(m_items[*item].code + " " + m_items[*item].name));
    updateBars();
    viewport()->update();
}

std::optional<std::size_t> ScopeChart::chosenItem() const {
    for (std::size_t i = 0; i < m_items.size(); ++i)
        if (!m_items[i].leaf && m_items[i].id == m_chosen.value) return i;
    return {};
}

void ScopeChart::updateBars() {
    const auto set = [&](QScrollBar* bar, double size, int page) {
        bar->setRange(0, std::max(0, int(size * m_zoom + 2 * margin) - page));
        bar->setPageStep(page);
        bar->setSingleStep(24);
    };
    set(horizontalScrollBar(), m_layout.width, viewport()->width());
    set(verticalScrollBar(), m_layout.height, viewport()->height());
}

QPointF ScopeChart::toChart(QPointF p) const {
    return {(p.x() + horizontalScrollBar()->value() - margin) / m_zoom,
            (p.y() + verticalScrollBar()->value() - margin) / m_zoom};
}

QRect ScopeChart::rectOf(BreakdownId id) const {
    const TreeBox* box = m_layout.of(id.value, m_items);
    if (!box) return {};
    return QRectF(box->box.x * m_zoom + margin - horizontalScrollBar()->value(),
                  box->box.y * m_zoom + margin - verticalScrollBar()->value(), box->box.width * m_zoom,
                  box->box.height * m_zoom)
        .toRect();
}

void ScopeChart::setShown(Shown shown) {
    m_shown = shown;
    refresh();
}

void ScopeChart::setArrangement(TreeArrangement arrangement) {
    m_arrangement = arrangement;
    relayout();
    fit();
}

void ScopeChart::setShowsActivities(bool shows) {
    m_showsActivities = shows;
    refresh();
}

void ScopeChart::fit() {
    const double x = (viewport()->width() - 2 * margin) / std::max(1.0, m_layout.width);
    const double y = (viewport()->height() - 2 * margin) / std::max(1.0, m_layout.height);
    // Names must stay readable: what does not fit then is scrolled to.
    m_zoom = std::clamp(std::min(x, y), 0.8, 1.0);
    m_fits = true;
    updateBars();
    horizontalScrollBar()->setValue(0);
    verticalScrollBar()->setValue(0);
    viewport()->update();
}

void ScopeChart::zoomBy(double factor) {
    m_zoom = std::clamp(m_zoom * factor, 0.1, 3.0);
    m_fits = false;
    updateBars();
    viewport()->update();
}

void ScopeChart::choose(BreakdownId id) {
    m_chosen = id;
    const QRect box = rectOf(id);
    if (box.isValid()) {
        const auto reach = [](QScrollBar* bar, int from, int to, int page) {
            if (from < 8) bar->setValue(bar->value() + from - 8);
            if (to > page - 8) bar->setValue(bar->value() + to - page + 8);
        };
        reach(horizontalScrollBar(), box.left(), box.right(), viewport()->width());
        reach(verticalScrollBar(), box.top(), box.bottom(), viewport()->height());
    }
    if (const auto item = chosenItem())
        setAccessibleDescription(show::text(m_items[*item].code + " " + m_items[*item].name));
    viewport()->update();
    emit chosenChanged();
}

bool ScopeChart::sideways(std::size_t item) const {
    const int parent = m_items[item].parent;
    const bool top = parent >= 0 && m_items[std::size_t(parent)].parent < 0;
    return m_arrangement == TreeArrangement::across || (m_arrangement == TreeArrangement::stacked && top);
}

void ScopeChart::paintEvent(QPaintEvent*) {
    QPainter painter(viewport());
    painter.fillRect(viewport()->rect(), theme().paper);
    painter.translate(margin - horizontalScrollBar()->value(), margin - verticalScrollBar()->value());
    painter.scale(m_zoom, m_zoom);
    TreeInk ink{theme(), chosenItem(), m_landing, m_dragged, m_landing && sideways(m_landing->item), hasFocus()};
    ink.seen = painter.worldTransform().inverted().mapRect(QRectF(viewport()->rect()));
    paintTree(painter, m_layout, m_items, ink);
}

void ScopeChart::paintInto(QPainter& painter, const QRectF& target) const {
    const double scale =
        std::min(target.width() / std::max(1.0, m_layout.width), target.height() / std::max(1.0, m_layout.height));
    painter.save();
    painter.translate(target.topLeft());
    painter.scale(scale, scale);
    paintTree(painter, m_layout, m_items, {Theme::light(), {}, {}, {}, false, false});
    painter.restore();
}

void ScopeChart::resizeEvent(QResizeEvent*) {
    relayout();
    if (m_fits) fit();
}

void ScopeChart::scrollContentsBy(int, int) {
    if (m_name->isVisible()) m_name->hide();
    viewport()->update();
}

void ScopeChart::showEvent(QShowEvent* event) {
    QAbstractScrollArea::showEvent(event);
    if (m_stale) refresh();
    // The size is only known after the layout ran.
    if (std::exchange(m_fitPending, false)) QTimer::singleShot(0, this, &ScopeChart::fit);
}

void ScopeChart::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    const QPointF at = toChart(event->position());
    const TreeBox* box = m_layout.at(at.x(), at.y());
    if (!box || m_items[box->item].leaf) return;
    choose(BreakdownId{m_items[box->item].id});
    if (m_chosen) m_pressed = event->position();
}

void ScopeChart::mouseMoveEvent(QMouseEvent* event) {
    if (!m_pressed) return;
    if (!m_dragged && (event->position() - *m_pressed).manhattanLength() < QApplication::startDragDistance()) return;
    if (!m_dragged) m_dragged = chosenItem();
    const QPointF at = toChart(event->position());
    m_landing = landingAt(m_layout, m_items, m_arrangement, at.x(), at.y());
    // Into itself, or below itself, nothing lands.
    for (int up = m_landing ? int(m_landing->item) : -1; up >= 0; up = m_items[std::size_t(up)].parent)
        if (m_dragged && std::size_t(up) == *m_dragged) {
            m_landing.reset();
            break;
        }
    setCursor(m_landing ? Qt::DragMoveCursor : Qt::ForbiddenCursor);
    viewport()->update();
}

void ScopeChart::mouseReleaseEvent(QMouseEvent*) {
    m_pressed.reset();
    if (m_dragged && m_landing) drop();
    m_dragged.reset();
    m_landing.reset();
    unsetCursor();
    viewport()->update();
}

void ScopeChart::drop() {
    const BreakdownId moved{m_items[*m_dragged].id};
    const TreeItem& onto = m_items[m_landing->item];
    const BreakdownId target{onto.id};
    static const char* words[] = {QT_TR_NOOP("before"), QT_TR_NOOP("after"), QT_TR_NOOP("into")};
    const QString step =
        tr("%1 moved %2 %3")
            .arg(show::text(m_items[*m_dragged].name), tr(words[int(m_landing->side)]), show::text(onto.name));
    const Outcome outcome = m_document.perform(
        step, [&](Transaction& tx) { return moveGroup(tx, moved, target, Landing(int(m_landing->side))); });
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
    choose(moved);
}

void ScopeChart::mouseDoubleClickEvent(QMouseEvent* event) {
    const QPointF at = toChart(event->position());
    const TreeBox* box = m_layout.at(at.x(), at.y());
    if (box && !m_items[box->item].leaf && m_items[box->item].id != 0) rename();
}

void ScopeChart::wheelEvent(QWheelEvent* event) {
    if (event->modifiers().testFlag(Qt::ControlModifier)) return zoomBy(event->angleDelta().y() > 0 ? 1.15 : 1 / 1.15);
    QAbstractScrollArea::wheelEvent(event);
}

void ScopeChart::rename() {
    const BreakdownNode* node = m_document.programme().breakdown.row(m_chosen);
    if (!node) return emit refused(tr("The job's name is changed in Contract."));
    const QRect box = rectOf(m_chosen);
    const QRect at(box.left() + 4, box.top() + box.height() / 2 - 14, std::max(150, box.width() - 8), 28);
    m_name->open(show::text(node->name), at, [this, id = m_chosen](const QString& name) {
        const BreakdownNode* was = m_document.programme().breakdown.row(id);
        if (!was) return;
        const Outcome outcome =
            m_document.perform(tr("%1 → %2").arg(show::text(was->name), name),
                               [&](Transaction& tx) { return renameGroup(tx, id, name.toStdString()); });
        if (!outcome.ok()) emit refused(show::error(outcome.error()));
    });
}

void ScopeChart::added(const QString& step, const std::function<Result<BreakdownId>(Transaction&)>& make) {
    BreakdownId made;
    const Outcome outcome = m_document.perform(step, [&](Transaction& tx) -> Outcome {
        const auto id = make(tx);
        if (!id.ok()) return id.errors();
        made = *id;
        return done();
    });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    choose(made);
    rename();
}

void ScopeChart::addSibling() {
    if (!m_chosen) return addChild();
    added(tr("Group added"), [this](Transaction& tx) { return addGroup(tx, m_chosen, tr("New group").toStdString()); });
}

void ScopeChart::addChild() {
    m_folded.erase(m_chosen.value);
    added(tr("Group added"),
          [this](Transaction& tx) { return addChildGroup(tx, m_chosen, tr("New group").toStdString()); });
}

void ScopeChart::addParent() {
    if (!m_chosen) return emit refused(tr("Nothing stands over the whole job."));
    added(tr("Group put over another"),
          [this](Transaction& tx) { return addParentGroup(tx, m_chosen, tr("New group").toStdString()); });
}

void ScopeChart::remove() {
    const BreakdownNode* node = m_document.programme().breakdown.row(m_chosen);
    if (!node) return;
    const BreakdownId parent = node->parent;
    const Outcome outcome =
        m_document.perform(tr("Group “%1” taken away; what was in it moved up").arg(show::text(node->name)),
                           [this](Transaction& tx) { return removeGroup(tx, m_chosen); });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    choose(parent);
}

void ScopeChart::fold(bool all) {
    if (all) {
        const bool unfold = !m_folded.empty();
        m_folded.clear();
        if (!unfold)
            for (const TreeItem& item : m_items)
                if (!item.leaf && item.parent == 0) m_folded.insert(item.id);
    } else if (!m_folded.erase(m_chosen.value)) {
        m_folded.insert(m_chosen.value);
    }
    refresh();
}

void ScopeChart::walk(int key) {
    const auto item = chosenItem();
    if (!item) return choose({});
    std::vector<std::size_t> siblings, children;
    for (std::size_t i = 0; i < m_items.size(); ++i) {
        if (m_items[i].leaf) continue;
        if (m_items[i].parent == m_items[*item].parent) siblings.push_back(i);
        if (m_items[i].parent == int(*item)) children.push_back(i);
    }
    const auto at = std::size_t(std::find(siblings.begin(), siblings.end(), *item) - siblings.begin());
    const bool across = sideways(*item);
    const int back = across ? Qt::Key_Left : Qt::Key_Up;
    const int on = across ? Qt::Key_Right : Qt::Key_Down;
    const int up = across ? Qt::Key_Up : Qt::Key_Left;
    const auto to = [this](std::size_t i) { choose(BreakdownId{m_items[i].id}); };
    const bool whole = m_items[*item].parent < 0;
    if (!whole && key == back && at > 0) return to(siblings[at - 1]);
    if (!whole && key == on && at + 1 < siblings.size()) return to(siblings[at + 1]);
    if (!whole && (key == up || (key == back && at == 0 && !across))) return to(std::size_t(m_items[*item].parent));
    if ((key == Qt::Key_Down || key == Qt::Key_Right) && !children.empty() && !m_items[*item].folded)
        to(children.front());
}

void ScopeChart::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Left:
    case Qt::Key_Right:
    case Qt::Key_Up:
    case Qt::Key_Down:
        return walk(event->key());
    case Qt::Key_Insert:
        if (event->modifiers().testFlag(Qt::ShiftModifier)) return addChild();
        return event->modifiers().testFlag(Qt::ControlModifier) ? addParent() : addSibling();
    case Qt::Key_F2:
    case Qt::Key_Return:
    case Qt::Key_Enter:
        return rename();
    case Qt::Key_Delete:
        return remove();
    case Qt::Key_Space:
        return fold(false);
    case Qt::Key_Escape:
        if (m_dragged) {
            m_dragged.reset();
            m_landing.reset();
            m_pressed.reset();
            return viewport()->update();
        }
        break;
    default:
        break;
    }
    QAbstractScrollArea::keyPressEvent(event);
}

std::vector<PaintedPart> ScopeChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    for (const TreeBox& box : m_layout.boxes) {
        const TreeItem& item = m_items[box.item];
        PaintedPart part;
        part.name = show::text(item.code + (item.code.empty() ? "" : " ") + item.name);
        part.value = show::text(item.figures);
        if (item.folded) part.value += tr(", folded");
        part.role = QAccessible::TreeItem;
        part.rect = item.leaf ? QRect() : rectOf(BreakdownId{item.id}).translated(viewport()->pos());
        part.chosen = !item.leaf && m_chosen && m_chosen.value == item.id;
        if (!item.leaf) part.press = [this, id = BreakdownId{item.id}] { const_cast<ScopeChart*>(this)->choose(id); };
        parts.push_back(std::move(part));
    }
    return parts;
}

} // namespace yarrin
