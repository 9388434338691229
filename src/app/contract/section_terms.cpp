// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/contract/section_terms.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/shown_choice.h"
#include "app/contract/field_edit.h"
#include "app/table/entry_line.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"
#include "core/contract/damages_account.h"
#include "edit/section_edits.h"

#include <QGridLayout>
#include <QLabel>
#include <QVBoxLayout>

namespace yarrin {

namespace {

QString percentOf(const Decimal& share) {
    const auto percent = (Fraction(share) * Fraction(100)).rounded(6);
    return percent ? show::number(*percent) + QStringLiteral(" %") : QString();
}

/// A list with its heading above and its entry line below.
QWidget* titled(const QString& title, ListPage* list, EntryLine* line, QWidget* parent) {
    auto* part = new QWidget(parent);
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    auto* label = new QLabel(title, part);
    label->setFont(secondaryFont());
    setInk(label, Ink::muted);
    layout->addWidget(label);
    layout->addWidget(list);
    layout->addWidget(line);
    layout->addStretch(1);
    return part;
}

const ShownChoice<DeductionKind>& kinds() {
    static const ShownChoice<DeductionKind> shown{
        {SectionAccount::tr("levied"), SectionAccount::tr("paid"), SectionAccount::tr("repaid")}};
    return shown;
}

} // namespace

SectionTerms::SectionTerms(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_title(new QLabel(this)) {
    setObjectName(QStringLiteral("sectionTerms"));
    m_title->setFont(boldened(bodyFont()));
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 6, 0, 6);
    grid->setHorizontalSpacing(18);
    grid->setVerticalSpacing(8);
    grid->addWidget(m_title, 0, 0, 1, 4);
    const QString day = tr("7 May 2027");
    grid->addWidget(field("sectionGrace", tr("Days of grace"), tr("none"), SectionField::grace), 1, 0);
    grid->addWidget(field("sectionTakenOver", tr("Taken over on"), day, SectionField::takenOver), 1, 1);
    grid->addWidget(field("sectionBonus", tr("Bonus a day for being early"), tr("none"), SectionField::bonus), 1, 2);
    grid->addWidget(field("sectionBonusCap", tr("Cap of the bonus"), tr("none"), SectionField::bonusCap), 1, 3);
    grid->addWidget(buildSteps(), 2, 0, 1, 2);
    grid->addWidget(buildPossessions(), 2, 2, 1, 2);
    for (int column = 0; column < 4; ++column) grid->setColumnStretch(column, 1);
    grid->setRowStretch(3, 1);
    for (ListPage* list : {m_steps, m_possessions})
        connect(&list->table(), &GridView::refused, this, &SectionTerms::refused);
}

QString SectionTerms::named(const QString& what) const {
    return QStringLiteral("%1 %2").arg(section() ? show::text(section()->key) : QString(), what);
}

QString SectionTerms::value(SectionField which) const {
    const Section* s = section();
    if (!s) return {};
    const auto sum = [](const std::optional<Decimal>& value) { return value ? show::number(*value) : QString(); };
    switch (which) {
    case SectionField::grace:
        return s->graceDays == 0 ? QString() : QString::number(s->graceDays);
    case SectionField::bonus:
        return sum(s->bonus);
    case SectionField::bonusCap:
        return sum(s->bonusCap);
    case SectionField::takenOver:
        return s->takenOver ? show::date(*s->takenOver) : QString();
    default:
        return {};
    }
}

FieldEdit* SectionTerms::field(const char* name, const QString& label, const QString& hint, SectionField which) {
    auto* made = new FieldEdit(
        QString::fromLatin1(name), label, hint, [this, which] { return value(which); },
        [this, which, label](const std::string& text) -> Outcome {
            if (!section()) return inputError(worded("choose a section in the table first"));
            return m_document.perform(named(tr("%1 → %2").arg(show::within(label), show::text(text))),
                                      [&](Transaction& tx) { return setSectionField(tx, m_id, which, text); });
        },
        this);
    m_fields.push_back(made);
    return made;
}

QWidget* SectionTerms::buildSteps() {
    std::vector<ListColumn> columns;
    const auto step = [this](std::size_t row) {
        return section() && row < section()->steps.size() ? section()->steps[row] : RateStep{};
    };
    const auto add = [&](const char* name, const QString& title, StepPart part, auto text, auto edited) {
        columns.push_back({QString::fromLatin1(name), title, 120, true, false, std::move(text), std::move(edited)});
        columns.back().commit = [this, part](Transaction* tx, std::size_t row, const std::string& typed) {
            return setRateStep(*tx, m_id, row, part, typed);
        };
    };
    const auto day = [step](std::size_t i) { return QString::number(step(i).fromDay); };
    add("fromDay", tr("From day of lateness"), StepPart::fromDay, day, day);
    add(
        "rate", tr("Rate from then on"), StepPart::rate,
        [this, step](std::size_t i) { return show::money(step(i).rate, m_document.programme().job.currency); },
        [step](std::size_t i) { return show::number(step(i).rate); });
    m_steps = new ListPage(QStringLiteral("rateSteps"), tr("Steps of the rate"),
                           documentRows(
                               m_document, [this] { return section() ? section()->steps.size() : 0; },
                               [this](std::size_t) { return named(tr("step of its rate")); }),
                           std::move(columns), this);
    m_steps->hideLine();
    m_steps->stretch(QStringLiteral("rate"));
    m_steps->setEmptyText(tr("One rate throughout."));
    m_steps->letRemove(tr("Take the step away"), [this](std::size_t row) {
        return m_document.perform(named(tr("a step of its rate taken away")),
                                  [&](Transaction& tx) { return removeRateStep(tx, m_id, row); });
    });
    auto* line = new EntryLine(
        QStringLiteral("stepEntry"),
        {{QStringLiteral("stepDay"), tr("From day"), 90}, {QStringLiteral("stepRate"), tr("Rate"), 110}},
        tr("Add a step"),
        [this](const QStringList& texts) {
            return m_document.perform(named(tr("rate from day %1 → %2").arg(texts[0], texts[1])), [&](Transaction& tx) {
                return addRateStep(tx, m_id, texts[0].toStdString(), texts[1].toStdString());
            });
        },
        this);
    return titled(tr("Steps of the rate: the first day late is 1, days of grace count"), m_steps, line, this);
}

QWidget* SectionTerms::buildPossessions() {
    std::vector<ListColumn> columns;
    const auto one = [this](std::size_t row) {
        return section() && row < section()->possessions.size() ? section()->possessions[row] : Possession{};
    };
    const auto add = [&](const char* name, const QString& title, bool right, PossessionPart part, auto text) {
        columns.push_back({QString::fromLatin1(name), title, 120, right, false, std::move(text)});
        columns.back().commit = [this, part](Transaction* tx, std::size_t row, const std::string& typed) {
            return setPossession(*tx, m_id, row, part, typed);
        };
    };
    add("date", tr("In use from"), false, PossessionPart::date,
        [one](std::size_t i) { return show::date(one(i).date); });
    add("share", tr("Share of the value"), true, PossessionPart::share,
        [one](std::size_t i) { return percentOf(one(i).share); });
    m_possessions = new ListPage(QStringLiteral("possessions"), tr("Parts that the employer took into use"),
                                 documentRows(
                                     m_document, [this] { return section() ? section()->possessions.size() : 0; },
                                     [this](std::size_t) { return named(tr("part in use")); }),
                                 std::move(columns), this);
    m_possessions->hideLine();
    m_possessions->stretch(QStringLiteral("share"));
    m_possessions->setEmptyText(tr("None before it is taken over whole."));
    m_possessions->letRemove(tr("Take the part away"), [this](std::size_t row) {
        return m_document.perform(named(tr("a part in use taken away")),
                                  [&](Transaction& tx) { return removePossession(tx, m_id, row); });
    });
    auto* line = new EntryLine(
        QStringLiteral("possessionEntry"),
        {{QStringLiteral("possessionDate"), tr("7 May 2027"), 110},
         {QStringLiteral("possessionShare"), tr("25 %"), 80}},
        tr("Add a part"),
        [this](const QStringList& texts) {
            return m_document.perform(named(tr("%1 in use from %2").arg(texts[1], texts[0])), [&](Transaction& tx) {
                return addPossession(tx, m_id, texts[0].toStdString(), texts[1].toStdString());
            });
        },
        this);
    return titled(tr("Parts in use, which lower the rate from the day after"), m_possessions, line, this);
}

void SectionTerms::present(SectionId id) {
    m_id = id;
    setEnabled(section() != nullptr);
    m_title->setText(section() ? tr("Terms of %1 %2").arg(show::text(section()->key), show::text(section()->name))
                               : tr("Choose a section in the table above."));
    for (FieldEdit* one : m_fields) one->refresh();
    for (ListPage* list : {m_steps, m_possessions}) {
        list->refresh();
        list->fitRows(6);
    }
}

SectionAccount::SectionAccount(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_title(new QLabel(this)), m_words(new QLabel(this)) {
    setObjectName(QStringLiteral("sectionAccount"));
    m_title->setFont(boldened(bodyFont()));
    m_words->setObjectName(QStringLiteral("accountWords"));
    m_words->setWordWrap(true);
    m_words->setTextInteractionFlags(Qt::TextSelectableByMouse);
    build();
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 6, 0, 6);
    layout->setSpacing(6);
    layout->addWidget(m_title);
    layout->addWidget(m_list);
    layout->addWidget(m_add);
    layout->addWidget(m_words);
    layout->addStretch(1);
    connect(&m_list->table(), &GridView::refused, this, &SectionAccount::refused);
}

QString SectionAccount::named(const QString& what) const {
    return QStringLiteral("%1 %2").arg(section() ? show::text(section()->key) : QString(), what);
}

void SectionAccount::build() {
    std::vector<ListColumn> columns;
    const auto one = [this](std::size_t row) {
        return section() && row < section()->deductions.size() ? section()->deductions[row] : Deduction{};
    };
    const auto add = [&](const char* name, const QString& title, int width, bool right, DeductionPart part, auto text) {
        columns.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
        columns.back().commit = [this, part](Transaction* tx, std::size_t row, const std::string& typed) {
            const std::string word = part == DeductionPart::kind ? kinds().word(show::text(typed)) : typed;
            return setDeduction(*tx, m_id, row, part, word);
        };
    };
    add("date", tr("On"), 96, false, DeductionPart::date, [one](std::size_t i) { return show::date(one(i).date); });
    add("kind", tr("What"), 90, false, DeductionPart::kind, [one](std::size_t i) { return kinds().of(one(i).kind); });
    columns.back().choices = [] { return kinds().words; };
    add("sum", tr("Sum"), 110, true, DeductionPart::sum,
        [this, one](std::size_t i) { return show::money(one(i).sum, m_document.programme().job.currency); });
    columns.back().editText = [one](std::size_t i) { return show::number(one(i).sum); };
    add("note", tr("Certificate or letter"), 240, false, DeductionPart::note,
        [one](std::size_t i) { return show::text(one(i).note); });
    m_list = new ListPage(QStringLiteral("deductions"), tr("Damages levied, paid and repaid"),
                          documentRows(
                              m_document, [this] { return section() ? section()->deductions.size() : 0; },
                              [this](std::size_t) { return named(tr("damages")); }),
                          std::move(columns), this);
    m_list->hideLine();
    m_list->stretch(QStringLiteral("note"));
    m_list->setEmptyText(tr("Nothing was levied, paid or repaid yet."));
    m_list->letRemove(tr("Take the line away"), [this](std::size_t row) {
        return m_document.perform(named(tr("a line of its damages taken away")),
                                  [&](Transaction& tx) { return removeDeduction(tx, m_id, row); });
    });
    m_add = new EntryLine(
        QStringLiteral("deductionEntry"),
        {{QStringLiteral("deductionKind"), tr("What happened"), 90, [] { return kinds().words; }},
         {QStringLiteral("deductionDate"), tr("7 May 2027"), 110},
         {QStringLiteral("deductionSum"), tr("Sum"), 100},
         {QStringLiteral("deductionNote"), tr("Certificate or letter"), 0}},
        tr("Add"),
        [this](const QStringList& texts) {
            const auto kind = static_cast<DeductionKind>(texts[0].toInt());
            return m_document.perform(named(tr("damages %1 %2").arg(kinds().of(kind), texts[2])), [&](Transaction& tx) {
                return addDeduction(tx, m_id, kind, texts[1].toStdString(), texts[2].toStdString(),
                                    texts[3].toStdString());
            });
        },
        this);
}

QString SectionAccount::told() const {
    const Programme& programme = m_document.programme();
    const Schedule& schedule = m_document.schedule();
    if (!schedule.ok() || !section()) return {};
    const auto accounts = damagesAccounts(programme, schedule.sections);
    const auto money = [&](const Fraction& sum) { return show::money(sum, programme.job.currency); };
    const auto tell = [&](const DamagesAccount& one) {
        QString words = tr("forecast %1; levied %2, paid %3, repaid %4")
                            .arg(money(one.forecast), money(one.levied), money(one.paid), money(one.repaid));
        if (one.dated)
            words = tr("accrued to the data date %1, ").arg(money(one.accrued)) + words +
                    tr("; repayable %1 with %2 of interest").arg(money(one.repayable), money(one.interest));
        if (one.bonus.sign() > 0) words += tr("; bonus %1").arg(money(one.bonus));
        return words + QLatin1Char('.');
    };
    QStringList lines;
    for (const DamagesAccount& one : accounts)
        if (one.section == m_id) lines << tr("%1: %2").arg(show::text(section()->key), tell(one));
    lines << tr("All sections, up to the contract's cap: %1").arg(tell(totalAccount(programme, accounts)));
    return lines.join(QLatin1Char('\n'));
}

void SectionAccount::present(SectionId id) {
    m_id = id;
    setEnabled(section() != nullptr);
    m_title->setText(section() ? tr("Damages of %1 %2").arg(show::text(section()->key), show::text(section()->name))
                               : tr("Choose a section in the table above."));
    m_add->refresh();
    m_list->refresh();
    m_list->fitRows(8);
    m_words->setText(told());
}

} // namespace yarrin
