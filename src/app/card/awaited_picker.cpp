// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/card/awaited_picker.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/ask_sheet.h"
#include "core/base/text.h"

#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace yarrin {

AwaitedPicker::AwaitedPicker(const QString& title, std::vector<Awaited> offers, const QString& none, QWidget* parent)
    : QFrame(parent, Qt::Popup), m_offers(std::move(offers)), m_none(none), m_words(new QLineEdit(this)),
      m_list(new QListWidget(this)) {
    setObjectName(QStringLiteral("awaitedPicker"));
    setAccessibleName(title);
    setAttribute(Qt::WA_DeleteOnClose);
    keepWidth(this, 420);
    auto* head = new QLabel(title, this);
    head->setFont(boldened(bodyFont()));
    head->setWordWrap(true);
    m_words->setObjectName(QStringLiteral("awaitedWords"));
    m_words->setAccessibleName(tr("Jobs, ids or words of names"));
    m_words->setPlaceholderText(tr("Jobs, ids or words; Enter picks"));
    m_list->setObjectName(QStringLiteral("awaitedList"));
    m_list->setAccessibleName(title);
    m_list->setFocusPolicy(Qt::NoFocus);
    m_list->setWordWrap(true);
    m_list->setFixedHeight(scaled(210));
    auto* other = quietButton(tr("A job in another folder…"), "awaitedOther", this);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(12, 10, 12, 10);
    layout->setSpacing(6);
    layout->addWidget(head);
    layout->addWidget(m_words);
    layout->addWidget(m_list);
    layout->addWidget(other, 0, Qt::AlignLeft);
    connect(m_words, &QLineEdit::textChanged, this, &AwaitedPicker::filter);
    connect(m_list, &QListWidget::itemClicked, this, &AwaitedPicker::take);
    connect(other, &QPushButton::clicked, this, [this] {
        emit otherFileWanted();
        close();
    });
    m_words->installEventFilter(this);
    filter();
}

void AwaitedPicker::openAt(const QPoint& at) {
    adjustSize();
    move(placeFor(size(), at));
    show();
    m_words->setFocus();
}

void AwaitedPicker::filter() {
    m_list->clear();
    const std::vector<std::string> words = listed(lowered(trimmed(m_words->text().toStdString())), ' ');
    for (std::size_t i = 0; i < m_offers.size(); ++i) {
        const Awaited& one = m_offers[i];
        const std::string all = lowered(nameOf(one) + " " + one.file);
        if (!std::all_of(words.begin(), words.end(),
                         [&](const std::string& word) { return all.find(word) != std::string::npos; }))
            continue;
        QString line = tr("%1, %2").arg(show::text(nameOf(one)), show::date(completionDate(one.at)));
        // Two files of jobs that are called the same are told apart.
        if (std::any_of(m_offers.begin(), m_offers.end(),
                        [&](const Awaited& other) { return other.job == one.job && other.file != one.file; }))
            line += QStringLiteral("  (%1)").arg(show::text(one.file));
        auto* item = new QListWidgetItem(line, m_list);
        item->setToolTip(show::text(one.file));
        item->setData(Qt::UserRole, qulonglong(i));
    }
    if (m_list->count() > 0) return m_list->setCurrentRow(0);
    auto* nothing = new QListWidgetItem(m_offers.empty() ? m_none : tr("No milestone has these words."), m_list);
    nothing->setFlags(Qt::NoItemFlags);
}

void AwaitedPicker::take() {
    const QListWidgetItem* item = m_list->currentItem();
    if (!item || !(item->flags() & Qt::ItemIsSelectable)) return;
    emit picked(m_offers[std::size_t(item->data(Qt::UserRole).toULongLong())]);
    close();
}

bool AwaitedPicker::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() != QEvent::KeyPress) return QFrame::eventFilter(watched, event);
    const auto& key = static_cast<QKeyEvent&>(*event);
    switch (key.key()) {
    case Qt::Key_Up:
    case Qt::Key_Down: {
        const int row = m_list->currentRow() + (key.key() == Qt::Key_Up ? -1 : 1);
        if (row >= 0 && row < m_list->count()) m_list->setCurrentRow(row);
        return true;
    }
    case Qt::Key_Return:
    case Qt::Key_Enter:
        take();
        return true;
    case Qt::Key_Escape:
        close();
        return true;
    default:
        return QFrame::eventFilter(watched, event);
    }
}

} // namespace yarrin
