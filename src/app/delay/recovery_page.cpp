// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/recovery_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/contract/field_edit.h"
#include "app/delay/won_list.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"
#include "core/contract/damages_lines.h"
#include "core/delay/prolongation.h"
#include "core/progress/progress_lines.h"
#include "edit/activity_edits.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <cmath>

namespace yarrin {

RecoveryPage::RecoveryPage(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_words(new QLabel(this)) {
    setObjectName(QStringLiteral("recoveryPage"));
    m_words->setObjectName(QStringLiteral("recoveryWords"));
    m_words->setWordWrap(true);
    m_begin = new QPushButton(tr("Begin a trial"), this);
    m_begin->setObjectName(QStringLiteral("recoveryBegin"));
    m_cost = new FieldEdit(
        QStringLiteral("recoveryCost"), tr("What the measures cost, beside hammocks"), tr("a sum, as in 25000"),
        [this] { return m_measures ? show::money(*m_measures, m_document.programme().job.currency) : QString(); },
        [this](const std::string& text) -> Outcome {
            std::string digits;
            for (const char c : text)
                if ((c >= '0' && c <= '9') || c == '.' || c == ',' || c == '-') digits += c;
            m_measures.reset();
            if (!digits.empty()) {
                const auto sum = parseFigure(digits);
                if (!sum.ok()) return sum.error();
                if (sum->sign() < 0) return inputError(worded("a cost cannot be negative"));
                m_measures = *sum;
            }
            refresh();
            return done();
        },
        this);
    m_cost->setMaximumWidth(260);
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, bool right, auto text) {
        columns.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
    };
    add("what", tr("Figure"), 260, false, [this](std::size_t i) { return m_rows[i].what; });
    add("before", tr("Before the trial"), 130, true, [this](std::size_t i) { return m_rows[i].before; });
    add("after", tr("Now"), 130, true, [this](std::size_t i) { return m_rows[i].after; });
    add("saved", tr("Saved"), 120, true, [this](std::size_t i) { return m_rows[i].saved; });
    columns.back().marked = [this](std::size_t i) { return m_rows[i].worse; };
    m_list = new ListPage(QStringLiteral("recoveryTable"), tr("What the recovery saves"),
                          shownRows([this] { return m_rows.size(); }), std::move(columns), this);
    m_list->hideLine();
    m_list->stretch(QStringLiteral("what"));
    m_list->setEmptyText({});
    m_won = new WonList(document, this);
    connect(m_won, &WonList::refused, this, &RecoveryPage::refused);
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(16, 4, 16, 10);
    layout->setSpacing(8);
    layout->addWidget(m_won);
    auto* title = new QLabel(tr("A trial of what might be won"), page);
    title->setFont(headingFont());
    layout->addSpacing(8);
    layout->addWidget(title);
    layout->addWidget(m_words);
    layout->addWidget(m_begin, 0, Qt::AlignLeft);
    layout->addWidget(m_cost);
    layout->addWidget(m_list);
    layout->addStretch(1);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->addWidget(scrolledPage(page, this));
    connect(m_begin, &QPushButton::clicked, this, [this] {
        const Outcome begun = m_document.beginTrial();
        if (!begun.ok()) emit refused(show::error(begun.error()));
        refresh();
    });
}

void RecoveryPage::addMoney(const QString& what, const Fraction& before, const Fraction& after) {
    const std::string& currency = m_document.programme().job.currency;
    const Fraction saved = before - after;
    m_rows.push_back({what, show::money(before, currency), show::money(after, currency),
                      saved.sign() == 0 ? QString() : show::money(saved, currency), saved.sign() < 0});
}

void RecoveryPage::present(const DelayStudy::Findings* findings) {
    m_won->present(findings);
    refresh();
}

void RecoveryPage::refresh() {
    m_rows.clear();
    const auto& trial = m_document.trial();
    const bool on = trial && trial->schedule && trial->schedule->ok() && m_document.schedule().ok();
    m_begin->setVisible(!trial);
    m_cost->setVisible(on);
    m_list->setVisible(on);
    if (!on) {
        m_words->setText(
            tr("A recovery is tried as a trial: begin one, put on crews, change links or hours, and see here "
               "what that costs against the damages and the time-related cost that it saves."));
        return;
    }
    const Programme& now = m_document.programme();
    const Schedule& schedule = m_document.schedule();
    for (const SectionFigures& after : schedule.sections)
        for (const SectionFigures& before : trial->schedule->sections)
            if (before.section == after.section && before.forecast && after.forecast) {
                const int saved = *before.forecast - *after.forecast;
                m_rows.push_back({tr("Completion of %1").arg(show::text(now.sections.row(after.section)->name)),
                                  show::date(*before.forecast), show::date(*after.forecast),
                                  saved == 0 ? QString() : show::countOf(saved, "day", "days"), saved < 0});
            }
    const Exposure &was = trial->schedule->damages, &is = schedule.damages;
    addMoney(tr("Damages, unrelieved"), was.unrelieved, is.unrelieved);
    addMoney(tr("Damages, as assessed"), was.assessed, is.assessed);
    addMoney(tr("Damages, as claimed"), was.claimed, is.claimed);
    const Fraction costBefore = timeCost(trial->programme, *trial->schedule), costNow = timeCost(now, schedule);
    addMoney(tr("Time-related cost of hammocks"), costBefore, costNow);
    const auto crewDays = [](const Programme& programme, const Schedule& figures) {
        return progressLines(programme, figures, programme, figures, ProgressWeight::crewDays).earned.budget;
    };
    const double before = crewDays(trial->programme, *trial->schedule), after = crewDays(now, schedule);
    const auto text = [](double days) {
        const auto rounded = Decimal::fromDouble(std::round(days * 10) / 10);
        return rounded ? show::number(*rounded).replace(QLatin1Char('-'), QChar(0x2212)) : QString();
    };
    m_rows.push_back({tr("Crew-days"), text(before), text(after),
                      std::abs(before - after) < 0.05 ? QString() : text(before - after), after > before + 0.05});
    const std::string& currency = now.job.currency;
    const Fraction measures = m_measures ? Fraction(*m_measures) : Fraction();
    if (m_measures) addMoney(tr("Cost of the measures, as typed"), Fraction(), measures);
    const auto net = [&](Relief relief) {
        return show::money(sumOf(was, relief) - sumOf(is, relief) + costBefore - costNow - measures, currency);
    };
    m_words->setText(
        tr("Against where the trial began: the recovery is worth %1 if no more time is granted, %2 on what is "
           "assessed, %3 if all claims are met.")
            .arg(net(Relief::unrelieved), net(Relief::assessed), net(Relief::claimed)));
    m_list->refresh();
    m_list->fitRows(20);
}

} // namespace yarrin
