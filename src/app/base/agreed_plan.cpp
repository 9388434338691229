// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/agreed_plan.h"

#include "app/base/format.h"
#include "core/base/worded.h"
#include "core/delay/prolongation.h"

#include <QCoreApplication>

namespace yarrin {

std::function<AgreedPlan()> agreedPlanOf(Document& document) {
    std::function<Result<FrozenState>()> read;
    AgreedPlan agreed, otherwise;
    otherwise.name = QCoreApplication::translate("yarrin", "the programme as if nothing had happened yet");
    if (HeldFile* file = document.keeper().file()) {
        const auto revisions = file->revisions();
        if (revisions.ok())
            for (const Revision& revision : *revisions) {
                const auto& dataDate = document.programme().job.dataDate;
                if (revision.dataDate && dataDate && *revision.dataDate < *dataDate)
                    agreed.since = std::max(agreed.since.value_or(*revision.dataDate), *revision.dataDate);
                if (!revision.contract) continue;
                read = file->readerOf(revision);
                agreed.name = QCoreApplication::translate("yarrin", "contract programme, revision %1")
                                  .arg(show::text(revision.key));
            }
    }
    otherwise.since = agreed.since;
    // Nothing of the programme is needed where there is a contract programme, but who knows before it is read?
    return [read, agreed, otherwise, now = document.sharedProgramme()] {
        const auto frozen = read ? read() : Result<FrozenState>(inputError(worded("nothing is agreed"), {}));
        AgreedPlan plan = agreed;
        if (frozen.ok() && frozen->schedule->ok()) {
            plan.state = *frozen;
        } else {
            plan = otherwise;
            plan.state.programme = std::make_shared<const Programme>(asPlanned(*now));
            plan.state.schedule = std::make_shared<const Schedule>(schedule(*plan.state.programme));
        }
        return plan;
    };
}

} // namespace yarrin
