// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/agreed_plan.h"
#include "app/delay/delay_study.h"
#include "app/delay/odds_study.h"
#include "core/view/lens.h"

namespace yarrin {

/// What a sheet is made from. Never changes; any thread.
struct SheetFacts {
    KeptSheet sheet;
    FrozenState now;
    AgreedPlan plan;                 ///< only where the sheet needs it
    std::vector<Revision> revisions; ///< up to what is shown
    std::optional<Revision> is;      ///< the revision that it shows; none: work in hand
    bool trial = false;
    std::optional<FrozenState> before; ///< the revision before it
    QString beforeName;
    std::shared_ptr<const DelayStudy::Findings> delay; ///< by time impact; only where the sheet needs it
    std::shared_ptr<const OddsStudy::Findings> odds;   ///< where the sheet needs it and the job says something of them

    [[nodiscard]] const Programme& programme() const { return *now.programme; }
    [[nodiscard]] const Schedule& schedule() const { return *now.schedule; }
    [[nodiscard]] const std::string& currency() const { return now.programme->job.currency; }
    /// The data date, or the start where there is none.
    [[nodiscard]] Date today() const;
};

/// Asks here and now for what a sheet needs; it is read and worked out on any thread. An error where its revision is
/// gone or cannot be read.
using ReadFacts = std::function<Result<std::shared_ptr<const SheetFacts>>(WorkWatch&)>;
[[nodiscard]] ReadFacts factsFor(Document& document, const KeptSheet& sheet);

/// The title block of a sheet: firm, job, sheet, sections, which revision, who drew it. `through` and `shown` tell how
/// it was chosen what is on it, `outlined` what lies behind the bars.
[[nodiscard]] std::vector<struct FootCell> sheetFoot(const SheetFacts& facts, const QString& through,
                                                     const QString& shown, const QString& outlined = {});

/// The lens of a sheet, with its own columns where it has any. An error where it is gone.
[[nodiscard]] Result<Lens> lensOf(const Programme& programme, const KeptSheet& sheet);

/// What people call a view, in the order of SheetView.
[[nodiscard]] QString nameOf(SheetView view);
[[nodiscard]] QString nameOf(ReportPart part);

} // namespace yarrin
