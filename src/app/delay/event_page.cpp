// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/event_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/outside_address.h"
#include "app/contract/field_edit.h"
#include "app/delay/claim_course.h"
#include "app/delay/event_list.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"
#include "core/model/words.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDir>
#include <QFileInfo>
#include <QGridLayout>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QUrl>
#include <QVBoxLayout>

namespace yarrin {

namespace {

QString dateText(const std::optional<Date>& date) {
    return date ? show::date(*date) : QString();
}

} // namespace

EventPage::EventPage(Document& document, Dialogs& dialogs, Date today, QWidget* parent)
    : QWidget(parent), m_document(document), m_dialogs(dialogs), m_today(today) {
    connect(&lookChanges(), &LookChanges::changed, this, [this] {
        if (!event()) return;
        showFragment();
        showDocuments();
    });
    setObjectName(QStringLiteral("eventPage"));
    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget(scroll);
    inner->setObjectName(QStringLiteral("eventForm"));
    auto* grid = new QGridLayout(inner);
    grid->setContentsMargins(16, 10, 16, 10);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(6);
    for (int column = 0; column < 4; ++column) grid->setColumnStretch(column, 1);
    buildForm(*grid);
    buildDays();
    grid->addWidget(m_days, 10, 0, 1, 4);
    m_found = new QLabel(inner);
    m_found->setObjectName(QStringLiteral("eventFound"));
    m_found->setWordWrap(true);
    m_found->setProperty("quiet", true);
    grid->addWidget(m_found, 11, 0, 1, 4);
    m_course = new ClaimCourse(document, inner);
    grid->addWidget(m_course, 12, 0, 1, 4);
    connect(m_course, &ClaimCourse::refused, this, &EventPage::refused);
    grid->setRowStretch(13, 1);
    scroll->setWidget(inner);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(scroll);
}

QString EventPage::value(EventField which) const {
    const DelayEvent* e = event();
    if (!e) return {};
    const Programme& programme = m_document.programme();
    switch (which) {
    case EventField::key:
        return show::text(e->key);
    case EventField::title:
        return show::text(e->title);
    case EventField::description:
        return show::text(e->description);
    case EventField::cause:
        return show::text(e->cause);
    case EventField::from:
        return dateText(e->from);
    case EventField::to:
        return dateText(e->to);
    case EventField::known:
        return dateText(e->known);
    case EventField::noticeGiven:
        return dateText(e->noticeGiven);
    case EventField::particularsGiven:
        return dateText(e->particularsGiven);
    case EventField::documents: {
        QStringList lines;
        for (const std::string& place : e->documents) lines << show::text(place);
        return lines.join(QLatin1Char('\n'));
    }
    case EventField::affects: {
        QStringList keys;
        for (const ActivityId id : e->affects)
            if (const Activity* activity = programme.activities.row(id)) keys << show::text(activity->key);
        return keys.join(QStringLiteral("; "));
    }
    case EventField::effects:
        return show::text(effectsText(programme, *e, [](Date date) { return show::date(date).toStdString(); }));
    case EventField::risk:
    case EventField::state:
        break;
    }
    return {};
}

FieldEdit* EventPage::field(const char* name, const QString& label, const QString& hint, EventField which) {
    auto* made = new FieldEdit(
        QString::fromLatin1(name), label, hint, [this, which] { return value(which); },
        [this, which, label](const std::string& text) {
            if (!event()) return done();
            return m_document.perform(
                tr("%1 %2 → %3").arg(show::text(event()->key), show::within(label), show::text(text)),
                [&](Transaction& tx) { return setEventField(tx, m_id, which, text); });
        },
        this);
    m_fields.push_back(made);
    return made;
}

void EventPage::commit(EventField which, const QString& label, const std::string& text) {
    if (!event()) return;
    const Outcome outcome = m_document.perform(tr("%1 %2").arg(show::text(event()->key), show::within(label)),
                                               [&](Transaction& tx) { return setEventField(tx, m_id, which, text); });
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

QComboBox* EventPage::choice(const char* name, const QString& label, const QStringList& words, EventField which) {
    auto* box = new QComboBox(this);
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(label);
    box->addItems(words);
    connect(box, &QComboBox::activated, this, [this, which, label](int index) {
        commit(which, label,
               std::string(which == EventField::risk ? wordOf(static_cast<Risk>(index))
                                                     : wordOf(static_cast<EventState>(index))));
        present(m_id, nullptr);
    });
    return box;
}

QPlainTextEdit* EventPage::longText(const char* name, const QString& label, EventField which) {
    auto* edit = new QPlainTextEdit(this);
    edit->setObjectName(QLatin1String(name));
    edit->setAccessibleName(label);
    edit->setPlaceholderText(label);
    edit->setTabChangesFocus(true);
    edit->setFixedHeight(52);
    edit->installEventFilter(this);
    m_texts.emplace_back(edit, which);
    return edit;
}

/// What was written is kept when the keyboard leaves.
bool EventPage::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusOut)
        for (const auto& [edit, which] : m_texts)
            if (edit == watched && edit->document()->isModified()) {
                edit->document()->setModified(false);
                commit(which, edit->accessibleName(), edit->toPlainText().toStdString());
            }
    return QWidget::eventFilter(watched, event);
}

QWidget* EventPage::labelled(const QString& text, QWidget* box) {
    auto* holder = new QWidget(this);
    auto* layout = new QVBoxLayout(holder);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    auto* label = new QLabel(text, holder);
    label->setFont(secondaryFont());
    setInk(label, Ink::muted);
    label->setBuddy(box);
    layout->addWidget(label);
    layout->addWidget(box);
    layout->addStretch();
    return holder;
}

void EventPage::buildForm(QGridLayout& grid) {
    const QString day = tr("7 May 2027");
    grid.addWidget(field("eventTitle", tr("Event"), tr("What happened, in a few words"), EventField::title), 0, 0, 1,
                   3);
    grid.addWidget(field("eventKey", tr("Id"), {}, EventField::key), 0, 3);
    m_risk = choice("eventRisk", tr("Whose risk"), {tr("Employer's"), tr("Ours"), tr("Neutral: time, no money")},
                    EventField::risk);
    m_state = choice("eventState", tr("State"),
                     {stateText(EventState::noticed), stateText(EventState::notified), stateText(EventState::claimed),
                      stateText(EventState::granted), stateText(EventState::refused)},
                     EventField::state);
    grid.addWidget(labelled(tr("Whose risk"), m_risk), 1, 0);
    grid.addWidget(labelled(tr("State"), m_state), 1, 1);
    grid.addWidget(field("eventCause", tr("Cause"), tr("weather, instruction, access…"), EventField::cause), 1, 2, 1,
                   2);
    grid.addWidget(field("eventFrom", tr("From"), day, EventField::from), 2, 0);
    grid.addWidget(field("eventTo", tr("To"), tr("it lasts"), EventField::to), 2, 1);
    grid.addWidget(field("eventKnown", tr("First known"), day, EventField::known), 2, 2);
    m_clocks = new QLabel(this);
    m_clocks->setObjectName(QStringLiteral("eventClocks"));
    m_clocks->setWordWrap(true);
    m_clocks->setAlignment(Qt::AlignBottom);
    grid.addWidget(m_clocks, 2, 3, 2, 1);
    grid.addWidget(field("eventNotice", tr("Notice given"), day, EventField::noticeGiven), 3, 0);
    grid.addWidget(field("eventParticulars", tr("Particulars given"), day, EventField::particularsGiven), 3, 1);
    grid.addWidget(field("eventAffects", tr("Activities it affects"), tr("ids, as in B110; B120"), EventField::affects),
                   3, 2);
    grid.addWidget(
        labelled(tr("Description"), longText("eventDescription", tr("Description"), EventField::description)), 4, 0, 1,
        2);
    grid.addWidget(labelled(tr("Documents, a path or address a line"),
                            longText("eventDocuments", tr("Documents"), EventField::documents)),
                   4, 2, 1, 2);
    m_open = new QLabel(this);
    m_open->setObjectName(QStringLiteral("eventOpen"));
    m_open->setTextFormat(Qt::RichText); // made here, with what is foreign escaped
    m_open->setFont(secondaryFont());
    m_open->setWordWrap(true);
    m_open->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    grid.addWidget(m_open, 5, 2, 1, 2);
    connect(m_open, &QLabel::linkActivated, this, &EventPage::openDocument);
    grid.addWidget(
        field(
            "eventEffects", tr("What it does to the programme"),
            tr("B110 +6d; P020 stopped 18 Mar 2026 to 27 Mar 2026; B230 quantity 378; B230 output 6; F320 access 8 Mar "
               "2027"),
            EventField::effects),
        6, 0, 1, 4);
    buildFragment(grid);
}

void EventPage::buildFragment(QGridLayout& grid) {
    m_on = new QCheckBox(tr("Counts in the forecast"), this);
    m_on->setObjectName(QStringLiteral("eventOn"));
    m_on->setToolTip(tr("Whether its effects and its fragment are in the dates of the programme"));
    grid.addWidget(m_on, 7, 0);
    connect(m_on, &QCheckBox::clicked, this, [this](bool on) {
        if (!event()) return;
        const QString text = on ? tr("%1 counts in the forecast") : tr("%1 does not count in the forecast");
        const Outcome outcome = m_document.perform(text.arg(show::text(event()->key)),
                                                   [&](Transaction& tx) { return setInForecast(tx, m_id, on); });
        if (!outcome.ok()) emit refused(show::error(outcome.error()));
        m_on->setChecked(event() && event()->inForecast);
    });
    m_delayed = new FieldEdit(
        QStringLiteral("eventFragmentBefore"), tr("Put an activity of a fragment in front of"), tr("id, then Enter"),
        [] { return QString(); },
        [this](const std::string& text) -> Outcome {
            if (!event() || text.empty()) return done();
            for (const Activity& activity : m_document.programme().activities)
                if (activity.key == text)
                    return m_document.perform(
                        tr("%1 fragment before %2").arg(show::text(event()->key), show::text(text)),
                        [&](Transaction& tx) -> Outcome {
                            const auto added = yarrin::addToFragment(tx, m_id, activity.id);
                            return added.ok() ? done() : Outcome(added.errors());
                        });
            return inputError(worded("there is no activity %1", text));
        },
        this);
    grid.addWidget(m_delayed, 8, 0);
    m_fragment = new QLabel(this);
    m_fragment->setObjectName(QStringLiteral("eventFragment"));
    m_fragment->setTextFormat(Qt::RichText);
    m_fragment->setWordWrap(true);
    m_fragment->setAlignment(Qt::AlignVCenter);
    grid.addWidget(m_fragment, 8, 1, 1, 3);
    connect(m_fragment, &QLabel::linkActivated, this,
            [this](const QString& link) { emit reveal(ActivityId{link.toUInt()}); });
    auto* heading = new QLabel(tr("Time, in calendar days"), this);
    heading->setFont(boldened(bodyFont()));
    grid.addWidget(heading, 9, 0, 1, 2);
}

void EventPage::buildDays() {
    const auto days = [this](std::size_t row) {
        if (const DelayEvent* e = event())
            for (const EventDays& one : e->sectionDays)
                if (one.section == m_sections[row]) return one;
        return EventDays{};
    };
    std::vector<ListColumn> columns;
    columns.push_back({QStringLiteral("section"), tr("Section"), 150, false, false, [this](std::size_t i) {
                           const Section* section = m_document.programme().sections.row(m_sections[i]);
                           return section ? show::text(section->key + " " + section->name) : QString();
                       }});
    const auto add = [&](const char* name, const QString& title, EventDay which, auto count) {
        columns.push_back({QString::fromLatin1(name), title, 76, true, false,
                           [count](std::size_t i) { return count(i) == 0 ? QString() : QString::number(count(i)); }});
        columns.back().commit = [this, which](Transaction* tx, std::size_t i, const std::string& text) {
            return setEventDays(*tx, m_id, m_sections[i], which, text);
        };
    };
    add("claimed", tr("Claimed"), EventDay::claimed, [days](std::size_t i) { return days(i).claimed; });
    add("assessed", tr("Assessed"), EventDay::assessed, [days](std::size_t i) { return days(i).assessed; });
    add("granted", tr("Granted"), EventDay::granted, [days](std::size_t i) { return days(i).granted; });
    columns.push_back({QStringLiteral("refused"), tr("Refused"), 76, true, true, [this, days](std::size_t i) {
                           const DelayEvent* e = event();
                           const int refused = days(i).claimed - days(i).granted;
                           return e && !isOpenIn(*e, m_sections[i]) && refused > 0 ? QString::number(refused)
                                                                                   : QString();
                       }});
    columns.push_back({QStringLiteral("moved"), tr("Time impact says"), 200, false, true, [this](std::size_t i) {
                           const auto found = m_moved.find(m_sections[i].value);
                           return found == m_moved.end() ? QString() : found->second;
                       }});
    m_days = new ListPage(QStringLiteral("eventDays"), tr("Time for the event by section"),
                          {[this] { return m_sections.size(); },
                           [this](const QString& text, const auto& change) {
                               return m_document.perform(text, [&](Transaction& tx) { return change(&tx); });
                           },
                           {},
                           [this](std::size_t i) {
                               const Section* section = m_document.programme().sections.row(m_sections[i]);
                               return show::text((event() ? event()->key : "") + " " + (section ? section->key : ""));
                           }},
                          std::move(columns), this);
    m_days->hideLine();
    m_days->stretch(QStringLiteral("moved"));
    m_days->setEmptyText(tr("There are no sections yet: enter them on the stage Contract."));
    m_days->offerFirst(tr("To the contract"), {QStringLiteral("stage1")});
    connect(&m_days->table(), &GridView::refused, this, &EventPage::refused);
}

void EventPage::setToday(Date today) {
    m_today = today;
    if (event()) showClocks();
}

void EventPage::showClocks() {
    const Job& job = m_document.programme().job;
    const Date day = clockDay(job, m_today);
    QStringList lines;
    bool urgent = false;
    for (const Duty duty : duties) {
        const NoticeClock one = clockOf(duty, job, *event(), day);
        using State = NoticeClock::State;
        if (const QString text = clockText(one, duty); !text.isEmpty()) lines << text;
        urgent = urgent || one.state == State::today || one.state == State::lapsed;
    }
    if (isBarred(job, *event()))
        lines << (job.barredCount ? tr("Notice is a condition of time: it may be barred.")
                                  : tr("Notice is a condition of time: its days do not count."));
    if (event()->risk != Risk::contractor && (!job.noticeDays || !job.particularsDays))
        lines << tr("The contract's periods for notice and particulars stand on the stage Contract.");
    m_clocks->setText(lines.join(QLatin1Char('\n')));
    m_clocks->setFont(urgent ? boldened(bodyFont()) : bodyFont());
    setInk(m_clocks, urgent ? Ink::critical : Ink::near);
}

void EventPage::showFragment() {
    QStringList links;
    for (const ActivityId id : fragmentOf(m_document.programme(), m_id)) {
        const Activity& activity = *m_document.programme().activities.row(id);
        links << QStringLiteral("<a style=\"color:%1\" href=\"%2\">%3</a> %4")
                     .arg(theme().accent.name())
                     .arg(id.value)
                     .arg(show::text(activity.key).toHtmlEscaped(), show::text(activity.name).toHtmlEscaped());
    }
    m_fragment->setText(
        links.isEmpty() ? tr("No fragment yet. What is put in stands in table and chart of the stage Programme, and is "
                             "edited there like any activity.")
                        : tr("Fragment: %1").arg(links.join(QStringLiteral("; "))));
}

/// Documents stay where they are; the system opens them. A path without a folder lies beside the programme's file.
void EventPage::showDocuments() {
    QStringList links;
    if (event())
        for (const std::string& place : event()->documents) {
            const QString where = show::text(place).trimmed();
            if (where.isEmpty()) continue;
            const QString name = where.section(QLatin1Char('/'), -1);
            links << QStringLiteral("<a style=\"color:%1\" href=\"%2\">%3</a>")
                         .arg(theme().accent.name(), where.toHtmlEscaped(),
                              (name.isEmpty() ? where : name).toHtmlEscaped());
        }
    m_open->setText(tr("Open %1").arg(links.join(QStringLiteral(" · "))));
    m_open->setVisible(!links.isEmpty());
}

void EventPage::openDocument(const QString& place) {
    const OutsideAddress address = addressOf(place, m_document.path());
    if (!address.refusal.isEmpty()) return emit refused(address.refusal);
    if (!m_dialogs.mayOpen(this, address.shown)) return;
    if (!m_dialogs.openAddress(address.url)) emit refused(tr("Nothing on this machine opens %1.").arg(address.shown));
}

void EventPage::showFound(const DelayStudy::Findings* findings) {
    if (!findings) return;
    m_moved.clear();
    QStringList words;
    const DelayAnalysis& impact = findings->timeImpact;
    const Programme& programme = m_document.programme();
    for (const Section& section : programme.sections) {
        const EventDaysFound days = daysOf(impact, m_id, section.id);
        QString text = days.moved == 0 ? tr("moves nothing") : tr("moves %1").arg(show::daysWithUnit(days.moved, 1));
        if (days.common != 0) text += tr(", %1 d in common").arg(days.common);
        if (days.entitled > 0) text += tr(", entitled %1 d").arg(days.entitled);
        if (days.concurrent > 0) text += tr(", %1 d concurrent").arg(days.concurrent);
        if (days.entitled > 0) text += tr(", paid %1 d").arg(days.compensable);
        m_moved[section.id.value] = text;
    }
    for (const DelayStep& step : impact.steps) {
        if (step.event != m_id || step.kind != DelayStep::Kind::event) continue;
        for (const StepFigures& f : step.sections) {
            if (f.moved() == 0) continue;
            const auto chain = [](const std::vector<std::string>& keys) {
                QStringList list;
                for (const std::string& key : keys) list << show::text(key);
                return list.join(QStringLiteral(" → "));
            };
            const Section* section = programme.sections.row(f.section);
            words << tr("%1 was driven by %2; with it by %3.")
                         .arg(section ? show::text(section->name) : QString(), chain(f.chainBefore),
                              chain(f.chainAfter));
        }
        if (step.floatBefore && step.floatAfter)
            words.prepend(tr("Put into “%1”: float of what it delays %2 before, %3 after.")
                              .arg(show::text(impact.stands[step.window - 1]), show::daysWithUnit(*step.floatBefore, 1),
                                   show::daysWithUnit(*step.floatAfter, 1)));
        else if (!step.note.empty())
            words.prepend(show::text(step.note));
    }
    for (const DelayFlag& flag : impact.flags)
        if (flag.event == m_id) words << show::text(flag.text) + QLatin1Char('.');
    for (const std::string& note : findings->timeImpact.notes)
        if (event() && note.starts_with(event()->key + " ")) words << show::text(note);
    m_found->setText(words.join(QLatin1Char('\n')));
}

void EventPage::present(EventId id, const DelayStudy::Findings* findings) {
    const bool other = id != m_id;
    m_id = id;
    setEnabled(event() != nullptr);
    if (other) {
        m_moved.clear();
        m_found->clear();
    }
    m_sections.clear();
    for (const Section& section : m_document.programme().sections) m_sections.push_back(section.id);
    for (FieldEdit* one : m_fields) one->refresh();
    m_delayed->refresh();
    for (const auto& [edit, which] : m_texts)
        if (other || !edit->document()->isModified()) {
            edit->setPlainText(value(which));
            edit->document()->setModified(false);
        }
    if (event()) {
        m_risk->setCurrentIndex(int(event()->risk));
        m_state->setCurrentIndex(int(event()->state));
        m_on->setChecked(event()->inForecast);
        showClocks();
        showFragment();
        showDocuments();
        showFound(findings);
    }
    m_course->present(id);
    m_days->refresh();
    m_days->setFixedHeight(36 + 27 * std::max(1, int(m_sections.size())));
}

} // namespace yarrin
