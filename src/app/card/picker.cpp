// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/card/picker.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/ask_sheet.h"
#include "chart/layout/rows.h"
#include "core/base/text.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

#include <algorithm>

namespace yarrin {

namespace {

constexpr std::size_t mostOffered = 200;
constexpr int idRole = Qt::UserRole;

} // namespace

Picker::Picker(Document& document, PickerAsk ask, QWidget* parent)
    : QFrame(parent, Qt::Popup), m_document(document), m_ask(std::move(ask)), m_words(new QLineEdit(this)),
      m_list(new QListWidget(this)), m_kind(new QComboBox(this)), m_lag(new QLineEdit(this)),
      m_chosen(new QLabel(this)), m_accept(new QPushButton(m_ask.accept, this)) {
    setObjectName(QStringLiteral("picker"));
    setAccessibleName(m_ask.title);
    setAttribute(Qt::WA_DeleteOnClose);
    keepWidth(this, 340);
    auto* title = new QLabel(m_ask.title, this);
    title->setFont(boldened(bodyFont()));
    title->setWordWrap(true);
    m_words->setObjectName(QStringLiteral("pickerWords"));
    m_words->setAccessibleName(tr("Ids or words of names"));
    m_words->setPlaceholderText(tr("Ids or words; Enter picks"));
    m_list->setObjectName(QStringLiteral("pickerList"));
    m_list->setFocusPolicy(Qt::NoFocus);
    m_list->setFixedHeight(190);
    m_kind->setObjectName(QStringLiteral("pickerKind"));
    m_kind->setAccessibleName(tr("How"));
    m_kind->addItems(m_ask.kinds);
    m_kind->setCurrentIndex(m_ask.kind);
    m_lag->setObjectName(QStringLiteral("pickerLag"));
    m_lag->setAccessibleName(tr("Lag"));
    m_lag->setPlaceholderText(m_ask.lag);
    keepWidth(m_lag, 110);
    m_chosen->setObjectName(QStringLiteral("pickerChosen"));
    m_chosen->setWordWrap(true);
    m_accept->setObjectName(QStringLiteral("pickerAccept"));
    auto* how = new QHBoxLayout;
    how->addWidget(m_kind, 1);
    how->addWidget(m_lag);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(12, 10, 12, 10);
    layout->setSpacing(6);
    layout->addWidget(title);
    layout->addWidget(m_words);
    layout->addWidget(m_list);
    layout->addLayout(how);
    layout->addWidget(m_chosen);
    layout->addWidget(m_accept, 0, Qt::AlignRight);
    connect(m_words, &QLineEdit::textChanged, this, &Picker::filter);
    connect(m_list, &QListWidget::itemClicked, this,
            [this](QListWidgetItem* item) { pick(ActivityId{item->data(idRole).toUInt()}); });
    connect(m_accept, &QPushButton::clicked, this, &Picker::finish);
    m_words->installEventFilter(this);
    m_lag->installEventFilter(this);
    filter();
    tell();
}

void Picker::openAt(const QPoint& at) {
    adjustSize();
    move(placeFor(size(), at)); // it is wider than its words need
    show();
    m_words->setFocus();
}

bool Picker::matches(const Activity& activity, const std::vector<std::string>& words) const {
    return saysWords(m_document.programme(), activity, words);
}

/// Those whose ids begin so come first, then those that say all the words, in the order of the programme.
void Picker::filter() {
    m_list->clear();
    const std::string typed = lowered(trimmed(m_words->text().toStdString()));
    const std::vector<std::string> words = listed(typed, ' ');
    const auto offered = [&](const Activity& activity) {
        return m_ask.offers(activity) && std::find(m_picked.begin(), m_picked.end(), activity.id) == m_picked.end();
    };
    const auto add = [&](const Activity& activity) {
        auto* item = new QListWidgetItem(show::text(activity.key + "  " + activity.name), m_list);
        item->setData(idRole, activity.id.value);
    };
    const auto begins = [&](const Activity& activity) { return lowered(activity.key).starts_with(typed); };
    for (const bool first : {true, false})
        for (const Activity& activity : m_document.programme().activities) {
            if (std::size_t(m_list->count()) >= mostOffered) break;
            if (begins(activity) != first || (!first && !matches(activity, words))) continue;
            if (offered(activity)) add(activity);
        }
    if (m_list->count() > 0) m_list->setCurrentRow(0);
}

void Picker::pick(ActivityId id) {
    if (std::find(m_picked.begin(), m_picked.end(), id) == m_picked.end()) m_picked.push_back(id);
    m_words->clear();
    filter();
    tell();
    m_words->setFocus();
}

void Picker::tell() {
    QStringList keys;
    for (const ActivityId id : m_picked) keys << show::text(m_document.programme().activities.row(id)->key);
    setInk(m_chosen, Ink::muted);
    m_chosen->setText(keys.isEmpty() ? tr("Nothing picked yet") : keys.join(QStringLiteral("; ")));
    m_accept->setEnabled(!m_picked.empty());
}

void Picker::finish() {
    if (m_picked.empty()) {
        close();
        return;
    }
    const Outcome outcome = m_ask.take(m_picked, m_kind->currentIndex(), m_lag->text().toStdString());
    if (outcome.ok()) {
        close();
        return;
    }
    setInk(m_chosen, Ink::critical);
    m_chosen->setText(show::error(outcome.error()));
    adjustSize();
}

bool Picker::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() != QEvent::KeyPress) return QFrame::eventFilter(watched, event);
    const auto* key = static_cast<QKeyEvent*>(event);
    const int rows = m_list->count();
    switch (key->key()) {
    case Qt::Key_Down:
    case Qt::Key_Up:
        if (rows > 0)
            m_list->setCurrentRow(
                std::clamp(m_list->currentRow() + (key->key() == Qt::Key_Down ? 1 : -1), 0, rows - 1));
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter: {
        const bool ends =
            watched == m_lag || key->modifiers() & Qt::ControlModifier || m_words->text().trimmed().isEmpty();
        const QListWidgetItem* item = m_list->currentItem();
        // Nothing typed and nothing picked yet: the marked one is meant.
        if (ends && !(m_picked.empty() && item && watched == m_words))
            finish();
        else if (item)
            pick(ActivityId{item->data(idRole).toUInt()});
        return true;
    }
    case Qt::Key_Backspace:
        if (watched != m_words || !m_words->text().isEmpty() || m_picked.empty()) break;
        m_picked.pop_back();
        filter();
        tell();
        return true;
    default:
        break;
    }
    return QFrame::eventFilter(watched, event);
}

} // namespace yarrin
