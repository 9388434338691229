// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <filesystem>

namespace yarrin {

/// The number in a native file's header that says it is Yarrin's ("YARN" in ASCII).
inline constexpr int nativeApplicationId = 0x5941524E;
/// The version of the schema that this program writes; docs/file-format.md describes it.
inline constexpr int nativeSchemaVersion = 6;

/// Reads a native file (SQLite, docs/file-format.md); errors say what kind of file it is not.
[[nodiscard]] Result<Programme> readNative(const std::filesystem::path& path);
/// Writes a programme into an empty file.
[[nodiscard]] Outcome writeNative(const Programme& programme, const std::filesystem::path& path);

} // namespace yarrin
