// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "core/network/schedule.h"

#include <string>
#include <string_view>

namespace yarrin {

/// Reads the open text format (docs/file-format.md). All faults are listed, each with the place in the file where it
/// stands; code `file` for what is not the format, `programme` for a programme that cannot be calculated.
[[nodiscard]] Result<Programme> programmeFromJson(std::string_view text);
[[nodiscard]] std::string programmeToJson(const Programme& programme);
/// As versions before the sixth wrote it, with decimals rounded to what binary numbers hold: their revisions are
/// checked against it.
[[nodiscard]] std::string programmeToJsonOfFormOne(const Programme& programme);

/// The result of a calculation as the command line prints it (docs/cli.md).
[[nodiscard]] std::string scheduleToJson(const Programme& programme, const Schedule& schedule);

/// What of the bill is placed and what is left, as docs/cli.md says.
[[nodiscard]] std::string billToJson(const Programme& programme);

} // namespace yarrin
