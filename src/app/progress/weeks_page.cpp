// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/progress/weeks_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/contract/field_edit.h"
#include "app/progress/promise_panel.h"
#include "app/progress/weeks_board.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "core/base/text.h"
#include "core/model/words.h"
#include "core/weeks/look_ahead.h"
#include "edit/week_edits.h"
#include "edit/week_form.h"
#include "store/weeks_json.h"
#include "store/workbook.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace yarrin {

WeeksPage::WeeksPage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_dialogs(dialogs) {
    setObjectName(QStringLiteral("weeksPage"));
    buildLacks();
    buildFirms();
    m_pages = new QStackedWidget(this);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(buildLine());
    m_pages->addWidget(buildBoard());
    auto* lacks = new QWidget(this);
    auto* lines = new QVBoxLayout(lacks);
    lines->setContentsMargins(0, 0, 0, 0);
    lines->addWidget(m_lacks, 1);
    lines->addWidget(buildLists());
    m_pages->addWidget(lacks);
    m_pages->addWidget(m_firms);
    column->addWidget(m_pages, 1);
    setFocusProxy(m_board);
    connect(&document, &Document::changed, this, [this] {
        if (isVisible()) refresh();
    });
    connect(&document, &Document::replaced, this, [this] {
        m_chosen = false;
        m_board->untick();
    });
}

QWidget* WeeksPage::buildLine() {
    auto* head = new QWidget(this);
    auto* line = new QHBoxLayout(head);
    line->setContentsMargins(8, 0, 12, 4);
    line->setSpacing(4);
    m_tabs = new TabRow(
        {{tr("Board"), "weeksBoardTab"}, {tr("What is lacking"), "weeksLacks"}, {tr("Firms"), "weeksFirms"}}, head);
    auto* back = quietButton(QStringLiteral("◂"), "weeksBack", head);
    back->setAccessibleName(tr("The week before"));
    back->setToolTip(tr("The week before"));
    auto* ahead = quietButton(QStringLiteral("▸"), "weeksAhead", head);
    ahead->setAccessibleName(tr("The week after"));
    ahead->setToolTip(tr("The week after"));
    m_today = quietButton(tr("This week"), "weeksToday", head);
    m_words = new QLabel(head);
    m_words->setObjectName(QStringLiteral("weeksWords"));
    setInk(m_words, Ink::muted);
    m_ready = quietButton(tr("Tick what is ready"), "weeksTick", head);
    m_phones = quietButton(tr("Out and in"), "weeksPhones", head);
    m_phones->setToolTip(tr("Forms for the site, and these weeks as a calendar file for phones"));
    auto* who = new QMenu(m_phones);
    m_phones->setMenu(who);
    connect(who, &QMenu::aboutToShow, this, &WeeksPage::fillPhones);
    m_commit = new QPushButton(head);
    m_commit->setObjectName(QStringLiteral("weeksCommit"));
    line->addWidget(m_tabs);
    line->addSpacing(8);
    for (QPushButton* one : {back, m_today, ahead}) line->addWidget(one);
    line->addSpacing(8);
    line->addWidget(m_words, 1);
    line->addWidget(m_phones);
    line->addWidget(m_ready);
    line->addWidget(m_commit);
    m_tabs->setCurrent(0);
    connect(m_tabs, &TabRow::chosen, this, [this](int page) {
        m_tabs->setCurrent(page);
        m_pages->setCurrentIndex(page);
        present();
    });
    connect(back, &QPushButton::clicked, this, [this] { showWeek(m_week + -7); });
    connect(ahead, &QPushButton::clicked, this, [this] { showWeek(m_week + 7); });
    connect(m_today, &QPushButton::clicked, this, [this] {
        m_chosen = false;
        refresh();
    });
    connect(m_ready, &QPushButton::clicked, this, [this] { m_board->tickReady(); });
    connect(m_commit, &QPushButton::clicked, this, &WeeksPage::commit);
    return head;
}

QWidget* WeeksPage::buildBoard() {
    m_board = new WeeksBoard(this);
    m_panel = new PromisePanel(this);
    auto* split = new QSplitter(Qt::Horizontal, this);
    split->setObjectName(QStringLiteral("weeksSplitter"));
    split->addWidget(m_board);
    split->addWidget(m_panel);
    split->setSizes({920, 270});
    split->setStretchFactor(0, 1);
    split->setChildrenCollapsible(false);
    split->setHandleWidth(1);
    connect(m_board, &WeeksBoard::chosen, this, [this](ActivityId id) { m_state.select(id); });
    connect(m_board, &WeeksBoard::tickedChanged, this, &WeeksPage::present);
    connect(m_board, &WeeksBoard::keptWanted, this, &WeeksPage::setKept);
    connect(m_board, &WeeksBoard::promiseMenuWanted, this, &WeeksPage::showPromiseMenu);
    connect(m_board, &WeeksBoard::chipMenuWanted, this, &WeeksPage::showChipMenu);
    connect(m_board, &WeeksBoard::lackToggled, this, &WeeksPage::toggleLack);
    connect(m_panel, &PromisePanel::activityWanted, this, &WeeksPage::reveal);
    return split;
}

void WeeksPage::buildLacks() {
    const auto at = [this](std::size_t row) -> const Lack& { return m_document.programme().lacks[row]; };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, LackField field) -> ListColumn& {
        ListColumn& c = columns.emplace_back();
        c.name = QLatin1String(name);
        c.title = title;
        c.width = width;
        c.text = [this, at, field](std::size_t row) {
            const Lack& lack = at(row);
            if (field == LackField::wanted && lack.wanted) return show::date(*lack.wanted);
            if (field == LackField::readyOn && lack.readyOn) return show::date(*lack.readyOn);
            return show::text(lackText(m_document.programme(), lack, field));
        };
        c.commit = [field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setLackField(*tx, tx->programme().lacks[row].id, field, typed);
        };
        return c;
    };
    add("activity", tr("Activity"), 80, LackField::activity);
    add("kind", tr("Lacks"), 110, LackField::kind).choices = [this] {
        QStringList words;
        for (const std::string& word : wordsOf(m_document.programme(), WordList::lacking)) words << show::text(word);
        return words;
    };
    add("what", tr("What"), 260, LackField::what);
    add("owner", tr("Who sees to it"), 150, LackField::owner);
    add("wanted", tr("Wanted by"), 110, LackField::wanted);
    add("ready", tr("There since"), 110, LackField::readyOn);
    m_lacks = new ListPage(
        QStringLiteral("weekLacks"), tr("What work still lacks"),
        documentRows(
            m_document, [this] { return m_document.programme().lacks.size(); },
            [this, at](std::size_t row) {
                return tr("%1 lacks").arg(show::text(lackText(m_document.programme(), at(row), LackField::activity)));
            }),
        std::move(columns), this);
    m_lacks->stretch(QStringLiteral("what"));
    m_lacks->setEmptyText(
        tr("Nothing is said to be lacking. On the board the first letter of what is lacking (D drawings, A access, "
           "M materials, C crew, P permit, E earlier work) puts it on the chosen work, or takes it off."));
    m_lacks->letRemove(tr("Remove this"), [this, at](std::size_t row) {
        const LackId id = at(row).id;
        return m_document.perform(tr("Removed"), [id](Transaction& tx) { return removeLacks(tx, std::span(&id, 1)); });
    });
    connect(&m_lacks->table(), &GridView::refused, this, &WeeksPage::refused);
}

/// The job's own lists of words, as texts with semicolons between them.
QWidget* WeeksPage::buildLists() {
    auto* part = new QWidget(this);
    auto* line = new QHBoxLayout(part);
    line->setContentsMargins(16, 4, 16, 8);
    line->setSpacing(16);
    const auto add = [&](const char* name, const QString& label, WordList list) {
        auto* edit = new FieldEdit(
            QLatin1String(name), label, tr("words with semicolons between them"),
            [this, list] {
                QStringList words;
                for (const std::string& word : wordsOf(m_document.programme(), list)) words << show::text(word);
                return words.join(QStringLiteral("; "));
            },
            [this, list, label](const std::string& typed) {
                return m_document.perform(label,
                                          [&](Transaction& tx) { return setWords(tx, list, listed(typed, ';')); });
            },
            part);
        m_lists.push_back(edit);
        line->addWidget(edit, 1);
    };
    add("weekLackWords", tr("What work may lack, in order"), WordList::lacking);
    add("weekWhyNotWords", tr("Why promises are not kept, in order"), WordList::whyNot);
    return part;
}

void WeeksPage::buildFirms() {
    const auto at = [this](std::size_t row) -> const Firm& { return m_document.programme().firms[row]; };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, FirmField field) {
        ListColumn& c = columns.emplace_back();
        c.name = QLatin1String(name);
        c.title = title;
        c.width = width;
        c.text = [at, field](std::size_t row) { return show::text(firmText(at(row), field)); };
        c.commit = [field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setFirmField(*tx, tx->programme().firms[row].id, field, typed);
        };
    };
    add("name", tr("Firm, or own people"), 220, FirmField::name);
    add("contact", tr("Contact"), 260, FirmField::contact);
    add("trades", tr("Trades"), 260, FirmField::trades);
    m_firms = new ListPage(QStringLiteral("weekFirms"), tr("Firms and people"),
                           documentRows(
                               m_document, [this] { return m_document.programme().firms.size(); },
                               [at](std::size_t row) { return show::text(at(row).key); }),
                           std::move(columns), this);
    m_firms->stretch(QStringLiteral("trades"));
    m_firms->setEmptyText(
        tr("Who does the work: a firm has the trades that it does, with semicolons between them. Work that names "
           "somebody as responsible goes by that."));
    m_firms->offerFirst(tr("Add a firm"), {QStringLiteral("weekFirmAdd")});
    auto* addButton = quietButton(tr("+ Add"), "weekFirmAdd", m_firms);
    m_firms->line().addWidget(addButton);
    m_firms->letRemove(tr("Remove this firm"), [this, at](std::size_t row) {
        const FirmId id = at(row).id;
        return m_document.perform(tr("Firm removed"),
                                  [id](Transaction& tx) { return removeFirms(tx, std::span(&id, 1)); });
    });
    connect(addButton, &QPushButton::clicked, this, [this] {
        perform(tr("Firm added"), [](Transaction& tx) -> Outcome {
            const auto added = addFirm(tx, "");
            return added.ok() ? done() : Outcome(added.errors());
        });
        refresh();
        if (const std::size_t size = m_document.programme().firms.size(); size > 0)
            m_firms->editCell(size - 1, QStringLiteral("name"));
    });
    connect(&m_firms->table(), &GridView::refused, this, &WeeksPage::refused);
}

bool WeeksPage::perform(const QString& text, const std::function<Outcome(Transaction&)>& edit) {
    const Outcome outcome = m_document.perform(text, edit);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
    return outcome.ok();
}

int WeeksPage::weeks() const {
    return m_document.programme().job.weeksAhead.value_or(usualWeeksAhead);
}

void WeeksPage::showWeek(Date begins) {
    m_chosen = true;
    m_week = weekBegin(m_document.programme().job, begins);
    m_board->untick();
    refresh();
}

void WeeksPage::refresh() {
    const Programme& programme = m_document.programme();
    const Job& job = programme.job;
    const Date today = dateOf(job.dataDate.value_or(job.start));
    if (!m_chosen) m_week = weekBegin(job, today);
    if (!m_document.schedule().ok()) {
        m_board->clear(tr("There are no dates: the programme cannot be calculated."));
        m_panel->present(job, {}, {});
    } else {
        m_board->present(&programme, weekBoard(programme, m_document.schedule(), m_week, weeks()), today);
        std::vector<PromisePanel::Ready> ready;
        for (const Lack& lack : programme.lacks) {
            const Activity* activity = programme.activities.row(lack.activity);
            const auto wanted = wantedBy(programme, m_document.schedule(), lack);
            if (lack.readyOn || !activity || !wanted || activity->actualFinish) continue;
            ready.push_back({lack.activity, show::text(lack.kind).left(1).toUpper(),
                             show::text(activity->key + " " + (lack.what.empty() ? activity->name : lack.what)),
                             *wanted, *wanted < today});
        }
        std::sort(ready.begin(), ready.end(), [](const PromisePanel::Ready& a, const PromisePanel::Ready& b) {
            return std::tuple(a.wanted, a.words) < std::tuple(b.wanted, b.words);
        });
        constexpr int recent = 8;
        m_panel->present(job, promiseRecord(programme, m_week + -7, recent), std::move(ready));
    }
    m_lacks->refresh();
    m_firms->refresh();
    for (FieldEdit* one : m_lists) one->refresh();
    present();
}

void WeeksPage::present() {
    const bool board = m_pages->currentIndex() == 0;
    const WeekBoard& shown = m_board->board();
    m_words->setText(
        board ? tr("%1, %2 open").arg(show::countOf(shown.activities, "activity", "activities")).arg(shown.lacking)
              : QString());
    m_today->setEnabled(m_chosen);
    m_commit->setText(tr("Commit week %1").arg(weekNumber(m_document.programme().job, m_week)));
    m_commit->setVisible(board && !shown.now);
    m_commit->setEnabled(!m_board->ticked().empty());
    m_ready->setVisible(board && !shown.now);
}

void WeeksPage::commit() {
    const std::vector<ActivityId> promised(m_board->ticked().begin(), m_board->ticked().end());
    const std::string by = m_document.keeper().author(), now = m_document.keeper().now();
    const auto on = now.size() >= 10 ? parseDate(now.substr(0, 10)) : std::nullopt;
    const int number = weekNumber(m_document.programme().job, m_week);
    if (perform(tr("Week %1 committed").arg(number),
                [&](Transaction& tx) { return commitWeek(tx, m_document.schedule(), m_week, promised, by, on); }))
        m_board->untick();
}

void WeeksPage::fillPhones() {
    QMenu* menu = m_phones->menu();
    menu->clear();
    menu->addAction(tr("Form for the site, of what is to be closed…"), this, &WeeksPage::formOut);
    menu->addAction(tr("Form from the site…"), this, &WeeksPage::formIn);
    menu->addSection(tr("For phones"));
    menu->addAction(tr("All work"), this, [this] { saveForPhones({}); });
    const Programme& programme = m_document.programme();
    for (const Firm& firm : programme.firms)
        menu->addAction(show::text(firm.key), this, [this, key = firm.key] { saveForPhones(key); });
    if (const Code* code = tradeCodeOf(programme)) {
        menu->addSeparator();
        for (const CodeValue& value : code->values)
            menu->addAction(show::text(value.name), this, [this, name = value.name] { saveForPhones(name); });
    }
}

void WeeksPage::formOut() {
    const Date begins = m_week + -7;
    const Week* week = weekOf(m_document.programme(), begins);
    if (!week)
        return emit refused(tr("Week %1 was not committed: there is nothing to close")
                                .arg(weekNumber(m_document.programme().job, begins)));
    const QString path =
        m_dialogs.fileToSave(this, tr("Save the form for the site"),
                             QStringLiteral("week-%1.xlsx").arg(weekNumber(m_document.programme().job, begins)),
                             tr("Tables (*.xlsx *.csv)"));
    if (path.isEmpty()) return;
    if (const Outcome written = writeTable(weekForm(m_document.programme(), begins, {}), path.toStdString());
        !written.ok())
        emit refused(show::error(written.error()));
}

void WeeksPage::formIn() {
    const QString path =
        m_dialogs.fileToImport(this, tr("Read a form from the site"), tr("Tables (*.xlsx *.ods *.csv);;All files (*)"));
    if (path.isEmpty()) return;
    const auto book = readWorkbook(path.toStdString());
    if (!book.ok()) return emit refused(show::error(book.error()));
    if (book->sheets.empty()) return emit refused(tr("The table is empty"));
    perform(tr("Form of week %1 entered").arg(weekNumber(m_document.programme().job, m_week + -7)),
            [&](Transaction& tx) -> Outcome {
                const auto entered = applyWeekForm(tx, m_week + -7, book->sheets.front());
                return entered.ok() ? done() : Outcome(entered.errors());
            });
}

void WeeksPage::saveForPhones(const std::string& of) {
    const Programme& programme = m_document.programme();
    const Schedule& dates = m_document.schedule();
    if (!dates.ok()) return emit refused(tr("There are no dates: the programme cannot be calculated"));
    const auto entries = weekDays(programme, dates, weeksAhead(programme, dates, m_week, weeks()), m_week, of);
    if (entries.empty()) return emit refused(tr("Nothing is to be done in these weeks by %1").arg(show::text(of)));
    const QString path = m_dialogs.fileToSave(this, tr("Save these weeks for phones"), QStringLiteral("weeks.ics"),
                                              tr("Calendar files (*.ics)"));
    if (path.isEmpty()) return;
    const Date stamp = dateOf(programme.job.dataDate.value_or(programme.job.start));
    if (const Outcome written = writeDays(entries, path.toStdString(), stamp); !written.ok())
        emit refused(show::error(written.error()));
}

void WeeksPage::setKept(std::size_t index, const QString& word) {
    const Date begins = m_week + -7;
    const Week* week = weekOf(m_document.programme(), begins);
    if (!week || index >= week->promises.size()) return;
    const QString key = show::text(week->promises[index].key);
    const QString text = word == QLatin1String("kept")   ? tr("%1 kept")
                         : word == QLatin1String("open") ? tr("%1 not answered")
                                                         : tr("%1 not kept");
    perform(text.arg(key), [&](Transaction& tx) {
        return setPromiseField(tx, begins, index, PromiseField::kept, word.toStdString());
    });
}

void WeeksPage::showPromiseMenu(std::size_t index, const QPoint& at) {
    const Date begins = m_week + -7;
    const Week* week = weekOf(m_document.programme(), begins);
    if (!week || index >= week->promises.size()) return;
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->addAction(tr("Kept\tK"), this, [this, index] { setKept(index, QStringLiteral("kept")); });
    auto* why = menu->addMenu(tr("Not kept, because of"));
    for (const std::string& reason : wordsOf(m_document.programme(), WordList::whyNot))
        why->addAction(show::text(reason), this, [this, index, reason, begins] {
            perform(tr("Not kept: %1").arg(show::text(reason)), [&](Transaction& tx) -> Outcome {
                if (Outcome set = setPromiseField(tx, begins, index, PromiseField::kept, "not_kept"); !set.ok())
                    return set;
                return setPromiseField(tx, begins, index, PromiseField::reason, reason);
            });
        });
    menu->addAction(tr("Kept in part"), this, [this, index] { setKept(index, QStringLiteral("in_part")); });
    menu->addAction(tr("Withdrawn"), this, [this, index] { setKept(index, QStringLiteral("withdrawn")); });
    menu->addAction(tr("Not answered yet"), this, [this, index] { setKept(index, QStringLiteral("open")); });
    menu->addSeparator();
    menu->addAction(tr("Enter it into the update"), this, [this, index, begins] {
        perform(tr("Promise entered into the update"),
                [&](Transaction& tx) { return enterPromise(tx, m_document.schedule(), begins, index); });
    });
    menu->popup(at);
}

void WeeksPage::showChipMenu(ActivityId id, const QPoint& at) {
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const auto lacking = lackingOn(m_document.programme(), id);
    for (const std::string& kind : wordsOf(m_document.programme(), WordList::lacking)) {
        QAction* one = menu->addAction(tr("Lacks %1").arg(show::text(kind)), this,
                                       [this, id, kind] { toggleLack(id, show::text(kind)); });
        one->setCheckable(true);
        one->setChecked(
            std::any_of(lacking.begin(), lacking.end(), [&](const Lack& lack) { return lack.kind == kind; }));
    }
    menu->addSeparator();
    if (m_board->board().now)
        menu->addAction(tr("Promise it, too, later than the rest"), this, [this, id] {
            perform(tr("Promised later"),
                    [&](Transaction& tx) { return promiseLater(tx, m_document.schedule(), m_week, id); });
        });
    menu->addAction(tr("Show it in the programme"), this, [this, id] { emit reveal(id); });
    menu->popup(at);
}

/// Lacking, it is there from the data date on; else it is lacking.
void WeeksPage::toggleLack(ActivityId id, const QString& kind) {
    const Programme& programme = m_document.programme();
    const std::string word = kind.toStdString();
    std::vector<LackId> open;
    for (const Lack& lack : lackingOn(programme, id))
        if (lack.kind == word) open.push_back(lack.id);
    const QString key = show::text(programme.activities.row(id)->key);
    const std::string today = isoDate(dateOf(programme.job.dataDate.value_or(programme.job.start)));
    perform(open.empty() ? tr("%1 lacks %2").arg(key, kind) : tr("%1 has %2").arg(key, kind),
            [&](Transaction& tx) -> Outcome {
                for (const LackId lack : open)
                    if (Outcome set = setLackField(tx, lack, LackField::readyOn, today); !set.ok()) return set;
                if (!open.empty()) return done();
                const auto added = addLack(tx, id, word);
                return added.ok() ? done() : Outcome(added.errors());
            });
}

} // namespace yarrin
