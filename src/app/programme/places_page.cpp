// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/places_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/programme/balance_panel.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"
#include "core/model/words.h"
#include "edit/link_edits.h"

#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace yarrin {

namespace {

QString kindWords(ClashKind kind) {
    switch (kind) {
    case ClashKind::atOnce:
        return PlacesPage::tr("at once");
    case ClashKind::tooSoon:
        return PlacesPage::tr("too soon behind");
    case ClashKind::tooNear:
        return PlacesPage::tr("too near");
    case ClashKind::crewTwice:
        return PlacesPage::tr("one crew twice");
    }
    return {};
}

QString rangeWords(const Programme& programme, const Clash& one) {
    if (one.span && one.span->from < one.span->to)
        return PlacesPage::tr("%1 – %2 m")
            .arg(QString::number(std::llround(metres(one.span->from))),
                 QString::number(std::llround(metres(one.span->to))));
    const Location* place = programme.locations.row(one.place);
    return place ? show::text(place->name) : QString();
}

} // namespace

PlacesPage::PlacesPage(Document& document, ViewState& state, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_view(new PlacesView(document, state, this)),
      m_line(new QWidget(this)), m_splitter(new QSplitter(Qt::Vertical, this)), m_lists(new QStackedWidget(this)),
      m_chain(new QWidget(this)), m_chainLine(new QHBoxLayout(m_chain)) {
    setObjectName(QStringLiteral("placesPage"));
    buildLine();
    buildClashes();
    buildRules();
    m_balance = new BalancePanel(document, this);
    buildChain();
    m_lists->addWidget(m_clashes);
    m_lists->addWidget(m_rules);
    m_lists->addWidget(m_balance);
    m_splitter->addWidget(m_view);
    m_splitter->addWidget(m_lists);
    m_splitter->setStretchFactor(0, 1);
    m_splitter->setStretchFactor(1, 0);
    m_splitter->setHandleWidth(1);
    m_splitter->setChildrenCollapsible(false);
    m_column = new QVBoxLayout(this);
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(0);
    m_column->addWidget(m_splitter, 1);
    m_column->addWidget(m_chain);
    setFocusProxy(m_view);
    showBelow(Below::nothing);
    connect(m_balance, &BalancePanel::refused, this, &PlacesPage::refused);
    connect(m_balance, &BalancePanel::told, this, &PlacesPage::told);
    connect(m_view, &PlacesView::clashesFound, this, &PlacesPage::presentClashes);
    connect(m_view, &PlacesView::refused, this, &PlacesPage::refused);
    connect(m_view, &PlacesView::told, this, &PlacesPage::told);
    connect(m_view, &PlacesView::drawingEnded, this, &PlacesPage::present);
    connect(m_view, &PlacesView::clashChosen, this, [this](std::size_t index) {
        const Clashes* all = m_view->clashes();
        if (!all || index >= all->found.size() || m_below != Below::clashes) return;
        for (std::size_t i = 0; i < m_told.size(); ++i)
            if (m_told[i].one == all->found[index].one && m_told[i].other == all->found[index].other)
                if (const int row = m_clashes->model().rowOf(i); row >= 0) m_clashes->table().selectRow(row);
    });
    connect(&document, &Document::changed, this, [this] {
        if (!isVisible()) return;
        m_rules->refresh();
        present();
        presentClashes();
        m_balance->present();
        presentChain();
    });
    connect(&document, &Document::replaced, this, [this] { showBelow(Below::nothing); });
    connect(&state, &ViewState::selectionChanged, this, &PlacesPage::presentChain);
    present();
}

void PlacesPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    present();
    presentClashes();
    presentChain();
}

void PlacesPage::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    arrangeLine();
}

/// What finds no room at the end of the line, with larger letters or in a small window, stands below it.
void PlacesPage::arrangeLine() {
    int wide = m_line->layout()->contentsMargins().left() + 30;
    for (QPushButton* one : {m_where, m_profile, m_draw, m_look, m_balanced, m_apart, m_found})
        wide += one->sizeHint().width() + 4;
    if (!m_column) return; // not built yet
    const bool below = wide > width();
    if (below == (m_right->parentWidget() == this)) return;
    if (below)
        m_column->insertWidget(0, m_right, 0, Qt::AlignRight);
    else
        m_line->layout()->addWidget(m_right);
    m_right->show();
}

void PlacesPage::buildLine() {
    m_line->setObjectName(QStringLiteral("placesLine"));
    auto* line = new QHBoxLayout(m_line);
    line->setContentsMargins(10, 3, 10, 3);
    line->setSpacing(2);
    m_where = quietMenuButton("placesWhere", tr("Which places are shown"), m_line);
    m_profile = quietMenuButton("placesProfile", tr("Whose quantities stand above the places"), m_line);
    m_draw = quietMenuButton("placesDraw", tr("Draw work of a kind"), m_line);
    m_look = quietMenuButton("placesLook", tr("How it is shown"), m_line);
    m_name = new QLineEdit(m_line);
    m_name->setObjectName(QStringLiteral("placesName"));
    m_name->setAccessibleName(tr("What the drawn work is called"));
    m_name->setPlaceholderText(tr("New work"));
    m_name->setMaxLength(200);
    m_name->setFixedHeight(m_look->sizeHint().height()); // the chart below does not jump as it comes and goes
    m_name->hide();
    connect(m_name, &QLineEdit::textChanged, this,
            [this](const QString& name) { m_view->setDrawnName(name.trimmed()); });
    connect(m_name, &QLineEdit::returnPressed, m_view, qOverload<>(&QWidget::setFocus));
    for (QWidget* one : std::initializer_list<QWidget*>{m_where, m_profile, m_draw, m_name, m_look})
        line->addWidget(one);
    line->addStretch(1);
    m_right = new QWidget(m_line);
    auto* right = new QHBoxLayout(m_right);
    right->setContentsMargins(0, 0, 0, 0);
    right->setSpacing(2);
    m_balanced = quietButton(tr("Balance"), "placesBalance", m_right);
    m_balanced->setToolTip(
        tr("Rates of the trades of a sequence over its places, crews that match, work without waits"));
    connect(m_balanced, &QPushButton::clicked, this,
            [this] { showBelow(m_below == Below::balance ? Below::nothing : Below::balance); });
    m_apart = quietButton({}, "placesApart", m_right);
    m_found = quietButton({}, "placesClashes", m_right);
    for (QPushButton* one : {m_balanced, m_apart, m_found}) right->addWidget(one);
    line->addWidget(m_right);
    connect(m_apart, &QPushButton::clicked, this,
            [this] { showBelow(m_below == Below::rules ? Below::nothing : Below::rules); });
    connect(m_found, &QPushButton::clicked, this,
            [this] { showBelow(m_below == Below::clashes ? Below::nothing : Below::clashes); });
    fillWhere();
    fillProfile();
    fillDraw();
    fillLook();
}

void PlacesPage::setRoom(int width) {
    m_line->layout()->setContentsMargins(width, 3, 10, 3);
    arrangeLine();
}

void PlacesPage::change(const std::function<void(PlacesChoice&)>& how) {
    PlacesChoice choice = m_view->choice();
    how(choice);
    m_view->choose(choice);
    present();
}

bool PlacesPage::perform(const QString& text, const std::function<Outcome(Transaction&)>& edit) {
    const Outcome outcome = m_document.perform(text, edit);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
    return outcome.ok();
}

/// The job's places come and go: menus are made as they open.
void PlacesPage::fillWhere() {
    QMenu* menu = m_where->menu();
    connect(menu, &QMenu::aboutToShow, this, [this, menu] {
        menu->clear();
        menu->addAction(tr("&All places"), this, [this] { change([](PlacesChoice& one) { one.hidden.clear(); }); });
        menu->addSeparator();
        for (const LocationId id : placeBranches(m_document.programme())) {
            const Location& place = *m_document.programme().locations.row(id);
            QAction* one = menu->addAction(show::text(place.name.empty() ? place.key : place.name));
            one->setCheckable(true);
            one->setChecked(!m_view->choice().hidden.contains(id));
            connect(one, &QAction::toggled, this, [this, id](bool shown) {
                change([&](PlacesChoice& choice) {
                    if (shown)
                        choice.hidden.erase(id);
                    else
                        choice.hidden.insert(id);
                });
            });
        }
    });
}

void PlacesPage::fillProfile() {
    QMenu* menu = m_profile->menu();
    connect(menu, &QMenu::aboutToShow, this, [this, menu] {
        menu->clear();
        std::vector<const BookItem*> items;
        for (const BookItem& item : m_document.programme().book)
            if (std::any_of(m_view->placed().pieces.begin(), m_view->placed().pieces.end(), [&](const Piece& piece) {
                    const Activity& activity = m_document.programme().activities[piece.index];
                    return activity.bookItem == item.id && activity.measure;
                }))
                items.push_back(&item);
        for (const BookItem* item : items)
            menu->addAction(tr("%1, %2").arg(show::text(item->name), show::text(item->unit)), this,
                            [this, id = item->id] { change([id](PlacesChoice& one) { one.profile = id; }); });
        if (items.empty()) menu->addAction(tr("No work here has a quantity"))->setEnabled(false);
    });
}

void PlacesPage::fillDraw() {
    QMenu* menu = m_draw->menu();
    connect(menu, &QMenu::aboutToShow, this, [this, menu] {
        menu->clear();
        const auto add = [&](QMenu* to, const QString& text, PlacesView::Kind kind) {
            to->addAction(text, this, [this, kind] {
                m_view->drawOf(kind);
                m_name->clear();
                present();
                if (m_view->drawsWithoutItem())
                    m_name->setFocus();
                else
                    m_view->setFocus();
                emit told(tr("Drag from a place and a day to a place and a day; Escape ends it."));
            });
        };
        add(menu, tr("&Work without a quantity"), {});
        std::map<std::string, QMenu*> groups;
        for (const BookItem& item : m_document.programme().book) {
            QMenu*& group = groups[item.group];
            if (!group) group = menu->addMenu(item.group.empty() ? tr("Other") : show::text(item.group));
            add(group, tr("%1 (%2)").arg(show::text(item.name), show::text(item.unit)), {item.id, {}});
        }
        if (m_document.programme().sequences.empty()) return;
        QMenu* sequences = menu->addMenu(tr("&Sequences"));
        for (const Sequence& one : m_document.programme().sequences) add(sequences, show::text(one.key), {{}, one.id});
    });
}

void PlacesPage::fillLook() {
    QMenu* menu = m_look->menu();
    connect(menu, &QMenu::aboutToShow, this, [this, menu] {
        menu->clear();
        const auto toggle = [&](const char* name, const QString& text, bool on, auto set) {
            QAction* one = menu->addAction(text);
            one->setObjectName(QLatin1String(name));
            one->setCheckable(true);
            one->setChecked(on);
            connect(one, &QAction::toggled, this, [this, set](bool is) { set(is); });
        };
        const PlacesChoice& now = m_view->choice();
        toggle("placesAcross", tr("Time from &left to right"), now.timeAcross,
               [this](bool is) { change([is](PlacesChoice& one) { one.timeAcross = is; }); });
        toggle("placesLinks", tr("&Links of what is selected"), now.links,
               [this](bool is) { change([is](PlacesChoice& one) { one.links = is; }); });
        toggle("placesCrews", tr("Ways of &crews"), now.crews,
               [this](bool is) { change([is](PlacesChoice& one) { one.crews = is; }); });
        toggle("placesKey", tr("&Key to signs and colours"), now.key,
               [this](bool is) { change([is](PlacesChoice& one) { one.key = is; }); });
        toggle("placesUnits", tr("&Units of sequences as one block"), now.units, [this](bool is) {
            change([is](PlacesChoice& one) {
                one.units = is;
                one.open.clear();
            });
        });
        toggle("placesGroups", tr("&Groups folded in the bars as one block"), now.groups,
               [this](bool is) { change([is](PlacesChoice& one) { one.groups = is; }); });
        menu->addSeparator();
        const auto bars = [&](const char* name, const QString& text, Bars how) {
            QAction* one = menu->addAction(text, this, [this, how] {
                m_bars = how;
                emit barsWanted();
            });
            one->setObjectName(QLatin1String(name));
            one->setCheckable(true);
            one->setChecked(m_bars == how);
        };
        bars("placesBarsNone", tr("Without &bars"), Bars::none);
        bars("placesBarsBelow", tr("Bars bel&ow"), Bars::below);
        bars("placesBarsBeside", tr("Bars be&side"), Bars::beside);
        menu->addSeparator();
        const bool several = m_state.selection().size() > 1;
        for (const auto& [text, order] :
             {std::pair(tr("Link what is selected in order of &time"), ChainOrder::time),
              std::pair(tr("Link what is selected in order of &place"), ChainOrder::place)}) {
            QAction* one = menu->addAction(text, this, [this, order = order] { linkChosen(order); });
            one->setObjectName(order == ChainOrder::time ? QStringLiteral("placesLinkTime")
                                                         : QStringLiteral("placesLinkPlace"));
            one->setEnabled(several);
        }
    });
}

void PlacesPage::present() {
    const Programme& programme = m_document.programme();
    const auto branches = placeBranches(programme);
    QStringList shown;
    for (const LocationId id : branches)
        if (!m_view->choice().hidden.contains(id)) {
            const Location& place = *programme.locations.row(id);
            shown << show::within(show::text(place.name.empty() ? place.key : place.name));
        }
    QString where = shown.size() == qsizetype(branches.size()) && shown.size() > 3 ? tr("all places")
                                                                                   : shown.join(QStringLiteral(", "));
    if (where.size() > 22) where = show::countOf(shown.size(), "place", "places");
    m_where->setText(where.isEmpty() ? tr("No places") : where.left(1).toUpper() + where.mid(1));
    const BookItem* item = programme.book.row(m_view->choice().profile);
    m_profile->setText(item ? tr("Quantity of %1").arg(show::text(item->key)) : tr("Quantity"));
    m_draw->setText(m_view->draws() ? tr("Drawing… Esc ends") : tr("Draw"));
    // In the room of two buttons that nobody needs meanwhile, so that nothing else moves.
    const bool named = m_view->drawsWithoutItem();
    m_name->setFixedWidth(m_profile->sizeHint().width() + m_look->sizeHint().width());
    m_name->setVisible(named);
    m_profile->setVisible(!named);
    m_look->setVisible(!named);
    m_look->setText(tr("Show"));
    m_apart->setText(programme.placeRules.empty() ? tr("Rules") : tr("Rules: %1").arg(programme.placeRules.size()));
    m_apart->setToolTip(tr("What kinds of work may be together in a place, or keep days or metres apart"));
    arrangeLine();
}

void PlacesPage::showBelow(Below what) {
    m_below = what;
    m_lists->setVisible(what != Below::nothing);
    if (what == Below::clashes) m_lists->setCurrentWidget(m_clashes);
    if (what == Below::rules) m_lists->setCurrentWidget(m_rules);
    if (what == Below::balance) m_lists->setCurrentWidget(m_balance);
    if (what == Below::nothing) return m_view->setFocus();
    presentClashes();
    m_balance->present();
    m_rules->refresh();
    const int height = std::max(m_splitter->height(), 300);
    m_splitter->setSizes({height - scaled(180), scaled(180)});
}

void PlacesPage::buildClashes() {
    const auto at = [this](std::size_t row) -> const Clash& { return m_told[row]; };
    const auto named = [this](ActivityId id) {
        const Activity* activity = m_document.programme().activities.row(id);
        return activity ? show::text(activity->key + " " + activity->name) : QString();
    };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, auto text) -> ListColumn& {
        columns.push_back({QString::fromLatin1(name), title, width, false, false, std::move(text)});
        return columns.back();
    };
    add("when", tr("When"), 150, [at](std::size_t i) {
        return tr("%1 – %2").arg(show::shortDate(dateOf(at(i).from)), show::date(completionDate(at(i).to)));
    }).figure = [at](std::size_t i) { return double(at(i).from.minutes); };
    add("where", tr("Where"), 110, [this, at](std::size_t i) { return rangeWords(m_document.programme(), at(i)); });
    add("kind", tr("What"), 110, [at](std::size_t i) { return kindWords(at(i).kind); }).marked = [at](std::size_t i) {
        return !at(i).past && !at(i).meant;
    };
    add("one", tr("First"), 200, [at, named](std::size_t i) { return named(at(i).one); });
    add("other", tr("With"), 200, [at, named](std::size_t i) { return named(at(i).other); });
    add("gap", tr("Is, wanted"), 110, [at](std::size_t i) {
        const Clash& one = at(i);
        if (one.kind == ClashKind::tooSoon)
            return tr("%1, %2").arg(show::daysWithUnit(one.gap, one.day), show::daysWithUnit(one.wanted, one.day));
        if (one.kind == ClashKind::tooNear)
            return tr("%1, %2 m")
                .arg(QString::number(metres(one.distance), 'f', 1), QString::number(metres(one.apart), 'f', 0));
        return QString();
    });
    add("note", tr("Stands"), 120, [at](std::size_t i) {
        return at(i).meant ? tr("meant so: %1").arg(show::text(*at(i).meant)) : at(i).past ? tr("past") : QString();
    });
    m_clashes = new ListPage(QStringLiteral("placesClashList"), tr("Clashes"),
                             shownRows([this] { return m_told.size(); }), std::move(columns), this);
    m_clashes->stretch(QStringLiteral("other"));
    m_clashes->setEmptyText(tr("Nothing is in the way of anything else."));
    addClashButtons();
    connect(m_clashes->table().selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this] {
        if (const Clash* one = chosenClash(); one && m_clashes->table().hasFocus()) m_view->bring(*one);
    });
    connect(&m_clashes->table(), &QAbstractItemView::clicked, this, [this] {
        if (const Clash* one = chosenClash()) m_view->bring(*one);
    });
    connect(&m_clashes->table(), &GridView::refused, this, &PlacesPage::refused);
}

void PlacesPage::addClashButtons() {
    auto* apart = quietButton(tr("Keep apart"), "placesKeepApart", m_clashes);
    apart->setToolTip(tr("Makes the links that keep the two apart, and makes them as long as is wanted"));
    auto* meant = quietButton(tr("Meant so…"), "placesMeant", m_clashes);
    m_clashes->line().addWidget(apart);
    m_clashes->line().addWidget(meant);
    connect(apart, &QPushButton::clicked, this, &PlacesPage::keepChosenApart);
    connect(meant, &QPushButton::clicked, this, [this] {
        const Clash* one = chosenClash();
        if (!one) return emit refused(tr("Choose a clash first."));
        bool taken = false;
        const Clash clash = *one;
        const QString reason =
            QInputDialog::getText(this, tr("Meant so"), tr("Why it is meant so; nothing tells it again:"),
                                  QLineEdit::Normal, clash.meant ? show::text(*clash.meant) : QString(), &taken);
        if (!taken || (reason.trimmed().isEmpty() && !clash.meant)) return;
        perform(tr("Clash meant so"),
                [&, text = reason.toStdString()](Transaction& tx) { return setClashAside(tx, clash, text); });
    });
}

const Clash* PlacesPage::chosenClash() const {
    const std::vector<std::size_t> rows = m_clashes->selectedRows();
    return rows.empty() || rows.front() >= m_told.size() ? nullptr : &m_told[rows.front()];
}

void PlacesPage::keepChosenApart() {
    const Clash* one = chosenClash();
    if (!one) return emit refused(tr("Choose a clash first."));
    const Clash clash = *one;
    const Programme& programme = m_document.programme();
    const QString words = tr("%1 and %2 kept apart")
                              .arg(show::text(programme.activities.row(clash.one)->key),
                                   show::text(programme.activities.row(clash.other)->key));
    perform(words, [&](Transaction& tx) { return keepApart(tx, m_document.schedule(), clash); });
}

void PlacesPage::presentClashes() {
    const Clashes* all = m_view->clashes();
    m_told.clear();
    if (all) {
        m_told = all->found;
        std::stable_partition(m_told.begin(), m_told.end(), [](const Clash& one) { return !one.past && !one.meant; });
    }
    const std::size_t ahead = all ? all->ahead() : 0;
    m_found->setText(!all         ? tr("Clashes…")
                     : ahead == 0 ? tr("No clash ahead")
                                  : tr("%1 ahead").arg(show::countOf(qint64(ahead), "clash", "clashes")));
    setInk(m_found, ahead > 0 ? Ink::critical : Ink::muted);
    arrangeLine();
    m_clashes->refresh();
}

void PlacesPage::linkChosen(ChainOrder order) {
    const std::vector<ActivityId> ids =
        chained(m_document.programme(), m_document.schedule(), m_state.selection(), order);
    perform(tr("%1 linked one after the other").arg(show::countOf(qint64(ids.size()), "activity", "activities")),
            [&](Transaction& tx) { return linkChain(tx, ids); });
}

/// The lags between what is selected and linked one after the other, to be typed in a row.
void PlacesPage::buildChain() {
    m_chain->setObjectName(QStringLiteral("placesChain"));
    m_chainLine->setContentsMargins(12, 4, 12, 4);
    m_chainLine->setSpacing(5);
    m_chain->hide();
}

void PlacesPage::presentChain() {
    if (!isVisible()) return;
    const Programme& programme = m_document.programme();
    std::vector<ActivityId> ids;
    if (m_state.selection().size() > 1 && m_state.selection().size() <= 12 && m_document.schedule().ok())
        ids = chained(programme, m_document.schedule(), m_state.selection(), ChainOrder::time);
    std::vector<LinkId> links;
    for (std::size_t i = 0; i + 1 < ids.size(); ++i)
        for (const LinkId id : m_document.lookup().outOf(ids[i]))
            if (const Link* link = programme.links.row(id); link && link->to == ids[i + 1]) {
                links.push_back(id);
                break;
            }
    const bool whole = ids.size() > 1 && links.size() + 1 == ids.size();
    // What is typed into a field brings this about: it is made anew once that is over.
    const bool typing = m_chain->isAncestorOf(focusWidget());
    clearLayout(m_chainLine);
    m_chain->setVisible(whole);
    if (!whole) return;
    auto* words = new QLabel(tr("Lags"), m_chain);
    setInk(words, Ink::muted);
    m_chainLine->addWidget(words);
    for (std::size_t i = 0; i < ids.size(); ++i) {
        m_chainLine->addWidget(new QLabel(show::text(programme.activities.row(ids[i])->key), m_chain));
        if (i >= links.size()) continue;
        const Link& link = *programme.links.row(links[i]);
        auto* field = new QLineEdit(show::text(lagText(programme, link)), m_chain);
        field->setObjectName(QStringLiteral("placesLag%1").arg(i));
        field->setPlaceholderText(QStringLiteral("0d"));
        field->setAccessibleName(tr("Lag from %1 to %2")
                                     .arg(show::text(programme.activities.row(ids[i])->key),
                                          show::text(programme.activities.row(ids[i + 1])->key)));
        keepWidth(field, 52);
        m_chainLine->addWidget(field);
        connect(field, &QLineEdit::editingFinished, this, [this, field, id = link.id] {
            if (!field->isModified()) return;
            field->setModified(false);
            const std::string text = field->text().toStdString();
            perform(tr("Lag %1").arg(field->text()), [&](Transaction& tx) -> Outcome {
                const Link* row = tx.programme().links.row(id);
                if (!row) return inputError(worded("the link is no longer there"));
                const auto with = withLag(tx.programme(), *row, text);
                return with.ok() ? setLink(tx, *with) : Outcome(with.errors());
            });
        });
    }
    m_chainLine->addStretch(1);
    if (typing) m_view->setFocus();
}

} // namespace yarrin
