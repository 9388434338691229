// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sitetime/week_chart.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "chart/paint/calendar_painter.h"

#include <QAccessible>
#include <QKeyEvent>
#include <QLineEdit>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>

namespace yarrin {

WeekChart::WeekChart(QWidget* parent) : QWidget(parent), m_times(new QLineEdit(this)) {
    setObjectName(QStringLiteral("weekChart"));
    setAccessibleName(tr("Standard week"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    m_times->setObjectName(QStringLiteral("weekTimes"));
    m_times->setAccessibleName(tr("Working times of the day"));
    m_times->setPlaceholderText(tr("8-12, 13-17"));
    m_times->hide();
    m_times->installEventFilter(this);
    connect(m_times, &QLineEdit::returnPressed, this, [this] {
        m_times->hide();
        setFocus();
        emit timesTyped(m_timesDay, m_times->text());
    });
}

void WeekChart::present(const std::array<DayWork, 7>& week, const std::array<bool, 7>& inherited, bool editable) {
    m_told = m_week = week;
    m_inherited = inherited;
    m_editable = editable;
    m_drag.reset();
    if (m_spell && *m_spell >= m_week[std::size_t(m_day)].size()) m_spell.reset();
    relayout();
}

void WeekChart::relayout() {
    m_layout = layOutWeek(m_week, width(), height());
    update();
}

void WeekChart::choose(int day, std::optional<std::size_t> spell) {
    m_day = day;
    m_spell = spell;
    setAccessibleDescription(describe());
    emit dayChosen(day);
    update();
}

QString WeekChart::describe() const {
    const QString day = show::dayName(m_day, true);
    const DayWork& work = m_week[std::size_t(m_day)];
    if (work.empty()) return tr("%1: no work").arg(day);
    if (m_spell && *m_spell < work.size()) return tr("%1, %2").arg(day, show::text(spellText(work[*m_spell])));
    return tr("%1: %2").arg(day, show::text(dayWorkText(work)));
}

void WeekChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    WeekInk ink{theme(), m_inherited, m_day, m_spell, m_drag.has_value(), hasFocus()};
    if (!hasFocus() && !m_drag) ink.chosenSpell.reset();
    paintWeek(painter, m_layout, m_week, ink);
}

void WeekChart::resizeEvent(QResizeEvent*) {
    relayout();
}

void WeekChart::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    const WeekHit hit = m_layout.at(event->position().x(), event->position().y());
    if (hit.part != SpellPart::none) {
        choose(hit.spellDay, hit.spell);
        if (m_editable)
            m_drag = Drag{hit.spellDay, hit.spell, hit.part, m_layout.minuteAt(event->position().y()),
                          m_week[std::size_t(hit.spellDay)]};
    } else if (hit.weekday >= 0) {
        choose(hit.weekday, {});
        if (m_editable) m_drag = Drag{hit.weekday, 0, SpellPart::none, hit.minute, m_week[std::size_t(hit.weekday)]};
    }
    update();
}

void WeekChart::mouseMoveEvent(QMouseEvent* event) {
    const QPointF at = event->position();
    if (!m_drag) {
        const WeekHit hit = m_layout.at(at.x(), at.y());
        const bool edge = hit.part == SpellPart::start || hit.part == SpellPart::end;
        setCursor(edge ? Qt::SizeVerCursor : (hit.part == SpellPart::body ? Qt::OpenHandCursor : Qt::ArrowCursor));
        return;
    }
    DayWork& shown = m_week[std::size_t(m_drag->day)];
    const int minute = m_layout.minuteAt(at.y());
    if (m_drag->part == SpellPart::none) {
        const auto wider = withSpell(m_drag->before, m_drag->from, minute);
        if (!wider) return;
        shown = *wider;
        m_spell.reset();
        for (std::size_t i = 0; i < shown.size(); ++i)
            if (shown[i].from == std::min(m_drag->from, minute)) m_spell = i;
    } else {
        shown = dragged(m_drag->before, m_drag->spell, m_drag->part, minute - m_drag->from);
    }
    setAccessibleDescription(describe());
    relayout();
}

void WeekChart::mouseReleaseEvent(QMouseEvent*) {
    if (!m_drag) return;
    const Drag drag = *std::exchange(m_drag, {});
    const DayWork work = m_week[std::size_t(drag.day)];
    m_week = m_told;
    if (work != drag.before) emit workWanted(drag.day, work);
    relayout();
}

void WeekChart::mouseDoubleClickEvent(QMouseEvent* event) {
    const WeekHit hit = m_layout.at(event->position().x(), event->position().y());
    if (hit.weekday >= 0) typeTimes(hit.part == SpellPart::none ? hit.weekday : hit.spellDay);
}

void WeekChart::typeTimes(int weekday) {
    if (!m_editable)
        return emit refused(tr("Every minute of this calendar works. Make another one from it to change that."));
    m_drag.reset();
    m_week = m_told;
    m_timesDay = weekday;
    choose(weekday, {});
    const int width = 170;
    const int x = std::clamp(int(m_layout.x(weekday)), 0, std::max(0, this->width() - width));
    m_times->setGeometry(x, int(m_layout.area.y) + 4, width, 26);
    m_times->setText(show::text(dayWorkText(m_week[std::size_t(weekday)])));
    m_times->selectAll();
    m_times->show();
    m_times->setFocus();
    relayout();
}

bool WeekChart::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_times) {
        if (event->type() == QEvent::KeyPress && static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape) {
            m_times->hide();
            setFocus();
            return true;
        }
        if (event->type() == QEvent::FocusOut) m_times->hide();
    }
    return QWidget::eventFilter(watched, event);
}

void WeekChart::nudge(int minutes, bool stretch) {
    if (!m_spell || !m_editable) return;
    const DayWork work =
        dragged(m_week[std::size_t(m_day)], *m_spell, stretch ? SpellPart::end : SpellPart::body, minutes);
    if (work != m_week[std::size_t(m_day)]) emit workWanted(m_day, work);
}

void WeekChart::removeSpell() {
    if (!m_editable) return;
    DayWork work = m_week[std::size_t(m_day)];
    if (m_spell && *m_spell < work.size())
        work.erase(work.begin() + std::ptrdiff_t(*m_spell));
    else
        work.clear();
    if (work != m_week[std::size_t(m_day)]) emit workWanted(m_day, work);
}

void WeekChart::keyPressEvent(QKeyEvent* event) {
    const std::size_t count = m_week[std::size_t(m_day)].size();
    const bool stretch = event->modifiers().testFlag(Qt::ShiftModifier);
    switch (event->key()) {
    case Qt::Key_Left:
        return choose((m_day + 6) % 7, {});
    case Qt::Key_Right:
        return choose((m_day + 1) % 7, {});
    case Qt::Key_Space: // through the spells of the day
        if (count > 0) choose(m_day, m_spell ? (*m_spell + 1) % count : 0);
        return;
    case Qt::Key_Up:
        return nudge(-snapMinutes, stretch);
    case Qt::Key_Down:
        return nudge(snapMinutes, stretch);
    case Qt::Key_Delete:
    case Qt::Key_Backspace:
        return removeSpell();
    case Qt::Key_F2:
    case Qt::Key_Return:
    case Qt::Key_Enter:
        return typeTimes(m_day);
    case Qt::Key_Escape:
        if (m_drag) {
            m_drag.reset();
            m_week = m_told;
            return relayout();
        }
        break;
    default:
        break;
    }
    QWidget::keyPressEvent(event);
}

void WeekChart::focusInEvent(QFocusEvent* event) {
    setAccessibleDescription(describe());
    QWidget::focusInEvent(event);
}

std::vector<PaintedPart> WeekChart::paintedParts() const {
    std::vector<PaintedPart> parts;
    for (const SpellShape& spell : m_layout.spells) {
        PaintedPart part;
        part.name = show::dayName(spell.weekday, true);
        part.value = QString::fromStdString(spellText(m_week[std::size_t(spell.weekday)][spell.spell]));
        part.role = QAccessible::Cell;
        part.rect = QRectF(spell.box.x, spell.box.y, spell.box.width, spell.box.height).toRect();
        part.chosen = spell.weekday == m_day && m_spell == spell.spell;
        parts.push_back(std::move(part));
    }
    return parts;
}

} // namespace yarrin
