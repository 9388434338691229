// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/shown_choice.h"
#include "core/model/resource.h"

#include <QCoreApplication>

namespace yarrin {

/// Cost heads as people read them.
[[nodiscard]] inline const ShownChoice<CostHead>& shownHeads() {
    const auto tr = [](const char* word) { return QCoreApplication::translate("yarrin::heads", word); };
    static const ShownChoice<CostHead> shown{
        {tr("labour"), tr("plant"), tr("materials"), tr("subcontract"), tr("time-related"), tr("other")}};
    return shown;
}

} // namespace yarrin
