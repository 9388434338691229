// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/keeper.h"
#include "app/base/waiting.h"
#include "core/network/calculation.h"
#include "edit/ripple.h"
#include "edit/transaction.h"
#include "store/file_lock.h"
#include "store/read_back.h"

#include <QObject>
#include <QString>

#include <functional>
#include <memory>
#include <vector>

namespace yarrin {

/// What the last step did, for the standing.
struct LastChange {
    QString text;
    Ripple ripple;
    bool isUndo = false;
};

/// A stretch of edits that is marked, to be kept as one step or dropped whole: where it began.
struct Trial {
    Programme programme;
    std::shared_ptr<const Schedule> schedule;
    std::size_t done = 0; ///< edits of this session that were applied before it
    std::string since;    ///< when it began
};

/// The open programme: holds it, its schedule and its history of edits, and announces what changed. Every edit
/// recalculates at once. Lives on the interface thread.
class Document : public QObject {
    Q_OBJECT
public:
    explicit Document(QObject* parent = nullptr);

    [[nodiscard]] const Programme& programme() const { return m_live->programme; }
    [[nodiscard]] const Schedule& schedule() const { return *m_live->schedule; }
    /// The same, to be kept: it never changes.
    [[nodiscard]] std::shared_ptr<const Schedule> sharedSchedule() const { return m_live->schedule; }
    [[nodiscard]] std::shared_ptr<const Programme> sharedProgramme() const;
    [[nodiscard]] const std::optional<LastChange>& lastChange() const { return m_lastChange; }
    /// What is found by key or by link, kept up with every edit.
    [[nodiscard]] const Lookup& lookup() const;
    /// Has everything that shows the programme show it anew, as after a change; nothing is changed.
    void tellAgain() { emit changed(); }
    /// Counts up with every change of the programme.
    [[nodiscard]] quint64 generation() const { return m_generation; }

    /// Who waits for long work, from now on: the window.
    void setWaiter(Waiter waiter);
    /// Has long work done that a person asked for; what it looks at does not change meanwhile.
    void wait(const QString& what, const LongJob& job) { m_waiter(what, job); }
    /// So long a page waits for what is worked out beside the window before it shows without it.
    [[nodiscard]] std::chrono::milliseconds patience() const { return m_keeper.pagePatience(); }

    using Operation = std::function<Outcome(Transaction&)>;
    /// Runs an operation as one step. Where it fails, or would leave a programme that cannot be calculated, nothing has
    /// changed and the reason is returned.
    [[nodiscard]] Outcome perform(const QString& text, const Operation& operation);
    /// The same for an operation of thousands of rows: it is run and calculated as long work on a programme of its own,
    /// which then takes the place of this one.
    [[nodiscard]] Outcome performLong(const QString& what, const QString& text, const Operation& operation);
    /// The section dates and exposure that an operation would lead to; the programme stays as it is.
    [[nodiscard]] Schedule tried(const Operation& operation);

    /// Undo goes back beyond the opening of the file, but not beyond where a trial began.
    [[nodiscard]] bool canUndo() const {
        return m_done > (m_trial ? m_trial->done : 0) || (!m_trial && canUndoEarlier());
    }
    [[nodiscard]] bool canRedo() const { return m_done < m_history.size(); }
    [[nodiscard]] QString undoText() const;
    [[nodiscard]] QString redoText() const;
    /// What was made by an earlier session is read from the file; where that fails, `notUndone` says why.
    void undo();
    void redo();

    [[nodiscard]] const QString& path() const { return m_path; }
    /// Whether something would be lost with the window: in a native file everything is written as it is made.
    [[nodiscard]] bool isModified() const {
        return m_keeper.hasName() ? m_keeper.unwritten() > 0 : m_done != m_savedAt || m_recordUnsaved;
    }
    /// Whether revisions, named versions or a narrative in writing would be lost with the window: the open text format
    /// and a programme without a name do not keep them.
    [[nodiscard]] bool recordUnsaved() const { return !m_keeper.hasName() && m_recordUnsaved; }
    /// The narrative in writing, kept with the programme until it is frozen.
    void keepDraft(const QString& text);
    [[nodiscard]] QString draft();
    /// The name that windows show: the file's, or what a new programme is called.
    [[nodiscard]] QString displayName() const;

    /// Puts a programme in place of the open one; an empty path is a programme not saved yet.
    void replace(Programme programme, const QString& path);
    /// A new programme to begin with: a five-day calendar, nothing else.
    [[nodiscard]] static Programme blank(Date today);
    [[nodiscard]] Outcome open(const QString& path);
    /// Takes up a programme without a name that an ended program left behind.
    [[nodiscard]] Outcome adopt(const QString& path);
    /// Takes up a copy of a native file as a programme without a name, with its history and revisions.
    [[nodiscard]] Outcome openCopy(const QString& path);
    [[nodiscard]] Outcome save(const QString& path);
    /// Marks the present state in the history under a name.
    [[nodiscard]] Outcome nameVersion(const QString& name);

    [[nodiscard]] Keeper& keeper() { return m_keeper; }
    [[nodiscard]] const Keeper& keeper() const { return m_keeper; }
    /// Makes the programme another one, a revision or an earlier state, as one step. Refused where it is the same.
    [[nodiscard]] Outcome become(const Programme& programme, const QString& text);
    /// The programme as it was after an entry of the history.
    [[nodiscard]] Result<Programme> programmeAfter(std::int64_t entry);
    /// A moment of the record with its dates, read and checked and calculated. Asked for here and now, done on any
    /// thread.
    [[nodiscard]] std::function<Result<FrozenState>()> readerOf(const Revision& revision);
    [[nodiscard]] std::function<Result<FrozenState>()> readerAfter(std::int64_t entry);

    [[nodiscard]] const std::optional<Trial>& trial() const { return m_trial; }
    [[nodiscard]] Outcome beginTrial();
    /// Ends the trial: what it did stays as one step, or none of it.
    [[nodiscard]] Outcome keepTrial(const QString& text);
    [[nodiscard]] Outcome dropTrial();

    /// Freezes the programme as it is, with its narrative.
    [[nodiscard]] Result<Revision> freeze(const QString& key, const QString& purpose, const QString& narrative,
                                          bool sign = false);
    /// Makes a revision the contract programme; where there is one already, a reason is wanted.
    [[nodiscard]] Outcome accept(const Revision& revision, const QString& reason);
    /// Writes a copy by the ending of its name: in the open text format, or as other programs read it
    /// (store/outward.h); the document keeps its file.
    [[nodiscard]] Outcome exportFor(const QString& path, Date today);

signals:
    /// The programme, and all that follows from it, is another one.
    void changed();
    /// Nothing was taken back or done again, and why.
    void notUndone(const QString& reason);
    /// Path or modified state is another one.
    void fileChanged();
    /// Another programme was put in its place: what is selected or folded no longer means anything.
    void replaced();
    /// Another revision became the contract programme.
    void contractAccepted();
    /// History or revisions have another line, or a trial began or ended.
    void recordChanged();
    /// Another revision is there, or another one agreed: said after `recordChanged`, and not for a plain edit.
    void revisionsChanged();

private:
    /// The programme as it is and all that is derived from it. Matched by address: it does not move.
    struct Live {
        Programme programme;
        std::optional<Lookup> lookup; ///< made when it is first asked for
        Calculation calculation;
        std::shared_ptr<const Schedule> schedule = std::make_shared<Schedule>();

        [[nodiscard]] Lookup& lookedUp();
        void calculate();
    };
    struct Tried {
        std::optional<Edit> edit; ///< none where there was nothing to do
        std::shared_ptr<const Schedule> schedule;
    };
    [[nodiscard]] Result<Tried> tryOn(Live& live, const QString& text, const Operation& operation);
    void become(std::unique_ptr<Live> next);
    [[nodiscard]] Outcome mayChange() const;
    void put(Edit edit, std::shared_ptr<const Schedule> after, EntryKind kind);
    void take(const Edit& edit);
    [[nodiscard]] Outcome undoEarlier();
    [[nodiscard]] Outcome saveJson(const QString& path);
    void holdJson(const QString& path);
    void findEarlier();
    void findTrial();
    [[nodiscard]] bool canUndoEarlier() const { return m_done == 0 && !m_earlier.empty(); }
    void endTrial();

    /// A change of an earlier session, and the entry after which it was not made yet.
    struct Earlier {
        std::string text;
        std::int64_t before;
    };
    void step(const Edit& edit, bool isUndo);
    void stepBack(const Edit& edit);
    void start(Programme programme, const QString& path);

    Waiter m_waiter = plainWaiter();
    mutable std::weak_ptr<const Programme> m_shared; ///< of the generation below
    mutable quint64 m_sharedAt = 0;
    std::unique_ptr<Live> m_live = std::make_unique<Live>();
    std::vector<Edit> m_history;
    std::size_t m_done = 0; ///< edits of the history that are applied
    static constexpr std::size_t gone = static_cast<std::size_t>(-1);
    bool m_starting = false;   ///< the file at hand is already the next programme's
    std::size_t m_savedAt = 0; ///< as many were when the file was saved; `gone` where that state is
    std::optional<LastChange> m_lastChange;
    QString m_path;
    quint64 m_generation = 0;
    Keeper m_keeper;
    std::vector<Earlier> m_earlier; ///< the last to be taken back first
    ReadBack m_readBack;
    bool m_recordUnsaved = false;
    QString m_apartName; ///< of the file that another program changed
    std::unique_ptr<FileLock> m_jsonLock;
    std::string m_jsonDigest; ///< of the text that was read or written last
    std::optional<Trial> m_trial;
};

} // namespace yarrin
