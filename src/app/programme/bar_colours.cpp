// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/bar_colours.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <algorithm>

namespace yarrin {

BarColours::BarColours(const FieldContext& context, const std::string& field)
    : m_field(field.empty() ? std::nullopt : fieldNamed(context.programme(), field)) {
    if (!m_field) return;
    const Code* code = nullptr;
    for (const Code& one : context.programme().codes)
        if (codeField(one.key) == field) code = &one;
    std::map<std::string, FieldValue> values;
    for (std::size_t i = 0; i < context.programme().activities.size(); ++i)
        if (FieldValue value = m_field->value(context, i); const auto* named = std::get_if<Named>(&value))
            values.emplace(named->text, value);
    // A value that nothing carries yet has its colour all the same, so that others keep theirs when something does.
    if (code)
        for (std::size_t i = 0; i < code->values.size(); ++i)
            values.emplace(code->values[i].name, Named{code->values[i].name, int(i)});
    std::vector<std::pair<FieldValue, std::string>> order;
    order.reserve(values.size());
    for (const auto& [text, value] : values) order.emplace_back(value, text);
    std::sort(order.begin(), order.end(),
              [](const auto& a, const auto& b) { return compareValues(a.first, b.first) < 0; });
    const std::vector<QColor>& palette = theme().sorting;
    for (std::size_t i = 0; i < order.size(); ++i) {
        QColor colour = palette[i % palette.size()];
        if (code)
            for (const CodeValue& value : code->values)
                if (value.name == order[i].second && !value.colour.empty()) colour = QColor(show::text(value.colour));
        m_colours[order[i].second] = colour;
        m_legend.emplace_back(show::text(order[i].second), colour);
    }
}

QColor BarColours::colourOf(const FieldContext& context, std::size_t index) const {
    if (!m_field) return {};
    const FieldValue value = m_field->value(context, index);
    const auto* named = std::get_if<Named>(&value);
    const auto found = named ? m_colours.find(named->text) : m_colours.end();
    return found == m_colours.end() ? QColor() : found->second;
}

} // namespace yarrin
