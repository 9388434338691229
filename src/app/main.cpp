// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"

int main(int count, char** words) {
    return yarrin::runApplication(count, words);
}
