// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/soundness/soundness_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/list_page.h"
#include "edit/soundness_edits.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QStackedWidget>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace yarrin {

namespace {

constexpr int openRole = Qt::UserRole, asideRole = Qt::UserRole + 1;

/// The name of a list, and how much stands in it; what is set aside counts behind a sign.
class ChoicePainter : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {200, scaled(26)};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Theme& t = theme();
        paintRowGround(*painter, option);
        const QString open = index.data(openRole).toString(), aside = index.data(asideRole).toString();
        const bool any = !open.isEmpty() && open != QLatin1String("0");
        const QRect row = option.rect.adjusted(14, 0, -12, 0);
        const int figures = scaled(46);
        paintWords(*painter, row.adjusted(0, 0, -2 * figures, 0), Qt::AlignLeft | Qt::AlignVCenter, bodyFont(),
                   any ? t.ink : t.muted, index.data().toString());
        paintWords(*painter, row.adjusted(row.width() - 2 * figures, 0, -figures, 0), Qt::AlignRight | Qt::AlignVCenter,
                   secondaryFont(), t.muted, aside);
        paintWords(*painter, row.adjusted(row.width() - figures, 0, 0, 0), Qt::AlignRight | Qt::AlignVCenter,
                   any ? boldened(bodyFont()) : bodyFont(), any ? t.nearText : t.muted, open);
    }
};

QString verdictText(SoundnessMeasure::Verdict verdict) {
    switch (verdict) {
    case SoundnessMeasure::Verdict::passes:
        return SoundnessPage::tr("✓ passes");
    case SoundnessMeasure::Verdict::fails:
        return SoundnessPage::tr("✕ fails");
    case SoundnessMeasure::Verdict::notMeasured:
        break;
    }
    return SoundnessPage::tr("– not measured");
}

QString titleOf(const SoundnessMeasure& measure) {
    return show::words(measure.title);
}

QString whyText(const ConcernKind& kind) {
    return show::words(kind.why);
}

QString limitText(const SoundnessMeasure& measure) {
    if (!measure.limit) return {};
    return (measure.atLeast ? SoundnessPage::tr("at least %1 %") : SoundnessPage::tr("at most %1 %"))
        .arg(show::number(*measure.limit));
}

QString perCent(const Fraction& value) {
    const auto rounded = value.rounded(1);
    return rounded ? show::number(*rounded) + QStringLiteral(" %") : QString();
}

} // namespace

SoundnessPage::SoundnessPage(Document& document, ViewState& state, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_working(this) {
    setObjectName(QStringLiteral("soundnessPage"));
    setAttribute(Qt::WA_StyledBackground);
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(0);
    line->addWidget(buildChoice());
    line->addWidget(buildList(), 1);
    connect(&document, &Document::changed, this, [this] {
        m_stale = true;
        if (isVisible()) refresh();
    });
    setFocusProxy(m_choice);
}

QWidget* SoundnessPage::buildChoice() {
    m_choice = new QListWidget(this);
    m_choice->setObjectName(QStringLiteral("soundnessChoice"));
    m_choice->setAccessibleName(tr("What is checked"));
    m_choice->setItemDelegate(new ChoicePainter(m_choice));
    m_choice->setFrameShape(QFrame::NoFrame);
    m_choice->setUniformItemSizes(true);
    m_choice->setProperty("ground", "paper");
    keepWidth(m_choice, 290);
    connect(m_choice, &QListWidget::currentRowChanged, this, [this](int row) {
        if (m_filling || row < 0 || row >= int(m_choices.size())) return;
        m_concern = m_choices[std::size_t(row)];
        presentRows();
    });
    connect(&lookChanges(), &LookChanges::changed, this, [this] { m_choice->viewport()->update(); });
    return m_choice;
}

QWidget* SoundnessPage::buildList() {
    auto* right = new QWidget(this);
    auto* column = new QVBoxLayout(right);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(16, 10, 12, 2);
    m_title = new QLabel(right);
    m_title->setObjectName(QStringLiteral("soundnessTitle"));
    m_title->setFont(headingFont());
    m_mend = quietButton(tr("Mend what is selected…"), "soundnessMend", right);
    m_mendAll = quietButton(tr("Mend all…"), "soundnessMendAll", right);
    head->addWidget(m_title, 1);
    head->addWidget(m_mend);
    head->addWidget(m_mendAll);
    connect(m_mend, &QPushButton::clicked, this, [this] { proposeMend(false); });
    connect(m_mendAll, &QPushButton::clicked, this, [this] { proposeMend(true); });
    m_why = new QLabel(right);
    m_why->setObjectName(QStringLiteral("soundnessWhy"));
    m_why->setWordWrap(true);
    m_why->setContentsMargins(16, 0, 16, 6);
    setInk(m_why, Ink::muted);
    column->addLayout(head);
    column->addWidget(m_why);
    buildMeasures();
    buildFindings();
    m_pages = new QStackedWidget(right);
    m_pages->addWidget(m_measures);
    m_pages->addWidget(m_findings);
    column->addWidget(m_pages, 1);
    return right;
}

void SoundnessPage::buildMeasures() {
    const auto at = [this](std::size_t row) -> const SoundnessMeasure& { return m_found->soundness.measures[row]; };
    std::vector<ListColumn> columns;
    columns.push_back({"number",
                       tr("No."),
                       44,
                       true,
                       false,
                       [=](std::size_t r) { return QString::number(at(r).number); },
                       {},
                       {},
                       {},
                       [=](std::size_t r) { return double(at(r).number); }});
    columns.push_back({"measure", tr("Measure"), 176, false, false, [=](std::size_t r) { return titleOf(at(r)); }});
    columns.push_back({"verdict",
                       tr("Verdict"),
                       104,
                       false,
                       false,
                       [=](std::size_t r) { return verdictText(at(r).verdict); },
                       {},
                       {},
                       {},
                       {},
                       [=](std::size_t r) { return at(r).verdict == SoundnessMeasure::Verdict::fails; }});
    columns.push_back({"value",
                       tr("Is"),
                       74,
                       true,
                       false,
                       [=](std::size_t r) { return at(r).value ? perCent(*at(r).value) : QString(); },
                       {},
                       {},
                       {},
                       [=](std::size_t r) { return at(r).value ? at(r).value->toDouble() : -1; }});
    columns.push_back({"limit", tr("Limit"), 110, true, false, [=](std::size_t r) { return limitText(at(r)); },
                       [=](std::size_t r) { return at(r).limit ? show::number(*at(r).limit) : QString(); },
                       [=](Transaction* tx, std::size_t r, const std::string& typed) {
                           return setSoundnessLimit(*tx, at(r).word, typed);
                       }});
    columns.push_back({"count", tr("Counted"), 100, true, false, [=](std::size_t r) {
                           return at(r).value ? tr("%1 of %2").arg(at(r).count).arg(at(r).of) : QString();
                       }});
    columns.push_back({"note", tr("Note"), 240, false, true, [=](std::size_t r) { return show::text(at(r).note); }});
    m_measures = new ListPage(QStringLiteral("measures"), tr("Measures of soundness"),
                              documentRows(
                                  m_document, [this] { return m_found ? m_found->soundness.measures.size() : 0; },
                                  [=](std::size_t r) { return titleOf(at(r)); }),
                              std::move(columns), this);
    m_measures->hideLine();
    m_measures->stretch(QStringLiteral("note"));
}

void SoundnessPage::buildFindings() {
    const auto activity = [this](std::size_t row) {
        const ActivityId id = m_rows[row]->activity;
        return id ? m_found->programme->activities.row(id) : nullptr;
    };
    std::vector<ListColumn> columns;
    columns.push_back({"id", tr("ID"), 76, false, true, [=, this](std::size_t r) {
                           return activity(r) ? show::text(activity(r)->key) : show::text(m_rows[r]->about);
                       }});
    columns.push_back({"name", tr("Activity"), 150, false, false,
                       [=](std::size_t r) { return activity(r) ? show::text(activity(r)->name) : QString(); }});
    columns.push_back({"sentence", tr("What was found"), 420, false, false,
                       [this](std::size_t r) { return show::text(m_rows[r]->sentence); }});
    columns.push_back({"aside",
                       tr("Meant so, because"),
                       150,
                       false,
                       false,
                       [this](std::size_t r) { return show::text(m_rows[r]->aside.value_or("")); },
                       {},
                       [this](Transaction* tx, std::size_t r, const std::string& typed) {
                           return setFindingAside(*tx, *m_rows[r], typed);
                       }});
    m_findings =
        new ListPage(QStringLiteral("findings"), tr("What was found"),
                     documentRows(
                         m_document, [this] { return m_rows.size(); },
                         [=](std::size_t r) { return activity(r) ? show::text(activity(r)->key) : QString(); }),
                     std::move(columns), this);
    for (ListPage* list : {m_measures, m_findings})
        connect(&list->table(), &GridView::refused, this, &SoundnessPage::refused);
    m_findings->stretch(QStringLiteral("sentence"));
    m_findings->setEmptyText(tr("Nothing of it was found."));
    connect(m_findings->table().selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            &SoundnessPage::showRow);
    connect(&m_findings->table(), &QAbstractItemView::doubleClicked, this, [this](const QModelIndex& at) {
        if (!at.isValid() || at.row() >= m_findings->model().rowCount()) return;
        const Finding& finding = *m_rows[m_findings->model().sourceRow(at.row())];
        if (finding.activity && m_findings->model().columnName(at.column()) != QLatin1String("aside"))
            emit revealWanted(finding.activity);
    });
}

/// The row that is current is the activity that the card tells of.
void SoundnessPage::showRow() {
    const QModelIndex at = m_findings->table().currentIndex();
    if (m_filling || !at.isValid() || at.row() >= m_findings->model().rowCount()) return;
    const Finding& finding = *m_rows[m_findings->model().sourceRow(at.row())];
    if (finding.activity && m_document.programme().activities.row(finding.activity)) m_state.select(finding.activity);
    if (finding.link && m_document.programme().links.row(finding.link)) m_state.selectLink(finding.link);
    // A cell may be too narrow for it.
    m_why->setText(whyText(kindOf(finding.concern)) + QLatin1Char('\n') + show::text(finding.sentence));
}

void SoundnessPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    if (m_stale) refresh();
}

void SoundnessPage::refresh() {
    m_stale = false;
    if (!m_document.schedule().ok()) {
        m_working.stop();
        return take(nullptr);
    }
    m_working.start(
        m_document.patience(),
        [programme = m_document.sharedProgramme(), dates = m_document.sharedSchedule(),
         agreed = agreedPlanOf(m_document)](WorkWatch&) {
            auto found = std::make_shared<Found>();
            const AgreedPlan plan = agreed();
            found->programme = programme;
            found->agreed = plan.name;
            const bool dated = plan.state.schedule->ok();
            found->soundness =
                soundnessOf(*programme, *dates,
                            dated ? AgreedDates{plan.state.programme.get(), plan.state.schedule.get()} : AgreedDates{});
            return std::shared_ptr<const Found>(found);
        },
        [this](std::shared_ptr<const Found> found) { take(std::move(found)); });
}

void SoundnessPage::take(std::shared_ptr<const Found> found) {
    m_filling = true;
    m_rows.clear();
    m_found = std::move(found);
    presentChoice();
    m_filling = false;
    presentRows();
}

void SoundnessPage::presentChoice() {
    m_choice->clear();
    m_choices.clear();
    const auto add = [&](const QString& text, std::optional<Concern> concern, const QString& open,
                         const QString& aside) {
        auto* item = new QListWidgetItem(text, m_choice);
        item->setData(openRole, open);
        item->setData(asideRole, aside);
        item->setData(Qt::AccessibleTextRole, open.isEmpty() ? text : tr("%1, %2").arg(text, open));
        m_choices.push_back(concern);
        if (concern == m_concern) m_choice->setCurrentItem(item);
    };
    if (!m_found) return;
    const auto& measures = m_found->soundness.measures;
    const auto fails = std::count_if(measures.begin(), measures.end(), [](const SoundnessMeasure& one) {
        return one.verdict == SoundnessMeasure::Verdict::fails;
    });
    add(tr("Fourteen measures"), {}, fails > 0 ? tr("%1 fail").arg(fails) : QStringLiteral("0"), {});
    for (const ConcernKind& kind : concernKinds()) {
        int open = 0, aside = 0;
        for (const Finding& finding : m_found->soundness.findings)
            if (finding.concern == kind.concern) ++(finding.aside ? aside : open);
        add(show::words(kind.title), kind.concern, QString::number(open),
            aside > 0 ? tr("%1 aside").arg(aside) : QString());
    }
}

void SoundnessPage::choose(std::optional<Concern> concern) {
    const auto at = std::find(m_choices.begin(), m_choices.end(), concern);
    m_concern = concern;
    if (at != m_choices.end()) m_choice->setCurrentRow(int(at - m_choices.begin()));
}

void SoundnessPage::presentRows() {
    m_rows.clear();
    if (m_found && m_concern)
        for (const Finding& finding : m_found->soundness.findings)
            if (finding.concern == *m_concern) m_rows.push_back(&finding);
    m_pages->setCurrentWidget(m_concern ? m_findings : m_measures);
    m_filling = true;
    (m_concern ? m_findings : m_measures)->refresh();
    m_filling = false;
    const bool mendable = std::any_of(m_rows.begin(), m_rows.end(),
                                      [](const Finding* finding) { return finding->mendable && !finding->aside; });
    m_mend->setVisible(mendable);
    m_mendAll->setVisible(mendable);
    if (!m_found) {
        m_title->setText(tr("Not checked"));
        return m_why->setText(tr("The programme cannot be calculated as it stands."));
    }
    if (m_concern) {
        const ConcernKind& kind = kindOf(*m_concern);
        m_title->setText(show::words(kind.title));
        return m_why->setText(whyText(kind));
    }
    m_title->setText(tr("Fourteen measures"));
    m_why->setText(
        tr("Published measures of a network's quality, with their limits; type another limit where the job asks "
           "for one. Measured against: %1.")
            .arg(m_found->agreed));
}

std::vector<Finding> SoundnessPage::chosenFindings(bool all) const {
    std::vector<Finding> findings;
    const auto take = [&](const Finding& finding) {
        if (finding.mendable && !finding.aside) findings.push_back(finding);
    };
    if (all)
        for (const Finding* finding : m_rows) take(*finding);
    else
        for (const std::size_t row : m_findings->selectedRows()) take(*m_rows[row]);
    return findings;
}

/// Says what a mend would move, and does it where that is wanted.
void SoundnessPage::proposeMend(bool all) {
    const std::vector<Finding> findings = chosenFindings(all);
    if (findings.empty()) return emit refused(tr("Nothing that is selected can be mended so."));
    Programme with = m_document.programme();
    Transaction tx(with);
    if (const Outcome tried = mend(tx, findings); !tried.ok()) return emit refused(show::error(tried.error()));
    const ConcernKind& kind = kindOf(findings.front().concern);
    const QString title = show::words(kind.title);
    const QString what = tr("%1: mend %2").arg(title).arg(findings.size());
    emit question(tr("%1. %2").arg(what, whatWouldMove(with)), tr("Mend"), [this, findings, what] {
        const Outcome outcome = m_document.perform(what, [&](Transaction& step) { return mend(step, findings); });
        if (!outcome.ok()) return emit refused(show::error(outcome.error()));
        emit told(tr("Mended; undo takes it back."));
    });
}

QString SoundnessPage::whatWouldMove(const Programme& with) const {
    const Schedule after = schedule(with);
    if (!after.ok()) return tr("Afterwards it could not be calculated: %1").arg(show::error(after.errors.front()));
    const Schedule& before = m_document.schedule();
    int moved = 0, floats = 0;
    for (std::size_t i = 0; i < before.activities.size() && i < after.activities.size(); ++i) {
        const ActivityFigures &a = before.activities[i], &b = after.activities[i];
        if (a.earlyStart != b.earlyStart || a.earlyFinish != b.earlyFinish)
            ++moved;
        else if (a.totalFloat != b.totalFloat)
            ++floats;
    }
    QStringList parts{moved == 0 ? tr("No date would move")
                                 : tr("%1 would move").arg(show::countOf(moved, "activity", "activities"))};
    for (std::size_t s = 0; s < before.sections.size(); ++s)
        if (before.sections[s].forecast && after.sections[s].forecast)
            if (const int by = *after.sections[s].forecast - *before.sections[s].forecast; by != 0)
                parts << tr("section %1 %2 %3")
                             .arg(show::text(with.sections[s].key), show::countOf(std::abs(by), "day", "days"),
                                  by > 0 ? tr("later") : tr("earlier"));
    if (floats > 0) parts << tr("%1 have another float").arg(floats);
    return parts.join(QStringLiteral(", ")) + QLatin1Char('.');
}

} // namespace yarrin
