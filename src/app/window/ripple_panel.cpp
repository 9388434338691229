// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/ripple_panel.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace yarrin {

RipplePanel::RipplePanel(Document& document, QWidget* parent)
    : QFrame(parent), m_document(document), m_title(new QLabel(this)), m_list(new QTreeWidget(this)) {
    setObjectName(QStringLiteral("ripplePanel"));
    setAccessibleName(tr("What the last change moved"));
    m_list->setObjectName(QStringLiteral("rippleList"));
    m_list->setUniformRowHeights(true);
    m_list->setRootIsDecorated(false);
    m_list->setHeaderHidden(true);
    m_list->setColumnCount(3);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->header()->setStretchLastSection(false);
    m_list->header()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
    m_list->header()->setSectionResizeMode(1, QHeaderView::Stretch);
    m_list->header()->setSectionResizeMode(2, QHeaderView::ResizeToContents);
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
    const auto go = [this](QTreeWidgetItem* item) { emit reveal(ActivityId{item->data(0, Qt::UserRole).toUInt()}); };
    connect(m_list, &QTreeWidget::itemActivated, this, go);
    connect(m_list, &QTreeWidget::itemClicked, this, go);
    connect(&m_document, &Document::changed, this, &QWidget::hide);
    hide();
}

void RipplePanel::open() {
    const auto& change = m_document.lastChange();
    if (!change) return;
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
        auto* item = new QTreeWidgetItem(m_list, {show::text(activity->key), show::text(activity->name), by});
        item->setData(0, Qt::UserRole, activity->id.value);
        item->setTextAlignment(2, Qt::AlignRight | Qt::AlignVCenter);
        item->setForeground(2, days > 0 ? theme().criticalText : (days < 0 ? theme().goodText : theme().muted));
        if (m_list->topLevelItemCount() == 500) break; // nobody reads on; the longest moves come first
    }
    resize(430, std::min(360, 56 + 26 * m_list->topLevelItemCount() + 10));
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
