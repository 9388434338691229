// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/exposure_panel.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/delay/odds_words.h"
#include "chart/paint/step_painter.h"
#include "core/odds/ranks.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace yarrin {

namespace {

constexpr int tileWidth = 208;
int tileHeight() {
    return scaled(38);
}
int tileStep() {
    return scaled(42);
}
int headHeight() {
    return scaled(36);
}
int narrowHeight() {
    return scaled(30);
}
int narrowStep() {
    return scaled(34);
}
constexpr std::size_t roomyTiles = 4;
constexpr LineMargins courseMargins{66, 40, 10, 24};

const QColor& colourOf(Relief relief) {
    const Theme& t = theme();
    return relief == Relief::unrelieved ? t.critical : (relief == Relief::assessed ? t.nearText : t.goodText);
}

} // namespace

ExposurePanel::ExposurePanel(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("exposurePanel"));
    setAccessibleName(tr("Damages exposure"));
    setMinimumHeight(headHeight() + 4 * tileStep() + 8);
    setFocusPolicy(Qt::TabFocus);
    setCursor(Qt::PointingHandCursor);
    setToolTip(tr("Every sum line by line"));
}

void ExposurePanel::present(const DelayStudy::Findings* findings, const OddsStudy::Findings* odds) {
    setMinimumHeight(headHeight() + 4 * tileStep() + 8); // the text may be larger than it was
    m_course.clear();
    m_cost.reset();
    if (findings) {
        m_course = findings->report.course;
        m_cost = findings->report.cost;
    }
    m_sure.reset();
    if (odds && odds->odds) {
        const std::string& currency = odds->programme->job.currency;
        const std::int64_t sum = atThousandth(odds->odds->unrelieved.sorted, odds->sure);
        m_sure =
            Sure{percentileName(odds->sure), oddsMoney(sum, currency), Decimal(sum, minorDigits(currency)).toDouble()};
    }
    QString words;
    for (const Tile& tile : tiles()) words += tile.title + QStringLiteral(" ") + tile.value + QStringLiteral(", ");
    setAccessibleDescription(words);
    update();
}

QString ExposurePanel::lateText(Relief relief) const {
    const Programme& programme = m_document.programme();
    const auto lines = damagesLines(programme, m_document.schedule().sections, relief);
    QStringList late;
    int best = 0;
    bool any = false;
    for (const DamagesLine& line : lines) {
        if (!line.forecast) continue;
        if (line.daysLate > 0) late << tr("%1 d late").arg(line.daysLate);
        best = any ? std::max(best, line.daysLate) : line.daysLate;
        any = true;
    }
    if (late.size() == 1) return late.front();
    if (late.size() > 1) return tr("%1 sections late").arg(late.size());
    return any ? tr("%1 d in hand").arg(-best) : QString();
}

std::vector<ExposurePanel::Tile> ExposurePanel::tiles() const {
    const Schedule& schedule = m_document.schedule();
    const std::string& currency = m_document.programme().job.currency;
    std::vector<Tile> list;
    const auto whole = [&](const Fraction& sum) { // pence say nothing here
        return show::money(sum.rounded(0).value_or(Decimal(0)), currency);
    };
    const QString names[] = {tr("Unrelieved"), tr("Assessed"), tr("Claimed")};
    for (std::size_t r = 0; r < reliefs; ++r) {
        const auto relief = static_cast<Relief>(r);
        list.push_back({names[r], schedule.ok() ? show::money(sumOf(schedule.damages, relief), currency) : QString(),
                        schedule.ok() ? lateText(relief) : QString(), colourOf(relief)});
    }
    if (m_sure) list.push_back({m_sure->name, m_sure->sum, tr("with all odds"), theme().own});
    if (m_cost)
        list.push_back({tr("Prolongation"), whole(m_cost->total()), tr("employer's %1").arg(whole(m_cost->employer)),
                        theme().hammock});
    return list;
}

/// More than four have a line each.
QRect ExposurePanel::tileRect(std::size_t index, std::size_t of) const {
    const bool narrow = of > roomyTiles;
    return {16, headHeight() + int(index) * (narrow ? narrowStep() : tileStep()), scaled(tileWidth),
            narrow ? narrowHeight() : tileHeight()};
}

std::vector<PaintedPart> ExposurePanel::paintedParts() const {
    std::vector<PaintedPart> parts;
    const std::vector<Tile> list = tiles();
    for (const Tile& tile : list) {
        PaintedPart part;
        part.name = tile.title;
        part.value = tile.detail.isEmpty() ? tile.value : tile.value + QStringLiteral(", ") + tile.detail;
        part.role = QAccessible::Button;
        part.rect = tileRect(parts.size(), list.size());
        part.press = [panel = const_cast<ExposurePanel*>(this)] { emit panel->sumsWanted(); };
        parts.push_back(std::move(part));
    }
    const std::string& currency = m_document.programme().job.currency;
    const int left = 16 + scaled(tileWidth) + 8;
    for (const StandExposure& stand : m_course) {
        PaintedPart part;
        part.name = show::text(stand.name);
        QStringList sums;
        for (std::size_t r = 0; r < reliefs; ++r)
            sums << list[r].title + QLatin1Char(' ') +
                        show::money(sumOf(stand.total, static_cast<Relief>(r)), currency);
        part.value = sums.join(QStringLiteral(", "));
        const double wide = width() - left - courseMargins.left - courseMargins.right;
        const double share = m_course.size() > 1 ? double(&stand - m_course.data()) / double(m_course.size() - 1) : 0;
        part.rect =
            QRect(int(left + courseMargins.left + wide * share) - 6, headHeight(), 12, height() - headHeight() - 4);
        parts.push_back(std::move(part));
    }
    return parts;
}

void ExposurePanel::mousePressEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton) emit sumsWanted();
}

void ExposurePanel::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter || event->key() == Qt::Key_Space)
        emit sumsWanted();
    else
        QWidget::keyPressEvent(event);
}

void ExposurePanel::paintTiles(QPainter& painter) {
    const Theme& t = theme();
    const std::vector<Tile> list = tiles();
    const bool narrow = list.size() > roomyTiles;
    std::size_t index = 0;
    for (const Tile& tile : list) {
        const QRectF box = tileRect(index++, list.size());
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.panel);
        painter.drawRoundedRect(box, 4, 4);
        painter.setBrush(tile.colour);
        painter.drawRoundedRect(QRectF(box.left(), box.top(), 4, box.height()), 2, 2);
        painter.setPen(t.muted);
        painter.setFont(secondaryFont());
        painter.drawText(narrow ? box.adjusted(13, 0, -8, 0) : box.adjusted(13, scaled(3), -8, -scaled(20)),
                         Qt::AlignVCenter, tile.title);
        if (!narrow)
            painter.drawText(box.adjusted(13, scaled(18), -9, -2), Qt::AlignRight | Qt::AlignVCenter, tile.detail);
        painter.setPen(t.ink);
        painter.setFont(headingFont());
        painter.drawText(narrow ? box.adjusted(13, 0, -9, 0) : box.adjusted(13, scaled(17), -8, -2),
                         Qt::AlignVCenter | (narrow ? Qt::AlignRight : Qt::AlignLeft), tile.value);
    }
}

void ExposurePanel::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    painter.setFont(headingFont());
    painter.setPen(t.ink);
    painter.drawText(QRect(16, scaled(8), scaled(300), scaled(22)), Qt::AlignVCenter, tr("Damages exposure"));
    painter.setRenderHint(QPainter::Antialiasing);
    paintTiles(painter);
    if (hasFocus()) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(t.accent, 2));
        painter.drawRoundedRect(QRectF(8, 4, width() - 16, height() - 8), 5, 5);
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
    const int left = 16 + scaled(tileWidth) + 8;
    if (m_course.empty() || width() - left < 160) return;
    const std::string& currency = m_document.programme().job.currency;
    std::vector<LineSeries> series(reliefs);
    if (m_sure) series.emplace_back();
    std::vector<double> places;
    LinesInk ink{t, {}, [&](double value) { return show::money(Decimal(std::int64_t(value)), currency); }, {}};
    for (std::size_t i = 0; i < m_course.size(); ++i) {
        places.push_back(double(i));
        QString name = show::text(m_course[i].name);
        if (name.startsWith(show::words(toWord("Contract programme ")))) name = tr("Contract");
        ink.places.push_back(name);
        for (std::size_t r = 0; r < reliefs; ++r)
            series[r].values.push_back(sumOf(m_course[i].total, static_cast<Relief>(r)).toDouble());
        if (m_sure) series[reliefs].values.push_back(m_sure->amount);
    }
    // The range between all claims met and time granted only is what it may cost.
    std::swap(series[0], series[2]);
    const LineLayout layout = layoutLines(series, places, width() - left, height() - headHeight() - 4, courseMargins);
    painter.translate(left, headHeight());
    if (layout.lines[0].size() > 1) {
        QPolygonF range;
        for (const LinePoint& p : layout.lines[2]) range << QPointF(p.x, p.y);
        for (auto p = layout.lines[0].rbegin(); p != layout.lines[0].rend(); ++p) range << QPointF(p->x, p->y);
        QColor wash = t.damages1;
        wash.setAlpha(90);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(Qt::NoPen);
        painter.setBrush(wash);
        painter.drawPolygon(range);
        painter.setRenderHint(QPainter::Antialiasing, false);
    }
    ink.lines = {{colourOf(Relief::claimed), 2, false, false},
                 {colourOf(Relief::assessed), 2, false, true},
                 {colourOf(Relief::unrelieved), 2, true, false}};
    // Across: what one may want to put aside now, against what was exposed until now.
    if (m_sure) ink.lines.push_back({t.own, 1, false, true});
    paintLines(painter, layout, ink);
    if (!m_sure || layout.lines[reliefs].empty()) return;
    const LinePoint& at = layout.lines[reliefs].front();
    painter.setFont(secondaryFont());
    painter.setPen(t.own);
    painter.drawText(QPointF(at.x + 4, at.y - 4), m_sure->name);
}

} // namespace yarrin
