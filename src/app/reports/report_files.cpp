// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/report_files.h"

#include "app/base/format.h"
#include "app/sheets/paper_sheet.h"
#include "core/base/worded.h"
#include "store/table_workbook.h"

#include <QCoreApplication>
#include <QFileInfo>
#include <QSaveFile>
#include <QSvgGenerator>

#include <memory>

namespace yarrin {

namespace {

constexpr double pictureWidth = 720; ///< pixels

/// What Markdown takes for nothing but text.
QString plain(const QString& text) {
    QString out;
    for (const QChar c : text) {
        if (QStringLiteral("\\`*_[]<>|#").contains(c)) out += QLatin1Char('\\');
        out += c == QLatin1Char('\n') ? QLatin1Char(' ') : c == QChar::Nbsp ? QLatin1Char(' ') : c;
    }
    return out;
}

QString withBold(const ReportBlock& block) {
    QString out;
    int at = 0;
    for (const BoldPart& part : block.bold) {
        out += plain(block.text.mid(at, part.from - at)) + QStringLiteral("**") +
               plain(block.text.mid(part.from, part.length)) + QStringLiteral("**");
        at = part.from + part.length;
    }
    return out + plain(block.text.mid(at));
}

QString tableOf(const ReportTable& table) {
    QString out = QStringLiteral("|"), rule = QStringLiteral("|");
    for (const ReportColumn& column : table.columns) {
        out += QStringLiteral(" %1 |").arg(plain(column.title));
        rule += column.right ? QStringLiteral("---:|") : QStringLiteral("---|");
    }
    out += QLatin1Char('\n') + rule + QLatin1Char('\n');
    for (const ReportRow& row : table.rows) {
        out += QLatin1Char('|');
        for (std::size_t c = 0; c < table.columns.size(); ++c) {
            const QString text = c < row.cells.size() ? plain(row.cells[c].text).trimmed() : QString();
            const bool bold = row.kind != ReportRow::Kind::plain && !text.isEmpty();
            out += bold ? QStringLiteral(" **%1** |").arg(text) : QStringLiteral(" %1 |").arg(text);
        }
        out += QLatin1Char('\n');
    }
    return out + QLatin1Char('\n');
}

bool paint(const ReportPicture& picture, QIODevice& file) {
    QSvgGenerator generator;
    generator.setOutputDevice(&file);
    generator.setResolution(96);
    const QSizeF size(pictureWidth, picture.height);
    generator.setSize(size.toSize());
    generator.setViewBox(QRectF(QPointF(), size));
    generator.setTitle(picture.caption);
    QPainter painter;
    if (!painter.begin(&generator)) return false;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(QRectF(QPointF(), size), Qt::white);
    picture.paint(painter, size);
    return painter.end();
}

TableCell cellOf(const ReportCell& cell) {
    TableCell made;
    made.text = cell.text.trimmed().toStdString();
    made.date = cell.date;
    made.figure = cell.figure;
    made.sum = cell.sum;
    made.kind = cell.kind == ReportCell::Kind::money   ? TableCell::Kind::money
                : cell.kind == ReportCell::Kind::share ? TableCell::Kind::share
                                                       : TableCell::Kind::number;
    return made;
}

} // namespace

QString markdownOf(const Report& report, const QStringList& pictures) {
    QString out = QStringLiteral("# %1\n\n%2\n\n").arg(plain(report.title), plain(report.subtitle));
    qsizetype picture = 0;
    using Kind = ReportBlock::Kind;
    for (std::size_t i = 0; i < report.blocks.size(); ++i) {
        const ReportBlock& block = report.blocks[i];
        switch (block.kind) {
        case Kind::heading:
            out += QString(block.level + 1, QLatin1Char('#')) + QLatin1Char(' ') + plain(block.text) +
                   QStringLiteral("\n\n");
            break;
        case Kind::words:
            out += withBold(block) + QStringLiteral("\n\n");
            break;
        case Kind::point: {
            const bool last = i + 1 == report.blocks.size() || report.blocks[i + 1].kind != Kind::point;
            out += QStringLiteral("- ") + withBold(block) + (last ? QStringLiteral("\n\n") : QStringLiteral("\n"));
            break;
        }
        case Kind::table:
            out += tableOf(block.table);
            break;
        case Kind::picture:
            out += QStringLiteral("![%1](%2)\n\n")
                       .arg(plain(block.picture.caption),
                            QString(pictures.value(picture++)).replace(QLatin1Char(' '), QStringLiteral("%20")));
            break;
        }
    }
    for (const FootCell& cell : report.foot)
        for (const QString& line : cell.lines)
            if (!line.isEmpty())
                out += plain(cell.title.isEmpty() ? line : cell.title + QStringLiteral(": ") + line) +
                       QStringLiteral("  \n");
    return out;
}

Result<QStringList> writeMarkdown(const Report& report, const QString& path) {
    const QFileInfo info(path);
    std::vector<std::unique_ptr<QSaveFile>> files;
    QStringList names, written{path};
    for (const ReportBlock& block : report.blocks) {
        if (block.kind != ReportBlock::Kind::picture) continue;
        names << QStringLiteral("%1-%2.svg").arg(info.completeBaseName()).arg(names.size() + 1);
        written << info.path() + QLatin1Char('/') + names.back();
        files.push_back(std::make_unique<QSaveFile>(written.back()));
        if (!files.back()->open(QIODevice::WriteOnly)) return unwrittenAt(written.back(), files.back()->errorString());
        if (!paint(block.picture, *files.back()))
            return unwrittenAt(written.back(), QCoreApplication::translate("yarrin", "the picture cannot be made"));
    }
    files.push_back(std::make_unique<QSaveFile>(path));
    if (!files.back()->open(QIODevice::WriteOnly)) return unwrittenAt(path, files.back()->errorString());
    files.back()->write(markdownOf(report, names).toUtf8());
    for (const auto& file : files)
        if (!file->commit()) return unwrittenAt(file->fileName(), file->errorString());
    return written;
}

Result<QStringList> writeTablesOf(const Report& report, const QString& path) {
    std::vector<OutTable> tables;
    for (const ReportBlock& block : report.blocks) {
        if (block.kind != ReportBlock::Kind::table) continue;
        OutTable& table = tables.emplace_back();
        table.name = block.table.name.toStdString();
        table.chart = block.table.chart == ReportChart::columns ? OutTable::Chart::columns
                      : block.table.chart == ReportChart::lines ? OutTable::Chart::lines
                                                                : OutTable::Chart::none;
        for (const ReportColumn& column : block.table.columns) table.columns.push_back(column.title.toStdString());
        for (const ReportRow& row : block.table.rows) {
            auto& cells = table.rows.emplace_back();
            cells.strong = row.kind != ReportRow::Kind::plain;
            for (const ReportCell& cell : row.cells) cells.cells.push_back(cellOf(cell));
        }
    }
    if (tables.empty()) return inputError(worded("this sheet has no tables"));
    if (Outcome written = writeTables(tables, path.toStdString()); !written.ok()) return written.errors();
    return QStringList{path};
}

} // namespace yarrin
