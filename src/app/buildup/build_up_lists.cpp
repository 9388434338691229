// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/buildup/build_up_lists.h"

#include "app/base/format.h"
#include "core/base/worded.h"
#include "core/model/resource_book.h"
#include "core/quantity/bill.h"
#include "core/quantity/units.h"
#include "edit/bill_edits.h"
#include "edit/labour_edits.h"

#include <algorithm>
#include <memory>
#include <set>

namespace yarrin {

namespace {

using show::text;

QStringList unitChoices() {
    QStringList units;
    for (const std::string& known : knownUnits()) units << text(unitSymbol(known));
    return units;
}

template <typename Rows> QStringList names(const Rows& rows) {
    QStringList list;
    for (const auto& row : rows) list << text(row.name);
    return list;
}

/// What of the bill is placed, worked out once for each change and not for each cell.
class PlacedCache {
public:
    explicit PlacedCache(Document& document) : m_document(document) {}
    const Placed& of(std::size_t item) {
        if (m_generation != m_document.generation() || m_placed.size() != m_document.programme().bill.size()) {
            m_placed = placedOf(m_document.programme());
            m_generation = m_document.generation();
        }
        return m_placed[item];
    }

private:
    Document& m_document;
    std::vector<Placed> m_placed;
    quint64 m_generation = ~quint64(0);
};

struct BookText {
    const char* name;
    const char* title;
    int width;
    bool right;
    bool quiet;
    BookField field;
};
constexpr BookText bookTexts[] = {{"item", toWord("Item"), 50, false, true, BookField::key},
                                  {"name", toWord("Work"), 220, false, false, BookField::name},
                                  {"group", toWord("Group"), 100, false, true, BookField::group},
                                  {"unit", toWord("Unit"), 46, false, true, BookField::unit},
                                  {"output", toWord("Output/day"), 80, true, false, BookField::output},
                                  {"hours", toWord("Hours/unit"), 78, true, false, BookField::hours},
                                  {"crew", toWord("Crew"), 250, false, false, BookField::crew},
                                  {"source", toWord("Source"), 110, false, true, BookField::source},
                                  {"note", toWord("Note"), 150, false, true, BookField::note}};

using ItemAt = std::function<const BookItem&(std::size_t)>;

std::vector<ListColumn>
bookColumns(const ItemAt& itemAt,
            const std::function<Outcome(Transaction*, std::size_t, BookField, const std::string&)>& commit) {
    std::vector<ListColumn> columns;
    for (const BookText& at : bookTexts) {
        ListColumn column;
        column.name = QLatin1String(at.name);
        column.title = show::words(at.title);
        column.width = at.width;
        column.right = at.right;
        column.quiet = at.quiet;
        const BookField field = at.field;
        column.text = [itemAt, field](std::size_t row) {
            const BookItem& item = itemAt(row);
            if (field == BookField::output && item.outputPerCrewDay) return show::number(*item.outputPerCrewDay);
            return text(bookFieldText(item, field));
        };
        column.commit = [commit, field](Transaction* tx, std::size_t row, const std::string& typed) {
            return commit(tx, row, field, typed);
        };
        if (field == BookField::unit) column.choices = unitChoices;
        if (at.right)
            column.figure = [itemAt, field](std::size_t row) {
                const auto& value =
                    field == BookField::output ? itemAt(row).outputPerCrewDay : itemAt(row).hoursPerUnit;
                return value ? value->toDouble() : -1;
            };
        columns.push_back(std::move(column));
    }
    return columns;
}

} // namespace

ListSource documentSource(Document& document, std::function<std::size_t()> size,
                          std::function<Outcome(Transaction&)> append, std::function<QString(std::size_t)> nameOf) {
    ListSource source;
    source.size = std::move(size);
    source.perform = [&document](const QString& step, const std::function<Outcome(Transaction*)>& apply) {
        return document.perform(step, [&](Transaction& tx) { return apply(&tx); });
    };
    if (append) source.append = [append](Transaction* tx) { return append(*tx); };
    source.nameOf = std::move(nameOf);
    return source;
}

ListSource billSource(Document& document) {
    return documentSource(
        document, [&document] { return document.programme().bill.size(); },
        [](Transaction& tx) -> Outcome {
            const auto& bill = tx.programme().bill;
            const auto added = addBillItem(tx, bill.empty() ? BillItemId{} : bill.rows().back().id);
            return added.ok() ? done() : Outcome(added.errors());
        },
        [&document](std::size_t row) { return QObject::tr("Item %1").arg(text(document.programme().bill[row].key)); });
}

namespace {

/// What is placed of an item, and what is left.
void addPlaced(std::vector<ListColumn>& columns, Document& document) {
    auto placed = std::make_shared<PlacedCache>(document);
    columns.push_back({"placed",
                       show::words(toWord("Placed")),
                       90,
                       true,
                       true,
                       [=](std::size_t r) { return show::number(placed->of(r).placed); },
                       {},
                       {},
                       {},
                       [=](std::size_t r) { return placed->of(r).placed.toDouble(); }});
    columns.push_back({"left",
                       show::words(toWord("Left")),
                       90,
                       true,
                       true,
                       [=](std::size_t r) { return show::number(placed->of(r).left); },
                       {},
                       {},
                       {},
                       [=](std::size_t r) { return placed->of(r).left.toDouble(); },
                       [=](std::size_t r) { return placed->of(r).left.sign() > 0; }});
}

/// Where an item belongs.
void addPlaces(std::vector<ListColumn>& columns, Document& document) {
    const auto item = [&document](std::size_t row) -> const BillItem& { return document.programme().bill[row]; };
    const auto set = [item](BillField field) {
        return [item, field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setBillField(*tx, item(row).id, field, typed);
        };
    };
    columns.push_back({"location",
                       show::words(toWord("Location")),
                       110,
                       false,
                       true,
                       [&document, item](std::size_t r) {
                           const Location* at = document.programme().locations.row(item(r).location);
                           return at ? text(at->name) : QString();
                       },
                       {},
                       set(BillField::location),
                       [&document] { return names(document.programme().locations); }});
    columns.push_back({"group",
                       show::words(toWord("Group")),
                       130,
                       false,
                       true,
                       [&document, item](std::size_t r) {
                           const BreakdownNode* at = document.programme().breakdown.row(item(r).breakdown);
                           return at ? text(at->name) : QString();
                       },
                       {},
                       set(BillField::breakdown),
                       [&document] { return names(document.programme().breakdown); }});
}

} // namespace

std::vector<ListColumn> billColumns(Document& document) {
    const auto item = [&document](std::size_t row) -> const BillItem& { return document.programme().bill[row]; };
    const auto set = [item](BillField field) {
        return [item, field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setBillField(*tx, item(row).id, field, typed);
        };
    };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const char* title, int width, bool quiet, BillField field,
                         std::function<QString(std::size_t)> said) {
        columns.push_back({name, show::words(title), width, false, quiet, std::move(said), {}, set(field)});
    };
    add("item", toWord("Item"), 56, true, BillField::key, [=](std::size_t r) { return text(item(r).key); });
    add("description", toWord("Description"), 260, false, BillField::description,
        [=](std::size_t r) { return text(item(r).description); });
    columns.push_back({"unit",
                       show::words(toWord("Unit")),
                       50,
                       false,
                       true,
                       [=](std::size_t r) { return text(unitSymbol(item(r).unit)); },
                       {},
                       set(BillField::unit),
                       unitChoices});
    columns.push_back({"quantity",
                       show::words(toWord("Quantity")),
                       90,
                       true,
                       false,
                       [=](std::size_t r) { return show::number(item(r).quantity); },
                       {},
                       set(BillField::quantity),
                       {},
                       [=](std::size_t r) { return item(r).quantity.toDouble(); }});
    addPlaced(columns, document);
    columns.push_back({"rate",
                       show::words(toWord("Rate")),
                       80,
                       true,
                       true,
                       [=](std::size_t r) { return item(r).rate ? show::number(*item(r).rate) : QString(); },
                       {},
                       set(BillField::rate),
                       {},
                       [=](std::size_t r) { return item(r).rate ? item(r).rate->toDouble() : -1; }});
    add("materials", toWord("Materials a unit"), 150, false, BillField::materials,
        [&document, item](std::size_t r) { return text(needsText(document.programme(), item(r).materials)); });
    addPlaces(columns, document);
    return columns;
}

ListSource ownBookSource(OutputBook& book, std::vector<BookItem>& changing) {
    ListSource source;
    source.size = [&] { return changing.empty() ? book.items().size() : changing.size(); };
    source.perform = [&](const QString&, const std::function<Outcome(Transaction*)>& apply) {
        return book.change([&](std::vector<BookItem>& items) {
            changing = items;
            const Outcome outcome = apply(nullptr);
            items = std::exchange(changing, {});
            return outcome;
        });
    };
    source.append = [&](Transaction*) {
        std::set<std::string> taken;
        for (const BookItem& item : changing) taken.insert(item.key);
        int number = 1;
        while (taken.contains("X" + std::to_string(number))) ++number;
        BookItem item;
        item.key = "X" + std::to_string(number);
        item.name = worded("New work item");
        changing.push_back(std::move(item));
        return done();
    };
    source.nameOf = [&](std::size_t row) {
        const auto& items = changing.empty() ? book.items() : changing;
        return row < items.size() ? text(items[row].key) : QString();
    };
    return source;
}

std::vector<ListColumn> ownBookColumns(OutputBook& book, std::vector<BookItem>& changing) {
    return bookColumns(
        [&](std::size_t row) -> const BookItem& { return changing.empty() ? book.items()[row] : changing[row]; },
        [&](Transaction*, std::size_t row, BookField field, const std::string& typed) {
            return changeBookItem(changing[row], field, typed);
        });
}

ListSource jobBookSource(Document& document) {
    return documentSource(
        document, [&document] { return document.programme().book.size(); },
        [](Transaction& tx) -> Outcome {
            BookItem item;
            for (int number = 1; item.key.empty(); ++number) {
                const std::string key = "X" + std::to_string(number);
                const auto& rows = tx.programme().book.rows();
                if (std::none_of(rows.begin(), rows.end(), [&](const BookItem& other) { return other.key == key; }))
                    item.key = key;
            }
            item.name = worded("New work item");
            const auto added = copyToJob(tx, std::move(item));
            return added.ok() ? done() : Outcome(added.errors());
        },
        [&document](std::size_t row) {
            return QObject::tr("Book item %1").arg(text(document.programme().book[row].key));
        });
}

std::vector<ListColumn> jobBookColumns(Document& document) {
    std::vector<ListColumn> columns =
        bookColumns([&document](std::size_t row) -> const BookItem& { return document.programme().book[row]; },
                    [&document](Transaction* tx, std::size_t row, BookField field, const std::string& typed) {
                        return setBookField(*tx, document.programme().book[row].id, field, typed);
                    });
    ListColumn used;
    used.name = QStringLiteral("used");
    used.title = QObject::tr("Used by");
    used.width = 84;
    used.quiet = true;
    used.text = [&document](std::size_t row) {
        qint64 count = 0;
        for (const Activity& activity : document.programme().activities)
            count += activity.bookItem == document.programme().book[row].id ? 1 : 0;
        return count == 0 ? QObject::tr("nothing yet") : show::countOf(count, "activity", "activities");
    };
    columns.insert(columns.begin() + 6, std::move(used));
    return columns;
}

std::vector<std::string> tradesOf(const Programme& programme) {
    const ResourceBook book(programme);
    std::vector<std::string> names;
    for (const KnownResource& known : book.all())
        if (known.resource.kind == ResourceKind::trade || known.resource.kind == ResourceKind::plant)
            names.push_back(known.resource.name);
    std::sort(names.begin(), names.end());
    return names;
}

ListSource supplySource(Document& document) {
    return documentSource(
        document, [&document] { return tradesOf(document.programme()).size(); }, {},
        [&document](std::size_t row) { return text(tradesOf(document.programme())[row]); });
}

std::vector<ListColumn> supplyColumns(Document& document) {
    const auto most = [&document](std::size_t row) -> std::optional<Decimal> {
        const auto trades = tradesOf(document.programme());
        return row < trades.size() ? mostSupplyOf(document.programme(), trades[row]) : std::nullopt;
    };
    std::vector<ListColumn> columns;
    columns.push_back({"trade", show::words(toWord("Trade or plant")), 150, false, false, [&document](std::size_t row) {
                           const auto trades = tradesOf(document.programme());
                           return row < trades.size() ? text(trades[row]) : QString();
                       }});
    columns.push_back({"available",
                       show::words(toWord("On site")),
                       70,
                       true,
                       false,
                       [most](std::size_t row) { return most(row) ? show::number(*most(row)) : QString(); },
                       {},
                       [&document](Transaction* tx, std::size_t row, const std::string& typed) {
                           return setSupply(*tx, tradesOf(document.programme())[row], typed);
                       },
                       {},
                       [most](std::size_t row) { return most(row) ? most(row)->toDouble() : -1; }});
    return columns;
}

} // namespace yarrin
