// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/keeper.h"

#include "app/base/format.h"
#include "core/base/worded.h"
#include "store/file.h"

#include <QDir>

namespace yarrin {

namespace fs = std::filesystem;

Keeper::Keeper(QObject* parent) : QObject(parent), m_held(m_worker, m_desk, std::chrono::milliseconds(5000)) {
    m_retry.setInterval(2000);
    connect(&m_retry, &QTimer::timeout, this, [this] { post([this] { m_desk.drain(); }, false); });
}

Keeper::~Keeper() {
    blockSignals(true); // who listens is going away, too
    release();
}

void Keeper::setKeeping(Keeping keeping) {
    m_keeping = std::move(keeping);
    m_held.setPatience(std::chrono::milliseconds(m_keeping.readMilliseconds));
    m_worker.wait([&] {
        m_desk.setPlaces({m_keeping.folder.toStdString(), m_keeping.second.toStdString()});
        return true;
    });
}

Stamp Keeper::stamp() const {
    return {m_keeping.author.empty() ? "somebody" : m_keeping.author, m_keeping.now ? m_keeping.now() : ""};
}

/// Has something done on the file's thread and takes in how it went, here and now or when it is done.
void Keeper::post(std::function<void()> job, bool wait) {
    struct Turn {
        std::mutex mutex;
        FileDesk::State state;
        bool collected = false;
    };
    auto turn = std::make_shared<Turn>();
    const auto done = m_worker.ask(
        [this, job = std::move(job), turn] {
            job();
            {
                const std::lock_guard lock(turn->mutex);
                turn->state = m_desk.state();
            }
            QMetaObject::invokeMethod(
                this,
                [this, turn] {
                    if (std::exchange(turn->collected, true)) return;
                    const std::lock_guard lock(turn->mutex);
                    collect(turn->state);
                },
                Qt::QueuedConnection);
            return true;
        },
        std::chrono::milliseconds(wait ? m_keeping.writeMilliseconds : 0));
    if (!done || turn->collected) return;
    turn->collected = true;
    collect(turn->state);
}

void Keeper::collect(FileDesk::State state) {
    // An older turn may come in behind a newer one.
    if (state.serial < m_held.state().serial) return;
    const bool apart = !state.apart.empty() && m_held.state().apart.empty();
    const bool another = state.path != m_held.state().path || state.spare != m_held.state().spare ||
                         state.written != m_held.state().written || state.seal != m_held.state().seal;
    const QString trouble = state.trouble ? show::error(*state.trouble) : QString();
    m_held.setState(std::move(state));
    setTrouble(trouble);
    if (apart) emit wentApart();
    if (another) emit stateChanged();
}

/// Has a job done on the file's thread, as long work.
template <typename Job> std::invoke_result_t<Job> Keeper::waitFor(const QString& what, Job job) {
    std::optional<std::invoke_result_t<Job>> result;
    m_waiter(what, [&](WorkWatch& watch) {
        result = m_worker.wait([&] {
            WorkScope scope(watch);
            return job();
        });
    });
    return std::move(*result);
}

Result<Programme> Keeper::open(const fs::path& path, bool nameless) {
    auto programme = waitFor(tr("Opening %1").arg(QString::fromStdString(path.filename().string())),
                             [&, by = stamp()] { return m_desk.open(path, by, nameless); });
    // What was open may have changes that are written now.
    collect(m_worker.wait([&] { return m_desk.state(); }));
    if (!programme.ok()) {
        // The store names no file in faults of its tables.
        std::vector<Error> errors = programme.errors();
        for (Error& error : errors)
            if (!error.place.starts_with(path.string()))
                error.place = path.string() + (error.place.empty() ? "" : ":" + error.place);
        return errors;
    }
    emit stateChanged();
    return programme;
}

bool Keeper::holds(const fs::path& path) const {
    std::error_code failed;
    return file() && fs::weakly_canonical(path, failed) == file()->path() && !failed;
}

void Keeper::release() {
    m_retry.stop();
    collect(m_worker.wait([this, stamp = stamp()] {
        m_desk.release(stamp);
        return m_desk.state();
    }));
    m_sent = m_held.state().written;
    m_trouble.clear();
    emit stateChanged();
}

Outcome Keeper::saveAs(const fs::path& path, const Programme& programme) {
    Outcome saved = waitFor(tr("Saving %1").arg(QString::fromStdString(path.filename().string())),
                            [&, by = stamp()] { return m_desk.saveAs(path, programme, by); });
    collect(m_worker.wait([&] { return m_desk.state(); }));
    emit stateChanged();
    return saved;
}

Outcome Keeper::ensureFile(const Programme& programme) {
    if (file()) return done();
    Outcome made = waitFor(tr("Making a file for the record"), [&, by = stamp()] {
        if (m_desk.empty() && !m_desk.file()) m_desk.begin(programme);
        return m_desk.ensure(by);
    });
    collect(m_worker.wait([&] { return m_desk.state(); }));
    return made;
}

Result<Revision> Keeper::freeze(const Programme& programme, const std::string& key, const std::string& purpose,
                                const std::string& narrative, std::shared_ptr<const SigningKey> signing) {
    auto frozen = waitFor(tr("Freezing"), [&, by = stamp()]() -> Result<Revision> {
        if (!m_desk.file()) return inputError(worded("nothing is kept of this programme yet"), worded("save it first"));
        return m_desk.file()->freeze(programme, key, purpose, narrative, by, signing.get());
    });
    settle();
    return frozen;
}

void Keeper::write(EntryKind kind, const Edit& edit, const Programme& after) {
    if (!file() && m_keeping.folder.isEmpty()) return;
    const bool first = !file() && unwritten() == 0;
    auto begun = first ? std::make_shared<Programme>(after) : nullptr;
    ++m_sent;
    const bool wait = m_trouble.isEmpty();
    post(
        [this, waiting = Waiting{kind, edit, stamp()}, begun] {
            if (begun && !m_desk.file()) {
                apply(*begun, inverse(waiting.edit));
                m_desk.begin(std::move(*begun));
            }
            m_desk.take(waiting);
            m_desk.drain();
        },
        wait);
}

void Keeper::flush() {
    post([this] { m_desk.drain(); }, true);
}

void Keeper::verify() {
    if (!file()) return;
    m_worker.post([this, path = m_held.path()] {
        auto found = std::make_shared<Result<Verification>>(verifyFile(path));
        QMetaObject::invokeMethod(
            this,
            [this, found] {
                if (!found->ok()) return emit verified(show::error(found->error()));
                const Verification& record = found->value();
                if (record.whole())
                    return emit verified(
                        tr("All %1 of the record are as they were recorded, and the programme is what they led "
                           "to. Seal %2.")
                            .arg(show::countOf(record.lines, "line", "lines"), show::text(record.seal)));
                QStringList faults;
                for (const std::string& fault : record.faults) faults << show::text(fault);
                for (const Verified& one : record.revisions)
                    if (!one.fault.empty())
                        faults << tr("revision %1: %2").arg(show::text(one.revision.key), show::text(one.fault));
                emit verified(
                    tr("The record is not as it was recorded: %1.").arg(faults.mid(0, 4).join(QStringLiteral("; "))));
            },
            Qt::QueuedConnection);
    });
}

void Keeper::settle() {
    collect(waitFor(tr("Writing the last changes"), [this] {
        m_desk.drain();
        return m_desk.state();
    }));
}

void Keeper::setTrouble(const QString& text) {
    if (text.isEmpty())
        m_retry.stop();
    else if (!m_retry.isActive())
        m_retry.start();
    const bool another = m_trouble != text || !text.isEmpty();
    m_trouble = text;
    if (another) emit stateChanged();
}

std::vector<LeftBehind> Keeper::leftBehind() const {
    std::vector<LeftBehind> list;
    for (const QString& folder : {m_keeping.folder, m_keeping.second}) {
        if (folder.isEmpty()) continue;
        const QDir directory(folder);
        for (const QString& name : directory.entryList({QStringLiteral("*.yarrin")}, QDir::Files, QDir::Time)) {
            LeftBehind one;
            one.path = directory.filePath(name);
            if (file() && file()->path() == one.path.toStdString()) continue;
            const auto found = ProgrammeFile::open(one.path.toStdString(), stamp());
            if (!found.ok()) {
                one.fault = show::error(found.error());
                list.push_back(std::move(one));
                continue;
            }
            // Another window may be working on it: only what nobody holds was left behind.
            if (found->file->readOnly()) continue;
            one.title = show::text(found->programme.job.title);
            one.spareOf = show::text(found->file->kept("spare_of"));
            if (const auto& unfinished = found->file->unfinished()) {
                one.last = show::text(unfinished->last);
                one.changes = unfinished->changes;
            }
            if (one.changes > 0 || !one.spareOf.isEmpty() || !found->file->kept("narrative").empty() ||
                (found->file->unfinished() && !found->file->revisions()->empty()))
                list.push_back(std::move(one));
            else
                QFile::remove(one.path);
        }
    }
    return list;
}

} // namespace yarrin
