// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Every test speaks the language of the system, as the application does: it must change nothing.
#include <clocale>

[[maybe_unused]] static const char* const language = std::setlocale(LC_ALL, "");
