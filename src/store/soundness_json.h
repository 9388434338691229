// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/soundness/soundness.h"

#include <string>

namespace yarrin {

/// Measures and findings, as `check --json` prints them: docs/cli.md.
[[nodiscard]] std::string soundnessToJson(const Programme& programme, const Soundness& found);

} // namespace yarrin
