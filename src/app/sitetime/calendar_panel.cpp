// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sitetime/calendar_panel.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/sitetime/weather_bars.h"
#include "app/table/activity_columns.h"
#include "core/time/day_plan.h"
#include "edit/calendar_edits.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>
#include <numeric>

namespace yarrin {

namespace {

/// "24 Dec 2027 – 2 Jan 2028", "every year 1 Nov – 28 Feb", a rule's words.
QString whenText(const CalendarException& e) {
    if (e.rule) return show::text(ruleText(*e.rule));
    if (e.yearly) {
        if (e.from == e.to) return CalendarPanel::tr("every %1").arg(show::shortDate(e.from));
        return CalendarPanel::tr("every year, %1 – %2").arg(show::shortDate(e.from), show::shortDate(e.to));
    }
    const QString dates =
        e.from == e.to ? show::date(e.from) : CalendarPanel::tr("%1 – %2").arg(show::date(e.from), show::date(e.to));
    return e.tide ? CalendarPanel::tr("%1 m, %2").arg(show::text(tideText(*e.tide)), dates) : dates;
}

QString daysText(const std::set<Date>& days) {
    const Date first = *days.begin(), last = *days.rbegin();
    if (days.size() == 1) return show::weekdayDate(first);
    if (last - first + 1 == int(days.size()))
        return CalendarPanel::tr("%1 – %2").arg(show::shortDate(first), show::date(last));
    return CalendarPanel::tr("%1 from %2 to %3")
        .arg(show::countOf(qint64(days.size()), "day", "days"), show::shortDate(first), show::date(last));
}

} // namespace

CalendarPanel::CalendarPanel(Document& document, QWidget* parent)
    : QScrollArea(parent), m_document(document), m_name(new QLabel), m_origin(new QLabel) {
    setObjectName(QStringLiteral("calendarPanel"));
    setAccessibleName(tr("The calendar"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    keepWidth(this, 268);
    setFocusPolicy(Qt::NoFocus);
    auto* page = new QWidget;
    page->setObjectName(QStringLiteral("calendarPage"));
    setWidget(page);
    m_layout = new QVBoxLayout(page);
    m_layout->setContentsMargins(14, 14, 12, 12);
    m_layout->setSpacing(4);
    m_name->setFont(headingFont());
    m_name->setWordWrap(true);
    m_layout->addWidget(m_name);
    m_origin->setWordWrap(true);
    setInk(m_origin, Ink::muted);
    m_layout->addWidget(m_origin);
    buildDay();
    buildDays();
    buildWeather();
    buildUse();
    buildExceptions();
    m_layout->addStretch(1);
}

QVBoxLayout* CalendarPanel::part(const QString& heading) {
    auto* rule = new QFrame;
    rule->setFixedHeight(1);
    rule->setProperty("hairline", true);
    auto* label = new QLabel(heading.toUpper());
    label->setFont(boldened(bodyFont()));
    setInk(label, Ink::accent);
    auto* inner = new QVBoxLayout;
    inner->setSpacing(4);
    inner->addSpacing(6);
    inner->addWidget(rule);
    inner->addSpacing(3);
    inner->addWidget(label);
    m_layout->addLayout(inner);
    return inner;
}

void CalendarPanel::buildDay() {
    QVBoxLayout* inner = part(tr("A day is"));
    auto* row = new QHBoxLayout;
    auto* label = new QLabel(tr("Hours a day"));
    setInk(label, Ink::muted);
    m_hours = new QLineEdit;
    m_hours->setObjectName(QStringLiteral("hoursADay"));
    m_hours->setAccessibleName(tr("Hours a day"));
    m_hours->setPlaceholderText(tr("as the shift"));
    m_hours->setAlignment(Qt::AlignRight);
    keepWidth(m_hours, 76);
    row->addWidget(label, 1);
    row->addWidget(m_hours);
    inner->addLayout(row);
    m_editing.push_back(m_hours);
    connect(m_hours, &QLineEdit::editingFinished, this, [this] {
        if (!m_hours->isModified()) return;
        m_hours->setModified(false);
        const std::string text = m_hours->text().toStdString();
        perform(tr("Hours a day → %1").arg(m_hours->text().isEmpty() ? tr("the shift") : m_hours->text()),
                [text](Transaction& tx, CalendarId id) { return setHoursADay(tx, id, text); });
        refresh();
    });
    auto* days = new QHBoxLayout;
    auto* name = new QLabel(tr("Days a week"));
    setInk(name, Ink::muted);
    m_daysAWeek = new QLabel;
    m_daysAWeek->setAlignment(Qt::AlignRight);
    days->addWidget(name, 1);
    days->addWidget(m_daysAWeek);
    inner->addLayout(days);
    m_dayWord = new QLabel;
    m_dayWord->setObjectName(QStringLiteral("dayWord"));
    m_dayWord->setWordWrap(true);
    inner->addWidget(m_dayWord);
}

void CalendarPanel::buildDays() {
    m_daysPart = new QWidget;
    auto* outer = m_layout;
    auto* holder = new QVBoxLayout(m_daysPart);
    holder->setContentsMargins(0, 0, 0, 0);
    holder->setSpacing(4);
    m_layout = holder;
    QVBoxLayout* inner = part(tr("Chosen days"));
    m_layout = outer;
    m_layout->addWidget(m_daysPart);
    m_daysTitle = new QLabel;
    m_daysTitle->setObjectName(QStringLiteral("chosenDays"));
    m_daysTitle->setFont(boldened(bodyFont()));
    m_daysTitle->setWordWrap(true);
    m_daysWord = new QLabel;
    m_daysWord->setWordWrap(true);
    setInk(m_daysWord, Ink::muted);
    inner->addWidget(m_daysTitle);
    inner->addWidget(m_daysWord);
    m_dayName = new QLineEdit;
    m_dayName->setObjectName(QStringLiteral("dayName"));
    m_dayName->setAccessibleName(tr("Name of the holiday or exception"));
    m_dayName->setPlaceholderText(tr("Name, for example Regatta"));
    inner->addWidget(m_dayName);
    m_yearly = new QCheckBox(tr("Every year"));
    m_yearly->setObjectName(QStringLiteral("dayYearly"));
    inner->addWidget(m_yearly);
    auto* row = new QHBoxLayout;
    auto* off = new QPushButton(tr("Not working"));
    off->setObjectName(QStringLiteral("daysOff"));
    auto* back = new QPushButton(tr("Back to standard"));
    back->setObjectName(QStringLiteral("daysBack"));
    row->addWidget(off);
    row->addWidget(back);
    inner->addLayout(row);
    auto* times = new QHBoxLayout;
    m_dayTimes = new QLineEdit;
    m_dayTimes->setObjectName(QStringLiteral("dayTimes"));
    m_dayTimes->setAccessibleName(tr("Own working times of the chosen days"));
    m_dayTimes->setPlaceholderText(tr("8-12, 13-15"));
    auto* work = new QPushButton(tr("Work these"));
    work->setObjectName(QStringLiteral("daysWork"));
    times->addWidget(m_dayTimes, 1);
    times->addWidget(work);
    inner->addLayout(times);
    for (QWidget* widget : std::initializer_list<QWidget*>{m_dayName, m_yearly, off, back, m_dayTimes, work})
        m_editing.push_back(widget);
    connect(off, &QPushButton::clicked, this, &CalendarPanel::makeDaysOff);
    connect(back, &QPushButton::clicked, this, &CalendarPanel::takeDaysBack);
    const auto workTyped = [this] {
        const auto typed = parseTypedDayWork(m_dayTimes->text().toStdString());
        if (!typed.ok()) return emit refused(show::error(typed.error()));
        if (typed->empty()) return emit refused(tr("Type the times, as in 8-12, 13-15."));
        daysWork(*typed);
    };
    connect(work, &QPushButton::clicked, this, workTyped);
    connect(m_dayTimes, &QLineEdit::returnPressed, this, workTyped);
    connect(m_dayName, &QLineEdit::returnPressed, this, &CalendarPanel::makeDaysOff);
}

void CalendarPanel::makeDaysOff() {
    daysWork({});
}

void CalendarPanel::daysWork(const DayWork& work) {
    if (m_days.empty()) return emit refused(tr("Choose days in the year first."));
    const std::string name = m_dayName->text().trimmed().toStdString();
    const bool yearly = m_yearly->isChecked();
    QString step = daysText(m_days) + (work.empty() ? tr(" off") : tr(" with own times"));
    if (!name.empty()) step = show::text(name) + QStringLiteral(", ") + step;
    perform(step, [days = m_days, work, name, yearly](Transaction& tx, CalendarId id) {
        return setDates(tx, id, days, work, name, yearly);
    });
}

void CalendarPanel::takeDaysBack() {
    if (m_days.empty()) return emit refused(tr("Choose days in the year first."));
    perform(tr("%1 back to the standard week").arg(daysText(m_days)),
            [days = m_days](Transaction& tx, CalendarId id) { return clearDates(tx, id, days); });
}

void CalendarPanel::buildWeather() {
    QVBoxLayout* inner = part(tr("Weather allowance, days lost"));
    m_weather = new WeatherBars;
    m_editing.push_back(m_weather);
    m_weatherSum = new QLabel;
    m_weatherSum->setObjectName(QStringLiteral("weatherSum"));
    m_weatherSum->setWordWrap(true);
    setInk(m_weatherSum, Ink::muted);
    inner->addWidget(m_weather);
    inner->addWidget(m_weatherSum);
    connect(m_weather, &WeatherBars::daysWanted, this, [this](int month, int days) {
        const auto resolved = resolve(m_document.programme().calendars.rows(), m_id);
        if (!resolved.ok()) return;
        std::array<int, 12> all = resolved->weather.value_or(std::array<int, 12>{});
        all[std::size_t(month)] = days;
        const bool none = std::accumulate(all.begin(), all.end(), 0) == 0;
        // Zeros state that there is none where the calendar below has some.
        const Calendar* row = m_document.programme().calendars.row(m_id);
        const auto below = row && row->extends ? resolve(m_document.programme().calendars.rows(), row->extends)
                                               : Result<ResolvedCalendar>(ResolvedCalendar{});
        const bool take = none && !(below.ok() && below->weather);
        perform(tr("Weather allowance, month %1: %2").arg(month + 1).arg(days), [=](Transaction& tx, CalendarId id) {
            return setWeather(tx, id, take ? std::nullopt : std::optional(all));
        });
    });
}

void CalendarPanel::buildExceptions() {
    QVBoxLayout* inner = part(tr("Holidays and exceptions"));
    m_exceptions = new QVBoxLayout;
    m_exceptions->setSpacing(1);
    inner->addLayout(m_exceptions);
    m_kind = new QComboBox;
    m_kind->setObjectName(QStringLiteral("exceptionKind"));
    m_kind->setAccessibleName(tr("Kind of exception"));
    m_kind->addItems({tr("Holiday by rule"), tr("Closed every year"), tr("Shutdown"), tr("Tide window")});
    m_when = new QLineEdit;
    m_when->setObjectName(QStringLiteral("exceptionWhen"));
    m_when->setAccessibleName(tr("When"));
    m_what = new QLineEdit;
    m_what->setObjectName(QStringLiteral("exceptionName"));
    m_what->setAccessibleName(tr("Name"));
    m_what->setPlaceholderText(tr("Name"));
    auto* add = new QPushButton(tr("Add"));
    add->setObjectName(QStringLiteral("exceptionAdd"));
    m_addFault = new QLabel;
    m_addFault->setObjectName(QStringLiteral("exceptionFault"));
    m_addFault->setWordWrap(true);
    setInk(m_addFault, Ink::critical);
    m_addFault->hide();
    inner->addSpacing(4);
    inner->addWidget(m_kind);
    inner->addWidget(m_when);
    auto* row = new QHBoxLayout;
    row->addWidget(m_what, 1);
    row->addWidget(add);
    inner->addLayout(row);
    inner->addWidget(m_addFault);
    const auto hint = [this] {
        static const char* hints[] = {QT_TR_NOOP("first Monday in May"), QT_TR_NOOP("1 Nov to end of Feb"),
                                      QT_TR_NOOP("24 Dec 2027 to 3 Jan 2028"),
                                      QT_TR_NOOP("below 1.2, 1 Jun 2027 to 31 Aug 2027")};
        m_when->setPlaceholderText(tr(hints[m_kind->currentIndex()]));
        m_addFault->hide();
    };
    connect(m_kind, &QComboBox::currentIndexChanged, this, hint);
    hint();
    for (QWidget* widget : std::initializer_list<QWidget*>{m_kind, m_when, m_what, add}) m_editing.push_back(widget);
    connect(add, &QPushButton::clicked, this, &CalendarPanel::addTyped);
    connect(m_when, &QLineEdit::returnPressed, this, &CalendarPanel::addTyped);
    connect(m_what, &QLineEdit::returnPressed, this, &CalendarPanel::addTyped);
}

void CalendarPanel::addTyped() {
    const auto exception = parseException(TypedException(m_kind->currentIndex()), m_when->text().toStdString(),
                                          m_what->text().toStdString());
    m_addFault->setVisible(!exception.ok());
    if (!exception.ok()) return m_addFault->setText(show::error(exception.error()));
    const quint64 before = m_document.generation();
    const QString what = m_what->text().trimmed();
    perform((what.isEmpty() ? QString() : what + QStringLiteral(", ")) + whenText(*exception),
            [e = *exception](Transaction& tx, CalendarId id) { return addException(tx, id, e); });
    if (m_document.generation() == before) return; // refused: what was typed stays
    m_when->clear();
    m_what->clear();
}

void CalendarPanel::buildUse() {
    QVBoxLayout* inner = part(tr("Used by"));
    m_use = new QVBoxLayout;
    m_use->setSpacing(1);
    inner->addLayout(m_use);
    auto* row = new QHBoxLayout;
    auto* label = new QLabel(tr("Extends"));
    setInk(label, Ink::muted);
    m_base = new QComboBox;
    m_base->setObjectName(QStringLiteral("calendarBase"));
    m_base->setAccessibleName(tr("The calendar that this one extends"));
    m_base->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    row->addWidget(label);
    row->addWidget(m_base, 1);
    inner->addLayout(row);
    m_default = quietButton(tr("Make it the job's default"), "makeDefault", nullptr);
    inner->addWidget(m_default, 0, Qt::AlignLeft);
    m_editing.push_back(m_base);
    connect(m_default, &QPushButton::clicked, this, [this] {
        perform(tr("Default calendar → %1").arg(m_name->text()),
                [](Transaction& tx, CalendarId id) { return setDefaultCalendar(tx, id); });
    });
    connect(m_base, &QComboBox::activated, this, [this](int index) {
        const CalendarId base{m_base->itemData(index).toUInt()};
        perform(tr("%1 extends %2").arg(m_name->text(), m_base->itemText(index)),
                [base](Transaction& tx, CalendarId id) { return setBase(tx, id, base); });
        refresh();
    });
}

void CalendarPanel::present(CalendarId id) {
    if (id != m_id) m_addFault->hide();
    m_id = id;
    refresh();
}

void CalendarPanel::presentDays(const std::set<Date>& days) {
    m_days = days;
    refreshDays();
}

void CalendarPanel::refresh() {
    const Programme& programme = m_document.programme();
    const auto resolved = resolve(programme.calendars.rows(), m_id);
    if (!resolved.ok()) return;
    const Calendar* calendar = programme.calendars.row(m_id);
    m_name->setText(calendarName(programme, m_id));
    if (!calendar)
        m_origin->setText(tr("Built in: every minute works. For curing, hire and lags in calendar days."));
    else if (calendar->extends)
        m_origin->setText(tr("From %1; what it does not state itself follows that one.")
                              .arg(calendarName(programme, calendar->extends)));
    else
        m_origin->setText(tr("A week of its own"));
    for (QWidget* widget : m_editing) widget->setEnabled(calendar != nullptr);
    refreshDay(*resolved);
    refreshDays();
    const bool own = calendar && calendar->weather;
    m_weather->present(resolved->weather, own || !resolved->weather, calendar != nullptr);
    const int sum = resolved->weather ? std::accumulate(resolved->weather->begin(), resolved->weather->end(), 0) : 0;
    m_weatherSum->setText(!resolved->weather ? tr("None is made. Click on a month to lose a day in it.")
                                             : tr("%1 a year, spread over working days%2")
                                                   .arg(show::countOf(sum, "day", "days"),
                                                        own ? QString() : tr("; from the calendar it extends")));
    refreshExceptions();
    refreshUse();
}

void CalendarPanel::refreshDay(const ResolvedCalendar& resolved) {
    if (!m_hours->hasFocus() || !m_hours->isModified()) {
        m_hours->setText(tr("%1 h").arg(show::hours(resolved.dayMinutes)));
        m_hours->setModified(false);
    }
    m_daysAWeek->setText(QString::number(resolved.daysPerWeek()));
    const Minutes shift = shiftOf(resolved.week);
    bool mixed = false;
    for (const DayWork& day : resolved.week) {
        Minutes sum = 0;
        for (const Spell& spell : day) sum += spell.to - spell.from;
        mixed = mixed || (sum > 0 && sum != shift);
    }
    const bool tidal = std::any_of(resolved.exceptions.begin(), resolved.exceptions.end(),
                                   [](const CalendarException& e) { return e.tide.has_value(); });
    if (tidal) {
        // No two days are alike: what counts is what the tide leaves of them.
        const auto& tide = *std::find_if(resolved.exceptions.begin(), resolved.exceptions.end(),
                                         [](const CalendarException& e) { return e.tide.has_value(); });
        const DayPlan plan = planDays(resolved, tide.from.days, std::min(tide.to - tide.from + 1, 366));
        Minutes sum = 0;
        std::int64_t days = 0;
        for (std::size_t day = 0; day < plan.patternOfDay.size(); ++day) {
            for (const Spell& spell : plan.workOf(day)) sum += spell.to - spell.from;
            days += plan.workOf(day).empty() ? 0 : 1;
        }
        m_dayWord->setText(tr("The tide leaves %1 h of a working day on average; a day is %2 h.")
                               .arg(show::number((Fraction(sum) / Fraction(60 * std::max<std::int64_t>(1, days)))
                                                     .rounded(1)
                                                     .value_or(Decimal(0))),
                                    show::hours(resolved.dayMinutes)));
        setInk(m_dayWord, Ink::muted);
    } else if (shift == 0) {
        m_dayWord->setText(tr("The standard week has no work; only exceptions have."));
        setInk(m_dayWord, Ink::near);
    } else if (resolved.dayMinutes == shift) {
        m_dayWord->setText(tr("✓ A shift of %1 h reads as one day%2.")
                               .arg(show::hours(shift), mixed ? tr("; not all days are alike") : QString()));
        setInk(m_dayWord, Ink::good);
    } else {
        const auto days = (Fraction(shift) / Fraction(resolved.dayMinutes)).rounded(2).value_or(Decimal(0));
        m_dayWord->setText(
            tr("⚠ A shift of %1 h reads as %2 days, because a day is %3 h. Clear the hours to follow the shift.")
                .arg(show::hours(shift), show::number(days), show::hours(resolved.dayMinutes)));
        setInk(m_dayWord, Ink::critical);
    }
}

void CalendarPanel::refreshDays() {
    m_daysPart->setVisible(!m_days.empty());
    if (m_days.empty()) return;
    m_daysTitle->setText(daysText(m_days));
    const auto resolved = resolve(m_document.programme().calendars.rows(), m_id);
    if (!resolved.ok()) return;
    const Date first = *m_days.begin();
    const DayPlan plan = planDays(*resolved, first.days, *m_days.rbegin() - first + 1);
    const DayCause& cause = plan.causeOfDay[0];
    const DayWork& work = plan.workOf(0);
    QString words = work.empty() ? tr("No work") : tr("Works %1").arg(show::text(dayWorkText(work)));
    if (cause.kind == DayCause::Kind::exception) {
        const CalendarException& e = resolved->exceptions[cause.exception];
        words += tr(", by %1 (%2)").arg(e.name.empty() ? tr("an exception") : show::text(e.name), whenText(e));
    } else {
        words += cause.kind == DayCause::Kind::weather ? tr(", weather allowance") : tr(", as in the week");
    }
    if (m_days.size() > 1) words = tr("The first: %1").arg(words);
    m_daysWord->setText(words);
}

void CalendarPanel::refreshExceptions() {
    clearLayout(m_exceptions);
    const Calendar* calendar = m_document.programme().calendars.row(m_id);
    const std::size_t count = calendar ? calendar->exceptions.size() : 0;
    constexpr std::size_t most = 40;
    for (std::size_t i = 0; i < std::min(count, most); ++i) {
        const CalendarException& e = calendar->exceptions[i];
        auto* row = new QHBoxLayout;
        row->setSpacing(2);
        const QString name =
            e.name.empty() ? (e.work.empty() && !e.tide ? tr("Off") : tr("Own times")) : show::text(e.name);
        auto* label =
            new QLabel(QStringLiteral("%1<br><span style='color:%2'>%3%4</span>")
                           .arg(name.toHtmlEscaped(), theme().muted.name(), whenText(e).toHtmlEscaped(),
                                e.work.empty() ? QString() : QStringLiteral(", ") + show::text(dayWorkText(e.work))));
        label->setTextFormat(Qt::RichText);
        label->setFont(secondaryFont());
        label->setWordWrap(true);
        auto* remove = quietButton(QStringLiteral("×"), "exceptionRemove", nullptr);
        remove->setAccessibleName(tr("Remove %1").arg(name));
        remove->setToolTip(tr("Remove it"));
        remove->setFixedWidth(22);
        row->addWidget(label, 1);
        row->addWidget(remove, 0, Qt::AlignTop);
        m_exceptions->addLayout(row);
        connect(remove, &QPushButton::clicked, this, [this, i, name] {
            perform(tr("%1 removed").arg(name),
                    [i](Transaction& tx, CalendarId id) { return removeException(tx, id, i); });
        });
    }
    if (count > most) {
        auto* more = new QLabel(tr("… and %1 more").arg(count - most));
        setInk(more, Ink::muted);
        m_exceptions->addWidget(more);
    }
    if (count == 0) {
        auto* none =
            new QLabel(calendar ? tr("None of its own. Add a holiday, or choose days in the year.") : tr("None."));
        none->setWordWrap(true);
        setInk(none, Ink::muted);
        m_exceptions->addWidget(none);
    }
}

void CalendarPanel::refreshUse() {
    clearLayout(m_use);
    const Programme& programme = m_document.programme();
    const CalendarUse use = useOf(programme, m_id);
    const auto row = [&](const QString& label, const QString& value, const std::function<void()>& go) {
        auto* line = new QHBoxLayout;
        auto* name = new QLabel(label);
        setInk(name, Ink::muted);
        line->addWidget(name, 1);
        if (go) {
            auto* button = quietButton(value + QStringLiteral(" ▸"), "useGo", nullptr);
            button->setAccessibleName(tr("%1: %2, show them").arg(label, value));
            connect(button, &QPushButton::clicked, this, go);
            line->addWidget(button);
        } else {
            line->addWidget(new QLabel(value));
        }
        m_use->addLayout(line);
    };
    const auto goTo = [this](const std::vector<ActivityId>& ids) -> std::function<void()> {
        if (ids.empty()) return {};
        return [this, ids] { emit activitiesWanted(ids); };
    };
    std::vector<ActivityId> activities = use.activities;
    if (use.byDefault > 0)
        for (const Activity& activity : programme.activities)
            if (!activity.calendar) activities.push_back(activity.id);
    row(tr("Activities"), QString::number(activities.size()), goTo(activities));
    row(tr("Hammocks"), QString::number(use.hammocks.size()), goTo(use.hammocks));
    if (use.lags > 0) row(tr("Lags"), QString::number(use.lags), {});
    for (const CalendarId derived : use.extendedBy)
        row(tr("Extended by"), calendarName(programme, derived), [this, derived] { emit calendarWanted(derived); });
    m_default->setVisible(!use.isDefault);
    if (use.isDefault) row(tr("Default of the job"), tr("yes"), {});
    const Calendar* calendar = programme.calendars.row(m_id);
    const QSignalBlocker silent(m_base);
    m_base->clear();
    m_base->addItem(tr("nothing"), 0u);
    for (const Calendar& other : programme.calendars)
        if (other.id != m_id) m_base->addItem(calendarName(programme, other.id), other.id.value);
    m_base->addItem(calendarName(programme, continuousCalendar), continuousCalendar.value);
    m_base->setCurrentIndex(calendar ? std::max(0, m_base->findData(calendar->extends.value)) : 0);
}

} // namespace yarrin
