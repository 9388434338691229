// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/guide/guide_book.h"
#include "app/window/stage.h"

#include <functional>

class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;
class QTextBrowser;

namespace yarrin {

/// The user's guide within the window: chapters and what leads their paragraphs at the left, the text beside them, and
/// a field that searches all of it. All keys and what is new stand on pages of their own.
class GuideStage : public Stage {
    Q_OBJECT
public:
    /// `keys` gives the page of all keys, in Markdown.
    explicit GuideStage(std::function<QString()> keys, QWidget* parent = nullptr);

    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    /// "keys", "new", or a chapter by its title.
    void showNamed(const QString& page) override;
    /// The chapter of a title, and where in it one of these words leads a paragraph: the last that does.
    void open(const QString& chapter, const QStringList& leads);

signals:
    /// Back to where one came from.
    void left();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    enum class Text { guide, keys, news };
    void show(Text text);
    void fillContents();
    void fillHits(const QString& words);
    void openRow(int row);
    void present(const QString& markdown);
    void scrollTo(const QString& beginning);
    void mark(const QString& words);

    std::function<QString()> m_keys;
    GuideBook m_guide, m_news;
    NoticeBar* m_notice;
    QLineEdit* m_find;
    QListWidget* m_contents;
    QTextBrowser* m_page;
    QPushButton *m_guideButton, *m_keysButton, *m_newsButton;
    Text m_text = Text::guide;
    std::size_t m_chapter = 0;
    std::vector<GuideBook::Hit> m_hits;
};

} // namespace yarrin
