// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sitetime/calendar_list.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/activity_columns.h"
#include "chart/paint/calendar_painter.h"
#include "edit/calendar_edits.h"

#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>
#include <QStyledItemDelegate>

namespace yarrin {

namespace {

constexpr int rowHeight = 66;
constexpr int signWidth = 84;

class RowPainter : public QStyledItemDelegate {
public:
    explicit RowPainter(CalendarList* list) : QStyledItemDelegate(list), m_list(list) {}
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {200, scaled(rowHeight)};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const CalendarList::Entry& entry = m_list->entry(index.row());
        const Theme& t = theme();
        const bool current = option.state.testFlag(QStyle::State_Selected);
        const QRect row = option.rect;
        paintRowGround(*painter, option);
        const QRect text = row.adjusted(14, 8, -signWidth - 22, -6);
        const auto line = [&](int y, const QFont& font, const QColor& ink, const QString& words) {
            paintWords(*painter, QRect(text.left(), text.top() + scaled(y), text.width(), scaled(18)), Qt::AlignLeft,
                       font, ink, words);
        };
        line(-1, boldened(bodyFont()), t.ink, entry.name);
        line(17, secondaryFont(), entry.special ? t.nearText : t.muted, entry.how);
        line(33, secondaryFont(), t.muted, entry.use);
        paintWeekSign(*painter, QRectF(row.right() - signWidth - 12, row.top() + scaled(18), signWidth, 30), entry.week,
                      current ? t.accent : t.activity, t.nonWorking);
    }
    [[nodiscard]] QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem&,
                                        const QModelIndex&) const override {
        auto* edit = new QLineEdit(parent);
        edit->setObjectName(QStringLiteral("calendarNameEdit"));
        return edit;
    }
    void updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option, const QModelIndex&) const override {
        editor->setGeometry(option.rect.adjusted(8, 4, -8, -34));
    }
    void setModelData(QWidget* editor, QAbstractItemModel*, const QModelIndex&) const override {
        emit m_list->renameWanted(static_cast<QLineEdit*>(editor)->text());
    }

private:
    CalendarList* m_list;
};

/// "closed 1 Nov – 28 Feb", "tide below 1.2 m": what makes a calendar a special one.
QString specialText(const Calendar& calendar) {
    for (const CalendarException& e : calendar.exceptions) {
        if (e.tide) return CalendarList::tr("tide %1 m").arg(show::text(tideText(*e.tide)));
        if (!e.yearly || !e.work.empty()) continue;
        const int length = (e.to - e.from + 366) % 366;
        if (length > 20) return CalendarList::tr("closed %1 – %2").arg(show::shortDate(e.from), show::shortDate(e.to));
    }
    return {};
}

} // namespace

CalendarList::CalendarList(Document& document, QWidget* parent) : QListWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("calendarList"));
    connect(&lookChanges(), &LookChanges::changed, this, [this] { scheduleDelayedItemsLayout(); });
    setAccessibleName(tr("Calendars"));
    setItemDelegate(new RowPainter(this));
    setVerticalScrollMode(ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFrameShape(QFrame::NoFrame);
    setEditTriggers(EditKeyPressed | DoubleClicked);
    setUniformItemSizes(true);
    connect(this, &QListWidget::currentRowChanged, this, [this](int row) {
        if (row >= 0 && row < int(m_entries.size())) emit chosen(m_entries[std::size_t(row)].id);
    });
    refresh();
}

CalendarId CalendarList::current() const {
    const int row = currentRow();
    return row >= 0 && row < int(m_entries.size()) ? m_entries[std::size_t(row)].id : CalendarId{};
}

void CalendarList::choose(CalendarId id) {
    for (std::size_t i = 0; i < m_entries.size(); ++i)
        if (m_entries[i].id == id) setCurrentRow(int(i));
}

void CalendarList::refresh() {
    const Programme& programme = m_document.programme();
    const CalendarId before = current();
    std::vector<CalendarId> ids;
    for (const Calendar& calendar : programme.calendars) ids.push_back(calendar.id);
    ids.push_back(continuousCalendar);
    m_entries.clear();
    auto allUses = usesOf(programme);
    for (const CalendarId id : ids) {
        Entry entry;
        entry.id = id;
        entry.name = calendarName(programme, id);
        const auto resolved = resolve(programme.calendars.rows(), id);
        const Calendar* calendar = programme.calendars.row(id);
        const CalendarUse& use = allUses[id];
        if (resolved.ok()) {
            entry.week = resolved->week;
            entry.how =
                tr("%1 h · %2")
                    .arg(show::hours(resolved->dayMinutes), show::countOf(resolved->daysPerWeek(), "day", "days"));
        }
        const QString special = calendar ? specialText(*calendar) : QString();
        entry.special = !special.isEmpty();
        if (entry.special)
            entry.how = special;
        else if (calendar && calendar->extends)
            entry.how += tr(", from %1").arg(calendarName(programme, calendar->extends));
        if (use.isDefault) entry.how += tr(" · default");
        QStringList uses;
        const auto activities = qint64(use.activities.size() + use.byDefault);
        if (activities > 0) uses << show::countOf(activities, "activity", "activities");
        if (!use.hammocks.empty()) uses << show::countOf(qint64(use.hammocks.size()), "hammock", "hammocks");
        if (use.lags > 0) uses << show::countOf(qint64(use.lags), "lag", "lags");
        if (uses.isEmpty() && !use.extendedBy.empty())
            uses << tr("extended by %1").arg(calendarName(programme, use.extendedBy.front()));
        entry.use = uses.isEmpty() ? tr("not used yet") : uses.join(QStringLiteral(" · "));
        m_entries.push_back(std::move(entry));
    }
    const QSignalBlocker quiet(this);
    while (count() > int(m_entries.size())) delete takeItem(count() - 1);
    while (count() < int(m_entries.size())) addItem(new QListWidgetItem);
    for (int row = 0; row < count(); ++row) {
        const Entry& entry = m_entries[std::size_t(row)];
        item(row)->setText(entry.name);
        item(row)->setToolTip(entry.how + QStringLiteral("\n") + entry.use);
        item(row)->setData(Qt::AccessibleTextRole,
                           QStringList{entry.name, entry.how, entry.use}.join(QStringLiteral(", ")));
        Qt::ItemFlags flags = Qt::ItemIsSelectable | Qt::ItemIsEnabled;
        if (entry.id != continuousCalendar) flags |= Qt::ItemIsEditable;
        item(row)->setFlags(flags);
    }
    int row = 0;
    for (int i = 0; i < count(); ++i)
        if (m_entries[std::size_t(i)].id == before) row = i;
    setCurrentRow(row);
    viewport()->update();
}

void CalendarList::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Delete && state() != EditingState)
        emit deleteWanted();
    else
        QListWidget::keyPressEvent(event);
}

} // namespace yarrin
