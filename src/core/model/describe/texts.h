// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/text.h"
#include "core/model/describe/works.h"

#include <string>
#include <vector>

namespace yarrin {

/// A text of activities that people edit as it is: what has a label in the description. Tables, sorting, filtering,
/// grouping, comparison, import and export take it from here.
struct PlainText {
    std::string Activity::*member;
    std::string name;    ///< stable, as in files
    std::string label;   ///< a heading
    std::string words;   ///< the same in small letters: in the middle of a line, and as headings are known again
    std::size_t longest; ///< bytes
};

[[nodiscard]] inline const std::vector<PlainText>& activityTexts() {
    static const std::vector<PlainText> texts = [] {
        std::vector<PlainText> list;
        describe::forEachField<Activity>([&](const auto& field) {
            if constexpr (std::is_same_v<typename std::decay_t<decltype(field)>::Value, std::string>)
                if (!field.labelText.empty())
                    list.push_back({field.member, std::string(field.name), std::string(field.labelText),
                                    lowered(field.labelText), field.longest});
        });
        return list;
    }();
    return texts;
}

/// The text of this name, or none.
[[nodiscard]] inline const PlainText* activityText(std::string_view name) {
    for (const PlainText& text : activityTexts())
        if (text.name == name) return &text;
    return nullptr;
}

} // namespace yarrin
