// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/disruption_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/delay/output_chart.h"
#include "app/table/list_page.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <cmath>

namespace yarrin {

namespace {

QString figure(double value) {
    const auto rounded = Decimal::fromDouble(std::round(value * 10) / 10);
    return rounded ? show::number(*rounded).replace(QLatin1Char('-'), QChar(0x2212)) : QString();
}
QString rate(double value) {
    const auto rounded = Decimal::fromDouble(std::round(value * 1000) / 1000);
    return rounded ? show::number(*rounded) : QString();
}

} // namespace

DisruptionPage::DisruptionPage(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_words(new QLabel(this)), m_chart(new OutputChart(this)) {
    setObjectName(QStringLiteral("disruptionPage"));
    m_list = new ListPage(QStringLiteral("mileList"), tr("Measured miles"),
                          documentRows(
                              document, [this] { return m_document.programme().miles.size(); },
                              [this](std::size_t i) { return show::text(mile(i).key); }),
                          columns(), this);
    m_list->hideLine();
    m_list->stretch(QStringLiteral("title"));
    m_list->setEmptyText(
        tr("No disruption is measured yet. A measured mile holds the output of one work item in a span "
           "that nothing disturbed against its output while something did."));
    m_list->letRemove(tr("Take the measured mile away"), [this](std::size_t i) {
        const MileId id = mile(i).id;
        return m_document.perform(tr("%1 taken away").arg(show::text(mile(i).key)),
                                  [id](Transaction& tx) { return removeMile(tx, id); });
    });
    m_words->setObjectName(QStringLiteral("mileWords"));
    m_words->setWordWrap(true);
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(tr("Disruption by measured mile"), this);
    title->setFont(headingFont());
    auto* more = quietButton(tr("+ Measure a disruption"), "mileAdd", this);
    head->addWidget(title);
    head->addStretch(1);
    head->addWidget(more);
    m_marking = new TabRow({{tr("Drag marks: without disruption"), "markQuiet"}, {tr("disturbed"), "markHurt"}}, this);
    m_marking->setCurrent(0);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 8, 16, 10);
    layout->setSpacing(6);
    layout->addLayout(head);
    layout->addWidget(m_list);
    layout->addWidget(m_words);
    layout->addWidget(m_marking, 0, Qt::AlignLeft);
    layout->addWidget(m_chart, 1);
    connect(more, &QPushButton::clicked, this, &DisruptionPage::addMile);
    connect(&m_list->table(), &GridView::addRequested, this, &DisruptionPage::addMile);
    connect(&m_list->table(), &GridView::refused, this, &DisruptionPage::refused);
    connect(m_list->table().selectionModel(), &QItemSelectionModel::currentChanged, this, &DisruptionPage::showChosen);
    connect(m_marking, &TabRow::chosen, this, [this](int which) {
        m_marking->setCurrent(which);
        m_chart->setMarking(which == 1);
    });
    connect(m_chart, &OutputChart::spanChosen, this, [this](bool hurt, Date from, Date to) {
        const MeasuredMile* one = chosen();
        if (!one) return;
        const MileId id = one->id;
        const QString what = hurt ? tr("%1 disturbed %2 to %3") : tr("%1 without disruption %2 to %3");
        const Outcome outcome =
            m_document.perform(what.arg(show::text(one->key), show::date(from), show::date(to)),
                               [=](Transaction& tx) { return setMileSpan(tx, id, hurt, from, to); });
        if (!outcome.ok()) emit refused(show::error(outcome.error()));
    });
}

std::vector<ListColumn> DisruptionPage::columns() {
    std::vector<ListColumn> list;
    const auto column = [&](const char* name, const QString& title, int width, MileField field, auto text) {
        list.push_back({QString::fromLatin1(name), title, width, false, false, std::move(text)});
        list.back().commit = [this, field](Transaction* tx, std::size_t i, const std::string& typed) {
            const QString shown = show::text(typed);
            const bool named = field == MileField::item || field == MileField::event;
            // What is chosen comes with its name behind its id.
            return setMileField(*tx, mile(i).id, field,
                                named ? shown.section(QStringLiteral("   "), 0, 0).toStdString() : typed);
        };
    };
    const auto day = [](const std::optional<Date>& date) { return date ? show::date(*date) : QString(); };
    column("key", tr("Id"), 44, MileField::key, [this](std::size_t i) { return show::text(mile(i).key); });
    column("title", tr("What"), 140, MileField::title, [this](std::size_t i) { return show::text(mile(i).title); });
    column("event", tr("Event"), 56, MileField::event, [this](std::size_t i) {
        const DelayEvent* event = m_document.programme().events.row(mile(i).event);
        return event ? show::text(event->key) : QString();
    });
    list.back().choices = [this] {
        QStringList words;
        for (const DelayEvent& event : m_document.programme().events)
            words << show::text(event.key) + QStringLiteral("   ") + show::text(event.title);
        return words;
    };
    column("item", tr("Work item"), 80, MileField::item, [this](std::size_t i) {
        const BookItem* item = m_document.programme().book.row(mile(i).item);
        return item ? show::text(item->key) : QString();
    });
    list.back().choices = [this] {
        QStringList words;
        for (const BookItem& item : m_document.programme().book)
            words << show::text(item.key) + QStringLiteral("   ") + show::text(item.name);
        return words;
    };
    column("quietFrom", tr("Quiet from"), 88, MileField::quietFrom,
           [this, day](std::size_t i) { return day(mile(i).quietFrom); });
    column("quietTo", tr("to"), 88, MileField::quietTo, [this, day](std::size_t i) { return day(mile(i).quietTo); });
    column("hurtFrom", tr("Disturbed from"), 108, MileField::hurtFrom,
           [this, day](std::size_t i) { return day(mile(i).hurtFrom); });
    column("hurtTo", tr("to"), 88, MileField::hurtTo, [this, day](std::size_t i) { return day(mile(i).hurtTo); });
    column("costPerHour", tr("Cost an hour"), 92, MileField::costPerHour, [this](std::size_t i) {
        return mile(i).costPerHour ? show::money(*mile(i).costPerHour, m_document.programme().job.currency) : QString();
    });
    list.back().right = true;
    list.back().editText = [this](std::size_t i) {
        return mile(i).costPerHour ? show::number(*mile(i).costPerHour) : QString();
    };
    return list;
}

const MeasuredMile* DisruptionPage::chosen() const {
    const auto& miles = m_document.programme().miles;
    if (miles.empty()) return nullptr;
    const int row = m_list->table().currentIndex().row();
    const std::size_t at = row >= 0 && row < m_list->model().rowCount() ? m_list->model().sourceRow(row) : 0;
    return at < miles.size() ? &miles[at] : nullptr;
}

void DisruptionPage::addMile() {
    const Outcome outcome = m_document.perform(tr("Disruption measured"), [](Transaction& tx) -> Outcome {
        const auto added = yarrin::addMile(tx);
        return added.ok() ? done() : Outcome(added.errors());
    });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    m_list->refresh();
    m_list->fitRows(6);
    m_list->editCell(m_document.programme().miles.size() - 1, QStringLiteral("title"));
}

QString DisruptionPage::toldOf(const MeasuredMile& mile, const MileFigures& figures) const {
    if (!figures.whyNot.empty()) return tr("%1: %2.").arg(show::text(mile.key), show::text(figures.whyNot));
    const BookItem* item = m_document.programme().book.row(mile.item);
    const QString unit = item ? show::text(item->unit) : QString();
    QString words =
        tr("%1 %2 a crew-hour without disruption, %3 with it: the %4 %2 that were done took %5 crew-hours and "
           "should have taken %6; %7 were lost")
            .arg(rate(figures.quiet.rate()), unit, rate(figures.hurt.rate()), figure(figures.hurt.quantity),
                 figure(figures.hurt.crewHours), figure(figures.expectedHours), figure(figures.lostHours));
    if (figures.cost) words += tr(", %1").arg(show::money(*figures.cost, m_document.programme().job.currency));
    return words + tr(". Output is spread evenly between two records of progress.");
}

void DisruptionPage::showChosen() {
    const MeasuredMile* one = chosen();
    m_chart->setVisible(one != nullptr);
    m_marking->setVisible(one != nullptr);
    m_words->setVisible(one != nullptr);
    if (!one) return;
    const auto history = m_report.outputs.find(one->item);
    const MileFigures* figures = nullptr;
    for (const MileFigures& found : m_report.miles)
        if (found.mile == one->id) figures = &found;
    if (!figures || history == m_report.outputs.end()) {
        m_words->setText(tr("Being worked out…"));
        return m_chart->clear(tr("Being worked out…"));
    }
    m_words->setText(toldOf(*one, *figures));
    const BookItem* item = m_document.programme().book.row(one->item);
    m_chart->present(history->second, *one, *figures, item ? show::text(item->unit) : QString());
}

void DisruptionPage::present(const DelayStudy::Findings* findings) {
    m_report = findings ? findings->report : ExposureReport{};
    m_list->refresh();
    m_list->fitRows(6);
    showChosen();
}

} // namespace yarrin
