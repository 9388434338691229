// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/ask_sheet.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QComboBox>
#include <QCompleter>
#include <QGridLayout>
#include <QGuiApplication>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QScreen>
#include <QStringListModel>

namespace yarrin {

QPoint placeFor(const QSize& size, const QPoint& at) {
    const QScreen* screen = QGuiApplication::screenAt(at);
    if (!screen) screen = QGuiApplication::primaryScreen();
    const QRect all = screen->availableGeometry();
    return {std::max(all.left(), std::min(at.x(), all.right() - size.width() - 4)),
            std::max(all.top(), std::min(at.y(), all.bottom() - size.height() - 4))};
}

AskSheet::AskSheet(Ask ask, QWidget* parent)
    : QFrame(parent, Qt::Popup), m_ask(std::move(ask)), m_words(new QLabel(this)),
      m_accept(new QPushButton(m_ask.accept, this)) {
    setObjectName(QStringLiteral("askSheet"));
    setAccessibleName(m_ask.title);
    setAttribute(Qt::WA_DeleteOnClose);
    keepWidth(this, 380);
    auto* title = new QLabel(m_ask.title, this);
    title->setFont(boldened(bodyFont()));
    title->setWordWrap(true);
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(14, 12, 14, 12);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(6);
    grid->addWidget(title, 0, 0, 1, 2);
    for (const Field& field : m_ask.fields) {
        QWidget* widget = made(field);
        m_widgets.push_back(widget);
        auto* label = new QLabel(field.label, this);
        label->setBuddy(widget);
        const int at = grid->rowCount();
        grid->addWidget(label, at, 0, field.kind == Kind::several ? Qt::AlignTop : Qt::AlignVCenter);
        grid->addWidget(widget, at, 1);
    }
    grid->setColumnStretch(1, 1);
    m_words->setObjectName(QStringLiteral("askWords"));
    m_words->setWordWrap(true);
    m_accept->setObjectName(QStringLiteral("askAccept"));
    m_accept->setDefault(true);
    grid->addWidget(m_words, grid->rowCount(), 0, 1, 2);
    grid->addWidget(m_accept, grid->rowCount(), 0, 1, 2, Qt::AlignRight);
    connect(m_accept, &QPushButton::clicked, this, &AskSheet::accept);
    for (std::size_t i = 0; i < m_widgets.size(); ++i) changed(i);
}

QWidget* AskSheet::made(const Field& field) {
    const std::size_t at = m_widgets.size();
    QWidget* widget = nullptr;
    if (field.kind == Kind::choice) {
        auto* box = new QComboBox(this);
        box->addItems(field.choices);
        box->setCurrentText(field.value);
        connect(box, &QComboBox::currentIndexChanged, this, [this, at] { changed(at); });
        widget = box;
    } else if (field.kind == Kind::several) {
        auto* list = new QListWidget(this);
        for (const QString& one : field.choices) {
            auto* item = new QListWidgetItem(one, list);
            item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
            item->setCheckState(Qt::Unchecked);
        }
        list->setFixedHeight(std::clamp(26 * int(field.choices.size()) + 8, 60, 190));
        connect(list, &QListWidget::itemChanged, this, [this, at] { changed(at); });
        widget = list;
    } else {
        auto* edit = new QLineEdit(field.value, this);
        edit->setPlaceholderText(field.hint);
        connect(edit, &QLineEdit::textChanged, this, [this, at] { changed(at); });
        widget = edit;
    }
    widget->setObjectName(field.name);
    widget->setAccessibleName(field.label);
    return widget;
}

QStringList AskSheet::values() const {
    QStringList values;
    for (QWidget* widget : m_widgets) {
        if (const auto* box = qobject_cast<QComboBox*>(widget)) {
            values << box->currentText();
        } else if (const auto* list = qobject_cast<QListWidget*>(widget)) {
            QStringList chosen;
            for (int row = 0; row < list->count(); ++row)
                if (list->item(row)->checkState() == Qt::Checked) chosen << list->item(row)->text();
            values << chosen.join(QLatin1Char('\n'));
        } else {
            values << static_cast<QLineEdit*>(widget)->text();
        }
    }
    return values;
}

void AskSheet::changed(std::size_t field) {
    if (m_widgets.size() < m_ask.fields.size()) return; // still being made
    const QStringList now = values();
    for (std::size_t i = 0; i < m_widgets.size(); ++i) {
        auto* edit = qobject_cast<QLineEdit*>(m_widgets[i]);
        if (!edit || i == field) continue;
        const Field& one = m_ask.fields[i];
        const QStringList choices = one.choicesBy ? one.choicesBy(now) : one.choices;
        if (choices.isEmpty()) {
            edit->setCompleter(nullptr);
            continue;
        }
        auto* completer = new QCompleter(choices, edit);
        completer->setCaseSensitivity(Qt::CaseInsensitive);
        completer->setFilterMode(Qt::MatchContains);
        edit->setCompleter(completer);
    }
    setInk(m_words, Ink::muted);
    m_words->setText(m_ask.foretold ? m_ask.foretold(now) : QString());
    m_words->setVisible(!m_words->text().isEmpty());
    if (isVisible()) adjustSize();
}

void AskSheet::openAt(const QPoint& at) {
    adjustSize();
    move(placeFor(sizeHint(), at));
    show();
    if (!m_widgets.empty()) m_widgets.front()->setFocus();
}

void AskSheet::accept() {
    const Outcome outcome = m_ask.take(values());
    if (outcome.ok()) {
        close();
        return;
    }
    setInk(m_words, Ink::critical);
    m_words->setText(show::error(outcome.error()));
    m_words->show();
    adjustSize();
}

void AskSheet::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) return accept();
    QFrame::keyPressEvent(event);
}

} // namespace yarrin
