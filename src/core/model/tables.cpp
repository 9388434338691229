// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/programme.h"

namespace yarrin {

#define YARRIN_HERE(Row, member) template class Table<Row, decltype(Row::id)>;
YARRIN_TABLES(YARRIN_HERE)
#undef YARRIN_HERE

Programme::Programme() = default;
Programme::Programme(const Programme& other) = default;
Programme::Programme(Programme&& other) noexcept = default;
Programme& Programme::operator=(const Programme& other) = default;
Programme& Programme::operator=(Programme&& other) noexcept = default;
Programme::~Programme() = default;
bool operator==(const Programme& a, const Programme& b) = default;

} // namespace yarrin
