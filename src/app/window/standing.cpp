// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/standing.h"

#include "core/contract/notices.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/delay/event_list.h"
#include "app/delay/odds_words.h"
#include "core/odds/ranks.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>

namespace yarrin {

namespace {

QFont valueFont() {
    QFont font = bodyFont();
    font.setPixelSize(14);
    font.setWeight(QFont::DemiBold);
    return font;
}

} // namespace

Standing::Standing(Document& document, Date today, const OddsStudy& odds, QWidget* parent)
    : QWidget(parent), m_document(document), m_odds(odds), m_today(today),
      m_undo(new QPushButton(tr("Undo change"), this)), m_show(new QPushButton(tr("show ▸"), this)) {
    setObjectName(QStringLiteral("standing"));
    setAccessibleName(tr("Standing"));
    keepHeight(this, 58);
    m_undo->setObjectName(QStringLiteral("standingUndo"));
    m_show->setObjectName(QStringLiteral("standingShow"));
    m_show->setAccessibleName(tr("Show what moved"));
    m_show->setCursor(Qt::PointingHandCursor);
    connect(m_undo, &QPushButton::clicked, this, &Standing::undoRequested);
    connect(m_show, &QPushButton::clicked, this, &Standing::showRequested);
    connect(&m_document, &Document::changed, this, &Standing::refresh);
    connect(&odds, &OddsStudy::found, this, &Standing::refresh);
    // An edit that the disk took its time for.
    connect(&m_document, &Document::fileChanged, this, [this] {
        const std::size_t waiting = m_document.keeper().unwritten();
        if (waiting == std::exchange(m_waiting, waiting)) return;
        tellLastChange();
        update();
    });
    refresh();
}

void Standing::setToday(Date today) {
    m_today = today;
    refresh();
}

void Standing::tellSections() {
    const Programme& programme = m_document.programme();
    const Schedule& schedule = m_document.schedule();
    m_blocks.clear();
    if (!schedule.ok()) {
        m_blocks.push_back(
            {tr("No dates"), tr("This programme cannot be calculated"), show::error(schedule.errors.front()), true});
        return;
    }
    const auto found = m_odds.current();
    const Odds* likely = found && found->odds ? &*found->odds : nullptr;
    // The latest sections first in line where there is room for three only.
    for (const SectionFigures& figures : schedule.sections) {
        if (m_blocks.size() == 3) break;
        const Section& section = *programme.sections.row(figures.section);
        Block block;
        block.title = show::text(section.key + " · " + section.name);
        block.value = figures.forecast ? show::date(*figures.forecast) : tr("no milestone");
        if (figures.daysLate) {
            block.warn = *figures.daysLate > 0;
            block.detail = tr("%1, due %2").arg(show::lateness(*figures.daysLate), show::shortDate(figures.extended));
        }
        if (likely)
            for (const OddsOfDate& one : likely->sections)
                if (one.section == figures.section)
                    block.detail = tr("%1 · %2 %3")
                                       .arg(show::lateness(figures.daysLate.value_or(0)), percentileName(found->sure),
                                            show::shortDate(one.at(found->sure)));
        m_blocks.push_back(block);
    }
    Block whole{tr("Whole works"), tr("nothing yet"), {}, false};
    if (schedule.programmeFinish) {
        whole.value = show::finishDate(*schedule.programmeFinish);
        const Minutes span = *schedule.programmeFinish - programme.job.start;
        whole.detail = tr("%1 from the start")
                           .arg(show::countOf((span + 7 * minutesPerDay - 1) / (7 * minutesPerDay), "week", "weeks"));
    }
    m_blocks.push_back(whole);
    if (schedule.sections.empty()) return;
    Block damages{tr("Damages exposure"), show::moneyRange(schedule.damages, programme.job.currency),
                  tr("nothing late"), false};
    damages.warn = schedule.damages.unrelieved.sign() > 0;
    if (damages.warn)
        damages.detail = schedule.damages.claimed == schedule.damages.unrelieved ? tr("on the time granted so far")
                                                                                 : tr("all claims met … granted only");
    if (likely) {
        const QString sum = oddsMoney(atThousandth(likely->unrelieved.sorted, found->sure), programme.job.currency);
        damages.detail = tr("%1 %2").arg(percentileName(found->sure), sum);
    }
    m_blocks.push_back(damages);
    tellNotices();
}

/// What is due within a week or has lapsed.
void Standing::tellNotices() {
    const Programme& programme = m_document.programme();
    const auto due = noticesDue(programme, clockDay(programme.job, m_today));
    m_notices = due.empty() ? -1 : int(m_blocks.size());
    if (due.empty()) return;
    qint64 lapsed = 0, today = 0;
    for (const NoticeDue& one : due) {
        lapsed += one.clock.daysLeft < 0 ? 1 : 0;
        today += one.clock.daysLeft == 0 ? 1 : 0;
    }
    Block block{tr("Notices"), {}, {}, lapsed + today > 0};
    QStringList value;
    if (lapsed > 0) value << tr("%1 lapsed").arg(lapsed);
    if (today > 0) value << tr("%1 due today").arg(today);
    if (value.isEmpty()) value << tr("%1 due").arg(due.size());
    block.value = value.join(QStringLiteral(" · "));
    const NoticeDue& first = due.front();
    block.detail = tr("%1 %2 %3")
                       .arg(show::text(programme.events.row(first.event)->key), dutyText(first.duty),
                            show::shortDate(*first.clock.due));
    m_blocks.push_back(block);
}

void Standing::tellLastChange() {
    m_last = {tr("Last change"), tr("None yet"), {}, false};
    if (const std::size_t waiting = m_document.keeper().unwritten(); waiting > 0) {
        m_last.title = waiting == 1 ? tr("Last change – not on the disk yet")
                                    : tr("Last change – %1 are not on the disk yet").arg(waiting);
        m_last.warn = true;
    }
    const auto& change = m_document.lastChange();
    m_show->setVisible(change && !change->ripple.moved.empty());
    if (!change) return;
    const bool warn = m_last.warn;
    m_last = told(m_last.title, change->text, change->ripple);
    m_last.warn = warn;
}

void Standing::preview(const QString& what, const Ripple* ripple) {
    if (!ripple) return refresh();
    m_last = told(tr("If it is let go here"), what, *ripple);
    m_show->hide();
    update();
}

Standing::Block Standing::told(const QString& title, const QString& what, const Ripple& ripple) const {
    Block block{title, what, {}, false};
    QStringList moved;
    for (const SectionMoved& section : ripple.sections) {
        const Section* row = m_document.programme().sections.row(section.section);
        if (row) moved << tr("%1 %2").arg(show::text(row->name), show::shiftOf(section.days));
    }
    block.value += QStringLiteral(": ");
    if (!moved.isEmpty())
        block.value += moved.join(QStringLiteral(", "));
    else
        block.value += ripple.moved.empty() ? tr("nothing moved") : tr("no section moved");
    QStringList details;
    if (!ripple.moved.empty())
        details << tr("%1 moved").arg(show::countOf(qint64(ripple.moved.size()), "activity", "activities"));
    if (ripple.newlyCritical > 0) details << tr("%1 newly critical").arg(ripple.newlyCritical);
    if (ripple.noLongerCritical > 0) details << tr("%1 no longer critical").arg(ripple.noLongerCritical);
    const std::string& currency = m_document.programme().job.currency;
    if (!(ripple.before == ripple.after))
        details << tr("exposure %1 → %2")
                       .arg(show::money(ripple.before.unrelieved, currency),
                            show::money(ripple.after.unrelieved, currency));
    block.detail = details.isEmpty() ? tr("dates are as they were") : details.join(QStringLiteral(" · "));
    return block;
}

void Standing::refresh() {
    tellSections();
    tellLastChange();
    m_undo->setEnabled(m_document.canUndo());
    QString words;
    for (const Block& block : m_blocks)
        words += block.title + QStringLiteral(" ") + block.value + QStringLiteral(", ") + block.detail +
                 QStringLiteral(". ");
    setAccessibleDescription(words + m_last.value + QStringLiteral(". ") + m_last.detail);
    update();
}

void Standing::resizeEvent(QResizeEvent*) {
    m_undo->adjustSize();
    m_undo->move(width() - m_undo->width() - 14, (height() - m_undo->height()) / 2);
}

void Standing::mousePressEvent(QMouseEvent* event) {
    if (m_noticesRect.contains(event->pos())) emit noticesWanted();
}

int Standing::widthOf(const Block& block, bool boldTitle, int most) const {
    const QFont title = boldTitle ? boldened(secondaryFont()) : secondaryFont();
    const int used = std::max({QFontMetrics(title).horizontalAdvance(block.title),
                               QFontMetrics(valueFont()).horizontalAdvance(block.value),
                               QFontMetrics(secondaryFont()).horizontalAdvance(block.detail)}) +
                     4;
    return std::clamp(used, 60, most);
}

std::vector<Standing::Block> Standing::shownBlocks() const {
    // In a narrow window, sections with days in hand make room for what the last change did.
    std::vector<Block> shown = m_blocks;
    const int room = m_undo->x() - 20 - 220;
    const auto wanted = [&] {
        int sum = 16;
        for (const Block& b : shown) sum += widthOf(b, false, scaled(190)) + 22;
        return sum;
    };
    while (shown.size() > 2 && wanted() > room) {
        auto spare = std::find_if(shown.begin(), shown.end() - 1, [](const Block& b) { return !b.warn; });
        if (spare == shown.end() - 1) break;
        shown.erase(spare);
    }
    return shown;
}

void Standing::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.standing);
    const QFont value = valueFont();
    int x = 16;
    const auto block = [&](const Block& b, int most, bool change) {
        painter.setFont(change ? boldened(secondaryFont()) : secondaryFont());
        const int used = widthOf(b, change, most);
        painter.setPen(change ? QColor(t.accent).lighter(150) : t.standingMuted);
        painter.drawText(QRect(x, scaled(5), used, scaled(16)), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(b.title, Qt::ElideRight, used));
        painter.setFont(value);
        painter.setPen(b.warn ? t.standingWarn : t.standingText);
        painter.drawText(QRect(x, scaled(20), used, scaled(19)), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(show::local(b.value), Qt::ElideRight, used));
        painter.setFont(secondaryFont());
        painter.setPen(t.standingMuted);
        const int detail = change ? std::min(used, most - 56) : used; // "show" stands behind it
        painter.drawText(QRect(x, scaled(38), detail, scaled(16)), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(show::local(b.detail), Qt::ElideRight, detail));
        return used;
    };
    m_noticesRect = {};
    for (const Block& b : shownBlocks()) {
        const int used = block(b, scaled(190), false);
        if (m_notices >= 0 && b.title == m_blocks[std::size_t(m_notices)].title)
            m_noticesRect = QRect(x - 4, 2, used + 8, height() - 4);
        x += used + 22;
    }
    painter.setPen(t.muted);
    painter.drawLine(x - 6, 9, x - 6, height() - 9);
    x += 10;
    const int room = m_undo->x() - x - 20;
    if (room < 80) return;
    block(m_last, room, true);
    const int detail = std::min(room - 56, QFontMetrics(secondaryFont()).horizontalAdvance(m_last.detail));
    m_show->adjustSize();
    m_show->move(x + detail + 10, scaled(38));
}

std::vector<PaintedPart> Standing::paintedParts() const {
    std::vector<PaintedPart> parts;
    const auto add = [&](const Block& block, const QRect& rect) {
        PaintedPart part;
        part.name = block.title;
        part.value = QStringList{block.value, block.detail}.join(QStringLiteral(", "));
        part.role = QAccessible::StaticText;
        part.rect = rect;
        parts.push_back(std::move(part));
    };
    for (std::size_t i = 0; i < m_blocks.size(); ++i)
        add(m_blocks[i], int(i) == m_notices ? m_noticesRect : QRect(0, 0, width(), height()));
    if (!m_last.title.isEmpty()) add(m_last, rect());
    return parts;
}

} // namespace yarrin
