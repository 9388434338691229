// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What the window keeps of each job between sessions: its own size, how places are parted, the lens, and where one was.
#include "app/base/format.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/programme_stage.h"
#include "app/table/activity_table.h"
#include "app/window/main_window.h"
#include "app/window/stages.h"
#include "store/lens_file.h"

#include <QAction>
#include <QCryptographicHash>
#include <QFileInfo>
#include <QSettings>
#include <QSplitter>
#include <QStackedWidget>
#include <QTimer>

#include <algorithm>

namespace yarrin {

namespace {

constexpr int mostJobs = 60;

/// Jobs are told apart by where they lie; the path itself need not stand in a group's name.
QString groupOf(const QString& path) {
    const QByteArray full = QFileInfo(path).absoluteFilePath().toUtf8();
    return QStringLiteral("jobs/") +
           QString::fromLatin1(QCryptographicHash::hash(full, QCryptographicHash::Sha256).toHex().left(24));
}

/// Those that nobody opened for longest are forgotten.
void forgetOldest(QSettings& settings) {
    settings.beginGroup(QStringLiteral("jobs"));
    QStringList jobs = settings.childGroups();
    std::sort(jobs.begin(), jobs.end(), [&](const QString& a, const QString& b) {
        return settings.value(a + QStringLiteral("/seen")).toLongLong() >
               settings.value(b + QStringLiteral("/seen")).toLongLong();
    });
    for (qsizetype i = mostJobs; i < jobs.size(); ++i) settings.remove(jobs[i]);
    settings.endGroup();
}

} // namespace

/// Where one was last in the job itself.
MainWindow::Place MainWindow::placeOfJob() const {
    const auto ofJob = [](Place place) {
        return place != Place::start && place != Place::guide && place != Place::preferences &&
               place != Place::portfolio;
    };
    if (const auto here = Place(m_stack->currentIndex()); ofJob(here)) return here;
    for (auto spot = m_back.rbegin(); spot != m_back.rend(); ++spot)
        if (ofJob(spot->place)) return spot->place;
    return Place::programme;
}

void MainWindow::rememberJob() {
    if (m_document.path().isEmpty()) return;
    m_settings.beginGroup(groupOf(m_document.path()));
    m_settings.setValue(QStringLiteral("geometry"), saveGeometry());
    m_settings.setValue(QStringLiteral("stage"), QLatin1String(infoOf(placeOfJob()).name));
    const Activity* chosen = m_document.programme().activities.row(m_state.current());
    m_settings.setValue(QStringLiteral("chosen"), chosen ? show::text(chosen->key) : QString());
    m_settings.setValue(QStringLiteral("lens"), show::text(lensToJson(keptFrom(m_state.lens()))));
    m_settings.setValue(QStringLiteral("left"), qint64(m_state.left().minutes));
    m_settings.setValue(QStringLiteral("pixelsPerDay"), m_state.pixelsPerDay());
    m_settings.setValue(QStringLiteral("card"), m_cardWanted);
    QStringList folded;
    for (const std::uint32_t group : m_state.folded()) folded << QString::number(group);
    folded.sort();
    m_settings.setValue(QStringLiteral("folded"), folded);
    for (const QSplitter* splitter : findChildren<QSplitter*>())
        if (!splitter->objectName().isEmpty())
            m_settings.setValue(QStringLiteral("split/") + splitter->objectName(), splitter->saveState());
    m_settings.endGroup();
    // Counted, not timed: clocks go back.
    const qint64 count = m_settings.value(QStringLiteral("jobsSeen"), 0).toLongLong() + 1;
    m_settings.setValue(QStringLiteral("jobsSeen"), count);
    m_settings.setValue(groupOf(m_document.path()) + QStringLiteral("/seen"), count);
    forgetOldest(m_settings);
}

/// What makes no sense there, or names what the job no longer has, is left as a new job has it.
void MainWindow::recallJob() {
    const QString group = groupOf(m_document.path());
    if (m_document.path().isEmpty() || !m_settings.contains(group + QStringLiteral("/stage"))) return;
    const auto kept = [&](const char* name) {
        return m_settings.value(group + QLatin1Char('/') + QLatin1String(name));
    };
    restoreGeometry(kept("geometry").toByteArray());
    if (const auto lens = lensFromJson(kept("lens").toString().toStdString()); lens.ok())
        if (const Lens as = lensFrom(*lens); faultsIn(as, m_document.programme()).empty()) m_state.setLens(as);
    std::vector<std::uint32_t> folded;
    for (const QString& one : kept("folded").toStringList()) folded.push_back(one.toUInt());
    m_state.foldAll(folded);
    const double ppd = kept("pixelsPerDay").toDouble();
    const Instant left{kept("left").toLongLong()};
    if (ppd >= leastPixelsPerDay && ppd <= mostPixelsPerDay && !isBeyond(left)) {
        m_fitPending = false;
        m_state.setTime(left, ppd);
    }
    m_cardWanted = kept("card").toBool();
    findChild<QAction*>(QStringLiteral("showCard"))->setChecked(m_cardWanted);
    for (Stage* stage : m_stages)
        if (stage) partAsKept(*stage);
    goNamed(kept("stage").toString(), {});
    for (const Activity& activity : m_document.programme().activities)
        if (show::text(activity.key) == kept("chosen").toString()) {
            m_state.select(activity.id);
            break;
        }
    m_back.clear();
}

void MainWindow::partAsKept(Stage& stage) {
    if (m_document.path().isEmpty()) return;
    const QString group = groupOf(m_document.path()) + QStringLiteral("/split/");
    for (QSplitter* splitter : stage.findChildren<QSplitter*>())
        if (const QVariant state = m_settings.value(group + splitter->objectName());
            !splitter->objectName().isEmpty() && state.isValid())
            splitter->restoreState(state.toByteArray());
}

} // namespace yarrin
