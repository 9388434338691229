// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/delay_stage.h"

#include "app/base/format.h"
#include "app/base/lazy_pages.h"
#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/delay/completion_chart.h"
#include "app/delay/disruption_page.h"
#include "app/delay/event_list.h"
#include "app/delay/event_page.h"
#include "app/delay/exposure_panel.h"
#include "app/delay/odds_page.h"
#include "app/delay/recovery_page.h"
#include "app/delay/side_page.h"
#include "app/delay/sums_page.h"
#include "app/table/inline_message.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSplitter>
#include <QTimer>
#include <QVBoxLayout>

namespace yarrin {

DelayStage::DelayStage(Document& document, Dialogs& dialogs, Date today, OddsStudy& odds, QWidget* parent)
    : Stage(parent), m_document(document), m_dialogs(dialogs), m_today(today), m_study(new DelayStudy(document, this)),
      m_oddsStudy(odds), m_notice(new NoticeBar(this)), m_pages(new LazyPages(this)) {
    setObjectName(QStringLiteral("delayStage"));
    addPages();
    auto* right = new QWidget(this);
    right->setObjectName(QStringLiteral("delayRight"));
    auto* column = new QVBoxLayout(right);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    m_tabs = new TabRow({{tr("How completion moved"), "delayCourse"},
                         {tr("Side by side"), "delaySide"},
                         {tr("The event"), "delayEvent"},
                         {tr("Every sum"), "delaySums"},
                         {tr("Recovery"), "delayRecovery"},
                         {tr("Disruption"), "delayDisruption"},
                         {tr("Odds"), "delayOdds"}},
                        right);
    m_tabs->setContentsMargins(8, 8, 8, 4);
    column->addWidget(m_tabs, 0, Qt::AlignLeft);
    column->addWidget(m_pages, 1);
    auto* split = m_split = new QSplitter(Qt::Horizontal, this);
    split->setObjectName(QStringLiteral("delaySplitter"));
    m_register = buildRegister();
    split->addWidget(m_register);
    split->addWidget(right);
    split->setSizes({404, 800});
    split->setStretchFactor(1, 1);
    split->setChildrenCollapsible(false);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(split, 1);

    connect(m_tabs, &TabRow::chosen, this, [this](int page) { show(Page(page)); });
    connect(m_events, &EventList::chosen, this, &DelayStage::chooseEvent);
    connect(m_events, &EventList::openWanted, this, [this] { show(Page::event); });
    connect(m_events, &EventList::addWanted, this, &DelayStage::addEvent);
    connect(m_events, &EventList::deleteWanted, this, &DelayStage::deleteEvent);
    connect(m_chart, &CompletionChart::eventChosen, this, [this](EventId id) { m_events->choose(id); });
    connect(m_exposure, &ExposurePanel::sumsWanted, this, [this] { show(Page::sums); });
    connect(m_study, &DelayStudy::found, this, &DelayStage::showFound);
    connect(&odds, &OddsStudy::found, this, [this] {
        if (isVisible()) m_exposure->present(m_study->findings(), m_oddsStudy.current().get());
    });
    connect(m_study, &DelayStudy::runningChanged, this, &DelayStage::showRunning);
    const auto again = [this] {
        m_notice->dismiss();
        if (m_side) m_side->outdate();
        if (isVisible()) refresh();
    };
    connect(&document, &Document::changed, this, again);
    connect(&document, &Document::revisionsChanged, this, [this] {
        if (m_side) m_side->outdate();
        if (isVisible()) refresh();
    });
    // Another programme: the section that is latest there is shown first.
    connect(&document, &Document::replaced, this, [this] {
        m_section->clear();
        if (m_side) m_side->outdate(true);
    });
    m_tabs->setCurrent(0);
}

void DelayStage::addPages() {
    m_pages->add([this] { return buildCourse(); });
    m_pages->add([this] {
        m_side = new SidePage(m_document, *m_study, this);
        connect(m_side, &SidePage::refused, m_notice, &NoticeBar::say);
        connect(m_side, &SidePage::eventChosen, this, [this](EventId id) {
            m_events->choose(id);
            show(Page::event);
        });
        return m_side;
    });
    m_pages->add([this] {
        m_event = new EventPage(m_document, m_dialogs, m_today, this);
        connect(m_event, &EventPage::refused, m_notice, &NoticeBar::say);
        connect(m_event, &EventPage::reveal, this, &DelayStage::reveal);
        return m_event;
    });
    m_pages->add([this] { return m_sums = new SumsPage(m_document, this); });
    m_pages->add([this] {
        m_recovery = new RecoveryPage(m_document, this);
        connect(m_recovery, &RecoveryPage::refused, m_notice, &NoticeBar::say);
        return m_recovery;
    });
    m_pages->add([this] {
        m_disruption = new DisruptionPage(m_document, this);
        connect(m_disruption, &DisruptionPage::refused, m_notice, &NoticeBar::say);
        return m_disruption;
    });
    m_pages->add([this] {
        m_odds = new OddsPage(m_document, m_oddsStudy, this);
        connect(m_odds, &OddsPage::refused, m_notice, &NoticeBar::say);
        connect(m_odds, &OddsPage::reveal, this, &DelayStage::reveal);
        return m_odds;
    });
    m_pages->showPage(int(Page::course));
}

QWidget* DelayStage::buildRegister() {
    auto* part = new QWidget(this);
    part->setObjectName(QStringLiteral("delayRegister"));
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 8, 0, 0);
    layout->setSpacing(4);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 0, 10, 0);
    auto* title = new QLabel(tr("Events"), part);
    title->setFont(headingFont());
    auto* add = quietButton(tr("+ Record an event"), "eventAdd", part);
    head->addWidget(title);
    head->addStretch(1);
    head->addWidget(add);
    layout->addLayout(head);
    m_filter = new QLineEdit(part);
    m_filter->setObjectName(QStringLiteral("eventFilter"));
    m_filter->setAccessibleName(tr("Find in the register"));
    m_filter->setClearButtonEnabled(true);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 0, 14, 4);
    line->addWidget(m_filter);
    layout->addLayout(line);
    m_empty =
        new QLabel(tr("Nothing has delayed the works yet. Record an event as soon as you know of it: the clock for its "
                      "notice runs from that day."),
                   part);
    m_empty->setObjectName(QStringLiteral("eventsEmpty"));
    m_empty->setWordWrap(true);
    m_empty->setContentsMargins(16, 10, 16, 0);
    m_empty->setProperty("quiet", true);
    layout->addWidget(m_empty);
    m_events = new EventList(m_document, m_today, part);
    layout->addWidget(m_events, 1);
    layout->addStretch(0);
    connect(add, &QPushButton::clicked, this, &DelayStage::addEvent);
    connect(m_filter, &QLineEdit::textChanged, this, [this](const QString& text) {
        m_events->setFilter(text);
        chooseEvent(m_events->current());
    });
    return part;
}

/// How completion moved, above what it may cost.
QWidget* DelayStage::buildCharts(QWidget* page) {
    auto* scroll = new QScrollArea(page);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_chart = new CompletionChart(scroll);
    scroll->setWidget(m_chart);
    m_exposure = new ExposurePanel(m_document, page);
    auto* split = new QSplitter(Qt::Vertical, page);
    split->setObjectName(QStringLiteral("delayPageSplitter"));
    split->addWidget(scroll);
    split->addWidget(m_exposure);
    split->setSizes({396, 210});
    split->setStretchFactor(0, 1);
    split->setChildrenCollapsible(false);
    return split;
}

QWidget* DelayStage::buildCourse() {
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(16, 2, 12, 0);
    m_section = new QComboBox(page);
    m_section->setObjectName(QStringLiteral("delaySection"));
    m_section->setAccessibleName(tr("Section"));
    m_section->setMinimumWidth(170);
    m_section->setSizeAdjustPolicy(QComboBox::AdjustToContents); // sections of another job are longer
    m_method = new QComboBox(page);
    m_method->setObjectName(QStringLiteral("delayMethod"));
    m_method->setAccessibleName(tr("Method"));
    m_method->setMinimumWidth(230);
    for (std::size_t m = 0; m < delayMethods; ++m)
        m_method->addItem(show::words(textOf(static_cast<DelayMethod>(m)).name));
    m_method->setCurrentIndex(int(DelayMethod::timeImpact));
    m_working = new QLabel(tr("Working it out…"), page);
    m_working->setObjectName(QStringLiteral("delayWorking"));
    m_working->setProperty("quiet", true);
    m_working->hide();
    m_stop = quietButton(tr("Stop"), "delayStop", page);
    m_stop->hide();
    line->addWidget(m_section);
    line->addWidget(m_working);
    line->addWidget(m_stop);
    line->addStretch(1);
    line->addWidget(m_method);
    layout->addLayout(line);
    m_words = new QLabel(page);
    m_words->setObjectName(QStringLiteral("delayWords"));
    m_words->setFont(secondaryFont());
    m_words->setWordWrap(true);
    setInk(m_words, Ink::muted);
    m_words->setContentsMargins(16, 2, 16, 2);
    layout->addWidget(m_words);
    layout->addWidget(buildCharts(page), 1);
    connect(m_section, &QComboBox::activated, this, [this] {
        tellSection();
        showFound();
    });
    connect(m_method, &QComboBox::activated, this, [this](int method) {
        m_study->setMethod(static_cast<DelayMethod>(method));
        showFound();
    });
    connect(m_stop, &QPushButton::clicked, m_study, &DelayStudy::stop);
    return page;
}

void DelayStage::show(Page page) {
    m_tabs->setCurrent(int(page));
    m_pages->showPage(int(page));
    // Odds are of all that is still to come: they take the room of what has come already.
    const bool room = page == Page::odds, had = m_register->isVisibleTo(this);
    if (room && had) m_sizes = m_split->sizes();
    m_register->setVisible(!room);
    if (!room && !had && !m_sizes.isEmpty()) m_split->setSizes(m_sizes);
    refresh();
}

void DelayStage::showNamed(const QString& name) {
    show(name == QLatin1String("event")        ? Page::event
         : name == QLatin1String("side")       ? Page::side
         : name == QLatin1String("sums")       ? Page::sums
         : name == QLatin1String("recovery")   ? Page::recovery
         : name == QLatin1String("disruption") ? Page::disruption
         : name == QLatin1String("odds")       ? Page::odds
                                               : Page::course);
}

void DelayStage::choose(const QString& key) {
    for (const DelayEvent& event : m_document.programme().events)
        if (show::text(event.key) == key) m_events->choose(event.id);
}

void DelayStage::setToday(Date today) {
    m_today = today;
    m_events->setToday(today);
    if (m_event) m_event->setToday(today);
    if (isVisible()) refresh();
}

void DelayStage::refresh() {
    const Programme& programme = m_document.programme();
    m_events->refresh();
    m_events->setVisible(!programme.events.empty());
    m_empty->setVisible(programme.events.empty());
    const qint64 due = qint64(noticesDue(programme, clockDay(programme.job, m_today)).size());
    m_filter->setPlaceholderText(tr("%1%2").arg(
        show::countOf(qint64(programme.events.size()), "event", "events"),
        due > 0 ? tr(" · %1 notice or particulars").arg(due == 1 ? tr("1 needs") : tr("%1 need").arg(due))
                : QString()));
    // Sections keep their place; at first the one that is latest is shown.
    QString kept = m_section->currentText();
    if (m_section->count() == 0 && m_document.schedule().ok()) {
        const SectionFigures* latest = nullptr;
        for (const SectionFigures& one : m_document.schedule().sections)
            if (one.daysLate && (!latest || *one.daysLate > *latest->daysLate)) latest = &one;
        if (latest)
            kept = show::text(programme.sections.row(latest->section)->key + " · " +
                              programme.sections.row(latest->section)->name);
    }
    m_section->clear();
    for (const Section& section : programme.sections)
        m_section->addItem(show::text(section.key + " · " + section.name));
    if (const int index = m_section->findText(kept); index >= 0) m_section->setCurrentIndex(index);
    m_section->setVisible(m_section->count() > 0);
    tellSection();
    m_study->update();
    showFound();
    if (shows(Page::side)) m_side->refresh(m_section->currentText());
    if (shows(Page::odds)) m_odds->refresh();
}

bool DelayStage::shows(Page page) const {
    return m_pages->currentIndex() == int(page);
}

bool DelayStage::isWorking() const {
    return m_study->isRunning() || (m_side && m_side->isWorking()) || (shows(Page::odds) && m_oddsStudy.isRunning());
}

/// The register tells days of the section that the chart shows.
void DelayStage::tellSection() {
    const auto index = std::size_t(std::max(0, m_section->currentIndex()));
    const auto& sections = m_document.programme().sections;
    m_events->setSection(index < sections.size() ? sections[index].id : SectionId{});
}

void DelayStage::showRunning() {
    if (!m_study->isRunning()) {
        m_working->hide();
        m_stop->hide();
        return;
    }
    // What is done at once needs no word.
    QTimer::singleShot(300, this, [this] {
        m_working->setVisible(m_study->isRunning());
        m_stop->setVisible(m_study->isRunning());
    });
}

void DelayStage::showFound() {
    const DelayStudy::Findings* found = m_study->findings();
    const DelayMethodText& text = textOf(m_study->method());
    m_words->setText(show::words(text.steps) + QLatin1Char('\n') + show::words(text.limits));
    m_exposure->present(found, m_oddsStudy.current().get());
    if (shows(Page::event)) m_event->present(m_events->current(), found);
    if (shows(Page::sums)) m_sums->present(found);
    if (shows(Page::recovery)) m_recovery->present(found);
    if (shows(Page::disruption)) m_disruption->present(found);
    const int index = m_section->currentIndex();
    if (!m_document.schedule().ok())
        return m_chart->clear(tr("There are no dates: the programme cannot be calculated."));
    if (index < 0) return m_chart->clear(tr("There are no sections yet: enter them on the stage Contract."));
    if (!found) return m_chart->clear(tr("Being worked out…"));
    if (!found->fault.isEmpty()) return m_chart->clear(found->fault);
    const auto& sections = m_document.schedule().sections;
    if (std::size_t(index) < sections.size()) m_chart->present(m_study->sharedFindings(), sections[std::size_t(index)]);
    m_chart->choose(m_events->current());
}

void DelayStage::chooseEvent(EventId id) {
    m_chart->choose(id);
    if (shows(Page::event)) m_event->present(id, m_study->findings());
}

void DelayStage::addEvent() {
    EventId id;
    const Outcome outcome = m_document.perform(tr("Event recorded"), [&](Transaction& tx) -> Outcome {
        const auto added = yarrin::addEvent(tx, clockDay(tx.programme().job, m_today));
        if (added.ok()) id = *added;
        return added.ok() ? done() : Outcome(added.errors());
    });
    if (!outcome.ok()) return m_notice->say(show::error(outcome.error()));
    m_filter->clear();
    refresh();
    m_events->choose(id);
    show(Page::event);
    if (auto* title = m_event->findChild<QLineEdit*>(QStringLiteral("eventTitle"))) {
        title->setFocus();
        title->selectAll();
    }
}

void DelayStage::deleteEvent(EventId id) {
    const DelayEvent* event = m_document.programme().events.row(id);
    if (!event) return;
    const QString key = show::text(event->key);
    const auto fragment = fragmentOf(m_document.programme(), id).size();
    QString what = tr("Delete %1 with what it does to the programme").arg(key);
    if (fragment > 0) what += tr(", %1 of its fragment").arg(show::countOf(qint64(fragment), "activity", "activities"));
    bool granted = false;
    for (const EventDays& days : event->sectionDays) granted = granted || days.granted != 0;
    if (granted) what += tr(" and the time granted for it");
    m_notice->ask(what + QLatin1Char('?'), tr("Delete"), [this, id, key] {
        const Outcome outcome =
            m_document.perform(tr("%1 deleted").arg(key), [id](Transaction& tx) { return removeEvent(tx, id); });
        if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
    });
}

void DelayStage::showEvent(QShowEvent* event) {
    Stage::showEvent(event);
    refresh();
}

void DelayStage::focusMain() {
    if (shows(Page::odds))
        m_odds->setFocus();
    else
        m_events->setFocus();
}

} // namespace yarrin
