// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/squeeze_edits.h"

#include "core/base/worded.h"
#include "edit/link_edits.h"

namespace yarrin {

Outcome takeMeasures(Transaction& tx, std::span<const SqueezeMeasure> measures) {
    for (const SqueezeMeasure& measure : measures) {
        SqueezedRows rows = rowsWith(tx.programme(), measure);
        if (!rows.activity && !rows.link && !rows.gone)
            return inputError(measure.words, worded("what it changes is there no more; look again"));
        if (rows.activity) tx.set(std::move(*rows.activity));
        if (rows.gone)
            if (Outcome gone = removeLink(tx, rows.gone); !gone.ok()) return gone;
        if (rows.link)
            if (Outcome set = setLink(tx, *rows.link); !set.ok()) return set;
        if (rows.added)
            if (const auto added = addLink(tx, *rows.added); !added.ok()) return added.errors();
    }
    return done();
}

} // namespace yarrin
