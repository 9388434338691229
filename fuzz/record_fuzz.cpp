// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a native file with a history and revisions: whatever somebody else's file holds, its revisions, stands
// and earlier states are read or refused, and it can be held, changed and let go.
#include "core/network/schedule.h"
#include "store/programme_file.h"
#include "store/stands.h"

#include <cstdlib>
#include <fcntl.h>
#include <filesystem>
#include <string>
#include <unistd.h>

using namespace yarrin;

namespace {

/// A folder in memory where there is one, of this process alone.
std::filesystem::path folder() {
    const std::filesystem::path base =
        std::filesystem::is_directory("/dev/shm") ? "/dev/shm" : std::filesystem::temp_directory_path();
    const auto made = base / ("yarrin-fuzz-" + std::to_string(getpid()));
    std::filesystem::create_directories(made);
    return made;
}

void tryOut(const Programme& programme) {
    if (faultsOf(programme).empty()) static_cast<void>(schedule(programme));
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    static const std::filesystem::path path = folder() / "job.yarrin";
    const int file = ::open(path.c_str(), O_CREAT | O_TRUNC | O_WRONLY, 0600);
    if (file < 0 || ::write(file, data, size) != static_cast<ssize_t>(size) || ::close(file) != 0) std::abort();
    static_cast<void>(verifyFile(path));
    if (const auto stands = standsIn(path); stands.ok())
        for (const Stand& stand : *stands) tryOut(stand.programme);
    const Stamp stamp{"Fuzz", "2027-03-01 08:00:00"};
    auto opened = ProgrammeFile::open(path, stamp);
    if (!opened.ok()) return 0;
    ProgrammeFile& held = *opened->file;
    if (const auto history = held.history(); history.ok() && !history->empty())
        for (const std::int64_t entry : {std::int64_t(0), history->back().number, history->front().number})
            if (const auto then = held.programmeAfter(entry); then.ok()) tryOut(*then);
    static_cast<void>(held.acceptances());
    static_cast<void>(held.freeze(opened->programme, "F", "Fuzz", "", stamp));
    held.close(stamp);
    return 0;
}
