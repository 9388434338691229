// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/programme_file.h"

#include <QElapsedTimer>
#include <QObject>
#include <QString>
#include <QTimer>

#include <deque>
#include <functional>
#include <memory>

namespace yarrin {

/// What keeping needs to be told: where programmes without a name are kept, who is working, and the time.
struct Keeping {
    QString folder; ///< empty: what has no name is not kept
    std::string author;
    std::function<std::string()> now;
};

/// Puts every change on the disk as it is made: into the programme's native file, or, while it has none, into a file in
/// a folder of its own. What cannot be written is kept, in order, and tried again. Lives on the interface thread.
class Keeper : public QObject {
    Q_OBJECT
public:
    explicit Keeper(QObject* parent = nullptr);
    ~Keeper() override;

    void setKeeping(Keeping keeping) { m_keeping = std::move(keeping); }
    [[nodiscard]] Stamp stamp() const;
    [[nodiscard]] const QString& folder() const { return m_keeping.folder; }
    [[nodiscard]] const std::string& author() const { return m_keeping.author; }
    void setAuthor(std::string author) { m_keeping.author = std::move(author); }

    /// Opens a native file and holds it in place of what was held.
    [[nodiscard]] Result<Programme> open(const std::filesystem::path& path);
    /// The file that is held is one of a programme without a name.
    void becomeNameless() { m_scratch = true; }
    /// Lets go of what is held; a file in the folder for programmes without a name is deleted.
    void release();
    /// Writes the whole programme under a name, with history and revisions where there are any, and holds that file.
    [[nodiscard]] Outcome saveAs(const std::filesystem::path& path, const Programme& programme);

    void write(EntryKind kind, const Edit& edit, const Programme& after);
    /// Tries again what is not written yet, led to by `now`.
    void flush(const Programme& now);

    /// The file that is held; null where nothing is kept yet.
    [[nodiscard]] ProgrammeFile* file() const { return m_file.get(); }
    /// Makes sure there is a file for revisions and trials.
    [[nodiscard]] Outcome ensureFile(const Programme& programme);
    [[nodiscard]] bool hasName() const { return m_file && !m_scratch; }
    [[nodiscard]] std::size_t unwritten() const { return m_unwritten.size(); }
    /// Why changes are not written; empty where they are.
    [[nodiscard]] const QString& trouble() const { return m_trouble; }

    /// Files of programmes without a name that nobody holds: what a crash left behind.
    [[nodiscard]] static QStringList leftBehind(const QString& folder);

signals:
    void stateChanged();
    /// It is time to try again.
    void retry();

private:
    struct Waiting {
        EntryKind kind;
        Edit edit;
        Stamp stamp;
    };
    void setTrouble(const QString& text);
    [[nodiscard]] Outcome makeScratch(const Programme& programme);

    Keeping m_keeping;
    std::unique_ptr<ProgrammeFile> m_file;
    bool m_scratch = false;
    std::deque<Waiting> m_unwritten;
    QString m_trouble;
    QTimer m_retry;
};

} // namespace yarrin
