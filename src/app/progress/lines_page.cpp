// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/progress/lines_page.h"

#include "app/base/format.h"
#include "app/base/language.h"
#include "app/base/look.h"
#include "app/base/painted_parts.h"
#include "chart/paint/step_painter.h"
#include "core/quantity/units.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QVBoxLayout>

namespace yarrin {

namespace {

QString amount(double value) {
    return spoken().toString(value, 'f', value < 100 && value != std::floor(value) ? 1 : 0);
}

/// Whether anything has a price: cheaper to ask than to add up.
bool costsAnything(const Programme& programme) {
    const auto& activities = programme.activities;
    return std::any_of(programme.resources.begin(), programme.resources.end(),
                       [](const Resource& r) { return r.rate || !r.rates.empty(); }) ||
           std::any_of(activities.begin(), activities.end(),
                       [](const Activity& a) { return !a.lumpSums.empty() || a.costPerWeek; });
}

QString ratioText(const std::optional<double>& value) {
    return value ? QString::number(*value, 'f', 2) : QStringLiteral("—");
}

} // namespace

LineLayout paintProgressLines(QPainter& painter, const std::vector<ProgressPoint>& points, const Theme& t, double width,
                              double height) {
    std::vector<LineSeries> series(3);
    std::vector<double> places;
    LinesInk ink{t,
                 {{t.hammock, 2, false, false}, {t.accent, 2.5, false, false}, {t.accent, 1.5, false, true}},
                 [](double value) { return amount(value); },
                 {}};
    unsigned month = 0;
    for (const ProgressPoint& point : points) {
        places.push_back(double(point.day - points.front().day));
        series[0].values.push_back(point.planned);
        series[1].values.push_back(point.done);
        series[2].values.push_back(point.forecast);
        // A word where a quarter begins.
        const auto day = yearMonthDay(point.day);
        const bool quarter = day.month != month && (day.month % 3 == 1 || month == 0);
        ink.places.push_back(quarter ? show::date(point.day).section(QLatin1Char(' '), 1) : QString());
        month = day.month;
    }
    LineLayout layout = layoutLines(series, places, width, height, {70, 24, 12, 26});
    // The data date.
    for (std::size_t i = 0; i < points.size(); ++i)
        if (points[i].done && points[i].forecast) {
            painter.setPen(QPen(t.accent, 1));
            painter.drawLine(QPointF(layout.places[i], layout.top), QPointF(layout.places[i], layout.bottom));
        }
    paintLines(painter, layout, ink);
    return layout;
}

class LinesPage::Chart : public QWidget, public HasPaintedParts {
public:
    explicit Chart(LinesPage* page) : QWidget(page), m_page(page) {
        setObjectName(QStringLiteral("progressChart"));
        setAccessibleName(LinesPage::tr("Planned against done"));
        setMinimumHeight(180);
    }
    /// The end of each month, and the data date.
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override {
        std::vector<PaintedPart> parts;
        const auto& points = m_page->m_lines.points;
        if (m_laid.places.size() != points.size()) return parts; // not painted yet, or not to be
        for (std::size_t i = 0; i < points.size(); ++i) {
            const ProgressPoint& point = points[i];
            const bool now = point.done && point.forecast;
            const bool ends =
                i + 1 == points.size() || yearMonthDay(points[i + 1].day).month != yearMonthDay(point.day).month;
            if (!now && !ends) continue;
            PaintedPart part;
            part.name = now ? LinesPage::tr("data date %1").arg(show::date(point.day)) : show::date(point.day);
            QStringList said;
            const auto say = [&](const QString& words, const std::optional<double>& value) {
                if (value) said << words.arg(amount(*value) + QLatin1Char(' ') + m_page->m_unit);
            };
            say(LinesPage::tr("planned %1"), point.planned);
            say(LinesPage::tr("done %1"), point.done);
            if (!now) say(LinesPage::tr("forecast %1"), point.forecast);
            part.value = said.join(QStringLiteral(", "));
            part.rect = QRect(int(m_laid.places[i]) - 3, 0, 7, height());
            parts.push_back(std::move(part));
        }
        return parts;
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        const Theme& t = theme();
        painter.fillRect(rect(), t.paper);
        const auto& points = m_page->m_lines.points;
        m_laid = {};
        if (points.size() < 2 || m_page->m_lines.earned.budget <= 0) return;
        m_laid = paintProgressLines(painter, points, t, width(), height());
        const LineLayout& layout = m_laid;
        const std::pair<QString, QColor> legend[] = {{LinesPage::tr("planned"), t.hammock},
                                                     {LinesPage::tr("done, and forecast"), t.accent}};
        double y = layout.top + 6;
        painter.setFont(secondaryFont());
        for (const auto& [words, colour] : legend) {
            painter.fillRect(QRectF(layout.left + 14, y + 6, 16, 3), colour);
            painter.setPen(t.muted);
            painter.drawText(QRectF(layout.left + 36, y, 200, 15), Qt::AlignVCenter, words);
            y += 17;
        }
    }

private:
    LinesPage* m_page;
    LineLayout m_laid; ///< as it was painted last
};

LinesPage::LinesPage(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_weight(new QComboBox(this)), m_figures(new QLabel(this)),
      m_words(new QLabel(this)), m_chart(new Chart(this)), m_working(this) {
    connect(&lookChanges(), &LookChanges::changed, this, &LinesPage::showFigures);
    setObjectName(QStringLiteral("progressLinesPage"));
    m_weight->setObjectName(QStringLiteral("progressWeight"));
    m_weight->setAccessibleName(tr("Progress is weighed by"));
    m_weight->setMinimumWidth(260);
    m_figures->setObjectName(QStringLiteral("earnedValue"));
    m_figures->setTextFormat(Qt::RichText);
    m_figures->setWordWrap(true);
    m_words->setObjectName(QStringLiteral("earnedWords"));
    m_words->setWordWrap(true);
    m_words->setProperty("quiet", true);
    auto* line = new QHBoxLayout;
    line->addWidget(new QLabel(tr("Weighed by"), this));
    line->addWidget(m_weight);
    line->addStretch(1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 6, 16, 10);
    layout->setSpacing(8);
    layout->addLayout(line);
    layout->addWidget(m_figures);
    layout->addWidget(m_chart, 1);
    layout->addWidget(m_words);
    m_weight->setSizeAdjustPolicy(QComboBox::AdjustToContents); // of whatever programme comes
    connect(m_weight, &QComboBox::activated, this, &LinesPage::work);
}

void LinesPage::fillWeights() {
    const QString kept = m_weight->currentText();
    const Programme& programme = m_document.programme();
    m_weights = {{ProgressWeight::crewDays, {}}};
    m_weight->clear();
    m_weight->addItem(tr("Crew-days"));
    const bool priced = std::any_of(programme.bill.begin(), programme.bill.end(),
                                    [](const BillItem& item) { return item.rate.has_value(); });
    if (priced && !programme.allocations.empty()) {
        m_weights.emplace_back(ProgressWeight::value, BookItemId{});
        m_weight->addItem(tr("Value at the bill's rates"));
    }
    if (!m_document.schedule().activities.empty() && costsAnything(programme)) {
        m_weights.emplace_back(ProgressWeight::cost, BookItemId{});
        m_weight->addItem(tr("Cost as planned"));
    }
    for (const BookItem& item : programme.book) {
        const bool used = std::any_of(programme.activities.begin(), programme.activities.end(),
                                      [&](const Activity& a) { return a.bookItem == item.id; });
        if (!used) continue;
        m_weights.emplace_back(ProgressWeight::quantity, item.id);
        m_weight->addItem(tr("%1 of %2").arg(show::text(std::string(unitSymbol(item.unit))), show::text(item.name)));
    }
    if (const int index = m_weight->findText(kept); index >= 0) m_weight->setCurrentIndex(index);
}

void LinesPage::present(const FrozenState& plan, const QString& name) {
    m_plan = plan;
    m_planName = name;
    fillWeights();
    work();
}

void LinesPage::work() {
    const auto index = std::size_t(std::max(0, m_weight->currentIndex()));
    const bool can = m_plan.schedule && m_plan.schedule->ok() && m_document.schedule().ok();
    if (!can || index >= m_weights.size()) {
        m_working.stop();
        return take({});
    }
    const auto [weight, book] = m_weights[index];
    const BookItem* item = m_document.programme().book.row(book);
    m_unit = weight == ProgressWeight::crewDays ? tr("crew-days")
             : weight == ProgressWeight::value || weight == ProgressWeight::cost
                 ? show::text(m_document.programme().job.currency)
             : item ? show::text(std::string(unitSymbol(item->unit)))
                    : QString();
    m_working.start(
        m_document.patience(),
        [plan = m_plan, now = m_document.sharedProgramme(), dates = m_document.sharedSchedule(), weight = weight,
         book = book](WorkWatch&) {
            return progressLines(*plan.programme, *plan.schedule, *now, *dates, weight, book);
        },
        [this](ProgressLines lines) { take(std::move(lines)); });
}

bool LinesPage::isMoney() const {
    const auto index = std::size_t(std::max(0, m_weight->currentIndex()));
    return index < m_weights.size() && m_weights[index].first == ProgressWeight::cost;
}

void LinesPage::take(ProgressLines lines) {
    m_lines = std::move(lines);
    showFigures();
    m_chart->update();
}

void LinesPage::showFigures() {
    const EarnedValue& ev = m_lines.earned;
    const auto& dataDate = m_document.programme().job.dataDate;
    if (ev.budget <= 0 || !dataDate) {
        m_figures->setText(ev.budget <= 0
                               ? tr("Nothing in the plan has this weight.")
                               : tr("Set the data date: then what is done is set against what was planned."));
        m_words->clear();
        m_chart->setAccessibleDescription(m_figures->text());
        return;
    }
    QStringList cells;
    const auto add = [&](const QString& title, const QString& value, bool bad = false) {
        cells << QStringLiteral(
                     "<td style=\"padding-right:22px\"><span style=\"color:%1; font-size:11px\">%2</span><br>"
                     "<span style=\"font-size:14px; font-weight:600; color:%3\">%4</span></td>")
                     .arg(theme().muted.name(), title, (bad ? theme().criticalText : theme().ink).name(),
                          value.toHtmlEscaped());
    };
    const auto below = [](const std::optional<double>& ratio) { return ratio && *ratio < 0.995; };
    add(tr("Planned by the data date"), tr("%1 %2").arg(amount(ev.planned), m_unit));
    add(tr("Earned"), tr("%1 (%2 %)").arg(amount(ev.earned)).arg(ev.earned / ev.budget * 100, 0, 'f', 0),
        ev.earned < ev.planned);
    add(tr("In all"), amount(ev.budget));
    add(tr("SPI"), ratioText(ev.spi), below(ev.spi));
    if (ev.cost) {
        add(isMoney() ? tr("Spent") : tr("Worked"), amount(*ev.cost));
        add(tr("CPI"), ratioText(ev.cpi), below(ev.cpi));
        add(tr("EAC"), ev.eac ? amount(*ev.eac) : QStringLiteral("—"), ev.eac && *ev.eac > ev.budget);
        add(tr("TCPI"), ratioText(ev.tcpi));
    }
    if (ev.outputAchieved && ev.outputPlanned)
        add(tr("Output a crew-day, achieved / planned"),
            tr("%1 / %2").arg(*ev.outputAchieved, 0, 'f', 2).arg(*ev.outputPlanned, 0, 'f', 2),
            *ev.outputAchieved < *ev.outputPlanned * 0.995);
    add(tr("Earned schedule"), tr("week %1 of %2").arg(ev.earnedSchedule, 0, 'f', 1).arg(ev.weeks, 0, 'f', 1));
    add(tr("SPI(t)"), ratioText(ev.spiTime), below(ev.spiTime));
    m_figures->setText(QStringLiteral("<table><tr>%1</tr></table>").arg(cells.join(QString())));
    QString words = tr("Against %1; what an activity weighs is spread evenly over its working time.").arg(m_planName);
    if (ev.cost && isMoney())
        words += tr(" What hammocks pay for is earned as it was planned to be; spent is the cost to date.");
    else if (ev.cost)
        words += tr(" Work without crews counts as one crew; worked are crew-days from actual start to finish.");
    if (m_lines.beyond > 0)
        words += tr(" %1 not in it and left out.").arg(show::countOf(m_lines.beyond, "activity is", "activities are"));
    m_words->setText(words);
    m_chart->setAccessibleDescription(
        tr("planned %1, earned %2 of %3 %4").arg(amount(ev.planned), amount(ev.earned), amount(ev.budget), m_unit));
}

} // namespace yarrin
