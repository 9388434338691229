// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <memory>

namespace yarrin {

class Database;

/// What can be typed can be read again: holds the rows that an edit leaves against what a native file would give back
/// of them, in a database in memory.
class ReadBack {
public:
    ReadBack();
    ~ReadBack();
    ReadBack(const ReadBack&) = delete;
    ReadBack& operator=(const ReadBack&) = delete;

    /// Whether `after`, to which an edit led, keeps every rule that its file is read by.
    [[nodiscard]] Outcome check(const Edit& edit, const Programme& after);

private:
    std::unique_ptr<Database> m_database;
};

} // namespace yarrin
