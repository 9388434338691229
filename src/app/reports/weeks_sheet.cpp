// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/weeks_sheet.h"

#include "app/base/format.h"
#include "chart/paint/theme.h"
#include "core/base/worded.h"
#include "core/weeks/board.h"
#include "core/weeks/look_ahead.h"

#include <QCoreApplication>
#include <QFontMetricsF>
#include <QPainter>

#include <algorithm>

namespace yarrin {

namespace {

struct SayWeeks {
    Q_DECLARE_TR_FUNCTIONS(WeeksSheet)
};

constexpr double headTall = 32, laneTall = 22;

/// The work of one firm over the days of its weeks.
class LanePainter {
public:
    LanePainter(QPainter& painter, double width, const SheetFacts& facts, const BoardRow& lane, Date first, int weeks)
        : m_painter(painter), m_width(width), m_facts(facts), m_lane(lane), m_first(first), m_weeks(weeks) {}

    void paint() {
        head();
        for (const BoardChip& chip : m_lane.chips) this->chip(chip);
    }

private:
    [[nodiscard]] double x(int day) const { return m_width * day / (7.0 * m_weeks); }
    void head() {
        const Theme& t = Theme::light();
        const double foot = headTall + laneTall * m_lane.lanes;
        const Job& job = m_facts.programme().job;
        m_painter.setFont(secondaryFont());
        for (int day = 0; day < 7 * m_weeks; ++day) {
            const Date at = m_first + day;
            if (weekday(at) > 4) m_painter.fillRect(QRectF(x(day), 16, x(1), foot - 16), t.nonWorking);
            m_painter.setPen(QPen(t.rule, day % 7 == 0 ? 1.2 : 0.5));
            m_painter.drawLine(QPointF(x(day), day % 7 == 0 ? 0 : 16), QPointF(x(day), foot));
            m_painter.setPen(t.muted);
            if (day % 7 == 0)
                m_painter.drawText(QRectF(x(day) + 3, 0, x(7) - 6, 16), Qt::AlignVCenter,
                                   SayWeeks::tr("%1 · %2").arg(weekNumber(job, at)).arg(show::shortDate(at)));
            if (x(1) >= 11)
                m_painter.drawText(QRectF(x(day), 16, x(1), 15), Qt::AlignCenter,
                                   QString::number(yearMonthDay(at).day));
        }
        m_painter.setPen(QPen(t.rule, 1));
        m_painter.drawLine(QPointF(0, headTall), QPointF(m_width, headTall));
        m_painter.drawLine(QPointF(0, foot), QPointF(m_width, foot));
    }
    void chip(const BoardChip& chip) {
        const Theme& t = Theme::light();
        const Programme& programme = m_facts.programme();
        const Activity& activity = *programme.activities.row(chip.activity);
        const Location* place = programme.locations.row(activity.location);
        const double y = headTall + laneTall * chip.lane + 3;
        const QRectF box(x(chip.from - m_first), y, x(chip.to - chip.from + 1), laneTall - 6);
        m_painter.setPen(QPen(chip.critical ? t.critical : t.activityDone, chip.critical ? 1.4 : 0.8));
        m_painter.setBrush(chip.started ? t.activity.lighter(120) : t.selection);
        m_painter.drawRect(box.adjusted(0.5, 0, -0.5, 0));
        QString words = show::text(activity.key + "  " + activity.name);
        if (place) words += QStringLiteral(" · ") + show::text(place->name);
        if (!chip.lacking.empty())
            words += QStringLiteral("  ") + SayWeeks::tr("lacks %n", nullptr, int(chip.lacking.size()));
        m_painter.setFont(secondaryFont());
        m_painter.setPen(t.ink);
        // Beside a chip that is too short, as far as the next one in its lane.
        double room = m_width;
        for (const BoardChip& other : m_lane.chips)
            if (other.lane == chip.lane && other.from > chip.to) room = std::min(room, x(other.from - m_first));
        const double wide = QFontMetricsF(secondaryFont()).horizontalAdvance(words) + 8;
        const bool beside = wide > box.width() && room - box.right() > box.width();
        const double left = beside ? box.right() + 1 : box.left();
        const double most = (beside ? room : box.right()) - left;
        m_painter.drawText(QRectF(left + 3, y, most - 5, box.height()), Qt::AlignVCenter,
                           QFontMetricsF(secondaryFont()).elidedText(words, Qt::ElideRight, most - 5));
    }

    QPainter& m_painter;
    double m_width;
    const SheetFacts& m_facts;
    const BoardRow& m_lane;
    Date m_first;
    int m_weeks;
};

ReportPicture laneOf(const std::shared_ptr<const SheetFacts>& facts, BoardRow lane, Date first, int weeks) {
    ReportPicture picture;
    picture.name = QStringLiteral("weeks-") + show::text(lane.firm);
    picture.height = headTall + laneTall * lane.lanes + 6;
    picture.paint = [facts, lane = std::make_shared<BoardRow>(std::move(lane)), first, weeks](QPainter& painter,
                                                                                              const QSizeF& size) {
        LanePainter(painter, size.width(), *facts, *lane, first, weeks).paint();
    };
    return picture;
}

} // namespace

Outcome weeksSheet(Report& report, const std::shared_ptr<const SheetFacts>& held) {
    const SheetFacts& facts = *held;
    const Programme& programme = facts.programme();
    const int count = programme.job.weeksAhead.value_or(usualWeeksAhead);
    const std::string& wanted = facts.sheet.subject;
    const Date first = weekBegin(programme.job, facts.today());
    ReportTable table;
    table.name = SayWeeks::tr("Weeks ahead");
    table.columns = {{SayWeeks::tr("ID")},  {SayWeeks::tr("Activity")}, {SayWeeks::tr("Place")},
                     {SayWeeks::tr("Who")}, {SayWeeks::tr("Start")},    {SayWeeks::tr("Finish")}};
    for (int week = 0; week < count; ++week)
        table.columns.push_back({SayWeeks::tr("%1 · %2")
                                     .arg(weekNumber(programme.job, first + 7 * week))
                                     .arg(show::shortDate(first + 7 * week)),
                                 true});
    std::string trade;
    for (const WeekRow& one : weeksAhead(programme, facts.schedule(), facts.today(), count)) {
        if (!wanted.empty() && one.trade != wanted && one.firm != wanted) continue;
        if (table.rows.empty() || one.trade != trade)
            table.rows.push_back({{cell::text(one.trade.empty() ? SayWeeks::tr("No trade") : show::text(one.trade))},
                                  ReportRow::Kind::heading});
        trade = one.trade;
        const std::size_t at = programme.activities.indexOf(one.activity);
        const Activity& activity = programme.activities[at];
        const ActivityFigures& figures = facts.schedule().activities[at];
        const Location* place = programme.locations.row(activity.location);
        ReportRow row{{cell::text(show::text(activity.key)), cell::text(show::text(activity.name)),
                       cell::text(place ? show::text(place->name) : QString()), cell::text(show::text(one.firm)),
                       cell::date(dateOf(figures.earlyStart)), cell::date(completionDate(figures.earlyFinish))}};
        for (const int days : one.days) row.cells.push_back(days > 0 ? cell::number(days) : cell::text({}));
        table.rows.push_back(std::move(row));
    }
    if (table.rows.empty())
        return inputError(wanted.empty() ? worded("nothing is to be done in these weeks")
                                         : worded("\"%1\" has nothing to do in these weeks", wanted));
    const WeekBoard board = weekBoard(programme, facts.schedule(), first, count);
    for (BoardRow& lane : lanesByFirm(board)) {
        const bool whole = wanted.empty() || lane.firm == wanted;
        if (!whole)
            std::erase_if(lane.chips, [&](const BoardChip& chip) {
                return tradeOf(programme, *programme.activities.row(chip.activity)) != wanted;
            });
        if (lane.chips.empty()) continue;
        report.heading(lane.firm.empty() ? SayWeeks::tr("Nobody named") : show::text(lane.firm), 2);
        report.picture(laneOf(held, std::move(lane), first, count));
    }
    report.table(std::move(table));
    return done();
}

} // namespace yarrin
