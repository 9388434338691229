// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/guide/guide_book.h"

#include "app/base/language.h"

#include <QFile>
#include <QLocale>
#include <QRegularExpression>

#include <algorithm>

namespace yarrin {

namespace {

QString withoutMarks(QString text) {
    static const QRegularExpression marks(QStringLiteral("[*`|#]+|^- |\\[([^\\]]*)\\]\\([^)]*\\)"));
    return text.replace(marks, QStringLiteral("\\1")).simplified();
}

/// What is bold at the beginning, without a key in brackets and the full stop.
QString leadOf(const QString& paragraph) {
    static const QRegularExpression bold(QStringLiteral("^(?:- )?\\*\\*([^*]+?)[.?]?(?: \\(([^)]*)\\))?[.?]?\\*\\*"));
    const auto match = bold.match(paragraph);
    return match.hasMatch() ? match.captured(1) : QString();
}

/// The sentence that says all of the words, else the first that says one of them.
QString sentenceWith(const QString& paragraph, const QStringList& words) {
    static const QRegularExpression ends(QStringLiteral("(?<=[.?!]) "));
    const QStringList sentences = withoutMarks(paragraph).split(ends);
    const auto says = [](const QString& sentence, const QString& word) {
        return sentence.contains(word, Qt::CaseInsensitive);
    };
    for (const QString& one : sentences)
        if (std::all_of(words.begin(), words.end(), [&](const QString& word) { return says(one, word); })) return one;
    for (const QString& one : sentences)
        if (std::any_of(words.begin(), words.end(), [&](const QString& word) { return says(one, word); })) return one;
    return sentences.front();
}

} // namespace

GuideBook::GuideBook(const QString& markdown) {
    static const QRegularExpression heading(QStringLiteral("^## (.+?)(?: \\(([^)]*)\\))?$"));
    QString begins;
    for (const QString& line : markdown.split(QLatin1Char('\n'))) {
        if (const auto match = heading.match(line); match.hasMatch()) {
            m_chapters.push_back({match.captured(1), match.captured(2), line + QLatin1Char('\n'), {}});
            continue;
        }
        if (m_chapters.empty()) continue; // the title, and what a shell needs to begin
        Chapter& chapter = m_chapters.back();
        chapter.text += line + QLatin1Char('\n');
        if (const QString lead = leadOf(line);
            !lead.isEmpty() && !line.startsWith(QLatin1Char('-')) && !chapter.leads.contains(lead))
            chapter.leads << lead;
    }
}

GuideBook GuideBook::shipped(const QString& name) {
    QFile file(QStringLiteral(":/guide/") + name);
    return GuideBook(file.open(QIODevice::ReadOnly) ? QString::fromUtf8(file.readAll()) : QString());
}

GuideBook GuideBook::spokenGuide() {
    const QString name = QStringLiteral("guide.%1.md").arg(QLocale::languageToCode(spoken().language()));
    return shipped(QFile::exists(QStringLiteral(":/guide/") + name) ? name : QStringLiteral("guide.md"));
}

std::size_t GuideBook::chapterOf(const QString& title) const {
    for (std::size_t i = 0; i < m_chapters.size(); ++i)
        if (m_chapters[i].title.endsWith(title, Qt::CaseInsensitive)) return i;
    return 0;
}

std::vector<GuideBook::Hit> GuideBook::find(const QString& words) const {
    const QStringList wanted = words.split(QLatin1Char(' '), Qt::SkipEmptyParts);
    std::vector<std::pair<int, Hit>> found;
    if (wanted.isEmpty()) return {};
    const auto holds = [&](const QString& text) {
        return std::all_of(wanted.begin(), wanted.end(),
                           [&](const QString& word) { return text.contains(word, Qt::CaseInsensitive); });
    };
    for (std::size_t c = 0; c < m_chapters.size(); ++c) {
        QString lead;
        int number = 0;
        // A paragraph goes on over the ends of lines.
        static const QRegularExpression ends(QStringLiteral("\\n\\n|\\n(?=- |\\|)"));
        for (const QString& paragraph : m_chapters[c].text.split(ends)) {
            if (const QString own = leadOf(paragraph); !own.isEmpty()) lead = own;
            if (const QString plain = withoutMarks(paragraph); holds(plain)) {
                const bool named = holds(leadOf(paragraph)) || paragraph.startsWith(QLatin1Char('#'));
                found.push_back({named ? 0 : 1, {c, lead, sentenceWith(paragraph, wanted), number}});
            }
            ++number;
        }
    }
    std::stable_sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<Hit> hits;
    for (auto& [rank, hit] : found) hits.push_back(std::move(hit));
    return hits;
}

} // namespace yarrin
