// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Reads one file from outside, for a program that does not want to do that itself: src/store/outside.h.
#include "store/outside.h"

#include <unistd.h>

int main(int count, char** words) {
    return yarrin::serveOutside({words + 1, words + count}, STDIN_FILENO, STDOUT_FILENO);
}
