// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/place_layout.h"
#include "chart/paint/theme.h"

#include <QImage>
#include <QPainter>
#include <QStaticText>
#include <QString>

#include <functional>
#include <string>
#include <unordered_map>

namespace yarrin {

/// Turns a layout, with places along x and time along y, the way that it is shown.
struct PlaceTurn {
    bool timeAcross = false; ///< places down the side, time from left to right
    [[nodiscard]] QPointF at(ChartPoint p) const { return timeAcross ? QPointF(p.y, p.x) : QPointF(p.x, p.y); }
    [[nodiscard]] QRectF box(const Box& b) const {
        return timeAcross ? QRectF(b.y, b.x, b.height, b.width) : QRectF(b.x, b.y, b.width, b.height);
    }
    [[nodiscard]] ChartPoint from(QPointF p) const {
        return timeAcross ? ChartPoint{p.y(), p.x()} : ChartPoint{p.x(), p.y()};
    }
};

/// Words as they were laid out, kept by who paints them again and again; of one font.
class PlaceWords {
public:
    struct Word {
        QStaticText text;
        double width = 0; ///< as it is
        bool cut = false;
    };
    /// Cut to a width where that is above 0.
    const Word& word(const std::string& text, double width, const QFont& font);
    /// How a word looks on a screen.
    struct Look {
        double angle = 0;   ///< degrees, clockwise
        double width = 0;   ///< of the ground, where there is one
        QColor ink, ground; ///< ground: none where it is not valid
        double ratio = 1;   ///< of the screen
    };
    /// Its picture, the word in the middle: turned letters take longer to paint than everything beneath them.
    const QImage& picture(const std::string& text, double room, const QFont& font, const Look& look);

private:
    QFont m_font;
    std::unordered_map<std::string, Word> m_words;
    std::unordered_map<std::string, QImage> m_pictures;
};

struct PlaceInk {
    const Theme& theme;
    PlaceTurn turn = {};
    QRectF area; ///< to be painted
    std::function<bool(ActivityId)> isSelected = [](ActivityId) { return false; };
    std::function<QColor(ActivityId)> colour = {}; ///< in place of that of its urgency; none: not valid
    std::function<QString(SectionId)> pennant = [](SectionId) { return QString(); };
    QString closed; ///< "closed"; empty: closures are not named
    LinkId selectedLink = {};
    PlaceWords* words = nullptr; ///< null: laid out for this once, as letters; else from pictures
};

/// What moves along with the places and the time when one scrolls, and the words that find another place then.
enum class PlaceLayer { all, work, words };
/// Paints everything but the axes: what lies beneath, blocks, lines, clashes, words.
void paintPlaces(QPainter& painter, const PlaceLayout& layout, const PlaceAxis& axis, double height,
                 const PlaceInk& ink, PlaceLayer layer = PlaceLayer::all);

/// How high, or wide, the heads of places are: names, then figures of chainage or names of columns.
inline constexpr int placeHead = 40;
inline constexpr int placeProfile = 34; ///< above it, the quantities
inline constexpr int placeTimeWidth = 66;

/// The heads of places along `axis`, in a strip of its width and `placeHead` in height; with time across, down the side
/// in a strip of `wide`.
void paintPlaceHeads(QPainter& painter, const PlaceAxis& axis, const PlaceInk& ink, double wide);
/// Quantities by place above the heads.
void paintPlaceProfile(QPainter& painter, const std::vector<ProfileBar>& bars, const QString& what,
                       const PlaceAxis& axis, const PlaceInk& ink);
/// Months and weeks down the side, in a strip of `placeTimeWidth`.
void paintTimeDown(QPainter& painter, const AxisLayout& time, double height, const PlaceInk& ink,
                   std::optional<double> dataDateY, const QString& dataDate);

} // namespace yarrin
