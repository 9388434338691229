// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Plans of building models from outside: what is read keeps every rule of a programme.
#include "store/ifc.h"

using namespace yarrin;

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    if (size > 200'000) return 0;
    const void* bytes = data;
    if (const auto read = ifcIn({static_cast<const char*>(bytes), size}); read.ok())
        if (!faultsOf(read->programme).empty()) __builtin_trap();
    return 0;
}
