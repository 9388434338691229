// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/squeeze_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"
#include "core/quantity/figures.h"
#include "core/time/typed_date.h"
#include "edit/squeeze_edits.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSplitter>
#include <QTimer>
#include <QVBoxLayout>

namespace yarrin {

SqueezePage::SqueezePage(Document& document, ViewState& state, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_working(this, [this] { presentWords(); }),
      m_sum(this, [this] { presentSum(); }) {
    setObjectName(QStringLiteral("squeezePage"));
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(buildQuestion());
    column->addWidget(buildWays());
    buildOptions();
    buildNeeds();
    auto* split = new QSplitter(Qt::Vertical, this);
    split->setObjectName(QStringLiteral("squeezeSplitter"));
    split->addWidget(m_options);
    split->addWidget(m_needList);
    split->setChildrenCollapsible(false);
    split->setHandleWidth(1);
    split->setSizes({scaled(330), scaled(150)});
    column->addWidget(split, 1);
    column->addWidget(buildFoot());
    connect(&document, &Document::changed, this, [this] {
        m_stale = true;
        if (isVisible()) refresh();
    });
    connect(&document, &Document::replaced, this, [this] {
        m_costs.clear();
        m_section->clear(); // ids are of another job
        m_dateTyped = false;
        m_stale = true;
    });
    setFocusProxy(&m_options->table());
    presentSections();
    presentSum();
}

QWidget* SqueezePage::buildQuestion() {
    auto* head = new QWidget(this);
    auto* line = new QHBoxLayout(head);
    line->setContentsMargins(16, 8, 12, 2);
    line->setSpacing(8);
    m_section = new QComboBox(head);
    m_section->setObjectName(QStringLiteral("squeezeSection"));
    m_section->setAccessibleName(tr("Section to be brought in"));
    m_section->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    m_by = new QLineEdit(head);
    m_by->setObjectName(QStringLiteral("squeezeBy"));
    m_by->setAccessibleName(tr("Day by which it is wanted"));
    keepWidth(m_by, 120);
    m_words = new QLabel(head);
    m_words->setObjectName(QStringLiteral("squeezeWords"));
    m_stop = quietButton(tr("Stop"), "squeezeStop", head);
    line->addWidget(m_section);
    line->addWidget(new QLabel(tr("complete by"), head));
    line->addWidget(m_by);
    line->addWidget(m_words, 1);
    line->addWidget(m_stop);
    connect(m_section, &QComboBox::activated, this, [this] {
        m_dateTyped = false;
        refresh();
    });
    connect(m_by, &QLineEdit::editingFinished, this, [this] {
        if (!m_by->isModified()) return;
        m_by->setModified(false);
        m_dateTyped = !m_by->text().trimmed().isEmpty();
        refresh();
    });
    connect(m_stop, &QPushButton::clicked, this, &SqueezePage::stop);
    return head;
}

QWidget* SqueezePage::buildWays() {
    auto* row = new QWidget(this);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(16, 2, 12, 6);
    line->setSpacing(3);
    const std::array<QString, squeezeKinds> names{tr("Crews"), tr("Hours"),      tr("Overlaps"),
                                                  tr("Waits"), tr("Held dates"), tr("Crews' ways")};
    const std::array<QString, squeezeKinds> tips{
        tr("More crews on one activity"),
        tr("A calendar of the job that works more"),
        tr("The follower begins once a part of the work is done, and ends behind it"),
        tr("Half of the wait between two activities"),
        tr("A date that holds work back is moved forward"),
        tr("The same work at another place does not wait for the first: somebody else does it")};
    for (std::size_t i = 0; i < squeezeKinds; ++i) {
        m_kinds[i] = quietButton(names[i], "", row);
        m_kinds[i]->setObjectName(QStringLiteral("squeezeWay%1").arg(i));
        m_kinds[i]->setToolTip(tips[i]);
        m_kinds[i]->setCheckable(true);
        m_kinds[i]->setChecked(true);
        line->addWidget(m_kinds[i]);
        connect(m_kinds[i], &QPushButton::clicked, this, &SqueezePage::refresh);
    }
    line->addSpacing(6);
    const auto add = [&](const char* name, const QString& label, const QString& value, const QString& tip) {
        auto* words = new QLabel(label, row);
        setInk(words, Ink::muted);
        auto* edit = new QLineEdit(value, row);
        edit->setObjectName(QLatin1String(name));
        edit->setAccessibleName(label);
        edit->setToolTip(tip);
        keepWidth(edit, 52);
        line->addWidget(words);
        line->addWidget(edit);
        connect(edit, &QLineEdit::editingFinished, this, [this, edit] {
            if (!edit->isModified()) return;
            edit->setModified(false);
            refresh();
        });
        return edit;
    };
    m_crews = add("squeezeCrews", tr("crews +"), QStringLiteral("1"), tr("So many at most on one activity"));
    m_done = add("squeezeDone", tr("done"), QStringLiteral("50 %"),
                 tr("How much of the work before must be done where two overlap"));
    m_overtime = add("squeezeOvertime", tr("overtime"), QStringLiteral("50 %"),
                     tr("What labour costs more in hours beyond its calendar's"));
    line->addStretch(1);
    return row;
}

QWidget* SqueezePage::buildFoot() {
    auto* foot = new QWidget(this);
    foot->setObjectName(QStringLiteral("squeezeFoot"));
    auto* line = new QHBoxLayout(foot);
    line->setContentsMargins(16, 6, 12, 8);
    line->setSpacing(8);
    auto* words = new QVBoxLayout;
    words->setSpacing(1);
    m_sumWords = new QLabel(foot);
    m_sumWords->setObjectName(QStringLiteral("squeezeSum"));
    m_sumWords->setFont(boldened(bodyFont()));
    m_sumMore = new QLabel(foot);
    m_sumMore->setObjectName(QStringLiteral("squeezeSumMore"));
    setInk(m_sumMore, Ink::muted);
    m_sumMore->setWordWrap(true);
    words->addWidget(m_sumWords);
    words->addWidget(m_sumMore);
    line->addLayout(words, 1);
    m_none = quietButton(tr("Choose none"), "squeezeNone", foot);
    m_cheapest = new QPushButton(tr("Cheapest set"), foot);
    m_cheapest->setObjectName(QStringLiteral("squeezeCheapest"));
    m_try = new QPushButton(tr("Try as a trial"), foot);
    m_try->setObjectName(QStringLiteral("squeezeTry"));
    for (QPushButton* one : {m_none, m_cheapest, m_try}) line->addWidget(one);
    connect(m_none, &QPushButton::clicked, this, [this] {
        m_chosen.clear();
        sum(false);
    });
    connect(m_cheapest, &QPushButton::clicked, this, [this] { sum(true); });
    connect(m_try, &QPushButton::clicked, this, &SqueezePage::tryIt);
    return foot;
}

void SqueezePage::buildOptions() {
    ListSource source;
    source.size = [this] { return m_found && m_found->squeeze ? m_found->squeeze->options().size() : 0; };
    source.perform = [](const QString&, const std::function<Outcome(Transaction*)>& act) { return act(nullptr); };
    source.nameOf = [this](std::size_t r) { return show::text(option(r).measure.words); };
    std::vector<ListColumn> columns;
    columns.push_back({"chosen", {}, 30, false, false, [this](std::size_t r) {
                           return m_chosen.contains(r) ? QStringLiteral("✓") : QStringLiteral("○");
                       }});
    columns.push_back({"measure", tr("Measure", "what brings a date in"), 360, false, false,
                       [this](std::size_t r) { return show::text(option(r).measure.words); }});
    columns.push_back({"won",
                       tr("Won"),
                       56,
                       true,
                       false,
                       [this](std::size_t r) { return tr("%1 d").arg(option(r).effect.won); },
                       {},
                       {},
                       {},
                       [this](std::size_t r) { return double(option(r).effect.won); }});
    columns.push_back({"others", tr("Other sections"), 110, false, true, [this](std::size_t r) {
                           QStringList each;
                           for (const auto& [id, days] : option(r).effect.sections)
                               if (const Section* one = m_found->programme->sections.row(id);
                                   one && one->id.value != m_section->currentData().toUInt())
                                   each << tr("%1 %2 d").arg(show::text(one->key)).arg(days);
                           return each.join(QStringLiteral(", "));
                       }});
    addMoneyColumns(columns);
    columns.push_back({"over",
                       tr("Above supply"),
                       120,
                       false,
                       true,
                       [this](std::size_t r) { return show::text(option(r).over); },
                       {},
                       {},
                       {},
                       {},
                       [this](std::size_t r) { return !option(r).over.empty(); }});
    m_options = new ListPage(QStringLiteral("squeezeOptions"), tr("Measures"), source, std::move(columns), this);
    m_options->stretch(QStringLiteral("measure"));
    m_options->setEmptyText(tr("There is no measure: nothing is missing, or no way is open."));
    GridView& table = m_options->table();
    table.installEventFilter(this);
    connect(&table, &GridView::refused, this, &SqueezePage::refused);
    connect(&table, &QAbstractItemView::clicked, this, [this](const QModelIndex& at) {
        if (m_options->model().columnName(at.column()) == QLatin1String("chosen"))
            toggle(m_options->model().sourceRow(at.row()));
    });
    // The row with the keyboard alone chooses nothing: it comes with the page.
    connect(table.selectionModel(), &QItemSelectionModel::selectionChanged, this, [this] {
        const QModelIndex at = m_options->table().currentIndex();
        const bool chosen = at.isValid() && m_options->table().selectionModel()->isSelected(at);
        if (m_filling || !chosen || at.row() >= m_options->model().rowCount()) return;
        const ActivityId id = option(m_options->model().sourceRow(at.row())).measure.activity;
        if (m_document.programme().activities.row(id)) m_state.select(id);
    });
}

void SqueezePage::addMoneyColumns(std::vector<ListColumn>& columns) {
    columns.push_back({"cost",
                       tr("Cost"),
                       84,
                       true,
                       false,
                       [this](std::size_t r) {
                           const auto cost = option(r).cost();
                           return cost ? money(*cost) : tr("not known");
                       },
                       [this](std::size_t r) { return option(r).typed ? show::number(*option(r).typed) : QString(); },
                       [this](Transaction*, std::size_t r, const std::string& typed) { return typeCost(r, typed); },
                       {},
                       [this](std::size_t r) {
                           const auto cost = option(r).cost();
                           return cost ? cost->toDouble() : 1e18;
                       }});
    columns.push_back(
        {"saved",
         tr("Saved"),
         84,
         true,
         true,
         [this](std::size_t r) {
             const Fine saved = option(r).effect.hireSaved + option(r).effect.damagesSaved;
             return saved.sign() == 0 ? QString() : money(saved);
         },
         {},
         {},
         {},
         [this](std::size_t r) { return (option(r).effect.hireSaved + option(r).effect.damagesSaved).toDouble(); }});
}

/// What a measure costs that no rate tells of. It stays typed while the job is open.
Outcome SqueezePage::typeCost(std::size_t at, const std::string& typed) {
    std::optional<Decimal> cost;
    if (!typed.empty()) {
        cost = Decimal::parse(typed);
        if (!cost) return inputError(worded("\"%1\" is no sum", typed), worded("write one like 2500"));
    }
    if (Outcome set = m_found->squeeze->setCost(at, cost); !set.ok()) return set;
    if (cost)
        m_costs[option(at).measure.words] = *cost;
    else
        m_costs.erase(option(at).measure.words);
    QTimer::singleShot(0, this, [this] { sum(false); }); // the line that was typed into closes first
    return done();
}

void SqueezePage::buildNeeds() {
    const auto activity = [this](std::size_t r) -> const Activity& {
        return *m_found->programme->activities.row(m_needs[r].activity);
    };
    std::vector<ListColumn> columns;
    columns.push_back(
        {"path", tr("Path"), 44, true, true, [this](std::size_t r) { return QString::number(m_needs[r].path + 1); }});
    columns.push_back({"id", tr("ID"), 70, false, true, [=](std::size_t r) { return show::text(activity(r).key); }});
    columns.push_back({"name", tr("What it takes, each by itself"), 220, false, false,
                       [=](std::size_t r) { return show::text(activity(r).name); }});
    columns.push_back({"shorter", tr("Shorter by"), 110, true, false, [this](std::size_t r) {
                           const SqueezeNeed& need = m_needs[r];
                           const QString by =
                               show::daysWithUnit(need.needed, dayOf(section() ? section()->milestone : ActivityId{}));
                           return need.shorter ? by : tr("has not %1").arg(by);
                       }});
    columns.push_back({"earlier", tr("Or begun earlier"), 120, true, false, [this](std::size_t r) {
                           const SqueezeNeed& need = m_needs[r];
                           return need.earlier
                                      ? tr("up to %1").arg(show::daysWithUnit(*need.earlier, dayOf(need.activity)))
                                      : QString();
                       }});
    columns.push_back({"overlap", tr("Or overlapping with"), 140, false, false, [this](std::size_t r) {
                           const ActivityId with = m_needs[r].overlaps;
                           return with ? show::text(m_found->programme->activities.row(with)->key) : QString();
                       }});
    m_needList = new ListPage(QStringLiteral("squeezeNeeds"), tr("What it takes"),
                              shownRows([this] { return m_needs.size(); }), std::move(columns), this);
    m_needList->hideLine();
    m_needList->stretch(QStringLiteral("name"));
    m_needList->setEmptyText(tr("Nothing is missing."));
    connect(&m_needList->table(), &QAbstractItemView::doubleClicked, this, [this](const QModelIndex& at) {
        if (at.isValid() && at.row() < m_needList->model().rowCount())
            emit revealWanted(m_needs[m_needList->model().sourceRow(at.row())].activity);
    });
}

Minutes SqueezePage::dayOf(ActivityId id) const {
    const std::size_t at = m_found->programme->activities.indexOf(id);
    if (at >= m_found->dates->activities.size()) return minutesPerDay / 3;
    return m_found->dates->calendarOf(m_found->dates->activities[at]).dayMinutes();
}

QString SqueezePage::money(const Fine& sum) const {
    const auto rounded = sum.rounded(0);
    return rounded ? show::money(*rounded, m_document.programme().job.currency) : QString();
}

const Section* SqueezePage::section() const {
    return m_document.programme().sections.row(SectionId{m_section->currentData().toUInt()});
}

/// Sections as they are; the one that is latest is asked of first.
void SqueezePage::presentSections() {
    const std::uint32_t was = m_section->currentData().toUInt();
    m_section->clear();
    int late = -1, latest = 0;
    for (const SectionFigures& one : m_document.schedule().sections) {
        const Section* row = m_document.programme().sections.row(one.section);
        if (!row || row->takenOver) continue;
        m_section->addItem(show::text(row->key + " " + row->name), row->id.value);
        if (one.daysLate.value_or(0) <= latest) continue;
        latest = *one.daysLate;
        late = m_section->count() - 1;
    }
    const int kept = m_section->findData(was);
    m_section->setCurrentIndex(kept >= 0 ? kept : std::max(0, late));
    const Section* one = section();
    if (!m_dateTyped) m_by->setText(one ? show::date(one->completion + one->grantedDays) : QString());
}

std::optional<SqueezeWays> SqueezePage::ways() {
    SqueezeWays ways;
    ways.kinds.clear();
    for (std::size_t i = 0; i < squeezeKinds; ++i)
        if (m_kinds[i]->isChecked()) ways.kinds.push_back(SqueezeKind(i));
    bool number = false;
    ways.moreCrews = m_crews->text().trimmed().toInt(&number);
    const auto share = [](const QLineEdit& edit) {
        const auto value = Decimal::parse(edit.text().remove(QLatin1Char('%')).trimmed().toStdString());
        return value ? exactly(Fraction(*value) / Fraction(100)) : std::nullopt;
    };
    const auto done = share(*m_done), overtime = share(*m_overtime);
    if (done) ways.doneBefore = *done;
    if (overtime) ways.overtime = *overtime;
    const auto fault = !number              ? std::optional(inputError(worded("crews more are a number from 1 to 9")))
                       : !done || !overtime ? std::optional(inputError(worded("a share is written like 50 %")))
                                            : faultOf(ways);
    if (!fault) return ways;
    m_words->setText(show::error(*fault));
    setInk(m_words, Ink::critical);
    return {};
}

void SqueezePage::refresh() {
    m_stale = false;
    m_stopped = false;
    presentSections();
    m_working.stop();
    m_sum.stop();
    const Section* one = section();
    const auto by = parseTypedDate(m_by->text().trimmed().toStdString());
    auto unfound = std::make_shared<Found>();
    if (!m_document.schedule().ok())
        unfound->fault = inputError(worded("the programme cannot be calculated as it stands"));
    else if (!one)
        unfound->fault = inputError(worded("there is no section to bring in"), worded("add one in Contract"));
    else if (!by.ok())
        unfound->fault = by.error();
    if (unfound->fault) return take(std::move(unfound));
    const auto ways = this->ways();
    if (!ways) return;
    m_working.start(
        m_document.patience(),
        [programme = m_document.sharedProgramme(), dates = m_document.sharedSchedule(), id = one->id, by = *by,
         ways = *ways](WorkWatch&) {
            auto found = std::make_shared<Found>();
            found->programme = programme;
            found->dates = dates;
            auto squeeze = Squeeze::of(*programme, *dates, id, by, ways);
            if (!squeeze.ok()) {
                found->fault = squeeze.error();
                return found;
            }
            found->squeeze.emplace(std::move(*squeeze));
            if (found->squeeze->missing() > 0) found->squeeze->calculateOptions();
            return found;
        },
        [this](std::shared_ptr<Found> found) { take(std::move(found)); });
    presentWords();
}

void SqueezePage::take(std::shared_ptr<Found> found) {
    m_found = std::move(found);
    m_chosen.clear();
    m_set.reset();
    m_needs.clear();
    if (m_found->squeeze) {
        m_needs = m_found->squeeze->needs();
        for (std::size_t i = 0; i < m_found->squeeze->options().size(); ++i)
            if (const auto cost = m_costs.find(option(i).measure.words); cost != m_costs.end())
                (void)m_found->squeeze->setCost(i, cost->second); // rates may tell of it by now
    }
    m_filling = true;
    m_options->refresh();
    m_needList->refresh();
    m_filling = false;
    presentWords();
    presentSum();
}

void SqueezePage::presentWords() {
    const bool working = m_working.isRunning();
    m_stop->setVisible(isWorking());
    setInk(m_words, Ink::plain);
    if (working) return m_words->setText(tr("calculating each measure…"));
    if (m_stopped) return m_words->setText(tr("Stopped; Enter in the date looks again."));
    if (!m_found) return m_words->clear();
    if (m_found->fault) {
        m_words->setText(show::error(*m_found->fault));
        return setInk(m_words, Ink::critical);
    }
    const Squeeze& squeeze = *m_found->squeeze;
    const QString forecast = squeeze.forecast() ? show::weekdayDate(*squeeze.forecast()) : tr("no day");
    m_words->setText(
        squeeze.missing() == 0
            ? tr("forecast for %1: nothing is missing").arg(forecast)
            : tr("forecast for %1: %2 missing").arg(forecast, show::countOf(squeeze.missing(), "day", "days")));
    setInk(m_words, squeeze.missing() == 0 ? Ink::good : Ink::critical);
}

void SqueezePage::toggle(std::size_t option) {
    if (m_chosen.erase(option) == 0) {
        // Of two that change the same thing the newer counts.
        std::erase_if(m_chosen, [&](std::size_t other) {
            return Squeeze::excludes(this->option(option).measure, this->option(other).measure);
        });
        m_chosen.insert(option);
    }
    sum(false);
}

/// What is chosen, together; or the cheapest set, which is chosen then.
void SqueezePage::sum(bool cheapest) {
    m_sum.stop();
    m_set.reset();
    if (!m_found || !m_found->squeeze) return presentSum();
    m_options->refresh();
    if (!cheapest && m_chosen.empty()) return presentSum();
    m_sum.start(
        m_document.patience(),
        [found = m_found, squeeze = *m_found->squeeze, chosen = std::vector(m_chosen.begin(), m_chosen.end()),
         cheapest](WorkWatch&) {
            auto summed = std::make_shared<Summed>();
            summed->worked = cheapest;
            if (cheapest) {
                summed->set = squeeze.cheapest();
            } else {
                summed->set.taken = chosen;
                summed->set.effect = squeeze.effectOf(chosen);
                summed->set.reaches = summed->set.effect.forecast && *summed->set.effect.forecast <= squeeze.wanted();
            }
            return summed;
        },
        [this](const std::shared_ptr<Summed>& summed) {
            m_set = std::move(summed->set);
            m_worked = summed->worked;
            m_chosen = {m_set->taken.begin(), m_set->taken.end()};
            m_options->refresh();
            presentSum();
        });
    presentSum();
}

void SqueezePage::presentSum() {
    if (!m_stop) return; // while the page is built
    m_stop->setVisible(isWorking());
    const bool can = m_found && m_found->squeeze && !m_found->squeeze->options().empty() && !isWorking();
    m_cheapest->setEnabled(can);
    m_none->setVisible(!m_chosen.empty());
    m_try->setEnabled(can && m_set && !m_set->taken.empty() && m_set->effect.fault.empty());
    m_sumMore->setVisible(false);
    setInk(m_sumWords, Ink::plain);
    if (m_sum.isRunning()) return m_sumWords->setText(tr("calculating…"));
    if (!m_set) {
        setInk(m_sumWords, Ink::muted);
        return m_sumWords->setText(can ? tr("Choose measures with Space, or have the cheapest set worked out.")
                                       : QString());
    }
    const SqueezeEffect& effect = m_set->effect;
    if (!effect.fault.empty()) {
        setInk(m_sumWords, Ink::critical);
        return m_sumWords->setText(show::text(effect.fault));
    }
    const QString day = effect.forecast ? show::weekdayDate(*effect.forecast) : tr("no day");
    const QString count = show::countOf(qint64(m_set->taken.size()), "measure", "measures");
    QString words = tr("%1: complete on %2, %3 won").arg(count, day, show::countOf(effect.won, "day", "days"));
    if (m_worked && !m_set->reaches) words = tr("No set reaches it; the best: %1").arg(words);
    if (m_worked && m_set->reaches)
        words = (m_set->cheapest ? tr("The cheapest that reaches it: %1") : tr("A set that reaches it: %1")).arg(words);
    m_sumWords->setText(words);
    if (!m_set->reaches) setInk(m_sumWords, Ink::critical);
    QStringList more;
    more << (effect.cost ? tr("costs %1").arg(money(*effect.cost)) : tr("what it costs is not known"));
    if (effect.hireSaved.sign() != 0) more << tr("hire saved %1").arg(money(effect.hireSaved));
    if (effect.damagesSaved.sign() != 0) more << tr("damages saved %1").arg(money(effect.damagesSaved));
    QStringList critical;
    for (const ActivityId id : effect.newlyCritical)
        critical << show::text(m_found->programme->activities.row(id)->key);
    constexpr qsizetype most = 12;
    if (critical.size() > most)
        critical = critical.first(most) << tr("and %1 more").arg(effect.newlyCritical.size() - most);
    if (!critical.isEmpty()) more << tr("newly critical: %1").arg(critical.join(QStringLiteral(", ")));
    m_sumMore->setText(more.join(QStringLiteral(" · ")));
    m_sumMore->setVisible(true);
}

void SqueezePage::tryIt() {
    if (!m_set || m_set->taken.empty()) return;
    std::vector<SqueezeMeasure> measures;
    for (const std::size_t at : m_set->taken) measures.push_back(option(at).measure);
    const Section* one = section();
    const QString words =
        tr("Squeeze %1: %2")
            .arg(one ? show::text(one->key) : QString(), show::countOf(qint64(measures.size()), "measure", "measures"));
    if (!m_document.trial())
        if (const Outcome begun = m_document.beginTrial(); !begun.ok()) return emit refused(show::error(begun.error()));
    const Outcome outcome = m_document.perform(words, [&](Transaction& tx) { return takeMeasures(tx, measures); });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    emit told(tr("On trial: the button Trial keeps or drops it."));
}

void SqueezePage::stop() {
    m_stopped = m_working.isRunning();
    m_working.stop();
    m_sum.stop();
    presentWords();
    presentSum();
}

void SqueezePage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    if (m_stale) refresh();
}

/// Space chooses a measure, or leaves it.
bool SqueezePage::eventFilter(QObject* watched, QEvent* event) {
    if (watched == &m_options->table() && event->type() == QEvent::KeyPress &&
        static_cast<QKeyEvent*>(event)->key() == Qt::Key_Space) {
        const QModelIndex at = m_options->table().currentIndex();
        if (at.isValid() && at.row() < m_options->model().rowCount()) toggle(m_options->model().sourceRow(at.row()));
        return true;
    }
    return QWidget::eventFilter(watched, event);
}

} // namespace yarrin
