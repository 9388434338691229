// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/main_window.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/one_line.h"
#include "app/base/output_book.h"
#include "app/base/painted_parts.h"
#include "app/base/plain_words.h"
#include "app/base/undo_keys.h"
#include "app/buildup/build_up_stage.h"
#include "app/card/card.h"
#include "app/contract/contract_stage.h"
#include "app/delay/delay_stage.h"
#include "app/guide/guided_job.h"
#include "app/lens/lens_pane.h"
#include "app/portfolio/portfolio_stage.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/link_line.h"
#include "app/programme/logic_view.h"
#include "app/programme/places_page.h"
#include "app/programme/programme_stage.h"
#include "app/progress/progress_stage.h"
#include "app/record/compare_page.h"
#include "app/record/history_page.h"
#include "app/record/record_stage.h"
#include "app/record/record_strip.h"
#include "app/record/revision_page.h"
#include "app/scope/scope_stage.h"
#include "app/sitetime/site_time_stage.h"
#include "app/table/activity_table.h"
#include "app/table/inline_message.h"
#include "app/window/another_window.h"
#include "app/window/find_field.h"
#include "app/window/first_look.h"
#include "app/window/long_work.h"
#include "app/window/rail.h"
#include "app/window/ripple_panel.h"
#include "app/window/stages.h"
#include "app/window/standing.h"
#include "app/window/state_line.h"

#include "store/file.h"
#include "store/ifc.h"

#include <QApplication>
#include <QCloseEvent>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QLabel>
#include <QLineEdit>
#include <QMenuBar>
#include <QSettings>
#include <QStackedWidget>
#include <QTimer>
#include <QToolButton>
#include <QUrl>
#include <QVBoxLayout>
#include <QWidgetAction>

namespace yarrin {

namespace {

std::vector<Rail::Entry> railEntries() {
    std::vector<Rail::Entry> entries;
    for (const StageInfo& info : stages)
        if (info.icon) entries.push_back({QLatin1String(info.icon), MainWindow::tr(info.title)});
    return entries;
}

/// Parts are told before any part of the window is made: what a reader has got hold of is never told anew.
QWidget* noParent() {
    tellPaintedParts();
    return nullptr;
}

} // namespace

MainWindow::MainWindow(QSettings& settings, Dialogs& dialogs, Date today)
    : QMainWindow(noParent()), m_settings(settings), m_dialogs(dialogs), m_today(today),
      m_rail(new Rail(railEntries())), m_stack(new QStackedWidget), m_strip(new RecordStrip(m_document)),
      m_firstLook(new FirstLook(settings)),
      m_card(new Card(m_document, m_state, [this]() -> const OutputBook& { return book(); })),
      m_lensPane(new LensPane(m_document, m_state, m_dialogs)), m_odds(new OddsStudy(m_document, this)),
      m_standing(new Standing(m_document, today, *m_odds)), m_ripple(nullptr), m_longWork(nullptr), m_awaited(this),
      m_planned(this), m_find(new FindField(m_document)), m_jobTitle(new OneLine), m_jobState(new StateLine),
      m_lens(new QToolButton), m_trialButton(new QToolButton) {
    PlainWords::watch();
    UndoKeys::watch();
    setObjectName(QStringLiteral("mainWindow"));
    setMinimumSize(900, 560);
    resize(1280, 800);
    m_stack->setObjectName(QStringLiteral("stages"));
    for (std::size_t i = 0; i < stages.size(); ++i) m_stack->addWidget(new QWidget);
    buildActions();

    auto* centre = new QWidget(this);
    auto* columns = new QHBoxLayout;
    columns->setContentsMargins(0, 0, 0, 0);
    columns->setSpacing(0);
    auto* right = new QVBoxLayout;
    right->setContentsMargins(0, 0, 0, 0);
    right->setSpacing(0);
    right->addWidget(buildContext());
    right->addWidget(m_strip);
    m_guided = new GuidedJob(m_document);
    right->addWidget(m_guided);
    right->addWidget(m_firstLook);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(0);
    middle->addWidget(m_stack, 1);
    middle->addWidget(m_card);
    middle->addWidget(m_lensPane);
    m_lensPane->hide();
    right->addLayout(middle, 1);
    columns->addWidget(m_rail);
    columns->addLayout(right, 1);
    auto* rows = new QVBoxLayout(centre);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setSpacing(0);
    rows->addLayout(columns, 1);
    rows->addWidget(m_standing);
    setCentralWidget(centre);
    m_ripple = new RipplePanel(m_document, centre);
    m_longWork = new LongWork(centre);
    m_document.setWaiter([this](const QString& what, const LongJob& job) { m_longWork->wait(what, job); });

    connect(m_rail, &Rail::chosen, this, [this](int index) { go(Place(index)); });
    connect(m_rail, &Rail::opened, this, [this](int index) { go(Place(index)); });
    connect(m_standing, &Standing::undoRequested, &m_document, &Document::undo);
    connect(&m_document, &Document::notUndone, this,
            [this](const QString& reason) { say(tr("Nothing was taken back. %1").arg(reason)); });
    connect(m_standing, &Standing::showRequested, m_ripple, &RipplePanel::open);
    connect(m_ripple, &RipplePanel::reveal, this, &MainWindow::reveal);
    connect(m_card, &Card::reveal, this, &MainWindow::reveal);
    connect(m_card, &Card::refused, this, &MainWindow::say);
    connect(m_card, &Card::awaitedWanted, this, &MainWindow::askAwaited);
    connectLensPane();
    connect(m_find, &FindField::activityChosen, this, &MainWindow::reveal);
    connect(m_find, &FindField::left, this, [this] { stage().focusMain(); });
    connect(m_firstLook, &FirstLook::guideWanted, this, &MainWindow::openGuide);
    connect(m_strip, &RecordStrip::saveElsewhere, this, &MainWindow::saveAs);
    connect(m_strip, &RecordStrip::openWanted, this, [this](const QString& path) {
        if (mayLeave()) openFile(path);
    });
    connect(m_strip, &RecordStrip::refused, this, &MainWindow::say);
    connect(m_strip, &RecordStrip::compareTrial, this, [this] {
        go(Place::record);
        auto& record = stageAs<RecordStage>(Place::record);
        record.show(RecordStage::Page::compare);
        record.comparison().compareTrial();
    });
    connect(m_standing, &Standing::noticesWanted, this, [this] { go(Place::delay); });
    connect(&m_document, &Document::recordChanged, this, &MainWindow::outlineTrial);
    connect(&m_document, &Document::contractAccepted, this, &MainWindow::outlineContract);
    connect(&m_document, &Document::recordChanged, this, &MainWindow::refreshContext);
    connect(&m_state, &ViewState::outlineChanged, this, &MainWindow::refreshContext);
    connect(&m_document, &Document::changed, this, &MainWindow::refreshContext);
    // Other rows may be hidden now, and the lens may have been kept otherwise.
    connect(&m_document, &Document::changed, this, &MainWindow::nameLens);
    connect(&m_document, &Document::fileChanged, this, &MainWindow::refreshTitle);
    connect(&m_document, &Document::replaced, this, [this] {
        m_state.clearSelection();
        m_back.clear();
        m_ahead.clear();
        m_trialOutlined = false;
        // A lens of the job before that this one does not have, or does not understand, is left behind.
        const Lens& lens = m_state.lens();
        const auto& shipped = shippedLenses();
        const bool known = keptLens(lens.name) || std::any_of(shipped.begin(), shipped.end(),
                                                              [&](const Lens& one) { return one.name == lens.name; });
        if (!known || !faultsIn(lens, m_document.programme()).empty()) m_state.setLens(shipped.front());
        outlineContract();
        m_state.foldAll({});
        m_fitPending = true;
        if (programmeStage().isVisible())
            QTimer::singleShot(0, this, [this] {
                if (m_stack->currentIndex() == int(Place::programme)) go(Place::programme); // which fits the chart
            });
    });
    connect(&preferenceChanges(), &PreferenceChanges::changed, this, &MainWindow::takePreferences);
    m_document.replace(Document::blank(m_today), {});
    const QByteArray geometry = m_settings.value(QStringLiteral("window/geometry")).toByteArray();
    if (!geometry.isEmpty()) restoreGeometry(geometry);
    go(Place::programme);
    m_back.clear(); // nobody was anywhere yet
}

/// What shows the document goes before it does, and tells the window nothing on its way.
MainWindow::~MainWindow() {
    for (const auto& other : m_others) delete other.data(); // they show what goes away with this
    m_document.setWaiter(plainWaiter());
    QWidget* centre = takeCentralWidget();
    for (QObject* child : centre->findChildren<QObject*>()) child->disconnect(this);
    delete centre;
}

QWidget* MainWindow::buildContext() {
    auto* line = new QWidget(this);
    line->setObjectName(QStringLiteral("contextLine"));
    keepHeight(line, 44);
    auto* layout = new QHBoxLayout(line);
    layout->setContentsMargins(12, 0, 12, 0);
    layout->setSpacing(10);
    auto* names = new QVBoxLayout;
    names->setSpacing(0);
    m_jobTitle->setFont(headingFont());
    m_jobTitle->setObjectName(QStringLiteral("contextTitle"));
    m_jobState->setFont(secondaryFont());
    m_jobState->setObjectName(QStringLiteral("contextState"));
    names->addStretch();
    names->addWidget(m_jobTitle);
    names->addWidget(m_jobState);
    names->addStretch();
    layout->addLayout(names, 4);
    // In a narrow window both give way.
    m_find->setMinimumWidth(150);
    m_find->setMaximumWidth(300);
    layout->addWidget(m_find, 3);
    layout->addStretch(1);
    m_lens->setObjectName(QStringLiteral("lensButton"));
    m_lens->setPopupMode(QToolButton::InstantPopup);
    m_lens->setProperty("pill", true);
    m_lens->setMenu(buildLensMenu());
    layout->addWidget(m_lens);
    m_trialButton->setObjectName(QStringLiteral("trialButton"));
    m_trialButton->setProperty("pill", true);
    connect(m_trialButton, &QToolButton::clicked, this, &MainWindow::toggleTrial);
    layout->addWidget(m_trialButton);
    for (QAction* step : {m_undo, m_redo}) {
        auto* button = new QToolButton(line);
        button->setDefaultAction(step);
        button->setIconSize({20, 20});
        button->setToolButtonStyle(Qt::ToolButtonIconOnly);
        layout->addWidget(button);
    }
    nameLens();
    connect(&m_state, &ViewState::lensChanged, this, &MainWindow::nameLens);
    return line;
}

void MainWindow::refreshContext() {
    const Programme& programme = m_document.programme();
    m_jobTitle->setText(show::text(programme.job.title));
    std::vector<StateLine::Part> parts;
    parts.push_back({m_document.displayName()});
    if (!m_document.path().isEmpty())
        parts.back().lead = [this] {
            const QString folder = QFileInfo(m_document.path()).absolutePath();
            if (!m_dialogs.openAddress(QUrl::fromLocalFile(folder)))
                say(tr("Nothing here shows the folder %1.").arg(folder));
        };
    if (programme.job.dataDate)
        parts.push_back({tr("data date %1").arg(show::weekdayDate(dateOf(*programme.job.dataDate))),
                         [this] { go(Place::progress); }});
    else
        parts.push_back(
            {tr("starts %1").arg(show::weekdayDate(dateOf(programme.job.start))), [this] { go(Place::contract); }});
    if (const HeldFile* file = m_document.keeper().file(); file && file->readOnly())
        parts.push_back({tr("reading only")});
    if (m_state.outline())
        parts.push_back({tr("outlined: %1").arg(show::text(m_state.outline()->name)), [this] { go(Place::record); }});
    m_trialButton->setText(m_document.trial() ? tr("Trial on") : tr("Trial"));
    m_trialButton->setToolTip(m_document.trial() ? tr("Set what it did against where it began")
                                                 : tr("Try something, then keep it as one step or drop it whole"));
    const auto& problems = m_document.schedule().problems;
    if (!problems.empty())
        parts.push_back({tr("%1 to look at").arg(show::countOf(qint64(problems.size()), "problem", "problems"))});
    m_jobState->setParts(std::move(parts));
    setInk(m_jobState, Ink::muted);
    QStringList words;
    for (const Problem& problem : problems)
        if (words.size() < 12) words << show::text(problem.where + ": " + problem.what);
    m_jobState->setToolTip(words.join(QLatin1Char('\n')));
    m_undo->setEnabled(m_document.canUndo());
    m_redo->setEnabled(m_document.canRedo());
    m_undo->setToolTip(m_document.canUndo() ? tr("Undo: %1").arg(m_document.undoText()) : tr("Nothing to undo"));
    m_redo->setToolTip(m_document.canRedo() ? tr("Redo: %1").arg(m_document.redoText()) : tr("Nothing to redo"));
}

void MainWindow::refreshTitle() {
    setWindowTitle(QStringLiteral("%1[*] – Yarrin").arg(m_document.displayName()));
    setWindowModified(m_document.isModified());
    refreshContext();
}

void MainWindow::say(const QString& text) {
    stage().notice().say(text);
}

void MainWindow::tell(const QString& text) {
    stage().notice().tell(text);
}

bool MainWindow::isWorking() {
    return stage().isWorking() || m_card->isWorking();
}

void MainWindow::reveal(ActivityId id) {
    if (id != m_state.current()) leaveSpot();
    ActivityTable& rows = table();
    const bool programme = m_stack->currentIndex() == int(Place::programme);
    if (programme && programmeStage().page() == ProgrammeStage::Page::logic) {
        m_state.select(id);
        programmeStage().logic().setFocus();
        return programmeStage().logic().bring(id);
    }
    if (programme && programmeStage().page() == ProgrammeStage::Page::places) {
        m_state.select(id);
        programmeStage().places().view().setFocus();
        return programmeStage().places().view().bring(id);
    }
    if (programme) programmeStage().show(ProgrammeStage::Page::bars);
    rows.reveal(id);
    rows.setFocus();
    const std::size_t index = m_document.programme().activities.indexOf(id);
    if (m_stack->currentIndex() != int(Place::programme) || index >= m_document.schedule().activities.size()) return;
    // A bar out of sight is brought to a quarter of the chart.
    const TimeScale scale{m_state.left(), m_state.pixelsPerDay()};
    const double x = scale.x(m_document.schedule().activities[index].earlyStart);
    const double width = programmeStage().chart().viewport()->width();
    if (x < 0 || x > width - 20) m_state.setTime(scale.at(x - width / 4), m_state.pixelsPerDay());
}

void MainWindow::revealAll(const std::vector<ActivityId>& ids) {
    go(Place::programme);
    reveal(ids.front());
    m_state.select(ids, ids.front());
}

void MainWindow::zoom(double factor) {
    programmeStage().zoomBy(factor);
}

bool MainWindow::openFile(const QString& path) {
    if (isIfcName(path.toStdString())) {
        importPlan(path);
        return false;
    }
    const Outcome outcome = m_document.open(path);
    if (!outcome.ok()) {
        QString text = show::error(outcome.error());
        if (outcome.errors().size() > 1) text += tr(" There are %1 more faults.").arg(outcome.errors().size() - 1);
        say(text);
        return false;
    }
    remember(path);
    recallJob();
    tellUnfinished();
    lookAtAwaited(false);
    return true;
}

/// What a session that was not ended has left, and what of it may be missing.
void MainWindow::tellUnfinished() {
    const HeldFile* file = m_document.keeper().file();
    if (!file || !m_document.keeper().hasName()) return;
    const QString path = QString::fromStdString(file->path().string());
    for (const LeftBehind& one : m_document.keeper().leftBehind()) {
        if (one.spareOf != path || !one.fault.isEmpty()) continue;
        return stage().notice().ask(tr("When it was last worked on, changes could not be written into this file. They "
                                       "are kept apart from it, up "
                                       "to %1.")
                                        .arg(show::moment(one.last.toStdString())),
                                    tr("Open them"), [this, from = one.path] {
                                        if (!mayLeave()) return;
                                        if (const Outcome opened = m_document.adopt(from); !opened.ok())
                                            say(show::error(opened.error()));
                                    });
    }
    if (!file->unfinished() || file->unfinished()->changes == 0) return;
    const Unfinished& left = *file->unfinished();
    say(tr("The last session was not ended (%1, %2). %3, the last at %4. What the window said was not on the disk yet "
           "is "
           "missing.")
            .arg(show::text(left.author), show::text(left.opened),
                 left.changes == 1 ? tr("Its one written change is here")
                                   : tr("Its %1 written changes are all here").arg(left.changes),
                 show::text(left.last)));
}

void MainWindow::openDemo() {
    const QString folder = m_document.keeper().folder().isEmpty() ? m_demoFolder.path() : m_document.keeper().folder();
    if (const Outcome made = makeOwnFolder(folder.toStdString()); !made.ok()) return say(show::error(made.error()));
    QString path;
    for (int n = 1; path.isEmpty() || QFile::exists(path); ++n)
        path = QStringLiteral("%1/demo%2.yarrin").arg(folder).arg(n);
    if (!QFile::copy(QStringLiteral(":/demo/brannoch.yarrin"), path))
        return say(tr("The demo cannot be opened: there is no room for it in %1.").arg(folder));
    QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner);
    const Outcome opened = m_document.openCopy(path);
    if (!opened.ok()) say(show::error(opened.error()));
}

bool MainWindow::mayLeave() {
    if (!mayDrop()) return false;
    rememberJob();
    return true;
}

bool MainWindow::mayDrop() {
    // What is still being typed somewhere counts as typed, a link that was drawn as drawn.
    for (auto* link : findChildren<LinkLine*>()) link->keep();
    if (QWidget* focus = QApplication::focusWidget()) focus->clearFocus();
    if (m_stages[std::size_t(Place::record)]) stageAs<RecordStage>(Place::record).revisions().saveDraft();
    if (!m_document.isModified()) return true;
    // What has no file is known by its job's name.
    const QString title = show::text(m_document.programme().job.title);
    const QString name = m_document.path().isEmpty() && !title.isEmpty() ? title : m_document.displayName();
    switch (m_dialogs.unsavedChanges(this, name)) {
    case Dialogs::Unsaved::save:
        return save();
    case Dialogs::Unsaved::discard:
        return true;
    case Dialogs::Unsaved::cancel:
        return false;
    }
    return false;
}

bool MainWindow::save() {
    if (m_document.path().isEmpty()) return saveAs();
    if (m_document.keeper().hasName()) {
        m_document.keeper().settle();
        const HeldFile& file = *m_document.keeper().file();
        if (file.readOnly()) return saveAs();
        // Nothing is left to save; what a person may want is to find this state again.
        if (!m_document.isModified()) m_strip->askName();
        return !m_document.isModified();
    }
    const Outcome outcome = m_document.save(m_document.path());
    if (!outcome.ok()) {
        say(tr("Not saved. %1").arg(show::error(outcome.error())));
        return false;
    }
    if (!m_document.recordUnsaved()) return true;
    say(tr("The programme is saved. Its revisions and its narrative need a file of Yarrin's own: the open text format "
           "does "
           "not hold them."));
    return saveAs();
}

void MainWindow::toggleTrial() {
    if (m_document.trial()) return emit m_strip->compareTrial();
    const Outcome begun = m_document.beginTrial();
    if (!begun.ok()) say(show::error(begun.error()));
}

/// Where a trial began shows below the bars for as long as it is on.
void MainWindow::outlineTrial() {
    const auto& trial = m_document.trial();
    if (trial.has_value() == m_trialOutlined) return;
    m_trialOutlined = trial.has_value();
    if (!trial) return outlineContract();
    m_state.setOutline(outlineOf(*trial->schedule, tr("before the trial").toStdString()));
}

/// The contract programme in force stands below the bars until something else is chosen.
void MainWindow::outlineContract() {
    m_state.setOutline({});
    m_planned.stop();
    HeldFile* file = m_document.keeper().file();
    const auto revisions = file ? file->revisions() : Result<std::vector<Revision>>(std::vector<Revision>{});
    if (!revisions.ok()) return;
    for (const Revision& revision : *revisions) {
        if (!revision.contract) continue;
        const std::string name = tr("contract programme %1").arg(show::text(revision.key)).toStdString();
        m_planned.start(
            m_document.patience(),
            [read = file->readerOf(revision)](WorkWatch&) {
                const auto state = read();
                return state.ok() ? state->schedule : nullptr;
            },
            [this, name](const std::shared_ptr<const Schedule>& planned) {
                if (planned && planned->ok()) m_state.setOutline(outlineOf(*planned, name));
            });
    }
}

void MainWindow::setKeeping(Keeping keeping) {
    m_document.keeper().setKeeping(std::move(keeping));
    if (m_stack->currentIndex() == int(Place::start)) fillStartPage();
    offerLeftBehind();
}

void MainWindow::setToday(Date today) {
    if (today == m_today) return;
    m_today = today;
    m_standing->setToday(today);
    if (m_stages[std::size_t(Place::delay)]) stageAs<DelayStage>(Place::delay).setToday(today);
    if (m_stages[std::size_t(Place::portfolio)]) stageAs<PortfolioStage>(Place::portfolio).setToday(today);
}

void MainWindow::offerLeftBehind() {
    const auto all = m_document.keeper().leftBehind();
    if (all.empty()) return;
    const LeftBehind& first = all.front();
    QString more;
    if (all.size() == 2) more = tr(" One more is kept beside it.");
    if (all.size() > 2) more = tr(" %1 more are kept beside it.").arg(all.size() - 1);
    if (!first.fault.isEmpty())
        return say(
            tr("Work that was never saved under a name cannot be read: %1 It stays where it is.").arg(first.fault) +
            more);
    const QString text = first.spareOf.isEmpty()
                             ? tr("“%1” was never saved under a name. What was written of it, up to %2, is kept.")
                                   .arg(first.title, show::moment(first.last.toStdString()))
                             : tr("Changes to %1 that could not be written into it are kept apart from it, up to %2.")
                                   .arg(first.spareOf, show::moment(first.last.toStdString()));
    stage().notice().ask(text + more, tr("Open it"), [this, path = first.path] {
        if (!mayLeave()) return;
        if (const Outcome opened = m_document.adopt(path); !opened.ok()) say(show::error(opened.error()));
    });
}

bool MainWindow::saveAs() {
    const QString title = show::text(m_document.programme().job.title);
    QString suggestion = m_document.path().isEmpty()
                             ? (title.isEmpty() ? tr("Programme") : title) + QStringLiteral(".yarrin")
                             : m_document.path();
    // What the open text format does not hold wants a file of the other kind.
    if (m_document.recordUnsaved() && suggestion.endsWith(QLatin1String(".json"))) suggestion.chop(5);
    QString path = m_dialogs.fileToSave(this, tr("Save the programme"), suggestion,
                                        tr("Yarrin programmes (*.yarrin);;Open text format (*.yarrin.json)"));
    if (path.isEmpty()) return false;
    if (QFileInfo(path).suffix().isEmpty()) path += QStringLiteral(".yarrin");
    const Outcome outcome = saveAt(path);
    if (!outcome.ok())
        say(tr("Not saved. %1").arg(show::error(outcome.error())));
    else
        remember(path);
    return outcome.ok();
}

void MainWindow::exportForOthers() {
    const QString path = m_dialogs.fileToSave(
        this, tr("Export for others"), show::text(m_document.programme().job.title) + QStringLiteral(".yarrin.json"),
        tr("Open text format (*.yarrin.json);;Dates as a calendar (*.ics);;Network as a graph "
           "(*.graphml);;Network for Graphviz (*.dot);;Plan of a building model (*.ifc)"));
    if (path.isEmpty()) return;
    const Outcome outcome = m_document.exportFor(path, m_today);
    if (!outcome.ok()) return say(tr("Not exported. %1").arg(show::error(outcome.error())));
    QString words = tr("Exported to %1.").arg(path);
    if (isIfcName(path.toStdString()))
        if (const auto lost = notInIfc(m_document.programme()); !lost.empty()) {
            QStringList lines;
            for (const std::string& line : lost) lines << show::text(line);
            words += tr(" A building model does not hold: %1.").arg(lines.join(QStringLiteral("; ")));
        }
    tell(words);
}

void MainWindow::remember(const QString& path) {
    QStringList recent = m_settings.value(QStringLiteral("recent")).toStringList();
    const QString full = QFileInfo(path).absoluteFilePath();
    recent.removeAll(full);
    recent.prepend(full);
    m_settings.setValue(QStringLiteral("recent"), recent.mid(0, 8));
    refreshRecent();
}

void MainWindow::refreshRecent() {
    m_recent->clear();
    for (const QString& path : m_settings.value(QStringLiteral("recent")).toStringList())
        m_recent->addAction(path, this, [this, path] {
            if (mayLeave()) openFile(path);
        });
    m_recent->setEnabled(!m_recent->isEmpty());
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!mayLeave()) return event->ignore();
    m_settings.setValue(QStringLiteral("window/geometry"), saveGeometry());
    for (const auto& other : std::exchange(m_others, {}))
        if (other) other->close();
    event->accept();
}

} // namespace yarrin
