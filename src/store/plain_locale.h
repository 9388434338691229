// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <locale.h>

namespace yarrin {

/// While it lives, this thread knows no language: libraries print and read numbers with a full stop. The rest of the
/// program keeps the user's.
class PlainLocale {
public:
    PlainLocale() : m_plain(newlocale(LC_ALL_MASK, "C", nullptr)), m_old(uselocale(m_plain)) {}
    ~PlainLocale() {
        uselocale(m_old);
        freelocale(m_plain);
    }
    PlainLocale(const PlainLocale&) = delete;
    PlainLocale& operator=(const PlainLocale&) = delete;

private:
    locale_t m_plain;
    locale_t m_old;
};

} // namespace yarrin
