// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/uncertain_panel.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/shown_choice.h"
#include "app/base/tab_row.h"
#include "app/contract/field_edit.h"
#include "app/delay/event_list.h"
#include "app/table/list_page.h"
#include "core/odds/simulation.h"
#include "core/weather/lost_days.h"
#include "edit/chance_edits.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace yarrin {

namespace {

const ShownChoice<SpreadShape>& shapes() {
    static const ShownChoice<SpreadShape> shown{{UncertainPanel::tr("triangle"), UncertainPanel::tr("PERT"),
                                                 UncertainPanel::tr("even"), UncertainPanel::tr("two points")}};
    return shown;
}
const ShownChoice<SpreadIn>& units() {
    static const ShownChoice<SpreadIn> shown{
        {UncertainPanel::tr("factors"), UncertainPanel::tr("days left"), UncertainPanel::tr("output")}};
    return shown;
}
const ShownChoice<Risk>& carriers() {
    static const ShownChoice<Risk> shown{
        {UncertainPanel::tr("employer"), UncertainPanel::tr("ours"), UncertainPanel::tr("neutral")}};
    return shown;
}
const ShownChoice<EffectKind>& effects() {
    static const ShownChoice<EffectKind> shown{
        {UncertainPanel::tr("more work, days"), UncertainPanel::tr("no work, days"), UncertainPanel::tr("quantity ×"),
         UncertainPanel::tr("output ×"), UncertainPanel::tr("access later, days")}};
    return shown;
}
const ShownChoice<OddsWeather>& weathers() {
    static const ShownChoice<OddsWeather> shown{{UncertainPanel::tr("recorded years"),
                                                 UncertainPanel::tr("the allowance, times a factor"),
                                                 UncertainPanel::tr("as in the calendars")}};
    return shown;
}

template <typename Enum> void choose(ListColumn& c, const ShownChoice<Enum>& shown) {
    c.choices = [&shown] { return shown.words; };
    c.commit = [own = c.commit, &shown](Transaction* tx, std::size_t row, const std::string& typed) {
        return own(tx, row, shown.word(QString::fromStdString(typed)));
    };
}
void yesNo(ListColumn& c) {
    c.choices = [] { return QStringList{UncertainPanel::tr("yes"), UncertainPanel::tr("no")}; };
    c.commit = [own = c.commit](Transaction* tx, std::size_t row, const std::string& typed) {
        return own(tx, row, QString::fromStdString(typed) == UncertainPanel::tr("yes") ? "yes" : "");
    };
}

} // namespace

UncertainPanel::UncertainPanel(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("uncertainPanel"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(2);
    auto* title = new QLabel(tr("What is uncertain"), this);
    title->setFont(headingFont());
    title->setContentsMargins(14, 0, 0, 0);
    column->addWidget(title);
    m_tabs = new TabRow({{tr("Work"), "uncertainWork"},
                         {tr("Risks and chances"), "uncertainRisks"},
                         {tr("How it is drawn"), "uncertainSettings"}},
                        this);
    m_tabs->setContentsMargins(6, 0, 6, 0);
    column->addWidget(m_tabs, 0, Qt::AlignLeft);
    m_pages = new QStackedWidget(this);
    m_pages->addWidget(buildRules());
    m_pages->addWidget(buildRisks());
    m_pages->addWidget(buildSettings());
    column->addWidget(m_pages, 1);
    connect(m_tabs, &TabRow::chosen, this, &UncertainPanel::show);
    m_tabs->setCurrent(0);
}

void UncertainPanel::show(int page) {
    m_tabs->setCurrent(page);
    m_pages->setCurrentIndex(page);
}

void UncertainPanel::perform(const QString& text, const std::function<Outcome(Transaction&)>& edit) {
    const Outcome outcome = m_document.perform(text, edit);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

QWidget* UncertainPanel::buildRules() {
    const auto at = [this](std::size_t row) -> const SpreadRule& { return m_document.programme().spreads[row]; };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, SpreadField field) -> ListColumn& {
        ListColumn& c = columns.emplace_back();
        c.name = QLatin1String(name);
        c.title = title;
        c.width = width;
        c.text = [this, at, field](std::size_t row) {
            return show::text(spreadText(m_document.programme(), at(row), field));
        };
        c.commit = [at, field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setSpreadField(*tx, tx->programme().spreads[row].id, field, typed);
        };
        return c;
    };
    add("for", tr("For"), 110, SpreadField::scope);
    ListColumn& figures = add("figures", tr("Low – likely – high"), 130, SpreadField::figures);
    figures.right = true;
    ListColumn& in = add("in", tr("In"), 70, SpreadField::in);
    in.text = [at](std::size_t row) { return units().of(at(row).in); };
    choose(in, units());
    ListColumn& shape = add("shape", tr("Spread"), 76, SpreadField::shape);
    shape.text = [at](std::size_t row) { return shapes().of(at(row).shape); };
    choose(shape, shapes());
    ListColumn& tenths = add("tenths", tr("1 in 10"), 56, SpreadField::tenths);
    tenths.text = [at](std::size_t row) { return at(row).tenths ? tr("yes") : QString(); };
    yesNo(tenths);
    add("chance", tr("High"), 50, SpreadField::chance).right = true;
    add("note", tr("From where"), 120, SpreadField::note).quiet = true;
    m_rules = new ListPage(QStringLiteral("spreadRules"), tr("How work may come out"),
                           documentRows(
                               m_document, [this] { return m_document.programme().spreads.size(); },
                               [this, at](std::size_t row) {
                                   return tr("Spread of %1").arg(show::text(ruleText(m_document.programme(), at(row))));
                               }),
                           std::move(columns), this);
    m_rules->stretch(QStringLiteral("note"));
    m_rules->setEmptyText(
        tr("Work is certain so far. The narrowest rule counts: an activity, an item of the output book, "
           "a place, a code, all work."));
    m_rules->offerFirst(tr("Say how uncertain all work is"), {QStringLiteral("spreadAdd")});
    m_rules->offerFirst(tr("Learn from what was done"), {QStringLiteral("spreadLearn")});
    auto* learnButton = quietMenuButton("spreadLearn", tr("Learn from what was done"), m_rules);
    learnButton->setText(tr("Learn from what was done"));
    learnButton->setToolTip(tr("How far what is complete came from what was planned"));
    auto* addButton = quietButton(tr("+ Add"), "spreadAdd", m_rules);
    m_rules->line().addWidget(learnButton);
    m_rules->line().addWidget(addButton);
    m_rules->letRemove(tr("Remove this rule"), [this, at](std::size_t row) {
        const SpreadRuleId id = at(row).id;
        return m_document.perform(tr("Spread removed"),
                                  [id](Transaction& tx) { return removeSpreadRules(tx, std::span(&id, 1)); });
    });
    connect(addButton, &QPushButton::clicked, this, &UncertainPanel::addRule);
    connect(learnButton->menu(), &QMenu::aboutToShow, this, [this, learnButton] { fillLearn(learnButton->menu()); });
    connect(&m_rules->table(), &GridView::refused, this, &UncertainPanel::refused);
    return m_rules;
}

void UncertainPanel::addRule() {
    perform(tr("Spread added"), [](Transaction& tx) -> Outcome {
        const auto added = addSpreadRule(tx, "all");
        return added.ok() ? done() : Outcome(added.errors());
    });
    refresh();
    if (const std::size_t size = m_document.programme().spreads.size(); size > 0)
        m_rules->editCell(size - 1, QStringLiteral("for"));
}

/// What the job itself has shown: of all work, or of a trade of which enough is complete.
void UncertainPanel::fillLearn(QMenu* menu) {
    menu->clear();
    const Programme& programme = m_document.programme();
    const auto add = [&](const QString& of, const std::string& trade) {
        const auto learnt = learnSpread(programme, trade);
        if (!learnt) return;
        const QString figures =
            QStringLiteral("%1 – %2 – %3")
                .arg(show::number(learnt->low), show::number(learnt->likely), show::number(learnt->high));
        QAction* action = menu->addAction(tr("%1: %2, %3 complete").arg(of, figures).arg(learnt->samples));
        connect(action, &QAction::triggered, this, [this, trade] {
            perform(tr("Spread learnt from what was done"),
                    [&](Transaction& tx) { return learnSpreadRule(tx, trade); });
            refresh();
        });
    };
    add(tr("All work"), {});
    if (const Code* code = tradeCodeOf(programme))
        for (const CodeValue& value : code->values)
            add(show::text(code->key) + QLatin1Char(' ') + show::text(value.name), value.name);
    if (menu->isEmpty())
        menu->addAction(
                tr("Fewer than five activities with quantities are complete: there is nothing to learn from yet"))
            ->setEnabled(false);
}

QString UncertainPanel::effectsText(const RegisteredRisk& risk) const {
    QStringList list;
    for (const RiskEffect& effect : risk.effects)
        list << QStringLiteral("%1 %2").arg(
            show::text(riskEffectText(m_document.programme(), effect, RiskEffectField::target)),
            show::text(riskEffectText(m_document.programme(), effect, RiskEffectField::figures)));
    return list.join(QStringLiteral("; "));
}

std::vector<ListColumn> UncertainPanel::riskColumns() {
    const auto at = [this](std::size_t row) -> const RegisteredRisk& { return m_document.programme().risks[row]; };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, RiskField field) -> ListColumn& {
        ListColumn& c = columns.emplace_back();
        c.name = QLatin1String(name);
        c.title = title;
        c.width = width;
        c.text = [this, at, field](std::size_t row) {
            return show::text(riskText(m_document.programme(), at(row), field));
        };
        c.commit = [field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setRiskField(*tx, tx->programme().risks[row].id, field, typed);
        };
        return c;
    };
    add("id", tr("ID"), 40, RiskField::key).quiet = true;
    add("title", tr("Risk or chance"), 170, RiskField::title);
    ListColumn& chance = add("chance", tr("Chance"), 54, RiskField::chance);
    chance.right = true;
    chance.figure = [at](std::size_t row) { return at(row).chance.toDouble(); };
    ListColumn& does = columns.emplace_back();
    does.name = QStringLiteral("does");
    does.title = tr("Effect");
    does.width = 130;
    does.text = [this, at](std::size_t row) { return effectsText(at(row)); };
    ListColumn& risk = add("risk", tr("Carried by"), 72, RiskField::risk);
    risk.text = [at](std::size_t row) { return carriers().of(at(row).risk); };
    choose(risk, carriers());
    ListColumn& off = add("off", tr("Off"), 36, RiskField::off);
    off.text = [at](std::size_t row) { return at(row).off ? tr("yes") : QString(); };
    yesNo(off);
    add("group", tr("One of"), 60, RiskField::group);
    add("event", tr("Became"), 58, RiskField::event);
    add("owner", tr("Owner"), 80, RiskField::owner).quiet = true;
    add("note", tr("Note"), 120, RiskField::note).quiet = true;
    return columns;
}

QWidget* UncertainPanel::buildRisks() {
    const auto at = [this](std::size_t row) -> const RegisteredRisk& { return m_document.programme().risks[row]; };
    m_risks = new ListPage(QStringLiteral("riskRegister"), tr("Risks and chances"),
                           documentRows(
                               m_document, [this] { return m_document.programme().risks.size(); },
                               [at](std::size_t row) { return show::text(at(row).key); }),
                           riskColumns(), this);
    m_risks->stretch(QStringLiteral("title"));
    m_risks->setEmptyText(tr("The register is empty. A risk has a chance and does something to activities; what makes "
                             "work less is a chance."));
    m_risks->offerFirst(tr("Add a risk or a chance"), {QStringLiteral("riskAdd")});
    auto* addButton = quietButton(tr("+ Add"), "riskAdd", m_risks);
    m_risks->line().addWidget(addButton);
    m_risks->letRemove(tr("Remove this risk"), [this, at](std::size_t row) {
        const RiskId id = at(row).id;
        return m_document.perform(tr("%1 removed").arg(show::text(at(row).key)),
                                  [id](Transaction& tx) { return removeRisks(tx, std::span(&id, 1)); });
    });
    connect(addButton, &QPushButton::clicked, this, &UncertainPanel::addRisk);
    connect(&m_risks->table(), &GridView::refused, this, &UncertainPanel::refused);
    auto* split = new QSplitter(Qt::Vertical, this);
    split->addWidget(m_risks);
    split->addWidget(buildEffects(split));
    split->setSizes({scaled(170), scaled(110)});
    split->setChildrenCollapsible(false);
    connect(m_risks->table().selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this, at](const QModelIndex& now) {
                if (!now.isValid() || now.row() >= m_risks->model().rowCount()) return;
                m_risk = at(m_risks->model().sourceRow(now.row())).id;
                presentEffects();
            });
    return split;
}

std::vector<ListColumn> UncertainPanel::effectColumns() {
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, RiskEffectField field) -> ListColumn& {
        ListColumn& c = columns.emplace_back();
        c.name = QLatin1String(name);
        c.title = title;
        c.width = width;
        c.text = [this, field](std::size_t row) {
            const RegisteredRisk* risk = chosenRisk();
            if (!risk || row >= risk->effects.size()) return QString();
            const RiskEffect& effect = risk->effects[row];
            if (field == RiskEffectField::kind) return effects().of(effect.kind);
            if (field == RiskEffectField::from) return effect.from ? show::date(*effect.from) : QString();
            if (field == RiskEffectField::to) return effect.to ? show::date(*effect.to) : QString();
            if (field == RiskEffectField::shape) return shapes().of(effect.shape);
            return show::text(riskEffectText(m_document.programme(), effect, field));
        };
        c.commit = [this, field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setRiskEffectField(*tx, m_risk, row, field, typed);
        };
        return c;
    };
    add("target", tr("On"), 70, RiskEffectField::target);
    ListColumn& name = columns.emplace_back();
    name.name = QStringLiteral("name");
    name.title = tr("Activity or calendar");
    name.width = 120;
    name.quiet = true;
    name.text = [this](std::size_t row) {
        const RegisteredRisk* risk = chosenRisk();
        if (!risk || row >= risk->effects.size()) return QString();
        const Programme& programme = m_document.programme();
        const Activity* activity = programme.activities.row(risk->effects[row].activity);
        const Calendar* calendar = programme.calendars.row(risk->effects[row].calendar);
        return activity   ? show::text(activity->name)
               : calendar ? tr("calendar %1").arg(show::text(calendar->name))
                          : QString();
    };
    choose(add("kind", tr("What"), 120, RiskEffectField::kind), effects());
    add("figures", tr("Low – likely – high"), 120, RiskEffectField::figures).right = true;
    choose(add("shape", tr("Spread"), 70, RiskEffectField::shape), shapes());
    // Closures of calendars begin between two days.
    add("from", tr("Begins from"), 82, RiskEffectField::from).quiet = true;
    add("to", tr("Begins until"), 82, RiskEffectField::to).quiet = true;
    return columns;
}

QWidget* UncertainPanel::buildEffects(QWidget* parent) {
    auto* part = new QWidget(parent);
    auto* column = new QVBoxLayout(part);
    column->setContentsMargins(0, 2, 0, 0);
    column->setSpacing(0);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 0, 8, 0);
    m_effectTitle = new QLabel(part);
    m_effectTitle->setObjectName(QStringLiteral("riskEffectTitle"));
    m_effectTitle->setFont(secondaryFont());
    setInk(m_effectTitle, Ink::muted);
    m_addEffect = quietButton(tr("+ Effect"), "riskEffectAdd", part);
    line->addWidget(m_effectTitle, 1);
    m_addClosure = quietButton(tr("+ Closure"), "riskClosureAdd", part);
    m_addClosure->setToolTip(tr("Closes a calendar for some of its working days"));
    line->addWidget(m_addEffect);
    line->addWidget(m_addClosure);
    column->addLayout(line);
    m_effects =
        new ListPage(QStringLiteral("riskEffects"), tr("What the risk does"),
                     documentRows(
                         m_document, [this] { return chosenRisk() ? chosenRisk()->effects.size() : 0; },
                         [this](std::size_t) { return chosenRisk() ? show::text(chosenRisk()->key) : QString(); }),
                     effectColumns(), this);
    m_effects->hideLine();
    m_effects->stretch(QStringLiteral("name"));
    m_effects->setEmptyText(tr("It does nothing yet: add on which activity, and what."));
    m_effects->letRemove(tr("Remove this effect"), [this](std::size_t row) {
        return m_document.perform(tr("Effect removed"),
                                  [this, row](Transaction& tx) { return removeRiskEffect(tx, m_risk, row); });
    });
    column->addWidget(m_effects, 1);
    connect(m_addEffect, &QPushButton::clicked, this, &UncertainPanel::addEffect);
    connect(m_addClosure, &QPushButton::clicked, this, &UncertainPanel::addClosure);
    connect(&m_effects->table(), &GridView::refused, this, &UncertainPanel::refused);
    connect(&m_effects->table(), &QAbstractItemView::doubleClicked, this, [this](const QModelIndex& index) {
        const RegisteredRisk* risk = chosenRisk();
        const bool named = index.isValid() && m_effects->model().columnName(index.column()) == QLatin1String("name");
        if (!named || !risk || std::size_t(index.row()) >= risk->effects.size()) return;
        const RiskEffect& effect = risk->effects[m_effects->model().sourceRow(index.row())];
        if (effect.activity) emit reveal(effect.activity);
    });
    return part;
}

const RegisteredRisk* UncertainPanel::chosenRisk() const {
    return m_document.programme().risks.row(m_risk);
}

void UncertainPanel::addRisk() {
    RiskId id;
    perform(tr("Risk added"), [&](Transaction& tx) -> Outcome {
        const auto added = yarrin::addRisk(tx, "");
        if (!added.ok()) return added.errors();
        id = *added;
        return done();
    });
    refresh();
    showRisk(id);
    if (const std::size_t place = m_document.programme().risks.indexOf(id); id)
        m_risks->editCell(place, QStringLiteral("title"));
}

/// On the milestone's last work at first: which activity is meant is typed over it.
void UncertainPanel::addEffect() {
    const RegisteredRisk* risk = chosenRisk();
    if (!risk) return emit refused(tr("Choose a risk first"));
    std::string key;
    for (const Activity& activity : m_document.programme().activities)
        if (activity.kind == ActivityKind::task && !activity.actualFinish) key = activity.key;
    if (key.empty()) return emit refused(tr("There is no work left on which it could act"));
    addEffectOn(key);
}

/// The job's own calendar at first.
void UncertainPanel::addClosure() {
    if (!chosenRisk()) return emit refused(tr("Choose a risk first"));
    const Programme& programme = m_document.programme();
    const Calendar* calendar = programme.calendars.row(programme.job.defaultCalendar);
    if (!calendar && !programme.calendars.empty()) calendar = &programme.calendars[0];
    if (!calendar) return emit refused(tr("There is no calendar that could be closed: see the stage Site time"));
    addEffectOn(calendar->key);
}

void UncertainPanel::addEffectOn(const std::string& key) {
    const RegisteredRisk* risk = chosenRisk();
    const std::size_t place = risk->effects.size();
    perform(tr("%1 does more").arg(show::text(risk->key)),
            [&](Transaction& tx) { return addRiskEffect(tx, m_risk, key); });
    refresh();
    m_effects->editCell(place, QStringLiteral("target"));
}

QWidget* UncertainPanel::buildSettings() {
    auto* page = new QWidget(this);
    auto* grid = new QGridLayout(page);
    grid->setContentsMargins(14, 6, 14, 6);
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(4);
    auto* weatherLabel = new QLabel(tr("Weather"), page);
    weatherLabel->setFont(secondaryFont());
    m_weather = new QComboBox(page);
    m_weather->setObjectName(QStringLiteral("oddsWeather"));
    m_weather->setAccessibleName(tr("From where the days come that weather costs"));
    m_weather->addItems(weathers().words);
    m_weatherWords = new QLabel(page);
    m_weatherWords->setObjectName(QStringLiteral("oddsWeatherWords"));
    m_weatherWords->setWordWrap(true);
    m_weatherWords->setFont(secondaryFont());
    setInk(m_weatherWords, Ink::muted);
    grid->addWidget(weatherLabel, 0, 0, 1, 2);
    grid->addWidget(m_weather, 1, 0);
    grid->addWidget(m_weatherWords, 1, 1);
    connect(m_weather, &QComboBox::activated, this, [this](int index) {
        perform(tr("Weather of the odds"), [index](Transaction& tx) {
            return setOddsField(tx, OddsField::weather, wordOf(static_cast<OddsWeather>(index)));
        });
    });
    int place = 2;
    const auto field = [&](const char* name, const QString& label, const QString& hint, OddsField which) {
        auto* edit = new FieldEdit(
            QLatin1String(name), label, hint,
            [this, which] { return show::text(oddsText(m_document.programme(), which)); },
            [this, which, label](const std::string& typed) {
                return m_document.perform(label, [&](Transaction& tx) { return setOddsField(tx, which, typed); });
            },
            page);
        m_fields.push_back(edit);
        grid->addWidget(edit, place / 2 + 1, place % 2);
        ++place;
    };
    field("oddsRuns", tr("Runs"), tr("5000"), OddsField::runs);
    field("oddsSeedField", tr("Seed"), tr("1"), OddsField::seed);
    field("oddsAlikeCode", tr("Alike within a value of"), tr("trade"), OddsField::alikeCode);
    field("oddsAlike", tr("Correlation within it"), tr("0.3"), OddsField::alike);
    field("oddsAlikeAll", tr("Correlation of all work"), tr("0.15"), OddsField::alikeAll);
    field("oddsWidth", tr("Near enough, working days"), tr("5"), OddsField::width);
    field("oddsAllowanceLow", tr("Allowance, least factor"), tr("1"), OddsField::allowanceLow);
    field("oddsAllowanceHigh", tr("Allowance, greatest factor"), tr("1"), OddsField::allowanceHigh);
    grid->setRowStretch(place / 2 + 2, 1);
    return scrolledPage(page, this);
}

void UncertainPanel::presentEffects() {
    const RegisteredRisk* risk = chosenRisk();
    m_effectTitle->setText(risk ? tr("What %1 does, all of it together or nothing").arg(show::text(risk->key))
                                : tr("Choose a risk to see what it does"));
    m_addEffect->setEnabled(risk != nullptr);
    m_addClosure->setEnabled(risk != nullptr);
    m_effects->refresh();
}

void UncertainPanel::refresh() {
    const Programme& programme = m_document.programme();
    if (!chosenRisk()) m_risk = programme.risks.empty() ? RiskId{} : programme.risks[0].id;
    m_rules->refresh();
    m_risks->refresh();
    presentEffects();
    m_weather->setCurrentIndex(int(programme.job.oddsWeather));
    const WeatherRecord record(programme);
    m_weatherWords->setText(record.empty()    ? tr("nothing is recorded: see Weather on the stage Site time")
                            : record.madeUp() ? tr("the records are made up by the simulated station")
                                              : QString());
    for (FieldEdit* field : m_fields) field->refresh();
}

void UncertainPanel::showRisk(RiskId id) {
    show(1);
    const std::size_t place = m_document.programme().risks.indexOf(id);
    if (place >= m_document.programme().risks.size()) return;
    m_risk = id;
    if (const int row = m_risks->model().rowOf(place); row >= 0) m_risks->table().selectRow(row);
    presentEffects();
}

void UncertainPanel::showRule(SpreadRuleId id) {
    show(0);
    const std::size_t place = m_document.programme().spreads.indexOf(id);
    if (place >= m_document.programme().spreads.size()) return;
    if (const int row = m_rules->model().rowOf(place); row >= 0) m_rules->table().selectRow(row);
}

void UncertainPanel::showSettings() {
    show(2);
}

} // namespace yarrin
