// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/paint/sheet_painter.h"
#include "core/base/fine.h"
#include "core/time/instant.h"

#include <QPainter>
#include <QString>

#include <functional>
#include <optional>
#include <vector>

namespace yarrin {

/// A cell of a report's table: what people read, and the figure behind it, so that a workbook has it as one.
struct ReportCell {
    enum class Kind { text, date, number, money, share };
    Kind kind = Kind::text;
    QString text;
    std::optional<Date> date;
    std::optional<double> figure;
    bool sum = false; ///< of the plain rows above it
};

struct ReportRow {
    enum class Kind { plain, heading, total };
    std::vector<ReportCell> cells;
    Kind kind = Kind::plain;
};

struct ReportColumn {
    QString title;
    bool right = false; ///< figures
};

/// What a workbook draws of a table of its own accord.
enum class ReportChart { none, columns, lines };

struct ReportTable {
    QString name;
    std::vector<ReportColumn> columns;
    std::vector<ReportRow> rows;
    ReportChart chart = ReportChart::none; ///< first column along, figures up
};

/// A chart in a report: painted wherever it is wanted, in pixels of the painters.
struct ReportPicture {
    QString name; ///< of a file of it
    QString caption;
    double height = 200;
    std::function<void(QPainter& painter, const QSizeF& size)> paint;
};

struct BoldPart {
    int from = 0, length = 0;
};

/// One thing below the other.
struct ReportBlock {
    enum class Kind { heading, words, point, table, picture };
    Kind kind = Kind::words;
    int level = 1; ///< of a heading: 1 or 2
    QString text;
    std::vector<BoldPart> bold;
    ReportTable table;
    ReportPicture picture;
};

/// What is read from top to bottom: its text, tables and charts, and the foot of its pages. Holds all that it paints.
struct Report {
    QString job, title, subtitle;
    QString revision; ///< that it shows; none: work in hand
    std::vector<ReportBlock> blocks;
    std::vector<FootCell> foot;

    void heading(const QString& text, int level = 1);
    void words(const QString& text);
    /// A line of a list.
    void point(const QString& text);
    void table(ReportTable table);
    void picture(ReportPicture picture);
    /// Words of one's own, in Markdown.
    void markdown(const QString& text);
};

/// Cells as people read them everywhere in the application.
namespace cell {
[[nodiscard]] ReportCell text(const QString& text);
[[nodiscard]] ReportCell date(const std::optional<Date>& day);
[[nodiscard]] ReportCell number(double value, int decimals = 0);
/// A whole number, and nothing for none.
[[nodiscard]] ReportCell count(const std::optional<int>& value);
[[nodiscard]] ReportCell money(const Fraction& sum, const std::string& currency);
[[nodiscard]] ReportCell money(const Fine& sum, const std::string& currency);
/// 1 is 100 %.
[[nodiscard]] ReportCell share(double value);
/// The sum of what stands above.
[[nodiscard]] ReportCell sum(ReportCell of);
} // namespace cell

} // namespace yarrin
