// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/buildup/import_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/activity_columns.h"

#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QFileInfo>
#include <QHeaderView>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QSettings>
#include <QTableWidget>
#include <QTimer>
#include <QVBoxLayout>

namespace yarrin {

namespace {

constexpr int mostShown = 200; ///< of the table as it came
constexpr int shownFaults = 200, mostChanges = 200;

} // namespace

ImportPage::ImportPage(Document& document, QSettings& settings, QWidget* parent)
    : QWidget(parent), m_document(document), m_settings(settings), m_stop(std::make_shared<std::atomic<bool>>(false)),
      m_done(std::make_shared<std::atomic<int>>(0)), m_title(new QLabel(this)), m_note(new QLabel(this)),
      m_result(new QLabel(this)), m_faults(new QLabel), m_sheets(new QComboBox(this)), m_calendars(new QComboBox(this)),
      m_table(new QTableWidget(this)), m_progress(new QProgressBar(this)),
      m_stopButton(new QPushButton(tr("Stop"), this)), m_takeOver(new QPushButton(this)),
      m_cancel(new QPushButton(tr("Leave it"), this)) {
    setObjectName(QStringLiteral("importPage"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 10, 0, 0);
    layout->setSpacing(6);
    buildHead();
    m_table->setObjectName(QStringLiteral("importTable"));
    m_table->setAccessibleName(tr("The table as it came; the boxes in its first row say what each column holds"));
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setSelectionMode(QAbstractItemView::NoSelection);
    m_table->verticalHeader()->setDefaultSectionSize(24);
    m_table->setShowGrid(false);
    m_table->setFrameShape(QFrame::NoFrame);
    layout->addWidget(m_table, 3);
    auto* foot = new QWidget(this);
    foot->setObjectName(QStringLiteral("importFoot"));
    foot->setAttribute(Qt::WA_StyledBackground);
    auto* footLayout = new QVBoxLayout(foot);
    footLayout->setContentsMargins(14, 8, 12, 10);
    m_result->setObjectName(QStringLiteral("importResult"));
    m_result->setWordWrap(true);
    footLayout->addWidget(m_result);
    m_faults->setObjectName(QStringLiteral("importFaults"));
    m_faults->setWordWrap(true);
    m_faults->setAlignment(Qt::AlignTop);
    m_faults->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto* scroll = new QScrollArea(foot);
    scroll->setWidgetResizable(true);
    scroll->setWidget(m_faults);
    scroll->setMinimumHeight(96);
    footLayout->addWidget(scroll, 1);
    auto* buttons = new QHBoxLayout;
    m_progress->setTextVisible(false);
    m_progress->setFixedHeight(8);
    buttons->addWidget(m_progress, 1);
    buttons->addWidget(m_stopButton);
    buttons->addStretch(1);
    buttons->addWidget(m_cancel);
    buttons->addWidget(m_takeOver);
    footLayout->addLayout(buttons);
    layout->addWidget(foot, 1);
    m_stopButton->setObjectName(QStringLiteral("importStop"));
    m_takeOver->setObjectName(QStringLiteral("importTakeOver"));
    m_cancel->setObjectName(QStringLiteral("importCancel"));
    connect(m_stopButton, &QPushButton::clicked, this, [this] { m_stop->store(true); });
    connect(m_cancel, &QPushButton::clicked, this, [this] {
        m_stop->store(true);
        emit finished(false);
    });
    connect(m_takeOver, &QPushButton::clicked, this, &ImportPage::takeOver);
    connect(&m_watcher, &QFutureWatcherBase::finished, this, [this] { take(m_watcher.result()); });
    // An edit or an undo meanwhile makes what was read old.
    connect(&m_document, &Document::changed, this, [this] {
        if (isVisible() && m_book && !m_busy && !m_taking) readAgain();
    });
    auto* ticks = new QTimer(this);
    ticks->setInterval(60);
    connect(ticks, &QTimer::timeout, this, [this] { m_progress->setValue(m_done->load()); });
    ticks->start();
    setBusy(false);
}

void ImportPage::buildHead() {
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 0, 12, 0);
    m_title->setFont(headingFont());
    m_note->setProperty("quiet", true);
    m_note->setWordWrap(true);
    m_sheets->setObjectName(QStringLiteral("importSheet"));
    m_sheets->setAccessibleName(tr("Sheet of the workbook"));
    m_calendars->setObjectName(QStringLiteral("importCalendar"));
    m_calendars->setAccessibleName(tr("Calendar of the activities"));
    head->addWidget(m_title);
    head->addWidget(m_note, 1);
    head->addWidget(m_sheets);
    head->addWidget(m_calendars);
    static_cast<QVBoxLayout*>(layout())->addLayout(head);
    connect(m_sheets, &QComboBox::activated, this, [this](int index) {
        m_sheet = std::size_t(index);
        m_map = guessColumns(sheet(), fields(), remembered());
        readAgain();
    });
    connect(m_calendars, &QComboBox::activated, this, &ImportPage::readAgain);
}

const std::vector<TableField>& ImportPage::fields() const {
    return m_what == What::bill ? billFields() : scheduleFields();
}

const Sheet& ImportPage::sheet() const {
    static const Sheet none;
    return m_book && m_sheet < m_book->sheets.size() ? m_book->sheets[m_sheet] : none;
}

RememberedHeadings ImportPage::remembered() const {
    RememberedHeadings headings;
    const QVariantMap kept =
        m_settings.value(m_what == What::bill ? QStringLiteral("headings/bill") : QStringLiteral("headings/schedule"))
            .toMap();
    for (auto it = kept.begin(); it != kept.end(); ++it)
        headings[it.key().toStdString()] = it.value().toString().toStdString();
    return headings;
}

CalendarId ImportPage::calendar() const {
    const auto chosen = calendarNamed(m_document.programme(), m_calendars->currentText().toStdString());
    return chosen.ok() && *chosen ? *chosen : m_document.programme().job.defaultCalendar;
}

void ImportPage::begin(What what, const QString& path) {
    m_what = what;
    m_path = path;
    m_book.reset();
    m_bill = {};
    m_schedule = {};
    m_title->setText(what == What::bill ? tr("Import a bill") : tr("Import a schedule"));
    m_note->setText(path.isEmpty() ? tr("from the clipboard") : QFileInfo(path).fileName());
    m_calendars->setVisible(what == What::schedule);
    m_calendars->clear();
    m_calendars->addItems(calendarChoices(m_document.programme()));
    m_calendars->setCurrentText(calendarName(m_document.programme(), m_document.programme().job.defaultCalendar));
    m_table->clear();
    m_table->setRowCount(0);
    m_table->setColumnCount(0);
    m_result->setText(tr("Reading…"));
    m_faults->clear();
    load();
}

void ImportPage::load() {
    m_stop = std::make_shared<std::atomic<bool>>(false);
    if (m_path.isEmpty()) {
        Read read;
        Workbook book;
        book.sheets.push_back(sheetFromClipboard(QApplication::clipboard()->text().toStdString()));
        if (book.sheets[0].rows.empty())
            read.fault = tr("The clipboard holds no table.");
        else
            read.book = std::make_shared<const Workbook>(std::move(book));
        return take(std::move(read));
    }
    run([path = m_path.toStdString(), stop = m_stop] {
        Read read;
        auto book = readWorkbook(path, stop.get());
        if (book.ok())
            read.book = std::make_shared<const Workbook>(std::move(*book));
        else
            read.fault = show::error(book.error());
        return read;
    });
}

/// Runs beside the window; what it works on is its own.
void ImportPage::run(std::function<Read()> work) {
    m_done->store(0);
    setBusy(true);
    if (!m_book) m_progress->setRange(0, 0); // how long a workbook takes is not known before it is read
    auto promise = std::make_shared<QPromise<Read>>();
    m_watcher.setFuture(promise->future());
    promise->start();
    QThreadPool::globalInstance()->start([promise, work = std::move(work)] {
        promise->addResult(work());
        promise->finish();
    });
}

void ImportPage::readAgain() {
    if (!m_book) return;
    m_stop = std::make_shared<std::atomic<bool>>(false);
    auto programme = std::make_shared<const Programme>(m_document.programme());
    run([programme, book = m_book, at = m_sheet, map = m_map, what = m_what, on = calendar(), stop = m_stop,
         count = m_done]() mutable {
        Read read;
        read.book = book;
        const auto progress = [&](std::size_t rows, std::size_t of) {
            count->store(int(rows * 1000 / std::max<std::size_t>(1, of)));
            return !stop->load();
        };
        if (what == What::bill)
            read.bill = readBill(*programme, book->sheets[at], map, progress);
        else
            read.schedule = readSchedule(*programme, book->sheets[at], map, on, progress);
        return read;
    });
}

void ImportPage::take(Read read) {
    setBusy(false);
    // Stop may be pressed when all is read and only waits to be shown; who pressed it is taken at their word.
    if (m_stop->load()) {
        read.bill.stopped = read.schedule.stopped = true;
        if (!m_book && read.fault.isEmpty()) read.fault = tr("Reading was stopped.");
    }
    if (!read.fault.isEmpty()) {
        m_result->setText(read.fault);
        setInk(m_result, Ink::critical);
        m_takeOver->setEnabled(false);
        return;
    }
    setInk(m_result, Ink::plain);
    if (!m_book) {
        m_book = read.book;
        m_sheet = 0;
        m_sheets->clear();
        for (const Sheet& one : m_book->sheets) m_sheets->addItem(show::text(one.name));
        m_sheets->setVisible(m_book->sheets.size() > 1);
        m_map = guessColumns(sheet(), fields(), remembered());
        return readAgain();
    }
    m_bill = std::move(read.bill);
    m_schedule = std::move(read.schedule);
    showSheet();
    showResult();
}

/// The table as it came, with a box over each column that says what it holds.
void ImportPage::showSheet() {
    const Sheet& from = sheet();
    const int columns = int(std::min<std::size_t>(from.columns(), 60));
    const int rows = std::min(int(from.rows.size()), mostShown);
    const auto& faults = m_what == What::bill ? m_bill.faults : m_schedule.faults;
    std::set<std::size_t> bad;
    for (const RowFault& fault : faults) bad.insert(fault.row);
    m_table->clear();
    m_table->setColumnCount(columns);
    m_table->setRowCount(rows + 1);
    m_table->horizontalHeader()->hide();
    QStringList numbers{QString()};
    for (int row = 0; row < rows; ++row) numbers << QString::number(row + 1);
    m_table->setVerticalHeaderLabels(numbers);
    for (int column = 0; column < columns; ++column) {
        auto* box = new QComboBox(m_table);
        box->setObjectName(QStringLiteral("importColumn%1").arg(column));
        box->setAccessibleName(tr("What column %1 holds").arg(column + 1));
        box->addItem(tr("leave out"));
        for (const TableField& field : fields()) box->addItem(show::words(field.title));
        for (std::size_t f = 0; f < fields().size(); ++f)
            if (m_map.columns[f] == std::size_t(column)) box->setCurrentIndex(int(f) + 1);
        m_table->setCellWidget(0, column, box);
        connect(box, &QComboBox::activated, this, [this, column](int chosen) {
            for (auto& at : m_map.columns)
                if (at == std::size_t(column)) at.reset();
            if (chosen > 0) m_map.columns[std::size_t(chosen - 1)] = std::size_t(column);
            m_handAt = column;
            readAgain();
        });
        for (int row = 0; row < rows; ++row) {
            const SheetCell& cell = from.at(std::size_t(row), std::size_t(column));
            auto* item = new QTableWidgetItem(show::text(cell.text));
            if (cell.number) item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
            const bool below = std::size_t(row) > m_map.headingRow;
            item->setForeground(bad.contains(std::size_t(row) + 1) ? theme().criticalText
                                : below                            ? theme().ink
                                                                   : theme().muted);
            if (std::size_t(row) == m_map.headingRow) item->setFont(boldened(bodyFont()));
            m_table->setItem(row + 1, column, item);
        }
    }
    m_table->resizeColumnsToContents();
    for (int column = 0; column < columns; ++column)
        m_table->setColumnWidth(column, std::clamp(m_table->columnWidth(column), 110, 300));
    // The hand stays on the column that it chose for.
    if (const auto at = std::exchange(m_handAt, {}); at && *at < columns) m_table->cellWidget(0, *at)->setFocus();
    m_table->setRowHeight(0, 30);
}

void ImportPage::showResult() {
    QStringList parts;
    const auto count = [&](std::size_t number, const char* one, const char* many) {
        if (number > 0) parts << show::countOf(qint64(number), one, many);
    };
    if (m_what == What::bill) {
        count(m_bill.added, "new item", "new items");
        count(m_bill.changed, "item changed", "items changed");
        count(m_bill.same, "item as it was", "items as they were");
        count(m_bill.newGroups.size(), "new group", "new groups");
        count(m_bill.newLocations.size(), "new location", "new locations");
        if (m_bill.decimalComma) parts << tr("figures with a decimal comma");
    } else {
        count(m_schedule.changed, "activity changed", "activities changed");
        count(m_schedule.same, "activity as it was", "activities as they were");
        count(m_schedule.tasks, "task", "tasks");
        count(m_schedule.milestones, "milestone", "milestones");
        count(m_schedule.groups, "row that others lie in", "rows that others lie in");
        count(m_schedule.begun, "activity begun", "activities begun");
        count(m_schedule.newResources.size(), "new resource", "new resources");
        count(m_schedule.links, "link", "links");
        if (m_schedule.fromDates > 0)
            parts << tr("%1 worked out from dates on %2")
                         .arg(show::countOf(qint64(m_schedule.fromDates), "duration", "durations"),
                              m_calendars->currentText());
        if (m_schedule.datesLeft > 0)
            parts << tr("dates of %1 left out, because dates are computed")
                         .arg(show::countOf(qint64(m_schedule.datesLeft), "row", "rows"));
        if (m_schedule.links > 0 && m_schedule.byRowNumbers) parts << tr("predecessors read as row numbers");
    }
    const auto& faults = m_what == What::bill ? m_bill.faults : m_schedule.faults;
    const bool stopped = m_what == What::bill ? m_bill.stopped : m_schedule.stopped;
    const std::size_t rows = m_what == What::bill ? m_bill.rows.size() : m_schedule.rows.size();
    QString text = rows == 0 ? tr("Nothing can be taken over yet.") : tr("Will come: %1.").arg(parts.join(tr(", ")));
    if (!faults.empty())
        text += QLatin1Char(' ') +
                tr("%1 not read, or not wholly:").arg(show::countOf(qint64(faults.size()), "row is", "rows are"));
    if (stopped) text = tr("Stopped. Choose a column to read again, or leave it.");
    if (m_book && !m_book->note.empty()) text += QLatin1Char(' ') + show::text(m_book->note);
    m_result->setText(text);
    showLines(faults);
    m_takeOver->setEnabled(rows > 0 && !stopped);
    m_takeOver->setText(faults.empty()
                            ? tr("Take over %1").arg(show::countOf(qint64(rows), "row", "rows"))
                            : tr("Take over the %1 that read").arg(show::countOf(qint64(rows), "row", "rows")));
}

/// What changes of what is there, and what is wrong, a line each.
void ImportPage::showLines(const std::vector<RowFault>& faults) {
    QStringList lines;
    // What changes stands first: it is what one reads before taking a table over again.
    if (m_what == What::schedule)
        for (const Difference& one : m_schedule.changes) {
            if (lines.size() == mostChanges) {
                lines << tr("and %1 more changes").arg(m_schedule.changes.size() - mostChanges);
                break;
            }
            const QString who = show::text(one.key + " " + one.name), what = show::text(one.what);
            lines << (one.before.empty() ? tr("%1: %2 %3").arg(who, what, show::text(one.after))
                      : one.after.empty()
                          ? tr("%1: %2 %3").arg(who, what, show::text(one.before))
                          : tr("%1: %2 %3 → %4").arg(who, what, show::text(one.before), show::text(one.after)));
        }
    for (const RowFault& fault : faults) {
        if (lines.size() >= mostChanges + shownFaults) {
            lines << tr("and %1 more").arg(faults.size() - std::size_t(&fault - faults.data()));
            break;
        }
        lines << tr("Row %1: %2").arg(fault.row).arg(show::text(fault.reason));
    }
    m_faults->setText(lines.join(QLatin1Char('\n')));
}

void ImportPage::takeOver() {
    RememberedHeadings headings = remembered();
    remember(headings, sheet(), fields(), m_map);
    QVariantMap kept;
    for (const auto& [heading, field] : headings) kept[show::text(heading)] = show::text(field);
    m_settings.setValue(m_what == What::bill ? QStringLiteral("headings/bill") : QStringLiteral("headings/schedule"),
                        kept);
    const QString from = m_path.isEmpty() ? tr("the clipboard") : QFileInfo(m_path).fileName();
    const CalendarId on = calendar();
    m_taking = true;
    const Outcome outcome =
        m_what == What::bill
            ? m_document.performLong(
                  tr("Taking over %1").arg(from),
                  tr("Bill imported from %1: %2").arg(from, show::countOf(qint64(m_bill.rows.size()), "item", "items")),
                  [this](Transaction& tx) { return importBill(tx, m_bill); })
            : m_document.performLong(
                  tr("Taking over %1").arg(from),
                  tr("Schedule imported from %1: %2")
                      .arg(from, show::countOf(qint64(m_schedule.rows.size()), "activity", "activities")),
                  [this, on](Transaction& tx) { return importSchedule(tx, m_schedule, on); });
    m_taking = false;
    if (outcome.ok()) {
        m_book.reset();
        emit finished(true);
        return;
    }
    m_result->setText(show::error(outcome.error()));
    setInk(m_result, Ink::critical);
}

void ImportPage::setBusy(bool busy) {
    m_busy = busy;
    m_progress->setVisible(busy);
    m_progress->setRange(0, 1000);
    m_stopButton->setVisible(busy);
    m_takeOver->setEnabled(!busy);
    m_table->setEnabled(!busy);
}

} // namespace yarrin
