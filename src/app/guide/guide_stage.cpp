// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/guide/guide_stage.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/table/inline_message.h"

#include <QAbstractTextDocumentLayout>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QScrollBar>
#include <QTextBlock>
#include <QTextBrowser>
#include <QTextTable>
#include <QVBoxLayout>

namespace yarrin {

namespace {

// What an entry of the list opens.
constexpr int chapterRole = Qt::UserRole, leadRole = Qt::UserRole + 1, hitRole = Qt::UserRole + 2;

QListWidgetItem* entry(const QString& text, std::size_t chapter, const QString& lead, bool strong) {
    auto* item = new QListWidgetItem(text);
    item->setData(chapterRole, qulonglong(chapter));
    item->setData(leadRole, lead);
    item->setFont(strong ? boldened(bodyFont()) : bodyFont());
    return item;
}

} // namespace

GuideStage::GuideStage(std::function<QString()> keys, QWidget* parent)
    : Stage(parent), m_keys(std::move(keys)), m_guide(GuideBook::spokenGuide()),
      m_news(GuideBook::shipped(QStringLiteral("CHANGELOG.md"))), m_notice(new NoticeBar(this)),
      m_find(new QLineEdit(this)), m_contents(new QListWidget(this)), m_page(new QTextBrowser(this)),
      m_guideButton(quietButton(tr("Guide"), "guideText", this)),
      m_keysButton(quietButton(tr("All keys"), "guideKeys", this)),
      m_newsButton(quietButton(tr("What is new"), "guideNews", this)) {
    setObjectName(QStringLiteral("guideStage"));
    auto* back = quietButton(tr("Back"), "guideBack", this);
    back->setToolTip(tr("To where you were (Escape)"));
    auto* line = new QHBoxLayout;
    line->setContentsMargins(10, 3, 10, 3);
    line->setSpacing(2);
    for (QPushButton* button : {m_guideButton, m_keysButton, m_newsButton}) {
        button->setCheckable(true);
        line->addWidget(button);
    }
    line->addStretch(1);
    line->addWidget(back);
    m_find->setObjectName(QStringLiteral("guideFind"));
    m_find->setPlaceholderText(tr("Search the guide"));
    m_find->setAccessibleName(tr("Search the guide"));
    m_find->setClearButtonEnabled(true);
    m_contents->setObjectName(QStringLiteral("guideContents"));
    m_contents->setAccessibleName(tr("Contents of the guide"));
    m_contents->setFrameShape(QFrame::NoFrame);
    m_contents->setWordWrap(true);
    m_contents->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_page->setObjectName(QStringLiteral("guidePage"));
    m_page->setAccessibleName(tr("Text of the guide"));
    m_page->setFrameShape(QFrame::NoFrame);
    m_page->setOpenLinks(false);
    m_page->document()->setDocumentMargin(26);
    auto* side = new QVBoxLayout;
    side->setContentsMargins(10, 4, 0, 6);
    side->addWidget(m_find);
    side->addWidget(m_contents, 1);
    auto* columns = new QHBoxLayout;
    columns->setContentsMargins(0, 0, 0, 0);
    columns->setSpacing(8);
    auto* left_ = new QWidget(this);
    left_->setLayout(side);
    left_->setFixedWidth(scaled(250));
    // Lines that are longer than this are hard to follow.
    m_page->setMaximumWidth(scaled(820));
    columns->addWidget(left_);
    columns->addWidget(m_page, 4);
    columns->addStretch(1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addLayout(line);
    column->addLayout(columns, 1);

    connect(back, &QPushButton::clicked, this, &GuideStage::left);
    connect(m_guideButton, &QPushButton::clicked, this, [this] { show(Text::guide); });
    connect(m_keysButton, &QPushButton::clicked, this, [this] { show(Text::keys); });
    connect(m_newsButton, &QPushButton::clicked, this, [this] { show(Text::news); });
    connect(m_find, &QLineEdit::textChanged, this, &GuideStage::fillHits);
    connect(m_find, &QLineEdit::returnPressed, this, [this] {
        if (m_contents->count() == 0) return;
        if (m_contents->currentRow() < 0) m_contents->setCurrentRow(0);
        m_contents->setFocus();
    });
    connect(m_contents, &QListWidget::currentRowChanged, this, &GuideStage::openRow);
    connect(&lookChanges(), &LookChanges::changed, this, [this] { show(m_text); });
    connect(&preferenceChanges(), &PreferenceChanges::changed, this, [this] { show(m_text); });
    show(Text::guide);
}

void GuideStage::focusMain() {
    m_find->setFocus();
}

void GuideStage::showNamed(const QString& page) {
    if (page == QLatin1String("keys")) return show(Text::keys);
    if (page == QLatin1String("new")) return show(Text::news);
    open(page, {});
}

void GuideStage::show(Text text) {
    m_text = text;
    m_guideButton->setChecked(text == Text::guide);
    m_keysButton->setChecked(text == Text::keys);
    m_newsButton->setChecked(text == Text::news);
    m_find->clear();
    fillContents();
    if (text == Text::keys) return present(m_keys());
    const GuideBook& book = text == Text::news ? m_news : m_guide;
    if (m_chapter >= book.chapters().size()) m_chapter = 0;
    if (!book.chapters().empty()) present(book.chapters()[text == Text::news ? 0 : m_chapter].text);
}

void GuideStage::open(const QString& chapter, const QStringList& leads) {
    // Chapters stand in one order in every language.
    m_chapter = GuideBook::shipped(QStringLiteral("guide.md")).chapterOf(chapter);
    show(Text::guide);
    QString wanted;
    for (const QString& lead : m_guide.chapters()[m_chapter].leads)
        if (leads.contains(lead, Qt::CaseInsensitive)) wanted = lead;
    for (int row = 0; row < m_contents->count(); ++row) {
        const QListWidgetItem* item = m_contents->item(row);
        if (item->data(chapterRole).toULongLong() != m_chapter || item->data(leadRole).toString() != wanted) continue;
        m_contents->setCurrentRow(row);
        return openRow(row);
    }
}

/// Chapters, and below each what leads its paragraphs.
void GuideStage::fillContents() {
    const QSignalBlocker quiet(m_contents);
    m_hits.clear();
    m_contents->clear();
    if (m_text == Text::keys) {
        for (const QString& line : m_keys().split(QLatin1Char('\n')))
            if (line.startsWith(QLatin1String("### "))) m_contents->addItem(entry(line.mid(4), 0, line.mid(4), true));
        return;
    }
    const GuideBook& book = m_text == Text::news ? m_news : m_guide;
    for (std::size_t c = 0; c < book.chapters().size(); ++c) {
        const GuideBook::Chapter& chapter = book.chapters()[c];
        m_contents->addItem(entry(chapter.title, c, {}, true));
        if (m_text == Text::guide)
            for (const QString& lead : chapter.leads)
                m_contents->addItem(entry(QStringLiteral("    ") + lead, c, lead, false));
    }
}

void GuideStage::fillHits(const QString& words) {
    if (words.trimmed().isEmpty()) return fillContents();
    if (m_text == Text::keys) {
        m_text = Text::guide;
        show(Text::guide);
        const QSignalBlocker quiet(m_find);
        m_find->setText(words);
    }
    const GuideBook& book = m_text == Text::news ? m_news : m_guide;
    m_hits = book.find(words);
    const QSignalBlocker quiet(m_contents);
    m_contents->clear();
    for (std::size_t i = 0; i < m_hits.size(); ++i) {
        const GuideBook::Hit& hit = m_hits[i];
        const QString place =
            book.chapters()[hit.chapter].title + (hit.lead.isEmpty() ? QString() : QStringLiteral(" · ") + hit.lead);
        QString sentence = hit.sentence;
        constexpr qsizetype shown = 90;
        if (sentence.size() > shown) sentence = sentence.left(shown).trimmed() + QStringLiteral("…");
        QListWidgetItem* item = entry(place + QLatin1Char('\n') + sentence, hit.chapter, hit.lead, false);
        item->setData(hitRole, qulonglong(i) + 1);
        m_contents->addItem(item);
    }
    if (m_hits.empty()) {
        auto* none = new QListWidgetItem(tr("Nothing in the guide says this."));
        none->setFlags(Qt::NoItemFlags);
        m_contents->addItem(none);
    }
}

void GuideStage::openRow(int row) {
    const QListWidgetItem* item = m_contents->item(row);
    if (!item || !(item->flags() & Qt::ItemIsEnabled)) return;
    if (m_text == Text::keys) return scrollTo(item->data(leadRole).toString());
    const GuideBook& book = m_text == Text::news ? m_news : m_guide;
    m_chapter = std::size_t(item->data(chapterRole).toULongLong());
    present(book.chapters()[m_chapter].text);
    const qulonglong hit = item->data(hitRole).toULongLong();
    if (hit > 0) {
        scrollTo(m_hits[std::size_t(hit) - 1].sentence.left(40));
        return mark(m_find->text());
    }
    scrollTo(item->data(leadRole).toString());
}

void GuideStage::present(const QString& markdown) {
    m_page->setExtraSelections({});
    m_page->document()->setDefaultFont(bodyFont());
    m_page->setMarkdown(markdown);
    // Air between lines and paragraphs, headings of our own sizes.
    for (QTextBlock block = m_page->document()->begin(); block.isValid(); block = block.next()) {
        QTextCursor cursor(block);
        QTextBlockFormat format = block.blockFormat();
        const int level = format.headingLevel();
        if (level > 0) {
            cursor.select(QTextCursor::BlockUnderCursor);
            QTextCharFormat letters;
            letters.setFont(level <= 2 ? headingFont() : boldened(bodyFont()));
            cursor.mergeCharFormat(letters);
        }
        if (QTextCursor(block).currentTable()) continue;
        format.setLineHeight(130, QTextBlockFormat::ProportionalHeight);
        format.setBottomMargin(level > 0 ? 6 : 9);
        cursor.setBlockFormat(format);
    }
    for (QTextFrame* frame : m_page->document()->rootFrame()->childFrames())
        if (auto* table = qobject_cast<QTextTable*>(frame)) {
            QTextTableFormat format = table->format();
            format.setCellPadding(3);
            format.setCellSpacing(0);
            format.setBorder(0);
            format.setBottomMargin(12);
            table->setFormat(format);
        }
    m_page->moveCursor(QTextCursor::Start);
}

/// Brings the paragraph with these words to the top.
void GuideStage::scrollTo(const QString& words) {
    if (words.isEmpty()) return;
    for (QTextBlock block = m_page->document()->begin(); block.isValid(); block = block.next()) {
        if (!block.text().contains(words)) continue;
        const QRectF box = m_page->document()->documentLayout()->blockBoundingRect(block);
        m_page->verticalScrollBar()->setValue(int(box.top()) - 8);
        return;
    }
}

/// Every place of the words that are searched for.
void GuideStage::mark(const QString& words) {
    QList<QTextEdit::ExtraSelection> marks;
    for (const QString& word : words.split(QLatin1Char(' '), Qt::SkipEmptyParts)) {
        QTextCursor at(m_page->document());
        while (!(at = m_page->document()->find(word, at)).isNull()) {
            QTextEdit::ExtraSelection one;
            one.cursor = at;
            one.format.setBackground(theme().selection);
            one.format.setForeground(theme().ink);
            marks << one;
        }
    }
    m_page->setExtraSelections(marks);
}

void GuideStage::keyPressEvent(QKeyEvent* event) {
    if (event->key() != Qt::Key_Escape) return Stage::keyPressEvent(event);
    if (!m_find->text().isEmpty()) return m_find->clear();
    emit left();
}

} // namespace yarrin
