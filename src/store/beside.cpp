// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/beside.h"

#include <array>
#include <cerrno>
#include <cstdlib>
#include <fcntl.h>
#include <filesystem>
#include <spawn.h>
#include <string_view>
#include <sys/wait.h>
#include <unistd.h>

namespace yarrin {

namespace fs = std::filesystem;

std::string programBeside(const std::string& name, const std::string& folder, const char* variable) {
    if (const char* named = std::getenv(variable); named && *named) return named;
    std::error_code failed;
    const fs::path here = fs::read_symlink("/proc/self/exe", failed).parent_path();
    for (const std::string& place :
         {name, "../libexec/yarrin/" + name, "../" + folder + "/" + name, "../src/" + folder + "/" + name})
        if (const fs::path program = here / place; ::access(program.c_str(), X_OK) == 0) return program.string();
    return {};
}

RanProgram runProgram(const std::string& program, const std::vector<std::string>& words,
                      const std::vector<std::string>& variables) {
    RanProgram ran;
    std::array<int, 2> ends{};
    if (::pipe2(ends.data(), O_CLOEXEC) != 0) return ran;
    std::vector<std::string> texts{program};
    texts.insert(texts.end(), words.begin(), words.end());
    // The later of two variables of one name would not count everywhere.
    std::vector<std::string> kept = variables;
    for (char** one = environ; *one; ++one) {
        const std::string_view text = *one;
        const std::string_view name = text.substr(0, text.find('=') + 1);
        bool again = false;
        for (const std::string& set : variables) again = again || set.starts_with(name);
        if (!again) kept.emplace_back(text);
    }
    std::vector<char*> arguments, environment;
    for (std::string& text : texts) arguments.push_back(text.data());
    for (std::string& text : kept) environment.push_back(text.data());
    arguments.push_back(nullptr);
    environment.push_back(nullptr);
    posix_spawn_file_actions_t actions{};
    ::posix_spawn_file_actions_init(&actions);
    ::posix_spawn_file_actions_adddup2(&actions, ends[1], STDERR_FILENO);
    pid_t id = -1;
    const int failed = ::posix_spawn(&id, program.c_str(), &actions, nullptr, arguments.data(), environment.data());
    ::posix_spawn_file_actions_destroy(&actions);
    ::close(ends[1]);
    std::array<char, 4096> part{};
    for (;;) {
        const ssize_t count = failed != 0 ? 0 : ::read(ends[0], part.data(), part.size());
        if (count < 0 && errno == EINTR) continue;
        if (count <= 0) break;
        ran.said.append(part.data(), std::size_t(count));
    }
    ::close(ends[0]);
    int status = 0;
    if (failed == 0 && ::waitpid(id, &status, 0) == id && WIFEXITED(status)) ran.status = WEXITSTATUS(status);
    return ran;
}

} // namespace yarrin
