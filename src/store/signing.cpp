// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/signing.h"

#include "store/digest.h"
#include "store/file.h"

#include <array>
#include <memory>
#include <openssl/evp.h>
#include <openssl/pem.h>
#include <sys/stat.h>

namespace yarrin {

namespace {

using Key = std::unique_ptr<EVP_PKEY, decltype(&EVP_PKEY_free)>;
using Memory = std::unique_ptr<BIO, decltype(&BIO_free)>;
using Context = std::unique_ptr<EVP_MD_CTX, decltype(&EVP_MD_CTX_free)>;

const unsigned char* bytesOf(const std::string& text) {
    return reinterpret_cast<const unsigned char*>(text.data());
}

Key keyOf(const std::string& secret) {
    return {EVP_PKEY_new_raw_private_key(EVP_PKEY_ED25519, nullptr, bytesOf(secret), secret.size()), EVP_PKEY_free};
}

Error keyError(const std::filesystem::path& path, std::string what, std::string todo = {}) {
    return {ErrorCode::file, path.string(), std::move(what), std::move(todo)};
}

} // namespace

Result<SigningKey> SigningKey::readOrMake(const std::filesystem::path& path) {
    SigningKey made;
    struct stat found {};
    if (::lstat(path.c_str(), &found) == 0) {
        if (!S_ISREG(found.st_mode)) return keyError(path, "it is no plain file", "remove what stands there");
        if ((found.st_mode & 077) != 0)
            return keyError(path, "others can read the signing key", "take their rights away, or make another key");
        auto text = readTextFile(path);
        if (!text.ok()) return text.errors();
        const Memory memory(BIO_new_mem_buf(text->data(), int(text->size())), BIO_free);
        const Key key(PEM_read_bio_PrivateKey(memory.get(), nullptr, nullptr, nullptr), EVP_PKEY_free);
        std::array<unsigned char, 32> bytes{};
        std::size_t size = bytes.size();
        if (!key || EVP_PKEY_get_raw_private_key(key.get(), bytes.data(), &size) != 1 || size != bytes.size())
            return keyError(path, "it is no signing key", "move it away, so that another one is made");
        made.m_private.assign(reinterpret_cast<const char*>(bytes.data()), size);
        return made;
    }
    made.m_private = randomBytes(32);
    const Key key = keyOf(made.m_private);
    const Memory memory(BIO_new(BIO_s_mem()), BIO_free);
    if (!key || PEM_write_bio_PrivateKey(memory.get(), key.get(), nullptr, nullptr, 0, nullptr, nullptr) != 1)
        return keyError(path, "a signing key cannot be made");
    char* text = nullptr;
    const long size = BIO_get_mem_data(memory.get(), &text);
    if (Outcome folder = makeOwnFolder(path.parent_path()); !folder.ok()) return folder.errors();
    const mode_t mask = ::umask(077);
    Outcome written = writeTextFile(path, std::string(text, std::size_t(size)));
    ::umask(mask);
    if (!written.ok()) return written.errors();
    return made;
}

std::string SigningKey::publicKey() const {
    const Key key = keyOf(m_private);
    std::array<unsigned char, 32> bytes{};
    std::size_t size = bytes.size();
    if (!key || EVP_PKEY_get_raw_public_key(key.get(), bytes.data(), &size) != 1) return {};
    return hexadecimal({reinterpret_cast<const char*>(bytes.data()), size});
}

std::string SigningKey::sign(const std::string& text) const {
    const Key key = keyOf(m_private);
    const Context context(EVP_MD_CTX_new(), EVP_MD_CTX_free);
    std::array<unsigned char, 64> bytes{};
    std::size_t size = bytes.size();
    if (!key || EVP_DigestSignInit(context.get(), nullptr, nullptr, nullptr, key.get()) != 1 ||
        EVP_DigestSign(context.get(), bytes.data(), &size, bytesOf(text), text.size()) != 1)
        return {};
    return hexadecimal({reinterpret_cast<const char*>(bytes.data()), size});
}

bool signatureHolds(const std::string& publicKey, const std::string& text, const std::string& signature) {
    const std::string bytes = fromHexadecimal(publicKey), signedBytes = fromHexadecimal(signature);
    if (bytes.size() != 32 || signedBytes.size() != 64) return false;
    const Key key(EVP_PKEY_new_raw_public_key(EVP_PKEY_ED25519, nullptr, bytesOf(bytes), bytes.size()), EVP_PKEY_free);
    const Context context(EVP_MD_CTX_new(), EVP_MD_CTX_free);
    return key && EVP_DigestVerifyInit(context.get(), nullptr, nullptr, nullptr, key.get()) == 1 &&
           EVP_DigestVerify(context.get(), bytesOf(signedBytes), signedBytes.size(), bytesOf(text), text.size()) == 1;
}

} // namespace yarrin
