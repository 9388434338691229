// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/bill_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/quantity/figures.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/forget.h"
#include "edit/labour_edits.h"

#include <algorithm>
#include <unordered_set>

namespace yarrin {

namespace {

Error itemGone() {
    return inputError(worded("the item is no longer there"));
}
Error activityGone() {
    return inputError(worded("the activity is no longer there"));
}

std::string amount(const Decimal& quantity, const std::string& unit) {
    return quantity.text() + (unit.empty() ? "" : " " + unitSymbol(unit));
}

/// A key like another one that no row of a table has: "2.06" after "2.05".
template <typename Rows> std::string nextKey(const Rows& rows, std::string like) {
    if (like.empty()) like = "0";
    const auto taken = [&](const std::string& key) {
        return std::any_of(rows.begin(), rows.end(), [&](const auto& row) { return row.key == key; });
    };
    std::size_t digits = 0;
    while (digits < std::min<std::size_t>(9, like.size()) && like[like.size() - 1 - digits] >= '0' &&
           like[like.size() - 1 - digits] <= '9')
        ++digits;
    const std::string stem = like.substr(0, like.size() - digits) + (digits == 0 ? "." : "");
    long number = digits == 0 ? 0 : std::stol(like.substr(like.size() - digits));
    for (;;) {
        std::string tail = std::to_string(++number);
        if (tail.size() < digits) tail.insert(0, digits - tail.size(), '0');
        if (!taken(stem + tail)) return stem + tail;
    }
}

/// What the bill gives an activity, in a unit; items of other kinds of units do not count.
Fraction given(const Programme& programme, ActivityId activity, const std::string& unit) {
    Fraction sum;
    for (const Allocation& allocation : programme.allocations) {
        if (allocation.activity != activity) continue;
        const BillItem* item = programme.bill.row(allocation.item);
        if (const auto each = item ? unitsIn(item->unit, unit) : std::nullopt)
            sum = sum + Fraction(allocation.quantity) * *each;
    }
    return sum;
}

/// Runs a change of allocations; the activity's quantity follows where it was what they gave.
template <typename Change>
Outcome withQuantity(Transaction& tx, ActivityId id, const std::string& unitOfItem, Change change) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return activityGone();
    if (row->kind != ActivityKind::task)
        return inputError(worded("%1 is no task, so it does nothing of the bill", row->key));
    Activity activity = *row;
    const std::string unit = activity.measure && !activity.measure->unit.empty() ? activity.measure->unit : unitOfItem;
    const bool follows = !activity.measure || activity.measure->quantity.sign() == 0 ||
                         Fraction(activity.measure->quantity) == given(tx.programme(), id, unit);
    change();
    if (!follows || !unitsIn(unitOfItem, unit)) return done();
    const auto quantity = given(tx.programme(), id, unit).rounded(9);
    if (!quantity) return inputError(worded("the quantity is out of all bounds"));
    if (!activity.measure) activity.measure = Measure{};
    activity.measure->unit = unit;
    activity.measure->quantity = *quantity;
    tx.set(std::move(activity));
    return done();
}

Decimal lengthOf(const Programme& programme, const Activity& activity) {
    const Location* place = programme.locations.row(activity.location);
    if (!place || !place->fromChainage || !place->toChainage) return 0;
    const auto length = exactly(Fraction(*place->toChainage) - Fraction(*place->fromChainage));
    return length && length->sign() > 0 ? *length : Decimal(0);
}

template <typename Rows> auto rowNamed(const Rows& rows, std::string_view text) {
    decltype(rows[0].id) found{};
    for (const auto& row : rows)
        if (row.key == text || lowered(row.name) == lowered(text)) return row.id;
    return found;
}

} // namespace

Result<BillItemId> addBillItem(Transaction& tx, BillItemId below) {
    const auto& bill = tx.programme().bill;
    const std::size_t above = bill.indexOf(below);
    const BillItem* like = above != bill.none ? &bill[above] : bill.empty() ? nullptr : &bill.rows().back();
    BillItem item;
    item.id = bill.freshId();
    item.key = nextKey(bill, like ? like->key : "1.00");
    item.description = worded("New item");
    if (like) item.breakdown = like->breakdown;
    const BillItemId id = item.id;
    tx.insert(above == bill.none ? bill.size() : above + 1, std::move(item));
    return id;
}

namespace {

/// The quantity or the rate of an item, as typed.
Outcome setFigure(BillItem& item, BillField field, const std::string& typed, const Placed& placed) {
    const auto value = parseOptionalFigure(typed);
    if (!value.ok()) return value.errors();
    if (*value && (*value)->sign() < 0) return inputError(worded("it cannot be negative"));
    if (field == BillField::rate) {
        item.rate = *value;
        return done();
    }
    item.quantity = value->value_or(Decimal(0));
    if (item.quantity < placed.placed)
        return inputError(worded("%1 of it is placed already", amount(placed.placed, item.unit)),
                          worded("take some of it off its activities first"));
    return done();
}

} // namespace

Outcome setBillField(Transaction& tx, BillItemId id, BillField field, std::string_view text) {
    const Programme& programme = tx.programme();
    const BillItem* row = programme.bill.row(id);
    if (!row) return itemGone();
    BillItem item = *row;
    const std::string typed = trimmed(text);
    const Placed placed = placedOf(programme, id);
    switch (field) {
    case BillField::key:
        if (typed.empty()) return inputError(worded("an item needs a number"));
        for (const BillItem& other : programme.bill)
            if (other.key == typed && other.id != id)
                return inputError(worded("the item %1 is there already", typed), worded("choose another number"));
        item.key = typed;
        break;
    case BillField::description:
        item.description = typed;
        break;
    case BillField::unit: {
        const auto unit = unitFromText(typed);
        if (!unit.ok()) return unit.errors();
        if (*unit != item.unit && placed.placed.sign() > 0)
            return inputError(worded("%1 of it is placed", amount(placed.placed, item.unit)),
                              worded("take it off its activities first"));
        item.unit = *unit;
        break;
    }
    case BillField::quantity:
    case BillField::rate:
        if (Outcome set = setFigure(item, field, typed, placed); !set.ok()) return set;
        break;
    case BillField::materials: {
        auto materials = parseMaterials(tx, text);
        if (!materials.ok()) return materials.errors();
        item.materials = std::move(*materials);
        break;
    }
    case BillField::location:
        item.location = rowNamed(programme.locations, typed);
        if (!item.location && !typed.empty()) return inputError(worded("there is no location %1", typed));
        break;
    case BillField::breakdown:
        item.breakdown = rowNamed(programme.breakdown, typed);
        if (!item.breakdown && !typed.empty()) return inputError(worded("there is no group %1", typed));
        break;
    }
    tx.set(std::move(item));
    return done();
}

Outcome removeBillItems(Transaction& tx, std::span<const BillItemId> ids) {
    std::vector<BillItemId> going;
    for (const BillItem& item : tx.programme().bill)
        if (std::find(ids.begin(), ids.end(), item.id) != ids.end()) going.push_back(item.id);
    forget<BillItemId>(tx, going);
    tx.eraseAll<BillItem>(going);
    return done();
}

Outcome allocate(Transaction& tx, BillItemId id, ActivityId activity, const Decimal& quantity) {
    const BillItem* item = tx.programme().bill.row(id);
    if (!item) return itemGone();
    if (quantity.sign() < 0) return inputError(worded("less than nothing of an item cannot be done"));
    const Allocation* there = nullptr;
    for (const Allocation& allocation : tx.programme().allocations)
        if (allocation.item == id && allocation.activity == activity) there = &allocation;
    const Fraction free =
        Fraction(placedOf(tx.programme(), id).left) + (there ? Fraction(there->quantity) : Fraction(0));
    if (free < Fraction(quantity))
        return inputError(worded("of item %1 only %2 is left, not %3", item->key,
                                 amount(exactly(free).value_or(Decimal(0)), item->unit), amount(quantity, item->unit)),
                          worded("take less, or take it off another activity"));
    return withQuantity(tx, activity, item->unit, [&] {
        if (there && quantity.sign() == 0) {
            tx.erase<Allocation>(there->id);
        } else if (there) {
            Allocation changed = *there;
            changed.quantity = quantity;
            tx.set(changed);
        } else if (quantity.sign() > 0) {
            tx.append(Allocation{tx.programme().allocations.freshId(), id, activity, quantity});
        }
    });
}

Outcome shareAmong(Transaction& tx, BillItemId id, std::span<const ActivityId> activities) {
    const BillItem* item = tx.programme().bill.row(id);
    if (!item) return itemGone();
    const Decimal left = placedOf(tx.programme(), id).left;
    if (left.sign() == 0) return inputError(worded("nothing of item %1 is left", item->key));
    std::vector<Decimal> lengths;
    bool all = true;
    for (const ActivityId activity : activities) {
        const Activity* row = tx.programme().activities.row(activity);
        if (!row) return activityGone();
        lengths.push_back(lengthOf(tx.programme(), *row));
        all = all && lengths.back().sign() > 0;
    }
    if (!all) std::fill(lengths.begin(), lengths.end(), Decimal(1));
    const bool countable = item->unit == "no" || item->unit == "item" || item->unit == "set";
    const std::vector<Decimal> shares = shared(left, lengths, countable ? 0 : 3);
    for (std::size_t i = 0; i < activities.size(); ++i) {
        Fraction has;
        for (const Allocation& allocation : tx.programme().allocations)
            if (allocation.item == id && allocation.activity == activities[i]) has = Fraction(allocation.quantity);
        const auto sum = exactly(has + Fraction(shares[i]));
        if (!sum) return inputError(worded("the quantity is out of all bounds"));
        if (const Outcome placed = allocate(tx, id, activities[i], *sum); !placed.ok()) return placed;
    }
    return done();
}

Result<ActivityId> activityFrom(Transaction& tx, BillItemId id) {
    const BillItem* item = tx.programme().bill.row(id);
    if (!item) return itemGone();
    const Decimal left = placedOf(tx.programme(), id).left;
    if (left.sign() == 0) return inputError(worded("all of item %1 is placed already", item->key));
    ActivityId below;
    for (const Activity& activity : tx.programme().activities)
        if (item->breakdown && activity.breakdown == item->breakdown) below = activity.id;
    const auto added = addActivity(tx, ActivityKind::task, below, item->breakdown,
                                   item->description.empty() ? worded("Item %1", item->key) : item->description);
    if (!added.ok()) return added;
    Activity activity = *tx.programme().activities.row(*added);
    if (item->location) activity.location = item->location;
    tx.set(std::move(activity));
    const Outcome placed = allocate(tx, id, *added, left);
    if (!placed.ok()) return placed.errors();
    return added;
}

Result<BookItemId> copyToJob(Transaction& tx, BookItem item) {
    for (const BookItem& other : tx.programme().book)
        if (other.key == item.key) return other.id;
    if (auto fault = faultOf(item)) return *fault;
    item.id = tx.programme().book.freshId();
    const BookItemId id = item.id;
    tx.append(std::move(item));
    return id;
}

Outcome applyBook(Transaction& tx, ActivityId id, BookItemId book) {
    const Activity* row = tx.programme().activities.row(id);
    const BookItem* item = tx.programme().book.row(book);
    if (!row) return activityGone();
    if (!item) return itemGone();
    if (row->kind != ActivityKind::task) return inputError(worded("%1 is no task, so no crew works on it", row->key));
    Activity activity = *row;
    if (!activity.measure) activity.measure = Measure{};
    Measure& m = *activity.measure;
    if (!m.unit.empty() && !item->unit.empty() && m.unit != item->unit) {
        const auto quantity = converted(m.quantity, m.unit, item->unit);
        if (!quantity.ok())
            return inputError(worded("%1 is measured in %2, but %3 in %4", activity.key, unitSymbol(m.unit), item->name,
                                     unitSymbol(item->unit)),
                              worded("choose an item that measures the same"));
        m.quantity = *quantity;
    }
    if (!item->unit.empty()) m.unit = item->unit;
    m.outputPerCrewDay = item->outputPerCrewDay;
    m.hoursPerUnit = item->hoursPerUnit;
    if (!m.crews) m.crews = Decimal(1);
    activity.bookItem = book;
    if (m.outputPerCrewDay || m.hoursPerUnit) activity.duration.reset();
    tx.set(std::move(activity));
    return done();
}

Outcome setBookItem(Transaction& tx, ActivityId id, const std::string& name) {
    const std::string typed = trimmed(name);
    for (const BookItem& item : tx.programme().book)
        if (item.name == typed || item.key == typed) return applyBook(tx, id, item.id);
    if (!typed.empty())
        return inputError(worded("the job has no \"%1\" of the output book", typed),
                          worded("take it over from the book first"));
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return activityGone();
    Activity activity = *row;
    activity.bookItem = {};
    tx.set(std::move(activity));
    return done();
}

std::string bookFieldText(const BookItem& item, BookField field) {
    switch (field) {
    case BookField::key:
        return item.key;
    case BookField::name:
        return item.name;
    case BookField::group:
        return item.group;
    case BookField::unit:
        return unitSymbol(item.unit);
    case BookField::output:
        return item.outputPerCrewDay ? item.outputPerCrewDay->text() : "";
    case BookField::hours:
        return item.hoursPerUnit ? item.hoursPerUnit->text() : "";
    case BookField::crew:
        return crewText(item.crew);
    case BookField::source:
        return item.source;
    case BookField::note:
        return item.note;
    }
    return {};
}

Outcome changeBookItem(BookItem& item, BookField field, std::string_view text) {
    BookItem changed = item;
    const std::string typed = trimmed(text);
    switch (field) {
    case BookField::key:
        if (typed.empty()) return inputError(worded("an item of the book needs a number"));
        changed.key = typed;
        break;
    case BookField::name:
        changed.name = typed;
        break;
    case BookField::group:
        changed.group = typed;
        break;
    case BookField::unit: {
        const auto unit = unitFromText(typed);
        if (!unit.ok()) return unit.errors();
        changed.unit = *unit;
        break;
    }
    case BookField::output:
    case BookField::hours: {
        const auto value = parseOptionalFigure(typed);
        if (!value.ok()) return value.errors();
        // Stating one way takes the other away.
        const bool output = field == BookField::output;
        if (*value) changed.outputPerCrewDay = changed.hoursPerUnit = std::nullopt;
        (output ? changed.outputPerCrewDay : changed.hoursPerUnit) = *value;
        break;
    }
    case BookField::crew: {
        auto crew = parseCrew(typed);
        if (!crew.ok()) return crew.errors();
        changed.crew = std::move(*crew);
        break;
    }
    case BookField::source:
        changed.source = typed;
        break;
    case BookField::note:
        changed.note = typed;
        break;
    }
    if (auto fault = faultOf(changed)) return *fault;
    item = std::move(changed);
    return done();
}

Outcome setBookField(Transaction& tx, BookItemId id, BookField field, std::string_view text) {
    const BookItem* row = tx.programme().book.row(id);
    if (!row) return itemGone();
    const BookItem before = *row;
    BookItem item = before;
    if (const Outcome changed = changeBookItem(item, field, text); !changed.ok()) return changed;
    for (const BookItem& other : tx.programme().book)
        if (other.key == item.key && other.id != id)
            return inputError(worded("the item %1 is in the job already", item.key), worded("choose another number"));
    if (item.unit != before.unit)
        for (const Activity& activity : tx.programme().activities)
            if (activity.bookItem == id)
                return inputError(worded("%1 is built from it in %2", activity.key, unitSymbol(before.unit)),
                                  worded("make another item for the other unit"));
    tx.set(item);
    std::vector<Activity> following;
    for (const Activity& activity : tx.programme().activities)
        if (activity.bookItem == id && activity.measure &&
            activity.measure->outputPerCrewDay == before.outputPerCrewDay &&
            activity.measure->hoursPerUnit == before.hoursPerUnit)
            following.push_back(activity);
    for (Activity& activity : following) {
        activity.measure->outputPerCrewDay = item.outputPerCrewDay;
        activity.measure->hoursPerUnit = item.hoursPerUnit;
        tx.set(std::move(activity));
    }
    return done();
}

Outcome removeBookItem(Transaction& tx, BookItemId id) {
    for (const Activity& activity : tx.programme().activities)
        if (activity.bookItem == id)
            return inputError(worded("%1 is built from it", activity.key),
                              worded("give the activity another item first"));
    for (const Sequence& sequence : tx.programme().sequences)
        for (const SequenceStep& step : sequence.steps)
            if (step.book == id)
                return inputError(worded("the sequence %1 uses it", sequence.key),
                                  worded("give the step another item first"));
    if (tx.programme().book.row(id)) tx.erase<BookItem>(id);
    return done();
}

Outcome setLearning(Transaction& tx, ActivityId id, std::string_view rate, std::optional<int> unitNumber) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return activityGone();
    if (!row->measure) return inputError(worded("only measured work is learned"), worded("type a quantity first"));
    Activity activity = *row;
    std::string typed = trimmed(rate);
    if (typed.ends_with('%')) typed = trimmed(typed.substr(0, typed.size() - 1));
    const auto value = parseOptionalFigure(typed);
    if (!value.ok()) return value.errors();
    activity.measure->learningRate = *value;
    if (unitNumber) activity.measure->unitNumber = *unitNumber;
    if (auto fault = faultOf(*activity.measure)) return *fault;
    tx.set(std::move(activity));
    return done();
}

} // namespace yarrin
