// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/progress/weeks_board.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/model/describe/said.h"
#include "core/weeks/look_ahead.h"

#include <QContextMenuEvent>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <QToolTip>

#include <algorithm>

namespace yarrin {

namespace {

int headHeight() {
    return scaled(42);
}
int laneHeight() {
    return scaled(21);
}
int tradeWidth() {
    return scaled(128);
}
int closeWidth() {
    return scaled(178);
}

/// The letter by which something lacking stands before work.
QString letterOf(const std::string& kind) {
    return show::text(kind).left(1).toUpper();
}

} // namespace

WeeksBoard::WeeksBoard(QWidget* parent) : QAbstractScrollArea(parent) {
    setObjectName(QStringLiteral("weeksBoard"));
    setAccessibleName(tr("Weeks"));
    setFocusPolicy(Qt::StrongFocus);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    viewport()->setMouseTracking(true);
}

void WeeksBoard::present(const Programme* programme, WeekBoard board, Date dataDate) {
    // What has the keyboard keeps it.
    ActivityId kept;
    std::optional<std::size_t> promise;
    if (m_current >= 0 && m_current < int(m_items.size()) && board.first == m_board.first) {
        const Item& item = m_items[std::size_t(m_current)];
        if (item.promise)
            promise = item.index;
        else
            kept = item.chip->activity;
    }
    m_programme = programme;
    m_board = std::move(board);
    m_dataDate = dataDate;
    m_empty = m_board.groups.empty() ? tr("Nothing is to be done in these weeks.") : QString();
    layOut();
    std::set<ActivityId> there;
    for (const Item& item : m_items)
        if (item.chip && isOfThisWeek(*item.chip) && item.chip->lacking.empty()) there.insert(item.chip->activity);
    std::erase_if(m_ticked, [&](ActivityId id) { return !there.contains(id); });
    m_current = -1;
    for (std::size_t i = 0; i < m_items.size(); ++i) {
        const Item& item = m_items[i];
        if (item.promise ? promise == item.index : kept && item.chip->activity == kept) m_current = int(i);
    }
    setAccessibleDescription(
        tr("%1, %2 open").arg(show::countOf(m_board.activities, "activity", "activities")).arg(m_board.lacking));
    viewport()->update();
}

void WeeksBoard::clear(const QString& why) {
    m_board = {};
    m_lines.clear();
    m_items.clear();
    m_ticked.clear();
    m_programme = nullptr;
    m_empty = why;
    viewport()->update();
}

void WeeksBoard::tickReady() {
    for (const Item& item : m_items)
        if (item.chip && isOfThisWeek(*item.chip) && item.chip->lacking.empty()) m_ticked.insert(item.chip->activity);
    viewport()->update();
    emit tickedChanged();
}

/// This week takes as much as four of the others, day by day.
int WeeksBoard::xOf(Date day) const {
    const int left = tradeWidth() + closeWidth();
    const double width = viewport()->width() - left;
    constexpr double wide = 4;
    const double week = width / (wide + m_board.weeks - 1);
    const int days = day - m_board.first;
    if (days <= 7) return left + int(wide * week * days / 7);
    return left + int(wide * week + week * (days - 7) / 7);
}

void WeeksBoard::layOut() {
    m_lines.clear();
    m_items.clear();
    int y = headHeight();
    const auto rowTop = [](int lane) { return lane * laneHeight() + 3; };
    for (const BoardGroup& group : m_board.groups) {
        m_lines.push_back({group.place.empty() ? tr("No place") : show::text(group.place), {}, true, y, scaled(20)});
        y += scaled(20);
        for (const BoardRow& row : group.rows) {
            const int high = std::max(scaled(34), row.lanes * laneHeight() + 6);
            m_lines.push_back(
                {row.trade.empty() ? tr("No trade") : show::text(row.trade), show::text(row.firm), false, y, high});
            const int line = int(m_lines.size()) - 1;
            for (std::size_t i = 0; i < row.toClose.size(); ++i)
                m_items.push_back({true, row.toClose[i], nullptr,
                                   QRect(tradeWidth() + 4, y + rowTop(int(i)), closeWidth() - 8, laneHeight() - 2),
                                   line});
            for (const BoardChip& chip : row.chips) {
                const int from = xOf(chip.from), to = xOf(chip.to + 1);
                m_items.push_back({false, 0, &chip,
                                   QRect(from + 1, y + rowTop(chip.lane), std::max(6, to - from - 2), laneHeight() - 2),
                                   line});
            }
            y += high;
        }
    }
    m_height = y;
    verticalScrollBar()->setPageStep(viewport()->height());
    verticalScrollBar()->setRange(0, std::max(0, m_height - viewport()->height()));
    verticalScrollBar()->setSingleStep(laneHeight());
}

void WeeksBoard::resizeEvent(QResizeEvent*) {
    layOut();
}

bool WeeksBoard::isOfThisWeek(const BoardChip& chip) const {
    return chip.from < m_board.first + 7;
}

bool WeeksBoard::isPromised(ActivityId id) const {
    return m_board.now && std::any_of(m_board.now->promises.begin(), m_board.now->promises.end(),
                                      [&](const Promise& one) { return one.activity == id; });
}

QRect WeeksBoard::chipRect(ActivityId id) const {
    for (const Item& item : m_items)
        if (item.chip && item.chip->activity == id) return item.box.translated(0, -verticalScrollBar()->value());
    return {};
}

QRect WeeksBoard::promiseRect(std::size_t index) const {
    for (const Item& item : m_items)
        if (item.promise && item.index == index) return item.box.translated(0, -verticalScrollBar()->value());
    return {};
}

const WeeksBoard::Item* WeeksBoard::itemAt(const QPoint& at) const {
    if (at.y() < headHeight()) return nullptr;
    const QPoint on = at + QPoint(0, verticalScrollBar()->value());
    for (const Item& item : m_items)
        if (item.box.contains(on)) return &item;
    return nullptr;
}

void WeeksBoard::paintTick(QPainter& painter, const QRect& box, Kept kept, bool ticked) const {
    const Theme& t = theme();
    const QRectF square(box.left() + 2, box.center().y() - 5, 11, 11);
    const bool broken = kept == Kept::notKept || kept == Kept::inPart || kept == Kept::withdrawn;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(broken ? t.own : ticked ? t.accent : t.muted, 1.2));
    painter.setBrush(ticked ? t.accent : t.paper);
    painter.drawRoundedRect(square, 2, 2);
    if (ticked) {
        painter.setPen(QPen(t.paper, 1.6));
        painter.drawPolyline(QPolygonF({square.topLeft() + QPointF(2.5, 5.5), square.topLeft() + QPointF(4.8, 8),
                                        square.topLeft() + QPointF(8.8, 3)}));
    }
    if (broken) {
        painter.drawLine(square.topLeft() + QPointF(3, 3), square.bottomRight() - QPointF(3, 3));
        painter.drawLine(square.topRight() + QPointF(-3, 3), square.bottomLeft() + QPointF(3, -3));
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
}

void WeeksBoard::paintPromise(QPainter& painter, const Item& item, bool current) const {
    const Theme& t = theme();
    const Promise& promise = m_board.before->promises[item.index];
    if (current) painter.fillRect(item.box, t.selection);
    paintTick(painter, item.box, promise.kept, promise.kept == Kept::kept);
    QRect words = item.box.adjusted(18, 0, -2, 0);
    const QString side = promise.kept == Kept::open ? tr("kept?")
                         : promise.kept == Kept::kept
                             ? QString()
                             : show::text(promise.reason.empty() ? "withdrawn" : promise.reason);
    const int wide =
        side.isEmpty() ? 0 : std::min(words.width() / 2, QFontMetrics(secondaryFont()).horizontalAdvance(side) + 4);
    paintWords(painter, words.adjusted(0, 0, -wide, 0), Qt::AlignLeft, secondaryFont(), t.ink,
               show::text(promise.key) + QLatin1Char(' ') + show::text(promise.name));
    paintWords(painter, QRect(words.right() - wide, words.top(), wide, words.height()), Qt::AlignRight, secondaryFont(),
               promise.kept == Kept::open ? t.accent : t.own, side);
}

void WeeksBoard::paintChip(QPainter& painter, const Item& item, bool current) const {
    const Theme& t = theme();
    const BoardChip& chip = *item.chip;
    const QRectF box = QRectF(item.box).adjusted(0.5, 0.5, -0.5, -0.5);
    const QColor tone = chip.critical ? t.critical : t.activity;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(current ? t.accent : tone, current ? 2 : 1.2));
    painter.setBrush(mixed(tone, t.paper, 0.84));
    painter.drawRoundedRect(box, 3, 3);
    if (chip.started) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(chip.critical ? t.criticalDone : t.activityDone);
        painter.drawRect(QRectF(box.left(), box.top(), 3, box.height()));
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
    int x = item.box.left() + 6;
    const bool thisWeek = isOfThisWeek(chip);
    if (thisWeek && chip.lacking.empty()) {
        paintTick(painter, QRect(x, item.box.top(), 14, item.box.height()), Kept::open,
                  isPromised(chip.activity) || m_ticked.contains(chip.activity));
        x += 18;
    }
    painter.setFont(boldened(secondaryFont()));
    for (const Lack& lack : chip.lacking) {
        painter.setRenderHint(QPainter::Antialiasing);
        const QRectF round(x, box.center().y() - 7, 14, 14);
        painter.setPen(QPen(t.nearText, 1.2));
        painter.setBrush(t.paper);
        painter.drawEllipse(round);
        painter.drawText(round, Qt::AlignCenter, letterOf(lack.kind));
        painter.setRenderHint(QPainter::Antialiasing, false);
        x += 17;
    }
    paintChipWords(painter, item, x);
}

/// Its id always, beside it where there is no room; its name and the days of each week as far as they fit.
void WeeksBoard::paintChipWords(QPainter& painter, const Item& item, int x) const {
    const Theme& t = theme();
    const Activity& activity = *m_programme->activities.row(item.chip->activity);
    const QString key = show::text(activity.key);
    const QFontMetrics metrics(secondaryFont());
    const int keyWide = metrics.horizontalAdvance(key) + 4, daysWide = metrics.horizontalAdvance(tr("%1 d").arg(7)) + 6;
    if (x + keyWide > item.box.right()) {
        const bool fits = item.box.right() + 3 + keyWide < viewport()->width();
        const int beside = fits ? item.box.right() + 3 : item.box.left() - keyWide - 1;
        paintWords(painter, QRect(beside, item.box.top(), keyWide, item.box.height()),
                   fits ? Qt::AlignLeft : Qt::AlignRight, secondaryFont(), t.muted, key);
        return;
    }
    int right = item.box.right() - 4;
    for (int week = m_board.weeks - 1; week >= 0; --week) {
        const int days = item.chip->days[std::size_t(week)];
        const int from = xOf(m_board.first + 7 * week);
        const int end = std::min(item.box.right() - 4, xOf(m_board.first + 7 * (week + 1)) - 4);
        if (days == 0 || end - daysWide < std::max(from, x + keyWide)) continue;
        paintWords(painter, QRect(end - daysWide, item.box.top(), daysWide, item.box.height()), Qt::AlignRight,
                   secondaryFont(), t.muted, tr("%1 d").arg(days));
        right = std::min(right, end - daysWide);
    }
    const QString whole = key + QLatin1Char(' ') + show::text(activity.name);
    const bool cut = right - x < keyWide + metrics.averageCharWidth() * 4;
    paintWords(painter, QRect(x, item.box.top(), std::max(keyWide, right - x), item.box.height()), Qt::AlignLeft,
               secondaryFont(), t.ink, cut ? key : whole);
}

void WeeksBoard::paintGround(QPainter& painter) const {
    const Theme& t = theme();
    const int left = tradeWidth(), close = left + closeWidth();
    painter.fillRect(QRect(0, 0, left, m_height), t.panel);
    for (const Line& line : m_lines) {
        if (line.group) {
            painter.fillRect(QRect(0, line.y, viewport()->width(), line.height), t.groupGround);
            paintWords(painter, QRect(10, line.y, viewport()->width() - 20, line.height), Qt::AlignLeft,
                       boldened(secondaryFont()), t.ink, line.title);
            continue;
        }
        const bool both = !line.detail.isEmpty();
        const QRect box(10, line.y + 2, left - 14, line.height - 4);
        paintWords(painter, both ? QRect(box.left(), box.top(), box.width(), scaled(15)) : box, Qt::AlignLeft,
                   boldened(secondaryFont()), t.ink, line.title);
        if (both)
            paintWords(painter, QRect(box.left(), box.top() + scaled(15), box.width(), scaled(15)), Qt::AlignLeft,
                       secondaryFont(), t.muted, line.detail);
        painter.setPen(t.rule);
        painter.drawLine(0, line.y + line.height - 1, viewport()->width(), line.y + line.height - 1);
    }
    painter.setPen(t.rule);
    painter.drawLine(left, headHeight(), left, m_height);
    painter.drawLine(close, headHeight(), close, m_height);
    for (int week = 1; week < m_board.weeks; ++week)
        painter.drawLine(xOf(m_board.first + 7 * week), headHeight(), xOf(m_board.first + 7 * week), m_height);
    for (int day = 5; day < 7; ++day) {
        QColor wash = t.nonWorking;
        wash.setAlpha(110);
        painter.fillRect(
            QRect(QPoint(xOf(m_board.first + day), headHeight()), QPoint(xOf(m_board.first + day + 1) - 1, m_height)),
            wash);
    }
    if (m_dataDate >= m_board.first && m_dataDate < m_board.first + 7 * m_board.weeks) {
        painter.setPen(QPen(t.accent, 2));
        painter.drawLine(xOf(m_dataDate), headHeight(), xOf(m_dataDate), m_height);
    }
}

void WeeksBoard::paintHead(QPainter& painter) const {
    const Theme& t = theme();
    const Job& job = m_programme->job;
    const int left = tradeWidth(), close = left + closeWidth(), high = headHeight();
    painter.fillRect(QRect(0, 0, viewport()->width(), high), t.panel);
    painter.fillRect(QRect(close, 0, xOf(m_board.first + 7) - close, high), t.selection);
    const auto two = [&](const QRect& box, const QString& first, const QString& second, const QColor& ink) {
        paintWords(painter, QRect(box.left(), box.top() + 3, box.width(), high / 2), Qt::AlignLeft,
                   boldened(bodyFont()), ink, first);
        paintWords(painter, QRect(box.left(), box.top() + high / 2, box.width(), high / 2 - 2), Qt::AlignLeft,
                   secondaryFont(), t.muted, second);
    };
    two(QRect(10, 0, left - 14, high), tr("Trade"), tr("firm"), t.ink);
    const int number = weekNumber(job, m_board.first);
    QString closing = tr("was not committed");
    if (m_board.before) {
        const PromiseCount count = countOf(*m_board.before);
        closing = tr("%1 promised: %2 kept%3")
                      .arg(count.promised)
                      .arg(count.kept)
                      .arg(count.open > 0 ? tr(", %1 open").arg(count.open) : QString());
    }
    two(QRect(left + 8, 0, closeWidth() - 12, high), tr("Week %1, to close").arg(number - 1), closing, t.ink);
    const QString state =
        m_board.now
            ? tr("committed%1").arg(m_board.now->by.empty() ? QString() : tr(" by %1").arg(show::text(m_board.now->by)))
            : tr("%1 ticked").arg(m_ticked.size());
    paintWords(painter, QRect(close + 8, 3, xOf(m_board.first + 7) - close - 16, high / 2), Qt::AlignLeft,
               boldened(bodyFont()), t.accent, tr("Week %1, to promise").arg(number));
    paintWords(painter, QRect(close + 8, 3, xOf(m_board.first + 7) - close - 16, high / 2), Qt::AlignRight,
               secondaryFont(), t.accent, state);
    for (int day = 0; day < 7; ++day) {
        const Date at = m_board.first + day;
        const QString name = show::dayName(weekday(at));
        paintWords(painter, QRect(xOf(at) + 4, high / 2, xOf(at + 1) - xOf(at) - 4, high / 2 - 2), Qt::AlignLeft,
                   secondaryFont(), t.muted, QStringLiteral("%1 %2").arg(name).arg(yearMonthDay(at).day));
    }
    for (int week = 1; week < m_board.weeks; ++week) {
        const Date at = m_board.first + 7 * week;
        two(QRect(xOf(at) + 6, 0, xOf(at + 7) - xOf(at) - 8, high), QString::number(number + week), show::shortDate(at),
            t.ink);
    }
    painter.setPen(t.rule);
    painter.drawLine(0, high - 1, viewport()->width(), high - 1);
}

void WeeksBoard::paintEvent(QPaintEvent*) {
    QPainter painter(viewport());
    const Theme& t = theme();
    painter.fillRect(viewport()->rect(), t.paper);
    if (!m_programme) {
        painter.setFont(bodyFont());
        painter.setPen(t.muted);
        painter.drawText(viewport()->rect().adjusted(24, 0, -24, 0), Qt::AlignCenter | Qt::TextWordWrap, m_empty);
        return;
    }
    painter.save();
    painter.translate(0, -verticalScrollBar()->value());
    paintGround(painter);
    for (std::size_t i = 0; i < m_items.size(); ++i)
        m_items[i].promise ? paintPromise(painter, m_items[i], int(i) == m_current && hasFocus())
                           : paintChip(painter, m_items[i], int(i) == m_current && hasFocus());
    painter.restore();
    paintHead(painter);
    if (!m_empty.isEmpty()) {
        painter.setFont(bodyFont());
        painter.setPen(t.muted);
        painter.drawText(viewport()->rect(), Qt::AlignCenter, m_empty);
    }
}

void WeeksBoard::chooseItem(int index) {
    if (index < 0 || index >= int(m_items.size())) return;
    m_current = index;
    const Item& item = m_items[std::size_t(index)];
    auto* bar = verticalScrollBar();
    if (item.box.top() - headHeight() < bar->value()) bar->setValue(item.box.top() - headHeight() - 4);
    if (item.box.bottom() > bar->value() + viewport()->height())
        bar->setValue(item.box.bottom() - viewport()->height() + 4);
    setAccessibleDescription(wordsOf(item));
    tellChosenPart(this);
    viewport()->update();
    if (item.chip) emit chosen(item.chip->activity);
}

void WeeksBoard::toggle(const Item& item) {
    if (item.promise) {
        const Kept kept = m_board.before->promises[item.index].kept;
        emit keptWanted(item.index, kept == Kept::kept ? QStringLiteral("open") : QStringLiteral("kept"));
        return;
    }
    if (!isOfThisWeek(*item.chip) || m_board.now || !item.chip->lacking.empty()) return;
    if (!m_ticked.erase(item.chip->activity)) m_ticked.insert(item.chip->activity);
    viewport()->update();
    emit tickedChanged();
}

void WeeksBoard::mousePressEvent(QMouseEvent* event) {
    setFocus();
    const Item* item = itemAt(event->pos());
    if (!item) return;
    const Item kept = *item;
    chooseItem(int(item - m_items.data()));
    if (event->button() != Qt::LeftButton) return;
    // On the box it is ticked, elsewhere it is only chosen.
    const int box = event->pos().x() - kept.box.left();
    if (kept.promise ? box < 18 : box < 24) toggle(kept);
}

void WeeksBoard::contextMenuEvent(QContextMenuEvent* event) {
    const bool byKey = event->reason() == QContextMenuEvent::Keyboard;
    const Item* item = byKey ? (m_current >= 0 ? &m_items[std::size_t(m_current)] : nullptr) : itemAt(event->pos());
    if (!item) return;
    const QPoint at = byKey ? viewport()->mapToGlobal(item->box.bottomLeft() - QPoint(0, verticalScrollBar()->value()))
                            : event->globalPos();
    if (item->promise)
        emit promiseMenuWanted(item->index, at);
    else
        emit chipMenuWanted(item->chip->activity, at);
}

void WeeksBoard::keyPressEvent(QKeyEvent* event) {
    if (m_items.empty()) return QAbstractScrollArea::keyPressEvent(event);
    if (event->key() == Qt::Key_Down || event->key() == Qt::Key_Up)
        return chooseItem(m_current < 0 ? 0
                                        : std::clamp(m_current + (event->key() == Qt::Key_Down ? 1 : -1), 0,
                                                     int(m_items.size()) - 1));
    if (event->key() == Qt::Key_Right || event->key() == Qt::Key_Left) {
        // From what is to be closed to what is to be promised, row by row, and back.
        const bool back = event->key() == Qt::Key_Left;
        for (int i = m_current; i >= 0 && i < int(m_items.size()); i += back ? -1 : 1)
            if (m_items[std::size_t(i)].promise == back) return chooseItem(i);
        return;
    }
    if (m_current < 0) return QAbstractScrollArea::keyPressEvent(event);
    const Item item = m_items[std::size_t(m_current)];
    if (event->key() == Qt::Key_Space) return toggle(item);
    if (item.promise && event->key() == Qt::Key_K) return void(emit keptWanted(item.index, QStringLiteral("kept")));
    if (item.promise && event->key() == Qt::Key_N) return void(emit keptWanted(item.index, QStringLiteral("not_kept")));
    if (item.chip && !event->text().trimmed().isEmpty())
        for (const std::string& kind : yarrin::wordsOf(*m_programme, WordList::lacking))
            if (letterOf(kind) == event->text().toUpper())
                return void(emit lackToggled(item.chip->activity, show::text(kind)));
    QAbstractScrollArea::keyPressEvent(event);
}

QString WeeksBoard::wordsOf(const Item& item) const {
    if (item.promise) {
        const Promise& promise = m_board.before->promises[item.index];
        QString words =
            tr("%1 %2: %3")
                .arg(show::text(promise.key), show::text(promise.name),
                     promise.kept == Kept::open ? tr("not answered yet")
                                                : show::text(std::string(describe::said(*m_programme, promise.kept))));
        for (const std::string& more : {promise.reason, promise.note})
            if (!more.empty()) words += tr(", %1").arg(show::text(more));
        return words;
    }
    const Activity& activity = *m_programme->activities.row(item.chip->activity);
    QString words = tr("%1 %2, %3 to %4")
                        .arg(show::text(activity.key), show::text(activity.name), show::shortDate(item.chip->from),
                             show::shortDate(item.chip->to));
    for (const Lack& lack : item.chip->lacking)
        words += tr("; lacks %1%2%3")
                     .arg(show::text(lack.kind), lack.what.empty() ? QString() : tr(": %1").arg(show::text(lack.what)),
                          lack.wanted ? tr(", wanted by %1").arg(show::shortDate(*lack.wanted)) : QString());
    return words;
}

std::vector<PaintedPart> WeeksBoard::paintedParts() const {
    std::vector<PaintedPart> parts;
    const QRect sight = viewport()->rect().adjusted(0, headHeight(), 0, 0);
    for (std::size_t i = 0; i < m_items.size(); ++i) {
        const Item& item = m_items[i];
        const QRect box = item.box.translated(0, -verticalScrollBar()->value());
        if (!box.intersects(sight)) continue;
        PaintedPart part;
        part.name = wordsOf(item);
        const Line& line = m_lines[std::size_t(item.row)];
        QStringList about{line.title};
        if (!line.detail.isEmpty()) about << line.detail;
        for (int above = item.row; above >= 0; --above)
            if (m_lines[std::size_t(above)].group) {
                about << m_lines[std::size_t(above)].title;
                break;
            }
        if (item.chip && (isPromised(item.chip->activity) || m_ticked.contains(item.chip->activity)))
            about << (m_board.now ? tr("promised") : tr("ticked"));
        part.value = about.join(QStringLiteral(", "));
        part.rect = box.intersected(sight).translated(viewport()->pos());
        part.chosen = int(i) == m_current;
        part.press = [board = const_cast<WeeksBoard*>(this), i] { board->chooseItem(int(i)); };
        parts.push_back(std::move(part));
    }
    return parts;
}

bool WeeksBoard::viewportEvent(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        if (const Item* item = itemAt(help->pos())) QToolTip::showText(help->globalPos(), wordsOf(*item), this);
        return true;
    }
    return QAbstractScrollArea::viewportEvent(event);
}

} // namespace yarrin
