// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/record/record_stage.h"

#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/record/compare_page.h"
#include "app/record/history_page.h"
#include "app/record/revision_page.h"
#include "app/table/inline_message.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace yarrin {

RecordStage::RecordStage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent)
    : Stage(parent), m_notice(new NoticeBar(this)), m_pages(new QStackedWidget(this)),
      m_history(new HistoryPage(document, this)), m_revisions(new RevisionPage(document, state, this)),
      m_compare(new ComparePage(document, state, dialogs, this)) {
    setObjectName(QStringLiteral("recordStage"));
    auto* head = new QWidget(this);
    auto* line = new QHBoxLayout(head);
    line->setContentsMargins(10, 8, 8, 6);
    line->setSpacing(2);
    m_tabs = new TabRow(
        {{tr("History"), "recordHistory"}, {tr("Revisions"), "recordRevisions"}, {tr("Compare"), "recordCompare"}},
        head);
    line->addWidget(m_tabs);
    connect(m_tabs, &TabRow::chosen, this, [this](int page) { show(Page(page)); });
    line->addStretch(1);
    for (QWidget* page : std::initializer_list<QWidget*>{m_history, m_revisions, m_compare}) m_pages->addWidget(page);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(head);
    layout->addWidget(m_pages, 1);

    connect(m_history, &HistoryPage::refused, m_notice, &NoticeBar::say);
    connect(m_revisions, &RevisionPage::refused, m_notice, &NoticeBar::say);
    connect(m_compare, &ComparePage::refused, m_notice, &NoticeBar::say);
    connect(m_compare, &ComparePage::said, m_notice, &NoticeBar::say);
    connect(m_compare, &ComparePage::reveal, this, &RecordStage::reveal);
    connect(m_compare, &ComparePage::outlineShown, this, &RecordStage::chartWanted);
    connect(m_revisions, &RevisionPage::outlineShown, this, &RecordStage::chartWanted);
    connect(m_revisions, &RevisionPage::compareWanted, this, [this](const QString& key) {
        show(Page::compare);
        m_compare->compareRevision(key);
    });
    connect(m_history, &HistoryPage::compareWanted, this, [this](std::int64_t entry) {
        show(Page::compare);
        m_compare->compareEntry(entry);
    });
    connect(&document, &Document::recordChanged, this, [this] {
        if (!isVisible()) return;
        m_notice->dismiss();
        refresh();
    });
    show(Page::history);
}

void RecordStage::show(Page page) {
    m_tabs->setCurrent(int(page));
    m_pages->setCurrentIndex(int(page));
    refresh();
}

void RecordStage::showNamed(const QString& name) {
    show(name == QLatin1String("revisions") ? Page::revisions
                                            : (name == QLatin1String("compare") ? Page::compare : Page::history));
}

void RecordStage::chooseNamed(const QString& key) {
    m_revisions->choose(key);
}

void RecordStage::refresh() {
    if (m_pages->currentWidget() == m_history)
        m_history->refresh();
    else if (m_pages->currentWidget() == m_revisions)
        m_revisions->refresh();
    else
        m_compare->refresh();
}

void RecordStage::showEvent(QShowEvent* event) {
    Stage::showEvent(event);
    refresh();
}

bool RecordStage::isWorking() const {
    return m_compare->isWorking();
}

void RecordStage::focusMain() {
    m_pages->currentWidget()->setFocus();
}

} // namespace yarrin
