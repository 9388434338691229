// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/report_sheet.h"

#include "app/reports/report_files.h"
#include "chart/paint/theme.h"
#include "core/base/worded.h"

#include <QCoreApplication>
#include <QFileInfo>
#include <QFontMetricsF>
#include <QTextLayout>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

struct SayOfReport {
    Q_DECLARE_TR_FUNCTIONS(ReportSheet)
};

constexpr double setAt = 0.72; ///< points to a pixel where pages are free: text of 13 pixels is set at 9.4 points
constexpr double cellPad = 6;
constexpr double footLeast = 300, widthLeast = 320;

QFont titleFont() {
    QFont font = boldened(headingFont());
    font.setPixelSize(int(std::lround(font.pixelSize() * 1.5)));
    return font;
}

/// Text broken into lines of a width.
class Lines {
public:
    Lines(const QString& text, const QFont& font, double width, Qt::Alignment side = Qt::AlignLeft,
          const std::vector<BoldPart>& bold = {})
        : m_layout(std::make_shared<QTextLayout>(text, font)) {
        QTextOption option(side);
        option.setWrapMode(QTextOption::WrapAtWordBoundaryOrAnywhere);
        option.setUseDesignMetrics(true);
        m_layout->setTextOption(option);
        QList<QTextLayout::FormatRange> formats;
        for (const BoldPart& part : bold) {
            QTextLayout::FormatRange range;
            range.start = part.from;
            range.length = part.length;
            range.format.setFontWeight(QFont::DemiBold);
            formats.push_back(range);
        }
        m_layout->setFormats(formats);
        m_layout->beginLayout();
        double y = 0;
        for (QTextLine line = m_layout->createLine(); line.isValid(); line = m_layout->createLine()) {
            line.setLineWidth(std::max(1.0, width));
            line.setPosition({0, y});
            y += std::ceil(line.height());
        }
        m_layout->endLayout();
        m_height = y;
    }
    [[nodiscard]] double height() const { return m_height; }
    [[nodiscard]] int count() const { return m_layout->lineCount(); }
    [[nodiscard]] double lineHeight(int line) const { return std::ceil(m_layout->lineAt(line).height()); }
    void draw(QPainter& painter, const QPointF& at) const { m_layout->draw(&painter, at); }
    void drawLine(QPainter& painter, int line, const QPointF& at) const {
        const QTextLine one = m_layout->lineAt(line);
        one.draw(&painter, at - QPointF(0, one.y()));
    }

private:
    std::shared_ptr<QTextLayout> m_layout;
    double m_height = 0;
};

/// What is not torn: it is painted below whatever comes before it.
struct Piece {
    double height = 0;
    bool withNext = false;
    int table = -1; ///< of whose rows it is one: the piece that is repeated on the next page
    QString mark;
    int level = 0;
    std::function<void(QPainter& painter, double y)> paint;
};

struct Placed {
    std::size_t piece = 0;
    double y = 0;
};

struct Pages {
    std::vector<Piece> pieces;
    std::vector<std::vector<Placed>> pages;
    double width = 0, height = 0;
};

/// Makes the pieces of a report for a width.
class Setter {
public:
    Setter(const Report& report, double width) : m_report(report), m_width(width), m_theme(Theme::light()) {}

    std::vector<Piece> run() {
        text(m_report.title, titleFont(), m_theme.ink, 0, true);
        text(m_report.subtitle, secondaryFont(), m_theme.muted, 0, true);
        space(8, true);
        for (std::size_t i = 0; i < m_report.blocks.size(); ++i) {
            const auto kind = [&](std::size_t at) { return m_report.blocks[at].kind; };
            // Words that lead to a chart or a table go with it.
            m_leads = i + 1 < m_report.blocks.size() &&
                      (kind(i + 1) == ReportBlock::Kind::picture || kind(i + 1) == ReportBlock::Kind::table);
            set(m_report.blocks[i]);
        }
        return std::move(m_pieces);
    }

private:
    void set(const ReportBlock& block) {
        switch (block.kind) {
        case ReportBlock::Kind::heading:
            return heading(block);
        case ReportBlock::Kind::words:
            words(block, 0);
            if (m_leads) m_pieces.back().withNext = true;
            return space(6, m_leads);
        case ReportBlock::Kind::point:
            point(block);
            return space(2, false);
        case ReportBlock::Kind::table:
            table(block.table);
            return space(10, false);
        case ReportBlock::Kind::picture:
            return picture(block.picture);
        }
    }
    void put(double height, bool withNext, std::function<void(QPainter&, double)> paint) {
        Piece piece;
        piece.height = height;
        piece.withNext = withNext;
        piece.paint = std::move(paint);
        m_pieces.push_back(std::move(piece));
    }
    void space(double height, bool withNext) {
        put(height, withNext, [](QPainter&, double) {});
    }
    void text(const QString& text, const QFont& font, const QColor& colour, double inset, bool withNext) {
        if (text.isEmpty()) return;
        const Lines lines(text, font, m_width - inset);
        put(lines.height(), withNext, [=](QPainter& painter, double y) {
            painter.setPen(colour);
            lines.draw(painter, {inset, y});
        });
    }
    void heading(const ReportBlock& block) {
        const bool large = block.level <= 1;
        space(large ? 10 : 4, true);
        m_pieces.back().mark = block.text;
        m_pieces.back().level = block.level - 1;
        text(block.text, large ? headingFont() : boldened(bodyFont()), m_theme.ink, 0, true);
        if (large)
            put(5, true, [=, width = m_width, colour = m_theme.rule](QPainter& painter, double y) {
                painter.fillRect(QRectF(0, y + 1, width, 1), colour);
            });
        else
            space(3, true);
    }
    /// Lines may part from each other, but for the first two and the last two.
    void words(const ReportBlock& block, double inset) {
        const Lines lines(block.text, bodyFont(), m_width - inset, Qt::AlignLeft, block.bold);
        for (int line = 0; line < lines.count(); ++line)
            put(lines.lineHeight(line), line == 0 || line == lines.count() - 2,
                [=, colour = m_theme.ink](QPainter& painter, double y) {
                    painter.setPen(colour);
                    lines.drawLine(painter, line, {inset, y});
                });
        if (lines.count() > 0) m_pieces.back().withNext = false;
    }
    void point(const ReportBlock& block) {
        const std::size_t first = m_pieces.size();
        words(block, 16);
        if (first == m_pieces.size()) return;
        m_pieces[first].paint = [=, colour = m_theme.muted, paint = m_pieces[first].paint,
                                 height = m_pieces[first].height](QPainter& painter, double y) {
            painter.save();
            painter.setPen(Qt::NoPen);
            painter.setBrush(colour);
            painter.drawEllipse(QPointF(6, y + height / 2), 1.8, 1.8);
            painter.restore();
            paint(painter, y);
        };
    }
    void picture(const ReportPicture& picture) {
        const bool caption = !picture.caption.isEmpty();
        put(picture.height, caption, [=, width = m_width](QPainter& painter, double y) {
            painter.save();
            painter.translate(0, y);
            painter.setClipRect(QRectF(0, 0, width, picture.height), Qt::IntersectClip);
            picture.paint(painter, {width, picture.height});
            painter.restore();
        });
        text(picture.caption, secondaryFont(), m_theme.muted, 0, false);
        space(10, false);
    }

    /// Columns as wide as what stands in them; where that is too much, those of words give way.
    [[nodiscard]] std::vector<double> widths(const ReportTable& table) const {
        const QFontMetricsF body(bodyFont()), bold(boldened(bodyFont())), small(secondaryFont());
        std::vector<double> wide(table.columns.size(), 0);
        for (std::size_t c = 0; c < wide.size(); ++c) {
            wide[c] = small.horizontalAdvance(table.columns[c].title) + 2 * cellPad + 2;
            for (const ReportRow& row : table.rows)
                if (c < row.cells.size() && row.kind != ReportRow::Kind::heading)
                    wide[c] = std::max(
                        wide[c],
                        (row.kind == ReportRow::Kind::plain ? body : bold).horizontalAdvance(row.cells[c].text) +
                            2 * cellPad + 2);
        }
        double fixed = 0, loose = 0;
        for (std::size_t c = 0; c < wide.size(); ++c) (table.columns[c].right ? fixed : loose) += wide[c];
        if (loose > 0 && fixed < m_width - 40) {
            // Every column of words gets what it wants, or its fair part of what there is.
            const double factor = (m_width - fixed) / loose;
            if (factor < 1)
                shareOut(table, wide, m_width - fixed);
            else
                for (std::size_t c = 0; c < wide.size(); ++c)
                    if (!table.columns[c].right) wide[c] *= std::min(factor, 3.0);
        } else {
            for (double& one : wide) one *= m_width / std::max(1.0, fixed + loose);
        }
        return wide;
    }
    /// Narrow columns keep their width, the wide ones share what is left.
    static void shareOut(const ReportTable& table, std::vector<double>& wide, double room) {
        std::vector<std::size_t> order;
        for (std::size_t c = 0; c < wide.size(); ++c)
            if (!table.columns[c].right) order.push_back(c);
        std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return wide[a] < wide[b]; });
        for (std::size_t i = 0; i < order.size(); ++i) {
            wide[order[i]] = std::min(wide[order[i]], room / double(order.size() - i));
            room -= wide[order[i]];
        }
    }
    void table(const ReportTable& table) {
        if (table.columns.empty()) return;
        const std::vector<double> wide = widths(table);
        double all = 0;
        for (const double one : wide) all += one;
        const int head = int(m_pieces.size());
        std::vector<Lines> titles;
        double height = 0;
        for (std::size_t c = 0; c < wide.size(); ++c) {
            titles.emplace_back(table.columns[c].title, secondaryFont(), wide[c] - 2 * cellPad,
                                table.columns[c].right ? Qt::AlignRight : Qt::AlignLeft);
            height = std::max(height, titles.back().height());
        }
        height += 8;
        put(height, true, [=, &t = m_theme](QPainter& painter, double y) {
            painter.fillRect(QRectF(0, y, all, height), t.panel);
            painter.fillRect(QRectF(0, y + height - 1, all, 1), t.muted);
            painter.setPen(t.muted);
            double x = 0;
            for (std::size_t c = 0; c < wide.size(); ++c) {
                titles[c].draw(painter, {x + cellPad, y + height - 4 - titles[c].height()});
                x += wide[c];
            }
        });
        for (const ReportRow& row : table.rows) this->row(table, row, wide, all, head);
    }
    void row(const ReportTable& table, const ReportRow& row, const std::vector<double>& wide, double all, int head) {
        const bool heading = row.kind == ReportRow::Kind::heading, total = row.kind == ReportRow::Kind::total;
        const QFont font = heading || total ? boldened(bodyFont()) : bodyFont();
        std::vector<Lines> cells;
        double height = 0;
        for (std::size_t c = 0; c < wide.size() && c < row.cells.size(); ++c) {
            // A heading runs over all columns.
            const double width = heading ? all - 2 * cellPad : wide[c] - 2 * cellPad;
            cells.emplace_back(row.cells[c].text, font, width,
                               table.columns[c].right && !heading ? Qt::AlignRight : Qt::AlignLeft);
            height = std::max(height, cells.back().height());
            if (heading) break;
        }
        height += 6;
        put(height, heading, [=, &t = m_theme](QPainter& painter, double y) {
            if (heading) painter.fillRect(QRectF(0, y, all, height), t.groupGround);
            if (total) painter.fillRect(QRectF(0, y, all, 1), t.muted);
            painter.fillRect(QRectF(0, y + height - 1, all, 1), t.rule);
            painter.setPen(t.ink);
            double x = 0;
            for (std::size_t c = 0; c < cells.size(); ++c) {
                cells[c].draw(painter, {x + cellPad, y + 3});
                x += wide[c];
            }
        });
        m_pieces.back().table = head;
    }

    const Report& m_report;
    double m_width;
    const Theme& m_theme;
    bool m_leads = false;
    std::vector<Piece> m_pieces;
};

/// Puts pieces on pages.
Pages paged(std::vector<Piece> pieces, double width, double height) {
    Pages out;
    out.pieces = std::move(pieces);
    out.width = width;
    out.height = height;
    const double room = height - sheetFootHeight(width) - sheetAboveFoot;
    double y = 0;
    out.pages.emplace_back();
    for (std::size_t i = 0; i < out.pieces.size(); ++i) {
        const bool chained = i > 0 && out.pieces[i - 1].withNext;
        if (!chained && !out.pages.back().empty()) {
            double chain = 0;
            for (std::size_t k = i; k < out.pieces.size(); ++k) {
                chain += out.pieces[k].height;
                if (!out.pieces[k].withNext) break;
            }
            if (y + chain > room) {
                out.pages.emplace_back();
                y = 0;
                const int head = out.pieces[i].table;
                if (head >= 0 && std::size_t(head) < i) {
                    out.pages.back().push_back({std::size_t(head), 0});
                    y = out.pieces[std::size_t(head)].height;
                }
            }
        }
        out.pages.back().push_back({i, y});
        y += out.pieces[i].height;
    }
    return out;
}

class LaidReport : public LaidSheet {
public:
    LaidReport(std::shared_ptr<const Report> report, Pages pages, const SheetWish& wish, double pointsPerPixel)
        : m_report(std::move(report)), m_pages(std::move(pages)), m_inset(wish.margin / millimetresPerInch),
          m_pointsPerPixel(pointsPerPixel) {
        inches = QSizeF(wish.paperWidth, wish.paperHeight) / millimetresPerInch;
        smallestText = smallestSheetText * pointsPerPixel;
    }
    [[nodiscard]] std::size_t pages() const override { return m_pages.pages.size(); }
    void paint(QPainter& painter, std::size_t page, double dotsPerInch) const override {
        if (page >= pages()) return;
        painter.save();
        painter.translate(m_inset * dotsPerInch, m_inset * dotsPerInch);
        const double scale = m_pointsPerPixel * dotsPerInch / pointsPerInch;
        painter.scale(scale, scale);
        painter.setClipRect(QRectF(0, 0, m_pages.width, m_pages.height));
        painter.setRenderHint(QPainter::Antialiasing);
        for (const Placed& one : m_pages.pages[page]) m_pages.pieces[one.piece].paint(painter, one.y);
        const double footTall = sheetFootHeight(m_pages.width);
        std::vector<FootCell> cells = m_report->foot;
        cells.push_back({SayOfReport::tr("Page"), {SayOfReport::tr("%1 of %2").arg(page + 1).arg(pages())}, 0.6, {}});
        paintSheetFoot(painter, QRectF(0, m_pages.height - footTall, m_pages.width, footTall), cells);
        painter.restore();
    }
    [[nodiscard]] std::vector<SheetMark> marks() const override {
        std::vector<SheetMark> marks;
        for (std::size_t page = 0; page < pages(); ++page)
            for (const Placed& one : m_pages.pages[page])
                if (const Piece& piece = m_pages.pieces[one.piece]; !piece.mark.isEmpty())
                    marks.push_back(
                        {piece.mark, page, piece.level, m_inset + one.y * m_pointsPerPixel / pointsPerInch});
        return marks;
    }

private:
    std::shared_ptr<const Report> m_report;
    Pages m_pages;
    double m_inset, m_pointsPerPixel;
};

} // namespace

Result<std::shared_ptr<const LaidSheet>> ReportSheet::layOut(const SheetPaper& paper) const {
    const auto wish = paper.wish();
    if (!wish.ok()) return wish.errors();
    const double wide = (wish->paperWidth - 2 * wish->margin) / millimetresPerInch * pointsPerInch;
    const double tall = (wish->paperHeight - 2 * wish->margin) / millimetresPerInch * pointsPerInch;
    constexpr double smaller = 0.94, least = 0.2;
    for (double size = setAt;; size *= smaller) {
        const double width = wide / size, height = tall / size;
        if (width < widthLeast || height < sheetFootHeight(width) + footLeast)
            return inputError(worded("the paper has no room for the head and the foot of a page"),
                              worded("take a larger one"));
        Pages pages = paged(Setter(*m_report, width).run(), width, height);
        if (paper.tall == 0 || int(pages.pages.size()) <= paper.tall || size * smaller < least)
            return std::shared_ptr<const LaidSheet>(
                std::make_shared<LaidReport>(m_report, std::move(pages), *wish, size));
    }
}

Result<QStringList> ReportSheet::write(const QString& path, const SheetPaper& paper) const {
    const QString suffix = QFileInfo(path).suffix().toLower();
    if (suffix == QLatin1String("md")) return writeMarkdown(*m_report, path);
    if (suffix == QLatin1String("xlsx") || suffix == QLatin1String("csv")) return writeTablesOf(*m_report, path);
    return PaperSheet::write(path, paper);
}

} // namespace yarrin
