// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <optional>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace yarrin {

/// A resource as the calculation knows it: a row of the job, or a name that only crews or limits of older files use.
struct KnownResource {
    Resource resource;     ///< without an id where it is no row
    bool declared = false; ///< it is a row of the job
};

/// How much an activity needs of a resource, by what its crews are made up of and by what is assigned to it.
struct ResourceUse {
    std::size_t resource = 0; ///< place in the book
    Fraction number;          ///< in use while it works
    Fraction quantity;        ///< over its whole work
};

/// Every resource of a programme: one name, whatever the capitals, is one resource. Rows come first, in their order,
/// then names that only crews or limits use, by the alphabet. A limit is the supply from the programme's start of a
/// resource that has none of its own.
class ResourceBook {
public:
    static constexpr std::size_t none = static_cast<std::size_t>(-1);

    explicit ResourceBook(const Programme& programme);

    [[nodiscard]] const std::vector<KnownResource>& all() const { return m_all; }
    [[nodiscard]] std::size_t size() const { return m_all.size(); }
    const Resource& operator[](std::size_t at) const { return m_all[at].resource; }
    [[nodiscard]] std::size_t named(std::string_view name) const;
    [[nodiscard]] std::size_t of(ResourceId id) const;
    /// By key or by name, as people write it.
    [[nodiscard]] std::size_t find(std::string_view text) const;

    /// What an activity needs, each resource once, in the order of the book: crews (one where none are stated) times
    /// their make-up, what the bill items placed on it take, and its own needs. Milestones need nothing.
    [[nodiscard]] std::vector<ResourceUse> usesOf(const Activity& activity) const;

private:
    std::size_t add(Resource resource, bool declared);

    const Programme& m_programme;
    std::vector<KnownResource> m_all;
    std::unordered_map<std::string, std::size_t> m_byName; ///< in small letters
    std::unordered_map<ResourceId, std::size_t> m_byId;
    std::unordered_map<ActivityId, std::vector<const Allocation*>> m_placed; ///< of items that take materials
};

/// Calendars that work waits for because it needs what works to them: docs/engine.md section 14.
class BindingCalendars {
public:
    explicit BindingCalendars(const Programme& programme);
    /// Of an activity, without its own, by their ids.
    [[nodiscard]] std::vector<CalendarId> waitsOf(const Activity& activity) const;
    /// Whether any resource binds.
    [[nodiscard]] bool any() const { return m_book.has_value(); }

private:
    const Programme& m_programme;
    std::optional<ResourceBook> m_book; ///< only where any resource binds
};

/// "2 Fixer; 0.5 Jack-up crane; 41.2 t Rebar": what an activity needs beside its crews, as it is typed.
[[nodiscard]] std::string needsText(const Programme& programme, const std::vector<Need>& needs);
/// "12000 plant at start: crane on site; 500 other".
[[nodiscard]] std::string lumpSumsText(const Activity& activity);

/// Whether levelling holds an activity, or split its work.
[[nodiscard]] bool heldByLevelling(const Activity& activity);

/// The supply in force on a day; none where none is known.
[[nodiscard]] std::optional<Decimal> supplyOn(const Resource& resource, Date day);
/// The greatest supply that there will be from a day on; none where there is no limit at some time.
[[nodiscard]] std::optional<Decimal> mostSupply(const Resource& resource, Date from);
/// The greatest supply that there will ever be of what crews call by this name; none where none is known.
[[nodiscard]] std::optional<Decimal> mostSupplyOf(const Programme& programme, std::string_view name);
/// The rate in force on a day; none where it has none by then.
[[nodiscard]] std::optional<Decimal> rateOn(const Resource& resource, Date day);

} // namespace yarrin
