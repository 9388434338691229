// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/view/fields.h"
#include "core/view/lens.h"

#include <QColor>
#include <QString>

#include <map>
#include <optional>
#include <utility>
#include <vector>

namespace yarrin {

/// The colours that bars have by a field: those of a code's values, else one after the other in the order of the
/// values, so that a value keeps its colour while the values stay.
class BarColours {
public:
    BarColours() = default;
    BarColours(const FieldContext& context, const std::string& field);

    [[nodiscard]] bool isEmpty() const { return !m_field; }
    /// Not valid for what says nothing of the field.
    [[nodiscard]] QColor colourOf(const FieldContext& context, std::size_t index) const;
    /// What each colour means, in the order of the values.
    [[nodiscard]] const std::vector<std::pair<QString, QColor>>& legend() const { return m_legend; }

private:
    std::optional<ViewField> m_field;
    std::map<std::string, QColor> m_colours;
    std::vector<std::pair<QString, QColor>> m_legend;
};

} // namespace yarrin
