// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/sheet_json.h"

#include "core/model/words.h"
#include "store/json_values.h"

namespace yarrin {

std::string sheetsToJson(const Programme& programme) {
    using Out = nlohmann::ordered_json;
    Out list = Out::array();
    for (const KeptSheet& one : programme.sheets)
        list.push_back(Out{{"id", one.key},
                           {"view", std::string(wordOf(one.view))},
                           {"subject", one.subject},
                           {"revision", one.revision},
                           {"paper", one.paper},
                           {"upright", one.upright}});
    return json::textOf(Out{{"sheets", std::move(list)}});
}

} // namespace yarrin
