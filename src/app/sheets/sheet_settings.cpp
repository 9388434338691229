// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheets/sheet_settings.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/contract/field_edit.h"
#include "app/reports/facts.h"
#include "app/reports/view_reports.h"
#include "app/window/dialogs.h"
#include "chart/layout/place_layout.h"
#include "core/base/natural_order.h"
#include "core/model/resource_book.h"
#include "core/model/words.h"
#include "core/view/lens.h"

#include <QComboBox>
#include <QFile>
#include <QHBoxLayout>
#include <QImage>
#include <QKeyEvent>
#include <QLabel>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSvgRenderer>
#include <QVBoxLayout>

#include <set>

namespace yarrin {

namespace {

constexpr int partRole = Qt::UserRole, textRole = Qt::UserRole + 1;

QString wordText(std::string_view word) {
    return show::text(word);
}

bool isReport(SheetView view) {
    return view == SheetView::statement || view == SheetView::report;
}

/// Parts that a view can have, in the order that they come in by themselves.
std::vector<ReportPart> partsFor(SheetView view) {
    KeptSheet plain;
    plain.view = view;
    std::vector<ReportPart> list;
    for (const SheetPart& part : partsOf(plain)) list.push_back(part.part);
    if (view == SheetView::statement) {
        list.push_back(ReportPart::sections);
        list.push_back(ReportPart::exposure);
    }
    return list;
}

std::vector<std::string> resourceNames(const Programme& programme) {
    const ResourceBook book(programme);
    std::vector<std::string> names;
    for (std::size_t i = 0; i < book.size(); ++i) names.push_back(book[i].name);
    std::sort(names.begin(), names.end(), standsBefore);
    return names;
}

} // namespace

SheetSettings::SheetSettings(Document& document, Dialogs& dialogs, QWidget* parent)
    : QScrollArea(parent), m_document(document), m_dialogs(dialogs), m_page(new QWidget(this)) {
    setObjectName(QStringLiteral("sheetSettings"));
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    keepWidth(this, 262);
    setWidget(m_page);
    m_column = new QVBoxLayout(m_page);
    m_column->setContentsMargins(14, 10, 14, 10);
    m_column->setSpacing(6);
    m_title = new QLabel(m_page);
    m_title->setObjectName(QStringLiteral("sheetTitle"));
    m_title->setFont(headingFont());
    m_title->setWordWrap(true);
    m_column->addWidget(m_title);
    m_smallest = new QLabel(m_page);
    m_smallest->setObjectName(QStringLiteral("sheetSmallest"));
    m_smallest->setWordWrap(true);
    m_column->addWidget(m_smallest);
    addField("sheetName", tr("Name"), {}, SheetField::name);
    m_view = addChoice("sheetView", tr("Shows"), SheetField::view);
    for (std::size_t i = 0; i < sheetViews; ++i)
        m_view->addItem(nameOf(static_cast<SheetView>(i)), wordText(wordOf(static_cast<SheetView>(i))));
    m_subject = addChoice("sheetSubject", tr("Of"), SheetField::subject);
    m_revision = addChoice("sheetRevision", tr("As of"), SheetField::revision);
    m_lens = addChoice("sheetLens", tr("Lens"), SheetField::lens);
    addField("sheetColumns", tr("Columns"), tr("of the lens; id; name; start"), SheetField::columns);
    m_links = addChoice("sheetLinks", tr("Links"), SheetField::noLinks);
    m_links->addItem(tr("shown"), QString());
    m_links->addItem(tr("left out"), QStringLiteral("yes"));
    addField("sheetBefore", tr("Weeks before the data date"), tr("from the first date"), SheetField::weeksBefore);
    addField("sheetAfter", tr("Weeks after it"), tr("to the last date"), SheetField::weeksAfter);
    addParts();
    addPaper();
    addField("sheetDrawn", tr("Drawn"), tr("by whom, and when"), SheetField::drawn);
    addField("sheetChecked", tr("Checked"), tr("left open, to sign"), SheetField::checked);
    addField("sheetNotes", tr("Notes"), {}, SheetField::notes);
    addFirm();
    m_column->addStretch(1);
}

void SheetSettings::addField(const char* name, const QString& label, const QString& hint, SheetField field) {
    auto* edit = new FieldEdit(
        QLatin1String(name), label, hint, [this, field] { return show::text(typed(field)); },
        [this, field, label](const std::string& text) -> Outcome {
            if (!sheet()) return done();
            const SheetId id = m_id;
            return m_document.perform(tr("Sheet %1: %2").arg(show::text(sheet()->key), show::within(label)),
                                      [=](Transaction& tx) { return setSheetField(tx, id, field, text); });
        },
        m_page);
    m_column->addWidget(edit);
    m_fields.push_back(edit);
    m_rows[field] = edit;
}

QComboBox* SheetSettings::addChoice(const char* name, const QString& label, SheetField field) {
    auto* row = new QWidget(m_page);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(0, 0, 0, 0);
    auto* words = new QLabel(label, row);
    setInk(words, Ink::muted);
    if (words->sizeHint().width() <= scaled(58)) keepWidth(words, 58); // longer words of other languages keep theirs
    auto* box = new QComboBox(row);
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(label);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    line->addWidget(words);
    line->addWidget(box, 1);
    m_column->addWidget(row);
    m_rows[field] = row;
    connect(box, &QComboBox::activated, this, [this, box, field] {
        if (const QVariant chosen = box->currentData(); chosen.isValid()) set(field, chosen.toString());
    });
    return box;
}

/// Sizes by name, or typed in millimetres.
void SheetSettings::addPaper() {
    m_paper = addChoice("sheetPaperSize", tr("Paper"), SheetField::paper);
    for (const PaperSize& one : paperSizes()) m_paper->addItem(wordText(one.name), wordText(one.name));
    addField("sheetOwnSize", tr("Or a size of its own"), tr("300 x 900, in millimetres"), SheetField::paper);
    m_lies = addChoice("sheetLiesSo", tr("It lies"), SheetField::upright);
    m_lies->addItem(tr("landscape"), QString());
    m_lies->addItem(tr("upright"), QStringLiteral("yes"));
    addField("sheetMargin", tr("Margin, mm"), tr("10"), SheetField::margin);
    addField("sheetPagesWide", tr("Pages wide"), {}, SheetField::wide);
    addField("sheetWeekWidth", tr("Or a week is, mm"), tr("as the pages have it"), SheetField::weekWidth);
    addField("sheetPagesTall", tr("Pages tall"), tr("as many as it takes"), SheetField::tall);
}

void SheetSettings::addParts() {
    m_partsBox = new QWidget(m_page);
    auto* column = new QVBoxLayout(m_partsBox);
    column->setContentsMargins(0, 4, 0, 4);
    column->setSpacing(4);
    auto* title = new QLabel(tr("Parts, in their order"), m_partsBox);
    setInk(title, Ink::muted);
    m_parts = new QListWidget(m_partsBox);
    m_parts->setObjectName(QStringLiteral("sheetParts"));
    m_parts->setAccessibleName(tr("Parts of the report"));
    m_parts->setMinimumHeight(scaled(190));
    m_parts->installEventFilter(this);
    auto* buttons = new QHBoxLayout;
    const auto button = [&](const QString& text, const char* name, auto act) {
        QPushButton* one = quietButton(text, name, m_partsBox);
        connect(one, &QPushButton::clicked, this, act);
        buttons->addWidget(one);
        return one;
    };
    button(QStringLiteral("↑"), "partUp", [this] { movePart(-1); })->setAccessibleName(tr("Part up"));
    button(QStringLiteral("↓"), "partDown", [this] { movePart(1); })->setAccessibleName(tr("Part down"));
    button(tr("+ Words"), "partWords", [this] {
        auto list = parts();
        const int row = std::max(0, m_parts->currentRow());
        list.insert(list.begin() + row, SheetPart{});
        setParts(list, row);
        m_words->setFocus();
    });
    buttons->addStretch(1);
    auto* own = new QLabel(tr("Own words before it (Markdown)"), m_partsBox);
    setInk(own, Ink::muted);
    m_words = new QPlainTextEdit(m_partsBox);
    m_words->setObjectName(QStringLiteral("partText"));
    m_words->setAccessibleName(tr("Own words before the part"));
    m_words->setTabChangesFocus(true);
    m_words->setFixedHeight(scaled(96));
    m_words->installEventFilter(this);
    column->addWidget(title);
    column->addWidget(m_parts);
    column->addLayout(buttons);
    column->addWidget(own);
    column->addWidget(m_words);
    m_column->addWidget(m_partsBox);
    connect(m_parts, &QListWidget::currentRowChanged, this, [this](int row) {
        if (m_filling) return;
        const QListWidgetItem* item = m_parts->item(row);
        m_words->setPlainText(item ? item->data(textRole).toString() : QString());
        m_words->setEnabled(item && item->checkState() == Qt::Checked);
    });
    connect(m_parts, &QListWidget::itemChanged, this, [this] {
        if (!m_filling) setParts(parts(), m_parts->currentRow());
    });
}

void SheetSettings::addFirm() {
    auto* title = new QLabel(tr("On every sheet"), m_page);
    setInk(title, Ink::muted);
    m_column->addWidget(title);
    m_firm = new FieldEdit(
        QStringLiteral("sheetFirm"), tr("Firm"), {}, [this] { return show::text(m_document.programme().job.firm); },
        [this](const std::string& text) {
            return m_document.perform(tr("Firm"), [=](Transaction& tx) { return setFirm(tx, text); });
        },
        m_page);
    m_column->addWidget(m_firm);
    auto* line = new QHBoxLayout;
    m_logo = new QLabel(m_page);
    m_logo->setObjectName(QStringLiteral("sheetLogoState"));
    setInk(m_logo, Ink::muted);
    auto* choose = quietButton(tr("Sign…"), "sheetLogo", m_page);
    connect(choose, &QPushButton::clicked, this, &SheetSettings::chooseLogo);
    auto* none = quietButton(tr("None"), "sheetNoLogo", m_page);
    connect(none, &QPushButton::clicked, this,
            [this] { perform(tr("The firm's sign taken away"), [](Transaction& tx) { return setLogo(tx, {}); }); });
    line->addWidget(m_logo, 1);
    line->addWidget(choose);
    line->addWidget(none);
    m_column->addLayout(line);
}

void SheetSettings::perform(const QString& words, const std::function<Outcome(Transaction&)>& act) {
    const Outcome outcome = m_document.perform(words, act);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

void SheetSettings::set(SheetField field, const QString& text) {
    if (m_filling || !sheet()) return;
    const SheetId id = m_id;
    perform(tr("Sheet %1 changed").arg(show::text(sheet()->key)),
            [=](Transaction& tx) { return setSheetField(tx, id, field, text.toStdString()); });
}

std::string SheetSettings::typed(SheetField field) const {
    const KeptSheet* one = sheet();
    if (!one) return {};
    const auto number = [](const std::optional<int>& value) { return value ? std::to_string(*value) : std::string(); };
    switch (field) {
    case SheetField::name:
        return one->key;
    case SheetField::paper: {
        const auto sizes = paperSizes();
        const bool named = std::any_of(sizes.begin(), sizes.end(), [&](const auto& s) { return s.name == one->paper; });
        return named ? std::string() : one->paper;
    }
    case SheetField::columns:
        return one->columns;
    case SheetField::margin:
        return number(one->margin);
    case SheetField::weekWidth:
        return number(one->weekWidth);
    case SheetField::wide:
        return std::to_string(one->wide);
    case SheetField::tall:
        return number(one->tall);
    case SheetField::weeksBefore:
        return number(one->weeksBefore);
    case SheetField::weeksAfter:
        return number(one->weeksAfter);
    case SheetField::drawn:
        return one->drawn;
    case SheetField::checked:
        return one->checked;
    case SheetField::notes:
        return one->notes;
    default:
        return {};
    }
}

void SheetSettings::present(SheetId id) {
    m_id = id;
    const KeptSheet* one = sheet();
    m_page->setEnabled(one != nullptr);
    m_title->setText(one ? show::text(one->key) : tr("No sheet yet"));
    m_filling = true;
    if (one) {
        fillChoices(*one);
        fillSubjects(*one);
        fillParts(*one);
        showWhatCounts(*one);
    }
    m_filling = false;
    m_firm->refresh();
    m_logo->setText(m_document.programme().job.logo.empty() ? tr("No sign yet") : tr("Its sign is set"));
    for (FieldEdit* field : m_fields) field->refresh();
}

/// What is gone stays in its choice, and says so.
static void chooseIn(QComboBox& box, const std::string& value) {
    const QString text = show::text(value);
    if (box.findData(text) < 0) box.addItem(SheetSettings::tr("%1 (gone)").arg(text), text);
    box.setCurrentIndex(box.findData(text));
}

void SheetSettings::fillChoices(const KeptSheet& sheet) {
    m_view->setCurrentIndex(int(sheet.view));
    m_lens->clear();
    m_lens->addItem(tr("as a job opens"), QString());
    for (const Lens& lens : shippedLenses()) m_lens->addItem(show::text(lens.name), show::text(lens.name));
    for (const KeptLens& lens : m_document.programme().lenses)
        if (m_lens->findData(show::text(lens.key)) < 0) m_lens->addItem(show::text(lens.key), show::text(lens.key));
    chooseIn(*m_lens, sheet.lens);
    m_revision->clear();
    m_revision->addItem(tr("the job as it stands"), QString());
    if (HeldFile* file = m_document.keeper().file())
        if (const auto list = file->revisions(); list.ok())
            for (const Revision& one : *list)
                m_revision->addItem(tr("revision %1").arg(show::text(one.key)), show::text(one.key));
    chooseIn(*m_revision, sheet.revision);
    const int size = m_paper->findData(show::text(sheet.paper));
    m_paper->setCurrentIndex(size);
    m_lies->setCurrentIndex(sheet.upright ? 1 : 0);
    m_links->setCurrentIndex(sheet.noLinks ? 1 : 0);
}

void SheetSettings::fillSubjects(const KeptSheet& sheet) {
    const Programme& programme = m_document.programme();
    m_subject->clear();
    m_subject->addItem(sheet.view == SheetView::statement   ? tr("all events but our own")
                       : sheet.view == SheetView::narrative ? tr("the last revision")
                                                            : tr("all"),
                       QString());
    const auto add = [&](const std::string& key, const std::string& name) {
        m_subject->addItem(show::text(name.empty() || name == key ? key : key + " " + name), show::text(key));
    };
    if (sheet.view == SheetView::completion)
        for (const Section& one : programme.sections) add(one.key, one.name);
    if (sheet.view == SheetView::statement)
        for (const DelayEvent& one : programme.events) add(one.key, one.title);
    if (sheet.view == SheetView::calendars)
        for (const Calendar& one : programme.calendars) add(one.key, one.name);
    if (sheet.view == SheetView::demand)
        for (const std::string& name : resourceNames(programme)) add(name, {});
    if (sheet.view == SheetView::places)
        for (const LocationId id : placeBranches(programme))
            if (const Location* one = programme.locations.row(id)) add(one->key, one->name);
    if (sheet.view == SheetView::weeks) {
        if (const Code* trades = tradeCodeOf(programme))
            for (const CodeValue& one : trades->values) add(one.name, one.longName);
        for (const Firm& one : programme.firms) add(one.key, {});
    }
    if (sheet.view == SheetView::narrative)
        if (HeldFile* file = m_document.keeper().file())
            if (const auto list = file->revisions(); list.ok())
                for (const Revision& one : *list) add(one.key, one.purpose);
    chooseIn(*m_subject, sheet.subject);
}

/// The chosen parts in their order, and those that could come, unchecked.
void SheetSettings::fillParts(const KeptSheet& sheet) {
    const int row = m_parts->currentRow();
    m_parts->clear();
    if (!isReport(sheet.view)) return;
    std::set<ReportPart> there;
    const auto add = [&](const SheetPart& part, bool chosen) {
        auto* item = new QListWidgetItem(nameOf(part.part), m_parts);
        item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable);
        item->setCheckState(chosen ? Qt::Checked : Qt::Unchecked);
        item->setData(partRole, int(part.part));
        item->setData(textRole, show::text(part.text));
        if (part.part == ReportPart::words && !part.text.empty())
            item->setText(tr("Words: %1").arg(show::text(part.text).simplified().left(40)));
        there.insert(part.part);
    };
    for (const SheetPart& part : partsOf(sheet)) add(part, true);
    for (const ReportPart part : partsFor(sheet.view))
        if (!there.contains(part)) add({part, {}}, false);
    m_parts->setCurrentRow(std::clamp(row, 0, m_parts->count() - 1));
    const QListWidgetItem* item = m_parts->currentItem();
    if (!m_words->hasFocus()) m_words->setPlainText(item->data(textRole).toString());
    m_words->setEnabled(item->checkState() == Qt::Checked);
}

void SheetSettings::showWhatCounts(const KeptSheet& sheet) {
    const bool bars = sheet.view == SheetView::bars;
    for (const SheetField field : {SheetField::columns, SheetField::noLinks, SheetField::weeksBefore,
                                   SheetField::weeksAfter, SheetField::weekWidth})
        m_rows[field]->setVisible(bars);
    for (const SheetField field : {SheetField::lens, SheetField::wide})
        m_rows[field]->setVisible(bars || sheet.view == SheetView::logic);
    m_rows[SheetField::subject]->setVisible(sheet.view == SheetView::completion || sheet.view == SheetView::statement ||
                                            sheet.view == SheetView::calendars || sheet.view == SheetView::demand ||
                                            sheet.view == SheetView::weeks || sheet.view == SheetView::places ||
                                            sheet.view == SheetView::narrative);
    m_rows[SheetField::revision]->setVisible(sheet.view != SheetView::narrative &&
                                             (m_revision->count() > 1 || !sheet.revision.empty()));
    m_partsBox->setVisible(isReport(sheet.view));
}

std::vector<SheetPart> SheetSettings::parts() const {
    std::vector<SheetPart> list;
    for (int row = 0; row < m_parts->count(); ++row) {
        const QListWidgetItem* item = m_parts->item(row);
        if (item->checkState() == Qt::Checked)
            list.push_back({ReportPart(item->data(partRole).toInt()), item->data(textRole).toString().toStdString()});
    }
    return list;
}

/// A report of no parts would be all of them: the last one stays.
void SheetSettings::setParts(const std::vector<SheetPart>& parts, int row) {
    if (!sheet()) return;
    if (parts.empty()) {
        emit refused(tr("A report has a part at least."));
        return present(m_id);
    }
    const SheetId id = m_id;
    m_filling = true;
    m_parts->setCurrentRow(row);
    m_filling = false;
    perform(tr("Parts of %1").arg(show::text(sheet()->key)),
            [=](Transaction& tx) { return setSheetParts(tx, id, parts); });
    m_parts->setCurrentRow(std::clamp(row, 0, m_parts->count() - 1));
}

void SheetSettings::movePart(int by) {
    const int row = m_parts->currentRow(), to = row + by;
    auto list = parts();
    if (row < 0 || row >= int(list.size()) || to < 0 || to >= int(list.size())) return;
    std::swap(list[std::size_t(row)], list[std::size_t(to)]);
    setParts(list, to);
}

void SheetSettings::takeWords() {
    QListWidgetItem* item = m_parts->currentItem();
    if (!item || item->data(textRole).toString() == m_words->toPlainText()) return;
    auto list = parts();
    const int row = m_parts->currentRow();
    if (row >= int(list.size())) return;
    list[std::size_t(row)].text = m_words->toPlainText().toStdString();
    setParts(list, row);
}

/// A picture that cannot be read is no sign.
void SheetSettings::chooseLogo() {
    const QString path = m_dialogs.fileToImport(this, tr("The firm's sign"), tr("Pictures (*.png *.svg)"));
    if (path.isEmpty()) return;
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return emit refused(tr("%1 cannot be read.").arg(path));
    const QByteArray bytes = file.read(qint64(longestLogo));
    QImage image;
    QSvgRenderer drawing;
    if (!image.loadFromData(bytes, "PNG") && (bytes.startsWith("\x89PNG") || !drawing.load(bytes)))
        return emit refused(tr("%1 is no picture: a PNG or an SVG is wanted.").arg(path));
    const std::string text = bytes.toBase64().toStdString();
    perform(tr("The firm's sign"), [=](Transaction& tx) { return setLogo(tx, text); });
}

/// Own words are taken when they are left; Alt and the arrows move a part.
bool SheetSettings::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_words && event->type() == QEvent::FocusOut) takeWords();
    if (watched == m_parts && event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if ((key->modifiers() & Qt::AltModifier) && (key->key() == Qt::Key_Up || key->key() == Qt::Key_Down)) {
            movePart(key->key() == Qt::Key_Up ? -1 : 1);
            return true;
        }
    }
    return QScrollArea::eventFilter(watched, event);
}

} // namespace yarrin
