// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How long an edit takes to be on the disk at 10,000 activities, in a session of 2,000 of them: the median of each
// tenth, which must not grow. Then how long checking the whole record takes.
#include "edit/activity_edits.h"
#include "large_programme.h"
#include "store/file.h"
#include "store/programme_file.h"

#include <algorithm>
#include <chrono>
#include <cstdio>
#include <unistd.h>

using namespace yarrin;

int main() {
    const auto folder = std::filesystem::temp_directory_path() / ("yarrin-bench-" + std::to_string(::getpid()));
    std::filesystem::create_directory(folder);
    const auto path = folder / "record.yarrin";
    Programme p = largeProgramme(10000);
    const Stamp stamp{"Bench", "2027-03-01 08:00:00 +00:00"};
    if (!writeProgramme(p, path, FileFormat::native).ok()) return 1;
    const auto milliseconds = [](auto since) {
        return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - since).count();
    };
    {
        const auto opened = ProgrammeFile::open(path, stamp);
        if (!opened.ok()) return 1;
        constexpr std::size_t edits = 2000, part = edits / 10;
        std::vector<double> took;
        for (std::size_t i = 0; i < edits; ++i) {
            Transaction tx(p);
            if (!setDuration(tx, p.activities[(i * 37) % p.activities.size()].id, std::to_string(1 + i % 20) + "d")
                     .ok())
                continue;
            const auto edit = tx.commit("edit");
            if (!edit) continue;
            const auto since = std::chrono::steady_clock::now();
            if (!opened->file->record(EntryKind::edit, *edit, p, stamp).ok()) return 1;
            took.push_back(milliseconds(since));
        }
        for (std::size_t at = 0; at + part <= took.size(); at += part) {
            std::vector<double> some(took.begin() + std::ptrdiff_t(at), took.begin() + std::ptrdiff_t(at + part));
            std::nth_element(some.begin(), some.begin() + part / 2, some.end());
            std::printf("edits %4zu to %4zu: %.2f ms at the median\n", at + 1, at + part, some[part / 2]);
        }
        std::sort(took.begin(), took.end());
        std::printf("all %zu: %.2f ms at the median, %.2f at the 99th of a hundred\n", took.size(),
                    took[took.size() / 2], took[took.size() * 99 / 100]);
        opened->file->close(stamp);
    }
    const auto since = std::chrono::steady_clock::now();
    const auto verified = verifyFile(path);
    std::printf("checked whole in %.0f ms: %s\n", milliseconds(since),
                verified.ok() && verified->whole() ? "as recorded" : "NOT as recorded");
    std::filesystem::remove_all(folder);
    return verified.ok() && verified->whole() ? 0 : 1;
}
