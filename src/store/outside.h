// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/calendar_files.h"
#include "store/workbook.h"

#include <atomic>
#include <iosfwd>
#include <string>
#include <string_view>

namespace yarrin {

/// Files from outside are read by libraries that were made for friendly ones. They run in a process of their own,
/// `yarrin-reader`, which gets the bytes of the file and nothing else, has so much memory and time and no more, and
/// hands back plain rows over a pipe. What brings it down is told in a line and harms nobody.

/// What a reader may use.
struct OutsideLimits {
    std::size_t memory = 1'500'000'000;
    int seconds = 30;                   ///< of the processor
    std::size_t answer = 1'000'000'000; ///< bytes that it may hand back
};

/// Has a file read as a kind of thing; what the reader handed back, or why there is nothing. `stop` ends it at once.
[[nodiscard]] Result<std::string> readOutside(const std::filesystem::path& path, const std::string& kind,
                                              const std::atomic<bool>* stop = nullptr,
                                              const OutsideLimits& limits = {});

/// The other side: reads from a descriptor and writes what was found to another, within the limits.
[[nodiscard]] int serveOutside(const std::vector<std::string>& words, int from, int to);

/// How both sides write what was found: numbers and texts one after another, each with its length. Reading past the
/// end, or what is no number, makes all that follows empty.
class Parcel {
public:
    Parcel() = default;
    explicit Parcel(std::string bytes) : m_bytes(std::move(bytes)) {}
    void put(std::int64_t number);
    void put(std::string_view text);
    [[nodiscard]] std::int64_t number();
    [[nodiscard]] std::string text();
    [[nodiscard]] bool good() const { return m_good; }
    [[nodiscard]] bool atEnd() const { return m_at == m_bytes.size(); }
    [[nodiscard]] const std::string& bytes() const { return m_bytes; }

private:
    std::string m_bytes;
    std::size_t m_at = 0;
    bool m_good = true;
};

/// What the reading process does with the bytes of a workbook and of a list of holidays; fuzzers and nobody else call
/// these elsewhere.
[[nodiscard]] Result<Workbook> workbookIn(std::string bytes, const std::string& name);
[[nodiscard]] Result<ReadExceptions> exceptionsIn(std::string text, const std::string& name, Date from);

} // namespace yarrin
