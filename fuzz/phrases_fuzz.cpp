// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Typed durations and link phrases: what is understood must be written so that it reads back the same.
#include "core/model/lookup.h"
#include "core/model/phrases.h"
#include "edit/event_edits.h"

#include <cstdlib>
#include <string>

using namespace yarrin;

namespace {

Programme fourActivities() {
    Programme programme;
    std::uint32_t id = 0;
    for (const char* key : {"A010", "A020", "B 1", "with"}) {
        Activity activity;
        activity.id = ActivityId{++id};
        activity.key = key;
        activity.measure = Measure{};
        programme.activities.append(std::move(activity));
    }
    return programme;
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    static const Programme programme = fourActivities();
    static const Lookup lookup(programme);
    const std::string_view text(reinterpret_cast<const char*>(data), size);
    for (const DayUnit unit : {DayUnit{480, 5}, DayUnit{600, 6}, DayUnit{1, 7}}) {
        const auto span = parseSpan(text, unit);
        if (!span.ok()) continue;
        const auto again = parseSpan(spanText(span->minutes, unit, span->elapsed), unit);
        if (!again.ok() || again->minutes != span->minutes || again->elapsed != span->elapsed) std::abort();
    }
    if (const auto effects = parseEffects(programme, text); effects.ok())
        for (const Effect& effect : *effects) {
            const auto again = parseEffects(programme, effectText(programme, effect));
            if (!again.ok() || again->size() != 1 || again->front() != effect) std::abort();
        }
    const auto phrases = parseLinkPhrases(programme, lookup, ActivityId{1}, text);
    if (!phrases.ok()) return 0;
    for (const LinkPhrase& phrase : *phrases) {
        Link link{LinkId{1},          phrase.from,
                  ActivityId{1},      phrase.type,
                  phrase.lag.minutes, phrase.lag.elapsed ? LagCalendar::continuous : LagCalendar::standard};
        const auto again = parseLinkPhrases(programme, lookup, ActivityId{1}, linkPhrase(programme, link));
        if (!again.ok() || again->size() != 1 || again->front().from != phrase.from ||
            again->front().type != phrase.type || again->front().lag.minutes != phrase.lag.minutes)
            std::abort();
    }
    return 0;
}
