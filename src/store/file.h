// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "store/file_lock.h"

#include <filesystem>
#include <functional>
#include <memory>

namespace yarrin {

enum class FileFormat { native, json };

/// The format that a file name's ending asks for; native where it says nothing.
[[nodiscard]] FileFormat formatForName(const std::filesystem::path& path);

/// The largest text that is read: a programme of a million activities has some 600 MB.
inline constexpr std::uintmax_t largestText = 1'000'000'000;

/// Whether a file begins as a native file does, whatever its name is.
[[nodiscard]] bool isNative(const std::filesystem::path& path);
/// Reads a programme from a native file or from JSON, told apart by their content. The file is never written to.
/// Errors name the file and the place in it.
[[nodiscard]] Result<Programme> readProgramme(const std::filesystem::path& path);

/// Writes a programme whole. The file is written beside its place and takes it only when it is complete and on the
/// disk, so that a failure leaves what was there before. What may not be written over is refused (`examineTarget`).
[[nodiscard]] Outcome writeProgramme(const Programme& programme, const std::filesystem::path& path, FileFormat format);

/// Whether a programme may be written at a place, and if so the lock that keeps others from it while that is done.
/// What is there must be understood before it may be replaced: refused are a file that a window holds, one of a newer
/// version, a damaged one, one with bytes behind its end, one whose last change was cut short, a native one that holds
/// a record of its own, a programme as JSON that cannot be read, and all that is no plain file.
[[nodiscard]] Result<std::unique_ptr<FileLock>> examineTarget(const std::filesystem::path& path);

/// What becomes of what stood in the place.
enum class Replaced {
    gone, ///< a table or a text that was written for others
    kept, ///< a programme: it stays beside the new one as NAME.previous
};
/// Lets a function write into an empty file beside a place (made for it alone, of a name nobody can foresee), then puts
/// that in the place once it is on the disk, so that a failure leaves what was there. Rights stay; through a link the
/// file that it points to is written; what is no plain file is refused. Errors name `path`.
[[nodiscard]] Outcome writeBeside(const std::filesystem::path& path,
                                  const std::function<Outcome(const std::filesystem::path& part)>& write,
                                  Replaced replaced = Replaced::gone);
/// Makes what was done to the names in a folder last.
[[nodiscard]] Outcome syncFolder(const std::filesystem::path& folder);
/// Makes a folder of the program's own, which nobody else may look into; one that belongs to somebody else or is a link
/// is refused.
[[nodiscard]] Outcome makeOwnFolder(const std::filesystem::path& folder);

/// The whole of a file; an error in words where it cannot be read.
[[nodiscard]] Result<std::string> readTextFile(const std::filesystem::path& path);
/// Writes a text whole or not at all.
[[nodiscard]] Outcome writeTextFile(const std::filesystem::path& path, const std::string& text);

} // namespace yarrin
