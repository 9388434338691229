// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QString>

#include <functional>
#include <optional>

namespace yarrin {

/// What is measured against: the contract programme in force, else the programme as if nothing had happened yet.
struct AgreedPlan {
    QString name;
    std::optional<Instant> since; ///< the data date of the update before
    FrozenState state;
};

/// Finds out here and now what to read; the reading, and what has to be calculated, may be done on any thread.
[[nodiscard]] std::function<AgreedPlan()> agreedPlanOf(Document& document);

} // namespace yarrin
