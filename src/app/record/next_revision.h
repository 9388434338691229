// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <vector>

namespace yarrin {

/// What the revision after these would be called: letters count on, and so do numbers at the end of a key.
[[nodiscard]] QString nextRevisionKey(const std::vector<Revision>& revisions);

/// The narrative for the next revision, drafted from the facts and from what changed since the last of these.
[[nodiscard]] QString draftedNarrative(Document& document, const std::vector<Revision>& revisions);

/// What the next revision is mostly for: Update 5 after Update 4, the contract after the tender; empty before the
/// first.
[[nodiscard]] QString nextPurpose(const std::vector<Revision>& revisions);

} // namespace yarrin
