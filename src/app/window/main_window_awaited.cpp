// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Milestones of other jobs that work waits for.
#include "app/base/format.h"
#include "app/card/awaited_picker.h"
#include "app/table/inline_message.h"
#include "app/window/dialogs.h"
#include "app/window/main_window.h"
#include "edit/awaited_edits.h"
#include "store/portfolio.h"

#include <QDir>
#include <QFileInfo>

namespace yarrin {

namespace {

/// Milestones of another job that are not reached yet, with its file as it is seen from a folder.
void offer(std::vector<Awaited>& offers, const PortfolioJob& job, const QDir& from) {
    if (job.fault || !job.summary.calculated) return;
    const QString file = from.relativeFilePath(QString::fromStdString(job.path.string()));
    for (const JobSummary::Milestone& one : job.summary.milestones)
        if (!one.done) offers.push_back({file.toStdString(), one.key, one.name, job.summary.title, one.at, {}, {}});
}

} // namespace

void MainWindow::askAwaited() {
    const Activity* activity = m_document.programme().activities.row(m_state.current());
    if (!activity) return say(tr("Select what is to wait first."));
    if (activity->kind == ActivityKind::hammock)
        return say(tr("A hammock cannot wait for another job: let what it hangs from wait."));
    if (activity->actualStart || activity->actualFinish)
        return say(tr("%1 has started: it waits for nothing any more.").arg(show::text(activity->key)));
    if (m_document.path().isEmpty())
        return say(tr("Save this job first: the files of other jobs are found from its folder."));
    std::vector<PortfolioJob> jobs;
    bool read = false;
    const QFileInfo own(m_document.path());
    m_document.wait(tr("Reading the jobs of the folder"), [&](WorkWatch&) {
        if (auto found = portfolioOf(own.path().toStdString()); found.ok()) jobs = std::move(*found);
        read = true;
    });
    if (!read) return; // stopped
    std::vector<Awaited> offers;
    for (const PortfolioJob& job : jobs)
        if (QFileInfo(QString::fromStdString(job.path.string())).fileName() != own.fileName())
            offer(offers, job, own.dir());
    openAwaitedPicker(activity->id, std::move(offers), tr("No other job of this folder has a milestone to come."));
}

void MainWindow::openAwaitedPicker(ActivityId id, std::vector<Awaited> offers, const QString& none) {
    const QString key = show::text(m_document.programme().activities.row(id)->key);
    auto* picker =
        new AwaitedPicker(tr("%1 waits for a milestone of another job").arg(key), std::move(offers), none, this);
    connect(picker, &AwaitedPicker::picked, this, [this, id, key](const Awaited& awaited) {
        const Outcome set = m_document.perform(tr("%1 waits for %2").arg(key, show::text(nameOf(awaited))),
                                               [&](Transaction& tx) { return setAwaited(tx, id, awaited); });
        if (!set.ok()) say(show::error(set.error()));
    });
    connect(picker, &AwaitedPicker::otherFileWanted, this, [this, id] {
        const QFileInfo own(m_document.path());
        const QString path = m_dialogs.fileToOpen(this, own.path());
        if (path.isEmpty() || !m_document.programme().activities.row(id)) return;
        if (QFileInfo(path) == own) return say(tr("That is this job itself: link its activities instead."));
        std::optional<PortfolioJob> job;
        m_document.wait(tr("Reading %1").arg(QFileInfo(path).fileName()),
                        [&](WorkWatch&) { job = portfolioJobAt(path.toStdString()); });
        if (!job) return; // stopped
        if (job->fault) return say(show::error(*job->fault));
        std::vector<Awaited> others;
        offer(others, *job, own.dir());
        openAwaitedPicker(id, std::move(others), tr("That job has no milestone to come."));
    });
    picker->openAt(stage().mapToGlobal(QPoint(stage().width() / 3, 90)));
}

Outcome MainWindow::saveAt(const QString& path) {
    const auto folderOf = [](const QString& file) {
        const QByteArray folder = QFileInfo(file).canonicalPath().toUtf8();
        return std::filesystem::path(std::u8string(folder.begin(), folder.end()));
    };
    const auto before = m_document.path().isEmpty() ? std::filesystem::path() : folderOf(m_document.path());
    // The file that is left keeps its own paths, so they are changed once the new one is there.
    if (Outcome saved = m_document.save(path); !saved.ok()) return saved;
    const auto after = folderOf(path);
    bool any = false;
    if (!before.empty() && !after.empty() && before != after)
        if (const Outcome followed = m_document.perform(tr("files of other jobs are seen from the new folder"),
                                                        [&](Transaction& tx) {
                                                            any = followFolder(tx, before, after);
                                                            return done();
                                                        });
            !followed.ok())
            return followed;
    // The open text format is written only when it is asked for.
    return any && !m_document.keeper().hasName() ? m_document.save(path) : done();
}

void MainWindow::lookAtAwaited(bool asked) {
    m_awaited.stop();
    const Programme& programme = m_document.programme();
    const bool any = std::any_of(programme.activities.begin(), programme.activities.end(),
                                 [](const Activity& one) { return one.awaited.has_value(); });
    if (!any || m_document.path().isEmpty()) {
        if (asked) tell(tr("Nothing waits for another job."));
        return;
    }
    m_awaited.start(
        m_document.patience(),
        [kept = m_document.sharedProgramme(), folder = QFileInfo(m_document.path()).path().toStdString()](WorkWatch&) {
            return std::make_shared<const std::vector<AwaitedNow>>(awaitedFrom(*kept, folder));
        },
        [this, asked, path = m_document.path()](const std::shared_ptr<const std::vector<AwaitedNow>>& list) {
            // Another job may have been opened since, of which this says nothing.
            if (m_document.path() == path) tellAwaited(*list, asked);
        });
}

void MainWindow::tellAwaited(const std::vector<AwaitedNow>& list, bool asked) {
    const auto count = [&](AwaitedNow::Is is) {
        return std::count_if(list.begin(), list.end(), [is](const AwaitedNow& one) { return one.is == is; });
    };
    const auto moved = count(AwaitedNow::Is::moved), same = count(AwaitedNow::Is::same);
    QStringList lines;
    constexpr int mostTold = 4;
    for (const AwaitedNow& one : list)
        if (one.is != AwaitedNow::Is::same && lines.size() < mostTold)
            lines << show::text(
                awaitedLine(m_document.programme(), one, [](Date day) { return show::date(day).toStdString(); }));
    if (const auto more = qint64(list.size()) - same - lines.size(); more > 0) lines << tr("%1 more").arg(more);
    const QString text = lines.join(QStringLiteral(" · "));
    if (moved == 0) {
        if (!text.isEmpty()) return say(text);
        if (asked) tell(tr("What waits for other jobs has their dates."));
        return;
    }
    stage().notice().ask(text, moved == 1 ? tr("Take its date over") : tr("Take their dates over"), [this, list] {
        const Outcome taken = m_document.perform(tr("dates of other jobs taken over"),
                                                 [&](Transaction& tx) { return takeAwaited(tx, list, m_today); });
        if (!taken.ok()) say(show::error(taken.error()));
    });
}

} // namespace yarrin
