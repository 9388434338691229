// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/balance_panel.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/list_page.h"
#include "edit/balance_edits.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace yarrin {

BalancePanel::BalancePanel(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("balancePanel"));
    buildList();
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(m_trades);
    // Sequences of another job have other ids.
    connect(&document, &Document::replaced, this, [this] { m_sequence->clear(); });
}

/// The trades of a sequence over its units: rates, waits, and what to do about them.
void BalancePanel::buildList() {
    const auto at = [this](std::size_t row) -> const BalanceLine& { return m_balance.lines[row]; };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, bool right, auto text) -> ListColumn& {
        columns.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
        return columns.back();
    };
    const auto figure = [](double value, int decimals) { return QString::number(value, 'f', decimals); };
    add("trade", tr("Trade"), 200, false, [at](std::size_t i) { return show::text(at(i).name); }).marked =
        [this](std::size_t i) { return i == m_balance.pace; };
    add("units", tr("Places"), 60, true, [at](std::size_t i) { return QString::number(at(i).activities.size()); });
    add("crews", tr("Crews"), 70, true,
        [at](std::size_t i) { return at(i).crews ? show::number(*at(i).crews) : tr("various"); });
    add("days", tr("Days a place"), 90, true, [at, figure](std::size_t i) { return figure(at(i).daysPerUnit, 1); });
    add("rate", tr("Places a week"), 100, true, [at, figure](std::size_t i) { return figure(at(i).unitsPerWeek, 2); });
    add("natural", tr("One crew, days"), 100, true,
        [at, figure](std::size_t i) { return at(i).naturalDays ? figure(*at(i).naturalDays, 1) : QString(); });
    add("idle", tr("Idle crew-days"), 100, true, [at, figure](std::size_t i) { return figure(at(i).idleCrewDays, 1); });
    add("from", tr("From"), 100, true, [at](std::size_t i) { return show::date(dateOf(at(i).start)); });
    add("to", tr("To"), 100, true, [at](std::size_t i) { return show::date(completionDate(at(i).finish)); });
    add("pace", tr("Pace"), 110, false, [this](std::size_t i) {
        return i == m_balance.pace ? tr("sets the pace") : m_balance.lines[i].begun ? tr("has begun") : QString();
    });
    m_trades = new ListPage(QStringLiteral("placesTradeList"), tr("Trades of a sequence"),
                            shownRows([this] { return m_balance.lines.size(); }), std::move(columns), this);
    m_trades->stretch(QStringLiteral("trade"));
    m_trades->setEmptyText(tr("A sequence that is laid out over places (Build-up) can be balanced here."));
    m_trades->offerFirst(tr("To the sequences"), {QStringLiteral("stage4"), QStringLiteral("buildUpSequences")});
    m_sequence = new QComboBox(m_trades);
    m_sequence->setObjectName(QStringLiteral("placesSequence"));
    m_sequence->setAccessibleName(tr("Which sequence"));
    m_sequence->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    m_words = new QLabel(m_trades);
    m_words->setObjectName(QStringLiteral("placesBalanceWords"));
    setInk(m_words, Ink::muted);
    m_trades->line().addWidget(m_sequence);
    m_trades->line().addWidget(m_words, 1);
    connect(m_sequence, &QComboBox::activated, this, &BalancePanel::present);
    const auto button = [&](const QString& text, const char* name, const QString& tip, const QString& step,
                            Outcome (*edit)(Transaction&, SequenceId)) {
        QPushButton* one = quietButton(text, name, m_trades);
        one->setToolTip(tip);
        m_trades->line().addWidget(one);
        connect(one, &QPushButton::clicked, this, [this, step, edit] { balanceBy(step, edit); });
    };
    button(tr("Match crews"), "placesMatch", tr("Whole crews with which each trade keeps up with the slowest; a trial"),
           tr("Crews matched to the pace"), [](Transaction& tx, SequenceId id) { return matchCrews(tx, id); });
    button(tr("Never wait"), "placesNeverWait", tr("Each trade starts so late that its crews never wait; a trial"),
           tr("Trades without waits"), &startWithoutWaiting);
    button(tr("As early as possible"), "placesEarly", tr("Takes those starts back"), tr("Trades as early as possible"),
           &startEarly);
}

/// Tried first: the line above the page keeps or drops it.
void BalancePanel::balanceBy(const QString& text, Outcome (*edit)(Transaction&, SequenceId)) {
    const SequenceId id{m_sequence->currentData().toUInt()};
    const auto before = m_document.schedule().programmeFinish;
    const double idle = m_balance.idleCrewDays;
    if (!m_document.trial())
        if (const Outcome begun = m_document.beginTrial(); !begun.ok()) return emit refused(show::error(begun.error()));
    const Outcome outcome = m_document.perform(text, [&](Transaction& tx) { return edit(tx, id); });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    present();
    const auto after = m_document.schedule().programmeFinish;
    const int days = before && after ? completionDate(*after) - completionDate(*before) : 0;
    emit told(tr("%1: all work ends %2, %3 idle crew-days instead of %4.")
                  .arg(text,
                       days == 0  ? tr("on the same day")
                       : days > 0 ? tr("%1 later").arg(show::countOf(days, "day", "days"))
                                  : tr("%1 earlier").arg(show::countOf(-days, "day", "days")),
                       QString::number(m_balance.idleCrewDays, 'f', 1), QString::number(idle, 'f', 1)));
}

void BalancePanel::present() {
    const Programme& programme = m_document.programme();
    const quint32 chosen = m_sequence->currentData().toUInt();
    m_sequence->clear();
    for (const Sequence& one : programme.sequences)
        if (std::any_of(programme.laidOut.begin(), programme.laidOut.end(),
                        [&](const LaidOut& unit) { return unit.sequence == one.id; }))
            m_sequence->addItem(show::text(one.key), one.id.value);
    m_sequence->setCurrentIndex(std::max(0, m_sequence->findData(chosen)));
    m_balance = m_sequence->count() > 0 && m_document.schedule().ok()
                    ? balanceOf(programme, m_document.schedule(), SequenceId{m_sequence->currentData().toUInt()})
                    : Balance();
    m_words->setText(m_balance.lines.empty() ? QString()
                                             : tr("%1 sets the pace; %2 crew-days idle in all, to %3")
                                                   .arg(show::text(m_balance.lines[m_balance.pace].name),
                                                        QString::number(m_balance.idleCrewDays, 'f', 1),
                                                        show::date(completionDate(*m_balance.finish))));
    m_trades->refresh();
}

} // namespace yarrin
