// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/table/activity_columns.h"

#include <map>

namespace yarrin {

/// The rows that the lens shows, with a set of columns: the model of every table of activities. Follows the document
/// and the shared state; holds no figures of its own.
class ActivityModel : public GridModel {
    Q_OBJECT
public:
    /// Of the build-up, which is about tasks only, or of the programme.
    ActivityModel(Document& document, ViewState& state, bool buildUp, QObject* parent);

    [[nodiscard]] const std::vector<ChartRow>& rows() const { return m_rows; }
    [[nodiscard]] const std::vector<ActivityColumn>& columns() const { return m_columns; }
    /// What fields are read from, in this state of the programme.
    [[nodiscard]] const FieldContext& context() const;
    [[nodiscard]] bool isBuildUp() const { return m_buildUp; }
    [[nodiscard]] int rowOf(ActivityId id) const;
    [[nodiscard]] ActivityId activityAt(int row) const;
    [[nodiscard]] BreakdownId groupAt(int row) const;
    /// Whether two activities say the same of a field.
    [[nodiscard]] bool belongs(ActivityId id, const std::string& field, ActivityId beside) const;

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] bool takesValue(const QModelIndex& index) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;

    Outcome commit(const std::vector<Entry>& entries, const QString& text) override;
    bool grows() const override { return true; }
    bool isSortable() const override { return true; }
    /// Rows follow each other so within their groups, in every window that shows them.
    void sort(int column, Qt::SortOrder order) override;
    /// The column that the lens sorts by, -1 where by none of these.
    [[nodiscard]] int sortedColumn() const;
    [[nodiscard]] std::string fieldOf(int column) const;
    bool isHeading(int row) const override;
    bool isFolded(int row) const override;
    int depth(int row) const override;
    void toggleFold(int row) override;
    [[nodiscard]] QString headingFigure(int row, int column) const override;
    Completion completion(int column) const override;
    QStringList choices(const QModelIndex& index) const override;
    QString columnName(int column) const override;

signals:
    /// The rows are other ones; views restore their selection.
    void rowsRebuilt();
    /// The columns are other ones; the table gives them their widths.
    void columnsRebuilt();
    /// Values were typed that their codes do not have: whether they are to be added, with what was typed.
    void newValuesWanted(const QStringList& values, const std::function<Outcome()>& add);
    /// A date was typed where one is computed: whether the activity is to be held there.
    void holdWanted(ActivityId id, const Constraint& constraint);

private:
    struct Target {
        const Entry& entry;
        ChartRow row;
    };
    [[nodiscard]] Outcome addRows(Transaction& tx, const std::vector<Entry>& entries,
                                  std::vector<Target>& targets) const;
    void refresh();
    void refreshColumns();
    /// Values of codes among what was typed that the codes do not have.
    [[nodiscard]] std::vector<std::pair<CodeId, std::string>> newValues(const std::vector<Entry>& entries) const;
    void clearKeys(Transaction& tx, const std::vector<Target>& targets) const;
    [[nodiscard]] Outcome enter(const std::vector<Entry>& entries, const QString& text,
                                const std::vector<std::pair<CodeId, std::string>>& coming);
    [[nodiscard]] bool mayHold(const ChartRow& row, const ActivityColumn& column) const;
    [[nodiscard]] Outcome wishFor(const Entry& entry);
    [[nodiscard]] bool tellsByHand() const;
    [[nodiscard]] static bool isAltered(const ActivityCell& at, const ActivityColumn& column);
    [[nodiscard]] ActivityCell cell(const ChartRow& row) const;
    [[nodiscard]] QString groupTitle(const ChartRow& row) const;
    [[nodiscard]] QString sequenceWords(const ChartRow& row) const;
    [[nodiscard]] QVariant headingData(const QModelIndex& index, int role) const;
    [[nodiscard]] QString stepText(const Entry& entry) const;

    Document& m_document;
    ViewState& m_state;
    std::vector<ActivityColumn> m_columns;
    bool m_buildUp;
    std::vector<ChartRow> m_rows;
    mutable std::optional<FieldContext> m_context; ///< of this state of the programme
    mutable quint64 m_contextAt = ~quint64(0);
    std::unordered_map<ActivityId, int> m_places;
    bool m_hasDriver = false;
    mutable std::map<std::pair<int, int>, QString> m_sums; ///< of headings, as they were asked for
    mutable std::unordered_map<ActivityId, std::vector<std::string>> m_byHand;
    mutable quint64 m_byHandAt = ~quint64(0);
};

} // namespace yarrin
