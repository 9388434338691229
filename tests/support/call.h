// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/cli.h"

#include <sstream>
#include <string>
#include <vector>

namespace yarrin::test {

/// What a call of the command line gave.
struct Call {
    ExitStatus status;
    std::string out;
    std::string err;
};

inline Call call(const std::vector<std::string>& words) {
    std::ostringstream out, err;
    const ExitStatus status = runCli(words, {out, err});
    return {status, out.str(), err.str()};
}

} // namespace yarrin::test
