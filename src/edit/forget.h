// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <span>

namespace yarrin {

/// Takes away what names rows that are about to go, as it is described: rows that stand on them go too, and what named
/// those; others forget them. Fields that an operation of its own decides about are left to it. Made for the ids that
/// forget.cpp lists.
template <typename Id> void forget(Transaction& tx, std::span<const Id> ids);

} // namespace yarrin
