// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/progress/progress_stage.h"

#include "app/base/agreed_plan.h"
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/contract/field_edit.h"
#include "app/progress/lines_page.h"
#include "app/progress/update_line.h"
#include "app/progress/weeks_page.h"
#include "app/table/inline_message.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "core/network/effects.h"
#include "core/quantity/units.h"
#include "edit/progress_form.h"
#include "store/file.h"
#include "store/workbook.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace yarrin {

namespace {

QString dueText(Due due) {
    switch (due) {
    case Due::toStart:
        return ProgressStage::tr("should have started");
    case Due::toFinish:
        return ProgressStage::tr("should be finished");
    case Due::started:
        return ProgressStage::tr("in hand");
    case Due::finished:
        return ProgressStage::tr("finished");
    case Due::none:
        break;
    }
    return {};
}

QString rate(const Fraction& value) {
    const auto rounded = value.rounded(1);
    return rounded ? show::number(*rounded) : QString();
}

} // namespace

ProgressStage::ProgressStage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent)
    : Stage(parent), m_document(document), m_state(state), m_dialogs(dialogs), m_notice(new NoticeBar(this)),
      m_planning(this) {
    setObjectName(QStringLiteral("progressStage"));
    buildList();
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    m_update = new UpdateLine(document, this);
    layout->addWidget(buildHead());
    layout->addWidget(m_update);
    layout->addSpacing(4);
    connect(m_update, &UpdateLine::told, m_notice, &NoticeBar::say);
    m_lines = new LinesPage(document, this);
    m_pages = new QStackedWidget(this);
    m_pages->addWidget(m_list);
    m_pages->addWidget(m_lines);
    m_weeks = new WeeksPage(document, state, dialogs, this);
    m_pages->addWidget(m_weeks);
    connect(m_weeks, &WeeksPage::refused, m_notice, &NoticeBar::say);
    connect(m_weeks, &WeeksPage::reveal, this, &ProgressStage::reveal);
    layout->addWidget(m_pages, 1);
    connect(&document, &Document::changed, this, [this] {
        m_planStale = true;
        m_notice->dismiss();
        if (isVisible()) refresh();
    });
    connect(&document, &Document::revisionsChanged, this, [this] {
        m_planStale = true;
        if (isVisible()) refresh();
    });
    connect(&m_list->table(), &GridView::refused, m_notice, &NoticeBar::say);
    connect(m_list->table().selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this](const QModelIndex& index) {
                if (index.isValid() && m_list->model().sourceRow(index.row()) < m_rows.size())
                    m_state.select(at(m_list->model().sourceRow(index.row())).id);
            });
    show(Show::due);
}

void ProgressStage::showNamed(const QString& name) {
    show(name == QLatin1String("lines") ? Show::lines : name == QLatin1String("weeks") ? Show::weeks : Show::due);
}

QWidget* ProgressStage::buildHead() {
    auto* head = new QWidget(this);
    auto* line = new QHBoxLayout(head);
    line->setContentsMargins(10, 8, 10, 2);
    line->setSpacing(2);
    m_tabs = new TabRow({{tr("Due"), "progressDue"},
                         {tr("In hand"), "progressInHand"},
                         {tr("Finished"), "progressFinished"},
                         {tr("All"), "progressAll"},
                         {tr("Lines"), "progressLines"},
                         {tr("Weeks"), "progressWeeks"}},
                        head);
    line->addWidget(m_tabs, 0, Qt::AlignTop);
    connect(m_tabs, &TabRow::chosen, this, [this](int which) { show(Show(which)); });
    line->addSpacing(8);
    auto* words = new QVBoxLayout;
    m_plan = new QLabel(head);
    m_plan->setObjectName(QStringLiteral("progressPlan"));
    m_plan->setProperty("quiet", true);
    m_count = new QLabel(head);
    m_count->setObjectName(QStringLiteral("progressCount"));
    m_count->setProperty("quiet", true);
    words->setSpacing(0);
    words->addWidget(m_count);
    words->addWidget(m_plan);
    line->addLayout(words, 1);
    m_dataDate = new FieldEdit(
        QStringLiteral("dataDate"), tr("Data date"), tr("A day, as in 4 May 2026"),
        [this] {
            const auto& date = m_document.programme().job.dataDate;
            return date ? show::date(dateOf(*date)) : QString();
        },
        [this](const std::string& text) {
            return m_document.perform(tr("Data date %1").arg(show::text(text)),
                                      [&](Transaction& tx) { return setDataDate(tx, text); });
        },
        head);
    keepWidth(m_dataDate, 150);
    auto* update = quietButton(tr("+ New update"), "progressNewUpdate", head);
    update->setToolTip(tr("Move the data date on, and keep what was known before as a revision"));
    line->addWidget(update, 0, Qt::AlignTop);
    line->addSpacing(8);
    line->addWidget(m_dataDate);
    connect(update, &QPushButton::clicked, this, &ProgressStage::beginUpdate);
    return head;
}

const Activity& ProgressStage::at(std::size_t row) const {
    return m_document.programme().activities[m_rows[row].index];
}

const ActivityFigures& ProgressStage::figuresAt(std::size_t row) const {
    return m_document.schedule().activities[m_rows[row].index];
}

std::optional<std::pair<Instant, Instant>> ProgressStage::planned(std::size_t row) const {
    const auto found = m_planned.dates.find(at(row).id);
    return found == m_planned.dates.end() ? std::nullopt : std::optional(found->second);
}

std::optional<Achieved> ProgressStage::achieved(std::size_t row) const {
    if (!m_document.schedule().ok()) return {};
    return achievedOf(m_document.programme(), at(row), m_document.schedule().calendarOf(figuresAt(row)),
                      figuresAt(row).duration);
}

namespace {

ListColumn& add(std::vector<ListColumn>& columns, const char* name, const QString& title, int width, bool right,
                bool quiet, std::function<QString(std::size_t)> text) {
    columns.push_back({QString::fromLatin1(name), title, width, right, quiet, std::move(text)});
    return columns.back();
}

} // namespace

/// When it was planned, and when it was.
void ProgressStage::addDates(std::vector<ListColumn>& columns) {
    add(columns, "plannedStart", tr("Planned start"), 92, false, true, [this](std::size_t i) {
        return planned(i) ? show::startDate(planned(i)->first) : QString();
    }).figure = [this](std::size_t i) { return planned(i) ? double(planned(i)->first.minutes) : 0; };
    add(columns, "plannedFinish", tr("and finish"), 88, false, true, [this](std::size_t i) {
        return planned(i) ? show::finishDate(planned(i)->second) : QString();
    }).figure = [this](std::size_t i) { return planned(i) ? double(planned(i)->second.minutes) : 0; };
    for (const auto which : {Actual::start, Actual::finish}) {
        const bool start = which == Actual::start;
        const auto value = [this, start](std::size_t i) { return start ? at(i).actualStart : at(i).actualFinish; };
        ListColumn& column = add(columns, start ? "start" : "finish", start ? tr("Started") : tr("Finished"), 92, false,
                                 false, [value, start](std::size_t i) {
                                     if (!value(i)) return QString();
                                     return start ? show::startDate(*value(i)) : show::finishDate(*value(i));
                                 });
        column.figure = [value](std::size_t i) { return value(i) ? double(value(i)->minutes) : 1e18; };
        column.commit = [this, which](Transaction* tx, std::size_t i, const std::string& text) {
            return setActual(*tx, at(i).id, which, text);
        };
    }
}

/// How much there is, was done and is left, and what comes of it.
void ProgressStage::addWork(std::vector<ListColumn>& columns) {
    add(columns, "quantity", tr("Quantity"), 82, true, true, [this](std::size_t i) {
        const auto m = affectedMeasure(at(i), ActingEffects(m_document.programme()).on(at(i).id));
        return m ? show::number(m->quantity) + QLatin1Char(' ') + show::text(std::string(unitSymbol(m->unit)))
                 : QString();
    });
    ListColumn& done = add(columns, "done", tr("Done"), 64, true, false, [this](std::size_t i) {
        return at(i).quantityDone ? show::number(*at(i).quantityDone) : QString();
    });
    done.commit = [this](Transaction* tx, std::size_t i, const std::string& text) {
        return setQuantityDone(*tx, at(i).id, text);
    };
    ListColumn& left = add(columns, "left", tr("Days left"), 70, true, false, [this](std::size_t i) {
        if (!at(i).actualStart || at(i).actualFinish || !m_document.schedule().ok()) return QString();
        return show::days(at(i).remaining.value_or(figuresAt(i).duration),
                          m_document.schedule().calendarOf(figuresAt(i)).dayMinutes());
    });
    left.commit = [this](Transaction* tx, std::size_t i, const std::string& text) {
        return setRemaining(*tx, at(i).id, text);
    };
    add(columns, "forecast", tr("Forecast finish"), 96, false, false, [this](std::size_t i) {
        return m_document.schedule().ok() ? show::finishDate(figuresAt(i).earlyFinish) : QString();
    }).figure = [this](std::size_t i) { return double(figuresAt(i).earlyFinish.minutes); };
    add(columns, "output", tr("Achieved / planned"), 134, true, true, [this](std::size_t i) {
        const auto a = achieved(i);
        return a && a->achieved ? tr("%1 / %2 a day").arg(rate(*a->achieved), rate(a->planned)) : QString();
    }).marked = [this](std::size_t i) {
        const auto a = achieved(i);
        return a && a->achieved && *a->achieved < a->planned;
    };
}

void ProgressStage::buildList() {
    ListSource source{[this] { return m_rows.size(); },
                      [this](const QString& text, const auto& change) {
                          return m_document.perform(text, [&](Transaction& tx) { return change(&tx); });
                      },
                      {},
                      [this](std::size_t i) { return show::text(at(i).key); }};
    std::vector<ListColumn> columns;
    add(columns, "id", tr("ID"), 58, false, true, [this](std::size_t i) { return show::text(at(i).key); });
    add(columns, "name", tr("Activity"), 200, false, false, [this](std::size_t i) { return show::text(at(i).name); });
    add(columns, "state", tr("State"), 132, false, true, [this](std::size_t i) {
        return dueText(m_rows[i].due);
    }).marked = [this](std::size_t i) { return m_rows[i].due == Due::toStart || m_rows[i].due == Due::toFinish; };
    addDates(columns);
    addWork(columns);
    m_list = new ListPage(QStringLiteral("progressTable"), tr("Progress of activities"), std::move(source),
                          std::move(columns), this);
    m_list->stretch(QStringLiteral("name"));
    auto* forecastButton = quietButton(tr("Forecast the rest at the achieved rate"), "progressForecast", this);
    m_list->line().addWidget(forecastButton);
    connect(forecastButton, &QPushButton::clicked, this, &ProgressStage::forecast);
    auto* out = quietButton(tr("Form out…"), "progressFormOut", this);
    out->setToolTip(tr("Write what is listed as a form to be filled in on site"));
    auto* in = quietButton(tr("Form in…"), "progressFormIn", this);
    in->setToolTip(tr("Enter a form that was filled in"));
    m_list->line().addWidget(out);
    m_list->line().addWidget(in);
    connect(out, &QPushButton::clicked, this, &ProgressStage::formOut);
    connect(in, &QPushButton::clicked, this, &ProgressStage::formIn);
}

void ProgressStage::show(Show which) {
    m_show = which;
    m_tabs->setCurrent(int(which));
    refresh();
}

/// The contract programme in force, else what would be planned if nothing had happened yet.
bool ProgressStage::findPlan() {
    if (!std::exchange(m_planStale, false)) return false;
    m_planning.start(
        m_document.patience(),
        [find = agreedPlanOf(m_document)](WorkWatch&) {
            Plan plan{find(), {}};
            const FrozenState& state = plan.agreed.state;
            if (state.schedule->ok())
                for (const ActivityFigures& f : state.schedule->activities)
                    if (!f.aside) plan.dates[f.id] = {f.earlyStart, f.earlyFinish};
            return plan;
        },
        [this](Plan plan) {
            m_planned = std::move(plan);
            if (m_document.schedule().ok()) present();
        });
    return true;
}

bool ProgressStage::isWorking() const {
    return m_planning.isRunning() || m_lines->isWorking();
}

void ProgressStage::arrange() {
    m_rows.clear();
    const Programme& programme = m_document.programme();
    const Instant dataDate = programme.job.dataDate.value_or(programme.job.start);
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        if (activity.kind == ActivityKind::hammock || standsAside(programme, activity)) continue;
        const auto found = m_planned.dates.find(activity.id);
        const std::pair<Instant, Instant> none{farFuture, farFuture};
        const auto& [start, finish] = found == m_planned.dates.end() ? none : found->second;
        const Due due = dueOf(activity, start, finish, dataDate, m_planned.agreed.since);
        const bool listed = m_show == Show::all || (m_show == Show::due && due != Due::none) ||
                            (m_show == Show::inProgress && (due == Due::started || due == Due::toFinish)) ||
                            (m_show == Show::finished && activity.actualFinish);
        if (listed) m_rows.push_back({i, activity.actualFinish ? Due::finished : due});
    }
}

void ProgressStage::refresh() {
    if (!m_dataDate) return;
    m_dataDate->refresh();
    if (!m_document.schedule().ok()) {
        m_rows.clear();
        m_list->setEmptyText(tr("There are no dates yet: the programme cannot be calculated."));
        return;
    }
    // While a plan is looked for, what is listed is held against the one before.
    if (!findPlan() || m_planning.isRunning()) present();
}

void ProgressStage::present() {
    m_pages->setCurrentIndex(m_show == Show::lines ? 1 : m_show == Show::weeks ? 2 : 0);
    if (m_show == Show::weeks) {
        m_count->setText(tr("last week closed, this week promised"));
        m_plan->setText(tr("the next made ready"));
        return m_weeks->refresh();
    }
    if (m_show == Show::lines) {
        m_count->setText(tr("planned against done"));
        m_plan->setText(tr("against %1").arg(m_planned.agreed.name));
        return m_lines->present(m_planned.agreed.state, m_planned.agreed.name);
    }
    arrange();
    m_plan->setText(tr("against %1").arg(m_planned.agreed.name));
    m_count->setText(show::countOf(qint64(m_rows.size()), "activity", "activities"));
    m_list->setEmptyText(
        !m_document.programme().job.dataDate
            ? tr("Set the data date at the right: up to when it is known what happened. Then what should "
                 "have started or finished by it is listed here, for its actual dates and quantities.")
            : tr("Nothing to enter here."));
}

void ProgressStage::forecast() {
    std::vector<ActivityId> ids;
    for (const std::size_t row : m_list->selectedRows()) ids.push_back(at(row).id);
    if (ids.empty()) return m_notice->say(tr("Select the activities whose rest is to be forecast."));
    const Outcome outcome = m_document.perform(
        ids.size() == 1
            ? tr("%1 forecast at the achieved rate").arg(show::text(m_document.programme().activities.row(ids[0])->key))
            : tr("%1 activities forecast at the achieved rate").arg(ids.size()),
        [&](Transaction& tx) { return forecastAtAchieved(tx, ids); });
    if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
}

void ProgressStage::formOut() {
    if (m_rows.empty()) return m_notice->say(tr("Nothing is listed that could be put into a form."));
    const QString path = m_dialogs.fileToSave(this, tr("Write a form for the site"), tr("Progress.xlsx"),
                                              tr("Workbooks (*.xlsx);;Text tables (*.csv)"));
    if (path.isEmpty()) return;
    std::vector<ActivityId> ids;
    std::vector<std::pair<Instant, Instant>> dates;
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        ids.push_back(at(i).id);
        dates.push_back(planned(i).value_or(std::pair{Instant{}, Instant{}}));
    }
    const Sheet form = progressForm(m_document.programme(), m_document.schedule(), ids, dates);
    const Outcome written = writeTable(form, path.toStdString());
    if (!written.ok()) return m_notice->say(tr("Not written. %1").arg(show::error(written.error())));
    m_notice->tell(tr("%1 written to %2.").arg(show::countOf(qint64(ids.size()), "line", "lines"), path));
}

void ProgressStage::formIn() {
    const QString path =
        m_dialogs.fileToImport(this, tr("Enter a form"), tr("Tables (*.xlsx *.ods *.csv *.tsv *.txt);;All files (*)"));
    if (path.isEmpty()) return;
    const auto book = readWorkbook(path.toStdString());
    if (!book.ok()) return m_notice->say(show::error(book.error()));
    if (book->sheets.empty()) return m_notice->say(tr("%1 holds no table.").arg(path));
    FormCount count;
    std::vector<Error> faults;
    const Outcome outcome = m_document.perform(tr("Progress form entered"), [&](Transaction& tx) -> Outcome {
        const auto entered = applyProgressForm(tx, book->sheets.front());
        if (!entered.ok()) return entered.errors();
        count = *entered;
        return done();
    });
    if (!outcome.ok()) {
        QStringList words;
        for (const Error& fault : outcome.errors()) words << show::error(fault);
        const qsizetype more = words.size() - 6;
        if (more > 0) words = words.mid(0, 6) << tr("and %1 more").arg(more);
        return m_notice->say(tr("Nothing was entered. %1").arg(words.join(QLatin1Char('\n'))));
    }
    m_notice->tell(
        tr("%1 read, %2 changed.").arg(show::countOf(qint64(count.rows), "activity", "activities")).arg(count.changed));
}

void ProgressStage::beginUpdate() {
    m_notice->dismiss();
    m_update->begin();
}

void ProgressStage::showEvent(QShowEvent* event) {
    Stage::showEvent(event);
    refresh();
}

void ProgressStage::focusMain() {
    m_list->table().setFocus();
}

} // namespace yarrin
