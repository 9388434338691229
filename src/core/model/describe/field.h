// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/ids.h"
#include "core/base/worded.h"

#include <optional>
#include <string_view>
#include <tuple>
#include <type_traits>
#include <vector>

/// The one description of the data: what every kind of row consists of. Files, comparison, checks and tables are
/// driven by it, so that a plain field is told of once. Described are values: `Described<Row>` for each type.
namespace yarrin::describe {

/// Whether the open text format writes a field that says nothing: always (null), or only where it says something.
enum class Written { unlessDefault, always };

/// What becomes of a row when the row that a field names goes.
enum class WhenGone {
    cleared,  ///< the field names nothing afterwards
    goesToo,  ///< the row goes with it
    byAnEdit, ///< an operation of its own decides: removal may be refused, or work passed on
};

/// A part of a row in a table of its own: one line for each element of a list.
struct Parts {
    std::string_view table;
    std::string_view owner;           ///< the column that names the row
    std::string_view value = {};      ///< the only column of elements that are plain values
    std::string_view sideColumn = {}; ///< where two lists share a table, the column that tells which,
    std::string_view side = {};       ///< and its word
};

/// One field of a row. Its type tells how it is stored and read: a number, a text, a date, a choice, the row of
/// another table that it names, a described value of several figures, or a list of such.
template <typename Row_, typename Value_> struct Field {
    using Row = Row_;
    using Value = Value_;

    Value Row::*member;
    std::string_view name;       ///< in the open text format
    std::string_view columnName; ///< in the native file
    int sinceVersion = 1;        ///< of the native schema
    Written writtenWhen = Written::unlessDefault;
    bool mustBe = false; ///< a file without it is refused
    WhenGone whenGone = WhenGone::cleared;
    Parts parts = {};
    std::string_view labelText = {}; ///< what people read; fields with one are plain texts that people edit in tables
    std::size_t longest = 0;         ///< characters of such a text; 0: as many as they like

    // Each returns the field with one thing more said of it.
    [[nodiscard]] constexpr Field column(std::string_view in) const {
        return with([&](Field& f) { f.columnName = in; });
    }
    [[nodiscard]] constexpr Field since(int version) const {
        return with([&](Field& f) { f.sinceVersion = version; });
    }
    [[nodiscard]] constexpr Field always() const {
        return with([](Field& f) { f.writtenWhen = Written::always; });
    }
    [[nodiscard]] constexpr Field needed() const {
        return with([](Field& f) { f.mustBe = true; });
    }
    [[nodiscard]] constexpr Field gone(WhenGone what) const {
        return with([&](Field& f) { f.whenGone = what; });
    }
    [[nodiscard]] constexpr Field in(Parts table) const {
        return with([&](Field& f) { f.parts = table; });
    }
    [[nodiscard]] constexpr Field label(std::string_view text, std::size_t most) const {
        return with([&](Field& f) {
            f.labelText = text;
            f.longest = most;
        });
    }

private:
    template <typename Change> [[nodiscard]] constexpr Field with(Change change) const {
        Field made = *this;
        change(made);
        return made;
    }
};

template <typename Row, typename Value>
[[nodiscard]] constexpr Field<Row, Value> field(Value Row::*member, std::string_view name) {
    return {member, name, name};
}

/// Specialised for each described type: `fields`, in the order of the open text format; for rows also `table`, their
/// table in the native file, `since`, where it was not there from the first version on, and `list`, the key of their
/// list in the open text format.
template <typename Row> struct Described;

/// The version of the native schema that brought a row's table.
template <typename Row> constexpr int tableSince() {
    if constexpr (requires { Described<Row>::since; }) return Described<Row>::since;
    return 1;
}

template <typename Row>
concept IsDescribed = requires {
    Described<Row>::fields;
};

/// Calls with each field of a described type, in order.
template <typename Row, typename Function> constexpr void forEachField(Function&& function) {
    std::apply([&](const auto&... fields) { (function(fields), ...); }, Described<Row>::fields);
}

/// Kinds of values, by which files and checks tell what to do with a field.
template <typename Value> struct IsOptional : std::false_type {};
template <typename Value> struct IsOptional<std::optional<Value>> : std::true_type {};
template <typename Value> struct IsId : std::false_type {};
template <typename Tag> struct IsId<Id<Tag>> : std::true_type {};
template <typename Value> struct IsList : std::false_type {};
template <typename Value> struct IsList<std::vector<Value>> : std::true_type {};
/// A described value that may be there or not, like a measure: columns of its own in the row's table.
template <typename Value> struct IsGroup : std::false_type {};
template <typename Value> struct IsGroup<std::optional<Value>> : std::bool_constant<IsDescribed<Value>> {};

/// What people call the row that an id names: "calendar".
template <typename Id> inline constexpr std::string_view kindOf = {};
template <> inline constexpr std::string_view kindOf<CalendarId> = toWord("calendar");
template <> inline constexpr std::string_view kindOf<BreakdownId> = toWord("breakdown");
template <> inline constexpr std::string_view kindOf<LocationId> = toWord("location");
template <> inline constexpr std::string_view kindOf<ActivityId> = toWord("activity");
template <> inline constexpr std::string_view kindOf<SectionId> = toWord("section");
template <> inline constexpr std::string_view kindOf<EventId> = toWord("event");
template <> inline constexpr std::string_view kindOf<BookItemId> = toWord("item of the output book");
template <> inline constexpr std::string_view kindOf<BillItemId> = toWord("bill item");
template <> inline constexpr std::string_view kindOf<SequenceId> = toWord("sequence");
template <> inline constexpr std::string_view kindOf<CodeId> = toWord("code");
template <> inline constexpr std::string_view kindOf<ResourceId> = toWord("resource");

} // namespace yarrin::describe
