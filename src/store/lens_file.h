// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/model/sorting.h"

#include <string>
#include <string_view>

namespace yarrin {

/// A lens as a small file of its own, to be taken into another job: docs/file-format.md.
[[nodiscard]] std::string lensToJson(const KeptLens& lens);
[[nodiscard]] Result<KeptLens> lensFromJson(std::string_view text);

} // namespace yarrin
