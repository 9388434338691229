// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/places_json.h"

#include "store/json_values.h"

namespace yarrin {

namespace {

using Out = nlohmann::ordered_json;

Out spanOut(const std::optional<MetreSpan>& span) {
    if (!span) return nullptr;
    return Out{{"from", metres(span->from)}, {"to", metres(span->to)}};
}

Out keyOut(const Programme& programme, LocationId id) {
    const Location* place = programme.locations.row(id);
    return place ? Out(place->key) : Out(nullptr);
}

Out pieceOut(const Programme& programme, const PlacedWork& placed, const Piece& piece) {
    Out out{{"activity", programme.activities[piece.index].key},
            {"location", keyOut(programme, piece.location)},
            {"line", keyOut(programme, piece.line)},
            {"range", piece.borrowed ? Out(nullptr) : spanOut(piece.span)},
            {"travel", wordOf(piece.travel)},
            {"start", isoInstant(piece.start)},
            {"finish", isoInstant(piece.finish)}};
    if (piece.run != Piece::none) out["run"] = placed.runs[piece.run].name;
    return out;
}

Out clashOut(const Programme& programme, const Clash& clash) {
    const auto key = [&](ActivityId id) { return programme.activities.row(id)->key; };
    Out out{{"kind", wordOf(clash.kind)},   {"one", key(clash.one)},
            {"other", key(clash.other)},    {"location", keyOut(programme, clash.place)},
            {"range", spanOut(clash.span)}, {"from", isoInstant(clash.from)},
            {"to", isoInstant(clash.to)},   {"past", clash.past}};
    if (clash.kind == ClashKind::tooSoon) {
        out["gap_minutes"] = clash.gap;
        out["wanted_minutes"] = clash.wanted;
        out["day_minutes"] = clash.day;
    }
    if (clash.kind == ClashKind::tooNear) {
        out["distance"] = metres(clash.distance);
        out["wanted"] = metres(clash.apart);
    }
    if (clash.meant) out["meant"] = *clash.meant;
    return out;
}

} // namespace

std::string placesToJson(const Programme& programme, const PlacedWork& placed, const Clashes* clashes) {
    Out pieces = Out::array();
    for (const Piece& piece : placed.pieces) pieces.push_back(pieceOut(programme, placed, piece));
    Out out{{"pieces", std::move(pieces)}};
    if (clashes) {
        Out found = Out::array();
        for (const Clash& clash : clashes->found) found.push_back(clashOut(programme, clash));
        out["clashes"] = std::move(found);
        out["ahead"] = clashes->ahead();
        out["all"] = clashes->all;
    }
    return json::textOf(out);
}

} // namespace yarrin
