// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/sheet_painter.h"

#include <QCoreApplication>

#include <algorithm>
#include <cmath>
#include <numeric>

namespace yarrin {

namespace {

constexpr double indent = 12;

struct Say {
    Q_DECLARE_TR_FUNCTIONS(Sheet)
};

class PagePainter {
public:
    PagePainter(QPainter& painter, const SheetLayout& layout, std::size_t page, const SheetInk& ink)
        : m_painter(painter), m_layout(layout), m_page(layout.pages[page]), m_number(int(page) + 1), m_ink(ink),
          m_theme(ink.bars.theme), m_rowHeight(layout.metrics.rowHeight) {}

    void run() {
        m_painter.setRenderHint(QPainter::Antialiasing);
        const BarLayout bars = layoutBars(request());
        chart(bars);
        table();
        head(bars);
        legend(bars);
        foot();
    }

private:
    /// Up to where the next page beside it goes on.
    [[nodiscard]] double shownWidth() const { return std::min(m_layout.chartWidth, m_page.chartTo - m_page.chartFrom); }
    [[nodiscard]] double rowsHeight() const { return double(m_page.lastRow - m_page.firstRow) * m_rowHeight; }
    [[nodiscard]] TimeScale scale() const { return {m_layout.scale.at(m_page.chartFrom), m_layout.scale.pixelsPerDay}; }
    [[nodiscard]] BarRequest request() const {
        BarMetrics metrics;
        metrics.rowHeight = m_rowHeight;
        return {m_ink.programme,     m_ink.schedule, m_ink.rows, m_page.firstRow, m_page.lastRow, scale(),
                m_layout.chartWidth, metrics,        {},         m_ink.links,     m_ink.outline};
    }
    [[nodiscard]] AxisLayout axis() const {
        return axisFor(scale(), m_layout.chartWidth, dateOf(m_ink.programme.job.start), m_ink.axisStyle);
    }

    void chart(const BarLayout& bars) {
        m_painter.save();
        m_painter.setClipRect(QRectF(m_layout.tableWidth, m_layout.metrics.head, shownWidth(), rowsHeight()));
        const double top = double(m_page.firstRow) * m_rowHeight;
        m_painter.translate(m_layout.tableWidth, m_layout.metrics.head - top);
        BarInk ink = m_ink.bars;
        ink.onPaper = true;
        ink.area = QRectF(0, top, m_layout.chartWidth, rowsHeight());
        ink.metrics.rowHeight = m_rowHeight;
        paintBars(m_painter, bars, m_ink.rows, axis(), ink);
        m_painter.restore();
    }

    void table() {
        double y = m_layout.metrics.head;
        for (std::size_t i = m_page.firstRow; i < m_page.lastRow; ++i, y += m_rowHeight) {
            const ChartRow& row = m_ink.rows[i];
            const QRectF line(0, y, m_layout.tableWidth, m_rowHeight);
            if (row.isGroup) m_painter.fillRect(line, m_theme.groupGround);
            m_painter.fillRect(QRectF(0, y + m_rowHeight - 1, m_layout.tableWidth, 1), m_theme.rule);
            if (row.isGroup)
                heading(row, line);
            else
                cells(row, line);
        }
        m_painter.fillRect(QRectF(m_layout.tableWidth - 1, m_layout.metrics.head, 1, rowsHeight()), m_theme.rule);
    }
    void heading(const ChartRow& row, const QRectF& line) {
        m_painter.setFont(boldened(bodyFont()));
        m_painter.setPen(m_theme.ink);
        const QRectF box = line.adjusted(8 + indent * row.depth, 0, -8, 0);
        words(box, Qt::AlignLeft, m_ink.heading ? m_ink.heading(row) : QString());
    }
    void cells(const ChartRow& row, const QRectF& line) {
        double x = 0;
        bool first = true;
        for (const SheetColumn& column : m_ink.columns) {
            const double in = first ? 8 + indent * std::max(0, row.depth - 1) : 8;
            m_painter.setFont(bodyFont());
            m_painter.setPen(first ? m_theme.muted : m_theme.ink);
            words(QRectF(x + in, line.top(), column.width - in - 6, line.height()),
                  column.right ? Qt::AlignRight : Qt::AlignLeft, column.text(row));
            x += column.width;
            first = false;
        }
    }
    void words(const QRectF& box, Qt::Alignment side, const QString& text) {
        const QFontMetricsF metrics(m_painter.font());
        m_painter.drawText(box, side | Qt::AlignVCenter, metrics.elidedText(text, Qt::ElideRight, box.width()));
    }

    void head(const BarLayout& bars) {
        const double height = m_layout.metrics.head;
        m_painter.fillRect(QRectF(0, 0, m_layout.tableWidth, height), m_theme.panel);
        m_painter.setFont(secondaryFont());
        m_painter.setPen(m_theme.muted);
        double x = 0;
        for (const SheetColumn& column : m_ink.columns) {
            words(QRectF(x + 8, height - 24, column.width - 14, 22), column.right ? Qt::AlignRight : Qt::AlignLeft,
                  column.title);
            x += column.width;
        }
        m_painter.fillRect(QRectF(0, height - 1, m_layout.tableWidth, 1), m_theme.rule);
        m_painter.save();
        m_painter.translate(m_layout.tableWidth, 0);
        m_painter.setClipRect(QRectF(0, 0, shownWidth(), height));
        AxisInk ink = m_ink.axis;
        ink.width = m_layout.chartWidth;
        paintAxis(m_painter, axis(), bars, ink);
        m_painter.restore();
    }

    /// Draws a sign with its words, and goes on to the right.
    template <typename Draw> void sign(double& x, const QString& text, double wide, const Draw& draw) {
        const QFontMetricsF metrics(secondaryFont());
        const double needed = wide + 6 + metrics.horizontalAdvance(text) + 18;
        if (x + needed > m_layout.width) return;
        const double middle = m_layout.height - m_layout.metrics.foot - m_layout.metrics.legend / 2;
        m_painter.save();
        draw(QRectF(x, middle - 4, wide, 8));
        m_painter.restore();
        m_painter.setFont(secondaryFont());
        m_painter.setPen(m_theme.muted);
        m_painter.drawText(QPointF(x + wide + 6, middle + metrics.ascent() / 2 - 1), text);
        x += needed;
    }
    /// Only the signs that are on this page.
    void legend(const BarLayout& bars) {
        double x = 8;
        const auto any = [&](auto has) { return std::any_of(bars.bars.begin(), bars.bars.end(), has); };
        const auto bar = [&](const QColor& colour, const QColor& done, const QPen& edge = Qt::NoPen) {
            return [=, this](const QRectF& box) {
                m_painter.fillRect(QRectF(box.left(), box.top(), box.width(), box.height()), colour);
                m_painter.fillRect(QRectF(box.left(), box.top() + 4.5, box.width() / 2, 3.5), done);
                m_painter.setPen(edge);
                m_painter.setBrush(Qt::NoBrush);
                m_painter.drawRect(box);
            };
        };
        const auto toned = [&](Tone tone) {
            return any([=](const BarShape& one) { return one.tone == tone && !one.diamond; });
        };
        if (toned(Tone::plain))
            sign(x, Say::tr("activity, done below"), 24, bar(m_theme.activity, m_theme.activityDone));
        if (toned(Tone::nearCritical))
            sign(x, Say::tr("near critical"), 24,
                 bar(m_theme.near, m_theme.nearDone, paperEdge(Tone::nearCritical, m_theme)));
        if (toned(Tone::critical))
            sign(x, Say::tr("critical"), 24,
                 bar(m_theme.critical, m_theme.criticalDone, paperEdge(Tone::critical, m_theme)));
        if (toned(Tone::complete)) sign(x, Say::tr("complete"), 24, bar(m_theme.complete, m_theme.completeDone));
        if (any([](const BarShape& one) { return one.diamond; }))
            sign(x, Say::tr("milestone"), 9, [this](const QRectF& box) {
                const QPointF c = box.center();
                m_painter.setPen(Qt::NoPen);
                m_painter.setBrush(m_theme.activityDone);
                m_painter.drawPolygon(
                    QPolygonF({c + QPointF(0, -5), c + QPointF(5, 0), c + QPointF(0, 5), c + QPointF(-5, 0)}));
            });
        if (any([](const BarShape& one) { return one.floatX.has_value(); }))
            sign(x, Say::tr("float"), 24, [this](const QRectF& box) {
                m_painter.setPen(QPen(m_theme.activityDone, 1, Qt::DotLine));
                m_painter.drawLine(QPointF(box.left(), box.center().y()), QPointF(box.right() - 5, box.center().y()));
                m_painter.setPen(QPen(m_theme.activityDone, 1.2));
                m_painter.setBrush(m_theme.paper);
                m_painter.drawEllipse(QPointF(box.right() - 3, box.center().y()), 2.5, 2.5);
            });
        otherSigns(bars, x);
    }
    void otherSigns(const BarLayout& bars, double x) {
        const auto any = [&](auto has) { return std::any_of(bars.bars.begin(), bars.bars.end(), has); };
        if (!bars.outlines.empty())
            sign(x, m_ink.outline ? QString::fromStdString(m_ink.outline->name) : QString(), 24,
                 [this](const QRectF& box) {
                     m_painter.setPen(QPen(m_theme.hammock, 1));
                     m_painter.setBrush(m_theme.paper);
                     m_painter.drawRect(QRectF(box.left(), box.center().y() - 1.5, box.width(), 3));
                 });
        if (!bars.hammocks.empty())
            sign(x, Say::tr("hammock, cost a week"), 24, [this](const QRectF& box) {
                m_painter.setPen(QPen(m_theme.hammock, 1.4));
                m_painter.setBrush(Qt::NoBrush);
                m_painter.drawArc(QRectF(box.left(), box.top() - 6, box.width(), 12), 180 * 16, 180 * 16);
            });
        if (std::any_of(bars.links.begin(), bars.links.end(), [](const LinkShape& one) { return one.driving; }))
            sign(x, Say::tr("driving link"), 20, [this](const QRectF& box) {
                m_painter.setPen(QPen(m_theme.link, 1.2));
                m_painter.drawLine(QPointF(box.left(), box.center().y()), QPointF(box.right(), box.center().y()));
            });
        if (bars.dataDateX)
            sign(x, Say::tr("data date"), 3, [this](const QRectF& box) {
                m_painter.fillRect(QRectF(box.left(), box.top() - 3, 1.8, 14), m_theme.accent);
            });
        if (any([](const BarShape& one) { return one.pinStart || one.pinFinish; }))
            sign(x, Say::tr("held by a date"), 6, [this](const QRectF& box) {
                m_painter.setPen(QPen(m_theme.contractDate, 1.4));
                m_painter.setBrush(m_theme.contractDate);
                m_painter.drawLine(QPointF(box.left() + 3, box.top() - 1), QPointF(box.left() + 3, box.bottom() + 2));
                m_painter.drawEllipse(QPointF(box.left() + 3, box.top() - 2), 2.4, 2.4);
            });
    }

    void foot() {
        std::vector<FootCell> cells = m_ink.foot;
        if (m_ink.pageText)
            cells.push_back({Say::tr("Page"), {m_ink.pageText(m_number, int(m_layout.pages.size()))}, 0.6, {}});
        paintSheetFoot(m_painter,
                       QRectF(0, m_layout.height - m_layout.metrics.foot, m_layout.width, m_layout.metrics.foot),
                       cells);
    }

    QPainter& m_painter;
    const SheetLayout& m_layout;
    const SheetPage& m_page;
    int m_number;
    const SheetInk& m_ink;
    const Theme& m_theme;
    double m_rowHeight;
};

} // namespace

/// Cells get what they need; what is left is parted by their shares. Where there is too little, the wide ones give way.
static std::vector<double> footWidths(const std::vector<FootCell>& cells, double room) {
    const QFontMetricsF bold(boldened(bodyFont())), small(secondaryFont());
    constexpr double around = 24, ofPicture = 90;
    std::vector<double> needs;
    double all = 0, shares = 0;
    for (const FootCell& cell : cells) {
        double need = std::max(small.horizontalAdvance(cell.title), cell.picture ? ofPicture : 0.0);
        for (std::size_t k = 0; k < cell.lines.size(); ++k)
            need = std::max(need, (k == 0 ? bold : small).horizontalAdvance(cell.lines[k]));
        needs.push_back(need + around);
        all += needs.back();
        shares += cell.share;
    }
    if (all <= room) {
        for (std::size_t i = 0; i < cells.size(); ++i) needs[i] += (room - all) * cells[i].share / shares;
        return needs;
    }
    std::vector<std::size_t> order(cells.size());
    std::iota(order.begin(), order.end(), std::size_t(0));
    std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return needs[a] < needs[b]; });
    for (std::size_t i = 0; i < order.size(); ++i) {
        needs[order[i]] = std::min(needs[order[i]], room / double(order.size() - i));
        room -= needs[order[i]];
    }
    return needs;
}

namespace {

constexpr double footInOne = 84, footUpper = 60, footLower = 74, footNarrow = 940;

void paintFootRow(QPainter& painter, const QRectF& box, const std::vector<FootCell>& cells) {
    const Theme& theme = Theme::light();
    painter.fillRect(box, theme.panel);
    painter.fillRect(QRectF(box.left(), box.top(), box.width(), 1.2), theme.muted);
    const std::vector<double> widths = footWidths(cells, box.width());
    double x = box.left();
    const auto words = [&](const QRectF& room, const QString& text) {
        const QFontMetricsF metrics(painter.font());
        painter.drawText(room, Qt::AlignLeft | Qt::AlignVCenter,
                         metrics.elidedText(text, Qt::ElideRight, room.width()));
    };
    for (std::size_t i = 0; i < cells.size(); ++i) {
        const double width = widths[i], line = 15;
        if (i > 0) painter.fillRect(QRectF(x, box.top() + 10, 1, box.height() - 20), theme.rule);
        if (cells[i].picture) {
            painter.save();
            cells[i].picture(painter, QRectF(x + 12, box.top() + 12, width - 24, box.height() - 22));
            painter.restore();
        }
        double y = box.top() + 8;
        painter.setFont(secondaryFont());
        painter.setPen(theme.muted);
        if (!cells[i].title.isEmpty()) {
            words(QRectF(x + 12, y, width - 20, line), cells[i].title);
            y += line;
        }
        for (std::size_t k = 0; k < cells[i].lines.size() && y + line <= box.bottom() - 2; ++k, y += line) {
            painter.setFont(k == 0 ? boldened(bodyFont()) : secondaryFont());
            painter.setPen(k == 0 ? theme.ink : theme.muted);
            words(QRectF(x + 12, y, width - 20, line), cells[i].lines[k]);
        }
        x += width;
    }
}

} // namespace

double sheetFootHeight(double width) {
    return width < footNarrow ? footUpper + footLower : footInOne;
}

void paintSheetFoot(QPainter& painter, const QRectF& box, const std::vector<FootCell>& cells) {
    constexpr std::size_t standing = 3;
    if (box.height() < footUpper + footLower || cells.size() <= standing + 1) return paintFootRow(painter, box, cells);
    const auto at = cells.end() - 1 - std::ptrdiff_t(standing);
    std::vector<FootCell> upper(cells.begin(), at), lower(at, cells.end() - 1);
    upper.push_back(cells.back());
    paintFootRow(painter, QRectF(box.left(), box.top(), box.width(), footUpper), upper);
    paintFootRow(painter, QRectF(box.left(), box.top() + footUpper, box.width(), footLower), lower);
}

void paintSheetPage(QPainter& painter, const SheetLayout& layout, std::size_t page, const SheetInk& ink) {
    PagePainter(painter, layout, page, ink).run();
}

} // namespace yarrin
