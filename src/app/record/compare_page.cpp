// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/record/compare_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "core/base/worded.h"

#include "store/workbook.h"

#include <QComboBox>

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

namespace {

/// A value of a difference as people read it.
QString shown(const std::string& value, const std::optional<Date>& date) {
    return date ? show::date(*date) : show::text(value);
}

} // namespace

ComparePage::ComparePage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_dialogs(dialogs), m_before(new QComboBox(this)),
      m_after(new QComboBox(this)), m_summary(new QLabel(this)), m_filters(new QWidget(this)),
      m_comparing(this, [this] {
          m_stop->setVisible(m_comparing.isRunning());
          if (m_comparing.isRunning()) m_list->setEmptyText(tr("Comparing…"));
      }) {
    m_before->setObjectName(QStringLiteral("compareBefore"));
    m_before->setAccessibleName(tr("Compare from"));
    m_after->setObjectName(QStringLiteral("compareAfter"));
    m_after->setAccessibleName(tr("Compare with"));
    for (QComboBox* box : {m_before, m_after}) box->setMinimumWidth(190);
    m_summary->setObjectName(QStringLiteral("compareSummary"));
    m_summary->setProperty("quiet", true);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 0, 10, 4);
    line->addWidget(new QLabel(tr("From"), this));
    line->addWidget(m_before);
    line->addWidget(new QLabel(tr("to"), this));
    line->addWidget(m_after);
    line->addSpacing(8);
    line->addWidget(m_summary, 1);
    m_stop = quietButton(tr("Stop"), "compareStop", this);
    m_stop->hide();
    line->addWidget(m_stop);
    connect(m_stop, &QPushButton::clicked, this, [this] {
        m_comparing.stop();
        take({});
        m_list->setEmptyText(tr("Stopped. Choose a side again to have them compared."));
    });
    auto* onChart = quietButton(tr("Show on the chart"), "compareOutline", this);
    auto* save = quietButton(tr("Save as a table…"), "compareExport", this);
    line->addWidget(onChart);
    line->addWidget(save);
    auto* filters = new QHBoxLayout(m_filters);
    filters->setContentsMargins(10, 0, 10, 4);
    filters->setSpacing(2);

    ListSource source{
        [this] { return m_shown.size(); },
        [](const QString&, const auto&) { return Outcome(inputError(worded("this list only compares"), {})); },
        {},
        [this](std::size_t i) { return show::text(at(i).key); }};
    std::vector<ListColumn> columns;
    columns.push_back({QStringLiteral("about"), tr("About"), 105, false, true,
                       [this](std::size_t i) { return show::words(nameOf(at(i).kind)); }});
    columns.push_back(
        {QStringLiteral("id"), tr("Id"), 70, false, false, [this](std::size_t i) { return show::text(at(i).key); }});
    columns.push_back({QStringLiteral("name"), tr("Name"), 240, false, false,
                       [this](std::size_t i) { return show::text(at(i).name); }});
    columns.push_back({QStringLiteral("what"), tr("What"), 140, false, true,
                       [this](std::size_t i) { return show::text(at(i).what); }});
    columns.push_back({QStringLiteral("before"), tr("Before"), 180, false, false,
                       [this](std::size_t i) { return shown(at(i).before, at(i).dateBefore); }});
    columns.push_back({QStringLiteral("after"), tr("After"), 180, false, false,
                       [this](std::size_t i) { return shown(at(i).after, at(i).dateAfter); }});
    const auto moved = [this](std::size_t i) {
        return at(i).dateBefore && at(i).dateAfter ? int(*at(i).dateAfter - *at(i).dateBefore) : 0;
    };
    columns.push_back({QStringLiteral("days"), tr("Days later"), 80, true, false,
                       [moved](std::size_t i) { return moved(i) == 0 ? QString() : show::shiftOf(moved(i)); }});
    columns.back().figure = [moved](std::size_t i) { return double(moved(i)); };
    columns.back().marked = [moved](std::size_t i) { return moved(i) > 0; };
    m_list =
        new ListPage(QStringLiteral("compareTable"), tr("Differences"), std::move(source), std::move(columns), this);
    m_list->setEmptyText(tr("Nothing differs."));
    m_list->stretch(QStringLiteral("name"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    layout->addLayout(line);
    layout->addWidget(m_filters);
    layout->addWidget(m_list, 1);
    const auto again = [this] {
        if (!m_filling) compareNow();
    };
    for (QComboBox* box : {m_before, m_after}) box->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    // Another programme has other stands, also where they are called the same.
    connect(&m_document, &Document::replaced, this, [this] {
        m_filling = true;
        m_extra.reset();
        m_sides.clear();
        m_before->clear();
        m_after->clear();
        m_filling = false;
    });
    connect(m_before, &QComboBox::currentIndexChanged, this, again);
    connect(m_after, &QComboBox::currentIndexChanged, this, again);
    connect(onChart, &QPushButton::clicked, this, &ComparePage::outline);
    connect(save, &QPushButton::clicked, this, &ComparePage::exportTable);
    connect(&m_list->table(), &QAbstractItemView::doubleClicked, this, [this](const QModelIndex& index) {
        const Difference& d = at(m_list->model().sourceRow(index.row()));
        if (d.activity && m_document.programme().activities.row(d.activity)) emit reveal(d.activity);
    });
}

void ComparePage::fillSides() {
    const auto sideAt = [this](const QComboBox* box) -> std::optional<Side> {
        const int i = box->currentIndex();
        return i >= 0 && i < int(m_sides.size()) ? std::optional(m_sides[std::size_t(i)]) : std::nullopt;
    };
    const auto before = sideAt(m_before);
    const auto after = sideAt(m_after);
    m_sides.clear();
    int agreed = -1; // where the contract programme in force stands
    m_sides.push_back({Side::What::now, 0, tr("Now")});
    if (m_document.trial()) m_sides.push_back({Side::What::trial, 0, tr("Before the trial")});
    if (HeldFile* file = m_document.keeper().file()) {
        if (const auto revisions = file->revisions(); revisions.ok())
            for (auto r = revisions->rbegin(); r != revisions->rend(); ++r) {
                if (r->contract) agreed = int(m_sides.size());
                m_sides.push_back({Side::What::revision, r->number,
                                   tr("Revision %1 · %2").arg(show::text(r->key), show::text(r->purpose))});
            }
        if (const auto entries = file->history(); entries.ok()) {
            for (const HistoryEntry& entry : *entries)
                if (entry.kind == EntryKind::named)
                    m_sides.push_back({Side::What::entry, entry.number, show::text(entry.text)});
            if (!entries->empty()) m_sides.push_back({Side::What::entry, 0, tr("The very beginning")});
        }
    }
    if (m_extra && std::find(m_sides.begin(), m_sides.end(), *m_extra) == m_sides.end()) m_sides.push_back(*m_extra);
    m_filling = true;
    for (QComboBox* box : {m_before, m_after}) {
        box->clear();
        for (const Side& side : m_sides) box->addItem(side.name);
    }
    const auto put = [this](QComboBox* box, const std::optional<Side>& side, int otherwise) {
        const auto found = side ? std::find(m_sides.begin(), m_sides.end(), *side) : m_sides.end();
        box->setCurrentIndex(found != m_sides.end() ? int(found - m_sides.begin())
                                                    : std::min(otherwise, int(m_sides.size()) - 1));
    };
    // What people ask first is what has become of what was agreed; within a trial, what it did.
    put(m_before, before && before->what != Side::What::now ? before : std::nullopt,
        agreed > 0 && !m_document.trial() ? agreed : 1);
    put(m_after, after, 0);
    m_filling = false;
}

void ComparePage::refresh() {
    fillSides();
    compareNow();
}

void ComparePage::choose(const Side& before) {
    m_extra = before;
    fillSides();
    m_filling = true;
    const auto found = std::find(m_sides.begin(), m_sides.end(), before);
    m_before->setCurrentIndex(int(found - m_sides.begin()));
    m_after->setCurrentIndex(0);
    m_filling = false;
    compareNow();
}

void ComparePage::compareRevision(const QString& key) {
    HeldFile* file = m_document.keeper().file();
    const auto revisions = file ? file->revisions() : Result<std::vector<Revision>>(std::vector<Revision>{});
    if (!revisions.ok()) return;
    for (const Revision& r : *revisions)
        if (show::text(r.key) == key) choose({Side::What::revision, r.number, {}});
}

void ComparePage::compareEntry(std::int64_t entry) {
    choose({Side::What::entry, entry, tr("After change %1").arg(entry)});
}

void ComparePage::compareTrial() {
    choose({Side::What::trial, 0, tr("Before the trial")});
}

/// What reads a side, on any thread. The programme as it is now is copied: it goes on being worked on.
ComparePage::Reader ComparePage::readerOf(const Side& side) {
    const auto ready = [](std::shared_ptr<const Programme> programme, std::shared_ptr<const Schedule> dates) -> Reader {
        return [state = FrozenState{std::move(programme), std::move(dates)}] { return Result<FrozenState>(state); };
    };
    if (side.what == Side::What::now) return ready(m_document.sharedProgramme(), m_document.sharedSchedule());
    if (side.what == Side::What::trial && m_document.trial())
        return ready(std::make_shared<const Programme>(m_document.trial()->programme), m_document.trial()->schedule);
    HeldFile* file = m_document.keeper().file();
    if (side.what == Side::What::revision && file) {
        const auto revisions = file->revisions();
        if (!revisions.ok()) return [errors = revisions.errors()] { return Result<FrozenState>(errors); };
        for (const Revision& r : *revisions)
            if (r.number == side.number) return file->readerOf(r);
    }
    return m_document.readerAfter(side.number);
}

void ComparePage::compareNow() {
    const int from = m_before->currentIndex();
    const int to = m_after->currentIndex();
    if (from < 0 || to < 0 || from == to) {
        m_comparing.stop();
        return take({});
    }
    m_comparing.start(
        m_document.patience(),
        [before = readerOf(m_sides[std::size_t(from)]), after = readerOf(m_sides[std::size_t(to)]),
         name = m_sides[std::size_t(from)].name.toStdString()](WorkWatch& watch) {
            Found found;
            const auto then = before();
            const auto now = watch.stopped() ? then : after();
            if (!then.ok()) found.errors.push_back(then.error());
            if (!now.ok()) found.errors.push_back(now.error());
            if (watch.stopped() || !found.errors.empty()) return found;
            found.differences =
                compare({*then->programme, *then->schedule}, {*now->programme, *now->schedule}, MatchBy::identity);
            found.outline = outlineOf(*then->schedule, name);
            return found;
        },
        [this](Found found) { take(std::move(found)); });
}

void ComparePage::take(Found found) {
    for (const Error& error : found.errors) emit refused(show::error(error));
    m_differences = std::move(found.differences);
    m_outline = std::move(found.outline);
    refreshFilters();
    arrange();
}

void ComparePage::arrange() {
    m_shown.clear();
    for (std::size_t i = 0; i < m_differences.size(); ++i)
        if (!m_hidden.contains(m_differences[i].kind)) m_shown.push_back(i);
    m_list->setEmptyText(m_sides.size() < 2
                             ? tr("There is nothing to compare with yet: freeze a revision, name a version "
                                  "or begin a trial.")
                             : tr("Nothing differs."));
    m_list->refresh();
    m_summary->setText(
        m_differences.empty() ? QString() : show::countOf(qint64(m_differences.size()), "difference", "differences"));
}

void ComparePage::refreshFilters() {
    clearLayout(m_filters->layout());
    const auto counts = countsOf(m_differences);
    for (std::size_t kind = 0; kind < differenceKinds; ++kind) {
        if (counts[kind] == 0) continue;
        const auto which = static_cast<DifferenceKind>(kind);
        auto* chip = quietButton(QStringLiteral("%1 %2").arg(counts[kind]).arg(show::words(nameOf(which))),
                                 "compareKind", m_filters);
        chip->setCheckable(true);
        chip->setChecked(!m_hidden.contains(which));
        chip->setProperty("kind", int(kind));
        chip->setAccessibleName(tr("Show %1").arg(show::words(nameOf(which))));
        connect(chip, &QPushButton::toggled, this, [this, which](bool on) {
            if (on)
                m_hidden.erase(which);
            else
                m_hidden.insert(which);
            arrange();
        });
        m_filters->layout()->addWidget(chip);
    }
    static_cast<QHBoxLayout*>(m_filters->layout())->addStretch(1);
}

void ComparePage::exportTable() {
    const QString path = m_dialogs.fileToSave(this, tr("Save the differences"), tr("Differences.xlsx"),
                                              tr("Workbooks (*.xlsx);;Text tables (*.csv)"));
    if (path.isEmpty()) return;
    std::vector<Difference> rows;
    for (const std::size_t i : m_shown) rows.push_back(m_differences[i]);
    const Sheet sheet = differenceSheet(rows);
    const Outcome written = writeTable(sheet, path.toStdString());
    if (written.ok())
        emit said(tr("Saved to %1.").arg(path));
    else
        emit refused(tr("Not saved. %1").arg(show::error(written.error())));
}

void ComparePage::outline() {
    if (!m_outline) return emit refused(tr("Choose two moments to compare first."));
    m_state.setOutline(m_outline);
    emit outlineShown();
}

} // namespace yarrin
