// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/demand_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/labour/demand_figure.h"
#include "chart/layout/bar_layout.h"
#include "chart/paint/bar_painter.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <QToolTip>

namespace yarrin {

namespace {

constexpr std::size_t mostGroups = 7; ///< in the legend

QColor groupColour(int group) {
    const auto& list = theme().sorting;
    return list[std::size_t(group) % list.size()];
}

} // namespace

int labourGutter() {
    return scaled(212);
}

DemandChart::DemandChart(Document& document, ViewState& state, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state) {
    setObjectName(QStringLiteral("demandChart"));
    setAccessibleName(tr("Demand over time"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(axisHeight + 120);
    connect(&m_state, &ViewState::timeChanged, this, qOverload<>(&QWidget::update));
    connect(&lookChanges(), &LookChanges::changed, this, qOverload<>(&QWidget::update));
}

void DemandChart::present(const QString& title, const QString& detail, const ResourceDemand& demand, bool quantity) {
    const auto days = title == m_title ? chosenDays() : std::nullopt; // of another the first that is over
    m_title = title;
    m_detail = detail;
    m_demand = demand;
    m_quantity = quantity;
    m_chosen.reset();
    choose(days ? std::optional(days->first) : std::nullopt);
}

void DemandChart::clear() {
    m_title.clear();
    m_detail.clear();
    m_demand = {};
    m_chosen.reset();
    update();
    emit chosen();
}

void DemandChart::setAfter(std::vector<std::pair<Date, double>> steps) {
    m_after = std::move(steps);
    update();
}

void DemandChart::setCurves(DemandCurves curves, const QString& agreed) {
    m_curves = std::move(curves);
    m_agreed = agreed;
    update();
}

void DemandChart::setAxisShown(bool shown) {
    m_axisShown = shown;
    setMinimumHeight(top() + (shown ? 120 : 96));
    update();
}

int DemandChart::top() const {
    return m_axisShown ? axisHeight : 0;
}

void DemandChart::mark(std::optional<std::pair<Date, Date>> days) {
    m_chosen.reset();
    const auto& stacks = m_demand.picture.stacks;
    for (std::size_t i = 0; days && i < stacks.size(); ++i)
        if (stacks[i].from <= days->second && days->first < stacks[i].to)
            m_chosen = std::pair(m_chosen ? m_chosen->first : i, i);
    setAccessibleDescription(m_chosen ? told(m_chosen->first) : QString());
    update();
}

TimeScale DemandChart::scale() const {
    return {m_state.left(), m_state.pixelsPerDay()};
}

DemandLayout DemandChart::layoutShown() const {
    DemandPicture picture = m_demand.picture;
    picture.after = m_after;
    picture.curves = m_curves;
    return layoutDemand(picture, scale(), width() - labourGutter(), height() - top(),
                        m_document.programme().job.dataDate);
}

std::optional<std::pair<Date, Date>> DemandChart::chosenDays() const {
    if (!m_chosen) return {};
    return std::pair(m_demand.picture.stacks[m_chosen->first].from, m_demand.picture.stacks[m_chosen->second].to + -1);
}

void DemandChart::choose(std::optional<Date> day) {
    const auto& stacks = m_demand.picture.stacks;
    std::optional<std::size_t> found;
    const auto& dataDate = m_document.programme().job.dataDate;
    for (std::size_t i = 0; i < stacks.size() && !found && day; ++i)
        if (stacks[i].from <= *day && *day < stacks[i].to && stacks[i].demand > 0) found = i;
    const auto ahead = [&](const DemandStack& stack) { return !dataDate || startOf(stack.to) > *dataDate; };
    for (std::size_t i = 0; i < stacks.size() && !found; ++i)
        if (stacks[i].excess > 0 && ahead(stacks[i])) found = i;
    for (const bool later : {true, false})
        if (!found)
            for (std::size_t i = 0; i < stacks.size(); ++i)
                if (stacks[i].demand > 0 && (!later || ahead(stacks[i])) &&
                    (!found || stacks[*found].demand < stacks[i].demand))
                    found = i;
    if (!found) {
        m_chosen.reset();
        setAccessibleDescription(tr("nothing is needed of it"));
        update();
        emit chosen();
        return;
    }
    chooseStacks(*found, *found);
}

void DemandChart::chooseStacks(std::size_t from, std::size_t to) {
    m_chosen = std::minmax(from, to);
    bringIntoSight(to);
    setAccessibleDescription(told(m_chosen->first));
    update();
    emit chosen();
}

void DemandChart::bringIntoSight(std::size_t stack) {
    const double x = scale().x(startOf(m_demand.picture.stacks[stack].from)), room = width() - labourGutter();
    if (room > 40 && (x < 0 || x > room - 20)) m_state.setTime(scale().at(x - room / 2), m_state.pixelsPerDay());
}

QString DemandChart::groupName(std::size_t group) const {
    // Of a path down the breakdown its end says enough.
    const QString name = show::text(m_demand.groups[group]);
    return name.isEmpty() ? tr("without") : name.section(QStringLiteral(" / "), -1);
}

QString DemandChart::told(std::size_t at) const {
    const DemandStack& stack = m_demand.picture.stacks[at];
    const DemandRow& row = m_demand.rows[at];
    QStringList lines{stack.to - stack.from == 1
                          ? show::weekdayDate(stack.from)
                          : tr("%1 to %2").arg(show::shortDate(stack.from), show::date(stack.to + -1))};
    lines << (m_quantity
                  ? tr("%1 on its busiest day").arg(demandFigure(row.demand))
                  : tr("%1 at once, %2 people or pieces a day").arg(demandFigure(row.demand), demandFigure(row.heads)));
    if (row.supply) lines << tr("%1 on site").arg(demandFigure(*row.supply));
    if (row.excess.sign() > 0)
        lines << (m_quantity
                      ? tr("%1 over").arg(demandFigure(row.excess))
                      : tr("%1 over, %2 hours in all").arg(demandFigure(row.excess), demandFigure(row.excessHours)));
    for (std::size_t group = 0; group < stack.parts.size(); ++group)
        if (stack.parts[group] > 0)
            lines << groupName(group) + QStringLiteral("  ") + QLocale::c().toString(stack.parts[group], 'g', 6);
    return lines.join(QLatin1Char('\n'));
}

void DemandChart::paintWordsBeside(QPainter& painter) const {
    const Theme& t = theme();
    const int gutter = labourGutter(), line = scaled(19);
    painter.fillRect(QRect(0, 0, gutter, height()), t.paper);
    painter.fillRect(QRect(0, 0, gutter, top()), t.panel);
    painter.fillRect(QRect(gutter - 1, 0, 1, height()), t.rule);
    painter.fillRect(QRect(0, m_axisShown ? axisHeight - 1 : 0, gutter, 1), t.rule);
    const QRect words(12, 0, gutter - 20, height());
    paintWords(painter, QRect(words.left(), 8, words.width(), scaled(20)), Qt::AlignLeft, headingFont(), t.ink,
               m_title);
    paintWords(painter, QRect(words.left(), 8 + scaled(21), words.width(), scaled(18)), Qt::AlignLeft, secondaryFont(),
               t.muted, m_detail);
    int y = m_axisShown ? axisHeight + 10 : 8 + scaled(41);
    const auto put = [&](const QColor& colour, const QString& name, const QString& sum, const QColor& ink) {
        if (colour.isValid()) painter.fillRect(QRect(words.left(), y + line / 2 - 5, 14, 10), colour);
        paintWords(painter, QRect(words.left() + 20, y, words.width() - 20 - scaled(50), line),
                   Qt::AlignLeft | Qt::AlignVCenter, secondaryFont(), ink, name);
        paintWords(painter, QRect(words.right() - scaled(50), y, scaled(50), line), Qt::AlignRight | Qt::AlignVCenter,
                   secondaryFont(), ink, sum);
        y += line;
    };
    if (m_demand.groups.empty()) return;
    paintWords(painter, QRect(words.left(), y, words.width(), line), Qt::AlignRight | Qt::AlignVCenter, secondaryFont(),
               t.muted, m_quantity ? tr("to come") : tr("hours to come"));
    y += line;
    for (std::size_t group = 0; group < m_demand.groups.size() && group < mostGroups && y + line <= height(); ++group)
        put(mixed(groupColour(int(group)), t.paper, 0.2), groupName(group), demandFigure(m_demand.ahead[group], 0),
            t.ink);
    if (m_demand.groups.size() > mostGroups && y + line <= height())
        put({}, tr("and %1 more").arg(m_demand.groups.size() - mostGroups), {}, t.muted);
    y = paintCurveSigns(painter, words, y + 4);
    const auto sign = [&](const QString& name, const std::function<void(const QRect&)>& draw) {
        if (y + line > height()) return;
        draw(QRect(words.left(), y + line / 2 - 5, 14, 10));
        paintWords(painter, QRect(words.left() + 20, y, words.width() - 20, line), Qt::AlignLeft | Qt::AlignVCenter,
                   secondaryFont(), t.muted, name);
        y += line;
    };
    if (m_demand.sum.daysOver > 0)
        sign(tr("over what is on site"), [&](const QRect& box) {
            painter.fillRect(box, QBrush(t.critical, Qt::BDiagPattern));
            painter.setPen(t.critical);
            painter.drawRect(box.adjusted(0, 0, -1, -1));
        });
    if (!m_demand.picture.supply.empty())
        sign(tr("on site"),
             [&](const QRect& box) { painter.fillRect(QRect(box.left(), box.center().y(), 14, 2), t.ink); });
    if (!m_after.empty())
        sign(tr("after levelling"), [&](const QRect& box) {
            painter.setPen(QPen(t.accent, 1.6, Qt::DashLine));
            painter.drawLine(box.left(), box.center().y(), box.right(), box.center().y());
        });
    if (m_document.programme().job.dataDate)
        sign(tr("full colour: as worked"), [&](const QRect& box) { painter.fillRect(box, groupColour(0)); });
}

/// What the lines of sums are, below one another; where the next words go.
int DemandChart::paintCurveSigns(QPainter& painter, const QRect& words, int y) const {
    if (m_curves.early.empty()) return y;
    const Theme& t = theme();
    const int line = scaled(19);
    const auto sign = [&](const QString& name, const QPen& pen) {
        if (y + line > height()) return;
        painter.setPen(pen);
        painter.drawLine(words.left(), y + line / 2, words.left() + 14, y + line / 2);
        paintWords(painter, QRect(words.left() + 20, y, words.width() - 20, line), Qt::AlignLeft | Qt::AlignVCenter,
                   secondaryFont(), t.muted, name);
        y += line;
    };
    sign(m_quantity ? tr("sum by early dates") : tr("hours by early dates"), QPen(t.hammock, 1.6));
    sign(tr("by late dates"), QPen(t.hammock, 1.2, Qt::DotLine));
    sign(m_agreed, QPen(t.muted, 1.6, Qt::DashLine));
    if (!m_curves.earned.empty()) sign(tr("of it done"), QPen(t.accent, 2.4));
    return y;
}

void DemandChart::paintAxisAbove(QPainter& painter) const {
    const int gutter = labourGutter();
    const Programme& programme = m_document.programme();
    const Preferences& prefer = preferences();
    const AxisLayout axis =
        axisFor(scale(), width() - gutter, dateOf(programme.job.start),
                {prefer.firstWeekday, prefer.weekNumbers == Preferences::WeekNumbers::iso, prefer.textSize});
    BarLayout layout;
    if (programme.job.dataDate) layout.dataDateX = scale().x(*programme.job.dataDate);
    AxisInk ink{theme(), double(width() - gutter), {}, {}, {}};
    ink.ratePerDay = [](const Fraction&) { return QString(); };
    ink.pennant = [](SectionId) { return QString(); };
    if (programme.job.dataDate) ink.dataDate = show::shortDate(dateOf(*programme.job.dataDate));
    painter.save();
    painter.translate(gutter, 0);
    painter.setClipRect(QRect(0, 0, width() - gutter, axisHeight));
    paintAxis(painter, axis, layout, ink);
    painter.restore();
}

void DemandChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    const int gutter = labourGutter();
    const DemandLayout layout = layoutShown();
    painter.save();
    painter.translate(gutter, top());
    DemandInk ink{t, groupColour, {}, m_chosen};
    paintDemand(painter, layout, width() - gutter, ink);
    painter.setFont(secondaryFont());
    painter.setPen(t.muted);
    for (const auto& [y, value] : layout.marks)
        if (value > 0)
            painter.drawText(QRectF(4, y - 14, 80, 13), Qt::AlignLeft | Qt::AlignVCenter,
                             QLocale::c().toString(value, 'g', 6));
    painter.setPen(t.hammock);
    for (const auto& [y, value] : layout.totals)
        painter.drawText(QRectF(width() - gutter - 90, y - 14, 86, 13), Qt::AlignRight | Qt::AlignVCenter,
                         QLocale::c().toString(value, 'f', 0));
    painter.restore();
    paintWordsBeside(painter);
    if (m_axisShown) paintAxisAbove(painter);
    if (m_demand.groups.empty() && !m_title.isEmpty())
        paintWords(painter, QRect(gutter + 20, top() + 20, width() - gutter - 40, scaled(20)), Qt::AlignLeft,
                   bodyFont(), t.muted, tr("Nothing is needed of it."));
    if (hasFocus()) {
        painter.setPen(QPen(t.accent, 1));
        painter.drawRect(QRect(gutter, top(), width() - gutter - 1, height() - top() - 1));
    }
}

std::optional<std::size_t> DemandChart::stackAt(double x) const {
    const Date day = dateOf(scale().at(x - labourGutter()));
    const auto& stacks = m_demand.picture.stacks;
    for (std::size_t i = 0; i < stacks.size(); ++i)
        if (stacks[i].from <= day && day < stacks[i].to) return i;
    return {};
}

std::vector<PaintedPart> DemandChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    const auto& stacks = m_demand.picture.stacks;
    for (std::size_t i = 0; i < stacks.size(); ++i) {
        const int from = labourGutter() + int(scale().x(startOf(stacks[i].from)));
        const int to = labourGutter() + int(scale().x(startOf(stacks[i].to)));
        if (to <= labourGutter() || from >= width()) continue;
        PaintedPart& part = parts.emplace_back();
        const QStringList lines = told(i).split(QLatin1Char('\n'));
        part.name = lines.front();
        part.value = lines.mid(1).join(QStringLiteral(", "));
        part.rect = QRect(QPoint(std::max(from, labourGutter()), top()), QPoint(to - 1, height() - 1));
        part.chosen = m_chosen && m_chosen->first <= i && i <= m_chosen->second;
        part.press = [chart = const_cast<DemandChart*>(this), i] { chart->chooseStacks(i, i); };
    }
    return parts;
}

void DemandChart::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || event->pos().x() < labourGutter()) return;
    m_pressed = stackAt(event->position().x());
    if (m_pressed) chooseStacks(*m_pressed, *m_pressed);
}

void DemandChart::mouseMoveEvent(QMouseEvent* event) {
    if (!(event->buttons() & Qt::LeftButton) || !m_pressed) return;
    if (const auto now = stackAt(event->position().x())) chooseStacks(*m_pressed, *now);
}

void DemandChart::wheelEvent(QWheelEvent* event) {
    const double turn = event->angleDelta().y() != 0 ? event->angleDelta().y() : event->angleDelta().x();
    if (event->modifiers() & Qt::ControlModifier)
        m_state.zoomAt(event->position().x() - labourGutter(), std::pow(1.2, turn / 120));
    else
        m_state.setTime(scale().at(-turn * 0.6), m_state.pixelsPerDay());
    event->accept();
}

void DemandChart::keyPressEvent(QKeyEvent* event) {
    const int step = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    if (step == 0 || !m_chosen) return QWidget::keyPressEvent(event);
    const auto& stacks = m_demand.picture.stacks;
    const bool extend = event->modifiers() & Qt::ShiftModifier;
    const std::size_t from = step > 0 ? m_chosen->second : m_chosen->first;
    if ((step < 0 && from == 0) || (step > 0 && from + 1 >= stacks.size())) return;
    const std::size_t to = from + std::size_t(step);
    extend ? chooseStacks(step > 0 ? m_chosen->first : m_chosen->second, to) : chooseStacks(to, to);
}

bool DemandChart::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const auto stack = help->pos().x() > labourGutter() ? stackAt(help->pos().x()) : std::nullopt;
        if (stack)
            QToolTip::showText(help->globalPos(), told(*stack), this);
        else
            QToolTip::hideText();
        return true;
    }
    return QWidget::event(event);
}

DemandRows::DemandRows(Document& document, ViewState& state, QWidget* parent)
    : QAbstractScrollArea(parent), m_document(document), m_state(state) {
    setObjectName(QStringLiteral("demandRows"));
    setAccessibleName(tr("Activities that make the chosen days"));
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::StrongFocus);
    const auto repaint = [this] { viewport()->update(); };
    connect(&m_state, &ViewState::timeChanged, this, repaint);
    connect(&m_state, &ViewState::selectionChanged, this, repaint);
    connect(&lookChanges(), &LookChanges::changed, this, repaint);
}

void DemandRows::present(std::vector<DemandPart> parts, std::shared_ptr<const Programme> programme) {
    m_parts = std::move(parts);
    m_programme = std::move(programme);
    resizeEvent(nullptr);
    QStringList lines;
    for (const DemandPart& part : m_parts) lines << show::text(m_programme->activities[part.activity].key);
    setAccessibleDescription(lines.join(QStringLiteral(", ")));
    viewport()->update();
}

void DemandRows::propose(std::shared_ptr<const Schedule> dates) {
    m_proposed = std::move(dates);
    viewport()->update();
}

void DemandRows::resizeEvent(QResizeEvent*) {
    const int rows = int(m_parts.size()) * m_state.rowHeight();
    verticalScrollBar()->setPageStep(viewport()->height());
    verticalScrollBar()->setSingleStep(m_state.rowHeight());
    verticalScrollBar()->setRange(0, std::max(0, rows - viewport()->height()));
}

QString DemandRows::told(const Activity& activity, const ActivityFigures& figures) const {
    const WorkCalendar& own = m_document.schedule().calendarOf(figures);
    const Minutes day = own.dayMinutes();
    if (figures.state == NodeState::complete) return tr("finished");
    const std::size_t at = m_programme->activities.indexOf(activity.id);
    if (m_proposed && at < m_proposed->activities.size()) {
        // What would move says how far, and what float that leaves; what stays says why.
        const ActivityFigures& later = m_proposed->activities[at];
        const Minutes by = own.worked(later.earlyStart) - own.worked(figures.earlyStart);
        if (by > 0)
            return tr("+%1, %2 of float left")
                .arg(show::daysWithUnit(by, day), show::daysWithUnit(later.totalFloat.value_or(0), day));
        return later.critical ? tr("critical, stays")
                              : tr("stays, %1 of float").arg(show::daysWithUnit(later.totalFloat.value_or(0), day));
    }
    QString words;
    if (activity.levelledFrom && figures.state == NodeState::notStarted) words = tr("held by levelling, ");
    if (figures.critical) return words + tr("critical");
    return words +
           (figures.totalFloat ? tr("%1 of float").arg(show::daysWithUnit(*figures.totalFloat, day)) : QString());
}

void DemandRows::paintEvent(QPaintEvent*) {
    QPainter painter(viewport());
    const Theme& t = theme();
    painter.fillRect(viewport()->rect(), t.paper);
    if (!m_programme || m_parts.empty() || m_programme->activities.size() != m_document.schedule().activities.size())
        return;
    const int gutter = labourGutter(), rowHeight = m_state.rowHeight(), top = verticalScrollBar()->value();
    const int width = viewport()->width() - gutter;
    std::vector<ChartRow> rows;
    for (const DemandPart& part : m_parts) {
        ChartRow row;
        row.activity = m_programme->activities[part.activity].id;
        row.index = part.activity;
        rows.push_back(std::move(row));
    }
    const Outline now = outlineOf(m_document.schedule(), {});
    const std::size_t first = std::size_t(std::max(0, top / rowHeight));
    const std::size_t last = std::min(rows.size(), std::size_t((top + viewport()->height()) / rowHeight + 1));
    BarMetrics metrics;
    metrics.rowHeight = rowHeight;
    const BarRequest request{*m_programme,
                             m_proposed ? *m_proposed : m_document.schedule(),
                             rows,
                             first,
                             last,
                             TimeScale{m_state.left(), m_state.pixelsPerDay()},
                             double(width),
                             metrics,
                             {},
                             false,
                             m_proposed ? &now : nullptr};
    const BarLayout layout = layoutBars(request);
    painter.save();
    painter.setClipRect(QRect(gutter, 0, width, viewport()->height()));
    painter.translate(gutter, -top);
    BarInk ink{t, QRectF(0, top, width, viewport()->height()), metrics, {}, {}, {}};
    ink.isSelected = [this](ActivityId id) { return m_state.isSelected(id); };
    ink.hammockText = [](ActivityId) { return QString(); };
    ink.texts = [&](ActivityId id) {
        const std::size_t at = m_programme->activities.indexOf(id);
        BarTexts texts;
        for (const DemandPart& part : m_parts)
            if (part.activity == at) texts.on = demandFigure(part.number);
        texts.after = told(m_programme->activities[at], m_document.schedule().activities[at]);
        return texts;
    };
    paintBars(painter, layout, rows, {}, ink);
    painter.restore();
    for (std::size_t i = first; i < last; ++i) {
        const Activity& activity = m_programme->activities[m_parts[i].activity];
        const QRect row(0, int(i) * rowHeight - top, gutter, rowHeight);
        painter.fillRect(row, m_state.isSelected(activity.id) ? t.selection : t.paper);
        painter.fillRect(QRect(row.left(), row.bottom(), row.width(), 1), mixed(t.paper, t.rule, 0.7));
        paintWords(painter, row.adjusted(12, 0, -(gutter - 12 - scaled(56)), 0), Qt::AlignLeft | Qt::AlignVCenter,
                   bodyFont(), t.muted, show::text(activity.key));
        paintWords(painter, row.adjusted(12 + scaled(58), 0, -8, 0), Qt::AlignLeft | Qt::AlignVCenter, bodyFont(),
                   t.ink, show::text(activity.name));
    }
    painter.fillRect(QRect(gutter - 1, 0, 1, viewport()->height()), t.rule);
}

std::optional<std::size_t> DemandRows::rowAt(const QPoint& at) const {
    const int row = (at.y() + verticalScrollBar()->value()) / m_state.rowHeight();
    return row >= 0 && row < int(m_parts.size()) ? std::optional(std::size_t(row)) : std::nullopt;
}

std::pair<ActivityId, QRect> DemandRows::activityAt(const QPoint& at) const {
    const auto row = rowAt(at);
    if (!row) return {};
    const int height = m_state.rowHeight();
    return {m_programme->activities[m_parts[*row].activity].id,
            QRect(0, int(*row) * height - verticalScrollBar()->value(), viewport()->width(), height)};
}

std::vector<PaintedPart> DemandRows::paintedParts() const {
    std::vector<PaintedPart> parts;
    if (!m_programme || m_programme->activities.size() != m_document.schedule().activities.size()) return parts;
    const int height = m_state.rowHeight();
    for (std::size_t i = 0; i < m_parts.size(); ++i) {
        const QRect row(0, int(i) * height - verticalScrollBar()->value(), viewport()->width(), height);
        if (row.bottom() < 0 || row.top() > viewport()->height()) continue;
        const Activity& activity = m_programme->activities[m_parts[i].activity];
        PaintedPart& part = parts.emplace_back();
        part.name = show::text(activity.key + " " + activity.name);
        part.value = demandFigure(m_parts[i].number) + QStringLiteral(", ") +
                     told(activity, m_document.schedule().activities[m_parts[i].activity]);
        part.rect = row;
        part.chosen = m_state.isSelected(activity.id);
        part.press = [rows = const_cast<DemandRows*>(this), i] { rows->select(i); };
    }
    return parts;
}

void DemandRows::select(std::size_t row) {
    m_state.select(m_programme->activities[m_parts[row].activity].id);
    const int y = int(row) * m_state.rowHeight(), top = verticalScrollBar()->value();
    if (y < top) verticalScrollBar()->setValue(y);
    if (y + m_state.rowHeight() > top + viewport()->height())
        verticalScrollBar()->setValue(y + m_state.rowHeight() - viewport()->height());
}

void DemandRows::mousePressEvent(QMouseEvent* event) {
    if (const auto row = rowAt(event->pos())) select(*row);
}

void DemandRows::mouseDoubleClickEvent(QMouseEvent* event) {
    if (const auto row = rowAt(event->pos())) emit revealWanted(m_programme->activities[m_parts[*row].activity].id);
}

void DemandRows::keyPressEvent(QKeyEvent* event) {
    const int step = event->key() == Qt::Key_Down ? 1 : event->key() == Qt::Key_Up ? -1 : 0;
    int now = -1;
    for (std::size_t i = 0; i < m_parts.size(); ++i)
        if (m_state.isSelected(m_programme->activities[m_parts[i].activity].id)) now = int(i);
    if (step != 0 && !m_parts.empty()) return select(std::size_t(std::clamp(now + step, 0, int(m_parts.size()) - 1)));
    if (event->key() == Qt::Key_Return && now >= 0)
        return emit revealWanted(m_programme->activities[m_parts[std::size_t(now)].activity].id);
    QAbstractScrollArea::keyPressEvent(event);
}

} // namespace yarrin
