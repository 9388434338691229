// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <filesystem>
#include <string>

namespace yarrin {

/// A person's key for signing what they freeze (Ed25519, RFC 8032), kept as PEM (RFC 8410) in a file that only they can
/// read. Who has the file can sign in its owner's name; it is never copied into a programme.
class SigningKey {
public:
    /// Reads the key of a file, or makes one there if there is none. A file that others can read or that is no plain
    /// file is refused.
    [[nodiscard]] static Result<SigningKey> readOrMake(const std::filesystem::path& path);
    /// In hexadecimal, 64 digits: what others need to check signatures.
    [[nodiscard]] std::string publicKey() const;
    /// The signature of a text in hexadecimal, 128 digits.
    [[nodiscard]] std::string sign(const std::string& text) const;

private:
    std::string m_private; ///< 32 bytes
};

/// Whether a signature of a text was made with the private half of a public key.
[[nodiscard]] bool signatureHolds(const std::string& publicKey, const std::string& text, const std::string& signature);

} // namespace yarrin
