// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What a document has to do with its record: earlier sessions, trials, revisions.
#include "app/base/document.h"
#include "app/base/format.h"
#include "core/base/worded.h"
#include "store/signing.h"

#include <algorithm>

namespace yarrin {

namespace {

constexpr const char* draftKey = "narrative";

} // namespace

/// What can be taken back of earlier sessions, by going through the history as it was made.
void Document::findEarlier() {
    const auto entries = m_keeper.file()->history();
    if (!entries.ok()) return;
    std::vector<std::pair<std::int64_t, std::size_t>> trials; // where they began, and how much stood there
    for (auto entry = entries->rbegin(); entry != entries->rend(); ++entry) {
        switch (entry->kind) {
        case EntryKind::undo:
            if (!m_earlier.empty()) m_earlier.pop_back();
            break;
        case EntryKind::trialBegun:
            trials.emplace_back(entry->number, m_earlier.size());
            break;
        case EntryKind::trialKept:
        case EntryKind::trialDropped:
            if (trials.empty()) break;
            m_earlier.resize(std::min(m_earlier.size(), trials.back().second));
            if (entry->kind == EntryKind::trialKept) m_earlier.push_back({entry->text, trials.back().first});
            trials.pop_back();
            break;
        default:
            if (entry->changes) m_earlier.push_back({entry->text, entry->number - 1});
        }
    }
    if (!trials.empty()) m_earlier.resize(std::min(m_earlier.size(), trials.back().second));
}

void Document::findTrial() {
    // The history says whether one is on: that is written with the change itself, or not at all.
    const std::int64_t number = m_keeper.file()->trialBegan();
    if (number == 0) return;
    auto before = programmeAfter(number);
    if (!before.ok()) return;
    Trial trial{std::move(before).value(), nullptr, 0, {}};
    trial.schedule = std::make_shared<Schedule>(yarrin::schedule(trial.programme, m_live->calculation.cache()));
    if (const auto entries = m_keeper.file()->history(); entries.ok())
        for (const HistoryEntry& entry : *entries)
            if (entry.number == number) trial.since = entry.at;
    m_trial = std::move(trial);
}

Outcome Document::undoEarlier() {
    const Earlier last = m_earlier.back();
    auto state = programmeAfter(last.before);
    if (!state.ok()) return state.errors();
    m_earlier.pop_back();
    Edit back;
    m_waiter(tr("Going back"), [&](WorkWatch&) { back = differenceBetween(m_live->programme, *state, last.text); });
    // What was taken back can be done again.
    m_history.insert(m_history.begin(), inverse(back));
    step(back, true);
    return done();
}

void Document::setWaiter(Waiter waiter) {
    m_waiter = waiter;
    m_keeper.setWaiter(std::move(waiter));
}

std::function<Result<FrozenState>()> Document::readerOf(const Revision& revision) {
    if (m_keeper.file()) return m_keeper.file()->readerOf(revision);
    return [] { return Result<FrozenState>(inputError(worded("nothing is frozen yet"), {})); };
}

std::function<Result<FrozenState>()> Document::readerAfter(std::int64_t entry) {
    if (m_keeper.file()) return m_keeper.file()->readerAfter(entry);
    return [] {
        return Result<FrozenState>(
            inputError(worded("nothing is kept of this programme yet"), worded("save it first")));
    };
}

Result<Programme> Document::programmeAfter(std::int64_t entry) {
    if (!m_keeper.file()) return inputError(worded("nothing is kept of this programme yet"), worded("save it first"));
    return m_keeper.file()->programmeAfter(entry);
}

Outcome Document::nameVersion(const QString& name) {
    if (Outcome may = mayChange(); !may.ok()) return may;
    m_keeper.write(EntryKind::named, Edit{name.trimmed().toStdString(), {}}, m_live->programme);
    m_keeper.settle();
    m_recordUnsaved = !m_keeper.hasName();
    emit recordChanged();
    if (m_keeper.unwritten() > 0) return inputError(m_keeper.trouble().toStdString(), {});
    return done();
}

Outcome Document::become(const Programme& programme, const QString& text) {
    if (Outcome may = mayChange(); !may.ok()) return may;
    Edit edit;
    m_waiter(text, [&](WorkWatch&) { edit = differenceBetween(m_live->programme, programme, text.toStdString()); });
    if (edit.changes.empty()) return inputError(worded("the programme is the same already"), {});
    const auto before = m_live->schedule;
    take(edit);
    auto after = std::exchange(m_live->schedule, before);
    put(std::move(edit), std::move(after), EntryKind::restored);
    return done();
}

Outcome Document::beginTrial() {
    if (m_trial) return inputError(worded("a trial is on already"), worded("keep it or drop it first"));
    if (Outcome may = mayChange(); !may.ok()) return may;
    const Stamp stamp = m_keeper.stamp();
    m_trial = Trial{m_live->programme, m_live->schedule, m_done, stamp.at};
    m_keeper.write(EntryKind::trialBegun, Edit{worded("Trial begun"), {}}, m_live->programme);
    emit fileChanged();
    emit recordChanged();
    emit changed();
    return done();
}

void Document::endTrial() {
    m_trial.reset();
    emit changed();
    emit fileChanged();
    emit recordChanged();
}

Outcome Document::keepTrial(const QString& text) {
    if (!m_trial) return inputError(worded("no trial is on"), {});
    Edit whole = differenceBetween(m_trial->programme, m_live->programme, text.toStdString());
    // What was saved within the trial is no state that can be gone back to, unless it is the last one.
    const bool saved = m_savedAt == m_done;
    if (m_savedAt > m_trial->done) m_savedAt = gone;
    m_history.resize(m_trial->done);
    m_done = m_trial->done;
    if (!whole.changes.empty()) {
        m_history.push_back(std::move(whole));
        ++m_done;
    }
    if (saved) m_savedAt = m_done;
    m_keeper.write(EntryKind::trialKept, Edit{text.toStdString(), {}}, m_live->programme);
    endTrial();
    return done();
}

Outcome Document::dropTrial() {
    if (!m_trial) return inputError(worded("no trial is on"), {});
    const Edit back = differenceBetween(m_live->programme, m_trial->programme, worded("Trial dropped"));
    apply(m_live->programme, back, &m_live->lookedUp());
    m_live->calculation.forget(); // what was calculated last was within the trial
    if (m_savedAt > m_trial->done) m_savedAt = gone;
    m_history.resize(m_trial->done);
    m_done = m_trial->done;
    const auto before = m_live->schedule;
    m_live->schedule = m_trial->schedule;
    ++m_generation;
    m_lastChange = LastChange{tr("Trial dropped"), rippleBetween(*before, *m_live->schedule), true};
    m_keeper.write(EntryKind::trialDropped, back, m_live->programme);
    endTrial();
    return done();
}

Result<Revision> Document::freeze(const QString& key, const QString& purpose, const QString& narrative, bool sign) {
    if (Outcome may = mayChange(); !may.ok()) return may.errors();
    if (m_trial) return inputError(worded("a trial is on"), worded("keep it or drop it before freezing"));
    if (m_keeper.unwritten() > 0) m_keeper.settle();
    if (m_keeper.unwritten() > 0)
        return inputError(worded("changes are not written yet"), m_keeper.trouble().toStdString());
    std::shared_ptr<const SigningKey> signing;
    if (sign && !m_keeper.signingKey().isEmpty()) {
        auto read = SigningKey::readOrMake(m_keeper.signingKey().toStdString());
        if (!read.ok()) return read.errors();
        signing = std::make_shared<const SigningKey>(std::move(read).value());
    }
    if (Outcome made = m_keeper.ensureFile(m_live->programme); !made.ok()) return made.errors();
    auto frozen = m_keeper.freeze(m_live->programme, key.trimmed().toStdString(), purpose.trimmed().toStdString(),
                                  narrative.toStdString(), std::move(signing));
    if (!frozen.ok()) return frozen;
    keepDraft({});
    m_recordUnsaved = !m_keeper.hasName();
    emit recordChanged();
    emit revisionsChanged();
    emit fileChanged();
    return frozen;
}

void Document::keepDraft(const QString& text) {
    if (text.isEmpty() && !m_keeper.file()) return;
    // A text that was written on the programme before has no place in the file of the next.
    if (m_starting) return;
    if (m_keeper.file() && m_keeper.file()->readOnly()) return;
    if (!m_keeper.ensureFile(m_live->programme).ok()) return;
    m_keeper.file()->keep(draftKey, text.toStdString(), m_keeper.stamp());
    if (!text.isEmpty() && !m_keeper.hasName() && !m_recordUnsaved) {
        m_recordUnsaved = true;
        emit fileChanged();
    }
}

QString Document::draft() {
    return m_keeper.file() ? show::text(m_keeper.file()->kept(draftKey)) : QString();
}

Outcome Document::accept(const Revision& revision, const QString& reason) {
    if (Outcome may = mayChange(); !may.ok()) return may;
    if (!m_keeper.file()) return inputError(worded("nothing is frozen yet"), {});
    Outcome accepted = m_keeper.file()->accept(revision, reason.trimmed().toStdString(), m_keeper.stamp());
    m_keeper.settle();
    if (accepted.ok()) {
        m_recordUnsaved = !m_keeper.hasName();
        emit recordChanged();
        emit revisionsChanged();
        emit contractAccepted();
    }
    return accepted;
}

} // namespace yarrin
