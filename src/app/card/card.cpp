// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/card/card.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/buildup/book_offers.h"
#include "app/card/crew_chart.h"
#include "app/card/link_rows.h"
#include "app/card/measure_boxes.h"
#include "app/table/activity_columns.h"
#include "core/model/phrases.h"
#include "core/model/resource_book.h"
#include "core/quantity/bill.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/bar_edits.h"
#include "edit/bill_edits.h"
#include "edit/cost_edits.h"
#include "edit/event_edits.h"
#include "edit/link_edits.h"

#include <QComboBox>
#include <QEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTimer>
#include <QVBoxLayout>

#include <array>
#include <tuple>

namespace yarrin {

namespace {

/// A note that is committed when it is left.
class NoteEdit : public QPlainTextEdit {
public:
    NoteEdit(const QString& text, QWidget* parent, std::function<void(const QString&)> commit)
        : QPlainTextEdit(text, parent), m_commit(std::move(commit)) {
        setObjectName(QStringLiteral("cardNotes"));
        setAccessibleName(Card::tr("Notes"));
        setPlaceholderText(Card::tr("Notes on this activity"));
        setTabChangesFocus(true);
        setFixedHeight(66);
    }

protected:
    void focusOutEvent(QFocusEvent* event) override {
        QPlainTextEdit::focusOutEvent(event);
        if (document()->isModified()) m_commit(toPlainText());
    }

private:
    std::function<void(const QString&)> m_commit;
};

} // namespace

Card::Card(Document& document, ViewState& state, std::function<const OutputBook&()> book, QWidget* parent)
    : QScrollArea(parent), m_document(document), m_state(state), m_book(std::move(book)), m_top(new QWidget),
      m_topLayout(new QVBoxLayout(m_top)), m_body(new QWidget), m_bodyLayout(new QVBoxLayout(m_body)),
      m_crewPart(new QWidget), m_ifCrews(new QWidget), m_boxes(new MeasureBoxes(document)),
      m_crews(new CrewChart(document)), m_whyWorking(this) {
    setObjectName(QStringLiteral("card"));
    setAccessibleName(tr("Card of the selection"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    keepWidth(this, 254);
    auto* page = new QWidget(this);
    page->setObjectName(QStringLiteral("cardPage"));
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(14, 10, 12, 10);
    layout->setSpacing(0);
    auto* crewLayout = new QVBoxLayout(m_crewPart);
    crewLayout->setContentsMargins(0, 0, 0, 0);
    crewLayout->setSpacing(2);
    m_owner = m_crewPart;
    m_into = crewLayout;
    heading(tr("How long"));
    crewLayout->addWidget(m_boxes);
    auto* ifLayout = new QVBoxLayout(m_ifCrews);
    ifLayout->setContentsMargins(0, 0, 0, 0);
    ifLayout->setSpacing(2);
    crewLayout->addWidget(m_ifCrews);
    m_owner = m_ifCrews;
    m_into = ifLayout;
    heading(tr("If crews were"));
    ifLayout->addWidget(m_crews);
    for (QVBoxLayout* inner : {m_topLayout, m_bodyLayout}) {
        inner->setContentsMargins(0, 0, 0, 0);
        inner->setSpacing(3);
    }
    layout->addWidget(m_top);
    layout->addWidget(m_crewPart);
    layout->addWidget(m_body);
    layout->addStretch();
    setWidget(page);
    connect(&m_document, &Document::changed, this, &Card::refresh);
    connect(&lookChanges(), &LookChanges::changed, this, &Card::refresh);
    connect(&m_state, &ViewState::selectionChanged, this, &Card::refresh);
    connect(&m_state, &ViewState::linkChanged, this, &Card::refresh);
    fill();
}

void Card::setBuildUp(bool buildUp) {
    m_buildUp = buildUp;
    refresh();
}

/// Several changes in one turn of the event loop fill the card once.
void Card::refresh() {
    if (std::exchange(m_pending, true)) return;
    QTimer::singleShot(0, this, [this] {
        m_pending = false;
        // The hand stays in the field that has the keyboard, though that is another one now.
        const QWidget* focus = focusWidget();
        const QString hand = focus && focus->hasFocus() && isAncestorOf(focus) ? focus->objectName() : QString();
        fill();
        if (hand.isEmpty()) return;
        QTimer::singleShot(0, this, [this, hand] { // when what is new shows
            for (QWidget* one : widget()->findChildren<QWidget*>(hand))
                if (one->isVisible()) one->setFocus();
        });
    });
}

void Card::heading(const QString& text) {
    auto* rule = new QFrame(m_owner);
    rule->setFixedHeight(1);
    rule->setProperty("hairline", true);
    auto* label = new QLabel(text.toUpper(), m_owner);
    label->setFont(boldened(bodyFont()));
    setInk(label, Ink::accent);
    m_into->addSpacing(7);
    m_into->addWidget(rule);
    m_into->addSpacing(4);
    m_into->addWidget(label);
}

void Card::pair(const QString& label, const QString& value, bool bold, Ink ink) {
    auto* row = new QHBoxLayout;
    auto* name = new QLabel(label, m_owner);
    setInk(name, Ink::muted);
    auto* figure = new QLabel(show::local(value), m_owner);
    figure->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    figure->setTextInteractionFlags(Qt::TextSelectableByMouse);
    if (bold) figure->setFont(boldened(bodyFont()));
    if (ink != Ink::plain) setInk(figure, ink);
    // The figure is never cut; a long label gives way to it.
    const int room = scaled(226) - figure->sizeHint().width() - row->spacing() - 10;
    if (name->sizeHint().width() > room) {
        name->setToolTip(label);
        name->setText(name->fontMetrics().elidedText(label, Qt::ElideRight, std::max(40, room)));
    }
    row->addWidget(name);
    row->addWidget(figure, 1);
    m_into->addLayout(row);
}

void Card::words(const QString& text, Ink ink) {
    auto* label = new QLabel(text, m_owner);
    label->setWordWrap(true);
    label->setTextFormat(Qt::PlainText);
    setInk(label, ink);
    m_into->addWidget(label);
}

void Card::linkRow(ActivityId other, const QString& label, const QString& value, bool bold) {
    auto* row = new QHBoxLayout;
    row->setSpacing(4);
    auto* go = new QPushButton(label, m_owner);
    go->setProperty("quiet", true);
    go->setProperty("inText", true);
    go->setToolTip(tr("Go to it"));
    go->setCursor(Qt::PointingHandCursor);
    connect(go, &QPushButton::clicked, this, [this, other] { emit reveal(other); });
    auto* figure = new QLabel(value, m_owner);
    figure->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    if (bold) figure->setFont(boldened(bodyFont()));
    row->addWidget(go, 1);
    row->addWidget(figure);
    m_into->addLayout(row);
}

void Card::fill() {
    clearLayout(m_topLayout);
    clearLayout(m_bodyLayout);
    m_owner = m_top;
    m_into = m_topLayout;
    if (const Link* chosen = m_document.programme().links.row(m_state.link())) {
        m_crewPart->hide();
        return link(*chosen);
    }
    const std::size_t index = m_document.programme().activities.indexOf(m_state.current());
    const bool there = index < m_document.programme().activities.size();
    const bool calculated = index < m_document.schedule().activities.size();
    m_crewPart->setVisible(m_buildUp && there && m_document.programme().activities[index].kind == ActivityKind::task);
    if (!there) {
        words(tr("Select an activity to see how long it takes, when, what it waits for and what it leads to."));
        return;
    }
    const Activity activity = m_document.programme().activities[index];
    header(activity);
    problems(activity);
    if (m_buildUp) {
        m_boxes->present(activity.id);
        m_crews->present(activity.id);
        m_ifCrews->setVisible(!m_crews->isHidden());
        m_crewPart->setVisible(m_crewPart->isVisible() || activity.kind == ActivityKind::task);
    }
    m_owner = m_body;
    m_into = m_bodyLayout;
    if (!calculated) return;
    const ActivityFigures figures = m_document.schedule().activities[index];
    if (m_buildUp)
        crewAndBill(activity);
    else
        howLong(activity, figures);
    delays(activity);
    if (!m_buildUp) where(activity, figures);
    when(activity, figures);
    links(activity);
    if (!m_buildUp) why(activity, figures);
    labour(activity, figures);
    record(activity);
}

void Card::header(const Activity& activity) {
    auto* title = new QLabel(QStringLiteral("<span style='color:%1; font-weight:400'>%2</span>&nbsp;&nbsp; %3")
                                 .arg(theme().muted.name(), show::text(activity.key).toHtmlEscaped(),
                                      show::text(activity.name).toHtmlEscaped()),
                             m_owner);
    title->setObjectName(QStringLiteral("cardTitle"));
    title->setTextFormat(Qt::RichText);
    title->setFont(headingFont());
    title->setWordWrap(true);
    m_into->addWidget(title);
    QStringList path;
    for (BreakdownId id = activity.breakdown; id && path.size() < 20;) {
        const BreakdownNode* node = m_document.programme().breakdown.row(id);
        if (!node) break;
        path.prepend(show::text(node->name));
        id = node->parent;
    }
    words(path.join(QStringLiteral(" ▸ ")));
}

void Card::problems(const Activity& activity) {
    for (const Problem& problem : m_document.schedule().problems)
        if (problem.where == activity.key)
            words(show::text(problem.what), problem.severity == Problem::Severity::error ? Ink::critical : Ink::near);
}

void Card::howLong(const Activity& activity, const ActivityFigures& figures) {
    const Minutes day = m_document.schedule().calendarOf(figures).dayMinutes();
    heading(tr("How long"));
    if (activity.kind == ActivityKind::hammock) {
        pair(tr("Spans"), show::daysWithUnit(figures.duration, day), true);
        return field("cardCostPerWeek", tr("Cost a week"),
                     activity.costPerWeek ? show::number(*activity.costPerWeek) : QString(), tr("none"), 92,
                     [this, id = activity.id, key = show::text(activity.key)](const QString& text) {
                         act(tr("%1 cost a week → %2").arg(key, text),
                             [&](Transaction& tx) { return setCostPerWeek(tx, id, text.toStdString()); });
                     });
    }
    if (isMilestone(activity.kind)) return words(tr("A milestone takes no time."));
    if (const auto& m = activity.measure) {
        pair(tr("Quantity"),
             (show::number(m->quantity) + QLatin1Char(' ') + show::text(unitSymbol(m->unit))).trimmed());
        if (m->outputPerCrewDay) pair(tr("Output, a crew a day"), show::number(*m->outputPerCrewDay));
        if (m->hoursPerUnit) pair(tr("Crew-hours a unit"), show::number(*m->hoursPerUnit));
        if (m->crews) pair(tr("Crews"), show::number(*m->crews));
        if (m->factor != Decimal(1)) pair(tr("Working factor"), show::number(m->factor));
        pair(tr("Works out at"), show::daysWithUnit(figures.duration, day), true);
    } else {
        pair(tr("Typed"), show::daysWithUnit(figures.duration, day), true);
    }
    if (activity.actualFinish || figures.duration <= day) return;
    field("cardPauses", tr("Rests"), show::text(pausesText(m_document.programme(), activity)), tr("2d after 3d; …"),
          130, [this, id = activity.id, key = show::text(activity.key)](const QString& text) {
              act(text.trimmed().isEmpty() ? tr("%1 goes on without a rest").arg(key)
                                           : tr("%1 rests %2").arg(key, text),
                  [&](Transaction& tx) { return setPauses(tx, id, text.toStdString()); });
          });
}

/// What events of delay do to it: its days come from them, too.
void Card::delays(const Activity& activity) {
    const Programme& programme = m_document.programme();
    QStringList lines;
    for (const DelayEvent& event : programme.events) {
        QStringList does;
        for (const Effect& effect : event.effects)
            if (effect.activity == activity.id)
                does << show::text(effectText(programme, effect, [](Date date) {
                            return show::date(date).toStdString();
                        })).mid(show::text(quotedKey(activity.key)).size() + 1);
        if (activity.event == event.id) does << tr("this is of its fragment");
        const bool named = std::find(event.affects.begin(), event.affects.end(), activity.id) != event.affects.end();
        if (does.isEmpty() && !named) continue;
        QString line = show::text(event.key + " " + event.title);
        if (!does.isEmpty()) line += QStringLiteral(": ") + does.join(QStringLiteral(", "));
        if (!event.inForecast) line += tr(" (switched off)");
        lines << line;
    }
    if (lines.isEmpty()) return;
    heading(tr("Events of delay"));
    for (const QString& line : lines) words(line, Ink::plain);
}

/// As long as nothing says how fast work of a quantity is done, the output book goes on being offered.
void Card::offers(const Activity& activity) {
    const auto& m = activity.measure;
    if (activity.kind != ActivityKind::task || !m || m->outputPerCrewDay || m->hoursPerUnit) return;
    // The item's own words say more than what the activity was called since.
    std::string description = activity.name;
    for (const Allocation& allocation : m_document.programme().allocations)
        if (allocation.activity == activity.id)
            description = m_document.programme().bill.row(allocation.item)->description;
    auto* part = new QWidget(m_owner);
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 6, 0, 0);
    layout->setSpacing(3);
    m_into->addWidget(part);
    addBookOffers(*layout, part, m_document.programme(), m_book(), description, m->unit,
                  [this, id = activity.id, key = show::text(activity.key)](const BookItem& book) {
                      const Outcome outcome = m_document.perform(tr("%1 built from %2").arg(key, show::text(book.name)),
                                                                 [&](Transaction& tx) -> Outcome {
                                                                     const auto copy = copyToJob(tx, book);
                                                                     if (!copy.ok()) return copy.errors();
                                                                     return applyBook(tx, id, *copy);
                                                                 });
                      if (!outcome.ok()) emit refused(show::error(outcome.error()));
                  });
}

/// Who does it, what of it the bill measured, and whether repetition is learned.
void Card::crewAndBill(const Activity& activity) {
    const Programme& p = m_document.programme();
    if (const BookItem* item = p.book.row(activity.bookItem); item && activity.measure) {
        heading(activity.measure->crews == Decimal(1) ? tr("Crew") : tr("One crew"));
        words(show::text(item->name) + (item->source.empty() ? QString() : tr(" · %1").arg(show::text(item->source))));
        const Driver driver = driverOf(p, activity);
        for (const CrewMember& member : item->crew) {
            const auto most = mostSupplyOf(p, member.name);
            QString figure = show::number(member.count);
            if (most) figure += tr(" · %1 on site").arg(show::number(*most));
            const bool binds = driver.by == Driver::By::limit && member.name == driver.resource;
            pair(show::text(member.name), figure, binds, binds ? Ink::near : Ink::plain);
        }
        if (driver.by == Driver::By::limit)
            words(driver.exceeded ? tr("There is only enough %1 for %2.")
                                        .arg(show::text(driver.resource),
                                             show::countOf(driver.mostCrews->mantissa(), "crew", "crews"))
                                  : tr("Driven by %1: no crew more can be had.").arg(show::text(driver.resource)),
                  Ink::near);
    }
    offers(activity);
    bool any = false;
    for (const Allocation& allocation : p.allocations) {
        if (allocation.activity != activity.id) continue;
        const BillItem& item = *p.bill.row(allocation.item);
        if (!std::exchange(any, true)) heading(tr("From the bill"));
        pair(show::text(item.key + " " + item.description),
             tr("%1 of %2 %3")
                 .arg(show::number(allocation.quantity), show::number(item.quantity),
                      show::text(unitSymbol(item.unit))));
    }
    if (!activity.measure || activity.kind != ActivityKind::task) return;
    heading(tr("Learning"));
    auto* row = new QHBoxLayout;
    auto* label = new QLabel(tr("Each doubling takes, of the time"), m_owner);
    setInk(label, Ink::muted);
    label->setWordWrap(true);
    auto* edit = new QLineEdit(
        activity.measure->learningRate ? show::number(*activity.measure->learningRate) + tr(" %") : QString(), m_owner);
    edit->setObjectName(QStringLiteral("cardLearning"));
    edit->setAccessibleName(tr("Learning rate in per cent"));
    edit->setPlaceholderText(tr("none"));
    keepWidth(edit, 58);
    row->addWidget(label, 1);
    row->addWidget(edit);
    m_into->addLayout(row);
    if (activity.measure->learningRate) words(tr("Unit %1 of the repetition").arg(activity.measure->unitNumber));
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, id = activity.id, key = show::text(activity.key)] {
        if (!edit->isModified()) return;
        edit->setModified(false);
        const Outcome outcome = m_document.perform(tr("%1 learning → %2").arg(key, edit->text()), [&](Transaction& tx) {
            return setLearning(tx, id, edit->text().toStdString(), {});
        });
        if (!outcome.ok()) emit refused(show::error(outcome.error()));
    });
}

void Card::choose(const Activity& activity) {
    auto* row = new QHBoxLayout;
    // Of several selected activities all change together.
    std::vector<ActivityId> ids{activity.id};
    if (m_state.selection().size() > 1 && m_state.isSelected(activity.id)) ids = m_state.selection();
    auto* name = new QLabel(ids.size() > 1 ? tr("All %1 work to").arg(ids.size()) : tr("Works to"), m_owner);
    setInk(name, Ink::muted);
    auto* box = new QComboBox(m_owner);
    box->setObjectName(QStringLiteral("cardCalendar"));
    box->setAccessibleName(tr("Calendar"));
    box->addItems(calendarChoices(m_document.programme()));
    box->setCurrentText(calendarName(m_document.programme(), calendarOf(m_document.programme(), activity)));
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    connect(box, &QComboBox::textActivated, this, [this, ids, key = show::text(activity.key)](const QString& chosen) {
        const QString who =
            ids.size() > 1 ? show::countOf(qint64(ids.size()), "activity", "activities") + tr(":") : key;
        const Outcome outcome =
            m_document.perform(tr("%1 calendar → %2").arg(who, chosen), [&](Transaction& tx) -> Outcome {
                const auto calendar = calendarNamed(tx.programme(), chosen.toStdString());
                if (!calendar.ok()) return calendar.errors();
                for (const ActivityId id : ids)
                    if (const Outcome set = setCalendar(tx, id, *calendar); !set.ok()) return set;
                return done();
            });
        if (!outcome.ok()) emit refused(show::error(outcome.error()));
    });
    row->addWidget(name);
    row->addWidget(box, 1);
    m_into->addLayout(row);
}

void Card::when(const Activity& activity, const ActivityFigures& figures) {
    const Minutes day = m_document.schedule().calendarOf(figures).dayMinutes();
    heading(tr("When"));
    const auto range = [](Instant start, Instant finish) {
        const Date a = dateOf(start), b = completionDate(finish);
        if (a >= b) return show::date(b);
        return (yearMonthDay(a).year == yearMonthDay(b).year ? show::shortDate(a) : show::date(a)) +
               QStringLiteral(" – ") + show::date(b);
    };
    pair(tr("Early"), range(figures.earlyStart, figures.earlyFinish));
    if (figures.lateStart && figures.lateFinish) pair(tr("Late"), range(*figures.lateStart, *figures.lateFinish));
    if (figures.totalFloat) {
        const bool bad = figures.critical && activity.kind != ActivityKind::hammock;
        pair(tr("Float"), show::daysWithUnit(*figures.totalFloat, day) + (bad ? tr(" · critical") : QString()), bad,
             bad ? Ink::critical : Ink::plain);
    }
    if (figures.freeFloat && *figures.freeFloat > 0)
        pair(tr("Free float"), show::daysWithUnit(*figures.freeFloat, day));
    choose(activity);
    if (!activity.constraint) return;
    heading(tr("Held by"));
    words(constraintText(*activity.constraint), Ink::plain);
    auto* off = new QPushButton(tr("Take it off"), m_owner);
    off->setObjectName(QStringLiteral("cardTakeOff"));
    m_into->addWidget(off, 0, Qt::AlignLeft);
    connect(off, &QPushButton::clicked, this, [this, id = activity.id, key = show::text(activity.key)] {
        const Outcome outcome = m_document.perform(tr("%1 constraint taken off").arg(key),
                                                   [&](Transaction& tx) { return setConstraint(tx, id, {}); });
        if (!outcome.ok()) emit refused(show::error(outcome.error()));
    });
}

void Card::links(const Activity& activity) {
    const bool hammock = activity.kind == ActivityKind::hammock;
    for (const LinkRows::List list : hammock ? std::array{LinkRows::List::from, LinkRows::List::to}
                                             : std::array{LinkRows::List::waitsFor, LinkRows::List::leadsTo}) {
        heading(LinkRows::title(list));
        auto* rows = new LinkRows(m_document, m_state, activity.id, list, m_owner);
        connect(rows, &LinkRows::reveal, this, &Card::reveal);
        connect(rows, &LinkRows::refused, this, &Card::refused);
        m_into->addWidget(rows);
        if (list == LinkRows::List::waitsFor) awaited(activity);
    }
}

/// The card of a link that was chosen on the chart.
void Card::link(const Link& link) {
    const Programme& programme = m_document.programme();
    const std::size_t at = programme.links.indexOf(link.id);
    const Activity &from = *programme.activities.row(link.from), &to = *programme.activities.row(link.to);
    auto* title = new QLabel(tr("%1 → %2").arg(show::text(from.key), show::text(to.key)), m_owner);
    title->setObjectName(QStringLiteral("cardTitle"));
    title->setFont(headingFont());
    m_into->addWidget(title);
    words(tr("%1 waits for %2").arg(show::text(to.key), show::text(linkPhrase(programme, link))));
    heading(tr("Its ends"));
    linkRow(from.id, show::text(from.key + " " + from.name), {}, false);
    linkRow(to.id, show::text(to.key + " " + to.name), {}, false);
    heading(tr("How"));
    const auto& driving = m_document.schedule().driving;
    if (at < driving.size())
        words(driving[at] ? tr("It drives %1.").arg(show::text(to.key))
                          : tr("It does not drive %1 now.").arg(show::text(to.key)),
              driving[at] ? Ink::accent : Ink::muted);
    auto* row = new QHBoxLayout;
    auto* type = new QComboBox(m_owner);
    type->setObjectName(QStringLiteral("cardLinkType"));
    type->setAccessibleName(tr("Type of the link"));
    type->addItems(show::linkTypes());
    type->setCurrentIndex(int(link.type));
    auto* lag = new QLineEdit(show::text(lagText(programme, link)), m_owner);
    lag->setObjectName(QStringLiteral("cardLinkLag"));
    lag->setAccessibleName(tr("Lag of the link"));
    lag->setPlaceholderText(tr("no lag"));
    keepWidth(lag, 70);
    row->addWidget(type, 1);
    row->addWidget(lag);
    m_into->addLayout(row);
    const auto take = [this, type, lag, was = link] {
        Link changed = was;
        changed.type = LinkType(type->currentIndex());
        const auto with = withLag(m_document.programme(), changed, lag->text().toStdString());
        if (!with.ok()) return emit refused(show::error(with.error()));
        const auto key = [&](ActivityId id) { return show::text(m_document.programme().activities.row(id)->key); };
        act(tr("Link from %1 to %2: %3")
                .arg(key(was.from), key(was.to), show::text(linkPhrase(m_document.programme(), *with))),
            [link = *with](Transaction& tx) { return setLink(tx, link); });
    };
    connect(type, &QComboBox::activated, this, take);
    connect(lag, &QLineEdit::editingFinished, this, [take, lag] {
        if (!lag->isModified()) return;
        lag->setModified(false);
        take();
    });
    linkButtons(link);
}

void Card::linkButtons(const Link& link) {
    const auto key = [&](ActivityId id) { return show::text(m_document.programme().activities.row(id)->key); };
    const QString ends = tr("Link from %1 to %2").arg(key(link.from), key(link.to));
    auto* buttons = new QHBoxLayout;
    for (const auto& [words, name, operation] : {std::tuple{tr("Reverse it"), "cardLinkReverse", &reverseLink},
                                                 {tr("Take it away"), "cardLinkDelete", &removeLink}}) {
        auto* button = new QPushButton(words, m_owner);
        button->setObjectName(QLatin1String(name));
        buttons->addWidget(button);
        connect(button, &QPushButton::clicked, this,
                [this, id = link.id, run = operation, said = tr("%1: %2").arg(ends, words.toLower())] {
                    act(said, [id, run](Transaction& tx) { return run(tx, id); });
                });
    }
    m_into->addSpacing(8);
    m_into->addLayout(buttons);
}

void Card::act(const QString& words, const Document::Operation& operation) {
    const Outcome outcome = m_document.perform(words, operation);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

/// A line of the card that is typed in.
void Card::field(const char* name, const QString& label, const QString& value, const QString& hint, int width,
                 const std::function<void(const QString&)>& take) {
    auto* row = new QHBoxLayout;
    auto* words = new QLabel(label, m_owner);
    setInk(words, Ink::muted);
    auto* edit = new QLineEdit(value, m_owner);
    edit->setObjectName(QLatin1String(name));
    edit->setAccessibleName(label);
    edit->setPlaceholderText(hint);
    edit->setToolTip(hint);
    edit->setFixedWidth(width);
    row->addWidget(words, 1);
    row->addWidget(edit);
    m_into->addLayout(row);
    connect(edit, &QLineEdit::editingFinished, this, [edit, take] {
        if (!edit->isModified()) return;
        edit->setModified(false);
        take(edit->text());
    });
}

void Card::record(const Activity& activity) {
    heading(tr("Record"));
    m_into->addWidget(new NoteEdit(show::text(activity.notes), m_owner,
                                   [this, id = activity.id, key = show::text(activity.key)](const QString& text) {
                                       const Outcome outcome =
                                           m_document.perform(tr("%1 notes").arg(key), [&](Transaction& tx) {
                                               return setNotes(tx, id, text.toStdString());
                                           });
                                       if (!outcome.ok()) emit refused(show::error(outcome.error()));
                                   }));
}

} // namespace yarrin
