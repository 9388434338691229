// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

namespace yarrin::test {

/// E1, of the employer's risk, known on Monday 1 March 2027; it does nothing to the programme yet.
inline void addLateAccess(Programme& programme) {
    DelayEvent event;
    event.id = EventId{1};
    event.key = "E1";
    event.title = "Access late";
    event.risk = Risk::employer;
    event.known = dateFrom(2027, 3, 1);
    programme.events.append(event);
}

} // namespace yarrin::test
