// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/contract/section_model.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/base/worded.h"

#include <array>

namespace yarrin {

namespace {

struct Column {
    const char* name;
    const char* title;
    std::optional<SectionField> field; ///< none: follows from the programme
    bool right;
};
constexpr std::array<Column, 11> columns{{{"id", toWord("ID"), SectionField::key, false},
                                          {"name", toWord("Section"), SectionField::name, false},
                                          {"milestone", toWord("Complete when"), SectionField::milestone, false},
                                          {"completion", toWord("Completion"), SectionField::completion, false},
                                          {"rate", toWord("Damages"), SectionField::rate, true},
                                          {"per", toWord("Per"), SectionField::per, false},
                                          {"part", toWord("Part of a unit"), SectionField::part, false},
                                          {"cap", toWord("Cap"), SectionField::cap, true},
                                          {"granted", toWord("Days granted"), SectionField::granted, true},
                                          {"forecast", toWord("Forecast"), std::nullopt, false},
                                          {"late", toWord("Against its date"), std::nullopt, false}}};

constexpr std::array<const char*, 2> perWords{toWord("day"), toWord("week")};
constexpr std::array<const char*, 3> partWords{toWord("pro rata"), toWord("whole units only"),
                                               toWord("part counts as whole")};
constexpr std::array<const char*, 3> partKeys{"pro_rata", "whole_only", "round_up"};

} // namespace

SectionModel::SectionModel(Document& document, QObject* parent) : GridModel(parent), m_document(document) {
    m_count = int(document.programme().sections.size());
    connect(&document, &Document::changed, this, [this] {
        const int count = int(m_document.programme().sections.size());
        if (count == m_count && count > 0) {
            emit dataChanged(index(0, 0), index(count - 1, columnCount() - 1));
            return;
        }
        beginResetModel();
        m_count = count;
        endResetModel();
    });
}

SectionId SectionModel::sectionAt(int row) const {
    return row >= 0 && row < m_count ? m_document.programme().sections[std::size_t(row)].id : SectionId{};
}

int SectionModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : m_count;
}
int SectionModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : int(columns.size());
}
QString SectionModel::columnName(int column) const {
    return QLatin1String(columns[std::size_t(column)].name);
}

QString SectionModel::shown(const Section& section, int column, bool forEditing) const {
    const Programme& programme = m_document.programme();
    const SectionFigures* figures = nullptr;
    for (const SectionFigures& one : m_document.schedule().sections)
        if (one.section == section.id) figures = &one;
    const Column& c = columns[std::size_t(column)];
    if (!c.field) {
        if (!figures || !figures->forecast) return tr("no milestone");
        return columnName(column) == QLatin1String("forecast") ? show::date(*figures->forecast)
                                                               : show::lateness(*figures->daysLate);
    }
    switch (*c.field) {
    case SectionField::key:
        return show::text(section.key);
    case SectionField::name:
        return show::text(section.name);
    case SectionField::milestone: {
        const Activity* at = programme.activities.row(section.milestone);
        if (!at) return {};
        return forEditing ? show::text(at->key) : show::text(at->key + "  " + at->name);
    }
    case SectionField::completion:
        return show::date(section.completion);
    case SectionField::rate:
        return forEditing ? show::number(section.rate) : show::money(section.rate, programme.job.currency);
    case SectionField::per:
        return show::words(perWords[std::size_t(section.per)]);
    case SectionField::part:
        return show::words(partWords[std::size_t(section.part)]);
    case SectionField::cap:
        if (!section.cap) return {};
        return forEditing ? show::number(*section.cap) : show::money(*section.cap, programme.job.currency);
    case SectionField::granted:
        return QString::number(section.grantedDays);
    case SectionField::grace:
    case SectionField::bonus:
    case SectionField::bonusCap:
    case SectionField::takenOver:
        break; // on the page of its terms
    }
    return {};
}

QVariant SectionModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= m_count) return {};
    const Section& section = m_document.programme().sections[std::size_t(index.row())];
    switch (role) {
    case Qt::DisplayRole:
    case Qt::ToolTipRole:
    case Qt::AccessibleTextRole:
        return shown(section, index.column(), false);
    case Qt::EditRole:
        return shown(section, index.column(), true);
    case Qt::TextAlignmentRole:
        return int(columns[std::size_t(index.column())].right ? Qt::AlignRight : Qt::AlignLeft);
    case Qt::ForegroundRole:
        if (columnName(index.column()) == QLatin1String("late"))
            for (const SectionFigures& one : m_document.schedule().sections)
                if (one.section == section.id && one.daysLate)
                    return *one.daysLate > 0 ? theme().criticalText : theme().goodText;
        return theme().ink;
    default:
        return {};
    }
}

QVariant SectionModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || section < 0 || section >= columnCount()) return {};
    if (role == Qt::DisplayRole) return tr(columns[std::size_t(section)].title);
    if (role == Qt::TextAlignmentRole)
        return int((columns[std::size_t(section)].right ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    return {};
}

Qt::ItemFlags SectionModel::flags(const QModelIndex& index) const {
    if (!index.isValid()) return Qt::NoItemFlags;
    Qt::ItemFlags flags = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    if (columns[std::size_t(index.column())].field) flags |= Qt::ItemIsEditable;
    return flags;
}

bool SectionModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    return role == Qt::EditRole && index.isValid() &&
           commit({{index.row(), index.column(), value.toString()}}, {}).ok();
}

Outcome SectionModel::commit(const std::vector<Entry>& entries, const QString& text) {
    if (entries.empty()) return done();
    const Entry& first = entries.front();
    const Section& section = m_document.programme().sections[std::size_t(first.row)];
    const QString step =
        text.isEmpty()
            ? tr("%1 %2 → %3")
                  .arg(show::text(section.key), show::within(tr(columns[std::size_t(first.column)].title)), first.text)
            : text;
    return m_document.perform(step, [&](Transaction& tx) -> Outcome {
        for (const Entry& entry : entries) {
            const auto field = columns[std::size_t(entry.column)].field;
            if (!field) return inputError(worded("the forecast is computed and cannot be typed"));
            QString typed = entry.text.trimmed();
            if (*field == SectionField::per)
                for (const char* word : perWords)
                    if (show::isWord(typed.toStdString(), word)) typed = QLatin1String(word);
            if (*field == SectionField::part)
                for (std::size_t i = 0; i < partWords.size(); ++i)
                    if (show::isWord(typed.toStdString(), partWords[i])) typed = QLatin1String(partKeys[i]);
            // A chosen milestone comes with its name behind its id.
            if (*field == SectionField::milestone) typed = typed.section(QStringLiteral("   "), 0, 0);
            Outcome outcome = setSectionField(tx, sectionAt(entry.row), *field, typed.toStdString());
            if (!outcome.ok()) return outcome;
        }
        return done();
    });
}

GridModel::Completion SectionModel::completion(int column) const {
    const auto field = columns[std::size_t(column)].field;
    const bool choice = field == SectionField::milestone || field == SectionField::per || field == SectionField::part;
    return choice ? Completion::choice : Completion::none;
}

QStringList SectionModel::choices(const QModelIndex& index) const {
    QStringList list;
    const auto field = columns[std::size_t(index.column())].field;
    if (field == SectionField::per)
        for (const char* word : perWords) list << show::words(word);
    if (field == SectionField::part)
        for (const char* word : partWords) list << show::words(word);
    if (field == SectionField::milestone)
        for (const Activity& activity : m_document.programme().activities)
            if (isMilestone(activity.kind))
                list << show::text(activity.key) + QStringLiteral("   ") + show::text(activity.name);
    return list;
}

} // namespace yarrin
