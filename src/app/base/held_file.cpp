// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/held_file.h"

#include "core/base/worded.h"
#include "core/base/work.h"
#include "store/digest.h"
#include "store/file.h"
#include "store/portfolio.h"

#include <algorithm>

namespace yarrin {

namespace fs = std::filesystem;

Result<Programme> FileDesk::open(const fs::path& path, const Stamp& stamp, bool scratch) {
    std::error_code failed;
    if (m_file && fs::weakly_canonical(path, failed) == m_file->path() && !failed) {
        // It is held already: read anew, but never let go of before that succeeded.
        drain();
        if (!m_waiting.empty())
            return Error{ErrorCode::file,
                         {},
                         worded("it is open, and its last changes are not on the disk yet"),
                         worded("see what keeps them from it")};
        auto again = m_file->reread(stamp);
        if (again.ok()) m_state = *again;
        return again;
    }
    auto opened = ProgrammeFile::open(path, stamp);
    if (!opened.ok()) return opened.errors();
    if (scratch && opened->file->readOnly())
        return Error{ErrorCode::file, path.string(), *opened->file->readOnly(), worded("it is worked on there")};
    release(stamp);
    m_stamp = stamp;
    m_file = std::move(opened.value().file);
    m_scratch = scratch;
    m_state = opened->programme;
    return std::move(opened.value().programme);
}

Result<ProgrammeFile::Opened> FileDesk::scratchIn(const fs::path& folder, const Programme& programme,
                                                  const Stamp& stamp) {
    if (folder.empty()) return inputError(worded("this programme is not kept anywhere"), worded("save it first"));
    if (Outcome made = makeOwnFolder(folder); !made.ok()) return made.errors();
    const fs::path path = folder / (hexadecimal(randomBytes(16)) + ".yarrin");
    if (Outcome written = writeProgramme(programme, path, FileFormat::native); !written.ok()) return written.errors();
    auto opened = ProgrammeFile::open(path, stamp);
    std::error_code ignored;
    if (!opened.ok()) fs::remove(path, ignored);
    return opened;
}

Outcome FileDesk::ensure(const Stamp& stamp) {
    if (m_file) return done();
    std::optional<Error> first;
    for (const fs::path& folder : {m_places.unsaved, m_places.second}) {
        auto opened = scratchIn(folder, m_state, stamp);
        if (opened.ok()) {
            m_file = std::move(opened.value().file);
            m_scratch = true;
            return done();
        }
        if (!first) first = opened.error();
    }
    return *first;
}

/// Writes the first of what waits; false where it cannot be written.
bool FileDesk::writeFirst() {
    const Waiting& one = m_waiting.front();
    if (Outcome made = ensure(one.stamp); !made.ok()) {
        m_trouble = made.error();
        return false;
    }
    apply(m_state, one.edit);
    const auto number = m_file->record(one.kind, one.edit, m_state, one.stamp);
    if (number.ok()) {
        m_waiting.pop_front();
        ++m_written;
        if (m_spared > 0) --m_spared;
        return true;
    }
    apply(m_state, inverse(one.edit));
    m_trouble = number.error();
    return false;
}

void FileDesk::drain() {
    while (!m_waiting.empty()) {
        if (writeFirst()) continue;
        if (m_file && m_file->isForeign() && m_apart.empty()) {
            goApart();
            if (m_apart.empty()) break;
            continue;
        }
        toSpare();
        return;
    }
    if (!m_waiting.empty()) return toSpare();
    // Found out while something else than a change was to be written.
    if (m_file && m_file->isForeign() && m_apart.empty()) goApart();
    m_trouble.reset();
    dropSpare();
}

/// Another program changed the file: it is let go of as it is, and work goes on in a file of its own.
void FileDesk::goApart() {
    const fs::path path = m_file->path();
    std::unique_ptr<ProgrammeFile> left = std::exchange(m_file, nullptr);
    const bool scratch = std::exchange(m_scratch, false);
    // Where only the name leads to another file, the whole record can still be copied; written over, the programme is
    // left.
    for (const fs::path& folder : {m_places.unsaved, m_places.second}) {
        if (m_file || folder.empty() || !makeOwnFolder(folder).ok()) continue;
        const fs::path rescued = folder / (hexadecimal(randomBytes(16)) + ".yarrin");
        if (!left->rescueTo(rescued).ok()) continue;
        auto opened = ProgrammeFile::open(rescued, m_stamp);
        std::error_code ignored;
        if (opened.ok() && opened->programme == m_state) {
            m_file = std::move(opened.value().file);
            m_scratch = true;
        } else {
            fs::remove(rescued, ignored);
        }
    }
    if (ensure(m_stamp).ok()) {
        m_apart = path;
        (void)m_file->keep("spare_of", path.string(), m_stamp);
        return;
    }
    m_file = std::move(left);
    m_scratch = scratch;
}

/// What the file does not take goes to a second place, change by change, so that it outlives the program.
void FileDesk::toSpare() {
    const Stamp& stamp = m_waiting.front().stamp;
    for (const fs::path& folder : {m_places.unsaved, m_places.second}) {
        if (m_spare) break;
        if (!m_file && folder == m_places.unsaved) continue; // that is what was just tried
        auto opened = scratchIn(folder, m_state, stamp);
        if (!opened.ok()) continue;
        m_spare = std::move(opened.value().file);
        m_spareState = m_state;
        m_spared = 0;
        if (m_file) (void)m_spare->keep("spare_of", m_file->path().string(), stamp);
        if (m_trouble) (void)m_spare->keep("spare_why", m_trouble->what, stamp);
    }
    while (m_spare && m_spared < m_waiting.size()) {
        const Waiting& one = m_waiting[m_spared];
        apply(m_spareState, one.edit);
        if (m_spare->record(one.kind, one.edit, m_spareState, one.stamp).ok()) {
            ++m_spared;
            continue;
        }
        // This place is full, too: it is given up, and with the next change another one is looked for.
        dropSpare();
    }
}

void FileDesk::dropSpare() {
    if (!m_spare) return;
    const fs::path path = m_spare->path();
    m_spare.reset();
    m_spared = 0;
    std::error_code ignored;
    fs::remove(path, ignored);
}

Outcome FileDesk::saveAs(const fs::path& path, const Programme& programme, const Stamp& stamp) {
    std::error_code failed;
    if (m_file && fs::equivalent(path, m_file->path(), failed)) {
        // Written anew it would lose its history and revisions.
        drain();
        if (m_waiting.empty()) return done();
        return inputError(m_trouble ? m_trouble->sentence() : worded("its changes are not written yet"),
                          worded("save it elsewhere"));
    }
    // What waits goes on behind the history that is copied; only where that cannot be read the programme goes alone.
    const bool whole = m_file && !m_file->isForeign();
    Outcome copied = whole ? m_file->copyTo(path) : Outcome(inputError(worded("nothing is kept yet"), {}));
    if (!copied.ok() && !workGoesOn()) return copied;
    // From here on it is too late to stop: the copy is there.
    WorkWatch unwatched;
    const WorkScope scope(unwatched);
    if (!copied.ok())
        if (Outcome written = writeProgramme(programme, path, FileFormat::native); !written.ok()) return written;
    auto opened = ProgrammeFile::open(path, stamp);
    if (!opened.ok()) return opened.errors();
    // Written alone, the programme holds what waited.
    std::deque<Waiting> waiting = std::exchange(m_waiting, {});
    const std::size_t written = m_written + (copied.ok() ? 0 : waiting.size());
    if (!copied.ok()) waiting.clear();
    Programme state = copied.ok() ? m_state : programme;
    release(stamp);
    m_file = std::move(opened.value().file);
    m_state = std::move(state);
    m_waiting = std::move(waiting);
    m_written = written;
    drain();
    return done();
}

void FileDesk::release(const Stamp& stamp) {
    m_written += m_waiting.size();
    m_waiting.clear();
    m_trouble.reset();
    m_apart.clear();
    dropSpare();
    if (!m_file) return;
    const fs::path path = m_file->path();
    // What was never saved is in no list.
    std::function<std::string()> summary;
    if (!m_scratch) summary = [this] { return summaryToText(summaryOf(m_state, schedule(m_state))); };
    m_file->close(stamp, summary);
    // What another window works on is not ours to delete.
    const bool ours = !m_file->readOnly();
    if (std::exchange(m_scratch, false) && ours) {
        std::error_code ignored;
        fs::remove(path, ignored);
    }
    m_file.reset();
}

FileDesk::State FileDesk::state() {
    State now;
    now.written = m_written;
    now.trouble = m_trouble;
    now.spare = m_spare && m_spared == m_waiting.size() ? m_spare->path() : fs::path();
    now.apart = m_apart;
    now.scratch = m_scratch;
    now.serial = ++m_serial;
    if (!m_file) return now;
    now.path = m_file->path();
    now.readOnly = m_file->readOnly();
    now.unfinished = m_file->unfinished();
    now.seal = m_file->seal();
    return now;
}

void HeldFile::setState(FileDesk::State state) {
    if (state.path != m_state.path) {
        m_history.reset();
        m_revisions.reset();
    }
    m_state = std::move(state);
}

template <typename T, typename Ask> Result<T> HeldFile::ask(Ask question) {
    auto answer = m_worker.ask(
        [desk = &m_desk, question]() -> Result<T> {
            if (!desk->file())
                return inputError(worded("nothing is kept of this programme yet"), worded("save it first"));
            return question(*desk->file());
        },
        m_patience);
    if (answer) return std::move(*answer);
    return Error{ErrorCode::file, path().string(), worded("the disk does not answer"), worded("try again in a while")};
}

template <typename T, typename Ask> Result<T> HeldFile::remembered(std::optional<T>& last, Ask question) {
    // What cannot be written can mostly not be read either, and each try takes its time.
    if (m_state.trouble && last) return *last;
    auto answer = ask<T>(std::move(question));
    if (answer.ok()) last = *answer;
    return answer;
}

Result<std::vector<HistoryEntry>> HeldFile::history() {
    return remembered(m_history, [](ProgrammeFile& file) { return file.history(); });
}
Result<std::vector<Revision>> HeldFile::revisions() {
    return remembered(m_revisions, [](ProgrammeFile& file) { return file.revisions(); });
}
Result<std::vector<Acceptance>> HeldFile::acceptances() {
    return ask<std::vector<Acceptance>>([](ProgrammeFile& file) { return file.acceptances(); });
}
Result<Programme> HeldFile::programmeAfter(std::int64_t entry) {
    return ask<Programme>([entry](ProgrammeFile& file) { return file.programmeAfter(entry); });
}
Result<Programme> HeldFile::programmeOf(const Revision& revision) {
    return ask<Programme>([revision](ProgrammeFile& file) { return file.programmeOf(revision); });
}

namespace {

/// Of activities in all, above which what was asked for longest ago gives way.
constexpr std::size_t shelfHolds = 400'000;

FrozenState calculated(Programme programme) {
    auto held = std::make_shared<const Programme>(std::move(programme));
    return {held, std::make_shared<const Schedule>(schedule(*held))};
}

} // namespace

std::optional<FrozenState> FrozenShelf::find(const std::string& digest) {
    const std::lock_guard lock(m_mutex);
    const auto found =
        std::find_if(m_states.begin(), m_states.end(), [&](const auto& one) { return one.first == digest; });
    if (found == m_states.end()) return {};
    std::rotate(m_states.begin(), found, found + 1);
    return m_states.front().second;
}

void FrozenShelf::put(const std::string& digest, const FrozenState& state) {
    const std::lock_guard lock(m_mutex);
    m_states.emplace_front(digest, state);
    std::size_t held = 0, keep = 0;
    while (keep < m_states.size() && (keep < 2 || held <= shelfHolds))
        held += m_states[keep++].second.programme->activities.size();
    m_states.resize(keep);
}

std::function<Result<FrozenState>()> HeldFile::readerOf(const Revision& revision) {
    return [worker = &m_worker, desk = &m_desk, shelf = m_shelf, revision]() -> Result<FrozenState> {
        if (auto known = shelf->find(revision.digest)) return *known;
        auto programme = worker->wait([desk, &revision]() -> Result<Programme> {
            if (!desk->file())
                return inputError(worded("nothing is kept of this programme yet"), worded("save it first"));
            return desk->file()->programmeOf(revision);
        });
        if (!programme.ok()) return programme.errors();
        FrozenState state = calculated(std::move(programme).value());
        shelf->put(revision.digest, state);
        return state;
    };
}

std::function<Result<FrozenState>()> HeldFile::readerAfter(std::int64_t entry) {
    return [worker = &m_worker, desk = &m_desk, entry]() -> Result<FrozenState> {
        auto programme = worker->wait([desk, entry]() -> Result<Programme> {
            if (!desk->file())
                return inputError(worded("nothing is kept of this programme yet"), worded("save it first"));
            return desk->file()->programmeAfter(entry);
        });
        if (!programme.ok()) return programme.errors();
        return calculated(std::move(programme).value());
    };
}

Outcome HeldFile::accept(const Revision& revision, const std::string& reason, const Stamp& stamp) {
    return m_worker.wait([&]() -> Outcome {
        if (!m_desk.file()) return inputError(worded("nothing is kept of this programme yet"), worded("save it first"));
        return m_desk.file()->accept(revision, reason, stamp);
    });
}

std::int64_t HeldFile::trialBegan() {
    const auto number = ask<std::int64_t>([](ProgrammeFile& file) { return Result<std::int64_t>(file.trialBegan()); });
    return number.ok() ? *number : 0;
}

std::string HeldFile::kept(const std::string& key) {
    const auto value = ask<std::string>([key](ProgrammeFile& file) { return Result<std::string>(file.kept(key)); });
    return value.ok() ? *value : std::string();
}

void HeldFile::keep(const std::string& key, const std::string& value, const Stamp& stamp) {
    m_worker.post([desk = &m_desk, key, value, stamp] {
        if (desk->file()) (void)desk->file()->keep(key, value, stamp);
    });
}

} // namespace yarrin
