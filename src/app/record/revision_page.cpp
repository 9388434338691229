// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/record/revision_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/record/next_revision.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"
#include "edit/narrative.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>
#include <QTextBlock>
#include <QTextBrowser>
#include <QTextTable>
#include <QVBoxLayout>

namespace yarrin {

namespace {

/// A narrative comes from the other side as often as not: nothing that it names is read or fetched.
class NarrativeView : public QTextBrowser {
public:
    using QTextBrowser::QTextBrowser;
    QVariant loadResource(int, const QUrl&) override { return QByteArray(""); } // nothing would let Qt look for itself
};

/// In place of a picture stands where it would come from.
void namePictures(QTextDocument& document) {
    for (QTextBlock block = document.begin(); block.isValid(); block = block.next())
        for (auto at = block.begin(); !at.atEnd(); ++at) {
            const QTextFragment part = at.fragment();
            if (!part.charFormat().isImageFormat()) continue;
            const QString name = part.charFormat().toImageFormat().name();
            QTextCursor cursor(&document);
            cursor.setPosition(part.position());
            cursor.setPosition(part.position() + part.length(), QTextCursor::KeepAnchor);
            cursor.insertText(QObject::tr("[picture: %1]").arg(name), QTextCharFormat());
            return namePictures(document); // the fragments are others now
        }
}

/// Markdown in the type and the spacing of everything else.
void showMarkdown(QTextBrowser& browser, const QString& text) {
    browser.document()->setDefaultFont(bodyFont());
    browser.document()->setMarkdown(text, QTextDocument::MarkdownFeatures(QTextDocument::MarkdownNoHTML) |
                                              QTextDocument::MarkdownDialectGitHub);
    namePictures(*browser.document());
    browser.document()->setDocumentMargin(14);
    QTextCursor cursor(browser.document());
    cursor.beginEditBlock();
    for (QTextBlock block = browser.document()->begin(); block.isValid(); block = block.next()) {
        cursor.setPosition(block.position());
        QTextBlockFormat format = block.blockFormat();
        const int level = format.headingLevel();
        if (cursor.currentTable()) continue;
        format.setTopMargin(level > 1 ? 12 : 2);
        format.setBottomMargin(level > 0 ? 4 : 3);
        cursor.setBlockFormat(format);
        if (level == 0) continue;
        cursor.select(QTextCursor::BlockUnderCursor);
        QTextCharFormat heading;
        heading.setProperty(QTextFormat::FontSizeAdjustment, 0);
        heading.setProperty(QTextFormat::FontPixelSize, headingFont().pixelSize());
        heading.setFontWeight(QFont::Bold);
        cursor.mergeCharFormat(heading);
    }
    cursor.endEditBlock();
    for (QTextFrame* frame : browser.document()->rootFrame()->childFrames()) {
        auto* table = qobject_cast<QTextTable*>(frame);
        if (!table) continue;
        QTextTableFormat format = table->format();
        format.setCellPadding(4);
        format.setCellSpacing(0);
        format.setBorder(0);
        table->setFormat(format);
    }
    browser.moveCursor(QTextCursor::Start);
}

} // namespace

RevisionPage::RevisionPage(Document& document, ViewState& state, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_right(new QStackedWidget) {
    const auto at = [this](std::size_t i) -> const Revision& { return m_revisions[i]; };
    ListSource source{
        [this] { return m_revisions.size(); },
        [](const QString&, const auto&) { return Outcome(inputError(worded("revisions are frozen"), {})); },
        {},
        [at](std::size_t i) { return show::text(at(i).key); }};
    std::vector<ListColumn> columns;
    columns.push_back(
        {QStringLiteral("key"), tr("Rev."), 46, false, false, [at](std::size_t i) { return show::text(at(i).key); }});
    columns.back().marked = [at](std::size_t i) { return at(i).contract; };
    columns.push_back({QStringLiteral("purpose"), tr("Purpose"), 150, false, false, [at](std::size_t i) {
                           return at(i).contract ? tr("%1 · in force").arg(show::text(at(i).purpose))
                                                 : show::text(at(i).purpose);
                       }});
    columns.push_back({QStringLiteral("dataDate"), tr("Data date"), 90, false, true, [at](std::size_t i) {
                           return at(i).dataDate ? show::date(dateOf(*at(i).dataDate)) : QString();
                       }});
    columns.push_back({QStringLiteral("frozen"), tr("Frozen"), 90, false, true, [at](std::size_t i) {
                           const auto date = parseDate(at(i).at.substr(0, 10));
                           return date ? show::date(*date) : show::text(at(i).at);
                       }});
    columns.push_back(
        {QStringLiteral("by"), tr("By"), 110, false, true, [at](std::size_t i) { return show::text(at(i).author); }});
    m_list = new ListPage(QStringLiteral("revisionTable"), tr("Frozen revisions"), std::move(source),
                          std::move(columns), this);
    m_list->setEmptyText(tr("A frozen revision can never be changed: the tender, the contract programme, each update. "
                            "Write its narrative at the right and freeze the programme as it stands."));
    m_list->stretch(QStringLiteral("purpose"));
    auto* fresh = quietButton(tr("Freeze a revision"), "revisionNew", this);
    m_list->line().addWidget(fresh);
    m_right->addWidget(buildForm());
    m_right->addWidget(buildRevision());
    auto* parts = new QSplitter(this);
    parts->setObjectName(QStringLiteral("revisionSplitter"));
    parts->addWidget(m_list);
    parts->addWidget(m_right);
    parts->setHandleWidth(1);
    parts->setSizes({520, 640});
    parts->setStretchFactor(1, 1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(parts);
    m_draftTimer.setSingleShot(true);
    m_draftTimer.setInterval(800);
    connect(&m_draftTimer, &QTimer::timeout, this, &RevisionPage::saveDraft);
    connect(m_narrative, &QPlainTextEdit::textChanged, this, [this] {
        if (m_narrative->document()->isModified()) m_draftTimer.start();
    });
    connect(&m_document, &Document::replaced, this, &RevisionPage::takeDraft);
    connect(fresh, &QPushButton::clicked, this, &RevisionPage::beginFreeze);
    connect(m_list->table().selectionModel(), &QItemSelectionModel::selectionChanged, this, &RevisionPage::showChosen);
    takeDraft(); // the programme may have been there before the page
}

QWidget* RevisionPage::buildForm() {
    auto* form = new QWidget(this);
    auto* layout = new QVBoxLayout(form);
    layout->setContentsMargins(16, 4, 14, 12);
    layout->setSpacing(8);
    auto* line = new QHBoxLayout;
    m_key = new QLineEdit(form);
    m_key->setObjectName(QStringLiteral("revisionKey"));
    m_key->setAccessibleName(tr("Letter or number of the revision"));
    m_key->setMaximumWidth(60);
    m_purpose = new QComboBox(form);
    m_purpose->setObjectName(QStringLiteral("revisionPurpose"));
    m_purpose->setAccessibleName(tr("Purpose of the revision"));
    m_purpose->setEditable(true);
    m_purpose->lineEdit()->setAccessibleName(m_purpose->accessibleName());
    m_purpose->addItems({tr("Tender"), tr("Contract"), tr("Update"), tr("What-if")});
    m_purpose->setMinimumWidth(130);
    auto* draftButton = quietButton(tr("Draft it anew from the facts"), "revisionDraft", form);
    m_freeze = new QPushButton(tr("Freeze the programme"), form);
    m_freeze->setObjectName(QStringLiteral("revisionFreeze"));
    m_sign = new QCheckBox(tr("Sign it"), form);
    m_sign->setObjectName(QStringLiteral("revisionSign"));
    m_sign->setToolTip(
        tr("With a key of your own, made at the first time and kept in your settings: whoever checks the file sees "
           "that it was frozen with it"));
    auto* keyLabel = new QLabel(tr("Revision"), form);
    auto* purposeLabel = new QLabel(tr("for"), form);
    for (QWidget* one : std::initializer_list<QWidget*>{keyLabel, m_key, purposeLabel, m_purpose}) line->addWidget(one);
    line->addStretch(1);
    line->addWidget(draftButton);
    line->addWidget(m_sign);
    m_sign->hide(); // until there is a key to sign with
    line->addWidget(m_freeze);
    layout->addLayout(line);
    auto* words = new QLabel(tr("Narrative (Markdown). What stands in <angle brackets> only you can say."), form);
    words->setProperty("quiet", true);
    layout->addWidget(words);
    m_narrative = new QPlainTextEdit(form);
    m_narrative->setObjectName(QStringLiteral("revisionNarrative"));
    m_narrative->setAccessibleName(tr("Narrative of the next revision"));
    m_narrative->setTabChangesFocus(true);
    layout->addWidget(m_narrative, 1);
    // As they stand.
    setTabOrder(draftButton, m_sign);
    setTabOrder(m_sign, m_freeze);
    connect(draftButton, &QPushButton::clicked, this, &RevisionPage::draft);
    connect(m_freeze, &QPushButton::clicked, this, &RevisionPage::freeze);
    connect(m_key, &QLineEdit::returnPressed, this, &RevisionPage::freeze);
    return form;
}

QWidget* RevisionPage::buildRevision() {
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(16, 4, 14, 12);
    layout->setSpacing(6);
    m_title = new QLabel(page);
    m_title->setObjectName(QStringLiteral("revisionTitle"));
    m_title->setFont(headingFont());
    m_facts = new QLabel(page);
    m_facts->setObjectName(QStringLiteral("revisionFacts"));
    m_facts->setProperty("quiet", true);
    m_facts->setWordWrap(true);
    m_facts->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    layout->addWidget(m_title);
    layout->addWidget(m_facts);
    auto* line = new QHBoxLayout;
    line->setSpacing(4);
    const auto button = [&](const QString& text, const char* name, void (RevisionPage::*run)()) {
        auto* made = quietButton(text, name, page);
        connect(made, &QPushButton::clicked, this, run);
        line->addWidget(made);
        return made;
    };
    auto* compared = quietButton(tr("Compare with now"), "revisionCompare", page);
    connect(compared, &QPushButton::clicked, this, [this] {
        if (chosen()) emit compareWanted(show::text(chosen()->key));
    });
    line->addWidget(compared);
    button(tr("Outline on the chart"), "revisionOutline", &RevisionPage::outline);
    button(tr("Go on from it"), "revisionRestore", &RevisionPage::restore)
        ->setToolTip(tr("Makes the programme what it was in this revision, as one step that can be taken back"));
    line->addStretch(1);
    layout->addLayout(line);
    auto* contract = new QHBoxLayout;
    m_reason = new QLineEdit(page);
    m_reason->setObjectName(QStringLiteral("revisionReason"));
    m_reason->setAccessibleName(tr("Why it takes the place of the contract programme"));
    m_accept = new QPushButton(tr("Make it the contract programme"), page);
    m_accept->setObjectName(QStringLiteral("revisionAccept"));
    contract->addWidget(m_reason, 1);
    contract->addWidget(m_accept);
    layout->addLayout(contract);
    m_text = new NarrativeView(page);
    m_text->setObjectName(QStringLiteral("revisionText"));
    m_text->setAccessibleName(tr("Narrative of the revision"));
    m_text->setOpenLinks(false);
    layout->addWidget(m_text, 1);
    connect(m_accept, &QPushButton::clicked, this, &RevisionPage::accept);
    connect(m_reason, &QLineEdit::returnPressed, this, &RevisionPage::accept);
    return page;
}

void RevisionPage::refresh() {
    const std::int64_t number = chosen() ? chosen()->number : 0;
    m_revisions.clear();
    if (HeldFile* file = m_document.keeper().file()) {
        auto list = file->revisions();
        if (list.ok())
            m_revisions = std::move(list).value();
        else
            emit refused(show::error(list.error()));
    }
    m_list->refresh();
    for (std::size_t i = 0; i < m_revisions.size(); ++i)
        if (m_revisions[i].number == number) m_list->table().selectRow(m_list->model().rowOf(i));
    if (m_revisions.empty() && !m_writing) beginFreeze();
    showChosen();
}

const Revision* RevisionPage::chosen() const {
    const auto rows = m_list->selectedRows();
    return rows.size() == 1 && rows.front() < m_revisions.size() ? &m_revisions[rows.front()] : nullptr;
}

void RevisionPage::beginFreeze() {
    m_writing = true;
    m_list->table().clearSelection();
    proposeNames();
    // Who signed once goes on signing.
    const QString signingKey = m_document.keeper().signingKey();
    m_sign->setVisible(!signingKey.isEmpty());
    m_sign->setChecked(!signingKey.isEmpty() && QFileInfo::exists(signingKey));
    if (m_narrative->toPlainText().trimmed().isEmpty() || !m_narrative->document()->isModified()) draft();
    m_right->setCurrentIndex(0);
    m_key->setFocus();
}

void RevisionPage::proposeNames() {
    m_key->setText(nextRevisionKey(m_revisions));
    if (const QString purpose = nextPurpose(m_revisions); !purpose.isEmpty()) m_purpose->setCurrentText(purpose);
}

void RevisionPage::showChosen() {
    const Revision* revision = chosen();
    if (!revision) {
        m_right->setCurrentIndex(0);
        if (m_key->text().isEmpty()) proposeNames();
        if (m_narrative->toPlainText().isEmpty()) draft();
        return;
    }
    m_right->setCurrentIndex(1);
    m_title->setText(tr("Revision %1 · %2").arg(show::text(revision->key), show::text(revision->purpose)));
    QStringList facts{tr("Frozen by %1 on %2").arg(show::text(revision->author), show::moment(revision->at))};
    if (revision->dataDate) facts << tr("data date %1").arg(show::date(dateOf(*revision->dataDate)));
    if (revision->contract) facts << tr("the contract programme");
    if (!revision->signer.empty()) facts << tr("signed by %1").arg(show::text(revision->signer));
    // Each on a line of its own: broken in two they could not be read out.
    QStringList lines{facts.join(QStringLiteral(" · "))};
    if (!revision->seal.empty()) lines << tr("Seal %1").arg(show::text(revision->seal));
    lines << tr("SHA-256 %1").arg(show::text(revision->digest));
    m_facts->setText(lines.join(QLatin1Char('\n')));
    showMarkdown(*m_text, revision->narrative.empty() ? tr("*It has no narrative.*") : show::text(revision->narrative));
    const bool superseding =
        std::any_of(m_revisions.begin(), m_revisions.end(), [](const Revision& r) { return r.contract; });
    m_accept->setVisible(!revision->contract);
    m_reason->setVisible(!revision->contract && superseding);
    m_reason->setPlaceholderText(tr("Why it takes the place of the present contract programme"));
}

void RevisionPage::draft() {
    m_narrative->setPlainText(draftedNarrative(m_document, m_revisions));
    // What anybody can draft anew is nothing that somebody wrote.
    m_narrative->document()->setModified(false);
    m_draftTimer.stop();
}

void RevisionPage::saveDraft() {
    if (!m_draftTimer.isActive() && sender() != &m_draftTimer) return;
    m_draftTimer.stop();
    m_document.keepDraft(m_narrative->toPlainText());
}

/// Another programme has another narrative in writing, or none.
void RevisionPage::takeDraft() {
    m_draftTimer.stop();
    m_writing = false;
    m_key->clear();
    const QString kept = m_document.draft();
    m_narrative->setPlainText(kept);
    m_draftTimer.stop();
    m_narrative->document()->setModified(!kept.isEmpty());
}

void RevisionPage::freeze() {
    m_draftTimer.stop();
    const auto frozen =
        m_document.freeze(m_key->text(), m_purpose->currentText(), m_narrative->toPlainText(), m_sign->isChecked());
    if (!frozen.ok()) return emit refused(show::error(frozen.error()));
    m_writing = false;
    m_narrative->clear();
    m_key->clear();
    refresh();
    choose(show::text(frozen->key));
}

void RevisionPage::choose(const QString& key) {
    for (std::size_t i = 0; i < m_revisions.size(); ++i)
        if (show::text(m_revisions[i].key) == key) m_list->table().selectRow(m_list->model().rowOf(i));
}

void RevisionPage::accept() {
    const Revision* revision = chosen();
    if (!revision) return;
    const Outcome accepted = m_document.accept(*revision, m_reason->text());
    if (!accepted.ok()) return emit refused(show::error(accepted.error()));
    m_reason->clear();
}

Result<FrozenState> RevisionPage::read(const Revision& revision) {
    std::optional<Result<FrozenState>> state;
    m_document.wait(tr("Reading revision %1").arg(show::text(revision.key)),
                    [&, read = m_document.readerOf(revision)](WorkWatch&) { state = read(); });
    return std::move(*state);
}

void RevisionPage::restore() {
    const Revision* revision = chosen();
    if (!revision) return;
    const auto state = read(*revision);
    if (!state.ok()) return emit refused(show::error(state.error()));
    const Outcome done = m_document.become(*state->programme, tr("On from revision %1").arg(show::text(revision->key)));
    if (!done.ok()) emit refused(show::error(done.error()));
}

void RevisionPage::outline() {
    const Revision* revision = chosen();
    if (!revision) return;
    const auto state = read(*revision);
    if (!state.ok()) return emit refused(show::error(state.error()));
    m_state.setOutline(outlineOf(*state->schedule, worded("revision %1", revision->key)));
    emit outlineShown();
}

} // namespace yarrin
