// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <random>

namespace yarrin::test {

/// What is typed: what people type, or also what nobody should.
enum class Manners { good, bad };

/// One random operation of all that the window has. It may be refused, or lead to what the rules refuse afterwards.
Outcome anybody(Transaction& tx, std::mt19937& random, Manners manners);

} // namespace yarrin::test
