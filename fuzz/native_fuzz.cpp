// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a native file: read or refused, never a fault of the machine.
#include "core/network/schedule.h"
#include "store/file.h"

#include <cstdlib>
#include <string>
#include <sys/mman.h>
#include <unistd.h>

using namespace yarrin;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    static const int file = memfd_create("yarrin-fuzz", 0);
    if (file < 0 || ftruncate(file, 0) != 0 || pwrite(file, data, size, 0) != static_cast<ssize_t>(size)) std::abort();
    const auto programme = readProgramme("/proc/self/fd/" + std::to_string(file));
    if (programme.ok() && faultsOf(*programme).empty()) static_cast<void>(schedule(*programme));
    return 0;
}
