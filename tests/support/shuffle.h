// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <algorithm>
#include <random>

namespace yarrin::test {

/// The same programme with its rows in another order, the same for the same seed: nothing may depend on it.
[[nodiscard]] inline Programme withRowsShuffled(Programme p, std::uint32_t seed) {
    std::mt19937 random(seed);
    const auto shuffle = [&](auto& table) {
        auto rows = table.take();
        std::shuffle(rows.begin(), rows.end(), random);
        table.assign(std::move(rows));
    };
    shuffle(p.activities);
    shuffle(p.links);
    shuffle(p.resources);
    shuffle(p.sections);
    return p;
}

} // namespace yarrin::test
