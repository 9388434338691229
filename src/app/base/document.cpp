// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/document.h"

#include "app/base/format.h"
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
    connect(&m_keeper, &Keeper::retry, this, [this] { m_keeper.flush(m_programme); });
    connect(&m_keeper, &Keeper::stateChanged, this, &Document::fileChanged);
}

Outcome Document::mayChange() const {
    if (!m_keeper.file() || !m_keeper.file()->readOnly()) return done();
    return inputError("the file is open for reading only, because " + *m_keeper.file()->readOnly(),
                      "save it under another name to change it");
}

Outcome Document::perform(const QString& text, const Operation& operation) {
    if (Outcome may = mayChange(); !may.ok()) return may;
    std::optional<Edit> edit;
    std::shared_ptr<const Schedule> after;
    {
        Transaction tx(m_programme);
        Outcome outcome = operation(tx);
        if (!outcome.ok()) return outcome;
        if (tx.empty()) return done();
        after = std::make_shared<Schedule>(yarrin::schedule(m_programme, m_cache));
        // A programme that could be calculated must stay one; a file that came broken may be mended step by step.
        if (!after->ok() && m_schedule->ok()) return after->errors;
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
    Transaction tx(m_programme);
    const Outcome outcome = operation(tx);
    if (outcome.ok()) return yarrin::schedule(m_programme, m_cache);
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
    if (!canUndo() || !mayChange().ok()) return;
    if (m_done == 0) return undoEarlier();
    const Edit back = inverse(m_history[--m_done]);
    step(back, true);
}

void Document::redo() {
    if (!canRedo() || !mayChange().ok()) return;
    step(m_history[m_done++], false);
}

void Document::step(const Edit& edit, bool isUndo) {
    apply(m_programme, edit);
    const auto before = m_schedule;
    recalculate();
    const QString text = show::text(edit.text);
    m_lastChange =
        LastChange{isUndo ? tr("Taken back: %1").arg(text) : text, rippleBetween(*before, *m_schedule), isUndo};
    m_keeper.write(isUndo ? EntryKind::undo : EntryKind::redo, edit, m_programme);
    emit changed();
    emit fileChanged();
    emit recordChanged();
}

void Document::recalculate() {
    m_schedule = std::make_shared<Schedule>(yarrin::schedule(m_programme, m_cache));
    ++m_generation;
}

QString Document::displayName() const {
    return m_path.isEmpty() ? tr("Not saved yet") : QFileInfo(m_path).fileName();
}

void Document::replace(Programme programme, const QString& path) {
    m_keeper.release();
    start(std::move(programme), path);
}

void Document::start(Programme programme, const QString& path) {
    m_programme = std::move(programme);
    m_history.clear();
    m_earlier.clear();
    m_trial.reset();
    m_done = m_savedAt = 0;
    m_lastChange.reset();
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
    if (isNative(nativePath(path))) {
        auto programme = m_keeper.open(nativePath(path));
        if (!programme.ok()) return programme.errors();
        start(std::move(programme).value(), path);
        return done();
    }
    auto programme = readProgramme(nativePath(path));
    if (!programme.ok()) return programme.errors();
    replace(std::move(programme).value(), path);
    return done();
}

Outcome Document::adopt(const QString& path) {
    auto programme = m_keeper.open(nativePath(path));
    if (!programme.ok()) return programme.errors();
    m_keeper.becomeNameless();
    start(std::move(programme).value(), {});
    m_savedAt = gone; // it has no name yet
    emit fileChanged();
    return done();
}

Outcome Document::openCopy(const QString& path) {
    Outcome taken = adopt(path);
    m_savedAt = m_done; // nothing of it would be lost
    emit fileChanged();
    return taken;
}

Outcome Document::save(const QString& path) {
    const bool native = formatForName(nativePath(path)) == FileFormat::native;
    Outcome written = native ? m_keeper.saveAs(nativePath(path), m_programme)
                             : writeProgramme(m_programme, nativePath(path), FileFormat::json);
    if (!written.ok()) return written;
    m_path = path;
    m_savedAt = m_done;
    emit fileChanged();
    emit recordChanged();
    return done();
}

Outcome Document::exportJson(const QString& path) const {
    return writeProgramme(m_programme, nativePath(path), FileFormat::json);
}

} // namespace yarrin
