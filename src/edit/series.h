// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// So many values that go on from a first one, by the step that leads to a second one where that is of the same kind:
/// dates by days ("7 May 2027"), figures by their difference, words by the number at their end ("Pile 1", "A010"; ids
/// by ten where they stand on a ten). Without a step it is a day, or one. What counts nothing is repeated.
[[nodiscard]] std::vector<std::string> seriesFrom(const std::string& first, const std::optional<std::string>& second,
                                                  std::size_t count);

} // namespace yarrin
