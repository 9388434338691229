// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/activity_columns.h"

#include "app/base/format.h"
#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/quantity/bill.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/bill_edits.h"
#include "edit/contract_edits.h"
#include "edit/link_edits.h"
#include "edit/location_edits.h"
#include "edit/place_edits.h"

#include <array>

namespace yarrin {

namespace {

using Cell = const ActivityCell&;
using show::text;

constexpr std::array<std::pair<const char*, RoundTo>, 4> roundings{{{toWord("whole days"), RoundTo::day},
                                                                    {toWord("half days"), RoundTo::halfDay},
                                                                    {toWord("hours"), RoundTo::hour},
                                                                    {toWord("not rounded"), RoundTo::none}}};

constexpr std::array<std::pair<const char*, ConstraintType>, 6> constraintWords{
    {{toWord("start not before"), ConstraintType::startNotBefore},
     {toWord("start not after"), ConstraintType::startNotAfter},
     {toWord("start on"), ConstraintType::startOn},
     {toWord("finish not before"), ConstraintType::finishNotBefore},
     {toWord("finish not after"), ConstraintType::finishNotAfter},
     {toWord("finish on"), ConstraintType::finishOn}}};

bool isTask(Cell c) {
    return c.activity.kind == ActivityKind::task;
}

DayUnit unitOf(Cell c) {
    return dayUnitOf(c.programme, calendarOf(c.programme, c.activity));
}

QString decimalText(const std::optional<Decimal>& value) {
    return value ? show::number(*value) : QString();
}

ActivityColumn column(const char* name, const char* title, int width, const char* verb) {
    ActivityColumn made;
    made.name = QLatin1String(name);
    made.title = show::words(title);
    made.width = width;
    made.verb = show::words(verb);
    return made;
}

ActivityColumn idColumn() {
    ActivityColumn c = column("id", toWord("ID"), 50, toWord("id"));
    c.quiet = true;
    c.text = [](Cell x) { return text(x.activity.key); };
    c.commit = [](Transaction& tx, ActivityId id, const std::string& typed) { return setKey(tx, id, typed); };
    return c;
}

ActivityColumn nameColumn(int width) {
    ActivityColumn c = column("name", toWord("Activity"), width, toWord("name"));
    c.text = [](Cell x) { return text(x.activity.name); };
    c.commit = [](Transaction& tx, ActivityId id, const std::string& typed) { return setName(tx, id, typed); };
    return c;
}

ActivityColumn daysColumn() {
    ActivityColumn c = column("days", toWord("Days"), 46, toWord("duration"));
    c.right = true;
    c.emphatic = true;
    c.text = [](Cell x) {
        if (isMilestone(x.activity.kind) || !x.figures) return QString();
        // What a hammock spans is told in whole days here, to the hour on its card.
        if (x.activity.kind == ActivityKind::hammock)
            return show::days(x.figures->duration / x.dayMinutes() * x.dayMinutes(), x.dayMinutes());
        return show::days(x.figures->duration, x.dayMinutes());
    };
    c.editText = [](Cell x) { return x.figures ? text(spanText(x.figures->duration, unitOf(x))) : QString(); };
    c.commit = [](Transaction& tx, ActivityId id, const std::string& typed) { return setDuration(tx, id, typed); };
    c.editable = isTask;
    return c;
}

ActivityColumn calendarColumn() {
    ActivityColumn c = column("calendar", toWord("Calendar"), 128, toWord("calendar"));
    c.quiet = true;
    c.text = [](Cell x) { return calendarName(x.programme, calendarOf(x.programme, x.activity)); };
    c.commit = [](Transaction& tx, ActivityId id, const std::string& typed) -> Outcome {
        const auto calendar = calendarNamed(tx.programme(), typed);
        if (!calendar.ok()) return calendar.errors();
        return setCalendar(tx, id, *calendar);
    };
    c.completion = GridModel::Completion::choice;
    c.choices = calendarChoices;
    return c;
}

ActivityColumn figureColumn(const char* name, const char* title, int width, const char* verb, MeasureField field,
                            std::function<QString(const Measure&)> shown) {
    ActivityColumn c = column(name, title, width, verb);
    c.right = true;
    c.text = [shown](Cell x) { return x.activity.measure ? shown(*x.activity.measure) : QString(); };
    c.commit = [field](Transaction& tx, ActivityId id, const std::string& typed) {
        return setMeasureField(tx, id, field, typed);
    };
    c.editable = isTask;
    return c;
}

/// Texts that are edited as they are; what others say there is offered.
void addTexts(std::vector<ActivityColumn>& columns) {
    for (const PlainText& which : activityTexts()) {
        ActivityColumn c = column(which.name.c_str(), which.label.c_str(), 120, which.words.c_str());
        c.quiet = true;
        c.text = [which](Cell x) { return text(x.activity.*which.member); };
        c.commit = [which](Transaction& tx, ActivityId id, const std::string& typed) {
            return setText(tx, id, which, typed);
        };
        c.completion = GridModel::Completion::choice;
        c.choices = [which](const Programme& programme) {
            QStringList known;
            for (const Activity& activity : programme.activities)
                if (!(activity.*which.member).empty()) known << text(activity.*which.member);
            known.sort(Qt::CaseInsensitive);
            known.removeDuplicates();
            return known;
        };
        columns.push_back(std::move(c));
    }
}

} // namespace

Minutes ActivityCell::dayMinutes() const {
    return figures && schedule.ok() ? schedule.calendarOf(*figures).dayMinutes() : dayOf(programme, activity);
}

QString calendarName(const Programme& programme, CalendarId id) {
    if (id == continuousCalendar) return show::words(toWord("Continuous"));
    const Calendar* calendar = programme.calendars.row(id);
    return calendar ? text(calendar->name.empty() ? calendar->key : calendar->name) : QString();
}

QStringList calendarChoices(const Programme& programme) {
    QStringList names;
    for (const Calendar& calendar : programme.calendars) names << calendarName(programme, calendar.id);
    return names << calendarName(programme, continuousCalendar);
}

Result<CalendarId> calendarNamed(const Programme& programme, const std::string& name) {
    const QString wanted = text(name).trimmed();
    if (wanted.isEmpty()) return CalendarId{};
    for (const Calendar& calendar : programme.calendars)
        if (calendarName(programme, calendar.id).compare(wanted, Qt::CaseInsensitive) == 0 ||
            text(calendar.key) == wanted)
            return calendar.id;
    if (show::isWord(name, "Continuous")) return continuousCalendar;
    return inputError(worded("there is no calendar \"%1\"", name),
                      worded("choose %1", calendarChoices(programme).join(QStringLiteral(", ")).toStdString()));
}

QString constraintText(const Constraint& constraint) {
    return show::words(constraintWords[static_cast<std::size_t>(constraint.type)].first) + QLatin1Char(' ') +
           show::date(dateOf(constraint.date.at));
}

Result<std::optional<Constraint>> parseConstraint(const std::string& typed) {
    const QString wanted = text(typed).trimmed().toLower();
    if (wanted.isEmpty()) return std::optional<Constraint>{};
    for (const auto& [english, type] : constraintWords)
        for (const QString& words : {show::words(english), QString::fromLatin1(english)})
            if (wanted.startsWith(words.toLower())) {
                const auto date = parseTypedDate(wanted.mid(words.size()).toStdString());
                if (!date.ok()) return date.errors();
                return std::optional(Constraint{type, {startOf(*date), true}});
            }
    return inputError(worded("\"%1\" is not a constraint", typed),
                      worded("write it as start not before 5 Apr 2027, or finish on …"));
}

std::vector<ActivityColumn> programmeColumns() {
    std::vector<ActivityColumn> columns{idColumn(), nameColumn(194), daysColumn()};
    columns.back().emphatic = false;
    ActivityColumn start = column("start", toWord("Start"), 87, toWord("start"));
    start.text = [](Cell x) { return x.figures ? show::startDate(x.figures->earlyStart) : QString(); };
    ActivityColumn finish = column("finish", toWord("Finish"), 87, toWord("finish"));
    finish.text = [](Cell x) { return x.figures ? show::finishDate(x.figures->earlyFinish) : QString(); };
    start.holds = ConstraintType::startNotBefore;
    finish.holds = ConstraintType::finishNotBefore;
    ActivityColumn slack = column("float", toWord("Float"), 64, toWord("float"));
    slack.right = true;
    slack.text = [](Cell x) {
        if (!x.figures) return QString();
        if (x.figures->aside) return show::words(toWord("off"));
        if (x.figures->state == NodeState::complete) return show::words(toWord("done"));
        if (x.activity.kind == ActivityKind::hammock || !x.figures->totalFloat) return QString();
        // Hours tell nothing beside weeks of float: they are shown where less than five days are left, and minutes
        // where it is less than a day. The card has it exactly.
        const Minutes minutes = *x.figures->totalFloat;
        const Minutes day = x.dayMinutes();
        const Minutes step = minutes >= 5 * day ? day : (std::abs(minutes) >= day ? 60 : 1);
        return show::daysWithUnit(minutes / step * step, day);
    };
    ActivityColumn waits = column("waits", toWord("Waits for"), 170, toWord("waits for"));
    waits.quiet = true;
    waits.text = [](Cell x) {
        if (x.activity.kind == ActivityKind::hammock)
            return show::words(toWord("from %1 to %2"))
                .arg(text(anchorsText(x.programme, x.activity, End::start)),
                     text(anchorsText(x.programme, x.activity, End::finish)));
        return text(waitsForText(x.programme, x.lookup, x.activity.id));
    };
    waits.commit = [](Transaction& tx, ActivityId id, const std::string& typed) -> Outcome {
        const Activity* activity = tx.programme().activities.row(id);
        if (!activity || activity->kind != ActivityKind::hammock) return setWaitsFor(tx, id, typed);
        return setHammockSpan(tx, id, typed);
    };
    waits.completion = GridModel::Completion::phrases;
    waits.choices = [](const Programme& programme) {
        QStringList keys;
        for (const Activity& activity : programme.activities)
            if (activity.kind != ActivityKind::hammock)
                keys << text(quotedKey(activity.key)) + QStringLiteral("   ") + text(activity.name);
        return keys;
    };
    ActivityColumn held = column("constraint", toWord("Held by"), 170, toWord("constraint"));
    held.quiet = true;
    held.text = [](Cell x) { return x.activity.constraint ? constraintText(*x.activity.constraint) : QString(); };
    held.commit = [](Transaction& tx, ActivityId id, const std::string& typed) -> Outcome {
        const auto constraint = parseConstraint(typed);
        if (!constraint.ok()) return constraint.errors();
        return setConstraint(tx, id, *constraint);
    };
    held.editable = [](Cell x) { return x.activity.kind != ActivityKind::hammock; };
    for (ActivityColumn* c : {&start, &finish, &slack, &waits}) columns.push_back(std::move(*c));
    columns.push_back(calendarColumn());
    columns.push_back(std::move(held));
    addTexts(columns);
    return columns;
}

namespace {

ActivityColumn quantityColumn() {
    ActivityColumn quantity =
        figureColumn("quantity", toWord("Quantity"), 84, toWord("quantity"), MeasureField::quantity,
                     [](const Measure& m) { return show::number(m.quantity); });
    quantity.editText = quantity.text;
    quantity.text = [](Cell x) {
        const auto& m = x.activity.measure;
        return m ? (show::number(m->quantity) + QLatin1Char(' ') + text(unitSymbol(m->unit))).trimmed() : QString();
    };
    return quantity;
}

ActivityColumn drivenColumn() {
    ActivityColumn driven = column("driven", toWord("Driven by"), 128, "");
    driven.quiet = true;
    driven.text = [](Cell x) {
        const Driver driver = driverOf(x.programme, x.activity);
        QString words;
        switch (driver.by) {
        case Driver::By::typed:
            words = show::words(toWord("typed"));
            break;
        case Driver::By::unsolved:
            words = show::words(toWord("typed, unsolved"));
            break;
        case Driver::By::crews:
            words = show::words(toWord("crews"));
            break;
        case Driver::By::limit:
            words = text(driver.resource) + (driver.exceeded ? show::words(toWord(", too few")) : QString());
            break;
        }
        return x.byHand ? show::words(toWord("by hand · ")) + words : words;
    };
    return driven;
}

ActivityColumn bookColumn() {
    ActivityColumn book = column("book", toWord("Output book"), 150, toWord("book item"));
    book.quiet = true;
    book.text = [](Cell x) {
        const BookItem* item = x.programme.book.row(x.activity.bookItem);
        return item ? text(item->name) : QString();
    };
    book.commit = [](Transaction& tx, ActivityId id, const std::string& typed) { return setBookItem(tx, id, typed); };
    book.editable = isTask;
    book.completion = GridModel::Completion::choice;
    book.choices = [](const Programme& programme) {
        QStringList names;
        for (const BookItem& item : programme.book) names << text(item.name);
        return names;
    };
    return book;
}

ActivityColumn placeColumn() {
    ActivityColumn place = column("location", toWord("Location"), 110, toWord("location"));
    place.quiet = true;
    place.text = [](Cell x) {
        const Location* at = x.programme.locations.row(x.activity.location);
        return at ? text(at->name) : QString();
    };
    place.commit = [](Transaction& tx, ActivityId id, const std::string& typed) { return setLocation(tx, id, typed); };
    place.completion = GridModel::Completion::choice;
    place.choices = [](const Programme& programme) {
        QStringList names;
        for (const Location& at : programme.locations) names << text(at.name);
        return names;
    };
    return place;
}

ActivityColumn rangeColumn() {
    ActivityColumn range = column("range", toWord("Range, m"), 90, toWord("range of chainage"));
    range.quiet = true;
    range.text = [](Cell x) {
        return x.activity.stretchOfWork ? text(stretchText(*x.activity.stretchOfWork)) : QString();
    };
    range.commit = [](Transaction& tx, ActivityId id, const std::string& typed) { return setStretch(tx, id, typed); };
    return range;
}

constexpr std::pair<const char*, Travel> travels[] = {{toWord("as its run"), Travel::byItself},
                                                      {toWord("stands"), Travel::stands},
                                                      {toWord("up"), Travel::up},
                                                      {toWord("down"), Travel::down},
                                                      {toWord("from both ends"), Travel::fromEnds},
                                                      {toWord("from the middle"), Travel::fromMiddle}};
ActivityColumn travelColumn() {
    ActivityColumn travel = column("travel", toWord("Direction"), 90, toWord("direction"));
    travel.quiet = true;
    travel.text = [](Cell x) {
        return x.activity.travel == Travel::byItself ? QString()
                                                     : show::words(travels[std::size_t(x.activity.travel)].first);
    };
    travel.commit = [](Transaction& tx, ActivityId id, const std::string& typed) -> Outcome {
        if (typed.empty()) return setTravel(tx, id, Travel::byItself);
        for (const auto& [word, value] : travels)
            if (show::isWord(typed, word)) return setTravel(tx, id, value);
        return inputError(worded("\"%1\" is no direction", typed),
                          worded("write up, down, from both ends, from the middle or stands"));
    };
    travel.editable = isTask;
    travel.completion = GridModel::Completion::choice;
    travel.choices = [](const Programme&) {
        QStringList words;
        for (const auto& [word, value] : travels) words << show::words(word);
        return words;
    };
    return travel;
}

ActivityColumn unitColumn() {
    ActivityColumn unit = column("unit", toWord("Unit"), 40, toWord("unit"));
    unit.quiet = true;
    unit.text = [](Cell x) { return x.activity.measure ? text(unitSymbol(x.activity.measure->unit)) : QString(); };
    unit.commit = [](Transaction& tx, ActivityId id, const std::string& typed) { return setUnit(tx, id, typed); };
    unit.editable = isTask;
    unit.completion = GridModel::Completion::choice;
    unit.choices = [](const Programme&) {
        QStringList units;
        for (const std::string& known : knownUnits()) units << text(unitSymbol(known));
        return units;
    };
    return unit;
}

ActivityColumn roundingColumn() {
    ActivityColumn rounding = column("rounding", toWord("Rounded to"), 80, toWord("rounding"));
    rounding.quiet = true;
    rounding.text = [](Cell x) {
        return x.activity.measure ? show::words(roundings[static_cast<std::size_t>(x.activity.measure->roundTo)].first)
                                  : QString();
    };
    rounding.commit = [](Transaction& tx, ActivityId id, const std::string& typed) -> Outcome {
        for (const auto& [word, value] : roundings)
            if (show::isWord(typed, word)) return setRounding(tx, id, value);
        return inputError(worded("\"%1\" is not a rounding", typed),
                          worded("choose whole days, half days, hours or not rounded"));
    };
    rounding.editable = [](Cell x) { return x.activity.measure.has_value(); };
    rounding.completion = GridModel::Completion::choice;
    rounding.choices = [](const Programme&) {
        QStringList words;
        for (const auto& [word, value] : roundings) words << show::words(word);
        return words;
    };
    return rounding;
}

} // namespace

std::vector<ActivityColumn> buildUpColumns() {
    std::vector<ActivityColumn> columns{idColumn(), nameColumn(166)};
    columns.push_back(quantityColumn());
    columns.push_back(figureColumn("output", toWord("Output/day"), 82, toWord("output"), MeasureField::output,
                                   [](const Measure& m) { return decimalText(m.outputPerCrewDay); }));
    columns.push_back(figureColumn("crews", toWord("Crews"), 48, toWord("crews"), MeasureField::crews,
                                   [](const Measure& m) { return decimalText(m.crews); }));
    columns.push_back(figureColumn("factor", toWord("Factor"), 50, toWord("factor"), MeasureField::factor,
                                   [](const Measure& m) { return show::twoDecimals(m.factor); }));
    columns.push_back(daysColumn());
    columns.push_back(drivenColumn());
    columns.push_back(bookColumn());
    columns.push_back(placeColumn());
    columns.push_back(unitColumn());
    columns.push_back(figureColumn("hours", toWord("Hours/unit"), 78, toWord("hours a unit"), MeasureField::hours,
                                   [](const Measure& m) { return decimalText(m.hoursPerUnit); }));
    columns.push_back(roundingColumn());
    columns.push_back(calendarColumn());
    columns.push_back(rangeColumn());
    columns.push_back(travelColumn());
    addTexts(columns);
    return columns;
}

} // namespace yarrin
