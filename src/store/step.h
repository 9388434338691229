// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <cstdint>
#include <functional>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace yarrin {

/// One attribute of a row of an exchange file (ISO 10303-21, clear text encoding).
struct StepValue {
    enum class Kind { none, derived, number, text, word, reference, list, typed };
    Kind kind = Kind::none;
    double number = 0;
    std::uint64_t reference = 0;
    std::string text;             ///< of a text in UTF-8; of a word (".T.") without its dots; of a typed value its type
    std::vector<StepValue> items; ///< of a list; of a typed value the one in it
    [[nodiscard]] bool none() const { return kind == Kind::none || kind == Kind::derived; }
    /// The value inside of a typed one, else itself.
    [[nodiscard]] const StepValue& bare() const {
        return kind == Kind::typed && !items.empty() ? items.front().bare() : *this;
    }
};

/// "#12=IFCTASK(...);": its number, its type in capitals, its attributes, and the line on which it begins.
struct StepRow {
    std::uint64_t number = 0;
    std::string type;
    std::vector<StepValue> values;
    std::size_t line = 0;
    [[nodiscard]] const StepValue& at(std::size_t i) const {
        static const StepValue nothing;
        return i < values.size() ? values[i] : nothing;
    }
};

struct StepFile {
    std::vector<std::string> schemas;
    std::string name, system; ///< of its header: the file's name, and the program that wrote it
    std::vector<StepRow> rows;
    [[nodiscard]] const StepRow* row(std::uint64_t number) const;
    /// Whether there is a row of that number, kept or not.
    [[nodiscard]] bool has(std::uint64_t number) const { return m_at.contains(number); }

private:
    friend class StepReader;
    static constexpr std::size_t leftOut = static_cast<std::size_t>(-1);
    std::unordered_map<std::uint64_t, std::size_t> m_at; ///< `leftOut` of rows that were read and not kept
};

inline constexpr std::size_t mostStepRows = 20'000'000; ///< of a file
inline constexpr int deepestStep = 32;                  ///< of lists in lists

/// Reads a whole file, strictly: what does not follow the standard is an error that names its line. Of the rows those
/// are kept whose type is wanted; the others are read and left out.
[[nodiscard]] Result<StepFile> readStep(std::string_view bytes, const std::function<bool(std::string_view)>& wanted);

/// Writes rows one after another.
class StepWriter {
public:
    /// A text as the standard has it: in quotes, what is not ASCII by its code.
    [[nodiscard]] static std::string text(std::string_view utf8);
    [[nodiscard]] static std::string number(double value);
    [[nodiscard]] static std::string list(const std::vector<std::string>& values);
    /// Adds a row and returns how others refer to it: "#12".
    std::string add(std::string_view type, const std::vector<std::string>& values);
    /// The file with its header; `at` is a moment as ISO 8601 has it.
    [[nodiscard]] std::string file(std::string_view schema, std::string_view name, std::string_view at,
                                   std::string_view system) const;

private:
    std::string m_rows;
    std::size_t m_count = 0;
};

} // namespace yarrin
