// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/newest.h"
#include "core/model/programme.h"

#include <algorithm>
#include <filesystem>

namespace yarrin {

/// The number in a native file's header that says it is Yarrin's ("YARN" in ASCII).
inline constexpr int nativeApplicationId = 0x5941524E;
/// The last version of the schema that is written down letter by letter.
inline constexpr int writtenSchemaVersion = 6;
/// The version of the schema that this program writes, which what is described may have moved on; docs/file-format.md
/// describes it.
inline constexpr int nativeSchemaVersion = std::max(writtenSchemaVersion, describe::newestVersion());

/// Reads a native file (SQLite, docs/file-format.md); errors say what kind of file it is not.
[[nodiscard]] Result<Programme> readNative(const std::filesystem::path& path);
/// Writes a programme into an empty file.
[[nodiscard]] Outcome writeNative(const Programme& programme, const std::filesystem::path& path);

} // namespace yarrin
