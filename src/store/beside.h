// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

namespace yarrin {

/// Where another program of the project is: what an environment variable names, else beside this one, else in the
/// folder of its own where it was built. Empty where it is nowhere.
[[nodiscard]] std::string programBeside(const std::string& name, const std::string& folder, const char* variable);

/// What a program that ran to its end left.
struct RanProgram {
    int status = -1;  ///< of its exit; -1 where it could not be started, or was ended
    std::string said; ///< what it wrote to standard error
};
/// Runs a program with these words and more variables ("NAME=value"), and waits for it.
[[nodiscard]] RanProgram runProgram(const std::string& program, const std::vector<std::string>& words,
                                    const std::vector<std::string>& variables);

} // namespace yarrin
