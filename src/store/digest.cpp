// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/digest.h"

#include <array>
#include <openssl/evp.h>
#include <openssl/rand.h>

namespace yarrin {

struct Digest::State {
    EVP_MD_CTX* context = EVP_MD_CTX_new();
    bool good = context && EVP_DigestInit_ex(context, EVP_sha256(), nullptr) == 1;
};

Digest::Digest() : m_state(std::make_unique<State>()) {}
Digest::~Digest() {
    EVP_MD_CTX_free(m_state->context);
}

void Digest::add(std::string_view bytes) {
    m_state->good = m_state->good && EVP_DigestUpdate(m_state->context, bytes.data(), bytes.size()) == 1;
}

std::string Digest::text() {
    std::array<unsigned char, EVP_MAX_MD_SIZE> digest{};
    unsigned int size = 0;
    if (!m_state->good || EVP_DigestFinal_ex(m_state->context, digest.data(), &size) != 1) return {};
    return hexadecimal({reinterpret_cast<const char*>(digest.data()), size});
}

std::string sha256(std::string_view bytes) {
    Digest digest;
    digest.add(bytes);
    return digest.text();
}

std::string hexadecimal(std::string_view bytes) {
    static constexpr char digits[] = "0123456789abcdef";
    std::string text;
    text.reserve(bytes.size() * 2);
    for (const char c : bytes) {
        const auto byte = static_cast<unsigned char>(c);
        text += digits[byte >> 4];
        text += digits[byte & 15];
    }
    return text;
}

std::string fromHexadecimal(std::string_view text) {
    const auto digit = [](char c) { return c >= '0' && c <= '9' ? c - '0' : c >= 'a' && c <= 'f' ? c - 'a' + 10 : -1; };
    std::string bytes;
    if (text.size() % 2 != 0) return {};
    for (std::size_t i = 0; i < text.size(); i += 2) {
        const int high = digit(text[i]), low = digit(text[i + 1]);
        if (high < 0 || low < 0) return {};
        bytes += static_cast<char>(high * 16 + low);
    }
    return bytes;
}

std::string randomBytes(std::size_t count) {
    std::string bytes(count, '\0');
    if (RAND_bytes(reinterpret_cast<unsigned char*>(bytes.data()), static_cast<int>(count)) != 1) return {};
    return bytes;
}

} // namespace yarrin
