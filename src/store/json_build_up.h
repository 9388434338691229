// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "store/json_object.h"

/// The part of the open text format that durations are built up from: output book, bill, limits and sequences.
namespace yarrin::json {

/// What the rows of the build-up name.
struct KnownKeys {
    const Keys<CalendarId>& calendars;
    const Keys<BreakdownId>& breakdown;
    const Keys<LocationId>& locations;
    const Keys<ActivityId>& activities;
    const Keys<BookItemId>& book;
};

void readBuildUp(Object& root, Programme& programme, const KnownKeys& keys);
/// An item of the book by itself; the reader of the book's own file uses it too.
[[nodiscard]] BookItem readBookItem(Object& object);

void writeBuildUp(nlohmann::ordered_json& json, const Programme& programme);
[[nodiscard]] nlohmann::ordered_json bookItemJson(const BookItem& item);
[[nodiscard]] nlohmann::ordered_json number(const std::optional<Decimal>& value);

} // namespace yarrin::json
