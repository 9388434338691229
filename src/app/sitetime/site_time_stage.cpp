// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sitetime/site_time_stage.h"

#include "app/base/format.h"
#include "app/base/language.h"
#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/sitetime/calendar_list.h"
#include "app/sitetime/weather_page.h"
#include "app/sitetime/week_chart.h"
#include "app/sitetime/year_chart.h"
#include "app/table/activity_columns.h"
#include "app/table/inline_message.h"
#include "app/window/dialogs.h"
#include "chart/paint/calendar_painter.h"
#include "edit/calendar_edits.h"
#include "store/calendar_files.h"

#include <QComboBox>
#include <QFileInfo>
#include <QLabel>
#include <QLocale>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace yarrin {

namespace {

/// A cell of the year with its meaning beside it.
class LegendCell : public QWidget {
public:
    LegendCell(DayTone tone, const QString& text, QWidget* parent) : QWidget(parent), m_tone(tone), m_text(text) {
        setFont(secondaryFont());
        setFixedSize(fontMetrics().horizontalAdvance(text) + 20, 16);
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        paintDay(painter, QRectF(0.5, 2.5, 11, 11), m_tone, m_tone == DayTone::offFromBase, theme());
        painter.setFont(secondaryFont());
        painter.setPen(theme().muted);
        painter.drawText(rect().adjusted(16, 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter, m_text);
    }

private:
    DayTone m_tone;
    QString m_text;
};

QString dayName(int weekday) {
    return show::dayName(weekday);
}

} // namespace

SiteTimeStage::SiteTimeStage(Document& document, Dialogs& dialogs, QSettings& settings, QWidget* parent)
    : Stage(parent), m_document(document), m_dialogs(dialogs), m_notice(new NoticeBar(this)),
      m_list(new CalendarList(document, this)), m_week(new WeekChart(this)), m_year(new YearChart(this)),
      m_panel(new CalendarPanel(document, this)),
      m_tabs(new TabRow({{tr("Calendars"), "siteTimeCalendars"}, {tr("Weather"), "siteTimeWeather"}}, this)),
      m_pages(new QStackedWidget(this)), m_weather(new WeatherPage(document, dialogs, settings, this)),
      m_title(new QLabel(this)), m_yearTitle(new QLabel(this)) {
    setObjectName(QStringLiteral("siteTimeStage"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    m_tabs->setContentsMargins(8, 6, 8, 2);
    layout->addWidget(m_tabs, 0, Qt::AlignLeft);
    auto* calendars = new QWidget(this);
    auto* row = new QHBoxLayout(calendars);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    auto* splitter = new QSplitter(Qt::Horizontal, this);
    splitter->setObjectName(QStringLiteral("siteTimeSplitter"));
    splitter->addWidget(buildList());
    splitter->addWidget(buildCentre());
    splitter->setStretchFactor(1, 1);
    splitter->setSizes({250, 680});
    splitter->setChildrenCollapsible(false);
    splitter->setHandleWidth(1);
    row->addWidget(splitter, 1);
    row->addWidget(m_panel);
    m_pages->addWidget(calendars);
    m_pages->addWidget(m_weather);
    layout->addWidget(m_pages, 1);
    connect(m_tabs, &TabRow::chosen, this, [this](int page) {
        m_pages->setCurrentIndex(page);
        if (page == 1) m_weather->refresh();
    });
    connect(m_weather, &WeatherPage::refused, m_notice, &NoticeBar::say);
    connect(m_weather, &WeatherPage::told, m_notice, &NoticeBar::say);
    m_tabs->setCurrent(0);

    connect(m_list, &CalendarList::chosen, this, &SiteTimeStage::choose);
    connect(m_list, &CalendarList::deleteWanted, this, &SiteTimeStage::askDelete);
    connect(m_list, &CalendarList::renameWanted, this, [this](const QString& name) {
        const Calendar* calendar = m_document.programme().calendars.row(m_id);
        if (!calendar || show::text(calendar->name) == name) return;
        perform(tr("%1 → %2").arg(show::text(calendar->name), name),
                [text = name.toStdString()](Transaction& tx, CalendarId id) { return renameCalendar(tx, id, text); });
    });
    connect(m_week, &WeekChart::workWanted, this, [this](int weekday, const DayWork& work) {
        setDays({weekday}, work,
                tr("%1 → %2").arg(dayName(weekday), work.empty() ? tr("no work") : show::text(dayWorkText(work))));
    });
    connect(m_week, &WeekChart::timesTyped, this, [this](int weekday, const QString& text) {
        const auto work = parseTypedDayWork(text.toStdString());
        if (!work.ok()) return m_notice->say(show::error(work.error()));
        setDays({weekday}, *work,
                tr("%1 → %2").arg(dayName(weekday), work->empty() ? tr("no work") : show::text(dayWorkText(*work))));
    });
    connect(m_week, &WeekChart::refused, m_notice, &NoticeBar::say);
    connect(m_panel, &CalendarPanel::refused, m_notice, &NoticeBar::say);
    connect(m_panel, &CalendarPanel::performWanted, this,
            [this](const QString& step, const CalendarPanel::Edit& edit) { perform(step, edit); });
    connect(m_panel, &CalendarPanel::activitiesWanted, this, &SiteTimeStage::activitiesWanted);
    connect(m_panel, &CalendarPanel::calendarWanted, this, &SiteTimeStage::choose);
    connect(m_year, &YearChart::chosenChanged, this, [this] { m_panel->presentDays(m_year->chosen()); });
    connect(m_year, &YearChart::offWanted, m_panel, &CalendarPanel::makeDaysOff);
    connect(m_year, &YearChart::backWanted, m_panel, &CalendarPanel::takeDaysBack);
    connect(m_year, &YearChart::shownChanged, this, &SiteTimeStage::refresh);
    connect(&lookChanges(), &LookChanges::changed, this, &SiteTimeStage::refresh);
    connect(&m_document, &Document::changed, this, [this] {
        m_notice->dismiss();
        m_deletion->hide();
        if (isVisible())
            refreshAll();
        else
            m_stale = true; // an edit elsewhere does not wait for what nobody sees
    });
    const auto begin = [this] {
        m_id = {};
        m_year->choose({});
        m_year->showYear(yearMonthDay(dateOf(m_document.programme().job.start)).year);
        choose(m_document.programme().job.defaultCalendar);
    };
    connect(&m_document, &Document::replaced, this, begin);
    begin();
}

QWidget* SiteTimeStage::buildList() {
    auto* part = new QWidget(this);
    part->setObjectName(QStringLiteral("siteTimeList"));
    // Its heading and the words beside it, however large.
    const auto least = [part] { part->setMinimumWidth(textEnlargement() > 0 ? scaled(252) : 200); };
    least();
    connect(&lookChanges(), &LookChanges::changed, part, least);
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 10, 0, 0);
    layout->setSpacing(6);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 0, 8, 0);
    auto* title = new QLabel(tr("Calendars"), part);
    title->setFont(headingFont());
    auto* more = quietButton(tr("+ From another"), "addCalendar", part);
    auto* menu = new QMenu(more);
    menu->setObjectName(QStringLiteral("addCalendarMenu"));
    connect(menu, &QMenu::aboutToShow, this, [this, menu] {
        menu->clear();
        const QString name = calendarName(m_document.programme(), m_id);
        menu->addAction(tr("One that follows “%1”").arg(name), this, [this, name, base = m_id] {
            add(tr("Calendar made from “%1”").arg(name), [base](Transaction& tx) { return extendCalendar(tx, base); });
        });
        menu->addSeparator();
        for (const StartingPoint& point : startingPoints())
            menu->addAction(show::words(point.name), this, [this, &point] {
                add(tr("Calendar “%1” added").arg(show::words(point.name)),
                    [&point](Transaction& tx) { return addCalendar(tx, point); });
            });
        menu->addSeparator();
        menu->addAction(tr("Delete “%1”…").arg(name), this, &SiteTimeStage::askDelete)
            ->setEnabled(m_id != continuousCalendar);
    });
    more->setMenu(menu);
    head->addWidget(title);
    head->addStretch();
    head->addWidget(more);
    layout->addLayout(head);
    layout->addWidget(m_list, 1);
    layout->addWidget(buildDeletion());
    return part;
}

QWidget* SiteTimeStage::buildDeletion() {
    m_deletion = new QFrame(this);
    m_deletion->setObjectName(QStringLiteral("calendarDeletion"));
    auto* layout = new QVBoxLayout(m_deletion);
    layout->setContentsMargins(14, 8, 12, 10);
    m_deletionWords = new QLabel(m_deletion);
    m_deletionWords->setWordWrap(true);
    m_replacement = new QComboBox(m_deletion);
    m_replacement->setObjectName(QStringLiteral("replacement"));
    m_replacement->setAccessibleName(tr("The calendar that takes its place"));
    auto* row = new QHBoxLayout;
    auto* remove = new QPushButton(tr("Delete"), m_deletion);
    remove->setObjectName(QStringLiteral("deleteCalendar"));
    auto* keep = new QPushButton(tr("Keep"), m_deletion);
    row->addWidget(remove);
    row->addWidget(keep);
    row->addStretch();
    layout->addWidget(m_deletionWords);
    layout->addWidget(m_replacement);
    layout->addLayout(row);
    m_deletion->hide();
    connect(keep, &QPushButton::clicked, m_deletion, &QWidget::hide);
    connect(remove, &QPushButton::clicked, this, [this] {
        const CalendarId replacement{m_replacement->currentData().toUInt()};
        const QString name = calendarName(m_document.programme(), m_id);
        perform(tr("Calendar “%1” deleted").arg(name),
                [replacement](Transaction& tx, CalendarId id) { return removeCalendar(tx, id, replacement); });
    });
    return m_deletion;
}

void SiteTimeStage::askDelete() {
    const Programme& programme = m_document.programme();
    if (m_id == continuousCalendar) return m_notice->say(tr("The calendar Continuous is built in and stays."));
    const CalendarUse use = useOf(programme, m_id);
    QStringList users;
    const auto activities = qint64(use.activities.size() + use.byDefault);
    if (activities > 0) users << show::countOf(activities, "activity", "activities");
    if (!use.hammocks.empty()) users << show::countOf(qint64(use.hammocks.size()), "hammock", "hammocks");
    if (use.resources > 0) users << show::countOf(qint64(use.resources), "resource", "resources");
    if (!use.extendedBy.empty())
        users << show::countOf(qint64(use.extendedBy.size()), "calendar that extends it", "calendars that extend it");
    const QString name = calendarName(programme, m_id);
    m_replacement->clear();
    for (const Calendar& calendar : programme.calendars)
        if (calendar.id != m_id) m_replacement->addItem(calendarName(programme, calendar.id), calendar.id.value);
    m_replacement->addItem(calendarName(programme, continuousCalendar), continuousCalendar.value);
    if (const Calendar* calendar = programme.calendars.row(m_id); calendar->extends)
        m_replacement->setCurrentIndex(std::max(0, m_replacement->findData(calendar->extends.value)));
    const bool used = !users.isEmpty() || use.isDefault;
    m_replacement->setVisible(used);
    m_deletionWords->setText(
        used ? tr("Delete “%1”? %2 then use:")
                   .arg(name, users.isEmpty() ? tr("What has no calendar of its own would") : users.join(tr(" and ")))
             : tr("Delete “%1”? Nothing uses it.").arg(name));
    m_deletion->show();
    m_replacement->setFocus();
}

QWidget* SiteTimeStage::legend() {
    auto* box = new QWidget(this);
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(12);
    const std::pair<DayTone, QString> tones[] = {
        {DayTone::works, tr("works")},        {DayTone::dayOff, tr("standard day off")},
        {DayTone::off, tr("off, named")},     {DayTone::offFromBase, tr("off, from base")},
        {DayTone::ownTimes, tr("own times")}, {DayTone::weather, tr("weather allowance")}};
    for (const auto& [tone, text] : tones) row->addWidget(new LegendCell(tone, text, box));
    row->addStretch(1);
    return box;
}

QWidget* SiteTimeStage::buildCentre() {
    auto* part = new QWidget(this);
    part->setObjectName(QStringLiteral("siteTimeCentre"));
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(18, 10, 14, 8);
    layout->setSpacing(6);
    auto* head = new QHBoxLayout;
    m_title->setFont(headingFont());
    m_title->setTextFormat(Qt::RichText);
    m_yearTitle->setTextFormat(Qt::RichText);
    m_copy = quietButton(tr("Copy a day to…"), "copyDay", part);
    auto* menu = new QMenu(m_copy);
    menu->setObjectName(QStringLiteral("copyDayMenu"));
    m_copy->setMenu(menu);
    connect(menu, &QMenu::aboutToShow, this, &SiteTimeStage::copyMenu);
    auto* typed = quietButton(tr("Typed times"), "typedTimes", part);
    connect(typed, &QPushButton::clicked, this, [this] { m_week->typeTimes(m_week->chosenDay()); });
    head->addWidget(m_title, 1);
    head->addWidget(m_copy);
    head->addWidget(typed);
    layout->addLayout(head);
    layout->addWidget(m_week, 6);
    auto* years = new QHBoxLayout;
    m_yearTitle->setFont(headingFont());
    m_yearTitle->setObjectName(QStringLiteral("yearTitle"));
    auto* back = quietButton(QStringLiteral("◂"), "yearBack", part);
    back->setAccessibleName(tr("Back"));
    auto* on = quietButton(QStringLiteral("▸"), "yearOn", part);
    on->setAccessibleName(tr("On"));
    for (auto* button : {back, on}) button->setFixedWidth(24);
    connect(back, &QPushButton::clicked, this, [this] { m_year->step(-1); });
    connect(on, &QPushButton::clicked, this, [this] { m_year->step(1); });
    m_holidays = quietButton(tr("Holidays…"), "holidays", part);
    auto* holidays = new QMenu(m_holidays);
    holidays->setObjectName(QStringLiteral("holidaysMenu"));
    const QString regions[] = {tr("England and Wales"), tr("Scotland"), tr("Ireland")};
    for (int i = 0; i < 3; ++i)
        holidays->addAction(tr("Public holidays of %1").arg(regions[i]), this, [this, i] { addHolidays(i); });
    holidays->addSeparator();
    holidays->addAction(tr("Import from a file…"), this, &SiteTimeStage::importDays);
    holidays->addAction(tr("Export to a file…"), this, &SiteTimeStage::exportDays);
    m_holidays->setMenu(holidays);
    years->addWidget(m_yearTitle);
    years->addWidget(back);
    years->addWidget(on);
    years->addStretch(1);
    years->addWidget(m_holidays);
    layout->addLayout(years);
    layout->addWidget(legend());
    layout->addWidget(m_year, 5);
    return part;
}

void SiteTimeStage::copyMenu() {
    QMenu* menu = m_copy->menu();
    menu->clear();
    const auto resolved = resolve(m_document.programme().calendars.rows(), m_id);
    if (!resolved.ok() || m_id == continuousCalendar) return;
    const int from = m_week->chosenDay();
    const DayWork work = resolved->week[std::size_t(from)];
    const auto copyTo = [this, menu, from, work](const QString& text, std::vector<int> days) {
        menu->addAction(text, this, [this, from, work, text, days = std::move(days)] {
            setDays(days, work, tr("%1 copied to %2").arg(dayName(from), text));
        });
    };
    copyTo(tr("Monday to Friday"), {0, 1, 2, 3, 4});
    copyTo(tr("Monday to Saturday"), {0, 1, 2, 3, 4, 5});
    copyTo(tr("every day"), {0, 1, 2, 3, 4, 5, 6});
    menu->addSeparator();
    for (int day = 0; day < 7; ++day)
        if (day != from) copyTo(dayName(day), {day});
    const Calendar* calendar = m_document.programme().calendars.row(m_id);
    if (calendar && calendar->extends && calendar->week[std::size_t(from)]) {
        menu->addSeparator();
        menu->addAction(
            tr("Take %1 from “%2” again").arg(dayName(from), calendarName(m_document.programme(), calendar->extends)),
            this, [this, from] {
                perform(tr("%1 as in the calendar it extends").arg(dayName(from)),
                        [from](Transaction& tx, CalendarId id) {
                            return setWeekdays(tx, id, std::array{from}, std::nullopt);
                        });
            });
    }
}

void SiteTimeStage::setDays(const std::vector<int>& weekdays, const DayWork& work, const QString& step) {
    perform(step, [weekdays, work](Transaction& tx, CalendarId id) { return setWeekdays(tx, id, weekdays, work); });
}

bool SiteTimeStage::perform(const QString& step, const CalendarPanel::Edit& edit) {
    const QString name = calendarName(m_document.programme(), m_id);
    const Outcome outcome =
        m_document.perform(QStringLiteral("%1: %2").arg(name, step), [&](Transaction& tx) { return edit(tx, m_id); });
    if (outcome.ok()) return true;
    refresh(); // what was dragged goes back
    m_notice->say(show::error(outcome.error()));
    return false;
}

void SiteTimeStage::add(const QString& step, const std::function<Result<CalendarId>(Transaction&)>& make) {
    CalendarId made;
    const Outcome outcome = m_document.perform(step, [&](Transaction& tx) -> Outcome {
        const auto id = make(tx);
        if (!id.ok()) return id.errors();
        made = *id;
        return done();
    });
    if (!outcome.ok()) return m_notice->say(show::error(outcome.error()));
    choose(made);
    m_list->setFocus();
    m_list->editItem(m_list->currentItem());
}

void SiteTimeStage::addHolidays(int region) {
    static const char* names[] = {QT_TR_NOOP("England and Wales"), QT_TR_NOOP("Scotland"), QT_TR_NOOP("Ireland")};
    perform(tr("public holidays of %1").arg(tr(names[region])),
            [region](Transaction& tx, CalendarId id) { return addPublicHolidays(tx, id, HolidayRegion(region)); });
}

void SiteTimeStage::importDays() {
    const QString path = m_dialogs.fileToImport(this, tr("Import holidays"), tr("Calendars and tables (*.ics *.csv)"));
    if (path.isEmpty()) return;
    const auto read = readExceptions(path.toStdString(), dateOf(m_document.programme().job.start));
    if (!read.ok()) return m_notice->say(show::error(read.error()));
    const QString step =
        tr("%1 from %2")
            .arg(show::countOf(qint64(read->exceptions.size()), "exception", "exceptions"), QFileInfo(path).fileName());
    const bool done =
        perform(step, [&](Transaction& tx, CalendarId id) { return addExceptions(tx, id, read->exceptions); });
    if (done && read->leftOut > 0)
        m_notice->say(tr("%1 with times of day left out: they say nothing of whole days.")
                          .arg(show::countOf(read->leftOut, "event", "events")));
}

void SiteTimeStage::exportDays() {
    const Calendar* calendar = m_document.programme().calendars.row(m_id);
    if (!calendar || calendar->exceptions.empty())
        return m_notice->say(tr("This calendar has no holidays or exceptions of its own to export."));
    const QString path = m_dialogs.fileToSave(this, tr("Export holidays and exceptions"),
                                              show::text(calendar->name) + QStringLiteral(".ics"),
                                              tr("Calendar (*.ics);;Table (*.csv)"));
    if (path.isEmpty()) return;
    const Outcome outcome = writeExceptions(*calendar, path.toStdString(), dateOf(m_document.programme().job.start));
    if (!outcome.ok()) return m_notice->say(show::error(outcome.error()));
    m_notice->tell(tr("Written to %1.").arg(path));
}

void SiteTimeStage::choose(CalendarId id) {
    const Programme& programme = m_document.programme();
    if (id != continuousCalendar && !programme.calendars.row(id)) id = programme.job.defaultCalendar;
    if (id != m_id) {
        m_year->choose({});
        m_deletion->hide();
    }
    m_id = id;
    m_list->choose(id);
    refresh();
}

void SiteTimeStage::showNamed(const QString& name) {
    const int page = name == QLatin1String("weather") ? 1 : 0;
    m_tabs->setCurrent(page);
    m_pages->setCurrentIndex(page);
    if (page == 1) m_weather->refresh();
}

void SiteTimeStage::chooseNamed(const QString& key) {
    for (const Calendar& calendar : m_document.programme().calendars)
        if (show::text(calendar.key) == key) choose(calendar.id);
}

void SiteTimeStage::refreshAll() {
    m_stale = false;
    m_list->refresh();
    choose(m_id); // the list marks what is shown, also where another programme came
}

void SiteTimeStage::showEvent(QShowEvent* event) {
    if (m_stale) refreshAll();
    Stage::showEvent(event);
}

void SiteTimeStage::refresh() {
    const Programme& programme = m_document.programme();
    if (m_id != continuousCalendar && !programme.calendars.row(m_id)) return choose(programme.job.defaultCalendar);
    const auto resolved = resolve(programme.calendars.rows(), m_id);
    if (!resolved.ok()) return;
    const Calendar* calendar = programme.calendars.row(m_id);
    std::array<bool, 7> inherited{};
    for (std::size_t day = 0; calendar && day < 7; ++day) inherited[day] = calendar->extends && !calendar->week[day];
    m_title->setText(QStringLiteral("%1&nbsp;&nbsp;<span style='color:%2; font-size:12px; font-weight:400'>%3</span>")
                         .arg(calendarName(programme, m_id).toHtmlEscaped(), theme().muted.name(),
                              calendar && calendar->extends
                                  ? tr("standard week; ↧ comes from “%1”")
                                        .arg(calendarName(programme, calendar->extends).toHtmlEscaped())
                                  : tr("standard week")));
    m_week->present(resolved->week, inherited, calendar != nullptr);
    m_copy->setEnabled(calendar != nullptr);
    m_holidays->setEnabled(calendar != nullptr);
    const std::size_t own = calendar ? calendar->exceptions.size() : 0;
    m_year->present(*resolved, resolved->exceptions.size() - own,
                    !calendar || calendar->weather.has_value() || !resolved->weather);
    const YearSum sum = sumOf(m_year->layoutNow());
    const QString shown = m_year->month() ? spoken().standaloneMonthName(int(*m_year->month())) +
                                                QStringLiteral(" %1").arg(m_year->year())
                                          : QString::number(m_year->year());
    m_yearTitle->setText(
        QStringLiteral("%1&nbsp; <span style='color:%2; font-size:12px; font-weight:400'>%3</span>")
            .arg(shown, theme().muted.name(), show::countOf(sum.works, "working day", "working days")));
    m_panel->present(m_id);
}

void SiteTimeStage::focusMain() {
    m_list->setFocus();
}

} // namespace yarrin
