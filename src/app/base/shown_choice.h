// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/words.h"

#include <QStringList>

#include <iterator>

namespace yarrin {

/// The values of a choice as people read them, in the order of its words.
template <typename Enum> struct ShownChoice {
    QStringList words;

    [[nodiscard]] QString of(Enum value) const { return words.value(int(value)); }
    /// The stable word of what is shown; what is not one of the words stays as it is.
    [[nodiscard]] std::string word(const QString& shown) const {
        const qsizetype at = words.indexOf(shown.trimmed());
        return at < 0 || at >= qsizetype(std::size(Words<Enum>::list)) ? shown.trimmed().toStdString()
                                                                       : std::string(wordOf(static_cast<Enum>(at)));
    }
};

} // namespace yarrin
