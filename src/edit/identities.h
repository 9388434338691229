// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

namespace yarrin {

/// A programme that came from elsewhere, its rows identified as those of another: the same are those of one id that
/// people see; of rows without one (links, what is placed) those that name the same rows, in their order. What is not
/// there gets numbers that the other never gave.
[[nodiscard]] Programme identifiedAs(const Programme& incoming, const Programme& other);

} // namespace yarrin
