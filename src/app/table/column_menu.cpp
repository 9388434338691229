// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/column_menu.h"

#include "app/base/format.h"
#include "app/table/activity_table.h"

#include <QCoreApplication>
#include <QHeaderView>
#include <QMenu>

namespace yarrin {

namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("yarrin::ColumnMenu", text);
}

/// Columns that are not shown, those of the table first; parted so that no menu is longer than a screen.
void addColumns(QMenu& menu, ActivityTable& table, const Document& document, const QString& after) {
    const bool buildUp = table.activities().isBuildUp();
    QMenu* codes = nullptr;
    QMenu* further = nullptr;
    auto* insert = menu.addMenu(tr("&Insert a column"));
    insert->setObjectName(QStringLiteral("columnInsert"));
    std::size_t own = (buildUp ? buildUpColumns() : programmeColumns()).size();
    for (const ColumnChoice& choice : columnChoices(document.programme(), buildUp)) {
        const bool isOwn = own > 0 && own--;
        if (table.activities().columnOf(choice.name) >= 0) continue;
        QMenu* into = insert;
        if (choice.name.startsWith(QLatin1String("code:")))
            into = codes ? codes : (codes = insert->addMenu(tr("Codes")));
        else if (!isOwn)
            into = further ? further : (further = insert->addMenu(tr("More")));
        into->addAction(choice.title, &table, [&table, name = choice.name, after] { table.showColumn(name, after); });
    }
}

} // namespace

void showColumnMenu(ActivityTable& table, Document& document, ViewState& state, const QPoint& at) {
    const int column = table.horizontalHeader()->logicalIndexAt(at);
    auto* menu = new QMenu(&table);
    menu->setObjectName(QStringLiteral("columnMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const QString name = column >= 0 ? table.activities().columnName(column) : QString();
    const std::string field = column >= 0 ? table.activities().fieldOf(column) : std::string();
    const auto known = fieldNamed(document.programme(), field);
    if (known) {
        const auto order = [&](const QString& text, std::vector<LensKey> keys) {
            menu->addAction(text, &table, [&state, keys = std::move(keys)] {
                Lens lens = state.lens();
                lens.order = keys;
                state.setLens(lens);
            });
        };
        order(tr("Sort &up"), {{field, false}});
        order(tr("Sort &down"), {{field, true}});
        std::vector<LensKey> then = state.lens().order;
        std::erase_if(then, [&](const LensKey& key) { return key.field == field; });
        if (!then.empty() && then.size() < mostLensOrders) {
            then.push_back({field, false});
            order(tr("&Then by this"), std::move(then));
        }
        order(tr("&Own order"), {});
        if (known->groups)
            menu->addAction(tr("&Group by this"), &table, [&state, field] {
                Lens lens = state.lens();
                lens.groups = {{field}};
                state.setLens(lens);
            });
        menu->addSeparator();
    }
    if (column >= 2)
        menu->addAction(tr("&Hide “%1”").arg(table.activities().columns()[std::size_t(column)].title), &table,
                        [&table, name] { table.hideColumn(name); });
    addColumns(*menu, table, document, name);
    if (known && known->kind == FieldKind::number) {
        auto* decimals = menu->addMenu(tr("&Decimals"));
        decimals->addAction(tr("As many as there are"), &table, [&table, name] { table.setDecimals(name, {}); });
        for (int i = 0; i <= 3; ++i)
            decimals->addAction(QString::number(i), &table, [&table, name, i] { table.setDecimals(name, i); });
    }
    if (column >= 0)
        menu->addAction(tr("&Width as its content"), &table,
                        [&table, column] { table.resizeColumnToContents(column); });
    menu->addSeparator();
    menu->addAction(tr("The table’s own &columns"), &table, [&state, buildUp = table.activities().isBuildUp()] {
        Lens lens = state.lens();
        (buildUp ? lens.buildUpColumns : lens.columns).clear();
        state.setLens(lens);
    });
    menu->popup(table.horizontalHeader()->mapToGlobal(at));
}

} // namespace yarrin
