// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/worded.h"

#include <optional>
#include <string>
#include <utility>
#include <variant>
#include <vector>

namespace yarrin {

/// What kind of failure an error is; the command line derives its exit status from it.
enum class ErrorCode {
    programme, ///< the programme itself stops the calculation: a loop, an unknown id, a calendar without work
    file,      ///< something cannot be read or written
    input,     ///< what a person typed cannot be taken
};

/// An expected failure: where it arose, what is wrong, and what to do about it. Sentences have no final stop, and know
/// their id and arguments.
struct Error {
    ErrorCode code = ErrorCode::input;
    Worded place;
    Worded what;
    Worded todo;

    /// "place: what; todo" with the parts that are there.
    [[nodiscard]] std::string sentence() const {
        std::string text = place.empty() ? std::string(what) : place + ": " + what;
        if (!todo.empty()) text += "; " + todo;
        return text;
    }
};

/// A value or the errors that kept it from being. Faults of a whole file are collected, so there may be several.
template <typename T> class [[nodiscard]] Result {
public:
    Result(T value) : m_state(std::move(value)) {}
    Result(Error error) : m_state(std::vector<Error>{std::move(error)}) {}
    Result(std::vector<Error> errors) : m_state(std::move(errors)) {}

    [[nodiscard]] bool ok() const { return m_state.index() == 0; }
    explicit operator bool() const { return ok(); }
    [[nodiscard]] const T& value() const& { return std::get<0>(m_state); }
    [[nodiscard]] T& value() & { return std::get<0>(m_state); }
    [[nodiscard]] T&& value() && { return std::get<0>(std::move(m_state)); }
    const T& operator*() const& { return value(); }
    T& operator*() & { return value(); }
    const T* operator->() const { return &value(); }
    [[nodiscard]] const std::vector<Error>& errors() const { return std::get<1>(m_state); }
    [[nodiscard]] const Error& error() const { return errors().front(); }

private:
    std::variant<T, std::vector<Error>> m_state;
};

/// The result of something that yields no value.
using Outcome = Result<std::monostate>;
[[nodiscard]] inline Outcome done() {
    return Outcome(std::monostate{});
}

/// An error of what a person typed.
[[nodiscard]] inline Error inputError(Worded what, Worded todo = {}) {
    return Error{ErrorCode::input, {}, std::move(what), std::move(todo)};
}

} // namespace yarrin
