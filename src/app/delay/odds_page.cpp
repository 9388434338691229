// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/odds_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/delay/drivers_list.h"
#include "app/delay/odds_chart.h"
#include "app/delay/odds_words.h"
#include "app/delay/uncertain_panel.h"
#include "app/table/list_page.h"
#include "core/odds/ranks.h"
#include "edit/chance_edits.h"

#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QRandomGenerator>
#include <QSplitter>
#include <QTimer>
#include <QVBoxLayout>

namespace yarrin {

namespace {

QString reliefName(Relief relief) {
    return relief == Relief::unrelieved ? OddsPage::tr("granted only")
           : relief == Relief::assessed ? OddsPage::tr("assessed")
                                        : OddsPage::tr("claimed");
}

} // namespace

OddsPage::OddsPage(Document& document, OddsStudy& study, QWidget* parent)
    : QWidget(parent), m_document(document), m_study(study) {
    setObjectName(QStringLiteral("oddsPage"));
    auto* left = new QSplitter(Qt::Vertical, this);
    left->addWidget(buildDates());
    left->addWidget(buildMoney());
    left->setSizes({scaled(310), scaled(250)});
    left->setChildrenCollapsible(false);
    auto* split = new QSplitter(Qt::Horizontal, this);
    split->setObjectName(QStringLiteral("oddsSplitter"));
    split->addWidget(left);
    split->addWidget(buildRight());
    split->setSizes({660, 480});
    split->setStretchFactor(0, 1);
    split->setChildrenCollapsible(false);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(buildAnswer());
    column->addWidget(split, 1);
    connect(&study, &OddsStudy::found, this, [this] {
        if (isVisible()) present();
    });
    connect(&study, &OddsStudy::runningChanged, this, &OddsPage::presentState);
    connect(&document, &Document::replaced, this, [this] { m_section->clear(); });
}

QWidget* OddsPage::buildAnswer() {
    auto* band = new QWidget(this);
    band->setObjectName(QStringLiteral("oddsAnswer"));
    band->setAttribute(Qt::WA_StyledBackground);
    auto* line = new QHBoxLayout(band);
    line->setContentsMargins(14, 6, 14, 8);
    line->setSpacing(18);
    auto* sums = new QVBoxLayout;
    sums->setSpacing(2);
    m_question = new QLabel(tr("What should we put aside?"), band);
    setInk(m_question, Ink::accent);
    m_question->setFont(boldened(secondaryFont()));
    m_sum = new QLabel(band);
    m_sum->setObjectName(QStringLiteral("oddsSum"));
    QFont large = headingFont();
    large.setPixelSize(scaled(20));
    m_sum->setFont(large);
    sums->addWidget(m_question);
    sums->addWidget(m_sum);
    sums->addStretch(1);
    line->addLayout(sums);
    m_lines = new QLabel(band);
    m_lines->setObjectName(QStringLiteral("oddsWords"));
    m_lines->setWordWrap(true);
    m_lines->setTextInteractionFlags(Qt::TextSelectableByMouse);
    line->addWidget(m_lines, 1);
    auto* ways = new QVBoxLayout;
    ways->setSpacing(0);
    m_sure = quietButton({}, "oddsSure", band);
    m_reliefs = quietButton({}, "oddsRelief", band);
    m_copy = quietButton(tr("Copy these words"), "oddsCopy", band);
    for (QPushButton* one : {m_sure, m_reliefs, m_copy}) ways->addWidget(one, 0, Qt::AlignRight);
    line->addLayout(ways);
    auto* sureMenu = new QMenu(m_sure);
    for (const int per : {500, 600, 700, 800, 900, 950})
        sureMenu->addAction(runsOf(per), this, [this, per] { setSure(per); });
    m_sure->setMenu(sureMenu);
    auto* reliefMenu = new QMenu(m_reliefs);
    for (std::size_t r = 0; r < reliefs; ++r)
        reliefMenu->addAction(reliefName(static_cast<Relief>(r)), this, [this, r] {
            m_relief = static_cast<Relief>(r);
            present();
        });
    m_reliefs->setMenu(reliefMenu);
    connect(m_copy, &QPushButton::clicked, this,
            [this] { QApplication::clipboard()->setText(m_sum->text() + QLatin1Char('\n') + m_lines->text()); });
    return band;
}

QWidget* OddsPage::buildDates() {
    auto* part = new QWidget(this);
    auto* column = new QVBoxLayout(part);
    column->setContentsMargins(0, 8, 0, 0);
    column->setSpacing(2);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 0, 14, 0);
    line->setSpacing(10);
    m_section = new QComboBox(part);
    m_section->setObjectName(QStringLiteral("oddsSection"));
    m_section->setAccessibleName(tr("Section"));
    m_section->setMinimumWidth(scaled(150));
    m_section->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    auto* heads = new QVBoxLayout;
    heads->setSpacing(0);
    auto* title = new QLabel(tr("When it may be complete"), part);
    title->setFont(headingFont());
    m_dateWords = new QLabel(part);
    m_dateWords->setObjectName(QStringLiteral("oddsDateWords"));
    m_dateWords->setFont(secondaryFont());
    setInk(m_dateWords, Ink::muted);
    heads->addWidget(title);
    heads->addWidget(m_dateWords);
    line->addWidget(m_section);
    line->addLayout(heads, 1);
    column->addLayout(line);
    m_dates = new OddsChart(QStringLiteral("oddsDates"), tr("When it may be complete"), part);
    column->addWidget(m_dates, 1);
    connect(m_section, &QComboBox::activated, this, &OddsPage::present);
    connect(m_dates, &OddsChart::sureChosen, this, &OddsPage::setSure);
    connect(m_dates, &OddsChart::columnChosen, this, &OddsPage::tellColumn);
    return part;
}

QWidget* OddsPage::buildMoney() {
    auto* part = new QWidget(this);
    auto* column = new QVBoxLayout(part);
    column->setContentsMargins(0, 6, 0, 0);
    column->setSpacing(2);
    auto* title = new QLabel(tr("What damages may come to"), part);
    title->setFont(headingFont());
    title->setContentsMargins(14, 0, 0, 0);
    column->addWidget(title);
    auto* line = new QHBoxLayout;
    line->setSpacing(0);
    m_money = new OddsChart(QStringLiteral("oddsMoney"), tr("What damages may come to"), part);
    m_sums = new QLabel(part);
    m_sums->setObjectName(QStringLiteral("oddsSums"));
    m_sums->setTextFormat(Qt::RichText);
    m_sums->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_sums->setAlignment(Qt::AlignTop);
    m_sums->setContentsMargins(8, 8, 14, 4);
    m_sums->setFont(secondaryFont());
    line->addWidget(m_money, 1);
    line->addWidget(m_sums);
    column->addLayout(line, 1);
    connect(m_money, &OddsChart::sureChosen, this, &OddsPage::setSure);
    return part;
}

QWidget* OddsPage::buildRight() {
    auto* part = new QWidget(this);
    part->setObjectName(QStringLiteral("oddsRight"));
    auto* column = new QVBoxLayout(part);
    column->setContentsMargins(0, 6, 0, 0);
    column->setSpacing(2);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 0, 8, 0);
    m_driverTitle = new QLabel(part);
    m_driverTitle->setObjectName(QStringLiteral("oddsDriverTitle"));
    m_driverTitle->setFont(headingFont());
    m_state = new QLabel(part);
    m_state->setObjectName(QStringLiteral("oddsState"));
    m_state->setFont(secondaryFont());
    setInk(m_state, Ink::muted);
    m_again = quietButton(tr("Repeat"), "oddsAgain", part);
    m_again->setToolTip(tr("The same runs again: the same figures come out"));
    m_seed = quietButton(tr("New seed"), "oddsSeed", part);
    m_seed->setToolTip(tr("Other numbers are drawn: what moves much was not known well"));
    m_stop = quietButton(tr("Stop"), "oddsStop", part);
    m_stop->setToolTip(tr("It is enough: the runs so far are taken"));
    line->addWidget(m_state, 1);
    for (QPushButton* one : {m_stop, m_again, m_seed}) line->addWidget(one);
    column->addLayout(line);
    m_driverTitle->setContentsMargins(14, 0, 0, 0);
    column->addWidget(m_driverTitle);
    m_drivers = new DriversList(part);
    column->addWidget(m_drivers);
    m_uncertain = new UncertainPanel(m_document, part);
    column->addWidget(m_uncertain, 1);
    connect(m_again, &QPushButton::clicked, &m_study, &OddsStudy::again);
    connect(m_seed, &QPushButton::clicked, this, &OddsPage::newSeed);
    connect(m_stop, &QPushButton::clicked, &m_study, &OddsStudy::stop);
    connect(m_drivers, &DriversList::opened, this, &OddsPage::open);
    connect(m_uncertain, &UncertainPanel::refused, this, &OddsPage::refused);
    connect(m_uncertain, &UncertainPanel::reveal, this, &OddsPage::reveal);
    return part;
}

Outcome OddsPage::perform(const QString& text, const std::function<Outcome(Transaction&)>& edit) {
    const Outcome outcome = m_document.perform(text, edit);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
    return outcome;
}

void OddsPage::setSure(int thousandths) {
    if (thousandths == OddsStudy::sureOf(m_document.programme().job)) return;
    const std::string percent = Decimal(thousandths, 1).text();
    (void)perform(tr("Odds at %1").arg(percentileName(thousandths)),
                  [&](Transaction& tx) { return setOddsField(tx, OddsField::sure, percent); });
}

void OddsPage::newSeed() {
    const std::uint32_t seed = QRandomGenerator::global()->bounded(1U, 1'000'000U);
    (void)perform(tr("Seed %1").arg(seed),
                  [&](Transaction& tx) { return setOddsField(tx, OddsField::seed, std::to_string(seed)); });
}

void OddsPage::open(const OddsDriver& driver) {
    if (driver.kind == OddsDriver::Kind::risk)
        m_uncertain->showRisk(RiskId{driver.id});
    else if (driver.kind == OddsDriver::Kind::rule)
        m_uncertain->showRule(SpreadRuleId{driver.id});
    else if (driver.kind == OddsDriver::Kind::activity)
        emit reveal(ActivityId{driver.id});
    else
        m_uncertain->showSettings();
}

SectionId OddsPage::section() const {
    return SectionId{m_section->currentData().toUInt()};
}

void OddsPage::chooseSection(SectionId id) {
    if (const int at = m_section->findData(id.value); at >= 0) m_section->setCurrentIndex(at);
    present();
}

const OddsOfDate* OddsPage::chosenDate(const Odds& odds) const {
    for (const OddsOfDate& one : odds.sections)
        if (one.section == section()) return &one;
    return &odds.finish;
}

QString OddsPage::emptyText() const {
    if (!m_document.schedule().ok()) return tr("There are no dates: the programme cannot be calculated.");
    if (!saysOdds(m_document.programme()))
        return tr("Nothing is uncertain yet. Say on the right how far outputs may come out otherwise, or add a risk.");
    return tr("Being worked out…");
}

void OddsPage::refresh() {
    const Programme& programme = m_document.programme();
    const QVariant kept = m_section->currentData();
    const Schedule& dates = m_document.schedule();
    m_filling = true;
    m_section->clear();
    std::optional<int> worst;
    int latest = 0;
    for (const Section& one : programme.sections) {
        m_section->addItem(show::text(one.key + " · " + one.name), one.id.value);
        for (const SectionFigures& figures : dates.sections)
            if (figures.section == one.id && figures.daysLate && (!worst || *figures.daysLate > *worst)) {
                worst = figures.daysLate;
                latest = m_section->count() - 1;
            }
    }
    m_section->addItem(tr("All work"), 0U);
    const int at = kept.isValid() ? m_section->findData(kept) : latest;
    m_section->setCurrentIndex(at >= 0 ? at : latest);
    m_filling = false;
    m_uncertain->refresh();
    if (dates.ok() && saysOdds(programme)) m_study.update(true);
    present();
}

void OddsPage::present() {
    if (m_filling) return;
    const int sure = OddsStudy::sureOf(m_document.programme().job);
    m_sure->setText(tr("How sure: %1").arg(runsOf(sure)));
    m_reliefs->setText(tr("Relief: %1").arg(reliefName(m_relief)));
    const auto found = m_study.current();
    presentState();
    presentDrivers();
    if (!found || !found->odds) {
        const QString why = found && !found->fault.isEmpty() ? found->fault : emptyText();
        m_sum->setText(QStringLiteral("–"));
        m_lines->setText(why);
        m_dates->clear(why);
        m_money->clear(QString());
        m_sums->clear();
        m_dateWords->clear();
        m_copy->setEnabled(false);
        return;
    }
    m_copy->setEnabled(true);
    const AsideWords words = asideWords(*found, m_relief);
    m_sum->setText(words.sum);
    m_lines->setText(words.lines.join(QLatin1Char('\n')));
    presentDates(*found);
    presentMoney(*found);
}

void OddsPage::presentDates(const OddsStudy::Findings& found) {
    const OddsOfDate& date = *chosenDate(*found.odds);
    m_dates->present(datePlot(found, date, m_document.schedule(), theme()));
    const QString near = convergenceText(found, date);
    m_dateWords->setText(near.isEmpty() ? tr("columns: runs that end on the day · line: runs that end by then") : near);
    setInk(m_dateWords, near.isEmpty() ? Ink::muted : Ink::near);
}

void OddsPage::presentMoney(const OddsStudy::Findings& found) {
    const Odds& odds = *found.odds;
    const std::string currency = found.programme->job.currency;
    if (sumsOf(odds, m_relief).sorted.back() == 0)
        m_money->clear(tr("No run comes to any damages."));
    else
        m_money->present(moneyPlot(found, m_relief, m_document.schedule(), theme()));
    const auto cell = [](const QString& words, const char* side, bool bold) {
        return QStringLiteral("<td align=%1 style='padding:2px 0 2px 12px'>%2</td>")
            .arg(QLatin1String(side), bold ? QStringLiteral("<b>%1</b>").arg(words) : words);
    };
    QString rows = QStringLiteral("<tr>") + cell(QString(), "left", false) +
                   cell(QStringLiteral("P50"), "right", false) + cell(percentileName(found.sure), "right", true) +
                   cell(QStringLiteral("P95"), "right", false) + QStringLiteral("</tr>");
    const auto row = [&](const QString& name, const OddsOfMoney& money, bool bold) {
        rows += QStringLiteral("<tr>") + cell(name, "left", bold);
        for (const int at : {500, found.sure, 950})
            rows += cell(oddsMoney(atThousandth(money.sorted, at), currency), "right", at == found.sure);
        rows += QStringLiteral("</tr>");
    };
    for (std::size_t r = 0; r < reliefs; ++r) {
        const auto relief = static_cast<Relief>(r);
        row(relief == Relief::unrelieved ? reliefName(relief) : tr("with %1").arg(reliefName(relief)),
            sumsOf(odds, relief), relief == m_relief);
    }
    row(tr("and hammocks"), odds.withProlongation, false);
    QString notes;
    for (const std::string& note : odds.notes)
        notes += QStringLiteral("<p>%1</p>").arg(show::text(note).toHtmlEscaped());
    m_sums->setWordWrap(!notes.isEmpty());
    m_sums->setFixedWidth(scaled(300));
    m_sums->setText(QStringLiteral("<table cellspacing=0>%1</table>%2").arg(rows, notes));
}

void OddsPage::presentDrivers() {
    const auto found = m_study.current();
    const QString name = m_section->currentData().toUInt() == 0
                             ? tr("all work")
                             : m_section->currentText().section(QStringLiteral(" · "), 0, 0);
    m_driverTitle->setText(
        tr("What drives %1 of %2").arg(percentileName(OddsStudy::sureOf(m_document.programme().job)), name));
    m_drivers->present(found, section(),
                       m_study.isRunning()       ? tr("Each thing is held in turn and all is run again…")
                       : found && found->drivers ? tr("Nothing moves it.")
                                                 : tr("It is worked out once there are odds."));
}

void OddsPage::presentState() {
    const bool running = m_study.isRunning();
    m_stop->setVisible(running);
    m_again->setVisible(!running);
    m_seed->setVisible(!running);
    const auto found = m_study.current();
    if (running) {
        const int far = m_study.thousandths();
        m_state->setText(m_study.drawsNow() ? far >= 0 ? tr("Running, %1 %").arg(far / 10) : tr("Running…")
                                            : tr("Finding what drives it…"));
        QTimer::singleShot(200, this, [this] {
            if (m_study.isRunning() && isVisible()) presentState();
        });
        return;
    }
    if (!found || !found->odds) return m_state->clear();
    const QString runs = found->odds->runs == found->wanted
                             ? tr("%1 runs").arg(show::number(Decimal(found->wanted)))
                             : tr("stopped after %1 of %2 runs")
                                   .arg(show::number(Decimal(found->odds->runs)), show::number(Decimal(found->wanted)));
    QStringList words{runs, tr("seed %1").arg(found->seed)};
    if (found->seconds >= 1) words.insert(1, tr("%1 s").arg(QString::number(found->seconds, 'f', 1)));
    if (found->odds->weatherYears > 0)
        words << tr("weather of %1").arg(show::countOf(qint64(found->odds->weatherYears), "year", "years"));
    m_state->setText(words.join(QStringLiteral(" · ")));
}

/// What the runs of a column have in common: which risks struck in them more often than in all.
void OddsPage::tellColumn(qint64 from, qint64 to) {
    const auto found = m_study.current();
    if (!found || !found->odds) return;
    const OddsOfDate& date = *chosenDate(*found->odds);
    const auto in =
        std::count_if(date.days.begin(), date.days.end(), [&](std::int64_t day) { return day >= from && day <= to; });
    QString words =
        from == to
            ? tr("%1 end on %2").arg(show::countOf(qint64(in), "run", "runs"), show::date(Date{std::int32_t(from)}))
            : tr("%1 end from %2 to %3")
                  .arg(show::countOf(qint64(in), "run", "runs"), show::date(Date{std::int32_t(from)}),
                       show::date(Date{std::int32_t(to)}));
    // As many as a line holds.
    constexpr std::size_t most = 2;
    const auto oftener = commonerAmong(*found->odds, date, from, to);
    for (std::size_t i = 0; i < std::min(most, oftener.size()); ++i)
        if (const RegisteredRisk* risk = m_document.programme().risks.row(oftener[i].risk))
            words += tr(" · %1 struck in %2 % of them, in %3 % of all")
                         .arg(show::text(risk->key))
                         .arg(std::lround(oftener[i].among * 100))
                         .arg(std::lround(oftener[i].inAll * 100));
    m_dateWords->setText(words);
}

} // namespace yarrin
