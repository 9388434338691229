// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/trade_sequences.h"

#include "core/base/worded.h"
#include "edit/bill_edits.h"
#include "edit/typed.h"

#include <algorithm>

namespace yarrin {

namespace {

constexpr TradeStep stripFoundations[]{{"Excavate", "E02", "", "", "1"},
                                       {"Blinding", "P04", "", "1", ""},
                                       {"Formwork", "C05", "", "2 +1d", "3"},
                                       {"Reinforcement", "C08", "", "with 3 +1d; 2", ""},
                                       {"Concrete", "C01", "", "3; 4", ""}};
constexpr TradeStep boredPilesAndCaps[]{{"Bored piles", "P01", "", "", "1"},
                                        {"Break down heads", "P03", "", "1 +7cd", "2"},
                                        {"Blinding", "P04", "", "2", ""},
                                        {"Cap formwork", "C05", "", "3 +1d", "4"},
                                        {"Cap reinforcement", "C08", "", "with 4 +1d; 3", ""},
                                        {"Cap concrete", "C01", "", "4; 5", ""}};
constexpr TradeStep retainingWall[]{{"Excavate", "E02", "", "", "1"},
                                    {"Blinding", "P04", "", "1", ""},
                                    {"Base reinforcement", "C08", "", "2 +1d", "3"},
                                    {"Base concrete", "C01", "", "3", ""},
                                    {"Wall reinforcement", "C08", "", "4 +1d", "5"},
                                    {"Wall formwork", "C06", "", "5", "6"},
                                    {"Wall concrete", "C03", "", "6", ""},
                                    {"Strike and backfill", "E04", "", "7 +7cd", ""}};
constexpr TradeStep concreteFloor[]{{"Soffit formwork", "C07", "", "", "1"},
                                    {"Reinforcement", "C08", "", "with 1 +2d; 1 FF +2d", "2"},
                                    {"Concrete", "C04", "", "1; 2", ""},
                                    {"Cure before striking", "", "7cd", "3", ""}};
constexpr TradeStep steelFrameBay[]{{"Erect steel", "S01", "", "", "1"},
                                    {"Line and grout", "S04", "", "1", "2"},
                                    {"Metal decking", "S02", "", "1", "3"},
                                    {"Shear studs", "S03", "", "with 3 +1d; 3 FF +1d", ""},
                                    {"Mesh", "C09", "", "3; 4", ""},
                                    {"Concrete on decking", "C04", "", "5", ""},
                                    {"Fire protection", "S05", "", "6 +7cd", "7"}};
constexpr TradeStep envelopeOfABay[]{{"Roof sheeting", "R01", "", "", "1"},
                                     {"Wall cladding", "R02", "", "1", "2"},
                                     {"Curtain walling", "R03", "", "with 2 +5d", "3"},
                                     {"External doors", "R04", "", "2", ""}};
constexpr TradeStep masonryShellOfAHouse[]{{"Ground slab", "C02", "", "", "1"},
                                           {"Walls", "R05", "", "1 +3d", "2"},
                                           {"Roof", "R01", "", "2", "3"},
                                           {"External doors", "R04", "", "3", ""}};
constexpr TradeStep drainRunBetweenManholes[]{{"Manhole", "D02", "", "", "1"},
                                              {"Pipe in trench", "D01", "", "with 1 +1d", "2"},
                                              {"Backfill", "E04", "", "2", "3"}};
constexpr TradeStep lengthOfRoad[]{{"Strip topsoil", "E01", "", "", "1"},
                                   {"Excavate", "E02", "", "1", "2"},
                                   {"Formation", "E05", "", "2", "3"},
                                   {"Kerbs", "D03", "", "3", "4"},
                                   {"Sub-base", "D04", "", "with 4 +2d; 3", "5"},
                                   {"Base and binder", "D05", "", "4; 5", "6"},
                                   {"Surface course", "D06", "", "6 +1d", "7"},
                                   {"Markings", "D09", "", "7", ""}};
constexpr TradeStep fitOutOfAFloor[]{
    {"Partitions", "F01", "", "", "1"},      {"First fix services", "N01", "", "with 1 +3d; 1 FF +3d", "2"},
    {"Screed", "F03", "", "2", "3"},         {"Screed dries", "", "14cd", "3", ""},
    {"Ceilings", "F02", "", "4", "5"},       {"Second fix services", "N02", "", "with 5 +3d; 5 FF +3d", "6"},
    {"Paint", "F05", "", "6", "7"},          {"Internal doors", "F06", "", "7", "8"},
    {"Floor finish", "F04", "", "7; 8", "9"}};
constexpr TradeStep washroomsOfAFloor[]{{"Partitions", "F01", "", "", "1"},
                                        {"First fix services", "N01", "", "1", "2"},
                                        {"Paint", "F05", "", "2", "3"},
                                        {"Sanitary fittings", "F07", "", "3", "4"}};
constexpr TradeStep pileBentOverWater[]{{"Drive piles", "M06", "", "", "1"},
                                        {"Cut and trim", "M07", "", "1", "2"},
                                        {"Cap", "M08", "", "2 +1d", "3"},
                                        {"Fenders", "M09", "", "3 +7cd", "4"}};

constexpr TradeSequence shipped[]{{"Strip foundations", "F{unit}{step}0", stripFoundations},
                                  {"Bored piles and caps", "P{unit}{step}0", boredPilesAndCaps},
                                  {"Retaining wall", "W{unit}{step}0", retainingWall},
                                  {"Concrete floor", "L{unit}{step}0", concreteFloor},
                                  {"Steel frame bay", "S{unit}{step}0", steelFrameBay},
                                  {"Envelope of a bay", "E{unit}{step}0", envelopeOfABay},
                                  {"Masonry shell of a house", "H{unit}{step}0", masonryShellOfAHouse},
                                  {"Drain run between manholes", "D{unit}{step}0", drainRunBetweenManholes},
                                  {"Length of road", "R{unit}{step}0", lengthOfRoad},
                                  {"Fit-out of a floor", "I{unit}{step}0", fitOutOfAFloor},
                                  {"Washrooms of a floor", "B{unit}{step}0", washroomsOfAFloor},
                                  {"Pile bent over water", "M{unit}{step}0", pileBentOverWater}};

} // namespace

std::span<const TradeSequence> tradeSequences() {
    return shipped;
}

Result<SequenceId> addTradeSequence(Transaction& tx, const TradeSequence& trade, std::span<const BookItem> book) {
    std::string name(trade.name);
    for (int number = 2; isTaken(tx.programme().sequences, name); ++number)
        name = std::string(trade.name) + " " + std::to_string(number);
    const auto added = addSequence(tx, name);
    if (!added.ok()) return added.errors();
    if (Outcome ids = setIdPattern(tx, *added, std::string(trade.ids)); !ids.ok()) return ids.errors();
    for (const TradeStep& step : trade.steps) {
        const auto number = addStep(tx, *added, 0, std::string(step.name));
        if (!number.ok()) return number.errors();
        const auto set = [&](StepField field, std::string_view text) {
            return text.empty() ? done() : setStepField(tx, *added, *number, field, text);
        };
        if (!step.book.empty()) {
            const auto item =
                std::find_if(book.begin(), book.end(), [&](const BookItem& one) { return one.key == step.book; });
            if (item == book.end())
                return inputError(
                    worded("the output book has no item %1 for the step \"%2\"", step.book, std::string(step.name)),
                    worded("add it, or make the sequence by hand"));
            if (const auto copy = copyToJob(tx, *item); !copy.ok()) return copy.errors();
        }
        for (const auto& [field, text] :
             {std::pair(StepField::book, step.book), std::pair(StepField::duration, step.duration),
              std::pair(StepField::links, step.waits)})
            if (Outcome outcome = set(field, text); !outcome.ok()) return outcome.errors();
        if (!step.book.empty())
            if (Outcome crews = set(StepField::crews, "1"); !crews.ok()) return crews.errors();
    }
    // What a step waits for in the unit before may be any of them, so all are there.
    const Sequence made = *tx.programme().sequences.row(*added);
    for (std::size_t i = 0; i < trade.steps.size(); ++i)
        if (!trade.steps[i].before.empty())
            if (Outcome links =
                    setStepField(tx, *added, made.steps[i].number, StepField::unitLinks, trade.steps[i].before);
                !links.ok())
                return links.errors();
    return *added;
}

} // namespace yarrin
