// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/cost_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/painted_parts.h"
#include "app/labour/heads.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "chart/paint/money_painter.h"

#include <QClipboard>
#include <QComboBox>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QLabel>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QSplitter>
#include <QToolTip>
#include <QVBoxLayout>

namespace yarrin {

namespace {

/// "4.2 m", "350 k": for axes.
QString shortSum(double sum) {
    const QString sign = sum < -0.5 ? QStringLiteral("−") : QString();
    const double size = std::abs(sum);
    const auto digits = [](double value) { return QLocale::c().toString(value, 'g', 4); };
    if (size >= 999'500) return sign + CostPage::tr("%1 m").arg(digits(size / 1e6));
    if (size >= 999.5) return sign + CostPage::tr("%1 k").arg(digits(size / 1e3));
    return sign + digits(size);
}

QString headText(int head) {
    return shownHeads().of(CostHead(head));
}

} // namespace

class CostPage::Chart : public QWidget, public HasPaintedParts {
public:
    explicit Chart(CostPage* page) : QWidget(page), m_page(page) {
        setObjectName(QStringLiteral("costChart"));
        setAccessibleName(CostPage::tr("Cost, value and cash month by month"));
        setMinimumHeight(230);
        setFocusPolicy(Qt::StrongFocus);
        connect(&lookChanges(), &LookChanges::changed, this, qOverload<>(&QWidget::update));
    }
    void reset() {
        m_chosen.reset();
        update();
    }
    /// Month by month, to the pound.
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override {
        std::vector<PaintedPart> parts;
        if (!m_page->m_found || m_page->m_found->picture.months.empty()) return parts;
        const MoneyLayout layout = layoutMoney(m_page->m_found->picture, width(), height());
        for (std::size_t i = 0; i < layout.cells.size(); ++i) {
            PaintedPart part;
            QStringList lines = told(i).split(QLatin1Char('\n'));
            part.name = lines.takeFirst();
            part.value = lines.join(QStringLiteral(", "));
            part.rect =
                QRectF(layout.cells[i].x0, layout.top, layout.cells[i].x1 - layout.cells[i].x0, height() - layout.top)
                    .toRect();
            part.chosen = m_chosen == i;
            part.press = [chart = const_cast<Chart*>(this), i] { chart->choose(i); };
            parts.push_back(std::move(part));
        }
        return parts;
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.fillRect(rect(), theme().paper);
        if (!m_page->m_found || m_page->m_found->picture.months.empty()) return;
        const MoneyPicture& picture = m_page->m_found->picture;
        const MoneyLayout layout = layoutMoney(picture, width(), height());
        MoneyInk ink{theme(), shortSum, {}, m_chosen};
        if (picture.dataDate) ink.dataDate = show::shortDate(*picture.dataDate);
        paintMoney(painter, layout, width(), ink);
        legend(painter, layout);
    }
    void mousePressEvent(QMouseEvent* event) override { choose(monthAt(event->position().x())); }
    void keyPressEvent(QKeyEvent* event) override {
        const int step = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
        if (step == 0 || !m_page->m_found) return QWidget::keyPressEvent(event);
        const int last = int(m_page->m_found->picture.months.size()) - 1;
        choose(std::size_t(std::clamp(m_chosen ? int(*m_chosen) + step : 0, 0, last)));
    }
    bool event(QEvent* event) override {
        if (event->type() != QEvent::ToolTip) return QWidget::event(event);
        auto* help = static_cast<QHelpEvent*>(event);
        if (const auto month = monthAt(help->pos().x()))
            QToolTip::showText(help->globalPos(), told(*month), this);
        else
            QToolTip::hideText();
        return true;
    }

private:
    void choose(std::optional<std::size_t> month) {
        m_chosen = month;
        if (month) {
            setAccessibleDescription(told(*month));
            m_page->m_words->setText(told(*month).split(QLatin1Char('\n')).join(QStringLiteral(" · ")));
        } else {
            m_page->showFigures();
        }
        update();
        tellChosenPart(this);
    }
    std::optional<std::size_t> monthAt(double x) const {
        if (!m_page->m_found || m_page->m_found->picture.months.empty()) return {};
        const MoneyLayout layout = layoutMoney(m_page->m_found->picture, width(), height());
        for (std::size_t i = 0; i < layout.cells.size(); ++i)
            if (x >= layout.cells[i].x0 && x < layout.cells[i].x1) return i;
        return {};
    }
    /// A month to the pound: its cost by head, its value, and what came and went.
    QString told(std::size_t at) const {
        const MoneyMonth& month = m_page->m_found->picture.months[at];
        QStringList lines{show::month(month.from)};
        for (const CashMonth& one : m_page->m_found->cash.months) {
            if (one.month.first != month.from) continue;
            lines << CostPage::tr("cost %1").arg(m_page->money(one.cost));
            for (std::size_t h = 0; h < costHeads; ++h)
                if (one.heads[h].sign() != 0)
                    lines << headText(int(h)) + QLatin1Char(' ') + m_page->money(one.heads[h]);
            lines << CostPage::tr("value %1").arg(m_page->money(one.value));
            lines << CostPage::tr("paid %1").arg(m_page->money(one.paid));
            lines << CostPage::tr("received %1").arg(m_page->money(one.received));
            lines << CostPage::tr("position at its end %1").arg(m_page->money(one.position));
        }
        return lines.join(QLatin1Char('\n'));
    }
    /// In one line below the months, so that it lies over nothing.
    void legend(QPainter& painter, const MoneyLayout& layout) {
        const Theme& t = theme();
        const QFontMetrics metrics(secondaryFont());
        double x = layout.left;
        const auto put = [&](const QString& words, const std::function<void(const QRectF&)>& sign) {
            sign(QRectF(x, 31, 14, 9));
            const int wide = metrics.horizontalAdvance(words) + 2;
            paintWords(painter, QRect(int(x) + 19, 27, wide, 17), Qt::AlignLeft | Qt::AlignVCenter, secondaryFont(),
                       t.muted, words);
            x += wide + 34;
        };
        std::array<bool, costHeads> used{};
        for (const MoneyBox& box : layout.boxes) used[std::size_t(box.head)] = true;
        for (int h = 0; h < int(costHeads); ++h)
            if (used[std::size_t(h)])
                put(headText(h), [&](const QRectF& box) { painter.fillRect(box, headColour(h, t)); });
        const auto stroke = [&](const QPen& pen) {
            return [&painter, pen](const QRectF& box) {
                painter.setPen(pen);
                painter.drawLine(QPointF(box.left(), box.center().y()), QPointF(box.right(), box.center().y()));
            };
        };
        if (!layout.values.empty()) put(CostPage::tr("value of the month"), stroke(QPen(t.ink, 2)));
        put(CostPage::tr("cost, forecast broken"), stroke(QPen(t.accent, 2.4)));
        put(CostPage::tr("planned, early and late"), stroke(QPen(t.hammock, 1.6)));
        paintWords(painter, QRect(int(layout.left) + 6, int(layout.cashTop) - 18, 260, 15),
                   Qt::AlignLeft | Qt::AlignVCenter, secondaryFont(), t.muted,
                   CostPage::tr("cash: received less paid; broken, as planned"));
    }

    CostPage* m_page;
    std::optional<std::size_t> m_chosen;
};

CostPage::CostPage(Document& document, Dialogs& dialogs, QWidget* parent)
    : QWidget(parent), m_document(document), m_dialogs(dialogs), m_figures(new QLabel(this)), m_words(new QLabel(this)),
      m_group(new QComboBox(this)), m_chart(new Chart(this)), m_working(this) {
    setObjectName(QStringLiteral("costPage"));
    m_figures->setObjectName(QStringLiteral("costFigures"));
    m_figures->setTextFormat(Qt::RichText);
    m_figures->setContentsMargins(16, 2, 16, 6);
    m_words->setObjectName(QStringLiteral("costWords"));
    m_words->setWordWrap(true);
    m_words->setContentsMargins(16, 2, 16, 2);
    setInk(m_words, Ink::muted);
    m_group->setObjectName(QStringLiteral("costGroup"));
    m_group->setAccessibleName(tr("Table by"));
    m_group->addItems({tr("By breakdown"), tr("By section"), tr("By head")});
    buildTable();
    auto* lower = new QWidget(this);
    auto* column = new QVBoxLayout(lower);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    column->addWidget(m_words);
    column->addWidget(m_table, 1);
    auto* split = new QSplitter(Qt::Vertical, this);
    split->setChildrenCollapsible(false);
    split->addWidget(m_chart);
    split->addWidget(lower);
    split->setStretchFactor(0, 5);
    split->setStretchFactor(1, 4);
    setFocusProxy(m_chart);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_figures);
    layout->addWidget(split, 1);
    connect(m_group, &QComboBox::activated, this, &CostPage::present);
    connect(&lookChanges(), &LookChanges::changed, this, &CostPage::showFigures);
}

void CostPage::buildTable() {
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, std::function<Fine(const CostRow&)> sum) {
        ListColumn& c = columns.emplace_back();
        c.name = QLatin1String(name);
        c.title = title;
        c.width = width;
        c.right = true;
        c.text = [this, sum](std::size_t row) { return row < m_rows.size() ? thousands(sum(m_rows[row])) : QString(); };
        c.figure = [this, sum](std::size_t row) { return sum(m_rows[row]).toDouble(); };
    };
    ListColumn group;
    group.name = QStringLiteral("group");
    group.title = tr("Thousands");
    group.width = 190;
    group.text = [this](std::size_t row) {
        if (row + 1 == m_rows.size()) return tr("Whole works");
        return m_rows[row].name.empty() ? tr("without") : show::text(m_rows[row].name);
    };
    columns.push_back(std::move(group));
    add("budget", tr("Budget"), 78, [](const CostRow& r) { return r.budget; });
    add("toDate", tr("Cost to date"), 86, [](const CostRow& r) { return r.toDate; });
    add("toComplete", tr("To complete"), 86, [](const CostRow& r) { return r.toComplete; });
    add("forecast", tr("Forecast"), 78, [](const CostRow& r) { return r.forecast(); });
    add("over", tr("Over budget"), 86, [](const CostRow& r) { return r.forecast() - r.budget; });
    columns.back().marked = [this](std::size_t row) {
        return (m_rows[row].forecast() - m_rows[row].budget).sign() > 0;
    };
    add("valueToDate", tr("Value to date"), 90, [](const CostRow& r) { return r.valueToDate; });
    add("value", tr("Value"), 74, [](const CostRow& r) { return r.value; });
    add("margin", tr("Margin"), 70, [](const CostRow& r) { return r.margin(); });
    ListColumn percent;
    percent.name = QStringLiteral("percent");
    percent.title = QStringLiteral("%");
    percent.width = 48;
    percent.right = true;
    percent.text = [this](std::size_t row) {
        return m_rows[row].value.sign() > 0 ? show::number(m_rows[row].margin().percentOf(m_rows[row].value, 1))
                                            : QString();
    };
    columns.push_back(std::move(percent));
    m_table = new ListPage(QStringLiteral("costs"), tr("Cost and value by group"),
                           shownRows([this] { return m_rows.size(); }), std::move(columns), this);
    m_table->line().addWidget(m_group);
    m_table->line().addWidget(buildOut());
    m_table->setEmptyText(
        tr("Nothing costs anything yet: give resources rates, activities sums, hammocks a cost a week."));
    m_table->offerFirst(tr("To the rates"), {QStringLiteral("labourRates")});
}

/// The table that people make by hand: by months or weeks, into a workbook or onto the clipboard.
QWidget* CostPage::buildOut() {
    auto* out = quietButton(tr("Table out…"), "costOut", this);
    auto* menu = new QMenu(out);
    const auto offer = [&](const char* name, const QString& words, auto what) {
        menu->addAction(words, this, what)->setObjectName(QLatin1String(name));
    };
    offer("costOutMonths", tr("By &month, as a workbook…"), [this] { tableOut(false); });
    offer("costOutWeeks", tr("By &week, as a workbook…"), [this] { tableOut(true); });
    menu->addSeparator();
    offer("costCopyMonths", tr("&Copy by month"), [this] { copyOut(false); });
    offer("costCopyWeeks", tr("Copy by wee&k"), [this] { copyOut(true); });
    out->setMenu(menu);
    return out;
}

void CostPage::tableOut(bool weeks) {
    if (!m_found || m_rows.empty()) return emit refused(tr("Nothing costs anything yet."));
    const QString path = m_dialogs.fileToSave(this, tr("Save cost, value and cash"),
                                              weeks ? tr("Cost by week.xlsx") : tr("Cost by month.xlsx"),
                                              tr("Workbooks (*.xlsx);;Text tables (*.csv)"));
    if (path.isEmpty()) return;
    const Outcome written = writeCostSchedule(costSchedule(*m_found, weeks), path.toStdString());
    if (written.ok())
        emit told(tr("Saved to %1.").arg(path));
    else
        emit refused(tr("Not saved. %1").arg(show::error(written.error())));
}

void CostPage::copyOut(bool weeks) {
    if (!m_found || m_rows.empty()) return emit refused(tr("Nothing costs anything yet."));
    QStringList lines;
    const Sheet sheet = sheetOf(costSchedule(*m_found, weeks));
    for (const auto& row : sheet.rows) {
        QStringList cells;
        for (const SheetCell& cell : row) cells << show::text(cell.text);
        lines << cells.join(QLatin1Char('\t'));
    }
    QGuiApplication::clipboard()->setText(lines.join(QLatin1Char('\n')));
    emit told(tr("%1 copied.").arg(show::countOf(lines.size() - 1, "row", "rows")));
}

QString CostPage::money(const Fine& sum) const {
    // To the pound: what is counted in pennies is in the exported table and on the command line.
    const auto rounded = sum.rounded(0);
    return rounded ? show::money(*rounded, m_document.programme().job.currency) : QString();
}

QString CostPage::thousands(const Fine& sum) const {
    const auto rounded = sum.part(Fraction(Decimal(1, 3))).rounded(0);
    if (!rounded || rounded->sign() == 0) return sum.sign() == 0 ? QStringLiteral("–") : QStringLiteral("0");
    return show::number(*rounded);
}

void CostPage::refresh() {
    if (!m_document.schedule().ok()) {
        m_working.stop();
        m_found.reset();
        return present();
    }
    m_working.start(
        m_document.patience(),
        [programme = m_document.sharedProgramme(), dates = m_document.sharedSchedule(),
         plan = agreedPlanOf(m_document)](WorkWatch&) { return findCosts(programme, dates, plan()); },
        [this](std::shared_ptr<CostFindings> found) {
            m_found = std::move(found);
            present();
        });
}

void CostPage::present() {
    m_rows.clear();
    if (m_found && (!m_found->costs.flows.empty() || !m_found->values.flows.empty())) {
        const MoneyState now{*m_found->programme, m_found->costs.flows, m_found->values.flows};
        const MoneyState plan{*m_found->plan.state.programme, m_found->planned.flows, {}};
        const int by = m_group->currentIndex();
        m_rows = costRows(now, plan, by == 0 ? byBreakdown() : by == 1 ? bySection() : byHead());
    }
    m_table->refresh();
    m_chart->reset();
    showFigures();
}

void CostPage::showFigures() {
    if (!m_found || m_rows.empty()) {
        m_figures->clear();
        m_words->clear();
        return;
    }
    const CostRow& whole = m_rows.back();
    QStringList cells;
    const auto add = [&](const QString& title, const QString& value, const QString& below, bool bad = false) {
        cells << QStringLiteral(
                     "<td style=\"padding-right:24px\"><span style=\"color:%1; font-size:11px\">%2</span><br>"
                     "<span style=\"font-size:14px; font-weight:600; color:%3\">%4</span><br>"
                     "<span style=\"color:%1; font-size:11px\">%5</span></td>")
                     .arg(theme().muted.name(), title.toHtmlEscaped(), (bad ? theme().nearText : theme().ink).name(),
                          value.toHtmlEscaped(), below.toHtmlEscaped());
    };
    const auto share = [](const Fine& part, const Fine& of) { return show::number(part.percentOf(of, 0)); };
    add(tr("Cost to date"), money(whole.toDate), tr("%1 % of the forecast").arg(share(whole.toDate, whole.forecast())));
    add(tr("Value to date"), money(whole.valueToDate),
        tr("%1 % of %2").arg(share(whole.valueToDate, whole.value), money(whole.value)));
    add(tr("Cost to complete"), money(whole.toComplete), tr("forecast %1").arg(money(whole.forecast())));
    add(tr("Budget"), money(whole.budget), m_found->plan.name);
    add(tr("Margin at completion"), money(whole.margin()),
        whole.value.sign() > 0 ? tr("%1 %").arg(show::number(whole.margin().percentOf(whole.value, 1))) : QString(),
        whole.margin().sign() < 0);
    const Cash& cash = m_found->cash;
    add(tr("Cash at its deepest"), money(cash.deepest.position), show::date(cash.deepest.day),
        cash.deepest.position.sign() < 0);
    if (cash.deepestToCome)
        add(tr("Deepest still to come"), money(cash.deepestToCome->position), show::date(cash.deepestToCome->day),
            cash.deepestToCome->position.sign() < 0);
    m_figures->setText(QStringLiteral("<table><tr>%1</tr></table>").arg(cells.join(QString())));
    QStringList words;
    if (!m_found->costs.unpriced.empty()) {
        QStringList names;
        for (const Unpriced& one : m_found->costs.unpriced) names << show::text(one.resource);
        names.removeDuplicates();
        words << tr("Without a rate: %1.").arg(names.join(QStringLiteral(", ")));
    }
    if (!m_found->values.unplaced.empty())
        words << tr("%1 of the bill not placed in full; %2 come in no month.")
                     .arg(show::countOf(qint64(m_found->values.unplaced.size()), "item", "items"),
                          money(m_found->values.left));
    if (cash.financing.sign() > 0) words << tr("Interest on money out %1.").arg(money(cash.financing));
    m_words->setText(words.join(QLatin1Char(' ')));
}

} // namespace yarrin
