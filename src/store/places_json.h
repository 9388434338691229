// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/places/clashes.h"

#include <string>

namespace yarrin {

/// Work by its places, and with `clashes` what comes into each other's way, as `yarrin-cli places --json` tells it:
/// docs/cli.md.
[[nodiscard]] std::string placesToJson(const Programme& programme, const PlacedWork& placed, const Clashes* clashes);

} // namespace yarrin
