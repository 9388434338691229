// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/outside.h"

#include "core/base/worded.h"
#include "core/base/work.h"
#include "core/model/words.h"
#include "store/beside.h"
#include "store/ifc.h"
#include "store/json.h"

#include <algorithm>
#include <array>
#include <bit>
#include <cerrno>
#include <chrono>
#include <csignal>
#include <cstdlib>
#include <cstring>
#include <fcntl.h>
#include <new>
#include <poll.h>
#include <spawn.h>
#include <sys/prctl.h>
#include <sys/resource.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

namespace yarrin {

namespace fs = std::filesystem;

namespace {

Error outsideError(const fs::path& path, std::string what, std::string todo = {}) {
    return {ErrorCode::file, path.filename().string(), std::move(what), std::move(todo)};
}

/// A descriptor that closes itself.
class Descriptor {
public:
    explicit Descriptor(int number = -1) : m_number(number) {}
    ~Descriptor() { close(); }
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    void close() {
        if (m_number >= 0) ::close(m_number);
        m_number = -1;
    }
    [[nodiscard]] int number() const { return m_number; }

private:
    int m_number;
};

/// A child that does not outlive its reader.
class Child {
public:
    explicit Child(pid_t id) : m_id(id) {}
    ~Child() {
        if (m_id > 0) end();
    }
    Child(const Child&) = delete;
    Child& operator=(const Child&) = delete;
    void kill() const { ::kill(m_id, SIGKILL); }
    /// How it ended.
    int end() {
        kill();
        return wait();
    }
    int wait() {
        int status = 0;
        while (::waitpid(m_id, &status, 0) < 0 && errno == EINTR) {
        }
        m_id = 0;
        return status;
    }

private:
    pid_t m_id;
};

pid_t spawn(const std::string& program, const std::string& kind, const OutsideLimits& limits, int from, int to) {
    std::array<std::string, 5> words{program, kind, std::to_string(limits.memory), std::to_string(limits.seconds), {}};
    std::array<char*, 5> arguments{words[0].data(), words[1].data(), words[2].data(), words[3].data(), nullptr};
    std::string locale = "LC_ALL=C", zone = "TZ=UTC";
    std::array<char*, 3> environment{locale.data(), zone.data(), nullptr};
    posix_spawn_file_actions_t actions;
    posix_spawn_file_actions_init(&actions);
    posix_spawn_file_actions_adddup2(&actions, from, STDIN_FILENO);
    posix_spawn_file_actions_adddup2(&actions, to, STDOUT_FILENO);
    posix_spawn_file_actions_addopen(&actions, STDERR_FILENO, "/dev/null", O_WRONLY, 0);
    pid_t child = 0;
    const int code = ::posix_spawn(&child, program.c_str(), &actions, nullptr, arguments.data(), environment.data());
    posix_spawn_file_actions_destroy(&actions);
    return code == 0 ? child : -1;
}

std::string endedBecause(int status, const OutsideLimits& limits) {
    if (WIFSIGNALED(status) && (WTERMSIG(status) == SIGXCPU || WTERMSIG(status) == SIGKILL))
        return worded("reading it takes more than %1 seconds, which no table needs", limits.seconds);
    if (WIFEXITED(status) && WEXITSTATUS(status) == 2)
        return worded("reading it takes more memory than any table needs");
    return worded("it brought its reader down: it is damaged, or made to do harm");
}

} // namespace

void Parcel::put(std::int64_t number) {
    m_bytes += std::to_string(number);
    m_bytes += ' ';
}

void Parcel::put(std::string_view text) {
    put(static_cast<std::int64_t>(text.size()));
    m_bytes += text;
}

std::int64_t Parcel::number() {
    const std::size_t end = m_good ? m_bytes.find(' ', m_at) : std::string::npos;
    std::int64_t value = 0;
    if (end == std::string::npos || end - m_at > 20 || end == m_at) {
        m_good = false;
        return 0;
    }
    const bool negative = m_bytes[m_at] == '-';
    for (std::size_t i = m_at + (negative ? 1 : 0); i < end; ++i) {
        const char c = m_bytes[i];
        if (c < '0' || c > '9' || __builtin_mul_overflow(value, 10, &value) ||
            __builtin_sub_overflow(value, c - '0', &value)) {
            m_good = false;
            return 0;
        }
    }
    if (!negative && __builtin_sub_overflow(0, value, &value)) m_good = false;
    m_at = end + 1;
    return value;
}

std::string Parcel::text() {
    const std::int64_t size = number();
    if (!m_good || size < 0 || static_cast<std::size_t>(size) > m_bytes.size() - m_at) {
        m_good = false;
        return {};
    }
    std::string value = m_bytes.substr(m_at, static_cast<std::size_t>(size));
    m_at += static_cast<std::size_t>(size);
    return value;
}

Result<std::string> readOutside(const fs::path& path, const std::string& kind, const std::atomic<bool>* stop,
                                const OutsideLimits& limits) {
    const std::string program = programBeside("yarrin-reader", "reader", "YARRIN_READER");
    if (program.empty())
        return outsideError(path, worded("yarrin-reader, which reads files from outside, is not beside this program"),
                            worded("install it again"));
    Descriptor file(::open(path.c_str(), O_RDONLY | O_CLOEXEC | O_NONBLOCK));
    struct stat found {};
    if (file.number() < 0) return outsideError(path, std::string(worded("it cannot be read: ")) + std::strerror(errno));
    if (::fstat(file.number(), &found) != 0 || !S_ISREG(found.st_mode))
        return outsideError(path, worded("it is no plain file"));
    std::array<int, 2> ends{};
    if (::pipe2(ends.data(), O_CLOEXEC) != 0) return outsideError(path, worded("no pipe can be made"));
    Descriptor answer(ends[0]), other(ends[1]);
    const pid_t id = spawn(program, kind, limits, file.number(), other.number());
    if (id < 0) return outsideError(path, worded("yarrin-reader cannot be started"), worded("install it again"));
    Child child(id);
    other.close();
    std::string bytes;
    std::array<char, 65536> part{};
    const auto begun = std::chrono::steady_clock::now();
    for (;;) {
        if ((stop && stop->load()) || !workGoesOn()) return outsideError(path, worded("reading was stopped"));
        // A clock of its own: a process that only waits uses no processor.
        if (std::chrono::steady_clock::now() - begun > std::chrono::seconds(4 * limits.seconds))
            return outsideError(path, endedBecause(SIGKILL, limits), worded("save only the sheet that is wanted"));
        pollfd waiting{answer.number(), POLLIN, 0};
        if (::poll(&waiting, 1, 50) <= 0) continue;
        const ssize_t count = ::read(answer.number(), part.data(), part.size());
        if (count < 0 && errno == EINTR) continue;
        if (count <= 0) break;
        bytes.append(part.data(), std::size_t(count));
        if (bytes.size() > limits.answer)
            return outsideError(path, worded("it holds more than any table needs"),
                                worded("save only the sheet that is wanted"));
    }
    const int status = child.wait();
    if (!WIFEXITED(status) || WEXITSTATUS(status) != 0)
        return outsideError(path, endedBecause(status, limits),
                            worded("save only what is wanted, from the program it comes from"));
    return bytes;
}

namespace {

void putErrors(Parcel& parcel, const Error& error) {
    parcel.put(0);
    parcel.put(error.what);
    parcel.put(error.todo);
    parcel.put(error.place);
}

void putWorkbook(Parcel& parcel, const Workbook& book) {
    parcel.put(1);
    parcel.put(book.note);
    parcel.put(std::int64_t(book.sheets.size()));
    for (const Sheet& sheet : book.sheets) {
        parcel.put(sheet.name);
        parcel.put(std::int64_t(sheet.rows.size()));
        for (const auto& row : sheet.rows) {
            parcel.put(std::int64_t(row.size()));
            for (const SheetCell& cell : row) {
                parcel.put(cell.text);
                parcel.put((cell.number ? 1 : 0) + 2 * cell.indent);
                if (cell.number) parcel.put(std::bit_cast<std::int64_t>(*cell.number));
            }
        }
    }
}

void putExceptions(Parcel& parcel, const ReadExceptions& read) {
    parcel.put(1);
    parcel.put(read.leftOut);
    parcel.put(std::int64_t(read.exceptions.size()));
    for (const CalendarException& e : read.exceptions) {
        parcel.put(isoDate(e.from));
        parcel.put(isoDate(e.to));
        parcel.put(e.yearly ? 1 : 0);
        parcel.put(dayWorkText(e.work));
        parcel.put(e.name);
        parcel.put(e.rule ? ruleText(*e.rule) : std::string());
        parcel.put(e.tide ? tideText(*e.tide) : std::string());
    }
}

void putPlan(Parcel& parcel, const Result<IfcReading>& read) {
    if (!read.ok()) {
        Error error = read.error();
        if (const std::size_t more = read.errors().size() - 1; more > 0)
            error.what += wordedCount(", and %1 more fault", ", and %1 more faults", more);
        return putErrors(parcel, error);
    }
    parcel.put(1);
    parcel.put(programmeToJson(read->programme));
    parcel.put(std::int64_t(read->notes.size()));
    for (const std::string& note : read->notes) parcel.put(note);
    parcel.put(std::int64_t(read->schedules.size()));
    for (const IfcSchedule& one : read->schedules) {
        parcel.put(one.name);
        parcel.put(std::int64_t(one.tasks));
    }
    parcel.put(std::int64_t(read->taken));
}

/// What cannot be: the reader was brought to say something else than it says.
Error strange(const fs::path& path) {
    return outsideError(path, worded("it brought its reader down: it is damaged, or made to do harm"));
}

/// The error that was handed over; none where there is an answer behind it.
std::optional<Error> errorIn(Parcel& parcel, const fs::path& path) {
    const std::int64_t fine = parcel.number();
    if (!parcel.good()) return strange(path);
    if (fine == 1) return {};
    Error error{ErrorCode::file, {}, parcel.text(), parcel.text()};
    error.place = parcel.text();
    return parcel.good() ? error : strange(path);
}

} // namespace

Result<Workbook> readWorkbook(const fs::path& path, const std::atomic<bool>* stop) {
    std::error_code failed;
    if (!fs::is_regular_file(path, failed)) return Error{ErrorCode::file, {}, worded("there is no such file"), {}};
    auto bytes = readOutside(path, "workbook", stop);
    if (!bytes.ok()) return Error{ErrorCode::file, {}, bytes.error().what, bytes.error().todo};
    Parcel parcel(std::move(*bytes));
    if (auto error = errorIn(parcel, path)) return std::move(*error);
    Workbook book;
    book.note = parcel.text();
    std::size_t cells = 0;
    for (std::int64_t sheets = parcel.number(); sheets > 0 && parcel.good(); --sheets) {
        Sheet& sheet = book.sheets.emplace_back();
        sheet.name = parcel.text();
        for (std::int64_t rows = parcel.number(); rows > 0 && parcel.good(); --rows) {
            auto& row = sheet.rows.emplace_back();
            for (std::int64_t columns = parcel.number(); columns > 0 && parcel.good(); --columns) {
                SheetCell& cell = row.emplace_back();
                cell.text = parcel.text();
                const std::int64_t kind = parcel.number(); // a number where it is odd; half of it is its indent
                cell.indent = int(std::clamp<std::int64_t>(kind / 2, 0, 10'000));
                if (kind % 2 == 1) cell.number = std::bit_cast<double>(parcel.number());
                if (++cells > 50'000'000) return strange(path);
            }
        }
    }
    if (!parcel.good() || !parcel.atEnd()) return strange(path);
    for (Sheet& sheet : book.sheets)
        if (sheet.name.empty()) sheet.name = path.stem().string();
    return book;
}

Result<ReadExceptions> readExceptions(const fs::path& path, Date from, const std::atomic<bool>* stop) {
    const bool csv = path.extension() == ".csv" || path.extension() == ".CSV";
    auto bytes = readOutside(path, (csv ? "days-csv:" : "days-ical:") + isoDate(from), stop, {.seconds = 10});
    if (!bytes.ok()) return bytes.errors();
    Parcel parcel(std::move(*bytes));
    if (auto error = errorIn(parcel, path)) {
        error->place = path.filename().string();
        return std::move(*error);
    }
    ReadExceptions read;
    read.leftOut = int(parcel.number());
    for (std::int64_t count = parcel.number(); count > 0 && parcel.good(); --count) {
        CalendarException& e = read.exceptions.emplace_back();
        const auto first = parseDate(parcel.text()), last = parseDate(parcel.text());
        e.yearly = parcel.number() == 1;
        const auto work = parseDayWork(parcel.text());
        e.name = parcel.text();
        const std::string rule = parcel.text(), tide = parcel.text();
        if (!first || !last || !work.ok()) return strange(path);
        e.from = *first;
        e.to = *last;
        e.work = *work;
        if (!rule.empty()) {
            const auto parsed = parseRule(rule);
            if (!parsed.ok()) return strange(path);
            e.rule = *parsed;
        }
        if (!tide.empty()) {
            const auto parsed = parseTideWindow(tide);
            if (!parsed.ok()) return strange(path);
            e.tide = *parsed;
        }
        if (faultOf(e)) return strange(path);
    }
    if (!parcel.good() || !parcel.atEnd() || read.exceptions.empty()) return strange(path);
    return read;
}

Result<IfcReading> readIfc(const fs::path& path, std::optional<std::size_t> wanted) {
    auto bytes = readOutside(path, wanted ? "plan:" + std::to_string(*wanted) : "plan");
    if (!bytes.ok()) return bytes.errors();
    Parcel parcel(std::move(*bytes));
    if (auto error = errorIn(parcel, path)) {
        error->place = path.filename().string() + (error->place.empty() ? "" : ": " + error->place);
        return std::move(*error);
    }
    auto programme = programmeFromJson(parcel.text());
    if (!programme.ok()) return strange(path);
    IfcReading reading{std::move(*programme), {}};
    for (std::int64_t count = parcel.number(); count > 0 && parcel.good(); --count)
        reading.notes.push_back(parcel.text());
    for (std::int64_t count = parcel.number(); count > 0 && parcel.good(); --count) {
        std::string name = parcel.text();
        reading.schedules.push_back({std::move(name), std::size_t(std::max<std::int64_t>(0, parcel.number()))});
    }
    reading.taken = std::size_t(parcel.number());
    if (!reading.schedules.empty() && reading.taken >= reading.schedules.size()) return strange(path);
    if (!parcel.good() || !parcel.atEnd()) return strange(path);
    return reading;
}

int serveOutside(const std::vector<std::string>& words, int from, int to) {
    if (words.size() != 3) return 3;
    ::prctl(PR_SET_PDEATHSIG, SIGKILL);
    ::prctl(PR_SET_NO_NEW_PRIVS, 1, 0, 0, 0);
    const auto limit = [](auto what, rlim_t value) {
        const rlimit both{value, value};
        ::setrlimit(what, &both);
    };
#ifndef __SANITIZE_ADDRESS__ // its shadow takes terabytes of addresses
    limit(RLIMIT_AS, rlim_t(std::strtoull(words[1].c_str(), nullptr, 10)));
#endif
    limit(RLIMIT_CPU, rlim_t(std::strtoull(words[2].c_str(), nullptr, 10)));
    limit(RLIMIT_FSIZE, 0); // it writes no file
    limit(RLIMIT_CORE, 0);
    limit(RLIMIT_NOFILE, 16);
    try {
        std::string bytes;
        std::array<char, 65536> part{};
        for (ssize_t count = 0; (count = ::read(from, part.data(), part.size())) > 0;) {
            bytes.append(part.data(), std::size_t(count));
            if (bytes.size() > 200'000'000) break; // told as too large below
        }
        Parcel parcel;
        if (words[0] == "workbook") {
            const auto book = workbookIn(std::move(bytes), {});
            book.ok() ? putWorkbook(parcel, *book) : putErrors(parcel, book.error());
        } else if (words[0].starts_with("days-")) {
            const auto at = words[0].find(':');
            const auto first = parseDate(words[0].substr(at + 1));
            if (!first) return 3;
            const auto read =
                exceptionsIn(std::move(bytes), words[0].substr(0, at) == "days-csv" ? "x.csv" : "x.ics", *first);
            read.ok() ? putExceptions(parcel, *read) : putErrors(parcel, read.error());
        } else if (words[0] == "plan" || words[0].starts_with("plan:")) {
            std::optional<std::size_t> wanted;
            if (words[0].size() > 5) wanted = std::size_t(std::strtoull(words[0].c_str() + 5, nullptr, 10));
            putPlan(parcel, ifcIn(bytes, wanted));
        } else {
            return 3;
        }
        std::string_view left = parcel.bytes();
        while (!left.empty()) {
            const ssize_t count = ::write(to, left.data(), left.size());
            if (count < 0) return 3;
            left.remove_prefix(std::size_t(count));
        }
    } catch (const std::bad_alloc&) {
        return 2;
    } catch (const std::exception&) {
        return 4;
    }
    return 0;
}

} // namespace yarrin
