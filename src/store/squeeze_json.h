// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/squeeze/squeeze.h"

#include <string>

namespace yarrin {

/// What can be done to bring a section in, as docs/cli.md has it: measures, what it takes, and the set worked out.
[[nodiscard]] std::string squeezeToJson(const Programme& programme, const Section& section, const Squeeze& squeeze,
                                        const SqueezeSet& set);

} // namespace yarrin
