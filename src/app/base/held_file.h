// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/file_worker.h"
#include "core/network/schedule.h"
#include "store/programme_file.h"

#include <atomic>
#include <deque>

namespace yarrin {

/// A change that is to be written.
struct Waiting {
    EntryKind kind;
    Edit edit;
    Stamp stamp;
};

/// Where work goes that cannot be written where it belongs, in this order.
struct Places {
    std::filesystem::path unsaved; ///< in the user's home; empty: nowhere
    std::filesystem::path second;  ///< in the folder for temporary files
};

/// What the thread of the file works on; nobody else touches it. It holds the file, the programme as it stands in it,
/// and what is to be written. What the file does not take goes into a spare file at once.
class FileDesk {
public:
    /// How writing went.
    struct State {
        std::size_t written = 0; ///< changes, since the desk was made
        std::optional<Error> trouble;
        std::filesystem::path spare; ///< where unwritten changes are kept; empty: in memory only
        std::filesystem::path apart; ///< the file that another program changed; work goes on in a scratch file
        std::filesystem::path path;  ///< of the file; empty where there is none
        std::optional<std::string> readOnly;
        std::optional<Unfinished> unfinished;
        std::string seal;
        bool scratch = false;     ///< its programme has no name
        std::uint64_t serial = 0; ///< counts up
    };

    [[nodiscard]] Result<Programme> open(const std::filesystem::path& path, const Stamp& stamp, bool scratch);
    /// Writes what waits, in order.
    void drain();
    void take(Waiting waiting) {
        m_stamp = waiting.stamp;
        m_waiting.push_back(std::move(waiting));
    }
    /// What the first change is made to, where there is no file yet.
    void begin(Programme programme) { m_state = std::move(programme); }
    [[nodiscard]] Outcome ensure(const Stamp& stamp);
    [[nodiscard]] Outcome saveAs(const std::filesystem::path& path, const Programme& programme, const Stamp& stamp);
    /// Lets go of everything; scratch and spare files that it holds are deleted.
    void release(const Stamp& stamp);
    [[nodiscard]] State state();
    [[nodiscard]] ProgrammeFile* file() { return m_file.get(); }
    [[nodiscard]] bool empty() const { return m_waiting.empty(); }
    void setPlaces(Places places) { m_places = std::move(places); }

private:
    [[nodiscard]] bool writeFirst();
    void toSpare();
    void dropSpare();
    void goApart();
    [[nodiscard]] Result<ProgrammeFile::Opened> scratchIn(const std::filesystem::path& folder,
                                                          const Programme& programme, const Stamp& stamp);

    Places m_places;
    std::unique_ptr<ProgrammeFile> m_file;
    bool m_scratch = false;
    Programme m_state; ///< as it is in the file
    std::deque<Waiting> m_waiting;
    std::size_t m_written = 0;
    std::optional<Error> m_trouble;
    std::unique_ptr<ProgrammeFile> m_spare;
    Programme m_spareState;
    std::size_t m_spared = 0; ///< of what waits, so many stand in the spare file
    std::filesystem::path m_apart;
    Stamp m_stamp; ///< the last one
    std::uint64_t m_serial = 0;
};

/// A programme as the record has it, and what follows from it. Shared, as it never changes.
struct FrozenState {
    std::shared_ptr<const Programme> programme;
    std::shared_ptr<const Schedule> schedule;
};

/// What was read of frozen programmes, so that each is read, checked and calculated once. Any thread.
class FrozenShelf {
public:
    [[nodiscard]] std::optional<FrozenState> find(const std::string& digest);
    /// What was asked for longest ago gives way where there is too much.
    void put(const std::string& digest, const FrozenState& state);

private:
    std::mutex m_mutex;
    std::deque<std::pair<std::string, FrozenState>> m_states; ///< the last asked for first
};

/// The file that is held, as pages see it: what they ask is answered on the file's thread, in its turn behind what is
/// to be written. While the file cannot be reached, lists are those that were read last. Lives on the interface thread.
class HeldFile {
public:
    HeldFile(FileWorker& worker, FileDesk& desk, std::chrono::milliseconds patience)
        : m_worker(worker), m_desk(desk), m_patience(patience) {}

    [[nodiscard]] const std::filesystem::path& path() const { return m_state.path; }
    [[nodiscard]] const std::optional<std::string>& readOnly() const { return m_state.readOnly; }
    [[nodiscard]] const std::optional<Unfinished>& unfinished() const { return m_state.unfinished; }
    [[nodiscard]] const std::string& seal() const { return m_state.seal; }
    [[nodiscard]] const FileDesk::State& state() const { return m_state; }
    void setState(FileDesk::State state);
    void setPatience(std::chrono::milliseconds patience) { m_patience = patience; }

    [[nodiscard]] Result<std::vector<HistoryEntry>> history();
    [[nodiscard]] Result<std::vector<Revision>> revisions();
    [[nodiscard]] Result<std::vector<Acceptance>> acceptances();
    [[nodiscard]] Result<Programme> programmeAfter(std::int64_t entry);
    [[nodiscard]] Result<Programme> programmeOf(const Revision& revision);
    /// The same with dates, to be called once on any thread while this lives.
    [[nodiscard]] std::function<Result<FrozenState>()> readerOf(const Revision& revision);
    [[nodiscard]] std::function<Result<FrozenState>()> readerAfter(std::int64_t entry);
    [[nodiscard]] Outcome accept(const Revision& revision, const std::string& reason, const Stamp& stamp);
    [[nodiscard]] std::int64_t trialBegan();
    [[nodiscard]] std::string kept(const std::string& key);
    /// Not waited for: what it keeps is no part of the record.
    void keep(const std::string& key, const std::string& value, const Stamp& stamp);

private:
    template <typename T, typename Ask> [[nodiscard]] Result<T> ask(Ask question);
    template <typename T, typename Ask> [[nodiscard]] Result<T> remembered(std::optional<T>& last, Ask question);

    FileWorker& m_worker;
    FileDesk& m_desk;
    std::chrono::milliseconds m_patience;
    FileDesk::State m_state;
    std::shared_ptr<FrozenShelf> m_shelf = std::make_shared<FrozenShelf>();
    std::optional<std::vector<HistoryEntry>> m_history;
    std::optional<std::vector<Revision>> m_revisions;
};

} // namespace yarrin
