// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/resource_list.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/resource_drop.h"
#include "app/labour/demand_figure.h"

#include <QPainter>
#include <QStyledItemDelegate>

namespace yarrin {

namespace {

QString kindText(const ResourceLine& line) {
    switch (line.kind) {
    case ResourceKind::trade:
        return ResourceList::tr("Trades · people");
    case ResourceKind::plant:
        return ResourceList::tr("Plant · number");
    case ResourceKind::material:
        return ResourceList::tr("Materials · a day");
    case ResourceKind::subcontract:
        return ResourceList::tr("Subcontracts");
    case ResourceKind::other:
        break;
    }
    return ResourceList::tr("Other");
}

class RowPainter : public QStyledItemDelegate {
public:
    explicit RowPainter(ResourceList* list) : QStyledItemDelegate(list), m_list(list) {}
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {200, scaled(26)};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Theme& t = theme();
        const QRect row = option.rect;
        const ResourceLine* line = m_list->lineAt(index.row());
        if (!line) {
            painter->fillRect(row, t.groupGround);
            paintWords(*painter, row.adjusted(14, 0, -12, 0), Qt::AlignLeft | Qt::AlignVCenter, boldened(bodyFont()),
                       t.ink, m_list->headingAt(index.row()));
            paintWords(*painter, row.adjusted(14, 0, -12, 0), Qt::AlignRight | Qt::AlignVCenter, secondaryFont(),
                       t.muted, ResourceList::tr("most of on site"));
            return;
        }
        paintRowGround(*painter, option);
        const int figures = scaled(58), spark = scaled(50);
        const bool over = line->daysOver > 0;
        paintWords(*painter, row.adjusted(14, 0, -figures - spark - 22, 0), Qt::AlignLeft | Qt::AlignVCenter,
                   bodyFont(), line->ahead ? t.ink : t.muted, show::text(line->name));
        paintSpark(*painter, QRectF(row.right() - figures - spark - 16, row.top() + 5, spark, row.height() - 10),
                   line->spark, t);
        paintWords(*painter, row.adjusted(row.width() - figures - 12, 0, -12, 0), Qt::AlignRight | Qt::AlignVCenter,
                   over ? boldened(bodyFont()) : bodyFont(), over ? t.nearText : (line->ahead ? t.ink : t.muted),
                   peakText(*line));
    }

private:
    ResourceList* m_list;
};

} // namespace

QString peakText(const ResourceLine& line) {
    if (!line.ahead) return line.activities == 0 ? ResourceList::tr("unused") : ResourceList::tr("done");
    const QString peak = demandFigure(line.peak);
    return line.supply ? ResourceList::tr("%1 of %2").arg(peak, demandFigure(*line.supply)) : peak;
}

ResourceList::ResourceList(QWidget* parent) : QListWidget(parent) {
    setObjectName(QStringLiteral("resourceList"));
    setAccessibleName(tr("Resources"));
    setItemDelegate(new RowPainter(this));
    setVerticalScrollMode(ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFrameShape(QFrame::NoFrame);
    setUniformItemSizes(true);
    setProperty("ground", "paper");
    setSelectionMode(ExtendedSelection);
    setDragEnabled(true);
    setDragDropMode(DragOnly);
    connect(&lookChanges(), &LookChanges::changed, this, [this] { scheduleDelayedItemsLayout(); });
    connect(this, &QListWidget::currentRowChanged, this, [this](int row) {
        const ResourceLine* line = lineAt(row);
        if (m_filling || !line) return;
        m_name = line->name;
    });
    connect(this, &QListWidget::itemSelectionChanged, this, [this] {
        if (m_filling || !current()) return;
        // What shows is marked, also where a press with Ctrl took the last mark off.
        if (selectedItems().isEmpty()) return currentItem()->setSelected(true);
        emit chosen();
    });
}

std::vector<const ResourceLine*> ResourceList::selected() const {
    std::vector<const ResourceLine*> lines;
    for (int row = 0; row < count(); ++row)
        if (item(row)->isSelected() || row == currentRow())
            if (const ResourceLine* line = lineAt(row)) lines.push_back(line);
    return lines;
}

QMimeData* ResourceList::mimeData(const QList<QListWidgetItem*>& items) const {
    const ResourceLine* line = items.isEmpty() ? nullptr : lineAt(row(items.front()));
    if (!line || line->place == ResourceLine::everybody) return nullptr;
    return draggedResource(show::text(line->name));
}

const ResourceLine* ResourceList::lineAt(int row) const {
    return row >= 0 && row < int(m_rows.size()) ? m_rows[std::size_t(row)] : nullptr;
}

QString ResourceList::headingAt(int row) const {
    return m_headings[std::size_t(row)];
}

const ResourceLine* ResourceList::current() const {
    return lineAt(currentRow());
}

void ResourceList::present(const LabourFindings* findings, const QString& words, bool stillNeeded) {
    m_filling = true;
    clear();
    m_rows.clear();
    m_headings.clear();
    int chosenRow = -1, first = -1;
    std::optional<ResourceKind> kind;
    const auto add = [&](const ResourceLine* line, const QString& text) {
        m_rows.push_back(line);
        m_headings.push_back(text);
        auto* item = new QListWidgetItem(text, this);
        if (!line) item->setFlags(Qt::NoItemFlags);
    };
    if (findings)
        for (const ResourceLine& line : findings->lines()) {
            const bool fits = show::text(line.name).contains(words.trimmed(), Qt::CaseInsensitive);
            if (!fits || (stillNeeded && !line.ahead)) continue;
            if (!kind || *kind != line.kind) add(nullptr, kindText(line));
            kind = line.kind;
            QString told = show::text(line.name) + QStringLiteral(", ") + peakText(line);
            if (line.daysOver > 0) told += tr(", over on %1").arg(show::countOf(line.daysOver, "day", "days"));
            add(&line, told);
            item(count() - 1)->setToolTip(told);
            if (first < 0 || (line.daysOver > 0 && m_rows[std::size_t(first)]->daysOver == 0)) first = count() - 1;
            if (line.name == m_name) chosenRow = count() - 1;
        }
    setCurrentRow(chosenRow >= 0 ? chosenRow : first);
    m_filling = false;
    if (const ResourceLine* line = current()) m_name = line->name;
    emit chosen();
}

void ResourceList::choose(const std::string& name) {
    m_name = name;
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        if (m_rows[i] && m_rows[i]->name == name) setCurrentRow(int(i));
}

} // namespace yarrin
