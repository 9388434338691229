// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>

#include <vector>

namespace yarrin {

/// A text in Markdown as chapters, each with the words that lead its paragraphs: the user's guide, which is the same
/// text as the project's own.
class GuideBook {
public:
    struct Chapter {
        QString title;     ///< without the key in brackets
        QString key;       ///< "Alt+5", where it has one
        QString text;      ///< Markdown, its heading included
        QStringList leads; ///< "Places", "Clashes": what is bold at the beginning of a paragraph
    };
    /// Where words stand.
    struct Hit {
        std::size_t chapter = 0;
        QString lead;     ///< the last one before it; empty: none
        QString sentence; ///< without marks
        int paragraph = 0;
    };

    explicit GuideBook(const QString& markdown);
    /// The guide that ships, or another text of the resources.
    [[nodiscard]] static GuideBook shipped(const QString& name);
    /// The guide in the language that the window speaks, else in English.
    [[nodiscard]] static GuideBook spokenGuide();

    [[nodiscard]] const std::vector<Chapter>& chapters() const { return m_chapters; }
    /// The chapter of a title, or the first.
    [[nodiscard]] std::size_t chapterOf(const QString& title) const;
    /// Paragraphs that hold all of the words, whatever their case; those where a lead or a title says them come first.
    [[nodiscard]] std::vector<Hit> find(const QString& words) const;

private:
    std::vector<Chapter> m_chapters;
};

} // namespace yarrin
