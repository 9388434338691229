// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/document.h"

#include "app/base/format.h"
#include "core/base/worded.h"
#include "edit/recalculated.h"
#include "store/digest.h"
#include "store/file.h"
#include "store/outward.h"

#include <QFileInfo>

namespace yarrin {

namespace {

/// An edit of so many rows is long work.
constexpr std::size_t manyChanges = 2000;

std::filesystem::path nativePath(const QString& path) {
    return path.toStdString();
}

} // namespace

Document::Document(QObject* parent) : QObject(parent) {
    connect(&m_keeper, &Keeper::wentApart, this, [this] {
        m_apartName = QFileInfo(m_path.isEmpty() ? m_keeper.apartFrom() : m_path).fileName();
        m_path.clear();
        m_savedAt = gone;
    });
    connect(&m_keeper, &Keeper::stateChanged, this, &Document::fileChanged);
}

Outcome Document::mayChange() const {
    if (!m_keeper.file() || !m_keeper.file()->readOnly()) return done();
    return inputError(worded("the file is open for reading only, because %1", *m_keeper.file()->readOnly()),
                      worded("save it under another name to change it"));
}

Lookup& Document::Live::lookedUp() {
    if (!lookup) lookup.emplace(programme);
    return *lookup;
}

/// Takes up another programme. To take a large one apart takes its time, which nobody need wait for.
void Document::become(std::unique_ptr<Live> next) {
    const std::shared_ptr<Live> old = std::exchange(m_live, std::move(next));
    QThreadPool::globalInstance()->start([old] {});
}

void Document::Live::calculate() {
    schedule = std::make_shared<Schedule>(calculation.whole(programme));
}

const Lookup& Document::lookup() const {
    return m_live->lookedUp();
}

/// A copy for who works beside the interface; those who ask while it is in use share one.
std::shared_ptr<const Programme> Document::sharedProgramme() const {
    auto shared = m_sharedAt == m_generation ? m_shared.lock() : nullptr;
    if (!shared) {
        shared = std::make_shared<const Programme>(m_live->programme);
        m_shared = shared;
        m_sharedAt = m_generation;
    }
    return shared;
}

/// What an operation does to a programme, done to it; where it fails, nothing is.
Result<Document::Tried> Document::tryOn(Live& live, const QString& text, const Operation& operation) {
    Transaction tx(live.programme, &live.lookedUp());
    Outcome outcome = operation(tx);
    if (!outcome.ok()) return outcome.errors();
    if (tx.empty()) return Tried{};
    // What is taken here must open again.
    if (Outcome kept = m_readBack.check(tx.edit(), live.programme); !kept.ok()) return kept.errors();
    auto after = std::make_shared<Schedule>(recalculated(live.calculation, live.programme, tx.edit()));
    // A programme that could be calculated must stay one; a file that came broken may be mended step by step.
    if (!after->ok() && m_live->schedule->ok()) {
        live.calculation.forget(); // the programme is about to be what it was
        return after->errors;
    }
    return Tried{tx.commit(text.toStdString()), std::move(after)};
}

Outcome Document::perform(const QString& text, const Operation& operation) {
    if (Outcome may = mayChange(); !may.ok()) return may;
    auto tried = tryOn(*m_live, text, operation);
    if (!tried.ok()) return tried.errors();
    if (tried->edit) put(std::move(*tried.value().edit), std::move(tried.value().schedule), EntryKind::edit);
    return done();
}

Outcome Document::performLong(const QString& what, const QString& text, const Operation& operation) {
    if (Outcome may = mayChange(); !may.ok()) return may;
    auto next = std::make_unique<Live>();
    std::optional<Result<Tried>> tried;
    bool stopped = false;
    m_waiter(what, [&](WorkWatch& watch) {
        next->programme = m_live->programme;
        tried = tryOn(*next, text, operation);
        stopped = watch.stopped();
    });
    if (stopped) return inputError(worded("it was stopped, and nothing was changed"), {});
    if (!tried->ok()) return tried->errors();
    if (!(*tried)->edit) return done();
    next->schedule = std::exchange(m_live->schedule, nullptr); // what was before is what the change is told against
    become(std::move(next));
    put(std::move(*tried->value().edit), std::move(tried->value().schedule), EntryKind::edit);
    return done();
}

void Document::put(Edit edit, std::shared_ptr<const Schedule> after, EntryKind kind) {
    if (m_savedAt != gone && m_savedAt > m_done) m_savedAt = gone;
    m_history.resize(m_done);
    m_lastChange = LastChange{show::text(edit.text), rippleBetween(*m_live->schedule, *after), false};
    m_history.push_back(std::move(edit));
    ++m_done;
    m_live->schedule = std::move(after);
    ++m_generation;
    // On the disk before anything else is looked at.
    m_keeper.write(kind, m_history.back(), m_live->programme);
    emit changed();
    emit fileChanged();
    emit recordChanged();
}

Schedule Document::tried(const Operation& operation) {
    Transaction tx(m_live->programme, &m_live->lookedUp());
    const Outcome outcome = operation(tx);
    if (outcome.ok()) return yarrin::schedule(m_live->programme, m_live->calculation.cache());
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
        stepBack(m_history[--m_done]);
    if (!may.ok()) emit notUndone(show::error(may.error()));
}

void Document::redo() {
    if (!canRedo()) return;
    if (const Outcome may = mayChange(); !may.ok()) return emit notUndone(show::error(may.error()));
    step(m_history[m_done++], false);
}

/// Puts an edit in and calculates what follows.
void Document::take(const Edit& edit) {
    if (edit.changes.size() < manyChanges) {
        apply(m_live->programme, edit, &m_live->lookedUp());
        m_live->schedule = std::make_shared<Schedule>(recalculated(m_live->calculation, m_live->programme, edit));
    } else {
        // The pages go on looking at the programme as it was until the other one is whole.
        auto next = std::make_unique<Live>();
        m_waiter(tr("Putting in %1").arg(show::countOf(qint64(edit.changes.size()), "change", "changes")),
                 [&](WorkWatch&) {
                     next->programme = m_live->programme;
                     apply(next->programme, edit);
                     next->calculate();
                 });
        become(std::move(next));
    }
    ++m_generation;
}

void Document::stepBack(const Edit& edit) {
    Edit back;
    const auto turn = [&](WorkWatch&) { back = inverse(edit); };
    if (edit.changes.size() < manyChanges)
        back = inverse(edit);
    else
        m_waiter(tr("Taking back"), turn);
    step(back, true);
}

void Document::step(const Edit& edit, bool isUndo) {
    const auto before = m_live->schedule;
    take(edit);
    const QString text = show::text(edit.text);
    m_lastChange =
        LastChange{isUndo ? tr("Taken back: %1").arg(text) : text, rippleBetween(*before, *m_live->schedule), isUndo};
    m_keeper.write(isUndo ? EntryKind::undo : EntryKind::redo, edit, m_live->programme);
    emit changed();
    emit fileChanged();
    emit recordChanged();
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
    auto next = std::make_unique<Live>();
    m_starting = true;
    m_waiter(tr("Calculating"), [&](WorkWatch&) {
        next->programme = std::move(programme);
        next->calculate();
        (void)next->lookedUp();
    });
    m_starting = false;
    become(std::move(next));
    ++m_generation;
    m_history.clear();
    m_earlier.clear();
    m_trial.reset();
    m_done = m_savedAt = 0;
    m_lastChange.reset();
    m_recordUnsaved = false;
    m_apartName.clear();
    m_path = path;
    if (m_keeper.file()) {
        findEarlier();
        findTrial();
    }
    emit replaced();
    emit changed();
    emit fileChanged();
    emit recordChanged();
    emit revisionsChanged();
}

Programme Document::blank(Date today) {
    Programme programme;
    programme.job.title = worded("New job");
    const Date monday = today + (7 - weekday(today)) % 7;
    programme.job.start = startOf(monday) + 8 * 60;
    Calendar calendar;
    calendar.id = CalendarId{1};
    calendar.key = "site5";
    calendar.name = worded("Site five-day");
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
    std::optional<Result<Programme>> programme;
    std::string digest;
    bool stopped = false;
    m_waiter(tr("Opening %1").arg(QFileInfo(path).fileName()), [&](WorkWatch& watch) {
        programme = readProgramme(nativePath(path));
        const auto text = readTextFile(nativePath(path));
        digest = text.ok() ? sha256(*text) : std::string();
        stopped = watch.stopped();
    });
    if (stopped) return inputError(worded("it was stopped"), {});
    if (!programme->ok()) return programme->errors();
    replace(std::move(*programme).value(), path);
    holdJson(path);
    m_jsonDigest = digest;
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
    Outcome written = m_keeper.saveAs(nativePath(path), m_live->programme);
    if (!written.ok()) return written;
    m_jsonLock.reset();
    m_path = path;
    m_apartName.clear();
    m_savedAt = m_done;
    m_recordUnsaved = false;
    emit fileChanged();
    emit recordChanged();
    emit revisionsChanged();
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
            return Error{ErrorCode::file, path.toStdString(),
                         worded("another program changed it since it was opened or saved"),
                         worded("save under another name, or open it to see what is there now")};
    }
    m_jsonLock.reset(); // writing holds it itself
    Outcome written = done();
    std::string digest;
    m_waiter(tr("Saving %1").arg(QFileInfo(path).fileName()), [&](WorkWatch&) {
        written = writeProgramme(m_live->programme, nativePath(path), FileFormat::json);
        const auto text = readTextFile(nativePath(path));
        digest = text.ok() ? sha256(*text) : std::string();
    });
    if (!written.ok()) {
        if (!m_path.isEmpty() && m_path.endsWith(QLatin1String(".json"))) holdJson(m_path);
        return written;
    }
    // From now on edits belong to this file, and what is native is left as it is.
    const bool native = m_keeper.hasName();
    const bool record = m_recordUnsaved;
    if (native) m_keeper.release();
    holdJson(path);
    m_jsonDigest = digest;
    m_path = path;
    m_apartName.clear();
    m_savedAt = m_done;
    m_recordUnsaved = !native && record;
    if (native) m_earlier.clear();
    emit fileChanged();
    emit recordChanged();
    emit revisionsChanged();
    return done();
}

Outcome Document::exportFor(const QString& path, Date today) {
    Outcome written = done();
    m_waiter(tr("Writing %1").arg(QFileInfo(path).fileName()), [&](WorkWatch&) {
        const auto to = nativePath(path);
        const auto outward = outwardForName(to);
        written = outward ? writeOutward(m_live->programme, *m_live->schedule, to, *outward, today)
                          : writeProgramme(m_live->programme, to, FileFormat::json);
    });
    return written;
}

} // namespace yarrin
