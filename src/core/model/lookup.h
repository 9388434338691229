// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <span>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace yarrin {

/// What is found in a programme by something other than a row's id: activities by what people call them, links by their
/// ends. Built in one go, then kept up with every row that comes, goes or changes, so that asking costs what is found.
class Lookup {
public:
    explicit Lookup(const Programme& programme);

    /// The activity with exactly this key, or the only one that differs from it by capitals alone; else none.
    [[nodiscard]] ActivityId activity(std::string_view key) const;
    /// Links that lead into an activity, or out of it, in no order that means anything.
    [[nodiscard]] std::span<const LinkId> into(ActivityId id) const { return at(m_into, id); }
    [[nodiscard]] std::span<const LinkId> outOf(ActivityId id) const { return at(m_outOf, id); }

    /// A row as it was before a change and as it is after it; either may be missing.
    void changed(const Activity* before, const Activity* after);
    void changed(const Link* before, const Link* after);

private:
    using LinksOf = std::unordered_map<ActivityId, std::vector<LinkId>>;
    static std::span<const LinkId> at(const LinksOf& links, ActivityId id);

    std::unordered_multimap<std::string, ActivityId> m_byKey;
    std::unordered_multimap<std::string, ActivityId> m_byLowered;
    LinksOf m_into;
    LinksOf m_outOf;
};

/// The links into an activity in the order of the table.
[[nodiscard]] std::vector<Link> linksInto(const Programme& programme, const Lookup& lookup, ActivityId id);

/// A path of links that leads from activity `from` to activity `to`, both included; empty where there is none.
[[nodiscard]] std::vector<ActivityId> pathBetween(const Programme& programme, const Lookup& lookup, ActivityId from,
                                                  ActivityId to);

/// A loop that links form, the first activity not repeated, begun at the one that stands first in the table; empty
/// where there is none.
[[nodiscard]] std::vector<ActivityId> loopIn(const Programme& programme);

} // namespace yarrin
