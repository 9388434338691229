// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/document.h"

#include "app/base/format.h"
#include "edit/recalculated.h"
#include "store/digest.h"
#include "store/file.h"

#include <QFileInfo>

namespace yarrin {

namespace {

constexpr std::size_t gone = static_cast<std::size_t>(-1);

std::filesystem::path nativePath(const QString& path) {
    return path.toStdString();
}

} // namespace

Document::Document(QObject* parent) : QObject(parent), m_schedule(std::make_shared<Schedule>()) {
    connect(&m_keeper, &Keeper::wentApart, this, [this] {
        m_apartName = QFileInfo(m_path.isEmpty() ? m_keeper.apartFrom() : m_path).fileName();
        m_path.clear();
        m_savedAt = gone;
    });
    connect(&m_keeper, &Keeper::stateChanged, this, &Document::fileChanged);
}

Outcome Document::mayChange() const {
    if (!m_keeper.file() || !m_keeper.file()->readOnly()) return done();
    return inputError("the file is open for reading only, because " + *m_keeper.file()->readOnly(),
                      "save it under another name to change it");
}

Lookup& Document::lookedUp() const {
    if (!m_lookup) m_lookup.emplace(m_programme);
    return *m_lookup;
}

const Lookup& Document::lookup() const {
    return lookedUp();
}

Outcome Document::perform(const QString& text, const Operation& operation) {
    if (Outcome may = mayChange(); !may.ok()) return may;
    std::optional<Edit> edit;
    std::shared_ptr<const Schedule> after;
    {
        Transaction tx(m_programme, &lookedUp());
        Outcome outcome = operation(tx);
        if (!outcome.ok()) return outcome;
        if (tx.empty()) return done();
        // What is taken here must open again.
        if (Outcome kept = m_readBack.check(tx.edit(), m_programme); !kept.ok()) return kept;
        after = std::make_shared<Schedule>(recalculated(m_calculation, m_programme, tx.edit()));
        // A programme that could be calculated must stay one; a file that came broken may be mended step by step.
        if (!after->ok() && m_schedule->ok()) {
            m_calculation.forget(); // the programme is about to be what it was
            return after->errors;
        }
        edit = tx.commit(text.toStdString());
    }
    put(std::move(*edit), std::move(after), EntryKind::edit);
    return done();
}

void Document::put(Edit edit, std::shared_ptr<const Schedule> after, EntryKind kind) {
    if (m_savedAt != gone && m_savedAt > m_done) m_savedAt = gone;
    m_history.resize(m_done);
    m_lastChange = LastChange{show::text(edit.text), rippleBetween(*m_schedule, *after), false};
    m_history.push_back(std::move(edit));
    ++m_done;
    m_schedule = std::move(after);
    ++m_generation;
    // On the disk before anything else is looked at.
    m_keeper.write(kind, m_history.back(), m_programme);
    emit changed();
    emit fileChanged();
    emit recordChanged();
}

Schedule Document::tried(const Operation& operation) {
    Transaction tx(m_programme, &lookedUp());
    const Outcome outcome = operation(tx);
    if (outcome.ok()) return yarrin::schedule(m_programme, m_calculation.cache());
    Schedule failed;
    failed.errors = outcome.errors();
    return failed;
}

QString Document::undoText() const {
    if (!canUndo()) return {};
    return show::text(m_done > 0 ? m_history[m_done - 1].text : m_earlier.back().text);
}
QString Document::redoText() const {
    return canRedo() ? show::text(m_history[m_done].text) : QString();
}

void Document::undo() {
    if (!canUndo()) return;
    Outcome may = mayChange();
    if (may.ok() && m_done == 0)
        may = undoEarlier();
    else if (may.ok())
        step(inverse(m_history[--m_done]), true);
    if (!may.ok()) emit notUndone(show::error(may.error()));
}

void Document::redo() {
    if (!canRedo()) return;
    if (const Outcome may = mayChange(); !may.ok()) return emit notUndone(show::error(may.error()));
    step(m_history[m_done++], false);
}

void Document::step(const Edit& edit, bool isUndo) {
    apply(m_programme, edit, &lookedUp());
    const auto before = m_schedule;
    recalculate(&edit);
    const QString text = show::text(edit.text);
    m_lastChange =
        LastChange{isUndo ? tr("Taken back: %1").arg(text) : text, rippleBetween(*before, *m_schedule), isUndo};
    m_keeper.write(isUndo ? EntryKind::undo : EntryKind::redo, edit, m_programme);
    emit changed();
    emit fileChanged();
    emit recordChanged();
}

void Document::recalculate(const Edit* edit) {
    m_schedule = std::make_shared<Schedule>(edit ? recalculated(m_calculation, m_programme, *edit)
                                                 : m_calculation.whole(m_programme));
    ++m_generation;
}

QString Document::displayName() const {
    if (!m_path.isEmpty()) return QFileInfo(m_path).fileName();
    return m_apartName.isEmpty() ? tr("Not saved yet") : tr("%1, kept apart").arg(m_apartName);
}

void Document::replace(Programme programme, const QString& path) {
    m_keeper.release();
    m_jsonLock.reset();
    start(std::move(programme), path);
}

void Document::start(Programme programme, const QString& path) {
    m_programme = std::move(programme);
    m_lookup.reset();
    m_history.clear();
    m_earlier.clear();
    m_trial.reset();
    m_done = m_savedAt = 0;
    m_lastChange.reset();
    m_recordUnsaved = false;
    m_apartName.clear();
    m_path = path;
    recalculate();
    if (m_keeper.file()) {
        findEarlier();
        findTrial();
    }
    emit replaced();
    emit changed();
    emit fileChanged();
    emit recordChanged();
}

Programme Document::blank(Date today) {
    Programme programme;
    programme.job.title = "New job";
    const Date monday = today + (7 - weekday(today)) % 7;
    programme.job.start = startOf(monday) + 8 * 60;
    Calendar calendar;
    calendar.id = CalendarId{1};
    calendar.key = "site5";
    calendar.name = "Site five-day";
    calendar.dayMinutes = 480;
    for (std::size_t day = 0; day < 5; ++day) calendar.week[day] = DayWork{{8 * 60, 12 * 60}, {13 * 60, 17 * 60}};
    programme.calendars.append(std::move(calendar));
    programme.job.defaultCalendar = CalendarId{1};
    return programme;
}

Outcome Document::open(const QString& path) {
    // Faults of what is no native file are found, and said, by the reader of all kinds.
    if (m_keeper.holds(nativePath(path)) || isNative(nativePath(path))) {
        auto programme = m_keeper.open(nativePath(path));
        if (!programme.ok()) return programme.errors();
        m_jsonLock.reset();
        start(std::move(programme).value(), path);
        return done();
    }
    auto programme = readProgramme(nativePath(path));
    if (!programme.ok()) return programme.errors();
    const auto text = readTextFile(nativePath(path));
    replace(std::move(programme).value(), path);
    holdJson(path);
    m_jsonDigest = text.ok() ? sha256(*text) : std::string();
    return done();
}

Outcome Document::adopt(const QString& path) {
    auto programme = m_keeper.open(nativePath(path), true);
    if (!programme.ok()) return programme.errors();
    m_jsonLock.reset();
    start(std::move(programme).value(), {});
    m_savedAt = gone; // it has no name yet
    emit fileChanged();
    return done();
}

Outcome Document::openCopy(const QString& path) {
    Outcome taken = adopt(path);
    if (!taken.ok()) return taken;
    m_savedAt = m_done; // nothing of it would be lost
    emit fileChanged();
    return taken;
}

Outcome Document::save(const QString& path) {
    if (formatForName(nativePath(path)) == FileFormat::json) return saveJson(path);
    Outcome written = m_keeper.saveAs(nativePath(path), m_programme);
    if (!written.ok()) return written;
    m_jsonLock.reset();
    m_path = path;
    m_apartName.clear();
    m_savedAt = m_done;
    m_recordUnsaved = false;
    emit fileChanged();
    emit recordChanged();
    return done();
}

/// A text file is no database that a lock is put on while it is written: it is held for as long as it is open.
void Document::holdJson(const QString& path) {
    auto lock = std::make_unique<FileLock>();
    // Where that fails somebody else has it; saving will say so.
    if (lock->hold(nativePath(QFileInfo(path).canonicalFilePath()), m_keeper.stamp().author))
        m_jsonLock.reset();
    else
        m_jsonLock = std::move(lock);
}

Outcome Document::saveJson(const QString& path) {
    const bool same = m_path == path && !m_jsonDigest.empty();
    if (same) {
        const auto there = readTextFile(nativePath(path));
        if (there.ok() && sha256(*there) != m_jsonDigest)
            return Error{ErrorCode::file, path.toStdString(), "another program changed it since it was opened or saved",
                         "save under another name, or open it to see what is there now"};
    }
    m_jsonLock.reset(); // writing holds it itself
    Outcome written = writeProgramme(m_programme, nativePath(path), FileFormat::json);
    if (!written.ok()) {
        if (!m_path.isEmpty() && m_path.endsWith(QLatin1String(".json"))) holdJson(m_path);
        return written;
    }
    // From now on edits belong to this file, and what is native is left as it is.
    const bool native = m_keeper.hasName();
    const bool record = m_recordUnsaved;
    if (native) m_keeper.release();
    holdJson(path);
    const auto text = readTextFile(nativePath(path));
    m_jsonDigest = text.ok() ? sha256(*text) : std::string();
    m_path = path;
    m_apartName.clear();
    m_savedAt = m_done;
    m_recordUnsaved = !native && record;
    if (native) m_earlier.clear();
    emit fileChanged();
    emit recordChanged();
    return done();
}

Outcome Document::exportJson(const QString& path) const {
    return writeProgramme(m_programme, nativePath(path), FileFormat::json);
}

} // namespace yarrin
