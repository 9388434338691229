// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What a table of activities asks about in a sheet: several rows at once, one value for all, a block at other places.
#include "app/base/format.h"
#include "app/base/preferences.h"
#include "app/table/activity_table.h"
#include "app/table/ask_sheet.h"
#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/row_edits.h"

namespace yarrin {

void ActivityTable::openSheet(AskSheet* sheet) {
    const QRect at = visualRect(currentIndex());
    sheet->openAt(viewport()->mapToGlobal(at.isValid() ? at.bottomLeft() + QPoint(40, 6) : QPoint(60, 60)));
}

void ActivityTable::askSeveral() {
    const ActivityId below = m_model->activityAt(currentIndex().row());
    const Activity* row = m_document.programme().activities.row(below);
    const BreakdownId group = row ? row->breakdown : m_model->groupAt(currentIndex().row());
    AskSheet::Ask ask;
    ask.title = row ? tr("Add several activities below %1").arg(show::text(row->key)) : tr("Add several activities");
    ask.fields = {
        {QStringLiteral("severalCount"), tr("How many"), AskSheet::Kind::text, QStringLiteral("5"), {}},
        {QStringLiteral("severalName"), tr("Called"), AskSheet::Kind::text, tr("New activity #"),
         tr("# is the number")},
        {QStringLiteral("severalDuration"), tr("Each takes"), AskSheet::Kind::text, preferences().duration, {}},
        {QStringLiteral("severalLinked"),
         tr("Linked"),
         AskSheet::Kind::choice,
         {},
         {},
         {tr("no"), tr("each follows the one before")}}};
    ask.accept = tr("Add them");
    ask.foretold = [](const QStringList& values) {
        QString first = values[1], last = values[1];
        if (!first.contains(QLatin1Char('#'))) first = last = values[1] + QStringLiteral(" #");
        return tr("From “%1” to “%2”")
            .arg(first.replace(QLatin1Char('#'), QStringLiteral("1")),
                 last.replace(QLatin1Char('#'), values[0].trimmed()));
    };
    ask.take = [this, below, group](const QStringList& values) -> Outcome {
        const auto count = wholeNumber(trimmed(values[0].toStdString()));
        if (!count) return inputError(worded("\"%1\" is not a number of activities", values[0].toStdString()));
        NewWork as = newWork();
        as.duration = values[2].toStdString();
        return makeRows(tr("%1 added").arg(show::countOf(*count, "activity", "activities")), [&](Transaction& tx) {
            return addSeveral(tx, below, group, int(*count), values[1].toStdString(), values[3] != tr("no"), as);
        });
    };
    openSheet(new AskSheet(std::move(ask), window()));
}

namespace {

/// Those of some activities that a column can be typed in of.
std::vector<ActivityId> ableOf(const Document& document, const std::vector<ActivityId>& ids,
                               const ActivityColumn& column) {
    std::vector<ActivityId> able;
    for (const ActivityId id : ids) {
        const std::size_t index = document.programme().activities.indexOf(id);
        const auto& figures = document.schedule().activities;
        const ActivityCell cell{document.programme(), document.lookup(), document.schedule(),
                                document.programme().activities[index],
                                index < figures.size() ? &figures[index] : nullptr};
        if (!column.editable || column.editable(cell)) able.push_back(id);
    }
    return able;
}

} // namespace

void ActivityTable::askForAll() {
    const std::vector<ActivityId> ids = chosen();
    if (ids.empty()) return emit refused(tr("Select the activities that are to get a value first."));
    auto columns = std::make_shared<std::vector<ActivityColumn>>(typedColumns(m_document.programme()));
    QStringList titles;
    for (const ActivityColumn& column : *columns) titles << column.title;
    const auto columnOf = [columns, titles](const QStringList& values) -> const ActivityColumn& {
        return (*columns)[std::size_t(std::max<qsizetype>(0, titles.indexOf(values[0])))];
    };
    const auto takers = [this, ids, columnOf](const QStringList& values) {
        return ableOf(m_document, ids, columnOf(values));
    };
    AskSheet::Ask ask;
    ask.title = tr("One value for %1").arg(show::countOf(qint64(ids.size()), "activity", "activities"));
    const QString at = currentIndex().isValid()
                           ? m_model->headerData(currentIndex().column(), Qt::Horizontal, Qt::DisplayRole).toString()
                           : QString();
    ask.fields = {{QStringLiteral("allField"),
                   tr("Field"),
                   AskSheet::Kind::choice,
                   titles.contains(at) ? at : tr("Calendar"),
                   {},
                   titles},
                  {QStringLiteral("allValue"),
                   tr("Value"),
                   AskSheet::Kind::text,
                   {},
                   tr("nothing takes it away"),
                   {},
                   [this, columnOf](const QStringList& values) {
                       const ActivityColumn& column = columnOf(values);
                       return column.choices ? column.choices(m_document.programme()) : QStringList();
                   }}};
    ask.accept = tr("Give it to all");
    ask.foretold = [ids, takers](const QStringList& values) {
        const std::size_t able = takers(values).size();
        return able == ids.size()
                   ? QString()
                   : tr("%1 of them take no such value, and stay as they are.").arg(qint64(ids.size() - able));
    };
    ask.take = [this, columnOf, takers](const QStringList& values) -> Outcome {
        const ActivityColumn& column = columnOf(values);
        const std::vector<ActivityId> able = takers(values);
        if (able.empty()) return inputError(worded("none of them takes such a value"), worded("choose another field"));
        const QString who = show::countOf(qint64(able.size()), "activity", "activities");
        return m_document.perform(tr("%1: %2 → %3").arg(who, column.verb, values[1]), [&](Transaction& tx) -> Outcome {
            for (const ActivityId id : able) {
                const std::string key = tx.programme().activities.row(id)->key;
                if (Outcome set = column.commit(tx, id, values[1].toStdString()); !set.ok()) {
                    Error error = set.error();
                    error.place = key;
                    return error;
                }
            }
            return done();
        });
    };
    openSheet(new AskSheet(std::move(ask), window()));
}

void ActivityTable::askElsewhere() {
    const std::vector<ActivityId> ids = chosen();
    if (ids.empty()) return emit refused(tr("Select the activities to duplicate first."));
    const Programme& programme = m_document.programme();
    if (programme.locations.empty())
        return emit refused(tr("There are no locations yet: add them in Scope, then duplicate to them."));
    std::vector<LocationId> places;
    QStringList names;
    for (const Location& location : programme.locations) {
        places.push_back(location.id);
        names << show::text(location.key + "  " + location.name);
    }
    const auto placesOf = [places, names](const QString& value) {
        std::vector<LocationId> wanted;
        const QStringList lines = value.split(QLatin1Char('\n'), Qt::SkipEmptyParts);
        for (qsizetype i = 0; i < names.size(); ++i)
            if (lines.contains(names[i])) wanted.push_back(places[std::size_t(i)]);
        return wanted;
    };
    AskSheet::Ask ask;
    ask.title = tr("Duplicate %1 to other locations").arg(show::countOf(qint64(ids.size()), "activity", "activities"));
    ask.fields = {{QStringLiteral("elsewherePlaces"), tr("Locations"), AskSheet::Kind::several, {}, {}, names},
                  {QStringLiteral("elsewherePattern"), tr("Ids"), AskSheet::Kind::text,
                   QStringLiteral("{id}-{location}"), tr("{id} {location} {unit} {step:2}")}};
    ask.accept = tr("Duplicate");
    ask.foretold = [this, ids, placesOf](const QStringList& values) -> QString {
        const auto wanted = placesOf(values[0]);
        if (wanted.empty())
            return tr("Tick the locations. Links within the block come along, names say the new place.");
        // What would come of it is tried, so that the first id that is read here is the first that is made.
        Programme copy = m_document.programme();
        Transaction tx(copy);
        const auto made = duplicateAt(tx, ids, wanted, values[1].toStdString());
        if (!made.ok()) return show::error(made.error());
        const Activity& first = *copy.activities.row(made->front());
        const Activity& last = *copy.activities.row(made->back());
        return tr("%1, from %2 to %3")
            .arg(show::countOf(qint64(made->size()), "activity", "activities"),
                 show::text(first.key + " " + first.name), show::text(last.key + " " + last.name));
    };
    ask.take = [this, ids, placesOf](const QStringList& values) -> Outcome {
        const auto wanted = placesOf(values[0]);
        return makeRows(tr("%1 duplicated to %2")
                            .arg(show::countOf(qint64(ids.size()), "activity", "activities"),
                                 show::countOf(qint64(wanted.size()), "location", "locations")),
                        [&](Transaction& tx) { return duplicateAt(tx, ids, wanted, values[1].toStdString()); });
    };
    openSheet(new AskSheet(std::move(ask), window()));
}

} // namespace yarrin
