// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/table_out.h"

#include "app/base/format.h"
#include "app/table/grid_view.h"
#include "core/time/typed_date.h"

#include <QDate>
#include <QHeaderView>
#include <QLocale>
#include <QMimeData>

namespace yarrin {

namespace {

/// What a cell says, as the figure or the day that it is.
ReportCell cellOf(const QString& text, bool right) {
    if (const auto day = parseTypedDate(text.toStdString());
        day.ok() && (text == show::date(*day) || text == show::weekdayDate(*day)))
        return cell::date(*day);
    ReportCell made = cell::text(text);
    if (!right) return made;
    QString digits = text;
    digits.replace(QChar(0x2212), QLatin1Char('-')).remove(QLatin1Char(',')).remove(QChar(QChar::Nbsp));
    bool money = false;
    for (const QChar sign : QStringLiteral("£€$¥"))
        if (digits.contains(sign)) {
            digits.remove(sign);
            money = true;
        }
    bool ok = false;
    const double value = digits.trimmed().toDouble(&ok);
    if (!ok) return made;
    made.kind = money ? ReportCell::Kind::money : ReportCell::Kind::number;
    made.figure = value;
    return made;
}

/// What a spreadsheet would run is text.
QString harmless(QString text) {
    text.replace(QLatin1Char('\t'), QLatin1Char(' ')).replace(QLatin1Char('\n'), QLatin1Char(' '));
    bool number = false;
    (void)QString(text).remove(QLatin1Char(',')).toDouble(&number);
    const bool formula = !text.isEmpty() && QStringLiteral("=+-@").contains(text.front()) && !number;
    return formula ? QLatin1Char('\'') + text : text;
}

} // namespace

ReportTable shownTable(const GridView& view) {
    ReportTable table;
    table.name = view.accessibleName();
    auto* model = static_cast<GridModel*>(view.model());
    std::vector<int> columns;
    for (int place = 0; place < model->columnCount(); ++place) {
        const int column = view.horizontalHeader()->logicalIndex(place);
        if (column < 0 || view.isColumnHidden(column)) continue;
        columns.push_back(column);
        const auto side = Qt::Alignment(model->index(0, column).data(Qt::TextAlignmentRole).toInt());
        table.columns.push_back({model->headerData(column, Qt::Horizontal).toString(), side.testFlag(Qt::AlignRight)});
    }
    for (int row = 0; row < model->rowCount(); ++row) {
        if (view.isRowHidden(row)) continue;
        ReportRow& made = table.rows.emplace_back();
        if (model->isHeading(row)) made.kind = ReportRow::Kind::heading;
        for (std::size_t c = 0; c < columns.size(); ++c)
            made.cells.push_back(cellOf(model->index(row, columns[c]).data().toString(), table.columns[c].right));
    }
    return table;
}

QMimeData* onClipboard(const std::vector<ReportTable>& tables) {
    QString plain, page = QStringLiteral("<meta charset=\"utf-8\">");
    for (const ReportTable& table : tables) {
        QStringList line;
        page += QStringLiteral("<table><tr>");
        for (const ReportColumn& column : table.columns) {
            line << harmless(column.title);
            page += QStringLiteral("<th>%1</th>").arg(column.title.toHtmlEscaped());
        }
        plain += line.join(QLatin1Char('\t')) + QLatin1Char('\n');
        page += QStringLiteral("</tr>");
        for (const ReportRow& row : table.rows) {
            line.clear();
            page += QStringLiteral("<tr>");
            for (const ReportCell& cell : row.cells) {
                const QString text =
                    cell.figure ? QLocale::c().toString(*cell.figure, 'g', 15) : harmless(cell.text.trimmed());
                line << text;
                page += QStringLiteral("<td>%1</td>").arg(text.toHtmlEscaped());
            }
            plain += line.join(QLatin1Char('\t')) + QLatin1Char('\n');
            page += QStringLiteral("</tr>");
        }
        page += QStringLiteral("</table>");
        plain += QLatin1Char('\n');
    }
    auto* data = new QMimeData;
    data->setText(plain);
    data->setHtml(page);
    return data;
}

} // namespace yarrin
