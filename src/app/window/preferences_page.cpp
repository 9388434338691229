// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/preferences_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/inline_message.h"

#include <QComboBox>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include <cmath>

namespace yarrin {

namespace {

/// A choice that the wheel scrolls the page over, rather than turning.
class Choice : public QComboBox {
public:
    using QComboBox::QComboBox;

protected:
    void wheelEvent(QWheelEvent* event) override { event->ignore(); }
};

} // namespace

PreferencesPage::PreferencesPage(std::function<void(const Preferences&)> prefer, QWidget* parent)
    : Stage(parent), m_prefer(std::move(prefer)), m_notice(new NoticeBar(this)), m_grid(new QGridLayout),
      m_sample(new QLabel) {
    setObjectName(QStringLiteral("preferencesPage"));
    auto* page = new QWidget;
    page->setObjectName(QStringLiteral("preferencesGround"));
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(28, 20, 28, 20);
    layout->setSpacing(4);
    auto* title = new QLabel(tr("Preferences"));
    title->setFont(headingFont());
    auto* words = new QLabel(tr("For you, in every job. What you choose takes effect at once; no file changes by it."));
    setInk(words, Ink::muted);
    layout->addWidget(title);
    layout->addWidget(words);
    m_grid->setHorizontalSpacing(18);
    m_grid->setVerticalSpacing(7);
    m_grid->setColumnMinimumWidth(0, 190);
    m_grid->setColumnMinimumWidth(1, 250);
    m_grid->setColumnStretch(2, 1);
    layout->addLayout(m_grid);
    addSeeing();
    addWriting();
    addWorking();
    auto* back = new QPushButton(tr("Back"));
    back->setObjectName(QStringLiteral("preferencesBack"));
    layout->addSpacing(14);
    layout->addWidget(back, 0, Qt::AlignLeft);
    layout->addStretch(1);
    connect(back, &QPushButton::clicked, this, &PreferencesPage::left);
    auto* scroll = new QScrollArea(this);
    scroll->setObjectName(QStringLiteral("preferencesScroll"));
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidgetResizable(true);
    scroll->setWidget(page);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->addWidget(scroll);
    connect(&preferenceChanges(), &PreferenceChanges::changed, this, &PreferencesPage::refresh);
    refresh();
}

void PreferencesPage::focusMain() {
    m_choices.front().first->setFocus();
}

void PreferencesPage::heading(const QString& words) {
    auto* label = new QLabel(words.toUpper());
    label->setFont(boldened(bodyFont()));
    setInk(label, Ink::accent);
    const int at = m_grid->rowCount();
    m_grid->setRowMinimumHeight(at, 34);
    m_grid->addWidget(label, at, 0, 1, 3, Qt::AlignBottom);
}

void PreferencesPage::row(const QString& label, QWidget* field, const QString& hint) {
    const int at = m_grid->rowCount();
    auto* name = new QLabel(label);
    name->setBuddy(field);
    field->setAccessibleName(label);
    auto* words = new QLabel(hint);
    words->setWordWrap(true);
    setInk(words, Ink::muted);
    m_grid->addWidget(name, at, 0);
    m_grid->addWidget(field, at, 1);
    m_grid->addWidget(words, at, 2);
}

void PreferencesPage::choice(const char* name, const QString& label, const QStringList& choices, const QString& hint,
                             std::function<int(const Preferences&)> get, std::function<void(Preferences&, int)> set) {
    auto* box = new Choice;
    box->setObjectName(QLatin1String(name));
    box->addItems(choices);
    row(label, box, hint);
    connect(box, &QComboBox::activated, this, [this, set = std::move(set)](int chosen) {
        Preferences wanted = preferences();
        set(wanted, chosen);
        m_prefer(wanted);
    });
    m_choices.emplace_back(box, std::move(get));
}

void PreferencesPage::addSeeing() {
    heading(tr("Seeing"));
    choice(
        "preferLanguage", tr("Language"), {tr("As the desktop"), QStringLiteral("English"), QStringLiteral("Deutsch")},
        tr("From the next start on. Files and what is typed into them are the same in every language."),
        [](const Preferences& p) { return int(p.language); },
        [](Preferences& p, int chosen) { p.language = Preferences::Language(chosen); });
    choice(
        "preferLook", tr("Look"), {tr("Light"), tr("Dark"), tr("As the desktop")}, {},
        [](const Preferences& p) { return int(p.look); },
        [](Preferences& p, int chosen) { p.look = Preferences::Look(chosen); });
    const int usual = bodyFont().pixelSize() - preferences().textSize;
    QStringList sizes;
    for (int larger = Preferences::leastText; larger <= Preferences::mostText; ++larger)
        sizes << tr("%1 %").arg(std::lround(100.0 * (usual + larger) / usual));
    choice(
        "preferText", tr("Size of the text"), sizes, {},
        [](const Preferences& p) { return p.textSize - Preferences::leastText; },
        [](Preferences& p, int chosen) { p.textSize = chosen + Preferences::leastText; });
}

void PreferencesPage::addWriting() {
    heading(tr("Dates, figures, spans"));
    choice(
        "preferDates", tr("Dates"), {tr("7 May 2027"), tr("2027-05-07"), tr("As the system's language orders them")},
        tr("However they are shown, all of these are read; figures alone mean the day first."),
        [](const Preferences& p) { return int(p.dates); },
        [](Preferences& p, int chosen) { p.dates = Preferences::Dates(chosen); });
    choice(
        "preferNumbers", tr("Figures"), {tr("1,344.5"), tr("As the system's language writes them")},
        tr("In tables, on the card and at the foot. While they are typed in they stand as in files."),
        [](const Preferences& p) { return int(p.numbers); },
        [](Preferences& p, int chosen) { p.numbers = Preferences::Numbers(chosen); });
    choice(
        "preferSpans", tr("Spans of work"), {tr("Days: 12 d"), tr("Weeks and days: 2 w 2 d"), tr("Hours: 96 h")},
        tr("Days are days of each activity's calendar."), [](const Preferences& p) { return int(p.spans); },
        [](Preferences& p, int chosen) { p.spans = Preferences::Spans(chosen); });
    choice(
        "preferWeekLength", tr("A week of work"),
        {tr("1 day"), tr("2 days"), tr("3 days"), tr("4 days"), tr("5 days"), tr("6 days"), tr("7 days")},
        tr("Where spans are shown in weeks; calendar days go seven to a week."),
        [](const Preferences& p) { return p.daysPerWeek - 1; },
        [](Preferences& p, int chosen) { p.daysPerWeek = chosen + 1; });
    choice(
        "preferFirstDay", tr("Weeks begin on"),
        {tr("Monday"), tr("Tuesday"), tr("Wednesday"), tr("Thursday"), tr("Friday"), tr("Saturday"), tr("Sunday")},
        tr("On the time axis and in the calendars. ISO weeks begin on Mondays."),
        [](const Preferences& p) { return p.firstWeekday; },
        [](Preferences& p, int chosen) { p.firstWeekday = chosen; });
    choice(
        "preferWeeks", tr("Weeks on the time axis"),
        {tr("Of the contract, from its start"), tr("Of the year (ISO 8601)")}, {},
        [](const Preferences& p) { return int(p.weekNumbers); },
        [](Preferences& p, int chosen) { p.weekNumbers = Preferences::WeekNumbers(chosen); });
    setInk(m_sample, Ink::muted);
    m_sample->setObjectName(QStringLiteral("preferSample"));
    m_sample->setWordWrap(true);
    m_grid->addWidget(m_sample, m_grid->rowCount(), 1, 1, 2);
}

void PreferencesPage::addDuration() {
    m_duration = new QLineEdit;
    m_duration->setObjectName(QStringLiteral("preferDuration"));
    row(tr("New work takes"), m_duration, tr("As it is typed elsewhere: 5d, 8h, 2w, 10cd."));
    m_durationFault = new QLabel;
    m_durationFault->setObjectName(QStringLiteral("preferDurationFault"));
    setInk(m_durationFault, Ink::critical);
    m_durationFault->hide();
    m_grid->addWidget(m_durationFault, m_grid->rowCount(), 1, 1, 2);
    connect(m_duration, &QLineEdit::editingFinished, this, [this] {
        if (!m_duration->isModified()) return;
        m_duration->setModified(false);
        const auto span = parseSpan(m_duration->text().toStdString(), {});
        const bool fault = !span.ok() || span->minutes <= 0;
        setMark(m_duration, "fault", fault);
        m_durationFault->setVisible(fault);
        if (fault)
            return m_durationFault->setText(span.ok() ? tr("New work takes some time.") : show::error(span.error()));
        Preferences wanted = preferences();
        wanted.duration = m_duration->text().trimmed();
        m_prefer(wanted);
    });
}

void PreferencesPage::addWorking() {
    heading(tr("Building a programme"));
    addDuration();
    choice(
        "preferCalendar", tr("New work works to"),
        {tr("The programme's calendar"), tr("The calendar of the row above")}, {},
        [](const Preferences& p) { return p.asRowAbove ? 1 : 0; },
        [](Preferences& p, int chosen) { p.asRowAbove = chosen == 1; });
    choice(
        "preferMoved", tr("A bar that is dragged"),
        {tr("is held there by a date"), tr("moves by the lag of what drives it")},
        tr("With Shift it does the other of the two. What nothing drives is held."),
        [](const Preferences& p) { return int(p.moved); },
        [](Preferences& p, int chosen) { p.moved = Preferences::Moved(chosen); });
    choice(
        "preferStretched", tr("Measured work that is stretched"),
        {tr("asks what follows"), tr("changes its crews"), tr("changes its output"), tr("changes its quantity")}, {},
        [](const Preferences& p) { return int(p.stretched); },
        [](Preferences& p, int chosen) { p.stretched = Preferences::Stretched(chosen); });
}

void PreferencesPage::refresh() {
    for (const auto& [box, get] : m_choices) box->setCurrentIndex(get(preferences()));
    if (!m_duration->isModified()) m_duration->setText(preferences().duration);
    m_sample->setText(tr("So it reads: %1 from %2, %3")
                          .arg(show::daysWithUnit(12 * 480, 480), show::weekdayDate(dateFrom(2027, 5, 7)),
                               show::local(tr("1,344.5 m³ at £1,250.00"))));
}

void PreferencesPage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return emit left();
    Stage::keyPressEvent(event);
}

} // namespace yarrin
