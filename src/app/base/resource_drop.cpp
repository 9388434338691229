// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/resource_drop.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/model/resource_book.h"
#include "edit/labour_edits.h"

#include <QAbstractScrollArea>
#include <QDropEvent>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMimeData>
#include <QPainter>

namespace yarrin {

namespace {

const QString resourceType = QStringLiteral("application/x-yarrin-resource");

/// Frames the row on which something would be let go.
class RowFrame : public QWidget {
public:
    explicit RowFrame(QWidget* parent) : QWidget(parent) {
        setAttribute(Qt::WA_TransparentForMouseEvents);
        hide();
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setPen(QPen(theme().accent, 2));
        painter.drawRect(rect().adjusted(1, 1, -1, -1));
    }
};

} // namespace

QMimeData* draggedResource(const QString& name) {
    auto* data = new QMimeData; // the drag's from here on
    data->setData(resourceType, name.toUtf8());
    data->setText(name);
    return data;
}

QString resourceIn(const QMimeData& data) {
    return QString::fromUtf8(data.data(resourceType));
}

AmountLine::AmountLine(Document& document, QWidget* parent)
    : QFrame(parent), m_document(document), m_words(new QLabel(this)), m_amount(new QLineEdit(this)),
      m_unit(new QLabel(this)) {
    setObjectName(QStringLiteral("amountLine"));
    setAccessibleName(tr("How much is needed"));
    m_amount->setObjectName(QStringLiteral("amountLineAmount"));
    m_amount->setAccessibleName(tr("How much is needed"));
    m_amount->setAlignment(Qt::AlignRight);
    m_amount->installEventFilter(this);
    keepWidth(m_amount, 80);
    setInk(m_unit, Ink::muted);
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(10, 8, 10, 8);
    line->setSpacing(8);
    line->addWidget(m_words);
    line->addWidget(m_amount);
    line->addWidget(m_unit);
    hide();
}

void AmountLine::open(const QString& resource, std::vector<ActivityId> activities, const QPoint& at) {
    m_resource = resource;
    m_activities = std::move(activities);
    const Programme& programme = m_document.programme();
    const ResourceBook book(programme);
    const std::size_t place = book.named(resource.toStdString());
    const QString whom = m_activities.size() == 1
                             ? show::text(programme.activities.row(m_activities.front())->key)
                             : show::countOf(qint64(m_activities.size()), "activity", "activities");
    m_words->setText(tr("%1 for %2").arg(resource, whom));
    // Pieces and people are counted without saying so.
    m_unit->setText(place == ResourceBook::none || book[place].unit == "no" ? QString() : show::text(book[place].unit));
    m_unit->setVisible(!m_unit->text().isEmpty());
    m_amount->setText(QStringLiteral("1"));
    show();
    adjustSize();
    move(std::clamp(at.x() + 12, 0, std::max(0, parentWidget()->width() - width())),
         std::clamp(at.y() + 14, 0, std::max(0, parentWidget()->height() - height())));
    raise();
    activateWindow();
    m_amount->setFocus();
    m_amount->selectAll();
}

void AmountLine::keep() {
    if (m_resource.isEmpty()) return;
    const QString resource = std::exchange(m_resource, {});
    const QString typed = m_amount->text().trimmed();
    hide();
    if (typed.isEmpty()) return;
    const auto activities = std::exchange(m_activities, {});
    const Outcome outcome = m_document.perform(
        tr("%1 %2 for %3").arg(typed, resource, show::countOf(qint64(activities.size()), "activity", "activities")),
        [&](Transaction& tx) { return assignByName(tx, activities, resource.toStdString(), typed.toStdString()); });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    emit told(tr("%1 %2 more; undo takes it back.").arg(typed, resource));
}

void AmountLine::drop() {
    m_resource.clear();
    hide();
}

bool AmountLine::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Escape || key == Qt::Key_Return || key == Qt::Key_Enter) {
            key == Qt::Key_Escape ? drop() : keep();
            parentWidget()->setFocus();
            return true;
        }
    }
    if (event->type() == QEvent::FocusOut && static_cast<QFocusEvent*>(event)->reason() != Qt::ActiveWindowFocusReason)
        keep();
    return QFrame::eventFilter(watched, event);
}

ResourceDrop::ResourceDrop(Document& document, ViewState& state, QAbstractScrollArea* over, RowAt rowAt)
    : QObject(over), m_document(document), m_state(state), m_over(over), m_rowAt(std::move(rowAt)),
      m_line(new AmountLine(document, over)), m_frame(new RowFrame(over->viewport())) {
    over->viewport()->setAcceptDrops(true);
    over->viewport()->installEventFilter(this);
    connect(m_line, &AmountLine::refused, this, &ResourceDrop::refused);
    connect(m_line, &AmountLine::told, this, &ResourceDrop::told);
}

void ResourceDrop::showRow(const QRect& row) {
    m_frame->setVisible(row.isValid());
    m_frame->setGeometry(row);
    m_frame->raise();
}

bool ResourceDrop::eventFilter(QObject* watched, QEvent* event) {
    const QEvent::Type type = event->type();
    if (type == QEvent::DragLeave) showRow({});
    if (type != QEvent::DragEnter && type != QEvent::DragMove && type != QEvent::Drop)
        return QObject::eventFilter(watched, event);
    auto* drag = static_cast<QDropEvent*>(event);
    const QString resource = resourceIn(*drag->mimeData());
    if (resource.isEmpty()) return QObject::eventFilter(watched, event);
    const QPoint at = drag->position().toPoint();
    const auto [activity, row] = m_rowAt(at);
    drag->setDropAction(Qt::CopyAction);
    drag->setAccepted(activity || type == QEvent::DragEnter);
    showRow(type == QEvent::Drop || !activity ? QRect() : row);
    if (type != QEvent::Drop || !activity) return true;
    if (isMilestone(m_document.programme().activities.row(activity)->kind)) {
        emit refused(tr("A milestone has no time in which it could need anything. Drop it on work, or give the "
                        "milestone a sum of money."));
        return true;
    }
    std::vector<ActivityId> activities{activity};
    if (m_state.isSelected(activity)) activities = m_state.selection();
    m_line->open(resource, std::move(activities), at + m_over->viewport()->pos());
    return true;
}

} // namespace yarrin
