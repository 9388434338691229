// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Whatever the JSON reader takes must calculate without a fault of the machine, and be written and read back the same.
#include "core/network/schedule.h"
#include "store/json.h"

#include <cstdlib>

using namespace yarrin;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const auto programme = programmeFromJson({reinterpret_cast<const char*>(data), size});
    if (!programme.ok()) return 0;
    if (faultsOf(*programme).empty()) {
        const Schedule result = schedule(*programme);
        if (result.ok()) static_cast<void>(scheduleToJson(*programme, result));
    }
    const std::string written = programmeToJson(*programme);
    const auto again = programmeFromJson(written);
    if (!again.ok() || programmeToJson(*again) != written) std::abort();
    return 0;
}
