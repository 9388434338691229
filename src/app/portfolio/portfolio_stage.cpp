// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/portfolio/portfolio_stage.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/inline_message.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "core/base/text.h"
#include "core/base/worded.h"

#include <QDir>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QSettings>
#include <QSplitter>
#include <QVBoxLayout>

namespace yarrin {

namespace {

/// Adds a column that shows a text; what it is sorted by and typed into is the caller's.
ListColumn& shownColumn(std::vector<ListColumn>& all, const char* name, const QString& title, int width, bool right,
                        std::function<QString(std::size_t)> text) {
    ListColumn& column = all.emplace_back();
    column.name = QLatin1String(name);
    column.title = title;
    column.width = width;
    column.right = right;
    column.text = std::move(text);
    return column;
}

} // namespace

PortfolioStage::PortfolioStage(Dialogs& dialogs, QSettings& settings, Date today, QWidget* parent)
    : Stage(parent), m_dialogs(dialogs), m_settings(settings), m_today(today), m_notice(new NoticeBar(this)),
      m_where(new QLabel(this)), m_again(quietButton(tr("Read again"), "portfolioAgain", this)),
      m_stop(quietButton(tr("Stop"), "portfolioStop", this)), m_chart(new PortfolioChart),
      m_jobs(std::make_shared<const std::vector<PortfolioJob>>()), m_looking(this, [this] { present(); }) {
    setObjectName(QStringLiteral("portfolioStage"));
    auto* folder = quietButton(tr("Folder…"), "portfolioFolder", this);
    auto* back = quietButton(tr("Back"), "portfolioBack", this);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 3, 10, 3);
    m_where->setObjectName(QStringLiteral("portfolioWords"));
    setInk(m_where, Ink::muted);
    line->addWidget(m_where, 1);
    for (QPushButton* button : {m_stop, m_again, folder, back}) line->addWidget(button);
    m_list = new ListPage(QStringLiteral("portfolioJobs"), tr("Sections of all jobs of the folder"),
                          shownRows([this] { return m_rows.size(); }), columns(), this);
    m_list->stretch(QStringLiteral("job"));
    m_list->setEmptyText(
        tr("Choose a folder: all programmes in it stand here, section by section, without being opened."));
    m_list->offerFirst(tr("Choose a folder…"), {QStringLiteral("portfolioFolder")});
    auto* scroll = new QScrollArea;
    scroll->setObjectName(QStringLiteral("portfolioScroll"));
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidgetResizable(true);
    scroll->setWidget(m_chart);
    auto* split = new QSplitter(Qt::Vertical, this);
    split->setObjectName(QStringLiteral("portfolioSplitter"));
    split->addWidget(m_list);
    split->addWidget(scroll);
    split->addWidget(buildNeeds());
    split->setChildrenCollapsible(false);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addLayout(line);
    column->addWidget(split, 1);

    connect(folder, &QPushButton::clicked, this, &PortfolioStage::chooseFolder);
    connect(m_again, &QPushButton::clicked, this, &PortfolioStage::look);
    connect(m_stop, &QPushButton::clicked, this, [this] { m_looking.stop(); });
    connect(back, &QPushButton::clicked, this, &PortfolioStage::left);
    connect(m_chart, &PortfolioChart::chosen, this, [this](int row) {
        if (const int shown = m_list->model().rowOf(std::size_t(row)); shown >= 0) m_list->table().selectRow(shown);
    });
    connect(m_chart, &PortfolioChart::opened, this, [this](int row) { open(std::size_t(row)); });
    connect(&m_list->table(), &QAbstractItemView::doubleClicked, this,
            [this](const QModelIndex& index) { open(m_list->model().sourceRow(index.row())); });
    m_list->table().installEventFilter(this);
    connect(m_list->table().selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this](const QModelIndex& now) {
                m_chart->choose(now.isValid() && now.row() < m_list->model().rowCount()
                                    ? int(m_list->model().sourceRow(now.row()))
                                    : -1);
            });
    m_folder = m_settings.value(QStringLiteral("portfolio")).toString();
    present();
}

/// Trades and plant that all jobs need, against what the firm has.
QWidget* PortfolioStage::buildNeeds() {
    std::vector<ListColumn> all;
    const auto add = [&](auto&&... column) -> ListColumn& { return shownColumn(all, column...); };
    add("name", tr("Trade or plant"), 200, false, [this](std::size_t i) { return show::text(m_all[i].name); });
    ListColumn& has = add("has", tr("The firm has"), 96, true,
                          [this](std::size_t i) { return m_all[i].has ? show::number(*m_all[i].has) : QString(); });
    has.figure = [this](std::size_t i) { return m_all[i].has ? m_all[i].has->toDouble() : -1; };
    has.commit = [this](Transaction*, std::size_t i, const std::string& typed) { return setHas(i, typed); };
    add("most", tr("Most needed"), 96, true, [this](std::size_t i) {
        return show::number(m_all[i].most().second);
    }).figure = [this](std::size_t i) { return m_all[i].most().second.toDouble(); };
    add("month", tr("In"), 90, false, [this](std::size_t i) { return show::month(m_all[i].most().first); }).figure =
        [this](std::size_t i) { return double(m_all[i].most().first - Date{}); };
    ListColumn& over = add("over", tr("Too few in"), 90, true, [this](std::size_t i) {
        return m_all[i].monthsOver() > 0 ? show::countOf(qint64(m_all[i].monthsOver()), "month", "months") : QString();
    });
    over.figure = [this](std::size_t i) { return double(m_all[i].monthsOver()); };
    over.marked = [this](std::size_t i) { return m_all[i].monthsOver() > 0; };
    add("jobs", tr("Jobs in that month"), 260, false, [this](std::size_t i) {
        QStringList words;
        for (std::size_t job = 0; job < m_all[i].byJob.size(); ++job)
            for (const auto& [month, number] : m_all[i].byJob[job])
                if (month == m_all[i].most().first)
                    words << tr("%1 %2").arg(show::text(m_counted[job]->title), show::number(number));
        return words.join(QStringLiteral(" · "));
    }).quiet = true;
    ListSource source = shownRows([this] { return m_all.size(); });
    source.perform = [](const QString&, const std::function<Outcome(Transaction*)>& change) { return change(nullptr); };
    source.nameOf = [this](std::size_t i) { return show::text(m_all[i].name); };
    m_needs = new ListPage(QStringLiteral("portfolioNeeds"), tr("What all jobs need, and what the firm has"),
                           std::move(source), std::move(all), this);
    m_needs->stretch(QStringLiteral("jobs"));
    m_needs->setEmptyText(
        tr("Trades and plant that the jobs need stand here, all jobs together, month by month. Type how "
           "many the firm has; it is kept in the folder, as firm-has.csv."));
    connect(&m_needs->table(), &GridView::refused, this, [this](const QString& reason) { m_notice->say(reason); });
    return m_needs;
}

Outcome PortfolioStage::setHas(std::size_t row, const std::string& typed) {
    FirmHas has = m_has;
    const std::string name = m_all[row].name;
    std::erase_if(has, [&](const auto& one) { return lowered(one.first) == lowered(name); });
    if (!trimmedView(typed).empty()) {
        const auto number = Decimal::parse(trimmed(typed));
        if (!number || number->sign() < 0)
            return inputError(worded("\"%1\" is no number", typed), worded("type how many, like 2"));
        has.emplace_back(name, *number);
    }
    if (Outcome written = writeFirmHas(m_folder.toStdString(), has); !written.ok()) return written;
    m_has = std::move(has);
    present();
    return done();
}

std::vector<ListColumn> PortfolioStage::columns() {
    std::vector<ListColumn> all;
    const auto add = [&](auto&&... column) -> ListColumn& { return shownColumn(all, column...); };
    const auto section = [this](std::size_t row) { return m_rows[row].section; };
    add("job", tr("Job"), 220, false, [this](std::size_t row) {
        const PortfolioJob& job = jobOf(row);
        const QString file = show::text(job.path.filename().string());
        if (job.fault) return tr("%1: %2").arg(file, show::text(job.fault->what)); // its place is the file
        if (!job.alikeTo.empty()) return tr("%1 (as %2)").arg(show::text(job.summary.title), show::text(job.alikeTo));
        return show::text(job.summary.title);
    }).marked = [this](std::size_t row) { return jobOf(row).fault.has_value() || !jobOf(row).alikeTo.empty(); };
    add("file", tr("File"), 120, false, [this](std::size_t row) {
        return show::text(jobOf(row).path.filename().string());
    }).quiet = true;
    add("section", tr("Section"), 120, false, [section](std::size_t row) {
        return section(row) ? show::text(section(row)->key + " " + section(row)->name) : QString();
    });
    ListColumn& contract = add("contract", tr("Contract"), 90, false, [section](std::size_t row) {
        return section(row) ? show::date(section(row)->extended) : QString();
    });
    contract.figure = [section](std::size_t row) {
        return section(row) ? double(section(row)->extended - Date{}) : 0.0;
    };
    ListColumn& forecast = add("forecast", tr("Forecast"), 90, false, [section](std::size_t row) {
        return section(row) && section(row)->forecast ? show::date(*section(row)->forecast) : QString();
    });
    forecast.figure = [section](std::size_t row) {
        return section(row) && section(row)->forecast ? double(*section(row)->forecast - Date{}) : 0.0;
    };
    ListColumn& late = add("late", tr("Days late"), 72, true, [section](std::size_t row) {
        return section(row) && section(row)->daysLate ? QString::number(*section(row)->daysLate) : QString();
    });
    late.figure = [section](std::size_t row) {
        return section(row) ? double(section(row)->daysLate.value_or(-99999)) : -99999.0;
    };
    late.marked = [section](std::size_t row) { return section(row) && section(row)->daysLate.value_or(0) > 0; };
    addOfJob(all);
    return all;
}

/// What is of the whole job, and stands in its first row.
void PortfolioStage::addOfJob(std::vector<ListColumn>& all) {
    ListColumn damages;
    damages.name = QStringLiteral("damages");
    damages.title = tr("Damages of the job");
    damages.width = 146;
    damages.right = true;
    damages.text = [this](std::size_t row) {
        const JobSummary& job = jobOf(row).summary;
        return leads(row) && !job.sections.empty() ? show::money(Fraction(job.unrelieved), job.currency) : QString();
    };
    damages.figure = [this](std::size_t row) { return jobOf(row).summary.unrelieved.toDouble(); };
    ListColumn due;
    due.name = QStringLiteral("due");
    due.title = tr("Due");
    due.width = 170;
    due.text = [this](std::size_t row) {
        const JobSummary::Notice* next = jobOf(row).summary.next();
        if (!leads(row) || !next) return QString();
        const QString what = next->duty == Duty::notice        ? tr("notice")
                             : next->duty == Duty::particulars ? tr("particulars")
                                                               : tr("update");
        const QString text = tr("%1 of %2, %3").arg(what, show::text(next->event), show::shortDate(next->due));
        return next->due < m_today ? tr("%1: lapsed").arg(text) : text;
    };
    due.figure = [this](std::size_t row) {
        const JobSummary::Notice* next = jobOf(row).summary.next();
        return next ? double(next->due - Date{}) : 1e9;
    };
    due.marked = [this](std::size_t row) {
        const JobSummary::Notice* next = jobOf(row).summary.next();
        return leads(row) && next && next->due < m_today;
    };
    all.push_back(std::move(damages));
    all.push_back(std::move(due));
}

void PortfolioStage::focusMain() {
    m_list->table().setFocus();
}

void PortfolioStage::setToday(Date today) {
    m_today = today;
    present();
}

void PortfolioStage::showNamed(const QString& folder) {
    if (folder.isEmpty()) return;
    m_folder = folder;
    m_settings.setValue(QStringLiteral("portfolio"), folder);
    look();
}

void PortfolioStage::showEvent(QShowEvent* event) {
    Stage::showEvent(event);
    if (!m_folder.isEmpty()) look();
}

void PortfolioStage::chooseFolder() {
    const QString folder = m_dialogs.folderToOpen(this, tr("Jobs of a folder"), m_folder);
    if (!folder.isEmpty()) showNamed(folder);
}

void PortfolioStage::look() {
    if (m_folder.isEmpty()) return chooseFolder();
    using namespace std::chrono_literals;
    m_looking.start(
        100ms,
        [folder = m_folder.toStdString()](WorkWatch& watch) {
            std::stop_source enough;
            const std::stop_callback dropped(watch.token(), [&] { enough.request_stop(); });
            return std::make_shared<const Result<std::vector<PortfolioJob>>>(
                portfolioOf(folder, 0, enough.get_token()));
        },
        [this](const std::shared_ptr<const Result<std::vector<PortfolioJob>>>& found) {
            if (!found->ok()) {
                m_jobs = std::make_shared<const std::vector<PortfolioJob>>();
                m_notice->say(show::error(found->error()));
            } else {
                m_jobs = std::shared_ptr<const std::vector<PortfolioJob>>(found, &**found);
            }
            if (auto has = firmHasIn(m_folder.toStdString()); has.ok())
                m_has = std::move(*has);
            else
                m_notice->say(show::error(has.error()));
            present();
        });
    present();
}

void PortfolioStage::present() {
    m_rows.clear();
    std::size_t late = 0, faulty = 0;
    for (std::size_t i = 0; i < m_jobs->size(); ++i) {
        const JobSummary& job = (*m_jobs)[i].summary;
        const JobSummary::Of* worst = job.worst();
        late += worst && worst->daysLate.value_or(0) > 0 ? 1 : 0;
        faulty += (*m_jobs)[i].fault ? 1 : 0;
        if (job.sections.empty()) m_rows.push_back({i, nullptr});
        for (const JobSummary::Of& one : job.sections) m_rows.push_back({i, &one});
    }
    m_list->refresh();
    m_counted = eachJobOnce(*m_jobs);
    m_all = needsOfAll(m_counted, m_has);
    m_needs->refresh();
    m_chart->setJobs(m_jobs, m_rows, m_today);
    const bool working = m_looking.isRunning();
    m_stop->setVisible(working);
    m_again->setVisible(!working && !m_folder.isEmpty());
    QStringList words;
    if (!m_folder.isEmpty()) words << QDir(m_folder).dirName();
    if (working) words << tr("reading…");
    if (!m_jobs->empty()) {
        words << show::countOf(qint64(m_jobs->size() - faulty), "job", "jobs");
        if (late > 0) words << tr("%1 late").arg(late);
        if (faulty > 0) words << show::countOf(qint64(faulty), "file that is none", "files that are none");
    } else if (!working && !m_folder.isEmpty()) {
        words << tr("no programmes in it");
    }
    m_where->setText(words.join(QStringLiteral(" · ")));
    m_where->setToolTip(m_folder);
}

void PortfolioStage::open(std::size_t row) {
    if (row >= m_rows.size()) return;
    if (jobOf(row).fault) return m_notice->say(show::error(*jobOf(row).fault));
    emit pathWanted(QString::fromStdString(jobOf(row).path.string()));
}

void PortfolioStage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return emit left();
    Stage::keyPressEvent(event);
}

/// Enter opens the chosen job; a table that only shows has no other use for it.
bool PortfolioStage::eventFilter(QObject* watched, QEvent* event) {
    if (watched != &m_list->table() || event->type() != QEvent::KeyPress) return Stage::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key == Qt::Key_Escape) {
        emit left();
        return true;
    }
    const QModelIndex now = m_list->table().currentIndex();
    if ((key != Qt::Key_Return && key != Qt::Key_Enter) || !now.isValid()) return Stage::eventFilter(watched, event);
    open(m_list->model().sourceRow(now.row()));
    return true;
}

} // namespace yarrin
