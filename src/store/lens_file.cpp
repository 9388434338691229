// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/lens_file.h"

#include "core/base/worded.h"
#include "store/json_values.h"

namespace yarrin {

std::string lensToJson(const KeptLens& lens) {
    nlohmann::ordered_json json{{"format", "yarrin-lens"}, {"version", 1}};
    const auto row = json::rowJson(Programme{}, lens);
    for (const auto& [key, value] : row.items()) json[key] = value;
    return json::textOf(json);
}

Result<KeptLens> lensFromJson(std::string_view text) {
    const auto read = json::parsed(text);
    if (!read.ok()) return read.errors();
    try {
        json::Faults faults;
        json::AllKeys keys;
        json::Object object(*read, "", faults);
        std::string format;
        object.text("format", format, true);
        if (!format.empty() && format != "yarrin-lens")
            faults.file("format", worded("\"%1\" is not yarrin-lens", format));
        Minutes version = 1;
        object.whole("version", version);
        if (version > 1)
            faults.file("version", worded("the file was written by a newer Yarrin"),
                        worded("update Yarrin to open it"));
        KeptLens lens;
        json::readRow(object, lens, keys);
        object.finish();
        if (!faults.list().empty()) return std::move(faults.list());
        return lens;
    } catch (const json::Json::exception&) {
        return Error{ErrorCode::file, {}, worded("the JSON cannot be read"), {}};
    }
}

} // namespace yarrin
