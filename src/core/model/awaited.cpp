// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/awaited.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/programme.h"

#include <algorithm>

namespace yarrin {

std::optional<Error> faultOfAwaited(const Activity& activity) {
    if (!activity.awaited) return {};
    const Awaited& awaited = *activity.awaited;
    if (activity.kind == ActivityKind::hammock)
        return inputError(worded("a hammock cannot wait for another job"), worded("let what it hangs from wait"));
    constexpr std::size_t longest = 400;
    const std::string file = lowered(awaited.file);
    // Nothing else is ever read because a job names it.
    if (!file.ends_with(".yarrin") && !file.ends_with(".yarrin.json"))
        return inputError(worded("\"%1\" is not the file of another job", awaited.file),
                          worded("choose one that ends in .yarrin"));
    if (awaited.milestone.empty())
        return inputError(worded("no milestone of the other job is named"), worded("choose one"));
    for (const std::string* text : {&awaited.file, &awaited.milestone, &awaited.name, &awaited.job}) {
        if (text->size() > longest)
            return inputError(worded("what is said of the other job is longer than 400 letters"));
        if (std::any_of(text->begin(), text->end(), [](char c) { return static_cast<unsigned char>(c) < 0x20; }))
            return inputError(worded("what is said of the other job has letters that cannot be shown"));
    }
    return {};
}

std::string nameOf(const Awaited& awaited) {
    std::string text = awaited.milestone;
    if (!awaited.name.empty()) text += " " + awaited.name;
    return awaited.job.empty() ? text : worded("%1 of %2", text, awaited.job);
}

} // namespace yarrin
