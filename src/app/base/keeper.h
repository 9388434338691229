// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/held_file.h"
#include "app/base/waiting.h"

#include <QObject>
#include <QString>
#include <QStringList>
#include <QTimer>

#include <functional>
#include <memory>

namespace yarrin {

/// What keeping needs to be told: where programmes without a name are kept, who is working, and the time.
struct Keeping {
    QString folder; ///< empty: what has no name is not kept
    std::string author;
    std::function<std::string()> now;
    QString second = {};         ///< where work goes when neither the file nor the folder takes it
    int writeMilliseconds = 20;  ///< so long an edit waits for the disk before the window goes on without it
    int readMilliseconds = 5000; ///< and so long a page for what it asks of the file
    int pageMilliseconds = 30;   ///< and so long for what is worked out beside the window
    QString signingKey = {};     ///< the file of the key that can sign freezes; empty: there is none
};

/// Work that an ended program left behind.
struct LeftBehind {
    QString path;
    QString title;
    QString last; ///< when its last change was made
    qint64 changes = 0;
    QString spareOf; ///< the file that could not be written, whose last changes these are
    QString fault;   ///< why it cannot be read
};

/// Puts every change on the disk as it is made: into the programme's native file, or, while it has none, into a file in
/// a folder of its own. The disk is another thread's business: an edit waits for it a moment, and where that is not
/// enough it goes on and `unwritten` tells. What cannot be written is kept in a second place, in order, and tried
/// again. Where another program changed the file, it is left as it is and work goes on apart from it. Lives on the
/// interface thread.
class Keeper : public QObject {
    Q_OBJECT
public:
    explicit Keeper(QObject* parent = nullptr);
    ~Keeper() override;

    void setKeeping(Keeping keeping);
    /// Who waits for the disk where a person asked for something.
    void setWaiter(Waiter waiter) { m_waiter = std::move(waiter); }
    [[nodiscard]] std::chrono::milliseconds pagePatience() const {
        return std::chrono::milliseconds(m_keeping.pageMilliseconds);
    }
    [[nodiscard]] Stamp stamp() const;
    [[nodiscard]] const QString& folder() const { return m_keeping.folder; }
    [[nodiscard]] const std::string& author() const { return m_keeping.author; }
    /// "2027-03-01 08:00:05"; nothing where nobody keeps time.
    [[nodiscard]] std::string now() const { return m_keeping.now ? m_keeping.now() : std::string(); }
    void setAuthor(std::string author) { m_keeping.author = std::move(author); }
    [[nodiscard]] const QString& signingKey() const { return m_keeping.signingKey; }

    /// Opens a native file and holds it in place of what was held; one that is held is read anew. Where it cannot be
    /// opened, what was held still is. `nameless`: it is the file of a programme without a name.
    [[nodiscard]] Result<Programme> open(const std::filesystem::path& path, bool nameless = false);
    /// Whether this is the file that is held.
    [[nodiscard]] bool holds(const std::filesystem::path& path) const;
    /// Lets go of what is held; a file in the folder for programmes without a name is deleted.
    void release();
    /// Writes the whole programme under a name, with history and revisions where there are any, and holds that file.
    [[nodiscard]] Outcome saveAs(const std::filesystem::path& path, const Programme& programme);

    /// Freezes a programme in the file that is held.
    [[nodiscard]] Result<Revision> freeze(const Programme& programme, const std::string& key,
                                          const std::string& purpose, const std::string& narrative,
                                          std::shared_ptr<const SigningKey> signing);

    void write(EntryKind kind, const Edit& edit, const Programme& after);
    /// Tries again what is not written yet, and waits for it as for an edit.
    void flush();
    /// Waits until all is written or cannot be.
    void settle();

    /// The file that is held; null where nothing is kept yet.
    [[nodiscard]] HeldFile* file() { return m_held.path().empty() ? nullptr : &m_held; }
    [[nodiscard]] const HeldFile* file() const { return m_held.path().empty() ? nullptr : &m_held; }
    /// Makes sure there is a file for revisions and trials.
    [[nodiscard]] Outcome ensureFile(const Programme& programme);
    [[nodiscard]] bool hasName() const { return file() && !m_held.state().scratch; }
    [[nodiscard]] std::size_t unwritten() const { return m_sent - m_held.state().written; }
    /// Why changes are not written; empty where they are, or are on their way.
    [[nodiscard]] const QString& trouble() const { return m_trouble; }
    /// Where changes are that cannot be written; empty: in memory only.
    [[nodiscard]] QString spare() const { return QString::fromStdString(m_held.state().spare.string()); }
    /// The file that another program changed, apart from which work goes on.
    [[nodiscard]] QString apartFrom() const { return QString::fromStdString(m_held.state().apart.string()); }

    /// Has the whole record checked on the file's thread; `verified` tells what was found.
    void verify();

    /// What ended programs left in the folders, with what cannot be read; files in which nothing was done are deleted.
    [[nodiscard]] std::vector<LeftBehind> leftBehind() const;

signals:
    void stateChanged();
    /// Another program changed the file that was held.
    void wentApart();
    /// What checking the record found, in words.
    void verified(const QString& text);

private:
    void setTrouble(const QString& text);
    void collect(FileDesk::State state);
    void post(std::function<void()> job, bool wait);
    template <typename Job> [[nodiscard]] std::invoke_result_t<Job> waitFor(const QString& what, Job job);

    Waiter m_waiter = plainWaiter();
    Keeping m_keeping;
    FileDesk m_desk; ///< touched on the worker's thread only
    FileWorker m_worker;
    HeldFile m_held;
    std::size_t m_sent = 0; ///< changes, ever
    QString m_trouble;
    QTimer m_retry;
};

} // namespace yarrin
