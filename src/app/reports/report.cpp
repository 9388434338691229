// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/report.h"

#include "app/base/format.h"
#include "app/base/language.h"
#include "core/contract/damages.h"

#include <QLocale>
#include <QTextBlock>
#include <QTextDocument>
#include <QTextList>
#include <QTextTable>

namespace yarrin {

namespace {

/// A paragraph with what of it is bold.
ReportBlock paragraphOf(const QTextBlock& block) {
    ReportBlock made;
    const int level = block.blockFormat().headingLevel();
    if (level > 0) {
        made.kind = ReportBlock::Kind::heading;
        made.level = std::min(level, 2);
    } else if (block.textList()) {
        made.kind = ReportBlock::Kind::point;
    }
    for (auto at = block.begin(); !at.atEnd(); ++at) {
        const QTextFragment piece = at.fragment();
        if (level == 0 && piece.charFormat().fontWeight() >= QFont::DemiBold)
            made.bold.push_back({int(made.text.size()), int(piece.text().size())});
        made.text += piece.text();
    }
    return made;
}

ReportTable tableOf(QTextTable& from) {
    ReportTable table;
    for (int row = 0; row < from.rows(); ++row) {
        ReportRow cells;
        for (int column = 0; column < from.columns(); ++column) {
            const QString text = from.cellAt(row, column).firstCursorPosition().block().text();
            if (row == 0)
                table.columns.push_back({text, false});
            else
                cells.cells.push_back(cell::text(text));
        }
        if (row > 0) table.rows.push_back(std::move(cells));
    }
    return table;
}

} // namespace

void Report::heading(const QString& text, int level) {
    ReportBlock block;
    block.kind = ReportBlock::Kind::heading;
    block.level = level;
    block.text = text;
    blocks.push_back(std::move(block));
}

void Report::words(const QString& text) {
    if (text.isEmpty()) return;
    ReportBlock block;
    block.text = text;
    blocks.push_back(std::move(block));
}

void Report::point(const QString& text) {
    words(text);
    if (!text.isEmpty()) blocks.back().kind = ReportBlock::Kind::point;
}

void Report::table(ReportTable table) {
    ReportBlock block;
    block.kind = ReportBlock::Kind::table;
    block.table = std::move(table);
    blocks.push_back(std::move(block));
}

void Report::picture(ReportPicture picture) {
    ReportBlock block;
    block.kind = ReportBlock::Kind::picture;
    block.picture = std::move(picture);
    blocks.push_back(std::move(block));
}

void Report::markdown(const QString& text) {
    QTextDocument document;
    document.setMarkdown(text, QTextDocument::MarkdownFeatures(QTextDocument::MarkdownNoHTML) |
                                   QTextDocument::MarkdownDialectGitHub);
    QTextFrame* root = document.rootFrame();
    for (auto at = root->begin(); !at.atEnd(); ++at) {
        if (auto* table = qobject_cast<QTextTable*>(at.currentFrame())) {
            this->table(tableOf(*table));
            continue;
        }
        ReportBlock block = paragraphOf(at.currentBlock());
        if (!block.text.trimmed().isEmpty()) blocks.push_back(std::move(block));
    }
}

namespace cell {

ReportCell text(const QString& text) {
    ReportCell made;
    made.text = text;
    return made;
}

ReportCell date(const std::optional<Date>& day) {
    ReportCell made;
    made.kind = ReportCell::Kind::date;
    if (!day) return made;
    made.text = show::date(*day);
    made.date = day;
    return made;
}

ReportCell number(double value, int decimals) {
    ReportCell made;
    made.kind = ReportCell::Kind::number;
    // A true minus, as everywhere.
    made.text = spoken().toString(value, 'f', decimals).replace(QLatin1Char('-'), QChar(0x2212));
    made.figure = value;
    return made;
}

ReportCell count(const std::optional<int>& value) {
    if (value) return number(*value);
    ReportCell made;
    made.kind = ReportCell::Kind::number;
    return made;
}

ReportCell money(const Fraction& sum, const std::string& currency) {
    ReportCell made;
    made.kind = ReportCell::Kind::money;
    made.text = show::money(sum, currency);
    made.figure = sum.toDouble();
    return made;
}

ReportCell money(const Fine& sum, const std::string& currency) {
    return money(Fraction(sum.rounded(minorDigits(currency)).value_or(Decimal(0))), currency);
}

ReportCell share(double value) {
    ReportCell made = number(value * 100);
    made.kind = ReportCell::Kind::share;
    made.text += QStringLiteral(" %");
    made.figure = value;
    return made;
}

ReportCell sum(ReportCell of) {
    of.sum = true;
    return of;
}

} // namespace cell

} // namespace yarrin
