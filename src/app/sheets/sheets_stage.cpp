// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheets/sheets_stage.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/reports/facts.h"
#include "app/reports/report_sheet.h"
#include "app/reports/sheet_maker.h"
#include "app/reports/table_out.h"
#include "app/sheets/sheet_preview.h"
#include "app/sheets/sheet_settings.h"
#include "app/table/inline_message.h"
#include "app/window/dialogs.h"
#include "core/base/worded.h"
#include "core/time/typed_date.h"

#include <QApplication>
#include <QClipboard>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QMimeData>
#include <QPainter>
#include <QPrinter>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace yarrin {

namespace {

constexpr int whatRole = Qt::UserRole, uprightRole = Qt::UserRole + 1, sentRole = Qt::UserRole + 2,
              staleRole = Qt::UserRole + 3;

/// A sheet in the list: the paper as it lies, the name, and what it is.
class SheetPainter : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {200, scaled(70)};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        paintRowGround(*painter, option);
        const QRect row = option.rect;
        const bool upright = index.data(uprightRole).toBool();
        const QSize paper = upright ? QSize(20, 28) : QSize(28, 20);
        const QRect icon(QPoint(row.left() + 30 - paper.width() / 2, row.center().y() - paper.height() / 2), paper);
        painter->setPen(QPen(option.state & QStyle::State_Selected ? theme().accent : theme().muted, 1.2));
        painter->setBrush(theme().field);
        painter->drawRect(icon);
        const QRect words = row.adjusted(54, 8, -10, -8);
        const auto line = [&](int number, const QFont& font, const QColor& ink, int role) {
            const int tall = words.height() / 3;
            paintWords(*painter, QRect(words.left(), words.top() + number * tall, words.width(), tall),
                       Qt::AlignLeft | Qt::AlignVCenter, font, ink, index.data(role).toString());
        };
        line(0, boldened(bodyFont()), theme().ink, Qt::DisplayRole);
        line(1, secondaryFont(), theme().muted, whatRole);
        // Where the job has gone on since, the paper on the wall is older than it.
        line(2, secondaryFont(), index.data(staleRole).toBool() ? theme().nearText : theme().muted, sentRole);
    }
};

QString whatOf(const KeptSheet& sheet) {
    return QStringLiteral("%1 · %2 %3")
        .arg(nameOf(sheet.view), show::text(sheet.paper),
             sheet.upright ? SheetsStage::tr("upright") : SheetsStage::tr("landscape"));
}

/// When it went out last, and as what.
QString sentText(const KeptSheet& sheet) {
    if (!sheet.sentOn) return SheetsStage::tr("has not gone out yet");
    const QString day = show::date(*sheet.sentOn);
    return sheet.sentAs.empty() ? SheetsStage::tr("out %1, no revision").arg(day)
                                : SheetsStage::tr("out %1 as revision %2").arg(day, show::text(sheet.sentAs));
}

} // namespace

SheetsStage::SheetsStage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent)
    : Stage(parent), m_document(document), m_state(state), m_dialogs(dialogs), m_notice(new NoticeBar(this)),
      m_making(this) {
    setObjectName(QStringLiteral("sheetsStage"));
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(0);
    line->addWidget(buildList());
    line->addWidget(buildMiddle(), 1);
    line->addWidget(buildSettings());
    const auto stale = [this] {
        m_stale = true;
        if (isVisible()) refresh();
    };
    connect(&document, &Document::changed, this, stale);
    connect(&state, &ViewState::outlineChanged, this, stale);
    connect(&document, &Document::changed, m_notice, &NoticeBar::dismiss);
    connect(&document, &Document::replaced, this, [this] { m_chosen = {}; });
    refresh();
}

QWidget* SheetsStage::buildList() {
    auto* left = new QWidget(this);
    keepWidth(left, 250);
    auto* column = new QVBoxLayout(left);
    column->setContentsMargins(0, 0, 0, 8);
    column->setSpacing(4);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 8, 8, 2);
    auto* title = new QLabel(tr("Sheets"), left);
    title->setFont(headingFont());
    auto* add = quietButton(tr("+ New sheet"), "addSheet", left);
    head->addWidget(title, 1);
    head->addWidget(add);
    connect(add, &QPushButton::clicked, this, &SheetsStage::add);
    m_list = new QListWidget(left);
    m_list->setObjectName(QStringLiteral("sheetList"));
    m_list->setAccessibleName(tr("Sheets of the job"));
    m_list->setItemDelegate(new SheetPainter(m_list));
    m_list->setFrameShape(QFrame::NoFrame);
    m_list->setProperty("ground", "paper");
    m_list->setContextMenuPolicy(Qt::CustomContextMenu);
    m_list->installEventFilter(this);
    connect(m_list, &QWidget::customContextMenuRequested, this, &SheetsStage::showMenu);
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
        if (!m_filling && row >= 0 && row < int(m_ids.size())) choose(m_ids[std::size_t(row)]);
    });
    connect(&lookChanges(), &LookChanges::changed, this, [this] { m_list->viewport()->update(); });
    m_all = quietButton(tr("Save all…"), "saveAllSheets", left);
    connect(m_all, &QPushButton::clicked, this, &SheetsStage::saveAll);
    column->addLayout(head);
    column->addWidget(m_list, 1);
    column->addWidget(m_all);
    return left;
}

QWidget* SheetsStage::buildMiddle() {
    auto* middle = new QWidget(this);
    auto* column = new QVBoxLayout(middle);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* head = new QWidget(middle);
    auto* line = new QHBoxLayout(head);
    line->setContentsMargins(10, 5, 10, 5);
    line->setSpacing(4);
    m_back = quietButton(QStringLiteral("‹"), "sheetBack", head);
    m_back->setAccessibleName(tr("Page before"));
    m_page = new QLabel(head);
    m_page->setObjectName(QStringLiteral("sheetPage"));
    m_page->setFont(boldened(bodyFont()));
    m_on = quietButton(QStringLiteral("›"), "sheetOn", head);
    m_on->setAccessibleName(tr("Next page"));
    line->addWidget(m_back);
    line->addWidget(m_page);
    line->addWidget(m_on);
    line->addSpacing(14);
    m_preview = new SheetPreview(middle);
    const std::array<std::pair<QString, const char*>, 3> sizes{std::pair(tr("Whole page"), "sheetWhole"),
                                                               std::pair(tr("Width"), "sheetWidth"),
                                                               std::pair(tr("True size"), "sheetReal")};
    for (std::size_t i = 0; i < sizes.size(); ++i) {
        QPushButton* one = quietButton(sizes[i].first, sizes[i].second, head);
        one->setCheckable(true);
        line->addWidget(one);
        m_sizes.push_back(one);
        connect(one, &QPushButton::clicked, this, [this, i] {
            m_preview->setSize(SheetPreview::Size(i));
            presentPage();
        });
    }
    line->addStretch(1);
    connect(m_back, &QPushButton::clicked, this, [this] { m_preview->setPage(m_preview->page() - 1); });
    connect(m_on, &QPushButton::clicked, this, [this] { m_preview->setPage(m_preview->page() + 1); });
    connect(m_preview, &SheetPreview::changed, this, &SheetsStage::presentPage);
    connect(m_preview, &SheetPreview::rowBreakMoved, this, [this](ActivityId from, ActivityId to) {
        const SheetId id = m_chosen;
        perform(tr("Page of %1 breaks elsewhere").arg(show::text(sheet()->key)),
                [=](Transaction& tx) { return moveRowBreak(tx, id, from, to); });
    });
    connect(m_preview, &SheetPreview::timeBreaksMoved, this, [this](const std::vector<Date>& days) {
        const SheetId id = m_chosen;
        perform(tr("Pages of %1 break elsewhere").arg(show::text(sheet()->key)),
                [=](Transaction& tx) { return setTimeBreaks(tx, id, days); });
    });
    column->addWidget(head);
    column->addWidget(m_preview, 1);
    return middle;
}

QWidget* SheetsStage::buildSettings() {
    auto* side = new QWidget(this);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 8);
    column->setSpacing(2);
    m_settings = new SheetSettings(m_document, m_dialogs, side);
    connect(m_settings, &SheetSettings::refused, m_notice, &NoticeBar::say);
    QLabel& smallest = m_settings->smallest();
    smallest.setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    connect(&smallest, &QLabel::linkActivated, this, &SheetsStage::remedy);
    column->addWidget(m_settings, 1);
    // Always in sight, however long what can be set is.
    auto* page = side;
    const auto line = [&](std::initializer_list<QPushButton*> buttons) {
        auto* row = new QHBoxLayout;
        for (QPushButton* one : buttons) row->addWidget(one);
        row->addStretch(1);
        row->setContentsMargins(10, 4, 10, 0);
        column->addLayout(row);
    };
    m_saves = {quietButton(tr("Save PDF…"), "sheetPdf", page), quietButton(tr("Save picture…"), "sheetPicture", page),
               quietButton(tr("Print…"), "sheetPrint", page)};
    m_others = {quietButton(tr("Workbook…"), "sheetWorkbook", page),
                quietButton(tr("Markdown…"), "sheetMarkdown", page)};
    line({m_saves[0], m_saves[1]});
    line({m_saves[2], m_others[0], m_others[1]});
    connect(m_saves[0], &QPushButton::clicked, this, [this] { save(tr("PDF (*.pdf)"), QStringLiteral(".pdf")); });
    connect(m_saves[1], &QPushButton::clicked, this,
            [this] { save(tr("SVG (*.svg);;Picture (*.png)"), QStringLiteral(".svg")); });
    connect(m_saves[2], &QPushButton::clicked, this, &SheetsStage::print);
    connect(m_others[0], &QPushButton::clicked, this,
            [this] { save(tr("Workbook (*.xlsx);;Text table (*.csv)"), QStringLiteral(".xlsx")); });
    connect(m_others[1], &QPushButton::clicked, this, [this] { save(tr("Markdown (*.md)"), QStringLiteral(".md")); });
    return side;
}

const KeptSheet* SheetsStage::sheet() const {
    return m_document.programme().sheets.row(m_chosen);
}

void SheetsStage::refresh() {
    m_stale = false;
    const auto& sheets = m_document.programme().sheets;
    if (!sheets.row(m_chosen)) m_chosen = sheets.empty() ? SheetId{} : sheets[0].id;
    presentList();
    presentSheet();
}

void SheetsStage::presentList() {
    m_filling = true;
    m_list->clear();
    m_ids.clear();
    for (const KeptSheet& one : m_document.programme().sheets) {
        auto* item = new QListWidgetItem(show::text(one.key), m_list);
        item->setData(whatRole, whatOf(one));
        item->setData(uprightRole, one.upright);
        const auto& dataDate = m_document.programme().job.dataDate;
        const bool stale = one.sentOn && dataDate && (!one.sentUpTo || *one.sentUpTo < dateOf(*dataDate));
        item->setData(sentRole, stale ? tr("%1, older than the job").arg(sentText(one)) : sentText(one));
        item->setData(staleRole, stale);
        item->setData(Qt::AccessibleTextRole, show::text(one.key) + QStringLiteral(", ") + whatOf(one) +
                                                  QStringLiteral(", ") + item->data(sentRole).toString());
        m_ids.push_back(one.id);
        if (one.id == m_chosen) m_list->setCurrentItem(item);
    }
    m_all->setVisible(m_ids.size() > 1);
    m_filling = false;
}

void SheetsStage::presentSheet() {
    const KeptSheet* one = sheet();
    m_settings->present(m_chosen);
    m_shown = nullptr;
    if (!one) {
        m_making.stop();
        m_preview->present(nullptr, {},
                           tr("Sheets of paper go here: what site, client and adjudicator will read. "
                              "“New sheet” makes the first."));
        return presentPage();
    }
    using Made = Result<std::shared_ptr<const PaperSheet>>;
    m_making.start(
        m_document.patience(),
        [make = makerOf(m_document, m_state, *one)](WorkWatch& watch) { return std::make_shared<Made>(make(watch)); },
        [this, paper = SheetPaper(*one)](const std::shared_ptr<Made>& made) {
            m_shown = made->ok() ? **made : nullptr;
            m_preview->present(m_shown, paper, made->ok() ? QString() : show::error(made->error()));
            presentPage();
        });
    if (m_making.isRunning()) m_preview->present(nullptr, {}, tr("It is being made…"));
}

void SheetsStage::presentPage() {
    const int pages = m_preview->pages(), page = m_preview->page();
    m_page->setText(pages == 0 ? QString() : tr("Page %1 of %2").arg(page + 1).arg(pages));
    m_back->setEnabled(page > 0);
    m_on->setEnabled(page + 1 < pages);
    for (std::size_t i = 0; i < m_sizes.size(); ++i) m_sizes[i]->setChecked(int(m_preview->size()) == int(i));
    for (QPushButton* one : m_saves) one->setEnabled(pages > 0);
    for (QPushButton* one : m_others) {
        one->setEnabled(pages > 0);
        one->setVisible(dynamic_cast<const ReportSheet*>(m_shown.get()));
    }
    QLabel& smallest = m_settings->smallest();
    const LaidSheet* layout = m_preview->laid();
    if (!layout) return smallest.clear();
    const bool small = layout->smallestText < leastReadable;
    const QString text =
        tr("%1, smallest text %2 pt").arg(show::countOf(pages, "page", "pages")).arg(layout->smallestText, 0, 'f', 1);
    smallest.setText(small ? tr("%1: below what can be read without a glass.").arg(text) + remedies() : text);
    setInk(&smallest, small ? Ink::near : Ink::muted);
}

/// What helps against text that is too small, as links.
QString SheetsStage::remedies() const {
    const KeptSheet* one = sheet();
    QString links;
    const auto add = [&](const char* name, const QString& words) {
        links += QStringLiteral("<br><a href=\"%1\" style=\"color:%2\">%3</a>")
                     .arg(QLatin1String(name), theme().accent.name(), words);
    };
    if (one && one->tall) add("pages", tr("Take as many pages as it takes"));
    if (one && one->paper != paperSizes().back().name && paperNamed(one->paper))
        add("paper", tr("Take a larger paper"));
    return links;
}

void SheetsStage::remedy(const QString& name) {
    const KeptSheet* one = sheet();
    if (!one) return;
    const SheetId id = one->id;
    // The next size up; one of its own gives way to the largest.
    std::string paper(paperSizes().back().name);
    for (std::size_t i = 0; i + 1 < paperSizes().size(); ++i)
        if (paperSizes()[i].name == one->paper) paper = paperSizes()[i + 1].name;
    const bool pages = name == QLatin1String("pages");
    perform(tr("Sheet %1 is set larger").arg(show::text(one->key)), [=](Transaction& tx) {
        return setSheetField(tx, id, pages ? SheetField::tall : SheetField::paper, pages ? std::string() : paper);
    });
}

void SheetsStage::choose(SheetId id) {
    m_chosen = id;
    m_preview->setPage(0);
    presentSheet();
}

void SheetsStage::chooseNamed(const QString& name) {
    for (const KeptSheet& one : m_document.programme().sheets)
        if (show::text(one.key) == name) {
            choose(one.id);
            presentList();
        }
}

void SheetsStage::perform(const QString& words, const std::function<Outcome(Transaction&)>& act) {
    const Outcome outcome = m_document.perform(words, act);
    if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
}

void SheetsStage::add() {
    SheetId made;
    perform(tr("Sheet added"), [&](Transaction& tx) -> Outcome {
        const auto id = addSheet(tx, tr("Sheet").toStdString());
        if (!id.ok()) return id.errors();
        made = *id;
        return done();
    });
    if (!m_document.programme().sheets.row(made)) return;
    choose(made);
    presentList();
}

void SheetsStage::showMenu(const QPoint& at) {
    const KeptSheet* one = sheet();
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("contextMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->addAction(tr("&New sheet"), this, &SheetsStage::add);
    if (one) {
        const SheetId id = one->id;
        const QString key = show::text(one->key);
        menu->addAction(tr("&Duplicate"), this, [this, id, key] {
            perform(tr("Sheet %1 duplicated").arg(key), [=](Transaction& tx) -> Outcome {
                const auto fresh = duplicateSheet(tx, id);
                return fresh.ok() ? done() : Outcome(fresh.errors());
            });
        });
        const auto move = [&](const QString& words, int by) {
            menu->addAction(words, this, [this, id, key, by] {
                perform(tr("Sheet %1 moved").arg(key), [=](Transaction& tx) { return moveSheet(tx, id, by); });
            });
        };
        move(tr("Move &up"), -1);
        move(tr("Move d&own"), 1);
        menu->addSeparator();
        if (m_preview->laid()) menu->addAction(tr("Copy the &page as a picture"), this, &SheetsStage::copyPage);
        if (dynamic_cast<const ReportSheet*>(m_shown.get()))
            menu->addAction(tr("Copy its &tables"), this, &SheetsStage::copyTables);
        menu->addSeparator();
        menu->addAction(tr("De&lete"), this, [this, id, key] {
            perform(tr("Sheet %1 deleted").arg(key), [=](Transaction& tx) { return removeSheet(tx, id); });
        });
    }
    menu->popup(m_list->viewport()->mapToGlobal(at));
}

void SheetsStage::save(const QString& filter, const QString& suffix) {
    const KeptSheet* one = sheet();
    if (!one || !m_shown) return;
    const QString path = m_dialogs.fileToSave(this, tr("Save the sheet"), show::text(one->key) + suffix, filter);
    if (path.isEmpty()) return;
    Result<QStringList> written = inputError(worded("nothing was written"));
    m_document.wait(tr("Putting it on paper"), [&, paper = SheetPaper(*one)](WorkWatch& watch) {
        WorkScope scope(watch);
        written = m_shown->write(path, paper);
    });
    if (!written.ok()) return m_notice->say(show::error(written.error()));
    if (suffix == QLatin1String(".pdf")) markOut();
    m_notice->tell(tr("Saved as %1.").arg(written->join(tr(", "))));
}

void SheetsStage::copyPage() {
    constexpr double dots = 150;
    QImage image((m_preview->laid()->inches * dots).toSize(), QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter painter(&image);
    m_preview->laid()->paint(painter, std::size_t(m_preview->page()), dots);
    painter.end();
    QApplication::clipboard()->setImage(image);
    m_notice->tell(tr("The page is on the clipboard."));
}

void SheetsStage::copyTables() {
    std::vector<ReportTable> tables;
    for (const ReportBlock& block : dynamic_cast<const ReportSheet&>(*m_shown).report().blocks)
        if (block.kind == ReportBlock::Kind::table) tables.push_back(block.table);
    QApplication::clipboard()->setMimeData(onClipboard(tables));
    m_notice->tell(tr("%1 on the clipboard.").arg(show::countOf(qint64(tables.size()), "table", "tables")));
}

/// What went out on paper, and as what, is kept with the sheet.
void SheetsStage::markOut() {
    const SheetId id = m_chosen;
    const std::string revision = m_shown->shows().toStdString();
    const auto today = parseDate(m_document.keeper().now().substr(0, 10));
    if (!today) return;
    perform(tr("Sheet %1 went out").arg(show::text(sheet()->key)),
            [=](Transaction& tx) { return markSent(tx, id, *today, revision); });
}

void SheetsStage::print() {
    const KeptSheet* one = sheet();
    if (!one || !m_shown) return;
    QPrinter printer(QPrinter::HighResolution);
    printer.setDocName(show::text(one->key));
    printer.setFullPage(true);
    if (!m_dialogs.choosePrinter(this, printer)) return;
    Outcome printed = done();
    m_document.wait(tr("Printing"), [&, paper = SheetPaper(*one)](WorkWatch& watch) {
        WorkScope scope(watch);
        printed = PaperSheet::print(printer, printer.resolution(), {{m_shown.get(), paper}});
    });
    if (!printed.ok()) return m_notice->say(show::error(printed.error()));
    markOut();
    m_notice->tell(tr("Sent to the printer."));
}

/// All of them in their order, one behind the other.
void SheetsStage::saveAll() {
    const QString path =
        m_dialogs.fileToSave(this, tr("Save all sheets"), m_document.displayName() + QStringLiteral(".pdf"),
                             tr("One PDF (*.pdf);;A folder of PDFs (*)"));
    if (path.isEmpty()) return;
    const auto written = writeAllSheets(m_document, m_state, path);
    if (!written.ok()) return m_notice->say(show::error(written.error()));
    m_notice->tell(tr("%1 saved as %2.")
                       .arg(show::countOf(qint64(m_document.programme().sheets.size()), "sheet", "sheets"), path));
}

void SheetsStage::focusMain() {
    m_list->setFocus();
}

void SheetsStage::showEvent(QShowEvent* event) {
    Stage::showEvent(event);
    if (m_stale) refresh();
}

/// Insert makes a sheet, Delete takes the chosen one away, Alt and the arrows move it; pages turn from here, too.
bool SheetsStage::eventFilter(QObject* watched, QEvent* event) {
    if (watched != m_list || event->type() != QEvent::KeyPress) return Stage::eventFilter(watched, event);
    const auto* key = static_cast<QKeyEvent*>(event);
    const KeptSheet* one = sheet();
    if (key->key() == Qt::Key_Insert) {
        add();
        return true;
    }
    if (key->key() == Qt::Key_PageDown || key->key() == Qt::Key_PageUp) {
        m_preview->setPage(m_preview->page() + (key->key() == Qt::Key_PageDown ? 1 : -1));
        return true;
    }
    if (!one) return Stage::eventFilter(watched, event);
    const SheetId id = one->id;
    const QString name = show::text(one->key);
    if (key->key() == Qt::Key_Delete) {
        perform(tr("Sheet %1 deleted").arg(name), [=](Transaction& tx) { return removeSheet(tx, id); });
        return true;
    }
    if ((key->modifiers() & Qt::AltModifier) && (key->key() == Qt::Key_Up || key->key() == Qt::Key_Down)) {
        const int by = key->key() == Qt::Key_Up ? -1 : 1;
        perform(tr("Sheet %1 moved").arg(name), [=](Transaction& tx) { return moveSheet(tx, id, by); });
        return true;
    }
    return Stage::eventFilter(watched, event);
}

} // namespace yarrin
