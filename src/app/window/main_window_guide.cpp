// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Where one begins, and help.
#include "app/base/format.h"
#include "app/guide/guide_stage.h"
#include "app/guide/guided_job.h"
#include "app/portfolio/portfolio_stage.h"
#include "app/window/first_look.h"
#include "app/window/main_window.h"
#include "app/window/stages.h"
#include "app/window/start_page.h"
#include "edit/new_job.h"
#include "edit/take_over.h"
#include "store/file.h"

#include <QAbstractButton>
#include <QFileInfo>
#include <QMenuBar>
#include <QSettings>
#include <QStackedWidget>

namespace yarrin {

void MainWindow::buildHelpMenu() {
    QMenu* help = menuBar()->addMenu(tr("&Help"));
    help->addAction(
        action(QStringLiteral("openGuide"), tr("&Guide"), QKeySequence(Qt::Key_F1), [this] { openGuide(); }));
    const auto page = [this](const QString& name) {
        go(Place::guide);
        stageAt(Place::guide).showNamed(name);
    };
    help->addAction(action(QStringLiteral("openKeys"), tr("All &keys"), QKeySequence(Qt::CTRL | Qt::Key_F1),
                           [page] { page(QStringLiteral("keys")); }));
    help->addAction(
        action(QStringLiteral("openNews"), tr("What is &new"), {}, [page] { page(QStringLiteral("new")); }));
    help->addAction(action(QStringLiteral("guidedJobBegin"), tr("Your first &job, step by step"), {}, [this] {
        m_guided->begin();
        findChild<QAction*>(QStringLiteral("fileNew"))->trigger();
    }));
    help->addAction(action(QStringLiteral("firstLooks"), tr("Tell again what &stages are for"), {}, [this] {
        m_settings.remove(QStringLiteral("seen"));
        m_settings.setValue(QStringLiteral("hints"), true);
        showFirstLooks();
    }));
    help->addSeparator();
    help->addAction(action(QStringLiteral("openDemo"), tr("Open the &demo"), {}, [this] {
        if (mayLeave()) openDemo();
    }));
    help->addAction(action(QStringLiteral("about"), tr("&About Yarrin"), {}, [this] { m_dialogs.about(this); }));
}

void MainWindow::openGuide() {
    const auto from = Place(m_stack->currentIndex());
    if (from == Place::guide) return stageAt(Place::guide).focusMain();
    // The pages of a stage are chosen by buttons: what is pressed of them is what one looks at.
    QStringList pages;
    for (const auto* button : stage().findChildren<QAbstractButton*>())
        if (button->isCheckable() && button->isChecked() && button->isVisible())
            pages << button->text().remove(QLatin1Char('&'));
    const QString title = from == Place::record        ? QStringLiteral("record")
                          : from == Place::preferences ? QStringLiteral("Everywhere")
                                                       : QString::fromLatin1(infoOf(from).title);
    auto& guide = stageAs<GuideStage>(Place::guide);
    go(Place::guide);
    guide.open(title, pages);
}

void MainWindow::showFirstLooks() {
    m_firstLook->setWanted(true);
    m_firstLook->goneTo(Place(m_stack->currentIndex()));
}

StartPage* MainWindow::makeStartPage() {
    auto* page = new StartPage(m_today);
    const auto opened = [this](bool ok) {
        // A job that was open before is gone back to where one was in it.
        if (ok && m_stack->currentIndex() == int(Place::start)) go(Place::programme);
    };
    connect(page, &StartPage::newWanted, this, &MainWindow::beginNew);
    connect(page, &StartPage::likeWanted, this, &MainWindow::beginLike);
    connect(page, &StartPage::portfolioWanted, this, [this] { go(Place::portfolio); });
    connect(page, &StartPage::openWanted, this, [this] { findChild<QAction*>(QStringLiteral("fileOpen"))->trigger(); });
    connect(page, &StartPage::demoWanted, this, [this] {
        if (!mayLeave()) return;
        openDemo();
        go(Place::programme);
    });
    connect(page, &StartPage::guidedWanted, this,
            [this] { findChild<QAction*>(QStringLiteral("guidedJobBegin"))->trigger(); });
    connect(page, &StartPage::billWanted, this,
            [this] { findChild<QAction*>(QStringLiteral("importBill"))->trigger(); });
    connect(page, &StartPage::scheduleWanted, this,
            [this] { findChild<QAction*>(QStringLiteral("importSchedule"))->trigger(); });
    connect(page, &StartPage::planWanted, this,
            [this] { findChild<QAction*>(QStringLiteral("importPlan"))->trigger(); });
    connect(page, &StartPage::planOfFileWanted, this,
            [this](int index) { importPlan(m_planPath, std::size_t(index)); });
    connect(page, &StartPage::intoWanted, this, &MainWindow::takePlanInto);
    connect(page, &StartPage::pathWanted, this, [this, opened](const QString& path) {
        if (mayLeave()) opened(openFile(path));
    });
    connect(page, &StartPage::unsavedWanted, this, [this, opened](const QString& path) {
        if (!mayLeave()) return;
        const Outcome adopted = m_document.adopt(path);
        if (!adopted.ok()) say(show::error(adopted.error()));
        opened(adopted.ok());
    });
    connect(page, &StartPage::forgetWanted, this, [this](const QString& path) {
        QStringList recent = m_settings.value(QStringLiteral("recent")).toStringList();
        recent.removeAll(path);
        m_settings.setValue(QStringLiteral("recent"), recent);
        refreshRecent();
        fillStartPage();
    });
    connect(page, &StartPage::left, this, [this] {
        if (m_back.empty()) return go(Place::programme);
        travel(m_back, m_ahead);
    });
    return page;
}

PortfolioStage* MainWindow::makePortfolio() {
    auto* page = new PortfolioStage(m_dialogs, m_settings, m_today);
    connect(page, &PortfolioStage::pathWanted, this, [this](const QString& path) {
        if (mayLeave() && openFile(path) && m_stack->currentIndex() == int(Place::portfolio)) go(Place::programme);
    });
    connect(page, &PortfolioStage::left, this, [this] { travel(m_back, m_ahead); });
    return page;
}

void MainWindow::fillStartPage() {
    std::vector<StartPage::Unsaved> unsaved;
    for (const LeftBehind& one : m_document.keeper().leftBehind())
        if (one.fault.isEmpty() && one.spareOf.isEmpty())
            unsaved.push_back({one.path, one.title, show::moment(one.last.toStdString())});
    stageAs<StartPage>(Place::start).setJobs(m_settings.value(QStringLiteral("recent")).toStringList(), unsaved);
}

void MainWindow::beginNew(const Programme& job) {
    if (!mayLeave()) return;
    m_document.replace(job, {});
    m_guided->jobMade();
    go(Place::programme);
}

void MainWindow::importPlan(const QString& path, std::optional<std::size_t> schedule) {
    std::optional<Result<IfcReading>> plan;
    m_document.wait(tr("Reading %1").arg(QFileInfo(path).fileName()),
                    [&](WorkWatch&) { plan = readIfc(path.toStdString(), schedule); });
    if (!plan) return; // stopped
    if (!plan->ok()) return say(show::error(plan->error()));
    const Programme& open = m_document.programme();
    const bool nothing = open.activities.empty() && m_document.path().isEmpty();
    const QString job = nothing                  ? QString()
                        : open.job.title.empty() ? QFileInfo(m_document.path()).completeBaseName()
                                                 : show::text(open.job.title);
    m_planPath = path;
    go(Place::start);
    stageAs<StartPage>(Place::start).showPlan(std::move(**plan), QFileInfo(path).fileName(), job);
}

void MainWindow::takePlanInto(const Programme& plan, const QString& name) {
    const Outcome taken = m_document.perform(tr("%1 taken over").arg(name),
                                             [&](Transaction& tx) { return takeOver(tx, plan, name.toStdString()); });
    if (!taken.ok()) return say(tr("Not taken over. %1").arg(show::error(taken.error())));
    stageAt(Place::start).showNamed({});
    go(Place::programme);
}

/// Another job's ways without its work.
void MainWindow::beginLike() {
    const QString path = m_dialogs.fileToOpen(this, {});
    if (path.isEmpty()) return;
    std::optional<Result<Programme>> other;
    m_document.wait(tr("Reading %1").arg(QFileInfo(path).fileName()),
                    [&](WorkWatch&) { other = readProgramme(path.toStdString()); });
    if (!other) return; // stopped
    if (!other->ok()) return say(show::error(other->error()));
    if (!mayLeave()) return;
    m_document.replace(likeJob(**other), {});
    go(Place::contract);
}

QString MainWindow::keysText() const {
    QString text = tr("## All keys") + QStringLiteral("\n\n") +
                   tr("Keys of charts and tables stand in the guide, where their page is told of.") +
                   QStringLiteral("\n");
    for (const QAction* menu : menuBar()->actions()) {
        QString rows;
        for (const QAction* one : menu->menu()->actions()) {
            QString words = one->text().remove(QLatin1Char('&'));
            QStringList keys;
            for (const QKeySequence& key : one->shortcuts()) keys << key.toString(QKeySequence::NativeText);
            // Some keys are taken by the tables themselves, and stand behind the words.
            if (keys.isEmpty() && words.contains(QLatin1Char('\t'))) keys << words.section(QLatin1Char('\t'), 1);
            words = words.section(QLatin1Char('\t'), 0, 0);
            if (keys.isEmpty()) continue;
            rows += QStringLiteral("| %1 | %2 |\n")
                        .arg(keys.join(QStringLiteral(", ")).replace(QLatin1Char('|'), QLatin1String("\\|")), words);
        }
        if (rows.isEmpty()) continue;
        text += QStringLiteral("\n### %1\n\n| %2 | %3 |\n|---|---|\n%4")
                    .arg(menu->text().remove(QLatin1Char('&')), tr("Key"), tr("What it does"), rows);
    }
    return text;
}

} // namespace yarrin
