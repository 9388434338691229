// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/rates_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/shown_choice.h"
#include "app/contract/field_edit.h"
#include "app/labour/heads.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "core/base/worded.h"
#include "edit/labour_edits.h"
#include "edit/resource_table.h"
#include "store/workbook.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

namespace {

const ShownChoice<ResourceKind>& kinds() {
    static const ShownChoice<ResourceKind> shown{{RatesPage::tr("trade"), RatesPage::tr("plant"),
                                                  RatesPage::tr("material"), RatesPage::tr("subcontract"),
                                                  RatesPage::tr("other")}};
    return shown;
}
const ShownChoice<RatePer>& pers() {
    static const ShownChoice<RatePer> shown{
        {RatesPage::tr("an hour"), RatesPage::tr("a day"), RatesPage::tr("a unit")}};
    return shown;
}
/// Steps as they are read: "6, 9 from 8 Feb 2027".
template <typename Steps, typename Member> QString stepsText(const Steps& steps, Member value) {
    QStringList list;
    for (const auto& step : steps)
        list << RatesPage::tr("%1 from %2").arg(show::number(step.*value), show::date(step.from));
    return list.join(QStringLiteral("; "));
}

QString percent(const std::optional<Decimal>& share) {
    if (!share) return {};
    const auto value = (Fraction(*share) * Fraction(100)).rounded(6);
    return value ? show::number(*value) : QString();
}

template <typename Enum> void choose(ListColumn& c, const ShownChoice<Enum>& shown, bool none) {
    c.commit = [own = c.commit, &shown](Transaction* tx, std::size_t row, const std::string& typed) {
        return own(tx, row, shown.word(QString::fromStdString(typed)));
    };
    c.choices = [&shown, none] {
        QStringList list = shown.words;
        if (none) list.prepend(QString());
        return list;
    };
}

void yesNo(ListColumn& c) {
    c.choices = [] { return QStringList{RatesPage::tr("yes"), RatesPage::tr("no")}; };
    c.commit = [own = c.commit](Transaction* tx, std::size_t row, const std::string& typed) {
        return own(tx, row, QString::fromStdString(typed) == RatesPage::tr("yes") ? "yes" : "no");
    };
}

} // namespace

RatesPage::RatesPage(Document& document, Dialogs& dialogs, QWidget* parent)
    : QWidget(parent), m_document(document), m_dialogs(dialogs) {
    setObjectName(QStringLiteral("ratesPage"));
    buildList();
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 4, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_list, 1);
    layout->addWidget(buildTerms());
    setFocusProxy(&m_list->table());
    connect(&m_list->table(), &GridView::refused, this, &RatesPage::refused);
}

ListColumn& RatesPage::add(std::vector<ListColumn>& columns, const char* name, const QString& title, int width,
                           ResourceField field, std::function<QString(const Resource&)> text) {
    ListColumn& c = columns.emplace_back();
    c.name = QLatin1String(name);
    c.title = title;
    c.width = width;
    c.text = [this, text = std::move(text)](std::size_t row) {
        return row < m_rows.size() ? text(at(row).resource) : QString();
    };
    c.commit = [this, field](Transaction* tx, std::size_t row, const std::string& typed) -> Outcome {
        // A name that only crews use becomes a row when something is said of it.
        const auto id = resourceNamed(*tx, at(row).resource.name);
        if (!id.ok()) return id.errors();
        return setResourceField(*tx, *id, field, typed);
    };
    return c;
}

void RatesPage::addWhat(std::vector<ListColumn>& columns) {
    add(columns, "name", tr("Resource"), 150, ResourceField::name,
        [](const Resource& r) { return show::text(r.name); });
    choose(
        add(columns, "kind", tr("Kind"), 90, ResourceField::kind, [](const Resource& r) { return kinds().of(r.kind); }),
        kinds(), false);
    add(columns, "unit", tr("Unit"), 50, ResourceField::unit, [](const Resource& r) { return show::text(r.unit); });
}

void RatesPage::addMoney(std::vector<ListColumn>& columns) {
    ListColumn& rate = add(columns, "rate", tr("Rate"), 74, ResourceField::rate,
                           [](const Resource& r) { return r.rate ? show::number(*r.rate) : QString(); });
    rate.right = true;
    rate.figure = [this](std::size_t row) { return at(row).resource.rate ? at(row).resource.rate->toDouble() : -1; };
    choose(add(columns, "per", tr("For"), 70, ResourceField::ratePer,
               [](const Resource& r) { return pers().of(r.ratePer); }),
           pers(), false);
    typeSteps(add(columns, "rates", tr("Later rates"), 120, ResourceField::rates,
                  [](const Resource& r) { return stepsText(r.rates, &RateFrom::rate); }),
              ResourceField::rates);
    choose(add(columns, "head", tr("Cost head"), 90, ResourceField::head,
               [](const Resource& r) { return shownHeads().of(headOf(r)); }),
           shownHeads(), true);
}

void RatesPage::addTime(std::vector<ListColumn>& columns) {
    typeSteps(add(columns, "supply", tr("On site"), 230, ResourceField::supply,
                  [](const Resource& r) { return stepsText(r.supply, &SupplyFrom::number); }),
              ResourceField::supply);
    ListColumn& calendar =
        add(columns, "calendar", tr("Works to"), 110, ResourceField::calendar, [this](const Resource& r) {
            if (!r.calendar) return tr("each activity's");
            const Calendar* own = m_document.programme().calendars.row(r.calendar);
            return own ? show::text(own->name) : tr("all the time");
        });
    calendar.choices = [this] {
        QStringList names{QString()};
        for (const Calendar& one : m_document.programme().calendars) names << show::text(one.name);
        return names << tr("all the time");
    };
    calendar.commit = [this, own = calendar.commit](Transaction* tx, std::size_t row, const std::string& typed) {
        for (const Calendar& one : m_document.programme().calendars)
            if (one.name == typed) return own(tx, row, one.key);
        return own(tx, row, QString::fromStdString(typed) == tr("all the time") ? "continuous" : typed);
    };
    yesNo(add(columns, "binds", tr("Work waits"), 80, ResourceField::binds,
              [](const Resource& r) { return r.binds ? tr("yes") : tr("no"); }));
    yesNo(add(columns, "onHire", tr("On hire"), 66, ResourceField::onHire,
              [](const Resource& r) { return r.onHire ? tr("yes") : tr("no"); }));
    ListColumn uses;
    uses.name = QStringLiteral("uses");
    uses.title = tr("Needed by");
    uses.width = 80;
    uses.right = uses.quiet = true;
    uses.text = [this](std::size_t row) { return row < m_uses.size() ? QString::number(m_uses[row]) : QString(); };
    uses.figure = [this](std::size_t row) { return double(m_uses[row]); };
    columns.push_back(std::move(uses));
}

/// Steps by date are typed in words of their own.
void RatesPage::typeSteps(ListColumn& c, ResourceField field) {
    c.quiet = true;
    c.editText = [this, field](std::size_t row) {
        return show::text(resourceText(m_document.programme(), at(row).resource, field));
    };
}

void RatesPage::buildList() {
    std::vector<ListColumn> columns;
    addWhat(columns);
    addMoney(columns);
    addTime(columns);
    m_list = new ListPage(QStringLiteral("rates"), tr("Resources and their rates"),
                          documentRows(
                              m_document, [this] { return m_rows.size(); },
                              [this](std::size_t row) { return show::text(at(row).resource.name); }),
                          std::move(columns), this);
    m_list->setEmptyText(tr("Nobody is needed yet. Crews of the output book name trades and plant; materials and "
                            "subcontracts are added here."));
    m_list->offerFirst(tr("Add a resource"), {QStringLiteral("ratesAdd")});
    m_list->offerFirst(tr("Read a table…"), {QStringLiteral("ratesRead")});
    buildButtons();
    m_list->letRemove(tr("&Remove resource"), [this](std::size_t row) -> Outcome {
        const KnownResource known = at(row);
        if (!known.declared)
            return inputError(worded("%1 is in crews of the output book", known.resource.name),
                              worded("take it out of them"));
        const std::vector<ResourceId> ids{known.resource.id};
        return m_document.perform(tr("Remove resource %1").arg(show::text(known.resource.name)),
                                  [&](Transaction& tx) { return removeResources(tx, ids); });
    });
}

void RatesPage::buildButtons() {
    auto* read = quietButton(tr("Read a table…"), "ratesRead", this);
    read->setToolTip(tr("Resources of another job, or of a spreadsheet with the same columns"));
    auto* out = quietButton(tr("Table out…"), "ratesOut", this);
    auto* more = quietButton(tr("+ Add"), "ratesAdd", this);
    for (auto* one : {read, out, more}) m_list->line().addWidget(one);
    connect(read, &QPushButton::clicked, this, &RatesPage::tableIn);
    connect(out, &QPushButton::clicked, this, &RatesPage::tableOut);
    connect(more, &QPushButton::clicked, this, &RatesPage::addNew);
}

void RatesPage::tableOut() {
    const QString path = m_dialogs.fileToSave(this, tr("Save the resources"), tr("Resources.xlsx"),
                                              tr("Workbooks (*.xlsx);;Text tables (*.csv)"));
    if (path.isEmpty()) return;
    const Outcome written = writeTable(resourceSheet(m_document.programme()), path.toStdString());
    if (written.ok())
        emit told(tr("Saved to %1.").arg(path));
    else
        emit refused(tr("Not saved. %1").arg(show::error(written.error())));
}

void RatesPage::tableIn() {
    const QString path =
        m_dialogs.fileToImport(this, tr("Read resources"), tr("Tables (*.xlsx *.ods *.csv *.txt);;All files (*)"));
    if (path.isEmpty()) return;
    const auto book = readWorkbook(path.toStdString());
    if (!book.ok()) return emit refused(show::error(book.error()));
    if (book->sheets.empty()) return emit refused(tr("There is no table in it."));
    int count = 0;
    const Outcome outcome = m_document.perform(tr("Resources read from a table"), [&](Transaction& tx) -> Outcome {
        const auto read = readResources(tx, book->sheets.front());
        if (!read.ok()) return read.errors();
        count = *read;
        return done();
    });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    emit told(tr("%1 read.").arg(show::countOf(count, "resource", "resources")));
}

void RatesPage::addNew() {
    std::string name;
    const Outcome outcome = m_document.perform(tr("Add resource"), [&](Transaction& tx) -> Outcome {
        const ResourceBook book(tx.programme());
        for (int n = 1;; ++n) {
            name = tr("Resource ").toStdString() + std::to_string(n);
            if (book.named(name) != ResourceBook::none) continue;
            const auto id = addResource(tx, name);
            if (!id.ok()) return id.errors();
            return done();
        }
    });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        if (m_rows[i].resource.name == name) m_list->editCell(i, QStringLiteral("name"));
}

/// How often the work is valued.
QWidget* RatesPage::buildEvery(QWidget* box) {
    auto* every = new QWidget(box);
    auto* column = new QVBoxLayout(every);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    auto* label = new QLabel(tr("Valued every"), every);
    setInk(label, Ink::muted);
    m_every = new QComboBox(every);
    m_every->setObjectName(QStringLiteral("termEvery"));
    m_every->setAccessibleName(tr("Valued every"));
    m_every->addItems({tr("month"), tr("fortnight")});
    column->addWidget(label);
    column->addWidget(m_every);
    column->addStretch(1);
    connect(m_every, &QComboBox::activated, this, [this](int index) {
        const Outcome outcome =
            m_document.perform(tr("Valued every %1").arg(m_every->currentText()), [&](Transaction& tx) {
                return setTerm(tx, TermField::applyEvery, wordOf(ApplyEvery(index)));
            });
        if (!outcome.ok()) emit refused(show::error(outcome.error()));
    });
    return every;
}

QWidget* RatesPage::buildTerms() {
    auto* box = new QWidget(this);
    box->setObjectName(QStringLiteral("terms"));
    box->setAttribute(Qt::WA_StyledBackground);
    auto* grid = new QGridLayout(box);
    grid->setContentsMargins(14, 8, 14, 10);
    grid->setHorizontalSpacing(10);
    grid->setVerticalSpacing(4);
    auto* title = new QLabel(tr("Payment"), box);
    title->setFont(headingFont());
    grid->addWidget(title, 0, 0, 1, 6);
    grid->addWidget(buildEvery(box), 1, 0);
    int place = 1;
    const auto term = [&](const char* name, const QString& label, const QString& hint, TermField field, auto member) {
        const auto value = [this, member] {
            const auto& figure = m_document.programme().job.*member;
            if constexpr (std::is_same_v<std::decay_t<decltype(figure)>, std::optional<int>>)
                return figure ? QString::number(*figure) : QString();
            else
                return percent(figure);
        };
        auto* edit = new FieldEdit(
            QLatin1String(name), label, hint, value,
            [this, label, field](const std::string& text) {
                return m_document.perform(tr("%1 %2").arg(label, show::text(text)),
                                          [&](Transaction& tx) { return setTerm(tx, field, text); });
            },
            box);
        grid->addWidget(edit, 1 + place / 6, place % 6);
        ++place;
        m_terms.push_back(edit);
    };
    const QString days = tr("days"), month = tr("days from the month");
    term("termDays", tr("Paid to us after, days"), days, TermField::daysToPay, &Job::daysToPay);
    term("termRetention", tr("Retention, %"), tr("none"), TermField::retention, &Job::retention);
    term("termDefects", tr("Second half after, days"), days, TermField::defectsDays, &Job::defectsDays);
    term("termFinance", tr("Interest on money out, %"), tr("none"), TermField::financeRate, &Job::financeRate);
    term("termLabour", tr("We pay labour after"), tr("days from the week"), TermField::payLabour, &Job::payLabour);
    term("termPlant", tr("Plant"), month, TermField::payPlant, &Job::payPlant);
    term("termMaterials", tr("Materials"), month, TermField::payMaterials, &Job::payMaterials);
    term("termSubcontract", tr("Subcontracts"), month, TermField::paySubcontract, &Job::paySubcontract);
    term("termTimeRelated", tr("Time-related"), month, TermField::payTimeRelated, &Job::payTimeRelated);
    term("termOther", tr("Other"), month, TermField::payOther, &Job::payOther);
    return box;
}

void RatesPage::refresh() {
    const ResourceBook book(m_document.programme());
    m_rows = book.all();
    m_uses.assign(m_rows.size(), 0);
    for (const Activity& activity : m_document.programme().activities)
        for (const ResourceUse& use : book.usesOf(activity)) ++m_uses[use.resource];
    m_list->refresh();
    m_every->setCurrentIndex(int(m_document.programme().job.applyEvery));
    for (FieldEdit* edit : m_terms) edit->refresh();
}

} // namespace yarrin
