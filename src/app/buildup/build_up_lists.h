// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/output_book.h"
#include "app/table/list_model.h"

namespace yarrin {

/// A source whose changes are steps of the document.
[[nodiscard]] ListSource documentSource(Document& document, std::function<std::size_t()> size,
                                        std::function<Outcome(Transaction&)> append,
                                        std::function<QString(std::size_t)> nameOf);

/// The bill as a table.
[[nodiscard]] ListSource billSource(Document& document);
[[nodiscard]] std::vector<ListColumn> billColumns(Document& document);

/// The output book: the planner's own file, or the job's copies of what it uses.
[[nodiscard]] ListSource ownBookSource(OutputBook& book, std::vector<BookItem>& changing);
[[nodiscard]] std::vector<ListColumn> ownBookColumns(OutputBook& book, std::vector<BookItem>& changing);
[[nodiscard]] ListSource jobBookSource(Document& document);
[[nodiscard]] std::vector<ListColumn> jobBookColumns(Document& document);

/// Trades and plant of the job's crews, with what the site has of them.
[[nodiscard]] std::vector<std::string> tradesOf(const Programme& programme);
[[nodiscard]] ListSource supplySource(Document& document);
[[nodiscard]] std::vector<ListColumn> supplyColumns(Document& document);

} // namespace yarrin
