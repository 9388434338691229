// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/buildup/build_up_stage.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/activity_table.h"
#include "app/table/inline_message.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

BuildUpStage::BuildUpStage(Document& document, ViewState& state, QWidget* parent)
    : Stage(parent), m_notice(new NoticeBar(this)),
      m_table(new ActivityTable(document, state, buildUpColumns(), true, this)) {
    setObjectName(QStringLiteral("buildUpStage"));
    m_table->setObjectName(QStringLiteral("buildUpTable"));
    m_table->setAccessibleName(tr("Activities and what their durations come from"));
    m_table->horizontalHeader()->setFixedHeight(28);

    auto* head = new QWidget(this);
    auto* headLayout = new QHBoxLayout(head);
    headLayout->setContentsMargins(12, 10, 12, 6);
    auto* title = new QLabel(tr("Activities and what they are built from"), head);
    title->setFont(headingFont());
    auto* count = new QLabel(head);
    auto* add = new QPushButton(tr("Add an activity"), head);
    add->setObjectName(QStringLiteral("buildUpAdd"));
    add->setProperty("quiet", true);
    headLayout->addWidget(title);
    headLayout->addSpacing(8);
    headLayout->addWidget(count);
    headLayout->addStretch();
    headLayout->addWidget(add);
    connect(add, &QPushButton::clicked, this, [this] { m_table->addActivity(ActivityKind::task); });

    auto* empty = new QLabel(
        tr("Quantities, outputs and crews go here, and durations come out. Add an activity to begin."), this);
    empty->setContentsMargins(14, 6, 14, 6);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(head);
    layout->addWidget(m_notice);
    layout->addWidget(empty);
    layout->addWidget(m_table, 1);

    const auto refresh = [&document, count, empty] {
        qint64 tasks = 0, measured = 0;
        for (const Activity& activity : document.programme().activities) {
            tasks += activity.kind == ActivityKind::task ? 1 : 0;
            measured += activity.kind == ActivityKind::task && activity.measure && activity.measure->crews ? 1 : 0;
        }
        count->setStyleSheet(QStringLiteral("color: %1;").arg(theme().muted.name()));
        count->setText(tr("%1 · %2 measured").arg(show::countOf(tasks, "activity", "activities")).arg(measured));
        empty->setVisible(tasks == 0);
    };
    connect(&document, &Document::changed, this, refresh);
    refresh();
    connect(&document, &Document::changed, m_notice, &NoticeBar::dismiss);
    connect(m_table, &GridView::refused, m_notice, &NoticeBar::say);
    connect(m_table, &ActivityTable::question, m_notice, &NoticeBar::ask);
}

void BuildUpStage::focusMain() {
    m_table->setFocus();
}

} // namespace yarrin
