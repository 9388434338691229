// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/event_list.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "chart/paint/step_painter.h"

#include <QKeyEvent>
#include <QPainter>
#include <QStyledItemDelegate>

namespace yarrin {

namespace {

constexpr int eventHeight = 62;

class RowPainter : public QStyledItemDelegate {
public:
    explicit RowPainter(EventList* list) : QStyledItemDelegate(list), m_list(list) {}
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {200, scaled(eventHeight)};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const EventList::Entry& entry = m_list->entry(index.row());
        const Theme& t = theme();
        const QRect row = option.rect;
        paintRowGround(*painter, option);
        painter->setRenderHint(QPainter::Antialiasing);
        const QRectF mark(row.left() + 14, row.top() + 10, 4, row.height() - 20);
        painter->setPen(entry.off ? QPen(riskColour(entry.risk, t), 1) : QPen(Qt::NoPen));
        painter->setBrush(entry.off ? QBrush(Qt::NoBrush) : QBrush(riskColour(entry.risk, t)));
        painter->drawRoundedRect(mark, 1.5, 1.5);
        painter->setRenderHint(QPainter::Antialiasing, false);
        const int rightWidth = scaled(86), keyWidth = scaled(34);
        const auto line = [&](const QRect& box, Qt::Alignment side, const QFont& font, const QColor& ink,
                              const QString& words) { paintWords(*painter, box, side, font, ink, words); };
        const int left = row.left() + keyWidth + 28, width = row.width() - keyWidth - 28 - rightWidth - 20;
        line({row.left() + 28, row.top() + scaled(7), keyWidth - 2, scaled(18)}, Qt::AlignLeft, secondaryFont(),
             t.muted, entry.key);
        line({left, row.top() + scaled(7), width, scaled(18)}, Qt::AlignLeft, boldened(bodyFont()), t.ink, entry.title);
        line({left, row.top() + scaled(24), width, scaled(16)}, Qt::AlignLeft, secondaryFont(), t.muted, entry.how);
        const bool urgent = entry.urgency != EventList::Entry::Urgency::none;
        line({left, row.top() + scaled(40), width, scaled(16)}, Qt::AlignLeft,
             urgent ? boldened(secondaryFont()) : secondaryFont(),
             entry.urgency == EventList::Entry::Urgency::now ? t.criticalText : (urgent ? t.nearText : t.muted),
             entry.clock);
        const int right = row.right() - rightWidth - 12;
        line({right, row.top() + scaled(6), rightWidth, scaled(20)}, Qt::AlignRight, headingFont(), t.ink, entry.days);
        const QStringList small = entry.small.split(QLatin1Char('\n'));
        for (int i = 0; i < small.size(); ++i)
            line({right, row.top() + scaled(25) + scaled(15) * i, rightWidth, scaled(16)}, Qt::AlignRight,
                 secondaryFont(), t.muted, small[i]);
    }

private:
    EventList* m_list;
};

} // namespace

QString riskText(Risk risk) {
    return risk == Risk::employer  ? EventList::tr("Employer's risk")
           : risk == Risk::neutral ? EventList::tr("Neutral")
                                   : EventList::tr("Our risk");
}

QString stateText(EventState state) {
    switch (state) {
    case EventState::noticed:
        return EventList::tr("noticed");
    case EventState::notified:
        return EventList::tr("notified");
    case EventState::claimed:
        return EventList::tr("claimed");
    case EventState::granted:
        return EventList::tr("granted");
    case EventState::refused:
        break;
    }
    return EventList::tr("refused");
}

QString dutyText(Duty duty) {
    return duty == Duty::notice        ? EventList::tr("notice")
           : duty == Duty::particulars ? EventList::tr("particulars")
                                       : EventList::tr("update");
}

QString clockText(const NoticeClock& clock, Duty duty) {
    const QString what = dutyText(duty);
    using State = NoticeClock::State;
    switch (clock.state) {
    case State::running:
        return EventList::tr("%1 due in %2, %3")
            .arg(what, show::countOf(clock.daysLeft, "day", "days"), show::shortDate(*clock.due));
    case State::today:
        return EventList::tr("%1 due TODAY").arg(what);
    case State::lapsed:
        return EventList::tr("%1 LAPSED on %2").arg(what, show::shortDate(*clock.due));
    case State::late:
        return EventList::tr("%1 given late").arg(what);
    case State::given:
    case State::none:
        break;
    }
    return {};
}

EventList::EventList(Document& document, Date today, QWidget* parent)
    : QListWidget(parent), m_document(document), m_today(today) {
    setObjectName(QStringLiteral("eventList"));
    connect(&lookChanges(), &LookChanges::changed, this, [this] { scheduleDelayedItemsLayout(); });
    setAccessibleName(tr("Register of events"));
    setItemDelegate(new RowPainter(this));
    setVerticalScrollMode(ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFrameShape(QFrame::NoFrame);
    setUniformItemSizes(true);
    setProperty("ground", "paper");
    connect(this, &QListWidget::currentRowChanged, this, [this](int row) {
        if (row >= 0 && row < int(m_entries.size())) emit chosen(m_entries[std::size_t(row)].id);
    });
    connect(this, &QListWidget::itemDoubleClicked, this, [this] { emit openWanted(current()); });
}

EventId EventList::current() const {
    const int row = currentRow();
    return row >= 0 && row < int(m_entries.size()) ? m_entries[std::size_t(row)].id : EventId{};
}

void EventList::choose(EventId id) {
    for (std::size_t i = 0; i < m_entries.size(); ++i)
        if (m_entries[i].id == id) setCurrentRow(int(i));
}

EventList::Entry EventList::entryOf(const DelayEvent& event) const {
    const Programme& programme = m_document.programme();
    Entry entry;
    entry.id = event.id;
    entry.risk = event.risk;
    entry.off = !event.inForecast;
    entry.key = show::text(event.key);
    entry.title = show::text(event.title.empty() ? event.key : event.title);
    EventDays told;
    for (const EventDays& days : event.sectionDays)
        if (days.section == m_section || (told.section != m_section && std::max(days.claimed, days.assessed) >
                                                                           std::max(told.claimed, told.assessed)))
            told = days;
    const bool own = event.risk == Risk::contractor;
    QStringList how{riskText(event.risk)};
    if (event.risk == Risk::neutral) how << tr("time, no money");
    if (!own) how << stateText(event.state);
    if (!event.course.empty() && inOrder(event.course).back().step == ClaimStep::disputed) how << tr("disputed");
    if (entry.off) how << tr("switched off");
    entry.how = how.join(QStringLiteral(" · "));
    const Date day = clockDay(programme.job, m_today);
    NoticeClock next;
    for (const Duty duty : duties) {
        next = clockOf(duty, programme.job, event, day);
        entry.clock = clockText(next, duty);
        if (!entry.clock.isEmpty()) break;
    }
    if (isBarred(programme.job, event) && isOpen(event)) entry.clock = tr("time-barred: ") + entry.clock;
    using Clock = NoticeClock::State;
    if (next.state == Clock::lapsed || next.state == Clock::today || next.state == Clock::late)
        entry.urgency = Entry::Urgency::now;
    else if (next.state == Clock::running && next.daysLeft <= 14)
        entry.urgency = Entry::Urgency::soon;
    if (entry.clock.isEmpty()) {
        if (own)
            entry.clock = tr("no time, no money");
        else if (event.state == EventState::granted)
            entry.clock = tr("granted %1 d").arg(told.granted);
        else if (event.state == EventState::refused)
            entry.clock = tr("refused %1 d").arg(told.claimed - told.granted);
    }
    if (own) {
        entry.days = QStringLiteral("—");
    } else {
        const Section* section = told.section == m_section ? nullptr : programme.sections.row(told.section);
        entry.days = tr("%1 d").arg(told.assessed);
        entry.small = tr("assessed\nclaimed %1").arg(told.claimed);
        if (section) entry.small += QStringLiteral(" · ") + show::text(section->key);
    }
    return entry;
}

void EventList::setSection(SectionId section) {
    if (section == m_section) return;
    m_section = section;
    refresh();
}

void EventList::setFilter(const QString& words) {
    m_filter = words;
    refresh();
}

void EventList::setToday(Date today) {
    m_today = today;
    refresh();
}

void EventList::refresh() {
    const EventId before = current();
    m_entries.clear();
    m_total = int(m_document.programme().events.size());
    const QStringList words = m_filter.simplified().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    for (const DelayEvent& event : m_document.programme().events) {
        Entry entry = entryOf(event);
        const QString all =
            QStringList{entry.key, entry.title, entry.how, entry.clock, show::text(event.cause)}.join(QLatin1Char(' '));
        if (std::all_of(words.begin(), words.end(),
                        [&](const QString& word) { return all.contains(word, Qt::CaseInsensitive); }))
            m_entries.push_back(std::move(entry));
    }
    const QSignalBlocker quiet(this);
    while (count() > int(m_entries.size())) delete takeItem(count() - 1);
    while (count() < int(m_entries.size())) addItem(new QListWidgetItem);
    int row = m_entries.empty() ? -1 : 0;
    for (int i = 0; i < count(); ++i) {
        const Entry& entry = m_entries[std::size_t(i)];
        if (entry.id == before) row = i;
        const QStringList told{entry.key, entry.title, entry.how, entry.clock, entry.days, entry.small};
        item(i)->setText(entry.title);
        item(i)->setToolTip(entry.title);
        item(i)->setData(Qt::AccessibleTextRole, told.join(QStringLiteral(", ")));
    }
    setCurrentRow(row);
    viewport()->update();
}

void EventList::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Delete && current())
        emit deleteWanted(current());
    else if (event->key() == Qt::Key_Insert)
        emit addWanted();
    else if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter || event->key() == Qt::Key_F2) &&
             current())
        emit openWanted(current());
    else
        QListWidget::keyPressEvent(event);
}

} // namespace yarrin
