// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "edit/ripple.h"
#include "edit/transaction.h"

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

/// The open programme: holds it, its schedule and its history of edits, and announces what changed. Every edit
/// recalculates at once. Lives on the interface thread.
class Document : public QObject {
    Q_OBJECT
public:
    explicit Document(QObject* parent = nullptr);

    [[nodiscard]] const Programme& programme() const { return m_programme; }
    [[nodiscard]] const Schedule& schedule() const { return *m_schedule; }
    [[nodiscard]] const std::optional<LastChange>& lastChange() const { return m_lastChange; }
    /// Counts up with every change of the programme.
    [[nodiscard]] quint64 generation() const { return m_generation; }

    using Operation = std::function<Outcome(Transaction&)>;
    /// Runs an operation as one step. Where it fails, or would leave a programme that cannot be calculated, nothing has
    /// changed and the reason is returned.
    [[nodiscard]] Outcome perform(const QString& text, const Operation& operation);
    /// The section dates and exposure that an operation would lead to; the programme stays as it is.
    [[nodiscard]] Schedule tried(const Operation& operation);

    [[nodiscard]] bool canUndo() const { return m_done > 0; }
    [[nodiscard]] bool canRedo() const { return m_done < m_history.size(); }
    [[nodiscard]] QString undoText() const;
    [[nodiscard]] QString redoText() const;
    void undo();
    void redo();

    [[nodiscard]] const QString& path() const { return m_path; }
    [[nodiscard]] bool isModified() const { return m_done != m_savedAt; }
    /// The name that windows show: the file's, or what a new programme is called.
    [[nodiscard]] QString displayName() const;

    /// Puts a programme in place of the open one; an empty path is a programme not saved yet.
    void replace(Programme programme, const QString& path);
    /// A new programme to begin with: a five-day calendar, nothing else.
    [[nodiscard]] static Programme blank(Date today);
    [[nodiscard]] Outcome open(const QString& path);
    [[nodiscard]] Outcome save(const QString& path);
    /// Writes a copy in the open text format; the document keeps its file.
    [[nodiscard]] Outcome exportJson(const QString& path) const;

signals:
    /// The programme, and all that follows from it, is another one.
    void changed();
    /// Path or modified state is another one.
    void fileChanged();
    /// Another programme was put in its place: what is selected or folded no longer means anything.
    void replaced();

private:
    void recalculate();
    void step(const Edit& edit, bool isUndo);

    Programme m_programme;
    CalendarCache m_cache;
    std::shared_ptr<const Schedule> m_schedule;
    std::vector<Edit> m_history;
    std::size_t m_done = 0;    ///< edits of the history that are applied
    std::size_t m_savedAt = 0; ///< as many were when the file was saved; none where that state is gone
    std::optional<LastChange> m_lastChange;
    QString m_path;
    quint64 m_generation = 0;
};

} // namespace yarrin
