// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <string>

namespace yarrin {

/// The sheets of a job: what each shows, of what, and its paper. docs/cli.md.
[[nodiscard]] std::string sheetsToJson(const Programme& programme);

} // namespace yarrin
