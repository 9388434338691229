// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QUrl>

namespace yarrin {

/// What a place written on an event leads to.
struct OutsideAddress {
    QUrl url;
    QString shown;   ///< the whole of it, for the question before it is opened
    QString refusal; ///< why it is not opened; empty where it may be
};

/// A document's place as an address: files (from the programme's folder where it names none) and https only. What the
/// system would run is refused: programs, scripts, starters of desktops.
[[nodiscard]] OutsideAddress addressOf(const QString& place, const QString& programmePath);

} // namespace yarrin
