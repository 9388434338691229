// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/buildup/bill_list.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/model/codes.h"
#include "core/quantity/units.h"

#include <QPainter>
#include <QStyledItemDelegate>

namespace yarrin {

namespace {

constexpr int itemHeight = 35, headingHeight = 25;

QString quantityText(const Decimal& quantity, const std::string& unit) {
    return (show::number(quantity) + QLatin1Char(' ') + show::text(unitSymbol(unit))).trimmed();
}

class BillDelegate : public QStyledItemDelegate {
public:
    BillDelegate(const Document& document, const BillListModel& model, QObject* parent)
        : QStyledItemDelegate(parent), m_document(document), m_model(model) {}

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override {
        return {200, scaled(m_model.row(index.row()).item ? itemHeight : headingHeight)};
    }

    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Theme& t = theme();
        const BillListModel::Row& row = m_model.row(index.row());
        const QRect all = option.rect;
        painter->save();
        if (!row.item) {
            painter->fillRect(all, t.groupGround);
            painter->setPen(t.ink);
            painter->setFont(boldened(bodyFont()));
            painter->drawText(all.adjusted(14, 0, -10, 0), Qt::AlignVCenter,
                              painter->fontMetrics().elidedText(row.heading, Qt::ElideRight, all.width() - 24));
            painter->restore();
            return;
        }
        const BillItem* item = m_document.programme().bill.row(row.item);
        if (item) paintItem(*painter, all, *item, row.placed, option.state & QStyle::State_Selected);
        painter->restore();
    }

private:
    static void paintItem(QPainter& painter, const QRect& all, const BillItem& item, const Placed& placed,
                          bool selected) {
        const Theme& t = theme();
        if (selected) painter.fillRect(all, t.selection);
        painter.setPen(t.rule);
        painter.drawLine(all.left(), all.bottom(), all.right(), all.bottom());
        painter.setFont(bodyFont());
        const QString quantity = quantityText(item.quantity, item.unit);
        const int quantityWidth = painter.fontMetrics().horizontalAdvance(quantity);
        const int key = scaled(38), high = scaled(17); // of the number, and of a line
        const QRect line(all.left() + key + 14, all.top() + 3, all.width() - key - 28, high);
        painter.setPen(t.muted);
        painter.setFont(secondaryFont());
        painter.drawText(QRect(all.left() + 14, all.top() + 3, key - 2, high), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(show::text(item.key), Qt::ElideRight, key - 2));
        painter.setFont(bodyFont());
        painter.setPen(t.ink);
        painter.drawText(line, Qt::AlignVCenter | Qt::AlignRight, quantity);
        painter.drawText(line, Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(show::text(item.description), Qt::ElideRight,
                                                          line.width() - quantityWidth - 10));
        const QRectF bar(line.left(), all.top() + scaled(23), line.width() - scaled(92), 5);
        const bool whole = placed.left.sign() == 0;
        const double share = item.quantity.sign() > 0 ? placed.placed.toDouble() / item.quantity.toDouble() : 1;
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.rule);
        painter.drawRoundedRect(bar, 2.5, 2.5);
        if (share > 0) {
            painter.setBrush(whole ? t.accent : t.near);
            painter.drawRoundedRect(QRectF(bar.left(), bar.top(), std::max(4.0, bar.width() * share), bar.height()),
                                    2.5, 2.5);
        }
        painter.setFont(whole ? secondaryFont() : boldened(secondaryFont()));
        painter.setPen(whole ? t.muted : t.nearText);
        painter.drawText(QRect(line.right() - scaled(88), all.top() + scaled(18), scaled(89), scaled(15)),
                         Qt::AlignVCenter | Qt::AlignRight,
                         whole ? BillList::tr("all placed") : BillList::tr("left %1").arg(show::number(placed.left)));
    }

    const Document& m_document;
    const BillListModel& m_model;
};

} // namespace

BillListModel::BillListModel(Document& document, QObject* parent) : QAbstractListModel(parent), m_document(document) {
    refresh();
}

void BillListModel::refresh() {
    beginResetModel();
    m_rows.clear();
    const Programme& p = m_document.programme();
    const std::vector<Placed> placed = placedOf(p);
    const std::vector<std::string> codes = breakdownCodes(p);
    const QStringList words = m_filter.split(QLatin1Char(' '), Qt::SkipEmptyParts);
    std::size_t whole = 0;
    // Groups in the order in which the bill first names them.
    std::vector<BreakdownId> groups;
    std::unordered_map<BreakdownId, std::vector<std::size_t>> items;
    for (std::size_t i = 0; i < p.bill.size(); ++i) {
        const BillItem& item = p.bill[i];
        whole += placed[i].left.sign() == 0 ? 1 : 0;
        const QString text = show::text(item.key + " " + item.description);
        if (!std::all_of(words.begin(), words.end(),
                         [&](const QString& word) { return text.contains(word, Qt::CaseInsensitive); }))
            continue;
        auto& list = items[item.breakdown];
        if (list.empty()) groups.push_back(item.breakdown);
        list.push_back(i);
    }
    for (const BreakdownId group : groups) {
        const std::size_t index = p.breakdown.indexOf(group);
        m_rows.push_back({{},
                          index == p.breakdown.none
                              ? tr("No group")
                              : show::text(codes[index] + " " + p.breakdown[index].name).trimmed(),
                          {}});
        for (const std::size_t i : items[group]) m_rows.push_back({p.bill[i].id, {}, placed[i]});
    }
    m_share = p.bill.empty() ? 0 : int(whole * 100 / p.bill.size());
    endResetModel();
}

void BillListModel::setFilter(const QString& words) {
    m_filter = words;
    refresh();
}

int BillListModel::rowOf(BillItemId id) const {
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        if (m_rows[i].item == id && id) return int(i);
    return -1;
}

int BillListModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : int(m_rows.size());
}

QVariant BillListModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || (role != Qt::DisplayRole && role != Qt::AccessibleTextRole && role != Qt::ToolTipRole))
        return {};
    const Row& at = row(index.row());
    const BillItem* item = m_document.programme().bill.row(at.item);
    if (!item) return at.heading;
    return tr("%1 %2: %3, %4 left")
        .arg(show::text(item->key), show::text(item->description), quantityText(item->quantity, item->unit),
             show::number(at.placed.left));
}

Qt::ItemFlags BillListModel::flags(const QModelIndex& index) const {
    if (!index.isValid()) return Qt::NoItemFlags;
    return row(index.row()).item ? Qt::ItemIsEnabled | Qt::ItemIsSelectable : Qt::ItemIsEnabled;
}

BillList::BillList(Document& document, QWidget* parent)
    : QListView(parent), m_model(new BillListModel(document, this)) {
    setObjectName(QStringLiteral("billList"));
    connect(&lookChanges(), &LookChanges::changed, this, [this] { scheduleDelayedItemsLayout(); });
    setAccessibleName(tr("Items of the bill and what of them is placed"));
    setModel(m_model);
    setItemDelegate(new BillDelegate(document, *m_model, this));
    setFrameShape(QFrame::NoFrame);
    setProperty("ground", "paper");
    setVerticalScrollMode(ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setLayoutMode(Batched);
}

BillItemId BillList::chosen() const {
    const QModelIndex at = currentIndex();
    return at.isValid() && at.row() < m_model->rowCount() ? m_model->row(at.row()).item : BillItemId{};
}

void BillList::choose(BillItemId id) {
    const int row = m_model->rowOf(id);
    if (row < 0) return;
    setCurrentIndex(m_model->index(row));
    scrollTo(m_model->index(row));
}

void BillList::currentChanged(const QModelIndex& now, const QModelIndex& before) {
    QListView::currentChanged(now, before);
    emit chosenChanged();
}

} // namespace yarrin
