// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/keeper.h"

#include "app/base/format.h"
#include "store/file.h"

#include <QDir>
#include <QUuid>

namespace yarrin {

namespace fs = std::filesystem;

Keeper::Keeper(QObject* parent) : QObject(parent) {
    m_retry.setInterval(2000);
    connect(&m_retry, &QTimer::timeout, this, &Keeper::retry);
}

Keeper::~Keeper() {
    blockSignals(true); // who listens is going away, too
    release();
}

Stamp Keeper::stamp() const {
    return {m_keeping.author.empty() ? "somebody" : m_keeping.author, m_keeping.now ? m_keeping.now() : ""};
}

Result<Programme> Keeper::open(const fs::path& path) {
    if (m_file && m_file->path() == path) release();
    auto opened = ProgrammeFile::open(path, stamp());
    if (!opened.ok()) {
        // The store names no file in faults of its tables.
        std::vector<Error> errors = opened.errors();
        for (Error& error : errors) error.place = path.string() + (error.place.empty() ? "" : ":" + error.place);
        return errors;
    }
    release();
    m_file = std::move(opened.value().file);
    m_scratch = false;
    emit stateChanged();
    return std::move(opened.value().programme);
}

void Keeper::release() {
    m_retry.stop();
    m_unwritten.clear();
    m_trouble.clear();
    if (!m_file) return;
    const fs::path path = m_file->path();
    m_file->close(stamp());
    m_file.reset();
    std::error_code failed;
    if (std::exchange(m_scratch, false)) fs::remove(path, failed);
    emit stateChanged();
}

Outcome Keeper::saveAs(const fs::path& path, const Programme& programme) {
    std::error_code failed;
    const bool same = m_file && fs::equivalent(path, m_file->path(), failed);
    if (same) {
        // Written anew it would lose its history and revisions.
        flush(programme);
        if (m_unwritten.empty()) return done();
        return inputError(m_trouble.toStdString(), "save it elsewhere");
    }
    // What waits goes on behind the history that is copied; only where that cannot be read the programme goes alone.
    Outcome copied = m_file ? m_file->copyTo(path) : Outcome(inputError("nothing is kept yet", {}));
    if (!copied.ok()) {
        if (Outcome written = writeProgramme(programme, path, FileFormat::native); !written.ok()) return written;
    }
    auto opened = ProgrammeFile::open(path, stamp());
    if (!opened.ok()) return opened.errors();
    std::deque<Waiting> waiting = copied.ok() ? std::move(m_unwritten) : std::deque<Waiting>{};
    release();
    m_file = std::move(opened.value().file);
    m_unwritten = std::move(waiting);
    flush(programme);
    emit stateChanged();
    return done();
}

Outcome Keeper::makeScratch(const Programme& programme) {
    if (m_keeping.folder.isEmpty()) return inputError("this programme is not kept anywhere", "save it first");
    if (!QDir().mkpath(m_keeping.folder))
        return Error{ErrorCode::file, m_keeping.folder.toStdString(), "the folder cannot be made", {}};
    const fs::path path = fs::path(m_keeping.folder.toStdString()) /
                          (QUuid::createUuid().toString(QUuid::Id128).toStdString() + ".yarrin");
    Outcome written = writeProgramme(programme, path, FileFormat::native);
    if (!written.ok()) return written;
    auto opened = ProgrammeFile::open(path, stamp());
    if (!opened.ok()) return opened.errors();
    m_file = std::move(opened.value().file);
    m_scratch = true;
    return done();
}

Outcome Keeper::ensureFile(const Programme& programme) {
    if (m_file) return done();
    return makeScratch(programme);
}

void Keeper::write(EntryKind kind, const Edit& edit, const Programme& after) {
    if (!m_file && m_keeping.folder.isEmpty()) return;
    m_unwritten.push_back({kind, edit, stamp()});
    flush(after);
}

void Keeper::flush(const Programme& now) {
    if (m_unwritten.empty()) return;
    if (m_file && m_unwritten.size() == 1) {
        // The usual case: nothing waits before it.
        const Waiting& one = m_unwritten.front();
        const auto number = m_file->record(one.kind, one.edit, now, one.stamp);
        if (!number.ok()) return setTrouble(show::error(number.error()));
        m_unwritten.pop_front();
    } else {
        Programme state = now;
        for (auto one = m_unwritten.rbegin(); one != m_unwritten.rend(); ++one) apply(state, inverse(one->edit));
        if (Outcome made = ensureFile(state); !made.ok()) return setTrouble(show::error(made.error()));
        while (!m_unwritten.empty()) {
            const Waiting& one = m_unwritten.front();
            apply(state, one.edit);
            const auto number = m_file->record(one.kind, one.edit, state, one.stamp);
            if (!number.ok()) return setTrouble(show::error(number.error()));
            m_unwritten.pop_front();
        }
    }
    setTrouble({});
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

QStringList Keeper::leftBehind(const QString& folder) {
    QStringList paths;
    const QDir directory(folder);
    for (const QString& name : directory.entryList({QStringLiteral("*.yarrin")}, QDir::Files, QDir::Time))
        paths << directory.filePath(name);
    return paths;
}

} // namespace yarrin
