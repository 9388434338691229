// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/card/card.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/buildup/book_offers.h"
#include "app/card/crew_chart.h"
#include "app/card/measure_boxes.h"
#include "app/table/activity_columns.h"
#include "core/model/phrases.h"
#include "core/quantity/bill.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/bill_edits.h"
#include "edit/event_edits.h"

#include <QComboBox>
#include <QEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QRegularExpression>
#include <QTimer>
#include <QVBoxLayout>

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
      m_crews(new CrewChart(document)) {
    setObjectName(QStringLiteral("card"));
    setAccessibleName(tr("Card of the selection"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFixedWidth(254);
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
        fill();
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
    const int room = 226 - figure->sizeHint().width() - row->spacing() - 10;
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
    when(activity, figures);
    links(activity);
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
        if (activity.costPerWeek)
            pair(tr("Cost a week"), show::money(*activity.costPerWeek, m_document.programme().job.currency));
        return;
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
    for (const Pause& pause : activity.pauses)
        pair(tr("Pause after %1").arg(show::daysWithUnit(pause.after, day)), show::daysWithUnit(pause.rest, day));
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
            const auto limit = std::find_if(p.limits.begin(), p.limits.end(),
                                            [&](const Limit& one) { return one.key == member.name; });
            QString figure = show::number(member.count);
            if (limit != p.limits.end()) figure += tr(" · %1 on site").arg(show::number(limit->available));
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
    edit->setFixedWidth(58);
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
    const Programme& programme = m_document.programme();
    const auto list = [&](bool into) {
        bool any = false;
        for (std::size_t i = 0; i < programme.links.size(); ++i) {
            const Link& link = programme.links[i];
            if ((into ? link.to : link.from) != activity.id) continue;
            if (!any) heading(into ? tr("Waits for") : tr("Leads to"));
            any = true;
            const Activity& other = *programme.activities.row(into ? link.from : link.to);
            static const char* ends[] = {"finish", "with start", "with finish", "on its start"};
            const CalendarId calendar = lagCalendarOf(programme, link);
            const bool elapsed = calendar == continuousCalendar;
            QString lag;
            if (link.lag != 0) {
                lag = show::text(spanText(std::abs(link.lag), dayUnitOf(programme, calendar), elapsed));
                lag.replace(QRegularExpression(QStringLiteral("(\\d)([a-z])")), QStringLiteral("\\1 \\2"));
                lag = (link.lag < 0 ? QStringLiteral("−") : QStringLiteral("+")) + lag;
            }
            const bool drives = i < m_document.schedule().driving.size() && m_document.schedule().driving[i];
            QStringList parts;
            if (!lag.isEmpty()) parts << lag;
            if (drives) parts << tr("drives");
            linkRow(other.id, tr("%1 %2").arg(show::text(other.key), tr(ends[int(link.type)])),
                    parts.join(QStringLiteral(" · ")), drives);
        }
    };
    list(true);
    list(false);
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
