// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/paint/theme.h"

#include <QColor>
#include <QCoreApplication>
#include <QRect>
#include <QString>

#include <cstdint>
#include <functional>
#include <optional>
#include <vector>

class QPainter;

namespace yarrin {

/// How runs are spread over dates or sums: columns of runs that come to a value, the line of those that come to no
/// more, percentiles below, and what else matters as marks. Laid out for a size, painted wherever it is wanted.
class OddsPlot {
    Q_DECLARE_TR_FUNCTIONS(OddsPlot)
public:
    /// Something that stands at a value: a date of the contract, the forecast.
    struct Mark {
        std::int64_t at = 0;
        QString text, strong; ///< two lines; the second is the figure that counts
        QColor colour;
        bool diamond = false; ///< a small one on the axis, with a dotted line
    };
    struct Content {
        std::vector<std::int64_t> sorted;
        std::function<QString(std::int64_t)> label; ///< of the axis
        std::function<QString(std::int64_t)> value; ///< in full
        std::function<std::int64_t(std::int64_t)>
            onAxis;                           ///< the first value from one on at which the axis may say something
        std::int64_t leastStep = 1;           ///< of a column
        std::optional<std::int64_t> goodUpTo; ///< columns up to it are well; behind it lies the wash
        bool money = false;
        std::vector<Mark> marks;
        int sure = 800; ///< thousandths
        QString note;   ///< in the corner
    };

    OddsPlot() = default;
    OddsPlot(Content content, const Theme& theme);

    [[nodiscard]] const Content& content() const { return m_content; }
    [[nodiscard]] bool empty() const { return m_columns.empty(); }
    void setSize(const QSize& size) { m_size = size; }
    void setTheme(const Theme& theme) { m_theme = &theme; }
    /// Another percentile than that which is wanted, while it is dragged.
    void drag(std::optional<int> thousandths) { m_dragged = thousandths; }
    void paint(QPainter& painter) const;
    /// All that it shows in words.
    [[nodiscard]] QString words() const;

    /// Percentiles below the axis, each with its place and what it says.
    [[nodiscard]] std::vector<std::pair<QRect, QString>> tagWords() const;
    /// Where a percentile's tag stands, for who grasps it.
    [[nodiscard]] QRect tagOf(int thousandths) const;
    [[nodiscard]] int xOf(double value) const;
    [[nodiscard]] std::int64_t valueAt(int x) const;
    /// The column at a place: first and last of its values.
    [[nodiscard]] std::optional<std::pair<std::int64_t, std::int64_t>> columnAt(const QPoint& at) const;
    /// The percentile of what lies at a place, in whole per cent from 1 to 99.
    [[nodiscard]] int sureAt(int x) const;

private:
    struct Tag {
        int thousandths;
        std::int64_t value;
        QRect box;
    };
    struct Column {
        std::int64_t from;
        std::size_t runs;
    };
    [[nodiscard]] int width() const { return m_size.width(); }
    [[nodiscard]] int height() const { return m_size.height(); }
    [[nodiscard]] QRect plot() const;
    void layOut();
    [[nodiscard]] std::vector<Tag> tags() const;
    [[nodiscard]] QString tagText(int thousandths, std::int64_t value) const;
    void paintGround(QPainter& painter) const;
    void paintColumns(QPainter& painter) const;
    void paintCurve(QPainter& painter) const;
    void paintMarks(QPainter& painter) const;
    void paintTags(QPainter& painter) const;
    [[nodiscard]] double yOf(double share) const;

    Content m_content;
    const Theme* m_theme = &Theme::light();
    QSize m_size{400, 240};
    std::vector<Column> m_columns;
    std::int64_t m_step = 1, m_first = 0, m_last = 1; ///< of what is in sight
    std::size_t m_most = 1;
    std::optional<int> m_dragged; ///< thousandths
};

} // namespace yarrin
