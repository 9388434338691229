// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/side_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/delay/side_rules.h"
#include "app/delay/slip_list.h"
#include "app/table/list_page.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

namespace {

/// In the order of the page, short enough for a column.
QString shortName(DelayMethod method) {
    switch (method) {
    case DelayMethod::impactedAsPlanned:
        return SidePage::tr("Impacted");
    case DelayMethod::timeImpact:
        return SidePage::tr("Time impact");
    case DelayMethod::windows:
        return SidePage::tr("Windows");
    case DelayMethod::asPlannedAsBuilt:
        return SidePage::tr("Plan / built");
    case DelayMethod::collapsedAsBuilt:
        break;
    }
    return SidePage::tr("Collapsed");
}

QString shortRisk(Risk risk) {
    return risk == Risk::employer  ? SidePage::tr("Employer")
           : risk == Risk::neutral ? SidePage::tr("Nobody")
                                   : SidePage::tr("Ours");
}

/// "5/3": entitled and concurrent; of what entitles to nothing what it moved.
QString daysText(const EventDaysFound& days, bool own) {
    if (own) {
        const int moved = days.moved + days.common;
        return moved == 0 ? QStringLiteral("–") : SidePage::tr("%1 d").arg(moved);
    }
    if (days.entitled == 0) return QStringLiteral("–");
    return days.concurrent == 0 ? SidePage::tr("%1 d").arg(days.entitled)
                                : SidePage::tr("%1 / %2 d").arg(days.entitled).arg(days.concurrent);
}

} // namespace

SidePage::SidePage(Document& document, DelayStudy& study, QWidget* parent)
    : QWidget(parent), m_document(document), m_study(study),
      m_working(this, [this] { m_stop->setVisible(m_working.isRunning()); }) {
    setObjectName(QStringLiteral("sidePage"));
    buildLists();
    m_words = new QLabel(this);
    m_words->setObjectName(QStringLiteral("sideWords"));
    m_words->setWordWrap(true);
    m_words->setProperty("quiet", true);
    m_words->setContentsMargins(16, 0, 16, 4);
    auto* attacked = new QLabel(tr("What may be attacked"), this);
    attacked->setFont(headingFont());
    attacked->setContentsMargins(16, 6, 0, 0);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(buildRules());
    auto* inner = new QWidget(this);
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, 0, 0, 8);
    column->setSpacing(4);
    column->addWidget(m_words);
    column->addWidget(m_list);
    column->addWidget(attacked);
    column->addWidget(m_flagList);
    m_ignored = new QLabel(inner);
    m_ignored->setObjectName(QStringLiteral("sideIgnored"));
    m_ignored->setWordWrap(true);
    m_ignored->setProperty("quiet", true);
    m_ignored->setContentsMargins(16, 2, 16, 2);
    column->addWidget(m_ignored);
    auto* slipped = new QLabel(tr("Own slips that nobody recorded"), inner);
    slipped->setFont(headingFont());
    slipped->setContentsMargins(16, 6, 0, 0);
    column->addWidget(slipped);
    m_slipList = new SlipList(m_document, inner);
    column->addWidget(m_slipList);
    column->addStretch(1);
    layout->addWidget(scrolledPage(inner, this), 1);
    connect(m_slipList, &SlipList::refused, this, &SidePage::refused);
}

void SidePage::outdate(bool replaced) {
    m_stale = true;
    if (!replaced) return;
    m_found.reset();
    m_section->clear();
}

QWidget* SidePage::buildRules() {
    auto* row = new QWidget(this);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(16, 2, 12, 2);
    line->setSpacing(8);
    m_section = new QComboBox(row);
    m_section->setObjectName(QStringLiteral("sideSection"));
    m_section->setAccessibleName(tr("Section"));
    m_section->setMinimumWidth(150);
    m_rules = new SideRules(m_document, row);
    m_stop = quietButton(tr("Stop"), "sideStop", row);
    m_stop->hide();
    m_rules->lead({m_section, m_stop});
    line->addWidget(m_rules, 1);
    connect(m_section, &QComboBox::activated, this, &SidePage::present);
    connect(m_rules, &SideRules::refused, this, &SidePage::refused);
    connect(m_rules, &SideRules::chosen, this, [this] {
        if (isVisible()) refresh();
    });
    connect(m_stop, &QPushButton::clicked, this, [this] {
        m_working.stop();
        m_stale = true;
        m_words->setText(tr("Stopped. It is worked out when the page is shown again."));
    });
    return row;
}

void SidePage::buildLists() {
    std::vector<ListColumn> columns;
    const auto add = [&](const QString& name, const QString& title, int width, bool right, auto text) -> ListColumn& {
        columns.push_back({name, title, width, right, false, std::move(text)});
        return columns.back();
    };
    add(QStringLiteral("event"), tr("Event"), 58, false, [this](std::size_t i) { return m_rows[i].who; });
    add(QStringLiteral("title"), tr("What"), 150, false, [this](std::size_t i) { return m_rows[i].title; });
    add(QStringLiteral("risk"), tr("Risk"), 78, false, [this](std::size_t i) { return m_rows[i].risk; });
    for (std::size_t m = 0; m < delayMethods; ++m)
        add(QStringLiteral("method%1").arg(m), shortName(static_cast<DelayMethod>(m)), 82, true,
            [this, m](std::size_t i) { return m_rows[i].days[m]; });
    add(QStringLiteral("paid"), tr("Paid"), 64, true, [this](std::size_t i) { return m_rows[i].paid; });
    m_list = new ListPage(QStringLiteral("sideBySide"), tr("All methods side by side"),
                          shownRows([this] { return m_rows.size(); }), std::move(columns), this);
    m_list->hideLine();
    m_list->stretch(QStringLiteral("title"));
    columns.clear();
    add(QStringLiteral("event"), tr("Event"), 58, false, [this](std::size_t i) { return m_flags[i].event; });
    add(QStringLiteral("methods"), tr("In"), 170, false, [this](std::size_t i) { return m_flags[i].methods; });
    add(QStringLiteral("text"), tr("Why"), 300, false, [this](std::size_t i) { return m_flags[i].text; });
    m_flagList = new ListPage(QStringLiteral("delayFlags"), tr("What may be attacked"),
                              shownRows([this] { return m_flags.size(); }), std::move(columns), this);
    m_flagList->hideLine();
    m_flagList->stretch(QStringLiteral("text"));
    const auto choose = [this](EventId id) {
        if (id) emit eventChosen(id);
    };
    connect(&m_list->table(), &QAbstractItemView::doubleClicked, this,
            [this, choose](const QModelIndex& index) { choose(m_rows[m_list->model().sourceRow(index.row())].event); });
    connect(&m_flagList->table(), &QAbstractItemView::doubleClicked, this, [this, choose](const QModelIndex& index) {
        const FlagRow& row = m_flags[m_flagList->model().sourceRow(index.row())];
        if (row.flag.kind == DelayFlag::Kind::unrecorded)
            m_slipList->choose(row.flag.window, row.flag.section);
        else
            choose(row.id);
    });
}

void SidePage::refresh(const QString& section) {
    m_rules->refresh();
    const QString kept = m_section->count() > 0 ? m_section->currentText() : section;
    m_section->clear();
    for (const Section& one : m_document.programme().sections)
        m_section->addItem(show::text(one.key + " · " + one.name));
    if (const int index = m_section->findText(kept); index >= 0) m_section->setCurrentIndex(index);
    m_section->setVisible(m_section->count() > 0);
    if (!std::exchange(m_stale, false)) return present();
    m_words->setText(tr("Being worked out by all five methods…"));
    m_working.start(
        m_document.patience(),
        [read = m_study.stands()](WorkWatch& watch) {
            auto result = std::make_shared<std::pair<Found, Programme>>();
            const auto stands = read();
            for (std::size_t m = 0; m < delayMethods && !watch.stopped(); ++m) {
                watch.tell(m, delayMethods);
                if (stands.ok())
                    result->first[m] = analyse(static_cast<DelayMethod>(m), *stands, watch.token());
                else
                    result->first[m].errors = stands.errors();
            }
            if (stands.ok()) result->second = stands->back().programme;
            return result;
        },
        [this](const std::shared_ptr<std::pair<Found, Programme>>& result) {
            m_now = std::move(result->second);
            take(std::move(result->first));
        });
}

void SidePage::take(Found found) {
    m_found = std::move(found);
    present();
}

void SidePage::present() {
    m_rows.clear();
    m_flags.clear();
    if (!m_found) {
        return showLists();
    }
    const Found& all = *m_found;
    const auto& errors = all[std::size_t(DelayMethod::timeImpact)].errors;
    const auto index = std::size_t(std::max(0, m_section->currentIndex()));
    if (!errors.empty() || index >= m_now.sections.size()) {
        m_words->setText(errors.empty() ? tr("There are no sections yet: enter them on the stage Contract.")
                                        : show::error(errors.front()));
        return showLists();
    }
    const SectionId section = m_now.sections[index].id;
    for (const DelayEvent& event : m_now.events) {
        Row row{event.id, show::text(event.key), show::text(event.title), shortRisk(event.risk), {}, {}};
        const bool own = event.risk == Risk::contractor;
        for (std::size_t m = 0; m < delayMethods; ++m) row.days[m] = daysText(daysOf(all[m], event.id, section), own);
        const EventDaysFound days = daysOf(all[std::size_t(DelayMethod::timeImpact)], event.id, section);
        row.paid = event.risk == Risk::employer && days.entitled > 0 ? tr("%1 d").arg(days.compensable) : QString();
        m_rows.push_back(std::move(row));
    }
    addTotals(section);
    for (std::size_t m = 0; m < delayMethods; ++m)
        for (const DelayFlag& flag : all[m].flags) {
            const QString text = show::text(flag.text);
            const auto twin =
                std::find_if(m_flags.begin(), m_flags.end(), [&](const FlagRow& one) { return one.text == text; });
            const QString name = shortName(static_cast<DelayMethod>(m));
            if (twin != m_flags.end()) {
                if (!twin->methods.contains(name)) twin->methods += QStringLiteral(", ") + name;
                continue;
            }
            const DelayEvent* event = m_now.events.row(flag.event);
            m_flags.push_back({name, event ? show::text(event->key) : QString(), text, flag.event, flag});
        }
    m_words->setText(
        tr("Days entitled to / of them concurrent; of our own, days moved. %1%2.")
            .arg(show::words(textOf(all[0].rule)).left(1).toUpper(), show::words(textOf(all[0].rule)).mid(1)));
    m_flagList->setEmptyText(tr("Nothing hangs on a tie, a rule or a thin record."));
    QStringList ignored;
    for (const std::string& note : all[std::size_t(DelayMethod::timeImpact)].notes) ignored << show::text(note);
    m_ignored->setText(ignored.isEmpty() ? QString() : tr("Left aside: %1.").arg(ignored.join(QStringLiteral("; "))));
    m_ignored->setVisible(!ignored.isEmpty());
    m_slipList->present(all[std::size_t(DelayMethod::timeImpact)]);
    showLists();
}

void SidePage::showLists() {
    for (ListPage* list : {m_list, m_flagList}) {
        list->refresh();
        list->fitRows(list == m_list ? 20 : 8);
    }
}

void SidePage::addTotals(SectionId section) {
    struct Line {
        QString title;
        int (*of)(const DelayShares&, int own);
    };
    const Line lines[] = {
        {tr("our progress and re-planning"), [](const DelayShares&, int own) { return own; }},
        {tr("in common"), [](const DelayShares& s, int) { return s.common; }},
        {tr("recovered"), [](const DelayShares& s, int) { return s.recovered; }},
        {tr("moved in all"),
         [](const DelayShares& s, int) { return s.employer + s.neutral + s.own + s.common + s.recovered; }},
        {tr("entitled to in all"), [](const DelayShares& s, int) { return s.entitled; }}};
    for (const Line& line : lines) {
        Row row{{}, {}, line.title, {}, {}, {}};
        for (std::size_t m = 0; m < delayMethods; ++m) {
            const DelayAnalysis& analysis = (*m_found)[m];
            int own = 0;
            for (const DelayStep& step : analysis.steps)
                if (step.kind == DelayStep::Kind::progress || step.kind == DelayStep::Kind::unseen)
                    if (const StepFigures* f = step.of(section); f && f->moved() > 0) own += f->moved();
            const int days = line.of(sharesOf(analysis, m_now, section), own);
            row.days[m] = days == 0 ? QStringLiteral("–")
                                    : SidePage::tr("%1 d").arg(days).replace(QLatin1Char('-'), QStringLiteral("−"));
        }
        m_rows.push_back(std::move(row));
    }
}

} // namespace yarrin
