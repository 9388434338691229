// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <string>
#include <string_view>

namespace yarrin {

/// SHA-256 of what is added, bit by bit.
class Digest {
public:
    Digest();
    ~Digest();
    Digest(const Digest&) = delete;
    Digest& operator=(const Digest&) = delete;
    void add(std::string_view bytes);
    /// In hexadecimal; the digest is spent then.
    [[nodiscard]] std::string text();

private:
    struct State;
    std::unique_ptr<State> m_state;
};

/// SHA-256 in hexadecimal.
[[nodiscard]] std::string sha256(std::string_view bytes);
/// Bytes in hexadecimal, and back; nothing where a text is not that.
[[nodiscard]] std::string hexadecimal(std::string_view bytes);
[[nodiscard]] std::string fromHexadecimal(std::string_view text);
/// So many bytes that nobody can foresee.
[[nodiscard]] std::string randomBytes(std::size_t count);

} // namespace yarrin
