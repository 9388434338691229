// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/place_painter.h"

#include "chart/paint/bar_painter.h"
#include "chart/paint/way_painter.h"

#include <QLocale>
#include <QPainterPath>

#include <algorithm>
#include <cmath>
#include <unordered_map>

namespace yarrin {

namespace {

/// Oblique strokes over a box: told apart without colour.
void hatch(QPainter& painter, const QPainterPath& shape, const QColor& colour) {
    const QRectF box = shape.boundingRect();
    painter.save();
    painter.setClipPath(shape, Qt::IntersectClip);
    painter.setPen(QPen(colour, 1));
    const double high = box.height();
    for (double x = box.left() - high; x < box.right(); x += 5)
        painter.drawLine(QPointF(x, box.bottom()), QPointF(x + high, box.top()));
    painter.restore();
    painter.setPen(QPen(colour, 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawPath(shape);
}

/// About the origin, by its middle.
void paintWord(QPainter& painter, const PlaceWords::Word& word, const PlaceWords::Look& look, bool says) {
    painter.rotate(look.angle);
    if (look.ground.isValid()) painter.fillRect(QRectF(-look.width / 2, -6, look.width, 12), look.ground);
    painter.setPen(look.ink);
    const QSizeF size = word.text.size();
    if (says) painter.drawStaticText(QPointF(-size.width() / 2, -size.height() / 2), word.text);
}

class Painter {
public:
    Painter(QPainter& painter, const PlaceLayout& layout, const PlaceAxis& axis, double height, const PlaceInk& ink)
        : m_p(painter), m_layout(layout), m_axis(axis), m_height(height), m_ink(ink), m_t(ink.theme) {}

    void words() {
        m_p.setRenderHint(QPainter::Antialiasing);
        closed();
        dates();
        labels();
    }
    void work() {
        m_p.setRenderHint(QPainter::Antialiasing);
        ground();
        for (const PlaceShape& one : m_layout.shapes)
            if (one.wide) wide(one);
        for (const CrewWay& way : m_layout.ways) {
            m_p.setPen(QPen(faint(m_t.hammock, 150), 0.8));
            m_p.drawLine(at(way.from), at(way.to));
        }
        for (const PlaceShape& one : m_layout.shapes)
            if (one.run != Piece::none) band(one);
        for (const PlaceShape& one : m_layout.shapes) outline(one);
        for (const PlaceShape& one : m_layout.shapes)
            if (one.ways.empty() && !one.wide) block(one);
        for (const PlaceShape& one : m_layout.shapes)
            if (!one.ways.empty()) line(one);
        for (const ClashShape& one : m_layout.clashes) {
            QPainterPath shape;
            if (one.between.empty()) {
                shape.addRect(boxOf(one.box));
            } else {
                shape.moveTo(at(one.between.front()));
                for (const ChartPoint& point : one.between) shape.lineTo(at(point));
                shape.closeSubpath();
            }
            hatch(m_p, shape, one.past ? m_t.muted : m_t.critical);
        }
        links();
        if (m_layout.dataDateY) {
            m_p.setPen(QPen(m_t.accent, 1.6));
            m_p.drawLine(at({0, *m_layout.dataDateY}), at({m_axis.width, *m_layout.dataDateY}));
        }
    }

private:
    [[nodiscard]] QPointF at(ChartPoint p) const { return m_ink.turn.at(p); }
    [[nodiscard]] QRectF boxOf(const Box& b) const { return m_ink.turn.box(b); }
    [[nodiscard]] bool inSight(const Box& box) const {
        return m_ink.area.intersects(boxOf(box).adjusted(-8, -8, 8, 8));
    }
    [[nodiscard]] ToneColours colours(const PlaceShape& one) const {
        ToneColours out = coloursOf(one.tone, m_t);
        if (m_ink.colour)
            if (const QColor own = m_ink.colour(one.activity); own.isValid()) out = {own, mixed(own, m_t.ink, 0.45)};
        return out;
    }

    void ground() {
        m_p.fillRect(m_ink.area, m_t.paper);
        for (const PlaceClosure& one : m_layout.closures) m_p.fillRect(boxOf(one.box), faint(m_t.nonWorking, 190));
        for (const PlaceWash& one : m_layout.damages)
            m_p.fillRect(boxOf(one.box), faint(one.level > 1 ? m_t.damages2 : m_t.damages1, one.level > 1 ? 48 : 36));
        for (const auto& [from, to] : m_layout.nonWorking)
            m_p.fillRect(boxOf(Box{0, from, m_axis.width, to - from}), m_t.nonWorking);
        m_p.setPen(QPen(faint(m_t.rule, 130), 1));
        for (const PlaceBranch& branch : m_axis.branches) {
            for (const PlaceColumn& column : branch.columns)
                m_p.drawLine(at({column.x0, 0}), at({column.x0, m_height}));
            for (const PlaceTick& tick : branch.ticks) m_p.drawLine(at({tick.x, 0}), at({tick.x, m_height}));
            m_p.setPen(QPen(m_t.rule, 1));
            m_p.drawLine(at({branch.x0, 0}), at({branch.x0, m_height}));
            m_p.drawLine(at({branch.x1, 0}), at({branch.x1, m_height}));
            m_p.setPen(QPen(faint(m_t.rule, 130), 1));
        }
    }
    /// In a corner, of what is in sight of each season without work, that no block stands in.
    void closed() {
        if (m_ink.closed.isEmpty()) return;
        m_p.setFont(secondaryFont());
        m_p.setPen(m_t.muted);
        const QFontMetricsF metrics(m_p.font());
        for (const PlaceClosure& one : m_layout.closures) {
            const QRectF box = boxOf(one.box);
            if (box.height() <= 40 || box.width() <= 60) continue;
            const QString text = m_ink.closed + QStringLiteral(" · ") + QString::fromStdString(one.name);
            QRectF words(0, 0, metrics.horizontalAdvance(text) + 2, metrics.height());
            const QRectF inner = box.adjusted(4, 4, -4, -4);
            for (int corner = 0; corner < 4; ++corner) {
                if (corner % 2 == 0)
                    words.moveRight(inner.right());
                else
                    words.moveLeft(inner.left());
                if (corner < 2)
                    words.moveBottom(inner.bottom());
                else
                    words.moveTop(inner.top());
                const bool taken =
                    std::any_of(m_layout.shapes.begin(), m_layout.shapes.end(), [&](const PlaceShape& shape) {
                        return shape.ways.empty() && !shape.wide && boxOf(shape.box).intersects(words);
                    });
                if (taken) continue;
                m_p.drawText(words, Qt::AlignCenter, text);
                break;
            }
        }
    }

    void wide(const PlaceShape& one) {
        if (!inSight(one.box)) return;
        const ToneColours c = colours(one);
        const QRectF box = boxOf(one.box).adjusted(0.5, 0.5, -0.5, -0.5);
        m_p.setBrush(faint(c.bar, 46));
        m_p.setPen(QPen(one.tone == Tone::plain || one.tone == Tone::complete ? c.done : c.bar,
                        m_ink.isSelected(one.activity) ? 2 : 1.1));
        m_p.drawRoundedRect(box, 2, 2);
        if (one.doneY > one.box.y) // what is done runs down its edge
            m_p.fillRect(boxOf(Box{one.box.x + 1, one.box.y, 3, one.doneY - one.box.y}), c.done);
    }
    /// The crew's place while a piece of a run is in hand.
    void band(const PlaceShape& one) {
        if (!inSight(one.box)) return;
        m_p.fillRect(boxOf(one.box), faint(colours(one).bar, m_ink.isSelected(one.activity) ? 90 : 44));
        m_p.setPen(QPen(faint(colours(one).done, 110), 0.7));
        m_p.setBrush(Qt::NoBrush);
        m_p.drawRect(boxOf(one.box));
    }
    void outline(const PlaceShape& one) {
        if (one.outline) {
            m_p.setPen(QPen(m_t.hammock, 1));
            m_p.setBrush(Qt::NoBrush);
            m_p.drawRect(boxOf(*one.outline).adjusted(0.5, 0.5, -0.5, -0.5));
        }
        if (one.outlineWay.size() == 2) {
            m_p.setPen(QPen(faint(m_t.hammock, 170), 1));
            m_p.drawLine(at(one.outlineWay[0]), at(one.outlineWay[1]));
        }
    }
    void block(const PlaceShape& one) {
        if (!inSight(one.box)) return;
        const ToneColours c = colours(one);
        Box shown = one.box;
        shown.height = std::max(2.0, shown.height);
        const QRectF box = boxOf(shown);
        m_p.fillRect(box, c.bar);
        if (one.doneY > one.box.y) {
            const double edge = std::min(5.0, one.box.width * 0.3);
            m_p.fillRect(boxOf(Box{one.box.x, one.box.y, edge, one.doneY - one.box.y}), c.done);
        }
        if (one.tone == Tone::critical) // a heavier edge, so that it is told apart without its colour
            m_p.fillRect(boxOf(Box{one.box.x + one.box.width - 2, one.box.y, 2, shown.height}), c.done);
        if (one.tone == Tone::nearCritical) {
            m_p.setPen(QPen(c.done, 1, Qt::DashLine));
            m_p.drawLine(at({one.box.x + one.box.width - 1, one.box.y}),
                         at({one.box.x + one.box.width - 1, one.box.y + shown.height}));
        }
        m_p.setBrush(Qt::NoBrush);
        if (m_ink.isSelected(one.activity)) {
            m_p.setPen(QPen(m_t.accent, 2));
            m_p.drawRoundedRect(box.adjusted(-2, -2, 2, 2), 2, 2);
        }
        if (one.floatY) floatOf({one.box.x + one.box.width / 2, one.box.y + one.box.height}, *one.floatY);
    }
    void floatOf(ChartPoint from, double to) {
        m_p.setPen(QPen(m_t.muted, 1, Qt::DotLine));
        m_p.drawLine(at(from), at({from.x, to}));
        m_p.setPen(QPen(m_t.muted, 1));
        m_p.setBrush(m_t.paper);
        m_p.drawEllipse(at({from.x, to}), 2.5, 2.5);
    }
    /// Of a way that steps around every night, what is to be painted; `before`: the length of what is left out in
    /// front.
    [[nodiscard]] QPolygonF partInSight(const std::vector<ChartPoint>& way, double& before) const {
        std::size_t first = way.size(), last = 0;
        for (std::size_t i = 1; i < way.size(); ++i) {
            const Box box{std::min(way[i - 1].x, way[i].x), std::min(way[i - 1].y, way[i].y),
                          std::abs(way[i].x - way[i - 1].x), std::abs(way[i].y - way[i - 1].y)};
            if (!inSight(box)) continue;
            first = std::min(first, i - 1);
            last = i;
        }
        QPolygonF part;
        for (std::size_t i = first; i <= last && first < way.size(); ++i) part << at(way[i]);
        before = 0;
        for (std::size_t i = 1; i <= first && first < way.size(); ++i)
            before += std::hypot(way[i].x - way[i - 1].x, way[i].y - way[i - 1].y);
        return part;
    }
    void line(const PlaceShape& one) {
        if (!inSight(one.box)) return;
        const ToneColours c = colours(one);
        const bool selected = m_ink.isSelected(one.activity), critical = one.tone == Tone::critical;
        for (const auto& way : one.ways) {
            const QColor plain = one.tone == Tone::complete ? c.done : one.tone == Tone::plain ? c.done : c.bar;
            QPen pen(selected ? m_t.accent : plain, selected ? 3 : critical ? 2.8 : 2);
            if (one.tone == Tone::nearCritical) pen.setDashPattern({6, 1.5});
            double before = 0;
            const QPolygonF part = partInSight(way, before);
            if (pen.style() == Qt::CustomDashLine) pen.setDashOffset(before / pen.widthF());
            m_p.setPen(pen);
            m_p.drawPolyline(part);
            if (!selected) continue;
            m_p.setPen(QPen(m_t.accent, 1.8));
            m_p.setBrush(m_t.paper);
            m_p.drawEllipse(at(way.front()), 4, 4);
            m_p.drawEllipse(at(way.back()), 4, 4);
        }
        if (one.floatY) floatOf(one.ways.front().back(), *one.floatY);
    }

    void links() {
        for (const auto& [link, points] : m_layout.links) {
            const bool chosen = link == m_ink.selectedLink;
            m_p.setPen(QPen(chosen ? m_t.accent : m_t.link, chosen ? 2 : 1.2));
            m_p.drawLine(at(points[0]), at(points[1]));
            m_p.setBrush(m_t.link);
            m_p.drawEllipse(at(points[1]), 2.2, 2.2);
        }
    }
    void dates() {
        m_p.setFont(boldened(secondaryFont()));
        for (const PlaceDate& one : m_layout.dates) {
            QPen pen(m_t.contractDate, 1);
            pen.setDashPattern({5, 3});
            m_p.setPen(pen);
            m_p.drawLine(at({one.x0, one.y}), at({one.x1, one.y}));
            const QString text = m_ink.pennant(one.section);
            const double width = m_p.fontMetrics().horizontalAdvance(text) + 12;
            const QPointF corner = at({one.x0, one.y});
            const QRectF box = m_ink.turn.timeAcross ? QRectF(corner.x(), corner.y(), width, 14)
                                                     : QRectF(corner.x(), corner.y() - 7, width, 14);
            m_p.setPen(Qt::NoPen);
            m_p.setBrush(m_t.contractDate);
            m_p.drawPolygon(QPolygonF({box.topLeft(), box.topRight(), QPointF(box.right() - 4, box.center().y()),
                                       box.bottomRight(), box.bottomLeft()}));
            m_p.setPen(m_t.paper);
            m_p.drawText(box.adjusted(3, 0, -5, 0), Qt::AlignVCenter, text);
        }
    }
    void labels() {
        const QFont font = secondaryFont();
        m_p.setFont(font);
        PlaceWords once;
        PlaceWords& words = m_ink.words ? *m_ink.words : once;
        std::unordered_map<ActivityId, const PlaceShape*> shapes;
        for (const PlaceShape& one : m_layout.shapes) shapes.emplace(one.activity, &one);
        for (const PlaceLabel& one : m_layout.labels) {
            const PlaceWords::Word& word = words.word(one.text, one.width, font);
            constexpr int leastLetters = 6; // less says nothing
            const bool says = !word.cut || word.text.text().size() >= leastLetters;
            if (!says && !one.onGround) continue;
            PlaceWords::Look look;
            look.angle = angleOf(one);
            look.width = one.width > 0 ? one.width : word.width + 4;
            if (one.onGround) look.ground = faint(m_t.paper, 190); // so that lines beneath do not run through it
            look.ink = m_ink.isSelected(one.activity) && one.onGround ? m_t.accent : inkOf(one, shapes);
            if (m_ink.words && says) {
                look.ratio = m_p.device()->devicePixelRatioF();
                const QImage& picture = words.picture(one.text, one.width, font, look);
                const QPointF moved(m_p.transform().dx(), m_p.transform().dy());
                const QPointF corner = at(one.at) - QRectF(QPointF(), picture.deviceIndependentSize()).center() + moved;
                m_p.drawImage(QPointF((corner * look.ratio).toPoint()) / look.ratio - moved, picture);
                continue;
            }
            m_p.save();
            m_p.translate(at(one.at));
            paintWord(m_p, word, look, says);
            m_p.restore();
        }
    }
    [[nodiscard]] double angleOf(const PlaceLabel& label) const {
        if (!m_ink.turn.timeAcross) return label.angle;
        // Upright names lie flat where time goes across.
        if (!label.onGround) return label.angle == 0 ? -90 : 0;
        return label.angle < 0 ? -90 - label.angle : 90 - label.angle;
    }
    /// Dark on light blocks, light on dark ones.
    [[nodiscard]] QColor inkOf(const PlaceLabel& label,
                               const std::unordered_map<ActivityId, const PlaceShape*>& shapes) const {
        const auto shape = shapes.find(label.activity);
        if (label.onGround || shape == shapes.end() || shape->second->wide) return m_t.ink;
        const QColor ground = colours(*shape->second).bar;
        const double light = 0.299 * ground.redF() + 0.587 * ground.greenF() + 0.114 * ground.blueF();
        return light > 0.5 ? QColor(0x24, 0x30, 0x3a) : QColor(0xff, 0xff, 0xff);
    }

    QPainter& m_p;
    const PlaceLayout& m_layout;
    const PlaceAxis& m_axis;
    double m_height;
    const PlaceInk& m_ink;
    const Theme& m_t;
};

QString metresText(Millimetres at) {
    return QString::number(std::llround(double(at) / 1000));
}

} // namespace

const PlaceWords::Word& PlaceWords::word(const std::string& text, double width, const QFont& font) {
    constexpr std::size_t mostKept = 4000;
    if (font != m_font || m_words.size() > mostKept || m_pictures.size() > mostKept) {
        m_words.clear();
        m_pictures.clear();
    }
    m_font = font;
    const int room = width > 0 ? int(width) : 0;
    Word& word = m_words[text + '\n' + std::to_string(room)];
    if (word.text.text().isEmpty() && !text.empty()) {
        const QFontMetricsF metrics(font);
        const QString whole = QString::fromStdString(text);
        const QString fits = room > 0 ? metrics.elidedText(whole, Qt::ElideRight, width) : whole;
        word.cut = fits != whole;
        word.width = metrics.horizontalAdvance(fits);
        word.text = QStaticText(fits);
        word.text.setTextFormat(Qt::PlainText);
        word.text.prepare({}, font);
    }
    return word;
}

const QImage& PlaceWords::picture(const std::string& text, double room, const QFont& font, const Look& look) {
    const Word& word = this->word(text, room, font);
    const auto part = [](double value) { return std::to_string(std::llround(value * 100)) + ' '; };
    const std::string key = part(look.angle) + part(look.width) + part(look.ratio) + std::to_string(look.ink.rgba()) +
                            ' ' + std::to_string(look.ground.isValid() ? look.ground.rgba() : 0) + ' ' + part(room) +
                            text;
    QImage& picture = m_pictures[key];
    if (!picture.isNull()) return picture;
    const double wide = std::max(look.ground.isValid() ? look.width : 0, word.text.size().width()) + 2;
    const double high = std::max(12.0, word.text.size().height()) + 2;
    const QSizeF box = QTransform().rotate(look.angle).mapRect(QRectF(0, 0, wide, high)).size();
    // Whole pixels, evenly many: the middle lies between two.
    const auto even = [&](double length) { return 2 * int(std::ceil(length * look.ratio / 2)); };
    picture = QImage(even(box.width()), even(box.height()), QImage::Format_ARGB32_Premultiplied);
    picture.setDevicePixelRatio(look.ratio);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(font);
    painter.translate(QRectF(QPointF(), picture.deviceIndependentSize()).center());
    paintWord(painter, word, look, true);
    return picture;
}

void paintPlaces(QPainter& painter, const PlaceLayout& layout, const PlaceAxis& axis, double height,
                 const PlaceInk& ink, PlaceLayer layer) {
    Painter places(painter, layout, axis, height, ink);
    if (layer != PlaceLayer::words) places.work();
    if (layer != PlaceLayer::work) places.words();
}

void paintPlaceHeads(QPainter& painter, const PlaceAxis& axis, const PlaceInk& ink, double wide) {
    const Theme& t = ink.theme;
    const bool down = ink.turn.timeAcross;
    painter.setRenderHint(QPainter::Antialiasing);
    const auto box = [&](double x0, double x1, double from, double to) {
        return down ? QRectF(from, x0, to - from, x1 - x0) : QRectF(x0, from, x1 - x0, to - from);
    };
    const double foot = down ? wide : placeHead;
    const double middle = down ? wide * 0.42 : placeHead / 2.0;
    for (const PlaceBranch& branch : axis.branches) {
        painter.setFont(boldened(secondaryFont()));
        painter.setPen(t.ink);
        QString name = QString::fromStdString(branch.name);
        for (std::size_t i = 0; i < branch.sections.size(); ++i)
            name += (i == 0 ? QStringLiteral(" · ") : QStringLiteral(", ")) + ink.pennant(branch.sections[i]);
        const QRectF head = box(branch.x0, branch.x1, 0, middle);
        painter.drawText(head.adjusted(down ? 4 : 0, 0, 0, 0),
                         down ? Qt::AlignTop | Qt::TextWordWrap : Qt::AlignVCenter,
                         down ? name : painter.fontMetrics().elidedText(name, Qt::ElideRight, int(head.width())));
        painter.setFont(secondaryFont());
        painter.setPen(QPen(t.rule, 1));
        painter.drawLine(box(branch.x0, branch.x0, 0, foot).topLeft(),
                         box(branch.x0, branch.x0, 0, foot).bottomRight());
        painter.setPen(t.muted);
        for (const PlaceColumn& column : branch.columns) {
            const QRectF cell = box(column.x0, column.x1, middle, foot);
            // Its short name where there is no room for the whole one.
            QString text = QString::fromStdString(column.name);
            if (painter.fontMetrics().horizontalAdvance(text) > cell.width() - 2)
                text = QString::fromStdString(column.key);
            painter.drawText(cell, Qt::AlignCenter,
                             painter.fontMetrics().elidedText(text, Qt::ElideRight, int(cell.width()) - 1));
        }
        for (const PlaceTick& tick : branch.ticks) {
            painter.setPen(QPen(t.rule, 1));
            const QRectF mark = box(tick.x, tick.x, foot - 4, foot);
            painter.drawLine(mark.topLeft(), mark.bottomRight());
            if (!tick.named) continue;
            painter.setPen(t.muted);
            const bool first = tick.at == branch.span->from, last = tick.at == branch.span->to;
            if (down) {
                const double y = first ? tick.x : last ? tick.x - 14 : tick.x - 7;
                painter.drawText(QRectF(middle, y, wide - middle - 6, 14), Qt::AlignRight | Qt::AlignVCenter,
                                 metresText(tick.at));
            } else {
                const double x = first ? tick.x : last ? tick.x - 40 : tick.x - 20;
                painter.drawText(QRectF(x, middle, 40, foot - middle - 4),
                                 Qt::AlignBottom | (first  ? Qt::AlignLeft
                                                    : last ? Qt::AlignRight
                                                           : Qt::AlignHCenter),
                                 metresText(tick.at));
            }
        }
    }
}

void paintPlaceProfile(QPainter& painter, const std::vector<ProfileBar>& bars, const QString& what,
                       const PlaceAxis& axis, const PlaceInk& ink) {
    const Theme& t = ink.theme;
    painter.setRenderHint(QPainter::Antialiasing, false);
    const double tall = placeProfile - 17;
    for (const ProfileBar& bar : bars) {
        const double height = std::max(1.0, tall * bar.part);
        const QRectF box(bar.x0 + 1.5, placeProfile - 1 - height, std::max(1.0, bar.x1 - bar.x0 - 3), height);
        painter.fillRect(box, t.activity);
        if (bar.done <= 0) continue;
        // As on blocks, what is done runs along an edge.
        QRectF done = box;
        done.setRight(done.left() + std::min(5.0, box.width() * 0.3));
        done.setTop(box.bottom() - box.height() * bar.done);
        painter.fillRect(done, t.activityDone);
    }
    painter.setFont(secondaryFont());
    painter.setPen(t.muted);
    // From the least to the most, and in all, over each branch that has any.
    for (const PlaceBranch& branch : axis.branches) {
        double least = 0, most = 0, all = 0;
        int count = 0;
        for (const ProfileBar& bar : bars) {
            if (bar.x0 < branch.x0 - 0.5 || bar.x1 > branch.x1 + 0.5) continue;
            least = count == 0 ? bar.quantity : std::min(least, bar.quantity);
            most = std::max(most, bar.quantity);
            all += bar.quantity;
            ++count;
        }
        if (count == 0) continue;
        const QLocale plain(QLocale::English);
        const auto figure = [&](double value) { return plain.toString(std::llround(value)); };
        const QString figures =
            count > 1 && std::llround(least) != std::llround(most)
                ? figure(least) + QStringLiteral(" – ") + figure(most) + QStringLiteral(" · Σ ") + figure(all)
                : figure(all);
        const QRectF line(branch.x0, 1, branch.x1 - branch.x0, 13);
        painter.drawText(
            line, Qt::AlignVCenter,
            painter.fontMetrics().elidedText(what + QStringLiteral(": ") + figures, Qt::ElideRight, int(line.width())));
    }
    painter.setPen(QPen(t.rule, 1));
    painter.drawLine(QPointF(0, placeProfile - 0.5), QPointF(axis.width, placeProfile - 0.5));
}

void paintTimeDown(QPainter& painter, const AxisLayout& time, double height, const PlaceInk& ink,
                   std::optional<double> dataDateY, const QString& dataDate) {
    const Theme& t = ink.theme;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(QRectF(0, 0, placeTimeWidth, height), t.panel);
    painter.setFont(boldened(secondaryFont()));
    const double line = painter.fontMetrics().height();
    double free = -100;
    for (const AxisCell& cell : time.upper) {
        painter.setPen(QPen(t.rule, 1));
        painter.drawLine(QPointF(4, crisp(cell.x0)), QPointF(placeTimeWidth, crisp(cell.x0)));
        const double top = std::max(cell.x0, 0.0) + 2;
        if (cell.text.empty() || top < free || top + line > std::max(cell.x1, top + line)) continue;
        painter.setPen(t.ink);
        // "Jan 2027" in two lines: the year below its month.
        const QStringList words = QString::fromStdString(cell.text).split(QLatin1Char(' '));
        painter.drawText(QRectF(6, top, 40, line), Qt::AlignLeft | Qt::AlignVCenter, words.first());
        free = top + line;
        if (words.size() > 1 && free + line <= cell.x1) {
            painter.setFont(secondaryFont());
            painter.setPen(t.muted);
            painter.drawText(QRectF(6, free - 2, 40, line), Qt::AlignLeft | Qt::AlignVCenter, words.last());
            painter.setFont(boldened(secondaryFont()));
        }
    }
    painter.setFont(secondaryFont());
    double last = -100;
    for (const AxisCell& cell : time.lower) {
        const double middle = (cell.x0 + cell.x1) / 2;
        if (middle - last < line || cell.x0 < -line) continue;
        QString text = QString::fromStdString(cell.text);
        if (text.isEmpty()) continue;
        if (dataDateY && std::abs(*dataDateY - middle) < 16) continue;
        painter.setPen(t.muted);
        painter.drawText(QRectF(36, middle - line / 2, placeTimeWidth - 41, line), Qt::AlignRight | Qt::AlignVCenter,
                         text);
        last = middle;
    }
    painter.setPen(QPen(t.rule, 1));
    painter.drawLine(QPointF(placeTimeWidth - 0.5, 0), QPointF(placeTimeWidth - 0.5, height));
    if (!dataDateY || *dataDateY < 0 || *dataDateY > height) return;
    const QRectF tab(2, *dataDateY - 9, placeTimeWidth - 3, 18);
    painter.setPen(Qt::NoPen);
    painter.setBrush(t.accent);
    painter.drawRoundedRect(tab, 2, 2);
    painter.setPen(t.paper);
    painter.setFont(boldened(secondaryFont()));
    painter.drawText(tab, Qt::AlignCenter, dataDate);
}

} // namespace yarrin
