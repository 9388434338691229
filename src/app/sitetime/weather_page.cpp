// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sitetime/weather_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/sitetime/lost_chart.h"
#include "app/sitetime/record_columns.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "core/time/typed_date.h"
#include "core/weather/station.h"
#include "store/workbook.h"

#include <QComboBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

namespace {

/// "Mar 2027".
} // namespace

WeatherPage::WeatherPage(Document& document, Dialogs& dialogs, QSettings& settings, QWidget* parent)
    : QWidget(parent), m_document(document), m_dialogs(dialogs), m_columns(new RecordColumns(settings, this)) {
    setObjectName(QStringLiteral("weatherPage"));
    buildThresholds();
    buildMonths();
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(4);
    column->addWidget(buildHead());
    column->addWidget(m_columns);
    auto* title = new QLabel(tr("When work stops"), this);
    title->setFont(headingFont());
    title->setContentsMargins(16, 4, 0, 0);
    column->addWidget(title);
    column->addWidget(m_thresholds);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(16, 4, 12, 0);
    line->setSpacing(10);
    auto* lost = new QLabel(tr("Days lost against the allowance"), this);
    lost->setFont(headingFont());
    m_calendar = new QComboBox(this);
    m_calendar->setObjectName(QStringLiteral("weatherCalendar"));
    m_calendar->setAccessibleName(tr("Calendar"));
    m_calendar->setMinimumWidth(scaled(190));
    m_event = new QPushButton(tr("Record as an event"), this);
    m_event->setObjectName(QStringLiteral("weatherEvent"));
    auto* risks = new QMenu(m_event);
    risks->addAction(tr("Neutral: time, no money"), this, [this] { makeEvent(Risk::neutral); });
    risks->addAction(tr("Employer's risk"), this, [this] { makeEvent(Risk::employer); });
    risks->addAction(tr("Our risk"), this, [this] { makeEvent(Risk::contractor); });
    m_event->setMenu(risks);
    line->addWidget(lost);
    line->addWidget(m_calendar);
    line->addStretch(1);
    line->addWidget(m_event);
    column->addLayout(line);
    m_chart = new LostChart(this);
    column->addWidget(m_chart);
    column->addWidget(m_list, 1);
    column->addWidget(buildTyping());
    connect(m_calendar, &QComboBox::activated, this, &WeatherPage::presentMonths);
    connect(m_columns, &RecordColumns::said, this,
            [this](const WeatherColumns& said) { bring(m_columns->sheet(), m_columns->name(), said); });
    connect(m_chart, &LostChart::monthChosen, this, [this](Date month) {
        for (std::size_t i = 0; i < m_months.size(); ++i)
            if (m_months[i].month == month)
                if (const int row = m_list->model().rowOf(m_months.size() - 1 - i); row >= 0)
                    m_list->table().selectRow(row);
    });
    connect(m_list->table().selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this](const QModelIndex& at) {
                if (at.isValid() && at.row() < m_list->model().rowCount())
                    m_chart->choose(m_months[m_months.size() - 1 - m_list->model().sourceRow(at.row())].month);
            });
    // Calendars of another job have other ids.
    connect(&document, &Document::replaced, this, [this] {
        m_calendar->clear();
        m_columns->hide();
    });
    connect(&document, &Document::changed, this, [this] {
        if (isVisible()) refresh();
    });
}

QWidget* WeatherPage::buildHead() {
    auto* head = new QWidget(this);
    auto* line = new QHBoxLayout(head);
    line->setContentsMargins(16, 2, 8, 0);
    m_words = new QLabel(head);
    m_words->setObjectName(QStringLiteral("weatherWords"));
    m_words->setWordWrap(true);
    auto* table = quietButton(tr("Bring records…"), "weatherBring", head);
    auto* station = quietButton(tr("Simulated station"), "weatherStation", head);
    station->setToolTip(tr("Twelve years of made-up weather up to the data date, for trying things out"));
    m_forget = quietButton(tr("Forget"), "weatherForget", head);
    m_forget->setMenu(new QMenu(m_forget));
    line->addWidget(m_words, 1);
    for (QPushButton* one : {table, station, m_forget}) line->addWidget(one);
    connect(table, &QPushButton::clicked, this, [this] { bring(); });
    connect(station, &QPushButton::clicked, this, &WeatherPage::makeUp);
    return head;
}

/// What of a day is lost, and the whole of it in words.
void WeatherPage::addTakes(ListColumn& lose, std::vector<ListColumn>& columns) {
    const auto at = [this](std::size_t row) -> const Threshold& { return m_document.programme().thresholds[row]; };
    lose.text = [at](std::size_t row) { return at(row).lose == Decimal(1) ? tr("all") : tr("half"); };
    lose.choices = [] { return QStringList{tr("all"), tr("half")}; };
    lose.commit = [](Transaction* tx, std::size_t row, const std::string& typed) {
        const bool all = QString::fromStdString(typed) == tr("all");
        return setThresholdField(*tx, tx->programme().thresholds[row].id, ThresholdField::lose, all ? "all" : "half");
    };
    ListColumn& words = columns.emplace_back();
    words.name = QStringLiteral("words");
    words.title = tr("That is");
    words.width = 220;
    words.quiet = true;
    words.text = [at](std::size_t row) { return show::text(thresholdText(at(row))); };
}

void WeatherPage::buildThresholds() {
    const auto at = [this](std::size_t row) -> const Threshold& { return m_document.programme().thresholds[row]; };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, ThresholdField field) -> ListColumn& {
        ListColumn& c = columns.emplace_back();
        c.name = QLatin1String(name);
        c.title = title;
        c.width = width;
        c.text = [this, at, field](std::size_t row) {
            return show::text(thresholdFieldText(m_document.programme(), at(row), field));
        };
        c.commit = [field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setThresholdField(*tx, tx->programme().thresholds[row].id, field, typed);
        };
        return c;
    };
    add("calendar", tr("Calendar"), 130, ThresholdField::calendar).choices = [this] {
        QStringList keys;
        for (const Calendar& one : m_document.programme().calendars) keys << show::text(one.key);
        return keys;
    };
    add("measure", tr("Measured"), 150, ThresholdField::measure).choices = [this] {
        QStringList names;
        const WeatherRecord record(m_document.programme());
        for (const auto& [name, unit] : record.measures()) names << show::text(name);
        return names;
    };
    add("above", tr("Above"), 70, ThresholdField::above).right = true;
    add("below", tr("Below"), 70, ThresholdField::below).right = true;
    add("unit", tr("Unit"), 60, ThresholdField::unit);
    addTakes(add("lose", tr("Takes"), 90, ThresholdField::lose), columns);
    m_thresholds = new ListPage(QStringLiteral("weatherThresholds"), tr("When work stops"),
                                documentRows(
                                    m_document, [this] { return m_document.programme().thresholds.size(); },
                                    [](std::size_t) { return tr("Threshold"); }),
                                std::move(columns), this);
    m_thresholds->stretch(QStringLiteral("words"));
    m_thresholds->setEmptyText(
        tr("No work stops for weather yet. A threshold belongs to a calendar: no lifts above 14 m/s, "
           "no concrete below 2 °C."));
    m_thresholds->offerFirst(tr("Add a threshold"), {QStringLiteral("weatherThresholdAdd")});
    auto* addButton = quietButton(tr("+ Add"), "weatherThresholdAdd", m_thresholds);
    m_thresholds->line().addWidget(addButton);
    m_thresholds->letRemove(tr("Remove this threshold"), [this, at](std::size_t row) {
        const ThresholdId id = at(row).id;
        return m_document.perform(tr("Threshold removed"),
                                  [id](Transaction& tx) { return removeThresholds(tx, std::span(&id, 1)); });
    });
    connect(addButton, &QPushButton::clicked, this, &WeatherPage::addOne);
    connect(&m_thresholds->table(), &GridView::refused, this, &WeatherPage::refused);
}

void WeatherPage::buildMonths() {
    const auto at = [this](std::size_t row) -> const LostMonth& { return m_months[m_months.size() - 1 - row]; };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, bool right, auto text) -> ListColumn& {
        columns.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
        return columns.back();
    };
    add("month", tr("Month"), 80, false, [at](std::size_t i) { return show::month(at(i).month); });
    add("lost", tr("Lost"), 60, true, [at](std::size_t i) { return QString::number(at(i).days); });
    add("allowed", tr("Allowed"), 70, true, [at](std::size_t i) { return QString::number(at(i).allowed); });
    add("beyond", tr("Beyond"), 70, true, [at](std::size_t i) {
        return at(i).days > at(i).allowed ? QString::number(at(i).days - at(i).allowed) : QString();
    }).marked = [at](std::size_t i) { return at(i).days > at(i).allowed; };
    add("rarity", tr("As bad"), 170, false, [this, at](std::size_t i) {
        const auto rarity = rarityOf(m_months, at(i).month);
        return rarity && rarity->years > 0 && at(i).days > at(i).allowed ? show::text(rarity->text()) : QString();
    });
    add("gaps", tr("Not recorded"), 90, true,
        [at](std::size_t i) { return at(i).gaps.empty() ? QString() : QString::number(at(i).gaps.size()); });
    add("days", tr("Days"), 320, false, [at](std::size_t i) {
        QStringList days;
        for (const LostDay& one : at(i).lost)
            days << tr("%1 %2 %3%4")
                        .arg(show::shortDate(one.day), show::text(one.figure.text()), show::text(one.threshold.unit),
                             one.halves == 1 ? tr(" half") : QString());
        return days.join(QStringLiteral(", "));
    });
    m_list = new ListPage(QStringLiteral("weatherMonths"), tr("Days lost by month"),
                          shownRows([this] { return m_months.size(); }), std::move(columns), this);
    m_list->hideLine();
    m_list->stretch(QStringLiteral("days"));
    m_list->setEmptyText(tr("Nothing is told yet: bring records, and say when work of this calendar stops."));
    m_list->offerFirst(tr("Bring records…"), {QStringLiteral("weatherBring")});
    m_list->offerFirst(tr("Make some up"), {QStringLiteral("weatherStation")});
}

/// A day by hand: what was measured, on which day, how much.
QWidget* WeatherPage::buildTyping() {
    auto* part = new QWidget(this);
    auto* line = new QHBoxLayout(part);
    line->setContentsMargins(16, 2, 12, 8);
    line->setSpacing(8);
    m_measure = new QComboBox(part);
    m_measure->setObjectName(QStringLiteral("weatherMeasure"));
    m_measure->setAccessibleName(tr("What was measured, with its unit"));
    m_measure->setEditable(true);
    m_measure->setMinimumWidth(scaled(190));
    m_measure->lineEdit()->setPlaceholderText(tr("wind (m/s)"));
    m_measure->lineEdit()->setAccessibleName(m_measure->accessibleName());
    m_day = new QLineEdit(part);
    m_day->setObjectName(QStringLiteral("weatherDay"));
    m_day->setAccessibleName(tr("Day"));
    m_day->setPlaceholderText(tr("2 Mar 2027"));
    keepWidth(m_day, 120);
    m_figure = new QLineEdit(part);
    m_figure->setObjectName(QStringLiteral("weatherFigure"));
    m_figure->setAccessibleName(tr("Figure of the day, nothing takes it away"));
    m_figure->setPlaceholderText(tr("14.5"));
    keepWidth(m_figure, 80);
    auto* enter = quietButton(tr("Enter this day"), "weatherEnter", part);
    auto* words = new QLabel(tr("By hand"), part);
    setInk(words, Ink::muted);
    line->addWidget(words);
    for (QWidget* one : std::initializer_list<QWidget*>{m_measure, m_day, m_figure, enter}) line->addWidget(one);
    line->addStretch(1);
    connect(enter, &QPushButton::clicked, this, &WeatherPage::typeDay);
    connect(m_figure, &QLineEdit::returnPressed, this, &WeatherPage::typeDay);
    return part;
}

void WeatherPage::typeDay() {
    const auto day = parseTypedDate(m_day->text().toStdString());
    if (!day.ok()) return emit refused(show::error(day.error()));
    const auto [measure, unit] = measureFrom(m_measure->currentText().toStdString());
    if (measure.empty() || unit.empty())
        return emit refused(tr("Say what was measured with its unit, like wind (m/s)"));
    const std::string figure = m_figure->text().toStdString();
    if (!perform(tr("%1 of %2").arg(show::text(measure), show::date(*day)),
                 [&, name = measure, in = unit](Transaction& tx) { return setWeatherDay(tx, name, in, *day, figure); }))
        return;
    // The next day is likely the next that is typed.
    m_day->setText(show::date(*day + 1));
    m_figure->clear();
    m_figure->setFocus();
}

bool WeatherPage::perform(const QString& text, const std::function<Outcome(Transaction&)>& edit) {
    const Outcome outcome = m_document.perform(text, edit);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
    return outcome.ok();
}

CalendarId WeatherPage::calendar() const {
    return CalendarId{m_calendar->currentData().toUInt()};
}

void WeatherPage::bring() {
    const QString path = m_dialogs.fileToImport(this, tr("Bring weather records"),
                                                tr("Tables (*.csv *.xlsx *.ods *.txt);;All files (*)"));
    if (path.isEmpty()) return;
    const auto book = readWorkbook(path.toStdString());
    if (!book.ok()) return emit refused(show::error(book.error()));
    if (book->sheets.empty()) return emit refused(tr("The table is empty"));
    bring(book->sheets.front(), QFileInfo(path).fileName(), m_columns->remembered());
}

void WeatherPage::bring(const Sheet& sheet, const QString& name, const WeatherColumns& columns) {
    const auto read = readWeather(sheet, name.toStdString(), columns);
    if (!read.ok()) {
        // Where all columns are known, the fault is in a row.
        const auto known = weatherColumns(sheet, columns);
        const bool headings = !m_columns->isVisible() && !known.empty() &&
                              std::any_of(known.begin(), known.end(), [](const auto& one) { return !one.known; });
        if (headings) return m_columns->ask(sheet, name, show::error(read.error()));
        return emit refused(show::error(read.error()));
    }
    m_columns->hide();
    if (!perform(tr("Weather records brought"), [&](Transaction& tx) { return addWeather(tx, read->months); })) return;
    QStringList notes;
    for (const std::string& note : read->notes) notes << show::text(note);
    if (!notes.isEmpty()) emit told(tr("Gaps stay gaps: %1").arg(notes.join(QStringLiteral("; "))));
}

void WeatherPage::makeUp() {
    constexpr std::uint64_t seed = 1;
    constexpr int years = 12;
    const Job& job = m_document.programme().job;
    const Date today = dateOf(job.dataDate.value_or(job.start)) + -1;
    const YearMonthDay at = yearMonthDay(today);
    perform(tr("Weather made up"), [&](Transaction& tx) {
        return addWeather(
            tx, stationMonths(seed, Month{dateFrom(std::max(at.year - years, firstYear), 7, 1)}, monthOf(today)));
    });
}

void WeatherPage::addOne() {
    const CalendarId id = calendar()                                 ? calendar()
                          : m_document.programme().calendars.empty() ? CalendarId{}
                                                                     : m_document.programme().calendars[0].id;
    perform(tr("Threshold added"), [&](Transaction& tx) -> Outcome {
        const auto added = addThreshold(tx, id);
        return added.ok() ? done() : Outcome(added.errors());
    });
    if (const std::size_t size = m_document.programme().thresholds.size(); size > 0)
        m_thresholds->editCell(size - 1, QStringLiteral("above"));
}

void WeatherPage::makeEvent(Risk risk) {
    const Month month{m_chart->chosen()};
    if (m_months.empty()) return emit refused(tr("Choose a month first"));
    const CalendarId id = calendar();
    QString key;
    const bool made = perform(tr("Weather of %1 recorded as an event").arg(show::month(month.first)),
                              [&](Transaction& tx) -> Outcome {
                                  const auto event = eventOfWeather(tx, id, month, risk);
                                  if (!event.ok()) return event.errors();
                                  key = show::text(tx.programme().events.row(*event)->key);
                                  return done();
                              });
    if (made) emit told(tr("%1 is recorded: say on the stage Delay what it stopped").arg(key));
}

void WeatherPage::refresh() {
    const Programme& programme = m_document.programme();
    const WeatherRecord record(programme);
    if (record.empty()) {
        m_words->setText(
            tr("Nothing is recorded yet. A table has a column headed date, and one for each measurement with "
               "its unit, like wind (m/s)."));
    } else {
        QStringList names;
        for (const auto& [name, unit] : record.measures())
            names << tr("%1 (%2)").arg(show::text(name), show::text(unit));
        m_words->setText(tr("%1, %2 to %3%4")
                             .arg(names.join(QStringLiteral(", ")), show::month(*record.months().begin()),
                                  show::month(*record.months().rbegin()),
                                  record.madeUp() ? tr(" · made up by the simulated station") : QString()));
    }
    m_forget->setVisible(!record.empty());
    m_forget->menu()->clear();
    for (const auto& [name, unit] : record.measures())
        m_forget->menu()->addAction(show::text(name), this, [this, measure = name] {
            perform(tr("Records of %1 forgotten").arg(show::text(measure)),
                    [&](Transaction& tx) { return removeWeather(tx, measure); });
        });
    const QString typed = m_measure->currentText();
    m_measure->clear();
    for (const auto& [name, unit] : record.measures())
        m_measure->addItem(QStringLiteral("%1 (%2)").arg(show::text(name), show::text(unit)));
    if (!typed.isEmpty()) m_measure->setCurrentText(typed);
    const QVariant kept = m_calendar->currentData();
    m_calendar->clear();
    int first = -1;
    for (const Calendar& one : programme.calendars) {
        m_calendar->addItem(show::text(one.name.empty() ? one.key : one.name), one.id.value);
        if (first < 0 && !thresholdsOf(programme, one.id).empty()) first = m_calendar->count() - 1;
    }
    const int at = kept.isValid() ? m_calendar->findData(kept) : first;
    m_calendar->setCurrentIndex(at >= 0 ? at : std::max(first, 0));
    m_thresholds->refresh();
    m_thresholds->fitRows(5);
    presentMonths();
}

void WeatherPage::presentMonths() {
    const Programme& programme = m_document.programme();
    m_months = lostMonths(programme, WeatherRecord(programme), calendar());
    const QString empty = thresholdsOf(programme, calendar()).empty()
                              ? tr("Work of this calendar stops at no weather: add a threshold.")
                              : tr("What its thresholds speak of was never measured.");
    m_chart->present(m_months, monthOf(dateOf(programme.job.start)).first, empty);
    m_list->refresh();
    m_event->setEnabled(!m_months.empty());
}

} // namespace yarrin
