// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace yarrin {

/// Runs the application: `yarrin [FILE] [--demo] [--dark] [--picture PNG] [--stage NAME] [--select ID] [--timing]`.
/// Returns the exit status.
int runApplication(int& count, char** words);

} // namespace yarrin
