// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/model/words.h"
#include "store/statement.h"

#include <string>
#include <vector>

namespace yarrin {

/// What a line of the chain stands for. `base` is the state of the programme from which the chain goes.
enum class ChainKind { base, session, ended, history, revision, accepted, signedBy };
template <> struct Words<ChainKind> {
    static constexpr std::string_view list[] = {"base",     "session",  "ended", "history",
                                                "revision", "accepted", "signed"};
};

/// The last line of a record's chain, and with it all that came before: each line's digest is taken over its own
/// content and the digest of the line before. docs/file-format.md describes the form.
struct ChainHead {
    std::int64_t number = 0;
    std::string digest;
    friend bool operator==(const ChainHead&, const ChainHead&) = default;
};

/// A head short enough to be printed, read out and typed: its number and 120 bits of its digest.
[[nodiscard]] std::string sealText(const ChainHead& head);

[[nodiscard]] ChainHead headOf(Database& database);
/// Begins the chain of a record that has none: what is there is its base, and what stood in the record before it.
void beginChain(Database& database);
/// Links a row that was just written behind `head`, which becomes the new one.
void link(Database& database, ChainHead& head, ChainKind kind, std::int64_t row);

/// SHA-256 over every row of the programme's tables, as docs/file-format.md describes.
[[nodiscard]] std::string tablesDigest(Database& database);
/// The names of the tables that hold the programme, in the order of their digest.
[[nodiscard]] const std::vector<std::string>& programmeTables();

/// The chain, checked line by line against the record: every fault in words.
struct ChainCheck {
    ChainHead head;
    std::string baseTables;       ///< the digest of the tables at the base
    std::int64_t baseHistory = 0; ///< the last line of the history that the base holds
    std::vector<std::string> faults;
    std::vector<ChainHead> lines; ///< all heads, the first first
    /// The head before the line of a revision; number 0 where there is none.
    [[nodiscard]] ChainHead before(std::int64_t revision) const;
    std::vector<std::pair<std::int64_t, std::int64_t>> revisions; ///< and the number of their lines
};
[[nodiscard]] ChainCheck checkChain(Database& database);
/// Whether a seal that was given away is that of a beginning of this chain; says what is off, else nothing.
[[nodiscard]] std::string sealFault(const ChainCheck& chain, const std::string& seal);

} // namespace yarrin
