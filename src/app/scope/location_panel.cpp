// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scope/location_panel.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QDropEvent>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTimer>
#include <QVBoxLayout>

namespace yarrin {

namespace {

enum Column { name, key, chainage };

} // namespace

LocationTree::LocationTree(QWidget* parent) : QTreeWidget(parent) {
    setObjectName(QStringLiteral("locationTree"));
    setAccessibleName(tr("Locations"));
    setColumnCount(3);
    setHeaderLabels({tr("Location"), tr("ID"), tr("Chainage")});
    // Names take what is left over: nothing is to be scrolled sideways.
    header()->setStretchLastSection(false);
    header()->setSectionResizeMode(name, QHeaderView::Stretch);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setColumnWidth(key, columnRoom(52, tr("ID")));
    setColumnWidth(chainage, columnRoom(84, tr("Chainage")));
    setDragDropMode(InternalMove);
    setDropIndicatorShown(true);
    setSelectionMode(SingleSelection);
    setEditTriggers(DoubleClicked | EditKeyPressed);
    setIndentation(14);
}

LocationId LocationTree::idOf(const QTreeWidgetItem* item) {
    return LocationId{item ? item->data(0, Qt::UserRole).toUInt() : 0u};
}

void LocationTree::dropEvent(QDropEvent* event) {
    const QTreeWidgetItem* target = itemAt(event->position().toPoint());
    const LocationId id = idOf(currentItem());
    const DropIndicatorPosition where = dropIndicatorPosition();
    event->setDropAction(Qt::IgnoreAction); // the tree is filled anew from the document
    event->accept();
    if (!target || !id) return;
    emit moved(id, idOf(target),
               where == AboveItem   ? Landing::before
               : where == BelowItem ? Landing::after
                                    : Landing::inside);
}

LocationPanel::LocationPanel(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_tree(new LocationTree(this)), m_empty(nullptr) {
    setObjectName(QStringLiteral("locationPanel"));
    setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(1, 0, 0, 0);
    layout->setSpacing(0);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 10, 8, 4);
    auto* title = new QLabel(tr("Locations"), this);
    title->setFont(headingFont());
    head->addWidget(title);
    head->addStretch();
    auto* addOne = quietButton(tr("Add"), "locationAdd", this);
    auto* addInside = quietButton(tr("Add inside"), "locationAddInside", this);
    head->addWidget(addOne);
    head->addWidget(addInside);
    layout->addLayout(head);
    auto* empty = new QLabel(tr("Zones, floors and chainages in which the work happens. Add the first."), this);
    empty->setWordWrap(true);
    empty->setContentsMargins(14, 4, 14, 8);
    m_empty = empty;
    layout->addWidget(empty);
    layout->addWidget(m_tree, 1);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(14, 6, 10, 8);
    foot->setSpacing(8);
    auto* label = new QLabel(tr("Divide the chosen one into parts of"), this);
    label->setProperty("quiet", true);
    auto* length = new QLineEdit(this);
    length->setObjectName(QStringLiteral("locationLength"));
    length->setAccessibleName(tr("Length of a part in metres"));
    length->setPlaceholderText(tr("62 m"));
    keepWidth(length, 64);
    foot->addWidget(label, 1);
    foot->addWidget(length);
    layout->addLayout(foot);
    m_tree->installEventFilter(this);
    connect(addOne, &QPushButton::clicked, this, [this] { add(false); });
    connect(addInside, &QPushButton::clicked, this, [this] { add(true); });
    connect(length, &QLineEdit::returnPressed, this, [this, length] {
        divide(length->text());
        length->clear();
    });
    connect(m_tree, &QTreeWidget::itemChanged, this, &LocationPanel::commit);
    connect(m_tree, &QTreeWidget::itemCollapsed, this,
            [this](QTreeWidgetItem* item) { m_folded.insert(LocationTree::idOf(item)); });
    connect(m_tree, &QTreeWidget::itemExpanded, this,
            [this](QTreeWidgetItem* item) { m_folded.erase(LocationTree::idOf(item)); });
    connect(m_tree, &LocationTree::moved, this, [this](LocationId id, LocationId target, Landing landing) {
        // The drag is still going on; the tree may only be filled when it is over.
        QTimer::singleShot(0, this, [=, this] {
            perform(tr("Location moved"), [&](Transaction& tx) { return moveLocation(tx, id, target, landing); });
        });
    });
    connect(&m_document, &Document::changed, this, [this] {
        if (isVisible()) refresh();
    });
    refresh();
}

void LocationPanel::refresh() {
    const Programme& p = m_document.programme();
    const LocationId chosenBefore = chosen();
    m_filling = true;
    m_tree->clear();
    const std::function<void(LocationId, QTreeWidgetItem*)> fill = [&](LocationId parent, QTreeWidgetItem* under) {
        for (const Location& one : p.locations) {
            if (one.parent != parent) continue;
            auto* item =
                new QTreeWidgetItem({show::text(one.name), show::text(one.key), show::text(chainageText(one))});
            item->setData(0, Qt::UserRole, one.id.value);
            item->setFlags(item->flags() | Qt::ItemIsEditable);
            item->setForeground(key, theme().muted);
            item->setForeground(chainage, theme().muted);
            if (under)
                under->addChild(item);
            else
                m_tree->addTopLevelItem(item);
            fill(one.id, item);
            item->setExpanded(!m_folded.contains(one.id));
        }
    };
    fill({}, nullptr);
    m_filling = false;
    m_empty->setVisible(p.locations.empty());
    choose(chosenBefore);
}

LocationId LocationPanel::chosen() const {
    return LocationTree::idOf(m_tree->currentItem());
}

void LocationPanel::choose(LocationId id) {
    for (QTreeWidgetItemIterator it(m_tree); *it; ++it)
        if (LocationTree::idOf(*it) == id && id) m_tree->setCurrentItem(*it);
}

void LocationPanel::perform(const QString& text, const Document::Operation& operation) {
    const Outcome outcome = m_document.perform(text, operation);
    if (outcome.ok()) return;
    emit refused(show::error(outcome.error()));
    refresh();
}

/// A cell was typed over. The tree is filled anew afterwards, when its editor is gone.
void LocationPanel::commit(QTreeWidgetItem* item, int column) {
    if (m_filling) return;
    const LocationId id = LocationTree::idOf(item);
    const std::string typed = item->text(column).toStdString();
    const Location* row = m_document.programme().locations.row(id);
    if (!row) return;
    const QString before = show::text(row->name);
    QTimer::singleShot(0, this, [=, this] {
        perform(column == name ? tr("Location “%1” renamed “%2”").arg(before, show::text(typed))
                               : tr("Location “%1”: %2").arg(before, show::text(typed)),
                [&](Transaction& tx) {
                    return column == name  ? renameLocation(tx, id, typed)
                           : column == key ? setLocationKey(tx, id, typed)
                                           : setChainage(tx, id, typed);
                });
    });
}

void LocationPanel::add(bool child) {
    const LocationId at = chosen();
    LocationId made;
    perform(tr("Location added"), [&](Transaction& tx) -> Outcome {
        const std::string fresh = tr("New location").toStdString();
        const auto added = child ? addChildLocation(tx, at, fresh) : addLocation(tx, at, fresh);
        if (!added.ok()) return added.errors();
        made = *added;
        return done();
    });
    if (!made) return;
    m_folded.erase(at);
    refresh();
    choose(made);
    m_tree->setFocus();
    m_tree->editItem(m_tree->currentItem(), name);
}

void LocationPanel::remove() {
    const LocationId id = chosen();
    const Location* row = m_document.programme().locations.row(id);
    if (!row) return;
    qint64 activities = 0;
    for (const Activity& activity : m_document.programme().activities) activities += activity.location == id ? 1 : 0;
    const QString called = show::text(row->name);
    const auto removeIt = [this, id, called] {
        perform(tr("Location “%1” deleted").arg(called), [id](Transaction& tx) { return removeLocation(tx, id); });
    };
    if (activities == 0) return removeIt();
    emit question(tr("Delete “%1”? The %2 there move up to what it is part of.")
                      .arg(called, show::countOf(activities, "activity", "activities")),
                  tr("Delete"), removeIt);
}

void LocationPanel::divide(const QString& length) {
    const LocationId id = chosen();
    const Location* row = m_document.programme().locations.row(id);
    if (!row) return emit refused(tr("Choose the location to divide first."));
    perform(tr("Location “%1” divided into parts of %2").arg(show::text(row->name), length),
            [&](Transaction& tx) -> Outcome {
                const auto parts = divideLocation(tx, id, length.toStdString());
                return parts.ok() ? done() : Outcome(parts.errors());
            });
}

void LocationPanel::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

bool LocationPanel::eventFilter(QObject* object, QEvent* event) {
    if (object == m_tree && event->type() == QEvent::KeyPress) {
        const auto* press = static_cast<QKeyEvent*>(event);
        if (press->key() == Qt::Key_Insert) {
            add(press->modifiers() & Qt::ShiftModifier);
            return true;
        }
        if (press->key() == Qt::Key_Delete) {
            remove();
            return true;
        }
    }
    return QWidget::eventFilter(object, event);
}

} // namespace yarrin
