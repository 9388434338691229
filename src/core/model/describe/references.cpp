// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/describe/references.h"

namespace yarrin::describe {

Worded danglingWords(std::string_view field, const char* kind) {
    const std::string_view name(kind);
    return field == name || name.find(' ') != std::string_view::npos
               ? worded("its %1 is not in the programme", worded(kind))
               : worded("the %1 that it names as %2 is not in the programme", worded(kind), field);
}

} // namespace yarrin::describe
