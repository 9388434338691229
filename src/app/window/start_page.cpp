// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/start_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/inline_message.h"
#include "core/base/worded.h"
#include "edit/typed.h"
#include "store/json.h"

#include <QComboBox>
#include <QFile>
#include <QFileInfo>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace yarrin {

namespace {

constexpr int besideWays = 8; ///< words stand where those of buttons do

QLabel* heading(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text.toUpper(), parent);
    label->setIndent(besideWays);
    label->setFont(boldened(secondaryFont()));
    setInk(label, Ink::muted);
    return label;
}

} // namespace

namespace {

struct Pattern {
    const char* name;
    const char* title;
    const char* words;
};
constexpr Pattern shipped[] = {
    {"house", QT_TRANSLATE_NOOP("yarrin::StartPage", "House"),
     QT_TRANSLATE_NOOP("yarrin::StartPage", "Two floors in brick, from stripping topsoil to handing over")},
    {"road", QT_TRANSLATE_NOOP("yarrin::StartPage", "Road with a culvert"),
     QT_TRANSLATE_NOOP("yarrin::StartPage", "1.2 km in six bays by chainage, with an asphalt season")},
    {"frame", QT_TRANSLATE_NOOP("yarrin::StartPage", "Concrete frame"),
     QT_TRANSLATE_NOOP("yarrin::StartPage", "Six floors alike, on piles, with cladding")},
    {"pipeline", QT_TRANSLATE_NOOP("yarrin::StartPage", "Pipeline"),
     QT_TRANSLATE_NOOP("yarrin::StartPage", "6 km as a spread, with two crossings and the tests")},
    {"fit-out", QT_TRANSLATE_NOOP("yarrin::StartPage", "Fit-out"),
     QT_TRANSLATE_NOOP("yarrin::StartPage", "Three floors in halves, trade after trade")},
};

const Pattern* patternOf(const QString& name) {
    for (const Pattern& one : shipped)
        if (name == QLatin1String(one.name)) return &one;
    return nullptr;
}

} // namespace

QStringList StartPage::patterns() {
    QStringList names;
    for (const Pattern& one : shipped) names << QLatin1String(one.name);
    return names;
}

Result<Programme> StartPage::readPattern(const QString& pattern) {
    QFile file(QStringLiteral(":/templates/%1.yarrin.json").arg(pattern));
    if (!file.open(QIODevice::ReadOnly)) return inputError(worded("there is no template %1", pattern.toStdString()));
    return programmeFromJson(file.readAll().toStdString());
}

StartPage::StartPage(Date today, QWidget* parent)
    : Stage(parent), m_today(today), m_notice(new NoticeBar(this)), m_right(new QStackedWidget(this)),
      m_plan(new PlanPage(m_right)), m_jobs(new QWidget), m_list(new QVBoxLayout(m_jobs)), m_looking(this) {
    setObjectName(QStringLiteral("startPage"));
    auto* columns = new QHBoxLayout(this);
    columns->setContentsMargins(28, 22, 28, 16);
    columns->setSpacing(36);
    auto* ways = new QScrollArea(this);
    ways->setObjectName(QStringLiteral("startWays"));
    ways->setFrameShape(QFrame::NoFrame);
    ways->setWidgetResizable(true);
    ways->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    ways->setFocusPolicy(Qt::NoFocus);
    ways->setFixedWidth(scaled(250));
    ways->setWidget(buildWays());
    columns->addWidget(ways);
    m_jobs->setObjectName(QStringLiteral("startJobs"));
    m_list->setContentsMargins(0, 0, 0, 0);
    m_list->setSpacing(6);
    auto* scroll = new QScrollArea(m_right);
    scroll->setObjectName(QStringLiteral("startScroll"));
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidgetResizable(true);
    scroll->setWidget(m_jobs);
    scroll->setFocusPolicy(Qt::NoFocus);
    m_right->addWidget(scroll);
    m_right->addWidget(buildForm());
    m_right->addWidget(m_plan);
    connect(m_plan, &PlanPage::newWanted, this, &StartPage::newWanted);
    connect(m_plan, &PlanPage::intoWanted, this, &StartPage::intoWanted);
    connect(m_plan, &PlanPage::scheduleWanted, this, &StartPage::planOfFileWanted);
    connect(m_plan, &PlanPage::left, this, [this] {
        m_right->setCurrentIndex(0);
        focusMain();
    });
    columns->addWidget(m_right, 1);
}

QWidget* StartPage::buildWays() {
    auto* side = new QWidget(this);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(3);
    auto* title = new QLabel(QStringLiteral("Yarrin"), side);
    QFont large = headingFont();
    large.setPixelSize(scaled(26));
    title->setFont(large);
    title->setIndent(besideWays);
    auto* words = new QLabel(tr("Programmes from quantities, and what delay costs."), side);
    words->setWordWrap(true);
    words->setIndent(besideWays);
    setInk(words, Ink::muted);
    column->addWidget(title);
    column->addSpacing(4);
    column->addWidget(words);
    column->addSpacing(18);
    const auto way = [&](const char* name, const QString& text, const QString& tip, auto signal) {
        auto* button = new QPushButton(text, side);
        button->setObjectName(QLatin1String(name));
        button->setProperty("way", true);
        button->setToolTip(tip);
        connect(button, &QPushButton::clicked, this, signal);
        column->addWidget(button);
        return button;
    };
    column->addWidget(heading(tr("Begin"), side));
    m_new = way("startNew", tr("A new job"), tr("Its name, start and week; everything can be changed later"),
                [this] { askForNew({}); });
    way("startOpen", tr("Open a file…"), tr("A programme on the disk"), [this] { emit openWanted(); });
    way("startPortfolio", tr("Several jobs side by side…"), tr("All programmes of a folder, section by section"),
        [this] { emit portfolioWanted(); });
    way("startDemo", tr("The demo"), tr("A ferry terminal, invented, with a year of delays behind it"),
        [this] { emit demoWanted(); });
    way("startGuided", tr("Your first job, step by step"), tr("Twelve short steps in the window itself"),
        [this] { emit guidedWanted(); });
    column->addSpacing(12);
    column->addWidget(heading(tr("From a template"), side));
    for (const Pattern& one : shipped)
        way(qPrintable(QStringLiteral("startTemplate_") + QLatin1String(one.name)), tr(one.title), tr(one.words),
            [this, name = QString::fromLatin1(one.name)] { askForNew(name); });
    column->addSpacing(12);
    column->addWidget(heading(tr("From what there is"), side));
    way("startBill", tr("From a bill…"), tr("A bill of quantities in a workbook or a table"),
        [this] { emit billWanted(); });
    way("startSchedule", tr("From a schedule in a table…"), tr("Activities with dates and what they wait for"),
        [this] { emit scheduleWanted(); });
    way("startPlan", tr("From a building model…"), tr("The work schedule of an IFC file (ISO 16739-1)"),
        [this] { emit planWanted(); });
    way("startLike", tr("Like another job…"),
        tr("Its calendars, output book, codes, lenses, resources and sequences, without the work"),
        [this] { emit likeWanted(); });
    column->addStretch(1);
    side->setObjectName(QStringLiteral("startGround"));
    return side;
}

QGridLayout* StartPage::buildFields(QWidget* form) {
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(8);
    grid->setColumnMinimumWidth(0, scaled(120));
    grid->setColumnMinimumWidth(1, scaled(240));
    grid->setColumnStretch(2, 1);
    const auto row = [&](const QString& label, QWidget* field, const QString& hint) {
        const int at = grid->rowCount();
        auto* name = new QLabel(label, form);
        name->setBuddy(field);
        field->setAccessibleName(label);
        auto* beside = new QLabel(hint, form);
        beside->setFont(secondaryFont());
        setInk(beside, Ink::muted);
        grid->addWidget(name, at, 0);
        grid->addWidget(field, at, 1);
        grid->addWidget(beside, at, 2);
        if (field == m_days || field == m_hours) m_weekRows.insert(m_weekRows.end(), {name, field, beside});
    };
    const auto line = [&](const char* name) {
        auto* edit = new QLineEdit(form);
        edit->setObjectName(QLatin1String(name));
        connect(edit, &QLineEdit::returnPressed, this, &StartPage::make);
        return edit;
    };
    m_name = line("newName");
    m_start = line("newStart");
    m_hours = line("newHours");
    m_currency = line("newCurrency");
    m_days = new QComboBox(form);
    m_days->setObjectName(QStringLiteral("newDays"));
    for (int days = 1; days <= 7; ++days) m_days->addItem(show::countOf(qint64(days), "day", "days"));
    m_holidays = new QComboBox(form);
    m_holidays->setObjectName(QStringLiteral("newHolidays"));
    m_holidays->addItems({tr("none"), tr("England and Wales"), tr("Scotland"), tr("Ireland")});
    row(tr("Name"), m_name, {});
    row(tr("Start"), m_start, tr("the first day on site"));
    row(tr("Working week"), m_days, tr("from Monday"));
    row(tr("Hours"), m_hours, tr("of each of these days: 8-12, 13-17"));
    row(tr("Public holidays"), m_holidays, tr("others are read from a file in Site time"));
    row(tr("Currency"), m_currency, tr("three letters: GBP, EUR"));
    // By the keyboard one goes down the form.
    QWidget* const order[] = {m_name, m_start, m_days, m_hours, m_holidays, m_currency};
    for (std::size_t i = 1; i < std::size(order); ++i) QWidget::setTabOrder(order[i - 1], order[i]);
    return grid;
}

QWidget* StartPage::buildForm() {
    auto* form = new QWidget(m_right);
    auto* column = new QVBoxLayout(form);
    column->setContentsMargins(0, 0, 0, 0);
    m_formTitle = new QLabel(form);
    m_formTitle->setObjectName(QStringLiteral("newTitle"));
    m_formTitle->setFont(headingFont());
    m_formWords = new QLabel(form);
    m_formWords->setWordWrap(true);
    setInk(m_formWords, Ink::muted);
    column->addWidget(m_formTitle);
    column->addWidget(m_formWords);
    column->addSpacing(10);
    column->addLayout(buildFields(form));
    m_fault = new QLabel(form);
    m_fault->setObjectName(QStringLiteral("newFault"));
    m_fault->setWordWrap(true);
    setInk(m_fault, Ink::critical);
    column->addWidget(m_fault);
    auto* buttons = new QHBoxLayout;
    auto* makeButton = new QPushButton(tr("Make the job"), form);
    makeButton->setObjectName(QStringLiteral("newMake"));
    makeButton->setProperty("primary", true);
    auto* cancel = new QPushButton(tr("Not now"), form);
    cancel->setObjectName(QStringLiteral("newCancel"));
    connect(makeButton, &QPushButton::clicked, this, &StartPage::make);
    connect(cancel, &QPushButton::clicked, this, [this] {
        m_right->setCurrentIndex(0);
        focusMain();
    });
    buttons->addWidget(makeButton);
    buttons->addWidget(cancel);
    buttons->addStretch(1);
    column->addLayout(buttons);
    column->addStretch(1);
    return form;
}

void StartPage::focusMain() {
    if (m_right->currentIndex() == 1) return m_name->setFocus();
    if (m_right->currentIndex() == 2) return m_plan->focusMain();
    if (!m_rows.empty()) return m_rows.front().title->setFocus();
    m_new->setFocus();
}

void StartPage::showNamed(const QString& page) {
    if (page == QLatin1String("new")) return askForNew();
    m_right->setCurrentIndex(0);
}

void StartPage::showPlan(IfcReading reading, const QString& file, const QString& job) {
    m_plan->present(std::move(reading), file, job);
    m_right->setCurrentWidget(m_plan);
    m_plan->focusMain();
}

void StartPage::askForNew(const QString& pattern) {
    const NewJob usual;
    m_pattern = pattern;
    const Pattern* from = patternOf(pattern);
    m_formTitle->setText(from ? tr("A new job: %1").arg(tr(from->title)) : tr("A new job"));
    m_formWords->setText(
        from ? tr("%1. Invented: its quantities, outputs and links are yours to change.").arg(tr(from->words))
             : tr("What matters now. Everything can be changed later."));
    for (QWidget* one : m_weekRows) one->setVisible(!from);
    m_name->setText(from ? tr(from->title) : tr("New job"));
    const Date monday = m_today + (7 - weekday(m_today)) % 7;
    m_start->setText(show::date(monday));
    m_days->setCurrentIndex(usual.daysPerWeek - 1);
    m_hours->setText(QString::fromStdString(usual.hours));
    m_currency->setText(QString::fromStdString(usual.currency));
    m_fault->clear();
    m_right->setCurrentIndex(1);
    m_name->setFocus();
    m_name->selectAll();
}

void StartPage::make() {
    NewJob job;
    job.name = m_name->text().toStdString();
    std::optional<Date> start;
    if (const auto fault = readDate(start, m_start->text().toStdString())) {
        m_start->setFocus();
        return m_fault->setText(show::error(*fault));
    }
    if (!start) {
        m_start->setFocus();
        return m_fault->setText(tr("A job has a start: write a day, like 1 Mar 2027."));
    }
    job.start = *start;
    job.daysPerWeek = m_days->currentIndex() + 1;
    job.hours = m_hours->text().toStdString();
    if (m_holidays->currentIndex() > 0) job.holidays = HolidayRegion(m_holidays->currentIndex() - 1);
    job.currency = m_currency->text().toStdString();
    auto made = newJob(job);
    if (!m_pattern.isEmpty()) {
        const auto pattern = readPattern(m_pattern);
        made = pattern.ok() ? newJobFrom(*pattern, job) : Result<Programme>(pattern.errors());
    }
    if (!made.ok()) return m_fault->setText(show::error(made.error()));
    m_right->setCurrentIndex(0);
    emit newWanted(*made);
}

void StartPage::setJobs(const QStringList& recent, const std::vector<Unsaved>& unsaved) {
    m_recent = recent;
    m_unsaved = unsaved;
    present();
}

void StartPage::present() {
    m_looking.stop();
    clearLayout(m_list);
    m_rows.clear();
    if (!m_unsaved.empty()) {
        m_list->addWidget(heading(tr("Never saved under a name"), m_jobs));
        for (const Unsaved& one : m_unsaved) addRow(one.path, one.title, tr("up to %1").arg(one.last), true);
        m_list->addSpacing(10);
    }
    if (!m_recent.isEmpty()) {
        m_list->addWidget(heading(tr("Jobs of late"), m_jobs));
        for (const QString& path : m_recent) addRow(path, QFileInfo(path).completeBaseName(), {}, false);
    }
    if (m_rows.empty()) {
        auto* words =
            new QLabel(tr("Jobs that were opened stand here. Begin with a new one at the left, or look at the "
                          "demo first."),
                       m_jobs);
        words->setObjectName(QStringLiteral("startEmpty"));
        words->setWordWrap(true);
        setInk(words, Ink::muted);
        m_list->addWidget(words);
    }
    m_list->addStretch(1);
    m_next = 0;
    lookAtNext();
}

void StartPage::addRow(const QString& path, const QString& title, const QString& words, bool unsaved) {
    auto* line = new QWidget(m_jobs);
    auto* across = new QHBoxLayout(line);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(14);
    Row row{path, unsaved, new GlancePicture(line), new QPushButton(title, line), new QLabel(words, line)};
    row.title->setObjectName(QStringLiteral("startJob"));
    row.title->setProperty("way", true);
    row.title->setToolTip(path);
    row.words->setFont(secondaryFont());
    row.words->setIndent(besideWays);
    setInk(row.words, Ink::muted);
    auto* column = new QVBoxLayout;
    column->setSpacing(1);
    column->addStretch(1);
    column->addWidget(row.title);
    column->addWidget(row.words);
    if (!unsaved) {
        auto* folder = new QLabel(QFileInfo(path).absolutePath(), line);
        folder->setFont(secondaryFont());
        folder->setIndent(besideWays);
        setInk(folder, Ink::muted);
        column->addWidget(folder);
    }
    column->addStretch(1);
    across->addWidget(row.picture);
    across->addLayout(column, 1);
    if (!unsaved) {
        auto* forget = quietButton(tr("Take off the list"), "startForget", line);
        connect(forget, &QPushButton::clicked, this, [this, path] { emit forgetWanted(path); });
        across->addWidget(forget);
    }
    connect(row.title, &QPushButton::clicked, this,
            [this, path, unsaved] { unsaved ? emit unsavedWanted(path) : emit pathWanted(path); });
    m_list->addWidget(line);
    m_rows.push_back(row);
}

/// One file after the other, beside the window; what was read and has not changed is not read again.
void StartPage::lookAtNext() {
    while (m_next < m_rows.size()) {
        const Row row = m_rows[m_next++];
        const QFileInfo file(row.path);
        if (!file.exists()) {
            row.words->setText(tr("it is not there any more"));
            setInk(row.words, Ink::near);
            continue;
        }
        const auto known = m_known.find(row.path);
        if (known != m_known.end() && known->second.first == file.lastModified()) {
            fill(row, *known->second.second);
            continue;
        }
        using namespace std::chrono_literals;
        const std::string path = row.path.toStdString();
        return m_looking.start(
            0ms,
            [path](WorkWatch&) -> std::shared_ptr<const JobGlance> {
                return std::make_shared<const JobGlance>(glanceAt(path));
            },
            [this, row, changed = file.lastModified()](std::shared_ptr<const JobGlance> glance) {
                m_known[row.path] = {changed, glance};
                fill(row, *glance);
                lookAtNext();
            });
    }
}

void StartPage::fill(const Row& row, const JobGlance& glance) {
    row.picture->setGlance(std::make_shared<const JobGlance>(glance));
    if (!glance.summary.title.empty()) row.title->setText(show::text(glance.summary.title));
    QString words = wordsOf(glance);
    if (row.unsaved) words += QStringLiteral(" · ") + row.words->text();
    row.words->setText(words);
    setInk(row.words, glance.fault ? Ink::near : Ink::muted);
}

void StartPage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) {
        if (m_right->currentIndex() == 0) return emit left();
        m_right->setCurrentIndex(0);
        return focusMain();
    }
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        if (auto* button = qobject_cast<QPushButton*>(focusWidget())) return button->click();
    }
    // Up and Down go from one job, or way, to the next.
    if (event->key() == Qt::Key_Down || event->key() == Qt::Key_Up) {
        focusNextPrevChild(event->key() == Qt::Key_Down);
        return;
    }
    Stage::keyPressEvent(event);
}

} // namespace yarrin
