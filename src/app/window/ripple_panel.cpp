// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/ripple_panel.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QKeyEvent>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

RipplePanel::RipplePanel(Document& document, QWidget* parent)
    : QFrame(parent), m_document(document), m_title(new QLabel(this)), m_list(new QListWidget(this)) {
    setObjectName(QStringLiteral("ripplePanel"));
    setAccessibleName(tr("What the last change moved"));
    m_list->setObjectName(QStringLiteral("rippleList"));
    m_list->setUniformItemSizes(true);
    auto* head = new QHBoxLayout;
    auto* close = new QPushButton(tr("Close"), this);
    close->setProperty("quiet", true);
    m_title->setFont(boldened(bodyFont()));
    head->addWidget(m_title, 1);
    head->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(12, 8, 8, 8);
    layout->addLayout(head);
    layout->addWidget(m_list);
    connect(close, &QPushButton::clicked, this, &QWidget::hide);
    connect(m_list, &QListWidget::itemActivated, this,
            [this](QListWidgetItem* item) { emit reveal(ActivityId{item->data(Qt::UserRole).toUInt()}); });
    connect(m_list, &QListWidget::itemClicked, this,
            [this](QListWidgetItem* item) { emit reveal(ActivityId{item->data(Qt::UserRole).toUInt()}); });
    connect(&m_document, &Document::changed, this, &QWidget::hide);
    hide();
}

void RipplePanel::open() {
    const auto& change = m_document.lastChange();
    if (!change) return;
    setStyleSheet(
        QStringLiteral(
            "#ripplePanel { background: %1; border: 1px solid %2; border-radius: 6px; } QListWidget { border: none; }")
            .arg(theme().field.name(), theme().rule.name()));
    m_title->setText(tr("%1 moved").arg(show::countOf(qint64(change->ripple.moved.size()), "activity", "activities")));
    m_list->clear();
    std::vector<Moved> moved = change->ripple.moved;
    std::stable_sort(moved.begin(), moved.end(),
                     [](const Moved& a, const Moved& b) { return std::abs(a.finishDays) > std::abs(b.finishDays); });
    for (const Moved& one : moved) {
        const Activity* activity = m_document.programme().activities.row(one.activity);
        if (!activity) continue;
        const int days = one.finishDays != 0 ? one.finishDays : one.startDays;
        const QString by = days == 0
                               ? tr("within the day")
                               : (one.finishDays != 0 ? show::shiftOf(days) : tr("starts %1").arg(show::shiftOf(days)));
        auto* item = new QListWidgetItem(
            QStringLiteral("%1   %2   %3").arg(show::text(activity->key), show::text(activity->name), by), m_list);
        item->setData(Qt::UserRole, activity->id.value);
        if (m_list->count() == 500) break; // nobody reads on; the longest moves come first
    }
    resize(430, std::min(360, 56 + 26 * m_list->count() + 10));
    move(parentWidget()->width() - width() - 20, parentWidget()->height() - height() - 66);
    show();
    raise();
    m_list->setFocus();
}

void RipplePanel::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        hide();
    else
        QFrame::keyPressEvent(event);
}

} // namespace yarrin
