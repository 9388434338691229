// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <filesystem>
#include <functional>

namespace yarrin {

enum class FileFormat { native, json };

/// The format that a file name's ending asks for; native where it says nothing.
[[nodiscard]] FileFormat formatForName(const std::filesystem::path& path);

/// Whether a file begins as a native file does, whatever its name is.
[[nodiscard]] bool isNative(const std::filesystem::path& path);
/// Reads a programme from a native file or from JSON, told apart by their content. The file is never written to.
/// Errors name the file and the place in it.
[[nodiscard]] Result<Programme> readProgramme(const std::filesystem::path& path);

/// Writes a programme whole. The file is written beside its place and takes it only when it is complete and on the
/// disk, so that a failure leaves what was there before.
[[nodiscard]] Outcome writeProgramme(const Programme& programme, const std::filesystem::path& path, FileFormat format);

/// Lets a function write beside a file, then puts that in its place once it is on the disk, so that a failure leaves
/// what was there. Errors name `path`.
[[nodiscard]] Outcome writeBeside(const std::filesystem::path& path,
                                  const std::function<Outcome(const std::filesystem::path& part)>& write);

/// The whole of a file; an error in words where it cannot be read.
[[nodiscard]] Result<std::string> readTextFile(const std::filesystem::path& path);
/// Writes a text whole or not at all.
[[nodiscard]] Outcome writeTextFile(const std::filesystem::path& path, const std::string& text);

} // namespace yarrin
