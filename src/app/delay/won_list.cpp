// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/won_list.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/shown_choice.h"
#include "app/table/list_page.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

namespace {

const ShownChoice<WonBy>& parties() {
    static const ShownChoice<WonBy> shown{{WonList::tr("us"), WonList::tr("the employer")}};
    return shown;
}
const ShownChoice<WonHow>& ways() {
    static const ShownChoice<WonHow> shown{{WonList::tr("bought"), WonList::tr("planned anew")}};
    return shown;
}

} // namespace

WonList::WonList(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_words(new QLabel(this)) {
    m_list = new ListPage(QStringLiteral("wonList"), tr("Records of time won back"),
                          documentRows(
                              document, [this] { return m_document.programme().accelerations.size(); },
                              [this](std::size_t i) { return show::text(record(i).key); }),
                          columns(), this);
    m_list->hideLine();
    m_list->stretch(QStringLiteral("title"));
    m_list->setEmptyText(tr("Nothing is recorded. Time that was bought, or found by planning anew, belongs to whoever "
                            "is recorded to have won it; else to our own mitigation."));
    m_list->offerFirst(tr("Record time won"), {QStringLiteral("wonAdd")});
    m_list->letRemove(tr("Take the record away"), [this](std::size_t i) {
        const AccelerationId id = record(i).id;
        return m_document.perform(tr("%1 taken away").arg(show::text(record(i).key)),
                                  [id](Transaction& tx) { return removeAcceleration(tx, id); });
    });
    m_words->setObjectName(QStringLiteral("wonWords"));
    m_words->setWordWrap(true);
    m_words->setProperty("quiet", true);
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(tr("Time won back"), this);
    title->setFont(headingFont());
    auto* more = quietButton(tr("+ Record time won"), "wonAdd", this);
    head->addWidget(title);
    head->addStretch(1);
    head->addWidget(more);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 8, 0, 0);
    layout->setSpacing(4);
    layout->addLayout(head);
    layout->addWidget(m_words);
    layout->addWidget(m_list);
    connect(more, &QPushButton::clicked, this, &WonList::add);
    connect(&m_list->table(), &GridView::addRequested, this, &WonList::add);
    connect(&m_list->table(), &GridView::refused, this, &WonList::refused);
}

std::vector<ListColumn> WonList::columns() {
    std::vector<ListColumn> list;
    const auto column = [&](const char* name, const QString& title, int width, bool right, WonField field, auto text) {
        list.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
        list.back().commit = [this, field](Transaction* tx, std::size_t i, const std::string& typed) {
            std::string word = typed;
            if (field == WonField::by) word = parties().word(show::text(typed));
            if (field == WonField::how) word = ways().word(show::text(typed));
            return setWonField(*tx, record(i).id, field, word);
        };
    };
    const auto day = [](const std::optional<Date>& date) { return date ? show::date(*date) : QString(); };
    column("key", tr("Id"), 44, false, WonField::key, [this](std::size_t i) { return show::text(record(i).key); });
    column("title", tr("What was done"), 150, false, WonField::title,
           [this](std::size_t i) { return show::text(record(i).title); });
    column("by", tr("Instructed by"), 100, false, WonField::by,
           [this](std::size_t i) { return parties().of(record(i).by); });
    list.back().choices = [] { return parties().words; };
    column("how", tr("How"), 104, false, WonField::how, [this](std::size_t i) { return ways().of(record(i).how); });
    list.back().choices = [] { return ways().words; };
    column("from", tr("From"), 84, false, WonField::from, [this, day](std::size_t i) { return day(record(i).from); });
    column("to", tr("To"), 84, false, WonField::to, [this, day](std::size_t i) { return day(record(i).to); });
    column("won", tr("Days won"), 84, false, WonField::won,
           [this](std::size_t i) { return show::text(wonText(m_document.programme(), record(i))); });
    column("cost", tr("Cost"), 70, true, WonField::cost, [this](std::size_t i) {
        return record(i).cost ? show::money(*record(i).cost, m_document.programme().job.currency) : QString();
    });
    list.back().editText = [this](std::size_t i) { return record(i).cost ? show::number(*record(i).cost) : QString(); };
    column("activities", tr("Activities"), 76, false, WonField::activities, [this](std::size_t i) {
        QStringList keys;
        for (const ActivityId id : record(i).activities)
            if (const Activity* activity = m_document.programme().activities.row(id)) keys << show::text(activity->key);
        return keys.join(QStringLiteral("; "));
    });
    return list;
}

void WonList::add() {
    const Job& job = m_document.programme().job;
    const Date on = job.dataDate ? dateOf(*job.dataDate) : dateOf(job.start);
    const Outcome outcome = m_document.perform(tr("Time won recorded"), [on](Transaction& tx) -> Outcome {
        const auto added = addAcceleration(tx, on);
        return added.ok() ? done() : Outcome(added.errors());
    });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    m_list->refresh();
    m_list->fitRows(8);
    m_list->editCell(m_document.programme().accelerations.size() - 1, QStringLiteral("title"));
}

void WonList::present(const DelayStudy::Findings* findings) {
    QStringList lines;
    if (findings)
        for (const Recovery& one : findings->report.recoveries) {
            const Section* section = m_document.programme().sections.row(one.section);
            if (!section || (one.days == 0 && one.credit == 0 && one.records.empty())) continue;
            QString words = tr("%1 recovered %2: the employer's %3, ours by record %4, ours without record %5")
                                .arg(show::text(section->key), show::countOf(one.days, "day", "days"))
                                .arg(one.employer)
                                .arg(one.contractor)
                                .arg(one.unrecorded);
            if (one.credit > 0) words += tr("; credit for omissions %1").arg(one.credit);
            if (one.beyond > 0) words += tr("; %1 more are recorded than were recovered").arg(one.beyond);
            lines << words + QLatin1Char('.');
        }
    m_words->setText(lines.isEmpty() ? tr("Time impact finds nothing recovered.") : lines.join(QLatin1Char('\n')));
    m_list->refresh();
    m_list->fitRows(8);
}

} // namespace yarrin
