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

Document::Document(QObject* parent) : QObject(parent), m_schedule(std::make_shared<Schedule>()) {}

Outcome Document::perform(const QString& text, const Operation& operation) {
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
    if (m_savedAt != gone && m_savedAt > m_done) m_savedAt = gone;
    m_history.resize(m_done);
    m_history.push_back(std::move(*edit));
    ++m_done;
    m_lastChange = LastChange{text, rippleBetween(*m_schedule, *after), false};
    m_schedule = std::move(after);
    ++m_generation;
    emit changed();
    emit fileChanged();
    return done();
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
    return canUndo() ? show::text(m_history[m_done - 1].text) : QString();
}
QString Document::redoText() const {
    return canRedo() ? show::text(m_history[m_done].text) : QString();
}

void Document::undo() {
    if (!canUndo()) return;
    const Edit back = inverse(m_history[--m_done]);
    step(back, true);
}

void Document::redo() {
    if (!canRedo()) return;
    step(m_history[m_done++], false);
}

void Document::step(const Edit& edit, bool isUndo) {
    apply(m_programme, edit);
    const auto before = m_schedule;
    recalculate();
    const QString text = show::text(edit.text);
    m_lastChange =
        LastChange{isUndo ? tr("Taken back: %1").arg(text) : text, rippleBetween(*before, *m_schedule), isUndo};
    emit changed();
    emit fileChanged();
}

void Document::recalculate() {
    m_schedule = std::make_shared<Schedule>(yarrin::schedule(m_programme, m_cache));
    ++m_generation;
}

QString Document::displayName() const {
    return m_path.isEmpty() ? tr("Not saved yet") : QFileInfo(m_path).fileName();
}

void Document::replace(Programme programme, const QString& path) {
    m_programme = std::move(programme);
    m_history.clear();
    m_done = m_savedAt = 0;
    m_lastChange.reset();
    m_path = path;
    recalculate();
    emit replaced();
    emit changed();
    emit fileChanged();
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
    auto programme = readProgramme(nativePath(path));
    if (!programme.ok()) return programme.errors();
    replace(std::move(programme).value(), path);
    return done();
}

Outcome Document::save(const QString& path) {
    Outcome written = writeProgramme(m_programme, nativePath(path), formatForName(nativePath(path)));
    if (!written.ok()) return written;
    m_path = path;
    m_savedAt = m_done;
    emit fileChanged();
    return done();
}

Outcome Document::exportJson(const QString& path) const {
    return writeProgramme(m_programme, nativePath(path), FileFormat::json);
}

} // namespace yarrin
