// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/view/fields.h"

#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

/// Which activities a lens shows, as a phrase says it:
///
///     critical or float < 5d
///     Trade is Piling and (start within 6 weeks or in hand)
///     name has "pile cap" and not complete
///     days late >= 10 and section is not empty
///
/// Fields are called by their labels, codes by their names; names and values with "and", "or" or brackets in them
/// stand in quotes. "not" binds before "and", "and" before "or". Texts compare without regard to capitals; a
/// condition on what says nothing does not hold, but for "is not", "has not" and "is empty".
class Filter {
public:
    /// Shows everything.
    Filter() = default;
    /// Reads a phrase; an empty one shows everything. The error says which part is wrong and what could stand there.
    [[nodiscard]] static Result<Filter> parse(const Programme& programme, std::string_view phrase);

    [[nodiscard]] bool isEmpty() const { return !m_root; }
    [[nodiscard]] bool shows(const FieldContext& context, std::size_t index) const {
        return !m_root || holds(*m_root, context, index);
    }

    enum class Does {
        all,
        any,
        none,
        flag,
        equal,
        notEqual,
        less,
        atMost,
        more,
        atLeast,
        has,
        hasNot,
        begins,
        empty,
        given,
        within
    };
    struct Node {
        Does does = Does::flag;
        std::vector<Node> parts; ///< of all, any and none
        ViewField field;
        FieldValue value;
        std::string text; ///< in small letters, of has, has not and begins
        int days = 0;     ///< of within
    };

private:
    static bool holds(const Node& node, const FieldContext& context, std::size_t index);

    std::shared_ptr<const Node> m_root;
};

/// A comparison as people choose it, for a kind of field: the words that stand in the phrase, and whether a value
/// follows them.
struct Comparison {
    std::string_view words;
    bool takesValue = true;
};
[[nodiscard]] std::vector<Comparison> comparisonsFor(FieldKind kind);
/// One condition as a phrase: names and values in quotes where they need it. The words of a flag are empty, or "not".
[[nodiscard]] std::string conditionPhrase(const ViewField& field, std::string_view words, std::string_view value);

} // namespace yarrin
