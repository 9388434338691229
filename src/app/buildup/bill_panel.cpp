// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/buildup/bill_panel.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/buildup/bill_list.h"
#include "app/buildup/book_offers.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/bill_edits.h"

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTimer>
#include <QVBoxLayout>

namespace yarrin {

BillPanel::BillPanel(Document& document, ViewState& state, OutputBook& book, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_book(book), m_list(new BillList(document, this)),
      m_count(new QLabel(this)), m_empty(new QLabel(this)), m_detail(new QWidget(this)),
      m_detailLayout(new QVBoxLayout(m_detail)) {
    setObjectName(QStringLiteral("billPanel"));
    setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 1, 0);
    layout->setSpacing(0);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 10, 8, 4);
    auto* title = new QLabel(tr("Bill"), this);
    title->setFont(headingFont());
    m_count->setProperty("quiet", true);
    m_count->setObjectName(QStringLiteral("billCount"));
    auto* import = quietButton(tr("Import…"), "billImport", this);
    auto* table = quietButton(tr("Table"), "billTableOpen", this);
    head->addWidget(title);
    head->addSpacing(8);
    head->addWidget(m_count);
    head->addStretch();
    head->addWidget(table);
    head->addWidget(import);
    layout->addLayout(head);
    auto* find = new QLineEdit(this);
    find->setObjectName(QStringLiteral("billFind"));
    find->setAccessibleName(tr("Find in the bill"));
    find->setPlaceholderText(tr("Find in the bill…"));
    find->setClearButtonEnabled(true);
    auto* findRow = new QHBoxLayout;
    findRow->setContentsMargins(14, 0, 12, 8);
    findRow->addWidget(find);
    layout->addLayout(findRow);
    m_empty->setText(
        tr("The measured items of the contract go here. Import a bill from a spreadsheet or a text table, or "
           "open the table and paste one."));
    m_empty->setWordWrap(true);
    m_empty->setContentsMargins(14, 4, 12, 8);
    layout->addWidget(m_empty);
    layout->addWidget(m_list, 1);
    m_detail->setObjectName(QStringLiteral("billDetail"));
    m_detail->setAttribute(Qt::WA_StyledBackground);
    m_detailLayout->setContentsMargins(14, 8, 12, 8);
    m_detailLayout->setSpacing(3);
    layout->addWidget(m_detail);
    connect(find, &QLineEdit::textChanged, this, [this](const QString& text) { m_list->items().setFilter(text); });
    connect(import, &QPushButton::clicked, this, &BillPanel::importWanted);
    connect(table, &QPushButton::clicked, this, &BillPanel::tableWanted);
    connect(m_list, &BillList::chosenChanged, this, &BillPanel::refreshDetail);
    connect(&m_state, &ViewState::selectionChanged, this, &BillPanel::refreshDetail);
    connect(&m_document, &Document::changed, this, [this] {
        if (isVisible()) refresh();
    });
    refresh();
}

void BillPanel::refresh() {
    const BillItemId chosen = m_list->chosen();
    m_list->items().refresh();
    m_list->choose(chosen);
    const std::size_t items = m_document.programme().bill.size();
    m_empty->setVisible(items == 0);
    m_count->setText(items == 0 ? QString()
                                : tr("%1 · %2 % placed")
                                      .arg(show::countOf(qint64(items), "item", "items"))
                                      .arg(m_list->items().placedShare()));
    refreshDetail();
}

void BillPanel::perform(const QString& text, const Document::Operation& operation) {
    const Outcome outcome = m_document.perform(text, operation);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

/// Rebuilt once per turn of the event loop, and never under the hand that pressed one of its buttons.
void BillPanel::refreshDetail() {
    if (std::exchange(m_pending, true)) return;
    QTimer::singleShot(0, this, [this] {
        m_pending = false;
        clearLayout(m_detailLayout);
        const BillItem* item = m_document.programme().bill.row(m_list->chosen());
        m_detail->setVisible(item != nullptr);
        if (!item) return;
        auto* name = new QLabel(show::text(item->key + " " + item->description), m_detail);
        name->setFont(boldened(bodyFont()));
        name->setWordWrap(true);
        m_detailLayout->addWidget(name);
        addPlacements(*item);
        addActions(*item);
        if (placedOf(m_document.programme(), item->id).left.sign() > 0) addSuggestions(*item);
    });
}

/// Where the item is placed, each quantity to be typed over, and what is left.
void BillPanel::addPlacements(const BillItem& item) {
    const Programme& p = m_document.programme();
    const auto row = [&](const QString& what, QWidget* figure, Ink ink) {
        auto* line = new QHBoxLayout;
        auto* label = new QLabel(what, m_detail);
        setInk(label, ink);
        label->setMinimumWidth(40);
        line->addWidget(label, 1);
        line->addWidget(figure);
        m_detailLayout->addLayout(line);
    };
    int shown = 0, hidden = 0;
    for (const Allocation& allocation : p.allocations) {
        if (allocation.item != item.id) continue;
        if (++shown > 5) {
            ++hidden;
            continue;
        }
        const Activity& activity = *p.activities.row(allocation.activity);
        auto* edit = new QLineEdit(show::number(allocation.quantity), m_detail);
        edit->setObjectName(QStringLiteral("billPlaced-") + show::text(activity.key));
        edit->setAccessibleName(tr("Quantity that %1 does of it").arg(show::text(activity.key)));
        edit->setAlignment(Qt::AlignRight);
        keepWidth(edit, 84);
        connect(edit, &QLineEdit::editingFinished, this, [this, edit, id = item.id, to = activity.id] {
            if (!edit->isModified()) return;
            edit->setModified(false);
            const QString typed = edit->text().trimmed();
            perform(tr("Bill item placed: %1").arg(typed), [&](Transaction& tx) -> Outcome {
                const auto value = typed.isEmpty() ? Result<Decimal>(Decimal(0)) : parseFigure(typed.toStdString());
                if (!value.ok()) return value.errors();
                return allocate(tx, id, to, *value);
            });
        });
        row(show::text(activity.key + " " + activity.name), edit, Ink::plain);
    }
    const Placed placed = placedOf(p, item.id);
    if (hidden > 0)
        row(tr("and on %1 more").arg(show::countOf(hidden, "activity", "activities")), new QLabel(m_detail),
            Ink::muted);
    auto* left =
        new QLabel(QStringLiteral("%1 %2").arg(show::number(placed.left), show::text(unitSymbol(item.unit))), m_detail);
    left->setObjectName(QStringLiteral("billLeft"));
    left->setFont(boldened(bodyFont()));
    row(tr("Left of %1").arg(show::number(item.quantity)), left, placed.left.sign() > 0 ? Ink::near : Ink::muted);
}

void BillPanel::addActions(const BillItem& item) {
    const bool left = placedOf(m_document.programme(), item.id).left.sign() > 0;
    if (!left) return;
    auto* line = new QHBoxLayout;
    auto* make = quietButton(tr("Make an activity"), "billMake", m_detail);
    line->addWidget(make);
    connect(make, &QPushButton::clicked, this, [this, id = item.id] { makeActivity(id, nullptr); });
    std::vector<ActivityId> tasks;
    for (const ActivityId id : m_state.selection())
        if (const Activity* a = m_document.programme().activities.row(id); a && a->kind == ActivityKind::task)
            tasks.push_back(id);
    if (!tasks.empty()) {
        const Activity& first = *m_document.programme().activities.row(tasks[0]);
        auto* share = quietButton(tasks.size() == 1 ? tr("Place on %1").arg(show::text(first.key))
                                                    : tr("Share among %1").arg(tasks.size()),
                                  "billShare", m_detail);
        share->setToolTip(tr("Shares what is left among the selected activities, by the lengths of their locations"));
        line->addWidget(share);
        connect(share, &QPushButton::clicked, this, [this, id = item.id, key = show::text(item.key), tasks] {
            perform(tr("Item %1 placed on %2").arg(key, show::countOf(qint64(tasks.size()), "activity", "activities")),
                    [&](Transaction& tx) { return shareAmong(tx, id, tasks); });
        });
    }
    line->addStretch();
    m_detailLayout->addLayout(line);
}

void BillPanel::addSuggestions(const BillItem& item) {
    addBookOffers(*m_detailLayout, m_detail, m_document.programme(), m_book, item.description, item.unit,
                  [this, id = item.id](const BookItem& book) { makeActivity(id, &book); });
}

void BillPanel::makeActivity(BillItemId id, const BookItem* book) {
    const BillItem* item = m_document.programme().bill.row(id);
    if (!item) return;
    ActivityId made;
    perform(tr("Activity made of item %1").arg(show::text(item->key)), [&](Transaction& tx) -> Outcome {
        const auto added = activityFrom(tx, id);
        if (!added.ok()) return added.errors();
        made = *added;
        if (!book) return done();
        const auto copy = copyToJob(tx, *book);
        if (!copy.ok()) return copy.errors();
        return applyBook(tx, made, *copy);
    });
    if (made && m_document.programme().activities.row(made)) emit reveal(made);
}

} // namespace yarrin
