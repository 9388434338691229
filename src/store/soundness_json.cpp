// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/soundness_json.h"

#include "core/model/phrases.h"
#include "store/json.h"
#include "store/json_values.h"

namespace yarrin {

std::string soundnessToJson(const Programme& programme, const Soundness& found) {
    using Out = nlohmann::ordered_json;
    Out measures = Out::array(), findings = Out::array();
    for (const SoundnessMeasure& one : found.measures) {
        static constexpr const char* verdicts[] = {"passes", "fails", "not_measured"};
        Out row{{"number", one.number},
                {"measure", std::string(one.word)},
                {"verdict", verdicts[static_cast<std::size_t>(one.verdict)]},
                {"count", one.count},
                {"of", one.of}};
        const auto value = one.value ? one.value->rounded(4) : std::nullopt;
        row["value"] = value ? json::number(*value) : Out(nullptr);
        row["limit"] = one.limit ? json::number(*one.limit) : Out(nullptr);
        row["at_least"] = one.atLeast;
        if (!one.note.empty()) row["note"] = one.note;
        measures.push_back(std::move(row));
    }
    const auto key = [&](ActivityId id) { return id ? Out(programme.activities.row(id)->key) : Out(nullptr); };
    for (const Finding& finding : found.findings) {
        Out row{{"concern", std::string(kindOf(finding.concern).word)}, {"activity", key(finding.activity)}};
        if (finding.other) row["other"] = key(finding.other);
        if (const Link* link = programme.links.row(finding.link)) row["link"] = linkPhrase(programme, *link);
        if (!finding.about.empty()) row["about"] = finding.about;
        row["sentence"] = finding.sentence;
        row["set_aside"] = finding.aside ? Out(*finding.aside) : Out(nullptr);
        row["mendable"] = finding.mendable;
        findings.push_back(std::move(row));
    }
    return json::textOf(Out{{"measures", std::move(measures)}, {"findings", std::move(findings)}});
}

} // namespace yarrin
