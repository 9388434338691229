// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/cli.h"

#include <iostream>

int main(int count, char** words) {
    const std::vector<std::string> arguments(words + 1, words + count);
    return static_cast<int>(yarrin::runCli(arguments, {std::cout, std::cerr}));
}
