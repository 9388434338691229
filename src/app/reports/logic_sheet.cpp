// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/logic_sheet.h"

#include "app/base/format.h"
#include "app/programme/logic_view.h"
#include "chart/paint/logic_painter.h"
#include "chart/paint/sheet_painter.h"
#include "core/base/worded.h"

#include <QCoreApplication>

#include <algorithm>

namespace yarrin {

namespace {

struct SayLogic {
    Q_DECLARE_TR_FUNCTIONS(LogicSheet)
};

constexpr double leastRoom = 300;
constexpr double footAt = 8.0 / 12; ///< points to a pixel of the title block, as on other sheets

} // namespace

struct LogicSheet::Content {
    std::shared_ptr<const SheetFacts> facts;
    LogicLayout layout;
    std::vector<FootCell> foot;

    [[nodiscard]] LogicTexts textsOf(const LogicBox& box) const {
        LogicTexts texts;
        if (box.group != 0) {
            texts.name = show::text(box.title);
            return texts;
        }
        const Activity& activity = facts->programme().activities[box.index];
        const ActivityFigures& figures = facts->schedule().activities[box.index];
        texts.key = show::text(activity.key);
        texts.name = show::text(activity.name);
        texts.milestone = activity.kind != ActivityKind::task;
        if (!texts.milestone)
            texts.length = show::daysWithUnit(figures.duration, facts->schedule().calendarOf(figures).dayMinutes());
        texts.foot = texts.milestone ? show::finishDate(figures.earlyFinish)
                                     : QStringLiteral("%1 – %2").arg(show::shortDate(dateOf(figures.earlyStart)),
                                                                     show::finishDate(figures.earlyFinish));
        texts.done = figures.state == NodeState::complete ? 1 : 0;
        return texts;
    }
};

class LogicSheet::Laid : public LaidSheet {
public:
    Laid(std::shared_ptr<const Content> content, const SheetWish& wish, int wide, int tall)
        : m_content(std::move(content)), m_inset(wish.margin / millimetresPerInch * pointsPerInch), m_wide(wide),
          m_tall(tall) {
        inches = QSizeF(wish.paperWidth, wish.paperHeight) / millimetresPerInch;
        m_size = inches * pointsPerInch - QSizeF(2 * m_inset, 2 * m_inset);
        m_foot = sheetFootHeight(m_size.width() / footAt);
        m_room = QSizeF(m_size.width(), m_size.height() - (m_foot + sheetAboveFoot) * footAt);
        const LogicLayout& drawn = m_content->layout;
        m_scale = std::min({m_room.width() * wide / drawn.width, m_room.height() * tall / drawn.height, 1.0});
        smallestText = std::min(footAt, m_scale) * smallestSheetText;
    }
    [[nodiscard]] std::size_t pages() const override { return std::size_t(m_wide) * std::size_t(m_tall); }
    void paint(QPainter& painter, std::size_t page, double dotsPerInch) const override {
        painter.save();
        painter.scale(dotsPerInch / pointsPerInch, dotsPerInch / pointsPerInch);
        painter.translate(m_inset, m_inset);
        painter.save();
        painter.setClipRect(QRectF(QPointF(), m_room));
        const int across = int(page) % m_wide, down = int(page) / m_wide;
        const double left = m_room.width() * across, top = m_room.height() * down;
        painter.translate(-left, -top);
        painter.scale(m_scale, m_scale);
        paintLogic(painter, m_content->layout, ink(QRectF(QPointF(left, top) / m_scale, m_room / m_scale)));
        painter.restore();
        // Names of lanes are set as large as the title block, wherever there is room for them.
        painter.save();
        painter.setClipRect(QRectF(QPointF(), m_room));
        painter.scale(footAt, footAt);
        LogicInk names = ink(QRectF(QPointF(), m_room / footAt));
        names.zoom = m_scale / footAt;
        if (int(page) % m_wide == 0)
            paintLaneNames(painter, m_content->layout, names, top / footAt, m_room.height() / footAt);
        painter.restore();
        painter.translate(0, m_size.height() - m_foot * footAt);
        painter.scale(footAt, footAt);
        std::vector<FootCell> cells = m_content->foot;
        cells.push_back({SayLogic::tr("Page"), {SayLogic::tr("%1 of %2").arg(page + 1).arg(pages())}, 0.6, {}});
        paintSheetFoot(painter, QRectF(0, 0, m_size.width() / footAt, m_foot), cells);
        painter.restore();
    }
    /// Its lanes, where they begin.
    [[nodiscard]] std::vector<SheetMark> marks() const override {
        std::vector<SheetMark> marks;
        for (const LogicLane& lane : m_content->layout.lanes) {
            if (lane.title.empty()) continue;
            const double y = lane.y * m_scale;
            const int row = std::min(int(y / m_room.height()), m_tall - 1);
            marks.push_back({show::text(lane.title), std::size_t(row) * std::size_t(m_wide), 0,
                             (m_inset + y - row * m_room.height()) / pointsPerInch});
        }
        return marks;
    }

private:
    [[nodiscard]] LogicInk ink(const QRectF& area) const {
        const Content& at = *m_content;
        LogicInk ink{Theme::light(), area, 1, {}, {}, {}};
        ink.texts = [&at](const LogicBox& box) { return at.textsOf(box); };
        ink.tone = [&at](const LogicBox& box) {
            return box.group != 0 ? Tone::plain : toneOf(at.facts->schedule().activities[box.index]);
        };
        ink.laneFigures = [](const LogicLane& lane) {
            return show::countOf(qint64(lane.count), "activity", "activities");
        };
        return ink;
    }

    std::shared_ptr<const Content> m_content;
    double m_inset; ///< points, as all that follows
    int m_wide, m_tall;
    QSizeF m_size, m_room;
    double m_foot = 0; ///< in pixels of the title block
    double m_scale = 1;
};

Result<std::shared_ptr<const PaperSheet>> LogicSheet::of(std::shared_ptr<const SheetFacts> facts) {
    if (!facts->schedule().ok()) return inputError(worded("the programme has no dates"), worded("mend it first"));
    const auto lens = lensOf(facts->programme(), facts->sheet);
    if (!lens.ok()) return lens.errors();
    const std::vector<ChartRow> rows = rowsFor(facts->programme(), facts->schedule(), *lens, {});
    auto content = std::make_shared<Content>();
    content->facts = facts;
    LogicRequest request{facts->programme(), facts->schedule(), rows};
    request.words = [&](const Link& link) { return logicWords(facts->programme(), link); };
    content->layout = layoutLogic(request);
    if (content->layout.boxes.empty()) return inputError(worded("nothing that the lens shows has a part in logic"));
    const QString through = show::text(lens->name);
    content->foot =
        sheetFoot(*facts, nameOf(SheetView::logic), lens->filter.empty() ? through : show::text(lens->filter));
    auto sheet = std::make_shared<LogicSheet>();
    sheet->m_content = std::move(content);
    return std::shared_ptr<const PaperSheet>(std::move(sheet));
}

Result<std::shared_ptr<const LaidSheet>> LogicSheet::layOut(const SheetPaper& paper) const {
    const auto wish = paper.wish();
    if (!wish.ok()) return wish.errors();
    const double width = (wish->paperWidth - 2 * wish->margin) / millimetresPerInch * pointsPerInch;
    const double height = (wish->paperHeight - 2 * wish->margin) / millimetresPerInch * pointsPerInch;
    if (width < leastRoom || height < sheetFootHeight(width / footAt) * footAt + leastRoom)
        return inputError(worded("the paper has no room for the network and its foot"), worded("take a larger one"));
    return std::shared_ptr<const LaidSheet>(
        std::make_shared<Laid>(m_content, *wish, std::max(1, paper.wide), std::max(1, paper.tall)));
}

QString LogicSheet::title() const {
    return show::text(m_content->facts->programme().job.title);
}

QString LogicSheet::name() const {
    return show::text(m_content->facts->sheet.key);
}

QString LogicSheet::shows() const {
    const auto& is = m_content->facts->is;
    return is ? show::text(is->key) : QString();
}

} // namespace yarrin
