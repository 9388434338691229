// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <functional>
#include <string>

namespace yarrin::test {

/// Runs an operation as a step of its own and tells its first error, empty where it went through.
inline std::string run(Programme& p, const std::function<Outcome(Transaction&)>& operation) {
    Transaction tx(p);
    const Outcome outcome = operation(tx);
    if (!outcome.ok()) return outcome.error().sentence();
    static_cast<void>(tx.commit("step"));
    return {};
}

} // namespace yarrin::test
